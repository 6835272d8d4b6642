//! Every family over fixed seeds.

use helvek_core::model;
use helvek_core::sheet::{self, Find, InsideBy, School, Sheet, SpaceKind, Syntax};
use helvek_core::solution;
use helvek_report::page::Page;
use helvek_report::text;
use helvek_tests::FAMILIES;
use helvek_tests::chains::chains;
use helvek_tests::printed::adds_up;
use helvek_tests::vectors::vectors;

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
fn examples_add_up(change: impl Fn(&mut Sheet)) -> [usize; 3] {
    let folder = format!("{}/../../examples", env!("CARGO_MANIFEST_DIR"));
    let mut counts = [0; 3];
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let mut read = sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml);
        change(&mut read.sheet);
        let written = serde_json::to_string(&read.sheet).unwrap();
        let built = model::build(&sheet::read(&written, Syntax::Json));
        if !built.problems.is_empty() {
            // In these units it is another sheet, and some are none.
            continue;
        }
        let solved = solution::solve(built.model);
        let figures = usize::from(solved.model.schools.figures);
        let printed = text::render("", &Page::of(&solved));
        let wrong = |what| -> usize { panic!("{}: {what}\n{printed}", path.display()) };
        counts[0] += adds_up(&printed, figures).unwrap_or_else(wrong);
        counts[1] += chains(&printed, figures).unwrap_or_else(wrong);
        counts[2] += vectors(&printed, figures).unwrap_or_else(wrong);
    }
    counts
}

#[test]
fn every_example_adds_up_on_paper() {
    let [sums, chains, _] = examples_add_up(|_| {});
    assert!(sums > 150 && chains > 60, "{sums} sums, {chains} chains");
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
        let [sums, chains, vectors] = examples_add_up(|sheet| {
            sheet.units.length = Some(length.into());
            sheet.units.force = Some(force.into());
            sheet.units.moment = Some(moment.into());
            sheet.conventions.inside = Some(InsideBy::Areas);
            sheet.conventions.working = Some(School::Vector);
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
