//! Stiffness of members, springs and settlements of supports, members that warm up.

use super::figure::Figure;
use super::profiles::{Member, named};
use super::typed::{filled, kept};
use super::wrong;
use crate::grammar::list;
use helvek_numbers::geometry::Point;
use helvek_numbers::tolerance;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Bar, Body, FullBar, Quantities, Quantity, Sheet, Support, Temperature};
use helvek_sheet::units::Dimension;
use std::collections::HashSet;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// `12000 kN·m²`, `2 EI`: one, or several with semicolons between them.
fn rigidities(text: &str, dimension: Dimension, slot: &str) -> Outcome<Quantities> {
    let word = if dimension == Dimension::FORCE { "EA" } else { "EI" };
    let one = |text: &str| {
        let text = text.trim();
        match text.strip_suffix(word) {
            // Only its ratio to others is known.
            Some(times) if times.trim().is_empty() || times.trim().parse::<f64>().is_ok() => {
                Ok(Quantity::Text(text.to_owned()))
            }
            _ => kept(text, dimension, slot),
        }
    };
    let mut each = list::semicolons(text).into_iter().map(one).collect::<Outcome<Vec<_>>>()?;
    Ok(if each.len() == 1 { Quantities::One(each.remove(0)) } else { Quantities::Each(each) })
}

/// Gives members a stiffness; what is not typed stays, what is emptied goes.
pub(super) fn members(sheet: &mut Sheet, of: Option<&str>, ei: Option<&str>, ea: Option<&str>) -> Outcome {
    let members = named(sheet, of)?;
    if ei.is_none() && ea.is_none() {
        return wrong(
            "ei",
            "A stiffness needs a number.",
            "Type 12000 kN·m², or 2 EI when only ratios are known.",
        );
    }
    let bending =
        ei.map(|text| filled(Some(text)).map(|t| rigidities(t, Dimension::BENDING, "ei")).transpose());
    let axial = ea.map(|text| filled(Some(text)).map(|t| rigidities(t, Dimension::FORCE, "ea")).transpose());
    let (bending, axial) = (bending.transpose()?, axial.transpose()?);
    for member in &members {
        match member {
            Member::Body(name) => {
                let body = &mut sheet.bodies[name];
                if let Some(bending) = &bending {
                    body.ei.clone_from(bending);
                }
                if let Some(axial) = &axial {
                    body.ea.clone_from(axial);
                }
            }
            Member::Bar(row) => {
                let Some(axial) = &axial else { continue };
                let one = match axial {
                    None => None,
                    Some(Quantities::One(one)) => Some(one.clone()),
                    Some(Quantities::Each(_)) => {
                        return wrong("ea", "A bar has one stiffness.", "Type one number.");
                    }
                };
                let bar = &mut sheet.bars[*row];
                if let (Bar::Short(ends), true) = (&*bar, one.is_some()) {
                    *bar = Bar::Full(FullBar::new(ends.clone()));
                }
                if let Bar::Full(full) = bar {
                    full.ea = one;
                }
            }
        }
    }
    Ok(())
}

/// A piece of a member from point to point: the places of its run and of its straight stretch, and its ends.
type Piece<'a> = (usize, usize, [&'a String; 2]);

fn pieces<'a>(runs: &'a [Vec<String>], at: &impl Fn(&str) -> Point) -> Vec<Piece<'a>> {
    let straight = |a: &str, b: &str, c: &str| {
        let (u, v) = (at(b) - at(a), at(c) - at(b));
        u.cross(v).length() <= tolerance::GEOMETRY * u.length() * v.length()
    };
    let (mut pieces, mut stretches) = (Vec::new(), 0);
    for (row, run) in runs.iter().enumerate() {
        for (i, pair) in run.windows(2).enumerate() {
            if i == 0 || !straight(&run[i - 1], &run[i], &run[i + 1]) {
                stretches += 1;
            }
            pieces.push((row, stretches - 1, [&pair[0], &pair[1]]));
        }
    }
    pieces
}

