//! Exact stiffness of plane frames, beams and trusses on the same model, whatever its redundancy.
//!
//! Every force (of a support, a joint, a bar; N and M of each straight piece) is one *link*: a list b of (displacement, coefficient), a flexibility
//! f ≥ 0 and an elongation e₀ that is imposed on it. With d the displacements, q the forces and P the loads:
//! Σ b q = P (equilibrium of every node) and bᵀ d = f q + e₀ (compatibility of every link). Links with f > 0 are condensed into K = Σ b bᵀ/f; those that
//! do not give way (f = 0) stay as constraints with their forces as multipliers, so that "axially rigid" is exact and not a huge number.
//! `docs/stiffness.md` has the derivations and an example.

mod contacts;
mod decide;
mod deformed;
mod factors;
mod links;
mod mesh;
mod shape;
mod state;
mod system;

pub(crate) use factors::Factors;
pub use links::{Link, Piece};
pub use mesh::{Mesh, warmed};
pub use shape::{Bend, DeflectedShape, Sag, SpanEnd};

use crate::equilibrium::{ColumnId, ColumnOf, Equilibrium};
use crate::model::{Member, Model, On, PointId, Rigidity, Settlement, SupportId};
use crate::verdict::Verdict;
use helvek_numbers::geometry::Vector;

/// The reading of an axially or otherwise rigid model.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Lengths {
    /// As the sheet says.
    AsGiven,
    /// Runs of bodies keep their length: what hand methods assume.
    Kept,
}

/// The one-way parts that carry.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Contacts {
    /// It is found out.
    Sought,
    /// Those that the verdict has not released.
    AsTheyAre,
}

/// A structure that was solved by its stiffness.
#[derive(Debug, Clone, PartialEq)]
pub struct Elastic {
    /// Per column of the full equilibrium, SI along its assumed sense.
    pub values: Vec<f64>,
    /// One-way parts out of contact.
    pub released: Vec<ColumnId>,
    /// Per body, per edge of its graph: N, V and M at its start.
    pub carried: Vec<Vec<[f64; 3]>>,
    /// The deflected shape of every straight stretch, in the order of [`crate::solution::Statics::inside`].
    pub shapes: Vec<DeflectedShape>,
    /// Per pin.
    pub pins: Vec<Vector>,
    /// Only ratios of stiffnesses are known: displacements mean nothing.
    pub relative: bool,
    /// The structure can move: where it goes is not known.
    pub loose: bool,
    /// The largest residual of an equation, over the sizes of its terms.
    pub residual: f64,
    /// Difference between the work of the loads and that of the inner forces, over it.
    pub energy: f64,
    /// Members without a stiffness, taken as rigid beside others that give way.
    pub rigid: Vec<Member>,
    /// Members that keep their length where lengths alone do not fix N: taken as the limit in which all of them have one and the same EA.
    pub shared: Vec<Member>,
}

impl Elastic {
    /// True when displacements are known, and not only in proportion.
    pub fn knows_displacements(&self) -> bool {
        !self.relative && !self.loose
    }

    /// The displacement of a point of a body, or of a pin, m.
    pub fn displacement(&self, on: On, point: PointId) -> Option<Vector> {
        match on {
            On::Pin(pin) => self.pins.get(pin.index()).copied(),
            On::Body(body) => self.shapes.iter().filter(|shape| shape.body == body).find_map(|shape| {
                let (_, station) = shape.points.iter().find(|(known, _)| *known == point)?;
                Some(shape.displacement(*station))
            }),
        }
    }
}

/// The reason why stiffness does not answer.
#[derive(Debug, Clone, PartialEq)]
pub enum StiffnessRefusal {
    /// Nothing in the sheet says how stiff anything is.
    Nothing,
    /// These members carry forces that nothing decides while they are rigid.
    Without(Vec<Member>),
    /// These supports and joints hold each other and nothing between them gives way.
    Between(Vec<ColumnId>),
    /// These members and supports cannot give way between them, and something would have to make them longer or shorter: no state fits.
    Locked {
        /// Members that keep their length, or do not give way at all.
        members: Vec<Member>,
        /// Supports and joints at which they are held.
        columns: Vec<ColumnId>,
        /// The changes of length that would have to be taken up.
        causes: Vec<Cause>,
    },
    /// Only ratios of stiffnesses are given, and these things need absolute ones.
    Ratios(Vec<String>),
    /// Some stiffnesses are ratios and others are absolute.
    Mixed(Vec<String>),
    /// A load is sought that equilibrium does not fix.
    Sought(String),
    /// A load on a body that cannot be placed inside it.
    Inside(String, crate::internal_forces::DiagramRefusal),
    /// No set of one-way parts was found that fits.
    Contacts,
    /// There is no equilibrium.
    Moves,
    /// The arithmetic lost too many figures.
    Numbers,
}

