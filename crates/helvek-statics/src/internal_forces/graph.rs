//! A body as vertices and straight edges, with what acts on each, and the sums on both sides of every edge.

use super::DiagramRefusal;
use super::attach::{Acting, Spread, resultant};
use crate::model::{BodyId, Model, PointId};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector, Wrench};
use helvek_numbers::tolerance;
use helvek_sheet::things::load::Powers;
use std::collections::HashMap;

/// A force and a moment about the graph's origin, added up.
#[derive(Debug, Clone, Copy, Default)]
pub(crate) struct Sum {
    pub(crate) force: Vector,
    /// Right-handed, about the origin; in the plane only its part along z.
    pub(crate) moment: Vector,
    /// The number of things that were added.
    pub(crate) count: usize,
    /// Some of them are not fixed by equilibrium.
    pub(crate) open: usize,
}

impl Sum {
    fn add(&mut self, other: &Self) {
        self.force += other.force;
        self.moment += other.moment;
        self.count += other.count;
        self.open += other.open;
    }

    fn plus(mut self, other: &Self) -> Self {
        self.add(other);
        self
    }

    /// Its moment about a point.
    pub(crate) fn about(&self, origin: Point, at: Point) -> Vector {
        self.moment + (origin - at).cross(self.force)
    }
}

#[derive(Debug, Clone)]
struct Vertex {
    at: Point,
    sum: Sum,
}

/// A straight piece between two places where something may act, read along its run.
#[derive(Debug, Clone)]
pub struct Edge {
    pub ends: [usize; 2],
    /// Metres from the first point of its stretch.
    pub start: f64,
    pub length: f64,
    /// Force per metre, with the powers of the distance from its start.
    pub(crate) load: Powers<Vector>,
    /// A distributed load lies on it that equilibrium does not fix.
    open: bool,
    spread: bool,
}

/// A straight stretch of a run, corner to corner.
#[derive(Debug, Clone)]
pub struct Stretch {
    pub(crate) run: usize,
    /// Its points with their distances from the first.
    pub(crate) points: Vec<(PointId, f64)>,
    pub along: Vector,
    /// Its edges, in order.
    pub edges: Vec<usize>,
}

/// The sums on the two sides of an edge, without what acts on the edge itself.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Sides {
    /// Of the part that holds its first end.
    pub(crate) before: Sum,
    /// Of the part that holds its second end.
    pub(crate) after: Sum,
}

/// A body as vertices and straight edges, with what acts on each.
pub struct Graph {
    pub(crate) origin: Point,
    /// The straight stretches of its runs, run by run.
    pub stretches: Vec<Stretch>,
    /// The pieces between two places where something may act.
    pub edges: Vec<Edge>,
    vertices: Vec<Vertex>,
    /// The vertex at which each attached thing enters, in their order.
    pub entered: Vec<usize>,
    /// The vertices of points.
    known: HashMap<PointId, usize>,
    /// The stretches on which points lie.
    lies: HashMap<PointId, Vec<usize>>,
    /// The largest force and moment that enter, each by itself: together they may cancel.
    entering: (f64, f64),
}

impl Graph {
    /// The graph of a body under what acts on it.
    pub(crate) fn of(model: &Model, body: BodyId, acting: &Acting) -> Result<Self, DiagramRefusal> {
        let mut graph = Self::bare(model, body);
        for attached in &acting.attached {
            let at = model.at(attached.at);
            let vertex = match graph.known.get(&attached.at) {
                Some(vertex) => *vertex,
                None => graph.vertex_for(at),
            };
            graph.entered.push(vertex);
            let origin = graph.origin;
            if let Some(wrench) = attached.wrench {
                graph.entering.0 = graph.entering.0.max(wrench.force.length());
                graph.entering.1 = graph.entering.1.max(wrench.moment.length());
            }
            let sum = &mut graph.vertices[vertex].sum;
            match attached.wrench {
                Some(wrench) => sum.add(&Sum {
                    force: wrench.force,
                    moment: wrench.moment_about(origin),
                    count: usize::from(wrench != Wrench { about: wrench.about, ..Wrench::default() }),
                    open: 0,
                }),
                None => sum.open += 1,
            }
        }
        let slack = tolerance::GEOMETRY * graph.size();
        for spread in &acting.spreads {
            graph.spread(model, spread, slack)?;
        }
        Ok(graph)
    }

