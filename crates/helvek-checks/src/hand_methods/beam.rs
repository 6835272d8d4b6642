//! What the loads of a member do to its ends when these are held.

use helvek_sheet::poly::at;
use helvek_sheet::things::load::Powers;
use helvek_statics::model::LoadId;

/// The cause of a part of the fixed-end moments.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum PartOf {
    /// A force across it, N to the left of the run, at a distance from its first end.
    Force(LoadId, f64, f64),
    /// A couple, N·m.
    Couple(LoadId, f64, f64),
    /// A distributed load over part of it: N/m across at both of its ends, and where it begins and ends.
    Spread(LoadId, [f64; 2], [f64; 2]),
    /// Its ends are displaced: by settlements, or by members that become longer. The turn of the line between them.
    Displaced(f64),
    /// A support at its first (0) or second end turns.
    Turned(usize, f64),
    /// It is an overhang: its own loads fix its moment.
    Overhang,
    /// It bends by itself, 1/m.
    Warmed(f64),
}

/// One part of the moments at the two ends of a member.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Part {
    /// From what.
    pub of: PartOf,
    /// With both ends held, N·m.
    pub held: [f64; 2],
}

impl Part {
    /// From a force P to the left at a, b from the other end: −P a b²/L² and P a² b/L².
    pub(super) fn force(load: LoadId, p: f64, a: f64, l: f64) -> Self {
        let b = l - a;
        Self { of: PartOf::Force(load, p, a), held: [-p * a * b * b / (l * l), p * a * a * b / (l * l)] }
    }

    /// From a couple C at a, the derivative of the above: −C b (b − 2a)/L² and C a (2b − a)/L².
    pub(super) fn couple(load: LoadId, c: f64, a: f64, l: f64) -> Self {
        let b = l - a;
        let held = [-c * b * (b - 2.0 * a) / (l * l), c * a * (2.0 * b - a) / (l * l)];
        Self { of: PartOf::Couple(load, c, a), held }
    }

    /// From a load w over `over`, with the powers of the distance from where it begins: ∫ of the above. The integrand is of the third degree and that of the load: three points of Gauss and Legendre give
    /// it exactly up to the fifth.
    pub(super) fn spread(load: LoadId, w: Powers<f64>, over: [f64; 2], l: f64) -> Self {
        let (middle, half) = (0.5 * (over[0] + over[1]), 0.5 * (over[1] - over[0]));
        let g = 0.6f64.sqrt();
        let points = [(-g, 5.0 / 9.0), (0.0, 8.0 / 9.0), (g, 5.0 / 9.0)];
        let mut held = [0.0; 2];
        for (x, weight) in points {
            let a = middle + half * x;
            let here = Self::force(load, at(&w, a - over[0]) * weight * half, a, l);
            held = [held[0] + here.held[0], held[1] + here.held[1]];
        }
        let ends = [0.0, over[1] - over[0]].map(|x| at(&w, x));
        Self { of: PartOf::Spread(load, ends, over), held }
    }

    /// From ends that are displaced so that the line between them turns by ψ: −6EIψ/L at both.
    pub(super) fn displaced(psi: f64, ei: f64, l: f64) -> Self {
        Self { of: PartOf::Displaced(psi), held: [-6.0 * ei * psi / l; 2] }
    }

    /// From a support at one end that turns: 4EIθ/L there, 2EIθ/L at the other.
    pub(super) fn turned(end: usize, theta: f64, ei: f64, l: f64) -> Self {
        let held = std::array::from_fn(|k| if k == end { 4.0 } else { 2.0 } * ei * theta / l);
        Self { of: PartOf::Turned(end, theta), held }
    }

    /// From a curvature κ that it would take by itself: M = −EIκ all along.
    pub(super) fn warmed(kappa: f64, ei: f64) -> Self {
        Self { of: PartOf::Warmed(kappa), held: [ei * kappa, -ei * kappa] }
    }
}
