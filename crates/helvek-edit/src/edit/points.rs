//! Everything on a sheet that names a point: visited in one place, for renaming, and for finding points that nothing needs any more.

use super::Edit;
use super::figure::Figure;
use super::{bar_list, parts, stiff, wrong};
use helvek_numbers::tolerance;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{
    Bar, CoupleLoad, Direction, DistributedLoad, Find, ForceLoad, Load, RopeStop, Sheet,
};
use helvek_statics::model;
use std::collections::HashSet;

/// Calls `visit` with every mention of a point outside of the runs of bodies.
fn mentions(sheet: &mut Sheet, visit: &mut impl FnMut(&mut String)) {
    let points: HashSet<String> = sheet.points.keys().cloned().collect();
    let direction = |direction: &mut Direction, visit: &mut dyn FnMut(&mut String)| {
        let mut next = Some(direction);
        while let Some(direction) = next.take() {
            match direction {
                Direction::Toward { toward: name } | Direction::AwayFrom { away_from: name } => visit(name),
                Direction::Between { between } => between.iter_mut().for_each(&mut *visit),
                Direction::Round { round, axis } => {
                    visit(round);
                    next = Some(axis);
                }
                // `toward` of a link may be written as the bare name of a point.
                Direction::Text(name) if points.contains(name) => visit(name),
                _ => {}
            }
        }
    };
    for support in &mut sheet.supports {
        visit(&mut support.at);
        for d in support.normal.iter_mut().chain(&mut support.toward).chain(&mut support.axis) {
            direction(d, visit);
        }
    }
    for load in &mut sheet.loads {
        load.places_mut().into_iter().for_each(&mut *visit);
        if let Load::Force(ForceLoad { direction: d, .. })
        | Load::Distributed(DistributedLoad { direction: d, .. })
        | Load::Couple(CoupleLoad { axis: d, .. }) = load
        {
            d.iter_mut().for_each(|d| direction(d, visit));
        }
    }
    for train in &mut sheet.moving {
        visit(&mut train.from);
        visit(&mut train.to);
        train.direction.iter_mut().for_each(|d| direction(d, visit));
    }
    for joint in &mut sheet.joints {
        visit(&mut joint.at);
        for d in joint.along.iter_mut().chain(&mut joint.normal).chain(&mut joint.axis) {
            direction(d, visit);
        }
    }
    for bar in &mut sheet.bars {
        let (Bar::Short(ends) | Bar::Full(helvek_sheet::sheet::FullBar { ends, .. })) = bar;
        ends.iter_mut().for_each(&mut *visit);
    }
    for body in sheet.bodies.values_mut() {
        body.reference.iter_mut().for_each(|d| direction(d, visit));
    }
    for find in &mut sheet.find {
        if let Find::Internal { at, from, to, .. } = find {
            [at, from, to].into_iter().flatten().for_each(&mut *visit);
        }
    }
    sheet.pulleys.values_mut().for_each(|pulley| visit(&mut pulley.at));
    for stop in sheet.ropes.values_mut().flat_map(|rope| &mut rope.path) {
        match stop {
            RopeStop::Body { at, .. } | RopeStop::Ground { at } => visit(at),
            RopeStop::Pull { direction: d, .. } => direction(d, visit),
            RopeStop::Over { .. } | RopeStop::Mass { .. } => {}
        }
    }
}

/// Gives a point another name, wherever it is mentioned, also in the names of supports, joints and bars that are called after it.
pub(super) fn rename(sheet: &mut Sheet, old: &str, new: &str) -> Result<(), Vec<Problem>> {
    if sheet.points.contains_key(new) {
        return wrong("rename", format!("There is already a point \"{new}\"."), "Choose another name.");
    }
    if !new.starts_with(char::is_alphabetic) || new.contains(['+', '/']) {
        return wrong(
            "rename",
            format!("\"{new}\" is not a name for a point."),
            "Begin with a letter: A, or B2.",
        );
    }
    let before = names(sheet);
    mentions(sheet, &mut |name| {
        if name == old {
            new.clone_into(name);
        }
    });
    let called_after = |name: &mut Option<String>| {
        if name.as_deref() == Some(old) {
            *name = Some(new.to_owned());
        }
    };
    sheet.supports.iter_mut().for_each(|s| called_after(&mut s.name));
    sheet.joints.iter_mut().for_each(|j| called_after(&mut j.name));
    parts::point_renamed(sheet, old, new);
    let after = names(sheet);
    bar_list::renamed(sheet, &before[2], &after[2]);
    for find in &mut sheet.find {
        let (kind, name) = match find {
            Find::Reactions { support: Some(name) } => (0, name),
            Find::Joint { joint } => (1, joint),
            Find::Bar { bar } => (2, bar),
            _ => continue,
        };
        if let Some(row) = before[kind].iter().position(|n| n == name) {
            after[kind][row].clone_into(name);
        }
    }
    for body in sheet.bodies.values_mut() {
        for name in body.runs.iter_mut().flatten().chain(&mut body.points).filter(|name| *name == old) {
            new.clone_into(name);
        }
    }
    // The order of the points decides how they are listed.
    sheet.points = std::mem::take(&mut sheet.points)
        .into_iter()
        .map(|(name, at)| (if name == old { new.to_owned() } else { name }, at))
        .collect();
    Ok(())
}

