//! What supports, joints, bars and ropes transmit, and what was sought.

use crate::{Publisher, StatusWord};
use helvek_checks::limits::BarCheck;
use helvek_statics::equilibrium::{ColumnKind, ColumnOf, PartOf};
use helvek_statics::model::{Asked, On};
use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Serialize;

/// The force and moment of a support on its body. A component that neither equilibrium nor stiffness fixes is null.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Reaction {
    /// The support's name.
    pub support: String,
    /// Its point.
    pub at: String,
    /// Its body.
    pub on: String,
    /// `[x, y]`, in space `[x, y, z]`
    pub force: Vec<Option<f64>>,
    /// Counter-clockwise positive; in space about x, y and z.
    pub moment: Moment,
    /// True when equilibrium fixes all of it.
    pub determined: bool,
}

/// A couple: one number in the plane, three in space. What is not fixed is null.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, JsonSchema)]
#[serde(untagged)]
pub enum Moment {
    /// In the plane, counter-clockwise positive.
    Plane(Option<f64>),
    /// In space, right-handed about x, y and z.
    Space([Option<f64>; 3]),
}

impl Moment {
    /// Of a plane sheet: counter-clockwise positive, when it is fixed; of one of space its part about z.
    pub fn about_z(self) -> Option<f64> {
        match self {
            Self::Plane(moment) => moment,
            Self::Space(moment) => moment[2],
        }
    }
}

/// The force and moment of a joint on one of its bodies.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct JointForce {
    /// The joint's name.
    pub joint: String,
    /// Its point.
    pub at: String,
    /// The body.
    pub on: String,
    /// `[x, y]`, in space `[x, y, z]`
    pub force: Vec<Option<f64>>,
    /// Counter-clockwise positive; in space about x, y and z.
    pub moment: Moment,
    /// True when equilibrium fixes all of it.
    pub determined: bool,
}

/// The force in a bar.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct BarForce {
    /// Tension positive; null when neither equilibrium nor stiffness fixes it.
    pub force: Option<f64>,
    /// In a word; null when equilibrium does not fix it.
    pub sense: Option<Sense>,
    /// True when equilibrium fixes it.
    pub determined: bool,
    /// From joint to joint.
    pub length: f64,
    /// The force over the limit on its side; null where that is not limited.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub utilisation: Option<f64>,
}

/// The sense of the axial force in a bar.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Sense {
    /// It is pulled.
    Tension,
    /// It is pushed.
    Compression,
    /// Nothing, under these loads.
    Zero,
}

impl Sense {
    /// Of a force, tension positive.
    pub fn of(force: f64) -> Self {
        match force {
            f if f > 0.0 => Self::Tension,
            f if f < 0.0 => Self::Compression,
            _ => Self::Zero,
        }
    }
}

/// A force and a moment, each component unless equilibrium does not fix it.
struct Sum {
    force: [Option<f64>; 3],
    moment: [Option<f64>; 3],
    determined: bool,
}

