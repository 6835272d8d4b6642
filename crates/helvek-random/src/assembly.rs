//! Random determinate structures, written as sheets, and the same equilibrium set up and solved a second time from the numbers alone.

use std::fmt::Write;

/// Splitmix64: small, and the same everywhere.
pub struct Dice(pub u64);

impl Dice {
    /// The next 64 bits.
    pub fn bits(&mut self) -> u64 {
        self.0 = self.0.wrapping_add(0x9E37_79B9_7F4A_7C15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xBF58_476D_1CE4_E5B9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94D0_49BB_1331_11EB);
        z ^ (z >> 31)
    }

    /// A number below `n`.
    pub fn below(&mut self, n: usize) -> usize {
        (self.bits() % n as u64) as usize
    }

    /// A number of two figures between `a` and `b`.
    pub fn between(&mut self, a: f64, b: f64) -> f64 {
        let t = (self.bits() % 1000) as f64 / 1000.0;
        ((a + (b - a) * t) * 100.0).round() / 100.0
    }
}

/// A support or a joint, by the forces it transmits at a point.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Hold {
    /// Two forces.
    Pin,
    /// Pushes at this many degrees.
    Roller(f64),
    /// Two forces and a couple.
    Fixed,
}

/// Bodies with what joins and holds them.
#[derive(Debug, Clone, Default)]
pub struct Assembly {
    /// x and y.
    pub points: Vec<(f64, f64)>,
    /// The points of each body, in the order of its run.
    pub bodies: Vec<Vec<usize>>,
    /// (point, first body, second body, welded)
    pub joints: Vec<(usize, usize, usize, bool)>,
    /// (point, body) at both ends
    pub bars: Vec<[(usize, usize); 2]>,
    /// (point, body, how)
    pub supports: Vec<(usize, usize, Hold)>,
    /// (point, body, x, y)
    pub forces: Vec<(usize, usize, f64, f64)>,
    /// (body, size)
    pub couples: Vec<(usize, f64)>,
}

impl Assembly {
    /// Grown body by body, each held so that nothing is redundant.
    pub fn grown(seed: u64, most: usize) -> Self {
        let mut dice = Dice(seed);
        let mut made = Self::default();
        let count = 1 + dice.below(most);
        while made.bodies.len() < count {
            let body = made.body(&mut dice);
            if made.bodies.len() == 1 {
                made.ground(&mut dice, body);
                continue;
            }
            let other = dice.below(body);
            match dice.below(5) {
                0 => made.ground(&mut dice, body),
                1 => made.join(&mut dice, body, other, true),
                2 => {
                    made.join(&mut dice, body, other, false);
                    let (at, push) = (made.own(body, 1), dice.between(0.0, 360.0));
                    made.supports.push((at, body, Hold::Roller(push)));
                }
                3 => {
                    made.join(&mut dice, body, other, false);
                    let (a, b) = (made.own(body, 1), made.own(other, 0));
                    made.bars.push([(a, body), (b, other)]);
                }
                // On three bars.
                _ => {
                    for end in 0..3 {
                        let (a, b) = (made.own(body, end), made.own(other, 2 - end));
                        made.bars.push([(a, body), (b, other)]);
                    }
                }
            }
        }
        for body in 0..made.bodies.len() {
            let at = made.own(body, 2);
            made.forces.push((at, body, dice.between(-9.0, 9.0), dice.between(-9.0, 9.0)));
            if dice.below(3) == 0 {
                made.couples.push((body, dice.between(-5.0, 5.0)));
            }
        }
        made
    }

    fn point(&mut self, dice: &mut Dice) -> usize {
        self.points.push((dice.between(-6.0, 6.0), dice.between(-6.0, 6.0)));
        self.points.len() - 1
    }

    fn body(&mut self, dice: &mut Dice) -> usize {
        let points = (0..3).map(|_| self.point(dice)).collect();
        self.bodies.push(points);
        self.bodies.len() - 1
    }

