//! The text of structures as a checker reads it, line by line: what is given, what is freed and why, every term with its sign, what was asked.

use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::page::Page;
use helvek_report::text;

/// The text of an example.
fn read(name: &str) -> String {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    let built = model::build(&sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml));
    assert_eq!(built.problems, []);
    let solved = solution::solve(built.model);
    let mut page = Page::of(&solved);
    crate::without_closing(&mut page);
    // How small its residuals are is the machine's.
    if let Some(stiff) = &mut page.stiff {
        stiff.says.retain(|says| !says.contains("residual"));
    }
    text::render(&solved.model.title, &page)
}

/// The texts that were read and kept, in `reads/`; `HELVEK_WRITE_READS=1` writes them anew, to be read.
#[test]
fn examples_read_as_they_were_read() {
    let folder = format!("{}/tests/report/reads", env!("CARGO_MANIFEST_DIR"));
    let mut count = 0;
    for file in std::fs::read_dir(folder).unwrap().map(|entry| entry.unwrap().path()) {
        let name = file.file_stem().unwrap().to_str().unwrap();
        let text = read(name);
        let lines: Vec<&str> = text.lines().map(str::trim_end).collect();
        // The caution and the engine close every text and are not kept.
        let got = lines[..lines.len() - 3].join("\n") + "\n";
        if std::env::var_os("HELVEK_WRITE_READS").is_some() {
            std::fs::write(&file, &got).unwrap();
        }
        let kept = std::fs::read_to_string(&file).unwrap();
        for (i, (a, b)) in got.lines().zip(kept.lines()).enumerate() {
            assert_eq!(a, b, "line {} of {name}", i + 1);
        }
        assert_eq!(got.lines().count(), kept.lines().count(), "{name}");
        count += 1;
    }
    assert!(count >= 14, "{count}");
}
