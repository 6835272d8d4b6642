//! The answers of a sheet in lines short enough to be kept beside it and laid beside what it answers later.

use crate::document::{Part, Role};
use crate::inline::line_text;
pub use crate::lines::About;
use crate::lines::AskedLine;
use crate::numbers::Words;
use crate::page::Page;
use helvek_core::answers;
use helvek_core::solution::Solved;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use std::collections::{HashMap, HashSet};

/// Lines of one sheet at most: what is asked comes first.
const MOST: usize = 2000;
/// The label of the outcome.
const VERDICT: &str = "verdict";

/// One answer as it was printed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
pub struct KeptLine {
    /// Its subject.
    pub about: About,
    /// The thing that is answered: `verdict`, `bar D-C`.
    pub label: String,
    /// The answer with its unit.
    pub says: String,
}

/// An answer that is another one now.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
pub struct Difference {
    /// Its subject.
    pub about: About,
    /// The thing answered.
    pub label: String,
    /// As it was kept.
    pub before: String,
    /// As it is now; null when nothing is said of it any more.
    pub now: Option<String>,
}

impl KeptLine {
    /// The outcome in a word.
    pub fn verdict(word: impl Into<String>) -> Self {
        Self { about: About::Verdict, label: VERDICT.into(), says: word.into() }
    }

    /// Something asked, with its answer.
    pub fn asked(line: &AskedLine) -> Self {
        let says = line.text();
        // What governs stands behind the label, and may be something else next time.
        match line.label.split_once(": ") {
            Some((label, governs)) if line.about == About::Growth => {
                Self::new(line.about, label, format!("{says} ({governs})"))
            }
            _ => Self::new(line.about, &line.label, says),
        }
    }

    fn new(about: About, label: impl Into<String>, says: impl Into<String>) -> Self {
        Self { about, label: label.into(), says: says.into() }
    }
}

/// The outcome, what is asked, every other force that is found, what members carry inside, ranges, trains, growth and limits.
pub fn kept(solved: &Solved, page: &Page) -> Vec<KeptLine> {
    let found = answers::findings(solved);
    let wording = Words::of(solved, &found);
    let mut lines = vec![KeptLine::verdict(page.verdict.word.word())];
    lines.extend(page.asked.iter().map(KeptLine::asked));
    let asked: HashSet<&str> = page.asked.iter().map(|line| line.label.as_str()).collect();
    let others =
        wording.forces().into_iter().filter(|line| line.answered && !asked.contains(line.label.as_str()));
    lines.extend(others.map(|line| KeptLine::asked(&line)));
    let inside = page
        .inside
        .iter()
        .map(|line| KeptLine::new(About::Inside, format!("inside {}", line.title), line.says.join(", ")));
    let between = |least: &str, greatest: &str| format!("{least} to {greatest}");
    let ranges = page.ranges.iter().map(|range| {
        let label = format!("{} over all combinations", range.of);
        KeptLine::new(About::Range, label, between(&range.least, &range.greatest))
    });
    let trains = page.trains.iter().flat_map(|train| {
        train.lines.iter().map(|line| {
            let label = format!("{} under {}", line.of, train.name);
            KeptLine::new(About::Train, label, between(&line.ends[0].value, &line.ends[1].value))
        })
    });
    let limits = page.about(Part::Limits).flat_map(|chapter| chapter.lines(Role::Item));
    let growth =
        limits.map(|line| KeptLine::new(About::Growth, "how far loads may grow", line_text(&line.says)));
    let judged = page.judgement.iter().flat_map(|judgement| {
        let reach =
            judgement.reach.iter().map(|says| KeptLine::new(About::Growth, "how far loads may grow", says));
        std::iter::once(KeptLine::new(About::Limits, "limits", &judgement.says)).chain(reach)
    });
    let refused = page.stiff.iter().filter(|stiff| !stiff.refused.is_empty());
    let refused = refused.map(|stiff| KeptLine::new(About::Verdict, "stiffness", stiff.refused.join(" ")));
    lines.extend(inside.chain(ranges).chain(trains).chain(growth).chain(judged).chain(refused));
    lines.truncate(MOST);
    lines
}

/// The kept lines that are said otherwise now, or (under the same outcome) not any more. A line said only now is no difference.
pub fn differences(before: &[KeptLine], now: &[KeptLine]) -> Vec<Difference> {
    let mut lists: HashMap<&str, Vec<&str>> = HashMap::new();
    for line in now.iter().rev() {
        lists.entry(&line.label).or_default().push(&line.says);
    }
    let outcome = |lines: &[KeptLine]| lines.iter().find(|l| l.label == VERDICT).map(|l| l.says.clone());
    let same_outcome = outcome(before) == outcome(now);
    let mut differences = Vec::new();
    for KeptLine { about, label, says } in before {
        // The first of a label belongs to the first, and so on.
        let now = lists.get_mut(label.as_str()).and_then(Vec::pop);
        if now.is_some_and(|now| now == says) || (now.is_none() && !same_outcome) {
            continue;
        }
        differences.push(Difference {
            about: *about,
            label: label.clone(),
            before: says.clone(),
            now: now.map(str::to_owned),
        });
    }
    differences
}

#[cfg(test)]
mod tests {
    use super::*;

    fn lines(of: &[(&str, &str)]) -> Vec<KeptLine> {
        of.iter().map(|(label, says)| KeptLine::new(About::Force, *label, *says)).collect()
    }

    fn told(before: &[(&str, &str)], now: &[(&str, &str)]) -> Vec<(String, String, Option<String>)> {
        differences(&lines(before), &lines(now)).into_iter().map(|d| (d.label, d.before, d.now)).collect()
    }

    #[test]
    fn the_second_of_a_label_is_compared_with_the_second() {
        let before = [("verdict", "determinate"), ("pin B on jib", "3 kN"), ("pin B on jib", "4 kN")];
        let now =
            [("verdict", "determinate"), ("pin B on jib", "3 kN"), ("pin B on jib", "5 kN"), ("more", "1")];
        let differs = ("pin B on jib".to_owned(), "4 kN".to_owned(), Some("5 kN".to_owned()));
        assert_eq!(told(&before, &now), [differs]);
    }

    #[test]
    fn what_is_no_longer_said_differs_only_under_the_same_outcome() {
        let before = [("verdict", "determinate"), ("bar A-B", "2 kN")];
        let gone = ("bar A-B".to_owned(), "2 kN".to_owned(), None);
        assert_eq!(told(&before, &[("verdict", "determinate")]), [gone]);
        let outcome = ("verdict".to_owned(), "determinate".to_owned(), Some("slides".to_owned()));
        assert_eq!(told(&before, &[("verdict", "slides")]), [outcome]);
    }
}
