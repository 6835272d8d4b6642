//! Removing things, and the points that nothing needs any more.

use super::{loads, supports, wrong};
use crate::model;
use crate::problem::Problem;
use crate::sheet::{Direction, Document, Find, Load, RopeStop, Sheet};
use crate::tolerance;
use std::collections::HashSet;

pub(super) fn remove(sheet: &mut Sheet, id: &str) -> Result<(), Vec<Problem>> {
    match id.split_once(':') {
        Some(("load", name)) => {
            let index = loads::named(sheet, name)?;
            sheet.loads.remove(index);
        }
        Some(("support", name)) => {
            let index = supports::named(sheet, name)?;
            sheet.supports.remove(index);
            // What was asked of it cannot be answered any more.
            sheet.find.retain(
                |find| !matches!(find, Find::Reactions { support } if support.as_deref() == Some(name)),
            );
        }
        // Nothing can stand on a beam that is not there.
        Some(("body", _)) => {
            sheet.bodies.clear();
            sheet.points.clear();
            sheet.supports.clear();
            sheet.loads.clear();
            sheet.find.clear();
        }
        _ => {
            return wrong(
                "id",
                format!("\"{id}\" cannot be removed."),
                "Choose a load, a support or the beam.",
            );
        }
    }
    Ok(())
}

/// Takes points out of the runs where nothing stands any more. Ends stay, and so do points that were only marks.
pub(super) fn unused_points(sheet: &mut Sheet) {
    let used = used_points(sheet);
    let mut gone = Vec::new();
    for run in sheet.bodies.values().flat_map(|body| &body.runs) {
        for (i, point) in run.iter().enumerate() {
            // A corner shapes its body, whatever stands on it.
            let inner = i > 0 && i + 1 < run.len() && straight(sheet, &run[i - 1], point, &run[i + 1]);
            if inner && !used.contains(point) {
                gone.push(point.clone());
            }
        }
    }
    for name in gone {
        sheet.points.shift_remove(&name);
        for run in sheet.bodies.values_mut().flat_map(|body| &mut body.runs) {
            run.retain(|p| *p != name);
        }
    }
}

/// Whether a run goes straight on at `b`.
fn straight(sheet: &Sheet, a: &str, b: &str, c: &str) -> bool {
    let model = model::build(&Document::from(Sheet {
        points: sheet.points.clone(),
        units: sheet.units.clone(),
        ..Sheet::default()
    }))
    .model;
    let at = |name: &str| model.points.iter().find(|p| p.name == name).map(|p| p.at);
    let (Some(a), Some(b), Some(c)) = (at(a), at(b), at(c)) else { return false };
    let (u, v) = (b - a, c - b);
    u.cross(v).length() <= tolerance::GEOMETRY * u.length() * v.length()
}

/// Points that something names.
fn used_points(sheet: &Sheet) -> HashSet<String> {
    let mut used: HashSet<String> = sheet.supports.iter().map(|s| s.at.clone()).collect();
    let mut directions: Vec<&Direction> =
        sheet.supports.iter().flat_map(|s| s.normal.iter().chain(&s.toward)).collect();
    for load in &sheet.loads {
        match load {
            Load::Force(l) => {
                used.insert(l.at.clone());
                directions.extend(&l.direction);
            }
            Load::Couple(l) => used.extend(l.at.clone()),
            Load::Distributed(l) => {
                used.extend([l.from.clone(), l.to.clone()]);
                directions.extend(&l.direction);
            }
            Load::Weight(l) => {
                used.insert(l.at.clone());
            }
        }
    }
    for joint in &sheet.joints {
        used.insert(joint.at.clone());
        directions.extend(joint.along.iter().chain(&joint.normal));
    }
    used.extend(sheet.bars.iter().flat_map(|bar| bar.ends().clone()));
    used.extend(sheet.pulleys.values().map(|pulley| pulley.at.clone()));
    for stop in sheet.ropes.values().flat_map(|rope| &rope.path) {
        match stop {
            RopeStop::Body { at, .. } | RopeStop::Ground { at } => {
                used.insert(at.clone());
            }
            RopeStop::Pull { direction, .. } => directions.push(direction),
            RopeStop::Over { .. } | RopeStop::Mass { .. } => {}
        }
    }
    // A point where runs meet holds them together.
    let mut met: HashSet<&str> = HashSet::new();
    for run in sheet.bodies.values().flat_map(|body| &body.runs) {
        for point in run {
            if !met.insert(point) {
                used.insert(point.clone());
            }
        }
    }
    for direction in directions {
        match direction {
            Direction::Toward { toward: name } | Direction::AwayFrom { away_from: name } => {
                used.insert(name.clone());
            }
            Direction::Text(name) if sheet.points.contains_key(name) => {
                used.insert(name.clone());
            }
            _ => {}
        }
    }
    used
}
