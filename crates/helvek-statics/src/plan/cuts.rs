//! Free bodies worth looking at: single parts, the whole, parts taken together, sections.

use super::sections;
use crate::equilibrium::{ColumnId, ColumnKind, ColumnOf, Equilibrium, Freedom, PartId, PartOf};
use crate::model::{BarId, Model, Part, Picked};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Wrench};
use helvek_numbers::tolerance;
use helvek_sheet::sheet::Truss;
use std::collections::{BTreeMap, HashSet};

/// The sort of free body.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum CutKind {
    Single,
    Whole,
    Section,
    Group,
}

/// A wrench as six numbers: F_x, F_y, F_z, and the moments about x, y and z through the cut's own origin over the length scale. In the plane the
/// third, fourth and fifth are 0.
pub(super) type Six = [f64; 6];

/// A column that acts on a free body from outside.
#[derive(Debug, Clone)]
pub(super) struct Entering {
    pub(super) column: ColumnId,
    /// Of norm 1.
    pub(super) line: Six,
    /// The norm it was divided by. Norms differ from one free body to another: equations of several are compared with them put back.
    pub(super) norm: f64,
}

/// A free body with everything that acts on it from outside.
#[derive(Debug, Clone)]
pub(super) struct Cut {
    pub(super) parts: Vec<PartId>,
    pub(super) kind: CutKind,
    pub(super) origin: Point,
    pub(super) entering: Vec<Entering>,
    /// Columns that act on its parts but cancel inside it.
    pub(super) inside: usize,
    /// Known actions, each by its line (not of norm 1).
    pub(super) loads: Vec<Six>,
}

/// Up to this many parts every connected group is looked at.
const ALL_GROUPS: usize = 8;
/// Up to this many rigid bodies, groups of two and three.
const SMALL_GROUPS: usize = 40;
/// Up to this many parts, the sides of every joint that parts the structure.
const SIDES: usize = 60;
/// Bars that are asked for, beyond which sections are no help: everything is wanted anyway.
const SECTIONS_FOR: usize = 8;

/// The six numbers of a wrench about `origin`.
pub(super) fn six(wrench: &Wrench, origin: Point, length: f64) -> Six {
    let (force, moment) = (wrench.force, wrench.moment_about(origin) * (1.0 / length));
    [force.x, force.y, force.z, moment.x, moment.y, moment.z]
}

pub(super) fn cuts(model: &Model, equilibrium: &Equilibrium, asked: &[ColumnId]) -> Vec<Cut> {
    let maker = Maker { equilibrium, touching: equilibrium.touching() };
    let all: Vec<_> = equilibrium.part_ids().collect();
    let mut seen: HashSet<Vec<PartId>> = HashSet::new();
    let mut list = Vec::new();
    let mut push = |parts: Vec<PartId>, kind: CutKind| {
        if seen.insert(parts.clone()) {
            spend(parts.len() / 4);
            list.push(maker.cut(parts, kind));
        }
    };
    for part in &all {
        push(vec![*part], CutKind::Single);
    }
    if all.len() > 1 {
        push(all.clone(), CutKind::Whole);
    }
    let graph = maker.neighbours();
    let particle = |part: &PartId| equilibrium.parts[part.index()].freedom == Freedom::Particle;
    // A cut through a truss is a section; the method of joints does without.
    let joints_only = model.conventions.truss == Some(Truss::Joints);
    if all.len() <= ALL_GROUPS {
        for group in connected(&graph, all.len(), all.len() - usize::from(!all.is_empty())) {
            let truss = group.iter().filter(|part| particle(part)).count() > 1;
            if !(truss && joints_only) {
                push(group, if truss { CutKind::Section } else { CutKind::Group });
            }
        }
    } else {
        let rigid = |part: &PartId| matches!(equilibrium.parts[part.index()].of, PartOf::Body(_));
        if all.iter().filter(|p| rigid(p)).count() <= SMALL_GROUPS {
            for group in unions(&graph, &all) {
                if group.iter().filter(|p| particle(p)).count() <= 1 {
                    push(group, CutKind::Group);
                }
            }
        }
        if all.len() <= SIDES {
            for side in sections::bridges(&maker.connections(), all.len()) {
                push(side, CutKind::Group);
            }
        }
    }
    for picked in &model.order {
        match picked {
            Picked::Section(bars) => {
                for side in sides(equilibrium, bars).into_iter().flatten() {
                    push(side, CutKind::Section);
                }
            }
            Picked::Equation(parts, _) => {
                if let Some(parts) = meant(model, equilibrium, parts) {
                    let truss = parts.iter().filter(|part| particle(part)).count() > 1;
                    push(parts, if truss { CutKind::Section } else { CutKind::Group });
                }
            }
            Picked::Whole | Picked::Joint(_) | Picked::Body(_) => {}
        }
    }
    if !joints_only {
        let bars: Vec<_> = asked.iter().filter(|c| equilibrium.column(**c).axial()).copied().collect();
        if !bars.is_empty() && bars.len() <= SECTIONS_FOR && all.len() > ALL_GROUPS {
            let connections = maker.connections();
            let sides = sections::through(equilibrium, &connections, &bars);
            let varied = sections::varied(&sides, &connections, &bars);
            for side in sides.into_iter().chain(varied) {
                push(side, CutKind::Section);
            }
        }
    }
    list
}

