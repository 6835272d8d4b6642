//! The document of all cases, as Markdown.

use super::{Case, Chapter, Found, step};
use std::fmt::Write as _;

const HEAD: &str = "# Verification

Problems whose results have a closed form, derived here, beside what Helvek answers to the same sheet. The closed forms are evaluated as they
are printed, from what is given, in double precision; the answers are those of `helvek solve SHEET --format json`, unrounded. Signs are those of
the answers: x to the right, y up, moments counter-clockwise, tension, and sagging M positive. A difference is relative to the closed form (where
that is zero, to the largest value of its case) and printed as the power of ten it stays under.

This document is written by a test, which fails when a case differs or when what is printed here is no longer what comes out
(`HELVEK_WRITE_READS=1 cargo test -p helvek-tests --test verification` writes it anew). To run a case, save its sheet with the line
`format = \"helvek-sheet/1\"` before it.

It shows that these problems are solved rightly, and by which assumptions; it does not show that a model is the right one for a structure. Beside it,
tests compare random sheets of every kind with formulations that share no code with what is tested (`cargo test -p helvek-tests`), and every
result is checked again as it is found: see [method.md](method.md), \"Proof\". Results are to be checked by a qualified engineer under the local codes.
";

/// A number with so many significant figures.
fn figures(value: f64, count: usize) -> String {
    if value == 0.0 {
        return "0".to_owned();
    }
    let before = value.abs().log10().floor() as i32 + 1;
    let text = if (-2..=9).contains(&before) {
        format!("{value:.*}", usize::try_from(count as i32 - before).unwrap_or(0))
    } else {
        format!("{value:.*e}", count - 1)
    };
    text.replace('-', "−")
}

/// A difference, as the power of ten it stays under.
fn under(difference: f64) -> String {
    let power = [12, 11, 10, 9, 6, 4, 3, 2].into_iter().find(|power| difference < 10f64.powi(-power));
    power.map_or_else(|| figures(difference, 2), |power| format!("< 1e−{power}"))
}

fn case(out: &mut String, number: &str, case: &Case, found: &[Found]) -> std::fmt::Result {
    writeln!(out, "\n### {number} {}\n\n{}\n", case.title, case.problem.trim())?;
    let given: Vec<String> = case.given.iter().map(|(symbol, given)| format!("{symbol} = {given}")).collect();
    writeln!(out, "Given: {}.\n", given.join(", "))?;
    for line in &case.derivation {
        if step(line).is_some() {
            writeln!(out, "- `{line}`")?;
        } else {
            writeln!(out, "- {line}")?;
        }
    }
    writeln!(out, "\n| closed form | value | Helvek | unit | difference |\n|---|---|---|---|---|")?;
    for (compared, found) in case.values.iter().zip(found) {
        // What is nothing but for rounding is printed as nothing.
        let got = if found.expected == 0.0 && found.difference < 1e-12 { 0.0 } else { found.got };
        writeln!(
            out,
            "| `{}` | {} | {} | {} | {} |",
            compared.is,
            figures(found.expected, 6),
            figures(got, 6),
            compared.unit,
            under(found.difference)
        )?;
    }
    if let Some(within) = &case.within {
        writeln!(out, "\n{}", within.because)?;
    }
    writeln!(out, "\n<details><summary>Sheet</summary>\n\n```toml\n{}\n```\n\n</details>", case.sheet.trim())
}

/// The document, or what does not come out.
pub fn page(chapters: &[Chapter]) -> Result<String, String> {
    let (mut contents, mut rest) = (String::new(), String::new());
    let (mut values, mut cases) = (0, 0);
    let mut wrong = Vec::new();
    for (chapter, c) in chapters.iter().zip(1..) {
        let _ = write!(rest, "\n## {c} {}\n", chapter.title);
        let mut titles = Vec::new();
        for (each, n) in chapter.cases.iter().zip(1..) {
            let found = match each.compare() {
                Ok(found) => found,
                Err(what) => {
                    wrong.push(what);
                    continue;
                }
            };
            let most = each.within.as_ref().map_or(1e-9, |within| within.relative);
            let far = each.values.iter().zip(&found).filter(|(_, found)| found.difference > most);
            wrong.extend(far.map(|(compared, Found { expected, got, .. })| {
                format!("{}: {} is {expected}, and the answer {got}", each.title, compared.is)
            }));
            let _ = case(&mut rest, &format!("{c}.{n}"), each, &found);
            titles.push(each.title.clone());
            values += found.len();
            cases += 1;
        }
        let _ = writeln!(contents, "- **{c} {}**: {}.", chapter.title, titles.join("; "));
    }
    if !wrong.is_empty() {
        return Err(wrong.join("\n"));
    }
    Ok(format!("{HEAD}\n{cases} problems, {values} values:\n\n{contents}{rest}"))
}
