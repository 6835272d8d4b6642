//! What stiffness adds, as published: displacements, deflected shapes, sags, and how well it closes.

use crate::Publisher;
use helvek_statics::model::Member;
use helvek_statics::stiffness::{DeflectedShape, Elastic, Sag};
use schemars::JsonSchema;
use serde::Serialize;

/// The answers of stiffness. Forces that equilibrium alone does not fix have their values from here, with `determined` false.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct StiffnessAnswer {
    /// The reason why stiffness does not answer; then everything else is empty.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub refused: Option<RefusalAnswer>,
    /// Only ratios of stiffnesses are given: forces are right, and displacements are not known.
    pub relative: bool,
    /// The largest residual of its equations, relative.
    pub residual: f64,
    /// Difference between the work of the loads and that inside, relative.
    pub energy: f64,
    /// Members without a stiffness, taken as rigid.
    pub rigid: Vec<String>,
    /// Members that keep their length where lengths alone do not fix N: taken as if all had one and the same EA, however large.
    pub shared: Vec<String>,
    /// Displacements of points.
    pub displacements: Vec<DisplacementAnswer>,
    /// The deflected shape of every straight stretch.
    pub deflections: Vec<DeflectionAnswer>,
}

/// The reason of a refusal.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RefusalName {
    /// Nothing says how stiff anything is.
    NoStiffness,
    /// Members without a stiffness on which what is carried depends.
    MemberWithoutStiffness,
    /// Supports or joints hold each other, and nothing between gives way.
    NothingGivesWay,
    /// A change of length that is asked for cannot come about.
    CannotGiveWay,
    /// Ratios of stiffness, where numbers are needed.
    RatiosNotEnough,
    /// Some stiffnesses are ratios and some are numbers.
    StiffnessMixed,
    /// A size that is sought and that equilibrium does not fix.
    SoughtNotFixed,
    /// A load has no place inside its body.
    NoPlaceInside,
    /// No set of one-way parts fits.
    ContactsNotFound,
    /// It moves under these loads.
    Moves,
    /// Stiffnesses or lengths differ too much for the arithmetic.
    FiguresLost,
}

/// The reason why stiffness does not answer.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct RefusalAnswer {
    /// The reason, for programs.
    pub name: RefusalName,
    /// For people.
    pub message: String,
    /// The cure.
    pub cure: String,
    /// The things concerned.
    pub about: Vec<String>,
}

/// The displacement of a point of a body.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct DisplacementAnswer {
    /// The point.
    pub at: String,
    /// The body.
    pub on: String,
    /// `[x, y]`
    pub moves: [f64; 2],
    /// Radians, counter-clockwise.
    pub turned: f64,
}

/// The deflected shape of a straight stretch.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct DeflectionAnswer {
    /// The body.
    pub on: String,
    /// Its first point.
    pub from: String,
    /// Its last point.
    pub to: String,
    /// Displacement to the left of the run, sheet's unit of length, in pieces: `c0, c1, ...` in the distance from the start of each piece.
    pub across: Vec<DeflectionPiece>,
    /// Displacement along the run, in the same pieces and unit.
    pub along: Vec<DeflectionPiece>,
    /// The sag of each of its spans.
    pub sags: Vec<SagAnswer>,
}

/// A polynomial over a part of the stretch.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct DeflectionPiece {
    /// The beginning of the piece, from the first point of the stretch, sheet's unit of length.
    pub start: f64,
    /// The end of the piece, from the first point of the stretch, sheet's unit of length.
    pub end: f64,
    /// In the distance from `start`.
    pub coefficients: Vec<f64>,
}

/// The sag of a span.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SagAnswer {
    /// The ends of the span, from the first point of the stretch, sheet's unit of length.
    pub span: [f64; 2],
    /// The place of the largest sag, from the first point of the stretch, sheet's unit of length.
    pub distance: f64,
    /// Distance from the straight line between its ends, positive to the left of the run; of an overhang, distance from where it is held. Sheet's unit of length.
    pub value: f64,
    /// The length over the sag; of an overhang twice its length. Null without a sag.
    pub ratio: Option<f64>,
    /// True when one end is free.
    pub overhang: bool,
}

