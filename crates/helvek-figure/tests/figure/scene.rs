//! The scene: every term has a mark, the marks stand where the things are, and half a sheet shows no number.

use helvek_core::Checks;
use helvek_core::id::{Id, Kind};
use helvek_core::model;
use helvek_core::sheet::{self, SupportKind, Syntax};
use helvek_core::solution::{self, Solved};
use helvek_figure::{
    ArrowRole, Mark, Scene, SolidScene, Spin, mark_unclear, outline, pieces, scene, scene_of_state, thumbnail,
};
use helvek_report::document::{Chapter, Part, Role};
use helvek_report::page::Page;

fn solved(body: &str) -> Solved {
    let built = model::build(&sheet::read(&format!("format = \"helvek-sheet/1\"\n{body}"), Syntax::Toml));
    solution::solve(built.model)
}

fn id(mark: &Mark) -> &Id {
    match mark {
        Mark::Body { id, .. }
        | Mark::Ride { id, .. }
        | Mark::Point { id, .. }
        | Mark::Support { id, .. }
        | Mark::Force { id, .. }
        | Mark::Couple { id, .. }
        | Mark::Distributed { id, .. }
        | Mark::Reaction { id, .. }
        | Mark::Exerted { id, .. }
        | Mark::Bar { id, .. }
        | Mark::Rope { id, .. }
        | Mark::Wheel { id, .. }
        | Mark::Joint { id, .. }
        | Mark::Unclear { id, .. }
        | Mark::Dimension { id, .. } => id,
    }
}

fn find<'a>(scene: &'a Scene, wanted: &str) -> &'a Mark {
    scene.marks.iter().find(|m| *id(m) == wanted).unwrap_or_else(|| panic!("no {wanted}"))
}

const RAIL: &str = r#"units = { length = "mm", force = "N" }
supports = [{ at = "A", kind = "fixed" }]
loads = [
  { name = "sag", kind = "distributed", from = "A", to = "B", start = 2, end = 6, direction = "down" },
  { name = "pull", kind = "force", at = "C", size = 100, direction = "up" },
  { name = "twist", kind = "couple", at = "B", size = 7, turn = "cw" },
  { name = "lean", kind = "force", at = "B", size = 50, direction = { angle = 20, from = "-y", turn = "ccw" } },
]
[points]
A = [100, 0]
C = [400, 0]
B = [700, 0]
[bodies]
rail = { runs = [["A", "C", "B"]] }
"#;

#[test]
fn every_term_of_every_example_has_its_mark() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    for entry in std::fs::read_dir(folder).unwrap() {
        let text = std::fs::read_to_string(entry.unwrap().path()).unwrap();
        let solved = solution::solve(model::build(&sheet::read(&text, Syntax::Toml)).model);
        let (scene, page) = (scene(&solved), Page::of(&solved));
        let terms = |cut: bool| {
            let chapters = page.chapters.iter().filter(move |chapter| (chapter.part == Part::Cut) == cut);
            chapters.flat_map(Chapter::equations).flat_map(|equation| &equation.terms)
        };
        let pieces = pieces(&solved, &scene, &[]);
        let exerted = |of: &Id| {
            let mut marks = pieces.iter().flat_map(|piece| &piece.marks);
            marks.any(|mark| matches!(mark, Mark::Exerted { column, .. } if column == of))
        };
        let results = page.steps().flat_map(|step| step.lines(Role::Result)).map(|line| &line.of);
        let all: Vec<&Id> =
            terms(false).map(|term| &term.of).chain(results).map(|of| of.as_ref().unwrap()).collect();
        // What a cut carries is drawn where its parts are drawn apart, the rest is on the drawing of the whole.
        let all: Vec<&Id> = all.into_iter().chain(terms(true).filter_map(|term| term.of.as_ref())).collect();
        if let Some(solid) = &scene.solid {
            for of in all {
                assert!(marked_in_space(solid, of), "{of} in {}", solved.model.title);
            }
            continue;
        }
        for of in all {
            // What a joint transmits is a ring on the drawing of the whole, and an arrow on each piece.
            if of.kind == Kind::Joint {
                find(&scene, &of.thing().to_string());
                assert!(exerted(of), "{of} in {}", solved.model.title);
            } else {
                find(&scene, &of.to_string());
            }
        }
        let mut ids: Vec<_> = scene.marks.iter().map(id).collect();
        ids.sort_unstable();
        let count = ids.len();
        ids.dedup();
        assert_eq!(ids.len(), count, "an id stands for one mark");
    }
}

