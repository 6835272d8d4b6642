//! How a figure comes about: its quantities brought to one set of units, put into the formula.

use super::Judging;
use crate::agree::{Printed, agreeing, comes_to, marked, read};
use crate::fragment::{Fragment, latex_unit};
use helvek_core::Checks;
use helvek_core::judge::{Judged, Worked};
use helvek_core::units::{Unit, figures, parse_unit};
use std::f64::consts::PI;

/// The units in which stresses are worked: force over the square of the unit of sections is the unit of stress, where there is such a force.
struct Together {
    force: Unit,
    length: Unit,
    stress: Unit,
}

impl Together {
    fn moment(&self) -> Unit {
        self.force.times(&self.length)
    }
}

/// Lines that lead to a figure, written with some figures more than usual.
struct Formula<'a> {
    judging: &'a Judging<'a>,
    to: Together,
    more: u8,
    /// Whether all of it comes out as it is printed.
    agrees: bool,
    lines: Vec<Fragment>,
}

impl Judging<'_> {
    pub(super) fn worked(&self, judged: &Judged) -> Option<Worked> {
        Checks(self.solved).worked(judged, self.states, &self.judgement.pins)
    }

    fn together(&self) -> Together {
        let units = &self.solved.model.units;
        let (length, stress) = (&units.section, &units.stress);
        let area = length.to_si(1.0).powi(2);
        let fits = |unit: &Unit| (unit.to_si(1.0) / area / stress.to_si(1.0) - 1.0).abs() <= 1e-6;
        let known = ["N", "kN", "MN", "lb", "kip"].into_iter().filter_map(|symbol| parse_unit(symbol).ok());
        if let Some(force) = known.into_iter().find(fits) {
            return Together { force, length: length.clone(), stress: stress.clone() };
        }
        let si = |symbol| parse_unit(symbol).unwrap_or_else(|_| length.clone());
        Together { force: si("N"), length: si("m"), stress: si("Pa") }
    }

    /// Lines that lead to the figure of a check.
    pub(super) fn working(&self, judged: &Judged, worked: Option<Worked>) -> Vec<Fragment> {
        let Some(worked) = worked else { return Vec::new() };
        let (mut lines, differs) = agreeing(|more| {
            let mut formula =
                Formula { judging: self, to: self.together(), more, agrees: true, lines: Vec::new() };
            formula.write(judged, worked);
            (formula.lines, formula.agrees)
        });
        let last = lines.pop().map(|line| marked(line, differs));
        lines.extend(last);
        lines
    }
}

