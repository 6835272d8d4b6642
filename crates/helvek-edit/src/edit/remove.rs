//! Removing things, and what cannot stand without them.

use super::figure::Figure;
use super::{bars, loads, points, stiff, supports, unite, wrong};
use helvek_sheet::id::{Id, Kind};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Bar, Find, Load, RopeStop, Sheet};
use helvek_statics::model;
use std::collections::HashSet;

type Outcome = Result<(), Vec<Problem>>;

/// Removes things by the ids of their marks. What stood on a member that goes, goes with it.
pub(super) fn remove(sheet: &mut Sheet, ids: &[Id]) -> Outcome {
    // By list, from the back: names that were generated follow the order of the lists.
    let mut load_rows = Vec::new();
    let mut support_rows = Vec::new();
    let mut rest = Vec::new();
    for id in ids {
        match id.kind {
            Kind::Load => load_rows.push(loads::named(sheet, &id.name)?),
            Kind::Support => support_rows.push((supports::named(sheet, &id.name)?, id.name.clone())),
            _ => rest.push(id),
        }
    }
    load_rows.sort_unstable();
    load_rows.dedup();
    for row in load_rows.into_iter().rev() {
        sheet.loads.remove(row);
    }
    support_rows.sort_unstable();
    support_rows.dedup();
    for (row, name) in support_rows.into_iter().rev() {
        sheet.supports.remove(row);
        // What was asked of it cannot be answered any more.
        sheet.find.retain(
            |find| !matches!(find, Find::Reactions { support } if support.as_deref() == Some(name.as_str())),
        );
    }
    for id in rest {
        let name = &id.name;
        match id.kind {
            Kind::Body => body(sheet, name)?,
            Kind::Point => point(sheet, name)?,
            Kind::Bar | Kind::Joint => listed(sheet, name, id.kind)?,
            Kind::Train => {
                let row = super::row_named(&model::train_names(sheet), name, "train")?;
                sheet.moving.remove(row);
            }
            Kind::Combination => sheet.combinations.retain(|combination| combination.name != *name),
            Kind::Rope => {
                sheet.ropes.shift_remove(name);
                sheet.find.retain(|find| !matches!(find, Find::Rope { rope } if rope == name));
            }
            Kind::Wheel => {
                sheet.pulleys.shift_remove(name);
                let over = |stop: &RopeStop| matches!(stop, RopeStop::Over { over, .. } if over == name);
                sheet.ropes.retain(|_, rope| !rope.path.iter().any(over));
            }
            _ => return unknown(id),
        }
    }
    Ok(())
}

fn unknown(id: &Id) -> Outcome {
    wrong("id", format!("\"{id}\" cannot be removed."), "Choose a load, a support, a point or a member.")
}

fn listed(sheet: &mut Sheet, name: &str, kind: Kind) -> Outcome {
    let names = if kind == Kind::Bar { model::bar_names(sheet) } else { model::joint_names(sheet) };
    let Some(row) = names.iter().position(|n| n == name) else {
        return wrong("id", format!("There is no {} \"{name}\".", kind.word()), "Choose one that is there.");
    };
    if kind == Kind::Bar {
        let ends = sheet.bars.remove(row).ends().clone();
        sheet.find.retain(|find| !matches!(find, Find::Bar { bar } if bar == name));
        bars::drop_ends(sheet, &ends);
    } else {
        let joint = sheet.joints.remove(row);
        sheet.find.retain(|find| !matches!(find, Find::Joint { joint } if joint == name));
        unite::without(sheet, &joint)?;
    }
    Ok(())
}

fn body(sheet: &mut Sheet, name: &str) -> Outcome {
    if sheet.bodies.shift_remove(name).is_none() {
        return wrong("id", format!("There is no member \"{name}\"."), "Choose one that is there.");
    }
    sheet.joints.iter_mut().for_each(|joint| joint.of.retain(|of| of != name));
    sheet.joints.retain(|joint| joint.of.len() > 1);
    sheet.supports.retain(|s| s.on.as_deref() != Some(name));
    sheet.loads.retain(|load| on(load) != Some(name));
    stand_on_nothing(sheet);
    Ok(())
}

fn on(load: &Load) -> Option<&str> {
    match load {
        Load::Force(l) => l.on.as_deref(),
        Load::Couple(l) => l.on.as_deref(),
        Load::Distributed(l) => l.on.as_deref(),
        Load::Weight(l) => l.on.as_deref(),
        Load::Own(_) => None,
    }
}

/// A point with all that stands on it. Of a member, the rest stays.
fn point(sheet: &mut Sheet, name: &str) -> Outcome {
    if !sheet.points.contains_key(name) {
        return wrong("id", format!("There is no point \"{name}\"."), "Choose one that is there.");
    }
    if stiff::steps(sheet).contains(name) {
        let message = format!("At {name} the stiffness of a member changes.");
        return wrong("id", message, "Give both sides of it the same stiffness first, or move it.");
    }
    points::forget(sheet, &HashSet::from([name.to_owned()]));
    sheet.bodies.retain(|_, body| !body.runs.is_empty() || !body.points.is_empty());
    let bodies: HashSet<String> = sheet.bodies.keys().cloned().collect();
    sheet.joints.iter_mut().for_each(|joint| joint.of.retain(|of| bodies.contains(of)));
    sheet.joints.retain(|joint| joint.of.len() > 1);
    stand_on_nothing(sheet);
    Ok(())
}

/// Takes away what stands where no member and no bar is any more, then the points that are left over.
fn stand_on_nothing(sheet: &mut Sheet) {
    let there: HashSet<String> = sheet.points.keys().cloned().collect();
    sheet.bars.retain(|bar| {
        let (Bar::Short(ends) | Bar::Full(helvek_sheet::sheet::FullBar { ends, .. })) = bar;
        ends.iter().all(|end| there.contains(end))
    });
    let members = sheet.bodies.values().flat_map(|b| b.runs.iter().flatten().chain(&b.points));
    let ends = sheet.bars.iter().flat_map(|bar| bar.ends());
    let held: HashSet<String> = members.chain(ends).cloned().collect();
    sheet.supports.retain(|s| held.contains(&s.at));
    sheet.joints.retain(|j| held.contains(&j.at));
    sheet.loads.retain(|load| load.places().into_iter().all(|at| held.contains(at)));
    if sheet.bars.is_empty() {
        sheet.loads.retain(|load| !matches!(load, Load::Own(_)));
    }
    let supports = model::support_names(sheet);
    sheet
        .find
        .retain(|find| !matches!(find, Find::Reactions { support: Some(name) } if !supports.contains(name)));
    if sheet.bodies.is_empty() && sheet.bars.is_empty() {
        sheet.loads.clear();
        sheet.points.clear();
    } else if let Ok(figure) = Figure::of(sheet) {
        let lost = figure.at.keys().filter(|name| !held.contains(*name)).cloned();
        let lost: HashSet<String> = lost.collect();
        let mut probe = sheet.clone();
        points::forget(&mut probe, &lost);
        // Marks that something still points at stay.
        if model::build(&helvek_sheet::sheet::Document::from(probe.clone())).problems.is_empty() {
            *sheet = probe;
        }
    }
}
