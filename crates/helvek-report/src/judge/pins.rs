//! Plated pins in words: what each plane and each plate carries, which diameter each criterion asks for, what is chosen.

use super::Judging;
use crate::agree::{agreeing, comes_to, marked, read};
use crate::fragment::{Fragment, latex_unit};
use helvek_core::answers::Publisher;
use helvek_core::id::Id;
use helvek_core::judge::{Criterion, Required, SizedPin, Subject};
use helvek_core::model::Stock;
use helvek_core::units::figures;
use schemars::JsonSchema;
use serde::Serialize;
use std::f64::consts::PI;

/// A plated pin.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PinLine {
    /// The mark that is lit.
    pub of: Id,
    /// Its name in the sheet.
    pub at: String,
    /// `Pin A, 18 mm`
    pub title: String,
    /// What each criterion asks for.
    pub required: Vec<RequiredLine>,
    /// What that comes to, and what is chosen.
    pub says: Vec<String>,
}

/// A diameter that is required.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct RequiredLine {
    /// `bearing in lever`
    pub title: String,
    /// How it comes about.
    pub working: Fragment,
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
    fn required_diameter(&self, pin: usize, required: &Required) -> Fragment {
        let units = &self.solved.model.units;
        let [f_unit, s_unit, d_unit] = [&units.force, &units.stress, &units.section];
        let result = d_unit.from_si(required.diameter);
        let d = figures::rounded(result, self.digits);
        let thickness = match required.by {
            Criterion::Bearing { plate } => Some(self.solved.model.plated[pin].plates[plate].thickness),
            Criterion::Shear { .. } => None,
        };
        let ((force, most, t), differs) = agreeing(|more| {
            let force = figures::rounded(f_unit.from_si(required.force), self.digits + more);
            let most = figures::plain(s_unit.from_si(required.most), self.digits + more);
            let t = thickness.map(|t| figures::plain(d_unit.from_si(t), self.digits + more));
            let [f, s] = [f_unit.to_si(read(&force)), s_unit.to_si(read(&most))];
            let printed = match &t {
                Some(t) => f / (d_unit.to_si(read(t)) * s),
                None => (4.0 * f / (PI * s)).sqrt(),
            };
            let agrees = comes_to(d_unit.from_si(printed), result, result, self.digits);
            ((force, most, t), agrees)
        });
        let [f_unit, s_unit, d_unit] = [f_unit, s_unit, d_unit].map(|unit| unit.symbol.as_str());
        let [f_latex, s_latex, d_latex] = [f_unit, s_unit, d_unit].map(latex_unit);
        let formula = match t {
            None => Fragment::math(
                format!("d = √(4·V/(π·τ)) = √(4·{force} {f_unit}/(π·{most} {s_unit})) = {d} {d_unit}"),
                format!(
                    "d = \\sqrt{{\\frac{{4V}}{{\\pi\\tau}}}} = \\sqrt{{\\frac{{4 \\cdot {force}\\;{f_latex}}}{{\\pi \\cdot {most}\\;{s_latex}}}}} = {d}\\;{d_latex}"
                ),
            ),
            Some(t) => Fragment::math(
                format!("d = F/(t·σ) = {force} {f_unit}/({t} {d_unit}·{most} {s_unit}) = {d} {d_unit}"),
                format!(
                    "d = \\frac{{F}}{{t\\sigma}} = \\frac{{{force}\\;{f_latex}}}{{{t}\\;{d_latex} \\cdot {most}\\;{s_latex}}} = {d}\\;{d_latex}"
                ),
            ),
        };
        marked(formula, differs)
    }
}
