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
mod warnings;
pub mod words;

pub use advantage::AdvantageAnswer;
pub use combinations::{
    Bounds, CombinationAnswer, EnvelopeAnswer, EnvelopeDiagram, ForceOf, GovernedAnswer, RangeAnswer,
};
pub use inside::{DiagramAnswer, ExtremeAnswer, InternalAnswer, PieceAnswer};
pub use judgement::{
    CheckedAnswer, JudgementAnswer, LimitSource, PinAnswer, PlaceAnswer, PlateAnswer, RequiredAnswer,
    UncheckedAnswer,
};
pub use limits::{GovernsAnswer, LimitAnswer, ReserveAnswer};
pub use moving::{
    LinePieceAnswer, MostAnswer, MovingAnswer, MovingBounds, MovingDiagram, MovingForce, StandAnswer,
};
pub use recognised::Fact;
pub use solid::{DiagramSpaceAnswer, InternalSpaceAnswer, LargestAnswer, SixAnswer};
pub use stiffness::{
    DeflectionAnswer, DeflectionPiece, DisplacementAnswer, RefusalAnswer, RefusalName, SagAnswer,
    StiffnessAnswer,
};
pub use strength::{SectionAnswer, StressAnswer, StressExtreme};
pub use warnings::WarningName;

use helvek_checks::Checks;
use helvek_sheet::units::UnitSymbols;
use helvek_statics::plan::{DropsOut, ZeroRule};
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

/// Something that is not wrong but should be looked at.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct Warning {
    /// The sort of warning.
    pub name: WarningName,
    /// For people.
    pub message: String,
    /// The things concerned.
    pub about: Vec<String>,
}

/// The force and moment of a support on its body. A component that neither equilibrium nor stiffness fixes is null.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Reaction {
    /// The support's name.
    pub support: String,
    /// Its point.
    pub at: String,
    /// Its body.
    pub on: String,
    /// `[x, y]`, in space `[x, y, z]`
    pub force: Vec<Option<f64>>,
    /// Counter-clockwise positive; in space about x, y and z.
    pub moment: Moment,
    /// True when equilibrium fixes all of it.
    pub determined: bool,
}

/// A couple: one number in the plane, three in space. What is not fixed is null.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Moment {
    /// In the plane, counter-clockwise positive.
    Plane(Option<f64>),
    /// In space, right-handed about x, y and z.
    Space([Option<f64>; 3]),
}

impl Moment {
    /// Of a plane sheet: counter-clockwise positive, when it is fixed; of one of space its part about z.
    pub fn about_z(self) -> Option<f64> {
        match self {
            Self::Plane(moment) => moment,
            Self::Space(moment) => moment[2],
        }
    }
}

/// The force and moment of a joint on one of its bodies.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct JointForce {
    /// The joint's name.
    pub joint: String,
    /// Its point.
    pub at: String,
    /// The body.
    pub on: String,
    /// `[x, y]`, in space `[x, y, z]`
    pub force: Vec<Option<f64>>,
    /// Counter-clockwise positive; in space about x, y and z.
    pub moment: Moment,
    /// True when equilibrium fixes all of it.
    pub determined: bool,
}

/// The force in a bar.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct BarForce {
    /// Tension positive; null when neither equilibrium nor stiffness fixes it.
    pub force: Option<f64>,
    /// In a word; null when equilibrium does not fix it.
    pub sense: Option<Sense>,
    /// True when equilibrium fixes it.
    pub determined: bool,
    /// From joint to joint.
    pub length: f64,
    /// The force over the limit on its side; null where that is not limited.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub utilisation: Option<f64>,
}

/// The sense of the axial force in a bar.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Sense {
    /// It is pulled.
    Tension,
    /// It is pushed.
    Compression,
    /// Nothing, under these loads.
    Zero,
}

impl Sense {
    /// Of a force, tension positive.
    pub fn of(force: f64) -> Self {
        match force {
            f if f > 0.0 => Self::Tension,
            f if f < 0.0 => Self::Compression,
            _ => Self::Zero,
        }
    }
}

/// Something a trained eye sees.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Recognised {
    /// The sort of fact.
    pub name: Fact,
    /// The things concerned.
    pub about: Vec<String>,
    /// The point where the lines of three forces meet.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at: Option<[f64; 2]>,
}

/// The friction that a rough contact needs: tangential force over normal force, beside what is available.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Friction {
    /// The support's or joint's name.
    pub of: String,
    /// The size of the force across the normal.
    pub across: f64,
    /// The normal force, positive where it presses.
    pub normal: f64,
    /// The coefficient that is needed; null when nothing presses.
    pub needed: Option<f64>,
    /// The coefficient that was given.
    pub available: Option<f64>,
    /// Available over needed coefficient, no unit; null when none is needed or given.
    pub factor: Option<f64>,
    /// True when it holds; null when no coefficient was given.
    pub holds: Option<bool>,
}

