//! A model with one of its bodies cut through: two bodies that meet there, each with what acts on it.

use super::{
    Body, BodyId, CutAt, Joint, JointId, JointKind, LoadKind, Model, NamedPoint, On, PointId, RopeEnd, Run,
    Spread, Structure,
};
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::sheet::Side;
use std::collections::HashMap;

/// The reason why a single cut does not part a body into two free bodies.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum CutRefusal {
    /// The body closes a ring there.
    Ring,
    /// Its runs do not touch.
    Apart,
    /// The stretch is none of the body's.
    NoStretch,
    /// A couple acts somewhere on it: where is not said.
    CoupleWithoutPlace(String),
    /// A load whose size is sought varies over the cut.
    SoughtLoad(String),
    /// No N, V and M are known there.
    Open,
}

/// Where a model is in two parts.
#[derive(Debug, Clone, Copy)]
pub struct Parted {
    /// The joint between them.
    pub joint: JointId,
    /// The point of the cut.
    pub at: PointId,
    /// The part before the cut and the part beyond it.
    pub bodies: [BodyId; 2],
}

/// Names for the point of a cut, the first that is free.
const NAMES: [&str; 6] = ["K", "S", "X", "cut", "cut 2", "cut 3"];

/// The points of a body, before the cut (0) or beyond it (1), with their places.
struct Sides(HashMap<PointId, (usize, Point)>);

impl Sides {
    fn of(&self, point: PointId, at: Point) -> usize {
        self.0.get(&point).map_or_else(|| self.near(at), |(side, _)| *side)
    }

    /// The side of the body's point that is nearest to a place.
    fn near(&self, at: Point) -> usize {
        let nearest = self.0.iter().min_by(|(p, (_, a)), (q, (_, b))| {
            a.distance(at).total_cmp(&b.distance(at)).then(p.index().cmp(&q.index()))
        });
        nearest.map_or(0, |(_, (side, _))| *side)
    }
}

impl Model {
    /// A body cut through: the part before the cut in its place, the part beyond it as the last body. `axes`: along the run there and across it, x′, y′ and z′ in space, x′ and its left in the plane.
    ///
    /// # Errors
    /// When a single cut does not part the body, or what acts on it cannot be shared out.
    pub(crate) fn parted(&self, cut: &CutAt, axes: [Vector; 3]) -> Result<(Self, Parted), CutRefusal> {
        let mut model = self.clone();
        // The places of loads keep their ids among the points.
        let spots = std::mem::take(&mut model.loading.spots);
        model.points.extend(spots);
        let body = model.bodies[cut.body.index()].clone();
        let (row, here, next) = model.cut_run(&body, cut).ok_or(CutRefusal::NoStretch)?;
        let at = match here {
            Some(point) => point,
            None => model.cut_point(cut),
        };
        let run = &body.runs[row].points;
        let first = run[..next].iter().copied().filter(|p| *p != at).chain([at]).collect();
        let second = std::iter::once(at).chain(run[next..].iter().copied().filter(|p| *p != at)).collect();
        let owner = usize::from(cut.side == Side::Before);
        let mut runs = [vec![Run { points: first }], vec![Run { points: second }]];
        share_runs(&body, row, &mut runs, at, owner)?;
        let mut sides = HashMap::new();
        for (side, runs) in runs.iter().enumerate() {
            sides.extend(runs.iter().flat_map(|run| &run.points).map(|point| (*point, side)));
        }
        sides.insert(at, owner);
        let mut riding: [Vec<PointId>; 2] = Default::default();
        for point in &body.riding {
            // It enters the body at the nearest place of its runs.
            let (foot, _) = model.foot(model.at(*point), &body.runs);
            let off = [0, 1].map(|side: usize| model.foot(foot, &runs[side]).1);
            let slack = tolerance::GEOMETRY * (off[0] + off[1]);
            let side = if (off[0] - off[1]).abs() <= slack { owner } else { usize::from(off[1] < off[0]) };
            riding[side].push(*point);
            sides.insert(*point, side);
        }
        for (side, runs) in runs.iter_mut().enumerate() {
            // Of an end nothing is left but its point.
            if runs.iter().any(|run| run.points.len() == 1) {
                riding[side].push(at);
                runs.retain(|run| run.points.len() > 1);
            }
        }
        let bodies = [cut.body, BodyId(model.bodies.len())];
        let sides = Sides(sides.into_iter().map(|(point, side)| (point, (side, model.at(point)))).collect());
        model.share_loads(cut.body, bodies, &sides, at)?;
        model.share_ties(cut.body, bodies, &sides);
        for (side, (runs, riding)) in runs.into_iter().zip(riding).enumerate() {
            let name = model.part_of_body(&body.name, &runs, at);
            let part = Body { name, runs, riding, stiff: Vec::new(), ring: false, ..body.clone() };
            match side {
                0 => model.bodies[cut.body.index()] = part,
                _ => model.bodies.push(part),
            }
        }
        model.forget();
        let joint = JointId(model.joints.len());
        let name = model.point_name(at).to_owned();
        let kind = JointKind::Cut { axes };
        model.joints.push(Joint { name, at, kind, of: bodies.to_vec(), pin: None });
        model.contact.flanks.push(1.0);
        Ok((model, Parted { joint, at, bodies }))
    }

