//! The page as Markdown with LaTeX between dollar signs.

use crate::agree::latex_rounding;
use crate::fragment::Fragment;
use crate::judge::PageJudgement;
use crate::lines::PageTerm;
use crate::page::Page;
use crate::stiff::PageStiff;
use helvek_core::problem::capital;
use std::fmt::Write;

/// The working as Markdown.
pub fn render(title: &str, page: &Page) -> String {
    let mut out = String::new();
    // Writing to a String cannot fail.
    let _ = write(&mut out, title, page);
    out
}

fn write(out: &mut String, title: &str, page: &Page) -> std::fmt::Result {
    let title = if title.is_empty() { "Untitled" } else { title };
    writeln!(out, "# {}\n", plain(title))?;
    writeln!(
        out,
        "**{}.** {} {}\n",
        capital(page.verdict.word.word()),
        plain(&page.verdict.sentence),
        page.verdict.count
    )?;
    for cure in &page.verdict.cures {
        writeln!(out, "- What would hold it: {}", plain(cure))?;
    }
    if !page.conversions.is_empty() {
        writeln!(out, "## Units\n")?;
        for line in &page.conversions {
            writeln!(out, "- {}", plain(line))?;
        }
        writeln!(out)?;
    }
    if !page.remarks.is_empty() {
        writeln!(out, "## Seen at sight\n")?;
        for line in &page.remarks {
            writeln!(out, "- {}", plain(line))?;
        }
        writeln!(out)?;
    }
    if !page.steps.is_empty() {
        writeln!(out, "## Working\n")?;
    }
    for step in &page.steps {
        writeln!(out, "{}. **{}.** {}\n", step.number, plain(&step.title), joined(&step.reason))?;
        for line in &step.met {
            writeln!(out, "   {}\n", inline(line))?;
        }
        for line in &step.lines {
            if let Some(title) = &line.title {
                writeln!(out, "   {}\n", plain(title))?;
            }
            if !step.at_sight {
                let sum = line.sum.latex.as_deref().unwrap_or(&line.sum.text);
                writeln!(
                    out,
                    "   $${sum} = 0:\\quad {} = 0{}$$\n",
                    terms(&line.terms),
                    latex_rounding(line.rounding)
                )?;
            }
        }
        for row in &step.products {
            let of = |f: &Fragment| f.latex.clone().unwrap_or_default();
            let (r, force, product) = (of(&row.arm), of(&row.force), of(&row.product));
            writeln!(out, "   $$\\mathbf r\\times\\mathbf F = ({r})\\times({force}) = {product}$$\n")?;
        }
        if let Some(matrix) = &step.matrix {
            let columns: Vec<String> = matrix.columns.iter().map(inline).collect();
            writeln!(
                out,
                "   | | {} | constant |\n   |---|{}--:|",
                columns.join(" | "),
                "--:|".repeat(columns.len())
            )?;
            for row in &matrix.rows {
                writeln!(out, "   | {} | {} | {} |", inline(&row.sum), row.cells.join(" | "), row.constant)?;
            }
            writeln!(out)?;
        }
        for result in &step.results {
            writeln!(out, "   {} ({})\n", inline(&result.value), plain(&result.remark))?;
        }
    }
    if !page.checks.is_empty() {
        writeln!(out, "## Checks with equations not used\n")?;
        for check in &page.checks {
            let sum = check.sum.latex.as_deref().unwrap_or(&check.sum.text);
            writeln!(
                out,
                "{}\n\n$${sum}:\\quad {} = {}{}$$\n",
                plain(&check.title),
                terms(&check.terms),
                check.residual.text,
                latex_rounding(check.rounding)
            )?;
        }
    }
    // Without limits what is asked says it all.
    if page.table.iter().any(|row| row.reserve_text.is_some()) {
        writeln!(out, "## Bars\n\n| bar | length | force | | used |\n|---|--:|--:|---|--:|")?;
        for row in &page.table {
            let used = row.used_text.as_deref().unwrap_or_default();
            let (name, force) = (plain(&row.name), &row.force_text);
            writeln!(out, "| {name} | {} | {force} | {} | {used} |", row.length_text, row.letter())?;
        }
        writeln!(out)?;
    }
    if page.looks_inside() {
        writeln!(out, "## Inside\n")?;
        for line in &page.inside {
            writeln!(out, "- **{}**: {}", plain(&line.title), plain(&line.says.join(". ")))?;
            for step in &line.areas {
                let says: String = step.lines.iter().map(|line| format!("; {line}")).collect();
                writeln!(out, "  - {}{}", plain(&step.title), plain(&says))?;
            }
        }
        writeln!(out)?;
    }
    if !page.ranges.is_empty() {
        writeln!(out, "## Over all combinations\n\n| | least | greatest |\n|---|---|---|")?;
        for line in &page.ranges {
            writeln!(out, "| {} | {} | {} |", plain(&line.of), plain(&line.least), plain(&line.greatest))?;
        }
        writeln!(out)?;
    }
    for train in &page.trains {
        writeln!(out, "## Moving: {}\n", plain(&train.title))?;
        if let Some(refused) = &train.refused {
            writeln!(out, "{}\n", plain(refused))?;
        }
        if !train.lines.is_empty() {
            writeln!(out, "| | least | greatest |\n|---|---|---|")?;
        }
        for line in &train.lines {
            let [least, greatest] =
                line.ends.each_ref().map(|end| plain(&format!("{} ({})", end.value, end.stand)));
            writeln!(out, "| {} | {least} | {greatest} |", plain(&line.of))?;
        }
        writeln!(out)?;
    }
    if let Some(stiff) = &page.stiff {
        stiffness(out, stiff)?;
    }
    if let Some(judgement) = &page.judgement {
        judged(out, judgement)?;
    }
    for line in &page.limits {
        writeln!(out, "{}\n", plain(line))?;
    }
    writeln!(out, "## Asked\n")?;
    for line in &page.asked {
        writeln!(out, "- {}: **{}**", plain(&line.label), plain(&line.parts.join(", ")))?;
    }
    for warning in &page.warnings {
        writeln!(out, "\n> {}", plain(warning))?;
    }
    if let Some(closes) = &page.closes {
        writeln!(out, "\n{}: {}.", capital(closes), page.routes.join(", "))?;
    }
    writeln!(out, "\n*{}*\n\n{}", page.caution, page.engine)
}

