//! The things that make no sense any more without what was removed: they go with it.

use super::unite;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Bar, Document, Sheet};
use helvek_statics::model;
use std::collections::BTreeSet;

/// Takes away what the removal of other things has left without a meaning, and what that leaves without one. What was wrong before stays.
pub(super) fn go_too(before: &Document, sheet: &mut Sheet) {
    // By their words: a row may be another one now.
    let known: Vec<String> = model::build(before).problems.into_iter().map(|p| p.message).collect();
    let senseless = |sheet: &Sheet| -> BTreeSet<(String, usize)> {
        let problems = model::build(&Document::from(sheet.clone())).problems;
        let new = problems.iter().filter(|p| !known.contains(&p.message));
        new.filter_map(|problem| owner(sheet, problem)).collect()
    };
    loop {
        let gone = senseless(sheet);
        // From the back, so that the rows before stay where they are.
        let removed = gone.into_iter().rev().filter(|(list, row)| take(sheet, list, *row)).count();
        if removed == 0 {
            return;
        }
    }
}

/// The thing a problem is about, by its list and its row there.
fn owner(sheet: &Sheet, problem: &Problem) -> Option<(String, usize)> {
    let (list, rest) = problem.path.split_at(problem.path.find(['.', '['])?);
    if let Some(rest) = rest.strip_prefix('[') {
        let (row, _) = rest.split_once(']')?;
        return Some((list.to_owned(), row.parse().ok()?));
    }
    let name = rest.strip_prefix('.')?;
    let is = |thing: &String| {
        let rest = name.strip_prefix(thing.as_str());
        rest.is_some_and(|rest| rest.is_empty() || rest.starts_with(['.', '[']))
    };
    let row = match list {
        "pulleys" => sheet.pulleys.keys().position(is),
        "ropes" => sheet.ropes.keys().position(is),
        _ => None,
    };
    Some((list.to_owned(), row?))
}

/// Takes a thing away, or from it what is gone; whether that could be done.
fn take(sheet: &mut Sheet, list: &str, row: usize) -> bool {
    fn from<T>(list: &mut Vec<T>, row: usize) -> bool {
        let there = row < list.len();
        if there {
            list.remove(row);
        }
        there
    }
    match list {
        "find" => from(&mut sheet.find, row),
        "limits" => from(&mut sheet.limits, row),
        "pins" => from(&mut sheet.pins, row),
        "temperature" => from(&mut sheet.temperature, row),
        "moving" => from(&mut sheet.moving, row),
        "combinations" => from(&mut sheet.combinations, row),
        "loads" => from(&mut sheet.loads, row),
        "supports" => from(&mut sheet.supports, row),
        "joints" if row < sheet.joints.len() => {
            let joint = sheet.joints.remove(row);
            unite::without(sheet, &joint).is_ok()
        }
        "bars" => match sheet.bars.get_mut(row) {
            // It ends at a joint of its own, then.
            Some(Bar::Full(bar)) if bar.on.is_some() => {
                bar.on = None;
                true
            }
            _ => from(&mut sheet.bars, row),
        },
        "pulleys" => sheet.pulleys.shift_remove_index(row).is_some(),
        "ropes" => sheet.ropes.shift_remove_index(row).is_some(),
        _ => false,
    }
}
