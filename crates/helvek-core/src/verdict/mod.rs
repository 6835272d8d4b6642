//! The verdict, by rank and not by counting: is there equilibrium under these loads, and is each unknown unique?
//!
//! Scaled matrix A (columns of norm 1, moments over the length scale), loads b. Singular values σ of A below
//! [`tolerance::SINGULAR`]·σ_max are zero. Then with the rank r: degree = columns − r (self-stress), mobility = rows − r (motions). The
//! left null space holds the motions; loads that do no work on any of them are balanced. An unknown with a zero row in the right null
//! space is unique even when others are not.

mod cures;
mod motion;

pub use cures::{Cure, applied, cures};
pub use motion::{BodyMotion, Motion};

use crate::equilibrium::Equilibrium;
use crate::tolerance;
use faer::Mat;

/// The four outcomes, tested in this order.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Status {
    /// No equilibrium under these loads.
    Unstable,
    /// Equilibrium, but some unknowns are not unique.
    Indeterminate,
    /// The model can move, but these loads are balanced and every unknown is unique.
    Balanced,
    /// Held, and every unknown unique.
    Determinate,
}

/// The facts of rank.
#[derive(Debug, Clone, PartialEq)]
pub struct Verdict {
    /// The outcome.
    pub status: Status,
    /// Whether these loads can be balanced.
    pub equilibrium: bool,
    /// How many unknowns are too many: dimension of the self-stress.
    pub degree: usize,
    /// How many independent motions are free.
    pub mobility: usize,
    /// Independent equations counted, before rank decides.
    pub equations: usize,
    /// Unknowns counted.
    pub unknowns: usize,
    /// Per column: whether equilibrium fixes it.
    pub determined: Vec<bool>,
    /// Per column: the least-norm solution in SI, cleaned of noise. Meaningful where `determined` and `equilibrium` hold.
    pub values: Vec<f64>,
    /// The smallest singular value that is not zero, over the largest: 1 is best. `None` without unknowns.
    pub soundness: Option<f64>,
    /// A motion that is free: the one the loads drive when there is no equilibrium.
    pub motion: Option<Motion>,
}

impl Verdict {
    /// Nearly a mechanism: solved, but a small change of geometry changes the answer a lot.
    pub fn critical(&self) -> bool {
        self.soundness.is_some_and(|ratio| ratio < tolerance::CRITICAL)
    }
}

/// Judges the equilibrium.
pub fn judge(equilibrium: &Equilibrium) -> Verdict {
    let (rows, unknowns) = (equilibrium.rows(), equilibrium.columns.len());
    let columns = equilibrium.scaled_columns();
    let loads = equilibrium.scaled_loads();
    let space = Decomposition::of(rows, &columns);
    let rank = space.rank;
    let (degree, mobility) = (unknowns - rank, rows - rank);

    // What of the loads no reaction can take: their part in the left null space.
    let driven = space.left_null_part(&loads);
    // Against the largest single load and not against their sum: loads that cancel among themselves leave only noise in the sum.
    let equilibrium_holds = norm(&driven) <= tolerance::RESIDUAL * equilibrium.load_scale().max(norm(&loads));

    let determined: Vec<_> =
        (0..unknowns).map(|j| space.right_null_row(j) <= tolerance::SELF_STRESS).collect();
    let values = space
        .solve(&loads)
        .into_iter()
        .zip(&columns)
        .zip(&equilibrium.columns)
        .map(|((x, (_, by)), column)| equilibrium.clean(x / by, column.kind))
        .collect();
    let motion = if !equilibrium_holds {
        Some(Motion::of(equilibrium, &driven))
    } else {
        (mobility > 0).then(|| Motion::of(equilibrium, &space.left_null_vector(0)))
    };
    Verdict {
        status: match (equilibrium_holds, degree, mobility) {
            (false, ..) => Status::Unstable,
            (true, 1.., _) => Status::Indeterminate,
            (true, 0, 1..) => Status::Balanced,
            (true, 0, 0) => Status::Determinate,
        },
        equilibrium: equilibrium_holds,
        degree,
        mobility,
        equations: rows,
        unknowns,
        determined,
        values,
        soundness: space.soundness,
        motion,
    }
}

fn norm(v: &[f64]) -> f64 {
    v.iter().map(|x| x * x).sum::<f64>().sqrt()
}

/// A = U S Vᵀ, split by rank.
struct Decomposition {
    u: Mat<f64>,
    v: Mat<f64>,
    singular: Vec<f64>,
    rank: usize,
    soundness: Option<f64>,
}

impl Decomposition {
    fn of(rows: usize, columns: &[(Vec<f64>, f64)]) -> Self {
        let unknowns = columns.len();
        if rows == 0 || unknowns == 0 {
            return Self {
                u: Mat::identity(rows, rows),
                v: Mat::identity(unknowns, unknowns),
                singular: Vec::new(),
                rank: 0,
                soundness: None,
            };
        }
        let matrix = Mat::from_fn(rows, unknowns, |i, j| columns[j].0[i]);
        // The sheet holds finite numbers only, for which the iteration converges; were it ever not to, nothing would be called known.
        let Ok(svd) = matrix.svd() else {
            return Self {
                u: Mat::identity(rows, rows),
                v: Mat::identity(unknowns, unknowns),
                singular: vec![0.0; rows.min(unknowns)],
                rank: 0,
                soundness: Some(0.0),
            };
        };
        let diagonal = svd.S().column_vector();
        let singular: Vec<f64> = (0..rows.min(unknowns)).map(|i| diagonal[i]).collect();
        let largest = singular[0];
        let rank = singular.iter().filter(|s| **s > tolerance::SINGULAR * largest).count();
        let soundness = rank.checked_sub(1).map(|last| singular[last] / largest);
        Self { u: svd.U().to_owned(), v: svd.V().to_owned(), singular, rank, soundness }
    }

    /// The projection of `b` on the left null space.
    fn left_null_part(&self, b: &[f64]) -> Vec<f64> {
        let mut part = vec![0.0; b.len()];
        for k in self.rank..self.u.ncols() {
            let along: f64 = (0..b.len()).map(|i| self.u[(i, k)] * b[i]).sum();
            for (i, p) in part.iter_mut().enumerate() {
                *p += along * self.u[(i, k)];
            }
        }
        part
    }

    fn left_null_vector(&self, k: usize) -> Vec<f64> {
        (0..self.u.nrows()).map(|i| self.u[(i, self.rank + k)]).collect()
    }

    /// The size of row `j` of the right null space: 0 when no self-stress touches that unknown.
    fn right_null_row(&self, j: usize) -> f64 {
        (self.rank..self.v.ncols()).map(|k| self.v[(j, k)].powi(2)).sum::<f64>().sqrt()
    }

    /// The least-norm x with A x = −b as nearly as can be.
    fn solve(&self, b: &[f64]) -> Vec<f64> {
        let mut x = vec![0.0; self.v.nrows()];
        for k in 0..self.rank {
            let along: f64 = -(0..b.len()).map(|i| self.u[(i, k)] * b[i]).sum::<f64>() / self.singular[k];
            for (j, x) in x.iter_mut().enumerate() {
                *x += along * self.v[(j, k)];
            }
        }
        x
    }
}
