//! The least and the greatest of N, V and M along a stretch, wherever the train stands: exact.
//!
//! At a place s the sum of effects is piecewise linear in where the train stands, with bends and steps only where one of its forces is at s itself or enters or leaves a
//! piece of the path. So the greatest is that of one of finitely many *candidates*: a force stays at an end of a piece, or it runs along with s. Between places where
//! some force enters or leaves a piece while another does so or is at s, each candidate is one polynomial in s: linear when the train stays, quadratic when it runs
//! along. They are found from their values at two or three places in between.

use super::Passage;
use super::effects::{At, Lying, Within, lying, piece_at};
use super::line::{Facing, Nudge, Stand, facings, stands};
use helvek_numbers::budget::spend;
use helvek_numbers::tolerance;
use helvek_statics::internal_forces::{Diagram, Governed, Inner, Poly, governing};
use helvek_statics::model::{BodyId, PathPiece, PointId, Train};

/// The least and the greatest along a stretch.
#[derive(Debug, Clone, PartialEq)]
pub struct Swept {
    /// The body.
    pub body: BodyId,
    /// The ends of the stretch.
    pub ends: [PointId; 2],
    /// Of N, V and M the least and the greatest; without a gap.
    pub bounds: [[Vec<SweptPart>; 2]; 3],
}

/// A part in which one stand governs, or one that goes along.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SweptPart {
    /// Metres from the first point of the stretch.
    pub start: f64,
    /// The end, m from the first point.
    pub end: f64,
    /// In the distance from `start`, the loads as drawn included.
    pub poly: Poly,
    /// The governing part.
    pub by: Governing,
}

/// The governing part at a place of a stretch.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Governing {
    /// The train is away.
    Away,
    /// It stands there.
    Fixed(Stand),
    /// One of its forces is at the place that is looked at, which is so far from the beginning of the path.
    Along {
        /// The heading.
        facing: Facing,
        /// The force of the train.
        axle: usize,
        /// On which side of the place.
        nudge: Nudge,
    },
}

impl Swept {
    /// The least and the greatest of one of the three: where, how much, and how the train stands.
    pub fn most(&self, passage: &Passage<'_>, inner: Inner) -> [(f64, f64, Option<Stand>); 2] {
        [0, 1].map(|bound| {
            let parts = &self.bounds[inner as usize][bound];
            let mut best: Option<(f64, f64, &SweptPart)> = None;
            for part in parts {
                let length = part.end - part.start;
                for x in [0.0, length].into_iter().chain(part.poly.turns(length)) {
                    let value = part.poly.at(x);
                    let better = |than: f64| {
                        if bound == 1 {
                            value > than + 1e-12 * than.abs()
                        } else {
                            value < than - 1e-12 * than.abs()
                        }
                    };
                    if best.is_none_or(|(_, than, _)| better(than)) {
                        best = Some((part.start + x, value, part));
                    }
                }
            }
            best.map_or((0.0, 0.0, None), |(station, value, part)| {
                (station, value, self.stand(passage, part, station))
            })
        })
    }

    /// The stand of the train for the value at a station of a part.
    pub fn stand(&self, passage: &Passage<'_>, part: &SweptPart, station: f64) -> Option<Stand> {
        match part.by {
            Governing::Away => None,
            Governing::Fixed(stand) => Some(stand),
            Governing::Along { facing, axle, nudge } => {
                let middle = 0.5 * (part.start + part.end);
                let (piece, lies) = on_path(passage, self.body, self.ends, middle)?;
                let place = lies.place(&passage.train.path[piece], station);
                Some(Stand { facing, axle, place, nudge })
            }
        }
    }
}

/// The piece of the path that holds a station of a stretch.
fn on_path(
    passage: &Passage<'_>,
    body: BodyId,
    stretch: [PointId; 2],
    station: f64,
) -> Option<(usize, Lying)> {
    passage.train.path.iter().enumerate().find_map(|(index, piece)| {
        let lies = lying(passage, piece, body, stretch)?;
        let place = lies.place(piece, station);
        (place > piece.start && place < piece.end).then_some((index, lies))
    })
}

