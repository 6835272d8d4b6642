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
    assert_eq!(stiff.ends[1].stiffness, "k_BA = 3 EI/L = 3 EI/3.6 = 0.8333 EI/m (its far end hinged)");
    assert_eq!(stiff.ends[2].stiffness, "k_BC = 4 EI/L = 4·2 EI/5 = 1.600 EI/m");
    assert_eq!((stiff.ends[1].factor.as_str(), stiff.ends[2].factor.as_str()), ("0.342", "0.658"));
    let table = &stiff.tables[0];
    // Wind 1.2 on 3.6 with a hinge at the foot: 1.2·3.6²/8; fruit 18 at 1.5 and 3.5 of 5.
    assert_eq!(table.rows[0].cells[1].rule, "wind: −w·L²/8 = −1.2·3.6²/8 = −1.94");
    assert_eq!(table.rows[0].cells[2].rule, "fruit: P·a·b²/L² = 18·1.5·3.5²/5² = 13.23");
    assert_eq!(table.rows[1].cells[2].rule, "−0.658 × 11.29");
    assert_eq!(table.rows[2].cells[3].rule, "½ × −7.43 from BC");
    assert_eq!(table.rows.last().unwrap().kind, RowKind::Sum);
    // The last row before the sum is a balance.
    assert!(stiff.tables.iter().all(|table| table.rows[table.rows.len() - 2].kind == RowKind::Balance));
    let prop = &table.props[0];
    assert_eq!((prop.text.as_str(), prop.way), ("3.342 kN", [-1.0, 0.0]));
    // Of the wind 1.2·3.6/2 at C; the columns push by their end moments.
    let rule = "F_C = −2.160 + (0 − 7.040)/3.6 + (3.250 + 0)/4.2 = −3.342 kN";
    assert_eq!(line_text(&prop.rule), rule);
    assert_eq!(line_text(&stiff.balance[0]), "prop at C: −3.342 + 33.86 c = 0");
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
    assert!(plain.contains("Sway prevented at C (kN·m, counter-clockwise positive)"), "{plain}");
    assert!(
        plain.lines().any(|line| line.trim_end() == "  DF                0.342  0.658  0.691  0.309"),
        "{plain}"
    );
    assert!(plain.contains("Difference from rounding the entries"));
    let marked = markdown::render("Peach portal", &page);
    assert!(
        marked.contains("| end | AB | BA | BC | CB | CD | DC |\n|---|--:|--:|--:|--:|--:|--:|"),
        "{marked}"
    );
    assert!(marked.contains("### Final end moments"));
}

/// The lines under a heading of a document's chapter of stiffness.
fn under<'t>(text: &'t str, heading: &str) -> Vec<&'t str> {
    let mut lines = text.lines().skip_while(|line| !line.trim_start().starts_with(heading)).skip(1);
    lines.by_ref().take_while(|line| !line.trim().is_empty()).map(str::trim).collect()
}

#[test]
fn a_distribution_begins_with_its_stiffnesses_and_ends_with_the_reactions() {
    // Two spans on a fixed end, a roller and a roller; trapezoids rising towards the fixed end and falling towards the far roller.
    let text = r#"format = "helvek-sheet/1"
title = "Two spans"
conventions = { moment = "cw" }
supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller" }, { at = "C", kind = "roller" }]
loads = [
  { name = "snow", kind = "distributed", from = "A", to = "B", start = 5, end = 2, direction = "down" },
  { name = "sand", kind = "distributed", from = "B", to = "C", start = 0, end = 6, direction = "down" },
  { name = "jack", kind = "force", at = "J", size = 7, direction = "down" },
]
points = { A = [0, 0], B = [6, 0], J = [7, 0], C = [10, 0] }
bodies = { beam = { runs = [["A", "B", "J", "C"]], EI = [9000, 12000, 12000] } }"#;
    let plain = text::render("Two spans", &page(text));
    assert_eq!(
        under(&plain, "Stiffness and distribution factors"),
        [
            "k_BA = 4 EI/L = 4·9000/6 = 6000 kN·m",
            "k_BC = 3 EI/L = 3·12000/4 = 9000 kN·m (its far end hinged)",
            "DF_BA = k_BA/(k_BA + k_BC) = 6000/(6000 + 9000) = 0.400",
            "DF_BC = k_BC/(k_BA + k_BC) = 9000/(6000 + 9000) = 0.600",
        ]
    );
    // Clockwise positive. At A the even part 2·6²/12 = 6 and a triangle of 3 that is highest there, 3·6²/20 = 5.4; at B 3·6²/30 = 3.6. From B to C a
    // triangle of 6 that is highest at the hinge: 7·6·4²/120 = 5.6; a force 7 at 1 of 4: 7·1·3·7/(2·4²) = 4.594.
    assert_eq!(
        under(&plain, "Fixed-end moments (kN·m, clockwise positive)"),
        [
            "FEM_AB: snow: −w·L²/12 − w′·L²/20 = −2·6²/12 − 3·6²/20 = −11.40",
            "FEM_BA: snow: w·L²/12 + w′·L²/30 = 2·6²/12 + 3·6²/30 = 9.60",
            "FEM_BC: jack: −P·a·b·(L + b)/(2 L²) = −7·1·3·(4 + 3)/(2·4²) = −4.59",
            "FEM_BC: sand: −7 w·L²/120 = −7·6·4²/120 = −5.60",
        ]
    );
    // Out of balance at B 9.60 − 10.19 = −0.59: 0.24 to BA, 0.35 to BC, 0.12 over to A. M_AB = −11.28, M_BA = 9.84, M_BC = −9.84.
    let reactions = under(&plain, "Reactions");
    // As a simple beam A carries 2·6/2 + 3·6/3 = 12, and (11.28 − 9.84)/6 = 0.24 more.
    assert_eq!(reactions[0], "A_y = V_AB = 12.2 kN");
    assert!(reactions[1].starts_with("B_y = V_BA + V_BC = 8.7"), "{reactions:?}");
    assert!(plain.contains("V_AB = 12.0 − (−11.3 + 9.84)/6 = 12.2 kN"), "{plain}");
}

