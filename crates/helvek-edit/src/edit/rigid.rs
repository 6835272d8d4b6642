//! Rigid bodies drawn through points, parted at an internal hinge, and put onto each other.

use super::figure::Figure;
use super::place::{free_name, spot_of};
use super::typed::filled;
use super::{chain, meeting, parts, place, space, stiff, supports, units, words, wrong};
use helvek_sheet::id::Kind;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Body, Find, JointKind, Load, RopeStop, Sheet};
use std::collections::HashSet;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// Draws a body through points, or gives an existing one another name. Where it passes a point of another body, the two are joined.
pub(super) fn draw(
    sheet: &mut Sheet,
    through: Option<&str>,
    joined: Option<&str>,
    rename: Option<&str>,
) -> Outcome {
    let Some(text) = filled(through) else {
        let example = space::example(sheet, "0;0 2;0 2@60", "0;0;0 2;0;1");
        return wrong(
            "through",
            "Nothing to run through.",
            format!("Type points: A B C, or places: {example}."),
        );
    };
    let kind = match filled(joined) {
        Some(text) => words::choice::<JointKind>(text, "joined")?,
        None => space::usual_joint(sheet),
    };
    let kind = if kind == JointKind::Pin { space::usual_joint(sheet) } else { kind };
    if !matches!(kind, JointKind::Pin | JointKind::Ball | JointKind::Weld) {
        let cure = "Pin it, and make another joint of the pin afterwards.";
        return wrong("joined", "A new body is pinned or welded.", cure);
    }
    let runs = chain::runs(sheet, text)?;
    let mut runs: Vec<Vec<String>> = runs.into_iter().filter(|run| run.len() > 1).collect();
    through_own_points(sheet, &mut runs)?;
    if runs.is_empty() {
        let cure = format!("Name two or more: A B, or {}.", space::example(sheet, "0;0 2;0", "0;0;0 2;0;1"));
        return wrong("through", "A body runs through two points at least.", cure);
    }
    let name = match filled(rename) {
        Some(name) => new_name(sheet, name)?,
        None => usual_name(sheet, &runs),
    };
    let mut points: Vec<String> = Vec::new();
    for point in runs.iter().flatten() {
        if !points.contains(point) {
            points.push(point.clone());
        }
    }
    sheet.bodies.insert(name.clone(), Body { runs, ..Body::default() });
    for at in &points {
        meeting::meet(sheet, at, &name, kind);
    }
    Ok(())
}

/// A run that passes a point of another run of the same body runs through it.
fn through_own_points(sheet: &Sheet, runs: &mut [Vec<String>]) -> Outcome {
    let figure = Figure::of(sheet)?;
    let points: Vec<String> = runs.iter().flatten().cloned().collect();
    for point in points {
        let at = figure.at[&point];
        for run in runs.iter_mut().filter(|run| !run.contains(&point)) {
            let inside = |pair: &[String]| {
                let (a, b) = (figure.at[&pair[0]], figure.at[&pair[1]]);
                let (along, from) = (b - a, at - a);
                let off = along.cross(from).length();
                let station = from.dot(along) / along.dot(along);
                off <= figure.slack() * along.length() && station > 0.0 && station < 1.0
            };
            if let Some(index) = run.windows(2).position(inside) {
                run.insert(index + 1, point.clone());
            }
        }
    }
    Ok(())
}

/// A name for a body that no other has.
fn new_name(sheet: &Sheet, name: &str) -> Outcome<String> {
    if sheet.bodies.contains_key(name) {
        return wrong("rename", format!("There is already a body \"{name}\"."), "Choose another name.");
    }
    Ok(name.to_owned())
}

/// After its points, as members are named on paper: `ABC`; else `body`.
fn usual_name(sheet: &Sheet, runs: &[Vec<String>]) -> String {
    let short = runs[0].iter().all(|p| p.chars().count() <= 2) && runs[0].len() <= 4;
    let base = if short { runs[0].concat() } else { "body".to_owned() };
    let numbered = (2..).map(|n| format!("{base} {n}"));
    let mut names = std::iter::once(base.clone()).chain(numbered);
    names.find(|name| !sheet.bodies.contains_key(name)).unwrap_or(base)
}

/// Gives a body another name, wherever it is mentioned.
pub(super) fn rename(sheet: &mut Sheet, old: &str, new: &str) -> Outcome {
    if old == new {
        return Ok(());
    }
    let new = new_name(sheet, new)?;
    if !sheet.bodies.contains_key(old) {
        return wrong("name", format!("There is no body \"{old}\"."), "Choose one that is there.");
    }
    mentions(sheet, &mut |name, _| {
        if name == old {
            new.clone_into(name);
        }
    });
    parts::renamed(sheet, &[Kind::Body], old, &new);
    let bodies = std::mem::take(&mut sheet.bodies);
    sheet.bodies = bodies.into_iter().map(|(n, b)| (if n == old { new.clone() } else { n }, b)).collect();
    Ok(())
}

