//! The server goes away, another tab was faster, a sheet is gone, a file makes no sense: nothing is lost, and it is said.

use super::{Desk, binary, sheets};
use helvek_testkit::{Server, Theme};
use serde_json::json;
use tokio::process::Command;

#[tokio::test]
async fn what_is_drawn_while_the_server_is_away_is_kept_when_it_is_back() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    desk.browser.keys("b6⏎").await;
    desk.browser.settle().await;
    let Desk { server, browser, folder } = desk;
    let address = server.address.trim_start_matches("http://").to_owned();
    assert!(server.stop().await);

    browser.click(".title").await;
    browser.keys("Away⏎").await;
    browser
        .until(
            "return document.querySelector('.banner')?.textContent.includes('does not answer')",
            "the banner",
        )
        .await;
    let server = Server::start_at(&address, binary(), &sheets(&folder), false).await;
    browser.until("return document.querySelector('.kept').textContent.trim() === 'kept'", "the save").await;
    let desk = Desk { server, browser, folder };
    desk.browser.goto(&desk.server.address).await;
    assert_eq!(desk.browser.text("li .title").await, "Away");
    desk.close().await;
}

#[tokio::test]
async fn the_slower_of_two_tabs_is_told_and_may_keep_a_copy() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    desk.open("Lily").await;
    // The other tab.
    let elsewhere = "
        const done = arguments[0], path = location.pathname.replace('/sheet/', '/api/sheets/');
        fetch(path).then((r) => r.json()).then(({ version, sheet }) =>
            fetch(path, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ version, sheet: { ...sheet, title: 'Theirs' } }) }),
        ).then((r) => done(r.status));
    ";
    assert_eq!(browser.client.execute_async(elsewhere, vec![]).await.unwrap(), json!(200));
    browser.click(".title").await;
    browser.keys(" mine⏎").await;
    browser
        .until(
            "return document.querySelector('.banner')?.textContent.includes('changed elsewhere')",
            "the banner",
        )
        .await;
    browser.click(".banner button").await;
    browser.until("return document.title.includes('(copy)')", "the copy").await;
    browser.goto(&desk.server.address).await;
    let titles = "return [...document.querySelectorAll('li .title')].map((t) => t.textContent)";
    let titles = browser.script(titles).await.to_string();
    assert!(titles.contains("Theirs") && titles.contains("mine") && titles.contains("(copy)"), "{titles}");
    desk.close().await;
}

#[tokio::test]
async fn a_sheet_that_makes_no_sense_is_shown_with_all_its_problems() {
    let desk = Desk::set(false, Theme::Dark).await;
    let browser = &desk.browser;
    let make = "
        const done = arguments[0];
        const sheet = { format: 'helvek-sheet/1', title: 'Torn page', points: { A: [0, 0], B: [4, 0] }, bodies: { beam: { runs: [['A', 'B']] } },
            supports: [{ at: 'A', kind: 'pin' }, { at: 'Q', kind: 'roller' }], loads: [{ kind: 'force', at: 'B', size: '2,5', direction: 'down' }] };
        fetch('/api/sheets', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ sheet }) })
            .then((r) => r.json()).then((r) => done(r.id));
    ";
    let id = browser.client.execute_async(make, vec![]).await.unwrap();
    browser.goto(&format!("{}/sheet/{}", desk.server.address, id.as_str().unwrap())).await;
    let problems = browser.text(".problems").await;
    assert!(
        problems.contains("2 things to mend")
            && problems.contains("no point \"Q\"")
            && problems.contains("2.5"),
        "{problems}"
    );
    assert_eq!(browser.script("return document.querySelectorAll('.support').length").await, json!(1));
    assert!(browser.text(".asked").await.contains("Waiting for the sheet to be whole"));
    desk.close().await;
}

#[tokio::test]
async fn a_sheet_that_is_gone_says_so() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    browser.client.goto(&format!("{}/sheet/0123456789abcdef", desk.server.address)).await.unwrap();
    assert!(browser.text("[role=alert]").await.contains("There is no such sheet."));
    desk.close().await;
}

#[tokio::test]
async fn what_was_drawn_without_the_server_outlives_the_tab() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    desk.draw(&["b6⏎"]).await;
    let Desk { server, browser, folder } = desk;
    let address = server.address.trim_start_matches("http://").to_owned();
    server.kill().await;
    browser.click(".title").await;
    browser.keys("Kept here⏎").await;
    browser.until("return document.querySelector('.banner') !== null", "the banner").await;
    let place = browser.script("return location.pathname").await;
    // The tab is closed before the server is back.
    browser.client.goto("about:blank").await.unwrap();
    let server = Server::start_at(&address, binary(), &sheets(&folder), false).await;
    let desk = Desk { server, browser, folder };
    desk.browser.goto(&format!("{}{}", desk.server.address, place.as_str().unwrap())).await;
    assert_eq!(desk.browser.script("return document.title").await, json!("Kept here · Helvek"));
    desk.browser
        .until("return document.querySelector('.kept').textContent.trim() === 'kept'", "the save")
        .await;
    desk.browser.goto(&desk.server.address).await;
    assert_eq!(desk.titles().await, ["Kept here"]);
    desk.close().await;
}

