//! Joints of a truss at which a rule gives a member without an equation, round after round: what carries nothing is gone in the next round.
//! The members stay in the structure; they carry nothing in this load case.

use crate::equilibrium::{ColumnId, Equilibrium, Freedom, PartId};
use crate::model::Space;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use schemars::JsonSchema;
use serde::Serialize;

/// A rule.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum JointRule {
    /// Two members that are not in one line meet at an unloaded, unsupported joint: both carry nothing. Or one alone.
    #[serde(rename = "two-members-at-an-unloaded-joint")]
    TwoAtUnloadedJoint,
    /// Of three members at an unloaded, unsupported joint two are in one line: the third carries nothing.
    #[serde(rename = "third-of-three-members")]
    ThirdOfThree,
    /// A load at a joint of two members acts along one of them: the other carries nothing.
    #[serde(rename = "load-along-the-other-member")]
    LoadAlongOther,
    /// Two members in one line at an unloaded joint, or what is left of three: both carry the same.
    SameThroughout,
    /// Four members in two lines at an unloaded joint: each pair carries the same.
    TwoPairs,
    /// In space: three members that do not lie in one plane meet at an unloaded joint: none carries anything.
    #[serde(rename = "three-not-in-one-plane")]
    ThreeNotCoplanar,
    /// In space: all members at an unloaded joint but this one lie in one plane: it carries nothing.
    OutOfPlane,
}

/// A rule at a joint.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Seen {
    /// The joint.
    pub joint: PartId,
    /// The rule.
    pub rule: JointRule,
    /// The members that carry nothing, or the pair that carries the same.
    pub members: Vec<ColumnId>,
    /// From 1: in which round it can be seen.
    pub round: usize,
}

impl Seen {
    /// The members carry nothing.
    pub fn zero(&self) -> bool {
        !matches!(self.rule, JointRule::SameThroughout | JointRule::TwoPairs)
    }
}

/// Every rule at every particle where nothing but straight members acts, in rounds. `slack` members are out of contact from the start.
pub fn at_joints(equilibrium: &Equilibrium, slack: &[bool]) -> Vec<Seen> {
    let touching = equilibrium.touching();
    let mut gone = slack.to_vec();
    let mut seen: Vec<Seen> = Vec::new();
    let joints: Vec<_> = equilibrium
        .part_ids()
        .filter(|part| equilibrium.parts[part.index()].freedom == Freedom::Particle)
        .filter(|part| touching[part.index()].iter().all(|c| equilibrium.column(*c).axial()))
        .collect();
    // What acts on each joint, added up.
    let mut loads = vec![Vector::ZERO; equilibrium.parts.len()];
    for action in &equilibrium.actions {
        loads[action.act.on.index()] += action.act.wrench.force;
    }
    let scale = equilibrium.load_scale();
    for round in 1.. {
        let mut new: Vec<Seen> = Vec::new();
        for joint in &joints {
            let live: Vec<(ColumnId, Vector)> = touching[joint.index()]
                .iter()
                .filter(|c| !gone[c.index()])
                .filter_map(|c| Some((*c, direction(equilibrium, *c, *joint)?)))
                .collect();
            let load = loads[joint.index()];
            let load = if load.length() <= tolerance::ZERO_FORCE * scale { None } else { load.unit() };
            let rules = if equilibrium.space == Space::Space { rules_in_space } else { rules };
            for (rule, members) in rules(&live, load) {
                let fresh = !seen
                    .iter()
                    .chain(&new)
                    .any(|s| s.joint == *joint && s.rule == rule && s.members == members);
                let news = members.iter().any(|m| !new.iter().any(|s| s.zero() && s.members.contains(m)));
                if fresh && news {
                    new.push(Seen { joint: *joint, rule, members, round });
                }
            }
        }
        let zeros: Vec<_> = new.iter().filter(|s| s.zero()).flat_map(|s| s.members.clone()).collect();
        seen.extend(new);
        if zeros.is_empty() {
            return seen;
        }
        zeros.into_iter().for_each(|c| gone[c.index()] = true);
    }
    seen
}

