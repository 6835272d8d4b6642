//! What connects bodies: joints and bars.

use super::resolve::Builder;
use super::{BarKind, BarLimits, BodyId, JointId, On, PinId, PointId, Rigidity, names};
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_sheet::sheet::{self, Document, JointKind as Written};
use helvek_sheet::units::Dimension;
use std::collections::HashMap;

/// A straight two-force member between two points.
#[derive(Debug, Clone, PartialEq)]
pub struct Bar {
    /// Given or generated; unique among bars.
    pub name: String,
    /// Its ends.
    pub ends: [PointId; 2],
    /// The body, pin or ground at each end.
    pub on: [On; 2],
    /// The senses of the axial force that it can carry.
    pub kind: BarKind,
    /// The limits of that force.
    pub limits: BarLimits,
    /// The place of its section in the model's list.
    pub profile: Option<usize>,
    /// The place of its material.
    pub material: Option<usize>,
    /// Its axial stiffness.
    pub axial: Rigidity,
}

/// A joint: bodies transmit forces to each other at a point.
#[derive(Debug, Clone, PartialEq)]
pub struct Joint {
    /// Given or generated; unique among joints.
    pub name: String,
    /// Its point.
    pub at: PointId,
    /// Its kind, which says what it transmits.
    pub kind: JointKind,
    /// The bodies that meet, in the order of the sheet.
    pub of: Vec<BodyId>,
    /// The pin, when it is a free body of its own.
    pub pin: Option<PinId>,
}

/// The kinds of joint, with their directions resolved to unit vectors.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum JointKind {
    /// Two forces; in space a ball: three.
    Pin,
    /// Two forces and a couple; in space three of each.
    Weld,
    /// One force along `normal`, across the slot.
    Slot {
        /// Its positive sense on the first body.
        normal: Vector,
    },
    /// As a slot, and a couple.
    Collar {
        /// Its positive sense on the first body.
        normal: Vector,
    },
    /// A push of `normal` on the first body; with friction also a force across it.
    Contact {
        /// The push on the first body.
        normal: Vector,
        /// The coefficient that is available, when the contact is rough.
        friction: Option<f64>,
    },
    /// All of a body on the other side of a cut, on the first body: N, V and M in their positive senses, in space the six. Not part of the format.
    Cut {
        /// x′ along the run, y′ and z′ across it; in the plane y′ is its left.
        axes: [Vector; 3],
    },
    /// In space: forces, and couples about the two directions across its axis.
    Hinge {
        /// Unit vector.
        axis: Vector,
        /// It also holds along its axis.
        thrust: bool,
    },
    /// Gear teeth.
    Mesh {
        /// From the second wheel to the first.
        normal: Vector,
        /// Between the line of action and the common tangent, rad.
        pressure_angle: f64,
    },
}

impl JointKind {
    /// The kind that a sheet of the plane writes; `None` for a cut.
    pub fn written(self) -> Option<Written> {
        Some(match self {
            Self::Pin => Written::Pin,
            Self::Weld => Written::Weld,
            Self::Slot { .. } => Written::Slot,
            Self::Collar { .. } => Written::Collar,
            Self::Contact { .. } => Written::Contact,
            Self::Cut { .. } => return None,
            Self::Mesh { .. } => Written::Mesh,
            Self::Hinge { .. } => Written::Hinge,
        })
    }

    /// Across which direction it slides, or how its first body is pushed; `None` of what holds every way.
    pub fn facing(self) -> Option<Vector> {
        match self {
            Self::Slot { normal } | Self::Collar { normal } => Some(normal),
            Self::Contact { normal, .. } | Self::Mesh { normal, .. } => Some(normal),
            Self::Pin | Self::Weld | Self::Cut { .. } | Self::Hinge { .. } => None,
        }
    }

    /// As the format writes it.
    pub fn word(self) -> &'static str {
        self.written().map_or("cut", |kind| kind.sort().word)
    }

    /// As the format writes it; a pin in space is a ball.
    pub fn word_in(self, spatial: bool) -> &'static str {
        if spatial && self == Self::Pin { "ball" } else { self.word() }
    }
}

/// Degrees; the usual one of involute teeth.
const PRESSURE_ANGLE: f64 = 20.0;

/// The name of each joint, given or generated, in the order of the sheet.
pub fn joint_names(sheet: &sheet::Sheet) -> Vec<String> {
    let given: Vec<_> = sheet.joints.iter().map(|j| j.name.as_deref()).collect();
    names::complete(&given, |i| sheet.joints[i].at.clone())
}

/// The name of each bar, given or generated, in the order of the sheet.
pub fn bar_names(sheet: &sheet::Sheet) -> Vec<String> {
    let given: Vec<_> = sheet.bars.iter().map(sheet::Bar::name).collect();
    names::complete(&given, |i| sheet.bars[i].ends().join("-"))
}

