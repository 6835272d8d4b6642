//! The working as a page: the fragments a screen ties to its drawing, a text strings together, a document typesets.

pub use crate::lines::{
    ArmMark, Askable, AskedLine, AxisMark, Headlines, NextLine, PageTerm, SpaceArm, TableRow, VerdictWords,
};

use crate::RangeLine;
use crate::choice::PageChoice;
use crate::document::{Chapter, Part};
use crate::internal_forces::InsideLine;
use crate::moving_load::{PageTrain, TrainLine};
use crate::numbers::{Numbers, Words};
use crate::step::Wording;
use crate::stiffness::{PageStiff, page_stiff};
use crate::strength_check::{PageJudgement, judged_headline, page_judgement};
use helvek_core::Checks;
use helvek_core::ENGINE;
use helvek_core::answers;
use helvek_core::answers::{Findings, StatusWord, WarningName};
use helvek_core::budget::spend;
use helvek_core::equilibrium::PartOf;
use helvek_core::id::Kind;
use helvek_core::next::{Ready, Yields};
use helvek_core::solution::{Solved, Statics};
use helvek_core::strength_check::Judgement;
use helvek_core::units::figures;
use schemars::JsonSchema;
use serde::Serialize;
use std::collections::HashSet;

/// Everything that is said about a solution.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Page {
    /// The outcome.
    pub verdict: VerdictWords,
    /// One line per stop of the way through the work.
    pub headlines: Headlines,
    /// The chapters read from top to bottom beside the outcome: units, inspection, steps, checks, limits, warnings.
    pub chapters: Vec<Chapter>,
    /// The joints that can be solved next, and why: for each joint from some step on.
    pub next: Vec<NextLine>,
    /// The equations of a free body that someone chose: only where that was wanted, see [`choices`](crate::choice::choices).
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub choice: Option<PageChoice>,
    /// The bars with what they carry.
    pub table: Vec<TableRow>,
    /// The internal forces of every stretch of every body.
    pub inside: Vec<InsideLine>,
    /// The least and the greatest over all combinations of load cases.
    pub ranges: Vec<RangeLine>,
    /// Trains of forces, wherever they stand.
    pub trains: Vec<PageTrain>,
    /// The N, V and M that a train causes at a place, where that was wanted: see [`influence_lines`](crate::moving_load::influence_lines).
    pub influence: Vec<TrainLine>,
    /// Stiffness and the methods by hand, where the sheet says how stiff anything is.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub stiff: Option<PageStiff>,
    /// Everything that has a limit, ranked: only where that was wanted, see [`page_judgement`].
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub judgement: Option<PageJudgement>,
    /// The answers to what was asked.
    pub asked: Vec<AskedLine>,
    /// The things that could be asked; none when there are too many to choose from.
    pub askable: Vec<Askable>,
    /// `Checked: relative residual 2·10⁻¹⁶`; null where nothing was worked.
    pub closes: Option<String>,
    /// The usual caution.
    pub caution: String,
    /// By which engine, under it all: `Helvek, engine 2`.
    pub engine: String,
}

impl Page {
    /// Words everything of a solution.
    pub fn of(solved: &Solved) -> Self {
        Self::full(solved, &answers::findings(solved))
    }

    /// The same, from what has been found already.
    pub fn full(solved: &Solved, found: &Findings) -> Self {
        let mut page = Self {
            next: next(solved),
            table: table(solved, found),
            inside: inside_lines(solved),
            ranges: ranges(solved),
            trains: trains(solved),
            stiff: page_stiff(solved),
            ..Self::with(solved, found)
        };
        page.judge(solved);
        page
    }

    /// Judges what has limits, and says what governs: its headline and its page.
    pub fn judge(&mut self, statics: &Statics) -> Option<Judgement> {
        let judgement = self.judge_shortly(statics)?;
        self.judgement = Some(page_judgement(statics, &judgement, Checks(statics).with_trains()));
        Some(judgement)
    }

    /// Only its headline.
    pub fn judge_shortly(&mut self, statics: &Statics) -> Option<Judgement> {
        let judgement = Checks(statics).judged()?;
        self.headlines.size = Some(judged_headline(statics, &judgement));
        Some(judgement)
    }

    /// Words a solution with its working, without what is looked at by itself: which joint can be [`next`], the [`table`] of bars, [`inside_lines`], [`ranges`] and [`trains`].
    pub fn with(solved: &Solved, found: &Findings) -> Self {
        let wording = Wording::of(solved, found);
        let mut page = Self::brief(solved, found);
        let [work, check] = wording.worked();
        let checked = !solved.working.steps.is_empty() || solved.elastic().is_some();
        page.closes = checked.then(|| format!("Checked: {check}"));
        let head = wording.head(&page.asked);
        page.chapters = worked(&wording, page.chapters, page.closes.as_deref());
        page.chapters.insert(0, head);
        let headlines = &mut page.headlines;
        (headlines.work, headlines.check) = (Some(work), Some(check));
        page
    }

