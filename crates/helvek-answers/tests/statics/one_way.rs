//! One-way parts against enumeration of all states, and verdicts that flip at the tipping load.

use crate::common::{answers, assert_near, solved};
use helvek_answers::StatusWord;
use helvek_answers::WarningName;
use helvek_random::assembly::Dice;
use helvek_sheet::sheet::SupportKind;
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::equilibrium::Equilibrium;
use helvek_statics::model::{self, Model};
use helvek_statics::solution;
use helvek_statics::verdict::{self, OneWayState, Status};
use proptest::prelude::*;
use proptest::test_runner::RngSeed;
use std::fmt::Write;

/// A body on one-way surfaces, with perhaps a pin or a roller that holds both ways.
fn body(seed: u64) -> String {
    let mut dice = Dice(seed);
    let count = 2 + dice.below(4);
    let mut text = String::from("format = \"helvek-sheet/1\"\nsupports = [\n");
    match dice.below(3) {
        0 => text.push_str("{ name = \"both\", at = \"H\", kind = \"pin\" },\n"),
        1 => text.push_str("{ name = \"both\", at = \"H\", kind = \"roller\", normal = \"right\" },\n"),
        _ => {}
    }
    for i in 0..count {
        let normal = [90, 90, 90, 60, 120, 270][dice.below(6)];
        writeln!(text, "{{ name = \"c{i}\", at = \"P{i}\", kind = \"surface\", normal = {normal} }},")
            .unwrap();
    }
    text.push_str("]\nloads = [\n");
    for _ in 0..2 {
        let (at, x, y) = (dice.below(count), dice.between(-1.0, 1.0), dice.between(-5.0, 2.0));
        let x = if dice.below(2) == 0 { 0.0 } else { x };
        writeln!(text, "{{ kind = \"force\", at = \"P{at}\", components = [{x}, {y}] }},").unwrap();
    }
    text.push_str("]\n[points]\nH = [2.3, 0.4]\n");
    let mut run = vec!["\"H\"".to_owned()];
    for i in 0..count {
        writeln!(text, "P{i} = [{}, {}]", dice.between(0.0, 6.0), 1.0 + i as f64).unwrap();
        run.push(format!("\"P{i}\""));
    }
    writeln!(text, "[bodies]\nb = {{ runs = [[{}]] }}", run.join(", ")).unwrap();
    text
}

/// Every set of contacts that carries with right signs and without self-stress: the forces of all contacts in that state.
fn states(model: &Model) -> Vec<Vec<f64>> {
    let contacts: Vec<usize> = model
        .supports
        .iter()
        .enumerate()
        .filter(|(_, s)| s.holding.kind == SupportKind::Surface)
        .map(|(i, _)| i)
        .collect();
    let mut found: Vec<Vec<f64>> = Vec::new();
    for mask in 0u32..(1 << contacts.len()) {
        let mut state = model.clone();
        let on = |i: &usize| contacts.iter().position(|c| c == i).is_none_or(|k| mask & (1 << k) != 0);
        let kept: Vec<usize> = (0..model.supports.len()).filter(on).collect();
        state.supports = kept.iter().map(|i| model.supports[*i].clone()).collect();
        for support in &mut state.supports {
            support.holding = support.holding.both_ways();
        }
        let equilibrium = Equilibrium::of(&state);
        let verdict = verdict::judge(&equilibrium);
        if !verdict.equilibrium || verdict.degree > 0 {
            continue;
        }
        let force = |contact: &usize| {
            kept.iter().position(|k| k == contact).map_or(0.0, |k| {
                let own = |c: &helvek_statics::equilibrium::Column| {
                    c.of == helvek_statics::equilibrium::ColumnOf::Support(state_support(k))
                };
                verdict.values[equilibrium.columns.iter().position(own).unwrap()]
            })
        };
        let forces: Vec<f64> = contacts.iter().map(force).collect();
        let close = |a: &[f64], b: &[f64]| a.iter().zip(b).all(|(x, y)| (x - y).abs() < 1e-3);
        if forces.iter().all(|f| *f >= -1e-6) && !found.iter().any(|f| close(f, &forces)) {
            found.push(forces);
        }
    }
    found
}