/// Calls `visit` with every mention of a body, and the points it is meant at.
pub(super) fn mentions(sheet: &mut Sheet, visit: &mut dyn FnMut(&mut String, &[String])) {
    for support in &mut sheet.supports {
        let at = [support.at.clone()];
        support.on.iter_mut().for_each(|on| visit(on, &at));
    }
    for train in &mut sheet.moving {
        let at = [train.from.clone(), train.to.clone()];
        train.on.iter_mut().for_each(|on| visit(on, &at));
    }
    for load in &mut sheet.loads {
        let at: Vec<String> = load.places().into_iter().cloned().collect();
        let on = match load {
            Load::Force(l) => &mut l.on,
            Load::Weight(l) => &mut l.on,
            Load::Distributed(l) => &mut l.on,
            Load::Couple(l) => &mut l.on,
            Load::Own(_) => continue,
        };
        on.iter_mut().for_each(|on| visit(on, &at));
    }
    for joint in &mut sheet.joints {
        let at = [joint.at.clone()];
        joint.of.iter_mut().for_each(|of| visit(of, &at));
    }
    for bar in &mut sheet.bars {
        if let helvek_sheet::sheet::Bar::Full(bar) = bar {
            match &mut bar.on {
                Some(helvek_sheet::sheet::On::Either(on)) => visit(on, &bar.ends),
                Some(helvek_sheet::sheet::On::Each(each)) => {
                    for (on, at) in each.iter_mut().zip(&bar.ends) {
                        visit(on, std::slice::from_ref(at));
                    }
                }
                None => {}
            }
        }
    }
    for find in &mut sheet.find {
        if let Find::Internal { on, at, from, .. } = find {
            let at: Vec<String> = at.iter().chain(from.iter()).cloned().collect();
            visit(on, &at);
        }
    }
    for pulley in sheet.pulleys.values_mut() {
        let at = [pulley.at.clone()];
        pulley.on.iter_mut().for_each(|on| visit(on, &at));
    }
    for stop in sheet.ropes.values_mut().flat_map(|rope| &mut rope.path) {
        if let RopeStop::Body { body, at } = stop {
            let at = [at.clone()];
            visit(body, &at);
        }
    }
}

/// Parts a body at a point inside one of its runs; what lies behind it is a body of its own from now on. The names of both. A body that no one has
/// named is called after its points.
pub(super) fn part(sheet: &mut Sheet, body: &str, at: &str) -> Outcome<[String; 2]> {
    let Some(old) = sheet.bodies.get(body).cloned() else {
        return wrong("place", format!("There is no body \"{body}\"."), "Choose one that is there.");
    };
    let inside = |run: &Vec<String>| run.iter().position(|p| p == at).filter(|i| *i > 0 && i + 1 < run.len());
    let Some((row, index)) = old.runs.iter().enumerate().find_map(|(row, run)| Some((row, inside(run)?)))
    else {
        let cure = "Choose a place between its ends, or a point where two bodies meet.";
        return wrong("place", format!("{at} is at an end of \"{body}\"."), cure);
    };
    let (first, second) = (old.runs[row][..=index].to_vec(), old.runs[row][index..].to_vec());
    // The other runs go with the side that they hang on.
    let mut behind = vec![second.clone()];
    let mut front = vec![first.clone()];
    let mut rest: Vec<Vec<String>> =
        old.runs.iter().enumerate().filter(|(i, _)| *i != row).map(|(_, run)| run.clone()).collect();
    while let Some(i) = rest.iter().position(|run| {
        let touches =
            |side: &[Vec<String>]| run.iter().any(|p| p != at && side.iter().flatten().any(|q| p == q));
        touches(&behind) || touches(&front)
    }) {
        let run = rest.remove(i);
        let to_behind = run.iter().any(|p| p != at && behind.iter().flatten().any(|q| p == q));
        if to_behind { behind.push(run) } else { front.push(run) }
    }
    front.extend(rest);
    let kept: HashSet<String> = front.iter().flatten().cloned().collect();
    let moved: HashSet<String> = behind.iter().flatten().filter(|p| p.as_str() != at).cloned().collect();
    if !moved.is_disjoint(&kept) {
        let message = format!("\"{body}\" closes a ring: it does not come apart at {at} alone.");
        return wrong("place", message, "Draw its two parts as bodies of their own.");
    }
    let figure = Figure::of(sheet)?;
    // What rides along stays with the nearer side.
    let near = |side: &HashSet<String>, p: &str| {
        side.iter().map(|q| figure.at[q.as_str()].distance(figure.at[p])).fold(f64::INFINITY, f64::min)
    };
    let (riding_behind, riding): (Vec<String>, Vec<String>) =
        old.points.iter().cloned().partition(|p| near(&moved, p) < near(&kept, p));
    let telling = |runs: &[Vec<String>]| telling_name(sheet, &figure, &runs[0], at);
    let unnamed = body == "beam" || old.runs.first().is_some_and(|run| is_of(body, run));
    let (name, front_name) = (telling(&behind), telling(&front));
    let moved: HashSet<String> = moved.into_iter().chain(riding_behind.iter().cloned()).collect();
    // A load that lies over the hinge is one all the same: of no one body.
    for load in &mut sheet.loads {
        if let Load::Distributed(load) = load
            && moved.contains(&load.from) != moved.contains(&load.to)
            && load.from != at
            && load.to != at
        {
            load.on = None;
        }
    }
    let [before, after] = [&front, &behind].map(|runs| stiff::of_part(&old, |p| figure.at[p], runs));
    let [ei, ea] = before;
    sheet.bodies.insert(body.to_owned(), Body { runs: front, points: riding, ei, ea, ..old.clone() });
    let [ei, ea] = after;
    sheet.bodies.insert(name.clone(), Body { runs: behind, points: riding_behind, ei, ea, ..old.clone() });
    mentions(sheet, &mut |on, places| {
        if on == body && places.iter().any(|p| moved.contains(p)) {
            name.clone_into(on);
        }
    });
    if !unnamed {
        return Ok([body.to_owned(), name]);
    }
    if front_name != body {
        rename(sheet, body, &front_name)?;
    }
    Ok([front_name, name])
}

