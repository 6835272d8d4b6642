//! Stresses in members: closed forms derived in the comments, extremes against fine samples.

use crate::common;
use crate::common::solved;
use helvek_answers as answers;
use helvek_checks::Checks;
use helvek_statics::internal_forces::Side;
use helvek_statics::solution::Solved;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

#[track_caller]
fn close(found: f64, wanted: f64) {
    assert!((found - wanted).abs() <= 1e-9 * wanted.abs().max(1e-9), "{found} is not {wanted}");
}

/// A cantilever of 2 built in at A; at its end 12 along it and 3 down; a section and more of one's own.
fn cantilever(section: &str, more: &str) -> Solved {
    solved(&format!(
        r#"supports = [{{ at = "A", kind = "fixed" }}]
loads = [{{ kind = "force", at = "B", components = [12, -3] }}]
points = {{ A = [0, 0], B = [2, 0] }}
bodies = {{ arm = {{ runs = [["A", "B"]], section = "s"{more} }} }}
sections = {{ s = {section} }}"#
    ))
}

#[test]
fn axial_and_bending_add_up_with_their_signs_at_both_faces() {
    // 60 × 100 mm: N/A = 12 000/6000 = 2 MPa. M at the wall −6 kN·m: M·c/I = 6e6·50/(60·100³/12) = 60 MPa, tension on top, compression below.
    let arm =
        cantilever(r#"{ shape = "rectangle", width = 60, height = 100 }"#, r#", material = "assumed steel""#);
    let stressed = &Checks(&arm).stressed()[0];
    let [top, bottom] = &stressed.fibres;
    close(top.range[1].value, 62e6);
    assert_eq!(top.range[1].station, 0.0);
    close(top.range[0].value, 2e6);
    close(bottom.range[0].value, -58e6);
    close(bottom.range[1].value, 2e6);
    // V is 3 kN all along: 1.5·3000/6000 MPa at the middle.
    close(stressed.shear.value.abs(), 0.75e6);
    assert_eq!(stressed.level, 0.0);
    // 240 over the largest, which is on top.
    close(stressed.factor(&arm.model.materials[0]).unwrap(), 240.0 / 62.0);
    // Half-way along, a quarter of the height above the middle.
    let here = Checks(&arm).stress_at(0, 1.0, Side::Before, [0.0, 0.025]).unwrap();
    close(here.axial, 2e6);
    close(here.bending, 15e6);
    close(here.shear.abs(), 0.75 * 0.75e6);
    // Mohr's circle: ½·17 ± √(8.5² + 0.5625²), and √(17² + 3·0.5625²).
    let radius = (8.5f64.powi(2) + 0.5625f64.powi(2)).sqrt();
    close(here.principal()[0], (8.5 + radius) * 1e6);
    close(here.principal()[1], (8.5 - radius) * 1e6);
    close(here.equivalent(), (17f64.powi(2) + 3.0 * 0.5625f64.powi(2)).sqrt() * 1e6);
    let answers = answers::answers(&arm);
    close(answers.stresses[0].top[1].value, 62.0);
    close(answers.sections["s"].i_z, 5e6);
}

#[test]
fn the_far_face_of_an_unsymmetrical_section_is_farther() {
    // A T 100 high: its centroid 74.07 from below (see the section tests), so that the bottom has 74.07/25.93 times the stress of the top from M.
    let arm = cantilever(r#"{ shape = "t", height = 100, width = 100, flange = 10, web = 8 }"#, "");
    let stressed = &Checks(&arm).stressed()[0];
    let axial = 12e3 / 1720e-6;
    let [top, bottom] = &stressed.fibres;
    let middle = (1000.0 * 95.0 + 720.0 * 45.0) / 1720.0;
    close((bottom.range[0].value - axial) / (axial - top.range[1].value), middle / (100.0 - middle));
    // Without a material nothing is compared.
    assert_eq!(answers::answers(&arm).stresses[0].factor, None);
}

#[test]
fn a_skew_section_uses_the_coupled_formula_unless_it_is_held() {
    let angle = |held: &str| {
        cantilever(&format!(r#"{{ shape = "angle", height = 80, width = 80, wall = 8{held} }}"#), "")
    };
    let (free, held) = (angle(""), angle(", held = true"));
    assert!(Checks(&free).stressed()[0].coupled && !Checks(&held).stressed()[0].coupled);
    let largest = |solved: &Solved| Checks(solved).stressed()[0].largest().value.abs();
    // Let go sideways it is stressed more.
    assert!(largest(&free) > 1.1 * largest(&held), "{} {}", largest(&free), largest(&held));
}

#[test]
fn what_is_wrong_with_sections_and_materials_is_named() {
    let said = |text: &str, path: &str, words: &[&str]| {
        let text = format!(
            r#"supports = [{{ at = "A", kind = "fixed" }}]
points = {{ A = [0, 0], B = [2, 0] }}
{text}"#
        );
        let all = common::problems(&common::toml(&text), helvek_sheet::sheet::Syntax::Toml);
        let problem = all.iter().find(|p| p.path == path).unwrap_or_else(|| panic!("{all:?}"));
        let said = format!("{} {}", problem.message, problem.cure);
        assert!(words.iter().all(|word| said.contains(word)), "{said}");
    };
    let plain = r#"bodies = { arm = { runs = [["A", "B"]] } }"#;
    let section = |s: &str| format!("{plain}\nsections = {{ s = {s} }}");
    said(
        &section(r#"{ shape = "tube", diameter = 40, wall = 20 }"#),
        "sections.s",
        &["wall does not fit into its diameter"],
    );
    said(&section(r#"{ shape = "box", width = 40, height = 60 }"#), "sections.s", &["needs \"wall\""]);
    said(
        &section(r#"{ shape = "round", diameter = 40, wall = 2 }"#),
        "sections.s.wall",
        &["A round has no \"wall\""],
    );
    said(
        &section(r#"{ shape = "rectangle", width = 0, height = 5 }"#),
        "sections.s",
        &["width is not positive"],
    );
    said(&section(r#"{ shape = "star" }"#), "sections.s.shape", &["rectangle"]);
    said(
        &section(r#"{ shape = "polygon", outline = [[0, 0], [9, 9], [9, 0], [0, 9]] }"#),
        "sections.s",
        &["crosses itself: side 1 and side 3"],
    );
    said(&section(r#"{ shape = "pair", of = "s" }"#), "sections.s.of", &["made of itself"]);
    said(&section(r#"{ shape = "pair", of = "t" }"#), "sections.s.of", &["no section \"t\""]);
    // A few lines that mean very much: 20 parts of 20 parts of 20 parts.
    let part = |of: &str| {
        (0..20).map(|i| format!("{{ of = \"{of}\", at = [{}, 0] }}", 20 * i)).collect::<Vec<_>>().join(", ")
    };
    let nested = format!(
        "{plain}\n[sections]\na = {{ shape = \"rectangle\", width = 5, height = 5 }}\nb = {{ shape = \"composite\", parts = [{}] }}\n\
         c = {{ shape = \"composite\", parts = [{}] }}\ns = {{ shape = \"composite\", parts = [{}] }}\nd = {{ shape = \"pair\", of = \"s\" }}",
        part("a"),
        part("b"),
        part("c"),
    );
    said(&nested, "sections.s.parts[5]", &["s has more than 2000 parts and corners"]);
    said(
        &section(r#"{ shape = "rectangle", width = "4 kN", height = 5 }"#),
        "sections.s.width",
        &["a force"],
    );
    let on = |rest: &str| format!(r#"bodies = {{ arm = {{ runs = [["A", "B"]], {rest} }} }}"#);
    said(&on(r#"section = "beech""#), "bodies.arm.section", &["no section \"beech\""]);
    said(&on(r#"material = "assumed steal""#), "bodies.arm.material", &["Perhaps \"assumed steel\""]);
    said(&format!("{plain}\nmaterials = {{ m = {{ E = -3 }} }}"), "materials.m.E", &["not positive"]);
    said(
        &format!("{plain}\nmaterials = {{ m = {{ yield = \"3 m\" }} }}"),
        "materials.m.yield",
        &["a length"],
    );
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 24, rng_seed: RngSeed::Fixed(88), ..ProptestConfig::default() })]

    /// Along an overhanging member under all sorts of loads no fibre anywhere is stressed beyond the extremes, and they are reached.
    #[test]
    fn nowhere_is_more_stressed_than_the_extremes(
        a in 0.5..2.0f64, b in 0.5..3.0f64, c in 0.3..2.0f64, q in -4.0..4.0f64, r in -4.0..4.0f64,
        f in -9.0..9.0f64, h in -20.0..20.0f64, m in -3.0..3.0f64,
    ) {
        let (x1, x2) = (a + b, a + b + c);
        let solved = solved(&format!(
            r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "C", kind = "roller" }}]
loads = [
  {{ kind = "distributed", from = "A", to = "C", start = {q:?}, end = {r:?}, direction = "down" }},
  {{ kind = "force", at = "D", components = [{h:?}, {f:?}] }},
  {{ kind = "couple", at = "B", size = {m:?} }},
]
points = {{ A = [0, 0], B = [{a:?}, 0], C = [{x1:?}, 0], D = [{x2:?}, 0] }}
bodies = {{ beam = {{ runs = [["A", "B", "C", "D"]], section = "s" }} }}
sections = {{ s = {{ shape = "channel", height = 120, width = 50, flange = 9, web = 6 }} }}"#
        ));
        let stressed = &Checks(&solved).stressed()[0];
        for fibre in &stressed.fibres {
            let [least, greatest] = fibre.range;
            let scale = least.value.abs().max(greatest.value.abs());
            for i in 0..=400 {
                for side in [Side::Before, Side::After] {
                    let here = Checks(&solved).stress_at(0, x2 * f64::from(i) / 400.0, side, fibre.at).unwrap().normal();
                    prop_assert!(here >= least.value - 1e-9 * scale && here <= greatest.value + 1e-9 * scale);
                }
            }
            for extreme in fibre.range {
                let here = Checks(&solved).stress_at(0, extreme.station, extreme.side, fibre.at).unwrap().normal();
                prop_assert!((here - extreme.value).abs() <= 1e-9 * scale);
            }
        }
    }
}
