//! A train at each of its worst stands as one more state of the loads, so that it is judged, and grows, with everything else.

use super::{Facing, Passage};
use crate::Checks;
use helvek_numbers::tolerance;
use helvek_sheet::units::figures;
use helvek_statics::internal_forces::Inner;
use helvek_statics::solution::State;

/// More stands than this are not judged: each is solved.
const MOST: usize = 120;

impl<'a> Checks<'a> {
    /// The combinations, with the states in which trains stand at their worst for some reaction, joint, bar, or N, V and M along some stretch, beside the loads as drawn. Only where something is
    /// judged; a train without influence lines, or with too many such stands, is left out.
    pub fn with_trains(self) -> &'a [State] {
        if self.model.trains.is_empty() || !self.limited() {
            return self.0.states();
        }
        self.0.looked.with_trains.get_or_init(|| {
            let passages = self.passages();
            let stands = passages.iter().enumerate().flat_map(|(index, passage)| passage.stands(index));
            self.states().iter().cloned().chain(stands).collect()
        })
    }
}

impl Passage<'_> {
    fn stands(&self, train: usize) -> Vec<State> {
        if self.result.is_err() {
            return Vec::new();
        }
        let values = self.solved.full_values();
        let columns = self.solved.full.column_ids().filter_map(|id| {
            let (line, drawn) = (self.line(id)?, values[id.index()]?);
            Some(self.most(&line, drawn).map(|most| most.stand))
        });
        let swept = self.sweep();
        let along = swept
            .iter()
            .flat_map(|swept| Inner::ALL.map(|inner| swept.most(self, inner).map(|(_, _, stand)| stand)));
        let slack = tolerance::GEOMETRY * self.train.length();
        let mut leads: Vec<(Facing, f64)> = Vec::new();
        for stand in columns.chain(along).flatten().flatten() {
            let (facing, lead) = (stand.facing, stand.lead(self.train));
            if !leads.iter().any(|(f, l)| *f == facing && (l - lead).abs() <= slack) {
                leads.push((facing, lead));
            }
        }
        if leads.len() > MOST {
            return Vec::new();
        }
        leads.into_iter().map(|(facing, lead)| self.standing(train, facing, lead)).collect()
    }

    fn standing(&self, train: usize, facing: Facing, lead: f64) -> State {
        State {
            name: self.stand_name(facing, lead),
            solved: self.solved.under(self.placed(lead, facing)),
            superposed: false,
            strength: false,
            left_out: Vec::new(),
            train: Some(train),
        }
    }

    /// `cart with its first force 2.4 m from A, towards B`
    fn stand_name(&self, facing: Facing, lead: f64) -> String {
        let (model, train) = (&self.solved.model, self.train);
        let [from, to] = train.ends.map(|end| model.point_name(end));
        let far = figures::plain(model.units.length.from_si(lead), model.conventions.figures);
        let which = if train.axles.len() > 1 { "its first force" } else { "its force" };
        let heading = match facing {
            _ if train.axles.len() < 2 => String::new(),
            Facing::On => format!(", towards {to}"),
            Facing::Back => format!(", towards {from}"),
        };
        format!("{} with {which} {far} {} from {from}{heading}", train.name, model.units.length.symbol)
    }
}
