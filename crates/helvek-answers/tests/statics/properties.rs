//! Random beams against a formulation that shares nothing with the core: loads integrated numerically, 3 × 3 solved by Cramer's rule.

use crate::common::{solved, toml};
use helvek_answers as answers;
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::model;
use helvek_statics::solution::Solved;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;
use std::fmt::Write;

#[derive(Debug, Clone)]
enum Acting {
    Force { at: usize, size: f64, angle: f64 },
    Couple { size: f64 },
    Spread { from: usize, to: usize, start: f64, end: f64, angle: f64 },
}

#[derive(Debug, Clone)]
struct Beam {
    origin: (f64, f64),
    slope: f64,
    /// Distances between neighbouring points.
    spans: Vec<f64>,
    /// Which points carry the pin and the roller.
    held: (usize, usize),
    /// Direction of the roller's push, degrees.
    push: f64,
    loads: Vec<Acting>,
}

impl Beam {
    fn station(&self, point: usize) -> f64 {
        self.spans[..point].iter().sum()
    }

    fn at(&self, station: f64) -> (f64, f64) {
        let slope = self.slope.to_radians();
        (self.origin.0 + station * slope.cos(), self.origin.1 + station * slope.sin())
    }

    /// How well the roller's line keeps clear of the pin: the sine of the angle between its push and the beam.
    fn soundness(&self) -> f64 {
        (self.push - self.slope).to_radians().sin().abs()
    }

    fn write(&self, head: &str, length: f64, force: f64) -> String {
        let mut out = head.to_owned();
        let points = self.spans.len() + 1;
        let (pin, roller) = self.held;
        writeln!(out, "supports = [{{ name = \"pin\", at = \"P{pin}\", kind = \"pin\" }}, {{ name = \"roller\", at = \"P{roller}\", kind = \"roller\", normal = {} }}]", self.push).unwrap();
        out.push_str("loads = [\n");
        for load in &self.loads {
            match load {
                Acting::Force { at, size, angle } => {
                    writeln!(out, "{{ kind = \"force\", at = \"P{at}\", size = {}, direction = {angle} }},", size * force)
                }
                Acting::Couple { size } => writeln!(out, "{{ kind = \"couple\", size = {} }},", size * force * length),
                Acting::Spread { from, to, start, end, angle } => writeln!(
                    out,
                    "{{ kind = \"distributed\", from = \"P{from}\", to = \"P{to}\", start = {}, end = {}, direction = {angle} }},",
                    start * force / length,
                    end * force / length
                ),
            }
            .unwrap();
        }
        out.push_str("]\n[points]\n");
        for point in 0..points {
            let (x, y) = self.at(self.station(point));
            writeln!(out, "P{point} = [{}, {}]", x * length, y * length).unwrap();
        }
        let run: Vec<_> = (0..points).map(|p| format!("\"P{p}\"")).collect();
        writeln!(out, "[bodies]\nbeam = {{ runs = [[{}]] }}", run.join(", ")).unwrap();
        out
    }

    /// Pin x, pin y, roller push: Σ over 400 slices of every distributed load, then Cramer.
    fn independent(&self) -> [f64; 3] {
        let (mut fx, mut fy, mut m) = (0.0, 0.0, 0.0);
        let mut act = |x: f64, y: f64, px: f64, py: f64| {
            fx += px;
            fy += py;
            m += x * py - y * px;
        };
        for load in &self.loads {
            match *load {
                Acting::Force { at, size, angle } => {
                    let (x, y) = self.at(self.station(at));
                    act(x, y, size * angle.to_radians().cos(), size * angle.to_radians().sin());
                }
                Acting::Couple { .. } => {}
                Acting::Spread { from, to, start, end, angle } => {
                    let (a, b) = (self.station(from), self.station(to));
                    let slices = 4000;
                    for i in 0..slices {
                        let t = (f64::from(i) + 0.5) / f64::from(slices);
                        let (x, y) = self.at(a + (b - a) * t);
                        let w = (start + (end - start) * t) * (b - a).abs() / f64::from(slices);
                        act(x, y, w * angle.to_radians().cos(), w * angle.to_radians().sin());
                    }
                }
            }
        }
        for load in &self.loads {
            if let Acting::Couple { size } = load {
                m += size;
            }
        }
        let ((px, py), (rx, ry)) = (self.at(self.station(self.held.0)), self.at(self.station(self.held.1)));
        let (nx, ny) = (self.push.to_radians().cos(), self.push.to_radians().sin());
        // Rows: x, y, moment about the origin; columns: pin x, pin y, roller.
        let a = [[1.0, 0.0, nx], [0.0, 1.0, ny], [-py, px, rx * ny - ry * nx]];
        let b = [-fx, -fy, -m];
        let det = |m: [[f64; 3]; 3]| {
            m[0][0] * (m[1][1] * m[2][2] - m[1][2] * m[2][1])
                - m[0][1] * (m[1][0] * m[2][2] - m[1][2] * m[2][0])
                + m[0][2] * (m[1][0] * m[2][1] - m[1][1] * m[2][0])
        };
        let whole = det(a);
        std::array::from_fn(|column| {
            let mut replaced = a;
            for row in 0..3 {
                replaced[row][column] = b[row];
            }
            det(replaced) / whole
        })
    }
}

