//! The Helvek binary: solves sheets from the command line and serves the workbench.

mod cli;
mod solve;

use std::process::ExitCode;

fn main() -> ExitCode {
    cli::run()
}
