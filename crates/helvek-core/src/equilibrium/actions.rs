//! Known actions: loads, and what hangs or pulls on the ends of ropes.

use super::Act;
use super::parts::{Lookup, PartOf};
use crate::geometry::{Point, Vector, Wrench};
use crate::model::{Amount, Load, LoadId, LoadKind, Model, On, RopeEnd, RopeId};

/// A part of a load that acts as one force (or couple) for equilibrium.
#[derive(Debug, Clone, PartialEq)]
pub struct Action {
    /// What it belongs to.
    pub of: ActionOf,
    /// The force, at a point of its line, or the couple.
    pub act: Act,
    /// What it is made of.
    pub source: Source,
}

/// What an action belongs to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum ActionOf {
    /// A load.
    Load(LoadId),
    /// The mass or the hand at an end of a rope: the first (0) or the last (1).
    End(RopeId, usize),
}

/// What an action is made of: decides how its size is written.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Source {
    /// A force or couple as given.
    Given,
    /// The weight of a mass: mass × g.
    Mass {
        /// kg
        mass: f64,
        /// m/s²
        gravity: f64,
    },
    /// The resultant of a distributed load's uniform part: intensity × length.
    Uniform {
        /// N/m, signed.
        intensity: f64,
        /// m
        over: f64,
    },
    /// The resultant of a triangular part: ½ × intensity × length, at a third of the length from its high end.
    Triangle {
        /// N/m at its high end, signed.
        intensity: f64,
        /// m
        over: f64,
    },
}

/// Where the resultants of a distributed load lie, as a fraction of its stretch from the start, and their size per unit of intensity and
/// length.
pub(super) const UNIFORM: (f64, f64) = (0.5, 1.0);
/// A triangle that is high at its start.
pub(super) const FALLING: (f64, f64) = (1.0 / 3.0, 0.5);
/// A triangle that is high at its end.
pub(super) const RISING: (f64, f64) = (2.0 / 3.0, 0.5);

pub(super) fn actions(model: &Model, lookup: &Lookup) -> Vec<Action> {
    let mut list = Vec::new();
    for (index, load) in model.loading.loads.iter().enumerate() {
        let Some(on) = lookup.on(load.on) else { continue };
        let of = ActionOf::Load(LoadId(index));
        if let LoadKind::Own { halves } = &load.kind {
            for (at, on, weight) in halves {
                let Some(on) = lookup.on(*on) else { continue };
                let wrench = Wrench::force(-model.up() * *weight, model.at(*at));
                list.push(Action { of, act: Act { on, wrench, pair: 0 }, source: Source::Given });
            }
            continue;
        }
        let mut push = |wrench: Wrench, source: Source| {
            list.push(Action { of, act: Act { on, wrench, pair: 0 }, source });
        };
        match load.kind {
            LoadKind::Force { at, direction, size: Amount::Known(size), .. } => {
                push(Wrench::force(direction * size, model.at(at)), Source::Given);
            }
            LoadKind::Couple { axis, size: Amount::Known(size), .. } => {
                push(Wrench::couple(axis * size, couple_place(model, load)), Source::Given);
            }
            LoadKind::Weight { at, mass, size: Amount::Known(size) } => {
                let source = match mass {
                    Some(mass) => Source::Mass { mass, gravity: model.gravity },
                    None => Source::Given,
                };
                push(Wrench::force(-model.up() * size, model.at(at)), source);
            }
            LoadKind::Distributed { from, to, start, end, direction, over } => {
                let stretch = Stretch { from: model.at(from), to: model.at(to), direction, over };
                for (place, source) in stretch.resultants(start, end) {
                    push(stretch.wrench(place, source), source);
                }
            }
            LoadKind::Force { .. }
            | LoadKind::Couple { .. }
            | LoadKind::Weight { .. }
            | LoadKind::Own { .. } => {}
        }
    }
    for (index, rope) in model.ropes.iter().enumerate() {
        for (k, end) in rope.ends.iter().enumerate() {
            let (size, source) = match (end, model.loading.ends[index][k]) {
                (RopeEnd::Mass, Amount::Known(mass)) => {
                    (mass * model.gravity, Source::Mass { mass, gravity: model.gravity })
                }
                (RopeEnd::Hand, Amount::Known(size)) => (size, Source::Given),
                _ => continue,
            };
            let Some(on) = lookup.part(PartOf::End(RopeId(index), k)) else { continue };
            let leg = if k == 0 { rope.legs[0] } else { rope.legs[rope.legs.len() - 1] };
            let (at, away) = if k == 0 { (leg.from, -leg.direction) } else { (leg.to, leg.direction) };
            let act = Act { on, wrench: Wrench::force(away * size, at), pair: 0 };
            list.push(Action { of: ActionOf::End(RopeId(index), k), act, source });
        }
    }
    list
}

/// Where a couple is drawn: it acts the same everywhere.
pub(super) fn couple_place(model: &Model, load: &Load) -> Point {
    let own = match load.kind {
        LoadKind::Couple { at, .. } => at,
        _ => None,
    };
    let first = match load.on {
        On::Body(body) => model.first_point_of(body),
        On::Pin(pin) => Some(model.pins[pin.index()].at),
    };
    own.or(first).map_or(Point::default(), |p| model.at(p))
}

/// The stretch over which a distributed load acts.
pub(super) struct Stretch {
    pub(super) from: Point,
    pub(super) to: Point,
    pub(super) direction: Vector,
    pub(super) over: f64,
}

impl Stretch {
    /// The known resultants with their places. A uniform part and a triangle on top of it, as everyone draws it; when the sense changes on
    /// the way, or one end is sought, a triangle from each end, which add up to the same straight line.
    fn resultants(&self, start: Amount, end: Amount) -> Vec<((f64, f64), Source)> {
        let over = self.over;
        let triangle = |intensity: f64, place| (place, Source::Triangle { intensity, over });
        let parts = match (start, end) {
            (Amount::Known(start), Amount::Known(end)) if start * end >= 0.0 => {
                let uniform = if start.abs() < end.abs() { start } else { end };
                let (extra, place) =
                    if start == uniform { (end - uniform, RISING) } else { (start - uniform, FALLING) };
                vec![triangle(extra, place), (UNIFORM, Source::Uniform { intensity: uniform, over })]
            }
            _ => {
                let known = [(start, FALLING), (end, RISING)].into_iter();
                known.filter_map(|(size, place)| Some(triangle(size.known()?, place))).collect()
            }
        };
        let present = |source: &Source| match *source {
            Source::Uniform { intensity, .. } | Source::Triangle { intensity, .. } => intensity != 0.0,
            _ => true,
        };
        parts.into_iter().filter(|(_, source)| present(source)).collect()
    }

    fn wrench(&self, (fraction, share): (f64, f64), source: Source) -> Wrench {
        let intensity = match source {
            Source::Uniform { intensity, .. } | Source::Triangle { intensity, .. } => intensity,
            _ => 0.0,
        };
        Wrench::force(self.direction * (intensity * share * self.over), self.at(fraction))
    }

    /// The wrench per unit of a sought intensity.
    pub(super) fn per_unit(&self, (fraction, share): (f64, f64)) -> Wrench {
        Wrench::force(self.direction * (share * self.over), self.at(fraction))
    }

    fn at(&self, fraction: f64) -> Point {
        self.from + (self.to - self.from) * fraction
    }
}
