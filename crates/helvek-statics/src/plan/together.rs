//! Equations that have to be solved together: the smallest set, where no equation with one unknown exists.

use super::cuts::{Cut, CutKind};
use super::forms::{dot, form_of};
use super::isolate::Chooser;
use super::moves;
use super::{Centre, Equation, Found};
use crate::equilibrium::{ColumnId, Freedom};
use crate::model::PointId;
use crate::plan::Axis;
use helvek_numbers::geometry::Vector;
use helvek_numbers::linear::Matrix;
use helvek_numbers::tolerance;
use petgraph::algo::{maximum_matching, tarjan_scc};
use petgraph::graph::{DiGraph, NodeIndex, UnGraph};
use std::collections::BTreeMap;

/// The next set, from what is known: two equations in two unknowns, else a block of the parts' own equations.
pub(super) fn smallest(chooser: &Chooser<'_>, known: &[bool]) -> Option<Found> {
    if chooser.model.spatial() {
        return single(chooser, known).or_else(|| block(chooser, known));
    }
    pair(chooser, known).or_else(|| block(chooser, known))
}

/// An equation on a cut, with the effort it takes.
type Candidate = (usize, Equation, u64);

/// Two equations that hold the same two unknowns and nothing else that is open: a three-hinged frame on unlevel feet.
fn pair(chooser: &Chooser<'_>, known: &[bool]) -> Option<Found> {
    let mut by_pair: BTreeMap<(ColumnId, ColumnId), Vec<Candidate>> = BTreeMap::new();
    for (index, cut) in chooser.cuts.iter().enumerate() {
        for of in chooser.moves(index, known).iter() {
            let of_open = |(i, _): &&(usize, f64)| !known[cut.entering[*i].column.index()];
            let mut open = of.enters.iter().filter(of_open).map(|(i, _)| cut.entering[*i].column);
            let (Some(u), Some(v), None) = (open.next(), open.next(), open.next()) else { continue };
            if [u, v].iter().all(|id| chooser.given.determined[id.index()]) {
                let known_that_enter = of.enters.len() as u64 - 2;
                let effort = chooser.effort(cut, of, known_that_enter, 1.0);
                by_pair.entry((u, v)).or_default().push((index, of.equation, effort));
            }
        }
    }
    let mut best: Option<(u64, Found)> = None;
    for ((u, v), mut candidates) in by_pair {
        candidates.sort_by_key(|(_, _, effort)| *effort);
        for (i, a) in candidates.iter().enumerate() {
            for b in &candidates[i + 1..] {
                let cost = a.2 + b.2;
                if best.as_ref().is_some_and(|(least, _)| *least <= cost) {
                    break;
                }
                if independent(chooser, &[a, b], &[u, v]) {
                    let lines = vec![(a.0, a.1), (b.0, b.1)];
                    let needs = needs(chooser, &lines, known);
                    best = Some((cost, Found { lines, unknowns: vec![u, v], needs }));
                }
            }
        }
    }
    best.map(|(_, found)| found)
}

/// In space, the smallest set of one free body's own equations with as many unknowns as equations: a joint of three members, a body whose moments
/// do not part. Single bodies first, then the whole.
fn single(chooser: &Chooser<'_>, known: &[bool]) -> Option<Found> {
    let mut best: Option<(usize, Found)> = None;
    let own =
        chooser.cuts.iter().enumerate().filter(|(_, c)| matches!(c.kind, CutKind::Single | CutKind::Whole));
    for (index, cut) in own {
        let open: Vec<ColumnId> =
            cut.entering.iter().map(|e| e.column).filter(|c| !known[c.index()]).collect();
        let fixed = open.iter().all(|c| chooser.given.determined[c.index()]);
        if open.is_empty() || open.len() > 6 || !fixed {
            continue;
        }
        let rows = rows_in_space(chooser, cut, &open);
        let held: Vec<u32> = rows
            .iter()
            .map(|row| {
                let enters = |(k, c): (usize, &ColumnId)| u32::from(chooser.enters(cut, row, *c)) << k;
                open.iter().enumerate().map(enters).sum()
            })
            .collect();
        let most = best.as_ref().map_or(usize::MAX, |(size, _)| *size);
        for mask in 1u32..(1u32 << rows.len()) {
            let size = mask.count_ones() as usize;
            let chosen = || (0..rows.len()).filter(|i| mask & (1 << i) != 0);
            let union = chosen().fold(0u32, |all, i| all | held[i]);
            if size >= most.min(best.as_ref().map_or(usize::MAX, |(s, _)| *s))
                || union.count_ones() as usize != size
            {
                continue;
            }
            let lines: Vec<_> = chosen().map(|i| (index, rows[i])).collect();
            let unknowns: Vec<_> =
                (0..open.len()).filter(|k| union & (1 << k) != 0).map(|k| open[k]).collect();
            if sound(&coefficients(chooser, &lines, &unknowns)) {
                let needs = needs(chooser, &lines, known);
                best = Some((size, Found { lines, unknowns, needs }));
            }
        }
    }
    best.map(|(_, found)| found)
}

