//! Sections: cuts that part a structure in two through few unknowns.
//!
//! A cut through an asked bar b and two others is found by taking b and a second member away and looking for bridges in what is left: a bridge
//! is the third.

use crate::equilibrium::{ColumnId, Equilibrium, PartId};

type Edge = (usize, usize, ColumnId);

/// The sides of every three-bar cut through one of `bars`.
pub(super) fn through(equilibrium: &Equilibrium, edges: &[Edge], bars: &[ColumnId]) -> Vec<Vec<PartId>> {
    let count = equilibrium.parts.len();
    let mut sides = Vec::new();
    for bar in bars {
        let without: Vec<Edge> = edges.iter().filter(|(_, _, id)| id != bar).copied().collect();
        // The bar itself may be all that joins two halves; with a second one, no third is needed.
        for (index, second) in without.iter().enumerate() {
            let left: Vec<Edge> =
                without.iter().enumerate().filter(|(i, _)| *i != index).map(|(_, e)| *e).collect();
            let graph = Graph::new(count, &left);
            let parted = graph.reachable(second.0, None);
            if !parted[second.1] {
                push_both(&mut sides, &parted);
                continue;
            }
            // Only a bridge between the two ends of the bar parts them.
            let Some((a, b, _)) = edges.iter().find(|(_, _, id)| id == bar) else { continue };
            for bridge in graph.bridges() {
                let side = graph.reachable(left[bridge].0, Some(bridge));
                if side[*a] != side[*b] {
                    push_both(&mut sides, &side);
                }
            }
        }
    }
    sides
}

/// The two sides that are left when the columns of `cut` are taken away; `None` when there are not two, or a cut column joins a side to
/// itself.
pub(super) fn parted(
    edges: &[Edge],
    count: usize,
    cut: impl Fn(ColumnId) -> bool,
) -> Option<[Vec<PartId>; 2]> {
    let left: Vec<Edge> = edges.iter().filter(|(_, _, id)| !cut(*id)).copied().collect();
    let first = edges.iter().find(|(_, _, id)| cut(*id))?;
    let side = Graph::new(count, &left).reachable(first.0, None);
    let through = |(a, b, id): &Edge| !cut(*id) || side[*a] != side[*b];
    if !edges.iter().all(through) {
        return None;
    }
    Some([true, false].map(|wanted| {
        side.iter().enumerate().filter(|(_, s)| **s == wanted).map(|(i, _)| PartId::new(i)).collect()
    }))
}

/// Sections of four and five bars, which help when all but one of them meet in a point or are parallel (a K-shaped truss): a joint at the cut
/// is taken over to the other side.
pub(super) fn varied(sides: &[Vec<PartId>], edges: &[Edge], bars: &[ColumnId]) -> Vec<Vec<PartId>> {
    const MOST_CUT: usize = 5;
    /// Sides of more sections than these are not varied.
    const MOST_SIDES: usize = 200;
    let mut found = Vec::new();
    for side in sides.iter().take(MOST_SIDES) {
        let inside = |part: usize| side.iter().any(|p| p.index() == part);
        let mut at_cut: Vec<usize> = edges
            .iter()
            .filter(|(a, b, _)| inside(*a) != inside(*b))
            .flat_map(|(a, b, _)| [*a, *b])
            .collect();
        at_cut.sort_unstable();
        at_cut.dedup();
        for part in at_cut {
            let mut varied: Vec<PartId> = side.iter().copied().filter(|p| p.index() != part).collect();
            if varied.len() == side.len() {
                varied.push(PartId::new(part));
                varied.sort_unstable();
            }
            let here = |part: usize| varied.iter().any(|p| p.index() == part);
            let cut: Vec<ColumnId> =
                edges.iter().filter(|(a, b, _)| here(*a) != here(*b)).map(|(_, _, id)| *id).collect();
            if !varied.is_empty() && cut.len() <= MOST_CUT && bars.iter().any(|bar| cut.contains(bar)) {
                found.push(varied);
            }
        }
    }
    found
}