    fn bare(model: &Model, body: BodyId) -> Self {
        let points = model.points_of(body);
        let origin = points.first().map_or(Point::default(), |p| model.at(*p));
        let mut graph = Self {
            origin,
            stretches: Vec::new(),
            edges: Vec::new(),
            vertices: Vec::new(),
            entered: Vec::new(),
            known: HashMap::new(),
            lies: HashMap::new(),
            entering: (0.0, 0.0),
        };
        for (run, list) in model.bodies[body.index()].runs.iter().enumerate() {
            for points in model.stretches(list).into_iter().filter(|points| points.len() > 1) {
                let mut station = 0.0;
                let [first, end] = [points[0], points[points.len() - 1]].map(|p| model.at(p));
                let along = (end - first).unit().unwrap_or(Vector::X);
                let mut stretch = Stretch { run, points: Vec::new(), along, edges: Vec::new() };
                let mut last: Option<(usize, Point)> = None;
                for point in points {
                    let at = model.at(point);
                    let vertex = match graph.known.get(&point) {
                        Some(vertex) => *vertex,
                        None => {
                            graph.vertices.push(Vertex { at, sum: Sum::default() });
                            graph.known.insert(point, graph.vertices.len() - 1);
                            graph.vertices.len() - 1
                        }
                    };
                    graph.lies.entry(point).or_default().push(graph.stretches.len());
                    if let Some((before, from)) = last {
                        let length = from.distance(at);
                        stretch.edges.push(graph.edges.len());
                        graph.edges.push(Edge {
                            ends: [before, vertex],
                            start: station,
                            length,
                            load: Powers::default(),
                            open: false,
                            spread: false,
                        });
                        station += length;
                    }
                    stretch.points.push((point, station));
                    last = Some((vertex, at));
                }
                graph.stretches.push(stretch);
            }
        }
        graph
    }

    /// The vertex at a place; of what rides along, the nearest place of the body, where an edge is parted for it.
    fn vertex_for(&mut self, at: Point) -> usize {
        let slack = tolerance::GEOMETRY * self.size();
        spend(1 + self.vertices.len() / 200);
        if let Some(vertex) = self.vertices.iter().position(|v| v.at.distance(at) <= slack) {
            return vertex;
        }
        let foot = |edge: &Edge| {
            let from = self.vertices[edge.ends[0]].at;
            let along = (self.vertices[edge.ends[1]].at - from).unit().unwrap_or(Vector::X);
            let station = (at - from).dot(along).clamp(0.0, edge.length);
            (station, from + along * station)
        };
        let nearest = self.edges.iter().enumerate().min_by(|a, b| {
            let off = |edge: &Edge| foot(edge).1.distance(at);
            off(a.1).total_cmp(&off(b.1))
        });
        let Some((index, edge)) = nearest else {
            // A body of a single point: nothing is ever cut.
            self.vertices.push(Vertex { at, sum: Sum::default() });
            return self.vertices.len() - 1;
        };
        let (station, place) = foot(edge);
        if station <= slack {
            return edge.ends[0];
        }
        if edge.length - station <= slack {
            return edge.ends[1];
        }
        self.part(index, station, place)
    }

    /// Parts an edge; its second half is a new one behind it.
    fn part(&mut self, index: usize, station: f64, place: Point) -> usize {
        self.vertices.push(Vertex { at: place, sum: Sum::default() });
        let vertex = self.vertices.len() - 1;
        let mut second = self.edges[index].clone();
        second.ends[0] = vertex;
        second.start += station;
        second.length -= station;
        let first = &mut self.edges[index];
        first.ends[1] = vertex;
        first.length = station;
        self.edges.push(second);
        let new = self.edges.len() - 1;
        for stretch in &mut self.stretches {
            if let Some(at) = stretch.edges.iter().position(|e| *e == index) {
                stretch.edges.insert(at + 1, new);
            }
        }
        vertex
    }

