//! Frames, machines and compound beams entered as a person types them, checked by what they come to.

use crate::drawn::{answers, draw, edit};
use helvek_answers as answers;
use helvek_answers::{Answers, StatusWord};
use helvek_edit::edit::apply;
use helvek_edit::edit::offers::on_problems;
use helvek_sheet::sheet::{self, Document};
use helvek_statics::model;
use helvek_statics::solution;

fn close(a: f64, b: f64) {
    assert!((a - b).abs() < 1e-9 * b.abs().max(1.0), "{a} is not {b}");
}

fn reaction(answers: &Answers, support: &str) -> [f64; 2] {
    let found = answers.reactions.iter().find(|r| r.support == support).unwrap();
    [found.force[0].unwrap(), found.force[1].unwrap()]
}

/// A mast from A (0, 0) over B (0, 1) to C (0, 3), fixed at its foot, a jib from C to D (2, 3) pinned to it, a strut from B to D.
const HOIST: &[&str] = &[
    r#"{"edit":"body","through":"0;0 0;1 0;3","rename":"mast"}"#,
    r#"{"edit":"body","through":"C 2;3","rename":"jib"}"#,
    r#"{"edit":"bars","through":"B D"}"#,
    r#"{"edit":"support","kind":"fixed","place":"A"}"#,
    r#"{"edit":"force","size":"4","place":"D"}"#,
];

#[test]
fn bodies_run_through_points_and_are_pinned_where_they_meet() {
    let sheet = draw(HOIST);
    assert_eq!(sheet.joints[0].of, ["mast", "jib"]);
    // Moments of the jib about B: the strut pushes at C with its part 2/√8 upwards, so S·2/√8·2 = 4·2 and S = −4·√2.
    let found = answers(&sheet);
    close(found.bars["B-D"].force.unwrap(), -4.0 * 2.0_f64.sqrt());
    assert_eq!(found.status, StatusWord::Determinate);
    close(reaction(&found, "A")[1], 4.0);
}

#[test]
fn a_hinge_parts_a_beam_and_the_load_over_it() {
    // A beam of 10 fixed at its start, a roller at 8, a hinge at 4, a load from 2 per metre at 2 to 6 per metre at 10.
    let sheet = draw(&[
        r#"{"edit":"beam","length":"10"}"#,
        r#"{"edit":"support","kind":"fixed","place":"0"}"#,
        r#"{"edit":"support","kind":"roller","place":"8"}"#,
        r#"{"edit":"distributed","start":"2","end":"6","from":"2","to":"10"}"#,
        r#"{"edit":"joint","place":"4"}"#,
    ]);
    assert_eq!(sheet.bodies.keys().collect::<Vec<_>>(), ["AE", "ECB"]);
    assert_eq!(sheet.loads.len(), 1);
    let found = answers(&sheet);
    // Beyond the hinge: 3 at 4 rising by 1/2 per metre to 6 at 10. Its resultant is 27, its moment about the hinge
    // ∫ (3 + x/2) x dx from 0 to 6 = 54 + 36 = 90, so the roller, 4 beyond the hinge, carries 22.5.
    let roller = found.reactions.iter().find(|r| r.moment.about_z() == Some(0.0)).unwrap();
    close(roller.force[1].unwrap(), 22.5);
    // The hinge passes 27 − 22.5 = 4.5 down to the fixed part, which has 5 of its own (2 to 3 over 2).
    let wall = found.reactions.iter().find(|r| r.moment.about_z() != Some(0.0)).unwrap();
    close(wall.force[1].unwrap(), 4.5 + 5.0);
}

