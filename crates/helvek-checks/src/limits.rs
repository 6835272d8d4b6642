//! How far loads may grow before anything reaches its limit, where that is asked: permanent loads stay, the growing ones are multiplied by one factor. [`crate::strength_check`] finds the factors
//! that are left; here stands which loads grow, and what the bars carry from either.

use crate::Checks;
use crate::strength_check::{Reach, Sizes};
use helvek_statics::equilibrium::ColumnOf;
use helvek_statics::model::{Asked, BarId, BarLimits, Growing};
use helvek_statics::solution::{State, Statics};

/// A bar with what it carries.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BarCheck {
    /// The bar.
    pub bar: BarId,
    /// Its axial force from the loads that stay, N, tension positive; `None` when equilibrium does not fix it.
    pub staying: Option<f64>,
    /// Its axial force from the growing loads as given, N, tension positive.
    pub growing: Option<f64>,
    /// Its limits.
    pub limits: BarLimits,
}

/// The factors that the limits allow.
#[derive(Debug, Clone, PartialEq)]
pub struct Growth {
    /// The factors, over everything that has a limit.
    pub reach: Reach,
    /// The bars that have limits.
    pub bars: Vec<BarCheck>,
    /// Bars without a limit, or not fixed by equilibrium: nothing is said of them.
    pub unchecked: Vec<BarId>,
}

impl BarCheck {
    /// Its axial force under all loads as given, N, tension positive.
    pub fn force(&self) -> Option<f64> {
        Some(self.staying? + self.growing?)
    }

    /// The force under all loads over the limit on its side; `None` when that side is not limited.
    pub fn utilisation(&self) -> Option<f64> {
        let force = self.force()?;
        let limit = if force < 0.0 { self.limits.compression } else { self.limits.tension }?;
        Some(if force == 0.0 { 0.0 } else { force.abs() / limit })
    }
}

impl Checks<'_> {
    /// The limits asked, over the loads as drawn and all combinations.
    pub fn growths(&self, states: &[State]) -> Vec<Growth> {
        let asked = self.model.asked.iter().filter_map(|asked| match asked {
            Asked::Limit(of) => Some(*of),
            _ => None,
        });
        asked.filter_map(|of| self.growth(of, states)).collect()
    }

    /// The factors to which some loads may grow. `None` without equilibrium, or when the loads are balanced only together.
    pub fn growth(&self, of: Growing, states: &[State]) -> Option<Growth> {
        if !self.verdict.equilibrium {
            return None;
        }
        // A pin without a size has the next in stock, under the worst of the combinations.
        let sizes = Sizes::of(self, self.sized_pins(states));
        let parts = self.parted(of)?;
        let reach = self.reach_over(of, states, &self.checks(&sizes.pins), &sizes)?;
        let [staying, growing] = parts.each_ref().map(Statics::full_values);
        let (mut bars, mut unchecked) = (Vec::new(), Vec::new());
        for (index, column) in self.full.columns.iter().enumerate() {
            let ColumnOf::Bar(id) = column.of else { continue };
            let limits = self.model.bars[id.index()].limits;
            let check = BarCheck { bar: id, staying: staying[index], growing: growing[index], limits };
            if limits == BarLimits::default() || check.force().is_none() {
                if !reach.each.iter().any(|(check, _)| check.subject.bar() == Some(id)) {
                    unchecked.push(id);
                }
                continue;
            }
            bars.push(check);
        }
        Some(Growth { reach, bars, unchecked })
    }
}
