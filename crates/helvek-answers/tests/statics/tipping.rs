//! What tips: the weights and holds that are proposed are put on, the motion passes through nothing, cures add nothing that is redundant; and rough contacts.

use crate::common::{answers, assert_near, solved};
use helvek_answers as answers;
use helvek_answers::Publisher;
use helvek_answers::StatusWord;
use helvek_random::assembly::Dice;
use helvek_sheet::sheet::SupportKind;
use helvek_statics::equilibrium::Equilibrium;
use helvek_statics::model::{Model, On};
use helvek_statics::overturning::Overturning;
use helvek_statics::plan::Equation;
use helvek_statics::solution::{self, Solved};
use helvek_statics::verdict::{self, OneWayState};
use std::fmt::Write;

/// One to three bodies pinned to each other in a row, on surfaces that push up or aslant, some with a roller that holds both ways.
fn resting(seed: u64) -> String {
    let mut dice = Dice(seed);
    let count = 1 + dice.below(3);
    let mut supports = String::new();
    let (mut loads, mut points, mut bodies) = (String::new(), String::new(), String::new());
    for b in 0..count {
        let left = 4.0 * b as f64;
        let mut run = Vec::new();
        let mut stations: Vec<f64> = (0..3).map(|_| left + dice.between(0.3, 3.7)).collect();
        stations.sort_by(f64::total_cmp);
        stations.dedup();
        for (i, x) in stations.iter().enumerate() {
            let name = format!("P{b}{i}");
            writeln!(points, "{name} = [{x:?}, {:?}]", dice.between(0.0, 0.6)).unwrap();
            run.push(name);
        }
        for (i, name) in run.iter().enumerate() {
            if i < 2 {
                let kind = if dice.below(6) == 0 { "roller" } else { "surface" };
                let normal = [90, 90, 90, 75, 110, 270][dice.below(6)];
                writeln!(supports, "{{ name = \"S{b}{i}\", at = \"{name}\", on = \"B{b}\", kind = \"{kind}\", normal = {normal} }},").unwrap();
            }
            if dice.below(2) == 0 {
                let x = if dice.below(3) == 0 { dice.between(-1.0, 1.0) } else { 0.0 };
                writeln!(
                    loads,
                    "{{ kind = \"force\", at = \"{name}\", on = \"B{b}\", components = [{x:?}, {:?}] }},",
                    dice.between(-6.0, 2.0)
                )
                .unwrap();
            }
        }
        run.insert(0, format!("J{b}"));
        run.push(format!("J{}", b + 1));
        let run: Vec<_> = run.iter().map(|p| format!("{p:?}")).collect();
        writeln!(bodies, "B{b} = {{ runs = [[{}]] }}", run.join(", ")).unwrap();
    }
    for j in 0..=count {
        writeln!(points, "J{j} = [{:?}, 0.2]", 4.0 * j as f64).unwrap();
    }
    let joints: Vec<String> = (1..count)
        .map(|j| format!("{{ at = \"J{j}\", kind = \"pin\", of = [\"B{}\", \"B{j}\"] }}", j - 1))
        .collect();
    if dice.below(2) == 0 {
        supports += "{ name = \"both\", at = \"J0\", on = \"B0\", kind = \"pin\" },\n";
    }
    format!(
        "joints = [{}]\nsupports = [\n{supports}]\nloads = [\n{loads}]\n[points]\n{points}[bodies]\n{bodies}",
        joints.join(", ")
    )
}

/// With a further force at a point.
fn with_force(
    model: &Model,
    at: helvek_statics::model::PointId,
    on: On,
    force: helvek_numbers::geometry::Vector,
) -> Solved {
    use helvek_statics::model::{Amount, Given, Load, LoadKind};
    let mut model = model.clone();
    let kind = LoadKind::Force {
        at,
        direction: force.unit().unwrap(),
        size: Amount::Known(force.length()),
        given: Given::Components,
    };
    model.loading.loads.push(Load { name: "tried".into(), part: 0, on, kind, case: None, times: 1.0 });
    solution::solve(model)
}

