//! The checks that were left out, a sentence for each reason, with the cure.

use super::Judging;
use helvek_core::strength_check::{SkipReason, Unchecked};

/// More names than this are counted.
const MOST_NAMES: usize = 6;

impl Judging<'_> {
    pub(super) fn unchecked(&self) -> Vec<String> {
        self.judgement.unchecked.iter().map(sentence).collect()
    }
}

fn sentence(entry: &Unchecked) -> String {
    let names = if entry.of.len() > MOST_NAMES {
        format!("{} and {} more", entry.of[..MOST_NAMES].join(", "), entry.of.len() - MOST_NAMES)
    } else {
        entry.of.join(", ")
    };
    let why = match entry.why {
        SkipReason::NoLimit => {
            "no limit, and no section with a material. Say what it carries, or give it both."
        }
        SkipReason::NoSection => "no section, so no stresses. Give it one.",
        SkipReason::NoStrength => "no material with a yield stress, and no limit on stress. Give it either.",
        SkipReason::NoShear => {
            "shear not compared: its material has no shear strength, and no limit on shear is stated."
        }
        SkipReason::NoDiagram => "N, V and M are not known along it.",
        SkipReason::Buckling => {
            "it is pressed somewhere: a body of its own shape is not checked for buckling."
        }
        SkipReason::Lateral => {
            "lateral buckling not looked at: nothing says that its pressed side is held sideways."
        }
        SkipReason::NotRound => "twisted, but not round: T·r/J does not hold.",
        SkipReason::Together => {
            "bending and torsion are looked at apart, and not as an equivalent stress of both."
        }
        SkipReason::NoPlates => "a pin of which the plates are not listed.",
        SkipReason::NoPinStrength => "the pin has no material with a shear strength. Name one.",
        SkipReason::NoBearing => "its material has no bearing strength. Name one.",
        SkipReason::NoEdge => {
            "tear-out not looked at: the distance to its edge, or its shear strength, is not given."
        }
        SkipReason::LeftOver => "something acts on the pin of which no plate is listed.",
        SkipReason::NoSize => "no diameter, and none that would do.",
        SkipReason::NoReaction => "no limit on its force is stated.",
        SkipReason::NoShape => {
            "a limit on its sag, but how far it goes is not known. Give it an EI with its unit, or a section and a material."
        }
        SkipReason::NotFixed => "equilibrium alone does not fix it.",
        SkipReason::Moving => {
            "a train of forces whose stands are too many, or whose effects do not add up: it is looked at inside, and not judged."
        }
    };
    format!("{names}: {why}")
}
