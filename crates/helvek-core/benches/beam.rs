//! A beam with 20 loads: verdict and working included, and from the text on.

#![allow(missing_docs, reason = "criterion's macros make undocumented functions")]

use criterion::{Criterion, criterion_group, criterion_main};
use helvek_core::answers;
use helvek_core::sheet::{self, Syntax};
use helvek_core::{model, solution};
use std::fmt::Write;
use std::hint::black_box;

/// Loads of every kind at different places, on a pin and an inclined roller.
fn text() -> String {
    let mut text = String::from(
        "format = \"helvek-sheet/1\"\nsupports = [{ at = \"P0\", kind = \"pin\" }, { at = \"P18\", kind = \"roller\", normal = 80 }]\nloads = [\n",
    );
    for i in 0..20 {
        let line = match i % 4 {
            0 => format!("{{ kind = \"force\", at = \"P{i}\", size = {}, direction = \"down\" }},", i + 1),
            1 => {
                format!("{{ kind = \"force\", at = \"P{i}\", size = \"{} lb\", direction = 250 }},", 100 + i)
            }
            2 => format!("{{ kind = \"couple\", at = \"P{i}\", size = {} }},", i),
            _ => format!(
                "{{ kind = \"distributed\", from = \"P{}\", to = \"P{i}\", start = 2, end = 5 }},",
                i - 2
            ),
        };
        writeln!(text, "{line}").unwrap();
    }
    text.push_str("]\n[points]\n");
    for i in 0..20 {
        writeln!(text, "P{i} = [{}, 0]", f64::from(i) * 0.75).unwrap();
    }
    let run: Vec<_> = (0..20).map(|i| format!("\"P{i}\"")).collect();
    writeln!(text, "[bodies]\nbeam = {{ runs = [[{}]] }}", run.join(", ")).unwrap();
    text
}

fn beam(c: &mut Criterion) {
    let text = text();
    let built = model::build(&sheet::read(&text, Syntax::Toml));
    assert_eq!(built.problems, []);
    assert_eq!(built.model.loading.loads.len(), 20);
    c.bench_function("beam with 20 loads: verdict, plan, working, answers", |b| {
        b.iter(|| answers::answers(&solution::solve(black_box(built.model.clone()))));
    });
    c.bench_function("beam with 20 loads: from text to answers", |b| {
        b.iter(|| {
            let built = model::build(&sheet::read(black_box(&text), Syntax::Toml));
            answers::answers(&solution::solve(built.model))
        });
    });
}

criterion_group!(benches, beam);
criterion_main!(benches);
