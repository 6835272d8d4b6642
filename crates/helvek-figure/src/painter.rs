//! The structure that is drawn, and the way its places and numbers are put.

use crate::{FoundSize, Spin};
use helvek_core::equilibrium::{ColumnId, ColumnKind, ColumnOf, Equilibrium};
use helvek_core::geometry::{Point, Vector};
use helvek_core::model::{Amount, Load, LoadKind, Model, PointId, Spread};
use helvek_core::solution::{Solved, Statics};
use helvek_core::units::{Unit, figures};

pub(crate) struct Painter<'a> {
    pub(crate) model: &'a Model,
    /// Everything freed.
    pub(crate) full: &'a Equilibrium,
    /// The solution, once there is one.
    pub(crate) statics: Option<&'a Statics>,
    /// Per column of `full`: the step that finds it, from 1; empty where nothing is worked.
    pub(crate) steps: Vec<Option<usize>>,
}

impl<'a> Painter<'a> {
    pub(crate) fn of(solved: &'a Solved) -> Self {
        Self { steps: solved.found_by(), ..Self::of_state(solved) }
    }

    pub(crate) fn of_state(statics: &'a Statics) -> Self {
        Self { model: &statics.model, full: &statics.full, statics: Some(statics), steps: Vec::new() }
    }
}

