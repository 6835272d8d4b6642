//! Numbers of one solution as they are printed, each with its unit and the sheet's figures.

use crate::direction;
use helvek_core::answers::Findings;
use helvek_core::equilibrium::ColumnKind;
use helvek_core::geometry::{Point, Vector};
use helvek_core::solution::Statics;
use helvek_core::units::figures;
use std::ops::Deref;

/// The axes of space.
pub(crate) const AXES: [&str; 3] = ["x", "y", "z"];

/// Words numbers, places and directions.
pub(crate) struct Numbers<'a> {
    pub(crate) statics: &'a Statics,
}

/// Words what statics come to: the verdict, what was asked, limits.
pub(crate) struct Words<'a> {
    numbers: Numbers<'a>,
    /// The findings, made once.
    pub(crate) found: &'a Findings,
}

impl<'a> Words<'a> {
    pub(crate) fn of(statics: &'a Statics, found: &'a Findings) -> Self {
        Self { numbers: Numbers { statics }, found }
    }
}

impl<'a> Deref for Words<'a> {
    type Target = Numbers<'a>;

    fn deref(&self) -> &Numbers<'a> {
        &self.numbers
    }
}

impl Numbers<'_> {
    pub(crate) fn digits(&self) -> u8 {
        self.statics.model.conventions.figures
    }

    /// An arm with its unit, as it stands in the sum.
    pub(crate) fn arm_text(&self, metres: f64) -> String {
        let (unit, _) = self.statics.model.units.moment_sums();
        format!("{} {}", figures::plain(unit.from_si(metres), self.digits()), unit.symbol)
    }

    pub(crate) fn place(&self, point: Point) -> [f64; 2] {
        let length = &self.statics.model.units.length;
        [length.from_si(point.x), length.from_si(point.y)]
    }

    /// A value of a kind of unknown: its number and its unit.
    pub(crate) fn result(&self, value: f64, kind: ColumnKind) -> (String, String) {
        let unit = self.statics.model.unit_of(kind);
        (figures::rounded(unit.from_si(value), self.digits()), unit.symbol)
    }

    pub(crate) fn spatial(&self) -> bool {
        self.statics.model.spatial()
    }

    /// `along +z`; else by its unit vector.
    pub(crate) fn direction_in_space(&self, direction: Vector) -> String {
        match direction.tidy().axis() {
            Some((axis, forward)) => format!("along {}{}", if forward { "+" } else { "−" }, AXES[axis]),
            None => format!("along {}", self.triple(direction)),
        }
    }

    /// `(0.286, 0.429, −0.857)`
    pub(crate) fn triple(&self, v: Vector) -> String {
        let part = |v: f64| minus(&figures::rounded(if v.abs() < 1e-12 { 0.0 } else { v }, self.digits()));
        format!("({})", v.parts().map(part).join(", "))
    }

    /// The direction of a force as an arrow, else in words.
    pub(crate) fn way(&self, force: Vector) -> String {
        let unit = force.unit().unwrap_or_default();
        if self.spatial() { self.direction_in_space(unit) } else { direction::arrow(unit, self.digits()) }
    }

    /// `about +x`.
    pub(crate) fn turn_in_space(&self, moment: Vector) -> String {
        self.direction_in_space(moment.unit().unwrap_or_default()).replacen("along", "about", 1)
    }

    /// A direction in words.
    pub(crate) fn direction(&self, direction: Vector) -> String {
        if self.statics.model.spatial() {
            return self.direction_in_space(direction);
        }
        direction::words(direction, self.digits())
    }
}

/// A hyphen is not a minus.
pub(crate) fn minus(number: &str) -> String {
    number.replace('-', "−")
}

pub(crate) fn plural(count: usize, thing: &str) -> String {
    match count {
        0 => format!("no {thing}s"),
        1 => format!("1 {thing}"),
        _ => format!("{count} {thing}s"),
    }
}

/// `relative residual 2·10⁻¹⁶`.
pub(crate) fn closes(relative: f64) -> String {
    if relative == 0.0 {
        return "no residual".into();
    }
    format!("relative residual {}", figures::scientific(relative, 0))
}

/// The used share of a limit in whole per cent; beyond the limit it is never 100 %.
pub(crate) fn percent(ratio: f64) -> String {
    if ratio > 1.0 + 1e-9 && ratio < 1.005 {
        return "over 100 %".into();
    }
    format!("{} %", figures::decimals(100.0 * ratio, 0))
}

#[cfg(test)]
mod tests {
    use super::percent;

    #[test]
    fn what_is_beyond_a_limit_never_reads_as_just_met() {
        assert_eq!(percent(1.0), "100 %");
        assert_eq!(percent(1.004), "over 100 %");
        assert_eq!(percent(0.125), "13 %");
    }
}
