//! The structure taken apart at its pins: every part with all that acts on it, each unknown drawn on both of the parts it joins.

use crate::free::{Found, Free, columns_on};
use crate::painter::{Painter, pair, ratio, spin};
use crate::{Bounds, Mark, Scene, Straight, SymbolMark};
use helvek_core::equilibrium::{ColumnId, ColumnKind, ColumnOf, PartId, PartOf, TwoForce};
use helvek_core::geometry::{Point, Vector, Wrench};
use helvek_core::id::{self, Id, Kind};
use helvek_core::model::{Amount, RopeEnd};
use helvek_core::plan::FreeBody;
use helvek_core::recognition::{Meeting, ThreeForce, three_force_bodies};
use helvek_core::solution::Solved;
use schemars::JsonSchema;
use serde::Serialize;
use std::collections::HashSet;

/// One free body of the structure taken apart.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Piece {
    /// `body:jib`, `pin:B`, `wheel:P`, `end:hoist#0`; of several that are freed together, all of them with `+` between.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Its extent, without arrows.
    pub bounds: Option<Bounds>,
    /// Its marks in painting order; unknowns between parts as [`Mark::Exerted`].
    pub marks: Vec<Mark>,
    /// The sort of free body it is.
    pub nature: Nature,
    /// Lines of action worth drawing: of a two-force body through its pins, of a three-force body to where they meet.
    pub lines: Vec<Straight>,
}

/// The sort of free body a piece is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Nature {
    /// A rigid body with more on it.
    Body,
    /// A body or bar that is loaded at two pins only.
    TwoForce,
    /// A body on which three forces act.
    ThreeForce,
    /// A pin, a wheel, what hangs or pulls on a rope.
    Particle,
    /// Several parts together.
    Group,
}

/// Bars are drawn apart, too, where there are no more of them.
const BARS: usize = 12;
/// Structures of more parts are not taken apart.
const MOST: usize = 60;

/// A solution's structure taken apart; `scene` is its drawing. Parts that are listed together, by the ids of their pieces, are one free body.
/// Nothing where there is only one part, or where there are very many.
pub fn pieces(solved: &Solved, scene: &Scene, together: &[Vec<Id>]) -> Vec<Piece> {
    let Some(apart) = Apart::of(solved, scene) else { return Vec::new() };
    apart.pieces(together)
}

/// Fills in what the free bodies of several parts look like, for a drawing that is taken apart.
pub(crate) fn groups(solved: &Solved, scene: &Scene, free: &mut [Free]) {
    let Some(apart) = Apart::of(solved, scene) else { return };
    for (free, turn) in free.iter_mut().zip(solved.working.turns()) {
        if turn.parts.len() > 1 {
            free.group = Some(apart.piece(&turn.parts));
            free.pieces.extend(apart.inside(&turn.parts));
        }
    }
}

struct Apart<'a> {
    solved: &'a Solved,
    painter: Painter<'a>,
    scene: &'a Scene,
    found: Found<'a>,
    largest: f64,
    touching: Vec<Vec<ColumnId>>,
    threes: Vec<ThreeForce>,
}

impl<'a> Apart<'a> {
    fn of(solved: &'a Solved, scene: &'a Scene) -> Option<Self> {
        let count = solved.equilibrium.parts.len() + solved.equilibrium.links.len();
        if !(2..=MOST).contains(&count) || solved.model.bodies.is_empty() {
            return None;
        }
        let painter = Painter::of(solved);
        Some(Self {
            solved,
            largest: painter.largest_force(),
            painter,
            scene,
            found: Found::of(solved),
            touching: solved.equilibrium.touching(),
            threes: three_force_bodies(&solved.full, solved.full_values()),
        })
    }

