//! The method of forces: as many forces are let go as are too many; each is then found so that the structure closes again where it was let go.
//!
//! With q₀ what the loads do in the structure without them, and qᵢ what one of the i-th does: δᵢ₀ + Σ δᵢⱼ Xⱼ = 0, where δᵢⱼ = Σ f qᵢ qⱼ and δᵢ₀ = Σ qᵢ (f q₀ + e₀) over everything
//! that gives way: ∫ mᵢ mⱼ/EI, since the forces in a piece are constant parts whose flexibilities are those integrals.

use super::frame::{End, Frame, Inapplicable};
use super::reduce;
use crate::Checks;
use helvek_statics::equilibrium::{ColumnId, ColumnOf, Component};
use helvek_statics::model::{BodyId, SupportId};
use helvek_statics::solution::Statics;
use helvek_statics::stiffness::{Lengths, Link, Mesh};

/// So many are still solved by hand.
const REDUNDANTS: usize = 3;

/// A force that is let go.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Redundant {
    /// An unknown of a support, a joint or a bar.
    Column(ColumnId),
    /// A body is cut through in the middle of one of its pieces: N (0), M (1), or by how much M differs (2) there.
    Cut(BodyId, usize),
}

/// The method with its numbers.
#[derive(Debug, Clone, PartialEq)]
pub struct ForceMethod {
    /// The redundants: what is let go.
    pub redundants: Vec<Redundant>,
    /// δᵢ₀: how far apart the loads move what was let go, m or rad per N or N·m of it.
    pub gaps: Vec<f64>,
    /// δᵢⱼ.
    pub flexibility: Vec<Vec<f64>>,
    /// Xᵢ, N or N·m along the assumed sense.
    pub values: Vec<f64>,
    /// Per end of [`Frame::ends`]: the moments under the loads alone, under one of each, and the sum.
    pub primary: Vec<f64>,
    /// Per redundant, per end.
    pub units: Vec<Vec<f64>>,
    /// Per end.
    pub moments: Vec<f64>,
}

impl ForceMethod {
    pub(super) fn of(solved: &Statics, frame: &Frame) -> Result<Self, Inapplicable> {
        let (model, full) = (&solved.model, &solved.full);
        let values = Checks(solved).entering();
        let mesh = Mesh::of(model, full, &values, Lengths::Kept).map_err(|_| Inapplicable::Numbers)?;
        let first = mesh.first_column();
        let released = &solved.verdict.released;
        let out = |row: usize| {
            row >= first && (mesh.skipped[row - first] || released.contains(&ColumnId(row - first)))
        };
        let order = kept_first(solved, &mesh, first);
        let order: Vec<usize> = order.into_iter().filter(|row| !out(*row)).collect();
        // Columns that depend on those before them are the ones too many.
        let mut matrix = vec![vec![0.0; order.len() + 1]; mesh.levers.len()];
        for (place, row) in order.iter().enumerate() {
            mesh.links[*row].b.iter().for_each(|(dof, b)| matrix[*dof][place] += b);
        }
        let free = reduce::reduced(matrix.clone(), order.len()).free;
        if free.is_empty() || free.len() > REDUNDANTS {
            return Err(Inapplicable::Redundants(free.len(), REDUNDANTS));
        }
        let extra: Vec<usize> = free.iter().map(|place| order[*place]).collect();
        let under = |rhs: &dyn Fn(usize) -> f64| -> Vec<f64> {
            let mut rows = matrix.clone();
            for (dof, row) in rows.iter_mut().enumerate() {
                free.iter().for_each(|place| row[*place] = 0.0);
                row[order.len()] = rhs(dof);
            }
            let reduced = reduce::reduced(rows, order.len());
            let mut q = vec![0.0; mesh.links.len()];
            for (place, row) in &reduced.pivots {
                q[order[*place]] = row[order.len()];
            }
            q
        };
        let loads = under(&|dof| mesh.loads[dof]);
        let units: Vec<Vec<f64>> = extra
            .iter()
            .map(|row| {
                // A force x of a column is q = −x of its link; a cut's is its own.
                let own = if *row >= first { -1.0 } else { 1.0 };
                let b =
                    |dof: usize| mesh.links[*row].b.iter().find(|(d, _)| *d == dof).map_or(0.0, |(_, b)| *b);
                let mut q = under(&|dof| -own * b(dof));
                q[*row] = own;
                q
            })
            .collect();
        let over = |q: &[f64], p: &dyn Fn(usize, &Link) -> f64| -> f64 {
            q.iter().zip(&mesh.links).enumerate().map(|(k, (q, link))| q * p(k, link)).sum()
        };
        let gaps: Vec<f64> =
            units.iter().map(|q| over(q, &|k, link| link.gives * loads[k] + link.imposed)).collect();
        let flexibility: Vec<Vec<f64>> = units
            .iter()
            .map(|a| units.iter().map(|b| over(a, &|k, link| link.gives * b[k])).collect())
            .collect();
        let rhs: Vec<f64> = gaps.iter().map(|gap| -gap).collect();
        let values = reduce::solved(flexibility.clone(), &rhs).ok_or(Inapplicable::Numbers)?;
        let moments_of = |q: &Vec<f64>| frame.moments_by(&mesh, q);
        let (primary, each) = (moments_of(&loads), units.iter().map(moments_of));
        let each: Vec<Vec<f64>> = each.collect();
        let moments = (0..primary.len())
            .map(|k| primary[k] + each.iter().zip(&values).map(|(m, x)| m[k] * x).sum::<f64>())
            .collect();
        let redundants = extra.iter().map(|row| match row.checked_sub(first) {
            Some(column) => Redundant::Column(ColumnId(column)),
            None => {
                let (body, ..) = &mesh.pieces[row / 3];
                Redundant::Cut(*body, row % 3)
            }
        });
        let redundants = redundants.collect();
        Ok(Self { redundants, gaps, flexibility, values, primary, units: each, moments })
    }
}

