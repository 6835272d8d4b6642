//! Any free body and any equation of it, as someone may choose them: which unknowns it holds, and what it would give.

use crate::equilibrium::{ColumnId, Freedom, PartId, PartOf, clean};
use crate::model::PointId;
use crate::plan::{Axis, Centre, Equation, FreeBody};
use crate::solution::Solved;
use crate::working::{Line, TermOf, written};
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_sheet::sheet::{PickedAxis, PickedSum};

/// One equation of a chosen free body.
#[derive(Debug, Clone, PartialEq)]
pub struct ChosenEquation {
    /// The equation with everything put in that was known by then.
    pub line: Line,
    /// Its unknowns.
    pub open: Vec<ColumnId>,
    /// The value it would give, SI, along the assumed sense, exactly 0 when it is noise beside what acts: only where there is one unknown.
    pub gives: Option<f64>,
}

impl Solved {
    /// The unknowns of a free body that are open after so many steps of the working, in the order of the sheet.
    pub fn open_on(&self, parts: &[PartId], after: usize) -> Vec<ColumnId> {
        let known = self.known_after(after);
        let columns = self.equilibrium.column_ids();
        columns.filter(|id| known[id.index()].is_none() && self.crosses(*id, parts)).collect()
    }

    /// True when an unknown acts on a free body from outside: what acts on it twice, equal and opposite, cancels.
    fn crosses(&self, id: ColumnId, parts: &[PartId]) -> bool {
        let Some(first) = parts.first() else { return false };
        let origin = self.equilibrium.parts[first.index()].reference;
        let (mut sum, mut size) = ([0.0; 3], 0.0f64);
        for act in self.equilibrium.column(id).acts.iter().filter(|act| parts.contains(&act.on)) {
            let moment = act.wrench.moment_about(origin).z / self.equilibrium.length_scale;
            for (sum, part) in sum.iter_mut().zip([act.wrench.force.x, act.wrench.force.y, moment]) {
                *sum += part;
                size = size.max(part.abs());
            }
        }
        sum.iter().any(|part| part.abs() > tolerance::DROPS_OUT * size)
    }

    /// The equations of a free body after so many steps of the working: both force sums, and moments about each of its points. Those in
    /// which nothing appears are left out.
    pub fn choices(&self, parts: &[PartId], after: usize) -> Vec<ChosenEquation> {
        // Which axis through a point is meant cannot be written yet.
        if self.model.spatial() {
            return Vec::new();
        }
        let known = self.known_after(after);
        let mut equations = vec![
            Equation::Forces { along: Vector::X, axis: Axis::X },
            Equation::Forces { along: Vector::Y, axis: Axis::Y },
        ];
        let rigid = parts.iter().any(|part| self.equilibrium.parts[part.index()].freedom == Freedom::Rigid);
        if rigid || parts.len() > 1 {
            let about = |point: PointId| Equation::Moments {
                along: Vector::Z,
                about: self.model.at(point),
                centre: Centre::Named(point),
            };
            for equation in self.points_on(parts).into_iter().map(about) {
                let length = self.equilibrium.length_scale;
                if !equations.iter().any(|other| other.same(&equation, length)) {
                    equations.push(equation);
                }
            }
        }
        let choices = equations.into_iter().map(|equation| self.choice_of(parts, equation, &known));
        choices.filter(|choice| !choice.line.terms.is_empty()).collect()
    }

    /// The sum of an equation, where a sheet can say so: forces along an axis, moments about a named point.
    pub fn summed(&self, equation: &Equation) -> Option<PickedSum> {
        match *equation {
            Equation::Forces { axis: Axis::X, .. } => Some(PickedSum::Along(PickedAxis::X)),
            Equation::Forces { axis: Axis::Y, .. } => Some(PickedSum::Along(PickedAxis::Y)),
            Equation::Moments { centre: Centre::Named(point), .. } => {
                Some(PickedSum::About(self.model.point_name(point).to_owned()))
            }
            _ => None,
        }
    }

    /// One equation of a free body, with these values put in for what is known.
    pub fn choice_of(&self, parts: &[PartId], equation: Equation, known: &[Option<f64>]) -> ChosenEquation {
        let free_body = FreeBody { parts: parts.to_vec() };
        self.choice(written(&self.model, &self.equilibrium, free_body, equation, known), known)
    }

    /// The value of each unknown of the working after so many of its steps, SI; known from the beginning where it is out of contact.
    fn known_after(&self, after: usize) -> Vec<Option<f64>> {
        let released = |id| self.is_released(id).then_some(0.0);
        let mut known: Vec<_> = self.equilibrium.column_ids().map(released).collect();
        for (id, value) in self.working.steps.iter().take(after).flat_map(|step| step.results()) {
            known[id.index()] = Some(value);
        }
        known
    }

    fn choice(&self, line: Line, known: &[Option<f64>]) -> ChosenEquation {
        let unknown = |of: TermOf| match of {
            TermOf::Column(id) if known[id.index()].is_none() => Some(id),
            _ => None,
        };
        let mut open: Vec<ColumnId> = line.terms.iter().filter_map(|term| unknown(term.of)).collect();
        open.sort_unstable();
        open.dedup();
        // What stands in it twice and cancels is not in it.
        open.retain(|id| {
            let mine =
                || line.terms.iter().filter(|term| unknown(term.of) == Some(*id)).map(|term| term.value);
            mine().sum::<f64>().abs() > tolerance::DROPS_OUT * mine().map(f64::abs).sum::<f64>()
        });
        let gives = match open[..] {
            [only] => {
                let sum = |of: Option<ColumnId>| -> f64 {
                    line.terms.iter().filter(|term| unknown(term.of) == of).map(|term| term.value).sum()
                };
                let scale = self.full.scales().of(self.equilibrium.column(only).kind);
                Some(clean(-sum(None) / sum(Some(only)), scale))
            }
            _ => None,
        };
        ChosenEquation { line, open, gives }
    }

    fn points_on(&self, parts: &[PartId]) -> Vec<PointId> {
        let model = &self.model;
        let mut points = Vec::new();
        for part in parts {
            match self.equilibrium.parts[part.index()].of {
                PartOf::Body(body) => points.extend(model.points_of(body)),
                PartOf::Pin(pin) => points.push(model.pins[pin.index()].at),
                PartOf::Weld(joint) => points.push(model.joints[joint.index()].at),
                PartOf::Wheel(pulley) => points.push(model.pulleys[pulley.index()].at),
                PartOf::End(..) => {}
            }
        }
        points
    }
}
