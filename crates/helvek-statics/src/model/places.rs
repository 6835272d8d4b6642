//! On what something acts: the body that is named, else the pin, else the only body there.

use super::resolve::Builder;
use super::{BodyId, On, PIN, Pin, PinId, PointId};

impl Builder {
    /// Notes which points the newest body passes.
    pub(super) fn passes(&mut self) {
        let body = BodyId(self.model.bodies.len() - 1);
        for point in self.model.points_of(body) {
            self.places.bodies.entry(point).or_default().push(body);
        }
    }

    pub(super) fn bodies_at(&self, point: PointId) -> &[BodyId] {
        self.places.bodies.get(&point).map_or(&[], Vec::as_slice)
    }

    /// The pin at a point, made a free body of its own.
    pub(super) fn pin_at(&mut self, at: PointId) -> PinId {
        if let Some(pin) = self.places.pins.get(&at) {
            return *pin;
        }
        let pin = PinId(self.model.pins.len());
        self.model.pins.push(Pin { at });
        self.places.pins.insert(at, pin);
        if let Some(joint) = self.places.pin_joints.get(&at) {
            self.model.joints[joint.0].pin = Some(pin);
        }
        pin
    }

    /// The body or pin on which something at `point` acts; `None`, with a problem, when that is not clear.
    pub(super) fn acting(&mut self, point: PointId, on: Option<&str>, what: &str, path: &str) -> Option<On> {
        let pinned = self.places.pin_joints.contains_key(&point);
        let here = self.bodies_at(point).to_vec();
        let bars_alone = here.is_empty() && self.places.bar_ends.contains_key(&point);
        let place = self.model.point_name(point).to_owned();
        match on {
            Some(PIN) if pinned || bars_alone => Some(On::Pin(self.pin_at(point))),
            Some(PIN) => {
                let message = format!("{what} is on the pin at {place}, where there is no pin.");
                self.sense(&format!("{path}.on"), message, "Add a pin joint there, or name a body.");
                None
            }
            Some(name) => {
                let id = self.body(name, &format!("{path}.on"))?;
                if !here.contains(&id) {
                    let message = format!("{what} is on \"{name}\", which does not pass {place}.");
                    let cure = format!("Add {place} to a run or to the points of \"{name}\".");
                    self.sense(&format!("{path}.on"), message, cure);
                    return None;
                }
                Some(On::Body(id))
            }
            None if pinned || bars_alone => Some(On::Pin(self.pin_at(point))),
            None => match here[..] {
                [only] => Some(On::Body(only)),
                [] if self.bodies_missing => None,
                [] => {
                    let message = format!("{what} is at {place}, where there is no body.");
                    self.sense(
                        path,
                        message,
                        format!("Add {place} to a run of a body, or choose another point."),
                    );
                    None
                }
                // That they are not joined has been said.
                _ if !self.model.joints.iter().any(|joint| joint.at == point) => None,
                _ => {
                    let names: Vec<_> =
                        here.iter().map(|b| format!("\"{}\"", self.model.bodies[b.0].name)).collect();
                    let message = format!("{what} is at {place}, where {} meet.", names.join(" and "));
                    self.sense(path, message, format!("Say which one: {}, say.", names[0]));
                    None
                }
            },
        }
    }

    /// Two bodies that pass one point must be joined there.
    pub(super) fn unjoined(&mut self) {
        if self.bodies_missing || self.joints_missing {
            return;
        }
        let mut shared: Vec<_> = self.places.bodies.iter().filter(|(_, bodies)| bodies.len() > 1).collect();
        shared.sort_unstable_by_key(|(point, _)| **point);
        let mut found = Vec::new();
        for (point, bodies) in shared {
            let joints: Vec<_> = self.model.joints.iter().filter(|j| j.at == *point).collect();
            let mut reached = vec![bodies[0]];
            let mut grown = true;
            while grown {
                let before = reached.len();
                for joint in &joints {
                    if joint.of.iter().any(|b| reached.contains(b)) {
                        let new: Vec<_> = joint.of.iter().filter(|b| !reached.contains(b)).copied().collect();
                        reached.extend(new);
                    }
                }
                grown = reached.len() > before;
            }
            if let Some(loose) = bodies.iter().find(|b| !reached.contains(b)) {
                let name = |b: &BodyId| self.model.bodies[b.0].name.clone();
                found.push((self.model.point_name(*point).to_owned(), name(&bodies[0]), name(loose)));
            }
        }
        for (point, a, b) in found {
            let message = format!("\"{a}\" and \"{b}\" both pass {point} without a joint.");
            let cure = "Join them there, by a pin, say; or give one of them a point of its own.";
            self.sense(&format!("bodies.{b}"), message, cure);
        }
    }
}
