//! Changing what is drawn: bent bars, every support, several things at once, by drag and by key, and taking it back.

use super::Desk;
use helvek_testkit::Theme;
use serde_json::{Value, json};

#[tokio::test]
async fn a_crank_is_drawn_piece_by_piece_and_changed_where_it_stands() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    // 4 m level, 3 m up from its end; a wall at the foot; 2 kN to the right at the top: the wall turns back 2·3.
    desk.draw(&["b4⏎", "b3⇥90⏎", "w⏎", "f2@end⇥right⏎"]).await;
    assert!(desk.asked().await.contains("6.00 kN·m ↺"));
    // Its upright is 3 m; 2 m instead.
    browser.click("[data-handle='dimension:B-C']").await;
    desk.draw(&["2⏎"]).await;
    assert!(desk.asked().await.contains("4.00 kN·m ↺"));
    // The upright leans: 2 m at 60° are 1.732 m high.
    browser.hover("[data-label='dimension:B-C']").await;
    let slope = "
        const upright = [...document.querySelectorAll('.beam .reach')][0];
        const p = upright.getPointAtLength(upright.getTotalLength() - 30).matrixTransform(upright.getScreenCTM());
        upright.dispatchEvent(new MouseEvent('click', { bubbles: true, clientX: p.x, clientY: p.y }));
    ";
    browser.script(slope).await;
    assert_eq!(browser.text(".tag .what").await, "Piece");
    desk.draw(&["⇥60⏎"]).await;
    assert!(desk.asked().await.contains("3.46 kN·m ↺"));
    // A mass beside the member rides along with it; a sought force is solved for.
    desk.draw(&["m50 kg@C + 0.5 right⏎"]).await;
    browser.find("line.ride").await;
    for _ in 0..4 {
        browser.control('z').await;
        browser.settle().await;
    }
    assert!(desk.asked().await.contains("6.00 kN·m ↺") || desk.asked().await.contains("no couple"));
    desk.close().await;
}

#[tokio::test]
async fn every_support_has_its_key_and_turns_into_another_in_place() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    // A guide that lets it slide; the P that keeps it from sliding is sought. A link at its end is one too many.
    desk.draw(&["b6⏎", "g⏎", "f?P@2⇥left⏎", "f1@4⇥right⏎"]).await;
    assert_eq!(browser.text("[data-verdict]").await, "balanced");
    assert!(desk.asked().await.contains("1.00 kN"), "{}", desk.asked().await);
    desk.draw(&["l⇥up⏎"]).await;
    assert_eq!(browser.text("[data-verdict]").await, "indeterminate");
    browser.click("[data-handle='support:B']").await;
    browser.find(".tag select[name=kind]").await;
    let choose = "const s = document.querySelector('.tag select[name=kind]'); s.value = 'roller'; s.dispatchEvent(new Event('change', { bubbles: true }))";
    browser.script(choose).await;
    browser.settle().await;
    browser.click(".tag .keep").await;
    browser.settle().await;
    let shapes =
        "return [...document.querySelectorAll('.support-handle')].map((e) => e.getAttribute('aria-label'))";
    assert_eq!(browser.script(shapes).await, json!(["guide A", "roller B"]));
    // Nonsense stays marked where it stands, and the arrow up brings the old value back.
    browser.click("[data-handle='load:F2']").await;
    browser.keys("1 kg⏎").await;
    browser.find(".tag [aria-invalid=true][name=size]").await;
    assert!(browser.text(".tag .was").await.contains("brings back 1"));
    browser.keys("↑⏎").await;
    browser.settle().await;
    assert_eq!(browser.script("return document.querySelector('.tag')").await, Value::Null);
    desk.close().await;
}

