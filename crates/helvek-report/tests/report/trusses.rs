//! The wording of trusses: limits, the table, which joint can be next.

use crate::lines;
use helvek_core::answers::Sense;
use helvek_core::id::Kind;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution::{self, Solved};
use helvek_report::document::Part;
use helvek_report::page::{Page, TableRow, ranges};
use helvek_report::{markdown, text};

fn solved(body: &str) -> Solved {
    let built = model::build(&sheet::read(&format!("format = \"helvek-sheet/1\"\n{body}"), Syntax::Toml));
    assert_eq!(built.problems, [], "{body}");
    solution::solve(built.model)
}

/// Tie B-C 5 long with F·5/3, strut A-B with −F·4/3.
fn bracket(rest: &str) -> Solved {
    solved(&format!(
        r#"bars = [["A", "B"], ["B", "C"]]
supports = [{{ at = "A", kind = "pin" }}, {{ at = "C", kind = "pin" }}]
{rest}
[points]
A = [0, 0]
B = [4, 0]
C = [0, 3]
"#
    ))
}

const LIMITS: &str = "limits = [{ tension = 20, compression = 12 }]";

#[test]
fn the_largest_load_is_said_with_what_governs_and_what_was_not_checked() {
    let found = bracket(&format!(
        r#"loads = [{{ name = "F", kind = "force", at = "B", size = 3, direction = "down" }}]
{LIMITS}
find = [{{ what = "limit", load = "F" }}]"#
    ));
    let page = Page::of(&found);
    assert_eq!(
        lines(&page, Part::Limits),
        [
            "F may be from −7.20 kN to 9.00 kN: at 9.00 kN A-B reaches its compression limit, at −7.20 kN B-C reaches its \
          compression limit. A compression limit has to allow for buckling."
        ]
    );
    let asked = &page.asked[0];
    assert_eq!(
        (asked.label.as_str(), asked.of.clone()),
        ("limit of F: A-B governs, C", Some(Kind::Bar.id("A-B")))
    );
    assert_eq!(asked.text(), "F ≤ 9.00 kN");
}

#[test]
fn factors_are_said_as_such_and_loads_beyond_them_too() {
    let found = bracket(&format!(
        r#"loads = [{{ kind = "force", at = "B", size = 18, direction = "down", case = "snow" }}]
{LIMITS}"#
    ));
    let page = Page::of(&found);
    let limits = lines(&page, Part::Limits);
    assert!(
        limits[0].starts_with("The variable loads may be −0.400 to 0.500 times as given"),
        "{:?}",
        limits
    );
    assert!(limits[0].contains("The loads as given are beyond that."));
    assert_eq!(page.asked[0].text(), "× 0.500");
    assert_eq!(page.headlines.table, "1 T · 1 C · 0 zero · A-B 200 %");
    let none = bracket(
        r#"loads = [{ kind = "force", at = "B", size = 12, direction = "down", case = "permanent" }]
limits = [{ of = ["B-C"], tension = 15 }]"#,
    );
    let said = &lines(&Page::of(&none), Part::Limits)[0];
    assert!(said.starts_with("No size of variable loads keeps everything within its limits"), "{said}");
    assert!(said.contains("Bar A-B was not checked"), "{said}");
    let judged = Page::of(&none).judgement.unwrap();
    assert!(
        judged.reach.unwrap().starts_with("No multiple of the loads that are not permanent keeps everything")
    );
    assert!(judged.unchecked.iter().any(|says| says.starts_with("A-B: no limit, and no section")));
}

#[test]
fn a_multiple_is_shown_by_its_symbol_and_holds_up_to_a_size() {
    let found = bracket(&format!(
        r#"loads = [{{ kind = "force", at = "B", size = "?P", direction = "down" }}]
{LIMITS}
find = [{{ what = "limit", load = "P" }}, {{ what = "bar", bar = "B-C" }}]"#
    ));
    let page = Page::of(&found);
    assert_eq!(page.asked[0].text(), "P ≤ 9.00 kN");
    assert_eq!(page.asked[1].text(), "1.67 P T");
    let rows: Vec<_> =
        page.table.iter().map(|row| (row.used_text.clone(), row.reserve_text.clone())).collect();
    assert_eq!(rows, [(None, Some("9.00 kN".into())), (None, Some("12.0 kN".into()))]);
}

