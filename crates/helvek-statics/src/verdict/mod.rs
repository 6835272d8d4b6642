//! The verdict, by rank and not by counting: is there equilibrium under these loads, and is each unknown unique?
//!
//! Scaled matrix A (columns of norm 1, moments over the length scale), loads b. Singular values σ of A below
//! [`tolerance::SINGULAR`]·σ_max are zero. Then with the rank r: degree = columns − r (self-stress), mobility = rows − r (motions). The
//! left null space holds the motions; loads that do no work on any of them are balanced. An unknown with a zero row in the right null
//! space is unique even when others are not. Sought loads are unknowns, but hold nothing: mobility is counted without them.

mod ballast;
mod bearings;
mod cures;
mod motion;
mod one_way;
mod tipping;

pub use ballast::ballast;
pub(crate) use bearings::aligned;
pub(crate) use cures::cures_of;
pub use cures::{Cure, applied, cures};
pub use motion::{Motion, PartMotion, Screw};
pub use one_way::{Hold, OneWayState};

use crate::equilibrium::{ColumnId, Equilibrium, Split, clean};
use helvek_numbers::budget::spend;
use helvek_numbers::spectrum::{critical, norm};
use helvek_numbers::tolerance;
use std::sync::Arc;

/// The four outcomes, tested in this order.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Status {
    /// No equilibrium under these loads.
    Unstable,
    /// Equilibrium, but some unknowns are not unique.
    Indeterminate,
    /// The model can move, but these loads are balanced and every unknown is unique.
    Balanced,
    /// Held, and every unknown unique.
    Determinate,
}

/// The facts of rank.
#[derive(Debug, Clone, PartialEq)]
pub struct Verdict {
    /// The outcome.
    pub status: Status,
    /// True when these loads can be balanced.
    pub equilibrium: bool,
    /// The number of unknowns beyond what equilibrium fixes: dimension of the self-stress.
    pub degree: usize,
    /// The number of independent free motions.
    pub mobility: usize,
    /// Independent equations counted, before rank decides.
    pub equations: usize,
    /// Unknowns counted.
    pub unknowns: usize,
    /// Per column: whether equilibrium fixes it.
    pub determined: Vec<bool>,
    /// Per column: the least-norm solution in SI, cleaned of noise. Meaningful where `determined` and `equilibrium` hold.
    pub values: Vec<f64>,
    /// The smallest singular value that is not zero, over the largest: 1 is best. `None` without unknowns.
    pub soundness: Option<f64>,
    /// It is nearly a mechanism: a small change of geometry changes the answer a lot.
    pub critical: Option<Critical>,
    /// A motion that is free: the one the loads drive when there is no equilibrium.
    pub motion: Option<Motion>,
    /// One-way parts that are out of contact, or slack.
    pub released: Vec<ColumnId>,
    /// The state of the one-way parts, when they decide.
    pub one_way: OneWayState,
}

/// Critical geometry: rank decides as if it were sound, but barely.
#[derive(Debug, Clone, PartialEq)]
pub struct Critical {
    /// The motion that is nearly free.
    pub motion: Motion,
    /// The change of the largest unknown, over its size, when the points that move most are shifted by a millimetre: to first order, the
    /// change of angle, one millimetre over the length scale, over the soundness.
    pub per_millimetre: f64,
}

/// Judges the equilibrium, one-way parts included.
pub fn judge(equilibrium: &Equilibrium) -> Verdict {
    one_way::settle(equilibrium)
}

/// Every column under the loads of `equilibrium` with the columns in `gone` out of contact, without regard to signs: `None` per column that
/// equilibrium does not fix, and altogether when these loads are not balanced.
pub fn linear(equilibrium: &Equilibrium, gone: &[ColumnId]) -> Option<Vec<Option<f64>>> {
    let verdict = without(equilibrium, gone);
    let values = verdict.values.iter().zip(&verdict.determined);
    verdict.equilibrium.then(|| values.map(|(value, fixed)| fixed.then_some(*value)).collect())
}

/// The verdict with the columns in `gone` out of contact, without regard to signs.
pub fn without(equilibrium: &Equilibrium, gone: &[ColumnId]) -> Verdict {
    Judged::of(equilibrium, equilibrium.without(gone), &equilibrium.scaled_loads()).verdict
}

/// Everything that can move, moving at once.
fn stirred(equilibrium: &Equilibrium) -> Motion {
    Motion::all(equilibrium, equilibrium.whole().motions(equilibrium))
}

/// A verdict without regard to signs, and the self-stresses it is judged by.
struct Judged {
    verdict: Verdict,
    /// Per self-stress, the change of each column of the equilibrium, SI.
    stresses: Vec<Vec<f64>>,
    split: Arc<Split>,
}

impl Judged {
    /// Of loads in the scaled rows, carried by some of the columns; the others have the value 0.
    fn of(equilibrium: &Equilibrium, split: Arc<Split>, loads: &[f64]) -> Self {
        let unknowns = equilibrium.columns.len();
        spend(unknowns);
        let spectrum = &split.spectrum;
        let degree = split.of.len() - spectrum.rank;

        spend((spectrum.motions.len() * split.rows + spectrum.stresses.len() * unknowns) / 200);
        // What of the loads no reaction can take: their part in the left null space.
        let driven = spectrum.motion_part(loads);
        // Against the largest single load and not against their sum: loads that cancel among themselves leave only noise in the sum.
        let scale = equilibrium.load_scale().max(norm(loads));
        let holds = norm(&driven) <= tolerance::RESIDUAL * scale;

        let mut determined = vec![true; unknowns];
        let mut values = vec![0.0; unknowns];
        let scales = equilibrium.scales();
        for (j, (id, value)) in split.of.iter().zip(split.solve(loads)).enumerate() {
            determined[id.index()] = spectrum.stress_share(j) <= tolerance::SELF_STRESS;
            values[id.index()] = clean(value, scales.of(equilibrium.column(*id).kind));
        }
        let motions = split.motions(equilibrium);
        let mobility = motions.len();
        let motion = if holds {
            (mobility > 0).then(|| Motion::usual(equilibrium, motions)).flatten()
        } else {
            Some(Motion::of(equilibrium, &driven))
        };
        let critical = spectrum.soundness.zip(spectrum.weakest.as_ref()).and_then(|(ratio, (left, _))| {
            (ratio < critical(split.of.len())).then(|| Critical {
                motion: Motion::of(equilibrium, left),
                per_millimetre: 1e-3 / equilibrium.length_scale / ratio,
            })
        });
        let verdict = Verdict {
            status: status(holds, degree, mobility),
            equilibrium: holds,
            degree,
            mobility,
            equations: split.rows,
            unknowns,
            determined,
            values,
            soundness: spectrum.soundness,
            critical,
            motion,
            released: Vec::new(),
            one_way: OneWayState::AsTheyAre,
        };
        Self { verdict, stresses: split.stresses(unknowns), split }
    }
}

impl Verdict {
    /// The relative residual within which equations have to close, beside the sizes of their terms and of what is carried: the sounder the geometry, the smaller.
    pub fn closing(&self) -> f64 {
        tolerance::RESIDUAL.max(tolerance::ROUNDING / self.soundness.unwrap_or(1.0))
    }
}

fn status(equilibrium: bool, degree: usize, mobility: usize) -> Status {
    match (equilibrium, degree, mobility) {
        (false, ..) => Status::Unstable,
        (true, 1.., _) => Status::Indeterminate,
        (true, 0, 1..) => Status::Balanced,
        (true, 0, 0) => Status::Determinate,
    }
}
