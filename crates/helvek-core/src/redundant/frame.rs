//! The frame that hand methods work on: joints, and straight prismatic members between them.

use super::beam::{Part, PartOf};
use super::sway::{self, Sway};
use crate::elastic::{Elastic, Lengths, Mesh};
use crate::equilibrium::ColumnOf;
use crate::geometry::{Point, Vector};
use crate::inside::{Acting, Graph, Source, everything_acting};
use crate::model::{BodyId, JointKind, On, PointId, SupportKind};
use crate::solution::Solved;
use crate::tolerance;

/// Why hand methods do not apply.
#[derive(Debug, Clone, PartialEq)]
pub enum Inapplicable {
    /// These members have no EI.
    NoBending(Vec<String>),
    /// A joint that is neither a pin nor a weld.
    Joint(String),
    /// Ropes run through it.
    Ropes,
    /// Something holds a member off its axis.
    OffAxis(String),
    /// A support gives way like a spring.
    Spring(String),
    /// It has so many members, and there can be so many.
    Large(usize, usize),
    /// So many forces are too many, and there can be so many.
    Redundants(usize, usize),
    /// Nothing of it bends between joints that are held.
    Nothing,
    /// The arithmetic failed.
    Numbers,
}

/// Members and sways that a person would still write down.
const MEMBERS: usize = 60;

/// A joint: where members meet and turn together.
#[derive(Debug, Clone, PartialEq)]
pub struct FrameJoint {
    /// The name of its point.
    pub name: String,
    /// Where.
    pub at: Point,
    /// The place it shares with what is pinned to it.
    pub node: usize,
    /// It does not turn; by how much its support turns, rad.
    pub held: Option<f64>,
    /// The couple that acts on it, N·m.
    pub couple: f64,
}

/// What an end of a member does.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum EndKind {
    /// It turns with its joint.
    Rigid,
    /// Its joint does not turn.
    Fixed,
    /// It is hinged: nothing else turns with it.
    Hinged,
    /// It is the free end of an overhang.
    Free,
}

/// A straight prismatic member between two joints.
#[derive(Debug, Clone, PartialEq)]
pub struct FrameMember {
    /// Of which body.
    pub body: BodyId,
    /// The joints of its ends.
    pub joints: [usize; 2],
    /// What its ends do.
    pub kinds: [EndKind; 2],
    /// The points at its ends.
    pub points: [PointId; 2],
    /// m
    pub length: f64,
    /// Unit vector from its first end to its second.
    pub along: Vector,
    /// N·m²
    pub ei: f64,
    /// What it has for moments when both ends are held.
    pub parts: Vec<Part>,
    /// It is an overhang: its moment follows from its own loads.
    pub overhang: bool,
    /// All that acts on it between its ends, m from its first end: forces with their places.
    pub(super) forces: Vec<(f64, Vector)>,
    /// The couples that act on it between its ends.
    pub(super) couple: f64,
    /// How much longer it would become by itself, per metre.
    pub(super) strain: f64,
    /// The edges of the graph of its body, in order.
    edges: Vec<usize>,
    /// Edge for edge the loads on them, for the moment at the end.
    last: Last,
}

/// The last edge of a member: its length, and what grows along it across.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
struct Last {
    length: f64,
    w: [f64; 2],
}

/// An end of a member, by the member's place in the list and which end it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct End {
    /// Which member.
    pub member: usize,
    /// 0 or 1.
    pub end: usize,
}

/// Joints and members, and how they can sway.
#[derive(Debug, Clone, PartialEq)]
pub struct Frame {
    /// The joints that turn or are held.
    pub joints: Vec<FrameJoint>,
    /// The members.
    pub members: Vec<FrameMember>,
    /// Independent ways in which joints can go while members keep their length, each with its prop.
    pub sways: Vec<Sway>,
    /// Where places are.
    pub nodes: Vec<Point>,
    /// What acts on each place, N.
    pub(super) pushed: Vec<Vector>,
}

impl FrameMember {
    /// The edges of the graph of its body that it is made of.
    pub(super) fn edges(&self) -> &[usize] {
        &self.edges
    }
}

impl Frame {
    /// The ends of members joint by joint, in the order of the joints, as the columns of a table.
    pub fn ends(&self) -> Vec<End> {
        let mut ends: Vec<End> =
            (0..self.members.len()).flat_map(|member| [0, 1].map(|end| End { member, end })).collect();
        ends.sort_by_key(|end| (self.joint(*end), end.member, end.end));
        ends
    }

