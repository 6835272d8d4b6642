//! N, V and M as published.

use crate::Publisher;
use crate::words::diagram_refused;
use helvek_sheet::units::Unit;
use helvek_statics::internal_forces::{Diagram, Extreme, Inner, Inside, Poly, Side};
use helvek_statics::model::PointId;
use schemars::JsonSchema;
use serde::Serialize;

/// N, V and M at a place that was asked. What equilibrium does not fix is null.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct InternalAnswer {
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
    /// Tension positive.
    #[serde(rename = "N")]
    pub n: Option<f64>,
    /// Positive where it points against the left of the run on the part before.
    #[serde(rename = "V")]
    pub v: Option<f64>,
    /// Positive where the left of the run is compressed.
    #[serde(rename = "M")]
    pub m: Option<f64>,
}

/// N, V and M along a straight stretch of a run, corner to corner.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct DiagramAnswer {
    /// The body.
    pub on: String,
    /// Its first point.
    pub from: String,
    /// Its last point.
    pub to: String,
    /// Its length.
    pub length: f64,
    /// The normal force.
    #[serde(rename = "N")]
    pub n: Vec<PieceAnswer>,
    /// The shear force.
    #[serde(rename = "V")]
    pub v: Vec<PieceAnswer>,
    /// The bending moment.
    #[serde(rename = "M")]
    pub m: Vec<PieceAnswer>,
    /// The least and the greatest of each, and where V or M passes through zero.
    pub extremes: Vec<ExtremeAnswer>,
    /// Places where V changes its sign, from the first point, sheet's unit of length, ascending.
    pub shear_zeros: Vec<f64>,
    /// Points of contraflexure: where M changes its sign.
    pub contraflexure: Vec<f64>,
    /// The reason why there is no diagram; then the lists are empty.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub refused: Option<String>,
}

/// A polynomial over a part of the stretch.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PieceAnswer {
    /// The beginning of the piece, from the first point, sheet's unit of length.
    pub start: f64,
    /// The end of the piece, from the first point, sheet's unit of length.
    pub end: f64,
    /// c0, c1, ... in the distance from the first point of the stretch.
    pub coefficients: Vec<f64>,
}

/// The least or the greatest of one of the three.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct ExtremeAnswer {
    /// N, V or M.
    pub of: Inner,
    /// From the first point.
    pub distance: f64,
    /// Just before or just after what acts there.
    pub side: Side,
    /// Its size with its sign.
    pub value: f64,
}

impl Publisher<'_> {
    pub(super) fn internal_answers(&self) -> Vec<InternalAnswer> {
        if self.model.cuts.is_empty() {
            return Vec::new();
        }
        let units = &self.model.units;
        let found = self.asked_inside();
        let answers = self.model.cuts.iter().zip(found).map(|(cut, found)| {
            let name = |p: PointId| self.model.point_name(p).to_owned();
            // The six of space are told apart from these.
            let found = found.filter(|_| !self.model.spatial());
            let value = |i: usize, unit: &Unit| found.as_ref().map(|f| unit.from_si(f[i]));
            InternalAnswer {
                on: self.model.bodies[cut.body.index()].name.clone(),
                from: name(cut.stretch[0]),
                to: name(cut.stretch[1]),
                distance: units.length.from_si(cut.station),
                side: cut.side,
                n: value(0, &units.force),
                v: value(1, &units.force),
                m: value(2, &units.moment),
            }
        });
        answers.collect()
    }

    pub(super) fn diagram_answers(&self) -> Vec<DiagramAnswer> {
        self.inside().iter().map(|inside| self.diagram_answer(inside)).collect()
    }

    fn diagram_answer(&self, inside: &Inside) -> DiagramAnswer {
        let model = &self.model;
        let length = |v: f64| model.units.length.from_si(v);
        let mut answer = DiagramAnswer {
            on: model.bodies[inside.body.index()].name.clone(),
            from: model.point_name(inside.from).to_owned(),
            to: model.point_name(inside.to).to_owned(),
            length: 0.0,
            n: Vec::new(),
            v: Vec::new(),
            m: Vec::new(),
            extremes: Vec::new(),
            shear_zeros: Vec::new(),
            contraflexure: Vec::new(),
            refused: None,
        };
        match &inside.diagram {
            Err(why) => {
                answer.length = length(model.at(inside.from).distance(model.at(inside.to)));
                answer.refused = Some(diagram_refused(why, &answer.on));
            }
            Ok(diagram) => {
                answer.length = length(diagram.length());
                answer.n = self.pieces(diagram, Inner::N);
                answer.v = self.pieces(diagram, Inner::V);
                answer.m = self.pieces(diagram, Inner::M);
                for inner in Inner::ALL {
                    let [least, greatest] = diagram.range(inner);
                    let both = [Some(least), Some(greatest).filter(|g| g.value != least.value)];
                    let published = |extreme: Extreme| ExtremeAnswer {
                        of: inner,
                        distance: length(extreme.station),
                        side: extreme.side,
                        value: self.inner_unit(inner, extreme.value),
                    };
                    answer.extremes.extend(both.into_iter().flatten().map(published));
                }
                answer.shear_zeros = diagram.zeros(Inner::V).into_iter().map(length).collect();
                answer.contraflexure = diagram.zeros(Inner::M).into_iter().map(length).collect();
            }
        }
        answer
    }

    fn inner_unit(&self, inner: Inner, value: f64) -> f64 {
        self.model.inner_unit_of(inner).from_si(value)
    }

    /// A polynomial in the sheet's units: from metres to the unit of length, the coefficient of xᵏ by its k-th power.
    pub(super) fn published(&self, poly: &Poly, inner: Inner) -> Poly {
        let metre = self.model.units.length.from_si(1.0);
        poly.each(|k, c| self.inner_unit(inner, c) / metre.powi(k as i32))
    }

    /// Segments in which one polynomial goes on are one piece.
    fn pieces(&self, diagram: &Diagram, inner: Inner) -> Vec<PieceAnswer> {
        let mut pieces: Vec<PieceAnswer> = Vec::new();
        let zero = self.inner_unit(inner, diagram.zero(inner)).abs();
        let all = self.model.units.length.from_si(diagram.length());
        for segment in &diagram.segments {
            let scaled = self.published(&segment.of(inner).moved(segment.start), inner);
            let poly = scaled.each(|k, c| if c.abs() * all.powi(k as i32) <= zero { 0.0 } else { c });
            let coefficients = poly.coefficients().to_vec();
            let [start, end] = [segment.start, segment.end].map(|s| self.model.units.length.from_si(s));
            let goes_on = pieces.last_mut().filter(|last| {
                last.coefficients.len() == coefficients.len()
                    && last
                        .coefficients
                        .iter()
                        .zip(&coefficients)
                        .enumerate()
                        .all(|(k, (a, b))| (a - b).abs() * all.powi(k as i32) <= 4.0 * zero)
            });
            match goes_on {
                Some(last) => last.end = end,
                None => pieces.push(PieceAnswer { start, end, coefficients }),
            }
        }
        pieces
    }
}
