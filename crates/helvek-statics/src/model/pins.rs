//! Pins among their plates, resolved, and the sizes that are in stock.

use super::resolve::Builder;
use super::{BarId, BodyId, JointId, LoadId, Model, PinId, PointId, SupportId};
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::sheet::{self, Quantity, Sheet};

/// A pin with the plates that are threaded on it.
#[derive(Debug, Clone, PartialEq)]
pub struct PlatedPin {
    /// The name of its joint, support or point.
    pub name: String,
    /// The joint, support or point it goes through.
    pub through: Threaded,
    /// m; `None`: the next in stock above what is required.
    pub diameter: Option<f64>,
    /// The place of its material.
    pub material: Option<usize>,
    /// From one end to the other.
    pub plates: Vec<Plate>,
}

impl PlatedPin {
    /// The point it stands at.
    pub fn at(&self, model: &Model) -> PointId {
        self.through.at(model)
    }
}

/// The thing that a pin goes through.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Threaded {
    /// A pin joint.
    Joint(JointId),
    /// A pin support.
    Support(SupportId),
    /// A pin that is a free body of its own.
    Pin(PinId),
}

impl Threaded {
    /// The point it stands at.
    pub fn at(self, model: &Model) -> PointId {
        match self {
            Self::Joint(id) => model.joints[id.0].at,
            Self::Support(id) => model.supports[id.0].at,
            Self::Pin(id) => model.pins[id.0].at,
        }
    }
}

/// A plate on a pin.
#[derive(Debug, Clone, PartialEq)]
pub struct Plate {
    /// The owner: what it is part of.
    pub of: PlateOf,
    /// m
    pub thickness: f64,
    /// The place of its material.
    pub material: Option<usize>,
    /// From the centre of the hole to its edge, m.
    pub edge: Option<f64>,
    /// Of what its owner transmits, the part that it carries.
    pub share: f64,
}

/// The owner of a plate.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum PlateOf {
    /// A body.
    Body(BodyId),
    /// A bar.
    Bar(BarId),
    /// The ground.
    Ground,
    /// A load that acts on the pin.
    Load(LoadId),
}

/// The sizes of pins, m.
#[derive(Debug, Clone, PartialEq)]
pub enum Stock {
    /// Every multiple of a step.
    Step {
        /// m
        step: f64,
        /// Nobody said so.
        assumed: bool,
    },
    /// Preferred numbers: so many sizes in each power of ten, in units of so many metres.
    Series {
        /// 5, 10 or 20.
        per_decade: usize,
        /// m
        unit: f64,
    },
    /// These, ascending.
    List(Vec<f64>),
}

impl Default for Stock {
    fn default() -> Self {
        Self::Step { step: 0.002, assumed: true }
    }
}

/// The preferred numbers of twenty in a decade; every second and every fourth make the coarser series.
const PREFERRED: [f64; 20] =
    [1.0, 1.12, 1.25, 1.4, 1.6, 1.8, 2.0, 2.24, 2.5, 2.8, 3.15, 3.55, 4.0, 4.5, 5.0, 5.6, 6.3, 7.1, 8.0, 9.0];

impl Stock {
    /// The smallest size that is not below a required one; `None` when none is as large.
    ///
    /// What is required to the last digit is not rounded up by what the arithmetic leaves over.
    pub fn next(&self, required: f64) -> Option<f64> {
        let enough = |size: &f64| *size >= required * (1.0 - 1e-12);
        match self {
            Self::Step { step, .. } => Some((required / step * (1.0 - 1e-12)).ceil().max(1.0) * step),
            Self::Series { per_decade, unit } => {
                let decade = (required / unit).log10().floor() as i32;
                let every = PREFERRED.len() / per_decade;
                let sizes = (decade..=decade + 1).flat_map(|decade| {
                    let numbers = PREFERRED.iter().step_by(every);
                    numbers.map(move |number| number * 10f64.powi(decade) * unit)
                });
                sizes.into_iter().find(enough)
            }
            Self::List(sizes) => sizes.iter().copied().find(|size| enough(size)),
        }
    }
}

