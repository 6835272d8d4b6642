//! Frames and trusses: plan and working included, and the verdict of very large ones alone.

#![allow(missing_docs, reason = "criterion's macros make undocumented functions")]

use criterion::{BenchmarkId, Criterion, criterion_group, criterion_main};
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

/// A beam of `count` lengths: the first on two supports, each of the others hinged to the one before and on a roller.
fn chain(count: usize) -> String {
    let mut text = String::from("format = \"helvek-sheet/1\"\njoints = [\n");
    for i in 1..count {
        writeln!(text, "{{ at = \"H{i}\", kind = \"pin\", of = [\"b{}\", \"b{i}\"] }},", i - 1).unwrap();
    }
    text.push_str("]\nsupports = [{ at = \"A\", kind = \"pin\" },\n");
    for i in 0..count {
        writeln!(text, "{{ at = \"R{i}\", kind = \"roller\" }},").unwrap();
    }
    text.push_str("]\nloads = [\n");
    for i in 0..count {
        let size = 1 + i % 5;
        writeln!(
            text,
            "{{ kind = \"force\", at = \"P{i}\", size = {size}, direction = {} }},",
            240 + 7 * (i % 9)
        )
        .unwrap();
    }
    text.push_str("]\n[points]\nA = [0, 0]\n");
    for i in 0..count {
        let x = 3.0 * i as f64;
        writeln!(text, "P{i} = [{}, 0]\nR{i} = [{}, 0]\nH{} = [{}, 0]", x + 1.0, x + 2.2, i + 1, x + 3.0)
            .unwrap();
    }
    text.push_str("[bodies]\n");
    for i in 0..count {
        let first = if i == 0 { "A".to_owned() } else { format!("H{i}") };
        writeln!(text, "b{i} = {{ runs = [[\"{first}\", \"P{i}\", \"R{i}\", \"H{}\"]] }}", i + 1).unwrap();
    }
    text
}

/// A parallel-chord truss of `joints` joints (even) and 2·joints − 3 bars.
fn truss(joints: usize) -> String {
    let bays = joints / 2 - 1;
    let mut text = String::from("format = \"helvek-sheet/1\"\nbars = [\n");
    for i in 0..=bays {
        writeln!(text, "[\"L{i}\", \"U{i}\"],").unwrap();
        if i < bays {
            let j = i + 1;
            writeln!(text, "[\"L{i}\", \"L{j}\"], [\"U{i}\", \"U{j}\"], [\"L{i}\", \"U{j}\"],").unwrap();
        }
    }
    writeln!(
        text,
        "]\nsupports = [{{ at = \"L0\", kind = \"pin\" }}, {{ at = \"L{bays}\", kind = \"roller\" }}]"
    )
    .unwrap();
    text.push_str("loads = [\n");
    for i in 1..bays {
        writeln!(text, "{{ kind = \"force\", at = \"U{i}\", size = {}, direction = \"down\" }},", 1 + i % 4)
            .unwrap();
    }
    text.push_str("]\n[points]\n");
    for i in 0..=bays {
        let x = 2.0 * i as f64;
        writeln!(text, "L{i} = [{x}, 0]\nU{i} = [{x}, {}]", 1.5 + 0.01 * (i % 7) as f64).unwrap();
    }
    text
}

fn working(c: &mut Criterion) {
    for (name, text) in
        [("12 bodies", chain(12)), ("200 bodies", chain(200)), ("200 joints, 397 bars", truss(200))]
    {
        let model = model(&text);
        c.bench_function(&format!("{name}: verdict, plan, working"), |b| {
            b.iter(|| {
                let solved = solution::solve(black_box(model.clone()));
                assert!(solved.working.unreached.is_empty());
                solved
            });
        });
    }
}

fn large(c: &mut Criterion) {
    let mut group = c.benchmark_group("verdict and forces of a truss");
    group.sample_size(20);
    for bars in [1_000, 10_000] {
        let model = model(&truss((bars + 3) / 2 + (bars + 3) / 2 % 2));
        group.bench_with_input(BenchmarkId::from_parameter(model.bars.len()), &model, |b, model| {
            b.iter(|| {
                let verdict = verdict::judge(&Equilibrium::of(black_box(model)));
                assert_eq!(verdict.status, verdict::Status::Determinate);
                verdict
            });
        });
    }
    group.finish();
}

criterion_group!(benches, working, large);
criterion_main!(benches);
