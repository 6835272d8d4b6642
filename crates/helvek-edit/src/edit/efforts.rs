//! The values asked over something else: their names follow the things they name.

use helvek_sheet::sheet::{Find, Quantity, Sheet};
use helvek_statics::model;
use std::collections::HashSet;

/// A thing that is called otherwise now.
pub(super) fn renamed(sheet: &mut Sheet, old: &str, new: &str) {
    for find in &mut sheet.find {
        let Find::Advantage { of, over } = find else { continue };
        for name in [of, over].into_iter().filter(|name| *name == old) {
            new.clone_into(name);
        }
    }
}

/// A ratio with something that is gone cannot be answered any more.
pub(super) fn forget_gone(sheet: &mut Sheet) {
    if !sheet.find.iter().any(|find| matches!(find, Find::Advantage { .. })) {
        return;
    }
    let mut there: HashSet<String> = model::load_names(sheet).into_iter().collect();
    there.extend(model::joint_names(sheet));
    there.extend(model::bar_names(sheet));
    there.extend(sheet.ropes.keys().cloned());
    let mut sizes = sheet.clone();
    let quantities = sizes.loads.iter_mut().flat_map(super::units::quantities).map(|(size, _)| size.clone());
    let pulls = sheet.ropes.values().flat_map(|rope| &rope.path).filter_map(|stop| match stop {
        helvek_sheet::sheet::RopeStop::Pull { pull, .. } => Some(pull.clone()),
        _ => None,
    });
    there.extend(quantities.chain(pulls).filter_map(|size| match size {
        Quantity::Text(text) => text.trim().strip_prefix('?').map(str::to_owned),
        Quantity::Number(_) => None,
    }));
    let named = |name: &String| there.contains(name.trim_start_matches('?'));
    sheet.find.retain(|find| match find {
        Find::Advantage { of, over } => named(of) && named(over),
        _ => true,
    });
}
