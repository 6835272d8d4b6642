//! What must be so on a level beam between two supports, whatever the numbers: of a load between them the nearer one takes more; a load beyond
//! one of them by itself lifts the other end.

use crate::model::{LoadId, LoadKind, Model, PointId, SupportId};
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;

/// A fact that follows from the geometry alone.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Sense {
    /// The only load lies nearer to this support, which takes more of it than the other.
    NearerTakesMore {
        /// The load.
        load: LoadId,
        /// The nearer one.
        nearer: SupportId,
        /// The other.
        farther: SupportId,
    },
    /// The load lies beyond one support: by itself it lifts the body off the other.
    LiftsFarEnd {
        /// The load.
        load: LoadId,
        /// The support that it overloads.
        over: SupportId,
        /// The one it lifts from.
        lifts: SupportId,
    },
}

/// The signs to expect of a single level beam on two supports that push up; nothing of anything else.
pub fn common_sense(model: &Model) -> Vec<Sense> {
    let single = model.bodies.len() == 1 && model.bars.is_empty() && model.ropes.is_empty();
    let [a, b] = &model.supports[..] else { return Vec::new() };
    let pushes_up = |index: usize| {
        let held = model.held_by(SupportId(index));
        held.is_pin(false) || held.holds_only(Vector::Y)
    };
    let level = || {
        let points: Vec<_> =
            model.points_of(crate::model::BodyId(0)).into_iter().map(|p| model.at(p)).collect();
        let width = points.iter().map(|p| (p.x - points[0].x).abs()).fold(0.0, f64::max);
        points.iter().all(|p| (p.y - points[0].y).abs() <= tolerance::GEOMETRY * width)
    };
    if !single || !pushes_up(0) || !pushes_up(1) || !level() {
        return Vec::new();
    }
    let (xa, xb) = (model.at(a.at).x, model.at(b.at).x);
    let (left, right, ids) =
        if xa < xb { (xa, xb, [SupportId(0), SupportId(1)]) } else { (xb, xa, [SupportId(1), SupportId(0)]) };
    let mut list = Vec::new();
    for (index, load) in model.loading.loads.iter().enumerate() {
        let Some(at) = downward(&load.kind) else { continue };
        let (x, load) = (model.at(at).x, LoadId(index));
        if x < left {
            list.push(Sense::LiftsFarEnd { load, over: ids[0], lifts: ids[1] });
        } else if x > right {
            list.push(Sense::LiftsFarEnd { load, over: ids[1], lifts: ids[0] });
        } else if model.loading.loads.len() == 1
            && (x - left - (right - x)).abs() > tolerance::GEOMETRY * (right - left)
        {
            let (nearer, farther) = if x - left < right - x { (ids[0], ids[1]) } else { (ids[1], ids[0]) };
            list.push(Sense::NearerTakesMore { load, nearer, farther });
        }
    }
    list
}

/// The point at which a load pushes straight down.
fn downward(load: &LoadKind) -> Option<PointId> {
    match *load {
        LoadKind::Force { at, direction, size, .. } if direction == -Vector::Y => {
            size.known().filter(|s| *s > 0.0).map(|_| at)
        }
        _ => None,
    }
}
