//! Edits of a sheet that have consequences: a new load needs a point on its run, a removed one leaves none behind, a distance moves all
//! that lies beyond it. Sheet in, sheet out; the sheet that was given is never changed.
//!
//! What a person typed arrives as text. A problem's path is the name of the slot it was typed into (`size`, `place`), so that it can be
//! shown where it stands.
//!
//! - What there is to do: `request`; what would mend a refusal, a problem or a warning: `offers`.
//! - What is typed: [`grammar`](crate::grammar) reads it as trees; what they mean in a sheet: `place`, `words` (directions, names), `typed` (quantities), measured by `figure` (members, stations round corners, what hangs on what).
//! - What stands in the slots of a thing: `tag`, printed by the grammar as it can be typed.
//! - Things: `member`, `meeting`, `rigid`, `joints`, `ropes`, `supports`, `loads`, `states` (combinations, trains), `profiles`, `judged` (limits, plates), `stiff`, `table`.
//! - Trusses: `chain`, `panels`, `bars`, `bar_list`, `copies`, `limits`, `order`.
//! - Several at once: `group`, `remove` with `dependents`, `unite`; `points` visits every mention of a point, `parts` keeps what was said of parts when names change.

mod bar_list;
mod bars;
mod chain;
mod copies;
mod cut_place;
mod dependents;
mod efforts;
mod figure;
mod group;
mod joints;
mod judged;
mod limits;
mod loads;
mod meeting;
mod member;
pub mod offers;
mod order;
mod panels;
mod parts;
mod place;
mod points;
mod profiles;
mod remove;
mod request;
mod rigid;
mod ropes;
mod space;
mod states;
mod stiff;
mod supports;
mod table;
mod tag;
mod typed;
mod unite;
mod units;
mod words;

use helvek_sheet::problem::{Problem, ProblemKind, nearest};
use helvek_sheet::sheet::{Document, Sheet};
use helvek_statics::model;

