//! Reading what is judged: limits, pins among their plates, sizes in stock.

use super::names;
use crate::sheet::fields::{Fields, Reader};
use crate::sheet::tree::{Node, Value};
use crate::sheet::{Limit, Plate, PlatedPin, Stock};

pub(super) fn limit(reader: &mut Reader, node: &Node, path: &str) -> Option<Limit> {
    let mut fields = reader.table(node, path, "A limit")?;
    let of_path = fields.path_of("of");
    let of = fields.get("of").map(|node| names(fields.reader, node, &of_path, "names")).unwrap_or_default();
    let factor_path = fields.path_of("factor");
    const KEYS: [&str; 8] = ["tension", "compression", "stress", "shear", "reaction", "pin", "factor", "sag"];
    // What is there and cannot be read is told of itself.
    let written = KEYS.iter().any(|key| fields.has(key));
    let limit = Limit {
        of,
        tension: fields.quantity("tension"),
        compression: fields.quantity("compression"),
        stress: fields.quantity("stress"),
        shear: fields.quantity("shear"),
        reaction: fields.quantity("reaction"),
        pin: fields.quantity("pin"),
        factor: fields.get("factor").and_then(|node| fields.reader.number(node, &factor_path)),
        sag: sag(&mut fields),
    };
    fields.finish(&[]);
    if !limit.says() && written {
        return None;
    }
    if !limit.says() {
        let message = "A limit needs what it limits: tension, compression, stress, shear, reaction, pin, factor or sag.";
        reader.form(path, message, "Add tension = 20, or stress = \"160 MPa\".");
        return None;
    }
    Some(limit)
}

/// `300`, or `"L/300"`.
fn sag(fields: &mut Fields<'_, '_>) -> Option<f64> {
    let node = fields.get("sag")?;
    let path = fields.path_of("sag");
    let Value::Text(text) = &node.value else { return fields.reader.number(node, &path) };
    let part = text.trim().strip_prefix(['L', 'l']).and_then(|rest| rest.trim_start().strip_prefix('/'));
    let read = part.and_then(|part| part.trim().parse().ok()).filter(|n: &f64| n.is_finite());
    if read.is_none() {
        let message = format!("\"{text}\" is not a limit on sag.");
        fields.reader.form(&path, message, "Write the part of the span: \"L/300\".");
    }
    read
}

pub(super) fn pin(reader: &mut Reader, node: &Node, path: &str) -> Option<PlatedPin> {
    let mut fields = reader.table(node, path, "A pin with its plates")?;
    let (at, diameter, material) =
        (fields.required_name("at"), fields.quantity("diameter"), fields.name("material"));
    let plates_path = fields.path_of("plates");
    let plates = fields.required("plates").map(|node| {
        let each = fields.reader.list(node, &plates_path, "plates").iter().enumerate();
        each.map(|(i, node)| plate(fields.reader, node, &format!("{plates_path}[{i}]"))).collect()
    });
    fields.finish(&[]);
    let plates: Option<Vec<Plate>> = plates?;
    Some(PlatedPin { at: at?, diameter, material, plates: plates? })
}

fn plate(reader: &mut Reader, node: &Node, path: &str) -> Option<Plate> {
    let mut fields = reader.table(node, path, "A plate")?;
    let (of, thickness) = (fields.required_name("of"), fields.required_quantity("thickness"));
    let (material, edge) = (fields.name("material"), fields.quantity("edge"));
    let share_path = fields.path_of("share");
    let share = fields.get("share").and_then(|node| fields.reader.number(node, &share_path));
    fields.finish(&[]);
    Some(Plate { of: of?, thickness: thickness?, material, edge, share })
}

pub(super) fn stock(reader: &mut Reader, node: &Node) -> Option<Stock> {
    let Value::List(items) = &node.value else { return reader.text(node, "stock").map(Stock::Rule) };
    let sizes = items.iter().enumerate().map(|(i, node)| reader.quantity(node, format_args!("stock[{i}]")));
    sizes.collect::<Option<_>>().map(Stock::List)
}
