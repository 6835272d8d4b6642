//! Supports put down, changed, and added by a cure.

use super::place::Beam;
use super::words;
use super::wrong;
use crate::model::{self, Model};
use crate::problem::{Problem, nearest};
use crate::sheet::{self, Direction, Document, Sheet, Support, SupportKind};
use crate::verdict::{Cure, cures};

/// What was typed.
pub(super) struct Slots<'a> {
    pub(super) kind: Option<&'a str>,
    pub(super) place: Option<&'a str>,
    pub(super) normal: Option<&'a str>,
}

pub(super) fn put(sheet: &mut Sheet, name: Option<&str>, slots: &Slots<'_>) -> Result<(), Vec<Problem>> {
    let kind = slots.kind.map(|text| words::choice::<SupportKind>(text, "kind")).transpose()?;
    let normal = match slots.normal.map(str::trim).filter(|n| !n.is_empty()) {
        None => None,
        Some(text) => Some(words::direction(sheet, text, "normal")?),
    };
    let index = match name {
        None => None,
        Some(name) => Some(named(sheet, name)?),
    };
    let usual = if kind == Some(SupportKind::Roller) { "end" } else { "start" };
    let at = match slots.place {
        Some(place) => Some(Beam::point(sheet, place, "place")?),
        None if index.is_none() => Some(Beam::point(sheet, usual, "place")?),
        None => None,
    };
    if let (Some(at), None) = (&at, index)
        && sheet.supports.iter().any(|s| s.at == *at)
    {
        return wrong(
            "place",
            format!("There is already a support at {at}."),
            "Change that one, or choose another place.",
        );
    }
    match index {
        Some(index) => {
            let support = &mut sheet.supports[index];
            support.kind = kind.unwrap_or(support.kind);
            support.at = at.unwrap_or_else(|| support.at.clone());
            support.normal =
                if support.kind == SupportKind::Roller { normal.or(support.normal.take()) } else { None };
        }
        None => {
            let at = at.unwrap_or_default();
            let kind = kind.unwrap_or(SupportKind::Pin);
            let normal = normal.filter(|_| kind == SupportKind::Roller);
            sheet.supports.push(Support { normal, ..Support::new(Some(free_name(sheet, &at)), at, kind) });
        }
    }
    Ok(())
}

/// Named after its point, numbered when that is taken.
fn free_name(sheet: &Sheet, at: &str) -> String {
    let taken = |name: &str| sheet.supports.iter().any(|s| s.name.as_deref().unwrap_or(&s.at) == name);
    let numbered = (2..).map(|n| format!("{at}-{n}"));
    std::iter::once(at.to_owned()).chain(numbered).find(|name| !taken(name)).unwrap_or_default()
}

/// The index of a support by the name it has in the model: its own, or the one it is given there.
pub(super) fn named(sheet: &Sheet, name: &str) -> Result<usize, Vec<Problem>> {
    let names = model::support_names(sheet);
    match names.iter().position(|n| n == name) {
        Some(index) => Ok(index),
        None => {
            let near = nearest(name, names.iter().map(String::as_str)).unwrap_or("none");
            wrong("name", format!("There is no support \"{name}\"."), format!("The nearest is \"{near}\"."))
        }
    }
}

/// Applies the cure that stands at `index` in the list that the verdict of this very sheet proposes.
pub(super) fn cure(document: &Document, sheet: &mut Sheet, index: usize) -> Result<(), Vec<Problem>> {
    let model = model::build(document).model;
    let list = cures(&model);
    let Some(cure) = list.get(index) else {
        return wrong("index", "That cure is not offered any more.", "Choose one of those shown now.");
    };
    write(sheet, &model, cure);
    Ok(())
}

/// Writes a cure into the sheet its model was made from.
fn write(sheet: &mut Sheet, model: &Model, cure: &Cure) {
    match cure {
        Cure::Change { support, to } => {
            let (kind, normal, toward) = written(*to);
            let support = &mut sheet.supports[support.index()];
            (support.kind, support.normal, support.toward, support.one_way) = (kind, normal, toward, None);
        }
        Cure::Add { at, on, kind } => {
            let (kind, normal, toward) = written(*kind);
            let at = model.point_name(*at).to_owned();
            let name = Some(free_name(sheet, &at));
            // Where several bodies meet, the sheet has to say which one is held.
            let on = (model.bodies.len() > 1).then(|| model.on_name(*on).to_owned());
            sheet.supports.push(Support { on, normal, toward, ..Support::new(name, at, kind) });
        }
        Cure::Brace { ends, .. } => {
            sheet.bars.push(sheet::Bar::Short(ends.map(|p| model.point_name(p).to_owned())));
        }
        Cure::Weld { joint } => sheet.joints[joint.index()].kind = sheet::JointKind::Weld,
        Cure::Stiffen { bar } => {
            let bar = &mut sheet.bars[bar.index()];
            if let sheet::Bar::Full(full) = bar {
                full.kind = sheet::BarKind::Bar;
            }
        }
        Cure::Several(cures) => cures.iter().for_each(|cure| write(sheet, model, cure)),
    }
}

/// As a sheet writes it; what pushes up needs no normal.
fn written(kind: model::SupportKind) -> (SupportKind, Option<Direction>, Option<Direction>) {
    use model::SupportKind as Kind;
    let vector = |v: crate::geometry::Vector| Direction::Vector(vec![v.x, v.y]);
    let normal = |v: crate::geometry::Vector| (v != crate::geometry::Vector::Y).then(|| vector(v));
    match kind {
        Kind::Pin => (SupportKind::Pin, None, None),
        Kind::Fixed => (SupportKind::Fixed, None, None),
        Kind::Roller { normal: n, .. } => (SupportKind::Roller, normal(n), None),
        Kind::Surface { normal: n } => (SupportKind::Surface, normal(n), None),
        Kind::Guide { normal: n } => (SupportKind::Guide, normal(n), None),
        Kind::Rough { normal: n, .. } => (SupportKind::Rough, normal(n), None),
        Kind::Link { toward } => (SupportKind::Link, None, Some(vector(toward))),
        Kind::Cable { toward } => (SupportKind::Cable, None, Some(vector(toward))),
    }
}
