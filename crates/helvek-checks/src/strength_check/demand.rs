//! What something has to carry under some loads: a number, a vector, or the largest along a member.

use super::Subject;
use super::plates::{OnPin, SizedPin};
use crate::Checks;
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_statics::equilibrium::ColumnOf;
use helvek_statics::internal_forces::{Diagram, Extreme, Inner, Poly, Side};
use helvek_statics::model::{BarId, PlateOf, Profile};
use helvek_statics::solution::Statics;
use helvek_statics::stiffness::DeflectedShape;
use std::f64::consts::PI;

/// A demand before its size is taken: linear in the loads.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum Linear {
    /// Counted on one side only.
    Sided(f64),
    /// Counted by its size.
    Either(f64),
    /// Counted by its length.
    Vector(Vector),
}

impl Linear {
    /// Its size, 0 or more.
    pub(super) fn size(self) -> f64 {
        match self {
            Self::Sided(value) => value,
            Self::Either(value) => value.abs(),
            Self::Vector(vector) => vector.length(),
        }
    }

    /// A sum, each with its weight; both of one sort.
    pub(super) fn blend(parts: [Self; 2], weights: [f64; 2]) -> Self {
        let [a, b] = weights;
        match parts {
            [Self::Sided(x), Self::Sided(y)] => Self::Sided(a * x + b * y),
            [Self::Vector(x), Self::Vector(y)] => Self::Vector(x * a + y * b),
            [x, y] => Self::Either(a * x.value() + b * y.value()),
        }
    }

    /// With its sign; a vector has none.
    pub(super) fn value(self) -> f64 {
        match self {
            Self::Sided(value) | Self::Either(value) => value,
            Self::Vector(vector) => vector.length(),
        }
    }
}

/// The place of the largest demand under a blend of two states, with the part of each of them there.
pub(super) struct Active {
    pub(super) parts: [Linear; 2],
    pub(super) place: Option<Extreme>,
}

/// The facts that do not change with the loads: sizes of pins, and per section the stresses in its worst fibres per unit of N, V and M.
pub(crate) struct Sizes {
    pub(crate) pins: Vec<SizedPin>,
    /// Per section the two fibres at which bending is extreme.
    normal: Vec<Vec<[f64; 3]>>,
    /// Per section the level at which the shear stress is largest.
    shear: Vec<[f64; 3]>,
}

impl Sizes {
    pub(crate) fn of(solved: &Statics, pins: Vec<SizedPin>) -> Self {
        let profiles = &solved.model.profiles;
        let shear = |profile: &Profile| {
            let (_, ratio) = profile.section.properties.most_sheared();
            [0.0, ratio / profile.section.properties.i_z, 0.0]
        };
        Self {
            pins,
            normal: profiles.iter().map(normal_curves).collect(),
            shear: profiles.iter().map(shear).collect(),
        }
    }
}

/// One state of the loads, with what is read from it again and again.
pub(super) struct InState<'a> {
    pub(super) solved: &'a Statics,
    /// Per bar what it carries.
    bars: Vec<Option<f64>>,
    /// Per plated pin.
    pins: Vec<Option<OnPin>>,
}

impl<'a> InState<'a> {
    pub(super) fn of(solved: &'a Statics) -> Self {
        let mut bars = vec![None; solved.model.bars.len()];
        for (column, value) in solved.full.columns.iter().zip(solved.full_values().iter().copied()) {
            if let ColumnOf::Bar(id) = column.of {
                bars[id.index()] = value;
            }
        }
        let pins = (0..solved.model.plated.len()).map(|row| Checks(solved).on_pin(row)).collect();
        Self { solved, bars, pins }
    }
}

impl<'a> Checks<'a> {
    /// The demand in a state, and its place; nothing when equilibrium does not fix it.
    pub(super) fn demand(
        &self,
        state: &InState<'_>,
        subject: Subject,
        sizes: &Sizes,
    ) -> Option<(f64, Option<Extreme>)> {
        spend(5);
        let active = self.active([state, state], [1.0, 0.0], subject, sizes)?;
        Some((active.parts[0].size().max(0.0), active.place))
    }

