//! From the plane into space and back.

use super::wrong;
use helvek_numbers::geometry::Vector;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Direction, JointKind, Load, Quantity, Sheet, SpaceKind, Vertical, plane_only};
use helvek_sheet::units::Unit;
use helvek_statics::model::units_of;

/// True when a sheet is one of space.
pub(super) fn spatial(sheet: &Sheet) -> bool {
    sheet.space == SpaceKind::Space
}

/// Up, a unit vector.
pub(super) fn up(sheet: &Sheet) -> Vector {
    match (sheet.space, sheet.vertical) {
        (SpaceKind::Space, None | Some(Vertical::Z)) => Vector::Z,
        _ => Vector::Y,
    }
}

/// The kind of joint when none is given.
pub(super) fn usual_joint(sheet: &Sheet) -> JointKind {
    if spatial(sheet) { JointKind::Ball } else { JointKind::Pin }
}

/// Writes the third coordinate of points that were made without one.
pub(super) fn complete(sheet: &mut Sheet) {
    if spatial(sheet) {
        for at in sheet.points.values_mut().filter(|at| at.len() == 2) {
            at.push(Quantity::Number(0.0));
        }
    }
}

/// Makes a sheet one of space or of the plane, or turns the axis that points up. What is drawn in the plane stands in the plane of x and y, with y
/// up, as it was; what nothing in space corresponds to is refused by name.
pub(super) fn change(
    sheet: &mut Sheet,
    into: SpaceKind,
    vertical: Option<Vertical>,
) -> Result<(), Vec<Problem>> {
    let empty = sheet.points.is_empty() && sheet.bodies.is_empty() && sheet.bars.is_empty();
    match (sheet.space, into) {
        (SpaceKind::Plane, SpaceKind::Space) => {
            if !empty {
                convert(sheet)?;
                sheet.vertical = Some(Vertical::Y);
            }
            sheet.space = SpaceKind::Space;
        }
        (SpaceKind::Space, SpaceKind::Plane) => {
            if !empty {
                let message = "What stands in space cannot be put into the plane.";
                return wrong("into", message, "Draw it in a new sheet, or remove everything first.");
            }
            (sheet.space, sheet.vertical) = (SpaceKind::Plane, None);
        }
        _ => {}
    }
    if sheet.space == SpaceKind::Space && vertical.is_some() {
        sheet.vertical = vertical;
    }
    Ok(())
}

fn convert(sheet: &mut Sheet) -> Result<(), Vec<Problem>> {
    let angle = units_of(sheet).angle;
    let turn = |direction: &mut Direction| turn(direction, &angle);
    if let [first, ..] = &plane_only(sheet)[..] {
        let message = format!("This sheet has {first}, which work in the plane only so far.");
        return wrong("into", message, "Remove them, or go on in the plane.");
    }
    for support in &mut sheet.supports {
        if !support.kind.sort().found.is_in(true) {
            let Some(there) = support.kind.sort().elsewhere else {
                let message = format!("The support at {} is one of the plane.", support.at);
                return wrong("into", message, "Make it a roller, a surface or a fixed support first.");
            };
            support.kind = there;
        }
        for d in support.normal.iter_mut().chain(&mut support.toward) {
            turn(d)?;
        }
    }
    for joint in &mut sheet.joints {
        match joint.kind {
            JointKind::Pin => joint.kind = JointKind::Ball,
            JointKind::Slot | JointKind::Collar | JointKind::Mesh => {
                let message = format!("The joint at {} is one of the plane.", joint.at);
                return wrong("into", message, "Make it a pin, a weld or a contact first.");
            }
            JointKind::Contact if joint.friction.is_some() => {
                let message = format!(
                    "The contact at {} has friction, which works in the plane only so far.",
                    joint.at
                );
                return wrong("into", message, "Take the friction out first.");
            }
            _ => {}
        }
        joint.normal.iter_mut().try_for_each(turn)?;
    }
    for load in &mut sheet.loads {
        match load {
            Load::Force(force) => {
                if let Some(parts) = &mut force.components {
                    parts.push(Quantity::Number(0.0));
                }
                force.direction.iter_mut().try_for_each(turn)?;
            }
            Load::Couple(couple) => {
                let axis = if couple.turn.sign() > 0.0 { "+z" } else { "-z" };
                (couple.turn, couple.axis) = (Default::default(), Some(Direction::Text(axis.into())));
            }
            Load::Distributed(spread) => spread.direction.iter_mut().try_for_each(turn)?,
            Load::Weight(_) | Load::Own(_) => {}
        }
    }
    for at in sheet.points.values_mut() {
        at.push(Quantity::Number(0.0));
    }
    (sheet.conventions.order, sheet.conventions.apart) = (Vec::new(), Default::default());
    Ok(())
}

/// An example for a sheet of the plane, or for one of space.
pub(super) fn example<'a>(sheet: &Sheet, plane: &'a str, space: &'a str) -> &'a str {
    if spatial(sheet) { space } else { plane }
}

/// A direction of the plane, as space writes it.
fn turn(direction: &mut Direction, angle: &Unit) -> Result<(), Vec<Problem>> {
    let unit = match direction {
        Direction::Text(word) => match word.as_str() {
            "right" => Vector::X,
            "left" => -Vector::X,
            "normal" => {
                return wrong(
                    "into",
                    "In space a member has no one normal.",
                    "Give the direction itself first.",
                );
            }
            _ => return Ok(()),
        },
        Direction::Angle(value) => Vector::at_angle(angle.to_si(*value)),
        Direction::Vector(parts) => Vector::from_parts(parts),
        Direction::From { .. } => {
            let cure = "Give the direction as components first.";
            return wrong("into", "An angle from an axis is a direction of the plane.", cure);
        }
        _ => return Ok(()),
    };
    *direction = Direction::Vector(unit.parts().to_vec());
    Ok(())
}
