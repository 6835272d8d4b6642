//! A body cut through: both parts give the same N, V and M, and the same as the diagrams, which come by another way.

use helvek_edit::edit::cut_place;
use helvek_sheet::sheet::{self, Document, Syntax};
use helvek_statics::cut::Cut;
use helvek_statics::internal_forces::{Inner, Side, Six};
use helvek_statics::model::{self, BodyId, CutAt, CutRefusal, LoadKind, PointId};
use helvek_statics::solution::{self, Statics};

fn example(name: &str) -> Document {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml)
}

fn statics(text: &str) -> Statics {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert!(built.problems.is_empty(), "{:?}", built.problems);
    Statics::of(built.model)
}

/// Where something steps along a stretch, and places between: metres from its first point, each with a side.
fn places(segments: impl Iterator<Item = [f64; 2]>) -> Vec<(f64, Side)> {
    let mut places: Vec<(f64, Side)> = Vec::new();
    for [start, end] in segments.take(6) {
        places.push((start + 0.37 * (end - start), Side::Before));
        let sides = if start > 0.0 { &[Side::Before, Side::After][..] } else { &[Side::After] };
        places.extend(sides.iter().map(|side| (start, *side)));
    }
    places
}

/// Both parts of a cut say this, to what is left of the largest force or moment.
fn agree(cut: &Cut, wanted: &[f64], scales: &[f64], said: &str) {
    for part in [0, 1] {
        for ((value, wanted), scale) in cut.values(part).into_iter().zip(wanted).zip(scales) {
            let value = value.unwrap_or_else(|| panic!("{said}: open on part {part}"));
            assert!((value - wanted).abs() <= 1e-8 * scale, "{said}, part {part}: {value}, {wanted}");
        }
    }
    assert!(cut.agrees(), "{said}");
}

/// Cuts a structure through in many places, and compares both parts of each cut with the diagrams: how many cuts that were, and how many of them
/// where something steps.
fn cut_through(name: &str, statics: &Statics) -> (usize, usize) {
    let (mut cuts, mut steps) = (0, 0);
    let mut cut = |at: CutAt, wanted: &[f64], scales: &[f64], stepping: bool| {
        let said = format!("{name}: {at:?}");
        match statics.cut(&at) {
            Ok(cut) => agree(&cut, wanted, scales, &said),
            // In a ring with stiffness there is a diagram, and no single cut.
            Err(why) => return assert_eq!(why, CutRefusal::Ring, "{said}"),
        }
        cuts += 1;
        steps += usize::from(stepping);
    };
    for diagram in statics.inside().iter().filter_map(|i| i.diagram.clone().ok()) {
        let stretch = [diagram.from(), diagram.to()];
        let (f, m) = diagram.scales;
        for (station, side) in places(diagram.segments.iter().map(|s| [s.start, s.end])) {
            let wanted = Inner::ALL.map(|inner| diagram.at(inner, station, side));
            let at = CutAt { body: diagram.body, stretch, station, side };
            cut(at, &wanted, &[f, f, m], diagram.steps(station));
        }
    }
    for (body, diagram) in
        statics.inside_space().iter().filter_map(|i| Some((i.body, i.diagram.clone().ok()?)))
    {
        let ends: Vec<PointId> = diagram.points.iter().map(|(point, _)| *point).collect();
        let stretch = [ends[0], ends[ends.len() - 1]];
        let (f, m) = diagram.scales;
        for (station, side) in places(diagram.segments.iter().map(|s| [s.start, s.end])) {
            let wanted = Six::ALL.map(|six| diagram.at(six, station, side));
            cut(CutAt { body, stretch, station, side }, &wanted, &[f, f, f, m, m, m], station > 0.0);
        }
    }
    (cuts, steps)
}

#[test]
fn both_parts_of_every_cut_say_what_the_diagrams_say() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut names: Vec<_> = std::fs::read_dir(folder).unwrap().map(|e| e.unwrap().path()).collect();
    names.sort();
    let counted = names.iter().map(|path| {
        let name = path.file_stem().unwrap().to_str().unwrap();
        cut_through(name, &solution::solve(model::build(&example(name)).model))
    });
    let (cuts, steps) = counted.fold((0, 0), |sum, more| (sum.0 + more.0, sum.1 + more.1));
    assert!(cuts > 300 && steps > 60, "{cuts} {steps}");
}

#[test]
fn a_cut_of_what_stiffness_solves_has_its_values() {
    // Three times redundant, and several runs end at C: each part balances with what stiffness says of the supports.
    let text = r#"format = "helvek-sheet/1"
supports = [{ at = "A", kind = "fixed" }, { at = "D", kind = "fixed" }]
loads = [
  { kind = "force", at = "B", size = 7, direction = "right" },
  { kind = "distributed", from = "E", to = "C", start = 3, direction = "down" },
]
points = { A = [0, 0], B = [0, 4], C = [6, 4], D = [6, 0], E = [4, 4] }
bodies = { frame = { runs = [["A", "B"], ["D", "C"], ["B", "E"], ["E", "C"]], EI = [5000, 9000, 20000, 41000] } }"#;
    let (cuts, _) = cut_through("frame", &statics(text));
    assert!(cuts >= 4, "{cuts}");
}

