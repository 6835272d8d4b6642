//! From the sheet to the model: meaning, dimensions, and what this version does not solve yet.

use super::resolve::Builder;
use super::{
    Asked, Body, BodyId, Given, Load, LoadKind, Model, NamedPoint, Run, Schools, Space, Support, SupportId,
    SupportKind, names,
};
use crate::geometry::{Point, Vector};
use crate::problem::{Problem, ProblemKind, in_order_of_the_text};
use crate::sheet::{
    self, CoupleLoad, DistributedLoad, Document, Find, ForceLoad, Per, Quantity, SupportKind as WrittenKind,
};
use crate::tolerance;
use crate::units::{Dimension, Unit, Units, parse_unit};

/// A model as far as it could be understood, and every problem of form and of meaning, in the order of the text.
#[derive(Debug, Clone, PartialEq)]
pub struct Built {
    /// What was understood; complete only when there are no problems.
    pub model: Model,
    /// Everything wrong with the sheet.
    pub problems: Vec<Problem>,
}

/// Builds the model of a sheet. Things with a problem are left out of it, so that the rest can still be drawn.
pub fn build(document: &Document) -> Built {
    let sheet = &document.sheet;
    let mut unit_problems = Vec::new();
    let units = units(&sheet.units, &mut unit_problems);
    let mut builder = Builder::new(units);
    builder.problems = unit_problems;
    builder.model.title.clone_from(&sheet.title);
    builder.model.space = Space::Plane;
    let (defaults, written) = (Schools::default(), &sheet.conventions);
    builder.model.schools = Schools {
        moment: written.moment.unwrap_or(defaults.moment),
        assume: written.assume.unwrap_or(defaults.assume),
        first: written.first.unwrap_or(defaults.first),
        figures: written.figures.unwrap_or(defaults.figures),
    };
    builder.points(sheet);
    builder.bodies(sheet);
    builder.supports(document);
    builder.loads(document);
    builder.asked(sheet);
    let mut problems = document.problems.clone();
    let mut found = std::mem::take(&mut builder.problems);
    document.locate(&mut found);
    problems.append(&mut found);
    in_order_of_the_text(&mut problems);
    Built { model: builder.model, problems }
}

/// The units of a sheet; those that cannot be read have their defaults.
pub fn units_of(sheet: &sheet::Sheet) -> Units {
    units(&sheet.units, &mut Vec::new())
}

/// The name of each support, given or generated, in the order of the sheet.
pub fn support_names(sheet: &sheet::Sheet) -> Vec<String> {
    let given: Vec<_> = sheet.supports.iter().map(|s| s.name.as_deref()).collect();
    names::complete(&given, |i| sheet.supports[i].at.clone())
}

/// The name of each load, given or generated, in the order of the sheet.
pub fn load_names(sheet: &sheet::Sheet) -> Vec<String> {
    let given: Vec<_> = sheet.loads.iter().map(sheet::Load::name).collect();
    names::complete(&given, |i| match &sheet.loads[i] {
        sheet::Load::Force(_) => "F#".into(),
        sheet::Load::Couple(_) => "M#".into(),
        sheet::Load::Distributed(_) => "q#".into(),
    })
}

fn units(written: &sheet::UnitNames, problems: &mut Vec<Problem>) -> Units {
    let mut read = |key: &str, symbol: &Option<String>, dimension: Dimension, default: Unit| {
        let Some(symbol) = symbol else { return default };
        let path = format!("units.{key}");
        match parse_unit(symbol) {
            Ok(unit) if unit.dimension == dimension => unit,
            Ok(unit) => {
                let message = format!(
                    "\"{symbol}\" is a unit of {}, where a unit of {} belongs.",
                    unit.dimension.name(),
                    dimension.name()
                );
                let cure = format!("Write the unit of {}.", dimension.example());
                problems.push(Problem::new(ProblemKind::Quantity, path, message, cure));
                default
            }
            Err(error) => {
                problems.push(Problem::new(ProblemKind::Quantity, path, error.to_string(), error.cure()));
                default
            }
        }
    };
    let defaults = Units::default();
    let length = read("length", &written.length, Dimension::LENGTH, defaults.length);
    let force = read("force", &written.force, Dimension::FORCE, defaults.force);
    let moment = read("moment", &written.moment, Dimension::MOMENT, force.times(&length));
    Units {
        moment,
        length,
        force,
        mass: read("mass", &written.mass, Dimension::MASS, defaults.mass),
        angle: read("angle", &written.angle, Dimension::ANGLE, defaults.angle),
        stress: read("stress", &written.stress, Dimension::STRESS, defaults.stress),
        section: read("section", &written.section, Dimension::LENGTH, defaults.section),
    }
}

