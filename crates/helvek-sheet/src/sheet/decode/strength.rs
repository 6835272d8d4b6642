//! Reading sections and materials.

use super::point;
use crate::section::{Dim, OTHER_KEYS};
use crate::sheet::fields::{Fields, Reader};
use crate::sheet::tree::Node;
use crate::sheet::{Material, Quantity, Section, SectionPart, ShapeWord};

pub(super) fn section(reader: &mut Reader, node: &Node, path: &str) -> Option<Section> {
    let mut fields = reader.table(node, path, "A section")?;
    let shape: Option<ShapeWord> = fields.required_choice("shape");
    let mut section = Section {
        shape: shape.unwrap_or_default(),
        of: fields.name("of"),
        gap: fields.quantity("gap"),
        held: fields.truth("held"),
        ..Section::default()
    };
    for dim in Dim::ALL {
        *section.size_mut(dim) = fields.quantity(dim.key());
    }
    let (outline, holes, parts) =
        (fields.path_of("outline"), fields.path_of("holes"), fields.path_of("parts"));
    if let Some(node) = fields.get("outline") {
        section.outline = corners(fields.reader, node, &outline);
    }
    if let Some(node) = fields.get("holes") {
        let each = fields.reader.list(node, &holes, "outlines").iter().enumerate();
        section.holes =
            each.map(|(i, node)| corners(fields.reader, node, &format!("{holes}[{i}]"))).collect();
    }
    if let Some(node) = fields.get("parts") {
        let each = fields.reader.list(node, &parts, "sections").iter().enumerate();
        section.parts =
            each.filter_map(|(i, node)| part(fields.reader, node, &format!("{parts}[{i}]"))).collect();
    }
    let complete = shape.is_some_and(|shape| belongs(&mut fields, shape));
    fields.finish(&[]);
    complete.then_some(section)
}

/// Names dimensions that are missing, and those that the shape does not have.
fn belongs(fields: &mut Fields<'_, '_>, shape: ShapeWord) -> bool {
    let (word, [needs, may]) = (shape.sort().word, shape.sort().keys());
    let mut complete = true;
    for key in Dim::ALL.map(Dim::key).iter().chain(OTHER_KEYS) {
        let path = fields.path_of(key);
        match (fields.has(key), needs.contains(key), may.contains(key)) {
            (false, true, _) => {
                complete = false;
                let here = fields.path.clone();
                fields.reader.form(
                    &here,
                    format!("A section that is a {word} needs \"{key}\"."),
                    format!("It has: {}.", needs.join(", ")),
                );
            }
            (true, false, false) => {
                let message = format!("A {word} has no \"{key}\".");
                fields.reader.form(&path, message, format!("It has: {}.", needs.join(", ")));
            }
            _ => {}
        }
    }
    complete
}

fn corners(reader: &mut Reader, node: &Node, path: &str) -> Vec<Vec<Quantity>> {
    let each = reader.list(node, path, "corners").iter().enumerate();
    each.filter_map(|(i, node)| point(reader, node, &format!("{path}[{i}]"))).collect()
}

fn part(reader: &mut Reader, node: &Node, path: &str) -> Option<SectionPart> {
    let mut fields = reader.table(node, path, "A part of a section")?;
    let (of, hole) = (fields.required_name("of"), fields.truth("hole"));
    let at_path = fields.path_of("at");
    let at = fields.get("at").and_then(|node| point(fields.reader, node, &at_path)).unwrap_or_default();
    fields.finish(&[]);
    Some(SectionPart { of: of?, at, hole })
}

pub(super) fn material(reader: &mut Reader, node: &Node, path: &str) -> Option<Material> {
    let mut fields = reader.table(node, path, "A material")?;
    let material = Material {
        e: fields.quantity("E"),
        g: fields.quantity("G"),
        yields: fields.quantity("yield"),
        ultimate: fields.quantity("ultimate"),
        shear: fields.quantity("shear"),
        bearing: fields.quantity("bearing"),
        expansion: super::stiffness::expansion(&mut fields),
    };
    fields.finish(&["density"]);
    Some(material)
}
