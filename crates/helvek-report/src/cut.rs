//! A cut in words: what the member carries there, and the equations of both of its parts.

use crate::document::{Block, Chapter, Equation, Line, Part, Role};
use crate::formula::Symbol;
use crate::internal_forces::{axial, bending};
use crate::lines::AskedPart;
use crate::numbers::{Numbers, minus, plural};
use crate::step::Wording;
use helvek_core::answers::Findings;
use helvek_core::answers::words::cut_refused;
use helvek_core::budget::spend;
use helvek_core::choice::ChosenEquation;
use helvek_core::cut::Cut;
use helvek_core::equilibrium::{ColumnKind, Component};
use helvek_core::geometry::Vector;
use helvek_core::internal_forces::Side;
use helvek_core::model::{CutAt, JointKind, Letter};
use helvek_core::plan::FreeBody;
use helvek_core::sheet::Detail;
use helvek_core::solution::Statics;
use helvek_core::tolerance;
use schemars::JsonSchema;
use serde::Serialize;
use std::collections::HashSet;

/// A cut.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageCut {
    /// Of which body, where.
    pub title: String,
    /// The body.
    pub body: String,
    /// The first and the last point of its stretch.
    pub stretch: [String; 2],
    /// From the first point, in sheet units.
    pub station: f64,
    /// Its place, in sheet units.
    pub at: [f64; 2],
    /// Just before or just after what acts there.
    pub side: Side,
    /// Something steps there: the two sides of it differ.
    pub steps: bool,
    /// N, V and M, each with what it means.
    pub values: Vec<String>,
    /// The two parts, the simpler one first.
    pub parts: Vec<CutPart>,
    /// Both parts say the same.
    pub agree: bool,
}

/// One part of a body that is cut through.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CutPart {
    /// Its name.
    pub title: String,
    /// The reason to take this one first, or that the other says the same.
    pub says: String,
    /// Its equations, each with where its arms come from and what it gives.
    pub blocks: Vec<Block>,
}

/// Words a cut of a structure that `statics` says everything about.
pub fn page_cut(statics: &Statics, found: &Findings, at: &CutAt, cut: &Cut) -> PageCut {
    let mut wording = Wording::of(&cut.solved, found);
    wording.apart = true;
    let first = cut.simpler();
    let mut told = HashSet::new();
    let mut part = |part: usize| CutPart {
        title: cut.solved.free_body_name(&FreeBody { parts: vec![cut.parts[part]] }),
        says: if part == first { simpler(cut) } else { "The other part says the same.".to_owned() },
        blocks: wording.cut_equations(cut, part, &mut told),
    };
    let parts = vec![part(first), part(1 - first)];
    let model = &statics.model;
    let numbers = Numbers { statics };
    let length = &model.units.length;
    let place = cut.solved.model.at(cut.at);
    PageCut {
        title: numbers.cut_title(at),
        body: model.bodies[at.body.index()].name.clone(),
        stretch: at.stretch.map(|point| model.point_name(point).to_owned()),
        station: length.from_si(at.station),
        at: numbers.place(place),
        side: at.side,
        steps: statics.steps_at(at),
        values: numbers.internal_values(at).iter().map(ToString::to_string).collect(),
        parts,
        agree: cut.agrees(),
    }
}

/// `3 terms, 5 on the other part.`
fn simpler(cut: &Cut) -> String {
    let terms = cut.terms();
    let first = cut.simpler();
    match terms[0] == terms[1] {
        true => "As much acts on either part.".to_owned(),
        false => format!(
            "{} in its equations, {} in those of the other part.",
            plural(terms[first], "term"),
            terms[1 - first]
        ),
    }
}

/// `tension`, `sagging`; empty for a shear force and for nothing.
fn meaning(component: Component, value: f64, along: Vector, spatial: bool) -> &'static str {
    match component {
        _ if value == 0.0 => "",
        Component::Along => axial(value),
        Component::Couple if !spatial => bending(along, value),
        _ => "",
    }
}

