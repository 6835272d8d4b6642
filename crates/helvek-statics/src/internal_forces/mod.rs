//! Inside the member: N, V and M of every straight stretch of every body, as exact piecewise polynomials.
//!
//! A run is read from its first point to its last: t along it, n to its left. On the part before a cut, the part after it exerts N along t, V against
//! n, and M counter-clockwise. With F and M₀ the sum of what acts on the part before, M₀ about the cut: N = −F·t, V = F·n, M = −M₀. With q the
//! force per metre of run: dN/ds = −q·t, dV/ds = q·n, dM/ds = V. `docs/inside.md` has an example.

mod areas;
mod attach;
mod envelope;
mod graph;
mod peaks;
mod solid;

pub use areas::AreaStep;
pub use attach::{Acting, Source, everything_acting, resultant};
pub use envelope::governing;
pub use envelope::{Governed, envelope};
pub use helvek_sheet::poly::{Poly, ordinates};
pub use helvek_sheet::sheet::Side;
pub use peaks::Extreme;
pub(crate) use solid::inside_space;
pub use solid::{Six, SolidDiagram, SolidInside, SolidSegment};

use crate::equilibrium::Equilibrium;
use crate::model::{BodyId, Model, PointId};
pub use graph::Graph;
use graph::{Edge, Sides, Stretch};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use schemars::JsonSchema;
use serde::Serialize;

/// One of the three: N, V, M.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, JsonSchema)]
pub enum Inner {
    /// The normal force, tension positive, N.
    N,
    /// The shear force, N.
    V,
    /// The bending moment, N·m; positive where the left of the run is compressed.
    M,
}

impl Inner {
    /// `N`, `V` or `M`.
    pub fn letter(self) -> &'static str {
        match self {
            Self::N => "N",
            Self::V => "V",
            Self::M => "M",
        }
    }

    /// In the order in which they are drawn.
    pub const ALL: [Self; 3] = [Self::N, Self::V, Self::M];
}

/// Between two places where something acts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Segment {
    /// Metres from the first point of the stretch.
    pub start: f64,
    /// The end, m from the first point.
    pub end: f64,
    /// N, V and M in the distance from `start`.
    pub inner: [Poly; 3],
}

impl Segment {
    /// One of the three.
    pub fn of(&self, inner: Inner) -> &Poly {
        &self.inner[inner as usize]
    }

    /// Its length.
    pub fn length(&self) -> f64 {
        self.end - self.start
    }
}

/// N, V and M along a straight stretch of a run, from corner to corner.
#[derive(Debug, Clone, PartialEq)]
pub struct Diagram {
    /// Of which body.
    pub body: BodyId,
    /// The place of its run.
    pub run: usize,
    /// Its points with their distances from the first, m.
    pub points: Vec<(PointId, f64)>,
    /// Unit vector.
    pub along: Vector,
    /// One behind the other, over its whole length.
    pub segments: Vec<Segment>,
    /// The largest force and moment that act on the body: what is far below them is nothing.
    pub scales: (f64, f64),
    /// By how much the two sides of a cut differ, over these scales: at most, over all segments.
    pub disagreement: f64,
}

/// The reason why a stretch has no diagram.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum DiagramRefusal {
    /// It belongs to a ring, inside which equilibrium does not fix them.
    Ring,
    /// The runs of the body do not hang together: what joins them is not drawn.
    Apart,
    /// A couple acts somewhere on the body: where is not said.
    CoupleWithoutPlace(String),
    /// A distributed load does not lie along one stretch: its first and last point.
    LoadOffRuns(String, String),
    /// The forces on both sides, which equilibrium does not fix.
    Open,
}

/// A stretch, with its diagram or why it has none.
#[derive(Debug, Clone, PartialEq)]
pub struct Inside {
    /// Of which body.
    pub body: BodyId,
    /// Its first point.
    pub from: PointId,
    /// Its last point.
    pub to: PointId,
    /// Its diagram.
    pub diagram: Result<Diagram, DiagramRefusal>,
}

