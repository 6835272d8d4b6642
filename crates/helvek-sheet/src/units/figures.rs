//! Numbers as people read them. Values are never rounded before they are shown.

use std::io::Write;

/// Decimal figures beyond which a number is noise: 0.1 + 0.2 is 0.3, and 100.49999999999999 is half-way to 101.
const TRUE: usize = 12;

/// The figures of a size that is not 0, rounded half away from zero, and the power of ten of the first.
fn decimal(value: f64, figures: usize) -> (Vec<u8>, i32) {
    let parts = |exact: Option<usize>| -> (Vec<u8>, i32) {
        let mut text = [0; 40];
        let mut free = &mut text[..];
        // Seventeen figures and their exponent take fewer bytes than that.
        let _ = match exact {
            None => write!(free, "{:e}", value.abs()),
            Some(places) => write!(free, "{:.places$e}", value.abs()),
        };
        let left = free.len();
        let text = std::str::from_utf8(&text[..text.len() - left]).unwrap_or_default();
        let (mantissa, power) = text.split_once('e').unwrap_or((text, "0"));
        let digits = mantissa.bytes().filter(u8::is_ascii_digit).map(|b| b - b'0').collect();
        (digits, power.parse().unwrap_or(0))
    };
    // What is short is exact already, and much quicker to write than to so many figures.
    let (mut digits, mut power) = parts(None);
    if digits.len() > TRUE {
        (digits, power) = parts(Some(TRUE - 1));
    }
    digits.resize(TRUE.max(figures), 0);
    let up = digits.get(figures).is_some_and(|next| *next >= 5);
    digits.resize(figures, 0);
    if up {
        let mut place = figures;
        while place > 0 && digits[place - 1] == 9 {
            digits[place - 1] = 0;
            place -= 1;
        }
        match place {
            // 9.996 to three figures is 10.0, not 10.00.
            0 => {
                digits[0] = 1;
                power += 1;
            }
            _ => digits[place - 1] += 1,
        }
    }
    (digits, power)
}

/// `value` to `figures` significant figures, half away from zero, never in exponent form, never −0: 0.87 to three is `0.870`, 112.5 is `113`, 12345 is `12300`.
/// What is exactly zero is `0`.
pub fn rounded(value: f64, figures: u8) -> String {
    if value == 0.0 || !value.is_finite() {
        return if value.is_finite() { "0".into() } else { value.to_string() };
    }
    let (digits, power) = decimal(value, usize::from(figures.max(1)));
    written(value < 0.0, &digits, power)
}

/// Figures with their point: as many stand before it as the power of the first says; what is below 1 begins with zeros behind it.
fn written(negative: bool, digits: &[u8], power: i32) -> String {
    let before = usize::try_from(power + 1).unwrap_or(0);
    let (whole, part) = digits.split_at(before.min(digits.len()));
    let mut text = String::with_capacity(digits.len().max(before) + 12);
    let put = |text: &mut String, digits: &[u8]| text.extend(digits.iter().map(|d| char::from(b'0' + d)));
    let zeros = |text: &mut String, count: usize| text.extend(std::iter::repeat_n('0', count));
    if negative {
        text.push('-');
    }
    put(&mut text, whole);
    zeros(&mut text, (before - whole.len()).max(usize::from(before == 0)));
    if !part.is_empty() {
        text.push('.');
        zeros(&mut text, usize::try_from(-power - 1).unwrap_or(0));
        put(&mut text, part);
    }
    text
}

/// `value` to so many decimals, half away from zero once noise is snapped, never −0: 112.5 to none is `113`, 1.005 to two is `1.01`.
pub fn decimals(value: f64, places: u8) -> String {
    if !value.is_finite() {
        return value.to_string();
    }
    let scaled = value.abs() * 10f64.powi(places.into());
    let snapped: f64 = format!("{scaled:.11e}").parse().unwrap_or(scaled);
    let rounded = (snapped + 0.5).floor();
    let sign = if value < 0.0 && rounded > 0.0 { "-" } else { "" };
    let digits = format!("{rounded:0>width$}", width = usize::from(places) + 1);
    let (whole, part) = digits.split_at(digits.len() - usize::from(places));
    if part.is_empty() { format!("{sign}{whole}") } else { format!("{sign}{whole}.{part}") }
}

/// The unit of the last place of `value` at `figures` significant figures: 0.01 of 3.20, 100 of 12300. 0 for nothing.
pub fn last_place(value: f64, figures: u8) -> f64 {
    if value == 0.0 || !value.is_finite() {
        return 0.0;
    }
    let figures = usize::from(figures.max(1));
    let (_, power) = decimal(value, figures);
    10f64.powi(power + 1 - figures as i32)
}

/// With a power of ten, to so many decimals: `2·10⁻¹⁶`.
pub fn scientific(value: f64, places: usize) -> String {
    let text = format!("{value:.places$e}");
    let (mantissa, exponent) = text.split_once('e').unwrap_or((&text, "0"));
    format!("{mantissa}·10{}", superscript(exponent))
}

/// To `figures` significant figures; from a hundred thousand on with a power of ten that is a multiple of three: `21.1·10⁶`.
pub fn powered(value: f64, figures: u8) -> String {
    const LONG: f64 = 1e5;
    if value.abs() < LONG || !value.is_finite() {
        return rounded(value, figures);
    }
    let (_, power) = decimal(value, usize::from(figures.max(1)));
    let thousands = power.div_euclid(3) * 3;
    let text = rounded(value / 10f64.powi(thousands), figures);
    format!("{text}·10{}", superscript(&thousands.to_string()))
}

