//! The chapters of a document that are made of rows: members, N, V and M, ranges, trains, strength, what was asked.

use crate::document::{Block, Chapter, Line, Part, Role, Table};
use crate::inline::Inline;
use crate::lines::About;
use crate::page::Page;
use crate::stiffness::PageStiff;
use crate::strength_check::{JudgedLine, PageJudgement};
use helvek_core::answers::Sense;
use std::borrow::Cow;

impl Page {
    /// Everything that is said, from top to bottom.
    pub fn document(&self) -> Vec<Cow<'_, Chapter>> {
        let last = |chapter: &Chapter| matches!(chapter.part, Part::Limits | Part::Warnings | Part::Closing);
        let end = self.chapters.iter().position(last).unwrap_or(self.chapters.len());
        let (head, working): (Vec<_>, Vec<_>) =
            self.chapters[..end].iter().map(Cow::Borrowed).partition(|chapter| chapter.part == Part::Head);
        let mut document = head;
        document.push(Cow::Owned(self.outcome()));
        document.extend(working);
        let stiff = self.stiff.as_ref().map(PageStiff::chapter).into_iter();
        let made = stiff
            .chain(self.members())
            .chain(self.inside_chapter())
            .chain(self.range_chapter())
            .chain(self.moving_chapters())
            .chain(self.judgement.as_ref().map(strength))
            .chain([self.asked_chapter()]);
        document.extend(made.map(Cow::Owned));
        let end = self.chapters[end..].iter().filter(|of| of.part != Part::Closing);
        document.extend(end.map(Cow::Borrowed));
        document.push(Cow::Owned(self.closing()));
        document
    }

    /// True when it is read what members carry inside: where that is asked at some place. Machines of many bodies would be long otherwise.
    pub fn looks_inside(&self) -> bool {
        let asked = self.asked.iter().any(|line| line.about == About::Inside);
        !self.inside.is_empty() && (asked || self.caution == crate::STRESS_CAUTION)
    }

    /// The chapters about one thing.
    pub fn about(&self, part: Part) -> impl Iterator<Item = &Chapter> {
        self.chapters.iter().filter(move |chapter| chapter.part == part)
    }

    /// The steps of the working.
    pub fn steps(&self) -> impl Iterator<Item = &Chapter> {
        self.chapters.iter().filter(|chapter| matches!(chapter.part, Part::Step(_)))
    }

    /// The outcome, and what would hold it.
    fn outcome(&self) -> Chapter {
        let verdict = &self.verdict;
        let lines = [&verdict.sentence, &verdict.count].into_iter().filter(|says| !says.is_empty());
        let roles = [Role::RunIn, Role::Reason];
        let mut blocks: Vec<Block> =
            lines.zip(roles).map(|(says, role)| Line::words(role, says).into()).collect();
        let cure = |cure: &String| Line::words(Role::Cure, cure).lead("To stabilise it").level(1).into();
        blocks.extend(verdict.cures.iter().map(cure));
        Chapter { part: Part::Verdict, title: verdict.title.clone(), blocks }
    }

    /// The last chapter: how well the solution closes, the usual caution, the engine.
    fn closing(&self) -> Chapter {
        let mut blocks: Vec<Block> =
            self.about(Part::Closing).flat_map(|chapter| chapter.blocks.iter().cloned()).collect();
        blocks.extend([&self.caution, &self.engine].map(|words| Line::words(Role::Caution, words).into()));
        Chapter { part: Part::Closing, title: String::new(), blocks }
    }

    /// The bars; without limits what is asked says it all.
    fn members(&self) -> Option<Chapter> {
        self.table.iter().any(|row| row.reserve_text.is_some()).then(|| {
            let rows = self.table.iter().map(|row| {
                let used = row.used_text.clone().unwrap_or_default();
                let sense = match row.sense {
                    Some(Sense::Tension) => " T",
                    Some(Sense::Compression) => " C",
                    Some(Sense::Zero) | None => "",
                };
                let force = format!("{}{sense}", row.force_text);
                vec![row.name.clone(), row.length_text.clone(), force, used]
            });
            let table = Table::of_words(&["bar", "length", "force", "used"], rows);
            Chapter { part: Part::Members, title: "Bars".into(), blocks: vec![Block::Table(table)] }
        })
    }

    fn inside_chapter(&self) -> Option<Chapter> {
        self.looks_inside().then(|| {
            let mut blocks: Vec<Block> = Vec::new();
            for line in &self.inside {
                let words = |level, words: &str| Line::words(Role::Item, words).level(level).into();
                blocks.push(words(0, &line.title));
                blocks.extend(line.table.clone().map(Block::Table));
                blocks.extend(line.says.iter().map(|says| words(1, says)));
                for step in &line.areas {
                    blocks.push(words(1, &step.title));
                    blocks.extend(
                        step.lines.iter().map(|says| Line::new(Role::Item, says.clone()).level(2).into()),
                    );
                }
            }
            Chapter { part: Part::Inside, title: "Inside".into(), blocks }
        })
    }

    fn range_chapter(&self) -> Option<Chapter> {
        (!self.ranges.is_empty()).then(|| {
            let rows = self.ranges.iter().map(|line| {
                let mut ends = [line.least.clone(), line.greatest.clone()];
                for (end, place) in ends.iter_mut().zip(line.places.iter().flatten()) {
                    *end = format!("{end} {place}");
                }
                let [least, greatest] = ends;
                vec![line.of.clone(), least, greatest]
            });
            let title = "Over all combinations, with the one that governs".into();
            let table = Block::Table(Table::of_words(&["", "least", "greatest"], rows));
            Chapter { part: Part::Ranges, title, blocks: vec![table] }
        })
    }

    fn moving_chapters(&self) -> impl Iterator<Item = Chapter> {
        self.trains.iter().map(|train| {
            let refused = train.refused.iter().cloned().map(Block::item);
            let ranges = train.lines.iter().flat_map(|line| {
                let [least, greatest] =
                    line.ends.each_ref().map(|end| format!("{} ({})", end.value, end.stand));
                let range = Line::words(Role::Item, format!("{least} to {greatest}")).lead(&line.of);
                let sums = line.ends.iter().filter(|end| !end.sum.is_empty());
                let sums = sums.map(|end| Line::new(Role::Working, end.sum.clone()).level(1));
                std::iter::once(range).chain(sums).map(Block::Line)
            });
            let title = format!("Moving: {}", train.title);
            Chapter { part: Part::Moving, title, blocks: refused.chain(ranges).collect() }
        })
    }

    fn asked_chapter(&self) -> Chapter {
        let line = |line: &crate::lines::AskedLine| {
            Line::words(Role::Item, line.text()).lead(&line.label).of(line.of.clone()).into()
        };
        Chapter { part: Part::Asked, title: "Asked".into(), blocks: self.asked.iter().map(line).collect() }
    }
}

