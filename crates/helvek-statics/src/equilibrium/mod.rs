//! Equilibrium of all parts: unknowns as columns, loads as actions, both nothing but wrenches on parts.
//!
//! Parts and columns follow from the structure ([`Freed`]) and are shared by all its loadings, with the scaled matrix and its split by rank ([`Split`]); actions are
//! those of one loading. All but the matrix is exact bookkeeping.

mod actions;
mod columns;
mod freed;
mod parts;
mod split;

pub use crate::model::Component;
pub use actions::{Action, ActionOf, Source};
pub use columns::{Column, ColumnKind, ColumnOf, OneWay, Symbol};
pub use freed::Freed;
pub use parts::{Freedom, Part, PartId, PartOf};

use crate::model::{BodyId, Model, PointId};
use helvek_numbers::geometry::{Vector, Wrench};
use helvek_numbers::tolerance;
pub(crate) use split::Split;
use std::ops::Deref;
use std::sync::Arc;

/// An unknown. Its index is its place in [`Freed::columns`].
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct ColumnId(pub usize);

/// A known action. Its index is its place in [`Equilibrium::actions`].
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct ActionId(pub usize);

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
    /// The body.
    pub body: BodyId,
    /// Its two pins.
    pub ends: [PointId; 2],
}

/// A freed structure under what acts on its parts. It is read as what is freed, which its loadings share.
#[derive(Debug, Clone, PartialEq)]
pub struct Equilibrium {
    /// Parts and unknowns.
    pub freed: Arc<Freed>,
    /// The known actions, in the order of the sheet.
    pub actions: Vec<Action>,
}

impl Deref for Equilibrium {
    type Target = Freed;

    fn deref(&self) -> &Freed {
        &self.freed
    }
}

impl Equilibrium {
    /// Frees every part of the model.
    pub fn of(model: &Model) -> Self {
        Self::with_links(model, &[])
    }

    /// As [`Equilibrium::of`], with these two-force bodies as links.
    pub fn with_links(model: &Model, links: &[TwoForce]) -> Self {
        let freed = Arc::new(Freed::of(model, links));
        let actions = freed.actions(model);
        Self { freed, actions }
    }

    /// The same structure, freed, under another of its loadings.
    pub fn under(&self, model: &Model) -> Self {
        Self { freed: Arc::clone(&self.freed), actions: self.freed.actions(model) }
    }

    /// The loads in the scaled rows.
    pub fn scaled_loads(&self) -> Vec<f64> {
        let mut rows = vec![0.0; self.rows()];
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
