//! Stiffness and the methods by hand as they are read: tables with their rules, equations, and where differences come from.

use helvek_core::id::Kind;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::formula::latex;
use helvek_report::page::Page;
use helvek_report::stiffness::{EndDoes, PageStiff, RowKind};
use helvek_report::{line_text, markdown, text};

fn page(text: &str) -> Page {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert_eq!(built.problems, []);
    Page::of(&solution::solve(built.model))
}

fn written(name: &str) -> String {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    std::fs::read_to_string(path).unwrap()
}

fn told(page: &Page) -> &PageStiff {
    page.stiff.as_ref().unwrap()
}

#[test]
fn every_entry_of_a_table_has_its_rule() {
    let page = page(&written("peach-portal"));
    let stiff = told(&page);
    assert_eq!(page.headlines.stiff, "degree 1, solved");
    let names: Vec<_> = stiff.ends.iter().map(|end| (end.name.as_str(), end.kind)).collect();
    assert_eq!(names[..3], [("AB", EndDoes::Hinged), ("BA", EndDoes::Turns), ("BC", EndDoes::Turns)]);
    assert_eq!(stiff.ends[1].stiffness, "3EI/L = 3·EI/3.6, its far end is hinged");
    assert_eq!(stiff.ends[2].stiffness, "4EI/L = 4·2 EI/5");
    assert_eq!((stiff.ends[1].factor.as_str(), stiff.ends[2].factor.as_str()), ("0.342", "0.658"));
    let table = &stiff.tables[0];
    // Wind 1.2 on 3.6 with a hinge at the foot: 1.2·3.6²/8; fruit 18 at 1.5 and 3.5 of 5.
    assert_eq!(table.rows[0].cells[1].rule, "wind: wL²/8 with w = 1.2, L = 3.6: −1.94");
    assert_eq!(table.rows[0].cells[2].rule, "fruit: P·a·b²/L² with P = 18, a = 1.5, b = 3.5: 13.23");
    assert_eq!(table.rows[1].cells[2].rule, "−0.658 × 11.29");
    assert_eq!(table.rows[2].cells[3].rule, "½ × −7.43 from BC");
    assert_eq!(table.rows.last().unwrap().kind, RowKind::Sum);
    // The last row before the sum is a balance.
    assert!(stiff.tables.iter().all(|table| table.rows[table.rows.len() - 2].kind == RowKind::Balance));
    let prop = &table.props[0];
    assert_eq!((prop.text.as_str(), prop.way), ("3.343 kN", [-1.0, 0.0]));
    assert!(
        prop.rule.starts_with("loads 2.160 kN") && prop.rule.ends_with("so the prop exerts −3.343 kN"),
        "{}",
        prop.rule
    );
    assert_eq!(line_text(&stiff.balance[0]), "prop at C: −3.343 + 33.91 c = 0");
    assert_eq!(stiff.balance.len(), 1);
    assert_eq!(stiff.compared.last().unwrap().says, "none");

    // Clockwise positive, everything changes its sign and nothing else.
    let turned = written("peach-portal").replace("[points]", "[conventions]\nmoment = \"cw\"\n[points]");
    let turned = self::page(&turned);
    assert_eq!(told(&turned).tables[0].rows[0].cells[2].text, "−13.23");
    assert_eq!(told(&turned).sense, "clockwise");
}

#[test]
fn slopes_and_forces_are_written_out() {
    let vine = page(&written("vine-arm"));
    let slopes = told(&vine).slopes.as_ref().unwrap();
    // Held 0.9·3²/12 = 0.675; 4·210/3 = 280; the overhang 0.9·1.2²/2 + 1.1·1.2 = 1.968.
    assert_eq!(slopes.ends[1].line.to_string(), "M_BA = −0.6750 + 280.0 θ_B");
    assert_eq!(latex(&slopes.ends[1].line), "M_{\\mathrm{BA}} = -0.6750 + 280.0\\,\\theta _{B}");
    assert_eq!(slopes.ends[2].line.to_string(), "M_BC = 1.968");
    assert_eq!(slopes.equations[0].line.to_string(), "280.0 θ_B = −1.293");
    assert_eq!(slopes.values[0].to_string(), "θ_B = −4.618·10⁻³ rad");
    let fern = page(&written("fern-staging"));
    let forces = told(&fern).forces.as_ref().unwrap();
    assert_eq!((forces.redundants[0].as_str(), forces.of[0].clone()), ("B_y", Some(Kind::Support.id("B"))));
    // As a cantilever: 1.6·3.2²/2 + 2.4·1.4 = 11.552 at the wall, counter-clockwise; −3.2 of a prop of 1.
    let cells: Vec<_> = forces.rows.iter().map(|row| row.cells[0].as_str()).collect();
    assert_eq!(cells, ["11.55", "−3.20"]);
    assert_eq!(line_text(&forces.values[0]), "X₁ = B_y = 2.509 kN");
    assert_eq!(told(&fern).moments, told(&fern).exact);
}

#[test]
fn what_is_missing_or_does_not_apply_is_said_with_a_cure() {
    let bare = page(&written("seedling-rail").replace(", EI = [\"EI\", \"1.5 EI\"]", ""));
    assert_eq!(bare.headlines.stiff, "stiffness is missing");
    assert_eq!(told(&bare).refused[1], "Give bodies an EI, or a section and a material.");
    let spring = written("pier-settlement")
        .replace("kind = \"roller\" },\n]", "kind = \"roller\", spring = \"4 MN/m\" },\n]");
    let spring = page(&spring);
    let why = told(&spring).inapplicable.as_ref().unwrap();
    assert!(
        why.contains("the support C gives way like a spring") && why.contains("by stiffness holds"),
        "{why}"
    );
    // A determinate sheet has its sag.
    let shelf = page(&written("shed-shelf"));
    assert!(shelf.headlines.stiff.starts_with("sag L/"), "{}", shelf.headlines.stiff);
    assert!(!told(&shelf).redundant);
}

#[test]
fn documents_hold_the_whole_table() {
    let page = page(&written("peach-portal"));
    let plain = text::render("Peach portal", &page);
    assert!(plain.contains("Held by props at C (kN·m, counter-clockwise positive)"), "{plain}");
    assert!(
        plain.lines().any(|line| line.trim_end() == "  share             0.342  0.658  0.691  0.309"),
        "{plain}"
    );
    assert!(plain.contains("Difference from rounding the entries"));
    let marked = markdown::render("Peach portal", &page);
    assert!(
        marked.contains("| end | AB | BA | BC | CB | CD | DC |\n|---|--:|--:|--:|--:|--:|--:|"),
        "{marked}"
    );
    assert!(marked.contains("### Moments in the end"));
}
