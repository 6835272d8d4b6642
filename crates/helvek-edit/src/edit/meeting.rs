//! Bodies that meet at a point.

use helvek_sheet::sheet::{Body, Joint, JointKind, Sheet};

/// The bodies that pass a point, in the order of the sheet.
pub(super) fn bodies_at(sheet: &Sheet, at: &str) -> Vec<String> {
    let passes = |body: &Body| body.runs.iter().flatten().chain(&body.points).any(|p| p == at);
    sheet.bodies.iter().filter(|(_, body)| passes(body)).map(|(name, _)| name.clone()).collect()
}

/// Joins a body to those that pass a point already.
pub(super) fn meet(sheet: &mut Sheet, at: &str, body: &str, kind: JointKind) {
    let here: Vec<String> = bodies_at(sheet, at).into_iter().filter(|b| b != body).collect();
    if here.is_empty() {
        return;
    }
    match sheet.joints.iter_mut().find(|j| j.at == at && j.kind == kind) {
        Some(joint) if !joint.of.iter().any(|of| of == body) => joint.of.push(body.to_owned()),
        Some(_) => {}
        None => {
            let of = here.into_iter().chain([body.to_owned()]).collect();
            sheet.joints.push(plain(at, kind, of));
        }
    }
}

/// A joint of which nothing more is said.
pub(super) fn plain(at: &str, kind: JointKind, of: Vec<String>) -> Joint {
    Joint {
        name: None,
        at: at.to_owned(),
        kind,
        of,
        along: None,
        normal: None,
        axis: None,
        thrust: None,
        friction: None,
        pressure_angle: None,
    }
}
