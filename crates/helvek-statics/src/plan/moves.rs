//! The equations worth writing on a free body, whatever is known.
//!
//! Which of them hold a single unknown that is open, the search asks of the list. It is the list of moves of a person at a table:
//!
//! - sums along x and y (and z); in the plane across each unknown that is not along them, and of a single part also along it; in space, at a
//!   joint, square to two of its unknowns;
//! - moments about each named point where an unknown is applied or that a single body has; in space about axes along x, y and z through it, about the lines
//!   through two such points, and, where a rigid part is inside, about those through one that meet two unknowns;
//! - in the plane moments about each crossing of two unknowns.
//!
//! In the plane that is all there is: where the others leave one equation it is the moment about their crossing, or the sum across them. In space
//! most forms that would leave the others out are screws, about axes that nobody could point at.

use super::bodies::FreeBodies;
use super::cuts::{Cut, CutKind};
use super::forms::{cross, dot, form_of, unit};
use super::{Axis, Centre, Equation};
use crate::equilibrium::{ColumnId, ColumnKind, Freedom, PartId, PartOf};
use crate::model::PointId;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;

/// An equation of a free body with what does not depend on what is known.
#[derive(Debug, Clone)]
pub(super) struct Move {
    pub(super) equation: Equation,
    /// The unknowns that enter: their places among those of the body, and the sizes of their coefficients in the form of norm 1.
    pub(super) enters: Vec<(usize, f64)>,
    /// The number of loads that enter.
    pub(super) loads: u64,
    /// The places of the unknowns that are applied at the moment centre, or on the axis.
    pub(super) at_centre: Vec<usize>,
}

/// Named points tried as moment centres.
const MOST_POINTS: usize = 12;
/// Named points whose pairs are tried as axes.
const MOST_IN_PAIRS: usize = 8;
/// Lines of which two may be met by an axis.
const MOST_MET: usize = 8;
/// Above this ratio of arm to length scale two lines count as parallel.
const FAR: f64 = 1e-7;

/// The list of a cut; `among`: the unknowns, by their places, of which two have a crossing or a direction square to both.
pub(super) fn moves(bodies: &FreeBodies<'_>, cut: &Cut, among: &[usize]) -> Vec<Move> {
    let mut list = List { bodies, cut, among, moves: Vec::new() };
    if bodies.model.spatial() {
        list.in_space();
    } else {
        list.in_the_plane();
    }
    list.moves
}

struct List<'a> {
    bodies: &'a FreeBodies<'a>,
    cut: &'a Cut,
    among: &'a [usize],
    moves: Vec<Move>,
}

