//! The marks of a scene.

use helvek_core::answers::Sense;
use helvek_core::id::{Id, Kind};
use helvek_core::things::joint::JointKind;
use helvek_core::things::support::SupportKind;
use schemars::JsonSchema;
use serde::Serialize;

/// One thing drawn. Places and directions are in sheet units, y up; directions are unit vectors along which an arrow flies.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(tag = "kind", rename_all = "lowercase")]
pub enum Mark {
    /// A rigid body along its points.
    Body {
        /// `body:bench`
        id: Id,
        /// The body's name.
        name: String,
        /// Corner by corner.
        path: Vec<[f64; 2]>,
    },
    /// The line that ties a point beside a member to it: the point rides along.
    Ride {
        /// `ride:G`
        id: Id,
        /// The nearest place of its body.
        from: [f64; 2],
        /// The point.
        to: [f64; 2],
    },
    /// A two-force member.
    Bar {
        /// `bar:D-C`
        id: Id,
        /// The bar's name.
        name: String,
        /// One end.
        from: [f64; 2],
        /// The other.
        to: [f64; 2],
        /// The senses it can carry.
        carries: Carries,
        /// Its length with its unit.
        length: String,
        /// Its axial force; `None` as long as that is not computed.
        force: Option<AxialForce>,
    },
    /// A rope: its straight parts between ends and wheels.
    Rope {
        /// `rope:hoist`
        id: Id,
        /// The rope's name.
        name: String,
        /// From where to where, first to last.
        legs: Vec<Straight>,
    },
    /// A joint: the place where bodies hold each other.
    Joint {
        /// `joint:B`
        id: Id,
        /// The joint's name.
        name: String,
        /// The place.
        at: [f64; 2],
        /// The symbol it is drawn by.
        shape: JointKind,
        /// Of a slot or collar: across it. Of a contact: which way its first body is pushed.
        facing: [f64; 2],
    },
    /// A pulley.
    Wheel {
        /// `wheel:P`
        id: Id,
        /// The pulley's name.
        name: String,
        /// Its axle.
        at: [f64; 2],
        /// In sheet units.
        radius: f64,
    },
    /// A named point.
    Point {
        /// `point:A`
        id: Id,
        /// Its name.
        name: String,
        /// The place.
        at: [f64; 2],
        /// The unit direction of the member it stands on, for placing its name; `None` for a mere mark.
        along: Option<[f64; 2]>,
    },
    /// A support in textbook notation.
    Support {
        /// `support:A`
        id: Id,
        /// Its name.
        name: String,
        /// The place where it touches the body.
        at: [f64; 2],
        /// The symbol it is drawn by.
        shape: SupportKind,
        /// From the ground towards the body.
        facing: [f64; 2],
        /// The angle by which an inclined one leans from the vertical.
        text: Option<String>,
    },
    /// A force that was given.
    Force {
        /// `load:crate`
        id: Id,
        /// The place where it is applied.
        at: [f64; 2],
        /// The direction in which it pushes.
        toward: [f64; 2],
        /// Its size with its unit.
        text: String,
        /// Beside the largest force of its sheet, 0 to 1.
        relative: f64,
        /// Of a sought size: what it is found to be.
        #[serde(skip_serializing_if = "Option::is_none")]
        #[schemars(default)]
        found: Option<FoundSize>,
    },
    /// A couple that was given.
    Couple {
        /// `load:gear`
        id: Id,
        /// The place where it is drawn.
        at: [f64; 2],
        /// In which sense.
        turn: Spin,
        /// Its size with its unit.
        text: String,
        /// Of a sought size: what it is found to be.
        #[serde(skip_serializing_if = "Option::is_none")]
        #[schemars(default)]
        found: Option<FoundSize>,
    },
    /// A distributed load.
    Distributed {
        /// `load:compost`
        id: Id,
        /// The beginning.
        from: [f64; 2],
        /// The end.
        to: [f64; 2],
        /// The direction in which a positive intensity pushes.
        toward: [f64; 2],
        /// The intensity beside the largest of the sheet, −1 to 1: Bézier ordinates at equal distances from the beginning to the end, as many as it needs.
        heights: Vec<f64>,
        /// The intensity with its unit; two different ones for a load that varies.
        texts: Vec<String>,
        /// Its resultants, drawn when it is worked with.
        resultants: Vec<Numbered>,
    },
    /// A reaction, once the body is freed.
    Reaction {
        /// `reaction:A_x`
        id: Id,
        /// The support it belongs to: `support:A`.
        support: Id,
        /// Its symbol.
        symbol: SymbolMark,
        /// The point where it acts.
        at: [f64; 2],
        /// The assumed direction; `None` for a couple.
        toward: Option<[f64; 2]>,
        /// The assumed sense of a couple.
        turn: Option<Spin>,
        /// Its magnitude with its unit, once it is found; `None` when equilibrium does not fix it.
        text: Option<String>,
        /// The assumed sense was wrong.
        turned: bool,
        /// It is exactly zero.
        zero: bool,
        /// The step that finds it, from 1; `None` when the working does not need it.
        step: Option<usize>,
        /// Beside the largest force of its sheet, 0 to 1; 0 for a couple.
        relative: f64,
    },
    /// The force of one part of the structure on another, drawn on one of the two: its opposite has the same `column`.
    Exerted {
        /// `joint:B#B_x@body:jib#0`
        id: Id,
        /// Its name in the working: `joint:B#B_x`, `bar:D-C`, `rope:hoist`.
        column: Id,
        /// Its symbol.
        symbol: SymbolMark,
        /// The point where it acts.
        at: [f64; 2],
        /// The assumed direction; `None` for a couple.
        toward: Option<[f64; 2]>,
        /// The assumed sense of a couple.
        turn: Option<Spin>,
        /// Its magnitude with its unit, once it is found; `None` when equilibrium does not fix it.
        text: Option<String>,
        /// The assumed sense was wrong.
        turned: bool,
        /// It is exactly zero.
        zero: bool,
        /// The step that finds it, from 1; `None` when the working does not need it.
        step: Option<usize>,
        /// Beside the largest force of its sheet, 0 to 1; 0 for a couple.
        relative: f64,
    },
    /// A distance between two points of a run, or along an axis between two joints of a truss.
    Dimension {
        /// `dimension:A-B`
        id: Id,
        /// Name of the first point.
        first: String,
        /// Name of the second point.
        second: String,
        /// From here.
        from: [f64; 2],
        /// To here.
        to: [f64; 2],
        /// The distance with its unit.
        text: String,
        /// Along an axis, from joint to joint; `None` along a member.
        axis: Option<Axis>,
        /// 0 for the chain of distances, 1 for the whole length beyond it.
        lane: u8,
        /// The unit direction from the member to where the distance stands.
        side: [f64; 2],
    },
    /// Something of the sheet that could not be understood, where it would stand.
    Unclear {
        /// `unclear:loads[0].size`
        id: Id,
        /// The path of the thing with the problem: `loads[0].size`.
        path: String,
        /// Its name and what was written.
        text: String,
        /// Its place; `None` when that is not clear either.
        at: Option<[f64; 2]>,
        /// The fault.
        message: String,
        /// The cure.
        cure: String,
    },
}

