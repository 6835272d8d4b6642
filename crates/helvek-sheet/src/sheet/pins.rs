//! Pins among their plates, and the sizes that are in stock, as written.

use super::Quantity;
use schemars::JsonSchema;
use serde::Serialize;

/// A pin with the plates that are threaded on it, in the order in which they are stacked.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct PlatedPin {
    /// A joint or a support by its name, or a point where bars meet.
    pub at: String,
    /// How thick it is; when missing, the next size in stock above what is required.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub diameter: Option<Quantity>,
    /// What the pin is made of.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub material: Option<String>,
    /// From one end of the pin to the other.
    pub plates: Vec<Plate>,
}

/// One plate on a pin.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Plate {
    /// What it is part of: a body, a bar, `ground`, or a load that acts on the pin.
    pub of: String,
    /// Along the pin.
    pub thickness: Quantity,
    /// What it is made of; what its body or bar is made of when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub material: Option<String>,
    /// From the centre of the hole to the edge that the pin presses towards; tear-out is not looked at when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub edge: Option<Quantity>,
    /// Which part of what its body transmits it carries; equal parts when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub share: Option<f64>,
}

/// Which sizes of pins there are.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Stock {
    /// A rule: `step 2 mm`, or `R10`: ten sizes in each power of ten.
    Rule(String),
    /// These.
    List(Vec<Quantity>),
}
