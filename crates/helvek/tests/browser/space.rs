//! Forces in space: entered from nothing by keys, seen from every side, worked, pulled apart, and painted where there is no WebGL.

use super::Desk;
use helvek_testkit::{Browser, Theme};
use serde_json::json;

/// An empty board of space.
async fn new_space(desk: &Desk) {
    desk.new_sheet().await;
    desk.draw(&["D"]).await;
    desk.browser.find(".solid-board").await;
}

/// Waits until it is known what paints the figure.
async fn painter(browser: &Browser) -> String {
    browser
        .until("return (document.querySelector('.solid-board')?.dataset.painter ?? '') !== ''", "a painter")
        .await;
    let of = browser.script("return document.querySelector('.solid-board').dataset.painter").await;
    of.as_str().unwrap_or_default().to_owned()
}

/// The number of pixels WebGL has painted: read in the very frame that a small zoom asked for, before the browser takes the picture away.
const INKED: &str = "
    const done = arguments[0], canvas = document.querySelector('.solid-board canvas');
    const zoom = new WheelEvent('wheel', { deltaY: -1, clientX: 500, clientY: 400, bubbles: true, cancelable: true });
    canvas.dispatchEvent(zoom);
    setTimeout(() => {
        canvas.dispatchEvent(zoom);
        Promise.resolve().then(() => Promise.resolve()).then(() => Promise.resolve()).then(() => requestAnimationFrame(() => {
            const flat = document.createElement('canvas');
            [flat.width, flat.height] = [canvas.width, canvas.height];
            const pen = flat.getContext('2d');
            pen.drawImage(canvas, 0, 0);
            const { data } = pen.getImageData(0, 0, flat.width, flat.height);
            let count = 0;
            for (let i = 0; i < data.length; i += 4) if (Math.abs(data[i] - data[0]) > 40) count += 1;
            done(count);
        }));
    }, 50);
";

async fn view(browser: &Browser, name: &str) {
    browser
        .script(&format!(
            "[...document.querySelectorAll('.views button')].find((b) => b.textContent === '{name}').click()"
        ))
        .await;
    let there =
        format!("return document.querySelector('.solid-board').dataset.view === '{}'", name.to_lowercase());
    browser.until(&there, name).await;
    browser.settle().await;
}

#[tokio::test]
async fn a_particle_on_three_cables_from_nothing() {
    let desk = Desk::set(false, Theme::Light).await;
    new_space(&desk).await;
    let keys = desk.draw(&["j0;0;0 2;6;3, A -3;6;2, A 0;4;-3⇥c⏎", "pB C D⏎", "/let y⏎", "m70 N@A⏎"]).await;
    println!("particle: {keys} keys");
    assert!(keys < 85, "{keys} keys");
    // 7 · 315/71 N, as derived in the core's tests.
    let asked = desk.asked().await;
    assert!(asked.contains("31.1 N T"), "{asked}");
    // By hand one sum square to two of the cables finds the third one's force, before any two unknowns are found together.
    desk.draw(&["3"]).await;
    let square = "return /square to/.test(document.querySelector('article.now')?.textContent)";
    for step in 0..12 {
        if desk.browser.script(square).await == json!(true) {
            break;
        }
        assert!(step < 11, "no sum square to two cables");
        desk.draw(&["n"]).await;
    }
    let step = desk.browser.text("article.now").await;
    assert!(step.contains("31.1") && step.contains("only unknown"), "{step}");
    desk.close().await;
}

