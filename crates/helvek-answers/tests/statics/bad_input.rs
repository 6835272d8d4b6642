//! What makes no sense is named: the place, the thing, the cure. All of it at once.

use crate::common::{beam, problems, toml};
use helvek_sheet::problem::{Position, Problem, ProblemKind};
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::model;

const SUPPORTS: &str = r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]"#;

/// What is added to a good beam, the path of the one problem, and words its message and cure must hold.
const WRONG: &[(&str, &str, &[&str])] = &[
    (
        r#"loads = [{ kind = "force", at = "Q", size = 1, direction = "down" }]"#,
        "loads[0].at",
        &["no point \"Q\""],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", size = "12 kg", direction = "down" }]"#,
        "loads[0].size",
        &["12 kg", "a mass", "a force"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", size = nan, direction = "down" }]"#,
        "loads[0].size",
        &["finite"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", size = "2,5 kN", direction = "down" }]"#,
        "loads[0].size",
        &["comma", "2.5 kN"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", size = true, direction = "down" }]"#,
        "loads[0].size",
        &["truth value"],
    ),
    (r#"loads = [{ kind = "force", at = "A", size = 1 }]"#, "loads[0]", &["size and a direction"]),
    (
        r#"loads = [{ kind = "force", at = "A", size = 1, direction = "dwn" }]"#,
        "loads[0].direction",
        &["dwn"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", size = 1, direction = [0, 0] }]"#,
        "loads[0].direction",
        &["nowhere"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", size = 1, direction = { toward = "A" } }]"#,
        "loads[0].direction",
        &["no length"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", size = 1, components = [1, 2] }]"#,
        "loads[0]",
        &["not by both"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", components = [1, 2, 3] }]"#,
        "loads[0].components",
        &["2 coordinates"],
    ),
    (r#"loads = [{ kind = "couple", size = "3 kN" }]"#, "loads[0].size", &["a force", "a moment"]),
    (r#"loads = [{ kind = "couple", size = 3, turn = "left" }]"#, "loads[0].turn", &["\"ccw\""]),
    (r#"loads = [{ kind = "cuple", size = 3 }]"#, "loads[0].kind", &["couple"]),
    (
        r#"loads = [{ kind = "distributed", from = "A", to = "A", start = 1 }]"#,
        "loads[0]",
        &["begins and ends"],
    ),
    (
        r#"loads = [{ kind = "distributed", from = "A", to = "B", start = "1 kN" }]"#,
        "loads[0].start",
        &["force per length"],
    ),
    (
        r#"loads = [{ kind = "distributed", from = "A", to = "B", start = 1, direction = "along", per = "projection" }]"#,
        "loads[0].per",
        &["zero"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", szie = 1, size = 1, direction = "down" }]"#,
        "loads[0].szie",
        &["size"],
    ),
    (
        r#"loads = [{ name = "P", kind = "couple", size = 1 }, { name = "P", kind = "couple", size = 1 }]"#,
        "loads[1].name",
        &["already"],
    ),
    (r#"loads = 5"#, "loads", &["list"]),
    (r#"unts = { length = "m" }"#, "unts", &["units"]),
    (r#"units = { length = "kN" }"#, "units.length", &["a force", "a length"]),
    (r#"units = { force = "kgf" }"#, "units.force", &["kgf", "weight"]),
    (r#"conventions = { moment = "clockwise" }"#, "conventions.moment", &["\"cw\""]),
    (r#"conventions = { figures = 40 }"#, "conventions.figures", &["2 to 8"]),
    (r#"find = [{ what = "reactions", support = "Z" }]"#, "find[0].support", &["A, B"]),
    (r#"find = [{ what = "internal", on = "beam", at = "Q" }]"#, "find[0].at", &["no point \"Q\""]),
    (
        r#"find = [{ what = "internal", on = "beam", at = "A", from = "A" }]"#,
        "find[0]",
        &["either a point or a distance"],
    ),
    (
        r#"find = [{ what = "internal", on = "beam", from = "A", to = "B", distance = 2.5 }]"#,
        "find[0].distance",
        &["at 2.5 m lies outside of A-B, which is 2 m long"],
    ),
    (
        r#"loads = [{ kind = "force", at = "A", size = 1, direction = "down", case = "wind" }]
combinations = [{ name = "A", factors = { wnd = 1.5 } }]"#,
        "combinations[0].factors.wnd",
        &["names a load case \"wnd\"", "Perhaps \"wind\" is meant"],
    ),
    (r#"combinations = [{ name = "A" }]"#, "combinations[0]", &["needs \"factors\""]),
    (
        r#"moving = [{ from = "A", to = "B", axles = [{ size = 5, gap = 1 }] }]"#,
        "moving[0].axles[0]",
        &["before the first force", "Leave its gap out"],
    ),
    (r#"moving = [{ from = "A", to = "B", axles = [] }]"#, "moving[0].axles", &["moves nothing"]),
    (
        r#"moving = [{ from = "A", to = "B", axles = [{ size = -5 }] }]"#,
        "moving[0].axles[0].size",
        &["not positive", "the way it pushes as direction"],
    ),
    (
        r#"moving = [{ from = "A", to = "B", axles = [{ size = 5 }, { size = 5, gap = 0 }] }]"#,
        "moving[0].axles[1].gap",
        &["not behind the one before it", "positive distance"],
    ),
    (
        r#"moving = [{ from = "A", to = "A", axles = [{ size = 5 }] }]"#,
        "moving[0].to",
        &["begins and ends at the same place"],
    ),
    (
        r#"moving = [{ from = "A", to = "B", on = "beem", axles = [{ size = 5 }] }]"#,
        "moving[0].on",
        &["no body \"beem\"", "Perhaps \"beam\""],
    ),
    (
        r#"moving = [{ from = "A", to = "B", axles = [{ size = 5 }], heads = "west" }]"#,
        "moving[0].heads",
        &["both", "forward", "back"],
    ),
    (r#"limits = [{ of = ["beam"] }]"#, "limits[0]", &["needs what it limits", "160 MPa"]),
    (r#"limits = [{ stress = "160 kN" }]"#, "limits[0].stress", &["a force, where a stress", "MPa"]),
    (r#"limits = [{ reaction = -4 }]"#, "limits[0].reaction", &["a size, and positive"]),
    (r#"limits = [{ of = ["baem"], stress = 160 }]"#, "limits[0].of", &["\"baem\" to limit", "\"beam\""]),
    (
        r#"limits = [{ of = ["beam"], stress = 160 }, { of = ["beam"], stress = 90 }]"#,
        "limits[1].of",
        &["two limits"],
    ),
    (r#"limits = [{ factor = 0 }]"#, "limits[0].factor", &["makes no sense", "1.5"]),
    (r#"limits = [{ of = ["beam"], factor = 2 }]"#, "limits[0].factor", &["no material", "assumed steel"]),
    (r#"pins = [{ at = "A" }]"#, "pins[0]", &["needs \"plates\""]),
    (
        r#"pins = [{ at = "A", plates = [{ of = "beam", thickness = 5 }] }]"#,
        "pins[0].plates",
        &["fewer than two plates", "fork, eye, fork"],
    ),
    (
        r#"pins = [{ at = "A", plates = [{ of = "beam", thickness = 0 }, { of = "ground", thickness = 5 }] }]"#,
        "pins[0].plates[0].thickness",
        &["The thickness at beam is not positive"],
    ),
    (
        r#"pins = [{ at = "A", plates = [{ of = "jib", thickness = 4 }, { of = "ground", thickness = 5 }] }]"#,
        "pins[0].plates[0].of",
        &["\"jib\" does not meet the pin at A", "Here: beam, ground"],
    ),
    (
        r#"pins = [{ at = "A", plates = [{ of = "beam", thickness = 4, share = 0.4 }, { of = "ground", thickness = 5 }] }]"#,
        "pins[0].plates[0].share",
        &["carry 0.4 of what it transmits", "add up to 1"],
    ),
    (
        r#"pins = [{ at = "B", plates = [{ of = "beam", thickness = 4 }, { of = "ground", thickness = 5 }] }]"#,
        "pins[0].at",
        &["The support B is no pin"],
    ),
    (
        r#"pins = [{ at = "Q", plates = [{ of = "beam", thickness = 4 }, { of = "ground", thickness = 5 }] }]"#,
        "pins[0].at",
        &["There is no pin \"Q\""],
    ),
    (r#"stock = "every other""#, "stock", &["no rule for sizes", "step 2 mm"]),
    (r#"conventions = { inside = "looks" }"#, "conventions.inside", &["cuts", "areas"]),
    (r#"conventions = { diagram = "up" }"#, "conventions.diagram", &["sagging-up"]),
    (r#"find = [{ what = "happiness" }]"#, "find[0].what", &["reactions"]),
    (r#"limits = [{ sag = "3 mm" }]"#, "limits[0].sag", &["not a limit on sag", "L/300"]),
    (r#"limits = [{ sag = -300 }]"#, "limits[0].sag", &["positive"]),
];

/// What is added to two jaws that pass B, with the path of the one problem, and words its message and cure must hold.
const WRONG_JOINTS: &[(&str, &str, &[&str])] = &[
    (
        r#"joints = [{ at = "B", kind = "contact", of = ["left", "right"], normal = "up" }, { at = "B", kind = "contact", of = ["right", "left"], normal = "up" }]"#,
        "joints[1]",
        &["Two contacts at B push right and left opposite ways", "pin the two"],
    ),
    (
        r#"joints = [{ at = "B", kind = "pin", of = ["left", "right"] }, { at = "B", kind = "contact", of = ["left", "right"], normal = "up" }]"#,
        "joints[1]",
        &["At B, left and right are joined and in contact"],
    ),
    (r#"joints = [{ at = "B", kind = "pin", of = ["left", "centre"] }]"#, "joints[0].of[1]", &["centre"]),
    (
        r#"
joints = [{ at = "B", kind = "pin", of = ["left", "right"] }]
pulleys = { P = { at = "C", radius = 0.5, on = "right" }, Q = { at = "D", radius = 2, on = "right" } }
ropes = { r = { path = [{ body = "left", at = "A" }, { over = "P", turn = "cw" }, { over = "Q", turn = "cw" }, { mass = 10 }] } }"#,
        "ropes.r.path[1]",
        &["the pulley P lies inside the pulley Q", "make a radius smaller"],
    ),
    (
        r#"
joints = [{ at = "B", kind = "pin", of = ["left", "right"] }]
pulleys = { P = { at = "C", radius = 0.8, on = "right" }, Q = { at = "D", radius = 0.9, on = "right" } }
ropes = { r = { path = [{ body = "left", at = "A" }, { over = "P", turn = "cw" }, { over = "Q", turn = "ccw" }, { mass = 10 }] } }"#,
        "ropes.r.path[1]",
        &["from the pulley P to the pulley Q", "the other way"],
    ),
];

/// What belongs to space in a plane sheet, and the other way round: the path and words of the message.
const OF_SPACE: &[(&str, &str, &str)] = &[
    (r#"vertical = "z""#, "vertical", "y points up"),
    (r#"joints = [{ at = "A", kind = "ball", of = ["beam", "other"] }]"#, "joints[0].kind", "it is a pin"),
    (r#"loads = [{ kind = "couple", size = 1, axis = "+z" }]"#, "loads[0].axis", "not a key"),
];

/// In space: what is added to a beam from A to B on a ball at A, the path, and words of the message and its cure.
const WRONG_IN_SPACE: &[(&str, &str, &str)] = &[
    (r#"supports = [{ at = "A", kind = "pin" }]"#, "supports[0].kind", "a ball, a hinge or a journal"),
    (r#"supports = [{ at = "A", kind = "journal" }]"#, "supports[0]", "needs \"axis\""),
    (
        r#"supports = [{ at = "A", kind = "journal", axis = [0, 0, 0] }]"#,
        "supports[0].axis",
        "points nowhere",
    ),
    (r#"supports = [{ at = "A", kind = "ball", axis = "+x" }]"#, "supports[0].axis", "has no \"axis\""),
    (r#"supports = [{ at = "A", kind = "cable", toward = "A" }]"#, "supports[0].toward", "has no length"),
    (r#"supports = [{ at = "A", kind = "link", toward = "E" }]"#, "supports[0].toward", "has no length"),
    (r#"loads = [{ kind = "force", at = "B", components = [1, 2] }]"#, "loads[0].components", "[x, y, z]"),
    (r#"loads = [{ kind = "force", at = "B", size = 1, direction = 30 }]"#, "loads[0].direction", "azimuth"),
    (
        r#"loads = [{ kind = "force", at = "B", size = 1, direction = "left" }]"#,
        "loads[0].direction",
        "not a direction in space",
    ),
    (
        r#"loads = [{ kind = "force", at = "B", size = 1, direction = { round = "A", axis = "+x" } }]"#,
        "loads[0].direction",
        "nothing turns there",
    ),
    (r#"loads = [{ kind = "couple", size = 1 }]"#, "loads[0]", "a size and an axis"),
    (r#"points.F = [1, 2]"#, "points.F", "3 coordinates"),
    (r#"bars = [["A", "E"]]"#, "bars[0]", "zero length"),
    (
        r#"bodies.post = { runs = [["B", "D"]], reference = "+z" }"#,
        "bodies.post.reference",
        "says nothing about it",
    ),
    (r#"ropes.r = { path = [{ at = "A" }, { at = "B" }] }"#, "ropes", "not solved in space"),
    (r#"conventions = { working = "matrix" }"#, "conventions.working", "\"scalar\""),
];

#[test]
fn what_is_of_space_is_told_from_what_is_plane() {
    for (added, path, words) in OF_SPACE {
        let text = toml(&beam(&[("A", 0.0), ("B", 2.0)], added));
        let found = problems(&text, Syntax::Toml);
        let said = |p: &Problem| p.path == *path && format!("{} {}", p.message, p.cure).contains(words);
        assert!(found.iter().any(said), "{added}: {found:#?}");
    }
    for kind in ["ball", "journal", "thrust", "hinge"] {
        let text = toml(&beam(
            &[("A", 0.0), ("B", 2.0)],
            &format!("supports = [{{ at = \"A\", kind = \"{kind}\" }}]"),
        ));
        assert!(problems(&text, Syntax::Toml)[0].message.contains("a support of space"), "{kind}");
    }
    for (added, path, words) in WRONG_IN_SPACE {
        let held =
            if added.starts_with("supports") { "" } else { "supports = [{ at = \"A\", kind = \"ball\" }]" };
        let text = toml(&format!(
            r#"space = "space"
{held}
{added}
[points]
A = [0, 0, 0]
B = [2, 0, 0]
D = [2, 0, 3]
E = [0, 0, 0]
[bodies]
beam = {{ runs = [["A", "B"]] }}"#
        ));
        let found = problems(&text, Syntax::Toml);
        let said = |p: &Problem| p.path == *path && format!("{} {}", p.message, p.cure).contains(words);
        assert!(found.iter().any(said), "{added}: {found:#?}");
        assert!(found.iter().all(|p| !p.cure.is_empty()), "{found:#?}");
    }
}

#[test]
fn each_wrong_thing_is_named_with_its_place_and_cure() {
    for (added, path, words) in WRONG {
        let text = toml(&beam(&[("A", 0.0), ("B", 2.0)], &format!("{SUPPORTS}\n{added}")));
        let found = problems(&text, Syntax::Toml);
        assert_eq!(found.len(), 1, "{added}: {found:#?}");
        let said = format!("{} {}", found[0].message, found[0].cure);
        assert_eq!(found[0].path, *path, "{added}: {said}");
        assert!(words.iter().all(|w| said.contains(w)), "{added}: {said}");
        assert!(!found[0].cure.is_empty() && found[0].position.is_some(), "{added}: {found:?}");
    }
}

#[test]
fn joints_and_ropes_that_contradict_each_other_are_named() {
    for (added, path, words) in WRONG_JOINTS {
        let (lists, tables) = added.split_once("pulleys").map_or((*added, ""), |(l, t)| (l, t));
        let tables = if tables.is_empty() { String::new() } else { format!("pulleys{tables}") };
        let text = format!(
            r#"format = "helvek-sheet/1"
{lists}
{tables}
points = {{ A = [0, 0], B = [2, 0], C = [4, 0], D = [5, 0] }}
bodies = {{ left = {{ runs = [["A", "B"]] }}, right = {{ runs = [["B", "C", "D"]] }} }}
supports = [{{ at = "A", kind = "fixed" }}]"#
        );
        let found = problems(&text, Syntax::Toml);
        assert_eq!(found.len(), 1, "{added}: {found:#?}");
        let said = format!("{} {}", found[0].message, found[0].cure);
        assert_eq!(found[0].path, *path, "{added}: {said}");
        assert!(words.iter().all(|w| said.contains(w)), "{added}: {said}");
    }
}

#[test]
fn all_problems_of_a_sheet_are_told_at_once_in_the_order_of_the_text() {
    let text = toml(
        r#"supports = [{ at = "A", kind = "pn" }, { at = "Q", kind = "roller" }]
loads = [
  { kind = "force", at = "B", size = "5 kNm", direction = "down" },
  { kind = "force", at = "A", size = 1, direction = "down", colour = "red" },
]
[points]
A = [0, 0]
B = [2, "1 kN"]
[bodies]
beam = { runs = [["A", "B", "C"]] }
"#,
    );
    let found = problems(&text, Syntax::Toml);
    let paths: Vec<_> = found.iter().map(|p| p.path.as_str()).collect();
    assert_eq!(
        paths,
        [
            "supports[0].kind",
            "supports[1].at",
            "loads[0].at",
            "loads[0].size",
            "loads[1].colour",
            "points.B[1]",
            "bodies.beam.runs[0][1]",
            "bodies.beam.runs[0][2]"
        ]
    );
    assert_eq!(found[3].position, Some(Position { line: 4, column: 38 }));
}

#[test]
fn a_body_that_makes_no_sense_is_named_once_and_not_again_by_what_stands_on_it() {
    for (points, run, path, word) in [
        ("A = [0, 0]\nB = [0, 0]", r#"["A", "B"]"#, "bodies.beam.runs[0][1]", "zero length"),
        ("A = [0, 0]\nB = [2, 0]", r#"["A"]"#, "bodies.beam.runs[0]", "two points"),
        (
            "A = [0, 0]\nC = [3, 0]\nB = [2, 0]",
            r#"["A", "C", "B"]"#,
            "bodies.beam.runs[0][1]",
            "doubles back",
        ),
    ] {
        let text = toml(&format!("{SUPPORTS}\n[points]\n{points}\n[bodies]\nbeam = {{ runs = [{run}] }}\n"));
        let found = problems(&text, Syntax::Toml);
        assert_eq!(found.len(), 1, "{found:#?}");
        assert!(found[0].path == path && found[0].message.contains(word), "{}", found[0]);
    }
    let two = toml(&format!(
        "{SUPPORTS}\n[points]\nA = [0, 0]\nB = [2, 0]\n[bodies]\none = {{ runs = [[\"A\", \"B\"]] }}\ntwo = {{ runs = [[\"A\", \"B\"]] }}\n"
    ));
    // Once for each of the points they share.
    let found = problems(&two, Syntax::Toml);
    assert_eq!(found.len(), 2, "{found:#?}");
    assert!(found.iter().all(|p| p.message.contains("without a joint")), "{found:#?}");
}

#[test]
fn broken_and_bottomless_texts_are_syntax_errors_with_a_place() {
    for (text, syntax) in [
        ("format = \"helvek-sheet/1", Syntax::Toml),
        ("{\"format\": \"helvek-sheet/1\", \"points\": {", Syntax::Json),
        ("{\"format\": \"helvek-sheet/1\",}", Syntax::Json),
        ("{\"a\": 1} trailing", Syntax::Json),
        ("", Syntax::Json),
        ("// no comments\n{}", Syntax::Json),
    ] {
        let found = problems(text, syntax);
        assert!(
            found.iter().any(|p| p.kind == ProblemKind::Syntax && p.position.is_some()),
            "{text}: {found:?}"
        );
    }
    for deep in ["[".repeat(100_000), "{\"a\":".repeat(100_000)] {
        assert!(!problems(&deep, Syntax::Json).is_empty());
        assert!(!problems(&format!("a = {deep}"), Syntax::Toml).is_empty());
    }
    let doubled = problems(
        r#"{"format": "helvek-sheet/1", "title": "a", "title": "b", "points": {"A": [0, 0], "A": [1, 1]}}"#,
        Syntax::Json,
    );
    let twice: Vec<_> =
        doubled.iter().filter(|p| p.message.contains("twice")).map(|p| p.path.as_str()).collect();
    assert_eq!(twice, ["title", "points.A"]);
    let huge = " ".repeat(9 * 1024 * 1024);
    assert!(problems(&huge, Syntax::Toml)[0].message.contains("9 MB"));
}

#[test]
fn a_sheet_of_another_format_says_which_one_is_read() {
    let found = problems("format = \"helvek-sheet/9\"", Syntax::Toml);
    assert!(
        found[0].message.contains("helvek-sheet/9") && found[0].cure.contains("helvek-sheet/1"),
        "{}",
        found[0]
    );
}

#[test]
fn sizes_that_overflow_are_refused_and_those_that_vanish_are_solved() {
    for (size, good) in [("1e308", false), ("\"-1e305 kN\"", false), ("1e-308", true), ("0", true)] {
        let rest = format!(
            "{SUPPORTS}\nloads = [{{ kind = \"force\", at = \"B\", size = {size}, direction = 200 }}]"
        );
        let found = problems(&toml(&beam(&[("A", 0.0), ("B", 2.0)], &rest)), Syntax::Toml);
        assert_eq!(found.is_empty(), good, "{size}: {found:?}");
        assert!(found.iter().all(|p| p.message.contains("too large")), "{found:?}");
    }
}

#[test]
fn a_depth_without_a_unit_is_asked_for_one() {
    let sheet = |units: &str, depth: &str| {
        let rest = format!(
            "{SUPPORTS}\n{units}temperature = [{{ across = 12, depth = {depth}, expansion = 12e-6 }}]"
        );
        let text = beam(&[("A", 0.0), ("B", 2.0)], &rest).replace("]] }", "]], EI = 900, EA = 90000 }");
        problems(&toml(&text), Syntax::Toml)
    };
    for bare in ["0.3", "300", "\"300\""] {
        let found = sheet("", bare);
        assert_eq!(found.len(), 1, "{bare}: {found:?}");
        assert_eq!(found[0].path, "temperature[0].depth");
        assert!(found[0].message.contains("no unit") && found[0].cure.contains("300 mm"), "{}", found[0]);
    }
    assert_eq!(sheet("", "\"300 mm\""), []);
    // Where the sheet says in which unit sections are, it is meant.
    assert_eq!(sheet("units = { section = \"cm\" }\n", "30"), []);
}

#[test]
fn runs_on_top_of_each_other_are_told() {
    let sheet = |runs: &str| {
        let text = format!(
            "{SUPPORTS}\npoints = {{ A = [0, 0], C = [1.3, 0.39], B = [4, 1.2], D = [2, 3] }}\nbodies = {{ frame = {{ runs = [{runs}] }} }}"
        );
        problems(&toml(&text), Syntax::Toml)
    };
    for runs in [
        r#"["A", "C", "B"], ["A", "B"]"#,
        r#"["A", "B"], ["B", "A"]"#,
        r#"["A", "D"], ["A", "C", "B"], ["B", "C"]"#,
    ] {
        let found = sheet(runs);
        assert_eq!(found.len(), 1, "{runs}: {found:?}");
        assert!(
            found[0].path.starts_with("bodies.frame.runs[")
                && found[0].message.contains("on top of each other"),
            "{}",
            found[0]
        );
    }
    for runs in [r#"["A", "C", "B", "D", "A"]"#, r#"["A", "C"], ["C", "B"], ["C", "D"]"#] {
        assert_eq!(sheet(runs), [], "{runs}");
    }
}

#[test]
fn of_very_many_problems_the_first_are_named_and_the_others_counted() {
    let wrong = 20_000;
    let loads =
        |row: &dyn Fn(usize) -> String| -> String { (0..wrong).map(row).collect::<Vec<_>>().join(",") };
    let unknown =
        loads(&|i| format!(r#"{{ "kind": "force", "at": "Q{i}", "size": 1, "direction": "down" }}"#));
    let keys = (0..wrong).map(|i| format!(r#""key{i}": {i},"#)).collect::<String>();
    let begun = std::time::Instant::now();
    for (text, more) in [
        (
            format!(
                r#"{{ "format": "helvek-sheet/1", "points": {{ "A": [0, 0], "B": [1, 0] }}, "bodies": {{ "b": {{ "runs": [["A", "B"]] }} }}, "loads": [{unknown}] }}"#
            ),
            wrong - 100,
        ),
        (
            format!(
                r#"{{ {keys} "format": "helvek-sheet/1", "points": {{ "A": [0, 0], "B": [1, 0] }}, "bodies": {{ "b": {{ "runs": [["A", "B"]] }} }} }}"#
            ),
            wrong - 100,
        ),
        (format!("format = \"helvek-sheet/1\"\n[points]\n{}", "A = [0, 0]\n".repeat(wrong + 1)), wrong - 99),
    ] {
        let problems = model::build(&sheet::read(&text, Syntax::guess(&text))).problems;
        assert_eq!(problems.len(), 101);
        let last = problems.last().unwrap();
        assert_eq!(
            (last.kind, last.message.as_str()),
            (ProblemKind::More, format!("And {more} more.").as_str())
        );
    }
    // 18 s for one of them when each was looked for from the beginning of the text.
    assert!(begun.elapsed() < std::time::Duration::from_secs(5), "{:?}", begun.elapsed());
}
