//! Quantities as a person writes them: `250 mm`, `1.2 kip`, `5 ft 6 in`, `3 1/2 in`, `-4`.

use super::{Unit, UnitError, parse_unit};
use winnow::ascii::{digit0, digit1, multispace0, multispace1};
use winnow::combinator::{alt, opt, peek, repeat, terminated};
use winnow::prelude::*;
use winnow::token::{none_of, one_of};

/// A number with the unit that was written behind it, if any.
#[derive(Debug, Clone, PartialEq)]
pub struct ParsedQuantity {
    /// In `unit`, or in the sheet's unit when there is none.
    pub value: f64,
    /// As written; of `5 ft 6 in` the first.
    pub unit: Option<Unit>,
}

/// The reason why a quantity cannot be read.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum QuantityError {
    /// Nothing that looks like a number at the start.
    #[error("\"{0}\" is not a number with a unit.")]
    NotANumber(String),
    /// `2,5`: a decimal comma, or a comma between thousands.
    #[error("\"{0}\" has a comma in its number.")]
    Comma(String),
    /// Infinite or not a number.
    #[error("\"{0}\" is not a finite number.")]
    NotFinite(String),
    /// The number is good, the unit is not.
    #[error(transparent)]
    Unit(#[from] UnitError),
    /// `5 ft 6 kN`.
    #[error("\"{0}\" adds quantities of different kinds.")]
    Mixed(String),
}

impl QuantityError {
    /// The cure.
    pub fn cure(&self) -> String {
        match self {
            Self::NotANumber(_) => {
                "Write a number, and a unit behind it if it is not in the sheet's units: \"250 mm\".".into()
            }
            Self::Comma(text) => format!(
                "Write the decimal point as a point and nothing between thousands: \"{}\".",
                text.replacen(',', ".", 1)
            ),
            Self::NotFinite(_) => "Write a finite number.".into(),
            Self::Unit(error) => error.cure(),
            Self::Mixed(_) => "Write one quantity, or parts of one kind such as \"5 ft 6 in\".".into(),
        }
    }
}

/// The quantity of a text. Parts of one kind add up (`5 ft 6 in`), and carry the first one's sign (`-5 ft 6 in` is −5.5 ft).
///
/// # Errors
/// [`QuantityError`], with the text as written.
pub fn parse_quantity(text: &str) -> Result<ParsedQuantity, QuantityError> {
    let trimmed = text.trim().replace('−', "-");
    if trimmed.as_bytes().windows(2).any(|pair| pair[0].is_ascii_digit() && pair[1] == b',') {
        return Err(QuantityError::Comma(text.to_owned()));
    }
    let parts: Vec<(f64, &str)> = repeat(1.., (number, unit))
        .parse(trimmed.as_str())
        .map_err(|_| QuantityError::NotANumber(text.to_owned()))?;
    let negative = trimmed.starts_with('-');
    let mut total: Option<(f64, Option<Unit>)> = None;
    for (value, unit) in parts {
        let unit = if unit.is_empty() { None } else { Some(parse_unit(unit)?) };
        total = Some(match (total, unit) {
            (None, unit) => (value, unit),
            (Some((sum, Some(first))), Some(unit)) if first.dimension == unit.dimension => {
                let part = first.from_si(unit.to_si(value));
                (if negative { sum - part } else { sum + part }, Some(first))
            }
            _ => return Err(QuantityError::Mixed(text.to_owned())),
        });
    }
    match total {
        Some((value, unit)) if value.is_finite() => Ok(ParsedQuantity { value, unit }),
        _ => Err(QuantityError::NotFinite(text.to_owned())),
    }
}

/// `2.5`, `1/4`, `3 1/2`: the fraction goes on from the whole number, whatever its sign.
fn number(input: &mut &str) -> winnow::Result<f64> {
    let over = || (multispace0, '/', multispace0, peek(digit1), decimal).map(|(.., below)| below);
    let whole = terminated(decimal.verify(|value: &f64| value.fract() == 0.0), multispace1);
    let mixed = (whole, (digit1.parse_to::<f64>(), over()));
    let mixed = mixed.map(|(whole, (above, below))| whole + (above / below).copysign(whole));
    let fraction = (decimal, over()).map(|(above, below)| above / below);
    alt((mixed, fraction, decimal)).parse_next(input)
}

fn decimal(input: &mut &str) -> winnow::Result<f64> {
    let digits = alt(((digit1, opt(('.', digit0))).take(), ('.', digit1).take()));
    let power = opt((one_of(['e', 'E']), opt(one_of(['+', '-'])), digit1));
    (opt(one_of(['+', '-'])), digits, power).take().parse_to().parse_next(input)
}

