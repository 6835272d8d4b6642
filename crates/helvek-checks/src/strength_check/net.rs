//! Where a pin goes through a member with a section, the hole is taken off it: σ = N/A ± M·c/I with what is left.
//!
//! The hole is as wide as the pin and centred on the axis of the member. It goes through all that the section has at that level, if the member's plates on the pin are no thicker
//! than that: thicker ones are lugs of their own, and the section ends before them.

use super::demand::{Active, InState, Linear, Sizes};
use super::plates::SizedPin;
use crate::Checks;
use helvek_numbers::tolerance;
use helvek_sheet::section::Properties;
use helvek_statics::internal_forces::{Extreme, Inner, Side};
use helvek_statics::model::{PlateOf, Profile};

/// The part of a section that a hole takes off.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Hole {
    /// Of the pin, m.
    pub diameter: f64,
    /// m²
    pub area: f64,
    /// About the axis, m⁴.
    pub inertia: f64,
}

/// A section with a hole.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Net {
    pub(super) hole: Hole,
    /// The area that is left, m²; where nothing is, next to nothing.
    pub(super) area: f64,
    /// The second moment of area that is left about the axis, m⁴.
    pub(super) inertia: f64,
}

/// A section whose hole is all there is keeps this part, so that whatever it carries is beyond every strength.
const NOTHING: f64 = 1e-9;

/// A and I about the axis of what a section has within half a diameter of its axis: by Gauss's rule between the levels at which its width turns.
fn band(section: &Properties, diameter: f64) -> (f64, f64) {
    const NODES: [(f64, f64); 5] = [
        (0.0, 128.0 / 225.0),
        (0.538_469_310_105_683_1, 0.478_628_670_499_366_5),
        (-0.538_469_310_105_683_1, 0.478_628_670_499_366_5),
        (0.906_179_845_938_664, 0.236_926_885_056_189_1),
        (-0.906_179_845_938_664, 0.236_926_885_056_189_1),
    ];
    // Straight outlines would need one panel; round ones are the better for some.
    const PANELS: usize = 16;
    let [low, high] = [-0.5 * diameter, 0.5 * diameter];
    let mut marks = vec![low, high];
    marks.extend(section.levels().into_iter().filter(|level| *level > low && *level < high));
    marks.sort_by(f64::total_cmp);
    let (mut area, mut inertia) = (0.0, 0.0);
    for pair in marks.windows(2) {
        let step = (pair[1] - pair[0]) / PANELS as f64;
        for panel in 0..PANELS {
            let middle = pair[0] + (panel as f64 + 0.5) * step;
            for (node, weight) in NODES {
                let y = middle + 0.5 * step * node;
                let strip = 0.5 * step * weight * section.width(y);
                area += strip;
                inertia += strip * y * y;
            }
        }
    }
    (area, inertia)
}

impl Net {
    /// A section with a hole; nothing where plates of this thickness are lugs of their own, or where it bends askew, so that the formula does not hold.
    fn of(profile: &Profile, diameter: f64, plates: f64) -> Option<Self> {
        let section = &profile.section.properties;
        let lugs = plates > section.width(0.0) * (1.0 + 1e-6);
        if lugs || !(profile.held || section.straight()) {
            return None;
        }
        let (area, inertia) = band(section, diameter);
        Some(Self {
            hole: Hole { diameter, area, inertia },
            area: (section.area - area).max(NOTHING * section.area),
            inertia: (section.i_z - inertia).max(NOTHING * section.i_z),
        })
    }
}

impl Checks<'_> {
    /// The section of one of those that meet at a pin, with its hole.
    pub(super) fn net(&self, pins: &[SizedPin], pin: usize, of: PlateOf) -> Option<Net> {
        let model = &self.model;
        let profile = match of {
            PlateOf::Body(id) => model.bodies[id.index()].profile?,
            PlateOf::Bar(id) => model.bars[id.index()].profile?,
            PlateOf::Ground | PlateOf::Load(_) => return None,
        };
        let plates: Vec<f64> = model.plated[pin]
            .plates
            .iter()
            .filter(|plate| plate.of == of)
            .map(|plate| plate.thickness)
            .collect();
        let diameter = pins[pin].diameter.filter(|_| !plates.is_empty())?;
        Net::of(&model.profiles[profile], diameter, plates.iter().sum())
    }

    /// The place where a pin goes through a stretch, m from its first point.
    pub(super) fn station_of_pin(&self, pin: usize, row: usize) -> Option<f64> {
        let inside = &self.inside()[row];
        let diagram = inside.diagram.as_ref().ok()?;
        let (from, at) = (self.model.at(inside.from), self.model.at(self.model.plated[pin].at(&self.model)));
        let off = at - from;
        let station = off.dot(diagram.along);
        let slack = tolerance::GEOMETRY * self.full.length_scale;
        let beside = (off - diagram.along * station).length() > slack;
        let beyond = station < -slack || station > diagram.length() + slack;
        (!beside && !beyond).then(|| station.clamp(0.0, diagram.length()))
    }

    /// The largest normal stress beside the hole of a pin: just before and just behind it, at both outer fibres.
    pub(super) fn beside_hole(
        &self,
        states: [&InState<'_>; 2],
        weights: [f64; 2],
        [pin, row]: [usize; 2],
        sizes: &Sizes,
    ) -> Option<Active> {
        let body = self.inside()[row].body;
        let net = self.net(&sizes.pins, pin, PlateOf::Body(body))?;
        let section = &self.model.profiles[self.model.bodies[body.index()].profile?].section.properties;
        let station = self.station_of_pin(pin, row)?;
        let mut worst: Option<Active> = None;
        for side in [Side::Before, Side::After] {
            for level in section.faces {
                let stress = |state: &InState<'_>| {
                    let diagram = state.solved.inside().get(row)?.diagram.as_ref().ok()?;
                    let at = |inner| diagram.at(inner, station, side);
                    Some(at(Inner::N) / net.area - at(Inner::M) * level / net.inertia)
                };
                let [a, b] = [stress(states[0])?, stress(states[1])?];
                let value = weights[0] * a + weights[1] * b;
                let larger = worst
                    .as_ref()
                    .and_then(|w| w.place)
                    .is_none_or(|w| value.abs() > w.value.abs() * (1.0 + 1e-12));
                if larger {
                    let parts = [Linear::Either(a), Linear::Either(b)];
                    worst = Some(Active { parts, place: Some(Extreme { station, side, value }) });
                }
            }
        }
        worst
    }
}
