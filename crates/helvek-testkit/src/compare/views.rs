//! What can be looked at of a sheet: everything that is read at some stop only, each state, a cut on both its sides, a free body of one's own choice.

use serde_json::{Value, json};

/// The questions, by what they look at. `plain`: the reply without any of it.
pub(crate) fn of(sheet: &Value, plain: &Value) -> Vec<(String, Value)> {
    let ask = |what: &str, more: Value| {
        let mut question = json!({ "seq": 1, "sheet": sheet, "lean": true });
        for (key, value) in more.as_object().into_iter().flatten() {
            question[key] = value.clone();
        }
        (what.to_owned(), question)
    };
    let mut all = vec![
        ask("free bodies", json!({ "free": true, "apart": true, "table": true })),
        ask("inside", json!({ "inside": true })),
        ask("size and stiffness", json!({ "size": true, "stiff": true })),
    ];
    for name in names(&sheet["combinations"], "K") {
        all.push(ask(&format!("combination {name}"), json!({ "inside": true, "state": name })));
    }
    if sheet["combinations"].as_array().is_some_and(|list| !list.is_empty()) {
        all.push(ask("the envelope", json!({ "inside": true, "state": "envelope" })));
    }
    for name in names(&sheet["moving"], "T") {
        all.push(ask(&format!("train {name}"), json!({ "inside": true, "train": { "name": name } })));
        let stand = json!({ "lead": 1.5, "on": true });
        all.push(ask("a stand of it", json!({ "inside": true, "train": { "name": name, "stand": stand } })));
    }
    let first = sheet["bodies"].as_object().and_then(|bodies| bodies.keys().next());
    for (body, side) in first.into_iter().flat_map(|body| [(body, "before"), (body, "after")]) {
        let cut = json!({ "place": format!("{body} 0.7"), "side": side, "halves": true });
        all.push(ask(&format!("a cut, {side}"), json!({ "inside": true, "cut": cut })));
    }
    // The ids of pieces are those of bodies and points that the drawing has.
    let marks = plain["scene"]["marks"].as_array().into_iter().flatten();
    let piece = marks.filter(|mark| mark["kind"] == "body").filter_map(|mark| mark["id"].as_str()).next();
    if let Some(piece) = piece {
        let choice = json!({ "pieces": [piece], "after": 0 });
        all.push(ask("a free body of one's own", json!({ "free": true, "apart": true, "choice": choice })));
    }
    all
}

/// The names of a list, as they are given where nobody wrote one.
fn names(list: &Value, letter: &str) -> Vec<String> {
    let rows = list.as_array().into_iter().flatten().enumerate();
    rows.map(|(i, row)| row["name"].as_str().map_or(format!("{letter}{}", i + 1), str::to_owned)).collect()
}