#[tokio::test]
async fn another_tab_is_brought_up_to_date_and_told() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    desk.draw(&["b6⏎"]).await;
    let browser = &desk.browser;
    let url = browser.client.current_url().await.unwrap().to_string();
    let first = browser.client.window().await.unwrap();
    let second = browser.client.new_window(true).await.unwrap();
    browser.client.switch_to_window(second.handle).await.unwrap();
    browser.goto(&url).await;
    desk.draw(&["p⏎", "r⏎", "f12@2⏎"]).await;
    browser.client.switch_to_window(first).await.unwrap();
    browser
        .until("return document.querySelector('.asked').textContent.includes('8.00 kN')", "the news")
        .await;
    desk.close().await;
}

#[tokio::test]
async fn what_the_sheet_was_is_brought_back_and_undone() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@2⏎"]).await;
    browser.keys("h").await;
    browser.keys("as found⏎").await;
    browser.find("[aria-label='Bring back revision 1']").await;
    browser.keys("⎋").await;
    browser.script("document.querySelector('.board-keys').focus()").await;
    desk.draw(&["f6@3⏎"]).await;
    assert!(desk.asked().await.contains("11.0 kN ↑"));
    browser.keys("h").await;
    browser.click("[aria-label='Bring back revision 1']").await;
    assert!(desk.asked().await.contains("8.00 kN ↑"));
    browser.script("document.querySelector('.board-keys').focus()").await;
    browser.control('z').await;
    assert!(desk.asked().await.contains("11.0 kN ↑"));
    desk.close().await;
}

#[tokio::test]
async fn a_full_disk_is_told_and_what_is_drawn_is_kept_once_there_is_room() {
    let folder = tempfile::tempdir().unwrap();
    let mut command = Command::new("sh");
    let script = "trap '' XFSZ; ulimit -S -f 400; exec \"$0\" serve --listen 127.0.0.1:0 --data \"$1\"";
    command.arg("-c").arg(script).arg(binary()).arg(sheets(&folder));
    let desk = Desk::with(folder, command).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["b6⏎"]).await;
    // Others fill the disk, until nothing more is kept.
    let fill = "
        const done = arguments[0];
        (async () => {
            // Large ones first, then such as fit into what is left.
            for (const size of [20000, 1]) {
                const sheet = { format: 'helvek-sheet/1', title: 'Ballast', notes: 'x'.repeat(size) };
                const body = JSON.stringify({ sheet }), headers = { 'content-type': 'application/json' };
                for (let i = 0, refused = 0; refused < 3; i += 1) {
                    if (i > 300) return done('never full');
                    const r = await fetch('/api/sheets', { method: 'POST', headers, body });
                    refused = r.status >= 500 ? refused + 1 : 0;
                    if (size === 1 && refused === 3) return done((await r.json()).code);
                }
            }
        })();
    ";
    let code = browser.client.execute_async(fill, vec![]).await.unwrap();
    assert!(code == "disk" || code == "full", "{code}");
    // A change needs less room than a new sheet: some may still fit.
    let state = "const s = document.querySelector('.kept').textContent.trim(); return s.startsWith('keeping') ? null : s";
    let mut kept = json!("kept");
    for n in 0..40 {
        browser.click(".title").await;
        browser.script("document.querySelector('.title').value = ''").await;
        browser.keys(&format!("Drawn on a full disk {n}⏎")).await;
        browser.until(&format!("return (() => {{ {state} }})() !== null"), "an answer").await;
        kept = browser.script(state).await;
        if kept != "kept" {
            break;
        }
    }
    assert_eq!(kept, json!("not kept"));
    let banner = browser.text(".banner").await;
    assert!(banner.contains("Nothing was changed.") && banner.contains("stays in this browser"), "{banner}");
    // As a file it can be saved all the same.
    browser.control('s').await;
    let (name, bytes) = browser.saved().await;
    assert!(
        name.starts_with("Drawn-on-a-full-disk-") && name.ends_with(".json") && bytes.starts_with(b"{"),
        "{name}"
    );
    // Room again.
    let id = desk.server.id().unwrap().to_string();
    let done =
        std::process::Command::new("prlimit").args(["--pid", &id, "--fsize=unlimited:unlimited"]).status();
    assert!(done.unwrap().success());
    browser.click(".banner button").await;
    browser.until("return document.querySelector('.kept').textContent.trim() === 'kept'", "the save").await;
    browser.until("return document.querySelector('.banner') === null", "no banner").await;
    browser.goto(&desk.server.address).await;
    let drawn = name.trim_end_matches(".json").replace('-', " ");
    assert!(desk.titles().await.contains(&drawn), "{drawn}");
    desk.close().await;
}