/// The text up to the next number; digits behind `^` are its powers.
fn unit<'a>(input: &mut &'a str) -> winnow::Result<&'a str> {
    let power = ('^', opt(digit1)).take();
    let letter = none_of(('0'..='9', '+', '.', '^')).take();
    let begun = opt(one_of(['+', '.']));
    let letters = repeat::<_, _, (), _, _>(0.., alt((power, letter)));
    (begun, letters).take().map(str::trim).parse_next(input)
}

#[cfg(test)]
mod tests {
    use super::super::Dimension;
    use super::*;

    fn si(text: &str) -> (f64, Dimension) {
        let q = parse_quantity(text).unwrap_or_else(|e| panic!("{text}: {e}"));
        let unit = q.unit.expect("a unit");
        (unit.to_si(q.value), unit.dimension)
    }

    #[test]
    fn quantities_of_the_field_are_read() {
        // By definition: 1 in = 25.4 mm, 1 lbf = 4.4482216152605 N, 1 kip = 1000 lbf.
        for (text, value, dimension) in [
            ("250 mm", 0.25, Dimension::LENGTH),
            ("5 ft 6 in", 1.6764, Dimension::LENGTH),
            ("-5 ft 6 in", -1.6764, Dimension::LENGTH),
            ("3 1/2 in", 0.0889, Dimension::LENGTH),
            ("-0 1/2 in", -0.0127, Dimension::LENGTH),
            ("3 1 / 2 in", 0.0889, Dimension::LENGTH),
            ("1/4in", 0.00635, Dimension::LENGTH),
            ("5'6\"", 1.6764, Dimension::LENGTH),
            ("1.2 kip", 5337.8659383126, Dimension::FORCE),
            ("36 N·m", 36.0, Dimension::MOMENT),
            ("36 N*m", 36.0, Dimension::MOMENT),
            ("0.036 kN m", 36.0, Dimension::MOMENT),
            ("0.5 kN / m", 500.0, Dimension::FORCE_PER_LENGTH),
            ("0.036kNm", 36.0, Dimension::MOMENT),
            ("2 lb-ft", 2.0 * 1.3558179483314, Dimension::MOMENT),
            ("1e3 N/m", 1000.0, Dimension::FORCE_PER_LENGTH),
            ("100 plf", 1459.3902937206, Dimension::FORCE_PER_LENGTH),
            ("9.81 m/s²", 9.81, Dimension::ACCELERATION),
            ("9.81 m/s^2", 9.81, Dimension::ACCELERATION),
            ("30°", std::f64::consts::PI / 6.0, Dimension::ANGLE),
            ("1 slug", 14.59390293720636, Dimension::MASS),
            ("−2.5e-1 kN", -250.0, Dimension::FORCE),
        ] {
            let (got, of) = si(text);
            assert!((got - value).abs() <= 1e-12 * value.abs(), "{text}: {got} instead of {value}");
            assert_eq!(of, dimension, "{text}");
        }
        assert_eq!(parse_quantity("  7 ").unwrap(), ParsedQuantity { value: 7.0, unit: None });
    }

    #[test]
    fn nonsense_is_refused_by_name() {
        assert!(matches!(parse_quantity("2,5 m"), Err(QuantityError::Comma(_))));
        assert!(parse_quantity("2,5 m").unwrap_err().cure().contains("2.5 m"));
        assert!(matches!(parse_quantity(""), Err(QuantityError::NotANumber(_))));
        assert!(matches!(parse_quantity("kN"), Err(QuantityError::NotANumber(_))));
        assert!(matches!(parse_quantity("."), Err(QuantityError::NotANumber(_))));
        assert!(matches!(parse_quantity("1e999 m"), Err(QuantityError::NotFinite(_))));
        assert!(matches!(parse_quantity("1/0 m"), Err(QuantityError::NotFinite(_))));
        assert!(matches!(parse_quantity("5 ft 6 kN"), Err(QuantityError::Mixed(_))));
        assert!(matches!(parse_quantity("5 kN/"), Err(QuantityError::Unit(UnitError::Malformed { .. }))));
        let kgf = parse_quantity("5 kgf").unwrap_err();
        assert!(kgf.cure().contains("weight"), "{}", kgf.cure());
        assert!(parse_quantity("5 kNn").unwrap_err().cure().contains("kN"));
    }
}
