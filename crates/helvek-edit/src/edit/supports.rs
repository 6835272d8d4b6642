//! Supports put down, changed, and added by a cure.

use super::figure::Figure;
use super::typed::{filled, quantity};
use super::words;
use super::{chain, place, space, stiff};
use super::{row_named, wrong};
use helvek_numbers::geometry::Vector;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{self, Couples, Direction, Document, Sheet, Support, SupportKind, only};
use helvek_sheet::things::support::Pointer;
use helvek_sheet::units::Dimension;
use helvek_statics::model::{self, Holding, Model};
use helvek_statics::verdict::{Cure, cures};

/// The slots of a support, as typed.
#[derive(Clone, Copy, Default)]
pub(super) struct Slots<'a> {
    pub(super) kind: Option<&'a str>,
    pub(super) place: Option<&'a str>,
    pub(super) normal: Option<&'a str>,
    pub(super) toward: Option<&'a str>,
    pub(super) axis: Option<&'a str>,
    pub(super) couples: Option<&'a str>,
    pub(super) holds: Option<&'a str>,
    pub(super) friction: Option<&'a str>,
    pub(super) settles: Option<&'a str>,
    pub(super) spring: Option<&'a str>,
    pub(super) rename: Option<&'a str>,
}

/// True when a kind leads somewhere.
fn has_toward(kind: SupportKind) -> bool {
    kind.sort().pointer == Pointer::Toward
}

/// Puts a support somewhere; new ones at several points, one at each.
pub(super) fn put(sheet: &mut Sheet, name: Option<&str>, slots: &Slots<'_>) -> Result<(), Vec<Problem>> {
    let several = filled(slots.place).filter(|_| name.is_none()).and_then(|text| chain::several(sheet, text));
    match several.filter(|points| points.len() > 1) {
        Some(points) => points
            .iter()
            .try_for_each(|at| put_one(sheet, None, &Slots { place: Some(at.as_str()), ..*slots })),
        None => put_one(sheet, name, slots),
    }
}

fn put_one(sheet: &mut Sheet, name: Option<&str>, slots: &Slots<'_>) -> Result<(), Vec<Problem>> {
    let index = name.map(|name| named(sheet, name)).transpose()?;
    let kind = slots.kind.map(|text| words::choice::<SupportKind>(text, "kind")).transpose()?;
    let before = index.map(|i| sheet.supports[i].clone());
    let kind = kind.or(before.as_ref().map(|s| s.kind)).unwrap_or(usual_kind(sheet));
    if let Some((place, cure)) = only(kind.sort().found).filter(|(only, _)| *only != sheet.space) {
        return wrong("kind", format!("This is a support of {}.", place.named()), cure);
    }
    let sort = kind.sort();
    let direction = |text: Option<&str>, slot: &str| {
        filled(text).map(|text| words::direction(sheet, text, slot)).transpose()
    };
    let normal = direction(slots.normal, "normal")?;
    let toward = direction(slots.toward, "toward")?;
    let axis = direction(slots.axis, "axis")?;
    let couples = filled(slots.couples).map(|text| words::choice::<Couples>(text, "couples")).transpose()?;
    let one_way = filled(slots.holds)
        .map(|text| match text {
            "both ways" => Ok(None),
            "pushes only" => Ok(Some(true)),
            _ => wrong("holds", format!("\"{text}\" is not known."), "Choose both ways, or pushes only."),
        })
        .transpose()?;
    let friction = match slots.friction.map(str::trim) {
        None => None,
        Some("") => Some(None),
        Some(text) => match quantity(text, Dimension::NONE, "friction")?.value {
            value if value >= 0.0 => Some(Some(value)),
            _ => return wrong("friction", format!("{text} is not a coefficient."), "Type 0 or more: 0.3."),
        },
    };
    let at_the_end = kind == SupportKind::Roller || has_toward(kind);
    let usual = if at_the_end { "end" } else { "start" };
    let at = match (filled(slots.place), &before) {
        (Some(text), _) => place::point(sheet, text, "place")?,
        (None, Some(before)) => before.at.clone(),
        (None, None) => place::point(sheet, usual, "place")?,
    };
    // Two links at one point are a way to hold it; two pins are a slip.
    let comes = before.as_ref().is_none_or(|before| before.at != at || has_toward(before.kind));
    let others = sheet.supports.iter().enumerate().filter(|(i, _)| Some(*i) != index);
    if comes && !has_toward(kind) && others.into_iter().any(|(_, s)| s.at == at && holds_alone(s)) {
        return wrong(
            "place",
            format!("There is already a support at {at}."),
            "Change that one, or choose another place.",
        );
    }
    let mut support = before.unwrap_or_else(|| Support::new(Some(free_name(sheet, &at)), at.clone(), kind));
    // A support that is called after its point goes on being called so where it is taken.
    if support.at != at && support.name.as_deref() == Some(support.at.as_str()) {
        support.name = Some(free_name(sheet, &at));
    }
    (support.at, support.kind) = (at, kind);
    support.normal = normal.or(support.normal).filter(|_| sort.pointer == Pointer::Normal);
    support.toward = toward.or(support.toward).filter(|_| has_toward(kind));
    if has_toward(kind) && support.toward.is_none() {
        let example = space::example(sheet, "up, 60, to C", "up, -x, to C");
        return wrong(
            "toward",
            "It has to lead somewhere.",
            format!("Type a direction, or a point: {example}."),
        );
    }
    if sort.pointer == Pointer::Axis && support.axis.is_none() && axis.is_none() {
        support.axis = Some(along(sheet, &support.at));
    }
    support.axis = axis.or(support.axis).filter(|_| sort.pointer == Pointer::Axis);
    support.couples = couples.or(support.couples).filter(|c| sort.takes("couples") && *c != Couples::Auto);
    support.thrust = support.thrust.filter(|_| sort.takes("thrust"));
    support.one_way = one_way.unwrap_or(support.one_way).filter(|_| sort.takes("one_way"));
    support.friction = friction.unwrap_or(support.friction).filter(|_| sort.takes("friction"));
    stiff::ground(&mut support, slots.settles, slots.spring)?;
    if let Some(new) = filled(slots.rename) {
        let taken = model::support_names(sheet).iter().enumerate().any(|(i, n)| n == new && Some(i) != index);
        if taken {
            return wrong("rename", format!("There is already a support \"{new}\"."), "Choose another name.");
        }
        support.name = Some(new.to_owned());
    }
    let (old, new) = (name, support.name.clone());
    match index {
        Some(index) => sheet.supports[index] = support,
        None => sheet.supports.push(support),
    }
    // What was asked of it goes on being asked of it.
    for find in &mut sheet.find {
        if let sheet::Find::Reactions { support: Some(asked) } = find
            && Some(asked.as_str()) == old
            && let Some(new) = &new
        {
            new.clone_into(asked);
        }
    }
    Ok(())
}

