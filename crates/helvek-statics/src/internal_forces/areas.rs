//! V and M by areas: the way a person steps along a member, from nothing before its first point to nothing behind its last.
//!
//! dV/ds is the load per metre to the left of the run and dM/ds = V, so between two places where something acts V grows by the area of the load and M by the area of V.
//! Where a force acts V steps, where a couple acts M steps: no area shows these. A part in which V passes through zero is parted there.

use super::attach::{Acting, Source, acting};
use super::{Diagram, Inner};
use crate::equilibrium::Equilibrium;
use crate::model::{Model, PointId};
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;

/// One step along a member.
#[derive(Debug, Clone, PartialEq)]
pub enum AreaStep {
    /// V or M steps where forces or couples act.
    Jump {
        /// Metres from the first point of the stretch.
        station: f64,
        /// V or M.
        inner: Inner,
        /// By what, and how much; what the rest of the body brings in has no source.
        by: Vec<(Option<Source>, f64)>,
        /// Before it.
        from: f64,
        /// After it.
        to: f64,
    },
    /// Between two such places.
    Run {
        /// Metres from the first point of the stretch.
        start: f64,
        /// The end.
        end: f64,
        /// Force per metre to the left of the run, at its start and its end.
        load: [f64; 2],
        /// V at its start, in its middle and at its end.
        shear: [f64; 3],
        /// M at its start and its end.
        moment: [f64; 2],
        /// It ends where V passes through zero.
        to_zero: bool,
    },
}

impl AreaStep {
    /// True when the curve of V over it is bent, so that neither rectangle, triangle nor trapezium has its area.
    pub fn bent(&self) -> bool {
        match self {
            Self::Jump { .. } => false,
            Self::Run { load: [a, b], .. } => (a - b).abs() > 1e-9 * a.abs().max(b.abs()),
        }
    }

    /// The area of V over a part: exact also for a parabola, by Simpson's rule (l/6)(V₁ + 4V₂ + V₃).
    pub fn area(&self) -> f64 {
        match self {
            Self::Jump { .. } => 0.0,
            Self::Run { start, end, shear: [a, b, c], .. } => (end - start) / 6.0 * (a + 4.0 * b + c),
        }
    }
}

/// A stretch, with everything that acts on its body.
struct Walk<'a> {
    model: &'a Model,
    diagram: &'a Diagram,
    acting: Acting,
}

impl Diagram {
    /// V and M step by step, with the values of the unknowns of the full equilibrium; nothing where what acts on the body cannot be placed.
    pub(crate) fn areas(&self, model: &Model, full: &Equilibrium, values: &[Option<f64>]) -> Vec<AreaStep> {
        acting(model, full, values, self.body)
            .map_or_else(|_| Vec::new(), |acting| Walk { model, diagram: self, acting }.steps())
    }
}

impl Walk<'_> {
    fn steps(&self) -> Vec<AreaStep> {
        let diagram = self.diagram;
        let mut steps = Vec::new();
        let mut last = [0.0; 3];
        for (i, segment) in diagram.segments.iter().enumerate() {
            let here = Inner::ALL.map(|inner| diagram.value(segment, inner, 0.0));
            self.jumps(segment.start, [last, here], &mut steps);
            let slope = segment.of(Inner::V).derivative();
            let mut marks = vec![0.0];
            marks.extend(segment.of(Inner::V).crossings(segment.length(), diagram.zero(Inner::V)));
            marks.push(segment.length());
            marks.dedup_by(|a, b| (*a - *b).abs() <= tolerance::GEOMETRY * diagram.length());
            for (k, pair) in marks.windows(2).enumerate() {
                let at = |inner, x| diagram.value(segment, inner, x);
                let clean = |value: f64| {
                    if value.abs() * diagram.length() <= diagram.zero(Inner::V) { 0.0 } else { value }
                };
                let zero = |x: f64, end: bool| {
                    if (end && k + 2 < marks.len()) || (!end && k > 0) { 0.0 } else { at(Inner::V, x) }
                };
                steps.push(AreaStep::Run {
                    start: segment.start + pair[0],
                    end: segment.start + pair[1],
                    load: [pair[0], pair[1]].map(|x| clean(slope.at(x))),
                    shear: [
                        zero(pair[0], false),
                        at(Inner::V, 0.5 * (pair[0] + pair[1])),
                        zero(pair[1], true),
                    ],
                    moment: [pair[0], pair[1]].map(|x| at(Inner::M, x)),
                    to_zero: k + 2 < marks.len(),
                });
            }
            last = Inner::ALL.map(|inner| diagram.value(segment, inner, segment.length()));
            if i + 1 == diagram.segments.len() {
                self.jumps(segment.end, [last, [0.0; 3]], &mut steps);
            }
        }
        steps
    }

    /// The steps at a place.
    fn jumps(&self, station: f64, [from, to]: [[f64; 3]; 2], steps: &mut Vec<AreaStep>) {
        let diagram = self.diagram;
        let origin = self.model.at(diagram.from());
        let slack = tolerance::GEOMETRY * diagram.length();
        let here = |at: PointId| (self.model.at(at) - (origin + diagram.along * station)).length() <= slack;
        let n = diagram.along.left();
        for inner in [Inner::V, Inner::M] {
            let zero = diagram.zero(inner);
            let change = to[inner as usize] - from[inner as usize];
            let mut by: Vec<(Option<Source>, f64)> = Vec::new();
            for attached in self.acting.attached.iter().filter(|attached| here(attached.at)) {
                let Some(wrench) = attached.wrench else { continue };
                // On the part before a cut just behind it: V = F·n, M = −M₀.
                let amount = match inner {
                    Inner::V => wrench.force.dot(n),
                    _ => -wrench.moment_about(self.model.at(attached.at)).dot(Vector::Z),
                };
                if amount.abs() <= zero {
                    continue;
                }
                let source = Some(attached.source);
                match by.iter_mut().find(|(of, _)| *of == source) {
                    Some((_, sum)) => *sum += amount,
                    None => by.push((source, amount)),
                }
            }
            by.retain(|(_, amount)| amount.abs() > zero);
            let rest = change - by.iter().map(|(_, amount)| amount).sum::<f64>();
            if rest.abs() > 4.0 * zero {
                by.push((None, rest));
            }
            if !by.is_empty() {
                let [from, to] = [from[inner as usize], to[inner as usize]];
                steps.push(AreaStep::Jump { station, inner, by, from, to });
            }
        }
    }
}
