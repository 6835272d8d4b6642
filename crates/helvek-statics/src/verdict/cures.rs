//! What would hold a model that moves: candidates a person would think of, each tried out before it is proposed.

use super::{Motion, OneWayState, Verdict, judge};
use crate::equilibrium::{ColumnOf, Equilibrium, PartOf};
use crate::model::{
    Bar, BarId, BarKind, BarLimits, BodyId, Holding, JointId, JointKind, Model, On, PinId, PointId, Rigidity,
    Settlement, Support, SupportId, Yielding,
};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::sheet::Couples;
use helvek_sheet::things::support::{Pointer, Prevents, SupportKind};

/// One way to hold the model. Each has been applied and judged: it does what it says, and nothing new is redundant;
/// what cannot be held altogether is balanced at least.
#[derive(Debug, Clone, PartialEq)]
pub enum Cure {
    /// Make a support another kind.
    Change {
        /// The support.
        support: SupportId,
        /// Into what.
        to: Holding,
    },
    /// Add a support.
    Add {
        /// The point.
        at: PointId,
        /// On what.
        on: On,
        /// The constraints.
        holding: Holding,
    },
    /// Add a bar.
    Brace {
        /// Between these.
        ends: [PointId; 2],
        /// Fastened to these.
        on: [On; 2],
    },
    /// Make a pin between two bodies rigid.
    Weld {
        /// The joint.
        joint: JointId,
    },
    /// Make a cable or a strut a bar, which carries both ways.
    Stiffen {
        /// The bar.
        bar: BarId,
    },
    /// Several of them together.
    Several(Vec<Cure>),
}

/// The number of cures that are proposed: more would be a menu, not advice.
const AT_MOST: usize = 3;
/// The number of equations up to which a model is small, and of candidates that are tried for small models and for larger ones.
const TRIED: (usize, usize, usize) = (200, 60, 12);

/// The cures of a model that can move or tips; empty when there is nothing to cure, or nothing simple helps.
pub fn cures(model: &Model) -> Vec<Cure> {
    spend(
        1 + (model.bodies.len() + model.points.len() + model.supports.len() + model.loading.loads.len()) / 8,
    );
    let mut model = model.clone();
    super::aligned(&mut model);
    let equilibrium = Equilibrium::of(&model);
    let verdict = judge(&equilibrium);
    cures_of(&model, &equilibrium, &verdict)
}