    fn spread(&mut self, model: &Model, spread: &Spread, slack: f64) -> Result<(), DiagramRefusal> {
        let station = |stretch: &Stretch, p: PointId| {
            stretch.points.iter().find(|(point, _)| *point == p).map(|(_, station)| *station)
        };
        let over = self.lies.get(&spread.from).into_iter().flatten().find_map(|row| {
            let stretch = &self.stretches[*row];
            let (a, b) = (station(stretch, spread.from)?, station(stretch, spread.to)?);
            Some((stretch.edges.clone(), a, b))
        });
        let Some((edges, a, b)) = over else {
            let name = |p: PointId| model.point_name(p).to_owned();
            return Err(DiagramRefusal::LoadOffRuns(name(spread.from), name(spread.to)));
        };
        let (low, high) = (a.min(b), a.max(b));
        for index in edges {
            let edge = &mut self.edges[index];
            if edge.start < low - slack || edge.start + edge.length > high + slack {
                continue;
            }
            edge.spread = true;
            let sense = if b > a { 1.0 } else { -1.0 };
            match spread.seen_from((edge.start - a) * sense, sense) {
                Some(load) => edge.load.iter_mut().zip(load).for_each(|(sum, power)| *sum += power),
                None => edge.open = true,
            }
        }
        Ok(())
    }

    /// The extent of the body.
    pub(crate) fn size(&self) -> f64 {
        let far = self.vertices.iter().map(|v| v.at.distance(self.origin));
        far.fold(0.0, f64::max)
    }

    /// Per edge: which piece of its body from point to point it belongs to, counted run by run.
    pub(crate) fn pieces(&self) -> Vec<usize> {
        let mut pieces = vec![0; self.edges.len()];
        let mut first = 0;
        for stretch in &self.stretches {
            for index in &stretch.edges {
                let middle = self.edges[*index].start + 0.5 * self.edges[*index].length;
                let before = stretch.points.iter().filter(|(_, station)| *station < middle).count();
                pieces[*index] = first + before.max(1) - 1;
            }
            first += stretch.points.len() - 1;
        }
        pieces
    }

    /// The vertex of a point on a run.
    pub fn vertex_of(&self, point: PointId) -> Option<usize> {
        self.known.get(&point).copied()
    }

    /// The point at a vertex.
    pub fn point_of(&self, vertex: usize) -> Option<PointId> {
        let mine = self.known.iter().filter(|(_, v)| **v == vertex).map(|(point, _)| *point);
        mine.min()
    }

    /// The number of vertices.
    pub fn count(&self) -> usize {
        self.vertices.len()
    }

    /// The place of a vertex, m.
    pub fn at(&self, vertex: usize) -> Point {
        self.vertices[vertex].at
    }

    /// The largest force and the largest moment that enter.
    pub(crate) fn scales(&self) -> (f64, f64) {
        let spreads = self.edges.iter().map(|edge| self.own(edge).force.length());
        let force = spreads.fold(self.entering.0, f64::max);
        let moment = self.entering.1.max(force * self.size());
        (force, moment)
    }

    /// The sum of the loads on an edge itself.
    fn own(&self, edge: &Edge) -> Sum {
        let from = self.vertices[edge.ends[0]].at;
        let along = (self.vertices[edge.ends[1]].at - from).unit().unwrap_or(Vector::X);
        let [force, first] = resultant(&edge.load, edge.length);
        Sum {
            force,
            moment: (from - self.origin).cross(force) + along.cross(first),
            count: usize::from(edge.spread),
            open: usize::from(edge.open),
        }
    }

    /// True when equilibrium fixes what acts on an edge.
    pub(crate) fn open(&self, edge: usize) -> bool {
        self.edges[edge].open
    }

    /// True when all of it hangs together.
    pub(crate) fn connected(&self) -> bool {
        let walk = Walk::of(self);
        walk.order.len() == self.vertices.len()
    }

