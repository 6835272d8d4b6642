//! Bearings that keep their shaft aligned only if nothing else does: which of them exert couples.

use crate::equilibrium::{ColumnId, ColumnOf, Equilibrium};
use crate::model::{Holding, Model, SupportId};
use helvek_numbers::spectrum::Spectrum;

/// More bearings than this are not looked at in every combination; then none of them exerts couples.
const MOST: usize = 12;

/// Lets the least number of bearings exert couples that brings the rank to what it is when all of them do. Sought loads count as unknowns. Where
/// several such sets are as small, none is chosen: which one is to be asked.
pub(crate) fn aligned(model: &mut Model) -> Vec<Vec<SupportId>> {
    let open = |holding: Holding| holding.exerts_couples(true) && !holding.exerts_couples(false);
    let open: Vec<SupportId> =
        (0..model.supports.len()).filter(|i| open(model.supports[*i].holding)).map(SupportId).collect();
    if open.is_empty() || open.len() > MOST {
        return Vec::new();
    }
    let exert = |model: &mut Model, mask: u32| {
        for (i, support) in open.iter().enumerate() {
            model.contact.couples[support.index()] = mask & (1 << i) != 0;
        }
    };
    // One matrix holds all of them; a set is a choice of its columns.
    exert(model, (1 << open.len()) - 1);
    let full = Equilibrium::of(model);
    exert(model, 0);
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
                exert(model, only);
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
