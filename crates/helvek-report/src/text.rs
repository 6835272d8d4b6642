//! The page as plain text.

use crate::agree::rounding;
use crate::fragment::Fragment;
use crate::judge::PageJudgement;
use crate::lines::{PageMatrix, PageTerm, TableRow};
use crate::page::Page;
use crate::stiff::PageStiff;
use helvek_core::problem::capital;
use std::fmt::Write;

/// The working as text, at most about 100 columns for usual sheets.
pub fn render(title: &str, page: &Page) -> String {
    let mut out = String::new();
    // Writing to a String cannot fail.
    let _ = write(&mut out, title, page);
    out
}

fn write(out: &mut String, title: &str, page: &Page) -> std::fmt::Result {
    let title = if title.is_empty() { "Untitled" } else { title };
    writeln!(out, "{title}\n{}\n", "=".repeat(title.chars().count()))?;
    writeln!(
        out,
        "{}. {}\n{}",
        capital(page.verdict.word.word()),
        page.verdict.sentence,
        page.verdict.count
    )?;
    for cure in &page.verdict.cures {
        writeln!(out, "  What would hold it: {cure}")?;
    }
    if !page.conversions.is_empty() {
        writeln!(out, "\nUnits")?;
        for line in &page.conversions {
            writeln!(out, "  {line}")?;
        }
    }
    if !page.remarks.is_empty() {
        writeln!(out, "\nSeen at sight")?;
        for line in &page.remarks {
            writeln!(out, "  {line}")?;
        }
    }
    for step in &page.steps {
        writeln!(out, "\n{}. {}", step.number, step.title)?;
        writeln!(out, "   {}", joined(&step.reason))?;
        for line in &step.met {
            writeln!(out, "   {}", line.text)?;
        }
        for line in &step.lines {
            if let Some(title) = &line.title {
                writeln!(out, "   {title}")?;
            }
            if !step.at_sight {
                let rounding = rounding(line.rounding);
                writeln!(out, "   {} = 0:  {} = 0{rounding}", line.sum.text, sum(&line.terms))?;
            }
        }
        for row in &step.products {
            writeln!(out, "   r × F = ({}) × ({}) = {}", row.arm.text, row.force.text, row.product.text)?;
        }
        if let Some(matrix) = &step.matrix {
            coefficients(out, matrix)?;
        }
        for result in &step.results {
            writeln!(out, "   {}   ({})", result.value.text, result.remark)?;
        }
    }
    if !page.checks.is_empty() {
        writeln!(out, "\nChecks with equations not used")?;
        for check in &page.checks {
            writeln!(out, "  {}", check.title)?;
            let end = match (check.ok, check.rounding) {
                (true, false) => "closes",
                (true, true) => "closes but for rounding",
                (false, _) => "DOES NOT CLOSE",
            };
            writeln!(
                out,
                "   {}:  {} = {}   ({end})",
                check.sum.text,
                sum(&check.terms),
                check.residual.text
            )?;
        }
    }
    if let Some(stiff) = &page.stiff {
        stiffness(out, stiff)?;
    }
    // Without limits what is asked says it all.
    if page.table.iter().any(|row| row.reserve_text.is_some()) {
        writeln!(out, "\nBars")?;
        let widest = |text: fn(&TableRow) -> &str| {
            page.table.iter().map(|row| text(row).chars().count()).max().unwrap_or_default()
        };
        let (name, length, force) =
            (widest(|row| &row.name), widest(|row| &row.length_text), widest(|row| &row.force_text));
        for row in &page.table {
            let used = row.used_text.as_deref().unwrap_or_default();
            let line = format!(
                "  {:name$}  {:>length$}  {:>force$} {:1}  {used}",
                row.name,
                row.length_text,
                row.force_text,
                row.letter()
            );
            writeln!(out, "{}", line.trim_end())?;
        }
    }
    if page.looks_inside() {
        writeln!(out, "\nInside")?;
        for line in &page.inside {
            writeln!(out, "  {}", line.title)?;
            for says in &line.says {
                writeln!(out, "    {says}")?;
            }
            for step in &line.areas {
                writeln!(out, "      {}", step.title)?;
                for says in &step.lines {
                    writeln!(out, "        {says}")?;
                }
            }
        }
    }
    if !page.ranges.is_empty() {
        writeln!(out, "\nOver all combinations, with the one that governs")?;
        for line in &page.ranges {
            writeln!(out, "  {}: {} to {}", line.of, line.least, line.greatest)?;
        }
    }
    for train in &page.trains {
        writeln!(out, "\nMoving: {}", train.title)?;
        if let Some(refused) = &train.refused {
            writeln!(out, "  {refused}")?;
        }
        for line in &train.lines {
            let [least, greatest] = line.ends.each_ref().map(|end| format!("{} ({})", end.value, end.stand));
            writeln!(out, "  {}: {least} to {greatest}", line.of)?;
        }
    }
    if let Some(judgement) = &page.judgement {
        judged(out, judgement)?;
    }
    for line in &page.limits {
        writeln!(out, "\nLimits: {line}")?;
    }
    writeln!(out, "\nAsked")?;
    for line in &page.asked {
        writeln!(out, "  {}: {}", line.label, line.parts.join(", "))?;
    }
    for warning in &page.warnings {
        writeln!(out, "\nLook at this: {warning}")?;
    }
    if let Some(closes) = &page.closes {
        writeln!(out, "\n{}: {}.", capital(closes), page.routes.join(", "))?;
    }
    writeln!(out, "{}\n\n{}", page.caution, page.engine)
}