pub(super) fn sweep(passage: &Passage<'_>) -> Vec<Swept> {
    let Ok(effects) = &passage.result else { return Vec::new() };
    let drawn = passage.solved.inside();
    let all = drawn.iter().enumerate().filter_map(|(row, inside)| {
        let (body, ends) = (inside.body, [inside.from, inside.to]);
        let base = inside.diagram.as_ref().ok()?;
        let units: Option<Vec<&Diagram>> =
            effects.states.iter().map(|state| state.inside[row].diagram.as_ref().ok()).collect();
        Some(Sweep { passage, body, ends, base, units: units? }.swept())
    });
    all.collect()
}

/// One stretch.
struct Sweep<'a> {
    passage: &'a Passage<'a>,
    body: BodyId,
    ends: [PointId; 2],
    /// Under the loads as drawn.
    base: &'a Diagram,
    /// Under a unit force at each end of each piece.
    units: Vec<&'a Diagram>,
}

impl Sweep<'_> {
    fn train(&self) -> &Train {
        self.passage.train
    }

    fn slack(&self) -> f64 {
        tolerance::GEOMETRY * self.train().length().max(self.base.length())
    }

    /// The places where a force enters or leaves a piece, m.
    fn gates(&self) -> Vec<f64> {
        let mut gates: Vec<f64> = self.train().path.iter().flat_map(|p| [p.start, p.end]).collect();
        gates.dedup_by(|a, b| (*a - *b).abs() <= self.slack());
        gates
    }

    /// The stations between which every candidate is one polynomial.
    fn marks(&self) -> Vec<f64> {
        let all = std::iter::once(&self.base).chain(&self.units);
        let mut marks: Vec<f64> =
            all.flat_map(|d| d.segments.iter().flat_map(|s| [s.start, s.end])).collect();
        let (train, length, slack) = (self.train(), self.base.length(), self.slack());
        for piece in &train.path {
            let Some(lies) = lying(self.passage, piece, self.body, self.ends) else { continue };
            let gates = self.gates();
            let apart = train.axles.iter().flat_map(|a| train.axles.iter().map(|b| a.behind - b.behind));
            for place in apart.flat_map(|by| gates.iter().map(move |gate| gate + by)) {
                if place > piece.start - slack && place < piece.end + slack {
                    let ahead = place - piece.start;
                    marks.push(if lies.against { lies.first - ahead } else { lies.first + ahead });
                }
            }
        }
        marks.retain(|mark| *mark >= -slack && *mark <= length + slack);
        marks.sort_by(f64::total_cmp);
        marks.dedup_by(|a, b| (*a - *b).abs() <= slack);
        marks
    }

    fn swept(&self) -> Swept {
        let fixed: Vec<Governing> = stands(self.train(), &self.gates()).map(Governing::Fixed).collect();
        let along: Vec<Governing> = facings(self.train())
            .into_iter()
            .flat_map(|facing| {
                (0..self.train().axles.len()).flat_map(move |axle| {
                    [Nudge::On, Nudge::Back].map(|nudge| Governing::Along { facing, axle, nudge })
                })
            })
            .collect();
        let sizes: f64 = self.train().axles.iter().map(|axle| axle.size).sum();
        let zeros = Inner::ALL.map(|inner| {
            let unit = self.units.iter().map(|d| d.zero(inner)).fold(0.0, f64::max);
            (sizes * unit).max(self.base.zero(inner))
        });
        let mut swept = Swept { body: self.body, ends: self.ends, bounds: Default::default() };
        for pair in self.marks().windows(2) {
            let span = [pair[0], pair[1]];
            let on = on_path(self.passage, self.body, self.ends, 0.5 * (span[0] + span[1]));
            let samples = [0.25, 0.5, 0.75].map(|share| {
                let station = span[0] + share * (span[1] - span[0]);
                (station, self.at(station, on))
            });
            let mut candidates = vec![Governing::Away];
            candidates.extend(&fixed);
            if on.is_some() {
                candidates.extend(&along);
            }
            let polys: Vec<[Poly; 3]> =
                candidates.iter().map(|by| self.polys(*by, &samples, span[0], zeros)).collect();
            for inner in Inner::ALL {
                let each: Vec<Poly> = polys.iter().map(|three| three[inner as usize]).collect();
                for bound in [0, 1] {
                    let parts = governing(&each, span, zeros[inner as usize], bound == 1);
                    let list = &mut swept.bounds[inner as usize][bound];
                    for part in parts {
                        self.push(list, &part, candidates[part.of], inner, zeros[inner as usize]);
                    }
                }
            }
        }
        swept
    }

    /// The effects of a unit force at a station.
    fn at(&self, station: f64, on: Option<(usize, Lying)>) -> At {
        spend(1 + self.units.len() / 5);
        let value = |d: &&Diagram| {
            Inner::ALL.map(|inner| d.at(inner, station, helvek_statics::internal_forces::Side::Before))
        };
        let within = on.map(|(piece, lies)| Within {
            piece,
            place: lies.place(&self.train().path[piece], station),
            against: lies.against,
            force: lies.force,
        });
        At { ends: self.units.iter().map(value).collect(), within }
    }

    /// N, V and M of a candidate as polynomials in the distance from `origin`.
    fn polys(&self, by: Governing, samples: &[(f64, At); 3], origin: f64, zeros: [f64; 3]) -> [Poly; 3] {
        if by == Governing::Away {
            return [Poly::default(); 3];
        }
        let values = samples.each_ref().map(|(_, at)| self.sums(by, at));
        let x = samples.each_ref().map(|(station, _)| station - origin);
        Inner::ALL.map(|inner| {
            let [a, b, c] = values.map(|three| three[inner as usize]);
            // Through three places by divided differences.
            let (first, second) = ((b - a) / (x[1] - x[0]), (c - b) / (x[2] - x[1]));
            let mut bend = (second - first) / (x[2] - x[0]);
            let stays = inner != Inner::M || matches!(by, Governing::Fixed(_));
            if stays || (bend * (x[2] - x[0]).powi(2)).abs() <= zeros[inner as usize] {
                bend = 0.0;
            }
            let slope = if bend == 0.0 { (c - a) / (x[2] - x[0]) } else { first - bend * (x[0] + x[1]) };
            Poly::of(&[a - slope * x[0] - bend * x[0] * x[0], slope, bend])
        })
    }

    /// The effects of the train at a station, SI.
    fn sums(&self, by: Governing, at: &At) -> [f64; 3] {
        let train = self.train();
        let place = at.within.map(|within| within.place);
        let stand = match by {
            Governing::Away => return [0.0; 3],
            Governing::Fixed(stand) => stand,
            Governing::Along { facing, axle, nudge } => {
                let Some(place) = place else { return [0.0; 3] };
                Stand { facing, axle, place, nudge }
            }
        };
        let (slack, lead) = (self.slack(), stand.lead(train));
        let mut sums = [0.0; 3];
        for axle in &train.axles {
            let x = lead - stand.facing.sign() * axle.behind;
            let Some(index) = piece_at(&train.path, x, stand.nudge, slack) else { continue };
            let piece: &PathPiece = &train.path[index];
            let beyond =
                place.is_some_and(|s| if (x - s).abs() <= slack { stand.nudge == Nudge::On } else { x > s });
            for inner in Inner::ALL {
                sums[inner as usize] += axle.size * at.effect(inner, index, piece, x, beyond);
            }
        }
        sums
    }

    /// A further part, with the loads as drawn; joined to the one before where it goes on.
    fn push(&self, list: &mut Vec<SweptPart>, part: &Governed, by: Governing, inner: Inner, zero: f64) {
        let middle = 0.5 * (part.start + part.end);
        let segments = &self.base.segments;
        let segment = segments.iter().find(|s| middle <= s.end).unwrap_or(&segments[segments.len() - 1]);
        let drawn = segment.of(inner).moved(segment.start - part.start);
        let poly = part.poly.plus(&drawn);
        let length = part.end - part.start;
        if let Some(last) = list.last_mut()
            && last.by == by
        {
            let on = last.poly.moved(last.start - part.start);
            let same = on.ordinates(length).into_iter().zip(poly.ordinates(length));
            if same.into_iter().all(|(a, b)| (a - b).abs() <= zero) {
                last.end = part.end;
                return;
            }
        }
        list.push(SweptPart { start: part.start, end: part.end, poly, by });
    }
}
