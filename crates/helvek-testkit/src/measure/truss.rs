//! Large trusses: from a key to the redrawn answer, pictures a second while panning and while bar after bar is pointed at.

use super::page::{COUNT, edits, frames};
use crate::report::Report;
use helvek_testkit::{Browser, Server, Theme};
use std::path::Path;

pub(crate) async fn measure(binary: &Path, report: &mut Report) {
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::start(binary, &folder.path().join("s.sqlite"), false).await;
    let browser = Browser::open(1280, 800, Theme::Light).await;
    // 4 n + 1 bars on n panels.
    for (span, panels, edited) in [(50, 25, true), (200, 100, false)] {
        browser.goto(&server.address).await;
        browser.keys("n").await;
        browser.find("main[aria-label=Bench]").await;
        browser.settle().await;
        for keys in [format!("u{span}⇥{panels}⇥2⏎"), "f8@C⏎".into(), "f5@F..H⏎".into()] {
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
        browser.keys("5").await;
        browser.settle().await;
        browser.script(COUNT).await;
        let lit = lit(&browser).await;
        frames(
            &browser,
            report,
            &format!("lighting {lit} bars one after the other on a {of}, pictures a second"),
        )
        .await;
    }
    browser.client.close().await.expect("the window closes");
    server.stop().await;
}

/// Points at bar after bar, a new one in each picture, and tells how many lit up.
async fn lit(browser: &Browser) -> u64 {
    const POINT: &str = "
        const done = arguments[0];
        const bars = [...document.querySelectorAll('.member .reach')].slice(0, 120);
        let lit = 0;
        const next = (i) => {
            if (i > 0 && document.querySelector('.member.lit')) lit += 1;
            if (i === bars.length) return done(lit);
            bars[i].dispatchEvent(new PointerEvent('pointerenter'));
            requestAnimationFrame(() => next(i + 1));
        };
        next(0);
    ";
    let lit = browser.client.execute_async(POINT, vec![]).await.expect("the pointing");
    lit.as_u64().unwrap_or_default()
}
