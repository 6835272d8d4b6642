//! Random trusses (simple, compound, complex) against the joints' own equations, and the rules that a trained eye applies.

use crate::common::{answers, solved};
use helvek_answers as answers;
use helvek_random::assembly::{Dice, eliminate};
use helvek_statics::plan::ZeroRule;
use helvek_statics::recognition::JointRule;
use helvek_statics::verdict::Status;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;
use std::fmt::Write;

struct Truss {
    points: Vec<(f64, f64)>,
    bars: Vec<(usize, usize)>,
    loads: Vec<(usize, f64, f64)>,
}

impl Truss {
    /// A triangle, and joint after joint on two bars. `swaps` bars are then moved elsewhere, which makes compound and complex ones (or mechanisms,
    /// which the elimination finds out).
    fn grown(seed: u64, joints: usize, swaps: usize) -> Self {
        let mut dice = Dice(seed);
        let mut points = vec![(0.0, 0.0), (2.0, 0.0), (0.7, 1.4)];
        let mut bars = vec![(0, 1), (1, 2), (2, 0)];
        while points.len() < joints {
            let new = points.len();
            points.push((dice.between(-3.0, 7.0), dice.between(-3.0, 5.0)));
            let a = dice.below(new);
            let b = (a + 1 + dice.below(new - 1)) % new;
            bars.extend([(a, new), (b, new)]);
        }
        for _ in 0..swaps {
            let which = dice.below(bars.len());
            let (a, b) = (dice.below(points.len()), dice.below(points.len()));
            let there = bars.iter().any(|(p, q)| (*p, *q) == (a, b) || (*p, *q) == (b, a));
            if a != b && !there {
                bars[which] = (a, b);
            }
        }
        let loads = (0..points.len())
            .filter(|i| i % 2 == 1)
            .map(|i| (i, dice.between(-4.0, 4.0), dice.between(-8.0, 0.0)))
            .collect();
        Self { points, bars, loads }
    }

    fn write(&self, head: &str) -> String {
        let mut out = format!("{head}\nbars = [\n");
        for (i, (a, b)) in self.bars.iter().enumerate() {
            writeln!(out, "{{ name = \"b{i}\", ends = [\"P{a}\", \"P{b}\"] }},").unwrap();
        }
        out.push_str("]\nsupports = [{ name = \"pin\", at = \"P0\", kind = \"pin\" }, { name = \"roller\", at = \"P1\", kind = \"roller\" }]\nloads = [\n");
        for (at, x, y) in &self.loads {
            writeln!(out, "{{ kind = \"force\", at = \"P{at}\", components = [{x}, {y}] }},").unwrap();
        }
        out.push_str("]\n[points]\n");
        for (i, (x, y)) in self.points.iter().enumerate() {
            writeln!(out, "P{i} = [{x}, {y}]").unwrap();
        }
        out
    }

    /// Bars (tension), then the reactions x, y at P0 and y at P1.
    fn independent(&self) -> Option<Vec<f64>> {
        let rows = 2 * self.points.len();
        let count = self.bars.len() + 3;
        if rows != count {
            return None;
        }
        let mut a = vec![vec![0.0; count]; rows];
        for (j, (p, q)) in self.bars.iter().enumerate() {
            let (dx, dy) = (self.points[*q].0 - self.points[*p].0, self.points[*q].1 - self.points[*p].1);
            let length = dx.hypot(dy);
            if length < 0.2 {
                return None;
            }
            a[2 * p][j] += dx / length;
            a[2 * p + 1][j] += dy / length;
            a[2 * q][j] -= dx / length;
            a[2 * q + 1][j] -= dy / length;
        }
        a[0][count - 3] = 1.0;
        a[1][count - 2] = 1.0;
        a[3][count - 1] = 1.0;
        let mut b = vec![0.0; rows];
        for (at, x, y) in &self.loads {
            b[2 * at] -= x;
            b[2 * at + 1] -= y;
        }
        eliminate(a, b)
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, rng_seed: RngSeed::Fixed(11), ..ProptestConfig::default() })]

    #[test]
    fn trusses_come_out_as_by_their_joints(seed in any::<u64>(), joints in 4usize..14, swaps in 0usize..4) {
        let truss = Truss::grown(seed, joints, swaps);
        let Some(expected) = truss.independent() else { return Ok(()) };
        let solved = solved(&truss.write(""));
        prop_assert_eq!(solved.verdict.status, Status::Determinate);
        prop_assert!(solved.working.unreached.is_empty(), "{:?}", solved.working.unreached);
        let answers = answers::answers(&solved);
        let size = expected.iter().fold(1.0f64, |s, x| s.max(x.abs()));
        for (i, (name, bar)) in answers.bars.iter().enumerate() {
            let got = bar.force.unwrap();
            prop_assert!((got - expected[i]).abs() <= 1e-6 * size, "{}: {} instead of {}", name, got, expected[i]);
        }
        let n = truss.bars.len();
        let reactions = [answers.reactions[0].force[0], answers.reactions[0].force[1], answers.reactions[1].force[1]];
        for (k, got) in reactions.into_iter().enumerate() {
            prop_assert!((got.unwrap() - expected[n + k]).abs() <= 1e-6 * size);
        }
        prop_assert!(answers.checks.iter().all(|c| c.ok), "{:?}", answers.checks);
        // What is seen at sight is so.
        let force = |c: &helvek_statics::equilibrium::ColumnId| solved.global[c.index()].unwrap();
        for seen in solved.seen_at_joints() {
            let forces: Vec<f64> = seen.members.iter().map(force).collect();
            if seen.zero() {
                prop_assert!(forces.iter().all(|f| f.abs() <= 1e-3 * size), "{seen:?} {forces:?}");
            } else {
                prop_assert!((forces[0] - forces[1]).abs() <= 1e-3 * size, "{seen:?} {forces:?}");
            }
        }
    }

    #[test]
    fn the_method_changes_no_force(seed in any::<u64>()) {
        let truss = Truss::grown(seed, 8, 1);
        if truss.independent().is_none() {
            return Ok(());
        }
        let find = "find = [{ what = \"bar\", bar = \"b5\" }]\n";
        let forces = |convention: &str| answers(&truss.write(&format!("{find}{convention}"))).bars["b5"].force.unwrap();
        let plain = forces("");
        for convention in ["conventions = { truss = \"joints\" }", "conventions = { truss = \"sections\", reactions = \"always\" }"] {
            prop_assert!((forces(convention) - plain).abs() <= 1e-6 * plain.abs().max(1.0));
        }
    }
}

