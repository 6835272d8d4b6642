//! Supports: what they prevent, with their directions resolved.

use super::resolve::Builder;
use super::{On, PointId, Yielding, names};
use crate::geometry::Vector;
use crate::problem::ProblemKind;
use crate::sheet::{self, Couples, Direction, Document, SupportKind as Written};

/// A support: what it prevents, and therefore what it can push back against.
#[derive(Debug, Clone, PartialEq)]
pub struct Support {
    /// Given or generated; unique among supports.
    pub name: String,
    /// Where.
    pub at: PointId,
    /// On what.
    pub on: On,
    /// What it is.
    pub kind: SupportKind,
    /// How the ground gives way under what it carries.
    pub yielding: Yielding,
}

/// The sorts of bearing.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum BearingKind {
    /// Round a shaft.
    Journal,
    /// Round a shaft, with a shoulder.
    Thrust,
    /// A hinge.
    Hinge,
}

/// The kinds of support, with their directions resolved to unit vectors. A pin in space is a ball-and-socket.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum SupportKind {
    /// Prevents both displacements.
    Pin,
    /// Prevents displacement against `normal`, the direction in which it pushes on the body; and along it unless `one_way`.
    Roller {
        /// Unit vector.
        normal: Vector,
        /// It can only push.
        one_way: bool,
    },
    /// A smooth surface: it only pushes.
    Surface {
        /// Unit vector.
        normal: Vector,
    },
    /// Prevents both displacements and turning.
    Fixed,
    /// Prevents displacement along `normal`, and turning.
    Guide {
        /// Unit vector.
        normal: Vector,
    },
    /// A link to the ground: its pull is positive.
    Link {
        /// From the body along the link.
        toward: Vector,
    },
    /// A cable to the ground: it only pulls.
    Cable {
        /// From the body along the cable.
        toward: Vector,
    },
    /// In space, a bearing or a hinge: prevents displacement across its axis.
    Bearing {
        /// Unit vector along the shaft.
        axis: Vector,
        /// As it was written.
        kind: BearingKind,
        /// It also prevents displacement along the axis.
        thrust: bool,
        /// Whether it also prevents turning about the two directions across the axis; to be found out: only if nothing else keeps the shaft aligned.
        couples: Couples,
    },
    /// A rough surface: a force along `normal` and one across it.
    Rough {
        /// Unit vector.
        normal: Vector,
        /// It can only push.
        one_way: bool,
        /// The coefficient of friction that is available, when it was given.
        friction: Option<f64>,
    },
}

impl SupportKind {
    /// Where it pushes, or where it leads; `None` for a pin and a wall.
    pub fn direction(self) -> Option<Vector> {
        match self {
            Self::Pin | Self::Fixed => None,
            Self::Roller { normal, .. }
            | Self::Surface { normal }
            | Self::Guide { normal }
            | Self::Rough { normal, .. } => Some(normal),
            Self::Link { toward } | Self::Cable { toward } => Some(toward),
            Self::Bearing { axis, .. } => Some(axis),
        }
    }

    /// As the format writes it; a pin in space is a ball.
    pub fn word_in(self, spatial: bool) -> &'static str {
        if spatial && self == Self::Pin { "ball" } else { self.word() }
    }

    /// As the format writes it in the plane.
    pub fn word(self) -> &'static str {
        match self {
            Self::Pin => "pin",
            Self::Roller { .. } => "roller",
            Self::Surface { .. } => "surface",
            Self::Fixed => "fixed",
            Self::Guide { .. } => "guide",
            Self::Link { .. } => "link",
            Self::Cable { .. } => "cable",
            Self::Rough { .. } => "rough",
            Self::Bearing { kind: BearingKind::Journal, .. } => "journal",
            Self::Bearing { kind: BearingKind::Thrust, .. } => "thrust",
            Self::Bearing { kind: BearingKind::Hinge, .. } => "hinge",
        }
    }
}

/// The name of each support, given or generated, in the order of the sheet.
pub fn support_names(sheet: &sheet::Sheet) -> Vec<String> {
    let given: Vec<_> = sheet.supports.iter().map(|s| s.name.as_deref()).collect();
    names::complete(&given, |i| sheet.supports[i].at.clone())
}

