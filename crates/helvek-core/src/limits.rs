//! How far loads may grow before a bar reaches its limit: permanent loads stay, the growing ones are multiplied by one factor, and every force
//! is a straight line in that factor. Each limit cuts the line; what is left of the factors is an interval.
//!
//! One-way parts keep the state they have under the loads as given: where one of them would let go, another state begins, and the
//! interval ends there too.

use crate::equilibrium::{ActionOf, ColumnId, ColumnOf, Equilibrium};
use crate::model::{Asked, BarId, BarLimits, Growing, LoadId, LoadKind, Model, PERMANENT};
use crate::solution::Solved;
use crate::tolerance;
use crate::verdict::linear;

/// A bar with what it carries.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BarCheck {
    /// Which.
    pub bar: BarId,
    /// What it carries from the loads that stay, N; `None` when equilibrium does not fix it.
    pub staying: Option<f64>,
    /// What it carries from the growing loads as given.
    pub growing: Option<f64>,
    /// What it can carry.
    pub limits: BarLimits,
}

/// What ends an interval of factors.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Governs {
    /// A bar reaches its tension limit.
    Tension(BarId),
    /// A bar reaches its compression limit.
    Compression(BarId),
    /// A one-way part lets go: cables go slack, contacts open.
    LetsGo(ColumnId),
}

/// The factors that the limits allow.
#[derive(Debug, Clone, PartialEq)]
pub struct Growth {
    /// What grows.
    pub of: Growing,
    /// The least and the greatest factor; infinite where nothing limits it. Empty (the least above the greatest) when no factor will do.
    pub factors: [f64; 2],
    /// What governs at each end.
    pub governs: [Option<Governs>; 2],
    /// The bars that have limits.
    pub bars: Vec<BarCheck>,
    /// Bars without a limit, or not fixed by equilibrium: nothing is said of them.
    pub unchecked: Vec<BarId>,
}

impl BarCheck {
    /// What it carries under all loads as given, N.
    pub fn force(&self) -> Option<f64> {
        Some(self.staying? + self.growing?)
    }

    /// The force under all loads over the limit on its side; `None` when that side is not limited.
    pub fn utilisation(&self) -> Option<f64> {
        let force = self.force()?;
        let limit = if force < 0.0 { self.limits.compression } else { self.limits.tension }?;
        Some(if force == 0.0 { 0.0 } else { force.abs() / limit })
    }

    /// The factors at which it is within its limits, with what ends them.
    pub fn factors(&self) -> ([f64; 2], [Option<Governs>; 2]) {
        let mut range = Range::default();
        let (Some(staying), Some(growing)) = (self.staying, self.growing) else { return range.end() };
        if let Some(most) = self.limits.tension {
            range.at_most(staying, growing, most, Governs::Tension(self.bar));
        }
        if let Some(most) = self.limits.compression {
            range.at_most(-staying, -growing, most, Governs::Compression(self.bar));
        }
        range.end()
    }
}

/// An interval that is cut from both sides.
struct Range {
    factors: [f64; 2],
    governs: [Option<Governs>; 2],
}

impl Default for Range {
    fn default() -> Self {
        Self { factors: [f64::NEG_INFINITY, f64::INFINITY], governs: [None; 2] }
    }
}

impl Range {
    /// Keeps the factors f with `constant + f·slope ≤ most`.
    fn at_most(&mut self, constant: f64, slope: f64, most: f64, why: Governs) {
        let room = most - constant;
        if slope.abs() <= tolerance::ZERO_FORCE * (constant.abs() + most.abs()) {
            // Whatever the factor: within, or not at all.
            if room < -tolerance::RESIDUAL * most {
                self.factors = [f64::INFINITY, f64::NEG_INFINITY];
                self.governs = [Some(why); 2];
            }
            return;
        }
        let at = room / slope;
        let (end, tighter) = if slope > 0.0 { (1, at < self.factors[1]) } else { (0, at > self.factors[0]) };
        if tighter {
            self.factors[end] = at;
            self.governs[end] = Some(why);
        }
    }

    fn meet(&mut self, (factors, governs): ([f64; 2], [Option<Governs>; 2])) {
        if factors[0] > self.factors[0] {
            (self.factors[0], self.governs[0]) = (factors[0], governs[0]);
        }
        if factors[1] < self.factors[1] {
            (self.factors[1], self.governs[1]) = (factors[1], governs[1]);
        }
    }

    fn end(self) -> ([f64; 2], [Option<Governs>; 2]) {
        (self.factors, self.governs)
    }
}

/// Whether a load grows.
fn grows(model: &Model, of: Growing, load: LoadId) -> bool {
    let (case, kind) = (model.loads[load.index()].case.as_deref(), &model.loads[load.index()].kind);
    // What a structure weighs itself is there all the time.
    let own = matches!(kind, LoadKind::Own { .. }) && case.is_none();
    match of {
        Growing::Variable => case != Some(PERMANENT) && !own,
        Growing::Case(row) => case == model.cases.get(row).map(String::as_str),
        Growing::Load(id) => id == load,
        Growing::Parameter => model.parameter.as_ref().is_some_and(|p| p.loads.contains(&load)),
    }
}

impl Solved {
    /// What is asked about limits.
    pub fn growths(&self) -> Vec<Growth> {
        let asked = self.model.asked.iter().filter_map(|asked| match asked {
            Asked::Limit(of) => Some(*of),
            _ => None,
        });
        asked.filter_map(|of| self.growth(of)).collect()
    }

    /// How far some loads may grow. `None` without equilibrium, or when the loads are balanced only together.
    pub fn growth(&self, of: Growing) -> Option<Growth> {
        if !self.verdict.equilibrium {
            return None;
        }
        let part =
            |growing: bool| self.part_of_loads(|load| grows(&self.model, of, load) == growing, !growing);
        let (staying, growing) = (part(false)?, part(true)?);
        let mut range = Range::default();
        let mut bars = Vec::new();
        let mut unchecked = Vec::new();
        for (index, column) in self.full.columns.iter().enumerate() {
            if let (Some(sense), Some(staying), Some(growing)) =
                (column.one_way, staying[index], growing[index])
            {
                let (s, g) = (sense.sign() * staying, sense.sign() * growing);
                range.at_most(-s, -g, 0.0, Governs::LetsGo(ColumnId(index)));
            }
            let ColumnOf::Bar(id) = column.of else { continue };
            let limits = self.model.bars[id.index()].limits;
            let check = BarCheck { bar: id, staying: staying[index], growing: growing[index], limits };
            if limits == BarLimits::default() || check.force().is_none() {
                unchecked.push(id);
                continue;
            }
            range.meet(check.factors());
            bars.push(check);
        }
        let (factors, governs) = range.end();
        Some(Growth { of, factors, governs, bars, unchecked })
    }

    /// Every column under some of the loads, in the state the one-way parts have now; `None` per column that equilibrium does not fix, and
    /// altogether when those loads alone are not balanced.
    fn part_of_loads(&self, keep: impl Fn(LoadId) -> bool, with_ends: bool) -> Option<Vec<Option<f64>>> {
        let kept = |of: ActionOf| match of {
            ActionOf::Load(id) => keep(id),
            ActionOf::End(..) => with_ends,
        };
        let actions = self.full.actions.iter().filter(|action| kept(action.of)).cloned().collect();
        let mut part: Equilibrium = self.full.clone();
        part.actions = actions;
        linear(&part, &self.verdict.released)
    }
}
