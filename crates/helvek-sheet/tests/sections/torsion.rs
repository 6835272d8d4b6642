//! Torsion constants found by elements: against closed forms of random shapes, and against what holds for any shape.

use helvek_sheet::section::{Section, Shape, ShapeWord, Torsion};
use proptest::prelude::*;
use proptest::test_runner::RngSeed;
use std::f64::consts::PI;

fn twisted(shape: Shape) -> (Section, Torsion) {
    let section = Section::of("s", shape).unwrap();
    let torsion = section.torsion().unwrap();
    (section, torsion)
}

fn outline(corners: Vec<[f64; 2]>) -> Shape {
    Shape::Polygon { outline: corners, holes: Vec::new() }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 12, failure_persistence: None, rng_seed: RngSeed::Fixed(31), ..ProptestConfig::default() })]

    /// Saint-Venant's series of a rectangle lies within the stated error of its outline, however it is turned and moved.
    #[test]
    fn a_rectangle_lies_within_its_stated_error(w in 0.01f64..0.1, slender in 1.0f64..8.0, angle in 0.0f64..PI, shift in -1.0f64..1.0) {
        let h = w * slender;
        let exact = Shape::sized(ShapeWord::Rectangle, &[w, h]).torsion_constant().unwrap();
        let turn = |[z, y]: [f64; 2]| [shift + z * angle.cos() - y * angle.sin(), z * angle.sin() + y * angle.cos()];
        let (_, found) = twisted(outline([[0.0, 0.0], [w, 0.0], [w, h], [0.0, h]].map(turn).to_vec()));
        prop_assert!(found.error > 0.0 && found.error < 0.01, "{}", found.error);
        prop_assert!((found.constant / exact - 1.0).abs() <= found.error + 1e-9, "{} {} {}", found.constant, exact, found.error);
    }

    /// An ellipse of many corners: πa³b³/(a² + b²).
    #[test]
    fn an_ellipse_is_nearly_its_closed_form(a in 0.02f64..0.06, b in 0.02f64..0.06) {
        let corner = |i: usize| {
            let t = 2.0 * PI * i as f64 / 160.0;
            [a * t.cos(), b * t.sin()]
        };
        let (_, found) = twisted(outline((0..160).map(corner).collect()));
        let exact = PI * a.powi(3) * b.powi(3) / (a * a + b * b);
        prop_assert!((found.constant / exact - 1.0).abs() < 3e-3, "{} {}", found.constant, exact);
    }

    /// It is less than the polar moment of inertia, which only rounds reach.
    #[test]
    fn an_open_profile_is_far_softer_than_the_same_walls_closed(w in 0.04f64..0.1, slender in 1.0f64..2.0, wall in 0.002f64..0.006) {
        let h = w * slender;
        let (closed, box_) = twisted(Shape::sized(ShapeWord::Box, &[w, h, wall]));
        let p = &closed.properties;
        prop_assert!(box_.constant < p.i_z + p.i_y);
        let (_, open) = twisted(Shape::sized(ShapeWord::Channel, &[h, w, wall, wall]));
        prop_assert!(open.constant * 10.0 < box_.constant, "{} {}", open.constant, box_.constant);
        // Bredt, with the walls' middle lines: too little by what the walls carry by themselves.
        let (wm, hm) = (w - wall, h - wall);
        let bredt = 2.0 * (wm * hm).powi(2) * wall / (wm + hm);
        prop_assert!(box_.constant > bredt * (1.0 - box_.error) && box_.constant < 1.15 * bredt, "{} {}", box_.constant, bredt);
    }

    /// Twice as large: sixteen times as stiff.
    #[test]
    fn it_grows_with_the_fourth_power(scale in 0.2f64..5.0) {
        let t = |k: f64| Shape::sized(ShapeWord::T, &[0.1 * k, 0.08 * k, 0.012 * k, 0.009 * k]);
        let [(_, one), (_, other)] = [1.0, scale].map(|k| twisted(t(k)));
        prop_assert!((other.constant / one.constant / scale.powi(4) - 1.0).abs() < 1e-3);
    }
}
