//! The free bodies that may be drawn, and what is looked up about them.

use super::cuts::{Cut, Six};
use super::forms::{dot, form_of};
use super::{Equation, Given, ZeroRule};
use crate::equilibrium::{ColumnId, Equilibrium, Freedom};
use crate::model::{Model, PointId};
use crate::recognition::{Seen, at_joints};
use helvek_numbers::geometry::Point;
use helvek_numbers::tolerance;
use std::collections::HashMap;

/// The free bodies that may be drawn, with what is looked up about them while a plan is sought.
pub(super) struct FreeBodies<'a> {
    pub(super) model: &'a Model,
    pub(super) equilibrium: &'a Equilibrium,
    pub(super) given: &'a Given<'a>,
    pub(super) cuts: Vec<Cut>,
    /// The cuts that each column enters.
    pub(super) cuts_of: Vec<Vec<usize>>,
    /// Members that a rule of joints shows to carry nothing.
    pub(super) rules: HashMap<ColumnId, ZeroRule>,
    scale: f64,
    grid: HashMap<[i64; 3], PointId>,
    cell: f64,
}

impl<'a> FreeBodies<'a> {
    pub(super) fn new(
        model: &'a Model,
        equilibrium: &'a Equilibrium,
        given: &'a Given<'a>,
        cuts: Vec<Cut>,
    ) -> Self {
        let mut cuts_of = vec![Vec::new(); equilibrium.columns.len()];
        for (index, cut) in cuts.iter().enumerate() {
            cut.entering.iter().for_each(|e| cuts_of[e.column.index()].push(index));
        }
        let cell = 1e-6 * equilibrium.length_scale;
        let mut grid = HashMap::new();
        for id in model.point_ids() {
            grid.entry(key(model.at(id), cell)).or_insert(id);
        }
        let scale = equilibrium.load_scale();
        let mut rules = HashMap::new();
        for seen in at_joints(equilibrium, given.released).into_iter().filter(Seen::zero) {
            for member in seen.members {
                rules.entry(member).or_insert(ZeroRule::Joint(seen.rule));
            }
        }
        Self { model, equilibrium, given, cuts, cuts_of, rules, scale, grid, cell }
    }

    pub(super) fn length(&self) -> f64 {
        self.equilibrium.length_scale
    }

    /// Forces below this, N, are none.
    pub(super) fn nothing(&self) -> f64 {
        tolerance::ZERO_FORCE * self.scale
    }

    /// The named point at a place.
    pub(super) fn named(&self, at: Point) -> Option<PointId> {
        let [i, j, k] = key(at, self.cell);
        let near =
            |id: &PointId| self.model.at(*id).distance(at) <= tolerance::GEOMETRY * 10.0 * self.length();
        // Nearly always it is in the very cell.
        if let Some(id) = self.grid.get(&[i, j, k]).filter(|id| near(id)) {
            return Some(*id);
        }
        let depth = if self.model.spatial() { -1..=1 } else { 0..=0 };
        depth
            .flat_map(|dk| (-1..=1).flat_map(move |di| (-1..=1).map(move |dj| [i + di, j + dj, k + dk])))
            .filter_map(|cell| self.grid.get(&cell).copied())
            .find(near)
    }

    /// True for a free body that is one joint, or one end of a rope.
    pub(super) fn particle(&self, cut: &Cut) -> bool {
        cut.parts.len() == 1 && self.equilibrium.parts[cut.parts[0].index()].freedom == Freedom::Particle
    }

    /// True when a column enters an equation on a cut, beside the norm of its line.
    pub(super) fn enters(&self, cut: &Cut, equation: &Equation, column: ColumnId) -> bool {
        let form = form_of(equation, cut.origin, self.length());
        let entering = cut.entering.iter().find(|e| e.column == column);
        entering.is_some_and(|e| dot(form, e.line).abs() > tolerance::DROPS_OUT * 10.0)
    }

    /// The known actions that enter an equation, each by its place among those of the cut.
    pub(super) fn loads<'c>(&self, cut: &'c Cut, equation: &Equation) -> impl Iterator<Item = usize> + 'c {
        let (form, nothing) = (form_of(equation, cut.origin, self.length()), self.nothing());
        let enters = move |(_, load): &(usize, &Six)| dot(form, **load).abs() > nothing;
        cut.loads.iter().enumerate().filter(enters).map(|(i, _)| i)
    }
}

fn key(at: Point, cell: f64) -> [i64; 3] {
    [at.x, at.y, at.z].map(|v| (v / cell).round() as i64)
}
