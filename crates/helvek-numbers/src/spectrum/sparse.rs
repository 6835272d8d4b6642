//! The two sparse ways: a square system that is sound, and anything else that is large.

use super::{Entries, Solver, Spectrum, critical, dot, norm, times, transposed};
use crate::budget::spend;
use crate::tolerance;
use faer::Mat;
use faer::linalg::solvers::Solve;
use faer::sparse::linalg::solvers::Lu;
use faer::sparse::{SparseColMat, Triplet};

/// Rounds of inverse iteration: the estimate only has to tell sound from unsound.
const ROUNDS: usize = 5;
/// The damping of the quasi-definite matrix, beside the largest singular value: one round of inverse iteration favours null vectors by its
/// square, which must leave the others enough figures to be made orthogonal.
const DAMPING: f64 = 1e-5;
/// Rounds of block inverse iteration, and of refinement.
const BLOCK_ROUNDS: usize = 6;
/// Vectors looked for at first, and at the most.
const BLOCK: (usize, usize) = (6, 384);

#[derive(Debug)]
pub(super) struct Square(Lu<usize, f64>);

#[derive(Debug)]
pub(super) struct Regular {
    lu: Lu<usize, f64>,
    rows: usize,
}

fn factorise(size: usize, triplets: &[Triplet<usize, usize, f64>]) -> Option<Lu<usize, f64>> {
    spend(2 * triplets.len());
    SparseColMat::try_new_from_triplets(size, size, triplets).ok()?.sp_lu().ok()
}

/// Deterministic, and along no vector that a structure would have.
fn arbitrary(size: usize, seed: usize) -> Vec<f64> {
    let value = |i: usize| ((i * 7919 + seed * 104_729 + 13) % 1009) as f64 / 1009.0 - 0.5;
    (0..size).map(value).collect()
}

fn normalise(v: &mut [f64]) -> f64 {
    let size = norm(v);
    if size > 0.0 {
        v.iter_mut().for_each(|x| *x /= size);
    }
    size
}

/// σ_max, a little from below.
fn largest(rows: usize, columns: &[Entries]) -> f64 {
    let mut v = arbitrary(columns.len(), 1);
    normalise(&mut v);
    let mut size = 1.0;
    for _ in 0..12 {
        v = transposed(columns, &times(rows, columns, &v));
        size = normalise(&mut v).sqrt();
    }
    size
}

/// The spectrum of a square system, when it is sound; `None` when that is not certain.
pub(super) fn square(rows: usize, columns: &[Entries]) -> Option<Spectrum> {
    let triplets: Vec<_> = columns
        .iter()
        .enumerate()
        .flat_map(|(j, column)| column.iter().map(move |(i, v)| Triplet::new(*i, j, *v)))
        .collect();
    // An empty row or column is a structural defect, on which the factorisation may not end well.
    let mut filled = vec![false; rows];
    triplets.iter().for_each(|t| filled[t.row] = true);
    if columns.iter().any(Vec::is_empty) || filled.contains(&false) {
        return None;
    }
    let lu = factorise(rows, &triplets)?;
    let solve = |v: &[f64]| {
        let mut x = Mat::from_fn(rows, 1, |i, _| v[i]);
        lu.solve_in_place(&mut x);
        (0..rows).map(|i| x[(i, 0)]).collect::<Vec<_>>()
    };
    let solve_transpose = |v: &[f64]| {
        let mut x = Mat::from_fn(rows, 1, |i, _| v[i]);
        lu.solve_transpose_in_place(&mut x);
        (0..rows).map(|i| x[(i, 0)]).collect::<Vec<_>>()
    };
    // (A Aᵀ)⁻¹ on the left singular vectors: grows by 1/σ² along the weakest.
    let mut left = arbitrary(rows, 2);
    normalise(&mut left);
    let (mut right, mut smallest) = (Vec::new(), 0.0);
    for _ in 0..ROUNDS {
        right = solve(&left);
        left = solve_transpose(&right);
        let growth = normalise(&mut left);
        if !growth.is_finite() || growth == 0.0 {
            return None;
        }
        smallest = 1.0 / growth.sqrt();
    }
    normalise(&mut right);
    let soundness = smallest / largest(rows, columns);
    // What is only nearly sound is looked at by the slower way.
    if soundness < critical(columns.len()) {
        return None;
    }
    Some(Spectrum {
        rank: rows,
        soundness: Some(soundness),
        weakest: Some((left, right)),
        motions: Vec::new(),
        stresses: Vec::new(),
        solver: Solver::Square(Square(lu)),
    })
}

