//! Edits of sheets, one subject in each file.

mod choice;
mod chosen_order;
mod cuts;
mod documented;
mod drawn;
mod editing;
mod entry;
mod machine_entry;
mod sizing_entry;
mod space_entry;
mod stiff_entry;
mod tags;
mod truss_entry;
mod writing;

#[path = "../../../helvek-answers/tests/common/mod.rs"]
#[allow(dead_code, reason = "each binary uses some of it")]
mod common;