/// A term is lit on an arrow of the whole or of a part, on a bar, or on a distributed load.
fn marked_in_space(solid: &SolidScene, of: &Id) -> bool {
    let on_parts = solid.parts.iter().flat_map(|part| &part.arrows);
    solid.arrows.iter().chain(on_parts).any(|arrow| arrow.of == *of)
        || solid.lines.iter().any(|line| line.id == *of)
        || solid.spreads.iter().any(|spread| spread.id == *of)
}

#[test]
fn things_stand_where_they_are_in_sheet_units() {
    let scene = scene(&solved(RAIL));
    let bounds = scene.bounds.unwrap();
    assert_eq!((bounds.min, bounds.max), ([100.0, 0.0], [700.0, 0.0]));
    let Mark::Support { at, shape, facing, text, .. } = find(&scene, "support:A") else { panic!() };
    assert_eq!((*at, *shape, *facing, text), ([100.0, 0.0], SupportKind::Fixed, [1.0, 0.0], &None));
    let Mark::Force { at, toward, text, relative, .. } = find(&scene, "load:pull") else { panic!() };
    assert_eq!((*at, *toward, text.as_str()), ([400.0, 0.0], [0.0, 1.0], "100 N"));
    assert!(*relative > 0.0 && *relative < 1.0, "the reaction and the resultant are larger");
    let Mark::Couple { turn, text, .. } = find(&scene, "load:twist") else { panic!() };
    assert_eq!((*turn, text.as_str()), (Spin::Cw, "7 N·mm"));
    let Mark::Force { text, .. } = find(&scene, "load:lean") else { panic!() };
    assert_eq!(text, "50 N, 20° to y");
}

#[test]
fn a_distributed_load_brings_its_resultants() {
    let scene = scene(&solved(RAIL));
    let Mark::Distributed { heights, texts, resultants, .. } = find(&scene, "load:sag") else { panic!() };
    assert!((heights[0] - 1.0 / 3.0).abs() < 1e-12 && heights[1] == 1.0 && heights.len() == 2, "{heights:?}");
    assert_eq!(texts, &["2 N/mm", "6 N/mm"]);
    // Triangle ½·4·600 = 1200 at 100 + 400; uniform 2·600 = 1200 at 100 + 300.
    let at: Vec<_> = resultants.iter().map(|r| (r.at[0].round(), r.text.as_str())).collect();
    assert_eq!(at, [(500.0, "1200 N"), (400.0, "1200 N")]);
}

#[test]
fn reactions_know_the_step_that_finds_them_and_whether_they_turned() {
    let scene = scene(&solved(RAIL));
    let Mark::Reaction { turned, step, text, toward, .. } = find(&scene, "reaction:A_x") else { panic!() };
    // 50 N leaning to the right by sin 20°: held to the left.
    assert_eq!((*turned, *toward), (true, Some([1.0, 0.0])));
    assert_eq!(text.as_deref(), Some("17.1 N"));
    assert_eq!(*step, Some(2));
    let Mark::Reaction { turn, toward: None, step: Some(1), .. } = find(&scene, "reaction:M_A") else {
        panic!()
    };
    assert_eq!(*turn, Some(Spin::Ccw));
}

#[test]
fn the_chain_of_distances_and_the_whole_length_below_it() {
    let scene = scene(&solved(RAIL));
    let chain: Vec<_> = scene
        .marks
        .iter()
        .filter_map(|m| match m {
            Mark::Dimension { id, text, lane, .. } => Some((id.to_string(), text.as_str(), *lane)),
            _ => None,
        })
        .collect();
    let expected = [("A-C", "300 mm", 0), ("C-B", "300 mm", 0), ("A-B", "600 mm", 1)];
    assert_eq!(chain, expected.map(|(ends, text, lane)| (format!("dimension:{ends}"), text, lane)));
}

/// The model of a sheet, whatever is wrong with it.
fn understood(body: &str) -> model::Model {
    model::build(&sheet::read(&format!("format = \"helvek-sheet/1\"\n{body}"), Syntax::Toml)).model
}

