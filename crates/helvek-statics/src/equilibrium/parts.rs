//! What is freed: rigid bodies, and the particles between them.

use super::TwoForce;
use crate::model::{BodyId, JointId, Model, On, PinId, PulleyId, RopeEnd, RopeId, Space};
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::sheet::Wheels;
use std::collections::HashMap;

/// A part. Its index is its place in `Freed::parts`.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct PartId(usize);

impl PartId {
    pub(crate) fn new(index: usize) -> Self {
        Self(index)
    }

    /// Its place in the list of parts.
    pub fn index(self) -> usize {
        self.0
    }
}

/// The thing that a part is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum PartOf {
    /// A rigid body.
    Body(BodyId),
    /// A pin that is freed on its own.
    Pin(PinId),
    /// The weld of three bodies and more.
    Weld(JointId),
    /// A pulley that is freed from its body.
    Wheel(PulleyId),
    /// A mass that hangs on the end of a rope, or the hand that pulls there: the first end (0) or the last (1).
    End(RopeId, usize),
}

/// The equations of a part.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Freedom {
    /// Forces and moments.
    Rigid,
    /// Forces only. A frictionless wheel too: the two tensions of its rope cancel about its axle by themselves.
    Particle,
    /// Forces along one line: everything that acts on it acts there.
    Line(Vector),
}

/// A part.
#[derive(Debug, Clone, PartialEq)]
pub struct Part {
    /// The thing it is.
    pub of: PartOf,
    /// Its equations.
    pub freedom: Freedom,
    /// The point its moments refer to in the scaled matrix: the centroid of its points, so that nothing depends on where the origin is.
    pub reference: Point,
}

impl Part {
    /// The number of its equations.
    pub fn rows(&self, space: Space) -> usize {
        match self.freedom {
            Freedom::Rigid => space.rows(),
            Freedom::Particle => space.particle_rows(),
            Freedom::Line(_) => 1,
        }
    }
}

/// Every part of a model, bodies first, and the rms distance of the points of bodies from their centroids (of all points, without bodies).
pub(super) fn parts(model: &Model, links: &[TwoForce]) -> (Vec<Part>, f64) {
    let mut list = Vec::new();
    let (mut squares, mut count) = (0.0, 0.0);
    let mut centroid = |points: &[Point]| {
        let n = points.len().max(1) as f64;
        let sum = points.iter().fold(Vector::ZERO, |sum, p| sum + (*p - Point::default()));
        let centroid = Point::default() + sum * (1.0 / n);
        squares += points.iter().map(|p| p.distance(centroid).powi(2)).sum::<f64>();
        count += n;
        centroid
    };
    for body in model.body_ids() {
        let points: Vec<_> = model.points_of(body).into_iter().map(|p| model.at(p)).collect();
        let reference = centroid(&points);
        if !links.iter().any(|link| link.body == body) {
            list.push(Part { of: PartOf::Body(body), freedom: Freedom::Rigid, reference });
        }
    }
    for bar in &model.bars {
        let _ = centroid(&model.bar_ends(bar));
    }
    for (index, pin) in model.pins.iter().enumerate() {
        let reference = model.at(pin.at);
        list.push(Part { of: PartOf::Pin(PinId(index)), freedom: Freedom::Particle, reference });
    }
    for (index, joint) in model.joints.iter().enumerate() {
        let id = JointId(index);
        if joint.of.len() > 2 && model.joined_by(id).holds_everything(model.spatial()) {
            let reference = model.at(joint.at);
            list.push(Part { of: PartOf::Weld(id), freedom: Freedom::Rigid, reference });
        }
    }
    if model.conventions.wheels == Wheels::Off {
        for (index, pulley) in model.pulleys.iter().enumerate().filter(|(_, p)| p.on.is_some()) {
            let reference = model.at(pulley.at);
            list.push(Part { of: PartOf::Wheel(PulleyId(index)), freedom: Freedom::Particle, reference });
        }
    }
    for (index, rope) in model.ropes.iter().enumerate() {
        for (k, end) in rope.ends.iter().enumerate() {
            if matches!(end, RopeEnd::Mass | RopeEnd::Hand) {
                let leg = if k == 0 { rope.legs[0] } else { rope.legs[rope.legs.len() - 1] };
                // Away from the rope: down for a mass, the way of the pull for a hand.
                let away = if k == 0 { -leg.direction } else { leg.direction };
                let reference = if k == 0 { leg.from } else { leg.to };
                list.push(Part {
                    of: PartOf::End(RopeId(index), k),
                    freedom: Freedom::Line(away),
                    reference,
                });
            }
        }
    }
    let rms = (squares / f64::max(count, 1.0)).sqrt();
    (list, if rms > 0.0 { rms } else { 1.0 })
}

/// Parts by what they are.
#[derive(Debug)]
pub(super) struct Lookup(HashMap<PartOf, PartId>);

impl Lookup {
    pub(super) fn new(parts: &[Part]) -> Self {
        Self(parts.iter().enumerate().map(|(i, part)| (part.of, PartId(i))).collect())
    }

    /// The part, unless a link stands in its place.
    pub(super) fn part(&self, of: PartOf) -> Option<PartId> {
        self.0.get(&of).copied()
    }

    pub(super) fn on(&self, on: On) -> Option<PartId> {
        self.part(match on {
            On::Body(body) => PartOf::Body(body),
            On::Pin(pin) => PartOf::Pin(pin),
        })
    }
}
