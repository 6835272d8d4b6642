//! Judgement against other ways to the same: planes from the far end, sizes by counting, intervals by trying factors one by one.

use crate::common::solved;
use helvek_answers::Publisher;
use helvek_answers::{JudgementAnswer, PinAnswer};
use helvek_checks::Checks;
use helvek_checks::strength_check::CheckSort;
use helvek_checks::strength_check::SkipReason;
use helvek_statics::model::Stock;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn judged(body: &str) -> JudgementAnswer {
    let solved = solved(body);
    Publisher(&solved).published_judgement(&Checks(&solved).judgement(&[]).unwrap(), &[])
}

fn config(cases: u32, seed: u64) -> ProptestConfig {
    ProptestConfig {
        cases,
        failure_persistence: None,
        rng_seed: RngSeed::Fixed(seed),
        ..ProptestConfig::default()
    }
}

/// Bars from a joint at the origin to fixed ground in all directions, as many as hold it, and loads on it.
fn star(angles: [f64; 2], loads: &[[f64; 2]], plates: &str) -> String {
    let ends = angles.map(|a| [a.cos(), a.sin()]);
    let loads: Vec<String> = loads
        .iter()
        .enumerate()
        .map(|(i, [x, y])| {
            format!("{{ name = \"F{i}\", kind = \"force\", at = \"O\", components = [{x}, {y}] }}")
        })
        .collect();
    format!(
        r#"bars = [{{ ends = ["O", "A"], name = "a" }}, {{ ends = ["O", "B"], name = "b" }}]
supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "pin" }}]
loads = [{}]
pins = [{{ at = "O", material = "own", plates = [{plates}] }}]
[points]
O = [0, 0]
A = [{}, {}]
B = [{}, {}]
[materials]
own = {{ shear = 90, bearing = 140 }}
"#,
        loads.join(", "),
        ends[0][0],
        ends[0][1],
        ends[1][0],
        ends[1][1]
    )
}

fn pin(told: &JudgementAnswer) -> &PinAnswer {
    &told.pins[0]
}

