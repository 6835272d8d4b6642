//! The shelf: looked through, sorted, tagged, copied, emptied and filled again.

use super::{Desk, demo_sheets};
use helvek_testkit::Theme;
use serde_json::json;

const CARDS: &str = "return document.querySelectorAll('.card').length";

async fn cards(desk: &Desk, count: usize) {
    desk.browser.settle().await;
    desk.browser
        .until(&format!("return document.querySelectorAll('.card').length === {count}"), "the shelf")
        .await;
}

#[tokio::test]
async fn sheets_are_found_tagged_sorted_and_duplicated() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    let all = demo_sheets();
    assert_eq!(browser.script(CARDS).await, json!(all));
    // A card shows the drawing, what was asked with its answer, and how it stands.
    browser.keys("/potting").await;
    cards(&desk, 1).await;
    let card = browser.text(".card").await;
    assert!(card.contains("0.930 kN ↑") && card.contains("determinate"), "{card}");
    assert_eq!(browser.script("return document.querySelectorAll('.card svg .beam').length").await, json!(1));
    // Down to the card, a copy of it, and a tag for both to be found by.
    browser.keys("↓d").await;
    cards(&desk, 2).await;
    browser.click(".card [aria-label='Tags of Potting bench (copy)']").await;
    browser.keys("north bed, wood⏎").await;
    browser.settle().await;
    browser.click(".card .tags button").await;
    cards(&desk, 1).await;
    assert_eq!(desk.titles().await, ["Potting bench (copy)"]);
    browser.click(".tag[aria-pressed=true]").await;
    browser.click("input[aria-label=Search]").await;
    browser.keys("⎋").await;
    cards(&desk, all + 1).await;
    let sort = "const s = document.querySelector('select[aria-label=Order]'); s.value = 'title'; s.dispatchEvent(new Event('change', { bubbles: true }))";
    browser.script(sort).await;
    browser.settle().await;
    let titles = desk.titles().await;
    assert!(titles.is_sorted_by_key(|t| t.to_lowercase()), "{titles:?}");
    browser.keys("zzz").await;
    desk.close().await;
}

#[tokio::test]
async fn what_is_removed_lies_in_the_trash_until_that_is_emptied() {
    let desk = Desk::set(true, Theme::Dark).await;
    let browser = &desk.browser;
    let all = demo_sheets();
    let first = desk.titles().await[0].clone();
    browser.script("document.querySelector('.card > a').focus()").await;
    browser.keys("⌦").await;
    cards(&desk, all - 1).await;
    // Undone by a key.
    browser.keys("u").await;
    cards(&desk, all).await;
    // The keys go on from the card beside one that is gone: three keys, three sheets.
    browser.script("document.querySelector('.card > a').focus()").await;
    for gone in 1..=3 {
        browser.keys("⌦").await;
        cards(&desk, all - gone).await;
    }
    browser.click(".bar button[aria-pressed]:last-child").await;
    cards(&desk, 3).await;
    assert!(desk.titles().await.contains(&first));
    // For good is asked first, and what keeps it has the focus.
    browser.script("document.querySelector('.card > a').focus()").await;
    browser.keys("⌦").await;
    browser.find("dialog[open]").await;
    browser.keys("⏎").await;
    cards(&desk, 3).await;
    // What is looked for goes, and nothing else.
    browser.keys("/").await;
    browser.keys(&first.to_lowercase()).await;
    cards(&desk, 1).await;
    browser.click(".bar button:nth-last-child(2)").await;
    assert!(browser.text("dialog[open] h2").await.contains("the 1 that is shown"));
    browser.click("dialog[open] .btn-error").await;
    cards(&desk, 0).await;
    // Escape empties the search, then leaves it.
    browser.click("[aria-label=Search]").await;
    browser.keys("⎋").await;
    cards(&desk, 2).await;
    browser.keys("⎋").await;
    assert_eq!(browser.script("return document.activeElement.tagName").await, serde_json::json!("BODY"));
    browser.click(".bar button:nth-last-child(2)").await;
    browser.click("dialog[open] .btn-error").await;
    cards(&desk, 0).await;
    assert!(browser.text(".nothing").await.contains("trash is empty"));
    desk.close().await;
}

#[tokio::test]
async fn a_bare_shelf_offers_examples_to_start_from() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    browser.find("ul[aria-label=Examples] li").await;
    let pick = "[...document.querySelectorAll('ul[aria-label=Examples] button')].find((b) => b.textContent.includes('Fern house')).click()";
    browser.script(pick).await;
    browser.find("main[aria-label=Bench]").await;
    assert!(desk.asked().await.contains("459 N"));
    browser.goto(&desk.server.address).await;
    cards(&desk, 1).await;
    desk.close().await;
}

#[tokio::test]
async fn many_sheets_are_fetched_part_by_part() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    let fill = "
        const done = arguments[0];
        const sheet = (i) => ({ format: 'helvek-sheet/1', title: `Plank ${i}`, points: { A: [0, 0], B: [1 + i / 100, 0] }, bodies: { plank: { runs: [['A', 'B']] } },
            supports: [{ at: 'A', kind: 'pin' }, { at: 'B', kind: 'roller' }], loads: [{ kind: 'force', at: 'B', size: 2, direction: 'down' }] });
        const put = (i) => fetch('/api/sheets', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ sheet: sheet(i) }) });
        (async () => { for (let i = 0; i < 300; i += 20) await Promise.all([...Array(20).keys()].map((k) => put(i + k))); done(true); })();
    ";
    // In the browser a few hundred are enough to need more than one part; the thousands are measured by `cargo xtask measure`.
    assert_eq!(browser.client.execute_async(fill, vec![]).await.unwrap(), json!(true));
    browser.goto(&desk.server.address).await;
    assert_eq!(browser.script(CARDS).await, json!(60));
    browser.script("document.querySelector('.shelf').scrollTo(0, 1e6)").await;
    browser.until("return document.querySelectorAll('.card').length > 60", "the next part").await;
    browser.keys("/plank 299").await;
    cards(&desk, 1).await;
    desk.close().await;
}
