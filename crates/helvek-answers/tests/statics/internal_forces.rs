//! N, V and M: closed forms derived in the comments, and random bodies against sums taken from the numbers alone.

use crate::common;
use crate::common::{answers, solved};
use helvek_answers as answers;
use helvek_numbers::geometry::Vector;
use helvek_statics::internal_forces::{AreaStep, Diagram, DiagramRefusal, Inner, Side};
use helvek_statics::solution::Solved;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn diagrams(solved: &Solved) -> Vec<Diagram> {
    solved.inside().iter().map(|inside| inside.diagram.clone().unwrap()).collect()
}

fn only(body: &str) -> Diagram {
    diagrams(&solved(body)).remove(0)
}

/// N, V and M in the sheet's kN and m.
fn at(diagram: &Diagram, station: f64, side: Side) -> [f64; 3] {
    Inner::ALL.map(|inner| diagram.at(inner, station, side) / 1000.0)
}

fn close(found: &[f64], wanted: &[f64]) {
    let near = found.len() == wanted.len()
        && found.iter().zip(wanted).all(|(a, b)| (a - b).abs() <= 1e-9 * b.abs().max(1.0));
    assert!(near, "{found:?} is not {wanted:?}");
}

const SIMPLE: &str = r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]"#;

fn simple(points: &[(&str, f64)], loads: &str) -> Diagram {
    only(&common::beam(points, &format!("{SUPPORTS}\nloads = [{loads}]", SUPPORTS = SIMPLE)))
}

#[test]
fn a_point_load_at_an_unsymmetrical_place() {
    // 12 at 2 of 6: A = 8, B = 4. M = 8·2 = 16 under the load.
    let d = simple(
        &[("A", 0.0), ("C", 2.0), ("B", 6.0)],
        r#"{ kind = "force", at = "C", size = 12, direction = "down" }"#,
    );
    close(&at(&d, 0.0, Side::After), &[0.0, 8.0, 0.0]);
    close(&at(&d, 2.0, Side::Before), &[0.0, 8.0, 16.0]);
    close(&at(&d, 2.0, Side::After), &[0.0, -4.0, 16.0]);
    close(&at(&d, 6.0, Side::Before), &[0.0, -4.0, 0.0]);
    assert!(d.steps(2.0) && !d.steps(3.0));
    let most = d.largest(Inner::M);
    close(&[most.station, most.value / 1000.0], &[2.0, 16.0]);
    close(&d.zeros(Inner::V), &[2.0]);
}

#[test]
fn a_uniform_load_is_largest_where_shear_vanishes() {
    // 3 per metre over the first 4 of 6: B = 3·4·2/6 = 4, A = 8. V = 8 − 3s vanishes at 8/3, where M = 8²/(2·3) = 32/3.
    let d = simple(
        &[("A", 0.0), ("C", 4.0), ("B", 6.0)],
        r#"{ kind = "distributed", from = "A", to = "C", start = 3, direction = "down" }"#,
    );
    let most = d.largest(Inner::M);
    close(&[most.station, most.value / 1000.0], &[8.0 / 3.0, 32.0 / 3.0]);
    close(&at(&d, 4.0, Side::Before), &[0.0, -4.0, 8.0]);
    close(&d.zeros(Inner::V), &[8.0 / 3.0]);
}

#[test]
fn a_triangular_load_rising_from_nothing() {
    // 0 to 6 over 3: total 9, B = 6, A = 3. V = 3 − s², zero at √3; M = 3s − s³/3, there 2√3.
    let d = simple(
        &[("A", 0.0), ("B", 3.0)],
        r#"{ kind = "distributed", from = "A", to = "B", start = 0, end = 6, direction = "down" }"#,
    );
    let most = d.largest(Inner::M);
    close(&[most.station, most.value / 1000.0], &[3f64.sqrt(), 2.0 * 3f64.sqrt()]);
    close(&at(&d, 3.0, Side::Before), &[0.0, -6.0, 0.0]);
    assert_eq!(d.segments[0].of(Inner::M).coefficients().len(), 4);
}

