//! The frame that hand methods work on: joints, and straight prismatic members between them.

use super::beam::{Part, PartOf};
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::things::load::Powers;
use helvek_statics::internal_forces::Poly;
use helvek_statics::model::{BodyId, PointId};
use helvek_statics::stiffness::Elastic;

/// The reason why hand methods do not apply.
#[derive(Debug, Clone, PartialEq)]
pub enum Inapplicable {
    /// These members have no EI.
    NoBending(Vec<String>),
    /// A joint that is neither a pin nor a weld.
    Joint(String),
    /// Ropes run through it.
    Ropes,
    /// Something holds a member off its axis.
    OffAxis(String),
    /// A support gives way like a spring.
    Spring(String),
    /// It has so many members, and there can be so many.
    Large(usize, usize),
    /// So many forces are too many, and there can be so many.
    Redundants(usize, usize),
    /// Nothing of it bends between joints that are held.
    Nothing,
    /// The arithmetic failed.
    Numbers,
}

/// A joint: where members meet and turn together.
#[derive(Debug, Clone, PartialEq)]
pub struct FrameJoint {
    /// The name of its point.
    pub name: String,
    /// The place, m.
    pub at: Point,
    /// The place it shares with what is pinned to it.
    pub node: usize,
    /// It does not turn; by how much its support turns, rad.
    pub held: Option<f64>,
    /// The couple that acts on it, N·m.
    pub couple: f64,
}

/// The kind of an end of a member.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum EndKind {
    /// It turns with its joint.
    Rigid,
    /// Its joint does not turn.
    Fixed,
    /// It is hinged: nothing else turns with it.
    Hinged,
    /// It is the free end of an overhang.
    Free,
}

/// A straight prismatic member between two joints.
#[derive(Debug, Clone, PartialEq)]
pub struct FrameMember {
    /// Of which body.
    pub body: BodyId,
    /// The joints of its ends.
    pub joints: [usize; 2],
    /// The kinds of its ends.
    pub kinds: [EndKind; 2],
    /// The points at its ends.
    pub points: [PointId; 2],
    /// m
    pub length: f64,
    /// Unit vector from its first end to its second.
    pub along: Vector,
    /// N·m²
    pub ei: f64,
    /// The parts of its fixed-end moments, N·m.
    pub parts: Vec<Part>,
    /// It is an overhang: its moment follows from its own loads.
    pub overhang: bool,
    /// All that acts on it between its ends, m from its first end: forces with their places.
    pub(super) forces: Vec<(f64, Vector)>,
    /// The couples that act on it between its ends.
    pub(super) couple: f64,
    /// Free elongation, per metre.
    pub(super) strain: f64,
    /// The edges of the graph of its body that it is made of, in order.
    pub(super) edges: Vec<usize>,
    /// Edge for edge the loads on them, for the moment at the end.
    pub(super) last: Last,
}

/// The last edge of a member: its length, and what grows along it across.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub(super) struct Last {
    pub(super) length: f64,
    pub(super) w: Powers<f64>,
}

/// An end of a member, by the member's place in the list and which end it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct End {
    /// The member.
    pub member: usize,
    /// 0 or 1.
    pub end: usize,
}

/// One way to sway, with a prop that would hold it.
#[derive(Debug, Clone, PartialEq)]
pub struct Sway {
    /// The number of the place where the prop stands.
    pub node: usize,
    /// The name of that point.
    pub at: String,
    /// The direction of the prop: along x or y.
    pub prop: Vector,
    /// The displacement of each place, per metre of that of the prop, while the other props hold.
    pub goes: Vec<Vector>,
    /// By how much the line between the ends of each member turns then, 1/m.
    pub turns: Vec<f64>,
}

/// Joints and members, and how they can sway.
#[derive(Debug, Clone, PartialEq)]
pub struct Frame {
    /// The joints that turn or are held.
    pub joints: Vec<FrameJoint>,
    /// The members.
    pub members: Vec<FrameMember>,
    /// Independent ways in which joints can go while members keep their length, each with its prop.
    pub sways: Vec<Sway>,
    /// The places, m.
    pub nodes: Vec<Point>,
    /// The load on each place, N.
    pub(super) pushed: Vec<Vector>,
}

impl FrameMember {
    /// The forces across it at its two ends, to the left of the run, that its own loads need when both ends are hinged, N: moments about the other
    /// end.
    pub fn simply_supported(&self) -> [f64; 2] {
        let n = self.along.left();
        let across = || self.forces.iter().map(|(x, force)| (x, force.dot(n)));
        let first = (self.couple - across().map(|(x, f)| (self.length - x) * f).sum::<f64>()) / self.length;
        [first, -across().map(|(_, f)| f).sum::<f64>() - first]
    }
}

impl Frame {
    /// The load on a place, N.
    pub fn pushed_at(&self, node: usize) -> Vector {
        self.pushed[node]
    }

