//! What someone chose to work first, resolved.

use super::resolve::Builder;
use super::{BarId, BodyId, JointId, PointId, PulleyId, RopeId};
use helvek_sheet::id::{Id, Kind};
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::sheet::no_part;
use helvek_sheet::sheet::{Document, Pick, PickedAxis, PickedEquation, PickedSum};

/// A free body that was chosen.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Picked {
    /// Everything together.
    Whole,
    /// The joint at a point.
    Joint(PointId),
    /// A body.
    Body(BodyId),
    /// One side of a section through these bars.
    Section(Vec<BarId>),
    /// One equation of several parts together.
    Equation(Vec<Part>, Sum),
}

/// A part as it is freed; not every one is, in every structure.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Part {
    /// A rigid body.
    Body(BodyId),
    /// The pin at a point.
    Pin(PointId),
    /// The weld of a joint.
    Weld(JointId),
    /// A pulley.
    Wheel(PulleyId),
    /// The end of a rope where something hangs or pulls: the first (0) or the last (1).
    End(RopeId, usize),
}

/// The sum of a chosen equation.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Sum {
    /// Moments about a point.
    About(PointId),
    /// Forces along an axis.
    Along(PickedAxis),
}

impl Builder {
    pub(super) fn order(&mut self, document: &Document) {
        for (i, pick) in document.sheet.conventions.order.iter().enumerate() {
            let path = format!("conventions.order[{i}]");
            let picked = match pick {
                Pick::One(name) => self.one(name, &path),
                Pick::Section(bars) => {
                    let rows: Option<Vec<_>> = bars.iter().map(|bar| self.bar_named(bar, &path)).collect();
                    rows.filter(|rows| !rows.is_empty()).map(Picked::Section)
                }
                Pick::Equation(equation) => self.equation(equation, &path),
            };
            self.model.order.extend(picked);
        }
    }

    fn one(&mut self, name: &str, path: &str) -> Option<Picked> {
        let points = self.model.point_ids();
        if let Some(point) = points.into_iter().find(|p| self.model.point_name(*p) == name) {
            return Some(Picked::Joint(point));
        }
        if let Some(row) = self.model.bodies.iter().position(|body| body.name == name) {
            return Some(Picked::Body(BodyId(row)));
        }
        if name == "whole" {
            return Some(Picked::Whole);
        }
        if self.problems.passed_over() {
            return None;
        }
        let known = self.model.points.iter().map(|p| p.name.as_str());
        let cure = match nearest(name, known) {
            Some(near) => format!("Perhaps \"{near}\" is meant."),
            None => "Name a joint, a body, or \"whole\".".into(),
        };
        self.problem(ProblemKind::Name, path, format!("There is no joint and no body \"{name}\"."), cure);
        None
    }

    fn equation(&mut self, equation: &PickedEquation, path: &str) -> Option<Picked> {
        let parts = equation.free.iter().map(|id| {
            let part = self.part(id).or_else(|| self.part(&id.of_old()));
            if part.is_none() {
                self.problems.push(no_part(format!("{path}.free"), id));
            }
            part
        });
        let parts: Vec<Option<Part>> = parts.collect();
        let parts = parts.into_iter().collect::<Option<Vec<_>>>()?;
        let sum = match &equation.sum {
            PickedSum::About(name) => Sum::About(self.point(name, &format!("{path}.about"))?),
            PickedSum::Along(PickedAxis::Z) if !self.model.spatial() => {
                let message = "There are no forces along z in the plane.";
                self.problem(ProblemKind::Sense, &format!("{path}.along"), message, "Write \"x\" or \"y\".");
                return None;
            }
            PickedSum::Along(axis) => Sum::Along(*axis),
        };
        Some(Picked::Equation(parts, sum))
    }

    /// The part of an id.
    fn part(&self, id: &Id) -> Option<Part> {
        let (model, name) = (&self.model, &id.name);
        Some(match id.kind {
            Kind::Body => Part::Body(BodyId(model.bodies.iter().position(|b| b.name == *name)?)),
            Kind::Pin => Part::Pin(model.point_ids().into_iter().find(|p| model.point_name(*p) == name)?),
            Kind::Weld => Part::Weld(JointId(model.joints.iter().position(|j| j.name == *name)?)),
            Kind::Wheel => Part::Wheel(PulleyId(model.pulleys.iter().position(|p| p.name == *name)?)),
            Kind::End => {
                let rope = RopeId(model.ropes.iter().position(|r| r.name == *name)?);
                Part::End(rope, id.part.as_ref()?.parse().ok().filter(|end| *end < 2)?)
            }
            _ => return None,
        })
    }

    fn bar_named(&mut self, name: &str, path: &str) -> Option<BarId> {
        self.bar_row(name, path).map(BarId)
    }

    /// The row of a bar by its name, or by its ends turned round; a problem where there is none.
    pub(super) fn bar_row(&mut self, name: &str, path: &str) -> Option<usize> {
        let turned = name.split_once('-').map(|(a, b)| format!("{b}-{a}"));
        let called = |wanted: &str| self.model.bars.iter().position(|bar| bar.name == wanted);
        let row = called(name).or_else(|| called(turned.as_deref()?));
        if row.is_none() && !self.problems.passed_over() {
            let known = self.model.bars.iter().map(|bar| bar.name.as_str());
            let cure = match nearest(name, known) {
                Some(near) => format!("Perhaps \"{near}\" is meant."),
                None => "Name one of the bars.".into(),
            };
            self.problem(ProblemKind::Name, path, format!("There is no bar \"{name}\"."), cure);
        }
        row
    }
}
