//! What is worth a second look, though not wrong.

use crate::{Warning, WarningName};

/// A matter worth a second look, with the names it concerns and numbers as they are printed.
pub(crate) enum Concern {
    /// A roller pulls; `down` where it would have to hold its body down.
    RollerPulls { support: String, down: bool },
    /// A rough contact on which nothing presses.
    NothingPresses { at: String },
    /// A rough contact that slides: the coefficient it would need, and the one it has.
    Slides { at: String, needed: String, available: f64 },
    /// A support that is about to lift, and what it presses with; `None`: with nothing.
    OnTheVerge { support: String, push: Option<String> },
    /// Several sets of one-way parts would hold.
    OneWayNotUnique(Vec<String>),
    /// It can nearly move: how sound it is, by what a millimetre changes the result, what moves.
    CriticalGeometry { soundness: f64, per_millimetre: f64, moving: Vec<String> },
    /// A body that closes on itself.
    ClosedRing(String),
    /// Pairs of bars that cross without a joint; at least one.
    BarsCross(Vec<(String, String)>),
    /// Sets of bearings that would keep a shaft aligned.
    BearingTie(Vec<Vec<String>>),
    /// Unknowns that could not be worked step by step.
    NotWorked(Vec<String>),
}

impl From<Concern> for Warning {
    fn from(concern: Concern) -> Self {
        let (name, message, about) = match concern {
            Concern::RollerPulls { support, down } => {
                let holds = if down { "hold the body down" } else { "pull" };
                let message = format!(
                    "The roller {support} has to {holds}. If it can only push, the body lifts off there."
                );
                (WarningName::RollerPulls, message, vec![support])
            }
            Concern::NothingPresses { at } => {
                let message = format!("At {at} nothing presses on the rough surface: friction cannot act.");
                (WarningName::Friction, message, vec![at])
            }
            Concern::Slides { at, needed, available } => {
                let message = format!(
                    "At {at} friction of {needed} is needed and {available} is available: it slides."
                );
                (WarningName::Friction, message, vec![at])
            }
            Concern::OnTheVerge { support, push } => {
                let size = push.map_or("with nothing".to_owned(), |push| format!("with {push} only"));
                let message = format!(
                    "The support {support} presses {size}, under 2 % of the largest load: it is on the verge of lifting."
                );
                (WarningName::OnTheVerge, message, vec![support])
            }
            Concern::OneWayNotUnique(parts) => {
                let message = format!(
                    "Equilibrium alone cannot say which of {} carry: different ones of them could.",
                    parts.join(", ")
                );
                (WarningName::OneWayNotUnique, message, parts)
            }
            Concern::CriticalGeometry { soundness, per_millimetre, moving } => {
                let message = format!(
                    "It can nearly move (soundness {soundness:.0e}): a millimetre of geometry changes the result by a factor of about {per_millimetre:.0e}."
                );
                (WarningName::CriticalGeometry, message, moving)
            }
            Concern::ClosedRing(body) => {
                let message = format!(
                    "The runs of \"{body}\" close a ring: what acts on it is found, but N, V and M inside the ring are not fixed by equilibrium."
                );
                (WarningName::ClosedRing, message, vec![body])
            }
            Concern::BarsCross(pairs) => {
                let first = pairs.first().map(|(a, b)| format!("{a} and {b}")).unwrap_or_default();
                let more =
                    if pairs.len() > 1 { format!(" ({} such pairs)", pairs.len()) } else { String::new() };
                let message = format!("The bars {first} cross without a joint{more}: they pass each other.");
                let about = pairs.into_iter().flat_map(|(a, b)| [a, b]).collect();
                (WarningName::BarsCross, message, about)
            }
            Concern::BearingTie(sets) => {
                let each: Vec<String> = sets.iter().map(|set| set.join(" and ")).collect();
                let message = format!(
                    "Some bearing has to keep this aligned by couples, and it could be {}. Say which: couples = \"yes\".",
                    each.join(", or ")
                );
                let mut about: Vec<_> = sets.into_iter().flatten().collect();
                about.sort_unstable();
                about.dedup();
                (WarningName::BearingTie, message, about)
            }
            Concern::NotWorked(names) => {
                let message = format!(
                    "No manageable set of equations leads to {}: taken from the global solution, without working.",
                    names.join(", ")
                );
                (WarningName::NotWorked, message, names)
            }
        };
        Self { name, message, about }
    }
}
