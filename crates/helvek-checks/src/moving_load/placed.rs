//! A train put in place: its forces as loads like any other.

use super::{Facing, Passage};
use helvek_numbers::tolerance;
use helvek_statics::model::{Amount, Given, Load, LoadKind, Loading, NamedPoint, On, PointId};

impl Passage<'_> {
    /// The loads as drawn with the train standing among them, its leading force so many metres from the beginning of the path: the forces that are on the path as loads, each at a spot
    /// of its own.
    pub fn placed(&self, lead: f64, facing: Facing) -> Loading {
        let (train, drawn) = (self.train, &self.solved.model);
        let slack = tolerance::GEOMETRY * train.length();
        let start = drawn.at(train.ends[0]);
        let mut loading = drawn.loading.clone();
        for (i, axle) in train.axles.iter().enumerate() {
            let place = lead - facing.sign() * axle.behind;
            let on = train.path.iter().find(|p| place >= p.start - slack && place <= p.end + slack);
            let Some(piece) = on else { continue };
            let name = format!("{} {}", train.name, i + 1);
            let at = PointId(drawn.points.len() + loading.spots.len());
            loading.spots.push(NamedPoint { name: name.clone(), at: start + train.along * place });
            let kind = LoadKind::Force {
                at,
                direction: train.direction,
                size: Amount::Known(axle.size),
                given: Given::FromHorizontal,
            };
            loading.loads.push(Load {
                name,
                part: 0,
                on: On::Body(piece.body),
                kind,
                case: None,
                times: 1.0,
            });
        }
        loading
    }
}