impl Numbers<'_> {
    /// N, V and M (in space the six) at a place, each with what it means: `M 3.2 kN·m sagging`.
    pub(crate) fn internal_values(&self, cut: &CutAt) -> Vec<AskedPart> {
        let model = &self.statics.model;
        let Some((axes, values)) = self.statics.carried_at(cut) else {
            return vec!["not fixed by equilibrium".to_owned().into()];
        };
        let held = JointKind::Cut { axes }.carries(model.spatial());
        let each = values.into_iter().zip(held.iter());
        let said = each.map(|(value, held)| {
            let kind = if held.component.turns() { ColumnKind::Couple } else { ColumnKind::Force };
            let (number, unit) = self.result(value, kind);
            let says = format!(
                "{} {unit} {}",
                minus(&number),
                meaning(held.component, value, axes[0], model.spatial())
            );
            let symbol = match held.letter {
                Letter::Bare(letter, index) => Some(Symbol::indexed(letter, index)),
                _ => None,
            };
            AskedPart { symbol, says: says.trim_end().to_owned() }
        });
        said.collect()
    }

    /// `jib, 0.8 m from B, just before what acts there`; the side only where something steps.
    pub(crate) fn cut_title(&self, cut: &CutAt) -> String {
        let side = match (self.statics.steps_at(cut), cut.side) {
            (false, _) => "",
            (true, Side::Before) => ", just before what acts there",
            (true, Side::After) => ", just after what acts there",
        };
        let model = &self.statics.model;
        let from = model.point_name(cut.stretch[0]);
        let place = model.at(cut.stretch[0])
            + (model.at(cut.stretch[1]) - model.at(cut.stretch[0])).unit().unwrap_or_default() * cut.station;
        let slack = tolerance::GEOMETRY * self.statics.full.length_scale;
        let here = model.points_of(cut.body).into_iter().find(|p| model.at(*p).distance(place) <= slack);
        let place = match here {
            Some(point) => format!(" at {}", model.point_name(point)),
            None => format!(", {}", self.place_along(cut.station, from)),
        };
        format!("{}{place}{side}", model.bodies[cut.body.index()].name)
    }
}

impl Wording<'_> {
    /// A chapter for each place at which internal forces are asked: the part kept, its equations, what they give.
    pub(crate) fn cuts(&self) -> Vec<Chapter> {
        let model = &self.solved.model;
        if !self.solved.verdict.equilibrium {
            return Vec::new();
        }
        let chapter = |at: &CutAt| {
            let blocks = match self.solved.cut(at) {
                Ok(cut) => {
                    spend(100);
                    let wording = Wording::of(&cut.solved, self.found);
                    let first = cut.simpler();
                    let kept = cut.solved.free_body_name(&FreeBody { parts: vec![cut.parts[first]] });
                    let reason = Line::words(Role::Reason, format!("Part kept: {kept}. {}", simpler(&cut)));
                    let mut blocks = vec![Block::Line(reason)];
                    if model.conventions.detail == Detail::Answers {
                        blocks.clear();
                    }
                    if model.spatial() && model.conventions.detail == Detail::Terms {
                        blocks.push(wording.cut_axes(&cut).into());
                    }
                    blocks.extend(wording.cut_equations(&cut, first, &mut HashSet::new()));
                    blocks
                }
                Err(why) => {
                    let says = cut_refused(&why, &model.bodies[at.body.index()].name);
                    vec![Line::words(Role::Reason, says.join(" ")).into()]
                }
            };
            let what = if model.spatial() { "Internal forces" } else { "N, V and M" };
            Chapter { part: Part::Cut, title: format!("{what} of {}", self.cut_title(at)), blocks }
        };
        model.cuts.iter().map(chapter).collect()
    }

    /// `x′ = (0.923, 0.385, 0), y′ = (−0.385, 0.923, 0), z′ = +z`
    fn cut_axes(&self, cut: &Cut) -> Line {
        let bare = |v: Vector| self.direction_in_space(v).replacen("along ", "", 1);
        let [x, y, z] = cut.axes.map(bare);
        Line::words(Role::Working, format!("x′ = {x}, y′ = {y}, z′ = {z}"))
    }

    /// The equations of one part of a cut, each with where its arms come from and what it gives.
    fn cut_equations(&self, cut: &Cut, part: usize, told: &mut HashSet<String>) -> Vec<Block> {
        let detail = self.solved.model.conventions.detail;
        let mut blocks = Vec::new();
        for (choice, column) in cut.choices[part].iter().zip(&cut.inner) {
            let ChosenEquation { line, gives, .. } = choice;
            if detail != Detail::Answers {
                let title = self.line_title(line);
                let title = title.split(" · ").next().unwrap_or_default();
                blocks.push(Line::words(Role::Heading, title).into());
                if detail == Detail::Terms {
                    blocks.extend(self.sources(line, told).into_iter().map(Block::Line));
                }
                let found: Vec<_> = gives.iter().map(|value| (*column, *value)).collect();
                let (terms, rounding) = self.sum_that_agrees(line, &found);
                blocks.push(Block::Equation(Equation { rounding, ..self.equation(line, terms) }));
            }
            blocks.extend(gives.map(|value| {
                let result = Line::new(Role::Result, vec![self.result_formula(*column, value).into()]);
                result
                    .note(meaning(self.column(*column).component, value, cut.axes[0], self.spatial()))
                    .into()
            }));
        }
        blocks
    }
}
