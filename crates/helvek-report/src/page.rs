//! The working as a page: the fragments a screen ties to its drawing, a text strings together, a document typesets.

pub use crate::lines::{
    ArmMark, Askable, AskedLine, AxisMark, Headlines, MatrixRow, NextLine, PageCheck, PageLine, PageMatrix,
    PageResult, PageStep, PageTerm, SpaceArm, TableRow, VectorRow, VerdictWords,
};

use crate::RangeLine;
use crate::choice::PageChoice;
use crate::inside::InsideLine;
use crate::judge::{PageJudgement, judged_headline, page_judgement};
use crate::lines::About;
use crate::moving::{PageTrain, TrainLine};
use crate::numbers::{Numbers, Words};
use crate::step::Wording;
use crate::stiff::{PageStiff, page_stiff};
use helvek_core::Checks;
use helvek_core::ENGINE;
use helvek_core::answers;
use helvek_core::answers::{Findings, StatusWord, WarningName};
use helvek_core::budget::spend;
use helvek_core::equilibrium::PartOf;
use helvek_core::id::Kind;
use helvek_core::judge::Judgement;
use helvek_core::next::{Ready, Yields};
use helvek_core::solution::{Solved, Statics};
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
    /// Quantities that were written in other units, and what they became.
    pub conversions: Vec<String>,
    /// The steps.
    pub steps: Vec<PageStep>,
    /// Which joint can be solved next, and why: for each joint from some step on.
    pub next: Vec<NextLine>,
    /// What a trained eye sees before and beside the equations.
    pub remarks: Vec<String>,
    /// Equations that were not used, put to the test.
    pub checks: Vec<PageCheck>,
    /// The equations of a free body that someone chose: only where that was wanted, see [`choices`](crate::choice::choices).
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub choice: Option<PageChoice>,
    /// The bars with what they carry.
    pub table: Vec<TableRow>,
    /// What every stretch of every body carries inside.
    pub inside: Vec<InsideLine>,
    /// The least and the greatest over all combinations of load cases.
    pub ranges: Vec<RangeLine>,
    /// Trains of forces, wherever they stand.
    pub trains: Vec<PageTrain>,
    /// What a train does to N, V and M at a place, where that was wanted: see [`influence_lines`](crate::moving::influence_lines).
    pub influence: Vec<TrainLine>,
    /// What stiffness says, and the methods by hand, where the sheet says how stiff anything is.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub stiff: Option<PageStiff>,
    /// What has limits, ranked: only where that was wanted, see [`page_judgement`].
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub judgement: Option<PageJudgement>,
    /// How far loads may grow, and what governs.
    pub limits: Vec<String>,
    /// What was asked, with its answer.
    pub asked: Vec<AskedLine>,
    /// What could be asked; nothing when it would be too much to choose from.
    pub askable: Vec<Askable>,
    /// `the arithmetic closes to 2·10⁻¹⁶`; nothing when nothing was worked.
    pub closes: Option<String>,
    /// By which routes it was tested: `unused equations`, `the global solution` ...
    pub routes: Vec<&'static str>,
    /// Things worth a second look.
    pub warnings: Vec<String>,
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
        let mut told = HashSet::new();
        let steps = solved.working.steps.iter().enumerate();
        page.steps = steps
            .inspect(|(_, step)| {
                spend(20 + 10 * step.lines.iter().map(|line| line.terms.len()).sum::<usize>())
            })
            .map(|(i, step)| PageStep {
                met: wording.met(step, &mut told),
                matrix: wording.matrix(step),
                products: step.lines.iter().flat_map(|line| wording.products(line)).collect(),
                ..wording.step(i + 1, step)
            })
            .collect();
        page.remarks = wording.remarks();
        page.checks = solved.working.checks.iter().map(|check| wording.check(check)).collect();
        page.routes = wording.routes();
        page.warnings.extend(answers::unreached(solved).map(|warning| warning.message));
        let [work, check] = wording.worked();
        let checked = !solved.working.steps.is_empty() || solved.elastic().is_some();
        page.closes = checked.then(|| format!("the arithmetic {check}"));
        let headlines = &mut page.headlines;
        (headlines.work, headlines.check) = (Some(work), Some(check));
        page
    }

    /// Words what statics come to, without a working.
    pub fn brief(statics: &Statics, found: &Findings) -> Self {
        let words = Words::of(statics, found);
        Self {
            verdict: words.verdict(),
            conversions: conversions(statics),
            steps: Vec::new(),
            next: Vec::new(),
            remarks: Vec::new(),
            checks: Vec::new(),
            choice: None,
            table: Vec::new(),
            inside: Vec::new(),
            ranges: Vec::new(),
            trains: Vec::new(),
            influence: Vec::new(),
            stiff: None,
            judgement: None,
            limits: words.limits(),
            asked: words.asked(),
            askable: words.askable(),
            closes: None,
            routes: Vec::new(),
            headlines: words.headlines(),
            // That something slides stands in the verdict already.
            warnings: found
                .warnings
                .iter()
                .filter(|w| !(w.name == WarningName::Friction && found.status == StatusWord::Slides))
                .map(|w| w.message.clone())
                .collect(),
            caution: match (found.stresses.is_empty(), statics.elastic()) {
                (false, _) => crate::STRESS_CAUTION,
                (true, Some(_)) => crate::STIFF_CAUTION,
                (true, None) => crate::CAUTION,
            }
            .into(),
            engine: format!("Helvek, engine {ENGINE}"),
        }
    }
}

impl Page {
    /// Whether it is read what members carry inside: where that is asked at some place. Machines of many bodies would be long otherwise.
    pub fn looks_inside(&self) -> bool {
        let asked = self.asked.iter().any(|line| line.about == About::Inside);
        !self.inside.is_empty() && (asked || self.caution == crate::STRESS_CAUTION)
    }
}

/// What every stretch carries inside.
pub fn inside_lines(statics: &Statics) -> Vec<InsideLine> {
    Numbers { statics }.inside()
}

/// What the combinations come to at least and at most.
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

/// Which joint can be solved next after each step, and why. Nothing where there are too many to look through.
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
    let digits = statics.model.schools.figures;
    let line = |c: &helvek_core::model::Conversion| {
        format!("{}: {} = {} {}", c.of, c.written, figures::plain(c.value, digits), c.unit)
    };
    statics.model.conversions.iter().map(line).collect()
}
