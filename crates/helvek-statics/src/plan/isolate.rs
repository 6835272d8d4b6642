//! Which unknowns of a free body can be had by one equation, and by which: of the equations worth writing on it (`moves`), those that hold
//! nothing else that is open.

use super::cuts::{Cut, CutKind, Six, six};
use super::moves::{Move, moves};
use super::{Axis, Centre, Equation, Given, ZeroRule};
use crate::equilibrium::{ColumnId, Equilibrium, Freedom};
use crate::model::{Model, PointId};
use crate::recognition::{Seen, at_joints};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::sheet::{First, Truss};
use std::borrow::Cow;
use std::cell::OnceCell;
use std::collections::HashMap;

/// One equation that isolates one unknown.
#[derive(Debug, Clone)]
pub(super) struct Isolated {
    pub(super) unknown: ColumnId,
    pub(super) equation: Equation,
    /// Columns that enter and are known.
    pub(super) needs: Vec<ColumnId>,
    /// The work it takes; integers, so that no rounding ever decides.
    pub(super) effort: u64,
    /// Seen without writing it: nothing else enters, so it is zero.
    pub(super) at_sight: bool,
}

/// More open unknowns than this on one free body are not looked into.
const MOST_OPEN: usize = 14;
/// Free bodies with up to this many unknowns have their equations listed once; the others, for those that are open.
const LISTED: usize = 24;
/// The effort that marks an equation whose unknown hardly enters.
pub(super) const POOR: u64 = 1000;

pub(super) struct Chooser<'a> {
    pub(super) model: &'a Model,
    pub(super) equilibrium: &'a Equilibrium,
    pub(super) given: &'a Given<'a>,
    pub(super) cuts: Vec<Cut>,
    /// The cuts that each column enters.
    pub(super) cuts_of: Vec<Vec<usize>>,
    /// Members that a rule of joints shows to carry nothing.
    pub(super) rules: HashMap<ColumnId, ZeroRule>,
    scale: f64,
    grid: HashMap<[i64; 3], PointId>,
    cell: f64,
    /// Per cut, once they were asked for.
    listed: Vec<OnceCell<Vec<Move>>>,
}

/// The best equations for one unknown so far.
struct Best<'m> {
    effort: u64,
    needs: usize,
    of: &'m Move,
    at_sight: bool,
}

impl<'a> Chooser<'a> {
    pub(super) fn new(
        model: &'a Model,
        equilibrium: &'a Equilibrium,
        given: &'a Given<'a>,
        cuts: Vec<Cut>,
    ) -> Self {
        let mut cuts_of = vec![Vec::new(); equilibrium.columns.len()];
        for (index, cut) in cuts.iter().enumerate() {
            cut.entering.iter().for_each(|e| cuts_of[e.column.index()].push(index));
        }
        let cell = 1e-6 * equilibrium.length_scale;
        let mut grid = HashMap::new();
        for id in model.point_ids() {
            grid.entry(key(model.at(id), cell)).or_insert(id);
        }
        let scale = equilibrium.load_scale();
        let mut rules = HashMap::new();
        for seen in at_joints(equilibrium, given.released).into_iter().filter(Seen::zero) {
            for member in seen.members {
                rules.entry(member).or_insert(ZeroRule::Joint(seen.rule));
            }
        }
        let listed = cuts.iter().map(|_| OnceCell::new()).collect();
        Self { model, equilibrium, given, cuts, cuts_of, rules, scale, grid, cell, listed }
    }

    pub(super) fn length(&self) -> f64 {
        self.equilibrium.length_scale
    }

    /// Forces below this, N, are none.
    pub(super) fn nothing(&self) -> f64 {
        tolerance::ZERO_FORCE * self.scale
    }

    /// The named point at a place.
    pub(super) fn named(&self, at: Point) -> Option<PointId> {
        let [i, j, k] = key(at, self.cell);
        let near =
            |id: &PointId| self.model.at(*id).distance(at) <= tolerance::GEOMETRY * 10.0 * self.length();
        // Nearly always it is in the very cell.
        if let Some(id) = self.grid.get(&[i, j, k]).filter(|id| near(id)) {
            return Some(*id);
        }
        let depth = if self.model.spatial() { -1..=1 } else { 0..=0 };
        depth
            .flat_map(|dk| (-1..=1).flat_map(move |di| (-1..=1).map(move |dj| [i + di, j + dj, k + dk])))
            .filter_map(|cell| self.grid.get(&cell).copied())
            .find(near)
    }

    /// True for a free body that is one joint, or one end of a rope.
    pub(super) fn particle(&self, cut: &Cut) -> bool {
        cut.parts.len() == 1 && self.equilibrium.parts[cut.parts[0].index()].freedom == Freedom::Particle
    }

