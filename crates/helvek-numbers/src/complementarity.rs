//! Complementarity: w = q + M z with w ≥ 0, z ≥ 0 and no wᵢ zᵢ other than nothing.

use crate::budget::spend;

/// A pivot below this beside the largest of its column is none.
const PIVOT: f64 = 1e-11;

/// z, by Lemke's method (C. Lemke, Bimatrix equilibrium points and mathematical programming, Management Science 11, 1965), for a matrix that is positive
/// semidefinite, symmetric or not. Ties are broken lexicographically, so that it ends. `None` where there is no solution.
pub fn complementary(m: &[Vec<f64>], q: &[f64]) -> Option<Vec<f64>> {
    let n = q.len();
    let size = q.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    if q.iter().all(|q| *q >= 0.0) {
        return Some(vec![0.0; n]);
    }
    // w − M z − z₀ = q. Columns: w, z, the artificial z₀, and what stands on the right.
    let (artificial, right) = (2 * n, 2 * n + 1);
    let mut rows: Vec<Vec<f64>> = (0..n)
        .map(|i| {
            let mut row = vec![0.0; 2 * n + 2];
            row[i] = 1.0;
            row[n..2 * n].iter_mut().zip(&m[i]).for_each(|(r, m)| *r = -m);
            (row[artificial], row[right]) = (-1.0, q[i] / size);
            row
        })
        .collect();
    let mut basis: Vec<usize> = (0..n).collect();
    // The most negative leaves for z₀; of equal ones the last, which keeps all rows lexicographically positive.
    let first = (0..n).min_by(|a, b| rows[*a][right].total_cmp(&rows[*b][right]).then(b.cmp(a)))?;
    let mut entering = pivot(&mut rows, &mut basis, first, artificial, n);
    // Every basis occurs once at most; the bound only stops what rounding would send round.
    for _ in 0..64 * n + 256 {
        spend((n * n) / 250);
        let row = leaving(&rows, &basis, entering, n)?;
        let done = basis[row] == artificial;
        entering = pivot(&mut rows, &mut basis, row, entering, n);
        if done {
            let mut z = vec![0.0; n];
            for (row, of) in basis.iter().enumerate().filter(|(_, of)| (n..2 * n).contains(of)) {
                z[of - n] = rows[row][right].max(0.0) * size;
            }
            return Some(z);
        }
    }
    None
}

/// Puts a column into the basis in place of that of a row; the complement of what leaves has to enter next.
fn pivot(rows: &mut [Vec<f64>], basis: &mut [usize], row: usize, column: usize, n: usize) -> usize {
    let by = rows[row][column];
    rows[row].iter_mut().for_each(|v| *v /= by);
    let own = rows[row].clone();
    for (_, other) in rows.iter_mut().enumerate().filter(|(i, _)| *i != row) {
        let by = other[column];
        if by != 0.0 {
            other.iter_mut().zip(&own).for_each(|(v, o)| *v -= by * o);
            other[column] = 0.0;
        }
    }
    let left = std::mem::replace(&mut basis[row], column);
    if left < n { left + n } else { left.saturating_sub(n) }
}

/// The row that keeps all others lexicographically positive: the least of (right-hand side, columns of w) over the pivot. Where z₀ may leave, it does.
fn leaving(rows: &[Vec<f64>], basis: &[usize], column: usize, n: usize) -> Option<usize> {
    let largest = rows.iter().fold(0.0f64, |a, row| a.max(row[column].abs()));
    let mut tied: Vec<usize> = (0..n).filter(|i| rows[*i][column] > PIVOT * largest.max(1.0)).collect();
    for by in std::iter::once(2 * n + 1).chain(0..n) {
        let ratio = |i: &usize| rows[*i][by] / rows[*i][column];
        let least = tied.iter().map(ratio).fold(f64::INFINITY, f64::min);
        tied.retain(|i| ratio(i) <= least + 1e-13 * least.abs().max(1.0));
        if let Some(row) = tied.iter().find(|i| by == 2 * n + 1 && basis[**i] == 2 * n) {
            return Some(*row);
        }
        if tied.len() < 2 {
            break;
        }
    }
    tied.first().copied()
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use proptest::test_runner::RngSeed;

    #[test]
    fn a_quadratic_programme_by_hand() {
        // Least of x² + y² − 4x + 2y, both at least nothing: x = 2, y = 0.
        let z = complementary(&[vec![2.0, 0.0], vec![0.0, 2.0]], &[-4.0, 2.0]).unwrap();
        assert!((z[0] - 2.0).abs() < 1e-12 && z[1] == 0.0, "{z:?}");
        // z ≥ 1 and nothing that could bring it there.
        assert!(complementary(&[vec![0.0]], &[-1.0]).is_none());
    }

    proptest! {
        #![proptest_config(ProptestConfig { rng_seed: RngSeed::Fixed(41), cases: 300, ..ProptestConfig::default() })]

        /// M = A Aᵀ of a rank that is often too small, with a skew part; q = w − M z of a solution that is complementary, many of its parts exactly nothing.
        #[test]
        fn semidefinite_problems_are_solved(
            a in prop::collection::vec(prop::collection::vec(-3i32..4, 1..6), 2..9),
            skew in -2i32..3,
            parts in prop::collection::vec((0i32..4, 0i32..3), 9),
        ) {
            let n = a.len();
            let rank = a.iter().map(Vec::len).min().unwrap();
            let m: Vec<Vec<f64>> = (0..n).map(|i| (0..n).map(|j| {
                let along: i32 = (0..rank).map(|k| a[i][k] * a[j][k]).sum();
                f64::from(along + skew * (i as i32 - j as i32).signum())
            }).collect()).collect();
            let z: Vec<f64> = parts[..n].iter().map(|(z, side)| if *side == 0 { f64::from(*z) } else { 0.0 }).collect();
            let w: Vec<f64> = parts[..n].iter().map(|(w, side)| if *side == 1 { f64::from(*w) } else { 0.0 }).collect();
            let times = |z: &[f64], i: usize| m[i].iter().zip(z).map(|(m, z)| m * z).sum::<f64>();
            let q: Vec<f64> = (0..n).map(|i| w[i] - times(&z, i)).collect();
            let found = complementary(&m, &q);
            prop_assert!(found.is_some(), "{m:?} {q:?}");
            let found = found.unwrap();
            let scale = 1.0 + q.iter().chain(&found).fold(0.0f64, |a, b| a.max(b.abs()));
            for i in 0..n {
                let w = q[i] + times(&found, i);
                prop_assert!(found[i] >= 0.0 && w >= -1e-8 * scale, "{found:?} {w}");
                prop_assert!((found[i] * w).abs() <= 1e-7 * scale * scale);
            }
        }
    }
}
