//! Equilibrium of all bodies: unknowns as columns, loads as actions, both nothing but wrenches on bodies.
//!
//! Everything is exact bookkeeping; the scaled matrix on which rank is judged is made from it on demand.

use crate::geometry::{Point, Vector, Wrench};
use crate::model::{BodyId, LoadId, LoadKind, Model, Space, SupportId, SupportKind};
use crate::sheet::Assume;
use crate::tolerance;

/// An unknown. Its index is its place in [`Equilibrium::columns`].
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct ColumnId(pub(crate) usize);

/// A known action. Its index is its place in [`Equilibrium::actions`].
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct ActionId(pub(crate) usize);

impl ColumnId {
    /// Its place in the list of columns.
    pub fn index(self) -> usize {
        self.0
    }
}

impl ActionId {
    /// Its place in the list of actions.
    pub fn index(self) -> usize {
        self.0
    }
}

/// A wrench on a body.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Act {
    /// On which body.
    pub on: BodyId,
    /// For a column: per unit of the unknown, in its assumed sense.
    pub wrench: Wrench,
}

/// The name of an unknown: `A` with the index `x`, or `M` with the index `A`.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Symbol {
    /// The letter.
    pub base: String,
    /// The index; empty for an unknown named by its support alone.
    pub index: String,
}

impl std::fmt::Display for Symbol {
    /// `A_x`
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        if self.index.is_empty() {
            write!(f, "{}", self.base)
        } else {
            write!(f, "{}_{}", self.base, self.index)
        }
    }
}

/// What sort of unknown a column is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum ColumnKind {
    /// A force in N.
    Force,
    /// A couple in N·m.
    Couple,
}

/// One unknown: the unit wrench it puts on each body it touches.
#[derive(Debug, Clone, PartialEq)]
pub struct Column {
    /// How it is called.
    pub symbol: Symbol,
    /// Which support it belongs to.
    pub support: SupportId,
    /// Force or couple.
    pub kind: ColumnKind,
    /// One entry for a reaction; a pair between bodies.
    pub acts: Vec<Act>,
}

/// A part of a load that acts as one force (or couple) for equilibrium.
#[derive(Debug, Clone, PartialEq)]
pub struct Action {
    /// Which load.
    pub load: LoadId,
    /// The force, at a point of its line, or the couple.
    pub act: Act,
    /// What it is made of.
    pub source: Source,
}

/// What an action is made of: decides how its size is written.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Source {
    /// A force or couple as given.
    Given,
    /// The resultant of a distributed load's uniform part: intensity × length.
    Uniform {
        /// N/m, signed.
        intensity: f64,
        /// m
        over: f64,
    },
    /// The resultant of a triangular part: ½ × intensity × length, at a third of the length from its high end.
    Triangle {
        /// N/m at its high end, signed.
        intensity: f64,
        /// m
        over: f64,
    },
}

/// Everything that acts on every body.
#[derive(Debug, Clone, PartialEq)]
pub struct Equilibrium {
    /// Which rows are kept.
    pub space: Space,
    /// How many bodies there are.
    pub bodies: usize,
    /// The unknowns, in the order of the sheet.
    pub columns: Vec<Column>,
    /// The known actions, in the order of the sheet.
    pub actions: Vec<Action>,
    /// Per body, the point moments of the scaled matrix refer to: the centroid of its points, so that nothing depends on where the
    /// origin is.
    pub reference: Vec<Point>,
    /// The length that moments are divided by in the scaled matrix: the rms distance of all points from their body's reference point, m.
    pub length_scale: f64,
}

impl Equilibrium {
    /// Frees every body of the model.
    pub fn of(model: &Model) -> Self {
        let (reference, length_scale) = references(model);
        let actions = actions(model);
        Self {
            space: model.space,
            bodies: model.bodies.len(),
            columns: columns(model, &actions),
            actions,
            reference,
            length_scale,
        }
    }

    /// Equations kept, over all bodies.
    pub fn rows(&self) -> usize {
        self.bodies * self.space.rows()
    }

    /// What a wrench on a body puts into that body's scaled rows: forces as they are, moments about the reference point over the length
    /// scale, so that all entries are of one size whatever the units and wherever the origin.
    pub fn scaled_rows(&self, act: &Act) -> Vec<f64> {
        let moment = act.wrench.moment_about(self.reference[act.on.0]) * (1.0 / self.length_scale);
        let force = act.wrench.force;
        match self.space {
            Space::Plane => vec![force.x, force.y, moment.z],
            Space::Space => vec![force.x, force.y, force.z, moment.x, moment.y, moment.z],
        }
    }

    /// The scaled matrix, one column per unknown, each of norm 1, and the norms they were divided by.
    pub fn scaled_columns(&self) -> Vec<(Vec<f64>, f64)> {
        let per_body = self.space.rows();
        self.columns
            .iter()
            .map(|column| {
                let mut entries = vec![0.0; self.rows()];
                for act in &column.acts {
                    for (row, value) in self.scaled_rows(act).into_iter().enumerate() {
                        entries[act.on.0 * per_body + row] += value;
                    }
                }
                let norm = entries.iter().map(|e| e * e).sum::<f64>().sqrt();
                // A column that acts on nothing (norm 0) stays zero: it is redundant by itself.
                let by = if norm > 0.0 { norm } else { 1.0 };
                (entries.into_iter().map(|e| e / by).collect(), by)
            })
            .collect()
    }

