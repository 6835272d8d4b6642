//! From a model to its whole document: solved, worked, worded and printed as text.

#![allow(missing_docs, reason = "criterion's macros make undocumented functions")]

use criterion::{Criterion, criterion_group, criterion_main};
use helvek_core::model::{self, Model};
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::page::Page;
use helvek_report::text;
use std::fmt::Write;
use std::hint::black_box;
use std::time::Duration;

/// As in the application.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn built(text: &str) -> Model {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert_eq!(built.problems, []);
    built.model
}

/// A beam of 15 on a pin and an inclined roller under 20 loads of every kind, asked for M in its middle.
fn beam() -> Model {
    let mut text = String::from(
        "format = \"helvek-sheet/1\"\nsupports = [{ at = \"P0\", kind = \"pin\" }, { at = \"P18\", kind = \"roller\", normal = 80 }]\nfind = [{ what = \"reactions\" }, { what = \"internal\", on = \"beam\", at = \"P9\" }]\nloads = [\n",
    );
    for i in 0..20 {
        let load = match i % 4 {
            0 => format!("{{ kind = \"force\", at = \"P{i}\", size = {}, direction = \"down\" }},", i + 1),
            1 => format!("{{ kind = \"force\", at = \"P{i}\", size = {}, direction = 250 }},", 100 + i),
            2 => format!("{{ kind = \"couple\", at = \"P{i}\", size = {i} }},"),
            _ => format!(
                "{{ kind = \"distributed\", from = \"P{}\", to = \"P{i}\", start = 2, end = 5 }},",
                i - 2
            ),
        };
        writeln!(text, "{load}").unwrap();
    }
    text.push_str("]\n[points]\n");
    (0..20).for_each(|i| writeln!(text, "P{i} = [{}, 0]", f64::from(i) * 0.75).unwrap());
    let run: Vec<_> = (0..20).map(|i| format!("\"P{i}\"")).collect();
    writeln!(text, "[bodies]\nbeam = {{ runs = [[{}]] }}", run.join(", ")).unwrap();
    built(&text)
}

fn whole(model: &Model) -> String {
    text::render("", &Page::of(&solution::solve(model.clone())))
}

fn documents(c: &mut Criterion) {
    let mut group = c.benchmark_group("document");
    group
        .sample_size(20)
        .measurement_time(Duration::from_millis(800))
        .warm_up_time(Duration::from_millis(200));
    let beam = beam();
    group.bench_function("beam with 20 loads", |b| b.iter(|| whole(black_box(&beam))));
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut files: Vec<_> = std::fs::read_dir(folder).unwrap().map(|entry| entry.unwrap().path()).collect();
    files.sort();
    for file in files {
        let model = built(&std::fs::read_to_string(&file).unwrap());
        let name = file.file_stem().unwrap().to_string_lossy().into_owned();
        group.bench_function(name, |b| b.iter(|| whole(black_box(&model))));
    }
}

criterion_group!(benches, documents);
criterion_main!(benches);
