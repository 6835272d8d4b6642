//! N, V and M to be drawn along their members: exact curves, with the values worth reading.

use crate::painter::Painter;
use helvek_core::answers::words::diagram_refused;
use helvek_core::budget::spend;
use helvek_core::id::{Id, Kind};
use helvek_core::internal_forces::{
    Diagram, Extreme, Inner, Inside, Poly, Segment, Side, envelope, ordinates,
};
use helvek_core::sheet::MomentSide;
use helvek_core::solution::{State, Statics};
use helvek_core::tolerance::ranked;
use helvek_core::units::{Unit, figures};
use schemars::JsonSchema;
use serde::Serialize;

/// The diagrams of a solution.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Diagrams {
    /// One for each straight stretch of each body, in the order of the sheet.
    pub stretches: Vec<StretchMark>,
    /// The units of N, V and M.
    pub units: [String; 3],
    /// The largest size of each over all stretches, in these units.
    pub largest: [f64; 3],
    /// Moments are drawn on the side that is pulled; else sagging is drawn upwards.
    pub tension_side: bool,
    /// The titles beside the three in place of their letters, when these are influence lines.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub titles: Option<[String; 3]>,
    /// Of the influence lines of a place: where that is, from the beginning of the path.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub section: Option<f64>,
}

/// A straight stretch of a body, corner to corner.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StretchMark {
    /// `inside:jib#0`
    pub id: Id,
    /// The body.
    pub body: String,
    /// The names of its ends.
    pub ends: [String; 2],
    /// Its first point, in sheet units.
    pub from: [f64; 2],
    /// Its last point.
    pub to: [f64; 2],
    /// Its length.
    pub length: f64,
    /// N, V and M; nothing when it has none.
    pub curves: Vec<Curve>,
    /// The reason it has none.
    pub refused: Option<String>,
}

/// One of the three along a stretch.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Curve {
    /// N, V or M.
    pub of: Inner,
    /// Of an envelope: which of its sides.
    pub bound: Option<Bound>,
    /// From the first point to the last, without a gap.
    pub parts: Vec<CurvePart>,
    /// The values worth reading, the most important first.
    pub values: Vec<CurveValue>,
    /// The places where it passes through zero.
    pub zeros: Vec<f64>,
}

/// A side of an envelope.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Bound {
    /// The least values.
    Least,
    /// The greatest values.
    Greatest,
}

/// A polynomial between two places, by its Bézier ordinates at equal distances from the start to the end, as many as it needs: the curve is drawn from them exactly.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CurvePart {
    /// From the first point of the stretch.
    pub start: f64,
    /// The end.
    pub end: f64,
    /// In the unit of the curve.
    pub ordinates: Vec<f64>,
    /// The combination that governs here, in an envelope.
    pub by: Option<String>,
}

/// A value at a place.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CurveValue {
    /// From the first point.
    pub station: f64,
    /// In the unit of the curve.
    pub value: f64,
    /// Rounded, without its unit.
    pub text: String,
    /// It is the largest of its sign.
    pub most: bool,
    /// The combination that governs, in an envelope.
    pub by: Option<String>,
}

/// The diagrams of every stretch; nothing where no body has any.
pub fn diagrams(statics: &Statics) -> Option<Diagrams> {
    let painter = Painter::of_state(statics);
    let all = statics.inside();
    if all.is_empty() {
        return None;
    }
    let model = &statics.model;
    let units = units(statics);
    let mut largest = [0.0f64; 3];
    for diagram in all.iter().filter_map(|inside| inside.diagram.as_ref().ok()) {
        for (most, (inner, unit)) in largest.iter_mut().zip(Inner::ALL.into_iter().zip(units)) {
            *most = most.max(unit.from_si(diagram.largest(inner).value.abs()));
        }
    }
    let stretches = all
        .iter()
        .enumerate()
        .inspect(|_| spend(10))
        .map(|(i, inside)| painter.stretch(i, inside, units))
        .collect();
    Some(Diagrams {
        stretches,
        units: units.map(|unit| unit.symbol.clone()),
        largest,
        tension_side: model.conventions.diagram == MomentSide::TensionSide,
        titles: None,
        section: None,
    })
}

