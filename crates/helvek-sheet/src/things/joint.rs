//! Joints: a row for each kind. What reads, words or types a joint asks its row; what it transmits is resolved in `model/joints.rs`.

use super::Found;
use schemars::JsonSchema;
use serde::Serialize;

/// The kinds of joint. In the plane: pin, weld, slot, collar, contact, mesh; in space: ball, hinge, weld, contact.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum JointKind {
    /// Two forces.
    Pin,
    /// Two forces and a couple.
    Weld,
    /// A force across the slot.
    Slot,
    /// A force across the rod, and a couple.
    Collar,
    /// A push along the normal; rough when `friction` is given.
    Contact,
    /// Gear teeth: a push along the line of action, on whichever flank it takes.
    Mesh,
    /// In space: three forces.
    Ball,
    /// In space: forces, and couples about the two directions across its axis.
    Hinge,
}

/// The meaning of the direction of a joint, and its key.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Way {
    /// None: it holds every way.
    None,
    /// `along`: in which direction it is free.
    Along,
    /// `normal`: how its first body is pushed.
    Normal,
    /// `axis`: about which line it turns.
    Axis,
}

impl Way {
    /// Its key in a sheet.
    pub fn key(self) -> Option<&'static str> {
        match self {
            Self::None => None,
            Self::Along => Some("along"),
            Self::Normal => Some("normal"),
            Self::Axis => Some("axis"),
        }
    }
}

/// A kind of joint.
#[derive(Debug)]
pub struct JointSort {
    /// The kind.
    pub kind: JointKind,
    /// Its word.
    pub word: &'static str,
    /// With its article.
    pub called: &'static str,
    /// The spaces in which it is found.
    pub found: Found,
    /// More than two bodies can meet there.
    pub many: bool,
    /// Its direction.
    pub way: Way,
    /// The other keys it may have; in the plane only where that is told.
    pub keys: &'static [(&'static str, Option<&'static str>)],
}

/// Keys that say something of some joints, in the order in which they are looked at.
pub const KEYS: &[&str] = &["axis", "thrust", "along", "normal", "friction", "pressure_angle"];

const SLIDES: Found = Found::Plane("In space use a ball, a hinge, a weld or a contact.");
const TURNS: Found = Found::Space("In the plane it is a pin.");

const fn every_way(kind: JointKind, word: &'static str, called: &'static str) -> JointSort {
    JointSort { kind, word, called, found: Found::Both, many: true, way: Way::None, keys: &[] }
}

const fn of_two(kind: JointKind, word: &'static str, called: &'static str, way: Way) -> JointSort {
    JointSort { many: false, way, ..every_way(kind, word, called) }
}

/// Every kind, in the order of [`JointKind`].
pub const SORTS: [JointSort; 8] = [
    JointSort {
        found: Found::Plane("In space it is a ball or a hinge."),
        ..every_way(JointKind::Pin, "pin", "a pin")
    },
    every_way(JointKind::Weld, "weld", "a weld"),
    JointSort { found: SLIDES, ..of_two(JointKind::Slot, "slot", "a slot", Way::Along) },
    JointSort { found: SLIDES, ..of_two(JointKind::Collar, "collar", "a collar", Way::Along) },
    JointSort {
        keys: &[("friction", Some("of the plane"))],
        ..of_two(JointKind::Contact, "contact", "a contact", Way::Normal)
    },
    JointSort {
        found: SLIDES,
        keys: &[("pressure_angle", None)],
        ..of_two(JointKind::Mesh, "mesh", "a mesh", Way::Normal)
    },
    JointSort { found: TURNS, ..every_way(JointKind::Ball, "ball", "a ball") },
    JointSort {
        found: TURNS,
        keys: &[("thrust", None)],
        ..of_two(JointKind::Hinge, "hinge", "a hinge", Way::Axis)
    },
];

impl JointKind {
    /// Its row.
    pub fn sort(self) -> &'static JointSort {
        &SORTS[self as usize]
    }
}

impl JointSort {
    /// True when a key says something of it; `space`: on a sheet of space.
    pub fn takes(&self, key: &str, space: bool) -> bool {
        let own = |(k, plane): &(&str, Option<&str>)| *k == key && !(space && plane.is_some());
        self.way.key() == Some(key) || self.keys.iter().any(own)
    }
}

/// To which joints a key belongs: `a slot or a collar`.
pub fn owners(key: &str) -> String {
    let owned = SORTS.iter().filter(|sort| sort.takes(key, false));
    let said = owned.map(|sort| {
        let only = sort.keys.iter().find(|(k, _)| *k == key).and_then(|(_, only)| *only);
        only.map_or(sort.called.to_owned(), |only| format!("{} {only}", sort.called))
    });
    said.collect::<Vec<_>>().join(" or ")
}

/// The words of the kinds, for the front end.
pub fn tools() -> serde_json::Value {
    let words = |space: bool| -> Vec<_> {
        let mut here: Vec<_> = SORTS.iter().filter(|sort| sort.found.is_in(space)).collect();
        // What is found in space only comes first there.
        here.sort_by_key(|sort| !matches!(sort.found, Found::Space(_)));
        here.iter().map(|sort| sort.word).collect()
    };
    serde_json::json!({ "plane": words(false), "space": words(true) })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn each_row_stands_at_its_kind() {
        for (row, sort) in SORTS.iter().enumerate() {
            assert_eq!(sort.kind as usize, row, "{}", sort.word);
            assert_eq!(format!("{:?}", sort.kind).to_lowercase(), sort.word);
            assert!(sort.called.ends_with(sort.word) && sort.called.starts_with("a "), "{}", sort.called);
            assert!(
                sort.way
                    .key()
                    .into_iter()
                    .chain(sort.keys.iter().map(|(k, _)| *k))
                    .all(|k| KEYS.contains(&k))
            );
        }
        assert!(KEYS.iter().all(|key| !owners(key).is_empty()));
        assert_eq!(owners("along"), "a slot or a collar");
        assert_eq!(owners("friction"), "a contact of the plane");
    }
}
