//! The answers: `helvek-answers/1`, in the sheet's units, right-handed whatever the sheet's conventions.

use crate::equilibrium::{ColumnId, ColumnKind};
use crate::model::{Asked, Model, SupportId, SupportKind};
use crate::plan::{Axis, Centre, DropsOut, Equation, FreeBody};
use crate::solution::Solved;
use crate::units::UnitSymbols;
use crate::verdict::{Cure, Status};
use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Serialize;

/// Everything that was found, as published. Later versions add fields and never change the meaning of one.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Answers {
    /// Always `helvek-answers/1`.
    pub format: &'static str,
    /// The units of every number here.
    pub units: UnitSymbols,
    /// The outcome.
    pub status: StatusWord,
    /// Whether these loads can be balanced.
    pub equilibrium: bool,
    /// How many unknowns are too many.
    pub degree: usize,
    /// How many independent motions are free.
    pub mobility: usize,
    /// Equations and unknowns counted; rank decides, not the count.
    pub count: Count,
    /// Worth a second look, though not wrong.
    pub warnings: Vec<Warning>,
    /// One-way parts found out of contact.
    pub released: Vec<String>,
    /// What each support exerts on its body.
    pub reactions: Vec<Reaction>,
    /// What each joint exerts on each of its bodies.
    pub joints: Vec<Reaction>,
    /// Forces in bars, tension positive.
    pub bars: IndexMap<String, f64>,
    /// Loads that were sought.
    pub loads: IndexMap<String, f64>,
    /// Tensions of ropes.
    pub ropes: IndexMap<String, f64>,
    /// Equations that the working did not use, and the agreement with the global solution.
    pub checks: Vec<CheckAnswer>,
    /// The steps in order.
    pub working: Vec<StepAnswer>,
    /// How the model moves, when it can.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub free_motion: Option<FreeMotion>,
}

/// The outcome as a word.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum StatusWord {
    /// Held, and every unknown unique.
    Determinate,
    /// Can move, but these loads are balanced and every unknown is unique.
    Balanced,
    /// Some unknowns are not unique.
    Indeterminate,
    /// No equilibrium under these loads.
    Unstable,
}

/// The count of the traditional rule.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
pub struct Count {
    /// Independent equations of all bodies.
    pub equations: usize,
    /// Unknowns.
    pub unknowns: usize,
}

/// Something that is not wrong but should be looked at.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct Warning {
    /// A fixed name, for programs.
    pub name: &'static str,
    /// For people.
    pub message: String,
    /// The things concerned.
    pub about: Vec<String>,
}

/// What a support exerts on its body. A component that equilibrium does not fix is null.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Reaction {
    /// The support's name.
    pub support: String,
    /// Its point.
    pub at: String,
    /// Its body.
    pub on: String,
    /// `[x, y]`
    pub force: Vec<Option<f64>>,
    /// Counter-clockwise positive.
    pub moment: Option<f64>,
    /// Whether all of it is fixed by equilibrium.
    pub determined: bool,
}

/// An equation put to the test.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CheckAnswer {
    /// `moments about C, bench`
    pub name: String,
    /// What is left over; 0 when it is noise.
    pub residual: f64,
    /// The residual over the sizes of its terms.
    pub relative: f64,
    /// Whether it closes.
    pub ok: bool,
}

/// One step of the working.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StepAnswer {
    /// What was freed.
    pub free_body: Vec<String>,
    /// `moments about A`
    pub equation: String,
    /// `B_y`
    pub unknown: String,
    /// Along the assumed sense; negative when the assumption was wrong.
    pub value: f64,
    /// Why this equation.
    pub reason: ReasonAnswer,
}

/// Why an equation was chosen.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct ReasonAnswer {
    /// Unknowns that it does not contain.
    pub dropped: Vec<String>,
    /// How each of them drops out, in the same order.
    pub how: Vec<&'static str>,
    /// Unknowns that it contains and that were found before.
    pub found_before: Vec<String>,
}

/// How the model can move, to first order. The size of the motion means nothing.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct FreeMotion {
    /// One entry per body.
    pub bodies: Vec<BodyMotionAnswer>,
    /// What would hold it; each was tried.
    pub cures: Vec<CureAnswer>,
}

/// A rigid motion: the point `about` moves by `translation` while the body turns by `rotation`.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct BodyMotionAnswer {
    /// The body's name.
    pub body: String,
    /// `[x, y]`
    pub about: [f64; 2],
    /// `[x, y]`
    pub translation: [f64; 2],
    /// Radians, counter-clockwise.
    pub rotation: f64,
    /// The point that stays where it is, when it turns.
    pub centre: Option<[f64; 2]>,
}

