//! The verdict, by rank and not by counting: is there equilibrium under these loads, and is each unknown unique?
//!
//! Scaled matrix A (columns of norm 1, moments over the length scale), loads b. Singular values σ of A below
//! [`tolerance::SINGULAR`]·σ_max are zero. Then with the rank r: degree = columns − r (self-stress), mobility = rows − r (motions). The
//! left null space holds the motions; loads that do no work on any of them are balanced. An unknown with a zero row in the right null
//! space is unique even when others are not. Sought loads are unknowns, but hold nothing: mobility is counted without them.

mod bearings;
mod cures;
mod motion;
mod one_way;
mod spectrum;
mod tipping;

pub(crate) use bearings::aligned;
pub(crate) use cures::cures_of;
pub use cures::{Cure, applied, cures};
pub use motion::{Motion, PartMotion, Screw};
pub use one_way::{Hold, OneWayState};
pub use tipping::ballast;

use crate::budget::spend;
use crate::equilibrium::{ColumnId, ColumnOf, Equilibrium, clean};
use crate::tolerance;
use spectrum::{Entries, Spectrum, critical, norm};

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
    /// Whether these loads can be balanced.
    pub equilibrium: bool,
    /// How many unknowns are too many: dimension of the self-stress.
    pub degree: usize,
    /// How many independent motions are free.
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
    /// What the one-way parts come to, when they decide.
    pub one_way: OneWayState,
}

/// Critical geometry: rank decides as if it were sound, but barely.
#[derive(Debug, Clone, PartialEq)]
pub struct Critical {
    /// The motion that is nearly free.
    pub motion: Motion,
    /// How much the largest unknown changes, over its size, when the points that move most are shifted by a millimetre: to first order, the
    /// change of angle, one millimetre over the length scale, over the soundness.
    pub per_millimetre: f64,
}

/// Judges the equilibrium, one-way parts included.
pub fn judge(equilibrium: &Equilibrium) -> Verdict {
    one_way::settle(equilibrium)
}

/// Every column under the loads of `equilibrium` with the columns in `gone` out of contact, without regard to signs: `None` per column that
/// equilibrium does not fix, and altogether when these loads are not balanced.
pub(crate) fn linear(equilibrium: &Equilibrium, gone: &[ColumnId]) -> Option<Vec<Option<f64>>> {
    let verdict = System::of(equilibrium, |id| !gone.contains(&id)).judge(equilibrium).verdict;
    let values = verdict.values.iter().zip(&verdict.determined);
    verdict.equilibrium.then(|| values.map(|(value, fixed)| fixed.then_some(*value)).collect())
}

/// The verdict with the columns in `gone` out of contact, without regard to signs.
pub fn without(equilibrium: &Equilibrium, gone: &[ColumnId]) -> Verdict {
    System::of(equilibrium, |id| !gone.contains(&id)).judge(equilibrium).verdict
}

/// Everything that can move, moving at once.
fn stirred(equilibrium: &Equilibrium) -> Motion {
    let system = System::of(equilibrium, |_| true);
    let spectrum = Spectrum::of(system.rows, &system.entries);
    let (_, motions) = system.mobility(equilibrium, &spectrum);
    Motion::all(equilibrium, &motions)
}

/// A verdict without regard to signs, and the self-stresses it is judged by.
struct Judged {
    verdict: Verdict,
    /// Per self-stress, the change of each column of the equilibrium, SI.
    stresses: Vec<Vec<f64>>,
    system: System,
    spectrum: Spectrum,
}

/// The scaled system, or a part of its columns.
struct System {
    rows: usize,
    /// Which columns of the equilibrium.
    of: Vec<ColumnId>,
    entries: Vec<Entries>,
    norms: Vec<f64>,
    loads: Vec<f64>,
}

