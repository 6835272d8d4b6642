//! A scene small enough for a list: the structure, what holds it and what acts on it, without words.

use crate::{ArrowRole, Mark, Scene, SolidScene};

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
    let solid = scene.solid.as_ref().map(|solid| SolidScene {
        points: solid.points.iter().filter(|p| p.used).take(MOST).cloned().collect(),
        lines: solid.lines.iter().take(MOST).cloned().collect(),
        arrows: solid.arrows.iter().filter(|a| a.role == ArrowRole::Load).take(MOST).cloned().collect(),
        parts: Vec::new(),
        free: Vec::new(),
        unclear: Vec::new(),
        curves: Vec::new(),
        ..solid.clone()
    });
    Scene { solid, ..Scene::of(scene.bounds, marks) }
}
