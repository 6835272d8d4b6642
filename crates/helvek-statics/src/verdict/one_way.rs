//! One-way parts: contacts that only push, cables and ropes that only pull, struts that only push.
//!
//! Not by letting go of one after the other, which depends on the order, but as one question: among all equilibria x₀ + N z (x₀ any solution,
//! N the self-stresses), are there any in which every one-way part has its sign? That is a small linear programme in z.
//!
//! None: the model tips, lifts or slides, and the programme says what would have to be held. One or more: each one-way part has a least
//! force that it carries in any of them. When all of these least forces can occur together, every other equilibrium differs from that state
//! by a self-stress that would have to be put in on purpose; the state is taken, and parts that carry nothing in it are out of
//! contact. When they cannot, several different sets of parts can carry, and equilibrium alone does not say which.

use super::{Judged, Motion, Verdict, status, tipping};
use crate::equilibrium::{ColumnId, Equilibrium, OneWay, clean};
use helvek_numbers::budget::spend;
use helvek_numbers::linear::Matrix;
use helvek_numbers::tolerance;
use microlp::{ComparisonOp, OptimizationDirection, Problem};

/// The state of the one-way parts.
#[derive(Debug, Clone, PartialEq)]
pub enum OneWayState {
    /// There are none, or their signs are right as they are.
    AsTheyAre,
    /// Some are out of contact or slack, and the rest carries: [`Verdict::released`].
    Released,
    /// Different sets of them can carry.
    NotUnique,
    /// No set of them can carry: it tips, lifts or slides unless something is held. Holds that were tried and do it; empty where none were found.
    Tips(Vec<Hold>),
}

/// A one-way part that would have to act against its sense.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Hold {
    /// The unknown.
    pub column: ColumnId,
    /// The force by which it would have to be held, N.
    pub force: f64,
}

/// The verdict of an equilibrium, one-way parts settled.
pub(super) fn settle(equilibrium: &Equilibrium) -> Verdict {
    settled(equilibrium, &equilibrium.scaled_loads(), true)
}

/// The same under other loads, in the scaled rows. What tips is not told how it moves and what would hold it.
pub(super) fn settled_under(equilibrium: &Equilibrium, loads: &[f64]) -> Verdict {
    settled(equilibrium, loads, false)
}

fn settled(equilibrium: &Equilibrium, loads: &[f64], told: bool) -> Verdict {
    let judged = Judged::of(equilibrium, equilibrium.whole(), loads);
    let one_way: Vec<_> = equilibrium
        .column_ids()
        .filter_map(|id| equilibrium.column(id).one_way.map(|sense| (id, sense)))
        .collect();
    if one_way.is_empty() || !judged.verdict.equilibrium {
        return judged.verdict;
    }
    let bound = Bound { equilibrium, loads, judged, one_way };
    let touched = bound.touched();
    let mut holds = bound.wrong_and_fixed();
    // The smallest holds always exist; none are needed exactly when there is an equilibrium with right signs.
    match if touched.is_empty() { Some(Vec::new()) } else { bound.holds(&touched) } {
        Some(more) => holds.extend(more),
        None if holds.is_empty() => {
            return Verdict { one_way: OneWayState::NotUnique, ..bound.judged.verdict };
        }
        None => {}
    }
    if !holds.is_empty() {
        return bound.tips(holds, told);
    }
    if touched.is_empty() {
        return bound.judged.verdict;
    }
    let Some(least) = bound.least(&touched) else {
        return Verdict { one_way: OneWayState::NotUnique, ..bound.judged.verdict };
    };
    if !bound.together(&touched, &least) {
        return Verdict { one_way: OneWayState::NotUnique, ..bound.judged.verdict };
    }
    bound.release(&touched, &least)
}

struct Bound<'a> {
    equilibrium: &'a Equilibrium,
    /// In the scaled rows.
    loads: &'a [f64],
    judged: Judged,
    one_way: Vec<(ColumnId, OneWay)>,
}

