//! Redundant structures by hand against stiffness, and the table itself against one worked on paper.

use crate::common::{assert_near, solved};
use helvek_checks::Checks;
use helvek_checks::hand_methods::{ByHand, Case, EndKind, Inapplicable, Redundant};
use helvek_random::frames::Framed;

fn by_hand(text: &str) -> ByHand {
    Checks(&solved(text)).by_hand().expect("it is redundant").unwrap_or_else(|why| panic!("{why:?}\n{text}"))
}

fn close(got: &[f64], expected: &[f64], part: f64, what: &str) {
    let largest = expected.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    for (a, b) in got.iter().zip(expected) {
        assert!((a - b).abs() <= part * largest, "{what}: {a} for {b} of {largest}");
    }
}

#[test]
fn all_methods_agree_with_stiffness() {
    // Upright and crooked frames with up to two storeys, fixed and hinged feet, unequal columns.
    let mut swaying = 0;
    for seed in 0..80 {
        let frame = Framed::grown(seed, (2, 2), seed % 2 == 1);
        let text = format!("conventions = {{ decimals = 6, rounds = 60 }}\n{}", frame.written(false));
        let hand = by_hand(&text);
        swaying += usize::from(hand.frame.sways.len() > 1);
        close(&hand.slopes.moments, &hand.exact, 1e-8, &format!("slopes, seed {seed}"));
        // Rounded entries add up over the rounds and both cases.
        close(&hand.distribution.moments, &hand.exact, 3e-4, &format!("distribution, seed {seed}"));
        match &hand.forces {
            Ok(forces) => close(&forces.moments, &hand.exact, 1e-8, &format!("forces, seed {seed}")),
            Err(why) => assert!(matches!(why, Inapplicable::Redundants(n, 3) if *n > 3), "{why:?}"),
        }
        // Every joint is in balance to the last decimal.
        for joint in 0..hand.frame.joints.len() {
            let mine = hand.distribution.ends.iter().zip(&hand.distribution.tables[0].sums);
            let mine = mine.filter(|(end, _)| hand.frame.joint(**end) == joint);
            let turns = hand.frame.ends().into_iter().any(|end| {
                hand.frame.joint(end) == joint
                    && hand.frame.members[end.member].kinds[end.end] == EndKind::Rigid
            });
            let sum: f64 = mine.map(|(_, m)| m).sum();
            assert!(!turns || sum.abs() < 1e-6, "seed {seed}: {sum}");
        }
    }
    assert!(swaying > 20);
}

/// Two spans: A fixed, B a roller, C a roller; 12/m over the first of 4, 30 in the middle of the second of 6; EI and 1.5 EI.
const TWO_SPANS: &str = r#"
supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller", on = "left" }, { at = "C", kind = "roller" }]
loads = [{ kind = "distributed", on = "left", from = "A", to = "B", start = 12, direction = "down" },
         { kind = "force", on = "right", at = "P", size = 30, direction = "down" }]
joints = [{ at = "B", kind = "weld", of = ["left", "right"] }]
[points]
A = [0, 0]
B = [4, 0]
P = [7, 0]
C = [10, 0]
[bodies]
left = { runs = [["A", "B"]], EI = "EI" }
right = { runs = [["B", "P", "C"]], EI = "1.5 EI" }
"#;

#[test]
fn a_table_as_on_paper() {
    // k_BA = 4/4 = 1, k_BC = 3 · 1.5/6 = 0.75: shares 0.571 and 0.429. Held: M_AB = wL²/12 = 16, M_BA = −16, M_BC = (3/16) P L = 33.75, M_CB = 0.
    // Out of balance 17.75: balance −10.14 and −7.61; over to A −5.07. One round, since C is hinged and A fixed. Sum: 10.93, −26.14, 26.14.
    let text = TWO_SPANS.replace("supports", "conventions = { decimals = 2 }\nsupports");
    let hand = by_hand(&text);
    let d = &hand.distribution;
    let names: Vec<_> = d.ends.iter().map(|end| hand.frame.end_name(*end)).collect();
    assert_eq!(names, ["AB", "BA", "BC", "CB"]);
    assert_eq!(d.factors, [0.0, 0.571, 0.42900000000000005, 0.0]);
    let table = &d.tables[0];
    assert_eq!(table.case, Case::Held);
    let k = |list: &[f64]| list.iter().map(|v| (v / 10.0).round() / 100.0).collect::<Vec<_>>();
    assert_eq!(k(&table.fixed), [16.0, -16.0, 33.75, 0.0]);
    assert_eq!(k(&table.rounds[0].balanced), [0.0, -10.14, -7.61, 0.0]);
    assert_eq!(k(&table.rounds[0].carried), [-5.07, 0.0, 0.0, 0.0]);
    assert_eq!(table.rounds.len(), 2);
    assert_eq!(k(&table.sums), [10.93, -26.14, 26.14, 0.0]);
    // Exactly: M_BA = −16 − 17.75 · 4/7.
    assert_near(hand.exact[1] / 1e3, -16.0 - 17.75 * 4.0 / 7.0);
    assert!(hand.compared.sway.is_none() && hand.compared.axial.size == 0.0);
    assert!(hand.compared.rounding.size > 0.0 && hand.compared.rounding.size < 10.0);
    assert_eq!(hand.forces.unwrap().values.len(), 2);
}

