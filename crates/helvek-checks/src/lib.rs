//! What is asked of a solution beyond its forces: [`strength`] and sizes ([`strength_check`]), how far loads may grow ([`limits`]), loads that move
//! ([`moving_load`]), and the methods with which a redundant frame is computed by hand ([`hand_methods`]).
//!
//! All of it starts from a solution that is there: [`Checks`] is a solution seen that way. Nothing here finds a reaction.
//!
//! Tried: hand methods were to be a crate of their own. They begin with the same [`Checks`], nothing but the answers would have used them, and a
//! change of a check is tested no later for their being here.

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
