//! Members: drawn, continued piece by piece, lengthened, turned; distances along them; their points, moved and named.

use super::figure::{Figure, Line};
use super::place::{self, angle, coordinates, free_name};
use super::typed::{filled, length, positive, tidy};
use super::{points, rigid, space, units, wrong};
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Body, Quantity, Sheet};
use helvek_sheet::units::{Dimension, Unit, parse_quantity};

type Outcome = Result<(), Vec<Problem>>;

/// Draws the first member; of one that is there, a further straight piece: from its end, or from a place on it.
pub(super) fn beam(
    sheet: &mut Sheet,
    from: Option<&str>,
    typed_length: Option<&str>,
    slope: Option<&str>,
) -> Outcome {
    let slope = filled(slope).map(|text| angle(sheet, text, "angle")).transpose()?;
    let Some(text) = filled(typed_length) else {
        return wrong("length", "A beam needs a length.", "Type it: 6, or 18 ft.");
    };
    units::adopt(sheet, text);
    let unit = helvek_statics::model::units_of(sheet).of(Dimension::LENGTH);
    let size = positive(text, &unit, "length")?;
    if sheet.bodies.is_empty() {
        draw(sheet, text, size, slope.unwrap_or(0.0));
        return Ok(());
    }
    let start = match filled(from) {
        Some(text) => place::point(sheet, text, "from")?,
        None => place::point(sheet, "end", "from")?,
    };
    let figure = Figure::of(sheet)?;
    let Some(body) = figure.body_at(&start) else {
        return wrong("from", format!("{start} is not on a member."), "Choose a place on one.");
    };
    let line = figure.lines.iter().find(|line| line.index_of(&start).is_some());
    let straight_on = line.map_or(0.0, |line| direction_at_end(line, &start));
    let along = Vector::at_angle(slope.unwrap_or(straight_on));
    let back = Vector::at_angle(straight_on);
    if line.is_some_and(|line| line.points.last().is_some_and(|(last, _)| *last == start))
        && along.cross(back).length() <= tolerance::GEOMETRY
        && along.dot(back) < 0.0
    {
        let message = format!("It would lie on the piece before, back from {start}.");
        return wrong("angle", message, "Type another slope.");
    }
    let end = figure.at[&start] + along * size;
    if figure.point_near(end).is_some() {
        return wrong("length", "It would end on a point that is there already.", "Choose another length.");
    }
    let name = free_name(sheet);
    sheet.points.insert(name.clone(), coordinates(end, None));
    let runs = &mut sheet.bodies[&body].runs;
    match runs.iter_mut().find(|run| run.last() == Some(&start)) {
        Some(run) => run.push(name),
        None => runs.push(vec![start, name]),
    }
    Ok(())
}

/// The direction of a line at its end, in radians; a piece that starts there goes straight on unless a slope is typed.
fn direction_at_end(line: &Line, name: &str) -> f64 {
    let at = line.index_of(name).unwrap_or(0).max(1);
    (line.points[at].1 - line.points[at - 1].1).angle()
}

fn draw(sheet: &mut Sheet, text: &str, size: f64, slope: f64) {
    let first = free_name(sheet);
    sheet.points.insert(first.clone(), vec![Quantity::Number(0.0), Quantity::Number(0.0)]);
    let second = free_name(sheet);
    let with_unit = parse_quantity(text).is_ok_and(|q| q.unit.is_some());
    let written = (slope == 0.0 && with_unit).then_some(text);
    let end = Point::default() + Vector::at_angle(slope) * size;
    sheet.points.insert(second.clone(), coordinates(end, written));
    sheet.bodies.insert("beam".into(), Body { runs: vec![vec![first, second]], ..Body::default() });
}

/// Two points of one line, in its order.
struct Between<'a> {
    line: &'a Line,
    first: usize,
    second: usize,
}

fn between<'a>(
    figure: &'a Figure,
    first: &str,
    second: &str,
    slot: &str,
) -> Result<Between<'a>, Vec<Problem>> {
    let both = figure.lines.iter().find_map(|line| {
        let (a, b) = (line.index_of(first)?, line.index_of(second)?);
        (a < b).then_some(Between { line, first: a, second: b })
    });
    match both {
        Some(both) => Ok(both),
        None => wrong(
            slot,
            format!("{first} and {second} do not follow one another on a member."),
            "Choose points of one member, in its order.",
        ),
    }
}

/// Changes the length or the slope of a straight piece between two corners or ends. Its second end moves with all that hangs on it; what
/// stands between keeps its distance from the first.
pub(super) fn piece(
    sheet: &mut Sheet,
    first: &str,
    second: &str,
    typed_length: Option<&str>,
    slope: Option<&str>,
) -> Outcome {
    if let Some(text) = filled(slope) {
        let to = angle(sheet, text, "angle")?;
        let figure = Figure::of(sheet)?;
        let found = between(&figure, first, second, "angle")?;
        let pivot = figure.at[first];
        let by = to - (figure.at[second] - pivot).angle();
        let next = &found.line.points[found.first + 1].0;
        let turning = figure.hangs_on(next, &[(first, next)]);
        free_of(&turning, first, "angle")?;
        let turned = |p: Point| {
            let d = p - pivot;
            pivot + Vector::plane(d.x * by.cos() - d.y * by.sin(), d.x * by.sin() + d.y * by.cos())
        };
        displace(
            sheet,
            &figure,
            &turning.into_iter().map(|n| (turned(figure.at[&n]), n)).collect::<Vec<_>>(),
        );
    }
    if let Some(text) = filled(typed_length) {
        lengthen(sheet, first, second, text, "length")?;
    }
    Ok(())
}

