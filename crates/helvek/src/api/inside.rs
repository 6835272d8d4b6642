//! What is shown inside the members: as drawn, by combination, as an envelope, under a train of forces, at a cut.

use super::live::LiveRequest;
use helvek_core::cut::cut;
use helvek_core::edit;
use helvek_core::inside::{Inside, Side};
use helvek_core::model::BodyId;
use helvek_core::passage::{Facing, Passage, Section};
use helvek_core::problem::Problem;
use helvek_core::sheet::Document;
use helvek_core::solution::{Solved, Statics};
use helvek_figure::{
    Piece, Scene, SectionMark, diagrams, envelopes, influence_at, influence_of, pieces, scene_of_state,
    section_mark, swept,
};
use helvek_report::cut::{PageCut, page_cut};
use helvek_report::moving::influence_lines;
use helvek_report::page::{Page, inside_lines};
use schemars::JsonSchema;
use serde::Deserialize;

/// A place at which a body is cut through.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct CutWanted {
    /// As it is typed: `2.5`, `C`, `C + 0.5`, `jib 1.2`.
    pub(crate) place: String,
    /// Just before or just after what acts there; before, when nothing is said.
    #[serde(default)]
    pub(crate) side: Option<Side>,
    /// Wants the two parts as free bodies.
    #[serde(default)]
    pub(crate) halves: bool,
}

/// A train of forces, wherever it stands or in one place.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct TrainWanted {
    /// Its name.
    pub(crate) name: String,
    /// Wants the influence line of an unknown, by its symbol, instead of the envelope; with a cut wanted too: those at the cut.
    #[serde(default)]
    pub(crate) line: Option<String>,
    /// Puts it in a place.
    #[serde(default)]
    pub(crate) stand: Option<StandWanted>,
}

/// Where a train stands.
#[derive(Debug, Deserialize, JsonSchema)]
pub(crate) struct StandWanted {
    /// The place of its leading force from the beginning of the path, in the sheet's unit.
    pub(crate) lead: f64,
    /// It heads to the end of its path, else to its beginning.
    pub(crate) on: bool,
}

/// All combinations together; one of that name would stand for itself.
const ENVELOPE: &str = "envelope";

/// N, V and M as they are wanted, on the page and in the scene.
pub(super) fn look_inside(
    request: &LiveRequest,
    document: &Document,
    solved: &Solved,
    page: &mut Page,
    scene: &mut Scene,
) {
    if let Some(wanted) = &request.train
        && let Some(passage) = solved.passages().into_iter().find(|p| p.train.name == wanted.name)
    {
        return pass(request, wanted, document, &passage, page, scene);
    }
    let (named, states) = (request.state.as_deref(), solved.states());
    match states.iter().find(|state| Some(state.name.as_str()) == named) {
        Some(state) => {
            *scene = scene_of_state(&state.solved);
            // What counts nothing in it is not drawn.
            let out: Vec<String> = state.left_out.iter().map(|load| format!("load:{load}")).collect();
            scene.marks.retain(|mark| mark.load().is_none_or(|id| !out.iter().any(|o| o == id)));
            page.inside = inside_lines(&state.solved);
            scene.inside = diagrams(&state.solved);
        }
        None if named == Some(ENVELOPE) => scene.inside = envelopes(solved, states),
        None => {
            page.inside = inside_lines(solved);
            scene.inside = diagrams(solved);
        }
    }
}

/// A train: its envelope, influence lines, or what it does where it stands.
fn pass(
    request: &LiveRequest,
    wanted: &TrainWanted,
    document: &Document,
    passage: &Passage<'_>,
    page: &mut Page,
    scene: &mut Scene,
) {
    let mut drawn = None;
    if let Some(stand) = &wanted.stand {
        let lead = passage.solved.model.units.length.to_si(stand.lead);
        let facing = if stand.on { Facing::On } else { Facing::Back };
        let there = Statics::of(passage.solved.model.under(passage.placed(lead, facing)));
        *scene = scene_of_state(&there);
        page.inside = inside_lines(&there);
        drawn = diagrams(&there);
    }
    let section = request.cut.as_ref().and_then(|cut| section(document, passage.solved, cut));
    let lines = match (&wanted.line, &section) {
        (Some(of), _) => influence_of(passage, of),
        (None, Some(section)) => {
            page.influence = influence_lines(passage, section);
            influence_at(passage, section)
        }
        (None, None) => None,
    };
    scene.inside = lines.or(drawn).or_else(|| swept(passage));
}

/// The section of a member where it is cut, with its stresses.
pub(super) fn cut_section(document: &Document, solved: &Statics, wanted: &CutWanted) -> Option<SectionMark> {
    section_mark(solved, &section(document, solved, wanted)?)
}

/// The place of a cut as a section of the model.
fn section(document: &Document, solved: &Statics, wanted: &CutWanted) -> Option<Section> {
    let place = edit::cut_place(document, &wanted.place).ok()?;
    let model = &solved.model;
    let body: BodyId = model.body_ids().find(|id| model.bodies[id.index()].name == place.body)?;
    let point = |name: &String| model.point_ids().find(|p| model.point_name(*p) == name);
    let stretch = [point(&place.stretch[0])?, point(&place.stretch[1])?];
    let station = model.units.length.to_si(place.station);
    Some(Section { body, stretch, station, side: wanted.side.unwrap_or(Side::Before) })
}

/// Cuts a body through: its page, and its two parts as free bodies where they are wanted.
pub(super) fn look_into(
    document: &Document,
    solved: &Solved,
    wanted: &CutWanted,
) -> Result<(PageCut, Vec<Piece>), Vec<Problem>> {
    let place = edit::cut_place(document, &wanted.place)?;
    let metres = solved.model.units.length.to_si(place.station);
    let mine = |inside: &&Inside| {
        let name = |p| solved.model.point_name(p);
        solved.model.bodies[inside.body.index()].name == place.body
            && [name(inside.from), name(inside.to)] == [place.stretch[0].as_str(), place.stretch[1].as_str()]
    };
    let all = solved.inside();
    let diagram = all.iter().find(mine).and_then(|inside| inside.diagram.as_ref().ok());
    let steps = diagram.is_some_and(|diagram| diagram.steps(metres));
    let side = wanted.side.unwrap_or(Side::Before);
    let cut = cut(document, &place, side)?;
    let halves = if wanted.halves {
        let ids = cut.parts.map(|part| cut.solved.part_id(part));
        let mut all = pieces(&cut.solved, &helvek_figure::scene(&cut.solved), &[]);
        all.retain(|piece| ids.contains(&piece.id));
        all
    } else {
        Vec::new()
    };
    Ok((page_cut(&cut, &place, side, steps), halves))
}
