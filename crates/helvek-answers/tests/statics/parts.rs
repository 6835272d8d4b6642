//! Every sort of support, joint, rope and load once, by hand.

use crate::common::{answers, assert_near, problems, solved, toml};
use helvek_answers as answers;
use helvek_answers::Fact;
use helvek_answers::WarningName;
use helvek_answers::{Answers, StatusWord};
use helvek_sheet::sheet::Syntax;

fn force(answers: &Answers, support: &str) -> [f64; 2] {
    let found = answers.reactions.iter().find(|r| r.support == support).unwrap();
    [found.force[0].unwrap(), found.force[1].unwrap()]
}

/// A plank A(0,0) – B(4,0) with 6 kN down at C(1,0).
fn plank(supports: &str) -> String {
    format!(
        r#"supports = [{supports}]
        loads = [{{ kind = "force", at = "C", size = 6, direction = "down" }}]
        [points]
        A = [0, 0]
        C = [1, 0]
        B = [4, 0]
        W = [0, 3]
        [bodies]
        plank = {{ runs = [["A", "C", "B"]] }}"#
    )
}

#[test]
fn links_cables_guides_and_rough_surfaces() {
    // About A: the cable from B to W(0, 3) runs along (−4, 3)/5, T·(3/5)·4 = 6·1: T = 2.5. A_x = 2.5·4/5 = 2, A_y = 6 − 1.5.
    let stayed = r#"{ name = "stay", at = "B", kind = "cable", toward = "W" }"#;
    let cable = answers(&plank(&format!(r#"{{ at = "A", kind = "pin" }}, {stayed}"#)));
    assert_eq!(cable.status, StatusWord::Determinate);
    assert_near(force(&cable, "A")[0], 2.0);
    assert_near(force(&cable, "A")[1], 4.5);
    assert_near(force(&cable, "stay")[0], -2.0);
    assert_near(force(&cable, "stay")[1], 1.5);
    // A link holds both ways: B is pushed from below.
    let link = answers(&plank(
        r#"{ at = "A", kind = "pin" }, { name = "prop", at = "B", kind = "link", toward = "down" }"#,
    ));
    assert_near(force(&link, "prop")[1], 1.5);
    // A guide at A carries the moment 6·1 about A; the roller at B holds x only.
    let guide =
        answers(&plank(r#"{ at = "A", kind = "guide" }, { at = "B", kind = "roller", normal = "left" }"#));
    assert_near(guide.reactions[0].force[1].unwrap(), 6.0);
    assert_near(guide.reactions[0].moment.about_z().unwrap(), 6.0);
    // Rough ground at A with the cable: it needs 2/4.5 of friction, and 0.4 is not enough.
    let rough = answers(&plank(&format!(r#"{{ at = "A", kind = "rough", friction = 0.4 }}, {stayed}"#)));
    assert_near(rough.friction[0].needed.unwrap(), 2.0 / 4.5);
    assert_eq!((rough.friction[0].available, rough.friction[0].holds), (Some(0.4), Some(false)));
    assert!(rough.warnings.iter().any(|w| w.name == WarningName::Friction), "{:?}", rough.warnings);
}

#[test]
fn a_cable_that_would_have_to_push_lets_go() {
    let slack = answers(&plank(
        r#"{ at = "A", kind = "pin" }, { name = "stay", at = "B", kind = "cable", toward = [0, -1] }"#,
    ));
    assert_eq!(slack.status, StatusWord::Unstable);
    assert_eq!(slack.tips.unwrap().holds[0].part, "stay");
}

#[test]
fn slots_and_collars_push_across_themselves() {
    // An arm on O(0,0) with a slot along (3, 4)/5 at S(3, 4), five from O; the pin in the slot rides on a slider that is fixed.
    // 10 kN·m clockwise on the arm: the slot pushes with 10/5 = 2 across it.
    let slot = |kind: &str, held: &str| {
        answers(&format!(
            r#"joints = [{{ name = "pin", at = "S", kind = "{kind}", of = ["arm", "slider"], along = [3, 4] }}]
            supports = [{{ at = "O", kind = "{held}", on = "arm" }}, {{ name = "rail", at = "R", kind = "fixed", on = "slider" }}]
            loads = [{{ kind = "couple", on = "arm", size = 10, turn = "cw" }}]
            [points]
            O = [0, 0]
            S = [3, 4]
            R = [6, 4]
            [bodies]
            arm = {{ runs = [["O", "S"]] }}
            slider = {{ runs = [["S", "R"]] }}"#
        ))
    };
    let plain = slot("slot", "pin");
    let arm = plain.joints.iter().find(|j| j.on == "arm").unwrap();
    // Left of (3, 4)/5 is (−4, 3)/5; counter-clockwise about O, so 2 along it.
    assert_near(arm.force[0].unwrap(), -1.6);
    assert_near(arm.force[1].unwrap(), 1.2);
    // With a collar the couple goes through it, and a roller (up) is all that O needs: nothing to push across.
    let collar = slot("collar", "roller");
    let arm = collar.joints.iter().find(|j| j.on == "arm").unwrap();
    assert_near(arm.moment.about_z().unwrap(), 10.0);
    assert_near(arm.force[0].unwrap(), 0.0);
}

#[test]
fn jaws_push_and_only_push() {
    // Tongs: two arms on a bolt at O, hands squeeze with 50 N at 0.3 m, the bar between the jaws at 0.1 m is a body of its own.
    let tongs = |squeeze: f64| {
        answers(&format!(
            r#"units = {{ force = "N" }}
            joints = [
              {{ name = "bolt", at = "O", kind = "pin", of = ["upper", "lower"] }},
              {{ name = "top", at = "T", kind = "contact", of = ["upper", "iron"], normal = "up" }},
              {{ name = "bottom", at = "U", kind = "contact", of = ["lower", "iron"], normal = "down", friction = 0.3 }},
            ]
            loads = [
              {{ kind = "force", at = "H", on = "upper", size = {squeeze}, direction = "up" }},
              {{ kind = "force", at = "K", on = "lower", size = {squeeze}, direction = "down" }},
            ]
            [points]
            O = [0, 0]
            T = [0.1, 0.02]
            U = [0.1, -0.02]
            H = [-0.3, -0.05]
            K = [-0.3, 0.05]
            [bodies]
            upper = {{ runs = [["H", "O", "T"]] }}
            lower = {{ runs = [["K", "O", "U"]] }}
            iron = {{ runs = [["T", "U"]] }}"#
        ))
    };
    // Clockwise by 0.3·50 about the bolt, so 150 up on the upper jaw? Hands that go up behind the bolt press the upper jaw down.
    let held = tongs(50.0);
    let on = |joint: &str, body: &str| {
        held.joints.iter().find(|j| j.joint == joint && j.on == body).unwrap().force[1].unwrap()
    };
    assert_near(on("top", "upper"), 150.0);
    assert_near(on("top", "iron"), -150.0);
    assert_near(on("bottom", "iron"), 150.0);
    assert_near(held.friction[0].needed.unwrap(), 0.0);
    // Pulled apart the jaws let go of the iron.
    let open = tongs(-50.0);
    assert_eq!(open.status, StatusWord::Unstable);
    assert!(open.tips.unwrap().holds.iter().any(|h| h.part == "top" || h.part == "bottom"));
}

#[test]
fn gear_teeth_push_on_the_flank_that_is_driven() {
    // Wheel 1 (radius 0.2, at the origin) is driven by 4 kN·m; wheel 2 (radius 0.1) is to its right and gives 2 kN·m. W cos 20° = 4/0.2 = 20.
    for (turn, up) in [("ccw", -1.0), ("cw", 1.0)] {
        let found = answers(&format!(
            r#"joints = [{{ name = "mesh", at = "P", kind = "mesh", of = ["one", "two"], normal = "left", pressure_angle = 20 }}]
            supports = [{{ at = "O", kind = "pin", on = "one" }}, {{ at = "Q", kind = "pin", on = "two" }}]
            loads = [
              {{ kind = "couple", on = "one", size = 4, turn = "{turn}" }},
              {{ kind = "couple", on = "two", size = "?M", turn = "{turn}" }},
            ]
            [points]
            O = [0, 0]
            P = [0.2, 0]
            Q = [0.3, 0]
            [bodies]
            one = {{ runs = [["O", "P"]] }}
            two = {{ runs = [["Q", "P"]] }}"#
        ));
        let one = found.joints.iter().find(|j| j.on == "one").unwrap();
        // Tangential against the turn, and apart from the other wheel either way.
        assert_near(one.force[1].unwrap(), up * 20.0);
        assert_near(one.force[0].unwrap(), -20.0 * 20f64.to_radians().tan());
        assert_near(found.loads["M"].unwrap(), 2.0);
    }
}

#[test]
fn ropes_carry_one_tension_round_every_wheel() {
    // A block and tackle: the load block hangs on two strands, 20 kg in all; the hand pulls with half its weight.
    let tackle = |convention: &str| {
        answers(&format!(
            r#"units = {{ force = "N" }}
            {convention}
            loads = [{{ kind = "weight", on = "block", at = "H", mass = 20 }}]
            [points]
            T = [0, 3]
            L = [0.2, 1]
            H = [0.2, 0.5]
            E = [0.3, 2.7]
            [bodies]
            block = {{ runs = [["L", "H"]] }}
            [pulleys]
            top = {{ at = "T", radius = 0.1 }}
            low = {{ at = "L", radius = 0.1, on = "block" }}
            [ropes]
            fall = {{ path = [{{ at = "E" }}, {{ over = "low", turn = "cw" }}, {{ over = "top", turn = "ccw" }}, {{ pull = "?P", direction = "down" }}] }}"#
        ))
    };
    for convention in ["", "conventions = { pulley = \"off\" }"] {
        let found = tackle(convention);
        assert_near(found.ropes["fall"].unwrap(), 98.1);
        assert_near(found.loads["P"].unwrap(), 98.1);
        assert!(found.checks.iter().all(|c| c.ok), "{:?}", found.checks);
    }
    // Freed, the lower wheel is drawn on its own.
    let freed = tackle("conventions = { pulley = \"off\" }");
    assert!(
        freed.working.iter().any(|s| s.free_body.contains(&"pulley low".to_owned())),
        "{:#?}",
        freed.working
    );
}

#[test]
fn lever_arms_run_to_the_rope_and_not_to_the_axle() {
    // A rope over a wheel of radius 0.2 at P(1, 0) from the wall at (−1, 0.2), level, to a mass of 10 kg.
    let bracket = answers(
        r#"units = { force = "N" }
        supports = [{ at = "A", kind = "fixed" }]
        [points]
        A = [0, 0]
        P = [1, 0]
        E = [-1, 0.2]
        [bodies]
        arm = { runs = [["A", "P"]] }
        [pulleys]
        wheel = { at = "P", radius = 0.2, on = "arm" }
        [ropes]
        rope = { path = [{ at = "E" }, { over = "wheel", turn = "cw" }, { mass = 10 }] }"#,
    );
    let (t, wall) = (98.1, &bracket.reactions[0]);
    assert_near(wall.force[0].unwrap(), t);
    assert_near(wall.force[1].unwrap(), t);
    // The level strand turns the arm by +0.2 T about A, the hanging one by −1.2 T.
    assert_near(wall.moment.about_z().unwrap(), t * (1.2 - 0.2));
}

#[test]
fn a_sought_intensity_is_found_from_what_it_balances() {
    // ?q over 2 m at the left end lifts 12 kN at 3 m right of the pivot: q·2·2 = 12·3, so 9; the pivot carries 18 + 12.
    let found = answers(
        r#"supports = [{ at = "O", kind = "pin" }]
        loads = [
          { kind = "distributed", from = "A", to = "B", start = "?q" },
          { kind = "force", at = "C", size = 12, direction = "down" },
        ]
        [points]
        A = [-3, 0]
        B = [-1, 0]
        O = [0, 0]
        C = [3, 0]
        [bodies]
        beam = { runs = [["A", "B", "O", "C"]] }"#,
    );
    assert_eq!((found.status, found.mobility), (StatusWord::Balanced, 1));
    assert_near(found.loads["q"].unwrap(), 9.0);
    assert_near(found.reactions[0].force[1].unwrap(), 30.0);
}

#[test]
fn what_acts_on_a_pin_belongs_to_the_pin() {
    // Two props lean together; 10 kN hang on the pin itself. Each carries half, and the pin pushes both down.
    let props = answers(
        r#"joints = [{ at = "C", kind = "pin", of = ["left", "right"] }]
        supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }]
        loads = [{ kind = "force", at = "C", size = 10, direction = "down" }]
        [points]
        A = [-3, 0]
        C = [0, 4]
        B = [3, 0]
        [bodies]
        left = { runs = [["A", "C"]] }
        right = { runs = [["C", "B"]] }"#,
    );
    assert_eq!(props.status, StatusWord::Determinate);
    let on = |body: &str| props.joints.iter().find(|j| j.on == body).unwrap().force.clone();
    assert_near(on("left")[1].unwrap(), -5.0);
    assert_near(on("right")[1].unwrap(), -5.0);
    assert_near(on("left")[0].unwrap(), -3.75);
    assert_near(on("right")[0].unwrap(), 3.75);
    assert!(props.recognised.iter().any(|r| r.name == Fact::TwoForceBody));
    assert!(props.recognised.iter().any(|r| r.name == Fact::Symmetric), "{:?}", props.recognised);
}

#[test]
fn redundant_and_ringed_structures_answer_what_equilibrium_gives() {
    // A beam on a pin and two rollers: the horizontal reaction is fixed all the same.
    let three = answers(&plank(
        r#"{ at = "A", kind = "pin" }, { at = "C", kind = "roller" }, { at = "B", kind = "roller" }"#,
    ));
    assert_eq!((three.status, three.degree), (StatusWord::Indeterminate, 1));
    assert_eq!(three.reactions[0].force, [Some(0.0), None]);
    let ring = answers(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
        loads = [{ kind = "force", at = "C", size = 2, direction = "right" }]
        [points]
        A = [0, 0]
        B = [2, 0]
        C = [1, 1]
        [bodies]
        frame = { runs = [["A", "B", "C", "A"]] }"#,
    );
    assert_eq!(ring.status, StatusWord::Determinate);
    assert!(ring.warnings.iter().any(|w| w.name == WarningName::ClosedRing));
}

#[test]
fn nearly_concurrent_supports_are_solved_and_said() {
    // Two rollers aslant whose lines miss the line of the third by a fraction of a micrometre.
    let nearly = answers(
        r#"supports = [{ at = "A", kind = "roller", normal = [1, 1] }, { at = "C", kind = "roller" },
          { at = "B", kind = "roller", normal = [-1, 1.0000001] }]
        loads = [{ kind = "force", at = "C", size = 2, direction = "down" }]
        [points]
        A = [0, 0]
        C = [1, 0]
        B = [2, 0]
        [bodies]
        b = { runs = [["A", "C", "B"]] }"#,
    );
    assert_eq!(nearly.status, StatusWord::Determinate);
    let warning = nearly.warnings.iter().find(|w| w.name == WarningName::CriticalGeometry).unwrap();
    assert!(warning.message.contains("millimetre"), "{}", warning.message);
}

#[test]
fn common_sense_and_symmetry_are_true_by_a_rule() {
    let names = |body: &str| -> Vec<Fact> { answers(body).recognised.iter().map(|r| r.name).collect() };
    let near = plank(r#"{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }"#);
    assert!(names(&near).contains(&Fact::NearerSupportTakesMore));
    let beyond = plank(r#"{ at = "C", kind = "pin" }, { at = "B", kind = "roller" }"#)
        .replace("at = \"C\", size", "at = \"A\", size");
    assert!(names(&beyond).contains(&Fact::LoadBeyondSupport), "{:?}", names(&beyond));
    // A plank on a pin and an inclined roller under one load is a three-force body.
    let three = solved(&plank(r#"{ at = "A", kind = "pin" }, { at = "B", kind = "roller", normal = 120 }"#));
    let found = answers::answers(&three).recognised;
    let meeting = found.iter().find(|r| r.name == Fact::ThreeForceBody).unwrap().at.unwrap();
    // The load's line x = 1 meets the roller's line through (4, 0) at 120°: y = 3·tan 60°.
    assert_near(meeting[0], 1.0);
    assert_near(meeting[1], 3.0 * 3f64.sqrt());
}

/// Two bodies joined at B, and what is written beside them: the path of the only problem, and a word of it.
const WRONG: &[(&str, &str, &str)] = &[
    (r#"joints = [{ at = "B", kind = "pin", of = ["a"] }]"#, "joints[0].of", "1 bodies"),
    (r#"joints = [{ at = "B", kind = "pin", of = ["a", "x"] }]"#, "joints[0].of[1]", "no body \"x\""),
    (r#"joints = [{ at = "D", kind = "pin", of = ["a", "b"] }]"#, "joints[0].of[0]", "does not pass D"),
    (r#"joints = [{ at = "B", kind = "slot", of = ["a", "b"] }]"#, "joints[0]", "\"along\""),
    (r#"PIN bars = [["A", "A"]]"#, "bars[0]", "zero length"),
    (r#"PIN bars = [["A", "C"], ["C", "A"]]"#, "bars[1]", "already a bar"),
    (r#"PIN bars = [["A", "Q"]]"#, "bars[0]", "no point \"Q\""),
    (r#"PIN bars = [{ ends = ["A", "C"], kind = "rod" }]"#, "bars[0].kind", "\"bar\""),
    (
        r#"PIN loads = [{ kind = "distributed", from = "A", to = "C", start = 1 }]"#,
        "loads[0]",
        "no body joins",
    ),
    (r#"PIN loads = [{ kind = "couple", at = "B", size = 1 }]"#, "loads[0]", "nothing to turn"),
    (r#"PIN loads = [{ kind = "weight", at = "A", mass = "3 kN" }]"#, "loads[0].mass", "a mass"),
    (r#"PIN supports = [{ at = "B", kind = "fixed" }]"#, "supports[0].kind", "holds a pin"),
    (r#"PIN supports = [{ at = "A", kind = "link" }]"#, "supports[0]", "\"toward\""),
    (r#"PIN supports = [{ at = "A", kind = "pin", on = "pin" }]"#, "supports[0].on", "no pin"),
    (r#"PIN pulleys = { w = { at = "A", radius = 0, on = "a" } }"#, "pulleys.w.radius", "no radius"),
    (
        r#"PIN ropes = { r = { path = [{ mass = 1 }, { over = "v", turn = "cw" }, { mass = 2 }] } }"#,
        "ropes.r.path[1].over",
        "\"v\"",
    ),
    (r#"PIN ropes = { r = { path = [{ mass = 1 }, { mass = 2 }] } }"#, "ropes.r.path[0]", "held by nothing"),
    (
        r#"PIN loads = [{ kind = "force", at = "A", size = "?P", direction = "up" }, { kind = "couple", on = "a", size = "?P" }]"#,
        "loads[1].size",
        "different kinds",
    ),
    (
        r#"PIN loads = [{ kind = "couple", on = "a", size = 1, case = "wind" }]
        cases = ["snow"]"#,
        "loads[0].case",
        "\"wind\"",
    ),
    (r#"PIN find = [{ what = "bar", bar = "A-Z" }]"#, "find[0].bar", "A-Z"),
    (r#"PIN gravity = "-3 m/s²""#, "gravity", "not negative"),
];

#[test]
fn what_makes_no_sense_is_named_with_its_place_and_cure() {
    for (extra, path, word) in WRONG {
        let pin = "joints = [{ at = \"B\", kind = \"pin\", of = [\"a\", \"b\"] }]\n";
        let extra = extra.replace("PIN ", pin);
        let text = toml(&format!(
            "{extra}\n[points]\nA = [0, 0]\nB = [2, 0]\nC = [2, 2]\nD = [0, 2]\n[bodies]\na = {{ runs = [[\"A\", \"B\"]] }}\nb = {{ runs = [[\"B\", \"C\"]] }}"
        ));
        let found = problems(&text, Syntax::Toml);
        assert!(!found.is_empty(), "{extra}");
        let said: Vec<_> = found.iter().map(ToString::to_string).collect();
        assert_eq!(found[0].path, *path, "{extra}: {said:#?}");
        assert!(format!("{} {}", found[0].message, found[0].cure).contains(word), "{extra}: {said:#?}");
        assert!(!found[0].cure.is_empty(), "{extra}");
    }
}

/// A ladder of 4;3 lengths against a smooth wall: 0.8 at its middle needs 0.3 of friction at its foot. About the foot: N_B·4 = 0.8·1.2.
fn ladder(friction: f64) -> Answers {
    answers(&format!(
        r#"supports = [{{ name = "foot", at = "A", kind = "rough", normal = "up", friction = {friction} }}, {{ at = "B", kind = "surface", normal = "right" }}]
        loads = [{{ kind = "force", at = "M", size = 0.8, direction = "down" }}]
        points = {{ A = [2.4, 0], M = [1.2, 2], B = [0, 4] }}
        bodies = {{ ladder = {{ runs = [["A", "M", "B"]] }} }}"#
    ))
}

#[test]
fn what_needs_more_friction_than_there_is_slides() {
    let slides = ladder(0.2);
    assert_eq!(slides.status, StatusWord::Slides);
    let foot = &slides.friction[0];
    assert_near(foot.across, 0.24);
    assert_near(foot.normal, 0.8);
    assert_near(foot.needed.unwrap(), 0.3);
    assert_near(foot.factor.unwrap(), 0.2 / 0.3);
    assert_eq!(foot.holds, Some(false));
    // Exactly enough is enough.
    let just = ladder(0.3);
    assert_eq!((just.status, just.friction[0].holds), (StatusWord::Determinate, Some(true)));
    assert_near(ladder(0.45).friction[0].factor.unwrap(), 1.5);
}

#[test]
fn a_support_on_the_verge_of_lifting_says_so() {
    let bench = |x: f64| {
        answers(&format!(
            r#"supports = [{{ at = "A", kind = "surface", normal = "up" }}, {{ at = "B", kind = "surface", normal = "up" }}]
            loads = [{{ kind = "force", at = "P", size = 5, direction = "down" }}]
            points = {{ A = [0, 0], P = [{x:?}, 0], B = [3, 0.0], C = [4, 0] }}
            bodies = {{ bench = {{ runs = [["A", "P", "C"]], points = ["B"] }} }}"#
        ))
    };
    let told = |a: &Answers| {
        a.warnings
            .iter()
            .filter(|w| w.name == WarningName::OnTheVerge)
            .map(|w| w.message.clone())
            .collect::<Vec<_>>()
    };
    let almost = told(&bench(2.97));
    assert_eq!(
        almost,
        [
            "The support A presses with 0.0500 kN only, under 2 % of the largest load: it is on the verge of lifting."
        ]
    );
    assert!(told(&bench(2.0)).is_empty());
}
