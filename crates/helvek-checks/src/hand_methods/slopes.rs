//! Slopes and deflections: every end moment by the turns of its joints and the sways, then one equation for each unknown.

use super::frame::{End, EndKind, Frame, Inapplicable};
use super::reduce;

/// An unknown of the slopes.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Unknown {
    /// The turn of a joint, rad counter-clockwise.
    Turn(usize),
    /// The displacement of a prop's place, m.
    Sway(usize),
}

/// The method with its numbers. Per end means in the order of [`Frame::ends`].
#[derive(Debug, Clone, PartialEq)]
pub struct SlopeMethod {
    /// The unknowns, in order.
    pub unknowns: Vec<Unknown>,
    /// Per end: the moment with all unknowns 0, N·m.
    pub fixed: Vec<f64>,
    /// Per end, per unknown: what one of it adds.
    pub per: Vec<Vec<f64>>,
    /// Per unknown, its equation: the coefficients, and the right-hand side. Joints: the sum of their moments is the couple that acts. Sways: no prop carries anything.
    pub equations: Vec<(Vec<f64>, f64)>,
    /// Their values: rad of joints, m of sways.
    pub values: Vec<f64>,
    /// Per end: the moment.
    pub moments: Vec<f64>,
}

impl SlopeMethod {
    /// Works a frame.
    ///
    /// # Errors
    /// When its equations have no single solution.
    pub(super) fn of(frame: &Frame) -> Result<Self, Inapplicable> {
        let ends = frame.ends();
        let turns = (0..frame.joints.len()).filter(|joint| {
            ends.iter().any(|end| frame.joint(*end) == *joint && frame.stiffness(*end) > 0.0)
        });
        let mut unknowns: Vec<Unknown> = turns.map(Unknown::Turn).collect();
        unknowns.extend((0..frame.sways.len()).map(Unknown::Sway));
        let fixed: Vec<f64> =
            ends.iter().map(|end| frame.fixed_parts(*end).iter().map(|part| part.1).sum()).collect();
        let per: Vec<Vec<f64>> = ends
            .iter()
            .map(|end| unknowns.iter().map(|unknown| frame.per_unit(*end, *unknown)).collect())
            .collect();
        let equations: Vec<(Vec<f64>, f64)> = unknowns
            .iter()
            .map(|unknown| match unknown {
                Unknown::Turn(joint) => {
                    let mine: Vec<usize> =
                        (0..ends.len()).filter(|k| frame.joint(ends[*k]) == *joint).collect();
                    let sum = |u: usize| mine.iter().map(|k| per[*k][u]).sum();
                    let coefficients = (0..unknowns.len()).map(sum).collect();
                    let held: f64 = mine.iter().map(|k| fixed[*k]).sum();
                    (coefficients, frame.joints[*joint].couple - held)
                }
                Unknown::Sway(sway) => {
                    let at = |values: &dyn Fn(usize) -> f64, with: bool| {
                        let moment =
                            |end: End| ends.iter().position(|other| *other == end).map_or(0.0, &values);
                        frame.prop(*sway, moment, with)
                    };
                    let coefficients = (0..unknowns.len()).map(|u| at(&|k| per[k][u], false)).collect();
                    (coefficients, -at(&|k| fixed[k], true))
                }
            })
            .collect();
        let rows = equations.iter().map(|(row, _)| row.clone()).collect();
        let rhs: Vec<f64> = equations.iter().map(|(_, rhs)| *rhs).collect();
        let values = reduce::solved(rows, &rhs).ok_or(Inapplicable::Numbers)?;
        let moments = fixed
            .iter()
            .zip(&per)
            .map(|(fixed, per)| fixed + per.iter().zip(&values).map(|(a, x)| a * x).sum::<f64>())
            .collect();
        Ok(Self { unknowns, fixed, per, equations, values, moments })
    }
}

impl Frame {
    /// The moment of an end per unit of an unknown: 4EI/L for its own joint, 2EI/L for the far one, −6EIψ/L; with a hinged far end 3EI/L and −3EIψ/L.
    fn per_unit(&self, end: End, unknown: Unknown) -> f64 {
        let member = &self.members[end.member];
        let (kind, far) = (member.kinds[end.end], member.kinds[1 - end.end]);
        if member.overhang || matches!(kind, EndKind::Hinged | EndKind::Free) {
            return 0.0;
        }
        let k = member.ei / member.length;
        let hinged = far == EndKind::Hinged;
        match unknown {
            Unknown::Turn(joint) => {
                let near = if member.joints[end.end] == joint && kind == EndKind::Rigid {
                    if hinged { 3.0 * k } else { 4.0 * k }
                } else {
                    0.0
                };
                let other = member.joints[1 - end.end] == joint && far == EndKind::Rigid;
                near + if other { 2.0 * k } else { 0.0 }
            }
            Unknown::Sway(sway) => {
                let turn = self.sways[sway].turns[end.member];
                0.0 - if hinged { 3.0 } else { 6.0 } * k * turn
            }
        }
    }
}
