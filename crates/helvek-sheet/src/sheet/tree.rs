//! TOML and JSON as one tree in which every value knows where it stands in the text.

use crate::problem::{Position, Problem, ProblemKind, Problems};
use crate::units::figures::said;
use jsonc_parser::ast;
use jsonc_parser::common::Ranged;
use serde::de::{Deserialize, Deserializer, MapAccess, SeqAccess, Visitor};
use std::fmt;
use std::ops::Range;
use toml::de::{DeTable, DeValue};

/// A value and its place.
#[derive(Debug, Clone, PartialEq)]
pub(in crate::sheet) struct Node {
    pub(in crate::sheet) span: Range<usize>,
    pub(in crate::sheet) value: Value,
}

/// A value in a sheet's text.
#[derive(Debug, Clone, PartialEq)]
pub(in crate::sheet) enum Value {
    Null,
    Bool(bool),
    Number(f64),
    Text(String),
    List(Vec<Node>),
    Table(Vec<(String, Node)>),
    /// A TOML date as it is written: no key of a sheet takes one.
    Date(String),
}

impl Node {
    /// For a message: what this is.
    pub(in crate::sheet) fn describe(&self) -> String {
        match &self.value {
            Value::Null => "nothing (null)".into(),
            Value::Bool(b) => format!("the truth value {b}"),
            Value::Number(n) => format!("the number {}", said(*n)),
            Value::Text(t) => format!("the text \"{}\"", shortened(t)),
            Value::List(_) => "a list".into(),
            Value::Table(_) => "a table".into(),
            Value::Date(_) => "a date".into(),
        }
    }
}

/// At most 60 characters of `text`, for a message.
pub(in crate::sheet) fn shortened(text: &str) -> String {
    match text.char_indices().nth(60) {
        Some((end, _)) => format!("{}…", &text[..end]),
        None => text.to_owned(),
    }
}

fn syntax(text: &str, offset: usize, message: impl Into<String>, cure: &str) -> Problem {
    let mut problem = Problem::new(ProblemKind::Syntax, "", message, cure);
    problem.position = Some(Position::of(text, offset));
    problem
}

/// Reads TOML; goes on behind an error as far as it can.
pub(in crate::sheet) fn from_toml(text: &str, problems: &mut Problems) -> Node {
    let (table, errors) = DeTable::parse_recoverable(text);
    for error in errors {
        if problems.passed_over() {
            continue;
        }
        let offset = error.span().map_or(0, |span| span.start);
        let message = format!("The TOML cannot be read here: {}.", error.message().trim_end_matches('.'));
        problems.push(syntax(text, offset, message, "Mend the line, or compare it with docs/format.md."));
    }
    let span = table.span();
    Node { span, value: toml_table(table.get_ref()) }
}

fn toml_table(table: &DeTable<'_>) -> Value {
    Value::Table(table.iter().map(|(key, value)| (key.get_ref().to_string(), toml_node(value))).collect())
}

fn toml_node(value: &toml::Spanned<DeValue<'_>>) -> Node {
    let digits = |text: &str| text.replace('_', "");
    Node {
        span: value.span(),
        value: match value.get_ref() {
            DeValue::String(s) => Value::Text(s.to_string()),
            DeValue::Integer(i) => i64::from_str_radix(&digits(i.as_str()), i.radix())
                .map_or(Value::Text(i.to_string()), |i| Value::Number(i as f64)),
            DeValue::Float(f) => digits(f.as_str()).parse().map_or(Value::Text(f.to_string()), Value::Number),
            DeValue::Boolean(b) => Value::Bool(*b),
            DeValue::Datetime(date) => Value::Date(date.to_string()),
            DeValue::Array(items) => Value::List(items.iter().map(toml_node).collect()),
            DeValue::Table(table) => toml_table(table),
        },
    }
}

/// Reads strict JSON quickly, as if everything stood at its beginning; `None` where anything is wrong with it, which [`from_json`] names.
pub(in crate::sheet) fn quickly(text: &str) -> Option<Node> {
    serde_json::from_str(text).ok()
}

/// Every key of a table is kept, also one that is there twice: reading the fields names it.
impl<'de> Deserialize<'de> for Node {
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        deserializer.deserialize_any(Unplaced)
    }
}

/// Makes nodes without their places.
struct Unplaced;

impl Unplaced {
    fn node(value: Value) -> Node {
        Node { span: 0..0, value }
    }
}

impl<'de> Visitor<'de> for Unplaced {
    type Value = Node;

    fn expecting(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        out.write_str("a value")
    }

    fn visit_unit<E>(self) -> Result<Node, E> {
        Ok(Self::node(Value::Null))
    }

    fn visit_bool<E>(self, value: bool) -> Result<Node, E> {
        Ok(Self::node(Value::Bool(value)))
    }

