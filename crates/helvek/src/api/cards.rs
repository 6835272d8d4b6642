//! Cards, made when they are asked for first and kept.

use super::Shared;
use super::json::At;
use crate::card::Card;
use crate::error::ApiError;
use crate::keeper;
use axum::Json;
use axum::extract::State;
use helvek_core::ENGINE;
use helvek_figure::Scene;
use helvek_store::{StoredSheet, Unanswered, hash};
use serde_json::value::RawValue;

/// The most one card may cost, in units of the budget.
const WORTH: u64 = 2_000_000;

/// The largest card, in bytes: of a finer drawing nothing would be seen at its size.
const FINEST: usize = 256 * 1024;

/// The card of a sheet, kept from now on with what the sheet answers.
pub(super) async fn get(
    State(shared): State<Shared>,
    At(id): At<String>,
) -> Result<Json<Box<RawValue>>, ApiError> {
    // One in the trash has a card too.
    let StoredSheet { row, body } = shared.store.find(&id).await?.ok_or(ApiError::NoSheet)?;
    let hash = hash(&body);
    if let Some(card) = shared.store.card(&hash, &shared.program).await? {
        return raw(card);
    }
    let text = body.clone();
    let (card, answers) = match shared.works.run(WORTH, move || Card::answered(&text)).await {
        Ok((card, answers)) => (card, Some(answers)),
        Err(ApiError::TooMuch) => {
            let text = body.clone();
            let drawn = shared.works.run(WORTH, move || Card::too_large(&text)).await;
            // What is too much even to be drawn has an empty face.
            (drawn.unwrap_or_else(|_| Card::too_large("")), None)
        }
        Err(error) => return Err(error),
    };
    let mut written = serde_json::to_string(&card).map_err(|error| lost(&error))?;
    if written.len() > FINEST {
        let plain = Card { scene: Scene::default(), too_large: true, ..card };
        written = serde_json::to_string(&plain).map_err(|error| lost(&error))?;
    }
    shared.store.keep_cards(&shared.program, &[(hash, written.clone())]).await?;
    if let Some(answers) = answers
        && row.engine == i64::from(ENGINE)
    {
        let draft = Unanswered::Draft { id, version: row.version, body };
        shared.store.keep_answers(&[(draft, keeper::json(&answers))]).await?;
    }
    raw(written)
}

fn raw(card: String) -> Result<Json<Box<RawValue>>, ApiError> {
    RawValue::from_string(card).map(Json).map_err(|error| lost(&error))
}

fn lost(error: &dyn std::error::Error) -> ApiError {
    tracing::error!(%error, "a card was lost");
    ApiError::Fault
}
