//! The judgement as a checker reads it: what governs, every figure with its formula and conversions, the pin, what was not checked.

use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::document::{Block, Part};
use helvek_report::formula::latex;
use helvek_report::page::Page;
use helvek_report::strength_check::PageJudgement;
use helvek_report::{Inline, line_text, markdown, text};

fn page(text: &str) -> Page {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert_eq!(built.problems, []);
    Page::of(&solution::solve(built.model))
}

fn example(name: &str) -> Page {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    page(&std::fs::read_to_string(path).unwrap())
}

fn judged(page: &Page) -> &PageJudgement {
    page.judgement.as_ref().unwrap()
}

#[test]
fn a_figure_is_shown_with_its_conversions_and_its_formula() {
    let page = example("lantern-boom");
    let told = judged(&page);
    assert_eq!(told.says, "3 of 10 limits are not met.");
    assert_eq!(page.headlines.size.as_deref(), Some("governs: boom, 2.22"));
    let first = &told.lines[0];
    assert_eq!(first.title, "boom, normal stress at its top face, tension");
    assert_eq!(
        (first.used_text.as_str(), first.verdict.as_str()),
        ("2.22", "falls short of the stated limit")
    );
    assert_eq!(first.place.as_deref(), Some("at B, under calm"));
    // By hand: 1.5·2.4·0.8 + 1.2·0.09·0.8²/2 = 2.9146 kN·m over the strut.
    let working: Vec<String> = first.working.iter().map(|line| line_text(line)).collect();
    assert_eq!(
        working,
        [
            "N = 7.0892 kN = 7089.2 N",
            "M = −2.9146 kN·m = −2914600 N·mm",
            "σ = N/A + M·c/I = 7089.2/624 + 2914600·35/400590 = 11.4 + 255 = 266 MPa",
        ]
    );
    let [Inline::Formula(formula)] = &first.working[0][..] else { panic!("{:?}", first.working) };
    assert_eq!(latex(formula), "N = 7.0892\\;\\mathrm{kN} = 7089.2\\;\\mathrm{N}");
    let strut = told.lines.iter().find(|line| line.title == "strut, buckling").unwrap();
    assert!(strut.limit.contains("slenderness 155, screening only"), "{}", strut.limit);
    // Only just beyond is never said to be at the limit.
    let shear = told.lines.iter().find(|line| line.title.contains("shear between")).unwrap();
    assert_eq!((shear.used_text.as_str(), shear.meets), ("1.01", false));
    assert!(told.reach.as_ref().unwrap().contains("have to come down to 0.444 times"), "{:?}", told.reach);
    for text in [text::render("", &page), markdown::render("", &page)] {
        for word in ["Judged", "Not checked", "screening only", "assumed steel", "local codes"] {
            assert!(text.contains(word), "{word}: {text}");
        }
        // Nothing is ever called that.
        assert!(!text.to_lowercase().contains("safe"), "{text}");
    }
}

#[test]
fn one_table_has_what_carries_something_and_the_rest_is_counted() {
    let page = example("lean-to-glass");
    let told = judged(&page);
    assert_eq!(told.says, "All 22 limits that were checked are met. 12 of them are of what carries nothing.");
    let document = page.document();
    let chapter = document.iter().find(|chapter| chapter.part == Part::Strength).unwrap();
    let tables = chapter.blocks.iter().filter_map(|block| match block {
        Block::Table(table) => Some(table),
        _ => None,
    });
    let [table] = &tables.collect::<Vec<_>>()[..] else { panic!("{chapter:?}") };
    let row = |cells: &[Vec<Inline>]| cells.iter().map(|cell| line_text(cell)).collect::<Vec<_>>();
    assert_eq!(row(&table.head), ["limit", "used", "demand", "resistance", "where"]);
    assert_eq!(row(&table.rows[0]), ["A-E, compression", "0.68", "6.84 kN", "10.0 kN", ""]);
    assert_eq!(table.rows.len(), 10);
    assert!(table.rows.iter().all(|cells| row(cells)[1] != "0.00"));
    // The pin at A is no subject where no pin has its plates listed.
    assert!(told.unchecked.iter().all(|says| !says.contains("plates")), "{:?}", told.unchecked);
}

#[test]
fn it_is_said_under_which_loads_sag_and_reactions_are_judged() {
    let path = format!("{}/../../examples/lantern-boom.toml", env!("CARGO_MANIFEST_DIR"));
    let text = std::fs::read_to_string(path).unwrap();
    assert_eq!(judged(&page(&text)).serviced, None, "no combination is one of use");
    let first = text.find("factors = {").unwrap();
    let end = first + text[first..].find('}').unwrap();
    let page = page(&format!("{}, service = true{}", &text[..=end], &text[end + 1..]));
    let serviced = judged(&page).serviced.as_ref().unwrap();
    assert!(serviced.contains("in the service combinations"), "{serviced}");
    // What stands behind a row is below the table: where the limit comes from, and the working.
    let text = text::render("", &page);
    let details = text.split("resistance").nth(1).unwrap();
    assert!(details.contains("limit 160 MPa: yield stress 240 of assumed steel over 1.5"), "{details}");
}

#[test]
fn a_pin_says_which_criterion_asks_for_what() {
    let page = example("vent-crank");
    let pin = &judged(&page).pins[0];
    assert_eq!((pin.title.as_str(), pin.of.to_string()), ("Pin A: 22 mm would do", "support:A".to_owned()));
    let governs: Vec<_> = pin.required.iter().filter(|line| line.governs).collect();
    let [one] = &governs[..] else { panic!("{governs:?}") };
    assert_eq!(one.title, "bearing in crank");
    assert_eq!(line_text(&one.working), "d = F/(t·σ) = 5000 N/(8 mm·30 MPa) = 20.8 mm");
    assert!(pin.says[0].ends_with("Rounded up to the next multiple of 2 mm, assumed to be in stock: 22 mm."));
    assert_eq!(pin.says[1], "Tear-out of crank leaves room for 23.6 mm at most.");
    // The vertical arm has no top: its faces are called by their sides.
    let titles: Vec<&str> = judged(&page).lines.iter().map(|line| line.title.as_str()).collect();
    assert!(titles.contains(&"crank, normal stress at its left face, tension"), "{titles:?}");
}

#[test]
fn sections_twist_and_what_cannot_be_checked_are_told() {
    let page = page(
        r#"format = "helvek-sheet/1"
supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "force", at = "B", size = 1, direction = "down" }]
points = { A = [0, 0], B = [0.5, 0], C = [0, -0.5] }
[bodies]
shaft = { runs = [["A", "B"]], section = "rod", material = "own", torque = "120 N·m" }
[sections]
rod = { shape = "round", diameter = 40 }
[materials]
own = { yield = 250, shear = 120 }
"#,
    );
    let told = judged(&page);
    let twist = told.lines.iter().find(|line| line.title.contains("by torsion")).unwrap();
    // 16·120000/(π·40³) = 9.55
    assert_eq!(line_text(twist.working.last().unwrap()), "τ = T·r/J = 120000·20/251330 = 9.55 MPa");
    let rod = &told.sections[0];
    assert!(rod.values.contains(&"J 251·10³ mm⁴".to_owned()), "{:?}", rod.values);
    for says in ["A: no limit on its force", "shaft: bending and torsion are looked at apart"] {
        assert!(told.unchecked.iter().any(|told| told.starts_with(says)), "{says}: {:?}", told.unchecked);
    }
}
