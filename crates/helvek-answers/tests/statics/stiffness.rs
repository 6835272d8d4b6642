//! What gives way against closed forms, each derived or named in its comment. Spans, loads and stiffnesses are unsymmetrical, so that left and right, + and − cannot be mixed up.

use crate::common;
use crate::common::{answers, assert_near, beam, problems, solved};
use helvek_answers::RefusalName;
use helvek_answers::WarningName;
use helvek_answers::{Answers, DisplacementAnswer};
use helvek_checks::Checks;
use helvek_sheet::sheet::Syntax;

/// A beam of EI = 20000 along x with points, supports and loads.
fn bent(points: &[(&str, f64)], supports: &str, loads: &str) -> Answers {
    let text = beam(points, &format!("supports = [{supports}]\nloads = [{loads}]"));
    answers(&text.replace("]] }", "]], EI = 20000 }"))
}

fn reaction(answers: &Answers, support: &str) -> [f64; 3] {
    let r = answers.reactions.iter().find(|r| r.support == support).unwrap();
    [r.force[0].unwrap(), r.force[1].unwrap(), r.moment.about_z().unwrap()]
}

fn moved<'a>(answers: &'a Answers, at: &str) -> &'a DisplacementAnswer {
    answers.stiffness.as_ref().unwrap().displacements.iter().find(|d| d.at == at).unwrap()
}

/// M at a distance from the start of a stretch.
fn moment(answers: &Answers, row: usize, x: f64) -> f64 {
    let piece = answers.diagrams[row].m.iter().find(|p| x <= p.end + 1e-12).unwrap();
    piece.coefficients.iter().rev().fold(0.0, |sum, c| sum * x + c)
}

const UNIFORM: &str =
    r#"{ kind = "distributed", on = "beam", from = "A", to = "B", start = 8, direction = "down" }"#;

#[test]
fn propped_cantilever() {
    // w = 8 on L = 6: B = 3wL/8 = 18, A = 30, M_A = wL²/8 = 36 counter-clockwise. Where it sags most: x = L − L(1 + √33)/16 from A, measured from B.
    let a = bent(
        &[("A", 0.0), ("B", 6.0)],
        r#"{ at = "A", kind = "fixed" }, { at = "B", kind = "roller" }"#,
        UNIFORM,
    );
    for (got, expected) in
        reaction(&a, "A").into_iter().chain(reaction(&a, "B")).zip([0.0, 30.0, 36.0, 0.0, 18.0, 0.0])
    {
        assert_near(got, expected);
    }
    assert!(!a.reactions[0].determined && a.reactions[0].force[0].is_some());
    let sag = &a.stiffness.as_ref().unwrap().deflections[0].sags[0];
    // From B, at s = L(1 + √33)/16: v = w s (L³ − 3 L s² + 2 s³)/(48 EI).
    let s = 6.0 * (1.0 + 33.0f64.sqrt()) / 16.0;
    assert_near(sag.distance, 6.0 - s);
    assert_near(sag.value, -8.0 * s * (216.0 - 18.0 * s * s + 2.0 * s.powi(3)) / (48.0 * 20000.0));
    assert_near(sag.ratio.unwrap(), 6.0 / sag.value.abs());
}

#[test]
fn both_ends_fixed_under_a_force() {
    // P = 27 at a = 2 of L = 6 (b = 4): M_A = P a b²/L² = 24, M_B = −P a² b/L² = −12; A = P b² (3a + b)/L³ = 20.
    let a = bent(
        &[("A", 0.0), ("C", 2.0), ("B", 6.0)],
        r#"{ at = "A", kind = "fixed" }, { at = "B", kind = "fixed" }"#,
        r#"{ kind = "force", at = "C", size = 27, direction = "down" }"#,
    );
    assert_eq!(a.degree, 3);
    for (got, expected) in
        reaction(&a, "A").into_iter().chain(reaction(&a, "B")).zip([0.0, 20.0, 24.0, 0.0, 7.0, -12.0])
    {
        assert_near(got, expected);
    }
    // v at the load: −P a³ b³/(3 EI L³).
    assert_near(moved(&a, "C").moves[1], -27.0 * 8.0 * 64.0 / (3.0 * 20000.0 * 216.0));
}