#[test]
fn what_is_not_solved_is_drawn_with_every_mark_and_no_result() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut seen = 0;
    for file in std::fs::read_dir(folder).unwrap() {
        let text = std::fs::read_to_string(file.unwrap().path()).unwrap();
        let model = model::build(&sheet::read(&text, Syntax::Toml)).model;
        let drawn = outline(&model);
        if let Some(solid) = drawn.solid {
            let arrows = solid.arrows.iter().chain(solid.parts.iter().flat_map(|part| &part.arrows));
            let unknown = arrows.filter(|arrow| arrow.role != ArrowRole::Load);
            assert!(unknown.clone().count() > 0, "{text}");
            assert!(unknown.clone().all(|arrow| arrow.text.is_none() && arrow.step.is_none()), "{text}");
            assert!(solid.curves.is_empty() && solid.free.is_empty());
            continue;
        }
        let ids = |scene: &Scene| scene.marks.iter().map(|mark| id(mark).to_owned()).collect::<Vec<_>>();
        assert_eq!(ids(&drawn), ids(&scene(&solution::solve(model))), "{text}");
        seen += 1;
        for mark in &drawn.marks {
            match mark {
                Mark::Reaction { text, step, .. } => assert_eq!((text, step), (&None, &None)),
                Mark::Bar { force, .. } => assert!(force.is_none()),
                Mark::Force { found, .. } | Mark::Couple { found, .. } => assert!(found.is_none()),
                _ => {}
            }
        }
    }
    assert!(seen > 30, "{seen}");
}

#[test]
fn half_a_sheet_is_drawn_without_a_number_that_was_computed() {
    let scene = outline(&understood(&RAIL.replace("size = 100", "size = \"100 kg\"")));
    assert!(!scene.marks.iter().any(|m| *id(m) == "load:pull"));
    find(&scene, "load:sag");
    for mark in &scene.marks {
        if let Mark::Reaction { text, step, zero, turned, .. } = mark {
            assert_eq!((text, step, zero, turned), (&None, &None, &false, &false));
        }
    }
}

#[test]
fn an_inclined_roller_faces_the_body_and_says_how_far_it_leans() {
    let body = r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller", normal = { angle = 15, from = "+y", turn = "cw" } }]
[points]
A = [0, 0]
B = [3, 0]
[bodies]
b = { runs = [["A", "B"]] }
"#;
    let scene = scene(&solved(body));
    let Mark::Support { facing, text, .. } = find(&scene, "support:B") else { panic!() };
    assert!(facing[0] > 0.25 && facing[1] > 0.96, "{facing:?}");
    assert_eq!(text.as_deref(), Some("15°"));
    let Mark::Reaction { symbol, .. } = find(&scene, "reaction:N_B") else { panic!() };
    assert_eq!((symbol.base.as_str(), symbol.index.as_str()), ("N", "B"));
}

#[test]
fn a_load_in_a_unit_of_its_own_is_drawn_as_it_was_written() {
    let body = RAIL
        .replace("size = 100,", "size = \"25 lb\",")
        .replace("start = 2,", "start = \"0.002 kN/mm\",")
        .replace("size = 7,", "size = \"0.007 N·m\",");
    let scene = scene(&solved(&body));
    let Mark::Force { text, .. } = find(&scene, "load:pull") else { panic!() };
    assert_eq!(text, "25 lb");
    let Mark::Distributed { texts, .. } = find(&scene, "load:sag") else { panic!() };
    assert_eq!(texts, &["0.002 kN/mm", "6 N/mm"]);
    let Mark::Couple { text, .. } = find(&scene, "load:twist") else { panic!() };
    assert_eq!(text, "0.007 N·m");
}

const BRACKET: &str = r#"units = { length = "m", force = "N" }
bars = [{ ends = ["A", "C"], name = "stay" }, { ends = ["B", "A"], name = "back", kind = "strut" }]
joints = [{ name = "knee", at = "B", kind = "pin", of = ["wall", "arm"] }]
supports = [
  { name = "hook", at = "A", kind = "link", toward = "left" },
  { name = "foot", at = "F", kind = "fixed", on = "wall" },
]
loads = [
  { name = "pull", kind = "force", at = "P", on = "arm", size = "?Q", direction = "up" },
  { name = "tub", kind = "weight", at = "C", on = "arm", mass = 12 },
]
[points]
F = [0, 0]
B = [0, 2]
A = [0, 3]
C = [0.9, 2]
P = [1.2, 2]
[bodies]
wall = { runs = [["F", "B"]] }
arm = { runs = [["B", "C", "P"]] }
[pulleys]
wheel = { at = "P", radius = 0.1, on = "arm" }
[ropes]
rope = { path = [{ mass = 4 }, { over = "wheel", turn = "ccw" }, { at = "F" }] }
"#;

