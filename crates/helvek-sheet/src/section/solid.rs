//! Areas of which a section is made, with their integrals in closed form.
//!
//! Of a polygon by Green's theorem, corner by corner; of a disc from its radius. What lies above a level is a polygon again, or a segment of the disc.

use std::f64::consts::PI;

/// An area that is added, or taken away.
#[derive(Debug, Clone, PartialEq)]
pub enum Solid {
    /// Inside of a closed outline of corners [z, y].
    Polygon {
        /// In either sense of turning.
        outline: Vec<[f64; 2]>,
        /// It is taken away.
        hole: bool,
    },
    /// A disc.
    Disc {
        /// [z, y]
        centre: [f64; 2],
        /// m
        radius: f64,
        /// It is taken away.
        hole: bool,
    },
}

/// Integrals over an area, about the origin.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Integrals {
    /// ∫dA
    pub area: f64,
    /// ∫z dA, ∫y dA
    pub first: [f64; 2],
    /// ∫z² dA, ∫y² dA
    pub second: [f64; 2],
    /// ∫zy dA
    pub product: f64,
}

impl Integrals {
    /// The sum of two areas.
    pub fn plus(&self, other: &Self) -> Self {
        Self {
            area: self.area + other.area,
            first: [0, 1].map(|i| self.first[i] + other.first[i]),
            second: [0, 1].map(|i| self.second[i] + other.second[i]),
            product: self.product + other.product,
        }
    }

    fn times(&self, factor: f64) -> Self {
        Self {
            area: factor * self.area,
            first: self.first.map(|v| factor * v),
            second: self.second.map(|v| factor * v),
            product: factor * self.product,
        }
    }
}

/// The side of a level that is meant where an outline has a step there.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Side {
    /// Just above it.
    Above,
    /// Just below it.
    Below,
}

impl Solid {
    /// A rectangle between two corners.
    pub fn rectangle(from: [f64; 2], to: [f64; 2]) -> Self {
        let outline = vec![from, [to[0], from[1]], to, [from[0], to[1]]];
        Self::Polygon { outline, hole: false }
    }

    /// The same, taken away.
    pub fn as_hole(self) -> Self {
        match self {
            Self::Polygon { outline, .. } => Self::Polygon { outline, hole: true },
            Self::Disc { centre, radius, .. } => Self::Disc { centre, radius, hole: true },
        }
    }

    fn sign(&self) -> f64 {
        let (Self::Polygon { hole, .. } | Self::Disc { hole, .. }) = self;
        if *hole { -1.0 } else { 1.0 }
    }

    /// Its integrals about the origin; negative of a hole.
    pub fn integrals(&self) -> Integrals {
        let whole = match self {
            Self::Polygon { outline, .. } => polygon(outline),
            Self::Disc { centre: [z, y], radius, .. } => {
                let (area, own) = (PI * radius.powi(2), PI * radius.powi(4) / 4.0);
                Integrals {
                    area,
                    first: [area * z, area * y],
                    second: [own + area * z * z, own + area * y * y],
                    product: area * z * y,
                }
            }
        };
        whole.times(self.sign())
    }

    /// The area above a level, and its first moment ∫(y − level) dA; negative of a hole.
    pub fn above(&self, level: f64) -> (f64, f64) {
        let (area, moment) = match self {
            Self::Polygon { outline, .. } => {
                let part = polygon(&clipped(outline, level));
                (part.area, part.first[1] - level * part.area)
            }
            Self::Disc { centre, radius, .. } => {
                // With h from the centre to the level: A = r² acos(h/r) − h√(r² − h²), its moment about the centre is ⅔(r² − h²)^{3/2}.
                let (r, h) = (*radius, (level - centre[1]).clamp(-radius, *radius));
                let half = (r * r - h * h).max(0.0).sqrt();
                let area = r * r * (h / r).acos() - h * half;
                (area, 2.0 / 3.0 * half.powi(3) + area * (centre[1] - level))
            }
        };
        (self.sign() * area, self.sign() * moment)
    }

