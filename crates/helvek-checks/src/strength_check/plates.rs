//! A pin among its plates: what each plate presses on it, what each plane between two plates shears, and how thick it has to be.

use super::Strength;
use crate::Checks;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_numbers::tolerance::first_largest;
use helvek_statics::equilibrium::{ActionOf, Column, ColumnOf, PartOf};
use helvek_statics::model::{PlateOf, PlatedPin, RequiredFactor, SoughtId, Threaded};
use helvek_statics::solution::State;
use std::f64::consts::PI;

/// The forces on a pin in one state, N.
#[derive(Debug, Clone, PartialEq)]
pub struct OnPin {
    /// The force of each plate on the pin.
    pub plates: Vec<Vector>,
    /// The force in the pin behind each plate but the last: the sum of the plates before it.
    pub planes: Vec<Vector>,
    /// The remainder: something acts on the pin of which no plate is listed. Zero when all are.
    pub left_over: Vector,
}

/// The criterion that requires a diameter.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Criterion {
    /// The average shear stress in the plane behind this plate.
    Shear {
        /// Its place.
        plane: usize,
    },
    /// The bearing stress of this plate.
    Bearing {
        /// Its place.
        plate: usize,
    },
}

/// A diameter that is required.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Required {
    /// For what.
    pub by: Criterion,
    /// The force that asks for it, N.
    pub force: f64,
    /// The allowed stress, Pa.
    pub most: f64,
    /// m
    pub diameter: f64,
    /// Under which combination; `None`: the loads as drawn.
    pub under: Option<usize>,
}

/// A plated pin, with the diameter it is judged by.
#[derive(Debug, Clone, PartialEq)]
pub struct SizedPin {
    /// Among the model's plated pins.
    pub pin: usize,
    /// Under the loads as drawn; `None` when equilibrium does not fix it.
    pub drawn: Option<OnPin>,
    /// One for each plane and each plate whose strength is known.
    pub required: Vec<Required>,
    /// The criterion that asks for the largest.
    pub governs: Option<usize>,
    /// The next size in stock.
    pub next: Option<f64>,
    /// The diameter it is judged by: the given one, else the next in stock. m
    pub diameter: Option<f64>,
    /// The largest diameter that tear-out leaves each plate with an edge, m.
    pub at_most: Vec<(usize, f64)>,
}

