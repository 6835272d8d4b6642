//! The model: what a sheet means. SI throughout, names resolved to ids, directions to unit vectors, supports to what they prevent.

mod asked;
mod bodies;
mod build;
mod direction;
mod joints;
mod loads;
mod names;
mod places;
mod resolve;
mod ropes;
mod supports;

pub use build::{Built, build, units_of};
pub use joints::{bar_names, joint_names};
pub use loads::load_names;
pub use supports::support_names;

use crate::geometry::{Point, Vector};
pub use crate::sheet::BarKind;
use crate::sheet::{Assume, First, Reactions, Truss, Turn, Wheels};
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

id! {
    /// A pin on which more than two bodies meet, or on which bars, supports or loads act: a particle of its own.
    PinId
}
id! {
    /// A joint.
    JointId
}
id! {
    /// A bar.
    BarId
}
id! {
    /// A pulley.
    PulleyId
}
id! {
    /// A rope.
    RopeId
}
id! {
    /// A load size that is sought. One symbol on several loads is one unknown.
    SoughtId
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

    /// Equations per particle.
    pub fn particle_rows(self) -> usize {
        match self {
            Self::Plane => 2,
            Self::Space => 3,
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
    /// The pins that are free bodies of their own.
    pub pins: Vec<Pin>,
    /// Two-force members.
    pub bars: Vec<Bar>,
    /// What the bodies transmit to each other.
    pub joints: Vec<Joint>,
    /// What holds them.
    pub supports: Vec<Support>,
    /// What acts on them.
    pub loads: Vec<Load>,
    /// Wheels.
    pub pulleys: Vec<Pulley>,
    /// Ropes.
    pub ropes: Vec<Rope>,
    /// Load sizes that are sought.
    pub sought: Vec<Sought>,
    /// m/s², for weights given by their mass.
    pub gravity: f64,
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
    /// When the reactions of the whole are found.
    pub reactions: Reactions,
    /// How a truss is worked; `None`: whichever needs fewer equations.
    pub truss: Option<Truss>,
    /// Whether pulleys stay on their bodies.
    pub wheels: Wheels,
    /// Significant figures of displayed results.
    pub figures: u8,
}

impl Default for Schools {
    fn default() -> Self {
        Self {
            moment: Turn::Ccw,
            assume: Assume::Axes,
            first: First::Moment,
            reactions: Reactions::Needed,
            truss: None,
            wheels: Wheels::On,
            figures: 3,
        }
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
    /// Its runs; straight between consecutive points.
    pub runs: Vec<Run>,
    /// Points that ride along without being on a run.
    pub riding: Vec<PointId>,
    /// Its runs close a ring, inside which equilibrium does not fix N, V and M.
    pub ring: bool,
}

/// Points in order along a body, at least two.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Run {
    /// From the first to the last.
    pub points: Vec<PointId>,
}

/// A pin that is freed on its own.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Pin {
    /// Where.
    pub at: PointId,
}

/// On what something acts.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum On {
    /// A rigid body.
    Body(BodyId),
    /// A pin.
    Pin(PinId),
}

impl On {
    /// The body, when it is one.
    pub fn body(self) -> Option<BodyId> {
        match self {
            Self::Body(body) => Some(body),
            Self::Pin(_) => None,
        }
    }
}

/// A straight two-force member between two points.
#[derive(Debug, Clone, PartialEq)]
pub struct Bar {
    /// Given or generated; unique among bars.
    pub name: String,
    /// Its ends.
    pub ends: [PointId; 2],
    /// What it is fastened to at each end.
    pub on: [On; 2],
    /// What it can carry.
    pub kind: BarKind,
}

/// What bodies transmit to each other at a point.
#[derive(Debug, Clone, PartialEq)]
pub struct Joint {
    /// Given or generated; unique among joints.
    pub name: String,
    /// Where.
    pub at: PointId,
    /// What it transmits.
    pub kind: JointKind,
    /// The bodies that meet, in the order of the sheet.
    pub of: Vec<BodyId>,
    /// The pin, when it is a free body of its own.
    pub pin: Option<PinId>,
}

