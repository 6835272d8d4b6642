//! Space against other ways: rotated sheets, plane sheets put into space, dense elimination from the numbers alone.

use crate::common::solved;
use helvek_answers as answers;
use helvek_answers::{Answers, Moment, StatusWord};
use helvek_numbers::geometry::Vector;
use helvek_sheet::sheet::{
    self, Direction, Document, JointKind, Load, Quantity, Sheet, SpaceKind, SupportKind, Syntax, Vertical,
};
use helvek_statics::internal_forces::{Inner, Side, Six};
use helvek_statics::model;
use helvek_statics::solution;
use proptest::prelude::*;
use std::fmt::Write;

fn v(x: f64, y: f64, z: f64) -> Vector {
    Vector { x, y, z }
}

fn list(v: Vector) -> String {
    format!("[{}, {}, {}]", v.x, v.y, v.z)
}

fn vector() -> impl Strategy<Value = Vector> {
    (-1.0..1.0f64, -1.0..1.0f64, -1.0..1.0f64).prop_map(|(x, y, z)| v(x, y, z))
}

/// Gauss with row pivots: written here, sharing nothing with the core.
fn eliminate(mut a: Vec<Vec<f64>>, mut b: Vec<f64>) -> Option<Vec<f64>> {
    let n = b.len();
    for k in 0..n {
        let pivot = (k..n).max_by(|i, j| a[*i][k].abs().total_cmp(&a[*j][k].abs()))?;
        if a[pivot][k].abs() < 1e-3 {
            return None;
        }
        a.swap(k, pivot);
        b.swap(k, pivot);
        for i in k + 1..n {
            let f = a[i][k] / a[k][k];
            let above = a[k].clone();
            a[i].iter_mut().zip(above).skip(k).for_each(|(value, over)| *value -= f * over);
            b[i] -= f * b[k];
        }
    }
    let mut x = vec![0.0; n];
    for k in (0..n).rev() {
        let rest: f64 = (k + 1..n).map(|j| a[k][j] * x[j]).sum();
        x[k] = (b[k] - rest) / a[k][k];
    }
    Some(x)
}

/// A rotation by a unit quaternion.
#[derive(Debug, Clone, Copy)]
struct Turn([f64; 4]);

impl Turn {
    fn of(&self, p: Vector) -> Vector {
        let [w, x, y, z] = self.0;
        let u = v(x, y, z);
        let t = u.cross(p) * 2.0;
        p + t * w + u.cross(t)
    }
}

fn turn() -> impl Strategy<Value = Turn> {
    (-1.0..1.0f64, vector()).prop_filter_map("too short", |(w, u)| {
        let norm = (w * w + u.dot(u)).sqrt();
        (norm > 0.3).then(|| Turn([w / norm, u.x / norm, u.y / norm, u.z / norm]))
    })
}

/// A body with a ball, a journal, a link and loads, everything written by vectors.
fn body(turn: impl Fn(Vector) -> Vector, points: &[Vector], force: Vector, couple: Vector) -> String {
    let at: Vec<String> = points.iter().map(|p| list(turn(*p))).collect();
    format!(
        r#"
space = "space"
supports = [
  {{ at = "A", kind = "ball" }},
  {{ at = "B", kind = "journal", axis = {axis} }},
  {{ at = "C", kind = "link", toward = {link} }},
]
loads = [
  {{ kind = "force", at = "D", components = {force} }},
  {{ kind = "couple", on = "body", components = {couple} }},
  {{ kind = "distributed", from = "A", to = "D", start = 0.3, end = 0.8, direction = {spread} }},
]
points = {{ A = {}, B = {}, C = {}, D = {} }}
bodies = {{ body = {{ runs = [["A", "D"], ["A", "B"], ["A", "C"]] }} }}
"#,
        at[0],
        at[1],
        at[2],
        at[3],
        axis = list(turn(v(1.0, 0.2, -0.1))),
        link = list(turn(v(0.3, -0.4, 0.9))),
        force = list(turn(force)),
        couple = list(turn(couple)),
        spread = list(turn(v(0.1, 0.9, -0.4))),
    )
}

fn reactions(answers: &Answers) -> Vec<(Vector, Vector)> {
    let each = answers.reactions.iter().map(|r| {
        let Moment::Space(moment) = r.moment else { panic!("not in space") };
        let of =
            |parts: &[Option<f64>]| Vector::from_parts(&parts.iter().map(|p| p.unwrap()).collect::<Vec<_>>());
        (of(&r.force), of(&moment))
    });
    each.collect()
}

