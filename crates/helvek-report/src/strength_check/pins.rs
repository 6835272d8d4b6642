//! Plated pins in words: what each plane and each plate carries, which diameter each criterion asks for, what is chosen.

use super::Judging;
use crate::agree::{agreeing, comes_to, marked};
use crate::formula::{Formula, Number, Source};
use crate::inline::Inline;
use helvek_core::answers::Publisher;
use helvek_core::id::Id;
use helvek_core::model::Stock;
use helvek_core::strength_check::{Criterion, Required, SizedPin, Subject};
use helvek_core::units::{Unit, figures};
use schemars::JsonSchema;
use serde::Serialize;

/// A plated pin.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PinLine {
    /// The mark that is lit.
    pub of: Id,
    /// Its name in the sheet.
    pub at: String,
    /// `Pin A, 18 mm`
    pub title: String,
    /// The diameter each criterion asks for.
    pub required: Vec<RequiredLine>,
    /// The largest of them, and the diameter chosen.
    pub says: Vec<String>,
}

/// A diameter that is required.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct RequiredLine {
    /// `bearing in lever`
    pub title: String,
    /// Its working.
    pub working: Vec<Inline>,
    /// `17.7 mm`
    pub diameter: String,
    /// It asks for the largest.
    pub governs: bool,
}

impl Judging<'_> {
    pub(super) fn pin(&self, sized: &SizedPin) -> PinLine {
        let model = &self.solved.model;
        let (pin, unit) = (&model.plated[sized.pin], &model.units.section);
        let size = |si: f64| format!("{} {}", figures::plain(unit.from_si(si), self.digits), unit.symbol);
        let title = match (sized.diameter, pin.diameter) {
            (Some(d), Some(_)) => format!("Pin {}, {}", pin.name, size(d)),
            (Some(d), None) => format!("Pin {}: {} would do", pin.name, size(d)),
            (None, _) => format!("Pin {}", pin.name),
        };
        let required = sized
            .required
            .iter()
            .enumerate()
            .map(|(row, required)| self.required(sized.pin, required, sized.governs == Some(row)));
        let mut says = Vec::new();
        if let Some(row) = sized.governs {
            let least = sized.required[row].diameter;
            let exact = format!("{} {}", self.figure(unit.from_si(least)), unit.symbol);
            let rule = self.rule();
            match sized.next {
                Some(next) => says.push(format!(
                    "The largest governs: at least {exact}. Rounded up to {rule}: {}.",
                    size(next)
                )),
                None => says.push(format!("The largest governs: at least {exact}. {rule} is as large.")),
            }
            if let Some(given) = pin.diameter {
                says.push(if given >= least * (1.0 - 1e-9) {
                    format!("The {} given are not less than that.", size(given))
                } else {
                    format!("The {} given are less than that.", size(given))
                });
            }
        } else {
            says.push("No strength is known that could ask for a diameter.".to_owned());
        }
        let most = sized.at_most.iter().copied().reduce(|a, b| if b.1 < a.1 { b } else { a });
        if let Some((plate, most)) = most {
            let owner = Publisher(self.solved).plate_owner(pin.plates[plate].of);
            let most = unit.from_si(most);
            says.push(if most > 0.0 {
                format!("Tear-out of {owner} leaves room for {} {} at most.", self.figure(most), unit.symbol)
            } else {
                format!(
                    "{} tears out whatever the diameter: give it more edge, or more thickness.",
                    helvek_core::problem::capital(owner)
                )
            });
        }
        if let Some(left) = sized.drawn.as_ref().map(|on| on.left_over.length()).filter(|left| *left > 0.0) {
            let force = &model.units.force;
            says.push(format!(
                "{} {} act on the pin of which no plate is listed: list every part that meets there.",
                self.figure(force.from_si(left)),
                force.symbol
            ));
        }
        PinLine {
            of: self.mark_of_pin(sized.pin),
            at: pin.name.clone(),
            title,
            required: required.collect(),
            says,
        }
    }

    /// `the next multiple of 2 mm (assumed)`
    fn rule(&self) -> String {
        let unit = &self.solved.model.units.section;
        match &self.solved.model.stock {
            Stock::Step { step, assumed } => {
                let step = figures::plain(unit.from_si(*step), self.digits);
                let assumed = if *assumed { ", assumed to be in stock" } else { "" };
                format!("the next multiple of {step} {}{assumed}", unit.symbol)
            }
            Stock::Series { per_decade, .. } => format!("the next of the series R{per_decade}"),
            Stock::List(_) => "no size in stock".to_owned(),
        }
    }

    fn required(&self, pin: usize, required: &Required, governs: bool) -> RequiredLine {
        let units = &self.solved.model.units;
        let subject = match required.by {
            Criterion::Shear { plane } => Subject::PinShear { pin, plane },
            Criterion::Bearing { plate } => Subject::Bearing { pin, plate },
        };
        let title = self.title(subject);
        let title = title.split_once(", ").map_or(title.clone(), |(_, rest)| rest.to_owned());
        let under = required.under.map(|row| format!(", under {}", self.states[row].name));
        let d = figures::rounded(units.section.from_si(required.diameter), self.digits);
        let unit = &units.section.symbol;
        RequiredLine {
            title: format!("{title}{}", under.unwrap_or_default()),
            working: self.required_diameter(pin, required),
            diameter: format!("{d} {unit}"),
            governs,
        }
    }

    /// `d = F/(t·σ) = 7.41 kN/(6 mm·233.3 MPa) = 5.29 mm`
    fn required_diameter(&self, pin: usize, required: &Required) -> Vec<Inline> {
        let units = &self.solved.model.units;
        let [f_unit, s_unit, d_unit] = [&units.force, &units.stress, &units.section];
        let thickness = match required.by {
            Criterion::Bearing { plate } => Some(self.solved.model.plated[pin].plates[plate].thickness),
            Criterion::Shear { .. } => None,
        };
        let bearing = |f: Formula, t, s| Formula::over(f, Formula::product([t, s]));
        let shear = |f, s| {
            let below = Formula::product(["π".into(), s]);
            Formula::Root(Formula::over(Formula::product([4.into(), f]), below).into())
        };
        let result = d_unit.from_si(required.diameter);
        let (numbers, differs) = agreeing(|more| {
            let figures = self.digits + more;
            let plain = |si, unit: &Unit| Number::plain(unit.from_si(si), figures).unit(unit).into();
            let force = Number::rounded(f_unit.from_si(required.force), figures).unit(f_unit);
            let (force, most) = (force.from(Source::Solution).into(), plain(required.most, s_unit));
            let numbers = match thickness {
                Some(t) => bearing(force, plain(t, d_unit), most),
                None => shear(force, most),
            };
            let agrees = comes_to(d_unit.from_si(numbers.value()), result, result, self.digits);
            (numbers, agrees)
        });
        let formula = match thickness {
            Some(_) => bearing("F".into(), "t".into(), "σ".into()),
            None => shear("V".into(), "τ".into()),
        };
        let d = Number::rounded(result, self.digits).unit(d_unit).from(Source::Result);
        marked(vec![Formula::Equal(vec!["d".into(), formula, numbers, d.into()]).into()], differs)
    }
}
