//! From the tree to the sheet: the form of every table, what is known and what is not yet.

use super::fields::{Fields, Reader};
use super::tree::{Node, Value};
use super::{
    Body, Conventions, CoupleLoad, Direction, DistributedLoad, FORMAT, Find, ForceLoad, Load, Quantity,
    Sheet, Support, SupportKind, Turn, UnitNames,
};
use crate::problem::nearest;

/// The sheet as far as it can be read, and the row each support and load had in its table.
#[derive(Default)]
pub(super) struct Decoded {
    pub(super) sheet: Sheet,
    pub(super) support_rows: Vec<usize>,
    pub(super) load_rows: Vec<usize>,
}

/// Keys of the format that this version refuses by name.
const LATER: &[&str] = &[
    "gravity",
    "vertical",
    "bars",
    "joints",
    "pulleys",
    "ropes",
    "cases",
    "combinations",
    "sections",
    "materials",
    "limits",
    "pins",
    "settlement",
    "spring",
    "temperature",
];
const LATER_CONVENTIONS: &[&str] = &["reactions", "truss", "pulley", "diagram", "working"];
const LATER_BODY: &[&str] = &["points", "section", "material", "EI", "EA"];
const LATER_SUPPORT: &[&str] = &["toward", "axis", "one_way", "couples", "friction", "spring", "settlement"];
const LATER_LOAD: &[&str] = &["case", "axis", "mass"];
const LATER_FIND: &[&str] = &["joint", "bar", "load", "on", "at", "from", "to", "distance", "side"];

pub(super) fn sheet(reader: &mut Reader, root: &Node) -> Decoded {
    let mut decoded = Decoded::default();
    let Some(mut fields) = reader.table(root, "", "The sheet") else { return decoded };
    let sheet = &mut decoded.sheet;
    match fields.required("format").and_then(|node| fields.reader.text(node, "format")) {
        Some(format) if format == FORMAT => {}
        Some(format) => fields.reader.form(
            "format",
            format!("\"{format}\" is not a format this version reads."),
            format!("Write \"{FORMAT}\"."),
        ),
        None => {}
    }
    sheet.format = FORMAT.into();
    sheet.title = fields.text("title").unwrap_or_default();
    sheet.space = fields.choice("space").unwrap_or_default();
    if let Some(node) = fields.get("units") {
        sheet.units = units(fields.reader, node);
    }
    if let Some(node) = fields.get("conventions") {
        sheet.conventions = conventions(fields.reader, node);
    }
    for (name, node) in entries(&mut fields, "points") {
        let path = format!("points.{name}");
        if let Some(at) = point(fields.reader, node, &path) {
            insert(fields.reader, &mut sheet.points, name, at, &path);
        }
    }
    for (name, node) in entries(&mut fields, "bodies") {
        let path = format!("bodies.{name}");
        if let Some(body) = body(fields.reader, node, &path) {
            insert(fields.reader, &mut sheet.bodies, name, body, &path);
        }
    }
    for (row, node) in rows(&mut fields, "supports", "supports") {
        if let Some(support) = support(fields.reader, node, &format!("supports[{row}]")) {
            sheet.supports.push(support);
            decoded.support_rows.push(row);
        }
    }
    for (row, node) in rows(&mut fields, "loads", "loads") {
        if let Some(load) = load(fields.reader, node, &format!("loads[{row}]")) {
            sheet.loads.push(load);
            decoded.load_rows.push(row);
        }
    }
    for (row, node) in rows(&mut fields, "find", "things asked") {
        sheet.find.extend(find(fields.reader, node, &format!("find[{row}]")));
    }
    fields.finish(LATER);
    decoded
}

fn insert<T>(reader: &mut Reader, map: &mut indexmap::IndexMap<String, T>, name: &str, value: T, path: &str) {
    if !reader.check_name(name, path) {
        return;
    }
    if map.insert(name.to_owned(), value).is_some() {
        reader.form(path, format!("\"{name}\" is there twice."), "Rename one of them.");
    }
}

/// The named entries of a table under `key`.
fn entries<'n>(fields: &mut Fields<'_, 'n>, key: &'static str) -> Vec<(&'n str, &'n Node)> {
    match fields.get(key).map(|node| (node, &node.value)) {
        None => Vec::new(),
        Some((_, Value::Table(entries))) => {
            entries.iter().map(|(name, node)| (name.as_str(), node)).collect()
        }
        Some((node, _)) => {
            let path = fields.path_of(key);
            let message = format!("\"{key}\" is a table of names, not {}.", node.describe());
            fields.reader.form(&path, message, format!("Write [{key}] and NAME = ... below it."));
            Vec::new()
        }
    }
}

fn rows<'n>(fields: &mut Fields<'_, 'n>, key: &'static str, of: &str) -> Vec<(usize, &'n Node)> {
    let Some(node) = fields.get(key) else { return Vec::new() };
    let path = fields.path_of(key);
    fields.reader.list(node, &path, of).iter().enumerate().collect()
}

