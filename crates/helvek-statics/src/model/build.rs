//! From the sheet to the model: meaning and dimensions.

use super::resolve::Builder;
use super::{Model, NamedPoint, Space};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::Point;
use helvek_sheet::problem::{Problem, ProblemKind, Problems};
use helvek_sheet::sheet::{self, Document, SpaceKind, Vertical};
use helvek_sheet::units::{Dimension, Unit, Units, parse_unit};

/// Standard weights, m/s².
const GRAVITY: f64 = 9.81;

/// A model as far as it could be understood, and every problem of form and of meaning, in the order of the text.
#[derive(Debug, Clone, PartialEq)]
pub struct Built {
    /// The model as far as it was understood; complete only when there are no problems.
    pub model: Model,
    /// Everything wrong with the sheet.
    pub problems: Vec<Problem>,
}

/// Builds the model of a sheet. Things with a problem are left out of it, so that the rest can still be drawn.
pub fn build(document: &Document) -> Built {
    let sheet = &document.sheet;
    spend(4 * (sheet.points.len() + sheet.bodies.len() + sheet.bars.len() + sheet.loads.len()));
    let mut unit_problems = Problems::default();
    let units = units(&sheet.units, &mut unit_problems);
    let mut builder = Builder::new(units);
    builder.problems = unit_problems;
    builder.model.title.clone_from(&sheet.title);
    (builder.model.space, builder.model.vertical) = match sheet.space {
        SpaceKind::Plane => (Space::Plane, Vertical::Y),
        SpaceKind::Space => (Space::Space, sheet.vertical.unwrap_or(Vertical::Z)),
    };
    if sheet.space == SpaceKind::Plane && sheet.vertical == Some(Vertical::Z) {
        builder.sense("vertical", "In the plane y points up.", "Remove it, or write space = \"space\".");
    }
    builder.model.conventions = sheet.conventions.settled();
    builder.gravity(sheet);
    builder.points(sheet);
    builder.sections(sheet);
    builder.materials(sheet);
    builder.bodies(sheet);
    builder.joints(document);
    builder.bars(document);
    builder.unjoined();
    builder.supports(document);
    builder.limits(document);
    builder.cases(document);
    builder.warmings(sheet);
    builder.loads(document);
    builder.pulleys(sheet);
    builder.ropes(sheet);
    builder.plated_pins(sheet);
    builder.stated_limits(sheet);
    builder.combinations(document);
    builder.trains(sheet);
    builder.asked(document);
    builder.order(document);
    builder.multiples();
    let mut found = std::mem::take(&mut builder.problems);
    document.locate(found.named_mut());
    Built { model: builder.model, problems: document.found.clone().and(found).told() }
}

/// The units of a sheet; those that cannot be read have their defaults.
pub fn units_of(sheet: &sheet::Sheet) -> Units {
    units(&sheet.units, &mut Problems::default())
}

fn units(written: &sheet::UnitNames, problems: &mut Problems) -> Units {
    let mut read = |key: &str, symbol: &Option<String>, dimension: Dimension, default: Unit| {
        let Some(symbol) = symbol else { return default };
        let path = format!("units.{key}");
        match parse_unit(symbol) {
            Ok(unit) if unit.dimension == dimension => unit,
            Ok(unit) => {
                let message = format!(
                    "\"{symbol}\" is a unit of {}, where a unit of {} belongs.",
                    unit.dimension.name(),
                    dimension.name()
                );
                let cure = format!("Write the unit of {}.", dimension.example());
                problems.push(Problem::new(ProblemKind::Quantity, path, message, cure));
                default
            }
            Err(error) => {
                problems.push(Problem::new(ProblemKind::Quantity, path, error.to_string(), error.cure()));
                default
            }
        }
    };
    let defaults = Units::default();
    let length = read("length", &written.length, Dimension::LENGTH, defaults.length);
    let force = read("force", &written.force, Dimension::FORCE, defaults.force);
    let couple = read("moment", &written.moment, Dimension::MOMENT, force.times(&length));
    let moment = match &written.moment {
        Some(_) => couple.clone(),
        None => Units::found_moment(&force, &length),
    };
    Units {
        couple,
        moment,
        length,
        force,
        mass: read("mass", &written.mass, Dimension::MASS, defaults.mass),
        angle: read("angle", &written.angle, Dimension::ANGLE, defaults.angle),
        stress: read("stress", &written.stress, Dimension::STRESS, defaults.stress),
        section: read("section", &written.section, Dimension::LENGTH, defaults.section),
    }
}

impl Builder {
    fn gravity(&mut self, sheet: &sheet::Sheet) {
        self.model.gravity = GRAVITY;
        let Some(written) = &sheet.gravity else { return };
        let Some(value) = self.si(written, Dimension::ACCELERATION, "gravity", "gravity") else { return };
        if value >= 0.0 {
            self.model.gravity = value;
        } else {
            self.sense("gravity", "Gravity acts down; its size is not negative.", "Write 9.81.");
        }
    }

    fn points(&mut self, sheet: &sheet::Sheet) {
        for (name, coordinates) in &sheet.points {
            let path = format!("points.{name}");
            let at: Vec<_> = coordinates
                .iter()
                .enumerate()
                .map(|(i, v)| self.si(v, Dimension::LENGTH, name, &format!("{path}[{i}]")))
                .collect();
            let at = match at[..] {
                [Some(x), Some(y)] => Point::plane(x, y),
                [Some(x), Some(y), Some(z)] => Point { x, y, z },
                _ => continue,
            };
            self.add_point(name);
            self.model.points.push(NamedPoint { name: name.clone(), at });
        }
    }
}
