//! Rigid bodies: runs between points, and points that ride along.

use super::resolve::Builder;
use super::{PIN, PointId, Stiff};
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_sheet::sheet;
use helvek_sheet::units::Dimension;
use std::collections::HashMap;

/// A rigid body.
#[derive(Debug, Clone, PartialEq)]
pub struct Body {
    /// As written.
    pub name: String,
    /// Its runs; straight between consecutive points.
    pub runs: Vec<Run>,
    /// Points that ride along without being on a run.
    pub riding: Vec<PointId>,
    /// Its runs close a ring, inside which equilibrium does not fix N, V and M.
    pub ring: bool,
    /// The place of its section in the model's list.
    pub profile: Option<usize>,
    /// The place of its material.
    pub material: Option<usize>,
    /// The couple that twists it about its run, all along, N·m.
    pub torque: Option<f64>,
    /// In space: the direction towards which z′ of its pieces points.
    pub reference: Option<Vector>,
    /// The stiffness of each piece from point to point, run by run.
    pub stiff: Vec<Stiff>,
}

/// Points in order along a body, at least two.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Run {
    /// From the first to the last.
    pub points: Vec<PointId>,
}

/// A piece on its line: stations, m, and the points at its ends.
struct Lying {
    from: f64,
    to: f64,
    run: usize,
    ends: [PointId; 2],
}

impl Builder {
    pub(super) fn bodies(&mut self, sheet: &sheet::Sheet) {
        for (name, body) in &sheet.bodies {
            let path = format!("bodies.{name}");
            if name == PIN {
                let message = "\"pin\" stands for the pin itself where something acts on it.";
                self.sense(&path, message, "Give the body another name.");
                continue;
            }
            let runs: Vec<_> = body
                .runs
                .iter()
                .enumerate()
                .map(|(i, run)| self.run(name, run, &format!("{path}.runs[{i}]")))
                .collect();
            let riding: Vec<_> = body
                .points
                .iter()
                .enumerate()
                .map(|(i, point)| self.point(point, &format!("{path}.points[{i}]")))
                .collect();
            let Some(runs) = runs.into_iter().collect::<Option<Vec<_>>>() else { continue };
            let Some(riding) = riding.into_iter().collect::<Option<Vec<_>>>() else { continue };
            if runs.is_empty() && riding.is_empty() {
                self.sense(
                    &format!("{path}.runs"),
                    format!("\"{name}\" has no run of two points or more."),
                    "Write runs = [[\"A\", \"B\"]].",
                );
                continue;
            }
            if let Some((run, [a, b])) = self.doubled(&runs) {
                let message = format!(
                    "The runs of \"{name}\" lie on top of each other between {a} and {b}: what each of them carries cannot be told."
                );
                let cure = "Leave one of them out, or make it a body of its own.";
                self.sense(&format!("{path}.runs[{run}]"), message, cure);
            }
            let ring = closes_a_ring(&runs);
            let section = body.section.as_ref();
            let profile = section.and_then(|name| self.profile(name, &format!("{path}.section")));
            let material = body.material.as_ref();
            let material = material.and_then(|name| self.material(name, &format!("{path}.material")));
            let torque = body.torque.as_ref();
            let torque = torque.and_then(|t| self.si(t, Dimension::MOMENT, name, &format!("{path}.torque")));
            let reference = body.reference.as_ref().and_then(|r| self.reference(r, &runs, name, &path));
            let stiff = self.stiff_pieces(body, &runs, name, &path, [profile, material]);
            self.add_body(name);
            let name = name.clone();
            self.model.bodies.push(Body {
                name,
                runs,
                riding,
                ring,
                profile,
                material,
                torque,
                reference,
                stiff,
            });
            self.passes();
        }
        self.bodies_missing = self.model.bodies.len() < sheet.bodies.len();
        if sheet.bodies.is_empty() && sheet.bars.is_empty() {
            self.bodies_missing = true;
            self.sense(
                "bodies",
                "There is no body.",
                "Write [bodies] and beam = { runs = [[\"A\", \"B\"]] }.",
            );
        }
    }

