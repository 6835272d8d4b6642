//! Influence lines, and where a train has to stand for the least and the greatest.

use helvek_numbers::tolerance;
use helvek_statics::model::Train;

/// The effect of a unit force as it travels along the path: straight pieces, one behind the other, with a step where two do not meet.
///
/// A place just inside an end of the path has a piece of no length at that end: the force that stands right there is on the other side of the place.
#[derive(Debug, Clone, PartialEq)]
pub struct Line {
    /// Over the whole path.
    pub pieces: Vec<LinePiece>,
}

/// A straight piece of an influence line.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LinePiece {
    /// Metres from the beginning of the path.
    pub start: f64,
    /// The end, m from the beginning of the path.
    pub end: f64,
    /// Per unit of force, at its start.
    pub first: f64,
    /// Per unit of force, at its end.
    pub last: f64,
}

impl LinePiece {
    fn is_point(&self, slack: f64) -> bool {
        self.end - self.start <= slack
    }
}

/// The heading of a train on its path.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Facing {
    /// Its leading force is nearest to the end of the path.
    On,
    /// Its leading force is nearest to the beginning.
    Back,
}

impl Facing {
    /// +1 on, −1 back.
    pub fn sign(self) -> f64 {
        match self {
            Self::On => 1.0,
            Self::Back => -1.0,
        }
    }
}

/// On which side of the places it stands at: what steps there has two values.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Nudge {
    /// A little further along the path.
    On,
    /// A little less far.
    Back,
}

/// A stand of a train.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stand {
    /// The heading.
    pub facing: Facing,
    /// The force of the train that stands at the place that decides.
    pub axle: usize,
    /// That place, metres from the beginning of the path.
    pub place: f64,
    /// On which side of it.
    pub nudge: Nudge,
}

impl Stand {
    /// The place of the leading force, metres from the beginning of the path; it may be off the path.
    pub fn lead(&self, train: &Train) -> f64 {
        self.place + self.facing.sign() * train.axles[self.axle].behind
    }

    /// The place of each force, as above.
    pub fn places(&self, train: &Train) -> Vec<f64> {
        let lead = self.lead(train);
        train.axles.iter().map(|axle| lead - self.facing.sign() * axle.behind).collect()
    }
}

/// The least or the greatest over all stands.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Extreme {
    /// With the loads as drawn.
    pub value: f64,
    /// The part of the train, in the unit of the effect.
    pub by_train: f64,
    /// The stand of the train; nothing when it is away.
    pub stand: Option<Stand>,
}

impl Line {
    /// The effect of a unit force at a place, a little on or back where it steps; 0 off the path.
    pub fn at(&self, place: f64, nudge: Nudge, slack: f64) -> f64 {
        let holds = |piece: &&LinePiece| match nudge {
            Nudge::On => place >= piece.start - slack && place < piece.end - slack,
            Nudge::Back => place > piece.start + slack && place <= piece.end + slack,
        };
        let Some(piece) = self.pieces.iter().filter(|piece| !piece.is_point(slack)).find(holds) else {
            return 0.0;
        };
        let share = (place - piece.start) / (piece.end - piece.start);
        piece.first + share * (piece.last - piece.first)
    }

    /// The effect of a unit force right at an end of the path, where that is not the limit of what it does near there.
    fn right_at(&self, place: f64, slack: f64) -> Option<f64> {
        let here = |piece: &&LinePiece| piece.is_point(slack) && (place - piece.start).abs() <= slack;
        self.pieces.iter().find(here).map(|piece| piece.first)
    }

    /// The ordinates under the forces of a train where it stands for an extreme, per unit of force; 0 off the path. Nothing when it is away.
    pub fn ordinates(&self, train: &Train, extreme: &Extreme) -> Vec<f64> {
        let slack = tolerance::GEOMETRY * train.length();
        let Some(stand) = extreme.stand else { return Vec::new() };
        let each = |right_at: bool| self.under(train, stand, right_at, slack);
        let sum = |of: &[f64]| train.axles.iter().zip(of).map(|(axle, by)| axle.size * by).sum::<f64>();
        let [beside, right] = [each(false), each(true)];
        let off = |of: &[f64]| (sum(of) - extreme.by_train).abs();
        if off(&right) < off(&beside) { right } else { beside }
    }

