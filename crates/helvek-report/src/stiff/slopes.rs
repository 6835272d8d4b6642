//! Slopes and deflections: each end moment as a sum, then the equations.

use super::Stiff;
use super::table::typeset;
use crate::fragment::Fragment;
use helvek_core::redundant::Unknown;
use schemars::JsonSchema;
use serde::Serialize;

/// The method as it is written.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageSlopes {
    /// A line for each end.
    pub ends: Vec<PageEndLine>,
    /// An equation for each unknown.
    pub equations: Vec<PageEquation>,
    /// What they come to.
    pub values: Vec<Fragment>,
}

/// The moment of an end by the unknowns.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageEndLine {
    /// The place of the end.
    pub end: usize,
    /// `M_BA = −16.00 + 1.000 θ_B`
    pub line: Fragment,
}

/// An equation with what it says.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageEquation {
    /// `Moments of the joint B`
    pub title: String,
    /// With its numbers.
    pub line: Fragment,
}

impl Stiff<'_> {
    fn unknown(&self, unknown: Unknown) -> String {
        let frame = &self.hand.frame;
        let ei = if self.relative() { "EI" } else { "" };
        match unknown {
            Unknown::Turn(joint) => format!("{ei}θ_{}", frame.joints[joint].name),
            Unknown::Sway(sway) => {
                // Two props may stand at one place: its name alone would be two unknowns.
                let axis = self.sway_axis(sway).unwrap_or_default();
                format!("{ei}Δ_{}{axis}", frame.sways[sway].at)
            }
        }
    }

    /// What a coefficient of an unknown is in the sheet's units: moment or force per rad or unit of length.
    fn per(&self, value: f64, unknown: Unknown) -> f64 {
        let value = value * self.one_ei();
        match unknown {
            // A turn is counted in the sense in which moments are.
            Unknown::Turn(_) => value * self.sense,
            Unknown::Sway(_) => value * self.solved.model.units.length.factor,
        }
    }

    fn sum(&self, start: Option<f64>, parts: impl Iterator<Item = (f64, Unknown)>) -> String {
        let parts: Vec<_> = parts.collect();
        let largest = parts.iter().map(|(c, _)| c.abs()).fold(0.0, f64::max);
        let mut line = start.map(|start| self.figure(start)).unwrap_or_default();
        for (c, unknown) in parts.into_iter().filter(|(c, _)| c.abs() > 1e-9 * largest) {
            let (sign, size) = (if c < 0.0 { "−" } else { "+" }, self.figure(c.abs()));
            let name = self.unknown(unknown);
            match (line.is_empty(), c < 0.0) {
                (true, false) => line = format!("{size} {name}"),
                (true, true) => line = format!("−{size} {name}"),
                _ => line.push_str(&format!(" {sign} {size} {name}")),
            }
        }
        if line.is_empty() { "0".into() } else { line }
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
            let line = typeset(&format!("M_{name} = {}", self.sum(start, parts)));
            ends.push(PageEndLine { end: k, line });
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
                let line = typeset(&format!("{} = {}", self.sum(None, parts), self.figure(rhs * to + 0.0)));
                PageEquation { title, line }
            })
            .collect();
        let values = unknowns
            .iter()
            .zip(&method.values)
            .map(|(unknown, value)| {
                let name = self.unknown(*unknown);
                let shown = match unknown {
                    Unknown::Turn(_) => value * self.sense,
                    Unknown::Sway(_) => units.length.from_si(*value),
                };
                match unknown {
                    // What it is times an EI that is not known.
                    _ if self.relative() => format!("{name} = {}", self.figure(shown / self.one_ei())),
                    Unknown::Turn(_) => format!("{name} = {}·10⁻³ rad", self.figure(shown * 1e3)),
                    Unknown::Sway(_) => format!("{name} = {} {}", self.figure(shown), units.length.symbol),
                }
            })
            .map(|text: String| typeset(&text))
            .collect();
        PageSlopes { ends, equations, values }
    }
}
