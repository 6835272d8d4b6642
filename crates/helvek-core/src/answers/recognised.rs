//! What was recognised before and beside the equations, as published.

use super::Recognised;
use super::steps::rule_name;
use crate::equilibrium::ColumnId;
use crate::recognition::{Meeting, Sense, common_sense, symmetry, three_force_bodies};
use crate::solution::Solved;

impl Solved {
    pub(super) fn recognised(&self) -> Vec<Recognised> {
        let model = &self.model;
        let body = |id: crate::model::BodyId| model.bodies[id.index()].name.clone();
        let support = |id: crate::model::SupportId| model.supports[id.index()].name.clone();
        let fact = |name: &'static str, about: Vec<String>| Recognised { name, about, at: None };
        let mut list: Vec<_> =
            self.equilibrium.links.iter().map(|link| fact("two-force-body", vec![body(link.body)])).collect();
        if !self.verdict.equilibrium {
            return list;
        }
        for seen in self.seen_at_joints() {
            let members = seen.members.iter().map(|id: &ColumnId| self.unknown_name(*id)).collect();
            list.push(fact(rule_name(seen.rule), members));
        }
        if model.spatial() {
            return list;
        }
        for three in three_force_bodies(&self.full, self.full_values()) {
            let about = vec![body(three.body)];
            list.push(match three.meeting {
                Meeting::Parallel => fact("three-parallel-forces", about),
                Meeting::At(at) => {
                    let length = &model.units.length;
                    let at = Some([length.from_si(at.x), length.from_si(at.y)]);
                    Recognised { name: "three-force-body", about, at }
                }
            });
        }
        if let Some(symmetry) = symmetry(model) {
            let about = symmetry.pairs.iter().flat_map(|(a, b)| [support(*a), support(*b)]).collect();
            list.push(fact("symmetric", about));
        }
        for sense in common_sense(model) {
            let load = |id: crate::model::LoadId| model.loading.load(id).name.clone();
            list.push(match sense {
                Sense::NearerTakesMore { load: l, nearer, farther } => {
                    fact("nearer-support-takes-more", vec![load(l), support(nearer), support(farther)])
                }
                Sense::LiftsFarEnd { load: l, over, lifts } => {
                    fact("load-beyond-support", vec![load(l), support(over), support(lifts)])
                }
            });
        }
        list
    }
}
