//! What is asked of solutions beyond their forces, one subject in each file.

mod combinations;
mod hand_methods;
mod limits;
mod moving_load;
mod pars;
mod stiff_states;
mod strength;
mod strength_check;
mod strength_check_properties;

#[path = "../common/mod.rs"]
#[allow(dead_code, reason = "each binary uses some of it")]
mod common;
