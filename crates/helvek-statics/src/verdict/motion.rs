//! A free motion: small displacements of parts that nothing resists.

use crate::equilibrium::{Act, Equilibrium, Freedom, PartId};
use crate::model::Space;
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector, Wrench};
use helvek_numbers::spectrum::dot;
use helvek_numbers::tolerance;

/// The motion of one part: every point p moves by translation + rotation × (p − about).
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PartMotion {
    /// The part.
    pub part: PartId,
    /// Displacement of `about`.
    pub translation: Vector,
    /// Right-handed rotation vector; in the plane only z, counter-clockwise. Zero for particles.
    pub rotation: Vector,
    /// The place where the translation is measured, m.
    pub about: Point,
}

/// An axis about which something turns while it moves along it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Screw {
    /// A point of the axis, m.
    pub through: Point,
    /// The unit direction about which it turns right-handed.
    pub axis: Vector,
    /// Distance along the axis per radian, m; 0 for a mere turn.
    pub pitch: f64,
}

/// One motion of the whole, to first order. Its size means nothing: it is scaled to have norm 1 in the scaled rows.
#[derive(Debug, Clone, PartialEq)]
pub struct Motion {
    /// One entry per part, in the order of the equilibrium's parts.
    pub parts: Vec<PartMotion>,
}

/// The ways every part would go by itself, in the scaled rows: fall, go along each level axis, turn about each axis. By these one motion is chosen where none is
/// driven, whatever the order in which things are written.
fn ways(equilibrium: &Equilibrium) -> Vec<Vec<f64>> {
    let up = equilibrium.up;
    let level = Vector::AXES.into_iter().filter(|axis| *axis != up);
    let along = std::iter::once(-up).chain(level).map(|d| Wrench::force(d, Point::default()));
    let about = [Vector::Z, Vector::X, Vector::Y].map(|axis| Wrench::couple(axis, Point::default()));
    let each = along.chain(about).map(|way| {
        let mut rows = vec![0.0; equilibrium.rows()];
        for (on, part) in equilibrium.part_ids().zip(&equilibrium.parts) {
            // At its own place: a pure displacement.
            let wrench = Wrench { about: part.reference, ..way };
            equilibrium.scaled_rows(&Act { on, wrench, pair: 0 }, |row, value| rows[row] += value);
        }
        rows
    });
    each.collect()
}

impl Motion {
    /// Of several motions that nothing drives, an orthonormal list, the one that falls most; else the one that goes or turns most.
    pub(super) fn usual(equilibrium: &Equilibrium, motions: &[Vec<f64>]) -> Option<Self> {
        if let [only] = motions {
            return Some(Self::of(equilibrium, only));
        }
        let chosen = ways(equilibrium).into_iter().find_map(|way| {
            let mut rows = vec![0.0; way.len()];
            for motion in motions {
                spend(rows.len() / 200);
                let along = dot(motion, &way);
                rows.iter_mut().zip(motion).for_each(|(r, m)| *r += along * m);
            }
            (dot(&rows, &rows) > tolerance::CRITICAL * dot(&way, &way)).then_some(rows)
        });
        chosen.as_ref().or(motions.first()).map(|rows| Self::of(equilibrium, rows))
    }

    /// All motions of an orthonormal list together, in proportions of no meaning: whatever can move does.
    pub(super) fn all(equilibrium: &Equilibrium, motions: &[Vec<f64>]) -> Self {
        let mut rows = vec![0.0; equilibrium.rows()];
        for (k, way) in ways(equilibrium).iter().enumerate() {
            for motion in motions {
                let along = dot(motion, way) / (1.0 + 0.37 * k as f64);
                rows.iter_mut().zip(motion).for_each(|(r, m)| *r += along * m);
            }
        }
        Self::of(equilibrium, &rows)
    }

