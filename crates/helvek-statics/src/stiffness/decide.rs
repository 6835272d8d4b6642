//! Forces that stiffness leaves open: shared by lengths alone, or refused with the names of what is missing.

use super::mesh::Mesh;
use super::system::{Solution, System};
use super::{Cause, StiffnessRefusal};
use crate::equilibrium::{ColumnId, ColumnOf, Equilibrium, PartOf};
use crate::model::Member;
use helvek_numbers::linear::Matrix;
use helvek_numbers::tolerance;

/// A state of force whose Σ N² L is below this beside the largest is carried by nothing that has a length to keep.
const IDLE: f64 = 1e-10;

/// The unique forces of links that do not give way, where equilibrium leaves them open: those of runs that only keep their length are the limit in which all have one and the same EA.
/// Everything else is refused by name. `open`: the states of force that are not decided, one row each over all links.
///
/// With one large EA the energy is ½ ∫ N²/EA along all runs beside what does not depend on it; so in the limit ∫ N² is the least. Along a piece N(x) = q + h(x),
/// q at its end and h what loads along it add; over all q + Σ aₖ zₖ that is Σ zₖ (L (q + Σ a z) + ∫ h) = 0 for each k.
pub(super) fn decide(
    full: &Equilibrium,
    mesh: &Mesh,
    open: &[Vec<f64>],
    solution: &mut Solution,
) -> Result<Vec<Member>, StiffnessRefusal> {
    if open.is_empty() {
        return Ok(Vec::new());
    }
    // Of each piece that bends and keeps its length: its row, its length and what is hung on it.
    let keeping: Vec<(usize, f64, f64)> = mesh
        .pieces
        .iter()
        .enumerate()
        .filter(|(_, (.., piece))| piece.stretches == 0.0)
        .map(|(index, (.., piece))| (3 * index, piece.length, piece.hung()))
        .collect();
    let count = open.len();
    let dot = |a: &[f64], b: &[f64]| -> f64 {
        keeping.iter().map(|(row, length, _)| length * a[*row] * b[*row]).sum()
    };
    let matrix = Matrix::of(count, count, &|i, j| dot(&open[i], &open[j]));
    let (sizes, u) = matrix.symmetric_eigen().ok_or(StiffnessRefusal::Numbers)?;
    let largest = sizes.iter().copied().fold(0.0, f64::max);
    let idle = (0..count).find(|k| sizes[*k] <= IDLE * largest);
    if largest <= 0.0 || idle.is_some() {
        // Some state of force is carried by things that do not even bend: they are named.
        let mut z = open[0].clone();
        if let Some(k) = idle.filter(|_| largest > 0.0) {
            z = (0..z.len()).map(|row| (0..count).map(|i| u[(i, k)] * open[i][row]).sum()).collect();
        }
        let (members, columns) = carrying(full, mesh, &z);
        return Err(if members.is_empty() {
            StiffnessRefusal::Between(columns)
        } else {
            StiffnessRefusal::Without(members)
        });
    }
    let wanted = open.iter().map(|z| {
        let hung: f64 = keeping.iter().map(|(row, _, hung)| z[*row] * hung).sum();
        dot(z, &solution.q) + hung
    });
    let amounts = matrix.solve_sound(&wanted.collect::<Vec<_>>());
    let noise = tolerance::ZERO_FORCE * mesh.largest_force(&solution.q);
    for (k, z) in open.iter().enumerate() {
        solution.q.iter_mut().zip(z).for_each(|(q, z)| *q -= amounts[k] * z);
    }
    let mut shared: Vec<Member> = Vec::new();
    for (row, (body, _, piece)) in mesh.pieces.iter().enumerate() {
        let touched = open.iter().any(|z| z[3 * row].abs() > tolerance::SELF_STRESS * mesh.largest_force(z));
        let carries =
            [0.0, piece.p[0] * piece.length].iter().any(|h| (solution.q[3 * row] + h).abs() > noise);
        if touched && carries && shared.last() != Some(&Member::Body(*body)) {
            shared.push(Member::Body(*body));
        }
    }
    Ok(shared)
}

/// The states of force that nothing decides.
///
/// # Errors
/// When one of them would do work on what is imposed: links that cannot give way are to become longer or shorter, and no displacements fit.
pub(super) fn undecided(
    full: &Equilibrium,
    mesh: &Mesh,
    system: &System,
) -> Result<Vec<Vec<f64>>, StiffnessRefusal> {
    let open = system.undecided().ok_or(StiffnessRefusal::Numbers)?;
    let rigid = |row: &usize| mesh.links[*row].gives == 0.0;
    let imposed = |row: usize| mesh.links[row].imposed;
    let most: f64 =
        (0..mesh.links.len()).filter(rigid).map(|row| (imposed(row) * mesh.arms[row]).abs()).sum();
    let mut state = vec![0.0; mesh.links.len()];
    let mut impossible = false;
    for z in &open {
        let work: f64 = (0..z.len()).filter(rigid).map(|row| z[row] * imposed(row)).sum();
        impossible |= work.abs() > tolerance::SELF_STRESS * mesh.largest_force(z) * most;
        state.iter_mut().zip(z).for_each(|(s, z)| *s += work * z);
    }
    if !impossible {
        return Ok(open);
    }
    let least = 1e-6 * mesh.largest_force(&state);
    let acts = |row: &usize| imposed(*row) != 0.0 && (state[*row] / mesh.arms[*row]).abs() > least;
    let mut causes: Vec<Cause> = Vec::new();
    for row in (0..mesh.links.len()).filter(rigid).filter(acts) {
        let cause = match row.checked_sub(mesh.first_column()).map(|c| full.columns[c].of) {
            Some(ColumnOf::Support(support)) => Cause::Settles(support),
            _ => Cause::Warms,
        };
        if !causes.contains(&cause) {
            causes.push(cause);
        }
    }
    let (members, columns) = carrying(full, mesh, &state);
    Err(StiffnessRefusal::Locked { members, columns, causes })
}

/// The members and columns that carry a state of force.
fn carrying(full: &Equilibrium, mesh: &Mesh, z: &[f64]) -> (Vec<Member>, Vec<ColumnId>) {
    let first = mesh.first_column();
    let least = 1e-6 * mesh.largest_force(z);
    let in_it = |row: usize| (z[row] / mesh.arms[row]).abs() > least;
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
            if let PartOf::Body(body) = full.parts[act.on.index()].of
                && mesh.graphs[body.index()].is_none()
            {
                push(Member::Body(body));
            }
        }
    }
    (members, columns)
}