pub use cut_place::{CutPlace, cut_place};
pub use request::Edit;
pub use tag::{Axis, Pointed, Tag, tag};

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
    for (slot, text) in edit.names() {
        words::name(text, slot)?;
    }
    let mut edited = document.sheet.clone();
    let sheet = &mut edited;
    match edit {
        Edit::Beam { from, length, angle } => {
            member::beam(sheet, from.as_deref(), length.as_deref(), angle.as_deref())?;
        }
        Edit::Piece { first, second, length, angle, rename } => {
            member::piece(sheet, first, second, length.as_deref(), angle.as_deref())?;
            if let Some(new) = typed::filled(rename.as_deref()) {
                rigid::rename(sheet, &member::of_piece(sheet, first, second)?, new)?;
            }
        }
        Edit::Point { name, x, y, z, rename } => {
            let [x, y, z] = [x, y, z].map(Option::as_deref);
            member::point(sheet, name, x, y, z, rename.as_deref())?;
        }
        Edit::Support {
            name,
            kind,
            place,
            normal,
            toward,
            holds,
            friction,
            settles,
            spring,
            axis,
            couples,
            rename,
        } => {
            let slots = supports::Slots {
                kind: kind.as_deref(),
                place: place.as_deref(),
                normal: normal.as_deref(),
                toward: toward.as_deref(),
                axis: axis.as_deref(),
                couples: couples.as_deref(),
                holds: holds.as_deref(),
                friction: friction.as_deref(),
                settles: settles.as_deref(),
                spring: spring.as_deref(),
                rename: rename.as_deref(),
            };
            supports::put(sheet, name.as_deref(), &slots)?;
        }
        Edit::Force { name, size, place, direction, .. } => {
            let slots = loads::Force {
                size: size.as_deref(),
                place: place.as_deref(),
                direction: direction.as_deref(),
            };
            loads::force(sheet, name.as_deref(), &slots)?;
        }
        Edit::Couple { name, size, place, turn, axis, .. } => {
            let slots = loads::Couple {
                size: size.as_deref(),
                place: place.as_deref(),
                turn: turn.as_deref(),
                axis: axis.as_deref(),
            };
            loads::couple(sheet, name.as_deref(), &slots)?;
        }
        Edit::Distributed { name, start, end, from, to, direction, per, .. } => {
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
        Edit::Weight { name, size, place, .. } => {
            let slots = loads::Weight { size: size.as_deref(), place: place.as_deref() };
            loads::weight(sheet, name.as_deref(), &slots)?;
        }
        Edit::Bars { through, kind } => chain::draw(sheet, through.as_deref(), kind.as_deref())?,
        Edit::Bar { name, kind, tension, compression, rename } => {
            if tension.is_some() || compression.is_some() {
                limits::set(sheet, name, tension.as_deref(), compression.as_deref())?;
            }
            bars::change(sheet, name, kind.as_deref(), rename.as_deref())?;
        }
        Edit::Limit { bars, tension, compression } => {
            limits::set(sheet, bars.as_deref().unwrap_or("all"), tension.as_deref(), compression.as_deref())?;
        }
        Edit::Truss { span, panels, rise, outline, web, held, from, slope } => {
            let slots = panels::Slots {
                span: span.as_deref(),
                panels: panels.as_deref(),
                rise: rise.as_deref(),
                outline: outline.as_deref(),
                web: web.as_deref(),
                held: held.as_deref(),
                from: from.as_deref(),
                slope: slope.as_deref(),
            };
            panels::draw(sheet, &slots)?;
        }
        Edit::Body { name: Some(name), rename, .. } => {
            rigid::rename(sheet, name, rename.as_deref().unwrap_or(name))?;
        }
        Edit::Body { name: None, through, joined, rename } => {
            rigid::draw(sheet, through.as_deref(), joined.as_deref(), rename.as_deref())?;
        }
        Edit::Joint { name, kind, place, with, direction, friction, rename } => {
            let slots = joints::Slots {
                kind: kind.as_deref(),
                place: place.as_deref(),
                with: with.as_deref(),
                direction: direction.as_deref(),
                friction: friction.as_deref(),
                rename: rename.as_deref(),
            };
            joints::put(sheet, name.as_deref(), &slots)?;
        }
        Edit::Pulley { name, place, radius, on, rename } => {
            let slots = ropes::Wheel {
                place: place.as_deref(),
                radius: radius.as_deref(),
                on: on.as_deref(),
                rename: rename.as_deref(),
            };
            ropes::pulley(sheet, name.as_deref(), &slots)?;
        }
        Edit::Rope { name, path, rename } => {
            ropes::rope(sheet, name.as_deref(), path.as_deref(), rename.as_deref())?;
        }
        Edit::Member { bar } => bars::stiffen(sheet, bar)?,
        Edit::Join { bars } => bars::join(sheet, bars)?,
        Edit::Pick { at, after } => order::pick(document, sheet, at, *after)?,
        Edit::Section { bars, after } => order::section(document, sheet, bars, after.unwrap_or_default())?,
        Edit::Equation { picked, after } => order::equation(document, sheet, picked, *after)?,
        Edit::Unpick => sheet.conventions.order.clear(),
        Edit::Shift { ids, by, copies } => group::shift(sheet, ids, by, count(copies.as_deref())?)?,
        Edit::Mirror { ids, about, copy } => {
            group::mirror(document, sheet, ids, about.as_deref(), copy.as_deref() == Some("yes"))?;
        }
        Edit::Stretch { axis, first, second, value } => member::stretch(sheet, axis, first, second, value)?,
        Edit::Distance { first, second, value } => member::distance(sheet, first, second, value)?,
        Edit::Train { name, forces, from, to, direction, heads, rename } => {
            let slots = states::TrainSlots {
                forces: forces.as_deref(),
                from: from.as_deref(),
                to: to.as_deref(),
                direction: direction.as_deref(),
                heads: heads.as_deref(),
                rename: rename.as_deref(),
            };
            states::train(sheet, name.as_deref(), &slots)?;
        }
        Edit::Profile { shape, dimensions, of, material } => {
            let slots = profiles::Slots {
                shape: shape.as_deref(),
                dimensions: dimensions.as_deref(),
                of: of.as_deref(),
                material: material.as_deref(),
            };
            profiles::give(sheet, &slots)?;
        }
        Edit::Plates { at, plates, diameter, material, factor } => {
            let slots = judged::PinSlots {
                plates: plates.as_deref(),
                diameter: diameter.as_deref(),
                material: material.as_deref(),
                factor: factor.as_deref(),
            };
            judged::pin(sheet, at.as_deref(), &slots)?;
        }
        Edit::Table { csv } => table::merge(sheet, csv)?,
        Edit::Stiffness { of, ei, ea } => {
            stiff::members(sheet, of.as_deref(), ei.as_deref(), ea.as_deref())?;
        }
        Edit::Warm { of, change, across, depth, expansion, case } => {
            let slots = stiff::Warm {
                change: change.as_deref(),
                across: across.as_deref(),
                depth: depth.as_deref(),
                expansion: expansion.as_deref(),
                case: case.as_deref(),
            };
            stiff::warm(sheet, of.as_deref(), &slots)?;
        }
        Edit::Most { sort, of, most } => {
            judged::most(sheet, sort.as_deref(), of.as_deref(), most.as_deref())?;
        }
        Edit::Combination { name, sum, rename } => {
            states::combination(sheet, name.as_deref(), sum.as_deref(), rename.as_deref())?;
        }
        Edit::Remove { ids } => remove::remove(sheet, ids)?,
        Edit::Cure { index } => supports::cure(document, sheet, *index)?,
        Edit::Space { into, vertical } => {
            let vertical = vertical.as_deref().map(|text| words::choice(text, "vertical")).transpose()?;
            space::change(sheet, words::choice(into, "into")?, vertical)?;
        }
        Edit::Units { length, force } => units::change(sheet, length, force)?,
    }
    if let Some(load) = OfLoad::of(edit) {
        load.write(document, sheet)?;
    }
    space::complete(sheet);
    points::drop_unused(&document.sheet, sheet, edit);
    stiff::follow(&document.sheet, sheet);
    bar_list::forget_gone(sheet);
    order::forget_gone(sheet);
    efforts::forget_gone(sheet);
    judged::follow(&document.sheet, sheet);
    judged::forget_gone(&document.sheet, sheet);
    states::forget_gone(sheet);
    if matches!(edit, Edit::Remove { .. }) {
        dependents::go_too(document, sheet);
    }
    parts::forget_gone(sheet);
    if !matches!(edit, Edit::Remove { .. } | Edit::Point { .. }) {
        points::keep_names(&document.sheet, sheet);
    }
    // What is left may be nothing at all.
    if edited.bodies.is_empty() && edited.bars.is_empty() {
        return Ok(edited);
    }
    sensible(document, edited)
}