impl Publisher<'_> {
    /// The answers of stiffness, with the shapes of everything or without; `None` where the sheet says nothing of it.
    pub(super) fn stiffness_answer(&self) -> Option<StiffnessAnswer> {
        match self.elastic.as_ref()? {
            Err(refusal) => {
                let refused = Some(self.refusal(refusal));
                Some(StiffnessAnswer { refused, ..StiffnessAnswer::default() })
            }
            Ok(elastic) => {
                let names = |members: &[Member]| members.iter().map(|m| self.member_name(*m)).collect();
                let shown = elastic.knows_displacements();
                Some(StiffnessAnswer {
                    refused: None,
                    relative: elastic.relative,
                    residual: elastic.residual,
                    energy: elastic.energy,
                    rigid: names(&elastic.rigid),
                    shared: names(&elastic.shared),
                    displacements: if shown { self.displacements(elastic) } else { Vec::new() },
                    deflections: if shown {
                        elastic.shapes.iter().map(|shape| self.deflection(shape)).collect()
                    } else {
                        Vec::new()
                    },
                })
            }
        }
    }

    /// The name of a body or a bar.
    pub fn member_name(&self, member: Member) -> String {
        match member {
            Member::Body(id) => self.model.bodies[id.index()].name.clone(),
            Member::Bar(id) => self.model.bars[id.index()].name.clone(),
        }
    }

    fn displacements(&self, elastic: &Elastic) -> Vec<DisplacementAnswer> {
        let units = &self.model.units;
        let mut list: Vec<DisplacementAnswer> = Vec::new();
        let mut known = std::collections::HashSet::new();
        for shape in &elastic.shapes {
            for (point, station) in &shape.points {
                if !known.insert((shape.body, *point)) {
                    continue;
                }
                let by = shape.displacement(*station);
                list.push(DisplacementAnswer {
                    at: self.model.point_name(*point).to_owned(),
                    on: self.model.bodies[shape.body.index()].name.clone(),
                    moves: [by.x, by.y].map(|v| units.length.from_si(v) + 0.0),
                    turned: shape.turned(*station),
                });
            }
        }
        for (pin, by) in self.model.pins.iter().zip(&elastic.pins) {
            list.push(DisplacementAnswer {
                at: self.model.point_name(pin.at).to_owned(),
                on: helvek_statics::model::PIN.to_owned(),
                moves: [by.x, by.y].map(|v| units.length.from_si(v) + 0.0),
                turned: 0.0,
            });
        }
        list
    }

    fn deflection(&self, shape: &DeflectedShape) -> DeflectionAnswer {
        let length = &self.model.units.length;
        let name = |end: Option<&(helvek_statics::model::PointId, f64)>| {
            end.map(|(point, _)| self.model.point_name(*point).to_owned()).unwrap_or_default()
        };
        // cₖ is in m per mᵏ: per length^(k − 1).
        let piece = |start: f64, end: f64, c: &[f64]| DeflectionPiece {
            start: length.from_si(start),
            end: length.from_si(end),
            coefficients: c
                .iter()
                .enumerate()
                .map(|(k, c)| c * length.factor.powi(k as i32 - 1) + 0.0)
                .collect(),
        };
        DeflectionAnswer {
            on: self.model.bodies[shape.body.index()].name.clone(),
            from: name(shape.points.first()),
            to: name(shape.points.last()),
            across: shape.bends.iter().map(|b| piece(b.start, b.end, &b.across)).collect(),
            along: shape.bends.iter().map(|b| piece(b.start, b.end, &b.along)).collect(),
            sags: shape.sags().iter().map(|sag| self.sag(sag)).collect(),
        }
    }

    fn sag(&self, sag: &Sag) -> SagAnswer {
        let length = |v: f64| self.model.units.length.from_si(v) + 0.0;
        SagAnswer {
            span: sag.span.map(length),
            distance: length(sag.station),
            value: length(sag.value),
            ratio: Some(sag.ratio()).filter(|ratio| ratio.is_finite()),
            overhang: sag.overhang,
        }
    }
}
