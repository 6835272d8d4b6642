//! Tipping: a structure about the edges on which it stands, what turns it over and what holds it back; and the sum that does not vanish where there
//! is no equilibrium.

use crate::equilibrium::{ColumnId, ColumnOf, Component, OneWay, PartId};
use crate::model::PointId;
use crate::plan::{Axis, Centre, Equation, FreeBody};
use crate::solution::Solved;
use crate::working::{Line, written};
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;

/// An edge about which a structure would tip.
#[derive(Debug, Clone, PartialEq)]
pub struct Overturning {
    /// The edge.
    pub edge: PointId,
    /// The supports that would lift, pull-only ones included.
    pub lifts: Vec<ColumnId>,
    /// Moments of the loads about it.
    pub line: Line,
    /// +1 where what tips it turns counter-clockwise, −1 clockwise.
    pub sense: f64,
    /// The resisting moment, N·m.
    pub resisting: f64,
    /// The overturning moment, N·m; more than 0.
    pub overturning: f64,
}

impl Overturning {
    /// The factor against tipping.
    pub fn factor(&self) -> f64 {
        self.resisting / self.overturning
    }

    /// The moment that is missing where it tips, N·m; negative where it stands.
    pub fn missing(&self) -> f64 {
        self.overturning - self.resisting
    }
}

impl Solved {
    fn all_parts(&self) -> Vec<PartId> {
        self.equilibrium.part_ids().collect()
    }

    /// The sense in which an unknown can act, where it is one: a rough contact presses, too.
    fn pushes(&self, id: ColumnId) -> Option<OneWay> {
        let column = self.equilibrium.column(id);
        let rough = match column.of {
            ColumnOf::Support(support) if column.component == Component::Along => {
                self.model.held_by(support).of(Component::Across).is_some()
            }
            _ => false,
        };
        column.one_way.or(rough.then_some(OneWay::Positive))
    }

    /// The loads' moments about a place or forces along a direction, on some parts.
    fn of_loads(&self, parts: &[PartId], equation: Equation) -> Line {
        // Unknowns that are nothing have no term.
        let none = vec![Some(0.0); self.equilibrium.columns.len()];
        written(&self.model, &self.equilibrium, FreeBody { parts: parts.to_vec() }, equation, &none)
    }

    /// The edges about which a plane structure would tip: points of supports that all others either pass through or lift off from together. Those
    /// about which nothing turns it over are left out.
    pub fn overturning(&self) -> Vec<Overturning> {
        let model = &self.model;
        if model.spatial() {
            return Vec::new();
        }
        let parts = self.all_parts();
        let holds = |_: PartId| true;
        let columns = self.equilibrium.column_ids().filter(|id| {
            let column = self.equilibrium.column(*id);
            !matches!(column.of, ColumnOf::Sought(_)) && column.outside(holds).next().is_some()
        });
        let external: Vec<ColumnId> = columns.collect();
        // Sought loads act too: with them there is no one moment of the loads.
        let sought = self.equilibrium.columns.iter().any(|c| matches!(c.of, ColumnOf::Sought(_)));
        if sought || !external.iter().any(|id| self.pushes(*id).is_some()) {
            return Vec::new();
        }
        let length = self.equilibrium.length_scale;
        // Several supports may stand at one point.
        let mut edges: Vec<PointId> = Vec::new();
        for support in &model.supports {
            if !edges.contains(&support.at) {
                edges.push(support.at);
            }
        }
        let mut found: Vec<Overturning> = Vec::new();
        for edge in edges {
            let about = model.at(edge);
            let turning = |id: &ColumnId| {
                let acts = self.equilibrium.column(*id).outside(holds);
                acts.map(|act| act.wrench.moment_about(about).z).sum::<f64>()
            };
            let mut lifts: Vec<(ColumnId, f64)> = Vec::new();
            let mut holds_it = false;
            for id in &external {
                let moment = turning(id);
                if moment.abs() <= tolerance::GEOMETRY * length {
                    continue;
                }
                match self.pushes(*id) {
                    Some(sense) => lifts.push((*id, moment * OneWay::sign(sense))),
                    None => holds_it = true,
                }
            }
            let Some((_, first)) = lifts.first().copied() else { continue };
            if holds_it || lifts.iter().any(|(_, moment)| moment * first < 0.0) {
                continue;
            }
            let equation = Equation::Moments { about, along: Vector::Z, centre: Centre::Named(edge) };
            let line = self.of_loads(&parts, equation);
            // What turns as the lifting supports do lifts them; the terms are written in the sheet's sense.
            let sense = first.signum();
            let written = model.conventions.moment.sign();
            let each = || line.terms.iter().map(|term| term.value * written * sense);
            let overturning: f64 = each().filter(|value| *value > 0.0).sum();
            let resisting: f64 = each().filter(|value| *value < 0.0).map(f64::abs).sum();
            if overturning > tolerance::ZERO_FORCE * (overturning + resisting) {
                let lifts = lifts.into_iter().map(|(id, _)| id).collect();
                found.push(Overturning { edge, lifts, line, sense, resisting, overturning });
            }
        }
        found
    }

