//! The quantities and directions of docs/format.md: each can also be typed, as it stands there, into a slot of its dimension.

use crate::common;
use helvek_answers as answers;
use helvek_edit::edit::{self, Edit};
use helvek_sheet::sheet::{self, Document, Syntax};
use helvek_statics::model;
use serde_json::json;

/// A section of the page, from its heading to the next.
fn section(heading: &str) -> String {
    let page = concat!(env!("CARGO_MANIFEST_DIR"), "/../../docs/format.md");
    let text = std::fs::read_to_string(page).unwrap();
    let (_, rest) = text.split_once(&format!("## {heading}\n")).unwrap();
    rest.split("\n## ").next().unwrap().to_owned()
}

/// The texts in backticks.
fn spans(text: &str) -> Vec<String> {
    text.split('`')
        .skip(1)
        .step_by(2)
        .map(|span| span.split_whitespace().collect::<Vec<_>>().join(" "))
        .collect()
}

fn beam(space: bool) -> Document {
    let (zero, kind) = if space { (", 0", "space = \"space\"") } else { ("", "") };
    let text = format!(
        "{kind}
        [points]\nA = [0, 0{zero}]\nC = [2, 0{zero}]\nB = [6, 0{zero}]\nP = [4, 3{zero}]\nQ = [1, 2{zero}]
        [bodies]\nbeam = {{ runs = [[\"A\", \"C\", \"B\"]], points = [\"P\", \"Q\"] }}"
    );
    sheet::read(&common::toml(&text), Syntax::Toml)
}

/// The slots that something could be meant for, by what is measured in them.
fn edits(text: &str) -> Vec<(&'static str, Edit)> {
    let of = |value| serde_json::from_value(value).unwrap();
    vec![
        ("length", of(json!({ "edit": "point", "name": "P", "x": text }))),
        ("force", of(json!({ "edit": "force", "size": text, "place": "C" }))),
        ("moment", of(json!({ "edit": "couple", "size": text, "place": "C" }))),
        ("force per length", of(json!({ "edit": "distributed", "start": text, "from": "A", "to": "B" }))),
        ("mass", of(json!({ "edit": "weight", "size": text, "place": "C" }))),
        ("angle", of(json!({ "edit": "force", "size": "1", "place": "C", "direction": text }))),
    ]
}

/// The slots in which it is taken, and makes a sheet without problems.
fn taken(document: &Document, text: &str) -> Vec<&'static str> {
    let all = edits(text).into_iter();
    let fine = all.filter(|(_, edit)| {
        edit::apply(document, edit)
            .is_ok_and(|sheet| model::build(&Document::from(sheet)).problems.is_empty())
    });
    fine.map(|(slot, _)| slot).collect()
}

#[test]
fn every_quantity_can_be_typed() {
    let text = section("Quantities");
    let document = beam(false);
    let mut count = 0;
    for span in spans(&text) {
        // Units stand without a number, several in one span.
        let each = || span.split(' ').map(|unit| format!("1 {unit}")).collect::<Vec<_>>();
        let whole = || vec![span.trim_matches('"').to_owned()];
        let (found, wanted): (Vec<String>, &[&str]) = match span.trim_matches('"') {
            "m mm cm km in ft yd" => (each(), &["length"]),
            "plf klf" => (each(), &["force per length"]),
            "deg" | "°" | "rad" => (each(), &["angle"]),
            "kg" | "t" | "g" | "lbm" | "slug" => (each(), &["mass"]),
            // A weight may be given as a force, too.
            "lb" | "lbf" | "kip" | "N kN MN" => (each(), &["force", "mass"]),
            "1.2 kip" => (whole(), &["force", "mass"]),
            "250 mm" | "5 ft 6 in" | "3 1/2 in" => (whole(), &["length"]),
            "36 N·m" => (whole(), &["moment"]),
            short @ ("N*m" | "N m" | "Nm" | "lb-ft") => (vec![format!("36 {short}")], &["moment"]),
            "0.5 kN/m" => (whole(), &["force per length"]),
            "?P" => (whole(), &["force", "moment", "force per length", "mass"]),
            // Stresses and fields are no slots of a load.
            "Pa kPa MPa GPa psi ksi psf"
            | "units"
            | "length"
            | "force"
            | "mass"
            | "angle"
            | "stress"
            | "section"
            | "moment"
            | "size"
            | "start"
            | "end"
            | "pull" => continue,
            other => panic!("a new quantity in docs/format.md: {other}"),
        };
        for text in found {
            assert_eq!(taken(&document, &text), wanted, "{text}");
            count += 1;
        }
    }
    assert!(count > 25, "{count}");
}

#[test]
fn every_direction_can_be_typed() {
    // As it is written, and as it is typed; `{ ... }` has words of its own.
    let typed = |span: &str| -> Option<String> {
        Some(match span {
            "{ toward = \"P\" }" => "to P".into(),
            "{ away_from = \"P\" }" => "away from P".into(),
            "{ between = [\"P\", \"Q\"] }" => "P to Q".into(),
            "{ angle = 30, from = \"-y\", turn = \"cw\" }" => "30 from -y cw".into(),
            "{ azimuth = 30, elevation = 20 }" => "az 30 el 20".into(),
            "{ round = \"C\", axis = \"+x\" }" => "round A +z".into(),
            vector if vector.starts_with('[') => vector.trim_matches(['[', ']']).replace(',', ";"),
            word if word.starts_with('"') => word.trim_matches('"').to_owned(),
            _ => return None,
        })
    };
    let (plane, space) = (beam(false), beam(true));
    let (in_plane, in_space) =
        section("Directions").split_once("In space").map(|(a, b)| (a.to_owned(), b.to_owned())).unwrap();
    let mut count = 0;
    for (document, text) in [(&plane, in_plane), (&space, in_space)] {
        for span in spans(&text) {
            let Some(direction) = typed(&span) else { continue };
            assert!(taken(document, &direction).contains(&"angle"), "{direction}");
            count += 1;
        }
    }
    assert!(count > 15, "{count}");
}

/// The whole page.
fn page() -> String {
    std::fs::read_to_string(concat!(env!("CARGO_MANIFEST_DIR"), "/../../docs/format.md")).unwrap()
}

#[test]
fn the_first_example_is_one_that_works() {
    let page = page();
    let example = page.split("```toml\n").nth(1).unwrap().split("```").next().unwrap();
    let built = model::build(&sheet::read(example, Syntax::Toml));
    assert_eq!(built.problems, []);
    // 0.6 at 0.5 and 0.5 over 2.4, held at 0 and 2: C = (0.6·0.5 + 1.2·1.2)/2 = 0.87.
    let answers = answers::answers(&helvek_statics::solution::solve(built.model));
    common::assert_near(answers.reactions[1].force[1].unwrap(), 0.87);
}

#[test]
fn every_kind_shape_convention_and_key_is_told() {
    let page = page();
    // Fenced examples are not told of.
    let told: String = page.split("```").step_by(2).collect();
    let words: std::collections::HashSet<String> = spans(&told)
        .iter()
        .flat_map(|span| span.split([' ', '=']).map(|w| w.trim_matches('"').to_owned()).collect::<Vec<_>>())
        .collect();
    let supports = helvek_sheet::things::support::SORTS
        .iter()
        .flat_map(|sort| std::iter::once(sort.word).chain(sort.keys.iter().copied()));
    let joints = helvek_sheet::things::joint::SORTS
        .iter()
        .map(|sort| sort.word)
        .chain(helvek_sheet::things::joint::KEYS.iter().copied());
    let shapes = helvek_sheet::section::SORTS
        .iter()
        .flat_map(|sort| std::iter::once(sort.word).chain(sort.keys().concat()));
    let conventions = sheet::CONVENTIONS.iter().flat_map(|convention| {
        let answers = match convention.answers {
            sheet::Answers::Words(words) => words.iter().map(|(word, _)| *word).collect(),
            sheet::Answers::Numbers { .. } => Vec::new(),
        };
        std::iter::once(convention.key).chain(answers)
    });
    let all = supports.chain(joints).chain(shapes).chain(conventions).filter(|word| !word.is_empty());
    let untold: Vec<_> = all.filter(|word| !words.contains(*word)).collect();
    assert_eq!(untold, Vec::<&str>::new());
}
