//! A member cut open: its section, and the stresses over its height.

use helvek_core::Checks;
use helvek_core::geometry::Vector;
use helvek_core::internal_forces::Inner;
use helvek_core::model::CutAt;
use helvek_core::section::Solid;
use helvek_core::solution::Statics;
use helvek_core::strength::StressAt;
use helvek_core::tolerance::first_largest;
use helvek_core::units::{Unit, figures};
use schemars::JsonSchema;
use serde::Serialize;

/// A section with the stresses at the place where its member is cut. Lengths are in the sheet's unit of sections, levels from the centroid, stresses tension positive.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SectionMark {
    /// Its name.
    pub name: String,
    /// The unit of its lengths.
    pub unit: String,
    /// The unit of stresses.
    pub stress: String,
    /// Its parts.
    pub parts: Vec<SectionPart>,
    /// The levels of its bottom and its top face.
    pub faces: [f64; 2],
    /// Its least and greatest z.
    pub sides: [f64; 2],
    /// The side of the sheet its top face looks to, as the member lies.
    pub top: Side,
    /// N/A
    pub axial: StressBand,
    /// From M, at the bottom and at the top face.
    pub bending: StressBand,
    /// Both together.
    pub normal: StressBand,
    /// The level at which they come to nothing, where it lies inside.
    pub neutral: Option<f64>,
    /// V·Q/(I·t) from the bottom to the top: level and stress.
    pub shear: Vec<[f64; 2]>,
    /// The largest of them.
    pub sheared: StressText,
    /// The same levels once more, each with what acts at a fibre there.
    pub fibres: Vec<FibreMark>,
    /// The place of the fibre with the largest equivalent stress.
    pub worst: usize,
}

/// The stresses at a fibre, and Mohr's circle of them.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct FibreMark {
    /// From the centroid.
    pub level: f64,
    /// Along the member, tension positive.
    pub normal: f64,
    /// V·Q/(I·t)
    pub shear: f64,
    /// The greatest and the least principal stress.
    pub principal: [f64; 2],
    /// Half of their difference: the greatest shear stress, and the circle's radius.
    pub radius: f64,
    /// `σ₁ 62.0, σ₂ 0, τ max 31.0 MPa`
    pub says: String,
    /// `equivalent stress 62.0 MPa, for ductile materials`
    pub equivalent: String,
}

/// A stress that is linear over the height.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StressBand {
    /// At the bottom face and at the top face.
    pub ends: [StressText; 2],
}

/// A stress, also as it is written.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StressText {
    /// Tension positive.
    pub value: f64,
    /// Rounded, without its unit.
    pub text: String,
}

/// An area of a section.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SectionPart {
    /// Its corners [z, y] from the centroid; none of a disc.
    pub outline: Vec<[f64; 2]>,
    /// Of a disc: its centre.
    pub centre: Option<[f64; 2]>,
    /// Of a disc.
    pub radius: f64,
    /// It is taken away.
    pub hole: bool,
}

/// So many levels between two corners of the outline.
const LEVELS: usize = 12;

