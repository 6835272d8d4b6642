//! From the tree to the sheet: the form of every table, what is known and what is not yet.

mod connections;
mod judged;
mod loads;
mod moving;
mod space;
mod stiffness;
mod strength;
mod work;

pub use space::plane_only;
pub use work::no_part;

use super::fields::{Fields, Reader};
use super::tree::{Node, Value};
use super::{
    Body, CONVENTIONS, Direction, FORMAT, Find, Quantity, Sheet, SpaceKind, StatedConventions, UnitNames,
};
use crate::problem::nearest;

/// The sheet as far as it can be read, and the row each thing had in its table.
#[derive(Default)]
pub(super) struct Decoded {
    pub(super) sheet: Sheet,
    pub(super) rows: Rows,
}

/// The row of its table from which each thing of a sheet was read.
#[derive(Debug, Clone, PartialEq, Default)]
pub(super) struct Rows {
    pub(super) bars: Vec<usize>,
    pub(super) joints: Vec<usize>,
    pub(super) supports: Vec<usize>,
    pub(super) loads: Vec<usize>,
    pub(super) find: Vec<usize>,
}

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
    fields.reader.space = sheet.space == SpaceKind::Space;
    if let Some(node) = fields.get("units") {
        sheet.units = units(fields.reader, node);
    }
    sheet.gravity = fields.quantity("gravity");
    sheet.vertical = fields.choice("vertical");
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
    for (name, node) in entries(&mut fields, "sections") {
        let path = format!("sections.{name}");
        if let Some(section) = strength::section(fields.reader, node, &path) {
            insert(fields.reader, &mut sheet.sections, name, section, &path);
        }
    }
    for (name, node) in entries(&mut fields, "materials") {
        let path = format!("materials.{name}");
        if let Some(material) = strength::material(fields.reader, node, &path) {
            insert(fields.reader, &mut sheet.materials, name, material, &path);
        }
    }
    for (row, node) in rows(&mut fields, "bars", "bars") {
        if let Some(bar) = connections::bar(fields.reader, node, &format!("bars[{row}]")) {
            sheet.bars.push(bar);
            decoded.rows.bars.push(row);
        }
    }
    for (row, node) in rows(&mut fields, "joints", "joints") {
        if let Some(joint) = connections::joint(fields.reader, node, &format!("joints[{row}]")) {
            sheet.joints.push(joint);
            decoded.rows.joints.push(row);
        }
    }
    for (row, node) in rows(&mut fields, "supports", "supports") {
        if let Some(support) = connections::support(fields.reader, node, &format!("supports[{row}]")) {
            sheet.supports.push(support);
            decoded.rows.supports.push(row);
        }
    }
    for (row, node) in rows(&mut fields, "loads", "loads") {
        if let Some(load) = loads::load(fields.reader, node, &format!("loads[{row}]")) {
            sheet.loads.push(load);
            decoded.rows.loads.push(row);
        }
    }
    for (name, node) in entries(&mut fields, "pulleys") {
        let path = format!("pulleys.{name}");
        if let Some(pulley) = connections::pulley(fields.reader, node, &path) {
            insert(fields.reader, &mut sheet.pulleys, name, pulley, &path);
        }
    }
    for (name, node) in entries(&mut fields, "ropes") {
        let path = format!("ropes.{name}");
        if let Some(rope) = connections::rope(fields.reader, node, &path) {
            insert(fields.reader, &mut sheet.ropes, name, rope, &path);
        }
    }
    for (row, node) in rows(&mut fields, "combinations", "combinations") {
        sheet.combinations.extend(work::combination(fields.reader, node, &format!("combinations[{row}]")));
    }
    for (row, node) in rows(&mut fields, "cases", "names of load cases") {
        let path = format!("cases[{row}]");
        if let Some(name) = fields.reader.name(node, &path) {
            if sheet.cases.contains(&name) {
                fields.reader.form(&path, format!("\"{name}\" is there twice."), "Remove one of them.");
            } else {
                sheet.cases.push(name);
            }
        }
    }
    for (row, node) in rows(&mut fields, "temperature", "members that warm up") {
        sheet.temperature.extend(stiffness::temperature(fields.reader, node, &format!("temperature[{row}]")));
    }
    for (row, node) in rows(&mut fields, "moving", "trains of forces") {
        sheet.moving.extend(moving::train(fields.reader, node, &format!("moving[{row}]")));
    }
    for (row, node) in rows(&mut fields, "limits", "limits") {
        sheet.limits.extend(judged::limit(fields.reader, node, &format!("limits[{row}]")));
    }
    for (row, node) in rows(&mut fields, "pins", "pins with their plates") {
        sheet.pins.extend(judged::pin(fields.reader, node, &format!("pins[{row}]")));
    }
    if let Some(node) = fields.get("stock") {
        sheet.stock = judged::stock(fields.reader, node);
    }
    for (row, node) in rows(&mut fields, "find", "things asked") {
        if let Some(asked) = find(fields.reader, node, &format!("find[{row}]")) {
            sheet.find.push(asked);
            decoded.rows.find.push(row);
        }
    }
    if sheet.space == SpaceKind::Space {
        for path in plane_only(sheet) {
            fields.reader.plane_only(&path);
        }
    }
    fields.finish(&[]);
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

