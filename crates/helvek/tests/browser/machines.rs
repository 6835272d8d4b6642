//! Frames, machines and compound beams: drawn from nothing, taken apart at the pins, and worked with equations of one's own.

use super::Desk;
use helvek_testkit::Theme;
use serde_json::{Value, json};

/// Each piece with its name and the unknowns on it.
const PIECES: &str = "return [...document.querySelectorAll('[data-piece]')].map((p) =>
    p.dataset.piece + ': ' + [...p.querySelectorAll('.label.unknown, .label.value')].map((l) => l.textContent).sort().join(' ')).sort()";

async fn pieces(desk: &Desk) -> Vec<String> {
    let found: Value = desk.browser.script(PIECES).await;
    found.as_array().unwrap().iter().filter_map(|p| p.as_str()).map(str::to_owned).collect()
}

/// Presses a button below the drawing by its text.
async fn press(desk: &Desk, text: &str) {
    let find = format!(
        "[...document.querySelectorAll('.tools button')].find((b) => b.textContent.includes('{text}'))"
    );
    desk.browser.until(&format!("return {find} !== undefined"), text).await;
    desk.browser.script(&format!("{find}.click()")).await;
}

#[tokio::test]
async fn a_frame_with_a_pulley_takes_less_than_sixty_keys_and_comes_apart() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // A post and a leaning arm that meet at B, both on pins; a wheel at the arm's far end, a rope from the post's foot over it to a mass.
    let drawn = ["B0;0 0;3⏎", "B-2;0 B 1;4.5⏎", "p⏎", "pC⏎", "PD⇥.2⏎", "RA, wheel, 60 kg⏎"];
    let keys = desk.draw(&drawn).await;
    assert!(keys < 60, "{keys} keys");
    assert_eq!(browser.text(".verdict strong").await, "Stable and statically determinate");

    browser.keys("2").await;
    browser.settle().await;
    let all = pieces(&desk).await;
    let names: Vec<&str> = all.iter().filter_map(|p| p.split(": ").next()).collect();
    assert_eq!(names, ["body:AB", "body:CBD", "end:rope#1"]);
    // The pin of the two is on both, the rope on all three.
    assert!(all[0].contains("Bx") && all[0].contains("By") && all[0].contains("Trope"), "{all:?}");
    assert!(all[1].contains("Bx") && all[1].contains("By") && all[1].contains("Trope"), "{all:?}");
    // The pair flies opposite ways.
    let ways = "return [...document.querySelectorAll('[data-mark^=\"joint:B#B_x@\"]')].map((g) => +g.style.transform.match(/rotate\\((.*)deg/)[1])";
    let ways = browser.script(ways).await;
    let ways: Vec<f64> = ways.as_array().unwrap().iter().filter_map(Value::as_f64).collect();
    assert_eq!(ways.len(), 2);
    assert!(((ways[0] - ways[1]).abs() - 180.0).abs() < 1e-9, "{ways:?}");
    // One press on an arrow's name shows its opposite and keeps both lit.
    browser.click("[data-piece='body:AB'] [data-label^='joint:B#B_x']").await;
    // It comes out of nothing: its text is there before it can be seen.
    let told = "return document.querySelector('.told')?.textContent.includes('on AB one way, on CBD the other') ?? false";
    browser.until(told, "the opposite to be named").await;
    let lit = "return document.querySelectorAll('.arrow.lit[data-mark^=\"joint:B#B_x\"]').length";
    assert_eq!(browser.script(lit).await, json!(2));
    // Put together and apart again by one key.
    browser.keys("z").await;
    browser.settle().await;
    assert_eq!(pieces(&desk).await.len(), 0);
    browser.keys("z").await;
    browser.settle().await;
    assert_eq!(pieces(&desk).await.len(), 3);
    desk.close().await;
}

