//! What is asked of a solution beyond its forces: [`strength`] and sizes ([`judge`]), how far loads may grow ([`limits`]), loads that move
//! ([`passage`]), and the methods with which a redundant frame is computed by hand ([`redundant`]).
//!
//! All of it starts from a solution that is there: [`Checks`] is a solution seen that way. Nothing here finds a reaction.

pub mod hand_methods;
pub mod limits;
pub mod moving_load;
pub mod strength;
pub mod strength_check;

use helvek_statics::solution::Statics;
use std::ops::Deref;

/// A solution as it is checked.
#[derive(Debug, Clone, Copy)]
pub struct Checks<'a>(pub &'a Statics);

impl Deref for Checks<'_> {
    type Target = Statics;

    fn deref(&self) -> &Statics {
        self.0
    }
}
