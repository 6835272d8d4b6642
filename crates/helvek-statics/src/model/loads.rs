//! Loads: where they act, how strong they are, and how they were given.

use super::parameter::{Parameter, parameter_of};
use super::resolve::Builder;
use super::{Amount, LoadId, On, PathPiece, PointId, SoughtOf, names};
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_sheet::id::{Id, Kind};
use helvek_sheet::poly::ordinates;
use helvek_sheet::problem::ProblemKind;
use helvek_sheet::sheet::{
    self, CoupleLoad, DistributedLoad, Document, ForceLoad, OwnWeight, Per, WeightLoad,
};
use helvek_sheet::things::load::{Powers, Profile};
use helvek_sheet::units::Dimension;

/// A load on a body or a pin.
#[derive(Debug, Clone, PartialEq)]
pub struct Load {
    /// Given or generated; unique among loads, but for the parts of one that is spread over several bodies.
    pub name: String,
    /// The number of that part, from 0 on.
    pub part: usize,
    /// On what.
    pub on: On,
    /// Its kind.
    pub kind: LoadKind,
    /// The load case it was put in.
    pub case: Option<String>,
    /// The factor on its size in the sheet: 1 as drawn.
    pub times: f64,
}

impl Load {
    /// The id of the mark on the drawing that stands for it: `load:q1`, `load:q1#2` for its second part.
    pub fn mark(&self) -> Id {
        let load = Kind::Load.id(&self.name);
        if self.part == 0 { load } else { load.part(self.part + 1) }
    }
}

/// The kind of a load.
#[derive(Debug, Clone, PartialEq)]
pub enum LoadKind {
    /// A force at a point; a weight, too.
    Force {
        /// The point.
        at: PointId,
        /// Unit vector.
        direction: Vector,
        /// N.
        size: Amount,
        /// The form in which it was written: decides how it is resolved in the working.
        given: Given,
    },
    /// A couple.
    Couple {
        /// The point where it is drawn, and later where M steps.
        at: Option<PointId>,
        /// The unit axis about which it turns right-handed: in the plane ±z, +z counter-clockwise.
        axis: Vector,
        /// N·m.
        size: Amount,
    },
    /// A force along a stretch.
    Spread(Spread),
    /// The own weight of bars at their joints.
    Own {
        /// The unit direction in which it acts.
        down: Vector,
        /// Each joint with the weight it takes over, N.
        halves: Vec<(PointId, On, f64)>,
    },
}

/// A force along the straight line between two points of a run.
#[derive(Debug, Clone, PartialEq)]
pub struct Spread {
    /// The first point.
    pub from: PointId,
    /// The last point.
    pub to: PointId,
    /// The profiles it is made of, each with its size, N per metre of what `per` says.
    pub parts: Vec<(Profile, Amount)>,
    /// The unit direction in which a positive intensity pushes.
    pub direction: Vector,
    /// Metres over which the intensity counts: the stretch's own length, or its projection.
    pub over: f64,
    /// The stretch of the whole load, where it is only a part of one.
    pub portion: Option<Portion>,
}

/// The stretch of a whole load of which there is only a part here.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Portion {
    /// The first and the last point of the whole.
    pub ends: [PointId; 2],
    /// The fractions of the whole at which the part begins and ends.
    pub share: [f64; 2],
}

impl Spread {
    /// The parts of one that goes straight from one intensity to another.
    fn straight(start: Amount, end: Amount) -> Vec<(Profile, Amount)> {
        if start == end {
            vec![(Profile::Uniform, start)]
        } else {
            vec![(Profile::Falling, start), (Profile::Rising, end)]
        }
    }

    /// The intensity along the stretch: Bézier ordinates at equal distances from its beginning to its end, each size as `of` says.
    pub fn heights(&self, of: impl Fn(Amount) -> f64) -> Vec<f64> {
        let mut powers = Powers::default();
        for (profile, size) in &self.parts {
            let size = of(*size);
            powers.iter_mut().zip(profile.sort().shape).for_each(|(sum, c)| *sum += c * size);
        }
        ordinates(&powers, 1.0)
    }

