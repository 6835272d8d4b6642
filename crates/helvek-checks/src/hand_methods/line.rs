//! What a support carries of the members in line with it: a column of those across its heads.

use super::frame::{End, Frame};
use helvek_numbers::geometry::Vector;

/// Everything that acts on the members in line with a place, along that line.
#[derive(Debug, Clone, PartialEq)]
pub struct InLine {
    /// The ends of members across the line, each with +1 where its shear is counted along the line and −1 where against it.
    pub across: Vec<(End, f64)>,
    /// The loads on the line, N, along it.
    pub load: f64,
    /// The places on it.
    pub nodes: Vec<usize>,
}

impl Frame {
    /// What acts on the members in line with a place, in one direction (a unit vector). None where a member meets the line askew, or an overhang
    /// does: no shear is found at its end.
    pub fn in_line(&self, node: usize, along: Vector) -> Option<InLine> {
        let parallel = |row: usize| self.members[row].along.cross(along).length() <= 1e-9;
        let ends_at = |node: usize| {
            self.ends().into_iter().filter(move |end| self.joints[self.joint(*end)].node == node)
        };
        let mut line = InLine { across: Vec::new(), load: 0.0, nodes: vec![node] };
        let mut told = Vec::new();
        let mut next = 0;
        while let Some(node) = line.nodes.get(next).copied() {
            next += 1;
            line.load += self.pushed_at(node).dot(along);
            for end in ends_at(node) {
                let member = &self.members[end.member];
                if member.overhang {
                    return None;
                }
                if parallel(end.member) {
                    if !told.contains(&end.member) {
                        told.push(end.member);
                        line.load += member.forces.iter().map(|(_, force)| force.dot(along)).sum::<f64>();
                        line.nodes.push(self.joints[self.joint(self.far(end))].node);
                    }
                    continue;
                }
                if member.along.dot(along).abs() > 1e-9 {
                    return None;
                }
                line.across.push((end, member.along.left().dot(along).signum()));
            }
        }
        Some(line)
    }
}