/// The envelope of several combinations, each with the same structure: two curves for each of N, V and M. Nothing without any.
pub fn envelopes(statics: &Statics, states: &[State]) -> Option<Diagrams> {
    let held: Vec<&State> = states.iter().filter(|state| state.solved.verdict.equilibrium).collect();
    let drawn = diagrams(&held.first()?.solved)?;
    let all: Vec<&[Inside]> = held.iter().map(|state| state.solved.inside()).collect();
    Some(bounded(statics, drawn, |row, inner, bound| {
        let list: Option<Vec<&Diagram>> =
            all.iter().map(|inside| inside[row].diagram.as_ref().ok()).collect();
        let parts = envelope(&list?, inner, bound == 1).into_iter();
        Some(parts.map(|g| BoundPart::new(g.start, g.end, g.poly, &held[g.of].name)).collect())
    }))
}

/// A part of one side of an envelope.
pub(crate) struct BoundPart {
    start: f64,
    end: f64,
    /// In the distance from `start`.
    poly: Poly,
    /// The governing state.
    by: String,
}

impl BoundPart {
    pub(crate) fn new(start: f64, end: f64, poly: Poly, by: &str) -> Self {
        Self { start, end, poly, by: by.to_owned() }
    }
}

/// Diagrams with the two sides of an envelope in place of their curves.
pub(crate) fn bounded(
    statics: &Statics,
    mut drawn: Diagrams,
    parts: impl Fn(usize, Inner, usize) -> Option<Vec<BoundPart>>,
) -> Diagrams {
    let units = units(statics);
    let painter = Painter::of_state(statics);
    for (row, stretch) in drawn.stretches.iter_mut().enumerate() {
        let both = Inner::ALL.into_iter().zip(units).flat_map(|(inner, unit)| {
            [Bound::Least, Bound::Greatest]
                .into_iter()
                .enumerate()
                .map(move |(i, bound)| (inner, unit, i, bound))
        });
        let curves = both.map(|(inner, unit, index, bound)| {
            Some(painter.bound(&parts(row, inner, index)?, inner, unit, bound))
        });
        match curves.collect::<Option<Vec<_>>>() {
            Some(curves) => stretch.curves = curves,
            None => {
                stretch.curves.clear();
                let why = "It has no diagram in every one of these states.".into();
                stretch.refused = stretch.refused.take().or(Some(why));
            }
        }
    }
    for (index, of) in Inner::ALL.into_iter().enumerate() {
        drawn.largest[index] = largest(drawn.stretches.iter().flat_map(|s| &s.curves), of);
    }
    drawn
}

/// The largest of the three in size, by the values that are read off its curves.
pub(crate) fn largest<'a>(curves: impl IntoIterator<Item = &'a Curve>, of: Inner) -> f64 {
    let mine = curves.into_iter().filter(|curve| curve.of == of);
    mine.flat_map(|curve| &curve.values).fold(0.0, |most, value| most.max(value.value.abs()))
}

/// The units of N, V and M.
fn units(statics: &Statics) -> [&Unit; 3] {
    Inner::ALL.map(|inner| statics.model.inner_unit_of(inner))
}

