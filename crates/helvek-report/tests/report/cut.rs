//! A cut as it is written down: what the equations of both parts say.

use helvek_core::cut::cut;
use helvek_core::edit::cut_place;
use helvek_core::sheet::{self, Side, Syntax};
use helvek_report::Inline;
use helvek_report::cut::page_cut;

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
    for station in ["0.7", "1.3", "2.9"] {
        let place = cut_place(&document, station).unwrap();
        let page =
            page_cut(&cut(&document, &place, Side::Before, None).unwrap(), &place, Side::Before, false);
        assert!(page.agree && page.parts.len() == 2, "{page:?}");
        for part in &page.parts {
            let says = part.lines.iter().flat_map(|line| &line.says).map(Inline::to_string);
            let along: Vec<_> = says.filter(|said| said.starts_with("N ")).collect();
            assert_eq!(along, ["N = 0 kN"], "{}", part.title);
        }
        assert_eq!(page.values[0], "N 0 kN nothing along it");
    }
}
