//! What things are called, in answers and wherever they are spoken of.

use crate::equilibrium::{Column, ColumnId, ColumnKind, ColumnOf, Component, PartId, PartOf};
use crate::internal_forces::{Inner, Six};
use crate::model::{JointKind, Model, RopeEnd};
use crate::plan::{Axis, Centre, Equation, FreeBody};
use crate::solution::{Solved, Statics};
use helvek_numbers::geometry::Vector;
use helvek_sheet::id::{Id, Kind};
use helvek_sheet::units::Unit;

impl Model {
    /// The symbol of a column of either equilibrium: `B_y`; of a bar its name, `D-C`.
    pub fn symbol_of(&self, column: &Column) -> String {
        match column.of {
            ColumnOf::Bar(bar) => self.bars[bar.index()].name.clone(),
            _ => column.symbol.to_string(),
        }
    }

    /// The name of what an unknown belongs to: a support, joint, bar, rope, pulley, body or sought size.
    pub fn owner_name(&self, of: ColumnOf) -> String {
        match of {
            ColumnOf::Support(id) => self.supports[id.index()].name.clone(),
            ColumnOf::Joint(id, _) => self.joints[id.index()].name.clone(),
            ColumnOf::Bar(id) => self.bars[id.index()].name.clone(),
            ColumnOf::Rope(id) => self.ropes[id.index()].name.clone(),
            ColumnOf::Axle(id) => self.pulleys[id.index()].name.clone(),
            ColumnOf::Sought(id) => self.sought[id.index()].name.clone(),
            ColumnOf::Link(id) => self.bodies[id.index()].name.clone(),
        }
    }

    /// `bench`, `joint B`, `pin B`, `pulley P`, `the mass on r`.
    pub fn part_name(&self, of: PartOf) -> String {
        match of {
            PartOf::Body(id) => self.bodies[id.index()].name.clone(),
            PartOf::Pin(id) => {
                let at = self.pins[id.index()].at;
                let bodies = self.joints.iter().any(|j| j.pin == Some(id));
                format!("{} {}", if bodies { "pin" } else { "joint" }, self.point_name(at))
            }
            PartOf::Weld(id) => format!("weld {}", self.joints[id.index()].name),
            PartOf::Wheel(id) => format!("pulley {}", self.pulleys[id.index()].name),
            PartOf::End(id, end) => {
                let rope = &self.ropes[id.index()];
                match rope.ends[end] {
                    RopeEnd::Mass => format!("the mass on {}", rope.name),
                    _ => format!("the hand on {}", rope.name),
                }
            }
        }
    }

    /// The unit of an unknown's value.
    pub fn unit_of(&self, kind: ColumnKind) -> Unit {
        let units = &self.units;
        match kind {
            ColumnKind::Force => units.force.clone(),
            ColumnKind::Couple => units.moment.clone(),
            ColumnKind::Intensity => units.force.per(&units.length),
        }
    }

    /// The unit in which one of the six is published.
    pub fn six_unit(&self, six: Six) -> &Unit {
        let units = &self.units;
        if six.moment() { &units.moment } else { &units.force }
    }

    /// The unit in which one of the three is published.
    pub fn inner_unit_of(&self, inner: Inner) -> &Unit {
        let units = &self.units;
        if inner == Inner::M { &units.moment } else { &units.force }
    }
}

impl Model {
    /// The name of an axis of the sheet, `x`, or of a member that is cut through, `x′`; in either sense.
    pub fn axis_name(&self, along: Vector) -> Option<&'static str> {
        if let Some((axis, _)) = along.axis() {
            return Some(["x", "y", "z"][axis]);
        }
        let same = |axis: &Vector| axis.cross(along).length() <= helvek_numbers::tolerance::GEOMETRY;
        self.joints.iter().find_map(|joint| match joint.kind {
            JointKind::Cut { axes } => axes.iter().position(same).map(|i| ["x′", "y′", "z′"][i]),
            _ => None,
        })
    }
}

impl Statics {
    /// The names of one-way parts that are out of contact or slack, each once: friction goes with its normal force.
    pub fn released_names(&self) -> Vec<String> {
        let own = self.verdict.released.iter().filter(|id| self.full.column(**id).one_way.is_some());
        own.map(|id| self.model.owner_name(self.full.column(*id).of)).collect()
    }
}

impl Model {
    /// The id of what stands for an unknown, on drawings and in equations alike: `reaction:A_x`, `joint:B#B_x`, `bar:D-C`, `rope:hoist`,
    /// `wheel:P#P_x`, `body:rod` (a two-force body), `sought:P`.
    pub fn column_id(&self, column: &Column) -> Id {
        let owner = self.owner_name(column.of);
        match column.of {
            ColumnOf::Support(_) => Kind::Reaction.id(&column.symbol),
            ColumnOf::Joint(..) => Kind::Joint.id(owner).part(&column.symbol),
            ColumnOf::Bar(_) => Kind::Bar.id(owner),
            ColumnOf::Rope(_) => Kind::Rope.id(owner),
            ColumnOf::Axle(_) => Kind::Wheel.id(owner).part(&column.symbol),
            ColumnOf::Link(_) => Kind::Body.id(owner),
            ColumnOf::Sought(_) => Kind::Sought.id(owner),
        }
    }

