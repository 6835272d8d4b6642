//! The closed forms of the cases evaluated: `w·L²/8`, `√(F_x² + F_y²)`, `P·sin(θ)`, with angles in degrees. One notation for the reader of the
//! document and for the test.

use std::collections::BTreeMap;
use winnow::ascii::{float, space0};
use winnow::combinator::{Infix, Postfix, Prefix, alt, delimited, dispatch, expression, fail, opt, preceded};
use winnow::error::ContextError;
use winnow::prelude::*;
use winnow::token::{any, take_while};

/// What symbols stand for.
pub type Symbols = BTreeMap<String, f64>;

/// A symbol: a letter, then letters, digits, lower indices and `_`. Upper indices are powers.
fn symbol<'i>(input: &mut &'i str) -> ModalResult<&'i str> {
    (
        take_while(1, char::is_alphabetic),
        take_while(0.., |c: char| {
            c.is_alphabetic() || c.is_ascii_digit() || c == '_' || ('₀'..='₉').contains(&c)
        }),
    )
        .take()
        .parse_next(input)
}

/// True of a symbol and nothing else.
pub fn is_symbol(text: &str) -> bool {
    symbol.parse(text).is_ok()
}

/// A function of one number, by its name.
fn function(name: &str) -> Option<fn(f64) -> f64> {
    Some(match name {
        "sin" => |x| x.to_radians().sin(),
        "cos" => |x| x.to_radians().cos(),
        "tan" => |x| x.to_radians().tan(),
        "atan" => |x| x.atan().to_degrees(),
        _ => return None,
    })
}

/// A value that is known, a function of one, or what stands between brackets.
fn operand(input: &mut &str, known: &Symbols) -> ModalResult<f64> {
    let bracket = |input: &mut &str| delimited('(', |i: &mut &str| sum(i, known), ')').parse_next(input);
    let named = |input: &mut &str| {
        let name = symbol.parse_next(input)?;
        match function(name) {
            Some(of) => Ok(of(bracket(input)?)),
            None if name == "π" => Ok(std::f64::consts::PI),
            None => known.get(name).copied().ok_or_else(|| winnow::error::ErrMode::Cut(ContextError::new())),
        }
    };
    delimited(space0, alt((bracket, '½'.value(0.5), float, named)), space0).parse_next(input)
}

fn sum(input: &mut &str, known: &Symbols) -> ModalResult<f64> {
    expression(|input: &mut &str| operand(input, known))
        .prefix(preceded(
            space0,
            dispatch! {any;
                '−' => Prefix(2, |_, a: f64| Ok(-a)),
                '√' => Prefix(4, |_, a: f64| Ok(a.sqrt())),
                _ => fail,
            },
        ))
        .postfix(delimited(
            opt(' '),
            dispatch! {any;
                '²' => Postfix(5, |_, a: f64| Ok(a.powi(2))),
                '³' => Postfix(5, |_, a: f64| Ok(a.powi(3))),
                '⁴' => Postfix(5, |_, a: f64| Ok(a.powi(4))),
                _ => fail,
            },
            space0,
        ))
        .infix(dispatch! {any;
            '+' => Infix::Left(1, |_, a, b| Ok(a + b)),
            '−' => Infix::Left(1, |_, a, b| Ok(a - b)),
            '·' => Infix::Left(3, |_, a, b| Ok(a * b)),
            '/' => Infix::Left(3, |_, a, b| Ok(a / b)),
            _ => fail,
        })
        .parse_next(input)
}

/// The value of a closed form, or where it cannot be read.
pub fn value(text: &str, known: &Symbols) -> Result<f64, String> {
    let mut read = |input: &mut &str| sum(input, known);
    read.parse(text).map_err(|wrong| format!("`{text}` cannot be read from character {}", wrong.offset()))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn forms_are_read_as_they_are_written() {
        let known = Symbols::from([("L₁".into(), 3.0), ("w".into(), 2.0), ("θ".into(), 30.0)]);
        for (text, expected) in [
            ("w·L₁²/8", 2.25),
            ("−w·L₁/2 + 1", -2.0),
            ("√(L₁² + 4²)", 5.0),
            ("2·sin(θ)", 1.0),
            ("½·w·(L₁ − 1)³", 8.0),
            ("−L₁²", -9.0),
            ("w − L₁ − 1", -2.0),
            ("12/w/L₁", 2.0),
            ("w·(−L₁)", -6.0),
            ("√4²", 4.0),
        ] {
            let got = value(text, &known);
            assert!(got.as_ref().is_ok_and(|got| (got - expected).abs() < 1e-12), "{text}: {got:?}");
        }
        for wrong in ["w·q", "w·", "(w", "w w", ""] {
            assert!(value(wrong, &known).is_err(), "{wrong}");
        }
    }
}
