//! Mirrored, the answers are mirrored: x, turning senses and moments change their sign, and nothing else does.

use helvek_answers as answers;
use helvek_answers::Answers;
use helvek_random::assembly::{Assembly, Hold};
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::model;
use helvek_statics::solution;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn answers(text: &str) -> Answers {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert!(built.problems.is_empty(), "{text}\n{:#?}", built.problems);
    answers::answers(&solution::solve(built.model))
}

fn mirrored(assembly: &Assembly) -> Assembly {
    let hold = |how: Hold| match how {
        Hold::Roller(angle) => Hold::Roller(180.0 - angle),
        other => other,
    };
    Assembly {
        points: assembly.points.iter().map(|(x, y)| (-x, *y)).collect(),
        supports: assembly.supports.iter().map(|(at, body, how)| (*at, *body, hold(*how))).collect(),
        forces: assembly.forces.iter().map(|(at, body, x, y)| (*at, *body, -x, *y)).collect(),
        couples: assembly.couples.iter().map(|(body, m)| (*body, -m)).collect(),
        ..assembly.clone()
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, rng_seed: RngSeed::Fixed(11), ..ProptestConfig::default() })]

    #[test]
    fn a_mirror_image_is_solved_as_a_mirror_image(seed in any::<u64>()) {
        let assembly = Assembly::grown(seed, 4);
        if assembly.independent().is_none() {
            return Ok(());
        }
        let here = answers(&assembly.write("", 0.0, 1.0, 1.0, false));
        let there = answers(&mirrored(&assembly).write("", 0.0, 1.0, 1.0, false));
        prop_assert_eq!(here.status, there.status);
        let size = here.reactions.iter().flat_map(|r| &r.force).fold(1.0f64, |s, f| s.max(f.unwrap().abs()));
        let near = |a: f64, b: f64| (a - b).abs() <= 1e-6 * size;
        for (a, b) in here.reactions.iter().zip(&there.reactions) {
            prop_assert!(near(a.force[0].unwrap(), -b.force[0].unwrap()), "{a:?} {b:?}");
            prop_assert!(near(a.force[1].unwrap(), b.force[1].unwrap()), "{a:?} {b:?}");
            prop_assert!(near(a.moment.about_z().unwrap(), -b.moment.about_z().unwrap()), "{a:?} {b:?}");
        }
        for (a, b) in here.joints.iter().zip(&there.joints) {
            prop_assert!(near(a.force[0].unwrap(), -b.force[0].unwrap()), "{a:?} {b:?}");
            prop_assert!(near(a.force[1].unwrap(), b.force[1].unwrap()), "{a:?} {b:?}");
        }
        for (name, bar) in &here.bars {
            prop_assert!(near(bar.force.unwrap(), there.bars[name].force.unwrap()));
        }
    }

    #[test]
    fn all_routes_close(seed in any::<u64>()) {
        let assembly = Assembly::grown(seed, 5);
        if assembly.independent().is_none() {
            return Ok(());
        }
        let found = answers(&assembly.write("", 0.0, 1.0, 1.0, false));
        for route in ["agreement with the global solution", "every equation of every part", "virtual work"] {
            let check = found.checks.iter().find(|c| c.name == route);
            prop_assert!(check.is_some_and(|c| c.ok), "{route}: {:?}", check);
        }
    }
}
