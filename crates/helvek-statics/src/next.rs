//! Which joint can be solved next, and why: after each step, for each joint of a truss.

use crate::equilibrium::{ColumnId, Freedom, PartId};
use crate::solution::Solved;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;

/// The yield of a joint.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Yields {
    /// All its unknowns are known.
    Nothing,
    /// All that are open: at most two, not in one line.
    All(Vec<ColumnId>),
    /// Of those that are open only these: the others are in one line.
    Some {
        /// The unknowns it yields.
        found: Vec<ColumnId>,
        /// The unknowns that stay open.
        left: Vec<ColumnId>,
    },
    /// The open ones are in one line: one equation for all of them.
    InLine(Vec<ColumnId>),
    /// There are more than its two equations give.
    TooMany(Vec<ColumnId>),
}

/// The yield of a joint from some step on.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Ready {
    /// The joint.
    pub joint: PartId,
    /// From when so many steps are done, until its next entry.
    pub after: usize,
    /// Its yield then.
    pub yields: Yields,
}

impl Yields {
    /// True when it can be solved next.
    pub fn can(&self) -> bool {
        matches!(self, Self::All(_) | Self::Some { .. })
    }
}

impl Solved {
    /// For each joint, in the order of the steps, what it yields: an entry at the start, and one after each step that changes it.
    pub fn readiness(&self) -> Vec<Ready> {
        let equilibrium = &self.equilibrium;
        let touching = equilibrium.touching();
        // The step after which an unknown is known; what is slack is known from the start.
        let found = self.working.found_by(equilibrium.columns.len());
        let known: Vec<usize> = equilibrium
            .column_ids()
            .map(|id| if self.is_released(id) { 0 } else { found[id.index()].unwrap_or(usize::MAX) })
            .collect();
        let mut list = Vec::new();
        let joints =
            equilibrium.part_ids().filter(|p| equilibrium.parts[p.index()].freedom == Freedom::Particle);
        for joint in joints {
            let mine: Vec<(ColumnId, Vector)> = touching[joint.index()]
                .iter()
                .filter_map(|id| {
                    let acts = equilibrium.column(*id).acts.iter().filter(|act| act.on == joint);
                    let force = acts.fold(Vector::ZERO, |sum, act| sum + act.wrench.force);
                    Some((*id, force.unit()?))
                })
                .collect();
            let mut stages: Vec<usize> =
                mine.iter().map(|(id, _)| known[id.index()]).filter(|k| *k != usize::MAX).collect();
            stages.push(0);
            stages.sort_unstable();
            stages.dedup();
            for after in stages {
                let open: Vec<_> = mine.iter().filter(|(id, _)| known[id.index()] > after).copied().collect();
                list.push(Ready { joint, after, yields: yields(&open) });
            }
        }
        list
    }

    /// The yield of a joint when `steps` are done, in words: why it can be solved next, or why not.
    pub fn readiness_words(&self, ready: &Ready) -> String {
        let names = |ids: &[ColumnId]| {
            let names: Vec<_> = ids.iter().map(|id| self.unknown_name(*id)).collect();
            names.join(", ")
        };
        // "joint G" at the beginning of a sentence.
        let joint = self.part(ready.joint);
        let joint = joint.replacen("joint", "Joint", 1).replacen("pin ", "Pin ", 1);
        match &ready.yields {
            Yields::Nothing => format!("{joint} is done: everything there is known."),
            Yields::All(open) if open.len() == 1 => {
                format!("{joint} can be next: one unknown, {}; its second equation checks.", names(open))
            }
            Yields::All(open) => format!("{joint} can be next: two unknowns, {}.", names(open)),
            Yields::Some { found, left } => format!(
                "{joint} can be next for {}: the others, {}, are in one line and drop out across it.",
                names(found),
                names(left)
            ),
            Yields::InLine(open) => format!(
                "{joint} cannot be next: {} are in one line, and across it nothing is left to solve for.",
                names(open)
            ),
            Yields::TooMany(open) => format!(
                "{joint} cannot be next: {} unknowns, {}, and a joint gives two equations.",
                open.len(),
                names(open)
            ),
        }
    }
}

/// Of unknowns in the plane, those that are not in the span of the others.
fn yields(open: &[(ColumnId, Vector)]) -> Yields {
    let parallel = |a: Vector, b: Vector| a.cross(b).length() <= tolerance::DROPS_OUT * 10.0;
    let ids = |list: &[(ColumnId, Vector)]| list.iter().map(|(id, _)| *id).collect::<Vec<_>>();
    let alone = |i: usize| {
        let others: Vec<_> = open.iter().enumerate().filter(|(j, _)| *j != i).map(|(_, (_, v))| *v).collect();
        match others.first() {
            None => true,
            Some(first) => others.iter().all(|v| parallel(*first, *v)) && !parallel(*first, open[i].1),
        }
    };
    let (found, left): (Vec<_>, Vec<_>) = (0..open.len()).partition(|i| alone(*i));
    let pick = |rows: &[usize]| rows.iter().map(|i| open[*i].0).collect::<Vec<_>>();
    match (open.len(), found.len()) {
        (0, _) => Yields::Nothing,
        (n, m) if n == m => Yields::All(ids(open)),
        (_, 1..) => Yields::Some { found: pick(&found), left: pick(&left) },
        _ if open.iter().all(|(_, v)| parallel(open[0].1, *v)) => Yields::InLine(ids(open)),
        _ => Yields::TooMany(ids(open)),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_joint_yields_what_its_two_equations_can_part() {
        let at = |degrees: f64| Vector::at_angle(degrees.to_radians());
        let of = |angles: &[f64]| {
            let open: Vec<_> = angles.iter().enumerate().map(|(i, a)| (ColumnId(i), at(*a))).collect();
            yields(&open)
        };
        let ids = |list: &[usize]| list.iter().map(|i| ColumnId(*i)).collect::<Vec<_>>();
        assert_eq!(of(&[]), Yields::Nothing);
        assert_eq!(of(&[20.0]), Yields::All(ids(&[0])));
        assert_eq!(of(&[20.0, 80.0]), Yields::All(ids(&[0, 1])));
        assert_eq!(of(&[20.0, 200.0]), Yields::InLine(ids(&[0, 1])));
        assert_eq!(of(&[20.0, 80.0, 200.0]), Yields::Some { found: ids(&[1]), left: ids(&[0, 2]) });
        assert_eq!(of(&[20.0, 80.0, 140.0]), Yields::TooMany(ids(&[0, 1, 2])));
    }
}