fn state_support(index: usize) -> model::SupportId {
    // Ids are places in the list: any model of that many supports hands them out.
    let text: String =
        (0..=index).map(|i| format!("{{ name = \"s{i}\", at = \"A\", kind = \"pin\" }},")).collect();
    let asked = format!(
        "supports = [{text}]\n[points]\nA = [0, 0]\nB = [1, 0]\n[bodies]\nb = {{ runs = [[\"A\", \"B\"]] }}"
    );
    match solved(&asked).model.asked[index] {
        model::Asked::Support(id) => id,
        _ => unreachable!(),
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 150, failure_persistence: None, rng_seed: RngSeed::Fixed(11), ..ProptestConfig::default() })]

    #[test]
    fn the_state_that_is_found_is_the_only_one_or_it_is_said(seed in any::<u64>()) {
        let text = body(seed);
        let built = model::build(&sheet::read(&text, Syntax::Toml));
        // Points in one line would double back; those sheets are not about contacts.
        if !built.problems.is_empty() {
            return Ok(());
        }
        let states = states(&built.model);
        let solved = solution::solve(built.model);
        let verdict = &solved.verdict;
        match &states[..] {
            [] => prop_assert_eq!(verdict.status, Status::Unstable, "{}", text),
            [only] => {
                prop_assert!(verdict.equilibrium, "{}", text);
                let values = solved.full_values();
                let contacts = solved.full.columns.iter().zip(values).filter(|(c, _)| c.one_way.is_some());
                for ((column, value), expected) in contacts.zip(only) {
                    let value = value.unwrap_or(f64::NAN);
                    prop_assert!((value - expected).abs() < 1e-3, "{}: {} instead of {} in {}", column.symbol, value, expected, text);
                }
            }
            _ => {
                prop_assert_eq!(verdict.status, Status::Indeterminate, "{}", text);
                prop_assert_eq!(&verdict.one_way, &OneWayState::NotUnique, "{}", text);
            }
        }
    }
}

/// A bench of 4 m and 2 kN (at its middle) on two trestles at 0.5 m and 3 m, with a load beyond the second. About the second: 2·1 = P·1.
fn bench(load: f64) -> String {
    format!(
        r#"supports = [
          {{ at = "A", kind = "surface" }}, {{ at = "B", kind = "surface" }},
          {{ name = "stop", at = "O", kind = "roller", normal = "right" }},
        ]
        loads = [{{ kind = "weight", at = "G", size = 2 }}, {{ name = "P", kind = "force", at = "E", size = {load}, direction = "down" }}]
        [points]
        O = [0, 0]
        A = [0.5, 0]
        G = [2, 0]
        B = [3, 0]
        E = [4, 0]
        [bodies]
        bench = {{ runs = [["O", "A", "G", "B", "E"]] }}"#
    )
}

#[test]
fn the_verdict_flips_at_the_tipping_load_and_names_hold_and_ballast() {
    assert_eq!(answers(&bench(1.98)).status, StatusWord::Determinate);
    let tipped = answers(&bench(2.02));
    assert_eq!(tipped.status, StatusWord::Unstable);
    let tips = tipped.tips.unwrap();
    // About B: A·2.5 = 2.02·1 − 2·1.
    assert_eq!(tips.holds[0].part, "A");
    assert_near(tips.holds[0].force, 0.02 / 2.5);
    // The far end rises most, 3 m from B.
    let ballast = tips.ballast.unwrap();
    assert_eq!(ballast.at, "O");
    assert_near(ballast.weight, 0.02 / 3.0);
    let motion = tipped.free_motion.unwrap();
    assert!(motion.bodies[0].rotation < 0.0, "clockwise about B");
    assert_near(motion.bodies[0].centre.unwrap()[0], 3.0);
}

#[test]
fn a_counter_braced_panel_carries_by_the_cable_that_is_pulled() {
    // A square panel, pushed to the right at the top: the cable A–C is pulled, B–D goes slack.
    let panel = |push: &str| {
        answers(&format!(
            r#"bars = [["A", "B"], ["B", "C"], ["C", "D"],
              {{ ends = ["A", "C"], kind = "cable" }}, {{ ends = ["B", "D"], kind = "cable" }}]
            supports = [{{ at = "A", kind = "pin" }}, {{ at = "D", kind = "pin" }}]
            loads = [{{ kind = "force", at = "B", size = 3, direction = "{push}" }}]
            [points]
            A = [0, 0]
            B = [0, 1]
            C = [1, 1]
            D = [1, 0]"#
        ))
    };
    let right = panel("right");
    assert_eq!((right.status, right.released.as_slice()), (StatusWord::Determinate, &["B-D".to_owned()][..]));
    assert_near(right.bars["A-C"].force.unwrap(), 3.0 * 2f64.sqrt());
    assert_eq!(right.bars["B-D"].force, Some(0.0));
    let left = panel("left");
    assert_eq!(left.released, ["A-C"]);
    assert_near(left.bars["B-D"].force.unwrap(), 3.0 * 2f64.sqrt());
}

#[test]
fn a_table_on_four_legs_says_that_it_cannot_say() {
    let table = answers(
        r#"supports = [{ at = "A", kind = "surface" }, { at = "B", kind = "surface" }, { at = "C", kind = "surface" }]
        loads = [{ kind = "force", at = "B", size = 3, direction = "down" }]
        [points]
        A = [0, 0]
        B = [1, 0]
        C = [2, 0]
        [bodies]
        top = { runs = [["A", "B", "C"]] }"#,
    );
    assert_eq!(table.status, StatusWord::Indeterminate);
    assert!(table.warnings.iter().any(|w| w.name == WarningName::OneWayNotUnique), "{:?}", table.warnings);
    assert!(table.reactions.iter().all(|r| r.force[1].is_none()));
}
