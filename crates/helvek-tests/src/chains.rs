//! Printed chains read back: `τ = V/(π·d²/4) = 2000/(π·6²/4) = 70.7 MPa`, `M = 2.5 − 0.75 = 1.75 kN·m`. Every part that is arithmetic has to come to the next one, within half
//! a unit of its last place, in one set of units; by a reader with code of its own.

use crate::printed::number;

/// The value of an expression.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Value {
    /// As the numbers stand.
    plain: f64,
    /// In SI, as far as units stand behind them.
    si: f64,
    /// Some unit stands behind some number.
    unit: bool,
    /// Half a unit of the last places of a number, or of numbers added up.
    half: Option<f64>,
    /// It is one number.
    one: bool,
}

/// The size of a unit in SI.
fn unit(text: &str) -> Option<f64> {
    let base = match text {
        "N" => 1.0,
        "kN" => 1e3,
        "MN" => 1e6,
        "lb" => 4.448_221_615_260_5,
        "kip" => 4_448.221_615_260_5,
        "m" => 1.0,
        "mm" => 1e-3,
        "cm" => 1e-2,
        "in" => 0.0254,
        "ft" => 0.3048,
        "Pa" => 1.0,
        "kPa" => 1e3,
        "MPa" => 1e6,
        "GPa" => 1e9,
        "psi" => 4.448_221_615_260_5 / (0.0254 * 0.0254),
        "ksi" => 4_448.221_615_260_5 / (0.0254 * 0.0254),
        "rad" => 1.0,
        _ => {
            if let Some((a, b)) = text.split_once('/') {
                return Some(unit(a)? / unit(b)?);
            }
            if let Some((a, b)) = text.split_once('·') {
                return Some(unit(a)? * unit(b)?);
            }
            let power = [("²", 2), ("³", 3), ("⁴", 4)].into_iter().find(|(mark, _)| text.ends_with(mark))?;
            return Some(unit(text.trim_end_matches(power.0))?.powi(power.1));
        }
    };
    Some(base)
}

struct Reader<'a> {
    rest: &'a str,
    figures: usize,
}

impl Reader<'_> {
    fn skip(&mut self) {
        self.rest = self.rest.trim_start_matches([' ', '\u{a0}']);
    }

    fn take(&mut self, mark: &str) -> bool {
        self.skip();
        match self.rest.strip_prefix(mark) {
            Some(rest) => {
                self.rest = rest;
                true
            }
            None => false,
        }
    }

    fn sum(&mut self) -> Option<Value> {
        let mut total = self.product()?;
        loop {
            let sign = match () {
                () if self.take("+") => 1.0,
                () if self.take("−") => -1.0,
                () => return Some(total),
            };
            let next = self.product()?;
            total = Value {
                plain: total.plain + sign * next.plain,
                si: total.si + sign * next.si,
                unit: total.unit || next.unit,
                half: total.half.zip(next.half).map(|(a, b)| a + b),
                one: false,
            };
        }
    }

    fn product(&mut self) -> Option<Value> {
        let mut total = self.factor()?;
        loop {
            let over = if self.take("·") || self.take("×") {
                false
            } else if self.take("/") {
                true
            } else {
                return Some(total);
            };
            let next = self.factor()?;
            let by = |a: f64, b: f64| if over { a / b } else { a * b };
            total = Value {
                plain: by(total.plain, next.plain),
                si: by(total.si, next.si),
                unit: total.unit || next.unit,
                half: None,
                one: false,
            };
        }
    }

    fn factor(&mut self) -> Option<Value> {
        let bare = |value: f64| Value { plain: value, si: value, unit: false, half: None, one: false };
        let rooted = self.take("√");
        let mut value = if self.take("(") {
            let inner = self.sum()?;
            self.take(")").then_some(())?;
            inner
        } else if self.take("π") {
            bare(std::f64::consts::PI)
        } else if self.take("½") {
            bare(0.5)
        } else {
            let minus = self.take("−");
            self.skip();
            let end = self.rest.find(|c: char| !c.is_ascii_digit() && c != '.').unwrap_or(self.rest.len());
            let read = number(&self.rest[..end], self.figures)?;
            self.rest = &self.rest[end..];
            let size = if minus { -read.value } else { read.value };
            Value { plain: size, si: size, unit: false, half: Some(read.half), one: true }
        };
        if rooted {
            value = Value { plain: value.plain.sqrt(), si: value.si.sqrt(), half: None, one: false, ..value };
        }
        for (mark, power) in [("²", 2), ("³", 3), ("⁴", 4)] {
            if let Some(rest) = self.rest.strip_prefix(mark) {
                self.rest = rest;
                value = Value {
                    plain: value.plain.powi(power),
                    si: value.si.powi(power),
                    half: None,
                    one: false,
                    ..value
                };
            }
        }
        // A unit stands behind a number, after a space.
        if let Some(rest) = self.rest.strip_prefix(' ') {
            let end = rest.find([' ', ')', '(', ';', ',']).unwrap_or(rest.len());
            // The longest beginning that is a unit: `mm·60` is mm, and then a factor.
            let words: Vec<usize> = rest[..end].char_indices().map(|(i, c)| i + c.len_utf8()).collect();
            if let Some((cut, factor)) = words
                .iter()
                .rev()
                .find_map(|cut| Some((*cut, unit(&rest[..*cut]).filter(|_| whole(rest, *cut))?)))
            {
                value = Value { si: value.si * factor, unit: true, ..value };
                self.rest = &rest[cut..];
            }
        }
        Some(value)
    }
}

