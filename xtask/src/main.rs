//! The project's chores. `cargo xtask` lists them.

mod circles;
mod licences;
mod package;
mod run;
mod tools;

use run::{Outcome, Step};
use std::process::ExitCode;

const HELP: &str = "\
cargo xtask demo [ARGS]  install what is missing, build, and serve the workbench with demo data
cargo xtask package      build Helvek for release and pack it with its service unit and its documentation
cargo xtask test         check everything: formatting, lints, types, all tests, the browser's included
cargo xtask lint         formatting, lints and types only
cargo xtask types        write the descriptions of the interface and the TypeScript made from them anew
cargo xtask shots        take the pictures of docs/screenshots anew
cargo xtask soak [MINUTES] [SEED] [FAMILY]
                         random sheets of every family against formulations of their own, on a fresh seed unless one is given
cargo xtask bench        measure the core (criterion)
cargo xtask compare OLD [SHEETS] [SEED]
                         whether this build says the same as another one (its program): examples, generated sheets, random edits
cargo xtask measure      measure the whole in release: from key to picture, under load, at the start";

fn main() -> ExitCode {
    let mut arguments = std::env::args().skip(1);
    let chore = arguments.next();
    let rest: Vec<_> = arguments.collect();
    let outcome = match chore.as_deref() {
        Some("demo") => demo(&rest),
        Some("package") => build_front_end().and_then(|()| package::make()),
        Some("test") => test(),
        Some("lint") => tools::front_end().and_then(|()| lint()),
        Some("types") => types(),
        Some("shots") => shots(),
        Some("compare") => compare(&rest),
        Some("measure") => measure(),
        Some("soak") => soak(&rest),
        Some("bench") => Step::cargo(&["bench", "--workspace", "--benches"]).run(),
        _ => {
            println!("{HELP}");
            return if chore.is_none() { ExitCode::SUCCESS } else { ExitCode::from(2) };
        }
    };
    match outcome {
        Ok(()) => ExitCode::SUCCESS,
        Err(message) => {
            eprintln!("xtask: {message}");
            ExitCode::FAILURE
        }
    }
}

fn build_front_end() -> Outcome {
    tools::front_end()?;
    Step::npm(&["run", "build"]).run()?;
    licences::write()
}

/// Release: what is tried out should be as fast as it is.
fn demo(rest: &[String]) -> Outcome {
    build_front_end()?;
    Step::cargo(&["build", "--release", "--package", "helvek"]).run()?;
    let folder = run::root().join("target/demo");
    std::fs::create_dir_all(&folder).map_err(|error| format!("{}: {error}", folder.display()))?;
    let data = folder.join("helvek.sqlite").display().to_string();
    let mut arguments = vec!["demo", "--data", &data];
    arguments.extend(rest.iter().map(String::as_str));
    Step::new(&run::released("helvek"), &arguments).run()
}

fn soak(rest: &[String]) -> Outcome {
    let mut arguments = vec!["run", "--release", "--package", "helvek-tests", "--"];
    arguments.extend(rest.iter().map(String::as_str));
    Step::cargo(&arguments).run()
}

fn test() -> Outcome {
    tools::browser()?;
    build_front_end()?;
    lint()?;
    Step::npm(&["test"]).run()?;
    Step::cargo(&["test", "--workspace"]).run()
}

/// The crates whose modules are free of circles.
const FREE_OF_CIRCLES: [&str; 10] = [
    "helvek-numbers",
    "helvek-sheet",
    "helvek-statics",
    "helvek-checks",
    "helvek-answers",
    "helvek-edit",
    "helvek-report",
    "helvek-figure",
    "helvek-store",
    "helvek",
];

fn lint() -> Outcome {
    for name in FREE_OF_CIRCLES {
        circles::none_in(&run::root().join("crates").join(name).join("src"))?;
    }
    Step::cargo(&["fmt", "--all", "--check"]).run()?;
    Step::cargo(&["clippy", "--workspace", "--all-targets", "--", "-D", "warnings"]).run()?;
    // A link in a docstring that leads nowhere.
    Step::cargo(&["doc", "--no-deps", "--workspace"]).run()?;
    Step::npm(&["run", "format:check"]).run()?;
    Step::npm(&["run", "lint"]).run()?;
    Step::npm(&["run", "check"]).run()?;
    types_are_fresh()
}

/// The committed TypeScript is what the committed description makes. (That the description is what the Rust types make is a test.)
fn types_are_fresh() -> Outcome {
    if write_typescript()? {
        return Err(format!("{TYPESCRIPT} was stale; it is written anew: commit it"));
    }
    Ok(())
}

const TYPESCRIPT: &str = "web/src/lib/api/schema.d.ts";

/// Writes the TypeScript of the description, and tells whether it was another one before.
fn write_typescript() -> Result<bool, String> {
    let file = run::root().join(TYPESCRIPT);
    let failed = |error| format!("{TYPESCRIPT}: {error}");
    let before = std::fs::read_to_string(&file).unwrap_or_default();
    Step::npm(&["run", "types"]).run()?;
    let made = std::fs::read_to_string(&file).map_err(failed)?;
    let marked = format!("// Generated from docs/openapi.json by `cargo xtask types`.\n{made}");
    std::fs::write(&file, &marked).map_err(failed)?;
    Ok(before != marked)
}

fn types() -> Outcome {
    tools::front_end()?;
    Step::cargo(&["test", "--package", "helvek", "--test", "types"]).with("HELVEK_WRITE_TYPES", "1").run()?;
    write_typescript().map(drop)
}

fn measure() -> Outcome {
    tools::browser()?;
    build_front_end()?;
    Step::cargo(&["build", "--release", "--package", "helvek", "--package", "helvek-testkit"]).run()?;
    Step::new(&run::released("helvek-measure"), &[]).run()
}

fn compare(rest: &[String]) -> Outcome {
    let [old, more @ ..] = rest else { return Err("the path of the other build's helvek is missing".into()) };
    build_front_end()?;
    Step::cargo(&["build", "--release", "--package", "helvek", "--package", "helvek-testkit"]).run()?;
    let new = run::released("helvek");
    let mut arguments = vec![old.as_str(), &new];
    arguments.extend(more.iter().map(String::as_str));
    Step::new(&run::released("helvek-compare"), &arguments).run()
}

fn shots() -> Outcome {
    tools::browser()?;
    build_front_end()?;
    Step::cargo(&["build", "--package", "helvek"]).run()?;
    Step::cargo(&["run", "--package", "helvek-testkit", "--bin", "helvek-shots"]).run()
}
