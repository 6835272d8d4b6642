//! What is published of a solution, `helvek-answers/1`: numbers in the units of the sheet, with names and codes, right-handed whatever the
//! sheet's conventions.
//!
//! It computes nothing new. Sentences are made of it in the report, but for those that answers hold themselves ([`words`]).
//!
//! Tried: all sentences in the report. It is made of answers, so that these would have been half full until it had filled them.

mod advantage;
mod combinations;
mod forces;
mod inside;
mod judgement;
mod limits;
mod motion;
mod moving;
mod recognised;
mod solid;
mod steps;
mod stiffness;
mod strength;
mod tipping;
mod warnings;
pub mod words;

pub use advantage::AdvantageAnswer;
pub use combinations::{
    Bounds, CombinationAnswer, EnvelopeAnswer, EnvelopeDiagram, ForceOf, GovernedAnswer, RangeAnswer,
};
pub use forces::{BarForce, JointForce, Moment, Reaction, Sense};
pub use inside::{DiagramAnswer, ExtremeAnswer, InternalAnswer, PieceAnswer};
pub use judgement::{
    CheckedAnswer, JudgementAnswer, LimitSource, PinAnswer, PlaceAnswer, PlateAnswer, RequiredAnswer,
    UncheckedAnswer,
};
pub use limits::{GovernsAnswer, LimitAnswer, ReserveAnswer};
pub use motion::{BodyMotionAnswer, Change, CureAnswer, FreeMotion, ScrewAnswer};
pub use moving::{
    LinePieceAnswer, MostAnswer, MovingAnswer, MovingBounds, MovingDiagram, MovingForce, StandAnswer,
};
pub use recognised::{Fact, Recognised};
pub use solid::{DiagramSpaceAnswer, InternalSpaceAnswer, LargestAnswer, SixAnswer};
pub use steps::{CheckAnswer, FreeBodyIs, ReasonAnswer, StepAnswer, TogetherAnswer};
pub use stiffness::{
    DeflectionAnswer, DeflectionPiece, DisplacementAnswer, RefusalAnswer, RefusalName, SagAnswer,
    StiffnessAnswer,
};
pub use strength::{SectionAnswer, StressAnswer, StressExtreme};
pub use tipping::{Ballast, Friction, HoldDown, Tips};
pub use warnings::{Warning, WarningName};

use helvek_checks::Checks;
use helvek_sheet::units::UnitSymbols;
use helvek_statics::solution::{Solved, Statics};
use helvek_statics::verdict::Status;
use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Serialize;
use std::ops::Deref;

/// Everything that was found, as published. Later versions add fields and never change the meaning of one.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Answers {
    /// Always `helvek-answers/1`.
    pub format: &'static str,
    /// The number of the engine that found them: raised whenever answers change, see `docs/changes.md`.
    pub engine: u32,
    /// The units of every number here.
    pub units: UnitSymbols,
    /// The outcome.
    pub status: StatusWord,
    /// True when these loads can be balanced.
    pub equilibrium: bool,
    /// The number of unknowns beyond what equilibrium fixes, 0 or more.
    pub degree: usize,
    /// The number of independent free motions, 0 or more.
    pub mobility: usize,
    /// Equations and unknowns counted; rank decides, not the count.
    pub count: Count,
    /// Worth a second look, though not wrong.
    pub warnings: Vec<Warning>,
    /// One-way parts found out of contact.
    pub released: Vec<String>,
    /// The force and moment of each support on its body.
    pub reactions: Vec<Reaction>,
    /// The force and moment of each joint on each of its bodies.
    pub joints: Vec<JointForce>,
    /// Forces in bars, tension positive.
    pub bars: IndexMap<String, BarForce>,
    /// Loads that were sought; null where equilibrium does not fix them.
    pub loads: IndexMap<String, Option<f64>>,
    /// Tensions of ropes; null where equilibrium does not fix them.
    pub ropes: IndexMap<String, Option<f64>>,
    /// The needed friction of rough contacts.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub friction: Vec<Friction>,
    /// The way to keep it from tipping, when one-way parts let go.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub tips: Option<Tips>,
    /// Facts recognised before and beside the equations: links, members that carry nothing, symmetry ...
    pub recognised: Vec<Recognised>,
    /// Equations that the working did not use, and the agreement with the global solution.
    pub checks: Vec<CheckAnswer>,
    /// The factors to which loads may grow, for each such thing asked.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub limits: Vec<LimitAnswer>,
    /// One effort over another, where that is asked.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub advantages: Vec<AdvantageAnswer>,
    /// N, V and M at each place that is asked, in order.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub internal: Vec<InternalAnswer>,
    /// In space: the six at each place that is asked, in order.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub internal_space: Vec<InternalSpaceAnswer>,
    /// In space: the six along every straight stretch of every body.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub diagrams_space: Vec<DiagramSpaceAnswer>,
    /// N, V and M along every straight stretch of every body.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub diagrams: Vec<DiagramAnswer>,
    /// Each combination of load cases.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub combinations: Vec<CombinationAnswer>,
    /// The least and the greatest over them.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub envelope: Option<EnvelopeAnswer>,
    /// Each train of forces, wherever it stands.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub moving: Vec<MovingAnswer>,
    /// Properties of each section that a body has.
    #[serde(skip_serializing_if = "IndexMap::is_empty")]
    #[schemars(default)]
    pub sections: IndexMap<String, SectionAnswer>,
    /// The largest stresses along every straight stretch of a body with a section.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub stresses: Vec<StressAnswer>,
    /// The answers of stiffness, where the sheet says how stiff things are.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stiffness: Option<StiffnessAnswer>,
    /// The governing check, the reserve, and the parts that were not checked.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub judgement: Option<JudgementAnswer>,
    /// The steps in order.
    pub working: Vec<StepAnswer>,
    /// A free motion of the model, when it can move.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub free_motion: Option<FreeMotion>,
}

