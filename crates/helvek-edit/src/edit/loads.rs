//! Loads put down and changed.

use super::chain;
use super::efforts;
use super::place;
use super::typed::{filled, kept, quantity, size};
use super::words;
use super::{row_named, space, units, wrong};
use crate::grammar::list;
use helvek_numbers::budget::spend;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{
    CoupleLoad, Direction, DistributedLoad, ForceLoad, Load, OwnWeight, Quantity, Sheet, WeightLoad,
};
use helvek_sheet::units::{Dimension, parse_quantity};
use helvek_statics::model;
use std::collections::HashSet;

/// The slots of a force, as typed.
pub(super) struct Force<'a> {
    pub(super) size: Option<&'a str>,
    pub(super) place: Option<&'a str>,
    pub(super) direction: Option<&'a str>,
}

/// The slots of a couple, as typed.
pub(super) struct Couple<'a> {
    pub(super) size: Option<&'a str>,
    pub(super) place: Option<&'a str>,
    pub(super) turn: Option<&'a str>,
    pub(super) axis: Option<&'a str>,
}

/// The slots of a distributed load, as typed.
pub(super) struct Distributed<'a> {
    pub(super) start: Option<&'a str>,
    pub(super) end: Option<&'a str>,
    pub(super) from: Option<&'a str>,
    pub(super) to: Option<&'a str>,
    pub(super) direction: Option<&'a str>,
    pub(super) per: Option<&'a str>,
}

/// The slots of a weight, as typed.
pub(super) struct Weight<'a> {
    pub(super) size: Option<&'a str>,
    pub(super) place: Option<&'a str>,
}

type Outcome = Result<(), Vec<Problem>>;

/// A force; of a new one that is put at several joints, one at each.
pub(super) fn force(sheet: &mut Sheet, name: Option<&str>, slots: &Force<'_>) -> Outcome {
    match joints(sheet, name, slots.place) {
        Some(joints) => joints
            .iter()
            .try_for_each(|at| one_force(sheet, None, &Force { place: Some(at.as_str()), ..*slots })),
        None => one_force(sheet, name, slots),
    }
}

/// The joints at which a new load is put, when there are several.
fn joints(sheet: &Sheet, name: Option<&str>, place: Option<&str>) -> Option<Vec<String>> {
    let text = filled(place).filter(|_| name.is_none())?;
    chain::several(sheet, text).filter(|joints| joints.len() > 1)
}

fn one_force(sheet: &mut Sheet, name: Option<&str>, slots: &Force<'_>) -> Outcome {
    let index = name.map(|name| named(sheet, name)).transpose()?;
    let mut load = match index.map(|i| &sheet.loads[i]) {
        Some(Load::Force(load)) => load.clone(),
        Some(_) => return wrong("name", "That load is not a force.", "Change it as what it is."),
        None => ForceLoad { name: Some(free_name(sheet, "F")), ..ForceLoad::default() },
    };
    if let Some(text) = filled(slots.direction) {
        load.direction = Some(words::direction(sheet, text, "direction")?);
    }
    match filled(slots.size).map(|text| (text, text.contains(';'))) {
        Some((text, true)) => {
            let parts = components(sheet, text, Dimension::FORCE)?;
            (load.components, load.size, load.direction) = (Some(parts), None, None);
        }
        Some((text, false)) => {
            (load.components, load.size) = (None, Some(size(text, Dimension::FORCE, "size")?));
        }
        None if load.size.is_none() && load.components.is_none() => {
            let example = space::example(sheet, "3; -4", "3; -4; 2");
            return wrong(
                "size",
                "A force needs a size.",
                format!("Type it: 4, 250 lb, or components {example}."),
            );
        }
        None => {}
    }
    if load.components.is_some() && filled(slots.direction).is_some() {
        return wrong(
            "direction",
            "Components have their direction already.",
            "Type a single size to give a direction.",
        );
    }
    if load.size.is_some() && load.direction.is_none() {
        load.direction = Some(Direction::Text("down".into()));
    }
    if let Some(at) = at(sheet, slots.place, index.is_none(), "middle", "place")? {
        load.at = at;
    }
    put(sheet, index, Load::Force(load))
}

