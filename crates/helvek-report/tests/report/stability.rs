//! Tipping and sliding as they are read.

use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::page::Page;
use helvek_report::text;

fn page(body: &str) -> Page {
    let built = model::build(&sheet::read(&format!("format = \"helvek-sheet/1\"\n{body}"), Syntax::Toml));
    assert_eq!(built.problems, []);
    Page::of(&solution::solve(built.model))
}

/// The chapter about stability of a sheet, line by line.
fn stability(body: &str) -> Vec<String> {
    let plain = text::render("", &page(body));
    let lines = plain.lines().skip_while(|line| *line != "Stability").skip(1);
    lines.take_while(|line| !line.is_empty()).map(|line| line.trim().to_owned()).collect()
}

/// A crane on a smooth heel at A and a rough toe at B, 1.6 apart: 6 down at 0.5 holds it, a pot 1.3 beyond B and a wind 2.4 up turn it over.
fn crane(pot: f64) -> String {
    format!(
        r#"supports = [{{ name = "heel", at = "A", kind = "surface" }}, {{ name = "toe", at = "B", kind = "rough", normal = "up", friction = 0.05 }}]
loads = [
  {{ name = "stone", kind = "weight", at = "G", size = 6 }},
  {{ name = "pot", kind = "force", at = "J", size = {pot}, direction = "down" }},
  {{ name = "wind", kind = "force", at = "J", size = 0.4, direction = "right" }},
]
points = {{ A = [0, 0], B = [1.6, 0], G = [0.5, 0.4], J = [2.9, 2.4], T = [0.8, 2] }}
bodies = {{ crane = {{ runs = [["A", "T"], ["T", "J"], ["T", "B"]], points = ["G"] }} }}"#
    )
}

#[test]
fn what_stands_has_its_factor_and_what_rubs_what_it_needs() {
    // 6·1.1 = 6.6 over 2.2·1.3 + 0.4·2.4 = 3.82. N at B: 8.2 − (6.6 − 3.82)/1.6 = 6.4625; 0.4/6.4625 = 0.0619, and 0.05 is there.
    assert_eq!(
        stability(&crane(2.2)),
        [
            "Tipping about B: heel would lift",
            "Overturning: M_O = F_pot·x_BJ + F_wind·y_BJ = 2.2 (1.3) + 0.4 (2.4) = 3.82 kN·m",
            "Resisting: M_R = W_stone·x_BG = 6 (1.1) = 6.60 kN·m",
            "M_R/M_O = 6.60/3.82 = 1.73   (factor against tipping)",
            "Sliding at toe: F/N = 0.400/6.46 = 0.0619   (required, 0.05 available: it slides, factor 0.808)",
        ]
    );
}

#[test]
fn what_tips_has_its_hold_down_and_its_ballast_by_an_equation() {
    // 5.2·1.3 + 0.96 = 7.72; what is missing, 1.12, over 1.6.
    let lines = stability(&crane(5.2));
    assert_eq!(
        lines[2..],
        [
            "Overturning: M_O = F_pot·x_BJ + F_wind·y_BJ = 5.2 (1.3) + 0.4 (2.4) = 7.72 kN·m",
            "Resisting: M_R = W_stone·x_BG = 6 (1.1) = 6.60 kN·m",
            "M_R/M_O = 6.60/7.72 = 0.855   (it tips)",
            "H = (M_O − M_R)/a = (7.72 − 6.60)/1.6 = 0.700 kN   (hold-down at heel, in the line of its reaction)",
            "G = (M_O − M_R)/a = (7.72 − 6.60)/1.6 = 0.700 kN   (ballast at A)",
        ]
    );
}

#[test]
fn what_nothing_balances_is_the_sum_along_which_it_moves() {
    let cart = r#"supports = [{ at = "A", kind = "roller" }, { at = "B", kind = "roller" }]
loads = [{ name = "push", kind = "force", at = "A", size = 6, direction = 330 }]
points = { A = [0, 0], B = [3, 0] }
bodies = { cart = { runs = [["A", "B"]] } }"#;
    assert_eq!(
        stability(cart),
        [
            "Forces along x · cart",
            "→ ΣF_x = F_push cos α_push = 6 cos 30° = 5.20 kN   (≠ 0)",
            "No reaction enters this sum: nothing balances it.",
        ]
    );
    // Held, and on nothing one-way: nothing is said.
    let held = cart.replace("{ at = \"A\", kind = \"roller\" }", "{ at = \"A\", kind = \"pin\" }");
    assert_eq!(stability(&held), [] as [String; 0]);
}

#[test]
fn what_has_too_much_in_one_place_and_too_little_in_another_is_said_to_move() {
    // Two bars in one line between two pins: one unknown too many along it, and nothing across it at B. The load pulls along the line.
    let told = page(
        r#"bars = [["A", "B"], ["B", "C"]]
supports = [{ at = "A", kind = "pin" }, { at = "C", kind = "pin" }]
loads = [{ kind = "force", at = "B", size = 3, direction = "right" }]
points = { A = [0, 0], B = [1, 0], C = [3, 0] }"#,
    );
    let verdict = &told.verdict;
    assert!(verdict.title.contains("indeterminate to degree 1"), "{}", verdict.title);
    assert!(verdict.sentence.contains("It is free to move: joint B slides"), "{}", verdict.sentence);
    assert!(verdict.count.contains("their arrangement lets it move"), "{}", verdict.count);
}
