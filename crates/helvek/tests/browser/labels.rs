//! Nothing covers anything, and nothing is cut off: every example, every stop, both themes, near and far.

use super::Desk;
use helvek_testkit::Theme;

/// Labels that cover each other, the structure or an arrow, and labels outside the board. Those along a line are measured as they lie, turned.
const BAD_LABELS: &str = "
    const board = document.querySelector('.board').getBoundingClientRect();
    const all = [...document.querySelectorAll('[data-label]')].map((e) => {
        const sheet = e.closest('.pieces .sheet'), s = sheet ? sheet.getBoundingClientRect().width / sheet.offsetWidth : 1;
        const r = e.getBoundingClientRect(), turn = (parseFloat(e.style.rotate) || 0) * Math.PI / 180;
        return { id: e.dataset.label, r, x: r.left + r.width / 2, y: r.top + r.height / 2, w: s * e.offsetWidth / 2, h: s * e.offsetHeight / 2,
            u: [Math.cos(turn), Math.sin(turn)] };
    });
    const bad = all
        .filter(({ r }) => r.left < board.left || r.right > board.right || r.top < board.top || r.bottom > board.bottom)
        .map(({ id }) => `${id} is outside`);
    const across = ([x, y]) => [-y, x];
    const dot = (a, b) => a[0] * b[0] + a[1] * b[1];
    // Two turned boxes are apart when one of their four axes parts them.
    const reach = (l, axis) => Math.abs(dot(l.u, axis)) * (l.w - 0.5) + Math.abs(dot(across(l.u), axis)) * (l.h - 0.5);
    const apart = (a, b) => [a.u, across(a.u), b.u, across(b.u)].some((axis) =>
        Math.abs(dot([b.x - a.x, b.y - a.y], axis)) >= reach(a, axis) + reach(b, axis));
    const boxes = all.filter(({ id }) => !id.startsWith('dimension'));
    for (const [i, a] of boxes.entries())
        for (const b of boxes.slice(i + 1)) if (!apart(a, b)) bad.push(`${a.id} covers ${b.id}`);
    const inside = (l, p) => Math.abs(dot([p.x - l.x, p.y - l.y], l.u)) < l.w - 2 && Math.abs(dot([p.x - l.x, p.y - l.y], across(l.u))) < l.h - 3;
    const lines = '.beam polyline:not(.reach), line.bar, line.edge, line.rope, .wheel, .arrow .shaft, .arc .shaft, .comb .teeth';
    for (const line of document.querySelectorAll(lines.split(', ').map((l) => `.board svg ${l}`).join(', '))) {
        const [size, toScreen] = [line.getTotalLength(), line.getScreenCTM()];
        for (let at = 0; at <= size; at += 4) {
            const p = line.getPointAtLength(at).matrixTransform(toScreen);
            const hit = boxes.find((l) => inside(l, p));
            if (hit) {
                bad.push(`${hit.id} lies on ${line.closest('[data-mark]')?.dataset.mark ?? line.parentElement.querySelector('[data-mark]')?.dataset.mark ?? line.classList[0]}`);
                break;
            }
        }
    }
    return bad;
";

/// Elements of the frame whose text does not fit.
const CUT_OFF: &str = "
    const parts = document.querySelectorAll('.bar, .strip, .asked, .thread, .bar .convention, .strip button, .thread li');
    return [...parts].filter((e) => e.scrollWidth > e.clientWidth + 1).map((e) => e.className + ': ' + e.textContent.trim().slice(0, 40));
";

#[tokio::test]
async fn every_example_is_shown_on_every_stop() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    for title in desk.titles().await {
        browser.goto(&desk.server.address).await;
        desk.open(&title).await;
        for stop in ["1", "2", "3", "n", "4", "5"] {
            browser.keys(stop).await;
            browser.settle().await;
        }
        let closes = "return document.querySelector('.asked .proof').textContent.includes('Checked: ')";
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
            for stop in ["1", "2", "3", "nnn", "nnnn", "4", "5"] {
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