/// The kind of a support when none is given.
fn usual_kind(sheet: &Sheet) -> SupportKind {
    if space::spatial(sheet) { SupportKind::Ball } else { SupportKind::Pin }
}

/// The axis of a new bearing: the member on which it stands.
fn along(sheet: &Sheet, at: &str) -> Direction {
    let unit = Figure::of(sheet).map_or(Vector::X, |figure| figure.word("along", at)).tidy();
    match unit.axis() {
        Some((axis, _)) => Direction::Text(["+x", "+y", "+z"][axis].into()),
        None => Direction::Vector(unit.parts().to_vec()),
    }
}

/// True when two of its kind at one point are a slip: all but links and ties.
pub(super) fn holds_alone(support: &Support) -> bool {
    !has_toward(support.kind)
}

/// Named after its point, numbered when that is taken.
pub(super) fn free_name(sheet: &Sheet, at: &str) -> String {
    let taken = |name: &str| sheet.supports.iter().any(|s| s.name.as_deref().unwrap_or(&s.at) == name);
    let numbered = (2..).map(|n| format!("{at}-{n}"));
    std::iter::once(at.to_owned()).chain(numbered).find(|name| !taken(name)).unwrap_or_default()
}

/// The index of a support by the name it has in the model: its own, or the one it is given there.
pub(super) fn named(sheet: &Sheet, name: &str) -> Result<usize, Vec<Problem>> {
    row_named(&model::support_names(sheet), name, "support")
}

/// Applies the cure that stands at `index` in the list that the verdict of this very sheet proposes.
pub(super) fn cure(document: &Document, sheet: &mut Sheet, index: usize) -> Result<(), Vec<Problem>> {
    let model = model::build(document).model;
    let list = cures(&model);
    let Some(cure) = list.get(index) else {
        return wrong("index", "That cure is not offered any more.", "Choose one of those shown now.");
    };
    write(sheet, &model, cure);
    Ok(())
}

/// Writes a cure into the sheet its model was made from.
fn write(sheet: &mut Sheet, model: &Model, cure: &Cure) {
    match cure {
        Cure::Change { support, to } => {
            let support = &mut sheet.supports[support.index()];
            if to.shaft().is_some() {
                support.couples = Some(to.couples).filter(|couples| *couples != Couples::Auto);
                // A hinge holds along its axis unless it is said that it does not.
                support.thrust = (to.sort().takes("thrust") && !to.thrust).then_some(false);
                return;
            }
            (support.normal, support.toward) = written(to, model);
            (support.kind, support.one_way) = (to.kind, None);
            (support.axis, support.couples, support.thrust) = (None, None, None);
        }
        Cure::Add { at, on, holding } => {
            let (normal, toward) = written(holding, model);
            let at = model.point_name(*at).to_owned();
            let name = Some(free_name(sheet, &at));
            // Where several bodies meet, the sheet has to say which one is held.
            let on = (model.bodies.len() > 1).then(|| model.on_name(*on).to_owned());
            sheet.supports.push(Support { on, normal, toward, ..Support::new(name, at, holding.kind) });
        }
        Cure::Brace { ends, .. } => {
            sheet.bars.push(sheet::Bar::Short(ends.map(|p| model.point_name(p).to_owned())));
        }
        Cure::Weld { joint } => sheet.joints[joint.index()].kind = sheet::JointKind::Weld,
        Cure::Stiffen { bar } => {
            let bar = &mut sheet.bars[bar.index()];
            if let sheet::Bar::Full(full) = bar {
                full.kind = sheet::BarKind::Bar;
            }
        }
        Cure::Several(cures) => cures.iter().for_each(|cure| write(sheet, model, cure)),
    }
}

/// Its normal and its other direction as a sheet writes them; one that pushes up needs no normal.
fn written(holding: &Holding, model: &Model) -> (Option<Direction>, Option<Direction>) {
    let dimensions = if model.spatial() { 3 } else { 2 };
    let vector = |v: Vector| Direction::Vector(v.parts()[..dimensions].to_vec());
    match holding.sort().pointer {
        Pointer::Normal => (holding.way.filter(|way| *way != model.up()).map(vector), None),
        Pointer::Toward => (None, holding.way.map(vector)),
        Pointer::None | Pointer::Axis => (None, None),
    }
}
