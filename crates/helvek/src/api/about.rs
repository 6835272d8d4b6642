//! What this Helvek is, and how it stands with its backups.

use super::Shared;
use crate::VERSION;
use crate::daily::Backups;
use axum::Json;
use axum::extract::State;
use helvek_core::ENGINE;
use schemars::JsonSchema;
use serde::Serialize;

/// What this Helvek is.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct AboutHelvek {
    /// Its version, and the commit that it was built from.
    version: String,
    /// The engine that answers.
    engine: i64,
    /// How it stands with the daily backups.
    backups: Backups,
}

pub(super) async fn about(State(shared): State<Shared>) -> Json<AboutHelvek> {
    Json(AboutHelvek { version: VERSION.into(), engine: ENGINE.into(), backups: shared.backups.now() })
}