/// The cause of a change of length of rigid things.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Cause {
    /// Members warm up.
    Warms,
    /// A support settles, or turns.
    Settles(SupportId),
}

/// True when anything in a model says how stiff it is.
pub fn gives(model: &Model) -> bool {
    let runs = model.bodies.iter().flat_map(|body| &body.stiff);
    let stiff = |r: Rigidity| r != Rigidity::Rigid;
    runs.into_iter().any(|s| stiff(s.bending) || stiff(s.axial))
        || model.bars.iter().any(|bar| stiff(bar.axial))
}

/// Solves a model by its stiffness, with what was factorised for other loadings of it.
///
/// # Errors
/// [`StiffnessRefusal`], with the names of what is missing.
pub fn solve(
    model: &Model,
    full: &Equilibrium,
    verdict: &Verdict,
    lengths: Lengths,
    contacts: Contacts,
    factors: &Factors,
) -> Result<Elastic, StiffnessRefusal> {
    if !gives(model) {
        return Err(StiffnessRefusal::Nothing);
    }
    if !verdict.equilibrium {
        return Err(StiffnessRefusal::Moves);
    }
    ratios(model)?;
    let mesh = Mesh::of(model, full, &sought(full, model, verdict)?, lengths)?;
    state::solve(model, full, &mesh, verdict, contacts, factors)
}

/// The values of sought loads, which equilibrium has to fix; 1 for every other unknown.
fn sought(
    full: &Equilibrium,
    model: &Model,
    verdict: &Verdict,
) -> Result<Vec<Option<f64>>, StiffnessRefusal> {
    let each = full.columns.iter().enumerate().map(|(i, column)| match column.of {
        ColumnOf::Sought(id) if !verdict.determined[i] => {
            Err(StiffnessRefusal::Sought(model.sought[id.index()].name.clone()))
        }
        ColumnOf::Sought(_) => Ok(Some(verdict.values[i])),
        _ => Ok(Some(1.0)),
    });
    each.collect()
}

/// A test whether ratios of stiffnesses are enough.
fn ratios(model: &Model) -> Result<(), StiffnessRefusal> {
    let bodies = model.bodies.iter().flat_map(|body| {
        body.stiff.iter().flat_map(|s| [s.bending, s.axial]).map(|r| (r, body.name.clone()))
    });
    let all = || bodies.clone().chain(model.bars.iter().map(|bar| (bar.axial, bar.name.clone())));
    if !all().any(|(r, _)| r.relative()) {
        return Ok(());
    }
    let mut absolute: Vec<String> =
        all().filter(|(r, _)| matches!(r, Rigidity::Of(_))).map(|(_, name)| name).collect();
    absolute.dedup();
    if !absolute.is_empty() {
        return Err(StiffnessRefusal::Mixed(absolute));
    }
    // A ratio of EI says nothing about one of EA.
    let axial = all().filter(|(r, _)| r.relative()).count();
    let bending = model.bodies.iter().flat_map(|body| &body.stiff).filter(|s| s.bending.relative()).count();
    let mut needs = Vec::new();
    if axial > bending && bending > 0 {
        needs.push("EA beside EI".to_owned());
    }
    for (support, settled) in model.supports.iter().zip(&model.loading.settlements) {
        let y = &support.yielding;
        if *settled != Settlement::default() {
            needs.push(format!("the settlement of {}", support.name));
        }
        if y.springs.iter().any(Option::is_some) || y.turning.is_some() {
            needs.push(format!("the spring of {}", support.name));
        }
    }
    if !model.loading.warmings.is_empty() {
        needs.push("the change of temperature".to_owned());
    }
    if needs.is_empty() { Ok(()) } else { Err(StiffnessRefusal::Ratios(needs)) }
}
