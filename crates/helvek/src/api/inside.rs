//! The view inside the members: as drawn, by combination, as an envelope, under a train of forces, at a cut.

use super::view::{CutWanted, Loads, TrainWanted, Within};
use helvek_core::Checks;
use helvek_core::answers::Findings;
use helvek_core::answers::words::cut_refused;
use helvek_core::edit;
use helvek_core::id::{Id, Kind};
use helvek_core::internal_forces::Side;
use helvek_core::model::{CutAt, CutRefusal};
use helvek_core::moving_load::{Facing, Passage};
use helvek_core::problem::{Problem, ProblemKind};
use helvek_core::sheet::Document;
use helvek_core::solution::Statics;
use helvek_figure::{
    Piece, Scene, SectionMark, diagrams, envelopes, influence_at, influence_of, pieces, scene_of_state,
    section_mark, swept,
};
use helvek_report::cut::{PageCut, page_cut};
use helvek_report::moving_load::influence_lines;
use helvek_report::page::{Page, inside_lines, ranges, trains};
use schemars::JsonSchema;
use serde::Serialize;

/// The view inside the members of a model, on the page and in the scene, and the cut that is wanted. Of all combinations together, and of a
/// train, there is no one cut; what is not there leaves the loads as they are drawn.
pub(super) fn look_inside(
    within: &Within,
    document: &Document,
    statics: &Statics,
    found: &Findings,
    page: &mut Page,
    scene: &mut Scene,
) -> Cutting {
    let cut = within.cut.as_ref();
    let state = match &within.loads {
        Loads::Combination { name } => statics.state(name),
        _ => None,
    };
    let mut seen = statics;
    match &within.loads {
        Loads::Envelope => {
            page.ranges = ranges(statics);
            scene.inside = envelopes(statics, statics.states());
            return Cutting::default();
        }
        Loads::Train(wanted) => {
            if let Some(passage) =
                Checks(statics).passages().into_iter().find(|p| p.train.name == wanted.name)
            {
                page.trains = trains(statics);
                pass(cut, wanted, document, &passage, page, scene);
                return Cutting::default();
            }
        }
        Loads::Drawn | Loads::Combination { .. } => {}
    }
    if let Some(state) = &state {
        seen = &state.solved;
        *scene = scene_of_state(seen);
        // What counts nothing in it is not drawn.
        let out: Vec<Id> = state.left_out.iter().map(|load| Kind::Load.id(load)).collect();
        scene.marks.retain(|mark| mark.load().is_none_or(|id| !out.contains(&id)));
    }
    page.inside = inside_lines(seen);
    scene.inside = diagrams(seen);
    cut.map_or_else(Cutting::default, |cut| cut_through(cut, document, seen, found, scene))
}

/// A train: its envelope, influence lines, or what it does where it stands.
fn pass(
    cut: Option<&CutWanted>,
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
    let section = cut.and_then(|cut| section(document, passage.solved, cut));
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

/// The place of a cut in the model.
fn section(document: &Document, solved: &Statics, wanted: &CutWanted) -> Option<CutAt> {
    let place = edit::cut_place(document, &wanted.place).ok()?;
    place.in_model(&solved.model, wanted.side.unwrap_or(Side::Before))
}

/// A body cut through, where that was wanted.
#[derive(Debug, Default, Serialize, JsonSchema)]
pub(crate) struct Cutting {
    /// The cut that was wanted.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub(crate) cut: Option<PageCut>,
    /// The reasons for which it could not be made.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub(crate) cut_refused: Vec<Problem>,
    /// The section of the member there, with its stresses.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub(crate) section: Option<SectionMark>,
}

/// Cuts a body through, with its two parts as free bodies where they are wanted; nothing without equilibrium.
fn cut_through(
    wanted: &CutWanted,
    document: &Document,
    statics: &Statics,
    found: &Findings,
    scene: &mut Scene,
) -> Cutting {
    if !statics.verdict.equilibrium {
        return Cutting::default();
    }
    match look_into(document, statics, found, wanted) {
        Ok((page, halves)) => {
            scene.apart = halves;
            let section = section(document, statics, wanted).and_then(|place| section_mark(statics, &place));
            Cutting { cut: Some(page), section, cut_refused: Vec::new() }
        }
        Err(cut_refused) => Cutting { cut_refused, ..Cutting::default() },
    }
}

/// Cuts a body through: its page, and its two parts as free bodies where they are wanted.
fn look_into(
    document: &Document,
    statics: &Statics,
    found: &Findings,
    wanted: &CutWanted,
) -> Result<(PageCut, Vec<Piece>), Vec<Problem>> {
    let place = edit::cut_place(document, &wanted.place)?;
    let refused = |why: &CutRefusal| {
        let [message, cure] = cut_refused(why, &place.body);
        vec![Problem::new(ProblemKind::Sense, "place", message, cure)]
    };
    let side = wanted.side.unwrap_or(Side::Before);
    let at = place.in_model(&statics.model, side).ok_or_else(|| refused(&CutRefusal::NoStretch))?;
    let cut = statics.cut(&at).map_err(|why| refused(&why))?;
    let halves = if wanted.halves {
        let ids = cut.parts.map(|part| cut.solved.part_id(part).to_string());
        let mut all = pieces(&cut.solved, &helvek_figure::scene(&cut.solved), &[]);
        all.retain(|piece| ids.contains(&piece.id));
        all
    } else {
        Vec::new()
    };
    Ok((page_cut(statics, found, &at, &cut), halves))
}
