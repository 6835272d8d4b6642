//! Words that stand for one of a few values, in one table each: for reading, and for naming what was expected.

use super::{Assume, First, Per, SpaceKind, SupportKind, Turn};

/// A value that is written as one of a few words.
pub trait Choice: Copy + 'static {
    /// Every word with its value.
    const WORDS: &'static [(&'static str, Self)];
    /// Words of the format that this version does not solve yet.
    const NOT_YET: &'static [&'static str] = &[];
}

impl Choice for Turn {
    const WORDS: &'static [(&'static str, Self)] = &[("ccw", Self::Ccw), ("cw", Self::Cw)];
}

impl Choice for SpaceKind {
    const WORDS: &'static [(&'static str, Self)] = &[("plane", Self::Plane)];
    const NOT_YET: &'static [&'static str] = &["space"];
}

impl Choice for Assume {
    const WORDS: &'static [(&'static str, Self)] =
        &[("axes", Self::Axes), ("tension", Self::Tension), ("guess", Self::Guess)];
}

impl Choice for First {
    const WORDS: &'static [(&'static str, Self)] = &[("moment", Self::Moment), ("forces", Self::Forces)];
}

impl Choice for Per {
    const WORDS: &'static [(&'static str, Self)] =
        &[("length", Self::Length), ("projection", Self::Projection)];
}

impl Choice for SupportKind {
    const WORDS: &'static [(&'static str, Self)] =
        &[("pin", Self::Pin), ("roller", Self::Roller), ("fixed", Self::Fixed)];
    const NOT_YET: &'static [&'static str] =
        &["surface", "guide", "link", "cable", "rough", "ball", "journal", "thrust", "hinge"];
}