fn values(solved: &Solved) -> Vec<f64> {
    let force = &solved.model.units.force;
    solved.values().iter().map(|v| force.from_si(v.expect("determined"))).collect()
}

fn beams() -> impl Strategy<Value = Beam> {
    let shape = (
        (-20.0..20.0, -20.0..20.0),
        prop_oneof![Just(0.0), Just(90.0), -180.0..180.0],
        prop::collection::vec(0.2..5.0, 1..6),
        0.0..360.0,
    );
    shape
        .prop_flat_map(|(origin, slope, spans, push)| {
            let points = spans.len() + 1;
            let pairs = (0..points, 0..points).prop_filter("two places", |(a, b)| a != b);
            let force = (0..points, 0.1..50.0, prop_oneof![Just(270.0), 0.0..360.0])
                .prop_map(|(at, size, angle)| Acting::Force { at, size, angle });
            let couple = (-30.0..30.0).prop_map(|size| Acting::Couple { size });
            let spread = (pairs.clone(), -9.0..9.0, -9.0..9.0, prop_oneof![Just(270.0), 0.0..360.0])
                .prop_map(|((from, to), start, end, angle)| Acting::Spread { from, to, start, end, angle });
            let loads = prop::collection::vec(prop_oneof![force, couple, spread], 1..8);
            (Just(origin), Just(slope), Just(spans), pairs, Just(push), loads)
        })
        .prop_map(|(origin, slope, spans, held, push, loads)| Beam {
            origin,
            slope,
            spans,
            held,
            push,
            loads,
        })
        .prop_filter("a roller that holds", |beam| beam.soundness() > 0.05)
}

