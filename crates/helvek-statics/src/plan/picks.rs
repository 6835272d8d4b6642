//! Free bodies that someone chose to work first: everything that can be had there is had there.

use super::cuts::{meant, sides};
use super::isolate::Chooser;
use super::{Axis, Centre, Equation, Found, reach};
use crate::equilibrium::{ColumnId, ColumnOf, PartOf};
use crate::model::{Part, Picked, Sum};
use helvek_numbers::geometry::Vector;
use helvek_sheet::sheet::PickedAxis;

/// The steps on the chosen free bodies, in their order; a section is worked on the side with fewer unknowns, its reactions found before.
/// Returns how many of them stay exactly where they are: those up to the last equation that was chosen by itself.
pub(super) fn chosen(chooser: &Chooser<'_>, known: &mut [bool], steps: &mut Vec<Found>) -> usize {
    let mut stay = 0;
    for picked in chooser.model.order.clone() {
        if let Picked::Equation(parts, sum) = &picked {
            if let Some(step) = one(chooser, parts, *sum, known) {
                known[step.unknowns[0].index()] = true;
                steps.push(step);
                stay = steps.len();
            }
            continue;
        }
        let open = |cut: usize, known: &[bool]| {
            chooser.cuts[cut].entering.iter().filter(|e| !known[e.column.index()]).count()
        };
        let cuts = cuts_of(chooser, &picked);
        let Some(cut) = cuts.into_iter().min_by_key(|cut| (open(*cut, known), *cut)) else { continue };
        if let Picked::Section(bars) = &picked {
            let found = chooser.options(cut, known);
            let of = |id: ColumnId| chooser.equilibrium.column(id).of;
            let cut_bar = |id| matches!(of(id), ColumnOf::Bar(bar) if bars.contains(&bar));
            if !found.iter().any(|choice| cut_bar(choice.unknown)) {
                let held: Vec<_> = chooser.cuts[cut]
                    .entering
                    .iter()
                    .map(|e| e.column)
                    .filter(|id| {
                        matches!(of(*id), ColumnOf::Support(_)) && chooser.given.determined[id.index()]
                    })
                    .collect();
                reach(chooser, known, &held, steps);
            }
        }
        work_off(chooser, known, cut, steps);
    }
    stay
}

/// One chosen equation, where it holds a single unknown that equilibrium fixes.
fn one(chooser: &Chooser<'_>, parts: &[Part], sum: Sum, known: &[bool]) -> Option<Found> {
    let parts = meant(chooser.model, chooser.equilibrium, parts)?;
    let index = chooser.cuts.iter().position(|cut| cut.parts == parts)?;
    let equation = match sum {
        Sum::About(point) => {
            let about = chooser.model.at(point);
            Equation::Moments { about, along: Vector::Z, centre: Centre::Named(point) }
        }
        Sum::Along(PickedAxis::X) => Equation::Forces { along: Vector::X, axis: Axis::X },
        Sum::Along(PickedAxis::Y) => Equation::Forces { along: Vector::Y, axis: Axis::Y },
        Sum::Along(PickedAxis::Z) => Equation::Forces { along: Vector::Z, axis: Axis::Z },
    };
    let cut = &chooser.cuts[index];
    let columns = cut.entering.iter().map(|e| e.column).filter(|id| chooser.enters(cut, &equation, *id));
    let (needs, open): (Vec<ColumnId>, Vec<ColumnId>) = columns.partition(|id| known[id.index()]);
    match open[..] {
        [only] if chooser.given.determined[only.index()] => {
            Some(Found { lines: vec![(index, equation)], unknowns: open, needs })
        }
        _ => None,
    }
}

/// Everything one free body yields, the easiest first.
fn work_off(chooser: &Chooser<'_>, known: &mut [bool], cut: usize, steps: &mut Vec<Found>) {
    while let Some(choice) = chooser
        .options(cut, known)
        .into_iter()
        .filter(|choice| !known[choice.unknown.index()])
        .min_by_key(|choice| (choice.effort, choice.unknown))
    {
        known[choice.unknown.index()] = true;
        steps.push(Found {
            lines: vec![(cut, choice.equation)],
            unknowns: vec![choice.unknown],
            needs: choice.needs,
        });
    }
}

/// The free bodies that are meant: one, or the two sides of a section.
fn cuts_of(chooser: &Chooser<'_>, picked: &Picked) -> Vec<usize> {
    let equilibrium = chooser.equilibrium;
    let single = |wanted: &dyn Fn(PartOf) -> bool| {
        let of =
            |cut: &super::Cut| cut.parts.len() == 1 && wanted(equilibrium.parts[cut.parts[0].index()].of);
        chooser.cuts.iter().position(of).into_iter().collect()
    };
    match picked {
        Picked::Whole => {
            let all = |cut: &super::Cut| cut.parts.len() == equilibrium.parts.len();
            chooser.cuts.iter().position(all).into_iter().collect()
        }
        Picked::Joint(point) => {
            single(&|of| matches!(of, PartOf::Pin(pin) if chooser.model.pins[pin.index()].at == *point))
        }
        Picked::Body(body) => single(&|of| of == PartOf::Body(*body)),
        // Worked by itself.
        Picked::Equation(..) => Vec::new(),
        Picked::Section(bars) => sides(equilibrium, bars)
            .iter()
            .flatten()
            .filter_map(|side| chooser.cuts.iter().position(|cut| cut.parts == *side))
            .collect(),
    }
}
