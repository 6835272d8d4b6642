//! Pulleys, and ropes by naming what they run over.
//!
//! | typed | means |
//! |---|---|
//! | `A, P, 40 kg` | from point A over the pulley P to a mass that hangs |
//! | `P cw`, `P ccw` | the sense in which the rope, read from its beginning, runs round it; else the way it bends |
//! | `200 N`, `?T @ left` | an end that is pulled: down, or in a direction |
//! | `A pin`, `A ground`, `A jib` | an end on the pin, on the ground, or on one of several bodies there |

use super::figure::Figure;
use super::typed::{filled, kept, positive};
use super::{efforts, meeting, parts, rigid, units, words, wrong};
use crate::grammar::list;
use crate::grammar::rope::{self as grammar, Stop};
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::id::Kind;
use helvek_sheet::problem::{Problem, ProblemKind, nearest};
use helvek_sheet::sheet::{Direction, Find, Pulley, Quantity, Rope, RopeStop, Sheet, Turn};
use helvek_sheet::units::{Dimension, parse_quantity};
use helvek_statics::model::PIN;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// The slots of a pulley, as typed.
pub(super) struct Wheel<'a> {
    pub(super) place: Option<&'a str>,
    pub(super) radius: Option<&'a str>,
    pub(super) on: Option<&'a str>,
    pub(super) rename: Option<&'a str>,
}

/// The word for the ground where a body could stand.
const GROUND: &str = "ground";

pub(super) fn pulley(sheet: &mut Sheet, name: Option<&str>, slots: &Wheel<'_>) -> Outcome {
    let before = match name {
        None => None,
        Some(name) => match sheet.pulleys.get(name) {
            Some(pulley) => Some(pulley.clone()),
            None => {
                return wrong("name", format!("There is no pulley \"{name}\"."), "Choose one that is there.");
            }
        },
    };
    if let Some(text) = filled(slots.radius) {
        units::adopt(sheet, text);
    }
    let at = match (filled(slots.place), &before) {
        (Some(text), _) => rigid::anywhere(sheet, text, "place")?,
        (None, Some(before)) => before.at.clone(),
        (None, None) => {
            return wrong("place", "Where is its axle?", "Name a point, or type a place: B, 2;1.");
        }
    };
    let radius = match (filled(slots.radius), &before) {
        (Some(text), _) => {
            let unit = helvek_statics::model::units_of(sheet).of(Dimension::LENGTH);
            positive(text, &unit, "radius")?;
            kept(text, Dimension::LENGTH, "radius")?
        }
        (None, Some(before)) => before.radius.clone(),
        (None, None) => return wrong("radius", "How large is it?", "Type its radius: 0.15, or 150 mm."),
    };
    let here = meeting::bodies_at(sheet, &at);
    let on = match filled(slots.on) {
        Some(GROUND) => None,
        Some(body) if sheet.bodies.contains_key(body) => {
            rigid::carry(sheet, body, &at);
            Some(body.to_owned())
        }
        Some(body) => {
            let near = nearest(body, sheet.bodies.keys().map(String::as_str)).unwrap_or(GROUND);
            return wrong("on", format!("There is no body \"{body}\"."), format!("Perhaps {near} is meant."));
        }
        None => match (&before, &here[..]) {
            (Some(before), _) if before.at == at => before.on.clone(),
            (_, []) => None,
            (_, [only]) => Some(only.clone()),
            (_, several) => {
                let cure = format!("Name the one that carries it: {}, or ground.", several.join(", "));
                return wrong("on", format!("{} bodies pass {at}.", several.len()), cure);
            }
        },
    };
    let new = match (filled(slots.rename), name) {
        (Some(new), _) if Some(new) != name && sheet.pulleys.contains_key(new) => {
            return wrong("rename", format!("There is already a pulley \"{new}\"."), "Choose another name.");
        }
        (Some(new), _) => new.to_owned(),
        (None, Some(old)) => old.to_owned(),
        (None, None) => free(sheet.pulleys.keys(), "wheel"),
    };
    let wheel = Pulley { at, radius, on };
    match name {
        None => {
            sheet.pulleys.insert(new, wheel);
        }
        Some(old) => {
            let all = std::mem::take(&mut sheet.pulleys);
            let renamed = |n: String, p: Pulley| if n == old { (new.clone(), wheel.clone()) } else { (n, p) };
            sheet.pulleys = all.into_iter().map(|(n, p)| renamed(n, p)).collect();
            parts::renamed(sheet, &[Kind::Wheel], old, &new);
            for stop in sheet.ropes.values_mut().flat_map(|rope| &mut rope.path) {
                if let RopeStop::Over { over, .. } = stop
                    && over == old
                {
                    new.clone_into(over);
                }
            }
        }
    }
    Ok(())
}

