//! From a model of space (and, when it is whole, its solution) to its scene.

use super::{
    ArrowRole, HoldShape, LineKind, SolidArrow, SolidBounds, SolidCurve, SolidHold, SolidLine, SolidPeak,
    SolidPoint, SolidScene, SolidSpread, SolidWheel, Three,
};
use crate::painter::{Painter, ratio, sign};
use crate::{Carries, SymbolMark};
use helvek_core::equilibrium::{Act, ColumnId, ColumnKind, ColumnOf};
use helvek_core::geometry::{Point, Vector};
use helvek_core::id::{Id, Kind};
use helvek_core::internal_forces::{Side, Six, SolidDiagram};
use helvek_core::model::{Amount, Given, JointKind, LoadKind, On, PointId};
use helvek_core::things::support::{Pointer, SupportKind};
use helvek_core::units::figures;

/// The scene of a solution of a sheet of space.
pub(crate) fn scene(painter: &Painter<'_>) -> SolidScene {
    let model = painter.model();
    let points = painter.solid_points();
    let (lines, holds, wheels) = (painter.solid_lines(), painter.solid_holds(), painter.solid_wheels());
    let places = points.iter().map(|p| p.at).chain(wheels.iter().flat_map(|wheel| {
        // Square to its axle a wheel reaches as far as its radius.
        let reach = wheel.axis.map(|a| wheel.radius * (1.0 - a * a).max(0.0).sqrt());
        [-1.0, 1.0].map(|side| each(|i| wheel.centre[i] + side * reach[i]))
    }));
    let ends = holds.iter().filter(|h| h.shape == HoldShape::Anchor).map(|h| h.at);
    let bounds = places.chain(ends).fold(None, |bounds: Option<SolidBounds>, at| {
        let SolidBounds { low, high } = bounds.unwrap_or(SolidBounds { low: at, high: at });
        Some(SolidBounds { low: each(|i| low[i].min(at[i])), high: each(|i| high[i].max(at[i])) })
    });
    SolidScene {
        up: model.up().parts(),
        bounds,
        length: model.units.length.symbol.clone(),
        points,
        lines,
        holds,
        wheels,
        spreads: painter.solid_spreads(),
        arrows: painter.solid_arrows(),
        parts: painter.solid_parts(),
        free: Vec::new(),
        unclear: Vec::new(),
        curves: painter.solid_curves(),
    }
}

fn each(value: impl Fn(usize) -> f64) -> Three {
    std::array::from_fn(value)
}

