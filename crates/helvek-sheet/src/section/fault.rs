//! What makes a shape impossible.

use std::fmt;

/// The reason why a shape is none.
#[derive(Debug, Clone, PartialEq)]
pub enum Fault {
    /// A dimension is nothing or negative: which.
    NotPositive(&'static str),
    /// A wall or flange does not fit into the dimension: what, and into which.
    TooThick(&'static str, &'static str),
    /// An outline crosses itself between these two of its sides, counted from 1.
    Crosses(usize, usize),
    /// An outline of fewer than three corners.
    Few,
    /// Holes take away all of it.
    Nothing,
}

impl fmt::Display for Fault {
    fn fmt(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::NotPositive(what) => write!(out, "Its {what} is not positive."),
            Self::TooThick(what, into) => write!(out, "Its {what} does not fit into its {into}."),
            Self::Crosses(a, b) => write!(out, "Its outline crosses itself: side {a} and side {b} meet."),
            Self::Few => write!(out, "An outline needs three corners or more."),
            Self::Nothing => write!(out, "Its holes take away all of it."),
        }
    }
}

impl Fault {
    /// The cure.
    pub fn cure(&self) -> &'static str {
        match self {
            Self::NotPositive(_) => "Write a positive length.",
            Self::TooThick(..) => "Make the wall thinner, or the section larger.",
            Self::Crosses(..) => "List the corners in order, once round.",
            Self::Few => "Write [[0, 0], [40, 0], [0, 60]].",
            Self::Nothing => "Make the holes smaller.",
        }
    }
}

/// That dimensions are more than nothing.
pub(super) fn positive(dimensions: &[(&'static str, f64)]) -> Result<(), Fault> {
    match dimensions.iter().find(|(_, size)| *size <= 0.0) {
        Some((what, _)) => Err(Fault::NotPositive(what)),
        None => Ok(()),
    }
}

/// That a wall or a flange fits into a dimension.
pub(super) fn fits(what: &'static str, size: f64, into: &'static str, room: f64) -> Result<(), Fault> {
    if size < room { Ok(()) } else { Err(Fault::TooThick(what, into)) }
}
