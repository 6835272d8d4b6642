//! What nothing is said of, and why.

use super::Subject;
use super::plates::SizedPin;
use crate::model::{BarLimits, JointKind, Limited, Member, PointId, SupportKind};
use crate::solution::Solved;

/// Why something was not checked.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Why {
    /// A bar without a limit, a section or a material.
    NoLimit,
    /// A body without a section.
    NoSection,
    /// A section, but nothing to compare its stresses with.
    NoStrength,
    /// No shear strength, and no limit on shear.
    NoShear,
    /// N, V and M are not known along it.
    NoDiagram,
    /// It carries compression: it may buckle.
    Buckling,
    /// The section is not round: T·r/J does not hold.
    NotRound,
    /// It is bent and twisted: each is looked at by itself.
    Together,
    /// A pin of which the plates are not listed.
    NoPlates,
    /// A plated pin whose material has no shear strength.
    NoPinStrength,
    /// A plate whose material has no bearing strength.
    NoBearing,
    /// A plate of which the distance to its edge is not given.
    NoEdge,
    /// Something acts on the pin of which no plate is listed.
    LeftOver,
    /// No size in stock is large enough, or nothing asks for any.
    NoSize,
    /// No limit is stated on the force of a support.
    NoReaction,
    /// Equilibrium does not fix it.
    NotFixed,
    /// A train of forces that travels: it is judged where it stands drawn, which is nowhere.
    Moving,
}

/// Things that were not checked, for one reason.
#[derive(Debug, Clone, PartialEq)]
pub struct Unchecked {
    /// By name.
    pub of: Vec<String>,
    /// Why.
    pub why: Why,
}

impl Solved {
    pub(super) fn unchecked(&self, unfixed: &[Subject], pins: &[SizedPin]) -> Vec<Unchecked> {
        let mut list: Vec<Unchecked> = Vec::new();
        let mut add = |why: Why, of: String| match list.iter_mut().find(|entry| entry.why == why) {
            Some(entry) if entry.of.contains(&of) => {}
            Some(entry) => entry.of.push(of),
            None => list.push(Unchecked { of: vec![of], why }),
        };
        let model = &self.model;
        for bar in &model.bars {
            if bar.limits == BarLimits::default() && (bar.profile.is_none() || bar.material.is_none()) {
                add(Why::NoLimit, bar.name.clone());
            }
        }
        for id in model.body_ids() {
            let body = &model.bodies[id.index()];
            if body.profile.is_none() {
                add(Why::NoSection, body.name.clone());
                continue;
            }
            let material = body.material.map(|row| &model.materials[row]);
            let says = |what: Limited| model.stated.iter().any(|stated| stated.what == what);
            if material.is_none_or(|m| m.yields.or(m.ultimate).is_none())
                && !says(Limited::Stress(Member::Body(id)))
            {
                add(Why::NoStrength, body.name.clone());
            }
            if material.is_none_or(|m| m.shear.is_none()) && !says(Limited::Shear(id)) {
                add(Why::NoShear, body.name.clone());
            }
            let round = body.profile.and_then(|row| model.profiles[row].section.shape.twisted());
            if body.torque.is_some() {
                add(if round.is_some() { Why::Together } else { Why::NotRound }, body.name.clone());
            }
        }
        for inside in self.inside() {
            let body = &model.bodies[inside.body.index()];
            if body.profile.is_none() {
                continue;
            }
            match &inside.diagram {
                Err(_) => add(Why::NoDiagram, body.name.clone()),
                Ok(diagram) => {
                    let n = diagram.segments.iter().flat_map(|s| s.inner[0].ordinates(s.length()));
                    if n.fold(0.0, f64::min) < -1e3 * diagram.zero(crate::inside::Inner::N) {
                        add(Why::Buckling, body.name.clone());
                    }
                }
            }
        }
        // Where pins have their plates listed, by whichever name.
        let places: Vec<PointId> = model.plated.iter().map(|pin| pin.at(model)).collect();
        for (joint, row) in model.joints.iter().zip(0..) {
            let plated = places.contains(&joint.at);
            let limited = model
                .stated
                .iter()
                .any(|stated| matches!(stated.what, Limited::Joint(id) if id.index() == row));
            if matches!(joint.kind, JointKind::Pin) && !plated && !limited {
                add(Why::NoPlates, joint.name.clone());
            }
        }
        for (support, row) in model.supports.iter().zip(0..) {
            let plated = places.contains(&support.at);
            let limited = model
                .stated
                .iter()
                .any(|stated| matches!(stated.what, Limited::Reaction(id) if id.index() == row));
            if matches!(support.kind, SupportKind::Pin) && !plated && !limited {
                add(Why::NoPlates, support.name.clone());
            } else if !limited && !plated {
                add(Why::NoReaction, support.name.clone());
            }
        }
        for sized in pins {
            let pin = &model.plated[sized.pin];
            let known = |row: Option<usize>, get: fn(&crate::model::Material) -> Option<f64>| {
                row.and_then(|row| get(&model.materials[row])).is_some()
            };
            if !known(pin.material, |m| m.shear) {
                add(Why::NoPinStrength, pin.name.clone());
            }
            for (plate, number) in pin.plates.iter().zip(1..) {
                let name = format!("{} plate {number}", pin.name);
                if !known(plate.material, |m| m.bearing) {
                    add(Why::NoBearing, name.clone());
                }
                if plate.edge.is_none() || !known(plate.material, |m| m.shear) {
                    add(Why::NoEdge, name);
                }
            }
            if sized.drawn.as_ref().is_some_and(|on| on.left_over.length() > 0.0) {
                add(Why::LeftOver, pin.name.clone());
            }
            if sized.diameter.is_none() {
                add(Why::NoSize, pin.name.clone());
            }
        }
        for subject in unfixed {
            add(Why::NotFixed, self.subject_of(*subject));
        }
        for train in &model.trains {
            add(Why::Moving, train.name.clone());
        }
        list
    }

    /// The thing that is checked, by name.
    pub fn subject_of(&self, subject: Subject) -> String {
        let model = &self.model;
        match subject {
            Subject::Tension(id)
            | Subject::Compression(id)
            | Subject::BarStress(id)
            | Subject::Buckling(id) => model.bars[id.index()].name.clone(),
            Subject::Normal(row) | Subject::Shear(row) => {
                model.bodies[self.inside()[row].body.index()].name.clone()
            }
            Subject::Torsion(id) => model.bodies[id.index()].name.clone(),
            Subject::Reaction(id) => model.supports[id.index()].name.clone(),
            Subject::Joint(id) => model.joints[id.index()].name.clone(),
            Subject::PinShear { pin, .. } | Subject::Bearing { pin, .. } | Subject::TearOut { pin, .. } => {
                model.plated[pin].name.clone()
            }
        }
    }
}
