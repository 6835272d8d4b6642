//! Why a train has no influence lines.

use crate::Publisher;
use helvek_checks::moving_load::{MovingLoadRefusal, Passage};

impl Publisher<'_> {
    /// The reason why a train has no influence lines, and what would mend it.
    pub(crate) fn train_refused(&self, why: &MovingLoadRefusal, passage: &Passage<'_>) -> String {
        let train = &passage.train.name;
        match why {
            MovingLoadRefusal::OneWay(columns) => {
                let names = self.names_of(columns);
                let (verb, which) =
                    if names.len() == 1 { ("acts", "it acts") } else { ("act", "which of them act") };
                format!(
                    "{} {verb} one way only: whether {which} depends on where {train} stands, so effects do not add up and there is no influence line. \
                     Put its forces at places of your own as loads instead.",
                    names.join(", ")
                )
            }
            MovingLoadRefusal::Moves(at) => format!(
                "With a force of {train} at {} the structure moves: it is held for the loads as drawn only.",
                self.model.point_name(*at)
            ),
            MovingLoadRefusal::Unbalanced => "The loads as drawn are not in equilibrium.".to_owned(),
        }
    }
}
