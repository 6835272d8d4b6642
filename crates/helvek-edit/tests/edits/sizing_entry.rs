//! Plates, limits, sections and tables as they are typed, checked by what they come to.

use crate::entry::{document, edit};
use helvek_answers as answers;
use helvek_answers::JudgementAnswer;
use helvek_answers::LimitSource;
use helvek_checks::strength_check::CheckSort;
use helvek_sheet::sheet::{self, Sheet, Syntax};
use helvek_statics::model;
use helvek_statics::solution;
use serde_json::json;

fn judged(sheet: &Sheet) -> JudgementAnswer {
    let built = model::build(&document(sheet));
    assert_eq!(built.problems, []);
    answers::answers(&solution::solve(built.model)).judgement.unwrap()
}

/// A jib on a mast with a tie: 6 kN at its tip.
fn crane() -> Sheet {
    let text = r#"format = "helvek-sheet/1"
bars = [["D", "C"]]
supports = [{ name = "foot", at = "A", kind = "fixed", on = "mast" }]
joints = [{ at = "B", kind = "pin", of = ["mast", "jib"] }]
loads = [{ kind = "force", on = "jib", at = "C", size = 6, direction = "down" }]
[points]
A = [0, 0]
B = [0, 2]
C = [2, 2]
D = [0, 4]
[bodies]
mast = { runs = [["A", "B", "D"]] }
jib = { runs = [["B", "C"]] }
"#;
    sheet::read(text, Syntax::Toml).sheet
}

fn plated() -> Sheet {
    edit(
        &crane(),
        json!({ "edit": "plates", "at": "B", "plates": "mast 5, jib 0.5 in edge 20 in assumed steel, mast 5",
                "material": "assumed steel", "factor": "2" }),
    )
    .unwrap()
}

#[test]
fn plates_are_typed_as_they_are_stacked() {
    let sheet = plated();
    let pin = &sheet.pins[0];
    assert_eq!(pin.plates.iter().map(|p| p.of.as_str()).collect::<Vec<_>>(), ["mast", "jib", "mast"]);
    // The tie at 45° pulls 8.49: the jib is pushed with 6 against the mast, in halves.
    let told = judged(&sheet);
    assert!((told.pins[0].planes[0].unwrap() - 3.0).abs() < 1e-9);
    assert!((told.pins[0].plates[1].thickness - 12.7).abs() < 1e-9);
    let shear = told.checks.iter().find(|c| c.by == CheckSort::PinShear).unwrap();
    assert_eq!(shear.wanted, Some(2.0));
    // Changed alone, what is not typed stays; emptied, it goes, and its factor with it.
    let thicker = edit(&sheet, json!({ "edit": "plates", "at": "B", "diameter": "14" })).unwrap();
    assert_eq!(judged(&thicker).pins[0].diameter, Some(14.0));
    assert_eq!(thicker.pins[0].plates, sheet.pins[0].plates);
    let gone = edit(&sheet, json!({ "edit": "plates", "at": "B", "plates": "" })).unwrap();
    assert!(gone.pins.is_empty() && gone.limits.is_empty());
}

#[test]
fn a_limit_is_typed_with_its_unit_and_belongs_to_what_is_named() {
    let sheet =
        edit(&crane(), json!({ "edit": "profile", "dimensions": "60 x 120", "material": "assumed steel" }))
            .unwrap();
    let unit = edit(&sheet, json!({ "edit": "most", "sort": "stress", "most": "160" })).unwrap_err();
    assert!(unit.contains("in which unit?") && unit.contains("160 MPa"), "{unit}");
    let sheet = edit(&sheet, json!({ "edit": "most", "most": "160 MPa" })).unwrap();
    let sheet = edit(&sheet, json!({ "edit": "most", "most": "9 ksi", "of": "jib" })).unwrap();
    let sheet =
        edit(&sheet, json!({ "edit": "most", "sort": "reaction", "most": "20 kN", "of": "foot" })).unwrap();
    let sheet =
        edit(&sheet, json!({ "edit": "most", "sort": "factor", "most": "3", "of": "jib, D-C" })).unwrap();
    let told = judged(&sheet);
    let limit = |of: &str, by: CheckSort, is: LimitSource| {
        let mine = told.checks.iter().find(|c| c.of == of && c.by == by && c.limit_is == is);
        mine.unwrap_or_else(|| panic!("{of} {by:?} {is:?}")).limit
    };
    assert!((limit("mast", CheckSort::Stress, LimitSource::Limit) - 160.0).abs() < 1e-9);
    assert!((limit("jib", CheckSort::Stress, LimitSource::Limit) - 62.0528).abs() < 1e-3);
    assert!((limit("jib", CheckSort::Stress, LimitSource::Yield) - 80.0).abs() < 1e-9);
    assert!((limit("foot", CheckSort::Reaction, LimitSource::Limit) - 20.0).abs() < 1e-9);
    // A bar has a section and a material too; both shrink what it may carry.
    assert!(limit("D-C", CheckSort::Buckling, LimitSource::Screening) > 0.0);
    // Two that say the same are one limit; one of them changed parts from the other; emptied, it has none.
    assert!(sheet.limits.iter().any(|l| l.of == ["D-C"] || l.of.contains(&"jib".to_owned())));
    let other = edit(&sheet, json!({ "edit": "most", "sort": "factor", "most": "", "of": "D-C" })).unwrap();
    assert!(judged(&other).checks.iter().filter(|c| c.of == "D-C").all(|c| c.wanted.is_none()));
    assert!(judged(&other).checks.iter().any(|c| c.of == "jib" && c.wanted == Some(3.0)));
    for (wrong, words) in [
        (json!({ "edit": "most", "sort": "weight", "most": "1 mm" }), "Choose stress"),
        (json!({ "edit": "most", "most": "160 kN" }), "a force"),
        (json!({ "edit": "most", "most": "160 MPa", "of": "jab" }), "\"jib\""),
        (json!({ "edit": "most", "sort": "factor", "most": "two" }), "no factor"),
        (json!({ "edit": "plates", "plates": "mast 5, jib 6" }), "Which pin?"),
        (json!({ "edit": "plates", "at": "B" }), "needs its plates"),
        (json!({ "edit": "plates", "at": "B", "plates": "mast, jib 6" }), "not a plate with its thickness"),
        (
            json!({ "edit": "plates", "at": "B", "plates": "mst 5, jib 6" }),
            "\"mst\" does not meet the pin at B. Here: mast, jib",
        ),
        (json!({ "edit": "plates", "at": "Q", "plates": "mast 5, jib 6" }), "There is no pin \"Q\""),
        (json!({ "edit": "plates", "at": "B", "plates": "jib 6" }), "fewer than two plates"),
        (json!({ "edit": "plates", "at": "foot", "plates": "mast 5, ground 6" }), "no pin"),
    ] {
        let said = edit(&sheet, wrong.clone()).unwrap_err();
        assert!(said.contains(words), "{wrong}: {said}");
    }
}

