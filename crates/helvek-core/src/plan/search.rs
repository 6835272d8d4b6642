//! Choosing: the cheapest equation with one unknown, until what is asked is known; then dropping what was not needed.

use super::{Dropped, DropsOut, Equation, FreeBody, Plan, PlannedCheck, PlannedStep, Reason, menu};
use crate::equilibrium::{ColumnId, ColumnKind, Equilibrium};
use crate::model::{Asked, BodyId, Model};
use crate::sheet::First;
use crate::tolerance;
use crate::verdict::Verdict;

/// Plans the way to every asked unknown that equilibrium fixes. Empty when there is no equilibrium.
pub fn plan(model: &Model, equilibrium: &Equilibrium, verdict: &Verdict) -> Plan {
    if !verdict.equilibrium {
        return Plan::default();
    }
    let asked: Vec<_> = (0..equilibrium.columns.len())
        .filter(|&j| verdict.determined[j])
        .filter(|&j| {
            model.asked.iter().any(|asked| match asked {
                Asked::Support(support) => equilibrium.columns[j].support == *support,
            })
        })
        .map(ColumnId)
        .collect();
    let mut search =
        Search { model, equilibrium, known: vec![false; equilibrium.columns.len()], steps: Vec::new() };
    while asked.iter().any(|c| !search.known[c.index()]) {
        let Some(step) = search.cheapest() else { break };
        search.known[step.unknown.index()] = true;
        search.steps.push(step);
    }
    let steps = needed(search.steps, &asked);
    let checks = checks(model, equilibrium, verdict, &steps);
    Plan { steps, checks }
}

struct Search<'a> {
    model: &'a Model,
    equilibrium: &'a Equilibrium,
    known: Vec<bool>,
    steps: Vec<PlannedStep>,
}

/// What a choice costs, compared from left to right; integers only, so that no rounding ever decides.
type Cost = (u8, u8, usize, usize, u8, usize, usize);

impl Search<'_> {
    fn cheapest(&self) -> Option<PlannedStep> {
        (0..self.equilibrium.bodies)
            .map(BodyId)
            .flat_map(|body| self.on_body(body))
            .min_by_key(|(cost, _)| *cost)
            .map(|(_, step)| step)
    }

    /// Every equation on `body` that has exactly one unknown, with its cost.
    fn on_body(&self, body: BodyId) -> Vec<(Cost, PlannedStep)> {
        let columns = &self.equilibrium.columns;
        let on_it: Vec<_> = (0..columns.len())
            .map(ColumnId)
            .filter(|c| columns[c.index()].acts.iter().any(|act| act.on == body))
            .collect();
        let open: Vec<_> = on_it.iter().copied().filter(|c| !self.known[c.index()]).collect();
        if open.is_empty() {
            return Vec::new();
        }
        let moment_done = self.steps.iter().any(|s| matches!(s.equation, Equation::Moments { .. }));
        let mut found = Vec::new();
        for (order, equation) in
            menu::equations(self.model, self.equilibrium, body, &open).into_iter().enumerate()
        {
            let (inside, outside): (Vec<_>, Vec<_>) =
                open.iter().copied().partition(|c| self.enters(&equation, *c, body));
            let [unknown] = inside[..] else { continue };
            let dropped: Vec<_> = outside
                .iter()
                .map(|c| Dropped { column: *c, how: how(&equation, columns[c.index()].kind) })
                .collect();
            let found_before: Vec<_> = on_it
                .iter()
                .copied()
                .filter(|c| self.known[c.index()] && self.enters(&equation, *c, body))
                .collect();
            let loads = self
                .equilibrium
                .actions
                .iter()
                .filter(|a| a.act.on == body && equation.of(&a.act.wrench) != 0.0)
                .count();
            let forces = matches!(equation, Equation::Forces { .. });
            let school = match (self.model.schools.first, forces) {
                (First::Forces, _) => u8::from(!forces),
                // The cleverest moment first; when it has done its work, the sums finish the rest.
                (First::Moment, _) => u8::from(forces != moment_done),
            };
            let pivot = self.pivot(&equation, unknown, body);
            let kind = match equation {
                Equation::Forces { axis: super::Axis::Across(_), .. } => 2,
                Equation::Forces { .. } => 0,
                Equation::Moments { centre: super::Centre::Named(_), .. } => 1,
                Equation::Moments { .. } => 3,
            };
            let poor = u8::from(pivot < tolerance::POOR_PIVOT);
            // The more unknowns a first moment leaves out, the cleverer it is; what is carried from earlier steps carries their slips.
            let cost = (poor, school, on_it.len() - dropped.len(), found_before.len(), kind, loads, order);
            let reason = Reason { dropped, found_before };
            found.push((
                cost,
                PlannedStep { free_body: FreeBody { bodies: vec![body] }, equation, unknown, reason },
            ));
        }
        found
    }

    /// What a unit of the unknown puts into the equation, moments over the length scale.
    fn pivot(&self, equation: &Equation, column: ColumnId, body: BodyId) -> f64 {
        let sum: f64 = self.equilibrium.columns[column.index()]
            .acts
            .iter()
            .filter(|act| act.on == body)
            .map(|act| equation.of(&act.wrench))
            .sum();
        let couple = self.equilibrium.columns[column.index()].kind == ColumnKind::Couple;
        let length = self.equilibrium.length_scale;
        match equation {
            Equation::Moments { .. } if !couple => sum.abs() / length,
            _ => sum.abs(),
        }
    }

    fn enters(&self, equation: &Equation, column: ColumnId, body: BodyId) -> bool {
        self.pivot(equation, column, body) > tolerance::DROPS_OUT
    }
}

