//! Formulas as trees: numbers and symbols in sums, products and fractions. Text, LaTeX and the page are printers of them. Nothing reads a printed formula.

mod number;
mod print;

pub(crate) use number::read;
pub use number::{Number, Source};
pub use print::latex;
pub(crate) use print::upright;

use helvek_core::equilibrium;
use helvek_core::id::Id;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

/// A formula, or a part of one.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Formula {
    /// `3.20 kN`
    Number(Number),
    /// A part of a whole, where it is a factor: `[1, 2]` is ½.
    Share([u8; 2]),
    /// `A_x`
    Symbol(Symbol),
    /// A formula with another one as its index: `u_S`.
    Index(Box<[Formula; 2]>),
    /// The components of the first along the second: `F_∥S`.
    Along(Box<[Formula; 2]>),
    /// Those square to it: `F_⊥S`.
    Across(Box<[Formula; 2]>),
    /// `→ ΣF_x`
    Total(Total),
    /// Added up.
    Sum(Vec<Addend>),
    /// Multiplied, as quantities are: `M·c`, `4 E·I`.
    Product(Vec<Formula>),
    /// Multiplied, as numbers are put into an equation of equilibrium, the further ones in brackets: `3.2 cos 30° (2)`.
    Put(Vec<Formula>),
    /// A quotient: above, then below.
    Fraction(Box<[Formula; 2]>),
    /// The square root.
    Root(Box<Formula>),
    /// Raised to a power.
    Power {
        /// The base.
        of: Box<Formula>,
        /// To which power.
        to: i8,
    },
    /// The cosine of an angle.
    Cos(Box<Formula>),
    /// The sine of an angle.
    Sin(Box<Formula>),
    /// The angle whose tangent that is.
    Arctan(Box<Formula>),
    /// Components: `(−2, 3, 6)`.
    List(Vec<Formula>),
    /// The vector product.
    Cross(Box<[Formula; 2]>),
    /// A formula in a unit: `(−2, 3, 6) m`.
    In {
        /// The measured vector.
        of: Box<Formula>,
        /// Its unit.
        unit: String,
    },
    /// The same, written in several ways: `N = 24 kN = 24000 N`.
    Equal(Vec<Formula>),
}

/// A symbol with its index.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
pub struct Symbol {
    /// A letter or a name.
    pub base: String,
    /// Empty for a symbol without one.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    #[schemars(default)]
    pub index: String,
    /// It is a vector.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    #[schemars(default)]
    pub vector: bool,
    /// The mark on the drawing that it stands for; null where nothing does.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub of: Option<Id>,
}

/// A part of a sum.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
pub struct Addend {
    /// It is taken off.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    #[schemars(default)]
    pub less: bool,
    /// The term itself, without its sign.
    pub of: Formula,
}

/// The quantity added up over a free body, and its positive sense.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
pub struct Total {
    /// The positive sense, where it is told: null in space.
    pub sense: Option<Positive>,
    /// `F_x`, `M_A`
    pub of: Box<Formula>,
}

/// The sense in which something counts as positive.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Positive {
    /// To the right.
    Right,
    /// Upwards.
    Up,
    /// Counter-clockwise.
    Ccw,
    /// Clockwise.
    Cw,
}

impl Symbol {
    /// A letter without an index.
    pub fn letter(base: &str) -> Self {
        Self::indexed(base, "")
    }

    /// A letter with an index.
    pub fn indexed(base: &str, index: &str) -> Self {
        Self { base: base.to_owned(), index: index.to_owned(), vector: false, of: None }
    }

    /// An unknown, by the name the core has given it.
    pub fn unknown(symbol: &equilibrium::Symbol, of: Option<Id>) -> Self {
        Self { of, ..Self::indexed(&symbol.base, &symbol.index) }
    }

    /// The same as a vector.
    pub fn vector(self) -> Self {
        Self { vector: true, ..self }
    }
}

impl Addend {
    /// Something that is added.
    pub fn plus(of: impl Into<Formula>) -> Self {
        Self { less: false, of: of.into() }
    }

    /// Something that is taken off.
    pub fn minus(of: impl Into<Formula>) -> Self {
        Self { less: true, of: of.into() }
    }
}

