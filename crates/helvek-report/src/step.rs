//! One equation as fragments: title, reason, terms, result.

use crate::fragment::{Fragment, latex_name, latex_symbol, latex_unit};
use crate::load_id;
use crate::page::{ArmMark, PageCheck, PageLine, PageResult, PageStep, PageTerm};
use helvek_core::answers::Answers;
use helvek_core::equilibrium::{ActionId, ActionOf, Column, ColumnId, ColumnKind, ColumnOf, PartOf};
use helvek_core::geometry::Point;
use helvek_core::model::{Amount, Load, LoadKind, Rope, RopeEnd};
use helvek_core::plan::{Axis, Centre, Equation};
use helvek_core::sheet::Turn;
use helvek_core::solution::Solved;
use helvek_core::units::{Unit, figures};
use helvek_core::working::{Arm, Check, Line, Projection, Size, Step, Term, TermOf};

/// Words the parts of one solution.
pub(crate) struct Wording<'a> {
    pub(crate) solved: &'a Solved,
    /// Its answers, made once.
    pub(crate) answers: &'a Answers,
    /// The values of its unknowns, as [`Solved::full_values`].
    pub(crate) values: Vec<Option<f64>>,
}

impl Wording<'_> {
    pub(crate) fn digits(&self) -> u8 {
        self.solved.model.schools.figures
    }

    pub(crate) fn column(&self, id: ColumnId) -> &Column {
        &self.solved.equilibrium.columns[id.index()]
    }

    fn length(&self, metres: f64) -> String {
        figures::plain(self.solved.model.units.length.from_si(metres), self.digits())
    }

    pub(crate) fn place(&self, point: Point) -> [f64; 2] {
        let length = &self.solved.model.units.length;
        [length.from_si(point.x), length.from_si(point.y)]
    }

    /// A value of a kind of unknown: its number and its unit.
    pub(crate) fn result(&self, value: f64, kind: ColumnKind) -> (String, String) {
        let unit = self.solved.unit_of(kind);
        (figures::rounded(unit.from_si(value), self.digits()), unit.symbol)
    }

    pub(crate) fn step(&self, number: usize, step: &Step) -> PageStep {
        let alone = step.lines.len() == 1;
        let title = match &step.lines[..] {
            [line] => self.line_title(line),
            lines => format!("{} equations together", lines.len()),
        };
        PageStep {
            number,
            title,
            reason: self.reason(step),
            lines: step
                .lines
                .iter()
                .map(|line| PageLine {
                    title: (!alone).then(|| self.line_title(line)),
                    sum: self.sum(&line.equation),
                    terms: self.terms(&line.terms),
                    centre: self.centre(&line.equation),
                    axis: self.axis_mark(&line.equation),
                })
                .collect(),
            results: step.results().map(|(id, value)| self.page_result(id, value)).collect(),
            at_sight: step.reason.rule.is_some(),
            met: Vec::new(),
            matrix: None,
            products: Vec::new(),
        }
    }

    pub(crate) fn page_result(&self, id: ColumnId, value: f64) -> PageResult {
        let column = self.column(id);
        let (number, unit) = self.result(value, column.kind);
        PageResult {
            value: Fragment::math(
                format!("{} = {} {}", column.symbol, minus(&number), unit),
                format!("{} = {number}\\;{}", latex_symbol(&column.symbol), latex_unit(&unit)),
            ),
            remark: self.remark(value, column),
            unknown: self.column_mark(id),
        }
    }

    pub(crate) fn check(&self, check: &Check) -> PageCheck {
        let line = &check.line;
        let unit = match line.equation {
            Equation::Forces { .. } => &self.solved.model.units.force,
            Equation::Moments { .. } => &self.solved.model.units.moment,
        };
        let left = if check.ok() { "0".into() } else { figures::rounded(unit.from_si(check.residual), 3) };
        PageCheck {
            title: self.line_title(line),
            sum: self.sum(&line.equation),
            terms: self.terms(&line.terms),
            residual: Fragment::math(left.clone(), left),
            ok: check.ok(),
            centre: self.centre(&line.equation),
            axis: self.axis_mark(&line.equation),
        }
    }

    pub(crate) fn line_title(&self, line: &Line) -> String {
        self.title(&self.solved.free_body_name(&line.free_body), &line.equation)
    }

    fn title(&self, body: &str, equation: &Equation) -> String {
        let name = self.solved.equation_name(equation);
        let mut letters = name.chars();
        let capital: String = letters.next().map(|c| c.to_uppercase().collect()).unwrap_or_default();
        format!("{capital}{} · {body}", letters.as_str())
    }

    pub(crate) fn centre(&self, equation: &Equation) -> Option<[f64; 2]> {
        match equation {
            Equation::Moments { about, .. } => Some(self.place(*about)),
            Equation::Forces { .. } => None,
        }
    }

    /// `↺ ΣM_A = 0`, with the positive sense the sheet has chosen.
    pub(crate) fn sum(&self, equation: &Equation) -> Fragment {
        if self.solved.model.spatial() {
            return self.sum_in_space(equation);
        }
        match *equation {
            Equation::Forces { axis: Axis::X, .. } => {
                Fragment::math("→ ΣF_x", "\\rightarrow\\ \\textstyle\\sum F_x")
            }
            Equation::Forces { axis: Axis::Y | Axis::Z, .. } => {
                Fragment::math("↑ ΣF_y", "\\uparrow\\ \\textstyle\\sum F_y")
            }
            Equation::Forces { axis: Axis::Along(column), .. } => {
                let symbol = &self.column(column).symbol;
                Fragment::math(
                    format!("ΣF along {symbol}"),
                    format!("\\textstyle\\sum F_{{\\parallel {}}}", latex_symbol(symbol)),
                )
            }
            Equation::Forces { axis: Axis::Across(column), .. } => {
                let symbol = &self.column(column).symbol;
                Fragment::math(
                    format!("ΣF across {symbol}"),
                    format!("\\textstyle\\sum F_{{\\perp {}}}", latex_symbol(symbol)),
                )
            }
            Equation::Moments { centre, .. } => {
                let (arrow, latex_arrow) = match self.solved.model.schools.moment {
                    Turn::Ccw => ("↺", "\\circlearrowleft"),
                    Turn::Cw => ("↻", "\\circlearrowright"),
                };
                let (name, latex) = match centre {
                    Centre::Named(point) => {
                        let name = self.solved.model.point_name(point);
                        (name.to_owned(), latex_name(name))
                    }
                    // Of sheets of space, which have words of their own.
                    Centre::Through(..) | Centre::Meeting(..) => (String::new(), String::new()),
                    Centre::Crossing(a, b) => {
                        let (a, b) = (&self.column(a).symbol, &self.column(b).symbol);
                        (format!("{a}×{b}"), format!("{}\\times {}", latex_symbol(a), latex_symbol(b)))
                    }
                };
                Fragment::math(
                    format!("{arrow} ΣM_{name}"),
                    format!("{latex_arrow}\\ \\textstyle\\sum M_{{{latex}}}"),
                )
            }
        }
    }

    pub(crate) fn list(&self, line: &mut Vec<Fragment>, columns: &[ColumnId]) {
        for (i, column) in columns.iter().enumerate() {
            if i > 0 {
                line.push(Fragment::words(if i + 1 == columns.len() { " and " } else { ", " }));
            }
            line.push(Fragment::symbol(&self.column(*column).symbol));
        }
    }

    pub(crate) fn terms(&self, terms: &[Term]) -> Vec<PageTerm> {
        terms.iter().enumerate().map(|(i, term)| self.term(term, i == 0)).collect()
    }

    fn term(&self, term: &Term, first: bool) -> PageTerm {
        let units = &self.solved.model.units;
        let digits = self.digits();
        let plain = |value: f64| figures::plain(value, digits);
        // (text, latex) of each factor; the first stands bare, the others in brackets.
        let mut factors: Vec<(String, String)> = Vec::new();
        let per_length = units.force.per(&units.length);
        match term.size {
            Size::Force(v) => put(&mut factors, plain(units.force.from_si(v))),
            Size::Couple(v) => put(&mut factors, plain(units.moment.from_si(v))),
            Size::Uniform { intensity, over } => {
                put(&mut factors, plain(per_length.from_si(intensity)));
                put(&mut factors, self.length(over));
            }
            Size::Triangle { intensity, over } => {
                factors.push(("½".into(), "\\tfrac12".into()));
                let text = plain(per_length.from_si(intensity));
                factors.push((text.clone(), text));
                let text = self.length(over);
                factors.push((text.clone(), text));
            }
            // Carried with two figures more than it is reported with: a reader who adds it up must come out where Helvek does.
            Size::Mass { mass, gravity } => {
                put(&mut factors, plain(units.mass.from_si(mass)));
                put(&mut factors, plain(gravity_in(units, gravity)));
            }
            Size::Spread { found, over, half } => {
                if half {
                    factors.push(("½".into(), "\\tfrac12".into()));
                }
                match (found, term.of) {
                    (Some(v), _) => put(&mut factors, figures::plain(per_length.from_si(v), digits + 1)),
                    (None, TermOf::Column(id)) => {
                        let symbol = &self.column(id).symbol;
                        factors.push((symbol.to_string(), latex_symbol(symbol)));
                    }
                    (None, TermOf::Action(_)) => {}
                }
                let text = self.length(over);
                factors.push((text.clone(), text));
            }
            Size::Found(v) => {
                put(&mut factors, figures::plain(self.found_unit(term.of).from_si(v), digits + 1))
            }
            Size::Unknown => {
                if let TermOf::Column(id) = term.of {
                    let symbol = &self.column(id).symbol;
                    factors.push((symbol.to_string(), latex_symbol(symbol)));
                }
            }
        }
        let mut tail = (String::new(), String::new());
        let angle = |radians: f64| figures::plain(radians.to_degrees(), digits);
        match term.projection {
            Projection::Whole => {}
            Projection::Cos(a) => {
                tail = (format!(" cos {}°", angle(a)), format!("\\cos {}^{{\\circ}}", angle(a)))
            }
            Projection::Cosine(part) => {
                let part = figures::rounded(part, digits);
                tail = (format!(" ({part})"), format!("\\,({part})"))
            }
            Projection::Sin(a) => {
                tail = (format!(" sin {}°", angle(a)), format!("\\sin {}^{{\\circ}}", angle(a)))
            }
        }
        let sign = match (term.sign < 0.0, first) {
            (true, _) => "−",
            (false, true) => "",
            (false, false) => "+",
        };
        let (mut text, mut latex) = (String::new(), String::new());
        for (i, (plain, tex)) in factors.iter().enumerate() {
            if i == 0 {
                text.push_str(plain);
                latex.push_str(tex);
            } else if factors[0].0 == "½" && i == 1 {
                text.push_str(&format!(" {plain}"));
                latex.push_str(&format!("\\,{tex}"));
            } else {
                text.push_str(&format!(" ({plain})"));
                latex.push_str(&format!("\\,({tex})"));
            }
        }
        text.push_str(&tail.0);
        latex.push_str(&tail.1);
        if let Some(arm) = term.arm {
            text.push_str(&format!(" ({})", self.length(arm.length)));
            latex.push_str(&format!("\\,({})", self.length(arm.length)));
        }
        // A sign at the start of a formula is set without the space it needs between two terms.
        let sign_latex = match sign {
            "−" if first => "-",
            "−" => "-\\,",
            "+" => "+\\,",
            _ => "",
        };
        PageTerm {
            of: self.mark(term.of),
            fragment: Fragment::math(
                if sign.is_empty() { text.clone() } else { format!("{sign} {text}") },
                format!("{sign_latex}{latex}"),
            ),
            says: self.says(term),
            arm: term.arm.map(|arm| self.arm(arm)),
            space_arm: self.space_arm(term.arm),
        }
    }

    /// The unit of a found unknown.
    fn found_unit(&self, of: TermOf) -> &Unit {
        let units = &self.solved.model.units;
        match of {
            TermOf::Column(id) if self.column(id).kind == ColumnKind::Couple => &units.moment,
            _ => &units.force,
        }
    }

    /// What a known action is called: its load, or the mass or hand on a rope.
    fn action_name(&self, id: ActionId) -> String {
        match self.solved.equilibrium.actions[id.index()].of {
            ActionOf::Load(load) => self.solved.model.loads[load.index()].name.clone(),
            ActionOf::End(rope, end) => self.solved.part_name(PartOf::End(rope, end)),
        }
    }

    pub(crate) fn mark(&self, of: TermOf) -> String {
        match of {
            TermOf::Action(id) => match self.solved.equilibrium.actions[id.index()].of {
                ActionOf::Load(load) => {
                    let load = &self.solved.model.loads[load.index()];
                    let at = self.solved.equilibrium.actions[id.index()].act.wrench.about;
                    match load.kind {
                        LoadKind::Own { .. } => {
                            format!("{}#@{}", load_id(&load.name), self.solved.model.name_at(at))
                        }
                        _ => load_id(&load.name),
                    }
                }
                ActionOf::End(rope, _) => format!("rope:{}", self.solved.model.ropes[rope.index()].name),
            },
            TermOf::Column(id) => self.column_mark(id),
        }
    }

    /// The mark on the drawing that stands for an unknown: its own arrow at a support, else the thing that transmits it.
    pub(crate) fn column_mark(&self, id: ColumnId) -> String {
        let (column, model) = (self.column(id), &self.solved.model);
        match column.of {
            ColumnOf::Sought(sought) => {
                let carries = |load: &&Load| load.kind.amounts().contains(&Amount::Sought(sought));
                let pulls = |rope: &&Rope| rope.ends.contains(&RopeEnd::Pull(Amount::Sought(sought)));
                match (model.loads.iter().find(carries), model.ropes.iter().find(pulls)) {
                    (Some(load), _) => load_id(&load.name),
                    (None, Some(rope)) => format!("rope:{}", rope.name),
                    (None, None) => String::new(),
                }
            }
            _ => self.solved.unknown_id(id),
        }
    }

    /// The term in words: what it is, its part, its arm, and what its sign means.
    fn says(&self, term: &Term) -> String {
        let of = match term.of {
            TermOf::Action(id) => {
                let name = self.action_name(id);
                match term.size {
                    Size::Mass { .. } => format!("{name}, mass times gravity"),
                    Size::Uniform { .. } => {
                        format!("{name}, the uniform part as its resultant at its middle")
                    }
                    Size::Triangle { .. } => {
                        format!("{name}, the triangular part as its resultant a third from its high end")
                    }
                    Size::Couple(_) => format!("{name}, a couple: the same about every point"),
                    _ => name,
                }
            }
            TermOf::Column(id) => {
                let symbol = &self.column(id).symbol;
                match term.size {
                    Size::Found(_) | Size::Spread { found: Some(_), .. } => format!("{symbol}, found before"),
                    _ => format!("{symbol}, the unknown"),
                }
            }
        };
        let part = match term.projection {
            Projection::Whole => String::new(),
            Projection::Cos(_) | Projection::Sin(_) | Projection::Cosine(_) => {
                ", the part that counts".into()
            }
        };
        let arm = match term.arm {
            Some(arm) => {
                format!(
                    ", at an arm of {} {}",
                    self.length(arm.length),
                    self.solved.model.units.length.symbol
                )
            }
            None => String::new(),
        };
        let sense = match (term.sign < 0.0, term.arm.is_some() || matches!(term.size, Size::Couple(_))) {
            (true, true) => "turns against the positive sense",
            (false, true) => "turns in the positive sense",
            (true, false) => "against the positive direction",
            (false, false) => "in the positive direction",
        };
        format!("{of}{part}{arm}; {sense}")
    }

    fn arm(&self, arm: Arm) -> ArmMark {
        ArmMark {
            centre: self.place(arm.centre),
            foot: self.place(arm.foot),
            at: self.place(arm.at),
            text: format!("{} {}", self.length(arm.length), self.solved.model.units.length.symbol),
        }
    }
}

/// A number that reads the same in text and in a formula.
fn put(factors: &mut Vec<(String, String)>, text: String) {
    factors.push((text.clone(), text));
}

/// The acceleration that turns the sheet's mass into its force: 9.81 in kg and N, 0.00981 in kg and kN.
fn gravity_in(units: &helvek_core::units::Units, gravity: f64) -> f64 {
    gravity * units.mass.factor / units.force.factor
}

/// A hyphen is not a minus.
pub(crate) fn minus(number: &str) -> String {
    number.replace('-', "−")
}