impl Square {
    /// With one round of refinement.
    pub(super) fn solve(&self, columns: &[Entries], b: &[f64]) -> Vec<f64> {
        let rows = b.len();
        let mut x = vec![0.0; columns.len()];
        for _ in 0..2 {
            let residual = times(rows, columns, &x);
            let mut step = Mat::from_fn(rows, 1, |i, _| -b[i] - residual[i]);
            self.0.solve_in_place(&mut step);
            for (j, x) in x.iter_mut().enumerate() {
                *x += step[(j, 0)];
            }
        }
        x
    }
}

pub(super) fn regularised(rows: usize, columns: &[Entries]) -> Spectrum {
    let count = columns.len();
    let sigma = largest(rows, columns);
    let damping = DAMPING * sigma;
    let mut triplets = Vec::new();
    for i in 0..rows {
        triplets.push(Triplet::new(i, i, damping));
    }
    for (j, column) in columns.iter().enumerate() {
        triplets.push(Triplet::new(rows + j, rows + j, -damping));
        for (i, value) in column {
            triplets.push(Triplet::new(*i, rows + j, *value));
            triplets.push(Triplet::new(rows + j, *i, *value));
        }
    }
    let Some(lu) = factorise(rows + count, &triplets) else {
        // Quasi-definite matrices have a factorisation; were it ever not to be found, nothing would be called known.
        return super::dense::decompose(rows, columns);
    };
    let regular = Regular { lu, rows };
    let zero = tolerance::SINGULAR * sigma;
    let right = regular.null_space(columns, Side::Stresses, zero);
    let rank = count - right.null.len();
    let left = regular.null_space(columns, Side::Motions, zero);
    let weakest = right.weakest.map(|v| {
        let mut u = times(rows, columns, &v);
        normalise(&mut u);
        (u, v)
    });
    Spectrum {
        rank,
        soundness: (rank > 0).then(|| right.smallest / sigma),
        weakest,
        motions: left.null.into_iter().take(rows - rank).collect(),
        stresses: right.null,
        solver: Solver::Regular(regular),
    }
}

#[derive(Clone, Copy, PartialEq)]
enum Side {
    Motions,
    Stresses,
}

struct Found {
    null: Vec<Vec<f64>>,
    /// The smallest singular value that is not zero, as measured.
    smallest: f64,
    weakest: Option<Vec<f64>>,
}

impl Regular {
    /// Block inverse iteration, with more vectors until one of them is not null; each measured again.
    fn null_space(&self, columns: &[Entries], side: Side, zero: f64) -> Found {
        let size = if side == Side::Motions { self.rows } else { columns.len() };
        let image = |v: &[f64]| match side {
            Side::Motions => transposed(columns, v),
            Side::Stresses => times(self.rows, columns, v),
        };
        let mut wanted = BLOCK.0.min(size);
        loop {
            let mut block: Vec<Vec<f64>> = (0..wanted).map(|k| arbitrary(size, k + 3)).collect();
            for _ in 0..BLOCK_ROUNDS {
                orthonormalise(&mut block);
                self.damped(&mut block, side);
            }
            orthonormalise(&mut block);
            // What depended on the others has nothing left of its own.
            block.retain(|v| norm(v) > 0.5);
            let mut measured: Vec<(f64, Vec<f64>)> =
                rotate(&block, &image).into_iter().map(|v| (norm(&image(&v)), v)).collect();
            measured.sort_by(|a, b| a.0.total_cmp(&b.0));
            let null = measured.iter().filter(|(size, _)| *size <= zero).count();
            if null < wanted || wanted == size || wanted >= BLOCK.1 {
                let weakest = measured.get(null).cloned();
                return Found {
                    null: measured.into_iter().take(null).map(|(_, v)| v).collect(),
                    smallest: weakest.as_ref().map_or(0.0, |(size, _)| *size),
                    weakest: weakest.map(|(_, v)| v),
                };
            }
            wanted = (4 * wanted).min(size).min(BLOCK.1);
        }
    }

