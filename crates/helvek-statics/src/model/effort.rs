//! Efforts that are set against each other: a grip over a hand, a hoisted load over a pull.

use super::resolve::Builder;
use super::{Amount, Asked, BarId, JointId, LoadId, LoadKind, RopeId, SoughtId};
use helvek_sheet::problem::ProblemKind;

/// Something with a size.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Effort {
    /// A load of known size.
    Load(LoadId),
    /// A sought size.
    Sought(SoughtId),
    /// The force of a joint, all of it together.
    Joint(JointId),
    /// The force in a bar.
    Bar(BarId),
    /// The tension of a rope.
    Rope(RopeId),
}

impl Effort {
    /// The things that have to be found before it is known.
    pub(super) fn asked(self) -> Option<Asked> {
        match self {
            Self::Load(_) => None,
            Self::Sought(id) => Some(Asked::Sought(id)),
            Self::Joint(id) => Some(Asked::Joint(id)),
            Self::Bar(id) => Some(Asked::Bar(id)),
            Self::Rope(id) => Some(Asked::Rope(id)),
        }
    }
}

impl Builder {
    /// Two efforts by their names; both forces, or both couples.
    pub(super) fn advantage(&mut self, of: &str, over: &str, path: &str) -> Option<(Effort, Effort)> {
        let (first, second) =
            (self.effort(of, &format!("{path}.of")), self.effort(over, &format!("{path}.over")));
        let (first, second) = (first?, second?);
        if first == second {
            self.sense(
                path,
                format!("{of} over itself is 1."),
                "Set two different things against each other.",
            );
            return None;
        }
        if self.turns(first) != self.turns(second) {
            let message = format!("{of} and {over} are a force and a couple: their ratio is a length.");
            self.sense(path, message, "Set two forces, or two couples, against each other.");
            return None;
        }
        Some((first, second))
    }

    /// Sought symbols first, then loads, joints, bars and ropes.
    fn effort(&mut self, name: &str, path: &str) -> Option<Effort> {
        let model = &self.model;
        let symbol = name.trim_start_matches('?');
        let sought = model.sought.iter().position(|s| s.name == symbol).map(|i| Effort::Sought(SoughtId(i)));
        let load =
            || model.loading.loads.iter().position(|l| l.name == name).map(|i| Effort::Load(LoadId(i)));
        let joint = || model.joints.iter().position(|j| j.name == name).map(|i| Effort::Joint(JointId(i)));
        let bar = || model.bars.iter().position(|b| b.name == name).map(|i| Effort::Bar(BarId(i)));
        let rope = || model.ropes.iter().position(|r| r.name == name).map(|i| Effort::Rope(RopeId(i)));
        let found = sought.or_else(load).or_else(joint).or_else(bar).or_else(rope);
        match found {
            // A load whose size is sought is that size.
            Some(Effort::Load(id)) => Some(match model.loading.load(id).kind.amounts().first() {
                Some(Amount::Sought(sought)) => Effort::Sought(*sought),
                _ => Effort::Load(id),
            }),
            Some(effort) => Some(effort),
            None => {
                let message = format!("There is no load, joint, bar or rope \"{name}\".");
                self.problem(ProblemKind::Name, path, message, "Name one, or a sought symbol.");
                None
            }
        }
    }

    /// True of a couple.
    fn turns(&self, effort: Effort) -> bool {
        match effort {
            Effort::Load(id) => matches!(self.model.loading.load(id).kind, LoadKind::Couple { .. }),
            Effort::Sought(id) => self.model.sought[id.index()].of == super::SoughtOf::Couple,
            Effort::Joint(_) | Effort::Bar(_) | Effort::Rope(_) => false,
        }
    }
}
