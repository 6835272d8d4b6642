//! Free bodies that serve for more than one equation: each that is drawn for one alone is one more to draw.

use super::Found;
use super::Given;
use super::isolate::Chooser;

/// A free body saved is worth this much effort.
const A_DRAWING: u64 = 10;

/// The same steps, those that stand alone on their free body moved to one that is drawn anyway where it gives the same unknown nearly as easily. The first `chosen`
/// steps stay.
pub(super) fn shared(
    chooser: &Chooser<'_>,
    mut steps: Vec<Found>,
    chosen: usize,
    given: &Given<'_>,
) -> Vec<Found> {
    let mut known: Vec<bool> = given.released.to_vec();
    for i in 0..steps.len() {
        let on = |step: &Found| step.lines[0].0;
        let alone = steps.iter().filter(|step| on(step) == on(&steps[i])).count() == 1;
        if i >= chosen
            && alone
            && let [unknown] = steps[i].unknowns[..]
        {
            let of = |cut: usize| {
                chooser
                    .options(cut, &known)
                    .into_iter()
                    .filter(|choice| choice.unknown == unknown)
                    .min_by_key(|c| c.effort)
            };
            let own = of(on(&steps[i])).filter(|own| !own.at_sight);
            let others = (0..steps.len()).filter(|k| *k != i).map(|k| on(&steps[k]));
            let best = others
                .filter_map(|cut| Some((cut, of(cut)?)))
                .min_by_key(|(cut, choice)| (choice.effort, *cut));
            if let Some((own, (cut, best))) = own.zip(best)
                && best.effort <= own.effort + A_DRAWING
            {
                steps[i] =
                    Found { lines: vec![(cut, best.equation)], unknowns: vec![unknown], needs: best.needs };
            }
        }
        steps[i].unknowns.iter().for_each(|id| known[id.index()] = true);
    }
    steps
}
