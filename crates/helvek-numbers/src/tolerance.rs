//! Every tolerance of the core, by name. Nothing else in the crate compares with a small literal.

/// Two points closer than this times the model's size are the same point; a corner flatter than this is straight.
pub const GEOMETRY: f64 = 1e-9;

/// A force (or moment over length) below this times the largest load is exactly zero: it is noise of the arithmetic.
pub const ZERO_FORCE: f64 = 1e-9;

/// Two values of one curve that differ by less than this times the largest force (or moment) that enters are the same: the first place is named. What is nothing beside the loads may
/// still be the greatest value, and has its figures.
pub const SAME: f64 = 1e-12;

/// Singular values below this times the largest are zero: the model can move, or carries self-stress.
pub const SINGULAR: f64 = 1e-10;

/// Singular values between [`SINGULAR`] and this, times the largest, are *critical geometry*: solved, and said.
pub const CRITICAL: f64 = 1e-6;

/// An unknown whose share in every self-stress is below this is fixed by equilibrium. Null vectors have norm 1.
pub const SELF_STRESS: f64 = 1e-8;

/// An equation closes when its residual is below this times the sum of the sizes of its terms and the largest force that is carried.
pub const RESIDUAL: f64 = 1e-9;

/// The remainder of rounding in a sound structure. Over the soundness it is what has to be granted to the residual of critical geometry.
pub const ROUNDING: f64 = 1e-13;

/// A coefficient below this times the largest of its equation does not hold its unknown: it drops out.
pub const DROPS_OUT: f64 = 1e-9;

/// A unit pivot smaller than this makes an equation a poor choice: its error is magnified by the reciprocal.
pub const POOR_PIVOT: f64 = 1e-3;

/// A one-way part acts against its sense when it has to hold more than this times the largest load; least forces below it are nothing.
pub const ONE_WAY: f64 = 1e-6;

/// A pivot below this is refused: the equation would say nothing about its unknown.
pub const NO_PIVOT: f64 = 1e-8;

/// Of values to be ranked, those that differ by less than this, relatively, are as large: the first of them is named, whatever rounding says.
pub const AS_LARGE: f64 = 1e-9;

/// The first of those that are as large as the largest, by their sizes from 0 up.
pub fn first_largest<T>(all: impl IntoIterator<Item = T>, size: impl Fn(&T) -> f64) -> Option<T> {
    all.into_iter().reduce(|a, b| if size(&b) > size(&a) * (1.0 + AS_LARGE) { b } else { a })
}

/// A size among others of which `largest` is the largest, so that those which are as large compare equal.
pub fn ranked(size: f64, largest: f64) -> f64 {
    if largest > 0.0 && largest.is_finite() { (size / largest / AS_LARGE).round() } else { size }
}

#[cfg(test)]
mod tests {
    use super::{first_largest, ranked};

    #[test]
    fn the_first_of_those_that_are_as_large_is_named_whatever_rounding_says() {
        let largest =
            |values: [f64; 3]| first_largest(values.iter().enumerate(), |(_, v)| v.abs()).map(|(i, _)| i);
        assert_eq!(largest([3.0, -3.0, 2.0]), Some(0));
        assert_eq!(largest([3.0, 3.0 * (1.0 + 1e-13), -3.0 * (1.0 + 2e-13)]), Some(0));
        assert_eq!(largest([3.0, 3.001, -3.002]), Some(2));
        assert_eq!(largest([0.0, 0.0, 1e-300]), Some(2));
        assert_eq!(first_largest(Vec::<f64>::new(), |v| *v), None);
    }

    #[test]
    fn as_large_sizes_rank_alike_and_others_as_they_are() {
        assert_eq!(ranked(0.68, 2.0), ranked(0.68 * (1.0 + 1e-13), 2.0));
        assert!(ranked(0.6801, 2.0) > ranked(0.68, 2.0));
        assert_eq!((ranked(f64::INFINITY, 2.0), ranked(0.0, 0.0)), (f64::INFINITY, 0.0));
    }
}
