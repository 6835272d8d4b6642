//! A cut as it is written down: what the equations of both parts say.

use helvek_core::answers;
use helvek_core::edit::cut_place;
use helvek_core::model;
use helvek_core::sheet::{self, Side, Syntax};
use helvek_core::solution::Statics;
use helvek_report::Inline;
use helvek_report::cut::page_cut;
use helvek_report::document::{Block, Role};

/// A beam up a slope that is no round number, loaded and held across it alone: its N is nothing, by a difference of equal numbers.
const ACROSS: &str = r#"
format = "helvek-sheet/1"
supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "distributed", from = "A", to = "B", start = 3.11, end = 6.75, direction = "normal" }]
points = { A = [0, 0], B = [2.73, 1.6653] }
bodies = { ramp = { runs = [["A", "B"]] } }
"#;

#[test]
fn what_is_nothing_is_said_to_be_nothing() {
    let document = sheet::read(ACROSS, Syntax::Toml);
    let statics = Statics::of(model::build(&document).model);
    let found = answers::findings(&statics);
    for station in ["0.7", "1.3", "2.9"] {
        let at = cut_place(&document, station).unwrap().in_model(&statics.model, Side::Before).unwrap();
        let page = page_cut(&statics, &found, &at, &statics.cut(&at).unwrap());
        assert!(page.agree && page.parts.len() == 2, "{page:?}");
        for part in &page.parts {
            let results = part.blocks.iter().filter_map(|block| match block {
                Block::Line(line) if line.role == Role::Result => {
                    Some(line.says.iter().map(Inline::to_string).collect())
                }
                _ => None,
            });
            let results: Vec<String> = results.collect();
            assert_eq!(results[0], "N = 0 kN", "{}", part.title);
            assert_eq!(results.len(), 3, "{}", part.title);
        }
        assert_eq!(page.values[0], "N 0 kN");
    }
}
