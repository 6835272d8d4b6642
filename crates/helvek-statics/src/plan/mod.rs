//! The plan: what to free, which equation to write, for which unknown, and why. Facts only; renderers word them.

mod bodies;
mod checks;
mod cuts;
mod equation;
mod exact;
mod forms;
mod greedy;
mod isolate;
mod moves;
mod order;
mod picks;
mod reactions;
mod sections;
mod shared;
mod together;

pub use checks::PlannedCheck;
pub use cuts::sides;
pub use equation::{Axis, Centre, Equation};

use crate::equilibrium::{ColumnId, ColumnOf, Equilibrium, PartId, PartOf};
use crate::model::{Asked, Model};
use crate::recognition::JointRule;
use cuts::Cut;
use helvek_sheet::sheet::Reactions;
use isolate::Chooser;
use schemars::JsonSchema;
use serde::Serialize;

/// Parts taken together as one free body.
#[derive(Debug, Clone, PartialEq, Eq, Hash)]
pub struct FreeBody {
    /// In the order of the equilibrium's parts.
    pub parts: Vec<PartId>,
}

/// The way in which an unknown stays out of an equation.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DropsOut {
    /// Its line of action passes through the moment centre, in space: meets the axis.
    ThroughCentre,
    /// In space: it acts parallel to the axis.
    AlongAxis,
    /// In space: a couple about another axis, square to this one.
    CoupleAcross,
    /// It acts across the direction of the force sum.
    Across,
    /// A couple does not enter a force sum.
    #[serde(rename = "couple")]
    CoupleInForceSum,
}

/// An unknown that the chosen equation does not contain.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Dropped {
    /// The unknown.
    pub column: ColumnId,
    /// The way it stays out.
    pub how: DropsOut,
}

/// The reason for a free body.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum WhyBody {
    /// There is only one.
    Only,
    /// It has this many unknowns left that are not known.
    Open(usize),
    /// Everything together: the unknowns between the parts are inside.
    Whole {
        /// The number of them.
        inside: usize,
    },
    /// A section: these are cut.
    Section {
        /// Bars and links.
        cut: Vec<ColumnId>,
    },
    /// Several parts together: the unknowns between them are inside.
    Group {
        /// The number of them.
        inside: usize,
    },
}

/// The reason why a member is seen at sight to carry nothing.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ZeroRule {
    /// In space: all others at the joint lie in one plane, and nothing else acts across it.
    AcrossPlane,
    /// Nothing else at the joint acts across the others.
    NothingAcross,
    /// One of the rules of joints.
    #[serde(untagged)]
    Joint(JointRule),
}

/// The reason for an equation.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Reason {
    /// The reason for the free body.
    pub body: WhyBody,
    /// Unknowns still open on the free body that this equation does not contain.
    pub dropped: Vec<Dropped>,
    /// Unknowns that it contains and that an earlier step has found.
    pub found_before: Vec<ColumnId>,
    /// A rule that saves the equation.
    pub rule: Option<ZeroRule>,
    /// True where each line holds nothing but its own unknown, which is so nothing.
    pub nothing_else: bool,
    /// The other member of a collinear pair that this one equals.
    pub same_as: Option<ColumnId>,
}

impl Reason {
    /// True of lines that stand together without being solved together: each gives its own unknown at sight.
    pub fn at_sight(&self) -> bool {
        self.rule.is_some() || self.nothing_else
    }
}

/// An equation of a free body.
#[derive(Debug, Clone, PartialEq)]
pub struct Line {
    /// The free body.
    pub free_body: FreeBody,
    /// The equation.
    pub equation: Equation,
}

/// One equation with one unknown; or, where no such equation exists, the smallest set with as many unknowns.
#[derive(Debug, Clone, PartialEq)]
pub struct PlannedStep {
    /// The lines that are written: one, or several to be solved together.
    pub lines: Vec<Line>,
    /// The unknowns they yield: as many as lines.
    pub unknowns: Vec<ColumnId>,
    /// The reason.
    pub reason: Reason,
}

/// The way through the equations to what is asked.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Plan {
    /// In the order in which they can be solved.
    pub steps: Vec<PlannedStep>,
    /// Unused equations that test what was found.
    pub checks: Vec<PlannedCheck>,
    /// Asked unknowns that equilibrium fixes but that no equation of this plan reaches: taken from the global solution.
    pub unreached: Vec<ColumnId>,
}

impl Plan {
    /// The number of equations that have to be written: a rule at sight needs none.
    pub fn equations(&self) -> usize {
        self.steps.iter().filter(|step| step.reason.rule.is_none()).map(|step| step.lines.len()).sum()
    }
}

/// The knowledge before the plan begins.
pub(crate) struct Given<'a> {
    /// For each column, true when equilibrium fixes it.
    pub(crate) determined: &'a [bool],
    /// Out of contact: known to be nothing.
    pub(crate) released: &'a [bool],
    /// The global solution, of which only the zeros are used: what is exactly zero burdens no equation.
    pub(crate) values: &'a [f64],
}

