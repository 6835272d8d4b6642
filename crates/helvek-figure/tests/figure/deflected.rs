//! The deflected shape as it is handed to whoever paints it.

use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution::{self, Solved};
use helvek_figure::{Mark, deflected, scene};

fn example(name: &str) -> Solved {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    let text = std::fs::read_to_string(path).unwrap();
    solution::solve(model::build(&sheet::read(&text, Syntax::Toml)).model)
}

#[test]
fn it_begins_and_ends_where_supports_are_and_tells_its_largest_place() {
    let solved = example("pier-settlement");
    let shape = deflected(&solved).unwrap();
    let path = &shape.paths[0];
    assert_eq!(path.of, "body:girder");
    assert_eq!((path.places[0], *path.places.last().unwrap()), ([0.0, 0.0], [11.0, 0.0]));
    let by = |x: f64| path.by[path.places.iter().position(|p| (p[0] - x).abs() < 1e-9).unwrap()];
    // Its pier goes down by the 12 mm that it settles.
    assert!(by(0.0)[1].abs() < 1e-12 && (by(5.0)[1] + 0.012).abs() < 1e-12 && by(11.0)[1].abs() < 1e-12);
    assert!(path.by.iter().all(|by| by[1].abs() <= shape.most * (1.0 + 1e-9)));
    assert_eq!(shape.text, "18.3 mm, 7.65 m from A");
    // It is written at the support.
    let said = scene(&solved).marks.into_iter().find_map(|mark| match mark {
        Mark::Support { name, text, .. } if name == "B" => text,
        _ => None,
    });
    assert_eq!(said.as_deref(), Some("settles 12 mm"));
}

#[test]
fn of_ratios_only_the_form_is_known() {
    let shape = deflected(&example("peach-portal")).unwrap();
    assert!(shape.form_only && shape.text.is_empty() && shape.paths.len() == 3);
    assert!(deflected(&example("tub-hoist")).is_none());
}
