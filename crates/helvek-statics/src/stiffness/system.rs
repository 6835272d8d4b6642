//! Links as one symmetric system, factorised once, solved with refinement.
//!
//! With K = Σ b bᵀ/f over the links that give way and A = [b …] of those that do not:
//! [K A; Aᵀ 0] [d; q] = [P + Σ b e₀/f; e₀]. Rows and columns are scaled to size 1 (D. Ruiz, A scaling algorithm to equilibrate both rows and columns norms
//! in matrices, RAL-TR-2001-034). The factorised matrix has +δ and −δ on its diagonal, which makes it quasi-definite, so that it can be factorised in any order
//! (R. Vanderbei, Symmetric quasidefinite matrices, SIAM J. Optim. 5, 1995); refinement with the true matrix removes δ from the result: the step is a proximal
//! one, and converges also where forces or displacements are not unique, to those nearest to where it began.

use super::links::Link;
use helvek_numbers::budget::spend;
use helvek_numbers::linear::{Entry, Ldlt, both_halves};
use helvek_numbers::spectrum::{dot, norm};

/// The damping beside entries of size 1.
const DAMPING: f64 = 1e-11;
/// Rounds of scaling at most; they end when the largest entry of each row is within a factor of 2 of 1.
const SCALINGS: usize = 40;
/// Cycles of refinement at most, and steps in each; a cycle ends when so much of its residual is left.
const CYCLES: usize = 12;
const STEPS: usize = 16;
const CLOSE: f64 = 1e-10;
/// Refinement is done when what is left is so small beside the result; or no longer becomes much smaller.
const SETTLED: f64 = 1e-15;
/// A link that is so many times stiffer than usual is not condensed: its force would be the difference of displacements that nearly cancel.
const STIFF: f64 = 1e3;
/// A probe for forces that nothing decides: this much of it is left after so many steps.
const LEFT: f64 = 1e-6;
const PROBES: usize = 6;
/// States of force that nothing decides: looked for at most.
const OPEN: usize = 240;

/// A factorised system of links, some of which may be left out.
pub(super) struct System {
    dofs: usize,
    /// Per link: its row among the multipliers, when it does not give way, or hardly.
    multiplier: Vec<Option<usize>>,
    /// Column lists of the scaled matrix, both halves.
    columns: Vec<Vec<(usize, f64)>>,
    scale: Vec<f64>,
    damped: Ldlt,
    /// States of force in links that do not give way which nothing decides: null vectors of the scaled matrix, orthonormal.
    open: Vec<Vec<f64>>,
}

/// The result of a right-hand side.
pub(super) struct Solution {
    /// Displacements.
    pub(super) d: Vec<f64>,
    /// Forces of all links.
    pub(super) q: Vec<f64>,
    /// Residual of the equations, over the larger of the right-hand side and the result, all scaled.
    pub(super) left: f64,
    /// Residual of the equations, over the right-hand side alone: about 1 where something moves under its loads, however far the result goes.
    pub(super) unbalanced: f64,
}

/// The largest size.
pub(super) fn largest(v: &[f64]) -> f64 {
    v.iter().fold(0.0, |a, b| a.max(b.abs()))
}

/// The stiffness of a link that gives way, seen at the displacement that it feels most, N/m.
fn stiffness(levers: &[f64], link: &Link) -> Option<f64> {
    let most = link.b.iter().map(|(dof, b)| (b / levers[*dof]).abs()).fold(0.0, f64::max);
    (link.gives > 0.0).then(|| most * most / link.gives)
}

/// The geometric mean of the stiffnesses of the links that give way, N/m, each seen at a displacement; 1 where nothing gives way.
pub(super) fn usual_stiffness(levers: &[f64], links: &[Link]) -> f64 {
    let (mut sum, mut count) = (0.0, 0.0);
    for k in links.iter().filter_map(|link| stiffness(levers, link)).filter(|k| *k > 0.0) {
        sum += k.ln();
        count += 1.0;
    }
    if count > 0.0 { f64::exp(sum / count) } else { 1.0 }
}