/// The three or six equations of a free body, its moments about the point where most of what is open is applied.
fn rows_in_space(chooser: &Chooser<'_>, cut: &Cut, open: &[ColumnId]) -> Vec<Equation> {
    let axes = [Axis::X, Axis::Y, Axis::Z];
    let sum = |i: usize| Equation::Forces { along: Vector::AXES[i], axis: axes[i] };
    let mut rows: Vec<Equation> = match (&cut.parts[..], cut.parts.len()) {
        ([part], 1) => match chooser.equilibrium.parts[part.index()].freedom {
            Freedom::Line(along) => return vec![Equation::Forces { along, axis: Axis::Z }],
            Freedom::Particle => return (0..3).map(sum).collect(),
            Freedom::Rigid => (0..3).map(sum).collect(),
        },
        _ => (0..3).map(sum).collect(),
    };
    let entering: Vec<usize> =
        (0..cut.entering.len()).filter(|i| open.contains(&cut.entering[*i].column)).collect();
    let points = moves::points(chooser, cut, &entering);
    let dropped = |point: &PointId| {
        let about = chooser.model.at(*point);
        let meets = |along: Vector| {
            let equation = Equation::Moments { about, along, centre: Centre::Named(*point) };
            open.iter().filter(|c| !chooser.enters(cut, &equation, **c)).count()
        };
        Vector::AXES.into_iter().map(meets).sum::<usize>()
    };
    let named: Vec<PointId> = points.into_iter().map(|(_, point)| point).collect();
    let best = named.into_iter().rev().max_by_key(dropped);
    rows.extend(best.into_iter().flat_map(|point| {
        let about = chooser.model.at(point);
        Vector::AXES.map(|along| Equation::Moments { about, along, centre: Centre::Named(point) })
    }));
    rows
}

/// True when the equations determine the unknowns, well enough to be worked by hand.
fn independent(chooser: &Chooser<'_>, lines: &[&Candidate], unknowns: &[ColumnId]) -> bool {
    let rows: Vec<(usize, Equation)> = lines.iter().map(|line| (line.0, line.1)).collect();
    sound(&coefficients(chooser, &rows, unknowns))
}

fn coefficients(chooser: &Chooser<'_>, lines: &[(usize, Equation)], unknowns: &[ColumnId]) -> Matrix {
    Matrix::of(lines.len(), unknowns.len(), &|i, j| {
        let (cut, equation) = &lines[i];
        let cut = &chooser.cuts[*cut];
        let form = form_of(equation, cut.origin, chooser.length());
        cut.entering.iter().find(|e| e.column == unknowns[j]).map_or(0.0, |e| {
            let part = dot(form, e.line);
            if part.abs() <= tolerance::DROPS_OUT * 10.0 { 0.0 } else { part * e.norm }
        })
    })
}

