//! Whole pages, read by a person once and kept: any change of wording or number shows here.

use crate::results;
use helvek_core::answers::StatusWord;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::formula::latex;
use helvek_report::page::Page;
use helvek_report::{Inline, line_text, markdown, text};

fn page(body: &str) -> Page {
    let built = model::build(&sheet::read(&format!("format = \"helvek-sheet/1\"\n{body}"), Syntax::Toml));
    assert_eq!(built.problems, []);
    Page::of(&solution::solve(built.model))
}

const POINTS: &str =
    "[points]\nA = [0, 0]\nC = [1, 0]\nB = [4, 0]\n[bodies]\nbeam = { runs = [[\"A\", \"C\", \"B\"]] }\n";

#[test]
fn an_overhang_that_lifts_reads_as_on_paper() {
    let body = format!(
        r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "C", kind = "roller" }}]
        loads = [{{ name = "lamp", kind = "force", at = "B", size = 2, direction = "down" }}]
        {POINTS}"#
    );
    let mut page = page(&body);
    crate::without_closing(&mut page);
    insta::assert_snapshot!(text::render("Lamp arm", &page), @r"
    Lamp arm
    ========

    Given
      Points: A (0, 0), C (1, 0), B (4, 0) m
      Supports: pin A (holds x, y), roller C (holds y)
      Loads: F_lamp = 2 kN ↓ at B
      Asked: reaction at A on beam; reaction at C on beam
      Assumed: rigid bodies at rest; no self-weight but what is given as a load
      Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x
      Free body beam: A_x → at A; A_y ↑ at A; C_y ↑ at C; F_lamp ↓ at B

    Stable and statically determinate. 3 independent equations, 3 unknowns.

    By inspection
      lamp lies beyond C: by itself it would lift the body off A.

    1. Moments about A · beam
       A_x and A_y pass through A: C_y is the only unknown.
       ↺ ΣM_A = 0:  − F_lamp·x_AB + C_y·x_AC = 0
                    − 2 (4) + C_y (1) = 0 kN·m
       C_y = 8.00 kN   (↑, as assumed)

    2. Forces along x · beam
       A_y acts across this direction: A_x is the only unknown.
       → ΣF_x = 0:  A_x = 0 kN

    3. Forces along y · beam
       A_y is the only unknown.
       ↑ ΣF_y = 0:  − F_lamp + C_y + A_y = 0
                    − 2 + 8 + A_y = 0 kN
       A_y = −6.00 kN   (acts ↓, opposite to the assumed sense; shown reversed from here on)

    Checks
      Moments about B · beam
        x_BC = 4 − 1 = 3 m
       ↺ ΣM_B:  A_y·x_BA − C_y·x_BC = 0
                6 (4) − 8 (3) = 0 kN·m   (closes)
      Moments about C · beam
        x_CB = 4 − 1 = 3 m
       ↺ ΣM_C:  − F_lamp·x_CB + A_y·x_CA = 0
                − 2 (3) + 6 (1) = 0 kN·m   (closes)

    Asked
      reaction at A on beam: A_x 0, A_y 6.00 kN ↓
      reaction at C on beam: 8.00 kN ↑

    To be checked by a qualified engineer under the local codes. Statics of rigid bodies at rest only: no strength, stability, fatigue or connections.
    Helvek, engine 6
    ");
}

#[test]
fn what_moves_is_said_with_its_cures() {
    let body = format!(
        r#"supports = [{{ at = "A", kind = "roller" }}, {{ at = "B", kind = "roller" }}]
        loads = [{{ kind = "force", at = "C", size = 2, direction = 240 }}]
        {POINTS}"#
    );
    insta::assert_snapshot!(text::render("", &page(&body)), @r"
    Untitled
    ========

    Given
      Points: A (0, 0), C (1, 0), B (4, 0) m
      Supports: roller A (holds y), roller B (holds y)
      Loads: F_1 = 2 kN at 60° below −x at C
      Asked: reaction at A on beam; reaction at B on beam
      Assumed: rigid bodies at rest; no self-weight but what is given as a load
      Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x

    Unstable. No equilibrium under these loads: beam slides to the left.
    3 equations, 2 unknowns.
      To stabilise it: Make the roller A a pin.
      To stabilise it: Make the roller B a pin.
      To stabilise it: Add a roller at C that pushes to the right.

    Stability
      Forces along x · beam
      → ΣF_x = −F_1 cos α_F1 = −2 cos 60° = −1.00 kN   (≠ 0)
      No reaction enters this sum: nothing balances it.

    Asked
      reaction at A on beam: no equilibrium
      reaction at B on beam: no equilibrium

    To be checked by a qualified engineer under the local codes. Statics of rigid bodies at rest only: no strength, stability, fatigue or connections.
    Helvek, engine 6
    ");
}

#[test]
fn what_equilibrium_does_not_fix_is_said_and_the_rest_answered() {
    let body = format!(
        r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "pin" }}]
        loads = [{{ kind = "couple", at = "C", size = 6, turn = "cw" }}]
        {POINTS}"#
    );
    let page = page(&body);
    assert_eq!(page.verdict.word, StatusWord::Indeterminate);
    assert_eq!(page.verdict.title, "Statically indeterminate to degree 1");
    assert_eq!(
        page.verdict.sentence,
        "Equilibrium alone does not give A_x, B_x; give stiffness for the rest."
    );
    // Clockwise 6 on a span of 4: the far end pushes up, the near one holds down, 6/4 each.
    let asked: Vec<_> = page.asked.iter().map(|a| a.text()).collect();
    assert_eq!(
        asked,
        ["A_x not fixed by equilibrium, A_y 1.50 kN ↓", "B_x not fixed by equilibrium, B_y 1.50 kN ↑"]
    );
}

