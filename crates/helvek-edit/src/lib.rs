//! The changes a person makes to a sheet: [`edit`]s as they are typed.
//!
//! An edit makes another sheet, or says what is wrong with what was typed. Nothing is solved for it but where it asks what would hold a
//! structure.
//!
//! Tried: what stands in a slot was printed by the screen. That is a second grammar, and what it printed was not always read as the same.

pub mod edit;
mod grammar;
