//! How a figure comes about: its quantities brought to one set of units, put into the formula.

use super::Judging;
use crate::fragment::{Fragment, latex_unit};
use helvek_core::judge::{Hole, Judged, Worked};
use helvek_core::units::{Unit, figures, parse_unit};

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

/// A quantity in its own unit and in the one it is worked in.
struct Put {
    text: String,
    latex: String,
}

impl Judging<'_> {
    pub(super) fn worked(&self, judged: &Judged) -> Option<Worked> {
        self.solved.worked(judged, self.states, &self.judgement.pins)
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

    /// A number in a formula.
    fn put(&self, si: f64, unit: &Unit, power: i32) -> Put {
        let value = si * unit.from_si(1.0).powi(power);
        let text = figures::plain(value, self.digits.max(4));
        Put { latex: text.clone(), text: text.replace('-', "−") }
    }

    /// `N = 24 kN = 24000 N`, where the units differ.
    fn conversion(&self, symbol: &str, si: f64, from: &Unit, to: &Unit) -> Option<Fragment> {
        if from.symbol == to.symbol {
            return None;
        }
        let [a, b] = [from, to].map(|unit| self.put(si, unit, 1));
        Some(Fragment::math(
            format!("{symbol} = {} {} = {} {}", a.text, from.symbol, b.text, to.symbol),
            format!(
                "{symbol} = {}\\;{} = {}\\;{}",
                a.latex,
                latex_unit(&from.symbol),
                b.latex,
                latex_unit(&to.symbol)
            ),
        ))
    }

    /// Lines that lead to the figure of a check.
    pub(super) fn working(&self, judged: &Judged, worked: Option<Worked>) -> Vec<Fragment> {
        let Some(worked) = worked else { return Vec::new() };
        let units = &self.solved.model.units;
        let to = self.together();
        let (force, moment) = (&units.force, &units.moment);
        let in_stress = |si: f64| format!("{} {}", self.figure(to.stress.from_si(si)), to.stress.symbol);
        let latex_stress = |si: f64| {
            let number = figures::rounded(to.stress.from_si(si), self.digits);
            format!("{number}\\;{}", latex_unit(&to.stress.symbol))
        };
        let mut lines = Vec::new();
        let f = |si: f64| self.put(si, &to.force, 1);
        let l = |si: f64, power: i32| self.put(si, &to.length, power);
        match worked {
            Worked::Normal { n, m, area, inertia, fibre, axial, bending, coupled, hole } => {
                lines.extend(hole.iter().flat_map(|hole| self.without(hole, [Some(area), Some(inertia)])));
                lines.extend(self.conversion("N", n, force, &to.force));
                lines.extend(self.conversion("M", m, moment, &to.moment()));
                let (n, m, a, i) = (f(n), self.put(m.abs(), &to.moment(), 1), l(area, 2), l(inertia, 4));
                let c = l(fibre[1].abs(), 1);
                let sign = if bending < 0.0 { "-" } else { "+" };
                let total = axial + bending;
                if coupled {
                    lines.push(Fragment::math(
                        format!("σ = {}/{} + bending askew {} = {}", n.text, a.text, in_stress(bending), in_stress(total)),
                        format!(
                            "\\sigma = \\frac{{{}}}{{{}}} - M\\,\\frac{{I_y y - I_{{zy}} z}}{{I_z I_y - I_{{zy}}^2}} = {} {sign} {} = {}",
                            n.latex,
                            a.latex,
                            latex_stress(axial),
                            latex_stress(bending.abs()),
                            latex_stress(total)
                        ),
                    ));
                } else {
                    let minus = if bending < 0.0 { "−" } else { "+" };
                    lines.push(Fragment::math(
                        format!(
                            "σ = N/A {minus} M·c/I = {}/{} {minus} {}·{}/{} = {} {minus} {} = {}",
                            n.text, a.text, m.text, c.text, i.text,
                            in_stress(axial), in_stress(bending.abs()), in_stress(total)
                        ),
                        format!(
                            "\\sigma = \\frac{{N}}{{A}} {sign} \\frac{{M c}}{{I}} = \\frac{{{}}}{{{}}} {sign} \\frac{{{} \\cdot {}}}{{{}}} = {} {sign} {} = {}",
                            n.latex, a.latex, m.latex, c.latex, i.latex,
                            figures::rounded(to.stress.from_si(axial), self.digits),
                            figures::rounded(to.stress.from_si(bending.abs()), self.digits),
                            latex_stress(total)
                        ),
                    ));
                }
            }
            Worked::Shear { v, first_moment, inertia, width, .. } => {
                lines.extend(self.conversion("V", v.abs(), force, &to.force));
                let (v, q, i, t) = (f(v.abs()), l(first_moment, 3), l(inertia, 4), l(width, 1));
                lines.push(self.ratio(
                    "τ",
                    "\\tau",
                    ["V·Q/(I·t)", "\\frac{V Q}{I t}"],
                    &format!("{}·{}/({}·{})", v.text, q.text, i.text, t.text),
                    [&format!("{} \\cdot {}", v.latex, q.latex), &format!("{} \\cdot {}", i.latex, t.latex)],
                    judged.demand,
                ));
            }
            Worked::Axial { force: n, area, hole } => {
                lines.extend(hole.iter().flat_map(|hole| self.without(hole, [Some(area), None])));
                lines.extend(self.conversion("N", n, force, &to.force));
                let (n, a) = (f(n), l(area, 2));
                lines.push(self.ratio(
                    "σ",
                    "\\sigma",
                    ["N/A", "\\frac{N}{A}"],
                    &format!("{}/{}", n.text, a.text),
                    [&n.latex, &a.latex],
                    judged.demand,
                ));
            }
            Worked::Torsion { torque, radius, constant } => {
                lines.extend(self.conversion("T", torque, moment, &to.moment()));
                let (t, r, j) = (self.put(torque, &to.moment(), 1), l(radius, 1), l(constant, 4));
                lines.push(self.ratio(
                    "τ",
                    "\\tau",
                    ["T·r/J", "\\frac{T r}{J}"],
                    &format!("{}·{}/{}", t.text, r.text, j.text),
                    [&format!("{} \\cdot {}", t.latex, r.latex), &j.latex],
                    judged.demand,
                ));
            }
            Worked::PinShear { force: v, diameter } => {
                lines.extend(self.conversion("V", v, force, &to.force));
                let (v, d) = (f(v), l(diameter, 1));
                lines.push(self.ratio(
                    "τ",
                    "\\tau",
                    ["V/(π·d²/4)", "\\frac{V}{\\pi d^2/4}"],
                    &format!("{}/(π·{}²/4)", v.text, d.text),
                    [&v.latex, &format!("\\pi \\cdot {}^2/4", d.latex)],
                    judged.demand,
                ));
            }
            Worked::Bearing { force: p, thickness, diameter } => {
                lines.extend(self.conversion("F", p, force, &to.force));
                let (p, t, d) = (f(p), l(thickness, 1), l(diameter, 1));
                lines.push(self.ratio(
                    "σ",
                    "\\sigma",
                    ["F/(t·d)", "\\frac{F}{t d}"],
                    &format!("{}/({}·{})", p.text, t.text, d.text),
                    [&p.latex, &format!("{} \\cdot {}", t.latex, d.latex)],
                    judged.demand,
                ));
            }
            Worked::TearOut { force: p, thickness, edge, diameter } => {
                lines.extend(self.conversion("F", p, force, &to.force));
                let (p, t, e, d) = (f(p), l(thickness, 1), l(edge, 1), l(diameter, 1));
                lines.push(self.ratio(
                    "τ",
                    "\\tau",
                    ["F/(2·t·(e − d/2))", "\\frac{F}{2 t (e - d/2)}"],
                    &format!("{}/(2·{}·({} − {}/2))", p.text, t.text, e.text, d.text),
                    [&p.latex, &format!("2 \\cdot {} \\cdot ({} - {}/2)", t.latex, e.latex, d.latex)],
                    judged.demand,
                ));
            }
            Worked::Buckling { e, inertia, length, area, critical, squash, .. } => {
                let (e_put, i, long) = (self.put(e, &to.stress, 1), l(inertia, 4), l(length, 1));
                let shown = |si: f64| self.figure(force.from_si(si));
                let unit = &force.symbol;
                lines.push(Fragment::math(
                    format!("N_cr = π²·E·I/L² = π²·{}·{}/{}² = {} {unit}", e_put.text, i.text, long.text, shown(critical)),
                    format!(
                        "N_{{cr}} = \\frac{{\\pi^2 E I}}{{L^2}} = \\frac{{\\pi^2 \\cdot {} \\cdot {}}}{{{}^2}} = {}\\;{}",
                        e_put.latex, i.latex, long.latex,
                        figures::rounded(force.from_si(critical), self.digits), latex_unit(unit)
                    ),
                ));
                if let Some((stress, squash)) = squash {
                    let (a, s) = (l(area, 2), self.put(stress, &to.stress, 1));
                    lines.push(Fragment::math(
                        format!(
                            "squash load A·σ = {}·{} = {} {unit}; the smaller counts",
                            a.text,
                            s.text,
                            shown(squash)
                        ),
                        format!(
                            "A\\sigma = {} \\cdot {} = {}\\;{}",
                            a.latex,
                            s.latex,
                            figures::rounded(force.from_si(squash), self.digits),
                            latex_unit(unit)
                        ),
                    ));
                }
            }
            Worked::Sag { sag, length, overhang } => {
                let unit = &units.section;
                let (long, short) = (self.put(length, unit, 1), self.put(sag, unit, 1));
                let what = if overhang { "twice the overhang over its sag" } else { "span over sag" };
                let many = figures::rounded(length / sag.max(f64::MIN_POSITIVE), self.digits);
                lines.push(Fragment::math(
                    format!("{what}: L/v = {}/{} = {many}", long.text, short.text),
                    format!("\\frac{{L}}{{v}} = \\frac{{{}}}{{{}}} = {many}", long.latex, short.latex),
                ));
            }
            Worked::Force(_) => {}
        }
        lines
    }

    /// What is left of A and I where a hole is taken off: `A = 360 − 96 = 264 mm²`.
    fn without(&self, hole: &Hole, left: [Option<f64>; 2]) -> Vec<Fragment> {
        let unit = self.together().length;
        let symbols = [("A", 2, "²"), ("I", 4, "⁴")];
        let off = [hole.area, hole.inertia];
        let each = symbols.into_iter().zip(off).zip(left);
        each.filter_map(|(((symbol, power, raised), off), left)| {
            let left = left?;
            let [whole, off, left] = [left + off, off, left].map(|si| self.put(si, &unit, power));
            Some(Fragment::math(
                format!("{symbol} = {} − {} = {} {}{raised}", whole.text, off.text, left.text, unit.symbol),
                format!(
                    "{symbol} = {} - {} = {}\\;{}^{power}",
                    whole.latex,
                    off.latex,
                    left.latex,
                    latex_unit(&unit.symbol)
                ),
            ))
        })
        .collect()
    }

    /// A formula that is one fraction.
    fn ratio(
        &self,
        symbol: &str,
        latex: &str,
        formula: [&str; 2],
        numbers: &str,
        fraction: [&str; 2],
        result: f64,
    ) -> Fragment {
        let to = self.together();
        let value = to.stress.from_si(result);
        let unit = &to.stress.symbol;
        Fragment::math(
            format!("{symbol} = {} = {numbers} = {} {unit}", formula[0], self.figure(value)),
            format!(
                "{latex} = {} = \\frac{{{}}}{{{}}} = {}\\;{}",
                formula[1],
                fraction[0],
                fraction[1],
                figures::rounded(value, self.digits),
                latex_unit(unit)
            ),
        )
    }
}
