//! The whole chain, every stage kept.

mod cache;
mod parted;
mod states;

pub(crate) use cache::SolutionCache;
pub use states::State;

use crate::equilibrium::{Column, ColumnId, ColumnKind, ColumnOf, Component, Equilibrium, PartOf, TwoForce};
use crate::model::{JointId, Loading, Model, On, SupportId};
use crate::plan::{Given, plan};
use crate::recognition::{Seen, at_joints, two_force_bodies};
use crate::stiffness::{self, Contacts, Elastic, Factors, Lengths, StiffnessRefusal};
use crate::verdict::{OneWayState, Verdict, aligned, judge};
use crate::working::{Working, work};
use helvek_numbers::geometry::Vector;
use std::collections::HashMap;
use std::ops::Deref;

/// A model under its loads, solved globally: what is judged, what the unknowns come to, how it gives way.
#[derive(Debug, Clone, PartialEq)]
pub struct Statics {
    /// The model.
    pub model: Model,
    /// Everything freed, two-force bodies too: what is judged and solved globally.
    pub full: Equilibrium,
    /// Judged, one-way parts settled.
    pub verdict: Verdict,
    values: Vec<Option<f64>>,
    /// Solved by its stiffness, where the sheet says how stiff anything is; or why that does not answer.
    pub elastic: Option<Result<Elastic, StiffnessRefusal>>,
    /// In space: the sets of bearings of which one has to exert couples, where it is not said which.
    pub ties: Vec<Vec<SupportId>>,
    /// Findings beyond its forces that someone has looked at, found once.
    pub looked: SolutionCache,
}

/// A model with everything that follows from it: solved, planned, worked and proved.
#[derive(Debug, Clone, PartialEq)]
pub struct Solved {
    statics: Statics,
    /// Freed as a person does it: two-force bodies stand as links. The working speaks of its columns.
    pub equilibrium: Equilibrium,
    /// Planned and worked.
    pub working: Working,
    /// Per column of `equilibrium`: its value by the global solution, where equilibrium fixes it.
    pub global: Vec<Option<f64>>,
    values: Vec<Option<f64>>,
}

impl Deref for Solved {
    type Target = Statics;

    fn deref(&self) -> &Statics {
        &self.statics
    }
}

/// By its stiffness, when it has any. Which one-way parts carry is then decided by how things give way: the verdict is that of those which do.
fn with_stiffness(
    model: &Model,
    full: &Equilibrium,
    verdict: Verdict,
    contacts: Contacts,
    factors: &Factors,
) -> (Verdict, Option<Result<Elastic, StiffnessRefusal>>) {
    if !stiffness::gives(model) {
        return (verdict, None);
    }
    let elastic = stiffness::solve(model, full, &verdict, Lengths::AsGiven, contacts, factors);
    let verdict = match &elastic {
        Ok(elastic) if elastic.released != verdict.released => {
            let one_way =
                if elastic.released.is_empty() { OneWayState::AsTheyAre } else { OneWayState::Released };
            let released = elastic.released.clone();
            Verdict { one_way, released, ..crate::verdict::without(full, &elastic.released) }
        }
        _ => verdict,
    };
    (verdict, Some(elastic))
}

/// Frees, judges, plans and works a model.
pub fn solve(model: Model) -> Solved {
    Statics::of(model).explained()
}

/// A model with what could only be found out by judging it.
struct Judged {
    model: Model,
    full: Equilibrium,
    verdict: Verdict,
}

/// Gear teeth push on one flank or the other: the one on which they push is found out.
fn judged(mut model: Model, mut full: Equilibrium) -> Judged {
    /// Each round turns every mesh that would pull; two settle all but trains that go round in a ring.
    const ROUNDS: usize = 4;
    let mut verdict = judge(&full);
    for _ in 0..ROUNDS {
        let pulls = |id: &ColumnId| {
            full.column(*id).flank && verdict.determined[id.index()] && verdict.values[id.index()] < 0.0
        };
        let joint = |id: ColumnId| match full.column(id).of {
            ColumnOf::Joint(joint, _) => Some(joint),
            _ => None,
        };
        let pulling: Vec<JointId> = full.column_ids().filter(pulls).filter_map(joint).collect();
        if pulling.is_empty() {
            break;
        }
        for joint in pulling {
            model.contact.flanks[joint.index()] *= -1.0;
        }
        full = Equilibrium::of(&model);
        verdict = judge(&full);
    }
    Judged { model, full, verdict }
}

