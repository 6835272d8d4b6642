//! Trains of forces travelling along members: influence lines, where a train has to stand, and what it comes to at most.
//!
//! All of it rests on superposition. On a rigid body the effect of a unit force is linear in its place, because its wrench is; so what a unit force does is
//! known everywhere from where it enters and leaves each body of the path. Inside the body on which it stands one more thing is needed: the difference
//! between the force and its two parts at the ends of the piece, which balances itself and is that of a simple beam ([`effects`]).

mod effects;
mod line;
mod placed;
mod stands;
mod sweep;

pub use line::{Extreme, Facing, Line, LinePiece, Nudge, Stand};
pub use sweep::{Governing, Swept, SweptPart};

use crate::Checks;
use helvek_statics::equilibrium::{ColumnId, ColumnKind};
use helvek_statics::internal_forces::{Inner, Inside, inside};
use helvek_statics::model::{Amount, BodyId, CutAt, Given, Load, LoadKind, On, PointId, Train};
use helvek_statics::solution::Statics;
use helvek_statics::verdict::linear;

/// A train with what it comes to.
#[derive(Debug, Clone)]
pub struct Passage<'s> {
    /// The structure under the loads as they are drawn.
    pub solved: &'s Statics,
    /// The train.
    pub train: &'s Train,
    /// The effects of a unit force, or the reason why there are none.
    pub result: Result<Effects, MovingLoadRefusal>,
}

/// The reason why influence lines say nothing here.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum MovingLoadRefusal {
    /// Parts that act one way only: which of them act depends on the loads, and effects do not add up.
    OneWay(Vec<ColumnId>),
    /// The structure moves under a force at this point.
    Moves(PointId),
    /// The loads as they are drawn are not in equilibrium.
    Unbalanced,
}

/// The effects of a unit force at each end of each piece of the path.
#[derive(Debug, Clone, PartialEq)]
pub struct Effects {
    /// Two for each piece: standing at its beginning and at its end.
    states: Vec<UnitState>,
}

/// The structure under a unit force alone.
#[derive(Debug, Clone, PartialEq)]
struct UnitState {
    /// Per column of the full equilibrium: per unit of force.
    values: Vec<Option<f64>>,
    /// As `Statics::inside`, per unit of force.
    inside: Vec<Inside>,
}

impl<'a> Checks<'a> {
    /// Every train of the sheet, in its order.
    pub fn passages(self) -> Vec<Passage<'a>> {
        let all = self.0.model.trains.iter();
        all.map(|train| Passage { solved: self.0, train, result: self.effects(train) }).collect()
    }

    fn effects(&self, train: &Train) -> Result<Effects, MovingLoadRefusal> {
        let depends = |id: &ColumnId| self.full.column(*id).depends_on_signs();
        let one_way: Vec<ColumnId> = self.full.column_ids().filter(depends).collect();
        if !one_way.is_empty() {
            return Err(MovingLoadRefusal::OneWay(one_way));
        }
        if !self.verdict.equilibrium {
            return Err(MovingLoadRefusal::Unbalanced);
        }
        let stands = train.path.iter().flat_map(|piece| piece.ends.map(|end| (piece.body, end)));
        let states =
            stands.map(|(body, at)| self.unit_state(train, body, at).ok_or(MovingLoadRefusal::Moves(at)));
        Ok(Effects { states: states.collect::<Result<_, _>>()? })
    }

    /// The structure under a unit force alone, at a point of a body; nothing where the structure moves under it.
    fn unit_state(&self, train: &Train, body: BodyId, at: PointId) -> Option<UnitState> {
        let kind = LoadKind::Force {
            at,
            direction: train.direction,
            size: Amount::Known(1.0),
            given: Given::Components,
        };
        let mut loading = self.model.loading.factored(|_| 0.0);
        loading.loads.push(Load {
            name: train.name.clone(),
            part: 0,
            on: On::Body(body),
            kind,
            case: None,
            times: 1.0,
        });
        let model = self.model.under(loading);
        let full = self.full.under(&model);
        let values = linear(&full, &[])?;
        let inside = inside(&model, &full, &values, None);
        Some(UnitState { values, inside })
    }
}

impl Passage<'_> {
    /// The influence line of an unknown of the full equilibrium: its value per unit of force, SI; nothing when equilibrium does not fix it.
    pub fn line(&self, column: ColumnId) -> Option<Line> {
        let states = &self.result.as_ref().ok()?.states;
        let value = |state: &UnitState| state.values[column.index()];
        let pieces = self.train.path.iter().zip(states.chunks(2));
        let lines = pieces.map(|(piece, ends)| {
            let (first, last) = (value(&ends[0])?, value(&ends[1])?);
            Some(LinePiece { start: piece.start, end: piece.end, first, last })
        });
        let line = Line { pieces: lines.collect::<Option<_>>()? };
        let couple = self.solved.full.column(column).kind == ColumnKind::Couple;
        Some(line.clean(if couple { self.train.length() } else { 1.0 }))
    }

    /// The influence lines of N, V and M at a place inside a body, per unit of force, SI; nothing where there is no diagram.
    pub fn section(&self, section: &CutAt) -> Option<[Line; 3]> {
        let states = &self.result.as_ref().ok()?.states;
        let effect = effects::At::section(self, states, section)?;
        let usual = |inner| if inner == Inner::M { self.train.length() } else { 1.0 };
        Some(Inner::ALL.map(|inner| effect.line(self, inner).clean(usual(inner))))
    }

    /// The least and the greatest of what a line stands for, the loads as drawn included, whose own share is `drawn`.
    pub fn most(&self, line: &Line, drawn: f64) -> [Extreme; 2] {
        line::most(self.train, line, drawn)
    }

    /// The least and the greatest of N, V and M along every straight stretch that has a diagram wherever the train stands, loads as drawn included.
    pub fn sweep(&self) -> Vec<Swept> {
        sweep::sweep(self)
    }
}
