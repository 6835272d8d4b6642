//! What follows from the solids of a section.

use super::solid::{Integrals, Side, Solid};
use helvek_numbers::budget::spend;

/// Area, centroid and moments of a section, about its centroid unless said otherwise.
#[derive(Debug, Clone, PartialEq)]
pub struct Properties {
    /// m²
    pub area: f64,
    /// [z, y] in the axes of its shape.
    pub centroid: [f64; 2],
    /// ∫y² dA: bending in the plane of the sheet, m⁴.
    pub i_z: f64,
    /// ∫z² dA: bending out of it, m⁴.
    pub i_y: f64,
    /// ∫zy dA; 0 when y and z are principal axes.
    pub i_zy: f64,
    /// The greatest and the least over all axes, m⁴.
    pub principal: [f64; 2],
    /// The angle from the z axis to the axis of the greatest, counter-clockwise as drawn with z to the right and y up.
    pub angle: f64,
    /// The least and the greatest y of its fibres, from the centroid.
    pub faces: [f64; 2],
    /// The least and the greatest z.
    pub sides: [f64; 2],
    /// ∫|y − y₀| dA about the level that halves the area: the plastic modulus, m³.
    pub plastic: f64,
    /// The level that halves the area, from the centroid.
    pub halving: f64,
    /// Its solids, moved so that their centroid is the origin.
    solids: Vec<Solid>,
}

/// A fibre that is looked at.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Fibre {
    /// At the greatest y.
    Top,
    /// At the least y.
    Bottom,
    /// At so many metres above the centroid.
    At(f64),
}

impl Properties {
    /// Of solids; at least one of them is not a hole, and they have an area.
    pub(super) fn of(solids: &[Solid]) -> Self {
        let sum = |solids: &[Solid]| {
            solids.iter().fold(Integrals::default(), |sum, solid| sum.plus(&solid.integrals()))
        };
        let whole = sum(solids);
        let centroid = whole.first.map(|first| first / whole.area);
        // Moved first: large distances from the origin would cost figures.
        let solids: Vec<Solid> = solids.iter().map(|solid| moved(solid, centroid)).collect();
        let own = sum(&solids);
        let [i_y, i_z] = own.second;
        let bounds = solids.iter().map(Solid::bounds);
        let [sides, faces] = bounds.fold([[f64::INFINITY, f64::NEG_INFINITY]; 2], |all, one| {
            [0, 1].map(|i| [all[i][0].min(one[i][0]), all[i][1].max(one[i][1])])
        });
        // Mohr's circle of the second moments.
        let (middle, half) = (0.5 * (i_z + i_y), 0.5 * (i_z - i_y));
        let radius = half.hypot(own.product);
        let small = |value: f64| if value.abs() <= 1e-12 * middle { 0.0 } else { value };
        let i_zy = small(own.product);
        let angle = if small(radius) == 0.0 { 0.0 } else { 0.5 * (0.0 - i_zy).atan2(half) };
        let mut properties = Self {
            area: whole.area,
            centroid,
            i_z,
            i_y,
            i_zy,
            principal: [middle + radius, middle - radius],
            angle,
            faces,
            sides,
            plastic: 0.0,
            halving: 0.0,
            solids,
        };
        properties.halving = properties.halved();
        let (area, above) = properties.above(properties.halving);
        // ∫(y − y₀) over all is A(0 − y₀); what lies below counts the other way.
        let below = -(properties.area * -properties.halving - above);
        properties.plastic = above + below;
        debug_assert!((area - 0.5 * properties.area).abs() <= 1e-9 * properties.area);
        properties
    }

    /// The area above a level and its first moment about that level.
    fn above(&self, level: f64) -> (f64, f64) {
        let parts = self.solids.iter().map(|solid| solid.above(level));
        parts.fold((0.0, 0.0), |sum, part| (sum.0 + part.0, sum.1 + part.1))
    }

    /// The level that halves the area: the area above only falls from the bottom to the top, so that between two levels a secant is never outside; the end that stays
    /// twice counts half (the Illinois method), which keeps it from creeping.
    fn halved(&self) -> f64 {
        let over = |level: f64| self.above(level).0 - 0.5 * self.area;
        let [mut low, mut high] = self.faces;
        let (mut at_low, mut at_high) = (0.5 * self.area, -0.5 * self.area);
        let mut last = 0;
        for _ in 0..100 {
            let level = (low * at_high - high * at_low) / (at_high - at_low);
            let here = over(level);
            if here.abs() <= 1e-14 * self.area || level <= low || level >= high {
                return level.clamp(low, high);
            }
            if here > 0.0 {
                (low, at_low) = (level, here);
                if last == 1 {
                    at_high *= 0.5;
                }
                last = 1;
            } else {
                (high, at_high) = (level, here);
                if last == -1 {
                    at_low *= 0.5;
                }
                last = -1;
            }
        }
        0.5 * (low + high)
    }

    /// Its areas, added and taken away, from its centroid.
    pub fn solids(&self) -> &[Solid] {
        &self.solids
    }

