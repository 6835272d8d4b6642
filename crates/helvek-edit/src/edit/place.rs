//! Places: what a person types, the spot it means, and the point that is made for it.
//!
//! | typed | means |
//! |---|---|
//! | `C` | that point |
//! | `2.5`, `800 mm` | that far from the start of the first member, along it, round its corners, and on over a joint where it goes on straight |
//! | `mast 2.5` | that far along the first run of the member of that name |
//! | `start`, `middle`, `end` | of the same |
//! | `C + 0.5`, `C - 0.5` | on or back along the straight line of members on which C stands |
//! | `C + 0.5 up`, `C + 1 right - 0.2 up` | off from C in a direction; also beside the member, riding along with it |
//! | `1.2; 0.8` | coordinates |
//! | `jib 1.2; 0.8` | the same, riding along with the body of that name |
//!
//! In space there are three coordinates: `1.2; 0.8; 0.3`.

use super::figure::{Figure, Way};
use super::typed::{length, quantity, tidy};
use super::{stiff, wrong};
use crate::grammar::place::{self as grammar, By, Place, Step};
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Quantity, Sheet};
use helvek_sheet::units::{Dimension, parse_quantity};

/// A place on the sheet, in its unit of length.
pub(super) struct Spot {
    pub(super) at: Point,
    /// The body it was measured along.
    pub(super) body: Option<String>,
    /// The distance as it was typed, when it is the x of a level member that begins at the origin.
    written: Option<String>,
}

/// A spot that was computed, not typed.
pub(super) fn spot_of(at: Point) -> Spot {
    Spot { at, body: None, written: None }
}

/// The place that a text means.
pub(super) fn spot(sheet: &Sheet, text: &str, slot: &str) -> Result<Spot, Vec<Problem>> {
    let figure = Figure::of(sheet)?;
    let text = text.trim();
    let points: Vec<&str> = figure.at.keys().map(String::as_str).collect();
    let bodies: Vec<&str> = sheet.bodies.keys().map(String::as_str).collect();
    let lines: Vec<&str> = figure.lines.iter().map(|line| line.body.as_str()).collect();
    let names = grammar::Names { points: &points, bodies: &bodies, lines: &lines };
    let (line, rest) = match grammar::place(text, &names) {
        Some(Place::At(body, parts)) => {
            let at = coordinates_of(&figure, &parts, slot)?;
            return Ok(Spot { body: body.map(str::to_owned), ..spot_of(at) });
        }
        Some(Place::From(name, steps)) => return stepped(sheet, &figure, name, &steps, text, slot),
        _ if figure.lines.is_empty() && !figure.bars.is_empty() => return at_joint(&figure, text, slot),
        Some(Place::Along(line, rest)) => (line, rest),
        None => (None, text),
    };
    let way = match figure.lines.iter().find(|of| Some(of.body.as_str()) == line) {
        Some(line) => Way::alone(line),
        None => figure.way(slot)?,
    };
    let whole = way.line.length();
    let station = match rest {
        "start" => 0.0,
        "end" => whole,
        "middle" | "mid" => whole / 2.0,
        _ if rest.starts_with(char::is_alphabetic) => {
            let cure = format!("Type a distance from the start, or one of {}.", figure.names().join(", "));
            return wrong(slot, format!("There is no point \"{rest}\" on the {}.", way.called()), cure);
        }
        _ => length(rest, &figure.unit, slot)?,
    };
    on(&figure, &way, station, rest, slot)
}

/// Coordinates: two in the plane, three in space.
pub(super) fn coordinates_of(figure: &Figure, parts: &[&str], slot: &str) -> Result<Point, Vec<Problem>> {
    let of = |text: &str| length(text, &figure.unit, slot);
    match (figure.spatial, parts) {
        (false, [x, y]) => Ok(Point::plane(of(x)?, of(y)?)),
        (true, [x, y, z]) => Ok(Point { x: of(x)?, y: of(y)?, z: of(z)? }),
        (true, _) => wrong(slot, "A place in space has three coordinates.", "Type x;y;z: 0.4;0;1.2."),
        (false, _) => wrong(slot, "A place in the plane has two coordinates.", "Type x;y: 0.4;1.2."),
    }
}

