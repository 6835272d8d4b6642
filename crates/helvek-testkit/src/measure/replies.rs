//! The time the server takes for a reply, in microseconds by its own clock: of several builds in turn, so that what the machine does beside
//! it meets all of them alike. `helvek-measure replies [PROGRAM]...`: the first is what the others are set beside.

use crate::report::middle;
use helvek_testkit::{Server, http::Connection, sheets};
use serde_json::{Value, json};
use std::path::{Path, PathBuf};

/// Replies to each question, of which the median counts.
const ROUNDS: usize = 101;

pub(crate) async fn measure(programs: &[PathBuf]) {
    let folder = tempfile::tempdir().expect("a folder");
    let mut builds = Vec::new();
    for (i, program) in programs.iter().enumerate() {
        let server = Server::start(program, &folder.path().join(format!("{i}.sqlite")), false).await;
        let connection = Connection::open(&server.address).await;
        builds.push((server, connection));
    }
    let plain = json!({ "at": "idealise" });
    let inside = |loads: Value| json!({ "at": "inside", "loads": loads });
    let one = inside(json!({ "of": "combination", "name": "K7" }));
    let mut all = vec![
        ("beam with 20 loads".to_owned(), beam(), plain.clone()),
        ("beam with 20 loads, inside".to_owned(), beam(), inside(json!({ "of": "drawn" }))),
        ("frame, 20 combinations".to_owned(), frame(false), one.clone()),
        ("frame, 20 combinations, envelope".to_owned(), frame(false), inside(json!({ "of": "envelope" }))),
        ("stiff frame, 20 combinations".to_owned(), frame(true), one),
        ("stiff frame, 20 combinations, all answers".to_owned(), frame(true), json!({ "at": "everything" })),
    ];
    let examples = sheets::examples().into_iter();
    all.extend(examples.map(|(file, sheet)| (sheets::name(&file), sheet, plain.clone())));
    let mut rows = Vec::new();
    for (name, sheet, view) in all {
        let question = json!({ "seq": 1, "sheet": sheet, "view": view });
        let mut times = vec![Vec::new(); builds.len()];
        for round in 0..ROUNDS {
            // Each in its turn is the first: who comes second finds the machine warm.
            for k in 0..builds.len() {
                let build = (k + round) % builds.len();
                let connection = &mut builds[build].1;
                connection.post("/api/solve", &question).await;
                let reply = connection.last();
                assert!(reply["solution"].is_object(), "{name}: {}", reply["problems"]);
                times[build].push(reply["micros"].as_f64().expect("microseconds"));
            }
        }
        rows.push((name, times.iter_mut().map(|times| middle(times)).collect::<Vec<f64>>()));
    }
    // Of the examples those that take longest.
    rows[6..].sort_by(|(_, a), (_, b)| b[0].total_cmp(&a[0]));
    for (name, times) in rows.iter().take(12) {
        let told = times.iter().map(|time| format!("{time:>9.0} µs {:>5.2}", time / times[0]));
        println!("{name:<44} {}", told.collect::<Vec<_>>().join("   "));
    }
    for (server, _) in builds {
        server.stop().await;
    }
}

/// A beam of 21 m with an overhang, under twenty forces.
fn beam() -> Value {
    let name = |i: usize| format!("P{i}");
    let points: serde_json::Map<_, _> = (0..22).map(|i| (name(i), json!([i, 0]))).collect();
    let loads = (1..21).map(|i| {
        json!({ "kind": "force", "at": name(i), "size": 1.0 + (i % 7) as f64, "direction": if i.is_multiple_of(3) { json!(290) } else { json!("down") } })
    });
    json!({
        "format": "helvek-sheet/1", "title": "Measured beam", "points": points,
        "bodies": { "beam": { "runs": [(0..22).map(name).collect::<Vec<_>>()] } },
        "supports": [{ "at": "P0", "kind": "pin" }, { "at": "P17", "kind": "roller" }],
        "loads": loads.collect::<Vec<_>>(),
    })
}

/// A frame of two bays under four load cases in twenty combinations; `stiff`: on three fixed feet, else on two pins and with a hinge.
fn frame(stiff: bool) -> Value {
    let factors = |i: usize| {
        let signed = if i.is_multiple_of(2) { 1.5 } else { -1.5 };
        json!({ "dead": if i.is_multiple_of(5) { 0.9 } else { 1.35 }, "snow": 0.3 * (i % 4) as f64, "wind": signed, "crane": 0.25 * (i % 6) as f64 })
    };
    let combinations: Vec<Value> =
        (1..=20).map(|i| json!({ "name": format!("K{i}"), "factors": factors(i) })).collect();
    let loads = json!([
        { "kind": "distributed", "from": "B", "to": "C", "start": 4, "direction": "down", "case": "dead" },
        { "kind": "distributed", "from": "C", "to": "E", "start": 6, "end": 2, "direction": "down", "case": "snow" },
        { "kind": "force", "at": "B", "size": 9, "direction": "right", "case": "wind" },
        { "kind": "force", "at": "H", "size": 14, "direction": "down", "case": "crane" },
        { "kind": "distributed", "from": "A", "to": "B", "start": 1.5, "direction": "right", "case": "wind" },
    ]);
    let points = json!({
        "A": [0, 0], "B": [0, 4], "C": [5, 4.6], "D": [5, 0.5], "E": [9, 4], "F": [9, 0], "H": [2, 4.24],
    });
    let mut sheet = json!({
        "format": "helvek-sheet/1", "title": "Measured frame", "points": points, "loads": loads,
        "combinations": combinations,
    });
    if stiff {
        sheet["bodies"] = json!({ "frame": { "runs": [["A", "B", "H", "C", "E", "F"], ["D", "C"]], "EI": 24_000, "EA": 900_000 } });
        sheet["supports"] = json!([{ "at": "A", "kind": "fixed" }, { "at": "D", "kind": "fixed" }, { "at": "F", "kind": "fixed" }]);
    } else {
        sheet["bodies"] =
            json!({ "left": { "runs": [["A", "B", "H", "C"]] }, "right": { "runs": [["C", "E", "F"]] } });
        sheet["joints"] = json!([{ "at": "C", "kind": "pin", "of": ["left", "right"] }]);
        sheet["supports"] = json!([{ "at": "A", "kind": "pin" }, { "at": "F", "kind": "pin" }]);
    }
    sheet
}

/// The programs that are given, or the one that was built with this.
pub(crate) fn programs(given: Vec<String>) -> Vec<PathBuf> {
    if given.is_empty() {
        return vec![helvek_testkit::beside("helvek")];
    }
    given.into_iter().map(|path| Path::new(&path).to_owned()).collect()
}
