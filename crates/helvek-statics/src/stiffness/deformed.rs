//! From the displacements of nodes to the shapes of stretches, and to where spans are parted.

use super::mesh::Mesh;
use super::shape::{Bend, DeflectedShape, SpanEnd};
use super::system::Solution;
use crate::equilibrium::Equilibrium;
use crate::model::{Model, PointId};
use helvek_numbers::geometry::Vector;

/// The shape of every straight stretch, in the order of [`crate::solution::Statics::inside`].
pub(super) fn shapes(
    model: &Model,
    full: &Equilibrium,
    mesh: &Mesh,
    carried: &[Vec<[f64; 3]>],
    solution: &Solution,
) -> Vec<DeflectedShape> {
    let mut all = Vec::new();
    let mut firsts = vec![0; mesh.graphs.len()];
    for (row, (body, edge, _)) in mesh.pieces.iter().enumerate() {
        if *edge == 0 {
            firsts[body.index()] = row;
        }
    }
    let d = &solution.d;
    for body in model.body_ids() {
        let first = mesh.first[body.index()];
        let Some(graph) = &mesh.graphs[body.index()] else {
            let reference = full.parts[body.index()].reference;
            let by = Vector::plane(d[first], d[first + 1]);
            let turned = d[first + 2];
            for points in model.bodies[body.index()].runs.iter().flat_map(|run| model.stretches(run)) {
                let from = model.at(points[0]);
                let along = (model.at(points[points.len() - 1]) - from).unit().unwrap_or(Vector::X);
                let station = |p: &PointId| (*p, (model.at(*p) - from).dot(along));
                let points: Vec<_> = points.iter().map(station).collect();
                let end = points.last().map_or(0.0, |p| p.1);
                let goes = by + Vector::Z.cross(from - reference) * turned;
                let bend = Bend::rigid(end, [goes.dot(along), goes.dot(along.left()), turned]);
                all.push(DeflectedShape { body, points, along, bends: vec![bend], held: Vec::new() });
            }
            continue;
        };
        // How many edges meet at each vertex, and in which directions something holds it.
        let mut meets = vec![0; graph.count()];
        graph.edges.iter().flat_map(|edge| edge.ends).for_each(|vertex| meets[vertex] += 1);
        let mut holds: Vec<Vec<Vector>> = vec![Vec::new(); graph.count()];
        for (index, link) in mesh.links[mesh.first_column()..].iter().enumerate() {
            for (dof, _) in link.b.iter().filter(|(dof, _)| (first..first + 3 * graph.count()).contains(dof))
            {
                let vertex = (dof - first) / 3;
                let acts = full.columns[index].acts.iter();
                holds[vertex].extend(acts.map(|act| act.wrench.force).filter(|f| *f != Vector::ZERO));
            }
        }
        for stretch in &graph.stretches {
            let (along, n) = (stretch.along, stretch.along.left());
            let mut bends = Vec::new();
            let mut held: Vec<SpanEnd> = Vec::new();
            for (k, index) in stretch.edges.iter().enumerate() {
                let piece = &mesh.pieces[firsts[body.index()] + index].2;
                let edge = &graph.edges[*index];
                let at = first + 3 * edge.ends[0];
                let goes = Vector::plane(d[at], d[at + 1]);
                let ends = [goes.dot(along), goes.dot(n), d[at + 2]];
                bends.push(Bend::of(piece, edge.start, ends, carried[body.index()][*index]));
                let mut part = |vertex: usize, station: f64, outer: bool| {
                    let across = holds[vertex].iter().any(|force| force.dot(n).abs() > 0.2);
                    let corner = meets[vertex] > if outer { 1 } else { 2 };
                    if across || corner || outer {
                        held.push(SpanEnd { station, free: !across && !corner });
                    }
                };
                if k == 0 {
                    part(edge.ends[0], edge.start, true);
                }
                part(edge.ends[1], edge.start + edge.length, k + 1 == stretch.edges.len());
            }
            let points = stretch.points.clone();
            all.push(DeflectedShape { body, points, along, bends, held });
        }
    }
    all
}
