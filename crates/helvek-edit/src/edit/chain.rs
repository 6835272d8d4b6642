//! Bars drawn by running through joints: what a person types, the joints it means, and the bars between them.
//!
//! | typed | means |
//! |---|---|
//! | `A B C` | a bar from A to B, one from B to C; a joint that lies between two of them is run through |
//! | `A B, D E` | a comma lifts the pen |
//! | `2;1` | the joint at these coordinates, made when there is none |
//! | `+2;1` | so far from the one before |
//! | `2@60` | 2 long at 60° from the one before |
//! | `A+2;1`, `A+2@60` | the same from A |
//! | `A/B` | half-way between A and B |

use super::figure::Figure;
use super::place::{self, angle, coordinates, free_name};
use super::typed::{filled, length};
use super::{bar_list, space, words, wrong};
use crate::grammar::joint::{self as grammar, Joint, Origin, Step};
use crate::grammar::list;
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::problem::{Problem, ProblemKind, nearest};
use helvek_sheet::sheet::{Bar, BarKind, Sheet};
use helvek_statics::model;
use indexmap::IndexSet;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

const SLOT: &str = "through";

/// Draws bars along the runs that were typed. One joint alone is put down without a bar.
pub(super) fn draw(sheet: &mut Sheet, text: Option<&str>, kind: Option<&str>) -> Outcome {
    let Some(text) = filled(text) else {
        let example = space::example(sheet, "0;0 2;0 2@60", "0;0;0 2;0;1");
        return wrong(SLOT, "Nothing to run through.", format!("Type joints: A B C, or places: {example}."));
    };
    let kind = kind.map(|kind| words::choice::<BarKind>(kind, "kind")).transpose()?.unwrap_or_default();
    let before = (sheet.points.len(), sheet.bars.len());
    for run in list::commas(text) {
        let mut last: Option<String> = None;
        for token in run.split_whitespace() {
            let here = joint(sheet, token, last.as_deref())?;
            if let Some(from) = &last {
                join(sheet, from, &here, kind)?;
            }
            last = Some(here);
        }
    }
    if before == (sheet.points.len(), sheet.bars.len()) {
        return wrong(SLOT, "All of this is there already.", "Run through other joints.");
    }
    Ok(())
}

/// The points of each run that was typed; made where there are none.
pub(super) fn runs(sheet: &mut Sheet, text: &str) -> Outcome<Vec<Vec<String>>> {
    let mut runs = Vec::new();
    for typed in list::commas(text) {
        let mut run: Vec<String> = Vec::new();
        for token in typed.split_whitespace() {
            let here = joint(sheet, token, run.last().map(String::as_str))?;
            run.push(here);
        }
        runs.push(run);
    }
    Ok(runs)
}

/// Bars from one joint to another, through every joint between them.
pub(super) fn join(sheet: &mut Sheet, from: &str, to: &str, kind: BarKind) -> Outcome {
    if from == to {
        return wrong(SLOT, format!("{from} follows on {from}."), "Name another joint after it.");
    }
    let figure = Figure::of(sheet)?;
    let mut stops = vec![from.to_owned()];
    stops.extend(figure.between(figure.at[from], figure.at[to]));
    stops.push(to.to_owned());
    // What is there already is run over again.
    for pair in stops.windows(2) {
        let there = |bar: &Bar| bar.ends().contains(&pair[0]) && bar.ends().contains(&pair[1]);
        if !sheet.bars.iter().any(there) {
            sheet.bars.push(bar_list::written(None, [pair[0].clone(), pair[1].clone()], kind));
        }
    }
    Ok(())
}

/// The joint a token means; made when there is none at its place. One that is made on a bar parts it.
fn joint(sheet: &mut Sheet, token: &str, before: Option<&str>) -> Outcome<String> {
    if sheet.points.contains_key(token) {
        return Ok(token.to_owned());
    }
    let figure = Figure::of(sheet)?;
    let at = spot(sheet, &figure, token, before)?;
    joint_at(sheet, at)
}

/// The joint at a place; made when there is none. One that is made on a bar parts it.
pub(super) fn joint_at(sheet: &mut Sheet, at: Point) -> Outcome<String> {
    let figure = Figure::of(sheet)?;
    if let Some(name) = figure.point_near(at) {
        return Ok(name.to_owned());
    }
    if figure.passes(at, None).is_some() {
        return place::point_at(sheet, &place::spot_of(at), "", SLOT);
    }
    let name = free_name(sheet);
    sheet.points.insert(name.clone(), coordinates(at, None));
    if let Some(row) = figure.bar_at(at) {
        bar_list::part(sheet, row, &name);
    }
    Ok(name)
}

