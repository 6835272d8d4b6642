//! The model as nodes and links: bodies that give way by their vertices, everything else by its part.

use super::links::{Link, Piece};
use super::{Lengths, StiffnessRefusal};
use crate::equilibrium::{Column, ColumnKind, ColumnOf, Equilibrium, Freedom, PartOf};
use crate::internal_forces::{Acting, Graph, Source, everything_acting};
use crate::model::{BodyId, Member, Model, Rigidity};
use helvek_numbers::geometry::{Vector, Wrench};

/// Nodes and links.
pub struct Mesh {
    /// Per displacement: 1, or for a turn the length of the model, which makes a displacement of it, m.
    pub levers: Vec<f64>,
    /// The first displacement of each part.
    pub(crate) first: Vec<usize>,
    /// The graph of each body that gives way.
    pub graphs: Vec<Option<Graph>>,
    /// Pieces in the order of the edges of the graphs, body after body, with their body and edge.
    pub pieces: Vec<(BodyId, usize, Piece)>,
    /// Three for each piece, then one for each column.
    pub links: Vec<Link>,
    /// Per link: 1, or for a moment the length of the model, which makes a force of it, m.
    pub(crate) arms: Vec<f64>,
    /// The loads on the displacements.
    pub loads: Vec<f64>,
    /// The columns of sought loads are no links.
    pub skipped: Vec<bool>,
}

impl Mesh {
    /// The first link of the columns.
    pub fn first_column(&self) -> usize {
        3 * self.pieces.len()
    }

    /// The largest of forces q of links, moments as forces on the length of the model, N.
    pub(crate) fn largest_force(&self, q: &[f64]) -> f64 {
        q.iter().zip(&self.arms).fold(0.0, |most, (q, arm)| most.max((q / arm).abs()))
    }

    /// The largest of displacements d, turns as what they move on the length of the model, m.
    pub(crate) fn largest_motion(&self, d: &[f64]) -> f64 {
        d.iter().zip(&self.levers).fold(0.0, |most, (d, lever)| most.max((d * lever).abs()))
    }

    /// The mesh of a model. `values` are 1 for unknowns, and what sought loads come to.
    pub fn of(
        model: &Model,
        full: &Equilibrium,
        values: &[Option<f64>],
        lengths: Lengths,
    ) -> Result<Self, StiffnessRefusal> {
        let acting = everything_acting(model, full, values);
        let mut mesh = Self {
            levers: Vec::new(),
            first: Vec::with_capacity(full.parts.len()),
            graphs: Vec::new(),
            pieces: Vec::new(),
            links: Vec::new(),
            arms: Vec::new(),
            loads: Vec::new(),
            skipped: full.columns.iter().map(|c| matches!(c.of, ColumnOf::Sought(_))).collect(),
        };
        // Bodies are the first parts, in their order.
        for (body, acting) in model.body_ids().zip(&acting) {
            let flexible = gives(model, body);
            let graph =
                match (flexible, acting) {
                    (false, _) => None,
                    (true, Ok(acting)) => Some(Graph::of(model, body, acting).map_err(|why| {
                        StiffnessRefusal::Inside(model.bodies[body.index()].name.clone(), why)
                    })?),
                    (true, Err(why)) => {
                        return Err(StiffnessRefusal::Inside(
                            model.bodies[body.index()].name.clone(),
                            why.clone(),
                        ));
                    }
                };
            if graph.as_ref().is_some_and(|graph| !graph.connected()) {
                let name = model.bodies[body.index()].name.clone();
                return Err(StiffnessRefusal::Inside(name, crate::internal_forces::DiagramRefusal::Apart));
            }
            mesh.graphs.push(graph);
        }
        for part in &full.parts {
            mesh.first.push(mesh.levers.len());
            let turning = [1.0, 1.0, full.length_scale];
            match (part.of, part.freedom) {
                (PartOf::Body(body), _) => {
                    let nodes = mesh.graphs[body.index()].as_ref().map_or(1, Graph::count);
                    mesh.levers.extend(std::iter::repeat_n(turning, nodes).flatten());
                }
                (_, Freedom::Rigid) => mesh.levers.extend(turning),
                (_, Freedom::Particle) => mesh.levers.extend([1.0; 2]),
                (_, Freedom::Line(_)) => mesh.levers.push(1.0),
            }
        }
        mesh.loads = vec![0.0; mesh.levers.len()];
        mesh.put_pieces(model, lengths);
        let mut columns: Vec<Link> = full
            .column_ids()
            .map(|id| {
                let (gives, imposed) = give_way(model, full, id.index());
                Link { b: Vec::new(), gives, imposed }
            })
            .collect();
        mesh.put_bodies(model, full, &acting, &mut columns);
        mesh.put_others(full, values, &mut columns);
        // A force x on the structure is a link that is compressed by it: b carries what acts, q is −x.
        mesh.links.extend(columns);
        let length = full.length_scale;
        mesh.arms.extend(mesh.pieces.iter().flat_map(|_| [1.0, length, length]));
        let of_column = |column: &Column| if column.kind == ColumnKind::Couple { length } else { 1.0 };
        mesh.arms.extend(full.columns.iter().map(of_column));
        for link in &mut mesh.links {
            link.b.sort_unstable_by_key(|(dof, _)| *dof);
        }
        Ok(mesh)
    }