#[test]
fn weights_and_holds_do_what_they_say() {
    let (mut weights, mut holds_tried, mut tipped) = (0, 0, 0);
    for seed in 0..900 {
        let sheet = resting(seed);
        let there = solved(&sheet);
        let OneWayState::Tips(holds) = &there.verdict.one_way else { continue };
        tipped += 1;
        let answers = answers::answers(&there);
        let model = &there.model;
        let kn = |si: f64| si * 1000.0;
        if let Some(ballast) = answers.tips.as_ref().unwrap().ballast.as_ref() {
            let at = model.point_ids().find(|p| model.point_name(*p) == ballast.at).unwrap();
            let bodies: Vec<_> = model.body_ids().filter(|b| model.points_of(*b).contains(&at)).collect();
            let down = |by: f64| -model.up() * kn(ballast.weight * by);
            let holds = |by: f64| {
                bodies.iter().any(|b| with_force(model, at, On::Body(*b), down(by)).verdict.equilibrium)
            };
            assert!(holds(1.0001), "seed {seed}: {} at {} does not do\n{sheet}", ballast.weight, ballast.at);
            assert!(
                !holds(0.999),
                "seed {seed}: less than {} at {} does\n{sheet}",
                ballast.weight,
                ballast.at
            );
            weights += 1;
        }
        if !holds.is_empty() {
            let mut held = model.clone();
            for hold in holds {
                let helvek_statics::equilibrium::ColumnOf::Support(id) = there.full.column(hold.column).of
                else {
                    panic!()
                };
                let support = &model.supports[id.index()];
                let normal = support.holding.normal().unwrap();
                held =
                    with_force(&held, support.at, support.on, -normal * (hold.force * 1.0001)).model.clone();
            }
            assert!(solution::solve(held).verdict.equilibrium, "seed {seed}: {holds:?}\n{sheet}");
            holds_tried += 1;
        }
        // Whatever moves, moves past the surfaces, and the loads do work on it.
        let motion =
            there.verdict.motion.as_ref().unwrap_or_else(|| panic!("seed {seed}: {holds:?}\n{sheet}"));
        let moved = |on: On, at| {
            let On::Body(body) = on else { panic!() };
            let part = there
                .full
                .parts
                .iter()
                .position(|p| p.of == helvek_statics::equilibrium::PartOf::Body(body))
                .unwrap();
            motion.parts[part].displacement(model.at(at))
        };
        for support in &model.supports {
            let by = moved(support.on, support.at);
            match (support.holding.kind, support.holding.normal()) {
                (SupportKind::Surface, Some(normal)) => assert!(
                    by.dot(normal) >= -1e-7,
                    "seed {seed}: {} is passed by {}\n{sheet}",
                    support.name,
                    by.dot(normal)
                ),
                (SupportKind::Roller, Some(normal)) => assert!(by.dot(normal).abs() <= 1e-7),
                _ => assert!(by.length() <= 1e-7),
            }
        }
        let work: f64 = there
            .full
            .actions
            .iter()
            .map(|a| a.act.wrench.force.dot(motion.parts[a.act.on.index()].displacement(a.act.wrench.about)))
            .sum();
        assert!(work > 0.0, "seed {seed}");
        for cure in there.cures() {
            let after = verdict::judge(&Equilibrium::of(&verdict::applied(model, cure)));
            assert!(after.equilibrium && after.mobility == 0, "seed {seed}: {cure:?}");
            // As redundant at most as what is left when what cannot hold lets go.
            let gone: Vec<_> = holds.iter().map(|hold| hold.column).collect();
            let left = verdict::without(&there.full, &gone);
            assert!(after.degree <= left.degree, "seed {seed}: {cure:?} adds redundancy");
        }
    }
    assert!(tipped > 150 && weights > 60 && holds_tried > 100, "{tipped} {weights} {holds_tried}");
}

#[test]
fn friction_goes_with_its_normal_force() {
    // A pin at A and a rough one-way support at B, loaded right at B: the line A–B can carry any amount by friction and thrust. Redundant, not "out of contact".
    let sheet = |stiff: &str| {
        format!(
            r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "rough", normal = "up", friction = 0.4, one_way = true }}]
