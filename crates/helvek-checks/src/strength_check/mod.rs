//! Judgement: everything that has a limit, ranked by how much of it is used, under which loads; and what was not checked.
//!
//! Every demand is linear in the loads: a number, a vector, or a polynomial along a member. So under loads that stay and loads that grow by a factor, its size
//! is a convex function of that factor, and each limit leaves an interval of factors. `docs/strength.md` has an example.

mod checks;
mod demand;
mod net;
mod plates;
mod reach;
mod sort;
mod unchecked;
mod worked;

pub use net::Hole;
pub use plates::{Criterion, OnPin, Required, SizedPin};
pub use reach::{End, Reach};
pub use sort::CheckSort;
pub use unchecked::{SkipReason, Unchecked};
pub use worked::Worked;

use crate::Checks;
use demand::InState;
pub(crate) use demand::Sizes;
use helvek_numbers::tolerance::{first_largest, ranked};
use helvek_statics::internal_forces::Extreme;
use helvek_statics::model::{BarId, BarLimits, BodyId, Growing, JointId, SupportId};
use helvek_statics::solution::State;

/// The thing that is checked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Subject {
    /// The force of a bar that is pulled, N.
    Tension(BarId),
    /// The force of a bar that is pushed, N.
    Compression(BarId),
    /// |N|/A of a bar, Pa.
    BarStress(BarId),
    /// The force of a bar that is pushed, against its elastic critical load capped by its squash load, N.
    Buckling(BarId),
    /// The largest normal stress along a stretch, at the row of `Statics::inside`, Pa.
    Normal(usize),
    /// The normal stress of a stretch beside the hole of a pin, Pa.
    Net {
        /// Among the plated pins.
        pin: usize,
        /// The row of `Statics::inside`.
        row: usize,
    },
    /// |N|/A of a bar beside the hole of a pin at its end, Pa.
    BarNet {
        /// Among the plated pins.
        pin: usize,
        /// The bar.
        bar: BarId,
    },
    /// The largest shear stress along it, Pa.
    Shear(usize),
    /// The shear stress at the surface of a twisted body, Pa.
    Torsion(BodyId),
    /// The sag of a span of a stretch, m.
    Sag {
        /// The row of `Statics::inside`.
        row: usize,
        /// Among its spans.
        span: usize,
    },
    /// The force of a support, N.
    Reaction(SupportId),
    /// The force of a joint, N.
    Joint(JointId),
    /// The average shear stress of a pin in the plane behind this plate, Pa.
    PinShear {
        /// Among the plated pins.
        pin: usize,
        /// Between this plate and the next.
        plane: usize,
    },
    /// The bearing stress of a plate, Pa.
    Bearing {
        /// Among the plated pins.
        pin: usize,
        /// Its place.
        plate: usize,
    },
    /// The shear stress of a plate on both sides of what the pin would tear out, Pa.
    TearOut {
        /// Among the plated pins.
        pin: usize,
        /// Its place.
        plate: usize,
    },
}

impl Subject {
    /// The bar that is checked, when it is one.
    pub fn bar(self) -> Option<BarId> {
        match self {
            Self::Tension(id) | Self::Compression(id) | Self::BarStress(id) | Self::Buckling(id) => Some(id),
            Self::BarNet { bar, .. } => Some(bar),
            _ => None,
        }
    }
}

/// A strength of a material.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Strength {
    /// It yields.
    Yield,
    /// It breaks.
    Ultimate,
    /// In shear.
    Shear,
    /// In bearing.
    Bearing,
}

/// The basis of a limit.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum LimitBasis {
    /// It is stated.
    Limit,
    /// A strength of the material, over the factor that is wanted.
    Strength {
        /// Its place in the model's list.
        material: usize,
        /// The figure of the material.
        of: Strength,
        /// The figure, Pa.
        value: f64,
        /// The wanted factor; `None`: none is stated, and it is compared with the figure itself.
        factor: Option<f64>,
    },
    /// The elastic critical load capped by the squash load: a screening value.
    Screening {
        /// Length over the least radius of gyration.
        slenderness: f64,
        /// π²EI/L², N.
        critical: f64,
        /// A times the yield stress, N, where it is known.
        squash: Option<f64>,
        /// The wanted factor.
        factor: Option<f64>,
    },
}

/// A limit on something.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Check {
    /// On what.
    pub subject: Subject,
    /// The limit, in its unit.
    pub most: f64,
    /// The basis of the limit.
    pub by: LimitBasis,
}

/// A check with the loads under which it is worst.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Judged {
    /// The check.
    pub check: Check,
    /// The demand, in its unit, 0 or more.
    pub demand: f64,
    /// The place along the stretch.
    pub place: Option<Extreme>,
    /// Under which combination; `None`: the loads as drawn.
    pub under: Option<usize>,
}

