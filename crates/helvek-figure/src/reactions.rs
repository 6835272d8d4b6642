//! What supports exert, once the body is freed.

use crate::scene::{Painter, pair, ratio, spin};
use crate::{Mark, SymbolMark};
use helvek_core::equilibrium::{Column, ColumnKind, ColumnOf};
use helvek_core::model::On;

impl Painter<'_> {
    pub(crate) fn reactions(&self, marks: &mut Vec<Mark>) {
        let largest = self.largest_force();
        let values = self.solved.full_values();
        for (column, value) in self.solved.full.columns.iter().zip(values) {
            let ColumnOf::Support(support) = column.of else { continue };
            let value = value.filter(|_| self.complete);
            let unit = self.solved.unit_of(column.kind);
            let step = self.step_of(column);
            for act in &column.acts {
                marks.push(Mark::Reaction {
                    id: format!("reaction:{}", column.symbol),
                    support: format!("support:{}", self.model().supports[support.index()].name),
                    symbol: SymbolMark {
                        base: column.symbol.base.clone(),
                        index: column.symbol.index.clone(),
                    },
                    at: self.place(act.wrench.about),
                    toward: act.wrench.force.unit().map(pair),
                    turn: (column.kind == ColumnKind::Couple).then(|| spin(act.wrench.moment.z)),
                    text: value.map(|v| self.result(v.abs(), &unit)),
                    turned: value.is_some_and(|v| v < 0.0),
                    zero: value == Some(0.0),
                    step: step.filter(|_| self.complete).map(|s| s + 1),
                    relative: match column.kind {
                        ColumnKind::Couple => 0.0,
                        _ => value.map_or(0.0, |v| ratio(v.abs(), largest)),
                    },
                });
            }
        }
    }

    /// The step that finds a reaction: its own, or that of the link it holds.
    fn step_of(&self, column: &Column) -> Option<usize> {
        let solved = self.solved;
        let on_link = |of: ColumnOf| match (of, column.of) {
            (ColumnOf::Link(body), ColumnOf::Support(support)) => {
                self.model().supports[support.index()].on == On::Body(body)
            }
            _ => false,
        };
        let id = solved.equilibrium.column_ids().find(|id| {
            let other = solved.equilibrium.column(*id);
            (other.of == column.of && other.component == column.component) || on_link(other.of)
        })?;
        solved.working.step_of(id)
    }
}
