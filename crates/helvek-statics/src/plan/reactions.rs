//! Reactions first: from the whole, as far as one equation each gives them.

use super::Found;
use super::cuts::CutKind;
use super::isolate::{Chooser, Isolated, POOR};
use crate::equilibrium::{ColumnId, ColumnOf};
use helvek_sheet::sheet::Truss;

/// Reactions that are asked cost their one equation whenever they are found, and the whole shows them first. In a truss of which every bar is asked, also
/// as many of the others as it takes to open a joint.
pub(super) fn first(chooser: &Chooser<'_>, known: &mut [bool], asked: &[ColumnId], steps: &mut Vec<Found>) {
    let Some(whole) = chooser.cuts.iter().position(|cut| cut.kind == CutKind::Whole) else { return };
    let every_bar = every_bar(chooser, asked);
    let mut begun = false;
    loop {
        let support = |choice: &Isolated| {
            let of = chooser.equilibrium.column(choice.unknown).of;
            matches!(of, ColumnOf::Support(_)) && choice.effort < POOR
        };
        let found: Vec<Isolated> = chooser.options(whole, known).into_iter().filter(support).collect();
        let easiest = |wanted: &dyn Fn(&Isolated) -> bool| {
            found
                .iter()
                .filter(|choice| wanted(choice))
                .min_by_key(|choice| (choice.effort, choice.unknown))
                .cloned()
        };
        let opens = |choice: &Isolated| {
            let mut then = known.to_vec();
            then[choice.unknown.index()] = true;
            opened(chooser, &then)
        };
        // That nothing acts along x is no reason to begin with the whole.
        let says = |choice: &Isolated| {
            !choice.needs.is_empty() || chooser.loads(&chooser.cuts[whole], &choice.equation).next().is_some()
        };
        let wanted = |choice: &Isolated| asked.contains(&choice.unknown) && (begun || says(choice));
        let next = easiest(&wanted).or_else(|| {
            let closed = every_bar && !opened(chooser, known);
            closed.then(|| easiest(&opens).or_else(|| easiest(&|_| true))).flatten()
        });
        let Some(Isolated { unknown, equation, needs, .. }) = next else { return };
        begun = true;
        known[unknown.index()] = true;
        steps.push(Found { lines: vec![(whole, equation)], unknowns: vec![unknown], needs });
    }
}

/// True of a truss, worked by its joints, of which every bar that equilibrium fixes is asked.
fn every_bar(chooser: &Chooser<'_>, asked: &[ColumnId]) -> bool {
    /// Fewer bars are no truss.
    const LEAST: usize = 5;
    let equilibrium = chooser.equilibrium;
    let bars: Vec<ColumnId> = equilibrium
        .column_ids()
        .filter(|id| {
            matches!(equilibrium.column(*id).of, ColumnOf::Bar(_)) && chooser.given.determined[id.index()]
        })
        .collect();
    bars.len() >= LEAST
        && chooser.model.conventions.truss != Some(Truss::Sections)
        && bars.iter().all(|bar| asked.contains(bar))
}

/// True where a joint has no more unknowns than a joint has equations, those apart that are seen to be nothing.
fn opened(chooser: &Chooser<'_>, known: &[bool]) -> bool {
    let most = if chooser.model.spatial() { 3 } else { 2 };
    chooser.cuts.iter().filter(|cut| chooser.particle(cut)).any(|cut| {
        let open: Vec<ColumnId> = cut
            .entering
            .iter()
            .map(|e| e.column)
            .filter(|id| !known[id.index()] && !chooser.rules.contains_key(id))
            .collect();
        let bar = |id: &ColumnId| matches!(chooser.equilibrium.column(*id).of, ColumnOf::Bar(_));
        open.iter().any(bar) && open.len() <= most
    })
}
