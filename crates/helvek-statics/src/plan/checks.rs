//! Equations that the plan did not use, in which only found unknowns appear: they test what was found.
//!
//! Together they hold every load and every unknown that was asked, as far as such equations go. None of them says what one line of the plan says
//! already: an equation that is a multiple of another, term by term, is that equation.

use super::cuts::{CutKind, six};
use super::forms::{dot, form_of, net};
use super::isolate::{Chooser, Isolated, POOR};
use super::{Axis, Centre, Equation, Found, Given, Line, PlannedStep, order};
use crate::equilibrium::{ColumnId, PartId};
use helvek_numbers::budget::spend;
use helvek_numbers::tolerance;
use std::collections::HashSet;

/// The number of unused equations that are shown.
const AT_MOST: usize = 5;
/// Unknowns that are found only to check with.
const MORE: usize = 3;

/// An unused equation, and the steps to what it holds beside what the plan has found.
#[derive(Debug, Clone, PartialEq)]
pub struct PlannedCheck {
    /// Steps that only this check needs.
    pub before: Vec<PlannedStep>,
    /// The equation.
    pub line: Line,
}

/// What is to be tested, or enters an equation: an unknown, or a known action by its place in the equilibrium.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
enum Item {
    Unknown(ColumnId),
    Load(usize),
}

/// An equation on a cut with what enters it that is not nothing, each with its coefficient.
struct Candidate {
    cut: usize,
    equation: Equation,
    enters: Vec<(Item, f64)>,
    /// Unknowns in it that the plan has not found.
    open: Vec<ColumnId>,
}

struct Search<'a> {
    chooser: &'a Chooser<'a>,
    given: &'a Given<'a>,
    /// Free bodies on which checks are looked for.
    cuts: Vec<usize>,
    /// The contents of the lines that were written.
    used: Vec<Vec<(Item, f64)>>,
}

/// The checks of a plan: those that test most of what is not tested yet first. Where none holds an unknown that was asked, one that takes up to
/// [`MORE`] unknowns more.
pub(super) fn checks(
    chooser: &Chooser<'_>,
    steps: &[PlannedStep],
    asked: &[ColumnId],
    given: &Given<'_>,
) -> Vec<PlannedCheck> {
    let mut known = given.released.to_vec();
    steps.iter().flat_map(|step| &step.unknowns).for_each(|id| known[id.index()] = true);
    let Some(mut search) = Search::of(chooser, steps, given) else { return Vec::new() };
    let mut left: HashSet<Item> = asked
        .iter()
        .filter(|id| known[id.index()] && given.values[id.index()] != 0.0)
        .map(|id| Item::Unknown(*id))
        .collect();
    let bodies = search.cuts.iter().flat_map(|cut| &chooser.cuts[*cut].parts).collect::<HashSet<_>>();
    let loads = chooser.equilibrium.actions.iter().enumerate();
    left.extend(loads.filter(|(_, load)| bodies.contains(&load.act.on)).map(|(i, _)| Item::Load(i)));
    let all = search.candidates(&known);
    let mut list = Vec::new();
    while list.len() < AT_MOST {
        let tests = |c: &Candidate| c.enters.iter().filter(|(item, _)| left.contains(item)).count();
        let best =
            all.iter().filter(|c| c.open.is_empty() && tests(c) > 0 && search.says_more(c)).max_by_key(|c| {
                let whole = chooser.cuts[c.cut].kind == CutKind::Whole;
                (whole && list.is_empty(), tests(c), c.enters.len(), whole)
            });
        let Some(best) = best else { break };
        list.push(PlannedCheck { before: Vec::new(), line: search.line(best) });
        search.take(best, &mut left);
    }
    let untested = |left: &HashSet<Item>| left.iter().any(|item| matches!(item, Item::Unknown(_)));
    if list.is_empty() && untested(&left) {
        list.extend(search.further(&all, &known, &mut left));
    }
    list
}