/// Merges a table of sections or of materials into a document, as [`Edit::Table`] does into a sheet.
///
/// # Errors
/// The faults of the table, by its lines.
pub fn merge_table(document: &mut Document, csv: &str) -> Result<(), Vec<Problem>> {
    table::merge(&mut document.sheet, csv)
}

/// The slots that every load has, whatever its kind.
struct OfLoad<'a> {
    /// The load that is changed; `None` when new ones are put down.
    name: Option<&'a str>,
    rename: Option<&'a str>,
    case: Option<&'a str>,
}

impl<'a> OfLoad<'a> {
    fn of(edit: &'a Edit) -> Option<Self> {
        let (Edit::Force { name, rename, case, .. }
        | Edit::Couple { name, rename, case, .. }
        | Edit::Distributed { name, rename, case, .. }
        | Edit::Weight { name, rename, case, .. }) = edit
        else {
            return None;
        };
        Some(Self { name: name.as_deref(), rename: rename.as_deref(), case: case.as_deref() })
    }

    fn write(&self, document: &Document, sheet: &mut Sheet) -> Result<(), Vec<Problem>> {
        if let Some(case) = self.case {
            loads::set_case(sheet, self.name, document.sheet.loads.len(), case)?;
        }
        match (self.name, typed::filled(self.rename)) {
            (Some(name), Some(rename)) => loads::rename(sheet, name, rename),
            _ => Ok(()),
        }
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

/// The row of a thing by the name it has in the model, or a problem with the nearest one.
fn row_named(names: &[String], name: &str, what: &str) -> Result<usize, Vec<Problem>> {
    match names.iter().position(|n| n == name) {
        Some(row) => Ok(row),
        None => {
            let near = nearest(name, names.iter().map(String::as_str)).unwrap_or("none");
            wrong("name", format!("There is no {what} \"{name}\"."), format!("The nearest is \"{near}\"."))
        }
    }
}

/// One problem, in the slot it belongs to.
fn wrong<T>(slot: &str, message: impl Into<String>, cure: impl Into<String>) -> Result<T, Vec<Problem>> {
    Err(vec![Problem::new(ProblemKind::Sense, slot, message, cure)])
}

#[cfg(test)]
mod tests;
