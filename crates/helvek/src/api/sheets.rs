//! The shelf: sheets as they were drawn, also half-finished ones.

use super::ApiError;
use super::json::Body;
use axum::Json;
use axum::extract::{Path, State};
use axum::http::StatusCode;
use helvek_core::sheet::{self, Syntax};
use helvek_store::{Saved, SheetRow, Store, StoredSheet};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;

/// A sheet in the list.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct SheetSummary {
    /// Its id.
    pub(crate) id: String,
    /// Its title.
    pub(crate) title: String,
    /// How often it was saved.
    pub(crate) version: i64,
    /// When it was last saved, UTC, ISO 8601.
    pub(crate) changed: String,
}

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
    /// As it was saved.
    #[schemars(with = "helvek_core::sheet::Sheet")]
    pub(crate) sheet: Box<RawValue>,
}

impl From<SheetRow> for SheetSummary {
    fn from(row: SheetRow) -> Self {
        Self { id: row.id, title: row.title, version: row.version, changed: row.changed }
    }
}

/// The title the shelf shows: that of the sheet, also of one with problems.
fn title(text: &str) -> String {
    let title = sheet::read(text, Syntax::Json).sheet.title;
    if title.trim().is_empty() { "Untitled".into() } else { title }
}

pub(super) async fn list(State(store): State<Store>) -> Result<Json<Vec<SheetSummary>>, ApiError> {
    Ok(Json(store.list().await?.into_iter().map(SheetSummary::from).collect()))
}

pub(super) async fn create(
    State(store): State<Store>,
    Body(new): Body<NewSheet>,
) -> Result<(StatusCode, Json<Kept>), ApiError> {
    let id = store.create(&title(new.sheet.get()), new.sheet.get()).await?;
    Ok((StatusCode::CREATED, Json(Kept { id, version: 1 })))
}

pub(super) async fn get(
    State(store): State<Store>,
    Path(id): Path<String>,
) -> Result<Json<WholeSheet>, ApiError> {
    let StoredSheet { row, body } = store.get(&id).await?.ok_or(ApiError::NoSheet)?;
    let sheet = RawValue::from_string(body).map_err(|error| {
        tracing::error!(%id, %error, "a kept sheet is not JSON");
        ApiError::Fault
    })?;
    Ok(Json(WholeSheet { id: row.id, version: row.version, sheet }))
}

pub(super) async fn save(
    State(store): State<Store>,
    Path(id): Path<String>,
    Body(change): Body<SaveSheet>,
) -> Result<Json<Kept>, ApiError> {
    match store.save(&id, change.version, &title(change.sheet.get()), change.sheet.get()).await? {
        Saved::Version(version) => Ok(Json(Kept { id, version })),
        Saved::Conflict { current } => Err(ApiError::Conflict { current }),
        Saved::Missing => Err(ApiError::NoSheet),
    }
}

pub(super) async fn remove(
    State(store): State<Store>,
    Path(id): Path<String>,
) -> Result<StatusCode, ApiError> {
    if store.remove(&id).await? { Ok(StatusCode::NO_CONTENT) } else { Err(ApiError::NoSheet) }
}