    /// The joint of an end.
    pub fn joint(&self, end: End) -> usize {
        self.members[end.member].joints[end.end]
    }

    /// The end at the other side of its member.
    pub fn far(&self, end: End) -> End {
        End { member: end.member, end: 1 - end.end }
    }

    /// The name of an end: the joint's, then the far one's.
    pub fn end_name(&self, end: End) -> String {
        let member = &self.members[end.member];
        let [near, far] = [end.end, 1 - end.end].map(|k| self.joints[member.joints[k]].name.as_str());
        if near.chars().count() == 1 && far.chars().count() == 1 {
            format!("{near}{far}")
        } else {
            format!("{near}–{far}")
        }
    }

    /// The moments at all ends as stiffness has them, in the order of [`Frame::ends`].
    pub(super) fn moments(&self, elastic: &Elastic) -> Vec<f64> {
        let moments: Vec<f64> = self
            .ends()
            .into_iter()
            .map(|end| {
                let member = &self.members[end.member];
                let carried = &elastic.carried[member.body.index()];
                if end.end == 0 {
                    return -carried[member.edges[0]][2];
                }
                let [_, v, m] = carried[member.edges[member.edges.len() - 1]];
                let Last { length: l, w } = member.last;
                m + v * l + w[0] * l * l / 2.0 + w[1] * l * l * l / 6.0
            })
            .collect();
        let largest = moments.iter().fold(0.0f64, |a, b| a.max(b.abs()));
        moments.into_iter().map(|m| crate::equilibrium::clean(m, largest)).collect()
    }

    /// The frame of a structure that was solved by its stiffness.
    ///
    /// # Errors
    /// What it has that hand methods cannot deal with.
    pub(super) fn of(solved: &Solved, elastic: &Elastic) -> Result<Self, Inapplicable> {
        let (model, full) = (&solved.model, &solved.full);
        if !model.ropes.is_empty() {
            return Err(Inapplicable::Ropes);
        }
        for joint in &model.joints {
            if !matches!(joint.kind, JointKind::Pin | JointKind::Weld) {
                return Err(Inapplicable::Joint(joint.name.clone()));
            }
        }
        for support in &model.supports {
            let yielding = &support.yielding;
            if yielding.springs.iter().any(Option::is_some) || yielding.turning.is_some() {
                return Err(Inapplicable::Spring(support.name.clone()));
            }
        }
        let bends = |s: &crate::model::Stiff| s.bending.value().is_some();
        let stiff = model.bodies.iter().filter(|b| b.runs.is_empty() || !b.stiff.iter().all(bends));
        let stiff: Vec<_> = stiff.map(|body| body.name.clone()).collect();
        if !stiff.is_empty() {
            return Err(Inapplicable::NoBending(stiff));
        }
        let values = solved.entering();
        let mesh = Mesh::of(model, full, &values, Lengths::Kept).map_err(|_| Inapplicable::Numbers)?;
        let acting = everything_acting(model, full, &values);
        let mut maker = Maker {
            solved,
            places: Vec::new(),
            turning: Vec::new(),
            frame: Self {
                joints: Vec::new(),
                members: Vec::new(),
                sways: Vec::new(),
                nodes: Vec::new(),
                pushed: Vec::new(),
            },
        };
        maker.number(&mesh)?;
        for (body, acting) in model.body_ids().zip(&acting) {
            let (Some(graph), Ok(acting)) = (&mesh.graphs[body.index()], acting) else {
                return Err(Inapplicable::Numbers);
            };
            maker.members(body, graph, acting, &mesh)?;
        }
        let supported = maker.supported();
        let mut frame = maker.frame;
        if frame.members.len() > MEMBERS {
            return Err(Inapplicable::Large(frame.members.len(), MEMBERS));
        }
        frame.overhangs(&supported);
        frame.kinds();
        sway::find(solved, elastic, &maker.places, &mut frame)?;
        if frame.members.iter().all(|member| member.overhang) {
            return Err(Inapplicable::Nothing);
        }
        Ok(frame)
    }