/// A change that would hold the model.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[serde(tag = "action", rename_all = "kebab-case")]
pub enum CureAnswer {
    /// Make a support another kind.
    Change {
        /// The support's name.
        support: String,
        /// The new kind.
        to: &'static str,
    },
    /// Add supports.
    Add {
        /// One or two.
        supports: Vec<NewSupport>,
    },
}

/// A support to be added.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct NewSupport {
    /// The point's name.
    pub at: String,
    /// Its kind.
    pub kind: &'static str,
    /// Of a roller.
    pub normal: Option<[f64; 2]>,
}

impl Solved {
    /// The answers of this solution.
    pub fn answers(&self) -> Answers {
        let verdict = &self.verdict;
        Answers {
            format: "helvek-answers/1",
            units: self.model.units.symbols(),
            status: match verdict.status {
                Status::Determinate => StatusWord::Determinate,
                Status::Balanced => StatusWord::Balanced,
                Status::Indeterminate => StatusWord::Indeterminate,
                Status::Unstable => StatusWord::Unstable,
            },
            equilibrium: verdict.equilibrium,
            degree: verdict.degree,
            mobility: verdict.mobility,
            count: Count { equations: verdict.equations, unknowns: verdict.unknowns },
            warnings: self.warnings(),
            released: Vec::new(),
            reactions: (0..self.model.supports.len()).map(|i| self.reaction(SupportId(i))).collect(),
            joints: Vec::new(),
            bars: IndexMap::new(),
            loads: IndexMap::new(),
            ropes: IndexMap::new(),
            checks: self.checks(),
            working: self.steps(),
            free_motion: self.free_motion(),
        }
    }

    /// Whether all that was asked is answered: decides the exit status of an indeterminate model.
    pub fn answered(&self) -> bool {
        let values = self.values();
        self.model.asked.iter().all(|asked| match asked {
            Asked::Support(support) => self
                .equilibrium
                .columns
                .iter()
                .zip(&values)
                .filter(|(column, _)| column.support == *support)
                .all(|(_, value)| value.is_some()),
        })
    }

    fn reaction(&self, id: SupportId) -> Reaction {
        let support = &self.model.supports[id.index()];
        let values = self.values();
        let mut force = [Some(0.0), Some(0.0)];
        let mut moment = Some(0.0);
        let mut determined = true;
        let add = |sum: &mut Option<f64>, part: Option<f64>| *sum = sum.zip(part).map(|(a, b)| a + b);
        for (column, value) in self.equilibrium.columns.iter().zip(&values).filter(|(c, _)| c.support == id) {
            determined &= value.is_some();
            for act in &column.acts {
                let wrench = act.wrench;
                for (sum, per_unit) in force.iter_mut().zip([wrench.force.x, wrench.force.y]) {
                    if per_unit != 0.0 {
                        add(sum, value.map(|v| self.model.units.force.from_si(v * per_unit)));
                    }
                }
                if wrench.moment.z != 0.0 {
                    add(&mut moment, value.map(|v| self.model.units.moment.from_si(v * wrench.moment.z)));
                }
            }
        }
        // 0 · −1 is −0, which would print as a sign that means nothing.
        let plain = |v: Option<f64>| v.map(|v| v + 0.0);
        Reaction {
            support: support.name.clone(),
            at: self.model.point_name(support.at).to_owned(),
            on: self.model.bodies[support.on.index()].name.clone(),
            force: force.map(plain).to_vec(),
            moment: plain(moment),
            determined,
        }
    }

    fn warnings(&self) -> Vec<Warning> {
        let mut warnings = Vec::new();
        for (column, value) in self.equilibrium.columns.iter().zip(self.values()) {
            let support = &self.model.supports[column.support.index()];
            if matches!(support.kind, SupportKind::Roller { .. }) && value.is_some_and(|v| v < 0.0) {
                warnings.push(Warning {
                    name: "roller-pulls",
                    message: format!(
                        "The roller {} has to hold the body down. If it can only push, the body lifts off there.",
                        support.name
                    ),
                    about: vec![support.name.clone()],
                });
            }
        }
        if self.verdict.critical() {
            let ratio = self.verdict.soundness.unwrap_or_default();
            warnings.push(Warning {
                name: "critical-geometry",
                message: format!(
                    "The supports nearly allow a motion (soundness {ratio:.0e}): a small change of geometry changes the result a lot."
                ),
                about: self.model.supports.iter().map(|s| s.name.clone()).collect(),
            });
        }
        warnings
    }