    /// Its intensities where it begins and where it ends.
    pub fn ends(&self) -> [Amount; 2] {
        match self.parts[..] {
            [(_, start), (_, end)] => [start, end],
            [(Profile::Rising, end)] => [Amount::Known(0.0), end],
            [(Profile::Falling, start)] => [start, Amount::Known(0.0)],
            [(_, size)] => [size; 2],
            _ => [Amount::Known(0.0); 2],
        }
    }

    /// The same, told from its other end.
    pub(crate) fn reversed(&self) -> Self {
        let parts = self.parts.iter().rev().map(|(profile, size)| (profile.sort().reversed, *size));
        let portion = self.portion.map(|Portion { ends: [a, b], share: [s, t] }| Portion {
            ends: [b, a],
            share: [1.0 - t, 1.0 - s],
        });
        Self { from: self.to, to: self.from, parts: parts.collect(), portion, ..*self }
    }

    /// The resultants that stand for it when it is worked with: where nothing is sought and its sense stays, a uniform part with a triangle on top
    /// of it, as everyone draws it; else one for each of its parts.
    pub(crate) fn drawn(&self) -> Vec<(Profile, Amount)> {
        match self.parts[..] {
            [(Profile::Falling, Amount::Known(start)), (Profile::Rising, Amount::Known(end))]
                if start * end >= 0.0 =>
            {
                let uniform = if start.abs() < end.abs() { start } else { end };
                let triangle = if start == uniform {
                    (Profile::Rising, Amount::Known(end - uniform))
                } else {
                    (Profile::Falling, Amount::Known(start - uniform))
                };
                vec![triangle, (Profile::Uniform, Amount::Known(uniform))]
            }
            _ => self.parts.clone(),
        }
    }

    /// A part of it between two points, by the fractions where it begins and ends; `None` where what is sought would not be the same size all
    /// along.
    pub(super) fn part(&self, [from, to]: [PointId; 2], share: [f64; 2]) -> Option<Self> {
        let at = |t: f64| -> Option<f64> {
            self.parts.iter().map(|(profile, size)| Some(profile.at(t) * size.known()?)).sum()
        };
        let [first, last] = share.map(at);
        let parts = match (self.parts.as_slice(), first.zip(last)) {
            ([(Profile::Uniform, size)], _) => vec![(Profile::Uniform, *size)],
            (_, Some((start, end))) => Self::straight(Amount::Known(start), Amount::Known(end)),
            _ => return None,
        };
        let [a, b] = share;
        let portion = match self.portion {
            None => Portion { ends: [self.from, self.to], share },
            Some(of) => {
                let [s, t] = of.share;
                Portion { share: [s + (t - s) * a, s + (t - s) * b], ..of }
            }
        };
        let (direction, over) = (self.direction, self.over * (b - a));
        Some(Self { from, to, parts, direction, over, portion: Some(portion) })
    }
}

impl LoadKind {
    /// Makes it so many times as strong. What is sought stays sought; a negative factor turns it round.
    pub(crate) fn scale(&mut self, by: f64) {
        if by == 1.0 {
            return;
        }
        match self {
            Self::Force { direction, size, given, .. } => {
                size.scale(by);
                (*direction, *size) = positive(*direction, *size);
                if let Given::Mass(mass) = given {
                    *mass *= by.abs();
                }
            }
            Self::Couple { axis, size, .. } => {
                size.scale(by);
                (*axis, *size) = positive(*axis, *size);
            }
            Self::Spread(Spread { parts, direction, .. }) => {
                parts.iter_mut().for_each(|(_, size)| size.scale(by));
                if parts.iter().all(|(_, size)| size.known().is_some_and(|size| size <= 0.0)) {
                    parts.iter_mut().for_each(|(_, size)| size.scale(-1.0));
                    *direction = -*direction;
                }
            }
            Self::Own { halves, .. } => halves.iter_mut().for_each(|(_, _, weight)| *weight *= by),
        }
    }

    /// Its sizes: several for a load that varies; none for what is never sought.
    pub fn amounts(&self) -> Vec<Amount> {
        match self {
            Self::Force { size, .. } | Self::Couple { size, .. } => vec![*size],
            Self::Spread(spread) => spread.parts.iter().map(|(_, size)| *size).collect(),
            Self::Own { .. } => Vec::new(),
        }
    }
}

