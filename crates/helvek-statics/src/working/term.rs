//! One term of an equation: size × projection × arm, with its sign.

use crate::equilibrium::{ActionId, ColumnId};
use crate::model::Given;
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::things::load::Profile;

/// The thing that a term stands for.
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
    /// The resultant of a part of a distributed load: its share × intensity × length.
    Resultant {
        /// Its profile along the stretch.
        profile: Profile,
        /// N/m where it is highest.
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
    /// The same of a sought intensity, found (its magnitude) or not.
    Sought {
        /// Its profile along the stretch.
        profile: Profile,
        /// N/m, once it is found.
        found: Option<f64>,
        /// m
        over: f64,
    },
}

impl Size {
    /// As a number in SI; 1 for the unknown.
    pub fn value(self) -> f64 {
        match self {
            Self::Force(v) | Self::Couple(v) | Self::Found(v) => v,
            Self::Resultant { profile, intensity, over } => profile.share() * intensity * over,
            Self::Mass { mass, gravity } => mass * gravity,
            Self::Unknown => 1.0,
            Self::Sought { profile, found, over } => profile.share() * found.unwrap_or(1.0) * over,
        }
    }
}

/// The part of the force that counts. Angles are acute, in radians.
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
    /// The point where the arm meets the line of action of the force (or of the component that counts), at a right angle.
    pub foot: Point,
    /// The point where the force is applied: the line of action runs through here and the foot.
    pub at: Point,
}

/// One term. `value` = `sign` × `times` × size × projection × arm length, in N or N·m; per unit of the unknown for [`Size::Unknown`].
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Term {
    /// The thing it stands for.
    pub of: TermOf,
    /// The number of times it stands in the sum: a rope may pull several times in one direction.
    pub times: u8,
    /// The unit direction of the whole force as it is drawn, or the axis of the couple.
    pub unit: Vector,
    /// The axis from which its angle is read.
    pub given: Given,
    /// +1 or −1: in the positive sense of the equation as the sheet's convention writes it, or against it.
    pub sign: f64,
    /// The size of the force or couple.
    pub size: Size,
    /// The part of it that counts.
    pub projection: Projection,
    /// At which arm; `None` in force sums and for couples.
    pub arm: Option<Arm>,
    /// The value, N or N·m.
    pub value: f64,
}
