//! A pin among its plates, seen from the side: plates along the pin to scale, what each presses with, what each plane carries.

use helvek_core::answers::Publisher;
use helvek_core::geometry::Vector;
use helvek_core::solution::Statics;
use helvek_core::strength_check::{Judgement, SizedPin};
use helvek_core::tolerance::first_largest;
use helvek_core::units::figures;
use schemars::JsonSchema;
use serde::Serialize;

/// A plated pin. Lengths are in the sheet's unit of sections, forces under the loads as drawn.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PinMark {
    /// Its name in the sheet.
    pub at: String,
    /// The diameter it is judged by; without one that of its thinnest plate stands for it.
    pub diameter: f64,
    /// The unit of lengths.
    pub unit: String,
    /// From one end to the other.
    pub plates: Vec<PlateMark>,
    /// Between two plates.
    pub planes: Vec<PlaneMark>,
}

/// A plate on a pin.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PlateMark {
    /// The member it is part of.
    pub of: String,
    /// Along the pin.
    pub thickness: f64,
    /// The force with which it presses on the pin, along the line of the largest force: 1 is the largest, its sign tells which way.
    pub push: f64,
    /// Its size as text; empty when equilibrium does not fix it.
    pub force: String,
    /// True when it presses along that line: another direction is told with the force.
    pub aligned: bool,
}

/// A plane between two plates.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PlaneMark {
    /// The force that the pin carries through it; empty when equilibrium does not fix it.
    pub force: String,
    /// Over the largest of the planes.
    pub share: f64,
}

/// Every plated pin.
pub fn pin_marks(statics: &Statics, judgement: &Judgement) -> Vec<PinMark> {
    judgement.pins.iter().map(|sized| pin_mark(statics, sized)).collect()
}

fn pin_mark(statics: &Statics, sized: &SizedPin) -> PinMark {
    let model = &statics.model;
    let (pin, units, digits) = (&model.plated[sized.pin], &model.units, model.conventions.figures);
    // Without any strength there is no diameter: it is drawn as thick as its thinnest plate.
    let thinnest = pin.plates.iter().map(|plate| plate.thickness).fold(f64::INFINITY, f64::min);
    let diameter = sized.diameter.unwrap_or(thinnest);
    let on = sized.drawn.as_ref();
    let force = |vector: Vector| {
        let size = figures::rounded(units.force.from_si(vector.length()), digits);
        format!("{size} {}", units.force.symbol)
    };
    let plates = on.map(|on| on.plates.as_slice()).unwrap_or_default();
    let largest = first_largest(plates.iter().copied(), |force| force.length());
    let line = largest.filter(|largest| largest.length() > 0.0);
    let plate = |(row, plate): (usize, &helvek_core::model::Plate)| {
        let pressed = plates.get(row).copied();
        let along = pressed.zip(line).map(|(force, line)| force.dot(line) / line.dot(line));
        let across = pressed.zip(line).map(|(force, line)| force.cross(line).length() / line.dot(line));
        let aligned = across.is_none_or(|across| across <= 1e-6);
        let text = pressed.map(|pressed| {
            let angle = pressed.y.atan2(pressed.x).to_degrees();
            if aligned {
                force(pressed)
            } else {
                let angle = figures::plain(angle.rem_euclid(360.0), digits.max(3));
                format!("{} at {angle}°", force(pressed))
            }
        });
        PlateMark {
            of: Publisher(statics).plate_owner(plate.of).to_owned(),
            thickness: units.section.from_si(plate.thickness),
            push: along.unwrap_or_default(),
            force: text.unwrap_or_default(),
            aligned,
        }
    };
    let planes = on.map(|on| on.planes.as_slice()).unwrap_or_default();
    let most = planes.iter().map(|plane| plane.length()).fold(0.0, f64::max);
    let plane = |row: usize| {
        let carried = planes.get(row).copied();
        let share = carried.map_or(0.0, |v| if most > 0.0 { v.length() / most } else { 0.0 });
        PlaneMark { force: carried.map(force).unwrap_or_default(), share }
    };
    PinMark {
        at: pin.name.clone(),
        diameter: units.section.from_si(diameter),
        unit: units.section.symbol.clone(),
        plates: pin.plates.iter().enumerate().map(plate).collect(),
        planes: (0..pin.plates.len() - 1).map(plane).collect(),
    }
}
