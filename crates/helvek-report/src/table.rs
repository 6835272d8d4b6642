//! The table of bars: what a record of a truss holds.

use crate::lines::TableRow;
use crate::numbers::percent;
use crate::step::Wording;
use helvek_core::id::Kind;
use helvek_core::units::figures;
use std::collections::HashMap;

impl Wording<'_> {
    /// A row for each bar, in the order of the sheet.
    pub(crate) fn table(&self) -> Vec<TableRow> {
        let rules = self.zero_rules();
        let units = self.solved.model.units.symbols();
        let reserves = self.found.limits.first().map(|limit| &limit.bars);
        let known = self.solved.verdict.equilibrium;
        let rows = self.found.bars.iter().map(|(name, bar)| {
            let force = bar.force.filter(|_| known);
            let rounded = |value: f64| figures::rounded(value, self.digits());
            let reserve = reserves.and_then(|bars| bars.get(name)).and_then(|r| r.factors[1]);
            // Of a multiple of what is sought nothing is used yet: it holds up to so much of it.
            let parameter = self.solved.model.parameter.as_ref();
            let utilisation = bar.utilisation.filter(|u| u.is_finite() && known && parameter.is_none());
            TableRow {
                of: Kind::Bar.id(name),
                name: name.clone(),
                length: bar.length,
                length_text: format!("{} {}", figures::plain(bar.length, self.digits()), units.length),
                force,
                force_text: match force {
                    Some(force) => format!("{} {}", rounded(force.abs()), units.force),
                    None if known => "not fixed".into(),
                    None => "—".into(),
                },
                sense: bar.sense.filter(|_| known),
                used: utilisation,
                used_text: utilisation.map(percent),
                reserve,
                reserve_text: reserve.map(|r| match parameter {
                    Some(p) => format!("{} {}", crate::numbers::minus(&rounded(r)), p.unit.symbol),
                    None => format!("× {}", crate::numbers::minus(&rounded(r))),
                }),
                rule: rules.get(name).cloned(),
            }
        });
        rows.collect()
    }

    /// The rules by which bars carry nothing, where that is seen at sight, by bar.
    fn zero_rules(&self) -> HashMap<String, String> {
        if !self.solved.verdict.equilibrium {
            return HashMap::new();
        }
        let seen = self.solved.seen_at_joints().into_iter().filter(|seen| seen.zero());
        let mut rules = HashMap::new();
        for seen in seen {
            let words = self.seen_words(&seen);
            for member in &seen.members {
                rules.entry(self.solved.unknown_name(*member)).or_insert_with(|| words.clone());
            }
        }
        rules
    }
}
