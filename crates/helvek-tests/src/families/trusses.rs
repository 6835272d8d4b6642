//! Trusses grown joint after joint, against the equations of their joints.

use super::Trial;
use helvek_random::assembly::{Dice, eliminate};
use std::fmt::Write;

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let mut dice = Dice(seed ^ 0x7255);
    let mut points = vec![(0.0, 0.0), (2.0, 0.0), (0.7, 1.4)];
    let mut bars = vec![(0, 1), (1, 2), (2, 0)];
    for new in 3..4 + dice.below(8) {
        points.push((dice.between(-3.0, 7.0), dice.between(-3.0, 5.0)));
        let a = dice.below(new);
        let b = (a + 1 + dice.below(new - 1)) % new;
        bars.extend([(a, new), (b, new)]);
    }
    let mut text = String::from(
        "supports = [{ name = \"pin\", at = \"P0\", kind = \"pin\" }, { name = \"roller\", at = \"P1\", kind = \"roller\" }]\nbars = [\n",
    );
    for (i, (a, b)) in bars.iter().enumerate() {
        writeln!(text, "{{ name = \"b{i}\", ends = [\"P{a}\", \"P{b}\"] }},").unwrap();
    }
    text.push_str("]\nloads = [\n");
    // Two equations for each joint: bars, then x and y of the pin and y of the roller.
    let (rows, columns) = (2 * points.len(), bars.len() + 3);
    let (mut matrix, mut rhs) = (vec![vec![0.0; columns]; rows], vec![0.0; rows]);
    for at in 0..points.len() {
        if dice.below(2) == 0 {
            let (x, y) = (dice.between(-4.0, 4.0), dice.between(-8.0, 1.0));
            writeln!(text, "{{ kind = \"force\", at = \"P{at}\", components = [{x:?}, {y:?}] }},").unwrap();
            (rhs[2 * at], rhs[2 * at + 1]) = (-x, -y);
        }
    }
    text.push_str("]\n[points]\n");
    for (i, (x, y)) in points.iter().enumerate() {
        writeln!(text, "P{i} = [{x:?}, {y:?}]").unwrap();
    }
    for (column, (a, b)) in bars.iter().enumerate() {
        let (dx, dy) = (points[*b].0 - points[*a].0, points[*b].1 - points[*a].1);
        let length = dx.hypot(dy);
        for (at, sign) in [(*a, 1.0), (*b, -1.0)] {
            matrix[2 * at][column] += sign * dx / length;
            matrix[2 * at + 1][column] += sign * dy / length;
        }
    }
    for (column, row) in [0, 1, 3].into_iter().enumerate() {
        matrix[row][bars.len() + column] = 1.0;
    }
    let Some(expected) = eliminate(matrix, rhs) else { return Ok(0) };
    let mut trial = Trial::of(&text)?;
    let largest = expected.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    for (i, expected) in expected[..bars.len()].iter().enumerate() {
        let force = trial.answers.bars[&format!("b{i}")].force;
        trial.near(&format!("b{i}"), force, *expected, 1e-7 * largest)?;
    }
    trial.done()
}