    fn pieces(&self, together: &[Vec<Id>]) -> Vec<Piece> {
        let solved = self.solved;
        let equilibrium = &solved.equilibrium;
        let mut taken = HashSet::new();
        let mut list = Vec::new();
        for part in equilibrium.part_ids() {
            if taken.contains(&part) {
                continue;
            }
            let id = solved.part_id(part);
            let parts: Vec<PartId> = match together.iter().find(|group| group.contains(&id)) {
                Some(group) => {
                    equilibrium.part_ids().filter(|p| group.contains(&solved.part_id(*p))).collect()
                }
                None => vec![part],
            };
            taken.extend(parts.iter().copied());
            list.push(self.piece(&parts));
        }
        let groups = list.iter().filter(|piece| piece.nature == Nature::Group);
        let inside: HashSet<String> = groups
            .flat_map(|piece| id::pieces(&piece.id).unwrap_or_default())
            .map(|piece| piece.to_string())
            .collect();
        list.extend(equilibrium.links.iter().map(|link| self.link(*link)));
        if solved.model.bars.len() <= BARS {
            list.extend(self.bars());
        }
        list.retain(|piece| !inside.contains(&piece.id));
        list
    }

    /// Two-force members with both of their ends on these parts: nothing is seen of what they carry.
    fn inside(&self, parts: &[PartId]) -> Vec<Id> {
        let equilibrium = &self.solved.equilibrium;
        let within = |id: &ColumnId| {
            let column = equilibrium.column(*id);
            let two_force = matches!(column.of, ColumnOf::Bar(_) | ColumnOf::Link(_));
            two_force && column.acts.len() == 2 && column.acts.iter().all(|act| parts.contains(&act.on))
        };
        equilibrium.column_ids().filter(within).map(|id| self.solved.unknown_id(id)).collect()
    }

    fn piece(&self, parts: &[PartId]) -> Piece {
        let solved = self.solved;
        let columns = columns_on(parts, &self.touching);
        let members: HashSet<PartId> = parts.iter().copied().collect();
        let mut ids: Vec<_> = parts.iter().map(|p| solved.part_id(*p)).collect();
        let inside = if parts.len() > 1 { self.inside(parts) } else { Vec::new() };
        ids.extend(inside.iter().cloned());
        let id = id::together(&ids);
        let keep: HashSet<Id> = self.painter.kept(self.solved, &members, &columns).into_iter().collect();
        let mut marks: Vec<Mark> = self
            .scene
            .marks
            .iter()
            .filter(|mark| {
                self.stays(mark, &keep, &members) || mark_of(mark).is_some_and(|id| inside.contains(&id))
            })
            .cloned()
            .collect();
        for column in &columns {
            self.exerted(*column, &members, &id.to_string(), &mut marks);
        }
        for part in parts {
            self.end(*part, &mut marks);
        }
        let of = |part: &PartId| solved.equilibrium.parts[part.index()].of;
        let three = match parts {
            [only] => self.threes.iter().find(|three| of(only) == PartOf::Body(three.body)),
            _ => None,
        };
        let (nature, lines) = match (parts, three) {
            ([_], Some(three)) => (Nature::ThreeForce, self.lines(three)),
            ([only], None) if matches!(of(only), PartOf::Body(_)) => (Nature::Body, Vec::new()),
            ([_], None) => (Nature::Particle, Vec::new()),
            _ => (Nature::Group, Vec::new()),
        };
        let name = solved.free_body_name(&FreeBody { parts: parts.to_vec() });
        Piece { id, name, bounds: bounds(&marks), marks, nature, lines }
    }

    /// True when a mark of the whole drawing is drawn on these parts, too. Ropes are cut, and distances belong to the whole.
    fn stays(&self, mark: &Mark, keep: &HashSet<Id>, parts: &HashSet<PartId>) -> bool {
        let model = &self.solved.model;
        let body = |of: PartOf| parts.iter().any(|p| self.solved.equilibrium.parts[p.index()].of == of);
        match mark {
            Mark::Body { id, .. }
            | Mark::Point { id, .. }
            | Mark::Bar { id, .. }
            | Mark::Reaction { id, .. }
            | Mark::Force { id, .. }
            | Mark::Couple { id, .. }
            | Mark::Distributed { id, .. } => keep.contains(id),
            Mark::Ride { to, .. } => model.body_ids().filter(|b| body(PartOf::Body(*b))).any(|b| {
                model.bodies[b.index()].riding.iter().any(|p| self.painter.point(*p) == *to)
            }),
            Mark::Wheel { name, .. } => model.pulleys.iter().enumerate().any(|(index, pulley)| {
                let wheel = parts.iter().any(|p| {
                    matches!(self.solved.equilibrium.parts[p.index()].of, PartOf::Wheel(w) if w.index() == index)
                });
                let on_body = pulley.on.is_some_and(|b| body(PartOf::Body(b)))
                    && model.conventions.wheels == helvek_core::sheet::Wheels::On;
                pulley.name == *name && (wheel || on_body)
            }),
            _ => false,
        }
    }