#[test]
fn members_ropes_and_wheels_have_marks_of_their_own() {
    let scene = scene(&solved(BRACKET));
    let Mark::Bar { from, to, carries, .. } = find(&scene, "bar:stay") else { panic!() };
    assert_eq!((*from, *to, *carries), ([0.0, 3.0], [0.9, 2.0], helvek_figure::Carries::Both));
    let Mark::Bar { carries, .. } = find(&scene, "bar:back") else { panic!() };
    assert_eq!(*carries, helvek_figure::Carries::Push);
    let Mark::Wheel { at, radius, .. } = find(&scene, "wheel:wheel") else { panic!() };
    assert_eq!((*at, *radius), ([1.2, 2.0], 0.1));
    let Mark::Rope { legs, .. } = find(&scene, "rope:rope") else { panic!() };
    assert_eq!(legs.len(), 2);
    // The mass hangs from the right of the wheel: the rope comes up there and runs round it counter-clockwise.
    assert!((legs[0].to[0] - 1.3).abs() < 1e-12 && legs[0].from[1] < legs[0].to[1], "{legs:?}");
    assert_eq!(legs[1].to, [0.0, 0.0]);
    let Mark::Joint { at, .. } = find(&scene, "joint:knee") else { panic!() };
    assert_eq!(*at, [0.0, 2.0]);
    let Mark::Support { shape, facing, .. } = find(&scene, "support:hook") else { panic!() };
    assert_eq!((*shape, *facing), (SupportKind::Link, [1.0, 0.0]));
}

#[test]
fn weights_show_their_mass_and_what_is_sought_its_symbol() {
    let scene = scene(&solved(BRACKET));
    let Mark::Force { text, toward, .. } = find(&scene, "load:tub") else { panic!() };
    assert_eq!((text.as_str(), *toward), ("12 kg", [0.0, -1.0]));
    let Mark::Force { text, toward, .. } = find(&scene, "load:pull") else { panic!() };
    assert_eq!((text.as_str(), *toward), ("?Q", [0.0, 1.0]));
}

#[test]
fn everything_that_is_drawn_lies_within_the_bounds() {
    let scene = scene(&solved(BRACKET));
    let bounds = scene.bounds.unwrap();
    let inside = |p: &[f64; 2]| (0..2).all(|k| bounds.min[k] - 1e-9 <= p[k] && p[k] <= bounds.max[k] + 1e-9);
    for mark in &scene.marks {
        match mark {
            Mark::Rope { legs, .. } => {
                assert!(legs.iter().all(|l| inside(&l.from) && inside(&l.to)), "{mark:?}")
            }
            Mark::Wheel { at, radius, .. } => {
                assert!(
                    inside(&[at[0] + radius, at[1] + radius]) && inside(&[at[0] - radius, at[1] - radius])
                );
            }
            Mark::Body { path, .. } => assert!(path.iter().all(inside)),
            _ => {}
        }
    }
}

#[test]
fn chains_of_distances_are_drawn_on_a_single_member_only() {
    let dimensions = |body: &str| {
        scene(&solved(body)).marks.iter().filter(|m| matches!(m, Mark::Dimension { .. })).count()
    };
    assert_eq!(dimensions(RAIL), 3);
    assert_eq!(dimensions(BRACKET), 0);
}

fn scene_of(body: &str) -> Scene {
    scene(&solved(body))
}

