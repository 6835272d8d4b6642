//! What connects bodies to each other and to the ground, as written.

use super::{Direction, Ground, Quantity, SpaceKind, Turn};
use crate::things::Found;
pub use crate::things::joint::JointKind;
use crate::things::support::SupportKind;
use schemars::JsonSchema;
use serde::Serialize;

/// A support: it holds a body to the ground.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Support {
    /// Its name; made from the point's when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The point.
    pub at: String,
    /// The kind, which says what it prevents.
    pub kind: SupportKind,
    /// The body, when several pass the point; `pin` for the pin itself.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<String>,
    /// Of a roller, a surface, a guide, a rough support: the direction in which it pushes on the body; default up.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub normal: Option<Direction>,
    /// Of a link or a cable: the point it leads to, or a direction.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub toward: Option<Direction>,
    /// In space, of a journal, a thrust bearing and a hinge: the line of the shaft.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub axis: Option<Direction>,
    /// In space, of a journal, a thrust bearing and a hinge: whether it keeps the shaft aligned by couples; default `auto`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub couples: Option<Couples>,
    /// In space, of a hinge: whether it also holds along its axis; default yes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thrust: Option<bool>,
    /// Of a roller or a rough support: whether it can only push. A surface and a cable are one-way by themselves.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub one_way: Option<bool>,
    /// Of a rough support: the coefficient of friction that is available, for comparison with what is needed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub friction: Option<f64>,
    /// The ground under it, and how it gives way.
    #[serde(flatten)]
    pub ground: Ground,
}

impl Support {
    /// A support of this kind, everything else as it usually is.
    pub fn new(name: Option<String>, at: String, kind: SupportKind) -> Self {
        Self {
            name,
            at,
            kind,
            on: None,
            normal: None,
            toward: None,
            axis: None,
            couples: None,
            thrust: None,
            one_way: None,
            friction: None,
            ground: Ground::default(),
        }
    }
}

/// The only space in which something is found; `None`: in both. With what is used instead in the other one.
pub fn only(found: Found) -> Option<(SpaceKind, &'static str)> {
    match found {
        Found::Both => None,
        Found::Plane(instead) => Some((SpaceKind::Plane, instead)),
        Found::Space(instead) => Some((SpaceKind::Space, instead)),
    }
}

impl SpaceKind {
    /// `the plane`, `space`.
    pub fn named(self) -> &'static str {
        match self {
            Self::Plane => "the plane",
            Self::Space => "space",
        }
    }
}

/// The couples of a bearing: exerted or not.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Couples {
    /// Only if nothing else keeps the shaft aligned.
    #[default]
    Auto,
    /// It does.
    Yes,
    /// It does not: properly aligned bearings exert forces only.
    No,
}

/// A straight bar, pinned at both ends: `["D", "C"]`, or with more to say.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Bar {
    /// Its two ends.
    Short([String; 2]),
    /// With a name or a kind.
    Full(FullBar),
}

/// A bar with a name or a kind.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct FullBar {
    /// Its two ends.
    pub ends: [String; 2],
    /// Its name; its ends with a hyphen when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The kind, which says what it can carry.
    #[serde(default)]
    pub kind: BarKind,
    /// The bodies its ends are fastened to, where several pass: one name for both ends, or one each.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<On>,
    /// Its cross-section.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub section: Option<String>,
    /// Its material.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub material: Option<String>,
    /// Axial stiffness EA: a force, more than 0, or `"2 EA"` when only ratios are known. Without it, or a section and a material, it keeps its length.
    #[serde(rename = "EA", default, skip_serializing_if = "Option::is_none")]
    pub ea: Option<Quantity>,
}

impl FullBar {
    /// A bar between two points, everything else as it usually is.
    pub fn new(ends: [String; 2]) -> Self {
        Self { ends, name: None, kind: BarKind::default(), on: None, section: None, material: None, ea: None }
    }
}

/// The bodies at the ends of a bar.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum On {
    /// At whichever end that body passes.
    Either(String),
    /// At the first end and at the second; an empty text leaves that end to the rule.
    Each([String; 2]),
}

impl Bar {
    /// Its two ends.
    pub fn ends(&self) -> &[String; 2] {
        match self {
            Self::Short(ends) => ends,
            Self::Full(bar) => &bar.ends,
        }
    }

    /// The name the user gave it.
    pub fn name(&self) -> Option<&str> {
        match self {
            Self::Short(_) => None,
            Self::Full(bar) => bar.name.as_deref(),
        }
    }

    /// Its kind.
    pub fn kind(&self) -> BarKind {
        match self {
            Self::Short(_) => BarKind::Bar,
            Self::Full(bar) => bar.kind,
        }
    }

    /// The bodies its ends are fastened to, when that was said.
    pub fn on(&self) -> Option<&On> {
        match self {
            Self::Short(_) => None,
            Self::Full(bar) => bar.on.as_ref(),
        }
    }
}

/// The kind of a bar: the senses of the axial force that it can carry.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum BarKind {
    /// Tension and compression.
    #[default]
    Bar,
    /// Tension only.
    Cable,
    /// Compression only.
    Strut,
}

/// A joint: bodies transmit forces to each other at a point.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Joint {
    /// Its name; made from the point's when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The point.
    pub at: String,
    /// The kind, which says what it transmits.
    pub kind: JointKind,
    /// The bodies that meet: two, at a pin or a weld also more.
    pub of: Vec<String>,
    /// Of a slot or a collar: the direction in which it is free.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub along: Option<Direction>,
    /// Of a contact: the push on the first body. Of a mesh: the direction from the second wheel to the first.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub normal: Option<Direction>,
    /// In space, of a hinge: its axis.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub axis: Option<Direction>,
    /// In space, of a hinge: whether it also holds along its axis; default yes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thrust: Option<bool>,
    /// Of a contact: rough, with this coefficient of friction available.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub friction: Option<f64>,
    /// Of a mesh: how far its line of action leans from the common tangent; default 20 degrees.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pressure_angle: Option<Quantity>,
}

/// A frictionless wheel.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Pulley {
    /// Its axle.
    pub at: String,
    /// Its radius.
    pub radius: Quantity,
    /// The body that carries it; default the ground.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<String>,
}

/// A light rope: one tension all along.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Rope {
    /// An end, wheels, an end.
    pub path: Vec<RopeStop>,
}

/// A stop on the way of a rope, read first to last.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum RopeStop {
    /// Round a wheel.
    Over {
        /// The pulley.
        over: String,
        /// In which sense the path runs round it.
        turn: Turn,
    },
    /// An end on a body.
    Body {
        /// The body; `pin` for the pin itself.
        body: String,
        /// The point.
        at: String,
    },
    /// An end on the ground.
    Ground {
        /// The point.
        at: String,
    },
    /// An end from which a mass hangs.
    Mass {
        /// The mass.
        mass: Quantity,
    },
    /// An end that is pulled.
    Pull {
        /// The size of the pull, a force; may be sought.
        pull: Quantity,
        /// The direction of the pull.
        direction: Direction,
    },
}
