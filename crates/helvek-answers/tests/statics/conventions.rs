//! The conventions: settings that change how a structure is worked, and never what it comes to; and the reasons that are given for it.

use crate::common::{answers, assert_near, solved};
use helvek_answers as answers;
use helvek_statics::plan::{Equation, WhyBody};
use helvek_statics::solution::Solved;

/// A jib pinned to a mast at B, on a strut from D to C.
fn hoist(head: &str) -> Solved {
    solved(&format!(
        r#"{head}
        bars = [["D", "C"]]
        joints = [{{ at = "B", kind = "pin", of = ["mast", "jib"] }}]
        supports = [{{ at = "A", kind = "fixed", on = "mast" }}]
        loads = [{{ kind = "force", on = "jib", at = "C", size = 4, direction = "down" }}]
        [points]
        A = [0, 0]
        B = [0, 3]
        C = [2, 3]
        D = [0, 1]
        [bodies]
        mast = {{ runs = [["A", "D", "B"]] }}
        jib = {{ runs = [["B", "C"]] }}"#
    ))
}

fn written(solved: &Solved) -> Vec<String> {
    answers::answers(solved)
        .working
        .iter()
        .map(|s| format!("{}: {} > {}", s.free_body.join(" + "), s.equation, s.unknown))
        .collect()
}

#[test]
fn asked_for_the_strut_alone_one_equation_is_enough() {
    // 4·2 = −S·(2/√2)·... about B: S·√2 = −4·2.
    let found = hoist("find = [{ what = \"bar\", bar = \"D-C\" }]");
    assert_eq!(written(&found).len(), 1, "{:?}", written(&found));
    assert_near(answers::answers(&found).bars["D-C"].force.unwrap(), -4.0 * 2f64.sqrt());
    // A bar answers to its ends in either order.
    let turned = hoist("find = [{ what = \"bar\", bar = \"C-D\" }]");
    assert_eq!(written(&turned), written(&found));
}

#[test]
fn reactions_come_first_where_the_convention_wants_them_always() {
    let always =
        hoist("find = [{ what = \"bar\", bar = \"D-C\" }]\nconventions = { reactions = \"always\" }");
    let steps = written(&always);
    assert_eq!(steps.len(), 4, "{steps:?}");
    let first: Vec<&str> = steps[..3].iter().map(|s| s.split(" > ").nth(1).unwrap()).collect();
    assert!(first.iter().all(|u| ["A_x", "A_y", "M_A"].contains(u)), "{steps:?}");
    assert!(steps[3].ends_with("D-C"));
}

#[test]
fn sums_before_moments_is_only_an_order() {
    let (moment, forces) = (hoist(""), hoist("conventions = { first = \"forces\" }"));
    let sums = |s: &Solved| {
        s.working
            .steps
            .iter()
            .flat_map(|s| &s.lines)
            .filter(|l| matches!(l.equation, Equation::Forces { .. }))
            .count()
    };
    assert!(sums(&forces) >= sums(&moment));
    assert_eq!(moment.working.equations(), forces.working.equations());
    for (a, b) in
        answers::answers(&moment).reactions[0].force.iter().zip(&answers::answers(&forces).reactions[0].force)
    {
        assert_near(a.unwrap(), b.unwrap());
    }
}

#[test]
fn the_reason_says_why_that_free_body() {
    let found = hoist("");
    let whole = found.working.steps.iter().find(|s| matches!(s.reason.body, WhyBody::Whole { .. }));
    let Some(step) = whole else { panic!("{:?}", written(&found)) };
    // B_x, B_y and the strut are between the parts.
    assert_eq!(step.reason.body, WhyBody::Whole { inside: 3 });
    let single = found.working.steps.iter().find(|s| matches!(s.reason.body, WhyBody::Open(_))).unwrap();
    assert_eq!(single.reason.body, WhyBody::Open(3));
    let bench = solved(
        r#"supports = [{ at = "A", kind = "fixed" }]
        loads = [{ kind = "couple", size = 2 }]
        [points]
        A = [0, 0]
        B = [1, 0]
        [bodies]
        b = { runs = [["A", "B"]] }"#,
    );
    assert!(bench.working.steps.iter().all(|s| s.reason.body == WhyBody::Only));
}