impl List<'_> {
    fn push(&mut self, equation: Equation) {
        let (bodies, cut) = (self.bodies, self.cut);
        let form = form_of(&equation, cut.origin, bodies.length());
        let sizes = cut.entering.iter().map(|e| dot(form, e.line).abs()).enumerate();
        let enters: Vec<_> = sizes.filter(|(_, size)| *size > tolerance::DROPS_OUT * 10.0).collect();
        if enters.is_empty() {
            return;
        }
        let loads = bodies.loads(cut, &equation).count() as u64;
        let at_centre = self.at_centre(&equation);
        self.moves.push(Move { equation, enters, loads, at_centre });
    }

    /// A pin with two unknowns is where a person looks first.
    fn at_centre(&self, equation: &Equation) -> Vec<usize> {
        let Equation::Moments { about, along, .. } = *equation else { return Vec::new() };
        let near = tolerance::GEOMETRY * self.bodies.length();
        let there = |i: &usize| {
            let acts = &self.bodies.equilibrium.column(self.cut.entering[*i].column).acts;
            let off = |at: Point| (at - about).cross(along).length();
            acts.iter().any(|act| self.cut.parts.contains(&act.on) && off(act.wrench.about) <= near)
        };
        (0..self.cut.entering.len()).filter(there).collect()
    }

    /// The direction of an unknown force on the body, of length 1; none of a couple.
    fn direction(&self, i: usize) -> Option<Vector> {
        let line = self.cut.entering[i].line;
        let force = Vector::from_parts(&line[..3]);
        (force.length() > tolerance::NO_PIVOT).then(|| force.unit()).flatten()
    }

    fn is_single(&self, freedom: impl Fn(Freedom) -> bool) -> bool {
        matches!(self.cut.parts[..], [part] if freedom(self.bodies.equilibrium.parts[part.index()].freedom))
    }

    /// True when a sum listed so far has this direction, or its opposite.
    fn has_sum(&self, wanted: Vector) -> bool {
        self.moves.iter().any(|m| match m.equation {
            Equation::Forces { along, .. } => along.cross(wanted).length() <= FAR,
            Equation::Moments { .. } => false,
        })
    }

    fn in_the_plane(&mut self) {
        if let [part] = self.cut.parts[..]
            && let Freedom::Line(along) = self.bodies.equilibrium.parts[part.index()].freedom
        {
            // Along an oblique guide what is guided gives the direction its name.
            let axis = match along.axis() {
                Some((0, _)) => Axis::X,
                Some(_) => Axis::Y,
                None => Axis::Along(self.cut.entering[0].column),
            };
            let along = if axis == Axis::X { Vector::X } else { along };
            let along = if axis == Axis::Y { Vector::Y } else { rightwards(along) };
            self.push(Equation::Forces { along, axis });
            return;
        }
        self.push(Equation::Forces { along: Vector::X, axis: Axis::X });
        self.push(Equation::Forces { along: Vector::Y, axis: Axis::Y });
        for i in self.among {
            let (column, Some(d)) = (self.cut.entering[*i].column, self.direction(*i)) else { continue };
            let across = rightwards(Vector::plane(-d.y, d.x));
            if !self.has_sum(across) {
                self.push(Equation::Forces { along: across, axis: Axis::Across(column) });
            }
            let along = rightwards(d);
            if self.cut.parts.len() == 1 && !self.has_sum(along) {
                self.push(Equation::Forces { along, axis: Axis::Along(column) });
            }
        }
        if self.is_single(|freedom| freedom == Freedom::Particle) {
            return;
        }
        for (about, point) in self.points() {
            self.push(Equation::Moments { about, along: Vector::Z, centre: Centre::Named(point) });
        }
        for (i, a) in self.among.iter().enumerate() {
            for b in &self.among[i + 1..] {
                let drops = |m: &Move| !m.enters.iter().any(|(k, _)| k == a || k == b);
                // Two lines leave out one form, and it may be there.
                if !self.moves.iter().any(drops)
                    && let Some(equation) = self.crossing(*a, *b)
                {
                    self.push(equation);
                }
            }
        }
    }

    /// Moments about the place where the lines of two unknowns cross; none where they are one line, or parallel.
    fn crossing(&self, a: usize, b: usize) -> Option<Equation> {
        let [first, second] = [a, b].map(|i| &self.cut.entering[i]);
        let [x, y, .., c] = unit(cross(first.line, second.line))?;
        if c.abs() <= FAR * x.hypot(y) {
            return None;
        }
        let length = self.bodies.length();
        let about = self.cut.origin + Vector::plane(-y * length / c, x * length / c);
        let (about, centre) = match self.bodies.named(about) {
            Some(point) => (self.bodies.model.at(point), Centre::Named(point)),
            None => {
                // A couple has no line.
                self.direction(a).zip(self.direction(b))?;
                (about, Centre::Crossing(first.column, second.column))
            }
        };
        Some(Equation::Moments { about, along: Vector::Z, centre })
    }

    fn in_space(&mut self) {
        for (along, axis) in Vector::AXES.into_iter().zip([Axis::X, Axis::Y, Axis::Z]) {
            self.push(Equation::Forces { along, axis });
        }
        // What acts on a joint meets there: its moments say nothing that its sums do not.
        if self.is_single(|freedom| freedom == Freedom::Particle) {
            self.square_sums();
        } else if !self.is_single(|freedom| freedom != Freedom::Rigid) {
            self.axes();
        }
    }

    /// Sums square to two unknowns of a joint, so that they and all in their plane drop out.
    fn square_sums(&mut self) {
        let lines: Vec<(usize, Vector)> =
            self.among.iter().filter_map(|i| Some((*i, self.direction(*i)?))).collect();
        for (i, (a, d)) in lines.iter().enumerate() {
            let mut alone = true;
            for (b, e) in &lines[i + 1..] {
                let square = d.cross(*e);
                // Members in one line leave any direction square to them: those that are level, or upright, will do.
                if square.length() <= tolerance::NO_PIVOT {
                    if alone {
                        let column = self.cut.entering[*a].column;
                        for along in d.across(self.bodies.model.up()) {
                            self.sum_square(along, column, self.cut.entering[*b].column);
                        }
                    }
                    alone = false;
                    continue;
                }
                if let Some(along) = square.unit() {
                    self.sum_square(along, self.cut.entering[*a].column, self.cut.entering[*b].column);
                }
            }
        }
    }

    fn sum_square(&mut self, along: Vector, a: ColumnId, b: ColumnId) {
        let along = along.tidy();
        if !self.has_sum(along) {
            self.push(Equation::Forces { along, axis: Axis::Square(a, b) });
        }
    }

    /// Moments about axes along x, y and z through the points of the cut, about lines through two of them, and about lines through one that meet
    /// two unknowns.
    fn axes(&mut self) {
        let named = self.points();
        for (about, point) in &named {
            for along in Vector::AXES {
                self.push(Equation::Moments { about: *about, along, centre: Centre::Named(*point) });
            }
        }
        let few = &named[..named.len().min(MOST_IN_PAIRS)];
        for (i, (about, first)) in few.iter().enumerate() {
            for (other, second) in &few[i + 1..] {
                if let Some(along) = (*other - *about).unit().map(Vector::tidy)
                    && along.axis().is_none()
                {
                    let centre = Centre::Through(*first, *second);
                    self.push(Equation::Moments { about: *about, along, centre });
                }
            }
        }
        // Joints alone are met by too many lines for this to be what a person would look for.
        let rigid = |part: &PartId| self.bodies.equilibrium.parts[part.index()].freedom == Freedom::Rigid;
        if self.cut.kind != CutKind::Whole && !self.cut.parts.iter().any(rigid) {
            return;
        }
        let lines: Vec<(usize, Point, Vector)> =
            self.among.iter().filter_map(|i| self.line_of(*i).map(|(at, along)| (*i, at, along))).collect();
        if lines.len() <= MOST_MET {
            for (about, point) in few {
                self.meeting(*about, *point, &lines);
            }
        }
    }

    /// The line of action of an unknown force: one of its points, and its unit direction.
    fn line_of(&self, i: usize) -> Option<(Point, Vector)> {
        let column = self.bodies.equilibrium.column(self.cut.entering[i].column);
        if column.kind != ColumnKind::Force {
            return None;
        }
        let mut acts = column.acts.iter().filter(|act| self.cut.parts.contains(&act.on));
        match (acts.next(), acts.next()) {
            (Some(act), None) => Some((act.wrench.about, act.wrench.force.unit()?)),
            _ => None,
        }
    }

    /// Through a point there is one line that meets two others: where the planes through the point and each of them cross.
    fn meeting(&mut self, about: Point, point: PointId, lines: &[(usize, Point, Vector)]) {
        let off = tolerance::GEOMETRY * 10.0 * self.bodies.length();
        let plane = |(_, at, d): &(usize, Point, Vector)| (*at - about).cross(*d);
        for (i, a) in lines.iter().enumerate() {
            for b in &lines[i + 1..] {
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
                    let [first, second] = [a, b].map(|(i, ..)| self.cut.entering[*i].column);
                    let centre = Centre::Meeting(point, first, second);
                    self.push(Equation::Moments { about, along, centre });
                }
            }
        }
    }

    fn points(&self) -> Vec<(Point, PointId)> {
        points(self.bodies, self.cut, &[])
    }
}