#[test]
fn a_force_along_a_beam_between_two_ends_is_shared_by_lengths() {
    // All of one EA, however large: of 12 along x at 2 of 6, the near end takes 4/6.
    let a = bent(
        &[("A", 0.0), ("C", 2.0), ("B", 6.0)],
        r#"{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }"#,
        r#"{ kind = "force", at = "C", size = 12, direction = "right" }"#,
    );
    assert_near(reaction(&a, "A")[0], -8.0);
    assert_near(reaction(&a, "B")[0], -4.0);
    assert_eq!(a.stiffness.as_ref().unwrap().shared, ["beam"]);
}

const THREE: &str =
    r#"{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }, { at = "C", kind = "roller" }"#;

#[test]
fn two_unequal_spans() {
    // Three moments: 2 M_B (L₁ + L₂) = −w (L₁³ + L₂³)/4. With w = 8, L₁ = 4, L₂ = 6: M_B = −8 · 280/(8 · 10) = −28.
    let a = bent(&[("A", 0.0), ("B", 4.0), ("C", 10.0)], THREE, &UNIFORM.replace("to = \"B\"", "to = \"C\""));
    assert_near(moment(&a, 0, 4.0), -28.0);
    // A = wL₁/2 + M_B/L₁ = 16 − 7.
    assert_near(reaction(&a, "A")[1], 9.0);
    assert_near(reaction(&a, "C")[1], 24.0 - 28.0 / 6.0);
    assert_eq!(a.stiffness.as_ref().unwrap().deflections[0].sags.len(), 2);
}

#[test]
fn a_settlement() {
    // 2 M_B (L₁ + L₂) = 6 EI δ (1/L₁ + 1/L₂): M_B = 3 EI δ/(L₁ L₂) = 3 · 20000 · 0.01/24 = 25, sagging.
    let supports =
        THREE.replace(r#""roller" }, { at = "C""#, r#""roller", settlement = "10 mm" }, { at = "C""#);
    let a = bent(&[("A", 0.0), ("B", 4.0), ("C", 10.0)], &supports, "");
    assert_near(moment(&a, 0, 4.0), 25.0);
    assert_near(moved(&a, "B").moves[1], -0.01);
    assert_near(reaction(&a, "B")[1], -25.0 / 4.0 - 25.0 / 6.0);
}

#[test]
fn a_support_that_turns() {
    // A fixed end that turns by θ under a propped cantilever: M_A = 3 EI θ/L = 3 · 20000 · 0.002/6 = 20, and B pulls down by M_A/L.
    let supports = r#"{ at = "A", kind = "fixed", turned = "0.002 rad" }, { at = "B", kind = "roller" }"#;
    let a = bent(&[("A", 0.0), ("B", 6.0)], supports, "");
    assert_near(reaction(&a, "A")[2], 20.0);
    assert_near(reaction(&a, "B")[1], -20.0 / 6.0);
}

#[test]
fn a_spring_under_a_tip() {
    // wL⁴/(8EI) = B (L³/(3EI) + 1/k): with w = 8, L = 6, k = 500: 0.0648 = B (0.0036 + 0.002).
    let supports = r#"{ at = "A", kind = "fixed" }, { at = "B", kind = "roller", spring = "500 kN/m" }"#;
    let a = bent(&[("A", 0.0), ("B", 6.0)], supports, UNIFORM);
    let b = 0.0648 / 0.0056;
    assert_near(reaction(&a, "B")[1], b);
    assert_near(moved(&a, "B").moves[1], -b / 500.0);
    // A spring that keeps from turning, under a moment alone: it turns by M/k.
    let supports = r#"{ at = "A", kind = "fixed", turning_spring = "800 kN·m" }"#;
    let a = bent(
        &[("A", 0.0), ("B", 6.0)],
        supports,
        r#"{ kind = "force", at = "B", size = 2, direction = "down" }"#,
    );
    assert_near(moved(&a, "A").turned, -12.0 / 800.0);
}

#[test]
fn temperature() {
    // Held at both ends, EA = 9000 and α = 1e-5, 30 K warmer: N = −EA α ΔT = −2.7. With 20 K more on top over 0.4 m: free curvature −α 20/0.4 = −5e-4, M = +EI · 5e-4 = 10 all along.
    let warm = r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "fixed" }]
        temperature = [{ of = ["beam"], change = 30, across = 20, depth = "400 mm", expansion = 1e-5 }]"#;
    let text = beam(&[("A", 0.0), ("B", 6.0)], warm).replace("]] }", "]], EI = 20000, EA = 9000 }");
    let a = answers(&text);
    assert_near(a.diagrams[0].n[0].coefficients[0], -2.7);
    assert_near(moment(&a, 0, 3.0), 10.0);
    // Propped: the tip would go down by 5e-4 L²/2 = 9 mm, so B = 3 EI · 9e-3/L³.
    let text = text.replace(r#"{ at = "B", kind = "fixed" }"#, r#"{ at = "B", kind = "roller" }"#);
    let a = answers(&text);
    assert_near(reaction(&a, "B")[1], 3.0 * 20000.0 * 0.009 / 216.0);
    assert_near(moved(&a, "B").moves[0], 1e-5 * 30.0 * 6.0);
}

