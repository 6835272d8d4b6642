//! The working of a figure: its quantities brought to one set of units and put into the formula.

use super::Judging;
use crate::agree::{agreeing, comes_to, marked};
use crate::formula::{Addend, Formula, Number, Source};
use crate::inline::Inline;
use helvek_core::Checks;
use helvek_core::strength_check::{Judged, Worked};
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

/// Lines that lead to a figure, written with some figures more than usual.
struct Working<'a> {
    judging: &'a Judging<'a>,
    to: Together,
    more: u8,
    /// True when all of it comes out as it is printed.
    agrees: bool,
    lines: Vec<Vec<Inline>>,
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
    pub(super) fn working(&self, judged: &Judged, worked: Option<Worked>) -> Vec<Vec<Inline>> {
        let Some(worked) = worked else { return Vec::new() };
        let (mut lines, differs) = agreeing(|more| {
            let mut working =
                Working { judging: self, to: self.together(), more, agrees: true, lines: Vec::new() };
            working.write(judged, worked);
            (working.lines, working.agrees)
        });
        let last = lines.pop().map(|line| marked(line, differs));
        lines.extend(last);
        lines
    }
}

impl Working<'_> {
    /// A number in a formula.
    fn put(&self, si: f64, unit: &Unit) -> Formula {
        self.number(si, unit).into()
    }

    /// A number that the solution has.
    fn found(&self, si: f64, unit: &Unit) -> Formula {
        self.number(si, unit).from(Source::Solution).into()
    }

    fn number(&self, si: f64, unit: &Unit) -> Number {
        Number::plain(unit.from_si(si), self.figures())
    }

    fn figures(&self) -> u8 {
        self.judging.digits.max(4) + self.more
    }

    /// A stress that printed numbers give is held against what it is, Pa.
    fn gives(&mut self, printed: f64, result: f64, largest: f64) {
        let [result, largest] = [result, largest].map(|si| self.to.stress.from_si(si));
        self.agrees &= comes_to(printed, result, largest, self.judging.digits);
    }

    /// A stress as it is printed.
    fn stress(&self, si: f64, more: u8) -> Number {
        Number::rounded(self.to.stress.from_si(si), self.judging.digits + more).from(Source::Result)
    }

    fn whole_stress(&self, si: f64) -> Formula {
        self.stress(si, 0).unit(&self.to.stress).into()
    }

    fn line(&mut self, same: Vec<Formula>) {
        self.lines.push(vec![Formula::Equal(same).into()]);
    }

    /// `N = 24 kN = 24000 N`, where the units differ.
    fn conversion(&mut self, symbol: &str, si: f64, from: &Unit, to: &Unit) {
        if from.symbol == to.symbol {
            return;
        }
        let of = |unit| self.number(si, unit).unit(unit).from(Source::Solution).into();
        self.line(vec![symbol.into(), of(from), of(to)]);
    }

    fn write(&mut self, judged: &Judged, worked: Worked) {
        let units = &self.judging.solved.model.units;
        let (force, moment) = (&units.force, &units.moment);
        let [to_force, to_length, to_moment] =
            [self.to.force.clone(), self.to.length.clone(), self.to.moment()];
        let [to_area, to_static, to_inertia] = [2, 3, 4].map(|power| to_length.raised(power));
        match worked {
            Worked::Normal { n, m, area, inertia, fibre, axial, bending, coupled, hole } => {
                if let Some(hole) = hole {
                    if self.takes_all(area, hole.area) {
                        return;
                    }
                    self.without("A", &to_area, area, hole.area);
                    self.without("I", &to_inertia, inertia, hole.inertia);
                }
                // What is nothing is left out; something is said in any case.
                let largest = axial.abs().max(bending.abs());
                let pulls = axial.abs() > 1e-9 * largest;
                let bends = bending.abs() > 1e-9 * largest || !pulls;
                if pulls {
                    self.conversion("N", n, force, &to_force);
                }
                if bends {
                    self.conversion("M", m, moment, &to_moment);
                }
                let sum = |n: Formula, m: Formula| {
                    let n = pulls.then(|| Addend::plus(n));
                    let m = bends.then_some(Addend { less: bending < 0.0, of: m });
                    Formula::Sum(n.into_iter().chain(m).collect())
                };
                let of_n = Formula::over(self.found(n, &to_force), self.put(area, &to_area));
                let m = Formula::over(
                    Formula::product([self.found(m.abs(), &to_moment), self.put(fibre[1].abs(), &to_length)]),
                    self.put(inertia, &to_inertia),
                );
                let [stress_n, stress_m] =
                    [axial, bending.abs()].map(|si| Formula::from(self.stress(si, self.more)));
                let whole = self.whole_stress(axial + bending);
                let stresses = sum(stress_n, stress_m);
                self.gives(stresses.value(), axial + bending, largest);
                let n_over_a = Formula::over("N", "A");
                if coupled {
                    self.gives(of_n.value(), axial, axial);
                    let of_m = self.stress(bending.abs(), self.more).unit(&self.to.stress).into();
                    let [y, z] = ["I_y", "I_z"].map(Formula::from);
                    let askew = Formula::over(
                        Formula::product([
                            "M".into(),
                            Formula::Sum(vec![
                                Addend::plus(Formula::product([y.clone(), "y".into()])),
                                Addend::minus(Formula::product(["I_zy".into(), "z".into()])),
                            ]),
                        ]),
                        Formula::Sum(vec![
                            Addend::plus(Formula::product([z, y])),
                            Addend::minus(Formula::from("I_zy").power(2)),
                        ]),
                    );
                    let n_over_a = pulls.then(|| Addend::plus(n_over_a));
                    let formula = n_over_a.into_iter().chain([Addend::minus(askew)]).collect();
                    self.line(vec!["σ".into(), Formula::Sum(formula), sum(of_n, of_m), stresses, whole]);
                    return;
                }
                let numbers = sum(of_n, m);
                self.gives(numbers.value(), axial + bending, largest);
                let mc_over_i = Formula::over(Formula::product(["M".into(), "c".into()]), "I");
                let mut chain = vec!["σ".into(), sum(n_over_a, mc_over_i), numbers];
                chain.extend((pulls && bends).then_some(stresses));
                chain.push(whole);
                self.line(chain);
            }
            Worked::Shear { v, first_moment, inertia, width, .. } => {
                self.conversion("V", v.abs(), force, &to_force);
                let formula = |v, q, i, t| Formula::over(Formula::product([v, q]), Formula::product([i, t]));
                let numbers = formula(
                    self.found(v.abs(), &to_force),
                    self.put(first_moment, &to_static),
                    self.put(inertia, &to_inertia),
                    self.put(width, &to_length),
                );
                self.ratio(
                    "τ",
                    formula("V".into(), "Q".into(), "I".into(), "t".into()),
                    numbers,
                    judged.demand,
                );
            }
            Worked::Axial { force: n, area, hole } => {
                if let Some(hole) = hole {
                    if self.takes_all(area, hole.area) {
                        return;
                    }
                    self.without("A", &to_area, area, hole.area);
                }
                self.conversion("N", n, force, &to_force);
                let numbers = Formula::over(self.found(n, &to_force), self.put(area, &to_area));
                self.ratio("σ", Formula::over("N", "A"), numbers, judged.demand);
            }
            Worked::Torsion { torque, radius, constant } => {
                self.conversion("T", torque, moment, &to_moment);
                let formula = |t, r, j: Formula| Formula::over(Formula::product([t, r]), j);
                let numbers = formula(
                    self.found(torque, &to_moment),
                    self.put(radius, &to_length),
                    self.put(constant, &to_inertia),
                );
                self.ratio("τ", formula("T".into(), "r".into(), "J".into()), numbers, judged.demand);
            }
            Worked::PinShear { force: v, diameter } => {
                self.conversion("V", v, force, &to_force);
                let formula = |v: Formula, d: Formula| {
                    Formula::over(v, Formula::over(Formula::product(["π".into(), d.power(2)]), 4))
                };
                let numbers = formula(self.found(v, &to_force), self.put(diameter, &to_length));
                self.ratio("τ", formula("V".into(), "d".into()), numbers, judged.demand);
            }
            Worked::Bearing { force: p, thickness, diameter } => {
                self.conversion("F", p, force, &to_force);
                let formula = |p: Formula, t, d| Formula::over(p, Formula::product([t, d]));
                let numbers = formula(
                    self.found(p, &to_force),
                    self.put(thickness, &to_length),
                    self.put(diameter, &to_length),
                );
                self.ratio("σ", formula("F".into(), "t".into(), "d".into()), numbers, judged.demand);
            }
            Worked::TearOut { force: p, thickness, edge, diameter } => {
                self.conversion("F", p, force, &to_force);
                let formula = |p: Formula, t, e: Formula, d: Formula| {
                    let left = Formula::Sum(vec![Addend::plus(e), Addend::minus(Formula::over(d, 2))]);
                    Formula::over(p, Formula::product([2.into(), t, left]))
                };
                let [t, e, d] = [thickness, edge, diameter].map(|si| self.put(si, &to_length));
                let numbers = formula(self.found(p, &to_force), t, e, d);
                self.ratio(
                    "τ",
                    formula("F".into(), "t".into(), "e".into(), "d".into()),
                    numbers,
                    judged.demand,
                );
            }
            Worked::Buckling { e, inertia, length, area, critical, squash, .. } => {
                let formula = |e, i, l: Formula| {
                    Formula::over(Formula::product([Formula::from("π").power(2), e, i]), l.power(2))
                };
                let numbers = formula(
                    self.put(e, &self.to.stress),
                    self.put(inertia, &to_inertia),
                    self.put(length, &to_length),
                );
                let same = vec!["N_cr".into(), formula("E".into(), "I".into(), "L".into()), numbers];
                self.limit("", same, critical, "");
                if let Some((stress, squash)) = squash {
                    let (a, s) = (self.put(area, &to_area), self.put(stress, &self.to.stress));
                    let same = vec![Formula::product(["A".into(), "σ".into()]), Formula::product([a, s])];
                    self.limit("squash load ", same, squash, "; the smaller counts");
                }
            }
            Worked::Sag { sag, length, overhang } => {
                let unit = &units.section;
                let numbers = Formula::over(self.put(length, unit), self.found(sag, unit));
                let times = length / sag.max(f64::MIN_POSITIVE);
                let many = Number::rounded(times, self.judging.digits).from(Source::Result);
                self.agrees &= comes_to(numbers.value(), times, times, self.judging.digits);
                let what = if overhang { "twice the overhang over its sag: " } else { "span over sag: " };
                let formula = Formula::Equal(vec![Formula::over("L", "v"), numbers, many.into()]);
                self.lines.push(vec![what.into(), formula.into()]);
            }
            Worked::Force(_) => {}
        }
    }

    /// Says so where a hole leaves nothing of a section: no formula says anything then.
    fn takes_all(&mut self, left: f64, off: f64) -> bool {
        let all = left < 1e-6 * off;
        if all {
            self.lines.push(vec!["the hole takes all of the section".into()]);
        }
        all
    }

    /// The rest of A or I where a hole is taken off: `A = 360 − 96 = 264 mm²`.
    fn without(&mut self, symbol: &str, unit: &Unit, left: f64, off: f64) {
        let sum = [left + off, off].map(|si| self.put(si, unit));
        let left = self.number(left, unit).from(Source::Result);
        // All three are as they are put in: the one that is left goes on into the formula.
        let place = figures::last_place(left.printed(), self.figures() + 1);
        let [whole, off] = sum;
        let sum = Formula::Sum(vec![Addend::plus(whole), Addend::minus(off)]);
        self.agrees &= (sum.value() - left.printed()).abs() <= 0.5 * place;
        self.line(vec![symbol.into(), sum, left.unit(unit).into()]);
    }

    /// A force that a formula gives, N, in the unit it is worked in and in that of forces.
    fn limit(&mut self, before: &str, mut same: Vec<Formula>, result: f64, behind: &str) {
        let (to, unit) = (self.to.force.clone(), self.judging.solved.model.units.force.clone());
        let digits = self.judging.digits;
        let printed = same.last().map_or(f64::NAN, Formula::value);
        if to.symbol == unit.symbol {
            self.agrees &= comes_to(printed, unit.from_si(result), unit.from_si(result), digits);
        } else {
            let worked = self.number(result, &to).from(Source::Result);
            let place = figures::last_place(worked.printed(), self.figures() + 1);
            self.agrees &= (printed - worked.printed()).abs() <= 0.5 * place;
            same.push(worked.unit(&to).into());
        }
        same.push(Number::rounded(unit.from_si(result), digits).unit(&unit).from(Source::Result).into());
        let words = |text: &str| (!text.is_empty()).then(|| Inline::words(text));
        let formula = Some(Formula::Equal(same).into());
        self.lines.push(words(before).into_iter().chain(formula).chain(words(behind)).collect());
    }

    /// A stress that one fraction gives: in symbols, in numbers, and its result, Pa.
    fn ratio(&mut self, symbol: &str, formula: Formula, numbers: Formula, result: f64) {
        self.gives(numbers.value(), result, result);
        let whole = self.whole_stress(result);
        self.line(vec![symbol.into(), formula, numbers, whole]);
    }
}
