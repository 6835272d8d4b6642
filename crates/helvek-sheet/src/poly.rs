//! Polynomials: what N, V and M are between two places where something acts.

use crate::things::load::HIGHEST;

/// The highest degree: M is twice integrated from a load.
pub const DEGREE: usize = HIGHEST + 2;

/// c₀ + c₁x + c₂x² + ...
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Poly(pub [f64; DEGREE + 1]);

impl Poly {
    /// By its first coefficients; the others are 0.
    pub fn of(first: &[f64]) -> Self {
        Self(std::array::from_fn(|k| first.get(k).copied().unwrap_or(0.0)))
    }

    /// Its value.
    pub fn at(&self, x: f64) -> f64 {
        at(&self.0, x)
    }

    /// Its derivative.
    pub fn derivative(&self) -> Self {
        let above = |k: usize| self.0.get(k + 1).map_or(0.0, |c| c * (k + 1) as f64);
        Self(std::array::from_fn(above))
    }

    /// That of which it is the derivative and which begins with `first`. Its own highest power has to be 0.
    pub fn integral(&self, first: f64) -> Self {
        debug_assert!(self.0[DEGREE] == 0.0, "a power too high to be integrated");
        Self(std::array::from_fn(|k| if k == 0 { first } else { self.0[k - 1] / k as f64 }))
    }

    /// The same curve in u = x + by: `self.at(x) == self.moved(by).at(x + by)`.
    pub fn moved(&self, by: f64) -> Self {
        let mut moved = self.0;
        shift(&mut moved, |c, above| *c -= above * by);
        Self(moved)
    }

    /// The sum of two.
    pub fn plus(&self, other: &Self) -> Self {
        Self(std::array::from_fn(|i| self.0[i] + other.0[i]))
    }

    /// `factor` times as much.
    pub fn times(&self, factor: f64) -> Self {
        self.each(|_, c| c * factor)
    }

    /// The one whose coefficients are made of these, each by its power.
    pub fn each(&self, made: impl Fn(usize, f64) -> f64) -> Self {
        Self(std::array::from_fn(|k| made(k, self.0[k])))
    }

    /// Its Bézier ordinates over [0, end]: it lies between the least and the greatest of them.
    pub fn ordinates(&self, end: f64) -> [f64; DEGREE + 1] {
        std::array::from_fn(|i| ordinate(&self.0, i, end))
    }

    /// Without the zeros at its end.
    pub fn coefficients(&self) -> &[f64] {
        needed(&self.0)
    }

    /// Places inside [0, end] where it changes its sign, ascending. Values within `zero` of nothing have no sign: a curve that only touches zero
    /// does not cross it; one that stays there for a while crosses in the middle.
    pub fn crossings(&self, end: f64, zero: f64) -> Vec<f64> {
        let mut found = Vec::new();
        let mut last: Option<(f64, f64)> = None;
        for (x, here) in self.signs(end, zero) {
            if let Some((from, before)) = last
                && before != here
            {
                found.push(bisect(&self.0, from, x, before));
            }
            last = Some((x, here));
        }
        found
    }

    /// The sign that it has first in [0, end]; 0 where all of it is within `zero` of nothing.
    pub fn first_sign(&self, end: f64, zero: f64) -> f64 {
        self.signs(end, zero).next().map_or(0.0, |(_, sign)| sign)
    }

    /// Its signs at the ends of [0, end] and where it turns: in between it only rises or only falls. Places where it is within `zero` of nothing are
    /// left out.
    fn signs(&self, end: f64, zero: f64) -> impl Iterator<Item = (f64, f64)> {
        let marks = [0.0].into_iter().chain(self.turns(end)).chain([end]);
        marks.map(|x| (x, self.at(x))).filter(move |(_, y)| y.abs() > zero).map(|(x, y)| (x, y.signum()))
    }

    /// Places inside (0, end) where its derivative is zero, ascending: the only places where it can turn.
    pub fn turns(&self, end: f64) -> Vec<f64> {
        zeros(&self.derivative().0, end)
    }
}

/// A polynomial by its coefficients, at x.
pub fn at(c: &[f64], x: f64) -> f64 {
    c.iter().rev().fold(0.0, |sum, c| sum * x + c)
}

/// The derivative of a polynomial.
pub fn derivative(c: &[f64]) -> Vec<f64> {
    c.iter().enumerate().skip(1).map(|(k, c)| k as f64 * c).collect()
}

/// Goes to another origin by Horner's scheme, again and again: what is left over is the next coefficient. `add` puts the coefficient above, so many
/// metres away, on the one below it.
pub fn shift<T: Copy>(powers: &mut [T], add: impl Fn(&mut T, T)) {
    for low in 0..powers.len() {
        for k in (low..powers.len() - 1).rev() {
            let above = powers[k + 1];
            add(&mut powers[k], above);
        }
    }
}

/// The i-th Bézier ordinate of a polynomial of the n-th degree over [0, end], at i/n of the way: ∑ C(i,k)/C(n,k) cₖ lᵏ up to k = i.
pub fn ordinate(c: &[f64], i: usize, end: f64) -> f64 {
    let (mut sum, mut share) = (0.0, 1.0);
    for (k, power) in c[..=i].iter().enumerate() {
        sum += power * share;
        share *= end * (i - k) as f64 / (c.len() - 1 - k).max(1) as f64;
    }
    sum
}

