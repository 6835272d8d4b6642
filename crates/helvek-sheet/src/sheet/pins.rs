//! Pins among their plates, and the sizes that are in stock, as written.

use super::Quantity;
use schemars::JsonSchema;
use serde::Serialize;

/// A pin with the plates that are threaded on it, in the order in which they are stacked.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct PlatedPin {
    /// A joint or a support by its name, or a point where bars meet.
    pub at: String,
    /// The diameter; when missing, the next size in stock above what is required.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub diameter: Option<Quantity>,
    /// The material of the pin.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub material: Option<String>,
    /// From one end of the pin to the other.
    pub plates: Vec<Plate>,
}

/// One plate on a pin.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Plate {
    /// The body, bar or load it is part of, or `ground`.
    pub of: String,
    /// Along the pin.
    pub thickness: Quantity,
    /// Its material; that of its body or bar when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub material: Option<String>,
    /// From the centre of the hole to the edge that the pin presses towards; tear-out is not looked at when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub edge: Option<Quantity>,
    /// The part of the force of its body that it carries, 0 to 1; equal parts when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub share: Option<f64>,
}

/// The sizes of pins in stock.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Stock {
    /// A rule: `step 2 mm`, or `R10`: ten sizes in each power of ten.
    Rule(String),
    /// These.
    List(Vec<Quantity>),
}
