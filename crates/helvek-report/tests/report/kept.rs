//! The answers of the examples as they were when the engine got its number: whoever changes an answer has to say so.

use helvek_core::sheet::{self, Syntax};
use helvek_core::{ENGINE, model, solution};
use helvek_report::kept::{About, KeptLine, differences, kept};
use helvek_report::page::Page;
use std::collections::BTreeMap;
use std::path::{Path, PathBuf};

fn root(folder: &str) -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join(folder)
}

/// The lines of every example by its file's name.
fn now() -> BTreeMap<String, Vec<KeptLine>> {
    let files = std::fs::read_dir(root("../../examples")).unwrap().map(|entry| entry.unwrap().path());
    files
        .map(|file| {
            let text = std::fs::read_to_string(&file).unwrap();
            let built = model::build(&sheet::read(&text, Syntax::Toml));
            assert_eq!(built.problems, [], "{}", file.display());
            let solved = solution::solve(built.model);
            let name = file.file_stem().unwrap().to_str().unwrap().to_owned();
            (name, kept(&solved, &Page::of(&solved)))
        })
        .collect()
}

/// `## example` and under it `label: says`; the first line has the engine.
fn write(examples: &BTreeMap<String, Vec<KeptLine>>) -> String {
    let mut text = format!("engine {ENGINE}\n");
    for (name, lines) in examples {
        text += &format!("\n## {name}\n");
        lines.iter().for_each(|line| text += &format!("{} :: {}\n", line.label, line.says));
    }
    text
}

fn read(text: &str) -> (u32, BTreeMap<String, Vec<KeptLine>>) {
    let (first, rest) = text.split_once('\n').unwrap();
    let examples = rest.split("\n## ").skip(1).map(|block| {
        let (name, lines) = block.split_once('\n').unwrap();
        let line = |line: &str| {
            let (label, says) = line.split_once(" :: ").unwrap();
            KeptLine { about: About::Force, label: label.into(), says: says.into() }
        };
        (name.to_owned(), lines.lines().map(line).collect())
    });
    (first.trim_start_matches("engine ").parse().unwrap(), examples.collect())
}

#[test]
fn no_example_answers_otherwise_under_the_same_engine() {
    let file = root("tests/report/kept.txt");
    let now = now();
    let (engine, before) = read(&std::fs::read_to_string(&file).unwrap_or("engine 0\n".into()));
    if engine == ENGINE {
        for (name, before) in &before {
            let differ = now.get(name).map(|now| differences(before, now)).unwrap_or_default();
            assert_eq!(differ, [], "{name} answers otherwise: raise ENGINE and say why in docs/changes.md");
        }
    }
    if std::env::var_os("HELVEK_WRITE_KEPT").is_some() {
        std::fs::write(&file, write(&now)).unwrap();
    } else {
        assert_eq!(write(&now), write(&before), "write tests/report/kept.txt anew with HELVEK_WRITE_KEPT=1");
        assert_eq!(engine, ENGINE);
    }
}
