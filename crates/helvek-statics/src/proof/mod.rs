//! Proof by other routes: every equation of every part put to the test, and every unknown found again by virtual work.
//!
//! All of this says that the arithmetic closes, never that the answer is correct: it cannot see a wrong idealisation.

mod virtual_work;

use crate::equilibrium::{ColumnKind, Equilibrium};
use crate::model::Model;
use crate::verdict::Verdict;

/// The residuals of a solution; each figure is relative and 0 is best.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Proof {
    /// The largest residual of any equation of any part, over the sizes of its terms and the largest force that is carried; `None` when some unknown is open.
    pub closure: Option<f64>,
    /// The largest difference between an unknown and its value by virtual work, over the largest load or force; `None` where the structure does not
    /// move in just one way once an unknown is let go.
    pub virtual_work: Option<f64>,
}

/// Proves `values`, one for each column of the full equilibrium.
pub(crate) fn prove(
    model: &Model,
    equilibrium: &Equilibrium,
    verdict: &Verdict,
    values: &[Option<f64>],
) -> Proof {
    let whole: Option<Vec<f64>> = values.iter().copied().collect();
    let Some(values) = whole.filter(|_| verdict.equilibrium) else { return Proof::default() };
    Proof {
        closure: Some(closure(equilibrium, &values)),
        virtual_work: difference(model, equilibrium, verdict, &values),
    }
}

/// Row by row: |Σ terms| over Σ |terms| and the largest force.
fn closure(equilibrium: &Equilibrium, values: &[f64]) -> f64 {
    let mut sums = vec![0.0; equilibrium.rows()];
    let mut sizes = vec![0.0; equilibrium.rows()];
    let mut add = |row: usize, value: f64| {
        sums[row] += value;
        sizes[row] += value.abs();
    };
    for action in &equilibrium.actions {
        equilibrium.scaled_rows(&action.act, &mut add);
    }
    for (column, value) in equilibrium.columns.iter().zip(values) {
        for act in &column.acts {
            equilibrium.scaled_rows(act, |row, per_unit| add(row, per_unit * value));
        }
    }
    let known: Vec<_> = values.iter().copied().map(Some).collect();
    let carried = equilibrium.carried(&known).of(ColumnKind::Force);
    let rows = sums.iter().zip(&sizes).filter(|(_, size)| **size > 0.0);
    rows.map(|(sum, size)| sum.abs() / (size + carried)).fold(0.0, f64::max)
}

fn difference(model: &Model, equilibrium: &Equilibrium, verdict: &Verdict, values: &[f64]) -> Option<f64> {
    let found = virtual_work::unknowns(model, equilibrium, &verdict.released)?;
    let known: Vec<_> = values.iter().copied().map(Some).collect();
    let scales = equilibrium.carried(&known);
    let mut worst = 0.0f64;
    for ((column, value), found) in equilibrium.columns.iter().zip(values).zip(found) {
        let Some(found) = found else { continue };
        let size = scales.of(column.kind);
        let difference = (value - found).abs();
        worst = worst.max(if size > 0.0 { difference / size } else { difference });
    }
    Some(worst)
}
