//! Resolving names and quantities while a model is built; every failure is a problem, none stops the build.

use super::{
    Amount, BodyId, Conversion, JointId, Model, PinId, PointId, Sought, SoughtId, SoughtOf, Structure,
};
use helvek_sheet::problem::{Problem, ProblemKind, Problems, nearest};
use helvek_sheet::section::Shape;
use helvek_sheet::sheet::Quantity;
use helvek_sheet::units::{Dimension, Units, figures, parse_quantity};
use std::collections::HashMap;
use std::sync::Arc;

/// In SI. Heavier than the Earth, longer than the sky is wide, and its cube is still a number.
const LARGEST: f64 = 1e60;

/// The things that meet at each point.
#[derive(Default)]
pub(super) struct Places {
    pub(super) bodies: HashMap<PointId, Vec<BodyId>>,
    pub(super) pin_joints: HashMap<PointId, JointId>,
    pub(super) bar_ends: HashMap<PointId, usize>,
    pub(super) pins: HashMap<PointId, PinId>,
}

/// The model that is being built, with its problems.
pub(super) struct Builder {
    pub(super) model: Model,
    pub(super) problems: Problems,
    /// A body could not be built, so that "there is no body here" would only be noise.
    pub(super) bodies_missing: bool,
    point_ids: HashMap<String, PointId>,
    body_ids: HashMap<String, BodyId>,
    pub(super) places: Places,
    /// A joint could not be built, so that "without a joint" would only be noise.
    pub(super) joints_missing: bool,
    /// As above, for sections.
    pub(super) sections_missing: bool,
    /// The shapes of sections that were found already; nothing of one that has none.
    pub(super) shapes: HashMap<String, Option<Shape>>,
    /// The sections whose shapes are being found, each a part of the one before.
    pub(super) finding: Vec<String>,
    /// As above, for pulleys.
    pub(super) pulleys_missing: bool,
    /// The sought symbol whose limit is asked.
    pub(super) parameter: Option<String>,
    /// The load that is being built carries it.
    pub(super) met_parameter: bool,
}

impl Builder {
    pub(super) fn new(units: Units) -> Self {
        let structure = Arc::new(Structure { units, ..Structure::default() });
        Self {
            model: Model { structure, ..Model::default() },
            problems: Problems::default(),
            bodies_missing: false,
            point_ids: HashMap::new(),
            body_ids: HashMap::new(),
            places: Places::default(),
            joints_missing: false,
            sections_missing: false,
            shapes: HashMap::new(),
            finding: Vec::new(),
            pulleys_missing: false,
            parameter: None,
            met_parameter: false,
        }
    }

    pub(super) fn problem(
        &mut self,
        kind: ProblemKind,
        path: &str,
        message: impl Into<String>,
        cure: impl Into<String>,
    ) {
        self.problems.push(Problem::new(kind, path, message, cure));
    }

    pub(super) fn sense(&mut self, path: &str, message: impl Into<String>, cure: impl Into<String>) {
        self.problem(ProblemKind::Sense, path, message, cure);
    }

    /// The SI value of a quantity; `None`, with a problem, when it is of another dimension or not readable.
    pub(super) fn si(
        &mut self,
        quantity: &Quantity,
        dimension: Dimension,
        of: &str,
        path: &str,
    ) -> Option<f64> {
        let text = match quantity {
            Quantity::Number(n) => {
                let si = self.model.units.of(dimension).to_si(*n);
                return self.sensible(si, &figures::said(*n), path);
            }
            Quantity::Text(text) => text,
        };
        let parsed = match parse_quantity(text) {
            Ok(parsed) => parsed,
            Err(error) => {
                self.problem(ProblemKind::Quantity, path, error.to_string(), error.cure());
                return None;
            }
        };
        let Some(unit) = parsed.unit else {
            let si = self.model.units.of(dimension).to_si(parsed.value);
            return self.sensible(si, text, path);
        };
        if unit.dimension != dimension {
            let message =
                format!("\"{text}\" is {}, where {} belongs.", unit.dimension.name(), dimension.name());
            let cure = match (unit.dimension, dimension) {
                (Dimension::MASS, Dimension::FORCE) => {
                    "Write a force such as \"1.2 kN\", or a load of kind \"weight\" with this mass."
                        .to_owned()
                }
                _ => format!("Write {} such as {}.", dimension.name(), dimension.example()),
            };
            self.problem(ProblemKind::Quantity, path, message, cure);
            return None;
        }
        let si = self.sensible(unit.to_si(parsed.value), text, path)?;
        let own = self.model.units.of(dimension);
        if own.symbol != unit.symbol {
            self.model.conversions.push(Conversion {
                path: path.to_owned(),
                of: of.to_owned(),
                written: text.trim().to_owned(),
                value: own.from_si(si),
                unit: own.symbol,
            });
        }
        Some(si)
    }

