//! Another unit for the same things.

use super::typed::tidy;
use helvek_sheet::problem::{Problem, ProblemKind};
use helvek_sheet::sheet::{Bar, Find, FullBar, Limit, Load, Quantities, Quantity, RopeStop, Sheet};
use helvek_sheet::units::{Dimension, Unit, UnitError, parse_quantity, parse_unit};
use helvek_statics::model::units_of;

pub(super) fn change(sheet: &mut Sheet, length: &str, force: &str) -> Result<(), Vec<Problem>> {
    let old = units_of(sheet);
    check(length, Dimension::LENGTH, "length")?;
    check(force, Dimension::FORCE, "force")?;
    sheet.units.length = Some(length.to_owned());
    sheet.units.force = Some(force.to_owned());
    // A moment unit of its own would go on naming the old units beside the new ones.
    sheet.units.moment = None;
    let new = units_of(sheet);
    let rewrite = |quantity: &mut Quantity, dimension: Dimension| {
        if let Quantity::Number(n) = quantity {
            let (from, to): (Unit, Unit) = (old.of(dimension), new.of(dimension));
            *n = tidy(to.from_si(from.to_si(*n)));
        }
    };
    for coordinate in sheet.points.values_mut().flatten() {
        rewrite(coordinate, Dimension::LENGTH);
    }
    for pulley in sheet.pulleys.values_mut() {
        rewrite(&mut pulley.radius, Dimension::LENGTH);
    }
    for stop in sheet.ropes.values_mut().flat_map(|rope| &mut rope.path) {
        if let RopeStop::Pull { pull, .. } = stop {
            rewrite(pull, Dimension::FORCE);
        }
    }
    for limit in &mut sheet.limits {
        let Limit { tension, compression, reaction, pin, .. } = limit;
        for most in [tension, compression, reaction, pin].into_iter().flatten() {
            rewrite(most, Dimension::FORCE);
        }
    }
    for body in sheet.bodies.values_mut() {
        body.torque.iter_mut().for_each(|torque| rewrite(torque, Dimension::MOMENT));
        each(&mut body.ei).for_each(|ei| rewrite(ei, Dimension::BENDING));
        each(&mut body.ea).for_each(|ea| rewrite(ea, Dimension::FORCE));
    }
    for bar in &mut sheet.bars {
        if let Bar::Full(FullBar { ea: Some(ea), .. }) = bar {
            rewrite(ea, Dimension::FORCE);
        }
    }
    for ground in sheet.supports.iter_mut().map(|support| &mut support.ground) {
        each(&mut ground.settlement).for_each(|settled| rewrite(settled, Dimension::LENGTH));
        each(&mut ground.spring).for_each(|spring| rewrite(spring, Dimension::FORCE_PER_LENGTH));
        ground.turning_spring.iter_mut().for_each(|spring| rewrite(spring, Dimension::MOMENT));
    }
    for axle in sheet.moving.iter_mut().flat_map(|train| &mut train.axles) {
        rewrite(&mut axle.size, Dimension::FORCE);
        axle.gap.iter_mut().for_each(|gap| rewrite(gap, Dimension::LENGTH));
    }
    for find in &mut sheet.find {
        if let Find::Internal { distance: Some(distance), .. } = find {
            rewrite(distance, Dimension::LENGTH);
        }
    }
    let (from, to) = (old.of(Dimension::LENGTH), new.of(Dimension::LENGTH));
    for distance in sheet.conventions.apart.moved.values_mut().flatten() {
        *distance = tidy(to.from_si(from.to_si(*distance)));
    }
    for (quantity, dimension) in sheet.loads.iter_mut().flat_map(quantities) {
        rewrite(quantity, dimension);
    }
    Ok(())
}

/// One quantity or several, where there are any.
fn each(of: &mut Option<Quantities>) -> impl Iterator<Item = &mut Quantity> {
    let all = match of {
        None => &mut [][..],
        Some(Quantities::One(one)) => std::slice::from_mut(one),
        Some(Quantities::Each(each)) => each,
    };
    all.iter_mut()
}

/// The first length that is drawn sets the units of a sheet that says none: who measures in feet or inches loads in kips or pounds.
pub(super) fn adopt(sheet: &mut Sheet, text: &str) {
    let said = sheet.units.length.is_some() || sheet.units.force.is_some();
    let begun = !sheet.bodies.is_empty() || !sheet.bars.is_empty();
    if said || begun {
        return;
    }
    let Some(unit) = parse_quantity(text).ok().and_then(|q| q.unit) else { return };
    let force = match unit.symbol.as_str() {
        "ft" => "kip",
        "in" => "lb",
        _ => return,
    };
    sheet.units.length = Some(unit.symbol);
    sheet.units.force = Some(force.to_owned());
}

/// The first load sets the unit of forces of a sheet that says none, when it is typed with one: `500 N`, `40 lb/ft`. Numbers that stand alone go
/// on meaning what they did.
pub(super) fn adopt_force(sheet: &mut Sheet, load: &mut Load) -> Result<(), Vec<Problem>> {
    if !sheet.loads.is_empty() || sheet.units.force.is_some() {
        return Ok(());
    }
    let written = quantities(load).into_iter().find_map(|(quantity, _)| match quantity {
        Quantity::Text(text) => parse_quantity(text).ok()?.unit,
        Quantity::Number(_) => None,
    });
    let force = written.and_then(|unit| {
        let parts = unit.symbol.split(|c: char| !c.is_alphabetic()).filter_map(|part| parse_unit(part).ok());
        parts.into_iter().find(|part| part.dimension == Dimension::FORCE)
    });
    let own = units_of(sheet);
    match force {
        Some(force) if force != own.force => change(sheet, &own.length.symbol, &force.symbol),
        _ => Ok(()),
    }
}

fn check(symbol: &str, dimension: Dimension, slot: &str) -> Result<(), Vec<Problem>> {
    let wrong =
        |message: String, cure: String| Err(vec![Problem::new(ProblemKind::Quantity, slot, message, cure)]);
    match parse_unit(symbol) {
        Ok(unit) if unit.dimension == dimension => Ok(()),
        Ok(unit) => wrong(
            format!(
                "\"{symbol}\" is a unit of {}, where one of {} belongs.",
                unit.dimension.name(),
                dimension.name()
            ),
            UnitError::Malformed { text: symbol.into() }.cure(),
        ),
        Err(error) => wrong(error.to_string(), error.cure()),
    }
}

/// Every quantity of a load with what it measures.
pub(super) fn quantities(load: &mut Load) -> Vec<(&mut Quantity, Dimension)> {
    match load {
        Load::Force(load) => {
            let parts = load.components.iter_mut().flatten();
            parts.chain(&mut load.size).map(|q| (q, Dimension::FORCE)).collect()
        }
        Load::Couple(load) => {
            let parts = load.components.iter_mut().flatten();
            parts.chain(&mut load.size).map(|q| (q, Dimension::MOMENT)).collect()
        }
        Load::Distributed(load) => {
            let all = std::iter::once(&mut load.start).chain(&mut load.end);
            all.map(|q| (q, Dimension::FORCE_PER_LENGTH)).collect()
        }
        Load::Own(load) => {
            let mass = load.mass.iter_mut().map(|q| (q, Dimension::MASS_PER_LENGTH));
            mass.chain(load.size.iter_mut().map(|q| (q, Dimension::FORCE_PER_LENGTH))).collect()
        }
        Load::Weight(load) => {
            let mass = load.mass.iter_mut().map(|q| (q, Dimension::MASS));
            mass.chain(load.size.iter_mut().map(|q| (q, Dimension::FORCE))).collect()
        }
    }
}
