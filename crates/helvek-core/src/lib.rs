//! The rules of equilibrium: from a sheet, as a person writes it, to checked answers and the working that leads to them.
//!
//! Pure values flow one way: [`sheet`] → [`model`] → [`equilibrium`] → [`verdict`] → [`plan`] → [`working`] → [`answers`]. No I/O, no
//! clock, no interface. `docs/architecture.md` in the repository tells where each rule lives.
//!
//! ```
//! use helvek_core::{model, sheet, solution};
//!
//! let text = r#"
//!     format = "helvek-sheet/1"
//!     supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
//!     loads = [{ kind = "force", at = "C", size = 6, direction = "down" }]
//!     [points]
//!     A = [0, 0]
//!     C = [1, 0]
//!     B = [3, 0]
//!     [bodies]
//!     beam = { runs = [["A", "C", "B"]] }
//! "#;
//! let built = model::build(&sheet::read(text, sheet::Syntax::Toml));
//! assert!(built.problems.is_empty());
//! let answers = solution::solve(built.model).answers();
//! assert_eq!(answers.reactions[1].force, [Some(0.0), Some(2.0)]);
//! ```

pub mod answers;
pub mod budget;
pub mod choice;
mod complementarity;
pub mod cut;
pub mod edit;
pub mod elastic;
pub mod equilibrium;
pub mod geometry;
pub mod id;
pub mod inside;
pub mod judge;
pub mod limits;
pub mod model;
pub mod next;
pub mod passage;
pub mod plan;
mod poly;
pub mod problem;
pub mod proof;
pub mod recognition;
pub mod redundant;
pub mod section;
pub mod sheet;
pub mod solution;
mod spectrum;
pub mod strength;
pub mod things;
pub mod tolerance;
pub mod units;
pub mod verdict;
pub mod working;

/// The number of the engine, from 1: raised whenever some sheet comes out otherwise than before, with the reason in `docs/changes.md`.
pub const ENGINE: u32 = 4;
