//! How a frame is made: vertices that are pinned share a place, those that are welded turn together, and members run between vertices at which something holds, joins or turns off.

use super::beam::Part;
use super::frame::{EndKind, Frame, FrameJoint, FrameMember, Inapplicable, Last};
use super::sway;
use crate::Checks;
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::tolerance;
use helvek_sheet::things::load::Powers;
use helvek_statics::equilibrium::ColumnOf;
use helvek_statics::internal_forces::{Acting, Graph, Source, everything_acting, resultant};
use helvek_statics::model::{BodyId, JointId, On, PointId, SupportId};
use helvek_statics::solution::Statics;
use helvek_statics::stiffness::{Elastic, Lengths, Mesh};

/// Members and sways that a person would still write down.
const MEMBERS: usize = 60;

impl Frame {
    /// The frame of a structure that was solved by its stiffness.
    ///
    /// # Errors
    /// Anything in it that hand methods cannot deal with.
    pub(super) fn of(solved: &Statics, elastic: &Elastic) -> Result<Self, Inapplicable> {
        let model = &solved.model;
        if !model.ropes.is_empty() {
            return Err(Inapplicable::Ropes);
        }
        for (index, joint) in model.joints.iter().enumerate() {
            let held = model.joined_by(JointId(index));
            if !held.is_pin(false) && !held.holds_everything(false) {
                return Err(Inapplicable::Joint(joint.name.clone()));
            }
        }
        for (index, support) in model.supports.iter().enumerate() {
            if model.held_by(SupportId(index)).iter().any(|held| held.spring.is_some()) {
                return Err(Inapplicable::Spring(support.name.clone()));
            }
        }
        let bends = |s: &helvek_statics::model::Stiff| s.bending.value().is_some();
        let stiff = model.bodies.iter().filter(|b| b.runs.is_empty() || !b.stiff.iter().all(bends));
        let stiff: Vec<_> = stiff.map(|body| body.name.clone()).collect();
        if !stiff.is_empty() {
            return Err(Inapplicable::NoBending(stiff));
        }
        let Made { mut frame, places, supported } = made(solved)?;
        if frame.members.len() > MEMBERS {
            return Err(Inapplicable::Large(frame.members.len(), MEMBERS));
        }
        frame.overhangs(&supported);
        frame.kinds();
        sway::find(solved, elastic, &places, &mut frame)?;
        if frame.members.iter().all(|member| member.overhang) {
            return Err(Inapplicable::Nothing);
        }
        Ok(frame)
    }
}

impl Checks<'_> {
    /// 1 for each unknown, so that where it enters is seen; what sought loads come to.
    pub(super) fn entering(&self) -> Vec<Option<f64>> {
        let columns = self.full.columns.iter().zip(self.full_values().iter().copied());
        let sought = |of: ColumnOf| matches!(of, ColumnOf::Sought(_));
        columns.map(|(column, value)| if sought(column.of) { value } else { Some(1.0) }).collect()
    }
}

/// A frame before its overhangs are taken off, with what it was made from.
pub(super) struct Made {
    pub(super) frame: Frame,
    /// Per body, per vertex of its graph: its place.
    pub(super) places: Vec<Vec<usize>>,
    /// Per place: a support or a bar holds it.
    pub(super) supported: Vec<bool>,
}

/// Joints and members of a structure.
pub(super) fn made(solved: &Statics) -> Result<Made, Inapplicable> {
    let (model, full) = (&solved.model, &solved.full);
    let values = Checks(solved).entering();
    let mesh = Mesh::of(model, full, &values, Lengths::Kept).map_err(|_| Inapplicable::Numbers)?;
    spend(1 + mesh.pieces.len() * mesh.pieces.len() / 100);
    let frame = Frame {
        joints: Vec::new(),
        members: Vec::new(),
        sways: Vec::new(),
        nodes: Vec::new(),
        pushed: Vec::new(),
    };
    let mut maker = Maker { solved, places: Vec::new(), turning: Vec::new(), frame };
    maker.number(&mesh)?;
    for (body, acting) in model.body_ids().zip(&everything_acting(model, full, &values)) {
        let (Some(graph), Ok(acting)) = (&mesh.graphs[body.index()], acting) else {
            return Err(Inapplicable::Numbers);
        };
        maker.members(body, graph, acting, &mesh)?;
    }
    let supported = maker.supported();
    Ok(Made { frame: maker.frame, places: maker.places, supported })
}

/// The makings of a frame, vertex by vertex: its place, and what turns with it.
struct Maker<'a> {
    solved: &'a Statics,
    /// Per body, per vertex: its place.
    places: Vec<Vec<usize>>,
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
        for (index, each) in model.joints.iter().enumerate() {
            let mut first = None;
            for body in &each.of {
                let graph = graph(*body)?;
                let vertex = graph.vertex_of(each.at).ok_or(Inapplicable::OffAxis(each.name.clone()))?;
                let vertex = offsets[body.index()] + vertex;
                if let Some(first) = first {
                    merge(&mut place, first, vertex);
                    if !model.joined_by(JointId(index)).free_to_turn() {
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
                if matches!(part, helvek_statics::equilibrium::PartOf::Pin(id) if id.index() == index) {
                    self.frame.pushed[node] += action.act.wrench.force;
                }
            }
        }
        for (index, (support, settlement)) in
            model.supports.iter().zip(&model.loading.settlements).enumerate()
        {
            let Some(body) = support.on.body() else { continue };
            let vertex =
                graph(body)?.vertex_of(support.at).ok_or(Inapplicable::OffAxis(support.name.clone()))?;
            if !model.held_by(SupportId(index)).free_to_turn() {
                let joint = self.turning[body.index()][vertex];
                self.frame.joints[joint].held = Some(settlement.turned);
            }
        }
        Ok(())
    }

    /// Per place: a support or a bar holds it.
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
        pieces: &[helvek_statics::stiffness::Piece],
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
            let model = &self.solved.model;
            let [a, b] = [spread.from, spread.to].map(|p| (model.at(p) - origin).dot(along));
            let off = |p: PointId| (model.at(p) - origin).dot(n).abs();
            let (low, high) = (a.min(b).max(0.0), a.max(b).min(length));
            let slack = tolerance::GEOMETRY * length;
            if off(spread.from).max(off(spread.to)) > slack || high - low <= slack {
                continue;
            }
            let sense = if b > a { 1.0 } else { -1.0 };
            let Some(load) = spread.seen_from((low - a) * sense, sense) else { continue };
            let across = load.map(|q| q.dot(n));
            if across != Powers::<f64>::default() {
                parts.push(Part::spread(spread.load, across, [low, high], length));
            }
            // As two forces at its ends, with its sum and its moment: for the work on a rigid displacement these are enough.
            let over = high - low;
            let [sum, first] = resultant(&load, over);
            let far = first * (1.0 / over);
            forces.push((low, sum - far));
            forces.push((high, far));
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
