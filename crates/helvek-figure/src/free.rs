//! Free bodies: what stays of the drawing while one is worked, and the members that are cut.

use crate::painter::{Painter, pair};
use crate::{Piece, SymbolMark};
use helvek_core::equilibrium::{ActionOf, ColumnId, ColumnOf, Freedom, PartId, PartOf};
use helvek_core::id::{Id, Kind};
use helvek_core::model::{Amount, Load, LoadKind, On, SoughtId};
use helvek_core::solution::Solved;
use schemars::JsonSchema;
use serde::Serialize;
use std::collections::HashSet;

/// The parts that are freed during some steps that follow one another.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Free {
    /// Its first step, from 1.
    pub first: usize,
    /// Its last step.
    pub last: usize,
    /// The joint, when it is one.
    pub at: Option<[f64; 2]>,
    /// The marks that are on it; empty for the whole.
    pub keep: Vec<Id>,
    /// Members that are cut, each with what it exerts.
    pub cut: Vec<CutMark>,
    /// The pieces it consists of, by their ids.
    pub pieces: Vec<Id>,
    /// Of several pieces together, what they look like as one: only of structures that are taken apart.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub group: Option<Piece>,
}

/// A member that is cut: what it exerts on what was freed.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CutMark {
    /// The mark of the member.
    pub id: Id,
    /// Its symbol.
    pub symbol: SymbolMark,
    /// The point where it acts.
    pub at: [f64; 2],
    /// The assumed direction.
    pub toward: [f64; 2],
    /// Its magnitude with its unit, once it is found.
    pub text: Option<String>,
    /// The assumed sense was wrong.
    pub turned: bool,
    /// It is exactly zero.
    pub zero: bool,
    /// The step that finds it, from 1.
    pub step: Option<usize>,
}

/// The findings of the working by column: values, and the steps that found them, from 1.
pub(crate) struct Found<'a> {
    pub(crate) values: &'a [Option<f64>],
    pub(crate) steps: Vec<Option<usize>>,
}

impl<'a> Found<'a> {
    pub(crate) fn of(solved: &'a Solved) -> Self {
        let steps = solved.working.found_by(solved.equilibrium.columns.len());
        Self { values: solved.values(), steps }
    }
}

/// Beyond so many bars free bodies are not drawn apart.
const MOST: usize = 2000;

/// The unknowns that act on some parts, in the order of the sheet.
pub(crate) fn columns_on(parts: &[PartId], touching: &[Vec<ColumnId>]) -> Vec<ColumnId> {
    let mut columns: Vec<ColumnId> =
        parts.iter().flat_map(|part| touching[part.index()].iter().copied()).collect();
    columns.sort_unstable();
    columns.dedup();
    columns
}