impl Builder {
    fn points(&mut self, sheet: &sheet::Sheet) {
        for (name, coordinates) in &sheet.points {
            let path = format!("points.{name}");
            let x = self.si(&coordinates[0], Dimension::LENGTH, name, &format!("{path}[0]"));
            let y = self.si(&coordinates[1], Dimension::LENGTH, name, &format!("{path}[1]"));
            if let (Some(x), Some(y)) = (x, y) {
                self.add_point(name);
                self.model.points.push(NamedPoint { name: name.clone(), at: Point::plane(x, y) });
            }
        }
    }

    fn bodies(&mut self, sheet: &sheet::Sheet) {
        for (index, (name, body)) in sheet.bodies.iter().enumerate() {
            let path = format!("bodies.{name}");
            if index > 0 {
                let message = format!(
                    "\"{name}\" is a second body; several bodies are part of the format, but not yet solved by this version."
                );
                self.problem(ProblemKind::NotYet, &path, message, "Keep one body for now.");
                continue;
            }
            if body.runs.len() > 1 {
                let message = format!(
                    "\"{name}\" has several runs, which are part of the format, but not yet solved by this version."
                );
                self.problem(
                    ProblemKind::NotYet,
                    &format!("{path}.runs"),
                    message,
                    "Keep one straight run for now.",
                );
                continue;
            }
            let run_path = format!("{path}.runs[0]");
            let Some(written) = body.runs.first().filter(|run| run.len() >= 2) else {
                self.sense(
                    &format!("{path}.runs"),
                    format!("\"{name}\" has no run of two points or more."),
                    "Write runs = [[\"A\", \"B\"]].",
                );
                continue;
            };
            let points: Vec<_> = written
                .iter()
                .enumerate()
                .map(|(i, point)| self.point(point, &format!("{run_path}[{i}]")))
                .collect();
            let Some(points) = points.into_iter().collect::<Option<Vec<_>>>() else { continue };
            if self.straight(name, &points, &run_path) {
                self.add_body(name, &points);
                self.model.bodies.push(Body { name: name.clone(), runs: vec![Run { points }] });
            }
        }
        self.bodies_missing = self.model.bodies.len() < sheet.bodies.len();
        if sheet.bodies.is_empty() {
            self.bodies_missing = true;
            self.sense(
                "bodies",
                "There is no body.",
                "Write [bodies] and beam = { runs = [[\"A\", \"B\"]] }.",
            );
        }
    }

    /// Whether a run goes straight on from point to point; what is wrong with it otherwise.
    fn straight(&mut self, name: &str, points: &[super::PointId], path: &str) -> bool {
        let at: Vec<_> = points.iter().map(|p| self.model.at(*p)).collect();
        let names: Vec<_> = points.iter().map(|p| self.model.point_name(*p).to_owned()).collect();
        let size = at.iter().map(|p| p.distance(at[0])).fold(0.0, f64::max);
        for (i, pair) in at.windows(2).enumerate() {
            if pair[0].distance(pair[1]) <= tolerance::GEOMETRY * size {
                let message =
                    format!("\"{name}\" has zero length between {} and {}.", names[i], names[i + 1]);
                self.sense(
                    &format!("{path}[{}]", i + 1),
                    message,
                    "Move one of the points, or leave one out.",
                );
                return false;
            }
        }
        let along = (at[1] - at[0]).unit().unwrap_or(Vector::X);
        for (i, pair) in at.windows(2).enumerate().skip(1) {
            let step = pair[1] - pair[0];
            if along.cross(step).length() > tolerance::GEOMETRY * size {
                let message = format!(
                    "\"{name}\" bends at {}; bent bodies are part of the format, but not yet solved by this version.",
                    names[i]
                );
                self.problem(
                    ProblemKind::NotYet,
                    &format!("{path}[{i}]"),
                    message,
                    "Keep the points on one line for now.",
                );
                return false;
            }
            if along.dot(step) < 0.0 {
                let message = format!("\"{name}\" doubles back at {}.", names[i]);
                self.sense(
                    &format!("{path}[{i}]"),
                    message,
                    "Name the points in the order in which they stand along it.",
                );
                return false;
            }
        }
        true
    }

