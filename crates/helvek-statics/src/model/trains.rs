//! Trains of forces, resolved: what they run on, piece by piece.

use super::resolve::Builder;
use super::{BodyId, PointId, names};
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::sheet::{self, Heads};
use helvek_sheet::units::Dimension;

/// Forces that keep their distances while they travel along a straight line of members.
#[derive(Debug, Clone, PartialEq)]
pub struct Train {
    /// Given or generated; unique among trains.
    pub name: String,
    /// The beginning and the end of the path.
    pub ends: [PointId; 2],
    /// The unit vector along the path.
    pub along: Vector,
    /// The unit vector in which its forces push.
    pub direction: Vector,
    /// The leading one first.
    pub axles: Vec<Axle>,
    /// The ways round it may travel.
    pub heads: Heads,
    /// The pieces it runs on, one behind the other, over the whole path.
    pub path: Vec<PathPiece>,
}

/// A force of a train.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Axle {
    /// N.
    pub size: f64,
    /// Metres behind the leading one.
    pub behind: f64,
}

/// A part of a path on one body.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PathPiece {
    /// The body.
    pub body: BodyId,
    /// Its points where the piece begins and ends.
    pub ends: [PointId; 2],
    /// Metres from the beginning of the path.
    pub start: f64,
    /// The end.
    pub end: f64,
}

impl Train {
    /// The length of its path, m.
    pub fn length(&self) -> f64 {
        self.path.last().map_or(0.0, |piece| piece.end)
    }
}

/// The name of each train, given or generated, in the order of the sheet.
pub fn train_names(sheet: &sheet::Sheet) -> Vec<String> {
    let given: Vec<_> = sheet.moving.iter().map(|train| train.name.as_deref()).collect();
    names::complete(&given, |_| "T#".into())
}

/// The reason why there is no way along a straight line.
pub(super) enum Gap {
    /// So many metres from its beginning there is nothing.
    Nothing(f64),
    /// It could go on along any of these.
    Several(Vec<BodyId>),
}

/// A straight part of a run that lies on a path: how far along it begins and ends, with its points in that order.
struct Rail {
    body: BodyId,
    ends: [PointId; 2],
    start: f64,
    end: f64,
}

impl Builder {
    pub(super) fn trains(&mut self, sheet: &sheet::Sheet) {
        let given: Vec<_> = sheet.moving.iter().map(|train| train.name.as_deref()).collect();
        self.unique(&given, "train", |i| format!("moving[{i}]"));
        for (i, (written, name)) in sheet.moving.iter().zip(train_names(sheet)).enumerate() {
            let train = self.train(written, name, &format!("moving[{i}]"));
            self.model.trains.extend(train);
        }
    }

    fn train(&mut self, written: &sheet::Train, name: String, path: &str) -> Option<Train> {
        let axles = self.axles(written, &name, path);
        let direction = match &written.direction {
            None => Some(-Vector::Y),
            Some(way) => {
                self.direction(way, None, None, &name, &format!("{path}.direction")).map(|found| found.unit)
            }
        };
        let from = self.point(&written.from, &format!("{path}.from"));
        let to = self.point(&written.to, &format!("{path}.to"));
        let on = match &written.on {
            None => None,
            Some(on) => Some(self.body(on, &format!("{path}.on"))?),
        };
        let ends = [from?, to?];
        let [a, b] = ends.map(|p| self.model.at(p));
        let Some(along) = (b - a).unit() else {
            let message = format!("The path of {name} begins and ends at the same place.");
            self.sense(&format!("{path}.to"), message, "Name the point at its other end.");
            return None;
        };
        let pieces = match self.pieces(on, [a, b]) {
            Ok(pieces) => pieces,
            Err(gap) => return self.no_path(written, &gap, path),
        };
        Some(Train {
            name,
            ends,
            along,
            direction: direction?,
            axles: axles?,
            heads: written.heads.unwrap_or_default(),
            path: pieces,
        })
    }

