//! The places of a diagram that someone reads off: the largest of both signs, where it passes through zero.

use super::{Diagram, Inner, Segment, Side};
use crate::tolerance;

/// A value at a place of a stretch.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Extreme {
    /// Metres from its first point.
    pub station: f64,
    /// On which side of it; the value steps there, or the two are the same.
    pub side: Side,
    /// SI.
    pub value: f64,
}

impl Diagram {
    /// Every place where one of the three can be largest, in order: both ends of each segment, and where its slope vanishes between them.
    pub fn candidates(&self, inner: Inner) -> Vec<Extreme> {
        let of_segment = |segment: &Segment| {
            let turns = segment.of(inner).turns(segment.length());
            let inside = turns.into_iter().map(|x| Extreme {
                station: segment.start + x,
                side: Side::Before,
                value: self.value(segment, inner, x),
            });
            let first =
                Extreme { station: segment.start, side: Side::After, value: self.value(segment, inner, 0.0) };
            let last = Extreme {
                station: segment.end,
                side: Side::Before,
                value: self.value(segment, inner, segment.length()),
            };
            std::iter::once(first).chain(inside).chain(std::iter::once(last)).collect::<Vec<_>>()
        };
        self.segments.iter().flat_map(of_segment).collect()
    }

    /// The least and the greatest, each at the first place where it is reached: values that differ by rounding are the same.
    pub fn range(&self, inner: Inner) -> [Extreme; 2] {
        let same = tolerance::SAME * self.scale(inner);
        let candidates = self.candidates(inner);
        let mut range = [candidates[0]; 2];
        for candidate in candidates {
            if candidate.value < range[0].value - same {
                range[0] = candidate;
            }
            if candidate.value > range[1].value + same {
                range[1] = candidate;
            }
        }
        range
    }

    /// The one with the largest size.
    pub fn largest(&self, inner: Inner) -> Extreme {
        let [least, greatest] = self.range(inner);
        if -least.value > greatest.value * (1.0 + tolerance::AS_LARGE) { least } else { greatest }
    }

    /// Where one of the three changes its sign between its ends, also in a step: of V where M is largest, of M the points of contraflexure.
    pub fn zeros(&self, inner: Inner) -> Vec<f64> {
        let (zero, slack) = (self.zero(inner), tolerance::GEOMETRY * self.length());
        let mut found: Vec<f64> = Vec::new();
        // The end of the segment that was the last to have a sign, and that sign.
        let mut last: Option<(f64, f64)> = None;
        for segment in &self.segments {
            let poly = segment.of(inner);
            let places = [0.0].into_iter().chain(poly.turns(segment.length())).chain([segment.length()]);
            let signs: Vec<f64> = places
                .map(|x| self.value(segment, inner, x))
                .filter(|v| *v != 0.0)
                .map(f64::signum)
                .collect();
            let (Some(first), Some(end)) = (signs.first(), signs.last()) else { continue };
            // Where it is nothing for a while in between, the sign changes in the middle of that.
            if let Some((station, sign)) = last
                && sign != *first
            {
                found.push(0.5 * (station + segment.start));
            }
            found.extend(poly.crossings(segment.length(), zero).into_iter().map(|x| segment.start + x));
            last = Some((segment.end, *end));
        }
        found.dedup_by(|a, b| (*a - *b).abs() <= slack);
        found
    }
}
