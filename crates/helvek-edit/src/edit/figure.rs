//! The figure of a sheet, measured in its own unit of length: its points, the members along them, and what hangs on what.

use super::typed::length;
use super::{space, wrong};
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Quantity, Sheet};
use helvek_sheet::units::{Dimension, Unit};
use helvek_statics::model::units_of;
use indexmap::IndexMap;
use std::collections::HashSet;

/// A run, measured.
pub(super) struct Line {
    pub(super) body: String,
    /// The index among the body's runs.
    pub(super) run: usize,
    /// From its first point to its last.
    pub(super) points: Vec<(String, Point)>,
}

impl Line {
    /// The distance of each point from the start, round the corners.
    pub(super) fn stations(&self) -> Vec<f64> {
        let mut sum = 0.0;
        let steps = self.points.windows(2).map(|pair| pair[0].1.distance(pair[1].1));
        std::iter::once(0.0)
            .chain(steps.map(|step| {
                sum += step;
                sum
            }))
            .collect()
    }

    pub(super) fn length(&self) -> f64 {
        self.stations().last().copied().unwrap_or_default()
    }

    /// The place at a distance from the start.
    pub(super) fn at(&self, station: f64) -> Point {
        let stations = self.stations();
        let last = self.points.len() - 1;
        let next = stations.partition_point(|s| *s < station).clamp(1, last);
        let (a, b) = (self.points[next - 1].1, self.points[next].1);
        let along = (b - a).unit().unwrap_or(Vector::X);
        a + along * (station - stations[next - 1])
    }

    pub(super) fn index_of(&self, name: &str) -> Option<usize> {
        self.points.iter().position(|(n, _)| n == name)
    }

    /// The first and the last point of the straight stretch in which the piece from point `index` to the next one lies.
    pub(super) fn stretch(&self, index: usize) -> (usize, usize) {
        let straight = |i: usize| {
            let (u, v) = (self.points[i].1 - self.points[i - 1].1, self.points[i + 1].1 - self.points[i].1);
            u.cross(v).length() <= tolerance::GEOMETRY * u.length() * v.length()
        };
        let (mut first, mut last) = (index, index + 1);
        while first > 0 && straight(first) {
            first -= 1;
        }
        while last + 1 < self.points.len() && straight(last) {
            last += 1;
        }
        (first, last)
    }
}

/// Members that follow one another on a straight line, over the joints between them; or one alone, whatever its corners.
pub(super) struct Way {
    /// All of them as one line.
    pub(super) line: Line,
    /// The body of each piece from point to point.
    bodies: Vec<String>,
    /// The length along it at which the member begins that it was made of.
    pub(super) start: f64,
}

impl Way {
    /// A member by itself.
    pub(super) fn alone(line: &Line) -> Self {
        let bodies = vec![line.body.clone(); line.points.len() - 1];
        let line = Line { body: line.body.clone(), run: line.run, points: line.points.clone() };
        Self { line, bodies, start: 0.0 }
    }

    /// The body at a distance from its start; at a joint the first of the two.
    pub(super) fn body_at(&self, station: f64) -> &str {
        let behind = self.line.stations().partition_point(|s| *s < station);
        &self.bodies[behind.clamp(1, self.bodies.len()) - 1]
    }

    /// Its name: its member, or the points from which and to which it leads.
    pub(super) fn called(&self) -> String {
        if self.bodies.iter().all(|body| *body == self.line.body) {
            return self.line.body.clone();
        }
        let ends =
            [self.line.points.first(), self.line.points.last()].map(|p| p.map_or("", |(name, _)| name));
        format!("line from {} to {}", ends[0], ends[1])
    }

    fn has(&self, line: &Line) -> bool {
        self.bodies.contains(&line.body)
    }

