//! The changes of answers that `docs/changes.md` tells: engine by engine, a reason and the sheets that it concerns.

use helvek_core::ENGINE;
use helvek_core::sheet::{self, Sheet, SpaceKind, Syntax};
use helvek_report::kept::About;
use schemars::JsonSchema;
use serde::Serialize;
use std::collections::BTreeSet;

const TEXT: &str = include_str!("../../../docs/changes.md");

/// A reason for which answers may differ.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub(crate) struct Reason {
    /// Since this engine.
    pub(crate) engine: u32,
    /// In a few words.
    pub(crate) title: String,
    /// The answer before, and the answer now.
    pub(crate) text: String,
    /// The sheets that it concerns: those of this topic.
    #[serde(skip)]
    topic: String,
    /// The subjects of its answers; all where that is empty.
    #[serde(skip)]
    about: Vec<String>,
}

/// Every reason, the newest engine first.
fn all() -> Vec<Reason> {
    let mut engine = 0;
    let mut reasons = Vec::new();
    for line in TEXT.lines() {
        if let Some(heading) = line.strip_prefix("## Engine ") {
            engine = heading.split(' ').next().and_then(|number| number.parse().ok()).unwrap_or(0);
        }
        let Some((topic, rest)) = line.strip_prefix("- (").and_then(|rest| rest.split_once(") **")) else {
            continue;
        };
        let Some((title, text)) = rest.split_once("**") else { continue };
        let (topic, about) = topic.split_once(": ").unwrap_or((topic, ""));
        reasons.push(Reason {
            engine,
            title: title.trim_end_matches('.').into(),
            text: text.trim().into(),
            topic: topic.into(),
            about: about.split_whitespace().map(str::to_owned).collect(),
        });
    }
    reasons
}

/// The reasons for which answers of a sheet saved under an engine, about these things, may be others now.
pub(crate) fn reasons(since: i64, body: &str, about: &[About]) -> Vec<Reason> {
    let topics = topics(&sheet::read(body, Syntax::Json).sheet);
    let about: Vec<String> = about.iter().map(word).collect();
    let touches = |reason: &Reason| reason.about.is_empty() || reason.about.iter().any(|a| about.contains(a));
    let concerns = |reason: &Reason| {
        i64::from(reason.engine) > since
            && reason.engine <= ENGINE
            && topics.contains(reason.topic.as_str())
            && touches(reason)
    };
    all().into_iter().filter(concerns).collect()
}

/// As it is written in the list.
fn word(about: &About) -> String {
    serde_json::to_value(about).ok().and_then(|word| word.as_str().map(str::to_owned)).unwrap_or_default()
}

/// The things in a sheet that reasons are told by.
fn topics(sheet: &Sheet) -> BTreeSet<&'static str> {
    let bodies = || sheet.bodies.values();
    let rough = sheet.supports.iter().any(|s| s.kind.sort().takes("friction"))
        || sheet.joints.iter().any(|joint| joint.friction.is_some());
    let one_way = sheet.supports.iter().any(|s| s.one_way == Some(true) || s.kind.sort().one_way);
    // A size that is sought is written "?P", wherever it stands.
    let seeks = serde_json::to_string(&sheet.loads).is_ok_and(|loads| loads.contains("\"?"));
    let stiff = bodies().any(|body| body.ei.is_some() || body.ea.is_some() || body.material.is_some());
    [
        ("all", true),
        ("stiffness", stiff),
        ("temperature", !sheet.temperature.is_empty()),
        ("combinations", !sheet.combinations.is_empty()),
        ("moving", !sheet.moving.is_empty()),
        ("one-way", one_way),
        ("rough", rough),
        ("limits", !sheet.limits.is_empty()),
        ("pins", !sheet.pins.is_empty()),
        ("sought", seeks),
        ("space", sheet.space == SpaceKind::Space),
        ("runs", bodies().any(|body| body.runs.len() > 1)),
    ]
    .into_iter()
    .filter_map(|(topic, has)| has.then_some(topic))
    .collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Every topic that [`topics`] knows.
    const KNOWN: [&str; 12] = [
        "all",
        "stiffness",
        "temperature",
        "combinations",
        "moving",
        "one-way",
        "rough",
        "limits",
        "pins",
        "sought",
        "space",
        "runs",
    ];

    #[test]
    fn the_engine_and_every_reason_stand_in_the_list_of_changes() {
        let all = all();
        assert_eq!(all.iter().map(|reason| reason.engine).max(), Some(ENGINE));
        assert_eq!(all.len(), TEXT.lines().filter(|line| line.starts_with("- ")).count());
        for reason in &all {
            assert!(KNOWN.contains(&reason.topic.as_str()), "{reason:?}");
            let known = |about: &String| serde_json::from_value::<About>(about.as_str().into()).is_ok();
            assert!(reason.about.iter().all(known), "{reason:?}");
            assert!(reason.engine > 1 && reason.engine <= ENGINE && !reason.text.is_empty(), "{reason:?}");
        }
    }

    #[test]
    fn a_sheet_is_told_what_concerns_it_and_no_more() {
        let body = r#"{"format":"helvek-sheet/1","points":{"A":[0,0],"B":[1,0]},"bodies":{"rod":{"runs":[["A","B"]]}},
            "supports":[{"at":"A","kind":"rough","friction":0.2}],"loads":[{"kind":"force","at":"B","size":"?P","direction":"up"}]}"#;
        let told: BTreeSet<String> = reasons(1, body, &[About::Verdict, About::Growth])
            .into_iter()
            .map(|reason| reason.topic)
            .collect();
        assert_eq!(told.iter().map(String::as_str).collect::<Vec<_>>(), ["all", "rough", "sought"]);
        assert_eq!(reasons(ENGINE.into(), body, &[About::Force]), []);
    }
}
