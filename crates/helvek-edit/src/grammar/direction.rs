//! Directions: `down`, `210`, `30 from -y cw`, `to C`, `A to C`, `away from C`, `3; -4`; in space `3; -4; 2`, `az 30 el 40`, `round C +x`.

use super::written::{quantity, word};
use super::{blank, each, known, left, parted, read};
use helvek_sheet::sheet::Direction;
use winnow::combinator::{alt, cond, opt, preceded, separated_pair};
use winnow::prelude::*;
use winnow::token::{take_till, take_until};

/// Every direction that is one word.
pub(crate) const WORDS: &[&str] =
    &["up", "down", "left", "right", "normal", "along", "+x", "-x", "+y", "-y", "+z", "-z"];

/// A direction as it was typed.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Way<'a> {
    /// `down`
    Word(&'a str),
    /// `to C`
    To(&'a str),
    /// `A to C`
    Between(&'a str, &'a str),
    /// `away from C`
    AwayFrom(&'a str),
    /// `30 from -y cw`: the angle, the axis, the turn.
    From(&'a str, &'a str, Option<&'a str>),
    /// `3; -4`
    Parts(Vec<&'a str>),
    /// `round C +x`: the centre and the axis; in space.
    Round(&'a str, Option<&'a str>),
    /// `az 30 el 40`; in space.
    Angles(&'a str, Option<&'a str>),
    /// Something else: in the plane an angle.
    Angle(&'a str),
}

/// Reads a direction; `points` are the names that may stand before an axis, `spatial` where there are three coordinates.
pub(crate) fn way<'a>(text: &'a str, points: &[&str], spatial: bool) -> Option<Way<'a>> {
    let round = |input: &mut &'a str| {
        preceded(
            "round ",
            (alt((known(points, blank), take_till(1.., ' '))).map(str::trim), opt(preceded(' ', left))),
        )
        .parse_next(input)
    };
    let word = |input: &mut &'a str| left.verify(|text: &str| WORDS.contains(&text)).parse_next(input);
    let from = (take_till(1.., ' '), opt(preceded(' ', left)));
    let of_space = alt((
        round.map(|(centre, axis)| Way::Round(centre, axis)),
        preceded("az ", super::before("el")).map(|(azimuth, elevation)| Way::Angles(azimuth, elevation)),
    ));
    let of_points = alt((
        preceded("to ", left).map(Way::To),
        parted(" to ").map(|(a, b)| Way::Between(a, b)),
        preceded("away from ", left).map(Way::AwayFrom),
    ));
    let measured = alt((
        separated_pair(take_until(0.., " from ").map(str::trim), " from ", from)
            .map(|(angle, (axis, turn))| Way::From(angle, axis, turn)),
        each(';').verify(|parts: &Vec<_>| parts.len() > 1).map(Way::Parts),
    ));
    let spatial = cond(spatial, of_space).verify_map(|of| of);
    read(alt((word.map(Way::Word), spatial, of_points, measured, left.map(Way::Angle))), text)
}

/// A direction as [`way`] reads it again.
pub(crate) fn printed(of: &Direction) -> String {
    match of {
        Direction::Angle(angle) => angle.to_string(),
        Direction::Text(text) => text.clone(),
        Direction::Vector(parts) => parts.iter().map(f64::to_string).collect::<Vec<_>>().join("; "),
        Direction::Toward { toward } => format!("to {toward}"),
        Direction::AwayFrom { away_from } => format!("away from {away_from}"),
        Direction::Between { between: [from, to] } => format!("{from} to {to}"),
        Direction::Angles { azimuth, elevation } => {
            let elevation = elevation.as_ref().map(|of| format!(" el {}", quantity(of)));
            format!("az {}{}", quantity(azimuth), elevation.unwrap_or_default())
        }
        Direction::Round { round, axis } => format!("round {round} {}", printed(axis)),
        Direction::From { angle, from, turn } => format!("{} from {from} {}", quantity(angle), word(*turn)),
    }
}

/// A direction, or what is usual.
pub(crate) fn printed_or(of: Option<&Direction>, usual: &str) -> String {
    of.map_or_else(|| usual.to_owned(), printed)
}