    /// Goes on along another member where this one ends, as long as one does so straight.
    fn onward(&mut self, lines: &[Line]) {
        loop {
            let [.., (_, before), (end, here)] = &self.line.points[..] else { return };
            let along = *here - *before;
            let straight = |to: Point| {
                let next = to - *here;
                let size = along.length() * next.length();
                next.dot(along) > 0.0 && next.cross(along).length() <= tolerance::GEOMETRY * size
            };
            let rest = lines.iter().filter(|line| !self.has(line)).find_map(|line| {
                let mut points = line.points.clone();
                if points.last().is_some_and(|(name, _)| name == end) {
                    points.reverse();
                }
                let goes = points[0].0 == *end && straight(points[1].1);
                goes.then(|| (line.body.clone(), points.split_off(1)))
            });
            let Some((body, points)) = rest else { return };
            self.bodies.extend(vec![body; points.len()]);
            self.line.points.extend(points);
        }
    }

    fn turned(mut self) -> Self {
        let length = self.line.length();
        self.line.points.reverse();
        self.bodies.reverse();
        self.start = length - self.start;
        self
    }
}

/// Everything with a place.
pub(super) struct Figure {
    pub(super) unit: Unit,
    pub(super) at: IndexMap<String, Point>,
    pub(super) lines: Vec<Line>,
    /// Points that ride along, by body.
    riding: Vec<(String, String)>,
    /// Bars hold points together as runs do.
    pub(super) bars: Vec<[String; 2]>,
    size: f64,
    /// It is a sheet of space.
    pub(super) spatial: bool,
    /// Up, a unit vector.
    pub(super) up: Vector,
}

impl Figure {
    /// # Errors
    /// When a point of a body is missing: the sheet has to be mended first.
    pub(super) fn of(sheet: &Sheet) -> Result<Self, Vec<Problem>> {
        let unit = units_of(sheet).of(Dimension::LENGTH);
        let value = |quantity: &Quantity| match quantity {
            Quantity::Number(n) => Ok(*n),
            Quantity::Text(text) => length(text, &unit, "place"),
        };
        let mut at = IndexMap::new();
        for (name, coordinates) in &sheet.points {
            let point = match coordinates.as_slice() {
                [x, y] => Point::plane(value(x)?, value(y)?),
                [x, y, z] => Point { x: value(x)?, y: value(y)?, z: value(z)? },
                _ => continue,
            };
            at.insert(name.clone(), point);
        }
        let mut lines = Vec::new();
        for (body, runs) in &sheet.bodies {
            for (run, names) in runs.runs.iter().enumerate() {
                let mut points = Vec::new();
                for name in names {
                    let Some(at) = at.get(name) else {
                        return wrong(
                            "place",
                            format!("Point {name} of \"{body}\" is missing."),
                            "Mend the sheet first.",
                        );
                    };
                    points.push((name.clone(), *at));
                }
                if points.len() > 1 {
                    lines.push(Line { body: body.clone(), run, points });
                }
            }
        }
        let riding = sheet
            .bodies
            .iter()
            .flat_map(|(body, b)| b.points.iter().map(|p| (body.clone(), p.clone())))
            .collect();
        let bars = sheet.bars.iter().map(|bar| bar.ends().clone()).collect();
        let size = at.values().flat_map(|p| at.values().next().map(|q| p.distance(*q))).fold(0.0, f64::max);
        let (spatial, up) = (space::spatial(sheet), space::up(sheet));
        Ok(Self { unit, at, lines, riding, bars, size, spatial, up })
    }

    /// # Errors
    /// When there is no member yet.
    pub(super) fn first(&self, slot: &str) -> Result<&Line, Vec<Problem>> {
        match self.lines.first() {
            Some(line) => Ok(line),
            None => wrong(slot, "There is no beam yet.", "Draw the beam first: its length is enough."),
        }
    }

    pub(super) fn names(&self) -> Vec<&str> {
        self.at.keys().map(String::as_str).collect()
    }

    /// The only body at a point, or the first of several.
    pub(super) fn body_at(&self, name: &str) -> Option<String> {
        let run = self.lines.iter().find(|line| line.index_of(name).is_some()).map(|line| &line.body);
        let rides = || self.riding.iter().find(|(_, p)| p == name).map(|(body, _)| body);
        run.or_else(rides).cloned()
    }

