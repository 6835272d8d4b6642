//! The choices in the order of the work: a joint that someone picks next, a section drawn across bars.

use super::{chain, parts, wrong};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Document, Find, Pick, PickedEquation, PickedSum, Sheet};
use helvek_statics::equilibrium::{ColumnOf, Freedom, PartId, PartOf};
use helvek_statics::model;
use helvek_statics::plan::sides;
use helvek_statics::solution::{Solved, solve};
use helvek_statics::working::Turn;
use std::collections::HashSet;

type Outcome = Result<(), Vec<Problem>>;

/// Works the joint at a point after so many steps of the present working, whose free bodies stay as they are.
///
/// # Errors
/// When it cannot be solved then, with the reason.
pub(super) fn pick(document: &Document, sheet: &mut Sheet, at: &str, after: usize) -> Outcome {
    let solved = solve(model::build(document).model);
    let part_at = |part: &PartId| match solved.equilibrium.parts[part.index()].of {
        PartOf::Pin(pin) => solved.model.point_name(solved.model.pins[pin.index()].at) == at,
        _ => false,
    };
    let Some(joint) = solved.equilibrium.part_ids().find(part_at) else {
        return wrong("at", format!("{at} is not a joint that is freed by itself."), "Pick a joint of bars.");
    };
    let ready = solved
        .readiness()
        .into_iter()
        .filter(|r| r.joint == joint && r.after <= after)
        .max_by_key(|r| r.after);
    match &ready {
        Some(ready) if ready.yields.can() => {}
        Some(ready) => {
            let message = solved.readiness_words(ready);
            return wrong("at", message, "Pick one of the joints that are marked as ready.");
        }
        None => return wrong("at", "Nothing is known of it.", "Pick another joint."),
    }
    let mut order = before(&solved, after);
    order.push(Pick::One(at.to_owned()));
    sheet.conventions.order = order;
    Ok(())
}

/// Works a section through bars after so many steps, as one free body.
///
/// # Errors
/// When the bars do not part the structure, or its equations give none of them.
pub(super) fn section(document: &Document, sheet: &mut Sheet, bars: &str, after: usize) -> Outcome {
    let names = model::bar_names(sheet);
    let rows = chain::bar_rows(sheet, bars, "bars")?;
    if rows.is_empty() {
        return wrong("bars", "A section cuts bars.", "Draw a line across them, or name them: B-C C-F F-G.");
    }
    let cut: Vec<String> = rows.iter().map(|row| names[*row].clone()).collect();
    let solved = solve(model::build(document).model);
    let ids: Vec<_> = solved
        .equilibrium
        .columns
        .iter()
        .filter_map(|c| match c.of {
            ColumnOf::Bar(bar) if cut.contains(&solved.model.bars[bar.index()].name) => Some(bar),
            _ => None,
        })
        .collect();
    if sides(&solved.equilibrium, &ids).is_none() {
        let message = format!("Cutting {} does not part the structure in two.", cut.join(", "));
        return wrong("bars", message, "Cut every bar from one edge to the other, and no others.");
    }
    let mut order = before(&solved, after);
    order.push(Pick::Section(cut.clone()));
    sheet.conventions.order = order;
    let tried = solve(model::build(&Document::from(sheet.clone())).model);
    let by_section = tried.working.steps.iter().any(|step| {
        let section = step
            .lines
            .iter()
            .any(|line| cut_by(&tried, &line.free_body.parts).is_some_and(|c| same(&c, &cut)));
        section && step.unknowns.iter().any(|id| cut.contains(&tried.unknown_name(*id)))
    });
    if tried.verdict.equilibrium && !by_section {
        let message = format!("The three equations of this section give none of {}.", cut.join(", "));
        let cure =
            "Cut at most three that are unknown, or such that all but one meet in a point or are parallel.";
        return wrong("bars", message, cure);
    }
    Ok(())
}

/// Writes one equation of a free body after so many steps, which stay exactly as they are.
///
/// # Errors
/// When it holds no unknown by then, or several.
pub(super) fn equation(
    document: &Document,
    sheet: &mut Sheet,
    picked: &PickedEquation,
    after: usize,
) -> Outcome {
    let solved = solve(model::build(document).model);
    let ids = solved.equilibrium.part_ids();
    let parts: Vec<PartId> = ids.filter(|id| picked.free.contains(&solved.part_id(*id))).collect();
    let meant = |choice: &&helvek_statics::choice::ChosenEquation| {
        solved.summed(&choice.line.equation).as_ref() == Some(&picked.sum)
    };
    let choices = solved.choices(&parts, after);
    let Some(choice) = choices.iter().find(meant) else {
        return wrong("free", "This free body has no such equation.", "Choose one that is listed.");
    };
    if choice.gives.is_none() {
        let names: Vec<_> = choice.open.iter().map(|id| solved.unknown_name(*id)).collect();
        let message = match names.len() {
            0 => "Everything in this equation is known already.".to_owned(),
            n => format!("This equation has {n} unknowns, {}.", names.join(", ")),
        };
        return wrong("free", message, "Choose one that holds a single unknown.");
    }
    let mut order = exactly(&solved, after);
    let free = parts.iter().map(|part| solved.part_id(*part)).collect();
    order.push(Pick::Equation(PickedEquation { free, sum: picked.sum.clone() }));
    sheet.conventions.order = order;
    Ok(())
}

