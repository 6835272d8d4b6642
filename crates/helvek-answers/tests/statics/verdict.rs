//! The verdict: equilibrium and uniqueness apart, motions, and cures that do what they say.

use crate::common;
use crate::common::{answers, beam, solved};
use helvek_answers as answers;
use helvek_answers::Publisher;
use helvek_answers::WarningName;
use helvek_answers::{Change, StatusWord};
use helvek_statics::equilibrium::Equilibrium;
use helvek_statics::verdict::{self, Status};

const DOWN: &str = r#"loads = [{ kind = "force", at = "C", size = 6, direction = "down" }]"#;
const ASLANT: &str = r#"loads = [{ kind = "force", at = "C", size = 6, direction = 300 }]"#;
const POINTS: [(&str, f64); 3] = [("A", 0.0), ("C", 1.0), ("B", 3.0)];

fn with(supports: &str, loads: &str) -> String {
    beam(&POINTS, &format!("supports = [{supports}]\n{loads}"))
}

const ROLLERS: &str = r#"{ at = "A", kind = "roller" }, { at = "B", kind = "roller" }"#;
const PINS: &str = r#"{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }"#;

#[test]
fn rollers_balance_vertical_loads_and_slide_under_others() {
    let balanced = answers(&with(ROLLERS, DOWN));
    assert_eq!((balanced.status, balanced.equilibrium, balanced.mobility), (StatusWord::Balanced, true, 1));
    assert_eq!(balanced.reactions[1].force, [Some(0.0), Some(2.0)]);
    let unstable = answers(&with(ROLLERS, ASLANT));
    assert_eq!((unstable.status, unstable.equilibrium), (StatusWord::Unstable, false));
    let motion = &unstable.free_motion.as_ref().unwrap().bodies[0];
    assert!(
        motion.translation[0] > 0.0 && motion.translation[1] == 0.0 && motion.rotation == 0.0,
        "{motion:?}"
    );
    assert_eq!(unstable.reactions[0].force, [Some(0.0), None]);
    assert!(unstable.working.is_empty());
}

#[test]
fn two_pins_are_redundant_along_the_beam_and_still_answered_across() {
    let answers = answers(&with(PINS, ASLANT));
    assert_eq!((answers.status, answers.degree, answers.mobility), (StatusWord::Indeterminate, 1, 0));
    let up = 6.0 * 3f64.sqrt() / 2.0;
    assert_eq!(answers.reactions[0].force[0], None);
    assert!((answers.reactions[0].force[1].unwrap() - up * 2.0 / 3.0).abs() < 1e-12);
    assert!((answers.reactions[1].force[1].unwrap() - up / 3.0).abs() < 1e-12);
    assert!(!answers.reactions[0].determined);
    assert!(!Publisher(&solved(&with(PINS, ASLANT))).answered());
}

#[test]
fn asked_for_what_is_fixed_a_redundant_beam_answers() {
    let supports = r#"{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }, { at = "C", kind = "roller", normal = "left" }"#;
    let all = solved(&with(supports, DOWN));
    assert_eq!(all.verdict.degree, 2);
    let body = with(supports, &format!("{DOWN}\nfind = [{{ what = \"reactions\", support = \"C\" }}]"));
    assert!(!Publisher(&solved(&body)).answered());
    let fixed = r#"{ at = "A", kind = "fixed" }"#;
    let one =
        solved(&with(fixed, &format!("{ASLANT}\nfind = [{{ what = \"reactions\", support = \"A\" }}]")));
    assert!(Publisher(&one).answered() && one.verdict.status == Status::Determinate);
}

