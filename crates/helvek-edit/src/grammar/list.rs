//! Lists with their parts: the forces of a train `6, 9 @ 2.4`, a sum of load cases `1.35 permanent - 0.5 wind`, the plates of a pin
//! `ground 5, crank 8 edge 20 in larch`.

use super::written::{optional, quantity};
use super::{before, each, parted, read};
use helvek_sheet::sheet::{Axle, Plate};
use helvek_sheet::units::{Dimension, parse_quantity};
use winnow::combinator::{alt, eof, not, opt, repeat};
use winnow::prelude::*;
use winnow::token::{one_of, take_till, take_while};

/// Reads several with commas between them.
pub(crate) fn commas(text: &str) -> Vec<&str> {
    read(each(','), text).unwrap_or_default()
}

/// Reads several with semicolons between them.
pub(crate) fn semicolons(text: &str) -> Vec<&str> {
    read(each(';'), text).unwrap_or_default()
}

/// Reads names with blanks or commas between them.
pub(crate) fn names(text: &str) -> Vec<&str> {
    let one = (take_while(1.., NAME), take_till(0.., NAME)).map(|(name, _)| name);
    read((take_till(0.., NAME), repeat(0.., one)).map(|(_, names)| names), text).unwrap_or_default()
}

const NAME: fn(char) -> bool = |c| !matches!(c, ',' | ' ');

/// Reads a size and what stands behind its `@`: of a force in a train how far it is behind the one before, of a pull its direction.
pub(crate) fn placed(text: &str) -> (&str, Option<&str>) {
    read(before("@"), text).unwrap_or((text, None))
}

/// The forces of a train, as they are read again.
pub(crate) fn axles(of: &[Axle]) -> String {
    let one = |axle: &Axle| match &axle.gap {
        None => quantity(&axle.size),
        Some(gap) => format!("{} @ {}", quantity(&axle.size), quantity(gap)),
    };
    of.iter().map(one).collect::<Vec<_>>().join(", ")
}

/// A case in a sum.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Term<'a> {
    /// −1 where it is taken away.
    pub(crate) sign: f64,
    /// Its factor, empty where it is 1.
    pub(crate) factor: &'a str,
    pub(crate) case: &'a str,
}

/// Reads a sum of load cases, each with its factor. A case may be called by a number: `1.35 1`; alone `1` is that case.
pub(crate) fn sum(text: &str) -> Vec<Term<'_>> {
    const SIGNS: [char; 3] = ['+', '-', '−'];
    fn factor<'a>(input: &mut &'a str) -> winnow::Result<(&'a str, &'a str)> {
        let number = take_while(1.., |c: char| c.is_ascii_digit() || c == '.');
        let times = take_while(0.., ['*', '·', '×', ' ']);
        let case = take_till(1.., SIGNS).map(str::trim).verify(|case: &str| !case.is_empty());
        (number, times, case).map(|(number, _, case)| (number, case)).parse_next(input)
    }
    fn term<'a>(input: &mut &'a str) -> winnow::Result<Option<Term<'a>>> {
        let case = take_till(0.., SIGNS).map(|case: &str| ("", case.trim()));
        let sign = opt(one_of(SIGNS)).map(|sign| if matches!(sign, Some('-' | '−')) { -1.0 } else { 1.0 });
        let blanks = take_while(0.., char::is_whitespace);
        let (_, sign, _, (factor, case)) = (not(eof), sign, blanks, alt((factor, case))).parse_next(input)?;
        Ok((!case.is_empty()).then_some(Term { sign, factor, case }))
    }
    let terms = repeat(0.., term).fold(Vec::new, |mut terms, found| {
        terms.extend(found);
        terms
    });
    read(terms, text).unwrap_or_default()
}

/// A sum of load cases, as [`sum`] reads it.
pub(crate) fn printed_sum<'a>(factors: impl Iterator<Item = (&'a String, &'a f64)>) -> String {
    let mut text = String::new();
    for (i, (case, factor)) in factors.enumerate() {
        text += match (i, *factor < 0.0) {
            (0, true) => "-",
            (0, false) => "",
            (_, true) => " - ",
            (_, false) => " + ",
        };
        text += &format!("{} {case}", factor.abs());
    }
    text
}

/// A plate of a pin as it was typed.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct PlateText<'a> {
    /// The member it is part of.
    pub(crate) of: &'a str,
    pub(crate) thickness: &'a str,
    pub(crate) edge: Option<&'a str>,
    pub(crate) material: Option<&'a str>,
}

/// Reads a plate. The name may hold blanks: it ends where a length begins that leads to the end, the edge or the material.
pub(crate) fn plate(text: &str) -> Option<PlateText<'_>> {
    // The last one: before it stand inches, and no material is called `edge 20`.
    let (text, material) = match text.rsplit_once(" in ") {
        Some((plate, material)) if !material.trim_start().starts_with("edge ") => {
            (plate.trim(), Some(material.trim()))
        }
        _ => (text, None),
    };
    let (text, edge) = read(parted(" edge "), text).map_or((text, None), |(plate, edge)| (plate, Some(edge)));
    let length = |text: &&str| {
        let starts = text.starts_with(|c: char| c.is_ascii_digit() || c == '.');
        let parsed = starts.then(|| parse_quantity(text).ok()).flatten();
        parsed.is_some_and(|q| q.unit.is_none_or(|unit| unit.dimension == Dimension::LENGTH))
    };
    let split = |(at, _): (usize, &str)| (text[..at].trim(), text[at..].trim());
    let (of, thickness) = text.match_indices(' ').map(split).find(|(_, rest)| length(rest))?;
    Some(PlateText { of, thickness, edge, material })
}

/// The plates of a pin, as [`plate`] reads them.
pub(crate) fn plates(of: &[Plate]) -> String {
    let one = |plate: &Plate| {
        let behind = |word: &str, of: String| if of.is_empty() { of } else { format!(" {word} {of}") };
        let edge = behind("edge", optional(plate.edge.as_ref()));
        let material = behind("in", plate.material.clone().unwrap_or_default());
        format!("{} {}{edge}{material}", plate.of, quantity(&plate.thickness))
    };
    of.iter().map(one).collect::<Vec<_>>().join(", ")
}