    /// The place where a demand is largest under a blend of two states.
    pub(super) fn active(
        &self,
        states: [&InState<'_>; 2],
        weights: [f64; 2],
        subject: Subject,
        sizes: &Sizes,
    ) -> Option<Active> {
        let row = match subject {
            Subject::Normal(row) | Subject::Shear(row) => row,
            Subject::Net { pin, row } => return self.beside_hole(states, weights, [pin, row], sizes),
            Subject::Sag { row, span } => {
                let shapes = states.map(|state| Checks(state.solved).shape(row));
                let sag = DeflectedShape::blended([shapes[0]?, shapes[1]?], weights)
                    .sags()
                    .into_iter()
                    .nth(span)?;
                let parts =
                    shapes.map(|shape| shape.and_then(|s| s.off(span, sag.station)).map(Linear::Either));
                let (station, value) = (sag.station, sag.value);
                let place = Some(Extreme { station, side: Side::Before, value });
                return Some(Active { parts: [parts[0]?, parts[1]?], place });
            }
            _ => {
                let [first, second] = states.map(|state| self.linear(state, subject, sizes));
                return Some(Active { parts: [first?, second?], place: None });
            }
        };
        let inside = &self.inside()[row];
        let mut diagrams = states.iter().map(|state| state.solved.inside().get(row)?.diagram.as_ref().ok());
        let diagrams = [diagrams.next()??, diagrams.next()??];
        let row = self.model.bodies[inside.body.index()].profile?;
        let curves = match subject {
            Subject::Normal(_) => &sizes.normal[row][..],
            _ => &sizes.shear[row..=row],
        };
        let mut largest: Option<(f64, Active)> = None;
        for per in curves {
            let found = largest_of(diagrams, weights, *per);
            if largest.as_ref().is_none_or(|(size, _)| found.0 > size * (1.0 + 1e-12)) {
                largest = Some(found);
            }
        }
        largest.map(|(_, active)| active)
    }

    /// The deflected shape of a stretch, where it is known.
    fn shape(self, row: usize) -> Option<&'a DeflectedShape> {
        let elastic = self.0.elastic().filter(|elastic| elastic.knows_displacements())?;
        elastic.shapes.get(row)
    }

    /// Of what is one number or one vector.
    fn linear(&self, state: &InState<'_>, subject: Subject, sizes: &Sizes) -> Option<Linear> {
        let bar = |id: BarId| state.bars[id.index()];
        let on_pin = |pin: usize| state.pins[pin].as_ref();
        Some(match subject {
            Subject::Tension(id) => Linear::Sided(bar(id)?),
            Subject::Compression(id) | Subject::Buckling(id) => Linear::Sided(-bar(id)?),
            Subject::BarStress(id) => {
                let profile = &self.model.profiles[self.model.bars[id.index()].profile?];
                Linear::Either(bar(id)? / profile.section.properties.area)
            }
            Subject::BarNet { pin, bar: id } => {
                Linear::Either(bar(id)? / self.net(&sizes.pins, pin, PlateOf::Bar(id))?.area)
            }
            Subject::Torsion(id) => {
                let body = &self.model.bodies[id.index()];
                let (torque, profile) = (body.torque?, &self.model.profiles[body.profile?]);
                Linear::Either(torque * profile.section.shape.twisted()?.per_torque)
            }
            Subject::Reaction(id) => Linear::Vector(Checks(state.solved).transmitted(ColumnOf::Support(id))?),
            Subject::Joint(id) => Linear::Vector(Checks(state.solved).transmitted(ColumnOf::Joint(id, 0))?),
            Subject::PinShear { pin, plane } => {
                let d = sizes.pins[pin].diameter?;
                Linear::Vector(on_pin(pin)?.planes[plane] * (4.0 / (PI * d * d)))
            }
            Subject::Bearing { pin, plate } => {
                let t = self.model.plated[pin].plates[plate].thickness;
                Linear::Vector(on_pin(pin)?.plates[plate] * (1.0 / (t * sizes.pins[pin].diameter?)))
            }
            Subject::TearOut { pin, plate } => {
                let written = &self.model.plated[pin].plates[plate];
                // Nothing is left beside a hole that reaches the edge: it tears at once.
                let beside = (written.edge? - 0.5 * sizes.pins[pin].diameter?).max(1e-9);
                let both = 2.0 * written.thickness * beside;
                Linear::Vector(on_pin(pin)?.plates[plate] * (1.0 / both))
            }
            Subject::Normal(_) | Subject::Net { .. } | Subject::Shear(_) | Subject::Sag { .. } => {
                return None;
            }
        })
    }

