//! The judgement in words: what governs, how much is in reserve, how each figure comes about, what was not checked.

mod formula;
mod pins;
mod sections;
pub(crate) mod subjects;
mod unchecked;

pub use pins::{PinLine, RequiredLine};
pub use sections::SectionLine;

use crate::inline::Inline;
use helvek_core::Checks;
use helvek_core::answers::Publisher;
use helvek_core::id::Id;
use helvek_core::solution::{State, Statics};
use helvek_core::strength_check::{Check, End, Judged, Judgement, LimitBasis, Strength, Subject};
use helvek_core::units::{Unit, figures};
use schemars::JsonSchema;
use serde::Serialize;

/// Shown beside every judgement.
pub const JUDGEMENT_CAUTION: &str = "To be checked by a qualified engineer under the local codes. Not covered: fatigue, impact, dynamics, connections, bending of pins, holes other than those of the pins listed, stress concentrations, \
local, lateral and frame buckling, second-order effects, sag without a limit, code factors.";

/// Everything that is said about limits.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageJudgement {
    /// `All 5 limits that were checked are met.`
    pub says: String,
    /// True when it does.
    pub meets: bool,
    /// The growth the loads may have, and what ends it.
    pub reach: Option<String>,
    /// Under which loads sag and forces of supports are judged, where that is not under all.
    pub serviced: Option<String>,
    /// The one that governs first.
    pub lines: Vec<JudgedLine>,
    /// The plated pins.
    pub pins: Vec<PinLine>,
    /// The sections that members have.
    pub sections: Vec<SectionLine>,
    /// The things nothing is said of, a sentence for each reason.
    pub unchecked: Vec<String>,
    /// Materials whose figures are made up.
    pub assumed: Option<String>,
    /// The usual caution.
    pub caution: String,
}

/// A check in words.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct JudgedLine {
    /// The mark of what is checked.
    pub of: Id,
    /// `post, normal stress at its top face, tension`
    pub title: String,
    /// `53.3 MPa`
    pub demand: String,
    /// `160 MPa`
    pub most: String,
    /// `160 MPa, stated`
    pub limit: String,
    /// The demand over the limit.
    pub used: f64,
    /// `0.33`
    pub used_text: String,
    /// `× 1.06`: how many times as large it could be; nothing where nothing acts.
    pub reserve: Option<String>,
    /// True when it is within its limit.
    pub meets: bool,
    /// `meets the stated limit`
    pub verdict: String,
    /// Under which loads, and where.
    pub place: Option<String>,
    /// The working of the figure, conversions first.
    pub working: Vec<Vec<Inline>>,
    /// The limit behind it, where one is stated, to be changed.
    pub stated: Option<StatedLine>,
}

/// A limit that is stated: its sort and what it is of, as they are typed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct StatedLine {
    /// The sort of limit.
    pub sort: StatedSort,
    /// The body, bar, support, joint or pin.
    pub of: String,
}

/// A limit that is stated in the sheet.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum StatedSort {
    /// On normal stress.
    Stress,
    /// On shear stress.
    Shear,
    /// On how far a span sags.
    Sag,
    /// On the force of a support.
    Reaction,
    /// On the force of a joint.
    Pin,
    /// The factor that is wanted on a strength.
    Factor,
}

/// A judgement in words.
pub fn page_judgement(solved: &Statics, judgement: &Judgement, states: &[State]) -> PageJudgement {
    Judging { solved, judgement, states, digits: solved.model.conventions.figures }.page()
}

/// The governing limit in a few words; for the stop of the thread.
pub fn judged_headline(solved: &Statics, judgement: &Judgement) -> String {
    match judgement.judged.first() {
        Some(first) => {
            let used = used(first.utilisation());
            format!("governs: {}, {used}", Checks(solved).subject_of(first.check.subject))
        }
        None => "nothing checked".to_owned(),
    }
}

/// The used share of a limit: two decimals, and never `1.00` for what falls short of it.
fn used(ratio: f64) -> String {
    if ratio > 1.0 + 1e-9 && ratio < 1.005 {
        return format!("{:.4}", (ratio * 1e4).ceil() / 1e4);
    }
    if ratio >= 100.0 { figures::rounded(ratio, 3) } else { figures::decimals(ratio, 2) }
}

