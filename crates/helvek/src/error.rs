//! Every way a request can fail, as an answer.

use crate::error_code::ErrorCode;
use crate::incoming::{MOST, NotTaken};
use axum::Json;
use axum::extract::rejection::{JsonRejection, PathRejection, QueryRejection};
use axum::http::StatusCode;
use axum::response::{IntoResponse, Response};
use helvek_core::problem::capital;
use helvek_core::sheet::MAX_TEXT;
use helvek_store::StoreError;
use helvek_store::archive::ArchiveError;
use schemars::JsonSchema;
use serde::Serialize;
use std::any::Any;
use std::time::Duration;

/// The longest that it may take on a busy machine.
pub(crate) const LONGEST: Duration = Duration::from_secs(15);

/// The longest text that is looked for.
pub(crate) const SEARCH: usize = 200;

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
    /// No such archive, or no longer.
    NoArchive,
    /// A file that is not taken in.
    File(NotTaken),
    /// A file larger than any that is taken.
    LargeFile,
    /// Another tab saved first.
    Conflict { current: i64 },
    /// Not JSON, not of the expected shape, too large, or of another type.
    Body(JsonRejection),
    /// Longer than any title.
    Search,
    /// A sheet that is none.
    NoObject,
    /// A query in the address that makes no sense.
    Query(QueryRejection),
    /// The addresses of a sheet or a revision make no sense.
    Path(PathRejection),
    /// A body that did not arrive in time.
    Slow,
    /// An address that is there, asked in a way that it does not know.
    Method,
    /// The line cannot be opened.
    Line(String),
    /// The token is missing, or is another one.
    Token,
    /// Others are first.
    Busy,
    /// It took too long, on a machine as busy as this one.
    TooLong,
    /// It costs more than one question may.
    TooMuch,
    /// A newer question on the same line.
    Superseded,
    /// The store failed.
    Store(StoreError),
    /// The solver was lost: a fault of ours.
    Fault,
}

/// The answer of a failed request.
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub(crate) struct ErrorBody {
    /// The cause, for programs.
    pub(crate) code: ErrorCode,
    /// The fault.
    pub(crate) message: String,
    /// The cure.
    pub(crate) cure: String,
    /// The version that is there now, when another writer was faster.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub(crate) current: Option<i64>,
    /// On an open line: the question that this answers, when it was understood as one.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub(crate) seq: Option<u64>,
}

impl From<StoreError> for ApiError {
    fn from(error: StoreError) -> Self {
        Self::Store(error)
    }
}

impl From<NotTaken> for ApiError {
    fn from(error: NotTaken) -> Self {
        match error {
            NotTaken::Archive(ArchiveError::Store(error)) => Self::Store(error),
            NotTaken::Archive(ArchiveError::Nothing) => Self::NoSheet,
            error => Self::File(error),
        }
    }
}

impl From<JsonRejection> for ApiError {
    fn from(rejection: JsonRejection) -> Self {
        Self::Body(rejection)
    }
}

impl From<PathRejection> for ApiError {
    fn from(rejection: PathRejection) -> Self {
        Self::Path(rejection)
    }
}

impl From<QueryRejection> for ApiError {
    fn from(rejection: QueryRejection) -> Self {
        Self::Query(rejection)
    }
}

