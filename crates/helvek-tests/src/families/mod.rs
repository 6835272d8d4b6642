//! The families, and what all of them share.

mod elastic;
mod lengths;
mod one_way;
mod plane;
mod printed;

use helvek_core::answers::Answers;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;

/// A sort of sheet with the way in which it is proved.
pub struct Family {
    /// What it is called in reports.
    pub name: &'static str,
    /// Makes the sheet of a seed, solves it and compares: how many values were compared, or what differs with the sheet below it.
    pub run: fn(u64) -> Result<usize, String>,
}

/// All of them.
pub const FAMILIES: &[Family] = &[
    Family { name: "plane", run: plane::run },
    Family { name: "elastic", run: elastic::run },
    Family { name: "rigid lengths", run: lengths::run },
    Family { name: "one-way", run: one_way::run },
    Family { name: "printed", run: printed::run },
];

/// A sheet that is being compared.
struct Trial {
    text: String,
    answers: Answers,
    values: usize,
}

impl Trial {
    /// A sheet solved, `body` being TOML behind the format line, with what holds for every sheet: every number is one, and what is checked closes.
    fn of(body: &str) -> Result<Self, String> {
        let text = format!("format = \"helvek-sheet/1\"\n{body}");
        let built = model::build(&sheet::read(&text, Syntax::Toml));
        if !built.problems.is_empty() {
            return Err(format!("refused: {:?}\n{text}", built.problems));
        }
        let answers = solution::solve(built.model).answers();
        let trial = Self { text, answers, values: 0 };
        // Numbers that are none become null in JSON, like what is not known; so they are looked for here.
        let told = format!("{:?}", trial.answers);
        if let Some(at) = told.find("NaN").or_else(|| told.find("inf")) {
            return trial.differs(&format!("no number: …{}…", &told[at.saturating_sub(60)..at + 3]));
        }
        if let Some(check) = trial.answers.checks.iter().find(|check| !check.ok) {
            return trial.differs(&format!("does not close: {check:?}"));
        }
        if let Some(stiffness) = trial.answers.stiffness.as_ref().filter(|s| s.refused.is_none())
            && (stiffness.residual > 1e-9 || stiffness.energy > 1e-9)
        {
            return trial.differs(&format!(
                "does not close by stiffness: {} {}",
                stiffness.residual, stiffness.energy
            ));
        }
        Ok(trial)
    }

    fn differs<T>(&self, what: &str) -> Result<T, String> {
        Err(format!("{what}\n{}", self.text))
    }

    /// Compares a value with what it should be, within `slack`.
    fn near(&mut self, what: &str, got: Option<f64>, expected: f64, slack: f64) -> Result<(), String> {
        self.values += 1;
        match got {
            Some(got) if (got - expected).abs() <= slack => Ok(()),
            _ => self.differs(&format!("{what}: {got:?} instead of {expected} (within {slack:e})")),
        }
    }

    fn done(self) -> Result<usize, String> {
        Ok(self.values)
    }
}
