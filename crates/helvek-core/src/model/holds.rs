//! What supports and joints hold in space, component by component: along the axes where they can be, else along and across their own axis.

use super::{JointKind, SupportKind};
use crate::equilibrium::Component;
use crate::geometry::Vector;

/// One thing that is held: a displacement along a direction, or a turn about it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Held {
    /// Which unknown holds it.
    pub component: Component,
    /// How the direction is called: `x`, `y`, `z`; `u` (level) and `v` across a skew axis, `a` along it.
    pub letter: &'static str,
    /// The unit direction in which the force is assumed, or about which the couple turns right-handed.
    pub along: Vector,
    /// It is a turn that is held, by a couple.
    pub turn: bool,
}

const FORCES: [Component; 3] = [Component::X, Component::Y, Component::Z];
const TURNS: [Component; 3] = [Component::TurnX, Component::TurnY, Component::TurnZ];
const LETTERS: [&str; 3] = ["x", "y", "z"];

/// Forces (or turns) along all three axes.
fn all(turn: bool) -> impl Iterator<Item = Held> {
    (0..3).map(move |i| on_axis(i, turn))
}

fn on_axis(i: usize, turn: bool) -> Held {
    let component = if turn { TURNS[i] } else { FORCES[i] };
    Held { component, letter: LETTERS[i], along: Vector::AXES[i], turn }
}

/// Forces (or turns) in the two directions across an axis.
fn across(axis: Vector, up: Vector, turn: bool) -> Vec<Held> {
    if let Some((own, _)) = axis.axis() {
        return (0..3).filter(|i| *i != own).map(|i| on_axis(i, turn)).collect();
    }
    let components = if turn {
        [Component::TurnFirst, Component::TurnSecond]
    } else {
        [Component::First, Component::Second]
    };
    let directions = axis.across(up);
    (0..2)
        .map(|i| Held { component: components[i], letter: ["u", "v"][i], along: directions[i], turn })
        .collect()
}

/// The force along an axis.
fn lengthwise(axis: Vector) -> Held {
    match axis.axis() {
        Some((own, _)) => on_axis(own, false),
        None => Held { component: Component::Along, letter: "a", along: axis, turn: false },
    }
}

/// In the order of x, y and z, forces first.
fn bearing(axis: Vector, up: Vector, thrust: bool, couples: bool) -> Vec<Held> {
    let mut list = across(axis, up, false);
    if thrust {
        list.push(lengthwise(axis));
        list.sort_by_key(|held| FORCES.iter().position(|c| *c == held.component));
    }
    if couples {
        list.extend(across(axis, up, true));
    }
    list
}

impl SupportKind {
    /// What a support holds in space; nothing for those that act along one line only. `couples`: as a bearing it exerts them.
    pub fn held_in_space(self, up: Vector, couples: bool) -> Vec<Held> {
        match self {
            Self::Pin => all(false).collect(),
            Self::Fixed => all(false).chain(all(true)).collect(),
            Self::Bearing { axis, thrust, .. } => bearing(axis, up, thrust, couples),
            _ => Vec::new(),
        }
    }
}

impl JointKind {
    /// What a joint holds in space; nothing for those that act along one line only.
    pub fn held_in_space(self, up: Vector) -> Vec<Held> {
        match self {
            Self::Pin => all(false).collect(),
            Self::Weld => all(false).chain(all(true)).collect(),
            Self::Hinge { axis, thrust } => bearing(axis, up, thrust, true),
            _ => Vec::new(),
        }
    }
}