/// True when a name is made of the names of points of a run, in their order, its ends among them.
pub(super) fn is_of(name: &str, run: &[String]) -> bool {
    let (Some(first), Some(last)) = (run.first(), run.last()) else { return false };
    let Some(inner) = name.strip_prefix(first.as_str()).and_then(|rest| rest.strip_suffix(last.as_str()))
    else {
        return false;
    };
    let mut rest = inner;
    for point in &run[1..run.len() - 1] {
        rest = rest.strip_prefix(point.as_str()).unwrap_or(rest);
    }
    rest.is_empty()
}

/// As a person names a part that is left of a hinge or right of it: after its ends, its corners and where something holds it: `BCD`.
pub(super) fn telling_name(sheet: &Sheet, figure: &Figure, run: &[String], hinge: &str) -> String {
    let held = |p: &String| {
        p == hinge || sheet.supports.iter().any(|s| s.at == *p) || sheet.joints.iter().any(|j| j.at == *p)
    };
    let bends = |i: usize| {
        let [a, b, c] = [i - 1, i, i + 1].map(|k| figure.at[run[k].as_str()]);
        let (u, v) = (b - a, c - b);
        u.cross(v).length() > helvek_numbers::tolerance::GEOMETRY * u.length() * v.length()
    };
    let last = run.len() - 1;
    let telling = |i: usize| i == 0 || i == last || held(&run[i]) || bends(i);
    let named: Vec<String> = (0..=last).filter(|i| telling(*i)).map(|i| run[i].clone()).collect();
    usual_name(sheet, &[named])
}

/// A point that was moved onto another one becomes that one, and the bodies that meet there are pinned.
pub(super) fn merge(sheet: &mut Sheet, name: &str) -> Outcome {
    let figure = Figure::of(sheet)?;
    let Some(at) = figure.at.get(name).copied() else { return Ok(()) };
    let near = |(other, p): &(&String, &helvek_numbers::geometry::Point)| {
        *other != name && p.distance(at) <= figure.slack()
    };
    let Some(other) = figure.at.iter().find(near).map(|(other, _)| other.clone()) else { return Ok(()) };
    let (mine, others) = (meeting::bodies_at(sheet, name), meeting::bodies_at(sheet, &other));
    if mine.iter().any(|body| others.contains(body)) {
        return wrong("x", format!("{name} would lie on {other} of the same body."), "Choose another place.");
    }
    let held = |at: &str| sheet.supports.iter().any(|s| s.at == at && supports::holds_alone(s));
    if held(name) && held(&other) {
        let message = format!("{name} would lie on {other}, and each of them has a support.");
        return wrong("x", message, "Choose another place, or remove one of the two supports first.");
    }
    super::points::become_one(sheet, name, &other);
    if !others.is_empty() {
        for body in mine {
            meeting::meet(sheet, &other, &body, JointKind::Pin);
        }
    }
    Ok(())
}

/// Takes a point along with a body, when it is not on it yet: where two bodies touch beside the members.
pub(super) fn carry(sheet: &mut Sheet, body: &str, at: &str) {
    if let Some(body) = sheet.bodies.get_mut(body)
        && !body.runs.iter().flatten().chain(&body.points).any(|p| p == at)
    {
        body.points.push(at.to_owned());
    }
}

/// A point at a typed place, on a member, on the end of a bar, or in the open: the axle of a wheel on a wall.
pub(super) fn anywhere(sheet: &mut Sheet, text: &str, slot: &str) -> Outcome<String> {
    units::adopt(sheet, text);
    let spot = place::spot(sheet, text, slot)?;
    let figure = Figure::of(sheet)?;
    if let Some(name) = figure.point_near(spot.at) {
        return Ok(name.to_owned());
    }
    if spot.body.is_some() || figure.passes(spot.at, None).is_some() {
        return place::point_at(sheet, &spot, text, slot);
    }
    let name = free_name(sheet);
    sheet.points.insert(name.clone(), place::coordinates(spot_of(spot.at).at, None));
    Ok(name)
}
