//! What the shelf shows of a sheet: its verdict, what was asked, a small drawing. Made once for each text and kept.

use super::ApiError;
use crate::keeper;
use helvek_core::sheet::{self, Syntax};
use helvek_core::{ENGINE, model, solution};
use helvek_figure::{Scene, thumbnail};
use helvek_report::kept::{KeptLine, kept};
use helvek_report::page::{AskedLine, Page};
use helvek_store::{SheetRow, Store, Unanswered, hash};
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
        Self::answered(text).0
    }

    /// The same, with all that it answers in lines to be kept: of one that cannot be read the first reason, of an empty one nothing.
    pub(crate) fn answered(text: &str) -> (Self, Vec<KeptLine>) {
        let document = sheet::read(text, Syntax::Json);
        let empty = document.sheet.bodies.is_empty() && document.sheet.bars.is_empty();
        let built = model::build(&document);
        let complete = built.problems.is_empty();
        let problems = if empty && document.problems.is_empty() { 0 } else { built.problems.len() };
        let solved = solution::solve(built.model);
        let scene = thumbnail(&helvek_figure::scene(&solved, complete));
        let page = complete.then(|| Page::of(&solved));
        let answers = match (&page, built.problems.first()) {
            _ if empty => Vec::new(),
            (Some(page), _) => kept(&solved, page),
            (None, problem) => problem
                .map(|problem| KeptLine::verdict(format!("not solved: {}", problem.message)))
                .into_iter()
                .collect(),
        };
        let (verdict, mut asked) = match page {
            Some(page) => (Some(page.verdict.word), page.asked),
            None => (None, Vec::new()),
        };
        let asked_in_all = asked.len();
        asked.truncate(ANSWERS);
        (Self { verdict, problems, asked, asked_in_all, scene }, answers)
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

/// The cards of some sheets, in their order; those that are not known yet are made and kept, with what the sheets answer.
pub(super) async fn cards(
    store: &Store,
    program: &str,
    sheets: Vec<(SheetRow, String)>,
) -> Result<Vec<(SheetRow, Box<RawValue>)>, ApiError> {
    let mut known = Vec::with_capacity(sheets.len());
    for (row, body) in sheets {
        let hash = hash(&body);
        let card = store.card(&hash, program).await?;
        known.push((row, body, hash, card));
    }
    let made = tokio::task::spawn_blocking(move || {
        let (mut made, mut answered) = (Vec::new(), Vec::new());
        let mut all = Vec::with_capacity(known.len());
        for (row, body, hash, card) in known {
            let text = match card {
                Some(card) => card,
                None => {
                    let (card, answers) = Card::answered(&body);
                    let card = serde_json::to_string(&card)?;
                    made.push((hash, card.clone()));
                    if row.engine == i64::from(ENGINE) {
                        let draft = Unanswered::Draft { id: row.id.clone(), version: row.version, body };
                        answered.push((draft, keeper::json(&answers)));
                    }
                    card
                }
            };
            all.push((row, RawValue::from_string(text)?));
        }
        Ok::<_, serde_json::Error>((made, answered, all))
    });
    let (made, answered, all) = made.await.map_err(|error| lost(&error))?.map_err(|error| lost(&error))?;
    if !made.is_empty() {
        store.keep_cards(program, &made).await?;
        store.keep_answers(&answered).await?;
    }
    Ok(all)
}

fn lost(error: &dyn std::error::Error) -> ApiError {
    tracing::error!(%error, "a card was lost");
    ApiError::Fault
}