#[test]
fn three_parallel_or_concurrent_reactions_count_right_and_are_a_mechanism() {
    let parallel = format!(r#"{ROLLERS}, {{ at = "C", kind = "roller" }}"#);
    let verdict = &solved(&with(&parallel, ASLANT)).verdict;
    assert_eq!((verdict.equations, verdict.unknowns), (3, 3));
    assert_eq!((verdict.status, verdict.degree, verdict.mobility), (Status::Unstable, 1, 1));
    // All three lines through (1, 2): from A along (1, 2), from C along y, from B along (−2, 2).
    let concurrent = r#"{ at = "A", kind = "roller", normal = [1, 2] }, { at = "C", kind = "roller" }, { at = "B", kind = "roller", normal = [-2, 2] }"#;
    let swinging = with(concurrent, ASLANT);
    let verdict = &solved(&swinging).verdict;
    assert_eq!((verdict.status, verdict.mobility), (Status::Unstable, 1));
    let centre = answers(&swinging).free_motion.unwrap().bodies[0].centre.unwrap();
    assert!((centre[0] - 1.0).abs() < 1e-9 && (centre[1] - 2.0).abs() < 1e-9, "{centre:?}");
}

#[test]
fn nearly_concurrent_is_solved_and_said() {
    let nearly = r#"{ at = "A", kind = "roller", normal = [1, 2] }, { at = "C", kind = "roller", normal = [1e-8, 1] }, { at = "B", kind = "roller", normal = [-2, 2] }"#;
    let answers = answers(&with(nearly, DOWN));
    assert_eq!(answers.status, StatusWord::Determinate);
    assert!(
        answers.warnings.iter().any(|w| w.name == WarningName::CriticalGeometry),
        "{:?}",
        answers.warnings
    );
}

#[test]
fn every_cure_holds_what_moved_and_adds_nothing_redundant() {
    let cases = [
        "",
        ROLLERS,
        r#"{ at = "A", kind = "pin" }"#,
        r#"{ at = "C", kind = "roller" }"#,
        r#"{ at = "B", kind = "roller", normal = "left" }"#,
        r#"{ at = "A", kind = "roller", normal = [1, 2] }, { at = "B", kind = "roller", normal = [-2, 2] }"#,
    ];
    for supports in cases {
        let before = solved(&with(supports, ASLANT));
        assert_eq!(before.verdict.status, Status::Unstable, "{supports}");
        assert!(!before.cures().is_empty(), "nothing is proposed for {supports}");
        for cure in before.cures() {
            let after = verdict::judge(&Equilibrium::of(&verdict::applied(&before.model, cure)));
            assert_eq!((after.status, after.degree), (Status::Determinate, 0), "{supports}: {cure:?}");
        }
    }
    let first = &answers(&with(ROLLERS, ASLANT)).free_motion.unwrap().cures[0];
    assert!(matches!(first.changes[..], [Change::ChangeSupport { to: "pin", .. }]), "{first:?}");
}

#[test]
fn a_beam_on_a_pin_is_offered_a_roller_at_its_far_end_first_then_nearer_then_a_fixed_end() {
    let cures = answers(&with(r#"{ at = "A", kind = "pin" }"#, DOWN)).free_motion.unwrap().cures;
    let said: Vec<_> = cures
        .iter()
        .map(|cure| match &cure.changes[..] {
            [Change::AddSupport { at, kind, normal, .. }] => format!("{kind} at {at}, {normal:?}"),
            [Change::ChangeSupport { support, to, .. }] => format!("{support} becomes {to}"),
            other => format!("{other:?}"),
        })
        .collect();
    assert_eq!(said, ["roller at B, Some([0.0, 1.0])", "roller at C, Some([0.0, 1.0])", "A becomes fixed"]);
}

#[test]
fn without_loads_nothing_is_driven() {
    let still = answers(&with(ROLLERS, ""));
    assert_eq!(still.status, StatusWord::Balanced);
    assert_eq!(still.reactions[0].force, [Some(0.0), Some(0.0)]);
    assert_eq!(answers(&with("", "")).mobility, 3);
}

#[test]
fn zero_is_zero_and_never_minus_zero() {
    let json = serde_json::to_string(&answers(&with(r#"{ at = "A", kind = "fixed" }"#, DOWN))).unwrap();
    assert!(!json.contains("-0.0"), "{json}");
}

#[test]
fn where_everything_is_sought_nothing_is_carried() {
    // No known load at all: a link at 60° and the same P twice. The noise of the cancelling terms is not a force.
    let sheet = r#"
        supports = [{ at = "A", kind = "link", toward = 60 }]
        loads = [
            { kind = "force", at = "C", size = "?P", direction = { angle = 30, from = "-y", turn = "cw" } },
            { kind = "force", at = "D", size = "?P", direction = "down" },
        ]
        points = { A = [0, 0], C = [1, 0.5], D = [4, 0], E = [8.125, 0] }
        bodies = { beam = { runs = [["A", "D", "E"]], points = ["C"] } }
    "#;
    let answers = common::answers(sheet);
    assert_eq!(answers.loads["P"], Some(0.0));
    assert!(answers.checks.iter().all(|check| check.ok), "{:?}", answers.checks);
}

#[test]
fn what_moves_without_loads_moves_the_same_whatever_the_order() {
    use helvek_random::assembly::Assembly;
    let mut several = 0;
    for seed in 0..80 {
        let mut made = Assembly::grown(seed, 4);
        made.forces.clear();
        made.couples.clear();
        let keep = made.supports.len().saturating_sub(2);
        made.supports.truncate(keep);
        made.bars.pop();
        let read = |reversed: bool| {
            let text = made.write("", 0.0, 1.0, 1.0, reversed).replace("format = \"helvek-sheet/1\"", "");
            answers(&text)
        };
        let (a, b) = (read(false), read(true));
        assert_eq!((a.status, a.degree, a.mobility), (b.status, b.degree, b.mobility), "seed {seed}");
        let Some(motion) = &a.free_motion else { continue };
        several += usize::from(a.mobility > 1);
        for body in &motion.bodies {
            let other =
                b.free_motion.as_ref().unwrap().bodies.iter().find(|other| other.body == body.body).unwrap();
            let near = |x: f64, y: f64| assert!((x - y).abs() < 1e-6, "seed {seed}: {body:?} {other:?}");
            near(body.rotation, other.rotation);
            body.translation.iter().zip(&other.translation).for_each(|(x, y)| near(*x, *y));
        }
    }
    assert!(several > 20, "{several}");
}

#[test]
fn checks_know_how_sound_the_geometry_is() {
    // Two bars nearly in one line, ever flatter: forces grow as 1/rise, and what rounding leaves of them with it.
    for rise in [1e-3, 1e-5, 1e-6, 1e-7] {
        let sheet = solved(&format!(
            r#"bars = [["A", "C"], ["C", "B"], ["C", "D"], ["B", "D"], ["A", "D"]]
supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "pin" }}]
loads = [{{ kind = "force", at = "C", size = 3.7, direction = [0.31, -1] }}, {{ kind = "force", at = "D", size = 1.3, direction = [1, -0.2] }}]
points = {{ A = [0, 0], C = [1.7, {rise:e}], B = [4.1, 0], D = [2.9, 1.3] }}"#
        ).replace(r#", ["C", "D"]"#, ""));
        let answers = answers::answers(&sheet);
        assert!(answers.equilibrium, "{rise}");
        assert!(answers.checks.iter().all(|check| check.ok), "{rise}: {:?}", answers.checks);
    }
}
