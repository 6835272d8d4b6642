//! Combinations of load cases in words.

use crate::step::{Wording, minus};
use helvek_core::answers::RangeAnswer;
use helvek_core::units::figures;
use schemars::JsonSchema;
use serde::Serialize;

/// The least and the greatest of something over all combinations.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct RangeLine {
    /// `A_y`, `bar D-C`, `M in beam`.
    pub of: String,
    /// With its unit and the combination that governs: `-2.00 kN (B)`.
    pub least: String,
    /// The same.
    pub greatest: String,
}

impl Wording<'_> {
    /// What the envelope comes to: every unknown, and the largest M and V of every member.
    pub(crate) fn ranges(&self) -> Vec<RangeLine> {
        let Some(envelope) = &self.answers.envelope else { return Vec::new() };
        let units = &self.solved.model.units;
        let said = |value: f64, unit: &str, by: &str| {
            format!("{} {unit} ({by})", minus(&figures::rounded(value, self.digits())))
        };
        let force = |range: &RangeAnswer| {
            let unit = if range.of.starts_with("M_") { &units.moment } else { &units.force };
            let of = match range.kind {
                "bar" => format!("bar {}", range.of),
                _ => range.of.clone(),
            };
            RangeLine {
                of,
                least: said(range.least, &unit.symbol, &range.governs[0]),
                greatest: said(range.greatest, &unit.symbol, &range.governs[1]),
            }
        };
        let some = envelope.forces.iter().filter(|range| range.least != 0.0 || range.greatest != 0.0);
        let mut lines: Vec<RangeLine> = some.map(force).collect();
        for (of, unit) in [("V", &units.force), ("M", &units.moment)] {
            let mut bodies: Vec<(String, [(f64, String); 2])> = Vec::new();
            for combination in &self.answers.combinations {
                for diagram in combination.diagrams.iter().filter(|d| d.refused.is_none()) {
                    let mut values = diagram.extremes.iter().filter(|e| e.of == of).map(|e| e.value);
                    let Some(first) = values.next() else { continue };
                    let (low, high) = values.fold((first, first), |(l, h), v| (l.min(v), h.max(v)));
                    let by = || combination.name.clone();
                    match bodies.iter_mut().find(|(body, _)| *body == diagram.on) {
                        Some((_, range)) => {
                            if low < range[0].0 {
                                range[0] = (low, by());
                            }
                            if high > range[1].0 {
                                range[1] = (high, by());
                            }
                        }
                        None => bodies.push((diagram.on.clone(), [(low, by()), (high, by())])),
                    }
                }
            }
            lines.extend(bodies.into_iter().map(|(body, [least, greatest])| RangeLine {
                of: format!("{of} in {body}"),
                least: said(least.0, &unit.symbol, &least.1),
                greatest: said(greatest.0, &unit.symbol, &greatest.1),
            }));
        }
        lines
    }
}
