//! What acts on a body, and where it enters it.

use super::DiagramRefusal;
use crate::equilibrium::{Act, ColumnId, ColumnOf, Equilibrium, PartOf};
use crate::model::{self, Amount, BodyId, LoadId, LoadKind, Model, On, PointId, RopeEnd, SoughtId};
use helvek_numbers::geometry::{Vector, Wrench};
use helvek_sheet::poly::shift;
use helvek_sheet::things::load::Powers;

/// Everything that acts on a body.
#[derive(Debug, Clone, Default)]
pub struct Acting {
    /// Forces and couples, each where it enters.
    pub attached: Vec<Attached>,
    /// Distributed loads.
    pub spreads: Vec<Spread>,
}

/// The source of an action on a body.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Source {
    /// An unknown of the full equilibrium.
    Column(ColumnId),
    /// A load.
    Load(LoadId),
}

/// A force or a couple that enters a body at one of its points.
#[derive(Debug, Clone, Copy)]
pub struct Attached {
    pub(crate) at: PointId,
    pub source: Source,
    /// N, N·m; `None` when equilibrium does not fix it.
    pub wrench: Option<Wrench>,
}

/// A load along the straight line between two points of a run.
#[derive(Debug, Clone, Copy)]
pub struct Spread {
    pub load: LoadId,
    pub from: PointId,
    pub to: PointId,
    /// Force per metre of run, with the powers of the distance from `from` towards `to` in metres; `None` when equilibrium does not fix it.
    pub(crate) per_metre: Option<Powers<Vector>>,
}

impl Spread {
    /// Force per metre of run, with the powers of the distance from a place that is so many metres from `from`, in the sense of `from` to `to` (1) or
    /// against it (−1).
    pub fn seen_from(&self, place: f64, sense: f64) -> Option<Powers<Vector>> {
        Some(moved(self.per_metre?, place, sense))
    }
}

/// The resultant of a load per metre over so many metres: its sum, N, and ∫ x q dx about where it begins, N·m.
pub fn resultant(load: &Powers<Vector>, over: f64) -> [Vector; 2] {
    let (mut sum, mut first, mut reach) = (Vector::ZERO, Vector::ZERO, 1.0);
    for (k, power) in load.iter().enumerate() {
        reach *= over;
        sum += *power * (reach / (k + 1) as f64);
        first += *power * (reach * over / (k + 2) as f64);
    }
    [sum, first]
}

/// A polynomial in x = `from` + `sense`·u, by the powers of u.
fn moved(mut powers: Powers<Vector>, from: f64, sense: f64) -> Powers<Vector> {
    shift(&mut powers, |power, above| *power += above * from);
    let mut by = 1.0;
    for power in &mut powers {
        *power = *power * by;
        by *= sense;
    }
    powers
}

/// The actions on a body, with the values of the unknowns of the full equilibrium.
pub(crate) fn acting(
    model: &Model,
    full: &Equilibrium,
    values: &[Option<f64>],
    body: BodyId,
) -> Result<Acting, DiagramRefusal> {
    let mut acting = Acting::default();
    loads(model, full, values, body, &mut acting)?;
    for (id, value) in full.column_ids().zip(values) {
        let acts = &full.column(id).acts;
        for act in acts.iter().filter(|act| full.parts[act.on.index()].of == PartOf::Body(body)) {
            acting.attached.extend(attached(model, full, id, act, *value, body));
        }
    }
    Ok(acting)
}

/// As [`acting`], for every body at once.
pub fn everything_acting(
    model: &Model,
    full: &Equilibrium,
    values: &[Option<f64>],
) -> Vec<Result<Acting, DiagramRefusal>> {
    let mut all: Vec<_> = model
        .body_ids()
        .map(|body| {
            let mut acting = Acting::default();
            loads(model, full, values, body, &mut acting).map(|()| acting)
        })
        .collect();
    for (id, value) in full.column_ids().zip(values) {
        for act in &full.column(id).acts {
            let PartOf::Body(body) = full.parts[act.on.index()].of else { continue };
            if let Ok(acting) = &mut all[body.index()] {
                acting.attached.extend(attached(model, full, id, act, *value, body));
            }
        }
    }
    all
}

