//! The order in which a person would write the steps, and the reason of each in its place.

use super::cuts::{Cut, CutKind};
use super::forms::net;
use super::isolate::Chooser;
use super::{Axis, Dropped, DropsOut, Equation, Found, Given, Line, PlannedStep, Reason, WhyBody, ZeroRule};
use crate::equilibrium::{ColumnId, ColumnKind, ColumnOf, Freedom};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::Vector;
use helvek_numbers::tolerance;
use helvek_sheet::sheet::First;

/// The steps in the order of writing: each that can be written next; on the free body at hand as long as it has something, moments or sums first as the convention has it.
/// The first `stay` steps stay where they are; before the first `chosen` come no reactions that nobody chose.
pub(super) fn ordered(
    chooser: &Chooser<'_>,
    steps: Vec<Found>,
    [stay, chosen]: [usize; 2],
    given: &Given<'_>,
) -> Vec<PlannedStep> {
    let mut known: Vec<bool> = given.released.to_vec();
    let mut left: Vec<Option<Found>> = steps.into_iter().map(Some).collect();
    let mut planned = Vec::new();
    let mut at_hand: Option<usize> = None;
    let by_convention = |step: &Found| {
        let moment = matches!(step.lines[0].1, Equation::Moments { .. });
        u8::from(moment == (chooser.model.conventions.first == First::Forces))
    };
    let axis = |step: &Found| match step.lines[0].1 {
        Equation::Forces { axis: Axis::X, .. } => 0,
        Equation::Forces { axis: Axis::Y, .. } => 1,
        Equation::Forces { axis: Axis::Z, .. } => 2,
        _ => 3,
    };
    loop {
        spend(1 + left.len() / 15);
        let ready = |step: &Found| step.needs.iter().all(|c| known[c.index()]);
        // Reactions that the whole gives come first of all.
        let reaction = |step: &Found| {
            let (cut, equation) = (step.lines[0].0, &step.lines[0].1);
            // That nothing acts along x can wait until the whole is drawn.
            let says = !step.needs.is_empty() || chooser.loads(&chooser.cuts[cut], equation).next().is_some();
            chooser.cuts[cut].kind == CutKind::Whole
                && says
                && matches!(chooser.equilibrium.column(step.unknowns[0]).of, ColumnOf::Support(_))
        };
        let of = |wanted: &dyn Fn(&Found) -> bool| {
            left.iter().position(|s| s.as_ref().is_some_and(|s| ready(s) && wanted(s)))
        };
        let free = left.iter().take(chosen).all(Option::is_none);
        let reaction = |step: &Found| free && reaction(step);
        let Some(first) = of(&reaction).or_else(|| of(&|_| true)) else { break };
        let body = |s: &Found| s.lines[0].0;
        let stays = |s: &Found| at_hand == Some(body(s));
        let here = left.iter().flatten().any(|s| stays(s) && ready(s))
            && !left[first].as_ref().is_some_and(&reaction);
        let wanted = if here { at_hand } else { left[first].as_ref().map(body) };
        let next = if planned.len() < stay {
            of(&|_| true).unwrap_or(first)
        } else {
            (0..left.len())
                .filter(|i| left[*i].as_ref().is_some_and(|s| wanted == Some(body(s)) && ready(s)))
                .min_by_key(|i| (left[*i].as_ref().map_or((0, 0), |s| (by_convention(s), axis(s))), *i))
                .unwrap_or(first)
        };
        let Some(step) = left[next].take() else { break };
        at_hand = Some(body(&step));
        planned.push(reasoned(chooser, &step, &known, given));
        step.unknowns.iter().for_each(|c| known[c.index()] = true);
    }
    merged(planned)
}

fn reasoned(chooser: &Chooser<'_>, step: &Found, known: &[bool], given: &Given<'_>) -> PlannedStep {
    let (cut, equation) = (&chooser.cuts[step.lines[0].0], &step.lines[0].1);
    let single = step.lines.len() == 1;
    let dropped: Vec<_> = cut
        .entering
        .iter()
        .map(|e| e.column)
        .filter(|c| single && !known[c.index()] && !step.unknowns.contains(c))
        .map(|column| Dropped { column, how: how(chooser, cut, equation, column) })
        .collect();
    let live = |c: &ColumnId| given.values[c.index()] != 0.0;
    let found_before: Vec<_> = step.needs.iter().copied().filter(live).collect();
    let unknown = step.unknowns[0];
    let axial = chooser.equilibrium.column(unknown).axial();
    let joint = single && axial && is_joint(chooser, cut);
    let rule =
        (joint && found_before.is_empty() && chooser.loads(cut, equation).next().is_none()).then(|| {
            let across =
                if chooser.model.spatial() { ZeroRule::AcrossPlane } else { ZeroRule::NothingAcross };
            chooser.rules.get(&unknown).copied().unwrap_or(across)
        });
    let alone = single && found_before.is_empty() && chooser.loads(cut, equation).next().is_none();
    let nothing_else = alone && matches!(equation, Equation::Forces { .. });
    let same_as = (joint && rule.is_none() && chooser.loads(cut, equation).next().is_none())
        .then(|| collinear(chooser, cut, unknown, &found_before))
        .flatten();
    PlannedStep {
        lines: step
            .lines
            .iter()
            .map(|(cut, equation)| Line { free_body: chooser.cuts[*cut].free_body(), equation: *equation })
            .collect(),
        unknowns: step.unknowns.clone(),
        reason: Reason { body: why(chooser, cut, known), dropped, found_before, rule, nothing_else, same_as },
    }
}

