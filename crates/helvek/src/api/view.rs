//! The view of the bench, in questions and replies alike: only what it looks at is computed.

use helvek_core::id::Id;
use helvek_core::internal_forces::Side;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

/// A stop of the work, with what is looked at there.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, JsonSchema)]
#[serde(tag = "at", rename_all = "lowercase")]
pub(crate) enum View {
    /// Everything, for programs: the answers as numbers, the page in full.
    #[default]
    Everything,
    /// The drawing, with the working beside it.
    Idealise,
    /// The unknowns.
    Free(TakenApart),
    /// The working step by step, with its free bodies and which joint can be next.
    Work(TakenApart),
    /// The proof, and the table of bars.
    Check(TakenApart),
    /// The table of bars.
    Table,
    /// Stiffness, the methods by hand, and the deflected shape.
    Stiff,
    /// N, V and M along the members; in space all six.
    Inside(Within),
    /// Everything that has a limit, ranked, and pins among their plates.
    Size,
}

impl View {
    /// True when the working belongs to it.
    pub(super) fn works(&self) -> bool {
        !matches!(self, Self::Stiff | Self::Inside(_) | Self::Size)
    }

    /// The way the structure is taken apart, where it can be.
    pub(super) fn apart(&self) -> Option<&TakenApart> {
        match self {
            Self::Free(apart) | Self::Work(apart) | Self::Check(apart) => Some(apart),
            _ => None,
        }
    }
}

/// The way the structure is taken apart.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, JsonSchema)]
#[serde(default)]
pub(crate) struct TakenApart {
    /// It is taken apart.
    pub(crate) apart: bool,
    /// A free body of one's own choice, of which the equations are wanted.
    pub(crate) choice: Option<Chosen>,
}

/// A free body of one's own choice.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
pub(crate) struct Chosen {
    /// The ids of its pieces.
    pub(crate) pieces: Vec<Id>,
    /// After so many steps of the working.
    pub(crate) after: usize,
}

/// The view inside the members.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, JsonSchema)]
#[serde(default)]
pub(crate) struct Within {
    /// Under which loads.
    pub(crate) loads: Loads,
    /// A body is cut through.
    pub(crate) cut: Option<CutWanted>,
}

/// The loads that act.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, JsonSchema)]
#[serde(tag = "of", rename_all = "lowercase")]
pub(crate) enum Loads {
    /// Those that are drawn.
    #[default]
    Drawn,
    /// A combination of load cases.
    Combination {
        /// Its name.
        name: String,
    },
    /// All combinations together: the least and the greatest of each place.
    Envelope,
    /// A train of forces, wherever it stands or in one place.
    Train(TrainWanted),
}

/// A train of forces, wherever it stands or in one place.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
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

/// The place where a train stands.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
pub(crate) struct StandWanted {
    /// The place of its leading force from the beginning of the path, in the sheet's unit.
    pub(crate) lead: f64,
    /// It heads to the end of its path, else to its beginning.
    pub(crate) on: bool,
}

/// A place at which a body is cut through.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
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
