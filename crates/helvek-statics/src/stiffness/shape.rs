//! The deflected shape: exact polynomials along every straight stretch, and how far each span sags.
//!
//! EI v″ = M + EI κ with v to the left of the run, EA u′ = N + EA ε.

use super::links::Piece;
use crate::model::{BodyId, PointId};
use helvek_numbers::geometry::Vector;
use helvek_sheet::poly::{DEGREE, Poly, at, derivative, zeros};

/// A piece of a shape between two places where something acts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bend {
    /// Metres from the first point of the stretch.
    pub start: f64,
    /// The end, m from the first point.
    pub end: f64,
    /// Displacement to the left of the run, in the distance from `start`, m.
    pub across: [f64; DEGREE + 3],
    /// Displacement along the run, in the same distance, m.
    pub along: [f64; DEGREE + 1],
}

/// The shape of a straight stretch from corner to corner.
#[derive(Debug, Clone, PartialEq)]
pub struct DeflectedShape {
    /// Of which body.
    pub body: BodyId,
    /// Its points with their distances from the first, m.
    pub points: Vec<(PointId, f64)>,
    /// Unit vector.
    pub along: Vector,
    /// One behind the other.
    pub bends: Vec<Bend>,
    /// Distances at which something holds it across: supports, joints, bars, corners; with its free ends.
    pub held: Vec<SpanEnd>,
}

/// A place between two spans.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SpanEnd {
    /// Metres from the first point.
    pub station: f64,
    /// Nothing holds it there: the end of an overhang.
    pub free: bool,
}

/// The sag of one span: how far it goes at most from the straight line between its ends; of an overhang, how far its end goes from where it is held.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sag {
    /// The ends of the span, m from the first point of the stretch.
    pub span: [f64; 2],
    /// The place where it is largest, m from the first point.
    pub station: f64,
    /// m, to the left of the run.
    pub value: f64,
    /// One of its ends is free.
    pub overhang: bool,
}

impl Sag {
    /// The length that the sag is compared with: of an overhang twice its own, since it is half of a beam that would sag alike.
    pub fn length(&self) -> f64 {
        let own = self.span[1] - self.span[0];
        if self.overhang { 2.0 * own } else { own }
    }

    /// The length over the sag, no unit; infinite without a sag.
    pub fn ratio(&self) -> f64 {
        if self.value == 0.0 { f64::INFINITY } else { self.length() / self.value.abs() }
    }
}

impl Bend {
    /// Of what keeps its shape, so long, whose first end does this: along, across, and how far it turns.
    pub(super) fn rigid(end: f64, [u, v, turned]: [f64; 3]) -> Self {
        let (mut along, mut across) = ([0.0; DEGREE + 1], [0.0; DEGREE + 3]);
        (along[0], across[0], across[1]) = (u, v, turned);
        Self { start: 0.0, end, across, along }
    }

    /// Of a piece whose first end does this, with N, V and M at its start.
    pub(super) fn of(piece: &Piece, start: f64, [u, v, turned]: [f64; 3], [n, q, m]: [f64; 3]) -> Self {
        let (b, s) = (piece.bends, piece.stretches);
        let curved = Poly::of(&piece.w)
            .integral(q)
            .integral(m)
            .times(b)
            .plus(&Poly::default().integral(piece.curvature));
        let across = std::array::from_fn(|k| match k {
            0 => v,
            1 => turned,
            _ => curved.0[k - 2] / (k * (k - 1)) as f64,
        });
        let longer =
            Poly::of(&piece.p).times(-1.0).integral(n).times(s).plus(&Poly::default().integral(piece.strain));
        let along = std::array::from_fn(|k| if k == 0 { u } else { longer.0[k - 1] / k as f64 });
        Self { start, end: start + piece.length, across, along }
    }
}

impl DeflectedShape {
    /// Its length.
    pub fn length(&self) -> f64 {
        self.bends.last().map_or(0.0, |bend| bend.end)
    }

