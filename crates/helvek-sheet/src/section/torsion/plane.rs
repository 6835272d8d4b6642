//! Saint-Venant's torsion by finite elements from both sides.
//!
//! With Prandtl's stress function, nothing on the outer outline and some constant on each hole, J is the greatest value of 2l(φ) − ∫|∇φ|² dA with l(φ) = 2∫φ dA over the section and its holes:
//! whatever functions are tried, it comes out too small. With the warping ω it is the least value of ∫|∇ω + (−y, z)|² dA: too large. Both on the same triangles with six nodes;
//! (Saint-Venant 1855, Prandtl 1903; the bounds are those of Dirichlet and Thomson.)

use super::mesh::Mesh;
use helvek_numbers::budget::spend;
use helvek_numbers::linear::{Entry, solve_definite};
use std::collections::HashMap;

/// A lower and an upper bound of J. Nothing when the equations cannot be solved.
pub(super) fn bounds(mesh: &Mesh) -> Option<[f64; 2]> {
    let nodes = Nodes::of(mesh);
    Some([nodes.prandtl()?, nodes.warping()?])
}

/// Triangles with their corners and the middles of their sides.
struct Nodes<'a> {
    mesh: &'a Mesh,
    /// Corners, then the middles of the sides 0-1, 1-2, 2-0.
    elements: Vec<[usize; 6]>,
    count: usize,
    /// The closed lines of nodes around material, each with the area it encloses: negative around a hole.
    loops: Vec<(Vec<usize>, f64)>,
}

/// Gradients of the six functions at the middle of each side, and the area: what is integrated is quadratic, and exact with these three.
struct Element {
    area: f64,
    gradients: [[[f64; 2]; 6]; 3],
    middles: [[f64; 2]; 3],
}

impl<'a> Nodes<'a> {
    fn of(mesh: &'a Mesh) -> Self {
        let mut count = mesh.points.len();
        let mut sides: HashMap<[usize; 2], (usize, usize)> = HashMap::new();
        let mut elements = Vec::with_capacity(mesh.triangles.len());
        for [a, b, c] in &mesh.triangles {
            let mut middle = |p: usize, q: usize| {
                let side = sides.entry([p.min(q), p.max(q)]).or_insert_with(|| {
                    count += 1;
                    (count - 1, 0)
                });
                side.1 += 1;
                side.0
            };
            elements.push([*a, *b, *c, middle(*a, *b), middle(*b, *c), middle(*c, *a)]);
        }
        // Sides of one triangle only, run through with the material to the left.
        let mut next: HashMap<usize, Vec<(usize, usize)>> = HashMap::new();
        for [a, b, c] in &mesh.triangles {
            for (p, q) in [(*a, *b), (*b, *c), (*c, *a)] {
                if let (middle, 1) = sides[&[p.min(q), p.max(q)]] {
                    next.entry(p).or_default().push((q, middle));
                }
            }
        }
        let mut starts: Vec<usize> = next.keys().copied().collect();
        starts.sort_unstable();
        let mut loops = Vec::new();
        for start in starts {
            while let Some((mut to, middle)) = next.get_mut(&start).and_then(Vec::pop) {
                let mut line = vec![start, middle];
                let mut area = cross(mesh.points[start], mesh.points[to]);
                while to != start {
                    let Some((after, middle)) = next.get_mut(&to).and_then(Vec::pop) else { break };
                    line.extend([to, middle]);
                    area += cross(mesh.points[to], mesh.points[after]);
                    to = after;
                }
                loops.push((line, 0.5 * area));
            }
        }
        Self { mesh, elements, count, loops }
    }

    fn element(&self, index: usize) -> Element {
        let corners = self.mesh.triangles[index].map(|i| self.mesh.points[i]);
        let [a, b, c] = corners;
        let twice = cross([b[0] - a[0], b[1] - a[1]], [c[0] - a[0], c[1] - a[1]]);
        // Gradients of the three barycentric coordinates.
        let slope = |p: [f64; 2], q: [f64; 2]| [(p[1] - q[1]) / twice, (q[0] - p[0]) / twice];
        let d = [slope(b, c), slope(c, a), slope(a, b)];
        let at = |l: [f64; 3]| {
            let mut gradients = [[0.0; 2]; 6];
            for k in 0..2 {
                for i in 0..3 {
                    // λ(2λ − 1), and 4λμ.
                    gradients[i][k] = (4.0 * l[i] - 1.0) * d[i][k];
                    let j = (i + 1) % 3;
                    gradients[3 + i][k] = 4.0 * (l[i] * d[j][k] + l[j] * d[i][k]);
                }
            }
            gradients
        };
        let halves = [[0.5, 0.5, 0.0], [0.0, 0.5, 0.5], [0.5, 0.0, 0.5]];
        let middle = |p: [f64; 2], q: [f64; 2]| [0.5 * (p[0] + q[0]), 0.5 * (p[1] + q[1])];
        Element {
            area: 0.5 * twice,
            gradients: halves.map(at),
            middles: [middle(a, b), middle(b, c), middle(c, a)],
        }
    }

