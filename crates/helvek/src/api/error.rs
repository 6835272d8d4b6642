//! Every way a request can fail, as an answer.

use axum::Json;
use axum::extract::rejection::{JsonRejection, QueryRejection};
use axum::http::StatusCode;
use axum::response::{IntoResponse, Response};
use helvek_core::sheet::MAX_TEXT;
use helvek_store::StoreError;
use schemars::JsonSchema;
use serde::Serialize;
use std::any::Any;

/// A failure with a cause the caller can act on.
#[derive(Debug)]
pub(crate) enum ApiError {
    /// The request was meant for another server.
    Host,
    /// The request comes from a page of another site.
    Origin,
    /// No such address.
    NoRoute,
    /// No such sheet.
    NoSheet,
    /// Another tab saved first.
    Conflict { current: i64 },
    /// Not JSON, not of the expected shape, too large, or of another type.
    Body(JsonRejection),
    /// What stands behind the question mark makes no sense.
    Query(QueryRejection),
    /// The store failed.
    Store(StoreError),
    /// The solver was lost: a fault of ours.
    Fault,
}

/// What a failed request answers.
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub(crate) struct ErrorBody {
    /// A fixed word, for programs.
    pub(crate) code: String,
    /// What is wrong.
    pub(crate) message: String,
    /// What to do.
    pub(crate) cure: String,
    /// The version that is there now, when another writer was faster.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub(crate) current: Option<i64>,
}

impl From<StoreError> for ApiError {
    fn from(error: StoreError) -> Self {
        Self::Store(error)
    }
}

impl From<JsonRejection> for ApiError {
    fn from(rejection: JsonRejection) -> Self {
        Self::Body(rejection)
    }
}

impl From<QueryRejection> for ApiError {
    fn from(rejection: QueryRejection) -> Self {
        Self::Query(rejection)
    }
}

impl ApiError {
    fn parts(&self) -> (StatusCode, &'static str, String, &'static str) {
        let retry = "Try again; if it stays, look at the server's log.";
        match self {
            Self::Host => (
                StatusCode::MISDIRECTED_REQUEST,
                "host",
                "This server is not called by that name.".into(),
                "Use the address that it printed when it started.",
            ),
            Self::Origin => (
                StatusCode::FORBIDDEN,
                "origin",
                "Pages of other sites may not talk to this server.".into(),
                "Open Helvek itself.",
            ),
            Self::NoRoute => (
                StatusCode::NOT_FOUND,
                "no-route",
                "There is nothing at this address.".into(),
                "See docs/openapi.json for what there is.",
            ),
            Self::NoSheet => (
                StatusCode::NOT_FOUND,
                "no-sheet",
                "There is no such sheet.".into(),
                "It may have been removed; go back to the shelf.",
            ),
            Self::Conflict { .. } => (
                StatusCode::CONFLICT,
                "conflict",
                "The sheet was changed elsewhere since it was opened here.".into(),
                "Open it again, or keep this one as a copy.",
            ),
            Self::Body(rejection) => {
                let status = rejection.status();
                let too_large = status == StatusCode::PAYLOAD_TOO_LARGE;
                let message = if too_large {
                    format!("The request is larger than {} MB.", MAX_TEXT / (1024 * 1024))
                } else {
                    rejection.body_text()
                };
                let code = if too_large { "too-large" } else { "body" };
                (status, code, message, "See docs/openapi.json for what belongs here.")
            }
            Self::Query(rejection) => (
                rejection.status(),
                "query",
                rejection.body_text(),
                "See docs/openapi.json for what may be looked for.",
            ),
            Self::Store(_) => {
                (StatusCode::INTERNAL_SERVER_ERROR, "store", "The sheet could not be kept.".into(), retry)
            }
            Self::Fault => (
                StatusCode::INTERNAL_SERVER_ERROR,
                "fault",
                "Helvek made a mistake of its own.".into(),
                retry,
            ),
        }
    }
}

impl ErrorBody {
    /// Of a message on an open line that is no request.
    pub(super) fn unreadable(why: &str) -> Self {
        let cure = "See docs/openapi.json for what belongs here.".into();
        Self { code: "body".into(), message: why.into(), cure, current: None }
    }
}

impl ApiError {
    /// What is answered.
    pub(super) fn body(&self) -> ErrorBody {
        let (_, code, message, cure) = self.parts();
        let current = match self {
            Self::Conflict { current } => Some(*current),
            _ => None,
        };
        ErrorBody { code: code.into(), message, cure: cure.into(), current }
    }
}

impl IntoResponse for ApiError {
    fn into_response(self) -> Response {
        if let Self::Store(error) = &self {
            tracing::error!(%error, "the store failed");
        }
        (self.parts().0, Json(self.body())).into_response()
    }
}

/// The answer when a handler panics: it never should, and the log says where.
pub(crate) fn panicked(_: Box<dyn Any + Send>) -> Response {
    ApiError::Fault.into_response()
}