/// The way to keep a model from tipping, lifting or sliding.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Tips {
    /// The one-way parts that let go, and how strongly they would have to be held.
    pub holds: Vec<HoldDown>,
    /// A weight that would do instead.
    pub ballast: Option<Ballast>,
}

/// A part that would have to be held.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct HoldDown {
    /// The part's name.
    pub part: String,
    /// The force, in its line.
    pub force: f64,
}

/// A weight at a named point.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Ballast {
    /// The point's name.
    pub at: String,
    /// Its size, acting down.
    pub weight: f64,
}

/// An equation put to the test.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CheckAnswer {
    /// `moments about C, bench`
    pub name: String,
    /// The remainder; 0 when it is noise.
    pub residual: f64,
    /// The residual over the sizes of its terms.
    pub relative: f64,
    /// True when it closes.
    pub ok: bool,
}

/// One step of the working.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StepAnswer {
    /// The pieces of the free body.
    pub free_body: Vec<String>,
    /// `moments about A`
    pub equation: String,
    /// `B_y`
    pub unknown: String,
    /// Along the assumed sense; negative when the assumption was wrong.
    pub value: f64,
    /// The reason for this equation.
    pub reason: ReasonAnswer,
    /// Further equations of a simultaneous set.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub together: Vec<TogetherAnswer>,
}

/// An equation that has to be solved together with that of its step.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct TogetherAnswer {
    /// The pieces of the free body.
    pub free_body: Vec<String>,
    /// `moments about A`
    pub equation: String,
    /// `B_y`
    pub unknown: String,
    /// Along the assumed sense.
    pub value: f64,
}

/// The sort of a free body.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum FreeBodyIs {
    /// There is no other.
    Only,
    /// The only one, or the first, on which so little is unknown.
    Single,
    /// Everything together.
    Whole,
    /// One side of a section.
    Section,
    /// Several parts together.
    Group,
}

/// The reason for an equation.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct ReasonAnswer {
    /// Unknowns that it does not contain.
    pub dropped: Vec<String>,
    /// The way in which each of them drops out, in the same order.
    pub how: Vec<DropsOut>,
    /// Unknowns that it contains and that were found before.
    pub found_before: Vec<String>,
    /// The sort of the free body.
    pub body: FreeBodyIs,
    /// The rule that shows a zero member at sight.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub rule: Option<ZeroRule>,
    /// The member of a collinear pair that carries the same.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub same_as: Option<String>,
}

/// A motion of the model, to first order. Its size means nothing.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct FreeMotion {
    /// One entry per body, pin, wheel or hanging mass.
    pub bodies: Vec<BodyMotionAnswer>,
    /// Changes that would hold it; each was tried.
    pub cures: Vec<CureAnswer>,
}

/// A rigid motion: the point `about` moves by `translation` while the body turns by `rotation`.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct BodyMotionAnswer {
    /// The body's name.
    pub body: String,
    /// `[x, y]`, in space `[x, y, z]`
    pub about: Vec<f64>,
    /// `[x, y]`, in space `[x, y, z]`
    pub translation: Vec<f64>,
    /// Radians, counter-clockwise; in space about z, see `turn`.
    pub rotation: f64,
    /// The point of the plane that stays where it is, when it turns.
    pub centre: Option<[f64; 2]>,
    /// In space: the turn about x, y and z, radians.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub turn: Option<[f64; 3]>,
    /// In space: the axis about which it turns while it moves along it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub screw: Option<ScrewAnswer>,
}

/// An axis about which something turns while it moves along it.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct ScrewAnswer {
    /// A point of the axis.
    pub through: [f64; 3],
    /// Its unit direction; the turn is right-handed about it.
    pub axis: [f64; 3],
    /// Distance along the axis per radian; 0 for a mere turn.
    pub pitch: f64,
}

/// A change that would hold the model.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CureAnswer {
    /// All of them together.
    pub changes: Vec<Change>,
}

/// One change.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(tag = "action", rename_all = "kebab-case")]
pub enum Change {
    /// Make a support another kind.
    ChangeSupport {
        /// The support's name.
        support: String,
        /// The new kind.
        to: &'static str,
        /// True when it may only push.
        one_way: bool,
        /// Of a bearing: whether it exerts couples.
        #[serde(skip_serializing_if = "Option::is_none")]
        couples: Option<bool>,
    },
    /// Add a support.
    AddSupport {
        /// The point's name.
        at: String,
        /// The body, or `pin`.
        on: String,
        /// Its kind.
        kind: &'static str,
        /// Of a roller.
        normal: Option<Vec<f64>>,
    },
    /// Add a bar.
    AddBar {
        /// Its ends.
        ends: [String; 2],
    },
    /// Make a pin rigid.
    WeldJoint {
        /// The joint's name.
        joint: String,
    },
    /// Make a cable or a strut a bar.
    StiffenBar {
        /// The bar's name.
        bar: String,
    },
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
pub const ENGINE: u32 = 4;

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
