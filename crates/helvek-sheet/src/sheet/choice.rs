//! Words that stand for one of a few values, in one table each: for reading, and for naming what was expected.

use super::{
    BarKind, Couples, Heads, JointKind, Per, PickedAxis, ShapeWord, Side, SpaceKind, SupportKind, Turn,
    Vertical,
};
use crate::section::SORTS;
use crate::things::joint;

/// A value that is written as one of a few words.
pub trait Choice: Copy + 'static {
    /// Every word with its value.
    const WORDS: &'static [(&'static str, Self)];
}

impl Choice for Turn {
    const WORDS: &'static [(&'static str, Self)] = &[("ccw", Self::Ccw), ("cw", Self::Cw)];
}

impl Choice for SpaceKind {
    const WORDS: &'static [(&'static str, Self)] = &[("plane", Self::Plane), ("space", Self::Space)];
}

impl Choice for Couples {
    const WORDS: &'static [(&'static str, Self)] =
        &[("auto", Self::Auto), ("yes", Self::Yes), ("no", Self::No)];
}

impl Choice for Per {
    const WORDS: &'static [(&'static str, Self)] =
        &[("length", Self::Length), ("projection", Self::Projection)];
}

impl Choice for Vertical {
    const WORDS: &'static [(&'static str, Self)] = &[("y", Self::Y), ("z", Self::Z)];
}

impl Choice for Side {
    const WORDS: &'static [(&'static str, Self)] = &[("before", Self::Before), ("after", Self::After)];
}

impl Choice for ShapeWord {
    const WORDS: &'static [(&'static str, Self)] = &{
        let mut words = [("", Self::Rectangle); SORTS.len()];
        let mut row = 0;
        while row < SORTS.len() {
            words[row] = (SORTS[row].word, SORTS[row].kind);
            row += 1;
        }
        words
    };
}

impl Choice for Heads {
    const WORDS: &'static [(&'static str, Self)] =
        &[("both", Self::Both), ("forward", Self::Forward), ("back", Self::Back)];
}

impl Choice for PickedAxis {
    const WORDS: &'static [(&'static str, Self)] = &[("x", Self::X), ("y", Self::Y), ("z", Self::Z)];
}

impl Choice for BarKind {
    const WORDS: &'static [(&'static str, Self)] =
        &[("bar", Self::Bar), ("cable", Self::Cable), ("strut", Self::Strut)];
}

impl Choice for JointKind {
    const WORDS: &'static [(&'static str, Self)] = &{
        let mut words = [("", Self::Pin); joint::SORTS.len()];
        let mut row = 0;
        while row < words.len() {
            words[row] = (joint::SORTS[row].word, joint::SORTS[row].kind);
            row += 1;
        }
        words
    };
}

impl Choice for SupportKind {
    const WORDS: &'static [(&'static str, Self)] = &Self::WORDS;
}
