//! What is said of solutions, one subject in each file.

mod brief;
mod cut;
mod judged;
mod kept;
mod mutilated;
mod pages;
mod stiff;
mod structures;
mod trusses;
