//! The interface over HTTP: JSON in, JSON out, errors as answers.

mod error;
mod json;
mod live;
mod sheets;

pub(crate) use error::{ApiError, ErrorBody, panicked};
pub(crate) use live::{LiveReply, LiveRequest};
pub(crate) use sheets::{Kept, NewSheet, SaveSheet, SheetSummary, WholeSheet};

use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::routing::{get, post};
use helvek_core::sheet::MAX_TEXT;
use helvek_store::Store;

/// Room around a sheet of the greatest size: the fields it is wrapped in.
const ENVELOPE: usize = 64 * 1024;

pub(crate) fn router(store: Store) -> Router {
    Router::new()
        .route("/health", get(async || "well"))
        .route("/solve", post(live::solve))
        .route("/sheets", get(sheets::list).post(sheets::create))
        .route("/sheets/{id}", get(sheets::get).put(sheets::save).delete(sheets::remove))
        .fallback(async || ApiError::NoRoute)
        .layer(DefaultBodyLimit::max(MAX_TEXT + ENVELOPE))
        .with_state(store)
}
