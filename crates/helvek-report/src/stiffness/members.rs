//! What a method by hand begins with, as it is written: stiffnesses, distribution factors, fixed-end moments.

use super::Stiff;
use crate::agree::{agreeing, comes_to, comes_to_number, marked};
use crate::document::{Block, Line, Role};
use crate::formula::{Addend, Formula, Number, Source, Symbol};
use crate::inline::Inline;
use helvek_core::hand_methods::{End, EndKind, PartOf};
use helvek_core::model::LoadId;
use helvek_core::sheet::Method;
use helvek_core::units::{Dimension, figures};

impl Stiff<'_> {
    fn load(&self, id: LoadId) -> &str {
        &self.solved.model.loading.loads[id.index()].name
    }

    pub(super) fn digits(&self) -> u8 {
        self.solved.model.conventions.figures
    }

    /// EI in a formula: its number, or a multiple of the letters where only ratios are given.
    fn ei_formula(&self, member: usize, more: u8) -> Formula {
        let ei = self.hand.frame.members[member].ei;
        let unit = self.solved.model.units.of(Dimension::BENDING);
        match self.relative() {
            true if ei == 1.0 => "EI".into(),
            true => Formula::product([Number::plain(ei, self.digits().max(4)).into(), "EI".into()]),
            false => Number::rounded(unit.from_si(ei), 4 + more).into(),
        }
    }

    /// A length of a member in its formulas.
    fn long(&self, si: f64, more: u8) -> Formula {
        Number::plain(self.solved.model.units.length.from_si(si), self.digits().max(4) + more).into()
    }

    /// By what EI/L is multiplied where a joint turns: 4, 3 with a hinged far end; across an axis of symmetry 2, or 6.
    pub(super) fn times(&self, end: End) -> (i32, &'static str) {
        let member = &self.hand.frame.members[end.member];
        match self.hand.distribution.half.as_ref().filter(|half| half.crosses(end.member)) {
            Some(half) if half.sign < 0.0 => (2, "across the axis of symmetry"),
            Some(_) => (6, "across the axis of antisymmetry"),
            None if member.kinds[1 - end.end] == EndKind::Hinged => (3, "its far end hinged"),
            None => (4, ""),
        }
    }

    /// `k_BA = 3EI/L = 3·1.5 EI/2.4 = 1.875 EI/m`
    pub(super) fn stiffness_formula(&self, end: End) -> Option<Vec<Inline>> {
        let frame = &self.hand.frame;
        if frame.stiffness(end) == 0.0 {
            return None;
        }
        let member = &frame.members[end.member];
        let (times, how) = self.times(end);
        let length = &self.solved.model.units.length;
        let moment_of_length = self.solved.model.units.force.times(length);
        let k = f64::from(times) * member.ei / member.length;
        let symbol = Symbol::indexed("k", &frame.end_name(end));
        let (formula, differs) = agreeing(|more| {
            let numeric = Formula::over(
                Formula::product([times.into(), self.ei_formula(end.member, more)]),
                self.long(member.length, more),
            );
            // EI over a length is a moment per rad, in the units of EI.
            let digits = self.digits().max(4);
            let bending =
                if self.relative() { 1.0 } else { self.solved.model.units.of(Dimension::BENDING).factor };
            let value = k / bending * length.factor;
            let agrees = comes_to(numeric.value(), value, value, digits);
            let shown = Number::rounded(value, digits);
            let shown = shown.from(Source::Result);
            let result: Formula = match self.relative() {
                true => {
                    let per = Symbol::letter(&format!("EI/{}", length.symbol));
                    Formula::product([shown.into(), per.into()])
                }
                false => Formula::from(shown).unit(&moment_of_length.symbol),
            };
            let symbolic = Formula::over(Formula::product([times.into(), "EI".into()]), "L");
            (Formula::Equal(vec![symbol.clone().into(), symbolic, numeric, result]), agrees)
        });
        let mut says = marked(vec![formula.into()], differs);
        if !how.is_empty() {
            says.push(Inline::words(format!(" ({how})")));
        }
        Some(says)
    }

    /// `DF_BA = k_BA/(k_BA + k_BC) = 1.25/(1.25 + 1.176) = 0.515`
    fn factor_formula(&self, column: usize) -> Option<Vec<Inline>> {
        let (frame, d) = (&self.hand.frame, &self.hand.distribution);
        let end = d.ends[column];
        let mine: Vec<usize> = (0..d.ends.len())
            .filter(|k| frame.joint(d.ends[*k]) == frame.joint(end) && d.stiffness[*k] > 0.0)
            .collect();
        if mine.len() < 2 || d.stiffness[column] == 0.0 {
            return None;
        }
        let unit = if self.relative() { 1.0 } else { self.solved.model.units.of(Dimension::BENDING).factor };
        let length = self.solved.model.units.length.factor;
        let size = |k: usize, more: u8| {
            Formula::from(Number::rounded(d.stiffness[k] / unit * length, self.digits().max(4) + more))
        };
        let symbol = |k: usize| Symbol::indexed("k", &frame.end_name(d.ends[k]));
        let shown = Number::new(&self.factor(column));
        let (formula, differs) = agreeing(|more| {
            let sum = |of: &dyn Fn(usize) -> Formula| {
                Formula::Sum(mine.iter().map(|k| Addend::plus(of(*k))).collect())
            };
            let numeric = Formula::over(size(column, more), sum(&|k| size(k, more)));
            let agrees = comes_to_number(numeric.value(), &shown);
            let letters = Formula::over(symbol(column), sum(&|k| symbol(k).into()));
            let name = Symbol::indexed("DF", &frame.end_name(end));
            let shown = shown.clone().from(Source::Result).into();
            (Formula::Equal(vec![name.into(), letters, numeric, shown]), agrees)
        });
        // The last one takes what rounding leaves.
        Some(marked(vec![formula.into()], differs))
    }

    /// The sources of the moment of an end whose joint is held: a formula for each load.
    pub(super) fn fixed_formulas(&self, end: End, parts: &[(PartOf, f64)]) -> Vec<Vec<Inline>> {
        let each = parts.iter().filter(|(_, m)| *m != 0.0);
        each.map(|(of, m)| self.fixed_part(end, *of, *m)).collect()
    }

    /// `trays: wL²/8 = 2.5·2.4²/8 = 1.80`
    fn fixed_part(&self, end: End, of: PartOf, m: f64) -> Vec<Inline> {
        let units = &self.solved.model.units;
        let member = &self.hand.frame.members[end.member];
        let hinged = member.kinds[1 - end.end] == EndKind::Hinged;
        let l = member.length;
        // Lengths and loads in the units in which they come to a moment.
        let (arm, _) = units.moment_sums();
        let near = |a: f64| if end.end == 0 { a } else { l - a };
        let force = |v: f64| Formula::from(Number::plain(units.force.from_si(v.abs()), self.digits().max(4)));
        let line = units.force.per(&arm);
        let spread = |v: f64| Formula::from(Number::plain(line.from_si(v.abs()), self.digits().max(4)));
        let long = |si: f64, more: u8| -> Formula {
            Number::plain(arm.from_si(si), self.digits().max(4) + more).into()
        };
        let square = |of: Formula| of.power(2);
        let named = |load| Inline::words(format!("{}: ", self.load(load)));
        match of {
            PartOf::Force(load, p, a) => {
                let [a, b] = [near(a), l - near(a)];
                let form = |p: Formula, a: Formula, b: Formula, l: Formula| match hinged {
                    true => {
                        let sum = Formula::Sum(vec![Addend::plus(l.clone()), Addend::plus(b.clone())]);
                        Formula::over(
                            Formula::product([p, a, b, sum]),
                            Formula::product([2.into(), square(l)]),
                        )
                    }
                    false => Formula::over(Formula::product([p, a, square(b)]), square(l)),
                };
                let letters = form("P".into(), "a".into(), "b".into(), "L".into());
                let numbers = |more| form(force(p), long(a, more), long(b, more), long(l, more));
                self.fixed_chain(vec![named(load)], letters, numbers, m)
            }
            PartOf::Spread(load, [from, to], [start, stop])
                if start.abs() <= 1e-9 * l && (stop - l).abs() <= 1e-9 * l && from * to >= 0.0 =>
            {
                let [near, far] = if end.end == 0 { [from, to] } else { [to, from] };
                let low = if near.abs() < far.abs() { near } else { far };
                let triangle = near - far;
                // A triangle that is highest at the end itself, or at the far one.
                let over = match (hinged, triangle.abs() > 0.0 && near.abs() > far.abs()) {
                    (false, true) => (1, 20),
                    (false, false) => (1, 30),
                    (true, true) => (1, 15),
                    (true, false) => (7, 120),
                };
                let whole = if hinged { 8 } else { 12 };
                let part = |w: Formula, l: Formula, (times, below): (i32, i32)| {
                    let mut factors = vec![w, square(l)];
                    if times != 1 {
                        factors.insert(0, times.into());
                    }
                    Formula::over(Formula::Product(factors), below)
                };
                let even = low.abs() > 1e-9 * near.abs().max(far.abs());
                let steps = triangle.abs() > 1e-9 * near.abs().max(far.abs());
                let form = |w: [Formula; 2], l: &Formula| {
                    let [w, w1] = w;
                    let first = even.then(|| part(w, l.clone(), (1, whole)));
                    let second = steps.then(|| part(w1, l.clone(), over));
                    let mut all: Vec<Addend> = first.into_iter().chain(second).map(Addend::plus).collect();
                    if all.len() == 1 { all.remove(0).of } else { Formula::Sum(all) }
                };
                let rest = if even { "w′" } else { "w" };
                let letters = form(["w".into(), rest.into()], &"L".into());
                let numbers = |more| form([spread(low), spread(triangle)], &long(l, more));
                self.fixed_chain(vec![named(load)], letters, numbers, m)
            }
            PartOf::Displaced(turn) => {
                let times = if hinged { 3 } else { 6 };
                let form = |ei: Formula, gone: Formula, l: Formula| {
                    Formula::over(Formula::product([times.into(), ei, gone]), square(l))
                };
                let letters = form("EI".into(), "Δ".into(), "L".into());
                if self.relative() {
                    return vec![self.signed(letters, m).into(), " = ".into(), self.fixed_number(m).into()];
                }
                let bending = units.force.times(&arm).times(&arm);
                let numbers = |more| {
                    let rounded = |v: f64| Number::rounded(v, self.digits().max(4) + more).into();
                    let ei = bending.from_si(self.hand.frame.members[end.member].ei);
                    form(rounded(ei), rounded(arm.from_si(turn.abs() * l)), long(l, more))
                };
                self.fixed_chain(Vec::new(), letters, numbers, m)
            }
            PartOf::Turned(at, _) => {
                let times = match (hinged, at == end.end) {
                    (true, _) => 3,
                    (_, true) => 4,
                    _ => 2,
                };
                let letters = Formula::over(Formula::product([times.into(), "EI".into(), "θ".into()]), "L");
                let says = [self.signed(letters, m).into(), Inline::words(" by the support that turns = ")];
                says.into_iter().chain([self.fixed_number(m).into()]).collect()
            }
            PartOf::Warmed(_) => {
                let letters = Formula::product(["EI".into(), "κ".into()]);
                let says = [self.signed(letters, m).into(), Inline::words(" by temperature = ")];
                says.into_iter().chain([self.fixed_number(m).into()]).collect()
            }
            PartOf::Overhang => {
                let joint = &self.hand.frame.joints[self.hand.frame.joint(end)].name;
                vec![Inline::words(format!("its own loads about {joint}: ")), self.fixed_number(m).into()]
            }
            PartOf::Couple(load, c, a) => {
                let [a, b] = [near(a), l - near(a)];
                let [a, b] = [long(a, 0), long(b, 0)].map(|of| Inline::Formula(of).to_string());
                let c = figures::plain(units.moment.from_si(c.abs()), self.digits().max(4));
                let says = format!("the couple {c} at a = {a}, b = {b}: ");
                vec![named(load), Inline::words(says), self.fixed_number(m).into()]
            }
            PartOf::Spread(load, [from, to], [start, stop]) => {
                let number = |v: f64| figures::plain(arm.from_si(v), self.digits().max(4));
                let w = |v: f64| figures::plain(line.from_si(v.abs()), self.digits().max(4));
                let (first, last) = (number(start), number(stop));
                let half = if hinged { ", and half of the far end's" } else { "" };
                let says =
                    format!("∫ w·a·b²/L² da from {first} to {last}, w from {} to {}{half}: ", w(from), w(to));
                vec![named(load), Inline::words(says), self.fixed_number(m).into()]
            }
        }
    }

    /// With the sign that a moment has in the table.
    fn signed(&self, of: Formula, m: f64) -> Formula {
        match of {
            of if self.moment(m) >= 0.0 => of,
            Formula::Sum(parts) => {
                Formula::Sum(parts.into_iter().map(|part| Addend { less: !part.less, ..part }).collect())
            }
            of => Formula::Sum(vec![Addend::minus(of)]),
        }
    }

    /// A fixed-end moment as it stands in the table.
    fn fixed_number(&self, m: f64) -> Formula {
        Number::new(&self.decimal(m)).from(Source::Result).into()
    }

    fn fixed_chain(
        &self,
        mut says: Vec<Inline>,
        letters: Formula,
        numbers: impl Fn(u8) -> Formula,
        m: f64,
    ) -> Vec<Inline> {
        let units = &self.solved.model.units;
        let (_, couple) = units.moment_sums();
        let same = (couple.factor / units.moment.factor - 1.0).abs() <= 1e-9;
        let (chain, differs) = agreeing(|more| {
            let numeric = self.signed(numbers(more), m);
            let mut chain = vec![self.signed(letters.clone(), m), numeric.clone()];
            let own = Number::new(&self.decimal(m));
            if same {
                let agrees = comes_to_number(numeric.value(), &own);
                chain.push(self.fixed_number(m));
                return (chain, agrees);
            }
            // Another unit than that of force times length is said.
            let value = couple.from_si(m) * self.sense;
            let digits = self.digits().max(4);
            let first = Number::rounded(value, digits);
            let agrees = comes_to(numeric.value(), value, value, digits);
            chain.push(first.unit(&couple).from(Source::Result).into());
            chain.push(own.unit(&units.moment).from(Source::Result).into());
            (chain, agrees)
        });
        says.push(Formula::Equal(chain).into());
        marked(says, differs)
    }

    /// `EI = E·I = 200 GPa·26.17·10⁶ mm⁴ = 5234 kN·m²` of each section whose material gives it.
    fn rigidities(&self) -> Vec<Block> {
        let (model, units) = (&self.solved.model, &self.solved.model.units);
        let mut told: Vec<(usize, usize)> = Vec::new();
        let mut blocks = Vec::new();
        for member in &self.hand.frame.members {
            let body = &model.bodies[member.body.index()];
            let Some(pair) = body.profile.zip(body.material).filter(|pair| !told.contains(pair)) else {
                continue;
            };
            let (profile, material) = (&model.profiles[pair.0], &model.materials[pair.1]);
            let (Some(e), i) = (material.e, profile.section.properties.i_z) else { continue };
            // Where it was written by itself, it is no product.
            if (e * i - member.ei).abs() > 1e-9 * member.ei {
                continue;
            }
            told.push(pair);
            let (stress, bending) = (&units.stress, units.of(Dimension::BENDING));
            let fourth = units.section.factor.powi(4);
            let shown = |v: f64, unit: &str| Number::rounded(v, self.digits().max(4)).text + " " + unit;
            let says = format!(
                "EI of {} = {}·{} = {}",
                profile.section.name,
                shown(stress.from_si(e), &stress.symbol),
                shown(i / fourth, &format!("{}⁴", units.section.symbol)),
                shown(bending.from_si(member.ei), &bending.symbol)
            );
            blocks.push(Line::words(Role::Working, says).into());
        }
        blocks
    }

    /// Stiffnesses, distribution factors and fixed-end moments of what is distributed.
    pub(super) fn given(&self) -> Vec<Block> {
        let (frame, d) = (&self.hand.frame, &self.hand.distribution);
        let item = |says: Vec<Inline>| Block::from(Line::new(Role::Working, says));
        let heading = |words: &str| Block::from(Line::words(Role::Heading, words));
        let mut blocks = Vec::new();
        let stiff: Vec<Block> =
            d.ends.iter().filter_map(|end| self.stiffness_formula(*end)).map(item).collect();
        let shares = self.solved.model.conventions.method == Method::Distribution;
        let ends = (0..d.ends.len()).filter(|_| shares);
        let factors: Vec<Block> = ends.filter_map(|k| self.factor_formula(k)).map(item).collect();
        if !stiff.is_empty() {
            let title = if shares { "Stiffness and distribution factors" } else { "Stiffnesses" };
            blocks.push(heading(title));
            blocks.extend(self.rigidities());
            blocks.extend(stiff.into_iter().chain(factors));
        }
        let held = d.ends.iter().zip(&d.tables[0].parts).flat_map(|(end, parts)| {
            let name = Formula::from(Symbol::indexed("FEM", &frame.end_name(*end)));
            let formulas = self.fixed_formulas(*end, parts);
            let line = |says: Vec<Inline>| {
                item([name.clone().into(), Inline::words(": ")].into_iter().chain(says).collect())
            };
            formulas.into_iter().map(line).collect::<Vec<_>>()
        });
        let held: Vec<Block> = held.collect();
        if !held.is_empty() {
            blocks.push(heading(&format!(
                "Fixed-end moments ({}, {} positive)",
                self.unit(),
                self.sense_word()
            )));
            blocks.extend(held);
        }
        blocks
    }

    fn unit(&self) -> &str {
        &self.solved.model.units.moment.symbol
    }

    fn sense_word(&self) -> &'static str {
        if self.sense > 0.0 { "counter-clockwise" } else { "clockwise" }
    }
}
