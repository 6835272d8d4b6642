//! What is asked, resolved; nothing asked means everything.

use super::resolve::Builder;
use super::{BarId, CutId, Effort, Growing, JointId, RopeId, SoughtId, SupportId};
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::sheet::{Document, Find};

/// A thing asked, resolved.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Asked {
    /// The reactions of one support.
    Support(SupportId),
    /// The force of a joint.
    Joint(JointId),
    /// The force in a bar.
    Bar(BarId),
    /// The tension of a rope.
    Rope(RopeId),
    /// A sought size.
    Sought(SoughtId),
    /// The growth of loads.
    Limit(Growing),
    /// One effort over another.
    Advantage(Effort, Effort),
    /// N, V and M at a place.
    Internal(CutId),
}

impl Builder {
    pub(super) fn asked(&mut self, document: &Document) {
        for (i, find) in document.sheet.find.iter().enumerate() {
            let path = document.find_path(i);
            let model = &self.model;
            let supports: Vec<_> = model.supports.iter().map(|s| s.name.clone()).collect();
            let joints: Vec<_> = model.joints.iter().map(|j| j.name.clone()).collect();
            let bars: Vec<_> = model.bars.iter().map(|b| b.name.clone()).collect();
            let ropes: Vec<_> = model.ropes.iter().map(|r| r.name.clone()).collect();
            let sought: Vec<_> = model.sought.iter().map(|s| s.name.clone()).collect();
            let found = match find {
                Find::Reactions { support: None } => {
                    self.model.asked.extend((0..supports.len()).map(|i| Asked::Support(SupportId(i))));
                    continue;
                }
                Find::Reactions { support: Some(name) } => self
                    .one_of(name, &supports, "support", &format!("{path}.support"))
                    .map(|i| Asked::Support(SupportId(i))),
                Find::Joint { joint } => self
                    .one_of(joint, &joints, "joint", &format!("{path}.joint"))
                    .map(|i| Asked::Joint(JointId(i))),
                // A bar answers to its ends in either order.
                Find::Bar { bar } => {
                    let turned = bar.split_once('-').map(|(a, b)| format!("{b}-{a}"));
                    let name = match turned {
                        Some(turned) if !bars.contains(bar) && bars.contains(&turned) => turned,
                        _ => bar.clone(),
                    };
                    self.one_of(&name, &bars, "bar", &format!("{path}.bar")).map(|i| Asked::Bar(BarId(i)))
                }
                Find::Limit { load, case } => {
                    let growing = self.growing(load.as_deref(), case.as_deref(), &path);
                    self.model.asked.extend(growing.map(Asked::Limit));
                    continue;
                }
                Find::Advantage { of, over } => {
                    let Some((of, over)) = self.advantage(of, over, &path) else { continue };
                    self.model.asked.extend([of.asked(), over.asked()].into_iter().flatten());
                    Some(Asked::Advantage(of, over))
                }
                Find::Internal { .. } => self.cut(find, &path).map(Asked::Internal),
                Find::Rope { rope } => {
                    self.one_of(rope, &ropes, "rope", &format!("{path}.rope")).map(|i| Asked::Rope(RopeId(i)))
                }
                Find::Load { load } => {
                    let name = load.trim_start_matches('?');
                    self.one_of(name, &sought, "sought load", &format!("{path}.load"))
                        .map(|i| Asked::Sought(SoughtId(i)))
                }
            };
            self.model.asked.extend(found);
        }
        let mut seen = std::collections::HashSet::new();
        self.model.asked.retain(|asked| seen.insert(*asked));
        if document.sheet.find.is_empty() {
            let model = &mut self.model;
            model.asked = model.forces().collect();
            let limited = model.bars.iter().any(|bar| bar.limits != Default::default());
            if limited && !model.loading.loads.is_empty() {
                model.asked.insert(0, Asked::Limit(Growing::Variable));
            }
        }
    }

    /// The index of a name, or a problem with the nearest one.
    fn one_of(&mut self, name: &str, known: &[String], what: &str, path: &str) -> Option<usize> {
        let index = known.iter().position(|k| k == name);
        if index.is_none() && !self.problems.passed_over() {
            /// Up to this many names are simply listed.
            const LISTED: usize = 8;
            let cure = match nearest(name, known.iter().map(String::as_str)) {
                _ if known.is_empty() => format!("There is no {what} in this sheet."),
                Some(near) if known.len() > LISTED => format!("Perhaps \"{near}\" is meant."),
                _ => {
                    let some: Vec<_> = known.iter().take(LISTED).map(String::as_str).collect();
                    let more = if known.len() > LISTED { ", ..." } else { "" };
                    format!("Here: {}{more}.", some.join(", "))
                }
            };
            self.problem(ProblemKind::Name, path, format!("There is no {what} \"{name}\"."), cure);
        }
        index
    }
}
