//! Figures of space: pictures a second while one of 300 bars is turned, in WebGL that the processor paints.

use super::page::{COUNT, a_second, frames};
use crate::report::Report;
use helvek_testkit::{Browser, Server, Theme};
use serde_json::{Map, Value, json};
use std::path::Path;

/// A mast of triangles one above the other: nine bars a level.
fn mast(levels: usize) -> Value {
    let (mut points, mut bars, mut loads) = (Map::new(), Vec::new(), Vec::new());
    for level in 0..=levels {
        for k in 0..3usize {
            let turn = k as f64 * 2.0 * std::f64::consts::PI / 3.0 + 0.2;
            let place = json!([1.3 * turn.cos(), 1.3 * turn.sin(), 0.4 * level as f64]);
            points.insert(format!("J{level}_{k}"), place);
            let next = (k + 1) % 3;
            if level > 0 {
                let below = level - 1;
                bars.push(json!([format!("J{level}_{k}"), format!("J{level}_{next}")]));
                bars.push(json!([format!("J{below}_{k}"), format!("J{level}_{k}")]));
                bars.push(json!([format!("J{below}_{k}"), format!("J{level}_{next}")]));
            }
        }
        if level > 0 {
            loads.push(json!({ "kind": "force", "at": format!("J{level}_0"), "components": [0.2, 0.1, -1] }));
        }
    }
    let supports: Vec<Value> = (0..3).map(|k| json!({ "at": format!("J0_{k}"), "kind": "ball" })).collect();
    json!({ "format": "helvek-sheet/1", "title": "Measured mast", "space": "space", "points": points, "bars": bars,
        "supports": supports, "loads": loads })
}

pub(crate) async fn measure(binary: &Path, report: &mut Report) {
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::start(binary, &folder.path().join("s.sqlite"), false).await;
    let browser = Browser::open(1280, 800, Theme::Light).await;
    browser.goto(&server.address).await;
    let sheet = mast(33);
    let bars = sheet["bars"].as_array().map_or(0, Vec::len);
    let keep = format!(
        "const done = arguments[0], sheet = {sheet};
        fetch('/api/sheets', {{ method: 'POST', headers: {{ 'content-type': 'application/json' }}, body: JSON.stringify({{ sheet }}) }})
            .then((r) => r.json()).then(({{ id }}) => done(id));"
    );
    let id = browser.client.execute_async(&keep, vec![]).await.expect("a sheet");
    for (query, painter) in [("", "webgl"), ("?flat", "svg")] {
        browser.goto(&format!("{}/sheet/{}{query}", server.address, id.as_str().unwrap_or_default())).await;
        let there = format!("return document.querySelector('.solid-board')?.dataset.painter === '{painter}'");
        browser.until(&there, painter).await;
        browser.settle().await;
        // The first turn finds out how finely this machine can paint what moves.
        browser.script(COUNT).await;
        browser.sweep(".solid-board", 150.0, 90.0, -300.0, -60.0, 1000).await;
        let first = format!("the first second of turning {bars} bars in {painter}, pictures a second");
        report.tell(&first, a_second(&browser).await, "/s");
        browser.script(COUNT).await;
        browser.sweep(".solid-board", -150.0, 40.0, 300.0, 60.0, 2500).await;
        let what = format!("turning a figure of {bars} bars in {painter}, pictures a second");
        if painter == "webgl" {
            frames(&browser, report, &what).await;
        } else {
            report.tell(&what, a_second(&browser).await, "/s");
        }
    }
    browser.client.close().await.expect("the window closes");
    server.stop().await;
}
