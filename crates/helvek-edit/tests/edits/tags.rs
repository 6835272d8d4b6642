//! The slots of tags: they hold what was written, and typed in again it changes nothing.

use helvek_edit::edit::{Axis, Edit, Pointed, Tag, apply, tag};
use helvek_sheet::id::{Id, Kind};
use helvek_sheet::sheet::{self, Document, Syntax};
use helvek_statics::model;
use serde_json::{Map, Value, json};

fn read(text: &str) -> Document {
    let document = sheet::read(&format!("format = \"helvek-sheet/1\"\n{text}"), Syntax::Toml);
    assert_eq!(document.problems, []);
    document
}

fn marked(document: &Document, id: Id) -> Option<Tag> {
    tag(&document.sheet, &Pointed::Mark { id, near: None })
}

fn slots(tag: &Tag) -> Vec<(&str, &str)> {
    tag.before.iter().map(|(key, text)| (*key, text.as_str())).collect()
}

/// Everything that a tag can be opened about.
fn things(document: &Document) -> Vec<Id> {
    let sheet = &document.sheet;
    let named = |kind: Kind, names: Vec<String>| names.into_iter().map(move |name| kind.id(name));
    let keys = |names: Vec<&String>| names.into_iter().cloned().collect::<Vec<_>>();
    named(Kind::Support, model::support_names(sheet))
        .chain(named(Kind::Load, model::load_names(sheet)))
        .chain(named(Kind::Joint, model::joint_names(sheet)))
        .chain(named(Kind::Bar, model::bar_names(sheet)))
        .chain(named(Kind::Train, model::train_names(sheet)))
        .chain(named(Kind::Point, keys(sheet.points.keys().collect())))
        .chain(named(Kind::Wheel, keys(sheet.pulleys.keys().collect())))
        .chain(named(Kind::Rope, keys(sheet.ropes.keys().collect())))
        .chain(named(Kind::Combination, sheet.combinations.iter().map(|c| c.name.clone()).collect()))
        .collect()
}

/// The edit that types a text into one slot of a tag.
fn typed(id: &Id, tag: &Tag, slot: &str, text: &str) -> Edit {
    let edit = if id.kind == Kind::Support { "support" } else { &tag.tool };
    let mut fields = Map::from_iter([("edit".to_owned(), json!(edit)), ("name".to_owned(), json!(id.name))]);
    fields.insert(slot.to_owned(), json!(text));
    serde_json::from_value(Value::Object(fields)).unwrap_or_else(|what| panic!("{id}, {slot}: {what}"))
}

/// Slots that stand beside the thing: what bars carry is typed with another tool, a further body of a joint is a new one, and nobody types the name that
/// is there.
const BESIDE: [&str; 4] = ["tension", "compression", "with", "rename"];

#[test]
fn whatever_stands_in_a_slot_can_be_typed_and_changes_nothing() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut typed_again = 0;
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let document = sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml);
        let before = model::build(&document);
        for id in things(&document) {
            let tag = marked(&document, id.clone()).unwrap_or_else(|| panic!("{}: {id}", path.display()));
            for (slot, text) in slots(&tag) {
                if text.is_empty() || BESIDE.contains(&slot) {
                    continue;
                }
                let edit = typed(&id, &tag, slot, text);
                let sheet = apply(&document, &edit)
                    .unwrap_or_else(|what| panic!("{}: {id}, {slot} = {text}: {what:?}", path.display()));
                let after = model::build(&crate::entry::document(&sheet));
                assert_eq!(after.model, before.model, "{}: {id}, {slot} = {text}", path.display());
                typed_again += 1;
            }
        }
    }
    assert!(typed_again > 1500, "{typed_again}");
}

#[test]
fn a_load_and_a_support_are_as_they_were_written() {
    // From (1, 1) to (4, 5): C at half of 5.
    let document = read(
        r#"supports = [{ name = "wall", at = "A", kind = "roller", normal = { angle = 15, from = "+y", turn = "cw" }, one_way = true, settlement = ["2 mm", 3] }]
        loads = [
          { kind = "force", at = "C", size = "900 lb", direction = { toward = "A" }, case = "wind" },
          { kind = "force", at = "C", components = [3, "-4 kN"] },
          { kind = "distributed", from = "A", to = "B", start = 2 },
          { kind = "couple", size = 6, turn = "cw" },
          { kind = "weight", at = "G", mass = "40 kg" },
        ]
        points = { A = [1, 1], C = [2.5, 3], B = [4, 5], G = [0, "250 mm"] }
        bodies = { ramp = { runs = [["A", "C", "B"]], points = ["G"] } }"#,
    );
    let of = |id: Id| marked(&document, id).unwrap();
    let force = of(Kind::Load.id("F1"));
    assert_eq!((force.tool.as_str(), force.mark.as_str(), force.slot), ("force", "load:F1", None));
    assert_eq!(
        slots(&force),
        [("case", "wind"), ("direction", "to A"), ("place", "2.5"), ("rename", "F1"), ("size", "900 lb")]
    );
    let parts = of(Kind::Load.id("F2"));
    assert_eq!((&parts.before["size"][..], &parts.before["direction"][..]), ("3; -4 kN", ""));
    let spread = of(Kind::Load.id("q1").part("end"));
    assert_eq!((spread.mark.as_str(), spread.slot), ("load:q1", Some("end")));
    assert_eq!(
        ["start", "end", "from", "to", "per", "direction"].map(|slot| &spread.before[slot][..]),
        ["2", "", "0", "5", "length", "down"]
    );
    assert_eq!(["place", "turn"].map(|slot| of(Kind::Load.id("M1")).before[slot].clone()), ["", "cw"]);
    // Beside the ramp the name says it.
    assert_eq!(["size", "place"].map(|slot| of(Kind::Load.id("W1")).before[slot].clone()), ["40 kg", "G"]);
    let wall = of(Kind::Support.id("wall"));
    assert_eq!((wall.tool.as_str(), wall.slot), ("roller", Some("place")));
    assert_eq!(
        ["normal", "holds", "settles", "spring", "place"].map(|slot| &wall.before[slot][..]),
        ["15 from +y cw", "pushes only", "2 mm; 3", "", "0"]
    );
    let point = of(Kind::Point.id("G"));
    assert_eq!(slots(&point), [("rename", "G"), ("x", "0"), ("y", "250 mm")]);
    for id in [Kind::Load.id("F9"), Kind::Support.id("B"), Kind::Bar.id("A-B"), Kind::Reaction.id("A_x")] {
        assert_eq!(marked(&document, id), None);
    }
}

