//! What a unit force anywhere on the path does to N, V and M at a place.
//!
//! Let a piece of the path reach from a to b on one body, a before b along the run, and the force d stand at x = a + λ(b − a). Split into (1 − λ)d at a and λd at b it has the
//! same wrench, so everything outside the piece is the same: (1 − λ) times the effect from a and λ times that from b. At a place s inside the piece the split forces
//! are on the wrong sides; the difference balances itself on the piece alone. With t along the run and n to its left, by the sums of what acts before s:
//! - s before x: −(1 − λ)d at a: N += (1 − λ) d·t, V −= (1 − λ) d·n, M −= (1 − λ)(s − a) d·n;
//! - s after x: λd in all: N −= λ d·t, V += λ d·n, M −= λ(b − s) d·n.

use super::line::{Line, LinePiece, Nudge};
use super::{Passage, UnitState};
use helvek_numbers::tolerance;
use helvek_statics::internal_forces::{Inner, Inside, Side};
use helvek_statics::model::{BodyId, CutAt, PathPiece, PointId};

/// The effect at one place, ready for any place of the force.
pub(super) struct At {
    /// N, V and M from each end of each piece.
    pub(super) ends: Vec<[f64; 3]>,
    /// The piece that holds the place, with the place measured along the path.
    pub(super) within: Option<Within>,
}

/// A place inside a piece of the path.
#[derive(Clone, Copy)]
pub(super) struct Within {
    /// The piece.
    pub(super) piece: usize,
    /// Metres from the beginning of the path.
    pub(super) place: f64,
    /// The path is read against the run.
    pub(super) against: bool,
    /// The force along the run and to its left.
    pub(super) force: [f64; 2],
}

/// A piece of the path as it lies on a stretch.
#[derive(Clone, Copy)]
pub(super) struct Lying {
    /// Metres from the first point of the stretch to the beginning of the piece.
    pub(super) first: f64,
    /// The path is read against the run.
    pub(super) against: bool,
    /// The force along the run and to its left.
    pub(super) force: [f64; 2],
}

/// The position of a piece on a stretch of its own body; nothing when it does not.
pub(super) fn lying(
    passage: &Passage<'_>,
    piece: &PathPiece,
    body: BodyId,
    stretch: [PointId; 2],
) -> Option<Lying> {
    if piece.body != body {
        return None;
    }
    let (model, train) = (&passage.solved.model, passage.train);
    let [from, to] = stretch.map(|p| model.at(p));
    let along = (to - from).unit()?;
    let slack = tolerance::GEOMETRY * from.distance(to).max(train.length());
    let off = |end: PointId| (model.at(end) - from).cross(along).length() <= slack;
    if !piece.ends.into_iter().all(off) || along.cross(train.along).length() > tolerance::GEOMETRY {
        return None;
    }
    let ends = piece.ends.map(|end| (model.at(end) - from).dot(along));
    let inside = |s: f64| s >= -slack && s <= from.distance(to) + slack;
    if !ends.into_iter().all(inside) {
        return None;
    }
    let force = [train.direction.dot(along), train.direction.dot(along.left())];
    Some(Lying { first: ends[0], against: along.dot(train.along) < 0.0, force })
}

impl Lying {
    /// The place on the path of a station of the stretch.
    pub(super) fn place(&self, piece: &PathPiece, station: f64) -> f64 {
        let ahead = if self.against { self.first - station } else { station - self.first };
        piece.start + ahead
    }
}

/// The row of a stretch in lists like that of [`Statics::inside`](helvek_statics::solution::Statics::inside).
fn row(all: &[Inside], body: BodyId, stretch: [PointId; 2]) -> Option<usize> {
    all.iter().position(|i| i.body == body && [i.from, i.to] == stretch)
}

impl At {
    /// At a section.
    pub(super) fn section(passage: &Passage<'_>, states: &[UnitState], section: &CutAt) -> Option<Self> {
        let row = row(&states.first()?.inside, section.body, section.stretch)?;
        let value = |state: &UnitState| {
            let diagram = state.inside[row].diagram.as_ref().ok()?;
            Some(Inner::ALL.map(|inner| diagram.at(inner, section.station, section.side)))
        };
        let ends = states.iter().map(value).collect::<Option<_>>()?;
        let within = passage.train.path.iter().enumerate().find_map(|(index, piece)| {
            let lying = lying(passage, piece, section.body, section.stretch)?;
            let place = lying.place(piece, section.station);
            let slack = tolerance::GEOMETRY * passage.train.length();
            // Just before a place along the run is just behind it along a path that is read against it.
            let before = (section.side == Side::Before) != lying.against;
            let holds = if before {
                place > piece.start + slack && place <= piece.end + slack
            } else {
                place >= piece.start - slack && place < piece.end - slack
            };
            holds.then_some(Within { piece: index, place, against: lying.against, force: lying.force })
        });
        Some(Self { ends, within })
    }

    /// The effect of a unit force at a place of a piece; `beyond`: it stands on the far side of the section along the path.
    pub(super) fn effect(
        &self,
        inner: Inner,
        index: usize,
        piece: &PathPiece,
        place: f64,
        beyond: bool,
    ) -> f64 {
        let length = piece.end - piece.start;
        let share = (place - piece.start) / length;
        let split = (1.0 - share) * self.ends[2 * index][inner as usize]
            + share * self.ends[2 * index + 1][inner as usize];
        let Some(within) = self.within.filter(|within| within.piece == index) else { return split };
        // Along the run: a is its first end on the run, s the section, both measured from there.
        let ahead = if within.against { !beyond } else { beyond };
        let (share, s) = if within.against {
            (1.0 - share, piece.end - within.place)
        } else {
            (share, within.place - piece.start)
        };
        let [dt, dn] = within.force;
        let own = match (inner, ahead) {
            (Inner::N, true) => (1.0 - share) * dt,
            (Inner::V, true) => -(1.0 - share) * dn,
            (Inner::M, true) => -(1.0 - share) * s * dn,
            (Inner::N, false) => -share * dt,
            (Inner::V, false) => share * dn,
            (Inner::M, false) => -share * (length - s) * dn,
        };
        split + own
    }

    /// Its influence line: broken where the section is.
    pub(super) fn line(&self, passage: &Passage<'_>, inner: Inner) -> Line {
        let slack = tolerance::GEOMETRY * passage.train.length();
        let mut pieces = Vec::new();
        for (index, piece) in passage.train.path.iter().enumerate() {
            let cut = self.within.filter(|within| within.piece == index).map(|within| within.place);
            let marks: Vec<f64> = [Some(piece.start), cut, Some(piece.end)].into_iter().flatten().collect();
            let path = &passage.train.path;
            let ends = [path[0].start, path[path.len() - 1].end];
            for (k, pair) in marks.windows(2).enumerate() {
                // A place that is just inside an end of the path parts it from the force right there.
                if pair[1] - pair[0] <= slack && !ends.iter().any(|end| (pair[0] - end).abs() <= slack) {
                    continue;
                }
                let [first, last] = [pair[0], pair[1]].map(|x| self.effect(inner, index, piece, x, k == 1));
                pieces.push(LinePiece { start: pair[0], end: pair[1], first, last });
            }
        }
        Line { pieces }
    }
}

/// The piece of the path under a force that is moved a little from a place; nothing when that is off the path.
pub(super) fn piece_at(path: &[PathPiece], place: f64, nudge: Nudge, slack: f64) -> Option<usize> {
    path.iter().position(|piece| match nudge {
        Nudge::On => place >= piece.start - slack && place < piece.end - slack,
        Nudge::Back => place > piece.start + slack && place <= piece.end + slack,
    })
}
