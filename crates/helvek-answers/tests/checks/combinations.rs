//! Load combinations: superposition against full solutions, envelopes against brute force.

use crate::common;
use crate::common::solved;
use helvek_answers::Publisher;
use helvek_checks::Checks;
use helvek_checks::moving_load::Facing;
use helvek_statics::internal_forces::{Diagram, Inner, Side, envelope};
use helvek_statics::solution::{State, Statics};
use proptest::prelude::*;
use proptest::test_runner::RngSeed;
use std::sync::Arc;

/// A bracketed beam with a rope: 2 per metre permanent on A–C, wind 6 down at D beyond the roller, a crowd on C–B, and a mass on a rope as case 1.
fn sheet(extra: &str, roller: &str) -> String {
    format!(
        r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller"{roller} }}]
loads = [
  {{ kind = "distributed", from = "A", to = "C", start = 2, direction = "down", case = "permanent" }},
  {{ kind = "force", at = "D", size = 6, direction = "down", case = "wind" }},
  {{ kind = "distributed", from = "C", to = "B", start = 1, end = 5, direction = "down", case = "crowd" }},
  {{ kind = "couple", at = "C", size = 3, turn = "cw", case = "wind" }},
]
combinations = [
  {{ name = "A", factors = {{ permanent = 1.35 }} }},
  {{ name = "B", factors = {{ permanent = 1.0, wind = 1.5 }} }},
  {{ name = "C", factors = {{ permanent = 1.35, crowd = 1.5, wind = -0.75, "1" = 1.0 }} }},
]
{extra}
points = {{ A = [0, 0], C = [2, 0], B = [5, 0], D = [6, 0], E = [3, -1], F = [3, 0], W = [8, -1] }}
bodies = {{ beam = {{ runs = [["A", "C", "F", "B", "D"], ["F", "E"]] }} }}
pulleys = {{ P = {{ at = "E", radius = 0.2, on = "beam" }} }}
ropes = {{ r = {{ path = [{{ at = "W" }}, {{ over = "P", turn = "ccw" }}, {{ mass = 100 }}] }} }}"#
    )
}

fn reaction(state: &State, row: usize) -> f64 {
    Publisher(&state.solved).reactions()[row].force[1].unwrap()
}

