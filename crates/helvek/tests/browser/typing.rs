//! Fast typing: all of it arrives, whatever the server does meanwhile, and whatever is pressed instead of Enter.

use super::Desk;
use helvek_testkit::{NINE_BARS as TRUSS, Theme};
use serde_json::{Value, json};
use std::time::Duration;

const TAG: &str = "return document.querySelector('.tag .what')?.textContent ?? null";

fn bars(sheet: &Value) -> Vec<String> {
    let bars = sheet["bars"].as_array().unwrap();
    let ends = |bar: &Value| if bar.is_array() { bar.clone() } else { bar["ends"].clone() };
    bars.iter().map(ends).map(|e| format!("{}{}", e[0].as_str().unwrap(), e[1].as_str().unwrap())).collect()
}

/// The answers of the truss.
async fn whole(desk: &Desk) {
    let sheet = desk.sheet().await;
    assert_eq!(bars(&sheet), ["AB", "BC", "AD", "DB", "BE", "EC", "DE", "DF", "FE"]);
    let kinds: Vec<_> = sheet["supports"].as_array().unwrap().iter().map(|s| s["kind"].clone()).collect();
    assert_eq!(kinds, ["pin", "roller"]);
    let loads: Vec<_> =
        sheet["loads"].as_array().unwrap().iter().map(|l| (l["at"].clone(), l["size"].clone())).collect();
    assert_eq!(loads, [(json!("F"), json!(5)), (json!("E"), json!(3))]);
    assert_eq!(desk.browser.text("[data-verdict]").await, "determinate");
}

#[tokio::test]
async fn a_truss_is_typed_without_a_pause_from_the_shelf_on() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.browser.keys(&format!("n{}", TRUSS.concat())).await;
    desk.browser.find("main[aria-label=Bench]").await;
    desk.browser
        .until("return document.querySelector('[data-handle=\"load:F2\"]') !== null", "the last load")
        .await;
    whole(&desk).await;
    desk.close().await;
}

#[tokio::test]
async fn what_is_typed_and_pasted_while_the_server_hangs_waits_and_is_done_in_its_order() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    browser.keys(&TRUSS[..4].concat()).await;
    desk.server.pause().await;
    browser.keys(&TRUSS[4..11].concat()).await;
    browser.keys("f").await;
    browser.keys("5@F⏎f3@E⇥right⏎").await;
    tokio::time::sleep(Duration::from_secs(3)).await;
    assert!(browser.text("[role=status] code").await.ends_with("f3@E⇥right⏎"));
    desk.server.resume().await;
    browser
        .until("return document.querySelector('[data-handle=\"load:F2\"]') !== null", "the last load")
        .await;
    whole(&desk).await;
    desk.close().await;
}

#[tokio::test]
async fn what_follows_on_something_refused_waits_until_that_is_mended_or_left() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎", "p⏎", "r⏎"]).await;
    for (mend, loads) in [("2⏎", vec!["force", "couple"]), ("⎋", vec!["force", "couple", "couple"])] {
        desk.server.pause().await;
        browser.keys("f5@99⏎c4@3⏎").await;
        desk.server.resume().await;
        browser.find(".tag [aria-invalid=true][name=place]").await;
        assert_eq!(browser.text("[role=status] code").await, "c4@3⏎");
        assert!(browser.text(".tag .message").await.contains("6 m long"));
        browser.keys(mend).await;
        browser.until("return document.querySelector('.tag') === null", "the tags to be closed").await;
        let sheet = desk.sheet().await;
        let kinds: Vec<_> = sheet["loads"].as_array().unwrap().iter().map(|l| l["kind"].clone()).collect();
        assert_eq!(kinds, loads, "{mend}");
    }
    // Let go of, it is gone.
    desk.server.pause().await;
    browser.keys("f5@99⏎c4@3⏎").await;
    desk.server.resume().await;
    browser.find(".tag [aria-invalid=true][name=place]").await;
    browser.click("[role=status] button").await;
    browser.keys("⎋").await;
    assert_eq!(desk.sheet().await["loads"].as_array().unwrap().len(), 3);
    desk.close().await;
}

