//! Constraints: what supports and joints prevent, one by one. This is what equilibrium, proof, stiffness and recognition know of them; kinds are words for people.
//!
//! In the plane and along one line a constraint has the direction of its thing. In space what is held is held along the axes where it can be, else along and across the thing's own axis.

use super::{Holding, JointId, JointKind, Model, SupportId};
use helvek_numbers::geometry::Vector;
use helvek_sheet::things::support::Prevents;
use std::ops::Deref;

/// One of the unknowns of a thing.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Component {
    /// Along x.
    X,
    /// Along y.
    Y,
    /// Along z, in space.
    Z,
    /// A couple; of the plane, or a sought one.
    Couple,
    /// A couple about x, in space.
    TurnX,
    /// A couple about y, in space.
    TurnY,
    /// A couple about z, in space.
    TurnZ,
    /// In space, the first force across a skew axis.
    First,
    /// In space, the second force across a skew axis.
    Second,
    /// In space, a couple about the first direction across a skew axis.
    TurnFirst,
    /// In space, a couple about the second direction across a skew axis.
    TurnSecond,
    /// Along the direction of the support, joint, bar or rope; the size itself of a sought load.
    Along,
    /// Across the direction of a rough contact: friction, along the left of its normal.
    Across,
}

impl Component {
    /// True of a couple.
    pub fn turns(self) -> bool {
        use Component::{Couple, TurnFirst, TurnSecond, TurnX, TurnY, TurnZ};
        matches!(self, Couple | TurnX | TurnY | TurnZ | TurnFirst | TurnSecond)
    }

    /// True of a force along an axis of the sheet.
    pub fn on_axis(self) -> bool {
        matches!(self, Self::X | Self::Y | Self::Z)
    }
}

/// The letter of the unknown of a constraint, beside the name of its thing: A in the examples.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Letter {
    /// A force by its direction, `A_x`.
    Force(&'static str),
    /// A couple, `M_A`; by its axis, `M_A,x`.
    Couple(&'static str),
    /// A force by what it is, `N_A`.
    Own(&'static str),
    /// An internal force in a cut, `N`, `V_y`.
    Bare(&'static str, &'static str),
}

/// In which senses something is prevented.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Sense {
    /// Both.
    Both,
    /// Its force can only be positive: a surface that pushes, a cable that pulls.
    OneWay,
    /// On one flank of gear teeth or the other: which follows from what acts.
    Flank,
}

/// A displacement along a direction, or a turn about it, that is prevented.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Constraint {
    /// The unknown that holds it: a displacement or a turn.
    pub component: Component,
    /// Its letter.
    pub letter: Letter,
    /// The unit direction in which the force on the (first) body is positive, or about which its couple turns right-handed.
    pub along: Vector,
    /// In which senses.
    pub sense: Sense,
    /// The spring it gives way by, N/m or N·m/rad, more than 0; `None` where it does not.
    pub spring: Option<f64>,
    /// The coefficient of friction that is available for it, where it is friction and that was given.
    pub friction: Option<f64>,
}

impl Constraint {
    fn new(component: Component, letter: Letter, along: Vector) -> Self {
        Self { component, letter, along, sense: Sense::Both, spring: None, friction: None }
    }

    fn one_way(self, one_way: bool) -> Self {
        Self { sense: if one_way { Sense::OneWay } else { Sense::Both }, ..self }
    }
}

/// Everything that one support or joint prevents, in the order of its unknowns.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Constraints(Vec<Constraint>);

impl Deref for Constraints {
    type Target = [Constraint];

    fn deref(&self) -> &[Constraint] {
        &self.0
    }
}

impl FromIterator<Constraint> for Constraints {
    fn from_iter<T: IntoIterator<Item = Constraint>>(list: T) -> Self {
        Self(list.into_iter().collect())
    }
}

impl Constraints {
    /// The one that is held by an unknown.
    pub fn of(&self, component: Component) -> Option<&Constraint> {
        self.iter().find(|constraint| constraint.component == component)
    }