    /// Takes overhangs off from their free ends: what they carry acts on the joint on which they hang.
    fn overhangs(&mut self, supported: &[bool]) {
        loop {
            let free = |frame: &Self, joint: usize| {
                let at = &frame.joints[joint];
                let alone =
                    frame.members.iter().filter(|m| !m.overhang).filter(|m| m.joints.contains(&joint));
                let shares = frame.joints.iter().filter(|other| other.node == at.node).count();
                at.held.is_none() && alone.count() == 1 && shares == 1 && !supported[at.node]
            };
            let tip =
                self.members.iter().enumerate().filter(|(_, m)| !m.overhang).find_map(|(row, member)| {
                    let end = [0, 1].into_iter().find(|k| free(self, member.joints[*k]))?;
                    Some((row, end))
                });
            let Some((row, end)) = tip else { return };
            let (tip, root) = (self.members[row].joints[end], self.members[row].joints[1 - end]);
            let member = &self.members[row];
            let (l, n) = (member.length, member.along.left());
            let arm = |x: f64| if end == 1 { x } else { x - l };
            let at_tip = self.pushed[self.joints[tip].node];
            let hangs = |m: &&FrameMember| m.overhang && m.joints.contains(&tip);
            let hanging = self.members.iter().filter(hangs).flat_map(|m| m.parts.iter().flat_map(|p| p.held));
            // What hangs on its tip in turn exerts the opposite of its own end moment there.
            let mut moment = member.couple + self.joints[tip].couple - hanging.sum::<f64>();
            let mut force = at_tip;
            moment += arm(if end == 1 { l } else { 0.0 }) * at_tip.dot(n);
            for (x, f) in &member.forces {
                moment += arm(*x) * f.dot(n);
                force += *f;
            }
            // All that acts on it goes to its root, where its moment holds the balance.
            self.pushed[self.joints[tip].node] = Vector::ZERO;
            self.joints[tip].couple = 0.0;
            self.pushed[self.joints[root].node] += force;
            let member = &mut self.members[row];
            member.overhang = true;
            member.kinds[end] = EndKind::Free;
            member.forces.clear();
            member.couple = 0.0;
            member.parts.clear();
            // The joint exerts −moment on the member, and the member as much on the joint.
            let mut held = [0.0; 2];
            held[1 - end] = -moment;
            member.parts.push(Part { of: PartOf::Overhang, held });
        }
    }

    /// What each end does.
    fn kinds(&mut self) {
        let ends: Vec<usize> = (0..self.joints.len())
            .map(|joint| self.members.iter().flat_map(|m| m.joints).filter(|j| *j == joint).count())
            .collect();
        for row in 0..self.members.len() {
            for end in 0..2 {
                if self.members[row].kinds[end] == EndKind::Free {
                    continue;
                }
                let joint = &self.joints[self.members[row].joints[end]];
                self.members[row].kinds[end] = match joint.held {
                    Some(_) => EndKind::Fixed,
                    None if ends[self.members[row].joints[end]] == 1 && joint.couple == 0.0 => {
                        EndKind::Hinged
                    }
                    None => EndKind::Rigid,
                };
            }
        }
    }
}

impl Solved {
    /// 1 for each unknown, so that where it enters is seen; what sought loads come to.
    pub(super) fn entering(&self) -> Vec<Option<f64>> {
        let columns = self.full.columns.iter().zip(self.full_values());
        let sought = |of: ColumnOf| matches!(of, ColumnOf::Sought(_));
        columns.map(|(column, value)| if sought(column.of) { value } else { Some(1.0) }).collect()
    }
}

/// What a frame is made from, vertex by vertex: its place, and what turns with it.
struct Maker<'a> {
    solved: &'a Solved,
    /// Per body, per vertex: its place.
    pub(super) places: Vec<Vec<usize>>,
    /// Per body, per vertex: its joint.
    turning: Vec<Vec<usize>>,
    frame: Frame,
}