impl Bound<'_> {
    fn scale(&self) -> f64 {
        let scale = self.equilibrium.load_scale();
        if scale > 0.0 { scale } else { 1.0 }
    }

    /// The force of a one-way part, positive in the sense in which it can act, beside the loads.
    fn force(&self, (id, sense): (ColumnId, OneWay)) -> f64 {
        sense.sign() * self.judged.verdict.values[id.index()] / self.scale()
    }

    /// The one-way parts that a self-stress changes.
    fn touched(&self) -> Vec<(ColumnId, OneWay)> {
        self.one_way.iter().filter(|(id, _)| !self.judged.verdict.determined[id.index()]).copied().collect()
    }

    /// Those that no self-stress changes and whose sign is wrong.
    fn wrong_and_fixed(&self) -> Vec<Hold> {
        let fixed = self.one_way.iter().filter(|(id, _)| self.judged.verdict.determined[id.index()]);
        fixed
            .filter(|part| self.force(**part) < -tolerance::ONE_WAY)
            .map(|part| Hold { column: part.0, force: -self.force(*part) * self.scale() })
            .collect()
    }

    /// A programme in the amounts of the self-stresses, in which each part of `parts` carries at least nothing (plus what `slack` adds): the least of
    /// the objective, and the slacks. `None` when there is no solution, or none was found.
    fn programme(
        &self,
        parts: &[(ColumnId, OneWay)],
        objective: Option<usize>,
        slack: bool,
    ) -> Option<(f64, Vec<f64>)> {
        let mut problem = Problem::new(OptimizationDirection::Minimize);
        let row = |(id, sense): (ColumnId, OneWay)| -> Vec<f64> {
            let row: Vec<f64> = self.judged.stresses.iter().map(|s| sense.sign() * s[id.index()]).collect();
            let size = row.iter().fold(0.0f64, |a, b| a.max(b.abs()));
            row.into_iter().map(|x| if x.abs() <= tolerance::SELF_STRESS * size { 0.0 } else { x }).collect()
        };
        let rows: Vec<_> = parts.iter().map(|part| row(*part)).collect();
        let free = (f64::NEG_INFINITY, f64::INFINITY);
        let amounts: Vec<_> = (0..self.judged.stresses.len())
            .map(|k| problem.add_var(objective.map_or(0.0, |j| rows[j][k]), free))
            .collect();
        let mut slacks = Vec::new();
        for (part, row) in parts.iter().zip(&rows) {
            let mut terms: Vec<_> = amounts.iter().copied().zip(row.iter().copied()).collect();
            if slack {
                let more = problem.add_var(1.0, (0.0, f64::INFINITY));
                slacks.push(more);
                terms.push((more, 1.0));
            }
            problem.add_constraint(&terms[..], ComparisonOp::Ge, -self.force(*part));
        }
        let outcome = problem.solve().ok()?;
        let solution = outcome.solution()?;
        let offset = objective.map_or(0.0, |j| self.force(parts[j]));
        Some((solution.objective() + offset, slacks.iter().map(|s| solution[*s]).collect()))
    }

    /// Counts so many programmes before the first of them is begun, because none can be interrupted: each takes about as many pivots as there are parts, each
    /// through all amounts.
    fn spend_on_programmes(&self, count: usize, parts: usize) {
        spend(count * parts * parts * self.judged.stresses.len() / 50);
    }

    /// The least force of each part over all equilibria with right signs; `None` after a numerical failure, which decides nothing.
    fn least(&self, parts: &[(ColumnId, OneWay)]) -> Option<Vec<f64>> {
        self.spend_on_programmes(parts.len(), parts.len());
        (0..parts.len())
            .map(|j| {
                let (value, _) = self.programme(parts, Some(j), false)?;
                Some(if value.abs() <= tolerance::ONE_WAY { 0.0 } else { value })
            })
            .collect()
    }

    /// True when all least forces occur together: when the amounts of self-stress that give them exist.
    fn together(&self, parts: &[(ColumnId, OneWay)], least: &[f64]) -> bool {
        // Least squares in the amounts: N z = least − x₀.
        let (rows, count) = (parts.len(), self.judged.stresses.len());
        let scaled = |i: usize, k: usize| parts[i].1.sign() * self.judged.stresses[k][parts[i].0.index()];
        let matrix = Matrix::of(rows, count, &scaled);
        let wanted: Vec<f64> =
            parts.iter().zip(least).map(|(part, least)| least - self.force(*part)).collect();
        let Some((s, u)) = matrix.left_vectors() else { return false };
        let mut left = wanted.clone();
        let largest = s.iter().copied().fold(0.0, f64::max);
        for k in (0..s.len()).filter(|k| s[*k] > tolerance::SELF_STRESS * largest) {
            let along: f64 = (0..rows).map(|i| u[(i, k)] * wanted[i]).sum();
            left.iter_mut().enumerate().for_each(|(i, l)| *l -= along * u[(i, k)]);
        }
        let size = 1.0 + wanted.iter().fold(0.0f64, |a, b| a.max(b.abs()));
        left.iter().all(|l| l.abs() <= tolerance::ONE_WAY * size)
    }

    /// Without the parts that carry nothing, as long as nothing begins to move. With a normal force its friction goes: where that is what carries, the contact stays.
    fn release(self, parts: &[(ColumnId, OneWay)], least: &[f64]) -> Verdict {
        let idle: Vec<_> =
            parts.iter().zip(least).filter(|(_, least)| **least == 0.0).map(|(p, _)| p.0).collect();
        let all = |idle: &[ColumnId]| -> Vec<ColumnId> {
            idle.iter().flat_map(|id| self.equilibrium.letting_go(*id)).collect()
        };
        let without = |idle: &[ColumnId]| {
            let released = all(idle);
            Judged::of(self.equilibrium, self.equilibrium.without(&released), self.loads).verdict
        };
        let mobility = self.judged.verdict.mobility;
        let mut out = idle.clone();
        let mut verdict = without(&out);
        // A part that carries nothing by chance still keeps the model from moving: it stays in contact.
        for part in idle {
            if verdict.equilibrium && verdict.mobility <= mobility {
                break;
            }
            let fewer: Vec<_> = out.iter().filter(|id| **id != part).copied().collect();
            let with = without(&fewer);
            let rubs = self.equilibrium.letting_go(part).nth(1).is_some();
            let holds = with.mobility < verdict.mobility && (rubs || with.degree == verdict.degree);
            if holds || with.equilibrium && !verdict.equilibrium {
                (out, verdict) = (fewer, with);
            }
        }
        let released = all(&out);
        let one_way = if released.is_empty() { OneWayState::AsTheyAre } else { OneWayState::Released };
        Verdict {
            equations: self.judged.verdict.equations,
            unknowns: self.judged.verdict.unknowns,
            released,
            one_way,
            ..verdict
        }
    }

    /// The smallest forces, in sum, by which parts would have to be held so that there is an equilibrium; `None` after a numerical failure.
    fn holds(&self, parts: &[(ColumnId, OneWay)]) -> Option<Vec<Hold>> {
        self.spend_on_programmes(1, parts.len());
        let (_, slacks) = self.programme(parts, None, true)?;
        let held = parts.iter().zip(slacks).filter(|(_, slack)| *slack > tolerance::ONE_WAY);
        Some(held.map(|(part, slack)| Hold { column: part.0, force: slack * self.scale() }).collect())
    }

    /// No equilibrium: what happens, and which of the holds, together, are seen to prevent it.
    fn tips(self, holds: Vec<Hold>, told: bool) -> Verdict {
        let motion: Option<Motion> = Some(&self.one_way)
            .filter(|_| told)
            .and_then(|one_way| tipping::motion(self.equilibrium, one_way, self.loads));
        let holds = if told && self.prevented_by(&holds) { holds } else { Vec::new() };
        let verdict = self.judged.verdict;
        Verdict {
            status: status(false, verdict.degree, verdict.mobility),
            equilibrium: false,
            values: verdict.values.iter().map(|v| clean(*v, 0.0)).collect(),
            motion: motion.or(verdict.motion),
            one_way: OneWayState::Tips(holds),
            ..verdict
        }
    }

    /// True when there is equilibrium when parts are pressed against what they touch by so much, and a trace more.
    fn prevented_by(&self, holds: &[Hold]) -> bool {
        let mut loads = self.loads.to_vec();
        for Hold { column, force } in holds {
            let column = self.equilibrium.column(*column);
            let press = -force * (1.0 + tipping::MORE) * column.one_way.map_or(1.0, OneWay::sign);
            for act in &column.acts {
                self.equilibrium.scaled_rows(act, |row, v| loads[row] += press * v);
            }
        }
        settled_under(self.equilibrium, &loads).equilibrium
    }
}