#[test]
fn determinate_sheets_deflect_too() {
    // A cantilever of 3 with 5 at its tip: PL³/(3EI) and PL²/(2EI). A beam under w: 5wL⁴/(384EI).
    let force = r#"{ kind = "force", at = "B", size = 5, direction = "down" }"#;
    let a = bent(&[("A", 0.0), ("B", 3.0)], r#"{ at = "A", kind = "fixed" }"#, force);
    assert_eq!(a.degree, 0);
    assert_near(moved(&a, "B").moves[1], -5.0 * 27.0 / 60000.0);
    assert_near(moved(&a, "B").turned, -5.0 * 9.0 / 40000.0);
    let sag = a.stiffness.as_ref().unwrap().deflections[0].sags[0].clone();
    assert!(sag.overhang);
    assert_near(sag.ratio.unwrap(), 6.0 / (5.0 * 27.0 / 60000.0));
    let a = bent(
        &[("A", 0.0), ("B", 6.0)],
        r#"{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }"#,
        UNIFORM,
    );
    let sag = &a.stiffness.as_ref().unwrap().deflections[0].sags[0];
    assert_near(sag.value, -5.0 * 8.0 * 1296.0 / (384.0 * 20000.0));
    assert_near(sag.distance, 3.0);
}

/// A portal of height 4 and span 6 on pins, all of one EI but its beam of 2.
fn portal(loads: &str) -> String {
    format!(
        r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "D", kind = "pin" }}]
        loads = [{loads}]
        [points]
        A = [0, 0]
        B = [0, 4]
        E = [2, 4]
        C = [6, 4]
        D = [6, 0]
        [bodies]
        frame = {{ runs = [["A", "B"], ["B", "E", "C"], ["C", "D"]], EI = ["EI", "2 EI", "EI"] }}"#
    )
}