proptest! {
    #![proptest_config(ProptestConfig { rng_seed: proptest::test_runner::RngSeed::Fixed(10), cases: 60, ..ProptestConfig::default() })]

    #[test]
    fn turning_a_sheet_turns_its_answers(turn in turn(), force in vector(), couple in vector(), far in vector()) {
        let points = [v(0.0, 0.0, 0.0), v(2.0, 0.1, 0.3), v(0.4, 1.5, -0.2), far + v(1.0, 1.0, 2.5)];
        let straight = answers_of(&body(|p| p, &points, force, couple));
        let turned = answers_of(&body(|p| turn.of(p), &points, force, couple));
        prop_assert_eq!(straight.status, StatusWord::Determinate);
        prop_assert_eq!(turned.status, StatusWord::Determinate);
        let scale = 10.0;
        for ((f, m), (g, n)) in reactions(&straight).into_iter().zip(reactions(&turned)) {
            prop_assert!((turn.of(f) - g).length() < 1e-8 * scale, "{f:?} {g:?}");
            prop_assert!((turn.of(m) - n).length() < 1e-8 * scale, "{m:?} {n:?}");
        }
        prop_assert!(turned.checks.iter().all(|c| c.ok), "{:?}", turned.checks);
    }

    #[test]
    fn a_body_on_six_links_is_what_elimination_says(
        feet in proptest::collection::vec((vector(), vector()), 6), force in vector(), couple in vector(),
    ) {
        let mut text = String::from("space = \"space\"\nsupports = [\n");
        let mut matrix = vec![vec![0.0; 6]; 6];
        for (k, (at, toward)) in feet.iter().enumerate() {
            prop_assume!(toward.length() > 0.3);
            let unit = toward.unit().unwrap();
            writeln!(text, "{{ name = \"L{k}\", at = \"P{k}\", kind = \"link\", toward = {} }},", list(*toward)).unwrap();
            let moment = v(at.x, at.y, at.z).cross(unit);
            for (row, value) in unit.parts().into_iter().chain(moment.parts()).enumerate() {
                matrix[row][k] = value;
            }
        }
        let right: Vec<f64> = force.parts().into_iter().chain(couple.parts()).map(|v| -v).collect();
        let Some(expected) = eliminate(matrix, right) else { return Ok(()) };
        // What is nearly singular loses its figures either way.
        prop_assume!(expected.iter().all(|x| x.abs() < 100.0));
        text.push_str("]\n");
        writeln!(text, "loads = [{{ kind = \"force\", at = \"O\", components = {} }}, {{ kind = \"couple\", on = \"body\", components = {} }}]", list(force), list(couple)).unwrap();
        text.push_str("[points]\nO = [0, 0, 0]\n");
        for (k, (at, _)) in feet.iter().enumerate() {
            writeln!(text, "P{k} = {}", list(*at)).unwrap();
        }
        text.push_str("[bodies]\nbody = { points = [\"O\", \"P0\", \"P1\", \"P2\", \"P3\", \"P4\", \"P5\"] }\n");
        let found = solved(&text);
        let worst = expected.iter().map(|x| x.abs()).fold(1.0, f64::max);
        for (value, expected) in found.full_values().iter().zip(&expected) {
            prop_assert!((value.unwrap() / 1000.0 - expected).abs() < 1e-7 * worst, "{value:?} {expected}");
        }
        prop_assert!(found.disagreement().is_none_or(|d| d < 1e-6));
    }

    #[test]
    fn a_truss_grown_joint_by_joint_is_what_elimination_says(
        new in proptest::collection::vec((vector(), 0usize..1000, vector()), 1..7),
    ) {
        let mut points = vec![v(0.0, 0.0, 0.0), v(3.0, 0.2, 0.1), v(0.4, 2.8, -0.2)];
        let mut bars: Vec<(usize, usize)> = Vec::new();
        let mut loads: Vec<(usize, Vector)> = Vec::new();
        for (off, seed, load) in new {
            let n = points.len();
            let three = [seed % n, (seed / 7) % n, (seed / 49) % n];
            let height = 1.5 + 0.8 * n as f64;
            let at = v(1.2 + off.x, 1.0 + off.y, height + 0.3 * off.z);
            let distinct = three[0] != three[1] && three[1] != three[2] && three[0] != three[2];
            let legs = three.map(|k| (points[k] - at).unit().unwrap());
            // Flat corners carry far more than their loads and lose figures.
            if !distinct || legs[0].cross(legs[1]).dot(legs[2]).abs() < 0.05 {
                continue;
            }
            three.iter().for_each(|k| bars.push((*k, n)));
            loads.push((n, load));
            points.push(at);
        }
        prop_assume!(!loads.is_empty());
        let free = points.len() - 3;
        let mut matrix = vec![vec![0.0; bars.len()]; 3 * free];
        let mut right = vec![0.0; 3 * free];
        for (j, (a, b)) in bars.iter().enumerate() {
            let d = (points[*b] - points[*a]).unit().unwrap();
            for (joint, sense) in [(*a, 1.0), (*b, -1.0)] {
                if joint >= 3 {
                    for (i, part) in d.parts().into_iter().enumerate() {
                        matrix[3 * (joint - 3) + i][j] = sense * part;
                    }
                }
            }
        }
        for (joint, load) in &loads {
            for (i, part) in load.parts().into_iter().enumerate() {
                right[3 * (joint - 3) + i] = -part;
            }
        }
        let Some(expected) = eliminate(matrix, right) else { return Ok(()) };
        let mut text = String::from("space = \"space\"\nbars = [");
        bars.iter().for_each(|(a, b)| write!(text, "[\"J{a}\", \"J{b}\"], ").unwrap());
        text.push_str("]\nsupports = [{ at = \"J0\", kind = \"ball\" }, { at = \"J1\", kind = \"ball\" }, { at = \"J2\", kind = \"ball\" }]\nloads = [");
        loads.iter().for_each(|(k, load)| write!(text, "{{ kind = \"force\", at = \"J{k}\", components = {} }}, ", list(*load)).unwrap());
        text.push_str("]\n[points]\n");
        points.iter().enumerate().for_each(|(k, p)| writeln!(text, "J{k} = {}", list(*p)).unwrap());
        let unused: Vec<usize> = (0..3).filter(|k| !bars.iter().any(|(a, _)| a == k)).collect();
        prop_assume!(unused.is_empty());
        let found = solved(&text);
        let answers = answers::answers(&found);
        let worst = expected.iter().map(|x| x.abs()).fold(1.0, f64::max);
        for (bar, expected) in answers.bars.values().zip(&expected) {
            prop_assert!((bar.force.unwrap() - expected).abs() < 1e-7 * worst);
        }
        prop_assert!(found.working.unreached.is_empty());
        prop_assert!(found.disagreement().is_none_or(|d| d < 1e-6), "{:?}", found.disagreement());
    }
}

