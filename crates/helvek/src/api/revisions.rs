//! Revisions of a sheet: cut, listed, read again.

use super::json::{At, Body};
use super::{ApiError, Shared};
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use helvek_store::{RevisionReason, RevisionRow};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;

/// A revision to be cut of what the sheet is now.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct NewRevision {
    /// The reason.
    pub(crate) why: AskedReason,
    /// A name for it.
    #[serde(default)]
    pub(crate) name: Option<String>,
}

/// A reason for which one may be asked for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub(crate) enum AskedReason {
    /// The sheet was left.
    Left,
    /// It was given a name.
    Named,
    /// An older one is about to be restored.
    Restored,
}

/// A revision in the list.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct Revision {
    /// From 1.
    pub(crate) number: i64,
    /// The title it had.
    pub(crate) title: String,
    /// The reason for which it was cut.
    pub(crate) why: RevisionReason,
    /// The name it was given.
    pub(crate) name: Option<String>,
    /// The moment it was cut, UTC, ISO 8601.
    pub(crate) cut: String,
    /// The engine that answered it.
    pub(crate) engine: i64,
}

pub(super) async fn list(
    State(shared): State<Shared>,
    At(id): At<String>,
) -> Result<Json<Vec<Revision>>, ApiError> {
    let revision = |row: RevisionRow| {
        let RevisionRow { number, title, why, name, cut, engine } = row;
        Revision { number, title, why, name, cut, engine }
    };
    Ok(Json(shared.store.revisions(&id).await?.into_iter().map(revision).collect()))
}

pub(super) async fn cut(
    State(shared): State<Shared>,
    At(id): At<String>,
    Body(new): Body<NewRevision>,
) -> Result<StatusCode, ApiError> {
    let why = match new.why {
        AskedReason::Left => RevisionReason::Left,
        AskedReason::Named => RevisionReason::Named,
        AskedReason::Restored => RevisionReason::Restored,
    };
    let name = new.name.as_deref().map(str::trim).filter(|name| !name.is_empty());
    if !shared.store.cut(&id, why, name).await? {
        return Err(ApiError::NoSheet);
    }
    shared.keeper.wake();
    Ok(StatusCode::NO_CONTENT)
}

pub(super) async fn get(
    State(shared): State<Shared>,
    At((id, number)): At<(String, i64)>,
) -> Result<Json<Box<RawValue>>, ApiError> {
    let body = shared.store.revision(&id, number).await?.ok_or(ApiError::NoSheet)?;
    RawValue::from_string(body).map(Json).map_err(|_| ApiError::Fault)
}
