//! Solving while someone draws.

use super::inside::{CutWanted, Seen, TrainWanted, cut_section, look_inside, look_into};
use super::json::Body;
use super::{ApiError, ErrorBody};
use axum::Json;
use axum::extract::ws::{Message, WebSocket, WebSocketUpgrade};
use axum::response::Response;
use helvek_core::answers::{Answers, FreeMotion};
use helvek_core::edit::offers::{self, Offer};
use helvek_core::edit::{self, Edit};
use helvek_core::problem::Problem;
use helvek_core::sheet::{self, Document, MAX_TEXT, Sheet, Syntax};
use helvek_core::{model, solution};
use helvek_figure::{
    Scene, SectionMark, deflected, free_bodies, pieces, pin_marks, unclear, unclear_in_space,
};
use helvek_report::choice::choices;
use helvek_report::cut::PageCut;
use helvek_report::judge::{judged_headline, page_judgement};
use helvek_report::page::{Page, next, table};
use helvek_report::stiff::page_stiff;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;
use std::time::Instant;

/// A sheet to be solved, half-typed or whole.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct LiveRequest {
    /// Echoed, so that a late reply never overwrites a newer one.
    pub(crate) seq: u64,
    /// The sheet. Read as text, so that every problem can be named by its path.
    #[schemars(with = "helvek_core::sheet::Sheet")]
    pub(crate) sheet: Box<RawValue>,
    /// To be done to the sheet first.
    #[serde(default)]
    pub(crate) edit: Option<Edit>,
    /// Leaves out what only programs read: the answers as numbers.
    #[serde(default)]
    pub(crate) lean: bool,
    /// Wants the free bodies of the working, and which joint can be next.
    #[serde(default)]
    pub(crate) free: bool,
    /// Wants the structure taken apart.
    #[serde(default)]
    pub(crate) apart: bool,
    /// Wants N, V and M along the members.
    #[serde(default)]
    pub(crate) inside: bool,
    /// Wants one combination of load cases instead of the loads as they are drawn; `envelope` for all of them.
    #[serde(default)]
    pub(crate) state: Option<String>,
    /// Wants a train of forces instead, wherever it stands or in one place.
    #[serde(default)]
    pub(crate) train: Option<TrainWanted>,
    /// Wants a body cut through at a place.
    #[serde(default)]
    pub(crate) cut: Option<CutWanted>,
    /// Wants what has limits, ranked, and pins among their plates.
    #[serde(default)]
    pub(crate) size: bool,
    /// Wants what stiffness says, the methods by hand, and the deflected shape.
    #[serde(default)]
    pub(crate) stiff: bool,
    /// Wants the table of bars.
    #[serde(default)]
    pub(crate) table: bool,
    /// Wants the equations of a free body of one's own choice.
    #[serde(default)]
    pub(crate) choice: Option<Chosen>,
}

/// A free body of one's own choice.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct Chosen {
    /// The ids of its pieces.
    pub(crate) pieces: Vec<String>,
    /// After so many steps of the working.
    pub(crate) after: usize,
}

/// Everything a bench shows.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct LiveReply {
    /// As sent.
    pub(crate) seq: u64,
    /// The sheet after the edit; null when none was asked for, or when it could not be done.
    pub(crate) edited: Option<Sheet>,
    /// Why the edit could not be done; the path of each is the slot it was typed into. The rest of the reply is about the sheet as sent.
    pub(crate) refused: Vec<Problem>,
    /// What could be done about what was refused, is wrong or is worth a second look.
    pub(crate) offers: Vec<Offer>,
    /// Everything wrong with the sheet.
    pub(crate) problems: Vec<Problem>,
    /// What is drawn: all of the sheet that could be understood.
    pub(crate) scene: Scene,
    /// The solution; null while there are problems.
    pub(crate) solution: Option<LiveSolution>,
    /// How long it took, in microseconds.
    pub(crate) micros: u64,
}

/// A solution with its wording.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct LiveSolution {
    /// For programs; null when that was not wanted.
    pub(crate) answers: Option<Answers>,
    /// For people.
    pub(crate) page: Page,
    /// The cut that was wanted.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub(crate) cut: Option<PageCut>,
    /// Why it could not be made.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub(crate) cut_refused: Vec<Problem>,
    /// The section of the member there, with its stresses.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub(crate) section: Option<SectionMark>,
    /// How it moves, when it can.
    pub(crate) free_motion: Option<FreeMotion>,
}

/// A sheet of so many bytes is solved faster than it is handed to another thread and back.
const SMALL: usize = 8 * 1024;

/// The same over a line that stays open: a request of its own for every key takes longer than its answer. Each message is a [`LiveRequest`],
/// each answer a [`LiveReply`], or an [`ErrorBody`] when the message was no request.
pub(super) async fn line(upgrade: WebSocketUpgrade) -> Response {
    upgrade.max_message_size(MAX_TEXT + super::ENVELOPE).on_upgrade(talk)
}

