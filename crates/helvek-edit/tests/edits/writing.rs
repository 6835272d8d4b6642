//! Sheets as they are written: TOML and JSON say the same, what is read is written again unchanged, and edits leave alone what they do not know.

use crate::common;
use helvek_answers as answers;
use helvek_edit::edit::{self, Edit};
use helvek_sheet::sheet::{self, Document, Load, Sheet, Syntax};
use helvek_statics::model;
use helvek_statics::solution;

fn examples() -> Vec<(String, String)> {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut list: Vec<_> = std::fs::read_dir(folder)
        .unwrap()
        .map(|entry| {
            let path = entry.unwrap().path();
            let name = path.file_stem().unwrap().to_string_lossy().into_owned();
            (name, std::fs::read_to_string(&path).unwrap())
        })
        .collect();
    list.sort();
    list
}

fn example(name: &str) -> Document {
    let (_, text) = examples().into_iter().find(|(n, _)| n == name).unwrap();
    let document = sheet::read(&text, Syntax::Toml);
    assert_eq!(document.problems, []);
    document
}

fn edited(document: &Document, edit: &str) -> Result<Sheet, Vec<helvek_sheet::problem::Problem>> {
    let edit: Edit = serde_json::from_str(edit).unwrap();
    edit::apply(document, &edit)
}

fn solve(sheet: &Sheet) -> helvek_answers::Answers {
    let built = model::build(&Document::from(sheet.clone()));
    assert_eq!(built.problems, []);
    answers::answers(&solution::solve(built.model))
}

#[test]
fn what_is_read_from_toml_is_the_same_written_as_json_and_read_again() {
    for (name, text) in examples() {
        let first = sheet::read(&text, Syntax::Toml);
        assert_eq!(first.problems, [], "{name}");
        let json = serde_json::to_string(&first.sheet).unwrap();
        let second = sheet::read(&json, Syntax::Json);
        assert_eq!(second.problems, [], "{name}: {json}");
        assert_eq!(first.sheet, second.sheet, "{name}");
        let (a, b) = (model::build(&first).model, model::build(&second).model);
        assert_eq!(a, b, "{name}");
    }
}

#[test]
fn the_same_sheet_has_the_same_answers_to_the_last_byte() {
    for (name, text) in examples() {
        let json = || {
            let solved = solution::solve(model::build(&sheet::read(&text, Syntax::Toml)).model);
            serde_json::to_string(&answers::answers(&solved)).unwrap()
        };
        assert_eq!(json(), json(), "{name}");
        assert!(!json().contains("-0.0,") && !json().contains("-0.0]"), "{name}");
    }
}

