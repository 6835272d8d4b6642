//! The interface over HTTP: JSON in, JSON out, errors as answers.

mod about;
mod cards;
mod carry;
mod differences;
mod enter;
mod inside;
mod json;
mod live;
mod revisions;
mod sheets;
mod shelf;
mod tag;
mod told;
mod view;

pub(crate) use about::AboutHelvek;
pub(crate) use carry::{ArchiveMade, ArchiveOf, Carrying};
pub(crate) use differences::Differences;
pub(crate) use enter::Entering;
pub(crate) use live::{LiveReply, LiveRequest};
pub(crate) use revisions::{NewRevision, Revision};
pub(crate) use sheets::{Kept, NewSheet, SaveSheet, WholeSheet};
pub(crate) use shelf::{Example, ShelfReply, Tags};
pub(crate) use tag::TagRequest;
pub(crate) use told::Line;

use crate::daily::Known;
use crate::error::{ApiError, ErrorBody};
use crate::keeper::Keeper;
use crate::token::Token;
use crate::works::Works;
use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::routing::{MethodRouter, delete, get, post, put};
use helvek_core::sheet::MAX_TEXT;
use helvek_store::Store;
use std::sync::Arc;
use tokio::sync::{OnceCell, watch};

/// Room around a sheet of the greatest size: the fields it is wrapped in.
const ENVELOPE: usize = 64 * 1024;

/// The state that every handler may use.
#[derive(Debug, Clone)]
pub(crate) struct Shared {
    pub(crate) store: Store,
    /// The program that makes the cards: another one makes them anew.
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

/// Every path below `/api` with what answers it.
pub(crate) fn routes() -> Vec<(&'static str, MethodRouter<Shared>)> {
    vec![
        ("/health", get(async || "well")),
        ("/about", get(about::about)),
        ("/archive", post(carry::archive)),
        ("/archive/{name}", get(carry::fetch)),
        ("/import", post(carry::import).layer(DefaultBodyLimit::disable())),
        ("/enter", post(enter::enter)),
        ("/solve", post(live::solve)),
        ("/live", get(live::line)),
        ("/tag", post(tag::open)),
        ("/sheets", get(shelf::look).post(sheets::create)),
        ("/sheets/{id}", get(sheets::get).put(sheets::save).delete(shelf::remove)),
        ("/sheets/{id}/card", get(cards::get)),
        ("/sheets/{id}/file", get(carry::file)),
        ("/sheets/{id}/copy", post(shelf::copy)),
        ("/sheets/{id}/restore", post(shelf::restore)),
        ("/sheets/{id}/tags", put(shelf::tag)),
        ("/sheets/{id}/revisions", get(revisions::list).post(revisions::cut)),
        ("/sheets/{id}/revisions/{number}", get(revisions::get)),
        ("/sheets/{id}/revisions/{number}/answers", get(differences::of_revision)),
        ("/sheets/{id}/differences", get(differences::get).delete(differences::accept)),
        ("/trash", delete(shelf::empty_trash)),
        ("/trash/{id}", delete(shelf::remove_for_good)),
        ("/examples", get(shelf::examples)),
    ]
}

pub(crate) fn router(shared: Shared) -> Router {
    let all = routes().into_iter().fold(Router::new(), |router, (path, methods)| router.route(path, methods));
    all.fallback(async || ApiError::NoRoute)
        .method_not_allowed_fallback(async || ApiError::Method)
        .layer(DefaultBodyLimit::max(MAX_TEXT + ENVELOPE))
        .with_state(shared)
}
