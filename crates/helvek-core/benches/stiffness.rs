//! Redundant structures: a portal with its full table, and rigid frames of two and twenty thousand members with all their diagrams.

use criterion::{Criterion, criterion_group, criterion_main};
use helvek_core::Checks;
use helvek_core::model::{self, Model};
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution::{Solved, solve};
use std::fmt::Write;
use std::hint::black_box;
use std::time::Duration;

const PORTAL: &str = r#"format = "helvek-sheet/1"
supports = [{ at = "A", kind = "pin" }, { at = "D", kind = "pin" }]
loads = [{ kind = "force", on = "frame", at = "E", size = 24, direction = "down" },
         { kind = "distributed", on = "frame", from = "A", to = "B", start = 1.5, direction = "right" }]
[points]
A = [0, 0]
B = [0, 4]
E = [2, 4]
C = [6, 4]
D = [6, -1]
[bodies]
frame = { runs = [["A", "B"], ["B", "E", "C"], ["C", "D"]], EI = ["EI", "2 EI", "EI"] }
"#;

/// A rigid frame of so many bays and storeys, loaded on every beam and pushed at every floor; lengths kept or not.
fn frame(bays: usize, storeys: usize, axial: bool) -> String {
    let mut out = String::from("format = \"helvek-sheet/1\"\nsupports = [");
    for bay in 0..=bays {
        write!(out, "{{ at = \"P0-{bay}\", kind = \"fixed\" }}, ").unwrap();
    }
    out.push_str("]\nloads = [");
    for storey in 1..=storeys {
        let force = "kind = \"force\", on = \"frame\", size = 4, direction = \"right\"";
        write!(out, "{{ at = \"P{storey}-0\", {force} }}, ").unwrap();
        for bay in 0..bays {
            let q = 6.0 + (bay % 5) as f64;
            let to = bay + 1;
            write!(out, "{{ kind = \"distributed\", on = \"frame\", from = \"P{storey}-{bay}\", to = \"P{storey}-{to}\", start = {q}, direction = \"down\" }}, ").unwrap();
        }
    }
    out.push_str("]\n[points]\n");
    for storey in 0..=storeys {
        for bay in 0..=bays {
            let (x, y) = (6.0 * bay as f64 + 0.1 * (bay % 3) as f64, 3.0 * storey as f64);
            writeln!(out, "P{storey}-{bay} = [{x}, {y}]").unwrap();
        }
    }
    out.push_str("[bodies]\nframe = { runs = [");
    for storey in 0..storeys {
        let upper = storey + 1;
        for bay in 0..=bays {
            write!(out, "[\"P{storey}-{bay}\", \"P{upper}-{bay}\"], ").unwrap();
        }
        for bay in 0..bays {
            let to = bay + 1;
            write!(out, "[\"P{upper}-{bay}\", \"P{upper}-{to}\"], ").unwrap();
        }
    }
    out.push_str("], EI = 30000");
    out.push_str(if axial { ", EA = 2000000 }\n" } else { " }\n" });
    out
}

fn built(text: &str) -> Model {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert!(built.problems.is_empty(), "{:?}", built.problems);
    built.model
}

/// Everything from the model to the polynomials of N, V and M of all members.
fn with_diagrams(model: Model) -> Solved {
    let solved = solve(model);
    assert!(solved.inside().iter().all(|inside| inside.diagram.is_ok()));
    solved
}

fn benches(c: &mut Criterion) {
    let portal = built(PORTAL);
    let solved = solve(portal.clone());
    assert!(Checks(&solved).by_hand().unwrap().is_ok());
    c.bench_function("portal, solved", |b| b.iter(|| solve(black_box(portal.clone()))));
    c.bench_function("portal, full table and the other methods", |b| {
        b.iter(|| Checks(black_box(&solved)).by_hand())
    });
    let mut group = c.benchmark_group("rigid frames with diagrams");
    group.sample_size(10).measurement_time(Duration::from_secs(8));
    for (bays, storeys) in [(20, 49), (100, 100)] {
        for axial in [true, false] {
            let model = built(&frame(bays, storeys, axial));
            let name = format!(
                "{} members, {}",
                model.bodies[0].runs.len(),
                if axial { "EA given" } else { "lengths kept" }
            );
            group.bench_function(name, |b| b.iter(|| with_diagrams(black_box(model.clone()))));
        }
    }
    group.finish();
}

criterion_group!(stiffness, benches);
criterion_main!(stiffness);
