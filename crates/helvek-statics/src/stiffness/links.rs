//! The links of a straight prismatic piece: what its load does to it by itself, and what its ends do to each other.

use helvek_numbers::geometry::Vector;
use helvek_sheet::things::load::Powers;

/// A force that ties displacements together: bᵀ d = f q + e₀.
#[derive(Debug, Clone, PartialEq)]
pub struct Link {
    /// The displacements with their coefficients.
    pub b: Vec<(usize, f64)>,
    /// f; 0 for what does not give way.
    pub gives: f64,
    /// e₀.
    pub imposed: f64,
}

/// A straight piece: t along it, n to its left, under loads that vary along it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Piece {
    /// m
    pub length: f64,
    /// Unit vector.
    pub(crate) along: Vector,
    /// 1/EI; 0 when it does not bend.
    pub bends: f64,
    /// 1/EA; 0 when it keeps its length.
    pub(crate) stretches: f64,
    /// Force per metre along it, with the powers of the distance from its start.
    pub(crate) p: Powers<f64>,
    /// The same across it, positive to the left.
    pub w: Powers<f64>,
    /// Free elongation, per metre.
    pub strain: f64,
    /// Free curvature, 1/m, positive where the right side becomes longer.
    pub curvature: f64,
}

impl Piece {
    /// Its three links on the displacements that begin at `i` and `j` (x, y, turning each):
    /// the pull at its end; the constant part of M; and the moment m on both ends that makes M go from −m to m.
    ///
    /// As a simple beam under w xᵏ it has M = c (xᵏ⁺² − Lᵏ⁺¹ x) with c = w/((k + 1)(k + 2)). What M does to the second is ∫ M dx =
    /// −c Lᵏ⁺³ (1/2 − 1/(k + 3)), and to the third ∫ M (2x/L − 1) dx = −c Lᵏ⁺³ (1/6 + 1/(k + 3) − 2/(k + 4)), over EI.
    pub(crate) fn links(&self, i: usize, j: usize) -> [Link; 3] {
        let (l, t, n) = (self.length, self.along, self.along.left());
        let stretched = self.strain * l + self.stretches * self.hung();
        let turns = |share: fn(f64) -> f64| -> f64 {
            -self.bends * over_powers(&self.w, |k| share(f64::from(k)) * l.powi(k + 3) / pair(k))
        };
        let constant = self.curvature * l + turns(|k| 0.5 - 1.0 / (k + 3.0));
        // Nothing under what is the same all along.
        let linear = turns(|k| if k == 0.0 { 0.0 } else { 1.0 / 6.0 + 1.0 / (k + 3.0) - 2.0 / (k + 4.0) });
        let pull = Link {
            b: vec![(i, -t.x), (i + 1, -t.y), (j, t.x), (j + 1, t.y)],
            gives: self.stretches * l,
            imposed: stretched,
        };
        let bend = Link { b: vec![(i + 2, -1.0), (j + 2, 1.0)], gives: self.bends * l, imposed: constant };
        let k = 2.0 / l;
        let shear = Link {
            b: vec![
                (i, k * n.x),
                (i + 1, k * n.y),
                (i + 2, 1.0),
                (j, -k * n.x),
                (j + 1, -k * n.y),
                (j + 2, 1.0),
            ],
            gives: self.bends * l / 3.0,
            imposed: linear,
        };
        [pull, bend, shear]
    }

    /// The sum over its length of what its loads along it add to the pull at its end, N·m: ∫ (N(x) − N(L)) dx.
    pub(crate) fn hung(&self) -> f64 {
        over_powers(&self.p, |k| self.length.powi(k + 2) / f64::from(k + 2))
    }

    /// The forces of its loads on its two ends when it is held like a simple beam, N, its first end along t.
    pub(crate) fn thrown(&self) -> [Vector; 2] {
        let (l, t, n) = (self.length, self.along, self.along.left());
        let last = over_powers(&self.w, |k| l.powi(k + 1) / f64::from(k + 2));
        [t * self.pulled() + n * self.first(), n * last]
    }

    /// N, V and M at its start, from the forces of its links.
    pub(crate) fn begins(&self, [pull, constant, linear]: [f64; 3]) -> [f64; 3] {
        let l = self.length;
        [pull + self.pulled(), 2.0 * linear / l - self.first(), constant - linear]
    }

    /// All of its loads along it, N.
    fn pulled(&self) -> f64 {
        over_powers(&self.p, |k| self.length.powi(k + 1) / f64::from(k + 1))
    }

    /// The force of its loads across it on its first end when it is held like a simple beam, N.
    fn first(&self) -> f64 {
        over_powers(&self.w, |k| self.length.powi(k + 1) / pair(k))
    }
}

/// ∑ of what stands with each power times what it counts.
fn over_powers(powers: &Powers<f64>, counts: impl Fn(i32) -> f64) -> f64 {
    powers.iter().zip(0..).map(|(c, k)| c * counts(k)).sum()
}

/// (k + 1)(k + 2): what a power becomes divided by when it is integrated twice.
fn pair(k: i32) -> f64 {
    f64::from((k + 1) * (k + 2))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_piece_is_loaded_and_bent_as_a_simple_beam() {
        // Along x, 4 long, EI = 2, EA = 5, under w = −3 − 1.5 x across and p = 1 along it.
        let piece = Piece {
            length: 4.0,
            along: Vector::X,
            bends: 0.5,
            stretches: 0.2,
            p: std::array::from_fn(|k| [1.0].get(k).copied().unwrap_or(0.0)),
            w: std::array::from_fn(|k| [-3.0, -1.5].get(k).copied().unwrap_or(0.0)),
            strain: 0.0,
            curvature: 0.0,
        };
        // 12 in the middle and 12 at two thirds of the length, downwards: 10 and 14; 4 along it where it is held.
        let [first, last] = piece.thrown();
        assert!((first - Vector::plane(4.0, -10.0)).length() < 1e-12);
        assert!((last - Vector::plane(0.0, -14.0)).length() < 1e-12);
        // Without end moments V begins with 10, N with 4, M with nothing; with m = 2 on both ends V has 2m/L more, M begins with −2.
        assert_eq!(piece.begins([0.0, 0.0, 0.0]), [4.0, 10.0, 0.0]);
        assert_eq!(piece.begins([0.0, 0.0, 2.0]), [4.0, 11.0, -2.0]);
        let [pull, bend, shear] = piece.links(0, 3);
        // pL²/(2EA); the ends of a simple beam turn by wL³/24EI under w, by 7WL³/360EI and 8WL³/360EI under a triangle up to W.
        assert!((pull.imposed - 1.6).abs() < 1e-12 && (pull.gives - 0.8).abs() < 1e-12);
        let turns = |uniform: f64, part: f64| 0.5 * 64.0 * (-3.0 / 24.0 * uniform - 6.0 * part / 360.0);
        let (near, far) = (turns(1.0, 7.0), -turns(1.0, 8.0));
        assert!((bend.imposed - (far - near)).abs() < 1e-12, "{} {}", bend.imposed, far - near);
        assert!((shear.imposed - (far + near)).abs() < 1e-12, "{} {}", shear.imposed, far + near);
        // A rigid displacement does no work on any of them: sideways, and a turn about the first end.
        for moves in [[0.3, -0.7, 0.0, 0.3, -0.7, 0.0], [0.0, 0.0, 0.1, 0.0, 0.4, 0.1]] {
            for link in [&pull, &bend, &shear] {
                let work: f64 = link.b.iter().map(|(dof, b)| b * moves[*dof]).sum();
                assert!(work.abs() < 1e-12);
            }
        }
    }
}
