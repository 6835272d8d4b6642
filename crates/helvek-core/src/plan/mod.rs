//! The plan: which body to free, which equation to write, for which unknown, and why. Facts only; renderers word them.

mod equation;
mod menu;
mod search;

pub use equation::{Axis, Centre, Equation};
pub use search::plan;

use crate::equilibrium::ColumnId;
use crate::model::BodyId;

/// Bodies taken together as one free body.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct FreeBody {
    /// In the order of the sheet.
    pub bodies: Vec<BodyId>,
}

/// How an unknown stays out of an equation.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum DropsOut {
    /// Its line of action passes through the moment centre.
    ThroughCentre,
    /// It acts across the direction of the force sum.
    Across,
    /// A couple does not enter a force sum.
    CoupleInForceSum,
}

/// An unknown that the chosen equation does not contain.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Dropped {
    /// Which.
    pub column: ColumnId,
    /// How.
    pub how: DropsOut,
}

/// Why an equation was chosen.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Reason {
    /// Unknowns still open on the free body that this equation does not contain.
    pub dropped: Vec<Dropped>,
    /// Unknowns that it contains and that an earlier step has found.
    pub found_before: Vec<ColumnId>,
}

/// One equation with one unknown.
#[derive(Debug, Clone, PartialEq)]
pub struct PlannedStep {
    /// What is freed.
    pub free_body: FreeBody,
    /// What is written.
    pub equation: Equation,
    /// What it yields.
    pub unknown: ColumnId,
    /// Why.
    pub reason: Reason,
}

/// An equation that the plan did not use, kept to test the result.
#[derive(Debug, Clone, PartialEq)]
pub struct PlannedCheck {
    /// What is freed.
    pub free_body: FreeBody,
    /// What is written.
    pub equation: Equation,
}

/// The way through the equations to what is asked.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Plan {
    /// In the order in which they can be solved.
    pub steps: Vec<PlannedStep>,
    /// Unused equations that test what was found.
    pub checks: Vec<PlannedCheck>,
}
