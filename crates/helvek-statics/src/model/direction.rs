//! Directions: one way of writing, one way of reading.

use super::resolve::Builder;
use super::{BodyId, Given, PointId, Rim};
use helvek_numbers::geometry::Vector;
use helvek_sheet::sheet::Direction;
use helvek_sheet::units::Dimension;

/// A unit direction and from which axis its angle was given.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Resolved {
    pub(super) unit: Vector,
    pub(super) given: Given,
}

/// The named directions of space.
fn word_in_space(text: &str, up: Vector) -> Option<Vector> {
    match text {
        "+x" | "x" => Some(Vector::X),
        "-x" => Some(-Vector::X),
        "+y" | "y" => Some(Vector::Y),
        "-y" => Some(-Vector::Y),
        "+z" | "z" => Some(Vector::Z),
        "-z" => Some(-Vector::Z),
        "up" => Some(up),
        "down" => Some(-up),
        _ => None,
    }
}

/// The named directions of the plane.
fn word(text: &str) -> Option<Vector> {
    match text {
        "right" | "+x" | "x" => Some(Vector::X),
        "left" | "-x" => Some(-Vector::X),
        "up" | "+y" | "y" => Some(Vector::Y),
        "down" | "-y" => Some(-Vector::Y),
        _ => None,
    }
}

fn from_horizontal(unit: Vector) -> Resolved {
    Resolved { unit, given: Given::FromHorizontal }
}

impl Builder {
    /// The unit vector of a direction at `at`. `run` is the member a load stands on, for "normal" (left of the run) and "along".
    pub(super) fn direction(
        &mut self,
        direction: &Direction,
        at: Option<PointId>,
        run: Option<(BodyId, PointId)>,
        of: &str,
        path: &str,
    ) -> Option<Resolved> {
        match direction {
            Direction::Angle(_) | Direction::From { .. } if self.model.spatial() => {
                let message = "One angle is not a direction in space.";
                self.sense(path, message, "Write \"+x\" ... \"-z\", [x, y, z], { toward = \"P\" } or { azimuth = 30, elevation = 40 }.");
                None
            }
            Direction::Angle(angle) => {
                let radians = self.model.units.angle.to_si(*angle);
                Some(from_horizontal(Vector::at_angle(radians)))
            }
            Direction::Text(text) => self.direction_text(text, run, of, path),
            Direction::Vector(parts) => match Vector::from_parts(parts).unit() {
                Some(unit) => Some(from_horizontal(unit)),
                None => {
                    self.sense(
                        path,
                        "A direction of zeros points nowhere.",
                        "Write a vector that is not zero.",
                    );
                    None
                }
            },
            Direction::Toward { toward } => self.line(at, toward, path).map(from_horizontal),
            Direction::Between { between: [from, to] } => {
                let from = self.point(from, path)?;
                self.line(Some(from), to, path).map(from_horizontal)
            }
            Direction::AwayFrom { away_from } => self.line(at, away_from, path).map(|u| from_horizontal(-u)),
            Direction::Angles { azimuth, elevation } => {
                let turned = self.si(azimuth, Dimension::ANGLE, of, &format!("{path}.azimuth"))?;
                let risen = match elevation {
                    None => 0.0,
                    Some(risen) => self.si(risen, Dimension::ANGLE, of, &format!("{path}.elevation"))?,
                };
                let (level, rise) = (Vector::at_angle(turned), Vector::at_angle(risen));
                // Right-handed about up: from x towards y when z points up, from x towards −z when y does.
                let side = self.model.up().cross(Vector::X);
                let flat = Vector::X * level.x + side * level.y;
                Some(from_horizontal((flat * rise.x + self.model.up() * rise.y).tidy()))
            }
            Direction::Round { round, axis } => {
                let centre = self.point(round, &format!("{path}.round"))?;
                let axis = self.direction(axis, Some(centre), run, of, &format!("{path}.axis"))?.unit;
                let at = at?;
                let arm = self.model.at(at) - self.model.at(centre);
                let turned = axis.cross(arm);
                if turned.length() <= helvek_numbers::tolerance::GEOMETRY * arm.length() {
                    let message = format!(
                        "{} lies on the axis through {round}: nothing turns there.",
                        self.model.point_name(at)
                    );
                    self.sense(path, message, "Name a point at the rim, or another axis.");
                    return None;
                }
                self.model.rims.push(Rim { centre, axis, at });
                turned.unit().map(|unit| from_horizontal(unit.tidy()))
            }
            Direction::From { angle, from, turn } => {
                let turned = self.si(angle, Dimension::ANGLE, of, &format!("{path}.angle"))?;
                let Some(axis) = word(from) else {
                    let message = format!("\"{from}\" is not an axis.");
                    self.sense(
                        &format!("{path}.from"),
                        message,
                        "Write \"+x\", \"-x\", \"+y\" or \"-y\", or up, down, left, right.",
                    );
                    return None;
                };
                let given = if axis.x == 0.0 { Given::FromVertical } else { Given::FromHorizontal };
                Some(Resolved { unit: Vector::at_angle(axis.angle() + turn.sign() * turned), given })
            }
        }
    }

    fn direction_text(
        &mut self,
        text: &str,
        run: Option<(BodyId, PointId)>,
        of: &str,
        path: &str,
    ) -> Option<Resolved> {
        if self.model.spatial() {
            if let Some(unit) = word_in_space(text, self.model.up()) {
                return Some(from_horizontal(unit));
            }
            if text != "along" {
                let message = format!("\"{text}\" is not a direction in space.");
                let cure = "Write \"+x\" ... \"-z\", up, down, [x, y, z], { toward = \"P\" } or { azimuth = 30, elevation = 40 }.";
                self.sense(path, message, cure);
                return None;
            }
        }
        if let Some(unit) = word(text) {
            return Some(from_horizontal(unit));
        }
        if text == "normal" || text == "along" {
            let Some(along) = run.and_then(|(body, point)| self.model.run_direction(body, point)) else {
                self.sense(
                    path,
                    format!("\"{text}\" needs a member to refer to."),
                    "Give the direction itself.",
                );
                return None;
            };
            return Some(from_horizontal(if text == "along" { along } else { along.left() }));
        }
        if !text.starts_with(|c: char| c.is_ascii_digit() || "+-−.".contains(c)) {
            let message = format!("\"{text}\" is not a direction.");
            let cure = "Write up, down, left, right, an angle from +x, [x, y], or { toward = \"P\" }.";
            self.sense(path, message, cure);
            return None;
        }
        let quantity = helvek_sheet::sheet::Quantity::Text(text.to_owned());
        let radians = self.si(&quantity, Dimension::ANGLE, of, path)?;
        Some(from_horizontal(Vector::at_angle(radians)))
    }

    fn line(&mut self, at: Option<PointId>, to: &str, path: &str) -> Option<Vector> {
        let target = self.point(to, path)?;
        let unit = at.and_then(|at| (self.model.at(target) - self.model.at(at)).unit()).map(Vector::tidy);
        if unit.is_none() {
            self.sense(
                path,
                format!("The direction to {to} has no length: it starts there."),
                "Name another point.",
            );
        }
        unit
    }
}
