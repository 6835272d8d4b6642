//! Random frames against equilibrium set up and solved a second time from the numbers alone; the same answers however they are written.

use helvek_answers as answers;
use helvek_answers::Answers;
use helvek_numbers::geometry::Wrench;
use helvek_random::assembly::{Assembly, Hold};
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::equilibrium::Act;
use helvek_statics::model;
use helvek_statics::plan::Equation;
use helvek_statics::solution::{self, Solved};
use helvek_statics::verdict::Status;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn solve(text: &str) -> Solved {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert!(built.problems.is_empty(), "{text}\n{:#?}", built.problems);
    solution::solve(built.model)
}

/// Supports (x, y, M as they have them), joints on their first body, bars: in the order of the assembly.
fn unknowns(assembly: &Assembly, answers: &Answers) -> Vec<f64> {
    let mut list = Vec::new();
    for (i, (.., how)) in assembly.supports.iter().enumerate() {
        let found = answers.reactions.iter().find(|r| r.support == format!("S{i}")).unwrap();
        let (x, y) = (found.force[0].unwrap(), found.force[1].unwrap());
        match how {
            Hold::Roller(angle) => list.push(x * angle.to_radians().cos() + y * angle.to_radians().sin()),
            Hold::Pin => list.extend([x, y]),
            Hold::Fixed => list.extend([x, y, found.moment.about_z().unwrap()]),
        }
    }
    for (i, (_, first, _, welded)) in assembly.joints.iter().enumerate() {
        let found = answers
            .joints
            .iter()
            .find(|j| j.joint == format!("J{i}") && j.on == format!("B{first}"))
            .unwrap();
        list.extend(found.force.iter().map(|f| f.unwrap()));
        if *welded {
            list.push(found.moment.about_z().unwrap());
        }
    }
    list.extend((0..assembly.bars.len()).map(|i| answers.bars[&format!("bar{i}")].force.unwrap()));
    list
}

fn assert_same(a: &[f64], b: &[f64], what: &str) -> Result<(), TestCaseError> {
    let size = a.iter().fold(1.0f64, |s, x| s.max(x.abs()));
    for (i, (x, y)) in a.iter().zip(b).enumerate() {
        prop_assert!((x - y).abs() <= 1e-6 * size, "{what}: unknown {i} is {x} and {y}");
    }
    Ok(())
}

