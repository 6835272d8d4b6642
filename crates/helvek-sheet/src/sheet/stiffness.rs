//! What makes a structure give way, as written: how stiff members and supports are, how supports settle, what warms up.

use super::Quantity;
use schemars::JsonSchema;
use serde::Serialize;

/// One quantity, or one for each run, or one along each axis.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Quantities {
    /// The same for all.
    One(Quantity),
    /// In order.
    Each(Vec<Quantity>),
}

/// The ground under a support, and how it gives way.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Ground {
    /// The settlement of the support: against the force that it exerts (of a pin or a fixed support: down), or `[x, y]`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub settlement: Option<Quantities>,
    /// By how much a support that keeps from turning turns itself, counter-clockwise.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub turned: Option<Quantity>,
    /// Force per length of giving way: against the force that it exerts (of a pin or a fixed support: up and down), or `[x, y]`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub spring: Option<Quantities>,
    /// Moment per radian of a support that keeps from turning.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub turning_spring: Option<Quantity>,
}

/// Some members warm up, all over or more on one side.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Temperature {
    /// Bodies and bars; all of them when missing.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub of: Vec<String>,
    /// By how many kelvins the middle of the section warms up.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub change: Option<f64>,
    /// By how many kelvins more its left side, seen along the run (the top of a run to the right), warms up than its right one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub across: Option<f64>,
    /// The distance between the two sides; the height of the section when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub depth: Option<Quantity>,
    /// By which part of its length a member becomes longer per kelvin; that of its material when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub expansion: Option<f64>,
    /// Its load case.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub case: Option<String>,
}