/// The form in which a force was written.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Given {
    /// By its components: they are used as they stand.
    Components,
    /// By size and direction; the angle was given from the horizontal (or from no axis at all).
    FromHorizontal,
    /// By size and direction; the angle was given from the vertical.
    FromVertical,
    /// As the weight of a mass, kg.
    Mass(f64),
    /// As a weight, by its size.
    Weight,
}

/// The name of each load, given or generated, in the order of the sheet.
pub fn load_names(sheet: &sheet::Sheet) -> Vec<String> {
    let given: Vec<_> = sheet.loads.iter().map(sheet::Load::name).collect();
    names::complete(&given, |i| format!("{}#", sheet.loads[i].word().sort().letter))
}

impl Builder {
    pub(super) fn loads(&mut self, document: &Document) {
        let written = &document.sheet.loads;
        let given: Vec<_> = written.iter().map(sheet::Load::name).collect();
        self.unique(&given, "load", |i| document.load_path(i));
        let names = load_names(&document.sheet);
        self.parameter = parameter_of(document);
        for (index, (load, name)) in written.iter().zip(names).enumerate() {
            let path = document.load_path(index);
            self.case(load, &document.sheet.cases, &path);
            let one = |built: Option<(On, LoadKind)>| built.into_iter().collect();
            let built: Vec<(On, LoadKind)> = match load {
                sheet::Load::Force(force) => one(self.force(force, &name, &path)),
                sheet::Load::Couple(couple) => one(self.couple(couple, &name, &path)),
                sheet::Load::Distributed(load) => self.distributed(load, &name, &path).unwrap_or_default(),
                sheet::Load::Weight(weight) => one(self.weight(weight, &name, &path)),
                sheet::Load::Own(own) => one(self.own_weight(own, &name, &path)),
            };
            let is_parameter = std::mem::take(&mut self.met_parameter);
            for (part, (on, kind)) in built.into_iter().enumerate() {
                if is_parameter {
                    self.grows(LoadId(self.model.loading.loads.len()));
                }
                let case = load.case().map(str::to_owned);
                self.model.loading.loads.push(Load { name: name.clone(), part, on, kind, case, times: 1.0 });
            }
        }
    }

    /// A load of the symbol whose limit is asked.
    fn grows(&mut self, load: LoadId) {
        let unit = self.model.units.force.clone();
        let Some(symbol) = self.parameter.clone() else { return };
        let new = || Parameter { symbol, loads: Vec::new(), unit, alone: false };
        self.model.parameter.get_or_insert_with(new).loads.push(load);
    }

    /// A case that is named must be one of the sheet's, when it lists any.
    fn case(&mut self, load: &sheet::Load, cases: &[String], path: &str) {
        let Some(case) = load.case() else { return };
        if !cases.is_empty() && !cases.iter().any(|c| c == case) {
            let message = format!("There is no load case \"{case}\".");
            let cure = format!("Cases here: {}.", cases.join(", "));
            self.problem(ProblemKind::Name, &format!("{path}.case"), message, cure);
        }
    }

    /// The body or pin on which a load acts. A bar is named by mistake now and then: it carries nothing between its ends.
    fn loaded(&mut self, at: PointId, on: Option<&str>, what: &str, path: &str) -> Option<On> {
        if let Some(name) = on
            && self.model.bars.iter().any(|b| b.name == name)
        {
            let message =
                format!("{what} is on the bar {name}, which carries nothing but the force along it.");
            let cure = "Put the load on the joint, or make the bar a body with pins.";
            self.sense(&format!("{path}.on"), message, cure);
            return None;
        }
        self.acting(at, on, what, path)
    }