/// All of them, as many as the polynomial needs: one of what is the same all along, two of a line.
pub fn ordinates(c: &[f64], end: f64) -> Vec<f64> {
    let c = needed(c);
    (0..c.len()).map(|i| ordinate(c, i, end)).collect()
}

/// Coefficients without the zeros at their end: one at least, where there are any.
fn needed(c: &[f64]) -> &[f64] {
    let kept = c.iter().rposition(|c| *c != 0.0).unwrap_or(0);
    &c[..c.len().min(kept + 1)]
}

/// Zeros of a polynomial inside (0, end), ascending; of a curve of a higher degree than the second only those where it changes its sign.
pub fn zeros(c: &[f64], end: f64) -> Vec<f64> {
    let c = needed(c);
    let mut roots = match *c {
        [] | [_] => Vec::new(),
        [b, l] => vec![-b / l],
        [b, l, q] => {
            let discriminant = l * l - 4.0 * q * b;
            if discriminant < 0.0 {
                return Vec::new();
            }
            // The form that does not subtract nearly equal numbers.
            let s = -0.5 * (l + l.signum() * discriminant.sqrt());
            if s == 0.0 { vec![0.0] } else { vec![s / q, b / s] }
        }
        // Between neighbours among the zeros of its derivative it changes its sign once at most.
        _ => {
            let mut marks = vec![0.0];
            marks.extend(zeros(&derivative(c), end));
            marks.push(end);
            let crossing = |pair: &[f64]| {
                let [from, to] = [pair[0], pair[1]].map(|x| at(c, x));
                (from * to < 0.0).then(|| bisect(c, pair[0], pair[1], from.signum()))
            };
            marks.windows(2).filter_map(crossing).collect()
        }
    };
    roots.retain(|x| *x > 0.0 && *x < end);
    roots.sort_by(f64::total_cmp);
    roots.dedup();
    roots
}

/// The one place between `a` and `b` where a curve leaves the sign it has at `a`.
fn bisect(c: &[f64], mut a: f64, mut b: f64, sign: f64) -> f64 {
    // Every step halves: after these the two are neighbours among the numbers.
    for _ in 0..200 {
        let middle = 0.5 * (a + b);
        if middle <= a || middle >= b {
            break;
        }
        let value = at(c, middle);
        if value == 0.0 {
            return middle;
        }
        if value.signum() == sign { a = middle } else { b = middle }
    }
    0.5 * (a + b)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_cubic_is_moved_derived_and_crossed() {
        // (x − 1)(x − 2)(x − 4) = −8 + 14x − 7x² + x³.
        let p = Poly::of(&[-8.0, 14.0, -7.0, 1.0]);
        let close =
            |a: &[f64], b: &[f64]| a.len() == b.len() && a.iter().zip(b).all(|(a, b)| (a - b).abs() < 1e-12);
        assert!(close(&p.crossings(5.0, 1e-12), &[1.0, 2.0, 4.0]), "{:?}", p.crossings(5.0, 1e-12));
        assert!(close(&p.crossings(1.5, 1e-12), &[1.0]));
        assert_eq!(p.derivative(), Poly::of(&[14.0, -14.0, 3.0]));
        // 14 − 14x + 3x² = 0 at (7 ± √7)/3.
        let turn = |sign: f64| (7.0 + sign * 7.0f64.sqrt()) / 3.0;
        assert!(close(&p.turns(5.0), &[turn(-1.0), turn(1.0)]));
        let moved = p.moved(3.0);
        assert!((moved.at(4.5) - p.at(1.5)).abs() < 1e-12);
    }

    #[test]
    fn touching_is_not_crossing() {
        // (x − 1)².
        assert!(Poly::of(&[1.0, -2.0, 1.0]).crossings(3.0, 1e-12).is_empty());
        // Zero at its end only.
        assert!(Poly::of(&[2.0, -1.0]).crossings(2.0, 1e-12).is_empty());
        assert_eq!(Poly::of(&[2.0, -1.0]).coefficients(), [2.0, -1.0]);
        assert_eq!(Poly::default().coefficients(), [0.0]);
    }

    #[test]
    fn zeros_of_a_quintic() {
        // x (x − 1) (x − 2) (x − 3) (x − 4) moved by a half: five crossings.
        let shifted = |x: f64| {
            let y = x + 0.5;
            y * (y - 1.0) * (y - 2.0) * (y - 3.0) * (y - 4.0)
        };
        // Its coefficients by hand: at y = x + 1/2 the roots are −1/2, 1/2, 3/2, 5/2, 7/2.
        let roots = [-0.5, 0.5, 1.5, 2.5, 3.5];
        let mut c = vec![1.0];
        for r in roots {
            let mut next = vec![0.0; c.len() + 1];
            for (k, v) in c.iter().enumerate() {
                next[k] -= r * v;
                next[k + 1] += v;
            }
            c = next;
        }
        assert!((at(&c, 0.3) - shifted(0.3)).abs() < 1e-12);
        let found = zeros(&c, 3.0);
        assert_eq!(found.len(), 3);
        for (found, root) in found.iter().zip([0.5, 1.5, 2.5]) {
            assert!((found - root).abs() < 1e-12, "{found} {root}");
        }
    }
}