#[tokio::test]
async fn the_door_asks_for_the_token_once() {
    let folder = tempfile::tempdir().unwrap();
    let mut command = Command::new(binary());
    command.args(["demo", "--listen", "127.0.0.1:0", "--token", "a-token-for-the-garden", "--data"]);
    command.arg(sheets(&folder));
    let desk = Desk::with(folder, command).await;
    let browser = &desk.browser;
    browser.find("main[aria-label=Door]").await;
    browser.keys("not the token of it⏎").await;
    assert!(browser.text("#door-refused").await.contains("That is not its token."));
    browser.script("document.querySelector('input').value = ''").await;
    browser
        .script("document.querySelector('input').dispatchEvent(new Event('input', { bubbles: true }))")
        .await;
    browser.keys("a-token-for-the-garden⏎").await;
    browser.find("main[aria-label=Shelf]").await;
    browser.settle().await;
    assert!(!desk.titles().await.is_empty());
    // Known from then on, and the open line too.
    browser.goto(&desk.server.address).await;
    desk.open("Lily pond ramp").await;
    assert!(!desk.asked().await.is_empty());
    desk.close().await;
}

#[tokio::test]
async fn what_is_too_much_work_is_drawn_and_said_so() {
    let desk = Desk::set(false, Theme::Dark).await;
    let browser = &desk.browser;
    // A sill on 220 pads that only push: which of them carry would take a programme for each.
    let make = "
        const done = arguments[0], points = {}, run = [], supports = [], loads = [];
        for (let i = 0; i < 220; i += 1) {
            points['P' + i] = [i, 0];
            run.push('P' + i);
            supports.push({ at: 'P' + i, kind: 'surface', normal: 'up' });
            loads.push({ kind: 'force', at: 'P' + i, size: 1 + (i % 7), direction: i % 3 === 0 ? 'up' : 'down' });
        }
        const sheet = { format: 'helvek-sheet/1', title: 'Long sill', points, bodies: { sill: { runs: [run] } }, supports, loads };
        fetch('/api/sheets', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ sheet }) })
            .then((r) => r.json()).then((r) => done(r.id));
    ";
    let id = browser.client.execute_async(make, vec![]).await.unwrap();
    browser.goto(&desk.server.address).await;
    browser.until("return document.querySelector('.card .thumb svg') !== null", "its drawing").await;
    assert!(browser.text(".card").await.contains("open it to see"), "{}", browser.text(".card").await);
    browser.goto(&format!("{}/sheet/{}", desk.server.address, id.as_str().unwrap())).await;
    let banner = browser.text(".banner").await;
    assert!(banner.contains("more work than Helvek does at once"), "{banner}");
    assert_eq!(browser.script("return document.querySelectorAll('.support').length").await, json!(220));
    assert!(browser.text(".page").await.contains("Drawn, and not answered."));
    desk.close().await;
}

#[tokio::test]
async fn a_sheet_of_any_shape_opens() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    let make = "
        const [wrong, done] = arguments;
        const sheet = { format: 'helvek-sheet/1', points: { A: [0, 0], B: [3, 0] }, bodies: { p: { runs: [['A', 'B']] } }, ...wrong };
        fetch('/api/sheets', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ sheet }) })
            .then((r) => r.json()).then((r) => done(r.id));
    ";
    for wrong in [
        json!({ "bodies": { "p": null, "q": [], "r": { "runs": 5 } } }),
        json!({ "moving": [null], "combinations": "x", "title": { "a": 1 } }),
        json!({ "loads": [5, "x", null], "supports": { "a": 1 }, "bars": [1, null, ["A"]] }),
        json!({ "conventions": { "order": 5, "apart": 7 }, "find": [null], "limits": 4, "pins": [3] }),
    ] {
        let id = browser.client.execute_async(make, vec![wrong.clone()]).await.unwrap();
        browser.goto(&format!("{}/sheet/{}", desk.server.address, id.as_str().unwrap())).await;
        assert!(browser.text(".problems").await.contains("to mend"), "{wrong}");
        // Everything that can be done is listed, too.
        browser.keys("/").await;
        browser.find("[role=option]").await;
        browser.keys("⎋").await;
    }
    desk.close().await;
}
