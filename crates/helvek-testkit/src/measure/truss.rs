//! Large trusses: from a key to the redrawn answer, pictures a second while panning and while bar after bar is pointed at.

use super::page::{COUNT, bare, edits, frames};
use crate::report::Report;
use helvek_testkit::{Browser, Server, Theme};
use std::path::Path;

pub(crate) async fn measure(binary: &Path, report: &mut Report) {
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::start(binary, &folder.path().join("s.sqlite"), false).await;
    let browser = Browser::open(1280, 800, Theme::Light).await;
    // 4 n + 1 bars on n panels.
    for (span, panels, rise, edited) in [(50, 25, 2, true), (200, 100, 40, false)] {
        browser.goto(&server.address).await;
        browser.keys("n").await;
        browser.find("main[aria-label=Bench]").await;
        browser.settle().await;
        for keys in [format!("u{span}⇥{panels}⇥{rise}⏎"), "f8@C⏎".into(), "f5@F..H⏎".into()] {
            browser.keys(&keys).await;
            browser.settle().await;
        }
        let bars = browser.script("return document.querySelectorAll('.member').length").await;
        let of = format!("truss of {} bars", bars.as_u64().unwrap_or_default());
        if edited {
            edits(&browser, report, &of, "f4@D", Some((40.0, 200.0))).await;
            continue;
        }
        browser.script(COUNT).await;
        browser.sweep(".board svg", -200.0, 260.0, 220.0, -60.0, 2500).await;
        frames(&browser, report, &format!("panning a {of}, pictures a second")).await;
        browser.keys("0").await;
        for (stop, name) in [("4", "the drawing"), ("5", "the drawing and the table")] {
            browser.keys(stop).await;
            browser.settle().await;
            browser.script(COUNT).await;
            let lit = lit(&browser).await;
            let what = format!("passing over {lit} bars, lit on {name}, {of}, pictures a second");
            frames(&browser, report, &what).await;
        }
    }
    bare(&browser, report).await;
    browser.client.close().await.expect("the window closes");
    server.stop().await;
}

/// Passes over the truss with the pointer, and tells how many bars lit up on the way.
async fn lit(browser: &Browser) -> u64 {
    const WATCH: &str = "
        window.lit_ = new Set();
        new MutationObserver((all) => {
            for (const { addedNodes } of all)
                for (const node of addedNodes) if (node.dataset?.lit) window.lit_.add(node.dataset.lit);
        }).observe(document.querySelector('.board'), { subtree: true, childList: true });
    ";
    browser.script(WATCH).await;
    browser.glide(".board svg", -215.0, -50.0, 430.0, 10.0, 2500).await;
    browser.script("return window.lit_.size").await.as_u64().unwrap_or_default()
}
