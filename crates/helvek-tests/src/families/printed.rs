//! Assemblies in mixed units: every printed sum adds up as it is printed.

use crate::asked::ask_inside;
use crate::chains::chains;
use crate::hand::hand;
use crate::printed::adds_up;
use crate::vectors::vectors;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_random::assembly::{Assembly, Dice};
use helvek_random::frames::Framed;
use helvek_report::page::Page;
use helvek_report::text;

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let mut dice = Dice(seed ^ 0x9A9E);
    let made = Assembly::grown(seed, 5);
    if made.independent().is_none() {
        return Ok(0);
    }
    let length = ["m", "mm", "ft", "in", "cm"][dice.below(5)];
    let force = ["kN", "N", "lb", "kip"][dice.below(4)];
    let moment =
        ["", ", moment = \"N·m\"", ", moment = \"lb·in\"", ", moment = \"kN·m\"", ", moment = \"kip·ft\""]
            [dice.below(5)];
    let figures = 3 + dice.below(3);
    let first = ["moment", "forces"][dice.below(2)];
    let turn = ["ccw", "cw"][dice.below(2)];
    let head = format!(
        "units = {{ length = \"{length}\", force = \"{force}\"{moment} }}\nconventions = {{ figures = {figures}, first = \"{first}\", moment = \"{turn}\", inside = \"areas\" }}"
    );
    let mut count = reads(&made.write(&head, 0.0, 1.0, 1.0, false), figures)?;
    // A frame by hand, of few members: others would be long.
    let method = ["distribution", "slopes", "forces"][dice.below(3)];
    let frame = Framed::grown(seed, (1 + dice.below(2), 1), false).written(false);
    count += reads(
        &format!(
            "format = \"helvek-sheet/1\"\nconventions = {{ figures = {figures}, method = \"{method}\" }}\n{frame}"
        ),
        figures,
    )?;
    Ok(count)
}

/// Reads back everything that is printed for a sheet.
fn reads(text: &str, figures: usize) -> Result<usize, String> {
    super::made(text);
    let mut built = model::build(&sheet::read(text, Syntax::Toml));
    if !built.problems.is_empty() {
        return Err(format!("refused: {:?}\n{text}", built.problems));
    }
    ask_inside(&mut built.model);
    let printed = text::render("", &Page::of(&solution::solve(built.model)));
    let readers = [adds_up, chains, vectors, hand];
    let counts = readers.into_iter().map(|reader| reader(&printed, figures));
    counts.sum::<Result<usize, String>>().map_err(|what| format!("{what}\n{printed}\n{text}"))
}