impl Diagram {
    /// The point that stands at a distance from the first, m.
    pub fn point_at(&self, station: f64) -> Option<PointId> {
        let slack = tolerance::GEOMETRY * self.length();
        self.points.iter().find(|(_, at)| (at - station).abs() <= slack).map(|(point, _)| *point)
    }

    /// Its length, m.
    pub fn length(&self) -> f64 {
        self.segments.last().map_or(0.0, |segment| segment.end)
    }

    /// Its first point.
    pub fn from(&self) -> PointId {
        self.points[0].0
    }

    /// Its last point.
    pub fn to(&self) -> PointId {
        self.points[self.points.len() - 1].0
    }

    /// The size below which N, V or M is nothing, N or N·m.
    pub fn zero(&self, inner: Inner) -> f64 {
        tolerance::ZERO_FORCE * self.scale(inner)
    }

    /// The largest force, or moment, that enters.
    pub(super) fn scale(&self, inner: Inner) -> f64 {
        if inner == Inner::M { self.scales.1 } else { self.scales.0 }
    }

    /// The value on one side of a place, SI; exactly 0 when it is noise. At the ends there is only one side.
    pub fn at(&self, inner: Inner, station: f64, side: Side) -> f64 {
        let slack = tolerance::GEOMETRY * self.length();
        let last = self.segments.len() - 1;
        let holds = |segment: &Segment| match side {
            Side::Before => station <= segment.end + slack,
            Side::After => station < segment.end - slack,
        };
        let segment = &self.segments[self.segments.iter().position(holds).unwrap_or(last)];
        self.value(segment, inner, (station - segment.start).clamp(0.0, segment.length()))
    }

    /// The value at a distance from the start of a segment.
    pub fn value(&self, segment: &Segment, inner: Inner, x: f64) -> f64 {
        let value = segment.of(inner).at(x);
        if value.abs() <= self.zero(inner) { 0.0 } else { value }
    }

    /// True when something steps at a place: the two sides of a cut there differ.
    pub fn steps(&self, station: f64) -> bool {
        Inner::ALL.into_iter().any(|inner| {
            let sides = [Side::Before, Side::After].map(|side| self.at(inner, station, side));
            (sides[0] - sides[1]).abs() > self.zero(inner)
        })
    }
}

/// N, V and M of every straight stretch of every body of a plane sheet, in the order of the sheet, from the values of the unknowns of the full equilibrium.
/// `carried`: per body, per edge of its graph, N, V and M at its start by stiffness; nothing for bodies that stay rigid.
pub fn inside(
    model: &Model,
    full: &Equilibrium,
    values: &[Option<f64>],
    carried: Option<&[Vec<[f64; 3]>]>,
) -> Vec<Inside> {
    let acting = everything_acting(model, full, values);
    let each = model.body_ids().zip(acting);
    each.flat_map(|(body, acting)| {
        let carried = carried.map_or(&[][..], |all| &all[body.index()]);
        of_body(model, body, acting, carried)
    })
    .collect()
}

fn of_body(
    model: &Model,
    body: BodyId,
    acting: Result<Acting, DiagramRefusal>,
    carried: &[[f64; 3]],
) -> Vec<Inside> {
    let refused = |why: DiagramRefusal| {
        let runs = model.bodies[body.index()].runs.iter().flat_map(|run| model.stretches(run));
        let stretches = runs.filter(|points| points.len() > 1);
        let all = stretches.map(|points| Inside {
            body,
            from: points[0],
            to: points[points.len() - 1],
            diagram: Err(why.clone()),
        });
        all.collect()
    };
    let graph = match acting.and_then(|acting| Graph::of(model, body, &acting)) {
        Ok(graph) => graph,
        Err(why) => return refused(why),
    };
    if !graph.connected() {
        return refused(DiagramRefusal::Apart);
    }
    let sides = graph.sides();
    let scales = graph.scales();
    let all = graph.stretches.iter().map(|stretch| {
        let (from, to) = (stretch.points[0].0, stretch.points[stretch.points.len() - 1].0);
        Inside { body, from, to, diagram: diagram(&graph, stretch, &sides, scales, carried, body) }
    });
    all.collect()
}

