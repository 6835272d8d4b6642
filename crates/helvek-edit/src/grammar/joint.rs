//! Joints that bars run through: `A`, `2;1`, `+2;1`, `2@60`, `A+2;1`, `A/B`; several at once: `B..F`; bars by their ends: `A-B`.

use super::place::coordinates;
use super::{known, left, parted, read};
use winnow::combinator::{alt, opt, preceded};
use winnow::prelude::*;

/// A joint as it was typed, where it is no name.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Joint<'a> {
    /// Half-way between two points.
    Half(&'a str, &'a str),
    /// So far from somewhere.
    From(Origin<'a>, Step<'a>),
}

/// The joint from which a new one is measured.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) enum Origin<'a> {
    /// The origin of the sheet.
    Zero,
    /// The joint before.
    Before,
    /// A point by name.
    Point(&'a str),
}

/// The step from it: a distance and a direction.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Step<'a> {
    /// `2;1`
    Parts(Vec<&'a str>),
    /// `2@60`: a length and its slope.
    Polar(&'a str, &'a str),
    /// Neither.
    Other(&'a str),
}

/// Reads a joint; `points` are the known names.
pub(crate) fn joint<'a>(token: &'a str, points: &[&str]) -> Option<Joint<'a>> {
    let half = parted("/").verify(|(a, b)| points.contains(a) && points.contains(b));
    let named = (known(points, |behind| behind.starts_with('+')), preceded('+', step));
    let relative = (opt('+'), step).map(|(plus, step)| {
        let before = plus.is_some() || matches!(step, Step::Polar(..));
        Joint::From(if before { Origin::Before } else { Origin::Zero }, step)
    });
    let trees = alt((
        half.map(|(a, b)| Joint::Half(a, b)),
        named.map(|(name, step)| Joint::From(Origin::Point(name), step)),
        relative,
    ));
    read(trees, token)
}

fn step<'a>(input: &mut &'a str) -> winnow::Result<Step<'a>> {
    alt((
        coordinates.map(Step::Parts),
        parted("@").map(|(length, slope)| Step::Polar(length, slope)),
        left.map(Step::Other),
    ))
    .parse_next(input)
}

/// Reads the ends of a row of joints, `B..F`.
pub(crate) fn row(text: &str) -> Option<(&str, &str)> {
    read(parted(".."), text)
}

/// Reads the ends of a bar, `A-B`.
pub(crate) fn ends(text: &str) -> Option<(&str, &str)> {
    read(parted("-"), text)
}
