//! The method of forces: what is let go, how far it opens, and what closes it again.

use super::Stiff;
use super::table::below;
use crate::formula::{Addend, Formula, Source, Symbol};
use crate::inline::Inline;
use helvek_core::equilibrium::{ColumnKind, ColumnOf};
use helvek_core::hand_methods::{ForceMethod, Redundant};
use helvek_core::id::{Id, Kind};
use schemars::JsonSchema;
use serde::Serialize;

/// The method as it is written.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageForces {
    /// The redundants that are released.
    pub redundants: Vec<String>,
    /// The marks of these, in the same order.
    pub of: Vec<Option<Id>>,
    /// δ₁₀ and δ₁₁ by their integrals.
    pub integrals: Vec<Vec<Inline>>,
    /// δ₁₀ + δ₁₁ X₁ = 0, with numbers.
    pub equations: Vec<Vec<Inline>>,
    /// The values of the redundants.
    pub values: Vec<Vec<Inline>>,
    /// The moments under the loads alone, then under one of each, per end.
    pub rows: Vec<PageForceRow>,
}

/// Moments of one state.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageForceRow {
    /// `M₀`, `M₁ for X₁ = 1`
    pub label: String,
    /// Per end.
    pub cells: Vec<String>,
}

impl Stiff<'_> {
    pub(super) fn forces(&self, method: &ForceMethod) -> PageForces {
        let (solved, units) = (self.solved, &self.solved.model.units);
        let named = |redundant: &Redundant| match redundant {
            Redundant::Column(id) => solved.full.column(*id).symbol.to_string(),
            Redundant::Cut(body, which) => {
                let name = &solved.model.bodies[body.index()].name;
                let what = ["N", "M", "the difference of M"][*which];
                format!("{what} where {name} is cut through")
            }
        };
        let of = |redundant: &Redundant| match redundant {
            Redundant::Column(id) => match solved.full.column(*id).of {
                ColumnOf::Support(id) => Some(Kind::Support.id(&solved.model.supports[id.index()].name)),
                ColumnOf::Joint(id, _) => Some(Kind::Joint.id(&solved.model.joints[id.index()].name)),
                ColumnOf::Bar(id) => Some(Kind::Bar.id(&solved.model.bars[id.index()].name)),
                _ => None,
            },
            Redundant::Cut(body, ..) => Some(Kind::Body.id(&solved.model.bodies[body.index()].name)),
        };
        let couple = |redundant: &Redundant| match redundant {
            Redundant::Column(id) => solved.full.column(*id).kind == ColumnKind::Couple,
            Redundant::Cut(_, which) => *which != 0,
        };
        let unit = |redundant: &Redundant| if couple(redundant) { &units.moment } else { &units.force };
        let count = method.values.len();
        let index = |k: usize| below(&(k + 1).to_string());
        let symbol = |k: usize| Formula::from(Symbol::indexed("X", &index(k)));
        // Work of one sheet unit of the i-th: δ₁₀ in length (or rad), δᵢⱼ per unit of the j-th; with ratios alone times EI.
        let per = |i: usize| {
            let own = unit(&method.redundants[i]).factor;
            // What is done by one of its own units, over the work of a force along a length.
            let to = own / (units.force.factor * units.length.factor);
            let by = if couple(&method.redundants[i]) { to } else { 1.0 / units.length.factor };
            by / self.one_ei()
        };
        let settles = solved.model.loading.settlements.iter().any(|s| *s != Default::default());
        let imposed = match (settles, solved.model.loading.warmings.is_empty()) {
            (true, true) => " dx + work on the settlements = ",
            (true, false) => " dx + work on the settlements and by temperature = ",
            (false, false) => " dx + work by temperature = ",
            (false, true) => " dx = ",
        };
        // δ₁₀ = ∫M₀·M₁/EI dx: what the loads, and one of each redundant, open at the place of the i-th.
        let delta = |i: usize, j: Option<usize>| {
            let digit = |k: Option<usize>| k.map_or_else(|| "₀".to_owned(), index);
            let name = Symbol::indexed("δ", &format!("{}{}", index(i), digit(j)));
            let [m, n] = [j, Some(i)].map(|k| Formula::from(Symbol::indexed("M", &digit(k))));
            let product = if j == Some(i) { n.power(2) } else { Formula::product([m, n]) };
            let value = match j {
                None => method.gaps[i] * per(i),
                Some(j) => method.flexibility[i][j] * per(i) * unit(&method.redundants[j]).factor,
            };
            let one = if couple(&method.redundants[i]) { "rad" } else { &units.length.symbol };
            let behind =
                j.map(|j| format!(" per {}", unit(&method.redundants[j]).symbol)).unwrap_or_default();
            let unit = if self.relative() { ", times 1/EI".to_owned() } else { format!(" {one}{behind}") };
            let integral = Formula::over(product, "EI");
            vec![
                Formula::from(name).into(),
                Inline::words(" = ∫ "),
                integral.into(),
                Inline::words(if j.is_none() { imposed } else { " dx = " }),
                Formula::from(self.number(value).from(Source::Result)).into(),
                Inline::words(unit),
            ]
        };
        let integrals = (0..count)
            .flat_map(|i| std::iter::once(None).chain((0..count).map(Some)).map(move |j| (i, j)))
            .map(|(i, j)| delta(i, j))
            .collect();
        let equations = (0..count)
            .map(|i| {
                let by = per(i);
                let part = |value: f64, behind: Option<Formula>| {
                    let size = Formula::from(self.number(value.abs()));
                    let of = match behind {
                        Some(unknown) => Formula::product([size, unknown]),
                        None => size,
                    };
                    Addend { less: value < 0.0, of }
                };
                let mut sum = vec![part(method.gaps[i] * by, None)];
                sum.extend((0..count).map(|j| {
                    let value = method.flexibility[i][j] * by * unit(&method.redundants[j]).factor;
                    part(value, Some(symbol(j)))
                }));
                let mut line = vec![Formula::Equal(vec![Formula::Sum(sum), 0.into()]).into()];
                if self.relative() {
                    line.push(Inline::words(" , times 1/EI"));
                }
                line
            })
            .collect();
        let values = method
            .redundants
            .iter()
            .zip(&method.values)
            .enumerate()
            .map(|(k, (redundant, value))| {
                let unit = unit(redundant);
                let shown = self.number(unit.from_si(*value)).unit(unit).from(Source::Result).into();
                let named = match redundant {
                    Redundant::Column(id) => {
                        Some(Symbol::unknown(&solved.full.column(*id).symbol, of(redundant)).into())
                    }
                    Redundant::Cut(..) => None,
                };
                let same = std::iter::once(symbol(k)).chain(named).chain([shown]);
                vec![Formula::Equal(same.collect()).into()]
            })
            .collect();
        let mut rows =
            vec![PageForceRow { label: "M₀ of the loads".into(), cells: self.tabled(&method.primary) }];
        for (k, list) in method.units.iter().enumerate() {
            let one = unit(&method.redundants[k]).factor;
            let list: Vec<f64> = list.iter().map(|m| m * one).collect();
            rows.push(PageForceRow {
                label: format!("M{} of X{} = 1", index(k), index(k)),
                cells: self.tabled(&list),
            });
        }
        PageForces {
            redundants: method.redundants.iter().map(named).collect(),
            of: method.redundants.iter().map(of).collect(),
            integrals,
            equations,
            values,
            rows,
        }
    }
}