#[test]
fn a_trapezoid_written_from_its_far_end() {
    // From B back to A, 1 at B and 4 at A, over 2: total 5, about A 1·2·1 + (3·2/2)·(2/3) = 4, so B = 2, A = 3. V = 3 − 4s + 0.75 s².
    let d = simple(
        &[("A", 0.0), ("B", 2.0)],
        r#"{ kind = "distributed", from = "B", to = "A", start = 1, end = 4, direction = "down" }"#,
    );
    for s in [0.3, 1.0, 1.7] {
        let (v, m) = (3.0 - 4.0 * s + 0.75 * s * s, 3.0 * s - 2.0 * s * s + 0.25 * s * s * s);
        close(&at(&d, s, Side::After), &[0.0, v, m]);
    }
}

#[test]
fn a_couple_steps_the_moment_and_nothing_else() {
    // 6 ccw at 1 of 4: B·4 + 6 = 0, so B = −1.5, A = 1.5. M = 1.5 before, 1.5 − 6 = −4.5 after.
    let d = simple(
        &[("A", 0.0), ("C", 1.0), ("B", 4.0)],
        r#"{ kind = "couple", at = "C", size = 6, turn = "ccw" }"#,
    );
    close(&at(&d, 1.0, Side::Before), &[0.0, 1.5, 1.5]);
    close(&at(&d, 1.0, Side::After), &[0.0, 1.5, -4.5]);
    let [least, greatest] = d.range(Inner::M);
    close(&[least.value / 1000.0, least.station, greatest.value / 1000.0], &[-4.5, 1.0, 1.5]);
    assert_eq!((least.side, greatest.side), (Side::After, Side::Before));
    close(&d.zeros(Inner::M), &[1.0]);
}

#[test]
fn an_overhang_has_a_point_of_contraflexure() {
    // 2 per metre over all 6, supports at 0 and 4: B = 12·3/4 = 9, A = 3. M = 3s − s², zero at 3; at B −4; V zero at 1.5 with M 2.25.
    let d = only(&common::beam(
        &[("A", 0.0), ("B", 4.0), ("D", 6.0)],
        &format!(
            r#"{SIMPLE}
loads = [{{ kind = "distributed", from = "A", to = "D", start = 2, direction = "down" }}]"#
        ),
    ));
    let [least, greatest] = d.range(Inner::M);
    close(&[least.station, least.value / 1000.0], &[4.0, -4.0]);
    close(&[greatest.station, greatest.value / 1000.0], &[1.5, 2.25]);
    close(&d.zeros(Inner::M), &[3.0]);
    close(&d.zeros(Inner::V), &[1.5, 4.0]);
    close(&at(&d, 6.0, Side::Before), &[0.0, 0.0, 0.0]);
}

#[test]
fn a_cantilever_hogs_from_its_wall() {
    // 5 down at the tip, 3 from the wall at A: V = 5, M = −15 + 5 s.
    let d = only(&common::beam(
        &[("A", 0.0), ("B", 3.0)],
        r#"supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "force", at = "B", components = [2, -5] }]"#,
    ));
    close(&at(&d, 0.0, Side::After), &[2.0, 5.0, -15.0]);
    close(&at(&d, 1.0, Side::Before), &[2.0, 5.0, -10.0]);
    close(&at(&d, 3.0, Side::Before), &[2.0, 5.0, 0.0]);
}

#[test]
fn a_slope_under_its_own_weight_carries_along_and_across() {
    // From (0, 0) to (4, 3), 5 long, 1 kN per metre of length, down; pin below, roller above that pushes straight up: both 2.5.
    // Along t = (0.8, 0.6): N = −2.5·0.6 + 0.6 s; across n = (−0.6, 0.8): V = 2 − 0.8 s; M = 2 s − 0.4 s².
    let d = only(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ kind = "distributed", from = "A", to = "B", start = 1, direction = "down" }]
points = { A = [0, 0], B = [4, 3] }
bodies = { rafter = { runs = [["A", "B"]] } }"#,
    );
    for s in [0.0, 1.5, 4.0] {
        close(&at(&d, s, Side::After), &[-1.5 + 0.6 * s, 2.0 - 0.8 * s, 2.0 * s - 0.4 * s * s]);
    }
}

