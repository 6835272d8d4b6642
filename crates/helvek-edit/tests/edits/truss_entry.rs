//! Trusses entered as a person types them, checked by what they come to.

use crate::drawn::{answers, draw, edit};
use helvek_answers::WarningName;
use helvek_answers::{Answers, StatusWord};
use helvek_sheet::sheet::{self, FORMAT, Sheet};
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn bar(answers: &Answers, name: &str) -> f64 {
    answers.bars[name].force.unwrap()
}

/// A bracket of three bars out from a wall: A (0, 0) and B (0, 3) on the wall, C (4, 0) loaded by 6 down.
const BRACKET: &[&str] = &[
    r#"{"edit":"bars","through":"0;0 4;0 0;3"}"#,
    r#"{"edit":"support","kind":"pin","place":"A"}"#,
    r#"{"edit":"support","kind":"pin","place":"C"}"#,
    r#"{"edit":"force","size":"6","place":"B"}"#,
];

#[test]
fn bars_run_through_joints_that_are_typed() {
    // The tie from (4, 0) to (0, 3) is 5 long: T·3/5 = 6, so T = 10, and the strut has −10·4/5 = −8.
    let found = answers(&draw(BRACKET));
    assert!((bar(&found, "B-C") - 10.0).abs() < 1e-12);
    assert!((bar(&found, "A-B") + 8.0).abs() < 1e-12);
}

