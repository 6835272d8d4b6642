//! The ids of what is drawn, worked with and asked for: built from a kind and a name, printed and read here and nowhere else.
//!
//! Printed `kind:name`, with `#part` behind it where a thing has several marks, and `@place` where it is drawn in several places: `body:jib`,
//! `load:F1#2`, `joint:B#B_x@body:jib#0`. What is freed together is printed with `+` between. In a name these marks are written `%23`, `%40`,
//! `%2B`, and `%` itself `%25`. To write names as they are was tried first: a member called `rail#2` could not be removed, and a body called
//! `left + right` was taken for two.

use schemars::{JsonSchema, Schema, SchemaGenerator, json_schema};
use serde::{Deserialize, Deserializer, Serialize, Serializer, de};
use std::borrow::Cow;
use std::fmt;
use std::str::FromStr;

/// The id of a thing, of one of its marks, or of a place where it is drawn.
#[derive(Debug, Clone, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub struct Id {
    /// The sort of thing.
    pub kind: Kind,
    /// Its name in the sheet; of distances the names of both ends.
    pub name: String,
    /// One of its marks; `None` for the thing, or its first.
    pub part: Option<String>,
    /// The place of the mark, where it is drawn in several places.
    pub place: Option<String>,
}

/// The sort of thing that an id names.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub enum Kind {
    /// One force over another, asked for.
    Advantage,
    /// A two-force member of a truss.
    Bar,
    /// A rigid body; its parts are its further runs, from 1.
    Body,
    /// A load combination.
    Combination,
    /// A distance.
    Dimension,
    /// An end of a rope, freed; its part is 0 or 1.
    End,
    /// A straight stretch of a body, looked into; its part counts all stretches.
    Inside,
    /// A joint; its parts are the unknowns that it transmits.
    Joint,
    /// A limit of growth of a load.
    Limit,
    /// A load; its parts are those of one that is given in pieces, from 2, or where a bar's own weight acts.
    Load,
    /// The path of a train of forces.
    Path,
    /// A pin, freed.
    Pin,
    /// A point.
    Point,
    /// One unknown of a support, by its symbol.
    Reaction,
    /// The tie of a point beside a body to it.
    Ride,
    /// A rope.
    Rope,
    /// A size that is sought, by its symbol.
    Sought,
    /// A support.
    Support,
    /// A train of moving forces.
    Train,
    /// A thing that could not be understood, by its path in the sheet.
    Unclear,
    /// A weld, freed.
    Weld,
    /// A pulley or a wheel.
    Wheel,
}

/// The words of the kinds, in their order.
const WORDS: [(Kind, &str); 22] = [
    (Kind::Advantage, "advantage"),
    (Kind::Bar, "bar"),
    (Kind::Body, "body"),
    (Kind::Combination, "combination"),
    (Kind::Dimension, "dimension"),
    (Kind::End, "end"),
    (Kind::Inside, "inside"),
    (Kind::Joint, "joint"),
    (Kind::Limit, "limit"),
    (Kind::Load, "load"),
    (Kind::Path, "path"),
    (Kind::Pin, "pin"),
    (Kind::Point, "point"),
    (Kind::Reaction, "reaction"),
    (Kind::Ride, "ride"),
    (Kind::Rope, "rope"),
    (Kind::Sought, "sought"),
    (Kind::Support, "support"),
    (Kind::Train, "train"),
    (Kind::Unclear, "unclear"),
    (Kind::Weld, "weld"),
    (Kind::Wheel, "wheel"),
];

impl Kind {
    /// Its word in an id.
    pub fn word(self) -> &'static str {
        WORDS[self as usize].1
    }

    /// The id of a thing of this kind.
    pub fn id(self, name: impl fmt::Display) -> Id {
        Id { kind: self, name: name.to_string(), part: None, place: None }
    }
}

impl Id {
    /// One of its marks: its first, 0, is the thing itself.
    pub fn nth(self, part: usize) -> Self {
        if part == 0 { self } else { self.part(part) }
    }

    /// One of its marks, also where its number is 0.
    pub fn part(self, part: impl fmt::Display) -> Self {
        Self { part: Some(part.to_string()), ..self }
    }

    /// A place where it is drawn.
    pub fn place(self, place: impl fmt::Display) -> Self {
        Self { place: Some(place.to_string()), ..self }
    }

    /// The thing whose name is all that stands behind the kind: sheets of before wrote `#` and `@` of names as they are.
    pub fn of_old(&self) -> Self {
        let behind = |mark: &str, text: &Option<String>| text.as_ref().map(|text| format!("{mark}{text}"));
        let (part, place) = (behind("#", &self.part), behind("@", &self.place));
        self.kind.id(format_args!("{}{}{}", self.name, part.unwrap_or_default(), place.unwrap_or_default()))
    }

    /// The thing, without part and place.
    pub fn thing(&self) -> Self {
        self.kind.id(&self.name)
    }
}

/// The id of several pieces that are freed together: their ids with `+` between.
pub fn together(pieces: &[Id]) -> String {
    pieces.iter().map(Id::to_string).collect::<Vec<_>>().join("+")
}

