//! One equation as fragments: title, reason, terms, result.

use crate::direction;
use crate::fragment::{Fragment, escape, latex_symbol, latex_unit};
use crate::page::{ArmMark, PageCheck, PageStep, PageTerm};
use crate::{load_id, reaction_id};
use helvek_core::equilibrium::{Column, ColumnId, ColumnKind};
use helvek_core::geometry::Point;
use helvek_core::plan::{Axis, Centre, DropsOut, Equation, Reason};
use helvek_core::sheet::Turn;
use helvek_core::solution::Solved;
use helvek_core::units::{Unit, figures};
use helvek_core::working::{Arm, Check, Projection, Size, Step, Term, TermOf};

/// Words the parts of one solution.
pub(crate) struct Wording<'a> {
    pub(crate) solved: &'a Solved,
}

impl Wording<'_> {
    fn digits(&self) -> u8 {
        self.solved.model.schools.figures
    }

    fn column(&self, id: ColumnId) -> &Column {
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
        let unit = match kind {
            ColumnKind::Force => &self.solved.model.units.force,
            ColumnKind::Couple => &self.solved.model.units.moment,
        };
        (figures::rounded(unit.from_si(value), self.digits()), unit.symbol.clone())
    }

    pub(crate) fn step(&self, number: usize, step: &Step) -> PageStep {
        let column = self.column(step.unknown);
        let (number_text, unit) = self.result(step.value, column.kind);
        let result = Fragment::math(
            format!("{} = {} {}", column.symbol, minus(&number_text), unit),
            format!("{} = {number_text}\\;{}", latex_symbol(&column.symbol), latex_unit(&unit)),
        );
        PageStep {
            number,
            title: self.title(&self.solved.free_body_name(&step.free_body), &step.equation),
            reason: self.reason(&step.reason, step.unknown, &step.equation),
            sum: self.sum(&step.equation),
            terms: self.terms(&step.terms),
            result,
            remark: self.remark(step, column),
            unknown: reaction_id(&column.symbol),
            centre: self.centre(&step.equation),
        }
    }

    pub(crate) fn check(&self, check: &Check) -> PageCheck {
        let unit = match check.equation {
            Equation::Forces { .. } => &self.solved.model.units.force,
            Equation::Moments { .. } => &self.solved.model.units.moment,
        };
        let left = if check.ok() { "0".into() } else { figures::rounded(unit.from_si(check.residual), 3) };
        PageCheck {
            title: self.title(&self.solved.free_body_name(&check.free_body), &check.equation),
            sum: self.sum(&check.equation),
            terms: self.terms(&check.terms),
            residual: Fragment::math(left.clone(), left),
            ok: check.ok(),
            centre: self.centre(&check.equation),
        }
    }

    fn title(&self, body: &str, equation: &Equation) -> String {
        let name = self.solved.equation_name(equation);
        let mut letters = name.chars();
        let capital: String = letters.next().map(|c| c.to_uppercase().collect()).unwrap_or_default();
        format!("{capital}{} · {body}", letters.as_str())
    }

    fn centre(&self, equation: &Equation) -> Option<[f64; 2]> {
        match equation {
            Equation::Moments { about, .. } => Some(self.place(*about)),
            Equation::Forces { .. } => None,
        }
    }

    /// `↺ ΣM_A = 0`, with the positive sense the sheet has chosen.
    fn sum(&self, equation: &Equation) -> Fragment {
        match *equation {
            Equation::Forces { axis: Axis::X, .. } => {
                Fragment::math("→ ΣF_x", "\\rightarrow\\ \\textstyle\\sum F_x")
            }
            Equation::Forces { axis: Axis::Y, .. } => {
                Fragment::math("↑ ΣF_y", "\\uparrow\\ \\textstyle\\sum F_y")
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
                        (name.to_owned(), escape(name))
                    }
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

    /// Why this equation: what drops out and how, and what is left.
    fn reason(&self, reason: &Reason, unknown: ColumnId, equation: &Equation) -> Vec<Fragment> {
        let mut line = Vec::new();
        let groups = [
            (DropsOut::ThroughCentre, ["passes", "pass"], self.through(equation)),
            (DropsOut::Across, ["acts", "act"], " across this direction".to_owned()),
            (
                DropsOut::CoupleInForceSum,
                ["is a couple and does", "are couples and do"],
                " not enter a force sum".to_owned(),
            ),
        ];
        for (how, [one, many], tail) in groups {
            let symbols: Vec<_> = reason.dropped.iter().filter(|d| d.how == how).map(|d| d.column).collect();
            if symbols.is_empty() {
                continue;
            }
            if !line.is_empty() {
                line.push(Fragment::words(", "));
            }
            self.list(&mut line, &symbols);
            let verb = if symbols.len() == 1 { one } else { many };
            line.push(Fragment::words(format!(" {verb}{tail}")));
        }
        if line.is_empty() {
            line.push(Fragment::words("Only "));
            line.push(Fragment::symbol(&self.column(unknown).symbol));
            line.push(Fragment::words(" is still open."));
            return line;
        }
        line.push(Fragment::words(", so only "));
        line.push(Fragment::symbol(&self.column(unknown).symbol));
        line.push(Fragment::words(" is left."));
        line
    }

    fn through(&self, equation: &Equation) -> String {
        match equation {
            Equation::Moments { centre: Centre::Named(point), .. } => {
                format!(" through {}", self.solved.model.point_name(*point))
            }
            _ => " through the crossing".into(),
        }
    }

    fn list(&self, line: &mut Vec<Fragment>, columns: &[ColumnId]) {
        for (i, column) in columns.iter().enumerate() {
            if i > 0 {
                line.push(Fragment::words(if i + 1 == columns.len() { " and " } else { ", " }));
            }
            line.push(Fragment::symbol(&self.column(*column).symbol));
        }
    }

    /// What the sign says.
    fn remark(&self, step: &Step, column: &Column) -> String {
        if step.value == 0.0 {
            return "exactly zero: nothing to carry".into();
        }
        let wrench = column.acts[0].wrench.scaled(step.value);
        let sense = match column.kind {
            ColumnKind::Force => direction::words(wrench.force.unit().unwrap_or_default(), self.digits()),
            ColumnKind::Couple => direction::turn_words(wrench.moment.z).to_owned(),
        };
        if step.turned() {
            format!("negative: acts {sense}; from here on the arrow is turned")
        } else {
            format!("as assumed: {sense}")
        }
    }

    fn terms(&self, terms: &[Term]) -> Vec<PageTerm> {
        terms.iter().enumerate().map(|(i, term)| self.term(term, i == 0)).collect()
    }

    fn term(&self, term: &Term, first: bool) -> PageTerm {
        let units = &self.solved.model.units;
        let digits = self.digits();
        let plain = |value: f64| figures::plain(value, digits);
        // (text, latex) of each factor; the first stands bare, the others in brackets.
        let mut factors: Vec<(String, String)> = Vec::new();
        let mut number = |text: String| factors.push((text.clone(), text));
        let per_length = units.force.per(&units.length);
        match term.size {
            Size::Force(v) => number(plain(units.force.from_si(v))),
            Size::Couple(v) => number(plain(units.moment.from_si(v))),
            Size::Uniform { intensity, over } => {
                number(plain(per_length.from_si(intensity)));
                number(self.length(over));
            }
            Size::Triangle { intensity, over } => {
                factors.push(("½".into(), "\\tfrac12".into()));
                let text = plain(per_length.from_si(intensity));
                factors.push((text.clone(), text));
                let text = self.length(over);
                factors.push((text.clone(), text));
            }
            // Carried with two figures more than it is reported with: a reader who adds it up must come out where Helvek does.
            Size::Found(v) => number(figures::plain(self.found_unit(term.of).from_si(v), digits + 1)),
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

    fn mark(&self, of: TermOf) -> String {
        match of {
            TermOf::Action(id) => {
                let action = &self.solved.equilibrium.actions[id.index()];
                load_id(&self.solved.model.loads[action.load.index()].name)
            }
            TermOf::Column(id) => reaction_id(&self.column(id).symbol),
        }
    }

    /// The term in words: what it is, its part, its arm, and what its sign means.
    fn says(&self, term: &Term) -> String {
        let of = match term.of {
            TermOf::Action(id) => {
                let action = &self.solved.equilibrium.actions[id.index()];
                let name = &self.solved.model.loads[action.load.index()].name;
                match term.size {
                    Size::Uniform { .. } => {
                        format!("{name}, the uniform part as its resultant at its middle")
                    }
                    Size::Triangle { .. } => {
                        format!("{name}, the triangular part as its resultant a third from its high end")
                    }
                    Size::Couple(_) => format!("{name}, a couple: the same about every point"),
                    _ => name.clone(),
                }
            }
            TermOf::Column(id) => {
                let symbol = &self.column(id).symbol;
                match term.size {
                    Size::Found(_) => format!("{symbol}, found before"),
                    _ => format!("{symbol}, the unknown"),
                }
            }
        };
        let part = match term.projection {
            Projection::Whole => String::new(),
            Projection::Cos(_) | Projection::Sin(_) => ", the part that counts".into(),
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

/// A hyphen is not a minus.
pub(crate) fn minus(number: &str) -> String {
    number.replace('-', "−")
}
