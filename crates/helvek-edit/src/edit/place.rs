//! Places: what a person types, the spot it means, and the point that is made for it.
//!
//! | typed | means |
//! |---|---|
//! | `C` | that point |
//! | `2.5`, `800 mm` | that far from the start of the first member, along it, round its corners, and on over a joint where it goes on straight |
//! | `mast 2.5` | the same on the member of that name |
//! | `start`, `middle`, `end` | of the same |
//! | `C + 0.5`, `C - 0.5` | on or back along the straight line of members on which C stands |
//! | `C + 0.5 up`, `C + 1 right - 0.2 up` | off from C in a direction; also beside the member, riding along with it |
//! | `1.2; 0.8` | coordinates |
//! | `jib 1.2; 0.8` | the same, riding along with the body of that name |
//!
//! In space there are three coordinates: `1.2; 0.8; 0.3`.

use super::figure::{Figure, Way};
use super::typed::{length, quantity, tidy};
use super::{stiff, words, wrong};
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

/// Where a text means.
pub(super) fn spot(sheet: &Sheet, text: &str, slot: &str) -> Result<Spot, Vec<Problem>> {
    let figure = Figure::of(sheet)?;
    let text = text.trim();
    if let Some((x, rest)) = text.split_once(';') {
        // "jib 1;2": riding along with the jib.
        let of = sheet.bodies.keys().filter(|body| {
            text.strip_prefix(body.as_str()).is_some_and(|rest| rest.starts_with(char::is_whitespace))
        });
        let body = of.max_by_key(|body| body.len()).cloned();
        let x = body.as_ref().map_or(x, |body| &x[body.len()..]);
        let at = triple(&figure, x, rest, slot)?;
        return Ok(Spot { body, ..spot_of(at) });
    }
    if let Some((name, steps)) = steps(&figure, text) {
        return stepped(sheet, &figure, name, &steps, text, slot);
    }
    if figure.lines.is_empty() && !figure.bars.is_empty() {
        return at_joint(&figure, text, slot);
    }
    // "mast 2.5": the longest name first, so that "mast 2" is not read as the body "mast".
    let named = figure.lines.iter().filter(|line| {
        text.strip_prefix(line.body.as_str()).is_some_and(|rest| rest.starts_with(char::is_whitespace))
    });
    let (way, rest) = match named.max_by_key(|line| line.body.len()) {
        Some(line) => (Way::alone(line), text[line.body.len()..].trim()),
        None => (figure.way(slot)?, text),
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
pub(super) fn triple(figure: &Figure, x: &str, rest: &str, slot: &str) -> Result<Point, Vec<Problem>> {
    let of = |text: &str| length(text, &figure.unit, slot);
    match (figure.spatial, rest.split_once(';')) {
        (false, None) => Ok(Point::plane(of(x)?, of(rest)?)),
        (true, Some((y, z))) => Ok(Point { x: of(x)?, y: of(y)?, z: of(z)? }),
        (true, None) => wrong(slot, "A place in space has three coordinates.", "Type x;y;z: 0.4;0;1.2."),
        (false, Some(_)) => wrong(slot, "A place in the plane has two coordinates.", "Type x;y: 0.4;1.2."),
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

/// A step from a point: how far, and which way unless it is along the member.
type Step<'a> = (f64, &'a str);

/// `C`, `C + 0.5`, `C + 1 right - 0.2 up`: a point's name and the signed steps behind it. The longest name wins: points may be called `A-1`.
fn steps<'a>(figure: &'a Figure, text: &'a str) -> Option<(&'a str, Vec<Step<'a>>)> {
    let behind = |name: &str| {
        let rest = text.strip_prefix(name)?.trim_start();
        (rest.is_empty() || rest.starts_with(['+', '-', '−'])).then_some(rest)
    };
    let (name, mut rest) = figure
        .at
        .keys()
        .filter_map(|name| behind(name).map(|rest| (name.as_str(), rest)))
        .max_by_key(|(name, _)| name.len())?;
    let mut steps = Vec::new();
    while let Some(sign) = rest.chars().next() {
        rest = rest[sign.len_utf8()..].trim_start();
        let end = rest
            .char_indices()
            .skip(1)
            .find(|(_, c)| ['+', '-', '−'].contains(c))
            .map_or(rest.len(), |(i, _)| i);
        steps.push((if sign == '+' { 1.0 } else { -1.0 }, rest[..end].trim()));
        rest = &rest[end..];
    }
    Some((name, steps))
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
    for (sign, step) in steps {
        let split = words::WORDS.iter().find_map(|word| Some((step.strip_suffix(word)?.trim(), *word)));
        let Some((size, word)) = split else {
            // Along the member: the only step there is.
            if steps.len() > 1 {
                return wrong(
                    slot,
                    format!("\"{step}\" has no direction."),
                    "Type it: C + 1 right - 0.2 up.",
                );
            }
            let by = sign * length(step, &figure.unit, slot)?;
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