/// The pieces of which such a group is made; `None` when that is not all ids.
pub fn pieces(group: &str) -> Option<Vec<Id>> {
    group.split('+').map(|piece| piece.parse().ok()).collect()
}

impl fmt::Display for Id {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}:{}", self.kind.word(), escaped(&self.name))?;
        if let Some(part) = &self.part {
            write!(f, "#{}", escaped(part))?;
        }
        // A place is made of ids, with the marks that they need.
        self.place.as_ref().map_or(Ok(()), |place| write!(f, "@{place}"))
    }
}

impl PartialEq<&str> for Id {
    fn eq(&self, text: &&str) -> bool {
        text.parse().is_ok_and(|id: Self| id == *self)
    }
}

/// A text that is no id.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("\"{0}\" is no id: they are written as body:jib, load:F1 or end:hoist#0")]
pub struct NoId(pub String);

impl FromStr for Id {
    type Err = NoId;

    fn from_str(text: &str) -> Result<Self, NoId> {
        let read = || {
            let (word, rest) = text.split_once(':')?;
            let (kind, _) = WORDS.iter().find(|(_, known)| *known == word)?;
            let (rest, place) = cut(rest, '@');
            let (name, part) = cut(rest, '#');
            let part = part.map(plain);
            Some(Self { kind: *kind, name: plain(name), part, place: place.map(str::to_owned) })
        };
        read().filter(|id: &Self| !id.name.is_empty()).ok_or_else(|| NoId(text.to_owned()))
    }
}

fn cut(text: &str, mark: char) -> (&str, Option<&str>) {
    text.split_once(mark).map_or((text, None), |(before, behind)| (before, Some(behind)))
}

/// The marks that mean something in an id, and how they are written in a name; `%` comes first, and is read last.
const MARKS: [(char, &str); 4] = [('%', "%25"), ('#', "%23"), ('@', "%40"), ('+', "%2B")];

fn escaped(name: &str) -> Cow<'_, str> {
    if !name.contains(['%', '#', '@', '+']) {
        return Cow::Borrowed(name);
    }
    Cow::Owned(MARKS.iter().fold(name.to_owned(), |name, (mark, written)| name.replace(*mark, written)))
}

fn plain(name: &str) -> String {
    MARKS.iter().rev().fold(name.to_owned(), |name, (mark, written)| name.replace(written, &mark.to_string()))
}

impl Serialize for Id {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        serializer.collect_str(self)
    }
}

impl<'de> Deserialize<'de> for Id {
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        Cow::<str>::deserialize(deserializer)?.parse().map_err(de::Error::custom)
    }
}

impl JsonSchema for Id {
    fn schema_name() -> Cow<'static, str> {
        "Id".into()
    }

    fn json_schema(_: &mut SchemaGenerator) -> Schema {
        json_schema!({
            "type": "string",
            "description": "What something is called on drawings, in equations and in questions alike: `body:jib`, `load:F1#2`, `joint:B#B_x@body:jib#0`.",
            "pattern": format!("^({}):.+$", WORDS.map(|(_, word)| word).join("|")),
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn kinds_stand_at_their_words() {
        for (kind, word) in WORDS {
            assert_eq!(kind.word(), word);
            assert_eq!(format!("{kind:?}").to_lowercase(), word);
        }
    }

    #[test]
    fn ids_are_printed_as_they_are_known() {
        assert_eq!(Kind::Body.id("jib").to_string(), "body:jib");
        assert_eq!(Kind::Load.id("F1").nth(0).to_string(), "load:F1");
        assert_eq!(Kind::End.id("hoist").part(0).to_string(), "end:hoist#0");
        let pair = Kind::Joint.id("B").part("B_x").place(Kind::Body.id("jib").part(0));
        assert_eq!(pair.to_string(), "joint:B#B_x@body:jib#0");
        assert_eq!(pair.thing().to_string(), "joint:B");
        for text in ["", "jib", "body:", "bodies:jib", "Body:jib", ":jib"] {
            assert_eq!(text.parse::<Id>(), Err(NoId(text.to_owned())), "{text}");
        }
    }

    proptest! {
        #[test]
        fn what_is_printed_is_read_whatever_things_are_called(
            which in 0..WORDS.len(), name in "[ -~é]{1,12}", part in proptest::option::of("[!-~]{1,6}"), on in "[ -~]{1,9}",
        ) {
            let other = Kind::Body.id(&on);
            let id = Id { part, ..WORDS[which].0.id(&name) };
            prop_assert_eq!(id.to_string().parse::<Id>(), Ok(id.clone()));
            let both = [id.clone(), other.clone()];
            prop_assert_eq!(pieces(&together(&both)), Some(both.to_vec()));
            let placed = id.clone().place(together(&both));
            let read: Id = placed.to_string().parse().unwrap();
            prop_assert_eq!(&read, &placed);
            prop_assert_eq!(pieces(&read.place.unwrap()), Some(both.to_vec()));
        }
    }
}