    /// From a vector of the left null space, whose rows are force and moment over length: the dual displacements, rotation times length.
    pub(super) fn of(equilibrium: &Equilibrium, rows: &[f64]) -> Self {
        let size = rows.iter().map(|r| r * r).sum::<f64>().sqrt();
        let largest = rows.iter().fold(0.0, |a: f64, r| if r.abs() > a.abs() { *r } else { a });
        // A motion that no load drives has no sense of its own: it falls, goes right or turns counter-clockwise, so that it is always the same one.
        let loads = equilibrium.scaled_loads();
        let senses = std::iter::once(loads).chain(ways(equilibrium));
        let works = senses.map(|way| (dot(rows, &way), tolerance::RESIDUAL * size * dot(&way, &way).sqrt()));
        let sign =
            works.into_iter().find(|(work, noise)| work.abs() > *noise).map_or(largest, |(work, _)| work);
        let sign = if sign >= 0.0 { 1.0 } else { -1.0 };
        let clean = |x: f64| if x.abs() <= tolerance::GEOMETRY * size { 0.0 } else { sign * x / size };
        let scale = equilibrium.length_scale;
        let parts = equilibrium
            .part_ids()
            .zip(&equilibrium.parts)
            .map(|(id, part)| {
                let first = equilibrium.first_row(id);
                let row = |k: usize| clean(rows[first + k]);
                let (translation, rotation) = match (part.freedom, equilibrium.space) {
                    (Freedom::Line(along), _) => (along * row(0), Vector::ZERO),
                    (Freedom::Particle, Space::Plane) => (Vector::plane(row(0), row(1)), Vector::ZERO),
                    (Freedom::Particle, Space::Space) => {
                        (Vector { x: row(0), y: row(1), z: row(2) }, Vector::ZERO)
                    }
                    (Freedom::Rigid, Space::Plane) => {
                        (Vector::plane(row(0), row(1)), Vector::Z * (row(2) / scale))
                    }
                    (Freedom::Rigid, Space::Space) => (
                        Vector { x: row(0), y: row(1), z: row(2) },
                        Vector { x: row(3), y: row(4), z: row(5) } * (1.0 / scale),
                    ),
                };
                // 0 · −1 is −0, which would print as a sign that means nothing.
                let translation = translation + Vector::ZERO;
                PartMotion { part: id, translation, rotation, about: part.reference }
            })
            .collect();
        Self { parts }
    }
}

impl PartMotion {
    /// The displacement of `point`.
    pub fn displacement(&self, point: Point) -> Vector {
        self.translation + self.rotation.cross(point - self.about)
    }

    /// Nothing of it moves.
    pub fn rests(&self) -> bool {
        self.translation == Vector::ZERO && self.rotation == Vector::ZERO
    }

    /// The screw of a motion in space: every point turns about one axis, and moves along it. `None` for a mere translation.
    ///
    /// With t the displacement of p and ω the turn, the axis runs along ω through c = p + ω × t / ω², and what is left along it is the pitch
    /// ω·t / ω² per radian (R. S. Ball, A Treatise on the Theory of Screws, 1900, § 3).
    pub fn screw(&self) -> Option<Screw> {
        let (t, w) = (self.translation, self.rotation);
        let square = w.dot(w);
        let axis = w.unit()?;
        let through = self.about + w.cross(t) * (1.0 / square);
        let pitch = w.dot(t) / square;
        // A pitch that is noise beside the distances.
        let size = t.length() / w.length();
        let pitch =
            if pitch.abs() <= tolerance::GEOMETRY * size.max(f64::MIN_POSITIVE) { 0.0 } else { pitch };
        Some(Screw { through, axis, pitch })
    }

    /// The point of the plane that stays where it is; `None` for a mere translation.
    ///
    /// 0 = t + ω z × (c − p) gives c = p + z × t / ω.
    pub fn centre(&self) -> Option<Point> {
        let omega = self.rotation.z;
        (omega != 0.0).then(|| self.about + self.translation.left() * (1.0 / omega))
    }
}