    /// The ordinates under the forces of a train in a stand; `right_at`: right at the ends of the path, where that is another.
    fn under(&self, train: &Train, stand: Stand, right_at: bool, slack: f64) -> Vec<f64> {
        let effect = |place: f64| {
            let point = self.right_at(place, slack).filter(|_| right_at);
            point.unwrap_or_else(|| self.at(place, stand.nudge, slack))
        };
        stand.places(train).into_iter().map(effect).collect()
    }

    /// Without noise: what is nothing beside the largest value, or beside what such a line usually reaches, is exactly 0.
    pub(super) fn clean(mut self, usual: f64) -> Self {
        let zero = tolerance::ZERO_FORCE * self.largest().max(usual);
        for value in self.pieces.iter_mut().flat_map(|piece| [&mut piece.first, &mut piece.last]) {
            if value.abs() <= zero {
                *value = 0.0;
            }
        }
        self
    }

    /// The largest size it reaches.
    pub fn largest(&self) -> f64 {
        self.pieces.iter().flat_map(|p| [p.first.abs(), p.last.abs()]).fold(0.0, f64::max)
    }
}

/// Every way round that a train may stand and that differs: one of a symmetric train.
pub(super) fn facings(train: &Train) -> Vec<Facing> {
    use helvek_sheet::sheet::Heads;
    let n = train.axles.len();
    let long = train.axles[n - 1].behind;
    let same = |i: usize| {
        let (a, b) = (train.axles[i], train.axles[n - 1 - i]);
        (a.size - b.size).abs() <= 1e-12 * a.size && (a.behind - (long - b.behind)).abs() <= 1e-12 * long
    };
    match train.heads {
        Heads::Forward => vec![Facing::On],
        Heads::Back => vec![Facing::Back],
        Heads::Both if (0..n).all(same) => vec![Facing::On],
        Heads::Both => vec![Facing::On, Facing::Back],
    }
}

/// Every stand in which some force is at one of these places. What is linear between them is least and greatest in one of these.
pub(super) fn stands<'t>(train: &'t Train, places: &'t [f64]) -> impl Iterator<Item = Stand> + 't {
    facings(train).into_iter().flat_map(move |facing| {
        (0..train.axles.len()).flat_map(move |axle| {
            places.iter().flat_map(move |place| {
                [Nudge::On, Nudge::Back].map(|nudge| Stand { facing, axle, place: *place, nudge })
            })
        })
    })
}

/// The least and the greatest over all stands of a train, also when it is away. The sum of its effects is piecewise linear in where it stands, with a bend or a step
/// only where one of its forces is at an end of a piece.
pub(super) fn most(train: &Train, line: &Line, drawn: f64) -> [Extreme; 2] {
    let slack = tolerance::GEOMETRY * train.length();
    let mut places: Vec<f64> = line.pieces.iter().flat_map(|piece| [piece.start, piece.end]).collect();
    places.dedup_by(|a, b| (*a - *b).abs() <= slack);
    let sizes: f64 = train.axles.iter().map(|axle| axle.size).sum();
    let zero = tolerance::ZERO_FORCE * sizes * line.largest();
    let mut most = [(0.0, None); 2];
    for stand in stands(train, &places) {
        let sum = |right_at: bool| -> f64 {
            let each = train.axles.iter().zip(line.under(train, stand, right_at, slack));
            each.map(|(axle, ordinate)| axle.size * ordinate).sum()
        };
        let at_a_point = line.right_at(stand.place, slack).map(|_| sum(true));
        for sum in [Some(sum(false)), at_a_point].into_iter().flatten() {
            if sum < most[0].0 - zero {
                most[0] = (sum, Some(stand));
            }
            if sum > most[1].0 + zero {
                most[1] = (sum, Some(stand));
            }
        }
    }
    most.map(|(by_train, stand)| Extreme { value: drawn + by_train, by_train, stand })
}
