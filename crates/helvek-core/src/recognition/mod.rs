//! What a trained eye sees before any equation: bodies that are links, members that carry nothing, forces that meet, symmetry.

mod two_force;

pub use two_force::two_force_bodies;
