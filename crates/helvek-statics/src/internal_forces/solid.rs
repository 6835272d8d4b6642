//! Inside a straight piece in space: N, V_y, V_z, T, M_y and M_z, as exact piecewise polynomials.
//!
//! x′ runs along the piece, z′ is the reference made square to it, y′ = z′ × x′. With R and C what the part after the cut exerts on the part before it:
//! N = R·x′, V_y = −R·y′, V_z = −R·z′, T = C·x′, M_y = −C·y′, M_z = C·z′. Then dM_y/ds = V_z and dM_z/ds = V_y, and a positive M_y compresses the side
//! to which z′ points, a positive M_z that of y′: in either plane as in a plane sheet. `docs/space.md` has the picture.

use super::graph::{Graph, Sides, Stretch, Sum};
use super::{Acting, DiagramRefusal, Poly, Side, everything_acting};
use crate::equilibrium::Equilibrium;
use crate::model::{BodyId, Model, PointId};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_sheet::things::load::Powers;
use schemars::JsonSchema;
use serde::Serialize;

/// One of the six: N, V_y, V_z, T, M_y, M_z.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, JsonSchema)]
pub enum Six {
    /// The normal force, tension positive, N.
    N,
    /// The shear force against y′, N.
    Vy,
    /// The shear force against z′, N.
    Vz,
    /// The torque, right-handed about x′ on the part before, N·m.
    T,
    /// The bending moment that compresses the side of z′, N·m.
    My,
    /// The bending moment that compresses the side of y′, N·m.
    Mz,
}

impl Six {
    /// In the order in which they are told.
    pub const ALL: [Self; 6] = [Self::N, Self::Vy, Self::Vz, Self::T, Self::My, Self::Mz];

    /// `N`, `V_y` ...
    pub fn name(self) -> &'static str {
        match self {
            Self::N => "N",
            Self::Vy => "V_y",
            Self::Vz => "V_z",
            Self::T => "T",
            Self::My => "M_y",
            Self::Mz => "M_z",
        }
    }

    /// True of a moment.
    pub fn moment(self) -> bool {
        matches!(self, Self::T | Self::My | Self::Mz)
    }
}

/// Between two places where something acts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SolidSegment {
    /// Metres from the first point of the stretch.
    pub start: f64,
    /// The end, m from the first point.
    pub end: f64,
    /// The six in the distance from `start`.
    pub inner: [Poly; 6],
}

/// The six along a straight stretch of a run, from corner to corner.
#[derive(Debug, Clone, PartialEq)]
pub struct SolidDiagram {
    /// Its points with their distances from the first, m.
    pub points: Vec<(PointId, f64)>,
    /// x′, y′ and z′.
    pub axes: [Vector; 3],
    /// One behind the other, over its whole length.
    pub segments: Vec<SolidSegment>,
    /// The largest force and moment that act on the body: what is far below them is nothing.
    pub scales: (f64, f64),
    /// By how much the two sides of a cut differ, over these scales: at most, over all segments.
    pub disagreement: f64,
}

/// A stretch, with its diagram or why it has none.
#[derive(Debug, Clone, PartialEq)]
pub struct SolidInside {
    /// Of which body.
    pub body: BodyId,
    /// Its first point.
    pub from: PointId,
    /// Its last point.
    pub to: PointId,
    /// Its diagram.
    pub diagram: Result<SolidDiagram, DiagramRefusal>,
}

impl SolidDiagram {
    /// Its length, m.
    pub fn length(&self) -> f64 {
        self.segments.last().map_or(0.0, |segment| segment.end)
    }

    /// The size below which one of the six is nothing, N or N·m.
    pub fn zero(&self, inner: Six) -> f64 {
        tolerance::ZERO_FORCE * if inner.moment() { self.scales.1 } else { self.scales.0 }
    }

