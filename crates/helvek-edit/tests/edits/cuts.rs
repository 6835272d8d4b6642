//! A body cut through: both parts give the same N, V and M, and the same as the diagrams, which come by another way.

use helvek_answers as answers;
use helvek_edit::cut::cut;
use helvek_edit::edit::{cut_place, halves};
use helvek_sheet::sheet::{self, Document, Syntax};
use helvek_statics::internal_forces::{Inner, Side};
use helvek_statics::model;
use helvek_statics::solution;

fn example(name: &str) -> Document {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml)
}

/// Cuts a structure through in many places, and compares both parts of each cut with the diagrams: how many cuts that were, and how many of them where something steps.
fn cut_through(name: &str, document: &Document) -> (usize, usize) {
    let (mut cuts, mut steps) = (0, 0);
    let solved = solution::solve(model::build(document).model);
    let metre = &solved.model.units.length;
    for diagram in solved.inside().iter().filter_map(|i| i.diagram.clone().ok()) {
        let body = &solved.model.bodies[diagram.body.index()].name;
        let (from, to) = (solved.model.at(diagram.from()), solved.model.at(diagram.to()));
        let mut places: Vec<(f64, Side)> = Vec::new();
        for segment in diagram.segments.iter().take(6) {
            places.push((segment.start + 0.37 * segment.length(), Side::Before));
            if segment.start > 0.0 {
                places.extend([(segment.start, Side::Before), (segment.start, Side::After)]);
            }
        }
        for (station, side) in places {
            let at = from + (to - from) * (station / diagram.length());
            let text = format!("{body} {}; {}", metre.from_si(at.x), metre.from_si(at.y));
            let said = format!("{}: {text} {side:?}", name);
            let place = cut_place(document, &text).unwrap_or_else(|p| panic!("{said}: {p:?}"));
            assert!((metre.to_si(place.station) - station).abs() < 1e-9 * diagram.length(), "{said}");
            let cut = match cut(document, &place, side, None) {
                Ok(cut) => cut,
                // What only ends there leaves nothing on one side.
                Err(problems) => {
                    assert!(problems[0].message.contains("nothing is left"), "{said}: {problems:?}");
                    continue;
                }
            };
            for part in [0, 1] {
                for (inner, value) in Inner::ALL.into_iter().zip(cut.values(part)) {
                    let wanted = diagram.at(inner, station, side);
                    let scale = if inner == Inner::M { diagram.scales.1 } else { diagram.scales.0 };
                    let value = value.unwrap_or_else(|| panic!("{said}: {inner:?} of part {part} is open"));
                    assert!((value - wanted).abs() <= 1e-8 * scale, "{said} {inner:?}: {value}, {wanted}");
                }
            }
            assert!(answers::answers(&cut.solved).checks.iter().all(|check| check.ok), "{said}");
            cuts += 1;
            steps += usize::from(diagram.steps(station));
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
        cut_through(name, &example(name))
    });
    let (cuts, steps) = counted.fold((0, 0), |sum, more| (sum.0 + more.0, sum.1 + more.1));
    assert!(cuts > 100 && steps > 30, "{cuts} {steps}");
}

#[test]
fn both_parts_of_a_cut_keep_the_stiffness_of_the_run_that_is_cut() {
    // Several runs end at C: what is left of the last one beyond a cut has its stiffness and not that of the column.
    let text = r#"format = "helvek-sheet/1"
supports = [{ at = "A", kind = "fixed" }, { at = "D", kind = "fixed" }]
loads = [
  { kind = "force", at = "B", size = 7, direction = "right" },
  { kind = "distributed", from = "E", to = "C", start = 3, direction = "down" },
]
points = { A = [0, 0], B = [0, 4], C = [6, 4], D = [6, 0], E = [4, 4] }
bodies = { frame = { runs = [["A", "B"], ["D", "C"], ["B", "E"], ["E", "C"]], EI = [5000, 9000, 20000, 41000] } }"#;
    let (cuts, _) = cut_through("frame", &sheet::read(text, Syntax::Toml));
    assert!(cuts >= 4, "{cuts}");
}

#[test]
fn a_load_over_the_cut_is_parted_with_the_intensity_it_has_there() {
    // 1 to 4 over 6; at 2 from A it is 2: 1 to 2 before, 2 to 4 beyond.
    let text = r#"format = "helvek-sheet/1"
supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ name = "snow", kind = "distributed", from = "B", to = "A", start = 4, end = 1, direction = "down" }]
points = { A = [0, 0], B = [6, 0] }
bodies = { beam = { runs = [["A", "B"]] } }"#;
    let document = sheet::read(text, Syntax::Toml);
    let place = cut_place(&document, "2").unwrap();
    assert_eq!((place.body.as_str(), place.station), ("beam", 2.0));
    let parted = halves(&document, &place, Side::Before).unwrap();
    let told = serde_json::to_value(&parted.sheet).unwrap();
    assert_eq!(parted.names, ["beam up to the cut", "beam beyond the cut"]);
    let loads: Vec<String> = told["loads"]
        .as_array()
        .unwrap()
        .iter()
        .map(|l| format!("{} {} {} {} {}", l["on"], l["from"], l["to"], l["start"], l["end"]))
        .collect();
    assert_eq!(
        loads,
        [r#""beam beyond the cut" "B" "cut" 4.0 2.0"#, r#""beam up to the cut" "cut" "A" 2.0 1.0"#]
    );
    // The side with less on it is proposed: before the cut the pin has two forces, beyond it the roller one.
    let cut = cut(&document, &place, Side::Before, None).unwrap();
    assert_eq!(cut.terms().map(|t| t > 0), [true, true]);
    assert_eq!(cut.simpler(), usize::from(cut.terms()[1] < cut.terms()[0]));
}

#[test]
fn a_cut_beside_or_at_the_end_is_refused_with_its_reason() {
    let document = example("potting-bench");
    let beside = cut_place(&document, "1; 1").unwrap_err();
    assert!(beside[0].message.contains("lies beside every member"), "{beside:?}");
    let outside = cut_place(&document, "9").unwrap_err();
    assert!(outside[0].message.contains('9'), "{outside:?}");
    let end = cut_place(&document, "start").unwrap();
    let nothing = cut(&document, &end, Side::Before, None).unwrap_err();
    assert!(nothing[0].message.contains("nothing is left"), "{nothing:?}");
}