fn answers_of(text: &str) -> Answers {
    answers::answers(&solved(text))
}

/// A plane sheet put into space, every body held out of the plane at three places, every joint of bars at its own.
fn into_space(plane: &Sheet) -> Option<Sheet> {
    let mut sheet = plane.clone();
    (sheet.space, sheet.vertical) = (SpaceKind::Space, Some(Vertical::Y));
    sheet.conventions = Default::default();
    let flat = plane.pulleys.is_empty()
        && plane.ropes.is_empty()
        && plane.sections.is_empty()
        && plane.materials.is_empty()
        && plane.temperature.is_empty()
        && plane.moving.is_empty()
        && plane.pins.is_empty()
        && plane.limits.is_empty()
        && plane.bodies.values().all(|b| b.ei.is_none() && b.ea.is_none())
        && plane.joints.iter().all(|j| j.kind == JointKind::Pin)
        && plane
            .supports
            .iter()
            .all(|s| matches!(s.kind, SupportKind::Pin | SupportKind::Roller | SupportKind::Fixed));
    if !flat {
        return None;
    }
    sheet.find.clear();
    let zero = || Quantity::Number(0.0);
    sheet.points.values_mut().for_each(|at| at.push(zero()));
    let direction = |d: &Direction| -> Option<Direction> {
        let (x, y) = match d {
            Direction::Text(word) => match word.as_str() {
                "right" => (1.0, 0.0),
                "left" => (-1.0, 0.0),
                "up" | "down" | "along" => return Some(d.clone()),
                _ => return None,
            },
            Direction::Angle(a) => (a.to_radians().cos(), a.to_radians().sin()),
            Direction::Vector(v) => (v[0], v[1]),
            Direction::Toward { .. } | Direction::AwayFrom { .. } => return Some(d.clone()),
            _ => return None,
        };
        Some(Direction::Vector(vec![x, y, 0.0]))
    };
    for load in &mut sheet.loads {
        match load {
            Load::Force(force) => {
                if let Some(components) = &mut force.components {
                    components.push(zero());
                }
                if let Some(d) = force.direction.as_mut() {
                    *d = direction(d)?;
                }
            }
            Load::Couple(couple) => {
                let sense = couple.turn.sign();
                couple.turn = Default::default();
                couple.axis = Some(Direction::Vector(vec![0.0, 0.0, sense]));
            }
            Load::Distributed(spread) => {
                if let Some(d) = spread.direction.as_mut() {
                    *d = direction(d)?;
                }
            }
            _ => {}
        }
    }
    // A plane pin is two rollers in space.
    let mut supports = Vec::new();
    let names = model::support_names(plane);
    for (support, name) in plane.supports.iter().zip(names) {
        let mut support = support.clone();
        support.name = Some(name.clone());
        let roller = |name: String, v: [f64; 3]| {
            let mut roller = sheet::Support::new(Some(name), support.at.clone(), SupportKind::Roller);
            roller.on.clone_from(&support.on);
            roller.normal = Some(Direction::Vector(v.to_vec()));
            roller
        };
        match support.kind {
            SupportKind::Pin => {
                supports.push(roller(name.clone(), [1.0, 0.0, 0.0]));
                supports.push(roller(format!("{name}·y"), [0.0, 1.0, 0.0]));
            }
            _ => {
                if let Some(d) = support.normal.as_mut() {
                    *d = direction(d)?;
                }
                supports.push(support.clone());
            }
        }
    }
    for joint in &mut sheet.joints {
        joint.kind = JointKind::Ball;
    }
    let held = |name: String, at: &str, on: Option<&str>| {
        let mut roller = sheet::Support::new(Some(name), at.to_owned(), SupportKind::Roller);
        roller.on = on.map(str::to_owned);
        roller.normal = Some(Direction::Text("+z".into()));
        roller
    };
    let mut points = sheet.points.clone();
    for (name, body) in &mut sheet.bodies {
        for (k, (x, y)) in [(0.0, 0.0), (1.0, 0.0), (0.0, 1.0)].into_iter().enumerate() {
            let point = format!("{name}·{k}");
            points.insert(point.clone(), [x, y, 0.0].map(Quantity::Number).to_vec());
            body.points.push(point.clone());
            supports.push(held(format!("hold {name} {k}"), &point, Some(name)));
        }
    }
    let body_points: std::collections::HashSet<&String> =
        sheet.bodies.values().flat_map(|b| b.runs.iter().flatten().chain(&b.points)).collect();
    let mut ends: Vec<String> = sheet.bars.iter().flat_map(|bar| bar.ends().clone()).collect();
    ends.sort_unstable();
    ends.dedup();
    for end in ends.iter().filter(|end| !body_points.contains(end)) {
        supports.push(held(format!("hold {end}"), end, None));
    }
    (sheet.points, sheet.supports) = (points, supports);
    Some(sheet)
}