    /// Width at a level, m; negative of a hole.
    pub fn width(&self, level: f64, side: Side) -> f64 {
        let width = match self {
            Self::Polygon { outline, .. } => chord(outline, level, side),
            Self::Disc { centre, radius, .. } => {
                let h = level - centre[1];
                2.0 * (radius * radius - h * h).max(0.0).sqrt()
            }
        };
        self.sign() * width
    }

    /// The levels at which its outline has a corner, or ends.
    pub fn levels(&self) -> Vec<f64> {
        match self {
            Self::Polygon { outline, .. } => outline.iter().map(|p| p[1]).collect(),
            Self::Disc { centre, radius, .. } => vec![centre[1] - radius, centre[1] + radius],
        }
    }

    /// Its least and greatest z and y.
    pub fn bounds(&self) -> [[f64; 2]; 2] {
        match self {
            Self::Polygon { outline, .. } => [0, 1].map(|i| {
                let all = outline.iter().map(|p| p[i]);
                [all.clone().fold(f64::INFINITY, f64::min), all.fold(f64::NEG_INFINITY, f64::max)]
            }),
            Self::Disc { centre, radius, .. } => [0, 1].map(|i| [centre[i] - radius, centre[i] + radius]),
        }
    }
}

fn edges(outline: &[[f64; 2]]) -> impl Iterator<Item = ([f64; 2], [f64; 2])> + '_ {
    outline.iter().enumerate().map(|(i, p)| (*p, outline[(i + 1) % outline.len()]))
}

/// By Green's theorem; positive whichever way the outline turns.
fn polygon(outline: &[[f64; 2]]) -> Integrals {
    let mut sum = Integrals::default();
    for ([z0, y0], [z1, y1]) in edges(outline) {
        let cross = z0 * y1 - z1 * y0;
        sum.area += cross / 2.0;
        sum.first[0] += cross * (z0 + z1) / 6.0;
        sum.first[1] += cross * (y0 + y1) / 6.0;
        sum.second[0] += cross * (z0 * z0 + z0 * z1 + z1 * z1) / 12.0;
        sum.second[1] += cross * (y0 * y0 + y0 * y1 + y1 * y1) / 12.0;
        sum.product += cross * (z0 * y1 + 2.0 * z0 * y0 + 2.0 * z1 * y1 + z1 * y0) / 24.0;
    }
    if sum.area < 0.0 { sum.times(-1.0) } else { sum }
}

/// The part of an outline above a level. Parts that do not hang together are joined along the level, which adds nothing.
fn clipped(outline: &[[f64; 2]], level: f64) -> Vec<[f64; 2]> {
    let mut part = Vec::with_capacity(outline.len() + 4);
    for (p, q) in edges(outline) {
        if p[1] >= level {
            part.push(p);
        }
        if (p[1] - level) * (q[1] - level) < 0.0 {
            let share = (level - p[1]) / (q[1] - p[1]);
            part.push([p[0] + share * (q[0] - p[0]), level]);
        }
    }
    part
}

/// The sum of the lengths of a level line inside an outline.
fn chord(outline: &[[f64; 2]], level: f64, side: Side) -> f64 {
    let passes = |low: f64, high: f64| match side {
        Side::Above => low <= level && level < high,
        Side::Below => low < level && level <= high,
    };
    let mut crossings: Vec<f64> = edges(outline)
        .filter(|(p, q)| passes(p[1].min(q[1]), p[1].max(q[1])))
        .map(|(p, q)| p[0] + (level - p[1]) / (q[1] - p[1]) * (q[0] - p[0]))
        .collect();
    crossings.sort_by(f64::total_cmp);
    crossings.chunks_exact(2).map(|pair| pair[1] - pair[0]).sum()
}