impl Painter<'_> {
    pub(crate) fn model(&self) -> &Model {
        self.model
    }

    /// The value of an unknown, SI, along its assumed sense.
    pub(crate) fn value(&self, id: ColumnId) -> Option<f64> {
        self.statics.and_then(|statics| statics.full_values()[id.index()])
    }

    /// The step that finds it, from 1.
    pub(crate) fn step(&self, id: ColumnId) -> Option<usize> {
        self.steps.get(id.index()).copied().flatten()
    }

    pub(crate) fn place(&self, at: Point) -> [f64; 2] {
        let length = &self.model().units.length;
        [length.from_si(at.x), length.from_si(at.y)]
    }

    pub(crate) fn point(&self, id: PointId) -> [f64; 2] {
        self.place(self.model().at(id))
    }

    /// A given quantity with its unit.
    pub(crate) fn given(&self, si: f64, unit: &Unit) -> String {
        // What is sought as a multiple of itself is once itself.
        let alone = self.model().parameter.as_ref().is_some_and(|p| p.alone && p.symbol == unit.symbol);
        if alone && unit.from_si(si) == 1.0 {
            return unit.symbol.clone();
        }
        format!("{} {}", figures::plain(unit.from_si(si), self.model().conventions.figures), unit.symbol)
    }

    /// A result with its unit.
    pub(crate) fn result(&self, si: f64, unit: &Unit) -> String {
        format!("{} {}", figures::rounded(unit.from_si(si), self.model().conventions.figures), unit.symbol)
    }

    pub(crate) fn degrees(&self, radians: f64) -> String {
        figures::plain(radians.to_degrees(), self.model().conventions.figures)
    }

    /// A quantity of a load as it was written, when that was in a unit of its own and it is as strong as that; else in the sheet's.
    pub(crate) fn as_written(&self, load: &Load, key: &str, si: f64, unit: &Unit) -> String {
        if load.times == 1.0 {
            self.written("loads[", &load.name, key, si, unit)
        } else {
            self.given(si, unit)
        }
    }

    /// The same of anything whose path in the sheet begins and ends so.
    pub(crate) fn written(&self, begins: &str, of: &str, ends: &str, si: f64, unit: &Unit) -> String {
        let mut conversions = self.model().conversions.iter();
        let written =
            conversions.find(|c| c.of == of && c.path.starts_with(begins) && c.path.ends_with(ends));
        match written {
            // "-500 lb" drawn along its true direction has lost its sign.
            Some(c) => c.written.trim_start_matches(['-', '−']).to_owned(),
            None => self.given(si, unit),
        }
    }

    /// The intensities of a distributed load: one where it is uniform, else at both ends. The ends of the whole stand as they were written; where it
    /// is parted nothing was.
    pub(crate) fn intensities(&self, row: usize, spread: &Spread) -> Vec<String> {
        let (loads, units) = (&self.model().loading.loads, &self.model().units);
        let [start, end] = spread.ends();
        let (load, uniform) = (&loads[row], start == end);
        let unit = units.force.per(&units.length);
        let last = loads.get(row + 1).is_none_or(|next| next.part == 0);
        let text = |key: &str, size: Amount, outer: bool| match size {
            Amount::Known(v) if outer || uniform => self.as_written(load, key, v.abs(), &unit),
            Amount::Known(v) => self.given(v.abs(), &unit),
            Amount::Sought(_) => self.sought(size),
        };
        let first = text(".start", start, load.part == 0);
        if uniform { vec![first] } else { vec![first, text(".end", end, last)] }
    }

    /// The heights of a distributed load beside the largest intensity, along its stretch: what is sought as high as that.
    pub(crate) fn heights(&self, spread: &Spread, steepest: f64) -> Vec<f64> {
        spread.heights(|size| size.known().map_or(1.0, |v| ratio(v, steepest)))
    }

    /// A size that is sought, by its symbol.
    pub(crate) fn sought(&self, size: Amount) -> String {
        match size {
            Amount::Sought(id) => format!("?{}", self.model().sought[id.index()].name),
            Amount::Known(_) => String::new(),
        }
    }

    /// The size that is found for a sought one.
    pub(crate) fn found(&self, size: Amount) -> Option<FoundSize> {
        let Amount::Sought(sought) = size else { return None };
        let id = self.full.column_ids().find(|id| self.full.column(*id).of == ColumnOf::Sought(sought))?;
        let value = self.value(id)?;
        let unit = self.model.unit_of(self.full.column(id).kind);
        Some(FoundSize {
            text: format!(
                "{} = {}",
                self.model().sought[sought.index()].name,
                self.result(value.abs(), &unit)
            ),
            turned: value < 0.0,
            step: self.step(id),
        })
    }

    /// The largest force drawn, N.
    pub(crate) fn largest_force(&self) -> f64 {
        let loads = self.full.actions.iter().map(|a| a.act.wrench.force.length());
        let reaction = |id: &ColumnId| {
            let column = self.full.column(*id);
            column.kind == ColumnKind::Force && matches!(column.of, ColumnOf::Support(_))
        };
        let reactions = self.full.column_ids().filter(reaction).filter_map(|id| self.value(id)).map(f64::abs);
        loads.chain(reactions).fold(0.0, f64::max)
    }

    /// The largest intensity, N/m.
    pub(crate) fn steepest(&self) -> f64 {
        let ends = self.model().loading.loads.iter().flat_map(|load| match &load.kind {
            LoadKind::Spread(spread) => spread.ends(),
            _ => [Amount::Known(0.0); 2],
        });
        ends.filter_map(Amount::known).fold(0.0, |most, size| most.max(size.abs()))
    }

    /// Points that ride along, each with the nearest place of its body and its own.
    pub(crate) fn rides(&self) -> Vec<(String, Point, Point)> {
        let model = self.model();
        let mut rides = Vec::new();
        for body in &model.bodies {
            let pieces = body.runs.iter().flat_map(|run| run.points.windows(2));
            let pieces: Vec<_> = pieces.map(|two| (model.at(two[0]), model.at(two[1]))).collect();
            for point in &body.riding {
                let at = model.at(*point);
                let nearest = pieces.iter().map(|(a, b)| nearest_on(*a, *b, at));
                let Some(from) = nearest.min_by(|p, q| p.distance(at).total_cmp(&q.distance(at))) else {
                    continue;
                };
                rides.push((model.point_name(*point).to_owned(), from, at));
            }
        }
        rides
    }
}

/// The place of the straight piece from `a` to `b` that is nearest to `at`.
fn nearest_on(a: Point, b: Point, at: Point) -> Point {
    let along = b - a;
    let t = (at - a).dot(along) / along.dot(along);
    a + along * t.clamp(0.0, 1.0)
}

pub(crate) fn pair(v: Vector) -> [f64; 2] {
    [v.x, v.y]
}

pub(crate) fn spin(moment: f64) -> Spin {
    if moment < 0.0 { Spin::Cw } else { Spin::Ccw }
}

/// The sense in which a size pushes along its direction, 1 or −1: a factor may have turned it.
pub(crate) fn sign(size: f64) -> f64 {
    if size < 0.0 { -1.0 } else { 1.0 }
}

pub(crate) fn ratio(part: f64, whole: f64) -> f64 {
    if whole > 0.0 { part / whole } else { 0.0 }
}
