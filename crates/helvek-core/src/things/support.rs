//! Supports: a row for each kind. What reads, words, draws up or expands a support asks its row.

use schemars::JsonSchema;
use serde::Serialize;

/// The kinds of support. In the plane: pin, roller, surface, fixed, guide, link, cable, rough; in space: ball, journal, thrust, hinge, roller,
/// surface, fixed, link, cable.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum SupportKind {
    /// Prevents both displacements.
    Pin,
    /// Prevents displacement along its normal, both ways unless `one_way`.
    Roller,
    /// A smooth surface: pushes along its normal, and only pushes.
    Surface,
    /// Prevents both displacements and turning.
    Fixed,
    /// Prevents displacement along its normal, and turning.
    Guide,
    /// A straight link to the ground: a force along it.
    Link,
    /// A cable to the ground: it only pulls.
    Cable,
    /// A rough surface: a force along its normal and one across it.
    Rough,
    /// In space, a ball-and-socket: prevents every displacement.
    Ball,
    /// In space, a bearing round a shaft: two forces across it.
    Journal,
    /// In space, a bearing that also holds along the shaft.
    Thrust,
    /// In space, a hinge: as a thrust bearing, unless it is said not to hold along its axis.
    Hinge,
}

/// Where a kind is found.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Found {
    /// In the plane and in space.
    Both,
    /// In the plane only; what is used in space instead.
    Plane(&'static str),
    /// In space only; what is used in the plane instead.
    Space(&'static str),
}

/// Which key says where a support of a kind points.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Pointer {
    /// None: it holds every way.
    None,
    /// `normal`, the direction in which it pushes on the body; up, when nothing is said.
    Normal,
    /// `toward`, the point or the direction it leads to.
    Toward,
    /// `axis`, the line of a shaft.
    Axis,
}

/// What a kind prevents, in terms of where it points.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Prevents {
    /// Every displacement.
    Displacements,
    /// Every turn.
    Turns,
    /// Displacement along its direction; the force is called by its axis where it has one.
    Along,
    /// The same; the force is called by this letter.
    Called(&'static str),
    /// Sliding across its direction, by friction.
    Sliding,
    /// Displacement across its direction; along it where it says so; and turning across it where nothing else does.
    Shaft,
}

/// A kind of support.
#[derive(Debug)]
pub struct Sort {
    /// Which.
    pub kind: SupportKind,
    /// As the format writes it.
    pub word: &'static str,
    /// With its article: `a pin`.
    pub called: &'static str,
    /// Where it is found.
    pub found: Found,
    /// What it is in the other space, when it goes there with its sheet.
    pub elsewhere: Option<SupportKind>,
    /// Which key says where it points.
    pub pointer: Pointer,
    /// What else is said with it.
    pub keys: &'static [&'static str],
    /// It can act in one sense only, by itself.
    pub one_way: bool,
    /// What it prevents, in the order of its unknowns.
    pub prevents: &'static [Prevents],
}

impl Sort {
    /// Whether something is said with it.
    pub fn takes(&self, key: &str) -> bool {
        self.keys.contains(&key)
    }

    /// Whether it keeps a body from turning, or may: then it needs one.
    pub fn turns(&self) -> bool {
        self.prevents.iter().any(|part| matches!(part, Prevents::Turns | Prevents::Shaft))
    }
}

const IN_SPACE: &str = "In space use a roller, a surface, a ball or a bearing.";
const IN_THE_PLANE: &str = "In the plane it is a pin, or a roller.";
const GROUND_TURNS: &[&str] = &["turned", "turning_spring"];

/// Held every way.
const fn every_way(kind: SupportKind, word: &'static str, called: &'static str) -> Sort {
    Sort {
        kind,
        word,
        called,
        found: Found::Both,
        elsewhere: None,
        pointer: Pointer::None,
        keys: &[],
        one_way: false,
        prevents: &[Prevents::Displacements],
    }
}

/// Round a shaft.
const fn bearing(kind: SupportKind, word: &'static str, called: &'static str) -> Sort {
    Sort {
        found: Found::Space(IN_THE_PLANE),
        pointer: Pointer::Axis,
        keys: &["couples"],
        prevents: &[Prevents::Shaft],
        ..every_way(kind, word, called)
    }
}

