//! Load combinations: each the sum of factored load cases.
//!
//! Where nothing is one-way, every case is solved once and the combinations are sums of these. Where something is, its state may differ from
//! combination to combination: each is solved in full.

use crate::elastic::Contacts;
use crate::equilibrium::Equilibrium;
use crate::geometry::Vector;
use crate::inside::Looked;
use crate::model::{Amount, Combination, JointKind, Load, LoadId, Model, RopeEnd};
use crate::proof::Proof;
use crate::solution::{Judged, Solved, judged, stiffly};
use crate::verdict::{Verdict, linear};
use crate::working::Working;
use std::collections::BTreeMap;

/// A combination, or a train at one of its worst stands, with what it comes to.
#[derive(Debug, Clone, PartialEq)]
pub struct State {
    /// Its name.
    pub name: String,
    /// Solved, without a working.
    pub solved: Solved,
    /// It was added up from its cases.
    pub superposed: bool,
    /// Loads of cases that count nothing in it.
    pub left_out: Vec<String>,
    /// The train that stands in it, by its place in the model's list.
    pub train: Option<usize>,
}

impl Solved {
    /// Every combination of the sheet, in its order.
    pub fn states(&self) -> &[State] {
        self.looked.states.get_or_init(|| self.combined())
    }

    fn combined(&self) -> Vec<State> {
        let model = &self.model;
        if model.combinations.is_empty() {
            return Vec::new();
        }
        let one_way = self.full.columns.iter().any(|column| column.one_way.is_some())
            || model.joints.iter().any(|joint| matches!(joint.kind, JointKind::Mesh { .. }));
        let cases = if one_way { None } else { self.cases_alone() };
        model.combinations.iter().map(|combination| self.state(combination, cases.as_ref())).collect()
    }

    /// Each case by itself, of those that some combination names; `None` when one of them is not balanced alone.
    fn cases_alone(&self) -> Option<BTreeMap<String, Vec<Option<f64>>>> {
        let mut names: Vec<&String> = self.model.combinations.iter().flat_map(|c| c.factors.keys()).collect();
        names.sort_unstable();
        names.dedup();
        let alone = |name: &String| {
            let only = factored(&self.model, |case| f64::from(u8::from(case == name)));
            Some((name.clone(), linear(&Equilibrium::of(&only), &[])?))
        };
        names.into_iter().map(alone).collect()
    }

    fn state(&self, combination: &Combination, cases: Option<&BTreeMap<String, Vec<Option<f64>>>>) -> State {
        let model = factored(&self.model, |case| combination.factor(case));
        let name = combination.name.clone();
        let counts = |load: &&crate::model::Load| {
            combination.factor(load.case.as_deref().unwrap_or(Combination::DEFAULT)) != 0.0
        };
        let loads = self.model.loads.iter();
        let left_out =
            loads.filter(|load| load.part == 0 && !counts(load)).map(|load| load.name.clone()).collect();
        let Some(cases) = cases.filter(|_| self.verdict.equilibrium) else {
            return State { name, solved: without_working(model), superposed: false, left_out, train: None };
        };
        let mut verdict = self.verdict.clone();
        for (index, value) in verdict.values.iter_mut().enumerate() {
            let parts = combination.factors.iter().map(|(case, factor)| Some(factor * cases[case][index]?));
            // Cases that are not fixed are fixed in none: what is determined depends on the structure alone.
            *value = parts.sum::<Option<f64>>().unwrap_or(0.0);
        }
        let full = Equilibrium::of(&model);
        State {
            name,
            solved: bare(model, full, verdict, Contacts::Sought),
            superposed: true,
            left_out,
            train: None,
        }
    }
}

/// Solved as any sheet, but without plan and working.
pub(crate) fn without_working(model: Model) -> Solved {
    let Judged { model, full, verdict, ties } = judged(model);
    Solved { ties, ..bare(model, full, verdict, Contacts::Sought) }
}

/// As it is judged, without plan and working; by its stiffness too, when it has any.
pub(crate) fn bare(model: Model, full: Equilibrium, verdict: Verdict, contacts: Contacts) -> Solved {
    let (verdict, elastic) = stiffly(&model, &full, verdict, contacts);
    let mut solved = Solved {
        model,
        equilibrium: full.clone(),
        full,
        verdict,
        working: Working::default(),
        cures: Vec::new(),
        proof: Proof::default(),
        global: Vec::new(),
        elastic,
        ties: Vec::new(),
        looked: Looked::default(),
    };
    solved.global = solved.full_values();
    solved
}

/// The model with every load as strong as its case says; what is sought stays sought.
pub(crate) fn factored(model: &Model, factor: impl Fn(&str) -> f64) -> Model {
    let of_case = |load: &Load| factor(load.case.as_deref().unwrap_or(Combination::DEFAULT));
    let mut model = scaled(model, |_, load| of_case(load), factor(Combination::DEFAULT));
    model.warmings.iter_mut().for_each(|warming| warming.scale(factor(&warming.case)));
    model
}

/// The model with some of its loads, and with or without everything else that acts: what hangs and pulls on its ropes, what settles and warms up.
pub(crate) fn kept(model: &Model, keep: impl Fn(LoadId) -> bool, with_others: bool) -> Model {
    let by = |keep: bool| f64::from(u8::from(keep));
    let mut model = scaled(model, |id, _| by(keep(id)), by(with_others));
    if !with_others {
        model.warmings.clear();
        for support in &mut model.supports {
            (support.yielding.settled, support.yielding.turned) = (Vector::ZERO, 0.0);
        }
    }
    model
}

/// The model with every load by a factor of its own, and the ends of ropes by one.
fn scaled(model: &Model, factor: impl Fn(LoadId, &Load) -> f64, ends: f64) -> Model {
    let mut model = model.clone();
    let scale = |amount: &mut Amount, by: f64| {
        if let Amount::Known(size) = amount {
            *size *= by;
        }
    };
    for (row, load) in model.loads.iter_mut().enumerate() {
        let by = factor(LoadId(row), load);
        if by == 1.0 {
            continue;
        }
        load.kind.scale(by);
        // It is not as it was written any more.
        model.conversions.retain(|c| c.of != load.name || !c.path.starts_with("loads["));
    }
    for end in model.ropes.iter_mut().flat_map(|rope| &mut rope.ends) {
        match end {
            RopeEnd::Mass(mass) => *mass *= ends,
            RopeEnd::Pull(pull) => scale(pull, ends),
            RopeEnd::On(_) | RopeEnd::Ground => {}
        }
    }
    model
}
