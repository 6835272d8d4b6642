//! Random rigid frames, written as sheets, and their displacements set up a second time as every textbook does: 6 × 6 matrices of elements, eliminated densely.

use super::assembly::{Dice, eliminate};
use std::fmt::Write;

/// From node to node: its stiffnesses, and what it carries down per length.
#[derive(Debug, Clone, Copy)]
pub struct Beam {
    /// The node where it begins.
    pub from: usize,
    /// The node where it ends.
    pub to: usize,
    /// Force × length².
    pub ei: f64,
    /// Force.
    pub ea: f64,
    /// Down, per length.
    pub q: f64,
}

/// A frame of one body. Loads act at nodes; each member may carry a uniform load down per length.
#[derive(Debug, Clone, Default)]
pub struct Framed {
    /// x and y.
    pub nodes: Vec<(f64, f64)>,
    /// From node to node.
    pub members: Vec<Beam>,
    /// (node, fixed)
    pub feet: Vec<(usize, bool)>,
    /// (node, x, y)
    pub forces: Vec<(usize, f64, f64)>,
    /// (node, how its foot moves)
    pub settled: Vec<(usize, [f64; 2])>,
    /// (node, force per length in x and y)
    pub springs: Vec<(usize, [f64; 2])>,
    /// Everything warms up.
    pub warm: Option<Warm>,
}

/// A change of temperature.
#[derive(Debug, Clone, Copy)]
pub struct Warm {
    /// Per kelvin.
    pub expansion: f64,
    /// Of the middle.
    pub change: f64,
    /// By how much more the left side.
    pub across: f64,
    /// Of the section.
    pub depth: f64,
}

impl Warm {
    /// The elongation per length, and the turn of the tangent per length: counter-clockwise where the right side is longer.
    fn free(&self) -> [f64; 2] {
        [self.expansion * self.change, -self.expansion * self.across / self.depth]
    }
}

/// The solution of a frame.
#[derive(Debug, Clone)]
pub struct Result {
    /// x, y and turn of every node.
    pub displacements: Vec<[f64; 3]>,
    /// N, V and M at the first end of every member.
    pub inner: Vec<[f64; 3]>,
}

impl Framed {
    /// Storeys on bays, every node a little out of place when `crooked`.
    pub fn grown(seed: u64, most: (usize, usize), crooked: bool) -> Self {
        let mut dice = Dice(seed);
        let (bays, storeys) = (1 + dice.below(most.0), 1 + dice.below(most.1));
        let mut made = Self::default();
        let widths: Vec<f64> = (0..bays).map(|_| dice.between(3.0, 7.0)).collect();
        let heights: Vec<f64> = (0..storeys).map(|_| dice.between(2.5, 5.0)).collect();
        let off = |dice: &mut Dice| if crooked { dice.between(-0.4, 0.4) } else { 0.0 };
        for storey in 0..=storeys {
            for bay in 0..=bays {
                let x: f64 = widths[..bay].iter().sum();
                let y: f64 = heights[..storey].iter().sum();
                made.nodes.push((x + off(&mut dice), y + off(&mut dice)));
            }
        }
        let at = |storey: usize, bay: usize| storey * (bays + 1) + bay;
        for storey in 0..storeys {
            for bay in 0..=bays {
                let ei = dice.between(5.0, 20.0) * 1e3;
                made.members.push(Beam {
                    from: at(storey, bay),
                    to: at(storey + 1, bay),
                    ei,
                    ea: 40.0 * ei,
                    q: 0.0,
                });
            }
            for bay in 0..bays {
                let (ei, q) = (dice.between(5.0, 40.0) * 1e3, dice.between(0.0, 12.0));
                let (mut from, to) = (at(storey + 1, bay), at(storey + 1, bay + 1));
                if dice.below(2) == 0 {
                    // A force inside the beam: a node of its own on the straight line.
                    let (a, b, t) = (made.nodes[from], made.nodes[to], dice.between(0.2, 0.8));
                    made.nodes.push((a.0 + (b.0 - a.0) * t, a.1 + (b.1 - a.1) * t));
                    let inner = made.nodes.len() - 1;
                    made.members.push(Beam { from, to: inner, ei, ea: 40.0 * ei, q });
                    made.forces.push((inner, dice.between(-5.0, 5.0), dice.between(-30.0, 0.0)));
                    from = inner;
                }
                made.members.push(Beam { from, to, ei, ea: 40.0 * ei, q });
            }
            made.forces.push((at(storey + 1, 0), dice.between(1.0, 9.0), 0.0));
        }
        made.feet = (0..=bays).map(|bay| (bay, dice.below(2) == 0)).collect();
        made
    }

