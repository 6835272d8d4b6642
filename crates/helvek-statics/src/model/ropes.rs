//! Pulleys and ropes: tangents from geometry, whatever the wrap.
//!
//! A wheel with centre O and radius r, run round in the sense s (+1 counter-clockwise): where the rope travels along d, it touches the rim at
//! O + r n with d = s·left(n), so n = −s·left(d). A straight leg between two wheels (a point is a wheel of radius 0) with centres P and Q
//! at the distance D has d × (Q − P) = s₂ r₂ − s₁ r₁, which gives its direction by one arcsine.

use super::resolve::Builder;
use super::{Amount, BodyId, On, PointId, PulleyId, SoughtOf};
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::sheet::{self, RopeStop};
use helvek_sheet::units::Dimension;

/// A frictionless wheel.
#[derive(Debug, Clone, PartialEq)]
pub struct Pulley {
    /// As written.
    pub name: String,
    /// Its axle.
    pub at: PointId,
    /// m
    pub radius: f64,
    /// The body that carries it; `None`: the ground.
    pub on: Option<BodyId>,
}

/// A light rope with one tension all along.
#[derive(Debug, Clone, PartialEq)]
pub struct Rope {
    /// As written.
    pub name: String,
    /// Its first and its last end; what hangs or pulls there is in the loading.
    pub ends: [RopeEnd; 2],
    /// The wheels it runs round, first to last.
    pub wheels: Vec<PulleyId>,
    /// Its straight parts: one more than there are wheels.
    pub legs: Vec<Leg>,
}

/// The end of a rope.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum RopeEnd {
    /// A body or a pin.
    On(On),
    /// The ground.
    Ground,
    /// A mass that hangs: how much is in the loading.
    Mass,
    /// A hand that pulls, along the leg and away from the rope: how strongly is in the loading.
    Hand,
}

/// A straight part of a rope, read first to last.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Leg {
    /// The place where it leaves its end or its wheel, m.
    pub from: Point,
    /// The place where it arrives, m; of a free end, a little way along.
    pub to: Point,
    /// Unit vector.
    pub direction: Vector,
}

/// A point or a wheel on the way of a rope.
#[derive(Clone, Copy)]
struct Rim {
    centre: Point,
    /// Positive when the path runs round it counter-clockwise, m; 0 for a point.
    turned: f64,
}

impl Rim {
    /// The place where a rope that travels along `direction` touches it.
    fn touch(self, direction: Vector) -> Point {
        self.centre + direction.left() * -self.turned
    }
}

/// A stop, understood.
enum Stop {
    End(RopeEnd, Rim),
    /// A free end: the rope leaves or arrives along this direction, away from the wheel.
    Free(RopeEnd, Amount, Vector),
    Wheel(PulleyId, Rim),
}

impl Builder {
    pub(super) fn pulleys(&mut self, sheet: &sheet::Sheet) {
        for (name, pulley) in &sheet.pulleys {
            let path = format!("pulleys.{name}");
            let at = self.point(&pulley.at, &format!("{path}.at"));
            let radius = self.si(&pulley.radius, Dimension::LENGTH, name, &format!("{path}.radius"));
            let on = match pulley.on.as_deref() {
                None | Some("ground") => Some(None),
                Some(body) => self.body(body, &format!("{path}.on")).map(Some),
            };
            let (Some(at), Some(radius), Some(on)) = (at, radius, on) else {
                self.pulleys_missing = true;
                continue;
            };
            if radius <= 0.0 {
                let message = format!("The pulley {name} has no radius.");
                self.sense(&format!("{path}.radius"), message, "Write a positive length.");
                self.pulleys_missing = true;
                continue;
            }
            if let Some(body) = on
                && !self.bodies_at(at).contains(&body)
            {
                let body = self.model.bodies[body.0].name.clone();
                let message =
                    format!("The pulley {name} is on \"{body}\", which does not pass {}.", pulley.at);
                let cure = format!("Add {} to a run or to the points of \"{body}\".", pulley.at);
                self.sense(&format!("{path}.on"), message, cure);
                self.pulleys_missing = true;
                continue;
            }
            self.model.pulleys.push(Pulley { name: name.clone(), at, radius, on });
        }
    }

    pub(super) fn ropes(&mut self, sheet: &sheet::Sheet) {
        for (name, rope) in &sheet.ropes {
            if let Some((rope, ends)) = self.rope(name, rope) {
                self.model.ropes.push(rope);
                self.model.loading.ends.push(ends);
            }
        }
    }

