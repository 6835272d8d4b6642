//! V and M by areas, in words: a line for each step along a member.

use crate::agree::{Printed, agreeing, comes_to, read, rounding};
use crate::numbers::Numbers;
use helvek_core::inside::{AreaStep, Diagram, Inner, Source};
use helvek_core::units::{Unit, figures};
use schemars::JsonSchema;
use serde::Serialize;

/// One step along a member.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct AreaLine {
    /// `At C, F1 steps V`, `C to D`
    pub title: String,
    /// `V = 8.00 − 12.0 = −4.00 kN`
    pub lines: Vec<String>,
    /// From where to where, from the first point of the stretch in the sheet's unit of length.
    pub span: [f64; 2],
}

/// What stands before a factor: `½ × 3 × `.
struct Product {
    text: String,
    value: f64,
}

/// Terms as they are added up: the first with a minus where it has one, the others with their signs between them.
fn sum(terms: &[Printed]) -> String {
    let mut out = String::new();
    for (i, Printed { text: term, .. }) in terms.iter().enumerate() {
        match (i, term.strip_prefix('−')) {
            (0, _) => out += term,
            (_, Some(size)) => out = format!("{out} − {size}"),
            (_, None) => out = format!("{out} + {term}"),
        }
    }
    out
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
        by: &[(Option<Source>, f64)],
        [from, to]: [f64; 2],
    ) -> (String, Vec<String>) {
        let name = |source: &Option<Source>| match source {
            Some(Source::Load(id)) => self.statics.model.loading.loads[id.index()].name.clone(),
            Some(Source::Column(id)) => self.statics.full.column(*id).symbol.to_string(),
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
    fn added(&self, inner: Inner, amounts: &[f64], to: f64) -> String {
        let unit = self.unit_of(inner);
        let (sums, differs) = agreeing(|more| {
            let terms: Vec<Printed> = amounts.iter().map(|amount| self.put(*amount, &unit, more)).collect();
            let agrees = self.come_to(&terms, 1.0, unit.from_si(to));
            (sum(&terms), agrees)
        });
        let result = self.put(to, &unit, 0).text;
        format!("{} = {sums} = {result} {}{}", inner.letter(), unit.symbol, rounding(differs))
    }

    /// A product of what is added up in brackets: `½ × 3 × (4 + 2) = 9.00`.
    fn area(&self, factors: impl Fn(u8) -> (Product, Vec<Printed>), result: f64, unit: &Unit) -> String {
        let (text, differs) = agreeing(|more| {
            let (product, terms) = factors(more);
            let agrees = self.come_to(&terms, product.value, unit.from_si(result));
            let inner = match &terms[..] {
                [one] => bracketed(&one.text),
                _ => format!("({})", sum(&terms)),
            };
            (format!("{}{inner}", product.text), agrees)
        });
        format!("{text} = {}{}", self.put(result, unit, 0).text, rounding(differs))
    }

    /// Whether terms, times a factor, come to a result as they are printed.
    fn come_to(&self, terms: &[Printed], factor: f64, result: f64) -> bool {
        let total: f64 = terms.iter().map(|term| term.value).sum();
        let largest = terms.iter().fold(0.0f64, |most, term| most.max(term.value.abs()));
        comes_to(factor * total, result, factor.abs() * largest, self.digits())
    }

    fn run(&self, diagram: &Diagram, step: &AreaStep) -> (String, Vec<String>) {
        let AreaStep::Run { start, end, load, shear, moment, to_zero } = step else {
            return Default::default();
        };
        let until =
            if *to_zero { format!("{}, where V = 0", self.distance(*end)) } else { self.spot(diagram, *end) };
        let head = format!("{} to {until}", self.spot(diagram, *start));
        let units = &self.statics.model.units;
        let (arm, couple) = units.moment_sums();
        let per_length = units.force.per(&units.length);
        let long = |before: &str, unit: &Unit, over: f64, more: u8| {
            let length = figures::plain(unit.from_si(end - start), self.digits().max(3) + more);
            let by = if over == 6.0 { "/6" } else { "" };
            let half = if over == 2.0 { "½ × " } else { "" };
            Product { text: format!("{before}{half}{length}{by} × "), value: read(&length) / over }
        };
        let [a, middle, b] = *shear;
        let area = step.area();
        let grows = self.added(Inner::M, &[moment[0], area], moment[1]);
        if load == &[0.0; 2] {
            let stays = format!("{} {}", self.put(moment[1], &couple, 0).text, couple.symbol);
            let lines = match a == 0.0 {
                true => vec![format!("no load, V = 0: M stays {stays}")],
                false => {
                    let written = |more| {
                        let v = vec![self.put(a, &units.force, more)];
                        (long("no load: V stays, its area ", &arm, 1.0, more), v)
                    };
                    vec![self.area(written, area, &couple), grows]
                }
            };
            return (head, lines);
        }
        let bent = step.bent();
        let loaded = |more| {
            let (over, ends) = if bent { (2.0, &load[..]) } else { (1.0, &load[..1]) };
            let ends = ends.iter().map(|end| self.put(*end, &per_length, more)).collect();
            (long("area of the load ", &units.length, over, more), ends)
        };
        let of_v = |more| {
            let (before, over, ordinates) = if bent {
                ("area of V, being a parabola's, ", 6.0, vec![a, 4.0 * middle, b])
            } else if a == 0.0 || b == 0.0 {
                ("area of V, ", 2.0, vec![a + b])
            } else {
                ("area of V, ", 2.0, vec![a, b])
            };
            let ordinates = ordinates.into_iter().map(|v| self.put(v, &units.force, more)).collect();
            (long(before, &arm, over, more), ordinates)
        };
        let lines = vec![
            self.area(loaded, b - a, &units.force),
            self.added(Inner::V, &[a, b - a], b),
            self.area(of_v, area, &couple),
            grows,
        ];
        (head, lines)
    }

    /// A place by its point, else by its distance.
    fn spot(&self, diagram: &Diagram, station: f64) -> String {
        let named = diagram.points.iter().find(|(_, at)| (at - station).abs() <= 1e-9 * diagram.length());
        match named {
            Some((point, _)) => self.statics.model.point_name(*point).to_owned(),
            None => self.distance(station),
        }
    }

    /// The unit in which V and M are stepped along: areas of V have to come out in that of M.
    fn unit_of(&self, inner: Inner) -> Unit {
        let units = &self.statics.model.units;
        if inner == Inner::M { units.moment_sums().1 } else { units.force.clone() }
    }

    fn put(&self, si: f64, unit: &Unit, more: u8) -> Printed {
        Printed::new(figures::rounded(unit.from_si(si), self.digits() + more))
    }
}

/// A factor that is negative stands in brackets.
fn bracketed(text: &str) -> String {
    if text.starts_with('−') { format!("({text})") } else { text.to_owned() }
}
