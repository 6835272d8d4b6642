//! A body cut through at a place: its two parts as bodies of their own, joined there, with everything that acts on each.

use super::figure::Figure;
use super::place::{coordinates, spot};
use super::{meeting, rigid, stiff, wrong};
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Apart, Body, Document, Joint, JointKind, Load, Quantity, Sheet, Side};
use std::collections::HashSet;

type Outcome<T> = Result<T, Vec<Problem>>;

/// A sheet with one of its bodies cut through.
pub struct Halves {
    /// The sheet.
    pub sheet: Sheet,
    /// The names of the part before the cut and of the part after it, along the run.
    pub names: [String; 2],
    /// The name of the joint between them, and of its point.
    pub joint: String,
}

/// A place on a straight stretch of a body.
#[derive(Debug, Clone, PartialEq)]
pub struct CutPlace {
    /// The body.
    pub body: String,
    /// The first and the last point of the stretch.
    pub stretch: [String; 2],
    /// From the first, in the sheet's unit of length.
    pub station: f64,
    /// Its coordinates.
    pub at: [f64; 2],
}

/// The place at which a text means to cut: any place of the board's grammar that lies on a run.
///
/// # Errors
///
/// When it is not understood, or lies beside every member.
pub fn cut_place(document: &Document, text: &str) -> Outcome<CutPlace> {
    let sheet = &document.sheet;
    let found = spot(sheet, text, "place")?;
    let figure = Figure::of(sheet)?;
    let lines = figure.lines.iter().filter(|line| found.body.as_ref().is_none_or(|body| *body == line.body));
    for line in lines {
        for i in 0..line.points.len() - 1 {
            let (a, b) = (line.points[i].1, line.points[i + 1].1);
            let along = (b - a).unit().unwrap_or(Vector::X);
            let (from, length) = (found.at - a, a.distance(b));
            let (station, off) = (from.dot(along), along.cross(from).length());
            if off > figure.slack() * 10.0 || station < -figure.slack() || station > length + figure.slack() {
                continue;
            }
            let (first, last) = line.stretch(i);
            let name = |k: usize| line.points[k].0.clone();
            let at = a + along * station.clamp(0.0, length);
            return Ok(CutPlace {
                body: line.body.clone(),
                stretch: [name(first), name(last)],
                station: line.points[first].1.distance(a) + station.clamp(0.0, length),
                at: [at.x, at.y],
            });
        }
    }
    wrong(
        "place",
        format!("\"{text}\" lies beside every member."),
        "Choose a place on one: C, or 2.5, or C + 0.5.",
    )
}