impl Builder {
    pub(super) fn plated_pins(&mut self, sheet: &Sheet) {
        self.model.stock = self.stock(sheet);
        for (i, written) in sheet.pins.iter().enumerate() {
            let path = format!("pins[{i}]");
            if self.model.plated.iter().any(|pin| pin.name == written.at) {
                let message = format!("The pin at {} has its plates listed twice.", written.at);
                self.sense(&format!("{path}.at"), message, "Keep one of the lists.");
                continue;
            }
            let Some(through) = self.threaded(&written.at, &format!("{path}.at")) else { continue };
            let material = written.material.as_ref();
            let material = material.and_then(|name| self.material(name, &format!("{path}.material")));
            let diameter = written.diameter.as_ref();
            let diameter =
                diameter.and_then(|d| self.positive(d, &written.at, "diameter", &format!("{path}.diameter")));
            let plates: Vec<Option<Plate>> = (0..written.plates.len())
                .map(|k| self.plate(&written.plates[k], through, &format!("{path}.plates[{k}]")))
                .collect();
            let Some(mut plates) = plates.into_iter().collect::<Option<Vec<Plate>>>() else { continue };
            if plates.len() < 2 {
                let message = format!("On the pin at {} there are fewer than two plates.", written.at);
                self.sense(
                    &format!("{path}.plates"),
                    message,
                    "List them as they are stacked: fork, eye, fork.",
                );
                continue;
            }
            // Equal parts of what the owner transmits, unless it is said.
            let owners: Vec<PlateOf> = plates.iter().map(|plate| plate.of).collect();
            for (k, plate) in plates.iter_mut().enumerate() {
                let alike = owners.iter().filter(|of| **of == plate.of).count();
                plate.share = written.plates[k].share.unwrap_or(1.0 / alike as f64);
            }
            for (k, of) in owners.iter().enumerate() {
                let sum: f64 = plates.iter().filter(|plate| plate.of == *of).map(|plate| plate.share).sum();
                if owners[..k].contains(of) || (sum - 1.0).abs() <= 1e-9 {
                    continue;
                }
                let owner = &written.plates[k].of;
                let message =
                    format!("The plates of {owner} carry {sum} of what it transmits, not all of it.");
                self.sense(&format!("{path}.plates[{k}].share"), message, "Let their shares add up to 1.");
            }
            let name = written.at.clone();
            self.model.plated.push(PlatedPin { name, through, diameter, material, plates });
        }
    }

    /// A positive length of a section.
    fn positive(&mut self, quantity: &Quantity, of: &str, key: &str, path: &str) -> Option<f64> {
        let value = self.section_length(quantity, of, path)?;
        if value > 0.0 {
            return Some(value);
        }
        self.sense(path, format!("The {key} at {of} is not positive."), "Write a positive length.");
        None
    }

    fn threaded(&mut self, name: &str, path: &str) -> Option<Threaded> {
        let model = &self.model;
        if let Some(row) = model.joints.iter().position(|joint| joint.name == name) {
            let joint = &model.joints[row];
            let pin = joint.pin;
            if !model.joined_by(JointId(row)).is_pin(model.spatial()) {
                let message = format!("The joint {name} is a {}, and no pin.", joint.kind.word());
                self.sense(path, message, "Name a pin joint.");
                return None;
            }
            return Some(pin.map_or(Threaded::Joint(JointId(row)), Threaded::Pin));
        }
        if let Some(row) = model.supports.iter().position(|support| support.name == name) {
            let support = &model.supports[row];
            if !support.holding.is_pin() {
                let message = format!("The support {name} is no pin.");
                self.sense(path, message, "Name a pin support.");
                return None;
            }
            return Some(match support.on {
                super::On::Pin(pin) => Threaded::Pin(pin),
                super::On::Body(_) => Threaded::Support(SupportId(row)),
            });
        }
        if let Some(row) = model.pins.iter().position(|pin| model.point_name(pin.at) == name) {
            return Some(Threaded::Pin(PinId(row)));
        }
        if self.joints_missing || self.bodies_missing {
            return None;
        }
        let pins = model.pins.iter().map(|pin| model.point_name(pin.at));
        let known = model.joints.iter().map(|joint| joint.name.as_str()).chain(pins);
        let known: Vec<String> = known
            .chain(model.supports.iter().map(|support| support.name.as_str()))
            .map(str::to_owned)
            .collect();
        let cure = match nearest(name, known.iter().map(String::as_str)) {
            Some(near) => format!("Perhaps \"{near}\" is meant."),
            None => "Name a pin joint, a pin support, or a joint of bars.".to_owned(),
        };
        self.problem(ProblemKind::Name, path, format!("There is no pin \"{name}\"."), cure);
        None
    }