/// From the columns of a reduced equilibrium to those of the full one.
#[derive(Clone, Copy)]
struct Map<'a> {
    model: &'a Model,
    full: &'a Equilibrium,
    verdict: &'a Verdict,
    elastic: Option<&'a Elastic>,
}

impl Map<'_> {
    fn same(&self, equilibrium: &Equilibrium, id: ColumnId) -> Option<usize> {
        let column = equilibrium.column(id);
        // Without links the two are one.
        if equilibrium.links.is_empty() {
            return Some(id.index());
        }
        self.full.columns.iter().position(|c| c.of == column.of && c.component == column.component)
    }

    /// An unknown of the full equilibrium: by equilibrium, else by stiffness.
    fn known(&self, index: usize) -> Option<f64> {
        if self.verdict.determined[index] {
            return Some(self.verdict.values[index]);
        }
        self.elastic.map(|elastic| elastic.values[index])
    }

    fn released(&self, equilibrium: &Equilibrium, id: ColumnId) -> bool {
        let same = self.same(equilibrium, id);
        same.is_some_and(|index| self.verdict.released.iter().any(|r| r.index() == index))
    }

    /// The value of each unknown of an equilibrium.
    fn values(&self, equilibrium: &Equilibrium) -> Vec<Option<f64>> {
        equilibrium.column_ids().map(|id| self.value(equilibrium, id)).collect()
    }

    fn value(&self, equilibrium: &Equilibrium, id: ColumnId) -> Option<f64> {
        if !self.verdict.equilibrium {
            return None;
        }
        if let Some(index) = self.same(equilibrium, id) {
            return self.known(index);
        }
        let link =
            equilibrium.links.iter().find(|link| equilibrium.column(id).of == ColumnOf::Link(link.body))?;
        self.tension(*link)
    }

    /// The tension of a two-force body, N: the part of what acts on its first pin that points away from the second.
    fn tension(&self, link: TwoForce) -> Option<f64> {
        let [a, b] = link.ends.map(|p| self.model.at(p));
        let outward = (a - b).unit()?;
        let mut force = Vector::ZERO;
        for (index, column) in self.full.columns.iter().enumerate() {
            for act in &column.acts {
                let on_link = self.full.parts[act.on.index()].of == PartOf::Body(link.body);
                if on_link && act.wrench.about == a {
                    force += act.wrench.force * self.known(index)?;
                }
            }
        }
        let value = force.dot(outward);
        Some(crate::equilibrium::clean(value, self.full.load_scale()))
    }
}

impl Statics {
    /// Frees and judges a model.
    pub fn of(mut model: Model) -> Self {
        // Which bearings exert couples follows from the structure alone.
        let ties = aligned(&mut model);
        let full = Equilibrium::of(&model);
        let Judged { model, full, verdict } = judged(model, full);
        Self::settled(model, full, verdict, Contacts::Sought, ties, SolutionCache::default())
    }

    /// A state that has been judged; by its stiffness too, when it has any.
    fn settled(
        model: Model,
        full: Equilibrium,
        verdict: Verdict,
        contacts: Contacts,
        ties: Vec<Vec<SupportId>>,
        looked: SolutionCache,
    ) -> Self {
        let (verdict, elastic) = with_stiffness(&model, &full, verdict, contacts, &looked.factors);
        let mut statics = Self { model, full, verdict, values: Vec::new(), elastic, ties, looked };
        statics.values = statics.map().values(&statics.full);
        statics
    }

    /// The same structure under another loading.
    pub fn under(&self, loading: Loading) -> Self {
        let model = self.model.under(loading);
        let full = self.full.under(&model);
        let Judged { model, full, verdict } = judged(model, full);
        self.beside(model, full, verdict, Contacts::Sought)
    }

    /// The same structure in a state that has been judged.
    pub fn beside(&self, model: Model, full: Equilibrium, verdict: Verdict, contacts: Contacts) -> Self {
        Self::settled(model, full, verdict, contacts, self.ties.clone(), self.looked.beside())
    }

