//! The working: the plan with numbers. Every term knows which force it is, which lever arm, which sign, and what it comes to.
//!
//! Terms are built from lines of action and arms, not copied from the matrix, so that the two are separate routes to one result. A step
//! keeps the sense it assumed; from the next step on an unknown that came out negative is drawn turned round and enters with its
//! magnitude, never both in one equation.

mod term;

pub use term::{Arm, Projection, Size, Term, TermOf};

use crate::equilibrium::{ColumnId, Equilibrium};
use crate::model::Model;
use crate::plan::{Equation, FreeBody, Plan, Reason};
use crate::tolerance;
use term::{Found, terms};

/// One equation, written and solved.
#[derive(Debug, Clone, PartialEq)]
pub struct Step {
    /// What is freed.
    pub free_body: FreeBody,
    /// What is written.
    pub equation: Equation,
    /// What it yields.
    pub unknown: ColumnId,
    /// Why it was chosen.
    pub reason: Reason,
    /// Known terms in the order of the sheet, the unknown last.
    pub terms: Vec<Term>,
    /// The unknown in SI, along its assumed sense.
    pub value: f64,
}

impl Step {
    /// The assumed sense was wrong: from the next drawing on the arrow is turned.
    pub fn turned(&self) -> bool {
        self.value < 0.0
    }
}

/// An unused equation with everything put in.
#[derive(Debug, Clone, PartialEq)]
pub struct Check {
    /// What is freed.
    pub free_body: FreeBody,
    /// What is written.
    pub equation: Equation,
    /// All known.
    pub terms: Vec<Term>,
    /// What is left over, N or N·m.
    pub residual: f64,
    /// Sum of the sizes of the terms, against which the residual is judged.
    pub scale: f64,
}

impl Check {
    /// Whether it closes.
    pub fn ok(&self) -> bool {
        self.residual.abs() <= tolerance::RESIDUAL * self.scale
    }

    /// The residual over the sizes of the terms; 0 when there are none.
    pub fn relative(&self) -> f64 {
        if self.scale > 0.0 { self.residual.abs() / self.scale } else { 0.0 }
    }
}

/// The plan with numbers.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Working {
    /// In order.
    pub steps: Vec<Step>,
    /// What tests them.
    pub checks: Vec<Check>,
}

/// Works the plan.
pub fn work(model: &Model, equilibrium: &Equilibrium, plan: Plan) -> Working {
    let mut found = Found(vec![None; equilibrium.columns.len()]);
    let mut steps = Vec::new();
    for planned in plan.steps {
        let mut terms = terms(model, equilibrium, &planned.free_body, &planned.equation, &found);
        terms.sort_by_key(|term| term.of == TermOf::Column(planned.unknown));
        let known: f64 =
            terms.iter().filter(|t| t.of != TermOf::Column(planned.unknown)).map(|t| t.value).sum();
        let coefficient: f64 =
            terms.iter().filter(|t| t.of == TermOf::Column(planned.unknown)).map(|t| t.value).sum();
        let value =
            equilibrium.clean(-known / coefficient, equilibrium.columns[planned.unknown.index()].kind);
        found.0[planned.unknown.index()] = Some(value);
        steps.push(Step {
            free_body: planned.free_body,
            equation: planned.equation,
            unknown: planned.unknown,
            reason: planned.reason,
            terms,
            value,
        });
    }
    let checks = plan
        .checks
        .into_iter()
        .map(|planned| {
            let terms = terms(model, equilibrium, &planned.free_body, &planned.equation, &found);
            let residual = terms.iter().map(|t| t.value).sum();
            let scale = terms.iter().map(|t| t.value.abs()).sum();
            Check { free_body: planned.free_body, equation: planned.equation, terms, residual, scale }
        })
        .collect();
    Working { steps, checks }
}
