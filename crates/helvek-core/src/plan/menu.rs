//! The equations worth looking at on a free body. They are found exactly from the lines of the unknowns, not on a grid.

use super::{Axis, Centre, Equation};
use crate::equilibrium::{ColumnId, ColumnKind, Equilibrium};
use crate::geometry::{Point, Vector};
use crate::model::{BodyId, Model};
use crate::tolerance;

/// All candidates on one body while `open` are its unknowns not yet known: axis sums, moments about its named points, then, for each pair
/// of open lines, moments about their crossing or a sum across them when they are parallel.
pub(super) fn equations(
    model: &Model,
    equilibrium: &Equilibrium,
    body: BodyId,
    open: &[ColumnId],
) -> Vec<Equation> {
    let mut list = vec![
        Equation::Forces { along: Vector::X, axis: Axis::X },
        Equation::Forces { along: Vector::Y, axis: Axis::Y },
    ];
    for point in ordered_points(model, body) {
        list.push(Equation::Moments { about: model.at(point), centre: Centre::Named(point) });
    }
    let lines: Vec<_> = open
        .iter()
        .filter(|c| equilibrium.columns[c.index()].kind == ColumnKind::Force)
        .filter_map(|c| {
            let act = equilibrium.columns[c.index()].acts.iter().find(|act| act.on == body)?;
            Some((*c, act.wrench.about, act.wrench.force.unit()?))
        })
        .collect();
    for (i, (a, p, u)) in lines.iter().enumerate() {
        for (b, q, v) in &lines[i + 1..] {
            let candidate = match crossing(*p, *u, *q, *v) {
                Some(about) => Equation::Moments { about, centre: Centre::Crossing(*a, *b) },
                None => Equation::Forces { along: u.left(), axis: Axis::Across(*a) },
            };
            if !list.iter().any(|known| known.same(&candidate, equilibrium.length_scale)) {
                list.push(candidate);
            }
        }
    }
    list
}

/// Points with a support first, in the order of the sheet: there most unknowns pass, and there a person looks first.
fn ordered_points(model: &Model, body: BodyId) -> Vec<crate::model::PointId> {
    let mut points = Vec::new();
    let supports = model.supports.iter().filter(|s| s.on == body).map(|s| s.at);
    for point in supports.chain(model.points_of(body)) {
        if !points.contains(&point) {
            points.push(point);
        }
    }
    points
}

/// Where two lines cross; `None` for parallel ones.
fn crossing(p: Point, u: Vector, q: Point, v: Vector) -> Option<Point> {
    let sine = u.cross(v).z;
    (sine.abs() > tolerance::POOR_PIVOT).then(|| p + u * ((q - p).cross(v).z / sine))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn lines_cross_where_both_pass() {
        // Up through (2, 0) and at 45° through (0, 1): they meet at (2, 3).
        let at = crossing(
            Point::plane(2.0, 0.0),
            Vector::Y,
            Point::plane(0.0, 1.0),
            Vector::plane(1.0, 1.0).unit().unwrap(),
        )
        .unwrap();
        assert!(at.distance(Point::plane(2.0, 3.0)) < 1e-12);
        assert!(crossing(Point::plane(2.0, 0.0), Vector::Y, Point::plane(5.0, 1.0), -Vector::Y).is_none());
    }
}
