//! Reading a JSON body; what is wrong with it becomes an [`ApiError`].

use super::ApiError;
use axum::Json;
use axum::extract::{FromRequest, Request};
use serde::de::DeserializeOwned;

/// A JSON body of type `T`.
pub(super) struct Body<T>(pub(super) T);

impl<T: DeserializeOwned, S: Send + Sync> FromRequest<S> for Body<T> {
    type Rejection = ApiError;

    async fn from_request(request: Request, state: &S) -> Result<Self, ApiError> {
        let Json(value) = Json::<T>::from_request(request, state).await?;
        Ok(Self(value))
    }
}
