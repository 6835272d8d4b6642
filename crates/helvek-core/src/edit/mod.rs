//! Edits of a sheet that have consequences: a new load needs a point on its run, a removed one leaves none behind, a distance moves all
//! that lies beyond it. Sheet in, sheet out; the sheet that was given is never changed.
//!
//! What a person typed arrives as text. A problem's path is the name of the slot it was typed into (`size`, `place`), so that it can be
//! shown where it stands.

mod figure;
mod group;
mod loads;
mod member;
mod place;
mod points;
mod remove;
mod supports;
mod typed;
mod units;
mod words;

use crate::model;
use crate::problem::{Problem, ProblemKind};
use crate::sheet::{Document, Sheet};
use schemars::JsonSchema;
use serde::Deserialize;

/// One edit. A slot that is left out keeps what it was; of a new thing, it takes what is usual.
#[derive(Debug, Clone, PartialEq, Deserialize, JsonSchema)]
#[serde(tag = "edit", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Edit {
    /// Draws the first beam; of one that is there, a further straight piece.
    Beam {
        /// Where the further piece begins; the end of the first member.
        from: Option<String>,
        /// Its length: `6`, `"18 ft"`.
        length: Option<String>,
        /// Its slope from +x, counter-clockwise; a further piece goes straight on.
        angle: Option<String>,
    },
    /// Changes the length or the slope of a straight piece between two corners; all that hangs on its second end moves along.
    Piece {
        /// The end that stays.
        first: String,
        /// The end that moves.
        second: String,
        /// As for a beam.
        length: Option<String>,
        /// As for a beam.
        angle: Option<String>,
    },
    /// Moves a point, or names it anew.
    Point {
        /// Which one.
        name: String,
        /// Its coordinates.
        x: Option<String>,
        /// Its coordinates.
        y: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a support somewhere, or changes the one of that name.
    Support {
        /// Of the one to change.
        name: Option<String>,
        /// `pin`, `roller`, `fixed`, `guide`, `surface`, `rough`, `link`, `cable`.
        kind: Option<String>,
        /// A distance from the beam's start, or a point.
        place: Option<String>,
        /// Of a roller, a guide, a surface, a rough one: the direction in which it pushes.
        normal: Option<String>,
        /// Of a link or a cable: where it leads.
        toward: Option<String>,
        /// Of a roller or a rough one: `both ways` or `pushes only`.
        holds: Option<String>,
        /// Of a rough one: the coefficient that is available; empty for none.
        friction: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a force somewhere, or changes it.
    Force {
        /// Of the one to change.
        name: Option<String>,
        /// Its size, or two components with a semicolon between them.
        size: Option<String>,
        /// A distance from the beam's start, or a point.
        place: Option<String>,
        /// `down`, `210`, `30 from -y cw`, `to C`, ...
        direction: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a couple somewhere, or changes it.
    Couple {
        /// Of the one to change.
        name: Option<String>,
        /// Its size.
        size: Option<String>,
        /// A distance from the beam's start, or a point.
        place: Option<String>,
        /// `ccw` or `cw`.
        turn: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a distributed load somewhere, or changes it.
    Distributed {
        /// Of the one to change.
        name: Option<String>,
        /// Intensity where it begins.
        start: Option<String>,
        /// Intensity where it ends; empty for the same.
        end: Option<String>,
        /// Where it begins; the beam's start.
        from: Option<String>,
        /// Where it ends; the beam's end.
        to: Option<String>,
        /// As for a force.
        direction: Option<String>,
        /// `length` or `projection`.
        per: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a weight somewhere, or changes it.
    Weight {
        /// Of the one to change.
        name: Option<String>,
        /// Its mass, or its size as a force with a unit.
        size: Option<String>,
        /// A distance from the beam's start, or a point.
        place: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Moves several things, or puts copies of them.
    Shift {
        /// Marks of loads, supports and points.
        ids: Vec<String>,
        /// How far: along their member `0.5`, or in the plane `0.5 up`, `1; -0.5`.
        by: String,
        /// How many copies at that distance from each other; none: the things themselves are moved.
        copies: Option<String>,
    },
    /// Mirrors several things in a line across their member.
    Mirror {
        /// Marks of loads, supports and points.
        ids: Vec<String>,
        /// The place of the line; the middle.
        about: Option<String>,
        /// `yes`: what was there stays.
        copy: Option<String>,
    },
    /// Changes the distance between two neighbouring points, or between the ends of a straight piece: all that hangs on the second moves along.
    Distance {
        /// The nearer one.
        first: String,
        /// The one that moves.
        second: String,
        /// How far apart.
        value: String,
    },
    /// Removes things by the ids of their marks: `load:F1`, `support:A`, `point:C`, `body:beam`.
    Remove {
        /// The marks.
        ids: Vec<String>,
    },
    /// Applies one of the cures of a model that moves.
    Cure {
        /// Its place in the list.
        index: usize,
    },
    /// Changes the sheet's units and writes every bare number anew, so that nothing changes but the way it is written.
    Units {
        /// The new unit of length.
        length: String,
        /// The new unit of force.
        force: String,
    },
}

/// The sheet after an edit, or what stands in its way.
///
/// # Errors
/// Problems whose path is the slot they were typed into, or ends with it (`loads[2].direction`) when only the model shows them. A sheet that has problems of form is not edited: what could not be read would be
/// lost.
pub fn apply(document: &Document, edit: &Edit) -> Result<Sheet, Vec<Problem>> {
    if let Some(first) = document.problems.first() {
        let message = format!("The sheet itself has to be mended first: {}", first.message);
        return Err(vec![Problem::new(ProblemKind::Form, first.path.clone(), message, first.cure.clone())]);
    }
    let mut edited = document.sheet.clone();
    let sheet = &mut edited;
    match edit {
        Edit::Beam { from, length, angle } => {
            member::beam(sheet, from.as_deref(), length.as_deref(), angle.as_deref())?;
        }
        Edit::Piece { first, second, length, angle } => {
            member::piece(sheet, first, second, length.as_deref(), angle.as_deref())?;
        }
        Edit::Point { name, x, y, rename } => {
            member::point(sheet, name, x.as_deref(), y.as_deref(), rename.as_deref())?;
        }
        Edit::Support { name, kind, place, normal, toward, holds, friction, rename } => {
            let slots = supports::Slots {
                kind: kind.as_deref(),
                place: place.as_deref(),
                normal: normal.as_deref(),
                toward: toward.as_deref(),
                holds: holds.as_deref(),
                friction: friction.as_deref(),
                rename: rename.as_deref(),
            };
            supports::put(sheet, name.as_deref(), &slots)?;
        }
        Edit::Force { name, size, place, direction, rename: _ } => {
            let slots = loads::Force {
                size: size.as_deref(),
                place: place.as_deref(),
                direction: direction.as_deref(),
            };
            loads::force(sheet, name.as_deref(), &slots)?;
        }
        Edit::Couple { name, size, place, turn, rename: _ } => {
            let slots =
                loads::Couple { size: size.as_deref(), place: place.as_deref(), turn: turn.as_deref() };
            loads::couple(sheet, name.as_deref(), &slots)?;
        }
        Edit::Distributed { name, start, end, from, to, direction, per, rename: _ } => {
            let slots = loads::Distributed {
                start: start.as_deref(),
                end: end.as_deref(),
                from: from.as_deref(),
                to: to.as_deref(),
                direction: direction.as_deref(),
                per: per.as_deref(),
            };
            loads::distributed(sheet, name.as_deref(), &slots)?;
        }
        Edit::Weight { name, size, place, rename: _ } => {
            let slots = loads::Weight { size: size.as_deref(), place: place.as_deref() };
            loads::weight(sheet, name.as_deref(), &slots)?;
        }
        Edit::Shift { ids, by, copies } => group::shift(sheet, ids, by, count(copies.as_deref())?)?,
        Edit::Mirror { ids, about, copy } => {
            group::mirror(document, sheet, ids, about.as_deref(), copy.as_deref() == Some("yes"))?;
        }
        Edit::Distance { first, second, value } => member::distance(sheet, first, second, value)?,
        Edit::Remove { ids } => remove::remove(sheet, ids)?,
        Edit::Cure { index } => supports::cure(document, sheet, *index)?,
        Edit::Units { length, force } => units::change(sheet, length, force)?,
    }
    if let Some((name, rename)) = renamed_load(edit) {
        loads::rename(sheet, name, rename)?;
    }
    points::drop_unused(sheet);
    if !matches!(edit, Edit::Remove { .. } | Edit::Point { .. }) {
        points::keep_names(&document.sheet, sheet);
    }
    // What is left may be nothing at all.
    if edited.bodies.is_empty() && edited.bars.is_empty() {
        return Ok(edited);
    }
    sensible(document, edited)
}

/// Of a load that is there: its name, and the one it is to have.
fn renamed_load(edit: &Edit) -> Option<(&str, &str)> {
    match edit {
        Edit::Force { name, rename, .. }
        | Edit::Couple { name, rename, .. }
        | Edit::Distributed { name, rename, .. }
        | Edit::Weight { name, rename, .. } => Some((name.as_deref()?, typed::filled(rename.as_deref())?)),
        _ => None,
    }
}

fn count(copies: Option<&str>) -> Result<usize, Vec<Problem>> {
    match typed::filled(copies) {
        None => Ok(0),
        Some(text) => match text.parse() {
            Ok(count) => Ok(count),
            Err(_) => wrong("copies", format!("\"{text}\" is not a number of copies."), "Type 1, 2, 3 ..."),
        },
    }
}

/// The edited sheet, unless it makes less sense than the one before: a direction towards the point it starts from, say.
fn sensible(before: &Document, edited: Sheet) -> Result<Sheet, Vec<Problem>> {
    let known = model::build(before).problems;
    let document = Document::from(edited);
    let mut problems = model::build(&document).problems;
    if problems.len() > known.len() {
        problems.retain(|p| !known.contains(p));
        return Err(problems);
    }
    Ok(document.sheet)
}

/// One problem, in the slot it belongs to.
fn wrong<T>(slot: &str, message: impl Into<String>, cure: impl Into<String>) -> Result<T, Vec<Problem>> {
    Err(vec![Problem::new(ProblemKind::Sense, slot, message, cure)])
}

#[cfg(test)]
mod tests;
