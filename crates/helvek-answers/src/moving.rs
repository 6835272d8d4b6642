//! Trains of forces, as published: influence lines, the worst stands, envelopes.

use super::combinations::ForceOf;
use crate::Publisher;
use helvek_checks::Checks;
use helvek_checks::moving_load::{Extreme, Facing, Line, Passage, Stand, Swept, SweptPart};
use helvek_sheet::units::Unit;
use helvek_statics::equilibrium::{Column, ColumnKind};
use helvek_statics::internal_forces::Inner;
use helvek_statics::model::PointId;
use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Serialize;

/// A train of forces with what it comes to, wherever it stands.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct MovingAnswer {
    /// Its name.
    pub name: String,
    /// The first point of its path.
    pub from: String,
    /// The last point of its path.
    pub to: String,
    /// Its length.
    pub length: f64,
    /// The reason why there are no influence lines; then the lists are empty.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub refused: Option<String>,
    /// Every unknown of supports, joints, bars and ropes that equilibrium fixes.
    pub forces: Vec<MovingForce>,
    /// N, V and M at each place inside a body that is asked.
    pub internal: Vec<MovingForce>,
    /// Along every straight stretch.
    pub diagrams: Vec<MovingDiagram>,
}

/// The effect of the train on one thing.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct MovingForce {
    /// `A_y`, `M_A`, `D-C`; `N`, `V`, `M` at a place that is asked.
    pub of: String,
    /// The sort of thing it belongs to.
    pub kind: ForceOf,
    /// It is a couple, in the unit of moments.
    #[serde(skip)]
    pub couple: bool,
    /// Of a place that is asked: which of `internal`.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub place: Option<usize>,
    /// Without the train.
    pub drawn: f64,
    /// With it, where it is least.
    pub least: MostAnswer,
    /// With it, where it is greatest.
    pub greatest: MostAnswer,
    /// The influence line: what one unit of force does.
    pub line: Vec<LinePieceAnswer>,
}

/// A straight piece of an influence line.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct LinePieceAnswer {
    /// From the beginning of the path.
    pub start: f64,
    /// The end of the piece, from the beginning of the stretch, sheet's unit of length.
    pub end: f64,
    /// Per unit of force, at its start.
    pub first: f64,
    /// Per unit of force, at its end.
    pub last: f64,
}

/// The least or the greatest, with where the train stands for it.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct MostAnswer {
    /// With the loads as drawn.
    pub value: f64,
    /// Along a member: where, from the first point of the stretch.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub distance: Option<f64>,
    /// The stand of the train; null when it is away.
    pub stand: Option<StandAnswer>,
    /// The ordinates of the influence line under its forces, the leading one first; 0 off the path. Empty along a member.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub ordinates: Vec<f64>,
}

/// A stand of a train.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StandAnswer {
    /// The end of the path to which its leading force is nearest.
    pub heads_to: String,
    /// The force that stands where it matters, the leading one being 1.
    pub force: usize,
    /// The place of that force, from the beginning of the path, sheet's unit of length.
    pub at: f64,
    /// The place of the leading force, from the beginning of the path; it may be off the path.
    pub lead: f64,
}

/// The least and the greatest along a stretch.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct MovingDiagram {
    /// The body.
    pub on: String,
    /// Its first point.
    pub from: String,
    /// Its last point.
    pub to: String,
    /// `N`, `V` and `M`.
    #[serde(flatten)]
    pub inner: IndexMap<&'static str, MovingBounds>,
}

/// Both sides of an envelope.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct MovingBounds {
    /// The lowest of all.
    pub lowest: MostAnswer,
    /// The highest of all.
    pub highest: MostAnswer,
    /// From the first point to the last.
    pub least: Vec<super::PieceAnswer>,
    /// From the first point to the last.
    pub greatest: Vec<super::PieceAnswer>,
}