#[test]
fn distances_of_a_bent_member_stand_on_its_outside() {
    // An L: 4 m level, 3 m up from its end, a load 1 m along the level part.
    let solved = solved(
        r#"supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "force", at = "P", size = 1, direction = "down" }]
points = { A = [0, 0], P = [1, 0], B = [4, 0], C = [4, 3] }
bodies = { bracket = { runs = [["A", "P", "B", "C"]] } }"#,
    );
    let scene = scene(&solved);
    let side = |wanted: &str| match find(&scene, wanted) {
        Mark::Dimension { side, text, lane, .. } => (*side, text.as_str(), *lane),
        _ => panic!("no dimension"),
    };
    assert_eq!(side("dimension:A-P"), ([0.0, -1.0], "1 m", 0));
    assert_eq!(side("dimension:A-B"), ([0.0, -1.0], "4 m", 1));
    assert_eq!(side("dimension:B-C"), ([1.0, 0.0], "3 m", 0));
    // A point beside the level part is tied to the place right below it.
    let ride = r#"supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "weight", at = "G", mass = 2 }]
points = { A = [0, 0], B = [4, 0], G = [1, 0.5] }
bodies = { bracket = { runs = [["A", "B"]], points = ["G"] } }"#;
    let ride = scene_of(ride);
    assert!(matches!(find(&ride, "ride:G"), Mark::Ride { from: [1.0, 0.0], to: [1.0, 0.5], .. }));
    let small = thumbnail(&scene);
    assert!(small.marks.len() < scene.marks.len() && small.bounds == scene.bounds);
}

/// A triangle A (0, 0), B (4, 0), C (0, 3) on a pin and a roller, 6 down at C.
const TRIANGLE: &str = r#"bars = [["A", "B"], ["B", "C"], ["C", "A"]]
supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ name = "tub", kind = "force", at = "C", size = 6, direction = "right" }, { name = "self", kind = "own", size = 0.1 }]
[points]
A = [0, 0]
B = [4, 0]
C = [0, 3]
"#;

#[test]
fn bars_tell_what_they_carry_and_which_step_found_it() {
    let solved = solved(TRIANGLE);
    let scene = scene(&solved);
    // At C: 6 to the right and half of 3 m and of 5 m of own weight, 0.4 down: B-C takes −6·5/4 = −7.5.
    let Mark::Bar { force: Some(force), length, .. } = find(&scene, "bar:B-C") else { panic!() };
    assert_eq!((force.text.as_deref(), length.as_str()), (Some("7.50 kN"), "5 m"));
    assert_eq!(force.sense, Some(helvek_core::answers::Sense::Compression));
    assert!(force.step.is_some() && force.relative == 1.0);
    // Own weight has an arrow at each joint, half a sheet no force.
    let Mark::Force { text, .. } = find(&scene, "load:self@point:C") else { panic!() };
    assert_eq!(text, "0.400 kN");
    let Mark::Bar { force, .. } = find(&outline(&understood(TRIANGLE)), "bar:B-C").clone() else { panic!() };
    assert_eq!(force, None);
}

#[test]
fn a_truss_has_its_distances_along_both_axes() {
    let scene = scene(&solved(TRIANGLE));
    let Mark::Dimension { from, to, text, side, axis, .. } = find(&scene, "dimension:y:A-C") else {
        panic!()
    };
    assert_eq!((*from, *to, text.as_str(), *side), ([0.0, 0.0], [0.0, 3.0], "3 m", [-1.0, 0.0]));
    assert_eq!(*axis, Some(helvek_figure::Axis::Y));
    let Mark::Dimension { text, .. } = find(&scene, "dimension:x:A-B") else { panic!() };
    assert_eq!(text, "4 m");
}

#[test]
fn each_free_body_keeps_what_acts_on_it_and_cuts_the_rest() {
    let solved = solved(TRIANGLE);
    let free = helvek_figure::free_bodies(&solved, &helvek_figure::scene(&solved));
    let turns = solved.working.turns();
    assert_eq!(free.len(), turns.len());
    let at_c = free.iter().find(|f| f.at == Some([0.0, 3.0])).unwrap();
    assert_eq!(at_c.keep, ["load:self@point:C", "load:tub", "point:C"]);
    let mut cut: Vec<_> = at_c.cut.iter().map(|c| (c.id.to_string(), c.toward, c.turned)).collect();
    cut.sort_by_key(|c| c.0.clone());
    // Both pull away from C; B-C pushes after all.
    assert_eq!(cut[0].0, "bar:B-C");
    assert!((cut[0].1[0] - 0.8).abs() < 1e-12 && (cut[0].1[1] + 0.6).abs() < 1e-12 && cut[0].2);
    assert_eq!((cut[1].0.as_str(), cut[1].1, cut[1].2), ("bar:C-A", [0.0, -1.0], false));
    // The steps follow one another without a gap.
    assert!(free.windows(2).all(|two| two[0].last + 1 == two[1].first));
    assert!(free.iter().filter(|f| f.keep.is_empty()).all(|whole| whole.cut.is_empty()));
}

