//! The working: the plan with numbers. Every term knows which force it is, which lever arm, which sign, and what it comes to.
//!
//! Terms are built from lines of action and arms, not copied from the matrix, so that the two are separate routes to one result. A step
//! keeps the sense it assumed; from the next step on an unknown that came out negative is drawn turned round and enters with its
//! magnitude, never both in one equation.

pub mod origin;
mod solid;
mod term;
mod writer;

pub use term::{Arm, Projection, Size, Term, TermOf};

use crate::equilibrium::{ColumnId, ColumnKind, Equilibrium, PartId, clean};
use crate::model::Model;
use crate::plan::{self, Equation, FreeBody, Plan, Reason};
use helvek_numbers::linear::Matrix;
use writer::{Found, terms};

/// One equation, written.
#[derive(Debug, Clone, PartialEq)]
pub struct Line {
    /// The free body.
    pub free_body: FreeBody,
    /// The equation.
    pub equation: Equation,
    /// Known terms in the order of the sheet, the unknowns last.
    pub terms: Vec<Term>,
}

/// One equation with one unknown, or several that are solved together.
#[derive(Debug, Clone, PartialEq)]
pub struct Step {
    /// The lines.
    pub lines: Vec<Line>,
    /// The unknowns they yield.
    pub unknowns: Vec<ColumnId>,
    /// The unknowns in SI, along their assumed senses.
    pub values: Vec<f64>,
    /// The reason for the choice.
    pub reason: Reason,
}

impl Step {
    /// The unknowns with their values.
    pub fn results(&self) -> impl Iterator<Item = (ColumnId, f64)> + '_ {
        self.unknowns.iter().copied().zip(self.values.iter().copied())
    }
}

/// An unused equation with everything put in.
#[derive(Debug, Clone, PartialEq)]
pub struct Check {
    /// Steps to what it holds beside what was found.
    pub before: Vec<Step>,
    /// The line, all of it known.
    pub line: Line,
    /// The remainder, N or N·m.
    pub residual: f64,
    /// The sum of the sizes of the terms and the largest force (or moment) that is carried, against which the residual is judged, N or N·m.
    pub scale: f64,
    /// The largest remainder that closes.
    pub closing: f64,
}

impl Check {
    /// True when it closes.
    pub fn ok(&self) -> bool {
        self.residual.abs() <= self.closing * self.scale
    }

    /// The residual over the scale; 0 when there is nothing.
    pub fn relative(&self) -> f64 {
        if self.scale > 0.0 { self.residual.abs() / self.scale } else { 0.0 }
    }
}

/// Steps that follow one another on the same free body.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Turn {
    /// Its first step, from 0.
    pub first: usize,
    /// Its last step.
    pub last: usize,
    /// The free body; of equations that are solved together, all of it.
    pub parts: Vec<PartId>,
}

/// The plan with numbers.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Working {
    /// In order.
    pub steps: Vec<Step>,
    /// The equations that test them.
    pub checks: Vec<Check>,
    /// Asked unknowns that no equation of the plan reaches.
    pub unreached: Vec<ColumnId>,
}

impl Working {
    /// The number of equations that were written: a rule at sight needs none.
    pub fn equations(&self) -> usize {
        self.steps.iter().filter(|step| step.reason.rule.is_none()).map(|step| step.lines.len()).sum()
    }

    /// By column: the step that finds it, from 1.
    pub fn found_by(&self, columns: usize) -> Vec<Option<usize>> {
        let mut found = vec![None; columns];
        for (index, step) in self.steps.iter().enumerate() {
            step.unknowns.iter().for_each(|id| found[id.index()] = Some(index + 1));
        }
        found
    }

    /// The steps, free body by free body.
    pub fn turns(&self) -> Vec<Turn> {
        let mut turns: Vec<Turn> = Vec::new();
        for (index, step) in self.steps.iter().enumerate() {
            let mut parts: Vec<PartId> =
                step.lines.iter().flat_map(|line| line.free_body.parts.iter().copied()).collect();
            parts.sort_unstable();
            parts.dedup();
            match turns.last_mut() {
                Some(turn) if turn.parts == parts => turn.last = index,
                _ => turns.push(Turn { first: index, last: index, parts }),
            }
        }
        turns
    }