/// As [`cures`], of a model that has been judged.
pub(crate) fn cures_of(model: &Model, equilibrium: &Equilibrium, before: &Verdict) -> Vec<Cure> {
    let tips = matches!(before.one_way, OneWayState::Tips(_));
    let Some(driven) = before.motion.as_ref().filter(|_| before.mobility > 0 || tips) else {
        return Vec::new();
    };
    // Of several motions the one that is shown is not the only one that has to be held.
    let stirred = (before.mobility > 1 && !tips).then(|| super::stirred(equilibrium));
    let motion = stirred.as_ref().unwrap_or(driven);
    // What tips is no longer held by what lets go: it is as redundant as what is left.
    let redundant = match &before.one_way {
        OneWayState::Tips(holds) => {
            let gone: Vec<_> = holds.iter().flat_map(|hold| equilibrium.letting_go(hold.column)).collect();
            super::without(equilibrium, &gone).degree
        }
        _ => before.degree,
    };
    let holds_with = |cure: &Cure, redundant: usize| {
        let after = judge(&Equilibrium::of(&applied(model, cure)));
        after.equilibrium && after.mobility == 0 && after.degree <= redundant && after.critical.is_none()
    };
    let helps = |cure: &Cure| holds_with(cure, redundant);
    let many = if tips { 1 } else { before.mobility };
    let tried = if equilibrium.rows() <= TRIED.0 { TRIED.1 } else { TRIED.2 };
    if let OneWayState::Tips(holds) = &before.one_way {
        let two_way: Vec<_> =
            holds.iter().filter_map(|hold| both_ways(model, equilibrium, hold.column)).collect();
        let all = if two_way.len() == 1 { two_way[0].clone() } else { Cure::Several(two_way.clone()) };
        // Rough, it grips again as well. Nobody would look further than that.
        let grips =
            two_way.iter().filter(|cure| matches!(cure, Cure::Change { to, .. } if to.friction.is_some()));
        let redundant = redundant + grips.count();
        if two_way.len() == holds.len() && !two_way.is_empty() && holds_with(&all, redundant) {
            return vec![all];
        }
    }
    let mut found: Vec<Cure> = Vec::new();
    let list = candidates(model, equilibrium, motion, many > 1);
    // Each constraint takes away one motion: fewer are not enough, more are redundant.
    let fits = |cure: &Cure| tips || adds(model, cure) == before.mobility;
    for cure in list.into_iter().filter(fits).take(tried) {
        if found.len() == AT_MOST {
            break;
        }
        if !found.contains(&cure) && helps(&cure) {
            found.push(cure);
        }
    }
    if found.is_empty() && many > 1 {
        found.extend(step_by_step(model, before.mobility).filter(helps));
    }
    if found.is_empty() && model.spatial() && !before.equilibrium {
        // What lies in one line can turn about it, and nothing on that line holds it: there it is enough to carry these loads.
        let balances = |cure: &Cure| {
            let after = judge(&Equilibrium::of(&applied(model, cure)));
            after.equilibrium && after.degree <= before.degree && after.critical.is_none()
        };
        let fewer = candidates(model, equilibrium, motion, false).into_iter();
        let fewer = fewer.filter(|cure| adds(model, cure) < before.mobility).take(tried);
        found.extend(fewer.filter(balances).take(AT_MOST));
    }
    found
}

/// The number of constraints a cure adds.
fn adds(model: &Model, cure: &Cure) -> usize {
    let holds =
        |holding: Holding, couples: bool| holding.constraints(model.spatial(), model.up(), couples).len();
    match cure {
        Cure::Change { support, to } => {
            let now = model.contact.couples[support.index()];
            holds(*to, to.exerts_couples(now))
                .saturating_sub(holds(model.supports[support.index()].holding, now))
        }
        Cure::Add { holding, .. } => holds(*holding, holding.exerts_couples(false)),
        Cure::Weld { .. } if model.spatial() => 3,
        Cure::Brace { .. } | Cure::Weld { .. } => 1,
        Cure::Stiffen { .. } => 0,
        Cure::Several(cures) => cures.iter().map(|cure| adds(model, cure)).sum(),
    }
}

/// The same part, acting both ways.
fn both_ways(model: &Model, equilibrium: &Equilibrium, column: crate::equilibrium::ColumnId) -> Option<Cure> {
    match equilibrium.column(column).of {
        ColumnOf::Support(support) => {
            let holding = model.supports[support.index()].holding;
            let turned = matches!(holding.sort().pointer, Pointer::Normal | Pointer::Toward);
            let to = Some(holding.both_ways()).filter(|to| turned && *to != holding || holding.one_way)?;
            Some(Cure::Change { support, to })
        }
        ColumnOf::Bar(bar) => Some(Cure::Stiffen { bar }),
        _ => None,
    }
}

/// One constraint after the other, each of which takes away one motion.
fn step_by_step(model: &Model, mobility: usize) -> impl Iterator<Item = Cure> {
    const MOST: usize = 4;
    let mut held = model.clone();
    let mut steps = Vec::new();
    for left in (0..mobility).rev() {
        if mobility > MOST {
            break;
        }
        let equilibrium = Equilibrium::of(&held);
        let verdict = judge(&equilibrium);
        let Some(motion) = &verdict.motion else { break };
        // What an earlier step has added is not changed again: the sheet does not know it yet.
        let known = |cure: &Cure| match cure {
            Cure::Change { support, .. } => support.index() < model.supports.len(),
            _ => true,
        };
        let list = candidates(&held, &equilibrium, motion, false).into_iter().filter(known);
        let next = list.take(TRIED.1).find(|cure| {
            let after = judge(&Equilibrium::of(&applied(&held, cure)));
            after.mobility == left && after.degree == verdict.degree && after.critical.is_none()
        });
        let Some(next) = next else { break };
        held = applied(&held, &next);
        steps.push(next);
    }
    (steps.len() == mobility && mobility > 1).then_some(Cure::Several(steps)).into_iter()
}

