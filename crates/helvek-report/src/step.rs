//! One equation as fragments: title, reason, terms, result.

use crate::document::{Block, Chapter, Closes, Equation, Line, Part, Role};
use crate::formula::{Formula, Number, Positive, Source, Symbol, Total};
use crate::inline::Inline;
use crate::lines::{ArmMark, PageTerm};
use crate::numbers::Words;
use helvek_core::answers::Findings;
use helvek_core::equilibrium::{ActionId, ActionOf, Column, ColumnId, ColumnKind, ColumnOf, PartOf};
use helvek_core::id::{Id, Kind};
use helvek_core::model::{Amount, JointKind, Load, LoadKind};
use helvek_core::plan::{Axis, Centre, Equation as Sum, FreeBody};
use helvek_core::problem::capital;
use helvek_core::sheet::{Detail, Turn};
use helvek_core::solution::Solved;
use helvek_core::units::Unit;
use helvek_core::working::{self, Arm, Check, Projection, Size, Step, Term, TermOf};
use std::collections::{HashMap, HashSet};
use std::ops::Deref;

/// Words the parts of one solution.
pub(crate) struct Wording<'a> {
    pub(crate) solved: &'a Solved,
    words: Words<'a>,
    /// In which step an unknown is found, from 1.
    pub(crate) step_of: HashMap<ColumnId, usize>,
    /// The two parts of a cut are drawn apart, with what it carries.
    pub(crate) apart: bool,
}

impl<'a> Deref for Wording<'a> {
    type Target = Words<'a>;

    fn deref(&self) -> &Words<'a> {
        &self.words
    }
}

impl<'a> Wording<'a> {
    pub(crate) fn of(solved: &'a Solved, found: &'a Findings) -> Self {
        let steps = solved.working.steps.iter().enumerate();
        let step_of = steps.flat_map(|(i, step)| step.unknowns.iter().map(move |id| (*id, i + 1))).collect();
        Self { solved, words: Words::of(solved, found), step_of, apart: false }
    }
}

