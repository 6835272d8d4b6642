//! A sheet's text in the other syntax, everything in it as it was written, whatever this version makes of it: TOML as a person writes it, and JSON.

use super::document::{MAX_TEXT, Syntax, unmarked};
use super::tree::{self, Node, Value};
use crate::problem::{Problem, ProblemKind, Problems};
use serde::ser::{Serialize, SerializeMap, Serializer};
use std::fmt::Write;

/// The text of a sheet, written anew in a syntax. What has no words there (null in TOML) is left out.
///
/// # Errors
/// Its faults, when the text cannot be read at all, or is no table.
pub fn rewritten(text: &str, from: Syntax, to: Syntax) -> Result<String, Vec<Problem>> {
    let text = unmarked(text);
    let mut problems = Problems::default();
    let refused = |message: &str, cure: &str| Err(vec![Problem::new(ProblemKind::Syntax, "", message, cure)]);
    if text.len() > MAX_TEXT {
        return refused("The text is longer than any sheet.", "Check that this file is a sheet.");
    }
    let root = match from {
        Syntax::Toml => Some(tree::from_toml(text, &mut problems)),
        Syntax::Json => tree::from_json(text, &mut problems),
    };
    let root = match root {
        Some(root) if problems.named().is_empty() => root,
        _ => return Err(problems.told()),
    };
    let Value::Table(entries) = &root.value else {
        return refused(
            "A sheet is a table of keys and values.",
            "Begin it with format = \"helvek-sheet/1\".",
        );
    };
    Ok(match to {
        Syntax::Toml => toml(entries),
        // A tree of texts and numbers can always be written as JSON.
        Syntax::Json => serde_json::to_string_pretty(&root).unwrap_or_default() + "\n",
    })
}

type Entry = (String, Node);

/// Keys with one value first, lists with a line for each thing, then a table for each group of named things.
fn toml(entries: &[Entry]) -> String {
    let mut text = String::new();
    let grouped = |node: &Node| match &node.value {
        Value::Table(inner) => {
            // Units and conventions stay on their line; named things have a line each.
            inner.len() > 4
                || inner.iter().any(|(_, node)| matches!(node.value, Value::Table(_) | Value::List(_)))
        }
        _ => false,
    };
    for (key, node) in entries.iter().filter(|(_, node)| node.value != Value::Null && !grouped(node)) {
        let _ = match &node.value {
            Value::List(items)
                if items.iter().any(|item| matches!(item.value, Value::Table(_) | Value::List(_))) =>
            {
                let mut lines = String::new();
                for item in items {
                    let _ = writeln!(lines, "  {},", inline(item));
                }
                writeln!(text, "{} = [\n{lines}]", name(key))
            }
            _ => writeln!(text, "{} = {}", name(key), inline(node)),
        };
    }
    for (key, node) in entries.iter().filter(|(_, node)| grouped(node)) {
        let Value::Table(inner) = &node.value else { continue };
        let _ = writeln!(text, "\n[{}]", name(key));
        for (key, node) in inner.iter().filter(|(_, node)| node.value != Value::Null) {
            let _ = writeln!(text, "{} = {}", name(key), inline(node));
        }
    }
    text
}

fn inline(node: &Node) -> String {
    match &node.value {
        // Only in lists: there is no word for nothing.
        Value::Null => quoted(""),
        Value::Bool(truth) => truth.to_string(),
        Value::Number(number) => figure(*number),
        Value::Text(text) | Value::Date(text) => quoted(text),
        Value::List(items) => format!("[{}]", items.iter().map(inline).collect::<Vec<_>>().join(", ")),
        Value::Table(entries) => {
            let entries = entries.iter().filter(|(_, node)| node.value != Value::Null);
            let pairs: Vec<_> =
                entries.map(|(key, node)| format!("{} = {}", name(key), inline(node))).collect();
            if pairs.is_empty() { "{}".into() } else { format!("{{ {} }}", pairs.join(", ")) }
        }
    }
}

/// A number so that it is read as the same one.
fn figure(number: f64) -> String {
    if number.fract() == 0.0 && number.abs() < 1e15 { format!("{number:.0}") } else { format!("{number:?}") }
}

/// A key, in quotation marks where it has to be.
fn name(key: &str) -> String {
    let bare = !key.is_empty() && key.bytes().all(|c| c.is_ascii_alphanumeric() || c == b'-' || c == b'_');
    if bare { key.to_owned() } else { quoted(key) }
}

/// As TOML writes a text.
pub fn quoted(text: &str) -> String {
    let mut out = String::from("\"");
    for c in text.chars() {
        match c {
            '"' | '\\' => out.extend(['\\', c]),
            c if c.is_control() => {
                let _ = write!(out, "\\u{:04X}", u32::from(c));
            }
            c => out.push(c),
        }
    }
    out.push('"');
    out
}

impl Serialize for Node {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        match &self.value {
            Value::Null => serializer.serialize_unit(),
            Value::Bool(truth) => serializer.serialize_bool(*truth),
            Value::Number(number) if number.fract() == 0.0 && number.abs() < 1e15 => {
                serializer.serialize_i64(*number as i64)
            }
            Value::Number(number) => serializer.serialize_f64(*number),
            Value::Text(text) | Value::Date(text) => serializer.serialize_str(text),
            Value::List(items) => serializer.collect_seq(items),
            Value::Table(entries) => {
                let mut map = serializer.serialize_map(Some(entries.len()))?;
                for (key, node) in entries {
                    map.serialize_entry(key, node)?;
                }
                map.end()
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn it_is_written_as_a_person_would() {
        let json = r#"{"format":"helvek-sheet/1","title":"Bench \"A\"","units":{"length":"m","force":"N"},"notes":null,
            "supports":[{"at":"A","kind":"pin"},{"at":"north end","kind":"roller"}],"find":[],
            "points":{"A":[0,0],"north end":[2.5,-1e-7]},"bodies":{"top":{"runs":[["A","north end"]],"mass":40}}}"#;
        let toml = "format = \"helvek-sheet/1\"\ntitle = \"Bench \\\"A\\\"\"\nunits = { length = \"m\", force = \"N\" }\n\
            supports = [\n  { at = \"A\", kind = \"pin\" },\n  { at = \"north end\", kind = \"roller\" },\n]\nfind = []\n\n\
            [points]\nA = [0, 0]\n\"north end\" = [2.5, -1e-7]\n\n[bodies]\ntop = { runs = [[\"A\", \"north end\"]], mass = 40 }\n";
        assert_eq!(rewritten(json, Syntax::Json, Syntax::Toml).unwrap(), toml);
    }

    #[test]
    fn what_cannot_be_read_is_refused_with_its_place() {
        let problems = rewritten("points = [1,\n", Syntax::Toml, Syntax::Json).unwrap_err();
        assert_eq!(problems[0].kind, ProblemKind::Syntax);
        assert!(rewritten("[1, 2]", Syntax::Json, Syntax::Toml).unwrap_err()[0].message.contains("a table"));
        assert!(rewritten("", Syntax::Json, Syntax::Toml).is_err());
    }
}