    fn axles(&mut self, written: &sheet::Train, name: &str, path: &str) -> Option<Vec<Axle>> {
        let mut behind = 0.0;
        let mut axles = Vec::with_capacity(written.axles.len());
        for (i, axle) in written.axles.iter().enumerate() {
            let path = format!("{path}.axles[{i}]");
            let size = self.si(&axle.size, Dimension::FORCE, name, &format!("{path}.size"));
            let gap = match &axle.gap {
                None => Some(0.0),
                Some(gap) => self.si(gap, Dimension::LENGTH, name, &format!("{path}.gap")),
            };
            let (size, gap) = (size?, gap?);
            if size <= 0.0 {
                let message = format!("A force of {name} is not positive.");
                self.sense(
                    &format!("{path}.size"),
                    message,
                    "Write its size, and the way it pushes as direction.",
                );
                return None;
            }
            if i > 0 && gap <= 0.0 {
                let message = format!("A force of {name} is not behind the one before it.");
                self.sense(&format!("{path}.gap"), message, "Write a positive distance.");
                return None;
            }
            behind += gap;
            axles.push(Axle { size, behind });
        }
        Some(axles)
    }

    /// The pieces on the straight line between two places, from body to body where one ends and the next begins; `on` before others.
    ///
    /// # Errors
    /// When the line is not whole, or not clear.
    pub(super) fn pieces(&self, on: Option<BodyId>, [a, b]: [Point; 2]) -> Result<Vec<PathPiece>, Gap> {
        let length = a.distance(b);
        let Some(along) = (b - a).unit() else { return Err(Gap::Nothing(0.0)) };
        let slack = tolerance::GEOMETRY * length;
        let rails = self.rails(a, along, length);
        let mut pieces: Vec<PathPiece> = Vec::new();
        let mut here = 0.0;
        while here < length - slack {
            let next: Vec<&Rail> = rails.iter().filter(|rail| (rail.start - here).abs() <= slack).collect();
            let last = pieces.last().map(|piece| piece.body);
            let pick = |wanted: Option<BodyId>| next.iter().find(|rail| Some(rail.body) == wanted);
            let rail = pick(on).or_else(|| pick(last)).copied();
            let rail = match (rail, &next[..]) {
                (Some(rail), _) => rail,
                (None, [rail]) => rail,
                (None, []) => return Err(Gap::Nothing(here)),
                (None, several) => return Err(Gap::Several(several.iter().map(|r| r.body).collect())),
            };
            match pieces.last_mut().filter(|piece| piece.body == rail.body) {
                Some(piece) => (piece.ends[1], piece.end) = (rail.ends[1], rail.end),
                None => pieces.push(PathPiece {
                    body: rail.body,
                    ends: rail.ends,
                    start: rail.start,
                    end: rail.end,
                }),
            }
            here = rail.end;
        }
        Ok(pieces)
    }

    /// Says why a train cannot run.
    fn no_path<T>(&mut self, written: &sheet::Train, gap: &Gap, path: &str) -> Option<T> {
        let (from, to) = (&written.from, &written.to);
        match gap {
            Gap::Nothing(here) => {
                let unit = &self.model.units.length;
                let at = helvek_sheet::units::figures::plain(unit.from_si(*here), 6);
                let message = format!(
                    "Between {from} and {to} there is no member to run on, {at} {} from {from}.",
                    unit.symbol
                );
                let cure = "Let the path begin and end at points of straight runs that follow each other.";
                self.sense(&format!("{path}.from"), message, cure);
            }
            Gap::Several(bodies) => {
                let names: Vec<_> =
                    bodies.iter().map(|b| self.model.bodies[b.index()].name.clone()).collect();
                let message =
                    format!("Between {from} and {to} the train could run on {}.", names.join(" or "));
                self.sense(path, message, format!("Name the one it runs on: {}, say.", names[0]));
            }
        }
        None
    }

    /// Every straight part of a run that lies within the path.
    fn rails(&self, a: Point, along: Vector, length: f64) -> Vec<Rail> {
        let slack = tolerance::GEOMETRY * length;
        let model = &self.model;
        let place = |point: PointId| {
            let off = model.at(point) - a;
            let s = off.dot(along);
            let on = off.cross(along).length() <= slack && s >= -slack && s <= length + slack;
            on.then_some(s)
        };
        let mut rails = Vec::new();
        for body in model.body_ids() {
            for pair in model.bodies[body.index()].runs.iter().flat_map(|run| run.points.windows(2)) {
                let Some((p, q)) = place(pair[0]).zip(place(pair[1])) else { continue };
                let (ends, start, end) =
                    if p < q { ([pair[0], pair[1]], p, q) } else { ([pair[1], pair[0]], q, p) };
                rails.push(Rail { body, ends, start, end });
            }
        }
        rails
    }
}
