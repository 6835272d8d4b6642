//! Why a member is not cut through.

use helvek_statics::model::CutRefusal;

/// The reason why a body is not cut through at a place, and what would mend it.
pub fn cut_refused(why: &CutRefusal, body: &str) -> [String; 2] {
    let [says, cure] = match why {
        CutRefusal::Ring => [
            format!("\"{body}\" closes a ring: a single cut does not part it."),
            "Inside a ring equilibrium does not fix N, V and M.".to_owned(),
        ],
        CutRefusal::Apart => [
            format!("The runs of \"{body}\" do not touch."),
            "Let them meet in a point: what joins them is not drawn.".to_owned(),
        ],
        CutRefusal::NoStretch => {
            [format!("The cut lies on no run of \"{body}\"."), "Choose a place on a member.".to_owned()]
        }
        CutRefusal::CoupleWithoutPlace(load) => [
            format!("The couple {load} acts on \"{body}\" without a place."),
            "Say at which point M steps.".to_owned(),
        ],
        CutRefusal::SoughtLoad(load) => [
            format!("The load {load}, of which an end is sought, varies over the cut."),
            "Cut beside it, or give both of its ends.".to_owned(),
        ],
        CutRefusal::Open => [
            "What acts on either part is not known.".to_owned(),
            "Hold the structure so that equilibrium fixes it, or say how stiff its members are.".to_owned(),
        ],
    };
    [says, cure]
}