impl Painter<'_> {
    /// A place in the sheet's units.
    pub(super) fn solid(&self, at: Point) -> Three {
        let length = &self.model().units.length;
        [at.x, at.y, at.z].map(|v| length.from_si(v))
    }

    fn solid_at(&self, point: PointId) -> Three {
        self.solid(self.model().at(point))
    }

    fn solid_points(&self) -> Vec<SolidPoint> {
        let model = self.model();
        let mut used = std::collections::HashSet::new();
        model.body_ids().for_each(|body| used.extend(model.points_of(body)));
        model.bars.iter().for_each(|bar| used.extend(bar.ends));
        let point = |id: PointId| {
            let (name, at) = (model.point_name(id).to_owned(), self.solid_at(id));
            let text = at.map(|v| figures::plain(v, 6)).join("; ");
            SolidPoint { id: Kind::Point.id(&name), name, at, text, used: used.contains(&id) }
        };
        model.point_ids().map(point).collect()
    }

    fn solid_lines(&self) -> Vec<SolidLine> {
        let model = self.model();
        let mut lines = Vec::new();
        for body in &model.bodies {
            for (index, run) in body.runs.iter().enumerate() {
                lines.push(SolidLine {
                    id: Kind::Body.id(&body.name).nth(index),
                    name: body.name.clone(),
                    kind: LineKind::Run,
                    path: run.points.iter().map(|p| self.solid_at(*p)).collect(),
                    carries: Carries::Both,
                    length: None,
                    force: None,
                });
            }
        }
        lines.extend(self.rides().into_iter().map(|(point, from, to)| SolidLine {
            id: Kind::Ride.id(&point),
            name: point,
            kind: LineKind::Ride,
            path: vec![self.solid(from), self.solid(to)],
            carries: Carries::Both,
            length: None,
            force: None,
        }));
        for (bar, force) in model.bars.iter().zip(self.bar_forces()) {
            let [a, b] = model.bar_ends(bar);
            lines.push(SolidLine {
                id: Kind::Bar.id(&bar.name),
                name: bar.name.clone(),
                kind: LineKind::Bar,
                path: vec![self.solid(a), self.solid(b)],
                carries: Carries::of(bar.kind),
                length: Some(self.given(a.distance(b), &model.units.length)),
                force,
            });
        }
        for support in &model.supports {
            if support.holding.sort().pointer != Pointer::Toward {
                continue;
            }
            let carries = if support.holding.one_way { Carries::Pull } else { Carries::Both };
            let at = model.at(support.at);
            lines.push(SolidLine {
                id: Kind::Support.id(&support.name),
                name: support.name.clone(),
                kind: LineKind::Tie,
                path: vec![self.solid(at), self.solid(self.anchor(support))],
                carries,
                length: None,
                force: None,
            });
        }
        lines
    }

    /// The place where a link or a cable meets the ground: the named point it leads to, else a third of the figure away.
    fn anchor(&self, support: &helvek_core::model::Support) -> Point {
        let model = self.model();
        let (at, toward) = (model.at(support.at), support.holding.way.unwrap_or(model.up()));
        let ahead = |p: &Point| {
            let r = *p - at;
            r.dot(toward) > 0.0 && r.cross(toward).length() <= 1e-9 * r.length()
        };
        let named = model.points.iter().map(|p| p.at).filter(ahead);
        named
            .min_by(|p, q| p.distance(at).total_cmp(&q.distance(at)))
            .unwrap_or(at + toward * (0.35 * self.solid_size()))
    }

    /// The largest distance of a point from the first, m; 1 where there is none.
    fn solid_size(&self) -> f64 {
        let points = &self.model().points;
        let Some(first) = points.first() else { return 1.0 };
        let size = points.iter().map(|p| p.at.distance(first.at)).fold(0.0, f64::max);
        if size > 0.0 { size } else { 1.0 }
    }

    fn solid_holds(&self) -> Vec<SolidHold> {
        let model = self.model();
        let mut holds = Vec::new();
        for (support, couples) in model.supports.iter().zip(&model.contact.couples) {
            let holding = &support.holding;
            let (shape, couples) = match holding.kind {
                SupportKind::Pin | SupportKind::Ball => (HoldShape::Ball, false),
                SupportKind::Fixed => (HoldShape::Fixed, true),
                SupportKind::Roller | SupportKind::Guide => (HoldShape::Roller, false),
                SupportKind::Surface | SupportKind::Rough => (HoldShape::Surface, false),
                SupportKind::Link | SupportKind::Cable => (HoldShape::Anchor, false),
                SupportKind::Journal => (HoldShape::Journal, *couples),
                SupportKind::Thrust => (HoldShape::Thrust, *couples),
                SupportKind::Hinge => (HoldShape::Hinge, *couples),
            };
            let along = holding.way.or_else(|| self.out_of_wall(support).filter(|_| holding.sort().turns()));
            let at = match shape {
                HoldShape::Anchor => self.solid(self.anchor(support)),
                _ => self.solid_at(support.at),
            };
            holds.push(SolidHold {
                id: Kind::Support.id(&support.name),
                name: support.name.clone(),
                at,
                shape,
                along: along.map(Vector::parts),
                couples,
                ground: true,
            });
        }
        for joint in &model.joints {
            let (shape, along) = match joint.kind {
                JointKind::Weld => (HoldShape::Weld, None),
                JointKind::Hinge { axis, .. } => (HoldShape::Hinge, Some(axis)),
                JointKind::Contact { normal, .. } => (HoldShape::Contact, Some(normal)),
                _ => (HoldShape::Ball, None),
            };
            holds.push(SolidHold {
                id: Kind::Joint.id(&joint.name),
                name: joint.name.clone(),
                at: self.solid_at(joint.at),
                shape,
                along: along.map(Vector::parts),
                couples: shape == HoldShape::Hinge || shape == HoldShape::Weld,
                ground: false,
            });
        }
        holds
    }

    /// Out of a wall, along the member that is fixed there.
    fn out_of_wall(&self, support: &helvek_core::model::Support) -> Option<Vector> {
        let model = self.model();
        let On::Body(body) = support.on else { return Some(model.up()) };
        let runs = model.bodies[body.index()].runs.iter().flat_map(|run| run.points.windows(2));
        let leaves = runs.filter_map(|two| match two {
            [a, b] if *a == support.at => (model.at(*b) - model.at(*a)).unit(),
            [a, b] if *b == support.at => (model.at(*a) - model.at(*b)).unit(),
            _ => None,
        });
        leaves.into_iter().next().or(Some(model.up()))
    }

    fn solid_wheels(&self) -> Vec<SolidWheel> {
        let model = self.model();
        let mut wheels: Vec<SolidWheel> = Vec::new();
        for rim in &model.rims {
            let (through, at) = (model.at(rim.centre), model.at(rim.at));
            let centre = through + rim.axis * (at - through).dot(rim.axis);
            let wheel = SolidWheel {
                id: Kind::Wheel.id(model.point_name(rim.at)),
                centre: self.solid(centre),
                axis: rim.axis.parts(),
                radius: model.units.length.from_si(at.distance(centre)),
            };
            let near = |a: f64, b: f64| (a - b).abs() < 1e-9 * (1.0 + a.abs());
            let there = wheels.iter().any(|w| {
                near(w.radius, wheel.radius) && w.centre.iter().zip(wheel.centre).all(|(a, b)| near(*a, b))
            });
            if !there {
                wheels.push(wheel);
            }
        }
        wheels
    }

    fn solid_spreads(&self) -> Vec<SolidSpread> {
        let steepest = self.steepest();
        let spread = |(row, load): (usize, &helvek_core::model::Load)| {
            let LoadKind::Spread(spread) = &load.kind else { return None };
            Some(SolidSpread {
                id: load.mark(),
                from: self.solid_at(spread.from),
                to: self.solid_at(spread.to),
                toward: spread.direction.parts(),
                heights: self.heights(spread, steepest),
                texts: self.intensities(row, spread),
            })
        };
        self.model().loading.loads.iter().enumerate().filter_map(spread).collect()
    }

    /// Loads that act at a point, then what supports exert.
    fn solid_arrows(&self) -> Vec<SolidArrow> {
        let model = self.model();
        let mut arrows: Vec<SolidArrow> =
            model.loading.loads.iter().flat_map(|load| self.load_arrows(load)).collect();
        for column_id in self.full.column_ids() {
            let column = self.full.column(column_id);
            if let (ColumnOf::Support(_), [act]) = (column.of, &column.acts[..]) {
                let id = Kind::Reaction.id(&column.symbol);
                arrows.push(self.unknown_arrow(column_id, act, ArrowRole::Reaction, (&id, &id)));
            }
        }
        arrows
    }

    /// The arrows of a load, but for distributed ones.
    pub(super) fn load_arrows(&self, load: &helvek_core::model::Load) -> Vec<SolidArrow> {
        let units = &self.model().units;
        let id = load.mark();
        let arrow = |id: Id, at: Three, toward: Vector, couple: bool, size: Amount, text: String| {
            let found = self.found(size);
            let largest = if couple { self.largest_couple() } else { self.largest_force() };
            SolidArrow {
                of: load.mark(),
                id,
                role: ArrowRole::Load,
                at,
                toward: toward.parts(),
                couple,
                symbol: match size {
                    Amount::Sought(_) => {
                        Some(SymbolMark { base: self.sought(size).replace('?', ""), index: String::new() })
                    }
                    Amount::Known(_) => None,
                },
                turned: found.as_ref().is_some_and(|found| found.turned),
                zero: size == Amount::Known(0.0),
                step: found.as_ref().and_then(|found| found.step),
                relative: ratio(size.known().map_or(0.6 * largest, f64::abs), largest),
                text: match (&found, size) {
                    (Some(found), _) => Some(found.text.clone()),
                    (None, Amount::Known(_)) => Some(text),
                    (None, Amount::Sought(_)) => None,
                },
            }
        };
        let written = |key: &str, size: Amount, unit: &helvek_core::units::Unit| match size {
            Amount::Known(si) => self.as_written(load, key, si.abs(), unit),
            Amount::Sought(_) => self.sought(size),
        };
        match &load.kind {
            &LoadKind::Force { at, direction, size, given } => {
                let text = match (given, size) {
                    (Given::Components, Amount::Known(size)) => self.components(direction * size),
                    (Given::Mass(mass), _) => self.as_written(load, ".mass", mass, &units.mass),
                    _ => written(".size", size, &units.force),
                };
                vec![arrow(id, self.solid_at(at), direction, false, size, text)]
            }
            LoadKind::Own { down, halves } => halves
                .iter()
                .map(|(at, _, weight)| {
                    let id = id.clone().place(Kind::Point.id(self.model().point_name(*at)));
                    let text = self.result(weight.abs(), &units.force);
                    let size = Amount::Known(*weight);
                    let way = *down * sign(*weight);
                    let mut own = arrow(id.clone(), self.solid_at(*at), way, false, size, text);
                    own.of = id;
                    own
                })
                .collect(),
            &LoadKind::Couple { at, axis, size } => {
                let first = match load.on {
                    On::Body(body) => self.model().points_of(body).first().copied(),
                    On::Pin(_) => None,
                };
                let at = at.or(first).map_or([0.0; 3], |p| self.solid_at(p));
                let text = written(".size", size, &units.couple);
                vec![arrow(id, at, axis, true, size, text)]
            }
            LoadKind::Spread(_) => Vec::new(),
        }
    }

    /// A force by its components: `(−12, 30, 0) N`; along an axis by its size.
    fn components(&self, force: Vector) -> String {
        let unit = &self.model().units.force;
        if force.axis().is_some() {
            return self.given(force.length(), unit);
        }
        let digits = self.model().conventions.figures;
        let part = |si: f64| figures::plain(unit.from_si(si), digits).replace('-', "−");
        format!("({}) {}", force.parts().map(part).join(", "), unit.symbol)
    }

    /// The arrow of an unknown where it acts on a part.
    pub(super) fn unknown_arrow(
        &self,
        column_id: ColumnId,
        act: &Act,
        role: ArrowRole,
        (id, of): (&Id, &Id),
    ) -> SolidArrow {
        let column = self.full.column(column_id);
        let couple = column.kind == ColumnKind::Couple;
        let value = self.value(column_id);
        let unit = self.model.unit_of(column.kind);
        let largest = if couple { self.largest_couple() } else { self.largest_force() };
        let toward = if couple { act.wrench.moment } else { act.wrench.force };
        SolidArrow {
            id: id.clone(),
            of: of.clone(),
            role,
            at: self.solid(act.wrench.about),
            toward: toward.unit().unwrap_or(self.model().up()).parts(),
            couple,
            symbol: Some(SymbolMark { base: column.symbol.base.clone(), index: column.symbol.index.clone() }),
            text: value.map(|v| self.result(v.abs(), &unit)),
            turned: value.is_some_and(|v| v < 0.0),
            zero: value == Some(0.0),
            step: self.step(column_id),
            relative: value.map_or(0.0, |v| ratio(v.abs(), largest)),
        }
    }

    /// The largest couple drawn, N·m.
    fn largest_couple(&self) -> f64 {
        let loads = self.full.actions.iter().map(|a| a.act.wrench.moment.length());
        let couples = self.full.column_ids().filter(|id| self.full.column(*id).kind == ColumnKind::Couple);
        loads.chain(couples.filter_map(|id| self.value(id)).map(f64::abs)).fold(0.0, f64::max)
    }

    /// The six along every stretch, sampled where they step, end and turn, and evenly between.
    fn solid_curves(&self) -> Vec<SolidCurve> {
        let Some(statics) = self.statics else { return Vec::new() };
        let all = statics.inside_space();
        let largest = |six: Six| {
            let each = all.iter().filter_map(|inside| inside.diagram.as_ref().ok());
            each.map(|d| d.largest(six).0.abs()).fold(0.0, f64::max)
        };
        let scales = Six::ALL.map(largest);
        let mut curves = Vec::new();
        for inside in all {
            let Ok(diagram) = &inside.diagram else { continue };
            let model = self.model();
            let name = |p: PointId| model.point_name(p);
            let ends = format!("{}-{}", name(inside.from), name(inside.to));
            let id = Kind::Body.id(&model.bodies[inside.body.index()].name).place(ends);
            for six in Six::ALL {
                if diagram.largest(six).0 != 0.0 {
                    curves.push(self.solid_curve(&id, diagram, six, scales[six as usize]));
                }
            }
        }
        curves
    }

    fn solid_curve(&self, id: &Id, diagram: &SolidDiagram, six: Six, scale: f64) -> SolidCurve {
        /// Places on each piece between two things that act.
        const PLACES: usize = 8;
        let start = self.model().at(diagram.points[0].0);
        let (mut base, mut values) = (Vec::new(), Vec::new());
        let mut peak = (0.0f64, 0usize);
        for segment in &diagram.segments {
            let poly = &segment.inner[six as usize];
            let curved = poly.coefficients().len() > 2;
            let count = if curved { PLACES } else { 1 };
            for k in 0..=count {
                let x = (segment.end - segment.start) * k as f64 / count as f64;
                let side = if k == 0 { Side::After } else { Side::Before };
                let value = match side {
                    Side::After if segment.start == 0.0 => diagram.at(six, 0.0, Side::After),
                    _ => poly.at(x),
                };
                if value.abs() > peak.0.abs() + diagram.zero(six) {
                    peak = (value, values.len());
                }
                base.push(self.solid(start + diagram.axes[0] * (segment.start + x)));
                values.push(ratio(value, scale));
            }
        }
        let toward = match six {
            Six::Vy | Six::Mz => diagram.axes[1],
            _ => diagram.axes[2],
        };
        let text = self.result(peak.0, self.model.six_unit(six)).replace('-', "−");
        SolidCurve {
            id: id.clone(),
            of: six,
            base,
            toward: toward.parts(),
            values,
            peak: (peak.0 != 0.0).then_some(SolidPeak { row: peak.1, text }),
        }
    }
}