impl Checks<'_> {
    /// The forces on a plated pin; nothing when equilibrium does not fix them.
    pub fn on_pin(&self, row: usize) -> Option<OnPin> {
        let pin = &self.model.plated[row];
        let owners: Option<Vec<Vector>> = pin.plates.iter().map(|p| self.exerted_on_pin(pin, p.of)).collect();
        let owners = owners?;
        let plates: Vec<Vector> =
            pin.plates.iter().zip(&owners).map(|(plate, force)| *force * plate.share).collect();
        let mut sum = Vector::ZERO;
        let mut planes = Vec::with_capacity(plates.len());
        for plate in &plates {
            sum += *plate;
            planes.push(sum);
        }
        planes.pop();
        let scale: f64 = plates.iter().map(|plate| plate.length()).sum();
        let left_over = if sum.length() <= 1e3 * tolerance::ZERO_FORCE * scale { Vector::ZERO } else { -sum };
        Some(OnPin { plates, planes, left_over })
    }

    /// The force on a pin of one of those that meet there, N.
    fn exerted_on_pin(&self, pin: &PlatedPin, owner: PlateOf) -> Option<Vector> {
        let values = self.full_values();
        let owns = |column: &Column| match (column.of, owner) {
            (ColumnOf::Joint(id, end), PlateOf::Body(body)) => {
                self.model.joints[id.index()].of.get(end) == Some(&body)
            }
            (ColumnOf::Bar(a), PlateOf::Bar(b)) => a == b,
            (ColumnOf::Support(_), PlateOf::Ground) => true,
            (ColumnOf::Sought(symbol), PlateOf::Load(load)) => self.carries(load.index(), symbol),
            _ => false,
        };
        let mut sum = Vector::ZERO;
        match pin.through {
            Threaded::Pin(id) => {
                let on_pin = |part: helvek_statics::equilibrium::PartId| {
                    self.full.parts[part.index()].of == PartOf::Pin(id)
                };
                for (column, value) in self.full.columns.iter().zip(values).filter(|(c, _)| owns(c)) {
                    for act in column.acts.iter().filter(|act| on_pin(act.on)) {
                        sum += act.wrench.force * (*value)?;
                    }
                }
                let mine =
                    |of: ActionOf| matches!((of, owner), (ActionOf::Load(a), PlateOf::Load(b)) if a == b);
                for action in self.full.actions.iter().filter(|action| mine(action.of)) {
                    if on_pin(action.act.on) {
                        sum += action.act.wrench.force;
                    }
                }
            }
            // A body on a pin of two: the pin exerts on it what it does not exert on the pin.
            Threaded::Joint(joint) => {
                let PlateOf::Body(body) = owner else { return Some(sum) };
                for (column, value) in self.full.columns.iter().zip(values) {
                    if !matches!(column.of, ColumnOf::Joint(id, _) if id == joint) {
                        continue;
                    }
                    let part = PartOf::Body(body);
                    for act in column.acts.iter().filter(|act| self.full.parts[act.on.index()].of == part) {
                        sum = sum - act.wrench.force * (*value)?;
                    }
                }
            }
            Threaded::Support(support) => {
                let sign = if owner == PlateOf::Ground { 1.0 } else { -1.0 };
                for (column, value) in self.full.columns.iter().zip(values) {
                    if column.of == ColumnOf::Support(support) {
                        for act in &column.acts {
                            sum += act.wrench.force * ((*value)? * sign);
                        }
                    }
                }
            }
        }
        Some(sum)
    }

    /// True when a load's size is this sought symbol.
    fn carries(&self, load: usize, symbol: SoughtId) -> bool {
        use helvek_statics::model::Amount;
        self.model.loading.loads[load].kind.amounts().contains(&Amount::Sought(symbol))
    }

    /// The allowed part of a strength: over the factor that is wanted.
    pub(super) fn allowed(
        &self,
        material: Option<usize>,
        of: Strength,
        wants: RequiredFactor,
    ) -> Option<(f64, f64)> {
        let material = &self.model.materials[material?];
        let value = match of {
            Strength::Yield => material.yields,
            Strength::Ultimate => material.ultimate,
            Strength::Shear => material.shear,
            Strength::Bearing => material.bearing,
        }?;
        Some((value, value / self.wanted(wants).unwrap_or(1.0)))
    }

    /// The factor that is wanted of something.
    pub(super) fn wanted(&self, wants: RequiredFactor) -> Option<f64> {
        self.model.wanted.iter().find(|(of, _)| *of == wants).map(|(_, factor)| *factor)
    }

    /// Every plated pin, with what it needs under the worst of these states.
    pub(crate) fn sized_pins(&self, states: &[State]) -> Vec<SizedPin> {
        (0..self.model.plated.len()).map(|row| self.sized_pin(row, states)).collect()
    }

    fn sized_pin(&self, row: usize, states: &[State]) -> SizedPin {
        let pin = &self.model.plated[row];
        let held = states.iter().enumerate().filter(|(_, state)| state.solved.verdict.equilibrium);
        let all: Vec<(Option<usize>, OnPin)> = std::iter::once((None, self.on_pin(row)))
            .chain(held.map(|(i, state)| (Some(i), Checks(&state.solved).on_pin(row))))
            .filter_map(|(under, on_pin)| Some((under, on_pin?)))
            .collect();
        let worst = |force: &dyn Fn(&OnPin) -> f64| {
            let each = all.iter().map(|(under, on_pin)| (force(on_pin), *under));
            first_largest(each, |(force, _)| *force)
        };
        let mut required = Vec::new();
        if let Some((_, most)) = self.allowed(pin.material, Strength::Shear, RequiredFactor::Pin(row)) {
            for plane in 0..pin.plates.len() - 1 {
                let Some((force, under)) = worst(&|on: &OnPin| on.planes[plane].length()) else { continue };
                // V/(π·d²/4) = most
                let diameter = (4.0 * force / (PI * most)).sqrt();
                required.push(Required { by: Criterion::Shear { plane }, force, most, diameter, under });
            }
        }
        let mut at_most = Vec::new();
        for (plate, written) in pin.plates.iter().enumerate() {
            let Some((force, under)) = worst(&|on: &OnPin| on.plates[plate].length()) else { continue };
            let t = written.thickness;
            if let Some((_, most)) =
                self.allowed(written.material, Strength::Bearing, RequiredFactor::Pin(row))
            {
                let diameter = force / (t * most);
                required.push(Required { by: Criterion::Bearing { plate }, force, most, diameter, under });
            }
            if let (Some(edge), Some((_, most))) =
                (written.edge, self.allowed(written.material, Strength::Shear, RequiredFactor::Pin(row)))
            {
                // F/(2·t·(e − d/2)) = most
                at_most.push((plate, 2.0 * (edge - force / (2.0 * t * most))));
            }
        }
        let governs = first_largest(0..required.len(), |row| required[*row].diameter);
        let next = governs.and_then(|row| self.model.stock.next(required[row].diameter));
        let drawn = self.on_pin(row);
        let diameter = pin.diameter.or(next);
        SizedPin { pin: row, drawn, required, governs, next, diameter, at_most }
    }
}
