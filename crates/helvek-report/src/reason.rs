//! The reasons for steps, and remarks on signs.

use crate::direction;
use crate::inline::Inline;
use crate::step::Wording;
use helvek_core::equilibrium::{Column, ColumnKind};
use helvek_core::geometry::Vector;
use helvek_core::plan::{Centre, DropsOut, Equation, WhyBody, ZeroRule};
use helvek_core::recognition::JointRule;
use helvek_core::working::Step;

impl Wording<'_> {
    /// The reason for this free body and this equation: what is inside (where the step before is not about the same), what drops out and how, and
    /// what is left.
    pub(crate) fn reason(&self, step: &Step, before: Option<&Step>) -> Vec<Inline> {
        let mut line = Vec::new();
        let (reason, unknown) = (&step.reason, step.unknowns[0]);
        if let Some(rule) = reason.rule {
            line.push(Inline::words(rule_words(rule)));
            return line;
        }
        let told = |before: &Step| before.lines[0].free_body == step.lines[0].free_body;
        let cancels = matches!(reason.body, WhyBody::Whole { .. } | WhyBody::Group { .. });
        if !(cancels && before.is_some_and(told)) {
            self.body(&mut line, &reason.body);
        }
        if step.lines.len() > 1 && reason.nothing_else {
            line.push(Inline::words("Nothing else acts along these directions."));
            return line;
        }
        if step.lines.len() > 1 {
            line.push(Inline::words("No equation has a single unknown; these contain only "));
            self.list(&mut line, &step.unknowns);
            line.push(Inline::words("."));
            return line;
        }
        if let Some(other) = reason.same_as {
            line.push(Inline::words("Nothing else acts along this line: the same as "));
            line.push(Inline::symbol(&self.column(other).symbol));
            line.push(Inline::words("."));
            return line;
        }
        self.dropped(&mut line, step);
        line.push(Inline::symbol(&self.column(unknown).symbol));
        line.push(Inline::words(" is the only unknown."));
        line
    }

    fn body(&self, line: &mut Vec<Inline>, body: &WhyBody) {
        let inside = |count: usize| match count {
            1 => "its internal force cancels".to_owned(),
            _ => format!("its {count} internal forces cancel"),
        };
        match body {
            WhyBody::Only | WhyBody::Open(_) => {}
            WhyBody::Whole { inside: count } => {
                line.push(Inline::words(format!("Free body: the whole structure; {}. ", inside(*count))));
            }
            WhyBody::Group { inside: count } => {
                line.push(Inline::words(format!("Free body: these parts together; {}. ", inside(*count))));
            }
            WhyBody::Section { cut } => {
                line.push(Inline::words("Section through "));
                self.list(line, cut);
                line.push(Inline::words(". "));
            }
        }
    }

    /// Everything up to the unknown itself.
    fn dropped(&self, line: &mut Vec<Inline>, step: &Step) {
        let equation = &step.lines[0].equation;
        let meets = if self.solved.model.spatial() { ["meets", "meet"] } else { ["passes", "pass"] };
        let groups = [
            (DropsOut::ThroughCentre, meets, self.through(equation)),
            (DropsOut::AlongAxis, ["is", "are"], " parallel to the axis".to_owned()),
            (DropsOut::CoupleAcross, ["turns", "turn"], " about another axis".to_owned()),
            (DropsOut::Across, ["acts", "act"], " across this direction".to_owned()),
            (
                DropsOut::CoupleInForceSum,
                ["is a couple and does", "are couples and do"],
                " not enter a force sum".to_owned(),
            ),
        ];
        let mut first = true;
        for (how, [one, many], tail) in groups {
            let symbols: Vec<_> =
                step.reason.dropped.iter().filter(|d| d.how == how).map(|d| d.column).collect();
            if symbols.is_empty() {
                continue;
            }
            if !first {
                line.push(Inline::words(", "));
            }
            first = false;
            self.list(line, &symbols);
            let verb = if symbols.len() == 1 { one } else { many };
            line.push(Inline::words(format!(" {verb}{tail}")));
        }
        if !first {
            line.push(Inline::words(": "));
        }
    }

    fn through(&self, equation: &Equation) -> String {
        match equation {
            Equation::Moments { .. } if self.solved.model.spatial() => " the axis".into(),
            Equation::Moments { centre: Centre::Named(point), .. } => {
                format!(" through {}", self.solved.model.point_name(*point))
            }
            _ => " through the crossing".into(),
        }
    }

    /// The sense of a couple as a sign; in space in words.
    pub(crate) fn turn_sign(&self, moment: Vector) -> String {
        if self.solved.model.spatial() {
            return self.turn_in_space(moment);
        }
        direction::turn_arrow(moment.z).to_owned()
    }

    /// The remark on a sign: whether the assumed sense was right.
    pub(crate) fn remark(&self, value: f64, column: &Column) -> String {
        if value == 0.0 {
            return String::new();
        }
        if column.axial() {
            let word = if value < 0.0 {
                "compression, opposite to the assumed sense"
            } else {
                "tension, as assumed"
            };
            return word.into();
        }
        if let [act] = column.acts[..] {
            let wrench = act.wrench.scaled(value);
            let sense = match column.kind {
                ColumnKind::Couple => self.turn_sign(wrench.moment),
                _ => self.way(wrench.force.unit().unwrap_or_default()),
            };
            return if value < 0.0 {
                format!("acts {sense}, opposite to the assumed sense; shown reversed from here on")
            } else {
                format!("{sense}, as assumed")
            };
        }
        let Some(act) = column.acts.first() else { return String::new() };
        let on = self.solved.part(act.on);
        let wrench = act.wrench.scaled(value);
        let sense = match wrench.force.unit() {
            Some(unit) => self.way(unit),
            None => self.turn_sign(wrench.moment),
        };
        if value < 0.0 {
            format!("acts {sense} on {on}, opposite to the assumed sense; both shown reversed from here on")
        } else {
            format!("{sense} on {on}, as assumed")
        }
    }
}

fn rule_words(rule: ZeroRule) -> &'static str {
    match rule {
        ZeroRule::Joint(JointRule::TwoAtUnloadedJoint) => {
            "At an unloaded joint two members that are not in one line are zero-force members, and so is one alone."
        }
        ZeroRule::Joint(JointRule::ThirdOfThree) => {
            "Of three members at an unloaded joint two are in one line, so the third is a zero-force member."
        }
        ZeroRule::Joint(JointRule::LoadAlongOther) => {
            "All that acts at this joint of two members acts along the other one, so this is a zero-force member."
        }
        ZeroRule::Joint(JointRule::ThreeNotCoplanar) => {
            "Three members that are not in one plane at an unloaded joint are zero-force members."
        }
        ZeroRule::Joint(JointRule::OutOfPlane) => {
            "All others at this unloaded joint lie in one plane, so the one out of it is a zero-force member."
        }
        ZeroRule::AcrossPlane => {
            "All else at this joint acts in one plane, so the one out of it is a zero-force member."
        }
        ZeroRule::Joint(_) | ZeroRule::NothingAcross => {
            "Nothing else acts across the others here, so it is a zero-force member."
        }
    }
}