/// Rows and columns are brought to a common size first, so that an arm of millimetres beside one of metres is no matter.
fn sound(matrix: &Matrix) -> bool {
    let size = |v: f64| if v > 0.0 { v } else { 1.0 };
    let by = |sizes: Vec<f64>| -> Vec<f64> { sizes.into_iter().map(size).collect() };
    let rows = by(matrix.row_sizes());
    let even = Matrix::of(matrix.rows(), matrix.columns(), &|i, j| matrix[(i, j)] / rows[i]);
    let columns = by(even.column_sizes());
    let matrix = Matrix::of(even.rows(), even.columns(), &|i, j| even[(i, j)] / columns[j]);
    let Some(singular) = matrix.singular_values() else { return false };
    let (largest, smallest) = (singular[0], singular[singular.len() - 1]);
    smallest > tolerance::POOR_PIVOT * 1e-3 * largest
}

/// Known columns that enter.
fn needs(chooser: &Chooser<'_>, lines: &[(usize, Equation)], known: &[bool]) -> Vec<ColumnId> {
    let mut list = Vec::new();
    for (cut, equation) in lines {
        let cut = &chooser.cuts[*cut];
        for e in cut.entering.iter().filter(|e| known[e.column.index()]) {
            if chooser.enters(cut, equation, e.column) && !list.contains(&e.column) {
                list.push(e.column);
            }
        }
    }
    list
}

/// The smallest ready block of the parts' own equations: matched one to one with the unknowns, strongly connected, and resting on nothing that
/// is open.
fn block(chooser: &Chooser<'_>, known: &[bool]) -> Option<Found> {
    let equilibrium = chooser.equilibrium;
    let unknowns: Vec<ColumnId> = equilibrium
        .column_ids()
        .filter(|c| !known[c.index()] && chooser.given.determined[c.index()])
        .collect();
    let rows = independent_rows(chooser, part_equations(chooser, known), &unknowns)?;
    let holds =
        |row: &(usize, Equation), column: ColumnId| chooser.enters(&chooser.cuts[row.0], &row.1, column);
    let mut graph = UnGraph::<(), ()>::new_undirected();
    let row_nodes: Vec<NodeIndex> = rows.iter().map(|_| graph.add_node(())).collect();
    let column_nodes: Vec<NodeIndex> = unknowns.iter().map(|_| graph.add_node(())).collect();
    let mut place = vec![usize::MAX; equilibrium.columns.len()];
    unknowns.iter().enumerate().for_each(|(j, c)| place[c.index()] = j);
    let mut edges: Vec<Vec<usize>> = Vec::new();
    for (i, row) in rows.iter().enumerate() {
        let mut held = Vec::new();
        for e in &chooser.cuts[row.0].entering {
            let j = place[e.column.index()];
            if j != usize::MAX && holds(row, e.column) {
                graph.add_edge(row_nodes[i], column_nodes[j], ());
                held.push(j);
            }
        }
        edges.push(held);
    }
    let matching = maximum_matching(&graph);
    let mut row_of = vec![None; unknowns.len()];
    for (j, node) in column_nodes.iter().enumerate() {
        row_of[j] = matching.mate(*node).map(|mate| mate.index());
    }
    // An unknown rests on the others in its own row.
    let mut rests = DiGraph::<(), ()>::new();
    let nodes: Vec<NodeIndex> = unknowns.iter().map(|_| rests.add_node(())).collect();
    for (j, row) in row_of.iter().enumerate() {
        for k in row.iter().flat_map(|row| &edges[*row]).filter(|k| **k != j) {
            rests.add_edge(nodes[j], nodes[*k], ());
        }
    }
    // Tarjan gives what others rest on first.
    let mut best: Option<Vec<usize>> = None;
    for component in tarjan_scc(&rests) {
        let mut members: Vec<usize> = component.iter().map(|n| n.index()).collect();
        members.sort_unstable();
        let ready = members
            .iter()
            .all(|j| row_of[*j].is_some_and(|row| edges[row].iter().all(|k| members.contains(k))));
        if ready && best.as_ref().is_none_or(|b| members.len() < b.len()) {
            let lines: Vec<_> = members.iter().filter_map(|j| row_of[*j]).map(|r| rows[r]).collect();
            let ids: Vec<_> = members.iter().map(|j| unknowns[*j]).collect();
            if sound(&coefficients(chooser, &lines, &ids)) {
                best = Some(members);
            }
        }
    }
    let members = best?;
    let lines: Vec<_> = members.iter().filter_map(|j| row_of[*j]).map(|r| rows[r]).collect();
    let unknowns = members.iter().map(|j| unknowns[*j]).collect();
    let needs = needs(chooser, &lines, known);
    Some(Found { lines, unknowns, needs })
}

