//! Sections and stresses.

#![allow(missing_docs, reason = "criterion's macros make undocumented functions")]

use criterion::{Criterion, criterion_group, criterion_main};
use helvek_core::Checks;
use helvek_core::section::{Section, Shape, ShapeWord};
use helvek_core::sheet::{self, Syntax};
use helvek_core::{model, solution};
use std::f64::consts::PI;
use std::fmt::Write;
use std::hint::black_box;

/// Thirty spans hinged end to end, each on a roller, with a section and a load that grows.
fn spans() -> String {
    const COUNT: usize = 30;
    let mut text = String::from("format = \"helvek-sheet/1\"\njoints = [\n");
    for i in 1..COUNT {
        writeln!(text, "{{ at = \"A{i}\", kind = \"pin\", of = [\"s{}\", \"s{i}\"] }},", i - 1).unwrap();
    }
    text.push_str("]\nsupports = [{ at = \"A0\", kind = \"fixed\" },\n");
    for i in 1..COUNT {
        writeln!(text, "{{ at = \"A{}\", kind = \"roller\", on = \"s{i}\" }},", i + 1).unwrap();
    }
    text.push_str("]\nloads = [\n");
    for i in 0..COUNT {
        let line = format!(
            "{{ kind = \"distributed\", from = \"A{i}\", to = \"A{}\", on = \"s{i}\", start = 1, end = {}, direction = \"down\" }},",
            i + 1,
            2 + i % 5
        );
        writeln!(text, "{line}").unwrap();
    }
    text.push_str("]\n[points]\n");
    for i in 0..=COUNT {
        writeln!(text, "A{i} = [{}, 0]", 3 * i).unwrap();
    }
    text.push_str("[bodies]\n");
    for i in 0..COUNT {
        writeln!(
            text,
            "s{i} = {{ runs = [[\"A{i}\", \"A{}\"]], section = \"p\", material = \"assumed steel\" }}",
            i + 1
        )
        .unwrap();
    }
    text.push_str(
        "[[limits]]\nstress = \"120 MPa\"\n[sections]\np = { shape = \"channel\", height = 200, width = 75, flange = 11, web = 8 }\n",
    );
    text
}

fn strength(c: &mut Criterion) {
    let outline: Vec<[f64; 2]> = (0..200)
        .map(|i| {
            let (angle, r) = (2.0 * PI * f64::from(i) / 200.0, 0.05 + 0.01 * f64::from(i % 7));
            [r * angle.cos(), r * angle.sin()]
        })
        .collect();
    let shape = Shape::Polygon { outline, holes: Vec::new() };
    c.bench_function("a polygon of 200 corners", |b| {
        b.iter(|| Section::of("p", black_box(shape.clone())).unwrap());
    });
    let built = model::build(&sheet::read(&spans(), Syntax::Toml));
    assert_eq!(built.problems, []);
    let solved = solution::solve(built.model);
    solved.inside();
    c.bench_function("30 members at their extremes", |b| {
        b.iter(|| Checks(black_box(&solved)).stressed().len())
    });
    c.bench_function("30 members judged, and how far their loads may grow", |b| {
        b.iter(|| Checks(black_box(&solved)).judgement(&[]).unwrap().judged.len());
    });
    // Another one each time: what was found by elements is kept.
    let mut wall = 0.003;
    c.bench_function("a box twisted, by elements", |b| {
        b.iter(|| {
            wall += 1e-7;
            Section::of("b", Shape::sized(ShapeWord::Box, &[0.06, 0.1, wall])).unwrap().torsion()
        });
    });
}

criterion_group!(benches, strength);
criterion_main!(benches);
