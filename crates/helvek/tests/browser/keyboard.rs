//! Everything without a pointer: from the shelf to a changed value, and what is said aloud on the way.

use super::Desk;
use helvek_testkit::Theme;
use serde_json::{Value, json};

const FOCUSED: &str = "const e = document.activeElement; return e.dataset.handle ?? e.getAttribute('aria-label') ?? e.name ?? e.tagName";

#[tokio::test]
async fn the_keyboard_reaches_all_of_it() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;

    // The first slot is ready for typing, @ goes to the place, Tab to the direction, and the board hears keys again afterwards.
    browser.keys("b5 m⏎").await;
    browser.settle().await;
    browser.keys("w⏎").await;
    browser.settle().await;
    browser.keys("f").await;
    assert_eq!(browser.script(FOCUSED).await, json!("size"));
    browser.keys("800 lb@").await;
    assert_eq!(browser.script(FOCUSED).await, json!("place"));
    browser.keys("end⇥").await;
    assert_eq!(browser.script(FOCUSED).await, json!("direction"));
    browser.keys("30 from -y cw⏎").await;
    browser.settle().await;
    assert_eq!(browser.script(FOCUSED).await, json!("Board"));
    assert_eq!(browser.text("[data-label='load:F1']").await, "800 lb, 30° to y");

    // From thing to thing with the arrows, Enter changes, Delete removes. The first load has set the unit of forces.
    browser.script("document.querySelector('[data-handle]').focus()").await;
    assert_eq!(browser.script(FOCUSED).await, json!("support:A"));
    browser.keys("→").await;
    assert_eq!(browser.script(FOCUSED).await, json!("load:F1"));
    browser.keys("⏎").await;
    browser.find(".tag [name=size]").await;
    browser.keys("2⏎").await;
    browser.settle().await;
    assert_eq!(browser.text("[data-label='load:F1']").await, "2 lb, 30° to y");

    // A listener is told what happened, also from stop to stop and from step to step.
    let said = async || {
        let said = "return document.querySelector('[aria-live=polite]').textContent";
        browser.script(said).await.as_str().unwrap().to_owned()
    };
    assert!(said().await.contains("Force changed. determinate"), "{}", said().await);

    // The stops by number, the steps by N, back again by Shift N.
    let place = "const m = document.querySelector('main'); return m.dataset.stop + m.dataset.step";
    browser.keys("3n").await;
    assert_eq!(browser.script(place).await, json!("work2"));
    assert_eq!(said().await, "Work: step 2 of 3");
    browser.keys("nn").await;
    assert_eq!(browser.script(place).await, json!("check3"));
    browser.keys("1").await;
    assert_eq!(browser.script(place).await, json!("idealise3"));
    assert_eq!(said().await, "Idealise: 1 support · 1 load");
    desk.close().await;
}

#[tokio::test]
async fn keys_typed_into_a_field_are_text_and_nothing_else() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    browser.click(".title").await;
    browser.keys("bfprdcn/ 123⏎").await;
    browser.settle().await;
    assert_eq!(browser.script("return document.querySelector('.tag')").await, Value::Null);
    assert_eq!(browser.script("return document.querySelector('.title').value").await, json!("bfprdcn/ 123"));
    desk.close().await;
}

#[tokio::test]
async fn every_button_has_a_name_and_room_for_a_finger() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    desk.open("Lily").await;
    browser.keys("3").await;
    browser.settle().await;
    let poor = "
        return [...document.querySelectorAll('button, input, select, a[href]')]
            .filter((e) => e.offsetParent !== null)
            .filter((e) => {
                const box = e.getBoundingClientRect();
                const named = e.getAttribute('aria-label') || e.textContent.trim() || e.labels?.length;
                return !named || box.width < 24 || box.height < 24;
            })
            .map((e) => e.outerHTML.slice(0, 80) + ' ' + e.getBoundingClientRect().width + 'x' + e.getBoundingClientRect().height);
    ";
    assert_eq!(browser.script(poor).await, json!([]));
    desk.close().await;
}
