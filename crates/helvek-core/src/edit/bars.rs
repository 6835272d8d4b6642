//! Bars that are there: changed, parted by a joint, joined where they cross, made members that carry loads between their joints.

use super::chain::joint_at;
use super::figure::Figure;
use super::typed::filled;
use super::{joints, points, row_named, words, wrong};
use crate::geometry::Point;
use crate::model;
use crate::problem::Problem;
use crate::sheet::{Bar, BarKind, Body, Find, FullBar, JointKind, Load, Pick, Sheet};

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// As a sheet writes it: short where there is nothing more to say.
pub(super) fn written(name: Option<String>, ends: [String; 2], kind: BarKind) -> Bar {
    if name.is_none() && kind == BarKind::Bar {
        return Bar::Short(ends);
    }
    Bar::Full(FullBar { name, kind, ..FullBar::new(ends) })
}

/// A bar of the same ends, name and kind of which nothing more is said.
fn plain(bar: &FullBar) -> FullBar {
    FullBar { name: bar.name.clone(), kind: bar.kind, ..FullBar::new(bar.ends.clone()) }
}

/// The row of a bar by the name it has in the model.
pub(super) fn named(sheet: &Sheet, name: &str) -> Outcome<usize> {
    row_named(&model::bar_names(sheet), name, "bar")
}

/// What it can carry, and what it is called.
pub(super) fn change(sheet: &mut Sheet, name: &str, kind: Option<&str>, rename: Option<&str>) -> Outcome {
    let row = named(sheet, name)?;
    let kind = filled(kind).map(|kind| words::choice::<BarKind>(kind, "kind")).transpose()?;
    let rename = filled(rename).filter(|new| *new != name);
    if let Some(new) = rename {
        if model::bar_names(sheet).iter().any(|n| n == new) {
            return wrong("rename", format!("There is already a bar \"{new}\"."), "Choose another name.");
        }
        rename_asked(sheet, name, &[new.to_owned()]);
    }
    let bar = &sheet.bars[row];
    let ends = bar.ends().clone();
    let own = rename.map(str::to_owned).or_else(|| bar.name().map(str::to_owned));
    let kind = kind.unwrap_or_else(|| bar.kind());
    sheet.bars[row] = match bar {
        Bar::Full(full) if *full != plain(full) => Bar::Full(FullBar { name: own, kind, ..full.clone() }),
        _ => written(own, ends, kind),
    };
    Ok(())
}

/// What was asked of a bar, or said of it, is asked of those that take its place.
pub(super) fn rename_asked(sheet: &mut Sheet, old: &str, new: &[String]) {
    let finds = std::mem::take(&mut sheet.find);
    for find in finds {
        match &find {
            Find::Bar { bar } if bar == old => {
                sheet.find.extend(new.iter().map(|bar| Find::Bar { bar: bar.clone() }));
            }
            _ => sheet.find.push(find),
        }
    }
    for list in lists(sheet) {
        if let Some(place) = list.iter().position(|bar| bar == old) {
            list.splice(place..=place, new.iter().cloned());
        }
    }
    if let [only] = new {
        cut_lists(sheet).flatten().filter(|bar| *bar == old).for_each(|bar| only.clone_into(bar));
    }
}

/// Every list of bars whose members stand each for itself: limits, and own weights.
fn lists(sheet: &mut Sheet) -> impl Iterator<Item = &mut Vec<String>> {
    let own = sheet.loads.iter_mut().filter_map(|load| match load {
        Load::Own(own) => Some(&mut own.bars),
        _ => None,
    });
    sheet.limits.iter_mut().map(|limit| &mut limit.of).chain(own)
}

/// The bars that chosen sections cut.
fn cut_lists(sheet: &mut Sheet) -> impl Iterator<Item = &mut Vec<String>> {
    sheet.conventions.order.iter_mut().filter_map(|pick| match pick {
        Pick::Section(bars) => Some(bars),
        Pick::One(_) | Pick::Equation(_) => None,
    })
}