/// The model with a cure applied.
pub fn applied(model: &Model, cure: &Cure) -> Model {
    let mut model = model.clone();
    apply(&mut model, cure);
    model
}

fn apply(model: &mut Model, cure: &Cure) {
    match cure {
        Cure::Change { support, to } => {
            let couples = &mut model.contact.couples[support.index()];
            *couples = to.exerts_couples(*couples);
            model.supports[support.index()].holding = *to;
        }
        Cure::Add { at, on, holding } => {
            let name = format!("{}+", model.points[at.index()].name);
            model.supports.push(Support {
                name,
                at: *at,
                on: *on,
                holding: *holding,
                yielding: Yielding::default(),
            });
            model.contact.couples.push(holding.exerts_couples(false));
            model.loading.settlements.push(Settlement::default());
        }
        Cure::Brace { ends, on } => {
            let name = format!("{}+", ends.map(|p| model.point_name(p).to_owned()).join("-"));
            let limits = BarLimits::default();
            let (profile, material) = (None, None);
            model.bars.push(Bar {
                name,
                ends: *ends,
                on: *on,
                kind: BarKind::Bar,
                limits,
                profile,
                material,
                axial: Rigidity::Rigid,
            });
        }
        Cure::Weld { joint } => model.joints[joint.index()].kind = JointKind::Weld,
        Cure::Stiffen { bar } => model.bars[bar.index()].kind = BarKind::Bar,
        Cure::Several(cures) => cures.iter().for_each(|cure| apply(model, cure)),
    }
}

/// A place where something can be held: a point of a body, or a pin.
struct Place {
    at: PointId,
    on: On,
    /// The direction of the member there.
    along: Vector,
    /// Its displacement in the motion.
    moves: Vector,
    turns: bool,
}

/// In the order in which a person would try them: change what is there, add a bar, a roller, make a joint rigid, add a fixed support, a pin. Only
/// what does work on the motion can hold it.
fn candidates(model: &Model, equilibrium: &Equilibrium, motion: &Motion, many: bool) -> Vec<Cure> {
    let places = places(model, equilibrium, motion);
    if model.spatial() {
        return in_space(model, &places);
    }
    let works = |moves: Vector, direction: Vector| moves.dot(direction).abs() > 1e-6 * biggest(&places);
    let held = |place: &Place| model.supports.iter().any(|s| s.at == place.at && s.on == place.on);
    let place_of = |support: &Support| places.iter().find(|p| p.at == support.at && p.on == support.on);
    let mut list = Vec::new();
    list.extend(feet(model, &places));
    for (index, support) in model.supports.iter().enumerate() {
        let Some(place) = place_of(support) else { continue };
        if *support.holding.sort().prevents == [Prevents::Along] && place.moves != Vector::ZERO {
            list.push(Cure::Change { support: SupportId(index), to: Holding::pin(false) });
        }
    }
    // A truss is braced before it is propped.
    if !model.bars.is_empty() {
        list.extend(braces(model, &places).into_iter().take(2));
    }
    // From the far end back: the end of a beam is where a support is looked for first.
    // A point that only rides along, the centre of a weight say, is no place for one; where it stands upright is looked for first, along a member last.
    let rides = |place: &Place| match place.on {
        On::Body(body) => {
            let runs = &model.bodies[body.index()].runs;
            !runs.is_empty() && !runs.iter().any(|run| run.points.contains(&place.at))
        }
        On::Pin(_) => false,
    };
    for place in places.iter().rev().filter(|place| !held(place) && !rides(place)) {
        let normals = [Vector::Y, upward(place.along.left()), Vector::X, upward(place.along)];
        let first = normals.into_iter().find(|normal| works(place.moves, *normal));
        let roller = first.map(Holding::roller);
        list.extend(roller.map(|holding| Cure::Add { at: place.at, on: place.on, holding }));
    }
    for (index, joint) in model.joints.iter().enumerate() {
        if model.joined_by(JointId(index)).is_pin(false) && joint.of.len() == 2 && joint.pin.is_none() {
            list.push(Cure::Weld { joint: JointId(index) });
        }
    }
    for (index, support) in model.supports.iter().enumerate() {
        let turns = place_of(support).is_some_and(|place| place.turns);
        if !model.held_by(SupportId(index)).holds_everything(false)
            && turns
            && matches!(support.on, On::Body(_))
        {
            list.push(Cure::Change { support: SupportId(index), to: Holding::new(SupportKind::Fixed, None) });
        }
    }
    for body in model.body_ids() {
        let own: Vec<_> = places.iter().filter(|place| place.on == On::Body(body)).collect();
        if let [first, .., last] = own[..] {
            let normal = upward(first.along.left());
            list.push(Cure::Several(vec![
                Cure::Add { at: first.at, on: first.on, holding: Holding::pin(false) },
                Cure::Add { at: last.at, on: last.on, holding: Holding::roller(normal) },
            ]));
        }
    }
    let pin = Holding::pin(false);
    let fixed = Holding::new(SupportKind::Fixed, None);
    for holding in [pin, fixed].into_iter().take(if many { 2 } else { 1 }) {
        for place in places.iter().filter(|place| !held(place)) {
            if !holding.sort().turns() || matches!(place.on, On::Body(_)) {
                list.push(Cure::Add { at: place.at, on: place.on, holding });
            }
        }
    }
    list
}

