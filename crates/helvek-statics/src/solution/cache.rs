//! What follows from a solution once someone looks: found then, and kept.

use super::{State, Statics};
use crate::internal_forces::{self, AreaStep, Inside, SolidInside};
use crate::proof::{Proof, prove};
use crate::stiffness::Factors;
use crate::verdict::{Cure, cures_of};
use std::sync::{Arc, OnceLock};

/// Findings that someone has looked at. They follow from the rest, so that two solutions are the same with or without.
#[derive(Debug, Clone, Default)]
pub struct SolutionCache {
    inside: OnceLock<Vec<Inside>>,
    solid: OnceLock<Vec<SolidInside>>,
    cures: OnceLock<Vec<Cure>>,
    proof: OnceLock<Proof>,
    /// The loads that stay and those that vary, each solved by itself.
    pub parted: OnceLock<Option<Box<[Statics; 2]>>>,
    /// The combinations.
    pub(crate) states: OnceLock<Vec<State>>,
    /// The combinations, and trains at their worst stands.
    pub with_trains: OnceLock<Vec<State>>,
    /// Shared with the other loadings of the structure.
    pub factors: Arc<Factors>,
}

impl PartialEq for SolutionCache {
    fn eq(&self, _: &Self) -> bool {
        true
    }
}

impl SolutionCache {
    /// For another loading of the same structure.
    pub(super) fn beside(&self) -> Self {
        Self { factors: Arc::clone(&self.factors), ..Self::default() }
    }
}

impl Statics {
    /// Cures that would hold it, when it moves; each was tried. Found once.
    pub fn cures(&self) -> &[Cure] {
        self.looked.cures.get_or_init(|| cures_of(&self.model, &self.full, &self.verdict))
    }

    /// The residuals by other routes. Found once.
    pub fn proof(&self) -> Proof {
        *self.looked.proof.get_or_init(|| prove(&self.model, &self.full, &self.verdict, self.full_values()))
    }

    /// N, V and M of every straight stretch of every body of a plane sheet, in the order of the sheet; nothing without equilibrium. Found once.
    pub fn inside(&self) -> &[Inside] {
        self.looked.inside.get_or_init(|| {
            if !self.verdict.equilibrium || self.model.spatial() {
                return Vec::new();
            }
            let carried = self.elastic().map(|elastic| elastic.carried.as_slice());
            internal_forces::inside(&self.model, &self.full, self.full_values(), carried)
        })
    }

    /// The six of every straight stretch of every body of a sheet of space, in the order of the sheet; nothing without equilibrium. Found once.
    pub fn inside_space(&self) -> &[SolidInside] {
        self.looked.solid.get_or_init(|| {
            if !self.verdict.equilibrium || !self.model.spatial() {
                return Vec::new();
            }
            internal_forces::inside_space(&self.model, &self.full, self.full_values())
        })
    }

    /// V and M of a stretch, by its row in [`Statics::inside`], step by step; nothing where it has no diagram.
    pub fn areas(&self, row: usize) -> Vec<AreaStep> {
        match self.inside().get(row).map(|inside| &inside.diagram) {
            Some(Ok(diagram)) => diagram.areas(&self.model, &self.full, self.full_values()),
            _ => Vec::new(),
        }
    }
}
