//! Terms written out: what each force and couple on a free body puts into an equation.

use super::term::{Arm, Projection, Size, Term, TermOf};
use crate::equilibrium::{
    ActionId, ActionOf, Column, ColumnId, ColumnKind, ColumnOf, Equilibrium, PartId, Source,
};
use crate::model::{Amount, Given, LoadKind, Model};
use crate::plan::{Axis, Equation, FreeBody};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::sheet::Notation;
use helvek_sheet::things::load::Profile;

/// The values found so far, SI, along the assumed senses.
pub(super) struct Found(pub(super) Vec<Option<f64>>);

/// A force about to become a term (or more, when it is given by components).
pub(super) struct Force {
    pub(super) of: TermOf,
    pub(super) size: Size,
    pub(super) unit: Vector,
    pub(super) at: Point,
    pub(super) given: Given,
}

/// The terms of an equation on a free body: loads in the order of the sheet, then unknowns. What does not enter has no term.
pub(super) fn terms(
    model: &Model,
    equilibrium: &Equilibrium,
    free_body: &FreeBody,
    equation: &Equation,
    found: &Found,
) -> Vec<Term> {
    let turn = match equation {
        Equation::Moments { .. } if !model.spatial() => model.conventions.moment.sign(),
        _ => 1.0,
    };
    let solid = model.spatial().then(|| Solid { up: model.up(), notation: model.conventions.working });
    let length = equilibrium.length_scale;
    spend(1 + (equilibrium.actions.len() + equilibrium.columns.len()) / 100);
    let mut writer = Writer { equation, turn, length, solid, terms: Vec::new() };
    let holds = |part: PartId| free_body.parts.contains(&part);
    for (index, action) in equilibrium.actions.iter().enumerate() {
        if !holds(action.act.on) {
            continue;
        }
        let of = TermOf::Action(ActionId(index));
        let wrench = action.act.wrench;
        let Some(unit) = wrench.force.unit() else {
            writer.couple(of, Size::Couple(wrench.moment.length()), wrench.moment);
            continue;
        };
        let given = match action.of {
            ActionOf::Load(load) => match model.loading.load(load).kind {
                LoadKind::Force { given, .. } => given,
                _ => Given::FromHorizontal,
            },
            ActionOf::End(..) => Given::FromHorizontal,
        };
        let size = match action.source {
            Source::Given => Size::Force(wrench.force.length()),
            Source::Mass { mass, gravity } => Size::Mass { mass, gravity },
            Source::Spread { profile, intensity, over } => {
                Size::Resultant { profile, intensity: intensity.abs(), over }
            }
        };
        writer.force(Force { of, size, unit, at: wrench.about, given });
    }
    for (index, column) in equilibrium.columns.iter().enumerate() {
        let value = found.0[index];
        // A force that was found to be zero is out of the drawing, and out of the equation.
        if value == Some(0.0) {
            continue;
        }
        let sense = if value.is_some_and(|v| v < 0.0) { -1.0 } else { 1.0 };
        let of = TermOf::Column(ColumnId(index));
        for act in column.outside(holds) {
            let size = match column.kind {
                ColumnKind::Intensity => spread(model, column, act.pair, value),
                _ => value.map_or(Size::Unknown, |v| Size::Found(v.abs())),
            };
            match act.wrench.force.unit() {
                None => writer.couple(of, size, act.wrench.moment * sense),
                Some(unit) => {
                    let unit = if sense < 0.0 { -unit } else { unit };
                    writer.force(Force { of, size, unit, at: act.wrench.about, given: angle_of(column) });
                }
            }
        }
    }
    writer.terms
}

/// From which axis the angle of an unknown force is read: a support's from the vertical, as the lean of its surface; a member's from the
/// horizontal.
fn angle_of(column: &Column) -> Given {
    if matches!(column.of, ColumnOf::Support(_)) && !column.axial() {
        Given::FromVertical
    } else {
        Given::FromHorizontal
    }
}

/// The profile of a sought intensity in the `pair`-th of its loads.
fn spread(model: &Model, column: &Column, pair: usize, value: Option<f64>) -> Size {
    let ColumnOf::Sought(id) = column.of else { return Size::Unknown };
    let spreads = model.loading.loads.iter().filter_map(|load| match &load.kind {
        LoadKind::Spread(spread) => Some(spread),
        _ => None,
    });
    let mine = spreads.flat_map(|spread| spread.parts.iter().map(move |part| (spread.over, part)));
    let mut mine = mine.filter(|(_, (_, size))| *size == Amount::Sought(id));
    let (over, profile) =
        mine.nth(pair).map_or((1.0, Profile::Uniform), |(over, (profile, _))| (over, *profile));
    Size::Sought { profile, found: value.map(f64::abs), over }
}

pub(super) struct Writer<'a> {
    pub(super) equation: &'a Equation,
    turn: f64,
    pub(super) length: f64,
    solid: Option<Solid>,
    terms: Vec<Term>,
}

