//! Long random editing: no sequence of edits ever leaves a sheet that is wrong, and a sheet reads back as it was written.

mod common;

use helvek_core::edit::{self, Edit};
use helvek_core::model;
use helvek_core::sheet::{self, Document, Sheet, Syntax};
use helvek_core::solution;
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
    .prop_map(|ids| ids.into_iter().map(String::from).collect::<Vec<_>>());
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
            ids: vec![format!("{}:{name}", if name.len() == 1 { "support" } else { "load" })]
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
            let Ok(after) = edit::apply(&before, &edit) else { continue };
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
            let answers = solved.answers();
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

#[test]
fn the_examples_say_the_same_in_toml_and_in_json() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    for entry in std::fs::read_dir(folder).unwrap() {
        let text = std::fs::read_to_string(entry.unwrap().path()).unwrap();
        let toml = sheet::read(&text, Syntax::Toml);
        assert_eq!(toml.problems, []);
        let json = sheet::read(&serde_json::to_string_pretty(&toml.sheet).unwrap(), Syntax::Json);
        assert_eq!(json.sheet, toml.sheet);
        let answers = |document: &Document| solution::solve(model::build(document).model).answers();
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