#[test]
fn the_table_says_why_a_bar_is_idle_and_is_printed_where_something_is_limited() {
    let idle = |limits: &str| {
        solved(&format!(
            r#"bars = [["A","B"],["B","C"],["A","D"],["D","C"],["B","D"]]
supports = [{{ at = "A", kind = "pin" }}, {{ at = "C", kind = "roller" }}]
loads = [{{ kind = "force", at = "D", size = 6, direction = "down" }}, {{ name = "self", kind = "own", size = 0 }}]
{limits}
[points]
A = [0, 0]
B = [4, 0]
C = [8, 0]
D = [4, 3]
"#
        ))
    };
    let page = Page::of(&idle(""));
    let row = |name: &str| -> TableRow { page.table.iter().find(|row| row.name == name).unwrap().clone() };
    assert_eq!(
        [row("B-D").sense, row("A-D").sense, row("A-B").sense],
        [Sense::Zero, Sense::Compression, Sense::Tension].map(Some)
    );
    assert_eq!(
        row("B-D").rule.as_deref(),
        Some("B-D is a zero-force member: at the unloaded joint B the two others are in one line.")
    );
    assert_eq!((row("A-D").length_text.as_str(), row("A-D").force_text.as_str()), ("5 m", "5.00 kN"));
    assert!((row("A-D").force.unwrap() + 5.0).abs() < 1e-12);
    assert!(!text::render("", &page).contains("\nBars\n"));
    let limited = Page::of(&idle(LIMITS));
    let printed = text::render("", &limited);
    assert!(printed.contains("\nBars\n") && printed.contains("  A-D     5 m  5.00 kN C  42 %"), "{printed}");
    assert!(markdown::render("", &limited).contains("| A-D | 5 m | 5.00 kN C | 42 % |"));
}

#[test]
fn which_joint_can_be_next_is_said_from_step_to_step() {
    let found = bracket(r#"loads = [{ kind = "force", at = "B", size = 3, direction = "down" }]"#);
    let page = Page::of(&found);
    let at_b: Vec<_> = page.next.iter().filter(|line| line.of == Kind::Point.id("B")).collect();
    assert_eq!(at_b[0].says, "Joint B can be next: two unknowns, A-B, B-C.");
    assert!(at_b[0].can && at_b[0].after == 0);
    assert!(
        at_b.last()
            .is_some_and(|line| line.done && line.says == "Joint B is done: everything there is known.")
    );
    let at_a = page.next.iter().find(|line| line.of == Kind::Point.id("A")).unwrap();
    assert!(at_a.says.contains("3 unknowns") || at_a.says.contains("can be next for"), "{}", at_a.says);
}

#[test]
fn own_weight_is_said_to_go_to_the_joints() {
    let found = bracket(r#"loads = [{ name = "self", kind = "own", size = 0.2 }]"#);
    let said = lines(&Page::of(&found), Part::Inspection);
    assert!(
        said.iter().any(|line| line == "self: self-weight of the bars, 1.80 kN in all, half of each bar's at each of its joints; members are not included."),
        "{said:?}"
    );
}

#[test]
fn a_bar_that_is_called_like_a_couple_is_told_as_a_force() {
    let text = "format = \"helvek-sheet/1\"
        supports = [{ at = \"A\", kind = \"pin\" }, { at = \"B\", kind = \"roller\" }]
        bars = [{ ends = [\"A\", \"B\"], name = \"M_1\" }, [\"B\", \"C\"], [\"C\", \"A\"]]
        cases = [\"dead\", \"wind\"]
        loads = [
          { kind = \"force\", at = \"C\", size = 3, direction = \"down\", case = \"dead\" },
          { kind = \"force\", at = \"C\", size = 2, direction = \"right\", case = \"wind\" },
        ]
        combinations = [{ name = \"A\", factors = { dead = 1 } }, { name = \"B\", factors = { dead = 1, wind = 1 } }]
        [points]
        A = [0, 0]
        B = [4, 0]
        C = [1, 2]";
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert_eq!(built.problems, []);
    let ranges = ranges(&solution::solve(built.model));
    let bar = ranges.iter().find(|line| line.of == "bar M_1").unwrap();
    // Joint B under 3 down: B_y = 3/4; along B-C (3 to 2): F = −0.75·√13/2, and M_1 = −F·3/√13 = 1.125. With 2 to the right at C
    // B_y = (3·1 + 2·2)/4 = 1.75, M_1 = 2.625.
    assert_eq!([bar.least.as_str(), bar.greatest.as_str()], ["1.13 kN (A)", "2.63 kN (B)"]);
}

#[test]
fn bars_own_weight_stands_at_each_joint_with_a_mark_of_its_own() {
    // 0.6 per metre of bar, 4 and 5 m: 2.7 kN at B.
    let found = bracket(r#"loads = [{ name = "own", kind = "own", size = 0.6 }]"#);
    let page = Page::of(&found);
    let terms = page.chapters.iter().flat_map(|chapter| chapter.equations()).flat_map(|of| &of.terms);
    let marks: Vec<String> = terms
        .filter_map(|term| term.of.as_ref())
        .filter(|id| id.kind == Kind::Load)
        .map(ToString::to_string)
        .collect();
    assert!(marks.iter().all(|mark| mark.starts_with("load:own@point:")), "{marks:?}");
    assert!(marks.contains(&"load:own@point:B".to_owned()), "{marks:?}");
    assert!(text::render("", &page).contains("2.7"), "{}", text::render("", &page));
}
