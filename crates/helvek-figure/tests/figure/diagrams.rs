//! Curves of N, V and M as they are handed to whoever paints them.

use helvek_core::answers;
use helvek_core::internal_forces::Inner;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution::{self, Solved};
use helvek_figure::{Bound, Curve, Diagrams, diagrams, envelopes};

fn example(name: &str) -> Solved {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    let text = std::fs::read_to_string(path).unwrap();
    solution::solve(model::build(&sheet::read(&text, Syntax::Toml)).model)
}

fn curve<'a>(drawn: &'a Diagrams, body: &str, of: Inner, bound: Option<Bound>) -> &'a Curve {
    let stretch = drawn.stretches.iter().find(|s| s.body == body).unwrap();
    stretch.curves.iter().find(|c| c.of == of && c.bound == bound).unwrap()
}

/// A Bézier curve at its parameter.
fn at(o: &[f64], t: f64) -> f64 {
    // Bernstein's polynomials, C(n, k) by the row above it.
    let n = o.len() - 1;
    let binomial = |k: usize| (0..k).fold(1.0, |c, i| c * (n - i) as f64 / (i + 1) as f64);
    (0..=n).map(|k| o[k] * binomial(k) * t.powi(k as i32) * (1.0 - t).powi((n - k) as i32)).sum()
}

#[test]
fn ordinates_draw_the_very_polynomials_of_the_answers() {
    for name in ["fern-bracket", "bell-beam", "palm-rail", "tool-portal", "lily-ramp", "seed-beam"] {
        let solved = example(name);
        let answers = answers::answers(&solved);
        let drawn = diagrams(&solved).unwrap();
        assert_eq!(drawn.stretches.len(), answers.diagrams.len(), "{name}");
        for (stretch, answer) in drawn.stretches.iter().zip(&answers.diagrams) {
            assert_eq!([&stretch.ends[0], &stretch.ends[1]], [&answer.from, &answer.to]);
            for (curve, pieces) in stretch.curves.iter().zip([&answer.n, &answer.v, &answer.m]) {
                for part in &curve.parts {
                    for t in [0.0, 0.25, 0.6, 1.0] {
                        let s = part.start + t * (part.end - part.start);
                        let middle = 0.5 * (part.start + part.end);
                        let piece = pieces.iter().find(|p| middle <= p.end).unwrap();
                        let wanted = piece.coefficients.iter().rev().fold(0.0, |sum, c| sum * s + c);
                        let scale = curve.values.iter().fold(1.0f64, |most, v| most.max(v.value.abs()));
                        let found = at(&part.ordinates, t);
                        assert!(
                            (found - wanted).abs() <= 1e-6 * scale,
                            "{name} {}: {found}, {wanted}",
                            curve.of.letter()
                        );
                    }
                }
                // Without a gap.
                assert!(curve.parts.windows(2).all(|p| (p[0].end - p[1].start).abs() < 1e-9));
            }
        }
    }
}

#[test]
fn values_worth_reading_are_where_a_curve_turns_steps_or_ends() {
    let solved = example("palm-rail");
    let drawn = diagrams(&solved).unwrap();
    let texts = |of: Inner| {
        let mut values = curve(&drawn, "rail", of, None).values.clone();
        values.sort_by(|a, b| a.station.total_cmp(&b.station));
        values
            .into_iter()
            .map(|v| format!("{} {}", v.text, if v.most { "!" } else { "" }))
            .collect::<Vec<_>>()
            .join(", ")
    };
    // A 8.12; before B 8.12 − 3.8·5 = −10.88, after it 4 + 0.8·1.5 = 5.2; 4 at the end. M: 8.12²/(2·3.8) = 8.676; at B −(4·1.5 + 0.9) = −6.9.
    assert_eq!(texts(Inner::V), "8.12 !, −10.9 !, 5.20 , 4.00 ");
    assert_eq!(texts(Inner::M), "8.68 !, −6.90 !");
    assert_eq!(texts(Inner::N), "");
    assert_eq!(drawn.units, ["kN", "kN", "kN·m"]);
}

#[test]
fn an_envelope_names_what_governs_each_of_its_parts() {
    let solved = example("palm-rail");
    let drawn = envelopes(&solved, solved.states()).unwrap();
    let greatest = curve(&drawn, "rail", Inner::M, Some(Bound::Greatest));
    let least = curve(&drawn, "rail", Inner::M, Some(Bound::Least));
    assert_eq!(greatest.values[0].by.as_deref(), Some("use"));
    assert_eq!(least.values[0].by.as_deref(), Some("both"));
    assert!(greatest.parts.iter().all(|part| part.by.is_some()));
    // The least lies nowhere above the greatest.
    let value = |curve: &Curve, s: f64| {
        let part = curve.parts.iter().find(|p| s <= p.end).unwrap();
        at(&part.ordinates, (s - part.start) / (part.end - part.start))
    };
    for i in 0..=65 {
        let s = f64::from(i) * 0.1 - f64::from(u8::from(i == 65)) * 1e-9;
        assert!(value(least, s) <= value(greatest, s) + 1e-9, "{s}");
    }
    // The scale is what the curves come to, not what their ordinates do.
    for (of, largest) in [(Inner::V, drawn.largest[1]), (Inner::M, drawn.largest[2])] {
        let both = [Bound::Least, Bound::Greatest].map(|bound| curve(&drawn, "rail", of, Some(bound)));
        let sizes = both.iter().flat_map(|c| {
            c.parts.iter().flat_map(|p| (0..=2000).map(|k| at(&p.ordinates, f64::from(k) / 2000.0).abs()))
        });
        let most = sizes.fold(0.0, f64::max);
        assert!((largest - most).abs() <= 1e-6 * most, "{of:?}: {largest}, {most}");
    }
    // A single structure without combinations has no envelope.
    let plain = example("bell-beam");
    assert!(envelopes(&plain, plain.states()).is_none());
}