fn units(reader: &mut Reader, node: &Node) -> UnitNames {
    let Some(mut fields) = reader.table(node, "units", "The table of units") else {
        return UnitNames::default();
    };
    let names = UnitNames {
        length: fields.text("length"),
        force: fields.text("force"),
        mass: fields.text("mass"),
        angle: fields.text("angle"),
        stress: fields.text("stress"),
        section: fields.text("section"),
        moment: fields.text("moment"),
    };
    fields.finish(&[]);
    names
}

fn conventions(reader: &mut Reader, node: &Node) -> Conventions {
    let Some(mut fields) = reader.table(node, "conventions", "The table of conventions") else {
        return Conventions::default();
    };
    let mut read = Conventions {
        moment: fields.choice("moment"),
        assume: fields.choice("assume"),
        first: fields.choice("first"),
        figures: None,
    };
    if let Some(node) = fields.get("figures") {
        match fields.reader.number(node, "conventions.figures") {
            Some(n) if n.fract() == 0.0 && (2.0..=8.0).contains(&n) => read.figures = Some(n as u8),
            Some(n) => fields.reader.form(
                "conventions.figures",
                format!("{n} figures cannot be shown."),
                "Write 2 to 8.",
            ),
            None => {}
        }
    }
    fields.finish(LATER_CONVENTIONS);
    read
}

fn point(reader: &mut Reader, node: &Node, path: &str) -> Option<Vec<Quantity>> {
    let items = reader.list(node, path, "coordinates");
    let coordinates: Vec<_> = items
        .iter()
        .enumerate()
        .filter_map(|(i, item)| reader.quantity(item, &format!("{path}[{i}]")))
        .collect();
    if !items.is_empty() && items.len() != 2 {
        reader.form(
            path,
            format!("A point of the plane has 2 coordinates, not {}.", items.len()),
            "Write [x, y].",
        );
    }
    (coordinates.len() == 2 && items.len() == 2).then_some(coordinates)
}

fn body(reader: &mut Reader, node: &Node, path: &str) -> Option<Body> {
    let mut fields = reader.table(node, path, "A body")?;
    let runs_path = fields.path_of("runs");
    let runs = fields.required("runs").map(|node| {
        let runs = fields.reader.list(node, &runs_path, "runs");
        runs.iter()
            .enumerate()
            .map(|(i, run)| {
                let path = format!("{runs_path}[{i}]");
                let names = fields.reader.list(run, &path, "point names");
                names
                    .iter()
                    .enumerate()
                    .filter_map(|(k, n)| fields.reader.name(n, &format!("{path}[{k}]")))
                    .collect()
            })
            .collect()
    });
    fields.finish(LATER_BODY);
    runs.map(|runs| Body { runs })
}

fn support(reader: &mut Reader, node: &Node, path: &str) -> Option<Support> {
    let mut fields = reader.table(node, path, "A support")?;
    let (name, at, on) = (fields.name("name"), fields.required_name("at"), fields.name("on"));
    let kind: Option<SupportKind> = fields.required_choice("kind");
    let normal = direction(&mut fields, "normal");
    if let (Some(kind @ (SupportKind::Pin | SupportKind::Fixed)), Some(_)) = (kind, &normal) {
        let path = fields.path_of("normal");
        let what = if kind == SupportKind::Pin { "A pin" } else { "A fixed support" };
        fields.reader.form(
            &path,
            format!("{what} has no normal: it holds every way."),
            "Remove it, or use a roller.",
        );
    }
    fields.finish(LATER_SUPPORT);
    Some(Support { name, at: at?, kind: kind?, on, normal })
}

fn load(reader: &mut Reader, node: &Node, path: &str) -> Option<Load> {
    const KINDS: &[&str] = &["force", "couple", "distributed"];
    let mut fields = reader.table(node, path, "A load")?;
    let kind = fields.required("kind").and_then(|n| fields.reader.text(n, &format!("{path}.kind")))?;
    let load = match kind.as_str() {
        "force" => force(&mut fields).map(Load::Force),
        "couple" => couple(&mut fields).map(Load::Couple),
        "distributed" => distributed(&mut fields).map(Load::Distributed),
        other => {
            let path = fields.path_of("kind");
            if other == "weight" {
                fields.reader.not_yet(&path, "\"weight\"");
            } else {
                let cure = match nearest(other, KINDS.iter().copied()) {
                    Some(known) => format!("Perhaps \"{known}\" is meant."),
                    None => format!("Write one of {}.", KINDS.join(", ")),
                };
                fields.reader.form(&path, format!("\"{other}\" is not a kind of load."), cure);
            }
            return None;
        }
    };
    fields.finish(LATER_LOAD);
    load
}

