//! Supports: a row for each kind. What reads, words, draws up or expands a support asks its row.

use super::Found;
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

/// The key that says where a support of a kind points.
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

/// A motion that a kind prevents, in terms of where it points.
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

/// The way a support is put on the board.
#[derive(Debug)]
pub struct Tool {
    /// The key it is taken by.
    pub key: &'static str,
    /// Its name there.
    pub name: &'static str,
    /// Its place when nothing is said.
    pub place: &'static str,
    /// One line on what can be typed; an example of a slot as `{slot|example}`.
    pub hint: &'static str,
    /// Other words it is looked for by.
    pub words: &'static str,
}

/// A kind of support.
#[derive(Debug)]
pub struct Sort {
    /// The kind.
    pub kind: SupportKind,
    /// As the format writes it.
    pub word: &'static str,
    /// With its article: `a pin`.
    pub called: &'static str,
    /// The spaces in which it is found.
    pub found: Found,
    /// The kind that it becomes when its sheet goes to the other space.
    pub elsewhere: Option<SupportKind>,
    /// The key that says where it points.
    pub pointer: Pointer,
    /// The other keys that are said with it.
    pub keys: &'static [&'static str],
    /// It can act in one sense only, by itself.
    pub one_way: bool,
    /// The kind that holds in the same way, and in both senses.
    pub both_ways: SupportKind,
    /// The motions it prevents, in the order of its unknowns.
    pub prevents: &'static [Prevents],
    /// The ways it is put on the board of the plane, and on that of space.
    pub tools: [Option<Tool>; 2],
}

impl Sort {
    /// True when a key says something of it.
    pub fn takes(&self, key: &str) -> bool {
        self.keys.contains(&key)
    }

    /// True when it keeps a body from turning, or may: then it needs one.
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
        both_ways: kind,
        prevents: &[Prevents::Displacements],
        tools: [const { None }; 2],
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
        tools: [
            Some(Tool {
                key: "p",
                name: "Pin",
                place: "start",
                hint: "Where: a distance from the start {place|2.5}, a point {place|C}, {place|C + 0.5}.",
                words: "hinge",
            }),
            None,
        ],
        ..every_way(SupportKind::Pin, "pin", "a pin")
    },
    Sort {
        pointer: Pointer::Normal,
        keys: &["one_way"],
        prevents: &[Prevents::Along],
        tools: [
            Some(Tool {
                key: "r",
                name: "Roller",
                place: "end",
                hint: "Which way it pushes: {normal|up}, {normal|left}, {normal|105}, {normal|15 from +y cw}. It may hold both ways, or only push.",
                words: "rocker",
            }),
            Some(Tool {
                key: "r",
                name: "Roller",
                place: "",
                hint: "Where: points, {place|A}, or a place: {place|0.4;0;0}. Which way it pushes: {normal|up}, {normal|+x}, {normal|0;1;2}.",
                words: "",
            }),
        ],
        ..every_way(SupportKind::Roller, "roller", "a roller")
    },
    Sort {
        pointer: Pointer::Normal,
        one_way: true,
        both_ways: SupportKind::Roller,
        prevents: &[Prevents::Along],
        tools: [
            Some(Tool {
                key: "s",
                name: "Surface",
                place: "start",
                hint: "Smooth: it only pushes. Which way: {normal|up}, {normal|left}, {normal|105}.",
                words: "contact smooth rest",
            }),
            Some(Tool {
                key: "s",
                name: "Surface",
                place: "",
                hint: "Where: points, {place|A}, or a place: {place|0.4;0;0}. It only pushes: {normal|up}, {normal|+x}, {normal|0;1;2}.",
                words: "smooth rest foot",
            }),
        ],
        ..every_way(SupportKind::Surface, "surface", "a surface")
    },
    Sort {
        keys: GROUND_TURNS,
        prevents: &[Prevents::Displacements, Prevents::Turns],
        tools: [
            Some(Tool {
                key: "w",
                name: "Wall",
                place: "start",
                hint: "Where it is built in: a distance from the start {place|2.5}, or a point {place|C}.",
                words: "fixed built in clamp",
            }),
            Some(Tool {
                key: "w",
                name: "Wall",
                place: "",
                hint: "Where: points, {place|A}, or a place: {place|0.4;0;0}. It holds every displacement and every turn.",
                words: "built in clamp",
            }),
        ],
        ..every_way(SupportKind::Fixed, "fixed", "a fixed support")
    },
    Sort {
        found: Found::Plane(IN_SPACE),
        pointer: Pointer::Normal,
        keys: GROUND_TURNS,
        prevents: &[Prevents::Along, Prevents::Turns],
        tools: [
            Some(Tool {
                key: "g",
                name: "Guide",
                place: "start",
                hint: "Slides without turning. Which way it pushes: {normal|up}, {normal|left}, {normal|105}.",
                words: "slide collar",
            }),
            None,
        ],
        ..every_way(SupportKind::Guide, "guide", "a guide")
    },
    Sort {
        pointer: Pointer::Toward,
        prevents: &[Prevents::Called("S")],
        tools: [
            Some(Tool {
                key: "l",
                name: "Link",
                place: "end",
                hint: "Where it leads: {toward|up}, {toward|60}, {toward|to C}.",
                words: "strut two-force",
            }),
            Some(Tool {
                key: "l",
                name: "Link",
                place: "",
                hint: "Where it leads: {toward|up}, {toward|-x}, {toward|to C}, {toward|1;0;2}.",
                words: "strut prop two-force",
            }),
        ],
        ..every_way(SupportKind::Link, "link", "a link")
    },
    Sort {
        pointer: Pointer::Toward,
        one_way: true,
        both_ways: SupportKind::Link,
        prevents: &[Prevents::Called("S")],
        tools: [
            Some(Tool {
                key: "t",
                name: "Tie",
                place: "end",
                hint: "A cable: it only pulls. Where it leads: {toward|up}, {toward|60}, {toward|to C}.",
                words: "cable rope stay",
            }),
            Some(Tool {
                key: "t",
                name: "Tie",
                place: "",
                hint: "A cable: it only pulls. Where it leads: {toward|up}, {toward|-x}, {toward|to C}, {toward|1;0;2}.",
                words: "rope stay guy",
            }),
        ],
        ..every_way(SupportKind::Cable, "cable", "a cable")
    },
    Sort {
        found: Found::Plane(IN_SPACE),
        pointer: Pointer::Normal,
        keys: &["one_way", "friction"],
        prevents: &[Prevents::Called("N"), Prevents::Sliding],
        tools: [
            Some(Tool {
                key: "o",
                name: "Rough",
                place: "start",
                hint: "The friction it needs is reported beside the coefficient that is there, if you give one.",
                words: "friction ground floor",
            }),
            None,
        ],
        ..every_way(SupportKind::Rough, "rough", "a rough support")
    },
    Sort {
        found: Found::Space(IN_THE_PLANE),
        elsewhere: Some(SupportKind::Pin),
        tools: [
            None,
            Some(Tool {
                key: "p",
                name: "Ball",
                place: "",
                hint: "Where: points, {place|A}, or a place: {place|0.4;0;0}. It holds every displacement and no turn.",
                words: "socket pin",
            }),
        ],
        ..every_way(SupportKind::Ball, "ball", "a ball")
    },
    Sort {
        tools: [
            None,
            Some(Tool {
                key: "o",
                name: "Journal",
                place: "",
                hint: "Two forces across the shaft: {axis|+x}, {axis|A to B}. Couples only if nothing else keeps it aligned, unless you say so.",
                words: "bearing shaft",
            }),
        ],
        ..bearing(SupportKind::Journal, "journal", "a journal")
    },
    Sort {
        tools: [
            None,
            Some(Tool {
                key: "u",
                name: "Thrust",
                place: "",
                hint: "A bearing that also holds along the shaft.",
                words: "bearing shaft",
            }),
        ],
        ..bearing(SupportKind::Thrust, "thrust", "a thrust bearing")
    },
    Sort {
        keys: &["couples", "thrust"],
        tools: [
            None,
            Some(Tool {
                key: "g",
                name: "Hinge",
                place: "",
                hint: "Turns about its axis; holds along it, too.",
                words: "door lid",
            }),
        ],
        ..bearing(SupportKind::Hinge, "hinge", "a hinge")
    },
];

