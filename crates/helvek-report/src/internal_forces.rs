//! N, V and M in words.

use crate::areas::AreaLine;
use crate::document::Table;
use crate::numbers::{Numbers, minus};
use helvek_core::Checks;
use helvek_core::answers::words::diagram_refused;
use helvek_core::equilibrium::ColumnKind;
use helvek_core::geometry::Vector;
use helvek_core::id::{Id, Kind};
use helvek_core::internal_forces::{Diagram, Inner, Inside, Six, SolidInside};
use helvek_core::model::{CutAt, PointId};
use helvek_core::sheet::DiagramMethod;
use helvek_core::strength::Stressed;
use helvek_core::tolerance::first_largest;
use helvek_core::units::figures;
use schemars::JsonSchema;
use serde::Serialize;

/// A straight stretch of a body, with what it carries inside.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct InsideLine {
    /// `inside:jib#0`
    pub of: Id,
    /// `jib, B to C`
    pub title: String,
    /// N, V and M at every key point; null where there are none.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub table: Option<Table>,
    /// A sentence for each of N, V and M with its extremes; or why there are none.
    pub says: Vec<String>,
    /// V and M by areas, where that is how members are worked.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub areas: Vec<AreaLine>,
}

/// Less upright than this a member has an upper side: a slope of about one in three.
const LEVEL: f64 = 0.3;

/// The effect of a moment on a member that runs along `along`: `sagging`, `hogging`, or which side it compresses.
pub fn bending(along: Vector, moment: f64) -> &'static str {
    let pressed = if moment > 0.0 { along.left() } else { -along.left() };
    match (moment == 0.0, pressed.y.abs() > LEVEL, pressed.y > 0.0, pressed.x > 0.0) {
        (true, ..) => "no bending",
        (_, true, true, _) => "sagging",
        (_, true, false, _) => "hogging",
        (_, false, _, true) => "compresses its right side",
        (_, false, _, false) => "compresses its left side",
    }
}

/// The face of a member that runs along `along` on its left (`left`) or on its right: `top`, `bottom`, or a side.
pub fn face(along: Vector, left: bool) -> &'static str {
    let out = if left { along.left() } else { -along.left() };
    match (out.y.abs() > LEVEL, out.y > 0.0, out.x > 0.0) {
        (true, true, _) => "top",
        (true, false, _) => "bottom",
        (false, _, true) => "right",
        (false, _, false) => "left",
    }
}

/// The word for a normal force, tension being positive: `tension`, `compression`.
pub fn axial(force: f64) -> &'static str {
    match force {
        f if f > 0.0 => "tension",
        f if f < 0.0 => "compression",
        _ => "nothing along it",
    }
}