    /// The value on one side of a place, SI; exactly 0 when it is noise. At the ends there is only one side.
    pub fn at(&self, inner: Six, station: f64, side: Side) -> f64 {
        let slack = tolerance::GEOMETRY * self.length();
        let holds = |segment: &&SolidSegment| match side {
            Side::Before => station <= segment.end + slack,
            Side::After => station < segment.end - slack,
        };
        let last = &self.segments[self.segments.len() - 1];
        let segment = self.segments.iter().find(holds).unwrap_or(last);
        let x = (station - segment.start).clamp(0.0, segment.end - segment.start);
        let value = segment.inner[inner as usize].at(x);
        if value.abs() <= self.zero(inner) { 0.0 } else { value }
    }

    /// The value of the largest size, with its place and side; the first of several.
    pub fn largest(&self, inner: Six) -> (f64, f64, Side) {
        let mut best = (0.0f64, 0.0, Side::After);
        let zero = self.zero(inner);
        let same = tolerance::SAME / tolerance::ZERO_FORCE * zero;
        for segment in &self.segments {
            let (poly, length) = (&segment.inner[inner as usize], segment.end - segment.start);
            let turns = poly.turns(length).into_iter().map(|x| (x, Side::Before));
            for (x, side) in [(0.0, Side::After)].into_iter().chain(turns).chain([(length, Side::Before)]) {
                let value = poly.at(x);
                if value.abs() > zero && value.abs() > best.0.abs() + same {
                    best = (value, segment.start + x, side);
                }
            }
        }
        best
    }
}

/// x′, y′ and z′ of a piece with the direction `along`: z′ is the reference, or up (+x for an upright piece), made square to it.
pub fn axes_of(along: Vector, reference: Option<Vector>, up: Vector) -> [Vector; 3] {
    let square = |r: Vector| {
        let across = r - along * r.dot(along);
        (across.length() > 1e-6).then(|| across.unit()).flatten()
    };
    let z = reference.and_then(square).or_else(|| square(up)).or_else(|| square(Vector::X));
    let z = z.unwrap_or(Vector::Y).tidy();
    [along, z.cross(along).tidy(), z]
}

/// The six of every straight stretch of every body of a sheet of space, in the order of the sheet, from the values of the unknowns of the full equilibrium.
pub(crate) fn inside_space(model: &Model, full: &Equilibrium, values: &[Option<f64>]) -> Vec<SolidInside> {
    let each = model.body_ids().zip(everything_acting(model, full, values));
    each.flat_map(|(body, acting)| of_body(model, body, acting)).collect()
}

fn of_body(model: &Model, body: BodyId, acting: Result<Acting, DiagramRefusal>) -> Vec<SolidInside> {
    let graph = acting.and_then(|acting| Graph::of(model, body, &acting));
    let graph =
        graph.and_then(|graph| if graph.connected() { Ok(graph) } else { Err(DiagramRefusal::Apart) });
    let graph = match graph {
        Ok(graph) => graph,
        Err(why) => {
            let runs = model.bodies[body.index()].runs.iter().flat_map(|run| model.stretches(run));
            let refused = |points: Vec<PointId>| SolidInside {
                body,
                from: points[0],
                to: points[points.len() - 1],
                diagram: Err(why.clone()),
            };
            return runs.filter(|points| points.len() > 1).map(refused).collect();
        }
    };
    let (sides, scales) = (graph.sides(), graph.scales());
    let of = |stretch: &Stretch| {
        let (from, to) = (stretch.points[0].0, stretch.points[stretch.points.len() - 1].0);
        let axes = axes_of(stretch.along, model.bodies[body.index()].reference, model.up());
        SolidInside { body, from, to, diagram: diagram(&graph, stretch, axes, &sides, scales) }
    };
    graph.stretches.iter().map(of).collect()
}

