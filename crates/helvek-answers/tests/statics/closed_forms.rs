//! Reactions against closed forms, each derived in its comment. Every beam is unsymmetrical, so that no slip of left and right, of x and
//! y, or of a sign can hide.

use crate::common::{answers, assert_near, beam};
use helvek_answers::WarningName;

const PIN_ROLLER: &str = r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]"#;

fn reaction(answers: &helvek_answers::Answers, support: &str) -> (f64, f64, f64) {
    let r = answers.reactions.iter().find(|r| r.support == support).unwrap();
    (r.force[0].unwrap(), r.force[1].unwrap(), r.moment.about_z().unwrap())
}

#[test]
fn point_load_between_supports() {
    // P at a from A on a span L: B = P a / L, A = P (L − a) / L. With P = 10, a = 1.5, L = 6: 2.5 and 7.5.
    let rest = format!(
        "{PIN_ROLLER}\nloads = [{{ kind = \"force\", at = \"C\", size = 10, direction = \"down\" }}]"
    );
    let answers = answers(&beam(&[("A", 0.0), ("C", 1.5), ("B", 6.0)], &rest));
    assert_eq!(reaction(&answers, "A"), (0.0, 7.5, 0.0));
    assert_eq!(reaction(&answers, "B"), (0.0, 2.5, 0.0));
}

#[test]
fn a_load_beyond_a_support_lifts_the_far_end() {
    // P at L + c: B = P (L + c) / L, A = −P c / L. With P = 8, L = 4, c = 1: 10 and −2: A has to hold down.
    let rest = r#"supports = [{ at = "A", kind = "roller" }, { at = "B", kind = "pin" }]
        loads = [{ kind = "force", at = "C", size = 8, direction = "down" }]"#;
    let answers = answers(&beam(&[("A", 0.0), ("B", 4.0), ("C", 5.0)], rest));
    assert_eq!(reaction(&answers, "A").1, -2.0);
    assert_eq!(reaction(&answers, "B").1, 10.0);
    assert_eq!(answers.warnings[0].name, WarningName::RollerPulls);
    assert_eq!(answers.warnings[0].about, ["A"]);
}

#[test]
fn inclined_force_and_inclined_roller() {
    // 3-4-5: a force of 10 flying along (3, −4)/5 at C (2 m of 5), roller at B pushing along (−3, 4)/5.
    // Moments about A: 5 · (4/5) N − 2 · 8 = 0, so N = 4. Forces: A_x = −6 + 4·3/5 = −3.6, A_y = 8 − 4·4/5 = 4.8.
    let rest = r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller", normal = [-3, 4] }]
        loads = [{ kind = "force", at = "C", size = 10, direction = [3, -4] }]"#;
    let answers = answers(&beam(&[("A", 0.0), ("C", 2.0), ("B", 5.0)], rest));
    let (ax, ay, _) = reaction(&answers, "A");
    let (bx, by, _) = reaction(&answers, "B");
    for (got, expected) in [(ax, -3.6), (ay, 4.8), (bx, -2.4), (by, 3.2)] {
        assert_near(got, expected);
    }
}

#[test]
fn couples_are_the_same_wherever_they_stand() {
    // M = 12 counter-clockwise on a span of 6: B = −M / L = −2, A = +2, at any place.
    for at in ["A", "C", "B"] {
        let rest = format!("{PIN_ROLLER}\nloads = [{{ kind = \"couple\", at = \"{at}\", size = 12 }}]");
        let answers = answers(&beam(&[("A", 0.0), ("C", 1.5), ("B", 6.0)], &rest));
        assert_eq!(reaction(&answers, "A").1, 2.0);
        assert_eq!(reaction(&answers, "B").1, -2.0);
    }
}

#[test]
fn cantilever_with_everything() {
    // Built in at A (left), points C at 2, B at 5. Triangular load from 6 at A to 0 at C (½·6·2 = 6 at 2/3 m, down), 4 up and 3 left at B as
    // components, couple 7 clockwise. A_x = 3, A_y = 6 − 4 = 2, M_A = 6·2/3 − 4·5 + 7 = −9.
    let rest = r#"supports = [{ at = "A", kind = "fixed" }]
        loads = [
          { kind = "distributed", from = "A", to = "C", start = 6, end = 0, direction = "down" },
          { kind = "force", at = "B", components = [-3, 4] },
          { kind = "couple", at = "C", size = 7, turn = "cw" },
        ]"#;
    let answers = answers(&beam(&[("A", 0.0), ("C", 2.0), ("B", 5.0)], rest));
    let (x, y, m) = reaction(&answers, "A");
    for (got, expected) in [(x, 3.0), (y, 2.0), (m, -9.0)] {
        assert_near(got, expected);
    }
}

#[test]
fn a_distributed_load_that_changes_its_sense() {
    // From 4 down at A to 2 up at B over 6 m, on a wall at A. ∫ w = (−4 + 2)/2 · 6 = −6; ∫ w x = −4·6²/2 + 6·6²/3 = −72 + 72 = 0.
    // So A_y = 6 and M_A = 0.
    let rest = r#"supports = [{ at = "A", kind = "fixed" }]
        loads = [{ kind = "distributed", from = "A", to = "B", start = 4, end = -2, direction = "down" }]"#;
    let answers = answers(&beam(&[("A", 0.0), ("B", 6.0)], rest));
    let (_, y, m) = reaction(&answers, "A");
    assert_near(y, 6.0);
    assert_near(m, 0.0);
}

