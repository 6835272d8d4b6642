//! A = U S Vᵀ, for systems that a person could still draw.

use super::{Entries, Solver, Spectrum};
use crate::budget::spend;
use crate::tolerance;
use faer::Mat;

#[derive(Debug)]
pub(super) struct Dense {
    u: Mat<f64>,
    v: Mat<f64>,
    singular: Vec<f64>,
}

pub(super) fn decompose(rows: usize, columns: &[Entries]) -> Spectrum {
    let count = columns.len();
    // It cannot be interrupted.
    spend((rows * count) / 20 * rows.min(count) / 10);
    let mut matrix = Mat::zeros(rows, count);
    for (j, column) in columns.iter().enumerate() {
        for (i, value) in column {
            matrix[(*i, j)] = *value;
        }
    }
    // The sheet holds finite numbers only, for which the iteration converges; were it ever not to, nothing would be called known.
    let dense = match matrix.svd() {
        Ok(svd) => {
            let diagonal = svd.S().column_vector();
            let singular: Vec<f64> = (0..rows.min(count)).map(|i| diagonal[i]).collect();
            Dense { u: svd.U().to_owned(), v: svd.V().to_owned(), singular }
        }
        Err(_) => Dense {
            u: Mat::identity(rows, rows),
            v: Mat::identity(count, count),
            singular: vec![0.0; rows.min(count)],
        },
    };
    let largest = dense.singular[0];
    let zero = tolerance::SINGULAR * largest;
    let rank = dense.singular.iter().filter(|s| **s > zero).count();
    let column =
        |matrix: &Mat<f64>, k: usize| (0..matrix.nrows()).map(|i| matrix[(i, k)]).collect::<Vec<_>>();
    let last = rank.checked_sub(1);
    Spectrum {
        rank,
        soundness: last.map(|last| dense.singular[last] / largest),
        weakest: last.map(|last| (column(&dense.u, last), column(&dense.v, last))),
        motions: (rank..rows).map(|k| column(&dense.u, k)).collect(),
        stresses: (rank..count).map(|k| column(&dense.v, k)).collect(),
        solver: Solver::Dense(Dense { singular: dense.singular[..rank].to_vec(), ..dense }),
    }
}

impl Dense {
    pub(super) fn solve(&self, b: &[f64]) -> Vec<f64> {
        let mut x = vec![0.0; self.v.nrows()];
        for (k, singular) in self.singular.iter().enumerate() {
            let along: f64 = -(0..b.len()).map(|i| self.u[(i, k)] * b[i]).sum::<f64>() / singular;
            for (j, x) in x.iter_mut().enumerate() {
                *x += along * self.v[(j, k)];
            }
        }
        x
    }
}
