//! Small dense systems, reduced by rows.

/// A matrix reduced to its independent rows, with what stands on their right-hand side.
pub(super) struct Reduced {
    /// Per pivot: its column, and its row over all columns with the right-hand side at the end.
    pub(super) pivots: Vec<(usize, Vec<f64>)>,
    /// Columns without a pivot.
    pub(super) free: Vec<usize>,
}

/// A coefficient below this times the largest of its row is nothing.
const NOTHING: f64 = 1e-10;

/// Gauss and Jordan with the largest entry of each column as its pivot. Columns are taken in order, so that the free ones are the last possible.
/// `rows` have `columns` coefficients and a right-hand side.
pub(super) fn reduced(mut rows: Vec<Vec<f64>>, columns: usize) -> Reduced {
    for row in &mut rows {
        let size = row[..columns].iter().fold(0.0f64, |a, b| a.max(b.abs()));
        if size > 0.0 {
            row.iter_mut().for_each(|v| *v /= size);
        }
    }
    let (mut pivots, mut free) = (Vec::new(), Vec::new());
    let mut done = 0;
    for column in 0..columns {
        let best =
            (done..rows.len()).max_by(|a, b| rows[*a][column].abs().total_cmp(&rows[*b][column].abs()));
        let Some(best) = best.filter(|row| rows[*row][column].abs() > NOTHING) else {
            free.push(column);
            continue;
        };
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
        done += 1;
    }
    let pivots = pivots.into_iter().zip(rows).collect();
    Reduced { pivots, free }
}

/// The solution of a square system; `None` when it has none or many.
pub(super) fn solved(mut rows: Vec<Vec<f64>>, rhs: &[f64]) -> Option<Vec<f64>> {
    let count = rows.len();
    rows.iter_mut().zip(rhs).for_each(|(row, b)| row.push(*b));
    let reduced = reduced(rows, count);
    if !reduced.free.is_empty() {
        return None;
    }
    Some(reduced.pivots.iter().map(|(_, row)| row[count]).collect())
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