    /// Words what statics come to, without a working.
    pub fn brief(statics: &Statics, found: &Findings) -> Self {
        let words = Words::of(statics, found);
        let caution = match (found.stresses.is_empty(), statics.elastic()) {
            (false, _) => crate::STRESS_CAUTION,
            (true, Some(_)) => crate::STIFF_CAUTION,
            (true, None) => crate::CAUTION,
        };
        Self {
            verdict: words.verdict(),
            chapters: told(statics, found, &words),
            next: Vec::new(),
            choice: None,
            table: Vec::new(),
            inside: Vec::new(),
            ranges: Vec::new(),
            trains: Vec::new(),
            influence: Vec::new(),
            stiff: None,
            judgement: None,
            asked: words.asked(),
            askable: words.askable(),
            headlines: words.headlines(),
            closes: None,
            caution: caution.into(),
            engine: format!("Helvek, engine {ENGINE}"),
        }
    }
}

/// The chapters that need no working.
fn told(statics: &Statics, found: &Findings, words: &Words<'_>) -> Vec<Chapter> {
    // That something slides stands in the verdict already.
    let slides = |name| name == WarningName::Friction && found.status == StatusWord::Slides;
    let warnings = found.warnings.iter().filter(|w| !slides(w.name)).map(|w| w.message.clone());
    let chapters = [
        Chapter::of_items(Part::Units, "Units", conversions(statics)),
        Chapter::of_items(Part::Limits, "Limits", words.limits()),
        Chapter::of_items(Part::Warnings, "Warnings", warnings),
    ];
    chapters.into_iter().filter(|chapter| !chapter.blocks.is_empty()).collect()
}

/// The same with the working, where it belongs, and how well it closes.
fn worked(wording: &Wording<'_>, told: Vec<Chapter>, closes: Option<&str>) -> Vec<Chapter> {
    let solved = wording.solved;
    let (mut chapters, mut last): (Vec<_>, Vec<_>) =
        told.into_iter().partition(|chapter| chapter.part == Part::Units);
    chapters.push(Chapter::of_items(Part::Inspection, "By inspection", wording.remarks()));
    let mut met = HashSet::new();
    chapters.extend(solved.working.steps.iter().enumerate().map(|(i, step)| {
        spend(20 + 10 * step.lines.iter().map(|line| line.terms.len()).sum::<usize>());
        wording.step(i + 1, step, &mut met)
    }));
    chapters.push(wording.stability(&mut met));
    chapters.extend(wording.cuts());
    let checks = solved.working.checks.iter().flat_map(|check| wording.check(check, &mut met)).collect();
    let title = "Checks".to_owned();
    chapters.push(Chapter { part: Part::Checks, title, blocks: checks });
    let unreached = answers::unreached(solved).map(|warning| warning.message);
    let unreached = Chapter::of_items(Part::Warnings, "Warnings", unreached);
    match last.iter_mut().find(|chapter| chapter.part == Part::Warnings) {
        Some(warnings) => warnings.blocks.extend(unreached.blocks),
        None => last.push(unreached),
    }
    let closes = closes.map(|closes| format!("{closes}; by {}.", wording.routes().join(", ")));
    last.push(Chapter::of_items(Part::Closing, "", closes));
    chapters.extend(last);
    chapters.retain(|chapter| !chapter.blocks.is_empty());
    chapters
}

/// The internal forces of every stretch.
pub fn inside_lines(statics: &Statics) -> Vec<InsideLine> {
    Numbers { statics }.inside()
}

/// The least and the greatest of each value over the combinations.
pub fn ranges(statics: &Statics) -> Vec<RangeLine> {
    Numbers { statics }.ranges(statics.states())
}

/// Every train of forces, wherever it stands.
pub fn trains(statics: &Statics) -> Vec<PageTrain> {
    Numbers { statics }.trains()
}

/// A row for each bar, in the order of the sheet.
pub fn table(solved: &Solved, found: &Findings) -> Vec<TableRow> {
    Wording::of(solved, found).table()
}

/// More joints than this are not looked through one by one.
const MOST_JOINTS: usize = 120;

/// The joints that can be solved next after each step, and why. None where there are too many to look through.
pub fn next(solved: &Solved) -> Vec<NextLine> {
    let model = &solved.model;
    if model.spatial()
        || model.bars.is_empty()
        || model.pins.len() > MOST_JOINTS
        || solved.working.steps.is_empty()
    {
        return Vec::new();
    }
    let line = |ready: Ready| match solved.equilibrium.parts[ready.joint.index()].of {
        PartOf::Pin(pin) => Some(NextLine {
            of: Kind::Point.id(model.point_name(model.pins[pin.index()].at)),
            after: ready.after,
            can: ready.yields.can(),
            done: ready.yields == Yields::Nothing,
            says: solved.readiness_words(&ready),
        }),
        _ => None,
    };
    solved.readiness().into_iter().filter_map(line).collect()
}

fn conversions(statics: &Statics) -> Vec<String> {
    let digits = statics.model.conventions.figures;
    let line = |c: &helvek_core::model::Conversion| {
        format!("{}: {} = {} {}", c.of, c.written, figures::plain(c.value, digits), c.unit)
    };
    statics.model.conversions.iter().map(line).collect()
}