fn judged(out: &mut String, judgement: &PageJudgement) -> std::fmt::Result {
    writeln!(out, "## Judged\n\n{}\n", judgement.says)?;
    if let Some(reach) = &judgement.reach {
        writeln!(out, "{}\n", plain(reach))?;
    }
    if !judgement.lines.is_empty() {
        writeln!(out, "| used | reserve | what | comes to | limit | |\n|--:|--:|---|--:|---|---|")?;
    }
    for line in &judgement.lines {
        let place = line.place.as_ref().map(|place| format!(", {place}")).unwrap_or_default();
        let (title, limit) = (plain(&format!("{}{place}", line.title)), plain(&line.limit));
        let reserve = line.reserve.as_deref().unwrap_or_default();
        writeln!(
            out,
            "| {} | {reserve} | {title} | {} | {limit} | {} |",
            line.used_text, line.demand, line.verdict
        )?;
    }
    writeln!(out)?;
    for line in judgement.lines.iter().filter(|line| !line.working.is_empty()) {
        writeln!(
            out,
            "- {}: {}",
            plain(&line.title),
            line.working.iter().map(inline).collect::<Vec<_>>().join("; ")
        )?;
    }
    for pin in &judgement.pins {
        writeln!(out, "\n### {}\n", plain(&pin.title))?;
        for line in &pin.required {
            let governs = if line.governs { " (governs)" } else { "" };
            writeln!(out, "- {}: {}{governs}", plain(&line.title), inline(&line.working))?;
        }
        for says in &pin.says {
            writeln!(out, "- {}", plain(says))?;
        }
    }
    for section in &judgement.sections {
        let remark = section.remark.as_ref().map(|remark| format!(". {remark}")).unwrap_or_default();
        writeln!(
            out,
            "\n**Section {}:** {}{}",
            plain(&section.title),
            section.values.join(" · "),
            plain(&remark)
        )?;
    }
    writeln!(out, "\nNot checked:\n")?;
    for line in judgement.unchecked.iter().chain(&judgement.assumed) {
        writeln!(out, "- {}", plain(line))?;
    }
    writeln!(out, "- {}\n", plain(&judgement.caution))
}

/// What stiffness says, the tables of the method by hand, its equations.
fn stiffness(out: &mut String, page: &PageStiff) -> std::fmt::Result {
    writeln!(out, "## Stiffness\n")?;
    page.sentences().try_for_each(|line| writeln!(out, "- {}", plain(line)))?;
    for list in page.lists() {
        writeln!(out, "\n### {}\n", plain(&list.title))?;
        for (i, (label, cells)) in list.rows.iter().enumerate() {
            let cells: Vec<String> = cells.iter().map(|cell| plain(cell)).collect();
            writeln!(out, "| {} | {} |", plain(label), cells.join(" | "))?;
            if i == 0 {
                writeln!(out, "|---|{}", "--:|".repeat(cells.len()))?;
            }
        }
    }
    writeln!(out)?;
    page.lines().iter().try_for_each(|line| writeln!(out, "- {}", inline(line)))?;
    writeln!(out)
}

fn inline(fragment: &Fragment) -> String {
    match &fragment.latex {
        Some(latex) => format!("${latex}$"),
        None => plain(&fragment.text),
    }
}

fn joined(fragments: &[Fragment]) -> String {
    fragments.iter().map(inline).collect()
}

fn terms(terms: &[PageTerm]) -> String {
    if terms.is_empty() {
        return "0".into();
    }
    terms
        .iter()
        .map(|t| t.fragment.latex.as_deref().unwrap_or(&t.fragment.text))
        .collect::<Vec<_>>()
        .join(" ")
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
