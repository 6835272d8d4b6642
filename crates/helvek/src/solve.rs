//! `helvek solve`: a file in, the working or the answers out, the verdict as the exit status.

use crate::terminal::{complain, print};
use clap::ValueEnum;
use helvek_core::answers;
use helvek_core::answers::Publisher;
use helvek_core::answers::StatusWord;
use helvek_core::problem::Problem;
use helvek_core::sheet::{self, MAX_TEXT, Syntax};
use helvek_core::solution::{self, Solved};
use helvek_core::{edit, model};
use helvek_report::{markdown, page::Page, text};
use std::io::Read;
use std::path::{Path, PathBuf};
use std::process::ExitCode;

const WRONG_FILE: u8 = 2;

/// The format in which a solution is printed.
#[derive(Clone, Copy, ValueEnum)]
pub(crate) enum Format {
    /// The working, for reading.
    Text,
    /// The answers, for programs.
    Json,
    /// The working as Markdown with LaTeX.
    Markdown,
}

pub(crate) fn run(file: &Path, format: Format, tables: &[PathBuf]) -> ExitCode {
    let shown = file.display();
    let text = match read(file) {
        Ok(text) => text,
        Err(message) => {
            complain(&format!("{shown}: {message}"));
            return ExitCode::from(WRONG_FILE);
        }
    };
    let syntax = match file.extension().and_then(|e| e.to_str()) {
        Some("toml") => Syntax::Toml,
        Some("json") => Syntax::Json,
        _ => Syntax::guess(&text),
    };
    let mut document = sheet::read(&text, syntax);
    for table in tables {
        let shown = table.display();
        let csv = match read(table) {
            Ok(csv) => csv,
            Err(message) => {
                complain(&format!("{shown}: {message}"));
                return ExitCode::from(WRONG_FILE);
            }
        };
        match edit::merge_table(&mut document, &csv) {
            Ok(()) => {}
            Err(problems) => {
                report(&shown.to_string(), &problems);
                return ExitCode::from(WRONG_FILE);
            }
        }
    }
    let built = model::build(&document);
    if !built.problems.is_empty() {
        report(&shown.to_string(), &built.problems);
        return ExitCode::from(WRONG_FILE);
    }
    let solved = solution::solve(built.model);
    let printed = match format {
        Format::Json => serde_json::to_string_pretty(&answers::answers(&solved)).map(|json| json + "\n"),
        Format::Text => Ok(text::render(&solved.model.title, &Page::of(&solved))),
        Format::Markdown => Ok(markdown::render(&solved.model.title, &Page::of(&solved))),
    };
    match printed {
        Ok(printed) => print(&printed),
        Err(error) => {
            complain(&format!("{shown}: the answers cannot be written: {error}"));
            return ExitCode::from(WRONG_FILE);
        }
    }
    exit_status(&solved)
}

/// At most [`MAX_TEXT`] bytes of UTF-8.
fn read(file: &Path) -> Result<String, String> {
    let limit = MAX_TEXT as u64 + 1;
    let mut bytes = Vec::new();
    let result = if file == Path::new("-") {
        std::io::stdin().take(limit).read_to_end(&mut bytes)
    } else {
        std::fs::File::open(file).and_then(|f| f.take(limit).read_to_end(&mut bytes))
    };
    result.map_err(|error| format!("cannot be read: {error}. Check the path."))?;
    if bytes.len() > MAX_TEXT {
        return Err(format!(
            "is larger than {} MB. Check that this file is a sheet.",
            MAX_TEXT / (1024 * 1024)
        ));
    }
    String::from_utf8(bytes).map_err(|error| {
        format!("is not UTF-8 text at byte {}. Save it as UTF-8.", error.utf8_error().valid_up_to())
    })
}

fn report(file: &str, problems: &[Problem]) {
    for problem in problems {
        complain(&format!("{file}:{problem}"));
    }
    let count = problems.len();
    complain(&format!(
        "{count} {} in {file}; nothing was solved.",
        if count == 1 { "problem" } else { "problems" }
    ));
}

fn exit_status(solved: &Solved) -> ExitCode {
    ExitCode::from(match Publisher(solved).status() {
        StatusWord::Determinate | StatusWord::Balanced => 0,
        StatusWord::Indeterminate if Publisher(solved).answered() => 0,
        StatusWord::Indeterminate => 3,
        StatusWord::Slides | StatusWord::Unstable => 1,
    })
}