impl Subject {
    /// False of sag and the forces of supports in a strength state: where service combinations are named, they are limited in these and under the loads as
    /// drawn.
    pub fn judged_under(self, state: &State) -> bool {
        !(state.strength && matches!(self, Self::Sag { .. } | Self::Reaction(_)))
    }
}

impl Judged {
    /// The demand over the limit; a thousand million where nothing at all is allowed and something acts.
    pub fn utilisation(&self) -> f64 {
        const BEYOND: f64 = 1e9;
        if self.demand == 0.0 { 0.0 } else { (self.demand / self.check.most).min(BEYOND) }
    }

    /// True when it is within its limit; exactly at it is within.
    pub fn meets(&self) -> bool {
        self.utilisation() <= 1.0 + 1e-9
    }

    /// Strength, or the stated limit, over demand, no unit; nothing where nothing acts.
    pub fn factor(&self) -> Option<f64> {
        let whole = match self.check.by {
            LimitBasis::Strength { value, .. } => value,
            LimitBasis::Screening { factor, .. } => self.check.most * factor.unwrap_or(1.0),
            LimitBasis::Limit => self.check.most,
        };
        (self.demand > 0.0).then(|| whole / self.demand)
    }
}

/// Everything that has a limit, and what has none.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Judgement {
    /// By how much of the limit is used: the one that governs first.
    pub judged: Vec<Judged>,
    /// The factors by which the loads that are not permanent may be multiplied.
    pub reach: Option<Reach>,
    /// The plated pins.
    pub pins: Vec<SizedPin>,
    /// The parts that were not checked.
    pub unchecked: Vec<Unchecked>,
}

impl Checks<'_> {
    /// True when anything has a limit, a section or plates, so that there is something to judge. Where a load is sought by its limits everything is worked for one unit of
    /// it, and only how large it may be says anything (`Checks::growths`).
    pub fn limited(&self) -> bool {
        let model = &self.model;
        if model.parameter.is_some() {
            return false;
        }
        let sections = model.bodies.iter().any(|body| body.profile.is_some())
            || model.bars.iter().any(|bar| bar.profile.is_some());
        let limits = !model.stated.is_empty() || !model.wanted.is_empty() || !model.plated.is_empty();
        let of_bars = model.bars.iter().any(|bar| bar.limits != BarLimits::default());
        self.verdict.equilibrium && (sections || limits || of_bars)
    }

    /// Judges what has limits under the loads as drawn, under every combination, and under trains at their worst stands; nothing when nothing has any.
    pub fn judged(&self) -> Option<Judgement> {
        // States are solved only where something is to be judged in them.
        if self.limited() { self.judgement(self.with_trains()) } else { None }
    }

    /// Judges what has limits under the loads as drawn and in these states; nothing when nothing has any.
    pub fn judgement(&self, states: &[State]) -> Option<Judgement> {
        if !self.limited() {
            return None;
        }
        let pins = self.sized_pins(states);
        let sizes = Sizes::of(self, pins);
        let checks = self.checks(&sizes.pins);
        let held = states.iter().enumerate().filter(|(_, state)| state.solved.verdict.equilibrium);
        let all: Vec<(Option<usize>, InState<'_>)> = std::iter::once((None, InState::of(self)))
            .chain(held.map(|(row, state)| (Some(row), InState::of(&state.solved))))
            .collect();
        let mut judged: Vec<Judged> = Vec::new();
        let mut unfixed = Vec::new();
        for check in &checks {
            let counts =
                |under: &Option<usize>| under.is_none_or(|row| check.subject.judged_under(&states[row]));
            let each = all.iter().filter(|(under, _)| counts(under)).filter_map(|(under, state)| {
                let demand = self.demand(state, check.subject, &sizes)?;
                Some(Judged { check: *check, demand: demand.0, place: demand.1, under: *under })
            });
            // The first of those that are as large: the loads as drawn before the combinations.
            let worst = first_largest(each, |judged| judged.demand);
            match worst {
                Some(worst) => judged.push(worst),
                None => unfixed.push(check.subject),
            }
        }
        // As used ones stay in the order of the sheet.
        let most = judged.iter().map(Judged::utilisation).filter(|u| u.is_finite()).fold(0.0, f64::max);
        judged.sort_by(|a, b| {
            let [a, b] = [a, b].map(|judged| ranked(judged.utilisation(), most));
            b.total_cmp(&a)
        });
        // A hole belongs to a member, also where it stands between two of its stretches: the worse of them counts.
        let mut seen = Vec::new();
        judged.retain(|judged| match judged.check.subject {
            Subject::Net { pin, row } => {
                let hole = (pin, self.inside()[row].body, matches!(judged.check.by, LimitBasis::Limit));
                let new = !seen.contains(&hole);
                seen.push(hole);
                new
            }
            _ => true,
        });
        let reach = self.reach_over(Growing::Variable, states, &checks, &sizes);
        let unchecked = self.unchecked(&unfixed, &sizes.pins, states);
        Some(Judgement { judged, reach, pins: sizes.pins, unchecked })
    }
}
