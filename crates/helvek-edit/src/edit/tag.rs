//! The tag of a thing: the tool that changes it, and its slots as they can be typed.

use super::figure::Figure;
use super::{bars, loads, place, states, supports};
use crate::grammar::{direction, list, rope, written};
use helvek_numbers::geometry::Point;
use helvek_sheet::id::{Id, Kind};
use helvek_sheet::sheet::{Bar, Direction, Heads, Limit, Load, Quantity, Sheet};
use helvek_sheet::things::load::LoadWord;
use helvek_statics::model;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

/// The thing to be changed, as it was pointed at.
#[derive(Debug, Clone, PartialEq, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase", deny_unknown_fields)]
pub enum Pointed {
    /// The thing drawn with this mark; of a member, the straight piece that passes nearest to a place, in the sheet's unit of length.
    Mark {
        /// Its id.
        id: Id,
        /// The place that was pointed at; its first piece.
        near: Option<[f64; 2]>,
    },
    /// The distance between two points.
    Distance {
        /// The point that stays.
        first: String,
        /// The point that moves.
        second: String,
        /// Along x or y alone.
        axis: Option<Axis>,
    },
    /// A limit, by its sort and what it is of.
    Limit {
        /// `stress`, `shear`, `reaction`, `pin`, `factor`.
        sort: String,
        /// The name of the thing it belongs to; else the one of all is meant.
        of: String,
    },
    /// A section, by its name.
    Section {
        /// Its name.
        name: String,
    },
    /// The plates of a pin, by its point.
    Plates {
        /// Its point.
        at: String,
    },
}

/// An axis of the plane.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Axis {
    /// Level.
    X,
    /// Upright.
    Y,
}

/// A tag.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Tag {
    /// The tool that changes the thing: the word of its kind, or what it is.
    pub tool: String,
    /// The mark that is lit while it is open.
    pub mark: String,
    /// The thing that is changed.
    pub target: Target,
    /// Its slots, as they can be typed.
    pub before: BTreeMap<&'static str, String>,
    /// The slot in which typing begins; its first.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub slot: Option<&'static str>,
}

/// The target of an edit: the thing that it changes.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Target {
    /// Its name.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub name: Option<String>,
    /// Of a piece and of a distance: the end that stays.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub first: Option<String>,
    /// The end that moves.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub second: Option<String>,
    /// Of a distance along an axis.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub axis: Option<Axis>,
    /// Of a limit.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub limit: Option<Stated>,
    /// Of a section.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub section: Option<Given>,
}

/// A limit that is stated.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
#[schemars(rename = "TaggedLimit")]
pub struct Stated {
    /// Its sort.
    pub sort: String,
    /// Of what: `all`, or a name.
    pub of: String,
}

/// A section that members have: what stays unless it is typed anew.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
#[schemars(rename = "TaggedSection")]
pub struct Given {
    /// The word of its shape.
    pub shape: String,
    /// The members, with commas between them.
    pub of: String,
}

type Slots = BTreeMap<&'static str, String>;

/// The tag of a thing; none where there is no such thing, or nothing to change.
pub fn tag(sheet: &Sheet, of: &Pointed) -> Option<Tag> {
    match of {
        Pointed::Mark { id, near } => marked(sheet, id, *near),
        Pointed::Distance { first, second, axis } => distance(sheet, first, second, *axis),
        Pointed::Limit { sort, of } => limit(sheet, sort, of),
        Pointed::Section { name } => section(sheet, name),
        Pointed::Plates { at } => plates(sheet, at),
    }
}

impl Tag {
    /// Of a thing that has a name.
    fn named(tool: &str, mark: &Id, name: &str, before: Slots) -> Self {
        let target = Target { name: Some(name.to_owned()), ..Target::default() };
        Self { tool: tool.to_owned(), mark: mark.to_string(), target, before, slot: None }
    }

    fn slot(self, slot: &'static str) -> Self {
        Self { slot: Some(slot), ..self }
    }
}

