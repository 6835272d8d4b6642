//! V and M by areas, in words: a line for each step along a member.

use crate::step::{Wording, minus};
use helvek_core::inside::{AreaStep, Diagram, Inner, Source};
use helvek_core::units::figures;
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

/// Terms as they are added up: the first with a minus where it has one, the others with their signs between them.
fn sum(terms: &[String]) -> String {
    let mut out = String::new();
    for (i, term) in terms.iter().enumerate() {
        match (i, term.strip_prefix('−')) {
            (0, _) => out += term,
            (_, Some(size)) => out = format!("{out} − {size}"),
            (_, None) => out = format!("{out} + {term}"),
        }
    }
    out
}

impl Wording<'_> {
    /// The steps along a stretch, by its row.
    pub(crate) fn area_lines(&self, row: usize, diagram: &Diagram) -> Vec<AreaLine> {
        let length = |v: f64| self.solved.model.units.length.from_si(v);
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
        let mut lines: Vec<AreaLine> = self.solved.areas(row).iter().map(line).collect();
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
            Some(Source::Load(id)) => self.solved.model.loads[id.index()].name.clone(),
            Some(Source::Column(id)) => self.solved.full.column(*id).symbol.to_string(),
            None => "the rest of the body".to_owned(),
        };
        let names: Vec<String> = by.iter().map(|(source, _)| name(source)).collect();
        let what = match &names[..] {
            [one] => one.clone(),
            [first @ .., last] => format!("{} and {last}", first.join(", ")),
            [] => String::new(),
        };
        let (verb, letter) = (if by.len() == 1 { "steps" } else { "step" }, inner.letter());
        let mut terms = vec![self.number(inner, from)];
        terms.extend(by.iter().map(|(_, amount)| self.number(inner, *amount)));
        let title = format!("At {}, {what} {verb} {letter}", self.spot(diagram, station));
        (title, vec![format!("{letter} = {} = {}", sum(&terms), self.inner(inner, to))])
    }

    fn run(&self, diagram: &Diagram, step: &AreaStep) -> (String, Vec<String>) {
        let AreaStep::Run { start, end, load, shear, moment, to_zero } = step else {
            return Default::default();
        };
        let (v, m) = (|value: f64| self.number(Inner::V, value), |value: f64| self.number(Inner::M, value));
        let until =
            if *to_zero { format!("{}, where V = 0", self.distance(*end)) } else { self.spot(diagram, *end) };
        let l = figures::plain(self.solved.model.units.length.from_si(end - start), self.digits().max(3));
        let [a, middle, b] = *shear;
        let area = step.area();
        let grows = format!("M = {} = {}", sum(&[m(moment[0]), m(area)]), self.inner(Inner::M, moment[1]));
        let head = format!("{} to {until}", self.spot(diagram, *start));
        if load == &[0.0; 2] {
            let lines = match a == 0.0 {
                true => vec![format!("no load, V = 0: M stays {}", self.inner(Inner::M, moment[1]))],
                false => {
                    let product = format!("{l} × {}", bracketed(&v(a)));
                    vec![format!("no load: V stays, its area {product} = {}", m(area)), grows]
                }
            };
            return (head, lines);
        }
        let per = |value: f64| {
            let units = &self.solved.model.units;
            minus(&figures::rounded(units.force.from_si(value) / units.length.from_si(1.0), self.digits()))
        };
        let gained = v(b - a);
        let loaded = if step.bent() {
            format!("½ × {l} × ({})", sum(&[per(load[0]), per(load[1])]))
        } else {
            format!("{l} × {}", bracketed(&per(load[0])))
        };
        let of_v = if step.bent() {
            let middle = v(4.0 * middle);
            format!("being a parabola's, {l}/6 × ({})", sum(&[v(a), middle, v(b)]))
        } else if a == 0.0 || b == 0.0 {
            format!("½ × {l} × {}", bracketed(&v(a + b)))
        } else {
            format!("½ × {l} × ({})", sum(&[v(a), v(b)]))
        };
        let lines = vec![
            format!("area of the load {loaded} = {gained}"),
            format!("V = {} = {}", sum(&[v(a), gained.clone()]), self.inner(Inner::V, b)),
            format!("area of V, {of_v} = {}", m(area)),
            grows,
        ];
        (head, lines)
    }

    /// A place by its point, else by its distance.
    fn spot(&self, diagram: &Diagram, station: f64) -> String {
        let named = diagram.points.iter().find(|(_, at)| (at - station).abs() <= 1e-9 * diagram.length());
        match named {
            Some((point, _)) => self.solved.model.point_name(*point).to_owned(),
            None => self.distance(station),
        }
    }

    fn number(&self, inner: Inner, value: f64) -> String {
        let unit = self.solved.inner_unit_of(inner);
        minus(&figures::rounded(unit.from_si(value), self.digits()))
    }
}

/// A factor that is negative stands in brackets.
fn bracketed(text: &str) -> String {
    if text.starts_with('−') { format!("({text})") } else { text.to_owned() }
}