    /// The directions in which displacements are held.
    pub fn translations(&self) -> impl Iterator<Item = Vector> {
        self.iter().filter(|held| !held.component.turns()).map(|held| held.along)
    }

    /// True when no displacement is left, either way; as in the plane or in space.
    pub fn holds_place(&self, spatial: bool) -> bool {
        self.translations().count() == if spatial { 3 } else { 2 }
            && self.iter().all(|held| held.sense == Sense::Both)
    }

    /// True when no turn is held.
    pub fn free_to_turn(&self) -> bool {
        !self.iter().any(|held| held.component.turns())
    }

    /// True when the place is held and every turn is free, by nothing that rubs: a pin; in space a ball.
    pub fn is_pin(&self, spatial: bool) -> bool {
        self.holds_place(spatial) && self.free_to_turn() && self.of(Component::Across).is_none()
    }

    /// True when nothing is left: in the plane the place and the turn, in space the place and all turns.
    pub fn holds_everything(&self, spatial: bool) -> bool {
        let turns = self.iter().filter(|held| held.component.turns()).count();
        self.holds_place(spatial) && turns == if spatial { 3 } else { 1 }
    }

    /// True when a single displacement is held, along this direction, either way or one way.
    pub fn holds_only(&self, along: Vector) -> bool {
        matches!(self.0[..], [held] if !held.component.turns() && held.along == along)
    }
}

const FORCES: [Component; 3] = [Component::X, Component::Y, Component::Z];
const TURNS: [Component; 3] = [Component::TurnX, Component::TurnY, Component::TurnZ];
const LETTERS: [&str; 3] = ["x", "y", "z"];

/// A force (or a couple) along an axis of the sheet.
fn on_axis(i: usize, turn: bool) -> Constraint {
    let (component, letter) = match turn {
        true => (TURNS[i], Letter::Couple(LETTERS[i])),
        false => (FORCES[i], Letter::Force(LETTERS[i])),
    };
    Constraint::new(component, letter, Vector::AXES[i])
}

/// Forces along all axes.
fn displacements(spatial: bool) -> Vec<Constraint> {
    (0..if spatial { 3 } else { 2 }).map(|i| on_axis(i, false)).collect()
}

/// A couple about each axis.
fn turns(spatial: bool) -> Vec<Constraint> {
    if spatial { (0..3).map(|i| on_axis(i, true)).collect() } else { vec![couple()] }
}

/// The couple of the plane.
fn couple() -> Constraint {
    Constraint::new(Component::Couple, Letter::Couple(""), Vector::Z)
}

/// Forces (or couples) in the two directions across an axis: `u`, which is level, and `v` where it is skew.
fn across(axis: Vector, up: Vector, turn: bool) -> Vec<Constraint> {
    if let Some((own, _)) = axis.axis() {
        return (0..3).filter(|i| *i != own).map(|i| on_axis(i, turn)).collect();
    }
    let directions = axis.across(up);
    let skew = |i: usize| {
        let letter = ["u", "v"][i];
        let (component, letter) = match turn {
            true => ([Component::TurnFirst, Component::TurnSecond][i], Letter::Couple(letter)),
            false => ([Component::First, Component::Second][i], Letter::Force(letter)),
        };
        Constraint::new(component, letter, directions[i])
    };
    (0..2).map(skew).collect()
}

/// The constraints of a bearing across its axis, and along it with `thrust`: in the order of x, y and z, forces first.
fn bearing(axis: Vector, up: Vector, thrust: bool, couples: bool) -> Vec<Constraint> {
    let mut list = across(axis, up, false);
    if thrust {
        list.push(match axis.axis() {
            Some((own, _)) => on_axis(own, false),
            None => Constraint::new(Component::Along, Letter::Force("a"), axis),
        });
        list.sort_by_key(|held| FORCES.iter().position(|c| *c == held.component));
    }
    if couples {
        list.extend(across(axis, up, true));
    }
    list
}

