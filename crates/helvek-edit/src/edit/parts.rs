//! The entries of parts by their ids (`body:jib`, `pin:B`, `end:hoist#1`): kept when things are called otherwise, forgotten when they are
//! gone.

use helvek_sheet::id::{self, Id, Kind};
use helvek_sheet::sheet::{Pick, PickedSum, Sheet};

/// A body (`body`), point (`pin`), joint (`weld`), pulley (`wheel`) or rope (`end`, `rope`) is called otherwise now.
pub(super) fn renamed(sheet: &mut Sheet, kinds: &[Kind], old: &str, new: &str) {
    let name = |id: &mut Id| {
        if kinds.contains(&id.kind) && id.name == old {
            new.clone_into(&mut id.name);
        }
    };
    let conventions = &mut sheet.conventions;
    let chosen = conventions.order.iter_mut().filter_map(|pick| match pick {
        Pick::Equation(equation) => Some(&mut equation.free),
        _ => None,
    });
    chosen.chain(&mut conventions.apart.together).flatten().for_each(name);
    let moved = std::mem::take(&mut conventions.apart.moved);
    // A group is called after all of its pieces.
    let each = |group: String| match id::pieces(&group) {
        Some(mut pieces) => {
            pieces.iter_mut().for_each(name);
            id::together(&pieces)
        }
        None => group,
    };
    conventions.apart.moved = moved.into_iter().map(|(group, by)| (each(group), by)).collect();
}

/// A point is called otherwise now, or has become another: moments are about that one.
pub(super) fn point_renamed(sheet: &mut Sheet, old: &str, new: &str) {
    renamed(sheet, &[Kind::Pin], old, new);
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

/// True when there still is what an id names. Pins and welds are asked by their points: whether they are freed is the plan's to say.
pub(super) fn there(sheet: &Sheet, id: &Id) -> bool {
    let name = &id.name;
    match id.kind {
        Kind::Body => sheet.bodies.contains_key(name),
        Kind::Pin => sheet.points.contains_key(name),
        Kind::Weld => helvek_statics::model::joint_names(sheet).contains(name),
        Kind::Wheel => sheet.pulleys.contains_key(name),
        Kind::End | Kind::Rope => sheet.ropes.contains_key(name),
        Kind::Bar => helvek_statics::model::bar_names(sheet).contains(name),
        _ => false,
    }
}

/// Forgets what was said of pieces that are gone.
pub(super) fn forget_gone(sheet: &mut Sheet) {
    let mut apart = std::mem::take(&mut sheet.conventions.apart);
    let whole = |group: &str| id::pieces(group).is_some_and(|all| all.iter().all(|id| there(sheet, id)));
    apart.moved.retain(|group, _| whole(group));
    for group in &mut apart.together {
        group.retain(|id| there(sheet, id));
    }
    apart.together.retain(|group| group.len() > 1);
    sheet.conventions.apart = apart;
}