#[test]
fn another_unit_changes_no_structure() {
    for (name, _) in examples() {
        let document = example(&name);
        let before = solve(&document.sheet);
        let sheet = edited(&document, r#"{ "edit": "units", "length": "ft", "force": "lb" }"#).unwrap();
        let after = solve(&sheet);
        // A multiple of what is sought stays the same multiple.
        let multiple = before.units.force == "P";
        let unit = if multiple { "P" } else { "lb" };
        assert_eq!((after.status, after.units.force.as_str()), (before.status, unit), "{name}");
        let own = document.sheet.units.force.as_deref().unwrap_or("kN");
        let pound = if own == "kN" { 0.004_448_221_615_260_5 } else { 4.448_221_615_260_5 };
        let pound = if own == "lb" { 1.0 } else { pound };
        for (a, b) in before.limits.iter().zip(&after.limits) {
            let ends = |limit: &helvek_answers::LimitAnswer, unit: f64| match limit.greatest {
                Some(greatest) => greatest * unit,
                None => limit.to.unwrap_or_default(),
            };
            let (a, b) = (ends(a, 1.0), ends(b, pound));
            assert!((a - b).abs() <= 1e-9 * a.abs().max(1.0), "{name}: {a} and {b}");
        }
        let pound = if multiple { 1.0 } else { pound };
        for (bar, force) in &before.bars {
            let (a, b) = (force.force.unwrap(), after.bars[bar].force.unwrap() * pound);
            assert!((a - b).abs() <= 1e-9 * a.abs().max(1.0), "{name}, {bar}: {a} and {b}");
        }
        for (rope, tension) in &before.ropes {
            let (a, b) = (tension.unwrap(), after.ropes[rope].unwrap() * pound);
            assert!((a - b).abs() <= 1e-9 * a.abs().max(1.0), "{name}, {rope}: {a} and {b}");
        }
    }
}

/// Everything that may stand as a number alone.
const BARE: &str = r#"
units = { length = "m", force = "kN" }
supports = [
  { at = "A", kind = "fixed", settlement = [0.001, 0.002], turning_spring = 900 },
  { at = "B", kind = "roller", spring = 4000, settlement = 0.003 },
  { at = "W", kind = "pin" },
]
joints = [{ at = "B", kind = "pin", of = ["deck", "mast"] }]
bars = [{ ends = ["D", "W"], EA = 30000 }]
loads = [
  { kind = "force", at = "C", size = 3, direction = "down" },
  { kind = "force", at = "C", components = [1, -2] },
  { kind = "couple", at = "C", on = "deck", size = 4 },
  { kind = "distributed", on = "deck", from = "A", to = "C", start = 2, end = 5 },
  { kind = "weight", at = "D", mass = 30 },
  { kind = "weight", at = "D", size = 0.5 },
  { kind = "own", size = 0.4 },
]
moving = [{ name = "cart", from = "A", to = "B", axles = [{ size = 6 }, { size = 9, gap = 1.2 }] }]
temperature = [{ of = ["deck"], change = 20, expansion = 1e-5 }]
limits = [{ reaction = 80, of = ["A"] }, { tension = 60, compression = 50 }, { pin = 40 }, { stress = 160 }]
[points]
A = [0, 0]
C = [2, 0]
B = [5, 0]
D = [5, 3]
W = [8, 0]
[bodies]
deck = { runs = [["A", "C", "B"]], EI = [9000, 8000], EA = 200000, torque = 7 }
mast = { runs = [["B", "D"]], EI = 5000, EA = 100000 }
"#;

#[test]
fn another_unit_changes_no_number_that_stands_alone() {
    let document = sheet::read(&format!("format = \"helvek-sheet/1\"\n{BARE}"), Syntax::Toml);
    assert_eq!(document.problems, []);
    // The model in SI, word by word; the units themselves are others.
    let meant = |sheet: &Sheet| {
        let mut built = model::build(&Document::from(sheet.clone()));
        assert_eq!(built.problems, []);
        built.model.units = Default::default();
        let said = format!("{:?}", built.model);
        said.split([' ', ',', '(', ')', '[', ']', '{', '}']).map(str::to_owned).collect::<Vec<_>>()
    };
    let same = |a: &str, b: &str| match (a.parse::<f64>(), b.parse::<f64>()) {
        (Ok(a), Ok(b)) => (a - b).abs() <= 1e-9 * a.abs(),
        _ => a == b,
    };
    let before = meant(&document.sheet);
    for (length, force) in [("mm", "N"), ("ft", "kip"), ("in", "lb")] {
        let edit = format!(r#"{{ "edit": "units", "length": "{length}", "force": "{force}" }}"#);
        let after = meant(&edited(&document, &edit).unwrap());
        assert_eq!(before.len(), after.len());
        for (at, (a, b)) in before.iter().zip(&after).enumerate() {
            assert!(
                same(a, b),
                "{length}: {b} for {a} behind {}",
                before[at.saturating_sub(12)..at].join(" ")
            );
        }
    }
}

#[test]
fn taking_a_load_away_leaves_the_points_that_others_stand_on() {
    let truss = example("ridge-truss");
    let without = edited(&truss, r#"{ "edit": "remove", "ids": ["load:walk"] }"#).unwrap();
    assert_eq!(without.points, truss.sheet.points);
    assert_eq!(without.loads.len(), truss.sheet.loads.len() - 1);
    let linkage = example("vent-linkage");
    let without = edited(&linkage, r#"{ "edit": "remove", "ids": ["load:glass"] }"#).unwrap();
    // The corner of the bent link stays, whatever stands on it; the link is as bent as before. The point beside the vent, which was there
    // for the load alone, goes with it.
    assert_eq!(without.bodies["link"], linkage.sheet.bodies["link"]);
    assert!(without.bodies["vent"].points.is_empty() && !without.points.contains_key("G"));
    let well = example("well-pulley");
    let without = edited(&well, r#"{ "edit": "remove", "ids": ["support:hook"] }"#).unwrap();
    assert_eq!(without.points, well.sheet.points);
    assert_eq!(solve(&without).status, helvek_answers::StatusWord::Unstable);
}

#[test]
fn a_place_is_found_on_whichever_member_is_named() {
    let hoist = example("tub-hoist");
    let first = hoist.sheet.bodies.keys().next().unwrap().clone();
    for (place, on) in
        [("1".to_owned(), first.as_str()), ("jib 0.5".into(), "jib"), ("mast 0.5".into(), "mast")]
    {
        let edit = format!(r#"{{ "edit": "force", "size": "3", "place": "{place}", "direction": "left" }}"#);
        let sheet = edited(&hoist, &edit).unwrap_or_else(|p| panic!("{place}: {}", p[0]));
        let Load::Force(force) = sheet.loads.last().unwrap() else { panic!() };
        assert!(sheet.bodies[on].runs.iter().flatten().any(|p| *p == force.at), "{place} is not on {on}");
        assert_eq!(solve(&sheet).status, helvek_answers::StatusWord::Determinate);
    }
    let nowhere = edited(&hoist, r#"{ "edit": "force", "size": "3", "place": "boom 1" }"#).unwrap_err();
    assert!(nowhere[0].message.contains("no point \"boom 1\""), "{}", nowhere[0]);
}

#[test]
fn a_cure_is_written_into_the_sheet_and_holds() {
    // A square of four bars sways; a diagonal holds it.
    let text = r#"format = "helvek-sheet/1"
        bars = [["A", "B"], ["B", "C"], ["C", "D"]]
        supports = [{ at = "A", kind = "pin" }, { at = "D", kind = "pin" }]
        loads = [{ kind = "force", at = "B", size = 3, direction = "right" }]
        [points]
        A = [0, 0]
        B = [0, 1]
        C = [1.5, 1]
        D = [1.5, 0]"#;
    let document = sheet::read(text, Syntax::Toml);
    let swaying = solve(&document.sheet);
    assert_eq!(swaying.mobility, 1);
    let cures = swaying.free_motion.unwrap().cures;
    assert!(!cures.is_empty());
    for (index, cure) in cures.iter().enumerate() {
        let cured = edited(&document, &format!(r#"{{ "edit": "cure", "index": {index} }}"#)).unwrap();
        let answers = solve(&cured);
        assert_eq!((answers.mobility, answers.degree), (0, 0), "{cure:?}");
    }
}

#[test]
fn a_cure_for_what_tips_lets_the_part_hold_both_ways() {
    let text = r#"format = "helvek-sheet/1"
        supports = [{ at = "A", kind = "surface" }, { at = "B", kind = "surface" }, { at = "O", kind = "roller", normal = "right" }]
        loads = [{ kind = "force", at = "C", size = 2, direction = "down" }]
        [points]
        O = [0, 0]
        A = [0.5, 0]
        B = [2, 0]
        C = [3, 0]
        [bodies]
        plank = { runs = [["O", "A", "B", "C"]] }"#;
    let document = sheet::read(text, Syntax::Toml);
    assert!(solve(&document.sheet).tips.is_some());
    let cured = edited(&document, r#"{ "edit": "cure", "index": 0 }"#).unwrap();
    let answers = solve(&cured);
    assert!(answers.equilibrium && answers.tips.is_none());
    // Held down at A: 2·1/1.5.
    let a = answers.reactions.iter().find(|r| r.support == "A").unwrap();
    common::assert_near(a.force[1].unwrap(), -2.0 / 1.5);
}

#[test]
fn names_are_made_once_and_are_unique() {
    let text = r#"format = "helvek-sheet/1"
        bars = [["A", "B"], { ends = ["B", "C"], name = "A-B-2" }, ["A", "C"]]
        supports = [{ at = "A", kind = "roller" }, { at = "A", kind = "roller", normal = "right" }, { at = "B", kind = "roller" }]
        [points]
        A = [0, 0]
        B = [2, 0]
        C = [1, 1]"#;
    let sheet = sheet::read(text, Syntax::Toml).sheet;
    assert_eq!(model::bar_names(&sheet), ["A-B", "A-B-2", "A-C"]);
    assert_eq!(model::support_names(&sheet), ["A", "A-2", "B"]);
}

#[test]
fn every_example_is_the_same_sheet_in_the_other_syntax_and_back() {
    for (name, text) in examples() {
        let original = sheet::read(&text, Syntax::Toml).sheet;
        let json = sheet::rewritten(&text, Syntax::Toml, Syntax::Json).unwrap();
        assert_eq!(sheet::read(&json, Syntax::Json).sheet, original, "{name}: {json}");
        let again = sheet::rewritten(&json, Syntax::Json, Syntax::Toml).unwrap();
        let back = sheet::read(&again, Syntax::Toml);
        assert_eq!((&back.problems[..], &back.sheet), (&[][..], &original), "{name}: {again}");
        // As the bench holds it: with every key that has a value of its own.
        let held = serde_json::to_string(&original).unwrap();
        let saved = sheet::rewritten(&held, Syntax::Json, Syntax::Toml).unwrap();
        assert_eq!(sheet::read(&saved, Syntax::Toml).sheet, original, "{name}: {saved}");
        assert!(
            saved.lines().count() < 6 * text.lines().count(),
            "{name} is not as a person would write it: {saved}"
        );
    }
}
