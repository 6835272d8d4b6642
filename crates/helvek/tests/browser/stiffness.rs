//! Redundant structures: a portal drawn from nothing, shared by stiffness, its table read entry by entry; sags and their limits.

use super::Desk;
use helvek_testkit::Theme;

const PAGE: &str = "section[aria-label='How stiffness shares the loads']";

#[tokio::test]
async fn a_portal_is_drawn_distributed_and_read_entry_by_entry() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["B0;0 0;4 6;4 6;0⏎", "p⏎", "pD⏎", "f24⇥2;4⏎", "f6⇥B⇥right⏎", "5"]).await;
    assert!(browser.text(PAGE).await.contains("Stiffness is missing"));
    assert!(browser.text(PAGE).await.contains("Give every member the same stiffness"));
    // Ratios, one for each piece from point to point; the table is there while they are typed.
    desk.draw(&["KEI; 2 EI; 2 EI; EI"]).await;
    let page = browser.text(PAGE).await;
    assert!(page.contains("Worked by moment distribution") && page.contains("C displaced"), "{page}");
    browser.keys("⏎").await;
    browser.settle().await;
    assert!(browser.text(".thread").await.contains("degree 1, solved"));
    assert!(browser.text(".shape-text").await.contains("its form only"));
    // The exact moments are 3.53 and 20.47 (thrust 5.118 at D, 4 high); by hand they differ in the last decimal.
    let page = browser.text(PAGE).await;
    assert!(
        page.contains("3.53") && page.contains("20.47") && page.contains("rounding the entries"),
        "{page}"
    );

    // An entry lights its end of a member, and says its rule.
    browser.hover("tbody tr.over td:nth-of-type(4) button").await;
    browser.settle().await;
    let rule = browser.text("[data-part=rule]").await;
    assert!(rule.contains("CB, carry over: −6.83") && rule.contains("½ × −13.65 from BC"), "{rule}");
    browser.find("[data-mark='end:CB']").await;

    // Row by row: the first one alone, then the others.
    let rows = "return document.querySelectorAll('tbody tr.balance, tbody tr.over, tbody tr.held').length";
    browser.script("document.querySelector('.board-keys').focus()").await;
    browser.keys("NNN").await;
    browser.settle().await;
    let before = browser.script(rows).await.as_u64().unwrap();
    browser.keys("n").await;
    browser.settle().await;
    assert_eq!(browser.script(rows).await.as_u64().unwrap(), before + 1);
    browser.keys("nn").await;
    browser.settle().await;

    // The case of sway, and the other methods.
    browser.click(".case:nth-of-type(2)").await;
    browser.settle().await;
    assert!(browser.text(PAGE).await.contains("the prop at C goes by any amount"));
    browser.click("[role=radio]:nth-of-type(2)").await;
    browser.settle().await;
    assert!(browser.text(PAGE).await.contains("Moments of the joint B"));
    browser.click("[role=radio]:nth-of-type(3)").await;
    browser.settle().await;
    let page = browser.text(PAGE).await;
    assert!(page.contains("Let go: D_x") && page.contains("of the loads"), "{page}");
    desk.close().await;
}

#[tokio::test]
async fn a_beam_sags_settles_and_meets_its_limit() {
    let desk = Desk::set(false, Theme::Dark).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // 8 on a propped cantilever of 6: 18 on the roller.
    desk.draw(&["b6⏎", "w⏎", "r⏎", "d8⏎", "K20000⏎"]).await;
    assert!(browser.text(".asked, footer, .bottom").await.contains("18.0 kN"));
    // wL⁴/(184.6 EI), at 57.9 % of the length.
    let shape = browser.text(".shape-text").await;
    assert!(shape.contains("2.81 mm, 3.47 m from A") && shape.contains("as large"), "{shape}");
    assert!(browser.text(PAGE).await.contains("none"));
    // It settles by 10 mm: B loses 3 EI δ/L³ = 2.78.
    browser.keys("1").await;
    browser.script("document.querySelector('[data-handle=\"support:B\"]').focus()").await;
    browser.keys("⏎").await;
    browser.settle().await;
    let slot = "document.querySelector('input[name=settles]')";
    browser.script(&format!("{slot}.focus()")).await;
    browser.keys("10 mm⏎").await;
    browser.settle().await;
    assert!(browser.text(".bottom").await.contains("15.2 kN"));
    assert!(browser.text(".stage").await.contains("settles 10 mm"));
    // A limit on its sag is judged.
    browser.keys("Lsag⇥L/500⏎").await;
    browser.settle().await;
    let page = browser.text("section[aria-label='What governs']").await;
    assert!(page.contains("beam, sag") && page.contains("1.19 mm of 12.0 mm"), "{page}");
    // What makes no sense is said in its slot.
    browser.keys("K2 kN⏎").await;
    browser.settle().await;
    let tag = browser.text("form.tag, form").await;
    assert!(tag.contains("a force times a length squared"), "{tag}");
    desk.close().await;
}
