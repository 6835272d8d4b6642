//! Which unknowns of a free body can be had by one equation, and by which: of the equations worth writing on it (`moves`), those that hold
//! nothing else that is open.

use super::bodies::FreeBodies;
use super::cuts::{Cut, CutKind};
use super::moves::{Move, moves};
use super::{Axis, Centre, Equation, Given};
use crate::equilibrium::{ColumnId, Equilibrium};
use crate::model::Model;
use helvek_numbers::budget::spend;
use helvek_numbers::tolerance;
use helvek_sheet::sheet::{First, Truss};
use std::borrow::Cow;
use std::cell::OnceCell;
use std::ops::Deref;

/// One equation that isolates one unknown.
#[derive(Debug, Clone)]
pub(super) struct Isolated {
    pub(super) unknown: ColumnId,
    pub(super) equation: Equation,
    /// Columns that enter and are known.
    pub(super) needs: Vec<ColumnId>,
    /// The work it takes; integers, so that no rounding ever decides.
    pub(super) effort: u64,
    /// Seen without writing it: nothing else enters, so it is zero.
    pub(super) at_sight: bool,
}

/// More open unknowns than this on one free body are not looked into.
const MOST_OPEN: usize = 14;
/// Free bodies with up to this many unknowns have their equations listed once; the others, for those that are open.
const LISTED: usize = 24;
/// The effort that marks an equation whose unknown hardly enters.
pub(super) const POOR: u64 = 1000;

/// The equations of the free bodies, and which of them serve.
pub(super) struct Chooser<'a> {
    bodies: FreeBodies<'a>,
    /// Per cut, once they were asked for.
    listed: Vec<OnceCell<Vec<Move>>>,
}

/// The best equations for one unknown so far.
struct Best<'m> {
    effort: u64,
    needs: usize,
    of: &'m Move,
    at_sight: bool,
}

impl<'a> Deref for Chooser<'a> {
    type Target = FreeBodies<'a>;

    fn deref(&self) -> &FreeBodies<'a> {
        &self.bodies
    }
}

impl<'a> Chooser<'a> {
    pub(super) fn new(
        model: &'a Model,
        equilibrium: &'a Equilibrium,
        given: &'a Given<'a>,
        cuts: Vec<Cut>,
    ) -> Self {
        let listed = cuts.iter().map(|_| OnceCell::new()).collect();
        Self { bodies: FreeBodies::new(model, equilibrium, given, cuts), listed }
    }