#[test]
fn a_load_per_metre_of_ground_is_less_per_metre_of_rafter() {
    // As above with 1 per metre of ground: 4 in all, 0.8 per metre of rafter, so everything is 0.8 times as much.
    let d = only(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ kind = "distributed", from = "A", to = "B", start = 1, direction = "down", per = "projection" }]
points = { A = [0, 0], B = [4, 3] }
bodies = { rafter = { runs = [["A", "B"]] } }"#,
    );
    close(&at(&d, 2.5, Side::Before), &[0.0, 0.0, 0.8 * 2.5]);
}

#[test]
fn a_bent_body_turns_shear_into_thrust_at_its_corner() {
    // An L: up 3 from a wall at A to B, then 2 to the right to C, 4 down at C. On the column, read upwards, left is −x: N = −4, V = 0, M = −8
    // (its left side is pulled). On the arm V = 4, M = −8 + 4 s.
    let all = diagrams(&solved(
        r#"supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "force", at = "C", size = 4, direction = "down" }]
points = { A = [0, 0], B = [0, 3], C = [2, 3] }
bodies = { bracket = { runs = [["A", "B", "C"]] } }"#,
    ));
    assert_eq!(all.len(), 2);
    close(&at(&all[0], 1.0, Side::Before), &[-4.0, 0.0, -8.0]);
    close(&at(&all[1], 0.0, Side::After), &[0.0, 4.0, -8.0]);
    close(&at(&all[1], 2.0, Side::Before), &[0.0, 4.0, 0.0]);
}

#[test]
fn a_rope_over_a_wheel_enters_at_the_axle_with_its_couple_nothing() {
    // A column from A (wall) to B (0, 4) with a wheel of radius 0.5 at B; the rope comes level from the left, leaves straight down with 100 kg.
    // Both legs pull T = 0.981: on the axle T to the left and T down. Read upwards, left is −x. What is after the cut: N = −T, V = −T; about the
    // cut T·(4 − s) counter-clockwise, so M = T (4 − s): the left side is compressed.
    let d = only(
        r#"supports = [{ at = "A", kind = "fixed" }]
points = { A = [0, 0], B = [0, 4], W = [-3, 4.5] }
bodies = { post = { runs = [["A", "B"]] } }
pulleys = { P = { at = "B", radius = 0.5, on = "post" } }
ropes = { r = { path = [{ at = "W" }, { over = "P", turn = "cw" }, { mass = 100 }] } }"#,
    );
    let t = 0.981;
    close(&at(&d, 1.0, Side::Before), &[-t, -t, 3.0 * t]);
    close(&at(&d, 4.0, Side::Before), &[-t, -t, 0.0]);
}

#[test]
fn a_hinge_carries_no_moment() {
    // A wall at A, a hinge at C (2), a roller at B (6), 3 per metre from C to B: 6 at B and at C. In A–C V = 6, M = −12 + 6 s.
    let all = diagrams(&solved(
        r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller" }]
joints = [{ at = "C", kind = "pin", of = ["left", "right"] }]
loads = [{ kind = "distributed", from = "C", to = "B", start = 3, direction = "down" }]
points = { A = [0, 0], C = [2, 0], B = [6, 0] }
bodies = { left = { runs = [["A", "C"]] }, right = { runs = [["C", "B"]] } }"#,
    ));
    close(&at(&all[0], 0.0, Side::After), &[0.0, 6.0, -12.0]);
    close(&at(&all[0], 2.0, Side::Before), &[0.0, 6.0, 0.0]);
    close(&at(&all[1], 0.0, Side::After), &[0.0, 6.0, 0.0]);
    close(&[all[1].largest(Inner::M).value / 1000.0], &[6.0]);
}

#[test]
fn what_rides_beside_a_member_enters_at_its_nearest_place() {
    // A weight at G, 1 above the beam at 2.5 of 4, not on a run: enters at 2.5. A = 4·1.5/4 = 1.5.
    let d = only(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ kind = "force", at = "G", components = [3, -4] }]
