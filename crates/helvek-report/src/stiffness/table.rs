//! The tables of a distribution.

use super::{Stiff, plain};
use crate::formula::{Addend, Formula, Symbol};
use crate::inline::Inline;
use helvek_core::geometry::Vector;
use helvek_core::hand_methods::{Case, End, EndKind, Table};
use schemars::JsonSchema;
use serde::Serialize;

/// The table of one case.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageTable {
    /// `Sway prevented at C`, `C displaced`
    pub title: String,
    /// Its subject, in a sentence.
    pub about: String,
    /// From top to bottom.
    pub rows: Vec<PageRow>,
    /// The number of rounds.
    pub rounds: usize,
    /// The forces of the props.
    pub props: Vec<PageProp>,
}

/// The operation of a row.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum RowKind {
    /// All joints are held.
    Held,
    /// Joints are let go, and balance.
    Balance,
    /// It is carried over.
    Over,
    /// The sum.
    Sum,
}

/// A row.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageRow {
    /// Its operation.
    pub kind: RowKind,
    /// For people.
    pub label: String,
    /// From 1; 0 for what is there before the rounds, and for the sum.
    pub round: usize,
    /// One for each end.
    pub cells: Vec<PageCell>,
}

/// An entry.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageCell {
    /// Empty where nothing is written.
    pub text: String,
    /// Its working.
    pub rule: String,
    /// The column from which it comes over.
    pub from: Option<usize>,
}

/// The force of a prop.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageProp {
    /// Its place, in the sheet's unit.
    pub at: [f64; 2],
    /// Its direction, as it acts; `[0, 0]` when it exerts nothing.
    pub way: [f64; 2],
    /// With its unit.
    pub text: String,
    /// The loads and the shears of members that it is made of.
    pub rule: Vec<Inline>,
}