/// As many of the rows as there are unknowns, so that together they determine them; rows with few unknowns first. What was found on larger
/// free bodies makes some of the parts' own equations say nothing new, and which ones is not to be seen from their form.
fn independent_rows(
    chooser: &Chooser<'_>,
    rows: Vec<(usize, Equation)>,
    unknowns: &[ColumnId],
) -> Option<Vec<(usize, Equation)>> {
    let matrix = coefficients(chooser, &rows, unknowns);
    let row = |i: usize| -> Vec<f64> { (0..unknowns.len()).map(|j| matrix[(i, j)]).collect() };
    let held = |i: usize| row(i).iter().filter(|x| x.abs() > tolerance::DROPS_OUT).count();
    let mut order: Vec<usize> = (0..rows.len()).filter(|i| held(*i) > 0).collect();
    order.sort_by_key(|i| (held(*i), *i));
    let (mut basis, mut chosen): (Vec<Vec<f64>>, Vec<usize>) = (Vec::new(), Vec::new());
    for i in order {
        let mut rest = row(i);
        let size = rest.iter().map(|x| x * x).sum::<f64>().sqrt();
        for _ in 0..2 {
            for b in &basis {
                let along: f64 = b.iter().zip(&rest).map(|(b, r)| b * r).sum();
                rest.iter_mut().zip(b).for_each(|(r, b)| *r -= along * b);
            }
        }
        let left = rest.iter().map(|x| x * x).sum::<f64>().sqrt();
        if left > tolerance::CRITICAL * size {
            basis.push(rest.into_iter().map(|x| x / left).collect());
            chosen.push(i);
        }
    }
    chosen.sort_unstable();
    (chosen.len() == unknowns.len()).then(|| chosen.into_iter().map(|i| rows[i]).collect())
}

/// The equations of single parts in which no unknown is open that equilibrium does not fix.
fn part_equations(chooser: &Chooser<'_>, known: &[bool]) -> Vec<(usize, Equation)> {
    let mut rows = Vec::new();
    for (index, cut) in chooser.cuts.iter().enumerate().filter(|(_, cut)| cut.kind == CutKind::Single) {
        let freedom = chooser.equilibrium.parts[cut.parts[0].index()].freedom;
        if chooser.model.spatial() {
            let open: Vec<_> = cut.entering.iter().map(|e| e.column).filter(|c| !known[c.index()]).collect();
            rows.extend(
                rows_in_space(chooser, cut, &open)
                    .into_iter()
                    .filter(|row| usable(chooser, cut, row, known))
                    .map(|row| (index, row)),
            );
            continue;
        }
        let mut list: Vec<Equation> = match freedom {
            Freedom::Line(along) => vec![Equation::Forces { along, axis: Axis::Y }],
            _ => vec![
                Equation::Forces { along: Vector::X, axis: Axis::X },
                Equation::Forces { along: Vector::Y, axis: Axis::Y },
            ],
        };
        if freedom == Freedom::Rigid {
            list.extend(cut.entering.iter().find_map(|e| {
                let acts = &chooser.equilibrium.column(e.column).acts;
                let about = acts.iter().find(|act| cut.parts.contains(&act.on))?.wrench.about;
                let point = chooser.named(about)?;
                Some(Equation::Moments { about, along: Vector::Z, centre: Centre::Named(point) })
            }));
        }
        let here = list.into_iter().filter(|equation| usable(chooser, cut, equation, known));
        rows.extend(here.map(|equation| (index, equation)));
    }
    rows
}

/// True when an equation holds nothing open that equilibrium does not fix.
fn usable(chooser: &Chooser<'_>, cut: &Cut, equation: &Equation, known: &[bool]) -> bool {
    cut.entering.iter().all(|e| {
        let open = !known[e.column.index()] && !chooser.given.determined[e.column.index()];
        !(open && chooser.enters(cut, equation, e.column))
    })
}
