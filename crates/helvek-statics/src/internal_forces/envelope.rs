//! The greatest and the least of several curves, exact, with the one that governs.

use super::{Diagram, Inner, Poly};
use helvek_numbers::budget::spend;
use helvek_numbers::tolerance;

/// A part of an envelope in which one curve governs.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Governed {
    /// Metres from the first point of the stretch.
    pub start: f64,
    /// The end, m from the first point.
    pub end: f64,
    /// In the distance from `start`.
    pub poly: Poly,
    /// The place of the curve in the list.
    pub of: usize,
}

/// The greatest (or the least) of one of the three over diagrams of one stretch. Between two places where anything acts each is one
/// polynomial.
pub fn envelope(diagrams: &[&Diagram], inner: Inner, greatest: bool) -> Vec<Governed> {
    let Some(first) = diagrams.first() else { return Vec::new() };
    let slack = tolerance::GEOMETRY * first.length();
    let mut marks: Vec<f64> =
        diagrams.iter().flat_map(|d| d.segments.iter().flat_map(|s| [s.start, s.end])).collect();
    marks.sort_by(f64::total_cmp);
    marks.dedup_by(|a, b| (*a - *b).abs() <= slack);
    let zero = diagrams.iter().map(|d| d.zero(inner)).fold(0.0, f64::max);
    let mut parts = Vec::new();
    for pair in marks.windows(2) {
        let (start, end) = (pair[0], pair[1]);
        let middle = 0.5 * (start + end);
        // Each in the distance from here.
        let polys: Vec<Poly> = diagrams
            .iter()
            .map(|d| {
                let segment =
                    d.segments.iter().find(|s| middle <= s.end).unwrap_or(&d.segments[d.segments.len() - 1]);
                segment.of(inner).moved(segment.start - start)
            })
            .collect();
        parts.extend(governing(&polys, [start, end], zero, greatest));
    }
    parts
}

/// The greatest (or the least) of polynomials, each in the distance from the first place, between two places. What differs by no more than `zero`
/// is the same, and the first of those governs.
///
/// By halves: each half has its own envelope, and the two are laid over each other part by part, where only two curves meet. So it does not
/// matter how many of them cross, touch or run together at one place.
pub fn governing(polys: &[Poly], [start, end]: [f64; 2], zero: f64, greatest: bool) -> Vec<Governed> {
    let (sign, length) = (if greatest { 1.0 } else { -1.0 }, end - start);
    spend(2 * polys.len());
    // Turned over for the least.
    let turned: Vec<Poly> = polys.iter().map(|poly| poly.times(sign)).collect();
    // A curve that is nowhere as large as another is everywhere never governs. Each lies between its ordinates.
    let bounds: Vec<_> = turned.iter().map(|poly| poly.ordinates(length)).collect();
    let least = |all: &[f64]| all.iter().copied().fold(f64::INFINITY, f64::min);
    let most = |all: &[f64]| all.iter().copied().fold(f64::NEG_INFINITY, f64::max);
    let floor = bounds.iter().map(|all| least(all)).fold(f64::NEG_INFINITY, f64::max);
    let rivals: Vec<usize> = (0..turned.len()).filter(|i| most(&bounds[*i]) >= floor - zero).collect();
    let mut from = 0.0;
    let parts = upper(&turned, &rivals, length, zero).into_iter().map(|(until, of)| {
        let part = Governed { start: start + from, end: start + until, poly: polys[of].moved(-from), of };
        from = until;
        part
    });
    parts.collect()
}

/// The largest of `rivals` from one place on to the next, over [0, length]: where it ends, and which.
fn upper(polys: &[Poly], rivals: &[usize], length: f64, zero: f64) -> Vec<(f64, usize)> {
    match rivals {
        [] => Vec::new(),
        [only] => vec![(length, *only)],
        _ => {
            let (first, second) = rivals.split_at(rivals.len() / 2);
            let halves = [first, second].map(|half| upper(polys, half, length, zero));
            laid_over(polys, halves, zero)
        }
    }
}

