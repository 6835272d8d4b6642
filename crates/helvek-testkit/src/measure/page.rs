//! The time until the eye sees: from a key to the redrawn answer, pictures a second while panning and dragging, and the first load.

use crate::report::{self, Report};
use helvek_testkit::{Browser, Server, Theme};
use serde_json::Value;
use std::path::Path;

/// Changes the size in the open tag two hundred times; each time until the answer has changed and that picture has been painted.
const EDITS: &str = "
    const done = arguments[0];
    const field = document.querySelector('.tag [name=size]');
    const answers = document.querySelector('.asked .answers');
    const times = [];
    const write = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
    const once = (i) => {
        if (i === 200) return done(times);
        const before = answers.textContent;
        const begin = performance.now();
        const look = new MutationObserver(() => {
            if (answers.textContent === before) return;
            look.disconnect();
            requestAnimationFrame(() => {
                // The first task after a frame: it has been drawn.
                const channel = new MessageChannel();
                channel.port1.onmessage = () => {
                    times.push(performance.now() - begin);
                    // At any moment between two pictures, as keys come.
                    setTimeout(() => once(i + 1), 5 + ((i * 7) % 17));
                };
                channel.port2.postMessage(0);
            });
        });
        look.observe(answers, { subtree: true, childList: true, characterData: true });
        write.call(field, String(20 + i * 2));
        field.dispatchEvent(new Event('input', { bubbles: true }));
    };
    once(0);
";

/// Counts pictures from now on.
pub(crate) const COUNT: &str = "
    window.frames_ = [];
    const next = (t) => { window.frames_.push(t); window.counting_ = requestAnimationFrame(next); };
    window.counting_ = requestAnimationFrame(next);
";

const COUNTED: &str = "cancelAnimationFrame(window.counting_); return window.frames_";

/// A page with nothing on it but a dot that follows the pointer.
const BARE: &str = "data:text/html,<body style='margin:0'><svg style='width:100vw;height:100vh'></svg><i style='position:fixed;\
    left:0;top:0;width:60px;height:5px;background:red'></i><script>onpointermove=(e)=>document.querySelector('i').style.transform=\
    'translate('%2Be.clientX%2B'px,'%2Be.clientY%2B'px)'</script>";

const LOADED: &str = "
    const entries = [performance.getEntriesByType('navigation')[0], ...performance.getEntriesByType('resource')];
    return entries.filter((e) => !/woff|ttf|api/.test(e.name)).reduce((sum, e) => sum + e.encodedBodySize, 0);
";

pub(crate) async fn measure(binary: &Path, report: &mut Report) {
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::start(binary, &folder.path().join("s.sqlite"), true).await;
    let browser = Browser::open(1280, 800, Theme::Light).await;
    browser.goto(&server.address).await;
    let usable = browser
        .script("return performance.getEntriesByName('usable')[0].startTime")
        .await
        .as_f64()
        .unwrap_or(f64::NAN);
    report.under("first load to a usable shelf, in a browser that was just started", usable, 1000.0, "ms");
    browser.keys("n").await;
    browser.find("main[aria-label=Bench]").await;
    browser.settle().await;
    for keys in ["b12⏎", "p⏎", "r⏎", "d2⏎"] {
        browser.keys(keys).await;
        browser.settle().await;
    }
    for keys in ["f8@2⏎", "f5@9.5⏎"] {
        browser.keys(keys).await;
        browser.settle().await;
    }
    browser.until("return document.querySelector('.katex') !== null", "the formulas").await;
    let loaded = browser.script(LOADED).await.as_f64().unwrap_or(f64::NAN) / 1000.0;
    report.under("first load with the typesetter, squeezed, without fonts", loaded, 250.0, "kB");

    edits(&browser, report, "beam with two forces and a distributed load", "f4@4.2", Some((25.0, 100.0)))
        .await;
    for i in 3..=9 {
        browser.keys(&format!("f{i}@{i}.5⏎")).await;
        browser.settle().await;
    }
    edits(&browser, report, "the same with nine forces", "f4@4.2", None).await;

    browser.script(COUNT).await;
    browser.sweep(".board svg", 20.0, 260.0, 220.0, -60.0, 2500).await;
    frames(&browser, report, "panning, pictures a second").await;
    browser.script(COUNT).await;
    browser.sweep("[data-handle='load:F5']", 0.0, 0.0, 180.0, 30.0, 2500).await;
    frames(&browser, report, "dragging a load, solved at every step, pictures a second").await;
    // Ten more, so that the beam carries twenty.
    for i in 1..=10 {
        browser.keys(&format!("f{i}@{i}.8⏎")).await;
        browser.settle().await;
    }
    browser.keys("5").await;
    browser.settle().await;
    browser.keys("x3⏎").await;
    browser.settle().await;
    browser.script(COUNT).await;
    browser.sweep("line.read.cut", 0.0, 0.0, 240.0, 0.0, 2500).await;
    frames(&browser, report, "dragging a cut of a beam with twenty loads, pictures a second").await;
    bare(&browser, report).await;
    browser.client.close().await.expect("the window closes");
    server.stop().await;
}

/// Types a force into an open tag, two hundred times another one.
pub(crate) async fn edits(
    browser: &Browser,
    report: &mut Report,
    of: &str,
    typed: &str,
    limits: Option<(f64, f64)>,
) {
    browser.keys(typed).await;
    browser.settle().await;
    let times = browser.client.execute_async(EDITS, vec![]).await.expect("the edits");
    let mut times = numbers(&times);
    let (median, worst) = (report::middle(&mut times), report::percentile(&mut times, 1.0));
    let what = |which: &str| format!("edit to redrawn answer, {which} of 200: {of}");
    if let Some((middle, most)) = limits {
        report.under(&what("median"), median, middle, "ms");
        report.under(&what("worst"), worst, most, "ms");
    } else {
        report.tell(&what("median"), median, "ms");
        report.tell(&what("worst"), worst, "ms");
    }
    browser.keys("⎋").await;
    browser.settle().await;
}

fn numbers(list: &Value) -> Vec<f64> {
    list.as_array().map(|list| list.iter().filter_map(Value::as_f64).collect()).unwrap_or_default()
}

/// The pictures a second of this machine at this moment when next to nothing is drawn: what the others are to be compared with.
pub(crate) async fn bare(browser: &Browser, report: &mut Report) {
    browser.client.goto(BARE).await.expect("an empty page");
    browser.script(COUNT).await;
    browser.glide("svg", -215.0, -50.0, 430.0, 10.0, 2500).await;
    report.tell(
        "a dot that follows the pointer on an empty page, pictures a second",
        a_second(browser).await,
        "/s",
    );
}

pub(crate) async fn a_second(browser: &Browser) -> f64 {
    let frames = numbers(&browser.script(COUNTED).await);
    let span = frames.last().unwrap_or(&0.0) - frames.first().unwrap_or(&0.0);
    (frames.len().saturating_sub(1)) as f64 * 1000.0 / span
}

pub(crate) async fn frames(browser: &Browser, report: &mut Report, what: &str) {
    report.over(what, a_second(browser).await, 50.0, "/s");
}