impl Builder {
    pub(super) fn supports(&mut self, document: &Document) {
        let written = &document.sheet.supports;
        let given: Vec<_> = written.iter().map(|s| s.name.as_deref()).collect();
        self.unique(&given, "support", |i| document.support_path(i));
        let names = support_names(&document.sheet);
        for (index, (support, name)) in written.iter().zip(names).enumerate() {
            let path = document.support_path(index);
            let what = format!("Support {name}");
            let Some(at) = self.point(&support.at, &format!("{path}.at")) else { continue };
            let Some(on) = self.acting(at, support.on.as_deref(), &what, &path) else { continue };
            let Some(kind) = self.support_kind(support, &name, at, on, &path) else { continue };
            let (yielding, settlement) = self.yielding(support, kind, &name, &path);
            self.model.loading.settlements.push(settlement);
            self.model.contact.couples.push(kind.exerts_couples(false));
            self.model.supports.push(Support { name, at, on, kind, yielding });
        }
    }

    fn support_kind(
        &mut self,
        support: &sheet::Support,
        name: &str,
        at: PointId,
        on: On,
        path: &str,
    ) -> Option<SupportKind> {
        if support.kind.sort().turns() && matches!(on, On::Pin(_)) {
            let message = format!("Support {name} keeps from turning, but at {} it holds a pin.", support.at);
            let cure = if self.model.spatial() {
                "Name the body it holds; or use a ball or a roller."
            } else {
                "Name the body it holds; or use a pin or a roller."
            };
            self.sense(&format!("{path}.kind"), message, cure);
            return None;
        }
        let normal = match &support.normal {
            None => Some(self.model.up()),
            Some(normal) => {
                let run = on.body().map(|body| (body, at));
                self.direction(normal, Some(at), run, name, &format!("{path}.normal"))
                    .map(|resolved| resolved.unit)
            }
        };
        let toward = match &support.toward {
            None => None,
            Some(toward) => Some(self.toward(toward, at, on, name, &format!("{path}.toward"))?),
        };
        let one_way = support.one_way.unwrap_or(false);
        let axis = match &support.axis {
            None => None,
            Some(axis) => Some(
                self.direction(axis, Some(at), on.body().map(|b| (b, at)), name, &format!("{path}.axis"))?
                    .unit,
            ),
        };
        let couples = support.couples.unwrap_or_default();
        let bearing = |kind: BearingKind, thrust: bool| {
            Some(SupportKind::Bearing { axis: axis?, kind, thrust, couples })
        };
        Some(match support.kind {
            Written::Pin | Written::Ball => SupportKind::Pin,
            Written::Journal => bearing(BearingKind::Journal, false)?,
            Written::Thrust => bearing(BearingKind::Thrust, true)?,
            Written::Hinge => bearing(BearingKind::Hinge, support.thrust.unwrap_or(true))?,
            Written::Fixed => SupportKind::Fixed,
            Written::Roller => SupportKind::Roller { normal: normal?, one_way },
            Written::Surface => SupportKind::Surface { normal: normal? },
            Written::Guide => SupportKind::Guide { normal: normal? },
            Written::Rough => SupportKind::Rough { normal: normal?, one_way, friction: support.friction },
            Written::Link => SupportKind::Link { toward: toward? },
            Written::Cable => SupportKind::Cable { toward: toward? },
        })
    }

    /// `toward = "P"` names a point; any other direction is one as everywhere.
    fn toward(&mut self, written: &Direction, at: PointId, on: On, name: &str, path: &str) -> Option<Vector> {
        if let Direction::Text(point) = written
            && self.knows_point(point)
        {
            let toward = Direction::Toward { toward: point.clone() };
            return self.direction(&toward, Some(at), None, name, path).map(|r| r.unit);
        }
        self.direction(written, Some(at), on.body().map(|body| (body, at)), name, path).map(|r| r.unit)
    }

    /// Names written by the user may not clash.
    pub(super) fn unique(&mut self, given: &[Option<&str>], what: &str, path: impl Fn(usize) -> String) {
        let mut seen = std::collections::HashSet::new();
        for (i, name) in given.iter().enumerate().filter_map(|(i, name)| name.map(|name| (i, name))) {
            if !seen.insert(name) {
                let message = format!("Another {what} is already named \"{name}\".");
                self.problem(ProblemKind::Name, &format!("{}.name", path(i)), message, "Rename one of them.");
            }
        }
    }
}
