//! What the shelf shows of a sheet: its verdict, what was asked, a small drawing. Made once for each text and kept.

use super::ApiError;
use helvek_core::sheet::{self, Syntax};
use helvek_core::{model, solution};
use helvek_figure::{Scene, thumbnail};
use helvek_report::page::{AskedLine, Page};
use helvek_store::{Store, hash};
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
}

impl Card {
    /// Reads and solves a sheet, also a half-finished one.
    pub(crate) fn of(text: &str) -> Self {
        let document = sheet::read(text, Syntax::Json);
        let empty = document.sheet.bodies.is_empty() && document.sheet.bars.is_empty();
        let built = model::build(&document);
        let complete = built.problems.is_empty();
        let problems = if empty && document.problems.is_empty() { 0 } else { built.problems.len() };
        let solved = solution::solve(built.model);
        let scene = thumbnail(&helvek_figure::scene(&solved, complete));
        let page = complete.then(|| Page::of(&solved));
        let (verdict, mut asked) = match page {
            Some(page) => (Some(page.verdict.word), page.asked),
            None => (None, Vec::new()),
        };
        let asked_in_all = asked.len();
        asked.truncate(ANSWERS);
        Self { verdict, problems, asked, asked_in_all, scene }
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

/// The cards of some sheets, in their order; those that are not known yet are made and kept.
pub(super) async fn cards(
    store: &Store,
    program: &str,
    bodies: Vec<String>,
) -> Result<Vec<Box<RawValue>>, ApiError> {
    let mut known = Vec::with_capacity(bodies.len());
    for body in &bodies {
        let hash = hash(body);
        let card = store.card(&hash, program).await?;
        known.push((hash, card));
    }
    let made = tokio::task::spawn_blocking(move || {
        let write = |card: &Card| serde_json::to_string(card);
        let unknown = known.iter().zip(&bodies).filter(|((_, card), _)| card.is_none());
        let made = unknown.map(|((hash, _), body)| Ok((hash.clone(), write(&Card::of(body))?)));
        let made = made.collect::<Result<Vec<_>, serde_json::Error>>()?;
        let mut fresh = made.iter();
        let all = known.into_iter().map(|(_, card)| {
            let text = card.or_else(|| fresh.next().map(|(_, card)| card.clone()));
            RawValue::from_string(text.unwrap_or_else(|| "null".into()))
        });
        let all = all.collect::<Result<Vec<_>, _>>()?;
        Ok::<_, serde_json::Error>((made, all))
    });
    let (made, all) = made.await.map_err(|error| lost(&error))?.map_err(|error| lost(&error))?;
    if !made.is_empty() {
        store.keep_cards(program, &made).await?;
    }
    Ok(all)
}

fn lost(error: &dyn std::error::Error) -> ApiError {
    tracing::error!(%error, "a card was lost");
    ApiError::Fault
}
