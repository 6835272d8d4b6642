//! The greatest and the least of several curves, exact, with the one that governs.

use super::{Diagram, Inner, Poly};
use crate::tolerance;

/// A part of an envelope in which one curve governs.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Governed {
    /// Metres from the first point of the stretch.
    pub start: f64,
    /// Where it ends.
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

/// The greatest (or the least) of polynomials, each in the distance from the first place, between two places: the one that is largest governs
/// until another crosses it. What differs by no more than `zero` is the same, and the first of those governs.
pub(crate) fn governing(polys: &[Poly], [start, end]: [f64; 2], zero: f64, greatest: bool) -> Vec<Governed> {
    let (sign, length) = (if greatest { 1.0 } else { -1.0 }, end - start);
    // Turned over for the least.
    let turned: Vec<(usize, Poly)> = polys.iter().map(|poly| poly.times(sign)).enumerate().collect();
    // A curve that is nowhere as large as another is everywhere never governs. A cubic lies between its ordinates.
    let bounds = |poly: &Poly| {
        let all = poly.ordinates(length);
        (
            all.iter().copied().fold(f64::INFINITY, f64::min),
            all.iter().copied().fold(f64::NEG_INFINITY, f64::max),
        )
    };
    let floor = turned.iter().map(|(_, poly)| bounds(poly).0).fold(f64::NEG_INFINITY, f64::max);
    let rivals: Vec<(usize, Poly)> =
        turned.into_iter().filter(|(_, poly)| bounds(poly).1 >= floor - zero).collect();
    let mut parts = Vec::new();
    let mut x = 0.0;
    let mut leader = leading(&rivals, 0.0, zero);
    // Two cubics cross three times at most.
    for _ in 0..3 * rivals.len() * rivals.len() + 1 {
        let next = overtaken(&rivals, leader, x, length, zero);
        let until = next.map_or(length, |(at, _)| at);
        let (of, poly) = &rivals[leader];
        parts.push(Governed {
            start: start + x,
            end: start + until,
            poly: poly.moved(-x).times(sign),
            of: *of,
        });
        let Some((at, by)) = next else { break };
        (x, leader) = (at, by);
    }
    parts
}

/// The first of those that are largest just behind a place: by value, then by slope, then by curvature.
fn leading(polys: &[(usize, Poly)], x: f64, zero: f64) -> usize {
    let mut best = 0;
    for (i, (_, poly)) in polys.iter().enumerate().skip(1) {
        let mut difference = poly.plus(&polys[best].1.times(-1.0));
        for _ in 0..4 {
            let here = difference.at(x);
            if here.abs() > zero {
                if here > 0.0 {
                    best = i;
                }
                break;
            }
            difference = difference.derivative();
        }
    }
    best
}

/// Where the leader is first overtaken behind a place, and by which.
fn overtaken(polys: &[(usize, Poly)], leader: usize, x: f64, end: f64, zero: f64) -> Option<(f64, usize)> {
    let others = polys.iter().enumerate().filter(|(i, _)| *i != leader);
    let crossings = others.filter_map(|(i, (_, poly))| {
        let ahead = poly.plus(&polys[leader].1.times(-1.0)).moved(-x);
        // From below to above.
        let rises = |u: &f64| {
            ahead.at(0.5 * (u + (end - x).min(u + 1e-6 * end))) >= 0.0 && ahead.derivative().at(*u) >= 0.0
        };
        let at = ahead.crossings(end - x, zero).into_iter().find(rises)?;
        Some((x + at, i))
    });
    crossings.min_by(|a, b| a.0.total_cmp(&b.0)).filter(|(at, _)| *at > x && *at < end)
}