/// The usual places of a truss: the first and the last of its lowest joints.
fn at_joint(figure: &Figure, text: &str, slot: &str) -> Result<Spot, Vec<Problem>> {
    let height = |p: &Point| (*p - Point::default()).dot(figure.up);
    let low = figure.at.values().map(height).fold(f64::INFINITY, f64::min);
    let lowest = figure.at.values().filter(|p| height(p) <= low + figure.slack());
    let by_x = |a: &&Point, b: &&Point| a.x.total_cmp(&b.x);
    let found = match text {
        "start" => lowest.min_by(by_x),
        "end" => lowest.max_by(by_x),
        _ => None,
    };
    match found {
        Some(at) => Ok(spot_of(*at)),
        None if text == "middle" => wrong(slot, "At which joint?", "Name it, or several: B C D, or B..D."),
        None => {
            let example = figure.example("2;1", "2;0;1");
            let cure = format!(
                "Name a joint, or type its place: {example}. There are {}.",
                figure.names().join(", ")
            );
            wrong(slot, format!("There is no joint \"{text}\"."), cure)
        }
    }
}

fn stepped(
    sheet: &Sheet,
    figure: &Figure,
    name: &str,
    steps: &[Step<'_>],
    text: &str,
    slot: &str,
) -> Result<Spot, Vec<Problem>> {
    let from = figure.at[name];
    let body = figure.body_at(name);
    let mut moved = Vector::ZERO;
    for Step { sign, by: By { size, way } } in steps {
        let Some(word) = way else {
            // Along the member: the only step there is.
            if steps.len() > 1 {
                return wrong(
                    slot,
                    format!("\"{size}\" has no direction."),
                    "Type it: C + 1 right - 0.2 up.",
                );
            }
            let by = sign * length(size, &figure.unit, slot)?;
            let Some((way, station)) = figure.step(name, by) else {
                return wrong(
                    slot,
                    format!("{name} is not on a member."),
                    "Type a direction too: C + 0.5 right.",
                );
            };
            return on(figure, &way, station + by, text, slot);
        };
        let by = sign * length(size, &figure.unit, slot)?;
        moved += figure.word(word, name) * by;
    }
    let written = sheet.points.get(name).and_then(|at| match (steps.is_empty(), at.as_slice()) {
        (true, [Quantity::Text(x), ..]) => Some(x.clone()),
        _ => None,
    });
    Ok(Spot { at: from + moved, body, written })
}

/// A distance along a member, which must not lead off it.
fn on(figure: &Figure, way: &Way, station: f64, text: &str, slot: &str) -> Result<Spot, Vec<Problem>> {
    let line = &way.line;
    let whole = line.length();
    let slack = helvek_numbers::tolerance::GEOMETRY * whole;
    if station < -slack || station > whole + slack {
        let message = format!(
            "{text} is not on the {}, which is {} {} long.",
            way.called(),
            tidy(whole),
            figure.unit.symbol
        );
        return wrong(slot, message, "Choose a place on it, or make it longer first.");
    }
    let level = line.points.len() > 1
        && line.points[0].1 == Point::default()
        && line.points.iter().all(|(_, p)| p.y == 0.0 && p.z == 0.0);
    let plain = level && station >= 0.0 && parse_quantity(text).is_ok_and(|q| q.unit.is_some());
    Ok(Spot {
        at: line.at(station.clamp(0.0, whole)),
        body: Some(way.body_at(station).to_owned()),
        written: plain.then(|| text.trim().to_owned()),
    })
}

/// A length or an angle that was measured, with six figures.
pub(super) fn measured(value: f64) -> String {
    let six: f64 = format!("{value:.5e}").parse().unwrap_or(value);
    tidy(six).to_string()
}

/// A place, as short as it can be said: how far along from the start of the first member and what goes on straight from it; elsewhere the name of the point.
pub(super) fn told(figure: &Figure, point: &str) -> String {
    let along = || {
        let way = figure.way("place").ok().filter(|_| !figure.spatial)?;
        let (at, stations) = (*figure.at.get(point)?, way.line.stations());
        let between = |pair: [(Point, f64); 2]| {
            let [(a, station), (b, _)] = pair;
            let far = a.distance(at);
            ((far + at.distance(b) - a.distance(b)).abs() <= 1e-6 * a.distance(b)).then_some(station + far)
        };
        let spots: Vec<(Point, f64)> = way.line.points.iter().map(|(_, at)| *at).zip(stations).collect();
        spots.windows(2).find_map(|pair| between([pair[0], pair[1]]))
    };
    // What six figures do not say is another place.
    let short = along().map(|station| (measured(station), station));
    let said = short.filter(|(text, station)| {
        text.parse().is_ok_and(|said: f64| (said - station).abs() <= figure.slack())
    });
    said.map_or_else(|| point.to_owned(), |(text, _)| text)
}

/// The name of the point at a place, made when there is none yet: put into the run that passes there, else riding along with the body.
pub(super) fn point(sheet: &mut Sheet, text: &str, slot: &str) -> Result<String, Vec<Problem>> {
    let spot = spot(sheet, text, slot)?;
    point_at(sheet, &spot, text, slot)
}

/// As [`point`], for a spot that is known already.
pub(super) fn point_at(
    sheet: &mut Sheet,
    spot: &Spot,
    text: &str,
    slot: &str,
) -> Result<String, Vec<Problem>> {
    let figure = Figure::of(sheet)?;
    if let Some(name) = figure.point_near(spot.at) {
        return Ok(name.to_owned());
    }
    let name = free_name(sheet);
    if let Some((body, run, index)) = figure.passes(spot.at, spot.body.as_deref()) {
        sheet.points.insert(name.clone(), coordinates(spot.at, spot.written.as_deref()));
        if let Some(body) = sheet.bodies.get_mut(&body) {
            stiff::parted(body, |name| figure.at[name], run, index);
            body.runs[run].insert(index, name.clone());
        }
        return Ok(name);
    }
    if let Some(row) = figure.bar_at(spot.at) {
        let bar = helvek_statics::model::bar_names(sheet).swap_remove(row);
        let message =
            format!("{text} is between the joints of bar {bar}, which carries loads at its ends only.");
        return wrong(slot, message, "Load its joints, put a joint there (J), or make it a member.");
    }
    let only = (sheet.bodies.len() == 1).then(|| sheet.bodies.keys().next().cloned()).flatten();
    let Some(body) = spot.body.clone().or(only).and_then(|name| sheet.bodies.get_mut(&name)) else {
        let cure = match sheet.bodies.keys().next() {
            Some(body) => {
                let example = figure.example("1;2", "1;2;0");
                format!("Choose a place on one, or say what it rides along with: {body} {example}.")
            }
            None => "Choose a place on one.".into(),
        };
        return wrong(slot, format!("{text} is not on a member."), cure);
    };
    body.points.push(name.clone());
    sheet.points.insert(name.clone(), coordinates(spot.at, spot.written.as_deref()));
    Ok(name)
}

/// The coordinates of a place; the x as it was typed where that is the same thing.
pub(super) fn coordinates(at: Point, written: Option<&str>) -> Vec<Quantity> {
    let x = written.map_or(Quantity::Number(tidy(at.x)), |text| Quantity::Text(text.to_owned()));
    let mut written = vec![x, Quantity::Number(tidy(at.y))];
    // Of a sheet of space the third is written when it is left (`space::complete`).
    if at.z != 0.0 {
        written.push(Quantity::Number(tidy(at.z)));
    }
    written
}

/// A slope in radians: a word, or an angle, a bare number in the sheet's unit.
pub(super) fn angle(sheet: &Sheet, text: &str, slot: &str) -> Result<f64, Vec<Problem>> {
    let word = match text.trim() {
        "right" | "+x" => Some(Vector::X),
        "left" | "-x" => Some(-Vector::X),
        "up" | "+y" => Some(Vector::Y),
        "down" | "-y" => Some(-Vector::Y),
        _ => None,
    };
    if let Some(way) = word {
        return Ok(way.angle());
    }
    let parsed = quantity(text, Dimension::ANGLE, slot)?;
    let own = helvek_statics::model::units_of(sheet).of(Dimension::ANGLE);
    Ok(parsed.unit.unwrap_or(own).to_si(parsed.value))
}

/// A, B, ... Z, A1, B1, ...: the first that no point has.
pub(super) fn free_name(sheet: &Sheet) -> String {
    let letters = || ('A'..='Z').map(|c| c.to_string());
    let numbered = (1..).flat_map(|n| ('A'..='Z').map(move |c| format!("{c}{n}")));
    letters().chain(numbered).find(|name| !sheet.points.contains_key(name)).unwrap_or_default()
}
