//! Equilibrium of all parts: unknowns as columns, loads as actions, both nothing but wrenches on parts.
//!
//! Everything is exact bookkeeping; the scaled matrix on which rank is judged is made from it on demand.

mod actions;
mod columns;
mod parts;

pub use actions::{Action, ActionOf, Source};
pub use columns::{Column, ColumnKind, ColumnOf, Component, OneWay, Symbol};
pub use parts::{Freedom, Part, PartId, PartOf};

use crate::budget::spend;
use crate::geometry::{Vector, Wrench};
use crate::model::{BodyId, Model, PointId, Space};
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

/// A wrench on a part.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Act {
    /// On which part.
    pub on: PartId,
    /// For a column: per unit of the unknown, in its assumed sense.
    pub wrench: Wrench,
    /// Acts of one column with the same number are equal and opposite: on a free body that holds all of them they are internal, and
    /// cancel. A rope has one such pair for each of its legs.
    pub pair: usize,
}

/// A body that is loaded at two pins only: a link along the line of its pins, whatever its shape.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct TwoForce {
    /// Which.
    pub body: BodyId,
    /// Its two pins.
    pub ends: [PointId; 2],
}

/// Everything that acts on every part.
#[derive(Debug, Clone, PartialEq)]
pub struct Equilibrium {
    /// Which rows are kept.
    pub space: Space,
    /// Upwards.
    pub up: Vector,
    /// Everything that is freed.
    pub parts: Vec<Part>,
    /// The unknowns, in the order of the sheet.
    pub columns: Vec<Column>,
    /// The known actions, in the order of the sheet.
    pub actions: Vec<Action>,
    /// The length that moments are divided by in the scaled matrix: the rms distance of all points from their part's reference point, m.
    pub length_scale: f64,
    /// The two-force bodies that stand as links: they are no parts here, and have one unknown each.
    pub links: Vec<TwoForce>,
    first_row: Vec<usize>,
    rows: usize,
}

impl Equilibrium {
    /// Frees every part of the model.
    pub fn of(model: &Model) -> Self {
        Self::with_links(model, &[])
    }

    /// As [`Equilibrium::of`], with these two-force bodies as links.
    pub fn with_links(model: &Model, links: &[TwoForce]) -> Self {
        let (parts, length_scale) = parts::parts(model, links);
        let lookup = parts::Lookup::new(&parts);
        let actions = actions::actions(model, &lookup);
        let columns = columns::columns(model, links, &lookup, &actions);
        let mut rows = 0;
        let first_row = parts
            .iter()
            .map(|part| {
                let first = rows;
                rows += part.rows(model.space);
                first
            })
            .collect();
        Self {
            space: model.space,
            up: model.up(),
            parts,
            columns,
            actions,
            length_scale,
            links: links.to_vec(),
            first_row,
            rows,
        }
    }

    /// Equations kept, over all parts.
    pub fn rows(&self) -> usize {
        self.rows
    }

    /// The first row of a part.
    pub fn first_row(&self, part: PartId) -> usize {
        self.first_row[part.index()]
    }

    /// Every part.
    pub fn part_ids(&self) -> impl Iterator<Item = PartId> + use<> {
        (0..self.parts.len()).map(PartId::new)
    }

    /// Every column.
    pub fn column_ids(&self) -> impl Iterator<Item = ColumnId> + use<> {
        (0..self.columns.len()).map(ColumnId)
    }

    /// A column by its id.
    pub fn column(&self, id: ColumnId) -> &Column {
        &self.columns[id.0]
    }

    /// What a wrench on a part puts into that part's scaled rows: forces as they are, moments about the reference point over the length
    /// scale, so that all entries are of one size whatever the units and wherever the origin.
    pub fn scaled_rows(&self, act: &Act, mut put: impl FnMut(usize, f64)) {
        let part = &self.parts[act.on.index()];
        let first = self.first_row(act.on);
        let force = act.wrench.force;
        let rigid = match part.freedom {
            Freedom::Line(along) => return put(first, force.dot(along)),
            Freedom::Particle => false,
            Freedom::Rigid => true,
        };
        put(first, force.x);
        put(first + 1, force.y);
        if self.space == Space::Space {
            put(first + 2, force.z);
        }
        if rigid {
            let moment = act.wrench.moment_about(part.reference) * (1.0 / self.length_scale);
            match self.space {
                Space::Plane => put(first + 2, moment.z),
                Space::Space => {
                    put(first + 3, moment.x);
                    put(first + 4, moment.y);
                    put(first + 5, moment.z);
                }
            }
        }
    }

