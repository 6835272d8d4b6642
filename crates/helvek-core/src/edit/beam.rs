//! The beam itself: drawn, lengthened, turned, and the distances along it.

use super::place::{Beam, free_name, kept, length, quantity, tidy};
use super::wrong;
use crate::geometry::{Point, Vector};
use crate::model::units_of;
use crate::problem::Problem;
use crate::sheet::{Body, Quantity, Sheet};
use crate::tolerance;
use crate::units::Dimension;

pub(super) fn beam(
    sheet: &mut Sheet,
    typed_length: Option<&str>,
    angle: Option<&str>,
) -> Result<(), Vec<Problem>> {
    let direction = match angle.map(str::trim).filter(|a| !a.is_empty()) {
        None => None,
        Some(text) => {
            let parsed = quantity(text, Dimension::ANGLE, "angle")?;
            let own = units_of(sheet).of(Dimension::ANGLE);
            Some(Vector::at_angle(parsed.unit.unwrap_or(own).to_si(parsed.value)))
        }
    };
    if sheet.bodies.is_empty() {
        let Some(text) = typed_length else {
            return wrong("length", "A beam needs a length.", "Type it: 6, or 18 ft.");
        };
        return draw(sheet, text, direction.unwrap_or(Vector::X));
    }
    let mut beam = Beam::of(sheet)?;
    if let Some(text) = typed_length {
        let new = positive(length(text, &beam.unit, "length")?, text)?;
        set_length(&mut beam, new)?;
    }
    if let Some(along) = direction {
        beam.along = along;
    }
    rewrite(sheet, &beam);
    Ok(())
}

fn positive(value: f64, text: &str) -> Result<f64, Vec<Problem>> {
    if value > 0.0 {
        Ok(value)
    } else {
        wrong("length", format!("{text} is not a length."), "Type a positive one.")
    }
}

fn draw(sheet: &mut Sheet, text: &str, along: Vector) -> Result<(), Vec<Problem>> {
    let unit = units_of(sheet).of(Dimension::LENGTH);
    let size = positive(length(text, &unit, "length")?, text)?;
    let (first, end) = (free_name(sheet), Point::default() + along * size);
    sheet.points.insert(first.clone(), vec![Quantity::Number(0.0), Quantity::Number(0.0)]);
    let second = free_name(sheet);
    let at = if along == Vector::X {
        vec![kept(text, Dimension::LENGTH, "length")?, Quantity::Number(0.0)]
    } else {
        vec![Quantity::Number(tidy(end.x)), Quantity::Number(tidy(end.y))]
    };
    sheet.points.insert(second.clone(), at);
    sheet.bodies.insert("beam".into(), Body { runs: vec![vec![first, second]], points: Vec::new() });
    Ok(())
}

/// Moves the end alone.
fn set_length(beam: &mut Beam, new: f64) -> Result<(), Vec<Problem>> {
    let count = beam.stations.len();
    if let Some((name, station)) = beam.stations[..count - 1].last()
        && new <= *station * (1.0 + tolerance::GEOMETRY)
    {
        let message =
            format!("Point {name} is {station} {} from the start, beyond the new end.", beam.unit.symbol);
        return wrong("length", message, format!("Move what is at {name} first, or type a greater length."));
    }
    beam.stations[count - 1].1 = new;
    Ok(())
}

pub(super) fn distance(
    sheet: &mut Sheet,
    first: &str,
    second: &str,
    value: &str,
) -> Result<(), Vec<Problem>> {
    let mut beam = Beam::of(sheet)?;
    let new = positive(length(value, &beam.unit, "value")?, value).map_err(|mut problems| {
        problems[0].path = "value".into();
        problems
    })?;
    let index = |name: &str| beam.stations.iter().position(|(n, _)| n == name);
    let (Some(a), Some(b)) = (index(first), index(second)) else {
        return wrong(
            "value",
            format!("{first} and {second} are not both on the beam."),
            "Choose points of the beam.",
        );
    };
    if b == a + 1 {
        let shift = new - (beam.stations[b].1 - beam.stations[a].1);
        for (_, station) in &mut beam.stations[b..] {
            *station += shift;
        }
    } else if a == 0 && b + 1 == beam.stations.len() {
        set_length(&mut beam, new).map_err(|mut problems| {
            problems[0].path = "value".into();
            problems
        })?;
    } else {
        return wrong(
            "value",
            format!("{first} and {second} are not neighbours."),
            "Change one of the distances between them.",
        );
    }
    rewrite(sheet, &beam);
    Ok(())
}

/// Writes the stations back. A point that did not move keeps the coordinates it was written with.
fn rewrite(sheet: &mut Sheet, beam: &Beam) {
    let old = Beam::of(sheet).ok();
    for (name, station) in &beam.stations {
        let stays = old.as_ref().is_some_and(|old| {
            let before = old.stations.iter().find(|(n, _)| n == name).map_or(f64::NAN, |(_, s)| *s);
            let moved = (old.start + old.along * before).distance(beam.start + beam.along * *station);
            moved <= tolerance::GEOMETRY * old.length()
        });
        if !stays {
            sheet.points.insert(name.clone(), beam.coordinates(*station, None));
        }
    }
}
