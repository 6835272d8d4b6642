//! What bars can carry, and the load whose limit is sought.

use super::loads::{Load, LoadKind};
use super::resolve::Builder;
use super::{Amount, LoadId, Model, Rope, RopeEnd};
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::sheet::{Document, Quantity};
use helvek_sheet::units::{Dimension, Units};
use std::sync::Arc;

/// The largest force of a bar each way, N, both positive; `None` where it is not limited.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct BarLimits {
    /// The largest tension, N, 0 or more.
    pub tension: Option<f64>,
    /// The largest compression, N, 0 or more.
    pub compression: Option<f64>,
}

/// The loads that grow until something reaches its limit. The others stay as they are.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Growing {
    /// All that are not permanent.
    Variable,
    /// Those of one case, by its place among the model's cases.
    Case(usize),
    /// One load.
    Load(LoadId),
    /// The loads of the sought symbol.
    Parameter,
}

/// Loads of the case of this name never grow.
pub const PERMANENT: &str = "permanent";

impl Model {
    /// True when a load grows.
    pub fn grows(&self, of: Growing, load: LoadId) -> bool {
        let Load { case, kind, name, .. } = self.loading.load(load);
        let case = case.as_deref();
        // What a structure weighs itself is there all the time.
        let own = matches!(kind, LoadKind::Own { .. }) && case.is_none();
        match of {
            Growing::Variable => case != Some(PERMANENT) && !own,
            Growing::Case(row) => case == self.cases.get(row).map(String::as_str),
            // With all its parts.
            Growing::Load(id) => self.loading.load(id).name == *name,
            Growing::Parameter => self.parameter.as_ref().is_some_and(|p| p.loads.contains(&load)),
        }
    }
}

impl Builder {
    /// The limits of bars, first those that name their bars, then the one for all the others.
    pub(super) fn limits(&mut self, document: &Document) {
        let mut said = vec![false; self.model.bars.len()];
        let mut rest = None;
        for (i, limit) in document.sheet.limits.iter().enumerate() {
            let path = format!("limits[{i}]");
            let mut side = |quantity: &Option<Quantity>, key: &str| -> Option<f64> {
                let value =
                    self.si(quantity.as_ref()?, Dimension::FORCE, "limit", &format!("{path}.{key}"))?;
                if value < 0.0 {
                    let message = "A limit is a size, and not negative.";
                    self.sense(&format!("{path}.{key}"), message, "Write it without its sign.");
                    return None;
                }
                Some(value)
            };
            let limits = BarLimits {
                tension: side(&limit.tension, "tension"),
                compression: side(&limit.compression, "compression"),
            };
            if limit.tension.is_none() && limit.compression.is_none() {
                continue;
            }
            if limit.of.is_empty() {
                if rest.replace(limits).is_some() {
                    let message = "There are two limits for all other bars.";
                    self.sense(&path, message, "Keep one, or name its bars: of = [\"A-B\"].");
                }
                continue;
            }
            for bar in &limit.of {
                let Some(row) = self.bar_row(bar, &format!("{path}.of")) else { continue };
                if std::mem::replace(&mut said[row], true) {
                    let message = format!("The bar {bar} has two limits.");
                    self.sense(&format!("{path}.of"), message, "Name it in one of them.");
                }
                self.model.bars[row].limits = limits;
            }
        }
        let Some(rest) = rest else { return };
        for (bar, said) in self.model.bars.iter_mut().zip(said) {
            if !said {
                bar.limits = rest;
            }
        }
    }

    /// The cases, in the order of the sheet, then those that only loads name.
    pub(super) fn cases(&mut self, document: &Document) {
        self.model.cases.clone_from(&document.sheet.cases);
        let loads = document.sheet.loads.iter().filter_map(|load| load.case());
        let warm = document.sheet.temperature.iter().filter_map(|warm| warm.case.as_deref());
        for case in loads.chain(warm) {
            if !self.model.cases.iter().any(|c| c == case) {
                self.model.cases.push(case.to_owned());
            }
        }
    }

    /// The loads that are meant to grow.
    pub(super) fn growing(&mut self, load: Option<&str>, case: Option<&str>, path: &str) -> Option<Growing> {
        let unknown = |what: &str, name: &str, known: Vec<&str>| {
            let cure = match nearest(name, known.iter().copied()) {
                Some(near) => format!("Perhaps \"{near}\" is meant."),
                None => format!("Here: {}.", known.join(", ")),
            };
            (format!("There is no {what} \"{name}\"."), cure)
        };
        match (load, case) {
            (Some(name), _) => {
                let symbol = name.trim_start_matches('?');
                if self.model.parameter.as_ref().is_some_and(|p| p.symbol == symbol) {
                    return Some(Growing::Parameter);
                }
                let row = self.model.loading.loads.iter().position(|load| load.name == name);
                if row.is_none() {
                    let known = self.model.loading.loads.iter().map(|load| load.name.as_str()).collect();
                    let (message, cure) = unknown("load", name, known);
                    self.problem(ProblemKind::Name, &format!("{path}.load"), message, cure);
                }
                row.map(|row| Growing::Load(LoadId(row)))
            }
            (None, Some(name)) => {
                let row = self.model.cases.iter().position(|case| case == name);
                if row.is_none() {
                    let known = self.model.cases.iter().map(String::as_str).collect();
                    let (message, cure) = unknown("load case", name, known);
                    self.problem(ProblemKind::Name, &format!("{path}.case"), message, cure);
                }
                row.map(Growing::Case)
            }
            (None, None) => Some(Growing::Variable),
        }
    }

    /// Where nothing else acts, everything is shown as a multiple of the sought symbol.
    pub(super) fn multiples(&mut self) {
        let free = |rope: &Rope| rope.ends.iter().any(|end| matches!(end, RopeEnd::Mass | RopeEnd::Hand));
        let nothing_hangs = !self.model.ropes.iter().any(free);
        let idle = |kind: &LoadKind| {
            !matches!(kind, LoadKind::Own { .. }) && kind.amounts().iter().all(|a| *a == Amount::Known(0.0))
        };
        let Model { structure, loading, .. } = &mut self.model;
        let structure = Arc::make_mut(structure);
        let Some(parameter) = &mut structure.parameter else { return };
        let mine = |i: usize| parameter.loads.iter().any(|id| id.index() == i);
        let others = loading.loads.iter().enumerate().any(|(i, load)| !mine(i) && !idle(&load.kind));
        parameter.alone = nothing_hangs && !others;
        if parameter.alone {
            let units = &mut structure.units;
            units.force.symbol.clone_from(&parameter.symbol);
            units.couple = units.force.times(&units.length);
            units.moment = Units::found_moment(&units.force, &units.length);
        }
    }
}