loads = [{{ kind = "force", at = "B", size = 10, direction = "down" }}]
points = {{ A = [0, 0], B = [2, 0.2] }}
bodies = {{ arm = {{ runs = [["A", "B"]]{stiff} }} }}"#
        )
    };
    let a = answers(&sheet(""));
    assert_eq!((a.status, a.degree), (StatusWord::Indeterminate, 1));
    assert!(a.released.is_empty(), "{:?}", a.released);
    assert_eq!(a.reactions[1].force, [None, None]);
    assert!(!Publisher(&solved(&sheet(""))).answered());
    let a = answers(&sheet(", EI = 5000, EA = 200000"));
    let force = &a.reactions[1].force;
    assert!(force[0].unwrap().abs() < 1e-9, "{force:?}");
    assert_near(force[1].unwrap(), 10.0);
    // A ladder on a rough floor against a rough wall: neither holds it by friction alone.
    let ladder = answers(
        r#"supports = [{ at = "A", kind = "rough", normal = "up", friction = 0.5, one_way = true }, { at = "B", kind = "rough", normal = "right", friction = 0.3, one_way = true }]
loads = [{ kind = "force", at = "M", size = 0.8, direction = "down" }]
points = { A = [1.4, 0], M = [0.9, 1.25], B = [0, 3.5] }
bodies = { ladder = { runs = [["A", "M", "B"]] } }"#,
    );
    assert_eq!((ladder.status, ladder.degree), (StatusWord::Indeterminate, 1));
    assert!(ladder.released.is_empty(), "{:?}", ladder.released);
}

#[test]
fn what_lets_go_of_a_rough_contact_lets_go_of_its_friction() {
    // Lifted at the far end: the rough foot there is clear of the ground, and the pin with the roller carries everything.
    let a = answers(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }, { at = "C", kind = "rough", normal = "up", friction = 0.4, one_way = true }]
loads = [{ kind = "force", at = "C", size = 2, direction = [1, 1] }, { kind = "force", at = "M", size = 9, direction = "down" }]
points = { A = [0, 0], M = [1.5, 0], B = [3, 0], C = [4, 0] }
bodies = { beam = { runs = [["A", "M", "B", "C"]] } }"#,
    );
    assert_eq!(a.status, StatusWord::Determinate);
    assert_eq!(a.released, ["C"]);
    assert_eq!(a.reactions[2].force, [Some(0.0), Some(0.0)]);
    assert_near(a.reactions[0].force[0].unwrap(), -2.0 / 2f64.sqrt());
}

/// A block on two smooth feet at A and B, with a stop at B, and with forces at points of it: `[x, y, fx, fy]`.
fn on_two_feet(width: f64, forces: &[[f64; 4]], conventions: &str) -> Solved {
    let mut points = format!("A = [0, 0], B = [{width}, 0]");
    let mut loads = String::new();
    let mut riding = Vec::new();
    for (i, [x, y, fx, fy]) in forces.iter().enumerate() {
        points += &format!(", P{i} = [{x}, {y}]");
        loads += &format!("{{ kind = \"force\", at = \"P{i}\", components = [{fx}, {fy}] }}, ");
        riding.push(format!("\"P{i}\""));
    }
    solved(&format!(
        "conventions = {{ {conventions} }}\nsupports = [{{ at = \"A\", kind = \"surface\" }}, {{ at = \"B\", kind = \"surface\" }}, {{ name = \"stop\", at = \"B\", kind = \"roller\", normal = \"right\" }}]\nloads = [{loads}]\npoints = {{ {points} }}\nbodies = {{ block = {{ runs = [[\"A\", \"B\"]], points = [{}] }} }}",
        riding.join(", ")
    ))
}