/// What a wrench puts into an equation, by r × F, without the core's own bookkeeping.
fn enters(equation: &Equation, wrench: &Wrench) -> f64 {
    match *equation {
        Equation::Forces { along, .. } => wrench.force.x * along.x + wrench.force.y * along.y,
        Equation::Moments { about, .. } => {
            let (rx, ry) = (wrench.about.x - about.x, wrench.about.y - about.y);
            wrench.moment.z + rx * wrench.force.y - ry * wrench.force.x
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 120, failure_persistence: None, rng_seed: RngSeed::Fixed(11), ..ProptestConfig::default() })]

    #[test]
    fn frames_come_out_as_by_elimination(seed in any::<u64>()) {
        let assembly = Assembly::grown(seed, 5);
        let Some(expected) = assembly.independent() else { return Ok(()) };
        let solved = solve(&assembly.write("", 0.0, 1.0, 1.0, false));
        prop_assert_eq!(solved.verdict.status, Status::Determinate);
        let answers = answers::answers(&solved);
        assert_same(&unknowns(&assembly, &answers), &expected, "independent")?;
        prop_assert!(solved.working.unreached.is_empty());
        prop_assert!(answers.checks.iter().all(|c| c.ok), "{:#?}", answers.checks);
    }

    #[test]
    fn the_same_structure_has_the_same_answers_however_it_is_written(seed in any::<u64>(), turn in 5.0..170.0f64) {
        let assembly = Assembly::grown(seed, 4);
        if assembly.independent().is_none() {
            return Ok(());
        }
        let plain = answers::answers(&solve(&assembly.write("", 0.0, 1.0, 1.0, false)));
        let base = unknowns(&assembly, &plain);
        // In feet and pounds: the numbers are scaled, the structure is the same.
        let (foot, pound) = (0.3048, 0.0044482216152605);
        let us = assembly.write("units = { length = \"ft\", force = \"lb\" }", 0.0, 1.0 / foot, 1.0 / pound, false);
        let us = answers::answers(&solve(&us));
        let scaled: Vec<_> = unknowns(&assembly, &us)
            .iter()
            .zip(&unit_of(&assembly))
            .map(|(v, moment)| if *moment { v * pound * foot } else { v * pound })
            .collect();
        assert_same(&base, &scaled, "other units")?;
        let reversed = answers::answers(&solve(&assembly.write("", 0.0, 1.0, 1.0, true)));
        assert_same(&base, &unknowns(&assembly, &reversed), "reversed")?;
        for convention in [
            "conventions = { first = \"forces\", moment = \"cw\", assume = \"guess\" }",
            "conventions = { reactions = \"always\", truss = \"joints\", figures = 6 }",
        ] {
            let other = answers::answers(&solve(&assembly.write(convention, 0.0, 1.0, 1.0, false)));
            assert_same(&base, &unknowns(&assembly, &other), convention)?;
        }
        // Renamed: points and bodies are called otherwise, and stand in another order where names decide one.
        let renamed = assembly.write("", 0.0, 1.0, 1.0, false).replace('P', "Ort").replace("\"B", "\"Teil").replace("\nB", "\nTeil").replace("\n  B", "\n  Teil");
        let mut renamed = answers::answers(&solve(&renamed));
        renamed.joints.iter_mut().for_each(|j| j.on = j.on.replace("Teil", "B"));
        assert_same(&base, &unknowns(&assembly, &renamed), "renamed")?;
        // Turned: magnitudes of bars and of rollers stay.
        let turned = answers::answers(&solve(&assembly.write("", turn, 1.0, 1.0, false)));
        for (name, bar) in &plain.bars {
            let (a, b) = (bar.force.unwrap(), turned.bars[name].force.unwrap());
            prop_assert!((a - b).abs() <= 1e-6 * a.abs().max(1.0), "{name}: {a} and {b}");
        }
    }

    #[test]
    fn every_step_holds_the_unknowns_it_claims_and_no_other(seed in any::<u64>()) {
        let assembly = Assembly::grown(seed, 4);
        if assembly.independent().is_none() {
            return Ok(());
        }
        let solved = solve(&assembly.write("", 0.0, 1.0, 1.0, false));
        let equilibrium = &solved.equilibrium;
        let mut known = vec![false; equilibrium.columns.len()];
        for step in &solved.working.steps {
            prop_assert_eq!(step.lines.len(), step.unknowns.len());
            for line in &step.lines {
                let inside = |act: &&Act| line.free_body.parts.contains(&act.on);
                for id in equilibrium.column_ids() {
                    let column = equilibrium.column(id);
                    let sum: f64 = column.acts.iter().filter(inside).map(|a| enters(&line.equation, &a.wrench)).sum();
                    let enters = sum.abs() > 1e-7;
                    prop_assert!(
                        !enters || known[id.index()] || step.unknowns.contains(&id),
                        "{} enters {:?} unannounced", column.symbol, line.equation
                    );
                    let claimed = step.reason.dropped.iter().any(|d| d.column == id);
                    prop_assert!(!(claimed && enters), "{} is said to drop out", column.symbol);
                }
            }
            step.unknowns.iter().for_each(|id| known[id.index()] = true);
        }
        prop_assert!(known.iter().all(|k| *k));
    }
}

/// Which of the unknowns are moments.
fn unit_of(assembly: &Assembly) -> Vec<bool> {
    let supports = assembly.supports.iter().flat_map(|(.., how)| match how {
        Hold::Roller(_) => vec![false],
        Hold::Pin => vec![false, false],
        Hold::Fixed => vec![false, false, true],
    });
    let joints = assembly
        .joints
        .iter()
        .flat_map(|(.., welded)| if *welded { vec![false, false, true] } else { vec![false, false] });
    supports.chain(joints).chain(assembly.bars.iter().map(|_| false)).collect()
}
