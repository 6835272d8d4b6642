//! The sheet: what the user wrote, as written. `docs/format.md` describes it for a person.

mod choice;
mod connections;
mod convention;
mod decode;
mod document;
mod fields;
mod limits;
mod loads;
mod moving;
mod pins;
mod stiffness;
mod strength;
mod tree;
mod work;
mod written;

pub use crate::things::support::SupportKind;
pub use choice::Choice;
pub use connections::only;
pub use connections::{
    Bar, BarKind, Couples, FullBar, Joint, JointKind, On, Pulley, Rope, RopeStop, Support,
};
pub use convention::{
    Answers, Assume, CONVENTIONS, Convention, Conventions, Detail, DiagramMethod, First, Method, MomentSide,
    Notation, Only, Reactions, Results, StatedConventions, Symmetry, Truss, Wheels, asked,
};
pub use decode::{no_part, plane_only};
pub use document::{Document, MAX_TEXT, Syntax, read};
pub use limits::Limit;
pub use loads::{CoupleLoad, DistributedLoad, ForceLoad, Load, OwnWeight, Per, WeightLoad};
pub use moving::{Axle, Heads, Train};
pub use pins::{Plate, PlatedPin, Stock};
pub use stiffness::{Ground, Quantities, Temperature};
pub use strength::{Material, Section, SectionPart, ShapeWord};
pub use work::{Apart, Combination, Pick, PickedAxis, PickedEquation, PickedSum, Side};
pub use written::quoted;
pub use written::rewritten;

use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Serialize;

/// The format this version reads and writes.
pub const FORMAT: &str = "helvek-sheet/1";

/// A number in the sheet's units, or a text that brings its own unit: `4`, `"250 mm"`.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Quantity {
    /// In the sheet's unit of the dimension that belongs here.
    Number(f64),
    /// With its own unit.
    Text(String),
}

/// One sheet. Keys that this version does not solve yet are refused by name when it is read.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Sheet {
    /// Always `helvek-sheet/1`.
    pub format: String,
    /// The title.
    #[serde(default)]
    pub title: String,
    /// In the plane or in space.
    #[serde(default)]
    pub space: SpaceKind,
    /// The units of bare numbers.
    #[serde(default, skip_serializing_if = "UnitNames::is_empty")]
    pub units: UnitNames,
    /// The acceleration of weights; default 9.81 m/s².
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gravity: Option<Quantity>,
    /// The axis that points up: in the plane only `y`, in space `z` unless `y` is written.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub vertical: Option<Vertical>,
    /// The conventions by which things are drawn, worked and displayed; never what they come to.
    #[serde(default, skip_serializing_if = "StatedConventions::is_empty")]
    pub conventions: StatedConventions,
    /// Places by name: `[x, y]`, in space `[x, y, z]`.
    #[serde(default)]
    pub points: IndexMap<String, Vec<Quantity>>,
    /// Rigid bodies by name.
    #[serde(default)]
    pub bodies: IndexMap<String, Body>,
    /// Cross-sections by name.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub sections: IndexMap<String, Section>,
    /// Materials by name.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub materials: IndexMap<String, Material>,
    /// Straight two-force members, pinned at both ends.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub bars: Vec<Bar>,
    /// The joints between bodies.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub joints: Vec<Joint>,
    /// The supports, which hold bodies to the ground.
    #[serde(default)]
    pub supports: Vec<Support>,
    /// The loads.
    #[serde(default)]
    pub loads: Vec<Load>,
    /// Frictionless wheels by name.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub pulleys: IndexMap<String, Pulley>,
    /// Light ropes by name.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub ropes: IndexMap<String, Rope>,
    /// Members that warm up.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub temperature: Vec<Temperature>,
    /// Names of load cases; a load says which one it belongs to. All of them act together.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub cases: Vec<String>,
    /// Sums of factored load cases, each solved beside the loads as they are drawn.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub combinations: Vec<Combination>,
    /// Trains of forces that travel along straight lines of members.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub moving: Vec<Train>,
    /// Pins among their plates.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub pins: Vec<PlatedPin>,
    /// The sizes of pins in stock; every 2 mm when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stock: Option<Stock>,
    /// The limits.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub limits: Vec<Limit>,
    /// The things asked; empty: everything.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub find: Vec<Find>,
}

/// Plane or space.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum SpaceKind {
    /// Three equations a body.
    #[default]
    Plane,
    /// Six equations a body.
    Space,
}

/// The axis that points up.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Vertical {
    /// y, the only one of the plane.
    #[default]
    Y,
    /// z, as usual in space.
    Z,
}

/// Unit symbols; a missing one has its default.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, JsonSchema)]
pub struct UnitNames {
    /// Default `m`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length: Option<String>,
    /// Default `kN`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub force: Option<String>,
    /// Default `kg`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mass: Option<String>,
    /// Default `deg`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub angle: Option<String>,
    /// Default `MPa`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stress: Option<String>,
    /// Of section dimensions; default `mm`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub section: Option<String>,
    /// Default force × length.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub moment: Option<String>,
}

