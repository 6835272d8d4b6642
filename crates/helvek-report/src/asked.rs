//! The sentences of what was asked, each with its answer.

use crate::direction;
use crate::formula::Symbol;
use crate::lines::{About, Askable, AskedLine, AskedPart};
use crate::numbers::{Words, minus};
use helvek_core::answers::Publisher;
use helvek_core::equilibrium::{Column, ColumnKind, ColumnOf};
use helvek_core::geometry::Vector;
use helvek_core::id::{Id, Kind};
use helvek_core::model::{
    Amount, Asked, Bar, BarId, Joint, JointId, LoadKind, Rope, RopeId, Sense, Sought, SoughtId, SoughtOf,
    Support,
};
use helvek_core::sheet::{Find, Results};
use helvek_core::units::figures;

/// More than this is not a choice any more.
const MOST: usize = 200;
/// Of so many efforts ratios are offered, at most.
const EFFORTS: usize = 4;
/// Loads whose single limits are offered, at most.
const LISTED: usize = 12;
/// The name of all that grows, where nothing is named.
const EVERYTHING: &str = "variable loads";

impl Words<'_> {
    /// Everything that could be asked.
    pub(crate) fn askable(&self) -> Vec<Askable> {
        let model = &self.statics.model;
        let all = model.supports.len() + model.joints.len() + model.bars.len() + model.ropes.len();
        if all > MOST {
            return Vec::new();
        }
        let mut askable = Vec::new();
        let mut add = |find: Find, of: Id, label: String| askable.push(Askable { find, of, label });
        for support in &model.supports {
            let name = support.name.clone();
            let label = self.support_label(support);
            add(Find::Reactions { support: Some(name.clone()) }, Kind::Support.id(&name), label);
        }
        for Joint { name, kind, .. } in &model.joints {
            let label = format!("{} {name}", kind.word_in(model.spatial()));
            add(Find::Joint { joint: name.clone() }, Kind::Joint.id(name), label);
        }
        for Bar { name, .. } in &model.bars {
            add(Find::Bar { bar: name.clone() }, Kind::Bar.id(name), format!("bar {name}"));
        }
        for Rope { name, .. } in &model.ropes {
            add(Find::Rope { rope: name.clone() }, Kind::Rope.id(name), format!("rope {name}"));
        }
        if model.bars.iter().any(|bar| bar.limits != Default::default()) {
            let limit = |load: Option<String>| Find::Limit { load, case: None };
            add(limit(None), Kind::Limit.id(EVERYTHING), "how far all variable loads may grow".into());
            let single =
                model.loading.loads.iter().filter(|load| matches!(load.kind, LoadKind::Force { .. }));
            for load in single.filter(|_| model.loading.loads.len() <= LISTED) {
                let find = limit(Some(load.name.clone()));
                add(find, Kind::Limit.id(&load.name), format!("the largest {}", load.name));
            }
            for Sought { name, .. } in &model.sought {
                add(limit(Some(name.clone())), Kind::Limit.id(name), format!("the largest {name}"));
            }
            if let Some(parameter) = &model.parameter {
                let symbol = &parameter.symbol;
                add(limit(Some(symbol.clone())), Kind::Limit.id(symbol), format!("the largest {symbol}"));
            }
        }
        for Sought { name, .. } in &model.sought {
            add(Find::Load { load: name.clone() }, Kind::Sought.id(name), format!("sought {name}"));
        }
        // What comes out over what goes in: each sought size, and what each contact grips with, over each force that is given.
        let given = model
            .loading
            .loads
            .iter()
            .filter(|load| matches!(load.kind, LoadKind::Force { size: Amount::Known(_), .. }));
        let given: Vec<&str> = given.map(|load| load.name.as_str()).take(EFFORTS).collect();
        let sought = model.sought.iter().filter(|s| s.of == SoughtOf::Force).map(|s| s.name.as_str());
        let grips = model.joints.iter().enumerate().filter_map(|(index, joint)| {
            let pushes = model.joined_by(JointId(index)).iter().any(|held| held.sense == Sense::OneWay);
            pushes.then_some(joint.name.as_str())
        });
        for of in sought.chain(grips).take(EFFORTS) {
            for over in &given {
                let find = Find::Advantage { of: of.into(), over: (*over).into() };
                add(find, Kind::Advantage.id(format_args!("{of}/{over}")), format!("{of} over {over}"));
            }
        }
        askable
    }

    fn support_label(&self, support: &Support) -> String {
        let model = &self.statics.model;
        let (at, on) = (model.point_name(support.at), model.on_name(support.on));
        let on = if on == helvek_core::model::PIN { String::new() } else { format!(" on {on}") };
        if at == support.name {
            format!("reaction at {at}{on}")
        } else {
            format!("reaction of {} at {at}{on}", support.name)
        }
    }

    pub(crate) fn asked(&self) -> Vec<AskedLine> {
        self.statics.model.asked.iter().flat_map(|asked| self.asked_of(*asked)).collect()
    }

    /// Every force that could be asked for, with its answer.
    pub(crate) fn forces(&self) -> Vec<AskedLine> {
        self.statics.model.forces().flat_map(|of| self.asked_of(of)).collect()
    }

    fn asked_of(&self, asked: Asked) -> Vec<AskedLine> {
        let model = &self.statics.model;
        let answered = self.statics.verdict.equilibrium;
        let answer = |of: Id, label: String, parts: Vec<AskedPart>, short: usize| {
            let inside = matches!(asked, Asked::Internal(_));
            let about = if inside { About::Inside } else { About::Force };
            // Of N, V and M the last one stands for all.
            let short = if inside { parts.len().saturating_sub(1) } else { short };
            let short = if answered { short } else { 0 };
            let parts = if answered { parts } else { vec!["no equilibrium".to_owned().into()] };
            AskedLine { of: Some(of), about, label, parts, short, answered }
        };
        let line = |of: Id, label: String, parts: Vec<String>| {
            answer(of, label, parts.into_iter().map(AskedPart::from).collect(), 0)
        };
        match asked {
            Asked::Support(id) => {
                let support = &model.supports[id.index()];
                let label = self.support_label(support);
                let (mut parts, short) = self.resultant(|of| of == ColumnOf::Support(id), 0);
                parts.extend(self.friction(&support.name).map(AskedPart::from));
                vec![answer(Kind::Support.id(&support.name), label, parts, short)]
            }
            Asked::Joint(id) => {
                let joint = &model.joints[id.index()];
                let apart = joint.pin.is_some() || joint.of.len() > 2;
                // Of a pair the second body feels the opposite of the first.
                let shown = if apart { joint.of.len() } else { 1 };
                (0..shown)
                    .map(|k| {
                        let body = &model.bodies[joint.of[k].index()].name;
                        let label =
                            format!("{} {} on {body}", joint.kind.word_in(model.spatial()), joint.name);
                        let (mut parts, short) = self.joint(id, k, apart);
                        parts.extend(self.friction(&joint.name).map(AskedPart::from));
                        answer(Kind::Joint.id(&joint.name), label, parts, short)
                    })
                    .collect()
            }
            Asked::Bar(id) => {
                let name = &model.bars[id.index()].name;
                vec![line(Kind::Bar.id(name), format!("bar {name}"), vec![self.bar(id)])]
            }
            Asked::Rope(id) => {
                let name = &model.ropes[id.index()].name;
                vec![line(Kind::Rope.id(name), format!("rope {name}"), vec![self.rope(id)])]
            }
            Asked::Advantage(of, over) => {
                let (of_name, over_name) =
                    (Publisher(self.statics).effort_name(of), Publisher(self.statics).effort_name(over));
                let text = match Publisher(self.statics).advantage(of, over) {
                    Some(times) => format!("× {}", figures::rounded(times, self.digits())),
                    None => "not fixed by equilibrium".into(),
                };
                let label = format!("{of_name} over {over_name}");
                vec![line(Kind::Advantage.id(&of_name), label, vec![text])]
            }
            Asked::Internal(id) => {
                let cut = &model.cuts[id.index()];
                let of = Kind::Inside.id(&model.bodies[cut.body.index()].name);
                vec![answer(of, self.cut_label(cut), self.internal_values(cut), 0)]
            }
            Asked::Limit(of) => {
                let asked = model.asked.iter().filter(|a| matches!(a, Asked::Limit(_)));
                let index = asked.take_while(|a| **a != Asked::Limit(of)).count();
                let none = || AskedLine {
                    of: None,
                    about: About::Growth,
                    label: format!("limit of {}", Publisher(self.statics).growing_name(of)),
                    parts: if answered { Vec::new() } else { vec!["no equilibrium".to_owned().into()] },
                    short: 0,
                    answered,
                };
                vec![self.asked_limit(index).filter(|_| answered).unwrap_or_else(none)]
            }
            Asked::Sought(id) => {
                let name = &model.sought[id.index()].name;
                vec![line(Kind::Sought.id(name), format!("sought {name}"), vec![self.sought(id)])]
            }
        }
    }

    /// The coefficient that a rough contact needs, beside the one there is; nothing for other contacts.
    fn friction(&self, of: &str) -> Option<String> {
        let friction = self.found.friction.iter().find(|f| f.of == of)?;
        let needed = match friction.needed {
            Some(needed) => format!("needs friction {}", figures::rounded(needed, self.digits())),
            None => "nothing presses, so that friction cannot act".into(),
        };
        Some(match (friction.available, friction.holds) {
            (Some(there), Some(true)) => match friction.factor {
                Some(factor) => {
                    format!("{needed} of {there}: holds, {} times", figures::rounded(factor, self.digits()))
                }
                None => format!("{needed} of {there}: holds"),
            },
            (Some(there), _) => format!("{needed} of {there}: slides"),
            _ => needed,
        })
    }

    fn joint(&self, joint: JointId, body: usize, apart: bool) -> (Vec<AskedPart>, usize) {
        let mine = |of: ColumnOf| match of {
            ColumnOf::Joint(id, k) => id == joint && (!apart || k == body),
            _ => false,
        };
        self.resultant(mine, 0)
    }

    /// The forces and couples of some columns by their first acts: each component with its arrow, then what the forces come to together; and the
    /// place of what stands for all.
    fn resultant(&self, mine: impl Fn(ColumnOf) -> bool, act: usize) -> (Vec<AskedPart>, usize) {
        let solved = self.statics;
        let signed = solved.model.conventions.results == Results::Components;
        let columns = solved.full.columns.iter().zip(solved.full_values().iter().copied());
        let mine: Vec<_> = columns.filter(|(column, _)| mine(column.of)).collect();
        let force = |column: &Column| column.kind != ColumnKind::Couple;
        let alone = mine.iter().filter(|(column, _)| force(column)).count() == 1;
        let (mut sum, mut forces, mut last) = (Vector::ZERO, 0, 0);
        let mut parts: Vec<AskedPart> = Vec::new();
        for (column, value) in mine {
            let symbol = Some(Symbol::unknown(&column.symbol, None));
            let Some(value) = value else {
                parts.push(AskedPart { symbol, says: "not fixed by equilibrium".into() });
                continue;
            };
            let Some(act) = column.acts.get(act) else { continue };
            let (number, unit) = self.result(value, column.kind);
            let size = number.replace('-', "");
            let acting = act.wrench.scaled(value);
            if force(column) && value != 0.0 {
                sum += acting.force;
                forces += 1;
                last = parts.len();
            }
            let says = match (signed, value == 0.0, force(column)) {
                (true, ..) => format!("= {} {unit}", minus(&number)),
                (_, true, true) => "0".into(),
                (_, true, false) => "no couple".into(),
                (.., true) => format!("{size} {unit} {}", self.way(acting.force)),
                (.., false) if self.spatial() => {
                    format!("{size} {unit} {}", self.turn_in_space(acting.moment))
                }
                (.., false) => format!("{size} {unit} {}", direction::turn_arrow(acting.moment.z)),
            };
            let only = if force(column) { alone } else { value == 0.0 || !self.spatial() };
            parts.push(AskedPart { symbol: symbol.filter(|_| signed || !only), says });
        }
        if forces > 1 && !signed {
            let (number, unit) = self.result(sum.length(), ColumnKind::Force);
            let way = if self.spatial() { String::new() } else { format!(" {}", self.way(sum)) };
            last += 1;
            let symbol = Some(Symbol::letter("resultant"));
            parts.insert(last, AskedPart { symbol, says: format!("{number} {unit}{way}") });
        }
        (parts, last)
    }

    fn value(&self, of: ColumnOf) -> Option<(f64, ColumnKind)> {
        let index = self.statics.full.columns.iter().position(|c| c.of == of)?;
        Some((self.statics.full_values()[index]?, self.statics.full.columns[index].kind))
    }

    fn bar(&self, id: BarId) -> String {
        match self.value(ColumnOf::Bar(id)) {
            None => "not fixed by equilibrium".into(),
            Some((0.0, _)) => "0, zero-force member".into(),
            Some((v, kind)) => {
                let (number, unit) = self.result(v.abs(), kind);
                format!("{number} {unit} {}", if v > 0.0 { "T" } else { "C" })
            }
        }
    }

    fn rope(&self, id: RopeId) -> String {
        match self.value(ColumnOf::Rope(id)) {
            None => "not fixed by equilibrium".into(),
            Some((0.0, _)) => "0, slack".into(),
            Some((v, kind)) => {
                let (number, unit) = self.result(v, kind);
                format!("{number} {unit}")
            }
        }
    }

    fn sought(&self, id: SoughtId) -> String {
        match self.value(ColumnOf::Sought(id)) {
            None => "not fixed by equilibrium".into(),
            Some((v, kind)) => {
                let (number, unit) = self.result(v, kind);
                let against = if v < 0.0 { ", against its stated sense" } else { "" };
                format!("{} {unit}{against}", minus(&number))
            }
        }
    }
}
