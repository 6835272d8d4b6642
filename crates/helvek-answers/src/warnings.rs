//! Worth a second look, though not wrong.

use super::Warning;
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

/// Which warning.
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
        let mut warnings = Vec::new();
        self.pulling(&mut warnings);
        self.rough(&mut warnings);
        self.on_the_verge(&mut warnings);
        self.not_unique(&mut warnings);
        self.critical(&mut warnings);
        self.rings(&mut warnings);
        self.crossing(&mut warnings);
        self.ties(&mut warnings);
        warnings
    }

    fn pulling(&self, warnings: &mut Vec<Warning>) {
        for (column, value) in self.full.columns.iter().zip(self.full_values().iter().copied()) {
            let ColumnOf::Support(id) = column.of else { continue };
            let support = &self.model.supports[id.index()];
            let Holding { kind: SupportKind::Roller, one_way: false, way: Some(normal), .. } =
                support.holding
            else {
                continue;
            };
            if value.is_some_and(|v| v < 0.0) {
                let holds = if normal.dot(self.model.up()) > 0.0 { "hold the body down" } else { "pull" };
                let message = format!(
                    "The roller {} has to {holds}. If it can only push, the body lifts off there.",
                    support.name
                );
                warnings.push(Warning {
                    name: WarningName::RollerPulls,
                    message,
                    about: vec![support.name.clone()],
                });
            }
        }
    }

    fn rough(&self, warnings: &mut Vec<Warning>) {
        for friction in self.friction() {
            let message = match (friction.needed, friction.available, friction.holds) {
                (None, ..) => {
                    format!("At {} nothing presses on the rough surface: friction cannot act.", friction.of)
                }
                (Some(needed), Some(available), Some(false)) => format!(
                    "At {} friction of {} is needed and {available} is available: it slides.",
                    friction.of,
                    figures::rounded(needed, 3)
                ),
                _ => continue,
            };
            warnings.push(Warning { name: WarningName::Friction, message, about: vec![friction.of] });
        }
    }

    /// Supports that can lift and press with nothing, or with a small part of the loads.
    fn on_the_verge(&self, warnings: &mut Vec<Warning>) {
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
            let size = if push == 0.0 {
                "with nothing".to_owned()
            } else {
                format!(
                    "with {} {} only",
                    figures::rounded(unit.from_si(push), self.model.conventions.figures),
                    unit.symbol
                )
            };
            let message = format!(
                "The support {} presses {size}, under 2 % of the largest load: it is on the verge of lifting.",
                support.name
            );
            warnings.push(Warning {
                name: WarningName::OnTheVerge,
                message,
                about: vec![support.name.clone()],
            });
        }
    }

    fn not_unique(&self, warnings: &mut Vec<Warning>) {
        if self.verdict.one_way != OneWayState::NotUnique || self.elastic().is_some() {
            return;
        }
        let open = self.full.columns.iter().zip(&self.verdict.determined);
        let about: Vec<_> = open
            .filter(|(c, fixed)| c.one_way.is_some() && !**fixed)
            .map(|(c, _)| self.model.owner_name(c.of))
            .collect();
        let message = format!(
            "Equilibrium alone cannot say which of {} carry: different ones of them could.",
            about.join(", ")
        );
        warnings.push(Warning { name: WarningName::OneWayNotUnique, message, about });
    }

    fn critical(&self, warnings: &mut Vec<Warning>) {
        let Some(critical) = &self.verdict.critical else { return };
        let ratio = self.verdict.soundness.unwrap_or_default();
        let message = format!(
            "It can nearly move (soundness {ratio:.0e}): a millimetre of geometry changes the result by a factor of about {:.0e}.",
            critical.per_millimetre
        );
        let moving = critical.motion.parts.iter().filter(|m| !m.rests());
        let about = moving.map(|m| self.model.part_name(self.full.parts[m.part.index()].of)).collect();
        warnings.push(Warning { name: WarningName::CriticalGeometry, message, about });
    }

    fn rings(&self, warnings: &mut Vec<Warning>) {
        let carried = |body: usize| self.elastic().is_some_and(|elastic| !elastic.carried[body].is_empty());
        let rings = self.model.bodies.iter().enumerate().filter(|(i, body)| body.ring && !carried(*i));
        for (_, body) in rings {
            let message = format!(
                "The runs of \"{}\" close a ring: what acts on it is found, but N, V and M inside the ring are not fixed by equilibrium.",
                body.name
            );
            warnings.push(Warning { name: WarningName::ClosedRing, message, about: vec![body.name.clone()] });
        }
    }

    fn crossing(&self, warnings: &mut Vec<Warning>) {
        let pairs = crossing_bars(&self.model);
        if let Some((a, b)) = pairs.first() {
            let more = if pairs.len() > 1 { format!(" ({} such pairs)", pairs.len()) } else { String::new() };
            let message = format!("The bars {a} and {b} cross without a joint{more}: they pass each other.");
            let about = pairs.iter().flat_map(|(a, b)| [a.clone(), b.clone()]).collect();
            warnings.push(Warning { name: WarningName::BarsCross, message, about });
        }
    }

    /// In space: which bearing keeps the shaft aligned is to be said.
    fn ties(&self, warnings: &mut Vec<Warning>) {
        let name = |id: &SupportId| self.model.supports[id.index()].name.clone();
        let sets: Vec<String> =
            self.ties.iter().map(|set| set.iter().map(name).collect::<Vec<_>>().join(" and ")).collect();
        if sets.is_empty() {
            return;
        }
        let message = format!(
            "Some bearing has to keep this aligned by couples, and it could be {}. Say which: couples = \"yes\".",
            sets.join(", or ")
        );
        let mut about: Vec<_> = self.ties.iter().flatten().map(name).collect();
        about.sort_unstable();
        about.dedup();
        warnings.push(Warning { name: WarningName::BearingTie, message, about });
    }
}

impl Told<'_> {
    pub(super) fn unreached(&self) -> Option<Warning> {
        if self.working.unreached.is_empty() {
            return None;
        }
        let about: Vec<_> = self.working.unreached.iter().map(|id| self.unknown_name(*id)).collect();
        let message = format!(
            "No manageable set of equations leads to {}: taken from the global solution, without working.",
            about.join(", ")
        );
        Some(Warning { name: WarningName::NotWorked, message, about })
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
