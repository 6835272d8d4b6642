//! Sheets entered as a person types them.

use helvek_answers as answers;
use helvek_answers::Answers;
use helvek_edit::edit::{Edit, apply};
use helvek_sheet::sheet::{self, Document, FORMAT, Sheet};
use helvek_statics::model;
use helvek_statics::solution;

/// The sheet after an edit as it is sent, or what is wrong with it.
pub fn edit(sheet: &Sheet, json: &str) -> Result<Sheet, String> {
    let edit: Edit = serde_json::from_str(json).unwrap();
    apply(&Document::from(sheet.clone()), &edit).map_err(|problems| {
        problems.iter().map(|p| format!("{}: {} {}", p.path, p.message, p.cure)).collect()
    })
}

/// The sheet that a list of edits makes of an empty one.
pub fn draw(edits: &[&str]) -> Sheet {
    let empty = Sheet { format: FORMAT.into(), ..Sheet::default() };
    edits.iter().fold(empty, |sheet, json| edit(&sheet, json).unwrap_or_else(|e| panic!("{json}: {e}")))
}

/// The answers of a sheet, once it has been written and read back.
pub fn answers(sheet: &Sheet) -> Answers {
    let document = sheet::read(&serde_json::to_string(sheet).unwrap(), sheet::Syntax::Json);
    assert_eq!(document.sheet, *sheet, "a sheet that was written must read back as it was");
    let built = model::build(&document);
    assert_eq!(built.problems, []);
    answers::answers(&solution::solve(built.model))
}
