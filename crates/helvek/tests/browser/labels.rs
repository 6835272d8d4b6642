//! Nothing covers anything, and nothing is cut off: every example, every stop, both themes, near and far.

use super::Desk;
use helvek_testkit::Theme;

/// Labels that cover each other, the structure or an arrow, and labels outside the board. Those of distances lie turned along their lines and
/// are measured by the upright box around them, which is larger than they are.
const BAD_LABELS: &str = "
    const board = document.querySelector('.board').getBoundingClientRect();
    const all = [...document.querySelectorAll('[data-label]')].map((e) => [e.dataset.label, e.getBoundingClientRect()]);
    const bad = all
        .filter(([, p]) => p.left < board.left || p.right > board.right || p.top < board.top || p.bottom > board.bottom)
        .map(([label]) => `${label} is outside`);
    const boxes = all.filter(([label]) => !label.startsWith('dimension'));
    for (const [i, [a, p]] of boxes.entries()) {
        for (const [b, q] of boxes.slice(i + 1)) {
            const w = Math.min(p.right, q.right) - Math.max(p.left, q.left);
            const h = Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top);
            if (w > 1 && h > 1) bad.push(`${a} covers ${b}`);
        }
    }
    const lines = '.beam polyline:not(.reach), line.bar, line.rope, .wheel, .arrow .shaft, .arc .shaft, .comb .teeth';
    for (const line of document.querySelectorAll(lines.split(', ').map((l) => `.board svg ${l}`).join(', '))) {
        const [size, toScreen] = [line.getTotalLength(), line.getScreenCTM()];
        for (let at = 0; at <= size; at += 4) {
            const p = line.getPointAtLength(at).matrixTransform(toScreen);
            const hit = boxes.find(([, b]) => p.x > b.left + 2 && p.x < b.right - 2 && p.y > b.top + 3 && p.y < b.bottom - 3);
            if (hit) {
                bad.push(`${hit[0]} lies on ${line.closest('[data-mark]')?.dataset.mark ?? line.classList[0]}`);
                break;
            }
        }
    }
    return bad;
";

/// Elements of the frame whose text does not fit.
const CUT_OFF: &str = "
    const parts = document.querySelectorAll('.bar, .strip, .asked, .thread, .bar .school, .strip button, .thread li');
    return [...parts].filter((e) => e.scrollWidth > e.clientWidth + 1).map((e) => e.className + ': ' + e.textContent.trim().slice(0, 40));
";

#[tokio::test]
async fn every_example_is_shown_on_every_stop() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    for title in desk.titles().await {
        browser.goto(&desk.server.address).await;
        desk.open(&title).await;
        for stop in ["1", "2", "3", "n", "4"] {
            browser.keys(stop).await;
            browser.settle().await;
        }
        let closes = "return document.querySelector('.asked .proof').textContent.includes('closes')";
        browser.until(closes, &format!("{title} to close")).await;
    }
    desk.close().await;
}

#[tokio::test]
async fn labels_of_every_example_keep_clear_of_everything_at_three_zooms_in_both_themes() {
    for theme in [Theme::Light, Theme::Dark] {
        let desk = Desk::set(true, theme).await;
        let browser = &desk.browser;
        for title in desk.titles().await {
            browser.goto(&desk.server.address).await;
            desk.open(&title).await;
            for stop in ["1", "2", "3", "4"] {
                browser.keys(stop).await;
                for zoom in ["0", "-", "0+"] {
                    browser.keys(zoom).await;
                    browser.settle().await;
                    // Nearer than everything, labels may leave the board with what they belong to.
                    let bad = browser.script(BAD_LABELS).await;
                    let bad: Vec<_> = bad.as_array().unwrap().iter().filter_map(|b| b.as_str()).collect();
                    let bad: Vec<_> =
                        bad.into_iter().filter(|b| zoom != "0+" || !b.ends_with("outside")).collect();
                    assert!(bad.is_empty(), "{title}, stop {stop}, zoom {zoom}, {theme:?}: {bad:?}");
                }
                let cut = browser.script(CUT_OFF).await;
                assert_eq!(cut, serde_json::json!([]), "{title}, stop {stop}, {theme:?}");
            }
        }
        desk.close().await;
    }
}
