//! Places on the beam: what a person types, the point it means, and the point that is made for it.

use super::wrong;
use crate::geometry::{Point, Vector};
use crate::model::units_of;
use crate::problem::{Problem, ProblemKind};
use crate::sheet::{Quantity, Sheet};
use crate::tolerance;
use crate::units::{Dimension, Unit, parse_quantity};

/// The one straight run of the sheet, measured. Lengths in the sheet's unit.
pub(super) struct Beam {
    pub(super) name: String,
    pub(super) start: Point,
    pub(super) along: Vector,
    /// Name and distance from the start, in order.
    pub(super) stations: Vec<(String, f64)>,
    pub(super) unit: Unit,
}

impl Beam {
    /// # Errors
    /// When there is no beam yet, or when the sheet holds something else than one straight beam.
    pub(super) fn of(sheet: &Sheet) -> Result<Self, Vec<Problem>> {
        let Some((name, body)) = sheet.bodies.first() else {
            return wrong("place", "There is no beam yet.", "Draw the beam first: its length is enough.");
        };
        if sheet.bodies.len() > 1 || body.runs.len() > 1 || !sheet.bars.is_empty() {
            return wrong(
                "place",
                "This sheet holds more than one straight beam.",
                "Change it in its file for now; the board edits single beams.",
            );
        }
        let unit = units_of(sheet).of(Dimension::LENGTH);
        let run = body.runs.first().map_or(&[][..], Vec::as_slice);
        let mut at = Vec::new();
        for point in run {
            let Some(coordinates) = sheet.points.get(point) else {
                return wrong(
                    "place",
                    format!("Point {point} of \"{name}\" is missing."),
                    "Mend the sheet first.",
                );
            };
            at.push(Point::plane(in_unit(&coordinates[0], &unit)?, in_unit(&coordinates[1], &unit)?));
        }
        let (Some(first), Some(last)) = (at.first(), at.last()) else {
            return wrong("place", format!("\"{name}\" has no run."), "Mend the sheet first.");
        };
        let Some(along) = (*last - *first).unit() else {
            return wrong("place", format!("\"{name}\" has zero length."), "Give it a length first.");
        };
        let stations = run.iter().zip(&at).map(|(n, p)| (n.clone(), (*p - *first).dot(along))).collect();
        Ok(Self { name: name.clone(), start: *first, along, stations, unit })
    }

    pub(super) fn length(&self) -> f64 {
        self.stations.last().map_or(0.0, |(_, s)| *s)
    }

    /// The distance a text means: `2.5`, `"800 mm"`, `C`, `C + 0.5`, `start`, `end`, `middle`.
    pub(super) fn station(&self, text: &str, slot: &str) -> Result<f64, Vec<Problem>> {
        let text = text.trim();
        let named = |name: &str| self.stations.iter().find(|(n, _)| n == name).map(|(_, s)| *s);
        match text {
            "start" => return Ok(0.0),
            "end" => return Ok(self.length()),
            "middle" | "mid" => return Ok(self.length() / 2.0),
            _ => {}
        }
        if let Some(station) = named(text) {
            return self.inside(station, text, slot);
        }
        // "C + 0.5" and "C - 500 mm": from a point; the sign must not be the number's own, so the name comes first.
        if let Some((name, sign, rest)) = text.char_indices().skip(1).find_map(|(i, c)| {
            let sign = match c {
                '+' => 1.0,
                '-' | '−' => -1.0,
                _ => return None,
            };
            Some((text[..i].trim(), sign, &text[i + c.len_utf8()..]))
        }) && let Some(from) = named(name)
        {
            return self.inside(from + sign * self.length_of(rest, slot)?, text, slot);
        }
        if text.starts_with(char::is_alphabetic) {
            let names: Vec<_> = self.stations.iter().map(|(n, _)| n.as_str()).collect();
            let cure = format!("Type a distance from the start, or one of {}.", names.join(", "));
            return wrong(slot, format!("There is no point \"{text}\" on the beam."), cure);
        }
        let station = self.length_of(text, slot)?;
        self.inside(station, text, slot)
    }

    /// A typed length, in the sheet's unit.
    pub(super) fn length_of(&self, text: &str, slot: &str) -> Result<f64, Vec<Problem>> {
        length(text, &self.unit, slot)
    }

