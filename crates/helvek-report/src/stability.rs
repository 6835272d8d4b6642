//! Tipping and sliding, worked: moments about the edge, what friction has to do, and what would hold down what lifts.

use crate::agree::{agreeing, comes_to_number, marked};
use crate::document::{Block, Chapter, Line, Part, Role};
use crate::formula::{Addend, Formula, Number, Source, Symbol};
use crate::inline::Inline;
use crate::lines::PageTerm;
use crate::step::Wording;
use helvek_core::answers::Friction;
use helvek_core::overturning::Overturning;
use helvek_core::plan::Equation as Sum;
use helvek_core::sheet::Detail;
use helvek_core::units::{Unit, figures};
use helvek_core::working;
use std::collections::HashSet;

/// Factors of more than this are as good as any.
const AMPLE: f64 = 1000.0;

impl Wording<'_> {
    /// Tipping about every edge that the loads turn it about, sliding at every rough contact, and the sum that does not vanish.
    pub(crate) fn stability(&self, told: &mut HashSet<String>) -> Chapter {
        let mut blocks: Vec<Block> = Vec::new();
        let tipping = self.solved.overturning();
        for edge in &tipping {
            blocks.extend(self.about_edge(edge, told));
        }
        for friction in &self.found.friction {
            blocks.extend(self.rubs(friction).map(Block::from));
        }
        // What tips has said so.
        let tips = tipping.iter().any(|edge| edge.factor() < 1.0);
        if let Some((line, left)) = self.solved.unbalanced().filter(|_| !tips) {
            blocks.push(Line::words(Role::Heading, self.line_title(&line)).into());
            if self.solved.model.conventions.detail == Detail::Terms {
                blocks.extend(self.sources(&line, told).into_iter().map(Block::Line));
            }
            let unit = match line.equation {
                Sum::Forces { .. } => self.solved.model.units.force.clone(),
                Sum::Moments { .. } => self.solved.model.units.moment_sums().1,
            };
            let says = self.added_up(self.sum(&line.equation), &line, &unit, left);
            blocks.push(Line::new(Role::Working, says).note("≠ 0").into());
            blocks
                .push(Line::words(Role::Reason, "No reaction enters this sum: nothing balances it.").into());
        }
        Chapter { part: Part::Stability, title: "Stability".into(), blocks }
    }

    fn about_edge(&self, edge: &Overturning, told: &mut HashSet<String>) -> Vec<Block> {
        let model = &self.solved.model;
        let lifting: Vec<String> =
            edge.lifts.iter().map(|id| model.owner_name(self.column(*id).of)).collect();
        let at = model.point_name(edge.edge);
        let would = if edge.factor() < 1.0 { "" } else { " would" };
        let verb = if lifting.len() == 1 && would.is_empty() { "lifts" } else { "lift" };
        let title = format!("Tipping about {at}: {}{would} {verb}", lifting.join(" and "));
        let mut blocks = vec![Line::words(Role::Heading, title).into()];
        if model.conventions.detail == Detail::Terms {
            blocks.extend(self.sources(&edge.line, told).into_iter().map(Block::Line));
        }
        let couple = model.units.moment_sums().1;
        // Terms are written in the sense of the sheet.
        let sense = edge.sense * model.conventions.moment.sign();
        let mut side = |name: &str, value: f64, tips: bool| {
            let mut wanted = edge.line.clone();
            wanted.terms.retain(|term| (term.value * sense > 0.0) == tips);
            if wanted.terms.is_empty() {
                return;
            }
            // Of either side the sizes are added up.
            let sign = if tips { sense } else { -sense };
            wanted.terms.iter_mut().for_each(|term| term.sign *= sign);
            let says = self.added_up(Symbol::indexed("M", name).into(), &wanted, &couple, value);
            let lead = if tips { "Overturning" } else { "Resisting" };
            blocks.push(Line::new(Role::Working, says).lead(lead).into());
        };
        side("O", edge.overturning, true);
        side("R", edge.resisting, false);
        let factor = edge.factor();
        let words = |role, words: String| Block::from(Line::words(role, words));
        if factor > AMPLE {
            return blocks;
        }
        let result = Number::rounded(factor, self.digits());
        let (formula, differs) = agreeing(|more| {
            let number = |v: f64| Number::rounded(couple.from_si(v), self.digits() + more);
            let numeric = Formula::over(number(edge.resisting), number(edge.overturning));
            let agrees = comes_to_number(numeric.value(), &result);
            let letters = Formula::over(Symbol::indexed("M", "R"), Symbol::indexed("M", "O"));
            (Formula::Equal(vec![letters, numeric, result.clone().from(Source::Result).into()]), agrees)
        });
        let verdict = if factor < 1.0 { "it tips" } else { "factor against tipping" };
        let says = marked(vec![formula.into()], differs);
        blocks.push(Line::new(Role::Result, says).note(verdict).into());
        if factor < 1.0 {
            blocks.extend(self.held_down(edge).into_iter().map(Block::from));
            if edge.resisting == 0.0 {
                blocks.push(words(Role::Reason, "Nothing holds it back.".into()));
            }
        }
        blocks
    }

    /// `M_O = F_wind·y_AB = 1.2 (2.5) = 3.00 kN·m`: the terms of a line as a chain.
    fn added_up(&self, name: Formula, line: &working::Line, unit: &Unit, value: f64) -> Vec<Inline> {
        let shown = Number::rounded(unit.from_si(value), self.digits());
        let (formula, differs) = agreeing(|more| {
            let terms = self.terms_with(line, more);
            let sum = |of: fn(&PageTerm) -> &Formula| -> Formula {
                let part = |term: &PageTerm| Addend { less: term.less, of: of(term).clone() };
                match &terms[..] {
                    [only] if !only.less => of(only).clone(),
                    all => Formula::Sum(all.iter().map(part).collect()),
                }
            };
            let numeric = sum(|term| &term.formula);
            let agrees = comes_to_number(numeric.value(), &shown);
            let result = shown.clone().unit(unit).from(Source::Result);
            // A force alone is its own number.
            let alone = matches!(&terms[..], [only] if matches!(only.formula, Formula::Number(_)));
            let numeric = Some(numeric).filter(|_| !alone);
            let chain = [name.clone(), sum(|term| &term.symbols)].into_iter().chain(numeric);
            (Formula::Equal(chain.chain([result.into()]).collect()), agrees)
        });
        marked(vec![formula.into()], differs)
    }

    /// `G·x_BA = M_O − M_R: G = (3.00 − 2.10)/1.5 = 0.600 kN at A`: a hold-down where the support lifts, and a weight where it does most.
    fn held_down(&self, edge: &Overturning) -> Vec<Line> {
        let model = &self.solved.model;
        let (arm, couple) = model.units.moment_sums();
        let force = &model.units.force;
        let missing = edge.missing();
        let write = |letter: &str, lever: f64, behind: String| {
            let value = missing / lever;
            let shown = Number::rounded(force.from_si(value), self.digits());
            let (formula, differs) = agreeing(|more| {
                let number = |v: f64| Formula::from(Number::rounded(couple.from_si(v), self.digits() + more));
                let sum = Formula::Sum(vec![
                    Addend::plus(number(edge.overturning)),
                    Addend::minus(number(edge.resisting)),
                ]);
                let below = Number::plain(arm.from_si(lever), self.digits() + more);
                let numeric = Formula::over(sum, below);
                let agrees = comes_to_number(numeric.value(), &shown);
                let letters = Formula::over(
                    Formula::Sum(vec![
                        Addend::plus(Symbol::indexed("M", "O")),
                        Addend::minus(Symbol::indexed("M", "R")),
                    ]),
                    "a",
                );
                let result = shown.clone().unit(force).from(Source::Result);
                (Formula::Equal(vec![letter.into(), letters, numeric, result.into()]), agrees)
            });
            Line::new(Role::Working, marked(vec![formula.into()], differs)).note(behind)
        };
        let mut lines = Vec::new();
        if let Some((column, arm)) = self.solved.held_at(edge) {
            let name = model.owner_name(self.column(column).of);
            lines.push(write("H", arm, format!("hold-down at {name}, in the line of its reaction")));
        }
        let ballast = self.found.tips.as_ref().and_then(|tips| tips.ballast.as_ref());
        if let Some(ballast) = ballast
            && let Some(point) = model.point_ids().find(|p| model.point_name(*p) == ballast.at)
        {
            let lever = self.solved.arm_of_weight(edge, point);
            // A weight that is found by all edges together may be more than this one needs.
            let enough =
                (missing / lever - force.to_si(ballast.weight)).abs() <= 1e-6 * (missing / lever).abs();
            if lever > 0.0 && enough {
                lines.push(write("G", lever, format!("ballast at {}", ballast.at)));
            }
        }
        lines
    }

    /// `foot: F/N = 0.240/0.800 = 0.300, available 0.4: factor 1.33`
    fn rubs(&self, friction: &Friction) -> Option<Line> {
        let needed = friction.needed.filter(|needed| *needed > 0.0)?;
        let shown = Number::rounded(needed, self.digits());
        let (formula, differs) = agreeing(|more| {
            let number = |v: f64| Number::rounded(v, self.digits() + more);
            let numeric = Formula::over(number(friction.across), number(friction.normal));
            let agrees = comes_to_number(numeric.value(), &shown);
            let letters = Formula::over("F", "N");
            (Formula::Equal(vec![letters, numeric, shown.clone().from(Source::Result).into()]), agrees)
        });
        let says = marked(vec![formula.into()], differs);
        let note = match (friction.available, friction.factor) {
            (Some(there), Some(factor)) => {
                let there = figures::plain(there, self.digits());
                let factor = figures::rounded(factor, self.digits());
                let outcome = if friction.holds == Some(false) { "it slides" } else { "it holds" };
                format!("required, {there} available: {outcome}, factor {factor}")
            }
            _ => "required".to_owned(),
        };
        Some(Line::new(Role::Working, says).lead(format!("Sliding at {}", friction.of)).note(note))
    }
}
