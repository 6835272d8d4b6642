//! States that stiffness has to find, or to say that there are none: lengths that are kept, surfaces that settle, any units.

use crate::common::{answers, assert_near, beam, solved};
use helvek_answers as answers;
use helvek_answers::RefusalName;
use helvek_answers::{Answers, RefusalAnswer};

fn reaction(answers: &Answers, support: &str) -> [f64; 3] {
    let r = answers.reactions.iter().find(|r| r.support == support).unwrap();
    [r.force[0].unwrap(), r.force[1].unwrap(), r.moment.about_z().unwrap()]
}

fn refused(text: &str) -> RefusalAnswer {
    answers(text).stiffness.unwrap().refused.expect("no state fits")
}

/// A beam with EI only between a pin at A and a support at B, 6 from it.
fn between(b: &str, rest: &str) -> String {
    let supports = format!(r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", {b} }}]"#);
    let text = beam(&[("A", 0.0), ("B", 6.0)], &format!("{supports}\n{rest}"));
    text.replace("]] }", "]], EI = 20000 }")
}

#[test]
fn what_cannot_give_way_is_refused_by_name() {
    let warm = "temperature = [{ change = 25, expansion = 12e-6 }]";
    let r = refused(&between(r#"kind = "pin""#, warm));
    assert_eq!(r.name, RefusalName::CannotGiveWay);
    assert_eq!(
        r.message,
        "beam cannot become longer or shorter between A, B, but a change of temperature asks for it: no forces fit."
    );
    assert_eq!(r.about, ["beam", "A", "B"]);
    assert!(r.cure.contains("EA") && r.cure.contains("roller"), "{}", r.cure);
    // A support that moves along the member.
    let r = refused(&between(r#"kind = "pin", settlement = [0.004, 0]"#, ""));
    assert!(r.message.contains("the settlement of B"), "{}", r.message);
    assert!(!r.message.contains("temperature"), "{}", r.message);
    // Both at once would have to cancel to the last figure: 12·10⁻⁶ · 25 · 6 = 0.0018.
    let both = between(r#"kind = "pin", settlement = [0.0018, 0]"#, warm);
    assert_eq!(reaction(&answers(&both), "B"), [0.0, 0.0, 0.0]);
    // A triangle of three pinned runs, one of which warms up.
    let triangle = r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
joints = [{ at = "A", kind = "pin", of = ["p", "q"] }, { at = "B", kind = "pin", of = ["p", "r"] }, { at = "C", kind = "pin", of = ["q", "r"] }]
temperature = [{ of = ["q"], change = 30, expansion = 12e-6 }]
points = { A = [0, 0], B = [4, 0], C = [1, 3] }
bodies = { p = { runs = [["A", "B"]], EI = 5000 }, q = { runs = [["A", "C"]], EI = 5000 }, r = { runs = [["C", "B"]], EI = 5000 } }"#;
    // It can turn and deform into another triangle: nothing is locked.
    assert!(answers(triangle).stiffness.unwrap().refused.is_none());
    // A tie across a corner of two runs that are one body closes a ring of lengths.
    let ring = r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "pin" }]
temperature = [{ change = 30, expansion = 12e-6, of = ["q"] }]
joints = [{ at = "B", kind = "weld", of = ["p", "q"] }, { at = "A", kind = "pin", of = ["p", "q"] }]
points = { A = [0, 0], B = [4, 1] }
bodies = { p = { runs = [["A", "B"]], EI = 5000 }, q = { runs = [["A", "B"]], EI = 7000 } }"#;
    let r = refused(
        &ring
            .replace(r#"kind = "fixed" }"#, r#"kind = "fixed", on = "p" }"#)
            .replace(r#"kind = "pin" }]"#, r#"kind = "pin", on = "p" }]"#),
    );
    assert_eq!(r.name, RefusalName::CannotGiveWay);
    assert!(r.about.contains(&"q".to_owned()), "{:?}", r.about);
}

#[test]
fn what_gives_way_takes_it_up() {
    // A spring along the beam: 12·10⁻⁶ · 25 · 6 = 0.0018 against 5000 per length.
    let warm = "temperature = [{ change = 25, expansion = 12e-6 }]";
    let a = answers(&between(r#"kind = "pin", spring = [5000, 1000000]"#, warm));
    assert_near(reaction(&a, "B")[0], -9.0);
    // A roller lets it go; so does an EA.
    let a = answers(&between(r#"kind = "roller""#, warm));
    assert_eq!(reaction(&a, "A"), [0.0, 0.0, 0.0]);
    let stretched = between(r#"kind = "pin""#, warm).replace("EI = 20000", "EI = 20000, EA = 800000");
    assert_near(reaction(&answers(&stretched), "B")[0], -25.0 * 12e-6 * 800_000.0);
}

#[test]
fn loads_along_an_inclined_run_are_shared_too() {
    // 4;3 between two pins under 2 per length down, 10 in all: along it 6, of which each end takes half, as of the 8 across it. 5 up at each.
    let text = |points: &str, run: &str| {
        format!(
            r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "pin" }}]
loads = [{{ kind = "distributed", from = "A", to = "B", start = 2, direction = "down" }}]
points = {{ A = [0, 0], B = [4, 3]{points} }}
bodies = {{ rafter = {{ runs = [[{run}]], EI = 9000 }} }}"#
        )
    };
    for (points, run) in [("", r#""A", "B""#), (", C = [1.2, 0.9], D = [2.4, 1.8]", r#""A", "C", "D", "B""#)]
    {
        let a = answers(&text(points, run));
        for support in ["A", "B"] {
            let [x, y, _] = reaction(&a, support);
            assert!(x.abs() < 1e-11 && (y - 5.0).abs() < 1e-11, "{support}: {x} {y}");
        }
        assert_eq!(a.stiffness.unwrap().shared, ["rafter"]);
    }
    // Along it alone, growing from 0 to 3 over 5: 7.5 in all. Equal EA: the far end takes ∫ p x dx / L = 3·25/3/5 = 5.
    let a = answers(
        &text("", r#""A", "B""#)
            .replace("start = 2, direction = \"down\"", "start = 0, end = 3, direction = [4, 3]"),
    );
    assert_near(reaction(&a, "B")[0], -5.0 * 0.8);
    assert_near(reaction(&a, "A")[1], -2.5 * 0.6);
}

/// A beam on three surfaces, one of which has settled.
fn three(settled: &str) -> String {
    let text = beam(
        &[("A", 0.0), ("P", 2.5), ("B", 4.0), ("Q", 4.5), ("C", 7.0)],
        &format!(
            r#"supports = [{{ at = "A", kind = "surface", normal = "up", settlement = {settled} }}, {{ at = "B", kind = "surface", normal = "up" }},
  {{ at = "C", kind = "surface", normal = "up" }}]
loads = [{{ kind = "force", at = "P", size = 3, direction = "down" }}, {{ kind = "force", at = "Q", size = 14, direction = "down" }}]"#
        ),
    );
    text.replace("]] }", "]], EI = 4000 }")
}

#[test]
fn a_stiff_beam_leaves_a_surface_that_has_settled() {
    // Without A: about B, 3·1.5 − 14·0.5 + 3 C = 0: C = 2.5/3, B = 17 − C. All three bear where A has not settled: the beam is bent down onto it.
    let a = answers(&three("0.007"));
    assert_eq!(a.released, ["A"]);
    assert_near(reaction(&a, "C")[1], 2.5 / 3.0);
    assert_near(reaction(&a, "B")[1], 17.0 - 2.5 / 3.0);
    let b = answers(&three("0"));
    assert!(b.released.is_empty());
    assert!(reaction(&b, "A")[1] > 0.0);
    for check in a.checks.iter().chain(&b.checks) {
        assert!(check.ok, "{check:?}");
    }
}

#[test]
fn the_work_of_nothing_is_no_alarm() {
    // Warmed and free to grow: all forces are nothing, and that closes.
    let frame = r#"supports = [{ at = "A", kind = "pin" }, { at = "D", kind = "roller" }]
temperature = [{ change = 40, across = 13, depth = "300 mm", expansion = 12e-6 }]
points = { A = [0, 0], B = [0.3, 4.1], C = [6.2, 4.9], D = [7, 0] }
bodies = { frame = { runs = [["A", "B", "C", "D"]], EI = 15000, EA = 900000 } }"#;
    let a = answers(frame);
    let stiffness = a.stiffness.as_ref().unwrap();
    assert!(
        stiffness.residual < 1e-12 && stiffness.energy < 1e-12,
        "{} {}",
        stiffness.residual,
        stiffness.energy
    );
    assert!(a.checks.iter().all(|check| check.ok), "{:?}", a.checks);
    // A short stiff piece beside long slack ones.
    let text = beam(
        &[("A", 0.0), ("B", 9.0), ("C", 9.004), ("D", 15.0)],
        r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller" }, { at = "D", kind = "fixed" }]
loads = [{ kind = "distributed", from = "A", to = "D", start = 3, direction = "down" }]"#,
    );
    let a = answers(&text.replace("]] }", "]], EI = [20, 90000, 20], EA = 900000 }"));
    assert!(a.stiffness.unwrap().energy < 1e-9);
    assert!(a.checks.iter().all(|check| check.ok), "{:?}", a.checks);
}

/// The sheet with what is written as `‹2 F·L›` in units of force and length that are so many times larger.
fn in_units(text: &str, force: f64, length: f64) -> String {
    let mut out = String::new();
    let mut rest = text;
    while let Some((before, after)) = rest.split_once('‹') {
        let (inside, behind) = after.split_once('›').unwrap();
        let (number, unit) = inside.split_once(' ').unwrap();
        let by = match unit {
            "F" => force,
            "L" => length,
            "F·L" => force * length,
            "F/L" => force / length,
            "F·L²" => force * length * length,
            _ => panic!("{unit}"),
        };
        out += &format!("{before}{:?}", number.parse::<f64>().unwrap() * by);
        rest = behind;
    }
    out + rest
}

const SHEETS: [(&str, &str); 7] = [
    (
        "welded portal",
        r#"supports = [{ at = "A", kind = "pin" }, { at = "D", kind = "fixed" }]
joints = [{ at = "B", kind = "weld", of = ["post", "beam"] }, { at = "C", kind = "weld", of = ["beam", "wall"] }]
loads = [{ kind = "force", at = "E", size = ‹24 F›, direction = "down" }, { kind = "distributed", from = "A", to = "B", start = ‹1.5 F/L›, direction = "right" }]
points = { A = [‹0 L›, ‹0 L›], B = [‹0 L›, ‹4 L›], E = [‹2 L›, ‹4 L›], C = [‹6 L›, ‹4 L›], D = [‹6.5 L›, ‹0 L›] }
bodies = { post = { runs = [["A", "B"]], EI = ‹1e4 F·L²›, EA = ‹1e6 F› }, beam = { runs = [["B", "E", "C"]], EI = ‹2e4 F·L²›, EA = ‹1e6 F› }, wall = { runs = [["C", "D"]], EI = ‹1e4 F·L²›, EA = ‹1e6 F› } }"#,
    ),
    (
        "springs and settlements",
        r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller", spring = ‹900 F/L› }, { at = "C", kind = "pin", settlement = [‹0 L›, ‹-0.01 L›] }]
loads = [{ kind = "distributed", from = "B", to = "C", start = ‹2 F/L›, end = ‹5 F/L›, direction = "down" }, { kind = "couple", at = "B", on = "beam", size = ‹3 F·L› }]
points = { A = [‹0 L›, ‹0 L›], B = [‹3 L›, ‹0 L›], C = [‹8 L›, ‹0 L›] }
bodies = { beam = { runs = [["A", "B", "C"]], EI = ‹7000 F·L²›, EA = ‹3e5 F› } }"#,
    ),
    (
        "lengths kept",
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }, { at = "C", kind = "fixed" }]
loads = [{ kind = "distributed", from = "A", to = "B", start = ‹2 F/L›, direction = "down" }]
points = { A = [‹0 L›, ‹0 L›], B = [‹4 L›, ‹3 L›], C = [‹7 L›, ‹5.25 L›] }
bodies = { rafter = { runs = [["A", "B", "C"]], EI = ‹9000 F·L²› } }"#,
    ),
    (
        "one-way",
        r#"supports = [{ at = "A", kind = "surface", normal = "up", settlement = ‹0.007 L› }, { at = "B", kind = "surface", normal = "up" }, { at = "C", kind = "surface", normal = "up" }]
loads = [{ kind = "force", at = "P", size = ‹3 F›, direction = "down" }, { kind = "force", at = "Q", size = ‹14 F›, direction = "down" }]
points = { A = [‹0 L›, ‹0 L›], P = [‹2.5 L›, ‹0 L›], B = [‹4 L›, ‹0 L›], Q = [‹4.5 L›, ‹0 L›], C = [‹7 L›, ‹0 L›] }
bodies = { beam = { runs = [["A", "P", "B", "Q", "C"]], EI = ‹4000 F·L²› } }"#,
    ),
    (
        "truss with a mechanism beside it",
        r#"bars = [["A", "B"], ["B", "C"], ["C", "A"], ["C", "D"], ["B", "D"], { ends = ["D", "E"], kind = "cable" }]
supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ kind = "force", at = "D", size = ‹7 F›, direction = [1, -2] }, { kind = "force", at = "E", size = ‹2 F›, direction = "right" }]
points = { A = [‹0 L›, ‹0 L›], B = [‹2 L›, ‹0 L›], C = [‹0.7 L›, ‹1.4 L›], D = [‹3 L›, ‹1.8 L›], E = [‹4 L›, ‹1.8 L›] }"#,
    ),
    (
        "rope over a wheel",
        r#"supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "force", at = "B", on = "jib", size = ‹1 F›, direction = "down" }]
points = { A = [‹0 L›, ‹0 L›], B = [‹2 L›, ‹0.5 L›], W = [‹-3 L›, ‹-2 L›] }
bodies = { jib = { runs = [["A", "B"]] } }
pulleys = { P = { at = "B", radius = ‹0.2 L›, on = "jib" } }
ropes = { r = { path = [{ at = "W" }, { over = "P", turn = "cw" }, { pull = ‹5 F›, direction = "down" }] } }"#,
    ),
    (
        "tripod",
        r#"space = "space"
supports = [{ at = "A", kind = "ball" }, { at = "B", kind = "ball" }, { at = "C", kind = "ball" }]
bars = [["A", "T"], ["B", "T"], ["C", "T"]]
loads = [{ kind = "force", at = "T", components = [‹1 F›, ‹2 F›, ‹-9 F›] }]
points = { A = [‹0 L›, ‹0 L›, ‹0 L›], B = [‹3 L›, ‹0.5 L›, ‹0 L›], C = [‹1 L›, ‹2.5 L›, ‹0 L›], T = [‹1.2 L›, ‹1 L›, ‹4 L›] }"#,
    ),
];

#[test]
fn units_decide_nothing() {
    for (name, text) in SHEETS {
        let plain = solved(&in_units(text, 1.0, 1.0));
        let told = answers::answers(&plain);
        assert!(told.stiffness.as_ref().is_none_or(|s| s.refused.is_none()), "{name}: {:?}", told.stiffness);
        let values = plain.full_values();
        let scale = plain.full.carried(values);
        for force in [1e-9, 1e-4, 1e4, 1e9] {
            for length in [1e-6, 1e-3, 1e3, 1e6] {
                let other = solved(&in_units(text, force, length));
                let there = answers::answers(&other);
                assert_eq!(
                    (there.status, there.degree, there.mobility),
                    (told.status, told.degree, told.mobility),
                    "{name} {force:e} {length:e}"
                );
                assert_eq!(there.released, told.released, "{name} {force:e} {length:e}");
                let refused = |a: &Answers| a.stiffness.as_ref().and_then(|s| s.refused.clone());
                assert_eq!(refused(&there), None, "{name} {force:e} {length:e}");
                assert!(
                    there.checks.iter().all(|check| check.ok),
                    "{name} {force:e} {length:e}: {:?}",
                    there.checks
                );
                for ((column, a), b) in
                    plain.full.columns.iter().zip(values).zip(other.full_values().iter().copied())
                {
                    use helvek_statics::equilibrium::ColumnKind::{Couple, Force, Intensity};
                    let by = match column.kind {
                        Force => force,
                        Couple => force * length,
                        Intensity => force / length,
                    };
                    let (a, b) = (a.unwrap(), b.unwrap() / by);
                    assert!(
                        (a - b).abs() <= 1e-8 * scale.of(column.kind),
                        "{name} {force:e} {length:e}: {a} {b}"
                    );
                }
            }
        }
    }
}
