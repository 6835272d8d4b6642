//! How far loads may grow before any limit is reached. The loads that stay and those that grow are solved apart; the size of every demand is a convex function of the factor, so that
//! each limit leaves an interval. It is found from outside: a limit is tested at the end of what is left, at the place where the demand is largest there, and cuts off what that one
//! place forbids; this goes on until nothing is cut off any more (Newton's method on a convex function, which never steps over its root).

use super::demand::{InState, Linear, Sizes};
use super::{Check, Subject};
use crate::Checks;
use helvek_numbers::tolerance;
use helvek_statics::equilibrium::ColumnId;
use helvek_statics::model::Growing;
use helvek_statics::solution::{State, Statics};
use helvek_statics::stiffness::Contacts;
use helvek_statics::verdict::linear;
use std::borrow::Cow;

/// The end of an interval of factors.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum End {
    /// A check reaches its limit.
    Reached(Check),
    /// A one-way part lets go: cables go slack, contacts open.
    LetsGo(ColumnId),
}

/// The factors that all limits allow.
#[derive(Debug, Clone, PartialEq)]
pub struct Reach {
    /// The growing loads.
    pub of: Growing,
    /// The least and the greatest; infinite where nothing limits it. Empty (the least above the greatest) when no factor will do.
    pub factors: [f64; 2],
    /// The ends, below and above.
    pub ends: [Option<End>; 2],
    /// Under which combination each end is met, its place in the sheet's list; `None`: the loads as drawn.
    pub under: [Option<usize>; 2],
    /// The factors that each check allows by itself, in the order of the checks.
    pub each: Vec<(Check, [f64; 2])>,
}

impl Reach {
    /// True when any factor will do.
    pub fn possible(&self) -> bool {
        self.factors[0] <= self.factors[1]
    }
}

impl<'a> Checks<'a> {
    /// The loads that stay and the loads that grow, each solved by itself in the state the one-way parts have now; nothing when either alone is not balanced. Those that are asked most
    /// are found once.
    pub(crate) fn parted(self, of: Growing) -> Option<Cow<'a, [Statics; 2]>> {
        match of {
            Growing::Variable => {
                let found = self.0.looked.parted.get_or_init(|| self.parts_of(of).map(Box::new));
                found.as_deref().map(Cow::Borrowed)
            }
            _ => self.parts_of(of).map(Cow::Owned),
        }
    }

    fn parts_of(&self, of: Growing) -> Option<[Statics; 2]> {
        let part = |growing: bool| {
            let keep = |load| self.model.grows(of, load) == growing;
            let model = self.model.under(self.model.loading.kept(keep, !growing));
            let full = self.full.under(&model);
            let values = linear(&full, &self.verdict.released)?;
            let mut verdict = self.verdict.clone();
            for ((slot, fixed), value) in verdict.values.iter_mut().zip(&mut verdict.determined).zip(values) {
                *fixed = value.is_some();
                *slot = value.unwrap_or(0.0);
            }
            Some(self.beside(model, full, verdict, Contacts::AsTheyAre))
        };
        Some([part(false)?, part(true)?])
    }

    /// The growth that some loads may reach, as drawn and in every combination that is in equilibrium: what is left over all of them. Nothing when the loads as drawn are balanced
    /// only together.
    pub(crate) fn reach_over(
        &self,
        of: Growing,
        states: &[State],
        checks: &[Check],
        sizes: &Sizes,
    ) -> Option<Reach> {
        let mut all = self.reach(of, &*self.parted(of)?, checks, sizes);
        for (row, state) in states.iter().enumerate().filter(|(_, s)| s.solved.verdict.equilibrium) {
            let Some(parts) = Checks(&state.solved).parted(of) else { continue };
            let checks: Vec<Check> =
                checks.iter().filter(|check| check.subject.judged_under(state)).copied().collect();
            all.narrow(Checks(&state.solved).reach(of, &parts, &checks, sizes), row);
        }
        Some(all)
    }

    /// The factors to which the loads of the second of two states may grow, beside those of the first.
    fn reach(
        &self,
        of: Growing,
        [staying, growing]: &[Statics; 2],
        checks: &[Check],
        sizes: &Sizes,
    ) -> Reach {
        let mut reach = Reach {
            of,
            factors: [f64::NEG_INFINITY, f64::INFINITY],
            ends: [None, None],
            under: [None, None],
            each: Vec::with_capacity(checks.len()),
        };
        let (s, g) = (staying.full_values(), growing.full_values());
        let largest = s.iter().chain(g).flatten().fold(0.0f64, |most, value| most.max(value.abs()));
        let noise = tolerance::ZERO_FORCE * largest;
        for (index, column) in self.full.columns.iter().enumerate() {
            if let (Some(sense), Some(s), Some(g)) = (column.one_way, s[index], g[index])
                && s.abs().max(g.abs()) > noise
            {
                let parts = [Linear::Sided(-sense.sign() * s), Linear::Sided(-sense.sign() * g)];
                reach.meet(allowed(parts, 0.0), End::LetsGo(ColumnId(index)));
            }
        }
        let [staying, growing] = [InState::of(staying), InState::of(growing)];
        for check in checks {
            let Some(factors) = self.factors_of([&staying, &growing], check, sizes) else { continue };
            reach.each.push((*check, factors));
            reach.meet(factors, End::Reached(*check));
        }
        reach
    }

    /// The factors that one check allows.
    fn factors_of(&self, states: [&InState<'_>; 2], check: &Check, sizes: &Sizes) -> Option<[f64; 2]> {
        let mut factors = [f64::NEG_INFINITY, f64::INFINITY];
        // What grows decides far out; each cut is at most as wide as before.
        let mut probes = vec![[1.0, 0.0], [0.0, 1.0], [1.0, 1.0]];
        // A torque is given, and neither grows nor shrinks.
        let given = matches!(check.subject, Subject::Torsion(_));
        if !matches!(
            check.subject,
            Subject::Normal(_) | Subject::Net { .. } | Subject::Shear(_) | Subject::Sag { .. }
        ) {
            // One number or one vector: wherever it is looked at it cuts the same.
            let [staying, growing] = self.active(states, [1.0, 0.0], check.subject, sizes)?.parts;
            let growing = if given { Linear::Either(0.0) } else { growing };
            return Some(allowed([staying, growing], check.most));
        }
        for _ in 0..200 {
            let Some(weights) = probes.pop() else { break };
            let active = self.active(states, weights, check.subject, sizes)?;
            let cut = allowed(active.parts, check.most);
            let before = factors;
            factors = [factors[0].max(cut[0]), factors[1].min(cut[1])];
            if factors[0] > factors[1] {
                return Some(factors);
            }
            if probes.is_empty() {
                // Both ends again, as long as one of them still moves.
                let moves = |k: usize| {
                    factors[k].is_finite()
                        && (factors[k] - before[k]).abs() > 1e-13 * (1.0 + factors[k].abs())
                };
                let ends = [0, 1].into_iter().filter(|k| factors[*k].is_finite());
                let over = |k: &usize| {
                    let weights = [1.0, factors[*k]];
                    let active = self.active(states, weights, check.subject, sizes);
                    active
                        .is_some_and(|a| Linear::blend(a.parts, weights).size() > check.most * (1.0 + 1e-12))
                };
                probes = ends.filter(|k| moves(*k) || over(k)).map(|k| [1.0, factors[k]]).collect();
            }
        }
        Some(factors)
    }
}