/// A force along a normal, called by its axis where it has one.
fn normal_force(normal: Vector) -> Constraint {
    let letter = match normal.axis() {
        Some((axis, _)) => Letter::Force(LETTERS[axis]),
        None => Letter::Own("N"),
    };
    Constraint::new(Component::Along, letter, normal)
}

/// A force called by what it is.
fn own(letter: &'static str, along: Vector) -> Constraint {
    Constraint::new(Component::Along, Letter::Own(letter), along)
}

/// Friction of a contact.
fn rubbing(normal: Vector, friction: Option<f64>) -> Constraint {
    Constraint { friction, ..Constraint::new(Component::Across, Letter::Own("F"), normal.left()) }
}

impl Holding {
    /// The constraints of a support; `couples`: as a bearing it exerts them.
    pub(crate) fn constraints(&self, spatial: bool, up: Vector, couples: bool) -> Constraints {
        let along = self.way.unwrap_or(up);
        let part = |part: &Prevents| match *part {
            Prevents::Displacements => displacements(spatial),
            Prevents::Turns => turns(spatial),
            Prevents::Along => vec![normal_force(along).one_way(self.one_way)],
            Prevents::Called(letter) => vec![own(letter, along).one_way(self.one_way)],
            Prevents::Sliding => vec![rubbing(along, self.friction)],
            Prevents::Shaft => bearing(along, up, self.thrust, couples),
        };
        Constraints(self.sort().prevents.iter().flat_map(part).collect())
    }
}

impl JointKind {
    /// The internal forces of a cut, in the order of its unknowns; the constraints of a joint.
    pub fn carries(self, spatial: bool) -> Constraints {
        self.constraints(spatial, Vector::Z, 1.0)
    }

    /// Its constraints, on the first of its bodies; `flank`: on which of them gear teeth push.
    fn constraints(self, spatial: bool, up: Vector, flank: f64) -> Constraints {
        let list = match self {
            Self::Pin => displacements(spatial),
            Self::Weld => [displacements(spatial), turns(spatial)].concat(),
            Self::Hinge { axis, thrust } => bearing(axis, up, thrust, true),
            Self::Cut { axes: [x, y, z] } if spatial => vec![
                Constraint::new(Component::Along, Letter::Bare("N", ""), x),
                Constraint::new(Component::First, Letter::Bare("V", "y"), -y),
                Constraint::new(Component::Second, Letter::Bare("V", "z"), -z),
                Constraint::new(Component::Couple, Letter::Bare("T", ""), x),
                Constraint::new(Component::TurnFirst, Letter::Bare("M", "y"), -y),
                Constraint::new(Component::TurnSecond, Letter::Bare("M", "z"), z),
            ],
            Self::Cut { axes: [x, y, z] } => vec![
                Constraint::new(Component::Along, Letter::Bare("N", ""), x),
                Constraint::new(Component::Across, Letter::Bare("V", ""), -y),
                Constraint::new(Component::Couple, Letter::Bare("M", ""), z),
            ],
            Self::Slot { normal } => vec![own("N", normal)],
            Self::Collar { normal } => vec![own("N", normal), couple()],
            Self::Contact { normal, friction } => {
                let rubs = friction.map(|_| rubbing(normal, friction));
                std::iter::once(own("N", normal).one_way(true)).chain(rubs).collect()
            }
            Self::Mesh { normal, pressure_angle } => {
                let (sine, cosine) = pressure_angle.sin_cos();
                let line = normal * sine + normal.left() * (flank * cosine);
                vec![Constraint { sense: Sense::Flank, ..own("W", line) }]
            }
        };
        Constraints(list)
    }
}

impl Model {
    /// The constraints of a support on the body it holds.
    pub fn held_by(&self, support: SupportId) -> Constraints {
        let (support, couples) = (&self.supports[support.index()], self.contact.couples[support.index()]);
        let mut held = support.holding.constraints(self.spatial(), self.up(), couples);
        for constraint in &mut held.0 {
            constraint.spring = match constraint.component {
                Component::Couple => support.yielding.turning,
                Component::Y => support.yielding.springs[1],
                Component::X | Component::Along => support.yielding.springs[0],
                _ => None,
            };
        }
        held
    }

