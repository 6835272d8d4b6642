//! Polynomials up to the third degree: what N, V and M are between two places where something acts.

/// c₀ + c₁x + c₂x² + c₃x³.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Poly(pub [f64; 4]);

impl Poly {
    /// Its value.
    pub fn at(&self, x: f64) -> f64 {
        let [a, b, c, d] = self.0;
        a + x * (b + x * (c + x * d))
    }

    /// Its derivative.
    pub fn derivative(&self) -> Self {
        let [_, b, c, d] = self.0;
        Self([b, 2.0 * c, 3.0 * d, 0.0])
    }

    /// The same curve in u = x + by: `self.at(x) == self.moved(by).at(x + by)`.
    pub fn moved(&self, by: f64) -> Self {
        let ([a, b, c, d], h) = (self.0, -by);
        Self([a + h * (b + h * (c + h * d)), b + h * (2.0 * c + h * 3.0 * d), c + 3.0 * d * h, d])
    }

    /// The sum of two.
    pub fn plus(&self, other: &Self) -> Self {
        Self(std::array::from_fn(|i| self.0[i] + other.0[i]))
    }

    /// `factor` times as much.
    pub fn times(&self, factor: f64) -> Self {
        Self(self.0.map(|c| c * factor))
    }

    /// Its Bézier ordinates over [0, end], at the start, a third, two thirds and the end: c₀, c₀ + c₁l/3, c₀ + 2c₁l/3 + c₂l²/3, p(l). It lies between
    /// the least and the greatest of them.
    pub fn ordinates(&self, end: f64) -> [f64; 4] {
        let Self([a, b, c, _]) = *self;
        [a, a + b * end / 3.0, a + 2.0 * b * end / 3.0 + c * end * end / 3.0, self.at(end)]
    }

    /// Without the zeros at its end.
    pub fn coefficients(&self) -> &[f64] {
        let kept = self.0.iter().rposition(|c| *c != 0.0).unwrap_or(0);
        &self.0[..=kept]
    }

    /// Where it changes its sign inside [0, end], in ascending order. Values within `zero` of nothing have no sign: a curve that only touches zero
    /// does not cross it; one that stays there for a while crosses in the middle.
    pub fn crossings(&self, end: f64, zero: f64) -> Vec<f64> {
        let mut found = Vec::new();
        let mut last: Option<(f64, f64)> = None;
        for (x, here) in self.signs(end, zero) {
            if let Some((from, before)) = last
                && before != here
            {
                found.push(self.bisect(from, x, before));
            }
            last = Some((x, here));
        }
        found
    }

    /// The sign that it has first in [0, end]; 0 where all of it is within `zero` of nothing.
    pub(crate) fn first_sign(&self, end: f64, zero: f64) -> f64 {
        self.signs(end, zero).next().map_or(0.0, |(_, sign)| sign)
    }

    /// Its signs at the ends of [0, end] and where it turns: in between it only rises or only falls. Places where it is within `zero` of nothing are
    /// left out.
    fn signs(&self, end: f64, zero: f64) -> impl Iterator<Item = (f64, f64)> {
        let marks = [0.0].into_iter().chain(self.turns(end)).chain([end]);
        marks.map(|x| (x, self.at(x))).filter(move |(_, y)| y.abs() > zero).map(|(x, y)| (x, y.signum()))
    }

    /// Where its derivative is zero inside (0, end), in ascending order: the only places where it can turn.
    pub fn turns(&self, end: f64) -> Vec<f64> {
        let [_, b, c, d] = self.0;
        let inside = |x: &f64| *x > 0.0 && *x < end;
        // b + 2cx + 3dx² = 0.
        let (q, l) = (3.0 * d, 2.0 * c);
        let mut roots: Vec<f64> = if q == 0.0 {
            if l == 0.0 { Vec::new() } else { vec![-b / l] }
        } else {
            let discriminant = l * l - 4.0 * q * b;
            if discriminant < 0.0 {
                Vec::new()
            } else {
                // The form that does not subtract nearly equal numbers.
                let s = -0.5 * (l + l.signum() * discriminant.sqrt());
                if s == 0.0 { vec![0.0] } else { vec![s / q, b / s] }
            }
        };
        roots.retain(inside);
        roots.sort_by(f64::total_cmp);
        roots.dedup();
        roots
    }

    /// The one place between `a` and `b` where a monotonic stretch leaves the sign it has at `a`.
    fn bisect(&self, mut a: f64, mut b: f64, sign: f64) -> f64 {
        // Every step halves: after these the two are neighbours among the numbers.
        for _ in 0..200 {
            let middle = 0.5 * (a + b);
            if middle <= a || middle >= b {
                break;
            }
            let value = self.at(middle);
            if value == 0.0 {
                return middle;
            }
            if value.signum() == sign { a = middle } else { b = middle }
        }
        0.5 * (a + b)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_cubic_is_moved_derived_and_crossed() {
        // (x − 1)(x − 2)(x − 4) = −8 + 14x − 7x² + x³.
        let p = Poly([-8.0, 14.0, -7.0, 1.0]);
        let close =
            |a: &[f64], b: &[f64]| a.len() == b.len() && a.iter().zip(b).all(|(a, b)| (a - b).abs() < 1e-12);
        assert!(close(&p.crossings(5.0, 1e-12), &[1.0, 2.0, 4.0]), "{:?}", p.crossings(5.0, 1e-12));
        assert!(close(&p.crossings(1.5, 1e-12), &[1.0]));
        assert_eq!(p.derivative(), Poly([14.0, -14.0, 3.0, 0.0]));
        // 14 − 14x + 3x² = 0 at (7 ± √7)/3.
        let turn = |sign: f64| (7.0 + sign * 7.0f64.sqrt()) / 3.0;
        assert!(close(&p.turns(5.0), &[turn(-1.0), turn(1.0)]));
        let moved = p.moved(3.0);
        assert!((moved.at(4.5) - p.at(1.5)).abs() < 1e-12);
    }

    #[test]
    fn touching_is_not_crossing() {
        // (x − 1)².
        assert!(Poly([1.0, -2.0, 1.0, 0.0]).crossings(3.0, 1e-12).is_empty());
        // Zero at its end only.
        assert!(Poly([2.0, -1.0, 0.0, 0.0]).crossings(2.0, 1e-12).is_empty());
        assert_eq!(Poly([2.0, -1.0, 0.0, 0.0]).coefficients(), [2.0, -1.0]);
        assert_eq!(Poly::default().coefficients(), [0.0]);
    }
}
