//! The working and its checks, as published.

use super::{CheckAnswer, FreeBodyIs, ReasonAnswer, StepAnswer, TogetherAnswer};
use crate::Told;
use helvek_statics::equilibrium::ColumnId;
use helvek_statics::plan::{Equation, FreeBody, WhyBody};
use helvek_statics::working::Step;

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