#[test]
fn factors_multiply_and_add_up() {
    // Without the rope: A–C gives B 2·2·1/5 = 0.8, wind gives 6·6/5 + 3/5 = 7.8.
    let text = sheet("", "").replace("ropes =", "#").replace("pulleys =", "#");
    let text = text.replace(r#", "1" = 1.0"#, "");
    let states = solved(&text).states().to_vec();
    assert!(states.iter().all(|state| state.superposed));
    let close = |a: f64, b: f64| assert!((a - b).abs() < 1e-9, "{a} {b}");
    close(reaction(&states[0], 1), 1.35 * 0.8);
    close(reaction(&states[1], 1), 0.8 + 1.5 * 7.8);
    // The crowd: 1 to 5 over 3 from 2: 3·1 at 3.5 and 6 at 4: (10.5 + 24)/5 = 6.9.
    close(reaction(&states[2], 1), 1.35 * 0.8 + 1.5 * 6.9 - 0.75 * 7.8);
}

#[test]
fn directions_that_are_guessed_are_the_same_in_every_state() {
    // 10 down at 1 and 15 up at 3 of 4: about A, B = (10 − 3·15)/4 = −8.75 and A = 10 − 15 + 8.75 = 3.75. Alone the first gives A 7.5, the second −3.75, and the
    // directions against the loads are up for the one, down for the other and for both together.
    let guessed = r#"conventions = { assume = "guess" }
supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [
  { kind = "force", at = "C", size = 10, direction = "down", case = "permanent" },
  { kind = "force", at = "D", size = 15, direction = "up", case = "wind" },
]
combinations = [
  { name = "both", factors = { permanent = 1, wind = 1 } },
  { name = "calm", factors = { permanent = 1.2 } },
]
moving = [{ from = "A", to = "B", direction = "down", axles = [{ size = 2 }] }]
points = { A = [0, 0], C = [1, 0], D = [3, 0], B = [4, 0] }
bodies = { beam = { runs = [["A", "C", "D", "B"]] } }"#;
    let drawn = solved(guessed);
    let close = |a: f64, b: f64| assert!((a - b).abs() < 1e-9, "{a} {b}");
    let [both, calm] = drawn.states() else { panic!("two states") };
    close(reaction(both, 0), 3.75);
    close(reaction(both, 1), -8.75);
    close(reaction(calm, 0), 1.2 * 7.5);
    let m =
        |state: &State| state.solved.inside()[0].diagram.as_ref().unwrap().at(Inner::M, 3.0, Side::Before);
    close(m(both), 1e3 * (3.0 * 3.75 - 2.0 * 10.0));
    // A force of the train at x puts 1 − x/4 on A, upwards; A is drawn as 3.75 up, assumed downwards.
    let a = drawn.full.column_ids().find(|id| drawn.full.column(*id).symbol.to_string() == "A_y").unwrap();
    let assumed = drawn.full.column(a).acts[0].wrench.force.y;
    let line = Checks(&drawn).passages()[0].line(a).unwrap();
    close(line.pieces[0].first * assumed, 1.0);
    close(drawn.full_values()[a.index()].unwrap() * assumed, 3.75e3);
}

#[test]
fn states_share_the_structure_and_its_equations() {
    let text = sheet("moving = [{ from = \"C\", to = \"B\", axles = [{ size = 2 }] }]", "");
    let text = text.replace("ropes =", "#").replace("pulleys =", "#").replace(r#", "1" = 1.0"#, "");
    let drawn = solved(&text);
    let shared = |other: &Statics| {
        Arc::ptr_eq(&drawn.model.structure, &other.model.structure)
            && Arc::ptr_eq(&drawn.full.freed, &other.full.freed)
    };
    assert!(drawn.states().len() == 3 && drawn.states().iter().all(|state| shared(&state.solved)));
    let stand = drawn.model.under(Checks(&drawn).passages()[0].placed(1.0, Facing::On));
    assert!(Arc::ptr_eq(&drawn.model.structure, &stand.structure));
    assert_eq!(stand.loading.loads.len(), drawn.model.loading.loads.len() + 1);
    // The force of the train stands 1 m behind C, where the sheet has no point.
    let spot = stand.loading.spots[0].at;
    assert_eq!((spot.x, spot.y), (3.0, 0.0));
}

#[test]
fn sums_of_cases_are_what_full_solutions_say_and_one_way_parts_are_settled_anew() {
    // The tension of the rope is one-way: solved in full. Without it, the same numbers come from sums.
    let with = solved(&sheet("", ""));
    assert!(with.states().iter().all(|state| !state.superposed));
    // A roller that only pushes: under B alone the beam stays down, with the wind upwards it lifts off.
    let pushing = sheet("", ", one_way = true").replace("ropes =", "#").replace("pulleys =", "#");
    let pushing = pushing
        .replace(r#", "1" = 1.0"#, "")
        .replace("permanent = 1.35, crowd = 1.5, wind = -0.75", "wind = -1");
    let states = solved(&pushing).states().to_vec();
    assert!(states[0].solved.verdict.equilibrium && states[1].solved.verdict.equilibrium);
    assert!(!states[2].solved.verdict.equilibrium, "it tips");
    assert!(states.iter().all(|state| !state.superposed));
}

fn diagrams(states: &[State], row: usize) -> Vec<Diagram> {
    states.iter().map(|s| s.solved.inside()[row].diagram.clone().unwrap()).collect()
}

/// Of every envelope: as large as the largest at many places, and made of what governs there.
fn agrees_with_brute_force(all: &[Diagram]) {
    let list: Vec<&Diagram> = all.iter().collect();
    for inner in Inner::ALL {
        for greatest in [true, false] {
            let parts = envelope(&list, inner, greatest);
            assert!((parts[0].start, parts[parts.len() - 1].end) == (0.0, all[0].length()));
            for pair in parts.windows(2) {
                assert!((pair[0].end - pair[1].start).abs() < 1e-9);
            }
            let scale = all
                .iter()
                .map(|d| if inner == Inner::M { d.scales.1 } else { d.scales.0 })
                .fold(0.0, f64::max);
            for part in &parts {
                for i in 1..8 {
                    let x = (part.end - part.start) * f64::from(i) / 8.0;
                    let values = all.iter().map(|d| d.at(inner, part.start + x, Side::Before));
                    let wanted = if greatest {
                        values.fold(f64::NEG_INFINITY, f64::max)
                    } else {
                        values.fold(f64::INFINITY, f64::min)
                    };
                    assert!(
                        (part.poly.at(x) - wanted).abs() <= 1e-7 * scale,
                        "{inner:?} {part:?} at {x}: {wanted}"
                    );
                    let own = all[part.of].at(inner, part.start + x, Side::Before);
                    assert!((own - wanted).abs() <= 1e-7 * scale, "{part:?}");
                }
            }
        }
    }
}

#[test]
fn envelopes_are_the_largest_of_all_combinations_everywhere() {
    let states = solved(&sheet("", "")).states().to_vec();
    agrees_with_brute_force(&diagrams(&states, 0));
    agrees_with_brute_force(&diagrams(&states, 1));
}

#[test]
fn states_that_are_multiples_of_one_another() {
    // 6 at each end under 2 per metre: V goes from 6 to −6, and every factor crosses in the middle.
    let text = common::beam(
        &[("A", 0.0), ("B", 6.0)],
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ kind = "distributed", from = "A", to = "B", start = 2, case = "dead" }]
cases = ["dead"]
combinations = [
  { name = "A", factors = { dead = 1.35 } },
  { name = "B", factors = { dead = 1.0 } },
  { name = "C", factors = { dead = 0.9 } },
]"#,
    );
    let states = solved(&text).states().to_vec();
    let all = diagrams(&states, 0);
    agrees_with_brute_force(&all);
    let list: Vec<&Diagram> = all.iter().collect();
    let [first, last] = [envelope(&list, Inner::V, true), envelope(&list, Inner::V, false)];
    common::assert_near(first[0].poly.at(0.0), 8.1e3);
    let part = last.last().unwrap();
    common::assert_near(part.poly.at(part.end - part.start), -8.1e3);
}

proptest! {
    #![proptest_config(ProptestConfig { rng_seed: RngSeed::Fixed(11), cases: 48, ..ProptestConfig::default() })]

    #[test]
    fn envelopes_of_random_combinations(factors in prop::collection::vec((-8i32..9, -8i32..9, -8i32..9), 1..7)) {
        let list: Vec<String> = factors
            .iter()
            .enumerate()
            .map(|(i, (p, w, c))| format!(
                r#"{{ name = "K{i}", factors = {{ permanent = {}, wind = {}, crowd = {} }} }}"#,
                f64::from(*p) * 0.25, f64::from(*w) * 0.25, f64::from(*c) * 0.25
            ))
            .collect();
        let text = sheet("", "").replace("ropes =", "#").replace("pulleys =", "#");
        let (before, rest) = text.split_once("combinations = [").unwrap();
        let (_, after) = rest.split_once("\n]\n").unwrap();
        let text = format!("{before}combinations = [{}]\n{after}", list.join(", "));
        let states = solved(&text).states().to_vec();
        prop_assert!(states.iter().all(|state| state.superposed));
        agrees_with_brute_force(&diagrams(&states, 0));
    }
}

#[test]
fn one_combination_by_itself_is_the_one_of_all() {
    // With the rope each is solved in full, without it each is a sum.
    let whole = sheet("", "");
    let sums = whole.replace("ropes =", "#").replace("pulleys =", "#").replace(r#", "1" = 1.0"#, "");
    for text in [whole, sums] {
        let drawn = solved(&text);
        for state in drawn.states() {
            let alone = solved(&text).state(&state.name).unwrap();
            assert_eq!((&alone.left_out, &alone.solved.verdict), (&state.left_out, &state.solved.verdict));
            assert_eq!(alone.solved.full_values(), state.solved.full_values());
        }
        assert_eq!(drawn.state("nobody's"), None);
    }
}