impl System {
    /// Of the links that `keep` keeps; `None` when the arithmetic fails. `levers`: per displacement 1, or the length that makes one of a turn, m.
    pub(super) fn of(levers: &[f64], links: &[Link], keep: impl Fn(usize) -> bool) -> Option<Self> {
        let dofs = levers.len();
        let mut multiplier = vec![None; links.len()];
        let mut size = dofs;
        let usual = usual_stiffness(levers, links);
        let mut lower: Vec<Entry> = Vec::with_capacity(16 * links.len());
        for (row, link) in links.iter().enumerate().filter(|(row, _)| keep(*row)) {
            if stiffness(levers, link).is_some_and(|k| k <= STIFF * usual) {
                for (k, (i, a)) in link.b.iter().enumerate() {
                    // Ascending, so that the later is the row.
                    lower.extend(link.b[k..].iter().map(|(j, b)| (*j, *i, a * b / link.gives)));
                }
            } else {
                multiplier[row] = Some(size);
                lower.extend(link.b.iter().map(|(i, a)| (size, *i, *a)));
                if link.gives > 0.0 {
                    lower.push((size, size, -link.gives));
                }
                size += 1;
            }
        }
        let mut columns = both_halves(size, &lower)?;
        // Beginning with what is free of units, so that it ends the same in all of them.
        let root = usual.sqrt();
        let mut scale: Vec<f64> =
            (0..size).map(|row| levers.get(row).map_or(root, |lever| 1.0 / (lever * root))).collect();
        for _ in 0..SCALINGS {
            let largest = |j: usize| {
                let sizes = columns[j].iter().map(|(i, v)| (v * scale[*i] * scale[j]).abs());
                sizes.fold(0.0, f64::max)
            };
            let by: Vec<f64> = (0..size).map(largest).collect();
            if by.iter().all(|by| *by == 0.0 || (0.5..=2.0).contains(by)) {
                break;
            }
            scale.iter_mut().zip(by).filter(|(_, by)| *by > 0.0).for_each(|(s, by)| *s /= by.sqrt());
        }
        for (j, column) in columns.iter_mut().enumerate() {
            column.iter_mut().for_each(|(i, v)| *v *= scale[*i] * scale[j]);
        }
        let damped = columns.iter().enumerate().flat_map(|(j, column)| {
            let own = if j < dofs { DAMPING } else { -DAMPING };
            let below = column.iter().filter(move |(i, _)| *i >= j).map(move |(i, v)| (*i, j, *v));
            below.chain([(j, j, own)])
        });
        let damped: Vec<_> = damped.collect();
        // It cannot be interrupted.
        spend(3 * size);
        let damped = Ldlt::of(size, &damped)?;
        let mut system = Self { dofs, multiplier, columns, scale, damped, open: Vec::new() };
        system.probe();
        Some(system)
    }

    fn size(&self) -> usize {
        self.scale.len()
    }

    fn times(&self, x: &[f64]) -> Vec<f64> {
        let dot = |column: &Vec<(usize, f64)>| column.iter().map(|(i, v)| v * x[*i]).sum();
        self.columns.iter().map(dot).collect()
    }

    /// One proximal step: what the residual asks for.
    fn step(&self, residual: &[f64]) -> Vec<f64> {
        spend(self.size() / 5);
        self.damped.solve(residual)
    }