    /// The scaled matrix: per unknown its entries by row, in ascending order, of norm 1, and the norm they were divided by.
    pub fn scaled_columns(&self) -> Vec<(Vec<(usize, f64)>, f64)> {
        spend(self.columns.len() / 2);
        self.columns.iter().map(|column| self.scaled_column(column)).collect()
    }

    fn scaled_column(&self, column: &Column) -> (Vec<(usize, f64)>, f64) {
        let mut entries: Vec<(usize, f64)> = Vec::with_capacity(6);
        let mut size = 0.0f64;
        for act in &column.acts {
            self.scaled_rows(act, |row, value| {
                size = size.max(value.abs());
                match entries.iter_mut().find(|(r, _)| *r == row) {
                    Some((_, sum)) => *sum += value,
                    None => entries.push((row, value)),
                }
            });
        }
        // What cancels on one part (a rope from a body to itself) leaves noise, not a coefficient.
        entries.retain(|(_, value)| value.abs() > tolerance::DROPS_OUT * size);
        entries.sort_unstable_by_key(|(row, _)| *row);
        let norm = entries.iter().map(|(_, e)| e * e).sum::<f64>().sqrt();
        // A column that acts on nothing (norm 0) stays empty: it is redundant by itself.
        let by = if norm > 0.0 { norm } else { 1.0 };
        for (_, value) in &mut entries {
            *value /= by;
        }
        (entries, by)
    }

    /// The loads in the scaled rows.
    pub fn scaled_loads(&self) -> Vec<f64> {
        let mut rows = vec![0.0; self.rows];
        for action in &self.actions {
            self.scaled_rows(&action.act, |row, value| rows[row] += value);
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

    /// The sizes against which values are called zero.
    pub fn scales(&self) -> Scales {
        Scales { force: self.load_scale(), length: self.length_scale }
    }

    /// The sizes against which equations close: of the loads, and of what is carried where that is more. What is left of large forces is no measure for itself.
    pub fn carried(&self, values: &[Option<f64>]) -> Scales {
        let Scales { force, length } = self.scales();
        let unit = Scales { force: 1.0, length };
        let each =
            self.columns.iter().zip(values).filter_map(|(c, v)| Some(v.as_ref()?.abs() / unit.of(c.kind)));
        Scales { force: each.fold(force, f64::max), length }
    }

    /// What lets go together: a one-way part, and of a rough contact the friction that goes with its normal force.
    pub fn letting_go(&self, id: ColumnId) -> impl Iterator<Item = ColumnId> + use<> {
        let next = ColumnId(id.0 + 1);
        let rubs = self
            .columns
            .get(next.0)
            .is_some_and(|across| across.component == Component::Across && across.of == self.column(id).of);
        std::iter::once(id).chain(rubs.then_some(next))
    }

    /// The columns with at least one act on a part, per part.
    pub fn touching(&self) -> Vec<Vec<ColumnId>> {
        let mut touching = vec![Vec::new(); self.parts.len()];
        for id in self.column_ids() {
            for act in &self.column(id).acts {
                let list: &mut Vec<ColumnId> = &mut touching[act.on.index()];
                if list.last() != Some(&id) {
                    list.push(id);
                }
            }
        }
        touching
    }
}

/// The sizes against which values are called zero, by what they measure.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Scales {
    force: f64,
    length: f64,
}

impl Scales {
    /// SI.
    pub fn of(self, kind: ColumnKind) -> f64 {
        match kind {
            ColumnKind::Force => self.force,
            ColumnKind::Couple => self.force * self.length,
            ColumnKind::Intensity => self.force / self.length,
        }
    }
}

/// `value`, or exactly zero when it is noise beside `scale`; where nothing acts (a scale of 0), nothing is carried. Never −0.
pub fn clean(value: f64, scale: f64) -> f64 {
    if scale <= 0.0 || value.abs() <= tolerance::ZERO_FORCE * scale { 0.0 } else { value }
}

/// The unit vector from one point to another; up, should they coincide.
fn between(model: &Model, from: PointId, to: PointId) -> Vector {
    (model.at(to) - model.at(from)).unit().unwrap_or(Vector::Y)
}
