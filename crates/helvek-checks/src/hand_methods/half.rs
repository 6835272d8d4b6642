//! Half of a frame: where it and its loads are mirrored about an upright axis, one half says it all.
//!
//! Symmetrical: what crosses the axis turns at both ends by the same amount in opposite senses, so that one end needs 2EI/L; joints on the axis do not turn. Antisymmetrical: both
//! ends turn alike, 6EI/L. Nothing is carried over across the axis.

use super::frame::{End, EndKind, Frame};
use helvek_numbers::geometry::Point;
use helvek_numbers::tolerance;

/// The half that is worked, and the way the other one follows.
#[derive(Debug, Clone, PartialEq)]
pub struct Half {
    /// x of the axis, m.
    pub axis: f64,
    /// −1 where the loads are symmetrical: moments of mirrored ends are opposite; +1 where they are antisymmetrical.
    pub sign: f64,
    /// Per end of [`Frame::ends`]: its mirror image.
    pub(super) partner: Vec<usize>,
    /// Per end: it belongs to the half that is worked.
    pub(super) worked: Vec<bool>,
    /// Per member: it crosses the axis, and is its own mirror image.
    pub(super) crosses: Vec<bool>,
    /// Per joint: it lies on the axis.
    pub(super) on_axis: Vec<bool>,
}

impl Half {
    /// `Some` when the frame and its loads are mirrored about an upright axis, or loads are mirrored with the opposite sign.
    pub(super) fn of(frame: &Frame) -> Option<Self> {
        let xs = || frame.nodes.iter().map(|p| p.x);
        let (left, right) = (xs().fold(f64::INFINITY, f64::min), xs().fold(f64::NEG_INFINITY, f64::max));
        let axis = 0.5 * (left + right);
        let slack = 1e3 * tolerance::GEOMETRY * (1.0 + right - left);
        let image = |p: Point| Point::plane(2.0 * axis - p.x, p.y);
        let joint_of = |joint: usize| {
            let to = image(frame.joints[joint].at);
            let like = |other: &usize| {
                frame.joints[*other].at.distance(to) <= slack
                    && frame.joints[*other].held.is_some() == frame.joints[joint].held.is_some()
                    && (*other == joint || frame.joints[joint].at.distance(to) > slack)
            };
            (0..frame.joints.len()).find(like)
        };
        let joints: Vec<usize> = (0..frame.joints.len()).map(joint_of).collect::<Option<_>>()?;
        let nodes: Vec<usize> = frame
            .nodes
            .iter()
            .map(|p| frame.nodes.iter().position(|other| other.distance(image(*p)) <= slack))
            .collect::<Option<_>>()?;
        // Per member its image, and whether that runs the other way.
        let member_of = |row: usize| {
            let member = &frame.members[row];
            let ends = member.joints.map(|joint| joints[joint]);
            frame.members.iter().enumerate().find_map(|(other, image)| {
                let same = (image.ei / member.ei - 1.0).abs() < 1e-9 && image.overhang == member.overhang;
                let kinds = member.kinds;
                if same && image.joints == ends && image.kinds == kinds {
                    return Some((other, false));
                }
                let turned = image.joints == [ends[1], ends[0]] && image.kinds == [kinds[1], kinds[0]];
                (same && turned).then_some((other, true))
            })
        };
        let members: Vec<(usize, bool)> = (0..frame.members.len()).map(member_of).collect::<Option<_>>()?;
        let ends = frame.ends();
        let partner: Vec<usize> = ends
            .iter()
            .map(|end| {
                let (member, turned) = members[end.member];
                let to = End { member, end: if turned { 1 - end.end } else { end.end } };
                ends.iter().position(|other| *other == to)
            })
            .collect::<Option<_>>()?;
        let on_axis: Vec<bool> =
            frame.joints.iter().map(|joint| (joint.at.x - axis).abs() <= slack).collect();
        let crosses: Vec<bool> =
            members.iter().enumerate().map(|(i, (to, turned))| i == *to && *turned).collect();
        let fixed: Vec<f64> =
            ends.iter().map(|end| frame.fixed_parts(*end).iter().map(|part| part.1).sum()).collect();
        let largest = fixed.iter().fold(0.0f64, |a, b| a.max(b.abs()));
        let pushed = frame.pushed.iter().map(|p| p.length()).fold(0.0, f64::max);
        let mirrored = |sign: f64| {
            let moments =
                fixed.iter().zip(&partner).all(|(m, to)| (fixed[*to] - sign * m).abs() <= 1e-9 * largest);
            let forces = frame.pushed.iter().zip(&nodes).all(|(p, to)| {
                let q = frame.pushed[*to];
                (q.x - sign * p.x).abs().max((q.y + sign * p.y).abs()) <= 1e-9 * pushed
            });
            let couples = frame.joints.iter().zip(&joints).all(|(joint, to)| {
                (frame.joints[*to].couple - sign * joint.couple).abs()
                    <= 1e-9 * largest.max(joint.couple.abs())
            });
            // Across the axis in the sense of the loads, a sway goes as they do.
            let sways = sign < 0.0
                || frame.sways.iter().all(|sway| {
                    let largest = sway.turns.iter().fold(0.0f64, |a, b| a.max(b.abs()));
                    members
                        .iter()
                        .enumerate()
                        .all(|(i, (to, _))| (sway.turns[*to] - sway.turns[i]).abs() <= 1e-9 * largest)
                });
            moments && forces && couples && sways
        };
        let sign = [-1.0, 1.0].into_iter().find(|sign| mirrored(*sign))?;
        let member_on_axis = |row: usize| frame.members[row].joints.iter().all(|joint| on_axis[*joint]);
        if sign > 0.0 && on_axis.contains(&true) {
            return None;
        }
        // With symmetrical loads no prop may be needed: what sways symmetrically is worked whole.
        if sign < 0.0 && !Self::props_idle(frame, &fixed, &ends, pushed) {
            return None;
        }
        let worked = ends
            .iter()
            .map(|end| {
                let at = frame.joints[frame.joint(*end)].at.x;
                let far = frame.joints[frame.joint(frame.far(*end))].at.x;
                let left = at < axis - slack || at <= axis + slack && far < axis - slack;
                left && !member_on_axis(end.member)
            })
            .collect();
        Some(Self { axis, sign, partner, worked, crosses, on_axis })
    }

