//! Torsion: of rounds T·r/J; the torsion constant of a rectangle.

mod mesh;
mod plane;

use super::sorts::{Closed, Made, Sizes};
use super::{Section, Shape, Solid};
use helvek_numbers::budget;
use std::collections::HashMap;
use std::f64::consts::PI;
use std::sync::{LazyLock, Mutex};

/// A torsion constant, m⁴.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Torsion {
    /// J
    pub constant: f64,
    /// It may be off by so much of itself, either way; 0 of a closed form.
    pub error: f64,
}

impl Section {
    /// Its torsion constant: by a closed form where one exists, else between two bounds by finite elements, with half of their distance as its error. Takes some hundredths of
    /// a second then. Nothing when the section cannot be meshed.
    pub fn torsion(&self) -> Option<Torsion> {
        if let Some(constant) = self.shape.torsion_constant() {
            return Some(Torsion { constant, error: 0.0 });
        }
        // Found once for each shape: a sheet is read anew with every key, and its sections stay.
        let key = self.bits();
        if let Some((known, cost)) = KNOWN.lock().ok().and_then(|known| known.get(&key).copied()) {
            budget::spend_known(cost);
            return known;
        }
        let (found, cost) = budget::cost(|| self.by_elements());
        if let Ok(mut known) = KNOWN.lock() {
            if known.len() >= MOST_KNOWN {
                known.clear();
            }
            known.insert(key, (found, cost));
        }
        found
    }

    fn by_elements(&self) -> Option<Torsion> {
        let mesh = mesh::Mesh::of(self)?;
        let [low, high] = plane::bounds(&mesh)?;
        let middle = 0.5 * (low + high);
        // Discs are meshed as polygons of the same area.
        let rounded = if mesh.rounded { 1e-3 } else { 0.0 };
        Some(Torsion { constant: middle, error: 0.5 * (high - low) / middle + rounded })
    }

    /// Everything that its torsion constant depends on.
    fn bits(&self) -> Vec<u64> {
        let of = |solid: &Solid| -> Vec<f64> {
            match solid {
                Solid::Polygon { outline, hole } => {
                    let corners = outline.iter().flatten().copied();
                    [f64::from(u8::from(*hole)), outline.len() as f64].into_iter().chain(corners).collect()
                }
                Solid::Disc { centre, radius, hole } => {
                    vec![f64::from(u8::from(*hole)), -1.0, centre[0], centre[1], *radius]
                }
            }
        };
        self.solids.iter().flat_map(of).map(f64::to_bits).collect()
    }
}

/// Properties found by elements, with their cost. A function of the shape alone: two that ask get the same.
static KNOWN: LazyLock<Mutex<Known>> = LazyLock::new(Mutex::default);
type Known = HashMap<Vec<u64>, (Option<Torsion>, u64)>;
/// More than any sheet has.
const MOST_KNOWN: usize = 500;

/// The effect of a couple that twists a round section.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Twisted {
    /// The torsion constant J, here the polar moment of inertia, m⁴.
    pub constant: f64,
    /// The shear stress at the surface for each N·m, r/J.
    pub per_torque: f64,
}

impl Shape {
    fn closed(&self) -> Option<(Closed, &Sizes)> {
        let Self::Sized(word, sizes) = self else { return None };
        match word.sort().made {
            Made::Sized { torsion, .. } => Some((torsion?, sizes)),
            Made::Other(..) => None,
        }
    }

    /// Of a round or a tube; nothing of other shapes, whose sections warp: T·r/J does not hold.
    pub fn twisted(&self) -> Option<Twisted> {
        let Some((Closed::Round(diameters), sizes)) = self.closed() else { return None };
        let [outer, inner] = diameters(sizes);
        let constant = PI / 32.0 * (outer.powi(4) - inner.powi(4));
        Some(Twisted { constant, per_torque: 0.5 * outer / constant })
    }

    /// The torsion constant where a closed form exists: rounds, tubes, and rectangles.
    pub fn torsion_constant(&self) -> Option<f64> {
        match self.closed()? {
            (Closed::Constant(constant), sizes) => Some(constant(sizes)),
            (Closed::Round(_), _) => self.twisted().map(|twisted| twisted.constant),
        }
    }
}