/// Every kind, in the order of [`SupportKind`].
pub const SORTS: [Sort; 12] = [
    Sort {
        found: Found::Plane("In space it is a ball, a hinge or a journal."),
        elsewhere: Some(SupportKind::Ball),
        ..every_way(SupportKind::Pin, "pin", "a pin")
    },
    Sort {
        pointer: Pointer::Normal,
        keys: &["one_way"],
        prevents: &[Prevents::Along],
        ..every_way(SupportKind::Roller, "roller", "a roller")
    },
    Sort {
        pointer: Pointer::Normal,
        one_way: true,
        prevents: &[Prevents::Along],
        ..every_way(SupportKind::Surface, "surface", "a surface")
    },
    Sort {
        keys: GROUND_TURNS,
        prevents: &[Prevents::Displacements, Prevents::Turns],
        ..every_way(SupportKind::Fixed, "fixed", "a fixed support")
    },
    Sort {
        found: Found::Plane(IN_SPACE),
        pointer: Pointer::Normal,
        keys: GROUND_TURNS,
        prevents: &[Prevents::Along, Prevents::Turns],
        ..every_way(SupportKind::Guide, "guide", "a guide")
    },
    Sort {
        pointer: Pointer::Toward,
        prevents: &[Prevents::Called("S")],
        ..every_way(SupportKind::Link, "link", "a link")
    },
    Sort {
        pointer: Pointer::Toward,
        one_way: true,
        prevents: &[Prevents::Called("S")],
        ..every_way(SupportKind::Cable, "cable", "a cable")
    },
    Sort {
        found: Found::Plane(IN_SPACE),
        pointer: Pointer::Normal,
        keys: &["one_way", "friction"],
        prevents: &[Prevents::Called("N"), Prevents::Sliding],
        ..every_way(SupportKind::Rough, "rough", "a rough support")
    },
    Sort {
        found: Found::Space(IN_THE_PLANE),
        elsewhere: Some(SupportKind::Pin),
        ..every_way(SupportKind::Ball, "ball", "a ball")
    },
    bearing(SupportKind::Journal, "journal", "a journal"),
    bearing(SupportKind::Thrust, "thrust", "a thrust bearing"),
    Sort { keys: &["couples", "thrust"], ..bearing(SupportKind::Hinge, "hinge", "a hinge") },
];

impl SupportKind {
    /// Every word with its kind.
    pub const WORDS: [(&'static str, Self); SORTS.len()] = {
        let mut words = [("", Self::Pin); SORTS.len()];
        let mut row = 0;
        while row < SORTS.len() {
            words[row] = (SORTS[row].word, SORTS[row].kind);
            row += 1;
        }
        words
    };

    /// Its row.
    pub const fn sort(self) -> &'static Sort {
        &SORTS[self as usize]
    }
}

#[cfg(test)]
mod tests {
    use super::{Found, Pointer, SORTS, SupportKind};

    #[test]
    fn every_kind_has_its_row_and_reads_as_it_is_written() {
        for (row, sort) in SORTS.iter().enumerate() {
            assert_eq!((sort.kind as usize, sort.kind.sort().word), (row, sort.word));
            assert_eq!(serde_json::to_value(sort.kind).unwrap(), serde_json::json!(sort.word));
            assert!(sort.called.starts_with("a "), "{}", sort.called);
            assert!(!sort.prevents.is_empty());
            // What it is elsewhere is found there, and comes back.
            if let Some(other) = sort.elsewhere {
                assert_eq!(other.sort().elsewhere, Some(sort.kind));
                assert_ne!(
                    matches!(sort.found, Found::Plane(_)),
                    matches!(other.sort().found, Found::Plane(_))
                );
            }
            // Only what points somewhere can act in one sense.
            assert!(!(sort.one_way || sort.takes("one_way")) || sort.pointer != Pointer::None);
        }
        assert_eq!(SupportKind::WORDS.len(), SORTS.len());
    }
}
