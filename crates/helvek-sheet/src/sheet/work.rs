//! What someone chose about the work: what is worked first, what is freed together, where pieces stand when it is taken apart.

use crate::id::Id;
use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

/// A free body someone chose, or one equation of one.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(untagged)]
pub enum Pick {
    /// A joint by its point, a body by its name, or `whole`.
    One(String),
    /// A section, by the bars that it cuts.
    Section(Vec<String>),
    /// One equation of a free body.
    Equation(PickedEquation),
}

/// One equation of a free body: `{ free = ["body:jib"], about = "A" }`, `{ free = ["body:jib", "end:hoist#1"], along = "x" }`.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
pub struct PickedEquation {
    /// The ids of its parts: `body:jib`, `pin:B`, `weld:W`, `wheel:P`, `end:hoist#0`.
    pub free: Vec<Id>,
    /// The sum that is taken.
    #[serde(flatten)]
    pub sum: PickedSum,
}

/// The sum of a chosen equation.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum PickedSum {
    /// Moments about a point.
    About(String),
    /// Forces along an axis.
    Along(PickedAxis),
}

/// An axis.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum PickedAxis {
    /// To the right.
    X,
    /// Up in the plane.
    Y,
    /// In space, the third.
    Z,
}

/// The view of the structure taken apart. Display only: ids that are not there any more are passed over.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Apart {
    /// The shifts of pieces that were dragged aside, by their ids, in the sheet's unit of length.
    #[serde(default, skip_serializing_if = "BTreeMap::is_empty")]
    pub moved: BTreeMap<String, [f64; 2]>,
    /// Pieces that are freed as one, by their ids.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub together: Vec<Vec<Id>>,
}

impl Apart {
    pub(super) fn is_empty(&self) -> bool {
        *self == Self::default()
    }
}

/// A side of a place at which something acts, along the run.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Side {
    /// Just before it.
    Before,
    /// Just after it.
    After,
}

/// A sum of factored load cases: `{ name = "A", factors = { permanent = 1.35, wind = 1.5 } }`.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Combination {
    /// Its name.
    pub name: String,
    /// Per case its factor; a load without a case belongs to case `1`.
    #[schemars(with = "BTreeMap<String, f64>")]
    pub factors: IndexMap<String, f64>,
    /// True of loads as things are used: sag and the forces of supports are judged under these where there are any.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub service: Option<bool>,
}
