//! The lines that say where the weights, arms and angles of an equation come from.

use crate::agree::{agreeing, comes_to_number, marked};
use crate::document::{self, Role};
use crate::formula::{Addend, Formula, Number, Source};
use crate::inline::Inline;
use crate::step::Wording;
use crate::term::gravity_in;
use helvek_core::geometry::{Point, Vector};
use helvek_core::model::Given;
use helvek_core::plan::{Axis, Centre, Equation};
use helvek_core::units::Unit;
use helvek_core::working::{Arm, Line, Projection, Size, Term, TermOf};
use std::collections::HashSet;
use std::f64::consts::PI;

/// A number added, or taken off where it is negative.
fn added(value: f64, number: impl Into<Formula>) -> Addend {
    Addend { less: value < 0.0, of: number.into() }
}

impl Wording<'_> {
    /// The lines that say where the weights, arms and angles of an equation come from, each told once; distances and angles in one line.
    pub(crate) fn sources(&self, line: &Line, told: &mut HashSet<String>) -> Vec<document::Line> {
        let mut lines: Vec<Vec<Inline>> = Vec::new();
        let mut lengths: Vec<Inline> = Vec::new();
        let mut new = |key: String| told.insert(key);
        if !self.spatial() && new(format!("{:?}", line.equation)) {
            lines.extend(self.place_of_sum(&line.equation));
        }
        for term in &line.terms {
            if let Size::Mass { mass, gravity } = term.size
                && new(self.force_symbol(term).to_string())
            {
                lines.push(self.weight(term, mass, gravity));
            }
            if self.spatial() {
                continue;
            }
            let angle = match term.projection {
                Projection::Cos(angle) | Projection::Sin(angle) => {
                    let symbol = self.angle(line, term);
                    let first = new(format!("{symbol} {angle:.6}"));
                    first.then(|| self.angle_source(line, term, symbol, angle)).flatten()
                }
                _ => None,
            };
            let arm = term.arm.and_then(|arm| {
                let symbol = self.arm_symbol(line, term, arm);
                let first = new(format!("{symbol} {:.6e}", arm.length));
                first.then(|| self.arm_source(term, arm, symbol)).flatten()
            });
            let intensity = match term.size {
                Size::Resultant { intensity, .. } => {
                    let symbol = self.force_symbol(term);
                    let first = new(format!("{symbol} {intensity:.6e}"));
                    first.then(|| self.intensity_source(term, symbol, intensity)).flatten()
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

    /// `q_soil,E = 80 − 20 = 60 N/m`: a trapezoid is a uniform load and a triangle of the difference; none for an intensity as it was given.
    fn intensity_source(&self, term: &Term, symbol: Formula, intensity: f64) -> Option<Vec<Inline>> {
        let units = &self.solved.model.units;
        let unit = units.force.per(&units.length);
        let mut ends: Vec<f64> =
            self.spread(term)?.parts.iter().filter_map(|(_, size)| size.known()).map(f64::abs).collect();
        ends.sort_by(f64::total_cmp);
        let [smaller, larger] = ends[..] else { return None };
        let difference = (larger - smaller - intensity).abs() <= 1e-9 * larger;
        if smaller == 0.0 || !difference {
            return None;
        }
        let (formula, differs) = agreeing(|more| {
            let number = |v: f64| Number::plain(unit.from_si(v), self.digits() + more);
            let from = Formula::Sum(vec![Addend::plus(number(larger)), Addend::minus(number(smaller))]);
            let result = number(intensity).unit(&unit).from(Source::Result);
            let agrees = comes_to_number(from.value(), &result);
            (Formula::Equal(vec![symbol.clone(), from, result.into()]), agrees)
        });
        Some(marked(vec![formula.into()], differs))
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
            _ => None,
        }
    }

    /// `α_AE = arctan(0.7/1.6) = 23.6°`, `β_N_C = 115° − 101.3° = 13.7°`; none for an angle that was given.
    fn angle_source(&self, line: &Line, term: &Term, symbol: Formula, angle: f64) -> Option<Vec<Inline>> {
        let length = &self.solved.model.units.length;
        let chain = |write: &dyn Fn(u8) -> Formula| {
            let (formula, differs) = agreeing(|more| {
                let from = write(self.digits() + more);
                let result = Number::degrees(angle, self.digits() + more).from(Source::Result);
                let agrees = comes_to_number(from.value().to_degrees(), &result);
                (Formula::Equal(vec![symbol.clone(), from, result.into()]), agrees)
            });
            marked(vec![formula.into()], differs)
        };
        if let Equation::Forces { along, axis: Axis::Across(_) | Axis::Along(_) } = line.equation {
            let degrees = |v: Vector| v.y.atan2(v.x);
            let (force, axis) = (degrees(term.unit), degrees(along));
            let apart = (force - axis + PI).rem_euclid(2.0 * PI) - PI;
            let full = |v: f64| v.rem_euclid(2.0 * PI);
            let (mut larger, mut smaller) = (full(force), full(axis));
            if larger < smaller {
                std::mem::swap(&mut larger, &mut smaller);
            }
            return Some(chain(&|figures| {
                // A figure more than their difference has.
                let number = |v: f64| Formula::from(Number::degrees(v, figures + 1));
                let difference = [Addend::plus(number(larger)), Addend::minus(number(smaller))];
                let turned = larger - smaller;
                let acute = apart.abs() <= PI / 2.0;
                match (acute, turned <= PI) {
                    (true, true) => Formula::Sum(difference.into()),
                    (true, false) => {
                        let [a, b] = difference.map(|of| of.of);
                        Formula::Sum(vec![Addend::plus(number(2.0 * PI)), Addend::minus(a), Addend::plus(b)])
                    }
                    (false, true) => {
                        let [a, b] = difference.map(|of| of.of);
                        Formula::Sum(vec![Addend::plus(number(PI)), Addend::minus(a), Addend::plus(b)])
                    }
                    (false, false) => Formula::Sum([&difference[..], &[Addend::minus(number(PI))]].concat()),
                }
            }));
        }
        let axial = match term.of {
            TermOf::Column(id) => self.column(id).axial(),
            TermOf::Action(_) => false,
        };
        let (_, from, to) = self.line_between(line, term.of).filter(|_| axial)?;
        let r = self.solved.model.at(to) - self.solved.model.at(from);
        Some(chain(&|figures| {
            let number = |v: f64| Formula::from(Number::plain(length.from_si(v.abs()), figures.max(4)));
            // From the axis that includes the angle.
            let level = (r.y.abs().atan2(r.x.abs()) - angle).abs() < 1e-9;
            let [above, below] = if level { [r.y, r.x] } else { [r.x, r.y] };
            Formula::Arctan(Box::new(Formula::over(number(above), number(below))))
        }))
    }

    /// `x_AB = 2.5 − 0.5 = 2 m`, `a_soil = 0.4 + ½·2.4 = 1.6 m`, `a_N_C = 3 sin 65° + 1.2 cos 65° = 3.96 m`; none for a coordinate as it
    /// was given.
    fn arm_source(&self, term: &Term, arm: Arm, symbol: Formula) -> Option<Vec<Inline>> {
        let (unit, _) = self.solved.model.units.moment_sums();
        let r = arm.at - arm.centre;
        let number = |v: f64, more: u8| Number::plain(unit.from_si(v.abs()), self.digits() + more);
        let chain = |write: &dyn Fn(u8) -> Vec<Addend>, behind: Option<String>| {
            let (formula, differs) = agreeing(|more| {
                let mut parts = write(more);
                parts.sort_by_key(|part| part.less);
                let sum = Formula::Sum(parts);
                let result = number(arm.length, more).unit(&unit).from(Source::Result);
                let agrees = comes_to_number(sum.value(), &result);
                let chain = match &sum {
                    Formula::Sum(parts) if matches!(parts[..], [Addend { of: Formula::Number(_), .. }]) => {
                        vec![symbol.clone(), result.into()]
                    }
                    _ => vec![symbol.clone(), sum, result.into()],
                };
                (Formula::Equal(chain), agrees)
            });
            let mut says: Vec<Inline> = vec![formula.into()];
            says.extend(behind.map(Inline::words));
            marked(says, differs)
        };
        let sign = |v: f64, whole: f64| if whole < 0.0 { -v } else { v };
        let Some(axis) = Self::arm_axis(&arm) else {
            return Some(chain(&|more| self.slanting(term, arm, more), self.at_unnamed(arm)));
        };
        let whole = r.parts()[axis];
        let coordinate = |p: Point| (p - Point::default()).parts()[axis];
        if let Some(spread) = self.spread(term).filter(|_| self.named(arm.at).is_none()) {
            let (Size::Resultant { profile, .. } | Size::Sought { profile, .. }) = term.size else {
                return None;
            };
            let (from, to) = (self.solved.model.at(spread.from), self.solved.model.at(spread.to));
            let start = sign(coordinate(from) - coordinate(arm.centre), whole);
            let over = sign(coordinate(to) - coordinate(from), whole);
            let centre = profile.sort().centre;
            return Some(chain(
                &|more| {
                    let part = Formula::product([Formula::Share(centre), number(over, more).into()]);
                    let mut parts = vec![added(over, part)];
                    if start.abs() > 1e-12 {
                        parts.insert(0, added(start, number(start, more)));
                    }
                    parts
                },
                None,
            ));
        }
        let [far, near] = [coordinate(arm.at), coordinate(arm.centre)].map(|v| sign(v, whole));
        let tiny = 1e-9 * arm.length;
        let behind = self.at_unnamed(arm);
        let given = [far, near].iter().filter(|v| v.abs() > tiny).count() < 2;
        (!given || behind.is_some()).then(|| {
            chain(
                &|more| {
                    let both = [(far, far), (near, -near)].into_iter().filter(|(v, _)| v.abs() > tiny);
                    both.map(|(v, signed)| added(signed, number(v, more))).collect()
                },
                behind,
            )
        })
    }

    /// `, at (1.35, 0.889) m` for a force at a place that no point names.
    fn at_unnamed(&self, arm: Arm) -> Option<String> {
        let length = &self.solved.model.units.length;
        let [x, y] = [arm.at.x, arm.at.y].map(|v| {
            Number::plain(length.from_si(if v.abs() < 1e-12 { 0.0 } else { v }), self.digits() + 1).text
        });
        self.named(arm.at).is_none().then(|| format!(", acting at ({x}, {y}) {}", length.symbol))
    }

    /// The arm of an inclined force by the components of the vector from the centre to where it is applied.
    fn slanting(&self, term: &Term, arm: Arm, more: u8) -> Vec<Addend> {
        let (unit, _) = self.solved.model.units.moment_sums();
        let (r, u) = (arm.at - arm.centre, term.unit);
        let sign = (r.x * u.y - r.y * u.x).signum();
        let upright = term.given == Given::FromVertical;
        let angle = if upright { u.x.abs().atan2(u.y.abs()) } else { u.y.abs().atan2(u.x.abs()) };
        let figures = self.digits() + more;
        let part = |distance: f64, sine: bool, sense: f64| {
            let angle = Formula::from(Number::degrees(angle, figures));
            let part = if sine { Formula::sin(angle) } else { Formula::cos(angle) };
            let distance = Number::plain(unit.from_si(distance.abs()), figures);
            added(sense, Formula::product([distance.into(), part]))
        };
        [(r.x, !upright, sign * r.x * u.y), (r.y, upright, -sign * r.y * u.x)]
            .into_iter()
            .filter(|(distance, _, _)| distance.abs() > 1e-12)
            .map(|(distance, sine, sense)| part(distance, sine, sense))
            .collect()
    }
}