fn spot(sheet: &Sheet, figure: &Figure, token: &str, before: Option<&str>) -> Outcome<Point> {
    let points: Vec<&str> = figure.at.keys().map(String::as_str).collect();
    let (origin, step) = match grammar::joint(token, &points) {
        Some(Joint::Half(a, b)) => return Ok(figure.at[a] + (figure.at[b] - figure.at[a]) * 0.5),
        Some(Joint::From(origin, step)) => (origin, step),
        None => (Origin::Zero, Step::Other(token)),
    };
    let vector = vector(sheet, figure, &step, token)?;
    match origin {
        Origin::Zero => Ok(Point::default() + vector),
        Origin::Point(name) => Ok(figure.at[name] + vector),
        Origin::Before => match before.and_then(|name| figure.at.get(name)) {
            Some(at) => Ok(*at + vector),
            None => {
                let message = format!("\"{token}\" leads on from a joint, and none stands before it.");
                wrong(SLOT, message, "Name the joint it leads on from: A 2@60.")
            }
        },
    }
}

fn vector(sheet: &Sheet, figure: &Figure, step: &Step<'_>, token: &str) -> Outcome<Vector> {
    let text = match step {
        Step::Parts(parts) => return Ok(place::coordinates_of(figure, parts, SLOT)? - Point::default()),
        Step::Polar(size, slope) if !figure.spatial => {
            let direction = Vector::at_angle(angle(sheet, slope, SLOT)?);
            return Ok(direction * length(size, &figure.unit, SLOT)?);
        }
        Step::Polar(..) => token,
        Step::Other(text) => text,
    };
    if text.starts_with(|c: char| c.is_ascii_digit() || "-−.".contains(c)) {
        if figure.spatial {
            let message = format!("\"{token}\" is no place in space.");
            return wrong(SLOT, message, "Type x;y;z: 2;0;1, or +2;0;1 from the joint before.");
        }
        let message = format!("\"{token}\" is one number: a joint needs two.");
        return wrong(SLOT, message, "Type 2;1 for coordinates, 2@60 for a length and its slope.");
    }
    let cure = match nearest(text, figure.at.keys().map(String::as_str)) {
        Some(near) => {
            let example = figure.example("2;1", "2;0;1");
            format!("Perhaps {near} is meant; a new one is typed as its place: {example}.")
        }
        None => {
            let examples = figure
                .example("2;1, +2;1 from the one before, or 2@60", "2;0;1, or +2;0;1 from the one before");
            format!("Type its place: {examples}.")
        }
    };
    wrong(SLOT, format!("There is no joint \"{token}\"."), cure)
}

/// Several joints at once: `B C D`, `B, C, D`, or `B..D` in the order of the sheet. `None` for a single place.
pub(super) fn several(sheet: &Sheet, text: &str) -> Option<Vec<String>> {
    let tokens = list::names(text);
    let known = |name: &str| sheet.points.get_index_of(name);
    if let [only] = tokens[..] {
        let (from, to) = grammar::row(only)?;
        let (a, b) = (known(from)?, known(to)?);
        return Some(sheet.points.keys().skip(a.min(b)).take(a.abs_diff(b) + 1).cloned().collect());
    }
    // One that is named twice is meant once.
    let met: Option<IndexSet<String>> =
        tokens.iter().map(|name| known(name).map(|_| (*name).to_owned())).collect();
    met.map(|names| names.into_iter().collect())
}

/// The names of bars in a text: `A-B C-D`, or `all`.
pub(super) fn bar_rows(sheet: &Sheet, text: &str, slot: &str) -> Outcome<Vec<usize>> {
    if text.trim() == "all" {
        return Ok((0..sheet.bars.len()).collect());
    }
    let names = model::bar_names(sheet);
    let tokens = list::names(text).into_iter();
    tokens
        .map(|token| {
            let row = names.iter().position(|n| n == token);
            // A bar may be named from its other end.
            let turned = || {
                let (a, b) = grammar::ends(token)?;
                sheet.bars.iter().position(|bar| bar.ends()[0] == b && bar.ends()[1] == a)
            };
            row.or_else(turned).ok_or_else(|| {
                let near = nearest(token, names.iter().map(String::as_str));
                let cure = near.map_or("Name bars: A-B.".into(), |near| format!("Perhaps {near} is meant."));
                let message = format!("There is no bar \"{token}\".");
                vec![Problem::new(ProblemKind::Name, slot, message, cure)]
            })
        })
        .collect()
}