    /// The force of a support or of a joint on its (first) body.
    fn transmitted(&self, of: ColumnOf) -> Option<Vector> {
        let values = self.full_values();
        let mut sum = Vector::ZERO;
        for (column, value) in self.full.columns.iter().zip(values) {
            let mine = match (column.of, of) {
                // Over all its places: the forces on the first body stand first, or alone.
                (ColumnOf::Joint(a, k), ColumnOf::Joint(b, first)) => a == b && k == first,
                (a, b) => a == b,
            };
            let Some(act) = column.acts.first().filter(|_| mine) else { continue };
            if act.wrench.force != Vector::ZERO {
                sum += act.wrench.force * (*value)?;
            }
        }
        Some(sum)
    }
}

/// Stress per N, V and M at the fibres where bending is extreme.
fn normal_curves(profile: &Profile) -> Vec<[f64; 3]> {
    let area = profile.section.properties.area;
    crate::strength::extreme_fibres(profile)
        .map(|at| [1.0 / area, 0.0, crate::strength::per_moment(profile, at)])
        .to_vec()
}

/// The largest size of a blend along a stretch, with its parts there. Between two places where anything acts in either state each is one polynomial.
fn largest_of(diagrams: [&Diagram; 2], weights: [f64; 2], per: [f64; 3]) -> (f64, Active) {
    let slack = tolerance::GEOMETRY * diagrams[0].length();
    let mut marks: Vec<f64> =
        diagrams.iter().flat_map(|d| d.segments.iter().flat_map(|s| [s.start, s.end])).collect();
    marks.sort_by(f64::total_cmp);
    marks.dedup_by(|a, b| (*a - *b).abs() <= slack);
    let zero = Active { parts: [Linear::Either(0.0); 2], place: None };
    let mut best = (0.0, zero);
    for pair in marks.windows(2) {
        let (start, length) = (pair[0], pair[1] - pair[0]);
        let polys = diagrams.map(|d| {
            let middle = start + 0.5 * length;
            let last = d.segments.len() - 1;
            let segment = &d.segments[d.segments.iter().position(|s| middle <= s.end).unwrap_or(last)];
            let sum = Inner::ALL
                .iter()
                .zip(per)
                .fold(Poly::default(), |sum, (inner, per)| sum.plus(&segment.of(*inner).times(per)));
            sum.moved(segment.start - start)
        });
        let blend = polys[0].times(weights[0]).plus(&polys[1].times(weights[1]));
        let places = [(0.0, Side::After)]
            .into_iter()
            .chain(blend.turns(length).into_iter().map(|x| (x, Side::Before)))
            .chain([(length, Side::Before)]);
        for (x, side) in places {
            let value = blend.at(x);
            if value.abs() > best.0 * (1.0 + 1e-12) {
                let parts = polys.each_ref().map(|poly| Linear::Either(poly.at(x)));
                best =
                    (value.abs(), Active { parts, place: Some(Extreme { station: start + x, side, value }) });
            }
        }
    }
    best
}
