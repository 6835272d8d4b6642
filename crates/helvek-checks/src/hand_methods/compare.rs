//! How a method by hand compares with what is exact, and where the difference comes from.

use super::distribution::Distribution;
use super::frame::{End, Frame, Inapplicable};

/// A difference of moments, the largest over all ends.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Difference {
    /// N·m; exactly 0 when it is noise.
    pub size: f64,
    /// The end of the member where it is that large.
    pub end: End,
}

/// The moments by distribution beside the exact ones, one step after the other.
#[derive(Debug, Clone, PartialEq)]
pub struct Compared {
    /// The exact moments when lengths change as the sheet says, per end.
    pub given: Vec<f64>,
    /// From the rounding of entries: the same rounds without rounding.
    pub rounding: Difference,
    /// From stopping: rounds without end.
    pub rounds: Difference,
    /// From the sway: with all props holding, against without them. `None` when nothing can sway.
    pub sway: Option<Difference>,
    /// From keeping lengths: against the exact solution as the sheet says.
    pub axial: Difference,
    /// The distribution against the exact solution with lengths kept.
    pub all: Difference,
}

impl Compared {
    pub(super) fn of(
        frame: &Frame,
        distribution: &Distribution,
        unit: f64,
        exact: &[f64],
        given: &[f64],
    ) -> Result<Self, Inapplicable> {
        let half = distribution.half.as_ref();
        // As many rounds as were made, so that only the rounding differs.
        let same = Distribution::exactly(frame, Some(distribution), unit, half)?;
        let endless = Distribution::exactly(frame, None, unit, half)?;
        let ends = frame.ends();
        let largest = exact.iter().fold(0.0f64, |a, b| a.max(b.abs()));
        let difference = |a: &[f64], b: &[f64]| {
            let mut found = Difference { size: 0.0, end: ends[0] };
            for (k, end) in ends.iter().enumerate() {
                let size = (a[k] - b[k]).abs();
                // Rounding does not choose between ends that differ alike, nor is it a difference.
                if size > found.size + 1e-9 * largest {
                    found = Difference { size, end: *end };
                }
            }
            found
        };
        let sway = distribution.tables.len() > 1 && half.is_none();
        Ok(Self {
            rounding: difference(&distribution.moments, &same.moments),
            rounds: difference(&same.moments, &endless.moments),
            sway: sway.then(|| difference(&distribution.tables[0].sums, exact)),
            axial: difference(exact, given),
            all: difference(&distribution.moments, exact),
            given: given.to_vec(),
        })
    }
}