#[tokio::test]
async fn a_piece_is_dragged_aside_and_stays_and_pieces_are_freed_together() {
    let desk = Desk::set(true, Theme::Dark).await;
    let browser = &desk.browser;
    desk.open("Orangery hoist").await;
    browser.keys("2").await;
    browser.settle().await;
    let place = "const r = document.querySelector('[data-piece=\"body:mast\"] .title').getBoundingClientRect(); return [r.left, r.top]";
    let before = browser.script(place).await;
    browser.sweep("[data-piece='body:mast'] .title", 0.0, 0.0, 60.0, -40.0, 200).await;
    let after = browser.script(place).await;
    let moved = |i: usize| after[i].as_f64().unwrap() - before[i].as_f64().unwrap();
    assert!((moved(0) - 60.0).abs() < 2.0 && (moved(1) + 40.0).abs() < 2.0, "{before} {after}");
    // It stays there: also when the sheet is opened anew.
    browser.settle().await;
    let address = browser.script("return location.href").await;
    browser.goto(address.as_str().unwrap()).await;
    browser.settle().await;
    browser.keys("2").await;
    browser.settle().await;
    assert_eq!(browser.script(place).await, after);

    // What jib would give, before anything is known: four unknowns, no equation with one.
    browser.click("[data-piece='body:jib'] .title").await;
    browser.settle().await;
    let choice = browser.text(".choice").await;
    assert!(choice.contains("What jib would give") && choice.contains("4 unknowns open"), "{choice}");
    assert_eq!(browser.script("return document.querySelectorAll('.choice .helps').length").await, json!(0));
    // Freed together with what hangs on its rope, the strut by moments is the only one still open there.
    browser.click("[data-piece='end:hoist#1'] .title").await;
    browser.settle().await;
    press(&desk, "Free together").await;
    browser.settle().await;
    let all = pieces(&desk).await;
    assert!(all.iter().any(|p| p.starts_with("body:jib+end:hoist#1: ")), "{all:?}");
    press(&desk, "Take apart").await;
    browser.settle().await;
    assert_eq!(pieces(&desk).await.len(), 4);
    desk.close().await;
}

#[tokio::test]
async fn an_equation_of_ones_own_becomes_the_next_step() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    desk.open("Tub hoist").await;
    let first = "return document.querySelector('span.number').parentElement.textContent";
    browser.keys("2").await;
    browser.settle().await;
    let before = browser.script(first).await;
    browser.click("[data-piece='body:jib'] .title").await;
    browser.settle().await;
    // Two of its four equations hold one unknown; the plan takes moments about C, someone moments about B.
    assert_eq!(browser.script("return document.querySelectorAll('.choice .write').length").await, json!(2));
    browser.click(".choice li:nth-child(3) .write").await;
    browser.settle().await;
    let after = browser.script(first).await;
    assert_ne!(before, after);
    assert!(after.as_str().unwrap().contains("Moments about B"), "{after}");
    assert!(browser.text(".thread").await.contains("step 1 of 6"), "{}", browser.text(".thread").await);
    browser.control('z').await;
    browser.settle().await;
    assert_eq!(browser.script(first).await, before);
    desk.close().await;
}

#[tokio::test]
async fn a_point_is_dropped_on_another_and_the_two_bodies_are_pinned() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["B0;0 0;3⏎", "B1;2 3;2⏎", "p⏎"]).await;
    let way = "const at = (id) => { const r = document.querySelector(`.hold[data-mark='point:${id}']`).getBoundingClientRect();
        return [r.x + r.width / 2, r.y + r.height / 2]; }; return [at('C')[0] - at('B')[0], at('C')[1] - at('B')[1]]";
    let way = browser.script(way).await;
    let by = |i: usize| -way[i].as_f64().unwrap();
    browser.drag(".hold[data-mark='point:C']", by(0) + 3.0, by(1) - 4.0).await;
    browser.settle().await;
    assert_eq!(
        browser.script("return document.querySelectorAll('[data-handle^=\"joint:\"]').length").await,
        json!(1)
    );
    // The pin is taken hold of where it is, and both bodies go along.
    browser.drag("[data-handle='joint:B']", 40.0, 0.0).await;
    browser.settle().await;
    let held = "return document.querySelectorAll('[data-handle=\"point:C\"]').length";
    assert_eq!(browser.script(held).await, json!(0));
    desk.close().await;
}

