//! What the shelf shows of a sheet: its verdict, what was asked, a small drawing. Made once for each text and kept.

use super::json::At;
use super::{ApiError, Shared};
use crate::keeper;
use axum::Json;
use axum::extract::State;
use helvek_core::sheet::{self, Syntax};
use helvek_core::{ENGINE, model, solution};
use helvek_figure::{Scene, outline, scene, thumbnail};
use helvek_report::kept::{KeptLine, kept};
use helvek_report::page::{AskedLine, Page};
use helvek_store::{StoredSheet, Unanswered, hash};
use schemars::JsonSchema;
use serde::Serialize;
use serde_json::value::RawValue;

/// Answers shown on a card at most: the rest is seen when the sheet is opened.
const ANSWERS: usize = 4;

/// The face of a sheet.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct Card {
    /// `determinate`, `unstable` ...; null while there are problems, or nothing at all.
    pub(crate) verdict: Option<String>,
    /// How many problems the sheet has; 0 for an empty one.
    pub(crate) problems: usize,
    /// The first few things that were asked, with their answers.
    pub(crate) asked: Vec<AskedLine>,
    /// How many were asked in all.
    pub(crate) asked_in_all: usize,
    /// A small drawing.
    pub(crate) scene: Scene,
    /// It is drawn too finely, or is more work, than a card is worth: the rest is seen when the sheet is opened.
    pub(crate) too_large: bool,
}

impl Card {
    /// Of a sheet that is not solved for it: only drawn.
    fn too_large(text: &str) -> Self {
        let model = model::build(&sheet::read(text, Syntax::Json)).model;
        let scene = thumbnail(&outline(&model));
        Self { verdict: None, problems: 0, asked: Vec::new(), asked_in_all: 0, scene, too_large: true }
    }

    /// Reads and solves a sheet, also a half-finished one, with all that it answers in lines to be kept: of one that cannot be read the first reason, of an empty one nothing.
    pub(crate) fn answered(text: &str) -> (Self, Vec<KeptLine>) {
        let document = sheet::read(text, Syntax::Json);
        let empty = document.sheet.bodies.is_empty() && document.sheet.bars.is_empty();
        let built = model::build(&document);
        let problems = if empty && document.problems.is_empty() { 0 } else { built.problems.len() };
        let (drawn, page, answers) = match built.problems.first() {
            None => {
                let solved = solution::solve(built.model);
                let page = Page::of(&solved);
                let answers = kept(&solved, &page);
                (scene(&solved), Some(page), answers)
            }
            Some(problem) => {
                let why = KeptLine::verdict(format!("not solved: {}", problem.message));
                (outline(&built.model), None, vec![why])
            }
        };
        let (scene, answers) = (thumbnail(&drawn), if empty { Vec::new() } else { answers });
        let (verdict, mut asked) = match page {
            Some(page) => (Some(page.verdict.word), page.asked),
            None => (None, Vec::new()),
        };
        let asked_in_all = asked.len();
        asked.truncate(ANSWERS);
        (Self { verdict, problems, asked, asked_in_all, scene, too_large: false }, answers)
    }
}

/// The program that makes the cards, so that none outlives what it was made by.
pub(crate) fn program() -> String {
    let program = std::env::current_exe().and_then(std::fs::metadata);
    let stamp = program.and_then(|file| Ok((file.len(), file.modified()?)));
    let version = env!("CARGO_PKG_VERSION");
    match stamp {
        Ok((length, modified)) => {
            let seconds = modified.duration_since(std::time::UNIX_EPOCH).map_or(0, |time| time.as_nanos());
            format!("{version}-{length:x}-{seconds:x}")
        }
        Err(_) => version.to_owned(),
    }
}

/// What one card may cost, in units of the budget.
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
