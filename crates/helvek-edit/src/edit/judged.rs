//! Limits with their units, pins with their plates; and their names, which follow the things they name.

use super::typed::{filled, kept};
use super::wrong;
use crate::grammar::list::{self, PlateText};
use helvek_sheet::problem::{Problem, nearest};
use helvek_sheet::sheet::{Limit, Plate, PlatedPin, Quantity, Sheet};
use helvek_sheet::units::Dimension;
use helvek_statics::model;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// The slots of a pin, as typed.
pub(super) struct PinSlots<'a> {
    pub(super) plates: Option<&'a str>,
    pub(super) diameter: Option<&'a str>,
    pub(super) material: Option<&'a str>,
    pub(super) factor: Option<&'a str>,
}

/// Threads plates on a pin, or changes it; without plates it is no pin of plates any more.
pub(super) fn pin(sheet: &mut Sheet, at: Option<&str>, slots: &PinSlots<'_>) -> Outcome {
    let Some(at) = filled(at) else {
        return wrong("at", "Which pin?", "Type a pin joint, a pin support, or a joint of bars.");
    };
    let row = sheet.pins.iter().position(|pin| pin.at == at);
    if row.is_some() && slots.plates.is_some_and(|text| text.trim().is_empty()) {
        let before = sheet.clone();
        sheet.pins.retain(|pin| pin.at != at);
        forget_gone(&before, sheet);
        return Ok(());
    }
    let mut pin = match (row, filled(slots.plates)) {
        (Some(row), None) => sheet.pins[row].clone(),
        (Some(row), Some(text)) => PlatedPin { plates: plates(text)?, ..sheet.pins[row].clone() },
        (None, Some(text)) => PlatedPin { at: at.to_owned(), plates: plates(text)?, ..PlatedPin::default() },
        (None, None) => {
            return wrong(
                "plates",
                "A pin needs its plates.",
                "Type them as they are stacked: ground 5, jib 8, ground 5.",
            );
        }
    };
    if let Some(text) = slots.diameter {
        pin.diameter =
            filled(Some(text)).map(|text| kept(text, Dimension::LENGTH, "diameter")).transpose()?;
    }
    if let Some(text) = slots.material {
        pin.material = filled(Some(text)).map(str::to_owned);
    }
    match row {
        Some(row) => sheet.pins[row] = pin,
        None => sheet.pins.push(pin),
    }
    if let Some(text) = slots.factor {
        let factor = filled(Some(text)).map(|text| number(text, "factor")).transpose()?;
        set(sheet, &[at.to_owned()], |limit| limit.factor = factor);
    }
    Ok(())
}

/// A factor of safety.
fn number(text: &str, slot: &str) -> Outcome<f64> {
    match text.parse::<f64>() {
        Ok(factor) if factor > 0.0 && factor.is_finite() => Ok(factor),
        _ => wrong(slot, format!("\"{text}\" is no factor."), "Type a positive number: 1.5."),
    }
}

/// The part of the span that a sag may be: `L/300`, or 300.
fn part_of_span(text: &str) -> Outcome<f64> {
    let part = text.strip_prefix(['L', 'l']).and_then(|rest| rest.trim_start().strip_prefix('/'));
    match part.unwrap_or(text).trim().parse::<f64>() {
        Ok(part) if part > 0.0 && part.is_finite() => Ok(part),
        _ => {
            let message = format!("\"{text}\" is no part of the span, by which a sag is limited.");
            wrong("most", message, "Type L/300, say.")
        }
    }
}

/// `ground 5, crank 8 edge 20 in bracket plate, ground 5`
fn plates(text: &str) -> Outcome<Vec<Plate>> {
    list::commas(text).into_iter().filter(|plate| !plate.is_empty()).map(plate).collect()
}

fn plate(text: &str) -> Outcome<Plate> {
    let Some(PlateText { of, thickness, edge, material }) = list::plate(text) else {
        let message = format!("\"{text}\" is not a plate with its thickness.");
        let cure = "Type what it is part of and how thick it is: jib 8, or jib 8 edge 20.";
        return wrong("plates", message, cure);
    };
    let length = |text: &str| kept(text, Dimension::LENGTH, "plates");
    Ok(Plate {
        of: of.to_owned(),
        thickness: length(thickness)?,
        material: material.map(str::to_owned),
        edge: edge.map(length).transpose()?,
        share: None,
    })
}

/// Sorts of limit as they are typed.
const SORTS: [&str; 6] = ["stress", "shear", "sag", "reaction", "pin", "factor"];

