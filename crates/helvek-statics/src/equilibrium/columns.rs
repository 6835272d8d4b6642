//! Unknowns: what supports, joints, bars and ropes transmit, and the sizes that are sought.

use super::actions::{actions, couple_place, resultant};
use super::parts::{Lookup, PartId, PartOf};
use super::{Act, TwoForce, between};
use crate::model::{
    Amount, BarId, BarKind, BodyId, Component, JointId, Leg, Letter, LoadKind, Model, PointId, PulleyId,
    Rope, RopeEnd, RopeId, Sense, SoughtId, SoughtOf, SupportId,
};
use helvek_numbers::geometry::{Point, Vector, Wrench};
use helvek_sheet::sheet::{Assume, Wheels};
use std::collections::HashSet;

/// The name of an unknown: `A` with the index `x`, or `M` with the index `A`.
#[derive(Debug, Clone, PartialEq, Eq, Hash)]
pub struct Symbol {
    /// The letter.
    pub base: String,
    /// The index; empty for an unknown named by one word alone.
    pub index: String,
}

impl std::fmt::Display for Symbol {
    /// `A_x`
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        if self.index.is_empty() {
            write!(f, "{}", self.base)
        } else {
            write!(f, "{}_{}", self.base, self.index)
        }
    }
}

/// The sort of unknown.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum ColumnKind {
    /// A force in N.
    Force,
    /// A couple in N·m.
    Couple,
    /// A sought intensity in N/m.
    Intensity,
}

/// The thing that an unknown belongs to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum ColumnOf {
    /// A support.
    Support(SupportId),
    /// A joint: what it exerts on the body at this place of its list.
    Joint(JointId, usize),
    /// A bar.
    Bar(BarId),
    /// A rope.
    Rope(RopeId),
    /// The axle of a freed pulley.
    Axle(PulleyId),
    /// A sought size.
    Sought(SoughtId),
    /// A two-force body that stands as a link.
    Link(BodyId),
}

/// The sign that the value of a one-way unknown must have.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum OneWay {
    /// It can only be positive: surfaces that push, cables that pull.
    Positive,
    /// It can only be negative: a strut, whose tension is counted positive.
    Negative,
}

impl OneWay {
    /// +1 or −1.
    pub fn sign(self) -> f64 {
        match self {
            Self::Positive => 1.0,
            Self::Negative => -1.0,
        }
    }
}

/// One unknown: the unit wrench it puts on each part it touches.
#[derive(Debug, Clone, PartialEq)]
pub struct Column {
    /// Its symbol.
    pub symbol: Symbol,
    /// The thing it belongs to.
    pub of: ColumnOf,
    /// One of the unknowns of that thing.
    pub component: Component,
    /// Force, couple or intensity.
    pub kind: ColumnKind,
    /// The sense that it is bound to, of a one-way part.
    pub one_way: Option<OneWay>,
    /// Gear teeth push on one flank or the other: it is positive on the right one.
    pub flank: bool,
    /// One entry for a reaction; a pair between parts; more for a rope or a sought size.
    pub acts: Vec<Act>,
}

impl Column {
    /// True when its state depends on what acts: values found under several loadings cannot be added up.
    pub fn depends_on_signs(&self) -> bool {
        self.flank || self.one_way.is_some()
    }

    fn holds(&mut self, sense: Sense) {
        self.one_way = (sense == Sense::OneWay).then_some(OneWay::Positive);
        self.flank = sense == Sense::Flank;
    }

    /// Its acts on a free body from outside: equal and opposite on two parts of it, it cancels.
    pub fn outside(&self, holds: impl Fn(PartId) -> bool) -> impl Iterator<Item = &Act> {
        let here: Vec<&Act> = self.acts.iter().filter(|act| holds(act.on)).collect();
        let alone = |act: &&Act, all: &[&Act]| all.iter().filter(|other| other.pair == act.pair).count() == 1;
        let outside: Vec<&Act> = here.iter().filter(|act| alone(act, &here)).copied().collect();
        outside.into_iter()
    }

    /// The force of the unknown belongs to a straight two-force member or rope: positive in tension.
    pub fn axial(&self) -> bool {
        matches!(self.of, ColumnOf::Bar(_) | ColumnOf::Rope(_) | ColumnOf::Link(_))
    }
}

