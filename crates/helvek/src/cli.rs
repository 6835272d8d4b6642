//! The commands of the command line, and their options.

use crate::daily::Daily;
use crate::server::{self, Options};
use crate::solve::Format;
use crate::{safekeeping, solve};
use clap::{Args, Parser, Subcommand, ValueEnum};
use helvek_store::Look;
use std::net::SocketAddr;
use std::path::PathBuf;
use std::process::ExitCode;
use std::time::Duration;
use tracing_subscriber::filter::{LevelFilter, Targets};
use tracing_subscriber::layer::{Layer, SubscriberExt};
use tracing_subscriber::util::SubscriberInitExt;

/// A workbench for equilibrium: free body diagrams, reactions, and the working that leads to them.
#[derive(Parser)]
#[command(name = "helvek", version = crate::VERSION, after_help = helvek_report::CAUTION)]
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
        /// A table of sections or of materials as CSV, merged into the sheet before it is solved; may be given several times.
        #[arg(long, value_name = "FILE")]
        table: Vec<PathBuf>,
    },
    /// Serve the workbench with the sheets of a file.
    Serve(Serving),
    /// Serve the workbench, with example sheets if the file holds none yet.
    Demo(Serving),
    /// Copy all sheets, with revisions and tags, into a new file and verify it; also while Helvek is serving them.
    Backup {
        /// The file to be made; nothing is written over.
        file: PathBuf,
        /// The SQLite file that keeps the sheets.
        #[arg(long, default_value = DATA)]
        data: PathBuf,
    },
    /// Put a backup in the place of the sheets; those are put aside. Helvek must not be serving them.
    Restore {
        /// A file that helvek backup has made.
        file: PathBuf,
        /// The SQLite file that keeps the sheets.
        #[arg(long, default_value = DATA)]
        data: PathBuf,
    },
    /// Write sheets into a file for others: an archive (.zip) with their revisions and tags, or one sheet (.toml, .json).
    Export {
        /// The file to be made; nothing is written over.
        file: PathBuf,
        /// Only sheets with this in their title or in a tag.
        #[arg(long, value_name = "TEXT", default_value = "", hide_default_value = true)]
        search: String,
        /// Only sheets with this tag.
        #[arg(long)]
        tag: Option<String>,
        /// The SQLite file that keeps the sheets.
        #[arg(long, default_value = DATA)]
        data: PathBuf,
    },
    /// Take in sheets (.toml, .json) and archives of them (.zip); also while Helvek is serving. Nothing that is here is changed.
    Import {
        /// The files.
        #[arg(required = true)]
        file: Vec<PathBuf>,
        /// The SQLite file that keeps the sheets; made when missing.
        #[arg(long, default_value = DATA)]
        data: PathBuf,
    },
}

/// The file of sheets when none is named.
const DATA: &str = "helvek.sqlite";

#[derive(Args)]
struct Serving {
    /// The SQLite file that keeps the sheets; made when missing.
    #[arg(long, default_value = DATA)]
    data: PathBuf,
    /// The address to listen at. One that other machines can reach needs --network.
    #[arg(long, default_value = "127.0.0.1:7460")]
    listen: SocketAddr,
    /// Let other machines reach it. Whoever has the token can read and change every sheet; the line itself is not encrypted: see docs/running.md.
    #[arg(long)]
    network: bool,
    /// The token asked of whoever comes; with --network one is made and printed when none is given.
    #[arg(long, env = "HELVEK_TOKEN", hide_env_values = true)]
    token: Option<String>,
    /// A name, besides its address, by which it is called: of a proxy in front of it, or of this machine. May be given several times.
    #[arg(long, value_name = "NAME")]
    host: Vec<String>,
    /// Make a verified backup in this folder every day while it runs.
    #[arg(long, value_name = "FOLDER")]
    backup_to: Option<PathBuf>,
    /// The number of these backups that stay.
    #[arg(long, default_value_t = 14, value_parser = clap::value_parser!(u16).range(1..), requires = "backup_to")]
    backups: u16,
    /// How to log to standard error.
    #[arg(long, value_enum, default_value_t = Log::Text)]
    log: Log,
}

/// How to log.
#[derive(Clone, Copy, PartialEq, Eq, ValueEnum)]
enum Log {
    /// Lines for people.
    Text,
    /// One JSON object a line.
    Json,
}

/// Runs the command line of this process.
pub fn run() -> ExitCode {
    match Cli::parse().command {
        Command::Solve { file, format, table } => solve::run(&file, format, &table),
        Command::Serve(serving) => serve(serving, false),
        Command::Demo(serving) => serve(serving, true),
        Command::Backup { file, data } => safekeeping::backup(&data, &file),
        Command::Restore { file, data } => safekeeping::bring_back(&file, &data),
        Command::Export { file, search, tag, data } => {
            safekeeping::export(&data, &file, Look { search, tag, ..Look::default() })
        }
        Command::Import { file, data } => safekeeping::import(&data, &file),
    }
}

fn serve(serving: Serving, demo: bool) -> ExitCode {
    // RUST_LOG asks for more or less than the usual: `debug`, `helvek=debug,sqlx=warn`.
    let asked = std::env::var("RUST_LOG").ok().and_then(|filter| filter.parse::<Targets>().ok());
    let filter = asked.unwrap_or_else(|| Targets::new().with_default(LevelFilter::INFO));
    let lines = tracing_subscriber::fmt::layer().with_writer(std::io::stderr);
    let lines = match serving.log {
        Log::Text => lines.boxed(),
        Log::Json => lines.json().boxed(),
    };
    tracing_subscriber::registry().with(lines.with_filter(filter)).init();
    let Serving { data, listen, network, token, host, backup_to, backups, log: _ } = serving;
    let daily = backup_to.map(|folder| Daily { folder, keep: backups.into() });
    let options = Options { data, listen, demo, network, token, hosts: host, daily };
    let runtime = match tokio::runtime::Builder::new_multi_thread().enable_all().build() {
        Ok(runtime) => runtime,
        Err(error) => {
            eprintln!("helvek: the runtime cannot start: {error}");
            return ExitCode::FAILURE;
        }
    };
    let ended = runtime.block_on(server::run(options));
    // What is still being solved in the background does not hold up the end.
    runtime.shutdown_timeout(Duration::from_secs(1));
    match ended {
        Ok(()) => ExitCode::SUCCESS,
        Err(error) => {
            eprintln!("helvek: {error}");
            ExitCode::FAILURE
        }
    }
}