    /// The run of a cut, the point that stands there, and the place in the run of the first point beyond the cut.
    fn cut_run(&self, body: &Body, cut: &CutAt) -> Option<(usize, Option<PointId>, usize)> {
        for (row, run) in body.runs.iter().enumerate() {
            let mut begin = 0;
            for points in self.stretches(run) {
                if points.first() == Some(&cut.stretch[0]) && points.last() == Some(&cut.stretch[1]) {
                    let origin = self.at(points[0]);
                    let length = origin.distance(self.at(cut.stretch[1]));
                    let slack = tolerance::GEOMETRY * length;
                    let station = |p: &PointId| origin.distance(self.at(*p));
                    let here = points.iter().position(|p| (station(p) - cut.station).abs() <= slack);
                    let beyond = points.iter().position(|p| station(p) > cut.station + slack);
                    let next = begin + here.map_or_else(|| beyond.unwrap_or(points.len()), |i| i + 1);
                    return Some((row, here.map(|i| points[i]), next));
                }
                begin += points.len() - 1;
            }
        }
        None
    }

    /// A new point where the cut goes through.
    fn cut_point(&mut self, cut: &CutAt) -> PointId {
        let [from, to] = cut.stretch.map(|p| self.at(p));
        let at = from + (to - from) * (cut.station / from.distance(to));
        let taken = |name: &&&str| {
            self.points.iter().any(|p| p.name == ***name) || self.joints.iter().any(|j| j.name == ***name)
        };
        let free = NAMES.iter().find(|name| !taken(name)).copied();
        let name = free.map_or_else(|| format!("cut {}", self.points.len()), str::to_owned);
        self.points.push(NamedPoint { name, at });
        PointId(self.points.len() - 1)
    }

    /// `bench, A to K`
    fn part_of_body(&self, body: &str, runs: &[Run], at: PointId) -> String {
        let ends = runs.first().and_then(|run| run.points.first().zip(run.points.last()));
        match ends {
            Some((from, to)) => format!("{body}, {} to {}", self.point_name(*from), self.point_name(*to)),
            None => format!("{body} at {}", self.point_name(at)),
        }
    }

    /// The place on some runs that is nearest to a point, and how far it is, m. One of them may be a single point.
    fn foot(&self, p: Point, runs: &[Run]) -> (Point, f64) {
        let pieces = runs.iter().flat_map(|run| run.points.windows(2));
        let feet = pieces.map(|pair| {
            let (a, b) = (self.at(pair[0]), self.at(pair[1]));
            let along = (b - a).unit().unwrap_or(Vector::X);
            a + along * (p - a).dot(along).clamp(0.0, a.distance(b))
        });
        let ends = runs.iter().map(|run| self.at(run.points[0]));
        let all = feet.chain(ends).map(|foot| (foot, foot.distance(p)));
        all.min_by(|a, b| a.1.total_cmp(&b.1)).unwrap_or((p, f64::INFINITY))
    }

