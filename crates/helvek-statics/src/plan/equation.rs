//! One equation of equilibrium of a free body.

use crate::equilibrium::ColumnId;
use crate::model::PointId;
use helvek_numbers::geometry::{Point, Vector, Wrench};

/// The direction of a force sum.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Axis {
    /// Along x.
    X,
    /// Along y.
    Y,
    /// Along z, in space.
    Z,
    /// Across the line of an unknown, so that it and its parallels drop out.
    Across(ColumnId),
    /// Along the line of an unknown, where everything else is known.
    Along(ColumnId),
    /// In space: square to the lines of two unknowns, so that they and all in their plane drop out.
    Square(ColumnId, ColumnId),
}

/// The reason for a moment centre.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Centre {
    /// A named point.
    Named(PointId),
    /// The crossing of the lines of two unknowns; may lie off the body.
    Crossing(ColumnId, ColumnId),
    /// In space: the axis runs through two named points.
    Through(PointId, PointId),
    /// In space: the axis runs through a named point and meets the lines of two unknowns.
    Meeting(PointId, ColumnId, ColumnId),
}

/// A force sum or a moment sum that must vanish.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Equation {
    /// Σ F·along = 0.
    Forces {
        /// Unit vector.
        along: Vector,
        /// The reason for that direction.
        axis: Axis,
    },
    /// Σ M = 0 about an axis: in the plane about z through a point, counter-clockwise positive whatever the sheet's convention; in space right-handed
    /// about the axis.
    Moments {
        /// A point of the axis, m.
        about: Point,
        /// The unit direction of the axis; z in the plane.
        along: Vector,
        /// The reason for that point.
        centre: Centre,
    },
}

impl Equation {
    /// The contribution of a wrench: N to a force sum, N·m to a moment sum.
    pub fn of(&self, wrench: &Wrench) -> f64 {
        match *self {
            Self::Forces { along, .. } => wrench.force.dot(along),
            Self::Moments { about, along, .. } => wrench.moment_about(about).dot(along),
        }
    }

    /// The same equation in all but name: same direction up to sign, or same axis.
    pub fn same(&self, other: &Self, length: f64) -> bool {
        match (self, other) {
            (Self::Forces { along: a, .. }, Self::Forces { along: b, .. }) => {
                a.cross(*b).length() <= helvek_numbers::tolerance::GEOMETRY
            }
            (Self::Moments { about: a, along: u, .. }, Self::Moments { about: b, along: v, .. }) => {
                u.cross(*v).length() <= helvek_numbers::tolerance::GEOMETRY
                    && (*a - *b).cross(*u).length() <= helvek_numbers::tolerance::GEOMETRY * length
            }
            _ => false,
        }
    }
}