impl<'a> Search<'a> {
    fn of(chooser: &'a Chooser<'a>, steps: &[PlannedStep], given: &'a Given<'a>) -> Option<Self> {
        let place = |parts: &[PartId]| chooser.cuts.iter().position(|cut| cut.parts == parts);
        let lines: Vec<&Line> = steps.iter().flat_map(|step| &step.lines).collect();
        let mut cuts: Vec<usize> = Vec::new();
        let mut push = |cut: Option<usize>| cuts.extend(cut.filter(|cut| !cuts.contains(cut)));
        push(chooser.cuts.iter().position(|cut| cut.kind == CutKind::Whole));
        let singles = (0..chooser.cuts.len()).filter(|i| chooser.cuts[*i].kind == CutKind::Single);
        singles.rev().for_each(|cut| push(Some(cut)));
        for line in &lines {
            // Sections and groups that were worked on, and what is on the other side of them.
            let parts = &line.free_body.parts;
            if parts.len() > 1 {
                let other: Vec<PartId> =
                    chooser.equilibrium.part_ids().filter(|part| !parts.contains(part)).collect();
                push(place(parts));
                push(place(&other));
            }
        }
        let written: Vec<(usize, Equation)> =
            lines.iter().filter_map(|line| Some((place(&line.free_body.parts)?, line.equation))).collect();
        let used = written.iter().map(|(cut, equation)| content(chooser, given, *cut, equation)).collect();
        (!written.is_empty()).then_some(Self { chooser, given, cuts, used })
    }

    /// Sums along the axes and moments about named points, of every free body on which at most [`MORE`] unknowns are open.
    fn candidates(&self, known: &[bool]) -> Vec<Candidate> {
        let mut list = Vec::new();
        for cut in &self.cuts {
            spend(1);
            let entering = &self.chooser.cuts[*cut].entering;
            for of in self.chooser.listed(*cut).iter() {
                let plain = match of.equation {
                    Equation::Forces { axis, .. } => matches!(axis, Axis::X | Axis::Y | Axis::Z),
                    Equation::Moments { centre, .. } => matches!(centre, Centre::Named(_)),
                };
                let ids = of.enters.iter().map(|(i, _)| entering[*i].column);
                let open: Vec<ColumnId> = ids.filter(|id| !known[id.index()]).collect();
                let fixed = open.iter().all(|id| self.given.determined[id.index()]);
                if plain && fixed && open.len() <= MORE {
                    let enters = content(self.chooser, self.given, *cut, &of.equation);
                    if enters.iter().any(|(item, _)| matches!(item, Item::Unknown(_))) {
                        list.push(Candidate { cut: *cut, equation: of.equation, enters, open });
                    }
                }
            }
        }
        list
    }

    /// False of what a line that was written, or a check, says already.
    fn says_more(&self, of: &Candidate) -> bool {
        !self.used.iter().any(|used| proportional(used, &of.enters))
    }

    fn line(&self, of: &Candidate) -> Line {
        Line { free_body: self.chooser.cuts[of.cut].free_body(), equation: of.equation }
    }

    fn take(&mut self, of: &Candidate, left: &mut HashSet<Item>) {
        of.enters.iter().for_each(|(item, _)| {
            left.remove(item);
        });
        self.used.push(of.enters.clone());
    }

    /// One check that holds an asked unknown, with the fewest steps to what else it holds; each of one equation that is not the check itself.
    fn further(
        &mut self,
        all: &[Candidate],
        known: &[bool],
        left: &mut HashSet<Item>,
    ) -> Option<PlannedCheck> {
        let tests = |c: &Candidate| {
            let asked = |(item, _): &&(Item, f64)| matches!(item, Item::Unknown(_)) && left.contains(item);
            c.enters.iter().filter(asked).count()
        };
        let mut ways: Vec<(&Candidate, Vec<Found>)> = Vec::new();
        let fewest = |ways: &[(&Candidate, Vec<Found>)]| {
            ways.iter().map(|(_, way)| way.len()).min().unwrap_or(MORE + 1)
        };
        for of in all.iter().filter(|c| !c.open.is_empty() && tests(c) > 0) {
            if let Some(way) = self.way_to(of, known, fewest(&ways)) {
                ways.push((of, way));
            }
        }
        let (of, way) = ways.into_iter().min_by_key(|(of, way)| (way.len(), usize::MAX - tests(of)))?;
        let before = order::planned(self.chooser, &way, known, self.given);
        let check = PlannedCheck { before, line: self.line(of) };
        self.take(of, left);
        Some(check)
    }