    /// (A Aᵀ + δ²)⁻¹ or (Aᵀ A + δ²)⁻¹ on each vector, up to a factor.
    fn damped(&self, block: &mut [Vec<f64>], side: Side) {
        let offset = if side == Side::Motions { 0 } else { self.rows };
        let total = self.total();
        let mut rhs = Mat::zeros(total, block.len());
        for (k, v) in block.iter().enumerate() {
            for (i, x) in v.iter().enumerate() {
                rhs[(offset + i, k)] = *x;
            }
        }
        spend(total * block.len() / 10);
        self.lu.solve_in_place(&mut rhs);
        for (k, v) in block.iter_mut().enumerate() {
            for (i, x) in v.iter_mut().enumerate() {
                *x = rhs[(offset + i, k)];
            }
        }
    }

    fn total(&self) -> usize {
        use faer::linalg::solvers::ShapeCore;
        self.lu.nrows()
    }

    /// Least norm, by a few rounds of the damped solution on what is left over.
    pub(super) fn solve(&self, columns: &[Entries], b: &[f64]) -> Vec<f64> {
        let mut x = vec![0.0; columns.len()];
        for _ in 0..BLOCK_ROUNDS {
            let residual = times(self.rows, columns, &x);
            let mut rhs = Mat::zeros(self.total(), 1);
            for i in 0..self.rows {
                rhs[(i, 0)] = -b[i] - residual[i];
            }
            self.lu.solve_in_place(&mut rhs);
            for (j, x) in x.iter_mut().enumerate() {
                *x += rhs[(self.rows + j, 0)];
            }
        }
        x
    }
}

/// Modified Gram-Schmidt, twice, which is enough. What depends on the others is left as nothing.
fn orthonormalise(block: &mut [Vec<f64>]) {
    for k in 0..block.len() {
        spend(k * block[k].len() / 120);
        let (done, rest) = block.split_at_mut(k);
        let v = &mut rest[0];
        normalise(v);
        for _ in 0..2 {
            for u in done.iter() {
                let along = dot(u, v);
                v.iter_mut().zip(u).for_each(|(v, u)| *v -= along * u);
            }
            if normalise(v) < 1e-12 {
                v.iter_mut().for_each(|x| *x = 0.0);
            }
        }
    }
}

/// The block turned within its span so that each vector is a singular vector of the system restricted to it.
fn rotate(block: &[Vec<f64>], image: &impl Fn(&[f64]) -> Vec<f64>) -> Vec<Vec<f64>> {
    let images: Vec<_> = block.iter().map(|v| image(v)).collect();
    let rows = images.first().map_or(0, Vec::len);
    let matrix = Mat::from_fn(rows, block.len(), |i, k| images[k][i]);
    let Ok(svd) = matrix.thin_svd() else { return block.to_vec() };
    let v = svd.V();
    (0..v.ncols())
        .map(|k| {
            let mut turned = vec![0.0; block[0].len()];
            for (l, u) in block.iter().enumerate() {
                turned.iter_mut().zip(u).for_each(|(t, u)| *t += v[(l, k)] * u);
            }
            normalise(&mut turned);
            turned
        })
        .collect()
}
