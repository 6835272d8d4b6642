//! A free motion: small displacements of rigid bodies that no support resists.

use crate::equilibrium::Equilibrium;
use crate::geometry::{Point, Vector};
use crate::model::{BodyId, Space};
use crate::tolerance;

/// The motion of one body: every point p moves by translation + rotation × (p − about).
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BodyMotion {
    /// Which body.
    pub body: BodyId,
    /// Displacement of `about`.
    pub translation: Vector,
    /// Right-handed rotation vector; in the plane only z, counter-clockwise.
    pub rotation: Vector,
    /// Where the translation is measured, m.
    pub about: Point,
}

/// One motion of the whole, to first order. Its size means nothing: it is scaled to have norm 1 in the scaled rows.
#[derive(Debug, Clone, PartialEq)]
pub struct Motion {
    /// One entry per body.
    pub bodies: Vec<BodyMotion>,
}

impl Motion {
    /// From a vector of the left null space, whose rows are force and moment over length: the dual displacements, rotation times length.
    pub(super) fn of(equilibrium: &Equilibrium, rows: &[f64]) -> Self {
        let size = rows.iter().map(|r| r * r).sum::<f64>().sqrt();
        let largest = rows.iter().fold(0.0, |a: f64, r| if r.abs() > a.abs() { *r } else { a });
        // A motion that no load drives has no sense of its own: its largest entry is made positive, so that it is always the same one.
        let loads = equilibrium.scaled_loads();
        let strength = loads.iter().map(|b| b * b).sum::<f64>().sqrt();
        let driven: f64 = rows.iter().zip(&loads).map(|(r, b)| r * b).sum();
        let sign = if driven > tolerance::RESIDUAL * size * strength || largest >= 0.0 { 1.0 } else { -1.0 };
        let clean = |x: f64| if x.abs() <= tolerance::GEOMETRY * size { 0.0 } else { sign * x / size };
        let per_body = equilibrium.space.rows();
        let scale = equilibrium.length_scale;
        let bodies = rows
            .chunks(per_body)
            .enumerate()
            .map(|(body, r)| {
                let (translation, rotation) = match equilibrium.space {
                    Space::Plane => {
                        (Vector::plane(clean(r[0]), clean(r[1])), Vector::Z * (clean(r[2]) / scale))
                    }
                    Space::Space => (
                        Vector { x: clean(r[0]), y: clean(r[1]), z: clean(r[2]) },
                        Vector { x: clean(r[3]), y: clean(r[4]), z: clean(r[5]) } * (1.0 / scale),
                    ),
                };
                BodyMotion { body: BodyId(body), translation, rotation, about: equilibrium.reference[body] }
            })
            .collect();
        Self { bodies }
    }
}

impl BodyMotion {
    /// The displacement of `point`.
    pub fn displacement(&self, point: Point) -> Vector {
        self.translation + self.rotation.cross(point - self.about)
    }

    /// The point of the plane that stays where it is; `None` for a mere translation.
    ///
    /// 0 = t + ω z × (c − p) gives c = p + z × t / ω.
    pub fn centre(&self) -> Option<Point> {
        let omega = self.rotation.z;
        (omega != 0.0).then(|| self.about + self.translation.left() * (1.0 / omega))
    }
}
