//! Bearings that keep their shaft aligned only if nothing else does: which of them exert couples.

use super::spectrum::Spectrum;
use crate::equilibrium::{ColumnId, ColumnOf, Equilibrium};
use crate::model::{Model, SupportId, SupportKind};

/// More bearings than this are not looked at in every combination; then none of them exerts couples.
const MOST: usize = 12;

/// Lets the least number of bearings exert couples that brings the rank to what it is when all of them do. Sought loads count as unknowns. Where
/// several such sets are as small, none is chosen: which one is to be asked.
pub(crate) fn aligned(model: &mut Model) -> Vec<Vec<SupportId>> {
    let auto = |kind: SupportKind| matches!(kind, SupportKind::Bearing { auto: true, .. });
    let open: Vec<SupportId> =
        (0..model.supports.len()).filter(|i| auto(model.supports[*i].kind)).map(SupportId).collect();
    if open.is_empty() || open.len() > MOST {
        return Vec::new();
    }
    let with = |mask: u32| {
        let mut model = model.clone();
        for (i, support) in open.iter().enumerate() {
            couple(&mut model, *support, mask & (1 << i) != 0);
        }
        model
    };
    // One matrix holds all of them; a set is a choice of its columns.
    let full = Equilibrium::of(&with((1 << open.len()) - 1));
    let columns: Vec<_> = full.scaled_columns().into_iter().map(|(entries, _)| entries).collect();
    let turns = |id: ColumnId, mask: u32| {
        let column = full.column(id);
        match column.of {
            ColumnOf::Support(support) if column.component.turns() => {
                open.iter().position(|s| *s == support).is_none_or(|i| mask & (1 << i) != 0)
            }
            _ => true,
        }
    };
    let rank = |mask: u32| {
        let kept: Vec<_> =
            full.column_ids().filter(|id| turns(*id, mask)).map(|id| columns[id.index()].clone()).collect();
        Spectrum::of(full.rows(), &kept).rank
    };
    let most = rank((1 << open.len()) - 1);
    for size in 0..=open.len() {
        let sets = (0u32..(1 << open.len())).filter(|mask| mask.count_ones() as usize == size);
        let found: Vec<u32> = sets.filter(|mask| rank(*mask) == most).collect();
        match found[..] {
            [] => {}
            [only] => {
                *model = with(only);
                return Vec::new();
            }
            _ => {
                let named = |mask: &u32| {
                    open.iter().enumerate().filter(|(i, _)| mask & (1 << i) != 0).map(|(_, s)| *s).collect()
                };
                return found.iter().map(named).collect();
            }
        }
    }
    Vec::new()
}

/// Lets a bearing exert couples, or not.
fn couple(model: &mut Model, support: SupportId, exerts: bool) {
    if let SupportKind::Bearing { couples, .. } = &mut model.supports[support.index()].kind {
        *couples = exerts;
    }
}
