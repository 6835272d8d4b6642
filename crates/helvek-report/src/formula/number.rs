//! Numbers of formulas: what they are, how they are printed, where they come from.

use helvek_core::units::{Unit, figures};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

/// A number as it stands in a formula.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
pub struct Number {
    /// With the figures it is printed with.
    pub text: String,
    /// Its unit; null where the formula has none.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub unit: Option<String>,
    /// Its source.
    #[serde(default, skip_serializing_if = "Source::is_given")]
    #[schemars(default)]
    pub source: Source,
    /// SI units in one of its unit; 1 without one. Of a number that was sent it is not known.
    #[serde(skip, default = "unknown")]
    factor: f64,
}

/// The source of a number.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Source {
    /// From the sheet, or from its geometry.
    #[default]
    Given,
    /// From that step of the working, from 1.
    Step(usize),
    /// From the solution: an internal force, the force of a pin.
    Solution,
    /// From this formula.
    Result,
}

fn unknown() -> f64 {
    f64::NAN
}

impl Source {
    fn is_given(&self) -> bool {
        *self == Self::Given
    }
}

impl Number {
    /// A number that is printed so.
    pub fn new(text: &str) -> Self {
        Self { text: text.replace('-', "−"), unit: None, source: Source::Given, factor: 1.0 }
    }

    /// A whole number that belongs to the formula.
    pub fn exact(number: i32) -> Self {
        Self::new(&number.to_string())
    }

    /// A number with so many figures at most.
    pub fn plain(value: f64, figures: u8) -> Self {
        Self::new(&figures::plain(value, figures))
    }

    /// A number with so many figures.
    pub fn rounded(value: f64, figures: u8) -> Self {
        Self::new(&figures::rounded(value, figures))
    }

    /// An angle in degrees, with so many figures at most.
    pub fn degrees(radians: f64, figures: u8) -> Self {
        Self {
            unit: Some("°".into()),
            factor: 1f64.to_radians(),
            ..Self::plain(radians.to_degrees(), figures)
        }
    }

    /// With its unit.
    pub fn unit(self, unit: &Unit) -> Self {
        Self { unit: Some(unit.symbol.clone()), factor: unit.factor, ..self }
    }

    /// From there.
    pub fn from(self, source: Source) -> Self {
        Self { source, ..self }
    }

    /// As it is printed, in SI where it has a unit.
    pub fn printed(&self) -> f64 {
        read(&self.text) * self.factor
    }
}

/// The value of a number as it is printed.
pub(crate) fn read(text: &str) -> f64 {
    text.replace('−', "-").parse().unwrap_or(f64::NAN)
}
