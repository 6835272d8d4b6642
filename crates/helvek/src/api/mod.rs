//! The interface over HTTP: JSON in, JSON out, errors as answers.

mod about;
pub(crate) mod cards;
mod carry;
mod differences;
mod enter;
mod error;
mod inside;
mod json;
mod live;
mod revisions;
mod sheets;
mod shelf;
mod told;

pub(crate) use about::AboutHelvek;
pub(crate) use cards::Card;
pub(crate) use carry::{ArchiveMade, ArchiveOf, Carrying};
pub(crate) use differences::Differences;
pub(crate) use enter::Entering;
pub(crate) use error::{ApiError, ErrorBody, panicked};
pub(crate) use live::{LiveReply, LiveRequest};
pub(crate) use revisions::{NewRevision, Revision};
pub(crate) use sheets::{Kept, NewSheet, SaveSheet, WholeSheet, title};
pub(crate) use shelf::{Example, ShelfReply, Tags};
pub(crate) use told::Line;

use crate::daily::Known;
use crate::keeper::Keeper;
use crate::token::Token;
use crate::works::Works;
use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::routing::{delete, get, post, put};
use helvek_core::sheet::MAX_TEXT;
use helvek_store::Store;
use std::sync::Arc;
use tokio::sync::{OnceCell, watch};

/// Room around a sheet of the greatest size: the fields it is wrapped in.
const ENVELOPE: usize = 64 * 1024;

/// What every handler may use.
#[derive(Debug, Clone)]
pub(crate) struct Shared {
    pub(crate) store: Store,
    /// Which program makes the cards: another one makes them anew.
    pub(crate) program: Arc<str>,
    pub(crate) keeper: Keeper,
    pub(crate) works: Works,
    /// Turns true when the server ends: lines that stay open end with it.
    pub(crate) ending: watch::Receiver<bool>,
    pub(crate) token: Token,
    pub(crate) backups: Known,
    pub(crate) carrying: Carrying,
    /// The examples as they are sent, once they were asked for.
    pub(crate) examples: Arc<OnceCell<String>>,
}

pub(crate) fn router(shared: Shared) -> Router {
    Router::new()
        .route("/health", get(async || "well"))
        .route("/about", get(about::about))
        .route("/archive", post(carry::archive))
        .route("/archive/{name}", get(carry::fetch))
        .route("/import", post(carry::import).layer(DefaultBodyLimit::disable()))
        .route("/enter", post(enter::enter))
        .route("/solve", post(live::solve))
        .route("/live", get(live::line))
        .route("/sheets", get(shelf::look).post(sheets::create))
        .route("/sheets/{id}", get(sheets::get).put(sheets::save).delete(shelf::remove))
        .route("/sheets/{id}/card", get(cards::get))
        .route("/sheets/{id}/file", get(carry::file))
        .route("/sheets/{id}/copy", post(shelf::copy))
        .route("/sheets/{id}/restore", post(shelf::restore))
        .route("/sheets/{id}/tags", put(shelf::tag))
        .route("/sheets/{id}/revisions", get(revisions::list).post(revisions::cut))
        .route("/sheets/{id}/revisions/{number}", get(revisions::get))
        .route("/sheets/{id}/revisions/{number}/answers", get(differences::of_revision))
        .route("/sheets/{id}/differences", get(differences::get).delete(differences::accept))
        .route("/trash", delete(shelf::empty_trash))
        .route("/trash/{id}", delete(shelf::remove_for_good))
        .route("/examples", get(shelf::examples))
        .fallback(async || ApiError::NoRoute)
        .method_not_allowed_fallback(async || ApiError::Method)
        .layer(DefaultBodyLimit::max(MAX_TEXT + ENVELOPE))
        .with_state(shared)
}