#[tokio::test]
async fn a_hand_tool_is_drawn_and_its_grip_found() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // Crossed levers, a nut between the jaws; 50 on each handle, 4 from the pin, the jaws 0.5 from it: 8 times the hand.
    let drawn = ["B-.5;-.2 0;0 4;1⏎", "B-.5;.2 B 4;-1⏎", "BA D⏎", "f50 N@C⏎", "f50 N@E⇥up⏎"];
    desk.draw(&drawn).await;
    // The pins at the jaws become contacts that push.
    for (joint, way) in [("A", "down"), ("D", "up")] {
        browser.click(&format!("[data-handle='joint:{joint}']")).await;
        browser.keys(&format!("contact⇥{way}⏎")).await;
        browser.settle().await;
    }
    assert_eq!(browser.text(".verdict strong").await, "Balanced under these loads only");
    assert!(desk.asked().await.contains("400 N"), "{}", desk.asked().await);
    assert_eq!(browser.script("return document.querySelectorAll('.joint.contact').length").await, json!(2));
    desk.close().await;
}

#[tokio::test]
async fn a_compound_beam_is_parted_at_a_hinge_and_worked_from_the_part_that_hangs() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["b9⏎", "w⏎", "r⏎", "d2⏎", "H4⏎"]).await;
    assert_eq!(browser.text(".verdict strong").await, "Stable and statically determinate");
    // 2 per metre over 5 m beyond the hinge: half of it on the roller.
    assert!(desk.asked().await.contains("5.00 kN ↑"));
    browser.keys("3").await;
    browser.settle().await;
    let now = "return document.querySelector('.piece.now .title').firstChild.textContent";
    assert_eq!(browser.script(now).await, json!("CB"));
    // From the step that follows, what the hinge carries is drawn in its true sense on both parts.
    browser.keys("nnnn").await;
    browser.settle().await;
    let solved = "return document.querySelectorAll('.arrow.solved[data-mark^=\"joint:C#C_y@\"]').length";
    assert_eq!(browser.script(solved).await, json!(2));
    desk.close().await;
}

#[tokio::test]
async fn a_rocker_with_a_slot_is_drawn_and_its_couple_found() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // A lever of 8 on a pin, a crank from (1, 3) to (0, 4) whose pin slides along it: 6 at the top gives 12 in the slot, 1 from the shaft.
    desk.draw(&["B0;0 0;4 0;8⏎", "B1;3 B⏎", "p⏎", "pD⏎", "f6@C⇥left⏎", "c?M@D⏎"]).await;
    browser.click("[data-handle='joint:B']").await;
    browser.keys("slot⇥up⏎").await;
    browser.settle().await;
    assert!(desk.asked().await.contains("12.0 kN·m"), "{}", desk.asked().await);
    browser.keys("4").await;
    browser.settle().await;
    // What was sought is written where it acts.
    assert!(
        browser
            .script("return document.querySelector('[data-piece=\"body:DB\"]').textContent")
            .await
            .as_str()
            .is_some_and(|t| t.contains("M = 12.0 kN·m"))
    );
    desk.close().await;
}

#[tokio::test]
async fn what_is_wrong_with_machines_is_named_where_it_was_typed() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["B0;0 3;0⏎", "PB⇥.2⏎"]).await;
    for (typed, said) in [
        ("Rwheel, 40 kg⏎", "A rope has two ends"),
        ("RA, whel, 40 kg⏎", "Perhaps wheel is meant"),
        ("PA⏎", "How large is it?"),
        ("HB⏎", "at an end"),
        ("B2;2⏎", "two points at least"),
    ] {
        browser.keys(typed).await;
        browser.settle().await;
        let message = browser.text(".tag .message").await;
        assert!(message.contains(said), "{typed}: {message}");
        browser.keys("⎋").await;
        browser.settle().await;
    }
    desk.close().await;
}