impl Stiff<'_> {
    /// The ends that are columns.
    fn columns(&self) -> &[End] {
        &self.hand.distribution.ends
    }

    /// Along which axis a prop stands, where there is another one at its place.
    pub(super) fn sway_axis(&self, k: usize) -> Option<&'static str> {
        let sways = &self.hand.frame.sways;
        let several = sways.iter().filter(|sway| sway.node == sways[k].node).count() > 1;
        several.then_some(if sways[k].prop.x.abs() > sways[k].prop.y.abs() { "x" } else { "y" })
    }

    /// `C`, or `C along x` where another prop stands there.
    pub(super) fn sway_name(&self, k: usize) -> String {
        let at = &self.hand.frame.sways[k].at;
        self.sway_axis(k).map_or_else(|| at.clone(), |axis| format!("{at} along {axis}"))
    }

    pub(super) fn tables(&self) -> Vec<PageTable> {
        self.hand.distribution.tables.iter().map(|table| self.table(table)).collect()
    }

    fn table(&self, table: &Table) -> PageTable {
        let frame = &self.hand.frame;
        let names: Vec<String> = (0..frame.sways.len()).map(|k| self.sway_name(k)).collect();
        let unit = &self.solved.model.units.moment.symbol;
        let half = self.hand.distribution.half.as_ref();
        let (title, about) = match table.case {
            Case::Held if half.is_some_and(|half| half.sign < 0.0) => (
                "Half of it".to_owned(),
                "It and its loads are symmetrical: one half is worked, and nothing sways.".to_owned(),
            ),
            Case::Held if names.is_empty() => {
                ("Distribution".to_owned(), "No joint can go anywhere: nothing sways.".to_owned())
            }
            Case::Held if half.is_some() => (
                format!("Sway prevented at {}", names.join(", ")),
                "The loads are antisymmetrical: one half is worked, with sway prevented.".to_owned(),
            ),
            Case::Held => (
                format!("Sway prevented at {}", names.join(", ")),
                "The loads, with sway prevented.".to_owned(),
            ),
            Case::Sway(k) => (
                format!("{} displaced", names[k]),
                format!(
                    "No loads; the prop at {} goes by any amount, here so that the largest moment is 100 {unit}.",
                    names[k]
                ),
            ),
        };
        let mut rows = vec![self.row(RowKind::Held, "FEM".to_owned(), 0, &table.fixed, |k, text| {
            let each = self.fixed_formulas(self.columns()[k], &table.parts[k]);
            let each: Vec<String> = each.iter().map(|says| plain(says)).collect();
            let rule = if each.is_empty() { "nothing on it bends it".into() } else { each.join("; ") };
            PageCell { rule, text, from: None }
        })];
        for (i, round) in table.rounds.iter().enumerate() {
            let balance =
                self.row(RowKind::Balance, "balance".to_owned(), i + 1, &round.balanced, |k, text| {
                    let joint = frame.joint(self.columns()[k]);
                    let rule = format!("−{} × {}", self.factor(k), self.decimal(round.open[joint]));
                    PageCell { text, rule, from: None }
                });
            rows.push(balance);
            if !round.carried.is_empty() {
                let over =
                    self.row(RowKind::Over, "carry over".to_owned(), i + 1, &round.carried, |k, text| {
                        let from = self.hand.distribution.over.iter().position(|over| *over == Some(k));
                        let rule = from.map(|from| {
                            let name = frame.end_name(self.ends[from]);
                            format!("½ × {} from {name}", self.decimal(round.balanced[from]))
                        });
                        PageCell { text, rule: rule.unwrap_or_default(), from }
                    });
                rows.push(over);
            }
        }
        rows.push(self.row(RowKind::Sum, "sum".to_owned(), 0, &table.sums, |_, text| PageCell {
            text,
            rule: "the sum of the column".to_owned(),
            from: None,
        }));
        let count = self.hand.distribution.scale.len();
        let props = (0..count).map(|k| self.prop(k, table)).collect();
        PageTable { title, about, rows, rounds: table.rounds.len(), props }
    }

    pub(super) fn factor(&self, k: usize) -> String {
        let places = usize::from(self.solved.model.conventions.decimals.max(2)) + 1;
        format!("{:.places$}", self.hand.distribution.factors[k])
    }

    /// Nothing is written where nothing can stand.
    fn row(
        &self,
        kind: RowKind,
        label: String,
        round: usize,
        moments: &[f64],
        cell: impl Fn(usize, String) -> PageCell,
    ) -> PageRow {
        let frame = &self.hand.frame;
        let cells = moments.iter().enumerate().map(|(k, m)| {
            let end = self.columns()[k];
            let takes = match kind {
                RowKind::Balance => self.hand.distribution.factors[k] > 0.0,
                RowKind::Over => self.hand.distribution.over.contains(&Some(k)),
                _ => true,
            };
            let hinge = matches!(frame.members[end.member].kinds[end.end], EndKind::Hinged | EndKind::Free);
            if !takes || hinge && *m == 0.0 && kind != RowKind::Sum {
                return PageCell { text: String::new(), rule: String::new(), from: None };
            }
            cell(k, self.decimal(*m))
        });
        PageRow { kind, label, round, cells: cells.collect() }
    }

    /// A force with its unit.
    fn force(&self, si: f64) -> String {
        let unit = &self.solved.model.units.force;
        format!("{} {}", self.figure(unit.from_si(si)), unit.symbol)
    }

    fn prop(&self, k: usize, table: &Table) -> PageProp {
        let (frame, sway, value) = (&self.hand.frame, &self.hand.frame.sways[k], table.props[k]);
        let way = if value == 0.0 { Vector::ZERO } else { sway.prop * value.signum() };
        PageProp {
            at: self.place(frame.nodes[sway.node]),
            way: [way.x, way.y],
            text: self.force(value.abs()),
            rule: self.prop_formula(k, table),
        }
    }

    /// `× 0.2641`
    pub(super) fn scales(&self) -> Vec<String> {
        self.hand.distribution.scale.iter().map(|c| self.figure(*c)).collect()
    }

    /// `prop at C: −7.31 + 27.68 c₁ = 0`
    pub(super) fn balance(&self) -> Vec<Vec<Inline>> {
        let d = &self.hand.distribution;
        let unit = &self.solved.model.units.force;
        let count = d.scale.len();
        let size = |force: f64| Formula::from(self.number(unit.from_si(force.abs())));
        (0..count)
            .map(|j| {
                let held = d.tables[0].props[j];
                let mut sum = vec![Addend { less: held < 0.0, of: size(held) }];
                sum.extend((0..count).map(|k| {
                    let value = d.tables[k + 1].props[j];
                    let index = if count == 1 { String::new() } else { below(&(k + 1).to_string()) };
                    let of = Formula::product([size(value), Symbol::indexed("c", &index).into()]);
                    Addend { less: value < 0.0, of }
                }));
                let words = Inline::words(format!("prop at {}: ", self.sway_name(j)));
                vec![words, Formula::Equal(vec![Formula::Sum(sum), 0.into()]).into()]
            })
            .collect()
    }
}

/// Digits below the line.
pub(super) fn below(text: &str) -> String {
    text.chars().map(|c| c.to_digit(10).and_then(|d| char::from_u32('₀' as u32 + d)).unwrap_or(c)).collect()
}