struct Maker<'a> {
    model: &'a Model,
    lookup: &'a Lookup,
    links: &'a [TwoForce],
    columns: Vec<Column>,
    taken: HashSet<Symbol>,
}

pub(super) fn columns(model: &Model, links: &[TwoForce], lookup: &Lookup) -> Vec<Column> {
    let mut maker = Maker { model, lookup, links, columns: Vec::new(), taken: HashSet::new() };
    maker.supports();
    maker.joints();
    maker.bars();
    maker.links();
    maker.axles();
    maker.ropes();
    maker.sought();
    maker.columns
}

impl Maker<'_> {
    fn push(
        &mut self,
        (base, index): (&str, String),
        of: ColumnOf,
        component: Component,
        acts: Vec<Act>,
    ) -> &mut Column {
        let kind = if component.turns() { ColumnKind::Couple } else { ColumnKind::Force };
        let mut symbol = Symbol { base: base.to_owned(), index };
        // A support and a joint at one point would both be called after it.
        while !self.taken.insert(symbol.clone()) {
            symbol.index.push('′');
        }
        self.columns.push(Column { symbol, of, component, kind, one_way: None, flank: false, acts });
        let last = self.columns.len() - 1;
        &mut self.columns[last]
    }

    fn is_link(&self, body: BodyId) -> bool {
        self.links.iter().any(|link| link.body == body)
    }

    /// The unknowns of every support, in assumed senses. `guess` assumes them against the sum of the loads.
    fn supports(&mut self) {
        let model = self.model;
        let sum = match model.conventions.assume {
            Assume::Guess => {
                actions(model, self.lookup).iter().fold(Vector::ZERO, |sum, a| sum + a.act.wrench.force)
            }
            Assume::Axes | Assume::Tension => Vector::ZERO,
        };
        let against_loads = |direction: Vector| if direction.dot(sum) > 0.0 { -direction } else { direction };
        for (index, support) in model.supports.iter().enumerate() {
            let Some(on) = self.lookup.on(support.on) else { continue };
            let (id, at) = (SupportId(index), model.at(support.at));
            for held in model.held_by(id).iter() {
                let along = if held.component.on_axis() { against_loads(held.along) } else { held.along };
                let wrench =
                    if held.component.turns() { Wrench::couple(along, at) } else { Wrench::force(along, at) };
                let acts = vec![Act { on, wrench, pair: 0 }];
                let symbol = symbol(held.letter, &support.name, "");
                let column = self.push(symbol, ColumnOf::Support(id), held.component, acts);
                column.holds(held.sense);
            }
        }
    }

    /// The unknowns of every joint: between two bodies a pair, else between each body and the pin (or the weld).
    fn joints(&mut self) {
        let model = self.model;
        for (index, joint) in model.joints.iter().enumerate() {
            let id = JointId(index);
            let middle = match (joint.pin, joint.of.len() > 2) {
                (Some(pin), _) => self.lookup.part(PartOf::Pin(pin)),
                (None, true) => self.lookup.part(PartOf::Weld(id)),
                (None, false) => None,
            };
            let members: Vec<_> = joint.of.iter().enumerate().filter(|(_, b)| !self.is_link(**b)).collect();
            match (middle, &members[..]) {
                (None, [(_, a), (_, b)]) => {
                    let on = [**a, **b].map(|body| self.lookup.part(PartOf::Body(body)));
                    let [Some(first), Some(second)] = on else { continue };
                    self.joint(id, 0, first, second, "");
                }
                // A link in place of one of the two bodies: its unknown is its own.
                (None, _) => {}
                (Some(middle), members) => {
                    for (k, body) in members {
                        let Some(on) = self.lookup.part(PartOf::Body(**body)) else { continue };
                        let suffix = format!(",{}", model.bodies[body.index()].name);
                        self.joint(id, *k, on, middle, &suffix);
                    }
                }
            }
        }
    }

    /// The unknowns of one joint between a body (positive senses) and its counterpart.
    fn joint(&mut self, id: JointId, end: usize, on: PartId, against: PartId, suffix: &str) {
        let model = self.model;
        let joint = &model.joints[id.index()];
        let at = model.at(joint.at);
        for held in model.joined_by(id).iter() {
            let wrench = if held.component.turns() {
                Wrench::couple(held.along, at)
            } else {
                Wrench::force(held.along, at)
            };
            let acts =
                vec![Act { on, wrench, pair: 0 }, Act { on: against, wrench: wrench.scaled(-1.0), pair: 0 }];
            let symbol = symbol(held.letter, &joint.name, suffix);
            let column = self.push(symbol, ColumnOf::Joint(id, end), held.component, acts);
            column.holds(held.sense);
        }
    }

    fn bars(&mut self) {
        let model = self.model;
        for (index, bar) in model.bars.iter().enumerate() {
            let ends = bar.on.map(|on| self.lookup.on(on));
            let direction = between(model, bar.ends[0], bar.ends[1]);
            let acts = pull(model, ends, bar.ends, direction);
            let index_of = bar_index(&bar.name, bar.ends.map(|p| model.point_name(p)));
            let column = self.push(("S", index_of), ColumnOf::Bar(BarId(index)), Component::Along, acts);
            column.one_way = match bar.kind {
                BarKind::Bar => None,
                BarKind::Cable => Some(OneWay::Positive),
                BarKind::Strut => Some(OneWay::Negative),
            };
        }
    }

    /// Two-force bodies: they pull what is pinned to their ends.
    fn links(&mut self) {
        let model = self.model;
        for link in self.links {
            let ends = link.ends.map(|at| self.beyond(*link, at));
            let direction = between(model, link.ends[0], link.ends[1]);
            let acts = pull(model, ends, link.ends, direction);
            let name = model.bodies[link.body.index()].name.clone();
            self.push(("S", name), ColumnOf::Link(link.body), Component::Along, acts);
        }
    }

    /// The part to which a link is pinned at one of its ends; `None`: the ground.
    fn beyond(&self, link: TwoForce, at: PointId) -> Option<PartId> {
        let joint = self.model.joints.iter().find(|j| j.at == at && j.of.contains(&link.body))?;
        match joint.pin {
            Some(pin) => self.lookup.part(PartOf::Pin(pin)),
            None => {
                let other = joint.of.iter().find(|b| **b != link.body)?;
                self.lookup.part(PartOf::Body(*other))
            }
        }
    }

    /// The forces of the axle of a freed wheel on the body that carries it.
    fn axles(&mut self) {
        let model = self.model;
        if model.conventions.wheels == Wheels::On {
            return;
        }
        for (index, pulley) in model.pulleys.iter().enumerate() {
            let id = PulleyId(index);
            let (Some(body), Some(wheel)) = (pulley.on, self.lookup.part(PartOf::Wheel(id))) else {
                continue;
            };
            let Some(on) = self.lookup.part(PartOf::Body(body)) else { continue };
            for (direction, letter, component) in
                [(Vector::X, "x", Component::X), (Vector::Y, "y", Component::Y)]
            {
                let wrench = Wrench::force(direction, model.at(pulley.at));
                let acts = vec![
                    Act { on, wrench, pair: 0 },
                    Act { on: wheel, wrench: wrench.scaled(-1.0), pair: 0 },
                ];
                self.push((&pulley.name, letter.into()), ColumnOf::Axle(id), component, acts);
            }
        }
    }

    fn ropes(&mut self) {
        let model = self.model;
        for (index, rope) in model.ropes.iter().enumerate() {
            let id = RopeId(index);
            let mut acts = Vec::new();
            for (pair, leg) in rope.legs.iter().enumerate() {
                let ends = [self.rope_part(rope, id, pair), self.rope_part(rope, id, pair + 1)];
                acts.extend(leg_acts(leg, ends, pair));
            }
            let column = self.push(("T", rope.name.clone()), ColumnOf::Rope(id), Component::Along, acts);
            column.one_way = Some(OneWay::Positive);
        }
    }

    /// The part that a rope pulls at its `stop`-th stop; `None`: the ground.
    fn rope_part(&self, rope: &Rope, id: RopeId, stop: usize) -> Option<PartId> {
        let end = match stop {
            0 => Some(0),
            _ if stop == rope.legs.len() => Some(1),
            _ => None,
        };
        match end.map(|k| (k, rope.ends[k])) {
            Some((_, RopeEnd::On(on))) => self.lookup.on(on),
            Some((_, RopeEnd::Ground)) => None,
            Some((k, RopeEnd::Mass | RopeEnd::Hand)) => self.lookup.part(PartOf::End(id, k)),
            None => {
                let wheel = rope.wheels[stop - 1];
                let freed = self.lookup.part(PartOf::Wheel(wheel));
                let carrier = self.model.pulleys[wheel.index()].on;
                freed.or_else(|| carrier.and_then(|body| self.lookup.part(PartOf::Body(body))))
            }
        }
    }

    /// One unknown for each symbol, on every load that carries it.
    fn sought(&mut self) {
        let model = self.model;
        for (index, sought) in model.sought.iter().enumerate() {
            let id = SoughtId(index);
            let mut acts = Vec::new();
            let mut act = |on: Option<PartId>, wrench: Wrench| {
                let pair = acts.len();
                acts.extend(on.map(|on| Act { on, wrench, pair }));
            };
            for load in &model.loading.loads {
                let on = self.lookup.on(load.on);
                match &load.kind {
                    LoadKind::Force { at, direction, size, .. } if *size == Amount::Sought(id) => {
                        act(on, Wrench::force(*direction, model.at(*at)));
                    }
                    LoadKind::Couple { axis, size, .. } if *size == Amount::Sought(id) => {
                        act(on, Wrench::couple(*axis, couple_place(model, load)));
                    }
                    LoadKind::Spread(spread) => {
                        for (profile, _) in
                            spread.parts.iter().filter(|(_, size)| *size == Amount::Sought(id))
                        {
                            act(on, resultant(model, spread, *profile));
                        }
                    }
                    LoadKind::Force { .. } | LoadKind::Couple { .. } | LoadKind::Own { .. } => {}
                }
            }
            for (r, (rope, ends)) in model.ropes.iter().zip(&model.loading.ends).enumerate() {
                for (k, carries) in ends.iter().enumerate() {
                    if *carries == Amount::Sought(id) {
                        let leg = if k == 0 { rope.legs[0] } else { rope.legs[rope.legs.len() - 1] };
                        let (at, away) =
                            if k == 0 { (leg.from, -leg.direction) } else { (leg.to, leg.direction) };
                        act(self.lookup.part(PartOf::End(RopeId(r), k)), Wrench::force(away, at));
                    }
                }
            }
            let component = if sought.of == SoughtOf::Couple { Component::Couple } else { Component::Along };
            let column = self.push((&sought.name, String::new()), ColumnOf::Sought(id), component, acts);
            if sought.of == SoughtOf::Intensity {
                column.kind = ColumnKind::Intensity;
            }
        }
    }
}

