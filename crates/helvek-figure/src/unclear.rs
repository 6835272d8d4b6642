//! The things that could not be understood: they stay on the drawing, with their problem beside them.

use crate::{Mark, Scene, SolidUnclear};
use helvek_core::id::Kind;
use helvek_core::model::Model;
use helvek_core::problem::Problem;
use serde_json::Value;
use std::collections::HashSet;

/// Marks on the scene of a sheet what could not be understood: each path with a problem, at the point its thing names, when that much is clear. What several problems are
/// about has one mark: of the first. `written` is the sheet as it was sent.
pub fn mark_unclear(scene: &mut Scene, written: &Value, model: &Model, problems: &[Problem]) {
    let mut paths = HashSet::new();
    let first = problems.iter().filter(|problem| paths.insert(problem.path.as_str()));
    let marks = first.map(|problem| mark(written, model, problem));
    match &mut scene.solid {
        Some(solid) => solid.unclear = marks.collect(),
        None => scene.marks.extend(marks.map(|SolidUnclear { id, path, text, at, message, cure }| {
            let at = at.map(|[x, y, _]| [x, y]);
            Mark::Unclear { id, path, text, at, message, cure }
        })),
    }
}

fn mark(written: &Value, model: &Model, problem: &Problem) -> SolidUnclear {
    // The thing is what stands in the list: `loads[2]` of `loads[2].direction.angle`.
    let keys = keys(&problem.path);
    let thing = keys.get(..2).and_then(|keys| at(written, keys));
    let named = |name: &str| {
        let point = model.points.iter().find(|p| p.name == name)?;
        let length = &model.units.length;
        Some([point.at.x, point.at.y, point.at.z].map(|v| length.from_si(v)))
    };
    let ends = thing.filter(|_| keys.first() == Some(&"bars")).and_then(ends);
    let point = match ends {
        // A bar in its middle.
        Some([a, b]) => named(a).zip(named(b)).map(|(a, b)| std::array::from_fn(|i| (a[i] + b[i]) / 2.0)),
        None => thing.and_then(|thing| place(written, thing, &keys)).and_then(named),
    };
    let name = thing.and_then(|thing| thing.get("name")).and_then(Value::as_str);
    let name = name.map(str::to_owned).or_else(|| Some(ends?.join("-"))).or_else(|| called(&keys));
    let value = at(written, &keys).filter(|value| !value.is_object() && !value.is_array());
    let shown = value.map(|value| value.as_str().map_or_else(|| value.to_string(), str::to_owned));
    let text: Vec<_> = name.into_iter().chain(shown).collect();
    SolidUnclear {
        id: Kind::Unclear.id(&problem.path),
        path: problem.path.clone(),
        text: if text.is_empty() { problem.path.clone() } else { text.join(": ") },
        at: point,
        message: problem.message.clone(),
        cure: problem.cure.clone(),
    }
}

/// `loads[2].size` as `loads`, `2`, `size`.
fn keys(path: &str) -> Vec<&str> {
    path.split(['.', '[', ']']).filter(|key| !key.is_empty()).collect()
}

/// The name of a thing that has none of its own: `C` of `points.C`, `support 2` of `supports[1]`.
fn called(keys: &[&str]) -> Option<String> {
    match (keys.first()?, keys.get(1)?.parse::<usize>()) {
        (list, Ok(row)) => Some(format!("{} {}", list.trim_end_matches('s'), row + 1)),
        (_, Err(_)) => keys.get(1).map(|name| (*name).to_owned()),
    }
}

fn at<'a>(value: &'a Value, keys: &[&str]) -> Option<&'a Value> {
    keys.iter().try_fold(value, |value, key| match value {
        Value::Array(items) => items.get(key.parse::<usize>().ok()?),
        _ => value.get(key),
    })
}

/// The ends of a bar, however it is written.
fn ends(thing: &Value) -> Option<[&str; 2]> {
    let list = thing.get("ends").unwrap_or(thing);
    Some([list.get(0)?.as_str()?, list.get(1)?.as_str()?])
}

/// The name of the point at which a thing stands, whichever key says it; a point stands at itself, a body at its second point (its first is often
/// another's), a rope at the first of its wheels or ends that has a place.
fn place<'a>(written: &'a Value, thing: &'a Value, keys: &[&'a str]) -> Option<&'a str> {
    match keys[0] {
        "points" => keys.get(1).copied(),
        "bodies" => {
            let run = thing.get("runs")?.get(0)?;
            run.get(1).or_else(|| run.get(0))?.as_str()
        }
        "ropes" => thing.get("path")?.as_array()?.iter().find_map(|stop| {
            let wheel = stop.get("over").and_then(Value::as_str);
            let axle = wheel.and_then(|wheel| written.get("pulleys")?.get(wheel)?.get("at"));
            axle.or_else(|| stop.get("at"))?.as_str()
        }),
        _ => ["at", "from", "to"].iter().find_map(|key| thing.get(key))?.as_str(),
    }
}