/// The number of runs and straight stretches.
fn counts(runs: &[Vec<String>], pieces: &[Piece<'_>]) -> [usize; 2] {
    [runs.len(), pieces.last().map_or(0, |(_, stretch, _)| stretch + 1)]
}

/// The entries for each run, straight stretch or piece, for each piece.
fn of_pieces<'a>(
    each: &'a [Quantity],
    [runs, stretches]: [usize; 2],
    pieces: &[Piece<'_>],
) -> Option<Vec<&'a Quantity>> {
    let place = |(piece, (run, stretch, _)): (usize, &Piece<'_>)| match each.len() {
        count if count == runs => *run,
        count if count == stretches => *stretch,
        _ => piece,
    };
    pieces.iter().enumerate().map(|piece| each.get(place(piece))).collect()
}

/// The stiffnesses of runs that were those of a body before, or parts of them, one for each of their pieces from point to point: those of the pieces they
/// come from. One for all stays so. `at` knows the points of both.
pub(super) fn of_part(
    old: &Body,
    at: impl Fn(&str) -> Point,
    runs: &[Vec<String>],
) -> [Option<Quantities>; 2] {
    let before = pieces(&old.runs, &at);
    let from = |[a, b]: [&String; 2]| {
        let middle = at(a) + (at(b) - at(a)) * 0.5;
        let off = |[a, b]: [&String; 2]| {
            // Nothing is added by a place between the two.
            at(a).distance(middle) + middle.distance(at(b)) - at(a).distance(at(b))
        };
        let same = before.iter().position(|(.., ends)| *ends == [a, b]);
        let nearest = || (0..before.len()).min_by(|i, j| off(before[*i].2).total_cmp(&off(before[*j].2)));
        same.or_else(nearest)
    };
    let part = |written: &Option<Quantities>| -> Option<Quantities> {
        let Some(Quantities::Each(each)) = written else { return written.clone() };
        // What fits no piece stays as it was written, to be mended.
        let Some(each) = of_pieces(each, counts(&old.runs, &before), &before) else { return written.clone() };
        let new = runs.iter().flat_map(|run| run.windows(2));
        let list = new.filter_map(|pair| Some(each[from([&pair[0], &pair[1]])?].clone()));
        Some(Quantities::Each(list.collect()))
    };
    [part(&old.ei), part(&old.ea)]
}

/// A point is about to come into a run, at so many points from its beginning: where each piece has its stiffness, both its parts have it from now on.
pub(super) fn parted(body: &mut Body, at: impl Fn(&str) -> Point, run: usize, index: usize) {
    let before = pieces(&body.runs, &at);
    let several = counts(&body.runs, &before);
    let piece = body.runs[..run].iter().map(|run| run.len().saturating_sub(1)).sum::<usize>() + index - 1;
    let count = before.len();
    for written in [&mut body.ei, &mut body.ea] {
        if let Some(Quantities::Each(each)) = written
            && each.len() == count
            && !several.contains(&count)
        {
            each.insert(piece, each[piece].clone());
        }
    }
}

fn written_each(body: &Body) -> bool {
    [&body.ei, &body.ea].into_iter().any(|written| matches!(written, Some(Quantities::Each(_))))
}

/// Keeps the stiffness of a member's pieces where points have come or gone along it. Entries for each run or stretch stay as they are while
/// there are as many.
pub(super) fn follow(before: &Sheet, sheet: &mut Sheet) {
    if !before.bodies.values().any(written_each) {
        return;
    }
    let (Ok(was), Ok(is)) = (Figure::of(before), Figure::of(sheet)) else { return };
    let at = |name: &str| is.at.get(name).or_else(|| was.at.get(name)).copied().unwrap_or_default();
    for (name, old) in before.bodies.iter().filter(|(_, body)| written_each(body)) {
        let Some(body) = sheet.bodies.get_mut(name) else { continue };
        let shape = |body: &Body| body.runs.iter().map(Vec::len).collect::<Vec<_>>();
        if shape(body) == shape(old) {
            continue;
        }
        let several = counts(&old.runs, &pieces(&old.runs, &at));
        let as_many = several == counts(&body.runs, &pieces(&body.runs, &at));
        let stays = |written: &Option<Quantities>| match written {
            Some(Quantities::Each(each)) => as_many && several.contains(&each.len()),
            _ => true,
        };
        let [ei, ea] = of_part(old, at, &body.runs);
        body.ei = if stays(&old.ei) { old.ei.clone() } else { ei };
        body.ea = if stays(&old.ea) { old.ea.clone() } else { ea };
    }
}

