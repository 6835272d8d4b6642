//! How a sheet is worked and displayed. None changes an answer. A convention is declared here: its values, what is meant when nothing is said,
//! how it is read, and how it is asked of people.

use super::choice::Choice;
use super::fields::Fields;
use super::{Apart, Pick, Turn};
use schemars::JsonSchema;
use serde::Serialize;
use serde_json::{Value, json};
use std::ops::RangeInclusive;

/// The conventions: how things are worked and displayed. None of them changes a value in the answers.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
#[schemars(rename = "Conventions")]
pub struct StatedConventions {
    /// The positive turning sense of a moment equation as it is written; default counter-clockwise.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub moment: Option<Turn>,
    /// The directions in which unknowns are assumed; default along the axes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub assume: Option<Assume>,
    /// The equation to look for first; default the cleverest moment.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub first: Option<First>,
    /// The time of the reactions of the whole: before anything else, or (default) only when needed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reactions: Option<Reactions>,
    /// The method for trusses; default the one that needs fewer equations.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub truss: Option<Truss>,
    /// The place of a pulley while its member is freed: on it, or freed itself; default on it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pulley: Option<Wheels>,
    /// The form of a result of several components; default its magnitude with its direction.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub results: Option<Results>,
    /// On which side moments are drawn; default sagging upwards.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub diagram: Option<MomentSide>,
    /// The method for N, V and M; default by cuts.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub inside: Option<DiagramMethod>,
    /// The hand method for a redundant structure; default moment distribution.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub method: Option<Method>,
    /// The part of a mirrored frame that is distributed; default all of it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub symmetry: Option<Symmetry>,
    /// The notation of equilibrium in space; default by components.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub working: Option<Notation>,
    /// The depth of the working; default every term.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub detail: Option<Detail>,
    /// Decimals of the moments in a distribution, 0 to 6; default 2.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schemars(range(min = 0, max = 6))]
    pub decimals: Option<u8>,
    /// Rounds of a distribution, 1 to 60; as many as change a moment when missing.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schemars(range(min = 1, max = 60))]
    pub rounds: Option<u8>,
    /// Significant figures of displayed results, 2 to 8; default 3.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schemars(range(min = 2, max = 8))]
    pub figures: Option<u8>,
    /// Free bodies that are worked first, in this order; the rest follows as it is found best.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub order: Vec<Pick>,
    /// The places of pieces when the structure is taken apart, and the pieces that are freed together.
    #[serde(default, skip_serializing_if = "Apart::is_empty")]
    pub apart: Apart,
}

impl StatedConventions {
    pub(super) fn is_empty(&self) -> bool {
        *self == Self::default()
    }

    /// With what is meant where nothing is said.
    pub fn settled(&self) -> Conventions {
        let usual = Conventions::default();
        Conventions {
            moment: self.moment.unwrap_or(usual.moment),
            assume: self.assume.unwrap_or(usual.assume),
            first: self.first.unwrap_or(usual.first),
            reactions: self.reactions.unwrap_or(usual.reactions),
            truss: self.truss,
            wheels: self.pulley.unwrap_or(usual.wheels),
            results: self.results.unwrap_or(usual.results),
            diagram: self.diagram.unwrap_or(usual.diagram),
            inside: self.inside.unwrap_or(usual.inside),
            working: self.working.unwrap_or(usual.working),
            symmetry: self.symmetry.unwrap_or(usual.symmetry),
            method: self.method.unwrap_or(usual.method),
            detail: self.detail.unwrap_or(usual.detail),
            decimals: self.decimals.unwrap_or(usual.decimals),
            rounds: self.rounds,
            figures: self.figures.unwrap_or(usual.figures),
        }
    }
}

