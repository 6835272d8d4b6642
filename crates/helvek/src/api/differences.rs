//! Sheets that answer otherwise since an upgrade: the old beside the new, and why; what revisions answered.

use super::json::At;
use super::{ApiError, Shared};
use crate::changes::{Reason, reasons};
use crate::keeper;
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use helvek_core::ENGINE;
use helvek_report::kept::{About, Difference, KeptLine};
use schemars::JsonSchema;
use serde::Serialize;

/// The answers of a sheet when it was saved beside those of now.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct Differences {
    /// The engine it was saved under.
    pub(crate) before: i64,
    /// The engine that answers now.
    pub(crate) now: u32,
    /// The answers that are others now; none where nothing differs.
    pub(crate) lines: Vec<Difference>,
    /// The changes since then that concern this sheet.
    pub(crate) reasons: Vec<Reason>,
}

pub(super) async fn get(
    State(shared): State<Shared>,
    At(id): At<String>,
) -> Result<Json<Differences>, ApiError> {
    let sheet = shared.store.answered(&id).await?.ok_or(ApiError::NoSheet)?;
    let lines = keeper::differences(&sheet);
    let about: Vec<About> = lines.iter().map(|line| line.about).collect();
    let reasons = if lines.is_empty() { Vec::new() } else { reasons(sheet.engine, &sheet.body, &about) };
    Ok(Json(Differences { before: sheet.engine, now: ENGINE, lines, reasons }))
}

/// The answers of now are taken for those of the sheet; a revision keeps what it answered.
pub(super) async fn accept(State(shared): State<Shared>, At(id): At<String>) -> Result<StatusCode, ApiError> {
    if !shared.store.accept(&id, ENGINE.into()).await? {
        return Err(ApiError::NoSheet);
    }
    shared.keeper.wake();
    Ok(StatusCode::NO_CONTENT)
}

/// The answers of a revision; none where they were never kept.
pub(super) async fn of_revision(
    State(shared): State<Shared>,
    At((id, number)): At<(String, i64)>,
) -> Result<Json<Vec<KeptLine>>, ApiError> {
    let answers = shared.store.revision_answers(&id, number).await?;
    Ok(Json(answers.as_deref().map(keeper::read).unwrap_or_default()))
}