/// Bars that are called otherwise now, each by its row.
pub(super) fn renamed(sheet: &mut Sheet, before: &[String], after: &[String]) {
    let new = |bar: &mut String| {
        if let Some(row) = before.iter().position(|n| n == bar) {
            after[row].clone_into(bar);
        }
    };
    lists(sheet).flatten().for_each(new);
    cut_lists(sheet).flatten().for_each(new);
}

/// Own weights of bars that are gone are forgotten.
pub(super) fn forget_gone(sheet: &mut Sheet) {
    let names = model::bar_names(sheet);
    let gone = |list: &mut Vec<String>| {
        let named = !list.is_empty();
        list.retain(|bar| names.contains(bar));
        named && list.is_empty()
    };
    sheet.loads.retain_mut(|load| match load {
        Load::Own(own) => !gone(&mut own.bars),
        _ => true,
    });
}

/// A joint on a bar parts it.
pub(super) fn part(sheet: &mut Sheet, row: usize, at: &str) {
    let old = model::bar_names(sheet)[row].clone();
    let (ends, kind) = (sheet.bars[row].ends().clone(), sheet.bars[row].kind());
    let [a, b] = ends;
    sheet.bars[row] = written(None, [a, at.to_owned()], kind);
    sheet.bars.insert(row + 1, written(None, [at.to_owned(), b], kind));
    let names = model::bar_names(sheet);
    rename_asked(sheet, &old, &names[row..=row + 1]);
}

/// A joint where bars cross; all that pass there are parted by it.
pub(super) fn join(sheet: &mut Sheet, names: &[String]) -> Outcome {
    let [first, second] = names else {
        return wrong("bars", "Two bars cross.", "Name two.");
    };
    let (i, j) = (named(sheet, first)?, named(sheet, second)?);
    let figure = Figure::of(sheet)?;
    let ends = |row: usize| figure.bars[row].clone().map(|name| figure.at[&name]);
    let Some(at) = crossing(ends(i), ends(j)) else {
        return wrong("bars", format!("{first} and {second} do not cross."), "Choose two that do.");
    };
    let joint = joint_at(sheet, at)?;
    while let Some(row) = Figure::of(sheet)?.bar_at(at) {
        part(sheet, row, &joint);
    }
    Ok(())
}

fn crossing([p, q]: [Point; 2], [r, s]: [Point; 2]) -> Option<Point> {
    let (u, v) = (q - p, s - r);
    let across = u.cross(v).z;
    if across.abs() <= crate::tolerance::GEOMETRY * u.length() * v.length() {
        return None;
    }
    let t = (r - p).cross(v).z / across;
    Some(p + u * t)
}

/// Makes a bar a rigid member, pinned at its ends, so that it can carry loads between them.
pub(super) fn stiffen(sheet: &mut Sheet, name: &str) -> Outcome {
    let row = named(sheet, name)?;
    let ends = sheet.bars[row].ends().clone();
    sheet.bars.remove(row);
    sheet.find.retain(|find| !matches!(find, Find::Bar { bar } if bar == name));
    let body = free_body_name(sheet, name);
    sheet.bodies.insert(body.clone(), Body { runs: vec![ends.to_vec()], ..Body::default() });
    for end in &ends {
        joints::meet(sheet, end, &body, JointKind::Pin);
    }
    Ok(())
}

fn free_body_name(sheet: &Sheet, name: &str) -> String {
    let numbered = (2..).map(|n| format!("{name} {n}"));
    std::iter::once(name.to_owned())
        .chain(numbered)
        .find(|n| !sheet.bodies.contains_key(n))
        .unwrap_or_default()
}

/// Takes away the ends of bars that are gone, where nothing else needs them.
pub(super) fn drop_ends(sheet: &mut Sheet, ends: &[String]) {
    let used = points::used(sheet);
    let on_body = |end: &String| {
        sheet.bodies.values().any(|body| body.runs.iter().flatten().chain(&body.points).any(|p| p == end))
    };
    let gone: Vec<_> = ends.iter().filter(|end| !used.contains(*end) && !on_body(end)).collect();
    for end in gone {
        sheet.points.shift_remove(end);
    }
}