fn free<'a>(taken: impl Iterator<Item = &'a String> + Clone, base: &str) -> String {
    let numbered = (2..).map(|n| format!("{base} {n}"));
    let mut names = std::iter::once(base.to_owned()).chain(numbered);
    names.find(|name| !taken.clone().any(|t| t == name)).unwrap_or_default()
}

/// A rope along what was named, first to last.
pub(super) fn rope(
    sheet: &mut Sheet,
    name: Option<&str>,
    path: Option<&str>,
    rename: Option<&str>,
) -> Outcome {
    if let Some(name) = name
        && !sheet.ropes.contains_key(name)
    {
        return wrong("name", format!("There is no rope \"{name}\"."), "Choose one that is there.");
    }
    let written = match (filled(path), name.and_then(|name| sheet.ropes.get(name))) {
        (Some(text), _) => Rope { path: stops(sheet, text)? },
        (None, Some(rope)) => rope.clone(),
        (None, None) => {
            let cure = "Name what it runs over, with commas: A, P, 40 kg.";
            return wrong("path", "Where does it run?", cure);
        }
    };
    let new = match (filled(rename), name) {
        (Some(new), _) if Some(new) != name && sheet.ropes.contains_key(new) => {
            return wrong("rename", format!("There is already a rope \"{new}\"."), "Choose another name.");
        }
        (Some(new), _) => new.to_owned(),
        (None, Some(old)) => old.to_owned(),
        (None, None) => free(sheet.ropes.keys(), "rope"),
    };
    for find in &mut sheet.find {
        if let Find::Rope { rope } = find
            && Some(rope.as_str()) == name
        {
            new.clone_into(rope);
        }
    }
    if let Some(old) = name {
        efforts::renamed(sheet, old, &new);
        parts::renamed(sheet, &[Kind::End, Kind::Rope], old, &new);
    }
    match name {
        None => {
            sheet.ropes.insert(new, written);
        }
        Some(old) => {
            let all = std::mem::take(&mut sheet.ropes);
            let each = |n: String, r: Rope| if n == old { (new.clone(), written.clone()) } else { (n, r) };
            sheet.ropes = all.into_iter().map(|(n, r)| each(n, r)).collect();
        }
    }
    Ok(())
}

/// A stop as it was typed: of a wheel without a sense, the sense comes when both of its neighbours are known.
enum Typed {
    Stop(RopeStop),
    Wheel(String),
}

fn stops(sheet: &mut Sheet, text: &str) -> Outcome<Vec<RopeStop>> {
    let typed: Vec<Typed> =
        list::commas(text).into_iter().map(|token| stop(sheet, token)).collect::<Outcome<_>>()?;
    let last = typed.len() - 1;
    for (i, stop) in typed.iter().enumerate() {
        let wheel = matches!(stop, Typed::Wheel(_) | Typed::Stop(RopeStop::Over { .. }));
        if wheel != (i > 0 && i < last) || last == 0 {
            let cure =
                "Begin and end with a point, a mass or a pull, and name the pulleys between: A, P, 40 kg.";
            return wrong("path", "A rope has two ends, and pulleys between them.", cure);
        }
    }
    let figure = Figure::of(sheet)?;
    let at: Vec<Option<Point>> = typed.iter().map(|stop| place_of(sheet, &figure, stop)).collect();
    let mut path = Vec::new();
    for (i, stop) in typed.iter().enumerate() {
        path.push(match stop {
            Typed::Stop(stop) => stop.clone(),
            Typed::Wheel(over) => {
                let here = at[i].unwrap_or_default();
                let arrives = way(sheet, &figure, &typed[i - 1], at[i - 1], here).map(|v| -v);
                let leaves = way(sheet, &figure, &typed[i + 1], at[i + 1], here);
                let turn = match (arrives, leaves) {
                    // It bends to the left: counter-clockwise round the wheel.
                    (Some(u), Some(v)) if u.cross(v).z > 0.0 => Turn::Ccw,
                    _ => Turn::Cw,
                };
                RopeStop::Over { over: over.clone(), turn }
            }
        });
    }
    Ok(path)
}

/// From a wheel towards its neighbour on the rope.
fn way(sheet: &Sheet, figure: &Figure, stop: &Typed, at: Option<Point>, from: Point) -> Option<Vector> {
    match (stop, at) {
        (_, Some(at)) => Some(at - from),
        (Typed::Stop(RopeStop::Mass { .. }), None) => Some(-Vector::Y),
        (Typed::Stop(RopeStop::Pull { direction, .. }), None) => plain(sheet, figure, direction, from),
        _ => None,
    }
}

