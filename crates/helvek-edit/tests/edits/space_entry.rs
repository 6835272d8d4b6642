//! Entry into a sheet of space.

use crate::common::{assert_near, toml};
use crate::entry::edit;
use helvek_answers as answers;
use helvek_sheet::sheet::{
    self, Couples, Direction, Document, Find, Sheet, SpaceKind, SupportKind, Syntax, Vertical,
};
use helvek_statics::model;
use helvek_statics::solution::{Solved, solve};
use helvek_statics::verdict::Cure;

/// Edits as the board sends them, one after the other.
fn typed(sheet: Sheet, edits: &[&str]) -> Sheet {
    edits.iter().fold(sheet, |sheet, text| {
        edit(&sheet, serde_json::from_str(text).unwrap()).unwrap_or_else(|why| panic!("{text}: {why}"))
    })
}

fn refused(sheet: &Sheet, text: &str) -> String {
    edit(sheet, serde_json::from_str(text).unwrap()).unwrap_err()
}

fn written(body: &str) -> Sheet {
    sheet::read(&toml(body), Syntax::Toml).sheet
}

fn solved(sheet: &Sheet) -> Solved {
    let built = model::build(&Document::from(sheet.clone()));
    assert_eq!(built.problems, []);
    solve(built.model)
}

fn empty() -> Sheet {
    typed(
        Sheet { format: "helvek-sheet/1".into(), ..Sheet::default() },
        &[r#"{"edit":"space","into":"space"}"#],
    )
}

#[test]
fn a_weight_on_three_cords_from_nothing() {
    let sheet = typed(
        empty(),
        &[
            r#"{"edit":"bars","through":"0;0;0 2;6;3, A -3;6;2, A 0;4;-3","kind":"cable"}"#,
            r#"{"edit":"support","kind":"ball","place":"B C D"}"#,
            r#"{"edit":"space","into":"space","vertical":"y"}"#,
            r#"{"edit":"weight","size":"70 N","place":"A"}"#,
        ],
    );
    assert_eq!((sheet.space, sheet.vertical, sheet.supports.len()), (SpaceKind::Space, Some(Vertical::Y), 3));
    // As in `space.rs`: 7 · 315/71 N along A-B; the first load was in newtons.
    assert_near(answers::answers(&solved(&sheet)).bars["A-B"].force.unwrap(), 7.0 * 315.0 / 71.0);
}

#[test]
fn a_shaft_from_nothing_with_points_beside_it() {
    let sheet = typed(
        empty(),
        &[
            r#"{"edit":"body","through":"0;0;0 1.2;0;0","rename":"shaft"}"#,
            r#"{"edit":"support","kind":"ball","place":"A"}"#,
            r#"{"edit":"support","kind":"journal","place":"B"}"#,
            r#"{"edit":"force","size":"0.6","place":"0.4;0.1;0","direction":"-z"}"#,
            r#"{"edit":"force","size":"?P","place":"0.9;0;0.3","direction":"round A +x"}"#,
        ],
    );
    // The axis of a new bearing is that of its member; the points ride along.
    assert_eq!(sheet.supports[1].axis, Some(Direction::Text("+x".into())));
    assert_eq!(sheet.bodies["shaft"].points.len(), 2);
    assert_near(answers::answers(&solved(&sheet)).loads["P"].unwrap(), 0.2);
    let moved = typed(sheet, &[r#"{"edit":"point","name":"D","z":"0.6"}"#]);
    assert_near(answers::answers(&solved(&moved)).loads["P"].unwrap(), 0.1);
    let other = typed(moved, &[r#"{"edit":"support","name":"B","kind":"thrust","couples":"yes"}"#]);
    assert_eq!(other.supports[1].kind, SupportKind::Thrust);
    // Renamed everywhere, also as the centre of a turn.
    let renamed = typed(other, &[r#"{"edit":"point","name":"A","rename":"L"}"#]);
    assert_near(answers::answers(&solved(&renamed)).loads["P"].unwrap(), 0.1);
}

#[test]
fn a_direction_leads_from_one_point_to_another_wherever_it_begins_and_under_every_name() {
    // A journal at the end of a shaft whose axis is said by two other points; a push round the same axis at a rim.
    let sheet = typed(
        empty(),
        &[
            r#"{"edit":"body","through":"0;0;0 1.2;0;0"}"#,
            r#"{"edit":"support","kind":"journal","place":"B","axis":"A to B"}"#,
            r#"{"edit":"support","kind":"ball","place":"A"}"#,
            r#"{"edit":"force","size":"?P","place":"0.9;0;0.3","direction":"round A A to B"}"#,
            r#"{"edit":"couple","size":"6","place":"A","axis":"B to A"}"#,
            r#"{"edit":"point","name":"B","rename":"far end"}"#,
        ],
    );
    let axis = sheet.supports[0].axis.clone();
    assert_eq!(axis, Some(Direction::Between { between: ["A".into(), "far end".into()] }));
    // About the shaft only the couple and the push turn: P·0.3 = 6, whichever way it is said.
    assert!((answers::answers(&solved(&sheet)).loads["P"].unwrap() - 20.0).abs() < 1e-9);
    let again = sheet::read(&serde_json::to_string(&sheet).unwrap(), Syntax::Json);
    assert_eq!(again.sheet.supports[0].axis, axis);
    assert!(
        refused(&sheet, r#"{"edit":"couple","size":"6","place":"A","axis":"A to Q"}"#)
            .contains("no point \"Q\"")
    );
}

#[test]
fn couples_hinges_and_cures_are_typed_and_written() {
    let sheet = typed(
        empty(),
        &[
            r#"{"edit":"body","through":"0;0;0 2;0;0"}"#,
            r#"{"edit":"body","through":"B +0;0;2"}"#,
            r#"{"edit":"joint","place":"B","kind":"hinge","direction":"+y"}"#,
            r#"{"edit":"support","kind":"fixed","place":"A"}"#,
            r#"{"edit":"couple","size":"1;2;3","place":"A"}"#,
            r#"{"edit":"couple","size":"4","place":"A","axis":"az 90 el 30"}"#,
        ],
    );
    let built = model::build(&Document::from(sheet.clone()));
    assert_eq!(built.problems, []);
    // The upper body can still turn about the hinge: something is offered that holds it, and holds it when it is taken.
    let found = solve(built.model);
    assert_eq!(found.verdict.mobility, 1);
    let cured = typed(sheet, &[r#"{"edit":"cure","index":0}"#]);
    assert_eq!(solved(&cured).verdict.mobility, 0);
}

#[test]
fn a_hinge_that_is_to_hold_along_its_axis_does_so_when_it_is_taken() {
    // Two hinges round one upright axis, neither of which holds along it, and a stop: a gate that can only rise and sink.
    let text = r#"{
        "format": "helvek-sheet/1", "space": "space", "loads": [{ "kind": "force", "at": "C", "size": 2, "direction": "-z" }],
        "points": { "A": [0, 0, 0], "B": [0, 0, 1.5], "C": [2, 0, 1] }, "bodies": { "gate": { "runs": [["A", "B"], ["B", "C"]] } },
        "supports": [
            { "at": "A", "kind": "hinge", "axis": "+z", "thrust": false, "couples": "no" },
            { "at": "B", "kind": "hinge", "axis": "+z", "thrust": false, "couples": "no" },
            { "at": "C", "kind": "roller", "normal": "+y" }
        ] }"#;
    let sheet = sheet::read(text, Syntax::Json).sheet;
    let moving = solved(&sheet);
    assert_eq!((moving.verdict.equilibrium, moving.verdict.mobility), (false, 1));
    let changes = |cure: &Cure| matches!(cure, Cure::Change { .. });
    let index = moving.cures().iter().position(changes).expect("a hinge that holds along its axis too");
    let cured = typed(sheet, &[&format!(r#"{{"edit":"cure","index":{index}}}"#)]);
    assert_eq!((cured.supports[0].thrust, cured.supports[0].couples), (None, Some(Couples::No)));
    let found = solved(&cured);
    assert_eq!((found.verdict.equilibrium, found.verdict.mobility), (true, 0));
    assert_eq!(answers::answers(&found).reactions[0].force[2], Some(2.0));
}

#[test]
fn what_cannot_be_meant_is_refused_in_its_slot() {
    let sheet = typed(empty(), &[r#"{"edit":"body","through":"0;0;0 2;0;0"}"#]);
    for (edit, said) in [
        (r#"{"edit":"force","size":"1","place":"1;2"}"#, "place: A place in space has three coordinates."),
        (r#"{"edit":"force","size":"1;2","place":"A"}"#, "size: In space there are three components."),
        (r#"{"edit":"force","size":"1","place":"A","direction":"left"}"#, "not a direction in space"),
        (r#"{"edit":"force","size":"1","place":"A","direction":"30"}"#, "not a direction in space"),
        (
            r#"{"edit":"force","size":"1","place":"A","direction":"1;2"}"#,
            "direction: A direction in space has three components.",
        ),
        (r#"{"edit":"force","size":"1","place":"A","direction":"to A"}"#, "has no length"),
        (r#"{"edit":"bars","through":"0;0;0 2@60"}"#, "through: \"2@60\" is no place in space."),
        (r#"{"edit":"support","kind":"pin","place":"A"}"#, "a ball, a hinge or a journal"),
        (r#"{"edit":"space","into":"plane"}"#, "into: What stands in space cannot be put into the plane."),
    ] {
        let why = refused(&sheet, edit);
        assert!(why.contains(said), "{edit}: {why}");
    }
}

#[test]
fn the_axis_of_a_turn_is_no_turn_however_long_it_is_typed() {
    let sheet = typed(empty(), &[r#"{"edit":"beam","length":"2"}"#]);
    for turns in [2, 100_000] {
        let direction = "round A ".repeat(turns) + "+x";
        let text = format!(r#"{{"edit":"force","size":"3","place":"B","direction":"{direction}"}}"#);
        assert!(refused(&sheet, &text).starts_with("direction: The axis of a turn"), "{turns}");
    }
}

#[test]
fn what_is_refused_in_space_is_cured_in_space() {
    let body = typed(empty(), &[r#"{"edit":"body","through":"0;0;0 2;0;0"}"#]);
    let bars = typed(empty(), &[r#"{"edit":"bars","through":"0;0;0 2;0;1"}"#]);
    // A place of two coordinates, an angle from an axis, a length with its slope: nobody can type these here.
    let of_the_plane = |text: &str| {
        let places = text.split([' ', ',', '.', ':']).filter(|word| word.contains(';'));
        let two = |word: &&str| word.trim_matches('+').split(';').count() == 2 && !text.contains("; ");
        places.filter(two).count() > 0
            || text.contains("@60")
            || text.contains("from -y")
            || text.contains("left")
    };
    let edits = [
        r#"{"edit":"body"}"#,
        r#"{"edit":"body","through":"A"}"#,
        r#"{"edit":"bars"}"#,
        r#"{"edit":"bars","through":"A 7"}"#,
        r#"{"edit":"bars","through":"A Zed"}"#,
        r#"{"edit":"bars","through":"A BB"}"#,
        r#"{"edit":"force","size":"1","place":"9;9;9"}"#,
        r#"{"edit":"force","size":"1","place":"Zed"}"#,
        r#"{"edit":"force","size":"1","place":"2;1"}"#,
        r#"{"edit":"force","size":"1","place":"A","direction":"30 from -y cw"}"#,
        r#"{"edit":"force","size":"1","place":"A","direction":"sideways"}"#,
        r#"{"edit":"force"}"#,
        r#"{"edit":"couple","size":"3","place":"A"}"#,
        r#"{"edit":"joint"}"#,
        r#"{"edit":"joint","place":"1","kind":"contact"}"#,
        r#"{"edit":"joint","place":"1","kind":"hinge"}"#,
        r#"{"edit":"joint","place":"1","kind":"slot"}"#,
        r#"{"edit":"support","kind":"roller","place":"A","normal":"30"}"#,
        r#"{"edit":"support","kind":"link","place":"A"}"#,
        r#"{"edit":"support","kind":"journal","place":"A"}"#,
        r#"{"edit":"distributed","start":"1","from":"A","to":"9;9;9"}"#,
        r#"{"edit":"weight","size":"3 kg","place":"9;9;9"}"#,
        r#"{"edit":"point","name":"B","x":"0","y":"0","z":"0"}"#,
        r#"{"edit":"point","name":"B","x":"left"}"#,
        r#"{"edit":"shift","ids":["point:B"],"by":"1;2"}"#,
        r#"{"edit":"shift","ids":["point:B"],"by":"left"}"#,
    ];
    let mut refusals = 0;
    for sheet in [&body, &bars] {
        for json in edits {
            let wanted: helvek_edit::edit::Edit =
                serde_json::from_str(json).unwrap_or_else(|error| panic!("{json}: {error}"));
            let Err(problems) = helvek_edit::edit::apply(&Document::from(sheet.clone()), &wanted) else {
                continue;
            };
            for problem in problems {
                refusals += 1;
                assert!(!of_the_plane(&problem.cure), "{json}: {} {}", problem.message, problem.cure);
            }
        }
    }
    assert!(refusals > 35, "{refusals}");
}

#[test]
fn a_plane_sheet_is_put_into_space_as_it_stands() {
    let flat = written(
        r#"
supports = [{ at = "A", kind = "pin" }, { at = "C", kind = "roller" }]
loads = [{ kind = "force", at = "B", size = 6, direction = "right" }, { kind = "couple", at = "B", size = 2, turn = "cw" }]
points = { A = [0, 0], B = [1, 0], C = [3, 0] }
bodies = { beam = { runs = [["A", "B", "C"]] } }
"#,
    );
    let mut asking = flat;
    asking.find = vec![Find::Reactions { support: Some("C".into()) }];
    let there = typed(asking.clone(), &[r#"{"edit":"space","into":"space"}"#]);
    assert_eq!(there.find, asking.find, "what is asked stays asked");
    assert_eq!((there.space, there.vertical), (SpaceKind::Space, Some(Vertical::Y)));
    let found = solved(&there);
    // A ball and a roller leave two turns free; these loads are balanced all the same, and the roller takes 2/3 as in the plane.
    let answers = answers::answers(&found);
    assert_eq!(answers.mobility, 2);
    assert_near(answers.reactions[1].force[1].unwrap(), 2.0 / 3.0);
    assert_near(answers.reactions[0].force[0].unwrap(), -6.0);
    let roped = written(
        r#"
supports = [{ at = "A", kind = "fixed" }]
ropes = { r = { path = [{ at = "B", body = "beam" }, { mass = 5 }] } }
points = { A = [0, 0], B = [1, 0] }
bodies = { beam = { runs = [["A", "B"]] } }
"#,
    );
    assert!(refused(&roped, r#"{"edit":"space","into":"space"}"#).contains("ropes, which work in the plane"));
    let rubbing = written(
        r#"
supports = [{ at = "A", kind = "fixed" }, { at = "C", kind = "fixed" }]
joints = [{ at = "B", kind = "contact", of = ["post", "beam"], normal = "down", friction = 0.3 }]
points = { A = [0, 0], B = [1, 0], C = [1, -1] }
bodies = { beam = { runs = [["A", "B"]] }, post = { runs = [["C", "B"]] } }
"#,
    );
    assert!(refused(&rubbing, r#"{"edit":"space","into":"space"}"#).contains("contact at B has friction"));
}