impl Publisher<'_> {
    /// Every train of the sheet, wherever it stands.
    pub fn moving_answers(&self) -> Vec<MovingAnswer> {
        Checks(self).passages().iter().map(|passage| self.moving_answer(passage)).collect()
    }

    fn moving_answer(&self, passage: &Passage<'_>) -> MovingAnswer {
        let name = |p: PointId| self.model.point_name(p).to_owned();
        let [from, to] = passage.train.ends.map(name);
        let mut answer = MovingAnswer {
            name: passage.train.name.clone(),
            from,
            to,
            length: self.model.units.length.from_si(passage.train.length()),
            refused: None,
            forces: Vec::new(),
            internal: Vec::new(),
            diagrams: Vec::new(),
        };
        if let Err(why) = &passage.result {
            answer.refused = Some(self.train_refused(why, passage));
            return answer;
        }
        let drawn = self.full_values();
        let columns = self.full.column_ids().zip(&self.full.columns);
        answer.forces = columns
            .filter_map(|(id, column)| {
                let (line, drawn) = (passage.line(id)?, drawn[id.index()]?);
                self.moving_force(passage, column, &line, drawn)
            })
            .collect();
        for (place, (cut, drawn)) in self.model.cuts.iter().zip(self.asked_inside()).enumerate() {
            let Some((lines, drawn)) = passage.section(cut).zip(drawn) else { continue };
            for (inner, line) in Inner::ALL.into_iter().zip(lines) {
                let unit = self.model.inner_unit_of(inner);
                let of = (inner.letter().to_owned(), ForceOf::Internal, inner == Inner::M);
                let force = self.published_line(passage, of, &line, drawn[inner as usize], unit);
                answer.internal.push(MovingForce { place: Some(place), ..force });
            }
        }
        answer.diagrams = passage.sweep().iter().map(|swept| self.moving_diagram(passage, swept)).collect();
        answer
    }

    fn moving_force(
        &self,
        passage: &Passage<'_>,
        column: &Column,
        line: &Line,
        drawn: f64,
    ) -> Option<MovingForce> {
        let units = &self.model.units;
        let couple = column.kind == ColumnKind::Couple;
        let unit = if couple { &units.moment } else { &units.force };
        let of = self.model.symbol_of(column);
        let of = (of, ForceOf::column(column.of)?, couple);
        Some(self.published_line(passage, of, line, drawn, unit))
    }

    fn published_line(
        &self,
        passage: &Passage<'_>,
        (of, kind, couple): (String, ForceOf, bool),
        line: &Line,
        drawn: f64,
        unit: &Unit,
    ) -> MovingForce {
        let length = |v: f64| self.model.units.length.from_si(v);
        let each = self.model.units.force.to_si(1.0);
        let ordinates = |most: &Extreme| -> Vec<f64> {
            let all = line.ordinates(passage.train, most);
            all.into_iter().map(|ordinate| unit.from_si(ordinate * each)).collect()
        };
        let [least, greatest] = passage.most(line, drawn).map(|most: Extreme| MostAnswer {
            value: unit.from_si(most.value),
            distance: None,
            stand: most.stand.map(|stand| self.stand_answer(passage, stand)),
            ordinates: ordinates(&most),
        });
        let piece = |piece: &helvek_checks::moving_load::LinePiece| LinePieceAnswer {
            start: length(piece.start),
            end: length(piece.end),
            first: unit.from_si(piece.first * each),
            last: unit.from_si(piece.last * each),
        };
        MovingForce {
            of,
            kind,
            couple,
            place: None,
            drawn: unit.from_si(drawn),
            least,
            greatest,
            line: line.pieces.iter().map(piece).collect(),
        }
    }

    /// A stand of a train, in the sheet's units.
    pub fn stand_answer(&self, passage: &Passage<'_>, stand: Stand) -> StandAnswer {
        let length = |v: f64| self.model.units.length.from_si(v);
        let end = passage.train.ends[usize::from(stand.facing == Facing::On)];
        StandAnswer {
            heads_to: self.model.point_name(end).to_owned(),
            force: stand.axle + 1,
            at: length(stand.place),
            lead: length(stand.lead(passage.train)),
        }
    }

    fn moving_diagram(&self, passage: &Passage<'_>, swept: &Swept) -> MovingDiagram {
        let length = |v: f64| self.model.units.length.from_si(v);
        let name = |p: PointId| self.model.point_name(p).to_owned();
        let bounds = |inner: Inner| {
            let unit = self.model.inner_unit_of(inner);
            let [lowest, highest] = swept.most(passage, inner).map(|(station, value, stand)| MostAnswer {
                value: unit.from_si(value),
                distance: Some(length(station)),
                stand: stand.map(|stand| self.stand_answer(passage, stand)),
                ordinates: Vec::new(),
            });
            let [least, greatest] = swept.bounds[inner as usize].each_ref().map(|parts| {
                let part = |part: &SweptPart| super::PieceAnswer {
                    start: length(part.start),
                    end: length(part.end),
                    coefficients: self.published(&part.poly.moved(part.start), inner).coefficients().to_vec(),
                };
                parts.iter().map(part).collect()
            });
            MovingBounds { lowest, highest, least, greatest }
        };
        MovingDiagram {
            on: self.model.bodies[swept.body.index()].name.clone(),
            from: name(swept.ends[0]),
            to: name(swept.ends[1]),
            inner: Inner::ALL.into_iter().map(|inner| (inner.letter(), bounds(inner))).collect(),
        }
    }
}
