//! The things a rope runs over: `A`, `P cw`, `40 kg`, `200 N @ left`, `A pin`, `A jib`.

use super::written::{quantity, word};
use super::{blank, direction, known, left, list, read};
use helvek_sheet::sheet::{Quantity, RopeStop};
use winnow::combinator::{alt, eof};
use winnow::prelude::*;
use winnow::token::one_of;

/// A stop of a rope as it was typed.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Stop<'a> {
    /// A pulley, and the sense round it.
    Wheel(&'a str, Option<&'a str>),
    /// A point, and what it is fastened to there.
    End(&'a str, Option<&'a str>),
    /// A mass that hangs, or a pull with its direction.
    Pull(&'a str, Option<&'a str>),
}

/// Reads a stop; a pulley goes before a point of the same name.
pub(crate) fn stop<'a>(token: &'a str, pulleys: &[&str], points: &[&str]) -> Option<Stop<'a>> {
    let ends = |behind: &str| behind.is_empty() || blank(behind);
    let behind = || alt((eof.map(|_| None), left.map(Some)));
    let size = (one_of(['?', '.', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9']), left).take();
    let trees = alt((
        (known(pulleys, ends), behind()).map(|(name, turn)| Stop::Wheel(name, turn)),
        (known(points, ends), behind()).map(|(at, on)| Stop::End(at, on)),
        size.map(list::placed).map(|(size, direction)| Stop::Pull(size, direction)),
    ));
    read(trees, token)
}

/// The way of a rope, as [`stop`] reads it: `A, wheel cw, 60 kg`.
pub(crate) fn printed(path: &[RopeStop], mass_unit: &str) -> String {
    let stop = |stop: &RopeStop| match stop {
        RopeStop::Over { over, turn } => format!("{over} {}", word(*turn)),
        RopeStop::Mass { mass: mass @ Quantity::Number(_) } => format!("{} {mass_unit}", quantity(mass)),
        RopeStop::Mass { mass } => quantity(mass),
        RopeStop::Pull { pull, direction: way } => {
            format!("{} @ {}", quantity(pull), direction::printed(way))
        }
        RopeStop::Body { body, at } => format!("{at} {body}"),
        RopeStop::Ground { at } => format!("{at} ground"),
    };
    path.iter().map(stop).collect::<Vec<_>>().join(", ")
}