    /// The ends of members joint by joint, in the order of the joints, as the columns of a table.
    pub fn ends(&self) -> Vec<End> {
        let mut ends: Vec<End> =
            (0..self.members.len()).flat_map(|member| [0, 1].map(|end| End { member, end })).collect();
        ends.sort_by_key(|end| (self.joint(*end), end.member, end.end));
        ends
    }

    /// The joint of an end.
    pub fn joint(&self, end: End) -> usize {
        self.members[end.member].joints[end.end]
    }

    /// The end at the other side of its member.
    pub fn far(&self, end: End) -> End {
        End { member: end.member, end: 1 - end.end }
    }

    /// The name of an end: the joint's, then the far one's.
    pub fn end_name(&self, end: End) -> String {
        let member = &self.members[end.member];
        let [near, far] = [end.end, 1 - end.end].map(|k| self.joints[member.joints[k]].name.as_str());
        if near.chars().count() == 1 && far.chars().count() == 1 {
            format!("{near}{far}")
        } else {
            format!("{near}–{far}")
        }
    }

    /// The moments at all ends as stiffness has them, in the order of [`Frame::ends`].
    pub(super) fn moments(&self, elastic: &Elastic) -> Vec<f64> {
        let moments: Vec<f64> = self
            .ends()
            .into_iter()
            .map(|end| {
                let member = &self.members[end.member];
                let carried = &elastic.carried[member.body.index()];
                if end.end == 0 {
                    return -carried[member.edges[0]][2];
                }
                let [_, v, m] = carried[member.edges[member.edges.len() - 1]];
                let Last { length: l, w } = member.last;
                Poly::of(&w).integral(v).integral(m).at(l)
            })
            .collect();
        let largest = moments.iter().fold(0.0f64, |a, b| a.max(b.abs()));
        moments.into_iter().map(|m| helvek_statics::equilibrium::clean(m, largest)).collect()
    }

    /// Takes overhangs off from their free ends: what they carry acts on the joint on which they hang.
    pub(super) fn overhangs(&mut self, supported: &[bool]) {
        loop {
            let free = |frame: &Self, joint: usize| {
                let at = &frame.joints[joint];
                let alone =
                    frame.members.iter().filter(|m| !m.overhang).filter(|m| m.joints.contains(&joint));
                let shares = frame.joints.iter().filter(|other| other.node == at.node).count();
                at.held.is_none() && alone.count() == 1 && shares == 1 && !supported[at.node]
            };
            let tip =
                self.members.iter().enumerate().filter(|(_, m)| !m.overhang).find_map(|(row, member)| {
                    let end = [0, 1].into_iter().find(|k| free(self, member.joints[*k]))?;
                    Some((row, end))
                });
            let Some((row, end)) = tip else { return };
            let (tip, root) = (self.members[row].joints[end], self.members[row].joints[1 - end]);
            let member = &self.members[row];
            let (l, n) = (member.length, member.along.left());
            let arm = |x: f64| if end == 1 { x } else { x - l };
            let at_tip = self.pushed[self.joints[tip].node];
            // What hangs on its tip in turn exerts the opposite of its own end moment there.
            let hangs = self.members.iter().filter(|m| m.overhang);
            let hanging = hangs.flat_map(|m| {
                let there = [0, 1].into_iter().filter(|k| m.joints[*k] == tip);
                there.flat_map(|k| m.parts.iter().map(move |p| p.held[k]))
            });
            let at_its_tip = self.joints[tip].couple - hanging.sum::<f64>();
            let mut moment = member.couple + at_its_tip;
            let mut force = at_tip;
            moment += arm(if end == 1 { l } else { 0.0 }) * at_tip.dot(n);
            for (x, f) in &member.forces {
                moment += arm(*x) * f.dot(n);
                force += *f;
            }
            // All that acts on it goes to its root, where its moment holds the balance.
            self.pushed[self.joints[tip].node] = Vector::ZERO;
            self.joints[tip].couple = 0.0;
            self.pushed[self.joints[root].node] += force;
            let member = &mut self.members[row];
            member.overhang = true;
            member.kinds[end] = EndKind::Free;
            member.forces.clear();
            member.couple = 0.0;
            member.parts.clear();
            // The joint exerts −moment on the member, and the member as much on the joint.
            let mut held = [0.0; 2];
            (held[end], held[1 - end]) = (at_its_tip, -moment);
            member.parts.push(Part { of: PartOf::Overhang, held });
        }
    }

    /// The kind of each end.
    pub(super) fn kinds(&mut self) {
        let ends: Vec<usize> = (0..self.joints.len())
            .map(|joint| self.members.iter().flat_map(|m| m.joints).filter(|j| *j == joint).count())
            .collect();
        for row in 0..self.members.len() {
            for end in 0..2 {
                if self.members[row].kinds[end] == EndKind::Free {
                    continue;
                }
                let joint = &self.joints[self.members[row].joints[end]];
                self.members[row].kinds[end] = match joint.held {
                    Some(_) => EndKind::Fixed,
                    None if ends[self.members[row].joints[end]] == 1 && joint.couple == 0.0 => {
                        EndKind::Hinged
                    }
                    None => EndKind::Rigid,
                };
            }
        }
    }
}
