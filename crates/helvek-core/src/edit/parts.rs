//! What was said of parts by their ids (`body:jib`, `pin:B`, `end:hoist#1`): kept when things are called otherwise, forgotten when they are gone.

use crate::sheet::{Pick, PickedSum, Sheet};

/// A body (`body`), point (`pin`), joint (`weld`), pulley (`wheel`) or rope (`end`, `rope`) is called otherwise now.
pub(super) fn renamed(sheet: &mut Sheet, kinds: &[&str], old: &str, new: &str) {
    let named = |id: &str| -> Option<String> {
        let (kind, name) = id.split_once(':')?;
        if !kinds.contains(&kind) {
            return None;
        }
        match name.strip_prefix(old)? {
            "" => Some(format!("{kind}:{new}")),
            rest if rest.starts_with('#') => Some(format!("{kind}:{new}{rest}")),
            _ => None,
        }
    };
    let conventions = &mut sheet.conventions;
    let chosen = conventions.order.iter_mut().filter_map(|pick| match pick {
        Pick::Equation(equation) => Some(&mut equation.free),
        _ => None,
    });
    for id in chosen.chain(&mut conventions.apart.together).flatten() {
        if let Some(new) = named(id) {
            *id = new;
        }
    }
    let moved = std::mem::take(&mut conventions.apart.moved);
    // A group is called after all of its pieces.
    let each = |id: String| -> String {
        let pieces = id.split('+').map(|piece| named(piece).unwrap_or_else(|| piece.to_owned()));
        pieces.collect::<Vec<_>>().join("+")
    };
    conventions.apart.moved = moved.into_iter().map(|(id, by)| (each(id), by)).collect();
}

/// A point is called otherwise now, or has become another: moments are about that one.
pub(super) fn point_renamed(sheet: &mut Sheet, old: &str, new: &str) {
    renamed(sheet, &["pin"], old, new);
    for pick in &mut sheet.conventions.order {
        match pick {
            Pick::One(name) if name == old => new.clone_into(name),
            Pick::Equation(equation) => match &mut equation.sum {
                PickedSum::About(point) if point == old => new.clone_into(point),
                _ => {}
            },
            _ => {}
        }
    }
}

/// Whether there still is what an id names. Pins and welds are asked by their points: whether they are freed is the plan's to say.
pub(super) fn there(sheet: &Sheet, id: &str) -> bool {
    let Some((kind, name)) = id.split_once(':') else { return false };
    let base = name.rsplit_once('#').map_or(name, |(base, _)| base);
    match kind {
        "body" => sheet.bodies.contains_key(name),
        "pin" => sheet.points.contains_key(name),
        "weld" => crate::model::joint_names(sheet).iter().any(|joint| joint == name),
        "wheel" => sheet.pulleys.contains_key(name),
        "end" | "rope" => sheet.ropes.contains_key(base),
        "bar" => crate::model::bar_names(sheet).iter().any(|bar| bar == name),
        _ => false,
    }
}

/// What was said of pieces that are gone is forgotten.
pub(super) fn forget_gone(sheet: &mut Sheet) {
    let mut apart = std::mem::take(&mut sheet.conventions.apart);
    apart.moved.retain(|id, _| id.split('+').all(|piece| there(sheet, piece)));
    for group in &mut apart.together {
        group.retain(|id| there(sheet, id));
    }
    apart.together.retain(|group| group.len() > 1);
    sheet.conventions.apart = apart;
}