/// All links, those first that a person would keep: what members carry, then joints and bars, then supports: the first one whole, then couples, then heights from the outside
/// to the inside, and thrusts last.
fn kept_first(solved: &Statics, mesh: &Mesh, first: usize) -> Vec<usize> {
    let (model, full) = (&solved.model, &solved.full);
    let mut order: Vec<usize> = (0..first).collect();
    let column = |id: &ColumnId| full.column(*id);
    order.extend(
        full.column_ids()
            .filter(|id| !matches!(column(id).of, ColumnOf::Support(_)))
            .map(|id| first + id.index()),
    );
    let xs = || model.supports.iter().map(|s| model.at(s.at).x);
    let middle = 0.5 * (xs().fold(f64::INFINITY, f64::min) + xs().fold(f64::NEG_INFINITY, f64::max));
    let mut of_supports: Vec<ColumnId> =
        full.column_ids().filter(|id| matches!(column(id).of, ColumnOf::Support(_))).collect();
    let whole = |index: &usize| model.held_by(SupportId(*index)).holds_everything(false);
    let holds_whole = (0..model.supports.len()).find(whole);
    let rank = |id: &ColumnId| {
        let column = column(id);
        let ColumnOf::Support(support) = column.of else { return (9, 0) };
        let off = (model.at(model.supports[support.index()].at).x - middle).abs();
        // Far from the middle first, in whole millimetres.
        let outer = -((off * 1e3).round() as i64);
        let whole = holds_whole.unwrap_or(0) == support.index();
        match column.component {
            _ if whole => (0, 0),
            Component::Y | Component::Along => (1, outer),
            Component::Couple => (2, outer),
            Component::Across => (3, outer),
            _ => (4, outer),
        }
    };
    of_supports.sort_by_key(rank);
    order.extend(of_supports.iter().map(|id| first + id.index()));
    debug_assert_eq!(order.len(), mesh.links.len());
    order
}

impl Frame {
    /// The moments at all ends from the forces of the links of a mesh.
    fn moments_by(&self, mesh: &Mesh, q: &[f64]) -> Vec<f64> {
        let find = |body: BodyId, edge: usize| {
            mesh.pieces.iter().position(|(of, index, _)| *of == body && *index == edge).unwrap_or_default()
        };
        let moment = |end: End| {
            let member = &self.members[end.member];
            let edges = &member.edges;
            let row = find(member.body, edges[if end.end == 0 { 0 } else { edges.len() - 1 }]);
            let (constant, linear) = (q[3 * row + 1], q[3 * row + 2]);
            // Of a piece as a simple beam its own load gives no moments at its ends.
            if end.end == 0 { linear - constant } else { linear + constant }
        };
        self.ends().into_iter().map(moment).collect()
    }
}