impl Painter<'_> {
    /// The free bodies of the working, in order.
    pub(crate) fn free_bodies(&self, solved: &Solved) -> Vec<Free> {
        if solved.equilibrium.parts.len() < 2 || self.model().bars.len() > MOST {
            return Vec::new();
        }
        let touching = solved.equilibrium.touching();
        let turns = solved.working.turns();
        turns
            .into_iter()
            .map(|turn| {
                let whole = turn.parts.len() == solved.equilibrium.parts.len();
                let parts: HashSet<PartId> = turn.parts.iter().copied().collect();
                let columns = columns_on(&turn.parts, &touching);
                Free {
                    first: turn.first + 1,
                    last: turn.last + 1,
                    at: self.joint_of(solved, &turn.parts),
                    keep: if whole { Vec::new() } else { self.kept(solved, &parts, &columns) },
                    cut: if whole { Vec::new() } else { self.cut(solved, &parts, &columns) },
                    pieces: turn.parts.iter().map(|part| solved.part_id(*part)).collect(),
                    group: None,
                }
            })
            .collect()
    }

    fn joint_of(&self, solved: &Solved, parts: &[PartId]) -> Option<[f64; 2]> {
        let [only] = parts else { return None };
        let part = &solved.equilibrium.parts[only.index()];
        (part.freedom == Freedom::Particle).then(|| self.place(part.reference))
    }

    pub(crate) fn kept(&self, solved: &Solved, parts: &HashSet<PartId>, columns: &[ColumnId]) -> Vec<Id> {
        let model = self.model();
        let mut keep = Vec::new();
        for part in parts {
            match solved.equilibrium.parts[part.index()].of {
                PartOf::Body(body) => {
                    let body_mark = &model.bodies[body.index()];
                    for run in 0..body_mark.runs.len() {
                        keep.push(Kind::Body.id(&body_mark.name).nth(run));
                    }
                    let points = model.points_of(body);
                    keep.extend(points.iter().map(|p| Kind::Point.id(model.point_name(*p))));
                }
                PartOf::Pin(pin) => {
                    keep.push(Kind::Point.id(model.point_name(model.pins[pin.index()].at)));
                }
                _ => {}
            }
        }
        for id in columns {
            let column = solved.equilibrium.column(*id);
            let inside = column.acts.iter().filter(|act| parts.contains(&act.on)).count();
            match column.of {
                ColumnOf::Bar(bar) if inside == 2 => keep.push(Kind::Bar.id(&model.bars[bar.index()].name)),
                ColumnOf::Support(_) if inside > 0 => keep.push(Kind::Reaction.id(&column.symbol)),
                ColumnOf::Rope(rope) if inside > 0 => {
                    keep.push(Kind::Rope.id(&model.ropes[rope.index()].name))
                }
                ColumnOf::Sought(sought) if inside > 0 => keep.extend(self.sought_on(solved, sought, parts)),
                _ => {}
            }
        }
        for action in &solved.equilibrium.actions {
            if let ActionOf::Load(load) = action.of
                && parts.contains(&action.act.on)
            {
                let load = model.loading.load(load);
                keep.push(match load.kind {
                    LoadKind::Own { .. } => {
                        load.mark().place(Kind::Point.id(model.name_at(action.act.wrench.about)))
                    }
                    _ => load.mark(),
                });
            }
        }
        keep.sort_unstable();
        keep.dedup();
        keep
    }

    /// The loads of a sought size that act on these parts.
    fn sought_on(&self, solved: &Solved, sought: SoughtId, parts: &HashSet<PartId>) -> Vec<Id> {
        let model = self.model();
        let here = |on: On| {
            let of = match on {
                On::Body(body) => PartOf::Body(body),
                On::Pin(pin) => PartOf::Pin(pin),
            };
            parts.iter().any(|part| solved.equilibrium.parts[part.index()].of == of)
        };
        let carries = |load: &&Load| load.kind.amounts().contains(&Amount::Sought(sought)) && here(load.on);
        model.loading.loads.iter().filter(carries).map(Load::mark).collect()
    }

    /// Bars and links with one end on what is freed.
    fn cut(&self, solved: &Solved, parts: &HashSet<PartId>, columns: &[ColumnId]) -> Vec<CutMark> {
        let (model, found) = (self.model(), Found::of(solved));
        let mut cut = Vec::new();
        for id in columns {
            let (column, value) = (solved.equilibrium.column(*id), found.values[id.index()]);
            let mark = match column.of {
                ColumnOf::Bar(bar) => Kind::Bar.id(&model.bars[bar.index()].name),
                ColumnOf::Link(body) => Kind::Body.id(&model.bodies[body.index()].name),
                _ => continue,
            };
            let mut acts = column.acts.iter().filter(|act| parts.contains(&act.on));
            let (Some(act), None) = (acts.next(), acts.next()) else { continue };
            let Some(toward) = act.wrench.force.unit() else { continue };
            cut.push(CutMark {
                id: mark,
                symbol: SymbolMark { base: column.symbol.base.clone(), index: column.symbol.index.clone() },
                at: self.place(act.wrench.about),
                toward: pair(toward),
                text: value.map(|v| self.result(v.abs(), &model.units.force)),
                turned: value.is_some_and(|v| v < 0.0),
                zero: value == Some(0.0),
                step: found.steps[id.index()],
            });
        }
        cut
    }
}