impl ApiError {
    fn parts(&self) -> (StatusCode, ErrorCode, String, &str) {
        let retry = "Try again; if it stays, look at the server's log.";
        match self {
            Self::Host => (
                StatusCode::MISDIRECTED_REQUEST,
                ErrorCode::Host,
                "This server is not called by that name.".into(),
                "Use the address that it printed when it started.",
            ),
            Self::Origin => (
                StatusCode::FORBIDDEN,
                ErrorCode::Origin,
                "Pages of other sites may not talk to this server.".into(),
                "Open Helvek itself.",
            ),
            Self::NoRoute => (
                StatusCode::NOT_FOUND,
                ErrorCode::NoRoute,
                "There is nothing at this address.".into(),
                "See docs/openapi.json for what there is.",
            ),
            Self::NoSheet => (
                StatusCode::NOT_FOUND,
                ErrorCode::NoSheet,
                "There is no such sheet.".into(),
                "It may have been removed; go back to the shelf.",
            ),
            Self::NoArchive => (
                StatusCode::NOT_FOUND,
                ErrorCode::NoArchive,
                "This archive is not kept any more.".into(),
                "Have it made anew.",
            ),
            Self::File(error) => {
                let status = match error {
                    NotTaken::Large => StatusCode::PAYLOAD_TOO_LARGE,
                    _ => StatusCode::UNPROCESSABLE_ENTITY,
                };
                (status, error.code(), sentence(error), error.cure())
            }
            Self::LargeFile => (
                StatusCode::PAYLOAD_TOO_LARGE,
                ErrorCode::TooLarge,
                format!("The file is larger than {} GB.", MOST >> 30),
                "Take it in with helvek restore, if it is a backup.",
            ),
            Self::Conflict { .. } => (
                StatusCode::CONFLICT,
                ErrorCode::Conflict,
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
                let code = if too_large { ErrorCode::TooLarge } else { ErrorCode::Body };
                (status, code, message, "See docs/openapi.json for what belongs here.")
            }
            Self::NoObject => (
                StatusCode::UNPROCESSABLE_ENTITY,
                ErrorCode::Body,
                "A sheet is a JSON object.".into(),
                "Begin it with {\"format\": \"helvek-sheet/1\"}.",
            ),
            Self::Search => (
                StatusCode::BAD_REQUEST,
                ErrorCode::Query,
                format!("What is looked for is longer than {SEARCH} letters."),
                "Look for a part of it.",
            ),
            Self::Query(rejection) => (
                rejection.status(),
                ErrorCode::Query,
                rejection.body_text(),
                "See docs/openapi.json for what may be looked for.",
            ),
            Self::Path(rejection) => (
                rejection.status(),
                ErrorCode::Path,
                rejection.body_text(),
                "See docs/openapi.json for what belongs here.",
            ),
            Self::Slow => (
                StatusCode::REQUEST_TIMEOUT,
                ErrorCode::Slow,
                "The request did not arrive in time.".into(),
                "Send it again.",
            ),
            Self::Method => (
                StatusCode::METHOD_NOT_ALLOWED,
                ErrorCode::Method,
                "That cannot be done at this address.".into(),
                "See docs/openapi.json for what can.",
            ),
            Self::Line(why) => (
                StatusCode::BAD_REQUEST,
                ErrorCode::Line,
                format!("This is a line that stays open: {why}"),
                "Open it as a WebSocket, or send the question to /api/solve.",
            ),
            Self::Token => (
                StatusCode::UNAUTHORIZED,
                ErrorCode::Token,
                "This server asks for its token.".into(),
                "Enter the token that it printed when it started.",
            ),
            Self::Busy => (
                StatusCode::SERVICE_UNAVAILABLE,
                ErrorCode::Busy,
                "Other large sheets are being solved.".into(),
                "Try again in a moment.",
            ),
            Self::TooLong => (
                StatusCode::SERVICE_UNAVAILABLE,
                ErrorCode::TooLong,
                format!("This took longer than {} s and was given up.", LONGEST.as_secs()),
                "Try again when the machine is less busy, or take the sheet apart.",
            ),
            Self::TooMuch => (
                StatusCode::UNPROCESSABLE_ENTITY,
                ErrorCode::TooMuch,
                "This sheet is more work than Helvek does at once.".into(),
                "Take it apart, or leave out combinations, trains or parts that only push.",
            ),
            Self::Superseded => (
                StatusCode::CONFLICT,
                ErrorCode::Superseded,
                "A newer question was asked on the same line.".into(),
                "Wait for the newer answer.",
            ),
            Self::Store(error) => {
                let status = match error {
                    StoreError::Full => StatusCode::INSUFFICIENT_STORAGE,
                    StoreError::Busy => StatusCode::SERVICE_UNAVAILABLE,
                    _ => StatusCode::INTERNAL_SERVER_ERROR,
                };
                (
                    status,
                    ErrorCode::of_store(error),
                    format!("{} Nothing was changed.", sentence(error)),
                    error.cure(),
                )
            }
            Self::Fault => (
                StatusCode::INTERNAL_SERVER_ERROR,
                ErrorCode::Fault,
                "Helvek made a mistake of its own.".into(),
                retry,
            ),
        }
    }
}

/// A sentence with a capital and a full stop.
fn sentence(what: &impl ToString) -> String {
    format!("{}.", capital(what.to_string().trim_end_matches('.')))
}

impl ErrorBody {
    /// Of a message on an open line that is no request.
    pub(crate) fn unreadable(why: &str) -> Self {
        let cure = "See docs/openapi.json for what belongs here.".into();
        Self { code: ErrorCode::Body, message: why.into(), cure, current: None, seq: None }
    }

    /// As the answer to this question.
    pub(crate) fn of(self, seq: u64) -> Self {
        Self { seq: Some(seq), ..self }
    }
}

impl ApiError {
    /// The answer, logged where it is one for that.
    pub(crate) fn told(&self) -> ErrorBody {
        if let Self::Store(error) = self {
            tracing::error!(%error, "the store failed");
        }
        self.body()
    }

    /// The thing answered.
    pub(crate) fn body(&self) -> ErrorBody {
        let (_, code, message, cure) = self.parts();
        let current = match self {
            Self::Conflict { current } => Some(*current),
            _ => None,
        };
        ErrorBody { code, message, cure: cure.into(), current, seq: None }
    }
}

impl IntoResponse for ApiError {
    fn into_response(self) -> Response {
        (self.parts().0, Json(self.told())).into_response()
    }
}

/// The answer when a handler panics: it never should, and the log says where.
pub(crate) fn panicked(_: Box<dyn Any + Send>) -> Response {
    ApiError::Fault.into_response()
}
