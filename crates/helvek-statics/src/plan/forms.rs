//! Equations and what acts on a free body as six numbers each, whose product is what enters.

use super::Equation;
use super::cuts::{Cut, Six, six};
use crate::equilibrium::{ColumnId, Equilibrium};
use helvek_numbers::geometry::{Point, Vector};

/// An equation as a form of norm 1.
pub(super) fn form_of(equation: &Equation, origin: Point, length: f64) -> Six {
    let form = match *equation {
        Equation::Forces { along, .. } => [along.x, along.y, along.z, 0.0, 0.0, 0.0],
        Equation::Moments { about, along, .. } => moment_form(about, along, origin, length),
    };
    unit(form).unwrap_or(form)
}

/// The moment about the axis through P along u: u · (M about O − p × F) = u · M about O + (p × u) · F, with p from O to P; moments over the length
/// scale.
pub(super) fn moment_form(about: Point, along: Vector, origin: Point, length: f64) -> Six {
    let force = (about - origin).cross(along) * (1.0 / length);
    [force.x, force.y, force.z, along.x, along.y, along.z]
}

pub(super) fn dot(a: Six, b: Six) -> f64 {
    a.iter().zip(b).map(|(a, b)| a * b).sum()
}

/// A form of the plane, from its parts along F_x, F_y and M_z.
pub(super) fn flat(x: f64, y: f64, m: f64) -> Six {
    [x, y, 0.0, 0.0, 0.0, m]
}

/// In the plane: the one form that leaves out two lines.
pub(super) fn cross(a: Six, b: Six) -> Six {
    let [p, q] = [a, b].map(|l| [l[0], l[1], l[5]]);
    flat(p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0])
}

pub(super) fn unit(a: Six) -> Option<Six> {
    let size = dot(a, a).sqrt();
    (size > 0.0).then(|| a.map(|x| x / size))
}

/// The six numbers of a column's net wrench on a cut, not normed: 0 when it cancels inside.
pub(super) fn net(equilibrium: &Equilibrium, cut: &Cut, column: ColumnId) -> Six {
    let mut sum = [0.0; 6];
    for act in equilibrium.column(column).acts.iter().filter(|act| cut.parts.contains(&act.on)) {
        let line = six(&act.wrench, cut.origin, equilibrium.length_scale);
        sum.iter_mut().zip(line).for_each(|(s, l)| *s += l);
    }
    sum
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_form_of_a_moment_is_the_moment() {
        // 3 N along x at (2, 5) and 4 N along y there, about (1, 1): −3·4 + 4·1 = −8, with a length scale of 2.
        let wrench = helvek_numbers::geometry::Wrench::force(Vector::plane(3.0, 4.0), Point::plane(2.0, 5.0));
        let (origin, length) = (Point::plane(-1.0, 0.5), 2.0);
        let form = moment_form(Point::plane(1.0, 1.0), Vector::Z, origin, length);
        let value = dot(form, six(&wrench, origin, length)) * length;
        assert!((value + 8.0).abs() < 1e-12, "{value}");
    }
}
