//! A solution with one of its bodies in two parts: nothing is solved anew, the values are those of the whole.

use super::{Solved, Statics};
use crate::equilibrium::{Column, ColumnOf, Component, Equilibrium};
use crate::model::{CutAt, CutRefusal, Parted};
use crate::recognition::two_force_bodies;
use crate::verdict::Verdict;
use crate::working::Working;
use helvek_numbers::geometry::Vector;
use std::collections::HashMap;

impl Statics {
    /// The same with a body cut through, and what the cut carries there: by its unknowns in their order, SI.
    ///
    /// # Errors
    /// When a single cut does not part the body, or what acts on it cannot be shared out.
    pub(crate) fn parted(
        &self,
        cut: &CutAt,
        axes: [Vector; 3],
        inner: &[f64],
    ) -> Result<(Solved, Parted), CutRefusal> {
        let (model, parted) = self.model.parted(cut, axes)?;
        let mut links = two_force_bodies(&self.model);
        links.retain(|link| link.body != cut.body);
        let full = Equilibrium::of(&model);
        let equilibrium =
            if links.is_empty() { full.clone() } else { Equilibrium::with_links(&model, &links) };
        let map = self.map();
        let known: HashMap<(ColumnOf, Component), usize> =
            self.full.columns.iter().enumerate().map(|(i, c)| ((c.of, c.component), i)).collect();
        let held = model.joined_by(parted.joint);
        let value = |column: &Column| match column.of {
            ColumnOf::Joint(joint, _) if joint == parted.joint => {
                let place = held.iter().position(|held| held.component == column.component)?;
                inner.get(place).copied()
            }
            ColumnOf::Link(body) => map.tension(*links.iter().find(|link| link.body == body)?),
            of => self.values[*known.get(&(of, column.component))?],
        };
        let global: Vec<Option<f64>> = equilibrium.columns.iter().map(value).collect();
        let values: Vec<Option<f64>> = full.columns.iter().map(value).collect();
        let released = |id| {
            let column: &Column = full.column(id);
            let same = known.get(&(column.of, column.component));
            same.is_some_and(|index| self.verdict.released.iter().any(|r| r.index() == *index))
        };
        let verdict = Verdict {
            determined: values.iter().map(Option::is_some).collect(),
            values: values.iter().map(|value| value.unwrap_or(0.0)).collect(),
            released: full.column_ids().filter(|id| released(*id)).collect(),
            critical: None,
            motion: None,
            ..self.verdict.clone()
        };
        let ties = self.ties.clone();
        let statics = Self { model, full, verdict, values, elastic: None, ties, looked: Default::default() };
        let solved =
            Solved { statics, equilibrium, working: Working::default(), values: global.clone(), global };
        Ok((solved, parted))
    }
}