    /// The loads in the scaled rows.
    pub fn scaled_loads(&self) -> Vec<f64> {
        let per_body = self.space.rows();
        let mut rows = vec![0.0; self.rows()];
        for action in &self.actions {
            for (row, value) in self.scaled_rows(&action.act).into_iter().enumerate() {
                rows[action.act.on.0 * per_body + row] += value;
            }
        }
        rows
    }

    /// The size against which forces are called zero: the largest force, couples counted over the length scale, N.
    pub fn load_scale(&self) -> f64 {
        self.actions
            .iter()
            .map(|a| a.act.wrench.force.length().max(a.act.wrench.moment.length() / self.length_scale))
            .fold(0.0, f64::max)
    }

    /// `value` of an unknown of this kind, or exactly zero when it is noise beside the loads. Never −0.
    pub fn clean(&self, value: f64, kind: ColumnKind) -> f64 {
        let scale = match kind {
            ColumnKind::Force => self.load_scale(),
            ColumnKind::Couple => self.load_scale() * self.length_scale,
        };
        if value.abs() <= tolerance::ZERO_FORCE * scale { 0.0 } else { value }
    }
}

fn references(model: &Model) -> (Vec<Point>, f64) {
    let (mut squares, mut count) = (0.0, 0.0);
    let centroids = (0..model.bodies.len())
        .map(|body| {
            let points: Vec<_> = model.points_of(BodyId(body)).into_iter().map(|p| model.at(p)).collect();
            let n = points.len().max(1) as f64;
            let sum = points.iter().fold(Vector::ZERO, |sum, p| sum + (*p - Point::default()));
            let centroid = Point::default() + sum * (1.0 / n);
            squares += points.iter().map(|p| p.distance(centroid).powi(2)).sum::<f64>();
            count += n;
            centroid
        })
        .collect();
    let rms = (squares / f64::max(count, 1.0)).sqrt();
    (centroids, if rms > 0.0 { rms } else { 1.0 })
}

fn actions(model: &Model) -> Vec<Action> {
    let mut actions = Vec::new();
    for (index, load) in model.loads.iter().enumerate() {
        let mut push = |wrench: Wrench, source: Source| {
            actions.push(Action { load: LoadId(index), act: Act { on: load.on, wrench }, source });
        };
        match load.kind {
            LoadKind::Force { at, force, .. } => push(Wrench::force(force, model.at(at)), Source::Given),
            LoadKind::Couple { at, moment } => {
                let place = at.or_else(|| model.bodies[load.on.0].runs.first().map(|r| r.points[0]));
                push(Wrench::couple(moment, place.map_or(Point::default(), |p| model.at(p))), Source::Given);
            }
            LoadKind::Distributed { from, to, start, end, direction, over } => {
                let (a, b) = (model.at(from), model.at(to));
                let at = |fraction: f64| a + (b - a) * fraction;
                let mut resultant = |size: f64, fraction: f64, source: Source| {
                    if size != 0.0 {
                        push(Wrench::force(direction * size, at(fraction)), source);
                    }
                };
                let mut triangle = |intensity: f64, high_at_end: bool| {
                    let fraction = if high_at_end { 2.0 / 3.0 } else { 1.0 / 3.0 };
                    resultant(0.5 * intensity * over, fraction, Source::Triangle { intensity, over });
                };
                // A uniform part and a triangle on top of it, as everyone draws it; when the sense changes on the way, a triangle from each
                // end, which add up to the same straight line.
                if start * end < 0.0 {
                    triangle(start, false);
                    triangle(end, true);
                } else {
                    let uniform = if start.abs() < end.abs() { start } else { end };
                    let (extra, high_at_end) =
                        if start == uniform { (end - uniform, true) } else { (start - uniform, false) };
                    triangle(extra, high_at_end);
                    resultant(uniform * over, 0.5, Source::Uniform { intensity: uniform, over });
                }
            }
        }
    }
    actions
}

/// The unknowns of every support, in assumed senses. `guess` assumes them against the sum of the loads.
fn columns(model: &Model, actions: &[Action]) -> Vec<Column> {
    let sum = actions.iter().fold(Vector::ZERO, |sum, a| sum + a.act.wrench.force);
    let against_loads = |direction: Vector| {
        if model.schools.assume == Assume::Guess && direction.dot(sum) > 0.0 { -direction } else { direction }
    };
    let mut columns = Vec::new();
    for (index, support) in model.supports.iter().enumerate() {
        let at = model.at(support.at);
        let mut push = |base: &str, mark: &str, kind: ColumnKind, wrench: Wrench| {
            columns.push(Column {
                symbol: Symbol { base: base.to_owned(), index: mark.to_owned() },
                support: SupportId(index),
                kind,
                acts: vec![Act { on: support.on, wrench }],
            });
        };
        let name = support.name.as_str();
        let force = |direction: Vector| Wrench::force(direction, at);
        match support.kind {
            SupportKind::Roller { normal } => {
                // Named by its axis where it has one, else as the normal force it is. A roller pushes; it is never assumed to pull.
                let (base, index) = match (normal.x == 0.0, normal.y == 0.0) {
                    (true, _) => (name, "y"),
                    (_, true) => (name, "x"),
                    _ => ("N", name),
                };
                push(base, index, ColumnKind::Force, force(normal));
            }
            SupportKind::Pin | SupportKind::Fixed => {
                push(name, "x", ColumnKind::Force, force(against_loads(Vector::X)));
                push(name, "y", ColumnKind::Force, force(against_loads(Vector::Y)));
                if support.kind == SupportKind::Fixed {
                    push("M", name, ColumnKind::Couple, Wrench::couple(Vector::Z, at));
                }
            }
        }
    }
    columns
}