#[test]
fn a_wall_answers_with_its_couple() {
    let body = format!(
        r#"supports = [{{ name = "wall", at = "A", kind = "fixed" }}]
        conventions = {{ figures = 4 }}
        loads = [{{ kind = "force", at = "B", size = 3, direction = 30 }}]
        {POINTS}"#
    );
    let page = page(&body);
    assert_eq!(
        page.asked[0].text(),
        "wall_x 2.598 kN ←, wall_y 1.500 kN ↓, resultant 3.000 kN at 30° below −x, 6.000 kN·m ↻"
    );
    assert_eq!(page.asked[0].label, "reaction of wall at A on beam");
    let wall = results(&page, 1)[0];
    assert_eq!(line_text(&wall.says), "M_wall = −6.000 kN·m");
    assert_eq!(wall.note, "acts ↻, opposite to the assumed sense; shown reversed from here on");
    assert_eq!(page.headlines.free, "3 unknowns · 3 equations");
}

#[test]
fn names_are_never_taken_for_markup_or_commands() {
    let body = r#"title = "*5% & $x$*"
        supports = [{ name = "a_b#%{", at = "A", kind = "fixed" }]
        loads = [{ name = "<b>&\\frac", kind = "force", at = "B", size = 1, direction = "down" }]
        [points]
        A = [0, 0]
        B = [1, 0]
        [bodies]
        "b|c" = { runs = [["A", "B"]] }"#;
    let page = page(body);
    let markdown = markdown::render("*5% & $x$*", &page);
    assert!(markdown.starts_with("# \\*5% & \\$x\\$\\*\n"), "{markdown}");
    let [Inline::Formula(result)] = &results(&page, 3)[0].says[..] else { panic!("{page:?}") };
    let latex = latex(result);
    assert!(latex.contains("a\\_b\\#\\%\\{"), "{latex}");
    assert!(page.steps().next().unwrap().title.ends_with("b|c") && markdown.contains("b\\|c"));
}

#[test]
fn every_fragment_of_a_term_says_what_it_is_in_words() {
    let body = format!(
        r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller" }}]
        loads = [
          {{ name = "peat", kind = "distributed", from = "A", to = "B", start = 1, end = 3 }},
          {{ name = "crank", kind = "couple", size = 2 }},
          {{ name = "rope", kind = "force", at = "C", size = 2, direction = 240 }},
        ]
        {POINTS}"#
    );
    let page = page(&body);
    let said: Vec<_> = page
        .steps()
        .next()
        .unwrap()
        .equations()
        .next()
        .unwrap()
        .terms
        .iter()
        .map(|t| t.says.as_str())
        .collect();
    assert_eq!(
        said,
        [
            "peat, the triangular part as its resultant a third from its high end, at an arm of 2.667 m; turns against the positive sense",
            "peat, the uniform part as its resultant at its middle, at an arm of 2 m; turns against the positive sense",
            "crank, a couple: the same about every point; turns in the positive sense",
            "rope, the part that counts, at an arm of 1 m; turns against the positive sense",
            "B_y, the unknown, at an arm of 4 m; turns in the positive sense",
        ]
    );
}

#[test]
fn results_are_shown_as_magnitudes_or_as_signed_components_and_stay_the_same() {
    // 5 m from a wall, pulled by 3 kN to the right and 4 kN down: the wall pushes left and up, and turns against 4·5.
    let page = |convention: &str| {
        page(&format!(
            r#"conventions = {{ results = "{convention}" }}
            supports = [{{ at = "A", kind = "fixed" }}]
            loads = [{{ kind = "force", at = "B", components = [3, -4] }}]
            points = {{ A = [0, 0], B = [5, 0] }}
            bodies = {{ arm = {{ runs = [["A", "B"]] }} }}"#
        ))
    };
    assert_eq!(
        page("magnitude").asked[0].text(),
        "A_x 3.00 kN ←, A_y 4.00 kN ↑, resultant 5.00 kN at 53.1° above −x, 20.0 kN·m ↺"
    );
    assert_eq!(page("components").asked[0].text(), "A_x = −3.00 kN, A_y = 4.00 kN, M_A = 20.0 kN·m");
}
