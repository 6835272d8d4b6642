//! Stiffness against formulations that share nothing with it, over random structures.

use crate::common::{answers, solved};
use helvek_answers as answers;
use helvek_random::assembly::{Assembly, Dice};
use helvek_random::frames::Framed;

/// The displacement of a point as published.
fn moved(answers: &helvek_answers::Answers, at: &str) -> [f64; 3] {
    let list = &answers.stiffness.as_ref().unwrap().displacements;
    let d = list.iter().find(|d| d.at == at).unwrap();
    [d.moves[0], d.moves[1], d.turned]
}

#[test]
fn displacements_agree_with_the_matrices_of_elements() {
    for seed in 0..60 {
        let frame = Framed::grown(seed, (3, 3), seed % 2 == 1);
        let answers = answers(&frame.written(true));
        let expected = frame.displacements();
        let largest = expected.iter().flatten().fold(0.0f64, |a, b| a.max(b.abs()));
        for (node, expected) in expected.iter().enumerate() {
            for (got, expected) in moved(&answers, &format!("N{node}")).iter().zip(expected) {
                assert!(
                    (got - expected).abs() <= 1e-8 * largest,
                    "seed {seed}, N{node}: {got} for {expected}"
                );
            }
        }
        let stiffness = answers.stiffness.unwrap();
        assert!(stiffness.residual < 1e-10 && stiffness.energy < 1e-9, "seed {seed}: {stiffness:?}");
    }
}

#[test]
fn every_joint_is_in_equilibrium() {
    // The forces of all ends of members at a node, the loads and the reactions add up to nothing. The two sides of every cut of a tree, and stiffness, agree too.
    for seed in 0..30 {
        let frame = Framed::grown(seed, (3, 3), true);
        let solved = solved(&frame.written(seed % 2 == 0));
        let answers = answers::answers(&solved);
        let mut sums = vec![[0.0; 3]; frame.nodes.len()];
        let mut largest = 0.0f64;
        for (member, diagram) in frame.members.iter().zip(&answers.diagrams) {
            let (a, b) = (member.from, member.to);
            let (from, to) = (frame.nodes[a], frame.nodes[b]);
            let (dx, dy) = ((to.0 - from.0) / diagram.length, (to.1 - from.1) / diagram.length);
            let at = |pieces: &[helvek_answers::PieceAnswer], x: f64| {
                let piece = if x == 0.0 { &pieces[0] } else { &pieces[pieces.len() - 1] };
                piece.coefficients.iter().rev().fold(0.0, |sum, c| sum * x + c)
            };
            for (node, x, sign) in [(a, 0.0, 1.0), (b, diagram.length, -1.0)] {
                let (n, v, m) = (at(&diagram.n, x), at(&diagram.v, x), at(&diagram.m, x));
                // What the member exerts on the node at its first end: N along it, V against its left, M.
                for (sum, part) in sums[node].iter_mut().zip([n * dx + v * dy, n * dy - v * dx, m]) {
                    *sum += sign * part;
                    largest = largest.max(part.abs());
                }
            }
        }
        for (node, x, y) in &frame.forces {
            sums[*node][0] += x;
            sums[*node][1] += y;
        }
        for ((node, _), reaction) in frame.feet.iter().zip(&answers.reactions) {
            sums[*node][0] += reaction.force[0].unwrap();
            sums[*node][1] += reaction.force[1].unwrap();
            sums[*node][2] += reaction.moment.about_z().unwrap();
        }
        for (node, sum) in sums.iter().enumerate() {
            assert!(sum.iter().all(|s| s.abs() <= 1e-8 * largest), "seed {seed}, N{node}: {sum:?}");
        }
        for inside in solved.inside() {
            assert!(inside.diagram.as_ref().unwrap().disagreement < 1e-8);
        }
    }
}

#[test]
fn displacements_are_reciprocal() {
    // J. C. Maxwell, 1864: what a unit force along i does along j is what one along j does along i.
    for seed in 0..20 {
        let mut frame = Framed::grown(seed, (2, 2), true);
        frame.members.iter_mut().for_each(|m| m.q = 0.0);
        let mut dice = Dice(seed + 1000);
        let upper = frame.nodes.len() - 3;
        let (i, j) = (3 + dice.below(upper), 3 + dice.below(upper));
        let (angle, other) = (dice.between(0.0, 6.0), dice.between(0.0, 6.0));
        let mut under = |node: usize, angle: f64, at: usize, along: f64| {
            frame.forces = vec![(node, angle.cos(), angle.sin())];
            let [x, y, _] = moved(&answers(&frame.written(seed % 3 != 0)), &format!("N{at}"));
            x * along.cos() + y * along.sin()
        };
        let (there, back) = (under(i, angle, j, other), under(j, other, i, angle));
        assert!((there - back).abs() <= 1e-9 * there.abs().max(1e-9), "seed {seed}: {there} and {back}");
    }
}

#[test]
fn determinate_structures_carry_the_same() {
    for seed in 0..120 {
        let mut made = Assembly::grown(seed, 6);
        // Where a couple acts decides how members bend, and these have no place.
        made.couples.clear();
        let plain = made.write("", 0.0, 1.0, 1.0, false).replace("format = \"helvek-sheet/1\"", "");
        let stiff = plain.replace("]] }", "]], EI = 5000, EA = 80000 }");
        assert_ne!(plain, stiff);
        let (without, with) = (solved(&plain), solved(&stiff));
        let elastic = with.elastic().unwrap_or_else(|| panic!("seed {seed}: {:?}", with.elastic));
        let values: Vec<f64> = without.full_values().iter().map(|v| v.unwrap()).collect();
        let largest = values.iter().fold(0.0f64, |a, b| a.max(b.abs()));
        for (a, b) in values.iter().zip(&elastic.values) {
            assert!((a - b).abs() <= 1e-7 * largest, "seed {seed}: {a} {b}");
        }
    }
}
