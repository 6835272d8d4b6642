//! The extent of a scene.

use schemars::JsonSchema;
use serde::Serialize;

/// A box with sides along the axes, in sheet units.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, JsonSchema)]
pub struct Bounds {
    /// Lower left corner.
    pub min: [f64; 2],
    /// Upper right corner.
    pub max: [f64; 2],
}

impl Bounds {
    /// The smallest box around points; `None` around none.
    pub fn around(points: impl IntoIterator<Item = [f64; 2]>) -> Option<Self> {
        points.into_iter().fold(None, |bounds, p| {
            Some(match bounds {
                None => Self { min: p, max: p },
                Some(b) => Self {
                    min: [b.min[0].min(p[0]), b.min[1].min(p[1])],
                    max: [b.max[0].max(p[0]), b.max[1].max(p[1])],
                },
            })
        })
    }
}