#[test]
fn plane_sheets_held_out_of_their_plane_give_the_plane_answers() {
    let folder = format!("{}/../../examples", env!("CARGO_MANIFEST_DIR"));
    let mut compared = 0;
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let text = std::fs::read_to_string(&path).unwrap();
        let document = sheet::read(&text, Syntax::Toml);
        if document.sheet.space == SpaceKind::Space {
            continue;
        }
        let Some(there) = into_space(&document.sheet) else { continue };
        let flat = solution::solve(model::build(&document).model);
        let built = model::build(&Document::from(there));
        assert_eq!(built.problems, [], "{path:?}");
        let deep = solution::solve(built.model);
        let (plane, space) = (answers::answers(&flat), answers::answers(&deep));
        if plane.status != StatusWord::Determinate {
            continue;
        }
        let size = plane
            .reactions
            .iter()
            .flat_map(|r| r.force.iter().flatten())
            .fold(1e-6, |a: f64, b| a.max(b.abs()));
        let near = |a: f64, b: f64| assert!((a - b).abs() < 1e-7 * size, "{path:?}: {a} {b}");
        for reaction in &plane.reactions {
            let mine = |r: &&helvek_answers::Reaction| {
                r.support == reaction.support || r.support == format!("{}·y", reaction.support)
            };
            for axis in 0..2 {
                let sum: f64 = space.reactions.iter().filter(mine).map(|r| r.force[axis].unwrap()).sum();
                near(sum, reaction.force[axis].unwrap());
            }
        }
        for (name, bar) in &plane.bars {
            near(space.bars[name].force.unwrap(), bar.force.unwrap());
        }
        // z′ is up, and so N, V and M are N, V_z and M_y of pieces that are not upright.
        for (a, b) in flat.inside().iter().zip(deep.inside_space()) {
            let (Ok(a), Ok(b)) = (&a.diagram, &b.diagram) else { continue };
            if a.along.x <= 0.1 {
                continue;
            }
            for station in [0.1, 0.37, 0.83].map(|t| t * a.length()) {
                let six = |six: Six| b.at(six, station, Side::Before) / 1000.0;
                let inner = |inner: Inner| a.at(inner, station, Side::Before) / 1000.0;
                let big = size.max(1.0) * 10.0;
                assert!((six(Six::N) - inner(Inner::N)).abs() < 1e-7 * big, "{path:?}");
                assert!((six(Six::Vz) - inner(Inner::V)).abs() < 1e-7 * big, "{path:?}");
                assert!((six(Six::My) - inner(Inner::M)).abs() < 1e-7 * big, "{path:?}");
                assert!(six(Six::T).abs() + six(Six::Mz).abs() + six(Six::Vy).abs() < 1e-7 * big, "{path:?}");
            }
        }
        compared += 1;
    }
    assert!(compared >= 8, "only {compared}");
}