/// The feet of a structure that nothing holds yet: a pin at the left of its lowest points, a roller at the right.
fn feet(model: &Model, places: &[Place]) -> Option<Cure> {
    if !model.supports.is_empty() {
        return None;
    }
    let at = |place: &Place| model.at(place.at);
    let span = places.iter().map(|p| at(p).distance(at(&places[0]))).fold(0.0, f64::max);
    let lowest = places.iter().map(|p| at(p).y).fold(f64::INFINITY, f64::min);
    let low = |p: &&Place| at(p).y <= lowest + tolerance::GEOMETRY * span;
    let by_x = |a: &&Place, b: &&Place| at(a).x.total_cmp(&at(b).x);
    let (left, right) = (places.iter().filter(low).min_by(by_x)?, places.iter().filter(low).max_by(by_x)?);
    let apart = at(right).x - at(left).x > tolerance::GEOMETRY * span;
    let rolls = Holding::roller(Vector::Y);
    apart.then(|| {
        Cure::Several(vec![
            Cure::Add { at: left.at, on: left.on, holding: Holding::pin(false) },
            Cure::Add { at: right.at, on: right.on, holding: rolls },
        ])
    })
}

/// In space: let bearings exert couples, make a roller a ball, brace a truss, hold a point along an axis in which it moves, or several such, a ball, a
/// fixed support.
fn in_space(model: &Model, places: &[Place]) -> Vec<Cure> {
    /// Holds of which pairs and threes are tried.
    const COMBINED: usize = 7;
    let mut list = Vec::new();
    let ids = || (0..model.supports.len()).map(SupportId);
    let held = |id: SupportId| model.supports[id.index()].holding;
    let aligning = ids().filter(|id| held(*id).shaft().is_some() && !model.contact.couples[id.index()]);
    list.extend(
        aligning.map(|id| Cure::Change { support: id, to: Holding { couples: Couples::Yes, ..held(id) } }),
    );
    for id in ids() {
        let holding = held(id);
        if holding.sort().takes("thrust") && !holding.thrust {
            list.push(Cure::Change { support: id, to: Holding { thrust: true, ..holding } });
        } else if *holding.sort().prevents == [Prevents::Along] {
            list.push(Cure::Change { support: id, to: Holding::pin(true) });
        }
    }
    if !model.bars.is_empty() {
        list.extend(braces(model, places).into_iter().take(4));
    }
    let size = biggest(places);
    let mut holds: Vec<Cure> = Vec::new();
    let up = model.up();
    for place in places.iter().rev() {
        let level = Vector::AXES.into_iter().filter(|axis| *axis != up);
        for normal in std::iter::once(up).chain(level) {
            if place.moves.dot(normal).abs() > 1e-6 * size {
                holds.push(Cure::Add { at: place.at, on: place.on, holding: Holding::roller(normal) });
            }
        }
    }
    list.extend(holds.iter().cloned());
    for place in places.iter().rev() {
        list.push(Cure::Add { at: place.at, on: place.on, holding: Holding::pin(true) });
        if matches!(place.on, On::Body(_)) {
            let holding = Holding::new(SupportKind::Fixed, None);
            list.push(Cure::Add { at: place.at, on: place.on, holding });
        }
    }
    let few = &holds[..holds.len().min(COMBINED)];
    for (i, a) in few.iter().enumerate() {
        for (j, b) in few.iter().enumerate().skip(i + 1) {
            list.push(Cure::Several(vec![a.clone(), b.clone()]));
            for c in few.iter().skip(j + 1) {
                list.push(Cure::Several(vec![a.clone(), b.clone(), c.clone()]));
            }
        }
    }
    list
}