/// Slices integrate a linear load exactly in force and to 1/(12 n²) in moment.
const CLOSE: f64 = 1e-4;

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, failure_persistence: None, rng_seed: RngSeed::Fixed(11), ..ProptestConfig::default() })]

    #[test]
    fn reactions_agree_with_numerical_integration_and_cramer(beam in beams()) {
        let solved = solved(&beam.write("", 1.0, 1.0));
        let scale = beam.independent().iter().fold(1.0f64, |a, b| a.max(b.abs()));
        for (got, expected) in values(&solved).into_iter().zip(beam.independent()) {
            prop_assert!((got - expected).abs() <= CLOSE * scale, "{got} instead of {expected}");
        }
        prop_assert!(answers::answers(&solved).checks.iter().all(|check| check.ok), "{:?}", answers::answers(&solved).checks);
    }

    #[test]
    fn no_convention_and_no_unit_changes_a_result(beam in beams(), figures in 2..8) {
        let plain = values(&solved(&beam.write("", 1.0, 1.0)));
        let scale = plain.iter().fold(1.0f64, |a, b| a.max(b.abs()));
        let conventions = format!("conventions = {{ moment = \"cw\", first = \"forces\", figures = {figures} }}\n");
        for (got, expected) in values(&solved(&beam.write(&conventions, 1.0, 1.0))).into_iter().zip(&plain) {
            prop_assert!((got - expected).abs() <= 1e-9 * scale);
        }
        // The same beam in feet and pounds: numbers scaled by hand, results scaled back.
        let (foot, pound) = (0.3048, 4.4482216152605 / 1000.0);
        let us = beam.write("units = { length = \"ft\", force = \"lb\" }\n", 1.0 / foot, 1.0 / pound);
        for (got, expected) in values(&solved(&us)).into_iter().zip(&plain) {
            prop_assert!((got * pound - expected).abs() <= 1e-8 * scale, "{} instead of {expected}", got * pound);
        }
    }

    #[test]
    fn turning_the_whole_plane_turns_the_reactions(beam in beams(), by in -180.0..180.0) {
        let before = solved(&beam.write("", 1.0, 1.0));
        let mut turned = beam.clone();
        let (sin, cos) = f64::sin_cos(f64::to_radians(by));
        turned.origin = (beam.origin.0 * cos - beam.origin.1 * sin, beam.origin.0 * sin + beam.origin.1 * cos);
        turned.slope += by;
        turned.push += by;
        for load in &mut turned.loads {
            if let Acting::Force { angle, .. } | Acting::Spread { angle, .. } = load {
                *angle += by;
            }
        }
        let (a, b) = (values(&before), values(&solved(&turned.write("", 1.0, 1.0))));
        let scale = a.iter().fold(1.0f64, |m, v| m.max(v.abs()));
        prop_assert!((a[0] * cos - a[1] * sin - b[0]).abs() <= 1e-7 * scale);
        prop_assert!((a[0] * sin + a[1] * cos - b[1]).abs() <= 1e-7 * scale);
        prop_assert!((a[2] - b[2]).abs() <= 1e-7 * scale);
    }

    #[test]
    fn the_order_of_the_loads_does_not_matter(beam in beams()) {
        let mut reversed = beam.clone();
        reversed.loads.reverse();
        let (a, b) = (values(&solved(&beam.write("", 1.0, 1.0))), values(&solved(&reversed.write("", 1.0, 1.0))));
        let scale = a.iter().fold(1.0f64, |m, v| m.max(v.abs()));
        for (a, b) in a.iter().zip(&b) {
            prop_assert!((a - b).abs() <= 1e-9 * scale);
        }
    }

    #[test]
    fn every_claim_of_one_unknown_is_true_by_its_lever_arms(beam in beams()) {
        use helvek_statics::plan::{DropsOut, Equation};
        let solved = solved(&beam.write("", 1.0, 1.0));
        let columns = &solved.equilibrium.columns;
        let mut known = vec![false; columns.len()];
        for step in &solved.working.steps {
            for dropped in &step.reason.dropped {
                prop_assert!(!known[dropped.column.index()]);
                let wrench = columns[dropped.column.index()].acts[0].wrench;
                match (dropped.how, step.lines[0].equation) {
                    (DropsOut::ThroughCentre, Equation::Moments { about, .. }) => {
                        let arm = (wrench.about - about).cross(wrench.force).length();
                        prop_assert!(arm <= 1e-7 * solved.equilibrium.length_scale, "an arm of {arm}");
                    }
                    (DropsOut::Across, Equation::Forces { along, .. }) => prop_assert!(wrench.force.dot(along).abs() <= 1e-8),
                    (how, equation) => prop_assert!(false, "{how:?} in {equation:?}"),
                }
            }
            known[step.unknowns[0].index()] = true;
            let open: Vec<_> = (0..columns.len()).filter(|&j| !known[j]).collect();
            prop_assert_eq!(open.len(), step.reason.dropped.len());
        }
        prop_assert!(known.iter().all(|k| *k));
    }

    #[test]
    fn terms_come_to_what_they_show(beam in beams()) {
        let solved = solved(&beam.write("", 1.0, 1.0));
        for term in solved.working.steps.iter().flat_map(|s| &s.lines[0].terms) {
            let product = term.sign * term.size.value() * term.projection.value() * term.arm.map_or(1.0, |a| a.length);
            prop_assert!((product - term.value).abs() <= 1e-12 * product.abs());
            if let Some(arm) = term.arm {
                // The arm meets the line of action at a right angle, or the component that counts does.
                prop_assert!((arm.length - arm.centre.distance(arm.foot)).abs() <= 1e-9 * arm.length);
            }
        }
    }

    #[test]
    fn no_text_makes_it_panic(text in any::<String>(), cut in 0usize..600, json in any::<bool>()) {
        let syntax = if json { Syntax::Json } else { Syntax::Toml };
        let _ = helvek_statics::solution::solve(model::build(&sheet::read(&text, syntax)).model);
        let sheet = toml("supports = [{ at = \"A\", kind = \"pin\" }]\nloads = [{ kind = \"force\", at = \"B\", size = \"1 kN\", direction = { toward = \"A\" } }]\n[points]\nA = [0, 0]\nB = [\"2 m\", 1e3]\n[bodies]\nb = { runs = [[\"A\", \"B\"]] }\n");
        let cut = (0..=cut.min(sheet.len())).rev().find(|&i| sheet.is_char_boundary(i)).unwrap_or(0);
        let mangled = format!("{}{text}{}", &sheet[..cut], &sheet[cut..]);
        let _ = helvek_statics::solution::solve(model::build(&sheet::read(&mangled, Syntax::Toml)).model);
    }
}