/// The order in which they are offered, in the plane and in space.
const OFFERED: [&[SupportKind]; 2] = [
    &[
        SupportKind::Pin,
        SupportKind::Roller,
        SupportKind::Fixed,
        SupportKind::Guide,
        SupportKind::Surface,
        SupportKind::Rough,
        SupportKind::Link,
        SupportKind::Cable,
    ],
    &[
        SupportKind::Ball,
        SupportKind::Roller,
        SupportKind::Fixed,
        SupportKind::Journal,
        SupportKind::Thrust,
        SupportKind::Hinge,
        SupportKind::Surface,
        SupportKind::Link,
        SupportKind::Cable,
    ],
];

/// The tools of the boards, plane and space, for who draws them: each with the keys of its slots.
pub fn tools() -> serde_json::Value {
    let board = |space: usize| -> Vec<serde_json::Value> {
        let tool = |kind: &SupportKind| {
            let sort = kind.sort();
            let tool = sort.tools[space].as_ref()?;
            let mut slots = vec!["place"];
            slots.extend(match sort.pointer {
                Pointer::None => None,
                Pointer::Normal => Some("normal"),
                Pointer::Toward => Some("toward"),
                Pointer::Axis => Some("axis"),
            });
            // In space a roller holds both ways, unless its sheet says otherwise.
            slots.extend(Some("holds").filter(|_| space == 0 && sort.takes("one_way")));
            slots.extend(["friction", "couples"].into_iter().filter(|key| sort.takes(key)));
            Some(serde_json::json!({
                "id": sort.word, "key": tool.key, "name": tool.name, "place": tool.place, "slots": slots,
                "hint": tool.hint, "words": tool.words,
            }))
        };
        OFFERED[space].iter().filter_map(tool).collect()
    };
    serde_json::json!({ "plane": board(0), "space": board(1) })
}

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
    use super::{Found, OFFERED, Pointer, SORTS, SupportKind};

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
            let both = sort.both_ways.sort();
            assert_eq!((both.one_way, both.prevents, both.pointer), (false, sort.prevents, sort.pointer));
            // Only what points somewhere can act in one sense.
            assert!(!(sort.one_way || sort.takes("one_way")) || sort.pointer != Pointer::None);
        }
        assert_eq!(SupportKind::WORDS.len(), SORTS.len());
    }

    #[test]
    fn every_kind_is_offered_where_it_is_found_by_a_key_of_its_own() {
        for (space, offered) in OFFERED.iter().enumerate() {
            let there = SORTS.iter().filter(|sort| match sort.found {
                Found::Both => true,
                Found::Plane(_) => space == 0,
                Found::Space(_) => space == 1,
            });
            let there: Vec<_> = there.map(|sort| sort.kind).collect();
            assert!(there.len() == offered.len() && there.iter().all(|kind| offered.contains(kind)));
            let keys: Vec<_> = offered.iter().map(|k| k.sort().tools[space].as_ref().unwrap().key).collect();
            assert!((1..keys.len()).all(|i| !keys[..i].contains(&keys[i])), "{keys:?}");
        }
    }
}
