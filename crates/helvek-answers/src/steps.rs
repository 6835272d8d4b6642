//! The working and its checks, as published.

use crate::Told;
use helvek_statics::equilibrium::ColumnId;
use helvek_statics::plan::{DropsOut, Equation, FreeBody, WhyBody, ZeroRule};
use helvek_statics::working::Step;
use schemars::JsonSchema;
use serde::Serialize;

/// An equation put to the test.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CheckAnswer {
    /// `moments about C, bench`
    pub name: String,
    /// The remainder; 0 when it is noise.
    pub residual: f64,
    /// The residual over the sizes of its terms.
    pub relative: f64,
    /// True when it closes.
    pub ok: bool,
}

/// One step of the working.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StepAnswer {
    /// The pieces of the free body.
    pub free_body: Vec<String>,
    /// `moments about A`
    pub equation: String,
    /// `B_y`
    pub unknown: String,
    /// Along the assumed sense; negative when the assumption was wrong.
    pub value: f64,
    /// The reason for this equation.
    pub reason: ReasonAnswer,
    /// Further equations of a simultaneous set.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub together: Vec<TogetherAnswer>,
}

/// An equation that has to be solved together with that of its step.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct TogetherAnswer {
    /// The pieces of the free body.
    pub free_body: Vec<String>,
    /// `moments about A`
    pub equation: String,
    /// `B_y`
    pub unknown: String,
    /// Along the assumed sense.
    pub value: f64,
}

/// The sort of a free body.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum FreeBodyIs {
    /// There is no other.
    Only,
    /// The only one, or the first, on which so little is unknown.
    Single,
    /// Everything together.
    Whole,
    /// One side of a section.
    Section,
    /// Several parts together.
    Group,
}

/// The reason for an equation.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct ReasonAnswer {
    /// Unknowns that it does not contain.
    pub dropped: Vec<String>,
    /// The way in which each of them drops out, in the same order.
    pub how: Vec<DropsOut>,
    /// Unknowns that it contains and that were found before.
    pub found_before: Vec<String>,
    /// The sort of the free body.
    pub body: FreeBodyIs,
    /// The rule that shows a zero member at sight.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub rule: Option<ZeroRule>,
    /// The member of a collinear pair that carries the same.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub same_as: Option<String>,
}

impl Told<'_> {
    pub(super) fn check_answers(&self) -> Vec<CheckAnswer> {
        let mut checks: Vec<_> = self
            .working
            .checks
            .iter()
            .map(|check| {
                let unit = match check.line.equation {
                    Equation::Forces { .. } => &self.model.units.force,
                    Equation::Moments { .. } => &self.model.units.moment,
                };
                let name = self.equation_name(&check.line.equation);
                CheckAnswer {
                    name: format!("{name}, {}", self.free_body_name(&check.line.free_body)),
                    residual: if check.ok() { 0.0 } else { unit.from_si(check.residual) },
                    relative: check.relative(),
                    ok: check.ok(),
                }
            })
            .collect();
        let proof = |name: &str, difference: f64| {
            let ok = difference <= self.verdict.closing();
            let residual = if ok { 0.0 } else { difference };
            CheckAnswer { name: name.into(), residual, relative: difference, ok }
        };
        checks.extend(self.disagreement().map(|d| proof("agreement with the global solution", d)));
        checks.extend(self.proof().closure.map(|d| proof("every equation of every part", d)));
        checks.extend(self.proof().virtual_work.map(|d| proof("virtual work", d)));
        checks
    }

    fn bodies(&self, free_body: &FreeBody) -> Vec<String> {
        free_body.parts.iter().map(|part| self.part(*part)).collect()
    }

    pub(super) fn step_answers(&self) -> Vec<StepAnswer> {
        self.working.steps.iter().map(|step| self.step_answer(step)).collect()
    }

    fn step_answer(&self, step: &Step) -> StepAnswer {
        let value =
            |id: ColumnId, value: f64| self.model.unit_of(self.equilibrium.column(id).kind).from_si(value);
        let mut all = step.lines.iter().zip(step.results()).map(|(line, (id, v))| TogetherAnswer {
            free_body: self.bodies(&line.free_body),
            equation: self.equation_name(&line.equation),
            unknown: self.unknown_name(id),
            value: value(id, v),
        });
        let first = all.next();
        let together: Vec<_> = all.collect();
        let (free_body, equation, unknown, value) =
            first.map_or_else(Default::default, |f| (f.free_body, f.equation, f.unknown, f.value));
        let reason = &step.reason;
        StepAnswer {
            free_body,
            equation,
            unknown,
            value,
            reason: ReasonAnswer {
                dropped: reason.dropped.iter().map(|d| self.unknown_name(d.column)).collect(),
                how: reason.dropped.iter().map(|d| d.how).collect(),
                found_before: reason.found_before.iter().map(|c| self.unknown_name(*c)).collect(),
                body: match reason.body {
                    WhyBody::Only => FreeBodyIs::Only,
                    WhyBody::Open(_) => FreeBodyIs::Single,
                    WhyBody::Whole { .. } => FreeBodyIs::Whole,
                    WhyBody::Section { .. } => FreeBodyIs::Section,
                    WhyBody::Group { .. } => FreeBodyIs::Group,
                },
                rule: reason.rule,
                same_as: reason.same_as.map(|c| self.unknown_name(c)),
            },
            together,
        }
    }
}