#[test]
fn what_nothing_holds_yet_is_put_on_its_feet() {
    // Panels that hang below a level chord: its lowest joints lie inside, the first cure holds there and not at the top.
    for rise in ["2", "-2"] {
        let typed = format!(
            r#"{{"edit":"truss","span":"8","panels":"4","rise":"{rise}","outline":"sloping ends","held":"not yet"}}"#
        );
        let sheet = draw(&[&typed, r#"{"edit":"cure","index":0}"#]);
        let low = sheet.points.values().filter_map(|at| match at[1] {
            sheet::Quantity::Number(y) => Some(y),
            sheet::Quantity::Text(_) => None,
        });
        let low = low.fold(f64::INFINITY, f64::min);
        let ends: Vec<_> = sheet.supports.iter().map(|s| (s.kind, s.at.clone())).collect();
        assert_eq!(
            ends.iter().map(|(kind, _)| *kind).collect::<Vec<_>>(),
            [sheet::SupportKind::Pin, sheet::SupportKind::Roller]
        );
        assert!(ends.iter().all(|(_, at)| sheet.points[at][1] == sheet::Quantity::Number(low)), "{ends:?}");
        assert_eq!(answers(&sheet).status, StatusWord::Determinate, "{rise}");
    }
}

#[test]
fn no_cure_is_proposed_twice() {
    for drawn in [
        r#"{"edit":"beam","length":"6"}"#,
        r#"{"edit":"body","through":"0;0 3;0 3;2"}"#,
        r#"{"edit":"truss","span":"8","panels":"4","held":"not yet"}"#,
    ] {
        let cures = answers(&draw(&[drawn])).free_motion.unwrap().cures;
        assert!(!cures.is_empty(), "{drawn}");
        assert!(cures.iter().enumerate().all(|(i, cure)| !cures[..i].contains(cure)), "{drawn}: {cures:?}");
    }
}

#[test]
fn joints_are_typed_by_steps_by_length_and_slope_and_half_way() {
    let stepped = draw(&[r#"{"edit":"bars","through":"1;1 +2;0 3@90 A+2@180, A/B C"}"#]);
    let at = |name: &str| format!("{:?}", stepped.points[name]);
    assert_eq!(at("B"), "[Number(3.0), Number(1.0)]");
    assert_eq!(at("C"), "[Number(3.0), Number(4.0)]");
    assert_eq!(at("D"), "[Number(-1.0), Number(1.0)]");
    assert_eq!(at("E"), "[Number(2.0), Number(1.0)]");
    // E came to stand on the bar A-B and parts it.
    let ends: Vec<_> = stepped.bars.iter().map(|b| b.ends().join("-")).collect();
    assert_eq!(ends, ["A-E", "E-B", "B-C", "C-D", "E-C"]);
    // One long run passes through what lies on it.
    let through =
        edit(&draw(&[r#"{"edit":"bars","through":"0;0, 2;0, 4;0"}"#]), r#"{"edit":"bars","through":"A C"}"#);
    assert_eq!(through.unwrap().bars.iter().map(|b| b.ends().join("-")).collect::<Vec<_>>(), ["A-B", "B-C"]);
}

#[test]
fn what_cannot_be_run_through_is_said_in_its_slot() {
    let sheet = draw(BRACKET);
    for (text, says) in [
        ("A B", "All of this is there already"),
        ("A D", "There is no joint \"D\""),
        ("A 2", "one number"),
        ("2@60 A", "none stands before it"),
        ("A A", "A follows on A"),
        ("A 1;2kg", "a mass"),
        ("", "Nothing to run through"),
    ] {
        let refused = edit(&sheet, &format!(r#"{{"edit":"bars","through":"{text}"}}"#)).unwrap_err();
        assert!(refused.starts_with("through: ") && refused.contains(says), "{text}: {refused}");
    }
}

#[test]
fn every_truss_by_panels_is_determinate_and_carries_a_load_anywhere() {
    let mut made = 0;
    for outline in ["level", "sloping ends", "peak", "lean-to"] {
        for web in
            ["rising outwards", "rising inwards", "all one way", "in turns", "no posts", "from half-way"]
        {
            for held in ["both ends", "one end"] {
                for panels in [1, 2, 3, 4] {
                    for rise in [if panels % 2 == 0 { "1.7" } else { "-1.3" }] {
                        let json = format!(
                            r#"{{"edit":"truss","span":"9","panels":"{panels}","rise":"{rise}","outline":"{outline}","web":"{web}","held":"{held}"}}"#
                        );
                        let empty = Sheet { format: FORMAT.into(), ..Sheet::default() };
                        let Ok(sheet) = edit(&empty, &json) else { continue };
                        let loaded =
                            edit(&sheet, r#"{"edit":"force","size":"5","place":"B","direction":"250"}"#)
                                .unwrap();
                        let found = answers(&loaded);
                        assert_eq!(found.status, StatusWord::Determinate, "{json}");
                        assert_eq!(sheet.bars.len() + 3, 2 * sheet.points.len(), "{json}");
                        assert!(found.checks.iter().all(|c| c.ok), "{json}");
                        assert!(found.warnings.iter().all(|w| w.name != WarningName::BarsCross), "{json}");
                        made += 1;
                    }
                }
            }
        }
    }
    assert!(made > 40, "{made}");
}

#[test]
fn a_truss_of_nine_bars_is_the_one_a_person_would_draw() {
    // Bottom A B C D at 0, 2, 4, 6, top E F at 2, 4, 1.5 high; 12 kN at C. Reaction at A: 12·2/6 = 4.
    // Moments about E of the left part: −4·2 + N_BC·1.5 = 0. Section B-C, B-F or C-E, E-F: falling towards the middle, E-C.
    let sheet = draw(&[
        r#"{"edit":"truss","span":"6","panels":"3","rise":"1.5","outline":"sloping ends"}"#,
        r#"{"edit":"force","size":"12","place":"C"}"#,
    ]);
    assert_eq!(sheet.bars.len(), 9);
    let found = answers(&sheet);
    assert!((bar(&found, "B-C") - 16.0 / 3.0).abs() < 1e-12);
    // Across the section E-C carries what is left of the shear: 4 − N·1.5/2.5 = 0.
    assert!((bar(&found, "E-C") - 4.0 * 2.5 / 1.5).abs() < 1e-12, "{:?}", found.bars);
    // Moments about C of the left part: −4·4 − N_EF·1.5 = 0.
    assert!((bar(&found, "E-F") + 32.0 / 3.0).abs() < 1e-12);
}

#[test]
fn loads_go_on_many_joints_at_once() {
    let sheet = draw(&[
        r#"{"edit":"truss","span":"8","rise":"2"}"#,
        r#"{"edit":"force","size":"3","place":"F..H"}"#,
        r#"{"edit":"weight","size":"40","place":"B, D"}"#,
    ]);
    let at: Vec<_> = answers(&sheet).reactions.iter().map(|r| r.force[1].unwrap()).collect();
    // F, G, H stand above A, B, C at 0, 2, 4 of 8: 3·(1 + 3/4 + 1/2), and the rest.
    let weights = 2.0 * 40.0 * 9.81e-3;
    assert!((at[0] - (3.0 * 2.25 + weights / 2.0)).abs() < 1e-12, "{at:?}");
    assert!((at[1] - (3.0 * 0.75 + weights / 2.0)).abs() < 1e-12, "{at:?}");
}

#[test]
fn a_bar_that_is_to_carry_between_its_joints_becomes_a_member() {
    let sheet = draw(BRACKET);
    let refused = edit(&sheet, r#"{"edit":"force","size":"2","place":"2;0"}"#).unwrap_err();
    assert!(refused.contains("between the joints of bar A-B"), "{refused}");
    let member = edit(&sheet, r#"{"edit":"member","bar":"A-B"}"#).unwrap();
    let loaded = edit(&member, r#"{"edit":"force","size":"2","place":"2;0"}"#).unwrap();
    // Moments of A-B about A: −2·2 − 6·4 + T·(3/5)·4 = 0.
    let found = answers(&loaded);
    assert_eq!(found.status, StatusWord::Determinate);
    assert!((bar(&found, "B-C") - 28.0 / 2.4).abs() < 1e-12, "{:?}", found.bars);
    // Two members at one joint are pinned to each other.
    let both = edit(&member, r#"{"edit":"member","bar":"B-C"}"#).unwrap();
    assert_eq!(both.joints.len(), 1);
    assert!((answers(&both).reactions[1].force[0].unwrap() + 8.0).abs() < 1e-12);
}

#[test]
fn crossing_bars_are_joined_and_what_was_asked_stays_asked() {
    let crossed = draw(&[r#"{"edit":"bars","through":"0;0 3;2, 0;4 4;0"}"#]);
    let mut asked = crossed.clone();
    asked.find = vec![sheet::Find::Bar { bar: "C-D".into() }];
    let joined = edit(&asked, r#"{"edit":"join","bars":["A-B","C-D"]}"#).unwrap();
    // y = 2x/3 and y = 4 − x meet at x = 2.4.
    let ends: Vec<_> = joined.bars.iter().map(|b| b.ends().join("-")).collect();
    assert_eq!(ends, ["A-E", "E-B", "C-E", "E-D"]);
    assert_eq!(format!("{:?}", joined.points["E"]), "[Number(2.4), Number(1.6)]");
    assert_eq!(joined.find.len(), 2);
}

#[test]
fn half_a_truss_is_mirrored_and_a_panel_repeated() {
    let half = draw(&[
        r#"{"edit":"bars","through":"0;0 2;0 4;0 2;1 0;0, 4;0 4;2 2;1 2;0"}"#,
        r#"{"edit":"force","size":"3","place":"D"}"#,
    ]);
    let ids = r#""ids":["point:A","point:B","point:C","point:D","point:E","load:F1"]"#;
    let whole = edit(&half, &format!(r#"{{"edit":"mirror",{ids},"copy":"yes"}}"#)).unwrap();
    // Seven bars, of which the post in the line of the mirror stays one; the two joints in it stay two.
    assert_eq!((whole.points.len(), whole.bars.len(), whole.loads.len()), (8, 13, 2));
    let panel = draw(&[r#"{"edit":"bars","through":"0;0 2;0 2;1 0;1 0;0 2;1"}"#]);
    let ids = r#""ids":["point:A","point:B","point:C","point:D"]"#;
    let chain = edit(&panel, &format!(r#"{{"edit":"shift",{ids},"by":"2 right","copies":"2"}}"#)).unwrap();
    assert_eq!((chain.points.len(), chain.bars.len()), (8, 13));
}

#[test]
fn a_bar_that_goes_takes_its_loose_end_along() {
    let sheet = draw(&[r#"{"edit":"bars","through":"0;0 4;0 0;3 0;0, C -1;5"}"#]);
    let gone = edit(&sheet, r#"{"edit":"remove","ids":["bar:C-D"]}"#).unwrap();
    assert_eq!(gone.points.keys().collect::<Vec<_>>(), ["A", "B", "C"]);
}

#[test]
fn a_first_length_in_feet_sets_the_units() {
    let sheet = draw(&[r#"{"edit":"truss","span":"40 ft","rise":"6"}"#]);
    assert_eq!((sheet.units.length.as_deref(), sheet.units.force.as_deref()), (Some("ft"), Some("kip")));
}

/// A small truss and random edits of trusses, some of them nonsense.
fn truss_edits() -> impl Strategy<Value = String> {
    let joint = prop::sample::select(vec!["A", "B", "C", "D", "E", "F"]);
    let bar = prop::sample::select(vec!["A-B", "B-C", "E-B", "C-D", "A-E", "E-F", "F-C", "B-F"]);
    let token = prop::sample::select(vec!["A", "B", "C", "E", "5;1", "+1;1", "2@40", "A/C", "7;0", "Q", ","]);
    let size = prop::sample::select(vec!["3", "1.5 kN", "8 kg/m", "0.2 kN/m", ""]);
    prop_oneof![
        prop::collection::vec(token, 1..5)
            .prop_map(|t| format!(r#"{{"edit":"bars","through":"{}"}}"#, t.join(" "))),
        (bar.clone(), size.clone())
            .prop_map(|(b, s)| format!(r#"{{"edit":"bar","name":"{b}","tension":"{s}"}}"#)),
        bar.clone().prop_map(|b| format!(r#"{{"edit":"bar","name":"{b}","rename":"tie"}}"#)),
        (bar.clone(), bar.clone(), size.clone())
            .prop_map(|(a, b, s)| format!(r#"{{"edit":"limit","bars":"{a} {b}","compression":"{s}"}}"#)),
        size.clone().prop_map(|s| format!(r#"{{"edit":"limit","tension":"{s}","compression":"4"}}"#)),
        bar.clone().prop_map(|b| format!(r#"{{"edit":"member","bar":"{b}"}}"#)),
        bar.clone().prop_map(|b| format!(r#"{{"edit":"remove","ids":["bar:{b}"]}}"#)),
        joint.clone().prop_map(|j| format!(r#"{{"edit":"remove","ids":["point:{j}"]}}"#)),
        (joint.clone(), 0usize..6).prop_map(|(j, n)| format!(r#"{{"edit":"pick","at":"{j}","after":{n}}}"#)),
        (bar.clone(), bar.clone(), bar.clone())
            .prop_map(|(a, b, c)| format!(r#"{{"edit":"section","bars":"{a} {b} {c}"}}"#)),
        (joint.clone(), joint.clone(), size.clone()).prop_map(|(a, b, s)| format!(
            r#"{{"edit":"force","size":"{s}","place":"{a} {b}","case":"snow"}}"#
        )),
        (bar, size).prop_map(|(b, s)| format!(
            r#"{{"edit":"weight","size":"{s}","place":"{b}","case":"permanent"}}"#
        )),
        (joint.clone(), joint.clone()).prop_map(|(a, b)| format!(
            r#"{{"edit":"stretch","axis":"x","first":"{a}","second":"{b}","value":"2.5"}}"#
        )),
        joint.clone().prop_map(|j| format!(r#"{{"edit":"point","name":"{j}","y":"1.25"}}"#)),
        joint.prop_map(|j| format!(r#"{{"edit":"point","name":"{j}","rename":"Z"}}"#)),
        Just(r#"{"edit":"mirror","ids":["point:A","point:B","point:E"],"copy":"yes"}"#.to_owned()),
        Just(r#"{"edit":"shift","ids":["bar:A-B","point:E"],"by":"1 up","copies":"1"}"#.to_owned()),
        Just(r#"{"edit":"units","length":"ft","force":"lb"}"#.to_owned()),
        Just(r#"{"edit":"cure","index":0}"#.to_owned()),
    ]
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 30, rng_seed: RngSeed::Fixed(5), failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn no_sequence_of_edits_leaves_a_wrong_truss(list in prop::collection::vec(truss_edits(), 1..14)) {
        let mut sheet = draw(&[
            r#"{"edit":"truss","span":"6","panels":"3","rise":"1.5","outline":"sloping ends"}"#,
            r#"{"edit":"force","size":"12","place":"C"}"#,
        ]);
        for json in list {
            let Ok(after) = edit(&sheet, &json) else { continue };
            if after.bars.is_empty() && after.bodies.is_empty() {
                break;
            }
            let found = answers(&after);
            prop_assert!(found.checks.iter().all(|c| c.ok), "{json}: {:?}\n{}", found.checks, serde_json::to_string(&after).unwrap());
            sheet = after;
        }
    }
}