    /// The forces of a column on these parts from outside, drawn at each place where they act. Reactions are drawn already.
    fn exerted(&self, id: ColumnId, parts: &HashSet<PartId>, piece: &str, marks: &mut Vec<Mark>) {
        let column = self.solved.equilibrium.column(id);
        if matches!(column.of, ColumnOf::Support(_) | ColumnOf::Sought(_)) {
            return;
        }
        for (index, act) in column.outside(|part| parts.contains(&part)).enumerate() {
            marks.push(self.mark(id, &act.wrench, &format!("{piece}#{index}")));
        }
    }

    fn mark(&self, id: ColumnId, wrench: &Wrench, place: &str) -> Mark {
        let solved = self.solved;
        let column = solved.equilibrium.column(id);
        let value = self.found.values[id.index()];
        let name = solved.unknown_id(id);
        let unit = solved.model.unit_of(column.kind);
        Mark::Exerted {
            id: name.clone().place(place),
            column: name,
            symbol: SymbolMark { base: column.symbol.base.clone(), index: column.symbol.index.clone() },
            at: self.painter.place(wrench.about),
            toward: wrench.force.unit().map(pair),
            turn: (column.kind == ColumnKind::Couple).then(|| spin(wrench.moment.z)),
            text: value.map(|v| self.painter.result(v.abs(), &unit)),
            turned: value.is_some_and(|v| v < 0.0),
            zero: value == Some(0.0),
            step: self.found.steps[id.index()],
            relative: match column.kind {
                ColumnKind::Couple => 0.0,
                _ => value.map_or(0.0, |v| ratio(v.abs(), self.largest)),
            },
        }
    }

    /// The mass or the hand at the end of a rope.
    fn end(&self, part: PartId, marks: &mut Vec<Mark>) {
        let PartOf::End(rope, end) = self.solved.equilibrium.parts[part.index()].of else { return };
        marks.extend(self.painter.rope_end(rope, end));
    }

    /// From each force of a three-force body to where the three meet.
    fn lines(&self, three: &ThreeForce) -> Vec<Straight> {
        let Meeting::At(meet) = three.meeting else { return Vec::new() };
        let to = self.painter.place(meet);
        three.places.iter().map(|p| Straight { from: self.painter.place(*p), to }).collect()
    }

    /// A two-force body that stands as a link: what it carries pulls at both of its pins.
    fn link(&self, link: TwoForce) -> Piece {
        let model = &self.solved.model;
        let name = model.bodies[link.body.index()].name.clone();
        let id = Kind::Body.id(&name);
        let on_it: HashSet<Id> =
            model.points_of(link.body).iter().map(|p| Kind::Point.id(model.point_name(*p))).collect();
        let mine = |mark: &&Mark| match mark {
            Mark::Body { name: body, .. } => *body == name,
            Mark::Point { id, .. } => on_it.contains(id),
            _ => false,
        };
        let mut marks: Vec<Mark> = self.scene.marks.iter().filter(mine).cloned().collect();
        let column = ColumnOf::Link(link.body);
        self.pulled(column, link.ends.map(|p| model.at(p)), &id.to_string(), &mut marks);
        self.two_force(id.to_string(), name, marks, link.ends.map(|p| model.at(p)))
    }