#[tokio::test]
async fn a_shaft_in_bearings_from_nothing_worked_in_both_notations() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    new_space(&desk).await;
    let keys = desk
        .draw(&["b0;0;0 1.2;0;0⏎", "pA⏎", "oB⏎", "f0.6@0.4;0.1;0⇥-z⏎", "f?P@0.9;0;0.3⇥round A +x⏎"])
        .await;
    println!("shaft: {keys} keys");
    assert!(keys < 90, "{keys} keys");
    let asked = desk.asked().await;
    for says in ["0.150 kN along +y", "0.200 kN along +z", "0.250 kN"] {
        assert!(asked.contains(says), "{says}: {asked}");
    }
    assert_eq!(painter(browser).await, "webgl");
    // A term that is pointed at lights its lever arm: its length stands on the figure.
    desk.draw(&["3"]).await;
    browser.hover("article.now .term:nth-of-type(1)").await;
    browser
        .until("return document.querySelector('.word.arm')?.textContent.trim() === '0.8 m'", "the arm")
        .await;
    // The other convention: r × F beside the same sum.
    let chip =
        "[...document.querySelectorAll('button.convention')].find((b) => b.textContent.trim() === 'x, y, z')";
    browser.script(&format!("{chip}.click()")).await;
    browser.settle().await;
    browser
        .until(
            "return document.querySelector(\"article.now [role=math][aria-label^='r × F']\") !== null",
            "r × F",
        )
        .await;
    // A point is changed by typing its third coordinate; what follows is solved anew.
    browser.script("document.querySelector('.board-keys').focus()").await;
    desk.draw(&["1", "/point D⏎"]).await;
    browser.find(".tag [name=z]").await;
    browser.script("const z = document.querySelector('.tag [name=z]'); z.focus(); z.select()").await;
    desk.draw(&["0.6⏎"]).await;
    let asked = desk.asked().await;
    assert!(asked.contains("0.100 kN"), "{asked}");
    desk.close().await;
}

#[tokio::test]
async fn a_tripod_from_nothing_seen_from_every_side_and_pulled_apart() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    new_space(&desk).await;
    let keys = desk.draw(&["j0;0;0 0.7;0.6;2.1 1.6;0;0 A, A 0.6;1.5;0 C, B D⏎", "sA C D⏎", "m18@B⏎"]).await;
    println!("tripod: {keys} keys");
    assert!(keys < 75, "{keys} keys");
    // 18 · 9.81 N over the three feet: moments about the two axes through A; free to slide, yet balanced.
    let asked = desk.asked().await;
    assert!(asked.contains("0.0706 kN along +z"), "{asked}");
    browser
        .until("return document.body.textContent.includes('It is free to move in 3 ways')", "the verdict")
        .await;
    // Where nothing is said of a way, it is told by key which way to look.
    for (i, name) in ["Plan", "Front", "Side", "Oblique"].into_iter().enumerate() {
        let press = format!(
            "document.querySelector('.board-keys').dispatchEvent(new KeyboardEvent('keydown', {{ key: '!', code: 'Digit{}', shiftKey: true, bubbles: true }}))",
            i + 1
        );
        browser.script(&press).await;
        let there = format!(
            "return document.querySelector('.solid-board').dataset.view === '{}'",
            name.to_lowercase()
        );
        browser.until(&there, name).await;
    }
    // It is really painted, and turned by a drag.
    assert_eq!(painter(browser).await, "webgl");
    browser.sweep(".solid-board", -60.0, 120.0, 120.0, -30.0, 300).await;
    browser.until("return document.querySelector('.solid-board').dataset.view === 'turned'", "a turn").await;
    // Pulled apart every joint has its own arrows: the pairs of six bars are twelve.
    desk.draw(&["3", "4", "z"]).await;
    let arrows = "return document.querySelectorAll('.word.unknown').length";
    browser.until(&format!("{arrows} >= 12"), "the pieces").await;
    desk.draw(&["z"]).await;
    // A place is picked in a plane view: on the level of the point that was named last.
    view(browser, "Plan").await;
    browser.script("document.querySelector('.board-keys').focus()").await;
    desk.draw(&["1", "jB"]).await;
    browser.sweep(".solid-board", -200.0, -120.0, 0.0, 0.0, 50).await;
    let typed = "return document.querySelector('.tag [name=through]').value";
    browser
        .until(&format!("return ({}).split(';').length === 3", typed.replace("return ", "")), "a place")
        .await;
    let typed = browser.script(typed).await;
    assert!(typed.as_str().unwrap().ends_with(";2.1"), "{typed}");
    desk.close().await;
}

