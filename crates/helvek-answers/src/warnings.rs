//! Worth a second look, though not wrong.

use crate::words::Concern;
use crate::{Publisher, Told};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::Point;
use helvek_numbers::tolerance;
use helvek_sheet::things::support::SupportKind;
use helvek_sheet::units::figures;
use helvek_statics::equilibrium::ColumnOf;
use helvek_statics::model::{Bar, Holding, Model, SupportId};
use helvek_statics::verdict::OneWayState;
use schemars::JsonSchema;
use serde::Serialize;

/// Something that is not wrong but should be looked at.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct Warning {
    /// The sort of warning.
    pub name: WarningName,
    /// For people.
    pub message: String,
    /// The things concerned.
    pub about: Vec<String>,
}

/// The sort of a warning.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WarningName {
    /// A roller has to pull.
    RollerPulls,
    /// A rough contact slides, or nothing presses on it.
    Friction,
    /// A one-way part is about to let go.
    OnTheVerge,
    /// Several sets of one-way parts would hold.
    OneWayNotUnique,
    /// As many equations as unknowns, and yet it can move a little.
    CriticalGeometry,
    /// A body closes on itself.
    ClosedRing,
    /// Bars cross without a joint.
    BarsCross,
    /// Bearings share what equilibrium does not fix.
    BearingTie,
    /// It could not be worked step by step.
    NotWorked,
}

impl Publisher<'_> {
    pub(super) fn warnings(&self) -> Vec<Warning> {
        let mut concerns = Vec::new();
        self.pulling(&mut concerns);
        self.rough(&mut concerns);
        self.on_the_verge(&mut concerns);
        concerns.extend(self.not_unique());
        concerns.extend(self.critical());
        self.rings(&mut concerns);
        let crossing = crossing_bars(&self.model);
        concerns.extend((!crossing.is_empty()).then_some(Concern::BarsCross(crossing)));
        // In space: which bearing keeps the shaft aligned is to be said.
        let name = |id: &SupportId| self.model.supports[id.index()].name.clone();
        let ties: Vec<Vec<String>> = self.ties.iter().map(|set| set.iter().map(name).collect()).collect();
        concerns.extend((!ties.is_empty()).then_some(Concern::BearingTie(ties)));
        concerns.into_iter().map(Warning::from).collect()
    }

    fn pulling(&self, concerns: &mut Vec<Concern>) {
        for (column, value) in self.full.columns.iter().zip(self.full_values().iter().copied()) {
            let ColumnOf::Support(id) = column.of else { continue };
            let support = &self.model.supports[id.index()];
            let Holding { kind: SupportKind::Roller, one_way: false, way: Some(normal), .. } =
                support.holding
            else {
                continue;
            };
            if value.is_some_and(|v| v < 0.0) {
                let down = normal.dot(self.model.up()) > 0.0;
                concerns.push(Concern::RollerPulls { support: support.name.clone(), down });
            }
        }
    }

    fn rough(&self, concerns: &mut Vec<Concern>) {
        for friction in self.friction() {
            concerns.extend(match (friction.needed, friction.available, friction.holds) {
                (None, ..) => Some(Concern::NothingPresses { at: friction.of }),
                (Some(needed), Some(available), Some(false)) => {
                    Some(Concern::Slides { at: friction.of, needed: figures::rounded(needed, 3), available })
                }
                _ => None,
            });
        }
    }

    /// Supports that can lift and press with nothing, or with a small part of the loads.
    fn on_the_verge(&self, concerns: &mut Vec<Concern>) {
        /// The part of the largest load below which a little more or less of anything lifts it.
        const SMALL: f64 = 0.02;
        let load = self.full.load_scale();
        if !self.verdict.equilibrium || load <= 0.0 || self.model.parameter.is_some() {
            return;
        }
        for (id, value) in self.full.column_ids().zip(self.full_values().iter().copied()) {
            let column = self.full.column(id);
            let (ColumnOf::Support(support), Some(_)) = (column.of, column.one_way) else { continue };
            let support = &self.model.supports[support.index()];
            if support.holding.kind == SupportKind::Cable || self.verdict.released.contains(&id) {
                continue;
            }
            let Some(push) = value.filter(|v| v.abs() < SMALL * load) else { continue };
            let unit = &self.model.units.force;
            let figures = self.model.conventions.figures;
            let size = || format!("{} {}", figures::rounded(unit.from_si(push), figures), unit.symbol);
            let push = (push != 0.0).then(size);
            concerns.push(Concern::OnTheVerge { support: support.name.clone(), push });
        }
    }

    fn not_unique(&self) -> Option<Concern> {
        if self.verdict.one_way != OneWayState::NotUnique || self.elastic().is_some() {
            return None;
        }
        let open = self.full.columns.iter().zip(&self.verdict.determined);
        let parts = open.filter(|(c, fixed)| c.one_way.is_some() && !**fixed);
        Some(Concern::OneWayNotUnique(parts.map(|(c, _)| self.model.owner_name(c.of)).collect()))
    }

    fn critical(&self) -> Option<Concern> {
        let critical = self.verdict.critical.as_ref()?;
        let moving = critical.motion.parts.iter().filter(|m| !m.rests());
        Some(Concern::CriticalGeometry {
            soundness: self.verdict.soundness.unwrap_or_default(),
            per_millimetre: critical.per_millimetre,
            moving: moving.map(|m| self.model.part_name(self.full.parts[m.part.index()].of)).collect(),
        })
    }

    fn rings(&self, concerns: &mut Vec<Concern>) {
        let carried = |body: usize| self.elastic().is_some_and(|elastic| !elastic.carried[body].is_empty());
        let rings = self.model.bodies.iter().enumerate().filter(|(i, body)| body.ring && !carried(*i));
        concerns.extend(rings.map(|(_, body)| Concern::ClosedRing(body.name.clone())));
    }
}

impl Told<'_> {
    pub(super) fn unreached(&self) -> Option<Warning> {
        let names: Vec<_> = self.working.unreached.iter().map(|id| self.unknown_name(*id)).collect();
        (!names.is_empty()).then(|| Concern::NotWorked(names).into())
    }
}

/// Pairs of bars that cross between their ends. Only for models that a person could overlook: it is a hint, not a rule.
fn crossing_bars(model: &Model) -> Vec<(String, String)> {
    const MOST: usize = 300;
    if model.bars.len() > MOST || model.spatial() {
        return Vec::new();
    }
    let mut pairs = Vec::new();
    for (i, a) in model.bars.iter().enumerate() {
        spend((model.bars.len() - i) / 50);
        for b in &model.bars[i + 1..] {
            if cross(model, a, b) {
                pairs.push((a.name.clone(), b.name.clone()));
            }
        }
    }
    pairs
}

fn cross(model: &Model, a: &Bar, b: &Bar) -> bool {
    let ([p, q], [r, s]) = (model.bar_ends(a), model.bar_ends(b));
    let side = |from: Point, to: Point, of: Point| {
        let span = to - from;
        span.cross(of - from).z / (span.length() * span.length())
    };
    let apart = |x: f64, y: f64| x * y < 0.0 && x.abs().min(y.abs()) > tolerance::GEOMETRY;
    apart(side(p, q, r), side(p, q, s)) && apart(side(r, s, p), side(r, s, q))
}
