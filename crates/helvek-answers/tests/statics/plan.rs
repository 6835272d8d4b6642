//! The plan chooses like a person: conventions, lines that cross off the body, only what is asked, and an honest check.

use crate::common::{answers, assert_near, beam, solved};
use helvek_answers as answers;
use helvek_statics::plan::DropsOut;
use helvek_statics::plan::{Axis, Centre, Equation};
use helvek_statics::working::{Projection, Size, TermOf};

const POINTS: [(&str, f64); 4] = [("A", 0.0), ("C", 1.0), ("D", 2.5), ("B", 4.0)];
const SIMPLE: &str = r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]"#;
const LOAD: &str = r#"loads = [{ kind = "force", at = "C", size = 8, direction = "down" }]"#;

/// Each step as `moments about A > B_y`.
fn steps(body: &str) -> Vec<String> {
    answers(body).working.iter().map(|s| format!("{} > {}", s.equation, s.unknown)).collect()
}

#[test]
fn the_convention_decides_what_comes_first() {
    let moment = steps(&beam(&POINTS, &format!("{SIMPLE}\n{LOAD}")));
    assert_eq!(moment, ["moments about A > B_y", "forces along x > A_x", "forces along y > A_y"]);
    let convention = "conventions = { first = \"forces\" }";
    let forces = steps(&beam(&POINTS, &format!("{convention}\n{SIMPLE}\n{LOAD}")));
    assert_eq!(forces, ["forces along x > A_x", "moments about A > B_y", "forces along y > A_y"]);
}

#[test]
fn only_what_is_asked_is_worked() {
    let one = |support: &str| {
        steps(&beam(
            &POINTS,
            &format!("{SIMPLE}\n{LOAD}\nfind = [{{ what = \"reactions\", support = \"{support}\" }}]"),
        ))
    };
    assert_eq!(one("B"), ["moments about A > B_y"]);
    // A is reached without B: moments about B leave A_y alone.
    assert_eq!(one("A"), ["moments about B > A_y", "forces along x > A_x"]);
    let asked = solved(&beam(
        &POINTS,
        &format!("{SIMPLE}\n{LOAD}\nfind = [{{ what = \"reactions\", support = \"B\" }}]"),
    ));
    // B_y tests nothing alone: A_y is found by moments about B, and the two add up to the load.
    let [check] = &asked.working.checks[..] else { panic!("{:?}", asked.working.checks) };
    let [before] = &check.before[..] else { panic!("{:?}", check.before) };
    assert_eq!(asked.unknown_name(before.unknowns[0]), "A_y");
    assert_near(before.values[0] / 1000.0, 6.0);
    assert!(matches!(check.line.equation, Equation::Forces { axis: Axis::Y, .. }) && check.ok());
}

#[test]
fn the_step_that_needs_an_earlier_one_says_so() {
    let answers = answers(&beam(&POINTS, &format!("{SIMPLE}\n{LOAD}")));
    assert_eq!(answers.working[0].reason.dropped, ["A_x", "A_y"]);
    assert_eq!(answers.working[0].reason.how, [DropsOut::ThroughCentre; 2]);
    assert_eq!(answers.working[1].reason.how, [DropsOut::Across]);
    assert_eq!(answers.working[2].reason.found_before, ["B_y"]);
}

#[test]
fn three_rollers_are_taken_apart_at_the_crossings_of_their_lines() {
    // Pushes along (1, 1) at A, up at C, and (−1, 1) at B: A and B cross at (2, 2), A and C at (1, 1).
    let body = beam(
        &POINTS,
        r#"supports = [
          { at = "A", kind = "roller", normal = [1, 1] },
          { at = "C", kind = "roller" },
          { at = "B", kind = "roller", normal = [-1, 1] },
        ]
        loads = [{ kind = "force", at = "D", components = [3, -8] }]"#,
    );
    let solved = solved(&body);
    let Equation::Moments { about, centre: Centre::Crossing(..), .. } =
        solved.working.steps[0].lines[0].equation
    else {
        panic!("{:?}", solved.working.steps[0].lines[0].equation)
    };
    assert!(about.y > 0.5, "a crossing off the body: {about:?}");
    // By hand, moments about (2, 2): C_y·(1 − 2) + load: r = (0.5, −2), 0.5·(−8) − (−2)·3 = 2, so C_y = 2.
    let named = |name: &str| {
        answers::answers(&solved).reactions.iter().find(|r| r.support == name).unwrap().force.clone()
    };
    assert_near(named("C")[1].unwrap(), 2.0);
    assert!(answers::answers(&solved).checks.iter().all(|c| c.ok));
}

#[test]
fn two_parallel_rollers_aslant_drop_out_of_the_sum_across_them() {
    let body = beam(
        &POINTS,
        r#"supports = [
          { at = "A", kind = "roller", normal = [3, 4] },
          { at = "B", kind = "roller", normal = [3, 4] },
          { at = "C", kind = "roller", normal = "left" },
        ]
        conventions = { first = "forces" }
        loads = [{ kind = "force", at = "D", size = 10, direction = "down" }]"#,
    );
    let first = &solved(&body).working.steps[0];
    let Equation::Forces { along, axis: Axis::Across(_) } = first.lines[0].equation else {
        panic!("{:?}", first.lines[0].equation)
    };
    assert_near(along.x.abs(), 0.8);
    // Across (3, 4)/5 is (−4, 3)/5: −10·3/5 + C·4/5 = 0, C pushing left: C = 7.5.
    assert_near(first.values[0] / 1000.0, 7.5);
}

