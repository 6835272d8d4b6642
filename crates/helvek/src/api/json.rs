//! Reading what a request brings; what is wrong with it becomes an [`ApiError`].

use super::ApiError;
use axum::Json;
use axum::extract::{FromRequest, FromRequestParts, Path, Request};
use axum::http::request::Parts;
use serde::de::DeserializeOwned;
use std::time::Duration;

/// The longest the body of a request may take to arrive.
const ARRIVES: Duration = Duration::from_secs(15);

/// A JSON body of type `T`.
pub(super) struct Body<T>(pub(super) T);

impl<T: DeserializeOwned, S: Send + Sync> FromRequest<S> for Body<T> {
    type Rejection = ApiError;

    async fn from_request(request: Request, state: &S) -> Result<Self, ApiError> {
        let arriving = tokio::time::timeout(ARRIVES, Json::<T>::from_request(request, state));
        let Json(value) = arriving.await.map_err(|_| ApiError::Slow)??;
        Ok(Self(value))
    }
}

/// The parameters in the address: the id of a sheet, the number of a revision.
pub(super) struct At<T>(pub(super) T);

impl<T: DeserializeOwned + Send, S: Send + Sync> FromRequestParts<S> for At<T> {
    type Rejection = ApiError;

    async fn from_request_parts(parts: &mut Parts, state: &S) -> Result<Self, ApiError> {
        let Path(value) = Path::<T>::from_request_parts(parts, state).await?;
        Ok(Self(value))
    }
}
