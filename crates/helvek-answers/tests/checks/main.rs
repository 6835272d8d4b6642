//! What is asked of solutions beyond their forces, one subject in each file.

mod combinations;
mod judge;
mod judge_properties;
mod limits;
mod moving;
mod pars;
mod redundant;
mod stiff_states;
mod strength;

#[path = "../common/mod.rs"]
#[allow(dead_code, reason = "each binary uses some of it")]
mod common;