    fn rope(&mut self, name: &str, rope: &sheet::Rope) -> Option<(Rope, [Amount; 2])> {
        let path = format!("ropes.{name}.path");
        let count = rope.path.len();
        if count < 2 {
            self.sense(
                &path,
                format!("The rope {name} needs two ends."),
                "Write an end, the wheels, and an end.",
            );
            return None;
        }
        let mut stops = Vec::new();
        for (i, stop) in rope.path.iter().enumerate() {
            let wheel = matches!(stop, RopeStop::Over { .. });
            let end = i == 0 || i + 1 == count;
            let path = format!("{path}[{i}]");
            if wheel == end {
                let message = if wheel {
                    format!("The rope {name} cannot end on a wheel.")
                } else {
                    format!("The rope {name} goes on behind an end.")
                };
                self.sense(&path, message, "Put ends first and last, wheels between them.");
                return None;
            }
            stops.push(self.stop(name, stop, &path));
        }
        let stops: Vec<Stop> = stops.into_iter().collect::<Option<Vec<_>>>()?;
        let mut legs = Vec::new();
        for (i, pair) in stops.windows(2).enumerate() {
            let Some(leg) = leg(&pair[0], &pair[1]) else {
                let between = format!("{path}[{i}]");
                let (message, cure) = self.no_way(name, i + 1, &pair[0], &pair[1]);
                self.sense(&between, message, cure);
                return None;
            };
            legs.push(leg);
        }
        let wheels =
            stops.iter().filter_map(|s| if let Stop::Wheel(id, _) = s { Some(*id) } else { None }).collect();
        let end = |stop: &Stop| match stop {
            Stop::End(end, _) => (*end, Amount::Known(0.0)),
            Stop::Free(end, carries, _) => (*end, *carries),
            Stop::Wheel(..) => (RopeEnd::Ground, Amount::Known(0.0)),
        };
        let [(first, one), (last, other)] = [end(&stops[0]), end(&stops[count - 1])];
        Some((Rope { name: name.to_owned(), ends: [first, last], wheels, legs }, [one, other]))
    }

    /// The reason why a rope cannot run straight from its stop `first` (counted from 1) to the next, and what mends it.
    fn no_way(&self, rope: &str, first: usize, from: &Stop, to: &Stop) -> (String, &'static str) {
        let rim = |stop: &Stop| match stop {
            Stop::End(_, rim) | Stop::Wheel(_, rim) => Some(*rim),
            Stop::Free(..) => None,
        };
        let called = |stop: &Stop, number: usize| match stop {
            Stop::Wheel(id, _) => format!("the pulley {}", self.model.pulleys[id.index()].name),
            _ => format!("its stop {number}"),
        };
        let Some((a, b)) = rim(from).zip(rim(to)) else {
            let message = format!("The rope {rope} is held by nothing.");
            return (message, "Let it end on a body, on the ground or on a mass.");
        };
        let (from, to) = (called(from, first), called(to, first + 1));
        let apart = a.centre.distance(b.centre);
        if apart <= (a.turned.abs() - b.turned.abs()).abs() {
            let (inner, outer) = if a.turned.abs() < b.turned.abs() { (from, to) } else { (to, from) };
            let message = format!("On the way of the rope {rope}, {inner} lies inside {outer}.");
            return (message, "Move one of them, or make a radius smaller.");
        }
        let message = format!("The rope {rope} has no straight way from {from} to {to}: they overlap.");
        (message, "Move them apart, or run round one of them the other way.")
    }

    fn stop(&mut self, rope: &str, stop: &RopeStop, path: &str) -> Option<Stop> {
        let point = |at: Point| Rim { centre: at, turned: 0.0 };
        match stop {
            RopeStop::Over { over, turn } => {
                let Some(index) = self.model.pulleys.iter().position(|p| p.name == *over) else {
                    if !self.pulleys_missing && !self.problems.passed_over() {
                        let known = self.model.pulleys.iter().map(|p| p.name.as_str());
                        let cure = match nearest(over, known) {
                            Some(near) => format!("Perhaps \"{near}\" is meant."),
                            None => format!("Add {over} to the pulleys, with its axle and its radius."),
                        };
                        let message = format!("There is no pulley \"{over}\".");
                        self.problem(ProblemKind::Name, &format!("{path}.over"), message, cure);
                    }
                    return None;
                };
                let pulley = &self.model.pulleys[index];
                let rim = Rim { centre: self.model.at(pulley.at), turned: turn.sign() * pulley.radius };
                Some(Stop::Wheel(PulleyId(index), rim))
            }
            RopeStop::Body { body, at } => {
                let id = self.point(at, &format!("{path}.at"))?;
                let on = self.acting(id, Some(body), &format!("The rope {rope}"), path)?;
                Some(Stop::End(RopeEnd::On(on), point(self.model.at(id))))
            }
            RopeStop::Ground { at } => {
                let id = self.point(at, &format!("{path}.at"))?;
                Some(Stop::End(RopeEnd::Ground, point(self.model.at(id))))
            }
            RopeStop::Mass { mass } => {
                let mass = self.si(mass, Dimension::MASS, rope, &format!("{path}.mass"))?;
                if mass < 0.0 {
                    let message = format!("The rope {rope} carries a mass of less than nothing.");
                    self.sense(&format!("{path}.mass"), message, "Write a positive mass.");
                    return None;
                }
                Some(Stop::Free(RopeEnd::Mass, Amount::Known(mass), -Vector::Y))
            }
            RopeStop::Pull { pull, direction } => {
                let size = self.amount(pull, SoughtOf::Force, rope, &format!("{path}.pull"));
                let way = self.direction(direction, None, None, rope, &format!("{path}.direction"));
                let (size, way) = (size?, way?);
                if size.known().is_some_and(|size| size < 0.0) {
                    let message = format!("The rope {rope} is pushed at its end; a rope only pulls.");
                    self.sense(&format!("{path}.pull"), message, "Write a positive pull and its direction.");
                    return None;
                }
                Some(Stop::Free(RopeEnd::Hand, size, way.unit))
            }
        }
    }
}