/// Cuts a body through.
///
/// # Errors
/// When one side would be nothing, or the body closes a ring there.
pub fn halves(document: &Document, place: &CutPlace, side: Side) -> Outcome<Halves> {
    let mut sheet = document.sheet.clone();
    let figure = Figure::of(&sheet)?;
    let slack = figure.slack() * 10.0;
    let Some(old) = sheet.bodies.get(&place.body).cloned() else {
        return wrong("place", format!("There is no body \"{}\".", place.body), "Choose one that is there.");
    };
    let joint = free(&sheet, "cut");
    let cut = Point::plane(place.at[0], place.at[1]);
    let is_cut = |run: &Vec<String>| place.stretch.iter().all(|p| run.contains(p));
    let Some(row) = old.runs.iter().position(is_cut) else {
        return wrong("place", "The cut lies on no run.", "Choose a place on a member.");
    };
    let run = &old.runs[row];
    let here = run.iter().position(|p| figure.at[p].distance(cut) <= slack);
    // What stands at the cut goes to the part beyond it when it is cut before, and to the other when it is cut behind.
    let (until, from) = match (here, side) {
        (Some(i), Side::Before) => (i, i),
        (Some(i), Side::After) => (i + 1, i + 1),
        (None, _) => {
            let between = |pair: &[String]| {
                let (a, b) = (figure.at[&pair[0]], figure.at[&pair[1]]);
                a.distance(cut) + cut.distance(b) <= a.distance(b) + slack
            };
            let i = run.windows(2).position(between).map_or(run.len(), |i| i + 1);
            (i, i)
        }
    };
    let (mut first, mut second) = (run[..until].to_vec(), run[from..].to_vec());
    let mut riding: [Vec<String>; 2] = [Vec::new(), Vec::new()];
    // The new point ends both runs; where it lies on one that stands there, it rides along.
    match (here, side) {
        (Some(_), Side::After) => riding[0].push(joint.clone()),
        _ => first.push(joint.clone()),
    }
    match (here, side) {
        (Some(_), Side::Before) => riding[1].push(joint.clone()),
        _ => second.insert(0, joint.clone()),
    }
    // What the run of each part ends with at the cut.
    let edges = [first.last(), second.first()].map(|p| p.cloned().unwrap_or_else(|| joint.clone()));
    let mut runs = [vec![first], vec![second]];
    assign_runs(&old, row, &mut runs, place)?;
    for part in &mut runs {
        part.retain(|run| run.len() > 1);
    }
    if runs.iter().any(Vec::is_empty) {
        return wrong("place", "On one side of this cut nothing is left.", "Cut a little further in.");
    }
    let mut at = figure.at.clone();
    at.insert(joint.clone(), cut);
    for point in &old.points {
        let off = |runs: &[Vec<String>]| {
            let pairs = runs.iter().flat_map(|run| run.windows(2));
            pairs.map(|pair| off_piece(at[point], at[&pair[0]], at[&pair[1]])).fold(f64::INFINITY, f64::min)
        };
        let (before, after) = (off(&runs[0]), off(&runs[1]));
        let beyond = if (before - after).abs() <= slack { side == Side::Before } else { after < before };
        riding[usize::from(beyond)].push(point.clone());
    }
    let names = [format!("{} up to the cut", place.body), format!("{} beyond the cut", place.body)];
    let behind: HashSet<String> =
        runs[1].iter().flatten().chain(&riding[1]).filter(|p| **p != joint).cloned().collect();
    split_loads(&mut sheet, &place.body, &at, &runs, &edges, &names)?;
    rigid::mentions(&mut sheet, &mut |on, places| {
        if *on == place.body {
            names[usize::from(places.iter().any(|p| behind.contains(p)))].clone_into(on);
        }
    });
    sheet.points.insert(joint.clone(), coordinates(cut, None));
    let stiffnesses = runs.each_ref().map(|runs| stiff::of_part(&old, |p| at[p], runs));
    let [before, after] = runs;
    let [rides, rides_on] = riding;
    let mut bodies = std::mem::take(&mut sheet.bodies);
    if let Some(index) = bodies.get_index_of(&place.body) {
        bodies.shift_remove(&place.body);
        let [ei, ea] = stiffnesses[1].clone();
        let behind = Body { runs: after, points: rides_on, ei, ea, ..old.clone() };
        bodies.shift_insert(index, names[1].clone(), behind);
        let [ei, ea] = stiffnesses[0].clone();
        bodies.shift_insert(index, names[0].clone(), Body { runs: before, points: rides, ei, ea, ..old });
    }
    sheet.bodies = bodies;
    let weld = meeting::plain(&joint, JointKind::Weld, names.to_vec());
    sheet.joints.push(Joint { name: Some(joint.clone()), ..weld });
    sheet.find.clear();
    // What is judged of the whole body says nothing of its halves.
    sheet.pins.clear();
    sheet.limits.clear();
    sheet.conventions.order.clear();
    sheet.conventions.apart = Apart::default();
    Ok(Halves { sheet, names, joint })
}

/// A name that neither a point nor a joint has.
fn free(sheet: &Sheet, base: &str) -> String {
    let joints = helvek_statics::model::joint_names(sheet);
    let taken = |name: &String| sheet.points.contains_key(name) || joints.contains(name);
    let mut names = std::iter::once(base.to_owned()).chain((2..).map(|n| format!("{base} {n}")));
    names.find(|name| !taken(name)).unwrap_or_default()
}