#[tokio::test]
async fn a_tag_that_is_left_by_a_press_is_kept_or_put_aside() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎", "p⏎", "r⏎"]).await;
    let ways = [
        ".strip [aria-label^=Couple]",
        "[data-handle='support:B']",
        "[data-handle='dimension:A-B']",
        "nav li:nth-child(3) button",
    ];
    for (i, way) in ways.into_iter().enumerate() {
        browser.keys("f2@3").await;
        browser.click(way).await;
        browser.settle().await;
        browser.keys("⎋").await;
        browser.keys("1").await;
        let loads = desk.sheet().await["loads"].as_array().unwrap().len();
        assert_eq!(loads, i + 1, "{way}");
    }
    // What makes no sense yet is not gone: it is offered again, with what was typed.
    browser.keys("f2@77").await;
    browser.click("nav li:nth-child(3) button").await;
    browser.find(".told button").await;
    // It comes by fading in: its words are there before they are seen.
    browser
        .until("return /Force 2, 77/.test(document.querySelector('.told')?.textContent)", "its words")
        .await;
    browser.click(".told button").await;
    assert_eq!(browser.script("return document.querySelector('.tag [name=place]').value").await, json!("77"));
    // Also when the page is left, and the sheet opened again.
    browser.client.back().await.unwrap();
    browser.find("main[aria-label=Shelf]").await;
    browser.client.forward().await.unwrap();
    browser.find("main[aria-label=Bench]").await;
    browser.settle().await;
    browser.keys("/again force⏎").await;
    browser.find(".tag [name=size]").await;
    assert_eq!(browser.script("return document.querySelector('.tag [name=place]').value").await, json!("77"));
    browser.keys("⎋").await;
    desk.close().await;
}

#[tokio::test]
async fn the_bench_hears_keys_after_every_press_and_a_tag_has_them_while_it_is_open() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@2⏎"]).await;
    for pressed in [
        "nav li:nth-child(2) button",
        "[title^='Copy the answers']",
        "[aria-label=Undo]",
        "[aria-label=Nearer]",
    ] {
        browser.click(pressed).await;
        browser.keys("f").await;
        assert_eq!(browser.script(TAG).await, json!("Force"), "{pressed}");
        browser.keys("⎋").await;
    }
    // With the tag open a press on the page, a zoom button or the title leaves it the keys.
    browser.keys("c").await;
    for pressed in ["[aria-label=Nearer]", ".right"] {
        browser.click(pressed).await;
        browser.keys("4").await;
    }
    assert_eq!(browser.script("return document.querySelector('.tag [name=size]').value").await, json!("44"));
    browser.script("document.activeElement.blur()").await;
    browser.keys("⏎").await;
    assert_eq!(desk.sheet().await["loads"][0]["size"], json!(44));
    browser.keys("c").await;
    browser.script("document.activeElement.blur()").await;
    browser.keys("⎋").await;
    assert_eq!(browser.script(TAG).await, Value::Null);
    // The cut is typed and both its parts are looked at, by keys alone; Escape in the field leaves the cut as it is.
    desk.draw(&["f12@2⏎", "5", "x2⏎", "x9⎋", "z"]).await;
    browser.find("[data-piece]").await;
    desk.close().await;
}

#[tokio::test]
async fn every_tool_takes_the_place_that_is_pressed_and_goes_on_typing() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b6⏎"]).await;
    let sixth = "return document.querySelector('.beam polyline').getBoundingClientRect().width / 6";
    let tools = [
        ("[aria-label^=Pin]", -3.0, "⏎"),
        ("[aria-label^=Roller]", 3.0, "⏎"),
        ("[aria-label^=Force]", -1.0, "5⏎"),
        ("[aria-label^=Couple]", 1.0, "7⏎"),
        ("[aria-label^=Mass]", 2.0, "9 kg⏎"),
        ("[aria-label^=Spread]", -2.0, "2⏎"),
        ("[aria-label^=Beam]", 3.0, "1.5⇥90⏎"),
        ("[aria-label^=Hinge]", 0.0, "⏎"),
    ];
    for (tool, x, typed) in tools {
        browser.click(&format!(".strip {tool}")).await;
        browser.settle().await;
        let sixth = browser.script(sixth).await.as_f64().unwrap();
        browser.press_at(".beam polyline", x * sixth, 0.0).await;
        browser.keys(typed).await;
        browser.settle().await;
    }
    let sheet = desk.sheet().await;
    let place = |of: &Value, key: &str| sheet["points"][of[key].as_str().unwrap()][0].as_f64().unwrap();
    let supports: Vec<_> = sheet["supports"].as_array().unwrap().iter().map(|s| place(s, "at")).collect();
    assert_eq!(supports, [0.0, 6.0]);
    let loads = sheet["loads"].as_array().unwrap();
    let found: Vec<_> =
        loads.iter().map(|l| place(l, if l["kind"] == "distributed" { "from" } else { "at" })).collect();
    assert_eq!(found, [2.0, 4.0, 5.0, 1.0]);
    assert_eq!((&loads[0]["size"], &loads[1]["size"], &loads[3]["start"]), (&json!(5), &json!(7), &json!(2)));
    assert_eq!(place(&sheet["joints"][0], "at"), 3.0);
    let ends: Vec<_> = sheet["points"].as_object().unwrap().values().map(|p| (&p[0], &p[1])).collect();
    assert!(ends.contains(&(&json!(6), &json!(1.5))), "{ends:?}");
    desk.close().await;
}

