//! The committed descriptions must be those of the types. `cargo xtask types` writes them anew.

use serde_json::Value;
use std::path::PathBuf;

/// By its path from the root of the repository.
fn same_as_committed(name: &str, made: &Value) {
    let file = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("../..").join(name);
    let text = serde_json::to_string_pretty(made).unwrap() + "\n";
    if std::env::var_os("HELVEK_WRITE_TYPES").is_some() {
        std::fs::create_dir_all(file.parent().unwrap()).unwrap();
        std::fs::write(&file, text).unwrap();
        return;
    }
    let committed = std::fs::read_to_string(&file).unwrap_or_default();
    assert!(
        committed == text,
        "{name} is not what the types say. Run `cargo xtask types` and commit the result."
    );
}

#[test]
fn the_schema_of_the_sheet_is_published() {
    same_as_committed("docs/schema/sheet.json", &helvek::openapi::sheet_schema());
}

#[test]
fn the_schema_of_the_answers_is_published() {
    same_as_committed("docs/schema/answers.json", &helvek::openapi::answers_schema());
}

#[test]
fn the_description_of_the_server_is_published() {
    same_as_committed("docs/openapi.json", &helvek::openapi::document());
}

#[test]
fn the_tools_of_supports_are_those_of_their_kinds() {
    same_as_committed("web/src/lib/entry/supports.json", &helvek_core::things::support::tools());
}

#[test]
fn the_shapes_that_are_typed_in_a_row_are_those_of_the_core() {
    same_as_committed("web/src/lib/entry/shapes.json", &helvek_core::section::tools());
}

#[test]
fn the_conventions_are_asked_as_the_core_declares_them() {
    same_as_committed("web/src/lib/bench/conventions.json", &helvek_core::sheet::asked());
}

#[test]
fn the_kinds_of_joint_are_those_of_the_core() {
    same_as_committed("web/src/lib/entry/joints.json", &helvek_core::things::joint::tools());
}