impl From<Number> for Formula {
    fn from(number: Number) -> Self {
        Self::Number(number)
    }
}

impl From<Symbol> for Formula {
    fn from(symbol: Symbol) -> Self {
        Self::Symbol(symbol)
    }
}

impl From<&str> for Formula {
    /// A letter, with what stands behind `_` as its index.
    fn from(letter: &str) -> Self {
        let (base, index) = letter.split_once('_').unwrap_or((letter, ""));
        Self::Symbol(Symbol::indexed(base, index))
    }
}

impl From<i32> for Formula {
    fn from(number: i32) -> Self {
        Self::Number(Number::exact(number))
    }
}

impl Formula {
    /// Quantities multiplied.
    pub fn product<const N: usize>(factors: [Formula; N]) -> Self {
        Self::Product(factors.into())
    }

    /// A quotient.
    pub fn over(above: impl Into<Formula>, below: impl Into<Formula>) -> Self {
        Self::Fraction(Box::new([above.into(), below.into()]))
    }

    /// Raised to a power.
    pub fn power(self, power: i8) -> Self {
        Self::Power { of: Box::new(self), to: power }
    }

    /// In a unit.
    pub fn unit(self, unit: &str) -> Self {
        Self::In { of: Box::new(self), unit: unit.to_owned() }
    }

    /// With an index.
    pub fn index(self, index: impl Into<Formula>) -> Self {
        Self::Index(Box::new([self, index.into()]))
    }

    /// Its components along something.
    pub fn along(self, line: impl Into<Formula>) -> Self {
        Self::Along(Box::new([self, line.into()]))
    }

    /// Its components square to something.
    pub fn across(self, line: impl Into<Formula>) -> Self {
        Self::Across(Box::new([self, line.into()]))
    }

    /// The cosine of an angle.
    pub fn cos(angle: impl Into<Formula>) -> Self {
        Self::Cos(Box::new(angle.into()))
    }

    /// The sine of an angle.
    pub fn sin(angle: impl Into<Formula>) -> Self {
        Self::Sin(Box::new(angle.into()))
    }

    /// `a × b`
    pub fn cross(a: impl Into<Formula>, b: impl Into<Formula>) -> Self {
        Self::Cross(Box::new([a.into(), b.into()]))
    }

    /// Its value with the numbers as they are printed, in SI where they have units. A symbol counts as one, so that a term comes to the
    /// coefficient of its unknown; `NaN` for vectors and totals.
    pub fn value(&self) -> f64 {
        match self {
            Self::Number(number) => number.printed(),
            Self::Share([part, whole]) => f64::from(*part) / f64::from(*whole),
            Self::Symbol(symbol) if symbol.base == "π" => std::f64::consts::PI,
            Self::Symbol(_) | Self::Index(_) | Self::Along(_) | Self::Across(_) => 1.0,
            Self::Sum(parts) => {
                parts.iter().map(|part| if part.less { -part.of.value() } else { part.of.value() }).sum()
            }
            Self::Product(factors) | Self::Put(factors) => factors.iter().map(Self::value).product(),
            Self::Fraction(of) => of[0].value() / of[1].value(),
            Self::Root(of) => of.value().sqrt(),
            Self::Power { of, to } => of.value().powi(i32::from(*to)),
            Self::Cos(angle) => angle.value().cos(),
            Self::Sin(angle) => angle.value().sin(),
            Self::Arctan(of) => of.value().atan(),
            Self::In { of, .. } => of.value(),
            Self::Equal(same) => same.last().map_or(f64::NAN, Self::value),
            Self::Total(_) | Self::List(_) | Self::Cross(_) => f64::NAN,
        }
    }

    /// True when a number stands first: it is set apart from a number before it by a dot.
    fn begins_with_digit(&self) -> bool {
        match self {
            Self::Number(_) | Self::Share(_) => true,
            Self::Sum(parts) => parts.first().is_some_and(|part| part.of.begins_with_digit()),
            Self::Product(of) | Self::Put(of) => of.first().is_some_and(Self::begins_with_digit),
            Self::Fraction(of) => of[0].begins_with_digit(),
            Self::Power { of, .. } | Self::In { of, .. } => of.begins_with_digit(),
            _ => false,
        }
    }
}
