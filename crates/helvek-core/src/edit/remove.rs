//! Removing things, and the points that nothing needs any more.

use super::{loads, supports, wrong};
use crate::problem::Problem;
use crate::sheet::{Direction, Load, Sheet};
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
            sheet.find.retain(|find| match find {
                crate::sheet::Find::Reactions { support } => support.as_deref() != Some(name),
            });
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

/// Takes points out of the run where nothing stands any more. Ends stay, and so do points that were only marks.
pub(super) fn unused_points(sheet: &mut Sheet) {
    let mut used: HashSet<&str> = sheet.supports.iter().map(|s| s.at.as_str()).collect();
    let mut directions: Vec<&Direction> = sheet.supports.iter().filter_map(|s| s.normal.as_ref()).collect();
    for load in &sheet.loads {
        match load {
            Load::Force(l) => {
                used.insert(&l.at);
                directions.extend(&l.direction);
            }
            Load::Couple(l) => used.extend(l.at.as_deref()),
            Load::Distributed(l) => {
                used.extend([l.from.as_str(), l.to.as_str()]);
                directions.extend(&l.direction);
            }
        }
    }
    for direction in directions {
        match direction {
            Direction::Toward { toward: name } | Direction::AwayFrom { away_from: name } => used.insert(name),
            _ => false,
        };
    }
    let mut gone = Vec::new();
    for run in sheet.bodies.values().flat_map(|body| &body.runs) {
        let inner = run.get(1..run.len().saturating_sub(1)).unwrap_or_default();
        gone.extend(inner.iter().filter(|p| !used.contains(p.as_str())).cloned());
    }
    for name in gone {
        sheet.points.shift_remove(&name);
        for run in sheet.bodies.values_mut().flat_map(|body| &mut body.runs) {
            run.retain(|p| *p != name);
        }
    }
}
