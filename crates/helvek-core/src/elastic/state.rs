//! One consistent state: which one-way parts carry, and what all links come to.
//!
//! The forces of a structure that gives way minimise a convex energy over all equilibria in which no one-way part acts against its sense. So the state is unique, and is
//! found by taking out what would have to act wrongly and putting back what would pass through; where that goes round in a circle, one part at a time, the first in
//! the order of the sheet, which always ends (K. Murty, Note on a Bard-type scheme for solving the complementarity problem, Opsearch 11, 1974).

use super::mesh::Mesh;
use super::shape::{Bend, Held, Shape};
use super::system::{Solution, System};
use super::{Contacts, Elastic, Moved, Refusal};
use crate::equilibrium::{ColumnId, ColumnOf, Equilibrium, clean};
use crate::geometry::Vector;
use crate::model::{Member, Model, PointId, Rigidity};
use crate::tolerance;
use crate::verdict::Verdict;
use std::collections::BTreeSet;

/// Rounds in which all parts change together, and rounds altogether.
const TOGETHER: usize = 8;
const ROUNDS: usize = 400;
/// States of force that lengths alone leave open: looked for at most.
const OPEN: usize = 24;
/// What is left of the equations may not be more than this beside their right-hand side.
const LOST: f64 = 1e-6;

pub(super) fn solve(
    model: &Model,
    full: &Equilibrium,
    mesh: &Mesh,
    verdict: &Verdict,
    contacts: Contacts,
) -> Result<Elastic, Refusal> {
    let first = mesh.first_column();
    let mut one_way: Vec<_> = full.column_ids().filter(|id| full.column(*id).one_way.is_some()).collect();
    if contacts == Contacts::AsTheyAre {
        one_way.clear();
    }
    let mut out: BTreeSet<ColumnId> = BTreeSet::new();
    // To begin with, what equilibrium found out.
    out.extend(verdict.released.iter().copied());
    for round in 0..ROUNDS {
        let skip =
            |row: usize| row >= first && (mesh.skipped[row - first] || out.contains(&ColumnId(row - first)));
        let system = System::of(mesh.dofs, &mesh.links, |row| !skip(row)).ok_or(Refusal::Numbers)?;
        let solution = system.solve(&mesh.links, &mesh.loads).ok_or(Refusal::Numbers)?;
        let wrong = wrong(full, mesh, &solution, &one_way, &out);
        if wrong.is_empty() {
            return finish(model, full, mesh, verdict, &system, solution, out);
        }
        let change: Vec<_> = if round < TOGETHER { wrong } else { wrong[..1].to_vec() };
        for id in change {
            if !out.remove(&id) {
                out.insert(id);
            }
        }
    }
    Err(Refusal::Contacts)
}

/// One-way parts that act against their sense, and those out of contact that would pass through.
fn wrong(
    full: &Equilibrium,
    mesh: &Mesh,
    solution: &Solution,
    one_way: &[ColumnId],
    out: &BTreeSet<ColumnId>,
) -> Vec<ColumnId> {
    let first = mesh.first_column();
    let largest = |v: &[f64]| v.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    let (force, motion) = (full.load_scale().max(largest(&solution.q[first..])), largest(&solution.d));
    let acts_wrongly = |id: &&ColumnId| {
        let sense = full.column(**id).one_way.map_or(1.0, |sense| sense.sign());
        let link = &mesh.links[first + id.index()];
        if out.contains(id) {
            // A positive work of its force is where it would have to act to stop what happens.
            let gap: f64 = link.b.iter().map(|(dof, b)| b * solution.d[*dof]).sum::<f64>() - link.imposed;
            sense * gap < -tolerance::ONE_WAY * motion
        } else {
            // q is what the link carries in compression of its unit wrench: the column is −q.
            -sense * solution.q[first + id.index()] < -tolerance::ONE_WAY * force
        }
    };
    one_way.iter().filter(acts_wrongly).copied().collect()
}

