//! Running one command in the project's folder, and saying which one failed.

use std::path::PathBuf;
use std::process::Command;

/// Nothing, or what went wrong.
pub type Outcome = Result<(), String>;

/// The folder of the workspace.
pub fn root() -> PathBuf {
    // Cargo says it at run time too: several checkouts may share what is built.
    let here = std::env::var_os("CARGO_MANIFEST_DIR")
        .map_or_else(|| env!("CARGO_MANIFEST_DIR").into(), PathBuf::from);
    here.parent().unwrap_or(&here).to_owned()
}

/// A program that was built for release, wherever Cargo was told to put it.
pub fn released(name: &str) -> String {
    let target = std::env::var_os("CARGO_TARGET_DIR").map_or_else(|| "target".into(), PathBuf::from);
    root().join(target).join("release").join(name).display().to_string()
}

/// A command about to be run.
pub struct Step {
    command: Command,
    shown: String,
}

impl Step {
    pub fn new(program: &str, arguments: &[&str]) -> Self {
        let local = root().join(program);
        let mut command = if local.is_file() { Command::new(local) } else { Command::new(program) };
        command.args(arguments).current_dir(root());
        Self { command, shown: format!("{program} {}", arguments.join(" ")) }
    }

    pub fn cargo(arguments: &[&str]) -> Self {
        let cargo = std::env::var("CARGO").unwrap_or_else(|_| "cargo".into());
        let mut step = Self::new(&cargo, arguments);
        step.shown = format!("cargo {}", arguments.join(" "));
        step
    }

    pub fn npm(arguments: &[&str]) -> Self {
        let mut step = Self::new("npm", arguments);
        step.command.current_dir(root().join("web"));
        step.shown = format!("npm {} (in web/)", arguments.join(" "));
        step
    }

    /// With an environment variable set.
    pub fn with(mut self, name: &str, value: &str) -> Self {
        self.command.env(name, value);
        self
    }

    pub fn run(mut self) -> Outcome {
        eprintln!("• {}", self.shown);
        match self.command.status() {
            Ok(status) if status.success() => Ok(()),
            Ok(status) => Err(format!("`{}` failed ({status})", self.shown)),
            Err(error) => Err(format!("`{}` could not be run: {error}", self.shown)),
        }
    }

    /// Whether it runs and ends well, quietly.
    pub fn works(mut self) -> bool {
        self.command.output().is_ok_and(|output| output.status.success())
    }
}