    /// The way along which distances are measured where no member is named: from the start of the first one, over joints as far as it is straight.
    ///
    /// # Errors
    /// When there is no member yet.
    pub(super) fn way(&self, slot: &str) -> Result<Way, Vec<Problem>> {
        let mut way = Way::alone(self.first(slot)?);
        way.onward(&self.lines);
        Ok(way)
    }

    /// The way on which a point stands, and its distance from the start, for a step `by` from it: its member, or where that ends too soon, those
    /// that go on straight.
    pub(super) fn step(&self, name: &str, by: f64) -> Option<(Way, f64)> {
        let (line, station) = self.along(name, by)?;
        let alone = Way::alone(line);
        let slack = self.slack();
        let stays = |way: &Way, at: f64| at >= -slack && at <= way.line.length() + slack;
        if stays(&alone, station + by) {
            return Some((alone, station));
        }
        let longer = self.lines.iter().filter_map(|line| {
            let station = line.stations()[line.index_of(name)?];
            let mut way = Way::alone(line);
            way.onward(&self.lines);
            let mut way = way.turned();
            way.onward(&self.lines);
            let way = way.turned();
            let station = way.start + station;
            stays(&way, station + by).then_some((way, station))
        });
        longer.into_iter().next().or(Some((alone, station)))
    }

    /// The line on which a point stands, and its distance from the start; of several, the one on which a step `by` stays.
    fn along(&self, name: &str, by: f64) -> Option<(&Line, f64)> {
        let found: Vec<_> = self
            .lines
            .iter()
            .filter_map(|line| Some((line, line.stations()[line.index_of(name)?])))
            .collect();
        let slack = tolerance::GEOMETRY * self.size;
        let stays =
            |(line, station): &&(&Line, f64)| station + by >= -slack && station + by <= line.length() + slack;
        found.iter().find(stays).or(found.first()).copied()
    }

    /// A direction word, `normal` and `along` being those of the member at a point.
    pub(super) fn word(&self, word: &str, at: &str) -> Vector {
        let along = || {
            let piece = self.along(at, 0.0).map(|(line, station)| {
                let a = line.at((station - 1e-6 * line.length()).max(0.0));
                let b = line.at((station + 1e-6 * line.length()).min(line.length()));
                (b - a).unit().unwrap_or(Vector::X)
            });
            piece.unwrap_or(Vector::X)
        };
        match word {
            "left" | "-x" => -Vector::X,
            "up" => self.up,
            "down" => -self.up,
            "+y" => Vector::Y,
            "-y" => -Vector::Y,
            "+z" => Vector::Z,
            "-z" => -Vector::Z,
            "normal" => along().left(),
            "along" => along(),
            _ => Vector::X,
        }
    }

    /// The direction of the member that passes a place; +x where there is none.
    pub(super) fn direction_at(&self, at: Point) -> Vector {
        let pieces = self.lines.iter().flat_map(|line| line.points.windows(2));
        let off = |a: Point, along: Vector| (at - (a + along * (at - a).dot(along))).length();
        let passing = pieces.filter_map(|pair| {
            let along = (pair[1].1 - pair[0].1).unit()?;
            let s = (at - pair[0].1).dot(along);
            let within = s >= -self.slack() && s <= pair[0].1.distance(pair[1].1) + self.slack();
            (within && off(pair[0].1, along) <= 1e3 * self.slack()).then_some(along)
        });
        passing.into_iter().next().unwrap_or(Vector::X)
    }

    pub(super) fn slack(&self) -> f64 {
        tolerance::GEOMETRY * self.size.max(f64::MIN_POSITIVE)
    }

    /// The point at a place; one that a member passes before a mere mark.
    /// An example for a figure of the plane, or for one of space.
    pub(super) fn example<'a>(&self, plane: &'a str, space: &'a str) -> &'a str {
        if self.spatial { space } else { plane }
    }

