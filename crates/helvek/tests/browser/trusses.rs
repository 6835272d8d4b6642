//! Trusses on the bench: entered from nothing, worked in an order of one's own, cut, limited, mended.

use super::Desk;
use helvek_testkit::Theme;
use serde_json::{Value, json};

/// The text of the step that is read.
const STEP: &str = "return document.querySelector('article.now').innerText";

/// Opens a sheet that was written elsewhere.
async fn open(desk: &Desk, sheet: Value) {
    let keep = format!(
        "const done = arguments[0], sheet = {sheet};
        fetch('/api/sheets', {{ method: 'POST', headers: {{ 'content-type': 'application/json' }}, body: JSON.stringify({{ sheet }}) }})
            .then((r) => r.json()).then(({{ id }}) => done(id));"
    );
    let id = desk.browser.client.execute_async(&keep, vec![]).await.unwrap();
    desk.browser.goto(&format!("{}/sheet/{}", desk.server.address, id.as_str().unwrap())).await;
    desk.browser.script("document.querySelector('.board-keys').focus()").await;
}

async fn page(desk: &Desk) -> String {
    desk.browser.settle().await;
    desk.browser.text(".page").await
}

#[tokio::test]
async fn a_truss_of_nine_bars_takes_less_than_sixty_keys() {
    let desk = Desk::set(false, Theme::Light).await;
    // By panels: bottom A B C D, top E F, 12 kN at C and 4 kN to the right at E.
    desk.new_sheet().await;
    let keys = desk.draw(&["u6⇥3⇥1.5⇥sl⏎", "f12@C⏎", "f4@E⇥right⏎"]).await;
    println!("by panels: {keys} keys");
    assert!(keys < 60, "{keys} keys");
    // Moments about A: −12·4 − 4·1.5 + 6·D = 0.
    assert!(desk.asked().await.contains("9.00 kN ↑"), "{}", desk.asked().await);
    let bars = "return document.querySelectorAll('.member').length";
    assert_eq!(desk.browser.script(bars).await, json!(9));

    // Joint by joint, and bars by running through them.
    desk.browser.goto(&desk.server.address).await;
    desk.new_sheet().await;
    let keys = desk.draw(&["j0;0 2;0 4;0 6;0 4;1.5 2;1.5 A, B F C E⏎", "p⏎", "r⏎", "f12@C⏎"]).await;
    println!("joint by joint: {keys} keys");
    assert!(keys < 60, "{keys} keys");
    assert_eq!(desk.browser.script(bars).await, json!(9));
    assert!(desk.asked().await.contains("8.00 kN ↑"), "{}", desk.asked().await);
    desk.close().await;
}

#[tokio::test]
async fn joints_are_pointed_at_and_loaded_together() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["u8⇥⇥2⏎", "j"]).await;
    // Two joints that no bar joins yet.
    browser.click("[data-label='point:A']").await;
    browser.click("[data-label='point:G']").await;
    browser.settle().await;
    assert_eq!(
        browser.script("return document.querySelector('.tag [name=through]').value").await,
        json!("A G")
    );
    browser.keys("⏎").await;
    browser.settle().await;
    assert!(page(&desk).await.contains("Statically indeterminate to degree 1"), "{}", page(&desk).await);
    desk.browser.control('z').await;
    desk.draw(&["f3@F..H⏎"]).await;
    let loads = "return document.querySelectorAll('[data-label^=\"load:\"]').length";
    assert_eq!(browser.script(loads).await, json!(3));
    desk.close().await;
}

#[tokio::test]
async fn a_section_is_drawn_and_worked_as_one_body() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["u8⇥⇥2⏎", "f6@C⏎", "x"]).await;
    // Down through the second panel, from above the label of H to below the board's middle: G-H, G-C, B-C.
    let at = "const r = (m) => document.querySelector(`[data-mark='${m}']`).getBoundingClientRect(), t = r('bar:G-H'), b = r('bar:B-C');
        const l = document.querySelector(`[data-mark='point:H']`).getBoundingClientRect();
        return [t.left + t.width * 0.6 - l.left - l.width / 2, b.top - t.top + 60]";
    let at = browser.script(at).await;
    let (x, down) = (at[0].as_f64().unwrap(), at[1].as_f64().unwrap());
    browser.sweep("[data-mark='point:H']", x, -30.0, 0.0, down, 250).await;
    browser.settle().await;
    assert_eq!(
        browser.script("return document.querySelector('.tag [name=bars]').value").await,
        json!("G-H G-C B-C")
    );
    browser.keys("⏎").await;
    browser.settle().await;
    assert_eq!(browser.script("return document.querySelector('main').dataset.stop").await, json!("work"));
    let step = browser.script(STEP).await;
    assert!(step.as_str().is_some_and(|s| s.contains("Section through")), "{step}");
    assert_eq!(browser.script("return document.querySelectorAll('polyline.section').length").await, json!(1));
    // One that does not part the truss is refused where it was typed.
    desk.draw(&["1", "xB-C G-C⏎"]).await;
    assert!(browser.text(".tag .message").await.contains("does not part"));
    desk.close().await;
}