    /// The sheet; with or without EA.
    pub fn written(&self, axial: bool) -> String {
        let mut out = String::from("supports = [\n");
        for (node, fixed) in &self.feet {
            let kind = if *fixed { "fixed" } else { "pin" };
            let of = |list: &[(usize, [f64; 2])], key: &str| {
                let found = list.iter().find(|(at, _)| at == node);
                found.map_or(String::new(), |(_, [x, y])| format!(", {key} = [{x:?}, {y:?}]"))
            };
            let ground = of(&self.settled, "settlement") + &of(&self.springs, "spring");
            writeln!(out, "{{ at = \"N{node}\", kind = \"{kind}\"{ground} }},").unwrap();
        }
        out.push_str("]\nloads = [\n");
        for (node, x, y) in &self.forces {
            writeln!(
                out,
                "{{ kind = \"force\", on = \"frame\", at = \"N{node}\", components = [{x:?}, {y:?}] }},"
            )
            .unwrap();
        }
        for Beam { from: a, to: b, q, .. } in self.members.iter().filter(|m| m.q != 0.0) {
            writeln!(out, "{{ kind = \"distributed\", on = \"frame\", from = \"N{a}\", to = \"N{b}\", start = {q:?}, direction = \"down\" }},").unwrap();
        }
        out.push_str("]\n");
        if let Some(Warm { expansion, change, across, depth }) = self.warm {
            let bends = if across == 0.0 {
                String::new()
            } else {
                format!("across = {across:?}, depth = \"{depth:?} m\", ")
            };
            writeln!(out, "temperature = [{{ change = {change:?}, {bends}expansion = {expansion:?} }}]")
                .unwrap();
        }
        out.push_str("[points]\n");
        for (i, (x, y)) in self.nodes.iter().enumerate() {
            writeln!(out, "N{i} = [{x:?}, {y:?}]").unwrap();
        }
        let runs: Vec<_> = self.members.iter().map(|m| format!("[\"N{}\", \"N{}\"]", m.from, m.to)).collect();
        let list = |of: fn(&Beam) -> f64| {
            self.members.iter().map(|m| format!("{:?}", of(m))).collect::<Vec<_>>().join(", ")
        };
        let ea = if axial { format!(", EA = [{}]", list(|m| m.ea)) } else { String::new() };
        writeln!(out, "[bodies]\nframe = {{ runs = [{}], EI = [{}]{ea} }}", runs.join(", "), list(|m| m.ei))
            .unwrap();
        out
    }

    /// x, y and turn of every node.
    pub fn displacements(&self) -> Vec<[f64; 3]> {
        self.result().expect("it is held").displacements
    }

    /// As many lengths and forces larger as wanted; what is given keeps its figures.
    pub fn scaled(&self, length: f64, force: f64) -> Self {
        let mut made = self.clone();
        made.nodes.iter_mut().for_each(|(x, y)| (*x, *y) = (*x * length, *y * length));
        for member in &mut made.members {
            member.ei *= force * length * length;
            member.ea *= force;
            member.q *= force / length;
        }
        made.forces.iter_mut().for_each(|(_, x, y)| (*x, *y) = (*x * force, *y * force));
        made.settled.iter_mut().for_each(|(_, by)| *by = by.map(|v| v * length));
        made.springs.iter_mut().for_each(|(_, k)| *k = k.map(|v| v * force / length));
        if let Some(warm) = &mut made.warm {
            warm.depth *= length;
        }
        made
    }