impl Wording<'_> {
    pub(crate) fn column(&self, id: ColumnId) -> &Column {
        &self.solved.equilibrium.columns[id.index()]
    }

    /// A step of the working, from 1; `told`: the unit vectors that were told before.
    pub(crate) fn step(&self, number: usize, step: &Step, told: &mut HashSet<String>) -> Chapter {
        let trivial = step.reason.nothing_else;
        let title = match &step.lines[..] {
            lines if step.reason.rule.is_some() => format!("By inspection · {}", self.bodies(lines)),
            [line] => self.line_title(line),
            lines if trivial => {
                let names: Vec<_> =
                    lines.iter().map(|line| self.solved.equation_name(&line.equation)).collect();
                let names = names.join(" and ").replace(" and forces along ", " and ");
                format!("{} · {}", capital(&names), self.bodies(lines))
            }
            lines => format!("{} equations together", lines.len()),
        };
        let detail = self.solved.model.conventions.detail;
        let mut blocks: Vec<Block> = Vec::new();
        if detail != Detail::Answers {
            let before = number.checked_sub(2).map(|index| &self.solved.working.steps[index]);
            blocks.push(Line::new(Role::Reason, self.reason(step, before)).into());
            blocks.extend(self.equations(step, detail, told));
        }
        // An equation of nothing but its unknown is its result.
        if detail == Detail::Answers || !trivial || step.reason.rule.is_some() {
            blocks.extend(self.results(step));
        }
        Chapter { part: Part::Step(number), title, blocks }
    }

    /// The free bodies of some lines, as one.
    fn bodies(&self, lines: &[working::Line]) -> String {
        let mut parts: Vec<_> = lines.iter().flat_map(|line| line.free_body.parts.iter().copied()).collect();
        parts.sort_unstable();
        parts.dedup();
        self.solved.free_body_name(&FreeBody { parts })
    }

    /// What a step yields; what a rule shows to be nothing in one line.
    fn results(&self, step: &Step) -> Vec<Block> {
        let found: Vec<_> = step.results().collect();
        let mut all: Vec<_> = found.iter().map(|(id, value)| self.result_formula(*id, *value)).collect();
        if step.reason.rule.is_some() {
            let last = all.pop();
            let symbols = found.iter().map(|(id, _)| self.column(*id).symbol.clone());
            let mut chain: Vec<Formula> = symbols
                .zip(&found)
                .take(all.len())
                .map(|(symbol, (id, _))| Symbol::unknown(&symbol, self.column_mark(*id)).into())
                .collect();
            chain.extend(last.into_iter().flat_map(|last| match last {
                Formula::Equal(of) => of,
                other => vec![other],
            }));
            let first = step.unknowns.first().and_then(|id| self.column_mark(*id));
            return vec![Line::new(Role::Result, vec![Formula::Equal(chain).into()]).of(first).into()];
        }
        let line = |(formula, (id, value)): (Formula, &(ColumnId, f64))| {
            let remark = self.remark(*value, self.column(*id));
            Line::new(Role::Result, vec![formula.into()]).note(remark).of(self.column_mark(*id)).into()
        };
        all.into_iter().zip(&found).map(line).collect()
    }

    /// The equations of a step, each with where its arms and angles come from.
    fn equations(&self, step: &Step, detail: Detail, told: &mut HashSet<String>) -> Vec<Block> {
        let alone = step.lines.len() == 1 || step.reason.nothing_else || step.reason.rule.is_some();
        let mut blocks: Vec<Block> = Vec::new();
        blocks.extend(self.met(step, told).into_iter().map(|says| Line::new(Role::Working, says).into()));
        for line in &step.lines {
            if !alone {
                blocks.push(Line::words(Role::Heading, self.line_title(line)).into());
            }
            // What is seen at sight needs no equation.
            if step.reason.rule.is_none() {
                if detail == Detail::Terms {
                    blocks.extend(self.sources(line, told).into_iter().map(Block::Line));
                }
                let found: Vec<_> = step.results().collect();
                let (terms, rounding) = self.sum_that_agrees(line, &found);
                blocks.push(Block::Equation(Equation { rounding, ..self.equation(line, terms) }));
            }
        }
        blocks.extend(step.lines.iter().flat_map(|line| self.products(line)).map(Block::Line));
        if !alone {
            blocks.extend(self.matrix(step).map(Block::Table));
        }
        blocks
    }

    /// A sum with its terms.
    pub(crate) fn equation(&self, line: &working::Line, terms: Vec<PageTerm>) -> Equation {
        Equation {
            sum: self.sum(&line.equation),
            terms,
            check: None,
            unit: self.unit_of_sum(&line.equation).symbol,
            rounding: false,
            axis: self.axis_mark(&line.equation),
        }
    }

    /// The unit in which a sum adds up.
    fn unit_of_sum(&self, equation: &Sum) -> Unit {
        match equation {
            Sum::Forces { .. } => self.solved.model.units.force.clone(),
            Sum::Moments { .. } => self.solved.model.units.moment_sums().1,
        }
    }

    /// `B_y = 3.20 kN`
    pub(crate) fn result_formula(&self, id: ColumnId, value: f64) -> Formula {
        let column = self.column(id);
        let unit = self.solved.model.unit_of(column.kind);
        let shown = |unit: &Unit| -> Formula {
            Number::rounded(unit.from_si(value), self.digits()).unit(unit).from(Source::Result).into()
        };
        let mut same = vec![Symbol::unknown(&column.symbol, self.column_mark(id)).into()];
        // Found in the unit of its sum first.
        let (_, couple) = self.solved.model.units.moment_sums();
        if column.kind == ColumnKind::Couple && couple != self.solved.model.units.moment {
            same.push(shown(&couple));
        }
        same.push(shown(&unit));
        Formula::Equal(same)
    }

    /// An unused equation with everything put in, under its title.
    pub(crate) fn check(&self, check: &Check, told: &mut HashSet<String>) -> Vec<Block> {
        let line = &check.line;
        let unit = self.unit_of_sum(&line.equation);
        let (terms, rounding) = self.sum_that_agrees(line, &[]);
        // What the printed numbers come to, and not what the full ones do: that is what can be added up again.
        let printed: Vec<f64> = terms
            .iter()
            .map(|term| if term.less { -term.formula.value() } else { term.formula.value() })
            .collect();
        let largest = printed.iter().fold(0.0f64, |most, value| most.max(value.abs()));
        let left = match (check.ok(), printed.iter().sum::<f64>()) {
            (false, _) => Number::rounded(unit.from_si(check.residual), 3),
            (true, sum) if sum.abs() <= 1e-12 * largest => Number::exact(0),
            (true, sum) => Number::rounded(sum, 2),
        };
        let closes = Closes { to: left.from(Source::Result), ok: check.ok() };
        let equation =
            Equation { check: Some(closes), rounding: rounding && check.ok(), ..self.equation(line, terms) };
        let mut blocks: Vec<Block> = vec![Line::words(Role::Item, self.line_title(line)).into()];
        for step in &check.before {
            blocks.extend(self.before(step, told));
        }
        if self.solved.model.conventions.detail == Detail::Terms {
            blocks.extend(self.sources(line, told).into_iter().map(|line| line.level(1).into()));
        }
        blocks.push(Block::Equation(equation));
        blocks
    }

    /// A step that only a check needs: its equation and what it yields.
    fn before(&self, step: &Step, told: &mut HashSet<String>) -> Vec<Block> {
        let with: Vec<_> = step.lines.iter().map(|line| self.line_title(line)).collect();
        let mut blocks: Vec<Block> =
            vec![Line::words(Role::Working, format!("First: {}", with.join("; "))).into()];
        blocks.extend(self.equations(step, self.solved.model.conventions.detail, told));
        if !step.reason.nothing_else {
            blocks.extend(self.results(step));
        }
        let below = |block| match block {
            Block::Line(line) => line.level(1).into(),
            other => other,
        };
        blocks.into_iter().map(below).collect()
    }

    pub(crate) fn line_title(&self, line: &working::Line) -> String {
        self.title(&self.solved.free_body_name(&line.free_body), &line.equation)
    }

    fn title(&self, body: &str, equation: &Sum) -> String {
        format!("{} · {body}", capital(&self.solved.equation_name(equation)))
    }

    /// `↺ ΣM_A`, with the positive sense the sheet has chosen.
    pub(crate) fn sum(&self, equation: &Sum) -> Formula {
        if self.solved.model.spatial() {
            return self.sum_in_space(equation);
        }
        let symbol =
            |column: ColumnId| Symbol::unknown(&self.column(column).symbol, self.column_mark(column));
        let (sense, of) = match *equation {
            Sum::Forces { axis: Axis::X, .. } => (Some(Positive::Right), "F_x".into()),
            Sum::Forces { axis: Axis::Y | Axis::Z, .. } => (Some(Positive::Up), "F_y".into()),
            Sum::Forces { axis: Axis::Along(column), .. } => (None, Formula::from("F").along(symbol(column))),
            // Of sheets of space, which have words of their own.
            Sum::Forces { axis: Axis::Square(..), .. } => (None, "F".into()),
            Sum::Forces { axis: Axis::Across(column), .. } => {
                (None, Formula::from("F").across(symbol(column)))
            }
            Sum::Moments { centre, .. } => {
                let sense = match self.solved.model.conventions.moment {
                    Turn::Ccw => Positive::Ccw,
                    Turn::Cw => Positive::Cw,
                };
                let of = match centre {
                    Centre::Named(point) => self.moment_about(self.solved.model.point_name(point)),
                    // Of sheets of space, which have words of their own.
                    Centre::Through(..) | Centre::Meeting(..) => "M".into(),
                    Centre::Crossing(a, b) => Formula::from("M").index(Formula::cross(symbol(a), symbol(b))),
                };
                (Some(sense), of)
            }
        };
        Formula::Total(Total { sense, of: of.into() })
    }

    /// `M_A`
    pub(crate) fn moment_about(&self, name: &str) -> Formula {
        Symbol::indexed("M", name).into()
    }

    pub(crate) fn list(&self, line: &mut Vec<Inline>, columns: &[ColumnId]) {
        for (i, column) in columns.iter().enumerate() {
            if i > 0 {
                line.push(Inline::words(if i + 1 == columns.len() { " and " } else { ", " }));
            }
            line.push(Inline::symbol(&self.column(*column).symbol));
        }
    }

    /// The name of a known action: its load, or the mass or hand on a rope.
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
            ColumnOf::Joint(joint, _)
                if !self.apart && matches!(model.joints[joint.index()].kind, JointKind::Cut { .. }) =>
            {
                None
            }
            _ => Some(self.solved.unknown_id(id)),
        }
    }

    /// The term in words: what it is, its part, its `arm`, and what its sign means.
    pub(crate) fn says(&self, term: &Term, arm: Option<&str>) -> String {
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
        let arm = arm.map_or_else(String::new, |arm| format!(", at an arm of {arm}"));
        let sense = match (term.sign < 0.0, term.arm.is_some() || matches!(term.size, Size::Couple(_))) {
            (true, true) => "turns against the positive sense",
            (false, true) => "turns in the positive sense",
            (true, false) => "against the positive direction",
            (false, false) => "in the positive direction",
        };
        format!("{of}{part}{arm}; {sense}")
    }

    pub(crate) fn arm(&self, arm: Arm, text: String) -> ArmMark {
        ArmMark { centre: self.place(arm.centre), foot: self.place(arm.foot), at: self.place(arm.at), text }
    }
}
