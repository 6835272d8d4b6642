//! Stiffnesses, settlements, springs and warming as they are typed, and what they come to under cases, limits and one-way parts.

use crate::common::{answers, assert_near, solved};
use crate::entry::{document, edit};
use helvek_answers as answers;
use helvek_checks::Checks;
use helvek_checks::strength_check::Subject;
use helvek_edit::edit::apply;
use helvek_edit::edit::offers::on_redundancy;
use helvek_sheet::sheet::{self, Quantities, Quantity, Sheet, Syntax};
use helvek_statics::model;
use helvek_statics::solution;
use serde_json::json;

/// A portal drawn as one run round its corners, and a tie across it.
fn portal() -> Sheet {
    let text = r#"format = "helvek-sheet/1"
bars = [["B", "D"]]
supports = [{ at = "A", kind = "pin" }, { at = "D", kind = "pin" }]
loads = [{ kind = "force", on = "legs", at = "B", size = 6, direction = "right" }]
[points]
A = [0, 0]
B = [0, 4]
C = [6, 4]
D = [6, 0]
[bodies]
legs = { runs = [["A", "B", "C", "D"]] }
"#;
    let sheet = sheet::read(text, Syntax::Toml).sheet;
    edit(&sheet, json!({ "edit": "remove", "ids": ["bar:B-D"] })).unwrap()
}

#[test]
fn stiffnesses_are_typed_for_all_or_for_each_piece() {
    let sheet = edit(&portal(), json!({ "edit": "stiffness", "ei": "EI; 2 EI; 8000" })).unwrap();
    let Some(Quantities::Each(each)) = &sheet.bodies["legs"].ei else { panic!("three of them") };
    assert_eq!(each[1], Quantity::Text("2 EI".into()));
    assert_eq!(each[2], Quantity::Number(8000.0));
    let one = edit(&sheet, json!({ "edit": "stiffness", "of": "legs", "ei": "12 MN·m²", "ea": "" })).unwrap();
    assert_eq!(one.bodies["legs"].ei, Some(Quantities::One(Quantity::Text("12 MN·m²".into()))));
    let none = edit(&one, json!({ "edit": "stiffness", "ei": "" })).unwrap();
    assert_eq!(none, portal());
    for (typed, words) in [
        (json!({ "edit": "stiffness" }), "needs a number"),
        (json!({ "edit": "stiffness", "ei": "3 kN" }), "a force times a length squared"),
        (json!({ "edit": "stiffness", "of": "lges", "ei": "3" }), "Perhaps \"legs\" is meant."),
    ] {
        let said = edit(&portal(), typed).unwrap_err();
        assert!(said.contains(words), "{said}");
    }
}

#[test]
fn a_body_that_is_parted_keeps_the_stiffness_of_each_piece() {
    let sheet = edit(&portal(), json!({ "edit": "stiffness", "ei": "1000; 2000; 3000" })).unwrap();
    let parted = edit(&sheet, json!({ "edit": "joint", "place": "C" })).unwrap();
    let each: Vec<_> = parted.bodies.values().map(|body| body.ei.clone().unwrap()).collect();
    let numbers = |list: &[f64]| Quantities::Each(list.iter().map(|n| Quantity::Number(*n)).collect());
    assert_eq!(each, [numbers(&[1000.0, 2000.0]), numbers(&[3000.0])]);
}

#[test]
fn what_is_redundant_is_offered_a_stiffness() {
    let solve = |sheet: &Sheet| solution::solve(model::build(&document(sheet)).model);
    let before = solve(&portal());
    assert!(before.elastic.is_none() && before.verdict.degree == 1);
    let offers = on_redundancy(&before);
    assert_eq!(offers[0].text, "Give every member the same stiffness");
    let sheet = apply(&document(&portal()), &offers[0].edit).unwrap();
    let after = answers::answers(&solve(&sheet));
    // Halved on legs of the same stiffness.
    assert_near(after.reactions[0].force[0].unwrap(), -3.0);
    assert!(on_redundancy(&solve(&sheet)).is_empty());
}

#[test]
fn the_ground_is_typed_in_the_tag_of_a_support() {
    let typed = json!({ "edit": "support", "name": "D", "settles": "5 mm", "spring": "800 kN/m; 2 MN/m" });
    let sheet = edit(&portal(), typed).unwrap();
    let ground = &sheet.supports[1].ground;
    assert_eq!(ground.settlement, Some(Quantities::One(Quantity::Text("5 mm".into()))));
    let built = model::build(&document(&sheet)).model;
    let (yielding, settlement) = (built.supports[1].yielding, built.loading.settlements[1]);
    assert_eq!((settlement.moved.x, settlement.moved.y), (0.0, -0.005));
    assert_eq!(yielding.springs, [Some(800e3), Some(2e6)]);
    let sheet = edit(&sheet, json!({ "edit": "support", "name": "D", "settles": "", "spring": "" })).unwrap();
    assert_eq!(sheet, portal());
    let said = edit(&portal(), json!({ "edit": "support", "name": "D", "spring": "5 mm" })).unwrap_err();
    assert!(said.contains("a length, where a force per length belongs"), "{said}");
}

