//! The judgement, as published: what governs, what is in reserve, what was not checked.

use crate::Publisher;
use helvek_checks::Checks;
use helvek_checks::strength_check::{
    CheckSort, Criterion, End, Judged, Judgement, LimitBasis, SizedPin, SkipReason, Strength, Subject,
};
use helvek_sheet::units::Unit;
use helvek_statics::internal_forces::Side;
use helvek_statics::model::PlateOf;
use helvek_statics::solution::State;
use schemars::JsonSchema;
use serde::Serialize;

/// Everything that has a limit, by how much of it is used; and what has none.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct JudgementAnswer {
    /// True when everything that was checked is within its limit, under the loads as drawn and under every combination.
    pub meets: bool,
    /// The one that governs first.
    pub checks: Vec<CheckedAnswer>,
    /// The least and the greatest factor by which the loads that are not permanent may be multiplied; null where nothing limits it, or when none will do.
    pub factors: [Option<f64>; 2],
    /// The parts that end the interval, below and above.
    pub ends: [Option<String>; 2],
    /// The plated pins.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub pins: Vec<PinAnswer>,
    /// The parts that were not checked, each with the reason.
    pub unchecked: Vec<UncheckedAnswer>,
}

/// A check with the loads under which it is worst.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CheckedAnswer {
    /// The bar, body, support, joint or pin.
    pub of: String,
    /// The sort of check.
    pub by: CheckSort,
    /// Of a pin: which plane (behind this plate) or which plate, counted from 1.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub plate: Option<usize>,
    /// The demand, in the unit of the check.
    pub demand: f64,
    /// The limit, in the unit of the check.
    pub limit: f64,
    /// The unit of both.
    pub unit: String,
    /// The demand over the limit.
    pub utilisation: f64,
    /// True when the demand is within the limit.
    pub meets: bool,
    /// The origin of the limit.
    pub limit_is: LimitSource,
    /// The factor that is wanted on a strength.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub wanted: Option<f64>,
    /// Strength, or a stated limit, over demand, no unit; null where nothing acts.
    pub factor: Option<f64>,
    /// The combination under which it is worst; null: the loads as drawn.
    pub under: Option<String>,
    /// The place along the stretch.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub place: Option<PlaceAnswer>,
}

/// The origin of a limit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum LimitSource {
    /// A stated limit.
    Limit,
    /// The yield strength.
    Yield,
    /// The ultimate strength.
    Ultimate,
    /// The shear strength.
    Shear,
    /// The bearing strength.
    Bearing,
    /// The screening value where materials are only assumed.
    Screening,
}

impl From<Strength> for LimitSource {
    fn from(of: Strength) -> Self {
        match of {
            Strength::Yield => Self::Yield,
            Strength::Ultimate => Self::Ultimate,
            Strength::Shear => Self::Shear,
            Strength::Bearing => Self::Bearing,
        }
    }
}

/// A place along a stretch.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PlaceAnswer {
    /// Its first point.
    pub from: String,
    /// Its last point.
    pub to: String,
    /// From the first point.
    pub distance: f64,
    /// Just before or just after what acts there.
    pub side: Side,
}

/// A plated pin.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PinAnswer {
    /// Its joint, support or point.
    pub at: String,
    /// From one end to the other, under the loads as drawn.
    pub plates: Vec<PlateAnswer>,
    /// The force in each plane between two plates, under the loads as drawn.
    pub planes: Vec<Option<f64>>,
    /// The diameter that each criterion asks for, in the unit of sections.
    pub required: Vec<RequiredAnswer>,
    /// The largest of them.
    pub least: Option<f64>,
    /// The next size in stock.
    pub next: Option<f64>,
    /// The size it is judged by: the given one, else the next in stock.
    pub diameter: Option<f64>,
    /// True when the diameter was given.
    pub given: bool,
    /// The largest diameter that tear-out leaves, where edges are given.
    pub at_most: Option<f64>,
}

/// A plate on a pin.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PlateAnswer {
    /// The body, the bar, the ground or the load that the plate is part of.
    pub of: String,
    /// In the unit of sections.
    pub thickness: f64,
    /// The force on the pin, `[x, y]`, in the sheet's unit; null when equilibrium does not fix it.
    pub force: Option<[f64; 2]>,
}

/// A diameter that is required.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct RequiredAnswer {
    /// The check that asks for it: shear in the pin, or bearing.
    pub by: CheckSort,
    /// The plane (behind this plate) or the plate, counted from 1.
    pub plate: usize,
    /// The force that asks for it.
    pub force: f64,
    /// The allowed stress.
    pub most: f64,
    /// In the unit of sections.
    pub diameter: f64,
    /// The combination under which it is largest; null: the loads as drawn.
    pub under: Option<String>,
    /// It asks for the largest.
    pub governs: bool,
}

/// Things that were not checked, for one reason.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct UncheckedAnswer {
    /// By name.
    pub of: Vec<String>,
    /// The reason.
    pub why: SkipReason,
}

impl<'a> Publisher<'a> {
    pub(super) fn judgement_answer(&self, states: &[State]) -> Option<JudgementAnswer> {
        Checks(self).judgement(states).map(|judgement| self.published_judgement(&judgement, states))
    }

