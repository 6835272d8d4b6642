//! N, V and M: of a beam with many loads, of a frame of many members, under a train of forces.

#![allow(missing_docs, reason = "criterion's macros make undocumented functions")]

use criterion::{BatchSize, Criterion, criterion_group, criterion_main};
use helvek_core::Checks;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution::Solved;
use helvek_core::{model, solution};
use std::fmt::Write;
use std::hint::black_box;

fn solved(text: &str) -> Solved {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert_eq!(built.problems, []);
    solution::solve(built.model)
}

/// 20 loads of four sorts on an overhanging beam of 22 m.
fn loaded() -> String {
    let mut text = String::from(
        "format = \"helvek-sheet/1\"\nsupports = [{ at = \"P1\", kind = \"pin\" }, { at = \"P19\", kind = \"roller\" }]\nloads = [\n",
    );
    for i in 0..20 {
        let line = match i % 4 {
            0 => format!("{{ kind = \"force\", at = \"P{i}\", size = {}, direction = {} }},", 3 + i, 250 + i),
            1 => format!("{{ kind = \"couple\", at = \"P{i}\", size = {}, turn = \"cw\" }},", 1 + i),
            2 => format!(
                "{{ kind = \"distributed\", from = \"P{i}\", to = \"P{}\", start = 2, direction = \"down\" }},",
                i + 2
            ),
            _ => format!(
                "{{ kind = \"distributed\", from = \"P{i}\", to = \"P{}\", start = 1, end = 4, direction = \"down\" }},",
                i + 1
            ),
        };
        writeln!(text, "{line}").unwrap();
    }
    text.push_str("]\n[points]\n");
    for i in 0..=22 {
        writeln!(text, "P{i} = [{i}, 0]").unwrap();
    }
    let run: Vec<_> = (0..=22).map(|i| format!("\"P{i}\"")).collect();
    writeln!(text, "[bodies]\nbeam = {{ runs = [[{}]] }}", run.join(", ")).unwrap();
    text
}

/// Bays of a beam and a post each, hinged end to end: 200 straight members.
fn frame() -> String {
    const BAYS: usize = 100;
    let mut text = String::from("format = \"helvek-sheet/1\"\njoints = [\n");
    for i in 1..BAYS {
        writeln!(text, "{{ at = \"T{i}\", kind = \"pin\", of = [\"b{}\", \"b{i}\"] }},", i - 1).unwrap();
    }
    text.push_str("]\nsupports = [{ at = \"F0\", kind = \"fixed\" },\n");
    for i in 1..BAYS {
        writeln!(text, "{{ at = \"F{i}\", kind = \"roller\" }},").unwrap();
    }
    text.push_str("]\nloads = [\n");
    for i in 0..BAYS {
        writeln!(
            text,
            "{{ kind = \"distributed\", from = \"T{i}\", to = \"T{}\", on = \"b{i}\", start = {}, direction = \"down\" }},",
            i + 1,
            1 + i % 4
        )
        .unwrap();
    }
    text.push_str("]\n[points]\n");
    for i in 0..=BAYS {
        writeln!(text, "T{i} = [{}, 4]", 5 * i).unwrap();
    }
    for i in 0..BAYS {
        let x = if i == 0 { 0 } else { 5 * (i + 1) };
        writeln!(text, "F{i} = [{x}, 0]").unwrap();
    }
    text.push_str("[bodies]\n");
    for i in 0..BAYS {
        // The first stands on its left post, each of the others on its right one.
        let run = if i == 0 {
            "[\"F0\", \"T0\", \"T1\"]".to_owned()
        } else {
            format!("[\"T{i}\", \"T{}\", \"F{i}\"]", i + 1)
        };
        writeln!(text, "b{i} = {{ runs = [{run}] }}").unwrap();
    }
    text
}

/// Ten axles of two weights over 60 m, both ways round.
fn bridge() -> String {
    let axles: Vec<_> = (0..10)
        .map(|i| match i {
            0 => "{ size = 60 }".to_owned(),
            _ => format!("{{ size = {}, gap = {} }}", 90 + 5 * (i % 3), 1.2 + 0.4 * f64::from(i % 4)),
        })
        .collect();
    format!(
        r#"format = "helvek-sheet/1"
supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller" }}]
loads = [{{ kind = "distributed", from = "A", to = "C", start = 12, direction = "down" }}]
moving = [{{ from = "A", to = "C", axles = [{}] }}]
points = {{ A = [0, 0], B = [52, 0], C = [60, 0] }}
bodies = {{ deck = {{ runs = [["A", "B", "C"]] }} }}"#,
        axles.join(", ")
    )
}

fn inside(c: &mut Criterion) {
    for (what, text) in
        [("diagrams of a beam with 20 loads", loaded()), ("diagrams of a frame of 200 members", frame())]
    {
        let solved = solved(&text);
        c.bench_function(what, |b| {
            b.iter_batched(|| solved.clone(), |solved| solved.inside().len(), BatchSize::LargeInput);
        });
    }
    let solved = solved(&bridge());
    c.bench_function("a train of 10 axles over 60 m: lines, stands and envelopes", |b| {
        b.iter_batched(
            || solved.clone(),
            |solved| {
                let passages = Checks(black_box(&solved)).passages();
                let passage = &passages[0];
                let values = solved.full_values();
                let columns = solved.full.column_ids().zip(values);
                let most: Vec<_> = columns
                    .map(|(id, value)| passage.most(&passage.line(id).unwrap(), value.unwrap()))
                    .collect();
                (most, passage.sweep())
            },
            BatchSize::LargeInput,
        );
    });
}

criterion_group!(benches, inside);
criterion_main!(benches);
