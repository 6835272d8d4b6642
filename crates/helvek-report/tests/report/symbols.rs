//! Equations before their numbers, and the lines that say where their arms, angles and weights come from.

use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::document::{Block, Part, Role};
use helvek_report::formula::Formula;
use helvek_report::line_text;
use helvek_report::page::Page;

fn page(body: &str) -> Page {
    let text = format!("format = \"helvek-sheet/1\"\n{body}");
    let built = model::build(&sheet::read(&text, Syntax::Toml));
    assert_eq!(built.problems, [], "{text}");
    Page::of(&solution::solve(built.model))
}

/// The working lines and the symbols of each equation of a step, as text.
fn step(page: &Page, number: usize) -> Vec<String> {
    let chapter = page.about(Part::Step(number)).next().unwrap();
    let mut said = Vec::new();
    for block in &chapter.blocks {
        match block {
            Block::Line(line) if line.role == Role::Working => said.push(line_text(&line.says)),
            Block::Equation(equation) => {
                let term = |(sign, of): (bool, &Formula)| format!("{}{of}", if sign { "−" } else { "+" });
                let terms: Vec<_> =
                    equation.terms.iter().map(|part| term((part.less, &part.symbols))).collect();
                said.push(format!("{} {}", terms.join(" "), equation.unit));
            }
            _ => {}
        }
    }
    said
}

/// A post that leans 3 to the right over 4 m, welded to the ground at G (1, 1): its own trapezoidal load across the level stretch of it, a rope force, a mass.
const POST: &str = r#"
units = { length = "m", force = "N" }
supports = [{ at = "G", kind = "fixed" }]
loads = [
  { name = "wind", kind = "force", at = "T", size = 50, direction = 150 },
  { name = "lamp", kind = "weight", at = "T", mass = 12 },
  { kind = "force", at = "T", components = [30, -40] },
  { name = "snow", kind = "distributed", from = "T", to = "E", start = 20, end = 80, direction = "down" },
]
[points]
G = [1, 1]
T = [4, 5]
E = [6, 5]
[bodies]
post = { runs = [["G", "T", "E"]] }
"#;

/// By hand: Δ = (3, 4) from G to T; 50 N at 150° turns by 3 sin 30° + 4 cos 30° = 1.5 + 3.464 = 4.964 m; W = 12 · 9.81 = 117.72 N; the snow is
/// 20 N/m throughout, 4 m from G, and a triangle of 80 − 20 = 60 N/m two thirds of 2 m behind T, 4.333 m from G.
#[test]
fn arms_and_weights_are_derived_once() {
    let page = page(POST);
    assert_eq!(
        step(&page, 1),
        [
            "W_lamp = m·g = 12·9.81 = 117.72 N",
            "a_wind = 3 sin 30° + 4 cos 30° = 4.964 m; x_GT = 4 − 1 = 3 m; y_GT = 5 − 1 = 4 m; \
             q_snow,E = 80 − 20 = 60 N/m; a_snow,E = 3 + 2/3·2 = 4.333 m; a_snow = 3 + ½·2 = 4 m",
            "+F_wind·a_wind −W_lamp·x_GT −F_1,x·y_GT −F_1,y·x_GT −½·q_snow,E·TE·a_snow,E \
             −q_snow·TE·a_snow +M_G N·m",
        ]
    );
    // What was told is not told again, in steps and in checks.
    let text = helvek_report::text::render("", &page);
    for once in ["W_lamp = m·g", "x_GT = 4 − 1", "a_wind = 3 sin 30°"] {
        assert_eq!(text.matches(once).count(), 1, "{once}\n{text}");
    }
}

#[test]
fn the_working_is_shown_to_three_depths() {
    let at = |detail: &str| page(&format!("conventions = {{ detail = \"{detail}\" }}\n{POST}"));
    let count = |page: &Page| {
        let blocks = page.steps().flat_map(|chapter| &chapter.blocks);
        let of = |role: Role| page.steps().flat_map(move |chapter| chapter.lines(role)).count();
        let equations = blocks.filter(|block| matches!(block, Block::Equation(_))).count();
        [equations, of(Role::Working), of(Role::Reason), of(Role::Result)]
    };
    assert_eq!(count(&at("terms")), [3, 2, 3, 3]);
    assert_eq!(count(&at("equations")), [3, 0, 3, 3]);
    assert_eq!(count(&at("answers")), [0, 0, 0, 3]);
    // No depth changes an answer.
    assert_eq!(at("terms").asked, at("answers").asked);
}

/// Seen from its middle a tackle's block is pulled twice by one rope: 2 T.
#[test]
fn equal_pulls_of_one_rope_are_gathered() {
    let text = std::fs::read_to_string(format!(
        "{}/../../examples/root-ball-tackle.toml",
        env!("CARGO_MANIFEST_DIR")
    ))
    .unwrap();
    let built = model::build(&sheet::read(&text, Syntax::Toml));
    let page = Page::of(&solution::solve(built.model));
    assert_eq!(step(&page, 1).last().unwrap(), "−W_root ball +2 T_fall N");
}

/// A bar 0.7 up on 1.6 makes arctan(0.7/1.6) = 23.6° with the level; a sum across it tells its direction and the angles from that.
#[test]
fn angles_of_bars_come_from_their_joints() {
    let page = page(
        r#"
supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }]
loads = [{ name = "bell", kind = "force", at = "C", size = 3, direction = "down" }]
bars = [["A", "C"], ["B", "C"]]
find = [{ what = "bar", bar = "A-C" }, { what = "bar", bar = "B-C" }]
[points]
A = [0, 0]
B = [0, 2]
C = [1.6, 0.7]
"#,
    );
    let all: Vec<String> = (1..=page.steps().count()).flat_map(|number| step(&page, number)).collect();
    let all = all.join("\n");
    assert!(all.contains("Positive direction: "), "{all}");
    // The bar B–C goes down 1.3 on 1.6: arctan(1.3/1.6) = 39.09°.
    for line in ["α_AC = arctan(0.7/1.6) = 23.63°", "α_BC = arctan(1.3/1.6) = 39.09°"] {
        assert!(all.contains(line), "{line}\n{all}");
    }
}

#[test]
fn a_head_says_what_is_given_asked_and_assumed() {
    let page = page(POST);
    let head = page.about(Part::Head).next().unwrap();
    let lines: Vec<String> =
        head.lines(Role::Item).map(|line| format!("{}: {}", line.lead, line_text(&line.says))).collect();
    assert_eq!(
        lines,
        [
            "Points: G (1, 1), T (4, 5), E (6, 5) m",
            "Supports: fixed G (holds x, y, turning)",
            "Loads: F_wind = 50 N at 30° above −x at T; W_lamp of 12 kg at T; \
             F_1 = 50 N by components (30, −40) at T; q_snow = 20 N/m to 80 N/m ↓ from T to E",
            "Asked: reaction at G on post",
            "Assumed: rigid bodies at rest; no self-weight but what is given as a load; g = 9.81 m/s²",
            "Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x",
            "Free body post: G_x → at G; G_y ↑ at G; M_G ↺ at G; F_wind at 30° above −x at T; W_lamp ↓ at T; \
             F_1 at 53.1° below +x at T; q_snow ↓",
        ]
    );
}
