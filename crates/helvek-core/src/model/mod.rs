//! The model: what a sheet means. SI throughout, names resolved to ids, directions to unit vectors, supports to what they prevent.

mod build;
mod direction;
mod names;
mod resolve;

pub use build::{Built, build, load_names, support_names, units_of};

use crate::geometry::{Point, Vector};
use crate::sheet::{Assume, First, Turn};
use crate::units::Units;

macro_rules! id {
    ($(#[$doc:meta])* $name:ident) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
        pub struct $name(pub(crate) usize);

        impl $name {
            /// Its place in the model's list, in the order of the sheet.
            pub fn index(self) -> usize {
                self.0
            }
        }
    };
}

id! {
    /// A named point.
    PointId
}
id! {
    /// A rigid body.
    BodyId
}
id! {
    /// A support.
    SupportId
}
id! {
    /// A load.
    LoadId
}

/// Which of the six equations of a body are kept.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Space {
    /// Forces in the plane and the moment about z: three rows.
    #[default]
    Plane,
    /// All six.
    Space,
}

impl Space {
    /// Equations per rigid body.
    pub fn rows(self) -> usize {
        match self {
            Self::Plane => 3,
            Self::Space => 6,
        }
    }
}

/// A sheet, understood.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Model {
    /// As written.
    pub title: String,
    /// Plane or space.
    pub space: Space,
    /// The units of the answers.
    pub units: Units,
    /// How it is worked and displayed.
    pub schools: Schools,
    /// Every named point, also mere marks.
    pub points: Vec<NamedPoint>,
    /// The rigid bodies.
    pub bodies: Vec<Body>,
    /// What holds them.
    pub supports: Vec<Support>,
    /// What acts on them.
    pub loads: Vec<Load>,
    /// What is asked.
    pub asked: Vec<Asked>,
    /// Quantities that were written in another unit than the sheet's, with what they became.
    pub conversions: Vec<Conversion>,
}

/// The sheet's conventions with their defaults filled in.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Schools {
    /// Positive turning sense of written moment equations.
    pub moment: Turn,
    /// How unknown directions are assumed.
    pub assume: Assume,
    /// Which equation to look for first.
    pub first: First,
    /// Significant figures of displayed results.
    pub figures: u8,
}

impl Default for Schools {
    fn default() -> Self {
        Self { moment: Turn::Ccw, assume: Assume::Axes, first: First::Moment, figures: 3 }
    }
}

/// A point with its name.
#[derive(Debug, Clone, PartialEq)]
pub struct NamedPoint {
    /// As written.
    pub name: String,
    /// Metres.
    pub at: Point,
}

/// A rigid body.
#[derive(Debug, Clone, PartialEq)]
pub struct Body {
    /// As written.
    pub name: String,
    /// Its straight pieces.
    pub runs: Vec<Run>,
}

/// Points in order along a body, at least two.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Run {
    /// From the first to the last.
    pub points: Vec<PointId>,
}

/// A support: what it prevents, and therefore what it can push back against.
#[derive(Debug, Clone, PartialEq)]
pub struct Support {
    /// Given or generated; unique.
    pub name: String,
    /// Where.
    pub at: PointId,
    /// On which body.
    pub on: BodyId,
    /// What it is.
    pub kind: SupportKind,
}

/// The kinds of support, with their directions resolved.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum SupportKind {
    /// Prevents both displacements.
    Pin,
    /// Prevents displacement against `normal`: the unit direction in which it pushes on the body.
    Roller {
        /// Unit vector.
        normal: Vector,
    },
    /// Prevents both displacements and turning.
    Fixed,
}

impl SupportKind {
    /// As the format writes it.
    pub fn word(self) -> &'static str {
        match self {
            Self::Pin => "pin",
            Self::Roller { .. } => "roller",
            Self::Fixed => "fixed",
        }
    }
}

/// A load on a body.
#[derive(Debug, Clone, PartialEq)]
pub struct Load {
    /// Given or generated; unique.
    pub name: String,
    /// On which body.
    pub on: BodyId,
    /// What it is.
    pub kind: LoadKind,
}

/// The kinds of load.
#[derive(Debug, Clone, PartialEq)]
pub enum LoadKind {
    /// A force at a point.
    Force {
        /// Where.
        at: PointId,
        /// N.
        force: Vector,
        /// How it was written: decides how it is resolved in the working.
        given: Given,
    },
    /// A couple, N·m, counter-clockwise positive.
    Couple {
        /// Where it is drawn, and later where M steps.
        at: Option<PointId>,
        /// Right-handed.
        moment: Vector,
    },
    /// A force along the straight line between two points of a run.
    Distributed {
        /// Where it begins.
        from: PointId,
        /// Where it ends.
        to: PointId,
        /// N per metre of what `per` says, at `from`.
        start: f64,
        /// N per metre, at `to`.
        end: f64,
        /// The unit direction in which a positive intensity pushes.
        direction: Vector,
        /// Metres over which the intensity counts: the stretch's own length, or its projection.
        over: f64,
    },
}

/// How a force was written.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Given {
    /// By its components: they are used as they stand.
    Components,
    /// By size and direction; the angle was given from the horizontal (or from no axis at all).
    FromHorizontal,
    /// By size and direction; the angle was given from the vertical.
    FromVertical,
}

/// What is asked, resolved.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Asked {
    /// The reactions of one support.
    Support(SupportId),
}

/// A quantity that was written in a unit of its own.
#[derive(Debug, Clone, PartialEq)]
pub struct Conversion {
    /// The path in the sheet: `loads[0].size`.
    pub path: String,
    /// What it belongs to: a load's, support's or point's name.
    pub of: String,
    /// As written: `250 lb`.
    pub written: String,
    /// In the sheet's units.
    pub value: f64,
    /// The sheet's unit.
    pub unit: String,
}

impl Model {
    /// Every body.
    pub fn body_ids(&self) -> impl Iterator<Item = BodyId> + use<> {
        (0..self.bodies.len()).map(BodyId)
    }

    /// Every point.
    pub fn point_ids(&self) -> impl Iterator<Item = PointId> + use<> {
        (0..self.points.len()).map(PointId)
    }

    /// The place of a point, in metres.
    pub fn at(&self, point: PointId) -> Point {
        self.points[point.0].at
    }

    /// The name of a point.
    pub fn point_name(&self, point: PointId) -> &str {
        &self.points[point.0].name
    }

    /// The points of a body, each once, in the order of its runs.
    pub fn points_of(&self, body: BodyId) -> Vec<PointId> {
        let mut points = Vec::new();
        for point in self.bodies[body.0].runs.iter().flat_map(|run| &run.points) {
            if !points.contains(point) {
                points.push(*point);
            }
        }
        points
    }

    /// The unit direction of the run through `point` of `body`; `None` where there is no run.
    pub fn run_direction(&self, body: BodyId, point: PointId) -> Option<Vector> {
        let run = self.bodies[body.0].runs.iter().find(|run| run.points.contains(&point))?;
        (self.at(*run.points.last()?) - self.at(run.points[0])).unit()
    }
}
