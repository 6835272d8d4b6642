//! The families, and what all of them share.

mod beams;
mod curves;
mod elastic;
mod lengths;
mod one_way;
mod plane;
mod printed;
mod ropes;
mod sections;
mod space;
mod trusses;

use helvek_core::answers;
use helvek_core::answers::Answers;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use std::cell::RefCell;

/// A sort of sheet with the way in which it is proved.
pub struct Family {
    /// Its name in reports.
    pub name: &'static str,
    /// Makes the sheet of a seed, solves it and compares: how many values were compared, or what differs with the sheet below it.
    pub run: fn(u64) -> Result<usize, String>,
}

thread_local! {
    /// The sheets that a family makes, while they are asked for.
    static MADE: RefCell<Option<Vec<String>>> = const { RefCell::new(None) };
}

/// A sheet was made.
fn made(text: &str) {
    MADE.with_borrow_mut(|made| {
        if let Some(made) = made {
            made.push(text.to_owned());
        }
    });
}

impl Family {
    /// The sheets of a seed, as TOML.
    pub fn sheets(&self, seed: u64) -> Vec<String> {
        MADE.set(Some(Vec::new()));
        // What they come to is another question.
        let _ = (self.run)(seed);
        MADE.take().unwrap_or_default()
    }
}

/// All of them.
pub const FAMILIES: &[Family] = &[
    Family { name: "plane", run: plane::run },
    Family { name: "elastic", run: elastic::run },
    Family { name: "rigid lengths", run: lengths::run },
    Family { name: "one-way", run: one_way::run },
    Family { name: "printed", run: printed::run },
    Family { name: "trusses", run: trusses::run },
    Family { name: "ropes", run: ropes::run },
    Family { name: "combinations", run: beams::run },
    Family { name: "curves", run: curves::run },
    Family { name: "sections", run: sections::run },
    Family { name: "space", run: space::run },
];

/// Parts of a length to look at: evenly, and ever closer to both ends, where a curve can turn just beside what acts there.
fn places() -> impl Iterator<Item = f64> {
    let near = (1..=36).map(|k| 10f64.powf(-0.25 * f64::from(k)));
    (0..=64).map(|i| f64::from(i) / 64.0).chain(near.flat_map(|part| [part, 1.0 - part]))
}

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
        made(&text);
        let built = model::build(&sheet::read(&text, Syntax::Toml));
        if !built.problems.is_empty() {
            return Err(format!("refused: {:?}\n{text}", built.problems));
        }
        let answers = answers::answers(&solution::solve(built.model));
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

    /// The published extremes of N, V and M of every stretch against many places along it, and the sags against theirs.
    fn extremes(&mut self) -> Result<(), String> {
        for diagram in self.answers.diagrams.clone() {
            for (letter, pieces) in [("N", &diagram.n), ("V", &diagram.v), ("M", &diagram.m)] {
                let values = pieces.iter().flat_map(|piece| {
                    places().map(move |share| {
                        let x = piece.start + (piece.end - piece.start) * share;
                        piece.coefficients.iter().rev().fold(0.0, |sum, c| sum * x + c)
                    })
                });
                let (low, high) = values.fold((f64::MAX, f64::MIN), |(a, b), v| (a.min(v), b.max(v)));
                let told = diagram.extremes.iter().filter(|e| e.of.letter() == letter).map(|e| e.value);
                let (least, most) = told.fold((f64::MAX, f64::MIN), |(a, b), v| (a.min(v), b.max(v)));
                let slack = 1e-8 * low.abs().max(high.abs());
                // What is nothing beside the loads is told as nothing.
                let [below, above] = [least, most].map(|told| if told == 0.0 { 10.0 * slack } else { slack });
                if low < least - below || high > most + above {
                    let what = format!(
                        "{letter} of {} goes from {low} to {high}: {:?}",
                        diagram.on, diagram.extremes
                    );
                    return self.differs(&what);
                }
                self.values += 2;
            }
        }
        let shapes = self.answers.stiffness.as_ref().map(|s| s.deflections.clone()).unwrap_or_default();
        for shape in shapes {
            let at = |x: f64| {
                let piece = shape.across.iter().find(|p| x <= p.end).or(shape.across.last());
                piece.map_or(0.0, |p| p.coefficients.iter().rev().fold(0.0, |sum, c| sum * (x - p.start) + c))
            };
            for sag in &shape.sags {
                let [from, to] = sag.span;
                // An overhang leaves the tangent where it is held: looked at by the shapes of closed forms.
                if sag.overhang {
                    continue;
                }
                let line = |x: f64| at(from) + (at(to) - at(from)) * (x - from) / (to - from);
                let places = places().map(|share| from + (to - from) * share);
                let most = places.map(|x| (at(x) - line(x)).abs()).fold(0.0, f64::max);
                if most > sag.value.abs() * (1.0 + 1e-7) + 1e-9 * at(from).abs().max(at(to).abs()) {
                    return self.differs(&format!("{} sags by {most} somewhere: {sag:?}", shape.on));
                }
                self.values += 1;
            }
        }
        Ok(())
    }

    fn done(self) -> Result<usize, String> {
        Ok(self.values)
    }
}
