//! A scene small enough for a list: the structure, what holds it and what acts on it, without words.

use crate::{Mark, Scene};

/// The most marks a thumbnail keeps: beyond that nothing could be told apart anyway.
const MOST: usize = 400;

/// The thumbnail of a scene.
pub fn thumbnail(scene: &Scene) -> Scene {
    let seen = |mark: &&Mark| {
        !matches!(
            mark,
            Mark::Dimension { .. } | Mark::Point { .. } | Mark::Reaction { .. } | Mark::Unclear { .. }
        )
    };
    let marks = scene.marks.iter().filter(seen).take(MOST).cloned().collect();
    Scene {
        bounds: scene.bounds,
        marks,
        free: Vec::new(),
        apart: Vec::new(),
        inside: None,
        deflected: None,
        pins: Vec::new(),
    }
}