#[test]
fn names_are_followed_and_what_is_gone_is_forgotten() {
    let sheet = edit(&plated(), json!({ "edit": "most", "sort": "reaction", "most": "20 kN", "of": "foot" }))
        .unwrap();
    let sheet = edit(&sheet, json!({ "edit": "body", "name": "jib", "rename": "arm" })).unwrap();
    let sheet = edit(&sheet, json!({ "edit": "support", "name": "foot", "rename": "base" })).unwrap();
    let sheet = edit(&sheet, json!({ "edit": "joint", "name": "B", "rename": "hinge" })).unwrap();
    assert_eq!((sheet.pins[0].at.as_str(), sheet.pins[0].plates[1].of.as_str()), ("hinge", "arm"));
    assert!(judged(&sheet).checks.iter().any(|c| c.of == "base" && c.by == CheckSort::Reaction));
    let without = edit(&sheet, json!({ "edit": "remove", "ids": ["body:arm"] })).unwrap();
    assert!(without.pins.is_empty(), "{:?}", without.pins);
    assert!(without.limits.iter().all(|l| l.of != ["hinge"]));
    assert!(without.limits.iter().any(|l| l.of == ["base"]));
}

#[test]
fn a_limit_of_bars_leaves_the_other_limits_alone() {
    let sheet =
        edit(&plated(), json!({ "edit": "limit", "bars": "all", "tension": "10", "compression": "4" }))
            .unwrap();
    assert!(judged(&sheet).checks.iter().any(|c| c.by == CheckSort::Tension && c.of == "D-C"));
    assert!(sheet.limits.iter().any(|l| l.factor == Some(2.0)));
    let sheet =
        edit(&sheet, json!({ "edit": "limit", "bars": "all", "tension": "", "compression": "" })).unwrap();
    assert_eq!(sheet.limits.len(), 1);
}

#[test]
fn tables_of_sections_and_materials_are_merged_by_name() {
    let sections = "name; shape; width; height; wall\nown box; box; 40; 3 in; 3\nflat; rectangle; 10; 50;\n";
    let sheet = edit(&crane(), json!({ "edit": "table", "csv": sections })).unwrap();
    let materials = "# of our own\nname,E,yield,shear\nlarch,11 GPa,30,3\n";
    let sheet = edit(&sheet, json!({ "edit": "table", "csv": materials })).unwrap();
    let sheet =
        edit(&sheet, json!({ "edit": "profile", "dimensions": "own box", "of": "jib", "material": "larch" }))
            .unwrap();
    assert_eq!(sheet.bodies["jib"].section.as_deref(), Some("own box"));
    let built = model::build(&document(&sheet));
    assert_eq!(built.problems, []);
    let found = &answers::answers(&solution::solve(built.model)).sections["own box"];
    assert!((found.area - (40.0 * 76.2 - 34.0 * 70.2)).abs() < 1e-9);
    // A row of a name that is there takes its place.
    let again = edit(&sheet, json!({ "edit": "table", "csv": "name,E,yield\nlarch,9 GPa,24\n" })).unwrap();
    assert_eq!(again.materials.len(), 1);
    assert!(again.materials["larch"].shear.is_none());
    for (csv, words) in [
        ("shape,width\nround,4\n", "no column \"name\""),
        ("name,shape,width,height\n", "no rows"),
        ("name,shape,diameter\nx,round,20\nx,round,30\n", "Line 3: \"x\" is there twice"),
        ("name,shape,diameter\n,round,20\n", "Line 2 has no name"),
        ("name,shape,width\nx,rectangle,20\n", "Line 2, x: A section that is a rectangle needs \"height\""),
        ("name,shape,width,heigt\nx,rectangle,20,4\n", "Perhaps \"height\""),
        ("name,E\ny,11 kN\n", "a force"),
        ("name,E\ny\n", "cannot be read"),
    ] {
        let said = edit(&crane(), json!({ "edit": "table", "csv": csv })).unwrap_err();
        assert!(said.contains(words), "{csv}: {said}");
    }
}