fn diagram(
    graph: &Graph,
    stretch: &Stretch,
    sides: &[Option<Sides>],
    scales: (f64, f64),
    carried: &[[f64; 3]],
    body: BodyId,
) -> Result<Diagram, DiagramRefusal> {
    let mut disagreement = 0.0f64;
    let mut segments = Vec::with_capacity(stretch.edges.len());
    for index in &stretch.edges {
        let known = carried.get(*index).copied();
        let (segment, off) = match (&sides[*index], known) {
            (None, None) => return Err(DiagramRefusal::Ring),
            // What a ring carries follows from how it gives way.
            (None, Some(begins)) => (polynomials(graph, stretch.along, *index, begins, scales), 0.0),
            (Some(sides), _) => {
                if graph.open(*index) || sides.before.open > 0 && sides.after.open > 0 {
                    return Err(DiagramRefusal::Open);
                }
                segment(graph, stretch.along, *index, sides, known, scales)
            }
        };
        disagreement = disagreement.max(off);
        segments.push(segment);
    }
    let Stretch { run, points, along, .. } = stretch.clone();
    Ok(Diagram { body, run, points, along, segments, scales, disagreement })
}

/// The polynomials of one edge from the side on which less acts, and by how much the other side differs.
fn segment(
    graph: &Graph,
    along: Vector,
    index: usize,
    sides: &Sides,
    known: Option<[f64; 3]>,
    (forces, moments): (f64, f64),
) -> (Segment, f64) {
    spend(2);
    let edge = &graph.edges[index];
    let (t, n, l) = (along, along.left(), edge.length);
    // What the loads on the edge add to N, V and M over its length, when they begin at nothing.
    let [gain_n, gain_v, gain_m] = grown(edge, along, [0.0; 3]).map(|poly| poly.at(l));
    let (before, after) = (&sides.before, &sides.after);
    let (first, last) = (graph.at(edge.ends[0]), graph.at(edge.ends[1]));
    let from_before = [-before.force.dot(t), before.force.dot(n), -before.about(graph.origin, first).z];
    let at_end = [after.force.dot(t), -after.force.dot(n), after.about(graph.origin, last).z];
    let v = at_end[1] - gain_v;
    let from_after = [at_end[0] - gain_n, v, at_end[2] - v * l - gain_m];
    let fixed = before.open == 0 && after.open == 0;
    let differs = from_before
        .iter()
        .zip(from_after)
        .zip([forces, forces, moments])
        .map(|((a, b), scale)| if scale > 0.0 { (a - b).abs() / scale } else { 0.0 });
    let mut off = if fixed { differs.fold(0.0, f64::max) } else { 0.0 };
    let begins = if before.open == 0 && (after.open > 0 || before.count <= after.count) {
        from_before
    } else {
        from_after
    };
    // Stiffness says the same by its own way.
    if let Some(known) = known {
        let differs = begins.iter().zip(known).zip([forces, forces, moments]);
        let differs = differs.map(|((a, b), scale)| if scale > 0.0 { (a - b).abs() / scale } else { 0.0 });
        off = differs.fold(off, f64::max);
    }
    (polynomials(graph, along, index, begins, (forces, moments)), off)
}

/// N, V and M of one edge from what they are at its start and what acts along it.
fn polynomials(
    graph: &Graph,
    along: Vector,
    index: usize,
    begins: [f64; 3],
    (forces, moments): (f64, f64),
) -> Segment {
    let edge = &graph.edges[index];
    let clean =
        |value: f64, scale: f64| if value.abs() <= tolerance::ZERO_FORCE * scale { 0.0 } else { value };
    let begins = [clean(begins[0], forces), clean(begins[1], forces), clean(begins[2], moments)];
    Segment { start: edge.start, end: edge.start + edge.length, inner: grown(edge, along, begins) }
}

/// N, V and M along an edge from what they are at its start: dN/ds = −p, dV/ds = w, dM/ds = V.
fn grown(edge: &Edge, along: Vector, [n, v, m]: [f64; 3]) -> [Poly; 3] {
    let v = Poly::of(&edge.load.map(|q| q.dot(along.left()))).integral(v);
    // Not the negative of nothing.
    [Poly::of(&edge.load.map(|q| 0.0 - q.dot(along))).integral(n), v, v.integral(m)]
}
