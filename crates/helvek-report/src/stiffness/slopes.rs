//! Slopes and deflections: each end moment as a sum, then the equations.

use super::Stiff;
use crate::formula::{Addend, Formula, Source, Symbol};
use helvek_core::hand_methods::Unknown;
use schemars::JsonSchema;
use serde::Serialize;

/// The method as it is written.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageSlopes {
    /// A line for each end.
    pub ends: Vec<PageEndLine>,
    /// An equation for each unknown.
    pub equations: Vec<PageEquation>,
    /// The values of the unknowns.
    pub values: Vec<Formula>,
}

/// The moment of an end by the unknowns.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageEndLine {
    /// The place of the end.
    pub end: usize,
    /// `M_BA = −16.00 + 1.000 θ_B`
    pub line: Formula,
}

/// An equation with what it says.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageEquation {
    /// `Moments of the joint B`
    pub title: String,
    /// With its numbers.
    pub line: Formula,
}

impl Stiff<'_> {
    fn unknown(&self, unknown: Unknown) -> Formula {
        let frame = &self.hand.frame;
        let symbol = match unknown {
            Unknown::Turn(joint) => Symbol::indexed("θ", &frame.joints[joint].name),
            Unknown::Sway(sway) => {
                // Two props may stand at one place: its name alone would be two unknowns.
                let axis = self.sway_axis(sway).unwrap_or_default();
                Symbol::indexed("Δ", &format!("{}{axis}", frame.sways[sway].at))
            }
        };
        if self.relative() { Formula::product(["EI".into(), symbol.into()]) } else { symbol.into() }
    }

    /// The coefficient of an unknown in the sheet's units: moment or force per rad or unit of length.
    fn per(&self, value: f64, unknown: Unknown) -> f64 {
        let value = value * self.one_ei();
        match unknown {
            // A turn is counted in the sense in which moments are.
            Unknown::Turn(_) => value * self.sense,
            Unknown::Sway(_) => value * self.solved.model.units.length.factor,
        }
    }

    fn sum(&self, start: Option<f64>, parts: impl Iterator<Item = (f64, Unknown)>) -> Formula {
        let parts: Vec<_> = parts.collect();
        let largest = parts.iter().map(|(c, _)| c.abs()).fold(0.0, f64::max);
        let size = |value: f64| Formula::from(self.number(value.abs()));
        let start = start.map(|start| Addend { less: start < 0.0, of: size(start) });
        let parts = parts.into_iter().filter(|(c, _)| c.abs() > 1e-9 * largest);
        let parts = parts.map(|(c, unknown)| Addend {
            less: c < 0.0,
            of: Formula::product([size(c), self.unknown(unknown)]),
        });
        let all: Vec<Addend> = start.into_iter().chain(parts).collect();
        if all.is_empty() { 0.into() } else { Formula::Sum(all) }
    }

    pub(super) fn slopes(&self) -> PageSlopes {
        let (method, units) = (&self.hand.slopes, &self.solved.model.units);
        let unknowns: Vec<Unknown> = method.unknowns.clone();
        let mut ends = Vec::new();
        for (k, end) in self.ends.iter().enumerate() {
            let parts = unknowns
                .iter()
                .enumerate()
                .map(|(u, unknown)| (self.moment(self.per(method.per[k][u], *unknown)), *unknown));
            let start = Some(self.moment(method.fixed[k])).filter(|m| m.abs() > 1e-12);
            let name = self.hand.frame.end_name(*end);
            let moment = Symbol::indexed("M", &name).into();
            ends.push(PageEndLine { end: k, line: Formula::Equal(vec![moment, self.sum(start, parts)]) });
        }
        let equations = unknowns
            .iter()
            .zip(&method.equations)
            .map(|(of, (row, rhs))| {
                let (title, to) = match of {
                    Unknown::Turn(joint) => {
                        let name = &self.hand.frame.joints[*joint].name;
                        (format!("Moments of the joint {name}"), units.moment.from_si(1.0) * self.sense)
                    }
                    Unknown::Sway(sway) => {
                        (format!("No prop at {}", self.sway_name(*sway)), units.force.from_si(1.0))
                    }
                };
                let parts =
                    row.iter().zip(&unknowns).map(|(c, unknown)| (self.per(*c, *unknown) * to, *unknown));
                let right = self.number(rhs * to + 0.0).into();
                PageEquation { title, line: Formula::Equal(vec![self.sum(None, parts), right]) }
            })
            .collect();
        let values = unknowns
            .iter()
            .zip(&method.values)
            .map(|(unknown, value)| {
                let result = |value: f64| self.number(value).from(Source::Result);
                let shown = match unknown {
                    Unknown::Turn(_) => value * self.sense,
                    Unknown::Sway(_) => units.length.from_si(*value),
                };
                let shown: Formula = match unknown {
                    // What it is times an EI that is not known.
                    _ if self.relative() => result(shown / self.one_ei()).into(),
                    Unknown::Turn(_) => {
                        let small =
                            Formula::product([result(shown * 1e3).into(), Formula::from(10).power(-3)]);
                        small.unit("rad")
                    }
                    Unknown::Sway(_) => result(shown).unit(&units.length).into(),
                };
                Formula::Equal(vec![self.unknown(*unknown), shown])
            })
            .collect();
        PageSlopes { ends, equations, values }
    }
}
