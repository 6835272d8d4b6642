//! The rank of the scaled matrix and what follows from it: how many self-stresses and motions there are, and which.
//!
//! Small systems go through a dense singular value decomposition. Large square ones through a sparse LU factorisation, whose smallest
//! singular value is estimated by inverse iteration; when that says they are sound nothing else is needed. Large ones that are not square or
//! not sound through the quasi-definite matrix [δI A; Aᵀ −δI], which has a factorisation whatever the rank of A, and block inverse iteration
//! for both null spaces, each vector measured again by ‖Av‖ and ‖Aᵀw‖.

mod dense;
mod sparse;

use crate::tolerance;

/// A column: its entries by row.
pub type Entries = Vec<(usize, f64)>;

/// Systems of at most this many rows or columns are decomposed densely when they are not square and sound.
const DENSE: usize = 300;
/// Above this many columns a sparse factorisation is the quicker way to see that a square system is sound.
const TRY_SPARSE: usize = 40;

/// A split by rank.
#[derive(Debug)]
pub struct Spectrum {
    /// The number of its singular values that are not zero.
    pub rank: usize,
    /// The smallest singular value that is not zero, over the largest.
    pub soundness: Option<f64>,
    /// The left singular vector that belongs to it, and the right one.
    pub weakest: Option<(Vec<f64>, Vec<f64>)>,
    /// An orthonormal basis of the left null space: the motions.
    pub motions: Vec<Vec<f64>>,
    /// An orthonormal basis of the right null space: the self-stresses.
    pub stresses: Vec<Vec<f64>>,
    solver: Solver,
}

#[derive(Debug)]
enum Solver {
    Empty,
    Dense(dense::Dense),
    Square(sparse::Square),
    Regular(sparse::Regular),
}

impl Spectrum {
    /// Of a matrix by its columns.
    pub fn of(rows: usize, columns: &[Entries]) -> Self {
        let count = columns.len();
        if rows == 0 || count == 0 {
            return Self {
                rank: 0,
                soundness: None,
                weakest: None,
                motions: (0..rows).map(|i| unit(rows, i)).collect(),
                stresses: (0..count).map(|j| unit(count, j)).collect(),
                solver: Solver::Empty,
            };
        }
        if rows == count
            && count > TRY_SPARSE
            && let Some(sound) = sparse::square(rows, columns)
        {
            return sound;
        }
        // A few rigid bodies on many supports are narrow.
        let narrow = rows.max(count) <= 4 * DENSE && rows * count <= DENSE * DENSE;
        if rows.max(count) <= DENSE || narrow {
            dense::decompose(rows, columns)
        } else {
            sparse::regularised(rows, columns)
        }
    }

    /// The projection of `b` on the motions.
    pub fn motion_part(&self, b: &[f64]) -> Vec<f64> {
        let mut part = vec![0.0; b.len()];
        for motion in &self.motions {
            let along = dot(motion, b);
            for (p, m) in part.iter_mut().zip(motion) {
                *p += along * m;
            }
        }
        part
    }

    /// The share of unknown `j` in the self-stresses: 0 when none touches it.
    pub fn stress_share(&self, j: usize) -> f64 {
        self.stresses.iter().map(|s| s[j] * s[j]).sum::<f64>().sqrt()
    }

    /// The least-norm x with A x = −b as nearly as can be.
    pub fn solve(&self, columns: &[Entries], b: &[f64]) -> Vec<f64> {
        match &self.solver {
            Solver::Empty => vec![0.0; columns.len()],
            Solver::Dense(dense) => dense.solve(b),
            Solver::Square(square) => square.solve(columns, b),
            Solver::Regular(regular) => regular.solve(columns, b),
        }
    }
}

/// From which ratio of singular values on a system of this size is sound. Long chains of sound parts are soft by nature: the compliance
/// of a cantilever grows with the square of its length.
pub fn critical(columns: usize) -> f64 {
    let beyond = (DENSE as f64 / columns.max(1) as f64).min(1.0);
    tolerance::CRITICAL * beyond * beyond
}

fn unit(size: usize, at: usize) -> Vec<f64> {
    let mut v = vec![0.0; size];
    v[at] = 1.0;
    v
}

/// ∑ aᵢ bᵢ.
pub fn dot(a: &[f64], b: &[f64]) -> f64 {
    a.iter().zip(b).map(|(x, y)| x * y).sum()
}

/// The length of a vector.
pub fn norm(v: &[f64]) -> f64 {
    dot(v, v).sqrt()
}

/// A x
fn times(rows: usize, columns: &[Entries], x: &[f64]) -> Vec<f64> {
    let mut y = vec![0.0; rows];
    for (column, x) in columns.iter().zip(x) {
        for (row, value) in column {
            y[*row] += value * x;
        }
    }
    y
}

/// Aᵀ y
fn transposed(columns: &[Entries], y: &[f64]) -> Vec<f64> {
    columns.iter().map(|column| column.iter().map(|(row, value)| value * y[*row]).sum()).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A square system with every third column a copy of its neighbour when `copies`, else regular; unsymmetrical on purpose.
    fn system(size: usize, copies: usize) -> Vec<Entries> {
        let mut columns: Vec<Entries> = (0..size)
            .map(|j| {
                let mut column = vec![(j, 1.0 + 0.01 * (j % 7) as f64)];
                if j + 1 < size {
                    column.push((j + 1, 0.4 + 0.03 * (j % 5) as f64));
                }
                column
            })
            .collect();
        for k in 0..copies {
            columns[3 * k + 1] = columns[3 * k].clone();
        }
        columns
    }

    #[test]
    fn all_three_ways_agree_on_rank_null_spaces_and_solution() {
        for copies in [0, 1, 5] {
            let (size, columns) = (90, system(90, copies));
            let b: Vec<_> = (0..size).map(|i| ((i * 37) % 11) as f64 - 5.0).collect();
            let dense = dense::decompose(size, &columns);
            let sparse = sparse::regularised(size, &columns);
            assert_eq!((dense.rank, sparse.rank), (size - copies, size - copies));
            assert_eq!((sparse.motions.len(), sparse.stresses.len()), (copies, copies));
            for j in 0..size {
                assert!((dense.stress_share(j) - sparse.stress_share(j)).abs() < 1e-9, "{copies} {j}");
            }
            let parts = [dense.motion_part(&b), sparse.motion_part(&b)];
            assert!(parts[0].iter().zip(&parts[1]).all(|(x, y)| (x - y).abs() < 1e-8));
            let balanced: Vec<_> = b.iter().zip(&parts[0]).map(|(b, p)| b - p).collect();
            let (x, y) = (dense.solve(&columns, &balanced), sparse.solve(&columns, &balanced));
            assert!(x.iter().zip(&y).all(|(x, y)| (x - y).abs() < 1e-8), "{copies}");
            let square = sparse::square(size, &columns);
            assert_eq!(square.is_some(), copies == 0);
            if let Some(square) = square {
                assert!(square.solve(&columns, &b).iter().zip(&x).all(|(x, y)| (x - y).abs() < 1e-10));
                let (a, b) = (square.soundness.unwrap(), dense.soundness.unwrap());
                assert!((a / b - 1.0).abs() < 0.2, "estimated {a}, exact {b}");
            }
        }
    }
}