    fn supports(&mut self, document: &Document) {
        let written = &document.sheet.supports;
        let given: Vec<_> = written.iter().map(|s| s.name.as_deref()).collect();
        self.unique(&given, "support", |i| document.support_path(i));
        let names = support_names(&document.sheet);
        for (index, (support, name)) in written.iter().zip(names).enumerate() {
            let path = document.support_path(index);
            let what = format!("Support {name}");
            let Some(at) = self.point(&support.at, &format!("{path}.at")) else { continue };
            let Some(on) = self.body_at(at, support.on.as_deref(), &what, &path) else { continue };
            let kind = match support.kind {
                WrittenKind::Pin => SupportKind::Pin,
                WrittenKind::Fixed => SupportKind::Fixed,
                WrittenKind::Roller => {
                    let normal = match &support.normal {
                        None => Some(Vector::Y),
                        Some(normal) => self
                            .direction(normal, Some(at), Some((on, at)), &name, &format!("{path}.normal"))
                            .map(|resolved| resolved.unit),
                    };
                    let Some(normal) = normal else { continue };
                    SupportKind::Roller { normal }
                }
            };
            self.model.supports.push(Support { name, at, on, kind });
        }
    }

    /// Names written by the user may not clash.
    fn unique(&mut self, given: &[Option<&str>], what: &str, path: impl Fn(usize) -> String) {
        for (i, name) in given.iter().enumerate().filter_map(|(i, name)| name.map(|name| (i, name))) {
            if given[..i].contains(&Some(name)) {
                let message = format!("Another {what} is already named \"{name}\".");
                self.problem(ProblemKind::Name, &format!("{}.name", path(i)), message, "Rename one of them.");
            }
        }
    }

    fn loads(&mut self, document: &Document) {
        let written = &document.sheet.loads;
        let given: Vec<_> = written.iter().map(sheet::Load::name).collect();
        self.unique(&given, "load", |i| document.load_path(i));
        let names = load_names(&document.sheet);
        for (index, (load, name)) in written.iter().zip(names).enumerate() {
            let path = document.load_path(index);
            let built = match load {
                sheet::Load::Force(force) => self.force(force, &name, &path),
                sheet::Load::Couple(couple) => self.couple(couple, &name, &path),
                sheet::Load::Distributed(load) => self.distributed(load, &name, &path),
            };
            if let Some((on, kind)) = built {
                self.model.loads.push(Load { name, on, kind });
            }
        }
    }

    fn force(&mut self, load: &ForceLoad, name: &str, path: &str) -> Option<(BodyId, LoadKind)> {
        let at = self.point(&load.at, &format!("{path}.at"));
        let on = at.and_then(|at| self.body_at(at, load.on.as_deref(), &format!("Load {name}"), path));
        if let Some(components) = &load.components {
            let mut part = |i: usize| {
                self.si(&components[i], Dimension::FORCE, name, &format!("{path}.components[{i}]"))
            };
            let (x, y) = (part(0), part(1));
            let force = Vector::plane(x?, y?);
            return Some((on?, LoadKind::Force { at: at?, force, given: Given::Components }));
        }
        let size = self.si(load.size.as_ref()?, Dimension::FORCE, name, &format!("{path}.size"));
        let run = on.zip(at);
        let direction = self.direction(load.direction.as_ref()?, at, run, name, &format!("{path}.direction"));
        let (size, direction) = (size?, direction?);
        Some((on?, LoadKind::Force { at: at?, force: direction.unit * size, given: direction.given }))
    }

