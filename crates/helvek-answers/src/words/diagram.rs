//! Why a stretch has no diagrams.

use helvek_statics::internal_forces::DiagramRefusal;

/// The reason why a stretch of a body has no diagrams, and what would mend it.
pub fn diagram_refused(why: &DiagramRefusal, body: &str) -> String {
    match why {
        DiagramRefusal::Ring => {
            "It belongs to a ring: equilibrium does not fix N, V and M inside a ring.".to_owned()
        }
        DiagramRefusal::Apart => format!(
            "The runs of \"{body}\" do not touch: what joins them is not drawn. Let them meet in a point."
        ),
        DiagramRefusal::CoupleWithoutPlace(load) => {
            format!("The couple {load} acts on \"{body}\" without a place: say at which point M steps.")
        }
        DiagramRefusal::LoadOffRuns(from, to) => {
            format!("The load from {from} to {to} does not lie along one straight stretch of \"{body}\".")
        }
        DiagramRefusal::Open => "Equilibrium does not fix what acts on either side.".to_owned(),
    }
}