    fn bars(&self) -> Vec<Piece> {
        let model = &self.solved.model;
        let ids = self.solved.equilibrium.column_ids();
        let columns = ids.filter_map(|id| match self.solved.equilibrium.column(id).of {
            ColumnOf::Bar(bar) => Some(bar),
            _ => None,
        });
        columns
            .map(|bar| {
                let (name, ends) = (&model.bars[bar.index()].name, model.bars[bar.index()].ends);
                let id = Kind::Bar.id(name);
                let points = ends.map(|p| Kind::Point.id(model.point_name(p)));
                let mine = |mark: &&Mark| match mark {
                    Mark::Bar { id: bar, .. } => *bar == id,
                    Mark::Point { id, .. } => points.contains(id),
                    _ => false,
                };
                let mut marks: Vec<Mark> = self.scene.marks.iter().filter(mine).cloned().collect();
                let places = ends.map(|p| model.at(p));
                self.pulled(ColumnOf::Bar(bar), places, &id.to_string(), &mut marks);
                self.two_force(id.to_string(), name.clone(), marks, places)
            })
            .collect()
    }

    /// The pulls on the ends of a link or a bar, outwards at both.
    fn pulled(&self, of: ColumnOf, ends: [Point; 2], piece: &str, marks: &mut Vec<Mark>) {
        let columns = &self.solved.equilibrium;
        let Some(id) = columns.column_ids().find(|id| columns.column(*id).of == of) else { return };
        let outwards = (ends[0] - ends[1]).unit().unwrap_or(Vector::X);
        for (index, (at, way)) in [(ends[0], outwards), (ends[1], -outwards)].into_iter().enumerate() {
            marks.push(self.mark(id, &Wrench::force(way, at), &format!("{piece}#{index}")));
        }
    }

    fn two_force(&self, id: String, name: String, marks: Vec<Mark>, ends: [Point; 2]) -> Piece {
        let [from, to] = ends.map(|p| self.painter.place(p));
        let lines = vec![Straight { from, to }];
        Piece { id, name, bounds: bounds(&marks), marks, nature: Nature::TwoForce, lines }
    }
}

/// The body or bar that a mark draws.
fn mark_of(mark: &Mark) -> Option<Id> {
    match mark {
        Mark::Body { name, .. } => Some(Kind::Body.id(name)),
        Mark::Bar { id, .. } => Some(id.clone()),
        _ => None,
    }
}

fn bounds(marks: &[Mark]) -> Option<Bounds> {
    Bounds::around(marks.iter().flat_map(|mark| match mark {
        Mark::Body { path, .. } => path.clone(),
        Mark::Bar { from, to, .. } => vec![*from, *to],
        Mark::Point { at, .. } | Mark::Force { at, .. } | Mark::Exerted { at, .. } => vec![*at],
        Mark::Wheel { at, radius, .. } => {
            vec![[at[0] - radius, at[1] - radius], [at[0] + radius, at[1] + radius]]
        }
        _ => Vec::new(),
    }))
}

impl Painter<'_> {
    /// The masses and hands on the ends of ropes.
    pub(crate) fn rope_ends(&self, marks: &mut Vec<Mark>) {
        for rope in self.model().rope_ids() {
            marks.extend((0..2).filter_map(|end| self.rope_end(rope, end)));
        }
    }

    /// The mass or the hand at one end of a rope, first (0) or last (1).
    pub(crate) fn rope_end(&self, id: helvek_core::model::RopeId, end: usize) -> Option<Mark> {
        let model = self.model();
        let rope = &model.ropes[id.index()];
        let leg = if end == 0 { rope.legs.first() } else { rope.legs.last() }?;
        let (at, away) = if end == 0 { (leg.from, -leg.direction) } else { (leg.to, leg.direction) };
        let units = &model.units;
        let carries = model.loading.ends[id.index()][end];
        let (size, text) = match (rope.ends[end], carries) {
            (RopeEnd::On(_) | RopeEnd::Ground, _) => return None,
            (RopeEnd::Mass, Amount::Known(mass)) => {
                (mass * model.gravity, self.written("ropes.", &rope.name, "mass", mass, &units.mass))
            }
            (RopeEnd::Hand, Amount::Known(size)) => {
                (size, self.written("ropes.", &rope.name, "pull", size, &units.force))
            }
            (_, Amount::Sought(_)) => (0.0, self.sought(carries)),
        };
        Some(Mark::Force {
            id: Kind::Rope.id(&rope.name).part(end),
            at: self.place(at),
            toward: pair(away),
            text,
            relative: ratio(size, self.largest_force()),
            found: self.found(carries),
        })
    }
}