    /// J from below.
    fn prandtl(&self) -> Option<f64> {
        // Outer nodes are held at nothing; those of a hole share one unknown.
        let mut unknown: Vec<Option<usize>> = vec![Some(usize::MAX); self.count];
        let mut size = 0;
        let mut load: Vec<f64> = Vec::new();
        for (line, area) in &self.loops {
            let held = if *area > 0.0 {
                None
            } else {
                // 2·φ·(the area of the hole).
                load.push(-2.0 * area);
                size += 1;
                Some(size - 1)
            };
            line.iter().for_each(|node| unknown[*node] = held);
        }
        for slot in unknown.iter_mut().filter(|slot| **slot == Some(usize::MAX)) {
            *slot = Some(size);
            size += 1;
        }
        load.resize(size, 0.0);
        let mut triplets = Vec::new();
        for (index, nodes) in self.elements.iter().enumerate() {
            let element = self.element(index);
            for (i, p) in nodes.iter().enumerate() {
                let Some(row) = unknown[*p] else { continue };
                // ∫ of a corner's function is nothing, of a side's a third of the area.
                load[row] += if i < 3 { 0.0 } else { 2.0 * element.area / 3.0 };
                for (j, q) in nodes.iter().enumerate() {
                    if let Some(column) = unknown[*q] {
                        triplets.push((row, column, element.stiffness(i, j)));
                    }
                }
            }
        }
        let found = solve(size, &triplets, &load)?;
        Some(found.iter().zip(&load).map(|(a, b)| a * b).sum())
    }

    /// J from above.
    fn warping(&self) -> Option<f64> {
        let mut triplets = Vec::new();
        let mut load = vec![0.0; self.count];
        // ∫|(−y, z)|² dA, less what the warping takes away.
        let mut polar = 0.0;
        let mut diagonal = 0.0f64;
        for (index, nodes) in self.elements.iter().enumerate() {
            let element = self.element(index);
            let third = element.area / 3.0;
            polar += element.middles.iter().map(|[z, y]| third * (z * z + y * y)).sum::<f64>();
            for (i, p) in nodes.iter().enumerate() {
                for (gradients, [z, y]) in element.gradients.iter().zip(&element.middles) {
                    load[*p] += third * (gradients[i][0] * y - gradients[i][1] * z);
                }
                for (j, q) in nodes.iter().enumerate() {
                    let value = element.stiffness(i, j);
                    diagonal = diagonal.max(value);
                    triplets.push((*p, *q, value));
                }
            }
        }
        // One of the nodes of each part that hangs together is held: a warping that is the same everywhere does nothing.
        for held in self.one_of_each_part() {
            triplets.push((held, held, diagonal));
        }
        let found = solve(self.count, &triplets, &load)?;
        Some(polar - found.iter().zip(&load).map(|(a, b)| a * b).sum::<f64>())
    }

    fn one_of_each_part(&self) -> Vec<usize> {
        let mut sets = petgraph::unionfind::UnionFind::new(self.count);
        for nodes in &self.elements {
            nodes[1..].iter().for_each(|node| {
                sets.union(nodes[0], *node);
            });
        }
        let labels = sets.into_labeling();
        (0..self.count).filter(|node| labels[*node] == *node).collect()
    }
}

impl Element {
    /// ∫∇a·∇b dA
    fn stiffness(&self, i: usize, j: usize) -> f64 {
        let at = |g: &[[f64; 2]; 6]| g[i][0] * g[j][0] + g[i][1] * g[j][1];
        self.area / 3.0 * self.gradients.iter().map(at).sum::<f64>()
    }
}

fn cross(a: [f64; 2], b: [f64; 2]) -> f64 {
    a[0] * b[1] - a[1] * b[0]
}

fn solve(size: usize, stiffness: &[Entry], load: &[f64]) -> Option<Vec<f64>> {
    spend(8 * size);
    let found = solve_definite(size, stiffness, load)?;
    found.iter().all(|value| value.is_finite()).then_some(found)
}