#[test]
fn per_length_and_per_projection_on_a_slope() {
    // A 3-4-5 ramp: from (0, 0) to (4, 3), 2 per length: 10 in all; per projection across "down": 4 · 2 = 8. Half on each vertical support.
    for (per, total) in [("length", 10.0), ("projection", 8.0)] {
        let rest = format!(
            r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller" }}]
            loads = [{{ kind = "distributed", from = "A", to = "B", start = 2, direction = "down", per = "{per}" }}]
            [points]
            A = [0, 0]
            B = [4, 3]
            [bodies]
            ramp = {{ runs = [["A", "B"]] }}"#
        );
        let answers = answers(&rest);
        assert_near(reaction(&answers, "B").1, total / 2.0);
        assert_near(reaction(&answers, "A").1, total / 2.0);
    }
}

#[test]
fn normal_is_left_of_the_run_and_along_goes_with_it() {
    // On the same ramp, 5 along the run at B and 10 to its left: the run is (4, 3)/5, its left (−3, 4)/5. Wall at A:
    // A_x = −(4 − 6) = 2, A_y = −(3 + 8) = −11, M_A = −(10 · 5) = −50.
    let body = r#"supports = [{ at = "A", kind = "fixed" }]
        loads = [
          { kind = "force", at = "B", size = 5, direction = "along" },
          { kind = "force", at = "B", size = 10, direction = "normal" },
        ]
        [points]
        A = [0, 0]
        B = [4, 3]
        [bodies]
        ramp = { runs = [["A", "B"]] }"#;
    let (x, y, m) = reaction(&answers(body), "A");
    for (got, expected) in [(x, 2.0), (y, -11.0), (m, -50.0)] {
        assert_near(got, expected);
    }
}

#[test]
fn directions_can_be_written_in_every_way() {
    // All of these fly at 240°: down to the left.
    for direction in [
        "240",
        "\"240 deg\"",
        "-120",
        "{ angle = 30, from = \"-y\", turn = \"cw\" }",
        "{ angle = 60, from = \"left\", turn = \"ccw\" }",
        "{ angle = \"0.5235987755982988 rad\", from = \"down\", turn = \"cw\" }",
        "[-1, -1.7320508075688772]",
        "{ toward = \"T\" }",
        "{ away_from = \"U\" }",
    ] {
        let rest = format!(
            r#"supports = [{{ at = "A", kind = "fixed" }}]
            loads = [{{ kind = "force", at = "B", size = 2, direction = {direction} }}]
            [points]
            A = [0, 0]
            B = [5, 0]
            T = [4, -1.7320508075688772]
            U = [6, 1.7320508075688772]
            [bodies]
            beam = {{ runs = [["A", "B"]] }}"#
        );
        let (x, y, m) = reaction(&answers(&rest), "A");
        assert_near(x, 1.0);
        assert_near(y, 3f64.sqrt());
        assert_near(m, 5.0 * 3f64.sqrt());
    }
}

#[test]
fn units_may_be_mixed_and_answers_are_in_the_sheets_own() {
    // 100 lb at 3 ft of 12 ft, answered in N over mm: B = 25 lb = 111.2055403815125 N (1 lb = 4.4482216152605 N).
    let body = r#"units = { length = "mm", force = "N" }
        supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
        loads = [{ kind = "force", at = "C", size = "100 lb", direction = "down" }]
        [points]
        A = [0, 0]
        C = ["3 ft", 0]
        B = ["0.0036576 km", 0]
        [bodies]
        beam = { runs = [["A", "C", "B"]] }"#;
    let answers = answers(body);
    assert_near(reaction(&answers, "B").1, 111.205_540_381_512_5);
    assert_eq!(answers.units.moment, "N·m");
}

#[test]
fn moments_are_found_in_metres_where_lengths_are_in_parts_of_one() {
    // 400 N at 90 mm from the wall and a bare couple of 5000 N·mm against it: 36 − 5 = 31 N·m. Where a unit is named it is that one, and the couple is 5000 of it.
    let body = |units: &str, size: &str| {
        format!(
            r#"units = {{ length = "mm", force = "N"{units} }}
            supports = [{{ at = "A", kind = "fixed" }}]
            loads = [
                {{ kind = "force", at = "B", size = 400, direction = "down" }},
                {{ kind = "couple", at = "B", size = {size} }},
            ]
            points = {{ A = [0, 0], B = [90, 0] }}
            bodies = {{ arm = {{ runs = [["A", "B"]] }} }}"#
        )
    };
    let found = |units, size| {
        let answers = answers(&body(units, size));
        (answers.units.moment.clone(), reaction(&answers, "A").2)
    };
    let (symbol, moment) = found("", "5000");
    assert_eq!(symbol, "N·m");
    assert_near(moment, 31.0);
    let (symbol, moment) = found(r#", moment = "N·mm""#, "5000");
    assert_eq!(symbol, "N·mm");
    assert_near(moment, 31_000.0);
    let (symbol, moment) = found(r#", moment = "kN·m""#, "0.005");
    assert_eq!(symbol, "kN·m");
    assert_near(moment, 0.031);
}