#[test]
fn a_load_over_the_cut_is_parted_with_the_intensity_it_has_there() {
    // 1 to 4 over 6; at 2 from A it is 2: 1 to 2 before, 2 to 4 beyond.
    let solved = statics(
        r#"format = "helvek-sheet/1"
supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ name = "snow", kind = "distributed", from = "B", to = "A", start = 4, end = 1, direction = "down" }]
points = { A = [0, 0], B = [6, 0] }
bodies = { beam = { runs = [["A", "B"]] } }"#,
    );
    let at = CutAt { body: BodyId(0), stretch: [PointId(0), PointId(1)], station: 2.0, side: Side::Before };
    let cut = solved.cut(&at).unwrap();
    let model = &cut.solved.model;
    let told: Vec<_> = model
        .loading
        .loads
        .iter()
        .map(|load| match &load.kind {
            LoadKind::Spread(spread) => (
                model.on_name(load.on).to_owned(),
                [spread.from, spread.to].map(|p| model.point_name(p).to_owned()),
                spread.ends().map(|end| end.known().unwrap()),
                spread.over,
            ),
            _ => unreachable!(),
        })
        .collect();
    let part = |on: &str, ends: [&str; 2], sizes, over| (on.to_owned(), ends.map(str::to_owned), sizes, over);
    assert_eq!(
        told,
        [
            part("beam, K to B", ["B", "K"], [4000.0, 2000.0], 4.0),
            part("beam, A to K", ["K", "A"], [2000.0, 1000.0], 2.0),
        ]
    );
    // A_y = (1·6·3 + ½·3·6·2)/6 = 6; M = 6·2 − 1·2·1 − ½·1·2·2/3 = 9.333.
    let m = cut.values(0)[2].unwrap();
    assert!((m - 28000.0 / 3.0).abs() < 1e-6, "{m}");
    // The side with less on it is proposed: before the cut the pin has two forces, beyond it the roller one.
    assert_eq!(cut.simpler(), usize::from(cut.terms()[1] < cut.terms()[0]));
}

#[test]
fn what_hangs_on_a_part_goes_with_it() {
    // A post with an arm at B and a shelf that rides along beside it: a branch, a bar, a rope's end, a couple and a settlement of names.
    let solved = statics(
        r#"format = "helvek-sheet/1"
supports = [{ at = "A", kind = "pin" }, { at = "G", kind = "pin" }]
bars = [["E", "G"]]
loads = [
  { kind = "force", at = "D", size = 3, direction = "down" },
  { kind = "couple", at = "E", size = 2 },
  { kind = "force", at = "S", size = 1, direction = "right" },
]
points = { A = [0, 0], B = [0, 2], C = [0, 5], D = [1.5, 2], E = [0, 4], G = [3, 4.5], S = [0.3, 4.6] }
bodies = { post = { runs = [["A", "B", "E", "C"], ["B", "D"]], points = ["S"] } }"#,
    );
    let at = |station, side| CutAt { body: BodyId(0), stretch: [PointId(0), PointId(2)], station, side };
    let loads_before = |cut: &Cut| {
        let model = &cut.solved.model;
        let before = model.loading.loads.iter().filter(|load| load.on.body() == Some(BodyId(0)));
        before.map(|load| load.name.clone()).collect::<Vec<_>>()
    };
    // The branch at B is beyond a cut just before it, and before one just after it.
    assert_eq!(loads_before(&solved.cut(&at(2.0, Side::Before)).unwrap()), Vec::<String>::new());
    assert_eq!(loads_before(&solved.cut(&at(2.0, Side::After)).unwrap()), ["F1"]);
    assert_eq!(loads_before(&solved.cut(&at(4.3, Side::Before)).unwrap()), ["F1", "M1"]);
    assert!(solved.inside().iter().all(|inside| inside.diagram.is_ok()));
    cut_through("post", &solved);
}

#[test]
fn a_cut_beside_is_refused_with_its_reason_and_one_at_the_end_gives_what_acts_there() {
    let document = example("potting-bench");
    let beside = cut_place(&document, "1; 1").unwrap_err();
    assert!(beside[0].message.contains("lies beside every member"), "{beside:?}");
    let outside = cut_place(&document, "9").unwrap_err();
    assert!(outside[0].message.contains('9'), "{outside:?}");
    let solved = Statics::of(model::build(&document).model);
    let end = cut_place(&document, "start").unwrap().in_model(&solved.model, Side::After).unwrap();
    let cut = solved.cut(&end).unwrap();
    // Of the pin at A, 0.93 up, and nothing else: V = 0.93, N = M = 0.
    let [n, v, m] = cut.values(0)[..] else { panic!() };
    assert!(n == Some(0.0) && m == Some(0.0) && (v.unwrap() - 930.0).abs() < 1e-9, "{n:?} {v:?} {m:?}");
}
