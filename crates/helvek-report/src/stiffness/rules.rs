//! The rule behind each entry, in words and numbers.

use super::Stiff;
use crate::numbers::minus;
use helvek_core::hand_methods::{End, EndKind, PartOf};
use helvek_core::model::LoadId;
use helvek_core::units::{Dimension, figures};

impl Stiff<'_> {
    fn plain(&self, value: f64) -> String {
        minus(&figures::plain(value, self.solved.model.conventions.figures))
    }

    fn length(&self, si: f64) -> String {
        self.plain(self.solved.model.units.length.from_si(si))
    }

    /// EI as it is written in rules: `12000`, or `1.5 EI` where only ratios are given.
    pub(super) fn ei(&self, member: usize) -> String {
        let member = &self.hand.frame.members[member];
        if self.relative() {
            return if member.ei == 1.0 { "EI".into() } else { format!("{} EI", self.plain(member.ei)) };
        }
        let unit = self.solved.model.units.of(Dimension::BENDING);
        minus(&figures::rounded(unit.from_si(member.ei), 4))
    }

    /// `4EI/L = 4·2 EI/6`
    pub(super) fn stiffness_rule(&self, end: End) -> String {
        let frame = &self.hand.frame;
        if frame.stiffness(end) == 0.0 {
            return String::new();
        }
        let member = &frame.members[end.member];
        let half = self.hand.distribution.half.as_ref().filter(|half| half.crosses(end.member));
        if let Some(half) = half {
            let (times, how) = if half.sign < 0.0 { (2, "symmetrical") } else { (6, "antisymmetrical") };
            let (ei, l) = (self.ei(end.member), self.length(member.length));
            return format!("{times}EI/L = {times}·{ei}/{l}, across the axis, {how}");
        }
        let hinged = member.kinds[1 - end.end] == EndKind::Hinged;
        let times = if hinged { 3 } else { 4 };
        let far = if hinged { ", its far end is hinged" } else { "" };
        format!("{times}EI/L = {times}·{}/{}{far}", self.ei(end.member), self.length(member.length))
    }

    fn load(&self, id: LoadId) -> &str {
        &self.solved.model.loading.loads[id.index()].name
    }

    /// The sources of the moment of an end whose joint is held.
    pub(super) fn fixed_rule(&self, end: End, parts: &[(PartOf, f64)]) -> String {
        let units = &self.solved.model.units;
        let member = &self.hand.frame.members[end.member];
        let hinged = member.kinds[1 - end.end] == EndKind::Hinged;
        let l = member.length;
        let (force, line, moment) = (&units.force, units.of(Dimension::FORCE_PER_LENGTH), &units.moment);
        let each: Vec<String> = parts
            .iter()
            .filter(|(_, m)| *m != 0.0)
            .map(|(of, m)| {
                let value = self.decimal(*m);
                match *of {
                    PartOf::Force(load, p, a) => {
                        let near = if end.end == 0 { a } else { l - a };
                        let (a, b) = (self.length(near), self.length(l - near));
                        let p = self.plain(force.from_si(p.abs()));
                        let rule = if hinged {
                            format!("P·a·b(L + b)/(2L²) with P = {p}, a = {a}, b = {b}")
                        } else {
                            format!("P·a·b²/L² with P = {p}, a = {a}, b = {b}")
                        };
                        format!("{}: {rule}: {value}", self.load(load))
                    }
                    PartOf::Couple(load, c, a) => {
                        let near = if end.end == 0 { a } else { l - a };
                        let c = self.plain(moment.from_si(c.abs()));
                        format!("{}: the couple {c} at a = {}: {value}", self.load(load), self.length(near))
                    }
                    PartOf::Spread(load, [from, to], [start, stop]) => {
                        let all = start.abs() <= 1e-9 * l && (stop - l).abs() <= 1e-9 * l;
                        let w = |w: f64| self.plain(line.from_si(w.abs()));
                        let rule = match (all && from == to, hinged) {
                            (true, false) => format!("wL²/12 with w = {}, L = {}", w(from), self.length(l)),
                            (true, true) => format!("wL²/8 with w = {}, L = {}", w(from), self.length(l)),
                            _ => format!(
                                "∫ w·a·b²/L² da from {} to {}, w from {} to {}{}",
                                self.length(start),
                                self.length(stop),
                                w(from),
                                w(to),
                                if hinged { ", and half of the far end's" } else { "" }
                            ),
                        };
                        format!("{}: {rule}: {value}", self.load(load))
                    }
                    PartOf::Displaced(_) => {
                        let times = if hinged { 3 } else { 6 };
                        format!(
                            "{times}EIΔ/L² with EI = {}, L = {}: {value}",
                            self.ei(end.member),
                            self.length(l)
                        )
                    }
                    PartOf::Turned(at, _) => {
                        let times = if hinged {
                            3
                        } else if at == end.end {
                            4
                        } else {
                            2
                        };
                        format!("{times}EIθ/L by the support that turns: {value}")
                    }
                    PartOf::Overhang => format!(
                        "its own loads about {}: {value}",
                        self.hand.frame.joints[self.hand.frame.joint(end)].name
                    ),
                    PartOf::Warmed(_) => format!("EIκ by temperature: {value}"),
                }
            })
            .collect();
        if each.is_empty() { "nothing on it bends it".into() } else { each.join("; ") }
    }
}