/// Components as they are typed: two in the plane, three in space.
fn components(sheet: &Sheet, text: &str, dimension: Dimension) -> Result<Vec<Quantity>, Vec<Problem>> {
    let parts = list::semicolons(text).into_iter().map(|part| kept(part, dimension, "size"));
    let parts = parts.collect::<Result<Vec<_>, _>>()?;
    match (parts.len(), space::spatial(sheet)) {
        (2, false) | (3, true) => Ok(parts),
        (_, true) => wrong("size", "In space there are three components.", "Type 3; -4; 2."),
        (_, false) => wrong("size", "In the plane there are two components.", "Type 3; -4."),
    }
}

pub(super) fn couple(sheet: &mut Sheet, name: Option<&str>, slots: &Couple<'_>) -> Outcome {
    let index = name.map(|name| named(sheet, name)).transpose()?;
    let parts = filled(slots.size).filter(|text| text.contains(';'));
    let parts = parts.map(|text| components(sheet, text, Dimension::MOMENT)).transpose()?;
    let typed = filled(slots.size).filter(|_| parts.is_none());
    // By components it has a size all the same, until they are written.
    let typed = typed.or(parts.as_ref().map(|_| "1"));
    let size = typed.map(|text| size(text, Dimension::MOMENT, "size")).transpose()?;
    let mut load = match (index.map(|i| &sheet.loads[i]), size) {
        (Some(Load::Couple(load)), size) => CoupleLoad { size: size.or(load.size.clone()), ..load.clone() },
        (Some(_), _) => return wrong("name", "That load is not a couple.", "Change it as what it is."),
        (None, Some(size)) => {
            let name = Some(free_name(sheet, "M"));
            let (size, turn) = (Some(size), Default::default());
            CoupleLoad { name, on: None, at: None, size, turn, case: None, axis: None, components: None }
        }
        (None, None) => return wrong("size", "A couple needs a size.", "Type it: 5, or 36 N·m."),
    };
    if space::spatial(sheet) {
        if let Some(text) = filled(slots.axis) {
            (load.axis, load.components) = (Some(words::direction(sheet, text, "axis")?), None);
        }
        match parts {
            Some(parts) => (load.components, load.size, load.axis) = (Some(parts), None, None),
            None if load.components.is_some() && slots.size.is_some() => load.components = None,
            None => {}
        }
        if load.components.is_none() && load.axis.is_none() {
            load.axis = Some(Direction::Text("up".into()));
        }
    } else if let Some(text) = filled(slots.turn) {
        load.turn = words::turn(text, "turn")?;
    }
    if let Some(at) = at(sheet, slots.place, index.is_none(), "middle", "place")? {
        load.at = Some(at);
    }
    put(sheet, index, Load::Couple(load))
}

