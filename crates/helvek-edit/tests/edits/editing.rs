//! Long random editing: no sequence of edits ever leaves a sheet that is wrong, and a sheet reads back as it was written.

use crate::common;
use helvek_answers as answers;
use helvek_edit::edit::{self, Edit};
use helvek_sheet::id::{Id, Kind};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{self, Document, JointKind, Sheet, Syntax};
use helvek_statics::model;
use helvek_statics::solution;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn some(text: impl Into<String>) -> Option<String> {
    Some(text.into())
}

fn edits() -> impl Strategy<Value = Edit> {
    let number = (0u32..80).prop_map(|n| format!("{}", f64::from(n) / 8.0));
    let size = prop_oneof![
        number.clone(),
        number.clone().prop_map(|n| format!("{n} lb")),
        Just("3; -4".to_owned()),
        Just("-2.5".to_owned()),
        Just("?P".to_owned())
    ];
    let place = prop_oneof![
        number.clone(),
        number.clone().prop_map(|n| format!("{n} ft")),
        Just("start".to_owned()),
        Just("end".to_owned()),
        Just("middle".to_owned()),
        Just("C + 0.25".to_owned()),
        Just("B - 1".to_owned()),
        Just("C + 0.5 up".to_owned()),
        Just("1; 0.5".to_owned())
    ];
    let direction = prop_oneof![
        Just("down".to_owned()),
        Just("210".to_owned()),
        Just("30 from -y cw".to_owned()),
        Just("to A".to_owned()),
        Just("normal".to_owned())
    ];
    let name = prop_oneof![Just("F1"), Just("F2"), Just("q1"), Just("M1"), Just("A"), Just("B"), Just("C")];
    let kind =
        prop_oneof![Just("pin"), Just("roller"), Just("fixed"), Just("guide"), Just("rough"), Just("link")];
    let ids = prop::collection::vec(
        prop_oneof![Just("load:F1"), Just("load:q1"), Just("load:M1"), Just("support:B"), Just("point:B")],
        1..3,
    )
    .prop_map(|ids| ids.into_iter().map(|id| id.parse().unwrap()).collect::<Vec<Id>>());
    prop_oneof![
        (number.clone(), prop::option::of(Just("30".to_owned()))).prop_map(|(length, angle)| Edit::Beam {
            from: None,
            length: some(length),
            angle
        }),
        (place.clone(), number.clone(), number.clone()).prop_map(|(from, length, angle)| Edit::Beam {
            from: some(from),
            length: some(length),
            angle: some(format!("{angle}0"))
        }),
        (name.clone(), name.clone(), number.clone(), prop::option::of(number.clone())).prop_map(
            |(first, second, length, angle)| Edit::Piece {
                first: first.into(),
                second: second.into(),
                length: some(length),
                angle,
                rename: None
            }
        ),
        (name.clone(), number.clone(), name.clone()).prop_map(|(name, x, rename)| Edit::Point {
            name: name.into(),
            x: some(x),
            y: None,
            z: None,
            rename: some(rename)
        }),
        (kind, place.clone()).prop_map(|(kind, place)| Edit::Support {
            settles: None,
            spring: None,
            name: None,
            kind: some(kind),
            place: some(place),
            normal: None,
            toward: (kind == "link").then(|| "60".into()),
            holds: None,
            friction: None,
            axis: None,
            couples: None,
            rename: None
        }),
        (ids.clone(), number.clone(), 0usize..3).prop_map(|(ids, by, copies)| Edit::Shift {
            ids,
            by,
            copies: some(copies.to_string())
        }),
        (ids.clone(), prop::bool::ANY).prop_map(|(ids, copy)| Edit::Mirror {
            ids,
            about: None,
            copy: copy.then(|| "yes".into())
        }),
        (size.clone(), place.clone()).prop_map(|(size, place)| Edit::Weight {
            name: None,
            size: some(size),
            place: some(place),
            rename: None,
            case: None
        }),
        ids.prop_map(|ids| Edit::Remove { ids }),
        (size.clone(), place.clone(), direction.clone()).prop_map(|(size, place, direction)| Edit::Force {
            name: None,
            direction: (!size.contains(';')).then_some(direction),
            size: some(size),
            place: some(place),
            rename: None,
            case: None
        }),
        (prop::option::of(name.clone()), size.clone(), prop::option::of(place.clone())).prop_map(
            |(name, size, place)| Edit::Force {
                name: name.map(Into::into),
                size: some(size),
                place,
                direction: None,
                rename: None,
                case: None
            }
        ),
        (number.clone(), place.clone()).prop_map(|(size, place)| Edit::Couple {
            name: None,
            size: some(size),
            place: some(place),
            turn: some("cw"),
            axis: None,
            rename: None,
            case: None
        }),
        (number.clone(), number.clone(), place.clone(), place).prop_map(|(start, end, from, to)| {
            Edit::Distributed {
                name: None,
                start: some(start),
                end: some(end),
                from: some(from),
                to: some(to),
                direction: None,
                per: None,
                rename: some("q7"),
                case: some("wind"),
            }
        }),
        (name.clone(), name.clone(), number).prop_map(|(first, second, value)| Edit::Distance {
            first: first.into(),
            second: second.into(),
            value
        }),
        name.prop_map(|name| Edit::Remove {
            ids: vec![if name.len() == 1 { Kind::Support } else { Kind::Load }.id(name)]
        }),
        Just(Edit::Cure { index: 0 }),
        Just(Edit::Units { length: "ft".into(), force: "lb".into() }),
        Just(Edit::Units { length: "m".into(), force: "kN".into() }),
    ]
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 400, rng_seed: RngSeed::Fixed(11), failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn no_sequence_of_edits_leaves_a_wrong_sheet(list in prop::collection::vec(edits(), 1..25)) {
        let mut sheet = Sheet { format: sheet::FORMAT.into(), ..Sheet::default() };
        let first = Edit::Beam { from: None, length: some("8"), angle: None };
        // Ends that a further piece went on from keep their names.
        let mut meant = std::collections::HashSet::new();
        for edit in std::iter::once(first).chain(list) {
            let before = Document::from(sheet.clone());
            let after = match edit::apply(&before, &edit) {
                Ok(after) => after,
                Err(problems) => {
                    problems.iter().for_each(plainly);
                    continue;
                }
            };
            // Nothing at all may be left, and that is no model.
            if after.bodies.is_empty() {
                prop_assert!(after.points.is_empty() && after.loads.is_empty() && after.supports.is_empty());
                continue;
            }
            let text = serde_json::to_string(&after).unwrap();
            let read = sheet::read(&text, Syntax::Json);
            prop_assert_eq!(&read.sheet, &after);
            let built = model::build(&read);
            prop_assert!(built.problems.is_empty(), "{edit:?} left {:?} in {text}", built.problems);
            if matches!(edit, Edit::Beam { .. }) {
                meant.extend(before.sheet.points.keys().cloned());
            }
            meant.retain(|name| after.points.contains_key(name));
            // Every other point on a straight stretch carries something.
            for run in after.bodies.values().flat_map(|body| &body.runs) {
                for three in run.windows(3) {
                    let at = |name: &str| built.model.points.iter().find(|p| p.name == name).unwrap().at;
                    let (u, v) = (at(&three[1]) - at(&three[0]), at(&three[2]) - at(&three[1]));
                    let corner = u.cross(v).length() > 1e-9 * u.length() * v.length();
                    let mentions = text.matches(&format!("\"{}\"", three[1])).count();
                    prop_assert!(corner || mentions >= 3 || meant.contains(&three[1]), "{} is left over in {text}", three[1]);
                }
            }
            let solved = solution::solve(built.model);
            let answers = answers::answers(&solved);
            prop_assert!(answers.checks.iter().all(|check| check.ok), "{text}\n{:?}", answers.checks);
            sheet = after;
        }
    }

    #[test]
    fn a_distance_comes_out_as_it_was_typed(stations in prop::collection::vec(0.3f64..4.0, 2..6), which in 0usize..5, new in 0.2f64..9.0, slope in -170.0f64..170.0) {
        let total: f64 = stations.iter().sum();
        let mut sheet = Sheet { format: sheet::FORMAT.into(), ..Sheet::default() };
        let apply = |sheet: &Sheet, edit: Edit| edit::apply(&Document::from(sheet.clone()), &edit).unwrap();
        sheet = apply(&sheet, Edit::Beam { from: None, length: some(total.to_string()), angle: some(slope.to_string()) });
        let mut at = 0.0;
        for span in &stations[..stations.len() - 1] {
            at += span;
            sheet = apply(&sheet, Edit::Force { name: None, size: some("1"), place: some(at.to_string()), direction: None, rename: None, case: None });
        }
        let run = sheet.bodies["beam"].runs[0].clone();
        let which = which % (run.len() - 1);
        let changed = apply(&sheet, Edit::Distance { first: run[which].clone(), second: run[which + 1].clone(), value: new.to_string() });
        let model = model::build(&Document::from(changed)).model;
        let points: Vec<_> = model.points_of(model.body_ids().next().unwrap()).into_iter().map(|p| model.at(p)).collect();
        for (i, pair) in points.windows(2).enumerate() {
            let expected = if i == which { new } else { stations[i] };
            prop_assert!((pair[0].distance(pair[1]) - expected).abs() < 1e-8);
        }
    }
}

