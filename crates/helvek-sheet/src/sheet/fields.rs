//! Reading one table field by field: wrong sorts, unknown keys and missing ones become problems, never stops.

use super::tree::{Node, Value, shortened};
use super::{Choice, Quantity, SpaceKind};
use crate::problem::{Problem, ProblemKind, Problems, nearest};
use std::fmt::{self, Display};

/// The problems found so far.
#[derive(Default)]
pub(in crate::sheet) struct Reader {
    pub(in crate::sheet) problems: Problems,
    /// The sheet is one of space: a place has three coordinates.
    pub(in crate::sheet) space: bool,
}

impl Reader {
    pub(in crate::sheet) fn form(
        &mut self,
        path: impl Display,
        message: impl Into<String>,
        cure: impl Into<String>,
    ) {
        self.problems.push(Problem::new(ProblemKind::Form, path.to_string(), message, cure));
    }

    pub(in crate::sheet) fn not_yet(&mut self, path: &str, what: &str) {
        let message = format!("{what} is part of the format, but not yet solved by this version.");
        self.problems.push(Problem::new(ProblemKind::NotYet, path, message, "Leave it out for now."));
    }

    /// Plane or space.
    pub(in crate::sheet) fn kind(&self) -> SpaceKind {
        if self.space { SpaceKind::Space } else { SpaceKind::Plane }
    }

    /// The problem of a thing that works in the plane only so far.
    pub(in crate::sheet) fn plane_only(&mut self, path: &str) {
        let what = path.rsplit('.').next().unwrap_or(path);
        let message = format!("\"{what}\" is not solved in space by this version.");
        let cure = "Leave it out, or model this part in the plane.";
        self.problems.push(Problem::new(ProblemKind::NotYet, path, message, cure));
    }

    /// The fields of `node`; `None`, with a problem, when it is not a table.
    pub(in crate::sheet) fn table<'r, 'n>(
        &'r mut self,
        node: &'n Node,
        path: &str,
        what: &'static str,
    ) -> Option<Fields<'r, 'n>> {
        match &node.value {
            Value::Table(entries) => {
                Some(Fields { reader: self, path: path.to_owned(), what, entries, known: Vec::new() })
            }
            _ => {
                self.form(
                    path,
                    format!("{what} is a table, not {}.", node.describe()),
                    "Write { key = value, ... }.",
                );
                None
            }
        }
    }

    /// The items of a list; empty, with a problem, when it is not one.
    pub(in crate::sheet) fn list<'n>(&mut self, node: &'n Node, path: &str, of: &str) -> &'n [Node] {
        match &node.value {
            Value::List(items) => items,
            _ => {
                self.form(
                    path,
                    format!("A list of {of} belongs here, not {}.", node.describe()),
                    "Write [ ... ].",
                );
                &[]
            }
        }
    }

    pub(in crate::sheet) fn text(&mut self, node: &Node, path: impl Display) -> Option<String> {
        match &node.value {
            Value::Text(text) => Some(text.clone()),
            _ => {
                self.form(
                    path,
                    format!("A text belongs here, not {}.", node.describe()),
                    "Put it in quotation marks.",
                );
                None
            }
        }
    }

    /// A name that other things refer to: not empty, without line breaks, at most 60 characters.
    pub(in crate::sheet) fn name(&mut self, node: &Node, path: impl Display) -> Option<String> {
        let text = self.text(node, &path)?;
        self.check_name(&text, path).then_some(text)
    }

    pub(in crate::sheet) fn check_name(&mut self, text: &str, path: impl Display) -> bool {
        let good =
            !text.trim().is_empty() && text.chars().count() <= 60 && !text.chars().any(char::is_control);
        if !good {
            self.form(
                path,
                format!("\"{}\" is not a name.", shortened(text)),
                "Use 1 to 60 visible characters.",
            );
        }
        good
    }

    pub(in crate::sheet) fn number(&mut self, node: &Node, path: impl Display) -> Option<f64> {
        match &node.value {
            Value::Number(n) if n.is_finite() => Some(*n),
            Value::Number(n) => {
                let problem = Problem::new(
                    ProblemKind::Quantity,
                    path.to_string(),
                    format!("{n} is not a finite number."),
                    "Write a finite number.",
                );
                self.problems.push(problem);
                None
            }
            _ => {
                self.form(
                    path,
                    format!("A number belongs here, not {}.", node.describe()),
                    "Write a bare number.",
                );
                None
            }
        }
    }

    /// A quantity as written; what it measures is checked when the model is built.
    pub(in crate::sheet) fn quantity(&mut self, node: &Node, path: impl Display) -> Option<Quantity> {
        match &node.value {
            Value::Number(_) => self.number(node, path).map(Quantity::Number),
            Value::Text(text) => Some(Quantity::Text(text.clone())),
            _ => {
                let message = format!("A quantity belongs here, not {}.", node.describe());
                self.form(path, message, "Write a number, or a text with a unit such as \"250 mm\".");
                None
            }
        }
    }

    pub(in crate::sheet) fn choice<T: Choice>(&mut self, node: &Node, path: impl Display) -> Option<T> {
        let text = self.text(node, &path)?;
        if let Some((_, value)) = T::WORDS.iter().find(|(word, _)| *word == text) {
            return Some(*value);
        }
        if self.problems.passed_over() {
            return None;
        }
        let words: Vec<_> = T::WORDS.iter().map(|(word, _)| format!("\"{word}\"")).collect();
        let cure = match nearest(&text, T::WORDS.iter().map(|(word, _)| *word)) {
            Some(word) => format!("Perhaps \"{word}\" is meant."),
            None => format!("Write {}.", words.join(" or ")),
        };
        self.form(path, format!("\"{}\" is not one of {}.", shortened(&text), words.join(", ")), cure);
        None
    }
}

