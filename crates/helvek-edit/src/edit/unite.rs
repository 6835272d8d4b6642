//! Bodies that become one: where a joint between them is taken away.

use super::figure::Figure;
use super::{meeting, rigid, wrong};
use helvek_numbers::tolerance;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Body, Joint, JointKind, Quantities, Sheet};
use std::collections::HashSet;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// Makes one piece of what a joint held together: without a joint there, bodies that pass the same point could not be told apart. Bodies
/// that go on from one another are one body again, others are welded; those that were welded are one.
pub(super) fn without(sheet: &mut Sheet, gone: &Joint) -> Outcome {
    let at = &gone.at;
    let here = meeting::bodies_at(sheet, at);
    let of: Vec<String> = gone.of.iter().filter(|body| here.contains(body)).cloned().collect();
    let [first, others @ ..] = &of[..] else { return Ok(()) };
    let joined = |body: &&String| sheet.joints.iter().any(|j| j.at == *at && j.of.contains(body));
    if others.is_empty() || others.iter().all(|body| joined(&body)) {
        return Ok(());
    }
    let alike = |body: &String| {
        let plain = |name: &String| Body { runs: vec![], points: vec![], ..sheet.bodies[name].clone() };
        let (a, b) = (plain(first), plain(body));
        let each = |q: &Option<Quantities>| matches!(q, Some(Quantities::Each(_)));
        a == b && !each(&a.ei) && !each(&a.ea)
    };
    let all_alike = others.iter().all(alike);
    let weld = gone.kind == JointKind::Weld;
    if weld && !all_alike {
        let message =
            format!("{} meet at {at}, and are not of the same section and stiffness.", of.join(", "));
        return wrong("id", message, "Give them the same first, or remove one of them.");
    }
    if let [other] = others
        && all_alike
        && (weld || goes_on(sheet, first, other, at)?)
    {
        return unite(sheet, first, other, at);
    }
    if weld {
        return others.iter().try_for_each(|other| unite(sheet, first, other, at));
    }
    sheet.joints.push(meeting::plain(at, JointKind::Weld, of));
    Ok(())
}

/// True when one body goes on straight from the end of another.
fn goes_on(sheet: &Sheet, first: &str, other: &str, at: &str) -> Outcome<bool> {
    let figure = Figure::of(sheet)?;
    let towards = |body: &str| {
        let mut runs = sheet.bodies[body].runs.iter();
        let next = runs.find_map(|run| match (run.first()?, run.last()?) {
            (first, _) if first == at => run.get(1),
            (_, last) if last == at => run.len().checked_sub(2).and_then(|i| run.get(i)),
            _ => None,
        })?;
        Some(figure.at[next] - figure.at[at])
    };
    let (Some(u), Some(v)) = (towards(first), towards(other)) else { return Ok(false) };
    Ok(u.cross(v).length() <= tolerance::GEOMETRY * u.length() * v.length() && u.dot(v) < 0.0)
}

/// Two bodies become the first of them.
fn unite(sheet: &mut Sheet, first: &str, other: &str, at: &str) -> Outcome {
    let straight = goes_on(sheet, first, other, at)?;
    rigid::mentions(sheet, &mut |name, _| {
        if name == other {
            first.clone_into(name);
        }
    });
    sheet.joints.iter_mut().for_each(|joint| {
        let mut seen = HashSet::new();
        joint.of.retain(|body| seen.insert(body.clone()));
    });
    sheet.joints.retain(|joint| joint.of.len() > 1);
    let Some(old) = sheet.bodies.shift_remove(other) else { return Ok(()) };
    let telling = [(first, &sheet.bodies[first].runs), (other, &old.runs)]
        .iter()
        .all(|(name, runs)| runs.first().is_some_and(|run| rigid::is_of(name, run)));
    let body = &mut sheet.bodies[first];
    let mut runs = old.runs;
    if straight {
        let ends =
            |run: &Vec<String>| run.first().is_some_and(|p| p == at) || run.last().is_some_and(|p| p == at);
        if let (Some(mine), Some(theirs)) =
            (body.runs.iter_mut().find(|run| ends(run)), runs.iter().position(ends))
        {
            let mut theirs = runs.remove(theirs);
            if theirs.first().is_none_or(|p| p != at) {
                theirs.reverse();
            }
            if mine.last().is_none_or(|p| p != at) {
                // The line keeps the way that it was drawn in.
                theirs.reverse();
                theirs.pop();
                theirs.append(mine);
                *mine = theirs;
            } else {
                mine.extend(theirs.into_iter().skip(1));
            }
        }
    }
    body.runs.append(&mut runs);
    let riding = old.points.into_iter().filter(|p| !body.points.contains(p)).collect::<Vec<_>>();
    body.points.extend(riding);
    let run: HashSet<&String> = body.runs.iter().flatten().collect();
    let points = body.points.iter().filter(|p| !run.contains(p)).cloned().collect();
    body.points = points;
    if telling {
        let figure = Figure::of(sheet)?;
        let name = rigid::telling_name(sheet, &figure, &sheet.bodies[first].runs[0], "");
        rigid::rename(sheet, first, &name)?;
    }
    Ok(())
}