#[test]
fn what_turns_it_over_and_what_holds_it_back_are_moments_about_the_edge() {
    // About B, 2 from A: 10 down at 0.5 holds back 15; 3 to the right at 2.4 up and 1 down at 3.5 turn over 7.2 + 1.5. Written clockwise positive it is the same.
    for conventions in ["", "moment = \"cw\""] {
        let forces = [[0.5, 1.0, 0.0, -10.0], [1.0, 2.4, 3.0, 0.0], [3.5, 0.5, 0.0, -1.0]];
        let solved = on_two_feet(2.0, &forces, conventions);
        let all = solved.overturning();
        let [about_b] = &all[..] else { panic!("{all:?}") };
        assert_eq!(solved.model.point_name(about_b.edge), "B");
        assert_near(about_b.resisting / 1e3, 15.0);
        assert_near(about_b.overturning / 1e3, 8.7);
        assert_eq!(about_b.sense, -1.0);
        assert_near(about_b.factor(), 15.0 / 8.7);
        assert!(solved.unbalanced().is_none());
    }
}

#[test]
fn a_block_stands_where_every_factor_is_one_at_least() {
    let mut dice = Dice(77);
    let (mut stands, mut tips) = (0, 0);
    for _ in 0..300 {
        let width = 0.5 + dice.below(30) as f64 / 10.0;
        let mut number = |from: f64, to: f64| dice.between(from, to);
        let mut forces = vec![[width / 2.0 + number(-0.4, 0.4), number(0.0, 3.0), 0.0, -number(2.0, 9.0)]];
        for _ in 0..2 {
            forces.push([number(-2.0, 5.0), number(0.0, 4.0), number(-3.0, 3.0), number(-2.0, 0.5)]);
        }
        let solved = on_two_feet(width, &forces, "");
        // By its own sums: N_A from moments about B, N_B from moments about A.
        let about = |x0: f64| forces.iter().map(|[x, y, fx, fy]| (x - x0) * fy - y * fx).sum::<f64>();
        let (n_a, n_b) = (about(width) / width, -about(0.0) / width);
        if n_a.abs() < 1e-6 || n_b.abs() < 1e-6 {
            continue;
        }
        let least = solved.overturning().iter().map(Overturning::factor).fold(f64::INFINITY, f64::min);
        let holds = n_a > 0.0 && n_b > 0.0;
        assert_eq!(solved.verdict.equilibrium, holds, "{forces:?} on {width}");
        assert_eq!(least > 1.0, holds, "{least} {forces:?} on {width}");
        for edge in solved.overturning() {
            let (other, arm) =
                if solved.model.point_name(edge.edge) == "B" { (n_a, width) } else { (n_b, width) };
            assert_near((edge.resisting - edge.overturning) / 1e3, other * arm);
        }
        if holds { stands += 1 } else { tips += 1 }
    }
    assert!(stands > 60 && tips > 60, "{stands} {tips}");
}

#[test]
fn the_sum_that_nothing_balances_is_the_one_along_what_moves() {
    // On rollers it slides; on one pin it turns; what is held or moves in several ways has no such sum.
    let rollers = solved(
        r#"supports = [{ at = "A", kind = "roller" }, { at = "B", kind = "roller" }]
loads = [{ kind = "force", at = "A", components = [-4, -3] }]
points = { A = [0, 0], B = [3, 0] }
bodies = { cart = { runs = [["A", "B"]] } }"#,
    );
    let (line, left) = rollers.unbalanced().unwrap();
    assert!(matches!(line.equation, Equation::Forces { .. }));
    assert_near(left, -4000.0);
    let pinned = solved(
        r#"supports = [{ at = "A", kind = "pin" }]
loads = [{ kind = "force", at = "B", components = [2, -3] }]
points = { A = [0, 1], B = [3, 0] }
bodies = { arm = { runs = [["A", "B"]] } }"#,
    );
    // (3)(−3) − (−1)(2) = −7
    let (line, left) = pinned.unbalanced().unwrap();
    assert!(matches!(line.equation, Equation::Moments { .. }));
    assert_near(left, -7000.0);
    let chain = solved(
        r#"supports = [{ at = "A", kind = "pin" }]
joints = [{ at = "B", kind = "pin", of = ["one", "two"] }]
loads = [{ kind = "force", at = "C", components = [2, -3] }]
points = { A = [0, 0], B = [2, 0], C = [3, 1] }
bodies = { one = { runs = [["A", "B"]] }, two = { runs = [["B", "C"]] } }"#,
    );
    assert!(!chain.verdict.equilibrium && chain.unbalanced().is_none());
}
