//! A document as plain text.

use crate::agree::rounding;
use crate::document::{Block, Chapter, Equation, Line, Part, Role, Table};
use crate::inline::line_text;
use crate::lines::PageTerm;
use crate::page::Page;
use std::fmt::Write;

/// The working as text, at most about 100 columns for usual sheets.
pub fn render(title: &str, page: &Page) -> String {
    let mut out = String::new();
    // Writing to a String cannot fail.
    let _ = write(&mut out, title, &page.document());
    out
}

fn write(out: &mut String, title: &str, document: &[Chapter]) -> std::fmt::Result {
    let title = if title.is_empty() { "Untitled" } else { title };
    writeln!(out, "{title}\n{}", "=".repeat(title.chars().count()))?;
    document.iter().try_for_each(|chapter| written(out, chapter))
}

fn written(out: &mut String, chapter: &Chapter) -> std::fmt::Result {
    let indent = match chapter.part {
        Part::Verdict | Part::Closing => 0,
        Part::Step(_) => 3,
        _ => 2,
    };
    writeln!(out)?;
    if let Part::Step(number) = chapter.part {
        write!(out, "{number}. ")?;
    }
    let run_in = matches!(chapter.blocks.first(), Some(Block::Line(line)) if line.role == Role::RunIn);
    match chapter.title.is_empty() {
        true => {}
        false if run_in => write!(out, "{}. ", chapter.title)?,
        false => writeln!(out, "{}", chapter.title)?,
    }
    for (i, block) in chapter.blocks.iter().enumerate() {
        match block {
            Block::Line(line) => {
                // Of equations that are solved together each has its own.
                if line.role == Role::Heading && indent == 2 && i > 0 {
                    writeln!(out)?;
                }
                lined(out, line, if line.role == Role::RunIn { 0 } else { indent })?;
            }
            Block::Equation(equation) => equated(out, equation)?,
            Block::Table(table) => tabled(out, table, if indent == 3 { 5 } else { indent })?,
        }
    }
    Ok(())
}

fn lined(out: &mut String, line: &Line, indent: usize) -> std::fmt::Result {
    let lead = if line.lead.is_empty() { String::new() } else { format!("{}: ", line.lead) };
    let note = if line.note.is_empty() { String::new() } else { format!("   ({})", line.note) };
    let indent = indent + 2 * usize::from(line.level);
    writeln!(out, "{:indent$}{lead}{}{note}", "", line_text(&line.says))
}

fn equated(out: &mut String, equation: &Equation) -> std::fmt::Result {
    let (sum, terms) = (&equation.sum, sum(&equation.terms));
    match &equation.check {
        None => writeln!(out, "   {sum} = 0:  {terms} = 0{}", rounding(equation.rounding)),
        Some(check) => {
            let end = match (check.ok, equation.rounding) {
                (true, false) => "closes",
                (true, true) => "closes but for rounding",
                (false, _) => "DOES NOT CLOSE",
            };
            writeln!(out, "   {sum}:  {terms} = {}   ({end})", check.to.text)
        }
    }
}

/// The terms of an equation, each with its sign set apart.
fn sum(terms: &[PageTerm]) -> String {
    if terms.is_empty() {
        return "0".into();
    }
    let one = |(i, term): (usize, &PageTerm)| {
        let sign = match (i, term.less) {
            (_, true) => "− ",
            (0, false) => "",
            (_, false) => "+ ",
        };
        format!("{sign}{}", term.formula)
    };
    terms.iter().enumerate().map(one).collect::<Vec<_>>().join(" ")
}

/// The names of the rows at the left, everything else under the ends of the names of the columns.
fn tabled(out: &mut String, table: &Table, indent: usize) -> std::fmt::Result {
    let rows: Vec<Vec<String>> = std::iter::once(&table.head)
        .chain(&table.rows)
        .map(|row| row.iter().map(|cell| line_text(cell)).collect())
        .collect();
    let long = |text: &String| text.chars().count();
    let widest = |k: usize| rows.iter().filter_map(|row| row.get(k)).map(long).max().unwrap_or(0);
    let widths: Vec<usize> = (0..table.head.len()).map(widest).collect();
    for row in rows {
        let cells = row.iter().zip(&widths).enumerate().map(|(k, (cell, width))| match k {
            0 => format!("{cell:width$}"),
            _ => format!("{cell:>width$}"),
        });
        let line = cells.collect::<Vec<_>>().join("  ");
        writeln!(out, "{}", format!("{:indent$}{line}", "").trim_end())?;
    }
    Ok(())
}
