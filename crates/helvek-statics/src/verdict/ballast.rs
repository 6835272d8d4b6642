//! The weight that would keep down what tips or lifts.

use super::one_way::settled_under;
use super::tipping::MORE;
use super::{Judged, Verdict};
use crate::equilibrium::{Act, ColumnId, Equilibrium, OneWay, PartId, PartOf};
use crate::model::{Model, PointId};
use helvek_numbers::geometry::Wrench;
use helvek_numbers::tolerance;
use microlp::{ComparisonOp, OptimizationDirection, Problem};

/// Points at which a weight is tried, those that rise most first.
const TRIED: usize = 24;

/// Weights of more than so many times the largest load are none.
const MOST: f64 = 1e6;

/// The smallest weight at a named point of a body or pin with which there would be equilibrium, N: at one of the points that rise most. Nothing where no weight can
/// do it. Each is tried before it is proposed.
pub fn ballast(model: &Model, equilibrium: &Equilibrium, verdict: &Verdict) -> Option<(PointId, f64)> {
    let motion = verdict.motion.as_ref().filter(|_| !verdict.equilibrium)?;
    let mut places: Vec<(PartId, PointId, f64)> = Vec::new();
    for moves in &motion.parts {
        let points = match equilibrium.parts[moves.part.index()].of {
            PartOf::Body(body) => model.points_of(body),
            PartOf::Pin(pin) => vec![model.pins[pin.index()].at],
            _ => Vec::new(),
        };
        let rises =
            points.into_iter().map(|p| (moves.part, p, moves.displacement(model.at(p)).dot(model.up())));
        places.extend(rises);
    }
    let most = places.iter().map(|(.., rise)| *rise).fold(0.0, f64::max);
    places.retain(|(.., rise)| *rise > tolerance::CRITICAL * most);
    places.sort_by(|a, b| b.2.total_cmp(&a.2));
    places.truncate(TRIED);
    let weights = Weights::of(equilibrium);
    let mut best: Option<(PointId, f64)> = None;
    for (part, point, _) in places {
        let act = Act { on: part, wrench: Wrench::force(-model.up(), model.at(point)), pair: 0 };
        let mut unit = vec![0.0; equilibrium.rows()];
        equilibrium.scaled_rows(&act, |row, v| unit[row] += v);
        let Some(weight) = weights.least(&unit) else { continue };
        // Of equal ones the first, which rises most.
        if best.is_some_and(|(_, known)| weight >= known * (1.0 - 1e-9)) {
            continue;
        }
        let mut loads = equilibrium.scaled_loads();
        loads.iter_mut().zip(&unit).for_each(|(l, u)| *l += weight * (1.0 + MORE) * u);
        if settled_under(equilibrium, &loads).equilibrium {
            best = Some((point, weight));
        }
    }
    best
}

/// The effects of weights, all parts acting both ways.
struct Weights<'a> {
    equilibrium: &'a Equilibrium,
    judged: Judged,
    one_way: Vec<(ColumnId, OneWay)>,
}

impl<'a> Weights<'a> {
    fn of(equilibrium: &'a Equilibrium) -> Self {
        let judged = Judged::of(equilibrium, equilibrium.whole(), &equilibrium.scaled_loads());
        let one_way = equilibrium.column_ids().filter_map(|id| Some((id, equilibrium.column(id).one_way?)));
        Self { equilibrium, judged, one_way: one_way.collect() }
    }

    /// The least multiple W of loads (in the scaled rows) with which every one-way part acts in its sense: a programme in W and the amounts of the self-stresses.
    fn least(&self, unit: &[f64]) -> Option<f64> {
        let Judged { verdict, stresses, split } = &self.judged;
        let norm = |v: &[f64]| v.iter().map(|v| v * v).sum::<f64>().sqrt();
        if !verdict.equilibrium || norm(&split.spectrum.motion_part(unit)) > tolerance::RESIDUAL * norm(unit)
        {
            return None;
        }
        let each = split.solve(unit);
        let scale = Some(self.equilibrium.load_scale()).filter(|s| *s > 0.0)?;
        let mut problem = Problem::new(OptimizationDirection::Minimize);
        let weight = problem.add_var(1.0, (0.0, f64::INFINITY));
        let amounts: Vec<_> =
            stresses.iter().map(|_| problem.add_var(0.0, (f64::NEG_INFINITY, f64::INFINITY))).collect();
        for (id, sense) in &self.one_way {
            // What is noise in a row would be made up for by amounts without end.
            let noise = tolerance::SELF_STRESS;
            let by = sense.sign() * each[id.index()];
            let row: Vec<f64> = stresses.iter().map(|s| sense.sign() * s[id.index()]).collect();
            let size = row.iter().fold(0.0f64, |a, b| a.max(b.abs()));
            let mut terms = vec![(weight, if by.abs() <= noise { 0.0 } else { by })];
            let amounts = amounts.iter().zip(row);
            terms.extend(amounts.map(|(a, s)| (*a, if s.abs() <= noise * size { 0.0 } else { s })));
            let has = sense.sign() * verdict.values[id.index()] / scale;
            problem.add_constraint(&terms[..], ComparisonOp::Ge, -has);
        }
        let outcome = problem.solve().ok()?;
        let solution = outcome.solution()?;
        Some(solution[weight]).filter(|w| *w <= MOST).map(|weight| weight * scale)
    }
}
