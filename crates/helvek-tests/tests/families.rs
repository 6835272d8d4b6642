//! Every family over fixed seeds.

use helvek_core::model;
use helvek_core::sheet::{self, DiagramMethod, Find, Method, Notation, Sheet, SpaceKind, Syntax};
use helvek_core::solution;
use helvek_report::formula::{Formula, latex};
use helvek_report::page::Page;
use helvek_report::text;
use helvek_tests::FAMILIES;
use helvek_tests::asked::ask_inside;
use helvek_tests::chains::chains;
use helvek_tests::hand::hand;
use helvek_tests::printed::adds_up;
use helvek_tests::vectors::vectors;
use serde::Deserialize;

#[test]
fn fixed_seeds_of_every_family() {
    for family in FAMILIES {
        let mut values = 0;
        for seed in 0..60 {
            values +=
                (family.run)(seed).unwrap_or_else(|what| panic!("{}, seed {seed}: {what}", family.name));
        }
        assert!(values > 100, "{} compares {values} values", family.name);
    }
}

/// Reads back every sum and every chain that is printed for the examples, each written anew by `change`.
fn examples_add_up(change: impl Fn(&mut Sheet)) -> [usize; 4] {
    let folder = format!("{}/../../examples", env!("CARGO_MANIFEST_DIR"));
    let mut counts = [0; 4];
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let mut read = sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml);
        change(&mut read.sheet);
        let written = serde_json::to_string(&read.sheet).unwrap();
        let mut built = model::build(&sheet::read(&written, Syntax::Json));
        if !built.problems.is_empty() {
            // In these units it is another sheet, and some are none.
            continue;
        }
        ask_inside(&mut built.model);
        let solved = solution::solve(built.model);
        let figures = usize::from(solved.model.conventions.figures);
        let printed = text::render("", &Page::of(&solved));
        let wrong = |what| -> usize { panic!("{}: {what}\n{printed}", path.display()) };
        counts[0] += adds_up(&printed, figures).unwrap_or_else(wrong);
        counts[1] += chains(&printed, figures).unwrap_or_else(wrong);
        counts[2] += vectors(&printed, figures).unwrap_or_else(wrong);
        counts[3] += hand(&printed, figures).unwrap_or_else(wrong);
    }
    counts
}

#[test]
fn every_example_adds_up_on_paper() {
    let [sums, chains, _, hand] = examples_add_up(|_| {});
    assert!(sums > 150 && chains > 60 && hand > 20, "{sums} sums, {chains} chains, {hand} by hand");
}

/// Units of which moments are no force times a length, shear by areas, vectors in space.
#[test]
fn every_example_adds_up_in_mixed_units() {
    for (length, force, moment) in [
        ("mm", "N", "N·m"),
        ("ft", "lb", "lb·in"),
        ("in", "kip", "kip·ft"),
        ("cm", "kN", "N·m"),
        ("m", "kN", "kN·m"),
    ] {
        let [sums, chains, vectors, _] = examples_add_up(|sheet| {
            sheet.units.length = Some(length.into());
            sheet.units.force = Some(force.into());
            sheet.units.moment = Some(moment.into());
            sheet.conventions.inside = Some(DiagramMethod::Areas);
            sheet.conventions.working = Some(Notation::Vector);
            let first = sheet
                .bodies
                .iter()
                .find_map(|(name, body)| Some((name.clone(), body.runs.first()?.first()?.clone())));
            if let Some((on, at)) = first.filter(|_| sheet.space == SpaceKind::Plane) {
                sheet.find.extend(sheet.find.is_empty().then_some(Find::Reactions { support: None }));
                sheet.find.push(Find::Internal {
                    on,
                    at: Some(at),
                    from: None,
                    to: None,
                    distance: None,
                    side: None,
                });
            }
        });
        assert!(
            sums > 100 && chains > 200 && vectors > 20,
            "{length} {force} {moment}: {sums} sums, {chains} chains, {vectors} vectors"
        );
    }
}

/// The redundant examples by each of the methods by hand.
#[test]
fn every_redundant_example_comes_out_by_hand() {
    for method in [Method::Distribution, Method::Slopes, Method::Forces] {
        let [.., hand] = examples_add_up(|sheet| sheet.conventions.method = Some(method));
        assert!(hand >= 4, "{method:?}: {hand}");
    }
}

/// Every number of a formula, in order; halves and powers as digits.
fn numbers(text: &str) -> Vec<String> {
    let digit = |c: char| "⁰¹²³⁴⁵⁶⁷⁸⁹₀₁₂₃₄₅₆₇₈₉".chars().position(|d| d == c);
    let mut within = None;
    let plain: String = text
        .replace("\\tfrac12", "½")
        .replace("\\tfrac13", " 1 3 ")
        .replace("\\tfrac23", " 2 3 ")
        .replace("^{\\circ}", "")
        .replace("{\\cdot}", "·")
        .replace("(rounding)", "")
        .chars()
        .flat_map(|c| {
            // A power is a number of its own, an index of two digits is one.
            let raised = digit(c);
            let level = raised.map(|d| d / 10);
            let goes_on = level.is_some() && within == level;
            within = level;
            let gap = if goes_on { vec![] } else { vec![' '] };
            raised.map_or(vec![c], |d| [gap, vec![char::from(b'0' + (d % 10) as u8)]].concat())
        })
        .collect();
    let words = plain.split(|c: char| !c.is_ascii_digit() && c != '.' && c != '½');
    words.map(|word| word.trim_matches('.').to_owned()).filter(|word| !word.is_empty()).collect()
}

fn formulas(value: &serde_json::Value, found: &mut Vec<Formula>) {
    match (Formula::deserialize(value), value) {
        (Ok(formula), _) => found.push(formula),
        (_, serde_json::Value::Array(items)) => items.iter().for_each(|item| formulas(item, found)),
        (_, serde_json::Value::Object(fields)) => fields.values().for_each(|field| formulas(field, found)),
        _ => {}
    }
}

/// What is typeset has the very numbers of what is written.
#[test]
fn formulas_say_in_latex_what_they_say_in_text() {
    let mut compared = 0;
    for entry in std::fs::read_dir(format!("{}/../../examples", env!("CARGO_MANIFEST_DIR"))).unwrap() {
        let path = entry.unwrap().path();
        let built = model::build(&sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml));
        let page = serde_json::to_value(Page::of(&solution::solve(built.model))).unwrap();
        let mut found = Vec::new();
        formulas(&page, &mut found);
        for formula in found {
            let (text, latex) = (formula.to_string(), latex(&formula));
            let sorted = |text: &str| {
                let mut all = numbers(text);
                all.sort();
                all
            };
            assert_eq!(sorted(&text), sorted(&latex), "{}: {text}\n{latex}", path.display());
            compared += 1;
        }
    }
    assert!(compared > 1000, "{compared}");
}
