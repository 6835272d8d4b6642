//! Reading what gives way: stiffnesses, settlements, springs, temperatures.

use super::names;
use crate::sheet::fields::{Fields, Reader};
use crate::sheet::tree::{Node, Value};
use crate::sheet::{Ground, Quantities, Temperature};
use crate::units::figures::said;

/// One quantity or a list of them.
pub(super) fn quantities(fields: &mut Fields<'_, '_>, key: &'static str) -> Option<Quantities> {
    let node = fields.get(key)?;
    let path = fields.path_of(key);
    let Value::List(items) = &node.value else {
        return fields.reader.quantity(node, &path).map(Quantities::One);
    };
    let each = items.iter().enumerate().map(|(i, n)| fields.reader.quantity(n, format_args!("{path}[{i}]")));
    each.collect::<Option<_>>().map(Quantities::Each)
}

pub(super) fn ground(fields: &mut Fields<'_, '_>) -> Ground {
    Ground {
        settlement: quantities(fields, "settlement"),
        turned: fields.quantity("turned"),
        spring: quantities(fields, "spring"),
        turning_spring: fields.quantity("turning_spring"),
    }
}

/// A coefficient of expansion, per kelvin.
pub(super) fn expansion(fields: &mut Fields<'_, '_>) -> Option<f64> {
    let node = fields.get("expansion")?;
    let path = fields.path_of("expansion");
    let value = fields.reader.number(node, &path)?;
    if value.abs() < 1e-3 {
        return Some(value);
    }
    let message = format!("{} is not an expansion per kelvin.", said(value));
    fields.reader.form(&path, message, "Write the part of the length per kelvin: 12e-6.");
    None
}

pub(super) fn temperature(reader: &mut Reader, node: &Node, path: &str) -> Option<Temperature> {
    let mut fields = reader.table(node, path, "A member that warms up")?;
    let of_path = fields.path_of("of");
    let of = fields.get("of").map(|node| names(fields.reader, node, &of_path, "names")).unwrap_or_default();
    let mut kelvins = |key: &'static str| {
        let path = fields.path_of(key);
        fields.get(key).and_then(|node| fields.reader.number(node, &path))
    };
    let (change, across) = (kelvins("change"), kelvins("across"));
    let (depth, expansion) = (fields.quantity("depth"), expansion(&mut fields));
    let case = fields.name("case");
    fields.finish(&[]);
    if change.is_none() && across.is_none() {
        let message = "What warms up needs by how much.";
        reader.form(
            path,
            message,
            "Add change = 30 (kelvins), or across = 15 for one side more than the other.",
        );
        return None;
    }
    Some(Temperature { of, change, across, depth, expansion, case })
}