impl Painter<'_> {
    /// One side of an envelope, with its largest value.
    fn bound(&self, parts: &[BoundPart], inner: Inner, unit: &Unit, bound: Bound) -> Curve {
        let length = |v: f64| self.model().units.length.from_si(v);
        let mut most: Option<(f64, f64, &str)> = None;
        for BoundPart { start, end, poly, by } in parts {
            let l = end - start;
            let places = [0.0, l].into_iter().chain(poly.turns(l));
            for x in places {
                let value = poly.at(x);
                let further = |best: f64| if bound == Bound::Greatest { value > best } else { value < best };
                if most.is_none_or(|(best, ..)| further(best)) {
                    most = Some((value, start + x, by));
                }
            }
        }
        let digits = self.model().conventions.figures;
        let value = most.filter(|(value, ..)| *value != 0.0).map(|(value, station, by)| CurveValue {
            station: length(station),
            value: unit.from_si(value),
            text: figures::rounded(unit.from_si(value), digits).replace('-', "−"),
            most: true,
            by: Some(by.to_owned()),
        });
        let drawn = parts.iter().map(|part| CurvePart {
            start: length(part.start),
            end: length(part.end),
            ordinates: ordinates_in(unit, ordinates(part.poly.coefficients(), part.end - part.start)),
            by: Some(part.by.clone()),
        });
        Curve {
            of: inner,
            bound: Some(bound),
            parts: drawn.collect(),
            values: value.into_iter().collect(),
            zeros: Vec::new(),
        }
    }

    fn stretch(&self, index: usize, inside: &Inside, units: [&Unit; 3]) -> StretchMark {
        let model = self.model();
        let body = model.bodies[inside.body.index()].name.clone();
        let length = &model.units.length;
        let (curves, refused) = match &inside.diagram {
            Ok(diagram) => {
                let curves = Inner::ALL.into_iter().zip(units);
                (curves.map(|(inner, unit)| self.curve(diagram, inner, unit)).collect(), None)
            }
            Err(why) => (Vec::new(), Some(diagram_refused(why, &body))),
        };
        StretchMark {
            id: Kind::Inside.id(&body).part(index),
            body,
            ends: [inside.from, inside.to].map(|p| model.point_name(p).to_owned()),
            from: self.point(inside.from),
            to: self.point(inside.to),
            length: length.from_si(model.at(inside.from).distance(model.at(inside.to))),
            curves,
            refused,
        }
    }

    fn curve(&self, diagram: &Diagram, inner: Inner, unit: &Unit) -> Curve {
        let length = |v: f64| self.model().units.length.from_si(v);
        let part = |segment: &Segment| CurvePart {
            start: length(segment.start),
            end: length(segment.end),
            ordinates: ordinates_in(unit, clean_ordinates(diagram, segment, inner)),
            by: None,
        };
        let digits = self.model().conventions.figures;
        let range = diagram.range(inner);
        let worth = worth_reading(diagram, inner).into_iter().map(|found| {
            let value = unit.from_si(found.value);
            CurveValue {
                station: length(found.station),
                value,
                text: figures::rounded(value, digits).replace('-', "−"),
                by: None,
                most: range.iter().any(|most| most.station == found.station && most.value == found.value),
            }
        });
        let mut values: Vec<CurveValue> = worth.collect();
        let largest = values.iter().map(|value| value.value.abs()).fold(0.0, f64::max);
        values.sort_by(|a, b| {
            let rank = |value: &CurveValue| ranked(value.value.abs(), largest);
            b.most.cmp(&a.most).then(rank(b).total_cmp(&rank(a)))
        });
        let zeros = if inner == Inner::N { Vec::new() } else { diagram.zeros(inner) };
        Curve {
            of: inner,
            bound: None,
            parts: diagram.segments.iter().map(part).collect(),
            values,
            zeros: zeros.into_iter().map(length).collect(),
        }
    }
}

/// The ordinates of a part, with its ends free of noise.
fn clean_ordinates(diagram: &Diagram, segment: &Segment, inner: Inner) -> Vec<f64> {
    let l = segment.length();
    let mut ordinates = ordinates(segment.of(inner).coefficients(), l);
    let last = ordinates.len() - 1;
    for (k, x) in [(last, l), (0, 0.0)] {
        ordinates[k] = diagram.value(segment, inner, x);
    }
    ordinates
}

fn ordinates_in(unit: &Unit, ordinates: Vec<f64>) -> Vec<f64> {
    ordinates.into_iter().map(|v| unit.from_si(v)).collect()
}

/// Values that stand out: where a curve turns, steps or ends, without zeros; of a value that goes on only its beginning.
fn worth_reading(diagram: &Diagram, inner: Inner) -> Vec<Extreme> {
    let zero = diagram.zero(inner);
    let mut candidates = diagram.candidates(inner);
    // The end of a segment and the beginning of the next are one place where nothing steps.
    candidates.dedup_by(|b, a| a.station == b.station && (a.value - b.value).abs() <= zero);
    let same = |a: &Extreme, b: &Extreme| (a.value - b.value).abs() <= zero;
    let mut worth: Vec<Extreme> = Vec::new();
    for (i, here) in candidates.iter().enumerate() {
        if here.value == 0.0 {
            continue;
        }
        let before = i.checked_sub(1).map(|i| &candidates[i]);
        let after = candidates.get(i + 1);
        let stands_out = match (before, after) {
            (Some(before), Some(after)) => {
                let (rise, fall) = (here.value - before.value, here.value - after.value);
                let steps = (before.station == here.station && !same(before, here))
                    || (after.station == here.station && !same(after, here));
                steps || (rise > zero && fall >= -zero) || (rise < -zero && fall <= zero)
            }
            _ => true,
        };
        let told = worth.last().is_some_and(|last| same(last, here) && flat(diagram, inner, last, here));
        if stands_out && !told {
            worth.push(*here);
        }
    }
    worth
}

/// Nothing changes from one place to the other.
fn flat(diagram: &Diagram, inner: Inner, a: &Extreme, b: &Extreme) -> bool {
    let zero = diagram.zero(inner);
    let between =
        diagram.candidates(inner).into_iter().filter(|c| c.station >= a.station && c.station <= b.station);
    let here = |c: &Extreme| {
        !(c.station == a.station && c.side == Side::Before || c.station == b.station && c.side == Side::After)
            || a.station == b.station
    };
    between.filter(here).all(|c| (c.value - a.value).abs() <= zero)
}
