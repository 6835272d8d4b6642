//! How joints can go while all members keep their length: each independent way is held by one prop.

use super::beam::Part;
use super::frame::{End, EndKind, Frame, Inapplicable, Sway};
use super::reduce::reduced;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_statics::equilibrium::ColumnOf;
use helvek_statics::model::{BarId, Member, On, SupportId};
use helvek_statics::solution::Statics;
use helvek_statics::stiffness::{Elastic, warmed};

/// More of them than this are not worked by hand.
const SWAYS: usize = 8;

/// Finds the sways, and what settlements and warming do to the ends of members while all props hold.
pub(super) fn find(
    solved: &Statics,
    elastic: &Elastic,
    places: &[Vec<usize>],
    frame: &mut Frame,
) -> Result<(), Inapplicable> {
    let model = &solved.model;
    let count = frame.nodes.len();
    // Heights first, from the first place to the last: what stays free is the last sideways motion.
    let column = |node: usize, axis: usize| if axis == 1 { node } else { count + node };
    let mut rows: Vec<Vec<f64>> = Vec::new();
    let mut put = |parts: &[(usize, Vector)], imposed: f64| {
        let mut row = vec![0.0; 2 * count + 1];
        for (node, along) in parts {
            row[column(*node, 0)] += along.x;
            row[column(*node, 1)] += along.y;
        }
        row[2 * count] = imposed;
        rows.push(row);
    };
    for member in frame.members.iter().filter(|member| !member.overhang) {
        let [i, j] = member.joints.map(|joint| frame.joints[joint].node);
        put(&[(i, -member.along), (j, member.along)], member.strain * member.length);
    }
    let place = |at: Point, on: On| {
        let near = |node: &usize| {
            frame.nodes[*node].distance(at) <= tolerance::GEOMETRY * (1.0 + at.distance(Point::default()))
        };
        match on {
            On::Body(body) => places[body.index()].iter().copied().find(near),
            On::Pin(_) => (0..count).find(near),
        }
    };
    for (index, support) in model.supports.iter().enumerate() {
        let Some(node) = place(model.at(support.at), support.on) else { continue };
        let out = |id: &helvek_statics::equilibrium::ColumnId| matches!(solved.full.column(*id).of, ColumnOf::Support(of) if of.index() == index);
        if elastic.released.iter().any(out) {
            continue;
        }
        let settled = model.loading.settlements[index].moved;
        for way in model.held_by(SupportId(index)).translations() {
            put(&[(node, way)], way.dot(settled));
        }
    }
    for (index, bar) in model.bars.iter().enumerate() {
        let out = |id: &helvek_statics::equilibrium::ColumnId| matches!(solved.full.column(*id).of, ColumnOf::Bar(of) if of.index() == index);
        if elastic.released.iter().any(out) {
            continue;
        }
        let [a, b] = model.bar_ends(bar);
        let along = (b - a).unit().unwrap_or(Vector::X);
        let ends = [place(a, bar.on[0]), place(b, bar.on[1])];
        let [Some(i), Some(j)] = ends else { continue };
        let (strain, _) = warmed(model, Member::Bar(BarId(index)));
        put(&[(i, -along), (j, along)], strain * a.distance(b));
    }
    let found = reduced(rows, 2 * count);
    let of_nodes = |value: &dyn Fn(usize) -> f64| -> Vec<Vector> {
        (0..count).map(|node| Vector::plane(value(column(node, 0)), value(column(node, 1)))).collect()
    };
    // Where everything goes by itself while the props hold.
    let own =
        |c: usize| found.pivots.iter().find(|(pivot, _)| *pivot == c).map_or(0.0, |(_, row)| row[2 * count]);
    let displaced = of_nodes(&own);
    // The tips of overhangs, which nothing holds, are no places of the frame any more.
    let hangs = |node: usize| {
        let ends = frame.members.iter().filter(|m| !m.overhang).flat_map(|m| m.joints);
        !ends.into_iter().any(|joint| frame.joints[joint].node == node)
    };
    let mut sways = Vec::new();
    for free in &found.free {
        let (node, axis) = if *free < count { (*free, 1) } else { (*free - count, 0) };
        if hangs(node) {
            continue;
        }
        let goes = of_nodes(&|c: usize| {
            if c == *free {
                return 1.0;
            }
            found.pivots.iter().find(|(pivot, _)| *pivot == c).map_or(0.0, |(_, row)| -row[*free])
        });
        let turns = turns_of(frame, &goes);
        let name = frame.joints.iter().find(|joint| joint.node == node).map(|joint| joint.name.clone());
        let prop = if axis == 1 { Vector::Y } else { Vector::X };
        sways.push(Sway { node, at: name.unwrap_or_default(), prop, goes, turns });
    }
    if sways.len() > SWAYS {
        return Err(Inapplicable::Large(sways.len(), SWAYS));
    }
    let turns = turns_of(frame, &displaced);
    let held: Vec<_> = frame.joints.iter().map(|joint| joint.held.unwrap_or(0.0)).collect();
    let noise = turns.iter().fold(0.0f64, |a, b| a.max(b.abs())) * 1e-12;
    for (member, turn) in frame.members.iter_mut().zip(turns) {
        if member.overhang {
            continue;
        }
        if turn.abs() > noise {
            member.parts.push(Part::displaced(turn, member.ei, member.length));
        }
        for end in 0..2 {
            let theta = held[member.joints[end]];
            if theta != 0.0 && member.kinds[end] == EndKind::Fixed {
                member.parts.push(Part::turned(end, theta, member.ei, member.length));
            }
        }
    }
    frame.sways = sways;
    Ok(())
}

