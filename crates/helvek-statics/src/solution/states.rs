//! Load combinations: each the sum of factored load cases.
//!
//! Where nothing is one-way, every case is solved once and the combinations are sums of these. Where something is, its state may differ from
//! combination to combination: each is solved in full.

use super::Statics;
use crate::equilibrium::Column;
use crate::model::{Combination, Load};
use crate::stiffness::Contacts;
use crate::verdict::linear;
use std::collections::BTreeMap;

/// A combination, or a train at one of its worst stands, with what it comes to.
#[derive(Debug, Clone, PartialEq)]
pub struct State {
    /// Its name.
    pub name: String,
    /// Statics, without a working.
    pub solved: Statics,
    /// It was added up from its cases.
    pub superposed: bool,
    /// Loads of cases that count nothing in it.
    pub left_out: Vec<String>,
    /// True of a combination that is no service combination beside others that are: nobody asks in it how far things sag.
    pub strength: bool,
    /// The train that stands in it, by its place in the model's list.
    pub train: Option<usize>,
}

impl Statics {
    /// Every combination of the sheet, in its order.
    pub fn states(&self) -> &[State] {
        self.looked.states.get_or_init(|| self.solve_states(&self.model.combinations))
    }

    /// One combination by itself, by its name.
    pub fn state(&self, name: &str) -> Option<State> {
        let wanted = self.model.combinations.iter().find(|combination| combination.name == name)?;
        self.solve_states(std::slice::from_ref(wanted)).pop()
    }

    fn solve_states(&self, combinations: &[Combination]) -> Vec<State> {
        if combinations.is_empty() {
            return Vec::new();
        }
        let signs = self.full.columns.iter().any(Column::depends_on_signs);
        let cases = if signs { None } else { self.cases_alone(combinations) };
        combinations.iter().map(|combination| self.combined(combination, cases.as_ref())).collect()
    }

    /// Each case by itself, of those that some of these combinations name; `None` when one of them is not balanced alone.
    fn cases_alone(&self, combinations: &[Combination]) -> Option<BTreeMap<String, Vec<Option<f64>>>> {
        let mut names: Vec<&String> = combinations.iter().flat_map(|c| c.factors.keys()).collect();
        names.sort_unstable();
        names.dedup();
        let alone = |name: &String| {
            let only = self.model.loading.factored(|case| f64::from(u8::from(case == name)));
            Some((name.clone(), linear(&self.full.under(&self.model.under(only)), &[])?))
        };
        names.into_iter().map(alone).collect()
    }

    fn combined(
        &self,
        combination: &Combination,
        cases: Option<&BTreeMap<String, Vec<Option<f64>>>>,
    ) -> State {
        let loading = self.model.loading.factored(|case| combination.factor(case));
        let name = combination.name.clone();
        let strength = !combination.service && self.model.combinations.iter().any(|other| other.service);
        let counts =
            |load: &&Load| combination.factor(load.case.as_deref().unwrap_or(Combination::DEFAULT)) != 0.0;
        let loads = self.model.loading.loads.iter();
        let left_out =
            loads.filter(|load| load.part == 0 && !counts(load)).map(|load| load.name.clone()).collect();
        let Some(cases) = cases.filter(|_| self.verdict.equilibrium) else {
            return State {
                name,
                solved: self.under(loading),
                superposed: false,
                left_out,
                strength,
                train: None,
            };
        };
        let mut verdict = self.verdict.clone();
        for (index, value) in verdict.values.iter_mut().enumerate() {
            let parts = combination.factors.iter().map(|(case, factor)| Some(factor * cases[case][index]?));
            // Cases that are not fixed are fixed in none: what is determined depends on the structure alone.
            *value = parts.sum::<Option<f64>>().unwrap_or(0.0);
        }
        let model = self.model.under(loading);
        let full = self.full.under(&model);
        State {
            name,
            solved: self.beside(model, full, verdict, Contacts::Sought),
            superposed: true,
            left_out,
            strength,
            train: None,
        }
    }
}
