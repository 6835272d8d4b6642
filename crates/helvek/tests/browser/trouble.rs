//! The server goes away, another tab was faster, a sheet is gone, a file makes no sense: nothing is lost, and it is said.

use super::{Desk, binary, sheets};
use helvek_testkit::{Server, Theme};
use serde_json::json;

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
