//! What tips, lifts or slides: how it moves, and the weight that would keep it down.
//!
//! Without equilibrium there is a motion on which the loads do work and which takes away no one-way part: none is pressed (J. Farkas, Theorie der einfachen
//! Ungleichungen, J. reine angew. Math. 124, 1902). Of all such motions the one is shown that lies nearest to the loads: with U the motions that what acts
//! both ways leaves, p = Uᵀ P and A the rises of the one-way parts on U, it is c = p + Aᵀ λ with A c ≥ 0, λ ≥ 0 and no λᵢ (A c)ᵢ but nothing.

use super::Motion;
use crate::equilibrium::{ColumnId, Equilibrium, OneWay};
use helvek_numbers::budget::spend;
use helvek_numbers::complementarity::complementary;
use helvek_numbers::tolerance;

/// By how much more than is needed a weight or a hold is tried: nobody can put on the exact one, and more of it must not tip something else.
pub(super) const MORE: f64 = 0.01;

/// The motion that loads (in the scaled rows) drive past one-way parts, none of which it passes through; nothing when they drive none.
pub(super) fn motion(
    equilibrium: &Equilibrium,
    one_way: &[(ColumnId, OneWay)],
    loads: &[f64],
) -> Option<Motion> {
    // What a rough contact holds across is there as long as it touches.
    let mut rubbing: Vec<ColumnId> = Vec::new();
    for _ in 0..=one_way.len() {
        let absent: Vec<ColumnId> =
            one_way.iter().map(|(id, _)| *id).chain(rubbing.iter().copied()).collect();
        let split = equilibrium.without(&absent);
        let free = &split.spectrum.motions;
        spend(one_way.len() * free.len() * (equilibrium.rows() + one_way.len()) / 800);
        let dot = |a: &[f64], b: &[f64]| a.iter().zip(b).map(|(a, b)| a * b).sum::<f64>();
        let along = |rows: &[f64]| -> Vec<f64> { free.iter().map(|u| dot(u, rows)).collect() };
        let pushes: Vec<Vec<f64>> = one_way
            .iter()
            .map(|(id, sense)| {
                let mut rows = vec![0.0; equilibrium.rows()];
                for act in &equilibrium.column(*id).acts {
                    equilibrium.scaled_rows(act, |row, v| rows[row] += sense.sign() * v);
                }
                let size = dot(&rows, &rows).sqrt();
                // What nothing of the motions moves is noise, and has no sense.
                along(&rows)
                    .into_iter()
                    .map(|v| if v.abs() <= tolerance::SINGULAR * size { 0.0 } else { v / size })
                    .collect()
            })
            .collect();
        let p = along(loads);
        let m: Vec<Vec<f64>> = pushes.iter().map(|a| pushes.iter().map(|b| dot(a, b)).collect()).collect();
        let q: Vec<f64> = pushes.iter().map(|a| dot(a, &p)).collect();
        let held = complementary(&m, &q)?;
        let mut c = p.clone();
        for (push, by) in pushes.iter().zip(&held) {
            c.iter_mut().zip(push).for_each(|(c, a)| *c += a * by);
        }
        let size = dot(&c, &c).sqrt();
        if size <= tolerance::RESIDUAL * dot(loads, loads).sqrt() {
            return None;
        }
        let opens = one_way.iter().zip(&pushes).filter(|(_, push)| dot(push, &c) > tolerance::ONE_WAY * size);
        let lets_go: Vec<ColumnId> = opens
            .flat_map(|((id, _), _)| equilibrium.letting_go(*id).skip(1))
            .filter(|id| !rubbing.contains(id))
            .collect();
        if lets_go.is_empty() {
            let mut rows = vec![0.0; equilibrium.rows()];
            for (u, by) in free.iter().zip(&c) {
                rows.iter_mut().zip(u).for_each(|(r, u)| *r += by * u);
            }
            return Some(Motion::of(equilibrium, &rows));
        }
        rubbing.extend(lets_go);
    }
    None
}