    /// The step that finds an unknown, from 0.
    pub fn step_of(&self, column: ColumnId) -> Option<usize> {
        self.steps.iter().position(|step| step.unknowns.contains(&column))
    }
}

/// Works the plan. `released` columns are out of contact, and nothing.
/// `closing`: how closely checks have to close.
pub(crate) fn work(
    model: &Model,
    equilibrium: &Equilibrium,
    plan: Plan,
    released: &[bool],
    closing: f64,
) -> Working {
    let mut found = Found(released.iter().map(|released| released.then_some(0.0)).collect());
    let scales = equilibrium.scales();
    let step = |planned: plan::PlannedStep, found: &mut Found| {
        let unknown = |term: &Term| matches!(term.of, TermOf::Column(c) if planned.unknowns.contains(&c));
        let write = |line: plan::Line| {
            let mut terms = terms(model, equilibrium, &line.free_body, &line.equation, found);
            terms.sort_by_key(unknown);
            Line { free_body: line.free_body, equation: line.equation, terms }
        };
        let lines: Vec<_> = planned.lines.into_iter().map(write).collect();
        let values: Vec<f64> = solve(&lines, &planned.unknowns)
            .into_iter()
            .zip(&planned.unknowns)
            .map(|(value, id)| clean(value, scales.of(equilibrium.column(*id).kind)))
            .collect();
        for (id, value) in planned.unknowns.iter().zip(&values) {
            found.0[id.index()] = Some(*value);
        }
        Step { lines, unknowns: planned.unknowns, values, reason: planned.reason }
    };
    let steps: Vec<Step> = plan.steps.into_iter().map(|planned| step(planned, &mut found)).collect();
    let carried = equilibrium.carried(&found.0);
    let checks = plan
        .checks
        .into_iter()
        .map(|planned| {
            let mut found = Found(found.0.clone());
            let before = planned.before.into_iter().map(|planned| step(planned, &mut found)).collect();
            let planned = planned.line;
            let terms = terms(model, equilibrium, &planned.free_body, &planned.equation, &found);
            let residual = terms.iter().map(|t| t.value).sum();
            let kind = match planned.equation {
                Equation::Forces { .. } => ColumnKind::Force,
                Equation::Moments { .. } => ColumnKind::Couple,
            };
            let scale = carried.of(kind) + terms.iter().map(|t| t.value.abs()).sum::<f64>();
            let line = Line { free_body: planned.free_body, equation: planned.equation, terms };
            Check { before, line, residual, scale, closing }
        })
        .collect();
    Working { steps, checks, unreached: plan.unreached }
}

/// One equation of a free body, with everything put in that is known; the unknowns last.
pub(crate) fn written(
    model: &Model,
    equilibrium: &Equilibrium,
    free_body: FreeBody,
    equation: Equation,
    known: &[Option<f64>],
) -> Line {
    let mut terms = terms(model, equilibrium, &free_body, &equation, &Found(known.to_vec()));
    terms.sort_by_key(|term| matches!(term.of, TermOf::Column(c) if known[c.index()].is_none()));
    Line { free_body, equation, terms }
}

/// The unknowns of one line, or of several together.
fn solve(lines: &[Line], unknowns: &[ColumnId]) -> Vec<f64> {
    let sum = |line: &Line, of: Option<ColumnId>| -> f64 {
        let counts = |term: &&Term| match (term.of, of) {
            (TermOf::Column(c), Some(wanted)) => c == wanted,
            (TermOf::Column(c), None) => !unknowns.contains(&c),
            (TermOf::Action(_), wanted) => wanted.is_none(),
        };
        line.terms.iter().filter(counts).map(|t| t.value).sum()
    };
    if let ([line], [unknown]) = (lines, unknowns) {
        return vec![-sum(line, None) / sum(line, Some(*unknown))];
    }
    let count = unknowns.len();
    let matrix = Matrix::of(count, count, &|i, j| sum(&lines[i], Some(unknowns[j])));
    let known: Vec<f64> = lines.iter().map(|line| -sum(line, None)).collect();
    matrix.solve(&known)
}