fn conventions(reader: &mut Reader, node: &Node) -> StatedConventions {
    let Some(mut fields) = reader.table(node, "conventions", "The table of conventions") else {
        return StatedConventions::default();
    };
    let mut read = StatedConventions::default();
    for convention in CONVENTIONS {
        (convention.read)(&mut fields, &mut read);
    }
    if let Some(node) = fields.get("order") {
        read.order = work::order(fields.reader, node);
    }
    if let Some(node) = fields.get("apart") {
        read.apart = work::apart(fields.reader, node);
    }
    fields.finish(&[]);
    read
}

fn point(reader: &mut Reader, node: &Node, path: &str) -> Option<Vec<Quantity>> {
    let items = reader.list(node, path, "coordinates");
    let coordinates: Vec<_> = items
        .iter()
        .enumerate()
        .filter_map(|(i, item)| reader.quantity(item, format_args!("{path}[{i}]")))
        .collect();
    let right = counted(reader, items.len(), "point", "coordinates", path);
    (right && coordinates.len() == items.len()).then_some(coordinates)
}

/// True when there are as many numbers as the sheet has dimensions; else a problem, except where there is nothing at all to count.
fn counted(reader: &mut Reader, count: usize, what: &str, of: &str, path: &str) -> bool {
    let (wanted, place, cure) =
        if reader.space { (3, "space", "Write [x, y, z].") } else { (2, "the plane", "Write [x, y].") };
    if count > 0 && count != wanted {
        let cure =
            if !reader.space && count == 3 { "Write [x, y], or space = \"space\" at the top." } else { cure };
        reader.form(path, format!("A {what} of {place} has {wanted} {of}, not {count}."), cure);
    }
    count == wanted
}

/// The names in a list.
fn names(reader: &mut Reader, node: &Node, path: &str, of: &str) -> Vec<String> {
    let names = reader.list(node, path, of);
    names.iter().enumerate().filter_map(|(k, n)| reader.name(n, format_args!("{path}[{k}]"))).collect()
}