/// The symbol of a constraint of something with a name; `suffix` tells the ends of a joint of several bodies apart.
fn symbol<'a>(letter: Letter, name: &'a str, suffix: &str) -> (&'a str, String) {
    match letter {
        Letter::Force(of) => (name, format!("{of}{suffix}")),
        Letter::Couple("") => ("M", format!("{name}{suffix}")),
        Letter::Couple(about) => ("M", format!("{name},{about}{suffix}")),
        Letter::Own(letter) => (letter, name.to_owned()),
        Letter::Bare(letter, index) => (letter, index.to_owned()),
    }
}

/// `DC` for a bar named after its ends, when that can be read; else its name.
fn bar_index(name: &str, ends: [&str; 2]) -> String {
    let short = ends.iter().all(|end| end.chars().count() <= 2);
    if short && name == ends.join("-") { ends.concat() } else { name.to_owned() }
}

/// A member that pulls what is at its ends toward each other.
fn pull(model: &Model, on: [Option<PartId>; 2], ends: [PointId; 2], direction: Vector) -> Vec<Act> {
    let senses = [direction, -direction];
    let at: [Point; 2] = ends.map(|p| model.at(p));
    (0..2)
        .filter_map(|k| Some(Act { on: on[k]?, wrench: Wrench::force(senses[k], at[k]), pair: 0 }))
        .collect()
}

/// The tension of one leg on what is at its two ends.
fn leg_acts(leg: &Leg, on: [Option<PartId>; 2], pair: usize) -> impl Iterator<Item = Act> {
    let sides = [(on[0], leg.from, leg.direction), (on[1], leg.to, -leg.direction)];
    sides
        .into_iter()
        .filter_map(move |(on, at, force)| Some(Act { on: on?, wrench: Wrench::force(force, at), pair }))
}
