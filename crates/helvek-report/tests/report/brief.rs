//! Pages without a working: they say what pages with one say.

use crate::lines;
use helvek_core::answers;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution::Statics;
use helvek_report::document::Part;
use helvek_report::page::Page;
use std::path::Path;

#[test]
fn every_stop_says_the_same_whether_the_working_is_looked_at_or_not() {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut seen = 0;
    for file in std::fs::read_dir(folder).unwrap() {
        let path = file.unwrap().path();
        let built = model::build(&sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml));
        if !built.problems.is_empty() {
            continue;
        }
        let statics = Statics::of(built.model);
        let brief = Page::brief(&statics, &answers::findings(&statics));
        let solved = statics.explained();
        let page = Page::with(&solved, &answers::findings(&solved));
        let name = path.display();
        let of = |page: &Page| {
            let headlines = &page.headlines;
            (
                (
                    page.verdict.clone(),
                    lines(page, Part::Units),
                    lines(page, Part::Limits),
                    page.caution.clone(),
                ),
                (page.asked.clone(), page.askable.clone()),
                [&headlines.idealise, &headlines.free, &headlines.table, &headlines.inside, &headlines.stiff]
                    .map(String::clone),
            )
        };
        assert_eq!(of(&brief), of(&page), "{name}");
        // Without a working nothing is said of it, and nothing is left out of the warnings but what it did not reach.
        assert_eq!((&brief.headlines.work, &brief.headlines.check), (&None, &None));
        let told = [Part::Units, Part::Limits, Part::Warnings];
        assert!(brief.chapters.iter().all(|chapter| told.contains(&chapter.part)), "{name}");
        let warnings = [&brief, &page].map(|page| lines(page, Part::Warnings));
        let more = usize::from(!solved.working.unreached.is_empty());
        assert_eq!(warnings[0][..], warnings[1][..warnings[1].len() - more], "{name}");
        assert_eq!(
            page.headlines.work.as_deref() == Some("nothing to work"),
            page.steps().next().is_none(),
            "{name}"
        );
        seen += 1;
    }
    assert!(seen > 40, "{seen}");
}
