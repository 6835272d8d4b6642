//! Figures, beside what was promised.

use std::time::Duration;

/// Everything that was measured.
#[derive(Default)]
pub(crate) struct Report(Vec<(String, String, String)>);

impl Report {
    /// A figure without a promise.
    pub(crate) fn tell(&mut self, what: &str, value: f64, unit: &str) {
        self.0.push((what.into(), format!("{value:.1} {unit}"), String::new()));
    }

    /// A figure that must stay below a limit.
    pub(crate) fn under(&mut self, what: &str, value: f64, limit: f64, unit: &str) {
        let verdict = if value < limit { "holds" } else { "FAILS" };
        self.0.push((what.into(), format!("{value:.1} {unit}"), format!("under {limit} {unit}: {verdict}")));
    }

    /// A figure that must reach a limit.
    pub(crate) fn over(&mut self, what: &str, value: f64, limit: f64, unit: &str) {
        let verdict = if value >= limit { "holds" } else { "FAILS" };
        self.0.push((
            what.into(),
            format!("{value:.1} {unit}"),
            format!("at least {limit} {unit}: {verdict}"),
        ));
    }

    pub(crate) fn print(&self) {
        for (what, value, verdict) in &self.0 {
            println!("{what:<86} {value:>12}   {verdict}");
        }
    }
}

/// The middle one, in milliseconds.
pub(crate) fn median(times: &mut [Duration]) -> f64 {
    let mut times: Vec<f64> = times.iter().map(|time| time.as_secs_f64() * 1000.0).collect();
    middle(&mut times)
}

pub(crate) fn middle(values: &mut [f64]) -> f64 {
    percentile(values, 0.5)
}

/// The value below which that part of them lies.
pub(crate) fn percentile(values: &mut [f64], part: f64) -> f64 {
    values.sort_unstable_by(f64::total_cmp);
    let at = ((values.len() as f64 * part) as usize).min(values.len().saturating_sub(1));
    values.get(at).copied().unwrap_or(f64::NAN)
}
