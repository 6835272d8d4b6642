//! The form of loads.

use crate::problem::nearest;
use crate::sheet::fields::{Fields, Reader};
use crate::sheet::tree::Node;
use crate::sheet::{CoupleLoad, DistributedLoad, ForceLoad, Load, OwnWeight, Turn, WeightLoad};
use crate::things::load::{LoadWord, SORTS};

pub(super) fn load(reader: &mut Reader, node: &Node, path: &str) -> Option<Load> {
    let mut fields = reader.table(node, path, "A load")?;
    let word = fields.required("kind").and_then(|n| fields.reader.text(n, format_args!("{path}.kind")))?;
    let Some(sort) = SORTS.iter().find(|sort| sort.word == word) else {
        let path = fields.path_of("kind");
        let cure = match nearest(&word, SORTS.iter().map(|sort| sort.word)) {
            Some(known) => format!("Perhaps \"{known}\" is meant."),
            None => format!("Write one of {}.", SORTS.each_ref().map(|sort| sort.word).join(", ")),
        };
        fields.reader.form(&path, format!("\"{word}\" is not a kind of load."), cure);
        return None;
    };
    let load = match sort.kind {
        LoadWord::Force => force(&mut fields).map(Load::Force),
        LoadWord::Couple => couple(&mut fields).map(Load::Couple),
        LoadWord::Distributed => distributed(&mut fields).map(Load::Distributed),
        LoadWord::Weight => weight(&mut fields).map(Load::Weight),
        LoadWord::Own => own(&mut fields).map(Load::Own),
    };
    fields.finish(&[]);
    load
}

fn force(fields: &mut Fields<'_, '_>) -> Option<ForceLoad> {
    let (name, on, at) = (fields.name("name"), fields.name("on"), fields.required_name("at"));
    let case = fields.name("case");
    let path = fields.path_of("components");
    let components = fields.get("components").and_then(|node| super::point(fields.reader, node, &path));
    let given_components = fields.has("components");
    let (size, direction) = (fields.quantity("size"), super::direction(fields, "direction"));
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
        let cure = if fields.reader.space {
            "Add components = [x, y, z], or size = ... and direction = ..."
        } else {
            "Add components = [x, y], or size = ... and direction = ..."
        };
        fields.reader.form(&path, message, cure);
        return None;
    }
    let complete = components.is_some() || (size.is_some() && direction.is_some());
    complete.then_some(ForceLoad { name, on, at: at?, components, size, direction, case })
}

fn couple(fields: &mut Fields<'_, '_>) -> Option<CoupleLoad> {
    let (name, on, at) = (fields.name("name"), fields.name("on"), fields.name("at"));
    let case = fields.name("case");
    if !fields.reader.space {
        let turn: Option<Turn> = fields.choice("turn");
        let size = Some(fields.required_quantity("size")?);
        return Some(CoupleLoad {
            name,
            on,
            at,
            size,
            turn: turn.unwrap_or_default(),
            case,
            axis: None,
            components: None,
        });
    }
    let path = fields.path_of("components");
    let components = fields.get("components").and_then(|node| super::point(fields.reader, node, &path));
    let (size, axis) = (fields.quantity("size"), super::direction(fields, "axis"));
    let turn = Turn::default();
    let path = fields.path.clone();
    match (fields.has("components"), fields.has("size"), fields.has("axis")) {
        (true, false, false) => components.is_some(),
        (false, true, true) => size.is_some() && axis.is_some(),
        _ => {
            let message = "A couple in space needs components, or a size and an axis.";
            fields.reader.form(
                &path,
                message,
                "Add components = [x, y, z], or size = ... and axis = \"+x\".",
            );
            false
        }
    }
    .then_some(CoupleLoad { name, on, at, size, turn, case, axis, components })
}

fn distributed(fields: &mut Fields<'_, '_>) -> Option<DistributedLoad> {
    let (name, on) = (fields.name("name"), fields.name("on"));
    let (from, to) = (fields.required_name("from"), fields.required_name("to"));
    let (start, end) = (fields.required_quantity("start"), fields.quantity("end"));
    let end_is_wrong = end.is_none() && fields.has("end");
    let direction_given = fields.has("direction");
    let direction = super::direction(fields, "direction");
    let (per, case) = (fields.choice("per"), fields.name("case"));
    if end_is_wrong || (direction_given && direction.is_none()) {
        return None;
    }
    Some(DistributedLoad { name, on, from: from?, to: to?, start: start?, end, direction, per, case })
}

fn weight(fields: &mut Fields<'_, '_>) -> Option<WeightLoad> {
    let (name, on, at) = (fields.name("name"), fields.name("on"), fields.required_name("at"));
    let (mass, size, case) = (fields.quantity("mass"), fields.quantity("size"), fields.name("case"));
    one_of_two(fields, "A weight", "mass = \"80 kg\", or size = \"0.8 kN\"")?;
    (mass.is_some() || size.is_some()).then_some(WeightLoad { name, on, at: at?, mass, size, case })
}

fn own(fields: &mut Fields<'_, '_>) -> Option<OwnWeight> {
    let name = fields.name("name");
    let path = fields.path_of("bars");
    let bars = fields.get("bars").map(|node| super::names(fields.reader, node, &path, "bar names"));
    let (mass, size, case) = (fields.quantity("mass"), fields.quantity("size"), fields.name("case"));
    one_of_two(fields, "Own weight", "mass = \"8 kg/m\", or size = \"0.08 kN/m\"")?;
    let bars = bars.unwrap_or_default();
    (mass.is_some() || size.is_some()).then_some(OwnWeight { name, bars, mass, size, case })
}

/// By mass or by size: one of the two, and not both.
fn one_of_two(fields: &mut Fields<'_, '_>, what: &str, example: &str) -> Option<()> {
    let path = fields.path.clone();
    match (fields.has("mass"), fields.has("size")) {
        (true, true) => {
            let message = format!("{what} is given by its mass or by its size, not by both.");
            fields.reader.form(&path, message, "Remove one of the two.");
            None
        }
        (false, false) => {
            fields.reader.form(&path, format!("{what} needs a mass or a size."), format!("Add {example}."));
            None
        }
        _ => Some(()),
    }
}
