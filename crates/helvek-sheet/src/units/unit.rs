//! Unit symbols: products and quotients of the units of the field.

use super::Dimension;
use crate::problem::nearest;

/// A unit: its symbol as it is printed, what it measures, and how many SI units it is.
#[derive(Debug, Clone, PartialEq)]
pub struct Unit {
    /// As printed: `kN·m`, `lb/ft`.
    pub symbol: String,
    /// Its dimension.
    pub dimension: Dimension,
    /// SI units in one of these.
    pub factor: f64,
}

/// The reason why a unit cannot be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum UnitError {
    /// No such unit.
    #[error("\"{symbol}\" is not a unit Helvek knows.")]
    Unknown {
        /// As written.
        symbol: String,
        /// The unit that was perhaps meant.
        hint: Option<&'static str>,
    },
    /// `kN/` or `·m` or an exponent nobody can read.
    #[error("\"{text}\" cannot be read as a unit.")]
    Malformed {
        /// As written.
        text: String,
    },
}

impl UnitError {
    /// The cure.
    pub fn cure(&self) -> String {
        match self {
            Self::Unknown { symbol, .. } if symbol == "kgf" || symbol == "kp" => {
                "Write the force in N or kN, or give the mass in kg to a load of kind \"weight\".".into()
            }
            Self::Unknown { hint: Some(hint), .. } => format!("Perhaps \"{hint}\" is meant."),
            _ => "Lengths: m, mm, cm, km, in, ft, yd. Forces: N, kN, MN, lb, kip. Masses: kg, t, g, lbm, slug. Angles: deg, rad."
                .into(),
        }
    }
}

/// The international pound-force in newtons: 0.45359237 kg × 9.80665 m/s², exact by definition.
const POUND_FORCE: f64 = 4.448_221_615_260_5;
const FOOT: f64 = 0.3048;
const INCH: f64 = 0.0254;