pub(super) fn distributed(sheet: &mut Sheet, name: Option<&str>, slots: &Distributed<'_>) -> Outcome {
    let index = name.map(|name| named(sheet, name)).transpose()?;
    let intensity = |text: &str, slot: &str| size(text, Dimension::FORCE_PER_LENGTH, slot);
    let start = filled(slots.start).map(|text| intensity(text, "start")).transpose()?;
    let mut load = match (index.map(|i| &sheet.loads[i]), start) {
        (Some(Load::Distributed(load)), start) => {
            DistributedLoad { start: start.unwrap_or(load.start.clone()), ..load.clone() }
        }
        (Some(_), _) => return wrong("name", "That load is not distributed.", "Change it as what it is."),
        (None, Some(start)) => DistributedLoad {
            name: Some(free_name(sheet, "q")),
            on: None,
            from: String::new(),
            to: String::new(),
            start,
            end: None,
            direction: Some(Direction::Text("down".into())),
            per: None,
            case: None,
        },
        (None, None) => {
            return wrong("start", "A distributed load needs an intensity.", "Type it: 2, or 140 lb/ft.");
        }
    };
    // An end that is emptied means: the same as at the start.
    if let Some(end) = slots.end {
        load.end = filled(Some(end)).map(|text| intensity(text, "end")).transpose()?;
    }
    if let Some(text) = filled(slots.direction) {
        load.direction = Some(words::direction(sheet, text, "direction")?);
    }
    if let Some(text) = filled(slots.per) {
        load.per = Some(words::choice(text, "per")?);
    }
    if let Some(from) = at(sheet, slots.from, index.is_none(), "start", "from")? {
        load.from = from;
    }
    if let Some(to) = at(sheet, slots.to, index.is_none(), "end", "to")? {
        load.to = to;
    }
    if load.from == load.to {
        return wrong("to", format!("It begins and ends at {}.", load.from), "Let it end at another place.");
    }
    put(sheet, index, Load::Distributed(load))
}

/// A weight; of a new one that is put at several joints, one at each.
pub(super) fn weight(sheet: &mut Sheet, name: Option<&str>, slots: &Weight<'_>) -> Outcome {
    if let Some(own) = own_weight(sheet, name, slots)? {
        let index = name.map(|name| named(sheet, name)).transpose()?;
        return put(sheet, index, Load::Own(own));
    }
    match joints(sheet, name, slots.place) {
        Some(joints) => joints
            .iter()
            .try_for_each(|at| one_weight(sheet, None, &Weight { place: Some(at.as_str()), ..*slots })),
        None => one_weight(sheet, name, slots),
    }
}

/// The own weight of bars, where that was typed: so much per length, or a change of one that is there.
fn own_weight(
    sheet: &Sheet,
    name: Option<&str>,
    slots: &Weight<'_>,
) -> Result<Option<OwnWeight>, Vec<Problem>> {
    let there = match name.map(|name| named(sheet, name)).transpose()?.map(|row| &sheet.loads[row]) {
        Some(Load::Own(own)) => Some(own.clone()),
        _ => None,
    };
    let typed = filled(slots.size);
    let dimension = typed.and_then(|text| parse_quantity(text).ok()?.unit).map(|unit| unit.dimension);
    let per_length = [Dimension::MASS_PER_LENGTH, Dimension::FORCE_PER_LENGTH];
    let Some(mut own) = there.or_else(|| {
        let new = || OwnWeight { name: Some(free_name(sheet, "W")), ..OwnWeight::default() };
        (name.is_none() && dimension.is_some_and(|d| per_length.contains(&d))).then(new)
    }) else {
        return Ok(None);
    };
    if sheet.bars.is_empty() {
        return wrong("size", "There are no bars to weigh.", "Draw bars first, or type a mass: 60 kg.");
    }
    if let Some(text) = typed {
        let force = dimension == Some(Dimension::FORCE_PER_LENGTH);
        let dimension = if force { Dimension::FORCE_PER_LENGTH } else { Dimension::MASS_PER_LENGTH };
        let kept = Some(kept(text, dimension, "size")?);
        (own.mass, own.size) = if force { (None, kept) } else { (kept, None) };
    }
    if let Some(place) = slots.place {
        let names = model::bar_names(sheet);
        let rows = match place.trim() {
            "" | "all" | "bars" => Vec::new(),
            text => chain::bar_rows(sheet, text, "place")?,
        };
        own.bars = rows.into_iter().map(|row| names[row].clone()).collect();
    }
    Ok(Some(own))
}

