//! One consistent state: which one-way parts carry, and what all links come to.
//!
//! The forces of a structure that gives way minimise a convex energy over all equilibria in which no one-way part acts against its sense. So the state is unique. Mostly it
//! is found at once by taking out what would have to act wrongly and putting back what would pass through; where that does not end in a few rounds, as a
//! complementarity problem by a method that does ([`super::contacts`]). Rough contacts take their friction with them when they let go, which is no such problem: of a few of
//! them all sets are tried.

use super::contacts::candidates;
use super::decide::{decide, undecided};
use super::deformed::shapes;
use super::mesh::Mesh;
use super::system::{Solution, System, usual_stiffness};
use super::{Contacts, Elastic, Factors, StiffnessRefusal};
use crate::equilibrium::{ColumnId, Equilibrium, PartOf, clean};
use crate::model::{BarId, Member, Model, Rigidity};
use crate::verdict::Verdict;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use std::collections::BTreeSet;
use std::sync::Arc;

/// Rounds in which all parts change together.
const TOGETHER: usize = 6;
/// One-way parts, rough ones among them, of which all sets are tried.
const SETS: usize = 10;
/// The largest remainder of the equations beside their right-hand side.
const LOST: f64 = 1e-6;

pub(super) fn solve(
    model: &Model,
    full: &Equilibrium,
    mesh: &Mesh,
    verdict: &Verdict,
    contacts: Contacts,
    factors: &Factors,
) -> Result<Elastic, StiffnessRefusal> {
    let mut one_way: Vec<_> = full.column_ids().filter(|id| full.column(*id).one_way.is_some()).collect();
    if contacts == Contacts::AsTheyAre {
        one_way.clear();
    }
    let tried = |out: &BTreeSet<ColumnId>| State::of(full, mesh, &one_way, out, factors);
    // To begin with, what equilibrium found out.
    let begins_out = verdict.released.iter().copied().filter(|id| full.column(*id).one_way.is_some());
    let mut out: BTreeSet<ColumnId> = begins_out.collect();
    let mut state = tried(&out)?;
    for _ in 0..TOGETHER {
        if state.wrong.is_empty() || state.solution.unbalanced > LOST {
            break;
        }
        for id in &state.wrong {
            if !out.remove(id) {
                out.insert(*id);
            }
        }
        state = tried(&out)?;
    }
    if !state.fits() && !one_way.is_empty() {
        let rubs = |id: &ColumnId| full.letting_go(*id).nth(1).is_some();
        let sets = one_way.iter().any(rubs) && one_way.len() <= SETS;
        let sets = (0..if sets { 1usize << one_way.len() } else { 0 }).map(|set| {
            let listed = one_way.iter().enumerate().filter(|(i, _)| set >> i & 1 == 1);
            listed.map(|(_, id)| *id).collect()
        });
        let others = candidates(full, mesh, &one_way).map(|out| out.into_iter().collect()).chain(sets);
        let fitting = others.filter_map(|out| Some((tried(&out).ok().filter(State::fits)?, out))).next();
        if let Some(found) = fitting {
            (state, out) = found;
        }
    }
    if !one_way.is_empty() && !state.fits() {
        // What cannot give way at all is the better reason.
        undecided(full, mesh, &state.system)?;
        return Err(StiffnessRefusal::Contacts);
    }
    let out = out.into_iter().flat_map(|id| full.letting_go(id)).collect();
    finish(model, full, mesh, verdict, state, out)
}

/// A set of one-way parts tried.
struct State {
    system: Arc<System>,
    solution: Solution,
    /// One-way parts that act against their sense, and those out of contact that would pass through.
    wrong: Vec<ColumnId>,
}

impl State {
    fn of(
        full: &Equilibrium,
        mesh: &Mesh,
        one_way: &[ColumnId],
        out: &BTreeSet<ColumnId>,
        factors: &Factors,
    ) -> Result<Self, StiffnessRefusal> {
        let first = mesh.first_column();
        let gone: BTreeSet<ColumnId> = out.iter().flat_map(|id| full.letting_go(*id)).collect();
        let skip =
            |row: usize| row >= first && (mesh.skipped[row - first] || gone.contains(&ColumnId(row - first)));
        let system =
            factors.system(&mesh.levers, &mesh.links, |row| !skip(row)).ok_or(StiffnessRefusal::Numbers)?;
        let solution = system.solve(&mesh.links, &mesh.loads).ok_or(StiffnessRefusal::Numbers)?;
        let wrong = wrong(full, mesh, &solution, one_way, out);
        Ok(Self { system, solution, wrong })
    }

    fn fits(&self) -> bool {
        self.wrong.is_empty() && self.solution.unbalanced <= LOST
    }
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
    let (force, motion) =
        (full.load_scale().max(mesh.largest_force(&solution.q)), mesh.largest_motion(&solution.d));
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
    state: State,
    out: BTreeSet<ColumnId>,
) -> Result<Elastic, StiffnessRefusal> {
    let State { system, mut solution, .. } = state;
    let open = undecided(full, mesh, &system)?;
    if solution.left > LOST {
        return Err(StiffnessRefusal::Numbers);
    }
    let shared = decide(full, mesh, &open, &mut solution)?;
    let first = mesh.first_column();
    let scales = full.scales();
    // Without loads what is nothing is measured against what is carried.
    let carried_most = if full.load_scale() > 0.0 { 0.0 } else { mesh.largest_force(&solution.q) };
    let values = full.columns.iter().enumerate().map(|(i, column)| {
        let scale = scales.of(column.kind).max(carried_most * mesh.arms[first + i]);
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

/// The distance of Σ P d from Σ q (f q + e₀), over the largest single term that enters them: also of what is taken together in them, the elongation bᵀ d that a link has
/// and the e₀ that it would have by itself. Where the work of all loads is nothing, their sum is no measure; where nothing moves, it is what the largest force stores in
/// something of the usual stiffness.
fn energy(mesh: &Mesh, solution: &Solution, out: &BTreeSet<ColumnId>) -> f64 {
    let first = mesh.first_column();
    let stored = mesh.largest_force(&solution.q).powi(2) / usual_stiffness(&mesh.levers, &mesh.links);
    let (mut sum, mut largest) = (0.0, stored);
    for (p, d) in mesh.loads.iter().zip(&solution.d) {
        sum += p * d;
        largest = largest.max((p * d).abs());
    }
    let kept = |row: usize| row < first || !out.contains(&ColumnId(row - first));
    let links = mesh.links.iter().zip(&solution.q).enumerate().filter(|(row, _)| kept(*row));
    for (_, (link, q)) in links {
        sum -= q * (link.gives * q + link.imposed);
        largest = largest.max(link.gives * q * q).max((q * link.imposed).abs());
        for (dof, b) in link.b.iter().filter(|_| link.gives > 0.0) {
            largest = largest.max((b * solution.d[*dof]).powi(2) / link.gives);
        }
        if link.gives > 0.0 {
            largest = largest.max(link.imposed.powi(2) / link.gives);
        }
        // What a link that does not give way carries works on each of its ends.
        let ends = link.b.iter().map(|(dof, b)| (q * b * solution.d[*dof]).abs());
        largest = ends.fold(largest, f64::max);
    }
    if largest > 0.0 { sum.abs() / largest } else { 0.0 }
}