impl Formula<'_> {
    /// A number in a formula.
    fn put(&self, si: f64, unit: &Unit, power: i32) -> Printed {
        let value = si * unit.from_si(1.0).powi(power);
        let text = figures::plain(value, self.judging.digits.max(4) + self.more);
        Printed::new(text)
    }

    /// A stress that printed numbers give is held against what it is, Pa.
    fn gives(&mut self, printed: f64, result: f64, largest: f64) {
        let [result, largest] = [result, largest].map(|si| self.to.stress.from_si(si));
        self.agrees &= comes_to(printed, result, largest, self.judging.digits);
    }

    /// A stress as it is printed.
    fn stress(&self, si: f64, more: u8) -> Printed {
        let text = figures::rounded(self.to.stress.from_si(si), self.judging.digits + more);
        Printed::new(text)
    }

    fn with_unit(&self, stress: &Printed) -> String {
        format!("{} {}", stress.text, self.to.stress.symbol)
    }

    fn latex_with_unit(&self, stress: &Printed) -> String {
        format!("{}\\;{}", stress.latex, latex_unit(&self.to.stress.symbol))
    }

    /// `N = 24 kN = 24000 N`, where the units differ.
    fn conversion(&mut self, symbol: &str, si: f64, from: &Unit, to: &Unit) {
        if from.symbol == to.symbol {
            return;
        }
        let [a, b] = [from, to].map(|unit| self.put(si, unit, 1));
        self.lines.push(Fragment::math(
            format!("{symbol} = {} {} = {} {}", a.text, from.symbol, b.text, to.symbol),
            format!(
                "{symbol} = {}\\;{} = {}\\;{}",
                a.latex,
                latex_unit(&from.symbol),
                b.latex,
                latex_unit(&to.symbol)
            ),
        ));
    }

    fn write(&mut self, judged: &Judged, worked: Worked) {
        let units = &self.judging.solved.model.units;
        let (force, moment) = (&units.force, &units.moment);
        let [to_force, to_length, to_moment] =
            [self.to.force.clone(), self.to.length.clone(), self.to.moment()];
        match worked {
            Worked::Normal { n, m, area, inertia, fibre, axial, bending, coupled, hole } => {
                if let Some(hole) = hole {
                    if self.takes_all(area, hole.area) {
                        return;
                    }
                    self.without("A", 2, area, hole.area);
                    self.without("I", 4, inertia, hole.inertia);
                }
                self.conversion("N", n, force, &to_force);
                self.conversion("M", m, moment, &to_moment);
                let (n, m) = (self.put(n, &to_force, 1), self.put(m.abs(), &to_moment, 1));
                let (a, i) = (self.put(area, &to_length, 2), self.put(inertia, &to_length, 4));
                let c = self.put(fibre[1].abs(), &to_length, 1);
                let (minus, sign) = if bending < 0.0 { ("−", "-") } else { ("+", "+") };
                let [of_n, of_m] = [axial, bending.abs()].map(|si| self.stress(si, self.more));
                let whole = self.stress(axial + bending, 0);
                let signed = bending.signum();
                let largest = axial.abs().max(bending.abs());
                self.gives(of_n.value + signed * of_m.value, axial + bending, largest);
                if coupled {
                    let (text, latex) = (self.with_unit(&of_m), &of_m.latex);
                    self.gives(n.value / a.value, axial, axial);
                    self.lines.push(Fragment::math(
                        format!(
                            "σ = {}/{} {minus} {text} by bending askew = {} {minus} {text} = {}",
                            n.text,
                            a.text,
                            self.with_unit(&of_n),
                            self.with_unit(&whole)
                        ),
                        format!(
                            "\\sigma = \\frac{{{}}}{{{}}} - M\\,\\frac{{I_y y - I_{{zy}} z}}{{I_z I_y - I_{{zy}}^2}} = {} {sign} {latex} = {}",
                            n.latex, a.latex, of_n.latex, self.latex_with_unit(&whole)
                        ),
                    ));
                    return;
                }
                let printed = n.value / a.value + signed * m.value * c.value / i.value;
                self.gives(printed, axial + bending, largest);
                self.lines.push(Fragment::math(
                    format!(
                        "σ = N/A {minus} M·c/I = {}/{} {minus} {}·{}/{} = {} {minus} {} = {}",
                        n.text, a.text, m.text, c.text, i.text, self.with_unit(&of_n), self.with_unit(&of_m), self.with_unit(&whole)
                    ),
                    format!(
                        "\\sigma = \\frac{{N}}{{A}} {sign} \\frac{{M c}}{{I}} = \\frac{{{}}}{{{}}} {sign} \\frac{{{} \\cdot {}}}{{{}}} = {} {sign} {} = {}",
                        n.latex, a.latex, m.latex, c.latex, i.latex, of_n.latex, of_m.latex, self.latex_with_unit(&whole)
                    ),
                ));
            }
            Worked::Shear { v, first_moment, inertia, width, .. } => {
                self.conversion("V", v.abs(), force, &to_force);
                let (v, q) = (self.put(v.abs(), &to_force, 1), self.put(first_moment, &to_length, 3));
                let (i, t) = (self.put(inertia, &to_length, 4), self.put(width, &to_length, 1));
                self.ratio(
                    ["τ", "\\tau"],
                    ["V·Q/(I·t)", "\\frac{V Q}{I t}"],
                    &format!("{}·{}/({}·{})", v.text, q.text, i.text, t.text),
                    [&format!("{} \\cdot {}", v.latex, q.latex), &format!("{} \\cdot {}", i.latex, t.latex)],
                    [v.value * q.value / (i.value * t.value), judged.demand],
                );
            }
            Worked::Axial { force: n, area, hole } => {
                if let Some(hole) = hole {
                    if self.takes_all(area, hole.area) {
                        return;
                    }
                    self.without("A", 2, area, hole.area);
                }
                self.conversion("N", n, force, &to_force);
                let (n, a) = (self.put(n, &to_force, 1), self.put(area, &to_length, 2));
                self.ratio(
                    ["σ", "\\sigma"],
                    ["N/A", "\\frac{N}{A}"],
                    &format!("{}/{}", n.text, a.text),
                    [&n.latex, &a.latex],
                    [n.value / a.value, judged.demand],
                );
            }
            Worked::Torsion { torque, radius, constant } => {
                self.conversion("T", torque, moment, &to_moment);
                let (t, r) = (self.put(torque, &to_moment, 1), self.put(radius, &to_length, 1));
                let j = self.put(constant, &to_length, 4);
                self.ratio(
                    ["τ", "\\tau"],
                    ["T·r/J", "\\frac{T r}{J}"],
                    &format!("{}·{}/{}", t.text, r.text, j.text),
                    [&format!("{} \\cdot {}", t.latex, r.latex), &j.latex],
                    [t.value * r.value / j.value, judged.demand],
                );
            }
            Worked::PinShear { force: v, diameter } => {
                self.conversion("V", v, force, &to_force);
                let (v, d) = (self.put(v, &to_force, 1), self.put(diameter, &to_length, 1));
                self.ratio(
                    ["τ", "\\tau"],
                    ["V/(π·d²/4)", "\\frac{V}{\\pi d^2/4}"],
                    &format!("{}/(π·{}²/4)", v.text, d.text),
                    [&v.latex, &format!("\\pi \\cdot {}^2/4", d.latex)],
                    [v.value / (0.25 * PI * d.value.powi(2)), judged.demand],
                );
            }
            Worked::Bearing { force: p, thickness, diameter } => {
                self.conversion("F", p, force, &to_force);
                let (p, t) = (self.put(p, &to_force, 1), self.put(thickness, &to_length, 1));
                let d = self.put(diameter, &to_length, 1);
                self.ratio(
                    ["σ", "\\sigma"],
                    ["F/(t·d)", "\\frac{F}{t d}"],
                    &format!("{}/({}·{})", p.text, t.text, d.text),
                    [&p.latex, &format!("{} \\cdot {}", t.latex, d.latex)],
                    [p.value / (t.value * d.value), judged.demand],
                );
            }
            Worked::TearOut { force: p, thickness, edge, diameter } => {
                self.conversion("F", p, force, &to_force);
                let p = self.put(p, &to_force, 1);
                let [t, e, d] = [thickness, edge, diameter].map(|si| self.put(si, &to_length, 1));
                self.ratio(
                    ["τ", "\\tau"],
                    ["F/(2·t·(e − d/2))", "\\frac{F}{2 t (e - d/2)}"],
                    &format!("{}/(2·{}·({} − {}/2))", p.text, t.text, e.text, d.text),
                    [&p.latex, &format!("2 \\cdot {} \\cdot ({} - {}/2)", t.latex, e.latex, d.latex)],
                    [p.value / (2.0 * t.value * (e.value - 0.5 * d.value)), judged.demand],
                );
            }
            Worked::Buckling { e, inertia, length, area, critical, squash, .. } => {
                let e = self.put(e, &self.to.stress, 1);
                let (i, long) = (self.put(inertia, &to_length, 4), self.put(length, &to_length, 1));
                self.limit(
                    ["N_cr = π²·E·I/L²", "N_{cr} = \\frac{\\pi^2 E I}{L^2}"],
                    &format!("π²·{}·{}/{}²", e.text, i.text, long.text),
                    &format!("\\frac{{\\pi^2 \\cdot {} \\cdot {}}}{{{}^2}}", e.latex, i.latex, long.latex),
                    [PI * PI * e.value * i.value / long.value.powi(2), critical],
                    "",
                );
                if let Some((stress, squash)) = squash {
                    let (a, s) = (self.put(area, &to_length, 2), self.put(stress, &self.to.stress, 1));
                    self.limit(
                        ["squash load A·σ", "A\\sigma"],
                        &format!("{}·{}", a.text, s.text),
                        &format!("{} \\cdot {}", a.latex, s.latex),
                        [a.value * s.value, squash],
                        "; the smaller counts",
                    );
                }
            }
            Worked::Sag { sag, length, overhang } => {
                let unit = &units.section;
                let (long, short) = (self.put(length, unit, 1), self.put(sag, unit, 1));
                let what = if overhang { "twice the overhang over its sag" } else { "span over sag" };
                let times = length / sag.max(f64::MIN_POSITIVE);
                let many = figures::rounded(times, self.judging.digits);
                self.agrees &= comes_to(long.value / short.value, times, times, self.judging.digits);
                self.lines.push(Fragment::math(
                    format!("{what}: L/v = {}/{} = {many}", long.text, short.text),
                    format!("\\frac{{L}}{{v}} = \\frac{{{}}}{{{}}} = {many}", long.latex, short.latex),
                ));
            }
            Worked::Force(_) => {}
        }
    }

    /// Says so where a hole leaves nothing of a section: no formula says anything then.
    fn takes_all(&mut self, left: f64, off: f64) -> bool {
        let all = left < 1e-6 * off;
        if all {
            self.lines.push(Fragment::words("the hole takes all of the section"));
        }
        all
    }

    /// What is left of A or I where a hole is taken off: `A = 360 − 96 = 264 mm²`.
    fn without(&mut self, symbol: &str, power: i32, left: f64, off: f64) {
        let unit = self.to.length.clone();
        let [whole, off, left] = [left + off, off, left].map(|si| self.put(si, &unit, power));
        // All three are as they are put in: the one that is left goes on into the formula.
        let place = figures::last_place(left.value, self.judging.digits.max(4) + 1 + self.more);
        self.agrees &= (whole.value - off.value - left.value).abs() <= 0.5 * place;
        let raised = if power == 2 { "²" } else { "⁴" };
        self.lines.push(Fragment::math(
            format!("{symbol} = {} − {} = {} {}{raised}", whole.text, off.text, left.text, unit.symbol),
            format!(
                "{symbol} = {} - {} = {}\\;{}^{power}",
                whole.latex,
                off.latex,
                left.latex,
                latex_unit(&unit.symbol)
            ),
        ));
    }

    /// A force that a formula gives, in the unit it is worked in and in that of forces.
    fn limit(
        &mut self,
        [head, latex_head]: [&str; 2],
        numbers: &str,
        latex: &str,
        [printed, result]: [f64; 2],
        behind: &str,
    ) {
        let (to, unit) = (self.to.force.clone(), self.judging.solved.model.units.force.clone());
        let digits = self.judging.digits;
        let given = figures::rounded(unit.from_si(result), digits);
        let (mut text, mut tex) = (String::new(), String::new());
        if to.symbol == unit.symbol {
            self.agrees &= comes_to(printed, unit.from_si(result), unit.from_si(result), digits);
        } else {
            let worked = figures::plain(to.from_si(result), digits.max(4) + self.more);
            let place = figures::last_place(read(&worked), digits.max(4) + 1 + self.more);
            self.agrees &= (printed - read(&worked)).abs() <= 0.5 * place;
            text = format!(" = {worked} {}", to.symbol);
            tex = format!(" = {worked}\\;{}", latex_unit(&to.symbol));
        }
        self.lines.push(Fragment::math(
            format!("{head} = {numbers}{text} = {given} {}{behind}", unit.symbol),
            format!("{latex_head} = {latex}{tex} = {given}\\;{}", latex_unit(&unit.symbol)),
        ));
    }

    /// A formula that is one fraction: what it comes to as printed, and its result, Pa.
    fn ratio(
        &mut self,
        [symbol, latex]: [&str; 2],
        formula: [&str; 2],
        numbers: &str,
        fraction: [&str; 2],
        [printed, result]: [f64; 2],
    ) {
        self.gives(printed, result, result);
        let whole = self.stress(result, 0);
        self.lines.push(Fragment::math(
            format!("{symbol} = {} = {numbers} = {}", formula[0], self.with_unit(&whole)),
            format!(
                "{latex} = {} = \\frac{{{}}}{{{}}} = {}",
                formula[1],
                fraction[0],
                fraction[1],
                self.latex_with_unit(&whole)
            ),
        ));
    }
}
