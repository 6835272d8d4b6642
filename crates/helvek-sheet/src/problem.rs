//! What is wrong with a sheet: the place, the thing, and the cure.

use schemars::JsonSchema;
use serde::Serialize;
use std::fmt;

/// One thing wrong in a sheet. All problems of a sheet are collected; none hides another.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct Problem {
    /// The reason of the refusal.
    pub kind: ProblemKind,
    /// The path in the sheet: `loads[2].size`; empty for the sheet as a whole.
    pub path: String,
    /// The place in the text, when it was read from text.
    pub position: Option<Position>,
    /// The fault, naming the thing.
    pub message: String,
    /// The cure.
    pub cure: String,
}

/// The kinds of problem.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ProblemKind {
    /// The text is not TOML or JSON.
    Syntax,
    /// A key nobody knows, or a value of the wrong sort.
    Form,
    /// A quantity of the wrong dimension, not finite, or not readable.
    Quantity,
    /// A name that is not there, or is there twice.
    Name,
    /// The parts do not fit together: zero length, nothing to act on.
    Sense,
    /// Part of the format, but this version does not solve it.
    NotYet,
    /// Not one itself: how many more there are than were named.
    More,
}

/// Problems as they are found: the first of them are named, the others counted, so that a text that is wrong everywhere costs no more than one
/// that is wrong in places.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Problems {
    named: Vec<Problem>,
    more: usize,
}

impl Problems {
    /// The most that are named.
    const MOST: usize = 100;

    /// One more; beyond the most that are named it is only counted.
    pub fn push(&mut self, problem: Problem) {
        if !self.passed_over() {
            self.named.push(problem);
        }
    }

    /// True when one more would not be named. It is counted then: whoever asks need not find the words for it.
    pub fn passed_over(&mut self) -> bool {
        let full = self.named.len() >= Self::MOST;
        self.more += usize::from(full);
        full
    }

    /// Those that are named.
    pub fn named(&self) -> &[Problem] {
        &self.named
    }

    /// Drops the others of those that are named.
    pub fn retain(&mut self, keep: impl Fn(&Problem) -> bool) {
        self.named.retain(keep);
    }

    /// As [`Problems::named`], to be changed.
    pub fn named_mut(&mut self) -> &mut [Problem] {
        &mut self.named
    }

    /// These, then others.
    pub fn and(mut self, others: Self) -> Self {
        self.more += others.more;
        for problem in others.named {
            self.push(problem);
        }
        self
    }

    /// In the order of the text, with a last one that says how many more there are.
    pub fn told(&self) -> Vec<Problem> {
        let mut told = self.named.clone();
        in_order_of_the_text(&mut told);
        if self.more > 0 {
            let message = format!("And {} more.", self.more);
            told.push(Problem::new(ProblemKind::More, "", message, "Mend these first."));
        }
        told
    }
}

/// A place in a text; both count from 1, columns in characters.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, JsonSchema)]
pub struct Position {
    /// Line, from 1.
    pub line: u32,
    /// Character in the line, from 1.
    pub column: u32,
}

impl Position {
    /// The position of byte `offset` in `text`; the end of the text for an offset beyond it.
    pub fn of(text: &str, offset: usize) -> Self {
        let end = (0..=offset.min(text.len())).rev().find(|&i| text.is_char_boundary(i)).unwrap_or(0);
        let before = &text[..end];
        let line_start = before.rfind('\n').map_or(0, |i| i + 1);
        let count = |n: usize| u32::try_from(n).unwrap_or(u32::MAX);
        Self {
            line: count(before.matches('\n').count() + 1),
            column: count(before[line_start..].chars().count() + 1),
        }
    }
}

impl Problem {
    /// A problem at `path`, without a position in a text.
    pub fn new(
        kind: ProblemKind,
        path: impl Into<String>,
        message: impl Into<String>,
        cure: impl Into<String>,
    ) -> Self {
        Self { kind, path: path.into(), position: None, message: message.into(), cure: cure.into() }
    }
}

impl fmt::Display for Problem {
    /// `12:8: loads[2].size: "12 kg" is a mass where a force belongs. Write ...`
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        if let Some(at) = self.position {
            write!(f, "{}:{}: ", at.line, at.column)?;
        }
        if !self.path.is_empty() {
            write!(f, "{}: ", self.path)?;
        }
        write!(f, "{} {}", self.message, self.cure)
    }
}

/// Sorts problems by their place; what is missing altogether has none and comes last.
pub fn in_order_of_the_text(problems: &mut [Problem]) {
    problems.sort_by_key(|p| (p.position.is_none(), p.position));
}

/// `name` or nothing: the one of `known` that is nearest to `wrong`, when it is near enough to be a slip of the hand.
pub fn nearest<'a>(wrong: &str, known: impl IntoIterator<Item = &'a str>) -> Option<&'a str> {
    known
        .into_iter()
        .inspect(|k| helvek_numbers::budget::spend(1 + wrong.len() * k.len() / 100))
        .map(|k| (strsim::damerau_levenshtein(&wrong.to_lowercase(), &k.to_lowercase()), k))
        .filter(|(distance, k)| *distance <= 1 + k.chars().count() / 3)
        .min_by_key(|(distance, _)| *distance)
        .map(|(_, k)| k)
}

/// As a sentence begins with it.
pub fn capital(words: &str) -> String {
    let mut letters = words.chars();
    letters.next().map(|first| first.to_uppercase().chain(letters).collect()).unwrap_or_default()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn positions_count_characters_not_bytes() {
        let text = "a = 1\nµµ = ?\n";
        assert_eq!(Position::of(text, text.find('?').unwrap()), Position { line: 2, column: 6 });
        assert_eq!(Position::of(text, 10_000), Position { line: 3, column: 1 });
    }

    #[test]
    fn a_slip_of_the_hand_finds_its_name_and_nonsense_does_not() {
        let known = ["supports", "loads", "points"];
        assert_eq!(nearest("suports", known), Some("supports"));
        assert_eq!(nearest("Load", known), Some("loads"));
        assert_eq!(nearest("xylophone", known), None);
    }
}
