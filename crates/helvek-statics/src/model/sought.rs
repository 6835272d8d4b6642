//! Sizes that are given, and sizes that are sought.

use super::SoughtId;

/// A size that is given or sought.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Amount {
    /// SI.
    Known(f64),
    /// An unknown.
    Sought(SoughtId),
}

impl Amount {
    /// The size in SI, when it is given.
    pub fn known(self) -> Option<f64> {
        match self {
            Self::Known(value) => Some(value),
            Self::Sought(_) => None,
        }
    }

    /// Makes it so many times as large, when it is given.
    pub(crate) fn scale(&mut self, by: f64) {
        if let Self::Known(size) = self {
            *size *= by;
        }
    }
}

/// A sought size.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Sought {
    /// Without its question mark.
    pub name: String,
    /// The quantity that it measures.
    pub of: SoughtOf,
}

/// The quantity that a sought size measures.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum SoughtOf {
    /// A force.
    Force,
    /// A couple.
    Couple,
    /// A force per length.
    Intensity,
}
