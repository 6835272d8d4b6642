//! The whole chain, every stage kept.

use crate::equilibrium::Equilibrium;
use crate::model::Model;
use crate::plan::plan;
use crate::verdict::{Cure, Verdict, cures, judge};
use crate::working::{Working, work};

/// A model with everything that follows from it.
#[derive(Debug, Clone, PartialEq)]
pub struct Solved {
    /// What was meant.
    pub model: Model,
    /// Freed.
    pub equilibrium: Equilibrium,
    /// Judged.
    pub verdict: Verdict,
    /// Planned and worked.
    pub working: Working,
    /// What would hold it, when it moves.
    pub cures: Vec<Cure>,
}

/// Frees, judges, plans and works a model.
pub fn solve(model: Model) -> Solved {
    let equilibrium = Equilibrium::of(&model);
    let verdict = judge(&equilibrium);
    let plan = plan(&model, &equilibrium, &verdict);
    let working = work(&model, &equilibrium, plan);
    let cures = if verdict.mobility > 0 { cures(&model) } else { Vec::new() };
    Solved { model, equilibrium, verdict, working, cures }
}

impl Solved {
    /// The value of each unknown that equilibrium fixes, SI, along its assumed sense; the working's where it was worked, else the
    /// global solution's.
    pub fn values(&self) -> Vec<Option<f64>> {
        let mut values: Vec<_> = self
            .verdict
            .values
            .iter()
            .zip(&self.verdict.determined)
            .map(|(value, determined)| (self.verdict.equilibrium && *determined).then_some(*value))
            .collect();
        for step in &self.working.steps {
            values[step.unknown.index()] = Some(step.value);
        }
        values
    }

    /// The largest difference between the plan's values and the global solution's, over the largest load. `None` when nothing was
    /// worked.
    pub fn disagreement(&self) -> Option<f64> {
        let scale = self.equilibrium.load_scale();
        self.working
            .steps
            .iter()
            .map(|step| {
                let kind = self.equilibrium.columns[step.unknown.index()].kind;
                let scale = match kind {
                    crate::equilibrium::ColumnKind::Force => scale,
                    crate::equilibrium::ColumnKind::Couple => scale * self.equilibrium.length_scale,
                };
                let difference = (step.value - self.verdict.values[step.unknown.index()]).abs();
                if scale > 0.0 { difference / scale } else { difference }
            })
            .reduce(f64::max)
    }
}