#[tokio::test]
async fn several_things_are_moved_repeated_mirrored_and_removed_together() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@1⏎"]).await;
    assert!(desk.asked().await.contains("10.0 kN ↑"));
    // One thing by its handle: 1 → 2 m.
    browser.script("document.querySelector(\"[data-handle='load:F1']\").focus()").await;
    desk.draw(&["v1⏎"]).await;
    assert!(desk.asked().await.contains("8.00 kN ↑"));
    // Repeated: two more, each a metre on; 12·(4 + 3 + 2)/6 = 18.
    browser.script("document.querySelector(\"[data-handle='load:F1']\").focus()").await;
    desk.draw(&["e1⇥2⏎"]).await;
    assert!(desk.asked().await.contains("18.0 kN ↑"));
    // Shift and a click takes another one in; both mirrored with a copy would meet at the middle: refused and said.
    browser.control('z').await;
    browser.settle().await;
    browser.script("document.querySelector(\"[data-handle='load:F1']\").focus()").await;
    desk.draw(&[" "]).await;
    assert!(browser.text(".group").await.contains("1 chosen"));
    browser.keys("i").await;
    let copy = "const s = document.querySelector('.tag select[name=copy]'); s.value = 'yes'; s.dispatchEvent(new Event('change', { bubbles: true }))";
    browser.script(copy).await;
    browser.settle().await;
    browser.click(".tag .keep").await;
    browser.settle().await;
    // Symmetric now: 12 at 2 and at 4 m.
    assert!(desk.asked().await.contains("12.0 kN ↑") && !desk.asked().await.contains("8.00"));
    browser.control('a').await;
    assert!(browser.text(".group").await.contains("4 chosen"));
    desk.draw(&["⌦"]).await;
    assert_eq!(browser.script("return document.querySelectorAll('.board .support').length").await, json!(0));
    browser.control('z').await;
    browser.settle().await;
    assert!(desk.asked().await.contains("12.0 kN ↑"));
    desk.close().await;
}

#[tokio::test]
async fn things_are_dragged_to_sensible_places_and_escape_lets_go() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@2⏎"]).await;
    let place = "return document.querySelector('.asked .answer .part:last-child').textContent";
    assert_eq!(browser.script(place).await, json!("Ay\u{a0}8.00 kN ↑"));
    // A sixth of the beam to the right: 2 → 3 m. The drawing stands still meanwhile.
    let sixth = browser
        .script("return document.querySelector('.beam polyline').getBoundingClientRect().width / 6")
        .await;
    let sixth = sixth.as_f64().unwrap();
    browser.drag("[data-handle='load:F1']", sixth + 1.0, 60.0).await;
    browser.settle().await;
    assert_eq!(browser.script(place).await, json!("Ay\u{a0}6.00 kN ↑"));
    // The roller by its symbol, two sixths to the left: 6 → 4 m; 12·1/4 on the pin.
    browser.drag("[data-handle='support:B']", -2.0 * sixth, 0.0).await;
    browser.settle().await;
    assert_eq!(browser.script(place).await, json!("Ay\u{a0}3.00 kN ↑"));
    browser.control('z').await;
    browser.settle().await;
    assert_eq!(browser.script(place).await, json!("Ay\u{a0}6.00 kN ↑"));
    // The end of the beam by its point: it bends up where it is dragged to, or grows when it stays level.
    browser.drag("[data-handle='point:B']", sixth, 0.0).await;
    browser.settle().await;
    assert_eq!(browser.text("[data-label='dimension:A-B']").await, "7 m");
    desk.close().await;
}

#[tokio::test]
async fn what_is_asked_is_chosen_in_place_and_commands_are_found_by_word() {
    let desk = Desk::set(true, Theme::Light).await;
    desk.open("Potting").await;
    let browser = &desk.browser;
    browser.keys("a").await;
    browser.click("[aria-label='What is asked'] label:nth-of-type(1)").await;
    browser.settle().await;
    browser.keys("⎋").await;
    assert!(!desk.asked().await.contains("0.930") && desk.asked().await.contains("0.870"));
    // One equation is enough for that.
    assert_eq!(
        browser.script("return document.querySelectorAll('[data-part^=step]').length").await,
        json!(1)
    );
    browser.script("document.querySelector('.board-keys').focus()").await;
    browser.keys("/clockwise").await;
    browser.keys("⏎").await;
    browser
        .until(
            "return document.querySelector('.lead .katex')?.textContent.includes('↻') ?? false",
            "the turned sense",
        )
        .await;
    browser.settle().await;
    browser.keys("/crate⏎").await;
    browser.find(".tag [name=size]").await;
    browser.keys("⎋").await;
    // The working plays itself back, term by term, to the check.
    browser.script("document.querySelector('.board-keys').focus()").await;
    browser.keys(" ").await;
    browser.until("return document.querySelector('.term.lit') !== null", "a term to be lit").await;
    browser.until("return document.querySelector('main').dataset.stop === 'check'", "the check").await;
    desk.close().await;
}

