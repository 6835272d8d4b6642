//! Trains of forces that travel along a straight line of members, as written.

use super::{Direction, Quantity};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

/// Forces that keep their distances from each other while they travel.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Train {
    /// Its name; `T1`, `T2` ... when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// The first point of its path.
    pub from: String,
    /// The last point of its path, in a straight line from the first.
    pub to: String,
    /// The body it runs on, where several lie side by side.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<String>,
    /// In which its forces push; default down.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub direction: Option<Direction>,
    /// Its forces, the leading one first.
    pub axles: Vec<Axle>,
    /// The headings in which it may travel; default both.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub heads: Option<Heads>,
}

/// One of its forces.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Axle {
    /// The size, a force.
    pub size: Quantity,
    /// The distance behind the one before it, 0 or more; the first has none.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gap: Option<Quantity>,
}

/// The headings in which a train may travel.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Heads {
    /// Its first force leads it from the beginning of the path to the end, or from the end to the beginning.
    #[default]
    Both,
    /// From the beginning to the end only.
    Forward,
    /// From the end to the beginning only.
    Back,
}
