//! What nothing is said of, and why.

use super::Subject;
use super::plates::SizedPin;
use crate::Checks;
use helvek_statics::internal_forces::Inner;
use helvek_statics::model::{BarLimits, BodyId, JointId, Limited, Material, Member, PointId, SupportId};
use helvek_statics::solution::State;
use schemars::JsonSchema;
use serde::Serialize;

/// The reason why something was not checked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SkipReason {
    /// A bar without a limit, a section or a material.
    NoLimit,
    /// A body without a section.
    NoSection,
    /// A section, but nothing to compare its stresses with.
    NoStrength,
    /// No shear strength, and no limit on shear.
    #[serde(rename = "no-shear-strength")]
    NoShear,
    /// N, V and M are not known along it.
    NoDiagram,
    /// It carries compression: it may buckle.
    Buckling,
    /// It is bent about its strong axis, and nothing says that its pressed side is held.
    #[serde(rename = "lateral-buckling")]
    Lateral,
    /// The section is not round: T·r/J does not hold.
    NotRound,
    /// It is bent and twisted: each is looked at by itself.
    #[serde(rename = "bent-and-twisted")]
    Together,
    /// A pin of which the plates are not listed.
    NoPlates,
    /// A plated pin whose material has no shear strength.
    NoPinStrength,
    /// A plate whose material has no bearing strength.
    #[serde(rename = "no-bearing-strength")]
    NoBearing,
    /// A plate of which the distance to its edge is not given.
    NoEdge,
    /// Something acts on the pin of which no plate is listed.
    LeftOver,
    /// No size in stock is large enough, or nothing asks for any.
    NoSize,
    /// No limit is stated on the force of a support.
    #[serde(rename = "no-reaction-limit")]
    NoReaction,
    /// A limit on its sag, but how stiff it is, or where it goes, is not known.
    NoShape,
    /// Equilibrium does not fix it.
    NotFixed,
    /// A train of forces without influence lines, or with too many stands to judge each.
    Moving,
}

/// Things that were not checked, for one reason.
#[derive(Debug, Clone, PartialEq)]
pub struct Unchecked {
    /// By name.
    pub of: Vec<String>,
    /// The reason.
    pub why: SkipReason,
}

/// Collects by reason, each name once.
#[derive(Default)]
struct Collected(Vec<Unchecked>);

impl Collected {
    fn add(&mut self, why: SkipReason, of: &str) {
        match self.0.iter_mut().find(|entry| entry.why == why) {
            Some(entry) if entry.of.iter().any(|name| name == of) => {}
            Some(entry) => entry.of.push(of.to_owned()),
            None => self.0.push(Unchecked { of: vec![of.to_owned()], why }),
        }
    }
}