#[test]
fn a_wheel_is_kept_or_freed_and_the_bracket_feels_the_same() {
    let bracket = |pulley: &str| {
        solved(&format!(
            r#"units = {{ force = "N" }}
            conventions = {{ pulley = "{pulley}" }}
            supports = [{{ at = "A", kind = "fixed" }}]
            [points]
            A = [0, 0]
            P = [1, 0]
            E = [-1, 0.2]
            [bodies]
            arm = {{ runs = [["A", "P"]] }}
            [pulleys]
            wheel = {{ at = "P", radius = 0.2, on = "arm" }}
            [ropes]
            rope = {{ path = [{{ at = "E" }}, {{ over = "wheel", turn = "cw" }}, {{ mass = 10 }}] }}"#
        ))
    };
    let (on, off) = (bracket("on"), bracket("off"));
    assert_eq!((on.equilibrium.parts.len(), off.equilibrium.parts.len()), (2, 3));
    let (a, b) = (answers::answers(&on), answers::answers(&off));
    assert_eq!(a.reactions.len(), b.reactions.len());
    for (x, y) in a.reactions[0].force.iter().zip(&b.reactions[0].force) {
        assert_near(x.unwrap(), y.unwrap());
    }
    assert_near(a.reactions[0].moment.about_z().unwrap(), b.reactions[0].moment.about_z().unwrap());
    // Freed, the wheel is a part of its own.
    let freed = |s: &Solved| {
        answers::answers(s).working.iter().any(|s| s.free_body.contains(&"pulley wheel".to_owned()))
    };
    assert!(freed(&off) && !freed(&on), "{:?}", written(&off));
}

#[test]
fn a_guess_is_against_the_loads_and_changes_no_answer() {
    let frame = |assume: &str| {
        solved(&format!(
            r#"conventions = {{ assume = "{assume}" }}
            supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller" }}]
            loads = [{{ kind = "force", at = "C", size = 5, direction = 60 }}]
            [points]
            A = [0, 0]
            C = [1, 0]
            B = [3, 0]
            [bodies]
            b = {{ runs = [["A", "C", "B"]] }}"#
        ))
    };
    let (axes, guess) = (frame("axes"), frame("guess"));
    let turned =
        |s: &Solved| s.working.steps.iter().flat_map(|s| s.results()).filter(|(_, v)| *v < 0.0).count();
    assert!(turned(&guess) < turned(&axes), "a good guess turns fewer arrows");
    assert_eq!(answers::answers(&axes).reactions, answers::answers(&guess).reactions);
}

#[test]
fn three_hinges_on_level_feet_need_no_set_and_on_a_slope_the_smallest() {
    let arch = |b: f64| {
        solved(&format!(
            r#"joints = [{{ at = "C", kind = "pin", of = ["left", "right"] }}]
            supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "pin" }}]
            loads = [{{ kind = "force", at = "D", on = "left", size = 6, direction = "down" }}, {{ kind = "force", at = "E", on = "right", size = 1, direction = "left" }}]
            [points]
            A = [0, 0]
            D = [1, 2]
            C = [2, 3]
            E = [3, 2]
            B = [4, {b}]
            [bodies]
            left = {{ runs = [["A", "D", "C"]] }}
            right = {{ runs = [["C", "E", "B"]] }}"#
        ))
    };
    let sets = |s: &Solved| s.working.steps.iter().map(|s| s.lines.len()).max().unwrap();
    let level = arch(0.0);
    assert_eq!(sets(&level), 1, "{:?}", written(&level));
    let first = &level.working.steps[0];
    assert!(
        matches!(first.reason.body, WhyBody::Whole { .. }),
        "with level feet the whole comes before the parts"
    );
    let slope = arch(0.8);
    assert_eq!(sets(&slope), 2, "{:?}", written(&slope));
    assert_eq!(answers::answers(&slope).working[0].together.len(), 1);
}

#[test]
fn parts_that_hang_on_others_come_first() {
    let found = answers(
        r#"joints = [{ at = "C", kind = "pin", of = ["held", "hung"] }]
        supports = [{ at = "A", kind = "fixed", on = "held" }, { at = "D", kind = "roller", on = "hung" }]
        loads = [{ kind = "distributed", on = "hung", from = "C", to = "D", start = 2 }]
        [points]
        A = [0, 0]
        C = [2, 0]
        D = [5, 0]
        [bodies]
        held = { runs = [["A", "C"]] }
        hung = { runs = [["C", "D"]] }"#,
    );
    assert_eq!(found.working[0].free_body, ["hung"]);
    // D = 2·3/2 = 3; on the held part 3 down at 2 m: 6.
    assert_near(found.reactions[1].force[1].unwrap(), 3.0);
    assert_near(found.reactions[0].moment.about_z().unwrap(), 6.0);
}
