//! Fast typing while the server hangs: whether all of it arrives.

use crate::report::{Report, middle};
use helvek_testkit::{Browser, NINE_BARS, Server, Theme};
use serde_json::{Value, json};
use std::path::Path;
use std::time::{Duration, Instant};

/// From key to key.
const PACE: Duration = Duration::from_millis(5);
/// The number of times, each with a longer stall of the server than the time before: from 0.3 to 3 s.
const TIMES: u64 = 10;

const KEPT: &str = "
    const done = arguments[0];
    fetch('/api/sheets/' + location.pathname.split('/').at(-1)).then((r) => r.json()).then((r) => done(r.sheet));
";

/// The things that were entered, in their order.
fn things(sheet: &Value) -> Vec<Value> {
    let rows = |key: &str| sheet[key].as_array().cloned().unwrap_or_default();
    let of = |row: &Value, keys: &[&str]| json!(keys.iter().map(|key| &row[key]).collect::<Vec<_>>());
    let bars = rows("bars").into_iter().map(|bar| if bar.is_array() { bar } else { bar["ends"].clone() });
    let supports = rows("supports");
    let loads = rows("loads");
    bars.chain(supports.iter().map(|s| of(s, &["at", "kind"])))
        .chain(loads.iter().map(|l| of(l, &["at", "size", "direction"])))
        .collect()
}

pub(crate) async fn measure(binary: &Path, report: &mut Report) {
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::start(binary, &folder.path().join("s.sqlite"), false).await;
    let browser = Browser::open(1280, 800, Theme::Light).await;
    let typed = NINE_BARS.concat();
    let (mut whole, mut lost, mut behind) = (Value::Null, 0, Vec::new());
    for time in 0..=TIMES {
        browser.goto(&server.address).await;
        browser.keys("n").await;
        browser.find("main[aria-label=Bench]").await;
        browser.settle().await;
        let stall = Duration::from_millis(300 * time);
        let hang = async {
            if time > 0 {
                tokio::time::sleep(Duration::from_millis(60 * time)).await;
                server.pause().await;
                tokio::time::sleep(stall).await;
                server.resume().await;
            }
            Instant::now()
        };
        let (_, back) = tokio::join!(browser.keys_paced(&typed, PACE), hang);
        browser
            .until("return document.querySelector('[data-handle=\"load:F2\"]') !== null", "the last load")
            .await;
        browser.settle().await;
        let sheet = browser.client.execute_async(KEPT, vec![]).await.expect("the sheet");
        if time == 0 {
            // Without a stall, the bar of them all.
            assert_eq!(things(&sheet).len(), 13, "nine bars, two supports, two loads");
            whole = json!(things(&sheet));
        } else {
            lost += usize::from(whole != json!(things(&sheet)));
            behind.push(back.elapsed().as_secs_f64() * 1000.0);
        }
    }
    report.under(
        "trusses of nine bars typed at 5 ms a key, server away for 0.3 to 3 s: spoilt of 10",
        lost as f64,
        0.5,
        "",
    );
    report.tell("from the server back to all of it drawn and kept, median of 10", middle(&mut behind), "ms");
    browser.client.close().await.expect("the window closes");
    server.stop().await;
}