    /// The equations worth writing on a free body where at most [`MOST_OPEN`] unknowns are open; none where more are.
    pub(super) fn moves(&self, index: usize, known: &[bool]) -> Cow<'_, [Move]> {
        let cut = &self.cuts[index];
        let open = || (0..cut.entering.len()).filter(|i| !known[cut.entering[*i].column.index()]);
        if !(1..=MOST_OPEN).contains(&open().count()) {
            return Cow::Borrowed(&[]);
        }
        if cut.entering.len() <= LISTED {
            return self.listed(index);
        }
        Cow::Owned(moves(self, cut, &open().collect::<Vec<_>>()))
    }

    /// The equations worth writing on a free body, whatever is open; without those that two unknowns give where there are more than
    /// [`LISTED`].
    pub(super) fn listed(&self, index: usize) -> Cow<'_, [Move]> {
        let cut = &self.cuts[index];
        if cut.entering.len() > LISTED {
            return Cow::Owned(moves(self, cut, &[]));
        }
        let all: Vec<usize> = (0..cut.entering.len()).collect();
        Cow::Borrowed(self.listed[index].get_or_init(|| moves(self, cut, &all)))
    }

    /// Every unknown of a free body that one equation isolates, with the easiest such equation; and, where that rests on more, the
    /// easiest of those that rest on least.
    pub(super) fn options(&self, index: usize, known: &[bool]) -> Vec<Isolated> {
        let cut = &self.cuts[index];
        spend(1 + cut.entering.len() / 50);
        let moves = self.moves(index, known);
        let is_known = |i: usize| known[cut.entering[i].column.index()];
        let mut best: Vec<[Option<Best<'_>>; 2]> = cut.entering.iter().map(|_| [None, None]).collect();
        for of in moves.iter() {
            let mut open = of.enters.iter().filter(|(i, _)| !is_known(*i));
            let (Some((unknown, pivot)), None) = (open.next(), open.next()) else { continue };
            let id = cut.entering[*unknown].column;
            if !self.given.determined[id.index()] || *pivot < tolerance::NO_PIVOT {
                continue;
            }
            let zero = |i: usize| self.given.values[cut.entering[i].column.index()] == 0.0;
            let needs = of.enters.len() - 1;
            let carried = of.enters.iter().filter(|(i, _)| i != unknown && !zero(*i)).count() as u64;
            let at_sight =
                self.particle(cut) && of.loads + carried == 0 && self.equilibrium.column(id).axial();
            let effort = if at_sight {
                1
            } else {
                let centred = match of.equation {
                    Equation::Forces { .. } => 2,
                    Equation::Moments { .. } => of.at_centre.iter().filter(|i| *i != unknown).count() as u64,
                };
                self.effort(cut, of, carried, *pivot) + 2 - centred.min(2)
            };
            let [easiest, least] = &mut best[*unknown];
            if easiest.as_ref().is_none_or(|b| effort < b.effort) {
                *easiest = Some(Best { effort, needs, of, at_sight });
            }
            if least.as_ref().is_none_or(|b| (needs, effort) < (b.needs, b.effort)) {
                *least = Some(Best { effort, needs, of, at_sight });
            }
        }
        let mut list = Vec::new();
        for (i, [easiest, least]) in best.into_iter().enumerate() {
            let Some(easiest) = easiest else { continue };
            let fewer = least.filter(|least| least.needs < easiest.needs);
            for Best { effort, of, at_sight, .. } in std::iter::once(easiest).chain(fewer) {
                let needs =
                    of.enters.iter().filter(|(k, _)| *k != i).map(|(k, _)| cut.entering[*k].column).collect();
                let unknown = cut.entering[i].column;
                list.push(Isolated { unknown, equation: of.equation, needs, effort, at_sight });
            }
        }
        list
    }

    /// Terms first: a lever arm is one thing more to measure, a carried value one thing more to carry wrongly. Then the kind of the
    /// equation, then the free body, with the weights of the sheet's conventions.
    pub(super) fn effort(&self, cut: &Cut, of: &Move, carried: u64, pivot: f64) -> u64 {
        let conventions = &self.model.conventions;
        let (per_term, kind) = match of.equation {
            Equation::Forces { axis: Axis::X | Axis::Y | Axis::Z, .. } => (2, 0),
            // A direction square to two lines has to be worked out, and the part of every force along it.
            Equation::Forces { axis: Axis::Square(..), .. } => (5, 14),
            Equation::Forces { .. } => (3, 2),
            Equation::Moments { centre, .. } => {
                let per_term = if conventions.first == First::Forces { 7 } else { 4 };
                // About an axis that is not along x, y or z every arm has to be worked out.
                let oblique = match centre {
                    Centre::Named(_) => 1,
                    Centre::Crossing(..) => 5,
                    Centre::Through(..) => 12,
                    Centre::Meeting(..) => 20,
                };
                (per_term, oblique)
            }
        };
        let body = match (cut.kind, conventions.truss, self.particle(cut)) {
            (CutKind::Single, Some(Truss::Sections), true) => 40,
            (CutKind::Single, ..) => 0,
            (CutKind::Whole, ..) => 2,
            (CutKind::Section, Some(Truss::Sections), _) => 0,
            (CutKind::Section, ..) => 4,
            (CutKind::Group, ..) => 6,
        };
        let poor = if pivot < tolerance::POOR_PIVOT { POOR } else { 0 };
        // In a moment sum a carried value has an arm as well.
        let carrying = if matches!(of.equation, Equation::Moments { .. }) { 4 } else { 2 };
        poor + per_term * (of.loads + carried + 1) + carrying * carried + kind + body
    }

    /// True when a column enters an equation on a cut, beside the norm of its line.
    pub(super) fn enters(&self, cut: &Cut, equation: &Equation, column: ColumnId) -> bool {
        let form = form_of(equation, cut.origin, self.length());
        let entering = cut.entering.iter().find(|e| e.column == column);
        entering.is_some_and(|e| dot(form, e.line).abs() > tolerance::DROPS_OUT * 10.0)
    }

    /// The known actions that enter an equation, each by its place among those of the cut.
    pub(super) fn loads<'c>(&self, cut: &'c Cut, equation: &Equation) -> impl Iterator<Item = usize> + 'c {
        let (form, nothing) = (form_of(equation, cut.origin, self.length()), self.nothing());
        let enters = move |(_, load): &(usize, &Six)| dot(form, **load).abs() > nothing;
        cut.loads.iter().enumerate().filter(enters).map(|(i, _)| i)
    }
}