/// The force in a two-force member.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct AxialForce {
    /// `tension`, `compression`, `zero`; `None` when equilibrium does not fix it.
    pub sense: Option<Sense>,
    /// Its magnitude with its unit.
    pub text: Option<String>,
    /// The step that finds it, from 1; `None` when the working does not need it.
    pub step: Option<usize>,
    /// Beside the largest one of its sheet, 0 to 1.
    pub relative: f64,
}

/// The size that is found for a sought one.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct FoundSize {
    /// `P = 3.2 kN`
    pub text: String,
    /// It acts the other way.
    pub turned: bool,
    /// The step that finds it, from 1; `None` when the working does not need it.
    pub step: Option<usize>,
}

/// An unknown's name in two parts, the second set as an index.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct SymbolMark {
    /// `A`
    pub base: String,
    /// `x`; may be empty.
    pub index: String,
}

/// A straight part of a rope.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, JsonSchema)]
pub struct Straight {
    /// The place where it leaves.
    pub from: [f64; 2],
    /// The place where it arrives.
    pub to: [f64; 2],
}

/// The forces a two-force member can carry.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Carries {
    /// Tension and compression.
    Both,
    /// Tension only: a cable.
    Pull,
    /// Compression only: a strut.
    Push,
}

/// An axis of the plane.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Axis {
    /// To the right.
    X,
    /// Up.
    Y,
}

/// A turning sense.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Spin {
    /// Counter-clockwise.
    Ccw,
    /// Clockwise.
    Cw,
}

/// A resultant: where it acts and how strong it is.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Numbered {
    /// On its line of action.
    pub at: [f64; 2],
    /// The direction in which it pushes.
    pub toward: [f64; 2],
    /// Its size with its unit.
    pub text: String,
}

impl Mark {
    /// The load that it draws: `load:crate`.
    pub fn load(&self) -> Option<Id> {
        let (Self::Force { id, .. } | Self::Couple { id, .. } | Self::Distributed { id, .. }) = self else {
            return None;
        };
        (id.kind == Kind::Load).then(|| id.thing())
    }
}