#[test]
fn rounds_end_where_nothing_of_weight_is_out_of_balance_unless_more_are_asked() {
    let written = written("peach-portal");
    let rounds = |text: &str| {
        let page = page(text);
        told(&page).tables.iter().map(|table| table.rounds).collect::<Vec<_>>()
    };
    let usual = rounds(&written);
    // The largest fixed-end moments are 13.23 and 100: below 0.13 and 1 nothing is carried over any more.
    let page = page(&written);
    for (table, most) in told(&page).tables.iter().zip([0.1323, 1.0]) {
        let carried = table.rows.iter().filter(|row| row.kind == RowKind::Over);
        let largest: Vec<f64> = carried
            .map(|row| {
                let cells = row.cells.iter().filter(|cell| !cell.text.is_empty());
                cells.map(|cell| cell.text.replace('−', "").parse::<f64>().unwrap()).fold(0.0, f64::max)
            })
            .collect();
        assert!(largest.iter().all(|open| *open >= most), "{largest:?}");
    }
    let asked = rounds(&written.replace("[points]", "[conventions]\nrounds = 12\n[points]"));
    assert!(
        asked.iter().all(|count| *count <= 12) && asked.iter().zip(&usual).all(|(a, b)| a > b),
        "{asked:?}"
    );
}

#[test]
fn a_column_carries_the_shears_of_the_beams_across_it_and_the_loads_on_its_line() {
    // Two storeys, unsymmetrical; 4 kN down on the head E of the left column, 1.5 kN down at G within it.
    let text = r#"format = "helvek-sheet/1"
conventions = { method = "slopes", figures = 5 }
supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "pin" }]
loads = [
  { kind = "force", at = "C", size = 8, direction = "right" },
  { kind = "force", at = "E", size = 4, direction = "down" },
  { kind = "force", at = "G", size = 1.5, direction = "down" },
  { kind = "distributed", from = "E", to = "F", start = 3 },
]
points = { A = [0, 0], C = [0, 3], G = [0, 4], E = [0, 5.5], B = [5, 0], D = [5, 3], F = [5, 5.5] }
bodies = { frame = { runs = [["A", "C", "G", "E", "F", "D", "B"], ["C", "D"]], EI = "1 EI" } }"#;
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert_eq!(built.problems, []);
    let solved = solution::solve(built.model);
    let plain = text::render("", &Page::of(&solved));
    let answers = helvek_core::answers::answers(&solved);
    let told = under(&plain, "Reactions");
    let found: Vec<(&str, f64)> = told
        .iter()
        .map(|line| {
            let number = line.rsplit(" = ").next().unwrap().trim_end_matches(" kN").replace('−', "-");
            (line.split(" = ").next().unwrap(), number.parse().unwrap())
        })
        .collect();
    let by_stiffness = answers.reactions.iter().flat_map(|of| {
        ["x", "y"].iter().zip(&of.force).map(move |(axis, v)| (format!("{}_{axis}", of.support), v.unwrap()))
    });
    let by_stiffness: Vec<_> = by_stiffness.collect();
    assert_eq!(found.len(), by_stiffness.len(), "{told:?}");
    for ((name, by_hand), (symbol, exact)) in found.iter().zip(&by_stiffness) {
        assert_eq!(name, symbol);
        assert!((by_hand - exact).abs() <= 1e-4 * 15.0, "{name}: {by_hand} {exact}");
    }
    assert!(told[1].starts_with("A_y = V_CD + V_EF + loads = "), "{}", told[1]);
    // What a table comes to stands below what it comes from.
    assert!(
        plain.find("Final end moments").unwrap() > plain.find("Moments of the joint C").unwrap(),
        "{plain}"
    );
}
