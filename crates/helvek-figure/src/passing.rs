//! Trains of forces: their envelopes, and influence lines drawn along the path.

use crate::diagrams::{
    BoundPart, Curve, CurvePart, CurveValue, Diagrams, StretchMark, bounded, diagrams, largest,
};
use helvek_core::equilibrium::ColumnKind;
use helvek_core::id::Kind;
use helvek_core::internal_forces::Inner;
use helvek_core::model::CutAt;
use helvek_core::moving_load::{Line, Passage};
use helvek_core::units::{Unit, figures};

/// The envelope of a train along every stretch, wherever it stands. Nothing where it is refused.
pub fn swept(passage: &Passage<'_>) -> Option<Diagrams> {
    let all = passage.sweep();
    let drawn = diagrams(passage.solved)?;
    let inside = passage.solved.inside();
    Some(bounded(passage.solved, drawn, |row, inner, bound| {
        let here = &inside[row];
        let swept = all.iter().find(|s| s.body == here.body && s.ends == [here.from, here.to])?;
        let parts = swept.bounds[inner as usize][bound].iter();
        Some(parts.map(|part| BoundPart::new(part.start, part.end, part.poly, "")).collect())
    }))
}

/// The influence line of an unknown, by its symbol (of a bar its name), as the curve of a single band.
pub fn influence_of(passage: &Passage<'_>, of: &str) -> Option<Diagrams> {
    let solved = passage.solved;
    let id = solved.full.column_ids().find(|id| solved.model.symbol_of(solved.full.column(*id)) == of)?;
    let kind = solved.full.column(id).kind;
    let unit = solved.model.unit_of(kind);
    let curve = line_curve(passage, &passage.line(id)?, &unit, Inner::V);
    let titles = [String::new(), of.to_owned(), String::new()];
    Some(along_path(passage, vec![curve], titles, kind == ColumnKind::Couple))
}

/// The influence lines of N, V and M at a place inside a body.
pub fn influence_at(passage: &Passage<'_>, section: &CutAt) -> Option<Diagrams> {
    let lines = passage.section(section)?;
    let curves = Inner::ALL.into_iter().zip(lines);
    let curves = curves
        .map(|(inner, line)| line_curve(passage, &line, passage.solved.model.inner_unit_of(inner), inner));
    let titles = Inner::ALL.map(|inner| format!("η {}", inner.letter()));
    let (model, train) = (&passage.solved.model, passage.train);
    let [from, to] = section.stretch.map(|p| model.at(p));
    let at = from + (to - from).unit()? * section.station;
    let start = model.at(train.ends[0]);
    let place = (at - start).dot(train.along);
    let on = at.distance(start + train.along * place) <= 1e-9 * train.length()
        && (0.0..=train.length()).contains(&place);
    let lines = along_path(passage, curves.collect(), titles, false);
    Some(Diagrams { section: on.then(|| model.units.length.from_si(place)), ..lines })
}

/// A line per unit of force, in the sheet's units.
fn line_curve(passage: &Passage<'_>, line: &Line, unit: &Unit, inner: Inner) -> Curve {
    let units = &passage.solved.model.units;
    let each = units.force.to_si(1.0);
    let value = |per: f64| unit.from_si(per * each);
    let length = |v: f64| units.length.from_si(v);
    let part = |piece: &helvek_core::moving_load::LinePiece| CurvePart {
        start: length(piece.start),
        end: length(piece.end),
        ordinates: vec![value(piece.first), value(piece.last)],
        by: None,
    };
    let parts: Vec<CurvePart> = line.pieces.iter().map(part).collect();
    let digits = passage.solved.model.conventions.figures;
    let ends = parts.iter().flat_map(|p| [(p.start, p.ordinates[0]), (p.end, p.ordinates[1])]);
    let mut values: Vec<CurveValue> = ends
        .filter(|(_, value)| value.abs() > 1e-9 * value_scale(line, unit, each))
        .map(|(station, value)| CurveValue {
            station,
            value,
            text: figures::rounded(value, digits).replace('-', "−"),
            most: true,
            by: None,
        })
        .collect();
    values.dedup_by(|b, a| a.station == b.station && (a.value - b.value).abs() <= 1e-9 * a.value.abs());
    Curve { of: inner, bound: None, parts, values, zeros: Vec::new() }
}

fn value_scale(line: &Line, unit: &Unit, each: f64) -> f64 {
    unit.from_si(line.largest() * each).abs()
}

/// Curves over the whole path as one stretch; the middle one may be of a couple.
fn along_path(passage: &Passage<'_>, curves: Vec<Curve>, titles: [String; 3], turns: bool) -> Diagrams {
    let (model, train) = (&passage.solved.model, passage.train);
    let length = |v: f64| model.units.length.from_si(v);
    let place = |p: helvek_core::model::PointId| {
        let at = model.at(p);
        [length(at.x), length(at.y)]
    };
    let largest = Inner::ALL.map(|inner| largest(&curves, inner));
    let per = |unit: &Unit| format!("{}/{}", unit.symbol, model.units.force.symbol);
    // A force per force has no unit; a couple per force is a length where that is how the unit is made.
    let couple = match model.units.moment.symbol == model.units.force.times(&model.units.length).symbol {
        true => model.units.length.symbol.clone(),
        false => per(&model.units.moment),
    };
    Diagrams {
        stretches: vec![StretchMark {
            id: Kind::Path.id(&train.name),
            body: train.name.clone(),
            ends: train.ends.map(|p| model.point_name(p).to_owned()),
            from: place(train.ends[0]),
            to: place(train.ends[1]),
            length: length(train.length()),
            curves,
            refused: None,
        }],
        units: [String::new(), if turns { couple.clone() } else { String::new() }, couple],
        largest,
        tension_side: false,
        titles: Some(titles),
        section: None,
    }
}