/// The `size` of a load; a sought one (`"?P"`) is not yet solved.
fn size(fields: &mut Fields<'_, '_>, key: &'static str) -> Option<Quantity> {
    let quantity = fields.quantity(key)?;
    match &quantity {
        Quantity::Text(text) if text.trim_start().starts_with('?') => {
            let path = fields.path_of(key);
            fields.reader.not_yet(&path, &format!("A sought size such as \"{text}\""));
            None
        }
        _ => Some(quantity),
    }
}

fn force(fields: &mut Fields<'_, '_>) -> Option<ForceLoad> {
    let (name, on, at) = (fields.name("name"), fields.name("on"), fields.required_name("at"));
    let path = fields.path_of("components");
    let components = fields.get("components").and_then(|node| point(fields.reader, node, &path));
    let given_components = fields.has("components");
    let (size, direction) = (size(fields, "size"), direction(fields, "direction"));
    let (given_size, given_direction) = (fields.has("size"), fields.has("direction"));
    let path = fields.path.clone();
    if given_components && (given_size || given_direction) {
        let message = "A force is given by components or by size and direction, not by both.";
        fields.reader.form(&path, message, "Remove one of the two.");
        return None;
    }
    let by_size = given_size && given_direction;
    if !(given_components || by_size) {
        let message = "A force needs components, or a size and a direction.";
        fields.reader.form(&path, message, "Add components = [x, y], or size = ... and direction = ...");
        return None;
    }
    let complete = components.is_some() || (size.is_some() && direction.is_some());
    complete.then_some(ForceLoad { name, on, at: at?, components, size, direction })
}

fn couple(fields: &mut Fields<'_, '_>) -> Option<CoupleLoad> {
    let (name, on, at) = (fields.name("name"), fields.name("on"), fields.name("at"));
    let turn: Option<Turn> = fields.choice("turn");
    fields.required("size");
    Some(CoupleLoad { name, on, at, size: size(fields, "size")?, turn: turn.unwrap_or_default() })
}

fn distributed(fields: &mut Fields<'_, '_>) -> Option<DistributedLoad> {
    let (name, on) = (fields.name("name"), fields.name("on"));
    let (from, to) = (fields.required_name("from"), fields.required_name("to"));
    fields.required("start");
    let (start, end) = (size(fields, "start"), size(fields, "end"));
    let end_is_wrong = end.is_none() && fields.has("end");
    let direction_given = fields.has("direction");
    let direction = direction(fields, "direction");
    let per = fields.choice("per");
    if end_is_wrong || (direction_given && direction.is_none()) {
        return None;
    }
    Some(DistributedLoad { name, on, from: from?, to: to?, start: start?, end, direction, per })
}

fn direction(fields: &mut Fields<'_, '_>, key: &'static str) -> Option<Direction> {
    let node = fields.get(key)?;
    let path = fields.path_of(key);
    match &node.value {
        Value::Number(_) => fields.reader.number(node, &path).map(Direction::Angle),
        Value::Text(text) => Some(Direction::Text(text.clone())),
        Value::List(items) => {
            let numbers: Vec<_> = items
                .iter()
                .enumerate()
                .filter_map(|(i, n)| fields.reader.number(n, &format!("{path}[{i}]")))
                .collect();
            if items.len() != 2 {
                fields.reader.form(
                    &path,
                    format!("A direction of the plane has 2 components, not {}.", items.len()),
                    "Write [x, y].",
                );
            }
            (numbers.len() == 2 && items.len() == 2).then_some(Direction::Vector(numbers))
        }
        _ => {
            let mut inner = fields.reader.table(node, &path, "A direction")?;
            let read = if inner.has("toward") {
                inner.name("toward").map(|toward| Direction::Toward { toward })
            } else if inner.has("away_from") {
                inner.name("away_from").map(|away_from| Direction::AwayFrom { away_from })
            } else {
                let angle = inner.required_quantity("angle");
                let from = inner.required_name("from");
                let turn = inner.choice("turn").unwrap_or_default();
                angle.zip(from).map(|(angle, from)| Direction::From { angle, from, turn })
            };
            inner.finish(&["azimuth", "elevation"]);
            read
        }
    }
}

fn find(reader: &mut Reader, node: &Node, path: &str) -> Option<Find> {
    let mut fields = reader.table(node, path, "A thing asked")?;
    let what = fields.required("what").and_then(|n| fields.reader.text(n, &format!("{path}.what")))?;
    let path = fields.path_of("what");
    let find = match what.as_str() {
        "reactions" => Some(Find::Reactions { support: fields.name("support") }),
        "joint" | "bar" | "load" | "internal" | "limit" => {
            fields.reader.not_yet(&path, &format!("Asking for \"{what}\""));
            None
        }
        other => {
            fields.reader.form(&path, format!("\"{other}\" cannot be asked."), "Ask for \"reactions\".");
            None
        }
    };
    if find.is_some() {
        fields.finish(LATER_FIND);
    }
    find
}