/// Limits stresses, reactions, pins or factors of what is named, or of all; taken away where nothing is typed.
pub(super) fn most(sheet: &mut Sheet, sort: Option<&str>, of: Option<&str>, most: Option<&str>) -> Outcome {
    let sort = filled(sort).unwrap_or("stress");
    if !SORTS.contains(&sort) {
        let message = format!("\"{sort}\" is not limited here.");
        return wrong("sort", message, format!("Choose {}.", SORTS.join(", ")));
    }
    let of = named(sheet, sort, filled(of).filter(|text| *text != "all"))?;
    if sort == "factor" {
        let factor = filled(most).map(|text| number(text, "most")).transpose()?;
        set(sheet, &of, |limit| limit.factor = factor);
        return Ok(());
    }
    if sort == "sag" {
        let part = filled(most).map(part_of_span).transpose()?;
        set(sheet, &of, |limit| limit.sag = part);
        return Ok(());
    }
    let dimension = if matches!(sort, "stress" | "shear") { Dimension::STRESS } else { Dimension::FORCE };
    let most = filled(most).map(|text| with_unit(sheet, text, dimension)).transpose()?;
    set(sheet, &of, |limit| {
        let slot = match sort {
            "stress" => &mut limit.stress,
            "shear" => &mut limit.shear,
            "reaction" => &mut limit.reaction,
            _ => &mut limit.pin,
        };
        slot.clone_from(&most);
    });
    Ok(())
}

/// A limit that is read as another unit than was meant is worse than none: it has to be typed with its unit.
fn with_unit(sheet: &Sheet, text: &str, dimension: Dimension) -> Outcome<Quantity> {
    let kept = kept(text, dimension, "most")?;
    if matches!(kept, Quantity::Text(_)) {
        return Ok(kept);
    }
    let own = model::units_of(sheet).of(dimension).symbol;
    wrong(
        "most",
        format!("A limit of {text}: in which unit?"),
        format!("Type it with its unit: {text} {own}."),
    )
}

/// Everything that a sort of limit can be of.
fn known(sheet: &Sheet, sort: &str) -> Vec<String> {
    let bodies = || sheet.bodies.keys().cloned();
    let pins = || sheet.pins.iter().map(|pin| pin.at.clone());
    match sort {
        "stress" => bodies().chain(model::bar_names(sheet)).collect(),
        "shear" | "sag" => bodies().collect(),
        "reaction" => model::support_names(sheet),
        "pin" => model::joint_names(sheet),
        "factor" => bodies().chain(model::bar_names(sheet)).chain(pins()).collect(),
        _ => model::bar_names(sheet),
    }
}

/// The names that are typed, with commas or blanks between them; none for all.
fn named(sheet: &Sheet, sort: &str, text: Option<&str>) -> Outcome<Vec<String>> {
    let Some(text) = text else { return Ok(Vec::new()) };
    let known = known(sheet, sort);
    let there = |name: &str| known.iter().any(|n| n == name);
    // A name may hold blanks: whole names between commas first.
    let by_commas: Vec<String> =
        list::commas(text).into_iter().filter(|n| !n.is_empty()).map(str::to_owned).collect();
    if by_commas.iter().all(|name| there(name)) {
        return Ok(by_commas);
    }
    let blanks = text.split(|c: char| c == ',' || c.is_whitespace()).filter(|name| !name.is_empty());
    let by_blanks: Vec<String> = blanks.map(str::to_owned).collect();
    let Some(unknown) = by_blanks.iter().find(|name| !there(name)) else { return Ok(by_blanks) };
    let cure = match nearest(unknown, known.iter().map(String::as_str)) {
        Some(near) => format!("Perhaps \"{near}\" is meant."),
        None if known.is_empty() => "There is nothing of this sort.".to_owned(),
        None => format!("Here: {}.", known.join(", ")),
    };
    wrong("of", format!("There is no \"{unknown}\" to limit."), cure)
}

/// Changes the limit of each of these, or the one of all the others when none is named. Limits that say the same are written together.
fn set(sheet: &mut Sheet, of: &[String], change: impl Fn(&mut Limit)) {
    if of.is_empty() {
        match sheet.limits.iter_mut().find(|limit| limit.of.is_empty()) {
            Some(rest) => change(rest),
            None => {
                let mut rest = Limit::default();
                change(&mut rest);
                sheet.limits.push(rest);
            }
        }
        sheet.limits.retain(Limit::says);
        return;
    }
    for name in of {
        // Out of the limits it shares with others, into one of its own.
        let shared = sheet.limits.iter_mut().filter(|limit| limit.of.contains(name));
        let mut own = Limit { of: vec![name.clone()], ..Limit::default() };
        for limit in shared {
            limit.of.retain(|other| other != name);
            let alone = limit.of.is_empty();
            merge(&mut own, limit);
            if alone {
                *limit = Limit::default();
            }
        }
        change(&mut own);
        sheet.limits.retain(Limit::says);
        let same = |limit: &&mut Limit| {
            !limit.of.is_empty() && Limit { of: own.of.clone(), ..(**limit).clone() } == own
        };
        match sheet.limits.iter_mut().find(same) {
            Some(twin) => twin.of.push(name.clone()),
            None if own.says() => sheet.limits.push(own),
            None => {}
        }
    }
}

