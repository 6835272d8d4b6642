//! The program's version, and the state of its backups.

use super::Shared;
use crate::VERSION;
use crate::daily::Backups;
use axum::Json;
use axum::extract::State;
use helvek_core::ENGINE;
use schemars::JsonSchema;
use serde::Serialize;

/// This Helvek.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct AboutHelvek {
    /// Its version, and the commit that it was built from.
    version: String,
    /// The engine that answers.
    engine: i64,
    /// The state of the daily backups.
    backups: Backups,
}

pub(super) async fn about(State(shared): State<Shared>) -> Json<AboutHelvek> {
    Json(AboutHelvek { version: VERSION.into(), engine: ENGINE.into(), backups: shared.backups.now() })
}