#[test]
fn a_bar_that_is_there_twice_is_marked_in_its_middle() {
    let text = TRIANGLE.replace(r#"["C", "A"]]"#, r#"["C", "A"], ["A", "C"]]"#);
    let document = sheet::read(&format!("format = \"helvek-sheet/1\"\n{text}"), Syntax::Toml);
    let written = serde_json::json!({ "bars": [["A", "B"], ["B", "C"], ["C", "A"], ["A", "C"]] });
    let built = model::build(&document);
    let mut drawn = outline(&built.model);
    mark_unclear(&mut drawn, &written, &built.model, &built.problems);
    let Some(Mark::Unclear { text, at, path, .. }) = drawn.marks.last() else { panic!() };
    assert_eq!((text.as_str(), *at, path.as_str()), ("A-C", Some([0.0, 1.5]), "bars[3]"));
}

#[test]
fn a_pin_is_seen_among_its_plates_with_what_each_presses() {
    // A tie and a strut on one pin: (−4, 3), (4, 0) and the load (0, −3); the plates press in three directions.
    let built = model::build(&sheet::read(
        r#"format = "helvek-sheet/1"
bars = [["A", "B"], ["B", "C"]]
supports = [{ at = "A", kind = "pin" }, { at = "C", kind = "pin" }]
loads = [{ name = "F", kind = "force", at = "B", size = 3, direction = "down" }]
pins = [{ at = "B", diameter = 16, plates = [{ of = "A-B", thickness = 6 }, { of = "B-C", thickness = 9 }, { of = "F", thickness = 4 }] }]
[points]
A = [0, 0]
B = [4, 0]
C = [0, 3]
"#,
        Syntax::Toml,
    ));
    assert_eq!(built.problems, []);
    let solved = solution::solve(built.model);
    let marks = helvek_figure::pin_marks(&solved, &Checks(&solved).judgement(&[]).unwrap());
    let [mark] = &marks[..] else { panic!("{marks:?}") };
    assert_eq!((mark.at.as_str(), mark.diameter, mark.unit.as_str()), ("B", 16.0, "mm"));
    // The largest is 5 kN along the tie; the strut pushes 4·(4/5) against it.
    let [strut, tie, load] = &mark.plates[..] else { panic!("{mark:?}") };
    assert!((tie.push - 1.0).abs() < 1e-9 && tie.aligned && tie.force == "5.00 kN");
    assert!((strut.push + 0.64).abs() < 1e-9 && !strut.aligned, "{strut:?}");
    assert_eq!((strut.force.as_str(), load.force.as_str()), ("4.00 kN at 0°", "3.00 kN at 270°"));
    assert_eq!(mark.planes.iter().map(|p| p.force.as_str()).collect::<Vec<_>>(), ["4.00 kN", "3.00 kN"]);
    assert!((mark.planes[1].share - 0.75).abs() < 1e-9);
}

#[test]
fn the_fibres_of_a_cut_member_carry_what_mohrs_circle_makes_of_them() {
    use helvek_core::internal_forces::Side;
    use helvek_core::model::CutAt;
    // 60 × 100 built in at A: 12 kN along and 30 kN across at 0.2 m. At A: 2 MPa ± 60 MPa, and 7.5 MPa of shear in the middle.
    let solved = solved(
        r#"supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "force", at = "B", components = [12, -30] }]
points = { A = [0, 0], B = [0.2, 0] }
bodies = { arm = { runs = [["A", "B"]], section = "s" } }
sections = { s = { shape = "rectangle", width = 60, height = 100 } }"#,
    );
    let point = |name: &str| solved.model.point_ids().find(|p| solved.model.point_name(*p) == name).unwrap();
    let body = solved.model.body_ids().next().unwrap();
    let place = CutAt { body, stretch: [point("A"), point("B")], station: 0.0, side: Side::After };
    let mark = helvek_figure::section_mark(&solved, &place).unwrap();
    let near = |a: f64, b: f64| assert!((a - b).abs() <= 1e-6 * b.abs().max(1.0), "{a} is not {b}");
    let worst = &mark.fibres[mark.worst];
    near(worst.normal, 62.0);
    assert_eq!(worst.shear, 0.0);
    assert!(worst.equivalent.contains("62.0 MPa, for ductile materials only"), "{}", worst.equivalent);
    // In the middle: 1 ± √(1² + 7.5²).
    let middle = mark.fibres.iter().min_by(|a, b| a.level.abs().total_cmp(&b.level.abs())).unwrap();
    near(middle.normal, 2.0);
    near(middle.shear.abs(), 7.5);
    let radius = 1f64.hypot(7.5);
    near(middle.principal[0], 1.0 + radius);
    near(middle.principal[1], 1.0 - radius);
    near(middle.radius, radius);
    assert!(middle.says.starts_with("σ₁ 8.57, σ₂ −6.57, τ max 7.57"), "{}", middle.says);
    near(mark.neutral.unwrap().abs(), 2.0 * 50.0 / 60.0);
}

#[test]
fn what_a_negative_factor_turns_round_is_drawn_as_large_and_the_other_way() {
    let solved = solved(
        r#"supports = [{ at = "A", kind = "fixed" }]
combinations = [{ name = "U", factors = { wind = -0.5 } }]
loads = [
  { name = "push", kind = "force", at = "B", size = "6 kN", direction = "down", case = "wind" },
  { name = "crate", kind = "weight", at = "B", mass = 40, case = "wind" },
  { name = "twist", kind = "couple", at = "B", size = 2, turn = "cw", case = "wind" },
  { name = "row", kind = "distributed", from = "A", to = "B", start = 1, end = 3, case = "wind" },
]
points = { A = [0, 0], B = [4, 0] }
bodies = { beam = { runs = [["A", "B"]] } }
"#,
    );
    let drawn = scene_of_state(&solved.states()[0].solved);
    let mut seen = 0;
    for mark in &drawn.marks {
        match mark {
            Mark::Force { toward, relative, text, .. } => {
                assert!((0.0..=1.0).contains(relative) && toward[1] > 0.0, "{mark:?}");
                assert!(!text.contains('6'), "as it was written, and not as strong as it is: {text}");
            }
            Mark::Couple { turn, .. } => assert_eq!(*turn, Spin::Ccw),
            Mark::Distributed { heights, toward, .. } => {
                assert!(0.0 < heights[0] && heights[0] < heights[1] && toward[1] > 0.0, "{mark:?}");
            }
            _ => continue,
        }
        seen += 1;
    }
    assert_eq!(seen, 4);
}

#[test]
fn a_load_over_a_hinge_has_a_mark_on_each_body_and_is_one_load() {
    let solved = solved(
        r#"supports = [{ at = "A", kind = "fixed" }, { at = "C", kind = "roller" }]
loads = [{ name = "row", kind = "distributed", from = "A", to = "C", start = "2 kN/m", end = 5 }]
joints = [{ at = "B", kind = "pin", of = ["AB", "BC"] }]
points = { A = [0, 0], B = [2, 0], C = [6, 0] }
bodies = { AB = { runs = [["A", "B"]] }, BC = { runs = [["B", "C"]] } }
"#,
    );
    let drawn = scene(&solved);
    let marks: Vec<_> = drawn.marks.iter().filter(|m| matches!(m, Mark::Distributed { .. })).collect();
    assert_eq!(marks.iter().map(|m| id(m).to_string()).collect::<Vec<_>>(), ["load:row", "load:row#2"]);
    assert!(marks.iter().all(|m| m.load() == Some(Kind::Load.id("row"))));
    let texts = |mark: &Mark| match mark {
        Mark::Distributed { texts, .. } => texts.join(" "),
        _ => String::new(),
    };
    // The ends as they were written, the place between as it follows: 2 + 3·2/6.
    assert_eq!((texts(marks[0]), texts(marks[1])), ("2 kN/m 3 kN/m".into(), "3 kN/m 5 kN/m".into()));
    let ids: std::collections::HashSet<&Id> = drawn.marks.iter().map(id).collect();
    assert_eq!(ids.len(), drawn.marks.len());
}
