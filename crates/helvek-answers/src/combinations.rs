//! Combinations of load cases and their envelope, as published.

use super::{BarForce, DiagramAnswer, JointForce, Reaction, StatusWord};
use crate::Publisher;
use helvek_statics::equilibrium::{ColumnKind, ColumnOf};
use helvek_statics::internal_forces::{Diagram, Governed, Inner, envelope};
use helvek_statics::solution::State;
use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Serialize;

/// A combination with what it comes to.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CombinationAnswer {
    /// Its name.
    pub name: String,
    /// True when these loads can be balanced.
    pub equilibrium: bool,
    /// The outcome.
    pub status: StatusWord,
    /// It was added up from its cases; else solved in full.
    pub superposed: bool,
    /// The force and moment of each support on its body.
    pub reactions: Vec<Reaction>,
    /// The force and moment of each joint on each of its bodies.
    pub joints: Vec<JointForce>,
    /// Forces in bars, tension positive.
    pub bars: IndexMap<String, BarForce>,
    /// Loads that were sought.
    pub loads: IndexMap<String, Option<f64>>,
    /// Tensions of ropes.
    pub ropes: IndexMap<String, Option<f64>>,
    /// N, V and M along every straight stretch.
    pub diagrams: Vec<DiagramAnswer>,
}

/// The least and the greatest over all combinations that are in equilibrium, with those that govern.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct EnvelopeAnswer {
    /// Of each unknown of supports, joints, bars and ropes.
    pub forces: Vec<RangeAnswer>,
    /// Along every straight stretch that has a diagram in each of them.
    pub diagrams: Vec<EnvelopeDiagram>,
    /// Combinations without equilibrium: they are not in the envelope.
    pub unstable: Vec<String>,
}

/// The least and the greatest of one unknown.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct RangeAnswer {
    /// `A_y`, `M_A`, `D-C`, `T_hoist`.
    pub of: String,
    /// The sort of thing it belongs to.
    pub kind: ForceOf,
    /// It is a couple, in the unit of moments.
    #[serde(skip)]
    pub couple: bool,
    /// Along its assumed sense.
    pub least: f64,
    /// Along its assumed sense.
    pub greatest: f64,
    /// The combinations that govern the one and the other.
    pub governs: [String; 2],
}

/// The envelope along a stretch.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct EnvelopeDiagram {
    /// The body.
    pub on: String,
    /// Its first point.
    pub from: String,
    /// Its last point.
    pub to: String,
    /// `N`, `V` and `M`.
    #[serde(flatten)]
    pub inner: IndexMap<&'static str, Bounds>,
}

/// Both sides of an envelope.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Bounds {
    /// From the first point to the last.
    pub least: Vec<GovernedAnswer>,
    /// From the first point to the last.
    pub greatest: Vec<GovernedAnswer>,
}

/// A part in which one combination governs.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct GovernedAnswer {
    /// From the first point.
    pub start: f64,
    /// The end of the piece, from the beginning of the stretch, sheet's unit of length.
    pub end: f64,
    /// c0, c1, ... in the distance from the first point of the stretch.
    pub coefficients: Vec<f64>,
    /// The combination.
    pub by: String,
}

