//! Known actions: loads, and what hangs or pulls on the ends of ropes.

use super::Act;
use super::parts::{Lookup, PartOf};
use crate::model::{Amount, Given, Load, LoadId, LoadKind, Model, On, RopeEnd, RopeId, Spread};
use helvek_numbers::geometry::{Point, Wrench};
use helvek_sheet::things::load::Profile;

/// A part of a load that acts as one force (or couple) for equilibrium.
#[derive(Debug, Clone, PartialEq)]
pub struct Action {
    /// The load, the rope or the weight it belongs to.
    pub of: ActionOf,
    /// The force, at a point of its line, or the couple.
    pub act: Act,
    /// The way its size is given.
    pub source: Source,
}

/// The thing that an action belongs to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum ActionOf {
    /// A load.
    Load(LoadId),
    /// The mass or the hand at an end of a rope: the first (0) or the last (1).
    End(RopeId, usize),
}

/// The way the size of an action is given: decides how it is written.
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
    /// The resultant of a part of a distributed load: its share × intensity × length.
    Spread {
        /// Its profile along the stretch.
        profile: Profile,
        /// N/m where it is highest, signed.
        intensity: f64,
        /// m
        over: f64,
    },
}

pub(super) fn actions(model: &Model, lookup: &Lookup) -> Vec<Action> {
    let mut list = Vec::new();
    for (index, load) in model.loading.loads.iter().enumerate() {
        let Some(on) = lookup.on(load.on) else { continue };
        let of = ActionOf::Load(LoadId(index));
        let mut push = |on, wrench: Wrench, source: Source| {
            list.push(Action { of, act: Act { on, wrench, pair: 0 }, source });
        };
        match &load.kind {
            LoadKind::Force { at, direction, size, given } => {
                let Amount::Known(size) = *size else { continue };
                let source = match *given {
                    Given::Mass(mass) => Source::Mass { mass, gravity: model.gravity },
                    _ => Source::Given,
                };
                push(on, Wrench::force(*direction * size, model.at(*at)), source);
            }
            LoadKind::Couple { axis, size, .. } => {
                let Amount::Known(size) = *size else { continue };
                push(on, Wrench::couple(*axis * size, couple_place(model, load)), Source::Given);
            }
            LoadKind::Spread(spread) => {
                let over = spread.over;
                for (profile, size) in spread.drawn() {
                    let Amount::Known(intensity) = size else { continue };
                    if intensity != 0.0 {
                        let wrench = resultant(model, spread, profile).scaled(intensity);
                        push(on, wrench, Source::Spread { profile, intensity, over });
                    }
                }
            }
            LoadKind::Own { down, halves } => {
                for (at, on, weight) in halves {
                    let Some(on) = lookup.on(*on) else { continue };
                    push(on, Wrench::force(*down * *weight, model.at(*at)), Source::Given);
                }
            }
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

/// The place where a couple is drawn: it acts the same everywhere.
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

/// The resultant of one profile of a distributed load, per unit of its intensity.
pub(super) fn resultant(model: &Model, spread: &Spread, profile: Profile) -> Wrench {
    let (from, to) = (model.at(spread.from), model.at(spread.to));
    let at = from + (to - from) * profile.centre();
    Wrench::force(spread.direction * (profile.share() * spread.over), at)
}