/// A table of coefficients in columns.
fn coefficients(out: &mut String, matrix: &PageMatrix) -> std::fmt::Result {
    let mut rows: Vec<Vec<String>> = vec![vec![String::new()]];
    rows[0].extend(matrix.columns.iter().map(|column| column.text.clone()));
    rows[0].push("constant".into());
    rows.extend(matrix.rows.iter().map(|row| {
        let cells = row.cells.iter().map(|cell| if cell.is_empty() { "0".into() } else { cell.clone() });
        std::iter::once(row.sum.text.clone()).chain(cells).chain([row.constant.clone()]).collect()
    }));
    let widths: Vec<usize> = (0..rows[0].len())
        .map(|k| rows.iter().map(|row| row[k].chars().count()).max().unwrap_or_default())
        .collect();
    for row in rows {
        let cells: Vec<String> =
            row.iter().zip(&widths).map(|(cell, width)| format!("{cell:>width$}")).collect();
        writeln!(out, "     {}", cells.join("  "))?;
    }
    Ok(())
}

/// What governs, pin by pin, and what was not checked.
fn judged(out: &mut String, judgement: &PageJudgement) -> std::fmt::Result {
    writeln!(out, "\nJudged: {}", judgement.says)?;
    if let Some(reach) = &judgement.reach {
        writeln!(out, "  {reach}")?;
    }
    for line in &judgement.lines {
        let place = line.place.as_ref().map(|place| format!(" ({place})")).unwrap_or_default();
        writeln!(out, "  {} of its limit: {}{place}", line.used_text, line.title)?;
        let reserve = line.reserve.as_ref().map(|times| format!(", reserve {times}")).unwrap_or_default();
        writeln!(out, "        {}, limit {}{reserve}; {}", line.demand, line.limit, line.verdict)?;
        for step in &line.working {
            writeln!(out, "        {}", step.text)?;
        }
    }
    for pin in &judgement.pins {
        writeln!(out, "\n  {}", pin.title)?;
        for line in &pin.required {
            let governs = if line.governs { "   governs" } else { "" };
            writeln!(out, "    {}: {}{governs}", line.title, line.working.text)?;
        }
        for says in &pin.says {
            writeln!(out, "    {says}")?;
        }
    }
    for section in &judgement.sections {
        writeln!(out, "\n  Section {}: {}", section.title, section.values.join(" · "))?;
        if let Some(remark) = &section.remark {
            writeln!(out, "    {remark}")?;
        }
    }
    if !judgement.unchecked.is_empty() {
        writeln!(out, "\n  Not checked")?;
    }
    for line in judgement.unchecked.iter().chain(&judgement.assumed) {
        writeln!(out, "    {line}")?;
    }
    writeln!(out, "    {}", judgement.caution)
}

fn joined(fragments: &[Fragment]) -> String {
    fragments.iter().map(|f| f.text.as_str()).collect()
}

fn sum(terms: &[PageTerm]) -> String {
    if terms.is_empty() {
        return "0".into();
    }
    terms.iter().map(|t| t.fragment.text.as_str()).collect::<Vec<_>>().join(" ")
}

/// What stiffness says, and the method by hand in columns.
fn stiffness(out: &mut String, page: &PageStiff) -> std::fmt::Result {
    writeln!(out, "\nStiffness")?;
    page.sentences().try_for_each(|line| writeln!(out, "  {line}"))?;
    for list in page.lists() {
        writeln!(out, "\n{}", list.title)?;
        let long = |text: &String| text.chars().count();
        let widest = |k: usize| list.rows.iter().map(|(_, cells)| long(&cells[k])).max().unwrap_or(0);
        let widths: Vec<usize> = (0..list.rows[0].1.len()).map(widest).collect();
        let label = list.rows.iter().map(|(label, _)| long(label)).max().unwrap_or(0);
        for (name, cells) in &list.rows {
            let cells: Vec<String> =
                cells.iter().zip(&widths).map(|(cell, width)| format!("{cell:>width$}")).collect();
            writeln!(out, "  {}", format!("{name:label$}  {}", cells.join("  ")).trim_end())?;
        }
    }
    let lines = page.lines();
    if !lines.is_empty() {
        writeln!(out)?;
    }
    lines.iter().try_for_each(|line| writeln!(out, "  {}", line.text))
}
