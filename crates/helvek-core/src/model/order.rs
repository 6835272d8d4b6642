//! What someone chose to work first, resolved.

use super::resolve::Builder;
use super::{BarId, BodyId, PointId};
use crate::problem::{ProblemKind, nearest};
use crate::sheet::{Document, Pick};

/// A free body that was chosen.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Picked {
    /// Everything together.
    Whole,
    /// The joint at a point.
    Joint(PointId),
    /// A body.
    Body(BodyId),
    /// One side of a section through these bars.
    Section(Vec<BarId>),
}

impl Builder {
    pub(super) fn order(&mut self, document: &Document) {
        for (i, pick) in document.sheet.conventions.order.iter().enumerate() {
            let path = format!("conventions.order[{i}]");
            let picked = match pick {
                Pick::One(name) => self.one(name, &path),
                Pick::Section(bars) => {
                    let rows: Option<Vec<_>> = bars.iter().map(|bar| self.bar_named(bar, &path)).collect();
                    rows.filter(|rows| !rows.is_empty()).map(Picked::Section)
                }
            };
            self.model.order.extend(picked);
        }
    }

    fn one(&mut self, name: &str, path: &str) -> Option<Picked> {
        let points = self.model.point_ids();
        if let Some(point) = points.into_iter().find(|p| self.model.point_name(*p) == name) {
            return Some(Picked::Joint(point));
        }
        if let Some(row) = self.model.bodies.iter().position(|body| body.name == name) {
            return Some(Picked::Body(BodyId(row)));
        }
        if name == "whole" {
            return Some(Picked::Whole);
        }
        let known = self.model.points.iter().map(|p| p.name.as_str());
        let cure = match nearest(name, known) {
            Some(near) => format!("Perhaps \"{near}\" is meant."),
            None => "Name a joint, a body, or \"whole\".".into(),
        };
        self.problem(ProblemKind::Name, path, format!("There is no joint and no body \"{name}\"."), cure);
        None
    }

    fn bar_named(&mut self, name: &str, path: &str) -> Option<BarId> {
        self.bar_row(name, path).map(BarId)
    }

    /// The row of a bar by its name, or by its ends turned round; a problem where there is none.
    pub(super) fn bar_row(&mut self, name: &str, path: &str) -> Option<usize> {
        let turned = name.split_once('-').map(|(a, b)| format!("{b}-{a}"));
        let called = |wanted: &str| self.model.bars.iter().position(|bar| bar.name == wanted);
        let row = called(name).or_else(|| called(turned.as_deref()?));
        if row.is_none() {
            let known = self.model.bars.iter().map(|bar| bar.name.as_str());
            let cure = match nearest(name, known) {
                Some(near) => format!("Perhaps \"{near}\" is meant."),
                None => "Name one of the bars.".into(),
            };
            self.problem(ProblemKind::Name, path, format!("There is no bar \"{name}\"."), cure);
        }
        row
    }
}