    fn put_pieces(&mut self, model: &Model, lengths: Lengths) {
        for body in model.body_ids() {
            let Some(graph) = &self.graphs[body.index()] else { continue };
            let (strain, curvature) = warmed(model, Member::Body(body));
            let piece_of = graph.pieces();
            // All pieces of a straight stretch have one direction: what rounding leaves between theirs would be a corner for lengths that are kept.
            let mut directions = vec![Vector::X; graph.edges.len()];
            for stretch in &graph.stretches {
                stretch.edges.iter().for_each(|edge| directions[*edge] = stretch.along);
            }
            for (index, edge) in graph.edges.iter().enumerate() {
                let stiff = model.bodies[body.index()].stiff[piece_of[index]];
                let along = directions[index];
                let axial = if lengths == Lengths::Kept { Rigidity::Rigid } else { stiff.axial };
                let gives = |r: Rigidity| r.value().map_or(0.0, |v| 1.0 / v);
                let piece = Piece {
                    length: edge.length,
                    along,
                    bends: gives(stiff.bending),
                    stretches: gives(axial),
                    p: edge.load.map(|q| q.dot(along)),
                    w: edge.load.map(|q| q.dot(along.left())),
                    strain,
                    curvature,
                };
                let [i, j] = edge.ends.map(|vertex| self.first[body.index()] + 3 * vertex);
                self.links.extend(piece.links(i, j));
                for (at, force) in [i, j].into_iter().zip(piece.thrown()) {
                    self.loads[at] += force.x;
                    self.loads[at + 1] += force.y;
                }
                self.pieces.push((body, index, piece));
            }
        }
    }

    /// The actions on bodies, where they enter.
    fn put_bodies(
        &mut self,
        model: &Model,
        full: &Equilibrium,
        acting: &[Result<Acting, crate::internal_forces::DiagramRefusal>],
        columns: &mut [Link],
    ) {
        for (body, acting) in model.body_ids().zip(acting) {
            let first = self.first[body.index()];
            let Some(graph) = &self.graphs[body.index()] else { continue };
            let Ok(acting) = acting else { continue };
            for (attached, vertex) in acting.attached.iter().zip(&graph.entered) {
                let Some(wrench) = attached.wrench else { continue };
                let dofs = rows(&wrench, graph.at(*vertex), first + 3 * vertex);
                match attached.source {
                    Source::Column(id) => {
                        dofs.iter().for_each(|(dof, v)| add(&mut columns[id.index()].b, *dof, *v))
                    }
                    Source::Load(_) => dofs.iter().for_each(|(dof, v)| self.loads[*dof] += v),
                }
            }
        }
        debug_assert_eq!(columns.len(), full.columns.len());
    }

