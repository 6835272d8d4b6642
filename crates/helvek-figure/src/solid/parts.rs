//! The parts of a sheet of space, freed, and what is freed step by step.

use super::{ArrowRole, SolidArrow, SolidFree, SolidPart};
use crate::painter::Painter;
use helvek_core::equilibrium::{ColumnOf, PartId, PartOf};
use helvek_core::id::{Id, Kind};
use helvek_core::model::On;
use helvek_core::solution::Solved;

/// Beyond so many parts nobody could tell them apart.
const MOST: usize = 150;

impl Painter<'_> {
    /// Every part with everything that acts on it.
    pub(super) fn solid_parts(&self) -> Vec<SolidPart> {
        let full = self.full;
        if full.parts.len() > MOST {
            return Vec::new();
        }
        full.part_ids()
            .map(|id| {
                let part = &full.parts[id.index()];
                let mut arrows = self.loads_on(part.of);
                for column_id in full.column_ids() {
                    let column = full.column(column_id);
                    for act in column.acts.iter().filter(|act| act.on == id) {
                        let of = self.model.column_id(column);
                        if matches!(column.of, ColumnOf::Sought(_)) {
                            continue;
                        }
                        let role = match column.of {
                            ColumnOf::Support(_) => ArrowRole::Reaction,
                            _ => ArrowRole::Exerted,
                        };
                        let own = of.clone().place(self.model.part_id(part.of));
                        arrows.push(self.unknown_arrow(column_id, act, role, (&own, &of)));
                    }
                }
                SolidPart {
                    id: self.model.part_id(part.of),
                    name: self.model.part_name(part.of),
                    centre: self.solid(part.reference),
                    keep: self.solid_keep(part.of),
                    arrows,
                }
            })
            .collect()
    }

    fn loads_on(&self, of: PartOf) -> Vec<SolidArrow> {
        let here = |on: On| match (on, of) {
            (On::Body(a), PartOf::Body(b)) => a == b,
            (On::Pin(a), PartOf::Pin(b)) => a == b,
            _ => false,
        };
        let mine = self.model().loading.loads.iter().filter(|load| here(load.on));
        mine.flat_map(|load| self.load_arrows(load)).collect()
    }

    fn solid_keep(&self, of: PartOf) -> Vec<Id> {
        let model = self.model();
        match of {
            PartOf::Body(body) => {
                let runs = 0..model.bodies[body.index()].runs.len();
                let name = &model.bodies[body.index()].name;
                let lines = runs.map(|run| Kind::Body.id(name).nth(run));
                let points = model.points_of(body);
                let marks = points.iter().flat_map(|p| {
                    let name = model.point_name(*p);
                    [Kind::Point.id(name), Kind::Ride.id(name), Kind::Wheel.id(name)]
                });
                let spreads = model.loading.loads.iter().filter(|load| load.on == On::Body(body));
                let spreads = spreads.map(|load| load.mark());
                lines.chain(marks).chain(spreads).collect()
            }
            PartOf::Pin(pin) => vec![Kind::Point.id(model.point_name(model.pins[pin.index()].at))],
            _ => Vec::new(),
        }
    }

    /// The parts that are freed, turn by turn.
    pub(crate) fn solid_free(&self, solved: &Solved) -> Vec<SolidFree> {
        let equilibrium = &solved.equilibrium;
        if equilibrium.parts.len() > MOST {
            return Vec::new();
        }
        let id = |part: &PartId| self.model.part_id(equilibrium.parts[part.index()].of);
        let turns = solved.working.turns();
        let free = turns.into_iter().map(|turn| {
            let whole = turn.parts.len() == equilibrium.parts.len();
            let parts = if whole { Vec::new() } else { turn.parts.iter().map(id).collect() };
            SolidFree { first: turn.first + 1, last: turn.last + 1, parts }
        });
        free.collect()
    }
}
