//! How far loads may grow, as published.

use crate::Publisher;
use helvek_checks::Checks;
use helvek_checks::limits::{BarCheck, Growth};
use helvek_checks::strength_check::{CheckSort, End, Reach, Subject};
use helvek_statics::model::{Amount, Asked, Growing, LoadKind};
use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Serialize;

/// The factors that keep a growing load within all limits.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct LimitAnswer {
    /// The growing load: a load, a sought symbol, a case, or `variable loads`.
    pub of: String,
    /// The least factor, null when nothing limits it; both null and `possible` false when no factor will do.
    pub from: Option<f64>,
    /// The greatest factor.
    pub to: Option<f64>,
    /// True when some factor keeps everything within its limits.
    pub possible: bool,
    /// True when the loads as given do.
    pub holds: bool,
    /// Of a single load or symbol: its least size, in the sheet's unit of force.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub least: Option<f64>,
    /// Its greatest size.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub greatest: Option<f64>,
    /// The unit of these sizes.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unit: Option<String>,
    /// The part that ends the interval below.
    pub governs_from: Option<GovernsAnswer>,
    /// The part that ends it above.
    pub governs_to: Option<GovernsAnswer>,
    /// Every bar that has a limit.
    pub bars: IndexMap<String, ReserveAnswer>,
    /// Bars of which nothing is said: without a limit, or not fixed by equilibrium.
    pub unchecked: Vec<String>,
}

/// The end of an interval of factors.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct GovernsAnswer {
    /// The part that reaches its limit, or the one-way part that lets go.
    pub part: String,
    /// The check that reaches its limit; or letting go.
    pub by: CheckSort,
    /// Under which combination; null: under the loads as drawn.
    pub under: Option<String>,
}

/// The reserve of a bar.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct ReserveAnswer {
    /// From the loads that stay.
    pub staying: f64,
    /// From the growing loads as given.
    pub growing: f64,
    /// The largest tension.
    pub tension: Option<f64>,
    /// The largest compression.
    pub compression: Option<f64>,
    /// The least and the greatest factor that this bar allows; null where it does not limit.
    pub factors: [Option<f64>; 2],
}

impl Publisher<'_> {
    pub(super) fn limit_answers(&self) -> Vec<LimitAnswer> {
        let asked = self.model.asked.iter().any(|asked| matches!(asked, Asked::Limit(_)));
        let states = if asked { Checks(self).with_trains() } else { &[] };
        Checks(self).growths(states).iter().map(|growth| self.limit_answer(growth)).collect()
    }

    fn limit_answer(&self, growth: &Growth) -> LimitAnswer {
        let model = &self.model;
        let [from, to] = growth.reach.factors;
        let possible = from <= to;
        let one = self.one_of(growth.reach.of);
        // In the sheet's own unit of force, also where everything is shown as a multiple of a symbol.
        let unit = model.parameter.as_ref().map_or(&model.units.force, |p| &p.unit);
        let size = |factor: f64| {
            one.filter(|_| possible && factor.is_finite()).map(|one| unit.from_si(one * factor))
        };
        let finite = |factor: f64| Some(factor).filter(|f| possible && f.is_finite());
        LimitAnswer {
            of: self.growing_name(growth.reach.of),
            from: finite(from),
            to: finite(to),
            possible,
            holds: (from..=to).contains(&1.0),
            least: size(from),
            greatest: size(to),
            unit: one.map(|_| unit.symbol.clone()),
            governs_from: self.governs(&growth.reach, 0),
            governs_to: self.governs(&growth.reach, 1),
            bars: growth.bars.iter().map(|check| self.reserve(check, &growth.reach)).collect(),
            unchecked: growth.unchecked.iter().map(|bar| model.bars[bar.index()].name.clone()).collect(),
        }
    }

    /// The size of one unit of a growing load, N; `None` for several.
    fn one_of(&self, of: Growing) -> Option<f64> {
        match of {
            Growing::Load(load) => match self.model.loading.load(load).kind {
                LoadKind::Force { size: Amount::Known(size), .. } => Some(size),
                _ => None,
            },
            Growing::Parameter => self.model.parameter.as_ref().map(|p| p.unit.to_si(1.0)),
            Growing::Variable | Growing::Case(_) => None,
        }
    }

    /// `F1`, `P`, `wind`, `variable loads`.
    pub fn growing_name(&self, of: Growing) -> String {
        match of {
            Growing::Variable => "variable loads".into(),
            Growing::Case(row) => self.model.cases[row].clone(),
            Growing::Load(load) => self.model.loading.load(load).name.clone(),
            Growing::Parameter => self.model.parameter.as_ref().map(|p| p.symbol.clone()).unwrap_or_default(),
        }
    }

    fn governs(&self, reach: &Reach, k: usize) -> Option<GovernsAnswer> {
        let (part, by) = match reach.ends[k]? {
            End::Reached(check) => (Checks(self).subject_of(check.subject), check.subject.sort()),
            End::LetsGo(id) => (self.model.owner_name(self.full.column(id).of), CheckSort::LetsGo),
        };
        let under = reach.under[k].map(|row| self.model.combinations[row].name.clone());
        Some(GovernsAnswer { part, by, under })
    }

    fn reserve(&self, check: &BarCheck, reach: &Reach) -> (String, ReserveAnswer) {
        let unit = &self.model.units.force;
        let force = |si: Option<f64>| si.map(|si| unit.from_si(si) + 0.0).unwrap_or_default();
        // Both sides of its own limits, without what it is made of.
        let own = |subject: Subject| {
            subject == Subject::Tension(check.bar) || subject == Subject::Compression(check.bar)
        };
        let mine = reach.each.iter().filter(|(check, _)| own(check.subject));
        let open = [f64::NEG_INFINITY, f64::INFINITY];
        let factors = mine.fold(open, |sum, (_, f)| [sum[0].max(f[0]), sum[1].min(f[1])]);
        let possible = factors[0] <= factors[1];
        let reserve = ReserveAnswer {
            staying: force(check.staying),
            growing: force(check.growing),
            tension: check.limits.tension.map(|si| unit.from_si(si)),
            compression: check.limits.compression.map(|si| unit.from_si(si)),
            factors: factors.map(|f| Some(f).filter(|f| possible && f.is_finite())),
        };
        (self.model.bars[check.bar.index()].name.clone(), reserve)
    }
}