fn biggest(places: &[Place]) -> f64 {
    places.iter().map(|p| p.moves.length()).fold(0.0, f64::max)
}

fn places(model: &Model, equilibrium: &Equilibrium, motion: &Motion) -> Vec<Place> {
    let mut list = Vec::new();
    for (part, moves) in equilibrium.parts.iter().zip(&motion.parts) {
        let turns = moves.rotation != Vector::ZERO;
        match part.of {
            PartOf::Body(body) => {
                let body: BodyId = body;
                for at in model.points_of(body) {
                    let along = model.run_direction(body, at).unwrap_or(Vector::X);
                    let moves = moves.displacement(model.at(at));
                    list.push(Place { at, on: On::Body(body), along, moves, turns });
                }
            }
            PartOf::Pin(pin) => {
                let pin: PinId = pin;
                let at = model.pins[pin.index()].at;
                list.push(Place { at, on: On::Pin(pin), along: Vector::X, moves: moves.translation, turns });
            }
            _ => {}
        }
    }
    list
}

/// Bars that would be stretched or shortened by the motion, between pins of a truss that have none yet; short ones first.
fn braces(model: &Model, places: &[Place]) -> Vec<Cure> {
    /// Beyond this many pins only neighbours in the list are looked at.
    const ALL_PAIRS: usize = 60;
    let size = biggest(places);
    let pins: Vec<_> = places.iter().filter(|p| matches!(p.on, On::Pin(_))).collect();
    let mut found: Vec<(f64, Cure)> = Vec::new();
    for (i, a) in pins.iter().enumerate() {
        let reach = if pins.len() > ALL_PAIRS { 4 } else { pins.len() };
        for b in pins.iter().skip(i + 1).take(reach) {
            let (p, q): (Point, Point) = (model.at(a.at), model.at(b.at));
            spend(model.bars.len() / 500);
            let Some(d) = (q - p).unit() else { continue };
            let there = model.bars.iter().any(|bar| bar.ends == [a.at, b.at] || bar.ends == [b.at, a.at]);
            if !there && (b.moves - a.moves).dot(d).abs() > tolerance::CRITICAL * size {
                found.push((p.distance(q), Cure::Brace { ends: [a.at, b.at], on: [a.on, b.on] }));
            }
        }
    }
    found.sort_by(|a, b| a.0.total_cmp(&b.0));
    found.into_iter().map(|(_, cure)| cure).collect()
}

/// Of the two senses of a normal, the one that pushes up.
fn upward(normal: Vector) -> Vector {
    if normal.y < 0.0 || (normal.y == 0.0 && normal.x < 0.0) { -normal } else { normal }
}