    fn checks(&self) -> Vec<CheckAnswer> {
        let mut checks: Vec<_> = self
            .working
            .checks
            .iter()
            .map(|check| {
                let unit = match check.equation {
                    Equation::Forces { .. } => &self.model.units.force,
                    Equation::Moments { .. } => &self.model.units.moment,
                };
                CheckAnswer {
                    name: format!(
                        "{}, {}",
                        self.equation_name(&check.equation),
                        self.free_body_name(&check.free_body)
                    ),
                    residual: if check.ok() { 0.0 } else { unit.from_si(check.residual) },
                    relative: check.relative(),
                    ok: check.ok(),
                }
            })
            .collect();
        if let Some(difference) = self.disagreement() {
            let ok = difference <= crate::tolerance::RESIDUAL;
            let residual = if ok { 0.0 } else { difference };
            checks.push(CheckAnswer {
                name: "agreement with the global solution".into(),
                residual,
                relative: difference,
                ok,
            });
        }
        checks
    }

    /// `moments about A`, `forces along x`.
    pub fn equation_name(&self, equation: &Equation) -> String {
        let symbol = |c: ColumnId| self.equilibrium.columns[c.index()].symbol.to_string();
        match *equation {
            Equation::Forces { axis: Axis::X, .. } => "forces along x".into(),
            Equation::Forces { axis: Axis::Y, .. } => "forces along y".into(),
            Equation::Forces { axis: Axis::Across(column), .. } => {
                format!("forces across {}", symbol(column))
            }
            Equation::Moments { centre: Centre::Named(point), .. } => {
                format!("moments about {}", self.model.point_name(point))
            }
            Equation::Moments { centre: Centre::Crossing(a, b), .. } => {
                format!("moments about the crossing of {} and {}", symbol(a), symbol(b))
            }
        }
    }

    /// `bench`, or `the whole` when several bodies are all of them.
    pub fn free_body_name(&self, free_body: &FreeBody) -> String {
        let names: Vec<_> =
            free_body.bodies.iter().map(|b| self.model.bodies[b.index()].name.as_str()).collect();
        match names[..] {
            [only] => only.to_owned(),
            _ if names.len() == self.model.bodies.len() => "the whole".into(),
            _ => names.join(" + "),
        }
    }

    fn steps(&self) -> Vec<StepAnswer> {
        let symbol = |c: ColumnId| self.equilibrium.columns[c.index()].symbol.to_string();
        self.working
            .steps
            .iter()
            .map(|step| {
                let unit = match self.equilibrium.columns[step.unknown.index()].kind {
                    ColumnKind::Force => &self.model.units.force,
                    ColumnKind::Couple => &self.model.units.moment,
                };
                StepAnswer {
                    free_body: step
                        .free_body
                        .bodies
                        .iter()
                        .map(|b| self.model.bodies[b.index()].name.clone())
                        .collect(),
                    equation: self.equation_name(&step.equation),
                    unknown: symbol(step.unknown),
                    value: unit.from_si(step.value),
                    reason: ReasonAnswer {
                        dropped: step.reason.dropped.iter().map(|d| symbol(d.column)).collect(),
                        how: step
                            .reason
                            .dropped
                            .iter()
                            .map(|d| match d.how {
                                DropsOut::ThroughCentre => "through-centre",
                                DropsOut::Across => "across",
                                DropsOut::CoupleInForceSum => "couple",
                            })
                            .collect(),
                        found_before: step.reason.found_before.iter().map(|c| symbol(*c)).collect(),
                    },
                }
            })
            .collect()
    }

    fn free_motion(&self) -> Option<FreeMotion> {
        let length = |v: f64| self.model.units.length.from_si(v);
        let motion = self.verdict.motion.as_ref()?;
        let bodies = motion
            .bodies
            .iter()
            .map(|m| BodyMotionAnswer {
                body: self.model.bodies[m.body.index()].name.clone(),
                about: [length(m.about.x), length(m.about.y)],
                // Metres of a motion whose size means nothing: in the sheet's length so that it fits the rotation.
                translation: [length(m.translation.x), length(m.translation.y)],
                rotation: m.rotation.z,
                centre: m.centre().map(|c| [length(c.x), length(c.y)]),
            })
            .collect();
        Some(FreeMotion { bodies, cures: self.cures.iter().map(|c| cure(&self.model, c)).collect() })
    }
}

fn cure(model: &Model, cure: &Cure) -> CureAnswer {
    let new = |at: crate::model::PointId, kind: SupportKind| NewSupport {
        at: model.point_name(at).to_owned(),
        kind: kind.word(),
        normal: match kind {
            SupportKind::Roller { normal } => Some([normal.x, normal.y]),
            _ => None,
        },
    };
    match *cure {
        Cure::Change { support, to } => {
            CureAnswer::Change { support: model.supports[support.index()].name.clone(), to: to.word() }
        }
        Cure::Add { at, kind, .. } => CureAnswer::Add { supports: vec![new(at, kind)] },
        Cure::AddBoth { pin, roller: (at, normal), .. } => CureAnswer::Add {
            supports: vec![new(pin, SupportKind::Pin), new(at, SupportKind::Roller { normal })],
        },
    }
}
