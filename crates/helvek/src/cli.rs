//! What can be asked for on the command line.

use crate::solve;
use clap::{Parser, Subcommand, ValueEnum};
use std::path::PathBuf;
use std::process::ExitCode;

/// A workbench for equilibrium: free body diagrams, reactions, and the working that leads to them.
#[derive(Parser)]
#[command(version, after_help = helvek_report::CAUTION)]
struct Cli {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    /// Solve a sheet and print the working.
    ///
    /// Exit status: 0 all that is asked is answered; 1 no equilibrium; 2 the file is wrong; 3 equilibrium alone does not answer.
    Solve {
        /// A sheet in TOML or JSON; `-` reads standard input.
        file: PathBuf,
        /// How to print.
        #[arg(long, value_enum, default_value_t = Format::Text)]
        format: Format,
    },
}

/// How to print a solution.
#[derive(Clone, Copy, ValueEnum)]
pub(crate) enum Format {
    /// The working, for reading.
    Text,
    /// The answers, for programs.
    Json,
    /// The working as Markdown with LaTeX.
    Markdown,
}

pub(crate) fn run() -> ExitCode {
    match Cli::parse().command {
        Command::Solve { file, format } => solve::run(&file, format),
    }
}
