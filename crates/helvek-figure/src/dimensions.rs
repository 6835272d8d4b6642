//! Distances along a member: a chain from point to point, and the whole length of each straight stretch beyond it. Of a truss, the same
//! along both axes.

use crate::painter::{Painter, pair};
use crate::{Axis, Mark};
use helvek_core::geometry::{Point, Vector};
use helvek_core::id::Kind;
use helvek_core::model::{BodyId, PointId};

/// A stretch that runs through the middle of its body has no outer side; this much of its length is noise.
const THROUGH: f64 = 1e-9;
/// More stations than this are no chain of distances any more.
const MOST: usize = 14;

impl Painter<'_> {
    /// Of a single member, also a bent one; on anything else chains of distances would cross it.
    pub(crate) fn dimensions(&self, marks: &mut Vec<Mark>) {
        let model = self.model();
        if model.bodies.is_empty() {
            self.along_axis(Axis::X, marks);
            self.along_axis(Axis::Y, marks);
            return;
        }
        let [body] = &model.bodies[..] else { return };
        if !model.bars.is_empty() {
            return;
        }
        let stretches: Vec<_> = body.runs.iter().flat_map(|run| model.stretches(run)).collect();
        let bent = stretches.len() > 1;
        let corners = model.body_ids().next().map(|id| self.centre(id));
        for stretch in stretches {
            let side = self.side(&stretch, corners.filter(|_| bent));
            for two in stretch.windows(2) {
                marks.push(self.dimension(two[0], two[1], 0, side));
            }
            if let [first, _, .., last] = stretch[..] {
                marks.push(self.dimension(first, last, 1, side));
            }
        }
    }

    /// Distances from joint to joint along an axis: below the truss, and to the left of it.
    fn along_axis(&self, axis: Axis, marks: &mut Vec<Mark>) {
        let model = self.model();
        let (along, side) = match axis {
            Axis::X => (Vector::X, -Vector::Y),
            Axis::Y => (Vector::Y, -Vector::X),
        };
        let joints = model.bars.iter().flat_map(|bar| bar.ends);
        let mut stations: Vec<(f64, PointId)> =
            joints.map(|id| ((model.at(id) - Point::default()).dot(along), id)).collect();
        stations.sort_by(|a, b| a.0.total_cmp(&b.0).then(a.1.cmp(&b.1)));
        let least = stations.first().map_or(0.0, |(s, _)| *s);
        let size = stations.last().map_or(0.0, |(s, _)| s - least);
        stations.dedup_by(|b, a| b.0 - a.0 <= THROUGH * size);
        // A chain that nobody could read is left out; the whole length stays.
        let edge = self.extreme(side);
        let mut push = |(from, a): (f64, PointId), (to, b): (f64, PointId), lane: u8| {
            let at = |s: f64| self.place(Point::default() + along * s + side * edge);
            let (first, second) = (model.point_name(a).to_owned(), model.point_name(b).to_owned());
            let word = if axis == Axis::X { "x" } else { "y" };
            marks.push(Mark::Dimension {
                id: Kind::Dimension.id(format_args!("{word}:{first}-{second}")),
                first,
                second,
                from: at(from),
                to: at(to),
                text: self.given(to - from, &model.units.length),
                axis: Some(axis),
                lane,
                side: pair(side),
            });
        };
        if stations.len() <= MOST {
            stations.windows(2).for_each(|two| push(two[0], two[1], 0));
        }
        if let [first, _, .., last] = stations[..] {
            push(first, last, 1);
        }
    }

    /// The largest coordinate of the joints in a direction.
    fn extreme(&self, side: Vector) -> f64 {
        let model = self.model();
        let joints = model.bars.iter().flat_map(|bar| bar.ends);
        joints.map(|id| (model.at(id) - Point::default()).dot(side)).fold(f64::NEG_INFINITY, f64::max)
    }

    fn centre(&self, body: BodyId) -> Point {
        let points = self.model().points_of(body);
        let sum = points.iter().fold(Vector::ZERO, |sum, p| sum + (self.model().at(*p) - Point::default()));
        Point::default() + sum * (1.0 / points.len().max(1) as f64)
    }

    /// Below a straight member; of a bent one, away from its middle.
    fn side(&self, stretch: &[PointId], centre: Option<Point>) -> Vector {
        let (a, b) = (self.model().at(stretch[0]), self.model().at(stretch[stretch.len() - 1]));
        let across = (b - a).unit().unwrap_or(Vector::X).left();
        let outward = centre.map_or(0.0, |centre| across.dot(a - centre));
        let below = if across.y > 1e-9 { -across } else { across };
        if outward.abs() <= THROUGH * a.distance(b) { below } else { across * outward.signum() }
    }

    fn dimension(&self, a: PointId, b: PointId, lane: u8, side: Vector) -> Mark {
        let model = self.model();
        let (first, second) = (model.point_name(a).to_owned(), model.point_name(b).to_owned());
        let distance = model.at(a).distance(model.at(b));
        Mark::Dimension {
            id: Kind::Dimension.id(format_args!("{first}-{second}")),
            first,
            second,
            from: self.point(a),
            to: self.point(b),
            text: self.given(distance, &model.units.length),
            axis: None,
            lane,
            side: pair(side),
        }
    }
}
