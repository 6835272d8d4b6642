//! Directions and senses as they are typed.

use super::typed::{kept, quantity};
use super::wrong;
use crate::problem::{Problem, nearest};
use crate::sheet::{Choice, Direction, Sheet, Turn};
use crate::units::Dimension;

/// Every direction word.
pub(super) const WORDS: &[&str] = &["up", "down", "left", "right", "normal", "along", "+x", "-x", "+y", "-y"];

/// `down`, `210`, `30 deg`, `30 from -y cw`, `to C`, `away from C`, `3; -4`.
pub(super) fn direction(sheet: &Sheet, text: &str, slot: &str) -> Result<Direction, Vec<Problem>> {
    let text = text.trim();
    if WORDS.contains(&text) {
        return Ok(Direction::Text(text.to_owned()));
    }
    let point = |name: &str| -> Result<String, Vec<Problem>> {
        if sheet.points.contains_key(name) {
            return Ok(name.to_owned());
        }
        let near = nearest(name, sheet.points.keys().map(String::as_str));
        let cure =
            near.map_or("Name one of the points.".to_owned(), |near| format!("Perhaps \"{near}\" is meant."));
        wrong(slot, format!("There is no point \"{name}\"."), cure)
    };
    if let Some(name) = text.strip_prefix("to ") {
        return Ok(Direction::Toward { toward: point(name.trim())? });
    }
    if let Some(name) = text.strip_prefix("away from ") {
        return Ok(Direction::AwayFrom { away_from: point(name.trim())? });
    }
    if let Some((angle, rest)) = text.split_once(" from ") {
        let mut parts = rest.split_whitespace();
        let from = parts.next().unwrap_or_default().to_owned();
        let turn = parts.next().map_or(Ok(Turn::Ccw), |word| turn(word, slot))?;
        return Ok(Direction::From { angle: kept(angle, Dimension::ANGLE, slot)?, from, turn });
    }
    if let Some((x, y)) = text.split_once(';') {
        let part = |text: &str| quantity(text, Dimension::NONE, slot).map(|q| q.value);
        return Ok(Direction::Vector(vec![part(x)?, part(y)?]));
    }
    if !text.starts_with(|c: char| c.is_ascii_digit() || "+-−.".contains(c)) {
        let cure = match nearest(text, WORDS.iter().copied()) {
            Some(word) => format!("Perhaps \"{word}\" is meant."),
            None => "Type up, down, left, right, an angle from +x, \"30 from -y cw\" or \"to C\".".into(),
        };
        return wrong(slot, format!("\"{text}\" is not a direction."), cure);
    }
    let parsed = quantity(text, Dimension::ANGLE, slot)?;
    Ok(match parsed.unit {
        None => Direction::Angle(parsed.value),
        Some(_) => Direction::Text(text.to_owned()),
    })
}

/// `ccw` or `cw`.
pub(super) fn turn(text: &str, slot: &str) -> Result<Turn, Vec<Problem>> {
    choice(text, slot)
}

/// One of a few words.
pub(super) fn choice<T: Choice>(text: &str, slot: &str) -> Result<T, Vec<Problem>> {
    let text = text.trim();
    match T::WORDS.iter().find(|(word, _)| *word == text) {
        Some((_, value)) => Ok(*value),
        None => {
            let words: Vec<_> = T::WORDS.iter().map(|(word, _)| *word).collect();
            wrong(
                slot,
                format!("\"{text}\" is not one of {}.", words.join(", ")),
                format!("Type {}.", words.join(" or ")),
            )
        }
    }
}
