//! What acts on the bodies, as written. A size may be sought: `"?P"`.

use super::{Direction, Quantity, Turn};
use crate::things::load::LoadWord;
use schemars::JsonSchema;
use serde::Serialize;

/// A load on a body.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(tag = "kind", rename_all = "lowercase")]
pub enum Load {
    /// A force at a point.
    Force(ForceLoad),
    /// A couple. It is never multiplied by a distance.
    Couple(CoupleLoad),
    /// A force along a stretch of a run, its intensity linear from start to end.
    Distributed(DistributedLoad),
    /// The weight of a mass, acting down.
    Weight(WeightLoad),
    /// The own weight of bars, half of each at each of its joints.
    Own(OwnWeight),
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
    /// `[x, y]`, in space `[x, y, z]`, instead of size and direction.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub components: Option<Vec<Quantity>>,
    /// The size, a force; negative against its direction.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub size: Option<Quantity>,
    /// The direction.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub direction: Option<Direction>,
    /// The load case it belongs to.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub case: Option<String>,
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
    /// The point where it is applied. It does not enter equilibrium.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at: Option<String>,
    /// The size, a moment; in space it may be left out for components.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub size: Option<Quantity>,
    /// In which sense, in the plane; default counter-clockwise.
    #[serde(default, skip_serializing_if = "Turn::is_default")]
    pub turn: Turn,
    /// In space: the axis about which it turns, right-handed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub axis: Option<Direction>,
    /// In space: `[x, y, z]`, instead of size and axis.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub components: Option<Vec<Quantity>>,
    /// The load case it belongs to.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub case: Option<String>,
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
    /// The first point.
    pub from: String,
    /// The last point.
    pub to: String,
    /// Intensity at `from`.
    pub start: Quantity,
    /// Intensity at `to`; default the same as at `from`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub end: Option<Quantity>,
    /// The direction in which it pushes; default down.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub direction: Option<Direction>,
    /// The length its intensity is counted per; default a length of the member.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub per: Option<Per>,
    /// The load case it belongs to.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub case: Option<String>,
}

/// A weight: by its mass, or by its size as a force.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct WeightLoad {
    /// Its name; generated when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The body, when several pass the point; `pin` for the pin itself.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<String>,
    /// The centre of mass.
    pub at: String,
    /// Its mass.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mass: Option<Quantity>,
    /// Its size as a force, instead of the mass.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub size: Option<Quantity>,
    /// The load case it belongs to.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub case: Option<String>,
}

/// The own weight of bars: so much per length, half of each bar's weight at each of its joints.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct OwnWeight {
    /// Its name; generated when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The bars; all when missing.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub bars: Vec<String>,
    /// Mass per length.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mass: Option<Quantity>,
    /// Force per length, instead of the mass.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub size: Option<Quantity>,
    /// The load case it belongs to.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub case: Option<String>,
}

/// The length that a distributed load's intensity is counted per.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Per {
    /// A length of the member.
    #[default]
    Length,
    /// A length of its projection perpendicular to the load's direction.
    Projection,
}

/// The same of whichever kind of load.
macro_rules! of_any {
    ($load:expr, $l:ident => $value:expr) => {
        match $load {
            Load::Force($l) => $value,
            Load::Couple($l) => $value,
            Load::Distributed($l) => $value,
            Load::Weight($l) => $value,
            Load::Own($l) => $value,
        }
    };
}

impl Load {
    /// Its kind.
    pub fn word(&self) -> LoadWord {
        match self {
            Self::Force(_) => LoadWord::Force,
            Self::Couple(_) => LoadWord::Couple,
            Self::Distributed(_) => LoadWord::Distributed,
            Self::Weight(_) => LoadWord::Weight,
            Self::Own(_) => LoadWord::Own,
        }
    }

    /// The name the user gave it.
    pub fn name(&self) -> Option<&str> {
        of_any!(self, l => l.name.as_deref())
    }

    /// Its name, to be changed.
    pub fn name_mut(&mut self) -> &mut Option<String> {
        of_any!(self, l => &mut l.name)
    }

    /// The load case the user put it in.
    pub fn case(&self) -> Option<&str> {
        of_any!(self, l => l.case.as_deref())
    }

    /// The load case, to be changed.
    pub fn case_mut(&mut self) -> &mut Option<String> {
        of_any!(self, l => &mut l.case)
    }

    /// The points it names: where it stands, or begins and ends.
    pub fn places(&self) -> Vec<&String> {
        match self {
            Self::Force(l) => vec![&l.at],
            Self::Couple(l) => l.at.iter().collect(),
            Self::Distributed(l) => vec![&l.from, &l.to],
            Self::Weight(l) => vec![&l.at],
            Self::Own(_) => Vec::new(),
        }
    }

    /// As [`Load::places`], to be changed.
    pub fn places_mut(&mut self) -> Vec<&mut String> {
        match self {
            Self::Force(l) => vec![&mut l.at],
            Self::Couple(l) => l.at.iter_mut().collect(),
            Self::Distributed(l) => vec![&mut l.from, &mut l.to],
            Self::Weight(l) => vec![&mut l.at],
            Self::Own(_) => Vec::new(),
        }
    }
}
