//! The reactions of supports, once the body is freed.

use crate::painter::{Painter, pair, ratio, spin};
use crate::{Mark, SymbolMark};
use helvek_core::equilibrium::{ColumnKind, ColumnOf};
use helvek_core::id::Kind;

impl Painter<'_> {
    pub(crate) fn reactions(&self, marks: &mut Vec<Mark>) {
        let largest = self.largest_force();
        for id in self.full.column_ids() {
            let column = self.full.column(id);
            let ColumnOf::Support(support) = column.of else { continue };
            let (value, unit) = (self.value(id), self.model.unit_of(column.kind));
            for act in &column.acts {
                marks.push(Mark::Reaction {
                    id: Kind::Reaction.id(&column.symbol),
                    support: Kind::Support.id(&self.model().supports[support.index()].name),
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
                    step: self.step(id),
                    relative: match column.kind {
                        ColumnKind::Couple => 0.0,
                        _ => value.map_or(0.0, |v| ratio(v.abs(), largest)),
                    },
                });
            }
        }
    }
}
