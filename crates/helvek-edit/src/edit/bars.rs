//! Bars that are there: changed, parted by a joint, joined where they cross, made members that carry loads between their joints.

use super::bar_list::{part, plain, rename_asked, written};
use super::chain::joint_at;
use super::figure::Figure;
use super::typed::filled;
use super::{meeting, points, row_named, words, wrong};
use helvek_numbers::geometry::Point;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Bar, BarKind, Body, Find, FullBar, JointKind, Sheet};
use helvek_statics::model;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// The row of a bar by the name it has in the model.
pub(super) fn named(sheet: &Sheet, name: &str) -> Outcome<usize> {
    row_named(&model::bar_names(sheet), name, "bar")
}

/// Changes the forces a bar can carry, and its name.
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
    if across.abs() <= helvek_numbers::tolerance::GEOMETRY * u.length() * v.length() {
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
        meeting::meet(sheet, end, &body, JointKind::Pin);
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