    fn force(&mut self, load: &ForceLoad, name: &str, path: &str) -> Option<(On, LoadKind)> {
        let at = self.point(&load.at, &format!("{path}.at"));
        let on = at.and_then(|at| self.loaded(at, load.on.as_deref(), &format!("Load {name}"), path));
        if let Some(components) = &load.components {
            let mut part = |i: usize| {
                self.si(&components[i], Dimension::FORCE, name, &format!("{path}.components[{i}]"))
            };
            let parts: Vec<Option<f64>> = (0..components.len()).map(&mut part).collect();
            let force = Vector::from_parts(&parts.into_iter().collect::<Option<Vec<_>>>()?);
            // A force of nothing is drawn as if it pushed down.
            let direction = force.unit().unwrap_or(-self.model.up());
            let (size, given) = (Amount::Known(force.length()), Given::Components);
            return Some((on?, LoadKind::Force { at: at?, direction, size, given }));
        }
        let size = self.amount(load.size.as_ref()?, SoughtOf::Force, name, &format!("{path}.size"));
        let run = on.and_then(On::body).zip(at);
        let direction = self.direction(load.direction.as_ref()?, at, run, name, &format!("{path}.direction"));
        let (size, direction) = (size?, direction?);
        let (unit, size) = positive(direction.unit, size);
        Some((on?, LoadKind::Force { at: at?, direction: unit, size, given: direction.given }))
    }

    fn couple(&mut self, load: &CoupleLoad, name: &str, path: &str) -> Option<(On, LoadKind)> {
        let size = match &load.size {
            Some(size) => self.amount(size, SoughtOf::Couple, name, &format!("{path}.size")),
            None => None,
        };
        let what = format!("Load {name}");
        let at = match &load.at {
            None => None,
            Some(point) => Some(self.point(point, &format!("{path}.at"))?),
        };
        let on = match (at, &load.on) {
            (Some(at), on) => self.loaded(at, on.as_deref(), &what, path)?,
            (None, Some(on)) => On::Body(self.body(on, &format!("{path}.on"))?),
            (None, None) if self.model.bodies.len() == 1 => On::Body(super::BodyId(0)),
            (None, None) => {
                self.sense(
                    path,
                    format!("{what} does not say what it acts on."),
                    "Name the body it acts on.",
                );
                return None;
            }
        };
        if matches!(on, On::Pin(_)) {
            let message = format!("{what} is a couple on a pin, which has nothing to turn.");
            self.sense(path, message, "Name the body it turns.");
            return None;
        }
        let (axis, size) = match (&load.components, &load.axis) {
            (Some(components), _) => {
                let of = |builder: &mut Self, i: usize| {
                    builder.si(&components[i], Dimension::MOMENT, name, &format!("{path}.components[{i}]"))
                };
                let parts: Vec<_> = (0..components.len()).map(|i| of(self, i)).collect();
                let moment = Vector::from_parts(&parts.into_iter().collect::<Option<Vec<_>>>()?);
                (moment.unit().unwrap_or(self.model.up()), Amount::Known(moment.length()))
            }
            (None, Some(axis)) => {
                let run = on.body().zip(at);
                let axis = self.direction(axis, at, run, name, &format!("{path}.axis"))?.unit;
                positive(axis, size?)
            }
            (None, None) => (Vector::Z * load.turn.sign(), size?),
        };
        Some((on, LoadKind::Couple { at, axis, size }))
    }