    fn plate(&mut self, written: &sheet::Plate, through: Threaded, path: &str) -> Option<Plate> {
        let name = &written.of;
        let of = self.owner(name, through, &format!("{path}.of"))?;
        let thickness = self.positive(&written.thickness, name, "thickness", &format!("{path}.thickness"))?;
        let edge = match &written.edge {
            None => None,
            Some(edge) => Some(self.positive(edge, name, "edge", &format!("{path}.edge"))?),
        };
        if written.share.is_some_and(|share| !(share > 0.0 && share <= 1.0)) {
            let message = format!("A plate of {name} cannot carry {} of it.", written.share?);
            self.sense(&format!("{path}.share"), message, "Write a part of 1, such as 0.5.");
            return None;
        }
        let own = match of {
            PlateOf::Body(id) => self.model.bodies[id.0].material,
            PlateOf::Bar(id) => self.model.bars[id.0].material,
            PlateOf::Ground | PlateOf::Load(_) => None,
        };
        let material = match &written.material {
            None => own,
            Some(name) => Some(self.material(name, &format!("{path}.material"))?),
        };
        Some(Plate { of, thickness, material, edge, share: 1.0 })
    }

    /// The owner of a plate: one of those that meet at the pin.
    fn owner(&mut self, name: &str, through: Threaded, path: &str) -> Option<PlateOf> {
        let model = &self.model;
        let at = through.at(model);
        let bodies = model.body_ids().filter(|id| model.points_of(*id).contains(&at));
        let mut here: Vec<(String, PlateOf)> =
            bodies.map(|id| (model.bodies[id.0].name.clone(), PlateOf::Body(id))).collect();
        let bars = model.bars.iter().enumerate().filter(|(_, bar)| bar.ends.contains(&at));
        here.extend(bars.map(|(row, bar)| (bar.name.clone(), PlateOf::Bar(BarId(row)))));
        if model.supports.iter().any(|support| support.at == at) {
            here.push(("ground".to_owned(), PlateOf::Ground));
        }
        let on_pin =
            |load: &super::Load| matches!(load.on, super::On::Pin(pin) if model.pins[pin.0].at == at);
        let loads = model.loading.loads.iter().enumerate().filter(|(_, load)| on_pin(load));
        here.extend(loads.map(|(row, load)| (load.name.clone(), PlateOf::Load(LoadId(row)))));
        if let Some((_, of)) = here.iter().find(|(known, _)| known == name) {
            return Some(*of);
        }
        let known: Vec<&str> = here.iter().map(|(name, _)| name.as_str()).collect();
        let cure = format!("Here: {}.", known.join(", "));
        let message = format!("\"{name}\" does not meet the pin at {}.", model.point_name(at));
        self.problem(ProblemKind::Name, path, message, cure);
        None
    }

    fn stock(&mut self, sheet: &Sheet) -> Stock {
        let unit = self.model.units.section.to_si(1.0);
        match &sheet.stock {
            // Sixteenths where inches are the unit.
            None if self.model.units.section.symbol == "in" => {
                Stock::Step { step: unit / 16.0, assumed: true }
            }
            None => Stock::default(),
            Some(sheet::Stock::List(sizes)) => {
                let each = sizes.iter().enumerate();
                let mut sizes: Vec<f64> = each
                    .filter_map(|(i, size)| self.positive(size, "stock", "size", &format!("stock[{i}]")))
                    .collect();
                sizes.sort_by(f64::total_cmp);
                Stock::List(sizes)
            }
            Some(sheet::Stock::Rule(rule)) => {
                let rule = rule.trim();
                let series = rule.strip_prefix('R').and_then(|n| n.parse().ok());
                if let Some(per_decade @ (5 | 10 | 20)) = series {
                    return Stock::Series { per_decade, unit };
                }
                if let Some(step) = rule.strip_prefix("step ") {
                    let step = Quantity::Text(step.trim().to_owned());
                    if let Some(step) = self.positive(&step, "stock", "step", "stock") {
                        return Stock::Step { step, assumed: false };
                    }
                    return Stock::default();
                }
                let message = format!("\"{rule}\" is no rule for sizes.");
                self.sense("stock", message, "Write \"step 2 mm\", \"R10\", or a list of sizes.");
                Stock::default()
            }
        }
    }
}
