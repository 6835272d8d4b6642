//! Three-force bodies: what acts on them at three places meets in one point, or is parallel. A picture, and a check.

use crate::equilibrium::{Equilibrium, PartOf};
use crate::model::BodyId;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;

/// A body on which forces act at three places and nothing else.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct ThreeForce {
    /// The body.
    pub body: BodyId,
    /// The places where the forces act, m.
    pub places: [Point; 3],
    /// The meeting of the three lines.
    pub meeting: Meeting,
}

/// The way three lines of action lie when they are in equilibrium.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Meeting {
    /// They meet here, m.
    At(Point),
    /// They are parallel.
    Parallel,
}

/// The three-force bodies of a solved equilibrium (`values`: one for each column).
pub fn three_force_bodies(equilibrium: &Equilibrium, values: &[Option<f64>]) -> Vec<ThreeForce> {
    let count = equilibrium.parts.len();
    let mut acting: Vec<Vec<(Point, Vector)>> = vec![Vec::new(); count];
    let mut turned = vec![false; count];
    let scale = equilibrium.load_scale();
    let near = tolerance::GEOMETRY * equilibrium.length_scale;
    let mut add = |part: usize, at: Point, force: Vector| match acting[part]
        .iter_mut()
        .find(|(p, _)| p.distance(at) <= near)
    {
        Some((_, sum)) => *sum += force,
        None => acting[part].push((at, force)),
    };
    for action in &equilibrium.actions {
        let wrench = action.act.wrench;
        turned[action.act.on.index()] |= wrench.moment.length() > 0.0;
        add(action.act.on.index(), wrench.about, wrench.force);
    }
    for (column, value) in equilibrium.columns.iter().zip(values) {
        for act in &column.acts {
            let part = act.on.index();
            // What is not known could be anything.
            turned[part] |= value.is_none() || (act.wrench.moment.length() > 0.0 && *value != Some(0.0));
            add(part, act.wrench.about, act.wrench.force * value.unwrap_or(0.0));
        }
    }
    let mut found = Vec::new();
    for (index, part) in equilibrium.parts.iter().enumerate() {
        let PartOf::Body(body) = part.of else { continue };
        let live: Vec<_> =
            acting[index].iter().filter(|(_, f)| f.length() > tolerance::ZERO_FORCE * scale).collect();
        if turned[index] || live.len() != 3 {
            continue;
        }
        if let Some(meeting) = meeting(&live, equilibrium.length_scale) {
            let places = [live[0].0, live[1].0, live[2].0];
            found.push(ThreeForce { body, places, meeting });
        }
    }
    found
}

fn meeting(live: &[&(Point, Vector)], length: f64) -> Option<Meeting> {
    let [(p, f), (q, g), (r, h)] = [live[0], live[1], live[2]].map(|(p, f)| (*p, *f));
    let (u, v, w) = (f.unit()?, g.unit()?, h.unit()?);
    let sine = u.cross(v).z;
    if sine.abs() <= tolerance::POOR_PIVOT {
        return (w.cross(u).length() <= tolerance::POOR_PIVOT).then_some(Meeting::Parallel);
    }
    let at = p + u * ((q - p).cross(v).z / sine);
    // The third passes there by itself, if the three are in equilibrium.
    let meets = (at - r).cross(w).length() <= tolerance::CRITICAL * length.max(at.distance(r));
    let tidy = |v: f64| if v.abs() <= tolerance::GEOMETRY * length { 0.0 } else { v };
    meets.then_some(Meeting::At(Point::plane(tidy(at.x), tidy(at.y))))
}
