//! Bars with what they carry, ropes, wheels and joints.

use crate::painter::{Painter, pair, ratio};
use crate::{AxialForce, Carries, Mark, Straight};
use helvek_core::answers::Sense;
use helvek_core::equilibrium::ColumnOf;
use helvek_core::geometry::Vector;
use helvek_core::id::Kind;
use helvek_core::model::BarKind;

impl Painter<'_> {
    /// Bars, ropes and wheels.
    pub(crate) fn members(&self, marks: &mut Vec<Mark>) {
        let model = self.model();
        let forces = self.bar_forces();
        for (bar, force) in model.bars.iter().zip(forces) {
            let [from, to] = bar.ends.map(|p| self.point(p));
            let carries = Carries::of(bar.kind);
            marks.push(Mark::Bar {
                id: Kind::Bar.id(&bar.name),
                name: bar.name.clone(),
                from,
                to,
                carries,
                length: self
                    .given(model.at(bar.ends[0]).distance(model.at(bar.ends[1])), &model.units.length),
                force,
            });
        }
        for pulley in &model.pulleys {
            marks.push(Mark::Wheel {
                id: Kind::Wheel.id(&pulley.name),
                name: pulley.name.clone(),
                at: self.point(pulley.at),
                radius: model.units.length.from_si(pulley.radius),
            });
        }
        for rope in &model.ropes {
            marks.push(Mark::Rope {
                id: Kind::Rope.id(&rope.name),
                name: rope.name.clone(),
                legs: rope
                    .legs
                    .iter()
                    .map(|leg| Straight { from: self.place(leg.from), to: self.place(leg.to) })
                    .collect(),
            });
        }
        for joint in &model.joints {
            let at = self.point(joint.at);
            let Some(shape) = joint.kind.written().filter(|kind| kind.sort().found.is_in(false)) else {
                continue;
            };
            let facing = joint.kind.facing().unwrap_or(Vector::Y);
            let id = Kind::Joint.id(&joint.name);
            marks.push(Mark::Joint { id, name: joint.name.clone(), at, shape, facing: pair(facing) });
        }
    }

    /// The axial force of each bar; none as long as nothing was computed.
    pub(crate) fn bar_forces(&self) -> Vec<Option<AxialForce>> {
        let mut forces = vec![None; self.model().bars.len()];
        if !self.statics.is_some_and(|statics| statics.verdict.equilibrium) {
            return forces;
        }
        let bars = || {
            self.full.column_ids().filter_map(|id| match self.full.column(id).of {
                ColumnOf::Bar(bar) => Some((bar, id, self.value(id))),
                _ => None,
            })
        };
        let largest = bars().filter_map(|(_, _, value)| value.map(f64::abs)).fold(0.0, f64::max);
        for (bar, id, value) in bars() {
            forces[bar.index()] = Some(AxialForce {
                sense: value.map(Sense::of),
                text: value.map(|v| self.result(v.abs(), &self.model().units.force)),
                step: self.step(id),
                relative: value.map_or(0.0, |v| ratio(v.abs(), largest)),
            });
        }
        forces
    }
}

impl Carries {
    /// Of a kind of bar.
    pub(crate) fn of(kind: BarKind) -> Self {
        match kind {
            BarKind::Bar => Self::Both,
            BarKind::Cable => Self::Pull,
            BarKind::Strut => Self::Push,
        }
    }
}
