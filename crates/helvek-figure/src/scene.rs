//! From a model (and, when it is whole, its solution) to marks.

use crate::apart::groups;
use crate::painter::{Painter, pair, ratio, sign, spin};
use crate::{Bounds, Free, Mark, Numbered, Scene};
use helvek_core::budget::spend;
use helvek_core::equilibrium::{ActionOf, Equilibrium, Source};
use helvek_core::geometry::Vector;
use helvek_core::id::Kind;
use helvek_core::model::{Amount, Given, Load, LoadKind, Model, On, Settlement, Support};
use helvek_core::solution::{Solved, Statics};
use helvek_core::things::support::Pointer;
use helvek_core::units::{Dimension, figures};

/// The scene of a solution, with the steps that find things.
pub fn scene(solved: &Solved) -> Scene {
    let painter = Painter::of(solved);
    let mut scene = drawn(&painter);
    if let Some(solid) = &mut scene.solid {
        solid.free = painter.solid_free(solved);
    }
    scene
}

/// The scene of a structure under other loads than those that are worked.
pub fn scene_of_state(statics: &Statics) -> Scene {
    drawn(&Painter::of_state(statics))
}

/// The scene of a model that is not solved: only the part of a sheet that could be understood, or too much work. Nothing that is computed is shown.
pub fn outline(model: &Model) -> Scene {
    drawn(&Painter { model, full: &Equilibrium::of(model), statics: None, steps: Vec::new() })
}

fn drawn(painter: &Painter<'_>) -> Scene {
    let model = painter.model;
    spend(
        2 * (model.bodies.len()
            + model.bars.len()
            + model.loading.loads.len()
            + model.supports.len()
            + model.points.len()),
    );
    if model.spatial() {
        let solid = Some(crate::solid::scene(painter));
        return Scene { solid, ..Scene::of(None, Vec::new()) };
    }
    let mut marks = Vec::new();
    painter.riding(&mut marks);
    painter.bodies(&mut marks);
    painter.members(&mut marks);
    painter.dimensions(&mut marks);
    painter.supports(&mut marks);
    painter.loads(&mut marks);
    painter.rope_ends(&mut marks);
    painter.reactions(&mut marks);
    painter.points(&mut marks);
    Scene::of(Bounds::around(painter.extent()), marks)
}

impl Scene {
    /// Marks, and nothing that has to be wanted.
    pub(crate) fn of(bounds: Option<Bounds>, marks: Vec<Mark>) -> Self {
        Self {
            bounds,
            marks,
            free: Vec::new(),
            apart: Vec::new(),
            inside: None,
            deflected: None,
            pins: Vec::new(),
            solid: None,
        }
    }
}

/// The free bodies of a solution's working, in the order in which they are worked; none where there is only one part. `scene` is its drawing.
pub fn free_bodies(solved: &Solved, scene: &Scene) -> Vec<Free> {
    if solved.model.spatial() {
        return Vec::new();
    }
    let mut free = Painter::of(solved).free_bodies(solved);
    groups(solved, scene, &mut free);
    free
}