#[test]
fn a_member_is_changed_by_its_straight_pieces() {
    let document = read(
        r#"points = { A = [0, 0], D = [1, 0], B = [4, 0], C = [4, 3], E = [1, 2] }
        bodies = { crank = { runs = [["A", "D", "B", "C"], ["D", "E"]] } }"#,
    );
    let at = |part: &str, near: [f64; 2]| {
        let id = Kind::Body.id("crank").part(part);
        let tag = tag(&document.sheet, &Pointed::Mark { id, near: Some(near) }).unwrap();
        let ends = [tag.target.first, tag.target.second].map(Option::unwrap);
        (tag.mark, ends, ["length", "angle"].map(|slot| tag.before[slot].clone()))
    };
    let ends = |a: &str, b: &str| [a.to_owned(), b.to_owned()];
    for near in [[0.5, 0.1], [3.0, 0.1]] {
        assert_eq!(at("0", near), ("body:crank".into(), ends("A", "B"), ends("4", "0")));
    }
    assert_eq!(at("0", [4.1, 2.0]), ("body:crank".into(), ends("B", "C"), ends("3", "90")));
    // A piece of its second run, as it is drawn.
    assert_eq!(at("1/0", [1.0, 1.0]), ("body:crank#1".into(), ends("D", "E"), ends("2", "90")));
    let between = |axis| Pointed::Distance { first: "A".into(), second: "C".into(), axis };
    let value = |axis| {
        let tag = tag(&document.sheet, &between(axis)).unwrap();
        (tag.tool, tag.before["value"].clone())
    };
    assert_eq!(value(None), ("distance".into(), "5".into()));
    assert_eq!(value(Some(Axis::X)), ("stretch".into(), "4".into()));
    assert_eq!(value(Some(Axis::Y)), ("stretch".into(), "3".into()));
}

#[test]
fn what_is_sized_stands_as_it_would_be_typed() {
    let document = read(
        r#"points = { A = [0, 0], B = [2, 0], C = [0, 2], D = [1, 1] }
        bars = [["A", "D"], { ends = ["B", "D"], section = "plank" }]
        pins = [{ at = "A", diameter = "12 mm", plates = [{ of = "ground", thickness = 5 }, { of = "jib", thickness = 8, edge = 20, material = "larch" }] }]
        limits = [{ of = ["A", "jib"], factor = 2 }, { stress = "160 MPa" }, { of = ["jib"], stress = 9, sag = 0.0025 }]
        [bodies]
        jib = { runs = [["A", "B"]], section = "plank", material = "larch" }
        mast = { runs = [["A", "C"]], section = "odd" }
        [materials]
        larch = { E = "12 GPa" }
        [sections]
        plank = { shape = "rectangle", width = 60, height = "4 in" }
        odd = { shape = "pair", of = "plank", gap = 5 }"#,
    );
    let of = |pointed: Pointed| tag(&document.sheet, &pointed);
    let plates = of(Pointed::Plates { at: "A".into() }).unwrap();
    assert_eq!(
        slots(&plates),
        [
            ("diameter", "12 mm"),
            ("factor", "2"),
            ("material", ""),
            ("plates", "ground 5, jib 8 edge 20 in larch")
        ]
    );
    assert_eq!(of(Pointed::Plates { at: "B".into() }), None);
    let section = |name: &str| of(Pointed::Section { name: name.into() });
    let plank = section("plank").unwrap();
    assert_eq!(
        slots(&plank),
        [("dimensions", "60 x 4 in"), ("material", "larch"), ("of", "jib, B-D"), ("shape", "rectangle")]
    );
    assert_eq!(plank.target.section.unwrap().of, "jib, B-D");
    // What has no dimensions in a row is called by its name.
    assert_eq!(section("odd").unwrap().before["dimensions"], "odd");
    assert_eq!(section("none"), None);
    // By its own limit, else by that of all.
    let limit = |sort: &str, of_: &str| {
        let tag = of(Pointed::Limit { sort: sort.into(), of: of_.into() })?;
        let stated = tag.target.limit.clone().unwrap();
        Some((tag.before["most"].clone(), stated.of))
    };
    assert_eq!(limit("stress", "jib"), Some(("9".into(), "jib".into())));
    assert_eq!(limit("stress", "mast"), Some(("160 MPa".into(), "all".into())));
    assert_eq!(limit("factor", "A"), Some(("2".into(), "A".into())));
    assert_eq!(limit("sag", "jib"), Some(("L/400".into(), "jib".into())));
    assert_eq!(limit("reaction", "A"), None);
}
