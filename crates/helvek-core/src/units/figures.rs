//! Numbers as people read them. Values are never rounded before they are shown.

/// `value` to `figures` significant figures, never in exponent form, never −0: 0.87 to three is `0.870`, 12345 is `12300`. What is
/// exactly zero is `0`.
pub fn rounded(value: f64, figures: u8) -> String {
    if value == 0.0 {
        return "0".into();
    }
    let figures = i32::from(figures.max(1));
    let exponent = format!("{:.*e}", (figures - 1) as usize, value);
    // After rounding: 9.996 to three figures is 10.0, not 10.00.
    let power: i32 = exponent.split_once('e').and_then(|(_, e)| e.parse().ok()).unwrap_or(0);
    let decimals = figures - 1 - power;
    if decimals >= 0 {
        format!("{value:.*}", decimals as usize)
    } else {
        let step = 10f64.powi(-decimals);
        format!("{:.0}", (value / step).round() * step)
    }
}

/// A number that was given or follows exactly from given ones: as short as it is (`0.5`, `2.4`), else to one figure more than results.
pub fn plain(value: f64, figures: u8) -> String {
    if value == 0.0 {
        return "0".into();
    }
    // Twelve figures hide the noise of 0.1 + 0.2; what is still long after that is long by nature.
    let clean: f64 = format!("{value:.11e}").parse().unwrap_or(value);
    let short = format!("{clean}");
    let significant =
        short.trim_start_matches('-').replace('.', "").trim_start_matches('0').trim_end_matches('0').len();
    if significant <= usize::from(figures.max(4)) + 1 && clean.abs() >= 1e-6 && clean.abs() < 1e9 {
        short
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
        ] {
            assert_eq!(rounded(value, figures), text, "{value} to {figures}");
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
}