/// The ids of all things of a sheet that can be removed.
fn things(sheet: &Sheet) -> Vec<Id> {
    let supports = model::support_names(sheet);
    let loads = model::load_names(sheet);
    let combinations = sheet.combinations.iter().map(|c| c.name.clone()).collect();
    let kinds: [(Kind, Vec<String>); 10] = [
        (Kind::Load, loads),
        (Kind::Support, supports),
        (Kind::Joint, model::joint_names(sheet)),
        (Kind::Bar, model::bar_names(sheet)),
        (Kind::Train, model::train_names(sheet)),
        (Kind::Combination, combinations),
        (Kind::Point, sheet.points.keys().cloned().collect()),
        (Kind::Body, sheet.bodies.keys().cloned().collect()),
        (Kind::Rope, sheet.ropes.keys().cloned().collect()),
        (Kind::Wheel, sheet.pulleys.keys().cloned().collect()),
    ];
    kinds.iter().flat_map(|(kind, names)| names.iter().map(move |name| kind.id(name))).collect()
}

#[test]
fn everything_of_every_example_can_be_removed() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let document = sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml);
        let ids = things(&document.sheet);
        assert!(ids.len() > 3, "{path:?}");
        for id in ids {
            let left = match edit::apply(&document, &Edit::Remove { ids: vec![id.clone()] }) {
                Ok(left) => left,
                Err(problems) => {
                    // What is refused is said in words of the bench.
                    assert_eq!(
                        (sheet_of(&path), &id),
                        ("seedling-rail", &Kind::Point.id("B")),
                        "{problems:?}"
                    );
                    problems.iter().for_each(plainly);
                    continue;
                }
            };
            let problems = model::build(&Document::from(left.clone())).problems;
            let nothing = left.bodies.is_empty() && left.bars.is_empty();
            assert!(problems.iter().all(|p| nothing && p.path == "bodies"), "{path:?} {id}: {problems:?}");
            // Loads without a name are counted anew, and joints of an automatic name may be welds now.
            let stays = matches!(id.kind, Kind::Load | Kind::Joint);
            assert!(!things(&left).contains(&id) || stays, "{path:?} {id}");
            assert_ne!(left, document.sheet);
        }
    }
}

