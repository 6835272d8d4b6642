//! The sentences that are published, each beside a code that says the same to a program. Answers hold them (`helvek-answers/1`), so they stand
//! here; all other sentences about what is found are the report's, and what is refused while a sheet is read or changed is said where it is
//! refused, as a [`Problem`](helvek_sheet::problem::Problem).

mod cut;
mod diagram;
mod moving;
mod stiffness;
mod warning;

pub use cut::cut_refused;
pub use diagram::diagram_refused;
pub(crate) use warning::Concern;
