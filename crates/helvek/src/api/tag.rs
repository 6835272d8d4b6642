//! The tag of a thing, its slots as they can be typed.

use super::ApiError;
use super::json::Body;
use axum::Json;
use helvek_core::edit::{Pointed, Tag, tag};
use helvek_core::sheet::{self, Syntax};
use schemars::JsonSchema;
use serde::Deserialize;
use serde_json::value::RawValue;

/// A thing of a sheet that is to be changed.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct TagRequest {
    /// The sheet, half-typed or whole.
    #[schemars(with = "helvek_core::sheet::Sheet")]
    sheet: Box<RawValue>,
    /// The thing to be changed.
    of: Pointed,
}

/// Nothing where there is no such thing.
pub(super) async fn open(Body(request): Body<TagRequest>) -> Result<Json<Option<Tag>>, ApiError> {
    // A large sheet takes its time to be read.
    let found = tokio::task::spawn_blocking(move || {
        let document = sheet::read(request.sheet.get(), Syntax::Json);
        tag(&document.sheet, &request.of)
    });
    Ok(Json(found.await.map_err(|_| ApiError::Fault)?))
}
