//! The deflected shape: where places are, and where they go.

use helvek_core::geometry::{Point, Vector};
use helvek_core::id::{Id, Kind};
use helvek_core::solution::Statics;
use helvek_core::stiffness::DeflectedShape;
use helvek_core::units::figures;
use schemars::JsonSchema;
use serde::Serialize;

/// The displaced shape, to be drawn larger than it is.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Deflected {
    /// Members.
    pub paths: Vec<DeflectedPath>,
    /// The farthest that any place goes, in the sheet's unit of length; of a mere form in no unit at all.
    pub most: f64,
    /// `3.42 mm at E`; empty when only its form is known.
    pub text: String,
    /// Only ratios of stiffnesses are given: its form is right, and its size means nothing.
    pub form_only: bool,
}

/// A member by places along it.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct DeflectedPath {
    /// Its mark.
    pub of: Id,
    /// Places, in the sheet's unit.
    pub places: Vec<[f64; 2]>,
    /// The displacement of each of them.
    pub by: Vec<[f64; 2]>,
}

/// Straight pieces into which the curve of a piece is parted.
const PARTS: usize = 12;

/// The deflected shape; nothing where it is not known.
pub fn deflected(statics: &Statics) -> Option<Deflected> {
    let elastic = statics.elastic().filter(|elastic| !elastic.loose)?;
    let units = &statics.model.units;
    let length = |v: f64| units.length.from_si(v);
    let (mut paths, mut most, mut at) = (Vec::new(), 0.0f64, String::new());
    let mut path = |of: Id, places: Vec<(Point, Vector)>| {
        paths.push(DeflectedPath {
            of,
            places: places.iter().map(|(p, _)| [length(p.x), length(p.y)]).collect(),
            by: places.iter().map(|(_, by)| [length(by.x), length(by.y)]).collect(),
        });
    };
    for shape in &elastic.shapes {
        let first = statics.model.at(shape.points[0].0);
        let mut places = Vec::new();
        let ends = shape.bends.iter().flat_map(|bend| [bend.start, bend.end]);
        for station in ends.chain(shape.crests()) {
            let by = shape.displacement(station);
            if by.length() > most * (1.0 + 1e-9) {
                most = by.length();
                at = place(statics, shape, station);
            }
        }
        for bend in &shape.bends {
            for k in 0..=PARTS {
                let station = bend.start + (bend.end - bend.start) * k as f64 / PARTS as f64;
                places.push((first + shape.along * station, shape.displacement(station)));
            }
        }
        path(Kind::Body.id(&statics.model.bodies[shape.body.index()].name), places);
    }
    for bar in &statics.model.bars {
        let ends = [0, 1].map(|k| {
            let by = elastic.displacement(bar.on[k], bar.ends[k]);
            let by = by.unwrap_or(Vector::ZERO);
            if by.length() > most * (1.0 + 1e-9) {
                most = by.length();
                at = format!(" at {}", statics.model.point_name(bar.ends[k]));
            }
            (statics.model.at(bar.ends[k]), by)
        });
        path(Kind::Bar.id(&bar.name), ends.to_vec());
    }
    if most == 0.0 {
        return None;
    }
    let text = if elastic.relative { String::new() } else { format!("{}{at}", small(statics, most)) };
    Some(Deflected { paths, most: length(most), text, form_only: elastic.relative })
}

/// In the unit of sections, which is small.
fn small(statics: &Statics, si: f64) -> String {
    let unit = &statics.model.units.section;
    format!("{} {}", figures::rounded(unit.from_si(si), statics.model.conventions.figures), unit.symbol)
}

/// ` at E`, or `, 2.4 m from A`.
fn place(statics: &Statics, shape: &DeflectedShape, station: f64) -> String {
    let near = |(_, s): &&(helvek_core::model::PointId, f64)| (s - station).abs() <= 1e-9 * shape.length();
    if let Some((point, _)) = shape.points.iter().find(near) {
        return format!(" at {}", statics.model.point_name(*point));
    }
    let unit = &statics.model.units.length;
    let far = figures::rounded(unit.from_si(station), statics.model.conventions.figures);
    format!(", {far} {} from {}", unit.symbol, statics.model.point_name(shape.points[0].0))
}