fn slots<const N: usize>(of: [(&'static str, String); N]) -> Slots {
    of.into_iter().collect()
}

fn marked(sheet: &Sheet, id: &Id, near: Option<[f64; 2]>) -> Option<Tag> {
    let (name, thing) = (&id.name[..], id.thing());
    match id.kind {
        Kind::Point => point(sheet, &thing),
        Kind::Body => piece(sheet, id, near),
        Kind::Bar => bar(sheet, &thing),
        Kind::Joint => joint(sheet, &thing),
        Kind::Support => support(sheet, &thing),
        Kind::Load => {
            let tag = load(sheet, &thing)?;
            Some(if id.part.as_deref() == Some("end") { tag.slot("end") } else { tag })
        }
        Kind::Wheel => {
            let pulley = sheet.pulleys.get(name)?;
            let before = slots([
                ("place", pulley.at.clone()),
                ("radius", written::quantity(&pulley.radius)),
                ("on", pulley.on.clone().unwrap_or_else(|| "ground".into())),
                ("rename", name.to_owned()),
            ]);
            Some(Tag::named("pulley", &thing, name, before).slot("radius"))
        }
        Kind::Rope => {
            let mass = sheet.units.mass.as_deref().unwrap_or("kg");
            let path = rope::printed(&sheet.ropes.get(name)?.path, mass);
            let before = slots([("path", path), ("rename", name.to_owned())]);
            Some(Tag::named("rope", &thing, name, before))
        }
        Kind::Train => train(sheet, &thing),
        Kind::Combination => {
            let combination = sheet.combinations.iter().find(|one| one.name == name)?;
            let before = slots([("sum", states::printed(combination)), ("rename", name.to_owned())]);
            Some(Tag::named("combination", &thing, name, before))
        }
        _ => None,
    }
}

fn point(sheet: &Sheet, id: &Id) -> Option<Tag> {
    let at = sheet.points.get(&id.name)?;
    let mut before = slots([("rename", id.name.clone())]);
    before.extend(["x", "y", "z"].into_iter().zip(at.iter().map(written::quantity)));
    Some(Tag::named("point", id, &id.name, before))
}

/// The straight piece of a run, between two corners or ends.
fn piece(sheet: &Sheet, id: &Id, near: Option<[f64; 2]>) -> Option<Tag> {
    let figure = Figure::of(sheet).ok()?;
    // A piece of a run is a mark of its own, `1/2`: its run is what is changed.
    let run =
        id.part.as_ref().and_then(|part| part.split('/').next()).map_or(Some(0), |run| run.parse().ok())?;
    let line = figure.lines.iter().find(|line| line.body == id.name && line.run == run)?;
    let near = near.map_or(line.points[0].1, |[x, y]| Point::plane(x, y));
    let off = |i: &usize| {
        let [a, b] = [line.points[*i].1, line.points[*i + 1].1];
        a.distance(near) + near.distance(b) - a.distance(b)
    };
    let nearest = (0..line.points.len() - 1).min_by(|i, j| off(i).total_cmp(&off(j)))?;
    let (first, last) = line.stretch(nearest);
    let [(first, a), (second, b)] = [&line.points[first], &line.points[last]];
    let unit = model::units_of(sheet).angle;
    let before = slots([
        ("length", place::measured(a.distance(*b))),
        ("angle", place::measured(unit.from_si((*b - *a).angle()))),
        ("rename", id.name.clone()),
    ]);
    let target = Target { first: Some(first.clone()), second: Some(second.clone()), ..Target::default() };
    let mark = id.thing().nth(run).to_string();
    Some(Tag { tool: "piece".into(), mark, target, before, slot: None })
}

fn bar(sheet: &Sheet, id: &Id) -> Option<Tag> {
    let bar = &sheet.bars[bars::named(sheet, &id.name).ok()?];
    let kind = match bar {
        Bar::Short(_) => Default::default(),
        Bar::Full(bar) => bar.kind,
    };
    let own = sheet.limits.iter().find(|limit| limit.of.contains(&id.name));
    let limit = own.or_else(|| sheet.limits.iter().find(|limit| limit.of.is_empty()));
    let most = |of: fn(&Limit) -> &Option<Quantity>| written::optional(limit.and_then(|l| of(l).as_ref()));
    let before = slots([
        ("kind", written::word(kind).to_owned()),
        ("tension", most(|limit| &limit.tension)),
        ("compression", most(|limit| &limit.compression)),
        ("rename", id.name.clone()),
    ]);
    Some(Tag::named("bar", id, &id.name, before))
}

fn joint(sheet: &Sheet, id: &Id) -> Option<Tag> {
    let row = model::joint_names(sheet).iter().position(|name| *name == id.name)?;
    let joint = &sheet.joints[row];
    let way = joint.along.as_ref().or(joint.axis.as_ref()).or(joint.normal.as_ref());
    let before = slots([
        ("place", joint.at.clone()),
        ("kind", written::word(joint.kind).to_owned()),
        ("direction", direction::printed_or(way, "")),
        ("with", String::new()),
        ("friction", joint.friction.map(|of| of.to_string()).unwrap_or_default()),
        ("rename", id.name.clone()),
    ]);
    Some(Tag::named("joint", id, &id.name, before).slot("kind"))
}

fn support(sheet: &Sheet, id: &Id) -> Option<Tag> {
    let support = &sheet.supports[supports::named(sheet, &id.name).ok()?];
    let kind = written::word(support.kind);
    // Where it leads may be written as the name of a point alone.
    let toward = |of: &Direction| match of {
        Direction::Text(name) if sheet.points.contains_key(name) => format!("to {name}"),
        of => direction::printed(of),
    };
    let holds = if support.one_way == Some(true) { "pushes only" } else { "both ways" };
    let before = slots([
        ("kind", kind.to_owned()),
        ("place", place::told(&Figure::of(sheet).ok()?, &support.at)),
        ("normal", direction::printed_or(support.normal.as_ref(), "up")),
        ("toward", support.toward.as_ref().map_or_else(String::new, toward)),
        ("axis", direction::printed_or(support.axis.as_ref(), "")),
        ("couples", support.couples.map_or("auto", written::word).to_owned()),
        ("holds", holds.to_owned()),
        ("friction", support.friction.map(|of| of.to_string()).unwrap_or_default()),
        ("settles", written::quantities(support.ground.settlement.as_ref())),
        ("spring", written::quantities(support.ground.spring.as_ref())),
        ("rename", id.name.clone()),
    ]);
    Some(Tag::named(kind, id, &id.name, before).slot("place"))
}

fn load(sheet: &Sheet, id: &Id) -> Option<Tag> {
    let figure = Figure::of(sheet).ok()?;
    let load = &sheet.loads[loads::named(sheet, &id.name).ok()?];
    let place = |point: &str| place::told(&figure, point);
    let size = |of: &Option<Quantity>| written::optional(of.as_ref());
    let parts = |parts: &Option<Vec<Quantity>>| parts.as_deref().map(written::several);
    let mut before = match load {
        Load::Force(force) => slots([
            ("size", parts(&force.components).unwrap_or_else(|| size(&force.size))),
            ("place", place(&force.at)),
            // Components say their direction themselves.
            (
                "direction",
                match force.components {
                    Some(_) => String::new(),
                    None => direction::printed_or(force.direction.as_ref(), "down"),
                },
            ),
        ]),
        Load::Couple(couple) => slots([
            ("size", parts(&couple.components).unwrap_or_else(|| size(&couple.size))),
            ("place", couple.at.as_deref().map(place).unwrap_or_default()),
            ("turn", written::word(couple.turn).to_owned()),
            ("axis", direction::printed_or(couple.axis.as_ref(), "")),
        ]),
        Load::Distributed(spread) => slots([
            ("start", written::quantity(&spread.start)),
            ("end", size(&spread.end)),
            ("from", place(&spread.from)),
            ("to", place(&spread.to)),
            ("direction", direction::printed_or(spread.direction.as_ref(), "down")),
            ("per", written::word(spread.per.unwrap_or_default()).to_owned()),
        ]),
        Load::Weight(weight) => slots([
            ("size", written::optional(weight.mass.as_ref().or(weight.size.as_ref()))),
            ("place", place(&weight.at)),
        ]),
        Load::Own(own) => slots([
            ("size", written::optional(own.mass.as_ref().or(own.size.as_ref()))),
            ("place", if own.bars.is_empty() { "all".into() } else { own.bars.join(" ") }),
        ]),
    };
    before.extend([("case", load.case().unwrap_or_default().to_owned()), ("rename", id.name.clone())]);
    // Own weight is typed as a mass per length.
    let tool = match load.word() {
        LoadWord::Own => LoadWord::Weight,
        word => word,
    };
    Some(Tag::named(tool.sort().word, id, &id.name, before))
}

fn train(sheet: &Sheet, id: &Id) -> Option<Tag> {
    let row = model::train_names(sheet).iter().position(|name| *name == id.name)?;
    let train = &sheet.moving[row];
    let heads = train.heads.unwrap_or(Heads::Both);
    let before = slots([
        ("forces", list::axles(&train.axles)),
        ("from", train.from.clone()),
        ("to", train.to.clone()),
        ("heads", states::heads_word(heads).to_owned()),
        ("direction", direction::printed_or(train.direction.as_ref(), "down")),
        ("rename", id.name.clone()),
    ]);
    Some(Tag::named("train", id, &id.name, before))
}

fn distance(sheet: &Sheet, first: &str, second: &str, axis: Option<Axis>) -> Option<Tag> {
    let figure = Figure::of(sheet).ok()?;
    let by = *figure.at.get(second)? - *figure.at.get(first)?;
    let value = match axis {
        None => by.length(),
        Some(Axis::X) => by.x.abs(),
        Some(Axis::Y) => by.y.abs(),
    };
    let tool = if axis.is_some() { "stretch" } else { "distance" };
    let target = Target { first: Some(first.into()), second: Some(second.into()), axis, ..Target::default() };
    let before = slots([("value", place::measured(value))]);
    Some(Tag { tool: tool.into(), mark: String::new(), target, before, slot: None })
}

fn limit(sheet: &Sheet, sort: &str, of: &str) -> Option<Tag> {
    let most = |limit: &Limit| match sort {
        "stress" => limit.stress.as_ref().map(written::quantity),
        "shear" => limit.shear.as_ref().map(written::quantity),
        "reaction" => limit.reaction.as_ref().map(written::quantity),
        "pin" => limit.pin.as_ref().map(written::quantity),
        "factor" => limit.factor.map(|factor| factor.to_string()),
        "sag" => limit.sag.map(|part| format!("L/{}", place::measured(1.0 / part))),
        _ => None,
    };
    let said: Vec<(&Limit, String)> =
        sheet.limits.iter().filter_map(|limit| most(limit).map(|most| (limit, most))).collect();
    let own = said.iter().find(|(limit, _)| limit.of.iter().any(|name| name == of));
    let (limit, most) = own.or_else(|| said.iter().find(|(limit, _)| limit.of.is_empty()))?;
    let whose = if limit.of.is_empty() { "all" } else { of };
    let before = slots([("sort", sort.to_owned()), ("most", most.clone()), ("of", whose.to_owned())]);
    let stated = Stated { sort: sort.to_owned(), of: whose.to_owned() };
    let target = Target { limit: Some(stated), ..Target::default() };
    let mark = format!("limit:{sort} {of}");
    Some(Tag { tool: "most".into(), mark, target, before, slot: Some("most") })
}

fn section(sheet: &Sheet, name: &str) -> Option<Tag> {
    let section = sheet.sections.get(name)?;
    let typed = section.shape.sort().typed();
    // What has no dimensions in a row is called by its name.
    let dimensions = typed.map_or_else(
        || name.to_owned(),
        |dims| {
            let each = dims.iter().map(|dim| written::optional(section.size(*dim).as_ref()));
            each.collect::<Vec<_>>().join(" x ")
        },
    );
    let shape = if typed.is_some() { section.shape.sort().word } else { "rectangle" };
    let bodies = sheet.bodies.iter().filter(|(_, body)| body.section.as_deref() == Some(name));
    let bars = sheet.bars.iter().zip(model::bar_names(sheet)).filter_map(|(bar, called)| match bar {
        Bar::Full(bar) if bar.section.as_deref() == Some(name) => Some((called, &bar.material)),
        _ => None,
    });
    let members: Vec<(String, &Option<String>)> =
        bodies.map(|(called, body)| (called.clone(), &body.material)).chain(bars).collect();
    let material = members.first().and_then(|(_, material)| (*material).clone()).unwrap_or_default();
    let of = members.iter().map(|(called, _)| called.as_str()).collect::<Vec<_>>().join(", ");
    let given = Given { shape: shape.to_owned(), of: of.clone() };
    let before =
        slots([("shape", shape.to_owned()), ("dimensions", dimensions), ("of", of), ("material", material)]);
    let target = Target { section: Some(given), ..Target::default() };
    let mark = format!("section:{name}");
    Some(Tag { tool: "profile".into(), mark, target, before, slot: Some("dimensions") })
}

fn plates(sheet: &Sheet, at: &str) -> Option<Tag> {
    let pin = sheet.pins.iter().find(|pin| pin.at == at)?;
    let factor =
        sheet.limits.iter().find_map(|limit| limit.factor.filter(|_| limit.of.iter().any(|of| of == at)));
    let before = slots([
        ("plates", list::plates(&pin.plates)),
        ("diameter", written::optional(pin.diameter.as_ref())),
        ("material", pin.material.clone().unwrap_or_default()),
        ("factor", factor.map(|factor| factor.to_string()).unwrap_or_default()),
    ]);
    let target = Target { name: Some(at.to_owned()), ..Target::default() };
    let mark = format!("plates:{at}");
    Some(Tag { tool: "plates".into(), mark, target, before, slot: Some("diameter") })
}