impl Builder {
    pub(super) fn joints(&mut self, document: &Document) {
        let written = &document.sheet.joints;
        let given: Vec<_> = written.iter().map(|j| j.name.as_deref()).collect();
        self.unique(&given, "joint", |i| document.joint_path(i));
        let names = joint_names(&document.sheet);
        for (index, (joint, name)) in written.iter().zip(names).enumerate() {
            let path = document.joint_path(index);
            let built = self.joint(joint, name, &path);
            self.joints_missing |= built.is_none();
            let Some(built) = built else { continue };
            let (at, pinned, many) = (built.at, built.kind == JointKind::Pin, built.of.len() > 2);
            self.model.joints.push(built);
            self.model.contact.flanks.push(1.0);
            if pinned {
                self.places.pin_joints.insert(at, JointId(self.model.joints.len() - 1));
                if many {
                    self.pin_at(at);
                }
            }
        }
    }

    fn joint(&mut self, joint: &sheet::Joint, name: String, path: &str) -> Option<Joint> {
        let at = self.point(&joint.at, &format!("{path}.at"))?;
        let mut of: Vec<BodyId> = Vec::new();
        let mut whole = true;
        for (i, body) in joint.of.iter().enumerate() {
            let path = format!("{path}.of[{i}]");
            let Some(id) = self.body(body, &path) else {
                whole = false;
                continue;
            };
            if of.contains(&id) {
                self.sense(&path, format!("\"{body}\" is joined to itself."), "Name another body.");
                whole = false;
            } else if !self.bodies_at(at).contains(&id) {
                let message = format!("Joint {name} joins \"{body}\", which does not pass {}.", joint.at);
                let cure = format!("Add {} to a run or to the points of \"{body}\".", joint.at);
                self.sense(&path, message, cure);
                whole = false;
            }
            of.push(id);
        }
        if !whole {
            return None;
        }
        let many = joint.kind.sort().many;
        if of.len() < 2 || (of.len() > 2 && !many) {
            let message = format!("Joint {name} joins {} bodies.", of.len());
            let cure = if many { "Name two bodies or more." } else { "Name two bodies." };
            self.sense(&format!("{path}.of"), message, cure);
            return None;
        }
        if matches!(joint.kind, Written::Pin | Written::Ball) && self.places.pin_joints.contains_key(&at) {
            let what = if joint.kind == Written::Ball { "ball" } else { "pin" };
            let message = format!("There is already a {what} at {}.", joint.at);
            self.sense(
                &format!("{path}.at"),
                message,
                "Name all its bodies in one joint, or use another point.",
            );
            return None;
        }
        let run = Some((of[0], at));
        let mut direction = |written: &Option<sheet::Direction>, key: &str| -> Option<Vector> {
            let written = written.as_ref()?;
            self.direction(written, Some(at), run, &name, &format!("{path}.{key}"))
                .map(|resolved| resolved.unit)
        };
        let kind = match joint.kind {
            Written::Pin | Written::Ball => JointKind::Pin,
            Written::Hinge => JointKind::Hinge {
                axis: direction(&joint.axis, "axis")?,
                thrust: joint.thrust.unwrap_or(true),
            },
            Written::Weld => JointKind::Weld,
            Written::Slot => JointKind::Slot { normal: direction(&joint.along, "along")?.left() },
            Written::Collar => JointKind::Collar { normal: direction(&joint.along, "along")?.left() },
            Written::Contact => {
                JointKind::Contact { normal: direction(&joint.normal, "normal")?, friction: joint.friction }
            }
            Written::Mesh => {
                let normal = direction(&joint.normal, "normal")?;
                let angle = match &joint.pressure_angle {
                    None => PRESSURE_ANGLE.to_radians(),
                    Some(angle) => {
                        self.si(angle, Dimension::ANGLE, &name, &format!("{path}.pressure_angle"))?
                    }
                };
                if !(0.0..1.0).contains(&angle) {
                    let message = "A pressure angle lies between 0 and 57 degrees.";
                    self.sense(&format!("{path}.pressure_angle"), message, "Write 20.");
                    return None;
                }
                JointKind::Mesh { normal, pressure_angle: angle }
            }
        };
        if let Some((message, cure)) = self.contradicts(at, &kind, &of) {
            self.sense(path, message, cure);
            return None;
        }
        Some(Joint { name, at, kind, of, pin: None })
    }