    fn own(&self, body: usize, index: usize) -> usize {
        self.bodies[body][index]
    }

    fn ground(&mut self, dice: &mut Dice, body: usize) {
        let [a, b, c] = [0, 1, 2].map(|i| self.own(body, i));
        let mut push = || Hold::Roller(dice.between(0.0, 360.0));
        let pushes = [push(), push(), push()];
        match dice.below(3) {
            0 => self.supports.push((a, body, Hold::Fixed)),
            1 => self.supports.extend([(a, body, Hold::Pin), (b, body, pushes[0])]),
            _ => self.supports.extend([(a, body, pushes[0]), (b, body, pushes[1]), (c, body, pushes[2])]),
        }
    }

    /// At a point of its own that both pass.
    fn join(&mut self, dice: &mut Dice, body: usize, other: usize, welded: bool) {
        let at = self.point(dice);
        self.bodies[body].push(at);
        self.bodies[other].push(at);
        self.joints.push((at, other, body, welded));
    }

    /// As a sheet: every coordinate turned by `turn` degrees and multiplied by `size`, forces by `force`, things in reverse order when
    /// `reversed`.
    pub fn write(&self, head: &str, turn: f64, size: f64, force: f64, reversed: bool) -> String {
        let (sine, cosine) = turn.to_radians().sin_cos();
        let mut out = format!("format = \"helvek-sheet/1\"\n{head}\n");
        let list = |items: Vec<String>| {
            let mut items = items;
            if reversed {
                items.reverse();
            }
            items.join(",\n  ")
        };
        let joints = self.joints.iter().enumerate().map(|(i, (at, a, b, welded))| {
            let kind = if *welded { "weld" } else { "pin" };
            format!("{{ name = \"J{i}\", at = \"P{at}\", kind = \"{kind}\", of = [\"B{a}\", \"B{b}\"] }}")
        });
        writeln!(out, "joints = [{}]", list(joints.collect())).unwrap();
        let bars = self.bars.iter().enumerate().map(|(i, [(p, a), (q, b)])| {
            format!("{{ name = \"bar{i}\", ends = [\"P{p}\", \"P{q}\"], on = [\"B{a}\", \"B{b}\"] }}")
        });
        writeln!(out, "bars = [{}]", list(bars.collect())).unwrap();
        let supports = self.supports.iter().enumerate().map(|(i, (at, body, how))| {
            let kind = match how {
                Hold::Pin => "kind = \"pin\"".to_owned(),
                Hold::Fixed => "kind = \"fixed\"".to_owned(),
                Hold::Roller(angle) => format!("kind = \"roller\", normal = {}", angle + turn),
            };
            format!("{{ name = \"S{i}\", at = \"P{at}\", on = \"B{body}\", {kind} }}")
        });
        writeln!(out, "supports = [{}]", list(supports.collect())).unwrap();
        let forces = self.forces.iter().map(|(at, body, x, y)| {
            let (x, y) = ((x * cosine - y * sine) * force, (x * sine + y * cosine) * force);
            format!("{{ kind = \"force\", at = \"P{at}\", on = \"B{body}\", components = [{x}, {y}] }}")
        });
        let couples = self.couples.iter().map(|(body, m)| {
            format!("{{ kind = \"couple\", on = \"B{body}\", size = {} }}", m * force * size)
        });
        writeln!(out, "loads = [{}]", list(forces.chain(couples).collect())).unwrap();
        let points = self.points.iter().enumerate().map(|(i, (x, y))| {
            let (x, y) = ((x * cosine - y * sine) * size, (x * sine + y * cosine) * size);
            format!("P{i} = [{x}, {y}]")
        });
        writeln!(out, "[points]\n{}", list(points.collect()).replace(",\n", "\n")).unwrap();
        let bodies = self.bodies.iter().enumerate().map(|(i, points)| {
            let run: Vec<_> = points.iter().map(|p| format!("\"P{p}\"")).collect();
            format!("B{i} = {{ runs = [[{}]] }}", run.join(", "))
        });
        writeln!(out, "[bodies]\n{}", list(bodies.collect()).replace(",\n", "\n")).unwrap();
        out
    }