/// The conventions of a sheet with their defaults filled in.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Conventions {
    /// Positive turning sense of written moment equations.
    pub moment: Turn,
    /// The directions in which unknowns are assumed.
    pub assume: Assume,
    /// The equation to look for first.
    pub first: First,
    /// The time at which the reactions of the whole are found.
    pub reactions: Reactions,
    /// The method for trusses; `None`: the one that needs fewer equations.
    pub truss: Option<Truss>,
    /// The place of pulleys while their bodies are freed.
    pub wheels: Wheels,
    /// The form of results of several components.
    pub results: Results,
    /// On which side moments are drawn.
    pub diagram: MomentSide,
    /// The method for N, V and M.
    pub inside: DiagramMethod,
    /// The notation of equilibrium in space.
    pub working: Notation,
    /// The hand method for a redundant structure.
    pub method: Method,
    /// The part of a mirrored frame that is distributed.
    pub symmetry: Symmetry,
    /// The depth of the working.
    pub detail: Detail,
    /// Decimals of the moments in a distribution.
    pub decimals: u8,
    /// Rounds of a distribution; as many as change something when it is not said.
    pub rounds: Option<u8>,
    /// Significant figures of displayed results.
    pub figures: u8,
}

impl Default for Conventions {
    fn default() -> Self {
        Self {
            moment: Turn::Ccw,
            assume: Assume::Axes,
            first: First::Moment,
            reactions: Reactions::Needed,
            truss: None,
            wheels: Wheels::On,
            results: Results::Magnitude,
            diagram: MomentSide::SaggingUp,
            inside: DiagramMethod::Cuts,
            working: Notation::Scalar,
            detail: Detail::Terms,
            method: Method::Distribution,
            symmetry: Symmetry::Whole,
            decimals: 2,
            rounds: None,
            figures: 3,
        }
    }
}

/// The notation of equilibrium in space.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Notation {
    /// Components, axis by axis; an angle where a force lies in a plane of the axes.
    #[default]
    Scalar,
    /// Unit vectors i, j, k and cross products r × F.
    Vector,
}

impl Choice for Notation {
    const WORDS: &'static [(&'static str, Self)] = &[("scalar", Self::Scalar), ("vector", Self::Vector)];
}

/// The directions in which unknowns are assumed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Assume {
    /// Along the positive axes; a roller pushes along its normal.
    #[default]
    Axes,
    /// Axial forces as tension; the rest as with the axes.
    Tension,
    /// Against the sum of the loads.
    Guess,
}

impl Choice for Assume {
    const WORDS: &'static [(&'static str, Self)] =
        &[("axes", Self::Axes), ("tension", Self::Tension), ("guess", Self::Guess)];
}

/// The equation to look for first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum First {
    /// The moment sum in which the most unknowns drop out.
    #[default]
    Moment,
    /// Force sums.
    Forces,
}

impl Choice for First {
    const WORDS: &'static [(&'static str, Self)] = &[("moment", Self::Moment), ("forces", Self::Forces)];
}

/// The time at which the reactions of the whole are found.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Reactions {
    /// Only those that lead to what is asked.
    #[default]
    Needed,
    /// All of them, and first.
    Always,
}

impl Choice for Reactions {
    const WORDS: &'static [(&'static str, Self)] = &[("needed", Self::Needed), ("always", Self::Always)];
}

/// The method for trusses.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Truss {
    /// Joint after joint; no sections.
    Joints,
    /// Sections before joints.
    Sections,
}

impl Choice for Truss {
    const WORDS: &'static [(&'static str, Self)] = &[("joints", Self::Joints), ("sections", Self::Sections)];
}

/// The form of results.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Results {
    /// The magnitude, and the direction in which it acts.
    #[default]
    Magnitude,
    /// Each component with its sign, along the direction in which it was assumed.
    Components,
}

impl Choice for Results {
    const WORDS: &'static [(&'static str, Self)] =
        &[("magnitude", Self::Magnitude), ("components", Self::Components)];
}

