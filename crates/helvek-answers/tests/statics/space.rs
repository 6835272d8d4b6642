//! Forces in space: closed forms, verdicts, bearings, working.

use crate::common::{answers, assert_near, solved};
use helvek_answers as answers;
use helvek_answers::Fact;
use helvek_answers::WarningName;
use helvek_answers::{Answers, Moment, StatusWord};
use helvek_statics::internal_forces::{Side, Six};
use helvek_statics::plan::{DropsOut, Equation};
use helvek_statics::recognition::JointRule;
use helvek_statics::solution::Solved;

/// Of a support: its force and its moment.
fn reaction(answers: &Answers, support: &str) -> ([f64; 3], [f64; 3]) {
    let found = answers.reactions.iter().find(|r| r.support == support).unwrap();
    let Moment::Space(moment) = found.moment else { panic!("not in space") };
    (std::array::from_fn(|i| found.force[i].unwrap()), moment.map(Option::unwrap))
}

#[track_caller]
fn assert_triple(got: [f64; 3], expected: [f64; 3]) {
    for (got, expected) in got.into_iter().zip(expected) {
        assert_near(got, expected);
    }
}

const SHAFT: &str = r#"
space = "space"
loads = [
  { name = "cloth", kind = "force", at = "R", size = 0.6, direction = "-z" },
  { name = "hand", kind = "force", at = "H", size = "?P", direction = { round = "C", axis = "+x" } },
]
points = { A = [0, 0, 0], R = [0.4, 0.1, 0], C = [0.9, 0, 0], H = [0.9, 0, 0.3], D = [1.2, 0, 0] }
bodies = { shaft = { runs = [["A", "C", "D"]], points = ["R", "H"] } }
"#;

fn shaft(supports: &str) -> String {
    format!("supports = [{supports}]\n{SHAFT}")
}

