//! Places: `C`, `C + 0.5`, `C + 1 right - 0.2 up`, `2.5`, `mast 2.5`, `start`, `1.2; 0.8`, `jib 1.2; 0.8`; in space `1.2; 0.8; 0.3`.

use super::direction::WORDS;
use super::{blank, each, ending, known, left, read};
use winnow::combinator::{alt, opt, repeat};
use winnow::prelude::*;
use winnow::token::{any, one_of, take_till};

/// The names a place may begin with.
pub(crate) struct Names<'n> {
    pub(crate) points: &'n [&'n str],
    pub(crate) bodies: &'n [&'n str],
    /// The bodies along which one can measure.
    pub(crate) lines: &'n [&'n str],
}

/// A place as it was typed.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Place<'a> {
    /// Coordinates, riding along with a body.
    At(Option<&'a str>, Vec<&'a str>),
    /// A point and the steps from it.
    From(&'a str, Vec<Step<'a>>),
    /// A length along a body, or along the first one.
    Along(Option<&'a str>, &'a str),
}

/// A step from a point.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Step<'a> {
    /// −1 where it goes back.
    pub(crate) sign: f64,
    /// The shift, with a direction unless it is along the member.
    pub(crate) by: By<'a>,
}

/// A distance, and its direction.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct By<'a> {
    pub(crate) size: &'a str,
    /// One of the words; `None` along the member.
    pub(crate) way: Option<&'a str>,
}

/// Reads a place.
pub(crate) fn place<'a>(text: &'a str, names: &Names<'_>) -> Option<Place<'a>> {
    let signed = |behind: &str| {
        let behind = behind.trim_start();
        behind.is_empty() || behind.starts_with(['+', '-', '−'])
    };
    let at = (opt(known(names.bodies, blank)), coordinates);
    let from = (known(names.points, signed), repeat(0.., step));
    let along = (opt(known(names.lines, blank)), left);
    let trees = alt((
        at.map(|(body, parts)| Place::At(body, parts)),
        from.map(|(point, steps)| Place::From(point, steps)),
        along.map(|(body, station)| Place::Along(body, station)),
    ));
    read(trees, text)
}

/// `1.2; 0.8`
pub(super) fn coordinates<'a>(input: &mut &'a str) -> winnow::Result<Vec<&'a str>> {
    each(';').verify(|parts: &Vec<_>| parts.len() > 1).parse_next(input)
}

/// `+ 1 right`
fn step<'a>(input: &mut &'a str) -> winnow::Result<Step<'a>> {
    const SIGNS: [char; 3] = ['+', '-', '−'];
    let blanks = |input: &mut &'a str| take_till(0.., |c: char| !c.is_whitespace()).parse_next(input);
    // A sign right behind the first is the size's own.
    let said = (opt(any), take_till(0.., SIGNS)).take().map(str::trim);
    let sign = one_of(SIGNS).map(|sign| if sign == '+' { 1.0 } else { -1.0 });
    let (_, sign, _, said) = (blanks, sign, blanks, said).parse_next(input)?;
    Ok(Step { sign, by: by(said) })
}

/// Reads a distance with a direction that is a word: `1 right`; alone it is along the member.
pub(crate) fn by(text: &str) -> By<'_> {
    match read(ending(WORDS), text) {
        Some((size, way)) => By { size, way: Some(way) },
        None => By { size: text.trim(), way: None },
    }
}

/// Reads how far something is moved in the plane or in space: `1.2; 0.8`.
pub(crate) fn shift(text: &str) -> Option<Vec<&str>> {
    read(coordinates, text)
}