fn body(reader: &mut Reader, node: &Node, path: &str) -> Option<Body> {
    let mut fields = reader.table(node, path, "A body")?;
    let (runs_path, points_path) = (fields.path_of("runs"), fields.path_of("points"));
    let runs = fields.get("runs").map(|node| {
        let runs = fields.reader.list(node, &runs_path, "runs").iter().enumerate();
        runs.map(|(i, run)| names(fields.reader, run, &format!("{runs_path}[{i}]"), "point names")).collect()
    });
    let points = fields.get("points").map(|node| names(fields.reader, node, &points_path, "point names"));
    let (section, material) = (fields.name("section"), fields.name("material"));
    let torque = fields.quantity("torque");
    let reference = if fields.reader.space { direction(&mut fields, "reference") } else { None };
    let (ei, ea) = (stiffness::quantities(&mut fields, "EI"), stiffness::quantities(&mut fields, "EA"));
    fields.finish(&[]);
    if runs.is_none() && points.is_none() {
        reader.form(
            path,
            "A body needs \"runs\" or \"points\".",
            "Add runs = [[\"A\", \"B\"]], or points = [\"A\"].",
        );
        return None;
    }
    Some(Body {
        runs: runs.unwrap_or_default(),
        points: points.unwrap_or_default(),
        section,
        material,
        torque,
        reference,
        ei,
        ea,
    })
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
                .filter_map(|(i, n)| fields.reader.number(n, format_args!("{path}[{i}]")))
                .collect();
            let right = counted(fields.reader, items.len(), "direction", "components", &path);
            (right && numbers.len() == items.len()).then_some(Direction::Vector(numbers))
        }
        _ => {
            let space = fields.reader.space;
            let mut inner = fields.reader.table(node, &path, "A direction")?;
            let read = if space && (inner.has("azimuth") || inner.has("elevation")) {
                let azimuth = inner.required_quantity("azimuth");
                let elevation = inner.quantity("elevation");
                azimuth.map(|azimuth| Direction::Angles { azimuth, elevation })
            } else if space && inner.has("round") {
                let (round, axis) = (inner.name("round"), direction(&mut inner, "axis"));
                if !inner.has("axis") {
                    inner.required("axis");
                }
                round.zip(axis).map(|(round, axis)| Direction::Round { round, axis: Box::new(axis) })
            } else if inner.has("toward") {
                inner.name("toward").map(|toward| Direction::Toward { toward })
            } else if let Some(node) = inner.get("between") {
                let path = inner.path_of("between");
                let points = names(inner.reader, node, &path, "A direction between points");
                let two = <[String; 2]>::try_from(points).ok();
                if two.is_none() {
                    inner.reader.form(&path, "A direction leads from one point to another.", "Name the two.");
                }
                two.map(|between| Direction::Between { between })
            } else if inner.has("away_from") {
                inner.name("away_from").map(|away_from| Direction::AwayFrom { away_from })
            } else {
                let angle = inner.required_quantity("angle");
                let from = inner.required_name("from");
                let turn = inner.choice("turn").unwrap_or_default();
                angle.zip(from).map(|(angle, from)| Direction::From { angle, from, turn })
            };
            inner.finish(&[]);
            read
        }
    }
}

fn find(reader: &mut Reader, node: &Node, path: &str) -> Option<Find> {
    let mut fields = reader.table(node, path, "A thing asked")?;
    let what = fields.required("what").and_then(|n| fields.reader.text(n, format_args!("{path}.what")))?;
    let path = fields.path_of("what");
    let find = match what.as_str() {
        "reactions" => Some(Find::Reactions { support: fields.name("support") }),
        "joint" => fields.required_name("joint").map(|joint| Find::Joint { joint }),
        "bar" => fields.required_name("bar").map(|bar| Find::Bar { bar }),
        "rope" => fields.required_name("rope").map(|rope| Find::Rope { rope }),
        "load" => fields.required_name("load").map(|load| Find::Load { load }),
        "advantage" => {
            let (of, over) = (fields.required_name("of"), fields.required_name("over"));
            of.zip(over).map(|(of, over)| Find::Advantage { of, over })
        }
        "limit" => Some(Find::Limit { load: fields.name("load"), case: fields.name("case") }),
        "internal" => {
            let on = fields.required_name("on");
            let (at, from, to) = (fields.name("at"), fields.name("from"), fields.name("to"));
            let (distance, side) = (fields.quantity("distance"), fields.choice("side"));
            let by_point = fields.has("at");
            let by_distance = ["from", "to", "distance"].map(|key| fields.has(key));
            if by_point == by_distance.contains(&true)
                || by_distance.contains(&true) && by_distance.contains(&false)
            {
                let message =
                    "A place inside a body is either a point or a distance from one point to another.";
                fields.reader.form(fields.path.clone(), message, "Give at, or all of from, to and distance.");
            }
            on.map(|on| Find::Internal { on, at, from, to, distance, side })
        }
        other => {
            let words = ["reactions", "joint", "bar", "rope", "load", "advantage", "internal", "limit"];
            let cure = match nearest(other, words) {
                Some(word) => format!("Perhaps \"{word}\" is meant."),
                None => format!("Ask for one of {}.", words.join(", ")),
            };
            fields.reader.form(&path, format!("\"{other}\" cannot be asked."), cure);
            None
        }
    };
    if find.is_some() {
        fields.finish(&[]);
    }
    find
}