#[tokio::test]
async fn another_joint_is_picked_or_refused_with_its_reason() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["u8⇥⇥2⏎", "f6@C⏎", "3"]).await;
    browser.click("[data-label='point:G']").await;
    browser.settle().await;
    let told =
        "return /Joint G cannot be next: 4 unknowns/.test(document.querySelector('.told')?.textContent)";
    browser.until(told, "the reason").await;
    // A joint that is ringed as ready is worked at once, and stays so after a reload.
    let ready = "return document.querySelector('.turn.ready').dataset.mark";
    let ready = browser.script(ready).await.as_str().unwrap().to_owned();
    browser.click(&format!("[data-label='{ready}']")).await;
    browser.settle().await;
    let name = ready.trim_start_matches("point:");
    let step = browser.script(STEP).await;
    assert!(step.as_str().is_some_and(|s| s.contains(&format!("joint {name}"))), "{step}");
    assert!(page(&desk).await.contains("Worked in the order you chose"));
    browser.click(".plain").await;
    browser.settle().await;
    assert!(!page(&desk).await.contains("Worked in the order you chose"));
    desk.close().await;
}

#[tokio::test]
async fn limits_are_typed_and_what_governs_is_named() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // A bracket: tie 10 T, strut 8 C under 6 kN. Limits 20 and 12: the strut governs at 1.5 times.
    desk.draw(&["j0;0 4;0 0;3⏎", "p⏎", "p@C⏎", "f6@B⏎", "y⇥20⇥12⏎"]).await;
    let asked = desk.asked().await;
    assert!(asked.contains("× 1.50") && asked.contains("A-B governs, C"), "{asked}");
    browser.keys("5").await;
    browser.settle().await;
    let rows =
        "return [...document.querySelectorAll('[data-row]')].map((r) => r.innerText.replace(/\\s+/g, ' '))";
    assert_eq!(
        browser.script(rows).await,
        json!(["A-B 4 m 8.00 kN C 67 % × 1.50", "B-C 5 m 10.0 kN T 50 % × 2.00"])
    );
    // Sorted by force, the largest first; a row lights its bar.
    browser.click("th.force button").await;
    browser.settle().await;
    let first = "return document.querySelector('[data-row]').dataset.row";
    assert_eq!(browser.script(first).await, json!("bar:B-C"));
    browser.hover("[data-row='bar:B-C']").await;
    browser
        .until("return document.querySelector('[data-lit=\"bar:B-C\"]') !== null", "the bar to light up")
        .await;
    // A load between the joints of a bar: refused, with the offer of a member; taken, it is placed.
    desk.draw(&["f1@2;0⏎"]).await;
    assert!(browser.text(".tag .message").await.contains("between the joints of bar A-B"));
    browser.click(".offer").await;
    browser.settle().await;
    assert_eq!(browser.script("return document.querySelectorAll('g.beam').length").await, json!(1));
    assert_eq!(browser.script("return document.querySelector('.tag')").await, Value::Null);
    desk.close().await;
}

#[tokio::test]
async fn what_is_wrong_with_bars_is_named_and_mended_by_one_press() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    let points = json!({ "A": [0, 0], "B": [4, 0], "C": [4, 3], "D": [0, 3] });
    let sheet = |bars: Value| {
        json!({ "format": "helvek-sheet/1", "points": points, "bars": bars,
        "supports": [{ "at": "A", "kind": "pin" }, { "at": "B", "kind": "roller" }],
        "loads": [{ "kind": "force", "at": "C", "size": 2, "direction": "right" }] })
    };
    let frame = ["A", "B", "C", "D"].map(String::from);
    let ring = |more: &[[&str; 2]]| {
        let mut bars: Vec<Value> = (0..4).map(|i| json!([frame[i], frame[(i + 1) % 4]])).collect();
        bars.extend(more.iter().map(|b| json!(b)));
        Value::Array(bars)
    };

    open(&desk, sheet(ring(&[["A", "C"], ["C", "A"]]))).await;
    assert!(page(&desk).await.contains("There is already a bar between C and A"));
    browser.click(".offers button").await;
    assert!(page(&desk).await.contains("Stable and statically determinate"), "{}", page(&desk).await);

    // A ring of four bars sways, and is braced by one key.
    open(&desk, sheet(ring(&[]))).await;
    assert!(page(&desk).await.contains("Unstable"));
    assert_eq!(
        browser.script("return document.querySelector('.ghost[data-mark=motion]') !== null").await,
        json!(true)
    );
    browser.keys("k").await;
    browser.settle().await;
    assert!(page(&desk).await.contains("Stable and statically determinate"), "{}", page(&desk).await);

    // One bar too many: what it ties up is open, the rest is known, and crossing bars may be joined.
    open(&desk, sheet(ring(&[["A", "C"], ["B", "D"]]))).await;
    let said = page(&desk).await;
    assert!(
        said.contains("Statically indeterminate to degree 1") && said.contains("cross without a joint"),
        "{said}"
    );
    let press = |text: &str| {
        format!(
            "[...document.querySelectorAll('.offers button')].find((b) => b.innerText.startsWith('{text}')).click()"
        )
    };
    browser.script(&press("Join")).await;
    let joined = page(&desk).await;
    assert!(joined.contains("S_AE") && !joined.contains("cross without a joint"), "{joined}");
    browser.script(&press("Take the bar E-D out")).await;
    assert!(page(&desk).await.contains("Stable and statically determinate"), "{}", page(&desk).await);
    desk.close().await;
}