/// The section of a member where it is cut; nothing without one, without a diagram, or where M bends it off the plane of the sheet.
pub fn section_mark(statics: &Statics, place: &CutAt) -> Option<SectionMark> {
    let model = &statics.model;
    let inside = statics.inside();
    let row = inside.iter().position(|i| i.body == place.body && [i.from, i.to] == place.stretch)?;
    let diagram = inside[row].diagram.as_ref().ok()?;
    let profile = &model.profiles[model.bodies[place.body.index()].profile?];
    let properties = &profile.section.properties;
    if !profile.held && !properties.straight() {
        return None;
    }
    let [n, v, m] = Inner::ALL.map(|inner| diagram.at(inner, place.station, place.side));
    let (length, stress) = (&model.units.section, &model.units.stress);
    let written = |value: f64| written(value, stress, model.conventions.figures);
    let bending = properties.faces.map(|y| properties.normal(0.0, m, [0.0, y], true));
    let axial = n / properties.area;
    let band = |ends: [f64; 2]| StressBand { ends: ends.map(written) };
    // N/A = M·y/I at y = N·I/(A·M).
    let neutral = (m != 0.0).then(|| axial * properties.i_z / m);
    let neutral = neutral.filter(|y| *y > properties.faces[0] && *y < properties.faces[1]);
    let levels = properties.levels();
    let mut shear = Vec::new();
    for pair in levels.windows(2) {
        let reach = pair[1] - pair[0];
        for i in 0..=LEVELS {
            // Just inside at both ends: the width steps there.
            let share = (i as f64 / LEVELS as f64).clamp(1e-9, 1.0 - 1e-9);
            let y = pair[0] + share * reach;
            shear.push([length.from_si(y), stress.from_si(properties.shear(v, y))]);
        }
    }
    let (_, ratio) = properties.most_sheared();
    let sheared = v * ratio / properties.i_z;
    let at = |y: f64| {
        let here = Checks(statics).stress_at(row, place.station, place.side, [0.0, y])?;
        // Just inside a face there is next to nothing.
        let shear = if here.shear.abs() <= 1e-6 * sheared.abs() { 0.0 } else { here.shear };
        Some((y, StressAt { shear, ..here }))
    };
    let stresses: Vec<(f64, StressAt)> =
        shear.iter().map(|[y, _]| at(length.to_si(*y))).collect::<Option<_>>()?;
    let worst = first_largest(0..stresses.len(), |row| stresses[*row].1.equivalent()).unwrap_or_default();
    let mark =
        |(y, here): &(f64, StressAt)| fibre(length.from_si(*y), *here, stress, model.conventions.figures);
    let fibres = stresses.iter().map(mark).collect();
    Some(SectionMark {
        name: profile.section.name.clone(),
        unit: length.symbol.clone(),
        stress: stress.symbol.clone(),
        parts: properties.solids().iter().map(|solid| part(solid, length)).collect(),
        faces: properties.faces.map(|y| length.from_si(y)),
        sides: properties.sides.map(|z| length.from_si(z)),
        top: Side::of(diagram.along.left()),
        axial: band([axial; 2]),
        normal: band(bending.map(|b| axial + b)),
        bending: band(bending),
        neutral: neutral.map(|y| length.from_si(y)),
        shear,
        sheared: written(sheared),
        fibres,
        worst,
    })
}

fn fibre(level: f64, here: StressAt, unit: &Unit, digits: u8) -> FibreMark {
    let text = |si: f64| written(si, unit, digits).text;
    let [most, least] = here.principal();
    // Beside the other one it is nothing.
    let clean = |value: f64| if value.abs() <= 1e-9 * most.abs().max(least.abs()) { 0.0 } else { value };
    let radius = 0.5 * (most - least);
    FibreMark {
        level,
        normal: unit.from_si(here.normal()),
        shear: unit.from_si(here.shear),
        principal: [most, least].map(|value| unit.from_si(clean(value))),
        radius: unit.from_si(radius),
        says: format!(
            "σ₁ {}, σ₂ {}, τ max {} {}",
            text(clean(most)),
            text(clean(least)),
            text(radius),
            unit.symbol
        ),
        equivalent: format!(
            "equivalent stress √(σ² + 3τ²) = {} {}, for ductile materials only",
            text(here.equivalent()),
            unit.symbol
        ),
    }
}

fn written(value: f64, unit: &Unit, digits: u8) -> StressText {
    let value = unit.from_si(value);
    StressText { value, text: figures::rounded(value, digits).replace('-', "−") }
}

/// A side of the sheet.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Side {
    /// To the right.
    Right,
    /// To the left.
    Left,
    /// Up.
    Up,
    /// Down.
    Down,
}

impl Side {
    /// The one to which a direction points most.
    fn of(direction: Vector) -> Self {
        match (direction.x.abs() > direction.y.abs(), direction.x > 0.0, direction.y > 0.0) {
            (true, true, _) => Self::Right,
            (true, false, _) => Self::Left,
            (false, _, true) => Self::Up,
            (false, _, false) => Self::Down,
        }
    }
}

fn part(solid: &Solid, unit: &Unit) -> SectionPart {
    let place = |p: &[f64; 2]| p.map(|v| unit.from_si(v));
    match solid {
        Solid::Polygon { outline, hole } => SectionPart {
            outline: outline.iter().map(place).collect(),
            centre: None,
            radius: 0.0,
            hole: *hole,
        },
        Solid::Disc { centre, radius, hole } => SectionPart {
            outline: Vec::new(),
            centre: Some(place(centre)),
            radius: unit.from_si(*radius),
            hole: *hole,
        },
    }
}