impl Writer<'_> {
    /// Couples enter moment sums as they are, and force sums not at all.
    fn couple(&mut self, of: TermOf, size: Size, moment: Vector) {
        let (Equation::Moments { along, .. }, Some(unit)) = (self.equation, moment.unit()) else { return };
        let part = unit.dot(*along);
        if part.abs() > tolerance::DROPS_OUT {
            let projection = match self.solid {
                Some(solid) => solid.projection(unit, *along, part),
                None => Projection::Whole,
            };
            let given = Given::FromHorizontal;
            let couple = Force { of, size, unit, at: Point::default(), given };
            self.push(&couple, part.signum() * self.turn, projection, None);
        }
    }

    fn force(&mut self, force: Force) {
        if let Some(solid) = self.solid {
            return self.force_in_space(force, solid);
        }
        // Components that were given are used as they stand, each with its own arm.
        if force.given == Given::Components && force.unit.x != 0.0 && force.unit.y != 0.0 {
            let whole = force.size.value();
            for part in [Vector::X * force.unit.x, Vector::Y * force.unit.y] {
                let size = Size::Force(whole * part.length());
                let unit = part.unit().unwrap_or(part);
                self.force(Force { size, unit, given: Given::FromHorizontal, ..force });
            }
            return;
        }
        match *self.equation {
            Equation::Forces { along, axis } => {
                let part = force.unit.dot(along);
                if part.abs() > tolerance::DROPS_OUT {
                    let projection = projection(&force, axis, part);
                    self.push(&force, part.signum(), projection, None);
                }
            }
            Equation::Moments { about, .. } => self.moment(&force, about),
        }
    }

    fn moment(&mut self, force: &Force, about: Point) {
        let r = force.at - about;
        let turning = r.cross(force.unit).z;
        if turning.abs() <= tolerance::DROPS_OUT * self.length {
            return;
        }
        let sign = turning.signum() * self.turn;
        let inclined = force.unit.x != 0.0 && force.unit.y != 0.0;
        let flat = |d: f64| d.abs() <= tolerance::GEOMETRY * self.length;
        // An inclined force level with the centre turns by its vertical part alone, one above it by its horizontal part: that is how it
        // is resolved on paper. Elsewhere the arm goes to the line of action.
        let (projection, foot) = if inclined && flat(r.y) {
            (projection(force, Axis::Y, force.unit.y), force.at)
        } else if inclined && flat(r.x) {
            (projection(force, Axis::X, force.unit.x), force.at)
        } else {
            (Projection::Whole, force.at + force.unit * -r.dot(force.unit))
        };
        let arm = Arm { length: foot.distance(about), centre: about, foot, at: force.at };
        self.push(force, sign, projection, Some(arm));
    }

    /// One term more; what pulls a second time in the same direction is gathered with the first: 2 T.
    pub(super) fn push(&mut self, force: &Force, sign: f64, projection: Projection, arm: Option<Arm>) {
        spend(1);
        let Force { of, size, unit, given, .. } = *force;
        let value = sign * size.value() * projection.value() * arm.map_or(1.0, |a| a.length);
        let term = Term { of, times: 1, unit, given, sign, size, projection, arm, value };
        let alike = |other: &&mut Term| {
            let (a, b) = (other.projection.value(), projection.value());
            arm.is_none()
                && other.of == of
                && other.arm.is_none()
                && other.sign == sign
                && other.size == size
                && (a - b).abs() <= tolerance::DROPS_OUT
                && matches!(of, TermOf::Column(_))
        };
        match self.terms.iter_mut().find(alike) {
            Some(first) => {
                first.times += 1;
                first.value += value;
            }
            None => self.terms.push(term),
        }
    }
}

/// The factor by which the part of an inclined force along an axis is written: with the angle it was given by.
fn projection(force: &Force, axis: Axis, part: f64) -> Projection {
    let cosine = part.abs().min(1.0);
    if 1.0 - cosine <= tolerance::DROPS_OUT {
        return Projection::Whole;
    }
    let own_axis = match (axis, force.given) {
        (Axis::X, Given::FromVertical) | (Axis::Y, Given::FromHorizontal | Given::Components) => false,
        (Axis::X | Axis::Y | Axis::Z | Axis::Across(_) | Axis::Along(_) | Axis::Square(..), _) => true,
    };
    if own_axis { Projection::Cos(cosine.acos()) } else { Projection::Sin(cosine.asin()) }
}

/// The form of a term in space.
#[derive(Debug, Clone, Copy)]
pub(super) struct Solid {
    /// Upwards: angles are read from the level.
    pub(super) up: Vector,
    /// With direction cosines throughout, or with an angle where a force lies in a plane of the axes.
    pub(super) notation: Notation,
}

impl Solid {
    /// The factor by which the part of a force (or couple) along a direction is written.
    pub(super) fn projection(self, unit: Vector, along: Vector, part: f64) -> Projection {
        let cosine = part.abs().min(1.0);
        if 1.0 - cosine <= tolerance::DROPS_OUT {
            return Projection::Whole;
        }
        let flat = unit.parts().iter().filter(|v| v.abs() > tolerance::DROPS_OUT).count() == 2;
        let Some((axis, _)) = along.axis().filter(|_| flat && self.notation == Notation::Scalar) else {
            return Projection::Cosine(cosine);
        };
        // In a plane of the axes: by the angle from its level axis, or from the first when both are level.
        let parts = unit.parts();
        let mut own = (0..3).filter(|i| parts[*i].abs() > tolerance::DROPS_OUT);
        let (first, second) = (own.next().unwrap_or(0), own.next().unwrap_or(1));
        let upright = self.up.axis().map_or(2, |(axis, _)| axis);
        let level = if first == upright { second } else { first };
        if axis == level { Projection::Cos(cosine.acos()) } else { Projection::Sin(cosine.asin()) }
    }
}
