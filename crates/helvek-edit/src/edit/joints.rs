//! Joints between bodies put down and changed: pins (inside a body: internal hinges), welds, slots, collars, contacts, gear teeth.

use super::meeting::{bodies_at, plain};
use super::typed::{filled, quantity};
use super::{efforts, parts, place, rigid, row_named, space, words, wrong};
use helvek_sheet::id::Kind;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Find, Joint, JointKind, Sheet, only};
use helvek_sheet::things::joint::Way;
use helvek_sheet::units::Dimension;
use helvek_statics::model;

type Outcome = Result<(), Vec<Problem>>;

/// The slots of a joint, as typed.
#[derive(Default)]
pub(super) struct Slots<'a> {
    pub(super) kind: Option<&'a str>,
    pub(super) place: Option<&'a str>,
    pub(super) with: Option<&'a str>,
    pub(super) direction: Option<&'a str>,
    pub(super) friction: Option<&'a str>,
    pub(super) rename: Option<&'a str>,
}

pub(super) fn put(sheet: &mut Sheet, name: Option<&str>, slots: &Slots<'_>) -> Outcome {
    let names = model::joint_names(sheet);
    let row = name.map(|name| row_named(&names, name, "joint")).transpose()?;
    let kind = slots.kind.map(|text| words::choice::<JointKind>(text, "kind")).transpose()?;
    let before = row.map(|row| sheet.joints[row].clone());
    let kind = kind.or(before.as_ref().map(|j| j.kind)).unwrap_or(space::usual_joint(sheet));
    if let Some((place, cure)) = only(kind.sort().found).filter(|(only, _)| *only != sheet.space) {
        return wrong("kind", format!("This is a joint of {}.", place.named()), cure);
    }
    let with = filled(slots.with).map(|text| body_named(sheet, text)).transpose()?;
    let mut joint = match before {
        Some(joint) if filled(slots.place).is_some_and(|place| place != joint.at) => {
            let cure = "Move its point, or remove the joint and put one elsewhere.";
            return wrong("place", format!("This joint is at {}.", joint.at), cure);
        }
        Some(joint) => joint,
        None => new(sheet, slots.place, kind, with.as_deref())?,
    };
    joint.kind = kind;
    let way = kind.sort().way;
    if let Some(text) = filled(slots.direction) {
        let direction = Some(words::direction(sheet, text, "direction")?);
        (joint.along, joint.normal, joint.axis) = match way {
            Way::Axis => (None, None, direction),
            Way::Along => (direction, None, None),
            Way::Normal | Way::None => (None, direction, None),
        };
    }
    joint.along = joint.along.filter(|_| way == Way::Along);
    joint.normal = joint.normal.filter(|_| way == Way::Normal);
    joint.axis = joint.axis.filter(|_| way == Way::Axis);
    joint.thrust = joint.thrust.filter(|_| kind.sort().takes("thrust", true));
    match way {
        Way::Axis if joint.axis.is_none() => {
            return wrong("direction", "A hinge has an axis.", "Type it: +x, to C, 1; 0; 2.");
        }
        Way::Along if joint.along.is_none() => {
            let example = space::example(sheet, "along, right, 30, to C", "+x, to C, 1; 0; 2");
            let cure = format!("Type which way it slides: {example}.");
            return wrong("direction", "It has to be free in some direction.", cure);
        }
        Way::Normal if joint.normal.is_none() => {
            let first = joint.of.first().cloned().unwrap_or_default();
            let example = space::example(sheet, "up, 120, 30 from -y cw", "up, to C, 1; 0; 2");
            let cure = format!("Type which way \"{first}\" is pushed: {example}.");
            return wrong("direction", "It has to push in some direction.", cure);
        }
        _ => {}
    }
    if let Some(text) = slots.friction {
        joint.friction = match filled(Some(text)) {
            None => None,
            Some(text) => match quantity(text, Dimension::NONE, "friction")?.value {
                value if value >= 0.0 => Some(value),
                _ => {
                    return wrong(
                        "friction",
                        format!("{text} is not a coefficient."),
                        "Type 0 or more: 0.3.",
                    );
                }
            },
        };
    }
    joint.friction = joint.friction.filter(|_| kind.sort().takes("friction", false));
    if let Some(new) = filled(slots.rename) {
        if names.iter().enumerate().any(|(i, n)| n == new && Some(i) != row) {
            return wrong("rename", format!("There is already a joint \"{new}\"."), "Choose another name.");
        }
        for find in &mut sheet.find {
            if let Find::Joint { joint: asked } = find
                && Some(asked.as_str()) == name
            {
                new.clone_into(asked);
            }
        }
        if let Some(old) = name {
            efforts::renamed(sheet, old, new);
            parts::renamed(sheet, &[Kind::Weld], old, new);
        }
        joint.name = Some(new.to_owned());
    }
    match row {
        Some(row) => sheet.joints[row] = joint,
        None => sheet.joints.push(joint),
    }
    Ok(())
}

fn body_named(sheet: &Sheet, name: &str) -> Result<String, Vec<Problem>> {
    let names: Vec<String> = sheet.bodies.keys().cloned().collect();
    match names.iter().find(|n| *n == name) {
        Some(name) => Ok(name.clone()),
        None => {
            let near =
                helvek_sheet::problem::nearest(name, names.iter().map(String::as_str)).unwrap_or("none");
            wrong("with", format!("There is no body \"{name}\"."), format!("The nearest is \"{near}\"."))
        }
    }
}

/// A joint at a place: of the bodies that meet there, or of the two sides of the one that is parted there.
fn new(
    sheet: &mut Sheet,
    text: Option<&str>,
    kind: JointKind,
    with: Option<&str>,
) -> Result<Joint, Vec<Problem>> {
    let mut with = with.map(str::to_owned);
    let Some(text) = filled(text) else {
        let example = space::example(sheet, "B, 1.5, 0;2", "B, 1.5, 0;2;1");
        return wrong("place", "Where?", format!("Name a point, or type a place: {example}."));
    };
    let at = place::point(sheet, text, "place")?;
    if let Some(with) = &with {
        rigid::carry(sheet, with, &at);
    }
    let here = bodies_at(sheet, &at);
    let free: Vec<String> = match &here[..] {
        [] => {
            return wrong("place", format!("No body passes {at}."), "Choose a point of one.");
        }
        [only] => {
            let only = only.clone();
            let parts = rigid::part(sheet, &only, &at)?;
            // Its first part may be called otherwise now.
            with = with.map(|with| if with == only { parts[0].clone() } else { with });
            parts.to_vec()
        }
        // A pin there gives way to what is put there now.
        _ => here,
    };
    let of = match &with {
        _ if kind.sort().many => free,
        Some(with) => {
            let other = free.iter().find(|body| *body != with).cloned();
            other.into_iter().chain([with.clone()]).collect()
        }
        None => free,
    };
    if of.len() > 2 && !kind.sort().many {
        let cure = format!("Name the other one of the two: {}.", of.join(", "));
        return wrong("with", format!("{} bodies meet at {at}.", of.len()), cure);
    }
    sheet.joints.retain(|j| j.at != at || !j.of.iter().all(|body| of.contains(body)));
    Ok(plain(&at, kind, of))
}