/// The kinds of joint, with their directions resolved to unit vectors.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum JointKind {
    /// Two forces.
    Pin,
    /// Two forces and a couple.
    Weld,
    /// One force along `normal`, across the slot.
    Slot {
        /// Its positive sense on the first body.
        normal: Vector,
    },
    /// As a slot, and a couple.
    Collar {
        /// Its positive sense on the first body.
        normal: Vector,
    },
    /// A push of `normal` on the first body; with friction also a force across it.
    Contact {
        /// The push on the first body.
        normal: Vector,
        /// The coefficient that is available, when the contact is rough.
        friction: Option<f64>,
    },
    /// Gear teeth.
    Mesh {
        /// From the second wheel to the first.
        normal: Vector,
        /// Between the line of action and the common tangent, rad.
        pressure_angle: f64,
        /// On which flank it pushes: +1 drives the first wheel along the left of the normal, −1 along its right. Found out when it is
        /// solved.
        flank: f64,
    },
}

impl JointKind {
    /// As the format writes it.
    pub fn word(self) -> &'static str {
        match self {
            Self::Pin => "pin",
            Self::Weld => "weld",
            Self::Slot { .. } => "slot",
            Self::Collar { .. } => "collar",
            Self::Contact { .. } => "contact",
            Self::Mesh { .. } => "mesh",
        }
    }
}

/// A support: what it prevents, and therefore what it can push back against.
#[derive(Debug, Clone, PartialEq)]
pub struct Support {
    /// Given or generated; unique among supports.
    pub name: String,
    /// Where.
    pub at: PointId,
    /// On what.
    pub on: On,
    /// What it is.
    pub kind: SupportKind,
}

/// The kinds of support, with their directions resolved to unit vectors.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum SupportKind {
    /// Prevents both displacements.
    Pin,
    /// Prevents displacement against `normal`, the direction in which it pushes on the body; and along it unless `one_way`.
    Roller {
        /// Unit vector.
        normal: Vector,
        /// It can only push.
        one_way: bool,
    },
    /// A smooth surface: it only pushes.
    Surface {
        /// Unit vector.
        normal: Vector,
    },
    /// Prevents both displacements and turning.
    Fixed,
    /// Prevents displacement along `normal`, and turning.
    Guide {
        /// Unit vector.
        normal: Vector,
    },
    /// A link to the ground: its pull is positive.
    Link {
        /// From the body along the link.
        toward: Vector,
    },
    /// A cable to the ground: it only pulls.
    Cable {
        /// From the body along the cable.
        toward: Vector,
    },
    /// A rough surface: a force along `normal` and one across it.
    Rough {
        /// Unit vector.
        normal: Vector,
        /// It can only push.
        one_way: bool,
        /// The coefficient of friction that is available, when it was given.
        friction: Option<f64>,
    },
}

impl SupportKind {
    /// As the format writes it.
    pub fn word(self) -> &'static str {
        match self {
            Self::Pin => "pin",
            Self::Roller { .. } => "roller",
            Self::Surface { .. } => "surface",
            Self::Fixed => "fixed",
            Self::Guide { .. } => "guide",
            Self::Link { .. } => "link",
            Self::Cable { .. } => "cable",
            Self::Rough { .. } => "rough",
        }
    }
}

/// A frictionless wheel.
#[derive(Debug, Clone, PartialEq)]
pub struct Pulley {
    /// As written.
    pub name: String,
    /// Its axle.
    pub at: PointId,
    /// m
    pub radius: f64,
    /// What carries it; `None`: the ground.
    pub on: Option<BodyId>,
}

/// A light rope with one tension all along.
#[derive(Debug, Clone, PartialEq)]
pub struct Rope {
    /// As written.
    pub name: String,
    /// What is at its first and its last end.
    pub ends: [RopeEnd; 2],
    /// The wheels it runs round, first to last.
    pub wheels: Vec<PulleyId>,
    /// Its straight parts: one more than there are wheels.
    pub legs: Vec<Leg>,
}

/// What is at the end of a rope.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum RopeEnd {
    /// A body or a pin.
    On(On),
    /// The ground.
    Ground,
    /// A mass that hangs, kg.
    Mass(f64),
    /// A pull of this size, along the leg and away from the rope.
    Pull(Amount),
}

/// A straight part of a rope, read first to last.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Leg {
    /// Where it leaves its end or its wheel.
    pub from: Point,
    /// Where it arrives. For a free end, a little way along.
    pub to: Point,
    /// Unit vector.
    pub direction: Vector,
}

/// A size that is given or sought.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Amount {
    /// SI.
    Known(f64),
    /// An unknown.
    Sought(SoughtId),
}

