//! The wording of solutions, one subject in each file.

mod brief;
mod cut;
mod formulas;
mod judged;
mod kept;
mod mutilated;
mod pages;
mod stability;
mod stiff;
mod structures;
mod symbols;
mod trusses;

use helvek_report::document::{Line, Part, Role};
use helvek_report::line_text;
use helvek_report::page::Page;

/// The lines of the chapters about one thing.
fn lines(page: &Page, part: Part) -> Vec<String> {
    page.about(part).flat_map(|chapter| chapter.lines(Role::Item)).map(|line| line_text(&line.says)).collect()
}

/// The lines of the results of a step, from 1.
fn results(page: &Page, step: usize) -> Vec<&Line> {
    page.about(Part::Step(step)).flat_map(|chapter| chapter.lines(Role::Result)).collect()
}

/// Takes away how nearly it closes: that is rounding, and another machine's may differ.
fn without_closing(page: &mut Page) {
    assert!(lines(page, Part::Closing)[0].starts_with("Checked: "));
    page.chapters.retain(|chapter| chapter.part != Part::Closing);
}
