//! A cut, worked from both sides.

use crate::edit::{CutPlace, halves};
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Document, Side};
use helvek_statics::choice::ChosenEquation;
use helvek_statics::equilibrium::{ColumnId, ColumnKind, ColumnOf, PartId, PartOf};
use helvek_statics::internal_forces::Inner;
use helvek_statics::model::{self, JointId, JointKind};
use helvek_statics::plan::{Axis, Centre, Equation};
use helvek_statics::solution::{Solved, solve};

/// A body cut through, with the equations of both of its parts.
#[derive(Debug, Clone)]
pub struct Cut {
    /// The structure with the two parts as bodies of their own.
    pub solved: Solved,
    /// The run's direction at the cut.
    pub along: Vector,
    /// The part before the cut and the part beyond it.
    pub parts: [PartId; 2],
    /// N, V and M as unknowns: in their positive senses on the part before the cut.
    pub inner: [ColumnId; 3],
    /// Of each part: the sum along the member, the sum across it, and the moments about the cut, with everything put in that is known.
    pub choices: [Vec<ChosenEquation>; 2],
}

impl Cut {
    /// The part on which less acts: 0 before the cut, 1 beyond it.
    pub fn simpler(&self) -> usize {
        let [before, after] = self.terms();
        usize::from(after < before)
    }

    /// The number of terms in the three equations of each part.
    pub fn terms(&self) -> [usize; 2] {
        let count =
            |choices: &Vec<ChosenEquation>| choices.iter().map(|choice| choice.line.terms.len()).sum();
        [count(&self.choices[0]), count(&self.choices[1])]
    }

    /// N, V and M as a part gives them, SI; `None` where its equation has another unknown.
    pub fn values(&self, part: usize) -> [Option<f64>; 3] {
        Inner::ALL.map(|inner| self.choices[part].get(inner as usize)?.gives)
    }

    /// True when both parts say the same, as far as equilibrium fixes it.
    pub fn agrees(&self) -> bool {
        let [before, after] = [self.values(0), self.values(1)];
        Inner::ALL.into_iter().all(|inner| match (before[inner as usize], after[inner as usize]) {
            (Some(a), Some(b)) => {
                (a - b).abs() <= tolerance::RESIDUAL * 10.0 * self.scale(inner).max(a.abs())
            }
            _ => true,
        })
    }

    /// The largest load, or what it turns over the size of the structure.
    fn scale(&self, inner: Inner) -> f64 {
        let kind = if inner == Inner::M { ColumnKind::Couple } else { ColumnKind::Force };
        self.solved.full.scales().of(kind)
    }
}

/// Cuts a body through and writes the equations of both parts, under the loads as drawn or under a combination of load cases, by its name.
///
/// # Errors
/// When one side would be nothing, or a single cut does not part the body.
///
/// # Panics
/// Never: what [`halves`] joins is there.
pub fn cut(
    document: &Document,
    place: &CutPlace,
    side: Side,
    combination: Option<&str>,
) -> Result<Cut, Vec<Problem>> {
    let halves = halves(document, place, side)?;
    let mut built = model::build(&Document::from(halves.sheet));
    if !built.problems.is_empty() {
        return Err(built.problems);
    }
    let nothing = || {
        vec![Problem::new(
            helvek_sheet::problem::ProblemKind::Sense,
            "place",
            "The cut was lost.",
            "Cut elsewhere.",
        )]
    };
    let model = &mut built.model;
    let point = |name: &String| model.points.iter().find(|p| p.name == *name).map(|p| p.at);
    let ends = point(&place.stretch[0]).zip(point(&place.stretch[1]));
    let along = ends.and_then(|(a, b)| (b - a).unit()).ok_or_else(nothing)?;
    let row = model.joints.iter().position(|joint| joint.name == halves.joint).ok_or_else(nothing)?;
    model.joints[row].kind = JointKind::Cut { along };
    let (id, at) = (JointId(row), model.joints[row].at);
    let bodies = [model.joints[row].of[0], model.joints[row].of[1]];
    let wanted = model.combinations.iter().find(|wanted| Some(wanted.name.as_str()) == combination);
    let factored = wanted.map(|wanted| model.loading.factored(|case| wanted.factor(case)));
    let solved = solve(match factored {
        Some(loading) => model.under(loading),
        None => built.model,
    });
    let equilibrium = &solved.equilibrium;
    let part = |body| equilibrium.part_ids().find(|p| equilibrium.parts[p.index()].of == PartOf::Body(body));
    let parts = [part(bodies[0]).ok_or_else(nothing)?, part(bodies[1]).ok_or_else(nothing)?];
    let columns: Vec<ColumnId> = equilibrium
        .column_ids()
        .filter(|c| matches!(equilibrium.column(*c).of, ColumnOf::Joint(joint, _) if joint == id))
        .collect();
    let &[n, v, m] = &columns[..] else { return Err(nothing()) };
    let mut known = solved.values().to_vec();
    for column in [n, v, m] {
        known[column.index()] = None;
    }
    // Towards the right, and up where that is no matter.
    let seen = |way: Vector| if way.x < 0.0 || way.x == 0.0 && way.y < 0.0 { -way } else { way };
    let equations = [
        Equation::Forces { along: seen(along), axis: Axis::Along(n) },
        Equation::Forces { along: seen(along.left()), axis: Axis::Along(v) },
        Equation::Moments { about: solved.model.at(at), along: Vector::Z, centre: Centre::Named(at) },
    ];
    let choices = parts.map(|part| {
        equations.iter().map(|equation| solved.choice_of(&[part], *equation, &known)).collect::<Vec<_>>()
    });
    Ok(Cut { along, parts, inner: [n, v, m], choices, solved })
}
