//! The views of a sheet: everything that is read at some stop only, each state, a cut on both its sides, a free body of one's own choice.

use serde_json::{Value, json};

/// The questions, by what they look at. `plain`: the reply that looks at everything.
pub(crate) fn of(sheet: &Value, plain: &Value) -> Vec<(String, Value)> {
    let ask = |what: &str, view: Value| (what.to_owned(), json!({ "seq": 1, "sheet": sheet, "view": view }));
    let inside = |loads: Value| json!({ "at": "inside", "loads": loads });
    let mut all = vec![
        ask("free bodies", json!({ "at": "work", "apart": true })),
        ask("the table", json!({ "at": "check" })),
        ask("inside", json!({ "at": "inside" })),
        ask("size", json!({ "at": "size" })),
        ask("stiffness", json!({ "at": "stiff" })),
    ];
    for name in names(&sheet["combinations"], "K") {
        let what = format!("combination {name}");
        all.push(ask(&what, inside(json!({ "of": "combination", "name": name }))));
    }
    if sheet["combinations"].as_array().is_some_and(|list| !list.is_empty()) {
        all.push(ask("the envelope", inside(json!({ "of": "envelope" }))));
    }
    for name in names(&sheet["moving"], "T") {
        let mut train = json!({ "of": "train", "name": name });
        all.push(ask(&format!("train {name}"), inside(train.clone())));
        train["stand"] = json!({ "lead": 1.5, "on": true });
        all.push(ask("a stand of it", inside(train)));
    }
    let first = sheet["bodies"].as_object().and_then(|bodies| bodies.keys().next());
    for (body, side) in first.into_iter().flat_map(|body| [(body, "before"), (body, "after")]) {
        let cut = json!({ "place": format!("{body} 0.7"), "side": side, "halves": true });
        all.push(ask(&format!("a cut, {side}"), json!({ "at": "inside", "cut": cut })));
    }
    // The ids of pieces are those of bodies and points that the drawing has.
    let marks = plain["scene"]["marks"].as_array().into_iter().flatten();
    let piece = marks.filter(|mark| mark["kind"] == "body").filter_map(|mark| mark["id"].as_str()).next();
    if let Some(piece) = piece {
        let choice = json!({ "pieces": [piece], "after": 0 });
        all.push(ask("a free body of one's own", json!({ "at": "work", "apart": true, "choice": choice })));
    }
    all
}

/// The names of a list, as they are given where nobody wrote one.
fn names(list: &Value, letter: &str) -> Vec<String> {
    let rows = list.as_array().into_iter().flatten().enumerate();
    rows.map(|(i, row)| row["name"].as_str().map_or(format!("{letter}{}", i + 1), str::to_owned)).collect()
}