    /// Planned as a person would, worked and proved.
    pub fn explained(mut self) -> Solved {
        let (model, full, verdict) = (&self.model, &self.full, &self.verdict);
        let links = two_force_bodies(model);
        let equilibrium =
            if links.is_empty() { full.clone() } else { Equilibrium::with_links(model, &links) };
        let map = Map { elastic: None, ..self.map() };
        let by_equilibrium = map.values(&equilibrium);
        let map = self.map();
        let global = map.values(&equilibrium);
        let working = if verdict.equilibrium {
            let released: Vec<_> =
                equilibrium.column_ids().map(|id| map.released(&equilibrium, id)).collect();
            let determined: Vec<_> = by_equilibrium.iter().map(Option::is_some).collect();
            let values: Vec<_> = by_equilibrium.iter().map(|v| v.unwrap_or(f64::NAN)).collect();
            let given = Given { determined: &determined, released: &released, values: &values };
            let plan = plan(model, &equilibrium, &given);
            work(model, &equilibrium, plan, &released, verdict.closing())
        } else {
            Working::default()
        };
        // What was worked counts, to its last figure.
        let (mut whole, mut values) = (self.values.clone(), global.clone());
        for (id, value) in working.steps.iter().flat_map(|step| step.results()) {
            values[id.index()] = Some(value);
            if let Some(index) = map.same(&equilibrium, id) {
                whole[index] = Some(value);
            }
        }
        self.values = whole;
        // What was looked at before stood on the values before.
        self.looked = self.looked.beside();
        Solved { statics: self, equilibrium, working, global, values }
    }

    /// The values of the unknowns of the full equilibrium, SI, along their assumed senses: the working's values once it is worked, else the global solution's; nothing
    /// where neither equilibrium nor stiffness fixes them.
    pub fn full_values(&self) -> &[Option<f64>] {
        &self.values
    }

    fn map(&self) -> Map<'_> {
        let elastic = self.elastic();
        Map { model: &self.model, full: &self.full, verdict: &self.verdict, elastic }
    }

    /// The solution by stiffness, when there is one.
    pub fn elastic(&self) -> Option<&Elastic> {
        self.elastic.as_ref().and_then(|elastic| elastic.as_ref().ok())
    }
}

impl Solved {
    /// The value of each unknown of the working, SI, along its assumed sense: the working's where it was worked, else the global solution's; nothing where neither
    /// equilibrium nor stiffness fixes it.
    pub fn values(&self) -> &[Option<f64>] {
        &self.values
    }

    /// Per column of the full equilibrium: the step that finds it, from 1; of what holds a two-force body that of the link.
    pub fn found_by(&self) -> Vec<Option<usize>> {
        let steps = self.working.found_by(self.equilibrium.columns.len());
        if self.equilibrium.links.is_empty() {
            return steps;
        }
        let rows: HashMap<(ColumnOf, Component), Option<usize>> =
            self.equilibrium.columns.iter().map(|c| (c.of, c.component)).zip(steps).collect();
        let find = |column: &Column| {
            let own = rows.get(&(column.of, column.component));
            let link = || match column.of {
                ColumnOf::Support(support) => match self.model.supports[support.index()].on {
                    On::Body(body) => rows.get(&(ColumnOf::Link(body), Component::Along)),
                    On::Pin(_) => None,
                },
                _ => None,
            };
            own.or_else(link).copied().flatten()
        };
        self.full.columns.iter().map(find).collect()
    }

    /// True when an unknown of the working is out of contact, or slack.
    pub(crate) fn is_released(&self, id: ColumnId) -> bool {
        self.map().released(&self.equilibrium, id)
    }

    /// The rules of joints that show without an equation what members carry.
    pub fn seen_at_joints(&self) -> Vec<Seen> {
        let slack: Vec<_> = self.equilibrium.column_ids().map(|id| self.is_released(id)).collect();
        at_joints(&self.equilibrium, &slack)
    }

    /// The largest difference between the working's values and the global solution's, over the largest load or force. `None` when nothing was
    /// worked.
    pub fn disagreement(&self) -> Option<f64> {
        let scales = self.equilibrium.scales();
        // Flat or nearly movable structures carry far more than their loads, and round off that much more.
        let largest = |kind| {
            let same = self.equilibrium.columns.iter().zip(&self.global).filter(|(c, _)| c.kind == kind);
            same.filter_map(|(_, value)| *value).map(f64::abs).fold(scales.of(kind), f64::max)
        };
        let kinds =
            [ColumnKind::Force, ColumnKind::Couple, ColumnKind::Intensity].map(|kind| (kind, largest(kind)));
        self.working
            .steps
            .iter()
            .flat_map(|step| step.results())
            .filter_map(|(id, value)| {
                let kind = self.equilibrium.column(id).kind;
                let (_, scale) = *kinds.iter().find(|(known, _)| *known == kind)?;
                let difference = (value - self.global[id.index()]?).abs();
                Some(if scale > 0.0 { difference / scale } else { difference })
            })
            .reduce(f64::max)
    }
}
