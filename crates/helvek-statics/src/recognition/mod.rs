//! What a trained eye sees before any equation: bodies that are links, members that carry nothing, forces that meet, symmetry; and what must
//! be so by a rule, whatever the numbers.

mod common_sense;
mod joints;
mod symmetry;
mod three_force;
mod two_force;

pub use common_sense::{Sense, common_sense};
pub use joints::{JointRule, Seen, at_joints};
pub use symmetry::{Symmetry, symmetry};
pub use three_force::{Meeting, ThreeForce, three_force_bodies};
pub use two_force::two_force_bodies;
