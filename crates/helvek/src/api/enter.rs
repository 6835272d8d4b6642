//! Entering from another machine: whoever knows the token is known from then on.

use super::json::Body;
use super::{ApiError, Shared};
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::IntoResponse;
use schemars::JsonSchema;
use serde::Deserialize;

/// The page at the door.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct Entering {
    /// The token that the server printed when it started.
    pub(crate) token: String,
}

pub(super) async fn enter(
    State(shared): State<Shared>,
    Body(Entering { token }): Body<Entering>,
) -> Result<impl IntoResponse, ApiError> {
    let cookie = shared.token.cookie(token.trim()).ok_or(ApiError::Token)?;
    Ok((StatusCode::NO_CONTENT, [(header::SET_COOKIE, cookie)]))
}