/// The first steps, each by its own equation where that has a name; a joint at an angle or a set of equations by its free body.
fn exactly(solved: &Solved, after: usize) -> Vec<Pick> {
    let steps = solved.working.steps.iter().take(after);
    let mut order: Vec<Pick> = Vec::new();
    for step in steps {
        let apart = step.lines.len() == 1 || step.reason.at_sight();
        for line in step.lines.iter().take(if apart { step.lines.len() } else { 1 }) {
            let sum = solved.summed(&line.equation).filter(|_| apart);
            let pick = match sum {
                Some(sum) => {
                    let free = line.free_body.parts.iter().map(|part| solved.part_id(*part)).collect();
                    Some(Pick::Equation(PickedEquation { free, sum }))
                }
                None => written(solved, &line.free_body.parts),
            };
            order.extend(pick.filter(|pick| order.last() != Some(pick)));
        }
    }
    order
}

fn same(a: &[String], b: &[String]) -> bool {
    a.iter().collect::<HashSet<_>>() == b.iter().collect::<HashSet<_>>()
}

/// The free bodies of the first steps, as the sheet writes them.
fn before(solved: &Solved, after: usize) -> Vec<Pick> {
    if solved.model.order.iter().any(|picked| matches!(picked, model::Picked::Equation(..))) {
        return exactly(solved, after);
    }
    let turns = solved.working.turns();
    let free_bodies = |turn: Turn| {
        let step = &solved.working.steps[turn.first];
        if step.reason.at_sight() {
            step.lines.iter().map(|line| line.free_body.parts.clone()).collect()
        } else {
            vec![turn.parts]
        }
    };
    let done = turns.into_iter().filter(|turn| turn.first < after);
    done.flat_map(free_bodies).filter_map(|parts| written(solved, &parts)).collect()
}

fn written(solved: &Solved, parts: &[PartId]) -> Option<Pick> {
    let equilibrium = &solved.equilibrium;
    if parts.len() == equilibrium.parts.len() && parts.len() > 1 {
        return Some(Pick::One("whole".into()));
    }
    match parts {
        [only] => match equilibrium.parts[only.index()].of {
            PartOf::Pin(pin) => {
                let at = solved.model.pins[pin.index()].at;
                Some(Pick::One(solved.model.point_name(at).to_owned()))
            }
            PartOf::Body(body) => Some(Pick::One(solved.model.bodies[body.index()].name.clone())),
            _ => None,
        },
        _ => cut_by(solved, parts).map(Pick::Section),
    }
}

/// The bars through which a section parts these joints from the others.
fn cut_by(solved: &Solved, parts: &[PartId]) -> Option<Vec<String>> {
    let equilibrium = &solved.equilibrium;
    let joints = parts.len() > 1
        && parts.len() < equilibrium.parts.len()
        && parts.iter().all(|part| equilibrium.parts[part.index()].freedom == Freedom::Particle);
    if !joints {
        return None;
    }
    let cut = equilibrium.columns.iter().filter_map(|column| match column.of {
        ColumnOf::Bar(bar) => {
            let inside = column.acts.iter().filter(|act| parts.contains(&act.on)).count();
            (inside == 1).then(|| solved.model.bars[bar.index()].name.clone())
        }
        _ => None,
    });
    Some(cut.collect()).filter(|cut: &Vec<String>| !cut.is_empty())
}

/// Forgets what was chosen or asked by names that are gone.
pub(super) fn forget_gone(sheet: &mut Sheet) {
    let mut find = std::mem::take(&mut sheet.find);
    find.retain(|find| match find {
        Find::Internal { on, at, from, to, .. } => {
            let there = |point: &String| sheet.points.contains_key(point);
            sheet.bodies.contains_key(on) && [at, from, to].into_iter().flatten().all(there)
        }
        _ => true,
    });
    sheet.find = find;
    if sheet.conventions.order.is_empty() {
        return;
    }
    let bars = model::bar_names(sheet);
    let mut order = std::mem::take(&mut sheet.conventions.order);
    order.retain(|pick| match pick {
        Pick::One(name) => {
            name == "whole" || sheet.points.contains_key(name) || sheet.bodies.contains_key(name)
        }
        Pick::Section(cut) => cut.iter().all(|bar| bars.contains(bar)),
        Pick::Equation(equation) => {
            let about = match &equation.sum {
                PickedSum::About(point) => sheet.points.contains_key(point),
                PickedSum::Along(_) => true,
            };
            about && equation.free.iter().all(|id| parts::there(sheet, id))
        }
    });
    sheet.conventions.order = order;
}
