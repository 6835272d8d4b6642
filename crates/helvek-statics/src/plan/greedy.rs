//! The easiest next equation, goal by goal, for as many unknowns as there are.
//!
//! What an unknown costs is the number of equations on the way to it, each counted once; what is on the way to something asked is paid for
//! already. Free bodies are looked at again only when one of their unknowns has become known.

use super::Found;
use super::exact::EQUATION;
use super::isolate::{Chooser, Isolated};
use crate::equilibrium::ColumnId;
use helvek_numbers::budget::spend;

/// A set of columns.
#[derive(Clone)]
struct Set(Vec<u64>);

impl Set {
    fn new(count: usize) -> Self {
        Self(vec![0; count.div_ceil(64)])
    }

    fn insert(&mut self, c: ColumnId) {
        self.0[c.index() / 64] |= 1 << (c.index() % 64);
    }

    fn extend(&mut self, other: &Self) {
        self.0.iter_mut().zip(&other.0).for_each(|(a, b)| *a |= b);
    }

    fn count_without(&self, other: &Self) -> u64 {
        self.0.iter().zip(&other.0).map(|(a, b)| u64::from((a & !b).count_ones())).sum()
    }
}

/// Steps towards `target`, as far as single equations lead.
pub(super) fn search(chooser: &Chooser<'_>, known: &[bool], target: &[ColumnId]) -> Vec<Found> {
    let count = chooser.equilibrium.columns.len();
    let mut known = known.to_vec();
    let mut way: Vec<Option<Set>> = vec![None; count];
    let mut paid = Set::new(count);
    let mut asked = vec![false; count];
    target.iter().for_each(|c| asked[c.index()] = true);
    let mut left = target.iter().filter(|c| !known[c.index()]).count();
    let mut best: Vec<Option<(u64, Isolated)>> = vec![None; chooser.cuts.len()];
    let mut stale: Vec<usize> = (0..chooser.cuts.len()).collect();
    let mut steps = Vec::new();
    while left > 0 {
        spend(1 + best.len() / 10);
        for cut in stale.drain(..) {
            best[cut] = easiest(chooser, cut, &known, &way, &paid);
        }
        let Some((cut, (_, choice))) = best
            .iter()
            .enumerate()
            .filter_map(|(i, b)| b.as_ref().map(|b| (i, b)))
            .min_by_key(|(i, (cost, _))| (*cost, *i))
        else {
            break;
        };
        let (cut, choice) = (cut, choice.clone());
        let mut set = on_the_way(&choice, &way, count);
        if !choice.at_sight {
            set.insert(choice.unknown);
        }
        known[choice.unknown.index()] = true;
        stale.extend(&chooser.cuts_of[choice.unknown.index()]);
        if asked[choice.unknown.index()] {
            left -= 1;
            let mut own = Set::new(count);
            own.insert(choice.unknown);
            own.extend(&paid);
            let more = set.count_without(&own) > 0;
            paid.extend(&set);
            if more {
                stale = (0..chooser.cuts.len()).collect();
            }
        }
        way[choice.unknown.index()] = Some(set);
        steps.push(Found {
            lines: vec![(cut, choice.equation)],
            unknowns: vec![choice.unknown],
            needs: choice.needs,
        });
    }
    steps
}

/// All equations that an equation rests on.
fn on_the_way(choice: &Isolated, way: &[Option<Set>], count: usize) -> Set {
    let mut set = Set::new(count);
    for need in &choice.needs {
        if let Some(before) = &way[need.index()] {
            set.extend(before);
        }
    }
    set
}

fn easiest(
    chooser: &Chooser<'_>,
    cut: usize,
    known: &[bool],
    way: &[Option<Set>],
    paid: &Set,
) -> Option<(u64, Isolated)> {
    let cost = |choice: &Isolated| {
        spend(1 + known.len() / 50);
        let before = on_the_way(choice, way, known.len()).count_without(paid);
        before * EQUATION + choice.effort + if choice.at_sight { 0 } else { EQUATION }
    };
    chooser
        .options(cut, known)
        .into_iter()
        .map(|choice| (cost(&choice), choice))
        .min_by_key(|(cost, c)| (*cost, c.unknown))
}