#[test]
fn portal_frame() {
    // With k = (I_beam/I_column)(h/L) = 2 · 4/6: a force P at a from the left (b from the right) gives a thrust of 3 P a b/(2 h L (2k + 3)).
    let text = portal(r#"{ kind = "force", on = "frame", at = "E", size = 24, direction = "down" }"#);
    let a = answers(&text);
    let thrust = 3.0 * 24.0 * 2.0 * 4.0 / (2.0 * 4.0 * 6.0 * (2.0 * 8.0 / 6.0 + 3.0));
    assert_near(reaction(&a, "A")[0], thrust);
    assert_near(reaction(&a, "D")[0], -thrust);
    // Only ratios are known: no displacements, and it is said.
    let stiffness = a.stiffness.unwrap();
    assert!(stiffness.relative && stiffness.displacements.is_empty());
    // A push at the top of a symmetrical frame on pins that keeps its lengths is halved.
    let text = portal(r#"{ kind = "force", on = "frame", at = "B", size = 5, direction = "right" }"#);
    let a = answers(&text);
    assert_near(reaction(&a, "A")[0], -2.5);
    assert_near(reaction(&a, "D")[0], -2.5);
}

#[test]
fn a_rigid_beam_on_three_bars() {
    // At 0, 2 and 5 under a rigid beam stand bars of EA/L = 100, 200, 100, loaded by 40 at 2. With v = v₀ + θx:
    // 400 v₀ + 900 θ = −40 (forces), 900 v₀ + 3300 θ = −80 (moments about 0): v₀ = −0.11765 … by Cramer's rule.
    let text = r#"bars = [{ ends = ["A", "P"], EA = 100 }, { ends = ["B", "Q"], EA = 200 }, { ends = ["C", "R"], EA = 100 }]
        supports = [{ at = "P", kind = "pin" }, { at = "Q", kind = "pin" }, { at = "R", kind = "pin" }, { at = "A", kind = "roller", normal = "right" }]
        loads = [{ kind = "force", at = "B", size = 40, direction = "down", on = "beam" }]
        [points]
        A = [0, 1]
        B = [2, 1]
        C = [5, 1]
        P = [0, 0]
        Q = [2, 0]
        R = [5, 0]
        [bodies]
        beam = { runs = [["A", "B", "C"]] }"#;
    let a = answers(text);
    let determinant = 400.0 * 3300.0 - 900.0 * 900.0;
    let v = (-40.0 * 3300.0 + 80.0 * 900.0) / determinant;
    let turn = (-80.0 * 400.0 + 40.0 * 900.0) / determinant;
    assert_near(a.bars["A-P"].force.unwrap(), 100.0 * v);
    assert_near(a.bars["B-Q"].force.unwrap(), 200.0 * (v + 2.0 * turn));
    assert_near(a.bars["C-R"].force.unwrap(), 100.0 * (v + 5.0 * turn));
    assert_eq!(a.stiffness.unwrap().rigid, ["beam"]);
}

#[test]
fn crossed_diagonals() {
    // A square panel of side 3 with both diagonals, all of one EA, under 10 to the right at a top corner. By the method of forces with X in the falling diagonal:
    // N = N₀ + X n, n = 1 in the diagonals, −1/√2 in the three others.
    let text = r#"bars = [{ ends = ["A", "D"], EA = 500 }, { ends = ["B", "C"], EA = 500 }, { ends = ["D", "C"], EA = 500 },
            { ends = ["A", "C"], EA = 500 }, { ends = ["B", "D"], EA = 500 }]
        supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }]
        loads = [{ kind = "force", at = "D", size = 10, direction = "right" }]
        [points]
        A = [0, 0]
        B = [3, 0]
        C = [3, 3]
        D = [0, 3]"#;
    let a = answers(text);
    assert_eq!(a.degree, 1);
    // Without B-D: D-C carries −10, A-C 10√2, B-C −10, A-D 0. δ₁₀ = Σ N₀ n L, δ₁₁ = Σ n² L.
    let r = 2.0f64.sqrt();
    let (gap, own) = (3.0 * (10.0 / r + 10.0 / r) + 3.0 * r * 10.0 * r, 3.0 * 3.0 / 2.0 + 2.0 * 3.0 * r);
    let x = -gap / own;
    assert_near(a.bars["B-D"].force.unwrap(), x);
    assert_near(a.bars["A-C"].force.unwrap(), 10.0 * r + x);
    assert_near(a.bars["A-D"].force.unwrap(), -x / r);
}

#[test]
fn a_ring() {
    // A square ring of side 4, pulled apart by 6 in the middles of top and bottom. By symmetry about both axes corners turn alike: 2EI/L for every half, so that
    // M in the corners is half of the fixed-end moment PL/8: PL/16 = 1.5, inside pulled; in the middle PL/4 − PL/16 = 4.5.
    let text = r#"supports = [{ at = "S", kind = "pin" }, { at = "A", kind = "roller" }]
        loads = [{ kind = "force", on = "ring", at = "T", size = 6, direction = "up" }]
        [points]
        A = [0, 0]
        S = [2, 0]
        B = [4, 0]
        C = [4, 4]
        T = [2, 4]
        D = [0, 4]
        [bodies]
        ring = { runs = [["A", "S", "B", "C", "T", "D", "A"]], EI = "EI" }"#;
    let a = answers(text);
    // The run goes round counter-clockwise: its left is inside, which is compressed where the forces make it bulge.
    assert_near(moment(&a, 0, 2.0), 4.5);
    assert_near(moment(&a, 0, 0.0), -1.5);
    assert_near(moment(&a, 1, 0.0), -1.5);
    assert_near(moment(&a, 1, 2.0), -1.5);
    assert!(a.warnings.iter().all(|w| w.name != WarningName::ClosedRing));
}

#[test]
fn what_only_pushes_lets_go() {
    // Two spans of 4 and 6 with 30 in the middle of the first: the far end lifts off a roller that only pushes, and A and B carry alone.
    let one_way = r#"{ at = "A", kind = "pin" }, { at = "B", kind = "roller", one_way = true }, { at = "C", kind = "roller", one_way = true }"#;
    let load = r#"{ kind = "force", at = "P", size = 30, direction = "down" }"#;
    let a = bent(&[("A", 0.0), ("P", 2.0), ("B", 4.0), ("C", 10.0)], one_way, load);
    assert_eq!(a.released, ["C"]);
    assert_near(reaction(&a, "B")[1], 15.0);
    assert!(moved(&a, "C").moves[1] > 0.0);
    // With 12 in the middle of the second span it touches again.
    let more = format!("{load}, {{ kind = \"force\", at = \"D\", size = 12, direction = \"down\" }}");
    let a = bent(&[("A", 0.0), ("P", 2.0), ("B", 4.0), ("D", 7.0), ("C", 10.0)], one_way, &more);
    assert!(a.released.is_empty());
    // 2 M_B · 10 = −(3/8) P₁ L₁² − (3/8) P₂ L₂².
    let m = -(3.0 / 8.0 * 30.0 * 16.0 + 3.0 / 8.0 * 12.0 * 36.0) / 20.0;
    assert_near(moment(&a, 0, 4.0), m);
    assert_near(reaction(&a, "C")[1], 6.0 + m / 6.0);
}

