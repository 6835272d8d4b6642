//! Forces that stiffness leaves open: shared by lengths alone, or refused with the names of what is missing.

use super::Refusal;
use super::mesh::Mesh;
use super::system::{Solution, System, largest};
use crate::equilibrium::{ColumnOf, Equilibrium, PartOf};
use crate::model::Member;
use crate::tolerance;
use faer::linalg::solvers::Solve;

/// States of force that lengths alone leave open: looked for at most.
const OPEN: usize = 24;

/// Where forces in links that do not give way are not unique: those of runs that only keep their length are the limit in which all have one and the same EA, so that
/// Σ N² L is the least. Everything else is refused by name.
pub(super) fn decide(
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
    let amounts = matrix.partial_piv_lu().solve(&wanted);
    let before = solution.q.clone();
    for (k, z) in open.iter().enumerate() {
        solution.q.iter_mut().zip(z).for_each(|(q, z)| *q -= amounts[(k, 0)] * z);
    }
    let noise = 1e-9 * largest(&before);
    let mut shared: Vec<Member> = Vec::new();
    for (row, (body, ..)) in mesh.pieces.iter().enumerate() {
        let touched = open.iter().any(|z| z[3 * row].abs() > tolerance::SELF_STRESS * largest(z));
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
    let size = largest(z);
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
            if let PartOf::Body(body) = full.parts[act.on.index()].of
                && mesh.graphs[body.index()].is_none()
            {
                push(Member::Body(body));
            }
        }
    }
    if members.is_empty() { Refusal::Between(columns) } else { Refusal::Without(members) }
}
