//! The wording. The [`page::Page`] is the working in words and [formulas](formula::Formula) that a screen can tie to its drawing one by one; the text and the
//! Markdown document print the same. Nothing is computed here: every number is read from the core's values.

mod agree;
mod areas;
mod asked;
mod chapters;
pub mod choice;
mod combinations;
pub mod cut;
pub use combinations::RangeLine;
mod direction;
pub mod document;
pub mod formula;
mod head;
mod inline;
pub mod internal_forces;
pub mod kept;
mod key_points;
mod limits;
mod lines;
pub mod markdown;
pub mod moving_load;
mod numbers;
pub mod page;
mod reason;
mod remarks;
pub mod strength_check;

mod sources;
mod space;
mod stability;
mod step;
pub mod stiffness;
mod stress;
mod symbols;
mod table;
mod term;
pub mod text;
mod verdict;

pub use inline::{Inline, line_text};

/// Shown with every result, on every medium.
pub const CAUTION: &str = "To be checked by a qualified engineer under the local codes. Statics of rigid bodies at rest only: no strength, \
stability, fatigue or connections.";

/// Shown instead where things give way.
pub const STIFF_CAUTION: &str = "To be checked by a qualified engineer under the local codes. Bodies at rest, elastic and to first order: no strength, \
stability, fatigue or connections.";

/// Shown instead where stresses are.
pub const STRESS_CAUTION: &str = "To be checked by a qualified engineer under the local codes. Elastic stresses of straight members by beam theory; not checked: \
stability, fatigue, impact, stress concentrations, connections, code factors.";