impl UnitNames {
    fn is_empty(&self) -> bool {
        *self == Self::default()
    }
}

/// A turning sense in the plane.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Turn {
    /// Counter-clockwise: the right-handed sense about the axis towards the reader.
    #[default]
    Ccw,
    /// Clockwise.
    Cw,
}

impl Turn {
    /// True when it is the sense that need not be written.
    pub fn is_default(&self) -> bool {
        *self == Self::Ccw
    }

    /// +1 counter-clockwise, −1 clockwise.
    pub fn sign(self) -> f64 {
        match self {
            Self::Ccw => 1.0,
            Self::Cw => -1.0,
        }
    }
}

/// A rigid body: straight runs between consecutive points.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Body {
    /// Each run names its points in order. A corner is rigid.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub runs: Vec<Vec<String>>,
    /// Points that ride along without being on a run.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub points: Vec<String>,
    /// Its cross-section, all along.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub section: Option<String>,
    /// Its material.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub material: Option<String>,
    /// A couple that twists it about its run, all along: given, since a plane sheet does not find it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub torque: Option<Quantity>,
    /// In space: the direction towards which V_z of its straight pieces points, as nearly as a right angle to the piece allows; default up, and +x
    /// for upright pieces.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reference: Option<Direction>,
    /// Bending stiffness EI, one for all, or for each run, straight stretch or piece from point to point: force × length², more than 0, or `"2 EI"` when only ratios are known.
    #[serde(rename = "EI", default, skip_serializing_if = "Option::is_none")]
    pub ei: Option<Quantities>,
    /// Axial stiffness EA along its runs: a force, more than 0, or `"2 EA"`. Without it, or a section and a material, its runs keep their length.
    #[serde(rename = "EA", default, skip_serializing_if = "Option::is_none")]
    pub ea: Option<Quantities>,
}

/// A direction, written the same way everywhere.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Direction {
    /// Degrees (the sheet's angle unit) from +x, counter-clockwise.
    Angle(f64),
    /// `up`, `down`, `left`, `right`, `+x` ... `-z`, `normal`, `along`, or an angle with its unit.
    Text(String),
    /// Along a vector; its length does not matter.
    Vector(Vec<f64>),
    /// Towards a point.
    Toward {
        /// The point's name.
        toward: String,
    },
    /// Away from a point.
    AwayFrom {
        /// The point's name.
        away_from: String,
    },
    /// From one point to another, wherever it begins.
    Between {
        /// The names of the two.
        between: [String; 2],
    },
    /// In space: by two angles.
    Angles {
        /// From +x in the level plane, right-handed about the axis that points up.
        azimuth: Quantity,
        /// From the level plane towards up; default 0.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        elevation: Option<Quantity>,
    },
    /// In space: the way in which a right-handed turn about an axis carries the point, as at the rim of a wheel.
    Round {
        /// A point of the axis.
        round: String,
        /// The direction of the axis.
        axis: Box<Direction>,
    },
    /// Measured from a given axis.
    From {
        /// The angle of the turn.
        angle: Quantity,
        /// From where: `"-y"`, `"right"`, ...
        from: String,
        /// In which sense.
        #[serde(default)]
        turn: Turn,
    },
}

/// A thing asked.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(tag = "what", rename_all = "lowercase")]
pub enum Find {
    /// Reactions: of one support, or of all.
    Reactions {
        /// The support's name; all when missing.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        support: Option<String>,
    },
    /// The force between the bodies of a joint.
    Joint {
        /// The joint's name.
        joint: String,
    },
    /// The force in a bar.
    Bar {
        /// The bar's name.
        bar: String,
    },
    /// The tension of a rope.
    Rope {
        /// The rope's name.
        rope: String,
    },
    /// The value of a sought load.
    Load {
        /// Its symbol, without the question mark.
        load: String,
    },
    /// Mechanical advantage: how many times one effort is as large as another.
    Advantage {
        /// The effort that comes out: a sought symbol, or the name of a load, joint, bar or rope.
        of: String,
        /// The effort that goes in, named in the same way.
        over: String,
    },
    /// N, V and M at a place inside a body: at one of its points, or at a distance from one towards another.
    Internal {
        /// The body.
        on: String,
        /// The point.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        at: Option<String>,
        /// The point from which the distance is measured.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        from: Option<String>,
        /// The point towards which it is measured.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        to: Option<String>,
        /// The distance.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        distance: Option<Quantity>,
        /// Just before or just after what acts there, along the run; default before, at the very start after.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        side: Option<Side>,
    },
    /// The growth of loads until a bar reaches its limit.
    Limit {
        /// A load by its name, or a sought symbol without its question mark.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        load: Option<String>,
        /// A load case; without load and case: everything that is not permanent.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        case: Option<String>,
    },
}
