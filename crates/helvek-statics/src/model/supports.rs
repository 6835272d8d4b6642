//! Supports: what they prevent, with their directions resolved.

use super::resolve::Builder;
use super::{On, PointId, Yielding, names};
use helvek_numbers::geometry::Vector;
use helvek_sheet::problem::ProblemKind;
use helvek_sheet::sheet::{self, Couples, Direction, Document};
use helvek_sheet::things::support::{Pointer, Sort, SupportKind};

/// A support: what it prevents, and therefore what it can push back against.
#[derive(Debug, Clone, PartialEq)]
pub struct Support {
    /// Given or generated; unique among supports.
    pub name: String,
    /// The point.
    pub at: PointId,
    /// On what.
    pub on: On,
    /// The constraints it makes.
    pub holding: Holding,
    /// The ground under it.
    pub yielding: Yielding,
}

/// A kind of support with its direction resolved. A pin in space is a ball.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Holding {
    /// Which.
    pub kind: SupportKind,
    /// Unit vector: where it pushes on the body, where it leads, or along its shaft; `None` where it holds every way.
    pub way: Option<Vector>,
    /// It can act in one sense only: push along `way`, or pull.
    pub one_way: bool,
    /// The coefficient of friction that is available, when it was given.
    pub friction: Option<f64>,
    /// Round a shaft: it also prevents displacement along it.
    pub thrust: bool,
    /// Round a shaft: whether it also prevents turning about the two directions across it; to be found out: only if nothing else keeps the shaft aligned.
    pub couples: Couples,
}

impl Holding {
    /// A kind as it usually is, pointing somewhere.
    pub fn new(kind: SupportKind, way: Option<Vector>) -> Self {
        let one_way = kind.sort().one_way;
        Self {
            kind,
            way,
            one_way,
            friction: None,
            thrust: kind == SupportKind::Thrust,
            couples: Couples::Auto,
        }
    }

    /// A pin; in space a ball.
    pub fn pin(spatial: bool) -> Self {
        Self::new(if spatial { SupportKind::Ball } else { SupportKind::Pin }, None)
    }

    /// True of a pin, in space a ball: as a thing, which goes through plates, whatever else prevents the same.
    pub fn is_pin(&self) -> bool {
        matches!(self.kind, SupportKind::Pin | SupportKind::Ball)
    }

    /// A roller that holds both ways, pushing along a unit vector.
    pub fn roller(normal: Vector) -> Self {
        Self::new(SupportKind::Roller, Some(normal))
    }

    /// The same, in both senses.
    pub fn both_ways(self) -> Self {
        Self { kind: self.sort().both_ways, one_way: false, ..self }
    }

    /// The row of its kind.
    pub fn sort(&self) -> &'static Sort {
        self.kind.sort()
    }

    /// The direction in which it pushes on the body; `None` of what has no normal.
    pub fn normal(&self) -> Option<Vector> {
        self.way.filter(|_| self.sort().pointer == Pointer::Normal)
    }

    /// The line of its shaft; `None` of what is no bearing.
    pub fn shaft(&self) -> Option<Vector> {
        self.way.filter(|_| self.sort().pointer == Pointer::Axis)
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
            let Some(holding) = self.holding(support, &name, at, on, &path) else { continue };
            let (yielding, settlement) = self.yielding(support, holding, &name, &path);
            self.model.loading.settlements.push(settlement);
            self.model.contact.couples.push(holding.exerts_couples(false));
            self.model.supports.push(Support { name, at, on, holding, yielding });
        }
    }

    fn holding(
        &mut self,
        support: &sheet::Support,
        name: &str,
        at: PointId,
        on: On,
        path: &str,
    ) -> Option<Holding> {
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
        let body = on.body().map(|body| (body, at));
        let sort = support.kind.sort();
        let way = match sort.pointer {
            Pointer::None => None,
            Pointer::Normal => Some(match &support.normal {
                None => self.model.up(),
                Some(normal) => self.direction(normal, Some(at), body, name, &format!("{path}.normal"))?.unit,
            }),
            Pointer::Toward => {
                Some(self.toward(support.toward.as_ref()?, at, on, name, &format!("{path}.toward"))?)
            }
            Pointer::Axis => {
                let axis = support.axis.as_ref()?;
                Some(self.direction(axis, Some(at), body, name, &format!("{path}.axis"))?.unit)
            }
        };
        let usual = Holding::new(support.kind, way);
        Some(Holding {
            one_way: usual.one_way || support.one_way.unwrap_or(false),
            friction: support.friction,
            thrust: if sort.takes("thrust") { support.thrust.unwrap_or(true) } else { usual.thrust },
            couples: support.couples.unwrap_or_default(),
            ..usual
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
