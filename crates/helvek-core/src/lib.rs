//! The rules of equilibrium: from a sheet, as a person writes it, to checked answers and the working that leads to them.
//!
//! Pure values flow one way: [`sheet`] → [`model`] → [`equilibrium`] → [`verdict`] → [`plan`] → [`working`] → [`answers`]. No I/O, no
//! clock, no interface. `docs/architecture.md` in the repository tells where each rule lives.
//!
//! ```
//! use helvek_core::{answers, model, sheet, solution};
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
//! let answers = answers::answers(&solution::solve(built.model));
//! assert_eq!(answers.reactions[1].force, [Some(0.0), Some(2.0)]);
//! ```

pub use helvek_answers as answers;
pub use helvek_answers::ENGINE;
pub use helvek_checks::{Checks, hand_methods, limits, moving_load, strength, strength_check};
pub use helvek_edit::edit;
pub use helvek_numbers::{budget, geometry, tolerance};
pub use helvek_sheet::{id, problem, section, sheet, things, units};
pub use helvek_statics::{
    choice, cut, equilibrium, internal_forces, model, next, overturning, plan, proof, recognition, solution,
    stiffness, verdict, working,
};