fn diagram(
    graph: &Graph,
    stretch: &Stretch,
    axes: [Vector; 3],
    sides: &[Option<Sides>],
    scales: (f64, f64),
) -> Result<SolidDiagram, DiagramRefusal> {
    let mut disagreement = 0.0f64;
    let mut segments = Vec::with_capacity(stretch.edges.len());
    for index in &stretch.edges {
        let Some(sides) = &sides[*index] else { return Err(DiagramRefusal::Ring) };
        if graph.open(*index) || sides.before.open > 0 && sides.after.open > 0 {
            return Err(DiagramRefusal::Open);
        }
        let (segment, off) = segment(graph, axes, *index, sides, scales);
        disagreement = disagreement.max(off);
        segments.push(segment);
    }
    Ok(SolidDiagram { points: stretch.points.clone(), axes, segments, scales, disagreement })
}

/// The six from what the part after exerts on the part before: its force and its moment about the cut.
fn resolved([x, y, z]: [Vector; 3], force: Vector, couple: Vector) -> [f64; 6] {
    [force.dot(x), -force.dot(y), -force.dot(z), couple.dot(x), -couple.dot(y), couple.dot(z)]
}

/// The polynomials of one edge from the side on which less acts, and by how much the other side differs.
fn segment(
    graph: &Graph,
    axes: [Vector; 3],
    index: usize,
    sides: &Sides,
    (forces, moments): (f64, f64),
) -> (SolidSegment, f64) {
    spend(3);
    let edge = &graph.edges[index];
    let l = edge.length;
    // The load per metre along the three axes.
    let q = edge.load.map(|q| axes.map(|axis| q.dot(axis)));
    let (first, last) = (graph.at(edge.ends[0]), graph.at(edge.ends[1]));
    let scale = |i: usize| if Six::ALL[i].moment() { moments } else { forces };
    let at_start = |sum: &Sum| {
        let about = sum.about(graph.origin, first);
        resolved(axes, -sum.force, -about)
    };
    let from_before = at_start(&sides.before);
    let at_end = resolved(axes, sides.after.force, sides.after.about(graph.origin, last));
    // From the end back to the start: less what the load on the edge adds on the way.
    let grown = polynomials([0.0; 6], q);
    let v = |i: usize| at_end[i] - grown[i].at(l);
    let mut from_after = std::array::from_fn(v);
    // M begins less by V times the length as well.
    for (moment, shear) in [(4, 2), (5, 1)] {
        from_after[moment] -= from_after[shear] * l;
    }
    let fixed = sides.before.open == 0 && sides.after.open == 0;
    let differs = (0..6).map(|i| {
        let difference = (from_before[i] - from_after[i]).abs();
        if scale(i) > 0.0 { difference / scale(i) } else { 0.0 }
    });
    let off = if fixed { differs.fold(0.0, f64::max) } else { 0.0 };
    let before = sides.before.open == 0 && (sides.after.open > 0 || sides.before.count <= sides.after.count);
    let begins = if before { from_before } else { from_after };
    let clean = |i: usize| {
        if begins[i].abs() <= tolerance::ZERO_FORCE * scale(i) { 0.0 } else { begins[i] }
    };
    let inner = polynomials(std::array::from_fn(clean), q);
    (SolidSegment { start: edge.start, end: edge.start + l, inner }, off)
}

/// dN/ds = −q_x, dV_y/ds = q_y, dV_z/ds = q_z, dM_y/ds = V_z, dM_z/ds = V_y; T is constant between what acts.
fn polynomials(begins: [f64; 6], q: Powers<[f64; 3]>) -> [Poly; 6] {
    let [n, vy, vz, t, my, mz] = begins;
    let [vy, vz] = [(vy, 1), (vz, 2)].map(|(v, i)| Poly::of(&q.map(|q| q[i])).integral(v));
    let n = Poly::of(&q.map(|q| 0.0 - q[0])).integral(n);
    [n, vy, vz, Poly::default().integral(t), vz.integral(my), vy.integral(mz)]
}