    /// The displacement of a place of the stretch, m: `[along, across]`.
    pub fn moves(&self, station: f64) -> [f64; 2] {
        let last = self.bends.len() - 1;
        let bend = self.bends.iter().position(|bend| station <= bend.end).unwrap_or(last);
        let bend = &self.bends[bend];
        let x = (station - bend.start).clamp(0.0, bend.end - bend.start);
        [at(&bend.along, x), at(&bend.across, x)]
    }

    /// The displacement of a place, in the axes of the sheet, m.
    pub fn displacement(&self, station: f64) -> Vector {
        let [u, v] = self.moves(station);
        self.along * u + self.along.left() * v
    }

    /// The places that go farthest to either side between two places where something acts, m: where it does not turn.
    pub fn crests(&self) -> Vec<f64> {
        let of = |bend: &Bend| -> Vec<f64> {
            let level = zeros(&derivative(&bend.across), bend.end - bend.start);
            level.into_iter().map(|x| bend.start + x).collect()
        };
        self.bends.iter().flat_map(of).collect()
    }

    /// By how much a place turns, rad counter-clockwise.
    pub fn turned(&self, station: f64) -> f64 {
        let last = self.bends.len() - 1;
        let bend = &self.bends[self.bends.iter().position(|bend| station <= bend.end).unwrap_or(last)];
        at(&derivative(&bend.across), (station - bend.start).clamp(0.0, bend.end - bend.start))
    }

    /// The sag of each span. Spans are parted where something holds the stretch across.
    pub fn sags(&self) -> Vec<Sag> {
        self.held.windows(2).map(|pair| self.sag(pair[0], pair[1])).collect()
    }

    /// The distance of a place from the line with which the sag of this span is measured, m.
    pub fn off(&self, span: usize, station: f64) -> Option<f64> {
        let [first, last] = [*self.held.get(span)?, *self.held.get(span + 1)?];
        let (base, slope) = self.line(first, last);
        Some(self.moves(station)[1] - base - slope * (station - first.station))
    }

    /// A sum of two shapes of one stretch.
    pub fn blended(shapes: [&Self; 2], weights: [f64; 2]) -> Self {
        let mut sum = shapes[0].clone();
        for (bend, other) in sum.bends.iter_mut().zip(&shapes[1].bends) {
            let mix = |a: f64, b: f64| weights[0] * a + weights[1] * b;
            bend.across = std::array::from_fn(|k| mix(bend.across[k], other.across[k]));
            bend.along = std::array::from_fn(|k| mix(bend.along[k], other.along[k]));
        }
        sum
    }

    /// The beginning of the line from which the sag of a span is measured, and its slope.
    fn line(&self, first: SpanEnd, last: SpanEnd) -> (f64, f64) {
        let [a, b] = [first, last].map(|held| self.moves(held.station)[1]);
        match (first.free, last.free) {
            (true, false) => (b, 0.0),
            (false, true) => (a, 0.0),
            _ => (a, (b - a) / (last.station - first.station)),
        }
    }

    fn sag(&self, first: SpanEnd, last: SpanEnd) -> Sag {
        let span = [first.station, last.station];
        let length = span[1] - span[0];
        let overhang = first.free != last.free;
        let (base, slope) = self.line(first, last);
        let mut sag = Sag { span, station: span[0], value: 0.0, overhang };
        for bend in self.bends.iter().filter(|bend| bend.end > span[0] && bend.start < span[1]) {
            let mut off = bend.across;
            off[0] -= base + slope * (bend.start - span[0]);
            off[1] -= slope;
            let (from, to) = (span[0].max(bend.start) - bend.start, span[1].min(bend.end) - bend.start);
            let turns = zeros(&derivative(&off), bend.end - bend.start);
            for x in turns.into_iter().filter(|x| *x > from && *x < to).chain([from, to]) {
                let value = at(&off, x);
                if value.abs() > sag.value.abs() {
                    (sag.station, sag.value) = (bend.start + x, value);
                }
            }
        }
        // What is far below the motion of the whole is noise.
        let most = self.bends.iter().map(|b| b.across[0].abs()).fold(length * 1e-12, f64::max);
        if sag.value.abs() <= 1e-9 * most {
            sag.value = 0.0;
        }
        sag
    }
}
