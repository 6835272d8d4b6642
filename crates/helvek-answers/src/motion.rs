//! How the model can move, and what would hold it, as published.

use super::{BodyMotionAnswer, Change, CureAnswer, FreeMotion, ScrewAnswer};
use crate::Publisher;
use helvek_numbers::geometry::Point;
use helvek_numbers::tolerance;
use helvek_sheet::things::support::Pointer;
use helvek_statics::model::Model;
use helvek_statics::verdict::Cure;

impl Publisher<'_> {
    pub(super) fn free_motion(&self) -> Option<FreeMotion> {
        let length = |v: f64| self.model.units.length.from_si(v);
        // What is left of a coordinate that is exactly zero.
        let least = tolerance::GEOMETRY * self.full.length_scale;
        let place = |v: f64| if v.abs() <= least { 0.0 } else { length(v) };
        let motion = self.verdict.motion.as_ref()?;
        let spatial = self.model.spatial();
        let count = if spatial { 3 } else { 2 };
        let bodies = motion
            .parts
            .iter()
            .map(|m| BodyMotionAnswer {
                body: self.model.part_name(self.full.parts[m.part.index()].of),
                about: [m.about.x, m.about.y, m.about.z][..count].iter().map(|v| length(*v)).collect(),
                // Metres of a motion whose size means nothing: in the sheet's length so that it fits the rotation.
                translation: m.translation.parts()[..count].iter().map(|v| length(*v)).collect(),
                rotation: m.rotation.z,
                centre: m.centre().filter(|_| !spatial).map(|c| [place(c.x), place(c.y)]),
                turn: spatial.then(|| m.rotation.parts()),
                screw: m.screw().filter(|_| spatial).map(|screw| ScrewAnswer {
                    through: (screw.through - Point::default()).parts().map(place),
                    axis: screw.axis.parts(),
                    pitch: length(screw.pitch),
                }),
            })
            .collect();
        let cures =
            self.cures().iter().map(|cure| CureAnswer { changes: changes(&self.model, cure) }).collect();
        Some(FreeMotion { bodies, cures })
    }
}

fn changes(model: &Model, cure: &Cure) -> Vec<Change> {
    match cure {
        Cure::Change { support, to } => vec![Change::ChangeSupport {
            support: model.supports[support.index()].name.clone(),
            to: to.sort().word,
            one_way: to.one_way && to.sort().pointer == Pointer::Normal,
            couples: to.shaft().map(|_| to.exerts_couples(model.contact.couples[support.index()])),
        }],
        Cure::Add { at, on, holding } => vec![Change::AddSupport {
            at: model.point_name(*at).to_owned(),
            on: model.on_name(*on).to_owned(),
            kind: holding.sort().word,
            normal: holding.normal().map(|n| n.parts()[..if model.spatial() { 3 } else { 2 }].to_vec()),
        }],
        Cure::Brace { ends, .. } => {
            vec![Change::AddBar { ends: ends.map(|p| model.point_name(p).to_owned()) }]
        }
        Cure::Weld { joint } => vec![Change::WeldJoint { joint: model.joints[joint.index()].name.clone() }],
        Cure::Stiffen { bar } => vec![Change::StiffenBar { bar: model.bars[bar.index()].name.clone() }],
        Cure::Several(cures) => cures.iter().flat_map(|cure| changes(model, cure)).collect(),
    }
}
