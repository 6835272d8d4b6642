//! The lines that say where the weights, arms and angles of an equation come from.

use crate::agree::{agreeing, comes_to_number, marked};
use crate::document::{self, Role};
use crate::formula::{Addend, Formula, Number, Source, Symbol};
use crate::inline::Inline;
use crate::step::Wording;
use crate::term::gravity_in;
use helvek_core::geometry::{Point, Vector};
use helvek_core::plan::{Axis, Centre, Equation};
use helvek_core::units::Unit;
use helvek_core::working::origin::{self, AngleOrigin, IntensityOrigin, Piece};
use helvek_core::working::{Arm, Line, Projection, Size, Term};
use std::collections::HashSet;
use std::f64::consts::PI;

/// A sum of signed values; `write`: each without its sign.
fn sum(values: &[f64], write: impl Fn(usize) -> Formula) -> Formula {
    let part = |i: usize| Addend { less: values[i] < 0.0, of: write(i) };
    Formula::Sum((0..values.len()).map(part).collect())
}

/// The larger less the smaller.
fn difference([larger, smaller]: [f64; 2], write: impl Fn(f64) -> Number) -> Formula {
    sum(&[larger, -smaller], |i| write([larger, smaller][i]).into())
}

impl Wording<'_> {
    /// The lines that say where the weights, arms and angles of an equation come from, each told once; distances and angles in one line.
    pub(crate) fn sources(&self, line: &Line, told: &mut HashSet<String>) -> Vec<document::Line> {
        let mut lines: Vec<Vec<Inline>> = Vec::new();
        let mut lengths: Vec<Inline> = Vec::new();
        let mut new = |key: String| told.insert(key);
        if new(format!("{:?}", line.equation)) {
            lines.extend(self.place_of_sum(&line.equation));
        }
        for term in &line.terms {
            if let Size::Mass { mass, gravity } = term.size
                && new(self.force_symbol(term).to_string())
            {
                lines.push(self.weight(term, mass, gravity));
            }
            if let Equation::Forces { along, axis: Axis::Square(..) } = line.equation
                && matches!(term.projection, Projection::Cosine(_))
            {
                let symbol = self.cosine(line, term);
                if new(format!("{symbol} {along:?}")) {
                    lengths.extend((!lengths.is_empty()).then(|| Inline::words("; ")));
                    lengths.extend(self.part_along(term, along, symbol));
                }
            }
            if let Equation::Moments { about, along, .. } = line.equation
                && along.axis().is_none()
                && let Some(arm) = term.arm
            {
                let symbol = self.arm_symbol(line, term, arm);
                if new(format!("{symbol} {:.6e} {along:?}", arm.length)) {
                    lines.push(self.arm_about_line(term, arm, about, along, symbol));
                }
            }
            if self.spatial() {
                continue;
            }
            let angle = match term.projection {
                Projection::Cos(angle) | Projection::Sin(angle) => {
                    self.angle_source(line, term, angle, &mut new)
                }
                _ => None,
            };
            let arm = term.arm.and_then(|arm| self.arm_source(line, term, &arm, &mut new));
            let intensity = match term.size {
                Size::Resultant { intensity, .. } => {
                    let symbol = self.force_symbol(term);
                    let first = new(format!("{symbol} {intensity:.6e}"));
                    first.then(|| self.intensity_source(term, &symbol, intensity)).flatten()
                }
                _ => None,
            };
            for says in [intensity, angle, arm].into_iter().flatten() {
                if !lengths.is_empty() {
                    lengths.push(Inline::words("; "));
                }
                lengths.extend(says);
            }
        }
        lines.extend((!lengths.is_empty()).then_some(lengths));
        lines.into_iter().map(|says| document::Line::new(Role::Working, says)).collect()
    }

    /// `W_pot = m g = 14·9.81 = 137 N`
    fn weight(&self, term: &Term, mass: f64, gravity: f64) -> Vec<Inline> {
        let units = &self.solved.model.units;
        // In kilograms the acceleration is the one that everybody knows, and its force is in newtons.
        let metric = units.mass.factor == 1.0;
        let (g, first) = if metric {
            (gravity, Unit::newton())
        } else {
            (gravity_in(units, gravity), units.force.clone())
        };
        let force = mass * gravity;
        let (formula, differs) = agreeing(|more| {
            let figures = self.digits() + more;
            let m = Number::plain(units.mass.from_si(mass), figures.max(4));
            let product = Formula::product([m.into(), Number::plain(g, figures).into()]);
            let shown = |unit: &Unit| {
                Number::plain(unit.from_si(force), self.digits() + 1 + more).unit(unit).from(Source::Result)
            };
            let agrees = comes_to_number(product.value(), &shown(&first));
            let mut chain =
                vec![self.force_symbol(term), Formula::product(["m".into(), "g".into()]), product];
            chain.push(shown(&first).into());
            chain.extend((first.factor != units.force.factor).then(|| shown(&units.force).into()));
            (Formula::Equal(chain), agrees)
        });
        marked(vec![formula.into()], differs)
    }

    /// The place of a centre that no point names, and the positive direction of a sum along or across something.
    fn place_of_sum(&self, equation: &Equation) -> Option<Vec<Inline>> {
        match *equation {
            Equation::Moments { centre: Centre::Crossing(a, b), about, .. } => {
                let length = &self.solved.model.units.length;
                let number = |v: f64| Number::plain(length.from_si(v), self.digits() + 1).into();
                let place = Formula::List(vec![number(about.x), number(about.y)]).unit(&length.symbol);
                let mut says = Vec::new();
                self.list(&mut says, &[a, b]);
                says.extend([Inline::words(" cross at "), place.into()]);
                Some(says)
            }
            Equation::Forces { along, axis: Axis::Across(_) | Axis::Along(_) } => {
                let turned = along.angle().rem_euclid(2.0 * PI);
                let angle = Number::degrees(turned, self.digits() + 1);
                Some(vec![
                    Inline::words("Positive direction: "),
                    Formula::from(angle).into(),
                    Inline::words(" from +x"),
                ])
            }
            Equation::Moments { along, centre: Centre::Through(..) | Centre::Meeting(..), .. } => {
                let lambda = Formula::from(Symbol::letter("λ").vector());
                let equal = Formula::Equal(vec![lambda, self.ijk(along, |v| v, 0).0]);
                Some(vec![Inline::words("Along the line: "), equal.into()])
            }
            Equation::Forces { along, axis: Axis::Square(a, b) } => {
                let mut says = vec![Inline::words("Positive direction, square to ")];
                self.list(&mut says, &[a, b]);
                let n = Formula::from(Symbol::letter("n").vector());
                let equal = Formula::Equal(vec![n, self.ijk(along, |v| v, 0).0]);
                says.extend([Inline::words(": "), equal.into()]);
                Some(says)
            }
            _ => None,
        }
    }

    /// `u_AB,n = 0.286·0.61 + 0.857·0.44 = 0.551`: the part of a unit vector along another one, as a sum of products, its sign apart.
    fn part_along(&self, term: &Term, along: Vector, symbol: Formula) -> Vec<Inline> {
        let part = term.unit.dot(along);
        let pairs: Vec<(f64, f64)> =
            term.unit.tidy().parts().into_iter().zip(along.parts()).filter(|(a, b)| a * b != 0.0).collect();
        let (formula, differs) = agreeing(|more| {
            let number = |v: f64| Number::rounded(v.abs(), self.digits() + more);
            let addend = |(a, b): &(f64, f64)| Addend {
                less: (a * b < 0.0) != (part < 0.0),
                of: Formula::product([number(*a).into(), number(*b).into()]),
            };
            let from = match pairs[..] {
                // Of a force along an axis it is that part of the direction itself.
                [(a, _)] if a.abs() == 1.0 => None,
                _ => Some(Formula::Sum(pairs.iter().map(addend).collect())),
            };
            let result = number(part).from(Source::Result);
            let agrees = from.as_ref().is_none_or(|from| comes_to_number(from.value(), &result));
            let chain = std::iter::once(symbol.clone()).chain(from).chain([result.into()]).collect();
            (Formula::Equal(chain), agrees)
        });
        marked(vec![formula.into()], differs)
    }

    /// `a_AB = λ·(r × u) = 0.6·1.2·0.8 − 0.8·0.5·0.6 = 0.336 m` about a line that is not along an axis: λ and u of length 1, r from the line to the force; its sign
    /// apart.
    fn arm_about_line(
        &self,
        term: &Term,
        arm: Arm,
        about: Point,
        along: Vector,
        symbol: Formula,
    ) -> Vec<Inline> {
        let (unit, _) = self.solved.model.units.moment_sums();
        let r = (arm.at - about).tidy();
        let sense = if r.cross(term.unit).dot(along) < 0.0 { -1.0 } else { 1.0 };
        let [l, r, u] = [along.tidy(), r, term.unit.tidy()].map(|v| v.parts());
        // λ_x (r_y u_z − r_z u_y), and so on round.
        let products: Vec<[f64; 3]> = (0..3)
            .flat_map(|i| [(1, 2, 1.0), (2, 1, -1.0)].map(|(j, k, s)| (i, (i + j) % 3, (i + k) % 3, s)))
            .map(|(i, j, k, s)| [l[i] * s * sense, r[j], u[k]])
            .filter(|of| of.iter().product::<f64>() != 0.0)
            .collect();
        let signs: Vec<f64> = products.iter().map(|of| of.iter().product()).collect();
        let (formula, differs) = agreeing(|more| {
            let number = |v: f64| Formula::from(Number::rounded(v.abs(), self.digits() + more));
            let distance = |v: f64| Formula::from(Number::plain(unit.from_si(v.abs()), self.digits() + more));
            let write = |i: usize| {
                let [cosine, r, u] = products[i];
                let mut factors = vec![number(cosine), distance(r)];
                factors.extend((u.abs() != 1.0).then(|| number(u)));
                Formula::Product(factors)
            };
            let from = sum(&signs, write);
            let result = Number::plain(unit.from_si(arm.length), self.digits() + 1).unit(&unit);
            let agrees = comes_to_number(from.value(), &result);
            let turned = Formula::cross(Symbol::letter("r").vector(), Symbol::letter("u").vector());
            let triple = Formula::product([Symbol::letter("λ").vector().into(), turned]);
            let chain = vec![symbol.clone(), triple, from, result.from(Source::Result).into()];
            (Formula::Equal(chain), agrees)
        });
        marked(vec![formula.into()], differs)
    }

    /// `symbol = from = result`, with as many figures as it takes to come out; a number alone is the result itself.
    /// `one`: the value of the first in the unit of the result.
    fn derived(&self, symbol: &Formula, one: f64, write: impl Fn(u8) -> (Formula, Number)) -> Vec<Inline> {
        let (formula, differs) = agreeing(|more| {
            let (from, result) = write(self.digits() + more);
            let agrees = comes_to_number(from.value() / one, &result);
            let alone = match &from {
                Formula::Sum(parts) => matches!(parts[..], [Addend { of: Formula::Number(_), .. }]),
                _ => false,
            };
            let from = Some(from).filter(|_| !alone);
            let chain =
                std::iter::once(symbol.clone()).chain(from).chain([result.from(Source::Result).into()]);
            (Formula::Equal(chain.collect()), agrees)
        });
        marked(vec![formula.into()], differs)
    }

    /// `q_soil,E = 80 − 20 = 60 N/m`; none for an intensity as it was given.
    fn intensity_source(&self, term: &Term, symbol: &Formula, intensity: f64) -> Option<Vec<Inline>> {
        let units = &self.solved.model.units;
        let unit = units.force.per(&units.length);
        let origin = origin::intensity(&self.solved.model, &self.solved.equilibrium, term)?;
        Some(self.derived(symbol, 1.0, |figures| {
            let number = |v: f64| Number::plain(unit.from_si(v.abs()), figures);
            let from = match origin {
                IntensityOrigin::Difference(ends) => difference(ends, number),
                IntensityOrigin::Proportion { base, ends, lengths } => {
                    let rise = match ends {
                        [larger, 0.0] => number(larger).into(),
                        ends => difference(ends, number),
                    };
                    let [part, whole] =
                        lengths.map(|v| Number::plain(units.length.from_si(v), figures.max(4)));
                    let rise = Formula::product([rise, Formula::over(part, whole)]);
                    match base.filter(|base| *base != 0.0) {
                        Some(base) => Formula::Sum(vec![
                            Addend { less: false, of: number(base).into() },
                            Addend { less: false, of: rise },
                        ]),
                        None => rise,
                    }
                }
            };
            (from, number(intensity).unit(&unit))
        }))
    }

    /// `α_AE = arctan(0.7/1.6) = 23.6°`, `β_N_C = 115° − 101.3° = 13.7°`; none for an angle that was given, or is not `new`.
    fn angle_source(
        &self,
        line: &Line,
        term: &Term,
        angle: f64,
        new: &mut impl FnMut(String) -> bool,
    ) -> Option<Vec<Inline>> {
        let (model, equilibrium) = (&self.solved.model, &self.solved.equilibrium);
        let length = &model.units.length;
        let from = origin::angle(model, equilibrium, &line.free_body, &line.equation, term)?;
        let symbol = self.angle(line, term);
        if !new(format!("{symbol} {angle:.6}")) {
            return None;
        }
        Some(self.derived(&symbol, 1f64.to_radians(), |figures| {
            let from = match &from {
                // A figure more than their sum has.
                AngleOrigin::Sum(angles) => {
                    sum(angles, |i| Number::degrees(angles[i].abs(), figures + 1).into())
                }
                AngleOrigin::Joints(sides) => {
                    let [above, below] = sides.map(|v| Number::plain(length.from_si(v), figures.max(4)));
                    Formula::Arctan(Box::new(Formula::over(above, below)))
                }
            };
            (from, Number::degrees(angle, figures))
        }))
    }

    /// `x_AB = 2.5 − 0.5 = 2 m`, `a_soil = 0.4 + ½·2.4 = 1.6 m`, `a_N_C = 3 sin 65° + 1.2 cos 65° = 3.96 m`; none for a coordinate as it
    /// was given, or an arm that is not `new`.
    fn arm_source(
        &self,
        line: &Line,
        term: &Term,
        arm: &Arm,
        new: &mut impl FnMut(String) -> bool,
    ) -> Option<Vec<Inline>> {
        let (model, equilibrium) = (&self.solved.model, &self.solved.equilibrium);
        let (unit, _) = model.units.moment_sums();
        let mut pieces = origin::arm(model, equilibrium, term, arm);
        // What is added stands first.
        pieces.sort_by_key(|piece| piece.value() < 0.0);
        let place = self.at_unnamed(arm);
        if matches!(pieces[..], [] | [Piece::Length(_)]) && place.is_none() {
            return None;
        }
        let symbol = self.arm_symbol(line, term, *arm);
        if !new(format!("{symbol} {:.6e}", arm.length)) {
            return None;
        }
        let values: Vec<f64> = pieces.iter().map(|piece| piece.value()).collect();
        let mut says = self.derived(&symbol, 1.0, |figures| {
            let number = |v: f64| Formula::from(Number::plain(unit.from_si(v.abs()), figures));
            let angle = |radians: f64| Number::degrees(radians, figures);
            let write = |i: usize| match pieces[i] {
                Piece::Length(v) => number(v),
                Piece::Share(share, v) => Formula::product([Formula::Share(share), number(v)]),
                Piece::Sine(v, a) => Formula::product([number(v), Formula::sin(angle(a))]),
                Piece::Cosine(v, a) => Formula::product([number(v), Formula::cos(angle(a))]),
            };
            (sum(&values, write), Number::plain(unit.from_si(arm.length), figures).unit(&unit))
        });
        // Of what is spread the place follows from the arm.
        let spread = pieces.iter().any(|piece| matches!(piece, Piece::Share(..)));
        says.extend(place.filter(|_| !spread).map(Inline::words));
        Some(says)
    }

    /// `, acting at (1.35, 0.889) m` for a force at a place that no point names.
    fn at_unnamed(&self, arm: &Arm) -> Option<String> {
        if self.named(arm.at).is_some() {
            return None;
        }
        let length = &self.solved.model.units.length;
        let [x, y] = [arm.at.x, arm.at.y].map(|v| {
            Number::plain(length.from_si(if v.abs() < 1e-12 { 0.0 } else { v }), self.digits() + 1).text
        });
        Some(format!(", acting at ({x}, {y}) {}", length.symbol))
    }
}