fn how(equation: &Equation, kind: ColumnKind) -> DropsOut {
    match (equation, kind) {
        (Equation::Moments { .. }, _) => DropsOut::ThroughCentre,
        (Equation::Forces { .. }, ColumnKind::Couple) => DropsOut::CoupleInForceSum,
        (Equation::Forces { .. }, ColumnKind::Force) => DropsOut::Across,
    }
}

/// The steps that lead to `asked`, traced back from the last.
fn needed(steps: Vec<PlannedStep>, asked: &[ColumnId]) -> Vec<PlannedStep> {
    let mut wanted = asked.to_vec();
    let mut kept: Vec<_> = steps
        .into_iter()
        .rev()
        .filter(|step| {
            let needed = wanted.contains(&step.unknown);
            if needed {
                wanted.extend(&step.reason.found_before);
            }
            needed
        })
        .collect();
    kept.reverse();
    kept
}

/// Unused equations in which only found unknowns appear: of the moment sums the one that tests most of them
/// and of the loads together (support points first), and the unused axis sums.
fn checks(
    model: &Model,
    equilibrium: &Equilibrium,
    verdict: &Verdict,
    steps: &[PlannedStep],
) -> Vec<PlannedCheck> {
    let found = |c: ColumnId| steps.iter().any(|s| s.unknown == c);
    let mut checks = Vec::new();
    for body in (0..equilibrium.bodies).map(BodyId) {
        let on_it: Vec<_> = (0..equilibrium.columns.len())
            .map(ColumnId)
            .filter(|c| equilibrium.columns[c.index()].acts.iter().any(|act| act.on == body))
            .collect();
        let search = Search { model, equilibrium, known: Vec::new(), steps: Vec::new() };
        let mut best: Option<(usize, Equation)> = None;
        for equation in menu::equations(model, equilibrium, body, &[]) {
            let used = steps.iter().any(|s| {
                s.free_body.bodies == [body] && s.equation.same(&equation, equilibrium.length_scale)
            });
            let inside: Vec<_> =
                on_it.iter().copied().filter(|c| search.enters(&equation, *c, body)).collect();
            if used || inside.is_empty() || !inside.iter().all(|c| found(*c)) {
                continue;
            }
            match equation {
                Equation::Forces { .. } => {
                    checks.push(PlannedCheck { free_body: FreeBody { bodies: vec![body] }, equation })
                }
                Equation::Moments { .. } => {
                    let tested = inside.iter().filter(|c| verdict.values[c.index()] != 0.0).count();
                    let loads =
                        equilibrium.actions.iter().filter(|a| equation.of(&a.act.wrench) != 0.0).count();
                    let tested = tested + loads;
                    if best.is_none_or(|(most, _)| tested > most) {
                        best = Some((tested, equation));
                    }
                }
            }
        }
        if let Some((_, equation)) = best {
            checks.insert(0, PlannedCheck { free_body: FreeBody { bodies: vec![body] }, equation });
        }
    }
    checks
}
