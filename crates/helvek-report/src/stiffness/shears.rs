//! What follows from end moments, as it is written: the shears of the members, the reactions, the forces of props.

use super::Stiff;
use crate::agree::{agreeing, comes_to, marked};
use crate::direction;
use crate::document::{Block, Line, Role};
use crate::formula::{Addend, Formula, Number, Source, Symbol};
use crate::inline::Inline;
use helvek_core::equilibrium::ColumnOf;
use helvek_core::hand_methods::{Case, End, Table};
use helvek_core::model::SupportId;

impl Stiff<'_> {
    /// The shears at the ends of members from their end moments, and what supports exert where members go straight on.
    pub(super) fn shears(&self, moments: &[f64]) -> Vec<Block> {
        let frame = &self.hand.frame;
        let units = &self.solved.model.units;
        let (arm, couple) = units.moment_sums();
        let place = |end: End| self.ends.iter().position(|other| *other == end);
        let moment = |end: End| place(end).map_or(0.0, |k| moments[k]);
        let mut blocks = vec![Line::words(Role::Heading, "Shears at the ends of members").into()];
        let mut found: Vec<(End, f64)> = Vec::new();
        for (row, member) in frame.members.iter().enumerate().filter(|(_, member)| !member.overhang) {
            // In the sense of the tables; counter-clockwise a sum of them pushes the first end to the left.
            let both = [0, 1].map(|end| moment(End { member: row, end }) * self.sense);
            let turned: f64 = self.sense * both.iter().sum::<f64>() / member.length;
            let simple = member.simply_supported();
            for (k, sign) in [(0, 1.0), (1, -1.0)] {
                let end = End { member: row, end: k };
                let value = simple[k] + sign * turned;
                found.push((end, value));
                let (formula, differs) = agreeing(|more| {
                    let digits = self.digits() + more;
                    let shown = |m: f64| Number::rounded(couple.from_si(m.abs()), digits.max(3));
                    let sum = Formula::Sum(
                        both.iter().map(|m| Addend { less: *m < 0.0, of: shown(*m).into() }).collect(),
                    );
                    let over = Formula::over(sum, Number::plain(arm.from_si(member.length), digits.max(4)));
                    let load = Number::rounded(units.force.from_si(simple[k].abs()), digits);
                    let mut parts = Vec::new();
                    if simple[k] != 0.0 {
                        parts.push(Addend { less: simple[k] < 0.0, of: load.into() });
                    }
                    parts.push(Addend { less: sign * self.sense < 0.0, of: over });
                    let numeric = Formula::Sum(parts);
                    let shown = units.force.from_si(value);
                    let largest = units.force.from_si(simple[k].abs().max(turned.abs()));
                    let agrees = comes_to(numeric.value(), shown, largest, self.digits());
                    let clean =
                        if value.abs() <= 1e-9 * simple[k].abs().max(turned.abs()) { 0.0 } else { shown };
                    let result = Number::rounded(clean, self.digits()).unit(&units.force);
                    let symbol = Symbol::indexed("V", &frame.end_name(end));
                    (Formula::Equal(vec![symbol.into(), numeric, result.from(Source::Result).into()]), agrees)
                });
                let way = direction::arrow(member.along.left(), self.digits());
                let note = format!("positive {way}");
                blocks
                    .push(Line::new(Role::Working, marked(vec![formula.into()], differs)).note(note).into());
            }
        }
        let reactions = self.reactions(&found);
        if !reactions.is_empty() {
            blocks.push(Line::words(Role::Heading, "Reactions").into());
            blocks.extend(reactions);
        }
        blocks
    }

    /// The reactions across members that go straight on over their supports: the sum of the shears there.
    fn reactions(&self, shears: &[(End, f64)]) -> Vec<Block> {
        let (frame, model) = (&self.hand.frame, &self.solved.model);
        let units = &model.units;
        let mut blocks = Vec::new();
        for (index, support) in model.supports.iter().enumerate() {
            let at = model.at(support.at);
            let here: Vec<&(End, f64)> = shears
                .iter()
                .filter(|(end, _)| frame.joints[frame.joint(*end)].at.distance(at) <= 1e-9)
                .collect();
            let Some((first, _)) = here.first() else { continue };
            let along = frame.members[first.member].along;
            let n = along.left();
            let straight = |end: &End| frame.members[end.member].along.cross(along).length() <= 1e-9;
            let held = model.held_by(SupportId(index));
            let Some(across) =
                held.iter().find(|h| !h.component.turns() && h.along.cross(n).length() <= 1e-9)
            else {
                continue;
            };
            // What hangs on an overhang, and what pushes the joint itself, is in none of the shears.
            let node = frame.joints[frame.joint(*first)].node;
            let hangs = frame
                .members
                .iter()
                .any(|m| m.overhang && m.joints.iter().any(|joint| frame.joints[*joint].node == node));
            let pushed = frame.pushed_at(node).dot(n).abs() > 1e-9;
            if hangs || pushed || !here.iter().all(|(end, _)| straight(end)) {
                continue;
            }
            let sense = across.along.dot(n).signum();
            let signs = here.iter().map(|(end, value)| {
                let own = frame.members[end.member].along.dot(along).signum();
                (*end, value * own * sense, own * sense)
            });
            let signs: Vec<_> = signs.collect();
            let value: f64 = signs.iter().map(|(_, v, _)| v).sum();
            let largest = signs.iter().map(|(_, v, _)| v.abs()).fold(0.0, f64::max);
            let Some(column) = self.solved.full.columns.iter().find(|column| {
                column.of == ColumnOf::Support(SupportId(index)) && column.component == across.component
            }) else {
                continue;
            };
            let (formula, differs) = agreeing(|more| {
                let digits = self.digits() + more;
                let letters = signs.iter().map(|(end, _, by)| Addend {
                    less: *by < 0.0,
                    of: Symbol::indexed("V", &frame.end_name(*end)).into(),
                });
                let numbers = signs.iter().map(|(_, v, _)| Addend {
                    less: *v < 0.0,
                    of: Number::rounded(units.force.from_si(v.abs()), digits).into(),
                });
                let numeric = Formula::Sum(numbers.collect());
                let shown = units.force.from_si(value);
                let agrees = comes_to(numeric.value(), shown, units.force.from_si(largest), self.digits());
                let symbol = Symbol::unknown(&column.symbol, None).into();
                let letters = Formula::Sum(letters.collect());
                let result = Number::rounded(shown, self.digits()).unit(&units.force).from(Source::Result);
                let mut chain = vec![symbol, letters];
                chain.extend((signs.len() > 1).then_some(numeric));
                chain.push(result.into());
                (Formula::Equal(chain), agrees)
            });
            blocks.push(Line::new(Role::Working, marked(vec![formula.into()], differs)).into());
        }
        blocks
    }

    /// `F_C = −1.728 − (0 − 7.04)/3.6 − (3.25 + 0)/4.2 = −3.34 kN`: what the loads and the end moments do on its sway, taken by the prop.
    pub(super) fn prop_formula(&self, k: usize, table: &Table) -> Vec<Inline> {
        let frame = &self.hand.frame;
        let units = &self.solved.model.units;
        let (arm, couple) = units.moment_sums();
        let moment = |end: End| self.hand.distribution.mirrored(frame, end, &table.sums);
        let (loads, members) = frame.prop_parts(k, moment, table.case == Case::Held);
        let sizes = members.iter().map(|(_, shear)| shear.abs());
        let largest = sizes.fold(loads.abs(), f64::max);
        let (formula, differs) = agreeing(|more| {
            let digits = self.digits().max(4) + more;
            let mut parts: Vec<Addend> = Vec::new();
            if loads != 0.0 {
                let of = Number::rounded(units.force.from_si(loads.abs()), digits).into();
                parts.push(Addend { less: loads > 0.0, of });
            }
            for (row, shear) in members.iter().filter(|(_, shear)| shear.abs() > 1e-9 * largest) {
                let both = [0, 1].map(|end| moment(End { member: *row, end }));
                let both = both.map(|m| m * self.sense);
                let turn = shear / both.iter().sum::<f64>();
                let number = |m: f64| Formula::from(Number::rounded(couple.from_si(m.abs()), digits));
                let sum = both.iter().map(|m| Addend { less: *m < 0.0, of: number(*m) }).collect();
                let below = Number::plain(arm.from_si(1.0 / turn.abs()), digits);
                parts.push(Addend { less: turn > 0.0, of: Formula::over(Formula::Sum(sum), below) });
            }
            let numeric = Formula::Sum(parts);
            let shown = units.force.from_si(table.props[k]);
            let agrees = comes_to(numeric.value(), shown, units.force.from_si(largest), digits - more);
            let result = Number::rounded(shown, self.digits().max(4)).unit(&units.force).from(Source::Result);
            let symbol = Symbol::indexed("F", &self.sway_name(k));
            (Formula::Equal(vec![symbol.into(), numeric, result.into()]), agrees)
        });
        marked(vec![formula.into()], differs)
    }
}