/// One table being read. Every key asked for is remembered; [`Fields::finish`] complains about the others.
pub(in crate::sheet) struct Fields<'r, 'n> {
    pub(in crate::sheet) reader: &'r mut Reader,
    pub(in crate::sheet) path: String,
    what: &'static str,
    entries: &'n [(String, Node)],
    known: Vec<&'static str>,
}

/// The path of a key in a table: put together only where there is a problem to be named.
struct Keyed<'a>(&'a str, &'a str);

impl Display for Keyed<'_> {
    fn fmt(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        let Self(path, key) = self;
        if path.is_empty() { out.write_str(key) } else { write!(out, "{path}.{key}") }
    }
}

impl<'n> Fields<'_, 'n> {
    pub(in crate::sheet) fn path_of(&self, key: &str) -> String {
        Keyed(&self.path, key).to_string()
    }

    /// True when `key` is there, readable or not.
    pub(in crate::sheet) fn has(&self, key: &str) -> bool {
        self.entries.iter().any(|(name, _)| name == key)
    }

    /// The value of `key`, if it is there.
    pub(in crate::sheet) fn get(&mut self, key: &'static str) -> Option<&'n Node> {
        self.known.push(key);
        let mut found = self.entries.iter().filter(|(name, _)| name == key);
        let first = found.next().map(|(_, node)| node);
        if found.next().is_some() {
            let path = self.path_of(key);
            self.reader.form(&path, format!("\"{key}\" is given twice."), "Keep one of them.");
        }
        first
    }

    pub(in crate::sheet) fn required(&mut self, key: &'static str) -> Option<&'n Node> {
        let node = self.get(key);
        if node.is_none() {
            let path = self.path.clone();
            self.reader.form(&path, format!("{} needs \"{key}\".", self.what), format!("Add {key} = ..."));
        }
        node
    }

    pub(in crate::sheet) fn text(&mut self, key: &'static str) -> Option<String> {
        let node = self.get(key)?;
        self.reader.text(node, Keyed(&self.path, key))
    }

    pub(in crate::sheet) fn truth(&mut self, key: &'static str) -> Option<bool> {
        let node = self.get(key)?;
        match node.value {
            Value::Bool(value) => Some(value),
            _ => {
                let path = self.path_of(key);
                let message = format!("true or false belongs here, not {}.", node.describe());
                self.reader.form(&path, message, "Write true or false.");
                None
            }
        }
    }

    pub(in crate::sheet) fn name(&mut self, key: &'static str) -> Option<String> {
        let node = self.get(key)?;
        self.reader.name(node, Keyed(&self.path, key))
    }

    pub(in crate::sheet) fn required_name(&mut self, key: &'static str) -> Option<String> {
        let node = self.required(key)?;
        self.reader.name(node, Keyed(&self.path, key))
    }

    pub(in crate::sheet) fn quantity(&mut self, key: &'static str) -> Option<Quantity> {
        let node = self.get(key)?;
        self.reader.quantity(node, Keyed(&self.path, key))
    }

    pub(in crate::sheet) fn required_quantity(&mut self, key: &'static str) -> Option<Quantity> {
        let node = self.required(key)?;
        self.reader.quantity(node, Keyed(&self.path, key))
    }

    pub(in crate::sheet) fn choice<T: Choice>(&mut self, key: &'static str) -> Option<T> {
        let node = self.get(key)?;
        self.reader.choice(node, Keyed(&self.path, key))
    }

    pub(in crate::sheet) fn required_choice<T: Choice>(&mut self, key: &'static str) -> Option<T> {
        let node = self.required(key)?;
        self.reader.choice(node, Keyed(&self.path, key))
    }

    /// Complains about every key nobody asked for: as *not yet* when it is one of `later`, else with the nearest known key.
    pub(in crate::sheet) fn finish(self, later: &[&'static str]) {
        for (key, _) in self.entries {
            if self.known.contains(&key.as_str()) {
                continue;
            }
            if self.reader.problems.passed_over() {
                continue;
            }
            let path = self.path_of(key);
            if later.contains(&key.as_str()) {
                self.reader.not_yet(&path, &format!("\"{key}\""));
                continue;
            }
            let cure = match nearest(key, self.known.iter().chain(later).copied()) {
                Some(known) => format!("Perhaps \"{known}\" is meant."),
                None => format!("Known here: {}.", self.known.join(", ")),
            };
            self.reader.form(
                &path,
                format!("\"{}\" is not a key of {}.", shortened(key), self.what.to_lowercase()),
                cure,
            );
        }
    }
}
