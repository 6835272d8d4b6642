//! What every room computes with: vectors ([`geometry`]), systems of linear equations ([`linear`], the split of a matrix by its rank in
//! [`spectrum`]), forces that only push ([`complementarity`]), [`tolerance`]s, and the [`budget`] of work.
//!
//! It knows no structure. The linear algebra of the library below is generic and is compiled inside whoever calls it: it is called here alone,
//! with functions that are not generic, so that the rules above are compiled quickly and need no optimisation to run.

pub mod budget;
pub mod complementarity;
pub mod geometry;
pub mod linear;
pub mod spectrum;
pub mod tolerance;