    fn inside(&self, station: f64, text: &str, slot: &str) -> Result<f64, Vec<Problem>> {
        let slack = tolerance::GEOMETRY * self.length();
        if station < -slack || station > self.length() + slack {
            let message =
                format!("{text} is not on the beam, which is {} {} long.", self.length(), self.unit.symbol);
            return wrong(slot, message, "Choose a place on it, or make the beam longer first.");
        }
        Ok(station)
    }

    /// The name of the point at a place, made and put into the run when there is none yet.
    pub(super) fn point(sheet: &mut Sheet, text: &str, slot: &str) -> Result<String, Vec<Problem>> {
        let beam = Self::of(sheet)?;
        let station = beam.station(text, slot)?;
        let near = tolerance::GEOMETRY * beam.length();
        if let Some((name, _)) = beam.stations.iter().find(|(_, s)| (s - station).abs() <= near) {
            return Ok(name.clone());
        }
        let name = free_name(sheet);
        let index = beam.stations.partition_point(|(_, s)| *s < station);
        let coordinates = beam.coordinates(station, Some(text));
        sheet.points.insert(name.clone(), coordinates);
        if let Some(run) = sheet.bodies.get_mut(&beam.name).and_then(|body| body.runs.first_mut()) {
            run.insert(index, name.clone());
        }
        Ok(name)
    }

    /// The coordinates of a place; as it was typed where that is the same thing.
    pub(super) fn coordinates(&self, station: f64, typed: Option<&str>) -> Vec<Quantity> {
        let level = self.start == Point::default() && self.along == Vector::X;
        if level
            && let Some(text) = typed
            && parse_quantity(text).is_ok_and(|q| q.unit.is_some())
        {
            return vec![Quantity::Text(text.trim().to_owned()), Quantity::Number(0.0)];
        }
        let at = self.start + self.along * station;
        vec![Quantity::Number(tidy(at.x)), Quantity::Number(tidy(at.y))]
    }
}

/// A quantity of length in `unit`.
fn in_unit(quantity: &Quantity, unit: &Unit) -> Result<f64, Vec<Problem>> {
    match quantity {
        Quantity::Number(n) => Ok(*n),
        Quantity::Text(text) => length(text, unit, "place"),
    }
}

/// A typed length in `unit`, a bare number being in it already.
pub(super) fn length(text: &str, unit: &Unit, slot: &str) -> Result<f64, Vec<Problem>> {
    let value = quantity(text, Dimension::LENGTH, slot)?;
    Ok(value.unit.map_or(value.value, |written| unit.from_si(written.to_si(value.value))))
}

/// A typed quantity that must be of `dimension` (or bare).
pub(super) fn quantity(
    text: &str,
    dimension: Dimension,
    slot: &str,
) -> Result<crate::units::ParsedQuantity, Vec<Problem>> {
    match parse_quantity(text) {
        Ok(parsed) => match &parsed.unit {
            Some(unit) if unit.dimension != dimension => {
                let message =
                    format!("\"{text}\" is {}, where {} belongs.", unit.dimension.name(), dimension.name());
                let cure = format!("Write {} such as {}.", dimension.name(), dimension.example());
                Err(vec![Problem::new(ProblemKind::Quantity, slot, message, cure)])
            }
            _ => Ok(parsed),
        },
        Err(error) => Err(vec![Problem::new(ProblemKind::Quantity, slot, error.to_string(), error.cure())]),
    }
}

/// As it is kept in the sheet: a bare number as a number, with a unit as it was typed.
pub(super) fn kept(text: &str, dimension: Dimension, slot: &str) -> Result<Quantity, Vec<Problem>> {
    let parsed = quantity(text, dimension, slot)?;
    Ok(match parsed.unit {
        None => Quantity::Number(parsed.value),
        Some(_) => Quantity::Text(text.trim().to_owned()),
    })
}

/// Twelve figures: 0.30000000000000004 is not what anyone measured.
pub(super) fn tidy(value: f64) -> f64 {
    let tidy: f64 = format!("{value:.11e}").parse().unwrap_or(value);
    if tidy.abs() < 1e-12 { 0.0 } else { tidy }
}

/// A, B, ... Z, A1, B1, ...: the first that no point has.
pub(super) fn free_name(sheet: &Sheet) -> String {
    let letters = || ('A'..='Z').map(|c| c.to_string());
    let numbered = (1..).flat_map(|n| ('A'..='Z').map(move |c| format!("{c}{n}")));
    letters().chain(numbered).find(|name| !sheet.points.contains_key(name)).unwrap_or_default()
}