    /// Unknowns in order: supports (x, y, M as they have them), joints (x, y, M on the first body), bars (tension). Rows: x, y and the moment
    /// about the origin, body by body.
    pub fn independent(&self) -> Option<Vec<f64>> {
        let rows = 3 * self.bodies.len();
        let mut columns: Vec<Vec<f64>> = Vec::new();
        let wrench = |column: &mut Vec<f64>, body: usize, at: usize, fx: f64, fy: f64| {
            let (x, y) = self.points[at];
            column[3 * body] += fx;
            column[3 * body + 1] += fy;
            column[3 * body + 2] += x * fy - y * fx;
        };
        for (at, body, how) in &self.supports {
            let mut push = |fx: f64, fy: f64, m: f64| {
                let mut column = vec![0.0; rows];
                wrench(&mut column, *body, *at, fx, fy);
                column[3 * body + 2] += m;
                columns.push(column);
            };
            match how {
                Hold::Roller(angle) => push(angle.to_radians().cos(), angle.to_radians().sin(), 0.0),
                Hold::Pin | Hold::Fixed => {
                    push(1.0, 0.0, 0.0);
                    push(0.0, 1.0, 0.0);
                    if *how == Hold::Fixed {
                        push(0.0, 0.0, 1.0);
                    }
                }
            }
        }
        for (at, first, second, welded) in &self.joints {
            for (fx, fy, m) in [(1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)] {
                if m != 0.0 && !welded {
                    continue;
                }
                let mut column = vec![0.0; rows];
                wrench(&mut column, *first, *at, fx, fy);
                wrench(&mut column, *second, *at, -fx, -fy);
                column[3 * first + 2] += m;
                column[3 * second + 2] -= m;
                columns.push(column);
            }
        }
        for [(p, a), (q, b)] in &self.bars {
            let ((px, py), (qx, qy)) = (self.points[*p], self.points[*q]);
            let length = (qx - px).hypot(qy - py);
            let (dx, dy) = ((qx - px) / length, (qy - py) / length);
            let mut column = vec![0.0; rows];
            wrench(&mut column, *a, *p, dx, dy);
            wrench(&mut column, *b, *q, -dx, -dy);
            columns.push(column);
        }
        let mut loads = vec![0.0; rows];
        for (at, body, fx, fy) in &self.forces {
            wrench(&mut loads, *body, *at, *fx, *fy);
        }
        for (body, m) in &self.couples {
            loads[3 * body + 2] += m;
        }
        if columns.len() != rows {
            return None;
        }
        let matrix: Vec<Vec<f64>> = (0..rows).map(|i| columns.iter().map(|c| c[i]).collect()).collect();
        eliminate(matrix, loads.iter().map(|b| -b).collect())
    }
}

/// Gaussian elimination with full row pivoting; `None` when a pivot is so small that the comparison would be about rounding.
pub fn eliminate(mut a: Vec<Vec<f64>>, mut b: Vec<f64>) -> Option<Vec<f64>> {
    let n = b.len();
    for k in 0..n {
        let pivot = (k..n).max_by(|i, j| a[*i][k].abs().total_cmp(&a[*j][k].abs()))?;
        if a[pivot][k].abs() < 5e-3 {
            return None;
        }
        a.swap(k, pivot);
        b.swap(k, pivot);
        let (above, head) = (a[k].clone(), b[k]);
        for i in (0..n).filter(|i| *i != k) {
            let factor = a[i][k] / above[k];
            a[i].iter_mut().zip(&above).for_each(|(x, up)| *x -= factor * up);
            b[i] -= factor * head;
        }
    }
    Some((0..n).map(|k| b[k] / a[k][k]).collect())
}
