//! What a sheet of space cannot hold yet: said by name, where it stands.

use crate::sheet::{Bar, Find, Ground, Sheet};

/// The paths of what works in the plane only so far.
pub fn plane_only(sheet: &Sheet) -> Vec<String> {
    let mut found: Vec<String> = Vec::new();
    let mut table = |there: bool, key: &str| {
        if there {
            found.push(key.to_owned());
        }
    };
    table(!sheet.pulleys.is_empty(), "pulleys");
    table(!sheet.ropes.is_empty(), "ropes");
    table(!sheet.sections.is_empty(), "sections");
    table(!sheet.materials.is_empty(), "materials");
    table(!sheet.temperature.is_empty(), "temperature");
    table(!sheet.moving.is_empty(), "moving");
    table(!sheet.pins.is_empty(), "pins");
    table(sheet.stock.is_some(), "stock");
    table(!sheet.limits.is_empty(), "limits");
    for (name, body) in &sheet.bodies {
        let mut key = |there: bool, key: &str| table(there, &format!("bodies.{name}.{key}"));
        key(body.section.is_some(), "section");
        key(body.material.is_some(), "material");
        key(body.torque.is_some(), "torque");
        key(body.ei.is_some(), "EI");
        key(body.ea.is_some(), "EA");
    }
    for (row, bar) in sheet.bars.iter().enumerate() {
        let Bar::Full(bar) = bar else { continue };
        let mut key = |there: bool, key: &str| table(there, &format!("bars[{row}].{key}"));
        key(bar.section.is_some(), "section");
        key(bar.material.is_some(), "material");
        key(bar.ea.is_some(), "EA");
    }
    for (row, support) in sheet.supports.iter().enumerate() {
        table(support.ground != Ground::default(), &format!("supports[{row}].settlement"));
    }
    for (row, asked) in sheet.find.iter().enumerate() {
        table(matches!(asked, Find::Limit { .. }), &format!("find[{row}]"));
    }
    found
}