    /// By the displacement method, eliminated densely; `None` where a pivot is too small for the comparison.
    pub fn result(&self) -> Option<Result> {
        let mut elements = Vec::new();
        let size = 3 * self.nodes.len();
        let mut k = vec![vec![0.0; size]; size];
        let mut p = vec![0.0; size];
        for Beam { from: a, to: b, ei, ea, q } in &self.members {
            let (from, to) = (self.nodes[*a], self.nodes[*b]);
            let (dx, dy) = (to.0 - from.0, to.1 - from.1);
            let l = dx.hypot(dy);
            let (c, s) = (dx / l, dy / l);
            let (e, f, g, h) = (ea / l, 12.0 * ei / l.powi(3), 6.0 * ei / l.powi(2), ei / l);
            let own = [
                [e, 0.0, 0.0, -e, 0.0, 0.0],
                [0.0, f, g, 0.0, -f, g],
                [0.0, g, 4.0 * h, 0.0, -g, 2.0 * h],
                [-e, 0.0, 0.0, e, 0.0, 0.0],
                [0.0, -f, -g, 0.0, f, -g],
                [0.0, g, 2.0 * h, 0.0, -g, 4.0 * h],
            ];
            let mut turn = [[0.0; 6]; 6];
            for o in [0, 3] {
                (turn[o][o], turn[o][o + 1]) = (c, s);
                (turn[o + 1][o], turn[o + 1][o + 1]) = (-s, c);
                turn[o + 2][o + 2] = 1.0;
            }
            let dofs: Vec<usize> = (0..3).map(|i| 3 * a + i).chain((0..3).map(|i| 3 * b + i)).collect();
            for i in 0..6 {
                for j in 0..6 {
                    let mut sum = 0.0;
                    for m in 0..6 {
                        for n in 0..6 {
                            sum += turn[m][i] * own[m][n] * turn[n][j];
                        }
                    }
                    k[dofs[i]][dofs[j]] += sum;
                }
            }
            // A load q down: along −q s, across −q c.
            let (along, across) = (-q * s, -q * c);
            let ends = [along * l / 2.0, across * l / 2.0, across * l * l / 12.0];
            let mut local = [ends[0], ends[1], ends[2], ends[0], ends[1], -ends[2]];
            let [longer, bent] = self.warm.map_or([0.0; 2], |warm| warm.free());
            for (i, by) in [(0, -ea * longer), (3, ea * longer), (2, -ei * bent), (5, ei * bent)] {
                local[i] += by;
            }
            for i in 0..6 {
                p[dofs[i]] += (0..6).map(|m| turn[m][i] * local[m]).sum::<f64>();
            }
            elements.push((own, turn, local, dofs));
        }
        for (node, x, y) in &self.forces {
            p[3 * node] += x;
            p[3 * node + 1] += y;
        }
        for (node, fixed) in &self.feet {
            let settled = self.settled.iter().find(|(at, _)| at == node).map_or([0.0; 2], |(_, by)| *by);
            let spring = self.springs.iter().find(|(at, _)| at == node).map(|(_, k)| *k);
            for i in 0..if *fixed { 3 } else { 2 } {
                let dof = 3 * node + i;
                let goes = settled.get(i).copied().unwrap_or_default();
                if let Some(k_ground) = spring.filter(|_| i < 2) {
                    k[dof][dof] += k_ground[i];
                    p[dof] += k_ground[i] * goes;
                    continue;
                }
                (0..size).for_each(|j| p[j] -= k[j][dof] * goes);
                (0..size).for_each(|j| (k[dof][j], k[j][dof]) = (0.0, 0.0));
                (k[dof][dof], p[dof]) = (1.0, goes);
            }
        }
        let u = eliminate(k, p)?;
        let inner = elements.iter().map(|(own, turn, local, dofs)| {
            let at = |m: usize| -> f64 { (0..6).map(|i| turn[m][i] * u[dofs[i]]).sum() };
            let there: Vec<f64> = (0..6).map(at).collect();
            let force = |m: usize| (0..6).map(|j| own[m][j] * there[j]).sum::<f64>() - local[m];
            [-force(0), force(1), -force(2)]
        });
        let inner = inner.collect();
        Some(Result { displacements: u.chunks(3).map(|c| [c[0], c[1], c[2]]).collect(), inner })
    }
}
