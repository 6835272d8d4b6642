//! The verification that is published as `docs/verification.md`: problems with a closed form that is derived there, beside what the
//! application answers.
//!
//! The cases are the files of `verification/`. A closed form is evaluated as it is printed, from what is given; the answer is looked up in what
//! `helvek solve --format json` prints.

pub mod closed_form;
mod page;

pub use page::page;

use closed_form::Symbols;
use helvek_core::sheet::{self, Syntax};
use helvek_core::{answers, model, solution};
use indexmap::IndexMap;
use serde::Deserialize;
use serde_json::Value;

/// Cases of one kind.
#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Chapter {
    /// Its heading.
    pub title: String,
    /// In order.
    pub cases: Vec<Case>,
}

/// A problem that has a closed form.
#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Case {
    /// Its heading.
    pub title: String,
    /// In words, with the symbols of what is given.
    pub problem: String,
    /// Each symbol as it is given, with its unit: `P = "10 kN"`.
    pub given: IndexMap<String, String>,
    /// In order: sentences, and steps `M_B = −w·L²/8` that define a symbol.
    pub derivation: Vec<String>,
    /// What is compared.
    pub values: Vec<Compared>,
    /// As it is typed, TOML without its format line.
    pub sheet: String,
    /// The largest difference that is no fault, of the closed form: only where the answer is no closed form itself; with the reason.
    #[serde(default)]
    pub within: Option<Within>,
}

/// A difference that is expected.
#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Within {
    /// Of the closed form.
    pub relative: f64,
    /// Why there is one.
    pub because: String,
}

/// A value beside its closed form.
#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Compared {
    /// A step: `B_y = P·a/L`.
    pub is: String,
    /// Of the value.
    #[serde(default)]
    pub unit: String,
    /// Where it stands in the answers: keys, places in lists, or what an entry of a list has (`A&shear`), between `/`.
    pub at: String,
}

/// A value compared.
pub struct Found {
    /// By the closed form.
    pub expected: f64,
    /// By the application.
    pub got: f64,
    /// Of the closed form; of the largest value of the case where that is nothing.
    pub difference: f64,
}

/// The text of all chapters, in order.
const CHAPTERS: [&str; 4] = [
    include_str!("../../verification/plane.toml"),
    include_str!("../../verification/space.toml"),
    include_str!("../../verification/stiffness.toml"),
    include_str!("../../verification/strength.toml"),
];

/// All chapters.
pub fn chapters() -> Vec<Chapter> {
    CHAPTERS.iter().map(|text| toml::from_str(text).unwrap_or_else(|wrong| panic!("{wrong}"))).collect()
}

/// The answer at a place of the answers.
fn look_up<'a>(answers: &'a Value, at: &str) -> Option<&'a Value> {
    at.split('/').try_fold(answers, |value, key| match value {
        Value::Array(list) => match key.parse::<usize>() {
            Ok(index) => list.get(index),
            Err(_) => list.iter().find(|entry| has(entry, key)),
        },
        _ => value.get(key),
    })
}

/// True when an entry has each of these texts or numbers, with `&` between them, in some field.
fn has(entry: &Value, texts: &str) -> bool {
    let is = |field: &Value, text: &str| {
        field == text || text.parse().is_ok_and(|number: u64| field.as_u64() == Some(number))
    };
    let fields = entry.as_object();
    fields.is_some_and(|fields| texts.split('&').all(|text| fields.values().any(|field| is(field, text))))
}

/// A step taken apart: its symbol and its form. Sentences end with a stop.
fn step(text: &str) -> Option<(&str, &str)> {
    let step = text.split_once(" = ").filter(|(symbol, _)| closed_form::is_symbol(symbol));
    step.filter(|_| !text.ends_with(['.', ':']))
}

impl Case {
    /// Every symbol that is given or derived.
    fn symbols(&self) -> Result<Symbols, String> {
        let mut known = Symbols::new();
        for (symbol, given) in &self.given {
            let number = given.split([' ', '°']).next().unwrap_or_default().replace('−', "-");
            let number = number.parse().map_err(|_| format!("{symbol} = {given} is no number"))?;
            known.insert(symbol.clone(), number);
        }
        for (symbol, form) in self.derivation.iter().filter_map(|line| step(line)) {
            let value = closed_form::value(form, &known)?;
            known.insert(symbol.to_owned(), value);
        }
        Ok(known)
    }

    /// Solves it and compares.
    pub fn compare(&self) -> Result<Vec<Found>, String> {
        let text = format!("format = \"helvek-sheet/1\"\n{}", self.sheet);
        let built = model::build(&sheet::read(&text, Syntax::Toml));
        if let Some(problem) = built.problems.first() {
            return Err(format!("{}: {problem:?}", self.title));
        }
        let answers = answers::answers(&solution::solve(built.model));
        let answers = serde_json::to_value(&answers).map_err(|wrong| wrong.to_string())?;
        let mut known = self.symbols().map_err(|what| format!("{}: {what}", self.title))?;
        let mut pairs = Vec::new();
        for compared in &self.values {
            let wrong = |what: &str| format!("{}, {}: {what}", self.title, compared.is);
            let (symbol, form) = step(&compared.is).ok_or_else(|| wrong("no step"))?;
            let expected = closed_form::value(form, &known).map_err(|what| wrong(&what))?;
            known.insert(symbol.to_owned(), expected);
            let got = look_up(&answers, &compared.at).and_then(Value::as_f64);
            pairs.push((expected, got.ok_or_else(|| wrong(&format!("no number at {}", compared.at)))?));
        }
        let largest = pairs.iter().map(|(expected, _)| expected.abs()).fold(0.0, f64::max);
        let scale = |expected: f64| if expected.abs() > 1e-9 * largest { expected.abs() } else { largest };
        Ok(pairs
            .into_iter()
            .map(|(expected, got)| Found {
                expected,
                got,
                difference: (got - expected).abs() / scale(expected),
            })
            .collect())
    }
}