#[test]
fn a_shaft_in_a_ball_and_a_journal() {
    // M_x: 0.1(−0.6) + 0.3 P = 0 with P along −y. M_y about A: 0.4(0.6) − 1.2 D_z = 0. M_z about A: 1.2 D_y − 0.9 P = 0. Then the sums.
    let found =
        answers(&shaft(r#"{ at = "A", kind = "ball" }, { at = "D", kind = "journal", axis = "+x" }"#));
    assert_near(found.loads["P"].unwrap(), 0.2);
    assert_triple(reaction(&found, "A").0, [0.0, 0.05, 0.4]);
    assert_triple(reaction(&found, "D").0, [0.0, 0.15, 0.2]);
    // The journal is aligned by the ball: it needs no couples. A sought load holds nothing: the shaft can turn.
    assert_triple(reaction(&found, "D").1, [0.0; 3]);
    assert_eq!((found.status, found.mobility), (StatusWord::Balanced, 1));
    let screw = found.free_motion.unwrap().bodies[0].screw.clone().unwrap();
    assert_near(screw.axis[0].abs(), 1.0);
    assert_near(screw.pitch, 0.0);
    assert!(found.checks.iter().all(|check| check.ok), "{:?}", found.checks);
    assert!(found.checks.iter().any(|check| check.name == "virtual work"));
}

#[test]
fn one_bearing_alone_keeps_its_shaft_aligned_by_couples() {
    // About A: M_y = −(0.4)(0.6) from the cloth at x = 0.4 pushing down: r × F has y = +0.24, so the bearing turns back. M_z from P = 0.2 along −y at
    // 0.9: −0.18, so +0.18.
    let found = answers(&shaft(r#"{ at = "A", kind = "thrust", axis = "+x" }"#));
    assert_triple(reaction(&found, "A").0, [0.0, 0.2, 0.6]);
    assert_triple(reaction(&found, "A").1, [0.0, -0.24, 0.18]);
}

#[test]
fn which_of_two_bearings_keeps_the_shaft_aligned_is_asked() {
    // Both on one place of the shaft's length would do: two journals at one point, and nothing else.
    let body = r#"
space = "space"
supports = [
  { name = "a", at = "A", kind = "thrust", axis = "+x" },
  { name = "b", at = "B", kind = "thrust", axis = "+y" },
]
loads = [{ kind = "force", at = "C", size = 1, direction = "-z" }]
points = { A = [0, 0, 0], B = [0, 0, 0.5], C = [0.4, 0.3, 0.2] }
bodies = { block = { runs = [["A", "B"], ["B", "C"]] } }
"#;
    // Six forces hold the two points, but not the turn about the line A-B: it takes a couple about z, which either of them can exert.
    let found = solved(body);
    assert_eq!(found.ties.len(), 2, "{:?}", found.ties);
    let told = answers::answers(&found);
    assert!(told.warnings.iter().any(|w| w.name == WarningName::BearingTie && w.about == ["a", "b"]));
    let said =
        body.replace(r#"kind = "thrust", axis = "+x""#, r#"kind = "thrust", axis = "+x", couples = "yes""#);
    assert!(solved(&said).ties.is_empty());
}

#[test]
fn a_weight_on_three_cords_is_solved_cord_by_cord() {
    let found = solved(
        r#"
space = "space"
vertical = "y"
units = { force = "N" }
bars = [{ ends = ["P", "A"], kind = "cable" }, { ends = ["P", "B"], kind = "cable" }, { ends = ["P", "C"], kind = "cable" }]
supports = [{ at = "A", kind = "ball" }, { at = "B", kind = "ball" }, { at = "C", kind = "ball" }]
loads = [{ kind = "weight", at = "P", size = 70 }]
find = [{ what = "bar", bar = "P-A" }, { what = "bar", bar = "P-B" }, { what = "bar", bar = "P-C" }]
points = { P = [0, 0, 0], A = [2, 6, 3], B = [-3, 6, 2], C = [0, 4, -3] }
"#,
    );
    // Lengths 7, 7, 5. With a, b, c the forces over the lengths: 2a − 3b = 0, 6a + 6b + 4c = 70, 3a + 2b − 3c = 0. So b = 2a/3, c = 13a/9, and
    // (6 + 4 + 52/9) a = 70: a = 315/71.
    let a = 315.0 / 71.0;
    let bars = answers::answers(&found).bars;
    assert_near(bars["P-A"].force.unwrap(), 7.0 * a);
    assert_near(bars["P-B"].force.unwrap(), 7.0 * a * 2.0 / 3.0);
    assert_near(bars["P-C"].force.unwrap(), 5.0 * a * 13.0 / 9.0);
    // About the line through two feet, or square to two cords, the third is alone: nothing has to be solved together.
    assert_eq!(found.working.steps.len(), 3);
    assert!(found.working.steps.iter().all(|step| step.lines.len() == 1));
}

#[test]
fn cables_in_one_plane_hold_nothing_across_it() {
    let found = answers(
        r#"
space = "space"
bars = [{ ends = ["P", "A"], kind = "cable" }, { ends = ["P", "B"], kind = "cable" }, { ends = ["P", "C"], kind = "cable" }]
supports = [{ at = "A", kind = "ball" }, { at = "B", kind = "ball" }, { at = "C", kind = "ball" }]
loads = [{ kind = "force", at = "P", components = [0, 0.4, -2] }]
points = { P = [0, 0, 0], A = [2, 0, 2], B = [-2, 0, 3], C = [0, 0, 3] }
"#,
    );
    assert_eq!((found.status, found.equilibrium), (StatusWord::Unstable, false));
    let motion = found.free_motion.unwrap();
    let joint = motion.bodies.iter().find(|b| b.body == "joint P").unwrap();
    assert!(joint.translation[1] > 0.0, "driven along +y: {:?}", joint.translation);
    assert!(!motion.cures.is_empty());
}

#[test]
fn a_body_that_no_support_keeps_from_turning_shows_its_axis() {
    // Two balls hold everything but the turn about the line through them.
    let body = r#"
space = "space"
supports = [{ at = "A", kind = "ball" }, { at = "B", kind = "ball" }]
loads = [{ kind = "force", at = "C", size = 1, direction = "down" }]
points = { A = [0, 0, 0], B = [3, 4, 0], C = [3, 0, 1] }
bodies = { flap = { runs = [["A", "B"], ["A", "C"]] } }
"#;
    let found = answers(body);
    assert_eq!(found.status, StatusWord::Unstable);
    let motion = found.free_motion.unwrap();
    let screw = motion.bodies[0].screw.clone().unwrap();
    assert_near(screw.axis[0].abs(), 0.6);
    assert_near(screw.axis[1].abs(), 0.8);
    assert_near(screw.axis[2], 0.0);
    assert_near(screw.pitch, 0.0);
    assert!(!motion.cures.is_empty());
}

#[test]
fn the_six_inside_a_bent_bracket() {
    // Along x to B (1.1, 0, 0), then along y to C (1.1, 0.7, 0); at C −88.29 z and (−12, 30, 0); over B-C 40 per metre down. At x on A-B what is beyond
    // pulls with F = (−12, 30, −116.29) and turns about the cut with r × F.
    let found = solved(
        r#"
space = "space"
units = { force = "N" }
supports = [{ at = "A", kind = "fixed" }]
loads = [
  { kind = "weight", at = "C", mass = 9 },
  { kind = "distributed", from = "B", to = "C", start = 40, direction = "-z" },
  { kind = "force", at = "C", components = [-12, 30, 0] },
]
points = { A = [0, 0, 0], B = [1.1, 0, 0], C = [1.1, 0.7, 0] }
bodies = { bracket = { runs = [["A", "B", "C"]] } }
"#,
    );
    let lamp = 9.0 * 9.81;
    let diagram = found.inside_space()[0].diagram.as_ref().unwrap();
    let at = |six: Six| diagram.at(six, 0.5, Side::Before);
    // x′ = x, z′ = z, y′ = z × x = y. N = R_x, V_y = −R_y, V_z = −R_z.
    assert_near(at(Six::N), -12.0);
    assert_near(at(Six::Vy), -30.0);
    assert_near(at(Six::Vz), lamp + 28.0);
    // C = Σ r × F about (0.5, 0, 0): the lamp at (0.6, 0.7, 0), the ivy at (0.6, 0.35, 0).
    let couple = [-0.7 * lamp - 0.35 * 28.0, 0.6 * (lamp + 28.0), 0.6 * 30.0 + 0.7 * 12.0];
    assert_near(at(Six::T), couple[0]);
    assert_near(at(Six::My), -couple[1]);
    assert_near(at(Six::Mz), couple[2]);
    // Sagging is positive, and this hogs: the lamp bends the arm down.
    assert!(at(Six::My) < 0.0);
    assert!(diagram.disagreement < 1e-12);
    let second = found.inside_space()[1].diagram.as_ref().unwrap();
    assert_near(second.at(Six::My, 0.2, Side::Before), -(lamp * 0.5 + 40.0 * 0.5 * 0.25));
    assert_near(second.at(Six::Vz, 0.2, Side::Before), lamp + 40.0 * 0.5);
}

#[test]
fn couples_and_directions_are_given_in_every_way() {
    let fixed = |load: &str, up: &str| {
        let body = format!(
            r#"
space = "space"
{up}
supports = [{{ at = "A", kind = "fixed" }}]
loads = [{load}]
points = {{ A = [0, 0, 0], B = [2, 0, 0] }}
bodies = {{ arm = {{ runs = [["A", "B"]] }} }}
"#
        );
        reaction(&answers(&body), "A")
    };
    let y = "vertical = \"y\"";
    assert_triple(fixed(r#"{ kind = "couple", size = 5, axis = [3, 0, 4] }"#, "").1, [-3.0, 0.0, -4.0]);
    assert_triple(fixed(r#"{ kind = "couple", size = -5, axis = "+y" }"#, "").1, [0.0, 5.0, 0.0]);
    assert_triple(fixed(r#"{ kind = "couple", components = [1, -2, 3] }"#, "").1, [-1.0, 2.0, -3.0]);
    let force = |direction: &str, up: &str| {
        fixed(&format!(r#"{{ kind = "force", at = "B", size = 10, direction = {direction} }}"#), up).0
    };
    // Elevation 30° rises 5; what is left, 8.66, at azimuth 90° goes along y when z points up, along −z when y does.
    let level = 10.0 * f64::to_radians(30.0).cos();
    let angles = "{ azimuth = 90, elevation = 30 }";
    assert_triple(force(angles, ""), [0.0, -level, -5.0]);
    assert_triple(force(angles, y), [0.0, -5.0, level]);
    assert_triple(force(r#""down""#, ""), [0.0, 0.0, 10.0]);
    assert_triple(force(r#""down""#, y), [0.0, 10.0, 0.0]);
    assert_triple(force(r#"{ toward = "A" }"#, ""), [10.0, 0.0, 0.0]);
}

/// Everything about the reasons of a plan, recomputed from geometry.
fn reasons_hold(solved: &Solved) -> usize {
    let mut looked = 0;
    for step in &solved.working.steps {
        let line = &step.lines[0];
        for dropped in &step.reason.dropped {
            let column = solved.equilibrium.column(dropped.column);
            let act = column.acts.iter().find(|act| line.free_body.parts.contains(&act.on)).unwrap();
            assert!(line.equation.of(&act.wrench).abs() < 1e-8, "{:?}", column.symbol);
            if let Equation::Moments { about, along, .. } = line.equation {
                let (force, r) = (act.wrench.force, act.wrench.about - about);
                match dropped.how {
                    DropsOut::AlongAxis => assert!(force.cross(along).length() < 1e-8),
                    DropsOut::ThroughCentre => assert!(r.cross(force).dot(along).abs() < 1e-8),
                    DropsOut::CoupleAcross => assert!(act.wrench.moment.dot(along).abs() < 1e-8),
                    other => panic!("{other:?} in a moment sum"),
                }
            }
            looked += 1;
        }
        // What the terms come to is what the equation says of the wrenches.
        for line in &step.lines {
            let known: f64 = line.terms.iter().map(|t| t.value).sum();
            assert!(known.is_finite());
        }
    }
    looked
}

#[test]
fn the_examples_are_worked_with_reasons_that_hold_in_both_notations() {
    let names =
        ["planter-cords", "awning-bearings", "lantern-tripod", "frame-light", "lamp-bracket", "finial-roof"];
    for name in names {
        let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
        let text = std::fs::read_to_string(&path).unwrap();
        let body = text.split_once("format = \"helvek-sheet/1\"").unwrap().1.to_owned();
        let scalar = solved(&body);
        let vector = solved(&body.replacen(
            "space = \"space\"",
            "space = \"space\"\nconventions = { working = \"vector\" }",
            1,
        ));
        assert!(scalar.working.unreached.is_empty(), "{name}");
        assert!(name == "planter-cords" || reasons_hold(&scalar) > 3, "{name}");
        for (a, b) in scalar.full_values().iter().zip(vector.full_values().iter().copied()) {
            assert_near(a.unwrap(), b.unwrap());
        }
        let checks = answers::answers(&scalar).checks;
        assert!(checks.iter().all(|check| check.ok), "{name}: {checks:?}");
        assert!(checks.iter().any(|check| check.name == "agreement with the global solution"), "{name}");
    }
}

#[test]
fn members_of_a_space_truss_are_seen_to_be_idle() {
    let path = format!("{}/../../examples/finial-roof.toml", env!("CARGO_MANIFEST_DIR"));
    let text = std::fs::read_to_string(&path).unwrap();
    let found = solved(text.split_once("format = \"helvek-sheet/1\"").unwrap().1);
    let seen = answers::answers(&found).recognised;
    let three = seen.iter().find(|r| r.name == Fact::AtJoint(JointRule::ThreeNotCoplanar)).unwrap();
    assert_eq!(three.about, ["E-K", "F-K", "C-K"]);
    // At the loaded joint E nothing is seen.
    assert_eq!(seen.len(), 1, "{seen:?}");
}

#[test]
fn what_can_only_turn_about_its_own_line_is_cured_by_carrying_the_loads() {
    // A straight boom on a ball, held by one tie that leans: it sways, and it turns about itself, which nothing on its line can hold.
    let boom = |more: &str| {
        format!(
            r#"
space = "space"
supports = [{{ at = "A", kind = "ball" }}, {{ at = "B", kind = "cable", toward = [-0.9, -1.6, 1.4] }}{more}]
loads = [{{ kind = "force", at = "C", size = 1.6, direction = "down" }}]
points = {{ A = [0, 0, 0], B = [0, 1.6, 0], C = [0, 2.4, 0] }}
bodies = {{ boom = {{ runs = [["A", "B", "C"]] }} }}
"#
        )
    };
    let moves = answers(&boom(""));
    assert_eq!(moves.status, StatusWord::Unstable);
    let cures = &moves.free_motion.unwrap().cures;
    assert!(!cures.is_empty());
    // Held sideways at its end: about x, 1.4 T/s · 1.6 = 1.6 · 2.4 with T/s = 12/7; about z, 0.9 · 12/7 · 1.6 = 2.4 R.
    let held = answers(&boom(r#", { at = "C", kind = "roller", normal = "+x" }"#));
    assert_eq!(held.status, StatusWord::Balanced);
    assert_near(reaction(&held, "C").0[0], 0.9 * 12.0 / 7.0 * 1.6 / 2.4);
}