points = { A = [0, 0], B = [4, 0], G = [2.5, 1] }
bodies = { beam = { runs = [["A", "B"]], points = ["G"] } }"#,
    );
    // About A: −4·2.5 − 3·1 + 4 B = 0, B = 3.25, A = 0.75, A_x = −3. The sideways force steps M by −(1·3) at 2.5... from below: 0.75·2.5 = 1.875.
    close(&at(&d, 2.5, Side::Before), &[3.0, 0.75, 1.875]);
    close(&at(&d, 2.5, Side::After), &[0.0, -3.25, 1.875 + 3.0]);
}

#[test]
fn rings_loose_runs_and_couples_without_a_place_are_refused() {
    let refused =
        |body: &str| solved(body).inside().iter().map(|i| i.diagram.clone().err()).collect::<Vec<_>>();
    let ring = refused(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ kind = "force", at = "C", size = 4, direction = "down" }]
points = { A = [0, 0], B = [3, 0], C = [1, 2], D = [5, 0] }
bodies = { ring = { runs = [["A", "B"], ["B", "C"], ["C", "A"], ["B", "D"]] } }"#,
    );
    // The tail beyond the ring has its diagram.
    assert_eq!(
        ring,
        [Some(DiagramRefusal::Ring), Some(DiagramRefusal::Ring), Some(DiagramRefusal::Ring), None]
    );
    let loose = refused(
        r#"supports = [{ at = "A", kind = "fixed" }]
points = { A = [0, 0], B = [3, 0], C = [1, 2], D = [5, 2] }
bodies = { two = { runs = [["A", "B"], ["C", "D"]] } }"#,
    );
    assert_eq!(loose, [Some(DiagramRefusal::Apart), Some(DiagramRefusal::Apart)]);
    let couple = refused(&common::beam(
        &[("A", 0.0), ("B", 3.0)],
        &format!(
            r#"{SIMPLE}
loads = [{{ kind = "couple", name = "M", size = 2, on = "beam" }}]"#
        ),
    ));
    assert_eq!(couple, [Some(DiagramRefusal::CoupleWithoutPlace("M".into()))]);
    // Two pins: equilibrium does not say how they share the thrust.
    let open = refused(&common::beam(
        &[("A", 0.0), ("B", 3.0), ("D", 4.0)],
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "pin" }]
loads = [{ kind = "force", at = "D", size = 2, direction = "down" }]"#,
    ));
    assert_eq!(open, [Some(DiagramRefusal::Open)]);
}

