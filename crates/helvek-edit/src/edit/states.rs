//! The states solved besides the loads as drawn: combinations of load cases, trains of forces.

use super::loads::at;
use super::typed::{filled, kept};
use super::{row_named, words, wrong};
use crate::grammar::list::{self, Term};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Axle, Combination, Heads, Sheet, Train};
use helvek_sheet::units::Dimension;
use helvek_statics::model::{Combination as Resolved, train_names};
use indexmap::IndexMap;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// The words for the ways to head.
const HEADS: [(&str, Heads); 3] =
    [("both ways", Heads::Both), ("to its end", Heads::Forward), ("to its start", Heads::Back)];

/// A way to head, as it is typed.
pub(super) fn heads_word(heads: Heads) -> &'static str {
    HEADS.iter().find(|(_, other)| *other == heads).map_or("", |(words, _)| words)
}

/// The slots of a train, as typed.
#[derive(Default)]
pub(super) struct TrainSlots<'a> {
    pub(super) forces: Option<&'a str>,
    pub(super) from: Option<&'a str>,
    pub(super) to: Option<&'a str>,
    pub(super) direction: Option<&'a str>,
    pub(super) heads: Option<&'a str>,
    pub(super) rename: Option<&'a str>,
}

/// Puts a train of forces on a path, or changes it.
pub(super) fn train(sheet: &mut Sheet, name: Option<&str>, slots: &TrainSlots<'_>) -> Outcome {
    let names = train_names(sheet);
    let row = name.map(|name| row_named(&names, name, "train")).transpose()?;
    let axles = filled(slots.forces).map(axles).transpose()?;
    let mut train = match (row.map(|row| sheet.moving[row].clone()), axles) {
        (Some(train), axles) => Train { axles: axles.unwrap_or(train.axles.clone()), ..train },
        (None, Some(axles)) => Train {
            name: Some(free_name(&names)),
            from: String::new(),
            to: String::new(),
            on: None,
            direction: None,
            axles,
            heads: None,
        },
        (None, None) => {
            return wrong(
                "forces",
                "A train needs its forces.",
                "Type them, the first leading: 6, 9 @ 2.4, 9 @ 1.2.",
            );
        }
    };
    if let Some(from) = at(sheet, slots.from, row.is_none(), "start", "from")? {
        train.from = from;
    }
    if let Some(to) = at(sheet, slots.to, row.is_none(), "end", "to")? {
        train.to = to;
    }
    if let Some(text) = filled(slots.direction) {
        train.direction = Some(words::direction(sheet, text, "direction")?);
    }
    if let Some(text) = filled(slots.heads) {
        let Some((_, heads)) = HEADS.iter().find(|(words, _)| *words == text) else {
            let message = format!("\"{text}\" is not a way to head.");
            return wrong("heads", message, "Choose both ways, to its end, or to its start.");
        };
        train.heads = (*heads != Heads::Both).then_some(*heads);
    }
    if let Some(text) = filled(slots.rename) {
        let taken = names.iter().enumerate().any(|(i, n)| n == text && Some(i) != row);
        if taken {
            return wrong("rename", format!("There is already a train \"{text}\"."), "Choose another name.");
        }
        train.name = Some(text.to_owned());
    }
    match row {
        Some(row) => sheet.moving[row] = train,
        None => sheet.moving.push(train),
    }
    Ok(())
}

/// The first `T` with a number that is not taken.
fn free_name(names: &[String]) -> String {
    let mut number = names.len() + 1;
    while names.contains(&format!("T{number}")) {
        number += 1;
    }
    format!("T{number}")
}

/// `6, 9 @ 2.4, 9 @ 1.2`: each force behind the first with how far it is behind the one before it.
fn axles(text: &str) -> Outcome<Vec<Axle>> {
    let mut axles = Vec::new();
    for (i, part) in list::commas(text).into_iter().enumerate() {
        let (size, gap) = list::placed(part);
        if size.is_empty() {
            return wrong("forces", "A force is missing between two commas.", "Type 6, 9 @ 2.4.");
        }
        match (i, gap) {
            (0, Some(_)) => {
                return wrong(
                    "forces",
                    "Nothing goes before the first force.",
                    "Leave its distance out: 6, 9 @ 2.4.",
                );
            }
            (1.., None) => {
                let message = format!("How far is {size} behind the force before it?");
                return wrong("forces", message, format!("Type {size} @ 1.2."));
            }
            _ => {}
        }
        let gap = gap.map(|gap| kept(gap, Dimension::LENGTH, "forces")).transpose()?;
        axles.push(Axle { size: kept(size, Dimension::FORCE, "forces")?, gap });
    }
    Ok(axles)
}