    fn couple(&mut self, load: &CoupleLoad, name: &str, path: &str) -> Option<(BodyId, LoadKind)> {
        let size = self.si(&load.size, Dimension::MOMENT, name, &format!("{path}.size"));
        let at = match &load.at {
            None => None,
            Some(point) => Some(self.point(point, &format!("{path}.at"))?),
        };
        let on = match (at, &load.on) {
            (Some(at), on) => self.body_at(at, on.as_deref(), &format!("Load {name}"), path)?,
            (None, Some(on)) => self.body(on, &format!("{path}.on"))?,
            (None, None) if self.model.bodies.len() == 1 => BodyId(0),
            (None, None) => {
                self.sense(path, format!("Load {name} does not say what it acts on."), "Add on = \"...\".");
                return None;
            }
        };
        Some((on, LoadKind::Couple { at, moment: Vector::Z * (load.turn.sign() * size?) }))
    }

    fn distributed(&mut self, load: &DistributedLoad, name: &str, path: &str) -> Option<(BodyId, LoadKind)> {
        let mut intensity = |quantity: &Quantity, key: &str| {
            self.si(quantity, Dimension::FORCE_PER_LENGTH, name, &format!("{path}.{key}"))
        };
        let start = intensity(&load.start, "start");
        let end = match &load.end {
            None => start,
            Some(end) => intensity(end, "end"),
        };
        let from = self.point(&load.from, &format!("{path}.from"));
        let to = self.point(&load.to, &format!("{path}.to"));
        let (from, to) = (from?, to?);
        let what = format!("Load {name}");
        let on = self.body_at(from, load.on.as_deref(), &what, path)?;
        self.body_at(to, Some(&self.model.bodies[on.0].name.clone()), &what, path)?;
        if from == to {
            self.sense(
                path,
                format!("{what} begins and ends at {}.", load.from),
                "Let it end at another point.",
            );
            return None;
        }
        let direction = match &load.direction {
            None => -Vector::Y,
            Some(written) => {
                self.direction(written, Some(from), Some((on, from)), name, &format!("{path}.direction"))?
                    .unit
            }
        };
        let stretch = self.model.at(to) - self.model.at(from);
        let over = match load.per.unwrap_or_default() {
            Per::Length => stretch.length(),
            Per::Projection => {
                let projected = direction.cross(stretch).length();
                if projected <= tolerance::GEOMETRY * stretch.length() {
                    let message = format!("{what} acts along its member: the projection is zero.");
                    self.sense(
                        &format!("{path}.per"),
                        message,
                        "Count it per length, or choose another direction.",
                    );
                    return None;
                }
                projected
            }
        };
        Some((on, LoadKind::Distributed { from, to, start: start?, end: end?, direction, over }))
    }

    fn asked(&mut self, sheet: &sheet::Sheet) {
        for (i, find) in sheet.find.iter().enumerate() {
            let Find::Reactions { support } = find;
            let all = (0..self.model.supports.len()).map(|i| Asked::Support(SupportId(i)));
            let Some(name) = support else {
                self.model.asked.extend(all);
                continue;
            };
            match self.model.supports.iter().position(|s| s.name == *name) {
                Some(index) => self.model.asked.push(Asked::Support(SupportId(index))),
                None => {
                    let known: Vec<_> = self.model.supports.iter().map(|s| s.name.as_str()).collect();
                    let cure = format!("Supports here: {}.", known.join(", "));
                    let message = format!("There is no support \"{name}\".");
                    self.problem(ProblemKind::Name, &format!("find[{i}].support"), message, cure);
                }
            }
        }
        if self.model.asked.is_empty() {
            self.model.asked = (0..self.model.supports.len()).map(|i| Asked::Support(SupportId(i))).collect();
        }
    }
}