/// Words one judgement.
struct Judging<'a> {
    solved: &'a Statics,
    judgement: &'a Judgement,
    states: &'a [State],
    digits: u8,
}

impl Judging<'_> {
    fn page(&self) -> PageJudgement {
        let judged = &self.judgement.judged;
        let short = judged.iter().filter(|one| !one.meets()).count();
        let says = match (judged.len(), short) {
            (0, _) => "Nothing has a limit that could be checked.".to_owned(),
            (1, 0) => "The one limit that was checked is met.".to_owned(),
            (n, 0) => format!("All {n} limits that were checked are met."),
            (_, 1) => "One limit is not met.".to_owned(),
            (n, short) => format!("{short} of {n} limits are not met."),
        };
        // What carries nothing is counted, not listed.
        let (loaded, idle): (Vec<_>, Vec<_>) = judged.iter().partition(|one| one.demand > 0.0);
        let idle = match idle.len() {
            0 => String::new(),
            1 => " One of them is of what carries nothing.".to_owned(),
            n => format!(" {n} of them are of what carries nothing."),
        };
        let model = &self.solved.model;
        let assumed: Vec<&str> =
            model.materials.iter().filter(|m| m.assumed).map(|m| m.name.as_str()).collect();
        let assumed = (!assumed.is_empty()).then(|| {
            format!("Illustrative figures, to be replaced by those of your material: {}.", assumed.join(", "))
        });
        PageJudgement {
            says: says + &idle,
            meets: short == 0,
            reach: self.reach(),
            serviced: self.serviced(),
            lines: loaded.into_iter().map(|one| self.line(one)).collect(),
            pins: self.judgement.pins.iter().map(|pin| self.pin(pin)).collect(),
            sections: self.sections(),
            unchecked: self.unchecked(),
            assumed,
            caution: JUDGEMENT_CAUTION.to_owned(),
        }
    }

    fn serviced(&self) -> Option<String> {
        let mut subjects = self.judgement.judged.iter().map(|judged| judged.check.subject);
        let apart = self.states.iter().any(|state| state.strength)
            && subjects.any(|subject| matches!(subject, Subject::Sag { .. } | Subject::Reaction(_)));
        apart.then(|| {
            "Sag and forces of supports are judged under the loads as drawn and in the service combinations, everything else in all.".to_owned()
        })
    }

    fn figure(&self, value: f64) -> String {
        figures::rounded(value, self.digits).replace('-', "−")
    }

    /// The interval of factors, with what ends it.
    fn reach(&self) -> Option<String> {
        let reach = self.judgement.reach.as_ref()?;
        // With combinations each figure says which of them it is of.
        let under = |k: usize| match reach.under[k] {
            Some(row) => format!(", under {}", self.states[row].name),
            None if self.states.is_empty() => String::new(),
            None => ", as drawn".to_owned(),
        };
        let end = |k: usize| match &reach.ends[k] {
            Some(End::Reached(check)) => {
                format!("{} reaches its limit{}", self.title(check.subject), under(k))
            }
            Some(End::LetsGo(id)) => {
                let name = self.solved.model.owner_name(self.solved.full.column(*id).of);
                format!("{name} loses contact{}", under(k))
            }
            None => String::new(),
        };
        if !reach.possible() {
            let what = match &reach.ends[1] {
                Some(End::Reached(check)) => {
                    format!(": {} does not meet it{}", self.title(check.subject), under(1))
                }
                _ => String::new(),
            };
            return Some(format!(
                "No multiple of the loads that are not permanent keeps everything within its limit{what}."
            ));
        }
        let [from, to] = reach.factors;
        let trains = self.states.iter().any(|state| state.train.is_some());
        let combinations = self.states.iter().any(|state| state.train.is_none());
        let loads = match (combinations, trains) {
            (false, false) => "The loads as drawn that are not permanent",
            (true, false) => "As drawn and in every combination the loads that are not permanent",
            (false, true) => {
                "As drawn and with what travels wherever it stands the loads that are not permanent"
            }
            (true, true) => {
                "As drawn, in every combination, and with what travels wherever it stands, the loads that are not permanent"
            }
        };
        let ends = [0, 1].map(end);
        let up = match (from, to) {
            (_, to) if to == f64::INFINITY => format!("{loads} may grow without end."),
            (from, to) if from > 0.0 => {
                format!(
                    "{loads} may be {} to {} times as large: there {}; below {} {}.",
                    self.figure(from),
                    self.figure(to),
                    ends[1],
                    self.figure(from),
                    ends[0]
                )
            }
            (_, to) if to < 0.0 => {
                format!("{loads} are too large at any size: only turned round, {}.", ends[1])
            }
            (_, to) => {
                let word = if to < 1.0 - 1e-9 { "have to come down" } else { "may grow" };
                format!("{loads} {word} to {} times their size: there {}.", self.figure(to), ends[1])
            }
        };
        let round = (from < 0.0 && from.is_finite())
            .then(|| format!(" Turned round, to {} times: there {}.", self.figure(-from), ends[0]));
        Some(up + &round.unwrap_or_default())
    }

    fn line(&self, judged: &Judged) -> JudgedLine {
        let (check, unit) = (&judged.check, Publisher(self.solved).unit_of_check(judged.check.subject));
        let worked = self.worked(judged);
        JudgedLine {
            of: self.mark(check.subject),
            title: self.title_of(judged, worked),
            demand: format!("{} {}", self.figure(unit.from_si(judged.demand)), unit.symbol),
            most: format!("{} {}", self.figure(unit.from_si(check.most)), unit.symbol),
            limit: self.limit(check, unit),
            used: judged.utilisation(),
            used_text: used(judged.utilisation()),
            reserve: (judged.demand > 0.0).then(|| format!("× {}", self.figure(1.0 / judged.utilisation()))),
            meets: judged.meets(),
            verdict: self.verdict(judged),
            place: self.place(judged),
            working: self.working(judged, worked),
            stated: self.stated(judged),
        }
    }

    /// The allowed value, and its source.
    fn limit(&self, check: &Check, unit: &Unit) -> String {
        let most = format!("{} {}", self.figure(unit.from_si(check.most)), unit.symbol);
        let plain = |value: f64| figures::plain(value, self.digits);
        match check.by {
            LimitBasis::Limit => format!("{most}, stated"),
            LimitBasis::Strength { material, of, value, factor } => {
                let (word, name) = (strength_word(of), &self.solved.model.materials[material].name);
                match factor {
                    None => format!("{most}, {word} of {name}"),
                    Some(factor) => {
                        format!(
                            "{most}: {word} {} of {name} over {}",
                            plain(unit.from_si(value)),
                            plain(factor)
                        )
                    }
                }
            }
            LimitBasis::Screening { slenderness, factor, .. } => {
                let over = factor.map(|factor| format!(" over {}", plain(factor))).unwrap_or_default();
                format!(
                    "{most}: critical load{over}, slenderness {}, screening only",
                    self.figure(slenderness)
                )
            }
        }
    }

    /// Never more than that it meets what was stated, or stays below what a material stands.
    fn verdict(&self, judged: &Judged) -> String {
        let against = match judged.check.by {
            LimitBasis::Limit
            | LimitBasis::Strength { factor: Some(_), .. }
            | LimitBasis::Screening { factor: Some(_), .. } => None,
            LimitBasis::Strength { of, .. } => Some(strength_word(of)),
            LimitBasis::Screening { .. } => Some("critical load"),
        };
        let word = match (against, judged.meets()) {
            (None, true) => "meets the stated limit".to_owned(),
            (None, false) => "falls short of the stated limit".to_owned(),
            (Some(what), true) => format!("stays below the {what}"),
            (Some(what), false) => format!("is beyond the {what}"),
        };
        match judged.factor().filter(|_| judged.check.by != LimitBasis::Limit) {
            Some(factor) => format!("{word}: factor {}", self.figure(factor)),
            None => word,
        }
    }
}

fn strength_word(of: Strength) -> &'static str {
    match of {
        Strength::Yield => "yield stress",
        Strength::Ultimate => "ultimate stress",
        Strength::Shear => "shear strength",
        Strength::Bearing => "bearing strength",
    }
}
