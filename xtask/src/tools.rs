//! What the project needs beside Rust: Node.js for the front end, Chromium for the tests of the interface.

use crate::run::{Outcome, Step, root};
use std::fs;

const BROWSER: &str = "apt-get install -y --no-install-recommends chromium chromium-driver";

/// Node.js and the packages of the lock file.
pub fn front_end() -> Outcome {
    if !Step::npm(&["--version"]).works() {
        return Err(
            "Node.js 20 or newer with npm is needed for the front end. Install it from your distribution."
                .into(),
        );
    }
    // npm keeps a copy of the lock file among the packages: when it is newer than ours, they are those of ours.
    let modified = |path: &str| fs::metadata(root().join(path)).and_then(|m| m.modified()).ok();
    let (lock, installed) =
        (modified("web/package-lock.json"), modified("web/node_modules/.package-lock.json"));
    if installed.is_some() && installed >= lock {
        return Ok(());
    }
    Step::npm(&["ci", "--no-audit", "--no-fund"]).run()
}

/// Chromium and ChromeDriver: installed when we may, else the one line that does it.
pub fn browser() -> Outcome {
    let there =
        || Step::new("chromium", &["--version"]).works() && Step::new("chromedriver", &["--version"]).works();
    if there() {
        return Ok(());
    }
    let root_here = Step::new("sh", &["-c", "test \"$(id -u)\" = 0"]).works();
    let in_ci = std::env::var_os("CI").is_some();
    if !root_here && !in_ci {
        return Err(format!(
            "the tests of the interface need Chromium and ChromeDriver. Run: sudo {BROWSER}"
        ));
    }
    let sudo = if root_here { "" } else { "sudo " };
    Step::new("sh", &["-c", &format!("{sudo}apt-get update && {sudo}{BROWSER}")]).run()?;
    if there() { Ok(()) } else { Err(format!("Chromium is still missing after: {BROWSER}")) }
}