/// Said behind the sum of a service combination: `permanent + 0.6 wind, service`.
const SERVICE: &str = "service";

/// The sum of a combination as it is typed.
pub(super) fn printed(combination: &Combination) -> String {
    let sum = list::printed_sum(combination.factors.iter());
    if combination.service == Some(true) { format!("{sum}, {SERVICE}") } else { sum }
}

/// Makes a combination of load cases, or changes it.
pub(super) fn combination(
    sheet: &mut Sheet,
    name: Option<&str>,
    sum: Option<&str>,
    rename: Option<&str>,
) -> Outcome {
    let names: Vec<String> = sheet.combinations.iter().map(|c| c.name.clone()).collect();
    let row = name.map(|name| row_named(&names, name, "combination")).transpose()?;
    let sum = filled(sum).map(|text| match text.split_once(',') {
        Some((sum, word)) if word.trim() == SERVICE => (sum, Some(true)),
        _ => (text, None),
    });
    let service = sum.and_then(|(_, service)| service);
    let factors = sum.map(|(text, _)| factors(sheet, text)).transpose()?;
    let new_name = match filled(rename) {
        Some(text) if names.iter().enumerate().any(|(i, n)| n == text && Some(i) != row) => {
            return wrong(
                "rename",
                format!("There is already a combination \"{text}\"."),
                "Choose another name.",
            );
        }
        Some(text) => Some(text.to_owned()),
        None => None,
    };
    match (row, factors) {
        (Some(row), factors) => {
            let there = &mut sheet.combinations[row];
            there.service = if factors.is_some() { service } else { there.service };
            there.factors = factors.unwrap_or_else(|| std::mem::take(&mut there.factors));
            there.name = new_name.unwrap_or_else(|| std::mem::take(&mut there.name));
        }
        (None, Some(factors)) => {
            let letters = ('A'..='Z').map(String::from).chain((1..).map(|n| format!("A{n}")));
            let free = || letters.into_iter().find(|letter| !names.contains(letter)).unwrap_or_default();
            sheet.combinations.push(Combination { name: new_name.unwrap_or_else(free), factors, service });
        }
        (None, None) => {
            return wrong("sum", "A combination needs a sum of cases.", "Type 1.35 permanent + 1.5 wind.");
        }
    }
    Ok(())
}

/// `1.35 permanent + 1.5 wind`: each case with its factor, 1 when it has none.
fn factors(sheet: &Sheet, text: &str) -> Outcome<IndexMap<String, f64>> {
    let mut factors = IndexMap::new();
    for Term { sign, factor, case } in list::sum(text) {
        let size = if factor.is_empty() { Ok(1.0) } else { factor.parse::<f64>() };
        let Ok(factor) = size else {
            return wrong("sum", format!("\"{factor}\" is not a factor."), "Type 1.35 permanent.");
        };
        if factors.insert(case.to_owned(), sign * factor).is_some() {
            let message = format!("{case} is there twice.");
            return wrong("sum", message, "Add its factors up yourself.");
        }
    }
    let known: Vec<&str> = sheet.loads.iter().map(|load| load.case().unwrap_or(Resolved::DEFAULT)).collect();
    let all = |case: &str| known.contains(&case) || sheet.cases.iter().any(|c| c == case);
    if let Some(case) = factors.keys().find(|case| !all(case)) {
        let mut there: Vec<&str> = known;
        there.sort_unstable();
        there.dedup();
        let message = format!("No load belongs to a case \"{case}\".");
        let cure = format!("Here: {}. A load's case is one of its slots.", there.join(", "));
        return wrong("sum", message, cure);
    }
    Ok(factors)
}

/// Trains whose path is gone, and their body: they cannot travel any more.
pub(super) fn forget_gone(sheet: &mut Sheet) {
    let points = &sheet.points;
    sheet.moving.retain(|train| points.contains_key(&train.from) && points.contains_key(&train.to));
    let bodies = &sheet.bodies;
    for train in &mut sheet.moving {
        if train.on.as_ref().is_some_and(|on| !bodies.contains_key(on)) {
            train.on = None;
        }
    }
}