    /// Steps to everything open in an equation, at most `most` of them, none of them that equation.
    fn way_to(&self, of: &Candidate, known: &[bool], most: usize) -> Option<Vec<Found>> {
        let mut known = known.to_vec();
        let mut way = Vec::new();
        let mut written: Vec<Vec<(Item, f64)>> = Vec::new();
        while of.open.iter().any(|id| !known[id.index()]) {
            if way.len() >= most {
                return None;
            }
            let open = |choice: &Isolated| of.open.contains(&choice.unknown) && choice.effort < POOR;
            let (cut, choice) = self
                .cuts
                .iter()
                .flat_map(|cut| {
                    self.chooser.options(*cut, &known).into_iter().map(move |choice| (*cut, choice))
                })
                .filter(|(cut, choice)| {
                    open(choice)
                        && !proportional(
                            &content(self.chooser, self.given, *cut, &choice.equation),
                            &of.enters,
                        )
                })
                .min_by_key(|(_, choice)| (choice.effort, choice.unknown))?;
            known[choice.unknown.index()] = true;
            written.push(content(self.chooser, self.given, cut, &choice.equation));
            way.push(Found {
                lines: vec![(cut, choice.equation)],
                unknowns: vec![choice.unknown],
                needs: choice.needs,
            });
        }
        // With what these steps and those before say, the check may still be one of them.
        let again = written.iter().chain(&self.used).any(|used| proportional(used, &of.enters));
        (!again).then_some(way)
    }
}

/// What enters an equation and is not nothing, in one order, each with its coefficient: N or N·m per unit of an unknown, N or N·m of a load.
fn content(chooser: &Chooser<'_>, given: &Given<'_>, cut: usize, equation: &Equation) -> Vec<(Item, f64)> {
    let cut = &chooser.cuts[cut];
    let form = form_of(equation, cut.origin, chooser.length());
    let live = |id: &ColumnId| given.values[id.index()] != 0.0;
    let unknowns = cut.entering.iter().map(|e| e.column).filter(live).filter_map(|id| {
        let line = net(chooser.equilibrium, cut, id);
        let part = dot(form, line);
        let size = dot(line, line).sqrt();
        (part.abs() > tolerance::DROPS_OUT * 10.0 * size).then_some((Item::Unknown(id), part))
    });
    let actions = chooser.equilibrium.actions.iter().enumerate();
    let loads = actions.filter(|(_, load)| cut.parts.contains(&load.act.on)).filter_map(|(i, load)| {
        let part = dot(form, six(&load.act.wrench, cut.origin, chooser.length()));
        (part.abs() > chooser.nothing()).then_some((Item::Load(i), part))
    });
    let mut list: Vec<(Item, f64)> = unknowns.chain(loads).collect();
    list.sort_unstable_by_key(|(item, _)| *item);
    list
}

/// True when one is a multiple of the other, term by term.
fn proportional(a: &[(Item, f64)], b: &[(Item, f64)]) -> bool {
    let same = a.len() == b.len() && a.iter().zip(b).all(|((x, _), (y, _))| x == y);
    let ([(_, first), ..], [(_, other), ..]) = (a, b) else { return same };
    same && a.iter().zip(b).all(|((_, p), (_, q))| {
        let (left, right) = (p * other, q * first);
        (left - right).abs() <= 1e-9 * left.abs().max(right.abs())
    })
}