impl Numbers<'_> {
    /// Every stretch, in the order of the sheet.
    pub(crate) fn inside(&self) -> Vec<InsideLine> {
        if self.statics.model.spatial() {
            let name = |p: PointId| self.statics.model.point_name(p);
            let rows = self.statics.inside_space().iter().enumerate();
            let line = |(row, inside): (usize, &SolidInside)| {
                let body = &self.statics.model.bodies[inside.body.index()].name;
                InsideLine {
                    of: Kind::Inside.id(body).place(format_args!(
                        "{}-{}",
                        name(inside.from),
                        name(inside.to)
                    )),
                    title: format!("{body}, {} to {}", name(inside.from), name(inside.to)),
                    table: inside.diagram.as_ref().ok().map(|of| self.key_points_in_space(of)),
                    says: self.six_words(row),
                    areas: Vec::new(),
                }
            };
            return rows.map(line).collect();
        }
        let stressed = Checks(self.statics).stressed();
        let line = |(i, inside)| self.inside_line(i, inside, stressed.iter().find(|s| s.row == i));
        self.statics.inside().iter().enumerate().map(line).collect()
    }

    /// The six internal forces of a stretch in words: where its axes point, and the largest of each.
    pub(crate) fn six_words(&self, row: usize) -> Vec<String> {
        let inside = &self.statics.inside_space()[row];
        let model = &self.statics.model;
        let body = &model.bodies[inside.body.index()].name;
        let diagram = match &inside.diagram {
            Ok(diagram) => diagram,
            Err(why) => return vec![diagram_refused(why, body)],
        };
        let bare = |v: Vector| self.direction_in_space(v).replacen("along ", "", 1);
        let [x, y, z] = diagram.axes;
        let mut says = vec![format!("x′ {}, y′ {}, z′ {}", bare(x), bare(y), bare(z))];
        for six in Six::ALL {
            let (value, station, side) = diagram.largest(six);
            let unit = self.statics.model.six_unit(six);
            if value == 0.0 {
                continue;
            }
            let number = minus(&figures::rounded(unit.from_si(value), self.digits()));
            let place = figures::plain(model.units.length.from_si(station), self.digits());
            let constant = diagram.segments.iter().all(|s| {
                let poly = &s.inner[six as usize];
                poly.coefficients().len() == 1 && (poly.0[0] - value).abs() <= diagram.zero(six)
            });
            let symbol = &model.units.length.symbol;
            let at = if constant {
                "all along".to_owned()
            } else {
                let side = match side {
                    helvek_core::internal_forces::Side::After => "after",
                    helvek_core::internal_forces::Side::Before => "before",
                };
                format!("at {place} {symbol}, just {side}")
            };
            let word = match six {
                Six::N if value > 0.0 => ", tension",
                Six::N => ", compression",
                _ => "",
            };
            says.push(format!("{} {number} {} {at}{word}", six.name(), unit.symbol));
        }
        let nothing: Vec<&str> =
            Six::ALL.iter().filter(|six| diagram.largest(**six).0 == 0.0).map(|six| six.name()).collect();
        if !nothing.is_empty() {
            says.push(format!("{}: nothing", nothing.join(", ")));
        }
        says
    }

    /// The largest moment, with its place; where there is none, the largest normal force.
    pub(crate) fn looked_into(&self) -> String {
        let all = self.statics.inside();
        let found = all.iter().filter_map(|inside| inside.diagram.as_ref().ok());
        let largest = |inner: Inner| {
            let each = found.clone().map(|d| (d.largest(inner), d));
            first_largest(each.filter(|(e, _)| e.value != 0.0), |(e, _)| e.value.abs())
        };
        let said = |inner: Inner| {
            let (most, diagram) = largest(inner)?;
            let value = self.inner(inner, most.value.abs());
            Some(format!("{} {value}, {}", inner.letter(), self.place_in(diagram, most.station)))
        };
        let unknown = all.iter().any(|inside| inside.diagram.is_err());
        let nothing = || {
            let words = match (all.is_empty(), unknown) {
                (true, _) => "nothing to look into",
                (_, true) => "not known",
                _ => "N, V and M are zero",
            };
            words.to_owned()
        };
        said(Inner::M).or_else(|| said(Inner::N)).unwrap_or_else(nothing)
    }

    fn inside_line(&self, index: usize, inside: &Inside, stressed: Option<&Stressed>) -> InsideLine {
        let model = &self.statics.model;
        let body = &model.bodies[inside.body.index()].name;
        let name = |p: PointId| model.point_name(p);
        let says = match &inside.diagram {
            Err(why) => vec![diagram_refused(why, body)],
            Ok(diagram) => {
                let carried = Inner::ALL.map(|inner| self.inner_says(diagram, inner));
                carried.into_iter().chain(stressed.into_iter().flat_map(|s| self.stress_says(s))).collect()
            }
        };
        let areas = match &inside.diagram {
            Ok(diagram) if model.conventions.inside == DiagramMethod::Areas => {
                self.area_lines(index, diagram)
            }
            _ => Vec::new(),
        };
        InsideLine {
            areas,
            table: inside.diagram.as_ref().ok().map(|diagram| self.key_points(diagram)),
            of: Kind::Inside.id(body).part(index),
            title: format!("{body}, {} to {}", name(inside.from), name(inside.to)),
            says,
        }
    }

    /// One of the three with its unit.
    pub(crate) fn inner(&self, inner: Inner, value: f64) -> String {
        let kind = if inner == Inner::M { ColumnKind::Couple } else { ColumnKind::Force };
        let (number, unit) = self.result(value, kind);
        format!("{} {unit}", minus(&number))
    }

    pub(crate) fn distance(&self, metres: f64) -> String {
        let unit = &self.statics.model.units.length;
        format!("{} {}", figures::plain(unit.from_si(metres), self.digits().max(3)), unit.symbol)
    }

    /// `at C`, where a point stands; else `0.8 m from B`, its first one.
    pub(crate) fn place_in(&self, diagram: &Diagram, station: f64) -> String {
        match diagram.point_at(station) {
            Some(point) => format!("at {}", self.statics.model.point_name(point)),
            None => self.place_along(station, self.statics.model.point_name(diagram.from())),
        }
    }

    /// `0.8 m from B`; `at B`.
    pub(crate) fn place_along(&self, metres: f64, from: &str) -> String {
        let distance = self.distance(metres);
        if distance.starts_with("0 ") { format!("at {from}") } else { format!("{distance} from {from}") }
    }

    fn inner_says(&self, diagram: &Diagram, inner: Inner) -> String {
        let letter = inner.letter();
        let [least, greatest] = diagram.range(inner);
        let means = |value: f64| match inner {
            Inner::N => format!(", {}", axial(value)),
            Inner::V => String::new(),
            Inner::M => format!(", {}", bending(diagram.along, value)),
        };
        let one = |value: f64, station: f64| {
            format!("{} at {}{}", self.inner(inner, value), self.distance(station), means(value))
        };
        if least.value == greatest.value {
            return match (least.value == 0.0, inner) {
                (true, _) => format!("{letter} = 0 throughout"),
                (_, Inner::V) => format!("{letter} = {} throughout", self.inner(inner, least.value)),
                _ => {
                    format!("{letter} = {} throughout{}", self.inner(inner, least.value), means(least.value))
                }
            };
        }
        let mut ends: Vec<String> = [greatest, least]
            .into_iter()
            .filter(|e| e.value != 0.0)
            .map(|e| one(e.value, e.station))
            .collect();
        let zeros = if inner == Inner::N { Vec::new() } else { diagram.zeros(inner) };
        if !zeros.is_empty() {
            let list: Vec<_> = zeros.iter().map(|s| self.distance(*s)).collect();
            let what = if inner == Inner::M { "contraflexure at" } else { "through zero at" };
            ends.push(format!("{what} {}", list.join(", ")));
        }
        format!("{letter}: {}", ends.join("; "))
    }

    /// `inside jib, 0.8 m from B, just before`; the side only where something steps.
    pub(crate) fn cut_label(&self, cut: &CutAt) -> String {
        format!("inside {}", self.cut_title(cut).trim_end_matches(" what acts there"))
    }
}
