//! Everything on which there is a limit: stated, or known from what it is made of.

use super::plates::SizedPin;
use super::{Check, LimitBasis, Strength, Subject};
use crate::Checks;
use helvek_statics::model::{BarId, Limited, Member, PlateOf, RequiredFactor};
use std::f64::consts::PI;

impl Checks<'_> {
    /// In the order of the sheet: bars, bodies, supports and joints, pins.
    pub(crate) fn checks(&self, pins: &[SizedPin]) -> Vec<Check> {
        let mut checks = Vec::new();
        for row in 0..self.model.bars.len() {
            self.of_bar(BarId(row), &mut checks);
        }
        self.of_stretches(&mut checks);
        for stated in &self.model.stated {
            let subject = match stated.what {
                Limited::Reaction(id) => Subject::Reaction(id),
                Limited::Joint(id) => Subject::Joint(id),
                Limited::Sag(_) | Limited::Stress(_) | Limited::Shear(_) => continue,
            };
            checks.push(Check { subject, most: stated.most, by: LimitBasis::Limit });
        }
        for sized in pins {
            self.of_pin(sized, pins, &mut checks);
        }
        checks
    }

    fn stated(&self, what: Limited) -> Option<f64> {
        self.model.stated.iter().find(|stated| stated.what == what).map(|stated| stated.most)
    }

    /// A check against what a material stands.
    fn by_strength(
        &self,
        subject: Subject,
        material: Option<usize>,
        of: Strength,
        wants: RequiredFactor,
    ) -> Option<Check> {
        let (value, most) = self.allowed(material, of, wants)?;
        let by = LimitBasis::Strength { material: material?, of, value, factor: self.wanted(wants) };
        Some(Check { subject, most, by })
    }

    /// The strength that a member is compared with: at yield, else at break.
    fn normal_strength(&self, subject: Subject, material: Option<usize>, member: Member) -> Option<Check> {
        let wants = RequiredFactor::Member(member);
        self.by_strength(subject, material, Strength::Yield, wants)
            .or_else(|| self.by_strength(subject, material, Strength::Ultimate, wants))
    }

    /// The normal stress of a member against its stated limit and what it is made of.
    fn of_member(&self, subject: Subject, material: Option<usize>, member: Member, checks: &mut Vec<Check>) {
        let most = self.stated(Limited::Stress(member));
        checks.extend(most.map(|most| Check { subject, most, by: LimitBasis::Limit }));
        checks.extend(self.normal_strength(subject, material, member));
    }

    fn of_bar(&self, id: BarId, checks: &mut Vec<Check>) {
        let bar = &self.model.bars[id.0];
        let sides =
            [(Subject::Tension(id), bar.limits.tension), (Subject::Compression(id), bar.limits.compression)];
        for (subject, most) in sides {
            checks.extend(most.map(|most| Check { subject, most, by: LimitBasis::Limit }));
        }
        let Some(profile) = bar.profile else { return };
        let member = Member::Bar(id);
        self.of_member(Subject::BarStress(id), bar.material, member, checks);
        let Some(material) = bar.material.map(|row| &self.model.materials[row]) else { return };
        let Some(e) = material.e else { return };
        let area = self.model.profiles[profile].section.properties.area;
        let [a, b] = self.model.bar_ends(bar);
        let length = a.distance(b);
        let least = self.model.profiles[profile].gives_way_by();
        let critical = PI * PI * e * least / (length * length);
        let squash = material.yields.map(|stress| stress * area);
        let factor = self.wanted(RequiredFactor::Member(member));
        let most = squash.map_or(critical, |squash| critical.min(squash)) / factor.unwrap_or(1.0);
        let slenderness = length / (least / area).sqrt();
        let by = LimitBasis::Screening { slenderness, critical, squash, factor };
        checks.push(Check { subject: Subject::Buckling(id), most, by });
    }

    fn of_stretches(&self, checks: &mut Vec<Check>) {
        for (row, inside) in self.inside().iter().enumerate() {
            let body = &self.model.bodies[inside.body.index()];
            if let Some(part) = self.stated(Limited::Sag(inside.body)) {
                let shape = self.elastic().and_then(|elastic| elastic.shapes.get(row));
                let spans = shape.map(|shape| shape.sags()).unwrap_or_default();
                checks.extend(spans.iter().enumerate().map(|(span, sag)| Check {
                    subject: Subject::Sag { row, span },
                    most: part * sag.length(),
                    by: LimitBasis::Limit,
                }));
            }
            if body.profile.is_none() || inside.diagram.is_err() {
                continue;
            }
            self.of_member(Subject::Normal(row), body.material, Member::Body(inside.body), checks);
            self.in_shear(Subject::Shear(row), inside.body, checks);
        }
        for id in self.model.body_ids() {
            let body = &self.model.bodies[id.index()];
            let profile = body.profile.map(|row| &self.model.profiles[row]);
            let twisted = profile.and_then(|profile| profile.section.shape.twisted());
            if body.torque.is_some() && twisted.is_some() {
                self.in_shear(Subject::Torsion(id), id, checks);
            }
        }
    }

    fn in_shear(&self, subject: Subject, id: helvek_statics::model::BodyId, checks: &mut Vec<Check>) {
        let most = self.stated(Limited::Shear(id));
        checks.extend(most.map(|most| Check { subject, most, by: LimitBasis::Limit }));
        let material = self.model.bodies[id.index()].material;
        checks.extend(self.by_strength(
            subject,
            material,
            Strength::Shear,
            RequiredFactor::Member(Member::Body(id)),
        ));
    }

    /// Members whose section the pin goes through, each once.
    fn beside_holes(&self, pins: &[SizedPin], pin: usize, checks: &mut Vec<Check>) {
        let mut seen = Vec::new();
        for of in self.model.plated[pin].plates.iter().map(|plate| plate.of) {
            if seen.contains(&of) || self.net(pins, pin, of).is_none() {
                continue;
            }
            seen.push(of);
            match of {
                PlateOf::Bar(bar) => {
                    let material = self.model.bars[bar.0].material;
                    self.of_member(Subject::BarNet { pin, bar }, material, Member::Bar(bar), checks);
                }
                PlateOf::Body(body) => {
                    let material = self.model.bodies[body.index()].material;
                    for (row, inside) in self.inside().iter().enumerate().filter(|(_, i)| i.body == body) {
                        if inside.diagram.is_ok() && self.station_of_pin(pin, row).is_some() {
                            self.of_member(Subject::Net { pin, row }, material, Member::Body(body), checks);
                        }
                    }
                }
                PlateOf::Ground | PlateOf::Load(_) => {}
            }
        }
    }

    fn of_pin(&self, sized: &SizedPin, pins: &[SizedPin], checks: &mut Vec<Check>) {
        if sized.diameter.is_none() {
            return;
        }
        let (row, pin) = (sized.pin, &self.model.plated[sized.pin]);
        self.beside_holes(pins, row, checks);
        let wants = RequiredFactor::Pin(row);
        for plane in 0..pin.plates.len() - 1 {
            let subject = Subject::PinShear { pin: row, plane };
            checks.extend(self.by_strength(subject, pin.material, Strength::Shear, wants));
        }
        for (plate, written) in pin.plates.iter().enumerate() {
            let subject = Subject::Bearing { pin: row, plate };
            checks.extend(self.by_strength(subject, written.material, Strength::Bearing, wants));
            if written.edge.is_some() {
                let subject = Subject::TearOut { pin: row, plate };
                checks.extend(self.by_strength(subject, written.material, Strength::Shear, wants));
            }
        }
    }
}
