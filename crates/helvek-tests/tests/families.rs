//! Every family over fixed seeds.

use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::page::Page;
use helvek_report::text;
use helvek_tests::FAMILIES;
use helvek_tests::printed::adds_up;

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

/// Every sum that is printed for an example adds up as it is printed.
#[test]
fn every_example_adds_up_on_paper() {
    let folder = format!("{}/../../examples", env!("CARGO_MANIFEST_DIR"));
    let mut sums = 0;
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.extension().is_none_or(|e| e != "toml") {
            continue;
        }
        let read = sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml);
        let solved = solution::solve(model::build(&read).model);
        let figures = usize::from(solved.model.schools.figures);
        let printed = text::render("", &Page::of(&solved));
        sums +=
            adds_up(&printed, figures).unwrap_or_else(|what| panic!("{}: {what}\n{printed}", path.display()));
    }
    assert!(sums > 150, "{sums} sums");
}