    /// Displacements and forces under loads, with what is imposed on the links.
    pub(super) fn solve(&self, links: &[Link], loads: &[f64]) -> Option<Solution> {
        let mut rhs = vec![0.0; self.size()];
        rhs[..self.dofs].copy_from_slice(loads);
        for (link, multiplier) in links.iter().zip(&self.multiplier) {
            match multiplier {
                Some(row) => rhs[*row] = link.imposed,
                None if link.gives > 0.0 && link.imposed != 0.0 => {
                    link.b.iter().for_each(|(i, b)| rhs[*i] += b * link.imposed / link.gives);
                }
                None => {}
            }
        }
        rhs.iter_mut().zip(&self.scale).for_each(|(r, s)| *r *= s);
        let size = largest(&rhs);
        let mut x = vec![0.0; self.size()];
        let mut best = (if size == 0.0 { 0.0 } else { f64::INFINITY }, 0.0, x.clone());
        let mut residual = rhs.clone();
        for _ in 0..CYCLES {
            if best.0 <= SETTLED {
                break;
            }
            // What no displacement and no force can mend is left alone: trying would only make what nothing decides grow without end.
            without(&mut residual, &self.open);
            let step = self.cycle(&residual);
            x.iter_mut().zip(step).for_each(|(x, step)| *x += step);
            without(&mut x, &self.open);
            let there = self.times(&x);
            residual = rhs.iter().zip(there).map(|(b, a)| b - a).collect();
            let left = largest(&residual) / size.max(largest(&x));
            if !left.is_finite() {
                return None;
            }
            let better = left < 0.5 * best.0;
            if left < best.0 {
                best = (left, largest(&residual) / size, x.clone());
            }
            if !better {
                break;
            }
        }
        let (left, unbalanced, x) = best;
        let (d, q) = self.unscaled(links, &x);
        Some(Solution { d, q, left, unbalanced })
    }

    /// A correction by the residual: a few steps of GMRES with the damped system before it (Y. Saad and M. Schultz, SIAM J. Sci. Stat. Comput. 7, 1986). Almost all of its
    /// eigenvalues are 1; the few that damping moves away are what the steps are for.
    fn cycle(&self, residual: &[f64]) -> Vec<f64> {
        let began = norm(residual);
        if began == 0.0 {
            return vec![0.0; residual.len()];
        }
        let mut basis: Vec<Vec<f64>> = vec![residual.iter().map(|r| r / began).collect()];
        let mut directions: Vec<Vec<f64>> = Vec::new();
        // The Hessenberg matrix, turned to a triangle as it grows.
        let (mut triangle, mut turns): (Vec<Vec<f64>>, Vec<(f64, f64)>) = (Vec::new(), Vec::new());
        let mut rhs = vec![began];
        for k in 0..STEPS {
            let z = self.step(&basis[k]);
            let mut w = self.times(&z);
            directions.push(z);
            let mut h: Vec<f64> = Vec::with_capacity(k + 2);
            for v in &basis {
                let along = dot(&w, v);
                w.iter_mut().zip(v).for_each(|(w, v)| *w -= along * v);
                h.push(along);
            }
            let beyond = norm(&w);
            for (i, (c, s)) in turns.iter().enumerate() {
                (h[i], h[i + 1]) = (c * h[i] + s * h[i + 1], c * h[i + 1] - s * h[i]);
            }
            let size = h[k].hypot(beyond);
            if size == 0.0 || !size.is_finite() {
                directions.pop();
                break;
            }
            let (c, s) = (h[k] / size, beyond / size);
            h[k] = size;
            turns.push((c, s));
            rhs.push(-s * rhs[k]);
            rhs[k] *= c;
            triangle.push(h);
            if rhs[k + 1].abs() <= CLOSE * began || beyond <= CLOSE {
                break;
            }
            basis.push(w.into_iter().map(|w| w / beyond).collect());
        }
        let count = triangle.len();
        let mut y = vec![0.0; count];
        for i in (0..count).rev() {
            let sum: f64 = (i + 1..count).map(|j| triangle[j][i] * y[j]).sum();
            y[i] = (rhs[i] - sum) / triangle[i][i];
        }
        let mut step = vec![0.0; residual.len()];
        for (y, z) in y.iter().zip(&directions) {
            step.iter_mut().zip(z).for_each(|(s, z)| *s += y * z);
        }
        step
    }

    /// Displacements, and the forces of all links.
    fn unscaled(&self, links: &[Link], x: &[f64]) -> (Vec<f64>, Vec<f64>) {
        let x: Vec<f64> = x.iter().zip(&self.scale).map(|(x, s)| x * s).collect();
        let d = x[..self.dofs].to_vec();
        let q = links.iter().zip(&self.multiplier).map(|(link, multiplier)| match multiplier {
            Some(row) => x[*row],
            None if link.gives > 0.0 => {
                let e: f64 = link.b.iter().map(|(i, b)| b * d[*i]).sum();
                (e - link.imposed) / link.gives
            }
            None => 0.0,
        });
        let q = q.collect();
        (d, q)
    }

