//! Edits as a person makes them, checked by what they come to.

use super::{Edit, apply};
use helvek_answers as answers;
use helvek_checks::Checks;
use helvek_sheet::sheet::{self, Document, Load, Sheet, Syntax};
use helvek_statics::{model, solution};

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
    answers::answers(&solution::solve(built.model)).reactions.into_iter().map(|r| r.force).collect()
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
    let short = edit(&beam(), r#"{"edit":"piece","first":"A","second":"B","length":"1.5"}"#).unwrap_err();
    assert!(short.contains("Point C"), "{short}");
}

#[test]
fn a_load_that_moves_or_goes_takes_its_point_with_it() {
    let moved = edit(&beam(), r#"{"edit":"force","name":"F1","place":"C + 1"}"#).unwrap();
    assert_eq!(moved.points.len(), 3);
    assert_eq!(reactions(&moved)[1][1], Some(6.0));
    let gone = edit(&moved, r#"{"edit":"remove","ids":["load:F1"]}"#).unwrap();
    assert_eq!(gone.bodies["beam"].runs, [["A", "B"]]);
    let empty = edit(&gone, r#"{"edit":"remove","ids":["body:beam"]}"#).unwrap();
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
    let sheet = edit(&beam(), r#"{"edit":"remove","ids":["support:B"]}"#).unwrap();
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
        (r#"{"edit":"remove","ids":["load:F9"]}"#, "name", "no load"),
        (r#"{"edit":"units","length":"kN","force":"m"}"#, "length", "unit of a force"),
    ] {
        let message = edit(&sheet, json).expect_err(json);
        assert!(message.starts_with(&format!("{slot}: ")) && message.contains(part), "{json}: {message}");
    }
}

/// 4 m level, then 3 m straight up from its end; wall at the foot, 2 kN to the right at the top, 1 kN down in the middle of the level part.
fn crank() -> Sheet {
    draw(&[
        r#"{"edit":"beam","length":"4"}"#,
        r#"{"edit":"beam","length":"3","angle":"90"}"#,
        r#"{"edit":"support","kind":"fixed"}"#,
        r#"{"edit":"force","size":"2","place":"end","direction":"right"}"#,
        r#"{"edit":"force","size":"1","place":"2"}"#,
    ])
}

/// Moment at the wall, counter-clockwise on the body.
fn wall(sheet: &Sheet) -> f64 {
    let answers = answers::answers(&solution::solve(model::build(&document(sheet)).model));
    answers.reactions[0].moment.about_z().unwrap()
}

#[test]
fn a_bent_bar_grows_piece_by_piece_and_places_run_round_its_corners() {
    let sheet = crank();
    assert_eq!(sheet.bodies["beam"].runs, [["A", "D", "B", "C"]]);
    // The wall balances 2·3 clockwise and 1·2 clockwise.
    assert_eq!(wall(&sheet), 8.0);
    // 5 m along it: 1 m up the upright; 3 kN to the left there turn counter-clockwise by 3.
    let more = edit(&sheet, r#"{"edit":"force","size":"3","place":"5","direction":"left"}"#).unwrap();
    assert_eq!(wall(&more), 5.0);
    // A branch from the middle of the level part, 1 m down, with 4 kN to the right at its foot: counter-clockwise by 4.
    let branch = edit(&sheet, r#"{"edit":"beam","from":"D","length":"1","angle":"-90"}"#).unwrap();
    assert_eq!(branch.bodies["beam"].runs.len(), 2);
    let pulled = edit(&branch, r#"{"edit":"force","size":"4","place":"E","direction":"right"}"#).unwrap();
    assert_eq!(wall(&pulled), 4.0);
    // A slope is a word, too.
    let word = edit(&sheet, r#"{"edit":"beam","from":"D","length":"1","angle":"down"}"#).unwrap();
    assert_eq!(word.points["E"], branch.points["E"]);
}

#[test]
fn what_hangs_on_a_piece_moves_and_turns_with_it() {
    // Level part 4 → 5 m: the middle load stays at 2 m, the upright moves out with its load, whose arm stays 3 m.
    let longer = edit(&crank(), r#"{"edit":"piece","first":"A","second":"B","length":"5"}"#).unwrap();
    assert_eq!(wall(&longer), 8.0);
    let c = &model::build(&document(&longer)).model.points[2];
    assert_eq!((c.name.as_str(), c.at.x, c.at.y), ("C", 5.0, 3.0));
    // The upright leans to 0°: everything is level, the pull at its end has no arm.
    let flat = edit(&crank(), r#"{"edit":"piece","first":"B","second":"C","angle":"0"}"#).unwrap();
    assert_eq!(wall(&flat), 2.0);
    // The level part turned up by 90°: load arms 2·(4 up) and none for the weight above its foot; the upright now points left.
    let up = edit(&crank(), r#"{"edit":"piece","first":"A","second":"B","angle":"90"}"#).unwrap();
    assert!((wall(&up) - 8.0).abs() < 1e-12);
    let c = &model::build(&document(&up)).model.points[2];
    assert!((c.at.x + 3.0).abs() < 1e-12 && (c.at.y - 4.0).abs() < 1e-12);
}

#[test]
fn a_place_may_lie_beside_a_member_and_rides_along_with_it() {
    let sheet =
        edit(&beam(), r#"{"edit":"weight","size":"100 kg","place":"C + 0.5 right + 0.4 down"}"#).unwrap();
    assert_eq!(sheet.bodies["beam"].points, ["D"]);
    // 100·9.81 N at 2.5 m of 6 m, beside 4 kN.
    let expected = 4.0 + 0.981 * 2.5 / 6.0;
    assert!((reactions(&sheet)[1][1].unwrap() - expected).abs() < 1e-12);
    let gone = edit(&sheet, r#"{"edit":"remove","ids":["load:W1"]}"#).unwrap();
    assert!(gone.bodies["beam"].points.is_empty() && gone.points.len() == 3);
}

#[test]
fn no_edit_makes_much_of_little() {
    let mut sheet = beam();
    let one = sheet.loads[0].clone();
    let mut ids = Vec::new();
    for n in 0..150 {
        let mut load = one.clone();
        *load.name_mut() = Some(format!("L{n}"));
        ids.push(format!("load:L{n}"));
        sheet.loads.push(load);
    }
    let copied = |copies: &str| {
        edit(
            &sheet,
            &serde_json::json!({ "edit": "shift", "ids": ids, "by": "0.01", "copies": copies }).to_string(),
        )
    };
    assert!(copied("200").unwrap_err().contains("30000 things more; at most 20000"));
    assert!(copied("201").unwrap_err().contains("More than 200"));
    assert_eq!(copied("2").unwrap().loads.len(), 1 + 150 * 3);
}

#[test]
fn several_things_are_moved_repeated_and_mirrored() {
    // 12 kN at 2 m, moved on by 1: 12·3/6.
    let moved = edit(&beam(), r#"{"edit":"shift","ids":["load:F1"],"by":"1"}"#).unwrap();
    assert_eq!(reactions(&moved)[1][1], Some(6.0));
    // Repeated twice at 1.5 m: 12·(2 + 3.5 + 5)/6.
    let row = edit(&beam(), r#"{"edit":"shift","ids":["load:F1"],"by":"1.5","copies":"2"}"#).unwrap();
    assert_eq!(row.loads.len(), 3);
    assert!((reactions(&row)[1][1].unwrap() - 21.0).abs() < 1e-12);
    // A force leaning right at 2 m becomes one leaning left at 4 m: A_x changes its sign, the roller takes what the pin took.
    let leaning = edit(&beam(), r#"{"edit":"force","name":"F1","direction":"-60"}"#).unwrap();
    let image = edit(&leaning, r#"{"edit":"mirror","ids":["load:F1"]}"#).unwrap();
    let (before, after) = (reactions(&leaning), reactions(&image));
    let near = |a: Option<f64>, b: f64| assert!((a.unwrap() - b).abs() < 1e-9, "{a:?} {b}");
    near(after[0][0], -before[0][0].unwrap());
    near(after[0][1], before[1][1].unwrap());
    // With a copy, everything is symmetric.
    let both = edit(&leaning, r#"{"edit":"mirror","ids":["load:F1"],"copy":"yes"}"#).unwrap();
    near(reactions(&both)[0][0], 0.0);
    near(reactions(&both)[1][1], 12.0 * 60f64.to_radians().sin());
    let clash = edit(&beam(), r#"{"edit":"shift","ids":["support:A"],"by":"6"}"#).unwrap_err();
    assert!(clash.contains("already a support at B"), "{clash}");
    assert!(
        edit(&beam(), r#"{"edit":"shift","ids":["load:F1"],"by":"5"}"#)
            .unwrap_err()
            .contains("not on the beam")
    );
}

#[test]
fn a_thing_that_moves_takes_the_name_of_its_point_along() {
    let both = r#"{"edit":"shift","ids":["load:F1","support:B"],"by":"-0.5"}"#;
    let moved = edit(&beam(), both).unwrap();
    assert_eq!(moved.bodies["beam"].runs, [["A", "C", "E", "B"]]);
    assert_eq!(moved.supports[1].at, "E");
    // The end of the beam kept its name; the load, alone where it was, kept its point's.
    let Load::Force(force) = &moved.loads[0] else { panic!() };
    assert_eq!(force.at, "C");
    let inner = edit(&beam(), r#"{"edit":"support","kind":"roller","place":"5"}"#).unwrap();
    let again = edit(&inner, r#"{"edit":"support","name":"D","place":"4"}"#).unwrap();
    assert_eq!((again.supports[2].at.as_str(), again.supports[2].name.as_deref()), ("D", Some("D")));
}

#[test]
fn names_follow_a_point_that_is_named_anew() {
    let asked =
        Sheet { find: vec![helvek_sheet::sheet::Find::Reactions { support: Some("B".into()) }], ..beam() };
    let named = edit(&asked, r#"{"edit":"point","name":"B","rename":"East"}"#).unwrap();
    let text = serde_json::to_string(&named).unwrap();
    assert!(!text.contains("\"B\"") && named.supports[1].name.as_deref() == Some("East"), "{text}");
    assert_eq!(reactions(&named)[1][1], Some(4.0));
    assert!(
        edit(&beam(), r#"{"edit":"point","name":"B","rename":"A"}"#).unwrap_err().contains("already a point")
    );
}

#[test]
fn every_planar_support_is_put_down_and_changed_in_kind() {
    // 6 m; a guide at the start and a link at 60° at the end: three unknowns.
    let sheet = draw(&[
        r#"{"edit":"beam","length":"6"}"#,
        r#"{"edit":"support","kind":"guide"}"#,
        r#"{"edit":"support","kind":"link","place":"end","toward":"60"}"#,
        r#"{"edit":"force","size":"?P","place":"2","direction":"left"}"#,
        r#"{"edit":"force","size":"1","place":"4"}"#,
    ]);
    let built = model::build(&document(&sheet));
    assert_eq!((built.problems.as_slice(), built.model.sought.len()), (&[][..], 1));
    let roller = edit(&sheet, r#"{"edit":"support","name":"B","kind":"roller","normal":"up"}"#).unwrap();
    assert!(roller.supports[1].toward.is_none());
    let one_way = edit(&roller, r#"{"edit":"support","name":"B","holds":"pushes only"}"#).unwrap();
    assert_eq!(one_way.supports[1].one_way, Some(true));
    let rough = edit(&one_way, r#"{"edit":"support","name":"B","kind":"rough","friction":"0.3"}"#).unwrap();
    assert_eq!(rough.supports[1].friction, Some(0.3));
    let missing = edit(&sheet, r#"{"edit":"support","kind":"cable","place":"3"}"#).unwrap_err();
    assert!(missing.starts_with("toward: "), "{missing}");
}

#[test]
fn trains_and_combinations_are_entered_changed_and_gone() {
    let sheet = edit(&beam(), r#"{"edit":"train","forces":"6, 9 kN @ 2.4"}"#).unwrap();
    let train = &sheet.moving[0];
    assert_eq!((train.name.as_deref(), train.from.as_str(), train.to.as_str()), (Some("T1"), "A", "B"));
    assert_eq!(train.axles.len(), 2);
    // A path to a new place makes its point, and a new name of a point is followed.
    let sheet = edit(&sheet, r#"{"edit":"train","name":"T1","to":"5","heads":"to its end","rename":"cart"}"#)
        .unwrap();
    let to = sheet.moving[0].to.clone();
    assert_eq!(sheet.points[&to][0], sheet::Quantity::Number(5.0));
    let sheet = edit(&sheet, &format!(r#"{{"edit":"point","name":"{to}","rename":"Gate"}}"#)).unwrap();
    assert_eq!(sheet.moving[0].to, "Gate");
    let feet = edit(&sheet, r#"{"edit":"units","length":"ft","force":"kip"}"#).unwrap();
    let six = model::build(&document(&sheet)).model.trains[0].axles[0];
    let same = model::build(&document(&feet)).model.trains[0].axles[0];
    assert!((six.size - same.size).abs() < 1e-6);
    let gone = edit(&sheet, r#"{"edit":"remove","ids":["train:cart"]}"#).unwrap();
    assert!(gone.moving.is_empty() && !gone.points.contains_key("Gate"));
    for (wrong, words) in [
        (r#"{"edit":"train"}"#, "needs its forces"),
        (r#"{"edit":"train","forces":"6, 9"}"#, "How far is 9 behind"),
        (r#"{"edit":"train","forces":"6 @ 1, 9 @ 2"}"#, "before the first"),
        (r#"{"edit":"train","forces":"6,, 9 @ 2"}"#, "missing between"),
        (r#"{"edit":"train","forces":"6 m"}"#, "a length"),
        (r#"{"edit":"train","forces":"6","heads":"west"}"#, "not a way to head"),
        (r#"{"edit":"train","name":"cat","forces":"6"}"#, "no train"),
    ] {
        let said = edit(&sheet, wrong).unwrap_err();
        assert!(said.contains(words), "{wrong}: {said}");
    }

    let sheet = edit(&beam(), r#"{"edit":"force","name":"F1","case":"wind"}"#).unwrap();
    let sheet = edit(&sheet, r#"{"edit":"force","size":"3","place":"4"}"#).unwrap();
    let sheet = edit(&sheet, r#"{"edit":"combination","sum":"1.35 1 - 0.5 wind"}"#).unwrap();
    assert_eq!((sheet.combinations[0].name.as_str(), sheet.combinations[0].factors["wind"]), ("A", -0.5));
    let sheet = edit(&sheet, r#"{"edit":"combination","sum":"wind"}"#).unwrap();
    assert_eq!((sheet.combinations[1].name.as_str(), sheet.combinations[1].factors["wind"]), ("B", 1.0));
    let sheet = edit(&sheet, r#"{"edit":"combination","name":"B","rename":"gale"}"#).unwrap();
    assert_eq!(sheet.combinations[1].factors["wind"], 1.0);
    let sheet = edit(&sheet, r#"{"edit":"combination","name":"gale","sum":"0.6 wind, service"}"#).unwrap();
    assert_eq!((sheet.combinations[1].service, sheet.combinations[1].factors["wind"]), (Some(true), 0.6));
    // A new sum says anew what it is; a new name leaves it.
    let renamed = edit(&sheet, r#"{"edit":"combination","name":"gale","rename":"breeze"}"#).unwrap();
    assert_eq!(renamed.combinations[1].service, Some(true));
    let plain = edit(&sheet, r#"{"edit":"combination","name":"gale","sum":"0.6 wind"}"#).unwrap();
    assert_eq!(plain.combinations[1].service, None);
    for (wrong, words) in [
        (r#"{"edit":"combination"}"#, "needs a sum"),
        (r#"{"edit":"combination","sum":"1.5 snow"}"#, "No load belongs to a case \"snow\""),
        (r#"{"edit":"combination","sum":"wind + 2 wind"}"#, "there twice"),
        (r#"{"edit":"combination","sum":"1","rename":"gale"}"#, "already a combination"),
    ] {
        let said = edit(&sheet, wrong).unwrap_err();
        assert!(said.contains(words), "{wrong}: {said}");
    }
    let gone = edit(&sheet, r#"{"edit":"remove","ids":["combination:A"]}"#).unwrap();
    assert_eq!(gone.combinations.len(), 1);
}

#[test]
fn sections_and_materials_are_given_changed_and_taken_off() {
    let sheet =
        edit(&beam(), r#"{"edit":"profile","dimensions":"60 x 100","material":"assumed timber"}"#).unwrap();
    assert_eq!(sheet.bodies["beam"].section.as_deref(), Some("rectangle 60x100"));
    // M is 16 kN·m at most: 16e6·50/(60·100³/12).
    let stress = |sheet: &Sheet| {
        let solved = solution::solve(model::build(&document(sheet)).model);
        Checks(&solved).stressed()[0].largest().value.abs()
    };
    assert!((stress(&sheet) - 160e6).abs() < 1.0);
    // Other dimensions make another section; the one that nothing has any more is gone. A unit of its own is kept.
    let sheet =
        edit(&sheet, r#"{"edit":"profile","shape":"i","dimensions":"20 cm x 100 x 9 x 6","of":"beam"}"#)
            .unwrap();
    assert_eq!(sheet.sections.keys().collect::<Vec<_>>(), ["i 20 cmx100x9x6"]);
    assert!(stress(&sheet) < 100e6);
    let bare = edit(&sheet, r#"{"edit":"profile","dimensions":"","material":""}"#).unwrap();
    assert!(bare.sections.is_empty() && bare.bodies["beam"].material.is_none());
    for (wrong, words) in [
        (r#"{"edit":"profile"}"#, "needs its dimensions"),
        (r#"{"edit":"profile","dimensions":"60"}"#, "2 dimensions are needed, width, height"),
        (r#"{"edit":"profile","shape":"star","dimensions":"60 x 3"}"#, "not a shape"),
        (r#"{"edit":"profile","shape":"polygon","dimensions":"60 x 3"}"#, "not typed in a row"),
        (r#"{"edit":"profile","shape":"tube","dimensions":"40 x 20"}"#, "does not fit"),
        (r#"{"edit":"profile","dimensions":"60 x 3 kN"}"#, "a force"),
        (r#"{"edit":"profile","dimensions":"60 x 100","of":"beem"}"#, "no body or bar \"beem\""),
        (r#"{"edit":"profile","material":"assumed steal"}"#, "no material"),
    ] {
        let said = edit(&beam(), wrong).unwrap_err();
        assert!(said.contains(words), "{wrong}: {said}");
    }
}

#[test]
fn no_name_is_taken_that_could_not_be_typed_afterwards() {
    let named = |edit: &str, name: &str| {
        let json = edit.replace("NAME", &serde_json::to_string(name).unwrap());
        self::edit(&beam(), &json)
    };
    let edits = [
        r#"{"edit":"point","name":"B","rename":NAME}"#,
        r#"{"edit":"piece","first":"A","second":"B","rename":NAME}"#,
        r#"{"edit":"force","name":"F1","rename":NAME}"#,
        r#"{"edit":"support","name":"B","rename":NAME}"#,
        r#"{"edit":"force","size":"1","place":"2","case":NAME}"#,
        r#"{"edit":"combination","sum":"1","rename":NAME}"#,
    ];
    let long = "x".repeat(300);
    for text in edits {
        for name in ["A,", "B..F", "start", "up", "a;b", "5@2", "a\"b", "a\nb", long.as_str()] {
            let why = named(text, name).expect_err(text);
            let slot = if text.contains("case") { "case: " } else { "rename: " };
            assert!(why.starts_with(slot) && why.len() < 200, "{text}, {name}: {why}");
        }
    }
    for (text, name) in
        edits.iter().zip(["far end", "main beam", "crate 2", "left-hand", "self-weight", "ULS 1"])
    {
        if !text.contains("combination") {
            named(text, name).unwrap();
        }
    }
}

#[test]
fn two_supports_never_come_to_stand_at_one_point() {
    let onto = edit(&beam(), r#"{"edit":"support","name":"B","place":"start"}"#).unwrap_err();
    assert!(onto.starts_with("place: There is already a support at A"), "{onto}");
    // What stands there is changed all the same, and links may meet.
    edit(&beam(), r#"{"edit":"support","name":"B","place":"B","settles":"2 mm"}"#).unwrap();
    let linked = edit(&beam(), r#"{"edit":"support","kind":"link","place":"A","toward":"left"}"#).unwrap();
    let pinned = edit(&linked, r#"{"edit":"support","name":"A-2","kind":"pin"}"#).unwrap_err();
    assert!(pinned.contains("already a support"), "{pinned}");
    // Nor by way of their points: two planks, each held at its end, of which one is dragged onto the other.
    let two = draw(&[
        r#"{"edit":"body","through":"0;0 2;0"}"#,
        r#"{"edit":"body","through":"3;0 5;0"}"#,
        r#"{"edit":"support","kind":"pin","place":"B"}"#,
        r#"{"edit":"support","kind":"roller","place":"C"}"#,
    ]);
    let merged = edit(&two, r#"{"edit":"point","name":"C","x":"2"}"#).unwrap_err();
    assert!(merged.contains("each of them has a support"), "{merged}");
}

#[test]
fn a_sag_is_limited_as_a_part_of_the_span_and_said_in_its_slot() {
    let sag = |most: &str| edit(&beam(), &format!(r#"{{"edit":"most","sort":"sag","most":"{most}"}}"#));
    assert_eq!(sag("L / 300").unwrap().limits[0].sag, Some(300.0));
    let why = sag("10 mm").unwrap_err();
    assert!(why.starts_with("most: ") && why.contains("no part of the span"), "{why}");
    let factor = edit(&beam(), r#"{"edit":"most","sort":"factor","most":"-2"}"#).unwrap_err();
    assert!(factor.starts_with("most: "), "{factor}");
}

#[test]
fn the_point_a_further_piece_goes_on_from_keeps_its_name() {
    let two = draw(&[r#"{"edit":"beam","length":"6"}"#, r#"{"edit":"beam","length":"6"}"#]);
    assert_eq!(two.bodies["beam"].runs, [["A", "B", "C"]]);
    let numbers = |name: &str| two.points[name].clone();
    assert_eq!(
        numbers("C"),
        [helvek_sheet::sheet::Quantity::Number(12.0), helvek_sheet::sheet::Quantity::Number(0.0)]
    );
}

#[test]
fn the_distance_on_a_member_by_name_runs_along_its_first_run() {
    let text = r#"{"format":"helvek-sheet/1","points":{"A":[0,0],"B":[4,0],"C":[1,0],"D":[1,-2]},
        "bodies":{"post":{"runs":[["A","B"],["C","D"]]}}}"#;
    let sheet = sheet::read(text, Syntax::Json).sheet;
    let loaded = edit(&sheet, r#"{"edit":"force","size":"3","place":"post 3"}"#).unwrap();
    let Load::Force(force) = &loaded.loads[0] else { panic!("{:?}", loaded.loads) };
    let at = serde_json::to_value(&loaded.points[&force.at]).unwrap();
    assert_eq!(at, serde_json::json!([3.0, 0.0]), "3 m from A, not beyond the end of the branch");
}

#[test]
fn the_first_load_sets_the_unit_of_forces_and_numbers_before_it_mean_what_they_did() {
    let bare = draw(&[
        r#"{"edit":"beam","length":"6"}"#,
        r#"{"edit":"support","kind":"pin"}"#,
        r#"{"edit":"support","kind":"roller"}"#,
        r#"{"edit":"stiffness","of":"beam","ei":"1200"}"#,
    ]);
    let force = |sheet: &Sheet| sheet.units.force.clone();
    // 500 N at 2 m of 6: 1000/3 and 500/3 N, in newtons.
    let pushed = edit(&bare, r#"{"edit":"force","size":"500 N","place":"2"}"#).unwrap();
    assert_eq!(force(&pushed).as_deref(), Some("N"));
    assert!((reactions(&pushed)[0][1].unwrap() - 1000.0 / 3.0).abs() < 1e-9);
    let ei = serde_json::to_value(&pushed.bodies["beam"].ei).unwrap();
    assert_eq!(ei, serde_json::json!(1_200_000.0), "1200 kN·m²");
    for (json, unit) in [
        (r#"{"edit":"distributed","start":"40 lb/ft","from":"A","to":"B"}"#, Some("lb")),
        (r#"{"edit":"couple","size":"300 N·m","place":"2"}"#, Some("N")),
        (r#"{"edit":"force","size":"3; 2 kip","place":"2"}"#, Some("kip")),
        (r#"{"edit":"force","size":"5 kN","place":"2"}"#, None),
        (r#"{"edit":"force","size":"5","place":"2"}"#, None),
        (r#"{"edit":"weight","size":"60 kg","place":"2"}"#, None),
    ] {
        assert_eq!(force(&edit(&bare, json).unwrap()).as_deref(), unit, "{json}");
    }
    // A later one does not, nor one on a sheet that says its unit.
    let later = edit(&beam(), r#"{"edit":"force","size":"500 N","place":"4"}"#).unwrap();
    assert_eq!(force(&later), None);
    let kips = edit(&bare, r#"{"edit":"units","length":"ft","force":"kip"}"#).unwrap();
    let said = edit(&kips, r#"{"edit":"force","size":"500 N","place":"2"}"#).unwrap();
    assert_eq!(force(&said).as_deref(), Some("kip"));
}

#[test]
fn a_further_piece_goes_straight_on_from_an_inclined_one() {
    // 5 m at 36.87° (4 right, 3 up), 10 more the same way, then 2 straight down from their end.
    let sheet = draw(&[
        r#"{"edit":"beam","length":"5","angle":"36.86989764584402"}"#,
        r#"{"edit":"beam","length":"10"}"#,
        r#"{"edit":"beam","length":"2","angle":"-90"}"#,
    ]);
    let at = |name: &str| {
        let written = serde_json::to_value(&sheet.points[name]).unwrap();
        [0, 1].map(|k| written[k].as_f64().unwrap())
    };
    let [run] = &sheet.bodies["beam"].runs[..] else { panic!("{:?}", sheet.bodies) };
    for (name, [x, y]) in run.iter().zip([[0.0, 0.0], [4.0, 3.0], [12.0, 9.0], [12.0, 7.0]]) {
        let [a, b] = at(name);
        assert!((a - x).abs() < 1e-9 && (b - y).abs() < 1e-9, "{name} at {a}; {b}");
    }
    let back = edit(&sheet, r#"{"edit":"beam","length":"1","angle":"90"}"#).unwrap_err();
    assert!(back.contains("on the piece before"), "{back}");
}

#[test]
fn a_joint_that_is_named_twice_is_meant_once_however_often() {
    let names = "A B ".repeat(20_000);
    let sheet = edit(&beam(), &format!(r#"{{"edit":"force","size":"3","place":"{names}"}}"#)).unwrap();
    assert_eq!(sheet.loads.len(), beam().loads.len() + 2);
}