/// The sides of every single connection that parts the structure.
pub(super) fn bridges(edges: &[Edge], count: usize) -> Vec<Vec<PartId>> {
    // The unknowns of one joint are one connection.
    let mut joints: Vec<Edge> = Vec::new();
    for edge in edges {
        if !joints.iter().any(|(a, b, _)| (*a, *b) == (edge.0, edge.1) || (*a, *b) == (edge.1, edge.0)) {
            joints.push(*edge);
        }
    }
    let graph = Graph::new(count, &joints);
    let mut sides = Vec::new();
    for bridge in graph.bridges() {
        push_both(&mut sides, &graph.reachable(joints[bridge].0, Some(bridge)));
    }
    sides
}

fn push_both(sides: &mut Vec<Vec<PartId>>, side: &[bool]) {
    for wanted in [true, false] {
        let parts: Vec<_> =
            side.iter().enumerate().filter(|(_, s)| **s == wanted).map(|(i, _)| PartId::new(i)).collect();
        if !parts.is_empty() && parts.len() < side.len() {
            sides.push(parts);
        }
    }
}

/// Adjacency with the index of each edge.
struct Graph {
    near: Vec<Vec<(usize, usize)>>,
}

impl Graph {
    fn new(count: usize, edges: &[Edge]) -> Self {
        let mut near = vec![Vec::new(); count];
        for (index, (a, b, _)) in edges.iter().enumerate() {
            near[*a].push((*b, index));
            near[*b].push((*a, index));
        }
        Self { near }
    }

    /// Everything that can be reached from `start` without the edge `but`.
    fn reachable(&self, start: usize, but: Option<usize>) -> Vec<bool> {
        let mut reached = vec![false; self.near.len()];
        let mut stack = vec![start];
        reached[start] = true;
        while let Some(at) = stack.pop() {
            for (next, edge) in &self.near[at] {
                if Some(*edge) != but && !reached[*next] {
                    reached[*next] = true;
                    stack.push(*next);
                }
            }
        }
        reached
    }

    /// Edges without which their two ends are apart (Tarjan, without recursion).
    fn bridges(&self) -> Vec<usize> {
        let count = self.near.len();
        let (mut entered, mut low) = (vec![usize::MAX; count], vec![usize::MAX; count]);
        let mut clock = 0;
        let mut found = Vec::new();
        for root in 0..count {
            if entered[root] != usize::MAX {
                continue;
            }
            // (node, the edge it was entered by, the next neighbour to look at)
            let mut stack = vec![(root, usize::MAX, 0usize)];
            (entered[root], low[root]) = (clock, clock);
            clock += 1;
            while let Some((at, by, next)) = stack.pop() {
                if let Some((to, edge)) = self.near[at].get(next).copied() {
                    stack.push((at, by, next + 1));
                    if edge == by {
                        continue;
                    }
                    if entered[to] == usize::MAX {
                        (entered[to], low[to]) = (clock, clock);
                        clock += 1;
                        stack.push((to, edge, 0));
                    } else {
                        low[at] = low[at].min(entered[to]);
                    }
                } else if let Some((parent, _, _)) = stack.last() {
                    low[*parent] = low[*parent].min(low[at]);
                    if low[at] > entered[*parent] {
                        found.push(by);
                    }
                }
            }
        }
        found.sort_unstable();
        found
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn bridges_are_told_from_rings() {
        // A triangle 0-1-2, a bridge 2-3, a triangle 3-4-5, and a doubled edge 5-6.
        let pairs = [(0, 1), (1, 2), (2, 0), (2, 3), (3, 4), (4, 5), (5, 3), (5, 6), (5, 6)];
        let edges: Vec<Edge> = pairs.iter().enumerate().map(|(i, (a, b))| (*a, *b, ColumnId(i))).collect();
        assert_eq!(Graph::new(7, &edges).bridges(), [3]);
    }
}
