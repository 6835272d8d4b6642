//! Beams on surfaces that settle, against every set of surfaces tried in turn.
//!
//! On surfaces with forces λ a beam that is held nowhere else deflects by y(x) = a + b x + Σ λ |x − ξ|³/12EI − Σ P |x − ξ|³/12EI, which has y⁗ = (Σ λ − Σ P)/EI at these
//! places and, where the forces balance, no moment beyond the ends.

use super::Trial;
use helvek_random::assembly::{Dice, eliminate};
use std::fmt::Write;

struct Resting {
    ei: f64,
    /// Place, and how far the ground has gone down.
    surfaces: Vec<(f64, f64)>,
    /// Place and size, down.
    loads: Vec<(f64, f64)>,
}

impl Resting {
    fn grown(seed: u64) -> Self {
        let mut dice = Dice(seed ^ 0x0E3A);
        let count = 3 + dice.below(6);
        let mut x = 0.0;
        let mut surfaces = Vec::new();
        let mut loads = Vec::new();
        for i in 0..count {
            let settled = if dice.below(2) == 0 { dice.between(0.0, 9.0) * 1e-3 } else { 0.0 };
            surfaces.push((x, settled));
            let span = dice.between(0.8, 3.0);
            if i + 1 < count && (dice.below(2) == 0 || i == 0) {
                loads.push((
                    ((x + span * dice.between(0.15, 0.85)) * 1e4).round() / 1e4,
                    dice.between(0.5, 9.0),
                ));
            }
            x += span;
        }
        Self { ei: dice.between(0.5, 20.0) * 1e3, surfaces, loads }
    }

    fn written(&self) -> String {
        let mut out = String::from("supports = [\n");
        for (i, (_, settled)) in self.surfaces.iter().enumerate() {
            writeln!(
                out,
                "{{ at = \"S{i}\", kind = \"surface\", normal = \"up\", settlement = {settled:?} }},"
            )
            .unwrap();
        }
        out.push_str("]\nloads = [\n");
        for (i, (_, size)) in self.loads.iter().enumerate() {
            writeln!(out, "{{ kind = \"force\", at = \"L{i}\", size = {size:?}, direction = \"down\" }},")
                .unwrap();
        }
        out.push_str("]\n[points]\n");
        let named = |list: &[(f64, f64)], letter: &str| -> Vec<(f64, String)> {
            list.iter().enumerate().map(|(i, (x, _))| (*x, format!("{letter}{i}"))).collect()
        };
        let mut all = [named(&self.surfaces, "S"), named(&self.loads, "L")].concat();
        all.sort_by(|a, b| a.0.total_cmp(&b.0));
        for (x, name) in &all {
            writeln!(out, "{name} = [{x:?}, 0]").unwrap();
        }
        let run: Vec<_> = all.iter().map(|(_, name)| format!("{name:?}")).collect();
        writeln!(out, "[bodies]\nbeam = {{ runs = [[{}]], EI = {:?} }}", run.join(", "), self.ei).unwrap();
        out
    }

    /// The forces of the surfaces when those in `touching` touch; nothing when that is not what happens, or too nearly something else.
    fn with(&self, touching: &[usize]) -> Option<Vec<f64>> {
        let bends = |x: f64, at: f64| (x - at).abs().powi(3) / (12.0 * self.ei);
        let n = touching.len();
        // Unknown: λ in order, a, b (in thousandths, so that all pivots are of one size).
        let (mut rows, mut rhs) = (Vec::new(), Vec::new());
        for i in touching {
            let (x, settled) = self.surfaces[*i];
            let mut row: Vec<f64> = touching.iter().map(|j| 1e3 * bends(x, self.surfaces[*j].0)).collect();
            row.extend([1.0, x]);
            rows.push(row);
            rhs.push(1e3 * (self.loads.iter().map(|(at, size)| size * bends(x, *at)).sum::<f64>() - settled));
        }
        for moment in [false, true] {
            let arm = |x: f64| if moment { x } else { 1.0 };
            let mut row: Vec<f64> = touching.iter().map(|j| arm(self.surfaces[*j].0)).collect();
            row.extend([0.0, 0.0]);
            rows.push(row);
            rhs.push(self.loads.iter().map(|(at, size)| size * arm(*at)).sum());
        }
        let found = eliminate_any(rows, rhs)?;
        let (a, b) = (found[n] * 1e-3, found[n + 1] * 1e-3);
        let mut forces = vec![0.0; self.surfaces.len()];
        touching.iter().zip(&found).for_each(|(i, force)| forces[*i] = *force);
        let fits = self.surfaces.iter().enumerate().all(|(i, (x, settled))| {
            if touching.contains(&i) {
                return forces[i] > 1e-4;
            }
            let down = self.loads.iter().map(|(at, size)| size * bends(*x, *at)).sum::<f64>();
            let up: f64 = touching.iter().map(|j| forces[*j] * bends(*x, self.surfaces[*j].0)).sum();
            a + b * x + up - down + settled > 1e-7
        });
        fits.then_some(forces)
    }

    fn enumerated(&self) -> Option<Vec<f64>> {
        let count = self.surfaces.len();
        (1u32..1 << count).find_map(|set| {
            let touching: Vec<usize> = (0..count).filter(|i| set >> i & 1 == 1).collect();
            if touching.len() < 2 { None } else { self.with(&touching) }
        })
    }
}

/// Rows divided by their largest first: flexibilities and arms are of different sizes.
fn eliminate_any(mut rows: Vec<Vec<f64>>, mut rhs: Vec<f64>) -> Option<Vec<f64>> {
    for (row, b) in rows.iter_mut().zip(&mut rhs) {
        let size = row.iter().fold(0.0f64, |a, v| a.max(v.abs()));
        row.iter_mut().for_each(|v| *v /= size);
        *b /= size;
    }
    eliminate(rows, rhs)
}

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let resting = Resting::grown(seed);
    let Some(expected) = resting.enumerated() else { return Ok(0) };
    let mut trial = Trial::of(&resting.written())?;
    let largest = expected.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    for (i, expected) in expected.iter().enumerate() {
        let got = trial.answers.reactions[i].force[1];
        trial.near(&format!("S{i}"), got, *expected, 1e-6 * largest)?;
    }
    trial.done()
}