    /// The fault of a second joint of the same two bodies at one point: a contact beside a pin or a weld never opens, and two contacts
    /// that push opposite ways would press the bodies apart both ways.
    fn contradicts(&self, at: PointId, kind: &JointKind, of: &[BodyId]) -> Option<(String, &'static str)> {
        let name = |body: &BodyId| self.model.bodies[body.0].name.as_str();
        let holds = |kind: &JointKind| matches!(kind, JointKind::Pin | JointKind::Weld);
        for other in self.model.joints.iter().filter(|other| other.at == at) {
            let both = of.iter().filter(|body| other.of.contains(body)).count();
            if both < 2 {
                continue;
            }
            let (a, b, point) = (name(&of[0]), name(&of[1]), self.model.point_name(at));
            match (kind, &other.kind) {
                (JointKind::Contact { normal: n, .. }, JointKind::Contact { normal: m, .. }) => {
                    let along = if of[0] == other.of[0] { n.dot(*m) } else { -n.dot(*m) };
                    if along < -1.0 + tolerance::GEOMETRY {
                        let message = format!("Two contacts at {point} push {a} and {b} opposite ways.");
                        return Some((message, "Remove one of them, or pin the two."));
                    }
                }
                (JointKind::Contact { .. }, held) | (held, JointKind::Contact { .. }) if holds(held) => {
                    let message = format!(
                        "At {point}, {a} and {b} are joined and in contact: joined, they cannot part."
                    );
                    return Some((message, "Keep the one that is meant."));
                }
                _ => {}
            }
        }
        None
    }

    pub(super) fn bars(&mut self, document: &Document) {
        let written = &document.sheet.bars;
        let given: Vec<_> = written.iter().map(sheet::Bar::name).collect();
        self.unique(&given, "bar", |i| document.bar_path(i));
        // Where bars meet must be known before it is decided what their ends are fastened to.
        let mut ends: Vec<Option<[PointId; 2]>> = Vec::new();
        let mut drawn: HashMap<[PointId; 2], usize> = HashMap::new();
        for (index, bar) in written.iter().enumerate() {
            let path = document.bar_path(index);
            let [a, b] = bar.ends();
            let first = self.point(a, &path);
            let second = self.point(b, &path);
            let pair = first.zip(second).and_then(|(p, q)| {
                if self.model.at(p).distance(self.model.at(q)) == 0.0 {
                    self.sense(
                        &path,
                        format!("The bar {a}-{b} has zero length."),
                        "Name two points that differ.",
                    );
                    return None;
                }
                let key = if p < q { [p, q] } else { [q, p] };
                if drawn.insert(key, index).is_some() && bar.on().is_none() {
                    let message = format!("There is already a bar between {a} and {b}.");
                    self.sense(&path, message, "Remove one of them.");
                    return None;
                }
                Some([p, q])
            });
            for point in pair.iter().flatten() {
                *self.places.bar_ends.entry(*point).or_default() += 1;
            }
            ends.push(pair);
        }
        let names = bar_names(&document.sheet);
        for (index, ((bar, name), ends)) in written.iter().zip(names).zip(ends).enumerate() {
            let Some(ends) = ends else { continue };
            let path = document.bar_path(index);
            let what = format!("The bar {name}");
            let mut on = [None, None];
            for (k, end) in ends.into_iter().enumerate() {
                let said = self.fastened(bar, k, end);
                on[k] = self.acting(end, said.as_deref(), &what, &path);
            }
            let [Some(first), Some(second)] = on else { continue };
            if first == second && matches!(first, On::Body(_)) {
                let message = format!("{what} joins a rigid body to itself.");
                self.sense(&path, message, "Make it part of the body, or fasten one end to another body.");
                continue;
            }
            let limits = BarLimits::default();
            let (mut profile, mut material) = (None, None);
            if let sheet::Bar::Full(full) = bar {
                let section = full.section.as_ref();
                profile = section.and_then(|name| self.profile(name, &format!("{path}.section")));
                let of = full.material.as_ref();
                material = of.and_then(|name| self.material(name, &format!("{path}.material")));
            }
            let ea = if let sheet::Bar::Full(full) = bar { full.ea.as_ref() } else { None };
            let axial = self.stiff_bar(ea, &name, &path, [profile, material]);
            let (on, kind) = ([first, second], bar.kind());
            self.model.bars.push(Bar { name, ends, on, kind, limits, profile, material, axial });
        }
    }

    /// The body that is named at one end of a bar.
    fn fastened(&self, bar: &sheet::Bar, end: usize, at: PointId) -> Option<String> {
        match bar.on()? {
            sheet::On::Each(each) => Some(each[end].clone()).filter(|name| !name.trim().is_empty()),
            sheet::On::Either(name) => {
                let here = self.bodies_at(at);
                let passes = here.iter().any(|b| self.model.bodies[b.0].name == *name);
                (passes || name == super::PIN).then(|| name.clone())
            }
        }
    }
}