fn superscript(exponent: &str) -> String {
    let raised = |c| match c {
        '-' => '⁻',
        '1' => '¹',
        '2' => '²',
        '3' => '³',
        digit => char::from_u32('⁰' as u32 + digit.to_digit(10).unwrap_or(0)).unwrap_or('⁰'),
    };
    exponent.chars().map(raised).collect()
}

/// A number in a message about it, as it was written; one that nobody reads in full with a power of ten.
pub fn said(value: f64) -> String {
    let long = value != 0.0 && !(1e-6..1e15).contains(&value.abs());
    if !long || !value.is_finite() {
        return value.to_string();
    }
    let shortest = format!("{value:e}");
    let (mantissa, _) = shortest.split_once('e').unwrap_or((&shortest, ""));
    let places = mantissa.split_once('.').map_or(0, |(_, part)| part.len());
    scientific(value, places)
}

/// A number that was given or follows exactly from given ones: as short as it is (`0.5`, `2.4`), else to one figure more than results.
pub fn plain(value: f64, figures: u8) -> String {
    if value == 0.0 {
        return "0".into();
    }
    // Twelve figures hide the noise of 0.1 + 0.2; what is still long after that is long by nature.
    let (digits, power) = if value.is_finite() { decimal(value, TRUE) } else { (Vec::new(), i32::MAX) };
    let significant = TRUE - digits.iter().rev().take_while(|digit| **digit == 0).count();
    if significant <= usize::from(figures.max(4)) + 1 && (-6..9).contains(&power) {
        written(value < 0.0, &digits[..significant], power)
    } else {
        let long = rounded(value, figures + 1);
        // 7.000: the noise was larger than twelve figures show.
        if long.contains('.') { long.trim_end_matches('0').trim_end_matches('.').to_owned() } else { long }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn short_numbers_have_the_figures_that_all_have() {
        // Sums and quotients, of which some are short and some are not; each beside its twelve figures written in full.
        for i in 1..4000u32 {
            let short = f64::from(i * 37 % 9973) / 10f64.powi((i % 9) as i32 - 3);
            for value in [short, short + 0.1, short / 3.0, -short * 1.1, f64::from(i).sqrt() * 1e-7] {
                let (digits, power) = decimal(value, TRUE);
                let digits: String = digits.iter().map(|digit| char::from(b'0' + digit)).collect();
                let full = format!("{:.11e}", value.abs());
                assert_eq!(format!("{}.{}e{power}", &digits[..1], &digits[1..]), full, "{value}");
                let plain: f64 = plain(value, 11).parse().unwrap();
                assert!(
                    (plain - value).abs() <= 1e-11 * value.abs() || value.abs() < 1e-6,
                    "{value} as {plain}"
                );
            }
        }
    }

    #[test]
    fn results_keep_their_figures() {
        for (value, figures, text) in [
            (0.87, 3, "0.870"),
            (-6.363961, 3, "-6.36"),
            (9.996, 3, "10.0"),
            (12345.0, 3, "12300"),
            (0.0004567, 2, "0.00046"),
            (0.0, 3, "0"),
            (-0.0, 3, "0"),
            (999.6, 3, "1000"),
            (1200.0, 3, "1200"),
            (112.5, 3, "113"),
            (-100.5, 3, "-101"),
            (100.49999999999999, 3, "101"),
            (0.7035, 3, "0.704"),
            (2.675, 3, "2.68"),
            (1.0, 1, "1"),
            (0.05, 1, "0.05"),
            (25.0, 1, "30"),
            (99_950.0, 3, "100000"),
            (3.0e-7, 2, "0.00000030"),
        ] {
            assert_eq!(rounded(value, figures), text, "{value} to {figures}");
        }
    }

    #[test]
    fn what_nobody_reads_in_full_is_said_with_a_power_of_ten() {
        for (value, text) in [
            (0.0, "0"),
            (-2.5, "-2.5"),
            (123_456.789, "123456.789"),
            (1e308, "1·10³⁰⁸"),
            (-1.25e-9, "-1.25·10⁻⁹"),
            (1e15, "1·10¹⁵"),
            (999_999_999_999_999.0, "999999999999999"),
        ] {
            assert_eq!(said(value), text);
        }
        assert_eq!(scientific(2.04e-16, 0), "2·10⁻¹⁶");
        let powers =
            [(21.094e6, "21.1·10⁶"), (99_960.0, "100000"), (-123_456.0, "-123·10³"), (4.0e9, "4.00·10⁹")];
        powers.into_iter().for_each(|(value, text)| assert_eq!(powered(value, 3), text));
    }

    #[test]
    fn the_last_place_of_a_number() {
        for (value, figures, place) in
            [(3.2, 3, 0.01), (12345.0, 3, 100.0), (-0.0999, 2, 0.01), (0.0, 3, 0.0)]
        {
            assert!((last_place(value, figures) - place).abs() < 1e-15, "{value}");
        }
    }

    #[test]
    fn given_numbers_stay_as_short_as_they_are() {
        for (value, text) in [
            (0.5, "0.5"),
            (0.1 + 0.2, "0.3"),
            (2.0, "2"),
            (1.2345678, "1.235"),
            (-12.25, "-12.25"),
            (1.1120554, "1.112"),
            (1200.0, "1200"),
        ] {
            assert_eq!(plain(value, 3), text);
        }
    }

    #[test]
    fn decimals_round_half_away_and_snap_noise() {
        for (value, places, text) in [
            (112.5, 0, "113"),
            (-0.5, 0, "-1"),
            (-0.004, 2, "0.00"),
            (1.005, 2, "1.01"),
            (0.125, 2, "0.13"),
            (0.124_999_999_999_999_9, 2, "0.13"),
            (12.0, 1, "12.0"),
            (0.07, 2, "0.07"),
        ] {
            assert_eq!(decimals(value, places), text);
        }
    }
}
