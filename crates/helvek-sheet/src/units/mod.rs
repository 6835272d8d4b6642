//! Units and quantities at the edge; SI (N, m, kg, rad) everywhere inside.

mod dimension;
pub mod figures;
mod parse;
mod unit;

pub use dimension::Dimension;
pub use parse::{ParsedQuantity, QuantityError, parse_quantity};
pub use unit::{Unit, UnitError, parse_unit};

use schemars::JsonSchema;
use serde::Serialize;

/// The units of one sheet: what a bare number means, and what answers are given in.
#[derive(Debug, Clone, PartialEq)]
pub struct Units {
    /// Default m.
    pub length: Unit,
    /// Default kN.
    pub force: Unit,
    /// Default kg.
    pub mass: Unit,
    /// Default degrees.
    pub angle: Unit,
    /// Default MPa.
    pub stress: Unit,
    /// Of section dimensions. Default mm.
    pub section: Unit,
    /// Of bare moments, and of sums of moments. Default force × length.
    pub couple: Unit,
    /// Of moments that are found. The unit that is written for bare ones; else [`Units::found_moment`].
    pub moment: Unit,
}

/// Units of length in which arms are written.
const LENGTHS: [&str; 7] = ["m", "mm", "cm", "km", "in", "ft", "yd"];

impl Default for Units {
    fn default() -> Self {
        let unit = |symbol| parse_unit(symbol).expect("the defaults are units");
        let (force, length) = (unit("kN"), unit("m"));
        Self {
            couple: force.times(&length),
            moment: force.times(&length),
            length,
            force,
            mass: unit("kg"),
            angle: unit("deg"),
            stress: unit("MPa"),
            section: unit("mm"),
        }
    }
}

impl Units {
    /// The unit that a bare number of `dimension` has in this sheet: the sheet's own where there is one, else made of its force and
    /// length.
    pub fn of(&self, dimension: Dimension) -> Unit {
        match dimension {
            Dimension::LENGTH => self.length.clone(),
            Dimension::FORCE => self.force.clone(),
            Dimension::MASS => self.mass.clone(),
            Dimension::ANGLE => self.angle.clone(),
            Dimension::MOMENT => self.couple.clone(),
            Dimension::BENDING => Unit {
                symbol: format!("{}·{}²", self.force.symbol, self.length.symbol),
                ..self.force.times(&self.length).times(&self.length)
            },
            Dimension::STRESS => self.stress.clone(),
            Dimension::FORCE_PER_LENGTH => self.force.per(&self.length),
            Dimension::MASS_PER_LENGTH => self.mass.per(&self.length),
            other => Unit::coherent(other),
        }
    }

    /// The unit of moments that are found: force × length, but in metres where lengths are in parts of a metre: 36.0 N·m and not 36000 N·mm.
    pub fn found_moment(force: &Unit, length: &Unit) -> Unit {
        let parts = matches!(length.symbol.as_str(), "mm" | "cm");
        let metre = parse_unit("m").ok().filter(|_| parts);
        force.times(metre.as_ref().unwrap_or(length))
    }

    /// The units in which a moment sum is written, so that it adds up as it stands: of its arms and of its couples, whose quotient is the unit of force. Arms in
    /// the length that makes the unit of moments with it; where that is no unit of length, couples in force × length.
    pub fn moment_sums(&self) -> (Unit, Unit) {
        let arm = self.couple.factor / self.force.factor;
        let same = |unit: &Unit| (unit.factor / arm - 1.0).abs() < 1e-9;
        if same(&self.length) {
            return (self.length.clone(), self.couple.clone());
        }
        match LENGTHS.iter().filter_map(|symbol| parse_unit(symbol).ok()).find(same) {
            Some(length) => (length, self.couple.clone()),
            None => (self.length.clone(), self.force.times(&self.length)),
        }
    }

    /// The symbols of the units that answers are in.
    pub fn symbols(&self) -> UnitSymbols {
        UnitSymbols {
            length: self.length.symbol.clone(),
            force: self.force.symbol.clone(),
            moment: self.moment.symbol.clone(),
            intensity: self.force.per(&self.length).symbol,
            angle: self.angle.symbol.clone(),
        }
    }
}

/// The symbols of a sheet's units, as answers and drawings carry them.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct UnitSymbols {
    /// Of distances.
    pub length: String,
    /// Of forces.
    pub force: String,
    /// Of couples and moments.
    pub moment: String,
    /// Of distributed loads: force per length.
    pub intensity: String,
    /// Of angles.
    pub angle: String,
}
