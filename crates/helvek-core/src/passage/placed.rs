//! A train put in place: its forces as loads like any other.

use super::{Facing, Passage};
use crate::model::{Amount, Given, Load, LoadKind, Model, NamedPoint, On, PointId};
use crate::tolerance;

/// A structure with a train standing on it.
#[derive(Debug, Clone, PartialEq)]
pub struct Placed {
    /// With the forces of the train that are on the path as loads, each at a point of its own that rides along on the body.
    pub model: Model,
    /// The names of these points.
    pub points: Vec<String>,
    /// The names of these loads.
    pub loads: Vec<String>,
}

impl Passage<'_> {
    /// The structure with the train standing on it, its leading force so many metres from the beginning of the path.
    pub fn placed(&self, lead: f64, facing: Facing) -> Placed {
        let (train, mut model) = (self.train, self.solved.model.clone());
        let slack = tolerance::GEOMETRY * train.length();
        let start = model.at(train.ends[0]);
        let (mut points, mut loads) = (Vec::new(), Vec::new());
        for (i, axle) in train.axles.iter().enumerate() {
            let place = lead - facing.sign() * axle.behind;
            let on = train.path.iter().find(|p| place >= p.start - slack && place <= p.end + slack);
            let Some(piece) = on else { continue };
            let name = format!("{} {}", train.name, i + 1);
            let point = PointId(model.points.len());
            model.points.push(NamedPoint { name: name.clone(), at: start + train.along * place });
            model.bodies[piece.body.index()].riding.push(point);
            let kind = LoadKind::Force {
                at: point,
                direction: train.direction,
                size: Amount::Known(axle.size),
                given: Given::FromHorizontal,
            };
            model.loads.push(Load {
                name: name.clone(),
                part: 0,
                on: On::Body(piece.body),
                kind,
                case: None,
            });
            points.push(name.clone());
            loads.push(name);
        }
        Placed { model, points, loads }
    }
}