    /// The corners of its outlines, from the centroid; of a disc the four places farthest along the axes.
    pub fn corners(&self) -> Vec<[f64; 2]> {
        let of = |solid: &Solid| match solid {
            Solid::Polygon { outline, .. } => outline.clone(),
            Solid::Disc { centre: [z, y], radius: r, .. } => {
                vec![[z + r, *y], [z - r, *y], [*z, y + r], [*z, y - r]]
            }
        };
        self.solids.iter().flat_map(of).collect()
    }

    /// y of a fibre, from the centroid.
    pub fn level(&self, fibre: Fibre) -> f64 {
        match fibre {
            Fibre::Top => self.faces[1],
            Fibre::Bottom => self.faces[0],
            Fibre::At(y) => y,
        }
    }

    /// The first moment about the centroid of what lies above a level, Q, m³.
    pub fn first_moment(&self, level: f64) -> f64 {
        let (area, moment) = self.above(level);
        moment + area * level
    }

    /// Width at a level, m, 0 or more: where it steps, on the narrower side, which has the greater shear.
    pub fn width(&self, level: f64) -> f64 {
        let at = |side| self.solids.iter().map(|solid| solid.width(level, side)).sum::<f64>();
        let [above, below] = [Side::Above, Side::Below].map(at);
        // At the faces only one side is inside.
        match (above > 0.0, below > 0.0) {
            (true, true) => above.min(below),
            _ => above.max(below),
        }
    }

    /// Elastic moduli I/c of the top and of the bottom face, m³.
    pub fn moduli(&self) -> [f64; 2] {
        [self.i_z / self.faces[1], self.i_z / -self.faces[0]]
    }

    /// Radii of gyration in the plane and out of it, m.
    pub fn gyration(&self) -> [f64; 2] {
        [(self.i_z / self.area).sqrt(), (self.i_y / self.area).sqrt()]
    }

    /// M bends it in the plane of the sheet alone: y and z are principal axes.
    pub fn straight(&self) -> bool {
        self.i_zy == 0.0
    }

    /// The levels between which its width is one smooth function, ascending.
    pub fn levels(&self) -> Vec<f64> {
        let mut levels: Vec<f64> = self.solids.iter().flat_map(Solid::levels).collect();
        levels.push(0.0);
        levels.retain(|level| *level >= self.faces[0] && *level <= self.faces[1]);
        levels.sort_by(f64::total_cmp);
        let slack = 1e-12 * (self.faces[1] - self.faces[0]);
        levels.dedup_by(|a, b| (*a - *b).abs() <= slack);
        levels
    }

    /// Normal stress at a place [z, y] from the centroid, Pa, tension positive: N/A and bending by M about z. `held`: it is kept from deflecting sideways, so that M bends
    /// it in the plane alone; else by the coupled formula σ = N/A − M(I_y·y − I_zy·z)/(I_z·I_y − I_zy²).
    pub fn normal(&self, n: f64, m: f64, [z, y]: [f64; 2], held: bool) -> f64 {
        let axial = n / self.area;
        if held || self.straight() {
            return axial - m * y / self.i_z;
        }
        axial - m * (self.i_y * y - self.i_zy * z) / (self.i_z * self.i_y - self.i_zy * self.i_zy)
    }

    /// Shear stress at a level from V, by V·Q/(I·t), Pa; 0 where there is no width.
    pub fn shear(&self, v: f64, level: f64) -> f64 {
        let width = self.width(level);
        if width <= 0.0 { 0.0 } else { v * self.first_moment(level) / (self.i_z * width) }
    }

    /// The level of the largest Q/t, m from the centroid, and its value, m²: not always at the centroid.
    pub fn most_sheared(&self) -> (f64, f64) {
        let ratio = |level: f64| {
            spend(1 + self.solids.len() / 20);
            let width = self.width(level);
            if width <= 0.0 { 0.0 } else { self.first_moment(level) / width }
        };
        let levels = self.levels();
        let mut best = (0.0, ratio(0.0));
        for pair in levels.windows(2) {
            let reach = pair[1] - pair[0];
            // The width jumps at the levels themselves: from just inside.
            let (mut a, mut b) = (pair[0] + 1e-9 * reach, pair[1] - 1e-9 * reach);
            // One hump at most between two levels for straight walls and round holes alike: golden section.
            const GOLDEN: f64 = 0.618_033_988_749_895;
            for _ in 0..64 {
                let (c, d) = (b - GOLDEN * (b - a), a + GOLDEN * (b - a));
                if ratio(c) > ratio(d) { b = d } else { a = c }
            }
            for level in [pair[0] + 1e-9 * reach, 0.5 * (a + b), pair[1] - 1e-9 * reach] {
                let here = ratio(level);
                if here > best.1 * (1.0 + 1e-9) {
                    best = (level, here);
                }
            }
        }
        best
    }
}

fn moved(solid: &Solid, origin: [f64; 2]) -> Solid {
    let place = |p: &[f64; 2]| [p[0] - origin[0], p[1] - origin[1]];
    match solid {
        Solid::Polygon { outline, hole } => {
            Solid::Polygon { outline: outline.iter().map(place).collect(), hole: *hole }
        }
        Solid::Disc { centre, radius, hole } => {
            Solid::Disc { centre: place(centre), radius: *radius, hole: *hole }
        }
    }
}
