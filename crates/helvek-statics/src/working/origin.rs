//! Where the numbers of a term come from: its arm, its angle and its intensity as sums of what the sheet gives.

use super::term::{Arm, Size, Term, TermOf};
use crate::equilibrium::{ActionOf, ColumnOf, Equilibrium};
use crate::model::{Amount, Given, Load, LoadKind, Model, PointId, Spread};
use crate::plan::{Axis, Equation, FreeBody};
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::things::load::Profile;
use std::f64::consts::PI;

/// A part of an arm, m; negative where it is taken off.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Piece {
    /// A coordinate, or the distance of two points along an axis.
    Length(f64),
    /// A share of the stretch over which a load is spread.
    Share([u8; 2], f64),
    /// A length times the sine of an acute angle, radians.
    Sine(f64, f64),
    /// A length times the cosine of an acute angle, radians.
    Cosine(f64, f64),
}

impl Piece {
    /// Its value, m.
    pub fn value(self) -> f64 {
        match self {
            Self::Length(length) => length,
            Self::Share([part, whole], length) => length * f64::from(part) / f64::from(whole),
            Self::Sine(length, angle) => length * angle.sin(),
            Self::Cosine(length, angle) => length * angle.cos(),
        }
    }

    /// The same taken off.
    fn less(self) -> Self {
        match self {
            Self::Length(length) => Self::Length(-length),
            Self::Share(share, length) => Self::Share(share, -length),
            Self::Sine(length, angle) => Self::Sine(-length, angle),
            Self::Cosine(length, angle) => Self::Cosine(-length, angle),
        }
    }
}

/// The source of an acute angle.
#[derive(Debug, Clone, PartialEq)]
pub enum AngleOrigin {
    /// Angles from +x, and half and whole turns, that add up to it, radians.
    Sum(Vec<f64>),
    /// The two joints of a member: the distances opposite the angle and beside it, m.
    Joints([f64; 2]),
}

/// The axis along which an arm is measured, when it is one: x is 0.
pub fn axis(arm: &Arm) -> Option<usize> {
    (arm.foot - arm.centre).unit()?.tidy().axis().map(|(axis, _)| axis)
}

/// The pieces of an arm in the plane: of what is spread from where its resultant stands, of an inclined force from where it is applied, else
/// the difference of two coordinates. A piece of nothing is left out.
pub fn arm(model: &Model, equilibrium: &Equilibrium, term: &Term, arm: &Arm) -> Vec<Piece> {
    let r = arm.at - arm.centre;
    let spread = spread(model, equilibrium, term).filter(|_| model.name_at(arm.at).is_empty());
    let pieces = match (axis(arm), spread, term.size) {
        (None, ..) => {
            let u = term.unit;
            let sense = (r.x * u.y - r.y * u.x).signum();
            let [across, up] = [sense * r.x * u.y.signum(), -sense * r.y * u.x.signum()];
            let [x, y] = [u.x.abs(), u.y.abs()];
            match term.given {
                Given::FromVertical => [Piece::Cosine(across, x.atan2(y)), Piece::Sine(up, x.atan2(y))],
                _ => [Piece::Sine(across, y.atan2(x)), Piece::Cosine(up, y.atan2(x))],
            }
        }
        (Some(axis), Some(spread), Size::Resultant { profile, .. } | Size::Sought { profile, .. }) => {
            let along = |v: Vector| v.parts()[axis];
            let (from, to) = (model.at(spread.from), model.at(spread.to));
            let pieces = [
                Piece::Length(along(from - arm.centre)),
                Piece::Share(profile.sort().centre, along(to - from)),
            ];
            if along(r) < 0.0 { pieces.map(Piece::less) } else { pieces }
        }
        (Some(axis), ..) => {
            let coordinate = |p: Point| (p - Point::default()).parts()[axis];
            let pieces = [Piece::Length(coordinate(arm.at)), Piece::Length(-coordinate(arm.centre))];
            if r.parts()[axis] < 0.0 { pieces.map(Piece::less) } else { pieces }
        }
    };
    pieces.into_iter().filter(|piece| piece.value().abs() > tolerance::GEOMETRY * arm.length).collect()
}

/// The source of the angle of a term; none where it was given.
pub fn angle(
    model: &Model,
    equilibrium: &Equilibrium,
    free_body: &FreeBody,
    equation: &Equation,
    term: &Term,
) -> Option<AngleOrigin> {
    if let Equation::Forces { along, axis: Axis::Across(_) | Axis::Along(_) } = *equation {
        return Some(AngleOrigin::Sum(between(term.unit, along)));
    }
    let TermOf::Column(id) = term.of else { return None };
    let column = equilibrium.column(id);
    let (from, to) = joints(model, equilibrium, free_body, term.of).filter(|_| column.axial())?;
    let r = model.at(to) - model.at(from);
    let angle = match term.projection {
        super::Projection::Cos(angle) | super::Projection::Sin(angle) => angle,
        _ => return None,
    };
    // From the axis that includes the angle.
    let [x, y] = [r.x.abs(), r.y.abs()];
    let level = (y.atan2(x) - angle).abs() <= tolerance::GEOMETRY;
    Some(AngleOrigin::Joints(if level { [y, x] } else { [x, y] }))
}

