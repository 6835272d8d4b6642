//! Which one-way parts carry, as a complementarity problem: for each either it pushes (λ ≥ 0) and there is no gap, or there is a gap (g ≥ 0) and it does not push.
//!
//! What a structure without its one-way parts does under their forces need not be known: it may be able to move. So it is looked at with springs of one stiffness k
//! in their places. With y their displacements along the push, y₀ under the loads alone, H what unit forces on them do, and μ = λ + k y:
//! y = y₀ + H μ. H = V diag(h) Vᵀ has 0 ≤ h ≤ 1/k. With a = 1 − k h, on vectors with a > 0 that is y = (h/a) λ + y₀/a: the structure as it is without them. On those
//! with a = 0 the structure moves freely: y is any c, and λ = −k y₀ balances the loads.

use super::links::Link;
use super::mesh::Mesh;
use super::system::System;
use crate::equilibrium::{ColumnId, Equilibrium};
use helvek_numbers::complementarity::complementary;
use helvek_numbers::linear::Matrix;

/// The share of its spring below which what a part stands on lets it move freely, no unit.
const FREE: f64 = 1e-8;
/// Springs are tried at these times the usual stiffness: a long structure is far softer than its pieces.
const SPRINGS: [f64; 3] = [1.0, 1e-4, 1e-8];

/// Candidates for the one-way parts that are out of contact, the likeliest first: with what neither pushes nor gapes out, and with it in.
pub(super) fn candidates(
    full: &Equilibrium,
    mesh: &Mesh,
    one_way: &[ColumnId],
) -> impl Iterator<Item = Vec<ColumnId>> {
    let all = SPRINGS.into_iter().filter_map(|times| Sprung::of(full, mesh, one_way, times)?.out());
    all.flat_map(|both| both.map(|out| out.iter().map(|i| one_way[*i]).collect()))
}

/// The structure with springs in place of its one-way parts.
struct Sprung {
    /// k, N/m.
    spring: f64,
    /// y₀ − e₀ where the push begins, m.
    apart: Vec<f64>,
    /// y₀, m.
    moves: Vec<f64>,
    /// H, m/N.
    flexibility: Matrix,
    /// The flexibility of each part by itself, m/N.
    own: Vec<f64>,
}

impl Sprung {
    fn of(full: &Equilibrium, mesh: &Mesh, one_way: &[ColumnId], times: f64) -> Option<Self> {
        let first = mesh.first_column();
        let spring = times * super::system::usual_stiffness(&mesh.levers, &mesh.links);
        let rows: Vec<usize> = one_way.iter().map(|id| first + id.index()).collect();
        let sense = |k: usize| full.column(one_way[k]).one_way.map_or(1.0, |sense| sense.sign());
        let mut links: Vec<Link> = mesh.links.clone();
        for row in &rows {
            (links[*row].gives, links[*row].imposed) = (1.0 / spring, 0.0);
        }
        let system = System::of(&mesh.levers, &links, |row| row < first || !mesh.skipped[row - first])?;
        let along = |k: usize, d: &[f64]| -> f64 {
            sense(k) * mesh.links[rows[k]].b.iter().map(|(dof, b)| b * d[*dof]).sum::<f64>()
        };
        let count = rows.len();
        let under_loads = system.solve(&links, &mesh.loads)?.d;
        links.iter_mut().for_each(|link| link.imposed = 0.0);
        let mut flexibility = Matrix::zeros(count, count);
        for j in 0..count {
            let mut push = vec![0.0; mesh.loads.len()];
            mesh.links[rows[j]].b.iter().for_each(|(dof, b)| push[*dof] = sense(j) * b);
            let d = system.solve(&links, &push)?.d;
            for i in 0..count {
                flexibility[(i, j)] = along(i, &d);
            }
        }
        let moves: Vec<f64> = (0..count).map(|k| along(k, &under_loads)).collect();
        let apart = (0..count).map(|k| -sense(k) * mesh.links[rows[k]].imposed).collect();
        let own = rows.iter().map(|row| mesh.links[*row].gives).collect();
        Some(Self { spring, apart, moves, flexibility, own })
    }

    /// The parts that are out of contact; the second time without those that do not gape either.
    fn out(&self) -> Option<[Vec<usize>; 2]> {
        let count = self.own.len();
        let even =
            Matrix::of(count, count, &|i, j| 0.5 * (self.flexibility[(i, j)] + self.flexibility[(j, i)]));
        let (h, v) = even.symmetric_eigen()?;
        let rest: Vec<f64> = (0..count).map(|k| (1.0 - self.spring * h[k]).max(0.0)).collect();
        let dot = |k: usize, y: &[f64]| -> f64 { (0..count).map(|i| v[(i, k)] * y[i]).sum() };
        let free: Vec<usize> = (0..count).filter(|k| rest[*k] <= FREE).collect();
        let held: Vec<usize> = (0..count).filter(|k| rest[*k] > FREE).collect();
        let mut gaps = self.apart.clone();
        for k in &held {
            let by = dot(*k, &self.moves) / rest[*k];
            gaps.iter_mut().enumerate().for_each(|(i, g)| *g += v[(i, *k)] * by);
        }
        // λ, then c in two parts that are not negative. Gaps are measured in what the usual force, of size 1, opens.
        let size = count + 2 * free.len();
        let mut m = vec![vec![0.0; size]; size];
        for i in 0..count {
            for j in 0..count {
                m[i][j] = held.iter().map(|k| v[(i, *k)] * v[(j, *k)] * h[*k] / rest[*k]).sum();
            }
            m[i][i] += self.own[i];
        }
        let most = (0..count).map(|i| m[i][i]).fold(0.0, f64::max);
        let open = if most > 0.0 { most } else { 1.0 / self.spring };
        m.iter_mut().flatten().for_each(|v| *v /= open);
        let mut q: Vec<f64> = gaps.iter().map(|g| g / open).collect();
        for (c, k) in free.iter().enumerate() {
            let needs = -self.spring * dot(*k, &self.moves);
            for (place, sign) in [(count + 2 * c, 1.0), (count + 2 * c + 1, -1.0)] {
                for i in 0..count {
                    m[i][place] = sign * v[(i, *k)];
                    m[place][i] = -sign * v[(i, *k)];
                }
                q.push(sign * needs);
            }
        }
        let z = complementary(&m, &q)?;
        let pushes = z[..count].iter().fold(0.0f64, |a, b| a.max(*b));
        let gap = |i: usize| q[i] + m[i].iter().zip(&z).map(|(m, z)| m * z).sum::<f64>();
        let idle = |i: &usize| z[*i] <= 1e-9 * pushes;
        let out: Vec<usize> = (0..count).filter(idle).collect();
        let widest = (0..count).map(gap).fold(0.0, f64::max);
        let gaping = out.iter().copied().filter(|i| gap(*i) > 1e-9 * widest).collect();
        Some([out, gaping])
    }
}
