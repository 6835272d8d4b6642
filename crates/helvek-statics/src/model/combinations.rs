//! Combinations of load cases, resolved.

use super::resolve::Builder;
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::sheet::Document;
use indexmap::IndexMap;

/// A sum of factored load cases.
#[derive(Debug, Clone, PartialEq)]
pub struct Combination {
    /// Unique among combinations.
    pub name: String,
    /// Per case its factor; cases that are not here count nothing.
    pub factors: IndexMap<String, f64>,
    /// True of loads as things are used.
    pub service: bool,
}

impl Combination {
    /// The case of loads that name none.
    pub const DEFAULT: &'static str = "1";

    /// The factor of a case.
    pub fn factor(&self, case: &str) -> f64 {
        self.factors.get(case).copied().unwrap_or(0.0)
    }
}

impl Builder {
    pub(super) fn combinations(&mut self, document: &Document) {
        let sheet = &document.sheet;
        let unnamed = sheet.loads.iter().any(|load| load.case().is_none())
            || sheet.temperature.iter().any(|warm| warm.case.is_none())
            || !sheet.ropes.is_empty();
        let mut known: Vec<String> = self.model.cases.clone();
        if unnamed && !known.iter().any(|case| case == Combination::DEFAULT) {
            known.push(Combination::DEFAULT.to_owned());
        }
        let given: Vec<_> = sheet.combinations.iter().map(|c| Some(c.name.as_str())).collect();
        self.unique(&given, "combination", |i| format!("combinations[{i}]"));
        for (i, written) in sheet.combinations.iter().enumerate() {
            let path = format!("combinations[{i}].factors");
            if written.factors.is_empty() {
                let message = format!("The combination {} has no factors.", written.name);
                self.sense(&path, message, "Write { permanent = 1.35, wind = 1.5 }.");
            }
            for case in written.factors.keys().filter(|case| !known.contains(case)) {
                if self.problems.passed_over() {
                    continue;
                }
                let cure = match nearest(case, known.iter().map(String::as_str)) {
                    Some(near) => format!("Perhaps \"{near}\" is meant."),
                    None if known.is_empty() => "Give loads a case first.".to_owned(),
                    None => format!("Here: {}.", known.join(", ")),
                };
                let message = format!(
                    "The combination {} names a load case \"{case}\" that is not there.",
                    written.name
                );
                self.problem(ProblemKind::Name, &format!("{path}.{case}"), message, cure);
            }
            let combination = Combination {
                name: written.name.clone(),
                factors: written.factors.clone(),
                service: written.service == Some(true),
            };
            self.model.combinations.push(combination);
        }
    }
}
