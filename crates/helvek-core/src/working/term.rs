//! One term of an equation: size × projection × arm, with its sign.

use super::solid::Solid;
use crate::budget::spend;
use crate::equilibrium::{
    ActionId, ActionOf, Column, ColumnId, ColumnKind, ColumnOf, Equilibrium, PartId, Source,
};
use crate::geometry::{Point, Vector};
use crate::model::{Amount, Given, LoadKind, Model, SoughtId};
use crate::plan::{Axis, Equation, FreeBody};
use crate::tolerance;

/// What a term stands for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum TermOf {
    /// A known load, or a part of one.
    Action(ActionId),
    /// An unknown, found or not.
    Column(ColumnId),
}

/// The size of the force or couple in a term, always positive; how it is written.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Size {
    /// A known force, N.
    Force(f64),
    /// A known couple, N·m.
    Couple(f64),
    /// Intensity × length of a uniform load.
    Uniform {
        /// N/m
        intensity: f64,
        /// m
        over: f64,
    },
    /// ½ × intensity × length of a triangular load.
    Triangle {
        /// N/m at the high end
        intensity: f64,
        /// m
        over: f64,
    },
    /// The weight of a mass: mass × g.
    Mass {
        /// kg
        mass: f64,
        /// m/s²
        gravity: f64,
    },
    /// An unknown that an earlier step has found: its magnitude, N or N·m.
    Found(f64),
    /// The unknown of this equation.
    Unknown,
    /// A sought intensity, found (its magnitude, N/m) or not, over a stretch.
    Spread {
        /// N/m, once it is found.
        found: Option<f64>,
        /// m
        over: f64,
        /// A triangle: half of it.
        half: bool,
    },
}

impl Size {
    /// As a number in SI; 1 for the unknown.
    pub fn value(self) -> f64 {
        match self {
            Self::Force(v) | Self::Couple(v) | Self::Found(v) => v,
            Self::Uniform { intensity, over } => intensity * over,
            Self::Triangle { intensity, over } => 0.5 * intensity * over,
            Self::Mass { mass, gravity } => mass * gravity,
            Self::Unknown => 1.0,
            Self::Spread { found, over, half } => found.unwrap_or(1.0) * over * if half { 0.5 } else { 1.0 },
        }
    }
}

/// Which part of the force counts. Angles are acute, in radians.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Projection {
    /// All of it.
    Whole,
    /// Its part along the side that includes the angle.
    Cos(f64),
    /// Its part across.
    Sin(f64),
    /// In space: its part along an axis, by a direction cosine (a component of its unit vector), without its sign.
    Cosine(f64),
}

impl Projection {
    /// As a factor between 0 and 1.
    pub fn value(self) -> f64 {
        match self {
            Self::Whole => 1.0,
            Self::Cos(a) => a.cos(),
            Self::Sin(a) => a.sin(),
            Self::Cosine(part) => part,
        }
    }
}

/// The lever arm of a term: from the moment centre to the foot on the line that counts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Arm {
    /// m
    pub length: f64,
    /// The moment centre.
    pub centre: Point,
    /// Where the arm meets the line of action of the force (or of the component that counts), at a right angle.
    pub foot: Point,
    /// Where the force is applied: the line of action runs through here and the foot.
    pub at: Point,
}

/// One term. `value` = `sign` × size × projection × arm length, in N or N·m; per unit of the unknown for [`Size::Unknown`].
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Term {
    /// What it stands for.
    pub of: TermOf,
    /// +1 or −1: in the positive sense of the equation as the sheet's school writes it, or against it.
    pub sign: f64,
    /// How strong.
    pub size: Size,
    /// Which part of it.
    pub projection: Projection,
    /// At which arm; `None` in force sums and for couples.
    pub arm: Option<Arm>,
    /// What it comes to.
    pub value: f64,
}

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
        Equation::Moments { .. } if !model.spatial() => model.schools.moment.sign(),
        _ => 1.0,
    };
    let solid = model.spatial().then(|| Solid { up: model.up(), school: model.schools.working });
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
            Source::Uniform { intensity, over } => Size::Uniform { intensity: intensity.abs(), over },
            Source::Triangle { intensity, over } => Size::Triangle { intensity: intensity.abs(), over },
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
        for act in column.acts.iter().filter(|act| holds(act.on)) {
            // Equal and opposite on two parts of this free body: inside it.
            if column.acts.iter().filter(|other| other.pair == act.pair && holds(other.on)).count() > 1 {
                continue;
            }
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

/// How a sought intensity is spread in the `pair`-th of its loads.
fn spread(model: &Model, column: &Column, pair: usize, value: Option<f64>) -> Size {
    let ColumnOf::Sought(id) = column.of else { return Size::Unknown };
    let mine = |size: Amount, id: SoughtId| size == Amount::Sought(id);
    let mut loads = model.loading.loads.iter().filter_map(|load| match load.kind {
        LoadKind::Distributed { start, end, over, .. } if mine(start, id) || mine(end, id) => {
            Some((over, mine(start, id) != mine(end, id)))
        }
        _ => None,
    });
    let (over, half) = loads.nth(pair).unwrap_or((1.0, false));
    Size::Spread { found: value.map(f64::abs), over, half }
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
            self.push(of, part.signum() * self.turn, size, projection, None);
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
                    self.push(force.of, part.signum(), force.size, projection, None);
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
        self.push(force.of, sign, force.size, projection, Some(arm));
    }

    pub(super) fn push(
        &mut self,
        of: TermOf,
        sign: f64,
        size: Size,
        projection: Projection,
        arm: Option<Arm>,
    ) {
        spend(1);
        let value = sign * size.value() * projection.value() * arm.map_or(1.0, |a| a.length);
        self.terms.push(Term { of, sign, size, projection, arm, value });
    }
}

/// How the part of an inclined force along an axis is written: with the angle it was given by.
fn projection(force: &Force, axis: Axis, part: f64) -> Projection {
    let cosine = part.abs().min(1.0);
    if 1.0 - cosine <= tolerance::DROPS_OUT {
        return Projection::Whole;
    }
    let own_axis = match (axis, force.given) {
        (Axis::X, Given::FromVertical) | (Axis::Y, Given::FromHorizontal | Given::Components) => false,
        (Axis::X | Axis::Y | Axis::Z | Axis::Across(_) | Axis::Along(_), _) => true,
    };
    if own_axis { Projection::Cos(cosine.acos()) } else { Projection::Sin(cosine.asin()) }
}
