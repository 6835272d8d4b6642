//! Drawing, reading, changing, and finding it all again.

use super::{Desk, binary, sheets};
use helvek_testkit::{Server, Theme};
use serde_json::json;

#[tokio::test]
async fn a_beam_is_drawn_from_an_empty_board_read_and_found_again_after_a_restart() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;

    // Pin, roller, two forces, a distributed load: the usual ones are Enter, the places are typed.
    let keys = desk.draw(&["b6⏎", "p⏎", "r⏎", "f10@2⏎", "f5@4.5⏎", "d2⏎"]).await;
    assert!(keys <= 30, "{keys} keys");

    // B = (10·2 + 5·4.5 + 2·6·3)/6 = 78.5/6 = 13.083; A = 27 − B = 13.917.
    let answers = desk.asked().await;
    assert!(answers.contains("13.9 kN ↑") && answers.contains("13.1 kN ↑"), "{answers}");
    assert_eq!(browser.text("[data-verdict]").await, "determinate");
    assert!(browser.text(".proof").await.contains("Checked: "));
    assert!(browser.text(".proof").await.contains("qualified engineer"));

    // Its free body: reactions in place of supports, assumed first, then found step by step.
    browser.keys("2").await;
    browser.settle().await;
    let roles = "return [...document.querySelectorAll('.arrow')].filter((a) => a.dataset.mark.startsWith('reaction')).map((a) => a.dataset.mark + ' ' + [...a.classList].find((c) => ['assumed', 'focus', 'solved'].includes(c))).sort()";
    assert_eq!(
        browser.script(roles).await,
        json!(["reaction:A_x assumed", "reaction:A_y assumed", "reaction:B_y assumed"])
    );
    browser.keys("3").await;
    browser.settle().await;
    assert_eq!(
        browser.script(roles).await,
        json!(["reaction:A_x assumed", "reaction:A_y assumed", "reaction:B_y focus"])
    );
    browser.keys("nn").await;
    browser.settle().await;
    // A_x is exactly zero: from the next step on it is out of the drawing.
    assert_eq!(browser.script(roles).await, json!(["reaction:A_y focus", "reaction:B_y solved"]));

    // The title, and everything else, is there after the server was stopped and started again.
    browser.click(".title").await;
    browser.keys("Seed loft beam⏎").await;
    browser.settle().await;
    let Desk { server, browser, folder } = desk;
    assert!(server.stop().await);
    let server = Server::start(binary(), &sheets(&folder), false).await;
    let desk = Desk { server, browser, folder };
    desk.browser.goto(&desk.server.address).await;
    desk.browser.click("li a").await;
    desk.browser.find("main[aria-label=Bench]").await;
    assert_eq!(desk.asked().await, answers);
    assert_eq!(desk.browser.script("return document.title").await, "Seed loft beam · Helvek");
    desk.close().await;
}

#[tokio::test]
async fn a_term_and_its_arrow_light_each_other() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    desk.open("Potting").await;
    browser.settle().await;
    browser.keys("3").await;
    browser.settle().await;

    browser.hover("[data-part=step-1] .term[data-of='load:crate']").await;
    browser.settle().await;
    let lit =
        "return [...document.querySelectorAll('.arrow.lit, .comb.lit')].map((e) => e.dataset.mark ?? 'comb')";
    assert_eq!(browser.script(lit).await, json!(["load:crate"]));
    assert_eq!(browser.text("[data-label=arm]").await, "0.5 m");

    // And back: the arrow lights every term it appears in, in the steps and in the check.
    browser.hover("[data-mark='load:crate'] .halo").await;
    browser.settle().await;
    let terms = "return [...document.querySelectorAll('.term.lit')].map((t) => t.dataset.of)";
    assert_eq!(browser.script(terms).await, json!(["load:crate", "load:crate", "load:crate"]));
    desk.close().await;
}

#[tokio::test]
async fn things_are_changed_in_place_undone_and_removed() {
    let desk = Desk::set(false, Theme::Dark).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@2⏎"]).await;
    assert!(desk.asked().await.contains("8.00 kN ↑"));

    // By pointer: the value, then the distance. 2 becomes 3 and what lies beyond moves: 12·3/7 = 5.14.
    browser.click("[data-handle='load:F1']").await;
    browser.keys("24 kN⏎").await;
    assert!(desk.asked().await.contains("16.0 kN ↑"));
    browser.control('z').await;
    browser.click("[data-handle='dimension:A-C']").await;
    browser.keys("3⏎").await;
    assert!(desk.asked().await.contains("5.14 kN ↑"));

    // Nonsense is marked where it stands; Escape leaves everything as it was.
    browser.click("[data-handle='load:F1']").await;
    browser.keys("2,5⏎").await;
    browser.find(".tag [aria-invalid=true][name=size]").await;
    assert!(browser.text(".tag .message").await.contains("2.5"));
    browser.keys("⎋").await;
    assert!(desk.asked().await.contains("5.14 kN ↑"));

    // Without its roller it turns; the first cure holds it again.
    browser.script("document.querySelector(\"[data-handle='support:B']\").focus()").await;
    browser.keys("⌦").await;
    browser.settle().await;
    assert_eq!(browser.text("[data-verdict]").await, "unstable");
    browser.find("[data-mark=motion]").await;
    browser.click(".cures button").await;
    browser.settle().await;
    assert_eq!(browser.text("[data-verdict]").await, "determinate");
    for _ in 0..3 {
        browser.control('z').await;
        browser.settle().await;
    }
    assert!(desk.asked().await.contains("8.00 kN ↑"));
    desk.close().await;
}

#[tokio::test]
async fn a_place_is_pointed_at_and_read_off_before_it_is_taken() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎", "p⏎", "r⏎"]).await;
    // The tool by pointer, the size typed, the place pointed at: the middle of the board is the middle of the beam.
    browser.click(".strip button[title^=Force]").await;
    browser.keys("12").await;
    browser.hover(".beam .reach").await;
    browser.settle().await;
    assert_eq!(browser.text(".pointed text").await, "3, steps of 0.1");
    browser.press().await;
    browser.settle().await;
    assert_eq!(browser.script("return document.querySelector('.tag [name=place]').value").await, json!("3"));
    browser.click(".tag .keep").await;
    assert!(desk.asked().await.contains("6.00 kN ↑"));
    desk.close().await;
}

#[tokio::test]
async fn conventions_and_units_change_in_place_and_change_no_reaction() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    desk.open("Potting").await;
    assert!(desk.asked().await.contains("0.930 kN ↑"));
    browser.click("button[title^='Positive turning']").await;
    browser.settle().await;
    browser
        .until("return document.querySelector('.lead').textContent.includes('↻')", "the turned sense")
        .await;
    browser.click(".conventions").await;
    browser.click("input[name=convention-first][value=forces]").await;
    browser.keys("⎋").await;
    browser.settle().await;
    assert!(browser.text("[data-part=step-1] h2").await.contains("Forces along x"));
    assert!(desk.asked().await.contains("0.930 kN ↑"));
    // 0.93 kN = 209 lb.
    let choose = "const s = document.querySelector('select[aria-label=Units]'); s.value = 'lb · ft'; s.dispatchEvent(new Event('change', { bubbles: true }))";
    browser.script(choose).await;
    browser.until("return document.querySelector('.asked').textContent.includes('209 lb')", "pounds").await;
    for _ in 0..3 {
        browser.control('z').await;
        browser.settle().await;
    }
    assert!(desk.asked().await.contains("0.930 kN ↑"));
    desk.close().await;
}
