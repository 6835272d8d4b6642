//! The places of a diagram that someone reads off: the largest of both signs, where it passes through zero.

use super::{Diagram, Inner, Poly, Segment, Side};
use helvek_numbers::tolerance;

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
        ranged(self.candidates(inner), tolerance::SAME * self.scale(inner))
    }

    /// The one with the largest size.
    pub fn largest(&self, inner: Inner) -> Extreme {
        let [least, greatest] = self.range(inner);
        if -least.value > greatest.value * (1.0 + tolerance::AS_LARGE) { least } else { greatest }
    }

    /// The places where N, V or M changes its sign between the ends, also in a step, m: of V where M is largest, of M the points of contraflexure.
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

    /// The least and the greatest of N/A + M·k along the stretch, exact.
    pub fn normal_range(&self, area: f64, per_moment: f64) -> [Extreme; 2] {
        let poly = |segment: &Segment| -> Poly {
            segment.of(Inner::N).times(1.0 / area).plus(&segment.of(Inner::M).times(per_moment))
        };
        let zero = tolerance::ZERO_FORCE * (self.scales.0 / area + self.scales.1 * per_moment.abs());
        let same = tolerance::SAME / tolerance::ZERO_FORCE * zero;
        let clean = |value: f64| if value.abs() <= zero { 0.0 } else { value };
        let candidates = self.segments.iter().flat_map(|segment| {
            let (poly, length) = (poly(segment), segment.length());
            let turns = poly.turns(length).into_iter().map(|x| (x, Side::Before));
            let places = [(0.0, Side::After)].into_iter().chain(turns).chain([(length, Side::Before)]);
            places.map(move |(x, side)| Extreme {
                station: segment.start + x,
                side,
                value: clean(poly.at(x)),
            })
        });
        ranged(candidates, same)
    }
}

/// The least and the greatest, each the first of those that are the same but for so much; nothing at the beginning where there is none.
fn ranged(candidates: impl IntoIterator<Item = Extreme>, same: f64) -> [Extreme; 2] {
    let mut candidates = candidates.into_iter();
    let first = candidates.next().unwrap_or(Extreme { station: 0.0, side: Side::Before, value: 0.0 });
    candidates.fold([first; 2], |[least, greatest], here| {
        [
            if here.value < least.value - same { here } else { least },
            if here.value > greatest.value + same { here } else { greatest },
        ]
    })
}