/// True when a unit ends here: no letter follows.
fn whole(text: &str, cut: usize) -> bool {
    text[cut..].chars().next().is_none_or(|c| !c.is_alphabetic())
}

/// A part of a chain: arithmetic to its end, but for words before it and remarks behind it.
fn value(part: &str, figures: usize) -> Option<Value> {
    let starts = std::iter::once(0).chain(part.match_indices(' ').map(|(at, _)| at + 1));
    starts.into_iter().find_map(|at| {
        let led_by_sign = part[..at].trim_end().ends_with(['+', '−', '×', '·', '/', '(']);
        // A name may hold a number: `a_planks 2`.
        let named = part[..at].contains('_');
        let mut reader = Reader { rest: &part[at..], figures };
        let read = reader.sum().filter(|_| !led_by_sign && !named)?;
        reader.skip();
        (reader.rest.is_empty() || reader.rest.starts_with([';', ',', '('])).then_some(read)
    })
}

/// The number of parts of chains that came to the next one, or the first that does not.
pub fn chains(text: &str, figures: usize) -> Result<usize, String> {
    let mut count = 0;
    let lines = text.lines().filter(|line| !line.contains("(rounding)")).flat_map(|line| line.split("; "));
    for line in lines.filter(|line| line.contains(" = ")) {
        let mut before: Option<Value> = None;
        for part in line.split(" = ") {
            let Some(value) = value(part.trim(), figures) else {
                before = None;
                continue;
            };
            if let Some(earlier) = before {
                let both = earlier.unit && value.unit;
                let [a, b] = if both { [earlier.si, value.si] } else { [earlier.plain, value.plain] };
                let per = |v: Value| if both && v.plain != 0.0 { v.si / v.plain } else { 1.0 };
                let slack = value.half.unwrap_or(0.0) * per(value).abs()
                    + earlier.half.filter(|_| earlier.one).unwrap_or(0.0) * per(earlier).abs();
                // Nothing, as the sum of what cancels: known no better than its parts.
                if b != 0.0 && (a - b).abs() > slack * (1.0 + 1e-6) + 1e-9 * a.abs() {
                    return Err(format!("{part} is not {a} (within {slack}): {line}"));
                }
                count += 1;
            }
            before = Some(value);
        }
    }
    Ok(count)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn chains_are_read_and_followed() {
        for good in [
            "τ = V/(π·d²/4) = 2000/(π·6²/4) = 70.7 MPa",
            "  V = 24 kN = 24000 N",
            "bearing in ground (plate 3): d = F/(t·σ) = 2500 N/(6 mm·60 MPa) = 6.94 mm",
            "area of V, being a parabola's, 3/6 × (2 + 14 − 1) = 7.50",
            "σ = N/A − M·c/I = −3760/360 − 208000·22.5/60750 = −10.44 MPa − 77.04 MPa = −87.5 MPa",
            "area of the load ½ × 3 × (−2 − 4) = −9",
            "d = √(4·V/(π·τ)) = √(4·2500 N/(π·60 MPa)) = 7.28 mm",
        ] {
            assert!(chains(good, 3).is_ok_and(|count| count > 0), "{good}: {:?}", chains(good, 3));
        }
        for wrong in [
            "no load: V stays, its area 160 × (−113) = −18.1",
            "V = 24 kN = 2400 N",
            "M = 2.5 − 0.75 = 1.85 kN·m",
        ] {
            assert!(chains(wrong, 3).is_err(), "{wrong}");
        }
    }
}
