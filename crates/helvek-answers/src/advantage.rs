//! One effort over another, as published.

use crate::Publisher;
use helvek_numbers::geometry::Vector;
use helvek_statics::equilibrium::{ActionOf, ColumnOf};
use helvek_statics::model::{Asked, Effort};
use schemars::JsonSchema;
use serde::Serialize;

/// A mechanical advantage: the size of one effort over the size of another.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct AdvantageAnswer {
    /// The effort that comes out: a sought symbol, or the name of a load, joint, bar or rope.
    pub of: String,
    /// The effort that goes in, named in the same way.
    pub over: String,
    /// Their ratio, out over in, no unit; null when equilibrium does not fix both, or when nothing goes in.
    pub value: Option<f64>,
}

impl Publisher<'_> {
    /// The name of an effort.
    pub fn effort_name(&self, effort: Effort) -> String {
        let model = &self.model;
        match effort {
            Effort::Load(id) => model.loading.load(id).name.clone(),
            Effort::Sought(id) => model.sought[id.index()].name.clone(),
            Effort::Joint(id) => model.joints[id.index()].name.clone(),
            Effort::Bar(id) => model.bars[id.index()].name.clone(),
            Effort::Rope(id) => model.ropes[id.index()].name.clone(),
        }
    }

    /// The ratio of two efforts, no unit; `None` when equilibrium does not fix both, or when the second is nothing.
    pub fn advantage(&self, of: Effort, over: Effort) -> Option<f64> {
        let (of, over) = (self.size_of(of)?, self.size_of(over)?);
        (over > 0.0 && self.verdict.equilibrium).then_some(of / over)
    }

    pub(super) fn advantages(&self) -> Vec<AdvantageAnswer> {
        let answer = |asked: &Asked| match *asked {
            Asked::Advantage(of, over) => Some(AdvantageAnswer {
                of: self.effort_name(of),
                over: self.effort_name(over),
                value: self.advantage(of, over),
            }),
            _ => None,
        };
        self.model.asked.iter().filter_map(answer).collect()
    }

    /// The size of an effort, N or N·m.
    fn size_of(&self, effort: Effort) -> Option<f64> {
        let wanted = |of: ColumnOf| match (effort, of) {
            (Effort::Sought(a), ColumnOf::Sought(b)) => a == b,
            (Effort::Joint(a), ColumnOf::Joint(b, body)) => a == b && body == 0,
            (Effort::Bar(a), ColumnOf::Bar(b)) => a == b,
            (Effort::Rope(a), ColumnOf::Rope(b)) => a == b,
            _ => false,
        };
        if let Effort::Load(id) = effort {
            let mine = self.full.actions.iter().filter(|a| a.of == ActionOf::Load(id));
            let (mut force, mut moment) = (Vector::ZERO, Vector::ZERO);
            for action in mine {
                force += action.act.wrench.force;
                moment += action.act.wrench.moment;
            }
            return Some(if force == Vector::ZERO { moment.length() } else { force.length() });
        }
        let mut force = Vector::ZERO;
        let mut along = None;
        for (column, value) in
            self.full.columns.iter().zip(self.full_values().iter().copied()).filter(|(c, _)| wanted(c.of))
        {
            let value = value?;
            match effort {
                // A joint's components together, its couple aside.
                Effort::Joint(_) => force += column.acts.first()?.wrench.force * value,
                _ => along = Some(value.abs()),
            }
        }
        match effort {
            Effort::Joint(_) => Some(force.length()),
            _ => along,
        }
    }
}