    /// Shares out the loads on a body: one that is spread over the cut becomes two, with the intensity it has there.
    fn share_loads(
        &mut self,
        body: BodyId,
        bodies: [BodyId; 2],
        sides: &Sides,
        at: PointId,
    ) -> Result<(), CutRefusal> {
        let on = On::Body(body);
        let place = self.at(at);
        let points = &self.structure.points;
        let mut list = Vec::with_capacity(self.loading.loads.len() + 1);
        let side_of = |point: PointId| sides.of(point, points[point.index()].at);
        for mut load in std::mem::take(&mut self.loading.loads) {
            if let LoadKind::Own { halves, .. } = &mut load.kind {
                let mine = halves.iter_mut().filter(|(_, half, _)| *half == on);
                mine.for_each(|(point, half, _)| *half = On::Body(bodies[side_of(*point)]));
            }
            if load.on != on {
                list.push(load);
                continue;
            }
            let side = match &load.kind {
                LoadKind::Force { at, .. } | LoadKind::Couple { at: Some(at), .. } => side_of(*at),
                LoadKind::Couple { at: None, .. } => {
                    return Err(CutRefusal::CoupleWithoutPlace(load.name));
                }
                LoadKind::Own { .. } => 0,
                LoadKind::Spread(spread) => {
                    let [from, to] = [spread.from, spread.to];
                    let [a, b] = match [from == at, to == at] {
                        [true, _] => [side_of(to); 2],
                        [_, true] => [side_of(from); 2],
                        _ => [side_of(from), side_of(to)],
                    };
                    if a != b {
                        let share = {
                            let [from, to] = [from, to].map(|p| points[p.index()].at);
                            from.distance(place) / from.distance(to)
                        };
                        let [first, second] =
                            spread.cut(at, share).ok_or(CutRefusal::SoughtLoad(load.name.clone()))?;
                        let other = super::Load {
                            on: On::Body(bodies[b]),
                            kind: LoadKind::Spread(second),
                            ..load.clone()
                        };
                        load.kind = LoadKind::Spread(first);
                        load.on = On::Body(bodies[a]);
                        list.extend([load, other]);
                        continue;
                    }
                    a
                }
            };
            load.on = On::Body(bodies[side]);
            list.push(load);
        }
        self.loading.loads = list;
        Ok(())
    }

    /// Shares out supports, joints, bars, wheels and ropes.
    fn share_ties(&mut self, body: BodyId, bodies: [BodyId; 2], sides: &Sides) {
        let on = On::Body(body);
        let structure: &mut Structure = self;
        let points = &structure.points;
        let part = |point: PointId| bodies[sides.of(point, points[point.index()].at)];
        for support in structure.supports.iter_mut().filter(|support| support.on == on) {
            support.on = On::Body(part(support.at));
        }
        for joint in &mut structure.joints {
            let at = joint.at;
            joint.of.iter_mut().filter(|of| **of == body).for_each(|of| *of = part(at));
        }
        for bar in &mut structure.bars {
            for (end, of) in bar.ends.iter().zip(&mut bar.on).filter(|(_, of)| **of == on) {
                *of = On::Body(part(*end));
            }
        }
        for pulley in structure.pulleys.iter_mut().filter(|pulley| pulley.on == Some(body)) {
            pulley.on = Some(part(pulley.at));
        }
        for rope in &mut structure.ropes {
            let ends = [rope.legs[0].from, rope.legs[rope.legs.len() - 1].to];
            for (end, at) in rope.ends.iter_mut().zip(ends) {
                if *end == RopeEnd::On(on) {
                    *end = RopeEnd::On(On::Body(bodies[sides.near(at)]));
                }
            }
        }
    }

    /// Leaves out what is said of the body as a whole: it says nothing of its parts.
    fn forget(&mut self) {
        self.trains.clear();
        self.plated.clear();
        self.stated.clear();
        self.cuts.clear();
        self.asked.clear();
        self.order.clear();
        self.combinations.clear();
        self.parameter = None;
    }
}

/// The other runs of the body go with the side that they hang on.
fn share_runs(
    body: &Body,
    row: usize,
    runs: &mut [Vec<Run>; 2],
    at: PointId,
    owner: usize,
) -> Result<(), CutRefusal> {
    let holds = |runs: &[Vec<Run>; 2], side: usize, point: PointId| {
        let on = runs[side].iter().any(|run| run.points.contains(&point));
        on && (point != at || side == owner)
    };
    let both = |runs: &[Vec<Run>; 2], run: &Run| {
        [0, 1].map(|side| run.points.iter().any(|point| holds(runs, side, *point)))
    };
    // A run that comes back to itself.
    if runs[0][0].points.iter().any(|point| *point != at && runs[1][0].points.contains(point)) {
        return Err(CutRefusal::Ring);
    }
    let others = body.runs.iter().enumerate().filter(|(i, _)| *i != row);
    let mut rest: Vec<&Run> = others.map(|(_, run)| run).collect();
    while let Some(next) = rest.iter().position(|run| both(runs, run).contains(&true)) {
        let run = rest.remove(next);
        match both(runs, run) {
            [true, true] => return Err(CutRefusal::Ring),
            [before, _] => runs[usize::from(!before)].push(run.clone()),
        }
    }
    if rest.is_empty() { Ok(()) } else { Err(CutRefusal::Apart) }
}

impl Spread {
    /// Its parts before a point at this fraction of it, and behind; `None` where what is sought would not be the same size all along.
    fn cut(&self, at: PointId, share: f64) -> Option<[Self; 2]> {
        Some([self.part([self.from, at], [0.0, share])?, self.part([at, self.to], [share, 1.0])?])
    }
}