#[tokio::test]
async fn without_webgl_the_same_figure_is_painted_and_on_the_shelf() {
    let desk = Desk::set(true, Theme::Dark).await;
    let browser = &desk.browser;
    let small =
        "[...document.querySelectorAll('.card')].find((c) => c.textContent.includes('Lantern tripod'))";
    browser
        .until(&format!("return {small}?.querySelectorAll('svg .solid').length > 8"), "the small figure")
        .await;
    desk.open("Lantern tripod").await;
    assert_eq!(painter(browser).await, "webgl");
    let inked = browser.client.execute_async(INKED, vec![]).await.unwrap();
    let address = browser.client.current_url().await.unwrap();
    browser.goto(&format!("{address}?flat")).await;
    assert_eq!(painter(browser).await, "svg");
    let solid = browser.script("return document.querySelectorAll('.flat .solid').length").await;
    assert!(solid.as_u64().unwrap() > 30, "{solid}");
    assert!(inked.as_u64().unwrap() > 2000, "{inked} pixels");
    desk.close().await;
}

#[tokio::test]
async fn what_points_nowhere_is_named_on_the_figure_with_its_cure() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    let sheet = json!({
        "format": "helvek-sheet/1", "space": "space",
        "points": { "A": [0, 0, 0], "B": [1, 0, 0], "C": [1, 0, 0] },
        "bodies": { "arm": { "runs": [["A", "B"]] } },
        "bars": [["B", "C"]],
        "supports": [{ "at": "A", "kind": "fixed" }],
        "loads": [{ "kind": "force", "at": "B", "size": 1, "direction": [0, 0, 0] }],
    });
    let keep = format!(
        "const done = arguments[0], sheet = {sheet};
        fetch('/api/sheets', {{ method: 'POST', headers: {{ 'content-type': 'application/json' }}, body: JSON.stringify({{ sheet }}) }})
            .then((r) => r.json()).then(({{ id }}) => done(id));"
    );
    let id = browser.client.execute_async(&keep, vec![]).await.unwrap();
    browser.goto(&format!("{}/sheet/{}", desk.server.address, id.as_str().unwrap())).await;
    let marks = "return [...document.querySelectorAll('.word.unclear')].map((w) => w.textContent).join(' ')";
    browser.until("return document.querySelectorAll('.word.unclear').length === 2", "two marks").await;
    let marks = browser.script(marks).await;
    assert!(marks.as_str().unwrap().contains("B-C"), "{marks}");
    let page = browser.text(".page").await;
    assert!(page.contains("zero length") && page.contains("Write a vector that is not zero."), "{page}");
    // The place that is wrong is mended where it stands.
    browser.script("[...document.querySelectorAll('.word.unclear')].find((w) => !w.textContent.includes('B-C')).click()").await;
    browser.find(".tag [name=value]").await;
    desk.close().await;
}

#[tokio::test]
async fn things_in_space_are_reached_chosen_and_removed_by_keys() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    browser.keys("D").await;
    browser.settle().await;
    desk.draw(&["b0;0;0 1.2;0;0⏎", "pA⏎", "oB⇥A to B⏎", "f3@B⏎"]).await;
    let things = "return [...document.querySelectorAll('[data-handle]')].filter((e) => e.tabIndex === 0).map((e) => e.dataset.handle)";
    let things = browser.script(things).await;
    for id in ["support:A", "support:B", "point:A", "load:F1"] {
        assert!(things.as_array().unwrap().contains(&json!(id)), "{id} is not in {things}");
    }
    let focus = |id: &str| format!("document.querySelector(\"[data-handle='{id}']\").focus()");
    browser.script(&focus("load:F1")).await;
    browser.keys(" ").await;
    assert_eq!(browser.script("return document.querySelector('.tag')").await, serde_json::Value::Null);
    assert!(browser.text(".group").await.contains("1 chosen"));
    browser.keys("⌦").await;
    assert_eq!(desk.sheet().await["loads"], json!([]));
    browser.control('z').await;
    browser.settle().await;
    browser.script(&focus("support:B")).await;
    browser.keys("⌦").await;
    assert_eq!(desk.sheet().await["supports"].as_array().unwrap().len(), 1);
    desk.close().await;
}
