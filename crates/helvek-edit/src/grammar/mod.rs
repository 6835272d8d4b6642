//! The one grammar of slots: directions, places and lists, read as trees and printed again.
//!
//! A tree knows no sheet: a name is a piece of text until an edit looks for it, and so is a size until its slot says of what kind it has to
//! be ([`units`](helvek_sheet::units) reads those). Names may hold blanks and signs; where they are followed by something the known ones
//! are given, and the longest that fits is taken.

pub(crate) mod direction;
pub(crate) mod joint;
pub(crate) mod list;
pub(crate) mod place;
pub(crate) mod rope;
pub(crate) mod written;

use winnow::combinator::{eof, opt, preceded, repeat_till, separated};
use winnow::error::ContextError;
use winnow::prelude::*;
use winnow::token::{any, rest, take_till, take_until};

/// The rest of the text, without the blanks around it.
fn left<'a>(input: &mut &'a str) -> winnow::Result<&'a str> {
    rest.map(str::trim).parse_next(input)
}

/// The texts before a mark and behind it, without the blanks around them.
fn parted<'a>(mark: &'static str) -> impl Parser<&'a str, (&'a str, &'a str), ContextError> {
    (take_until(0.., mark).map(str::trim), preceded(mark, left))
}

/// The text before a mark, and the one behind it if there is one.
fn before<'a>(mark: &'static str) -> impl Parser<&'a str, (&'a str, Option<&'a str>), ContextError> {
    move |input: &mut &'a str| match opt(parted(mark)).parse_next(input)? {
        Some((before, behind)) => Ok((before, Some(behind))),
        None => Ok((left(input)?, None)),
    }
}

/// Several with a mark between them.
fn each<'a>(mark: char) -> impl Parser<&'a str, Vec<&'a str>, ContextError> {
    separated(1.., take_till(0.., mark).map(str::trim), mark)
}

/// The longest of the known names with which the text begins and behind which something fitting comes.
fn known<'a>(names: &[&str], fits: impl Fn(&str) -> bool) -> impl Parser<&'a str, &'a str, ContextError> {
    move |input: &mut &'a str| {
        let behind = |name: &&&str| input.strip_prefix(**name).is_some_and(&fits);
        let longest = names.iter().filter(behind).map(|name| name.len()).max();
        winnow::token::take(longest.ok_or_else(ContextError::new)?).parse_next(input)
    }
}

/// A blank behind a name, and then something.
fn blank(behind: &str) -> bool {
    behind.starts_with(char::is_whitespace)
}

/// One of the words at the end, and what stands before it.
fn ending<'a>(words: &'static [&'static str]) -> impl Parser<&'a str, (&'a str, &'a str), ContextError> {
    move |input: &mut &'a str| {
        let word = |input: &mut &'a str| {
            let found = words.iter().find(|word| *input == **word);
            winnow::token::take(found.ok_or_else(ContextError::new)?.len()).parse_next(input)
        };
        let whole = *input;
        let (_, word): ((), &str) =
            repeat_till(0.., any, (word, eof).map(|(word, _)| word)).parse_next(input)?;
        Ok((whole[..whole.len() - word.len()].trim(), word))
    }
}

/// The tree of a text that is read to its end.
fn read<'a, T>(parser: impl Parser<&'a str, T, ContextError>, text: &'a str) -> Option<T> {
    let mut parser = parser;
    parser.parse(text.trim()).ok()
}

#[cfg(test)]
mod tests;
