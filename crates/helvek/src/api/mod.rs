//! The interface over HTTP: JSON in, JSON out, errors as answers.

mod cards;
mod error;
mod inside;
mod json;
mod live;
mod revisions;
mod sheets;
mod shelf;

pub(crate) use error::{ApiError, ErrorBody, panicked};
pub(crate) use live::{LiveReply, LiveRequest};
pub(crate) use revisions::{NewRevision, Revision};
pub(crate) use sheets::{Kept, NewSheet, SaveSheet, WholeSheet};
pub(crate) use shelf::{Example, ShelfReply, Tags};

use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::routing::{delete, get, post, put};
use helvek_core::sheet::MAX_TEXT;
use helvek_store::{Store, StoreError};
use std::sync::Arc;

/// Room around a sheet of the greatest size: the fields it is wrapped in.
const ENVELOPE: usize = 64 * 1024;

/// What every handler may use.
#[derive(Debug, Clone)]
pub(crate) struct Shared {
    store: Store,
    engine: Arc<str>,
}

impl Shared {
    pub(crate) fn new(store: Store) -> Self {
        Self { store, engine: cards::engine().into() }
    }

    /// Forgets what other engines made of the sheets.
    pub(crate) async fn forget_other_engines(&self) -> Result<(), StoreError> {
        self.store.drop_cards_but(&self.engine).await
    }
}

pub(crate) fn router(shared: Shared) -> Router {
    Router::new()
        .route("/health", get(async || "well"))
        .route("/solve", post(live::solve))
        .route("/live", get(live::line))
        .route("/sheets", get(shelf::look).post(sheets::create))
        .route("/sheets/{id}", get(sheets::get).put(sheets::save).delete(shelf::remove))
        .route("/sheets/{id}/copy", post(shelf::copy))
        .route("/sheets/{id}/restore", post(shelf::restore))
        .route("/sheets/{id}/tags", put(shelf::tag))
        .route("/sheets/{id}/revisions", get(revisions::list).post(revisions::cut))
        .route("/sheets/{id}/revisions/{number}", get(revisions::get))
        .route("/trash", delete(shelf::empty_trash))
        .route("/trash/{id}", delete(shelf::remove_for_good))
        .route("/examples", get(shelf::examples))
        .fallback(async || ApiError::NoRoute)
        .layer(DefaultBodyLimit::max(MAX_TEXT + ENVELOPE))
        .with_state(shared)
}