/// The larger of two envelopes over the same length; where they are the same the first.
fn laid_over(polys: &[Poly], [a, b]: [Vec<(f64, usize)>; 2], zero: f64) -> Vec<(f64, usize)> {
    let mut parts: Vec<(f64, usize)> = Vec::with_capacity(a.len() + b.len());
    let mut push = |until: f64, of: usize| match parts.last_mut() {
        Some(last) if last.1 == of => last.0 = until,
        _ => parts.push((until, of)),
    };
    let (mut i, mut j, mut x) = (0, 0, 0.0);
    while i < a.len() && j < b.len() {
        let (until, [one, other]) = (a[i].0.min(b[j].0), [a[i].1, b[j].1]);
        let ahead = polys[other].plus(&polys[one].times(-1.0)).moved(-x);
        let crossings = ahead.crossings(until - x, zero);
        let mut sign = ahead.first_sign(until - x, zero);
        for crossing in crossings.into_iter().map(|at| x + at).chain([until]) {
            push(crossing, if sign > 0.0 { other } else { one });
            sign = -sign;
        }
        i += usize::from(a[i].0 <= until);
        j += usize::from(b[j].0 <= until);
        x = until;
    }
    parts
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use proptest::test_runner::RngSeed;

    /// The parts follow each other over the whole length, and each is as large (or as small) as the most extreme of all curves.
    fn agrees_with_brute_force(polys: &[Poly], length: f64) {
        let scale = polys.iter().flat_map(|p| p.ordinates(length)).fold(0.0f64, |a, y| a.max(y.abs()));
        for greatest in [true, false] {
            let parts = governing(polys, [2.0, 2.0 + length], 1e-9 * scale, greatest);
            let mut from = 2.0;
            for part in &parts {
                assert!(part.start == from && part.end >= from, "{parts:?}");
                from = part.end;
                for i in 0..=16 {
                    let x = (part.end - part.start) * f64::from(i) / 16.0;
                    let all = polys.iter().map(|p| p.at(part.start - 2.0 + x));
                    let wanted =
                        if greatest { all.fold(f64::MIN, f64::max) } else { all.fold(f64::MAX, f64::min) };
                    let got = part.poly.at(x);
                    assert!(
                        (got - wanted).abs() <= 1e-7 * scale,
                        "{got} for {wanted}: {part:?} of {polys:?}"
                    );
                    let own = polys[part.of].at(part.start - 2.0 + x);
                    assert!((own - got).abs() <= 1e-9 * scale);
                }
            }
            assert!((from - 2.0 - length).abs() < 1e-12);
        }
    }

    #[test]
    fn curves_that_all_cross_at_one_place() {
        // V of a beam of 6 under 2 per metre and its multiples: all of them are zero in the middle.
        let v = Poly::of(&[6.0, -2.0]);
        agrees_with_brute_force(&[v.times(1.35), v, v.times(0.9)], 6.0);
        let least = governing(&[v.times(1.35), v, v.times(0.9)], [0.0, 6.0], 1e-9, false);
        assert_eq!(least.iter().map(|part| part.of).collect::<Vec<_>>(), [2, 0]);
        // The same curve twice: the first of them governs, all along.
        let same = governing(&[v, v, v], [0.0, 6.0], 1e-9, true);
        assert_eq!(same.iter().map(|part| (part.of, part.end)).collect::<Vec<_>>(), [(0, 6.0)]);
        // Two that touch a third: x² and −x² about the middle, and nothing.
        let touching = Poly::of(&[9.0, -6.0, 1.0]);
        agrees_with_brute_force(&[Poly::default(), touching, touching.times(-1.0)], 6.0);
    }

    proptest! {
        #![proptest_config(ProptestConfig { rng_seed: RngSeed::Fixed(23), cases: 400, ..ProptestConfig::default() })]

        /// Multiples of a few curves with common zeros at one place, touching and crossing there, some of them several times.
        #[test]
        fn many_curves_through_the_same_places(
            at in 0i32..7,
            chosen in prop::collection::vec((0usize..4, -6i32..7), 1..14),
        ) {
            let a = f64::from(at);
            let through = [
                Poly::of(&[-a, 1.0]),
                Poly::of(&[a * a, -2.0 * a, 1.0]),
                Poly::of(&[-a * a * a, 3.0 * a * a, -3.0 * a, 1.0]),
                Poly::of(&[a, 0.5, -0.25]),
            ];
            let polys: Vec<Poly> =
                chosen.iter().map(|(of, factor)| through[*of].times(0.45 * f64::from(*factor))).collect();
            agrees_with_brute_force(&polys, 6.0);
        }
    }
}
