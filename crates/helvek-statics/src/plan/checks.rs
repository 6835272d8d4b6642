//! Equations that the plan did not use, in which only found unknowns appear: they test what was found.

use super::cuts::{Cut, CutKind};
use super::isolate::Chooser;
use super::{Axis, Centre, Equation, Given, Line, PlannedStep};
use crate::equilibrium::{ColumnId, Freedom, PartOf};
use crate::model::PointId;
use helvek_numbers::geometry::Vector;
use std::collections::HashSet;

/// The number of unused equations that are shown.
const AT_MOST: usize = 4;

/// Of the moment sums on a free body the one that tests most unknowns and loads together (supported points first), and the unused axis
/// sums; for the whole first, then for single parts from the last back.
pub(super) fn checks(chooser: &Chooser<'_>, steps: &[PlannedStep], given: &Given<'_>) -> Vec<Line> {
    let found: HashSet<ColumnId> = steps.iter().flat_map(|s| s.unknowns.iter().copied()).collect();
    let mut order: Vec<&Cut> = chooser.cuts.iter().filter(|cut| cut.kind == CutKind::Whole).collect();
    order.extend(chooser.cuts.iter().filter(|cut| cut.kind == CutKind::Single).rev());
    let mut list = Vec::new();
    for cut in order {
        if list.len() >= AT_MOST {
            break;
        }
        list.extend(on(chooser, cut, steps, given, &found));
    }
    list.truncate(AT_MOST);
    list
}

fn on(
    chooser: &Chooser<'_>,
    cut: &Cut,
    steps: &[PlannedStep],
    given: &Given<'_>,
    found: &HashSet<ColumnId>,
) -> Vec<Line> {
    let known = |c: ColumnId| found.contains(&c) || given.released[c.index()];
    let free_body = cut.free_body();
    let line = |equation: Equation| Line { free_body: free_body.clone(), equation };
    let used = |equation: &Equation| {
        steps
            .iter()
            .flat_map(|s| &s.lines)
            .any(|l| l.free_body.parts == cut.parts && l.equation.same(equation, chooser.length()))
    };
    let inside = |equation: &Equation| -> Vec<ColumnId> {
        cut.entering.iter().map(|e| e.column).filter(|c| chooser.enters(cut, equation, *c)).collect()
    };
    let tests = |equation: &Equation| {
        let inside = inside(equation);
        // Zeros alone test nothing.
        let live = inside.iter().any(|c| given.values[c.index()] != 0.0) || chooser.loads(cut, equation) > 0;
        !used(equation) && live && !inside.is_empty() && inside.iter().all(|c| known(*c))
    };
    let sums = [(Vector::X, Axis::X), (Vector::Y, Axis::Y), (Vector::Z, Axis::Z)];
    let spatial = chooser.model.spatial();
    let mut list: Vec<_> = sums
        .into_iter()
        .take(if spatial { 3 } else { 2 })
        .map(|(along, axis)| Equation::Forces { along, axis })
        .filter(|equation| tests(equation))
        .map(line)
        .collect();
    // Where only forces were summed about a particle, its moments say nothing new.
    if chooser.equilibrium.parts[cut.parts[0].index()].freedom == Freedom::Rigid || cut.parts.len() > 1 {
        let mut best: Option<(usize, Equation)> = None;
        let about = |point: PointId, along: Vector| Equation::Moments {
            about: chooser.model.at(point),
            along,
            centre: Centre::Named(point),
        };
        let axes: &[Vector] = if spatial { &Vector::AXES } else { &[Vector::Z] };
        let candidates =
            points(chooser, cut).into_iter().flat_map(|p| axes.iter().map(move |a| about(p, *a)));
        for equation in candidates {
            if !tests(&equation) {
                continue;
            }
            let live = inside(&equation).iter().filter(|c| given.values[c.index()] != 0.0).count();
            let tested = live + chooser.loads(cut, &equation);
            if best.is_none_or(|(most, _)| tested > most) {
                best = Some((tested, equation));
            }
        }
        if let Some((_, equation)) = best {
            list.insert(0, line(equation));
        }
    }
    if cut.kind == CutKind::Whole {
        list.truncate(2)
    }
    list
}

/// Named points of a cut: supported ones first, in the order of the sheet.
fn points(chooser: &Chooser<'_>, cut: &Cut) -> Vec<PointId> {
    /// Beyond this many, the first ones will do.
    const MOST: usize = 24;
    let model = chooser.model;
    let mut list = Vec::new();
    let on_cut = |on: crate::model::On| {
        cut.parts.iter().any(|part| match (chooser.equilibrium.parts[part.index()].of, on) {
            (PartOf::Body(a), crate::model::On::Body(b)) => a == b,
            (PartOf::Pin(a), crate::model::On::Pin(b)) => a == b,
            _ => false,
        })
    };
    let supported = model.supports.iter().filter(|s| on_cut(s.on)).map(|s| s.at);
    let own = cut.parts.iter().flat_map(|part| match chooser.equilibrium.parts[part.index()].of {
        PartOf::Body(body) => model.points_of(body),
        PartOf::Pin(pin) => vec![model.pins[pin.index()].at],
        _ => Vec::new(),
    });
    for point in supported.chain(own) {
        if list.len() < MOST && !list.contains(&point) {
            list.push(point);
        }
    }
    list
}
