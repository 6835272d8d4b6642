//! What bars can carry, as written.

use super::Quantity;
use schemars::JsonSchema;
use serde::Serialize;

/// The largest force that bars can carry, each way.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Limit {
    /// The bars; all that no other limit names when missing.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub of: Vec<String>,
    /// The largest tension; not limited when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub tension: Option<Quantity>,
    /// The largest compression, as a positive force; not limited when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub compression: Option<Quantity>,
}