    /// True when every sway is antisymmetrical to these loads, seen by the loads alone and any symmetrical moments.
    fn props_idle(frame: &Frame, fixed: &[f64], ends: &[End], pushed: f64) -> bool {
        let moment = |end: End| ends.iter().position(|other| *other == end).map_or(0.0, |k| fixed[k]);
        let size =
            pushed + frame.members.iter().flat_map(|m| &m.forces).map(|(_, f)| f.length()).sum::<f64>();
        (0..frame.sways.len()).all(|k| {
            let turns = frame.sways[k].turns.iter().fold(0.0f64, |a, b| a.max(b.abs()));
            let most = fixed.iter().fold(0.0f64, |a, b| a.max(b.abs()));
            frame.prop(k, moment, true).abs() <= 1e-9 * (size + turns * most)
        })
    }

    /// The moment at one end of a member for its turn by 1, N·m: across the axis 2EI/L or 6EI/L.
    pub(super) fn stiffness(&self, frame: &Frame, end: End) -> f64 {
        let member = &frame.members[end.member];
        let rigid = member.kinds[end.end] == EndKind::Rigid && !member.overhang;
        if self.crosses[end.member] && rigid {
            let times = if self.sign < 0.0 { 2.0 } else { 6.0 };
            return times * member.ei / member.length;
        }
        if self.on_axis[frame.joint(end)] { 0.0 } else { frame.stiffness(end) }
    }

    /// True when a member crosses the axis.
    pub fn crosses(&self, member: usize) -> bool {
        self.crosses[member]
    }

    /// All moments from those of the half.
    pub(super) fn mirrored(&self, half: impl Fn(usize) -> f64) -> Vec<f64> {
        let value = |k: usize| match (self.worked[k], self.worked[self.partner[k]]) {
            (true, _) => half(k),
            (false, true) => self.sign * half(self.partner[k]),
            (false, false) => 0.0,
        };
        (0..self.worked.len()).map(value).collect()
    }
}