#[test]
fn stopping_early_is_seen_as_such() {
    let frame = Framed::grown(4, (2, 2), false);
    let hand = by_hand(&format!("conventions = {{ decimals = 6, rounds = 1 }}\n{}", frame.written(false)));
    assert!(
        hand.distribution
            .tables
            .iter()
            .all(|table| table.rounds.len() == 1 && table.rounds[0].carried.is_empty())
    );
    assert!(hand.compared.rounds.size > 1e3 * hand.compared.rounding.size);
    // With all props holding it is another structure.
    assert!(hand.compared.sway.unwrap().size > 0.0);
}

#[test]
fn overhangs_hinges_and_settlements() {
    // An overhang C–D of 2 with 10 at its tip: 20 on the joint whatever the rest does. A hinge H inside the second span is a place that can go up and down: a prop there.
    let text = r#"
supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller", settlement = "8 mm" }, { at = "E", kind = "roller" }, { at = "C", kind = "roller" }]
loads = [{ kind = "force", on = "right", at = "D", size = 10, direction = "down" }, { kind = "couple", on = "left", at = "B", size = 6, turn = "cw" },
         { kind = "distributed", on = "left", from = "A", to = "H", start = 3, end = 7, direction = "down" }]
joints = [{ at = "H", kind = "pin", of = ["left", "right"] }]
[points]
A = [0, 0]
B = [4, 0]
H = [6, 0]
E = [9, 0]
C = [13, 0]
D = [15, 0]
[bodies]
left = { runs = [["A", "B", "H"]], EI = 9000 }
right = { runs = [["H", "E", "C", "D"]], EI = 12000 }
conventions = { decimals = 5 }
"#;
    let text = text.replace("conventions = { decimals = 5 }\n", "");
    let hand = by_hand(&format!("conventions = {{ decimals = 5, rounds = 60 }}\n{text}"));
    assert_eq!(hand.frame.sways.len(), 1);
    assert_eq!((hand.frame.sways[0].at.as_str(), hand.frame.sways[0].prop.y), ("H", 1.0));
    let at = |name: &str| hand.frame.ends().iter().position(|end| hand.frame.end_name(*end) == name).unwrap();
    assert_near(hand.exact[at("CD")] / 1e3, 20.0);
    assert_near(hand.distribution.moments[at("CD")] / 1e3, 20.0);
    close(&hand.slopes.moments, &hand.exact, 1e-9, "slopes");
    close(&hand.distribution.moments, &hand.exact, 1e-5, "distribution");
    let forces = hand.forces.unwrap();
    close(&forces.moments, &hand.exact, 1e-9, "forces");
    assert!(matches!(forces.redundants[0], Redundant::Column(_)));
}

