//! What would hold a model that moves: candidates a person would think of, each tried out before it is proposed.

use super::judge;
use crate::equilibrium::Equilibrium;
use crate::geometry::Vector;
use crate::model::{BodyId, Model, PointId, Support, SupportId, SupportKind};

/// One way to hold the model. Each has been applied and judged: nothing moves any more, and nothing new is redundant.
#[derive(Debug, Clone, PartialEq)]
pub enum Cure {
    /// Make a support another kind.
    Change {
        /// Which.
        support: SupportId,
        /// Into what.
        to: SupportKind,
    },
    /// Add a support.
    Add {
        /// Where.
        at: PointId,
        /// On which body.
        on: BodyId,
        /// Of what kind.
        kind: SupportKind,
    },
    /// Add two supports: for a body that nothing holds.
    AddBoth {
        /// On which body.
        on: BodyId,
        /// A pin here.
        pin: PointId,
        /// A roller here, with its normal.
        roller: (PointId, Vector),
    },
}

/// How many cures are proposed: more would be a menu, not advice.
const AT_MOST: usize = 3;

/// The cures of a model that can move; empty when nothing moves, or nothing simple helps.
pub fn cures(model: &Model) -> Vec<Cure> {
    let before = judge(&Equilibrium::of(model));
    if before.mobility == 0 {
        return Vec::new();
    }
    candidates(model)
        .into_iter()
        .filter(|cure| {
            let after = judge(&Equilibrium::of(&applied(model, cure)));
            after.mobility == 0 && after.degree == before.degree && !after.critical()
        })
        .take(AT_MOST)
        .collect()
}

/// The model with a cure applied.
pub fn applied(model: &Model, cure: &Cure) -> Model {
    let mut model = model.clone();
    let mut add = |at: PointId, on: BodyId, kind: SupportKind| {
        let name = format!("{}+", model.points[at.index()].name);
        model.supports.push(Support { name, at, on, kind });
    };
    match *cure {
        Cure::Change { support, to } => model.supports[support.index()].kind = to,
        Cure::Add { at, on, kind } => add(at, on, kind),
        Cure::AddBoth { on, pin, roller } => {
            add(pin, on, SupportKind::Pin);
            add(roller.0, on, SupportKind::Roller { normal: roller.1 });
        }
    }
    model
}

/// In the order in which a person would try them: change what is there, then add a roller, a pin, a fixed support.
fn candidates(model: &Model) -> Vec<Cure> {
    let mut list = Vec::new();
    for (index, support) in model.supports.iter().enumerate() {
        if matches!(support.kind, SupportKind::Roller { .. }) {
            list.push(Cure::Change { support: SupportId(index), to: SupportKind::Pin });
        }
    }
    let free = |body: BodyId| {
        let held = |p: &PointId| model.supports.iter().any(|s| s.at == *p && s.on == body);
        // From the far end back: the end of a beam is where a support is looked for first.
        model.points_of(body).into_iter().rev().filter(move |p| !held(p)).collect::<Vec<_>>()
    };
    for body in (0..model.bodies.len()).map(BodyId) {
        for at in free(body) {
            let along = model.run_direction(body, at).unwrap_or(Vector::X);
            for normal in [upward(along.left()), along] {
                list.push(Cure::Add { at, on: body, kind: SupportKind::Roller { normal } });
            }
        }
    }
    for (index, support) in model.supports.iter().enumerate() {
        if support.kind != SupportKind::Fixed {
            list.push(Cure::Change { support: SupportId(index), to: SupportKind::Fixed });
        }
    }
    for body in (0..model.bodies.len()).map(BodyId) {
        let points = model.points_of(body);
        if let [first, .., last] = points[..] {
            let along = model.run_direction(body, first).unwrap_or(Vector::X);
            list.push(Cure::AddBoth { on: body, pin: first, roller: (last, upward(along.left())) });
        }
        for kind in [SupportKind::Pin, SupportKind::Fixed] {
            list.extend(free(body).into_iter().rev().map(|at| Cure::Add { at, on: body, kind }));
        }
    }
    list
}

/// Of the two senses of a normal, the one that pushes up.
fn upward(normal: Vector) -> Vector {
    if normal.y < 0.0 || (normal.y == 0.0 && normal.x < 0.0) { -normal } else { normal }
}