#[test]
fn the_check_is_an_equation_in_which_reactions_and_loads_meet() {
    let solved = solved(&beam(&POINTS, &format!("{SIMPLE}\n{LOAD}")));
    let check = &solved.working.checks[0];
    assert!(!solved.working.steps.iter().any(|s| s.lines[0].equation == check.line.equation));
    let loads = check.line.terms.iter().filter(|t| matches!(t.of, TermOf::Action(_))).count();
    let found = check.line.terms.iter().filter(|t| matches!(t.size, Size::Found(_))).count();
    assert!(loads >= 1 && found >= 1, "{check:?}");
    assert!(check.ok());
}

#[test]
fn a_broken_value_does_not_close() {
    let mut solved = solved(&beam(&POINTS, &format!("{SIMPLE}\n{LOAD}")));
    let check = &mut solved.working.checks[0];
    check.residual += 1e-6 * check.scale;
    assert!(!check.ok());
    assert!(answers::answers(&solved).checks.iter().any(|c| !c.ok));
}

#[test]
fn sine_and_cosine_follow_the_axis_the_angle_was_given_from() {
    // 20° from the vertical: the part along y is the cosine, along x the sine; and the other way round from the horizontal.
    for (direction, along_y, along_x) in [
        ("{ angle = 20, from = \"-y\" }", "cos", "sin"),
        ("{ angle = 70, from = \"+x\", turn = \"cw\" }", "sin", "cos"),
        ("-70", "sin", "cos"),
    ] {
        let rest = format!(
            "{SIMPLE}\nloads = [{{ kind = \"force\", at = \"C\", size = 5, direction = {direction} }}]"
        );
        let solved = solved(&beam(&POINTS, &rest));
        let of_load = |step: usize| {
            let term = solved.working.steps[step].lines[0]
                .terms
                .iter()
                .find(|t| matches!(t.of, TermOf::Action(_)))
                .unwrap();
            match term.projection {
                Projection::Sin(_) => "sin",
                Projection::Cos(_) => "cos",
                Projection::Whole => "whole",
                Projection::Cosine(_) => "cosine",
            }
        };
        // On a level beam the moment about A takes the vertical part alone.
        assert_eq!((of_load(0), of_load(1), of_load(2)), (along_y, along_x, along_y), "{direction}");
    }
}

#[test]
fn given_components_enter_as_they_stand_each_with_its_own_arm() {
    let body = r#"supports = [{ at = "A", kind = "fixed" }]
        loads = [{ kind = "force", at = "B", components = [3, -4] }]
        [points]
        A = [1, 1]
        B = [3, 6]
        [bodies]
        post = { runs = [["A", "B"]] }"#;
    let solved = solved(body);
    let terms = &solved.working.steps[0].lines[0].terms;
    let parts: Vec<_> =
        terms.iter().filter(|t| t.arm.is_some()).map(|t| (t.sign, t.arm.unwrap().length)).collect();
    // 3 to the right, 5 above A, turns clockwise; 4 down, 2 to the right of A, clockwise too.
    assert_eq!(parts, [(-1.0, 5.0), (-1.0, 2.0)]);
    assert_near(answers(body).reactions[0].moment.about_z().unwrap(), 23.0);
}

#[test]
fn a_guess_is_made_against_the_loads_and_changes_no_answer() {
    let load = r#"loads = [{ kind = "force", at = "C", components = [2, 8] }]"#;
    let guess = "conventions = { assume = \"guess\" }";
    let body = |head: &str| {
        beam(&POINTS, &format!("{head}\nsupports = [{{ at = \"A\", kind = \"fixed\" }}]\n{load}"))
    };
    let (plain, guessed) = (answers(&body("")), answers(&body(guess)));
    assert_eq!(plain.reactions, guessed.reactions);
    let value = |answers: &helvek_answers::Answers, symbol: &str| {
        answers.working.iter().find(|s| s.unknown == symbol).unwrap().value
    };
    assert_eq!((value(&plain, "A_y"), value(&guessed, "A_y")), (-8.0, 8.0));
    assert_eq!((value(&plain, "A_x"), value(&guessed, "A_x")), (-2.0, 2.0));
}

#[test]
fn clockwise_positive_turns_the_signs_of_the_terms_and_nothing_else() {
    let body = |head: &str| beam(&POINTS, &format!("{head}\n{SIMPLE}\n{LOAD}"));
    let (ccw, cw) = (solved(&body("")), solved(&body("conventions = { moment = \"cw\" }")));
    for (a, b) in ccw.working.steps[0].lines[0].terms.iter().zip(&cw.working.steps[0].lines[0].terms) {
        assert_eq!((a.sign, a.value), (-b.sign, -b.value));
    }
    assert_eq!(ccw.working.steps[1].lines[0].terms, cw.working.steps[1].lines[0].terms);
    assert_eq!(answers::answers(&ccw).reactions, answers::answers(&cw).reactions);
}
