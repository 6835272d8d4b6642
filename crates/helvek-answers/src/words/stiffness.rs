//! Why stiffness does not answer.

use super::diagram_refused;
use crate::Publisher;
use crate::stiffness::{RefusalAnswer, RefusalName};
use helvek_statics::equilibrium::ColumnId;
use helvek_statics::model::Member;
use helvek_statics::stiffness::{Cause, StiffnessRefusal};

impl Publisher<'_> {
    /// The reason why stiffness does not answer, in words.
    pub fn refusal(&self, refusal: &StiffnessRefusal) -> RefusalAnswer {
        let several = |names: &[String]| names.join(", ");
        let answer = |name, message: String, cure: &str, about: Vec<String>| RefusalAnswer {
            name,
            message,
            cure: cure.to_owned(),
            about,
        };
        match refusal {
            StiffnessRefusal::Nothing => answer(
                RefusalName::NoStiffness,
                "Nothing says how stiff its members are.".into(),
                "Give bodies an EI, or a section and a material.",
                Vec::new(),
            ),
            StiffnessRefusal::Without(members) => {
                let names: Vec<_> = members.iter().map(|m| self.member_name(*m)).collect();
                let bars = members.iter().all(|m| matches!(m, Member::Bar(_)));
                let what = if bars { "EA" } else { "EI" };
                let message = format!(
                    "{} {} no stiffness, and what they carry depends on it.",
                    several(&names),
                    if names.len() == 1 { "has" } else { "have" }
                );
                let cure = format!(
                    "Give {} {what}, or a section and a material.",
                    if names.len() == 1 { "it" } else { "them" }
                );
                answer(RefusalName::MemberWithoutStiffness, message, &cure, names)
            }
            StiffnessRefusal::Between(columns) => {
                let names = self.names_of(columns);
                let message =
                    format!("{} hold each other, and nothing between them gives way.", several(&names));
                answer(
                    RefusalName::NothingGivesWay,
                    message,
                    "Give one of the supports a spring, or leave one out.",
                    names,
                )
            }
            StiffnessRefusal::Locked { members, columns, causes } => {
                let mut names: Vec<_> = members.iter().map(|m| self.member_name(*m)).collect();
                let held = self.names_of(columns);
                let between =
                    if held.is_empty() { String::new() } else { format!(" between {}", several(&held)) };
                let causes = causes.iter().map(|cause| match cause {
                    Cause::Warms => "a change of temperature".to_owned(),
                    Cause::Settles(id) => {
                        format!("the settlement of {}", self.model.supports[id.index()].name)
                    }
                });
                let causes: Vec<_> = causes.collect();
                let message = format!(
                    "{} cannot become longer or shorter{between}, but {} asks for it: no forces fit.",
                    if names.is_empty() { "What is held".to_owned() } else { several(&names) },
                    several(&causes)
                );
                names.extend(held);
                answer(
                    RefusalName::CannotGiveWay,
                    message,
                    "Give it an EA, or let one end go free along it (a roller instead of a pin).",
                    names,
                )
            }
            StiffnessRefusal::Ratios(needs) => {
                let message = format!("Ratios of stiffness are not enough because of {}.", several(needs));
                answer(
                    RefusalName::RatiosNotEnough,
                    message,
                    "Write EI and EA as numbers with units.",
                    needs.clone(),
                )
            }
            StiffnessRefusal::Mixed(names) => {
                let message = format!(
                    "Some stiffnesses are ratios, those of {} are numbers: they cannot be compared.",
                    several(names)
                );
                answer(
                    RefusalName::StiffnessMixed,
                    message,
                    "Write all of them as ratios, or none.",
                    names.clone(),
                )
            }
            StiffnessRefusal::Sought(symbol) => {
                let message = format!("The load {symbol} is sought, and equilibrium does not fix it.");
                answer(RefusalName::SoughtNotFixed, message, "Give it a size.", vec![symbol.clone()])
            }
            StiffnessRefusal::Inside(body, why) => {
                let message =
                    format!("What acts on {body} has no place inside it: {}", diagram_refused(why, body));
                answer(RefusalName::NoPlaceInside, message, "Say where it acts.", vec![body.clone()])
            }
            StiffnessRefusal::Contacts => answer(
                RefusalName::ContactsNotFound,
                "No set of supports and cables was found that fits how it gives way.".into(),
                "Check those that only push or pull.",
                Vec::new(),
            ),
            StiffnessRefusal::Moves => answer(
                RefusalName::Moves,
                "It moves under these loads: there is nothing to be stiff against.".into(),
                "Hold it first.",
                Vec::new(),
            ),
            StiffnessRefusal::Numbers => answer(
                RefusalName::FiguresLost,
                "Stiffnesses or lengths differ so much that the arithmetic loses its figures.".into(),
                "Check their units.",
                Vec::new(),
            ),
        }
    }

    /// The names of what columns belong to, each once where they follow one another.
    pub(super) fn names_of(&self, columns: &[ColumnId]) -> Vec<String> {
        let mut names: Vec<String> =
            columns.iter().map(|id| self.model.owner_name(self.full.column(*id).of)).collect();
        names.dedup();
        names
    }
}