/// Towards the right, and up where that is no matter.
fn rightwards(d: Vector) -> Vector {
    if d.x < 0.0 { -d } else { d }
}

/// Moment centres: where these unknowns are applied first, then where any is, then the points of the body; named ones only.
pub(super) fn points(bodies: &FreeBodies<'_>, cut: &Cut, first: &[usize]) -> Vec<(Point, PointId)> {
    let mut points: Vec<(Point, PointId)> = Vec::new();
    let near = tolerance::GEOMETRY * bodies.length();
    let mut push = |at: Point| {
        if points.len() < MOST_POINTS
            && !points.iter().any(|(p, _)| p.distance(at) <= near)
            && let Some(point) = bodies.named(at)
        {
            points.push((at, point));
        }
    };
    for i in first.iter().copied().chain(0..cut.entering.len()) {
        let column = bodies.equilibrium.column(cut.entering[i].column);
        if column.kind == ColumnKind::Force {
            column
                .acts
                .iter()
                .filter(|act| cut.parts.contains(&act.on))
                .for_each(|act| push(act.wrench.about));
        }
    }
    if let [part] = cut.parts[..]
        && let PartOf::Body(body) = bodies.equilibrium.parts[part.index()].of
    {
        bodies.model.points_of(body).into_iter().for_each(|p| push(bodies.model.at(p)));
    }
    points
}