    /// A distributed load: one on one body, else in its parts, from body to body along one straight line.
    fn distributed(&mut self, load: &DistributedLoad, name: &str, path: &str) -> Option<Vec<(On, LoadKind)>> {
        let start = self.amount(&load.start, SoughtOf::Intensity, name, &format!("{path}.start"));
        let end = match &load.end {
            None => start,
            Some(end) => self.amount(end, SoughtOf::Intensity, name, &format!("{path}.end")),
        };
        let from = self.point(&load.from, &format!("{path}.from"));
        let to = self.point(&load.to, &format!("{path}.to"));
        let (from, to) = (from?, to?);
        let what = format!("Load {name}");
        if from == to {
            let message = format!("{what} begins and ends at {}.", load.from);
            self.sense(path, message, "Let it end at another point.");
            return None;
        }
        let pieces = self.stretch(load, from, to, &what, path)?;
        let (on, near) = (pieces[0].body, pieces[0].ends[1]);
        let direction = match &load.direction {
            None => -self.model.up(),
            // "normal" and "along" follow the run, first point to last, at a place between its ends.
            Some(sheet::Direction::Text(word)) if word == "normal" || word == "along" => {
                let along = self.run_along(on, from, near)?;
                if word == "normal" && self.model.spatial() {
                    let message = "In space a member has no one normal.";
                    self.sense(
                        &format!("{path}.direction"),
                        message,
                        "Write the direction itself: \"-z\", say.",
                    );
                    return None;
                }
                if word == "along" { along } else { along.left() }
            }
            Some(written) => {
                let run = Some((on, from));
                self.direction(written, Some(from), run, name, &format!("{path}.direction"))?.unit
            }
        };
        let stretch = self.model.at(to) - self.model.at(from);
        let over = match load.per.unwrap_or_default() {
            Per::Length => stretch.length(),
            Per::Projection => {
                let projected = direction.cross(stretch).length();
                if projected <= tolerance::GEOMETRY * stretch.length() {
                    let message = format!("{what} acts along its member: the projection is zero.");
                    let cure = "Count it per length, or choose another direction.";
                    self.sense(&format!("{path}.per"), message, cure);
                    return None;
                }
                projected
            }
        };
        let (start, end) = (start?, end?);
        let load = Spread { from, to, parts: Spread::straight(start, end), direction, over, portion: None };
        if let [PathPiece { body, ends: [from, to], .. }] = pieces[..] {
            return Some(vec![(On::Body(body), LoadKind::Spread(Spread { from, to, ..load }))]);
        }
        let whole = stretch.length();
        let mut list = Vec::with_capacity(pieces.len());
        for PathPiece { body, ends: [from, to], start, end } in pieces {
            let Some(part) = load.part([from, to], [start / whole, end / whole]) else {
                let message = format!("{what} varies over a joint, and one of its ends is sought.");
                self.sense(path, message, "Write one load for each body.");
                return None;
            };
            list.push((On::Body(body), LoadKind::Spread(part)));
        }
        Some(list)
    }

    /// The pieces along which a load is spread: of the body that is named, else the only one with a run through both points; else the bodies that follow one
    /// another between them on a straight line.
    fn stretch(
        &mut self,
        load: &DistributedLoad,
        from: PointId,
        to: PointId,
        what: &str,
        path: &str,
    ) -> Option<Vec<PathPiece>> {
        let named = match &load.on {
            Some(name) => Some(self.body(name, &format!("{path}.on"))?),
            None => None,
        };
        let at_both: Vec<_> = self
            .bodies_at(from)
            .iter()
            .filter(|b| self.bodies_at(to).contains(b) && named.is_none_or(|named| named == **b))
            .copied()
            .collect();
        match at_both[..] {
            [only] => {
                if self.run_along(only, from, to).is_some() {
                    let end = self.model.at(from).distance(self.model.at(to));
                    return Some(vec![PathPiece { body: only, ends: [from, to], start: 0.0, end }]);
                }
                let body = self.model.bodies[only.0].name.clone();
                let message = format!(
                    "{what} goes from {} to {}, which are not on one straight run of \"{body}\".",
                    load.from, load.to
                );
                let stretches =
                    self.model.bodies[only.0].runs.iter().flat_map(|run| self.model.stretches(run));
                let named: Vec<String> = stretches
                    .take(4)
                    .filter_map(|points| {
                        Some(format!(
                            "{} to {}",
                            self.model.point_name(*points.first()?),
                            self.model.point_name(*points.last()?)
                        ))
                    })
                    .collect();
                let cure = format!("Let it run along one straight stretch: {}.", named.join(", "));
                self.sense(path, message, cure);
            }
            [] if self.bodies_missing => {}
            [] => {
                let ends = [self.model.at(from), self.model.at(to)];
                if named.is_none()
                    && let Ok(pieces) = self.pieces(None, ends)
                {
                    return Some(pieces);
                }
                let message = format!("{what} goes from {} to {}, which no body joins.", load.from, load.to);
                self.sense(path, message, "Load each body over its own length; a bar carries no such load.");
            }
            _ => {
                let names: Vec<_> =
                    at_both.iter().map(|b| format!("\"{}\"", self.model.bodies[b.0].name)).collect();
                let message = format!("{what} could be on {}.", names.join(" or "));
                self.sense(path, message, format!("Say which one: {}, say.", names[0]));
            }
        }
        None
    }