impl Checks<'_> {
    pub(super) fn unchecked(
        &self,
        unfixed: &[Subject],
        pins: &[SizedPin],
        states: &[State],
    ) -> Vec<Unchecked> {
        let (model, mut list) = (&self.model, Collected::default());
        for bar in &model.bars {
            if bar.limits == BarLimits::default() && (bar.profile.is_none() || bar.material.is_none()) {
                list.add(SkipReason::NoLimit, &bar.name);
            }
        }
        model.body_ids().for_each(|id| self.of_body(id, &mut list));
        self.of_stretches_unseen(&mut list);
        self.of_places(&mut list);
        pins.iter().for_each(|sized| self.of_plates(sized, &mut list));
        let open = unfixed.iter().filter(|subject| !matches!(subject, Subject::Sag { .. }));
        open.for_each(|subject| list.add(SkipReason::NotFixed, &self.subject_of(*subject)));
        let judged = |train: usize| states.iter().any(|state| state.train == Some(train));
        let trains = model.trains.iter().enumerate().filter(|(row, _)| !judged(*row));
        trains.for_each(|(_, train)| list.add(SkipReason::Moving, &train.name));
        list.0
    }

    fn is_stated(&self, what: Limited) -> bool {
        self.model.stated.iter().any(|stated| stated.what == what)
    }

    fn of_body(&self, id: BodyId, list: &mut Collected) {
        let body = &self.model.bodies[id.index()];
        let known = self
            .elastic()
            .is_some_and(|elastic| elastic.knows_displacements() && !elastic.carried[id.index()].is_empty());
        if self.is_stated(Limited::Sag(id)) && !known {
            list.add(SkipReason::NoShape, &body.name);
        }
        let Some(profile) = body.profile.map(|row| &self.model.profiles[row]) else {
            return list.add(SkipReason::NoSection, &body.name);
        };
        let material = body.material.map(|row| &self.model.materials[row]);
        if material.is_none_or(|m| m.yields.or(m.ultimate).is_none())
            && !self.is_stated(Limited::Stress(Member::Body(id)))
        {
            list.add(SkipReason::NoStrength, &body.name);
        }
        if material.is_none_or(|m| m.shear.is_none()) && !self.is_stated(Limited::Shear(id)) {
            list.add(SkipReason::NoShear, &body.name);
        }
        if body.torque.is_some() {
            let round = profile.section.shape.twisted().is_some();
            list.add(if round { SkipReason::Together } else { SkipReason::NotRound }, &body.name);
        }
    }

    fn of_stretches_unseen(&self, list: &mut Collected) {
        for inside in self.inside() {
            let body = &self.model.bodies[inside.body.index()];
            match &inside.diagram {
                _ if body.profile.is_none() => {}
                Err(_) => list.add(SkipReason::NoDiagram, &body.name),
                Ok(diagram) => {
                    let n = diagram.segments.iter().flat_map(|s| s.inner[0].ordinates(s.length()));
                    if n.fold(0.0, f64::min) < -1e3 * diagram.zero(Inner::N) {
                        list.add(SkipReason::Buckling, &body.name);
                    }
                    let m = diagram.segments.iter().flat_map(|s| s.inner[2].ordinates(s.length()));
                    let bent = m.fold(0.0, |most: f64, m| most.max(m.abs())) > 1e3 * diagram.zero(Inner::M);
                    if bent && body.profile.is_some_and(|row| self.is_slender(row)) {
                        list.add(SkipReason::Lateral, &body.name);
                    }
                }
            }
        }
    }

    /// True of a section that is much stiffer in the plane of the sheet than across it, so that it may turn over sideways.
    fn is_slender(&self, profile: usize) -> bool {
        const MUCH: f64 = 3.0;
        let properties = &self.model.profiles[profile].section.properties;
        properties.i_z > MUCH * properties.i_y
    }

    /// Joints and supports; those where pins have their plates listed, by whichever name, are looked at with the pins.
    fn of_places(&self, list: &mut Collected) {
        let model = &self.model;
        let places: Vec<PointId> = model.plated.iter().map(|pin| pin.at(model)).collect();
        // Plates are missed where some pin has them.
        let plated = !model.plated.is_empty();
        for (joint, row) in model.joints.iter().zip(0..) {
            let limited = places.contains(&joint.at) || self.is_stated(Limited::Joint(JointId(row)));
            if plated && model.joined_by(JointId(row)).is_pin(model.spatial()) && !limited {
                list.add(SkipReason::NoPlates, &joint.name);
            }
        }
        for (support, row) in model.supports.iter().zip(0..) {
            if places.contains(&support.at) || self.is_stated(Limited::Reaction(SupportId(row))) {
                continue;
            }
            // A thrust bearing holds a shaft as a ball does, and has no pin that goes through plates.
            let pin = plated && support.holding.is_pin();
            list.add(if pin { SkipReason::NoPlates } else { SkipReason::NoReaction }, &support.name);
        }
    }

    fn of_plates(&self, sized: &SizedPin, list: &mut Collected) {
        let pin = &self.model.plated[sized.pin];
        let known = |row: Option<usize>, get: fn(&Material) -> Option<f64>| {
            row.and_then(|row| get(&self.model.materials[row])).is_some()
        };
        if !known(pin.material, |m| m.shear) {
            list.add(SkipReason::NoPinStrength, &pin.name);
        }
        for (plate, number) in pin.plates.iter().zip(1..) {
            let name = format!("{} plate {number}", pin.name);
            if !known(plate.material, |m| m.bearing) {
                list.add(SkipReason::NoBearing, &name);
            }
            if plate.edge.is_none() || !known(plate.material, |m| m.shear) {
                list.add(SkipReason::NoEdge, &name);
            }
        }
        if sized.drawn.as_ref().is_some_and(|on| on.left_over.length() > 0.0) {
            list.add(SkipReason::LeftOver, &pin.name);
        }
        if sized.diameter.is_none() {
            list.add(SkipReason::NoSize, &pin.name);
        }
    }

    /// The thing that is checked, by name.
    pub fn subject_of(&self, subject: Subject) -> String {
        let model = &self.model;
        match subject {
            Subject::Tension(id)
            | Subject::Compression(id)
            | Subject::BarStress(id)
            | Subject::Buckling(id)
            | Subject::BarNet { bar: id, .. } => model.bars[id.index()].name.clone(),
            Subject::Normal(row)
            | Subject::Net { row, .. }
            | Subject::Shear(row)
            | Subject::Sag { row, .. } => model.bodies[self.inside()[row].body.index()].name.clone(),
            Subject::Torsion(id) => model.bodies[id.index()].name.clone(),
            Subject::Reaction(id) => model.supports[id.index()].name.clone(),
            Subject::Joint(id) => model.joints[id.index()].name.clone(),
            Subject::PinShear { pin, .. } | Subject::Bearing { pin, .. } | Subject::TearOut { pin, .. } => {
                model.plated[pin].name.clone()
            }
        }
    }
}