    pub(super) fn point_near(&self, at: Point) -> Option<&str> {
        let near: Vec<_> =
            self.at.iter().filter(|(_, p)| p.distance(at) <= self.slack()).map(|(n, _)| n.as_str()).collect();
        near.iter().find(|name| self.body_at(name).is_some()).or(near.first()).copied()
    }

    /// The run that passes a place, on `body` if that is given, and where in it a new point belongs.
    pub(super) fn passes(&self, at: Point, body: Option<&str>) -> Option<(String, usize, usize)> {
        let mine = self.lines.iter().filter(|line| body.is_none_or(|b| b == line.body));
        let mut found = mine.filter_map(|line| {
            let index = line.points.windows(2).position(|pair| {
                let (a, b) = (pair[0].1, pair[1].1);
                let Some(along) = (b - a).unit() else { return false };
                let s = (at - a).dot(along);
                let off = at.distance(a + along * s);
                off <= 1e3 * self.slack() && s > 0.0 && s < a.distance(b)
            })?;
            Some((line.body.clone(), line.run, index + 1))
        });
        found.next()
    }

    /// The bar between whose ends a place lies, by its row.
    pub(super) fn bar_at(&self, at: Point) -> Option<usize> {
        self.bars.iter().position(|[a, b]| {
            let (Some(a), Some(b)) = (self.at.get(a), self.at.get(b)) else { return false };
            let Some(along) = (*b - *a).unit() else { return false };
            let s = (at - *a).dot(along);
            let off = at.distance(*a + along * s);
            off <= 1e3 * self.slack() && s > self.slack() && s < a.distance(*b) - self.slack()
        })
    }

    /// The points between two places, in order from the first.
    pub(super) fn between(&self, a: Point, b: Point) -> Vec<String> {
        let Some(along) = (b - a).unit() else { return Vec::new() };
        let length = a.distance(b);
        let mut found: Vec<(f64, &String)> = self
            .at
            .iter()
            .filter_map(|(name, p)| {
                let s = (*p - a).dot(along);
                let off = p.distance(a + along * s);
                (off <= 1e3 * self.slack() && s > self.slack() && s < length - self.slack())
                    .then_some((s, name))
            })
            .collect();
        found.sort_by(|a, b| a.0.total_cmp(&b.0));
        found.into_iter().map(|(_, name)| name.clone()).collect()
    }

    /// Everything that hangs on `from` once the links of `cut` are taken away: by runs, by bars, and what rides along with the nearest
    /// point of its body.
    pub(super) fn hangs_on(&self, from: &str, cut: &[(&str, &str)]) -> HashSet<String> {
        let gone = |a: &str, b: &str| cut.iter().any(|(x, y)| (*x, *y) == (a, b) || (*x, *y) == (b, a));
        let mut links: Vec<(&str, &str)> = Vec::new();
        for line in &self.lines {
            links.extend(line.points.windows(2).map(|pair| (pair[0].0.as_str(), pair[1].0.as_str())));
        }
        links.extend(self.bars.iter().map(|[a, b]| (a.as_str(), b.as_str())));
        for (body, point) in &self.riding {
            let Some(at) = self.at.get(point) else { continue };
            let mine = self.lines.iter().filter(|line| line.body == *body).flat_map(|line| &line.points);
            let nearest = mine.min_by(|a, b| a.1.distance(*at).total_cmp(&b.1.distance(*at)));
            links.extend(nearest.map(|(name, _)| (name.as_str(), point.as_str())));
        }
        links.retain(|(a, b)| !gone(a, b));
        let mut reached = HashSet::from([from.to_owned()]);
        let mut open = vec![from.to_owned()];
        while let Some(here) = open.pop() {
            for (a, b) in &links {
                for (near, far) in [(a, b), (b, a)] {
                    if *near == here && reached.insert((*far).to_owned()) {
                        open.push((*far).to_owned());
                    }
                }
            }
        }
        reached
    }
}
