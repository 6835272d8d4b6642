//! Random edits of whatever stands on a sheet: new things of every sort, others changed, moved, named anew and removed, and what is offered.

use helvek_random::assembly::Dice;
use serde_json::{Value, json};

/// One of a list.
fn one<'a, T>(dice: &mut Dice, list: &'a [T]) -> Option<&'a T> {
    (!list.is_empty()).then(|| &list[dice.below(list.len())])
}

/// One of several words.
fn of<'a>(dice: &mut Dice, words: &[&'a str]) -> &'a str {
    words[dice.below(words.len())]
}

/// The keys of a table.
fn keys(table: &Value) -> Vec<String> {
    table.as_object().into_iter().flat_map(|table| table.keys().cloned()).collect()
}

/// The ids of the marks of a drawing that begin with a word.
fn ids(reply: &Value, kind: &str) -> Vec<String> {
    let scene = &reply["scene"];
    let marks = scene["marks"].as_array().into_iter().flatten();
    let solid = ["points", "holds", "arrows", "lines"]
        .into_iter()
        .flat_map(|list| scene["solid"][list].as_array().into_iter().flatten());
    let mut found: Vec<String> = marks
        .chain(solid)
        .filter_map(|mark| mark["id"].as_str())
        .filter(|id| id.strip_prefix(kind).is_some_and(|rest| rest.starts_with(':')))
        .map(|id| id.split(['#', '@']).next().unwrap_or(id).to_owned())
        .collect();
    found.dedup();
    found
}

/// The name behind the sort of an id.
fn name(id: &str) -> &str {
    id.split_once(':').map_or(id, |(_, name)| name)
}

/// A place as it is typed: a point, a distance, a step from a point, coordinates.
fn place(dice: &mut Dice, sheet: &Value) -> String {
    let points = keys(&sheet["points"]);
    let point = one(dice, &points).cloned().unwrap_or_else(|| "A".into());
    match dice.below(6) {
        0..=2 => point,
        3 => format!("{}", dice.between(0.0, 6.0)),
        4 => format!("{point} + {}", dice.between(0.1, 1.5)),
        _ => of(dice, &["start", "middle", "end"]).into(),
    }
}

fn size(dice: &mut Dice, unit: &str) -> String {
    match dice.below(8) {
        0 => "?P".into(),
        1 => format!("-{}", dice.between(0.5, 9.0)),
        2 => format!("{} {unit}", dice.between(50.0, 900.0)),
        _ => format!("{}", dice.between(0.5, 9.0)),
    }
}

fn direction(dice: &mut Dice, sheet: &Value) -> String {
    let points = keys(&sheet["points"]);
    match dice.below(6) {
        0 => format!("{}", dice.below(360)),
        1 => format!("to {}", one(dice, &points).cloned().unwrap_or_default()),
        2 => "30 from -y cw".into(),
        3 => "normal".into(),
        _ => of(dice, &["up", "down", "left", "right", "+x"]).into(),
    }
}

/// An edit of a sheet; `reply` is what was replied to it as it stands.
pub(crate) fn random(dice: &mut Dice, sheet: &Value, reply: &Value) -> Value {
    let space = sheet["space"] == "space";
    match dice.below(24) {
        0..=2 => {
            json!({ "edit": "force", "size": size(dice, "N"), "place": place(dice, sheet), "direction": direction(dice, sheet) })
        }
        3 => json!({ "edit": "couple", "size": size(dice, "N·m"), "place": place(dice, sheet) }),
        4 => {
            json!({ "edit": "distributed", "start": size(dice, "N/m"), "from": place(dice, sheet), "to": place(dice, sheet) })
        }
        5 => json!({ "edit": "weight", "size": "60 kg", "place": place(dice, sheet) }),
        6 | 7 => {
            let kinds: &[&str] = if space {
                &["ball", "roller", "fixed", "journal", "thrust", "hinge", "surface", "link"]
            } else {
                &["pin", "roller", "fixed", "guide", "surface", "rough", "link", "cable"]
            };
            json!({ "edit": "support", "kind": of(dice, kinds), "place": place(dice, sheet), "toward": "up" })
        }
        8 => {
            json!({ "edit": "beam", "length": format!("{}", dice.between(0.5, 4.0)), "angle": format!("{}", dice.below(180)) })
        }
        9 => {
            let places = (0..2 + dice.below(2)).map(|_| match dice.below(2) {
                0 => place(dice, sheet),
                _ if space => format!("{};{};{}", dice.below(5), dice.below(5), dice.below(5)),
                _ => format!("{};{}", dice.below(7), dice.below(5)),
            });
            let through = places.collect::<Vec<_>>().join(" ");
            json!({ "edit": of(dice, &["bars", "body"]), "through": through })
        }
        10 => {
            let kinds = ["pin", "weld", "slot", "collar", "contact"];
            json!({ "edit": "joint", "kind": of(dice, &kinds), "place": place(dice, sheet), "direction": "up" })
        }
        11 | 12 => {
            let points = keys(&sheet["points"]);
            let Some(point) = one(dice, &points) else { return json!({ "edit": "unpick" }) };
            let rename = (dice.below(4) == 0).then(|| format!("R{}", dice.below(30)));
            json!({ "edit": "point", "name": point, "x": format!("{}", dice.between(-1.0, 7.0)), "rename": rename })
        }
        13..=15 => {
            let kinds = ["load", "support", "point", "body", "bar", "joint", "rope", "wheel"];
            let there: Vec<String> = kinds.iter().flat_map(|kind| ids(reply, kind)).collect();
            let Some(id) = one(dice, &there) else { return json!({ "edit": "unpick" }) };
            json!({ "edit": "remove", "ids": [id] })
        }
        16 => json!({ "edit": "cure", "index": 0 }),
        17 => {
            let offers = reply["offers"].as_array().cloned().unwrap_or_default();
            one(dice, &offers).map_or_else(|| json!({ "edit": "unpick" }), |offer| offer["edit"].clone())
        }
        18 => {
            let there: Vec<String> = ["load", "support"].iter().flat_map(|kind| ids(reply, kind)).collect();
            let Some(id) = one(dice, &there) else { return json!({ "edit": "unpick" }) };
            let by = if space { "0.5;0;0" } else { "0.5" };
            json!({ "edit": "shift", "ids": [id], "by": by, "copies": format!("{}", dice.below(3)) })
        }
        19 => {
            let loads = ids(reply, "load");
            let Some(id) = one(dice, &loads) else { return json!({ "edit": "unpick" }) };
            json!({ "edit": "force", "name": name(id), "size": size(dice, "N"), "case": of(dice, &["", "permanent", "wind"]) })
        }
        20 => {
            json!({ "edit": "units", "length": of(dice, &["m", "mm", "ft"]), "force": of(dice, &["kN", "N", "lb"]) })
        }
        21 => {
            let of = keys(&sheet["bodies"]);
            json!({ "edit": "profile", "shape": "rectangle", "dimensions": "60 x 120", "of": one(dice, &of), "material": "assumed steel" })
        }
        22 => json!({ "edit": "mirror", "ids": ids(reply, "load"), "about": "middle" }),
        _ => json!({ "edit": "combination", "sum": "1.35 permanent + 1.5 wind" }),
    }
}
