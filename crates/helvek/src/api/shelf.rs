//! The shelf: looking through many sheets, tags, copies, the trash, and examples to start from.

use super::json::{At, Body};
use super::sheets::Kept;
use super::{ApiError, Shared};
use crate::card::Card;
use crate::demo;
use crate::error::SEARCH;
use crate::works::MOST;
use axum::Json;
use axum::extract::rejection::QueryRejection;
use axum::extract::{Query, State};
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use helvek_store::{Look, Order, SheetRow};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;

/// The most sheets one answer lists.
const LISTED: i64 = 200;

/// A search of the shelf.
#[derive(Debug, Deserialize, JsonSchema)]
#[serde(default, deny_unknown_fields)]
pub(crate) struct ShelfQuery {
    /// Part of a title or of a tag.
    pub(crate) search: String,
    /// With this tag.
    pub(crate) tag: Option<String>,
    /// In which order.
    pub(crate) sort: Sort,
    /// Only sheets that answer otherwise since an upgrade.
    pub(crate) differing: bool,
    /// In the trash instead.
    pub(crate) trash: bool,
    /// The number to pass over.
    pub(crate) offset: u32,
    /// The most to list.
    pub(crate) limit: u32,
}

impl Default for ShelfQuery {
    fn default() -> Self {
        Self {
            search: String::new(),
            tag: None,
            sort: Sort::Changed,
            differing: false,
            trash: false,
            offset: 0,
            limit: 60,
        }
    }
}

/// The order of the shelf.
#[derive(Debug, Clone, Copy, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub(crate) enum Sort {
    /// The last changed first.
    Changed,
    /// By title.
    Title,
    /// The first made last.
    Created,
}

/// A part of the shelf.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct ShelfReply {
    /// The number of all sheets that were found.
    pub(crate) total: i64,
    /// Those that were wanted.
    pub(crate) sheets: Vec<SheetSummary>,
    /// Every tag on the shelf, the most used first.
    pub(crate) tags: Vec<TagCount>,
    /// The number of sheets in the trash.
    pub(crate) in_trash: i64,
    /// The number of sheets on the shelf that answer otherwise than when they were saved, under an older engine.
    pub(crate) differing: i64,
}

/// A tag and how many sheets carry it.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct TagCount {
    /// The tag.
    pub(crate) tag: String,
    /// The number of sheets.
    pub(crate) count: i64,
}

/// A sheet on the shelf.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct SheetSummary {
    /// Its id.
    pub(crate) id: String,
    /// Its title.
    pub(crate) title: String,
    /// The number of times it was saved.
    pub(crate) version: i64,
    /// The moment it was last saved, UTC, ISO 8601.
    pub(crate) changed: String,
    /// Its tags.
    pub(crate) tags: Vec<String>,
    /// The engine it was last saved under.
    pub(crate) engine: i64,
    /// It answers otherwise now.
    pub(crate) differs: bool,
    /// Its face; null while nobody has asked for it.
    #[schemars(with = "Option<Card>")]
    pub(crate) card: Option<Box<RawValue>>,
}

/// The tags of a sheet.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct Tags {
    /// All of them.
    pub(crate) tags: Vec<String>,
}

/// A sheet to start from.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct Example {
    /// Its subject.
    pub(crate) title: String,
    /// Its face.
    pub(crate) card: Card,
    /// The sheet itself.
    #[schemars(with = "helvek_core::sheet::Sheet")]
    pub(crate) sheet: Box<RawValue>,
}

fn summary((row, card): (SheetRow, Option<String>)) -> SheetSummary {
    // A card that cannot be read is made again.
    let card = card.and_then(|card| RawValue::from_string(card).ok());
    let SheetRow { id, title, version, changed, tags, engine, differs } = row;
    SheetSummary { id, title, version, changed, tags, engine, differs, card }
}