    /// The actions on rigid bodies, pins, wheels and ends.
    fn put_others(&mut self, full: &Equilibrium, values: &[Option<f64>], columns: &mut [Link]) {
        let rigid = |part: &PartOf| match part {
            PartOf::Body(body) => self.graphs[body.index()].is_none(),
            _ => true,
        };
        let first = &self.first;
        let dofs = |act: &crate::equilibrium::Act| -> Vec<(usize, f64)> {
            let (part, at) = (&full.parts[act.on.index()], first[act.on.index()]);
            if !rigid(&part.of) {
                return Vec::new();
            }
            match part.freedom {
                Freedom::Rigid => rows(&act.wrench, part.reference, at).to_vec(),
                Freedom::Particle => vec![(at, act.wrench.force.x), (at + 1, act.wrench.force.y)],
                Freedom::Line(along) => vec![(at, act.wrench.force.dot(along))],
            }
        };
        let mut loads = Vec::new();
        for action in &full.actions {
            loads.extend(dofs(&action.act));
        }
        for (index, column) in full.columns.iter().enumerate() {
            for (dof, v) in column.acts.iter().flat_map(&dofs) {
                if matches!(column.of, ColumnOf::Sought(_)) {
                    loads.push((dof, v * values[index].unwrap_or_default()));
                } else {
                    add(&mut columns[index].b, dof, v);
                }
            }
        }
        loads.iter().for_each(|(dof, v)| self.loads[*dof] += v);
    }
}

/// True when any run of a body gives way.
fn gives(model: &Model, body: BodyId) -> bool {
    let stiff = &model.bodies[body.index()].stiff;
    stiff.iter().any(|s| s.bending != Rigidity::Rigid || s.axial != Rigidity::Rigid)
}

/// By how much a member becomes longer and bends by itself, per metre.
pub fn warmed(model: &Model, member: Member) -> (f64, f64) {
    let all = model.loading.warmings.iter().flat_map(|w| w.of.iter().zip(w.strain.iter().zip(&w.curvature)));
    let mine = all.filter(|(of, _)| **of == member);
    mine.fold((0.0, 0.0), |(e, k), (_, (strain, curvature))| (e + strain, k + curvature))
}

/// The flexibility of a column, and the displacement imposed on it.
fn give_way(model: &Model, full: &Equilibrium, index: usize) -> (f64, f64) {
    let column = &full.columns[index];
    match column.of {
        ColumnOf::Support(id) => {
            let settlement = &model.loading.settlements[id.index()];
            let spring = model.held_by(id).of(column.component).and_then(|held| held.spring);
            let wrench = column.acts[0].wrench;
            let goes = wrench.force.dot(settlement.moved) + wrench.moment.z * settlement.turned;
            (spring.map_or(0.0, |k| 1.0 / k), goes)
        }
        ColumnOf::Bar(id) => {
            let bar = &model.bars[id.index()];
            let [a, b] = model.bar_ends(bar);
            let length = a.distance(b);
            let (strain, _) = warmed(model, Member::Bar(id));
            // Its pull acts inwards on both ends: what it does work on is a shortening.
            (bar.axial.value().map_or(0.0, |ea| length / ea), -strain * length)
        }
        _ => (0.0, 0.0),
    }
}

/// The entries of a wrench on a node at a place, whose displacements begin at `first`.
fn rows(wrench: &Wrench, at: helvek_numbers::geometry::Point, first: usize) -> [(usize, f64); 3] {
    [(first, wrench.force.x), (first + 1, wrench.force.y), (first + 2, wrench.moment_about(at).z)]
}

fn add(list: &mut Vec<(usize, f64)>, dof: usize, value: f64) {
    if value == 0.0 {
        return;
    }
    match list.iter_mut().find(|(d, _)| *d == dof) {
        Some((_, sum)) => *sum += value,
        None => list.push((dof, value)),
    }
}
