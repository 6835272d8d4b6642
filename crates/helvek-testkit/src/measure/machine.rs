//! A structure of twelve bodies: pictures a second while it comes apart and goes together, and from a key to the redrawn answer.

use super::page::{bare, edits, frames};
use crate::report::Report;
use helvek_testkit::{Browser, Server, Theme};
use serde_json::{Value, json};
use std::path::Path;

const BODIES: usize = 12;

/// Twelve spans pinned end to end, the first built in, each of the others on a roller of its own, all loaded.
fn spans() -> Value {
    let (mut points, mut bodies, mut joints) = (json!({}), json!({}), Vec::new());
    let (mut supports, mut loads) = (vec![json!({ "at": "A0", "kind": "fixed", "on": "s0" })], Vec::new());
    points["A0"] = json!([0, 0]);
    for i in 0..BODIES {
        let (left, middle, right, body) =
            (format!("A{i}"), format!("M{i}"), format!("A{}", i + 1), format!("s{i}"));
        let x = 3 * i;
        // A gentle zigzag, so that nothing lies on one line.
        let y = |k: usize| (k % 2) as f64 * 0.8;
        points[&middle] = json!([x + 1, y(i) + (y(i + 1) - y(i)) / 3.0]);
        points[&right] = json!([x + 3, y(i + 1)]);
        bodies[&body] = json!({ "runs": [[left, middle, right]] });
        loads.push(
            json!({ "kind": "force", "at": middle, "on": body, "size": 2 + i % 3, "direction": "down" }),
        );
        if i > 0 {
            joints.push(json!({ "at": left, "kind": "pin", "of": [format!("s{}", i - 1), body] }));
            supports.push(json!({ "at": right, "kind": "roller", "on": body }));
        }
    }
    json!({ "format": "helvek-sheet/1", "title": "Twelve spans", "points": points, "bodies": bodies, "joints": joints,
        "supports": supports, "loads": loads })
}

pub(crate) async fn measure(binary: &Path, report: &mut Report) {
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::start(binary, &folder.path().join("s.sqlite"), false).await;
    let browser = Browser::open_moving(1280, 800, Theme::Light).await;
    browser.goto(&server.address).await;
    let keep = format!(
        "const done = arguments[0], sheet = {};
        fetch('/api/sheets', {{ method: 'POST', headers: {{ 'content-type': 'application/json' }}, body: JSON.stringify({{ sheet }}) }})
            .then((r) => r.json()).then(({{ id }}) => done(id));",
        spans()
    );
    let id = browser.client.execute_async(&keep, vec![]).await.expect("a sheet");
    browser.goto(&format!("{}/sheet/{}", server.address, id.as_str().unwrap_or_default())).await;
    edits(&browser, report, &format!("{BODIES} bodies"), "f4@M5", Some((40.0, 200.0))).await;
    browser.keys("2").await;
    browser.settle().await;
    // To and fro, without waiting for the next picture to be made ready: only the flight is counted.
    for (key, what) in [("z", "going together"), ("z", "coming apart")] {
        browser.keys(key).await;
        browser.client.execute_async(FLIGHT, vec![]).await.expect("the flight");
        frames(&browser, report, &format!("{BODIES} bodies {what}, pictures a second")).await;
        browser.settle().await;
    }
    bare(&browser, report).await;
    browser.client.close().await.expect("the window closes");
    server.stop().await;
}

/// Counts pictures as long as pieces fly.
const FLIGHT: &str = "
    const done = arguments[0];
    window.frames_ = [];
    const next = (t) => {
        window.frames_.push(t);
        if (window.frames_.length < 24) window.counting_ = requestAnimationFrame(next);
        else done();
    };
    requestAnimationFrame(next);
";