/// The acute angle of two directions as angles from +x that add up to it.
fn between(a: Vector, b: Vector) -> Vec<f64> {
    let from_x = |v: Vector| v.angle().rem_euclid(2.0 * PI);
    let (larger, smaller) = (from_x(a).max(from_x(b)), from_x(a).min(from_x(b)));
    match (larger - smaller) / (PI / 2.0) {
        quarters if quarters <= 1.0 => vec![larger, -smaller],
        quarters if quarters <= 2.0 => vec![PI, -larger, smaller],
        quarters if quarters <= 3.0 => vec![larger, -smaller, -PI],
        _ => vec![2.0 * PI, -larger, smaller],
    }
}

/// The source of an intensity, N/m.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum IntensityOrigin {
    /// The two of which a triangle is the difference, the larger first: a trapezoid is a uniform load and that triangle.
    Difference([f64; 2]),
    /// Of a part of a load that goes straight from one intensity to another.
    Proportion {
        /// The smaller one, where it is added.
        base: Option<f64>,
        /// The larger and the smaller one at the ends of the whole.
        ends: [f64; 2],
        /// Metres, of which so many are counted and so many are the whole.
        lengths: [f64; 2],
    },
}

/// The source of the intensity of a term; none for one that was given.
pub fn intensity(model: &Model, equilibrium: &Equilibrium, term: &Term) -> Option<IntensityOrigin> {
    let Size::Resultant { intensity, profile, .. } = term.size else { return None };
    let spread = spread(model, equilibrium, term)?;
    let [Some(first), Some(last)] = spread.ends().map(Amount::known) else { return None };
    let ends = [first.abs(), last.abs()];
    if let Some(portion) = spread.portion.filter(|_| first != last && first * last >= 0.0) {
        let [s, t] = portion.share;
        // At the ends of the whole, along the same line.
        let [a, b] = [0.0, 1.0].map(|at| ends[0] + (ends[1] - ends[0]) * (at - s) / (t - s));
        let length = model.at(portion.ends[0]).distance(model.at(portion.ends[1]));
        let low = if ends[0] < ends[1] { s } else { t };
        let (base, share) = match profile {
            Profile::Uniform => (Some(a.min(b)), if a < b { low } else { 1.0 - low }),
            _ => (None, t - s),
        };
        let ends = [a.max(b), a.min(b)].map(|v| if v <= tolerance::GEOMETRY * a.max(b) { 0.0 } else { v });
        // What begins where the whole begins was given.
        let given = profile == Profile::Uniform && share <= tolerance::GEOMETRY;
        return (!given).then_some(IntensityOrigin::Proportion {
            base,
            ends,
            lengths: [share * length, length],
        });
    }
    let (larger, smaller) = (ends[0].max(ends[1]), ends[0].min(ends[1]));
    let difference = (larger - smaller - intensity).abs() <= tolerance::GEOMETRY * larger;
    (smaller > 0.0 && difference).then_some(IntensityOrigin::Difference([larger, smaller]))
}

/// The load of a term.
pub fn load<'m>(model: &'m Model, equilibrium: &Equilibrium, of: TermOf) -> Option<&'m Load> {
    let TermOf::Action(id) = of else { return None };
    match equilibrium.actions[id.index()].of {
        ActionOf::Load(load) => Some(model.loading.load(load)),
        ActionOf::End(..) => None,
    }
}

/// The stretch over which the load of a term is spread; none where several loads have the sought intensity.
pub fn spread<'m>(model: &'m Model, equilibrium: &Equilibrium, term: &Term) -> Option<&'m Spread> {
    let of_load = |load: &'m Load| match &load.kind {
        LoadKind::Spread(spread) => Some(spread),
        _ => None,
    };
    let TermOf::Column(id) = term.of else { return load(model, equilibrium, term.of).and_then(of_load) };
    let ColumnOf::Sought(sought) = equilibrium.column(id).of else { return None };
    let mine = |load: &&Load| load.kind.amounts().contains(&Amount::Sought(sought));
    let mut all = model.loading.loads.iter().filter(mine).filter_map(of_load);
    let first = all.next();
    if all.next().is_some() { None } else { first }
}

/// The two named points between which a force acts that is not along an axis, from the one where it acts.
pub fn joints(
    model: &Model,
    equilibrium: &Equilibrium,
    free_body: &FreeBody,
    of: TermOf,
) -> Option<(PointId, PointId)> {
    let (at, unit) = match of {
        TermOf::Column(id) => {
            let column = equilibrium.column(id);
            let act = column.acts.iter().find(|act| free_body.parts.contains(&act.on))?;
            if let ColumnOf::Bar(bar) = column.of {
                let [a, b] = model.bars[bar.index()].ends;
                let near = model.at(a).distance(act.wrench.about) <= 1e-12;
                let (from, to) = if near { (a, b) } else { (b, a) };
                return act.wrench.force.axis().is_none().then_some((from, to));
            }
            (act.wrench.about, act.wrench.force.unit()?)
        }
        TermOf::Action(id) => {
            let LoadKind::Force { direction, .. } = load(model, equilibrium, of)?.kind else { return None };
            (equilibrium.actions[id.index()].act.wrench.about, direction)
        }
    };
    if unit.axis().is_some() {
        return None;
    }
    let from = model.point_ids().find(|p| model.at(*p).distance(at) <= 1e-12)?;
    let ahead = |p: &PointId| {
        let r = model.at(*p) - at;
        r.dot(unit) > 0.0 && r.cross(unit).length() <= 1e-9 * r.length()
    };
    let to = model
        .point_ids()
        .filter(ahead)
        .min_by(|p, q| model.at(*p).distance(at).total_cmp(&model.at(*q).distance(at)))?;
    Some((from, to))
}