#[test]
fn what_hand_methods_cannot_do_is_said() {
    let why = |text: &str| Checks(&solved(text)).by_hand().unwrap().unwrap_err();
    let spring = TWO_SPANS
        .replace(r#"{ at = "C", kind = "roller" }"#, r#"{ at = "C", kind = "roller", spring = 900 }"#);
    let spring = spring.replace("\"EI\"", "1000").replace("\"1.5 EI\"", "1500");
    assert_eq!(why(&spring), Inapplicable::Spring("C".into()));
    let rigid = TWO_SPANS.replace(", EI = \"1.5 EI\"", "");
    assert_eq!(why(&rigid), Inapplicable::NoBending(vec!["right".into()]));
    // Nothing is redundant here.
    assert!(
        Checks(&solved(&TWO_SPANS.replace("\"fixed\"", "\"pin\"").replace("\"weld\"", "\"pin\"")))
            .by_hand()
            .is_none()
    );
}

#[test]
fn a_ring_is_cut_by_the_method_of_forces() {
    // A closed square under two forces: three forces too many, all inside; they are found where a member is cut through.
    let text = r#"supports = [{ at = "S", kind = "pin" }, { at = "A", kind = "roller" }]
        loads = [{ kind = "force", on = "ring", at = "T", size = 6, direction = "up" }, { kind = "force", on = "ring", at = "B", size = 2, direction = "left" }]
        [points]
        A = [0, 0]
        S = [1, 0]
        B = [4, 0]
        C = [4, 3]
        T = [2, 4]
        D = [0, 4]
        [bodies]
        ring = { runs = [["A", "S", "B"], ["B", "C"], ["C", "T"], ["T", "D"], ["D", "A"]], EI = [1000, 2000, 3000, 1000, 500] }"#;
    let hand = by_hand(text);
    let forces = hand.forces.unwrap();
    assert_eq!(forces.redundants.len(), 3);
    assert!(forces.redundants.iter().all(|r| matches!(r, Redundant::Cut(..))));
    close(&forces.moments, &hand.exact, 1e-8, "forces");
    close(&hand.slopes.moments, &hand.exact, 1e-8, "slopes");
}

/// A mirrored portal of two storeys on fixed feet, with loads at B, C (lower beam) and E, F (upper beam).
fn mirrored(loads: &str, symmetry: &str) -> String {
    format!(
        r#"conventions = {{ decimals = 5, rounds = 60, symmetry = "{symmetry}" }}
supports = [{{ at = "A", kind = "fixed" }}, {{ at = "D", kind = "fixed" }}]
loads = [{loads}]
[points]
A = [0, 0]
B = [0, 4]
E = [0, 7]
F = [6, 7]
C = [6, 4]
D = [6, 0]
[bodies]
frame = {{ runs = [["A", "B"], ["B", "E"], ["E", "F"], ["F", "C"], ["C", "D"], ["B", "C"]], EI = [1000, 800, 2000, 800, 1000, 3000] }}"#
    )
}

#[test]
fn half_of_a_mirrored_frame_says_all() {
    let down = r#"{ kind = "distributed", on = "frame", from = "B", to = "C", start = 9, direction = "down" }, { kind = "force", on = "frame", at = "E", size = 4, direction = "right" }, { kind = "force", on = "frame", at = "F", size = 4, direction = "left" }"#;
    let sideways = r#"{ kind = "force", on = "frame", at = "B", size = 5, direction = "right" }, { kind = "force", on = "frame", at = "C", size = 5, direction = "right" }, { kind = "force", on = "frame", at = "E", size = 3, direction = "right" }, { kind = "force", on = "frame", at = "F", size = 3, direction = "right" }"#;
    for (loads, tables, times) in [(down, 1, 2.0), (sideways, 3, 6.0)] {
        let hand = by_hand(&mirrored(loads, "half"));
        let half = hand.distribution.half.as_ref().expect("it is mirrored");
        assert_eq!((half.axis, hand.distribution.tables.len()), (3.0, tables));
        // Three members of one side, and one end of each beam.
        assert_eq!(hand.distribution.ends.len(), 6);
        let beam = hand.distribution.ends.iter().position(|end| hand.frame.end_name(*end) == "BC").unwrap();
        assert_near(hand.distribution.stiffness[beam], times * 3000e3 / 6.0);
        assert_eq!(hand.distribution.over[beam], None);
        close(&hand.distribution.moments, &hand.exact, 1e-4, "half");
        let whole = by_hand(&mirrored(loads, "whole"));
        assert!(whole.mirrored && whole.distribution.half.is_none());
        close(&whole.distribution.moments, &hand.exact, 1e-4, "whole");
    }
    // A load on one side alone is neither: it is worked whole whatever was wished.
    let one = by_hand(&mirrored(
        r#"{ kind = "force", on = "frame", at = "B", size = 5, direction = "right" }"#,
        "half",
    ));
    assert!(!one.mirrored && one.distribution.half.is_none());
}

#[test]
fn a_couple_at_the_tip_of_an_overhang_counts() {
    // 10 counter-clockwise at T, 2 beyond the roller C of two spans: the tip itself carries it, and so does C.
    let hand = by_hand(
        r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller" }, { at = "C", kind = "roller" }]
loads = [{ kind = "couple", at = "T", size = 10 }, { kind = "force", at = "T", size = 3, direction = "down" }]
conventions = { decimals = 6, rounds = 60 }
points = { A = [0, 0], B = [4, 0], C = [9, 0], T = [11, 0] }
bodies = { beam = { runs = [["A", "B", "C", "T"]], EI = 8000 } }"#,
    );
    let ends = hand.frame.ends();
    let at = |name: &str| ends.iter().position(|end| hand.frame.end_name(*end) == name).unwrap();
    // At C the overhang has −10 + 3·2 = −4 and CB the opposite.
    for (name, expected) in [("TC", 10.0), ("CT", -4.0), ("CB", 4.0)] {
        let k = at(name);
        for moments in [&hand.exact, &hand.slopes.moments, &hand.distribution.moments] {
            assert!(
                (moments[k] / 1e3 - expected).abs() < 1e-4,
                "{name}: {} for {expected}",
                moments[k] / 1e3
            );
        }
    }
    close(&hand.slopes.moments, &hand.exact, 1e-9, "slopes");
    // Two pieces hang on each other: what the outer one carries goes over once.
    let hand = by_hand(
        r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller" }]
loads = [{ kind = "couple", at = "T", size = 6 }, { kind = "force", at = "S", size = 5, direction = "down" }]
points = { A = [0, 0], B = [4, 0], S = [5, 0], T = [7, 1] }
bodies = { beam = { runs = [["A", "B", "S", "T"]], EI = 8000 } }"#,
    );
    close(&hand.slopes.moments, &hand.exact, 1e-9, "slopes of a bent overhang");
}

#[test]
fn of_two_ends_that_differ_alike_the_first_is_named() {
    // At a joint of two members their ends differ alike but for rounding, which must not choose.
    for seed in 0..40 {
        let frame = Framed::grown(seed, (2, 2), seed % 2 == 1);
        let hand = by_hand(&format!("conventions = {{ decimals = 3 }}\n{}", frame.written(false)));
        let largest = hand.exact.iter().fold(0.0f64, |a, b| a.max(b.abs()));
        let pairs = [
            (&hand.distribution.moments, &hand.exact, hand.compared.all),
            (&hand.exact, &hand.compared.given, hand.compared.axial),
        ];
        for (a, b, told) in pairs {
            let sizes: Vec<f64> = a.iter().zip(b).map(|(a, b)| (a - b).abs()).collect();
            let most = sizes.iter().copied().fold(0.0, f64::max);
            let first = sizes.iter().position(|size| *size >= most - 0.5e-9 * largest).unwrap();
            assert_eq!(told.end, hand.frame.ends()[first], "seed {seed}: {sizes:?}");
        }
    }
}

#[test]
fn a_couple_inside_a_member_has_its_fixed_end_moments() {
    // Fixed at A, a roller at B, 6 m long, 9 kN·m counter-clockwise at a = 1.5 (b = 4.5). Held at both ends: −C·b(b − 2a)/L² = −9·4.5·1.5/36 at A,
    // C·a(2b − a)/L² = 9·1.5·7.5/36 at B. B turns freely: half of its moment comes off at A, so that M_A = −1.6875 − 2.8125/2. By the force
    // method: B would rise C·a(L − a/2)/EI = 70.875/EI, and its force is −70.875/(6³/3).
    let hand = by_hand(
        r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller" }]
loads = [{ kind = "couple", on = "beam", at = "C", size = 9, turn = "ccw" }]
conventions = { decimals = 6 }
[points]
A = [0, 0]
C = [1.5, 0]
B = [6, 0]
[bodies]
beam = { runs = [["A", "C", "B"]], EI = "EI" }
"#,
    );
    let [part] = &hand.frame.members[0].parts[..] else { panic!("{:?}", hand.frame.members[0].parts) };
    close(&part.held, &[-1687.5, 2812.5], 1e-12, "held");
    close(&hand.exact, &[-3093.75, 0.0], 1e-9, "stiffness");
    close(&hand.slopes.moments, &[-3093.75, 0.0], 1e-9, "slopes");
    close(&hand.distribution.moments, &[-3093.75, 0.0], 1e-6, "distribution");
}
