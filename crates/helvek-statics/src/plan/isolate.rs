//! Which unknowns of a free body can be had by one equation, and by which.
//!
//! A wrench is six numbers, a planar one three of them (F_x, F_y, M_z); an equation is a linear form λ on them: a force sum when it does not look
//! at M, else a moment sum about an axis. In the plane: unknown u can be isolated when its line is not in the span of the other open ones. When these span two
//! dimensions λ is their vector product, and so exactly one equation is left: the moment about their crossing, or the sum across them when
//! they are parallel. When they span less there is a choice, made from a menu. In space (`solid`) the menu is longer, and is all there is.

use super::cuts::{Cut, CutKind, Entering, Six, six};
use super::{Axis, Centre, Equation, Given, ZeroRule};
use crate::equilibrium::{ColumnId, ColumnKind, Equilibrium, Freedom, PartOf};
use crate::model::{Model, PointId};
use crate::recognition::{Seen, at_joints};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::sheet::{First, Truss};
use std::collections::{BTreeMap, HashMap};
use std::rc::Rc;

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
/// Named points tried as moment centres when there is a choice.
const MOST_POINTS: usize = 12;
/// Above this ratio of arm to length scale two lines count as parallel.
const FAR: f64 = 1e-7;

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
    /// Per cut, by which of its unknowns are known.
    memo: Vec<BTreeMap<u64, Rc<Vec<Isolated>>>>,
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
        let memo = vec![BTreeMap::new(); cuts.len()];
        Self { model, equilibrium, given, cuts, cuts_of, rules, scale, grid, cell, memo }
    }

    pub(super) fn length(&self) -> f64 {
        self.equilibrium.length_scale
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

    /// As [`Chooser::options`], remembered.
    pub(super) fn remembered(&mut self, cut: usize, known: &[bool]) -> Rc<Vec<Isolated>> {
        let entering = &self.cuts[cut].entering;
        if entering.len() > 64 {
            return Rc::new(self.options(cut, known));
        }
        let mask =
            entering.iter().enumerate().fold(0u64, |m, (i, e)| m | (u64::from(known[e.column.index()]) << i));
        if let Some(options) = self.memo[cut].get(&mask) {
            return Rc::clone(options);
        }
        let options = Rc::new(self.options(cut, known));
        self.memo[cut].insert(mask, Rc::clone(&options));
        options
    }

    /// Every unknown of a free body that one equation isolates, with the easiest such equation; and, where that rests on more, the
    /// easiest of those that rest on least.
    pub(super) fn options(&self, index: usize, known: &[bool]) -> Vec<Isolated> {
        let cut = &self.cuts[index];
        spend(1 + cut.entering.len() / 50);
        let open: Vec<&Entering> = cut.entering.iter().filter(|e| !known[e.column.index()]).collect();
        if open.is_empty() || open.len() > MOST_OPEN {
            return Vec::new();
        }
        open.iter()
            .filter(|u| self.given.determined[u.column.index()])
            .flat_map(|u| {
                let others: Vec<&Entering> = open.iter().copied().filter(|e| e.column != u.column).collect();
                self.isolate(cut, u, &others, known)
            })
            .collect()
    }

    fn isolate(&self, cut: &Cut, u: &Entering, others: &[&Entering], known: &[bool]) -> Vec<Isolated> {
        let choices: Vec<_> = if self.model.spatial() {
            let forms = self.forms_in_space(cut, others);
            forms
                .into_iter()
                .filter_map(|(form, eq)| self.weighed(cut, u, others, form, Some(eq), known))
                .collect()
        } else {
            let span = span(others.iter().map(|e| e.line));
            let forms = match span[..] {
                [a, b] => vec![cross(a, b)],
                [_, _, _] => return Vec::new(),
                _ => self.menu(cut, u, others),
            };
            forms.into_iter().filter_map(|form| self.weighed(cut, u, others, form, None, known)).collect()
        };
        let Some(easiest) = choices.iter().min_by_key(|choice| choice.effort) else { return Vec::new() };
        let least = choices.iter().min_by_key(|choice| (choice.needs.len(), choice.effort));
        let least = least.filter(|least| least.needs.len() < easiest.needs.len()).cloned();
        std::iter::once(easiest.clone()).chain(least).collect()
    }

    /// Forms worth trying when the other unknowns leave a choice: along the axes, across the others, about points.
    fn menu(&self, cut: &Cut, u: &Entering, others: &[&Entering]) -> Vec<Six> {
        if let [part] = cut.parts[..]
            && let Freedom::Line(along) = self.equilibrium.parts[part.index()].freedom
        {
            return vec![flat(along.x, along.y, 0.0)];
        }
        let mut forms = vec![flat(1.0, 0.0, 0.0), flat(0.0, 1.0, 0.0)];
        if let Some(other) = others.first() {
            let [x, y, ..] = other.line;
            if x != 0.0 && y != 0.0 {
                forms.push(flat(-y, x, 0.0));
            }
        } else {
            // Along the unknown itself, at a joint where all else is known.
            let [x, y, ..] = u.line;
            if x != 0.0 && y != 0.0 && cut.parts.len() == 1 {
                forms.push(flat(x, y, 0.0));
            }
        }
        for at in self.points(cut, others) {
            forms.push(moment_form(at, Vector::Z, cut.origin, self.length()));
        }
        forms
    }

    /// Moment centres: where the other unknowns are applied, then the points of the body, supported ones first.
    pub(super) fn points(&self, cut: &Cut, others: &[&Entering]) -> Vec<Point> {
        let mut points: Vec<Point> = Vec::new();
        let mut push = |at: Point| {
            if points.len() < MOST_POINTS
                && !points.iter().any(|p| p.distance(at) <= tolerance::GEOMETRY * self.length())
            {
                points.push(at);
            }
        };
        for e in others.iter().copied().chain(&cut.entering) {
            let column = self.equilibrium.column(e.column);
            for act in column.acts.iter().filter(|act| cut.parts.contains(&act.on)) {
                if column.kind == ColumnKind::Force && self.named(act.wrench.about).is_some() {
                    push(act.wrench.about);
                }
            }
        }
        if let [part] = cut.parts[..]
            && let PartOf::Body(body) = self.equilibrium.parts[part.index()].of
        {
            self.model.points_of(body).into_iter().for_each(|p| push(self.model.at(p)));
        }
        points
    }

    /// A form as an equation, if it leaves out all the others and holds the unknown; in the plane the equation is found out here.
    fn weighed(
        &self,
        cut: &Cut,
        u: &Entering,
        others: &[&Entering],
        form: Six,
        equation: Option<Equation>,
        known: &[bool],
    ) -> Option<Isolated> {
        spend(1 + cut.entering.len() / 20 + others.len() / 40);
        let form = unit(form)?;
        let drops = |e: &Entering| dot(form, e.line).abs() <= tolerance::DROPS_OUT * 10.0;
        if !others.iter().all(|e| drops(e)) {
            return None;
        }
        let pivot = dot(form, u.line).abs();
        if pivot < tolerance::NO_PIVOT {
            return None;
        }
        let equation = match equation {
            Some(equation) => equation,
            None => self.equation(cut, form, others, u)?,
        };
        let zero = |e: &Entering| self.given.values[e.column.index()] == 0.0;
        let enters = cut.entering.iter().filter(|e| known[e.column.index()] && !drops(e));
        let needs: Vec<_> = enters.clone().map(|e| e.column).collect();
        let carried = enters.filter(|e| !zero(e)).count() as u64;
        let loads =
            cut.loads.iter().filter(|l| dot(form, **l).abs() > tolerance::ZERO_FORCE * self.scale).count()
                as u64;
        let particle =
            cut.parts.len() == 1 && self.equilibrium.parts[cut.parts[0].index()].freedom == Freedom::Particle;
        let at_sight = particle && loads + carried == 0 && self.equilibrium.column(u.column).axial();
        // Nobody writes a sum square to two members of a joint: only the sight of it counts.
        let square = matches!(equation, Equation::Forces { axis: Axis::Across(_), .. });
        if self.model.spatial() && square && !at_sight {
            return None;
        }
        let effort = if at_sight {
            1
        } else {
            let centred = self.centred(cut, &equation, others);
            self.effort(cut, &equation, loads, carried, particle, pivot) + 2 - centred.min(2)
        };
        Some(Isolated { unknown: u.column, equation, needs, effort, at_sight })
    }

    /// The number of the others that are applied at the moment centre itself: a pin with two unknowns is where a person looks first.
    fn centred(&self, cut: &Cut, equation: &Equation, others: &[&Entering]) -> u64 {
        let Equation::Moments { about, along, .. } = *equation else { return 2 };
        let near = tolerance::GEOMETRY * self.length();
        let there = |e: &&&Entering| {
            let acts = &self.equilibrium.column(e.column).acts;
            let off = |at: Point| (at - about).cross(along).length();
            acts.iter().any(|act| cut.parts.contains(&act.on) && off(act.wrench.about) <= near)
        };
        others.iter().filter(there).count() as u64
    }

    /// Terms first: a lever arm is one thing more to measure, a carried value one thing more to carry wrongly. Then the kind of the
    /// equation, then the free body, with the weights of the sheet's conventions.
    fn effort(
        &self,
        cut: &Cut,
        equation: &Equation,
        loads: u64,
        carried: u64,
        particle: bool,
        pivot: f64,
    ) -> u64 {
        let conventions = &self.model.conventions;
        let (per_term, kind) = match equation {
            Equation::Forces { axis: Axis::X | Axis::Y | Axis::Z, .. } => (2, 0),
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
        let body = match (cut.kind, conventions.truss, particle) {
            (CutKind::Single, Some(Truss::Sections), true) => 40,
            (CutKind::Single, ..) => 0,
            (CutKind::Whole, ..) => 2,
            (CutKind::Section, Some(Truss::Sections), _) => 0,
            (CutKind::Section, ..) => 4,
            (CutKind::Group, ..) => 6,
        };
        let poor = if pivot < tolerance::POOR_PIVOT { 1000 } else { 0 };
        // In a moment sum a carried value has an arm as well.
        let carrying = if matches!(equation, Equation::Moments { .. }) { 4 } else { 2 };
        poor + per_term * (loads + carried + 1) + carrying * carried + kind + body
    }

    /// A form in words: which direction, or which point.
    pub(super) fn equation(
        &self,
        cut: &Cut,
        form: Six,
        others: &[&Entering],
        u: &Entering,
    ) -> Option<Equation> {
        let [a, b, .., c] = form;
        let flat = Vector::plane(a, b);
        if c.abs() <= FAR * flat.length() {
            let along = flat.unit()?;
            let axis = if b.abs() <= tolerance::DROPS_OUT * 10.0 {
                return Some(Equation::Forces { along: Vector::X, axis: Axis::X });
            } else if a.abs() <= tolerance::DROPS_OUT * 10.0 {
                return Some(Equation::Forces { along: Vector::Y, axis: Axis::Y });
            } else {
                let across = |e: &&&Entering| Vector::plane(e.line[0], e.line[1]).length() > 0.5;
                match others.iter().find(across) {
                    Some(other) => Axis::Across(other.column),
                    None => Axis::Along(u.column),
                }
            };
            // Towards the right, and up where that is no matter.
            let along = if along.x < 0.0 { -along } else { along };
            return Some(Equation::Forces { along, axis });
        }
        let (length, origin) = (self.length(), cut.origin);
        let about = origin + Vector::plane(-b * length / c, a * length / c);
        if let Some(point) = self.named(about) {
            let about = self.model.at(point);
            return Some(Equation::Moments { about, along: Vector::Z, centre: Centre::Named(point) });
        }
        // Two of the lines that cross there.
        let mut through = others.iter().filter(|e| Vector::plane(e.line[0], e.line[1]).length() > 1e-9);
        let first = through.next()?;
        let direction = |e: &Entering| Vector::plane(e.line[0], e.line[1]).unit();
        let (d, first) = (direction(first)?, first.column);
        let second = through.find(|e| direction(e).is_some_and(|f| f.cross(d).length() > 1e-9))?.column;
        Some(Equation::Moments { about, along: Vector::Z, centre: Centre::Crossing(first, second) })
    }

    /// True when a column enters an equation on a cut, beside the norm of its line.
    pub(super) fn enters(&self, cut: &Cut, equation: &Equation, column: ColumnId) -> bool {
        let form = form_of(equation, cut.origin, self.length());
        let entering = cut.entering.iter().find(|e| e.column == column);
        entering.is_some_and(|e| dot(form, e.line).abs() > tolerance::DROPS_OUT * 10.0)
    }

    /// The number of loads that enter an equation.
    pub(super) fn loads(&self, cut: &Cut, equation: &Equation) -> usize {
        let form = form_of(equation, cut.origin, self.length());
        cut.loads.iter().filter(|l| dot(form, **l).abs() > tolerance::ZERO_FORCE * self.scale).count()
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

/// An orthonormal basis of what some lines span.
pub(super) fn span(lines: impl Iterator<Item = Six>) -> Vec<Six> {
    let mut basis: Vec<Six> = Vec::new();
    for line in lines {
        let mut rest = line;
        for _ in 0..2 {
            for b in &basis {
                let along = dot(*b, rest);
                for (r, b) in rest.iter_mut().zip(b) {
                    *r -= along * b;
                }
            }
        }
        if dot(rest, rest).sqrt() > tolerance::NO_PIVOT {
            basis.extend(unit(rest));
        }
        if basis.len() == 6 {
            break;
        }
    }
    basis
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

    #[test]
    fn two_lines_leave_one_form_and_three_none() {
        let lines = [flat(1.0, 0.0, 0.0), flat(0.0, 1.0, 0.0), flat(0.6, 0.8, 0.0)];
        assert_eq!(span(lines.iter().copied()).len(), 2);
        let form = cross(lines[0], lines[1]);
        assert!(lines.iter().all(|l| dot(form, *l).abs() < 1e-15));
        assert_eq!(
            span([flat(1.0, 0.0, 0.0), flat(0.0, 1.0, 0.0), flat(0.0, 0.6, 0.8)].into_iter()).len(),
            3
        );
    }
}
