//! A structure freed: its parts and unknowns, the same under every loading.

use super::parts::{self, Lookup};
use super::{
    Act, Action, Column, ColumnId, Component, Freedom, Part, PartId, Split, TwoForce, actions, columns,
};
use crate::model::{Model, Space};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use std::sync::{Arc, Mutex, OnceLock, PoisonError};

/// Everything that is freed, and everything unknown that acts on it.
#[derive(Debug)]
pub struct Freed {
    /// The rows that are kept.
    pub space: Space,
    /// Upwards.
    pub up: Vector,
    /// Everything that is freed.
    pub parts: Vec<Part>,
    /// The unknowns, in the order of the sheet.
    pub columns: Vec<Column>,
    /// The length that moments are divided by in the scaled matrix: the rms distance of all points from their part's reference point, m.
    pub length_scale: f64,
    /// The two-force bodies that stand as links: they are no parts here, and have one unknown each.
    pub links: Vec<TwoForce>,
    first_row: Vec<usize>,
    rows: usize,
    lookup: Lookup,
    whole: OnceLock<Arc<Split>>,
    partial: Mutex<Vec<(Vec<ColumnId>, Arc<Split>)>>,
}

/// Splits without some columns that are kept, the last ones that were asked for.
const KEPT: usize = 6;

/// What was split once follows from the rest.
impl PartialEq for Freed {
    fn eq(&self, other: &Self) -> bool {
        self.space == other.space
            && self.up == other.up
            && self.parts == other.parts
            && self.columns == other.columns
            && self.links == other.links
    }
}

impl Freed {
    /// Frees every part of a model, with these two-force bodies as links. Directions that are guessed are guessed against the loads it has now.
    pub(super) fn of(model: &Model, links: &[TwoForce]) -> Self {
        let (parts, length_scale) = parts::parts(model, links);
        let lookup = Lookup::new(&parts);
        let columns = columns::columns(model, links, &lookup);
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
            length_scale,
            links: links.to_vec(),
            first_row,
            rows,
            lookup,
            whole: OnceLock::new(),
            partial: Mutex::default(),
        }
    }

    /// The actions on the parts in a model of this structure.
    pub(super) fn actions(&self, model: &Model) -> Vec<Action> {
        actions::actions(model, &self.lookup)
    }

    /// The scaled equations with all unknowns, split by rank; found once.
    pub(crate) fn whole(&self) -> Arc<Split> {
        Arc::clone(self.whole.get_or_init(|| Arc::new(Split::of(self, |_| true))))
    }

    /// The same without some of them, in any order.
    pub(crate) fn without(&self, gone: &[ColumnId]) -> Arc<Split> {
        if gone.is_empty() {
            return self.whole();
        }
        let mut key = gone.to_vec();
        key.sort_unstable();
        let known = self.partial.lock().unwrap_or_else(PoisonError::into_inner);
        if let Some((_, split)) = known.iter().find(|(of, _)| *of == key) {
            return Arc::clone(split);
        }
        // Splitting may be given up, which must not happen under the lock.
        drop(known);
        let split = Arc::new(Split::of(self, |id| key.binary_search(&id).is_err()));
        let mut known = self.partial.lock().unwrap_or_else(PoisonError::into_inner);
        if known.len() == KEPT {
            known.remove(0);
        }
        known.push((key, Arc::clone(&split)));
        split
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

    /// The entries that a wrench on a part puts into that part's scaled rows: forces as they are, moments about the reference point over the length
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

    /// The unknowns that let go together: a one-way part, and of a rough contact the friction that goes with its normal force.
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
