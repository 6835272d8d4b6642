//! A section as triangles: the outlines of all its solids as constraints of a Delaunay triangulation, refined; those triangles that lie in material.

use crate::section::{Section, Solid};
use helvek_numbers::budget::spend;
use spade::{AngleLimit, ConstrainedDelaunayTriangulation, Point2, RefinementParameters, Triangulation};
use std::collections::HashMap;
use std::f64::consts::PI;

/// Triangles with their corners counter-clockwise, in metres from the centroid.
pub(super) struct Mesh {
    pub(super) points: Vec<[f64; 2]>,
    pub(super) triangles: Vec<[usize; 3]>,
    /// Some outline was a circle.
    pub(super) rounded: bool,
}

/// Corners of a polygon that stands for a disc.
const ROUND: usize = 120;
/// About so many triangles at least.
const TRIANGLES: f64 = 700.0;

impl Mesh {
    /// Nothing when the outlines cannot be triangulated.
    pub(super) fn of(section: &Section) -> Option<Self> {
        let properties = &section.properties;
        let outlines: Vec<(Vec<[f64; 2]>, bool)> = properties.solids().iter().map(outline).collect();
        let rounded = properties.solids().iter().any(|solid| matches!(solid, Solid::Disc { .. }));
        // In units of its size, so that no tolerance depends on metres.
        let size = properties.area.sqrt();
        let mut cdt = ConstrainedDelaunayTriangulation::<Point2<f64>>::new();
        let at = |[z, y]: [f64; 2]| Point2::new(z / size, y / size);
        for corner in outlines.iter().flat_map(|(outline, _)| outline) {
            cdt.insert(at(*corner)).ok()?;
        }
        for (outline, _) in &outlines {
            for (i, corner) in outline.iter().enumerate() {
                let from = cdt.insert(at(*corner)).ok()?;
                let to = cdt.insert(at(outline[(i + 1) % outline.len()])).ok()?;
                if from != to {
                    cdt.add_constraint_and_split(from, to, |p| p);
                }
            }
        }
        spend(3 * outlines.iter().map(|(outline, _)| outline.len()).sum::<usize>());
        let around: f64 = outlines.iter().map(|(outline, _)| length(outline)).sum::<f64>() / size;
        // Of a thin wall: some elements over its thickness.
        let thickness = 2.0 / around;
        let most = (1.0 / TRIANGLES).min(thickness * thickness / 4.0);
        let limits = RefinementParameters::<f64>::new()
            .with_angle_limit(AngleLimit::from_deg(25.0))
            .with_max_allowed_area(most)
            .with_max_additional_vertices(40_000);
        cdt.refine(limits);
        spend(4 * cdt.num_vertices());
        let mut rows: HashMap<usize, usize> = HashMap::new();
        let (mut points, mut triangles) = (Vec::new(), Vec::new());
        for face in cdt.inner_faces() {
            let centre = face.center();
            if !material(&outlines, [centre.x * size, centre.y * size]) {
                continue;
            }
            let corners = face.vertices().map(|vertex| {
                *rows.entry(vertex.index()).or_insert_with(|| {
                    let p = vertex.position();
                    points.push([p.x * size, p.y * size]);
                    points.len() - 1
                })
            });
            triangles.push(corners);
        }
        (!triangles.is_empty()).then_some(Self { points, triangles, rounded })
    }
}

/// The corners of a solid, and whether it is taken away.
fn outline(solid: &Solid) -> (Vec<[f64; 2]>, bool) {
    match solid {
        Solid::Polygon { outline, hole } => (outline.clone(), *hole),
        Solid::Disc { centre: [z, y], radius, hole } => {
            // Of the same area: n/2·sin(2π/n)·r² = πR².
            let turn = 2.0 * PI / ROUND as f64;
            let r = radius * (turn / turn.sin()).sqrt();
            let corner = |i: usize| [z + r * (turn * i as f64).cos(), y + r * (turn * i as f64).sin()];
            ((0..ROUND).map(corner).collect(), *hole)
        }
    }
}

fn length(outline: &[[f64; 2]]) -> f64 {
    let next = outline.iter().cycle().skip(1);
    outline.iter().zip(next).map(|(a, b)| (b[0] - a[0]).hypot(b[1] - a[1])).sum()
}

/// True when more is put than taken away at a place.
fn material(outlines: &[(Vec<[f64; 2]>, bool)], [z, y]: [f64; 2]) -> bool {
    let inside = |outline: &[[f64; 2]]| {
        let next = outline.iter().cycle().skip(1);
        let crossed = outline.iter().zip(next).filter(|(a, b)| {
            (a[1] > y) != (b[1] > y) && z < a[0] + (y - a[1]) / (b[1] - a[1]) * (b[0] - a[0])
        });
        crossed.count() % 2 == 1
    };
    let sum: i32 = outlines
        .iter()
        .filter(|(outline, _)| inside(outline))
        .map(|(_, hole)| if *hole { -1 } else { 1 })
        .sum();
    sum > 0
}