#[test]
fn members_that_carry_nothing_are_seen_in_rounds_each_by_its_rule() {
    // A cantilever of three bays. At the free end F: G–F and E–F meet unloaded. Then at G two in line and a third, and so on.
    let solved = solved(
        r#"bars = [["A", "C"], ["C", "E"], ["E", "F"], ["B", "D"], ["D", "G"], ["G", "F"],
          ["C", "D"], ["E", "G"], ["B", "C"], ["D", "E"]]
        supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }]
        loads = [{ kind = "force", at = "E", size = 5, direction = "down" }]
        [points]
        A = [0, 0]
        B = [0, 1]
        C = [1, 0]
        D = [1, 1]
        E = [2, 0]
        G = [2, 1]
        F = [3, 0]"#,
    );
    let rule = |bar: &str| {
        let step = solved
            .working
            .steps
            .iter()
            .find(|s| s.unknowns.iter().any(|id| solved.unknown_name(*id) == bar))
            .unwrap();
        step.reason.rule
    };
    assert_eq!(rule("E-F"), Some(ZeroRule::Joint(JointRule::TwoAtUnloadedJoint)));
    assert_eq!(rule("G-F"), Some(ZeroRule::Joint(JointRule::TwoAtUnloadedJoint)));
    assert_eq!(
        rule("D-G"),
        Some(ZeroRule::Joint(JointRule::TwoAtUnloadedJoint)),
        "in the second round, with G–F gone"
    );
    assert_eq!(rule("E-G"), Some(ZeroRule::Joint(JointRule::TwoAtUnloadedJoint)));
    let answers = answers::answers(&solved);
    for bar in ["E-F", "G-F", "D-G", "E-G"] {
        assert_eq!(answers.bars[bar].force, Some(0.0), "{bar}");
    }
    assert!(answers.bars["D-E"].force.unwrap() > 0.0);
}

#[test]
fn a_section_needs_only_the_bars_it_asks_for() {
    let bridge = |convention: &str| {
        solved(&format!(
            r#"find = [{{ what = "bar", bar = "E-G" }}]
            {convention}
            bars = [["A", "C"], ["C", "E"], ["E", "G"], ["G", "J"], ["B", "D"], ["D", "F"], ["F", "H"],
              ["A", "B"], ["C", "D"], ["E", "F"], ["G", "H"], ["A", "D"], ["D", "E"], ["E", "H"], ["H", "J"]]
            supports = [{{ at = "A", kind = "pin" }}, {{ at = "J", kind = "roller" }}]
            loads = [{{ kind = "force", at = "C", size = 12, direction = "down" }}]
            [points]
            A = [0, 0]
            C = [2, 0]
            E = [4, 0]
            G = [6, 0]
            J = [8, 0]
            B = [0, 1.5]
            D = [2, 1.5]
            F = [4, 1.5]
            H = [6, 1.5]"#
        ))
    };
    // J = 12·2/8 = 3 by the whole; about H on the right part: 3·2 = S·1.5.
    let cut = bridge("");
    assert_eq!(cut.working.equations(), 2, "{:#?}", answers::answers(&cut).working);
    assert!((answers::answers(&cut).bars["E-G"].force.unwrap() - 4.0).abs() < 1e-9);
    let joints = bridge("conventions = { truss = \"joints\" }");
    assert!(joints.working.steps.iter().flat_map(|s| &s.lines).all(|l| {
        let parts = l.free_body.parts.len();
        parts == 1 || parts == joints.equilibrium.parts.len()
    }));
    assert!((answers::answers(&joints).bars["E-G"].force.unwrap() - 4.0).abs() < 1e-9);
}
