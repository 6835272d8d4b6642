//! Directions and senses as they are typed.

use super::typed::{kept, quantity};
use super::{space, wrong};
use crate::grammar::direction::{self as grammar, Way};
use helvek_sheet::problem::{Problem, nearest};
use helvek_sheet::sheet::{Choice, Direction, Sheet, Turn};
use helvek_sheet::units::{Dimension, ParsedQuantity};

/// The direction that was typed; [`grammar`] says how.
pub(super) fn direction(sheet: &Sheet, text: &str, slot: &str) -> Result<Direction, Vec<Problem>> {
    let text = text.trim();
    let point = |name: &str| -> Result<String, Vec<Problem>> {
        if sheet.points.contains_key(name) {
            return Ok(name.to_owned());
        }
        let near = nearest(name, sheet.points.keys().map(String::as_str));
        let cure =
            near.map_or("Name one of the points.".to_owned(), |near| format!("Perhaps \"{near}\" is meant."));
        wrong(slot, format!("There is no point \"{name}\"."), cure)
    };
    let angle = |text: &str| kept(text, Dimension::ANGLE, slot);
    let points: Vec<&str> = sheet.points.keys().map(String::as_str).collect();
    let spatial = space::spatial(sheet);
    Ok(match grammar::way(text, &points, spatial).unwrap_or(Way::Angle(text)) {
        Way::Word(word) => Direction::Text(word.to_owned()),
        Way::To(name) => Direction::Toward { toward: point(name)? },
        Way::Between(from, to) => Direction::Between { between: [point(from)?, point(to)?] },
        Way::AwayFrom(name) => Direction::AwayFrom { away_from: point(name)? },
        Way::From(size, from, word) => {
            let turn = word.map_or(Ok(Turn::Ccw), |word| turn(word, slot))?;
            Direction::From { angle: angle(size)?, from: from.to_owned(), turn }
        }
        Way::Parts(parts) => {
            let part = |text: &&str| quantity(text, Dimension::NONE, slot).map(|q| q.value);
            let parts = parts.iter().map(part).collect::<Result<Vec<_>, _>>()?;
            match (parts.len(), spatial) {
                (2, false) | (3, true) => Direction::Vector(parts),
                (_, true) => {
                    return wrong(slot, "A direction in space has three components.", "Type 3; -4; 2.");
                }
                (_, false) => {
                    return wrong(slot, "A direction in the plane has two components.", "Type 3; -4.");
                }
            }
        }
        Way::Round(_, None) => {
            return wrong(slot, "Round which axis?", "Type the centre and the axis: round C +x.");
        }
        Way::Round(centre, Some(axis)) => {
            let round = point(centre)?;
            // Text without end would be turns without end.
            if let Some(Way::Round(..)) = grammar::way(axis, &points, spatial) {
                return wrong(
                    slot,
                    "The axis of a turn is no turn itself.",
                    "Type it as a direction: round C +x.",
                );
            }
            Direction::Round { round, axis: Box::new(direction(sheet, axis, slot)?) }
        }
        Way::Angles(azimuth, elevation) => {
            Direction::Angles { azimuth: angle(azimuth)?, elevation: elevation.map(angle).transpose()? }
        }
        Way::Angle(text)
            if !spatial && text.starts_with(|c: char| c.is_ascii_digit() || "+-−.".contains(c)) =>
        {
            match quantity(text, Dimension::ANGLE, slot)? {
                ParsedQuantity { unit: None, value } => Direction::Angle(value),
                _ => Direction::Text(text.to_owned()),
            }
        }
        Way::Angle(text) => return no_direction(text, spatial, slot),
    })
}

/// The refusal of a text that is no direction, with what may be meant.
fn no_direction(text: &str, spatial: bool, slot: &str) -> Result<Direction, Vec<Problem>> {
    let (place, words, usual) = if spatial {
        let words: &[&str] = &["up", "down", "+x", "-x", "+y", "-y", "+z", "-z"];
        (
            " in space",
            words,
            "Type +x ... -z, up, down, 3; -4; 2, \"to C\", \"az 30 el 40\" or \"round C +x\".",
        )
    } else {
        ("", grammar::WORDS, "Type up, down, left, right, an angle from +x, \"30 from -y cw\" or \"to C\".")
    };
    let near = nearest(text, words.iter().copied());
    let cure = near.map_or(usual.to_owned(), |word| format!("Perhaps \"{word}\" is meant."));
    wrong(slot, format!("\"{text}\" is not a direction{place}."), cure)
}

/// Words that mean something where names are typed.
const TAKEN: [&str; 9] = ["start", "middle", "mid", "end", "all", "bars", "ground", "to", "from"];

/// Refuses a new name that could not be typed afterwards: it parts lists, or means something else already.
pub(super) fn name(text: &str, slot: &str) -> Result<(), Vec<Problem>> {
    let text = text.trim();
    let seen = || text.chars().take(20).collect::<String>();
    if text.chars().count() > 60 {
        return wrong(
            slot,
            format!("\"{} ...\" is too long for a name.", seen()),
            "Use 60 characters at most.",
        );
    }
    let parts = [",", ";", "\"", "..", "@", "?"];
    if let Some(part) = parts.iter().find(|part| text.contains(**part)) {
        let message = format!("A name with {part} could not be typed in a list or a place.");
        return wrong(slot, message, "Use letters, numbers, blanks, hyphens.");
    }
    if text.chars().any(char::is_control) {
        return wrong(slot, "A name stands in one line.", "Use visible characters.");
    }
    if TAKEN.contains(&text) || grammar::WORDS.contains(&text) {
        return wrong(slot, format!("\"{text}\" means something else already."), "Choose another name.");
    }
    Ok(())
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