proptest! {
    #![proptest_config(config(80, 21))]

    /// In whichever order the plates are stacked, a plane carries the same counted from either end, and what is required is the largest over all of them.
    #[test]
    fn planes_are_the_same_from_either_end(
        first in 0.1f64..1.4, second in 1.8f64..3.0,
        loads in prop::collection::vec([-9.0f64..9.0, -9.0f64..9.0], 1..3),
        order in Just(vec![0usize, 1, 2, 3]).prop_shuffle(), t in 3.0f64..12.0,
    ) {
        let owners: Vec<String> = ["a".to_owned(), "b".to_owned()].into_iter().chain((0..loads.len()).map(|i| format!("F{i}"))).collect();
        let stack: Vec<&String> = order.iter().filter(|i| **i < owners.len()).map(|i| &owners[*i]).collect();
        let plates = |stack: &[&String]| {
            let plate = |of: &&String| format!("{{ of = \"{of}\", thickness = {t}, material = \"own\" }}");
            stack.iter().map(plate).collect::<Vec<_>>().join(", ")
        };
        let told = judged(&star([first, second], &loads, &plates(&stack)));
        let turned: Vec<&String> = stack.iter().rev().copied().collect();
        let other = judged(&star([first, second], &loads, &plates(&turned)));
        let planes: Vec<f64> = pin(&told).planes.iter().map(|p| p.unwrap()).collect();
        let back: Vec<f64> = pin(&other).planes.iter().rev().map(|p| p.unwrap()).collect();
        for (a, b) in planes.iter().zip(&back) {
            prop_assert!((a - b).abs() <= 1e-9 * (1.0 + a.abs()), "{planes:?} {back:?}");
        }
        // Everything that acts on the pin is zero together.
        let sum = pin(&told).plates.iter().fold([0.0, 0.0], |sum, plate| {
            let [x, y] = plate.force.unwrap();
            [sum[0] + x, sum[1] + y]
        });
        prop_assert!(sum[0].hypot(sum[1]) < 1e-9 * 100.0);
        let shear = planes.iter().map(|v| (4.0 * v * 1e3 / (std::f64::consts::PI * 90.0)).sqrt());
        let bearing = pin(&told).plates.iter().map(|p| {
            let [x, y] = p.force.unwrap();
            x.hypot(y) * 1e3 / (t * 140.0)
        });
        let least = shear.chain(bearing).fold(0.0, f64::max);
        prop_assert!((pin(&told).least.unwrap() - least).abs() <= 1e-9 * (1.0 + least));
        prop_assert!(told.unchecked.iter().all(|u| u.why != SkipReason::LeftOver));
        // Without its last plate something is left over, and said.
        if stack.len() > 2 {
            let short = judged(&star([first, second], &loads, &plates(&stack[..stack.len() - 1])));
            let [x, y] = pin(&told).plates.last().unwrap().force.unwrap();
            let said = short.unchecked.iter().any(|u| u.why == SkipReason::LeftOver);
            prop_assert_eq!(said, x.hypot(y) > 1e-6, "{} {}", x, y);
        }
    }

    /// The next size is enough, is one of the rule, and the one before it would not be enough.
    #[test]
    fn the_next_size_is_the_least_that_is_enough(required in 1e-4f64..0.3, step in 2e-4f64..0.02, per_decade in prop::sample::select(vec![5usize, 10, 20])) {
        let multiple = Stock::Step { step, assumed: false }.next(required).unwrap();
        prop_assert!(multiple >= required * (1.0 - 1e-9) && multiple - step < required);
        prop_assert!((multiple / step - (multiple / step).round()).abs() < 1e-9);
        let series = Stock::Series { per_decade, unit: 1e-3 };
        let next = series.next(required).unwrap();
        prop_assert!(next >= required * (1.0 - 1e-9));
        // A size is its own next one; a little more asks for the one after it, and so many of them make a decade.
        prop_assert_eq!(series.next(next), Some(next));
        let mut size = next;
        for _ in 0..per_decade {
            size = series.next(size * 1.001).unwrap();
        }
        prop_assert!((size / next - 10.0).abs() < 1e-9, "{} {}", size, next);
        let list = Stock::List(vec![0.01, 0.02, 0.05]);
        let expected = [0.01, 0.02, 0.05].into_iter().find(|size| *size >= required);
        prop_assert_eq!(list.next(required), expected);
    }

    /// The interval that reactions, a joint and a stress leave is the one that trying factor after factor leaves.
    #[test]
    fn an_interval_holds_inside_and_not_outside(
        grow in [-6.0f64..6.0, -6.0f64..6.0], stay in [-2.0f64..2.0, -2.0f64..2.0], reaction in 4.0f64..20.0, at in 0.2f64..1.8, height in 60.0f64..160.0,
    ) {
        let body = |factor: f64| format!(
            r#"supports = [{{ name = "foot", at = "A", kind = "pin" }}, {{ name = "shore", at = "C", kind = "link", toward = 60 }}]
loads = [{{ kind = "force", at = "B", components = [{}, {}] }},
  {{ kind = "force", at = "B", components = [{}, {}], case = "permanent" }}]
limits = [{{ reaction = {reaction} }}, {{ stress = 100 }}]
points = {{ A = [0, 0], B = [{at}, 0], C = [2, 0] }}
bodies = {{ beam = {{ runs = [["A", "B", "C"]], section = "s" }} }}
sections = {{ s = {{ shape = "rectangle", width = 30, height = {height} }} }}
"#, factor * grow[0], factor * grow[1], stay[0], stay[1]);
        let told = judged(&body(1.0));
        let meets = |factor: f64| judged(&body(factor)).meets;
        match told.factors {
            [Some(from), Some(to)] => {
                for share in [0.001, 0.3, 0.7, 0.999] {
                    let factor = from + share * (to - from);
                    prop_assert!(meets(factor), "{factor} lies within {from} to {to}");
                }
                let width = to - from;
                for beyond in [from - 0.002 * width, to + 0.002 * width, to + width] {
                    prop_assert!(!meets(beyond), "{beyond} lies outside of {from} to {to}");
                }
            }
            // Not even the loads that stay are kept, whatever is added.
            [None, None] => {
                for factor in [-3.0, -1.0, -0.2, 0.0, 0.2, 1.0, 3.0] {
                    prop_assert!(!meets(factor), "{factor}");
                }
            }
            other => prop_assert!(false, "{other:?}"),
        }
    }

    /// Tear-out leaves a largest diameter: with exactly that the factor is exactly the wanted one.
    #[test]
    fn the_largest_hole_has_the_wanted_factor(force in 1.0f64..9.0, t in 4.0f64..12.0, edge in 30.0f64..60.0, wanted in 1.0f64..2.0) {
        let body = |diameter: &str| format!(
            r#"bars = [{{ ends = ["A", "B"], name = "tie" }}]
supports = [{{ at = "A", kind = "pin" }}, {{ name = "rest", at = "B", kind = "roller", normal = "up" }}]
loads = [{{ kind = "force", at = "B", size = {force}, direction = "right" }}]
pins = [{{ at = "A", {diameter} plates = [{{ of = "tie", thickness = {t}, edge = {edge}, material = "own" }}, {{ of = "ground", thickness = 9 }}] }}]
limits = [{{ of = ["A"], factor = {wanted} }}]
points = {{ A = [0, 0], B = [1, 0] }}
materials = {{ own = {{ shear = 60, bearing = 400 }} }}
"#);
        let most = pin(&judged(&body(""))).at_most.unwrap();
        prop_assume!(most > 1.0);
        let told = judged(&body(&format!("diameter = {most},")));
        let tear = told.checks.iter().find(|c| c.by == CheckSort::TearOut).unwrap();
        prop_assert!((tear.factor.unwrap() - wanted).abs() <= 1e-9 * wanted, "{:?}", tear);
        prop_assert!(tear.meets);
        let larger = judged(&body(&format!("diameter = {},", most + 0.5)));
        prop_assert!(!larger.checks.iter().find(|c| c.by == CheckSort::TearOut).unwrap().meets);
    }
}