/// Puts into one limit what another says besides.
fn merge(own: &mut Limit, other: &Limit) {
    let take = |slot: &mut Option<Quantity>, from: &Option<Quantity>| {
        if slot.is_none() {
            slot.clone_from(from);
        }
    };
    take(&mut own.tension, &other.tension);
    take(&mut own.compression, &other.compression);
    take(&mut own.stress, &other.stress);
    take(&mut own.shear, &other.shear);
    take(&mut own.reaction, &other.reaction);
    take(&mut own.pin, &other.pin);
    own.factor = own.factor.or(other.factor);
    own.sag = own.sag.or(other.sag);
}

/// Names of things that are called otherwise after an edit: by their rows, where as many are there as before.
pub(super) fn follow(before: &Sheet, sheet: &mut Sheet) {
    if sheet.limits.is_empty() && sheet.pins.is_empty() && sheet.temperature.is_empty() {
        return;
    }
    let sorts: [fn(&Sheet) -> Vec<String>; 6] = [
        |s| s.bodies.keys().cloned().collect(),
        model::bar_names,
        model::support_names,
        model::joint_names,
        model::load_names,
        |s| s.points.keys().cloned().collect(),
    ];
    let mut moved: Vec<(String, String)> = Vec::new();
    for sort in sorts {
        let (old, new) = (sort(before), sort(sheet));
        if old.len() == new.len() {
            moved.extend(old.into_iter().zip(new).filter(|(old, new)| old != new));
        }
    }
    let plates = sheet
        .pins
        .iter_mut()
        .flat_map(|pin| std::iter::once(&mut pin.at).chain(pin.plates.iter_mut().map(|plate| &mut plate.of)));
    let limits = sheet.limits.iter_mut().flat_map(|limit| &mut limit.of);
    for name in plates.chain(limits).chain(sheet.temperature.iter_mut().flat_map(|warm| &mut warm.of)) {
        if let Some((_, new)) = moved.iter().find(|(old, _)| old == name) {
            new.clone_into(name);
        }
    }
}

/// The names of the joints where a pin can be.
fn places(sheet: &Sheet) -> Vec<String> {
    let named = model::joint_names(sheet).into_iter().chain(model::support_names(sheet));
    named.chain(sheet.points.keys().cloned()).collect()
}

/// The names of the members that a plate can be part of.
fn owners(sheet: &Sheet) -> Vec<String> {
    let bodies = sheet.bodies.keys().cloned().chain(model::bar_names(sheet));
    bodies.chain(model::load_names(sheet)).collect()
}

/// Forgets what was said of things that are gone: plates, pins, limits. A name that never was there stays, to be told as wrong.
pub(super) fn forget_gone(before: &Sheet, sheet: &mut Sheet) {
    let warmed = |sheet: &Sheet| known(sheet, "stress");
    let (were, are) = (warmed(before), warmed(sheet));
    sheet.temperature.retain_mut(|warm| {
        let of_all = warm.of.is_empty();
        warm.of.retain(|name| are.contains(name) || !were.contains(name));
        of_all || !warm.of.is_empty()
    });
    if sheet.pins.is_empty() && sheet.limits.is_empty() {
        return;
    }
    let gone = |list: fn(&Sheet) -> Vec<String>, sheet: &Sheet| -> Vec<String> {
        let now = list(sheet);
        list(before).into_iter().filter(|name| !now.contains(name)).collect()
    };
    let (gone_places, gone_owners) = (gone(places, sheet), gone(owners, sheet));
    sheet.pins.retain_mut(|pin| {
        let count = pin.plates.len();
        pin.plates.retain(|plate| !gone_owners.contains(&plate.of));
        let left_alone = pin.plates.len() < count && pin.plates.len() < 2;
        !left_alone && !gone_places.contains(&pin.at)
    });
    let of_sorts = |sheet: &Sheet| -> Vec<(&'static str, Vec<String>)> {
        [SORTS.as_slice(), &["tension"]].concat().into_iter().map(|sort| (sort, known(sheet, sort))).collect()
    };
    let (were, are) = (of_sorts(before), of_sorts(sheet));
    sheet.limits.retain_mut(|limit| {
        let of_all = limit.of.is_empty();
        let says = [
            ("stress", limit.stress.is_some()),
            ("sag", limit.sag.is_some()),
            ("shear", limit.shear.is_some()),
            ("reaction", limit.reaction.is_some()),
            ("pin", limit.pin.is_some()),
            ("factor", limit.factor.is_some()),
            ("tension", limit.tension.is_some() || limit.compression.is_some()),
        ];
        let has = |list: &[(&str, Vec<String>)], key: &str, name: &String| {
            list.iter().any(|(sort, names)| *sort == key && names.contains(name))
        };
        let gone = |name: &String| {
            let mut keys = says.iter().filter(|(_, says)| *says);
            keys.any(|(key, _)| has(&were, key, name) && !has(&are, key, name))
        };
        limit.of.retain(|name| !gone(name));
        of_all || !limit.of.is_empty()
    });
}
