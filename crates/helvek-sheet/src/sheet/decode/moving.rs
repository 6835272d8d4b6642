//! Reading trains of forces.

use super::direction;
use crate::sheet::fields::Reader;
use crate::sheet::tree::Node;
use crate::sheet::{Axle, Train};

/// Forces that travel together.
pub(super) fn train(reader: &mut Reader, node: &Node, path: &str) -> Option<Train> {
    let mut fields = reader.table(node, path, "A train of forces")?;
    let name = fields.name("name");
    let (from, to, on) = (fields.required_name("from"), fields.required_name("to"), fields.name("on"));
    let direction = direction(&mut fields, "direction");
    let heads = fields.choice("heads");
    let mut axles = Vec::new();
    if let Some(node) = fields.required("axles") {
        let path = fields.path_of("axles");
        for (i, item) in fields.reader.list(node, &path, "forces").iter().enumerate() {
            axles.extend(axle(fields.reader, item, &format!("{path}[{i}]"), i));
        }
        if axles.is_empty() {
            fields.reader.form(
                &path,
                "A train without forces moves nothing.",
                "Write [{ size = 6 }, { size = 9, gap = 2.4 }].",
            );
        }
    }
    fields.finish(&[]);
    Some(Train { name, from: from?, to: to?, on, direction, axles, heads }).filter(|t| !t.axles.is_empty())
}

fn axle(reader: &mut Reader, node: &Node, path: &str, index: usize) -> Option<Axle> {
    let mut fields = reader.table(node, path, "A force of a train")?;
    let size = fields.required_quantity("size");
    let gap = fields.quantity("gap");
    if (index == 0) == fields.has("gap") {
        let (message, cure) = if index == 0 {
            ("Nothing goes before the first force of a train.", "Leave its gap out.")
        } else {
            ("How far this force is behind the one before it is missing.", "Add gap = 1.2.")
        };
        fields.reader.form(path, message, cure);
    }
    fields.finish(&[]);
    Some(Axle { size: size?, gap })
}
