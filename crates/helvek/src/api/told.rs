//! Replies that may take a while: answered as they are when they are quick, else told line by line how far they have come.

use super::{ApiError, ErrorBody};
use axum::Json;
use axum::body::Body;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use futures_util::stream;
use helvek_store::archive::{Progress, Tell};
use schemars::JsonSchema;
use serde::Serialize;
use std::convert::Infallible;
use std::time::{Duration, Instant};
use tokio::sync::mpsc;

/// The time between two lines.
const EVERY: Duration = Duration::from_millis(200);

/// A line of what takes a while.
#[derive(Debug, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
#[schemars(rename = "{T}Line")]
pub(crate) enum Line<T> {
    /// The progress.
    Progress(#[schemars(with = "Stage")] Progress),
    /// The last one: what came of it.
    Done(T),
    /// The last one: why not.
    Failed(ErrorBody),
}

/// The progress of one stage.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct Stage {
    /// The stage: packing, checking or keeping.
    stage: String,
    /// The number of sheets done.
    done: usize,
    /// The number of all sheets.
    total: usize,
}

enum Said<T> {
    Progress(Progress),
    Done(Result<T, ApiError>),
}

/// Does a job that blocks, beside everything else. Whoever goes away ends it: the next time that it tells how far it is, it hears so.
pub(super) async fn told<T: Serialize + Send + 'static>(
    job: impl FnOnce(Tell<'_>) -> Result<T, ApiError> + Send + 'static,
) -> Response {
    let (say, mut said) = mpsc::unbounded_channel();
    tokio::task::spawn_blocking(move || {
        let mut last = Instant::now();
        let done = job(&mut |progress| {
            if last.elapsed() < EVERY {
                return !say.is_closed();
            }
            last = Instant::now();
            say.send(Said::Progress(progress)).is_ok()
        });
        // Nobody may be left to hear it.
        let _ = say.send(Said::Done(done));
    });
    let first = match said.recv().await {
        Some(Said::Done(Ok(done))) => return Json(done).into_response(),
        Some(Said::Done(Err(error))) => return error.into_response(),
        Some(progress) => progress,
        None => return ApiError::Fault.into_response(),
    };
    let lines = stream::unfold(Some((Some(first), said)), async |state| {
        let (first, mut said) = state?;
        let next = match first {
            Some(first) => Some(first),
            None => said.recv().await,
        };
        let (line, more) = match next {
            Some(Said::Progress(progress)) => (Line::Progress(progress), true),
            Some(Said::Done(Ok(done))) => (Line::Done(done), false),
            Some(Said::Done(Err(error))) => (Line::Failed(error.told()), false),
            None => (Line::Failed(ApiError::Fault.told()), false),
        };
        // What can be a JSON answer can be a line of one.
        let line = serde_json::to_string(&line).unwrap_or_default() + "\n";
        Some((Ok::<_, Infallible>(line), more.then_some((None, said))))
    });
    ([(header::CONTENT_TYPE, "application/x-ndjson")], Body::from_stream(lines)).into_response()
}