impl Maker<'_> {
    /// Numbers places and joints: what is pinned shares a place, what is welded turns together.
    fn number(&mut self, mesh: &Mesh) -> Result<(), Inapplicable> {
        let model = &self.solved.model;
        let graph = |body: BodyId| mesh.graphs[body.index()].as_ref().ok_or(Inapplicable::Numbers);
        let mut offsets = Vec::new();
        let mut count = 0;
        for body in model.body_ids() {
            offsets.push(count);
            count += graph(body)?.count();
        }
        let (mut place, mut joint): (Vec<usize>, Vec<usize>) = ((0..count).collect(), (0..count).collect());
        let merge = |of: &mut Vec<usize>, a: usize, b: usize| {
            let (a, b) = (of[a], of[b]);
            of.iter_mut().filter(|x| **x == a.max(b)).for_each(|x| *x = a.min(b));
        };
        for each in &model.joints {
            let mut first = None;
            for body in &each.of {
                let graph = graph(*body)?;
                let vertex = graph.vertex_of(each.at).ok_or(Inapplicable::OffAxis(each.name.clone()))?;
                let vertex = offsets[body.index()] + vertex;
                if let Some(first) = first {
                    merge(&mut place, first, vertex);
                    if each.kind == JointKind::Weld {
                        merge(&mut joint, first, vertex);
                    }
                }
                first = first.or(Some(vertex));
            }
        }
        for bar in &model.bars {
            for (end, on) in bar.ends.iter().zip(bar.on) {
                if let On::Body(body) = on {
                    graph(body)?.vertex_of(*end).ok_or(Inapplicable::OffAxis(bar.name.clone()))?;
                }
            }
        }
        let at: Vec<Point> = model
            .body_ids()
            .flat_map(|body| {
                let graph = mesh.graphs[body.index()].as_ref();
                (0..graph.map_or(0, Graph::count)).filter_map(move |v| graph.map(|g| g.at(v)))
            })
            .collect();
        // Compact numbers in the order in which they first come.
        let mut nodes: Vec<usize> = Vec::new();
        let mut joints: Vec<usize> = Vec::new();
        let row = |list: &mut Vec<usize>, key: usize| {
            list.iter().position(|k| *k == key).unwrap_or_else(|| {
                list.push(key);
                list.len() - 1
            })
        };
        for body in model.body_ids() {
            let range = offsets[body.index()]..offsets[body.index()] + graph(body)?.count();
            let (mut mine, mut turning) = (Vec::new(), Vec::new());
            for vertex in range {
                let (node, known) = (row(&mut nodes, place[vertex]), joints.len());
                let here = row(&mut joints, joint[vertex]);
                if here == known {
                    let name = model.name_at(at[vertex]).to_owned();
                    let joint = FrameJoint { name, at: at[vertex], node, held: None, couple: 0.0 };
                    self.frame.joints.push(joint);
                }
                mine.push(node);
                turning.push(here);
            }
            self.places.push(mine);
            self.turning.push(turning);
        }
        self.frame.nodes = nodes.iter().map(|vertex| at[*vertex]).collect();
        self.frame.pushed = vec![Vector::ZERO; nodes.len()];
        // Loads on pins act on their place.
        for (index, pin) in model.pins.iter().enumerate() {
            let node =
                self.frame.nodes.iter().position(|p| p.distance(model.at(pin.at)) <= tolerance::GEOMETRY);
            let Some(node) = node else { continue };
            for action in &self.solved.full.actions {
                let part = self.solved.full.parts[action.act.on.index()].of;
                if matches!(part, crate::equilibrium::PartOf::Pin(id) if id.index() == index) {
                    self.frame.pushed[node] += action.act.wrench.force;
                }
            }
        }
        for support in &model.supports {
            let Some(body) = support.on.body() else { continue };
            let vertex =
                graph(body)?.vertex_of(support.at).ok_or(Inapplicable::OffAxis(support.name.clone()))?;
            if matches!(support.kind, SupportKind::Fixed | SupportKind::Guide { .. }) {
                let joint = self.turning[body.index()][vertex];
                self.frame.joints[joint].held = Some(support.yielding.turned);
            }
        }
        Ok(())
    }

    /// Which places a support or a bar holds.
    fn supported(&self) -> Vec<bool> {
        let model = &self.solved.model;
        let supports = model.supports.iter().map(|support| model.at(support.at));
        let held: Vec<Point> =
            supports.chain(model.bars.iter().flat_map(|bar| model.bar_ends(bar))).collect();
        let near = |node: &Point| held.iter().any(|p| p.distance(*node) <= tolerance::GEOMETRY);
        self.frame.nodes.iter().map(near).collect()
    }

    /// The members of a body: straight between vertices at which something holds it, joins it or turns off.
    fn members(
        &mut self,
        body: BodyId,
        graph: &Graph,
        acting: &Acting,
        mesh: &Mesh,
    ) -> Result<(), Inapplicable> {
        let mut meets = vec![0; graph.count()];
        graph.edges.iter().flat_map(|edge| edge.ends).for_each(|vertex| meets[vertex] += 1);
        let mut parted: Vec<bool> = meets.iter().map(|count| *count != 2).collect();
        for (attached, vertex) in acting.attached.iter().zip(&graph.entered) {
            if matches!(attached.source, Source::Column(_)) {
                parted[*vertex] = true;
            }
        }
        let pieces: Vec<_> = mesh.pieces.iter().filter(|(of, ..)| *of == body).map(|(_, _, p)| *p).collect();
        for stretch in &graph.stretches {
            // A corner of a run parts it too.
            let (first, last) = (stretch.edges[0], stretch.edges[stretch.edges.len() - 1]);
            parted[graph.edges[first].ends[0]] = true;
            parted[graph.edges[last].ends[1]] = true;
            for pair in stretch.edges.windows(2).filter(|pair| pieces[pair[0]].bends != pieces[pair[1]].bends)
            {
                parted[graph.edges[pair[1]].ends[0]] = true;
            }
        }
        for stretch in &graph.stretches {
            let mut edges: Vec<usize> = Vec::new();
            for index in &stretch.edges {
                edges.push(*index);
                if parted[graph.edges[*index].ends[1]] {
                    let edges = std::mem::take(&mut edges);
                    self.member(body, graph, acting, &pieces, stretch.along, edges);
                }
            }
        }
        // Loads at joints: forces on their place, couples on what turns there.
        for (attached, vertex) in acting.attached.iter().zip(&graph.entered).filter(|(_, v)| parted[**v]) {
            let (Source::Load(_), Some(wrench)) = (attached.source, attached.wrench) else { continue };
            self.frame.pushed[self.places[body.index()][*vertex]] += wrench.force;
            let joint = self.turning[body.index()][*vertex];
            self.frame.joints[joint].couple += wrench.moment_about(graph.at(*vertex)).z;
        }
        Ok(())
    }

    fn member(
        &mut self,
        body: BodyId,
        graph: &Graph,
        acting: &Acting,
        pieces: &[crate::elastic::Piece],
        along: Vector,
        edges: Vec<usize>,
    ) {
        let (first, last) = (&graph.edges[edges[0]], &graph.edges[edges[edges.len() - 1]]);
        let [from, to] = [first.ends[0], last.ends[1]];
        let (begins, n) = (first.start, along.left());
        let length = last.start + last.length - begins;
        let piece = &pieces[edges[0]];
        let ei = 1.0 / piece.bends;
        let mut parts = Vec::new();
        let mut forces = Vec::new();
        let mut couple = 0.0;
        let inner: Vec<(usize, f64)> = edges
            .windows(2)
            .map(|pair| (graph.edges[pair[1]].ends[0], graph.edges[pair[1]].start - begins))
            .collect();
        for (attached, vertex) in acting.attached.iter().zip(&graph.entered) {
            let Some((_, a)) = inner.iter().find(|(v, _)| v == vertex) else { continue };
            let (Source::Load(load), Some(wrench)) = (attached.source, attached.wrench) else { continue };
            let (across, turns) = (wrench.force.dot(n), wrench.moment_about(graph.at(*vertex)).z);
            forces.push((*a, wrench.force));
            couple += turns;
            if across != 0.0 {
                parts.push(Part::force(load, across, *a, length));
            }
            if turns != 0.0 {
                parts.push(Part::couple(load, turns, *a, length));
            }
        }
        let origin = graph.at(from);
        for spread in &acting.spreads {
            let Some([start, end]) = spread.ends else { continue };
            let model = &self.solved.model;
            let [a, b] = [spread.from, spread.to].map(|p| (model.at(p) - origin).dot(along));
            let off = |p: PointId| (model.at(p) - origin).dot(n).abs();
            let (low, high) = (a.min(b).max(0.0), a.max(b).min(length));
            let slack = tolerance::GEOMETRY * length;
            if off(spread.from).max(off(spread.to)) > slack || high - low <= slack {
                continue;
            }
            let at = |x: f64| start + (end - start) * ((x - a) / (b - a));
            let (q, p) = ([at(low), at(high)].map(|q| q.dot(n)), [at(low), at(high)]);
            if q != [0.0; 2] {
                parts.push(Part::spread(spread.load, q, [low, high], length));
            }
            // As two triangles' resultants: for the work on a rigid displacement these are enough.
            let over = high - low;
            forces.push((low + over / 3.0, p[0] * (over / 2.0)));
            forces.push((low + 2.0 * over / 3.0, p[1] * (over / 2.0)));
        }
        if piece.curvature != 0.0 {
            parts.push(Part::warmed(piece.curvature, ei));
        }
        let end_piece = &pieces[edges[edges.len() - 1]];
        let vertex_point = |vertex: usize| graph.point_of(vertex).unwrap_or(PointId(0));
        self.frame.members.push(FrameMember {
            body,
            joints: [from, to].map(|vertex| self.turning[body.index()][vertex]),
            kinds: [EndKind::Rigid; 2],
            points: [from, to].map(vertex_point),
            length,
            along,
            ei,
            parts,
            overhang: false,
            forces,
            couple,
            strain: piece.strain,
            edges,
            last: Last { length: end_piece.length, w: end_piece.w },
        });
    }
}
