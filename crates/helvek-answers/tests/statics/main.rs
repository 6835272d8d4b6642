//! What sheets come to, one subject in each file; all in one binary, which is linked once.

mod assemblies;
mod bad_input;
mod budget;
mod closed_forms;
mod conventions;
mod exact_verdict;
mod internal_forces;
mod mirrored;
mod one_way;
mod origins;
mod parts;
mod plan;
mod properties;
mod shortest_plan;
mod space;
mod space_properties;
mod stiffness;
mod stiffness_properties;
mod tipping;
mod trusses;
mod verdict;

#[path = "../common/mod.rs"]
#[allow(dead_code, reason = "each binary uses some of it")]
mod common;
