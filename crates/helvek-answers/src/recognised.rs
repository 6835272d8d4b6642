//! What was recognised before and beside the equations, as published.

use crate::Told;
use helvek_statics::equilibrium::ColumnId;
use helvek_statics::recognition::{JointRule, Meeting, Sense, common_sense, symmetry, three_force_bodies};
use schemars::JsonSchema;
use serde::Serialize;

/// Something a trained eye sees.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Recognised {
    /// The sort of fact.
    pub name: Fact,
    /// The things concerned.
    pub about: Vec<String>,
    /// The point where the lines of three forces meet.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at: Option<[f64; 2]>,
}

/// A fact that a trained eye sees.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Fact {
    /// A body that is loaded at two pins only.
    TwoForceBody,
    /// A body on which three forces act that meet in a point.
    ThreeForceBody,
    /// A body on which three parallel forces act.
    ThreeParallelForces,
    /// Supports and loads are mirrored.
    Symmetric,
    /// Of two supports the one nearer to the load takes more.
    NearerSupportTakesMore,
    /// A load beyond a support lifts the other end.
    LoadBeyondSupport,
    /// Members of which a rule at a joint tells.
    #[serde(untagged)]
    AtJoint(JointRule),
}

impl Told<'_> {
    pub(super) fn recognised(&self) -> Vec<Recognised> {
        let model = &self.model;
        let body = |id: helvek_statics::model::BodyId| model.bodies[id.index()].name.clone();
        let support = |id: helvek_statics::model::SupportId| model.supports[id.index()].name.clone();
        let fact = |name: Fact, about: Vec<String>| Recognised { name, about, at: None };
        let mut list: Vec<_> = self
            .equilibrium
            .links
            .iter()
            .map(|link| fact(Fact::TwoForceBody, vec![body(link.body)]))
            .collect();
        if !self.verdict.equilibrium {
            return list;
        }
        for seen in self.seen_at_joints() {
            let members = seen.members.iter().map(|id: &ColumnId| self.unknown_name(*id)).collect();
            list.push(fact(Fact::AtJoint(seen.rule), members));
        }
        if model.spatial() {
            return list;
        }
        for three in three_force_bodies(&self.full, self.full_values()) {
            let about = vec![body(three.body)];
            list.push(match three.meeting {
                Meeting::Parallel => fact(Fact::ThreeParallelForces, about),
                Meeting::At(at) => {
                    let length = &model.units.length;
                    let at = Some([length.from_si(at.x), length.from_si(at.y)]);
                    Recognised { name: Fact::ThreeForceBody, about, at }
                }
            });
        }
        if let Some(symmetry) = symmetry(model) {
            let about = symmetry.pairs.iter().flat_map(|(a, b)| [support(*a), support(*b)]).collect();
            list.push(fact(Fact::Symmetric, about));
        }
        for sense in common_sense(model) {
            let load = |id: helvek_statics::model::LoadId| model.loading.load(id).name.clone();
            list.push(match sense {
                Sense::NearerTakesMore { load: l, nearer, farther } => {
                    fact(Fact::NearerSupportTakesMore, vec![load(l), support(nearer), support(farther)])
                }
                Sense::LiftsFarEnd { load: l, over, lifts } => {
                    fact(Fact::LoadBeyondSupport, vec![load(l), support(over), support(lifts)])
                }
            });
        }
        list
    }
}
