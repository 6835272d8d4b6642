//! The document that is read from top to bottom: chapters of lines, equations and tables. Text, Markdown and the page print the same one.

use crate::formula::{Formula, Number};
use crate::inline::Inline;
use crate::lines::{AxisMark, PageTerm};
use helvek_core::id::Id;
use schemars::JsonSchema;
use serde::Serialize;

/// A chapter under its title.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Chapter {
    /// Its subject.
    pub part: Part,
    /// Empty for a chapter without one.
    pub title: String,
    /// From top to bottom.
    pub blocks: Vec<Block>,
}

/// The subject of a chapter.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Part {
    /// The outcome, and what would hold it.
    Verdict,
    /// All that is given, asked and assumed, and the free bodies.
    Head,
    /// Quantities that were written in other units.
    Units,
    /// All that is seen before any equation is written.
    Inspection,
    /// Tipping and sliding.
    Stability,
    /// A step of the working, from 1.
    Step(usize),
    /// Internal forces at a place that is asked.
    Cut,
    /// Equations that were not used.
    Checks,
    /// Stiffness, and the methods by hand.
    Stiffness,
    /// The bars with their limits.
    Members,
    /// N, V and M.
    Inside,
    /// The least and the greatest over combinations.
    Ranges,
    /// The same under a train of forces.
    Moving,
    /// Everything that has a limit, ranked.
    Strength,
    /// The growth of loads up to their limits.
    Limits,
    /// The answers to what was asked.
    Asked,
    /// Everything worth a second look.
    Warnings,
    /// The test of the solution, and the usual caution.
    Closing,
}

/// A piece of a chapter.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Block {
    /// A line of words and formulas.
    Line(Line),
    /// A sum that vanishes.
    Equation(Equation),
    /// A table.
    Table(Table),
}

/// The purpose of a line.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Role {
    /// One of several that stand for themselves.
    #[default]
    Item,
    /// It goes on behind the title of its chapter.
    RunIn,
    /// It names what follows it.
    Heading,
    /// The reason for a step.
    Reason,
    /// Part of a working.
    Working,
    /// The result of a step.
    Result,
    /// A cure, in the order of the answers' cures.
    Cure,
    /// It says in small what holds for all.
    Caution,
}

/// A line of words and formulas.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Line {
    /// Its purpose.
    pub role: Role,
    /// The steps by which it is indented below its chapter, from 0.
    #[serde(skip_serializing_if = "is_zero")]
    #[schemars(default)]
    pub level: u8,
    /// The thing it is about, before a colon; empty for none.
    #[serde(skip_serializing_if = "String::is_empty")]
    #[schemars(default)]
    pub lead: String,
    /// Its words.
    pub says: Vec<Inline>,
    /// A remark, behind it in brackets; empty for none.
    #[serde(skip_serializing_if = "String::is_empty")]
    #[schemars(default)]
    pub note: String,
    /// The mark on the drawing it stands for; null where nothing does.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub of: Option<Id>,
}

/// A sum that vanishes.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Equation {
    /// The sum, its terms not yet added up.
    pub sum: Formula,
    /// Its terms, each with its sign.
    pub terms: Vec<PageTerm>,
    /// Of an equation in which everything is known: what it comes to, and whether that is nothing. Null for one that is solved.
    pub check: Option<Closes>,
    /// The unit of its numbers.
    pub unit: String,
    /// As printed it differs from its results by what rounding leaves.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    #[schemars(default)]
    pub rounding: bool,
    /// In space: the axis of a moment sum.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub axis: Option<AxisMark>,
}

/// The two sides of an equation in which everything is known.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Closes {
    /// The sum of its terms.
    pub to: Number,
    /// True when that is nothing.
    pub ok: bool,
}

/// A table: the first column names its rows.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Table {
    /// The names of the columns.
    pub head: Vec<Vec<Inline>>,
    /// As many cells as there are columns.
    pub rows: Vec<Vec<Vec<Inline>>>,
}

fn is_zero(level: &u8) -> bool {
    *level == 0
}

impl Chapter {
    /// A chapter of lines that are all alike.
    pub(crate) fn of_items(part: Part, title: &str, lines: impl IntoIterator<Item = String>) -> Self {
        Self { part, title: title.to_owned(), blocks: lines.into_iter().map(Block::item).collect() }
    }

    /// The equations in it.
    pub fn equations(&self) -> impl Iterator<Item = &Equation> {
        self.blocks.iter().filter_map(|block| match block {
            Block::Equation(equation) => Some(equation),
            _ => None,
        })
    }

    /// The lines in it that have a role.
    pub fn lines(&self, role: Role) -> impl Iterator<Item = &Line> {
        self.blocks.iter().filter_map(move |block| match block {
            Block::Line(line) if line.role == role => Some(line),
            _ => None,
        })
    }
}

impl Equation {
    /// True where the symbols say more than the numbers.
    pub fn symbolic(&self) -> bool {
        self.terms.iter().any(|term| term.symbols != term.formula)
    }
}

impl Block {
    /// Words that stand for themselves.
    pub(crate) fn item(words: String) -> Self {
        Line::words(Role::Item, words).into()
    }
}

impl Line {
    /// Plain words.
    pub(crate) fn words(role: Role, words: impl Into<String>) -> Self {
        Self::new(role, vec![Inline::words(words)])
    }

    /// Words and formulas.
    pub(crate) fn new(role: Role, says: Vec<Inline>) -> Self {
        Self { role, says, ..Self::default() }
    }

    /// So far below its chapter.
    pub(crate) fn level(self, level: u8) -> Self {
        Self { level, ..self }
    }

    /// About that.
    pub(crate) fn lead(self, lead: impl Into<String>) -> Self {
        Self { lead: lead.into(), ..self }
    }

    /// With a remark behind it.
    pub(crate) fn note(self, note: impl Into<String>) -> Self {
        Self { note: note.into(), ..self }
    }

    /// Tied to a mark on the drawing.
    pub(crate) fn of(self, of: Option<Id>) -> Self {
        Self { of, ..self }
    }
}

impl From<Line> for Block {
    fn from(line: Line) -> Self {
        Self::Line(line)
    }
}

impl Table {
    /// Plain words in every cell.
    pub(crate) fn of_words(head: &[&str], rows: impl IntoIterator<Item = Vec<String>>) -> Self {
        let cell = |words: String| vec![Inline::Words(words)];
        Self {
            head: head.iter().map(|words| cell((*words).to_owned())).collect(),
            rows: rows.into_iter().map(|row| row.into_iter().map(cell).collect()).collect(),
        }
    }
}
