//! Sizes and words as they can be typed again.

use helvek_sheet::sheet::{Choice, Quantities, Quantity};

/// A quantity as it was written.
pub(crate) fn quantity(of: &Quantity) -> String {
    match of {
        Quantity::Number(number) => number.to_string(),
        Quantity::Text(text) => text.clone(),
    }
}

/// One that may be missing.
pub(crate) fn optional(of: Option<&Quantity>) -> String {
    of.map(quantity).unwrap_or_default()
}

/// Several with semicolons between them.
pub(crate) fn several(of: &[Quantity]) -> String {
    of.iter().map(quantity).collect::<Vec<_>>().join("; ")
}

/// One, or several with semicolons between them.
pub(crate) fn quantities(of: Option<&Quantities>) -> String {
    match of {
        None => String::new(),
        Some(Quantities::One(one)) => quantity(one),
        Some(Quantities::Each(each)) => several(each),
    }
}

/// The word of one of a few values.
pub(crate) fn word<T: Choice + PartialEq>(value: T) -> &'static str {
    T::WORDS.iter().find(|(_, other)| *other == value).map_or("", |(word, _)| word)
}