/// Symbol as printed, other spellings, dimension, SI factor.
type Row = (&'static str, &'static [&'static str], Dimension, f64);

const UNITS: &[Row] = &[
    ("m", &["metre", "meter"], Dimension::LENGTH, 1.0),
    ("mm", &[], Dimension::LENGTH, 1e-3),
    ("cm", &[], Dimension::LENGTH, 1e-2),
    ("km", &[], Dimension::LENGTH, 1e3),
    ("in", &["inch", "inches", "\"", "″"], Dimension::LENGTH, INCH),
    ("ft", &["foot", "feet", "'", "′"], Dimension::LENGTH, FOOT),
    ("yd", &["yard"], Dimension::LENGTH, 0.9144),
    ("N", &["newton"], Dimension::FORCE, 1.0),
    ("kN", &[], Dimension::FORCE, 1e3),
    ("MN", &[], Dimension::FORCE, 1e6),
    ("lb", &["lbf", "lbs"], Dimension::FORCE, POUND_FORCE),
    ("kip", &["kips"], Dimension::FORCE, 1e3 * POUND_FORCE),
    ("kg", &[], Dimension::MASS, 1.0),
    ("g", &[], Dimension::MASS, 1e-3),
    ("t", &["tonne"], Dimension::MASS, 1e3),
    ("lbm", &[], Dimension::MASS, 0.453_592_37),
    // One slug is accelerated by one foot per second squared under one pound-force.
    ("slug", &["slugs"], Dimension::MASS, POUND_FORCE / FOOT),
    ("s", &[], Dimension::TIME, 1.0),
    ("deg", &["°", "degrees", "degree"], Dimension::ANGLE, std::f64::consts::PI / 180.0),
    ("rad", &["radians", "radian"], Dimension::ANGLE, 1.0),
    ("Pa", &[], Dimension::STRESS, 1.0),
    ("kPa", &[], Dimension::STRESS, 1e3),
    ("MPa", &[], Dimension::STRESS, 1e6),
    ("GPa", &[], Dimension::STRESS, 1e9),
    ("psi", &[], Dimension::STRESS, POUND_FORCE / (INCH * INCH)),
    ("ksi", &[], Dimension::STRESS, 1e3 * POUND_FORCE / (INCH * INCH)),
    ("psf", &[], Dimension::STRESS, POUND_FORCE / (FOOT * FOOT)),
    ("plf", &[], Dimension::FORCE_PER_LENGTH, POUND_FORCE / FOOT),
    ("klf", &[], Dimension::FORCE_PER_LENGTH, 1e3 * POUND_FORCE / FOOT),
];

impl Unit {
    /// The newton.
    pub fn newton() -> Self {
        Self { symbol: "N".into(), dimension: Dimension::FORCE, factor: 1.0 }
    }

    /// The product, written `kN·m`.
    pub fn times(&self, other: &Self) -> Self {
        Self {
            symbol: format!("{}·{}", self.symbol, other.symbol),
            dimension: self.dimension.times(other.dimension, 1),
            factor: self.factor * other.factor,
        }
    }

    /// The quotient, written `kN/m`.
    pub fn per(&self, other: &Self) -> Self {
        Self {
            symbol: format!("{}/{}", self.symbol, other.symbol),
            dimension: self.dimension.times(other.dimension, -1),
            factor: self.factor / other.factor,
        }
    }

    /// Raised to a power from 1 to 4, written `mm²`.
    pub fn raised(&self, power: u8) -> Self {
        let behind = ["", "", "²", "³", "⁴"][usize::from(power)];
        Self {
            symbol: format!("{}{behind}", self.symbol),
            dimension: self.dimension.times(self.dimension, power as i8 - 1),
            factor: self.factor.powi(i32::from(power)),
        }
    }

    /// The SI unit of a dimension that has no symbol of its own in a sheet.
    pub(super) fn coherent(dimension: Dimension) -> Self {
        Self { symbol: String::new(), dimension, factor: 1.0 }
    }

    /// A value in this unit, in SI.
    pub fn to_si(&self, value: f64) -> f64 {
        value * self.factor
    }

    /// An SI value, in this unit.
    pub fn from_si(&self, value: f64) -> f64 {
        value / self.factor
    }
}

fn named(symbol: &str) -> Option<&'static Row> {
    UNITS
        .iter()
        .find(|(name, others, ..)| *name == symbol || others.contains(&symbol))
        // "KIP", "Lb": no two units of the table differ by capitals alone but MN and mm-like pairs, which the exact pass has taken.
        .or_else(|| {
            let lower = symbol.to_lowercase();
            ["lb", "lbf", "kip", "kips", "ft", "in", "psi", "ksi", "slug", "lbm", "deg", "rad"]
                .contains(&lower.as_str())
                .then(|| {
                    UNITS.iter().find(|(name, others, ..)| *name == lower || others.contains(&lower.as_str()))
                })
                .flatten()
        })
}

/// Reads a unit such as `kN`, `N·m`, `N*m`, `N m`, `Nm`, `lb-ft`, `kN/m`, `m/s²`.
///
/// # Errors
/// [`UnitError`] for a symbol that is not known or a text with an empty factor.
pub fn parse_unit(text: &str) -> Result<Unit, UnitError> {
    let text = text.trim();
    let malformed = || UnitError::Malformed { text: text.to_owned() };
    let (mut symbol, mut dimension, mut factor) = (String::new(), Dimension::NONE, 1.0);
    let spaced = spaces_as_products(text);
    let (mut rest, mut power) = (spaced.as_str(), 1i8);
    loop {
        let end = rest.find(OPERATORS).unwrap_or(rest.len());
        let (head, tail) = rest.split_at(end);
        let (base, exponent) = split_exponent(head.trim()).ok_or_else(malformed)?;
        if base.is_empty() {
            return Err(malformed());
        }
        let row = match named(base) {
            Some(row) => row,
            // "Nm", "kNm", "kipft": force and length run together.
            None => {
                let joined = base.char_indices().skip(1).find_map(|(i, _)| {
                    let (a, b) = (named(&base[..i])?, named(&base[i..])?);
                    (a.2 == Dimension::FORCE && b.2 == Dimension::LENGTH).then_some((a, b))
                });
                let Some((a, b)) = joined else {
                    let hint = nearest(base, UNITS.iter().map(|(name, ..)| *name));
                    return Err(UnitError::Unknown { symbol: base.to_owned(), hint });
                };
                symbol.push_str(&format!("{}·", a.0));
                dimension = dimension.times(a.2, power);
                factor *= a.3.powi(power.into());
                b
            }
        };
        symbol.push_str(row.0);
        if exponent != 1 {
            symbol.push_str(&format!("^{exponent}").replace("^2", "²").replace("^3", "³").replace("^4", "⁴"));
        }
        dimension = dimension.times(row.2, power * exponent);
        factor *= row.3.powi((power * exponent).into());
        let Some(operator) = tail.chars().next() else { break };
        rest = &tail[operator.len_utf8()..];
        power = if operator == '/' { -1 } else { power };
        symbol.push(if operator == '/' { '/' } else { '·' });
    }
    Ok(Unit { symbol, dimension, factor })
}

const OPERATORS: [char; 5] = ['·', '*', '-', '/', '⋅'];

/// "kN m" is a product as it is written in print; a space beside an operator means nothing.
fn spaces_as_products(text: &str) -> String {
    let mut out = String::new();
    for word in text.split_whitespace() {
        if !out.is_empty() && !out.ends_with(OPERATORS) && !word.starts_with(OPERATORS) {
            out.push('·');
        }
        out.push_str(word);
    }
    out
}

/// "s²" or "s^2" into ("s", 2). `None` for an exponent that is not 1 to 4.
fn split_exponent(text: &str) -> Option<(&str, i8)> {
    for (mark, power) in [('²', 2), ('³', 3), ('⁴', 4)] {
        if let Some(base) = text.strip_suffix(mark) {
            return Some((base, power));
        }
    }
    match text.split_once('^') {
        None => Some((text, 1)),
        Some((base, power)) => {
            power.trim().parse().ok().filter(|p| (1..=4).contains(p)).map(|p| (base.trim(), p))
        }
    }
}