fn sheet_of(path: &std::path::Path) -> &str {
    path.file_stem().unwrap().to_str().unwrap()
}

/// Fails where a problem speaks in the words of a file.
fn plainly(problem: &Problem) {
    for text in [&problem.message, &problem.cure] {
        assert!(!text.contains(" = ") && !text.contains('{') && !text.contains("[["), "{problem:?}");
    }
}

#[test]
fn without_its_joint_what_it_held_is_one_piece() {
    // A beam of 9 m, hinged at 3 m and at 7 m, and its hinges taken out again: the beam that it was.
    let beam = |hinges: &[&str]| {
        let mut document = Document::from(sheet::read("format = \"helvek-sheet/1\"", Syntax::Toml).sheet);
        let mut edit = |edit: Edit| document = Document::from(edit::apply(&document, &edit).unwrap());
        edit(Edit::Beam { from: None, length: some("9"), angle: None });
        for hinge in hinges {
            edit(Edit::Joint {
                name: None,
                kind: some("pin"),
                place: some(*hinge),
                with: None,
                direction: None,
                friction: None,
                rename: None,
            });
        }
        document.sheet
    };
    let hinged = beam(&["3", "7"]);
    let names: Vec<_> = hinged.bodies.keys().collect();
    assert_eq!(names, ["AC", "CD", "DB"]);
    for order in [[0, 0], [1, 0]] {
        let mut left = hinged.clone();
        for row in order {
            let joint = model::joint_names(&left)[row].clone();
            let document = Document::from(left);
            left = edit::apply(&document, &Edit::Remove { ids: vec![Kind::Joint.id(joint)] }).unwrap();
        }
        let runs: Vec<_> = left.bodies.values().map(|body| body.runs.clone()).collect();
        assert_eq!(runs, [[["A", "B"]]], "{order:?}");
        assert_eq!(left.joints, []);
        assert_eq!(left.points, beam(&[]).points);
    }
    // Two levers that cross are welded first, and then one; what acts on the second acts on it.
    let text = "
        supports = [{ at = \"A\", kind = \"pin\" }]
        joints = [{ at = \"O\", kind = \"pin\", of = [\"long\", \"short\"] }]
        loads = [{ kind = \"force\", at = \"O\", on = \"short\", size = 3, direction = \"down\" }]
        [points]
        A = [0, 0]
        O = [1, 1]
        B = [3, 3]
        C = [0, 2]
        D = [1.5, 0.5]
        [bodies]
        long = { runs = [[\"A\", \"O\", \"B\"]] }
        short = { runs = [[\"C\", \"O\", \"D\"]] }";
    let document = sheet::read(&common::toml(text), Syntax::Toml);
    let remove = |sheet: Sheet| {
        let joint = Kind::Joint.id(&model::joint_names(&sheet)[0]);
        edit::apply(&Document::from(sheet), &Edit::Remove { ids: vec![joint] })
    };
    let welded = remove(document.sheet.clone()).unwrap();
    assert_eq!((welded.joints.len(), welded.joints[0].kind), (1, JointKind::Weld));
    let one = remove(welded.clone()).unwrap();
    assert_eq!(one.bodies.len(), 1);
    assert_eq!(one.bodies["long"].runs.len(), 2);
    let reactions = |sheet: &Sheet| {
        answers::answers(&solution::solve(model::build(&Document::from(sheet.clone())).model)).reactions
    };
    assert_eq!(reactions(&one)[0].force, reactions(&welded)[0].force);
    // Of another stiffness they stay two.
    let mut stiff = welded;
    stiff.bodies["short"].ei = Some(sheet::Quantities::One(sheet::Quantity::Text("2 EI".to_owned())));
    let problems = remove(stiff).unwrap_err();
    assert_eq!(problems[0].message, "long, short meet at O, and are not of the same section and stiffness.");
}

#[test]
fn pieces_keep_their_stiffness_when_points_come_and_go() {
    let path = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples/seedling-rail.toml");
    let document = sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml);
    let each = |sheet: &Sheet| match &sheet.bodies["rail"].ei {
        Some(sheet::Quantities::Each(each)) => {
            each.iter().map(|q| serde_json::to_value(q).unwrap().as_str().unwrap().to_owned()).collect()
        }
        other => vec![format!("{other:?}")],
    };
    let force = |sheet: Sheet, place: &str| {
        let size = some("1");
        let (name, direction, case, rename) = (None, None, None, None);
        let edit = Edit::Force { name, size, place: some(place), direction, case, rename };
        edit::apply(&Document::from(sheet), &edit).unwrap()
    };
    // Two forces in the second span, one in the first: A ─1─ E ─ B ─1.5─ C ─ D ─ ...
    let loaded = force(force(force(document.sheet.clone(), "3"), "4"), "1");
    assert_eq!(each(&loaded), ["EI", "EI", "1.5 EI", "1.5 EI", "1.5 EI"]);
    assert_eq!(model::build(&Document::from(loaded.clone())).problems, []);
    let names = model::load_names(&loaded);
    let ids = names[2..].iter().map(|name| Kind::Load.id(name)).collect();
    let again = edit::apply(&Document::from(loaded), &Edit::Remove { ids }).unwrap();
    assert_eq!(again, document.sheet);
    // Without an end its piece goes, and the other keeps what it has.
    let short = edit::apply(&document, &Edit::Remove { ids: vec![Kind::Point.id("A")] }).unwrap();
    assert_eq!(each(&short), ["1.5 EI"]);
    // What is written for each straight stretch is not rewritten while there are as many.
    let path = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples/peach-portal.toml");
    let portal = sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml);
    let loaded = force(portal.sheet.clone(), "A + 0.7");
    assert_eq!(loaded.bodies["portal"].ei, portal.sheet.bodies["portal"].ei);
    assert_ne!(loaded.bodies["portal"].runs, portal.sheet.bodies["portal"].runs);
    assert_eq!(model::build(&Document::from(loaded)).problems, []);
    // A hinge inside a piece parts it: both its sides keep what it had.
    let hinge = Edit::Joint {
        name: None,
        kind: some("pin"),
        place: some("1"),
        with: None,
        direction: None,
        friction: None,
        rename: None,
    };
    let hinged = edit::apply(&document, &hinge).unwrap();
    let of = |body: &str| serde_json::to_value(&hinged.bodies[body]).unwrap()["EI"].clone();
    assert_eq!(hinged.bodies.keys().collect::<Vec<_>>(), ["rail", "DBC"]);
    assert_eq!((of("rail"), of("DBC")), (serde_json::json!(["EI"]), serde_json::json!(["EI", "1.5 EI"])));
    // Without its support nothing is named at B, where the stiffness changes: the point stays.
    let free = edit::apply(
        &document,
        &Edit::Remove { ids: vec![Kind::Support.id("B"), Kind::Load.id("trays"), Kind::Load.id("soil")] },
    );
    assert_eq!(each(&free.unwrap()), ["EI", "1.5 EI"]);
}

#[test]
fn the_examples_say_the_same_in_toml_and_in_json() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    for entry in std::fs::read_dir(folder).unwrap() {
        let text = std::fs::read_to_string(entry.unwrap().path()).unwrap();
        let toml = sheet::read(&text, Syntax::Toml);
        assert_eq!(toml.problems, []);
        let json = sheet::read(&serde_json::to_string_pretty(&toml.sheet).unwrap(), Syntax::Json);
        assert_eq!(json.sheet, toml.sheet);
        let answers = |document: &Document| answers::answers(&solution::solve(model::build(document).model));
        assert_eq!(answers(&json), answers(&toml));
    }
    // The helpers of the other test files are checked here too: they write what they are asked to.
    assert!(common::toml("title = \"x\"").starts_with("format"));
    assert_eq!(
        common::problems(&common::toml(&common::beam(&[("A", 0.0), ("B", 1.0)], "")), Syntax::Toml),
        []
    );
    common::assert_near(common::answers(&common::beam(&[("A", 0.0), ("B", 1.0)], "")).mobility as f64, 3.0);
}

#[test]
fn whatever_things_are_called_they_are_not_taken_for_others() {
    let text = "
        supports = [{ at = \"A\", kind = \"pin\" }, { at = \"C\", kind = \"pin\" }]
        joints = [{ at = \"B\", kind = \"pin\", of = [\"rail#2\", \"left + right @ 50%\"] }]
        loads = [{ name = \"F#1\", kind = \"force\", at = \"B\", on = \"rail#2\", size = 3, direction = \"down\" }]
        [points]
        A = [0, 0]
        B = [2, 1.5]
        C = [5, 0]
        [bodies]
        \"rail#2\" = { runs = [[\"A\", \"B\"]] }
        \"left + right @ 50%\" = { runs = [[\"B\", \"C\"]] }
        [conventions]
        order = [{ free = [\"body:left + right @ 50%\"], about = \"C\" }, { free = [\"body:rail#2\"], about = \"A\" }]";
    let document = sheet::read(&common::toml(text), Syntax::Toml);
    // What was chosen in sheets of before is still found.
    let built = model::build(&document);
    assert_eq!((built.problems, built.model.order.len()), (vec![], 2));
    let ids = things(&document.sheet);
    assert!(ids.iter().any(|id| *id == "body:left %2B right %40 50%25"), "{ids:?}");
    for id in ids.iter().filter(|id| id.kind == Kind::Body || id.kind == Kind::Load) {
        let text = serde_json::json!({ "edit": "remove", "ids": [id] }).to_string();
        let left = edit::apply(&document, &serde_json::from_str(&text).unwrap()).unwrap();
        assert!(!things(&left).contains(id), "{id}");
        assert!(left.bodies.len() + left.loads.len() < 3, "{id}");
    }
    // Freed together, dragged aside, then called otherwise: both follow.
    let mut sheet = document.sheet.clone();
    let both = ["rail#2", "left + right @ 50%"].map(|body| Kind::Body.id(body)).to_vec();
    sheet.conventions.apart.together = vec![both.clone()];
    sheet.conventions.apart.moved = [(helvek_sheet::id::together(&both), [1.0, 2.0])].into();
    let rename = serde_json::json!({ "edit": "body", "name": "rail#2", "rename": "a+b" });
    let sheet = edit::apply(&Document::from(sheet), &serde_json::from_value(rename).unwrap()).unwrap();
    let both = ["a+b", "left + right @ 50%"].map(|body| Kind::Body.id(body)).to_vec();
    assert_eq!(sheet.conventions.apart.together, std::slice::from_ref(&both));
    assert_eq!(
        sheet.conventions.apart.moved.keys().collect::<Vec<_>>(),
        [&helvek_sheet::id::together(&both)]
    );
    let kept = sheet::read(&serde_json::to_string(&sheet).unwrap(), Syntax::Json);
    assert_eq!((kept.problems, kept.sheet), (vec![], sheet));
}
