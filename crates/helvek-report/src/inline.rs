//! Pieces of lines: words and formulas.

use crate::formula::{Formula, Symbol};
use helvek_core::equilibrium;
use schemars::JsonSchema;
use serde::Serialize;
use std::fmt;

/// A piece of a line.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Inline {
    /// Plain words, with the spaces they need.
    Words(String),
    /// Mathematics.
    Formula(Formula),
}

impl Inline {
    /// Plain words.
    pub fn words(text: impl Into<String>) -> Self {
        Self::Words(text.into())
    }

    /// An unknown such as A_x.
    pub fn symbol(symbol: &equilibrium::Symbol) -> Self {
        Self::Formula(Symbol::unknown(symbol, None).into())
    }
}

impl fmt::Display for Inline {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Words(words) => f.write_str(words),
            Self::Formula(formula) => formula.fmt(f),
        }
    }
}

impl From<Formula> for Inline {
    fn from(formula: Formula) -> Self {
        Self::Formula(formula)
    }
}

impl From<&str> for Inline {
    fn from(words: &str) -> Self {
        Self::words(words)
    }
}

/// A line as plain text.
pub fn line_text(line: &[Inline]) -> String {
    line.iter().map(Inline::to_string).collect()
}