/// The place of a pulley while its body is freed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Wheels {
    /// It stays on its member: both rope tensions act at its rim.
    #[default]
    On,
    /// It is freed: its axle transmits what the rope exerts on it.
    Off,
}

impl Choice for Wheels {
    const WORDS: &'static [(&'static str, Self)] = &[("on", Self::On), ("off", Self::Off)];
}

/// On which side moments are drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MomentSide {
    /// Sagging moments upwards, on the side that is compressed.
    #[default]
    SaggingUp,
    /// On the side that is pulled.
    TensionSide,
}

impl Choice for MomentSide {
    const WORDS: &'static [(&'static str, Self)] =
        &[("sagging-up", Self::SaggingUp), ("tension-side", Self::TensionSide)];
}

/// The method for N, V and M inside members.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum DiagramMethod {
    /// By cutting through and summing up one side.
    #[default]
    Cuts,
    /// By stepping along: V grows by areas of the load, M by areas of V.
    Areas,
}

impl Choice for DiagramMethod {
    const WORDS: &'static [(&'static str, Self)] = &[("cuts", Self::Cuts), ("areas", Self::Areas)];
}

/// The hand method for a redundant structure.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Method {
    /// By moment distribution.
    #[default]
    Distribution,
    /// By slopes and deflections.
    Slopes,
    /// By the forces that are too many.
    Forces,
}

impl Choice for Method {
    const WORDS: &'static [(&'static str, Self)] =
        &[("distribution", Self::Distribution), ("slopes", Self::Slopes), ("forces", Self::Forces)];
}

/// The part of a mirrored frame that is worked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Symmetry {
    /// All of it.
    #[default]
    Whole,
    /// One half, where it and its loads are mirrored about an upright axis.
    Half,
}

impl Choice for Symmetry {
    const WORDS: &'static [(&'static str, Self)] = &[("whole", Self::Whole), ("half", Self::Half)];
}

/// The depth to which the working is shown.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Detail {
    /// Equations, and where each of their arms and angles comes from.
    #[default]
    Terms,
    /// Equations in symbols and numbers.
    Equations,
    /// Results alone.
    Answers,
}

impl Choice for Detail {
    const WORDS: &'static [(&'static str, Self)] =
        &[("terms", Self::Terms), ("equations", Self::Equations), ("answers", Self::Answers)];
}

/// A convention as it is asked of people.
pub struct Convention {
    /// Its key in the table of conventions.
    pub key: &'static str,
    /// The question.
    pub question: &'static str,
    /// It says something only where there is this.
    pub only: Option<Only>,
    /// The answers.
    pub answers: Answers,
    /// Reads it.
    pub(in crate::sheet) read: fn(&mut Fields<'_, '_>, &mut StatedConventions),
}

/// The sheets on which a convention says something.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "lowercase")]
pub enum Only {
    /// In the plane.
    Plane,
    /// In space.
    Space,
    /// Sheets with bars.
    Bars,
    /// Sheets with pulleys.
    Pulleys,
    /// Sheets with more supports or joints than equilibrium needs.
    Redundant,
}