/// A mass with its unit or without, or a force with its unit.
fn one_weight(sheet: &mut Sheet, name: Option<&str>, slots: &Weight<'_>) -> Outcome {
    let index = name.map(|name| named(sheet, name)).transpose()?;
    let mut load = match index.map(|i| &sheet.loads[i]) {
        Some(Load::Weight(load)) => load.clone(),
        Some(_) => return wrong("name", "That load is not a weight.", "Change it as what it is."),
        None => WeightLoad { name: Some(free_name(sheet, "W")), ..WeightLoad::default() },
    };
    match filled(slots.size) {
        Some(text) if text.starts_with('?') => {
            (load.mass, load.size) = (None, Some(size(text, Dimension::FORCE, "size")?));
        }
        Some(text) => {
            let as_force = quantity(text, Dimension::FORCE, "size").is_ok_and(|q| q.unit.is_some());
            (load.mass, load.size) = if as_force {
                (None, Some(kept(text, Dimension::FORCE, "size")?))
            } else {
                (Some(kept(text, Dimension::MASS, "size")?), None)
            };
        }
        None if load.mass.is_none() && load.size.is_none() => {
            return wrong("size", "A weight needs a mass or a size.", "Type it: 60 kg, or 0.6 kN.");
        }
        None => {}
    }
    if let Some(at) = at(sheet, slots.place, index.is_none(), "middle", "place")? {
        load.at = at;
    }
    put(sheet, index, Load::Weight(load))
}

/// Puts a load, or those from row `from` on, into a case.
pub(super) fn set_case(sheet: &mut Sheet, name: Option<&str>, from: usize, case: &str) -> Outcome {
    let case = filled(Some(case)).map(str::to_owned);
    if let Some(case) = &case
        && !sheet.cases.is_empty()
        && !sheet.cases.contains(case)
    {
        sheet.cases.push(case.clone());
    }
    match name {
        Some(name) => {
            let row = named(sheet, name)?;
            *sheet.loads[row].case_mut() = case;
        }
        None => sheet.loads.iter_mut().skip(from).for_each(|load| load.case_mut().clone_from(&case)),
    }
    Ok(())
}

/// Names a load anew.
pub(super) fn rename(sheet: &mut Sheet, old: &str, new: &str) -> Outcome {
    let index = named(sheet, old)?;
    let new = new.trim();
    if new.is_empty() || model::load_names(sheet).iter().enumerate().any(|(i, n)| n == new && i != index) {
        return wrong("rename", format!("\"{new}\" cannot be its name."), "Choose one that is not taken.");
    }
    *sheet.loads[index].name_mut() = Some(new.to_owned());
    efforts::renamed(sheet, old, new);
    Ok(())
}

/// The point of a place slot; of a new thing whose slot is empty, the usual place.
pub(super) fn at(
    sheet: &mut Sheet,
    text: Option<&str>,
    new: bool,
    usual: &str,
    slot: &str,
) -> Result<Option<String>, Vec<Problem>> {
    match filled(text) {
        Some(text) => place::point(sheet, text, slot).map(Some),
        None if new => place::point(sheet, usual, slot).map(Some),
        None => Ok(None),
    }
}

fn put(sheet: &mut Sheet, index: Option<usize>, mut load: Load) -> Outcome {
    match index {
        Some(index) => sheet.loads[index] = load,
        None => {
            units::adopt_force(sheet, &mut load)?;
            sheet.loads.push(load);
        }
    }
    Ok(())
}

/// `F1`, `F2`, ...: the first that no load has.
pub(super) fn free_name(sheet: &Sheet, letter: &str) -> String {
    let names: HashSet<String> = model::load_names(sheet).into_iter().collect();
    spend(1 + names.len() / 10);
    (1..).map(|n| format!("{letter}{n}")).find(|name| !names.contains(name)).unwrap_or_default()
}

/// The index of a load by the name it has in the model.
pub(super) fn named(sheet: &Sheet, name: &str) -> Result<usize, Vec<Problem>> {
    row_named(&model::load_names(sheet), name, "load")
}