/// By how much the line between the ends of each member turns.
fn turns_of(frame: &Frame, goes: &[Vector]) -> Vec<f64> {
    let turn = |member: &super::frame::FrameMember| {
        let [i, j] = member.joints.map(|joint| frame.joints[joint].node);
        let turn = (goes[j] - goes[i]).dot(member.along.left()) / member.length;
        if member.overhang { 0.0 } else { turn }
    };
    frame.members.iter().map(turn).collect()
}

impl Frame {
    /// The parts of the force of a prop, each by its work on the sway by 1: of the loads, and of the end moments of each member that turns, which of an upright
    /// column is its shear.
    pub fn prop_parts(
        &self,
        sway: usize,
        moment: impl Fn(End) -> f64,
        with_loads: bool,
    ) -> (f64, Vec<(usize, f64)>) {
        let sway = &self.sways[sway];
        let mut loads = 0.0;
        if with_loads {
            loads += self.pushed.iter().zip(&sway.goes).map(|(p, u)| p.dot(*u)).sum::<f64>();
        }
        let mut members = Vec::new();
        for (row, member) in self.members.iter().enumerate().filter(|(_, member)| !member.overhang) {
            let [i, j] = member.joints.map(|joint| self.joints[joint].node);
            if with_loads {
                for (x, force) in &member.forces {
                    let share = x / member.length;
                    let goes = sway.goes[i] + (sway.goes[j] - sway.goes[i]) * share;
                    loads += force.dot(goes);
                }
                loads += member.couple * sway.turns[row];
            }
            let both = moment(End { member: row, end: 0 }) + moment(End { member: row, end: 1 });
            members.push((row, sway.turns[row] * both));
        }
        (loads, members)
    }

    /// The force that a prop exerts, along its direction, when the ends of members have these moments: what the loads, the moments and the prop do in work on
    /// its sway adds up to nothing. With the loads, or without.
    pub fn prop(&self, sway: usize, moment: impl Fn(End) -> f64, with_loads: bool) -> f64 {
        let (loads, members) = self.prop_parts(sway, moment, with_loads);
        0.0 - loads - members.iter().map(|(_, work)| work).sum::<f64>()
    }
}