/// Every mention of one point becomes one of another; the first is gone.
pub(super) fn become_one(sheet: &mut Sheet, gone: &str, stays: &str) {
    mentions(sheet, &mut |name| {
        if name == gone {
            stays.clone_into(name);
        }
    });
    parts::point_renamed(sheet, gone, stays);
    for body in sheet.bodies.values_mut() {
        for name in body.runs.iter_mut().flatten().chain(&mut body.points).filter(|name| *name == gone) {
            stays.clone_into(name);
        }
    }
    sheet.points.shift_remove(gone);
}

/// The names of supports, joints and bars.
fn names(sheet: &Sheet) -> [Vec<String>; 3] {
    [model::support_names(sheet), model::joint_names(sheet), model::bar_names(sheet)]
}

/// Takes points out of the runs where nothing stands any more, and points beside a member that carry nothing any more. Ends stay, corners
/// stay, and so do those that carried nothing before either, the new ones of a body that was drawn through them, and the end that a further piece goes on from:
/// someone meant them.
pub(super) fn drop_unused(before: &Sheet, sheet: &mut Sheet, edit: &Edit) {
    let meant = idle(before);
    let mut gone = idle(sheet);
    let there = |point: &String| before.points.contains_key(point);
    let drawn = |point: &String| match edit {
        Edit::Body { .. } => !there(point),
        Edit::Beam { .. } => there(point),
        _ => false,
    };
    let stays = |point: &String| meant.contains(point) || drawn(point);
    gone.retain(|point| !stays(point));
    forget(sheet, &gone);
}

/// Points inside a straight run on which nothing stands, and points beside a member that carry nothing.
fn idle(sheet: &Sheet) -> HashSet<String> {
    let Ok(figure) = Figure::of(sheet) else { return HashSet::new() };
    let used = used(sheet);
    let mut idle: HashSet<String> = HashSet::new();
    for line in &figure.lines {
        for three in line.points.windows(3) {
            let (u, v) = (three[1].1 - three[0].1, three[2].1 - three[1].1);
            let straight =
                u.cross(v).length() <= tolerance::GEOMETRY * u.length() * v.length() && u.dot(v) > 0.0;
            if straight && !used.contains(&three[1].0) {
                idle.insert(three[1].0.clone());
            }
        }
    }
    idle.extend(sheet.bodies.values().flat_map(|b| &b.points).filter(|p| !used.contains(*p)).cloned());
    idle
}

/// A thing that was moved takes the name of its point along, when nothing else stands where it was and its new place had no name yet.
pub(super) fn keep_names(before: &Sheet, sheet: &mut Sheet) {
    let loads =
        before.loads.iter().zip(&sheet.loads).flat_map(|(a, b)| a.places().into_iter().zip(b.places()));
    let supports = before.supports.iter().zip(&sheet.supports).map(|(a, b)| (&a.at, &b.at));
    let moved: Vec<(String, String)> =
        loads.chain(supports).filter(|(a, b)| a != b).map(|(a, b)| (a.clone(), b.clone())).collect();
    for (old, new) in moved {
        let free = !sheet.points.contains_key(&old) && before.points.contains_key(&old);
        if free && sheet.points.contains_key(&new) && !before.points.contains_key(&new) {
            // Both names are fine ones: they were there.
            let _ = rename(sheet, &new, &old);
        }
    }
}

/// Takes points away, from their members too.
pub(super) fn forget(sheet: &mut Sheet, gone: &HashSet<String>) {
    if gone.is_empty() {
        return;
    }
    sheet.points.retain(|name, _| !gone.contains(name));
    for body in sheet.bodies.values_mut() {
        body.runs.iter_mut().for_each(|run| run.retain(|p| !gone.contains(p)));
        body.runs.retain(|run| run.len() > 1);
        body.points.retain(|p| !gone.contains(p));
    }
}

/// Points that something names, where runs meet, or where the stiffness of a member changes.
pub(super) fn used(sheet: &Sheet) -> HashSet<String> {
    let mut used = stiff::steps(sheet);
    mentions(&mut sheet.clone(), &mut |name| {
        used.insert(name.clone());
    });
    let mut met: HashSet<&str> = HashSet::new();
    for point in sheet.bodies.values().flat_map(|body| &body.runs).flatten() {
        if !met.insert(point) {
            used.insert(point.clone());
        }
    }
    used
}