/// The chapter of limits: the governing one, the pins, what was not checked.
fn strength(judgement: &PageJudgement) -> Chapter {
    let mut blocks: Vec<Block> = Vec::new();
    let words = |level, words: &str| Block::from(Line::words(Role::Item, words).level(level));
    blocks.extend(judgement.reach.iter().chain(&judgement.serviced).map(|says| words(0, says)));
    if !judgement.lines.is_empty() {
        let head = ["limit", "used", "demand", "resistance", "where"].map(|title| vec![Inline::words(title)]);
        let row = |line: &JudgedLine| {
            let place = line.place.clone().unwrap_or_default();
            let cells = [&line.title, &line.used_text, &line.demand, &line.most, &place];
            cells.map(|cell| vec![Inline::words(cell.as_str())]).into()
        };
        blocks
            .push(Block::Table(Table { head: head.into(), rows: judgement.lines.iter().map(row).collect() }));
    }
    // Below it what stands behind a row: where its limit comes from, and its working.
    for line in judgement.lines.iter().filter(|line| !line.working.is_empty()) {
        blocks.push(words(0, &line.title));
        blocks.push(words(1, &format!("{}, limit {}; {}", line.demand, line.limit, line.verdict)));
        blocks.extend(line.working.iter().map(|says| Line::new(Role::Working, says.clone()).level(1).into()));
    }
    for pin in &judgement.pins {
        blocks.push(Line::words(Role::Heading, &pin.title).of(Some(pin.of.clone())).into());
        blocks.extend(pin.required.iter().map(|line| {
            let mut says = line.working.clone();
            if line.governs {
                says.push(Inline::words("   governs"));
            }
            Line::new(Role::Working, says).lead(&line.title).level(1).into()
        }));
        blocks.extend(pin.says.iter().map(|says| words(1, says)));
    }
    for section in &judgement.sections {
        blocks.push(Line::words(Role::Heading, format!("Section {}", section.title)).into());
        blocks.push(words(1, &section.values.join(" · ")));
        blocks.extend(section.remark.iter().map(|remark| words(1, remark)));
    }
    if !judgement.unchecked.is_empty() {
        blocks.push(Line::words(Role::Heading, "Not checked").into());
    }
    let left = judgement.unchecked.iter().chain(&judgement.assumed);
    blocks.extend(left.map(|line| words(1, line)));
    blocks.push(Line::words(Role::Caution, &judgement.caution).level(1).into());
    Chapter { part: Part::Strength, title: format!("Judged: {}", judgement.says), blocks }
}
