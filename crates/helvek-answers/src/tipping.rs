//! Friction that is needed, and what would keep a model from tipping, as published.

use crate::Publisher;
use helvek_numbers::tolerance;
use helvek_statics::equilibrium::{ColumnOf, Component};
use helvek_statics::verdict::{OneWayState, ballast};
use schemars::JsonSchema;
use serde::Serialize;

/// The friction that a rough contact needs: tangential force over normal force, beside what is available.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Friction {
    /// The support's or joint's name.
    pub of: String,
    /// The size of the force across the normal.
    pub across: f64,
    /// The normal force, positive where it presses.
    pub normal: f64,
    /// The coefficient that is needed; null when nothing presses.
    pub needed: Option<f64>,
    /// The coefficient that was given.
    pub available: Option<f64>,
    /// Available over needed coefficient, no unit; null when none is needed or given.
    pub factor: Option<f64>,
    /// True when it holds; null when no coefficient was given.
    pub holds: Option<bool>,
}

/// The way to keep a model from tipping, lifting or sliding.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Tips {
    /// The one-way parts that let go, and how strongly they would have to be held.
    pub holds: Vec<HoldDown>,
    /// A weight that would do instead.
    pub ballast: Option<Ballast>,
}

/// A part that would have to be held.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct HoldDown {
    /// The part's name.
    pub part: String,
    /// The force, in its line.
    pub force: f64,
}

/// A weight at a named point.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Ballast {
    /// The point's name.
    pub at: String,
    /// Its size, acting down.
    pub weight: f64,
}

impl Publisher<'_> {
    /// Needed friction of rough supports and contacts: |across| over the normal force.
    pub(super) fn friction(&self) -> Vec<Friction> {
        let values = self.full_values();
        let value = |of: ColumnOf, component: Component| {
            let index = self.full.columns.iter().position(|c| c.of == of && c.component == component)?;
            values[index]
        };
        let mut list = Vec::new();
        for (across, _) in
            self.full.columns.iter().zip(values).filter(|(c, _)| c.component == Component::Across)
        {
            let held = match across.of {
                ColumnOf::Support(id) => self.model.held_by(id),
                ColumnOf::Joint(id, _) => self.model.joined_by(id),
                _ => continue,
            };
            let available = held.of(Component::Across).and_then(|held| held.friction);
            let pair = value(across.of, Component::Across).zip(value(across.of, Component::Along));
            let Some((tangential, normal)) = pair else { continue };
            let needed = match (tangential, normal) {
                (0.0, _) => Some(0.0),
                (t, n) if n > 0.0 => Some(t.abs() / n),
                _ => None,
            };
            // What is needed to the last figure is there.
            let enough =
                |there: f64| needed.is_some_and(|needed| needed <= there * (1.0 + tolerance::RESIDUAL));
            let holds = available.map(enough);
            let factor = needed.filter(|n| *n > 0.0).zip(available).map(|(needed, there)| there / needed);
            let unit = &self.model.units.force;
            let (across_size, normal) = (unit.from_si(tangential.abs()), unit.from_si(normal));
            let of = self.model.owner_name(across.of);
            list.push(Friction { of, across: across_size, normal, needed, available, factor, holds });
        }
        list
    }

    /// The way to keep it from tipping: holding the parts that let go, or a weight at the point that rises most.
    pub(super) fn tips(&self) -> Option<Tips> {
        let OneWayState::Tips(holds) = &self.verdict.one_way else { return None };
        let force = |si: f64| self.model.units.force.from_si(si);
        let holds = holds
            .iter()
            .map(|hold| HoldDown {
                part: self.model.owner_name(self.full.column(hold.column).of),
                force: force(hold.force),
            })
            .collect();
        let ballast = ballast(&self.model, &self.full, &self.verdict).map(|(point, weight)| Ballast {
            at: self.model.point_name(point).to_owned(),
            weight: force(weight),
        });
        Some(Tips { holds, ballast })
    }
}
