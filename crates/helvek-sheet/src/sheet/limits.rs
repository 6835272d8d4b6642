//! What may not be exceeded, as written.

use super::Quantity;
use schemars::JsonSchema;
use serde::Serialize;

/// A limit of some things. Every limit is a size, 0 or more.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Limit {
    /// The bars, bodies, supports or joints that it is of; when missing, all of which no other limit of the same sort says anything.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub of: Vec<String>,
    /// The largest tension of a bar; not limited when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub tension: Option<Quantity>,
    /// The largest compression of a bar, as a positive force; not limited when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub compression: Option<Quantity>,
    /// The largest normal stress of a body or a bar, either way.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stress: Option<Quantity>,
    /// The largest shear stress of a body, by V·Q/(I·t).
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shear: Option<Quantity>,
    /// The largest force of a support.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reaction: Option<Quantity>,
    /// The largest force that a joint transmits between two bodies.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pin: Option<Quantity>,
    /// The least factor of safety, strength over stress, more than 0; of bodies, bars and plated pins.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub factor: Option<f64>,
    /// The least ratio of the span of a body to its sag, more than 0: 300 stands for L/300.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sag: Option<f64>,
}

impl Limit {
    /// True when it limits anything.
    pub fn says(&self) -> bool {
        *self != Self { of: self.of.clone(), ..Self::default() }
    }
}
