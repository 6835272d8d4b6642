//! The card of a sheet on the shelf: its verdict, what was asked, a small drawing. Made once for each text and kept.

use helvek_core::answers::StatusWord;
use helvek_core::sheet::{self, Syntax};
use helvek_core::{model, solution};
use helvek_figure::{Scene, outline, scene, thumbnail};
use helvek_report::kept::{KeptLine, kept};
use helvek_report::page::{AskedLine, Page};
use schemars::JsonSchema;
use serde::Serialize;

/// Answers shown on a card at most: the rest is seen when the sheet is opened.
const ANSWERS: usize = 4;

/// The face of a sheet.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct Card {
    /// The outcome; null while there are problems, or nothing at all.
    pub(crate) verdict: Option<StatusWord>,
    /// The number of problems of the sheet; 0 for an empty one.
    pub(crate) problems: usize,
    /// The first few things that were asked, with their answers.
    pub(crate) asked: Vec<AskedLine>,
    /// The number of all that were asked.
    pub(crate) asked_in_all: usize,
    /// A small drawing.
    pub(crate) scene: Scene,
    /// It is drawn too finely, or is more work, than a card is worth: the rest is seen when the sheet is opened.
    pub(crate) too_large: bool,
}

impl Card {
    /// Of a sheet that is not solved for it: only drawn.
    pub(crate) fn too_large(text: &str) -> Self {
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
