//! A piece of text or mathematics, in the three forms it is needed in.

use helvek_core::equilibrium::Symbol;
use schemars::JsonSchema;
use serde::Serialize;

/// A piece of a line. `latex` is missing where plain text is meant.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct Fragment {
    /// For text output and for reading aloud.
    pub text: String,
    /// For typesetting.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub latex: Option<String>,
}

impl Fragment {
    /// Plain words.
    pub fn words(text: impl Into<String>) -> Self {
        Self { text: text.into(), latex: None }
    }

    /// Mathematics.
    pub fn math(text: impl Into<String>, latex: impl Into<String>) -> Self {
        Self { text: text.into(), latex: Some(latex.into()) }
    }

    /// A symbol such as A_x.
    pub fn symbol(symbol: &Symbol) -> Self {
        Self::math(symbol.to_string(), latex_symbol(symbol))
    }
}

/// `A_{x}`; long names are set upright, single letters in italics, as is usual.
pub fn latex_symbol(symbol: &Symbol) -> String {
    if symbol.index.is_empty() {
        latex_name(&symbol.base)
    } else {
        format!("{}_{{{}}}", latex_name(&symbol.base), latex_name(&symbol.index))
    }
}

/// A name as it is set: upright, unless it is a single letter.
pub fn latex_name(name: &str) -> String {
    if name.chars().count() == 1 { escape(name) } else { format!("\\mathrm{{{}}}", escape(name)) }
}

/// A name may hold anything; none of it may be taken for a command.
pub fn escape(text: &str) -> String {
    let mut escaped = String::with_capacity(text.len());
    for c in text.chars() {
        match c {
            '\\' => escaped.push_str("\\backslash "),
            '{' | '}' | '_' | '%' | '&' | '#' | '$' => {
                escaped.push('\\');
                escaped.push(c);
            }
            '^' => escaped.push_str("\\hat{}"),
            '~' => escaped.push_str("\\sim "),
            ' ' => escaped.push_str("\\ "),
            _ => escaped.push(c),
        }
    }
    escaped
}

/// A unit: `\mathrm{kN{\cdot}m}`.
pub fn latex_unit(symbol: &str) -> String {
    format!("\\mathrm{{{}}}", symbol.replace('·', "{\\cdot}").replace('²', "^2").replace('°', "^{\\circ}"))
}