impl Amount {
    /// The size in SI, when it is given.
    pub fn known(self) -> Option<f64> {
        match self {
            Self::Known(value) => Some(value),
            Self::Sought(_) => None,
        }
    }
}

/// A sought size.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Sought {
    /// Without its question mark.
    pub name: String,
    /// What it measures.
    pub of: SoughtOf,
}

/// What a sought size measures.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum SoughtOf {
    /// A force.
    Force,
    /// A couple.
    Couple,
    /// A force per length.
    Intensity,
}

/// A load on a body or a pin.
#[derive(Debug, Clone, PartialEq)]
pub struct Load {
    /// Given or generated; unique among loads.
    pub name: String,
    /// On what.
    pub on: On,
    /// What it is.
    pub kind: LoadKind,
    /// The load case it was put in.
    pub case: Option<String>,
}

/// The kinds of load.
#[derive(Debug, Clone, PartialEq)]
pub enum LoadKind {
    /// A force at a point.
    Force {
        /// Where.
        at: PointId,
        /// Unit vector.
        direction: Vector,
        /// N.
        size: Amount,
        /// How it was written: decides how it is resolved in the working.
        given: Given,
    },
    /// A couple.
    Couple {
        /// Where it is drawn, and later where M steps.
        at: Option<PointId>,
        /// +1 counter-clockwise, −1 clockwise.
        turn: f64,
        /// N·m.
        size: Amount,
    },
    /// A force along the straight line between two points of a run.
    Distributed {
        /// Where it begins.
        from: PointId,
        /// Where it ends.
        to: PointId,
        /// N per metre of what `per` says, at `from`.
        start: Amount,
        /// N per metre, at `to`.
        end: Amount,
        /// The unit direction in which a positive intensity pushes.
        direction: Vector,
        /// Metres over which the intensity counts: the stretch's own length, or its projection.
        over: f64,
    },
    /// A weight, acting down.
    Weight {
        /// The centre of mass.
        at: PointId,
        /// kg, when it was given by its mass.
        mass: Option<f64>,
        /// N.
        size: Amount,
    },
}

impl LoadKind {
    /// Its sizes: two for a load that varies.
    pub fn amounts(&self) -> Vec<Amount> {
        match *self {
            Self::Force { size, .. } | Self::Couple { size, .. } | Self::Weight { size, .. } => vec![size],
            Self::Distributed { start, end, .. } => vec![start, end],
        }
    }
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
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Asked {
    /// The reactions of one support.
    Support(SupportId),
    /// What a joint transmits.
    Joint(JointId),
    /// The force in a bar.
    Bar(BarId),
    /// The tension of a rope.
    Rope(RopeId),
    /// A sought size.
    Sought(SoughtId),
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

    /// The name of what something acts on: a body's, or `pin`.
    pub fn on_name(&self, on: On) -> &str {
        match on {
            On::Body(body) => &self.bodies[body.0].name,
            On::Pin(_) => PIN,
        }
    }

    /// The points of a body, each once, in the order of its runs, then those that ride along.
    pub fn points_of(&self, body: BodyId) -> Vec<PointId> {
        let mut points = Vec::new();
        let body = &self.bodies[body.0];
        for point in body.runs.iter().flat_map(|run| &run.points).chain(&body.riding) {
            if !points.contains(point) {
                points.push(*point);
            }
        }
        points
    }

    /// The unit direction of the member of `body` at `point`, first point to last; `None` where there is no run, and at a corner.
    pub fn run_direction(&self, body: BodyId, point: PointId) -> Option<Vector> {
        let mut found: Option<Vector> = None;
        for run in &self.bodies[body.0].runs {
            for pair in run.points.windows(2).filter(|pair| pair.contains(&point)) {
                let along = (self.at(pair[1]) - self.at(pair[0])).unit()?;
                match found {
                    None => found = Some(along),
                    Some(first) if first.cross(along).length() <= crate::tolerance::GEOMETRY => {}
                    Some(_) => return None,
                }
            }
        }
        found
    }

    /// The ends of a bar in metres.
    pub fn bar_ends(&self, bar: &Bar) -> [Point; 2] {
        bar.ends.map(|end| self.at(end))
    }
}

/// How a sheet writes that something acts on the pin itself.
pub const PIN: &str = "pin";