#[test]
fn what_is_missing_is_named() {
    let refused = |text: &str| answers(text).stiffness.unwrap().refused.unwrap();
    // A bar without EA beside another one that has it: both hold the same load.
    let two = r#"bars = [{ ends = ["A", "C"], EA = 100 }, ["B", "C"], ["D", "C"]]
        supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }, { at = "D", kind = "pin" }]
        loads = [{ kind = "force", at = "C", size = 1, direction = "down" }]
        [points]
        A = [0, 2]
        B = [1, 2]
        D = [3, 2]
        C = [1, 0]"#;
    // Two rigid bars fix the joint: the third one gives way and carries nothing. That is an answer.
    let a = answers(two);
    assert_near(a.bars["A-C"].force.unwrap(), 0.0);
    assert_near(a.bars["B-C"].force.unwrap(), 1.0);
    let r = refused(
        &two.replace("B = [1, 2]\n        D", "B = [1, 2]\n        E = [2, 2]\n        D")
            .replace(r#"["D", "C"]]"#, r#"["D", "C"], ["E", "C"]]"#)
            .replace(
                r#"{ at = "D", kind = "pin" }]"#,
                r#"{ at = "D", kind = "pin" }, { at = "E", kind = "pin" }]"#,
            ),
    );
    assert_eq!(r.name, RefusalName::MemberWithoutStiffness);
    assert_eq!(r.about, ["B-C", "D-C", "E-C"]);
    // Ratios with a settlement.
    let ratios = portal("")
        .replace(r#"{ at = "D", kind = "pin" }"#, r#"{ at = "D", kind = "pin", settlement = "5 mm" }"#);
    let r = refused(&ratios);
    assert_eq!(r.name, RefusalName::RatiosNotEnough);
    assert_eq!(r.about, ["the settlement of D"]);
    let mixed = portal("").replace(r#"EI = ["EI", "2 EI", "EI"]"#, r#"EI = ["EI", 9000, "EI"]"#);
    assert_eq!(refused(&mixed).name, RefusalName::StiffnessMixed);
}

#[test]
fn bad_stiffnesses_are_told() {
    let told = |from: &str, to: &str| {
        let text = common::toml(&portal("")).replace(from, to);
        assert!(text.contains(to), "{to}");
        let found = problems(&text, Syntax::Toml);
        assert_eq!(found.len(), 1, "{found:?}");
        (found[0].path.clone(), found[0].message.clone())
    };
    let ei = r#"EI = ["EI", "2 EI", "EI"]"#;
    assert_eq!(
        told(ei, "EI = [1, 2]").1,
        "\"frame\" has 3 runs, 3 straight stretches and 4 pieces from point to point, and 2 stiffnesses."
    );
    assert_eq!(told(ei, "EI = -4").0, "bodies.frame.EI");
    assert_eq!(
        told(ei, "EI = \"3 kN\"").1,
        "\"3 kN\" is a force, where a force times a length squared belongs."
    );
    let pin = r#"{ at = "D", kind = "pin" }"#;
    assert_eq!(
        told(pin, r#"{ at = "D", kind = "pin", spring = 0 }"#).1,
        "The spring of support D is not positive."
    );
    assert_eq!(told(pin, r#"{ at = "D", kind = "pin", turned = 1 }"#).1, "A pin has no \"turned\".");
    let warm = "temperature = [{ of = [\"frmae\"], change = 3 }]\nloads = []";
    assert_eq!(told("loads = []", warm).1, "There is no body or bar \"frmae\".");
    let warm = "temperature = [{ change = 3 }]\nloads = []";
    assert!(told("loads = []", warm).1.starts_with("frame warms up"));
    let sheet = solved(&portal(""));
    assert!(Checks(&sheet).by_hand().unwrap().is_ok());
}
