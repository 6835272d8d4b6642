//! Combinations of load cases in words.

use crate::numbers::{Numbers, minus};
use helvek_core::answers::Publisher;
use helvek_core::answers::{ForceOf, RangeAnswer};
use helvek_core::internal_forces::{Diagram, Inner};
use helvek_core::model::BodyId;
use helvek_core::solution::State;
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
    /// The places of the two, `2.8 m from A`, of what varies along a member; none for a single force.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub places: Option<[String; 2]>,
}

/// The largest V and M of a body: the least and the greatest, each in the state that governs.
struct Inside<'a> {
    body: BodyId,
    range: [Most<'a>; 2],
}

/// A value of an envelope.
#[derive(Clone, Copy)]
struct Most<'a> {
    value: f64,
    by: &'a State,
    /// Metres from the first point of a stretch.
    at: (&'a Diagram, f64),
}

impl Numbers<'_> {
    /// The envelope of the combinations: every unknown, and the largest M and V of every member.
    pub(crate) fn ranges(&self, states: &[State]) -> Vec<RangeLine> {
        let solved = self.statics;
        if !states.iter().any(|state| state.solved.verdict.equilibrium) {
            return Vec::new();
        }
        let units = &solved.model.units;
        let said = |value: f64, unit: &str, by: &str| {
            format!("{} {unit} ({by})", minus(&figures::rounded(value, self.digits())))
        };
        let force = |range: &RangeAnswer| {
            let unit = if range.couple { &units.moment } else { &units.force };
            let of = match range.kind {
                ForceOf::Bar => format!("bar {}", range.of),
                _ => range.of.clone(),
            };
            RangeLine {
                of,
                least: said(range.least, &unit.symbol, &range.governs[0]),
                greatest: said(range.greatest, &unit.symbol, &range.governs[1]),
                places: None,
            }
        };
        let forces = Publisher(solved).force_ranges(states);
        let some = forces.iter().filter(|range| range.least != 0.0 || range.greatest != 0.0);
        let mut lines: Vec<RangeLine> = some.map(force).collect();
        for inner in [Inner::V, Inner::M] {
            let unit = solved.model.inner_unit_of(inner);
            lines.extend(inside(states, inner).into_iter().map(|Inside { body, range }| {
                let [least, greatest] =
                    range.map(|most| said(unit.from_si(most.value), &unit.symbol, &most.by.name));
                let place = |Most { at: (diagram, station), .. }: Most<'_>| self.place_in(diagram, station);
                RangeLine {
                    places: Some(range.map(place)),
                    of: format!("{} in {}", inner.letter(), solved.model.bodies[body.index()].name),
                    least,
                    greatest,
                }
            }));
        }
        lines
    }
}

/// One of the three in every body that has a diagram, over all states.
fn inside(states: &[State], inner: Inner) -> Vec<Inside<'_>> {
    let mut bodies: Vec<Inside<'_>> = Vec::new();
    for state in states {
        for diagram in state.solved.inside().iter().filter_map(|inside| inside.diagram.as_ref().ok()) {
            let [low, high] = diagram.range(inner).map(|extreme| Most {
                value: extreme.value,
                by: state,
                at: (diagram, extreme.station),
            });
            match bodies.iter_mut().find(|known| known.body == diagram.body) {
                Some(Inside { range: [least, greatest], .. }) => {
                    if low.value < least.value {
                        *least = low;
                    }
                    if high.value > greatest.value {
                        *greatest = high;
                    }
                }
                None => bodies.push(Inside { body: diagram.body, range: [low, high] }),
            }
        }
    }
    bodies
}