/// An equation as a form of norm 1.
pub(super) fn form_of(equation: &Equation, origin: Point, length: f64) -> Six {
    let form = match *equation {
        Equation::Forces { along, .. } => [along.x, along.y, along.z, 0.0, 0.0, 0.0],
        Equation::Moments { about, along, .. } => moment_form(about, along, origin, length),
    };
    unit(form).unwrap_or(form)
}

/// The moment about the axis through P along u: u · (M about O − p × F) = u · M about O + (p × u) · F, with p from O to P; moments over the length
/// scale.
pub(super) fn moment_form(about: Point, along: Vector, origin: Point, length: f64) -> Six {
    let force = (about - origin).cross(along) * (1.0 / length);
    [force.x, force.y, force.z, along.x, along.y, along.z]
}

pub(super) fn dot(a: Six, b: Six) -> f64 {
    a.iter().zip(b).map(|(a, b)| a * b).sum()
}

/// A form of the plane, from its parts along F_x, F_y and M_z.
pub(super) fn flat(x: f64, y: f64, m: f64) -> Six {
    [x, y, 0.0, 0.0, 0.0, m]
}

/// In the plane: the one form that leaves out two lines.
pub(super) fn cross(a: Six, b: Six) -> Six {
    let [p, q] = [a, b].map(|l| [l[0], l[1], l[5]]);
    flat(p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0])
}

pub(super) fn unit(a: Six) -> Option<Six> {
    let size = dot(a, a).sqrt();
    (size > 0.0).then(|| a.map(|x| x / size))
}

fn key(at: Point, cell: f64) -> [i64; 3] {
    [at.x, at.y, at.z].map(|v| (v / cell).round() as i64)
}

/// The six numbers of a column's net wrench on a cut, not normed: 0 when it cancels inside.
pub(super) fn net(equilibrium: &Equilibrium, cut: &Cut, column: ColumnId) -> Six {
    let mut sum = [0.0; 6];
    for act in equilibrium.column(column).acts.iter().filter(|act| cut.parts.contains(&act.on)) {
        let line = six(&act.wrench, cut.origin, equilibrium.length_scale);
        sum.iter_mut().zip(line).for_each(|(s, l)| *s += l);
    }
    sum
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_form_of_a_moment_is_the_moment() {
        // 3 N along x at (2, 5) and 4 N along y there, about (1, 1): −3·4 + 4·1 = −8, with a length scale of 2.
        let wrench = helvek_numbers::geometry::Wrench::force(Vector::plane(3.0, 4.0), Point::plane(2.0, 5.0));
        let (origin, length) = (Point::plane(-1.0, 0.5), 2.0);
        let form = moment_form(Point::plane(1.0, 1.0), Vector::Z, origin, length);
        let value = dot(form, six(&wrench, origin, length)) * length;
        assert!((value + 8.0).abs() < 1e-12, "{value}");
    }
}
