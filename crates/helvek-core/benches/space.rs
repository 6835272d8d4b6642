//! Forces in space: a body with six unknowns worked whole, and the verdict of a large space truss.

#![allow(missing_docs, reason = "criterion's macros make undocumented functions")]

use criterion::{Criterion, criterion_group, criterion_main};
use helvek_core::equilibrium::Equilibrium;
use helvek_core::model::{self, Model};
use helvek_core::sheet::{self, Syntax};
use helvek_core::{solution, verdict};
use std::fmt::Write;
use std::hint::black_box;

fn model(text: &str) -> Model {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert_eq!(built.problems, []);
    built.model
}

/// A mast of triangles one above the other: each level has three joints and nine bars, on three balls.
fn mast(levels: usize) -> String {
    let mut text = String::from("format = \"helvek-sheet/1\"\nspace = \"space\"\nbars = [\n");
    for level in 1..=levels {
        let below = level - 1;
        for k in 0..3 {
            let next = (k + 1) % 3;
            writeln!(text, "[\"J{level}{k}\", \"J{level}{next}\"], [\"J{below}{k}\", \"J{level}{k}\"],")
                .unwrap();
            writeln!(text, "[\"J{below}{k}\", \"J{level}{next}\"],").unwrap();
        }
    }
    text.push_str("]\nsupports = [{ at = \"J00\", kind = \"ball\" }, { at = \"J01\", kind = \"ball\" }, { at = \"J02\", kind = \"ball\" }]\nloads = [\n");
    for level in 1..=levels {
        let size = 1 + level % 4;
        writeln!(text, "{{ kind = \"force\", at = \"J{level}0\", components = [0.3, 0.{size}, -{size}] }},")
            .unwrap();
    }
    text.push_str("]\n[points]\n");
    for level in 0..=levels {
        for k in 0..3 {
            let turn = f64::from(k) * 2.0 * std::f64::consts::PI / 3.0 + 0.2;
            let (x, y) = (1.3 * turn.cos(), 1.3 * turn.sin());
            writeln!(text, "J{level}{k} = [{x}, {y}, {}]", 1.1 * level as f64).unwrap();
        }
    }
    text
}

fn worked(c: &mut Criterion) {
    for name in ["awning-bearings", "frame-light", "lamp-bracket", "planter-cords"] {
        let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
        let sheet = std::fs::read_to_string(path).expect("an example");
        let model = model(&sheet);
        c.bench_function(&format!("{name}, with its working"), |b| {
            b.iter(|| black_box(solution::solve(black_box(model.clone()))));
        });
    }
}

fn large(c: &mut Criterion) {
    let mut group = c.benchmark_group("space truss");
    group.sample_size(20);
    for levels in [56, 556] {
        let model = model(&mast(levels));
        let bars = model.bars.len();
        group.bench_function(format!("verdict and forces, {bars} bars"), |b| {
            b.iter(|| {
                let verdict = verdict::judge(&Equilibrium::of(black_box(&model)));
                assert_eq!(verdict.degree + verdict.mobility, 0);
                black_box(verdict)
            });
        });
    }
    let model = model(&mast(34));
    group.bench_function(format!("plan and working, {} bars", model.bars.len()), |b| {
        b.iter(|| black_box(solution::solve(black_box(model.clone()))));
    });
    group.finish();
}

criterion_group!(benches, worked, large);
criterion_main!(benches);