pub(super) async fn look(
    State(shared): State<Shared>,
    query: Result<Query<ShelfQuery>, QueryRejection>,
) -> Result<Json<ShelfReply>, ApiError> {
    let Query(query) = query?;
    if query.search.chars().count() > SEARCH {
        return Err(ApiError::Search);
    }
    let look = Look {
        search: query.search,
        tag: query.tag,
        differing: query.differing,
        order: match query.sort {
            Sort::Changed => Order::Changed,
            Sort::Title => Order::Title,
            Sort::Created => Order::Created,
        },
        trash: query.trash,
        offset: query.offset.into(),
        limit: i64::from(query.limit).min(LISTED),
    };
    // Counted before the sheets are read: while they are compared the list is never behind the count.
    let differing = Look { differing: true, ..Look::default() };
    let differing = shared.store.look(&differing).await?.total;
    let found = shared.store.look(&look).await?;
    let sheets = shared.store.with_cards(found.sheets, &shared.program).await?;
    let tags = shared.store.tags().await?.into_iter().map(|(tag, count)| TagCount { tag, count }).collect();
    let trash = Look { trash: true, ..Look::default() };
    let in_trash = shared.store.look(&trash).await?.total;
    Ok(Json(ShelfReply {
        in_trash,
        differing,
        total: found.total,
        sheets: sheets.into_iter().map(summary).collect(),
        tags,
    }))
}

/// Tags are short: trimmed, each once.
pub(super) async fn tag(
    State(shared): State<Shared>,
    At(id): At<String>,
    Body(Tags { tags }): Body<Tags>,
) -> Result<StatusCode, ApiError> {
    let mut clean: Vec<String> = Vec::new();
    for tag in tags {
        let tag: String = tag.trim().chars().take(40).collect();
        if !tag.is_empty() && !clean.contains(&tag) {
            clean.push(tag);
        }
    }
    if shared.store.tag(&id, &clean).await? { Ok(StatusCode::NO_CONTENT) } else { Err(ApiError::NoSheet) }
}

pub(super) async fn copy(
    State(shared): State<Shared>,
    At(id): At<String>,
) -> Result<(StatusCode, Json<Kept>), ApiError> {
    let entitled = |body: &str, title: &str| {
        // What is kept is an object; an older text that is none stays as it is.
        let Ok(mut sheet) = serde_json::from_str::<serde_json::Map<String, serde_json::Value>>(body) else {
            return body.to_owned();
        };
        sheet.insert("title".into(), title.into());
        serde_json::Value::Object(sheet).to_string()
    };
    let id = shared.store.copy(&id, entitled).await?.ok_or(ApiError::NoSheet)?;
    shared.keeper.wake();
    Ok((StatusCode::CREATED, Json(Kept { id, version: 1 })))
}

/// Into the trash.
pub(super) async fn remove(State(shared): State<Shared>, At(id): At<String>) -> Result<StatusCode, ApiError> {
    if shared.store.trash(&id, true).await? { Ok(StatusCode::NO_CONTENT) } else { Err(ApiError::NoSheet) }
}

/// Out of the trash again.
pub(super) async fn restore(
    State(shared): State<Shared>,
    At(id): At<String>,
) -> Result<StatusCode, ApiError> {
    if shared.store.trash(&id, false).await? { Ok(StatusCode::NO_CONTENT) } else { Err(ApiError::NoSheet) }
}

/// For good, of what is in the trash.
pub(super) async fn remove_for_good(
    State(shared): State<Shared>,
    At(id): At<String>,
) -> Result<StatusCode, ApiError> {
    if shared.store.remove_for_good(&id).await? { Ok(StatusCode::NO_CONTENT) } else { Err(ApiError::NoSheet) }
}

/// Empties the trash, for good, of what is looked for; all of it where nothing is.
pub(super) async fn empty_trash(
    State(shared): State<Shared>,
    query: Result<Query<TrashQuery>, QueryRejection>,
) -> Result<StatusCode, ApiError> {
    let Query(TrashQuery { search, tag, differing }) = query?;
    shared.store.empty_trash(&Look { search, tag, differing, ..Look::default() }).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// A search of the trash.
#[derive(Debug, Default, Deserialize)]
#[serde(default, deny_unknown_fields)]
pub(super) struct TrashQuery {
    search: String,
    tag: Option<String>,
    differing: bool,
}

pub(super) async fn examples(State(shared): State<Shared>) -> Result<Response, ApiError> {
    let made = shared.examples.get_or_try_init(async || {
        let mut examples = Vec::new();
        for (title, body) in demo::examples() {
            let text = body.clone();
            let (card, _) = shared.works.run(MOST, move || Card::answered(&text)).await?;
            let sheet = RawValue::from_string(body).map_err(|_| ApiError::Fault)?;
            examples.push(Example { title, card, sheet });
        }
        serde_json::to_string(&examples).map_err(|_| ApiError::Fault)
    });
    Ok(([(header::CONTENT_TYPE, "application/json")], made.await?.clone()).into_response())
}