    /// The sums on both sides of each edge; `None` for an edge of a ring, which parts nothing.
    ///
    /// A depth-first walk puts whatever hangs on an edge behind each other in one list; what is before and behind that part of the list is the
    /// other side. Both are added up by themselves, so that each tests the other. Rings are what Tarjan's low points say (R. Tarjan, A note on finding
    /// the bridges of a graph, Information Processing Letters 2, 1974).
    pub(crate) fn sides(&self) -> Vec<Option<Sides>> {
        let walk = Walk::of(self);
        let mut list: Vec<Sum> = Vec::with_capacity(2 * walk.order.len());
        for vertex in &walk.order {
            let mut above = Sum::default();
            for edge in &walk.owned[*vertex] {
                above.add(&self.own(&self.edges[*edge]));
            }
            list.push(above);
            list.push(self.vertices[*vertex].sum);
        }
        let mut fore = vec![Sum::default()];
        for sum in &list {
            fore.push(fore[fore.len() - 1].plus(sum));
        }
        // What hangs on each, from the tips upwards.
        let mut hanging: Vec<Sum> = walk.order.iter().map(|vertex| self.vertices[*vertex].sum).collect();
        for place in (1..walk.order.len()).rev() {
            let Some(up) = walk.parent[walk.order[place]] else { continue };
            let parent = walk.place[other_end(&self.edges[up], walk.order[place])];
            let whole = hanging[place].plus(&list[2 * place]);
            hanging[parent].add(&whole);
        }
        let mut aft = vec![Sum::default()];
        for sum in list.iter().rev() {
            aft.push(aft[aft.len() - 1].plus(sum));
        }
        let mut sides = vec![None; self.edges.len()];
        for (place, vertex) in walk.order.iter().enumerate() {
            let Some(edge) = walk.parent[*vertex] else { continue };
            // An edge of a ring, or one of two between the same vertices.
            if walk.low[*vertex] < place {
                continue;
            }
            let (begin, end) = (2 * place, 2 * (place + walk.size[*vertex]));
            let rest = fore[begin].plus(&aft[list.len() - end]);
            let down = self.edges[edge].ends[1] == *vertex;
            let hanging = hanging[place];
            let (before, after) = if down { (rest, hanging) } else { (hanging, rest) };
            sides[edge] = Some(Sides { before, after });
        }
        sides
    }
}

/// A depth-first walk through the vertices.
struct Walk {
    /// Vertices in the order in which they were reached.
    order: Vec<usize>,
    /// The place of each in that order.
    place: Vec<usize>,
    /// The edge by which each was reached.
    parent: Vec<Option<usize>>,
    /// The number of vertices that hang on each, itself included.
    size: Vec<usize>,
    /// The earliest place in the order that can be reached from what hangs on it without its parent edge.
    low: Vec<usize>,
    /// Edges whose own loads are counted just above each vertex: that to its parent, and those that close rings.
    owned: Vec<Vec<usize>>,
}

impl Walk {
    fn of(graph: &Graph) -> Self {
        let count = graph.vertices.len();
        let mut around: Vec<Vec<usize>> = vec![Vec::new(); count];
        for (index, edge) in graph.edges.iter().enumerate() {
            around[edge.ends[0]].push(index);
            around[edge.ends[1]].push(index);
        }
        let mut walk = Self {
            order: Vec::with_capacity(count),
            place: vec![usize::MAX; count],
            parent: vec![None; count],
            size: vec![1; count],
            low: vec![usize::MAX; count],
            owned: vec![Vec::new(); count],
        };
        if count == 0 {
            return walk;
        }
        let mut used = vec![false; graph.edges.len()];
        let mut stack = vec![(0usize, 0usize)];
        walk.place[0] = 0;
        walk.low[0] = 0;
        walk.order.push(0);
        while let Some((vertex, next)) = stack.pop() {
            let Some(edge) = around[vertex].get(next).copied() else {
                if let Some(up) = walk.parent[vertex] {
                    let other = other_end(&graph.edges[up], vertex);
                    walk.size[other] += walk.size[vertex];
                    walk.low[other] = walk.low[other].min(walk.low[vertex]);
                }
                continue;
            };
            stack.push((vertex, next + 1));
            if std::mem::replace(&mut used[edge], true) {
                continue;
            }
            let other = other_end(&graph.edges[edge], vertex);
            if walk.place[other] == usize::MAX {
                walk.place[other] = walk.order.len();
                walk.low[other] = walk.place[other];
                walk.parent[other] = Some(edge);
                walk.owned[other].push(edge);
                walk.order.push(other);
                stack.push((other, 0));
            } else {
                walk.low[vertex] = walk.low[vertex].min(walk.place[other]);
                walk.owned[vertex].push(edge);
            }
        }
        walk
    }
}

fn other_end(edge: &Edge, vertex: usize) -> usize {
    if edge.ends[0] == vertex { edge.ends[1] } else { edge.ends[0] }
}