#[tokio::test]
async fn a_crane_is_drawn_by_presses_and_its_loads_are_dragged_by_their_labels() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    // A post and a jib where they are pressed, a pulley on its end, a rope from the corner over it.
    browser.click(".strip [aria-label^=Body]").await;
    for (x, y) in [(-150.0, 150.0), (-150.0, -100.0), (150.0, -100.0)] {
        browser.press_at(".board svg", x, y).await;
        browser.settle().await;
    }
    browser.click(".tag .keep").await;
    browser.settle().await;
    browser.click(".strip [aria-label^=Wall]").await;
    browser.click("[data-handle='point:A']").await;
    browser.click(".tag .keep").await;
    browser.settle().await;
    browser.click(".strip [aria-label^=Pulley]").await;
    browser.click("[data-handle='point:C']").await;
    browser.keys("⇥150 mm⏎").await;
    browser.settle().await;
    browser.click(".strip [aria-label^=Rope]").await;
    browser.click("[data-handle='point:B']").await;
    browser.click("[data-handle='wheel:wheel']").await;
    browser.keys(", 40 kg⏎").await;
    let sheet = desk.sheet().await;
    assert_eq!(sheet["bodies"]["ABC"]["runs"], json!([["A", "B", "C"]]));
    assert_eq!(sheet["pulleys"]["wheel"]["at"], json!("C"));
    assert_eq!(sheet["ropes"]["rope"]["path"][0]["at"], json!("B"));
    assert_eq!(browser.text("[data-verdict]").await, "determinate");

    // On a beam: what is held by its size follows the pointer from where it stood, and a spread stays as long as it is.
    desk.browser.goto(&desk.server.address).await;
    desk.new_sheet().await;
    desk.draw(&["b12⏎", "p⏎", "r⏎", "f5@4⏎", "c3@6⏎", "d2@6⇥10⏎"]).await;
    let twelfth = "return document.querySelector('.beam polyline').getBoundingClientRect().width / 12";
    for (label, by) in [("load:F1", -2.0), ("load:M1", -1.0), ("load:q1", 1.0), ("load:q1", 9.0)] {
        let twelfth = browser.script(twelfth).await.as_f64().unwrap();
        browser.drag(&format!("[data-label='{label}']"), by * twelfth, 0.0).await;
        browser.settle().await;
        assert_eq!(browser.script(TAG).await, Value::Null, "{label}");
    }
    let sheet = desk.sheet().await;
    let place = |of: &Value| sheet["points"][of.as_str().unwrap()][0].as_f64().unwrap();
    let loads = sheet["loads"].as_array().unwrap();
    assert_eq!((place(&loads[0]["at"]), place(&loads[1]["at"])), (2.0, 5.0));
    assert_eq!((place(&loads[2]["from"]), place(&loads[2]["to"])), (8.0, 12.0));
    desk.close().await;
}

#[tokio::test]
async fn what_is_removed_takes_along_what_cannot_stand_alone_and_says_so() {
    let desk = Desk::set(false, Theme::Light).await;
    desk.new_sheet().await;
    let browser = &desk.browser;
    desk.draw(&["b9⏎", "p⏎", "r9⏎", "r6⏎", "H3⏎", "f5@1⏎"]).await;
    assert_eq!(browser.text("[data-verdict]").await, "determinate");
    let remove = "document.querySelector('[data-handle^=\"joint:\"]').focus()";
    browser.script(remove).await;
    browser.keys("⌦").await;
    let told =
        "return /what it held is one piece there\\.\\s*$/.test(document.querySelector('.told')?.textContent)";
    browser.until(told, "its words").await;
    let sheet = desk.sheet().await;
    assert_eq!(sheet["bodies"].as_object().unwrap().len(), 1);
    assert_eq!(browser.text("[data-verdict]").await, "indeterminate");
    // The point at its end, with its support.
    browser.script("document.querySelector('[data-handle=\"point:B\"]').focus()").await;
    browser.keys("⌦").await;
    browser
        .until("return /with it 1 support/.test(document.querySelector('.told')?.textContent)", "its words")
        .await;
    browser.control('z').await;
    browser.settle().await;
    assert_eq!(desk.sheet().await["supports"].as_array().unwrap().len(), 3);
    desk.close().await;
}