/// The other runs of the body go with the side that they hang on.
fn assign_runs(old: &Body, row: usize, runs: &mut [Vec<Vec<String>>; 2], place: &CutPlace) -> Outcome<()> {
    let mut rest: Vec<&Vec<String>> =
        old.runs.iter().enumerate().filter(|(i, _)| *i != row).map(|(_, run)| run).collect();
    loop {
        let touches = |run: &Vec<String>, part: &[Vec<String>]| {
            run.iter().any(|p| part.iter().flatten().any(|q| p == q))
        };
        let next = rest.iter().position(|run| runs.iter().any(|part| touches(run, part)));
        let Some(next) = next else { break };
        let run = rest.remove(next);
        let sides = [touches(run, &runs[0]), touches(run, &runs[1])];
        if sides == [true, true] {
            let message = format!("\"{}\" closes a ring: a single cut does not part it.", place.body);
            return wrong("place", message, "Inside a ring equilibrium does not fix N, V and M.");
        }
        runs[usize::from(sides[1])].push(run.clone());
    }
    if rest.is_empty() {
        return Ok(());
    }
    let message = format!("The runs of \"{}\" do not touch.", place.body);
    wrong("place", message, "Let them meet in a point: what joins them is not drawn.")
}

/// From a point to a straight piece.
fn off_piece(p: Point, a: Point, b: Point) -> f64 {
    let along = (b - a).unit().unwrap_or(Vector::X);
    let station = (p - a).dot(along).clamp(0.0, a.distance(b));
    (a + along * station).distance(p)
}

/// A distributed load over the cut becomes two, with the intensity it has there; one that ends at it stays whole.
fn split_loads(
    sheet: &mut Sheet,
    body: &str,
    at: &indexmap::IndexMap<String, Point>,
    runs: &[Vec<Vec<String>>; 2],
    edges: &[String; 2],
    names: &[String; 2],
) -> Outcome<()> {
    let on = |part: usize, p: &str| runs[part].iter().flatten().any(|q| q == p);
    let mut list = Vec::with_capacity(sheet.loads.len() + 1);
    for load in std::mem::take(&mut sheet.loads) {
        let Load::Distributed(load) = load else {
            list.push(load);
            continue;
        };
        let mine = load.on.as_deref().is_none_or(|on| on == body);
        let parts = [&load.from, &load.to].map(|p| if on(0, p) { Some(0) } else { on(1, p).then_some(1) });
        let (true, [Some(a), Some(b)]) = (mine, parts) else {
            list.push(Load::Distributed(load));
            continue;
        };
        if a == b {
            let mut load = load;
            load.on = Some(names[a].clone());
            list.push(Load::Distributed(load));
            continue;
        }
        let (from, to, here) = (at[&load.from], at[&load.to], at[&edges[a]]);
        let length = from.distance(to);
        let share = from.distance(here) / length;
        let middle = rigid::between(sheet, &load, share)?;
        let end = load.end.clone().unwrap_or_else(|| load.start.clone());
        let uniform = load.end.is_none();
        let mut half =
            |part: usize, from: &str, to: &str, start: &Quantity, end: &Quantity, number: usize| {
                let mut half = load.clone();
                half.from = from.to_owned();
                half.to = to.to_owned();
                half.start = start.clone();
                half.end = (!uniform).then(|| end.clone());
                half.on = Some(names[part].clone());
                half.name = load
                    .name
                    .as_ref()
                    .map(|name| if number == 0 { name.clone() } else { format!("{name}′") });
                // Nothing is left of it where it ends just at the cut.
                if at[from].distance(at[to]) > 1e-12 * length {
                    list.push(Load::Distributed(half));
                }
            };
        half(a, &load.from, &edges[a], &load.start, &middle, 0);
        half(b, &edges[b], &load.to, &middle, &end, 1);
    }
    sheet.loads = list;
    Ok(())
}