#[test]
fn what_warms_up_is_typed_follows_its_names_and_goes_with_them() {
    let warm =
        json!({ "edit": "warm", "of": "legs", "change": "30 K", "expansion": "12e-6", "case": "summer" });
    let sheet = edit(&portal(), warm.clone()).unwrap();
    assert_eq!(
        (sheet.temperature[0].change, sheet.temperature[0].of.clone()),
        (Some(30.0), vec!["legs".to_owned()])
    );
    // Typed again it is said anew, not twice.
    let again = edit(&sheet, warm).unwrap();
    assert_eq!(again.temperature.len(), 1);
    let renamed = edit(&sheet, json!({ "edit": "body", "name": "legs", "rename": "frame" })).unwrap();
    assert_eq!(renamed.temperature[0].of, ["frame"]);
    let gone = edit(&sheet, json!({ "edit": "warm", "of": "legs", "change": "", "case": "summer" })).unwrap();
    assert!(gone.temperature.is_empty());
    let said = edit(&portal(), json!({ "edit": "warm", "change": "hot" })).unwrap_err();
    assert!(said.contains("\"hot\" is not a number"), "{said}");
}

#[test]
fn a_limit_on_sag_is_typed_as_a_part_of_the_span() {
    let sheet =
        edit(&portal(), json!({ "edit": "most", "sort": "sag", "of": "legs", "most": "L/300" })).unwrap();
    assert_eq!(sheet.limits[0].sag, Some(300.0));
    let sheet = edit(&sheet, json!({ "edit": "most", "sort": "sag", "of": "legs", "most": "250" })).unwrap();
    assert_eq!((sheet.limits.len(), sheet.limits[0].sag), (1, Some(250.0)));
    let sheet = edit(&sheet, json!({ "edit": "most", "sort": "sag", "of": "legs", "most": "" })).unwrap();
    assert!(sheet.limits.is_empty());
}

/// A propped cantilever of EI 20000 and span 6 that settles by 10 mm, under 8 per length in one case and warming in another.
const CASES: &str = r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller", settlement = "10 mm" }]
loads = [{ kind = "distributed", on = "beam", from = "A", to = "B", start = 8, direction = "down", case = "live" }]
temperature = [{ of = ["beam"], across = 20, depth = "400 mm", expansion = 1e-5, case = "summer" }]
combinations = [{ name = "both", factors = { live = 1.5, summer = 0.6 } }, { name = "cold", factors = { summer = -1.0 } }]
limits = [{ sag = 300 }]
[points]
A = [0, 0]
B = [6, 0]
[bodies]
beam = { runs = [["A", "B"]], EI = 20000 }"#;

#[test]
fn combinations_factor_loads_and_warming_and_keep_settlements() {
    // Of 8 per length 18; of 20 K on top 3 EI · 9 mm/L³ = 2.5; of the settlement −3 EI · 10 mm/L³ = −2.777….
    let settled = -3.0 * 20000.0 * 0.01 / 216.0;
    let answers = answers::answers(&solved(CASES));
    let roller = |state: usize| answers.combinations[state].reactions[1].force[1].unwrap();
    assert_near(roller(0), 1.5 * 18.0 + 0.6 * 2.5 + settled);
    assert_near(roller(1), -2.5 + settled);
    assert_near(answers.reactions[1].force[1].unwrap(), 18.0 + 2.5 + settled);
}

#[test]
fn loads_grow_until_a_span_reaches_its_sag() {
    // Found by the interval, and tried: at its upper end the sag is exactly L/300.
    let growing = solved(CASES);
    let judgement = Checks(&growing).judgement(&[]).unwrap();
    assert!(
        judgement
            .judged
            .iter()
            .any(|judged| matches!(judged.check.subject, Subject::Sag { row: 0, span: 0 }))
    );
    let factor = judgement.reach.unwrap().factors[1];
    assert!(factor > 1.0 && factor.is_finite());
    let more = answers(&CASES.replace("start = 8", &format!("start = {}", 8.0 * factor)));
    let sag = &more.stiffness.unwrap().deflections[0].sags[0];
    assert!((sag.ratio.unwrap() - 300.0).abs() < 1e-6, "{sag:?}");
}

#[test]
fn of_crossed_cables_the_one_that_would_be_pushed_is_slack() {
    let braced = |size: i32| {
        answers(&format!(
            r#"bars = [{{ ends = ["A", "C"], EA = 500, kind = "cable" }}, {{ ends = ["B", "D"], EA = 500, kind = "cable" }}, {{ ends = ["D", "C"], EA = 500 }},
                {{ ends = ["A", "D"], EA = 500 }}, {{ ends = ["B", "C"], EA = 500 }}]
            supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "pin" }}]
            loads = [{{ kind = "force", at = "D", size = {size}, direction = "right" }}]
            [points]
            A = [0, 0]
            B = [3, 0]
            C = [3, 4]
            D = [0, 4]"#
        ))
    };
    // To the right A–C is stretched: 10 · 5/3 along it; to the left B–D.
    let right = braced(10);
    assert_eq!(right.released, ["B-D"]);
    assert_near(right.bars["A-C"].force.unwrap(), 50.0 / 3.0);
    let left = braced(-10);
    assert_eq!(left.released, ["A-C"]);
    assert_near(left.bars["B-D"].force.unwrap(), 50.0 / 3.0);
}
