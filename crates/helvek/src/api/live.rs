//! Solving while someone draws.

use super::inside::{Cutting, look_inside};
use super::json::Body;
use super::view::{TakenApart, View};
use super::{ApiError, ErrorBody, Shared};
use crate::works::{MOST, Works};
use axum::extract::State;
use axum::extract::ws::rejection::WebSocketUpgradeRejection;
use axum::extract::ws::{Message, WebSocket, WebSocketUpgrade};
use axum::http::header;
use axum::response::{IntoResponse, Response};
use helvek_core::answers;
use helvek_core::answers::{Answers, FreeMotion};
use helvek_core::budget;
use helvek_core::edit::offers::{self, Offer};
use helvek_core::edit::{self, Edit};
use helvek_core::model::{self, Built};
use helvek_core::problem::Problem;
use helvek_core::sheet::{self, Document, MAX_TEXT, Sheet, Syntax};
use helvek_core::solution::{Solved, Statics};
use helvek_figure::{
    Scene, deflected, free_bodies, mark_unclear, outline, pieces, pin_marks, scene_of_state,
};
use helvek_report::choice::choices;
use helvek_report::page::{Page, next, table};
use helvek_report::stiffness::page_stiff;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;
use std::pin::Pin;
use std::sync::Arc;
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
    /// The view: only what it looks at is computed.
    #[serde(default)]
    pub(crate) view: View,
}

/// Everything a bench shows.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct LiveReply {
    /// As sent.
    pub(crate) seq: u64,
    /// The view, as sent.
    pub(crate) view: View,
    /// The sheet after the edit; null when none was asked for, or when it could not be done.
    pub(crate) edited: Option<Sheet>,
    /// The reasons for which the edit could not be done; the path of each is the slot it was typed into. The rest of the reply is about the
    /// sheet as sent.
    pub(crate) refused: Vec<Problem>,
    /// Edits that would mend what was refused, is wrong or is worth a second look.
    pub(crate) offers: Vec<Offer>,
    /// Everything wrong with the sheet.
    pub(crate) problems: Vec<Problem>,
    /// The drawing: all of the sheet that could be understood.
    pub(crate) scene: Scene,
    /// The solution; null while there are problems, and when it was too much work.
    pub(crate) solution: Option<LiveSolution>,
    /// The reason for which it was not solved.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub(crate) unsolved: Option<ErrorBody>,
    /// The time it took, in microseconds.
    pub(crate) micros: u64,
}

/// A solution with its wording.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct LiveSolution {
    /// For programs; null when that was not wanted.
    pub(crate) answers: Option<Answers>,
    /// For people.
    pub(crate) page: Page,
    #[serde(flatten)]
    pub(crate) cut: Cutting,
    /// The motion that is free, when there is one.
    pub(crate) free_motion: Option<FreeMotion>,
}

/// An answer that is on its way.
struct Asked {
    seq: u64,
    answer: Pin<Box<dyn Future<Output = String> + Send>>,
}

/// The same over a line that stays open: a request of its own for every key takes longer than its answer. Each message is a [`LiveRequest`],
/// each answer a [`LiveReply`], or an [`ErrorBody`] when the message was no request. A newer question ends the older one.
pub(super) async fn line(
    State(shared): State<Shared>,
    upgrade: Result<WebSocketUpgrade, WebSocketUpgradeRejection>,
) -> Result<Response, ApiError> {
    let upgrade = upgrade.map_err(|rejection| ApiError::Line(rejection.body_text()))?;
    Ok(upgrade.max_message_size(MAX_TEXT + super::ENVELOPE).on_upgrade(|socket| talk(socket, shared)))
}

async fn talk(mut socket: WebSocket, shared: Shared) {
    let mut ending = shared.ending.clone();
    let mut asked: Option<Asked> = None;
    loop {
        let answering = async {
            match &mut asked {
                Some(asked) => asked.answer.as_mut().await,
                None => std::future::pending().await,
            }
        };
        let said = tokio::select! {
            biased;
            _ = ending.wait_for(|ending| *ending) => break,
            message = socket.recv() => match message {
                Some(Ok(Message::Text(text))) => {
                    let older = asked.take().map(|older| ApiError::Superseded.body().of(older.seq));
                    match serde_json::from_str::<LiveRequest>(&text) {
                        Ok(request) => {
                            let works = shared.works.clone();
                            let seq = request.seq;
                            let answer = async move {
                                answer(&works, request).await.unwrap_or_else(|error| line_text(&error.body().of(seq)))
                            };
                            asked = Some(Asked { seq, answer: Box::pin(answer) });
                            match older {
                                Some(older) => line_text(&older),
                                None => continue,
                            }
                        }
                        Err(error) => line_text(&ErrorBody::unreadable(&error.to_string())),
                    }
                }
                Some(Ok(Message::Binary(_))) => line_text(&ErrorBody::unreadable("A question is a message of text, not of bytes.")),
                // Pings are answered below.
                Some(Ok(_)) => continue,
                // Whoever is gone waits for nothing: what was asked is given up.
                Some(Err(_)) | None => break,
            },
            answer = answering => {
                asked = None;
                answer
            }
        };
        if socket.send(Message::Text(said.into())).await.is_err() {
            break;
        }
    }
}