#[tokio::test]
async fn what_is_not_understood_is_mended_where_it_stands() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    let make = "
        const done = arguments[0];
        const sheet = { format: 'helvek-sheet/1', title: 'Torn page', points: { A: [0, 0], B: [4, 0] }, bodies: { beam: { runs: [['A', 'B']] } },
            supports: [{ at: 'A', kind: 'fixed' }, { at: 'Q', kind: 'roller' }], loads: [{ name: 'tub', kind: 'force', at: 'B', size: '2,5', direction: 'down' }] };
        fetch('/api/sheets', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ sheet }) })
            .then((r) => r.json()).then((r) => done(r.id));
    ";
    let id = browser.client.execute_async(make, vec![]).await.unwrap();
    browser.goto(&format!("{}/sheet/{}", desk.server.address, id.as_str().unwrap())).await;
    assert_eq!(browser.text("[data-label='unclear:loads[0].size']").await, "tub: 2,5");
    browser.click("[data-handle='unclear:loads[0].size']").await;
    desk.draw(&["2.5⏎"]).await;
    // The other one has no place on the drawing: it stands along the upper edge, and is taken out.
    browser.click("[aria-label='Not understood, without a place'] button").await;
    browser.click(".tag [aria-label=Remove]").await;
    assert!(desk.asked().await.contains("2.50 kN ↑"));
    desk.close().await;
}

#[tokio::test]
async fn what_is_pressed_on_a_blank_board_is_what_comes() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    browser.click(".strip [aria-label^=Joints]").await;
    browser.settle().await;
    // A triangle 240 wide and 180 high, closed at its first joint.
    for (right, down) in [(-120.0, 60.0), (120.0, 60.0), (0.0, -120.0), (-120.0, 60.0)] {
        browser.press_at(".board > svg", right, down).await;
        browser.settle().await;
    }
    browser.keys("⏎").await;
    let sheet = desk.sheet().await;
    assert_eq!(sheet["bars"].as_array().unwrap().len(), 3);
    let at = |name: &str, i: usize| sheet["points"][name][i].as_f64().unwrap();
    let (wide, high) = (at("B", 0) - at("A", 0), at("C", 1) - at("A", 1));
    assert!((high / wide - 0.75).abs() < 0.05 && at("A", 1) == at("B", 1), "{}", sheet["points"]);
    desk.close().await;
}

#[tokio::test]
async fn members_are_reached_and_turned_by_keys_alone_and_the_keys_go_on_after_a_removal() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    // Level 4 m, then 3 m up: the second piece by the arrows, its slope typed.
    desk.draw(&["b4⏎", "b3⇥up⏎", "w⏎", "f2@end⇥right⏎"]).await;
    browser.script("document.querySelector('[data-handle]').focus()").await;
    let focused = "return document.activeElement.dataset.handle ?? null";
    for _ in 0..12 {
        browser.keys("→").await;
        if browser.script(focused).await == json!("body:beam#/1") {
            break;
        }
    }
    let label = "return document.activeElement.getAttribute('aria-label')";
    assert_eq!(browser.script(label).await, json!("Member beam, piece 2 of 2"));
    browser.keys("⏎").await;
    assert_eq!(browser.text(".tag .what").await, "Piece");
    desk.draw(&["⇥60⏎"]).await;
    // 2 kN at 3 m·sin 60°.
    assert!(desk.asked().await.contains("5.20 kN·m ↺"), "{}", desk.asked().await);
    // By word, too.
    desk.draw(&["/slope B to C⏎", "⇥90⏎"]).await;
    assert!(desk.asked().await.contains("6.00 kN·m ↺"), "{}", desk.asked().await);
    // What is removed hands the keys on to its neighbour.
    browser.script("document.querySelector(\"[data-handle='load:F1']\").focus()").await;
    browser.keys("⌦").await;
    browser.settle().await;
    assert!(browser.script(focused).await.is_string());
    assert_eq!(desk.sheet().await["loads"], json!([]));
    desk.close().await;
}
