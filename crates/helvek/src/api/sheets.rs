//! Sheets as they are drawn, also half-finished ones: opened and kept.

use super::json::{At, Body};
use super::{ApiError, Shared};
use crate::incoming::title;
use axum::Json;
use axum::extract::State;
use axum::http::StatusCode;
use helvek_core::ENGINE;
use helvek_store::{Saved, StoredSheet};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;

/// A sheet to be kept.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct NewSheet {
    /// As drawn; it may still have problems.
    #[schemars(with = "helvek_core::sheet::Sheet")]
    pub(crate) sheet: Box<RawValue>,
}

/// A change to be kept.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct SaveSheet {
    /// The version the change was made from.
    pub(crate) version: i64,
    /// As drawn; it may still have problems.
    #[schemars(with = "helvek_core::sheet::Sheet")]
    pub(crate) sheet: Box<RawValue>,
}

/// A sheet was kept.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct Kept {
    /// Its id.
    pub(crate) id: String,
    /// Its version now.
    pub(crate) version: i64,
}

/// A sheet with what it holds.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct WholeSheet {
    /// Its id.
    pub(crate) id: String,
    /// Its version.
    pub(crate) version: i64,
    /// The engine it was last saved under.
    pub(crate) engine: i64,
    /// It answers otherwise now.
    pub(crate) differs: bool,
    /// As it was saved.
    #[schemars(with = "helvek_core::sheet::Sheet")]
    pub(crate) sheet: Box<RawValue>,
}

/// The text of a sheet that is to be kept, whatever is wrong in it; an object it must be.
fn text(sheet: &RawValue) -> Result<&str, ApiError> {
    let text = sheet.get();
    if text.starts_with('{') { Ok(text) } else { Err(ApiError::NoObject) }
}

pub(super) async fn create(
    State(shared): State<Shared>,
    Body(new): Body<NewSheet>,
) -> Result<(StatusCode, Json<Kept>), ApiError> {
    let text = text(&new.sheet)?;
    let id = shared.store.create(&title(text), text, ENGINE.into()).await?;
    shared.keeper.wake();
    Ok((StatusCode::CREATED, Json(Kept { id, version: 1 })))
}

pub(super) async fn get(
    State(shared): State<Shared>,
    At(id): At<String>,
) -> Result<Json<WholeSheet>, ApiError> {
    let StoredSheet { row, body } = shared.store.get(&id).await?.ok_or(ApiError::NoSheet)?;
    let sheet = RawValue::from_string(body).map_err(|error| {
        tracing::error!(%id, %error, "a kept sheet is not JSON");
        ApiError::Fault
    })?;
    Ok(Json(WholeSheet { id: row.id, version: row.version, engine: row.engine, differs: row.differs, sheet }))
}

pub(super) async fn save(
    State(shared): State<Shared>,
    At(id): At<String>,
    Body(change): Body<SaveSheet>,
) -> Result<Json<Kept>, ApiError> {
    let text = text(&change.sheet)?;
    match shared.store.save(&id, change.version, &title(text), text, ENGINE.into()).await? {
        Saved::Version(version) => {
            shared.keeper.wake();
            Ok(Json(Kept { id, version }))
        }
        Saved::Conflict { current } => Err(ApiError::Conflict { current }),
        Saved::Missing => Err(ApiError::NoSheet),
    }
}