#[test]
fn distances_run_on_over_hinges_and_parts_are_called_after_their_points() {
    // Entered with its hinges first: a beam of 9 with hinges at 3 and 5, everything else by its distance from the start.
    let hinged = draw(&[
        r#"{"edit":"beam","length":"9"}"#,
        r#"{"edit":"joint","place":"3"}"#,
        r#"{"edit":"support","kind":"fixed","place":"0"}"#,
        r#"{"edit":"support","kind":"roller","place":"4"}"#,
        r#"{"edit":"joint","place":"5"}"#,
        r#"{"edit":"support","kind":"roller","place":"end"}"#,
        r#"{"edit":"force","size":"3","place":"7.5"}"#,
        r#"{"edit":"force","size":"1","place":"C + 3.5"}"#,
        r#"{"edit":"couple","size":"2","place":"middle"}"#,
        r#"{"edit":"distributed","start":"1","end":"4","from":"2","to":"8"}"#,
    ]);
    assert_eq!(hinged.bodies.keys().collect::<Vec<_>>(), ["AC", "CDE", "EB"]);
    let xs: Vec<_> =
        hinged.loads.iter().map(|load| hinged.points[load.places()[0].as_str()][0].clone()).collect();
    assert_eq!(xs, [7.5, 6.5, 4.5, 2.0].map(sheet::Quantity::Number));
    // The same with the hinges last, and the load as three: of one body each, written by hand.
    let last = draw(&[
        r#"{"edit":"beam","length":"9"}"#,
        r#"{"edit":"support","kind":"fixed","place":"0"}"#,
        r#"{"edit":"support","kind":"roller","place":"4"}"#,
        r#"{"edit":"support","kind":"roller","place":"end"}"#,
        r#"{"edit":"force","size":"3","place":"7.5"}"#,
        r#"{"edit":"force","size":"1","place":"6.5"}"#,
        r#"{"edit":"couple","size":"2","place":"4.5"}"#,
        r#"{"edit":"joint","place":"3"}"#,
        r#"{"edit":"joint","place":"5"}"#,
        r#"{"edit":"distributed","start":"1","end":"1.5","from":"2","to":"3"}"#,
        r#"{"edit":"distributed","start":"1.5","end":"2.5","from":"3","to":"5"}"#,
        r#"{"edit":"distributed","start":"2.5","end":"4","from":"5","to":"8"}"#,
    ]);
    let (one, three) = (answers(&hinged), answers(&last));
    assert_eq!(one.status, StatusWord::Determinate);
    assert_eq!(one.reactions.len(), 3);
    for (a, b) in one.reactions.iter().zip(&three.reactions) {
        close(a.force[1].unwrap(), b.force[1].unwrap());
        close(a.moment.about_z().unwrap(), b.moment.about_z().unwrap());
    }
    // From its other end it is the same load; of one end only as large as the length it is counted on.
    let turned = edit(
        &edit(&hinged, r#"{"edit":"remove","ids":["load:q1"]}"#).unwrap(),
        r#"{"edit":"distributed","start":"4","end":"1","from":"8","to":"2"}"#,
    );
    for (a, b) in one.reactions.iter().zip(&answers(&turned.unwrap()).reactions) {
        close(a.force[1].unwrap(), b.force[1].unwrap());
    }
    // What is sought over hinges is one unknown: the roller at the end gives way to it.
    let sought = edit(&hinged, r#"{"edit":"distributed","name":"q1","start":"?q","end":""}"#).unwrap();
    let sought = edit(&sought, r#"{"edit":"remove","ids":["support:B"]}"#).unwrap();
    // About E, where the last part begins: 3·2.5 + 1·1.5 down, and q over 3 with its middle at 1.5.
    close(answers(&sought).loads["q"].unwrap(), -(3.0 * 2.5 + 1.5) / 4.5);
    let varies = edit(&hinged, r#"{"edit":"distributed","name":"q1","start":"?q","end":"4"}"#).unwrap_err();
    assert!(varies.contains("varies over a joint"), "{varies}");
    // Beyond its end, and over a corner, there is nothing.
    let off = edit(&hinged, r#"{"edit":"force","size":"1","place":"9.5"}"#).unwrap_err();
    assert!(off.contains("9.5 is not on the line from A to B, which is 9 m long"), "{off}");
    let back = edit(&hinged, r#"{"edit":"force","size":"1","place":"E - 4.5"}"#).unwrap();
    assert_eq!(back.points.len(), hinged.points.len() + 1);
    // The third part by its own name: its distances begin at its start.
    let own = edit(&hinged, r#"{"edit":"force","size":"1","place":"EB 0.5"}"#).unwrap();
    assert_eq!(own.bodies["EB"].runs[0].len(), hinged.bodies["EB"].runs[0].len() + 1);
}

#[test]
fn a_body_that_was_named_keeps_its_name_when_it_is_parted() {
    let sheet = draw(&[
        r#"{"edit":"body","through":"0;0 6;0","rename":"gangway"}"#,
        r#"{"edit":"joint","place":"2","kind":"slot","direction":"along","with":"gangway"}"#,
    ]);
    assert_eq!(sheet.bodies.keys().collect::<Vec<_>>(), ["gangway", "CB"]);
    let unnamed = draw(&[
        r#"{"edit":"body","through":"0;0 6;0"}"#,
        r#"{"edit":"joint","place":"2","kind":"slot","direction":"along","with":"AB"}"#,
    ]);
    assert_eq!(unnamed.bodies.keys().collect::<Vec<_>>(), ["AC", "CB"]);
    assert_eq!(unnamed.joints[0].of, ["CB", "AC"]);
}

#[test]
fn what_stands_beyond_a_hinge_goes_with_its_side() {
    let sheet = draw(&[
        r#"{"edit":"body","through":"0;0 4;0 4;-2, 2;0 2;3","rename":"bent"}"#,
        r#"{"edit":"support","kind":"pin","place":"A"}"#,
        r#"{"edit":"force","size":"1","place":"E","direction":"right"}"#,
        r#"{"edit":"couple","size":"5","place":"C"}"#,
    ]);
    assert_eq!(sheet.points.keys().collect::<Vec<_>>(), ["A", "B", "C", "D", "E"]);
    let parted = edit(&sheet, r#"{"edit":"joint","place":"3;0"}"#).unwrap();
    let bodies: Vec<_> =
        parted.bodies.iter().map(|(name, body)| format!("{name}: {:?}", body.runs)).collect();
    assert_eq!(bodies, [r#"bent: [["A", "D", "F"], ["D", "E"]]"#, r#"FBC: [["F", "B", "C"]]"#]);
    let joint = &parted.joints[0];
    assert_eq!((joint.at.as_str(), joint.of.join(" ")), ("F", "bent FBC".into()));
    // At an end there is nothing to part.
    let refused = edit(&sheet, r#"{"edit":"joint","place":"C"}"#).unwrap_err();
    assert!(refused.starts_with("place: C is at an end"), "{refused}");
}

#[test]
fn a_rope_bends_the_way_it_must_whichever_end_is_named_first() {
    let frame = draw(&[
        r#"{"edit":"body","through":"0;2 1.2;2","rename":"bracket"}"#,
        r#"{"edit":"support","kind":"fixed","place":"A"}"#,
        r#"{"edit":"pulley","place":"B","radius":"150 mm"}"#,
    ]);
    // A mass of 10 kg, a rope over the wheel and back to the wall at 0.85 above the axle: level on top of the wheel only when it goes
    // over it.
    let there =
        edit(&frame, r#"{"edit":"pulley","place":"0;4","radius":"0.1","on":"ground","rename":"top"}"#)
            .unwrap();
    assert!(there.pulleys["top"].on.is_none());
    for path in ["10 kg, wheel, 98.1 N @ 150", "98.1 N @ 150, wheel, 10 kg"] {
        let json = format!(r#"{{"edit":"rope","path":"{path}"}}"#);
        let sheet = edit(&frame, &json).unwrap();
        let document = Document::from(sheet.clone());
        let model = model::build(&document).model;
        // The mass hangs off the right side of the wheel.
        let legs: Vec<_> = model.ropes[0].legs.iter().flat_map(|l| [l.from, l.to]).collect();
        assert!(legs.iter().any(|p| (p.x - 1.35).abs() < 1e-12), "{path}: {legs:?}");
        // The two pulls meet in the axle: 98.1 down, and 98.1 at 150°.
        let found = answers(&sheet);
        let wall = &found.reactions[0];
        let pull = 0.0981;
        close(wall.force[0].unwrap(), pull * 3.0_f64.sqrt() / 2.0);
        close(wall.force[1].unwrap(), pull - pull / 2.0);
        close(wall.moment.about_z().unwrap(), 1.2 * (pull - pull / 2.0));
    }
}

#[test]
fn ropes_and_pulleys_that_make_no_sense_are_told_where() {
    let frame = draw(&[
        r#"{"edit":"body","through":"0;0 3;0","rename":"beam"}"#,
        r#"{"edit":"pulley","place":"B","radius":"0.2","rename":"P"}"#,
    ]);
    let refused = |json: &str| edit(&frame, json).unwrap_err();
    assert!(refused(r#"{"edit":"rope","path":"P, 40 kg"}"#).starts_with("path: A rope has two ends"));
    assert!(refused(r#"{"edit":"rope","path":"A, Q, 40 kg"}"#).starts_with("path: \"Q\" is no point"));
    assert!(refused(r#"{"edit":"rope","path":"A pin, beam, 40 kg"}"#).contains("no point and no pulley"));
    assert!(refused(r#"{"edit":"pulley","place":"A"}"#).starts_with("radius: How large"));
    assert!(refused(r#"{"edit":"pulley","place":"A","radius":"-1"}"#).starts_with("radius:"));
    assert!(
        refused(r#"{"edit":"pulley","place":"A","radius":"0.1","on":"mast"}"#)
            .starts_with("on: There is no body")
    );
}

#[test]
fn jaws_touch_what_they_grip_and_the_grip_is_found() {
    // Two levers on one pin, 1 from the hand to the pin, 0.2 from the pin to the jaw: what is gripped is pressed by 5 times the hand.
    let sheet = draw(&[
        r#"{"edit":"body","through":"-0.2;-0.05 0;0 1;0.1","rename":"upper"}"#,
        r#"{"edit":"body","through":"-0.2;0.05 B 1;-0.1","rename":"lower"}"#,
        r#"{"edit":"force","size":"60","place":"C","direction":"down"}"#,
        r#"{"edit":"force","size":"60","place":"E","direction":"up"}"#,
        r#"{"edit":"body","through":"A D","rename":"nut"}"#,
        r#"{"edit":"joint","name":"A","kind":"contact","direction":"down","rename":"jaw below"}"#,
        r#"{"edit":"joint","name":"D","kind":"contact","direction":"up","rename":"jaw above"}"#,
    ]);
    assert_eq!(sheet.joints.iter().map(|j| j.of.len()).collect::<Vec<_>>(), [2, 2, 2]);
    let found = answers(&sheet);
    assert_eq!(found.status, StatusWord::Balanced);
    let jaw = found.joints.iter().find(|j| j.joint == "jaw above" && j.on == "lower").unwrap();
    close(jaw.force[1].unwrap(), 300.0);
    // A slot asks which way it slides.
    let refused = edit(&sheet, r#"{"edit":"joint","name":"B","kind":"slot"}"#).unwrap_err();
    assert!(refused.starts_with("direction: It has to be free"), "{refused}");
}

#[test]
fn a_point_dropped_on_another_pins_the_two_bodies() {
    let apart = draw(&[
        r#"{"edit":"body","through":"0;0 0;3","rename":"post"}"#,
        r#"{"edit":"body","through":"1;4 4;4","rename":"arm"}"#,
    ]);
    let met = edit(&apart, r#"{"edit":"point","name":"C","x":"0","y":"3"}"#).unwrap();
    assert_eq!(met.bodies["arm"].runs, [["B", "D"]]);
    assert_eq!((met.joints[0].at.as_str(), met.joints[0].of.join(" ")), ("B", "post arm".into()));
    let refused = edit(&apart, r#"{"edit":"point","name":"A","x":"0","y":"3"}"#).unwrap_err();
    assert!(refused.contains("would lie on B"), "{refused}");
}

#[test]
fn bodies_that_share_a_point_are_pinned_by_one_key() {
    let text = "format = \"helvek-sheet/1\"\n[points]\nA = [0, 0]\nB = [0, 3]\nC = [2, 3]\n[bodies]\nmast = { runs = [[\"A\", \"B\"]] }\njib = { runs = [[\"B\", \"C\"]] }\n";
    let document = sheet::read(text, sheet::Syntax::Toml);
    let problems = model::build(&document).problems;
    let offers = on_problems(&document, &problems);
    assert_eq!(offers[0].text, "Pin mast and jib together at B");
    let mended = apply(&document, &offers[0].edit).unwrap();
    assert_eq!(model::build(&Document::from(mended.clone())).problems, []);
    assert_eq!(mended.joints[0].of, ["mast", "jib"]);
}

#[test]
fn a_body_takes_its_new_name_everywhere() {
    let sheet = draw(HOIST);
    let renamed = edit(&sheet, r#"{"edit":"body","name":"jib","rename":"boom"}"#).unwrap();
    assert_eq!(renamed.joints[0].of, ["mast", "boom"]);
    assert_eq!(answers(&renamed).bars, answers(&sheet).bars);
    assert!(
        edit(&sheet, r#"{"edit":"body","name":"jib","rename":"mast"}"#).unwrap_err().starts_with("rename:")
    );
}

#[test]
fn mechanical_advantage_is_one_effort_over_another() {
    let text = |over: &str| {
        format!(
            "format = \"helvek-sheet/1\"\nsupports = [{{ at = \"O\", kind = \"pin\" }}]\nloads = [{{ name = \"hand\", kind = \"force\", \
             at = \"H\", size = 3, direction = \"down\" }}, {{ name = \"stone\", kind = \"force\", at = \"S\", size = \"?Q\", direction = \
             \"down\" }}, {{ name = \"brake\", kind = \"couple\", on = \"lever\", size = 0 }}]\nfind = [{{ what = \"advantage\", of = \"Q\", \
             over = \"{over}\" }}]\n[points]\nO = [0, 0]\nH = [4, 0]\nS = [-0.5, 0]\n[bodies]\nlever = {{ runs = [[\"S\", \"O\", \"H\"]] }}\n"
        )
    };
    // 3·4 = Q·0.5.
    let built = model::build(&sheet::read(&text("hand"), sheet::Syntax::Toml));
    assert_eq!(built.problems, []);
    let found = answers::answers(&solution::solve(built.model));
    close(found.loads["Q"].unwrap(), 24.0);
    close(found.advantages[0].value.unwrap(), 8.0);
    for (over, said) in [("hnd", "There is no load"), ("Q", "over itself"), ("brake", "a force and a couple")]
    {
        let problems = model::build(&sheet::read(&text(over), sheet::Syntax::Toml)).problems;
        assert!(problems.iter().any(|p| p.message.contains(said)), "{over}: {problems:?}");
    }
    // Its names follow the loads they name, and it goes with them.
    let lever = sheet::read(&text("hand"), sheet::Syntax::Toml).sheet;
    let renamed = edit(&lever, r#"{"edit":"force","name":"hand","rename":"pull"}"#).unwrap();
    assert_eq!(renamed.find, [sheet::Find::Advantage { of: "Q".into(), over: "pull".into() }]);
    assert_eq!(edit(&renamed, r#"{"edit":"remove","ids":["load:pull"]}"#).unwrap().find, []);
}
