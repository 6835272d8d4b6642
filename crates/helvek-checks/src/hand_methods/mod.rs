//! Redundant structures as they are worked by hand: moment distribution, slopes and deflections, and the forces that are too many, each beside what stiffness says.
//!
//! All three work on a [`Frame`]: straight prismatic members between joints, which keep their length. Moments at member ends are those that the joint exerts on the member,
//! counter-clockwise positive; ψ is the turn of the straight line between the ends of a member, counter-clockwise. `docs/stiffness.md` has the formulas and an example.

mod beam;
mod compare;
mod distribution;
mod forces;
mod frame;
mod half;
mod line;
mod made;
mod reduce;
mod slopes;
mod sway;

pub use beam::{Part, PartOf};
pub use compare::{Compared, Difference};
pub use distribution::{Case, Distribution, Round, Table};
pub use forces::{ForceMethod, Redundant};
pub use frame::{End, EndKind, Frame, FrameJoint, FrameMember, Inapplicable, Sway};
pub use half::Half;
pub use line::InLine;
pub use slopes::{SlopeMethod, Unknown};

use crate::Checks;
use helvek_sheet::sheet::Symmetry;
use helvek_statics::stiffness::{self, Contacts, Elastic, Lengths};

/// A structure worked by hand.
#[derive(Debug, Clone, PartialEq)]
pub struct ByHand {
    /// Joints and members.
    pub frame: Frame,
    /// It and its loads are mirrored about an upright axis: half of it would do.
    pub mirrored: bool,
    /// By moment distribution.
    pub distribution: Distribution,
    /// By slopes and deflections.
    pub slopes: SlopeMethod,
    /// By the forces that are too many; or why not.
    pub forces: Result<ForceMethod, Inapplicable>,
    /// The exact moments at all member ends with lengths kept, in the order of [`Frame::ends`], N·m.
    pub exact: Vec<f64>,
    /// The comparison of each method with it.
    pub compared: Compared,
}

impl Checks<'_> {
    /// Worked by hand; `None` where nothing is redundant or no stiffness is given.
    pub fn by_hand(&self) -> Option<Result<ByHand, Inapplicable>> {
        let elastic = self.elastic()?;
        let rings = self.model.bodies.iter().any(|body| body.ring);
        (self.verdict.degree > 0 || rings).then(|| self.worked_by_hand(elastic))
    }

    fn worked_by_hand(&self, elastic: &Elastic) -> Result<ByHand, Inapplicable> {
        let frame = Frame::of(self, elastic)?;
        let kept = stiffness::solve(
            &self.model,
            &self.full,
            &self.verdict,
            Lengths::Kept,
            Contacts::AsTheyAre,
            &self.looked.factors,
        );
        let kept = kept.map_err(|_| Inapplicable::Numbers)?;
        let (exact, given) = (frame.moments(&kept), frame.moments(elastic));
        let conventions = &self.model.conventions;
        let unit = self.model.units.moment.factor;
        let half = Half::of(&frame);
        let worked = half.as_ref().filter(|_| conventions.symmetry == Symmetry::Half);
        let distribution = Distribution::of(&frame, conventions.decimals, conventions.rounds, unit, worked)?;
        let slopes = SlopeMethod::of(&frame)?;
        let forces = ForceMethod::of(self, &frame);
        let compared = Compared::of(&frame, &distribution, unit, &exact, &given)?;
        Ok(ByHand { mirrored: half.is_some(), frame, distribution, slopes, forces, exact, compared })
    }
}