/// The two sides of a section through `bars`; `None` when they do not part the structure, or not all of them join the two sides.
pub fn sides(equilibrium: &Equilibrium, bars: &[BarId]) -> Option<[Vec<PartId>; 2]> {
    let maker = Maker { equilibrium, touching: equilibrium.touching() };
    let cut = |id: ColumnId| matches!(equilibrium.column(id).of, ColumnOf::Bar(bar) if bars.contains(&bar));
    let connections = maker.connections();
    sections::parted(&connections, equilibrium.parts.len(), cut)
}

/// The parts that are meant, in the order of the equilibrium; `None` when one of them is not freed in this structure.
pub(super) fn meant(model: &Model, equilibrium: &Equilibrium, parts: &[Part]) -> Option<Vec<PartId>> {
    let is = |of: PartOf, part: Part| match (of, part) {
        (PartOf::Body(a), Part::Body(b)) => a == b,
        (PartOf::Pin(pin), Part::Pin(at)) => model.pins[pin.index()].at == at,
        (PartOf::Weld(a), Part::Weld(b)) => a == b,
        (PartOf::Wheel(a), Part::Wheel(b)) => a == b,
        (PartOf::End(a, end), Part::End(b, other)) => a == b && end == other,
        _ => false,
    };
    let find = |part: &Part| equilibrium.part_ids().find(|id| is(equilibrium.parts[id.index()].of, *part));
    let mut found = parts.iter().map(find).collect::<Option<Vec<_>>>()?;
    found.sort_unstable();
    found.dedup();
    (!found.is_empty()).then_some(found)
}

struct Maker<'a> {
    equilibrium: &'a Equilibrium,
    touching: Vec<Vec<ColumnId>>,
}