/// The straight part between two stops; `None` when a point lies inside a wheel, or both ends are free.
fn leg(first: &Stop, second: &Stop) -> Option<Leg> {
    let rim = |stop: &Stop| match stop {
        Stop::End(_, rim) | Stop::Wheel(_, rim) => Some(*rim),
        Stop::Free(..) => None,
    };
    // How long a free end is drawn: it has no length of its own.
    let hanging = |rim: Rim| f64::max(3.0 * rim.turned.abs(), 1e-3);
    match (first, second) {
        (Stop::Free(..), Stop::Free(..)) => None,
        (_, Stop::Free(.., direction)) => {
            let rim = rim(first)?;
            let from = rim.touch(*direction);
            Some(Leg { from, to: from + *direction * hanging(rim), direction: *direction })
        }
        (Stop::Free(.., away), _) => {
            let rim = rim(second)?;
            let direction = -*away;
            let to = rim.touch(direction);
            Some(Leg { from: to + *away * hanging(rim), to, direction })
        }
        _ => {
            let (p, q) = (rim(first)?, rim(second)?);
            let between = q.centre - p.centre;
            let distance = between.length();
            let sine = (q.turned - p.turned) / distance;
            if !sine.is_finite() || sine.abs() > 1.0 - tolerance::GEOMETRY {
                return None;
            }
            let direction = straight(between, sine);
            Some(Leg { from: p.touch(direction), to: q.touch(direction), direction })
        }
    }
}

/// The unit vector d with d × `between` = `sine`·|between|, on the forward side. Exact where the tangent runs along an axis, so that no term
/// of 1e-17 stays in an equation.
fn straight(between: Vector, sine: f64) -> Vector {
    let unit = between * (1.0 / between.length());
    let cosine = (1.0 - sine * sine).sqrt();
    let d = unit * cosine - unit.left() * sine;
    let clean = |x: f64| if x.abs() < 1e-15 { 0.0 } else { x };
    let tidy = Vector::plane(clean(d.x), clean(d.y));
    if tidy.x == 0.0 || tidy.y == 0.0 { tidy.unit().unwrap_or(tidy) } else { d }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn point(x: f64, y: f64) -> Stop {
        Stop::End(RopeEnd::Ground, Rim { centre: Point::plane(x, y), turned: 0.0 })
    }

    fn wheel(x: f64, y: f64, turned: f64) -> Stop {
        Stop::Wheel(PulleyId(0), Rim { centre: Point::plane(x, y), turned })
    }

    #[test]
    fn a_rope_leaves_a_point_level_with_the_crown_and_touches_it() {
        // From (0, 3) to the right onto a wheel at (4, 1) of radius 2, run round clockwise: over its crown at (4, 3).
        let leg = leg(&point(0.0, 3.0), &wheel(4.0, 1.0, -2.0)).unwrap();
        assert!(leg.to.distance(Point::plane(4.0, 3.0)) < 1e-12, "{leg:?}");
        assert!((leg.direction - Vector::X).length() < 1e-12);
    }

    #[test]
    fn tangents_are_square_to_the_radius_on_open_and_crossed_ropes() {
        // Unequal wheels; the same turn on both is an open belt, opposite turns a crossed one.
        for (s1, s2) in [(1.0, 1.0), (1.0, -1.0), (-1.0, 1.0), (-1.0, -1.0)] {
            let (c1, c2, r1, r2) = (Point::plane(1.0, 2.0), Point::plane(6.0, 3.5), 0.7, 1.1);
            let leg = leg(&wheel(c1.x, c1.y, s1 * r1), &wheel(c2.x, c2.y, s2 * r2)).unwrap();
            for (centre, radius, touch, s) in [(c1, r1, leg.from, s1), (c2, r2, leg.to, s2)] {
                let n = touch - centre;
                assert!((n.length() - radius).abs() < 1e-12);
                assert!(n.dot(leg.direction).abs() < 1e-12);
                // Travelling counter-clockwise means that n × d points towards the reader.
                assert!(n.cross(leg.direction).z * s > 0.0);
            }
            assert!((leg.to - leg.from).cross(leg.direction).length() < 1e-12);
        }
    }

    #[test]
    fn a_point_inside_the_wheel_has_no_tangent() {
        assert!(leg(&point(4.1, 1.0), &wheel(4.0, 1.0, -2.0)).is_none());
    }
}