    /// A piece that lies on another one of the same body: its run, and its ends.
    fn doubled(&self, runs: &[Run]) -> Option<(usize, [String; 2])> {
        // Lines that are the same to so many parts of the size of the body.
        const FINE: f64 = 1e7;
        let all =
            || runs.iter().enumerate().flat_map(|(i, run)| run.points.windows(2).map(move |pair| (i, pair)));
        let ends = |pair: &[PointId]| [self.model.at(pair[0]), self.model.at(pair[1])];
        let (_, first) = all().next()?;
        let [origin, _] = ends(first);
        let size = all().map(|(_, pair)| ends(pair)[1].distance(origin)).fold(0.0, f64::max);
        let mut lines: HashMap<[i64; 6], Vec<Lying>> = HashMap::new();
        for (run, pair) in all() {
            let [a, b] = ends(pair);
            let mut along = (b - a).unit()?;
            if along.parts().into_iter().find(|v| v.abs() > 1.0 / FINE).is_some_and(|v| v < 0.0) {
                along = -along;
            }
            let beside = (a - origin).cross(along) * (1.0 / size);
            let mut key = [0; 6];
            for (k, v) in key.iter_mut().zip(along.parts().into_iter().chain(beside.parts())) {
                *k = (v * FINE).round() as i64;
            }
            let [s, t] = [a, b].map(|p| (p - origin).dot(along));
            let lying = Lying { from: s.min(t), to: s.max(t), run, ends: [pair[0], pair[1]] };
            lines.entry(key).or_default().push(lying);
        }
        let slack = tolerance::GEOMETRY * size;
        let over = lines.values_mut().filter_map(|pieces| {
            pieces.sort_by(|a, b| a.from.total_cmp(&b.from));
            let pair = pieces.windows(2).find(|pair| pair[1].from < pair[0].to - slack)?;
            let later = pair.iter().max_by_key(|lying| lying.run)?;
            Some((later.run, later.ends))
        });
        let (run, pair) = over.min()?;
        Some((run, pair.map(|p| self.model.point_name(p).to_owned())))
    }

    /// A reference has to point away from every piece it orients.
    fn reference(
        &mut self,
        written: &sheet::Direction,
        runs: &[Run],
        name: &str,
        path: &str,
    ) -> Option<Vector> {
        let path = format!("{path}.reference");
        let unit = self.direction(written, None, None, name, &path)?.unit;
        let along = |pair: &[PointId]| (self.model.at(pair[1]) - self.model.at(pair[0])).unit();
        let pieces = runs.iter().flat_map(|run| run.points.windows(2));
        let parallel =
            pieces.filter_map(|pair| Some((pair, along(pair)?))).find(|(_, u)| u.cross(unit).length() < 1e-6);
        if let Some((pair, _)) = parallel {
            let (a, b) = (self.model.point_name(pair[0]), self.model.point_name(pair[1]));
            let message = format!(
                "The reference of \"{name}\" runs along its piece {a}-{b}: it says nothing about it."
            );
            self.sense(&path, message, "Choose a direction across it.");
            return None;
        }
        Some(unit)
    }

    fn run(&mut self, name: &str, written: &[String], path: &str) -> Option<Run> {
        if written.len() < 2 {
            self.sense(
                path,
                format!("\"{name}\" has no run of two points or more."),
                "Write runs = [[\"A\", \"B\"]].",
            );
            return None;
        }
        let points: Vec<_> =
            written.iter().enumerate().map(|(i, point)| self.point(point, &format!("{path}[{i}]"))).collect();
        let points = points.into_iter().collect::<Option<Vec<_>>>()?;
        self.sensible_run(name, &points, path).then_some(Run { points })
    }

    /// True when a run goes on from point to point; its faults are told otherwise.
    fn sensible_run(&mut self, name: &str, points: &[PointId], path: &str) -> bool {
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
        for (i, three) in at.windows(3).enumerate() {
            let (before, after) = (three[1] - three[0], three[2] - three[1]);
            let straight = before.cross(after).length() <= tolerance::GEOMETRY * size * size;
            if straight && before.dot(after) < 0.0 {
                let message = format!("\"{name}\" doubles back at {}.", names[i + 1]);
                self.sense(
                    &format!("{path}[{}]", i + 1),
                    message,
                    "Name the points in the order in which they stand along it.",
                );
                return false;
            }
        }
        true
    }
}

/// True when the pieces of the runs close a ring: as many pieces as points, or more, in one connected part.
fn closes_a_ring(runs: &[Run]) -> bool {
    let mut root: std::collections::HashMap<PointId, PointId> = std::collections::HashMap::new();
    let find = |root: &mut std::collections::HashMap<PointId, PointId>, mut p: PointId| {
        while let Some(next) = root.get(&p).copied().filter(|next| *next != p) {
            p = next;
        }
        root.entry(p).or_insert(p);
        p
    };
    for pair in runs.iter().flat_map(|run| run.points.windows(2)) {
        let (a, b) = (find(&mut root, pair[0]), find(&mut root, pair[1]));
        if a == b {
            return true;
        }
        root.insert(a, b);
    }
    false
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_ring_is_told_from_a_fork() {
        let run = |points: &[usize]| Run { points: points.iter().map(|p| PointId(*p)).collect() };
        assert!(!closes_a_ring(&[run(&[0, 1, 2]), run(&[1, 3])]));
        assert!(closes_a_ring(&[run(&[0, 1, 2, 0])]));
        assert!(closes_a_ring(&[run(&[0, 1, 2]), run(&[2, 3, 0])]));
    }
}
