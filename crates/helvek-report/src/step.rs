//! One equation as fragments: title, reason, terms, result.

use crate::fragment::{Fragment, latex_name, latex_symbol, latex_unit};
use crate::lines::{ArmMark, PageCheck, PageLine, PageResult, PageStep};
use crate::numbers::{Words, minus};
use helvek_core::answers::Findings;
use helvek_core::equilibrium::{ActionId, ActionOf, Column, ColumnId, ColumnKind, ColumnOf, PartOf};
use helvek_core::id::{Id, Kind};
use helvek_core::model::{Amount, Load, LoadKind};
use helvek_core::plan::{Axis, Centre, Equation};
use helvek_core::problem::capital;
use helvek_core::sheet::Turn;
use helvek_core::solution::Solved;
use helvek_core::units::figures;
use helvek_core::working::{Arm, Check, Line, Projection, Size, Step, Term, TermOf};
use std::ops::Deref;

/// Words the parts of one solution.
pub(crate) struct Wording<'a> {
    pub(crate) solved: &'a Solved,
    words: Words<'a>,
}

impl<'a> Deref for Wording<'a> {
    type Target = Words<'a>;

    fn deref(&self) -> &Words<'a> {
        &self.words
    }
}

impl<'a> Wording<'a> {
    pub(crate) fn of(solved: &'a Solved, found: &'a Findings) -> Self {
        Self { solved, words: Words::of(solved, found) }
    }
}

impl Wording<'_> {
    pub(crate) fn column(&self, id: ColumnId) -> &Column {
        &self.solved.equilibrium.columns[id.index()]
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
                .map(|line| {
                    let found: Vec<_> = step.results().collect();
                    let (terms, rounding) = self.sum_that_agrees(line, &found);
                    PageLine {
                        title: (!alone).then(|| self.line_title(line)),
                        sum: self.sum(&line.equation),
                        terms,
                        rounding,
                        centre: self.centre(&line.equation),
                        axis: self.axis_mark(&line.equation),
                    }
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
        let mut text = format!("{} = {} {}", column.symbol, minus(&number), unit);
        let mut latex = format!("{} = {number}\\;{}", latex_symbol(&column.symbol), latex_unit(&unit));
        // Found in the unit of its sum first.
        let (_, couple) = self.solved.model.units.moment_sums();
        if column.kind == ColumnKind::Couple && couple != self.solved.model.units.moment {
            let inner = figures::rounded(couple.from_si(value), self.digits());
            text = format!(
                "{} = {} {} = {} {}",
                column.symbol,
                minus(&inner),
                couple.symbol,
                minus(&number),
                unit
            );
            latex = format!(
                "{} = {inner}\\;{} = {number}\\;{}",
                latex_symbol(&column.symbol),
                latex_unit(&couple.symbol),
                latex_unit(&unit)
            );
        }
        PageResult {
            value: Fragment::math(text, latex),
            remark: self.remark(value, column),
            unknown: self.column_mark(id),
        }
    }

    pub(crate) fn check(&self, check: &Check) -> PageCheck {
        let line = &check.line;
        let unit = match line.equation {
            Equation::Forces { .. } => self.solved.model.units.force.clone(),
            Equation::Moments { .. } => self.solved.model.units.moment_sums().1,
        };
        let left = if check.ok() { "0".into() } else { figures::rounded(unit.from_si(check.residual), 3) };
        let (terms, rounding) = self.sum_that_agrees(line, &[]);
        PageCheck {
            title: self.line_title(line),
            sum: self.sum(&line.equation),
            terms,
            rounding: rounding && check.ok(),
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
        format!("{} · {body}", capital(&self.solved.equation_name(equation)))
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

    /// What a known action is called: its load, or the mass or hand on a rope.
    fn action_name(&self, id: ActionId) -> String {
        match self.solved.equilibrium.actions[id.index()].of {
            ActionOf::Load(load) => self.solved.model.loading.loads[load.index()].name.clone(),
            ActionOf::End(rope, end) => self.solved.model.part_name(PartOf::End(rope, end)),
        }
    }

    pub(crate) fn mark(&self, of: TermOf) -> Option<Id> {
        match of {
            TermOf::Action(id) => Some(self.action_mark(id)),
            TermOf::Column(id) => self.column_mark(id),
        }
    }

    fn action_mark(&self, id: ActionId) -> Id {
        let (model, action) = (&self.solved.model, &self.solved.equilibrium.actions[id.index()]);
        match action.of {
            ActionOf::Load(load) => {
                let load = &model.loading.loads[load.index()];
                match load.kind {
                    LoadKind::Own { .. } => {
                        load.mark().place(Kind::Point.id(model.name_at(action.act.wrench.about)))
                    }
                    _ => load.mark(),
                }
            }
            ActionOf::End(rope, _) => Kind::Rope.id(&model.ropes[rope.index()].name),
        }
    }

    /// The mark on the drawing that stands for an unknown: its own arrow at a support, else the thing that transmits it.
    pub(crate) fn column_mark(&self, id: ColumnId) -> Option<Id> {
        let (column, model) = (self.column(id), &self.solved.model);
        match column.of {
            ColumnOf::Sought(sought) => {
                let carries = |load: &&Load| load.kind.amounts().contains(&Amount::Sought(sought));
                let mut ropes = model.ropes.iter().zip(&model.loading.ends);
                let pulled = ropes.find(|(_, ends)| ends.contains(&Amount::Sought(sought)));
                match (model.loading.loads.iter().find(carries), pulled) {
                    (Some(load), _) => Some(load.mark()),
                    (None, Some((rope, _))) => Some(Kind::Rope.id(&rope.name)),
                    (None, None) => None,
                }
            }
            _ => Some(self.solved.unknown_id(id)),
        }
    }

    /// The term in words: what it is, its part, its arm, and what its sign means.
    pub(crate) fn says(&self, term: &Term) -> String {
        let of = match term.of {
            TermOf::Action(id) => {
                let name = self.action_name(id);
                match term.size {
                    Size::Mass { .. } => format!("{name}, mass times gravity"),
                    Size::Resultant { profile, .. } => format!("{name}, {}", profile.sort().said),
                    Size::Couple(_) => format!("{name}, a couple: the same about every point"),
                    _ => name,
                }
            }
            TermOf::Column(id) => {
                let symbol = &self.column(id).symbol;
                match term.size {
                    Size::Found(_) | Size::Sought { found: Some(_), .. } => format!("{symbol}, found before"),
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
            Some(arm) => format!(", at an arm of {}", self.arm_text(arm.length)),
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

    pub(crate) fn arm(&self, arm: Arm) -> ArmMark {
        ArmMark {
            centre: self.place(arm.centre),
            foot: self.place(arm.foot),
            at: self.place(arm.at),
            text: self.arm_text(arm.length),
        }
    }
}