/// The outcome as a word.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum StatusWord {
    /// Held, and every unknown unique.
    Determinate,
    /// Can move, but these loads are balanced and every unknown is unique.
    Balanced,
    /// Some unknowns are not unique.
    Indeterminate,
    /// In equilibrium only with more friction than there is at some rough contact.
    Slides,
    /// No equilibrium under these loads.
    Unstable,
}

impl StatusWord {
    /// As it is written.
    pub fn word(self) -> &'static str {
        match self {
            Self::Determinate => "determinate",
            Self::Balanced => "balanced",
            Self::Indeterminate => "indeterminate",
            Self::Slides => "slides",
            Self::Unstable => "unstable",
        }
    }
}

impl From<Status> for StatusWord {
    fn from(status: Status) -> Self {
        match status {
            Status::Determinate => Self::Determinate,
            Status::Balanced => Self::Balanced,
            Status::Indeterminate => Self::Indeterminate,
            Status::Unstable => Self::Unstable,
        }
    }
}

/// The count of the traditional rule.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
pub struct Count {
    /// Independent equations of all bodies.
    pub equations: usize,
    /// Unknowns.
    pub unknowns: usize,
}

/// The findings that answers and words are both made of. Everything else that is published is made for programs only.
#[derive(Debug, Clone, PartialEq)]
pub struct Findings {
    /// The outcome.
    pub status: StatusWord,
    /// Worth a second look, though not wrong.
    pub warnings: Vec<Warning>,
    /// The force and moment of each support on its body.
    pub reactions: Vec<Reaction>,
    /// Forces in bars by their names, tension positive.
    pub bars: IndexMap<String, BarForce>,
    /// The needed friction of rough contacts.
    pub friction: Vec<Friction>,
    /// The way to keep it from tipping, when one-way parts let go.
    pub tips: Option<Tips>,
    /// The factors to which loads may grow, for each such thing asked.
    pub limits: Vec<LimitAnswer>,
    /// The largest stresses along every straight stretch of a body with a section.
    pub stresses: Vec<StressAnswer>,
    /// A free motion of the model, when it can move.
    pub free_motion: Option<FreeMotion>,
}

/// The number of the engine, from 1: raised whenever some sheet comes out otherwise than before, with the reason in `docs/changes.md`.
pub const ENGINE: u32 = 6;

/// A solution as it is published.
#[derive(Debug, Clone, Copy)]
pub struct Publisher<'a>(pub &'a Statics);

impl Deref for Publisher<'_> {
    type Target = Statics;

    fn deref(&self) -> &Statics {
        self.0
    }
}

/// A solution with its working as it is published.
struct Told<'a>(&'a Solved);

impl Deref for Told<'_> {
    type Target = Solved;

    fn deref(&self) -> &Solved {
        self.0
    }
}

/// The findings that answers and words are both made of.
pub fn findings(statics: &Statics) -> Findings {
    Publisher(statics).findings()
}

/// The answers of a solution.
pub fn answers(solved: &Solved) -> Answers {
    answers_from(solved, findings(solved))
}

/// The answers, from what has been found already.
pub fn answers_from(solved: &Solved, found: Findings) -> Answers {
    Told(solved).answers_from(found)
}

/// The unknowns without a step of their own, as a warning.
pub fn unreached(solved: &Solved) -> Option<Warning> {
    Told(solved).unreached()
}

impl Publisher<'_> {
    fn findings(&self) -> Findings {
        Findings {
            status: self.status(),
            warnings: self.warnings(),
            reactions: self.reactions(),
            bars: self.bar_forces(),
            friction: self.friction(),
            tips: self.tips(),
            limits: self.limit_answers(),
            stresses: self.stress_answers(),
            free_motion: self.free_motion(),
        }
    }
}

impl Told<'_> {
    fn answers_from(&self, found: Findings) -> Answers {
        let by = Publisher(self);
        let (verdict, states) = (&self.verdict, self.states());
        Answers {
            format: "helvek-answers/1",
            engine: ENGINE,
            units: self.model.units.symbols(),
            status: found.status,
            equilibrium: verdict.equilibrium,
            degree: verdict.degree,
            mobility: verdict.mobility,
            count: Count { equations: verdict.equations, unknowns: verdict.unknowns },
            warnings: found.warnings.into_iter().chain(self.unreached()).collect(),
            released: self.released_names(),
            reactions: found.reactions,
            joints: by.joint_forces(),
            bars: found.bars,
            loads: by.sought_loads(),
            ropes: by.rope_tensions(),
            friction: found.friction,
            tips: found.tips,
            recognised: self.recognised(),
            checks: self.check_answers(),
            limits: found.limits,
            advantages: by.advantages(),
            internal: by.internal_answers(),
            internal_space: by.internal_in_space(),
            diagrams_space: by.diagrams_in_space(),
            diagrams: by.diagram_answers(),
            combinations: Publisher::combination_answers(states),
            envelope: by.envelope_of(states),
            moving: by.moving_answers(),
            sections: by.section_answers(),
            stresses: found.stresses,
            stiffness: by.stiffness_answer(),
            judgement: by.judgement_answer(Checks(self).with_trains()),
            working: self.step_answers(),
            free_motion: found.free_motion,
        }
    }
}
