//! Examples with a line lost, a number spoilt or a name exchanged: whatever is left is either refused with its place and cure, or judged and worded.
//! Nothing panics, and no number of the answers is not a number.

use helvek_core::answers;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::page::Page;
use helvek_report::{markdown, text};
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn examples() -> Vec<String> {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut paths: Vec<_> = std::fs::read_dir(folder).unwrap().map(|entry| entry.unwrap().path()).collect();
    paths.sort();
    paths.iter().map(|path| std::fs::read_to_string(path).unwrap()).collect()
}

/// One blow, chosen by `how`, at the `where_`-th place that fits.
fn struck(text: &str, how: usize, where_: usize, other: usize) -> String {
    const SPOILT: [&str; 8] = ["0", "-1", "1e9", "1e-9", "nan", "1e400", "\"7 kg\"", "[]"];
    let lines: Vec<&str> = text.lines().collect();
    let line = where_ % lines.len();
    match how {
        0 => [&lines[..line], &lines[line + 1..]].concat().join("\n"),
        1 => [&lines[..=line], &lines[line..]].concat().join("\n"),
        2 => {
            // A number becomes another.
            let numbers: Vec<_> = text
                .char_indices()
                .filter(|(i, c)| c.is_ascii_digit() && *i > 0 && text.as_bytes()[i - 1] == b' ')
                .map(|(i, _)| i)
                .collect();
            let Some(start) = numbers.get(where_ % numbers.len().max(1)) else { return text.to_owned() };
            let end = text[*start..]
                .find(|c: char| !(c.is_ascii_digit() || c == '.'))
                .map_or(text.len(), |e| start + e);
            format!("{}{}{}", &text[..*start], SPOILT[other % SPOILT.len()], &text[end..])
        }
        _ => {
            // A quoted word becomes another of the same text.
            let words: Vec<_> = text.split('"').skip(1).step_by(2).collect();
            let marks: Vec<_> = text.match_indices('"').map(|(i, _)| i).collect();
            let count = marks.len() / 2;
            if count == 0 {
                return text.to_owned();
            }
            let which = where_ % count;
            let (open, close) = (marks[2 * which], marks[2 * which + 1]);
            format!("{}{}{}", &text[..=open], words[other % words.len()], &text[close..])
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 600, failure_persistence: None, rng_seed: RngSeed::Fixed(11), ..ProptestConfig::default() })]

    #[test]
    fn what_is_left_is_refused_or_judged(
        which in any::<usize>(), blows in prop::collection::vec((0usize..4, any::<usize>(), any::<usize>()), 1..3)
    ) {
        let all = examples();
        let mut text_of = all[which % all.len()].clone();
        for (how, place, other) in blows {
            text_of = struck(&text_of, how, place, other);
        }
        let built = model::build(&sheet::read(&text_of, Syntax::Toml));
        for problem in &built.problems {
            prop_assert!(!problem.message.is_empty() && !problem.cure.is_empty(), "{:?} in\n{}", problem, text_of);
        }
        if !built.problems.is_empty() {
            return Ok(());
        }
        let solved = solution::solve(built.model);
        let page = Page::of(&solved);
        // JSON has no numbers that are none: they would become null, like what is not known. So all of the answers are looked through before.
        let answers = format!("{:?}", answers::answers(&solved));
        prop_assert!(!answers.contains("NaN") && !answers.contains("inf"), "{}\n{}", text_of, answers);
        prop_assert!(!text::render("", &page).contains("NaN") && !markdown::render("", &page).contains("NaN"), "{}", text_of);
    }
}