impl Maker<'_> {
    fn cut(&self, parts: Vec<PartId>, kind: CutKind) -> Cut {
        let equilibrium = self.equilibrium;
        let (length, origin) = (equilibrium.length_scale, equilibrium.parts[parts[0].index()].reference);
        let members: HashSet<PartId> = parts.iter().copied().collect();
        // Each column once, in the order of the sheet.
        let mut sums: BTreeMap<ColumnId, (Six, f64)> = BTreeMap::new();
        for part in &parts {
            for id in &self.touching[part.index()] {
                if sums.contains_key(id) {
                    continue;
                }
                let (mut sum, mut size) = ([0.0; 6], 0.0f64);
                for act in equilibrium.column(*id).acts.iter().filter(|act| members.contains(&act.on)) {
                    let line = six(&act.wrench, origin, length);
                    for (s, l) in sum.iter_mut().zip(line) {
                        *s += l;
                        size = size.max(l.abs());
                    }
                }
                sums.insert(*id, (sum, size));
            }
        }
        let mut inside = 0;
        let mut entering = Vec::new();
        for (column, (sum, size)) in sums {
            let norm = sum.iter().map(|x| x * x).sum::<f64>().sqrt();
            if norm <= tolerance::DROPS_OUT * size || size == 0.0 {
                inside += 1;
                continue;
            }
            let line = sum.map(|x| if x.abs() <= tolerance::DROPS_OUT * size { 0.0 } else { x / norm });
            entering.push(Entering { column, line, norm });
        }
        let loads = equilibrium
            .actions
            .iter()
            .filter(|a| members.contains(&a.act.on))
            .map(|a| six(&a.act.wrench, origin, length))
            .collect();
        Cut { parts, kind, origin, entering, inside, loads }
    }

    /// Pairs of parts that a column joins, with the column.
    fn connections(&self) -> Vec<(usize, usize, ColumnId)> {
        let mut list = Vec::new();
        for id in self.equilibrium.column_ids() {
            let column = self.equilibrium.column(id);
            if column.kind == ColumnKind::Intensity {
                continue;
            }
            let mut pairs: BTreeMap<usize, Vec<usize>> = BTreeMap::new();
            for act in &column.acts {
                pairs.entry(act.pair).or_default().push(act.on.index());
            }
            for pair in pairs.values() {
                if let [a, b] = pair[..]
                    && a != b
                {
                    list.push((a, b, id));
                }
            }
        }
        list
    }

    fn neighbours(&self) -> Vec<Vec<usize>> {
        let mut graph = vec![Vec::new(); self.equilibrium.parts.len()];
        for (a, b, _) in self.connections() {
            if !graph[a].contains(&b) {
                graph[a].push(b);
                graph[b].push(a);
            }
        }
        graph
    }
}

/// Every connected group of 2 to `most` parts, in a fixed order.
fn connected(graph: &[Vec<usize>], count: usize, most: usize) -> Vec<Vec<PartId>> {
    let mut groups = Vec::new();
    for mask in 1u32..(1u32 << count) {
        let size = mask.count_ones() as usize;
        if size < 2 || size > most {
            continue;
        }
        let mut reached = 1u32 << mask.trailing_zeros();
        loop {
            let mut next = reached;
            for (a, near) in graph.iter().enumerate() {
                if reached & (1 << a) != 0 {
                    near.iter().for_each(|b| next |= 1 << b);
                }
            }
            next &= mask;
            if next == reached {
                break;
            }
            reached = next;
        }
        if reached == mask {
            groups.push((0..count).filter(|i| mask & (1 << i) != 0).map(PartId::new).collect());
        }
    }
    groups.sort_by_key(|g: &Vec<PartId>| g.len());
    groups
}

/// Connected unions of two and three parts.
fn unions(graph: &[Vec<usize>], all: &[PartId]) -> Vec<Vec<PartId>> {
    let mut groups: Vec<Vec<usize>> = Vec::new();
    for (a, near) in graph.iter().enumerate() {
        for b in near.iter().filter(|b| **b > a) {
            groups.push(vec![a, *b]);
        }
    }
    for pair in groups.clone() {
        let around: Vec<_> =
            pair.iter().flat_map(|p| &graph[*p]).filter(|c| !pair.contains(c)).copied().collect();
        for c in around {
            let mut three = vec![pair[0], pair[1], c];
            three.sort_unstable();
            groups.push(three);
        }
    }
    groups.sort_by(|a, b| (a.len(), a).cmp(&(b.len(), b)));
    groups.dedup();
    groups.retain(|group| group.len() < all.len());
    groups.into_iter().map(|group| group.into_iter().map(PartId::new).collect()).collect()
}