impl Reach {
    /// Narrows it by another one, which has to hold too, under a combination.
    fn narrow(&mut self, other: Self, under: usize) {
        if self.possible() {
            let ends = other.ends;
            if !other.possible() || other.factors[0] > self.factors[1] || other.factors[1] < self.factors[0] {
                // No factor is left: this combination is what governs.
                let k = usize::from(!other.possible() || other.factors[1] < self.factors[0]);
                (self.factors, self.ends) = ([f64::INFINITY, f64::NEG_INFINITY], [ends[k]; 2]);
                self.under = [Some(under); 2];
            } else {
                // By a trace more only: of equal ones the first.
                let less = |a: f64, b: f64| a < b - 1e-12 * (1.0 + b.abs()) || b.is_infinite() && a < b;
                if less(-other.factors[0], -self.factors[0]) {
                    (self.factors[0], self.ends[0], self.under[0]) = (other.factors[0], ends[0], Some(under));
                }
                if less(other.factors[1], self.factors[1]) {
                    (self.factors[1], self.ends[1], self.under[1]) = (other.factors[1], ends[1], Some(under));
                }
            }
        }
        for (check, [from, to]) in other.each {
            match self.each.iter_mut().find(|(known, _)| *known == check) {
                Some((_, factors)) => *factors = [factors[0].max(from), factors[1].min(to)],
                None => self.each.push((check, [from, to])),
            }
        }
    }

    fn meet(&mut self, factors: [f64; 2], end: End) {
        // No factor at all: that is what governs, whatever else does.
        if factors[0] > factors[1] {
            self.factors = [f64::INFINITY, f64::NEG_INFINITY];
            self.ends = [Some(end); 2];
        }
        if factors[0] > self.factors[0] {
            (self.factors[0], self.ends[0]) = (factors[0], Some(end));
        }
        if factors[1] < self.factors[1] {
            (self.factors[1], self.ends[1]) = (factors[1], Some(end));
        }
    }
}

/// The factors f for which the size of `staying + f·growing` is at most `most`.
fn allowed(parts: [Linear; 2], most: f64) -> [f64; 2] {
    let open = [f64::NEG_INFINITY, f64::INFINITY];
    let none = [f64::INFINITY, f64::NEG_INFINITY];
    // Whatever the factor: within, or not at all.
    let fixed = |size: f64| if size <= most * (1.0 + 1e-9) { open } else { none };
    match parts {
        [Linear::Sided(c), Linear::Sided(s)] => {
            if s.abs() <= 1e-12 * (c.abs() + most.abs()) {
                return fixed(c);
            }
            let at = (most - c) / s;
            if s > 0.0 { [f64::NEG_INFINITY, at] } else { [at, f64::INFINITY] }
        }
        [Linear::Vector(c), Linear::Vector(s)] => {
            let (cc, cs, ss) = (c.dot(c), c.dot(s), s.dot(s));
            if ss.sqrt() <= 1e-12 * (cc.sqrt() + most) {
                return fixed(cc.sqrt());
            }
            // |c + f·s|² = most²
            let root = cs * cs - ss * (cc - most * most);
            if root < 0.0 {
                return none;
            }
            let root = root.sqrt();
            [(-cs - root) / ss, (-cs + root) / ss]
        }
        [c, s] => {
            let (c, s) = (c.value(), s.value());
            if s.abs() <= 1e-12 * (c.abs() + most) {
                return fixed(c.abs());
            }
            let ends = [(-most - c) / s, (most - c) / s];
            if s > 0.0 { ends } else { [ends[1], ends[0]] }
        }
    }
}