    /// The direction of the run that goes straight between two points, in its own sense.
    fn run_along(&self, body: super::BodyId, a: PointId, b: PointId) -> Option<Vector> {
        self.model.bodies[body.0].runs.iter().find_map(|run| {
            let index = |p: PointId| run.points.iter().position(|q| *q == p);
            let (i, j) = (index(a)?, index(b)?);
            let (low, high) = (i.min(j), i.max(j));
            let at = |k: usize| self.model.at(run.points[k]);
            let along = (at(high) - at(low)).unit()?;
            let straight = (low..high).all(|k| {
                let piece = at(k + 1) - at(k);
                piece.cross(along).length() <= tolerance::GEOMETRY * piece.length()
            });
            straight.then_some(along)
        })
    }

    fn weight(&mut self, load: &WeightLoad, name: &str, path: &str) -> Option<(On, LoadKind)> {
        let at = self.point(&load.at, &format!("{path}.at"));
        let on = at.and_then(|at| self.loaded(at, load.on.as_deref(), &format!("Load {name}"), path));
        let mass = match &load.mass {
            None => None,
            Some(mass) => Some(self.si(mass, Dimension::MASS, name, &format!("{path}.mass"))?),
        };
        let size = match (mass, &load.size) {
            (Some(mass), _) => Amount::Known(mass * self.model.gravity),
            (None, Some(size)) => self.amount(size, SoughtOf::Force, name, &format!("{path}.size"))?,
            (None, None) => return None,
        };
        if size.known().is_some_and(|size| size < 0.0) {
            let key = if mass.is_some() { "mass" } else { "size" };
            let message = format!("Load {name} is a weight of less than nothing.");
            self.sense(&format!("{path}.{key}"), message, "Use a force for what lifts.");
            return None;
        }
        let given = mass.map_or(Given::Weight, Given::Mass);
        Some((on?, LoadKind::Force { at: at?, direction: -self.model.up(), size, given }))
    }
}

impl Builder {
    fn own_weight(&mut self, load: &OwnWeight, name: &str, path: &str) -> Option<(On, LoadKind)> {
        let per_length = match (&load.mass, &load.size) {
            (Some(mass), _) => {
                let mass = self.si(mass, Dimension::MASS_PER_LENGTH, name, &format!("{path}.mass"))?;
                mass * self.model.gravity
            }
            (None, size) => {
                self.si(size.as_ref()?, Dimension::FORCE_PER_LENGTH, name, &format!("{path}.size"))?
            }
        };
        if per_length < 0.0 {
            self.sense(path, format!("Load {name} is a weight of less than nothing."), "Write 0 or more.");
            return None;
        }
        let rows: Vec<usize> = if load.bars.is_empty() {
            (0..self.model.bars.len()).collect()
        } else {
            let found: Option<Vec<_>> =
                load.bars.iter().map(|bar| self.bar_row(bar, &format!("{path}.bars"))).collect();
            found?
        };
        let mut halves: Vec<(PointId, On, f64)> = Vec::new();
        for row in rows {
            let bar = &self.model.bars[row];
            let [a, b] = self.model.bar_ends(bar);
            let half = per_length * a.distance(b) / 2.0;
            for (at, on) in bar.ends.iter().zip(bar.on) {
                match halves.iter_mut().find(|(p, o, _)| p == at && *o == on) {
                    Some((.., weight)) => *weight += half,
                    None => halves.push((*at, on, half)),
                }
            }
        }
        let Some((_, on, _)) = halves.first() else {
            self.sense(path, format!("Load {name} is the weight of bars, and there are none."), "Remove it.");
            return None;
        };
        Some((*on, LoadKind::Own { down: -self.model.up(), halves }))
    }
}

/// A negative size pushes the other way: the direction is turned, the size is positive.
pub(crate) fn positive(unit: Vector, size: Amount) -> (Vector, Amount) {
    match size {
        Amount::Known(value) if value < 0.0 => (-unit, Amount::Known(-value)),
        _ => (unit, size),
    }
}
