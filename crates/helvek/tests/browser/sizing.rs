//! The stop of limits: sections, limits and plates typed, ranked, changed, and judged anew with every key.

use super::Desk;
use helvek_testkit::Theme;

const PAGE: &str = "section[aria-label='What governs']";

#[tokio::test]
async fn a_pin_is_threaded_by_key_sized_and_judged_anew() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // 6 kN at 1 of 2.4: 3.5 kN on the pin.
    desk.draw(&["b2.4⏎", "p⏎", "r⏎", "f6@1⏎", "6"]).await;
    assert!(browser.text(PAGE).await.contains("Nothing has a limit yet"));
    // Beside it there is no working: on the board stands what was found, not what was assumed.
    let drawn = browser.text(".board").await;
    assert!(drawn.contains("3.50 kN") && drawn.contains("2.50 kN"), "{drawn}");
    browser.keys("S").await;
    browser.settle().await;
    browser.keys("⇥60 x 100⇥⇥assumed steel⏎").await;
    browser.settle().await;
    let page = browser.text(PAGE).await;
    assert!(page.contains("normal stress") && page.contains("35.0 MPa of 240 MPa"), "{page}");
    browser.keys("E").await;
    browser.settle().await;
    browser.keys("A⇥ground 6, beam 10 edge 18, ground 6⇥⇥assumed steel⇥2⏎").await;
    browser.settle().await;
    // Two planes with half of it each: √(4·1750/(π·140/2)) = 5.64, rounded up to 6 mm; 140 over 61.9 MPa.
    let page = browser.text(PAGE).await;
    assert!(page.contains("Pin A: 6 mm would do") && page.contains("at least 5.64 mm"), "{page}");
    assert!(
        page.contains("sheared by 1.75 kN") && page.contains("meets the stated limit: factor 2.26"),
        "{page}"
    );
    assert!(browser.text(".thread").await.contains("governs: A, 0.88"));

    // A size is changed: judged anew while it is typed, kept with Enter.
    browser.click("[data-pin='A'] button.change").await;
    browser.settle().await;
    browser.keys("5").await;
    browser.settle().await;
    let page = browser.text(PAGE).await;
    assert!(
        page.contains("2 of 7 limits are not met") && page.contains("falls short of the stated limit"),
        "{page}"
    );
    browser.keys("⏎").await;
    browser.settle().await;
    assert!(browser.text(PAGE).await.contains("The 5 mm given are less than that."));
    desk.close().await;
}

#[tokio::test]
async fn a_limit_without_its_unit_is_asked_for_and_a_table_of_sections_is_read() {
    let desk = Desk::set(false, Theme::Dark).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@2⏎", "6"]).await;
    browser.keys("S").await;
    browser.settle().await;
    browser.keys("⇥60 x 100⇥⇥assumed steel⏎").await;
    browser.settle().await;
    browser.keys("L").await;
    browser.settle().await;
    browser.keys("⇥150⏎").await;
    browser.settle().await;
    let tag = browser.text("form.tag, form").await;
    assert!(tag.contains("in which unit?") && tag.contains("150 MPa"), "{tag}");
    browser.keys("150 MPa⏎").await;
    browser.settle().await;
    // 16e6·50/(60·100³/12) = 160 MPa.
    let page = browser.text(PAGE).await;
    assert!(
        page.contains("160 MPa of 150 MPa, stated") && page.contains("falls short of the stated limit"),
        "{page}"
    );
    assert!(page.contains("may grow") || page.contains("have to come down to 0.938 times"), "{page}");

    // The limit is taken away again where it is told.
    browser.click(".checks li:first-child button.change").await;
    browser.settle().await;
    browser.click("button[aria-label='Remove']").await;
    browser.settle().await;
    let page = browser.text(PAGE).await;
    assert!(!page.contains("MPa, stated") && page.contains("160 MPa of 240 MPa, yield stress"), "{page}");
    browser.control('z').await;
    browser.settle().await;

    // A table of one's own, as a file that is chosen.
    browser
        .script(
            "const f = new File(['name,shape,width,height\\nown plank,rectangle,80,120\\n'], 'own.csv', { type: 'text/csv' });
             const list = new DataTransfer();
             list.items.add(f);
             const input = document.querySelector('input[type=file]');
             input.files = list.files;
             input.dispatchEvent(new Event('change', { bubbles: true }));",
        )
        .await;
    browser.until("return document.body.innerText.includes('own.csv is read') || document.querySelector('[aria-live]').textContent.includes('own.csv is read')", "the table").await;
    browser.settle().await;
    browser.keys("S").await;
    browser.settle().await;
    browser.keys("⇥own plank⏎").await;
    browser.settle().await;
    let page = browser.text(PAGE).await;
    assert!(page.contains("Section own plank") && page.contains("A 9600 mm²"), "{page}");
    assert!(page.contains("All 3 limits that were checked are met."), "{page}");
    desk.close().await;
}