    /// The unknown that alone lifts off an edge, and its arm about it, m; none where several lift.
    pub fn held_at(&self, edge: &Overturning) -> Option<(ColumnId, f64)> {
        let &[only] = &edge.lifts[..] else { return None };
        let about = self.model.at(edge.edge);
        let acts = self.equilibrium.column(only).outside(|_| true);
        let arm: f64 = acts.map(|act| act.wrench.moment_about(about).z).sum();
        Some((only, arm.abs()))
    }

    /// The arm by which a weight at a point holds back about an edge, m; negative where it helps to turn it over.
    pub fn arm_of_weight(&self, edge: &Overturning, point: PointId) -> f64 {
        let model = &self.model;
        (model.at(point) - model.at(edge.edge)).cross(-model.up()).z * -edge.sense
    }

    /// The sum of the loads that nothing balances, in the plane: along the motion, or about its centre; and its remainder, SI.
    /// Nothing where parts move differently.
    pub fn unbalanced(&self) -> Option<(Line, f64)> {
        let model = &self.model;
        let motion =
            self.verdict.motion.as_ref().filter(|_| !self.verdict.equilibrium && !model.spatial())?;
        let mut moving = motion.parts.iter().filter(|part| !part.rests());
        let first = moving.next()?;
        let near = |a: Point, b: Point| a.distance(b) <= 1e-6 * self.full.length_scale;
        let along = first.translation.unit().map(Vector::tidy);
        let alike = |other: &crate::verdict::PartMotion| match (first.centre(), other.centre()) {
            (Some(a), Some(b)) => near(a, b),
            // A particle has no turn of its own: it goes along if it moves square to the line to the centre.
            (Some(a), None) => {
                (other.about - a).dot(other.translation).abs() <= 1e-6 * other.translation.length()
            }
            (None, None) => {
                first.translation.cross(other.translation).length() <= 1e-6 * first.translation.length()
            }
            (None, Some(_)) => false,
        };
        if !moving.all(alike) {
            return None;
        }
        let ids = motion
            .parts
            .iter()
            .filter(|part| !part.rests())
            .map(|part| self.full.parts[part.part.index()].of);
        let of: Vec<_> = ids.collect();
        let parts: Vec<PartId> = self
            .equilibrium
            .part_ids()
            .filter(|id| of.contains(&self.equilibrium.parts[id.index()].of))
            .collect();
        if parts.len() != of.len() {
            return None;
        }
        let equation = match first.centre() {
            Some(centre) => {
                let point = model.point_ids().find(|p| near(model.at(*p), centre))?;
                Equation::Moments { about: model.at(point), along: Vector::Z, centre: Centre::Named(point) }
            }
            None => {
                let along = along?;
                let axis = match along.axis()? {
                    (0, _) => Axis::X,
                    _ => Axis::Y,
                };
                let along = if along.x + along.y < 0.0 { -along } else { along };
                Equation::Forces { along, axis }
            }
        };
        let line = self.of_loads(&parts, equation);
        let left: f64 = line.terms.iter().map(|term| term.value).sum();
        (!line.terms.is_empty()).then_some((line, left))
    }
}
