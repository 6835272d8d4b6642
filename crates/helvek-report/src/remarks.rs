//! Remarks on what is recognised, a sentence each.

use crate::step::Wording;
use helvek_core::model::LoadKind;
use helvek_core::recognition::{JointRule, Seen, Sense, common_sense, symmetry};
use helvek_core::units::figures;

impl Wording<'_> {
    /// Two-force bodies, zero-force members, symmetry, and what common sense says of the result.
    pub(crate) fn remarks(&self) -> Vec<String> {
        let (solved, model) = (self.solved, &self.solved.model);
        let body = |id: helvek_core::model::BodyId| &model.bodies[id.index()].name;
        let mut lines: Vec<String> = solved
            .equilibrium
            .links
            .iter()
            .map(|link| {
                let [a, b] = link.ends.map(|p| model.point_name(p));
                format!(
                    "{} is loaded at its two pins only: a two-force body, along the line {a}–{b}.",
                    body(link.body)
                )
            })
            .collect();
        lines.extend(self.own_weights());
        if !solved.verdict.equilibrium {
            return lines;
        }
        lines.extend(self.joints());
        if model.spatial() {
            return lines;
        }
        lines.extend(self.symmetric());
        lines.extend(common_sense(model).into_iter().map(|sense| self.sense(sense)));
        lines
    }

    /// The joints that took the own weight of bars.
    fn own_weights(&self) -> Vec<String> {
        let own = self.solved.model.loading.loads.iter().filter_map(|load| match &load.kind {
            LoadKind::Own { halves, .. } => Some((load, halves)),
            _ => None,
        });
        let force = &self.solved.model.units.force;
        own.map(|(load, halves)| {
            let sum: f64 = halves.iter().map(|(.., weight)| weight).sum();
            let sum = figures::rounded(force.from_si(sum), self.digits());
            format!(
                "{}: self-weight of the bars, {sum} {} in all, half of each bar's at each of its joints; members are not included.",
                load.name, force.symbol
            )
        })
        .collect()
    }

    /// Members that carry nothing, and pairs that carry the same, rule by rule.
    fn joints(&self) -> Vec<String> {
        /// More joints than these are not listed one by one.
        const LISTED: usize = 12;
        let seen: Vec<Seen> = self.solved.seen_at_joints();
        if seen.len() > LISTED {
            let zero: usize = seen.iter().filter(|s| s.zero()).map(|s| s.members.len()).sum();
            return vec![format!("{zero} zero-force members under these loads.")];
        }
        seen.iter().map(|seen| self.seen_words(seen)).collect()
    }

    /// A rule of joints with its members, in a sentence.
    pub(crate) fn seen_words(&self, seen: &Seen) -> String {
        let members: Vec<_> = seen.members.iter().map(|id| self.solved.unknown_name(*id)).collect();
        let (members, joint) = (members.join(" and "), self.solved.part(seen.joint));
        match seen.rule {
            JointRule::TwoAtUnloadedJoint if seen.members.len() == 1 => {
                format!("{members} is a zero-force member: it is the only one left at the unloaded {joint}.")
            }
            JointRule::TwoAtUnloadedJoint => {
                format!(
                    "{members} are zero-force members: only they meet at the unloaded {joint}, not in one line."
                )
            }
            JointRule::ThirdOfThree => {
                format!(
                    "{members} is a zero-force member: at the unloaded {joint} the two others are in one line."
                )
            }
            JointRule::ThreeNotCoplanar => {
                format!(
                    "{members} are zero-force members: only they meet at the unloaded {joint}, not in one plane."
                )
            }
            JointRule::OutOfPlane => {
                format!(
                    "{members} is a zero-force member: at the unloaded {joint} all the others lie in one plane."
                )
            }
            JointRule::LoadAlongOther => {
                format!(
                    "{members} is a zero-force member: all that acts at {joint} acts along the other member."
                )
            }
            JointRule::SameThroughout => {
                format!("{members} carry the same force: they are in one line at the unloaded {joint}.")
            }
            JointRule::TwoPairs => {
                format!("{members} carry the same force: one of two lines through the unloaded {joint}.")
            }
        }
    }

    fn symmetric(&self) -> Option<String> {
        let symmetry = symmetry(&self.solved.model)?;
        let model = &self.solved.model;
        let reactions = &self.found.reactions;
        let name = |id: helvek_core::model::SupportId| &model.supports[id.index()].name;
        let up = |id: helvek_core::model::SupportId| {
            reactions.iter().find(|r| r.support == *name(id)).and_then(|r| r.force[1])
        };
        let equal = symmetry.pairs.iter().all(|(a, b)| match (up(*a), up(*b)) {
            (Some(a), Some(b)) => (a - b).abs() <= 1e-9 * a.abs().max(b.abs()),
            _ => false,
        });
        let pairs: Vec<_> =
            symmetry.pairs.iter().map(|(a, b)| format!("{} and {}", name(*a), name(*b))).collect();
        let x = figures::plain(model.units.length.from_si(symmetry.axis), self.digits());
        let proved = if equal { "as the result shows" } else { "which equilibrium alone does not prove" };
        Some(format!("Symmetric about x = {x}: {} take equal parts, {proved}.", pairs.join(", ")))
    }

    fn sense(&self, sense: Sense) -> String {
        let model = &self.solved.model;
        let load = |id: helvek_core::model::LoadId| &model.loading.loads[id.index()].name;
        let support = |id: helvek_core::model::SupportId| &model.supports[id.index()].name;
        match sense {
            Sense::NearerTakesMore { load: l, nearer, farther } => {
                format!(
                    "{} lies nearer to {}, which takes more of it than {}.",
                    load(l),
                    support(nearer),
                    support(farther)
                )
            }
            Sense::LiftsFarEnd { load: l, over, lifts } => {
                format!(
                    "{} lies beyond {}: by itself it would lift the body off {}.",
                    load(l),
                    support(over),
                    support(lifts)
                )
            }
        }
    }
}