/// The body of a piece.
pub(super) fn of_piece(sheet: &Sheet, first: &str, second: &str) -> Result<String, Vec<Problem>> {
    let figure = Figure::of(sheet)?;
    Ok(between(&figure, first, second, "rename")?.line.body.clone())
}

/// The distance between two neighbours, or between the ends of a straight piece.
pub(super) fn distance(sheet: &mut Sheet, first: &str, second: &str, value: &str) -> Outcome {
    let figure = Figure::of(sheet)?;
    let found = between(&figure, first, second, "value")?;
    let neighbours = found.second == found.first + 1;
    if !neighbours && found.line.stretch(found.first) != (found.first, found.second) {
        return wrong(
            "value",
            format!("{first} and {second} are not neighbours."),
            "Change one of the distances between them.",
        );
    }
    lengthen(sheet, first, second, value, "value")
}

/// Sets the distance of two points along an axis. All that is as far as the second one, or farther, moves along.
pub(super) fn stretch(sheet: &mut Sheet, axis: &str, first: &str, second: &str, value: &str) -> Outcome {
    let figure = Figure::of(sheet)?;
    let new = positive(value, &figure.unit, "value")?;
    let along = if axis == "y" { Vector::Y } else { Vector::X };
    let station = |p: Point| (p - Point::default()).dot(along);
    let (Some(a), Some(b)) = (figure.at.get(first), figure.at.get(second)) else {
        return wrong("value", format!("{first} or {second} is not there."), "Choose points that are.");
    };
    let (from, to) = (station(*a), station(*b));
    let by = along * (new - (to - from));
    let moving = figure.at.iter().filter(|(_, p)| station(**p) >= to - figure.slack());
    let moved: Vec<_> = moving.map(|(name, p)| (*p + by, name.clone())).collect();
    displace(sheet, &figure, &moved);
    Ok(())
}

fn lengthen(sheet: &mut Sheet, first: &str, second: &str, text: &str, slot: &str) -> Outcome {
    let figure = Figure::of(sheet)?;
    let found = between(&figure, first, second, slot)?;
    let new = positive(text, &figure.unit, slot)?;
    let (a, b) = (figure.at[first], figure.at[second]);
    let (before, at) = &found.line.points[found.second - 1];
    if before != first && new <= a.distance(*at) * (1.0 + helvek_numbers::tolerance::GEOMETRY) {
        let message = format!(
            "Point {before} is {} {} from {first}, beyond the new end.",
            tidy(a.distance(*at)),
            figure.unit.symbol
        );
        return wrong(slot, message, format!("Move what is at {before} first, or type a greater length."));
    }
    let moving = figure.hangs_on(second, &[(before, second)]);
    free_of(&moving, first, slot)?;
    let by = (b - a).unit().unwrap_or(Vector::X) * (new - a.distance(b));
    displace(sheet, &figure, &moving.into_iter().map(|n| (figure.at[&n] + by, n)).collect::<Vec<_>>());
    Ok(())
}

/// Nothing may hang on both sides of what is changed.
fn free_of(moving: &std::collections::HashSet<String>, first: &str, slot: &str) -> Outcome {
    if moving.contains(first) {
        return wrong(
            slot,
            "This is part of a closed ring, which has no single free length or slope.",
            "Move one of its points instead.",
        );
    }
    Ok(())
}

/// Writes places back. A point that did not move keeps the coordinates it was written with.
fn displace(sheet: &mut Sheet, figure: &Figure, to: &[(Point, String)]) {
    for (at, name) in to {
        if figure.at[name].distance(*at) > figure.slack()
            && let Some(written) = sheet.points.get_mut(name)
        {
            *written = coordinates(*at, None);
        }
    }
}

/// Moves a point by typed coordinates, or names it anew.
pub(super) fn point(
    sheet: &mut Sheet,
    name: &str,
    x: Option<&str>,
    y: Option<&str>,
    z: Option<&str>,
    rename: Option<&str>,
) -> Outcome {
    if z.is_some() && !space::spatial(sheet) {
        return wrong("z", "A point of the plane has no z.", "Leave it out.");
    }
    let unit = helvek_statics::model::units_of(sheet).of(Dimension::LENGTH);
    let Some(coordinates) = sheet.points.get_mut(name) else {
        return wrong("name", format!("There is no point \"{name}\"."), "Choose one that is there.");
    };
    for (i, (typed, slot)) in [(x, "x"), (y, "y"), (z, "z")].into_iter().enumerate() {
        if let Some(text) = filled(typed) {
            coordinates[i] = coordinate(text, &unit, slot)?;
        }
    }
    match filled(rename) {
        Some(new) if new != name => points::rename(sheet, name, new)?,
        _ => {}
    }
    if x.is_some() || y.is_some() || z.is_some() {
        let now = filled(rename).unwrap_or(name).to_owned();
        return rigid::merge(sheet, &now);
    }
    Ok(())
}

fn coordinate(text: &str, unit: &Unit, slot: &str) -> Result<Quantity, Vec<Problem>> {
    let value = length(text, unit, slot)?;
    let with_unit = parse_quantity(text).is_ok_and(|q| q.unit.is_some());
    Ok(if with_unit { Quantity::Text(text.trim().to_owned()) } else { Quantity::Number(value) })
}
