//! The sheet: what the user wrote, as written. `docs/format.md` describes it for a person.

mod choice;
mod decode;
mod document;
mod fields;
mod tree;

pub use choice::Choice;
pub use document::{Document, MAX_TEXT, Syntax, read};

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
    /// What the sheet is about.
    #[serde(default)]
    pub title: String,
    /// In the plane or in space.
    #[serde(default)]
    pub space: SpaceKind,
    /// What bare numbers mean.
    #[serde(default, skip_serializing_if = "UnitNames::is_empty")]
    pub units: UnitNames,
    /// How things are drawn, worked and displayed; never what they come to.
    #[serde(default, skip_serializing_if = "Conventions::is_empty")]
    pub conventions: Conventions,
    /// Places by name: `[x, y]`.
    #[serde(default)]
    pub points: IndexMap<String, Vec<Quantity>>,
    /// Rigid bodies by name.
    #[serde(default)]
    pub bodies: IndexMap<String, Body>,
    /// What holds the bodies to the ground.
    #[serde(default)]
    pub supports: Vec<Support>,
    /// What acts on them.
    #[serde(default)]
    pub loads: Vec<Load>,
    /// What is asked; empty: everything.
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

/// The schools: how things are worked and displayed. None of them changes a value in the answers.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, JsonSchema)]
pub struct Conventions {
    /// The positive turning sense of a moment equation as it is written; default counter-clockwise.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub moment: Option<Turn>,
    /// How unknown directions are assumed; default along the axes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub assume: Option<Assume>,
    /// Which equation to look for first; default the cleverest moment.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub first: Option<First>,
    /// Significant figures of displayed results, 2 to 8; default 3.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schemars(range(min = 2, max = 8))]
    pub figures: Option<u8>,
}

impl Conventions {
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
    /// +1 counter-clockwise, −1 clockwise.
    pub fn sign(self) -> f64 {
        match self {
            Self::Ccw => 1.0,
            Self::Cw => -1.0,
        }
    }
}

/// How unknown directions are assumed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Assume {
    /// Along the positive axes; a roller pushes along its normal.
    #[default]
    Axes,
    /// Axial forces as tension; the rest as with the axes.
    Tension,
    /// Against the sum of the loads.
    Guess,
}

/// Which equation to look for first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum First {
    /// The moment sum in which the most unknowns drop out.
    #[default]
    Moment,
    /// Force sums.
    Forces,
}

/// A rigid body: straight runs between consecutive points.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, JsonSchema)]
pub struct Body {
    /// Each run names its points in order.
    pub runs: Vec<Vec<String>>,
}

/// What holds a body to the ground.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Support {
    /// Its name; made from the point's when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The point.
    pub at: String,
    /// What it prevents.
    pub kind: SupportKind,
    /// The body, when several pass the point.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<String>,
    /// Of a roller: the direction in which it pushes on the body; default up.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub normal: Option<Direction>,
}

/// The kinds of support of this version.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum SupportKind {
    /// Prevents both displacements.
    Pin,
    /// Prevents displacement along its normal.
    Roller,
    /// Prevents both displacements and turning.
    Fixed,
}

/// A direction, written the same way everywhere.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Direction {
    /// Degrees (the sheet's angle unit) from +x, counter-clockwise.
    Angle(f64),
    /// `up`, `down`, `left`, `right`, `+x` ... `-y`, `normal`, `along`, or an angle with its unit.
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
    /// Measured from a given axis.
    From {
        /// How far.
        angle: Quantity,
        /// From where: `"-y"`, `"right"`, ...
        from: String,
        /// In which sense.
        #[serde(default)]
        turn: Turn,
    },
}

/// What acts on a body.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(tag = "kind", rename_all = "lowercase")]
pub enum Load {
    /// A force at a point.
    Force(ForceLoad),
    /// A couple. It is never multiplied by a distance.
    Couple(CoupleLoad),
    /// A force along a stretch of a run, its intensity linear from start to end.
    Distributed(DistributedLoad),
}

/// A force at a point: by `components`, or by `size` and `direction`.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct ForceLoad {
    /// Its name; generated when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The body, when several pass the point.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<String>,
    /// The point.
    pub at: String,
    /// `[x, y]`, instead of size and direction.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub components: Option<Vec<Quantity>>,
    /// How strong.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub size: Option<Quantity>,
    /// Which way.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub direction: Option<Direction>,
}

/// A couple on a body.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CoupleLoad {
    /// Its name; generated when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The body; may be left out when there is only one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<String>,
    /// Where it is applied. It does not enter equilibrium.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at: Option<String>,
    /// How strong.
    pub size: Quantity,
    /// In which sense; default counter-clockwise.
    #[serde(default)]
    pub turn: Turn,
}

/// A distributed load between two points of one straight run.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct DistributedLoad {
    /// Its name; generated when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The body; may be left out when only one passes both points.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<String>,
    /// Where it begins.
    pub from: String,
    /// Where it ends.
    pub to: String,
    /// Intensity at `from`.
    pub start: Quantity,
    /// Intensity at `to`; default the same as at `from`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub end: Option<Quantity>,
    /// Which way it pushes; default down.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub direction: Option<Direction>,
    /// What the intensity is counted per; default a length of the member.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub per: Option<Per>,
}

/// What a distributed load's intensity is counted per.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Per {
    /// A length of the member.
    #[default]
    Length,
    /// A length of its projection perpendicular to the load's direction.
    Projection,
}

impl Load {
    /// The name the user gave it.
    pub fn name(&self) -> Option<&str> {
        match self {
            Self::Force(l) => l.name.as_deref(),
            Self::Couple(l) => l.name.as_deref(),
            Self::Distributed(l) => l.name.as_deref(),
        }
    }
}

/// What is asked.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(tag = "what", rename_all = "lowercase")]
pub enum Find {
    /// Reactions: of one support, or of all.
    Reactions {
        /// The support's name; all when missing.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        support: Option<String>,
    },
}
