//! A stretch of a member as a table: N, V and M (in space the six) at every place where something acts, on both sides of it, and where they turn.

use crate::document::Table;
use crate::formula::{Formula, Symbol};
use crate::inline::Inline;
use crate::numbers::{Numbers, minus};
use helvek_core::internal_forces::{Diagram, Inner, Poly, Side, Six, SolidDiagram};
use helvek_core::model::PointId;
use helvek_core::units::{Unit, figures};

/// A diagram as it is read off, plane or of space.
struct Reading<'a> {
    points: &'a [(PointId, f64)],
    /// The beginning and the end of each piece, m, and its polynomials.
    pieces: Vec<([f64; 2], &'a [Poly])>,
    columns: Vec<Column>,
    /// The value of a column at a station, on one side.
    value: Box<dyn Fn(usize, f64, Side) -> f64 + 'a>,
}

/// One of the internal forces.
struct Column {
    symbol: Symbol,
    unit: Unit,
    /// The slope that vanishes where it turns.
    slope: &'static str,
    /// The size below which it is nothing, SI.
    zero: f64,
}

/// A row of the table.
struct Row {
    name: String,
    station: f64,
    side: Side,
}

impl Reading<'_> {
    fn rows(&self, name: impl Fn(PointId) -> String) -> Vec<Row> {
        let length = self.pieces.last().map_or(0.0, |(ends, _)| ends[1]);
        let slack = helvek_core::tolerance::GEOMETRY * length;
        let named = |station: f64| {
            let here = self.points.iter().find(|(_, at)| (at - station).abs() <= slack);
            here.map(|(point, _)| name(*point)).unwrap_or_default()
        };
        let steps = |station: f64| {
            let sides = |k| [Side::Before, Side::After].map(|side| (self.value)(k, station, side));
            self.columns.iter().enumerate().any(|(k, column)| {
                let [before, after] = sides(k);
                (before - after).abs() > column.zero
            })
        };
        let mut rows = Vec::new();
        for (i, ([start, end], polys)) in self.pieces.iter().enumerate() {
            let at = named(*start);
            let here = |name: String, side| Row { name, station: *start, side };
            if i > 0 && steps(*start) {
                let of = if at.is_empty() { String::new() } else { format!("{at}, ") };
                rows.push(here(format!("{of}before"), Side::Before));
                rows.push(here(format!("{of}after"), Side::After));
            } else {
                rows.push(here(at, Side::After));
            }
            let mut turns: Vec<(f64, &str)> = Vec::new();
            for (poly, column) in polys.iter().zip(&self.columns) {
                turns.extend(poly.turns(end - start).into_iter().map(|x| (start + x, column.slope)));
            }
            turns.sort_by(|a, b| a.0.total_cmp(&b.0));
            turns.retain(|(x, _)| x - start > slack && end - x > slack);
            turns.dedup_by(|a, b| (a.0 - b.0).abs() <= slack);
            rows.extend(turns.into_iter().map(|(station, slope)| Row {
                name: format!("{slope} = 0"),
                station,
                side: Side::Before,
            }));
        }
        rows.push(Row { name: named(length), station: length, side: Side::Before });
        rows
    }
}

impl Numbers<'_> {
    /// The key points of a stretch of a plane sheet.
    pub(crate) fn key_points(&self, diagram: &Diagram) -> Table {
        let slopes = ["n", "q", "V"];
        let columns = Inner::ALL.into_iter().zip(slopes).map(|(inner, slope)| Column {
            symbol: Symbol::letter(inner.letter()),
            unit: self.statics.model.inner_unit_of(inner).clone(),
            slope,
            zero: diagram.zero(inner),
        });
        self.read_off(&Reading {
            points: &diagram.points,
            pieces: diagram.segments.iter().map(|s| ([s.start, s.end], &s.inner[..])).collect(),
            columns: columns.collect(),
            value: Box::new(|k, station, side| diagram.at(Inner::ALL[k], station, side)),
        })
    }

    /// The key points of a stretch in space.
    pub(crate) fn key_points_in_space(&self, diagram: &SolidDiagram) -> Table {
        let slopes = ["n", "q_y", "q_z", "t", "V_z", "V_y"];
        let columns = Six::ALL.into_iter().zip(slopes).map(|(six, slope)| {
            let (letter, index) = six.name().split_once('_').unwrap_or((six.name(), ""));
            Column {
                symbol: Symbol::indexed(letter, index),
                unit: self.statics.model.six_unit(six).clone(),
                slope,
                zero: diagram.zero(six),
            }
        });
        self.read_off(&Reading {
            points: &diagram.points,
            pieces: diagram.segments.iter().map(|s| ([s.start, s.end], &s.inner[..])).collect(),
            columns: columns.collect(),
            value: Box::new(|k, station, side| diagram.at(Six::ALL[k], station, side)),
        })
    }

    fn read_off(&self, reading: &Reading<'_>) -> Table {
        let length = &self.statics.model.units.length;
        let titled = |symbol: Symbol, unit: &str| {
            vec![Formula::from(symbol).into(), Inline::words(format!(" ({unit})"))]
        };
        let forces = reading.columns.iter().map(|column| titled(column.symbol.clone(), &column.unit.symbol));
        let head = [vec![Inline::words("at")], titled(Symbol::letter("x"), &length.symbol)];
        let vanishing = |column: &Column| format!("{} = 0", Formula::from(column.symbol.clone()));
        let vanish: Vec<String> = reading.columns.iter().map(vanishing).collect();
        let row = |Row { name, station, side }: &Row| {
            let place = figures::plain(length.from_si(*station), self.digits().max(3));
            let value = |(k, column): (usize, &Column)| {
                let value = (reading.value)(k, *station, *side);
                // Where its slope vanishes a force is nothing to its last figure.
                let value = if *name == vanish[k] { 0.0 } else { value };
                vec![Inline::words(minus(&figures::rounded(column.unit.from_si(value), self.digits())))]
            };
            let values = reading.columns.iter().enumerate().map(value);
            [vec![Inline::words(name)], vec![Inline::words(place)]].into_iter().chain(values).collect()
        };
        let rows = reading.rows(|point| self.statics.model.point_name(point).to_owned());
        Table { head: head.into_iter().chain(forces).collect(), rows: rows.iter().map(row).collect() }
    }
}