    /// The value, unless squares and products of it would leave the range of numbers.
    fn sensible(&mut self, si: f64, text: &str, path: &str) -> Option<f64> {
        if si.abs() <= LARGEST {
            return Some(si);
        }
        let message = format!("{text} is too large to be computed with.");
        self.problem(ProblemKind::Quantity, path, message, "Check its unit.");
        None
    }

    pub(super) fn add_point(&mut self, name: &str) -> PointId {
        let id = PointId(self.point_ids.len());
        self.point_ids.insert(name.to_owned(), id);
        id
    }

    pub(super) fn add_body(&mut self, name: &str) -> BodyId {
        let id = BodyId(self.body_ids.len());
        self.body_ids.insert(name.to_owned(), id);
        id
    }

    /// A size that is given or, as `"?P"`, sought.
    pub(super) fn amount(
        &mut self,
        quantity: &Quantity,
        of: SoughtOf,
        thing: &str,
        path: &str,
    ) -> Option<Amount> {
        let symbol = match quantity {
            Quantity::Text(text) => text.trim().strip_prefix('?').map(|symbol| symbol.trim().to_owned()),
            Quantity::Number(_) => None,
        };
        let Some(symbol) = symbol else {
            let dimension = match of {
                SoughtOf::Force => Dimension::FORCE,
                SoughtOf::Couple => Dimension::MOMENT,
                SoughtOf::Intensity => Dimension::FORCE_PER_LENGTH,
            };
            return self.si(quantity, dimension, thing, path).map(Amount::Known);
        };
        if symbol.is_empty() || symbol.chars().count() > 20 || symbol.chars().any(char::is_control) {
            self.sense(path, "A sought size needs a name.", "Write \"?P\".");
            return None;
        }
        if of == SoughtOf::Force && self.parameter.as_deref() == Some(symbol.as_str()) {
            self.met_parameter = true;
            return Some(Amount::Known(self.model.units.force.to_si(1.0)));
        }
        match self.model.sought.iter().position(|s| s.name == symbol) {
            Some(index) if self.model.sought[index].of == of => Some(Amount::Sought(SoughtId(index))),
            Some(_) => {
                let message = format!("\"?{symbol}\" stands for sizes of different kinds.");
                self.sense(path, message, "Give each kind a symbol of its own.");
                None
            }
            None => {
                self.model.sought.push(Sought { name: symbol, of });
                Some(Amount::Sought(SoughtId(self.model.sought.len() - 1)))
            }
        }
    }

    pub(super) fn knows_point(&self, name: &str) -> bool {
        self.point_ids.contains_key(name)
    }

    /// The point of that name; `None`, with a problem naming the nearest one, when there is none.
    pub(super) fn point(&mut self, name: &str, path: &str) -> Option<PointId> {
        if let Some(id) = self.point_ids.get(name) {
            return Some(*id);
        }
        if self.problems.passed_over() {
            return None;
        }
        let mut known: Vec<_> = self.point_ids.keys().map(String::as_str).collect();
        known.sort_unstable();
        let cure = match nearest(name, known) {
            Some(near) => format!("Perhaps \"{near}\" is meant; else add it to the points."),
            None => format!("Add it to the points: {name} = [x, y]."),
        };
        self.problem(ProblemKind::Name, path, format!("There is no point \"{name}\"."), cure);
        None
    }

    pub(super) fn body(&mut self, name: &str, path: &str) -> Option<BodyId> {
        if let Some(id) = self.body_ids.get(name) {
            return Some(*id);
        }
        if self.bodies_missing || self.problems.passed_over() {
            return None;
        }
        let mut known: Vec<_> = self.body_ids.keys().map(String::as_str).collect();
        known.sort_unstable();
        let cure = match nearest(name, known.iter().copied()) {
            Some(near) => format!("Perhaps \"{near}\" is meant."),
            None => format!("Bodies here: {}.", known.join(", ")),
        };
        self.problem(ProblemKind::Name, path, format!("There is no body \"{name}\"."), cure);
        None
    }
}
