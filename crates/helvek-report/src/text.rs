//! A document as plain text.

use crate::agree::rounding;
use crate::document::{Block, Chapter, Equation, Line, Part, Role, Table};
use crate::formula::Formula;
use crate::inline::line_text;
use crate::lines::PageTerm;
use crate::page::Page;
use std::borrow::Cow;
use std::fmt::Write;

/// The columns of a line of text.
const COLUMNS: usize = 100;

/// The working as text, at most about 100 columns for usual sheets.
pub fn render(title: &str, page: &Page) -> String {
    let mut out = String::new();
    // Writing to a String cannot fail.
    let _ = write(&mut out, title, &page.document());
    out
}

fn write(out: &mut String, title: &str, document: &[Cow<'_, Chapter>]) -> std::fmt::Result {
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
    let says = line_text(&line.says);
    // Of several formulas in a row as many as fit.
    let parts = match line.role {
        Role::Working => says.split_inclusive("; ").map(str::trim_end).collect(),
        _ => vec![&says[..]],
    };
    wrapped(out, &" ".repeat(indent), lead, parts, &note)
}

/// Pieces one behind the other, with the next line where they would be too long.
fn wrapped<'a>(
    out: &mut String,
    head: &str,
    lead: String,
    pieces: impl IntoIterator<Item = &'a str>,
    end: &str,
) -> std::fmt::Result {
    let indent = head.chars().count();
    let mut line = format!("{head}{lead}");
    let mut width = line.chars().count();
    // The first piece stays behind what leads it.
    let (mut empty, mut first) = (lead.is_empty(), true);
    for piece in pieces {
        let more = piece.chars().count();
        if !first && width + more > COLUMNS {
            writeln!(out, "{}", line.trim_end())?;
            (line, width, empty) = (" ".repeat(indent), indent, true);
        }
        if !empty && !line.ends_with(' ') {
            line.push(' ');
            width += 1;
        }
        line.push_str(piece);
        width += more;
        (empty, first) = (false, false);
    }
    writeln!(out, "{line}{end}")
}

fn equated(out: &mut String, equation: &Equation) -> std::fmt::Result {
    let zero = if equation.check.is_none() { " = 0" } else { "" };
    let mut head = format!("   {}{zero}:  ", equation.sum);
    // The symbols first, the numbers below them.
    if equation.symbolic() {
        let symbols = sum(&equation.terms, |term| &term.symbols);
        wrapped(out, &head, String::new(), symbols.iter().map(String::as_str), " = 0")?;
        head = " ".repeat(head.chars().count());
    }
    let (to, end) = match &equation.check {
        None => ("0", rounding(equation.rounding)),
        Some(check) => match (check.ok, &check.to.text[..], equation.rounding) {
            (true, "0", _) => ("0", "   (closes)"),
            (true, to, false) => (to, " ≈ 0   (closes)"),
            (true, to, true) => (to, " ≈ 0   (closes but for rounding)"),
            (false, to, _) => (to, "   (DOES NOT CLOSE)"),
        },
    };
    let numbers = sum(&equation.terms, |term| &term.formula);
    let end = format!(" = {to} {}{end}", equation.unit);
    wrapped(out, &head, String::new(), numbers.iter().map(String::as_str), &end)
}

/// The terms of an equation, each with its sign set apart.
fn sum(terms: &[PageTerm], of: impl Fn(&PageTerm) -> &Formula) -> Vec<String> {
    if terms.is_empty() {
        return vec!["0".into()];
    }
    let one = |(i, term): (usize, &PageTerm)| {
        let sign = match (i, term.less) {
            (_, true) => "− ",
            (0, false) => "",
            (_, false) => "+ ",
        };
        format!("{sign}{}", of(term))
    };
    terms.iter().enumerate().map(one).collect()
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