/// The points along members where the stiffness changes.
pub(super) fn steps(sheet: &Sheet) -> HashSet<String> {
    let mut steps = HashSet::new();
    if !sheet.bodies.values().any(written_each) {
        return steps;
    }
    let Ok(figure) = Figure::of(sheet) else { return steps };
    for body in sheet.bodies.values() {
        let pieces = pieces(&body.runs, &|name: &str| figure.at.get(name).copied().unwrap_or_default());
        for written in [&body.ei, &body.ea] {
            let Some(Quantities::Each(each)) = written else { continue };
            let Some(each) = of_pieces(each, counts(&body.runs, &pieces), &pieces) else { continue };
            for i in 1..pieces.len() {
                if pieces[i].0 == pieces[i - 1].0 && each[i] != each[i - 1] {
                    steps.insert(pieces[i].2[0].clone());
                }
            }
        }
    }
    steps
}

/// Sets the settlement and the spring of a support.
pub(super) fn ground(support: &mut Support, settles: Option<&str>, spring: Option<&str>) -> Outcome {
    let read = |text: &str, dimension: Dimension, slot: &str| -> Outcome<Quantities> {
        let mut each = list::semicolons(text)
            .into_iter()
            .map(|t| kept(t, dimension, slot))
            .collect::<Outcome<Vec<_>>>()?;
        match each.len() {
            1 => Ok(Quantities::One(each.remove(0))),
            2 => Ok(Quantities::Each(each)),
            _ => wrong(slot, "That is more than two.", "Type one, or two with a semicolon between them."),
        }
    };
    if let Some(text) = settles {
        let text = filled(Some(text));
        support.ground.settlement = text.map(|t| read(t, Dimension::LENGTH, "settles")).transpose()?;
    }
    if let Some(text) = spring {
        let text = filled(Some(text));
        support.ground.spring = text.map(|t| read(t, Dimension::FORCE_PER_LENGTH, "spring")).transpose()?;
    }
    Ok(())
}

/// The slots of members that warm up, as typed.
pub(super) struct Warm<'a> {
    pub(super) change: Option<&'a str>,
    pub(super) across: Option<&'a str>,
    pub(super) depth: Option<&'a str>,
    pub(super) expansion: Option<&'a str>,
    pub(super) case: Option<&'a str>,
}

/// Warms members up: those that are named, or all. What was said of the same members before is said anew.
pub(super) fn warm(sheet: &mut Sheet, of: Option<&str>, slots: &Warm<'_>) -> Outcome {
    let number = |text: Option<&str>, slot: &str| -> Outcome<Option<f64>> {
        let Some(text) = filled(text) else { return Ok(None) };
        let plain = text.trim_end_matches(|c: char| c.is_alphabetic() || c == '°' || c == ' ');
        match plain.replace('−', "-").parse::<f64>() {
            Ok(value) if value.is_finite() => Ok(Some(value)),
            _ => wrong(slot, format!("\"{text}\" is not a number."), "Type kelvins: 30."),
        }
    };
    let all = filled(of).filter(|text| *text != "all");
    let names: Vec<String> = match all {
        None => Vec::new(),
        Some(_) => {
            let bars = helvek_statics::model::bar_names(sheet);
            let name = |member: Member| match member {
                Member::Body(name) => name,
                Member::Bar(row) => bars[row].clone(),
            };
            named(sheet, of)?.into_iter().map(name).collect()
        }
    };
    let expansion = match filled(slots.expansion) {
        None => None,
        Some(text) => match text.parse::<f64>() {
            Ok(value) => Some(value),
            Err(_) => return wrong("expansion", format!("\"{text}\" is not a number."), "Type 12e-6."),
        },
    };
    let warm = Temperature {
        change: number(slots.change, "change")?,
        across: number(slots.across, "across")?,
        depth: filled(slots.depth).map(|text| kept(text, Dimension::LENGTH, "depth")).transpose()?,
        expansion,
        case: filled(slots.case).map(str::to_owned),
        of: names,
    };
    sheet.temperature.retain(|other| other.of != warm.of || other.case != warm.case);
    if warm.change.is_some_and(|c| c != 0.0) || warm.across.is_some_and(|a| a != 0.0) {
        sheet.temperature.push(warm);
    }
    Ok(())
}
