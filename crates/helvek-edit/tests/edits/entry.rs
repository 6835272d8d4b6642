//! Edits as they come from the board.

use helvek_edit::edit::{Edit, apply};
use helvek_sheet::sheet::{self, Document, Sheet, Syntax};

/// The sheet written and read again, which must change nothing.
pub fn document(sheet: &Sheet) -> Document {
    let document = sheet::read(&serde_json::to_string(sheet).unwrap(), Syntax::Json);
    assert_eq!(document.sheet, *sheet, "a sheet that was written must read back as it was");
    document
}

/// The sheet after an edit, or everything that was said about it.
pub fn edit(sheet: &Sheet, value: serde_json::Value) -> Result<Sheet, String> {
    let edit: Edit = serde_json::from_value(value).unwrap();
    apply(&document(sheet), &edit).map_err(|problems| {
        problems.iter().map(|p| format!("{}: {} {}", p.path, p.message, p.cure)).collect()
    })
}
