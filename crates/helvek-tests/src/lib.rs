//! Random sheets of every family, and what they come to by formulations that share no code with the core: written from the numbers alone.
//!
//! A family makes a sheet from a seed and compares ([`Family::run`]). The same seed makes the same sheet. Tests run fixed seeds, the soak
//! runs fresh ones for as long as it is asked to.

pub mod asked;
pub mod chains;
mod families;
pub mod hand;
pub mod printed;
pub mod vectors;
pub mod verification;

pub use families::{FAMILIES, Family};