/// The answers to a convention.
pub enum Answers {
    /// Words of the sheet, each as people read it; the first is meant when nothing is said, and is empty where that is none of them.
    Words(&'static [(&'static str, &'static str)]),
    /// Numbers.
    Numbers {
        /// The value when nothing is said; `Err`: no number, in words.
        usual: Result<u8, &'static str>,
        /// The numbers that are offered.
        offered: &'static [u8],
        /// The word behind each.
        of: &'static str,
    },
}

/// The conventions, in the order in which they are asked.
pub const CONVENTIONS: &[Convention] = &[
    Convention {
        key: "moment",
        question: "Moments count positive",
        only: Some(Only::Plane),
        answers: Answers::Words(&[("ccw", "↺ counter-clockwise"), ("cw", "↻ clockwise")]),
        read: |fields, to| to.moment = fields.choice("moment"),
    },
    Convention {
        key: "working",
        question: "Equilibrium in space is written",
        only: Some(Only::Space),
        answers: Answers::Words(&[("scalar", "axis by axis"), ("vector", "with i, j, k and r × F")]),
        read: |fields, to| to.working = fields.choice("working"),
    },
    Convention {
        key: "assume",
        question: "Unknown directions are assumed",
        only: None,
        answers: Answers::Words(&[
            ("axes", "along the axes"),
            ("guess", "as a good guess"),
            ("tension", "axial: tension"),
        ]),
        read: |fields, to| to.assume = fields.choice("assume"),
    },
    Convention {
        key: "first",
        question: "The first equation is",
        only: None,
        answers: Answers::Words(&[("moment", "the cleverest moment"), ("forces", "a force sum")]),
        read: |fields, to| to.first = fields.choice("first"),
    },
    Convention {
        key: "reactions",
        question: "Reactions of the whole are found",
        only: None,
        answers: Answers::Words(&[("needed", "when needed"), ("always", "always, and first")]),
        read: |fields, to| to.reactions = fields.choice("reactions"),
    },
    Convention {
        key: "truss",
        question: "A truss is worked by",
        only: Some(Only::Bars),
        answers: Answers::Words(&[("", "the shorter way"), ("joints", "joints"), ("sections", "sections")]),
        read: |fields, to| to.truss = fields.choice("truss"),
    },
    Convention {
        key: "pulley",
        question: "A pulley is",
        only: Some(Only::Pulleys),
        answers: Answers::Words(&[("on", "kept on its member"), ("off", "freed")]),
        read: |fields, to| to.pulley = fields.choice("pulley"),
    },
    Convention {
        key: "detail",
        question: "The working shows",
        only: None,
        answers: Answers::Words(&[
            ("terms", "where every term comes from"),
            ("equations", "equations"),
            ("answers", "answers alone"),
        ]),
        read: |fields, to| to.detail = fields.choice("detail"),
    },
    Convention {
        key: "results",
        question: "Answers are given as",
        only: None,
        answers: Answers::Words(&[
            ("magnitude", "components and resultant"),
            ("components", "signed components"),
        ]),
        read: |fields, to| to.results = fields.choice("results"),
    },
    Convention {
        key: "diagram",
        question: "Bending moments are drawn",
        only: Some(Only::Plane),
        answers: Answers::Words(&[
            ("sagging-up", "sagging upwards"),
            ("tension-side", "on the side that is pulled"),
        ]),
        read: |fields, to| to.diagram = fields.choice("diagram"),
    },
    Convention {
        key: "inside",
        question: "N, V and M are worked",
        only: Some(Only::Plane),
        answers: Answers::Words(&[("cuts", "by cuts"), ("areas", "by areas, step by step")]),
        read: |fields, to| to.inside = fields.choice("inside"),
    },
    Convention {
        key: "method",
        question: "What is redundant is worked by",
        only: Some(Only::Redundant),
        answers: Answers::Words(&[
            ("distribution", "Distribution"),
            ("slopes", "Slope-deflection"),
            ("forces", "Force method"),
        ]),
        read: |fields, to| to.method = fields.choice("method"),
    },
    Convention {
        key: "symmetry",
        question: "Of a mirrored frame is distributed",
        only: Some(Only::Redundant),
        answers: Answers::Words(&[("whole", "all"), ("half", "one half")]),
        read: |fields, to| to.symmetry = fields.choice("symmetry"),
    },
    Convention {
        key: "decimals",
        question: "A distribution has",
        only: Some(Only::Redundant),
        answers: Answers::Numbers { usual: Ok(2), offered: &[0, 1, 2, 3, 4], of: "" },
        read: |fields, to| to.decimals = whole(fields, "decimals", 0..=6),
    },
    Convention {
        key: "rounds",
        question: "and so many rounds",
        only: Some(Only::Redundant),
        answers: Answers::Numbers { usual: Err("enough"), offered: &[1, 2, 3, 4, 5, 6, 8, 12], of: "" },
        read: |fields, to| to.rounds = whole(fields, "rounds", 1..=60),
    },
    Convention {
        key: "figures",
        question: "Results are shown to",
        only: None,
        answers: Answers::Numbers { usual: Ok(3), offered: &[2, 3, 4, 5, 6], of: " figures" },
        read: |fields, to| to.figures = whole(fields, "figures", 2..=8),
    },
];

/// A small whole number.
fn whole(fields: &mut Fields<'_, '_>, key: &'static str, bounds: RangeInclusive<u8>) -> Option<u8> {
    let node = fields.get(key)?;
    let path = fields.path_of(key);
    let n = fields.reader.number(node, &path)?;
    let (low, high) = (*bounds.start(), *bounds.end());
    if n.fract() == 0.0 && (f64::from(low)..=f64::from(high)).contains(&n) {
        return Some(n as u8);
    }
    let message = if key == "figures" {
        format!("{n} figures cannot be shown.")
    } else {
        format!("{n} {key} make no sense.")
    };
    fields.reader.form(&path, message, format!("Write {low} to {high}."));
    None
}

/// The conventions as the front end asks them: what is usual, and each answer in words.
pub fn asked() -> Value {
    let asked = |convention: &Convention| {
        let (usual, choices): (Value, Vec<Value>) = match convention.answers {
            Answers::Words(words) => {
                let choice = |(value, word): &(&str, &str)| json!({ "value": value, "word": word });
                (json!(words[0].0), words.iter().map(choice).collect())
            }
            Answers::Numbers { usual, offered, of } => {
                let number = |n: &u8| json!({ "value": n, "word": format!("{n}{of}") });
                let none = usual.err().map(|word| json!({ "value": "", "word": word }));
                let choices = none.into_iter().chain(offered.iter().map(number)).collect();
                (usual.map_or(json!(""), |n| json!(n)), choices)
            }
        };
        let Convention { key, question, only, .. } = convention;
        json!({ "key": key, "question": question, "usual": usual, "choices": choices, "only": only })
    };
    CONVENTIONS.iter().map(asked).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::sheet::{Syntax, read};

    #[test]
    fn every_answer_that_is_offered_is_read_and_kept() {
        for convention in CONVENTIONS {
            let mut usual = 0;
            for choice in
                asked().as_array().unwrap().iter().find(|c| c["key"] == convention.key).unwrap()["choices"]
                    .as_array()
                    .unwrap()
            {
                let value = &choice["value"];
                if value == "" {
                    continue;
                }
                let text = json!({ "format": "helvek-sheet/1", "conventions": { convention.key: value } });
                let document = read(&text.to_string(), Syntax::Json);
                assert_eq!(document.problems, [], "{} = {value}", convention.key);
                let written = serde_json::to_value(&document.sheet.conventions).unwrap();
                assert_eq!(written[convention.key], *value);
                usual += usize::from(document.sheet.conventions.settled() == Conventions::default());
            }
            // What is called usual is what is meant when nothing is said: one answer, or none where that is no answer.
            let open = matches!(
                convention.answers,
                Answers::Numbers { usual: Err(_), .. } | Answers::Words([("", _), ..])
            );
            assert_eq!(usual, usize::from(!open), "{}", convention.key);
        }
    }

    #[test]
    fn every_convention_is_asked() {
        let schema = schemars::schema_for!(StatedConventions);
        let keys = schema.as_value()["properties"].as_object().unwrap().keys().map(String::as_str);
        let asked: Vec<_> = CONVENTIONS.iter().map(|convention| convention.key).collect();
        let left: Vec<_> = keys.filter(|key| !asked.contains(key)).collect();
        assert_eq!(left, ["order", "apart"], "these are made on the drawing");
    }
}
