//! The fewest equations, searched exactly, for as many unknowns as a person has on one sheet of paper.
//!
//! A* over the sets of known unknowns: a step adds one; its cost is one equation (none when it is seen at sight), and then its effort. What is
//! still asked and not zero needs an equation each, which is the bound.

use super::Found;
use super::cuts::CutKind;
use super::isolate::{Chooser, Isolated, POOR};
use crate::equilibrium::ColumnId;
use helvek_numbers::budget::spend;
use std::cmp::Reverse;
use std::collections::BinaryHeap;
use std::rc::Rc;

/// Unknowns that are looked at exactly.
const MOST_UNKNOWNS: usize = 14;
/// Sets of known unknowns that are looked at before the search gives up.
const MOST_STATES: usize = 6000;
/// Nobody cuts a truss for a bar that is not asked if a reaction does as well.
const BESIDE: u64 = 12;
/// One equation outweighs any effort.
pub(super) const EQUATION: u64 = 1_000_000;

/// A step: on which free body, and which of its choices.
#[derive(Clone)]
struct Taken {
    cut: usize,
    choices: Rc<Vec<Isolated>>,
    index: usize,
}

impl Taken {
    fn choice(&self) -> &Isolated {
        &self.choices[self.index]
    }
}

/// The cheapest way found so far to a set of known unknowns: its cost, the set before, and the step between.
struct Way {
    cost: u64,
    before: u32,
    step: Option<Taken>,
}

/// The ways to all sets that were met, by set.
struct Ways {
    /// The place of each in the list; none where it was not met.
    places: Vec<Option<u32>>,
    list: Vec<Way>,
}

impl Ways {
    fn of(unknowns: usize) -> Self {
        Self { places: vec![None; 1 << unknowns], list: Vec::new() }
    }

    fn to(&self, set: u32) -> Option<&Way> {
        Some(&self.list[self.places[set as usize]? as usize])
    }

    fn put(&mut self, set: u32, way: Way) {
        match self.places[set as usize] {
            Some(place) => self.list[place as usize] = way,
            None => {
                self.places[set as usize] = u32::try_from(self.list.len()).ok();
                self.list.push(way);
            }
        }
    }
}

/// A free body during the search: what it yields depends on which of its own unknowns are known.
struct Body {
    cut: usize,
    /// Its unknowns among those that are looked for, each by its place in a set.
    own: Vec<u32>,
    /// The unknowns it yields, by those that are known; kept where these are few enough to count through.
    yields: Vec<Option<Rc<Vec<Isolated>>>>,
}

/// Unknowns of a free body whose sets are counted through.
const COUNTED: usize = 10;

impl Body {
    fn of(chooser: &Chooser<'_>, cut: usize, bit: impl Fn(&ColumnId) -> u32) -> Self {
        let own: Vec<u32> =
            chooser.cuts[cut].entering.iter().map(|e| bit(&e.column)).filter(|bit| *bit != 0).collect();
        let sets = if own.len() <= COUNTED { 1 << own.len() } else { 0 };
        Self { cut, own, yields: vec![None; sets] }
    }

    fn yields(&mut self, chooser: &Chooser<'_>, set: u32, known: &[bool]) -> Rc<Vec<Isolated>> {
        let own = self.own.iter().enumerate();
        let own = own.fold(0usize, |own, (i, bit)| own | usize::from(set & bit != 0) << i);
        match self.yields.get_mut(own) {
            Some(kept) => Rc::clone(kept.get_or_insert_with(|| Rc::new(chooser.options(self.cut, known)))),
            None => Rc::new(chooser.options(self.cut, known)),
        }
    }
}

/// The steps to `target`; `None` when there are too many unknowns, or no way by single equations.
pub(super) fn search(chooser: &Chooser<'_>, known: &[bool], target: &[ColumnId]) -> Option<Vec<Found>> {
    let open: Vec<ColumnId> = chooser
        .equilibrium
        .column_ids()
        .filter(|c| !known[c.index()] && chooser.given.determined[c.index()])
        .collect();
    if open.len() > MOST_UNKNOWNS {
        return None;
    }
    let mut places = vec![None; known.len()];
    open.iter().enumerate().for_each(|(place, c)| places[c.index()] = Some(place));
    let bit = |c: &ColumnId| places[c.index()].map_or(0, |i| 1u32 << i);
    let goal = target.iter().fold(0, |m, c| m | bit(c));
    let costly = target.iter().filter(|c| chooser.given.values[c.index()] != 0.0).fold(0, |m, c| m | bit(c));
    let bound = |mask: u32| u64::from((costly & !mask).count_ones()) * EQUATION;
    let mut cuts: Vec<usize> = open.iter().flat_map(|c| chooser.cuts_of[c.index()].clone()).collect();
    cuts.sort_unstable();
    cuts.dedup();
    let mut bodies: Vec<Body> = cuts.iter().map(|cut| Body::of(chooser, *cut, bit)).collect();

    let mut best = Ways::of(open.len());
    best.put(0, Way { cost: 0, before: 0, step: None });
    let mut heap = BinaryHeap::from([Reverse((bound(0), 0u64, 0u32))]);
    let mut looked = 0;
    while let Some(Reverse((_, cost, mask))) = heap.pop() {
        if best.to(mask).is_some_and(|way| way.cost < cost) {
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
        let mut easiest: Vec<Option<(u64, Taken)>> = vec![None; open.len()];
        for body in &mut bodies {
            let choices = body.yields(chooser, mask, &now);
            for (index, choice) in choices.iter().enumerate() {
                let Some(place) = places[choice.unknown.index()] else { continue };
                let section = chooser.cuts[body.cut].kind == CutKind::Section;
                let beside = section && goal & (1 << place) == 0 && !choice.at_sight;
                let effort = choice.effort + if beside { BESIDE } else { 0 };
                let cost = if choice.at_sight { effort } else { EQUATION + effort };
                if easiest[place].as_ref().is_none_or(|(c, _)| cost < *c) {
                    easiest[place] =
                        Some((cost, Taken { cut: body.cut, choices: Rc::clone(&choices), index }));
                }
            }
        }
        let mut easiest: Vec<(u64, Taken)> = easiest.into_iter().flatten().collect();
        easiest.sort_by_key(|(cost, taken)| (*cost, taken.choice().unknown));
        // What is seen at sight costs nothing, and what is asked costs its one equation whenever it is found, and may help with the rest:
        // the easiest of these is as good a step as any. Only what is not asked is a choice.
        let taken_now = |(_, taken): &&(u64, Taken)| {
            let choice = taken.choice();
            choice.at_sight || (goal & bit(&choice.unknown) != 0 && choice.effort < POOR)
        };
        if let Some(now) = easiest.iter().find(taken_now).cloned() {
            easiest = vec![now];
        }
        for (step, taken) in easiest {
            let next = mask | bit(&taken.choice().unknown);
            let cost = cost + step;
            if best.to(next).is_none_or(|way| cost < way.cost) {
                best.put(next, Way { cost, before: mask, step: Some(taken) });
                heap.push(Reverse((cost + bound(next), cost, next)));
            }
        }
    }
    None
}

fn traced(best: &Ways, mut mask: u32) -> Vec<Found> {
    let mut steps = Vec::new();
    while let Some(Way { before, step: Some(taken), .. }) = best.to(mask) {
        let Isolated { equation, unknown, needs, .. } = taken.choice().clone();
        steps.push(Found { lines: vec![(taken.cut, equation)], unknowns: vec![unknown], needs });
        mask = *before;
    }
    steps.reverse();
    steps
}
