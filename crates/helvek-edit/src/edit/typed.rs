//! Quantities as they are typed into a slot, and as they are kept in the sheet.

use super::wrong;
use helvek_sheet::problem::{Problem, ProblemKind};
use helvek_sheet::sheet::Quantity;
use helvek_sheet::units::{Dimension, ParsedQuantity, Unit, parse_quantity};

/// A slot with something in it.
pub(super) fn filled(slot: Option<&str>) -> Option<&str> {
    slot.map(str::trim).filter(|text| !text.is_empty())
}

/// A typed quantity that must be of `dimension` (or bare).
pub(super) fn quantity(text: &str, dimension: Dimension, slot: &str) -> Result<ParsedQuantity, Vec<Problem>> {
    match parse_quantity(text) {
        Ok(parsed) => match &parsed.unit {
            Some(unit) if unit.dimension != dimension => {
                let message =
                    format!("\"{text}\" is {}, where {} belongs.", unit.dimension.name(), dimension.name());
                let cure = format!("Write {} such as {}.", dimension.name(), dimension.example());
                Err(vec![Problem::new(ProblemKind::Quantity, slot, message, cure)])
            }
            _ => Ok(parsed),
        },
        Err(error) => Err(vec![Problem::new(ProblemKind::Quantity, slot, error.to_string(), error.cure())]),
    }
}

/// A typed length in `unit`, a bare number being in it already.
pub(super) fn length(text: &str, unit: &Unit, slot: &str) -> Result<f64, Vec<Problem>> {
    let value = quantity(text, Dimension::LENGTH, slot)?;
    Ok(value.unit.map_or(value.value, |written| unit.from_si(written.to_si(value.value))))
}

/// As [`length`], but more than nothing.
pub(super) fn positive(text: &str, unit: &Unit, slot: &str) -> Result<f64, Vec<Problem>> {
    let value = length(text, unit, slot)?;
    if value > 0.0 {
        Ok(value)
    } else {
        wrong(slot, format!("{text} is not a length."), "Type a positive one.")
    }
}

/// As it is kept in the sheet: a bare number as a number, with a unit as it was typed.
pub(super) fn kept(text: &str, dimension: Dimension, slot: &str) -> Result<Quantity, Vec<Problem>> {
    let parsed = quantity(text, dimension, slot)?;
    Ok(match parsed.unit {
        None => Quantity::Number(parsed.value),
        Some(_) => Quantity::Text(text.trim().to_owned()),
    })
}

/// As [`kept`]; a question mark and a symbol stand for a size that is sought.
pub(super) fn size(text: &str, dimension: Dimension, slot: &str) -> Result<Quantity, Vec<Problem>> {
    let text = text.trim();
    match text.strip_prefix('?').map(str::trim) {
        None => kept(text, dimension, slot),
        Some("") => wrong(slot, "What is sought needs a symbol.", "Type it behind the question mark: ?P."),
        Some(symbol) => Ok(Quantity::Text(format!("?{symbol}"))),
    }
}

/// Twelve figures: 0.30000000000000004 is not what anyone measured.
pub(super) fn tidy(value: f64) -> f64 {
    let tidy: f64 = format!("{value:.11e}").parse().unwrap_or(value);
    if tidy.abs() < 1e-12 { 0.0 } else { tidy }
}