fn finish(
    model: &Model,
    full: &Equilibrium,
    mesh: &Mesh,
    verdict: &Verdict,
    system: &System,
    mut solution: Solution,
    out: BTreeSet<ColumnId>,
) -> Result<Elastic, Refusal> {
    if solution.left > LOST {
        return Err(Refusal::Numbers);
    }
    let shared = decide(full, mesh, system, &mut solution)?;
    let first = mesh.first_column();
    let scales = full.scales();
    let carried_most = solution.q[first..].iter().fold(0.0f64, |a, b| a.max(b.abs()));
    let values = full.columns.iter().enumerate().map(|(i, column)| {
        let scale = scales.of(column.kind).max(if full.load_scale() > 0.0 { 0.0 } else { carried_most });
        if mesh.skipped[i] { verdict.values[i] } else { clean(-solution.q[first + i], scale) }
    });
    let values: Vec<f64> = values.collect();
    let mut carried: Vec<Vec<[f64; 3]>> =
        mesh.graphs.iter().map(|g| vec![[0.0; 3]; g.as_ref().map_or(0, |g| g.edges.len())]).collect();
    for (row, (body, edge, piece)) in mesh.pieces.iter().enumerate() {
        let q = [0, 1, 2].map(|k| solution.q[3 * row + k]);
        carried[body.index()][*edge] = piece.begins(q);
    }
    let node = |at: usize| Moved {
        by: Vector::plane(solution.d[at], solution.d[at + 1]),
        turned: solution.d[at + 2],
    };
    let moved = model.body_ids().map(|body| {
        let at = mesh.first[body.index()];
        let count = mesh.graphs[body.index()].as_ref().map_or(1, |graph| graph.count());
        (0..count).map(|vertex| node(at + 3 * vertex)).collect()
    });
    let moved = moved.collect();
    let shapes = shapes(model, full, mesh, &carried, &solution);
    let pins = full.parts.iter().zip(&mesh.first).filter_map(|(part, at)| match part.of {
        crate::equilibrium::PartOf::Pin(_) => Some(Vector::plane(solution.d[*at], solution.d[*at + 1])),
        _ => None,
    });
    let pins = pins.collect();
    let relative = model
        .bodies
        .iter()
        .flat_map(|body| body.stiff.iter().flat_map(|s| [s.bending, s.axial]))
        .chain(model.bars.iter().map(|bar| bar.axial))
        .any(Rigidity::relative);
    let energy = energy(mesh, &solution, &out);
    Ok(Elastic {
        values,
        released: out.into_iter().collect(),
        carried,
        moved,
        shapes,
        pins,
        relative,
        loose: verdict.mobility > 0,
        residual: solution.left,
        energy,
        rigid: rigid(model),
        shared,
    })
}

/// Where forces in links that do not give way are not unique: those of runs that only keep their length are the limit in which all have one and the same EA, so that
/// Σ N² L is the least. Everything else is refused by name.
fn decide(
    full: &Equilibrium,
    mesh: &Mesh,
    system: &System,
    solution: &mut Solution,
) -> Result<Vec<Member>, Refusal> {
    let open = system.undecided(OPEN);
    if open.is_empty() {
        return Ok(Vec::new());
    }
    let first = mesh.first_column();
    // The pull of a piece that bends and keeps its length has its length for a weight.
    let weight = |row: usize| {
        if row >= first || !row.is_multiple_of(3) {
            return 0.0;
        }
        let piece = &mesh.pieces[row / 3].2;
        if piece.stretches == 0.0 { piece.length } else { 0.0 }
    };
    let count = open.len();
    let dot = |a: &[f64], b: &[f64]| -> f64 {
        a.iter().zip(b).enumerate().map(|(row, (a, b))| weight(row) * a * b).sum()
    };
    let size = |z: &[f64]| z.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    let scale = open.iter().map(|z| dot(z, z)).fold(0.0, f64::max);
    let matrix = faer::Mat::from_fn(count, count, |i, j| dot(&open[i], &open[j]));
    let eigen = matrix.self_adjoint_eigen(faer::Side::Lower).map_err(|_| Refusal::Numbers)?;
    let weakest = eigen.S().column_vector().iter().copied().fold(f64::INFINITY, f64::min);
    if count == OPEN || scale <= 0.0 || weakest <= 1e-10 * scale {
        // Some state of force is carried by things that do not even bend: they are named.
        let idle = (0..count).find(|k| eigen.S().column_vector()[*k] <= 1e-10 * scale.max(f64::MIN_POSITIVE));
        let mut z = open[0].clone();
        if let Some(k) = idle {
            let u = eigen.U();
            z = (0..z.len()).map(|row| (0..count).map(|i| u[(i, k)] * open[i][row]).sum()).collect();
        }
        return Err(unheld(full, mesh, &z));
    }
    let wanted = faer::Mat::from_fn(count, 1, |i, _| dot(&open[i], &solution.q));
    use faer::linalg::solvers::Solve;
    let amounts = matrix.partial_piv_lu().solve(&wanted);
    let before = solution.q.clone();
    for (k, z) in open.iter().enumerate() {
        solution.q.iter_mut().zip(z).for_each(|(q, z)| *q -= amounts[(k, 0)] * z);
    }
    let noise = 1e-9 * size(&before);
    let mut shared: Vec<Member> = Vec::new();
    for (row, (body, ..)) in mesh.pieces.iter().enumerate() {
        let touched = open.iter().any(|z| z[3 * row].abs() > tolerance::SELF_STRESS * size(z));
        let carries = solution.q[3 * row].abs() > noise;
        if touched && carries && shared.last() != Some(&Member::Body(*body)) {
            shared.push(Member::Body(*body));
        }
    }
    Ok(shared)
}

