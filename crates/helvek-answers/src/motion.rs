//! How the model can move, and what would hold it, as published.

use crate::Publisher;
use helvek_numbers::geometry::Point;
use helvek_numbers::tolerance;
use helvek_sheet::things::support::Pointer;
use helvek_statics::model::Model;
use helvek_statics::verdict::Cure;
use schemars::JsonSchema;
use serde::Serialize;

/// A motion of the model, to first order. Its size means nothing.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct FreeMotion {
    /// One entry per body, pin, wheel or hanging mass.
    pub bodies: Vec<BodyMotionAnswer>,
    /// Changes that would hold it; each was tried.
    pub cures: Vec<CureAnswer>,
}

/// A rigid motion: the point `about` moves by `translation` while the body turns by `rotation`.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct BodyMotionAnswer {
    /// The body's name.
    pub body: String,
    /// `[x, y]`, in space `[x, y, z]`
    pub about: Vec<f64>,
    /// `[x, y]`, in space `[x, y, z]`
    pub translation: Vec<f64>,
    /// Radians, counter-clockwise; in space about z, see `turn`.
    pub rotation: f64,
    /// The point of the plane that stays where it is, when it turns.
    pub centre: Option<[f64; 2]>,
    /// In space: the turn about x, y and z, radians.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub turn: Option<[f64; 3]>,
    /// In space: the axis about which it turns while it moves along it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub screw: Option<ScrewAnswer>,
}

/// An axis about which something turns while it moves along it.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct ScrewAnswer {
    /// A point of the axis.
    pub through: [f64; 3],
    /// Its unit direction; the turn is right-handed about it.
    pub axis: [f64; 3],
    /// Distance along the axis per radian; 0 for a mere turn.
    pub pitch: f64,
}

/// A change that would hold the model.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CureAnswer {
    /// All of them together.
    pub changes: Vec<Change>,
}

/// One change.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(tag = "action", rename_all = "kebab-case")]
pub enum Change {
    /// Make a support another kind.
    ChangeSupport {
        /// The support's name.
        support: String,
        /// The new kind.
        to: &'static str,
        /// True when it may only push.
        one_way: bool,
        /// Of a bearing: whether it exerts couples.
        #[serde(skip_serializing_if = "Option::is_none")]
        couples: Option<bool>,
    },
    /// Add a support.
    AddSupport {
        /// The point's name.
        at: String,
        /// The body, or `pin`.
        on: String,
        /// Its kind.
        kind: &'static str,
        /// Of a roller.
        normal: Option<Vec<f64>>,
    },
    /// Add a bar.
    AddBar {
        /// Its ends.
        ends: [String; 2],
    },
    /// Make a pin rigid.
    WeldJoint {
        /// The joint's name.
        joint: String,
    },
    /// Make a cable or a strut a bar.
    StiffenBar {
        /// The bar's name.
        bar: String,
    },
}

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
    let count = if model.spatial() { 3 } else { 2 };
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
            normal: holding.normal().map(|n| n.parts().iter().take(count).map(|part| part + 0.0).collect()),
        }],
        Cure::Brace { ends, .. } => {
            vec![Change::AddBar { ends: ends.map(|p| model.point_name(p).to_owned()) }]
        }
        Cure::Weld { joint } => vec![Change::WeldJoint { joint: model.joints[joint.index()].name.clone() }],
        Cure::Stiffen { bar } => vec![Change::StiffenBar { bar: model.bars[bar.index()].name.clone() }],
        Cure::Several(cures) => cures.iter().flat_map(|cure| changes(model, cure)).collect(),
    }
}
