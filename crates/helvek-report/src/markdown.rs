//! A document as Markdown with LaTeX between dollar signs.

use crate::document::{Block, Chapter, Equation, Line, Part, Role, Table};
use crate::formula::{Formula, latex, upright};
use crate::inline::Inline;
use crate::lines::PageTerm;
use crate::page::Page;
use std::borrow::Cow;
use std::fmt::Write;

/// The working as Markdown.
pub fn render(title: &str, page: &Page) -> String {
    let mut out = String::new();
    // Writing to a String cannot fail.
    let _ = write(&mut out, title, &page.document());
    out
}

fn write(out: &mut String, title: &str, document: &[Cow<'_, Chapter>]) -> std::fmt::Result {
    let title = if title.is_empty() { "Untitled" } else { title };
    writeln!(out, "# {}\n", plain(title))?;
    for chapter in document {
        match chapter.part {
            Part::Step(number) => {
                if number == 1 {
                    writeln!(out, "## Working\n")?;
                }
                writeln!(out, "### {number}. {}\n", plain(&chapter.title))?;
            }
            Part::Verdict => write!(out, "**{}.** ", plain(&chapter.title))?,
            _ if chapter.title.is_empty() => {}
            _ => writeln!(out, "## {}\n", plain(&chapter.title))?,
        }
        blocks(out, &chapter.blocks)?;
    }
    Ok(())
}

fn blocks(out: &mut String, blocks: &[Block]) -> std::fmt::Result {
    let listed = |block: &Block| match block {
        Block::Line(line) => line.level > 0 || matches!(line.role, Role::Item | Role::Cure),
        _ => false,
    };
    for (i, block) in blocks.iter().enumerate() {
        match block {
            Block::Line(line) if listed(block) => {
                writeln!(out, "{:1$}- {2}", "", 2 * usize::from(line.level), lined(line))?;
                // What is no item of the list stands apart from it.
                if !blocks.get(i + 1).is_some_and(listed) {
                    writeln!(out)?;
                }
            }
            Block::Line(line) if line.role == Role::Heading => writeln!(out, "### {}\n", lined(line))?,
            Block::Line(line) => writeln!(out, "{}\n", lined(line))?,
            Block::Equation(equation) => equated(out, equation)?,
            Block::Table(table) => tabled(out, table)?,
        }
    }
    Ok(())
}

fn lined(line: &Line) -> String {
    let lead = if line.lead.is_empty() { String::new() } else { format!("**{}:** ", plain(&line.lead)) };
    let note = if line.note.is_empty() { String::new() } else { format!(" ({})", plain(&line.note)) };
    format!("{lead}{}{note}", joined(&line.says))
}

fn equated(out: &mut String, equation: &Equation) -> std::fmt::Result {
    let nearly = equation.check.as_ref().is_some_and(|check| check.ok && check.to.text != "0");
    let rounding = match (nearly, equation.rounding) {
        (true, false) => "\\approx 0",
        (true, true) => "\\approx 0\\quad\\text{(rounding)}",
        (false, true) => "\\quad\\text{(rounding)}",
        (false, false) => "",
    };
    let (head, end) = match &equation.check {
        None => (" = 0", "0"),
        Some(check) => ("", &check.to.text[..]),
    };
    let unit = upright(&equation.unit);
    let numbers = terms(&equation.terms, |term| &term.formula);
    let sum = latex(&equation.sum);
    if equation.symbolic() {
        let symbols = terms(&equation.terms, |term| &term.symbols);
        writeln!(out, "$${sum}{head}:\\quad {symbols} = 0$$\n")?;
        return writeln!(out, "$${numbers} = {end}\\;{unit}{rounding}$$\n");
    }
    writeln!(out, "$${sum}{head}:\\quad {numbers} = {end}\\;{unit}{rounding}$$\n")
}

fn tabled(out: &mut String, table: &Table) -> std::fmt::Result {
    let row = |cells: &[Vec<Inline>]| cells.iter().map(|cell| joined(cell)).collect::<Vec<_>>().join(" | ");
    writeln!(out, "| {} |\n|---|{}", row(&table.head), "--:|".repeat(table.head.len().saturating_sub(1)))?;
    table.rows.iter().try_for_each(|cells| writeln!(out, "| {} |", row(cells)))?;
    writeln!(out)
}

fn joined(line: &[Inline]) -> String {
    let piece = |piece: &Inline| match piece {
        Inline::Words(words) => plain(words),
        Inline::Formula(of) => format!("${}$", latex(of)),
    };
    line.iter().map(piece).collect()
}

fn terms(terms: &[PageTerm], of: impl Fn(&PageTerm) -> &Formula) -> String {
    if terms.is_empty() {
        return "0".into();
    }
    let one = |(i, term): (usize, &PageTerm)| {
        let sign = match (i, term.less) {
            (0, true) => "-",
            (_, true) => "-\\,",
            (0, false) => "",
            (_, false) => "+\\,",
        };
        format!("{sign}{}", latex(of(term)))
    };
    terms.iter().enumerate().map(one).collect::<Vec<_>>().join(" ")
}

/// Words that may hold a user's names: nothing in them is taken for markup.
fn plain(text: &str) -> String {
    let mut out = String::with_capacity(text.len());
    for c in text.chars() {
        if "\\`*_{}[]<>#|$".contains(c) {
            out.push('\\');
        }
        out.push(c);
    }
    out
}