impl Painter<'_> {
    /// A force as it was given: its size, and how it leans; or its components.
    fn force_text(&self, load: &Load, force: Vector, given: Given) -> String {
        let unit = &self.model().units.force;
        let size = match given {
            Given::Mass(mass) => self.as_written(load, ".mass", mass, &self.model().units.mass),
            _ => self.as_written(load, ".size", force.length(), unit),
        };
        if force.x == 0.0 || force.y == 0.0 {
            return size;
        }
        let (across, up) = (force.x.abs(), force.y.abs());
        match given {
            Given::Components => {
                let arrows = [if force.x > 0.0 { "→" } else { "←" }, if force.y > 0.0 { "↑" } else { "↓" }];
                let part = |si: f64| figures::plain(unit.from_si(si), self.model().conventions.figures);
                format!("{} {}, {} {} {}", part(across), arrows[0], part(up), arrows[1], unit.symbol)
            }
            Given::FromHorizontal | Given::Mass(_) | Given::Weight => {
                format!("{size}, {}° to x", self.degrees(up.atan2(across)))
            }
            Given::FromVertical => format!("{size}, {}° to y", self.degrees(across.atan2(up))),
        }
    }

    fn bodies(&self, marks: &mut Vec<Mark>) {
        for body in &self.model().bodies {
            for (index, run) in body.runs.iter().enumerate() {
                // The runs of a body after the first are further marks of the same thing.
                marks.push(Mark::Body {
                    id: Kind::Body.id(&body.name).nth(index),
                    name: body.name.clone(),
                    path: run.points.iter().map(|p| self.point(*p)).collect(),
                });
            }
        }
    }

    /// Points that ride along, tied to the nearest place of their body.
    fn riding(&self, marks: &mut Vec<Mark>) {
        let rides = self.rides().into_iter().map(|(point, from, to)| {
            let id = Kind::Ride.id(&point);
            Mark::Ride { id, from: self.place(from), to: self.place(to) }
        });
        marks.extend(rides);
    }

    /// The places that have to be in sight: points, ropes, the rims of wheels.
    fn extent(&self) -> Vec<[f64; 2]> {
        let model = self.model();
        let mut extent: Vec<_> = model.points.iter().map(|p| self.place(p.at)).collect();
        extent.extend(
            model.ropes.iter().flat_map(|r| &r.legs).flat_map(|l| [self.place(l.from), self.place(l.to)]),
        );
        for pulley in &model.pulleys {
            let (at, r) = (model.at(pulley.at), pulley.radius);
            extent.extend([self.place(at + Vector::plane(r, r)), self.place(at - Vector::plane(r, r))]);
        }
        extent
    }

    fn points(&self, marks: &mut Vec<Mark>) {
        for id in self.model().point_ids() {
            let name = self.model().point_name(id).to_owned();
            let along = self.model().body_ids().find_map(|body| self.model().run_direction(body, id));
            marks.push(Mark::Point {
                id: Kind::Point.id(&name),
                name,
                at: self.point(id),
                along: along.map(pair),
            });
        }
    }

    fn supports(&self, marks: &mut Vec<Mark>) {
        for (index, support) in self.model().supports.iter().enumerate() {
            let holding = &support.holding;
            let facing = match (holding.sort().pointer, holding.way) {
                (Pointer::Toward, Some(toward)) => -toward,
                (_, Some(way)) => way,
                (_, None) if holding.sort().turns() => self.wall(support),
                (_, None) => Vector::Y,
            };
            marks.push(Mark::Support {
                id: Kind::Support.id(&support.name),
                name: support.name.clone(),
                at: self.point(support.at),
                shape: holding.kind,
                facing: pair(facing),
                text: self.said_of(support, self.model().loading.settlements[index]),
            });
        }
    }

    /// The lean of an inclined support, its settlement and its spring, as text.
    fn said_of(&self, support: &Support, settlement: Settlement) -> Option<String> {
        let mut says = Vec::new();
        if let Some(normal) = support.holding.normal()
            && normal.x != 0.0
            && normal.y != 0.0
        {
            says.push(format!("{}°", self.degrees(normal.x.abs().atan2(normal.y.abs()))));
        }
        let (units, yielding) = (&self.model.units, &support.yielding);
        let plain = |value: f64| figures::plain(value, self.model.conventions.figures).replace('-', "−");
        let settled = settlement.moved;
        if settled != Vector::ZERO {
            let small = |v: f64| plain(units.section.from_si(v));
            let way = support.holding.way.map_or(-Vector::Y, |normal| -normal);
            let along = settled.dot(way);
            let far = if (settled - way * along).length() <= 1e-12 {
                small(along)
            } else {
                format!("{}; {}", small(settled.x), small(settled.y))
            };
            says.push(format!("settles {far} {}", units.section.symbol));
        }
        if settlement.turned != 0.0 {
            says.push(format!("turns {}°", plain(settlement.turned.to_degrees())));
        }
        let stiff = units.of(Dimension::FORCE_PER_LENGTH);
        let springs: Vec<String> =
            yielding.springs.iter().flatten().map(|k| plain(stiff.from_si(*k))).collect();
        if !springs.is_empty() {
            says.push(format!("spring {} {}", springs.join("; "), stiff.symbol));
        }
        if let Some(turning) = yielding.turning {
            says.push(format!("spring {} {}/rad", plain(units.couple.from_si(turning)), units.couple.symbol));
        }
        (!says.is_empty()).then(|| says.join(" · "))
    }

    /// A wall stands across the end of the member; in the middle of one, the ground is below.
    fn wall(&self, support: &Support) -> Vector {
        let model = self.model();
        let On::Body(body) = support.on else { return Vector::Y };
        let along = model.run_direction(body, support.at).unwrap_or(Vector::X);
        let points = model.points_of(body);
        if points.first() == Some(&support.at) {
            along
        } else if points.last() == Some(&support.at) {
            -along
        } else {
            Vector::Y
        }
    }

    fn loads(&self, marks: &mut Vec<Mark>) {
        let units = &self.model().units;
        let largest = self.largest_force();
        let steepest = self.steepest();
        for (index, load) in self.model().loading.loads.iter().enumerate() {
            let id = load.mark();
            let parts = || {
                let actions = self.full.actions.iter();
                let mine = move |of: ActionOf| matches!(of, ActionOf::Load(id) if id.index() == index);
                actions.filter(move |a| mine(a.of)).map(|a| (a.act.wrench, a.source))
            };
            match &load.kind {
                LoadKind::Force { at, direction, size, given } => marks.push(Mark::Force {
                    id,
                    at: self.point(*at),
                    toward: pair(*direction),
                    text: match size {
                        Amount::Known(size) => self.force_text(load, *direction * *size, *given),
                        Amount::Sought(_) => self.sought(*size),
                    },
                    relative: ratio(size.known().unwrap_or_default(), largest),
                    found: self.found(*size),
                }),
                LoadKind::Own { down, halves } => {
                    for (at, _, weight) in halves {
                        marks.push(Mark::Force {
                            // A load with several arrows: each by its joint.
                            id: id.clone().place(Kind::Point.id(self.model().point_name(*at))),
                            at: self.point(*at),
                            toward: pair(*down * sign(*weight)),
                            text: self.result(weight.abs(), &units.force),
                            relative: ratio(weight.abs(), largest),
                            found: None,
                        });
                    }
                }
                &LoadKind::Couple { at, axis, size } => {
                    let first = match load.on {
                        On::Body(body) => self.model().points_of(body).first().copied(),
                        On::Pin(_) => None,
                    };
                    let at = at.or(first).map_or([0.0, 0.0], |p| self.point(p));
                    let text = match size {
                        Amount::Known(size) => self.as_written(load, ".size", size.abs(), &units.couple),
                        Amount::Sought(_) => self.sought(size),
                    };
                    let found = self.found(size);
                    let turn = spin(axis.z * size.known().unwrap_or(1.0));
                    marks.push(Mark::Couple { id, at, turn, text, found });
                }
                LoadKind::Spread(spread) => {
                    let resultants = parts()
                        .filter(|(_, source)| *source != Source::Given)
                        .filter_map(|(wrench, _)| {
                            Some(Numbered {
                                at: self.place(wrench.about),
                                toward: pair(wrench.force.unit()?),
                                text: self.given(wrench.force.length(), &units.force),
                            })
                        })
                        .collect();
                    marks.push(Mark::Distributed {
                        id,
                        from: self.point(spread.from),
                        to: self.point(spread.to),
                        toward: pair(spread.direction),
                        heights: self.heights(spread, steepest),
                        texts: self.intensities(index, spread),
                        resultants,
                    });
                }
            }
        }
    }
}