fn line_text(body: &ErrorBody) -> String {
    // An error of texts can always be written as JSON.
    serde_json::to_string(body).unwrap_or_default()
}

/// Edits, then solves what is understood. A sheet that makes no sense is an answer with problems, not a failed request.
pub(super) async fn solve(
    State(shared): State<Shared>,
    Body(request): Body<LiveRequest>,
) -> Result<Response, ApiError> {
    let answer = answer(&shared.works, request).await?;
    Ok(([(header::CONTENT_TYPE, "application/json")], answer).into_response())
}

/// The reply as JSON: writing a large one takes its time too. What is too much to be solved is drawn all the same, and can be changed.
async fn answer(works: &Works, request: LiveRequest) -> Result<String, ApiError> {
    let request = Arc::new(request);
    match written(works, &request, None).await {
        Err(why @ (ApiError::TooMuch | ApiError::TooLong)) => {
            written(works, &request, Some(why.body())).await.map_err(|_| why)
        }
        answer => answer,
    }
}

async fn written(
    works: &Works,
    request: &Arc<LiveRequest>,
    unsolved: Option<ErrorBody>,
) -> Result<String, ApiError> {
    let request = Arc::clone(request);
    let written = works.run(MOST, move || {
        let written = serde_json::to_string(&reply(&request, unsolved.clone()))?;
        budget::spend(written.len() / WRITTEN);
        Ok::<_, serde_json::Error>(written)
    });
    written.await?.map_err(|error| {
        tracing::error!(%error, "a reply could not be written");
        ApiError::Fault
    })
}

/// Bytes of JSON that are written in a unit of the budget.
const WRITTEN: usize = 200;

/// `unsolved`: why it is only drawn.
fn reply(request: &LiveRequest, unsolved: Option<ErrorBody>) -> LiveReply {
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
    let Built { model, problems } = model::build(&document);
    offered.extend(offers::on_problems(&document, &problems));
    let (scene, solution) = if problems.is_empty() && unsolved.is_none() {
        let statics = Statics::of(model);
        offered.extend(offers::on_redundancy(&statics));
        let (scene, solution) = look(&request.view, &document, statics, &mut offered);
        (scene, Some(solution))
    } else {
        let mut scene = outline(&model);
        let written = match &edited {
            Some(sheet) => serde_json::to_value(sheet),
            None => serde_json::from_str(request.sheet.get()),
        };
        mark_unclear(&mut scene, &written.unwrap_or_default(), &model, &problems);
        (scene, None)
    };
    let micros = u64::try_from(start.elapsed().as_micros()).unwrap_or(u64::MAX);
    LiveReply {
        seq: request.seq,
        view: request.view.clone(),
        edited,
        refused,
        offers: offered,
        problems,
        scene,
        solution,
        unsolved,
        micros,
    }
}

/// The reply to a view of a model without problems.
fn look(
    view: &View,
    document: &Document,
    statics: Statics,
    offered: &mut Vec<Offer>,
) -> (Scene, LiveSolution) {
    if view.works() {
        return look_at_working(view, document, &statics.explained(), offered);
    }
    let found = answers::findings(&statics);
    offered.extend(offers::on_warnings(&found.warnings));
    let (mut page, mut scene) = (Page::brief(&statics, &found), scene_of_state(&statics));
    let mut cut = Cutting::default();
    match view {
        View::Size => {
            if let Some(judgement) = page.judge(&statics) {
                scene.pins = pin_marks(&statics, &judgement);
            }
        }
        View::Stiff => {
            page.stiff = page_stiff(&statics);
            scene.deflected = deflected(&statics);
        }
        View::Inside(within) => {
            cut = look_inside(within, document, &statics, &found, &mut page, &mut scene);
        }
        _ => {}
    }
    (scene, LiveSolution { answers: None, page, cut, free_motion: found.free_motion })
}

/// The same where the working belongs to it.
fn look_at_working(
    view: &View,
    document: &Document,
    solved: &Solved,
    offered: &mut Vec<Offer>,
) -> (Scene, LiveSolution) {
    let found = answers::findings(solved);
    offered.extend(offers::on_warnings(&found.warnings));
    let mut scene = helvek_figure::scene(solved);
    let mut page = if *view == View::Everything {
        Page::full(solved, &found)
    } else {
        let mut page = Page::with(solved, &found);
        page.judge_shortly(solved);
        page
    };
    match view {
        View::Work(_) => {
            page.next = next(solved);
            scene.free = free_bodies(solved, &scene);
        }
        View::Check(_) | View::Table => page.table = table(solved, &found),
        _ => {}
    }
    if let Some(TakenApart { apart, choice }) = view.apart() {
        if *apart {
            scene.apart = pieces(solved, &scene, &document.sheet.conventions.apart.together);
        }
        if let Some(chosen) = choice {
            page.choice = choices(solved, &found, &chosen.pieces, chosen.after);
        }
    }
    let free_motion = found.free_motion.clone();
    let answers = (*view == View::Everything).then(|| answers::answers_from(solved, found));
    (scene, LiveSolution { answers, page, cut: Cutting::default(), free_motion })
}
