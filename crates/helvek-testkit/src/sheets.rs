//! Sheets to compare and to measure with: the examples that ship, and generated ones.

use helvek_core::sheet::{self, Syntax};
use helvek_tests::FAMILIES;
use serde_json::Value;
use std::path::{Path, PathBuf};

/// A sheet as the server takes it.
fn read(text: &str) -> Value {
    serde_json::to_value(sheet::read(text, Syntax::Toml).sheet).expect("a sheet is JSON")
}

/// The examples that ship, with their files.
///
/// # Panics
/// When they are not there.
pub fn examples() -> Vec<(PathBuf, Value)> {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let files = std::fs::read_dir(folder).expect("the examples").filter_map(|entry| Some(entry.ok()?.path()));
    let mut files: Vec<PathBuf> =
        files.filter(|file| file.extension().is_some_and(|of| of == "toml")).collect();
    files.sort();
    files
        .into_iter()
        .map(|file| (file.clone(), read(&std::fs::read_to_string(file).expect("a file"))))
        .collect()
}

/// The name of a file, without its ending.
pub fn name(file: &Path) -> String {
    file.file_stem().unwrap_or_default().to_string_lossy().into_owned()
}

/// So many sheets, from every family in turn.
pub fn generated(count: usize, seed: u64) -> Vec<(String, Value)> {
    let mut made = Vec::new();
    for round in 0u64.. {
        let own = seed.wrapping_add(round.wrapping_mul(0x9E37_79B9_7F4A_7C15));
        for family in FAMILIES {
            for text in family.sheets(own) {
                if made.len() == count {
                    return made;
                }
                made.push((format!("{} {own}", family.name), read(&text)));
            }
        }
    }
    made
}
