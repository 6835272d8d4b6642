//! The fewest equations, searched exactly, for as many unknowns as a person has on one sheet of paper.
//!
//! A* over the sets of known unknowns: a step adds one; its cost is one equation (none when it is seen at sight), and then its effort. What is
//! still asked and not zero needs an equation each, which is the bound.

use super::Found;
use super::isolate::{Choice, Chooser};
use crate::budget::spend;
use crate::equilibrium::ColumnId;
use std::cmp::Reverse;
use std::collections::{BinaryHeap, HashMap};

/// Unknowns that are looked at exactly.
const MOST_UNKNOWNS: usize = 14;
/// Sets of known unknowns that are looked at before the search gives up.
const MOST_STATES: usize = 6000;
/// One equation outweighs any effort.
pub(super) const EQUATION: u64 = 1_000_000;

/// The cheapest way found so far to a set of known unknowns: its cost, the set before, and the step between.
struct Way {
    cost: u64,
    before: u32,
    step: Option<(usize, Choice)>,
}

/// The steps to `target`; `None` when there are too many unknowns, or no way by single equations.
pub(super) fn search(chooser: &mut Chooser<'_>, known: &[bool], target: &[ColumnId]) -> Option<Vec<Found>> {
    let open: Vec<ColumnId> = chooser
        .equilibrium
        .column_ids()
        .filter(|c| !known[c.index()] && chooser.given.determined[c.index()])
        .collect();
    if open.len() > MOST_UNKNOWNS {
        return None;
    }
    let bit = |c: &ColumnId| open.iter().position(|o| o == c).map_or(0, |i| 1u32 << i);
    let goal = target.iter().fold(0, |m, c| m | bit(c));
    let costly = target.iter().filter(|c| chooser.given.values[c.index()] != 0.0).fold(0, |m, c| m | bit(c));
    let bound = |mask: u32| u64::from((costly & !mask).count_ones()) * EQUATION;
    let mut cuts: Vec<usize> = open.iter().flat_map(|c| chooser.cuts_of[c.index()].clone()).collect();
    cuts.sort_unstable();
    cuts.dedup();

    let mut best = HashMap::from([(0u32, Way { cost: 0, before: 0, step: None })]);
    let mut heap = BinaryHeap::from([Reverse((bound(0), 0u64, 0u32))]);
    let mut looked = 0;
    while let Some(Reverse((_, cost, mask))) = heap.pop() {
        if best.get(&mask).is_some_and(|way| way.cost < cost) {
            continue;
        }
        if mask & goal == goal {
            return Some(traced(&best, mask));
        }
        spend(10 + cuts.len());
        looked += 1;
        if looked > MOST_STATES {
            return None;
        }
        let mut now = known.to_vec();
        open.iter()
            .enumerate()
            .filter(|(i, _)| mask & (1 << i) != 0)
            .for_each(|(_, c)| now[c.index()] = true);
        // Per unknown the easiest way to it from here.
        let mut ways: HashMap<ColumnId, (u64, usize, Choice)> = HashMap::new();
        for cut in &cuts {
            for choice in chooser.remembered(*cut, &now).iter() {
                let cost = if choice.at_sight { choice.effort } else { EQUATION + choice.effort };
                let better = ways.get(&choice.unknown).is_none_or(|(c, ..)| cost < *c);
                if better {
                    ways.insert(choice.unknown, (cost, *cut, choice.clone()));
                }
            }
        }
        let mut ways: Vec<_> = ways.into_values().collect();
        ways.sort_by_key(|(cost, _, choice)| (*cost, choice.unknown));
        for (step, cut, choice) in ways {
            let next = mask | bit(&choice.unknown);
            let cost = cost + step;
            if best.get(&next).is_none_or(|way| cost < way.cost) {
                best.insert(next, Way { cost, before: mask, step: Some((cut, choice)) });
                heap.push(Reverse((cost + bound(next), cost, next)));
            }
        }
    }
    None
}

fn traced(best: &HashMap<u32, Way>, mut mask: u32) -> Vec<Found> {
    let mut steps = Vec::new();
    while let Some(Way { before, step: Some((cut, choice)), .. }) = best.get(&mask) {
        steps.push(Found {
            lines: vec![(*cut, choice.equation)],
            unknowns: vec![choice.unknown],
            needs: choice.needs.clone(),
        });
        mask = *before;
    }
    steps.reverse();
    steps
}
