//! Runs with EI only against the same with an EA that grows without end: what goes with 1/EA and 1/EA² is taken out of three large ones.

use super::Trial;
use helvek_random::assembly::Dice;
use std::fmt::Write;

/// A chain of straight pieces, pinned or fixed at both ends and at some places between, under loads along and across it.
struct Chain {
    nodes: Vec<(f64, f64)>,
    supports: Vec<(usize, bool)>,
    /// (piece, start, end, direction)
    spread: Vec<(usize, f64, f64, f64)>,
    forces: Vec<(usize, f64, f64)>,
    ei: Vec<f64>,
}

impl Chain {
    fn grown(seed: u64) -> Self {
        let mut dice = Dice(seed ^ 0x1E6);
        let count = 2 + dice.below(5);
        let straight = dice.below(2) == 0;
        let mut slope = dice.between(-1.5, 1.5);
        let mut nodes = vec![(0.0, 0.0)];
        for _ in 1..count {
            let (x, y) = nodes[nodes.len() - 1];
            let by = dice.between(0.5, 4.0);
            if !straight {
                // Corners are true ones: what is nearly straight goes from one limit to the other while EA grows.
                slope += dice.between(0.2, 1.0) * if slope > 0.0 { -1.0 } else { 1.0 };
            }
            nodes.push((x + by, y + slope * by));
        }
        let mut supports = vec![(0, dice.below(2) == 0), (count - 1, dice.below(2) == 0)];
        supports
            .extend((1..count - 1).filter(|_| dice.below(3) == 0).map(|i| (i, false)).collect::<Vec<_>>());
        let mut spread = Vec::new();
        for piece in 0..count - 1 {
            if dice.below(3) > 0 {
                let (a, b) = (dice.between(-4.0, 9.0), dice.between(-4.0, 9.0));
                spread.push((piece, a, b, dice.between(0.0, 360.0)));
            }
        }
        let mut forces = Vec::new();
        for at in 1..count - 1 {
            if dice.below(2) == 0 {
                forces.push((at, dice.between(-9.0, 9.0), dice.between(-9.0, 9.0)));
            }
        }
        let ei = (1..count).map(|_| dice.between(1.0, 9.0) * 1e3).collect();
        Self { nodes, supports, spread, forces, ei }
    }

    /// With every piece parted by further points in it, or not; with EA, or without.
    fn written(&self, parted: bool, ea: Option<f64>) -> String {
        let mut out = String::from("supports = [\n");
        for (at, fixed) in &self.supports {
            let kind = if *fixed { "fixed" } else { "pin" };
            writeln!(out, "{{ at = \"N{at}\", kind = \"{kind}\" }},").unwrap();
        }
        out.push_str("]\nloads = [\n");
        for (i, start, end, angle) in &self.spread {
            writeln!(
                out,
                "{{ kind = \"distributed\", from = \"N{i}\", to = \"N{}\", start = {start:?}, end = {end:?}, direction = {angle:?} }},",
                i + 1
            )
            .unwrap();
        }
        for (at, x, y) in &self.forces {
            writeln!(out, "{{ kind = \"force\", at = \"N{at}\", components = [{x:?}, {y:?}] }},").unwrap();
        }
        out.push_str("]\n[points]\n");
        let (mut run, mut ei) = (vec!["\"N0\"".to_owned()], Vec::new());
        for (i, (x, y)) in self.nodes.iter().enumerate() {
            writeln!(out, "N{i} = [{x:?}, {y:?}]").unwrap();
            if i == 0 {
                continue;
            }
            ei.push(self.ei[i - 1]);
            if parted {
                let (px, py) = self.nodes[i - 1];
                writeln!(out, "M{i} = [{:?}, {:?}]", px + 0.3 * (x - px), py + 0.3 * (y - py)).unwrap();
                run.push(format!("\"M{i}\""));
                ei.push(self.ei[i - 1]);
            }
            run.push(format!("\"N{i}\""));
        }
        let axial = ea.map_or(String::new(), |ea| format!(", EA = {ea:?}"));
        writeln!(out, "[bodies]\nchain = {{ runs = [[{}]], EI = {ei:?}{axial} }}", run.join(", ")).unwrap();
        out
    }
}

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let chain = Chain::grown(seed);
    let reactions = |trial: &Trial| -> Vec<f64> {
        let all = trial.answers.reactions.iter();
        all.flat_map(|r| [r.force[0], r.force[1], r.moment.about_z()])
            .map(|v| v.unwrap_or(f64::NAN))
            .collect()
    };
    let with = |ea: f64| Trial::of(&chain.written(false, Some(ea))).map(|trial| reactions(&trial));
    // R(EA) = R + a/EA + b/EA² + …: R = (8 R(4) − 6 R(2) + R(1))/3.
    let (one, two, four) = (with(1e11)?, with(2e11)?, with(4e11)?);
    let expected: Vec<f64> = (0..one.len()).map(|i| (8.0 * four[i] - 6.0 * two[i] + one[i]) / 3.0).collect();
    let largest = expected.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    let mut values = 0;
    for parted in [false, true] {
        let mut trial = Trial::of(&chain.written(parted, None))?;
        for (got, expected) in reactions(&trial).into_iter().zip(&expected) {
            trial.near("reaction", Some(got), *expected, 2e-7 * largest)?;
        }
        values += trial.values;
    }
    Ok(values)
}
