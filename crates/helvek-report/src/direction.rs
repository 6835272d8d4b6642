//! Directions and turning senses in words and arrows.

use helvek_core::geometry::Vector;
use helvek_core::units::figures;

/// `up`, `to the left`, else by the acute angle from the horizontal: `at 60° above −x`.
pub fn words(direction: Vector, digits: u8) -> String {
    match (direction.x, direction.y) {
        (0.0, y) if y > 0.0 => "up".into(),
        (0.0, _) => "down".into(),
        (x, 0.0) if x > 0.0 => "to the right".into(),
        (_, 0.0) => "to the left".into(),
        _ => format!("at {}", from_axis(direction, digits)),
    }
}

/// An arrow, where one of the four fits exactly.
pub fn arrow(direction: Vector, digits: u8) -> String {
    match (direction.x, direction.y) {
        (0.0, y) if y > 0.0 => "↑".into(),
        (0.0, _) => "↓".into(),
        (x, 0.0) if x > 0.0 => "→".into(),
        (_, 0.0) => "←".into(),
        _ => format!("at {}", from_axis(direction, digits)),
    }
}

/// `30° above +x`: the acute angle from the horizontal.
pub fn from_axis(direction: Vector, digits: u8) -> String {
    let level = if direction.x < 0.0 { "−x" } else { "+x" };
    let side = if direction.y < 0.0 { "below" } else { "above" };
    let angle = direction.y.abs().atan2(direction.x.abs()).to_degrees();
    format!("{}° {side} {level}", figures::plain((angle * 10.0).round() / 10.0, digits))
}

/// The sign of a turning sense, counter-clockwise positive.
pub fn turn_arrow(moment: f64) -> &'static str {
    if moment < 0.0 { "↻" } else { "↺" }
}

/// The sense in words.
pub fn turn_words(moment: f64) -> &'static str {
    if moment < 0.0 { "clockwise" } else { "counter-clockwise" }
}