/// A direction where only its side counts: words and angles.
fn plain(sheet: &Sheet, figure: &Figure, direction: &Direction, from: Point) -> Option<Vector> {
    let angle = helvek_statics::model::units_of(sheet).of(Dimension::ANGLE);
    match direction {
        Direction::Text(word) => Some(figure.word(word, "")),
        Direction::Angle(value) => Some(Vector::at_angle(angle.to_si(*value))),
        Direction::Vector(v) => Some(Vector::plane(*v.first()?, *v.get(1)?)),
        Direction::Toward { toward } => Some(*figure.at.get(toward)? - from),
        Direction::Between { between: [a, b] } => Some(*figure.at.get(b)? - *figure.at.get(a)?),
        Direction::AwayFrom { away_from } => Some(from - *figure.at.get(away_from)?),
        Direction::Angles { .. } | Direction::Round { .. } => None,
        Direction::From { angle: value, from, turn } => {
            let Quantity::Number(value) = value else { return None };
            let by = angle.to_si(*value) * if *turn == Turn::Cw { -1.0 } else { 1.0 };
            Some(Vector::at_angle(figure.word(from, "").angle() + by))
        }
    }
}

fn place_of(sheet: &Sheet, figure: &Figure, stop: &Typed) -> Option<Point> {
    let name = match stop {
        Typed::Wheel(over) | Typed::Stop(RopeStop::Over { over, .. }) => &sheet.pulleys.get(over)?.at,
        Typed::Stop(RopeStop::Body { at, .. } | RopeStop::Ground { at }) => at,
        Typed::Stop(RopeStop::Mass { .. } | RopeStop::Pull { .. }) => return None,
    };
    figure.at.get(name).copied()
}

fn stop(sheet: &Sheet, token: &str) -> Outcome<Typed> {
    let pulleys: Vec<&str> = sheet.pulleys.keys().map(String::as_str).collect();
    let points: Vec<&str> = sheet.points.keys().map(String::as_str).collect();
    match grammar::stop(token, &pulleys, &points) {
        Some(Stop::Wheel(name, None)) => Ok(Typed::Wheel(name.to_owned())),
        Some(Stop::Wheel(name, Some(turn))) => {
            let turn = words::turn(turn, "path")?;
            Ok(Typed::Stop(RopeStop::Over { over: name.to_owned(), turn }))
        }
        Some(Stop::End(at, on)) => fixed(sheet, at, on).map(Typed::Stop),
        Some(Stop::Pull(size, None)) if is_mass(size) => {
            Ok(Typed::Stop(RopeStop::Mass { mass: kept(size, Dimension::MASS, "path")? }))
        }
        Some(Stop::Pull(size, direction)) => {
            let pull = super::typed::size(size, Dimension::FORCE, "path")?;
            let direction = words::direction(sheet, direction.unwrap_or("down"), "path")?;
            Ok(Typed::Stop(RopeStop::Pull { pull, direction }))
        }
        None => {
            let cure = match nearest(token, pulleys.into_iter().chain(points)) {
                Some(near) => format!("Perhaps {near} is meant."),
                None => "Name a point, a pulley, a mass (40 kg) or a pull (200 N @ down).".to_owned(),
            };
            wrong("path", format!("\"{token}\" is no point and no pulley."), cure)
        }
    }
}

fn is_mass(size: &str) -> bool {
    parse_quantity(size).is_ok_and(|q| q.unit.is_some_and(|unit| unit.dimension == Dimension::MASS))
}

/// An end that is fastened at a point.
fn fixed(sheet: &Sheet, at: &str, on: Option<&str>) -> Outcome<RopeStop> {
    let at = at.to_owned();
    let here = meeting::bodies_at(sheet, &at);
    Ok(match (on, &here[..]) {
        (Some(GROUND), _) => RopeStop::Ground { at },
        (Some(PIN), _) => RopeStop::Body { body: PIN.into(), at },
        (Some(body), here) if here.iter().any(|b| b == body) => RopeStop::Body { body: body.into(), at },
        (Some(body), _) => {
            return Err(vec![Problem::new(
                ProblemKind::Name,
                "path",
                format!("\"{body}\" does not pass {at}."),
                "Name a body that does, or pin, or ground.",
            )]);
        }
        (None, []) => RopeStop::Ground { at },
        (None, [only]) => RopeStop::Body { body: only.clone(), at },
        (None, several) => {
            let cure = format!("Say on which: {at} {}, or {at} pin.", several.join(&format!(", {at} ")));
            return wrong("path", format!("{} bodies meet at {at}.", several.len()), cure);
        }
    })
}