async fn talk(mut socket: WebSocket) {
    while let Some(Ok(message)) = socket.recv().await {
        let Message::Text(text) = message else { continue };
        let answer = match serde_json::from_str::<LiveRequest>(&text) {
            Ok(request) => match solve(Body(request)).await {
                Ok(Json(reply)) => serde_json::to_string(&reply),
                Err(error) => serde_json::to_string(&error.body()),
            },
            Err(error) => serde_json::to_string(&ErrorBody::unreadable(&error.to_string())),
        };
        let Ok(answer) = answer else { break };
        if socket.send(Message::Text(answer.into())).await.is_err() {
            break;
        }
    }
}

/// Edits, then solves what is understood. A sheet that makes no sense is an answer with problems, not a failed request.
pub(super) async fn solve(Body(request): Body<LiveRequest>) -> Result<Json<LiveReply>, ApiError> {
    if request.sheet.get().len() <= SMALL {
        return Ok(Json(reply(&request)));
    }
    // Off the threads that serve: a large sheet must not hold up a small one.
    let reply = tokio::task::spawn_blocking(move || reply(&request)).await;
    reply.map(Json).map_err(|error| {
        tracing::error!(%error, "a solve was lost");
        ApiError::Fault
    })
}

fn reply(request: &LiveRequest) -> LiveReply {
    let start = Instant::now();
    let mut document = sheet::read(request.sheet.get(), Syntax::Json);
    let (mut edited, mut refused, mut offered) = (None, Vec::new(), Vec::new());
    match request.edit.as_ref().map(|edit| edit::apply(&document, edit)) {
        None => {}
        Some(Err(problems)) => {
            refused = problems;
            offered.extend(request.edit.iter().flat_map(|edit| offers::on_refusal(&document.sheet, edit)));
        }
        Some(Ok(sheet)) => {
            document = Document::from(sheet.clone());
            edited = Some(sheet);
        }
    }
    let built = model::build(&document);
    let complete = built.problems.is_empty();
    let solved = solution::solve(built.model);
    let mut scene = helvek_figure::scene(&solved, complete);
    if !complete {
        let written = match &edited {
            Some(sheet) => serde_json::to_value(sheet),
            None => serde_json::from_str(request.sheet.get()),
        };
        let written = written.unwrap_or_default();
        match &mut scene.solid {
            Some(solid) => solid.unclear = unclear_in_space(&written, &solved.model, &built.problems),
            None => scene.marks.extend(unclear(&written, &solved.model, &built.problems)),
        }
    }
    offered.extend(offers::on_problems(&document, &built.problems));
    let solution = complete.then(|| {
        // Combinations and trains are seen inside only, and take their time.
        let needed = request.inside || !request.lean || solved.limited();
        let states = if needed { solved.states() } else { &[] };
        let answers = match (request.lean, request.inside) {
            (false, _) => solved.answers(),
            (true, true) => solved.inside_answers(states),
            (true, false) => solved.brief_answers(),
        };
        offered.extend(offers::on_redundancy(&solved));
        offered.extend(offers::on_warnings(&answers.warnings));
        let mut page = Page::with(&solved, &answers);
        let judged = solved.with_trains();
        if let Some(judgement) = solved.judgement(judged) {
            page.headlines.size = judged_headline(&solved, &judgement);
            if request.size {
                page.judgement = Some(page_judgement(&solved, &judgement, judged));
                scene.pins = pin_marks(&solved, &judgement);
            }
        }
        if request.stiff {
            page.stiff = page_stiff(&solved);
            scene.deflected = deflected(&solved);
        }
        if request.table {
            page.table = table(&solved, &answers);
        }
        if let Some(chosen) = &request.choice {
            page.choice = choices(&solved, &answers, &chosen.pieces, chosen.after);
        }
        if request.free {
            page.next = next(&solved);
            scene.free = free_bodies(&solved, &scene);
        }
        if request.inside {
            let seen = Seen { solved: &solved, answers: &answers, states };
            look_inside(request, &document, &seen, &mut page, &mut scene);
        }
        if request.apart {
            scene.apart = pieces(&solved, &scene, &document.sheet.conventions.apart.together);
        }
        let (mut shown, mut cut_refused, mut section) = (None, Vec::new(), None);
        if let Some(wanted) =
            request.cut.as_ref().filter(|_| solved.verdict.equilibrium && request.train.is_none())
        {
            match look_into(&document, &solved, wanted) {
                Ok((page, halves)) => {
                    shown = Some(page);
                    section = cut_section(&document, &solved, wanted);
                    scene.apart = halves;
                }
                Err(problems) => cut_refused = problems,
            }
        }
        let free_motion = answers.free_motion.clone();
        LiveSolution {
            cut: shown,
            section,
            cut_refused,
            answers: (!request.lean).then_some(answers),
            page,
            free_motion,
        }
    });
    let micros = u64::try_from(start.elapsed().as_micros()).unwrap_or(u64::MAX);
    LiveReply {
        seq: request.seq,
        edited,
        refused,
        offers: offered,
        problems: built.problems,
        scene,
        solution,
        micros,
    }
}
