//! N, V_y, V_z, T, M_y and M_z of sheets of space, as published.

use super::PieceAnswer;
use crate::Publisher;
use crate::words::diagram_refused;
use helvek_statics::internal_forces::{Side, Six, SolidDiagram};
use helvek_statics::model::PointId;
use schemars::JsonSchema;
use serde::Serialize;

/// The six at a place. What equilibrium does not fix is null.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct InternalSpaceAnswer {
    /// The body.
    pub on: String,
    /// The first point of its straight stretch.
    pub from: String,
    /// The last.
    pub to: String,
    /// From the first.
    pub distance: f64,
    /// Just before or just after what acts there.
    pub side: Side,
    /// The six.
    #[serde(flatten)]
    pub six: SixAnswer<Option<f64>>,
}

/// Something of each of the six.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SixAnswer<T> {
    /// The normal force, tension positive.
    #[serde(rename = "N")]
    pub n: T,
    /// The shear force, on the part before against y′.
    #[serde(rename = "Vy")]
    pub vy: T,
    /// The shear force, on the part before against z′.
    #[serde(rename = "Vz")]
    pub vz: T,
    /// The torque, on the part before right-handed about x′.
    #[serde(rename = "T")]
    pub t: T,
    /// The bending moment that compresses the side of z′.
    #[serde(rename = "My")]
    pub my: T,
    /// The bending moment that compresses the side of y′.
    #[serde(rename = "Mz")]
    pub mz: T,
}

impl<T> SixAnswer<T> {
    fn of(mut each: impl FnMut(Six) -> T) -> Self {
        Self {
            n: each(Six::N),
            vy: each(Six::Vy),
            vz: each(Six::Vz),
            t: each(Six::T),
            my: each(Six::My),
            mz: each(Six::Mz),
        }
    }
}

/// The largest of one of the six.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct LargestAnswer {
    /// Its size with its sign.
    pub value: f64,
    /// From the first point.
    pub distance: f64,
    /// Just before or just after what acts there.
    pub side: Side,
}

/// The six along a straight stretch of a run, corner to corner.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct DiagramSpaceAnswer {
    /// The body.
    pub on: String,
    /// Its first point.
    pub from: String,
    /// Its last point.
    pub to: String,
    /// Its length.
    pub length: f64,
    /// x′, y′ and z′: along the stretch, across it, and the reference.
    pub axes: Option<[[f64; 3]; 3]>,
    /// Polynomials.
    pub pieces: Option<SixAnswer<Vec<PieceAnswer>>>,
    /// The largest value of each, by size, with its sign.
    pub largest: Option<SixAnswer<LargestAnswer>>,
    /// The reason why there is no diagram.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub refused: Option<String>,
}

impl Publisher<'_> {
    pub(super) fn internal_in_space(&self) -> Vec<InternalSpaceAnswer> {
        if self.model.cuts.is_empty() || !self.model.spatial() {
            return Vec::new();
        }
        let name = |p: PointId| self.model.point_name(p).to_owned();
        let each = self.model.cuts.iter().zip(self.asked_inside());
        each.map(|(cut, found)| InternalSpaceAnswer {
            on: self.model.bodies[cut.body.index()].name.clone(),
            from: name(cut.stretch[0]),
            to: name(cut.stretch[1]),
            distance: self.model.units.length.from_si(cut.station),
            side: cut.side,
            six: SixAnswer::of(|six| {
                found.as_ref().map(|f| self.model.six_unit(six).from_si(f[six as usize]) + 0.0)
            }),
        })
        .collect()
    }

    pub(super) fn diagrams_in_space(&self) -> Vec<DiagramSpaceAnswer> {
        let name = |p: PointId| self.model.point_name(p).to_owned();
        let length = |v: f64| self.model.units.length.from_si(v);
        let each = self.inside_space().iter().map(|inside| {
            let on = self.model.bodies[inside.body.index()].name.clone();
            let diagram = inside.diagram.as_ref().ok();
            DiagramSpaceAnswer {
                from: name(inside.from),
                to: name(inside.to),
                length: length(self.model.at(inside.from).distance(self.model.at(inside.to))),
                axes: diagram.map(|d| d.axes.map(|axis| axis.parts())),
                pieces: diagram.map(|d| SixAnswer::of(|six| self.pieces_in_space(d, six))),
                largest: diagram.map(|d| {
                    SixAnswer::of(|six| {
                        let (value, station, side) = d.largest(six);
                        let value = self.model.six_unit(six).from_si(value) + 0.0;
                        LargestAnswer { value, distance: length(station), side }
                    })
                }),
                refused: inside.diagram.as_ref().err().map(|why| diagram_refused(why, &on)),
                on,
            }
        });
        each.collect()
    }

    /// Polynomials in the sheet's units, in the distance from the first point of the stretch.
    fn pieces_in_space(&self, diagram: &SolidDiagram, six: Six) -> Vec<PieceAnswer> {
        let units = &self.model.units;
        let metre = units.length.from_si(1.0);
        let all = units.length.from_si(diagram.length());
        let zero = self.model.six_unit(six).from_si(diagram.zero(six)).abs();
        let piece = |segment: &helvek_statics::internal_forces::SolidSegment| {
            let moved = segment.inner[six as usize].moved(segment.start);
            let scaled = moved.each(|k, c| self.model.six_unit(six).from_si(c) / metre.powi(k as i32));
            let poly = scaled.each(|k, c| if c.abs() * all.powi(k as i32) <= zero { 0.0 } else { c });
            let [start, end] = [segment.start, segment.end].map(|s| units.length.from_si(s));
            PieceAnswer { start, end, coefficients: poly.coefficients().to_vec() }
        };
        diagram.segments.iter().map(piece).collect()
    }
}
