//! Small dense systems, reduced by rows.

/// A matrix reduced to its independent rows, with what stands on their right-hand side.
pub(super) struct Reduced {
    /// Per pivot: its column, and its row over all columns with the right-hand side at the end.
    pub(super) pivots: Vec<(usize, Vec<f64>)>,
    /// Columns without a pivot.
    pub(super) free: Vec<usize>,
}

/// A coefficient has to be so large beside the largest of its row to be a pivot; when none is, a smaller one will do. Below the last it is nothing.
const PIVOTS: [f64; 3] = [0.3, 0.01, 1e-10];

/// Gauss and Jordan. Columns are taken in order, those with small coefficients later, so that the free ones are the last that make good unknowns.
/// `rows` have `columns` coefficients and a right-hand side.
pub(super) fn reduced(mut rows: Vec<Vec<f64>>, columns: usize) -> Reduced {
    let size = |row: &[f64]| row[..columns].iter().fold(0.0f64, |a, b| a.max(b.abs()));
    for row in &mut rows {
        let size = size(row);
        if size > 0.0 {
            row.iter_mut().for_each(|v| *v /= size);
        }
    }
    let mut pivots: Vec<usize> = Vec::new();
    for (pass, least) in PIVOTS.into_iter().enumerate() {
        for column in 0..columns {
            if pivots.contains(&column) {
                continue;
            }
            let done = pivots.len();
            let best =
                (done..rows.len()).max_by(|a, b| rows[*a][column].abs().total_cmp(&rows[*b][column].abs()));
            let good = |row: &usize| {
                // What is left of a row by cancellation is no measure for itself.
                let beside = if pass + 1 < PIVOTS.len() { size(&rows[*row]).max(PIVOTS[1]) } else { 1.0 };
                rows[*row][column].abs() > least * beside
            };
            let Some(best) = best.filter(good) else { continue };
            rows.swap(done, best);
            let pivot = rows[done][column];
            rows[done].iter_mut().for_each(|v| *v /= pivot);
            let own = rows[done].clone();
            for (_, row) in rows.iter_mut().enumerate().filter(|(i, _)| *i != done) {
                let by = row[column];
                if by != 0.0 {
                    row.iter_mut().zip(&own).for_each(|(v, o)| *v -= by * o);
                    row[column] = 0.0;
                }
            }
            pivots.push(column);
        }
    }
    let free = (0..columns).filter(|column| !pivots.contains(column)).collect();
    Reduced { pivots: pivots.into_iter().zip(rows).collect(), free }
}

/// The solution of a square system; `None` when it has none or many.
pub(super) fn solved(mut rows: Vec<Vec<f64>>, rhs: &[f64]) -> Option<Vec<f64>> {
    let count = rows.len();
    rows.iter_mut().zip(rhs).for_each(|(row, b)| row.push(*b));
    let reduced = reduced(rows, count);
    if !reduced.free.is_empty() {
        return None;
    }
    let mut x = vec![0.0; count];
    reduced.pivots.iter().for_each(|(column, row)| x[*column] = row[count]);
    Some(x)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn free_columns_are_the_last_possible() {
        // x + y = 3 and 2x + 2y = 6: y is free, x = 3 − y.
        let reduced = reduced(vec![vec![1.0, 1.0, 3.0], vec![2.0, 2.0, 6.0]], 2);
        assert_eq!(reduced.free, [1]);
        assert_eq!(reduced.pivots[0], (0, vec![1.0, 1.0, 3.0]));
        // 2x + y = 5, x − y = 1.
        let x = solved(vec![vec![2.0, 1.0], vec![1.0, -1.0]], &[5.0, 1.0]).expect("one solution");
        assert!((x[0] - 2.0).abs() < 1e-14 && (x[1] - 1.0).abs() < 1e-14);
        assert!(solved(vec![vec![1.0, 2.0], vec![2.0, 4.0]], &[1.0, 2.0]).is_none());
    }
}
