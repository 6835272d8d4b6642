//! Random structures as the text of sheets, and what they come to by formulations that share no code with the core: written from the numbers alone.
//!
//! It depends on nothing, so that it is never compiled anew with what it tests. Families of sheets that are compared with the core are made of it in
//! the crate of the soak.

pub mod assembly;
pub mod frames;
