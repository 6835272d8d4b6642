//! Distances along a member: a chain from point to point, and the whole length of each straight stretch beyond it.

use crate::Mark;
use crate::scene::{Painter, pair};
use helvek_core::geometry::{Point, Vector};
use helvek_core::model::{BodyId, PointId};

/// A stretch that runs through the middle of its body has no outer side; this much of its length is noise.
const THROUGH: f64 = 1e-9;

impl Painter<'_> {
    /// Of a single member, also a bent one; on anything else chains of distances would cross it.
    pub(crate) fn dimensions(&self, marks: &mut Vec<Mark>) {
        let model = self.model();
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
            id: format!("dimension:{first}-{second}"),
            first,
            second,
            from: self.point(a),
            to: self.point(b),
            text: self.given(distance, &model.units.length),
            lane,
            side: pair(side),
        }
    }
}
