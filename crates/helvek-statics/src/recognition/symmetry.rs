//! Symmetry of geometry, supports and loads about a vertical line: equal halves. It is said, and still verified.

use crate::model::{Amount, Constraints, LoadKind, Model, PointId, Spread, SupportId};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;

/// A structure that is its own mirror image.
#[derive(Debug, Clone, PartialEq)]
pub struct Symmetry {
    /// The axis is the vertical line through this x, m.
    pub axis: f64,
    /// Supports that mirror each other.
    pub pairs: Vec<(SupportId, SupportId)>,
}

/// Models of more points than this are not looked at: nobody sees their symmetry at sight.
const MOST: usize = 400;

/// The symmetry of a model about a vertical line, if it has one. A pin and a roller that pushes up mirror each other when nothing acts sideways.
pub fn symmetry(model: &Model) -> Option<Symmetry> {
    let used: Vec<PointId> = used_points(model);
    if used.len() < 2 || used.len() > MOST || model.supports.len() < 2 || !model.ropes.is_empty() {
        return None;
    }
    spend((used.len() * used.len()) / 200);
    let xs = used.iter().map(|p| model.at(*p).x);
    let (low, high) = xs.fold((f64::INFINITY, f64::NEG_INFINITY), |(l, h), x| (l.min(x), h.max(x)));
    let mirror =
        Mirror { model, used: &used, axis: 0.5 * (low + high), near: tolerance::CRITICAL * (high - low) };
    if high - low <= 0.0 || !used.iter().all(|p| mirror.point(*p).is_some()) {
        return None;
    }
    (mirror.bodies() && mirror.bars() && mirror.joints() && mirror.loads())
        .then(|| mirror.supports())
        .flatten()
        .map(|pairs| Symmetry { axis: mirror.axis, pairs })
}

fn used_points(model: &Model) -> Vec<PointId> {
    let mut used: Vec<PointId> = model.body_ids().flat_map(|b| model.points_of(b)).collect();
    used.extend(model.bars.iter().flat_map(|bar| bar.ends));
    used.sort_unstable();
    used.dedup();
    used
}

struct Mirror<'a> {
    model: &'a Model,
    used: &'a [PointId],
    axis: f64,
    near: f64,
}

impl Mirror<'_> {
    fn image(&self, at: Point) -> Point {
        Point { x: 2.0 * self.axis - at.x, ..at }
    }

    fn point(&self, id: PointId) -> Option<PointId> {
        let image = self.image(self.model.at(id));
        self.used.iter().copied().find(|p| self.model.at(*p).distance(image) <= self.near)
    }

    /// The straight pieces of every body, each as a pair of points, are the same ones mirrored.
    fn bodies(&self) -> bool {
        let mut pieces: Vec<[PointId; 2]> = Vec::new();
        for pair in self.model.bodies.iter().flat_map(|b| &b.runs).flat_map(|r| r.points.windows(2)) {
            pieces.push(sorted(pair[0], pair[1]));
        }
        let mirrored = |[a, b]: [PointId; 2]| Some(sorted(self.point(a)?, self.point(b)?));
        pieces.iter().all(|piece| mirrored(*piece).is_some_and(|image| pieces.contains(&image)))
    }

    fn bars(&self) -> bool {
        let image = |ends: [PointId; 2]| Some(sorted(self.point(ends[0])?, self.point(ends[1])?));
        self.model.bars.iter().all(|bar| {
            image(bar.ends).is_some_and(|image| {
                self.model.bars.iter().any(|b| b.kind == bar.kind && sorted(b.ends[0], b.ends[1]) == image)
            })
        })
    }

    fn joints(&self) -> bool {
        self.model.joints.iter().all(|joint| {
            let same = |kind: crate::model::JointKind| {
                std::mem::discriminant(&kind) == std::mem::discriminant(&joint.kind)
            };
            self.point(joint.at)
                .is_some_and(|at| self.model.joints.iter().any(|j| j.at == at && same(j.kind)))
        })
    }

    /// The net force at each point, couples and distributed loads, mirrored.
    fn loads(&self) -> bool {
        let flip = |v: Vector| Vector { x: -v.x, ..v };
        self.model.loading.loads.iter().all(|load| match &load.kind {
            LoadKind::Force { .. } => {
                let at = force_at(&load.kind).map(|(at, _)| at);
                let Some((at, image)) = at.and_then(|at| Some((at, self.point(at)?))) else { return false };
                let (Some(here), Some(there)) = (self.net(at), self.net(image)) else { return false };
                let size = here.length().max(there.length());
                (flip(here) - there).length() <= tolerance::CRITICAL * size
            }
            LoadKind::Couple { size: Amount::Known(0.0), .. } => true,
            LoadKind::Couple { .. } => false,
            LoadKind::Own { halves, .. } => halves.iter().all(|(at, _, weight)| {
                let image = self.point(*at);
                halves.iter().any(|(other, _, there)| {
                    Some(*other) == image && (weight - there).abs() <= tolerance::CRITICAL * weight
                })
            }),
            LoadKind::Spread(here) => {
                let image = self.point(here.from).zip(self.point(here.to));
                image.is_some_and(|(from, to)| {
                    self.model.loading.loads.iter().any(|other| match &other.kind {
                        LoadKind::Spread(there) => {
                            let turned = (there.direction - flip(here.direction)).length();
                            let back = there.reversed();
                            let same = |there: &Spread| {
                                (there.from, there.to, &there.parts) == (from, to, &here.parts)
                            };
                            turned <= tolerance::CRITICAL && (same(there) || same(&back))
                        }
                        _ => false,
                    })
                })
            }
        })
    }

    /// The known force at a point; `None` when something there is sought.
    fn net(&self, at: PointId) -> Option<Vector> {
        let here =
            self.model.loading.loads.iter().filter_map(|load| force_at(&load.kind)).filter(|(p, _)| *p == at);
        here.map(|(_, force)| force).try_fold(Vector::ZERO, |sum, force| Some(sum + force?))
    }

    fn supports(&self) -> Option<Vec<(SupportId, SupportId)>> {
        let sideways: f64 =
            self.model.loading.loads.iter().filter_map(|l| force_at(&l.kind)?.1).map(|f| f.x.abs()).sum();
        let level = self.model.loading.loads.iter().all(|load| match &load.kind {
            LoadKind::Spread(spread) => spread.direction.x == 0.0,
            _ => true,
        });
        let upward = |held: &Constraints| held.is_pin(false) || held.holds_only(Vector::Y);
        let mut pairs = Vec::new();
        for (index, support) in self.model.supports.iter().enumerate() {
            let at = self.point(support.at)?;
            let other = self.model.supports.iter().position(|s| s.at == at)?;
            let [here, there] = [index, other].map(|i| self.model.held_by(SupportId(i)));
            let same = here == there && (here.holds_everything(false) || upward(&here));
            let vertical = sideways == 0.0 && level && upward(&here) && upward(&there);
            if !(same || vertical) {
                return None;
            }
            if index < other {
                pairs.push((SupportId(index), SupportId(other)));
            }
        }
        (!pairs.is_empty()).then_some(pairs)
    }
}

fn sorted(a: PointId, b: PointId) -> [PointId; 2] {
    if a < b { [a, b] } else { [b, a] }
}

/// The point of a force, and the force when it is known.
fn force_at(load: &LoadKind) -> Option<(PointId, Option<Vector>)> {
    match *load {
        LoadKind::Force { at, direction, size, .. } => Some((at, size.known().map(|s| direction * s))),
        LoadKind::Couple { .. } | LoadKind::Spread(_) | LoadKind::Own { .. } => None,
    }
}
