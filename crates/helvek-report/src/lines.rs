//! The lines of a page: what is said of each thing, in parts that can be pointed at.

use crate::formula::{Formula, Symbol};
use helvek_core::answers::{Sense, StatusWord};
use helvek_core::id::Id;
use helvek_core::sheet::Find;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use std::fmt;

/// The verdict in words.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct VerdictWords {
    /// The outcome.
    pub word: StatusWord,
    /// The outcome as a title: `Stable and statically determinate`.
    pub title: String,
    /// More about it; empty where there is no more to say.
    pub sentence: String,
    /// The count of equations and unknowns.
    pub count: String,
    /// The cures that would hold it, in the order of the answers' cures.
    pub cures: Vec<String>,
}

/// The result of each stop of the work in a few words.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Headlines {
    /// The parts that were modelled.
    pub idealise: String,
    /// The unknowns and equations that were counted.
    pub free: String,
    /// The number of steps; null where the working was not looked at.
    pub work: Option<String>,
    /// The largest relative residual; null where the working was not looked at.
    pub check: Option<String>,
    /// The numbers of bars that pull and that push.
    pub table: String,
    /// The largest moment.
    pub inside: String,
    /// The degree of redundancy, and whether stiffness finds them; empty where stiffness says nothing.
    pub stiff: String,
    /// The limit that governs; null where limits were not looked at.
    pub size: Option<String>,
}

/// The axis of a moment sum in space, in sheet units.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct AxisMark {
    /// One of its points.
    pub through: [f64; 3],
    /// Its unit direction: moments are right-handed about it.
    pub along: [f64; 3],
}

/// A lever arm in space, in sheet units: from the axis to the foot on the line of action, square to both.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SpaceArm {
    /// On the axis.
    pub centre: [f64; 3],
    /// On the line of action.
    pub foot: [f64; 3],
    /// The point where the force is applied.
    pub at: [f64; 3],
    /// Its length with its unit.
    pub text: String,
}

/// A bar in the table.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct TableRow {
    /// Its mark.
    pub of: Id,
    /// Its name.
    pub name: String,
    /// From joint to joint, in the sheet's unit.
    pub length: f64,
    /// With its unit.
    pub length_text: String,
    /// Tension positive; null when it is not known.
    pub force: Option<f64>,
    /// Its magnitude with its unit, or why there is none.
    pub force_text: String,
    /// Pulled, pushed or neither; null when it is not known.
    pub sense: Option<Sense>,
    /// The force over the limit on its side.
    pub used: Option<f64>,
    /// In per cent.
    pub used_text: Option<String>,
    /// The greatest factor of the growing loads that this bar allows.
    pub reserve: Option<f64>,
    /// With its sign of multiplication.
    pub reserve_text: Option<String>,
    /// The rule by which it carries nothing, where that is seen at sight.
    pub rule: Option<String>,
}

/// The joints that can be solved next, from some step on.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct NextLine {
    /// The mark of its point.
    pub of: Id,
    /// From when so many steps are done, until its next line.
    pub after: usize,
    /// It can be solved next.
    pub can: bool,
    /// All its unknowns are known.
    pub done: bool,
    /// The reason it can be next, or cannot.
    pub says: String,
}

/// One term of an equation.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageTerm {
    /// The mark on the drawing it stands for; null where nothing does.
    pub of: Option<Id>,
    /// It is taken off.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    #[schemars(default)]
    pub less: bool,
    /// Its factors.
    pub formula: Formula,
    /// Its size and arm in symbols, without the sign.
    pub symbols: Formula,
    /// In words, for a pointer resting on it and for reading aloud.
    pub says: String,
    /// Its lever arm.
    pub arm: Option<ArmMark>,
    /// The same in space.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub space_arm: Option<SpaceArm>,
}

/// A lever arm in sheet units: from the centre to the foot, at a right angle to the line of action through `at`.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct ArmMark {
    /// The moment centre.
    pub centre: [f64; 2],
    /// The point where it meets the line of action.
    pub foot: [f64; 2],
    /// The point where the force is applied.
    pub at: [f64; 2],
    /// Its length with its unit.
    pub text: String,
}

/// A value of an answer.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
pub struct AskedPart {
    /// The symbol of a component, or the word `resultant`; null where there is only one value.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub symbol: Option<Symbol>,
    /// Its value with unit and direction.
    pub says: String,
}

impl From<String> for AskedPart {
    fn from(says: String) -> Self {
        Self { symbol: None, says }
    }
}

impl fmt::Display for AskedPart {
    /// `A_x 0.559 kN ←`
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        if let Some(symbol) = &self.symbol {
            write!(f, "{} ", Formula::from(symbol.clone()))?;
        }
        f.write_str(&self.says)
    }
}

/// One thing asked.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
pub struct AskedLine {
    /// The mark of what was asked, `support:A`, `bar:D-C`; of how far loads may grow, of what governs. Null where nothing does.
    pub of: Option<Id>,
    /// The subject of the answer.
    #[serde(default)]
    #[schemars(default)]
    pub about: About,
    /// `reaction at A on bench`
    pub label: String,
    /// Its values: the components of a force, then their resultant.
    pub parts: Vec<AskedPart>,
    /// The place of the value that stands for all of them.
    #[serde(default)]
    pub short: usize,
    /// True when it is answered.
    pub answered: bool,
}

/// One thing that could be asked.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Askable {
    /// As the sheet writes it.
    pub find: Find,
    /// Its mark, as of what is asked.
    pub of: Id,
    /// As of what is asked.
    pub label: String,
}

impl AskedLine {
    /// Its values one behind the other.
    pub fn text(&self) -> String {
        self.parts.iter().map(AskedPart::to_string).collect::<Vec<_>>().join(", ")
    }
}

/// The subject of an answer: the reasons for which answers change are told by it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum About {
    /// The outcome.
    Verdict,
    /// A force or a couple.
    #[default]
    Force,
    /// N, V and M, and stresses, along a member.
    Inside,
    /// The least and the greatest over combinations.
    Range,
    /// The least and the greatest under a train.
    Train,
    /// The growth of loads.
    Growth,
    /// A limit and what keeps to it.
    Limits,
}
