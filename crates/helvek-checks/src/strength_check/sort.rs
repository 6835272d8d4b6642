//! What is checked, without of what: the fixed names under which answers tell it.

use super::Subject;
use schemars::JsonSchema;
use serde::Serialize;

/// The sort of a check, or of what ends the growth of loads.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CheckSort {
    /// The force of a bar that is pulled.
    Tension,
    /// The force of a bar that is pushed.
    Compression,
    /// The normal stress of a bar or along a body.
    Stress,
    /// The normal stress beside the hole of a pin.
    NetSection,
    /// A bar that is pushed, against its critical load.
    Buckling,
    /// The shear stress along a body.
    Shear,
    /// The shear stress of a twisted body.
    Torsion,
    /// The sag of a span.
    Sag,
    /// The force of a support.
    Reaction,
    /// The force of a joint.
    Joint,
    /// The shear stress of a pin.
    PinShear,
    /// The bearing stress of a plate on a pin.
    Bearing,
    /// The shear stress of what a pin would tear out.
    TearOut,
    /// No check: a one-way part lets go.
    LetsGo,
}

impl CheckSort {
    /// Its fixed name.
    pub fn word(self) -> &'static str {
        match self {
            Self::Tension => "tension",
            Self::Compression => "compression",
            Self::Stress => "stress",
            Self::NetSection => "net-section",
            Self::Buckling => "buckling",
            Self::Shear => "shear",
            Self::Torsion => "torsion",
            Self::Sag => "sag",
            Self::Reaction => "reaction",
            Self::Joint => "joint",
            Self::PinShear => "pin-shear",
            Self::Bearing => "bearing",
            Self::TearOut => "tear-out",
            Self::LetsGo => "lets-go",
        }
    }
}

impl Subject {
    /// Its sort.
    pub fn sort(self) -> CheckSort {
        match self {
            Self::Tension(_) => CheckSort::Tension,
            Self::Compression(_) => CheckSort::Compression,
            Self::BarStress(_) | Self::Normal(_) => CheckSort::Stress,
            Self::Net { .. } | Self::BarNet { .. } => CheckSort::NetSection,
            Self::Buckling(_) => CheckSort::Buckling,
            Self::Shear(_) => CheckSort::Shear,
            Self::Torsion(_) => CheckSort::Torsion,
            Self::Sag { .. } => CheckSort::Sag,
            Self::Reaction(_) => CheckSort::Reaction,
            Self::Joint(_) => CheckSort::Joint,
            Self::PinShear { .. } => CheckSort::PinShear,
            Self::Bearing { .. } => CheckSort::Bearing,
            Self::TearOut { .. } => CheckSort::TearOut,
        }
    }
}
