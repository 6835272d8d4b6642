//! Terms in space: components axis by axis, each with its own arm.

use super::term::{Arm, Projection, Size};
use super::writer::{Force, Solid, Writer};
use crate::model::Given;
use crate::plan::Equation;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;

impl Writer<'_> {
    pub(super) fn force_in_space(&mut self, force: Force, solid: Solid) {
        let parts = force.unit.parts();
        // Components that were given are used as they stand.
        if force.given == Given::Components && parts.iter().filter(|v| **v != 0.0).count() > 1 {
            let whole = force.size.value();
            for (i, part) in parts.into_iter().enumerate().filter(|(_, part)| *part != 0.0) {
                let (size, unit) = (Size::Force(whole * part.abs()), Vector::AXES[i] * part.signum());
                self.force_in_space(Force { size, unit, given: Given::FromHorizontal, ..force }, solid);
            }
            return;
        }
        match *self.equation {
            Equation::Forces { along, .. } => {
                let part = force.unit.dot(along);
                if part.abs() > tolerance::DROPS_OUT {
                    let projection = solid.projection(force.unit, along, part);
                    self.push(&force, part.signum(), projection, None);
                }
            }
            Equation::Moments { about, along, .. } => match along.axis() {
                Some((axis, forward)) => {
                    self.moments_about_axis(&force, about, axis, if forward { 1.0 } else { -1.0 }, solid);
                }
                None => self.moment_about_line(&force, about, along),
            },
        }
    }

    /// (r × F) about x is r_y F_z − r_z F_y, and so on round: a component and its arm each.
    fn moments_about_axis(&mut self, force: &Force, about: Point, axis: usize, sense: f64, solid: Solid) {
        let r = (force.at - about).parts();
        let unit = force.unit.parts();
        let (i, j) = ((axis + 1) % 3, (axis + 2) % 3);
        // What meets the axis or is parallel to it is left out whole.
        let whole = r[i] * unit[j] - r[j] * unit[i];
        if whole.abs() <= tolerance::DROPS_OUT * self.length {
            return;
        }
        for (arm, along, turn) in [(i, j, 1.0), (j, i, -1.0)] {
            let product = r[arm] * unit[along] * turn * sense;
            if r[arm].abs() <= tolerance::GEOMETRY * self.length || unit[along].abs() <= tolerance::DROPS_OUT
            {
                continue;
            }
            let centre = force.at - Vector::AXES[i] * r[i] - Vector::AXES[j] * r[j];
            let foot = tidy(centre + Vector::AXES[arm] * r[arm]);
            let centre = tidy(centre);
            let projection = solid.projection(force.unit, Vector::AXES[along], unit[along]);
            let arm = Arm { length: r[arm].abs(), centre, foot, at: force.at };
            self.push(force, product.signum(), projection, Some(arm));
        }
    }

    /// About any other line: the force times λ·(r × u), with λ along the line and u along the force. That is their shortest distance, which is drawn, times the
    /// sine of the angle between them.
    fn moment_about_line(&mut self, force: &Force, about: Point, along: Vector) {
        let r = force.at - about;
        let turning = r.cross(force.unit).dot(along);
        if turning.abs() <= tolerance::DROPS_OUT * self.length {
            return;
        }
        let sine = along.cross(force.unit).length().min(1.0);
        // The feet of the common perpendicular: along the line from `about`, and along the force from where it is applied.
        let cosine = along.dot(force.unit);
        let (s, t) = (r.dot(along), r.dot(force.unit));
        let on_line = (s - cosine * t) / (sine * sine);
        let on_force = (cosine * s - t) / (sine * sine);
        let centre = about + along * on_line;
        let foot = force.at + force.unit * on_force;
        let arm = Arm { length: turning.abs(), centre, foot, at: force.at };
        self.push(force, turning.signum(), Projection::Whole, Some(arm));
    }
}

/// A place without parts that are noise.
fn tidy(at: Point) -> Point {
    let v = (at - Point::default()).tidy();
    Point { x: v.x, y: v.y, z: v.z }
}
