//! Reading what someone chose about the work: the order, and how it is seen taken apart.

use super::names;
use crate::id::Id;
use crate::problem::{Problem, ProblemKind};
use crate::sheet::fields::Reader;
use crate::sheet::tree::{Node, Value};
use crate::sheet::{Apart, Combination, Pick, PickedEquation, PickedSum};
use std::fmt::Display;

/// The equations to be worked first.
pub(super) fn order(reader: &mut Reader, node: &Node) -> Vec<Pick> {
    let path = "conventions.order";
    let items = reader.list(node, path, "free bodies").iter().enumerate();
    items
        .filter_map(|(i, item)| {
            let path = format!("{path}[{i}]");
            match item.value {
                Value::List(_) => Some(Pick::Section(names(reader, item, &path, "bar names"))),
                Value::Table(_) => equation(reader, item, &path).map(Pick::Equation),
                _ => reader.name(item, &path).map(Pick::One),
            }
        })
        .collect()
}

fn equation(reader: &mut Reader, node: &Node, path: &str) -> Option<PickedEquation> {
    let mut fields = reader.table(node, path, "A chosen equation")?;
    let free = fields.required("free").map(|node| parts(fields.reader, node, &format!("{path}.free")));
    let about = fields.name("about");
    let along = fields.choice("along");
    if fields.has("about") == fields.has("along") {
        let message = "An equation sums either moments about a point or forces along an axis.";
        fields.reader.form(path, message, "Give one of about = \"A\" and along = \"x\".");
    }
    fields.finish(&[]);
    let sum = about.map(PickedSum::About).or(along.map(PickedSum::Along))?;
    Some(PickedEquation { free: free?, sum })
}

/// The parts of which an equation is chosen.
fn parts(reader: &mut Reader, node: &Node, path: &str) -> Vec<Id> {
    let texts = texts(reader, node, path, "parts");
    let read = texts.into_iter().filter_map(|(path, text)| match text.parse() {
        Ok(id) => Some(id),
        Err(_) => {
            reader.problems.push(no_part(path, &text));
            None
        }
    });
    read.collect()
}

/// That something chosen is no part of the sheet.
pub fn no_part(path: String, id: impl Display) -> Problem {
    let message = format!("There is no part \"{id}\".");
    Problem::new(ProblemKind::Name, path, message, "Name parts as body:jib, pin:B, wheel:P or end:hoist#0.")
}

fn texts(reader: &mut Reader, node: &Node, path: &str, of: &str) -> Vec<(String, String)> {
    let items = reader.list(node, path, of).iter().enumerate();
    let place = |i| format!("{path}[{i}]");
    items.filter_map(|(i, item)| Some((place(i), reader.text(item, place(i))?))).collect()
}

/// The view of it taken apart.
pub(super) fn apart(reader: &mut Reader, node: &Node) -> Apart {
    let path = "conventions.apart";
    let Some(mut fields) = reader.table(node, path, "The table of what is taken apart") else {
        return Apart::default();
    };
    let mut apart = Apart::default();
    if let Some(node) = fields.get("moved") {
        let path = "conventions.apart.moved";
        match &node.value {
            Value::Table(entries) => {
                for (id, node) in entries {
                    let path = format!("{path}.{id}");
                    let list = fields.reader.list(node, &path, "two distances").iter();
                    let by: Vec<f64> = list.filter_map(|item| fields.reader.number(item, &path)).collect();
                    match by[..] {
                        [x, y] => _ = apart.moved.insert(id.clone(), [x, y]),
                        _ => fields.reader.form(&path, "A piece is moved by two distances.", "Write [x, y]."),
                    }
                }
            }
            _ => fields.reader.form(path, "Moved pieces are a table.", "Write { \"body:jib\" = [0.5, 0] }."),
        }
    }
    if let Some(node) = fields.get("together") {
        let path = "conventions.apart.together";
        for (i, item) in fields.reader.list(node, path, "groups").iter().enumerate() {
            let pieces = texts(fields.reader, item, &format!("{path}[{i}]"), "pieces");
            apart.together.push(pieces.iter().filter_map(|(_, piece)| piece.parse().ok()).collect());
        }
    }
    fields.finish(&[]);
    apart
}

/// A sum of factored cases.
pub(super) fn combination(reader: &mut Reader, node: &Node, path: &str) -> Option<Combination> {
    let mut fields = reader.table(node, path, "A combination")?;
    let name = fields.required_name("name");
    let mut factors = indexmap::IndexMap::new();
    if let Some(node) = fields.required("factors") {
        match &node.value {
            Value::Table(entries) => {
                for (case, node) in entries {
                    if let Some(factor) = fields.reader.number(node, format_args!("{path}.factors.{case}")) {
                        factors.insert(case.clone(), factor);
                    }
                }
            }
            _ => fields.reader.form(
                format_args!("{path}.factors"),
                "The factors of a combination are a table.",
                "Write { permanent = 1.35, wind = 1.5 }.",
            ),
        }
    }
    let service = fields.truth("service");
    let told = !fields.has("factors");
    fields.finish(&[]);
    Some(Combination { name: name?, factors, service }).filter(|_| !told)
}