impl Publisher<'_> {
    /// Adds up what `columns` exert on one part, in the sheet's units.
    fn sum(&self, on: Option<PartOf>, values: &[Option<f64>], columns: impl Iterator<Item = usize>) -> Sum {
        let mut sum = Sum { force: [Some(0.0); 3], moment: [Some(0.0); 3], determined: true };
        let units = &self.model.units;
        let add = |total: &mut Option<f64>, part: Option<f64>| *total = total.zip(part).map(|(a, b)| a + b);
        for index in columns {
            let (column, value) = (&self.full.columns[index], values[index]);
            sum.determined &= self.fixed(index);
            for act in column.acts.iter().filter(|act| on == Some(self.full.parts[act.on.index()].of)) {
                let wrench = act.wrench;
                for (total, per_unit) in sum.force.iter_mut().zip(wrench.force.parts()) {
                    if per_unit != 0.0 {
                        add(total, value.map(|v| units.force.from_si(v * per_unit)));
                    }
                }
                for (total, per_unit) in sum.moment.iter_mut().zip(wrench.moment.parts()) {
                    if per_unit != 0.0 {
                        add(total, value.map(|v| units.moment.from_si(v * per_unit)));
                    }
                }
            }
        }
        // 0 · −1 is −0, which would print as a sign that means nothing.
        sum.force = sum.force.map(|v| v.map(|v| v + 0.0));
        sum.moment = sum.moment.map(|v| v.map(|v| v + 0.0));
        sum
    }

    /// As the sheet's space has it.
    fn wrench_of(&self, sum: &Sum) -> (Vec<Option<f64>>, Moment) {
        if self.model.spatial() {
            return (sum.force.to_vec(), Moment::Space(sum.moment));
        }
        (sum.force[..2].to_vec(), Moment::Plane(sum.moment[2]))
    }

    /// True when equilibrium fixes an unknown.
    fn fixed(&self, column: usize) -> bool {
        self.verdict.equilibrium && self.verdict.determined[column]
    }

    /// The force and moment of each support on its body, in the order of the sheet.
    pub fn reactions(&self) -> Vec<Reaction> {
        let values = self.full_values();
        let of_support = self.by_owner(|of| match of {
            ColumnOf::Support(id) => Some(id.index()),
            _ => None,
        });
        let supports = self.model.supports.iter().enumerate();
        supports
            .map(|(index, support)| {
                let mine = of_support.get(index).into_iter().flatten().copied();
                let sum = self.sum(Some(part_of(support.on)), values, mine);
                let (force, moment) = self.wrench_of(&sum);
                Reaction {
                    support: support.name.clone(),
                    at: self.model.point_name(support.at).to_owned(),
                    on: self.model.on_name(support.on).to_owned(),
                    force,
                    moment,
                    determined: sum.determined,
                }
            })
            .collect()
    }

    /// The indices of columns by what they belong to.
    fn by_owner(&self, owner: impl Fn(ColumnOf) -> Option<usize>) -> Vec<Vec<usize>> {
        let mut list: Vec<Vec<usize>> = Vec::new();
        for (index, column) in self.full.columns.iter().enumerate() {
            if let Some(key) = owner(column.of) {
                if list.len() <= key {
                    list.resize(key + 1, Vec::new());
                }
                list[key].push(index);
            }
        }
        list
    }

    pub(super) fn joint_forces(&self) -> Vec<JointForce> {
        let values = self.full_values();
        let of_joint = self.by_owner(|of| match of {
            ColumnOf::Joint(id, _) => Some(id.index()),
            _ => None,
        });
        let mut list = Vec::new();
        for (index, joint) in self.model.joints.iter().enumerate() {
            let apart = joint.pin.is_some() || joint.of.len() > 2;
            for (k, body) in joint.of.iter().enumerate() {
                let mine = of_joint.get(index).into_iter().flatten().copied();
                let mine = mine.filter(|i| match self.full.columns[*i].of {
                    ColumnOf::Joint(_, end) => !apart || end == k,
                    _ => false,
                });
                let sum = self.sum(Some(PartOf::Body(*body)), values, mine);
                let (force, moment) = self.wrench_of(&sum);
                list.push(JointForce {
                    joint: joint.name.clone(),
                    at: self.model.point_name(joint.at).to_owned(),
                    on: self.model.bodies[body.index()].name.clone(),
                    force,
                    moment,
                    determined: sum.determined,
                });
            }
        }
        list
    }

    /// Column and value of everything of one sort, by name, in the order of the sheet.
    fn named(
        &self,
        mine: impl Fn(ColumnOf) -> bool,
    ) -> impl Iterator<Item = (String, ColumnKind, Option<f64>)> {
        let values = self.full_values();
        let columns =
            self.full.columns.iter().zip(values.iter().copied()).filter(move |(column, _)| mine(column.of));
        columns.map(|(column, value)| (self.model.owner_name(column.of), column.kind, value))
    }

    pub(super) fn bar_forces(&self) -> IndexMap<String, BarForce> {
        let values = self.full_values();
        let bars = self.full.columns.iter().zip(values.iter().copied()).enumerate().filter_map(
            |(i, (column, value))| {
                let ColumnOf::Bar(id) = column.of else { return None };
                Some((i, id, value))
            },
        );
        bars.map(|(index, id, value)| {
            let (bar, units) = (&self.model.bars[id.index()], &self.model.units);
            let force = value.map(|v| units.force.from_si(v) + 0.0);
            let [a, b] = self.model.bar_ends(bar);
            let check = BarCheck { bar: id, staying: value, growing: Some(0.0), limits: bar.limits };
            let answer = BarForce {
                force,
                sense: force.map(Sense::of),
                determined: self.fixed(index),
                length: units.length.from_si(a.distance(b)),
                utilisation: check.utilisation(),
            };
            (bar.name.clone(), answer)
        })
        .collect()
    }

    pub(super) fn sought_loads(&self) -> IndexMap<String, Option<f64>> {
        let units = &self.model.units;
        self.named(|of| matches!(of, ColumnOf::Sought(_)))
            .map(|(name, kind, value)| {
                let unit = match kind {
                    ColumnKind::Force => units.force.clone(),
                    ColumnKind::Couple => units.moment.clone(),
                    ColumnKind::Intensity => units.force.per(&units.length),
                };
                (name, value.map(|v| unit.from_si(v) + 0.0))
            })
            .collect()
    }

    pub(super) fn rope_tensions(&self) -> IndexMap<String, Option<f64>> {
        self.named(|of| matches!(of, ColumnOf::Rope(_)))
            .map(|(name, _, value)| (name, value.map(|v| self.model.units.force.from_si(v) + 0.0)))
            .collect()
    }

    /// The outcome: that of the verdict, or that it slides where some rough contact does not have the friction that equilibrium needs.
    pub fn status(&self) -> StatusWord {
        let slides = self.verdict.equilibrium && self.friction().iter().any(|f| f.holds == Some(false));
        if slides { StatusWord::Slides } else { self.verdict.status.into() }
    }

    /// True when all that was asked is answered: decides the exit status of an indeterminate model.
    pub fn answered(&self) -> bool {
        let values = self.full_values();
        let asked = |of: ColumnOf| {
            self.model.asked.iter().any(|asked| match (*asked, of) {
                (Asked::Support(a), ColumnOf::Support(b)) => a == b,
                (Asked::Joint(a), ColumnOf::Joint(b, _)) => a == b,
                (Asked::Bar(a), ColumnOf::Bar(b)) => a == b,
                (Asked::Rope(a), ColumnOf::Rope(b)) => a == b,
                (Asked::Sought(a), ColumnOf::Sought(b)) => a == b,
                _ => false,
            })
        };
        let columns = self.full.columns.iter().zip(values);
        let found = columns.into_iter().all(|(column, value)| value.is_some() || !asked(column.of));
        found && self.asked_inside().iter().all(Option::is_some)
    }
}

fn part_of(on: On) -> PartOf {
    match on {
        On::Body(body) => PartOf::Body(body),
        On::Pin(pin) => PartOf::Pin(pin),
    }
}