/// The force or couple that one act of an unknown puts on a body; nothing for a sought size, which is counted with its loads.
fn attached(
    model: &Model,
    full: &Equilibrium,
    id: ColumnId,
    act: &Act,
    value: Option<f64>,
    body: BodyId,
) -> Option<Attached> {
    let at = match full.column(id).of {
        ColumnOf::Support(id) => model.supports[id.index()].at,
        ColumnOf::Joint(id, _) => model.joints[id.index()].at,
        ColumnOf::Bar(id) => {
            let bar = &model.bars[id.index()];
            // A bar may lie between two points of one body.
            if model.at(bar.ends[0]) == act.wrench.about { bar.ends[0] } else { bar.ends[1] }
        }
        ColumnOf::Axle(id) => model.pulleys[id.index()].at,
        ColumnOf::Rope(id) => {
            let rope = &model.ropes[id.index()];
            let leaves = act.wrench.about == rope.legs[act.pair].from;
            let stop = if leaves { act.pair } else { act.pair + 1 };
            match stop {
                0 => end_of(model, &rope.ends[0], act.wrench, body),
                _ if stop == rope.legs.len() => end_of(model, &rope.ends[1], act.wrench, body),
                // On a wheel that stays on the body both legs enter at its axle.
                _ => model.pulleys[rope.wheels[stop - 1].index()].at,
            }
        }
        ColumnOf::Sought(_) | ColumnOf::Link(_) => return None,
    };
    Some(Attached { at, source: Source::Column(id), wrench: value.map(|value| act.wrench.scaled(value)) })
}

/// The point of a body at which an end of a rope is fastened.
fn end_of(model: &Model, end: &RopeEnd, wrench: Wrench, body: BodyId) -> PointId {
    debug_assert!(matches!(end, RopeEnd::On(_)), "only what is fastened pulls a body");
    let points = model.points_of(body);
    let off = |p: &PointId| model.at(*p).distance(wrench.about);
    points.into_iter().min_by(|a, b| off(a).total_cmp(&off(b))).unwrap_or(PointId(0))
}

fn loads(
    model: &Model,
    full: &Equilibrium,
    values: &[Option<f64>],
    body: BodyId,
    acting: &mut Acting,
) -> Result<(), DiagramRefusal> {
    let sought = |id: SoughtId| {
        let column = full.column_ids().find(|c: &ColumnId| full.column(*c).of == ColumnOf::Sought(id))?;
        values[column.index()]
    };
    let size = |amount: Amount| match amount {
        Amount::Known(size) => Some(size),
        Amount::Sought(id) => sought(id),
    };
    let on = On::Body(body);
    for (index, load) in model.loading.loads.iter().enumerate() {
        let source = Source::Load(LoadId(index));
        let mine = load.on == on;
        match &load.kind {
            LoadKind::Own { down, halves } => {
                let mine = halves.iter().filter(|(_, half, _)| *half == on);
                acting.attached.extend(mine.map(|(at, _, weight)| Attached {
                    at: *at,
                    source,
                    wrench: Some(Wrench::force(*down * *weight, model.at(*at))),
                }));
            }
            LoadKind::Force { at, direction, size: amount, .. } if mine => {
                let wrench = size(*amount).map(|size| Wrench::force(*direction * size, model.at(*at)));
                acting.attached.push(Attached { at: *at, source, wrench });
            }
            LoadKind::Couple { at, axis, size: amount } if mine => {
                let Some(at) = *at else { return Err(DiagramRefusal::CoupleWithoutPlace(load.name.clone())) };
                let wrench = size(*amount).map(|size| Wrench::couple(*axis * size, model.at(at)));
                acting.attached.push(Attached { at, source, wrench });
            }
            LoadKind::Spread(spread) if mine => {
                let model::Spread { from, to, ref parts, direction, over, .. } = *spread;
                let length = model.at(from).distance(model.at(to));
                let sizes: Option<Vec<_>> =
                    parts.iter().map(|(profile, amount)| Some((profile.sort(), size(*amount)?))).collect();
                let per_metre = sizes.map(|sizes| {
                    // Per metre of run, whatever it was counted over.
                    let mut per = over / length;
                    std::array::from_fn(|k| {
                        let sum: f64 = sizes.iter().map(|(sort, size)| sort.shape[k] * size).sum();
                        let power = direction * (sum * per);
                        per /= length;
                        power
                    })
                });
                acting.spreads.push(Spread { load: LoadId(index), from, to, per_metre });
            }
            LoadKind::Force { .. } | LoadKind::Couple { .. } | LoadKind::Spread(_) => {}
        }
    }
    Ok(())
}