#[test]
fn a_place_that_is_asked_is_found_at_corners_forks_and_ends() {
    // A beam A–F–B with a bracket F–E: at F the beam goes on, whichever side is meant; at the corner of a bent body the side chooses the leg.
    let asked = |find: &str| {
        let s = solved(&format!(
            r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller" }}]
loads = [{{ kind = "force", at = "E", components = [2, -3] }}]
find = [{find}]
points = {{ A = [0, 0], F = [2, 0], B = [6, 0], E = [2, -1] }}
bodies = {{ beam = {{ runs = [["A", "F", "B"], ["F", "E"]] }} }}"#
        ));
        let answers = answers::answers(&s).internal;
        (answers[0].from.clone(), answers[0].distance, answers[0].side, answers[0].m.unwrap())
    };
    // About A: −3·2 + 2·1 + 6 B = 0 (the force to the right at −1 turns counter-clockwise), B = 2/3, A = 7/3. M = 14/3 before, 8/3 after.
    let (from, distance, side, m) = asked(r#"{ what = "internal", on = "beam", at = "F" }"#);
    assert_eq!((from.as_str(), distance, side), ("A", 2.0, Side::Before));
    close(&[m], &[14.0 / 3.0]);
    let (from, _, side, m) = asked(r#"{ what = "internal", on = "beam", at = "F", side = "after" }"#);
    assert_eq!((from.as_str(), side), ("A", Side::After));
    close(&[m], &[8.0 / 3.0]);
    let (from, distance, side, m) =
        asked(r#"{ what = "internal", on = "beam", from = "B", to = "A", distance = 1 }"#);
    assert_eq!((from.as_str(), distance, side), ("A", 5.0, Side::Before));
    close(&[m], &[2.0 / 3.0]);
    let (from, distance, side, m) =
        asked(r#"{ what = "internal", on = "beam", from = "F", to = "E", distance = 0 }"#);
    assert_eq!((from.as_str(), distance, side), ("F", 0.0, Side::After));
    // Read downwards, left is to the right of the sheet: the force to the right at the foot pulls the left side away: it compresses the other.
    close(&[m.abs()], &[2.0]);
}

/// Of random beams: where it is held, what acts on it.
#[derive(Debug, Clone)]
struct Random {
    supports: [f64; 2],
    forces: Vec<(f64, f64)>,
    couples: Vec<(f64, f64)>,
    spreads: Vec<(f64, f64, f64, f64)>,
}

const LENGTH: f64 = 10.0;

fn random() -> impl Strategy<Value = Random> {
    // Places on a grid, so that several things meet at one.
    let place = || (0u32..=20).prop_map(|i| f64::from(i) * 0.5);
    let size = || (-40i32..=40).prop_map(|i| f64::from(i) * 0.25);
    (
        (0u32..6, 8u32..=20),
        prop::collection::vec((place(), size()), 0..5),
        prop::collection::vec((place(), size()), 0..3),
        prop::collection::vec((place(), place(), size(), size()), 0..4),
    )
        .prop_map(|((a, b), forces, couples, spreads)| Random {
            supports: [f64::from(a) * 0.5, f64::from(b) * 0.5],
            forces,
            couples,
            spreads: spreads.into_iter().filter(|(a, b, ..)| a != b).collect(),
        })
}

impl Random {
    fn toml(&self) -> String {
        let name = |x: f64| format!("P{}", (x * 2.0).round() as i32);
        let points: Vec<(String, f64)> = (0..=20).map(|i| (format!("P{i}"), f64::from(i) * 0.5)).collect();
        let points: Vec<(&str, f64)> = points.iter().map(|(n, x)| (n.as_str(), *x)).collect();
        let [a, b] = self.supports.map(name);
        let mut loads: Vec<String> = Vec::new();
        for (x, size) in &self.forces {
            loads.push(format!(r#"{{ kind = "force", at = "{}", components = [0, {size}] }}"#, name(*x)));
        }
        for (x, size) in &self.couples {
            loads.push(format!(r#"{{ kind = "couple", at = "{}", size = {size}, turn = "ccw" }}"#, name(*x)));
        }
        for (from, to, start, end) in &self.spreads {
            loads.push(format!(
                r#"{{ kind = "distributed", from = "{}", to = "{}", start = {start}, end = {end}, direction = "up" }}"#,
                name(*from),
                name(*to)
            ));
        }
        common::beam(
            &points,
            &format!(
                r#"supports = [{{ at = "{a}", kind = "pin" }}, {{ at = "{b}", kind = "roller" }}]
loads = [{}]"#,
                loads.join(", ")
            ),
        )
    }

    /// Force up and moment about the place of a spread within [0, s], from the numbers alone: its line is cut off at s.
    fn spread(&(from, to, start, end): &(f64, f64, f64, f64), s: f64) -> (f64, f64) {
        let (low, high, a, b) = if from < to { (from, to, start, end) } else { (to, from, end, start) };
        if s <= low {
            return (0.0, 0.0);
        }
        let until = s.min(high);
        let (l, cut) = (until - low, a + (b - a) * (until - low) / (high - low));
        // Two triangles: a at the left, its end at the right.
        let (left, right) = (a * l / 2.0, cut * l / 2.0);
        (left + right, left * (low + l / 3.0) + right * (low + 2.0 * l / 3.0))
    }

    /// V and M just before or just after a place.
    fn inside(&self, s: f64, side: Side) -> [f64; 2] {
        let counts = |x: f64| x < s || x == s && side == Side::After;
        let all = |counts: &dyn Fn(f64) -> bool, s: f64| {
            let (mut force, mut moment) = (0.0, 0.0);
            for (x, size) in self.forces.iter().filter(|(x, _)| counts(*x)) {
                force += size;
                moment += size * x;
            }
            for (_, size) in self.couples.iter().filter(|(x, _)| counts(*x)) {
                moment += size;
            }
            for spread in &self.spreads {
                let (f, m) = Self::spread(spread, s);
                force += f;
                moment += m;
            }
            (force, moment)
        };
        let (force, moment) = all(&|_| true, LENGTH);
        let [a, b] = self.supports;
        let at_b = -(moment - force * a) / (b - a);
        let at_a = -force - at_b;
        let (mut force, mut moment) = all(&counts, s);
        for (x, reaction) in [(a, at_a), (b, at_b)] {
            if counts(x) {
                force += reaction;
                moment += reaction * x;
            }
        }
        [force, force * s - moment]
    }
}

proptest! {
    #![proptest_config(ProptestConfig { rng_seed: RngSeed::Fixed(7), cases: 96, ..ProptestConfig::default() })]

    #[test]
    fn random_beams_agree_with_sums_taken_from_their_numbers(beam in random()) {
        let d = only(&beam.toml());
        prop_assert!(d.disagreement < 1e-9, "{}", d.disagreement);
        let size = 1e-9 * (1.0 + d.scales.1 / 1000.0);
        for i in 0..=40 {
            let s = f64::from(i) * 0.25;
            for side in [Side::Before, Side::After] {
                if (s == 0.0 && side == Side::Before) || (s == LENGTH && side == Side::After) {
                    continue;
                }
                let [v, m] = beam.inside(s, side);
                let found = at(&d, s, side);
                prop_assert!((found[1] - v).abs() < size && (found[2] - m).abs() < size,
                    "{s} {side:?}: {found:?}, {v}, {m}");
            }
        }
        // Nothing is larger than what is told as largest.
        for inner in Inner::ALL {
            let [least, greatest] = d.range(inner);
            for i in 0..=200 {
                let value = d.at(inner, f64::from(i) * 0.05, Side::Before);
                prop_assert!(value >= least.value - d.zero(inner) && value <= greatest.value + d.zero(inner));
            }
        }
        // Between its zeros M has one sign.
        let mut marks = vec![0.0];
        marks.extend(d.zeros(Inner::M));
        marks.push(LENGTH);
        for pair in marks.windows(2) {
            let signs: Vec<f64> = (1..20)
                .map(|i| d.at(Inner::M, pair[0] + (pair[1] - pair[0]) * f64::from(i) / 20.0, Side::After))
                .filter(|m| m.abs() > 1e-6 * d.scales.1)
                .map(f64::signum)
                .collect();
            prop_assert!(signs.windows(2).all(|s| s[0] == s[1]), "{pair:?} {signs:?}");
        }
    }
}

/// Of every example: both sides agree, and every part of a stretch is in equilibrium under what its two ends and its loads put on it.
#[test]
fn every_part_of_every_example_is_in_equilibrium() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut count = 0;
    for entry in std::fs::read_dir(folder).unwrap() {
        let text = std::fs::read_to_string(entry.unwrap().path()).unwrap();
        let built = helvek_statics::model::build(&helvek_sheet::sheet::read(
            &text,
            helvek_sheet::sheet::Syntax::Toml,
        ));
        let solved = helvek_statics::solution::solve(built.model);
        for d in solved.inside().iter().filter_map(|inside| inside.diagram.clone().ok()) {
            assert!(
                d.disagreement < 1e-9,
                "{}: {} {}",
                solved.model.title,
                solved.model.bodies[d.body.index()].name,
                d.disagreement
            );
            let n: Vector = d.along.left();
            for segment in &d.segments {
                let l = segment.length();
                for (a, b) in [(0.0, l), (0.2 * l, 0.7 * l)] {
                    let [v_a, v_b] = [a, b].map(|x| segment.of(Inner::V).at(x));
                    let [m_a, m_b] = [a, b].map(|x| segment.of(Inner::M).at(x));
                    // Simpson's rule is exact for what is at most cubic.
                    let mean = |inner: Inner| {
                        let p = segment.of(inner);
                        (p.at(a) + 4.0 * p.at(0.5 * (a + b)) + p.at(b)) / 6.0
                    };
                    assert!((m_b - m_a - mean(Inner::V) * (b - a)).abs() <= 1e-9 * d.scales.1.max(1e-30));
                    let q = segment.of(Inner::V).derivative();
                    let area = (q.at(a) + 4.0 * q.at(0.5 * (a + b)) + q.at(b)) / 6.0 * (b - a);
                    assert!((v_b - v_a - area).abs() <= 1e-9 * d.scales.0.max(1e-30));
                }
            }
            assert!((n.length() - 1.0).abs() < 1e-12);
            count += 1;
        }
    }
    assert!(count > 40, "{count}");
}

/// Of every example: stepping along by areas goes from nothing to nothing, each step from where the one before ended.
#[test]
fn by_areas_every_member_begins_and_ends_with_nothing() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let (mut runs, mut bent, mut rests) = (0, 0, 0);
    for entry in std::fs::read_dir(folder).unwrap() {
        let text = std::fs::read_to_string(entry.unwrap().path()).unwrap();
        let built = helvek_statics::model::build(&helvek_sheet::sheet::read(
            &text,
            helvek_sheet::sheet::Syntax::Toml,
        ));
        let solved = helvek_statics::solution::solve(built.model);
        for (row, inside) in solved.inside().iter().enumerate() {
            let Ok(diagram) = &inside.diagram else { continue };
            let near = |a: f64, b: f64, inner: Inner| {
                let scale = if inner == Inner::M { diagram.scales.1 } else { diagram.scales.0 };
                assert!((a - b).abs() <= 1e-8 * scale.max(1e-30), "{}: {a} {b}", solved.model.title);
            };
            let (mut v, mut m, mut place) = (0.0, 0.0, 0.0);
            for step in solved.areas(row) {
                match &step {
                    AreaStep::Jump { station, inner, by, from, to } => {
                        near(*station, place, Inner::V);
                        let now = if *inner == Inner::M { &mut m } else { &mut v };
                        near(*from, *now, *inner);
                        near(from + by.iter().map(|(_, amount)| amount).sum::<f64>(), *to, *inner);
                        *now = *to;
                        rests += by.iter().filter(|(source, _)| source.is_none()).count();
                    }
                    AreaStep::Run { start, end, load, shear, moment, to_zero } => {
                        near(*start, place, Inner::V);
                        near(shear[0], v, Inner::V);
                        near(moment[0], m, Inner::M);
                        near(shear[0] + 0.5 * (load[0] + load[1]) * (end - start), shear[2], Inner::V);
                        near(moment[0] + step.area(), moment[1], Inner::M);
                        assert!(!to_zero || shear[2] == 0.0);
                        (v, m, place) = (shear[2], moment[1], *end);
                        runs += 1;
                        bent += usize::from(step.bent());
                    }
                }
            }
            near(v, 0.0, Inner::V);
            near(m, 0.0, Inner::M);
        }
    }
    assert!(runs > 60 && bent > 4 && rests > 4, "{runs} {bent} {rests}");
}

#[test]
fn a_small_extreme_beside_a_large_one_keeps_its_figures() {
    // A couple of 20 N·mm at the free end, 1 N up there and 4.76 kN/m up at first: M = 20 N·mm + V₀x − qx²/2 turns at V₀/q and is greater there by V₀²/(2q), half a per cent of it
    // and 2·10⁻⁸ of the largest moment.
    let found = answers(
        r#"supports = [{ at = "C", kind = "fixed" }]
loads = [
  { kind = "couple", on = "arm", at = "A", size = -2e-5 },
  { kind = "force", at = "A", components = [0, 0.001] },
  { kind = "distributed", from = "A", to = "B", start = 4.76 },
  { kind = "force", at = "B", components = [0, -40] },
]
points = { A = [0, 0], B = [1.2, 0], C = [2.6, 0] }
bodies = { arm = { runs = [["A", "B", "C"]] } }"#,
    );
    let extremes = &found.diagrams[0].extremes;
    let greatest = extremes.iter().filter(|e| e.of == Inner::M).map(|e| e.value).fold(f64::MIN, f64::max);
    let expected = 2e-5 + 1e-6 / (2.0 * 4.76);
    assert!((greatest / expected - 1.0).abs() < 1e-6, "{greatest} instead of {expected}");
}
