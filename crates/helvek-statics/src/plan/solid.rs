//! The equations in space worth trying: sums along the axes, moments about axes through named points.
//!
//! Which form leaves out all the other unknowns is not looked for in the null space of their lines: most of what lies there are screws, and
//! axes that nobody could point at. Those that a person would write are listed, and tried.

use super::cuts::{Cut, CutKind, Entering, Six};
use super::isolate::{Chooser, form_of};
use super::{Axis, Centre, Equation};
use crate::equilibrium::{ColumnId, ColumnKind, Freedom, PartId};
use crate::model::PointId;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;

/// Named points whose pairs are tried as axes.
const MOST_IN_PAIRS: usize = 8;
/// A line: one of its points, and its unit direction.
type Line = (Point, Vector);

impl Chooser<'_> {
    /// Every equation worth trying on a cut, as a form of norm 1 and in words, when these other unknowns have to be left out.
    pub(super) fn forms_in_space(&self, cut: &Cut, others: &[&Entering]) -> Vec<(Six, Equation)> {
        let mut list = self.sums(cut, others);
        let particle = |part: usize| self.equilibrium.parts[part].freedom != Freedom::Rigid;
        // What acts on a joint meets there: its moments say nothing that its sums do not.
        if cut.parts.len() > 1 || !particle(cut.parts[0].index()) {
            list.extend(self.axes(cut, others));
        }
        let form = |equation: Equation| (form_of(&equation, cut.origin, self.length()), equation);
        list.into_iter().map(form).collect()
    }

    /// Along x, y and z; at a joint also square to two members, and along what a rope or a member free along one line only has.
    fn sums(&self, cut: &Cut, others: &[&Entering]) -> Vec<Equation> {
        let axes = [Axis::X, Axis::Y, Axis::Z];
        let mut list: Vec<_> =
            (0..3).map(|i| Equation::Forces { along: Vector::AXES[i], axis: axes[i] }).collect();
        if let [part] = cut.parts[..]
            && self.equilibrium.parts[part.index()].freedom == Freedom::Particle
        {
            let force = |e: &Entering| Vector::from_parts(&e.line[..3]);
            for (i, a) in others.iter().enumerate() {
                for b in &others[i + 1..] {
                    let square = force(a).cross(force(b));
                    if square.length() > tolerance::NO_PIVOT
                        && let Some(along) = square.unit()
                        && along.tidy().axis().is_none()
                    {
                        list.push(Equation::Forces { along, axis: Axis::Across(a.column) });
                    }
                }
                if list.len() > 8 {
                    break;
                }
            }
            // Members in one line leave any direction square to them.
            if let [first, ..] = others
                && list.len() == 3
            {
                for along in force(first).unit().map_or([Vector::X, Vector::Y], |d| d.across(self.model.up()))
                {
                    list.push(Equation::Forces { along, axis: Axis::Across(first.column) });
                }
            }
        }
        list
    }

    /// Moments about axes along x, y and z through the points of the cut, about lines through two of them, and about lines through one that meet
    /// two of the others.
    fn axes(&self, cut: &Cut, others: &[&Entering]) -> Vec<Equation> {
        let named: Vec<(Point, PointId)> =
            self.points(cut, others).into_iter().filter_map(|at| self.named(at).map(|id| (at, id))).collect();
        let mut list = Vec::new();
        for (about, point) in &named {
            for along in Vector::AXES {
                list.push(Equation::Moments { about: *about, along, centre: Centre::Named(*point) });
            }
        }
        // At joints alone a table of coefficients is shorter than an oblique axis; but for the whole, whose supports are met by many.
        let rigid = |part: &PartId| self.equilibrium.parts[part.index()].freedom == Freedom::Rigid;
        if cut.kind != CutKind::Whole && !cut.parts.iter().any(rigid) {
            return list;
        }
        let few = &named[..named.len().min(MOST_IN_PAIRS)];
        for (i, (about, first)) in few.iter().enumerate() {
            for (other, second) in &few[i + 1..] {
                if let Some(along) = (*other - *about).unit().map(Vector::tidy)
                    && along.axis().is_none()
                {
                    list.push(Equation::Moments {
                        about: *about,
                        along,
                        centre: Centre::Through(*first, *second),
                    });
                }
            }
        }
        let lines: Vec<(ColumnId, Line)> =
            others.iter().filter_map(|e| Some((e.column, self.line_of(cut, e)?))).collect();
        if lines.len() <= 5 {
            for (about, point) in few {
                list.extend(self.meeting(*about, *point, &lines));
            }
        }
        list
    }

    /// The line of action of an unknown force.
    fn line_of(&self, cut: &Cut, e: &Entering) -> Option<Line> {
        let column = self.equilibrium.column(e.column);
        if column.kind != ColumnKind::Force {
            return None;
        }
        let mut acts = column.acts.iter().filter(|act| cut.parts.contains(&act.on));
        match (acts.next(), acts.next()) {
            (Some(act), None) => Some((act.wrench.about, act.wrench.force.unit()?)),
            _ => None,
        }
    }

    /// Through a point there is one line that meets two others: where the planes through the point and each of them cross.
    fn meeting(&self, about: Point, point: PointId, lines: &[(ColumnId, Line)]) -> Vec<Equation> {
        let off = tolerance::GEOMETRY * 10.0 * self.length();
        let plane = |(at, d): &Line| (*at - about).cross(*d);
        let mut list = Vec::new();
        for (i, (first, a)) in lines.iter().enumerate() {
            for (second, b) in &lines[i + 1..] {
                let (m, n) = (plane(a), plane(b));
                // Lines through the point meet every axis there.
                if m.length() <= off || n.length() <= off {
                    continue;
                }
                let along = m.cross(n);
                if along.length() > tolerance::NO_PIVOT * m.length() * n.length()
                    && let Some(along) = along.unit().map(Vector::tidy)
                    && along.axis().is_none()
                {
                    let centre = Centre::Meeting(point, *first, *second);
                    list.push(Equation::Moments { about, along, centre });
                }
            }
        }
        list
    }
}