impl System {
    fn of(equilibrium: &Equilibrium, keep: impl Fn(ColumnId) -> bool) -> Self {
        let mut system = Self {
            rows: equilibrium.rows(),
            of: Vec::new(),
            entries: Vec::new(),
            norms: Vec::new(),
            loads: equilibrium.scaled_loads(),
        };
        for (id, (entries, by)) in equilibrium.column_ids().zip(equilibrium.scaled_columns()) {
            if keep(id) {
                system.of.push(id);
                system.entries.push(entries);
                system.norms.push(by);
            }
        }
        system
    }

    /// The verdict without regard to signs. Columns that are not in the system have the value 0.
    fn judge(self, equilibrium: &Equilibrium) -> Judged {
        let unknowns = equilibrium.columns.len();
        spend(unknowns);
        let spectrum = Spectrum::of(self.rows, &self.entries);
        let degree = self.entries.len() - spectrum.rank;

        spend((spectrum.motions.len() * self.rows + spectrum.stresses.len() * unknowns) / 200);
        // What of the loads no reaction can take: their part in the left null space.
        let driven = spectrum.motion_part(&self.loads);
        // Against the largest single load and not against their sum: loads that cancel among themselves leave only noise in the sum.
        let scale = equilibrium.load_scale().max(norm(&self.loads));
        let holds = norm(&driven) <= tolerance::RESIDUAL * scale;

        let mut determined = vec![true; unknowns];
        let mut values = vec![0.0; unknowns];
        let solved = spectrum.solve(&self.entries, &self.loads);
        let scales = equilibrium.scales();
        for (j, id) in self.of.iter().enumerate() {
            let column = equilibrium.column(*id);
            determined[id.index()] = spectrum.stress_share(j) <= tolerance::SELF_STRESS;
            values[id.index()] = clean(solved[j] / self.norms[j], scales.of(column.kind));
        }
        let (mobility, motions) = self.mobility(equilibrium, &spectrum);
        let motion = if holds {
            (mobility > 0).then(|| Motion::usual(equilibrium, &motions)).flatten()
        } else {
            Some(Motion::of(equilibrium, &driven))
        };
        let critical = spectrum.soundness.zip(spectrum.weakest.as_ref()).and_then(|(ratio, (left, _))| {
            (ratio < critical(self.entries.len())).then(|| Critical {
                motion: Motion::of(equilibrium, left),
                per_millimetre: 1e-3 / equilibrium.length_scale / ratio,
            })
        });
        let stress = |scaled: &Vec<f64>| {
            let mut stress = vec![0.0; unknowns];
            for (j, id) in self.of.iter().enumerate() {
                stress[id.index()] = scaled[j] / self.norms[j];
            }
            stress
        };
        let stresses = spectrum.stresses.iter().map(stress).collect();
        let verdict = Verdict {
            status: status(holds, degree, mobility),
            equilibrium: holds,
            degree,
            mobility,
            equations: self.rows,
            unknowns,
            determined,
            values,
            soundness: spectrum.soundness,
            critical,
            motion,
            released: Vec::new(),
            one_way: OneWayState::AsTheyAre,
        };
        Judged { verdict, stresses, system: self, spectrum }
    }

    /// The same under other loads, in the scaled rows.
    fn under(mut self, loads: &[f64]) -> Self {
        self.loads = loads.to_vec();
        self
    }

    /// Motions of the structure without what is sought: a load holds nothing.
    fn mobility(&self, equilibrium: &Equilibrium, spectrum: &Spectrum) -> (usize, Vec<Vec<f64>>) {
        let sought = |id: &ColumnId| matches!(equilibrium.column(*id).of, ColumnOf::Sought(_));
        if !self.of.iter().any(sought) {
            return (self.rows - spectrum.rank, spectrum.motions.clone());
        }
        let structure: Vec<_> =
            self.of.iter().zip(&self.entries).filter(|(id, _)| !sought(id)).map(|(_, e)| e.clone()).collect();
        let alone = Spectrum::of(self.rows, &structure);
        (self.rows - alone.rank, alone.motions)
    }
}

impl Verdict {
    /// How closely equations have to close, beside the sizes of their terms and of what is carried: the sounder the geometry, the more closely.
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
