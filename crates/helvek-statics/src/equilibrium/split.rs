//! The scaled equations of a freed structure, split by rank: what all its loadings share.

use super::{ColumnId, ColumnOf, Freed};
use helvek_numbers::spectrum::{Entries, Spectrum};
use std::sync::OnceLock;

/// The scaled equations, or those of some of the unknowns.
#[derive(Debug)]
pub(crate) struct Split {
    /// Equations.
    pub(crate) rows: usize,
    /// The unknowns that are in it.
    pub(crate) of: Vec<ColumnId>,
    /// Their columns, of norm 1.
    pub(crate) entries: Vec<Entries>,
    /// The norms by which the columns were divided.
    pub(crate) norms: Vec<f64>,
    /// Rank and null spaces.
    pub(crate) spectrum: Spectrum,
    held: OnceLock<Vec<Vec<f64>>>,
}

impl Split {
    pub(super) fn of(freed: &Freed, keep: impl Fn(ColumnId) -> bool) -> Self {
        let (mut of, mut entries, mut norms) = (Vec::new(), Vec::new(), Vec::new());
        for (id, (own, by)) in freed.column_ids().zip(freed.scaled_columns()) {
            if keep(id) {
                of.push(id);
                entries.push(own);
                norms.push(by);
            }
        }
        let spectrum = Spectrum::of(freed.rows(), &entries);
        Self { rows: freed.rows(), of, entries, norms, spectrum, held: OnceLock::new() }
    }

    /// Motions of the structure without what is sought, orthonormal: a load holds nothing.
    pub(crate) fn motions(&self, freed: &Freed) -> &[Vec<f64>] {
        let sought = |id: &ColumnId| matches!(freed.column(*id).of, ColumnOf::Sought(_));
        if !self.of.iter().any(sought) {
            return &self.spectrum.motions;
        }
        self.held.get_or_init(|| {
            let held = self.of.iter().zip(&self.entries).filter(|(id, _)| !sought(id));
            let held: Vec<Entries> = held.map(|(_, entries)| entries.clone()).collect();
            Spectrum::of(self.rows, &held).motions
        })
    }

    /// The least-norm values of the unknowns that balance loads in the scaled rows, as nearly as can be; in the order of [`Split::of`], SI.
    pub(crate) fn solve(&self, loads: &[f64]) -> Vec<f64> {
        let scaled = self.spectrum.solve(&self.entries, loads);
        scaled.iter().zip(&self.norms).map(|(value, norm)| value / norm).collect()
    }

    /// Per self-stress the change of each of so many unknowns, SI; nothing of those that are not in it.
    pub(crate) fn stresses(&self, unknowns: usize) -> Vec<Vec<f64>> {
        let stress = |scaled: &Vec<f64>| {
            let mut stress = vec![0.0; unknowns];
            for ((id, value), norm) in self.of.iter().zip(scaled).zip(&self.norms) {
                stress[id.index()] = value / norm;
            }
            stress
        };
        self.spectrum.stresses.iter().map(stress).collect()
    }
}
