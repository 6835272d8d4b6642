//! Two-force bodies: pinned at two points, loaded nowhere else, weight neglected. What they transmit acts along the line of the two pins,
//! also when the body is bent.

use crate::equilibrium::TwoForce;
use crate::model::{BodyId, JointId, LoadKind, Model, On, PointId, RopeEnd, SupportId};

/// The two-force bodies of a model, in the order of the sheet. Of two that are pinned to each other only the first counts: were both taken for
/// links, nothing would be left to balance at their pin.
pub fn two_force_bodies(model: &Model) -> Vec<TwoForce> {
    let mut links: Vec<TwoForce> = Vec::new();
    // A body in space on two balls may still spin about their line: its pins alone do not make it a link.
    if model.spatial() {
        return links;
    }
    for body in model.body_ids() {
        let Some(link) = two_force(model, body) else { continue };
        let pinned_to_another = model.joints.iter().any(|joint| {
            joint.pin.is_none()
                && joint.of.contains(&body)
                && joint.of.iter().any(|b| links.iter().any(|link| link.body == *b))
        });
        if !pinned_to_another {
            links.push(link);
        }
    }
    links
}

fn two_force(model: &Model, body: BodyId) -> Option<TwoForce> {
    let on = On::Body(body);
    // A load of nothing is no load.
    let loaded = model.loading.loads.iter().any(|load| load.on == on && !is_nothing(&load.kind));
    let barred = model.bars.iter().any(|bar| bar.on.contains(&on));
    let wheeled = model.pulleys.iter().any(|pulley| pulley.on == Some(body));
    let roped = model.ropes.iter().any(|rope| rope.ends.contains(&RopeEnd::On(on)));
    if loaded || barred || wheeled || roped {
        return None;
    }
    let mut pins: Vec<PointId> = Vec::new();
    let mut joined = false;
    for (index, joint) in model.joints.iter().enumerate().filter(|(_, joint)| joint.of.contains(&body)) {
        if !model.joined_by(JointId(index)).is_pin(model.spatial()) {
            return None;
        }
        joined = true;
        pins.push(joint.at);
    }
    for (index, support) in model.supports.iter().enumerate().filter(|(_, support)| support.on == on) {
        if !model.held_by(SupportId(index)).is_pin(model.spatial()) {
            return None;
        }
        pins.push(support.at);
    }
    match pins[..] {
        [a, b] if joined && model.at(a).distance(model.at(b)) > 0.0 => Some(TwoForce { body, ends: [a, b] }),
        _ => None,
    }
}

fn is_nothing(load: &LoadKind) -> bool {
    load.amounts().iter().all(|size| size.known() == Some(0.0))
}
