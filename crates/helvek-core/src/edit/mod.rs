//! Edits of a sheet that have consequences: a new load needs a point on its run, a removed one leaves none behind, a distance moves all
//! that lies beyond it. Sheet in, sheet out; the sheet that was given is never changed.
//!
//! What a person typed arrives as text. A problem's path is the name of the slot it was typed into (`size`, `place`), so that it can be
//! shown where it stands.

mod beam;
mod loads;
mod place;
mod remove;
mod supports;
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
    /// Draws the beam, or changes its length or slope.
    Beam {
        /// Its length: `6`, `"18 ft"`.
        length: Option<String>,
        /// Its slope from +x, counter-clockwise.
        angle: Option<String>,
    },
    /// Puts a support somewhere, or changes the one of that name.
    Support {
        /// Of the one to change.
        name: Option<String>,
        /// `pin`, `roller` or `fixed`.
        kind: Option<String>,
        /// A distance from the beam's start, or a point.
        place: Option<String>,
        /// Of a roller: the direction in which it pushes.
        normal: Option<String>,
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
    },
    /// Changes the distance between two neighbouring points: all that lies beyond moves along. Between the beam's ends, only the end moves.
    Distance {
        /// The nearer one.
        first: String,
        /// The one that moves.
        second: String,
        /// How far apart.
        value: String,
    },
    /// Removes a thing by the id of its mark: `load:F1`, `support:A`, `body:beam`.
    Remove {
        /// The mark.
        id: String,
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
        Edit::Beam { length, angle } => beam::beam(sheet, length.as_deref(), angle.as_deref())?,
        Edit::Support { name, kind, place, normal } => {
            let slots =
                supports::Slots { kind: kind.as_deref(), place: place.as_deref(), normal: normal.as_deref() };
            supports::put(sheet, name.as_deref(), &slots)?;
        }
        Edit::Force { name, size, place, direction } => {
            let slots = loads::Force {
                size: size.as_deref(),
                place: place.as_deref(),
                direction: direction.as_deref(),
            };
            loads::force(sheet, name.as_deref(), &slots)?;
        }
        Edit::Couple { name, size, place, turn } => {
            let slots =
                loads::Couple { size: size.as_deref(), place: place.as_deref(), turn: turn.as_deref() };
            loads::couple(sheet, name.as_deref(), &slots)?;
        }
        Edit::Distributed { name, start, end, from, to, direction, per } => {
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
        Edit::Distance { first, second, value } => beam::distance(sheet, first, second, value)?,
        Edit::Remove { id } => remove::remove(sheet, id)?,
        Edit::Cure { index } => supports::cure(document, sheet, *index)?,
        Edit::Units { length, force } => units::change(sheet, length, force)?,
    }
    remove::unused_points(sheet);
    match edit {
        // What is left may be nothing at all.
        Edit::Remove { .. } => Ok(edited),
        _ => sensible(document, edited),
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