    /// The constraints of a joint on its bodies against one another.
    pub fn joined_by(&self, joint: JointId) -> Constraints {
        let (kind, flank) = (self.joints[joint.index()].kind, self.contact.flanks[joint.index()]);
        kind.constraints(self.spatial(), self.up(), flank)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use helvek_sheet::things::support::SupportKind;

    fn told(list: &Constraints) -> String {
        let each = list.iter().map(|held| {
            let way = if held.sense == Sense::OneWay { "+" } else { "" };
            format!("{:?} {:?}{way}", held.letter, held.along.parts().map(|v| (v * 100.0).round()))
        });
        each.collect::<Vec<_>>().join(", ")
    }

    #[test]
    fn every_kind_says_what_it_prevents() {
        let slope = Vector::plane(0.6, 0.8);
        let to = |kind, way| Holding::new(kind, Some(way));
        let plane = |holding: Holding| holding.constraints(false, Vector::Y, false);
        for (kind, expected) in [
            (Holding::pin(false), r#"Force("x") [100.0, 0.0, 0.0], Force("y") [0.0, 100.0, 0.0]"#),
            (Holding { one_way: true, ..Holding::roller(Vector::Y) }, r#"Force("y") [0.0, 100.0, 0.0]+"#),
            (to(SupportKind::Surface, slope), r#"Own("N") [60.0, 80.0, 0.0]+"#),
            (to(SupportKind::Guide, slope), r#"Own("N") [60.0, 80.0, 0.0], Couple("") [0.0, 0.0, 100.0]"#),
            (to(SupportKind::Cable, slope), r#"Own("S") [60.0, 80.0, 0.0]+"#),
            (
                Holding { one_way: true, friction: Some(0.3), ..to(SupportKind::Rough, slope) },
                r#"Own("N") [60.0, 80.0, 0.0]+, Own("F") [-80.0, 60.0, 0.0]"#,
            ),
        ] {
            assert_eq!(told(&plane(kind)), expected, "{kind:?}");
        }
        let journal = to(SupportKind::Journal, Vector::X);
        let of = |couples| journal.constraints(true, Vector::Z, couples);
        assert_eq!(told(&of(false)), r#"Force("y") [0.0, 100.0, 0.0], Force("z") [0.0, 0.0, 100.0]"#);
        assert_eq!((of(false).free_to_turn(), of(true).free_to_turn(), of(true).len()), (true, false, 4));
    }

    #[test]
    fn a_pin_holds_its_place_and_lets_turn() {
        let to = |kind, way| Holding::new(kind, Some(way));
        let pin = |holding: Holding, spatial| holding.constraints(spatial, Vector::Y, false).is_pin(spatial);
        let fixed = Holding::new(SupportKind::Fixed, None);
        assert!(pin(Holding::pin(false), false) && pin(Holding::pin(true), true));
        assert!(!pin(fixed, false) && !pin(fixed, true));
        // A rough surface that also pulls holds a place in the plane, too: by friction.
        let rough = to(SupportKind::Rough, Vector::Y);
        assert!(rough.constraints(false, Vector::Y, false).holds_place(false) && !pin(rough, false));
        assert!(!pin(to(SupportKind::Guide, Vector::Y), false));
        let whole = |holding: Holding| holding.constraints(false, Vector::Y, false).holds_everything(false);
        assert!(whole(fixed) && !whole(Holding::pin(false)) && !whole(rough));
        let only = |kind, way| to(kind, way).constraints(false, Vector::Y, false).holds_only(Vector::Y);
        assert!(only(SupportKind::Surface, Vector::Y) && only(SupportKind::Link, Vector::Y));
        assert!(!only(SupportKind::Guide, Vector::Y) && !only(SupportKind::Link, Vector::X));
    }
}