/// Steps with their reasons, in the order they are in, from what is known.
pub(super) fn planned(
    chooser: &Chooser<'_>,
    steps: &[Found],
    known: &[bool],
    given: &Given<'_>,
) -> Vec<PlannedStep> {
    let mut known = known.to_vec();
    let mut list = Vec::new();
    for step in steps {
        list.push(reasoned(chooser, step, &known, given));
        step.unknowns.iter().for_each(|id| known[id.index()] = true);
    }
    list
}

/// Steps that follow one another as one where nothing has to be worked: what one rule shows at sight, and sums of one free body in which nothing acts.
fn merged(steps: Vec<PlannedStep>) -> Vec<PlannedStep> {
    let mut list: Vec<PlannedStep> = Vec::new();
    for step in steps {
        let trivial = |a: &PlannedStep, b: &PlannedStep| {
            let of = |step: &PlannedStep| step.lines.first().map(|line| line.free_body.clone());
            match (a.reason.rule, b.reason.rule) {
                (Some(rule), Some(other)) => rule == other,
                (None, None) => a.reason.nothing_else && b.reason.nothing_else && of(a) == of(b),
                _ => false,
            }
        };
        match list.last_mut() {
            Some(last) if trivial(last, &step) => {
                last.lines.extend(step.lines);
                last.unknowns.extend(step.unknowns);
                last.reason.dropped.clear();
            }
            _ => list.push(step),
        }
    }
    list
}

fn is_joint(chooser: &Chooser<'_>, cut: &Cut) -> bool {
    cut.parts.len() == 1 && chooser.equilibrium.parts[cut.parts[0].index()].freedom == Freedom::Particle
}

fn how(chooser: &Chooser<'_>, cut: &Cut, equation: &Equation, id: ColumnId) -> DropsOut {
    let column = chooser.equilibrium.column(id);
    match (equation, column.kind) {
        (Equation::Moments { .. }, ColumnKind::Couple) => DropsOut::CoupleAcross,
        (Equation::Moments { along, .. }, _) => {
            let act = column.acts.iter().find(|act| cut.parts.contains(&act.on));
            let parallel = parallel(act.and_then(|act| act.wrench.force.unit()), Some(*along));
            if parallel { DropsOut::AlongAxis } else { DropsOut::ThroughCentre }
        }
        (Equation::Forces { .. }, ColumnKind::Couple) => DropsOut::CoupleInForceSum,
        (Equation::Forces { .. }, _) => DropsOut::Across,
    }
}

fn why(chooser: &Chooser<'_>, cut: &Cut, known: &[bool]) -> WhyBody {
    let open = cut.entering.iter().filter(|e| !known[e.column.index()]);
    match cut.kind {
        CutKind::Single if chooser.equilibrium.parts.len() == 1 => WhyBody::Only,
        CutKind::Single => WhyBody::Open(open.count()),
        CutKind::Whole => WhyBody::Whole { inside: cut.inside },
        CutKind::Group => WhyBody::Group { inside: cut.inside },
        CutKind::Section => {
            let member = |c: &ColumnId| {
                matches!(chooser.equilibrium.column(*c).of, ColumnOf::Bar(_) | ColumnOf::Link(_))
            };
            WhyBody::Section { cut: cut.entering.iter().map(|e| e.column).filter(member).collect() }
        }
    }
}

/// The direction in which a column pulls or pushes the joint.
fn direction(chooser: &Chooser<'_>, cut: &Cut, column: ColumnId) -> Option<Vector> {
    Vector::from_parts(&net(chooser.equilibrium, cut, column)[..3]).unit()
}

fn parallel(a: Option<Vector>, b: Option<Vector>) -> bool {
    a.zip(b).is_some_and(|(a, b)| a.cross(b).length() <= tolerance::DROPS_OUT * 10.0)
}

/// The one other member that is left at an unloaded joint, in one line with this one.
fn collinear(chooser: &Chooser<'_>, cut: &Cut, unknown: ColumnId, found: &[ColumnId]) -> Option<ColumnId> {
    match found {
        [only] if chooser.equilibrium.column(*only).axial() => {
            parallel(direction(chooser, cut, *only), direction(chooser, cut, unknown)).then_some(*only)
        }
        _ => None,
    }
}
