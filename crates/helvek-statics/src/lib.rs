//! From a sheet to a proven solution.
//!
//! Pure values flow one way: [`model`] → [`equilibrium`] → [`verdict`] → [`plan`] → [`working`], and beside the plan [`internal_forces`] and [`stiffness`];
//! [`solution`] puts them together, and [`proof`] comes to the same by another way.
//!
//! It does not judge: whether a stress is allowed is asked in the checks. Nor does it put anything into the units of the sheet, or into words.
//! Tried: structure, equilibrium and stiffness were to be crates of their own: the plan reads the structure by its kinds, and stiffness fills in what
//! equilibrium leaves open, so that each would have published nearly all it has.

pub mod choice;
pub mod cut;
pub mod equilibrium;
pub mod internal_forces;
pub mod model;
mod names;
pub mod next;
pub mod overturning;
pub mod plan;
pub mod proof;
pub mod recognition;
pub mod solution;
pub mod stiffness;
pub mod verdict;
pub mod working;
