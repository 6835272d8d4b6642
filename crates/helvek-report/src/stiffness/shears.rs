//! What follows from end moments, as it is written: the shears of the members, the reactions, the forces of props.

use super::Stiff;
use crate::agree::{agreeing, comes_to, marked};
use crate::direction;
use crate::document::{Block, Line, Role};
use crate::formula::{Addend, Formula, Number, Source, Symbol};
use crate::inline::Inline;
use helvek_core::equilibrium::{Column, ColumnOf};
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
            if both.iter().chain(&simple).all(|nothing| *nothing == 0.0) {
                found.extend([0, 1].map(|end| (End { member: row, end }, 0.0)));
                continue;
            }
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

    /// The reactions of which all is known once the shears are: a support along a line of members carries the shears of those across the line.
    fn reactions(&self, shears: &[(End, f64)]) -> Vec<Block> {
        let (frame, model) = (&self.hand.frame, &self.solved.model);
        let columns = self.solved.full.columns.iter().filter_map(|column| match column.of {
            ColumnOf::Support(support) => Some((column, support)),
            _ => None,
        });
        let lines = columns.filter_map(|(column, support)| {
            let held = model.held_by(support);
            let own =
                held.iter().find(|held| held.component == column.component && !held.component.turns())?;
            let at = model.at(model.supports[support.index()].at);
            let node = frame.joints.iter().find(|joint| joint.at.distance(at) <= 1e-9)?.node;
            let line = frame.in_line(node, own.along)?;
            // What else holds the line that way would share.
            let shared = model.supports.iter().enumerate().any(|(index, other)| {
                let on =
                    line.nodes.iter().any(|node| frame.nodes[*node].distance(model.at(other.at)) <= 1e-9);
                let holds = || {
                    model
                        .held_by(SupportId(index))
                        .iter()
                        .any(|held| !held.component.turns() && held.along.dot(own.along).abs() > 1e-9)
                };
                index != support.index() && on && holds()
            });
            let parts: Option<Vec<(End, f64, f64)>> = line
                .across
                .iter()
                .map(|(end, by)| shears.iter().find(|(of, _)| of == end).map(|(_, v)| (*end, v * by, *by)))
                .collect();
            let parts = parts.filter(|parts| !parts.is_empty() && !shared)?;
            Some(self.reaction(column, &parts, -line.load))
        });
        lines.collect()
    }

    /// `A_y = V_AB − V_AC = 5.67 + 3.58 = 9.25 kN`: shears, each with its share and its sign, and the loads in line with it.
    fn reaction(&self, column: &Column, parts: &[(End, f64, f64)], loads: f64) -> Block {
        let (frame, force) = (&self.hand.frame, &self.solved.model.units.force);
        let value: f64 = loads + parts.iter().map(|(_, v, _)| v).sum::<f64>();
        let largest = parts.iter().map(|(_, v, _)| v.abs()).fold(loads.abs(), f64::max);
        let loaded = loads.abs() > 1e-9 * largest;
        let (formula, differs) = agreeing(|more| {
            let digits = self.digits() + more;
            let number =
                |v: f64| Addend { less: v < 0.0, of: Number::rounded(force.from_si(v.abs()), digits).into() };
            let letters = parts.iter().map(|(end, _, by)| Addend {
                less: *by < 0.0,
                of: Symbol::indexed("V", &frame.end_name(*end)).into(),
            });
            let loads_word = loaded.then(|| Addend::plus("loads"));
            let numbers = parts.iter().map(|(_, v, _)| *v).chain(loaded.then_some(loads)).map(number);
            let numeric = Formula::Sum(numbers.collect());
            let clean = if value.abs() <= 1e-9 * largest { 0.0 } else { force.from_si(value) };
            let agrees = comes_to(numeric.value(), clean, force.from_si(largest), self.digits());
            let mut chain: Vec<Formula> = vec![Symbol::unknown(&column.symbol, None).into()];
            chain.push(Formula::Sum(letters.chain(loads_word).collect()));
            chain.extend((parts.len() > 1 || loaded).then_some(numeric));
            chain.push(Number::rounded(clean, self.digits()).unit(force).from(Source::Result).into());
            (Formula::Equal(chain), agrees)
        });
        Line::new(Role::Working, marked(vec![formula.into()], differs)).into()
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
