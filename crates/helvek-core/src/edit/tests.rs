//! Edits as a person makes them, checked by what they come to.

use super::{Edit, apply};
use crate::sheet::{self, Document, Sheet, Syntax};
use crate::{model, solution};

fn document(sheet: &Sheet) -> Document {
    let document = sheet::read(&serde_json::to_string(sheet).unwrap(), Syntax::Json);
    assert_eq!(document.sheet, *sheet, "a sheet that was written must read back as it was");
    document
}

fn edit(sheet: &Sheet, json: &str) -> Result<Sheet, String> {
    let edit: Edit = serde_json::from_str(json).unwrap();
    apply(&document(sheet), &edit)
        .map_err(|problems| problems.iter().map(|p| format!("{}: {}", p.path, p.message)).collect())
}

fn draw(edits: &[&str]) -> Sheet {
    let empty = Sheet { format: sheet::FORMAT.into(), ..Sheet::default() };
    edits.iter().fold(empty, |sheet, json| edit(&sheet, json).unwrap())
}

fn reactions(sheet: &Sheet) -> Vec<Vec<Option<f64>>> {
    let built = model::build(&document(sheet));
    assert_eq!(built.problems, []);
    solution::solve(built.model).answers().reactions.into_iter().map(|r| r.force).collect()
}

/// 6 m on a pin and a roller, 12 kN at 2 m.
fn beam() -> Sheet {
    draw(&[
        r#"{"edit":"beam","length":"6"}"#,
        r#"{"edit":"support","kind":"pin"}"#,
        r#"{"edit":"support","kind":"roller"}"#,
        r#"{"edit":"force","size":"12","place":"2"}"#,
    ])
}

#[test]
fn a_beam_is_drawn_with_what_is_usual_left_out() {
    let sheet = beam();
    assert_eq!(sheet.bodies["beam"].runs, [["A", "C", "B"]]);
    assert_eq!(reactions(&sheet), [[Some(0.0), Some(8.0)], [Some(0.0), Some(4.0)]]);
}

#[test]
fn a_distance_moves_what_lies_beyond_it_and_the_whole_length_only_the_end() {
    // The force goes from 2 to 3 m, the roller from 6 to 7: 12·3/7 on the roller.
    let chain = edit(&beam(), r#"{"edit":"distance","first":"A","second":"C","value":"3"}"#).unwrap();
    assert!((reactions(&chain)[1][1].unwrap() - 36.0 / 7.0).abs() < 1e-12);
    // The roller goes to 8 m, the force stays at 2: 12·2/8.
    let whole = edit(&beam(), r#"{"edit":"distance","first":"A","second":"B","value":"8"}"#).unwrap();
    assert_eq!(reactions(&whole)[1][1], Some(3.0));
    let short = edit(&beam(), r#"{"edit":"beam","length":"1.5"}"#).unwrap_err();
    assert!(short.contains("Point C"), "{short}");
}

#[test]
fn a_load_that_moves_or_goes_takes_its_point_with_it() {
    let moved = edit(&beam(), r#"{"edit":"force","name":"F1","place":"C + 1"}"#).unwrap();
    assert_eq!(moved.points.len(), 3);
    assert_eq!(reactions(&moved)[1][1], Some(6.0));
    let gone = edit(&moved, r#"{"edit":"remove","id":"load:F1"}"#).unwrap();
    assert_eq!(gone.bodies["beam"].runs, [["A", "B"]]);
    let empty = edit(&gone, r#"{"edit":"remove","id":"body:beam"}"#).unwrap();
    assert!(empty.points.is_empty() && empty.supports.is_empty());
}

#[test]
fn what_was_left_alone_stays_as_it_was_written() {
    let sheet =
        edit(&beam(), r#"{"edit":"force","size":"500 lb","place":"800 mm","direction":"30 from -y cw"}"#)
            .unwrap();
    let resized = edit(&sheet, r#"{"edit":"force","name":"F2","size":"2"}"#).unwrap();
    assert_eq!(resized.points, sheet.points);
    let text = serde_json::to_string(&resized).unwrap();
    assert!(text.contains("800 mm") && text.contains(r#""from":"-y","turn":"cw""#), "{text}");
}

#[test]
fn units_change_the_writing_and_nothing_else() {
    let sheet = edit(&beam(), r#"{"edit":"distributed","start":"2","end":"5","from":"1"}"#).unwrap();
    let us = edit(&sheet, r#"{"edit":"units","length":"ft","force":"lb"}"#).unwrap();
    let pound = 4448.2216152605 / 1000.0 / 1000.0;
    for (si, us) in reactions(&sheet).iter().flatten().zip(reactions(&us).iter().flatten()) {
        assert!((si.unwrap() - us.unwrap() * pound).abs() < 1e-9);
    }
}

#[test]
fn a_cure_holds_what_moved() {
    let sheet = edit(&beam(), r#"{"edit":"remove","id":"support:B"}"#).unwrap();
    let cured = edit(&sheet, r#"{"edit":"cure","index":0}"#).unwrap();
    let solved = solution::solve(model::build(&document(&cured)).model);
    assert_eq!((solved.verdict.mobility, solved.verdict.degree), (0, 0));
    assert!(edit(&cured, r#"{"edit":"cure","index":0}"#).unwrap_err().contains("not offered"));
}

#[test]
fn nonsense_is_refused_in_its_slot() {
    let sheet = beam();
    for (json, slot, part) in [
        (r#"{"edit":"force","size":"12 kg","place":"1"}"#, "size", "a mass, where a force"),
        (r#"{"edit":"force","size":"2,5"}"#, "size", "comma"),
        (r#"{"edit":"force","size":"4","place":"7"}"#, "place", "not on the beam"),
        (r#"{"edit":"force","size":"4","place":"Z"}"#, "place", "no point"),
        (r#"{"edit":"force","size":"4","direction":"dwn"}"#, "direction", "not a direction"),
        (r#"{"edit":"force","size":"4","direction":"to Q"}"#, "direction", "no point"),
        (r#"{"edit":"force"}"#, "size", "needs a size"),
        (r#"{"edit":"couple","size":"4 kN"}"#, "size", "a force, where a moment"),
        (r#"{"edit":"couple","size":"4","turn":"left"}"#, "turn", "not one of"),
        (r#"{"edit":"distributed","start":"2","to":"0"}"#, "to", "begins and ends"),
        (r#"{"edit":"support","kind":"pin","place":"start"}"#, "place", "already a support"),
        (r#"{"edit":"beam","length":"-3"}"#, "length", "not a length"),
        (r#"{"edit":"distance","first":"A","second":"C","value":"0"}"#, "value", "not a length"),
        (r#"{"edit":"remove","id":"load:F9"}"#, "name", "no load"),
        (r#"{"edit":"units","length":"kN","force":"m"}"#, "length", "unit of a force"),
    ] {
        let message = edit(&sheet, json).expect_err(json);
        assert!(message.starts_with(&format!("{slot}: ")) && message.contains(part), "{json}: {message}");
    }
}
