//! Tables of sections or of materials as CSV: one row each, merged into the sheet by name.

use super::wrong;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{self, FORMAT, Sheet, Syntax, quoted};
use std::fmt::Write;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// More rows are no table that anyone reads.
const MOST_ROWS: usize = 2000;

/// Reads a table and merges it: a row of a name that is there takes its place. Sections have a column `shape`, materials have none.
pub(super) fn merge(sheet: &mut Sheet, csv: &str) -> Outcome {
    let first = csv.lines().next().unwrap_or_default();
    let separator = [b';', b'\t', b','].into_iter().find(|s| first.contains(*s as char)).unwrap_or(b',');
    let mut reader = csv::ReaderBuilder::new()
        .delimiter(separator)
        .trim(csv::Trim::All)
        .comment(Some(b'#'))
        .from_reader(csv.trim_start_matches('\u{feff}').as_bytes());
    let headers = match reader.headers() {
        Ok(headers) => headers.clone(),
        Err(error) => return unreadable(&error),
    };
    if !headers.iter().any(|key| key == "name") {
        return wrong(
            "csv",
            "The table has no column \"name\".",
            "Begin with a line of headings: name,shape,width,height for sections, name,E,yield for materials.",
        );
    }
    let kind = if headers.iter().any(|key| key == "shape") { "sections" } else { "materials" };
    // Written as a sheet, and read as one: what is wrong is named as in any other.
    let mut text = format!("format = {}\n", quoted(FORMAT));
    let mut lines: Vec<(String, u64)> = Vec::new();
    for record in reader.records() {
        let record = match record {
            Ok(record) => record,
            Err(error) => return unreadable(&error),
        };
        let cells = || headers.iter().zip(&record).filter(|(_, cell)| !cell.is_empty());
        let line = record.position().map_or(0, csv::Position::line);
        let Some((_, name)) = cells().find(|(key, _)| *key == "name") else {
            return wrong("csv", format!("Line {line} has no name."), "Every row needs one.");
        };
        if lines.iter().any(|(known, _)| known == name) {
            return wrong("csv", format!("Line {line}: \"{name}\" is there twice."), "Rename one of them.");
        }
        if lines.len() >= MOST_ROWS {
            return wrong("csv", format!("The table has more than {MOST_ROWS} rows."), "Split it.");
        }
        // Writing to a String cannot fail.
        let _ = writeln!(text, "[{kind}.{}]", quoted(name));
        for (key, cell) in cells().filter(|(key, _)| *key != "name") {
            let written = match cell.parse::<f64>() {
                Ok(number) if number.is_finite() => format!("{number:?}"),
                _ if matches!(cell, "true" | "false") => cell.to_owned(),
                _ => quoted(cell),
            };
            let _ = writeln!(text, "{} = {written}", quoted(key));
        }
        lines.push((name.to_owned(), line));
    }
    if lines.is_empty() {
        return wrong("csv", "The table has no rows.", "Write one row for each section or material.");
    }
    let read = sheet::read(&text, Syntax::Toml);
    let mine = |problem: &Problem| {
        let rest = problem.path.strip_prefix(kind)?.strip_prefix('.')?;
        lines.iter().filter(|(name, _)| rest.starts_with(name.as_str())).max_by_key(|(name, _)| name.len())
    };
    let found: Vec<Problem> = read
        .problems
        .iter()
        .map(|problem| {
            let line = mine(problem).map(|(name, line)| format!("Line {line}, {name}: ")).unwrap_or_default();
            Problem::new(problem.kind, "csv", format!("{line}{}", problem.message), problem.cure.clone())
        })
        .collect();
    if !found.is_empty() {
        return Err(found);
    }
    sheet.sections.extend(read.sheet.sections);
    sheet.materials.extend(read.sheet.materials);
    Ok(())
}

fn unreadable(error: &csv::Error) -> Outcome {
    wrong(
        "csv",
        format!("The table cannot be read: {error}."),
        "Give every row as many cells as there are headings.",
    )
}