    /// A judgement as it is published.
    pub fn published_judgement(&self, judgement: &Judgement, states: &[State]) -> JudgementAnswer {
        let reach = judgement.reach.as_ref().filter(|reach| reach.possible());
        let finite = |k: usize| reach.map(|reach| reach.factors[k]).filter(|f| f.is_finite());
        let end = |end: &End| match end {
            End::Reached(check) => {
                format!("{} {}", Checks(self).subject_of(check.subject), check.subject.sort().word())
            }
            End::LetsGo(id) => format!("{} loses contact", self.model.owner_name(self.full.column(*id).of)),
        };
        let ends = [0, 1].map(|k| {
            let reach = judgement.reach.as_ref()?;
            let what = end(reach.ends[k].as_ref()?);
            Some(match reach.under[k] {
                Some(row) => format!("{what}, under {}", states[row].name),
                None => what,
            })
        });
        JudgementAnswer {
            meets: judgement.judged.iter().all(Judged::meets),
            checks: judgement.judged.iter().map(|judged| self.checked(judged, states)).collect(),
            factors: [finite(0), finite(1)],
            ends,
            pins: judgement.pins.iter().map(|pin| self.pin_answer(pin, states)).collect(),
            unchecked: judgement
                .unchecked
                .iter()
                .map(|entry| UncheckedAnswer { of: entry.of.clone(), why: entry.why })
                .collect(),
        }
    }

    /// The unit of what a check comes to.
    pub fn unit_of_check(self, subject: Subject) -> &'a Unit {
        match subject {
            Subject::Tension(_)
            | Subject::Compression(_)
            | Subject::Buckling(_)
            | Subject::Reaction(_)
            | Subject::Joint(_) => &self.0.model.units.force,
            Subject::Sag { .. } => &self.0.model.units.section,
            _ => &self.0.model.units.stress,
        }
    }

    fn checked(&self, judged: &Judged, states: &[State]) -> CheckedAnswer {
        let (check, unit) = (&judged.check, self.unit_of_check(judged.check.subject));
        let (limit_is, wanted) = match check.by {
            LimitBasis::Limit => (LimitSource::Limit, None),
            LimitBasis::Strength { of, factor, .. } => (of.into(), factor),
            LimitBasis::Screening { factor, .. } => (LimitSource::Screening, factor),
        };
        let plate = match check.subject {
            Subject::PinShear { plane: row, .. }
            | Subject::Bearing { plate: row, .. }
            | Subject::TearOut { plate: row, .. } => Some(row + 1),
            _ => None,
        };
        let place = match check.subject {
            Subject::Normal(row) | Subject::Net { row, .. } | Subject::Shear(row) => {
                judged.place.map(|place| {
                    let inside = &self.inside()[row];
                    PlaceAnswer {
                        from: self.model.point_name(inside.from).to_owned(),
                        to: self.model.point_name(inside.to).to_owned(),
                        distance: self.model.units.length.from_si(place.station),
                        side: place.side,
                    }
                })
            }
            _ => None,
        };
        CheckedAnswer {
            of: Checks(self).subject_of(check.subject),
            by: check.subject.sort(),
            plate,
            demand: unit.from_si(judged.demand) + 0.0,
            limit: unit.from_si(check.most),
            unit: unit.symbol.clone(),
            utilisation: judged.utilisation() + 0.0,
            meets: judged.meets(),
            limit_is,
            wanted,
            factor: judged.factor(),
            under: judged.under.map(|row| states[row].name.clone()),
            place,
        }
    }

    /// The name of the body, bar, ground or load that a plate is part of.
    pub fn plate_owner(self, of: PlateOf) -> &'a str {
        match of {
            PlateOf::Body(id) => &self.0.model.bodies[id.index()].name,
            PlateOf::Bar(id) => &self.0.model.bars[id.index()].name,
            PlateOf::Ground => "ground",
            PlateOf::Load(id) => &self.0.model.loading.load(id).name,
        }
    }

    fn pin_answer(&self, sized: &SizedPin, states: &[State]) -> PinAnswer {
        let (pin, units) = (&self.model.plated[sized.pin], &self.model.units);
        let section = |si: f64| units.section.from_si(si);
        let drawn = sized.drawn.as_ref();
        let plates = pin.plates.iter().enumerate().map(|(row, plate)| PlateAnswer {
            of: self.plate_owner(plate.of).to_owned(),
            thickness: section(plate.thickness),
            force: drawn.map(|on| {
                [on.plates[row].x, on.plates[row].y].map(|component| units.force.from_si(component) + 0.0)
            }),
        });
        let planes = (0..pin.plates.len() - 1)
            .map(|row| drawn.map(|on| units.force.from_si(on.planes[row].length()) + 0.0));
        let required = sized.required.iter().enumerate().map(|(row, required)| {
            let (by, plate) = match required.by {
                Criterion::Shear { plane } => (CheckSort::PinShear, plane + 1),
                Criterion::Bearing { plate } => (CheckSort::Bearing, plate + 1),
            };
            RequiredAnswer {
                by,
                plate,
                force: units.force.from_si(required.force),
                most: units.stress.from_si(required.most),
                diameter: section(required.diameter),
                under: required.under.map(|row| states[row].name.clone()),
                governs: sized.governs == Some(row),
            }
        });
        let at_most = sized.at_most.iter().map(|(_, most)| section(*most)).reduce(f64::min);
        PinAnswer {
            at: pin.name.clone(),
            plates: plates.collect(),
            planes: planes.collect(),
            required: required.collect(),
            least: sized.governs.map(|row| section(sized.required[row].diameter)),
            next: sized.next.map(section),
            diameter: sized.diameter.map(section),
            given: pin.diameter.is_some(),
            at_most,
        }
    }
}