    fn visit_u64<E>(self, value: u64) -> Result<Node, E> {
        Ok(Self::node(Value::Number(value as f64)))
    }

    fn visit_i64<E>(self, value: i64) -> Result<Node, E> {
        Ok(Self::node(Value::Number(value as f64)))
    }

    fn visit_f64<E>(self, value: f64) -> Result<Node, E> {
        Ok(Self::node(Value::Number(value)))
    }

    fn visit_str<E>(self, text: &str) -> Result<Node, E> {
        Ok(Self::node(Value::Text(text.to_owned())))
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut list: A) -> Result<Node, A::Error> {
        let mut items = Vec::new();
        while let Some(item) = list.next_element()? {
            items.push(item);
        }
        Ok(Self::node(Value::List(items)))
    }

    fn visit_map<A: MapAccess<'de>>(self, mut table: A) -> Result<Node, A::Error> {
        let mut entries = Vec::new();
        while let Some(entry) = table.next_entry()? {
            entries.push(entry);
        }
        Ok(Self::node(Value::Table(entries)))
    }
}

/// Reads strict JSON: no comments, no trailing commas.
pub(in crate::sheet) fn from_json(text: &str, problems: &mut Problems) -> Option<Node> {
    let strict = jsonc_parser::ParseOptions {
        allow_comments: false,
        allow_loose_object_property_names: false,
        allow_trailing_commas: false,
        allow_missing_commas: false,
        allow_single_quoted_strings: false,
        allow_hexadecimal_numbers: false,
        allow_unary_plus_numbers: false,
        allow_bare_decimal_point_numbers: false,
        allow_non_finite_numbers: false,
        allow_extended_string_escapes: false,
    };
    match jsonc_parser::parse_to_ast(text, &Default::default(), &strict) {
        Ok(parsed) => match parsed.value {
            Some(value) => Some(json_node(&value)),
            None => {
                problems.push(syntax(
                    text,
                    0,
                    "The sheet is empty.",
                    "Start with {\"format\": \"helvek-sheet/1\"}.",
                ));
                None
            }
        },
        Err(error) => {
            let message = format!("The JSON cannot be read here: {}.", error.kind());
            problems.push(syntax(
                text,
                error.range().start,
                message,
                "Mend the place, or compare it with docs/format.md.",
            ));
            None
        }
    }
}

fn json_node(value: &ast::Value<'_>) -> Node {
    let range = value.range();
    Node {
        span: range.start..range.end,
        value: match value {
            ast::Value::StringLit(s) => Value::Text(s.value.to_string()),
            ast::Value::NumberLit(n) => {
                n.value.parse().map_or(Value::Text(n.value.to_string()), Value::Number)
            }
            ast::Value::BooleanLit(b) => Value::Bool(b.value),
            ast::Value::NullKeyword(_) => Value::Null,
            ast::Value::Array(items) => Value::List(items.elements.iter().map(json_node).collect()),
            ast::Value::Object(object) => Value::Table(
                object.properties.iter().map(|p| (p.name.as_str().to_owned(), json_node(&p.value))).collect(),
            ),
        },
    }
}

#[cfg(test)]
mod tests {
    use super::{Node, Value, from_json, quickly};
    use crate::problem::Problems;

    /// The same without places.
    fn bare(node: &Node) -> Node {
        let value = match &node.value {
            Value::List(items) => Value::List(items.iter().map(bare).collect()),
            Value::Table(entries) => {
                Value::Table(entries.iter().map(|(key, node)| (key.clone(), bare(node))).collect())
            }
            other => other.clone(),
        };
        Node { span: 0..0, value }
    }

    #[test]
    fn what_is_read_quickly_is_what_is_read_with_its_places() {
        let text = r#"{ "a": [0.1, -0, 1e-7, 123456789012345678, 18446744073709551615, 5e-324, 2.2250738585072011e-308, 1.7976931348623157e308,
            0.30000000000000004, -9223372036854775808, 3.0e0], "b": { "x": null, "x": true, "": "\u00e9\ud83c\udf3f\n" }, "c": [] }"#;
        let mut problems = Problems::default();
        let placed = from_json(text, &mut problems).unwrap();
        let quick = quickly(text).unwrap();
        assert_eq!(quick, bare(&placed));
        // Also to the sign of nothing.
        let Value::Table(entries) = &quick.value else { panic!() };
        let Value::List(numbers) = &entries[0].1.value else { panic!() };
        assert!(matches!(numbers[1].value, Value::Number(zero) if zero == 0.0 && zero.is_sign_negative()));
    }

    #[test]
    fn what_is_wrong_is_left_to_be_named() {
        for text in ["", "{", "{} {}", "[1,]", "{ a: 1 }", "// x\n{}", "[1e999]", "\"\\ud800\"", "nul"] {
            assert_eq!(quickly(text), None, "{text}");
        }
    }
}