    /// The equations worth writing on a free body where at most [`MOST_OPEN`] unknowns are open; none where more are.
    pub(super) fn moves(&self, index: usize, known: &[bool]) -> Cow<'_, [Move]> {
        let cut = &self.cuts[index];
        let open = || (0..cut.entering.len()).filter(|i| !known[cut.entering[*i].column.index()]);
        if !(1..=MOST_OPEN).contains(&open().count()) {
            return Cow::Borrowed(&[]);
        }
        if cut.entering.len() <= LISTED {
            return self.listed(index);
        }
        Cow::Owned(moves(&self.bodies, cut, &open().collect::<Vec<_>>()))
    }

    /// The equations worth writing on a free body, whatever is open; without those that two unknowns give where there are more than
    /// [`LISTED`].
    pub(super) fn listed(&self, index: usize) -> Cow<'_, [Move]> {
        let cut = &self.cuts[index];
        if cut.entering.len() > LISTED {
            return Cow::Owned(moves(&self.bodies, cut, &[]));
        }
        let all: Vec<usize> = (0..cut.entering.len()).collect();
        Cow::Borrowed(self.listed[index].get_or_init(|| moves(&self.bodies, cut, &all)))
    }

    /// Every unknown of a free body that one equation isolates, with the easiest such equation; and, where that rests on more, the
    /// easiest of those that rest on least.
    pub(super) fn options(&self, index: usize, known: &[bool]) -> Vec<Isolated> {
        let cut = &self.cuts[index];
        spend(1 + cut.entering.len() / 50);
        let moves = self.moves(index, known);
        let is_known = |i: usize| known[cut.entering[i].column.index()];
        let mut best: Vec<[Option<Best<'_>>; 2]> = cut.entering.iter().map(|_| [None, None]).collect();
        for of in moves.iter() {
            let mut open = of.enters.iter().filter(|(i, _)| !is_known(*i));
            let (Some((unknown, pivot)), None) = (open.next(), open.next()) else { continue };
            let id = cut.entering[*unknown].column;
            if !self.given.determined[id.index()] || *pivot < tolerance::NO_PIVOT {
                continue;
            }
            let zero = |i: usize| self.given.values[cut.entering[i].column.index()] == 0.0;
            let needs = of.enters.len() - 1;
            let carried = of.enters.iter().filter(|(i, _)| i != unknown && !zero(*i)).count() as u64;
            let at_sight =
                self.particle(cut) && of.loads + carried == 0 && self.equilibrium.column(id).axial();
            let effort = if at_sight {
                1
            } else {
                let centred = match of.equation {
                    Equation::Forces { .. } => 2,
                    Equation::Moments { .. } => of.at_centre.iter().filter(|i| *i != unknown).count() as u64,
                };
                self.effort(cut, of, carried, *pivot) + 2 - centred.min(2)
            };
            let [easiest, least] = &mut best[*unknown];
            if easiest.as_ref().is_none_or(|b| effort < b.effort) {
                *easiest = Some(Best { effort, needs, of, at_sight });
            }
            if least.as_ref().is_none_or(|b| (needs, effort) < (b.needs, b.effort)) {
                *least = Some(Best { effort, needs, of, at_sight });
            }
        }
        let mut list = Vec::new();
        for (i, [easiest, least]) in best.into_iter().enumerate() {
            let Some(easiest) = easiest else { continue };
            let fewer = least.filter(|least| least.needs < easiest.needs);
            for Best { effort, of, at_sight, .. } in std::iter::once(easiest).chain(fewer) {
                let needs =
                    of.enters.iter().filter(|(k, _)| *k != i).map(|(k, _)| cut.entering[*k].column).collect();
                let unknown = cut.entering[i].column;
                list.push(Isolated { unknown, equation: of.equation, needs, effort, at_sight });
            }
        }
        list
    }

    /// Terms first: a lever arm is one thing more to measure, a carried value one thing more to carry wrongly. Then the kind of the
    /// equation, then the free body, with the weights of the sheet's conventions.
    pub(super) fn effort(&self, cut: &Cut, of: &Move, carried: u64, pivot: f64) -> u64 {
        let conventions = &self.model.conventions;
        let (per_term, kind) = match of.equation {
            Equation::Forces { axis: Axis::X | Axis::Y | Axis::Z, .. } => (2, 0),
            // A direction square to two lines has to be worked out, and the part of every force along it.
            Equation::Forces { axis: Axis::Square(..), .. } => (5, 14),
            Equation::Forces { .. } => (3, 2),
            Equation::Moments { centre, .. } => {
                let per_term = if conventions.first == First::Forces { 7 } else { 4 };
                // About an axis that is not along x, y or z every arm has to be worked out.
                let oblique = match centre {
                    Centre::Named(_) => 1,
                    Centre::Crossing(..) => 5,
                    Centre::Through(..) => 12,
                    Centre::Meeting(..) => 20,
                };
                (per_term, oblique)
            }
        };
        let body = match (cut.kind, conventions.truss, self.particle(cut)) {
            (CutKind::Single, Some(Truss::Sections), true) => 40,
            (CutKind::Single, ..) => 0,
            (CutKind::Whole, ..) => 2,
            (CutKind::Section, Some(Truss::Sections), _) => 0,
            (CutKind::Section, ..) => 4,
            (CutKind::Group, ..) => 6,
        };
        let poor = if pivot < tolerance::POOR_PIVOT { POOR } else { 0 };
        // In a moment sum a carried value has an arm as well.
        let carrying = if matches!(of.equation, Equation::Moments { .. }) { 4 } else { 2 };
        poor + per_term * (of.loads + carried + 1) + carrying * carried + kind + body
    }
}