/// Plans the way to every asked unknown that equilibrium fixes.
pub(crate) fn plan(model: &Model, equilibrium: &Equilibrium, given: &Given<'_>) -> Plan {
    let fixed = |c: &ColumnId| given.determined[c.index()] && !given.released[c.index()];
    let asked: Vec<_> = asked(model, equilibrium).into_iter().filter(fixed).collect();
    let mut targets = vec![asked.clone()];
    if model.conventions.reactions == Reactions::Always {
        let reactions: Vec<_> = equilibrium
            .column_ids()
            .filter(|c| matches!(equilibrium.column(*c).of, ColumnOf::Support(_)))
            .filter(fixed)
            .collect();
        targets.insert(0, reactions);
    }
    let cuts = cuts::cuts(model, equilibrium, &asked);
    let chooser = Chooser::new(model, equilibrium, given, cuts);
    let mut known: Vec<bool> = given.released.to_vec();
    let mut steps: Vec<Found> = Vec::new();
    let stay = picks::chosen(&chooser, &mut known, &mut steps);
    let chosen = steps.len();
    // What was chosen is worked, whether it leads on or not.
    targets.push(steps.iter().flat_map(|step| step.unknowns.clone()).collect());
    reactions::first(&chooser, &mut known, &asked, &mut steps);
    for target in &targets {
        reach(&chooser, &mut known, target, &mut steps);
    }
    let unreached = asked.iter().filter(|c| !known[c.index()]).copied().collect();
    let wanted: Vec<_> = targets.concat();
    let steps = shared::shared(&chooser, needed(steps, &wanted), chosen, given);
    // What only a step that was moved has needed is needed no more.
    let steps = order::ordered(&chooser, needed(steps, &wanted), [stay, chosen], given);
    let checks = checks::checks(&chooser, &steps, &wanted, given);
    Plan { steps, checks, unreached }
}

/// A step as the search finds it: reasons come when its place is known.
#[derive(Debug, Clone)]
struct Found {
    lines: Vec<(usize, Equation)>,
    unknowns: Vec<ColumnId>,
    /// Columns that enter and must be known before.
    needs: Vec<ColumnId>,
}

/// Extends `steps` until all of `target` is known, or nothing more can be reached.
fn reach(chooser: &Chooser<'_>, known: &mut [bool], target: &[ColumnId], steps: &mut Vec<Found>) {
    loop {
        let open: Vec<_> = target.iter().filter(|c| !known[c.index()]).copied().collect();
        if open.is_empty() {
            return;
        }
        let found = match exact::search(chooser, known, &open) {
            Some(found) => found,
            None => greedy::search(chooser, known, &open),
        };
        let mut progress = false;
        for step in found {
            known[step.unknowns[0].index()] = true;
            steps.push(step);
            progress = true;
        }
        if target.iter().all(|c| known[c.index()]) {
            return;
        }
        // No single equation leads on: the smallest set that does.
        match together::smallest(chooser, known) {
            Some(step) => {
                step.unknowns.iter().for_each(|c| known[c.index()] = true);
                steps.push(step);
            }
            None if progress => {}
            None => return,
        }
    }
}

/// The steps that lead to `asked`, traced back from the last.
fn needed(steps: Vec<Found>, asked: &[ColumnId]) -> Vec<Found> {
    let mut wanted: std::collections::HashSet<ColumnId> = asked.iter().copied().collect();
    let mut kept: Vec<_> = steps
        .into_iter()
        .rev()
        .filter(|step| {
            let needed = step.unknowns.iter().any(|u| wanted.contains(u));
            if needed {
                wanted.extend(&step.needs);
            }
            needed
        })
        .collect();
    kept.reverse();
    kept
}

/// The unknowns that answer what was asked.
fn asked(model: &Model, equilibrium: &Equilibrium) -> Vec<ColumnId> {
    let wanted: std::collections::HashSet<Asked> = model.asked.iter().copied().collect();
    let links = |joint: crate::model::JointId| {
        let joint = &model.joints[joint.index()];
        equilibrium.links.iter().filter(|link| joint.of.contains(&link.body) && link.ends.contains(&joint.at))
    };
    let cut: Vec<PartOf> = model.cuts.iter().map(|cut| PartOf::Body(cut.body)).collect();
    let mut list = Vec::new();
    for id in equilibrium.column_ids() {
        // N, V and M inside a body follow from all that acts on it.
        let inside = equilibrium
            .column(id)
            .acts
            .iter()
            .any(|act| cut.contains(&equilibrium.parts[act.on.index()].of))
            || matches!(equilibrium.column(id).of, ColumnOf::Link(body) if cut.contains(&PartOf::Body(body)));
        let asked = inside
            || match equilibrium.column(id).of {
                ColumnOf::Support(support) => wanted.contains(&Asked::Support(support)),
                ColumnOf::Joint(joint, _) => wanted.contains(&Asked::Joint(joint)),
                ColumnOf::Bar(bar) => wanted.contains(&Asked::Bar(bar)),
                ColumnOf::Rope(rope) => wanted.contains(&Asked::Rope(rope)),
                ColumnOf::Sought(sought) => wanted.contains(&Asked::Sought(sought)),
                ColumnOf::Axle(_) => false,
                // What a link transmits is what its pins and its supports transmit.
                ColumnOf::Link(body) => model.asked.iter().any(|asked| match asked {
                    Asked::Joint(joint) => links(*joint).any(|link| link.body == body),
                    Asked::Support(support) => model.supports[support.index()].on.body() == Some(body),
                    _ => false,
                }),
            };
        if asked {
            list.push(id);
        }
    }
    list
}

impl Cut {
    fn free_body(&self) -> FreeBody {
        FreeBody { parts: self.parts.clone() }
    }
}
