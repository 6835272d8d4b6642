//! Sheets as text, solved.

use helvek_answers as answers;
use helvek_answers::Answers;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::model;
use helvek_statics::solution::{self, Solved};

/// The solution of a sheet that has no problems. `body` is TOML behind the format line.
pub fn solved(body: &str) -> Solved {
    let built = model::build(&sheet::read(&toml(body), Syntax::Toml));
    assert_eq!(built.problems, [], "{body}");
    solution::solve(built.model)
}

pub fn answers(body: &str) -> Answers {
    answers::answers(&solved(body))
}

pub fn problems(text: &str, syntax: Syntax) -> Vec<Problem> {
    model::build(&sheet::read(text, syntax)).problems
}

pub fn toml(body: &str) -> String {
    format!("format = \"helvek-sheet/1\"\n{body}")
}

/// A beam A-B along x with the points named, and whatever else is written.
pub fn beam(points: &[(&str, f64)], rest: &str) -> String {
    let list: Vec<_> = points.iter().map(|(name, x)| format!("{name} = [{x}, 0]")).collect();
    let run: Vec<_> = points.iter().map(|(name, _)| format!("\"{name}\"")).collect();
    format!("{rest}\n[points]\n{}\n[bodies]\nbeam = {{ runs = [[{}]] }}\n", list.join("\n"), run.join(", "))
}

/// Both values, when they differ.
#[track_caller]
pub fn assert_near(got: f64, expected: f64) {
    let scale = expected.abs().max(1.0);
    assert!((got - expected).abs() <= 1e-9 * scale, "{got} instead of {expected}");
}
