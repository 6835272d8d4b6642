//! A cut through a body, worked from both sides: the equations that give what the member carries there.

use crate::choice::ChosenEquation;
use crate::equilibrium::{ColumnId, ColumnKind, ColumnOf, PartId, PartOf};
use crate::internal_forces::{Inner, Side, Six};
use crate::model::{BodyId, CutAt, CutRefusal, PointId};
use crate::plan::{Axis, Centre, Equation};
use crate::solution::{Solved, Statics};
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;

/// A body cut through, with the equations of both of its parts.
#[derive(Debug, Clone)]
pub struct Cut {
    /// The structure with the two parts as bodies of their own.
    pub solved: Solved,
    /// The point of the cut in it.
    pub at: PointId,
    /// x′ along the run there, y′ and z′ across it; in the plane y′ is its left.
    pub axes: [Vector; 3],
    /// The part before the cut and the part beyond it.
    pub parts: [PartId; 2],
    /// N, V and M, in space the six, as unknowns: in their positive senses on the part before the cut.
    pub inner: Vec<ColumnId>,
    /// Of each part an equation for each of them, with everything put in that is known: the sums along the axes, and the moments about the cut.
    pub choices: [Vec<ChosenEquation>; 2],
}

impl Cut {
    /// The part on which less acts: 0 before the cut, 1 beyond it.
    pub fn simpler(&self) -> usize {
        let [before, after] = self.terms();
        usize::from(after < before)
    }

    /// The number of terms in the equations of each part.
    pub fn terms(&self) -> [usize; 2] {
        self.choices.each_ref().map(|of| of.iter().map(|choice| choice.line.terms.len()).sum())
    }

    /// N, V and M (in space the six) as a part gives them, SI; `None` where its equation has another unknown.
    pub fn values(&self, part: usize) -> Vec<Option<f64>> {
        self.choices[part].iter().map(|choice| choice.gives).collect()
    }

    /// True when both parts say the same, as far as equilibrium fixes it.
    pub fn agrees(&self) -> bool {
        let scales = self.solved.full.carried(self.solved.full_values());
        let both = self.values(0).into_iter().zip(self.values(1)).zip(&self.inner);
        both.into_iter().all(|((before, after), column)| match (before, after) {
            (Some(a), Some(b)) => {
                let scale = scales.of(self.solved.equilibrium.column(*column).kind);
                (a - b).abs() <= tolerance::RESIDUAL * 10.0 * scale.max(a.abs())
            }
            _ => true,
        })
    }
}

impl Statics {
    /// A body cut through, with the equations of both of its parts.
    ///
    /// # Errors
    /// When a single cut does not part the body, or equilibrium and stiffness do not say what it carries there.
    pub fn cut(&self, cut: &CutAt) -> Result<Cut, CutRefusal> {
        let (axes, values) = self.carried_at(cut).ok_or(CutRefusal::Open)?;
        let (solved, parted) = self.parted(cut, axes, &values)?;
        let equilibrium = &solved.equilibrium;
        let part =
            |body| equilibrium.part_ids().find(|p| equilibrium.parts[p.index()].of == PartOf::Body(body));
        let [Some(before), Some(beyond)] = parted.bodies.map(part) else { return Err(CutRefusal::NoStretch) };
        let of_cut =
            |c: &ColumnId| matches!(equilibrium.column(*c).of, ColumnOf::Joint(j, _) if j == parted.joint);
        let inner: Vec<ColumnId> = equilibrium.column_ids().filter(of_cut).collect();
        let mut known = solved.values().to_vec();
        inner.iter().for_each(|column| known[column.index()] = None);
        let joined = solved.model.joined_by(parted.joint);
        let equation = |column: &ColumnId| {
            let of = equilibrium.column(*column);
            let along = joined.of(of.component).map_or(Vector::X, |held| held.along.tidy());
            // In space towards the axis of the member that has a name.
            let skew = solved.model.spatial() && along.axis().is_none();
            let against = axes.iter().any(|axis| (along + *axis).length() <= tolerance::GEOMETRY);
            let along = match (skew, against) {
                (true, true) => -along,
                (true, false) => along,
                (false, _) => seen(along),
            };
            match of.kind {
                ColumnKind::Couple => {
                    let about = solved.model.at(parted.at);
                    Equation::Moments { about, along, centre: Centre::Named(parted.at) }
                }
                _ => {
                    let axis = match along.axis() {
                        Some((axis, _)) => [Axis::X, Axis::Y, Axis::Z][axis],
                        None => Axis::Along(*column),
                    };
                    Equation::Forces { along, axis }
                }
            }
        };
        let equations: Vec<Equation> = inner.iter().map(equation).collect();
        let choices = [before, beyond].map(|part| {
            equations.iter().map(|equation| solved.choice_of(&[part], *equation, &known)).collect::<Vec<_>>()
        });
        Ok(Cut { at: parted.at, axes, parts: [before, beyond], inner, choices, solved })
    }

    /// N, V and M (in space the six) at the places that are asked, SI, in order; nothing where there is no diagram.
    pub fn asked_inside(&self) -> Vec<Option<Vec<f64>>> {
        self.model.cuts.iter().map(|cut| Some(self.carried_at(cut)?.1)).collect()
    }

    /// The axes of a member at a cut, and N, V and M (in space the six) there, SI; nothing where it has no diagram.
    pub fn carried_at(&self, cut: &CutAt) -> Option<([Vector; 3], Vec<f64>)> {
        let (axes, values, _) = self.read_at(cut, cut.side)?;
        Some((axes, values))
    }

    /// True where something steps at a cut: its two sides differ.
    pub fn steps_at(&self, cut: &CutAt) -> bool {
        let sides = [Side::Before, Side::After].map(|side| self.read_at(cut, side));
        let [Some((_, before, zeros)), Some((_, after, _))] = sides else { return false };
        before.iter().zip(after).zip(zeros).any(|((a, b), zero)| (a - b).abs() > zero)
    }

    /// Axes and values on one side of a place, and below which size each is nothing.
    fn read_at(&self, cut: &CutAt, side: Side) -> Option<([Vector; 3], Vec<f64>, Vec<f64>)> {
        let mine = |body: BodyId, ends: [PointId; 2]| body == cut.body && ends == cut.stretch;
        if self.model.spatial() {
            let all = self.inside_space();
            let diagram = all.iter().find(|of| mine(of.body, [of.from, of.to]))?.diagram.as_ref().ok()?;
            let read = |six| diagram.at(six, cut.station, side);
            return Some((
                diagram.axes,
                Six::ALL.map(read).to_vec(),
                Six::ALL.map(|six| diagram.zero(six)).to_vec(),
            ));
        }
        let all = self.inside();
        let diagram = all.iter().find(|of| mine(of.body, [of.from, of.to]))?.diagram.as_ref().ok()?;
        let axes = [diagram.along, diagram.along.left(), Vector::Z];
        let read = |inner| diagram.at(inner, cut.station, side);
        Some((axes, Inner::ALL.map(read).to_vec(), Inner::ALL.map(|inner| diagram.zero(inner)).to_vec()))
    }
}

/// The sense in which a sum along a direction is written: towards +x, else +y, else +z.
fn seen(way: Vector) -> Vector {
    let way = way.tidy();
    match way.parts().iter().find(|part| **part != 0.0) {
        Some(first) if *first < 0.0 => -way,
        _ => way,
    }
}