/// In which direction a member pulls a joint.
fn direction(equilibrium: &Equilibrium, column: ColumnId, joint: PartId) -> Option<Vector> {
    equilibrium.column(column).acts.iter().find(|act| act.on == joint)?.wrench.force.unit()
}

fn in_line(a: Vector, b: Vector) -> bool {
    a.cross(b).length() <= tolerance::DROPS_OUT * 10.0
}

/// In space a member carries nothing when its direction is not among those that the others (and nothing else) span.
fn rules_in_space(live: &[(ColumnId, Vector)], load: Option<Vector>) -> Vec<(JointRule, Vec<ColumnId>)> {
    if load.is_some() {
        return Vec::new();
    }
    let flat = tolerance::DROPS_OUT * 10.0;
    match live {
        [(a, _)] => return vec![(JointRule::TwoAtUnloadedJoint, vec![*a])],
        [(a, u), (b, v)] => {
            let rule =
                if in_line(*u, *v) { JointRule::SameThroughout } else { JointRule::TwoAtUnloadedJoint };
            return vec![(rule, vec![*a, *b])];
        }
        [(a, u), (b, v), (c, w)] if u.cross(*v).dot(*w).abs() > flat => {
            return vec![(JointRule::ThreeNotCoplanar, vec![*a, *b, *c])];
        }
        _ => {}
    }
    // The normal of the plane of all others, if they have one; others in one line have many, and leave out whatever is not in it.
    let alone = |k: usize| {
        let (id, own) = live[k];
        let others: Vec<Vector> =
            live.iter().enumerate().filter(|(i, _)| *i != k).map(|(_, (_, d))| *d).collect();
        let first = *others.first()?;
        let Some(second) = others.iter().find(|d| !in_line(first, **d)) else {
            return (!in_line(first, own)).then_some((JointRule::ThirdOfThree, id));
        };
        let normal = first.cross(*second).unit()?;
        let plane = others.iter().all(|d| d.dot(normal).abs() <= flat);
        (plane && own.dot(normal).abs() > flat).then_some((JointRule::OutOfPlane, id))
    };
    (0..live.len()).filter_map(alone).map(|(rule, id)| (rule, vec![id])).collect()
}

fn rules(live: &[(ColumnId, Vector)], load: Option<Vector>) -> Vec<(JointRule, Vec<ColumnId>)> {
    match (live, load) {
        ([(a, _)], None) => vec![(JointRule::TwoAtUnloadedJoint, vec![*a])],
        ([(a, u), (b, v)], None) if in_line(*u, *v) => vec![(JointRule::SameThroughout, vec![*a, *b])],
        ([(a, _), (b, _)], None) => vec![(JointRule::TwoAtUnloadedJoint, vec![*a, *b])],
        ([(a, u), (b, v)], Some(load)) if !in_line(*u, *v) => {
            let along = [(a, v), (b, u)].into_iter().find(|(_, other)| in_line(**other, load));
            along.map(|(zero, _)| (JointRule::LoadAlongOther, vec![*zero])).into_iter().collect()
        }
        ([x, y, z], None) => {
            let third = [(x, y, z), (y, x, z), (z, x, y)]
                .into_iter()
                .find(|(third, p, q)| in_line(p.1, q.1) && !in_line(p.1, third.1));
            third.map(|(third, ..)| (JointRule::ThirdOfThree, vec![third.0])).into_iter().collect()
        }
        ([a, b, c, d], None) => {
            let pairs = [[(a, b), (c, d)], [(a, c), (b, d)], [(a, d), (b, c)]];
            let two = pairs
                .into_iter()
                .find(|[(p, q), (r, s)]| in_line(p.1, q.1) && in_line(r.1, s.1) && !in_line(p.1, r.1));
            two.into_iter().flatten().map(|(p, q)| (JointRule::TwoPairs, vec![p.0, q.0])).collect()
        }
        _ => Vec::new(),
    }
}
