//! Directions and senses as they are typed.

use super::typed::{kept, quantity};
use super::{space, wrong};
use helvek_sheet::problem::{Problem, nearest};
use helvek_sheet::sheet::{Choice, Direction, Sheet, Turn};
use helvek_sheet::units::Dimension;

/// Every direction word.
pub(super) const WORDS: &[&str] =
    &["up", "down", "left", "right", "normal", "along", "+x", "-x", "+y", "-y", "+z", "-z"];

/// `down`, `210`, `30 deg`, `30 from -y cw`, `to C`, `A to C`, `away from C`, `3; -4`; in space `3; -4; 2`, `az 30 el 40`, `round C +x`.
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
    if let Some((from, to)) = text.split_once(" to ").filter(|_| !text.starts_with("round ")) {
        let between = [point(from.trim())?, point(to.trim())?];
        return Ok(Direction::Between { between });
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
    if text.contains(';') {
        let part = |text: &str| quantity(text, Dimension::NONE, slot).map(|q| q.value);
        let parts = text.split(';').map(part).collect::<Result<Vec<_>, _>>()?;
        return match (parts.len(), space::spatial(sheet)) {
            (2, false) | (3, true) => Ok(Direction::Vector(parts)),
            (_, true) => wrong(slot, "A direction in space has three components.", "Type 3; -4; 2."),
            (_, false) => wrong(slot, "A direction in the plane has two components.", "Type 3; -4."),
        };
    }
    if space::spatial(sheet) {
        return in_space(sheet, text, slot, point);
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

/// `az 30 el 40`, `round C +x`.
fn in_space(
    sheet: &Sheet,
    text: &str,
    slot: &str,
    point: impl Fn(&str) -> Result<String, Vec<Problem>>,
) -> Result<Direction, Vec<Problem>> {
    if let Some(rest) = text.strip_prefix("round ") {
        // Points may have spaces in their names.
        let named = sheet.points.keys().filter_map(|name| {
            let axis = rest.trim().strip_prefix(name.as_str())?;
            axis.starts_with(' ').then_some((name.as_str(), axis))
        });
        let known = named.max_by_key(|(name, _)| name.len());
        let Some((name, axis)) = known.or_else(|| rest.trim().split_once(' ')) else {
            return wrong(slot, "Round which axis?", "Type the centre and the axis: round C +x.");
        };
        let round = point(name.trim())?;
        return Ok(Direction::Round { round, axis: Box::new(direction(sheet, axis, slot)?) });
    }
    if let Some(rest) = text.strip_prefix("az ") {
        let (azimuth, elevation) = match rest.split_once("el") {
            Some((azimuth, elevation)) => (azimuth, Some(kept(elevation, Dimension::ANGLE, slot)?)),
            None => (rest, None),
        };
        return Ok(Direction::Angles { azimuth: kept(azimuth, Dimension::ANGLE, slot)?, elevation });
    }
    let words = ["up", "down", "+x", "-x", "+y", "-y", "+z", "-z"];
    let cure = match nearest(text, words) {
        Some(word) => format!("Perhaps \"{word}\" is meant."),
        None => "Type +x ... -z, up, down, 3; -4; 2, \"to C\", \"az 30 el 40\" or \"round C +x\".".into(),
    };
    wrong(slot, format!("\"{text}\" is not a direction in space."), cure)
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
    if TAKEN.contains(&text) || WORDS.contains(&text) {
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