    /// The id of a part, taken apart: `body:jib`, `pin:B`, `weld:W`, `wheel:P`, `end:hoist#0`.
    pub fn part_id(&self, of: PartOf) -> Id {
        match of {
            PartOf::Body(body) => Kind::Body.id(&self.bodies[body.index()].name),
            PartOf::Pin(pin) => Kind::Pin.id(self.point_name(self.pins[pin.index()].at)),
            PartOf::Weld(joint) => Kind::Weld.id(&self.joints[joint.index()].name),
            PartOf::Wheel(pulley) => Kind::Wheel.id(&self.pulleys[pulley.index()].name),
            PartOf::End(rope, end) => Kind::End.id(&self.ropes[rope.index()].name).part(end),
        }
    }
}

impl Solved {
    /// The symbol of an unknown of the working: `B_y`; of a bar its name, `D-C`.
    pub fn unknown_name(&self, id: ColumnId) -> String {
        self.model.symbol_of(self.equilibrium.column(id))
    }

    /// The id of what stands for an unknown of the working; see [`Model::column_id`].
    pub fn unknown_id(&self, id: ColumnId) -> Id {
        self.model.column_id(self.equilibrium.column(id))
    }

    /// The id of a part of the working, taken apart; see [`Model::part_id`].
    pub fn part_id(&self, id: PartId) -> Id {
        self.model.part_id(self.equilibrium.parts[id.index()].of)
    }

    /// The name of a part of the working.
    pub fn part(&self, id: PartId) -> String {
        self.model.part_name(self.equilibrium.parts[id.index()].of)
    }

    /// `moments about A`, `forces along x`.
    pub fn equation_name(&self, equation: &Equation) -> String {
        let symbol = |c: ColumnId| self.unknown_name(c);
        if let Equation::Forces { along, axis: Axis::Along(_) } = *equation
            && let Some(axis) = self.model.axis_name(along).filter(|_| self.model.spatial())
        {
            return format!("forces along {axis}");
        }
        let cut = |c: ColumnId| {
            let column = self.equilibrium.column(c);
            let ColumnOf::Joint(joint, _) = column.of else { return None };
            let cut = matches!(self.model.joints[joint.index()].kind, JointKind::Cut { .. });
            cut.then_some(if column.component == Component::Along { "along" } else { "across" })
        };
        if let Equation::Forces { axis: Axis::Along(column), .. } = *equation
            && let Some(way) = cut(column)
        {
            return format!("forces {way} the member");
        }
        match *equation {
            Equation::Forces { axis: Axis::X, .. } => "forces along x".into(),
            Equation::Forces { axis: Axis::Y, .. } => "forces along y".into(),
            Equation::Forces { axis: Axis::Z, .. } => "forces along z".into(),
            Equation::Forces { axis: Axis::Across(column), .. } => {
                format!("forces across {}", symbol(column))
            }
            Equation::Forces { axis: Axis::Along(column), .. } => format!("forces along {}", symbol(column)),
            Equation::Forces { axis: Axis::Square(a, b), .. } => {
                format!("forces square to {} and {}", symbol(a), symbol(b))
            }
            Equation::Moments { along, centre: Centre::Named(point), .. } if self.model.spatial() => {
                let axis = self.model.axis_name(along).unwrap_or_default();
                format!("moments about {axis} through {}", self.model.point_name(point))
            }
            Equation::Moments { centre: Centre::Through(a, b), .. } => {
                let name = |p| self.model.point_name(p);
                format!("moments about the line {}–{}", name(a), name(b))
            }
            Equation::Moments { centre: Centre::Meeting(p, a, b), .. } => {
                let point = self.model.point_name(p);
                format!("moments about the line through {point} that meets {} and {}", symbol(a), symbol(b))
            }
            Equation::Moments { centre: Centre::Named(point), .. } => {
                format!("moments about {}", self.model.point_name(point))
            }
            Equation::Moments { centre: Centre::Crossing(a, b), .. } => {
                format!("moments about the crossing of {} and {}", symbol(a), symbol(b))
            }
        }
    }

    /// `bench`; `the whole` when several parts are all of them; else the parts, or the smaller side of a large section.
    pub fn free_body_name(&self, free_body: &FreeBody) -> String {
        /// More parts than this are named by their first and last.
        const LISTED: usize = 4;
        const JOINTS: usize = 8;
        let names: Vec<_> = free_body.parts.iter().map(|part| self.part(*part)).collect();
        if names.len() == self.equilibrium.parts.len() && names.len() > 1 {
            return "the whole".into();
        }
        // "joints A, B, C" rather than the word before each.
        let joints: Option<Vec<_>> = names.iter().map(|name| name.strip_prefix("joint ")).collect();
        match (&names[..], joints) {
            ([only], _) => only.clone(),
            (_, Some(joints)) if joints.len() <= JOINTS => format!("joints {}", joints.join(", ")),
            ([first, .., last], _) if names.len() > LISTED => {
                format!("the {} parts from {first} to {last}", names.len())
            }
            _ => names.join(" + "),
        }
    }
}