    /// States of force in links that do not give way which nothing decides, one row each over all links; `None` when there are more than are looked for.
    pub(super) fn undecided(&self) -> Option<Vec<Vec<f64>>> {
        let over_links = |x: &Vec<f64>| {
            self.multiplier.iter().map(|m| m.map_or(0.0, |row| x[row] * self.scale[row])).collect()
        };
        (self.open.len() < OPEN).then(|| self.open.iter().map(over_links).collect())
    }

    /// Finds them: what begins anywhere is drawn to zero by proximal steps except for its part in the null space.
    fn probe(&mut self) {
        let rigid = self.multiplier.iter().flatten().count();
        while self.open.len() < OPEN.min(rigid) {
            let mut x: Vec<f64> = (0..self.size())
                .map(|i| {
                    let mixed = (i * 7919 + self.open.len() * 104_729 + 13) % 1009;
                    if i < self.dofs { 0.0 } else { mixed as f64 / 1009.0 - 0.5 }
                })
                .collect();
            let began = norm(&x);
            for probe in 0..=PROBES {
                without(&mut x, &self.open);
                let residual: Vec<f64> = self.times(&x).into_iter().map(|v| -v).collect();
                // In the end as exactly as a solution: a single step leaves the noise of the damped matrix.
                let step = if probe < PROBES { self.step(&residual) } else { self.cycle(&residual) };
                x.iter_mut().zip(step).for_each(|(x, step)| *x += step);
            }
            without(&mut x, &self.open);
            // Only forces: what can move is not asked here.
            x[..self.dofs].fill(0.0);
            let left = norm(&x);
            if left <= LEFT * began / (rigid as f64).sqrt() {
                break;
            }
            x.iter_mut().for_each(|x| *x /= left);
            self.open.push(x);
        }
    }
}

/// Takes the parts along orthonormal vectors away.
fn without(x: &mut [f64], those: &[Vec<f64>]) {
    for other in those {
        let along = dot(x, other);
        x.iter_mut().zip(other).for_each(|(x, o)| *x -= along * o);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn link(b: &[(usize, f64)], gives: f64, imposed: f64) -> Link {
        Link { b: b.to_vec(), gives, imposed }
    }

    #[test]
    fn springs_constraints_and_what_is_imposed() {
        // A spring of 1/0.01 from the ground to place 0, a rigid tie from 0 to 1 that is 0.02 longer, 3 on place 1: both springs' ends go by 0.03, the tie adds 0.02.
        let links = [link(&[(0, 1.0)], 0.01, 0.0), link(&[(0, -1.0), (1, 1.0)], 0.0, 0.02)];
        let system = System::of(&[1.0; 2], &links, |_| true).unwrap();
        let solution = system.solve(&links, &[0.0, 3.0]).unwrap();
        for (got, expected) in solution.d.iter().chain(&solution.q).zip([0.03, 0.05, 3.0, 3.0]) {
            assert!((got - expected).abs() < 1e-12, "{got} for {expected}");
        }
        assert!(solution.left < 1e-15 && system.undecided().unwrap().is_empty());
    }

    #[test]
    fn forces_that_nothing_decides_are_found() {
        // Three rigid ties side by side, one of them left out: the other two share what they like, and nothing else is open.
        let tie = || link(&[(0, 1.0)], 0.0, 0.0);
        let links = [tie(), tie(), tie(), link(&[(1, 1.0)], 0.5, 0.0)];
        let system = System::of(&[1.0; 2], &links, |row| row != 1).unwrap();
        let open = system.undecided().unwrap();
        assert_eq!(open.len(), 1);
        let z = &open[0];
        assert!((z[0] + z[2]).abs() < 1e-9 * z[0].abs() && z[1] == 0.0 && z[3] == 0.0, "{z:?}");
        // Begun from nothing, each takes half.
        let solution = system.solve(&links, &[4.0, 1.0]).unwrap();
        assert!((solution.q[0] - 2.0).abs() < 1e-9 && (solution.q[2] - 2.0).abs() < 1e-9);
        assert!((solution.d[1] - 0.5).abs() < 1e-12);
    }
}