impl Publisher<'_> {
    pub(super) fn combination_answers(states: &[State]) -> Vec<CombinationAnswer> {
        let answer = |state: &State| {
            let by = Publisher(&state.solved);
            CombinationAnswer {
                name: state.name.clone(),
                equilibrium: by.verdict.equilibrium,
                status: by.status(),
                superposed: state.superposed,
                reactions: by.reactions(),
                joints: by.joint_forces(),
                bars: by.bar_forces(),
                loads: by.sought_loads(),
                ropes: by.rope_tensions(),
                diagrams: by.diagram_answers(),
            }
        };
        states.iter().map(answer).collect()
    }

    /// The least and the greatest over these combinations; nothing without any.
    pub fn envelope_of(&self, states: &[State]) -> Option<EnvelopeAnswer> {
        let (held, loose): (Vec<&State>, Vec<&State>) =
            states.iter().partition(|state| state.solved.verdict.equilibrium);
        let first = held.first()?;
        let unstable = loose.into_iter().map(|state| state.name.clone()).collect();
        let all: Vec<_> = held.iter().map(|state| state.solved.inside()).collect();
        let diagrams = (0..all[0].len()).filter_map(|row| {
            let list: Option<Vec<&Diagram>> =
                all.iter().map(|inside| inside.get(row)?.diagram.as_ref().ok()).collect();
            let list = list?;
            let name = |p| first.solved.model.point_name(p).to_owned();
            let bounds = |inner: Inner| Bounds {
                least: self.governed(&envelope(&list, inner, false), inner, &held),
                greatest: self.governed(&envelope(&list, inner, true), inner, &held),
            };
            Some(EnvelopeDiagram {
                on: self.model.bodies[list[0].body.index()].name.clone(),
                from: name(list[0].from()),
                to: name(list[0].to()),
                inner: Inner::ALL.into_iter().map(|inner| (inner.letter(), bounds(inner))).collect(),
            })
        });
        Some(EnvelopeAnswer { forces: self.force_ranges(states), diagrams: diagrams.collect(), unstable })
    }

    /// The least and the greatest of each unknown over the states that are in equilibrium.
    pub fn force_ranges(&self, states: &[State]) -> Vec<RangeAnswer> {
        let held: Vec<&State> = states.iter().filter(|state| state.solved.verdict.equilibrium).collect();
        if held.is_empty() {
            return Vec::new();
        }
        let values: Vec<_> = held.iter().map(|state| state.solved.full_values()).collect();
        let units = &self.model.units;
        let range = |(index, column): (usize, &helvek_statics::equilibrium::Column)| {
            let kind = ForceOf::column(column.of)?;
            let couple = column.kind == ColumnKind::Couple;
            let unit = if couple { &units.moment } else { &units.force };
            let each: Option<Vec<f64>> = values.iter().map(|v| Some(unit.from_si(v[index]?))).collect();
            let each = each?;
            let (mut low, mut high) = (0, 0);
            for (i, value) in each.iter().enumerate() {
                if *value < each[low] {
                    low = i;
                }
                if *value > each[high] {
                    high = i;
                }
            }
            let of = self.model.symbol_of(column);
            let governs = [low, high].map(|i| held[i].name.clone());
            Some(RangeAnswer { of, kind, couple, least: each[low], greatest: each[high], governs })
        };
        self.full.columns.iter().enumerate().filter_map(range).collect()
    }

    fn governed(&self, parts: &[Governed], inner: Inner, held: &[&State]) -> Vec<GovernedAnswer> {
        let length = &self.model.units.length;
        let part = |part: &Governed| GovernedAnswer {
            start: length.from_si(part.start),
            end: length.from_si(part.end),
            coefficients: self.published(&part.poly.moved(part.start), inner).coefficients().to_vec(),
            by: held[part.of].name.clone(),
        };
        parts.iter().map(part).collect()
    }
}

/// The sort of thing that a force belongs to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum ForceOf {
    /// A support.
    Support,
    /// A joint.
    Joint,
    /// A bar.
    Bar,
    /// A rope.
    Rope,
    /// A load of a sought size.
    Load,
    /// A place inside a body.
    Internal,
}

impl ForceOf {
    /// Of an unknown; nothing for what is not published.
    pub(super) fn column(of: ColumnOf) -> Option<Self> {
        Some(match of {
            ColumnOf::Support(_) => Self::Support,
            ColumnOf::Joint(..) => Self::Joint,
            ColumnOf::Bar(_) => Self::Bar,
            ColumnOf::Rope(_) => Self::Rope,
            ColumnOf::Sought(_) => Self::Load,
            ColumnOf::Axle(_) | ColumnOf::Link(_) => return None,
        })
    }
}
