//! Stresses in members from what they carry inside and what they are: N/A, M·y/I, V·Q/(I·t), and where they are largest.
//!
//! At a fibre [z, y] the normal stress is N/A + M·k with k a number of the section alone, so along a member it is a polynomial like N and M, and its extremes are found where its
//! slope vanishes, at the ends and beside steps. Over the section it is largest at a corner of the outline: at the ones where k is least and greatest. The shear stress is
//! largest where Q/t is, wherever V is.

use crate::Checks;
use helvek_numbers::tolerance::first_largest;
use helvek_sheet::section::Properties;
use helvek_statics::internal_forces::{Extreme, Inner, Side};
use helvek_statics::model::{Material, Profile};

/// A fibre with the least and the greatest normal stress along a stretch, Pa, tension positive.
#[derive(Debug, Clone, PartialEq)]
pub struct FibreStress {
    /// [z, y] from the centroid, m.
    pub at: [f64; 2],
    /// Stress per N·m of M.
    pub per_moment: f64,
    /// The least and the greatest along the stretch.
    pub range: [Extreme; 2],
}

/// A stretch with its stresses.
#[derive(Debug, Clone, PartialEq)]
pub struct Stressed {
    /// Its row in `Statics::inside`.
    pub row: usize,
    /// The place of its section in the model's list.
    pub profile: usize,
    /// The place of its material.
    pub material: Option<usize>,
    /// The fibre that M > 0 compresses most, and the one it pulls most.
    pub fibres: [FibreStress; 2],
    /// The largest V, either way, with the shear stress at the level where it is largest, Pa.
    pub shear: Extreme,
    /// That level, from the centroid, m.
    pub level: f64,
    /// M bends it off the plane of the sheet, and it is not said that it is held sideways: the coupled formula was used.
    pub coupled: bool,
}

/// The stresses at one place of a stretch, Pa.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct StressAt {
    /// N/A
    pub axial: f64,
    /// From M.
    pub bending: f64,
    /// V·Q/(I·t) at its level.
    pub shear: f64,
}

impl StressAt {
    /// Normal stress, tension positive.
    pub fn normal(&self) -> f64 {
        self.axial + self.bending
    }

    /// The greatest and the least principal stress, by Mohr's circle: σ/2 ± √((σ/2)² + τ²).
    pub fn principal(&self) -> [f64; 2] {
        let half = 0.5 * self.normal();
        let radius = half.hypot(self.shear);
        [half + radius, half - radius]
    }

    /// The equivalent stress of a ductile material by distortion energy, √(σ² + 3τ²).
    pub fn equivalent(&self) -> f64 {
        (self.normal().powi(2) + 3.0 * self.shear.powi(2)).sqrt()
    }
}

/// Stress per N·m of M at a fibre.
pub(crate) fn per_moment(profile: &Profile, at: [f64; 2]) -> f64 {
    profile.section.properties.normal(0.0, 1.0, at, profile.held)
}

/// The corners at which the stress from M is least and greatest.
pub(crate) fn extreme_fibres(profile: &Profile) -> [[f64; 2]; 2] {
    let properties = &profile.section.properties;
    if profile.held || properties.straight() {
        // Where several corners are as high, the middle of the face stands for them.
        return [[0.0, properties.faces[1]], [0.0, properties.faces[0]]];
    }
    let corners = properties.corners();
    let by = |a: &&[f64; 2], b: &&[f64; 2]| per_moment(profile, **a).total_cmp(&per_moment(profile, **b));
    let least = corners.iter().min_by(by).copied().unwrap_or_default();
    let greatest = corners.iter().max_by(by).copied().unwrap_or_default();
    [least, greatest]
}

impl Checks<'_> {
    /// Every stretch of a body with a section that has a diagram, in order.
    pub fn stressed(&self) -> Vec<Stressed> {
        if self.model.bodies.iter().all(|body| body.profile.is_none()) {
            return Vec::new();
        }
        // The same for every member of one section.
        let mut sheared: Vec<Option<(f64, f64)>> = vec![None; self.model.profiles.len()];
        let all = self.inside().iter().enumerate().filter_map(|(row, inside)| {
            let body = &self.model.bodies[inside.body.index()];
            let (profile_row, diagram) = (body.profile?, inside.diagram.as_ref().ok()?);
            let profile = &self.model.profiles[profile_row];
            let properties = &profile.section.properties;
            let fibres = extreme_fibres(profile).map(|at| {
                let k = per_moment(profile, at);
                FibreStress { at, per_moment: k, range: diagram.normal_range(properties.area, k) }
            });
            let (level, ratio) = *sheared[profile_row].get_or_insert_with(|| properties.most_sheared());
            let most = diagram.largest(Inner::V);
            let shear = Extreme { value: most.value * ratio / properties.i_z, ..most };
            Some(Stressed {
                row,
                profile: profile_row,
                material: body.material,
                fibres,
                shear,
                level,
                coupled: !profile.held && !properties.straight(),
            })
        });
        all.collect()
    }

    /// The stresses at a station of a stretch, at a place [z, y] of its section; nothing without a section or a diagram.
    pub fn stress_at(&self, row: usize, station: f64, side: Side, at: [f64; 2]) -> Option<StressAt> {
        let inside = self.inside().get(row)?;
        let diagram = inside.diagram.as_ref().ok()?;
        let profile = &self.model.profiles[self.model.bodies[inside.body.index()].profile?];
        let properties: &Properties = &profile.section.properties;
        let [n, v, m] = Inner::ALL.map(|inner| diagram.at(inner, station, side));
        Some(StressAt {
            axial: n / properties.area,
            bending: m * per_moment(profile, at),
            shear: properties.shear(v, at[1]),
        })
    }
}

impl Stressed {
    /// The largest normal stress either way, over both fibres.
    pub fn largest(&self) -> Extreme {
        let all = self.fibres.iter().flat_map(|fibre| fibre.range);
        first_largest(all, |extreme| extreme.value.abs()).unwrap_or(self.shear)
    }

    /// Yield stress, else ultimate stress, over the largest normal stress, no unit; nothing without a material or without stress.
    pub fn factor(&self, material: &Material) -> Option<f64> {
        let largest = self.largest().value.abs();
        let strength = material.yields.or(material.ultimate)?;
        (largest > 0.0).then_some(strength / largest)
    }
}