/// What carries a state of force that nothing decides.
fn unheld(full: &Equilibrium, mesh: &Mesh, z: &[f64]) -> Refusal {
    let first = mesh.first_column();
    let size = z.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    let in_it = |row: usize| z[row].abs() > 1e-6 * size;
    let mut members: Vec<Member> = Vec::new();
    let mut push = |member: Member| {
        if !members.contains(&member) {
            members.push(member);
        }
    };
    for (row, (body, ..)) in mesh.pieces.iter().enumerate() {
        if [0, 1, 2].into_iter().any(|k| in_it(3 * row + k)) {
            push(Member::Body(*body));
        }
    }
    let mut columns = Vec::new();
    for id in full.column_ids().filter(|id| in_it(first + id.index())) {
        columns.push(id);
        if let ColumnOf::Bar(bar) = full.column(id).of {
            push(Member::Bar(bar));
        }
        for act in &full.column(id).acts {
            if let crate::equilibrium::PartOf::Body(body) = full.parts[act.on.index()].of
                && mesh.graphs[body.index()].is_none()
            {
                push(Member::Body(body));
            }
        }
    }
    if members.is_empty() { Refusal::Between(columns) } else { Refusal::Without(members) }
}

/// Bodies and bars without a stiffness.
fn rigid(model: &Model) -> Vec<Member> {
    let bodies = model.body_ids().filter(|body| {
        let body = &model.bodies[body.index()];
        !body.runs.is_empty() && body.stiff.iter().any(|s| s.bending == Rigidity::Rigid)
    });
    let bars = model.bars.iter().enumerate().filter(|(_, bar)| bar.axial == Rigidity::Rigid);
    let bars = bars.map(|(i, _)| Member::Bar(crate::model::BarId(i)));
    bodies.map(Member::Body).chain(bars).collect()
}

/// How far Σ P d is from Σ q (f q + e₀), over the sizes of both.
fn energy(mesh: &Mesh, solution: &Solution, out: &BTreeSet<ColumnId>) -> f64 {
    let first = mesh.first_column();
    let outer: Vec<f64> = mesh.loads.iter().zip(&solution.d).map(|(p, d)| p * d).collect();
    let kept = |row: usize| row < first || !out.contains(&ColumnId(row - first));
    let inner = mesh.links.iter().zip(&solution.q).enumerate().filter(|(row, _)| kept(*row));
    let inner: Vec<f64> = inner.map(|(_, (link, q))| q * (link.gives * q + link.imposed)).collect();
    let size: f64 = outer.iter().chain(&inner).map(|w| w.abs()).sum();
    if size > 0.0 { (outer.iter().sum::<f64>() - inner.iter().sum::<f64>()).abs() / size } else { 0.0 }
}

/// The shape of every straight stretch, in the order of [`crate::solution::Solved::inside`].
fn shapes(
    model: &Model,
    full: &Equilibrium,
    mesh: &Mesh,
    carried: &[Vec<[f64; 3]>],
    solution: &Solution,
) -> Vec<Shape> {
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
                let across = [goes.dot(along.left()), turned, 0.0, 0.0, 0.0, 0.0];
                let bends = vec![Bend { start: 0.0, end, across, along: [goes.dot(along), 0.0, 0.0, 0.0] }];
                all.push(Shape { body, points, along, bends, held: Vec::new() });
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
            let mut held: Vec<Held> = Vec::new();
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
                        held.push(Held { station, free: !across && !corner });
                    }
                };
                if k == 0 {
                    part(edge.ends[0], edge.start, true);
                }
                part(edge.ends[1], edge.start + edge.length, k + 1 == stretch.edges.len());
            }
            let points = stretch.points.clone();
            all.push(Shape { body, points, along, bends, held });
        }
    }
    all
}
