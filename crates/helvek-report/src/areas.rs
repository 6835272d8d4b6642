//! V and M by areas, in words: a line for each step along a member.

use crate::agree::{agreeing, comes_to, marked};
use crate::formula::{Addend, Formula, Number, Source, Symbol};
use crate::inline::Inline;
use crate::numbers::Numbers;
use helvek_core::internal_forces::{self, AreaStep, Diagram, Inner};
use helvek_core::units::Unit;
use schemars::JsonSchema;
use serde::Serialize;

/// One step along a member.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct AreaLine {
    /// `At C, F1 steps V`, `C to D`
    pub title: String,
    /// `V = 8.00 − 12.0 = −4.00 kN`
    pub lines: Vec<Vec<Inline>>,
    /// From where to where, from the first point of the stretch in the sheet's unit of length.
    pub span: [f64; 2],
}

/// An area under a diagram: how long, and the ordinates that are added up over it, SI.
struct Area {
    says: &'static str,
    /// The sum of the ordinates is taken so many times less.
    over: i32,
    length: f64,
    along: Unit,
    ordinates: Vec<f64>,
    of: Unit,
    /// The unit of the area.
    to: Unit,
}

impl Numbers<'_> {
    /// The steps along a stretch, by its row.
    pub(crate) fn area_lines(&self, row: usize, diagram: &Diagram) -> Vec<AreaLine> {
        let length = |v: f64| self.statics.model.units.length.from_si(v);
        let line = |step: &AreaStep| {
            let (title, lines) = match step {
                AreaStep::Jump { station, inner, by, from, to } => {
                    self.jump(diagram, *station, *inner, by, [*from, *to])
                }
                AreaStep::Run { .. } => self.run(diagram, step),
            };
            let (start, end) = match step {
                AreaStep::Jump { station, .. } => (station, station),
                AreaStep::Run { start, end, .. } => (start, end),
            };
            AreaLine { title, lines, span: [length(*start), length(*end)] }
        };
        let mut lines: Vec<AreaLine> = self.statics.areas(row).iter().map(line).collect();
        let end = length(diagram.length());
        lines.push(AreaLine {
            title: "Behind the last point V and M are nothing again: it closes.".into(),
            lines: Vec::new(),
            span: [end; 2],
        });
        lines
    }

    fn jump(
        &self,
        diagram: &Diagram,
        station: f64,
        inner: Inner,
        by: &[(Option<internal_forces::Source>, f64)],
        [from, to]: [f64; 2],
    ) -> (String, Vec<Vec<Inline>>) {
        let name = |source: &Option<internal_forces::Source>| match source {
            Some(internal_forces::Source::Load(id)) => {
                self.statics.model.loading.loads[id.index()].name.clone()
            }
            Some(internal_forces::Source::Column(id)) => self.statics.full.column(*id).symbol.to_string(),
            None => "the rest of the body".to_owned(),
        };
        let names: Vec<String> = by.iter().map(|(source, _)| name(source)).collect();
        let what = match &names[..] {
            [one] => one.clone(),
            [first @ .., last] => format!("{} and {last}", first.join(", ")),
            [] => String::new(),
        };
        let (verb, letter) = (if by.len() == 1 { "steps" } else { "step" }, inner.letter());
        let amounts: Vec<f64> = std::iter::once(from).chain(by.iter().map(|(_, amount)| *amount)).collect();
        let title = format!("At {}, {what} {verb} {letter}", self.spot(diagram, station));
        (title, vec![self.added(inner, &amounts, to)])
    }

    /// `V = 8.00 − 12.0 = −4.00 kN`
    fn added(&self, inner: Inner, amounts: &[f64], to: f64) -> Vec<Inline> {
        let unit = self.unit_of(inner);
        let letter = Symbol::letter(inner.letter()).into();
        let (sum, differs) = agreeing(|more| {
            let sum = self.summed(amounts, &unit, more);
            let agrees = self.comes_to(&sum, amounts, unit.from_si(to), &unit);
            (sum, agrees)
        });
        let result = self.area_result(to, &unit).unit(&unit).into();
        marked(vec![Formula::Equal(vec![letter, sum, result]).into()], differs)
    }

    /// The length along a member as a mean of ordinates: `area of V, ½ 3 (4 + 2) = 9.00`.
    fn area(&self, area: &Area, result: f64) -> Vec<Inline> {
        let (product, differs) = agreeing(|more| {
            let digits = self.digits().max(3) + more;
            let long = Number::plain(area.along.from_si(area.length), digits).into();
            let sum = self.summed(&area.ordinates, &area.of, more);
            let factors = match area.over {
                2 => vec![Formula::Share([1, 2]), long, sum],
                1 => vec![long, sum],
                over => vec![Formula::over(long, over), sum],
            };
            let product = Formula::Product(factors);
            let ordinates = area.ordinates.iter().map(|v| v * area.along.from_si(area.length));
            let parts: Vec<f64> = ordinates.map(|part| part / f64::from(area.over)).collect();
            let agrees = self.comes_to(&product, &parts, area.to.from_si(result), &area.of);
            (product, agrees)
        });
        let same = Formula::Equal(vec![product, self.area_result(result, &area.to).into()]);
        marked(vec![area.says.into(), same.into()], differs)
    }

    /// Values added up, each in the unit; one alone stands as it is.
    fn summed(&self, values: &[f64], unit: &Unit, more: u8) -> Formula {
        let size = |si: f64| Number::rounded(unit.from_si(si.abs()), self.digits() + more).into();
        let addend = |si: &f64| Addend { less: *si < 0.0, of: size(*si) };
        match values {
            [one] if *one >= 0.0 => size(*one),
            _ => Formula::Sum(values.iter().map(addend).collect()),
        }
    }

    /// True when a formula comes to a result as it is printed; the largest of its parts says how well nothing is known.
    fn comes_to(&self, formula: &Formula, parts: &[f64], result: f64, unit: &Unit) -> bool {
        let largest = parts.iter().fold(0.0f64, |most, part| most.max(unit.from_si(part.abs())));
        comes_to(formula.value(), result, largest, self.digits())
    }

    fn area_result(&self, si: f64, unit: &Unit) -> Number {
        Number::rounded(unit.from_si(si), self.digits()).from(Source::Result)
    }

    fn run(&self, diagram: &Diagram, step: &AreaStep) -> (String, Vec<Vec<Inline>>) {
        let AreaStep::Run { start, end, load, shear, moment, to_zero } = step else {
            return Default::default();
        };
        let until =
            if *to_zero { format!("{}, where V = 0", self.distance(*end)) } else { self.spot(diagram, *end) };
        let head = format!("{} to {until}", self.spot(diagram, *start));
        let units = &self.statics.model.units;
        let (arm, couple) = units.moment_sums();
        let per_length = units.force.per(&units.length);
        let long = end - start;
        let v = |says, over, ordinates| Area {
            says,
            over,
            length: long,
            along: arm.clone(),
            ordinates,
            of: units.force.clone(),
            to: couple.clone(),
        };
        let [a, middle, b] = *shear;
        let area = step.area();
        let grows = self.added(Inner::M, &[moment[0], area], moment[1]);
        if load == &[0.0; 2] {
            let lines = match a == 0.0 {
                true => {
                    let stays = self.area_result(moment[1], &couple).unit(&couple);
                    vec![vec!["no load, V = 0: M stays ".into(), Formula::from(stays).into()]]
                }
                false => vec![self.area(&v("no load: V stays, its area ", 1, vec![a]), area), grows],
            };
            return (head, lines);
        }
        let bent = step.bent();
        let (over, ends) = if bent { (2, &load[..]) } else { (1, &load[..1]) };
        let loaded = Area {
            says: "area of the load ",
            over,
            length: long,
            along: units.length.clone(),
            ordinates: ends.to_vec(),
            of: per_length,
            to: units.force.clone(),
        };
        let of_v = if bent {
            v("area of V, being a parabola's, ", 6, vec![a, 4.0 * middle, b])
        } else if a == 0.0 || b == 0.0 {
            v("area of V, ", 2, vec![a + b])
        } else {
            v("area of V, ", 2, vec![a, b])
        };
        let lines = vec![
            self.area(&loaded, b - a),
            self.added(Inner::V, &[a, b - a], b),
            self.area(&of_v, area),
            grows,
        ];
        (head, lines)
    }

    /// A place by its point, else by its distance.
    fn spot(&self, diagram: &Diagram, station: f64) -> String {
        match diagram.point_at(station) {
            Some(point) => self.statics.model.point_name(point).to_owned(),
            None => self.distance(station),
        }
    }

    /// The unit in which V and M are stepped along: areas of V have to come out in that of M.
    fn unit_of(&self, inner: Inner) -> Unit {
        let units = &self.statics.model.units;
        if inner == Inner::M { units.moment_sums().1 } else { units.force.clone() }
    }
}
