//! One consistent state: which one-way parts carry, and what all links come to.
//!
//! The forces of a structure that gives way minimise a convex energy over all equilibria in which no one-way part acts against its sense. So the state is unique, and is
//! found by taking out what would have to act wrongly and putting back what would pass through; where that goes round in a circle, one part at a time, the first in
//! the order of the sheet, which always ends (K. Murty, Note on a Bard-type scheme for solving the complementarity problem, Opsearch 11, 1974).

use super::decide::decide;
use super::deformed::shapes;
use super::mesh::Mesh;
use super::system::{Solution, System, largest};
use super::{Contacts, Elastic, Refusal};
use crate::equilibrium::{ColumnId, Equilibrium, PartOf, clean};
use crate::geometry::Vector;
use crate::model::{BarId, Member, Model, Rigidity};
use crate::tolerance;
use crate::verdict::Verdict;
use std::collections::BTreeSet;

/// Rounds in which all parts change together, and rounds altogether.
const TOGETHER: usize = 8;
const ROUNDS: usize = 400;
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
    let carried_most = largest(&solution.q[first..]);
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
    let shapes = shapes(model, full, mesh, &carried, &solution);
    let pins = full.parts.iter().zip(&mesh.first).filter_map(|(part, at)| match part.of {
        PartOf::Pin(_) => Some(Vector::plane(solution.d[*at], solution.d[*at + 1])),
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

/// Bodies and bars without a stiffness.
fn rigid(model: &Model) -> Vec<Member> {
    let bodies = model.body_ids().filter(|body| {
        let body = &model.bodies[body.index()];
        !body.runs.is_empty() && body.stiff.iter().any(|s| s.bending == Rigidity::Rigid)
    });
    let bars = model.bars.iter().enumerate().filter(|(_, bar)| bar.axial == Rigidity::Rigid);
    let bars = bars.map(|(i, _)| Member::Bar(BarId(i)));
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
