//! Supports put down, changed, and added by a cure.

use super::place::Beam;
use super::words;
use super::wrong;
use crate::model;
use crate::problem::{Problem, nearest};
use crate::sheet::{Direction, Document, Sheet, Support, SupportKind};
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
            sheet.supports.push(Support { name: Some(free_name(sheet, &at)), at, kind, on: None, normal });
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
    let mut add = |at: crate::model::PointId, kind: model::SupportKind| {
        let at = model.point_name(at).to_owned();
        let (kind, normal) = written(kind);
        sheet.supports.push(Support { name: Some(free_name(sheet, &at)), at, kind, on: None, normal });
    };
    match *cure {
        Cure::Change { support, to } => {
            let (kind, normal) = written(to);
            let support = &mut sheet.supports[support.index()];
            (support.kind, support.normal) = (kind, normal);
        }
        Cure::Add { at, kind, .. } => add(at, kind),
        Cure::AddBoth { pin, roller: (at, normal), .. } => {
            add(pin, model::SupportKind::Pin);
            add(at, model::SupportKind::Roller { normal });
        }
    }
    Ok(())
}

/// As a sheet writes it; a roller that pushes up needs no normal.
fn written(kind: model::SupportKind) -> (SupportKind, Option<Direction>) {
    match kind {
        model::SupportKind::Pin => (SupportKind::Pin, None),
        model::SupportKind::Fixed => (SupportKind::Fixed, None),
        model::SupportKind::Roller { normal } => {
            let up = normal == crate::geometry::Vector::Y;
            (SupportKind::Roller, (!up).then(|| Direction::Vector(vec![normal.x, normal.y])))
        }
    }
}
