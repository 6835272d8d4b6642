//! Inside the members: N, V and M drawn, read and cut.

use super::Desk;
use helvek_testkit::Theme;
use serde_json::json;

/// The readings at the place of the cut.
const READ: &str = "return [...document.querySelectorAll('[data-read]')].map((p) => p.dataset.read + ' ' + p.innerText.replaceAll('\\n', ' | '))";

async fn values(desk: &Desk) -> Vec<String> {
    let found = "return [...document.querySelectorAll('.diagrams .value')].map((t) => t.textContent)";
    let found = desk.browser.script(found).await;
    found.as_array().unwrap().iter().filter_map(|v| v.as_str()).map(str::to_owned).collect()
}

#[tokio::test]
async fn a_cut_is_typed_its_sides_chosen_and_both_parts_seen() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // 12 at 2 of 6: V 8 and −4, M 16.
    desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@2⏎"]).await;
    browser.keys("5").await;
    browser.settle().await;
    assert_eq!(values(&desk).await, ["8.00", "−4.00", "16.0"]);
    assert!(browser.text(".thread").await.contains("M 16.0 kN·m, at C"));

    browser.keys("x2⏎").await;
    browser.settle().await;
    assert_eq!(browser.script(READ).await, json!(["V 8 | −4", "M 16", "place 2 m from A"]));
    // Something steps there: the board asks which side.
    let cut = browser.text("[aria-label='The cut']").await;
    assert!(cut.contains("just before what acts there") && cut.contains("V 8.00 kN"), "{cut}");
    assert!(cut.contains("M 16.0 kN·m sagging") && cut.contains("Both parts agree."), "{cut}");
    browser.click("[aria-label='Which side of what acts there'] button:last-child").await;
    browser.settle().await;
    let cut = browser.text("[aria-label='The cut']").await;
    assert!(cut.contains("just after") && cut.contains("V −4.00 kN"), "{cut}");

    // Outside: named, with nothing lost.
    browser.script("document.querySelector('#cut-place').select()").await;
    browser.click("#cut-place").await;
    browser.control('a').await;
    browser.keys("9⏎").await;
    browser.settle().await;
    let wrong = browser.text(".bar .wrong").await;
    assert!(wrong.contains('9') || wrong.contains("long"), "{wrong}");

    browser.keys("xA + 3⏎").await;
    browser.settle().await;
    browser.keys("z").await;
    browser.settle().await;
    let parts = "return [...document.querySelectorAll('[data-piece]')].map((p) => p.dataset.piece).sort()";
    let parts = browser.script(parts).await;
    assert_eq!(parts, json!(["body:beam, A to K", "body:beam, K to B"]));
    browser.keys("z").await;
    browser.settle().await;
    browser.keys("⎋").await;
    browser.settle().await;
    assert_eq!(browser.script(READ).await, json!([]));
    desk.close().await;
}

#[tokio::test]
async fn a_cut_is_pressed_dragged_and_asked_for() {
    let desk = Desk::set(false, Theme::Dark).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["b6⏎", "p⏎", "r⏎", "d2⏎"]).await;
    browser.keys("5").await;
    browser.settle().await;
    // 2 per metre over 6: M = 9 in the middle.
    assert!(values(&desk).await.contains(&"9.00".to_owned()));
    browser.hover(".diagrams [data-curve$=':M']").await;
    browser.press().await;
    browser.settle().await;
    let first = browser.script("return document.querySelector('[data-read=place]').textContent").await;
    let line = "const r = document.querySelector('line.read.cut').getBoundingClientRect(); return r.x";
    let before = browser.script(line).await.as_f64().unwrap();
    browser.drag("line.read.cut", -80.0, 0.0).await;
    browser.settle().await;
    let after = browser.script(line).await.as_f64().unwrap();
    assert!((after - before + 80.0).abs() < 6.0, "{before} {after}");
    assert_ne!(browser.script("return document.querySelector('[data-read=place]').textContent").await, first);
    // What stands beside the drawing follows.
    let title = browser.text("[aria-label='The cut'] h2").await;
    let place = browser.script("return document.querySelector('[data-read=place]').textContent").await;
    assert!(title.contains(place.as_str().unwrap()), "{title} {place}");
    let ask = "[...document.querySelectorAll('.bar button')].find((b) => b.textContent === 'Ask')";
    browser.script(&format!("{ask}.click()")).await;
    browser.settle().await;
    let asked = desk.asked().await;
    assert!(asked.contains("inside beam") && asked.contains("sagging"), "{asked}");
    desk.close().await;
}

#[tokio::test]
async fn a_frame_shows_one_of_the_three_along_its_members_and_saves_it() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    desk.open("Orangery hoist").await;
    browser.keys("6").await;
    browser.settle().await;
    let curves = "return [...document.querySelectorAll('[data-curve]')].map((c) => c.dataset.curve.split(':').at(-1)).join('')";
    assert_eq!(browser.script(curves).await, json!("MM"));
    browser.keys("v").await;
    browser.settle().await;
    assert_eq!(browser.script(curves).await, json!("VV"));
    // What is saved: kept back from the browser, and read.
    let save = "window.saved = []; URL.createObjectURL = (blob) => { window.saved.push(blob); return 'blob:none'; };
        HTMLAnchorElement.prototype.click = () => {};
        for (const b of document.querySelectorAll('.files button')) b.click(); return window.saved.map((b) => b.type)";
    assert_eq!(browser.script(save).await, json!(["image/svg+xml", "text/csv"]));
    let texts =
        "window.read = []; Promise.all(window.saved.map((b) => b.text())).then((t) => (window.read = t))";
    browser.script(texts).await;
    browser.until("return window.read.length === 2", "both files").await;
    let svg = browser.script("return window.read[0]").await;
    let csv = browser.script("return window.read[1]").await;
    let (svg, csv) = (svg.as_str().unwrap(), csv.as_str().unwrap());
    assert!(svg.starts_with("<svg") && svg.contains("viewBox") && svg.contains(">B</text>"), "{svg:.300}");
    assert!(csv.starts_with("body,from,to,distance m,side,N kN,V kN,M kN·m"), "{csv:.200}");
    desk.close().await;
}

#[tokio::test]
async fn combinations_are_read_one_by_one_and_all_together() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    desk.open("Gallery rail").await;
    browser.keys("5").await;
    browser.settle().await;
    let as_drawn = values(&desk).await;
    assert!(as_drawn.contains(&"8.68".to_owned()), "{as_drawn:?}");
    // The first counts planks and people: the hoist is not drawn, the reactions are those of the combination.
    browser.keys("c").await;
    browser.settle().await;
    assert!(values(&desk).await.contains(&"16.8".to_owned()));
    let marks = "return ['crowd', 'hoist'].map((n) => document.querySelectorAll(`[data-mark^='load:${n}']`).length > 0)";
    assert_eq!(browser.script(marks).await, json!([true, false]));
    // 1.08 over 6.5 and 4.5 over 5: B = (7.02·3.25 + 22.5·2.5)/5 = 15.81, A = 13.71.
    let labels = "return [...document.querySelectorAll('[data-label^=\"reaction:\"]')].map((l) => l.textContent.trim())";
    assert_eq!(browser.script(labels).await, json!(["13.7 kN", "15.8 kN"]));
    for _ in 0..3 {
        browser.keys("c").await;
        browser.settle().await;
    }
    let all = values(&desk).await;
    assert!(all.contains(&"16.8 use".to_owned()) && all.contains(&"−10.2 both".to_owned()), "{all:?}");
    let table = browser.text("[aria-label='Inside the members'] table").await;
    assert!(table.contains("0.0200 kN (storm)"), "{table}");
    browser.keys("c").await;
    browser.settle().await;
    assert_eq!(values(&desk).await, as_drawn);
    desk.close().await;
}

#[tokio::test]
async fn a_train_is_entered_by_keys_sent_to_its_worst_stand_and_moved() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // 20 and 10, 3 apart, over 10: at most 30/10·(5 − 0.5)² = 60.75 under the larger, 27 on A.
    desk.draw(&["b10⏎", "p⏎", "r⏎", "T20, 10 @ 3⏎"]).await;
    assert_eq!(browser.script("return document.querySelector('.floor').dataset.stop").await, json!("inside"));
    let most = values(&desk).await;
    assert!(most.contains(&"60.8".to_owned()) && most.contains(&"27.0".to_owned()), "{most:?}");
    let page = browser.text("section[aria-label='Inside the members']").await;
    assert!(page.contains("27.0 kN") && page.contains("force 1 at A, heading to A"), "{page}");
    // Sent there: its forces stand on the beam, A carries 27, and the influence line of A is seen.
    browser.click("tbody tr:first-child td:last-child .end").await;
    browser.settle().await;
    let labels = "return [...document.querySelectorAll('[data-label]')].map((l) => l.textContent.trim())";
    let labels = browser.script(labels).await.to_string();
    assert!(
        labels.contains("\"20 kN\"") && labels.contains("\"10 kN\"") && labels.contains("27.0 kN"),
        "{labels}"
    );
    assert_eq!(
        browser.script("return document.querySelector('.diagrams .title').textContent").await,
        json!("Ay")
    );
    assert_eq!(values(&desk).await, ["1.00"]);
    // Influence lines at a typed place: η_M is 4·6/10 there.
    browser.keys("x4⏎").await;
    browser.settle().await;
    assert!(values(&desk).await.contains(&"2.40".to_owned()));
    let page = browser.text("section[aria-label='Inside the members']").await;
    assert!(page.contains("At the place that is looked at"), "{page}");
    // Drawn along: the diagrams of that place alone.
    browser.script("document.activeElement.blur()").await;
    browser.keys("⎋").await;
    browser.settle().await;
    let slide = "const s = document.querySelector('.stand input'); s.value = 6; s.dispatchEvent(new Event('input', { bubbles: true }))";
    browser.script(slide).await;
    browser.settle().await;
    let there = values(&desk).await;
    // It still heads to A, the 10 behind at 9: A = 20·0.4 + 10·0.1 = 9, M = 9·6 = 54 at 6.
    assert!(there.contains(&"9.00".to_owned()) && there.contains(&"54.0".to_owned()), "{there:?}");
    // Back to the sheet nothing of it stays on the drawing.
    browser.keys("1").await;
    browser.settle().await;
    let marks = "return document.querySelectorAll('[data-mark^=\"load:T1\"]').length";
    assert_eq!(browser.script(marks).await, json!(0));
    desk.close().await;
}

#[tokio::test]
async fn combinations_are_entered_changed_and_what_is_wrong_is_named() {
    let desk = Desk::set(false, Theme::Dark).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    desk.draw(&["b6⏎", "p⏎", "r⏎", "d2⏎"]).await;
    browser.keys("C1.35 1 + 1.5 wind⏎").await;
    browser.settle().await;
    let wrong = browser.text("form.tag").await;
    assert!(wrong.contains("No load belongs to a case \"wind\""), "{wrong}");
    browser.control('a').await;
    browser.keys("1.5 1⏎").await;
    browser.settle().await;
    // 1.5·2·6²/8.
    assert!(values(&desk).await.contains(&"13.5".to_owned()));
    browser.click(".change").await;
    browser.keys("2 1⇥strong⏎").await;
    browser.settle().await;
    assert!(values(&desk).await.contains(&"18.0".to_owned()));
    assert!(browser.text("section[aria-label='Inside the members'] h2").await.contains("strong"));
    // Undone, it is called A again, which is not what was read: the loads as drawn are.
    browser.control('z').await;
    browser.settle().await;
    assert!(values(&desk).await.contains(&"9.00".to_owned()));
    desk.close().await;
}

#[tokio::test]
async fn stepping_along_by_areas_lights_each_part() {
    let desk = Desk::set(true, Theme::Light).await;
    let browser = &desk.browser;
    desk.open("Purlin under").await;
    browser.keys("5").await;
    browser.settle().await;
    let steps = browser.text(".areas").await;
    assert!(steps.contains("At A, A_y steps V") && steps.contains("where V = 0"), "{steps}");
    assert!(steps.contains("being a parabola's") && steps.contains("it closes"), "{steps}");
    browser.hover(".areas li:nth-child(2)").await;
    browser
        .until("return document.querySelector('.diagrams .span') !== null", "the part that is meant")
        .await;
    desk.close().await;
}

#[tokio::test]
async fn a_section_is_given_by_key_and_read_where_the_member_is_cut() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    desk.new_sheet().await;
    // 12 at 2 of 6: M = 16 there, 16e6·50/(60·100³/12) = 160 MPa.
    desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@2⏎", "5"]).await;
    browser.keys("S").await;
    browser.settle().await;
    browser.keys("⇥60 x 100⇥⇥assumed steel⏎").await;
    browser.settle().await;
    let page = browser.text("section[aria-label='Inside the members']").await;
    assert!(page.contains("160 MPa at 2 m, tension") && page.contains("factor 1.50"), "{page}");
    assert!(page.contains("assumed and to be replaced") && page.contains("not checked"), "{page}");
    browser.keys("x2⏎").await;
    browser.settle().await;
    let figure = browser.text("figure[aria-label^='The section']").await;
    assert!(figure.contains("−160") && figure.contains("160") && figure.contains("top face up"), "{figure}");
    browser.hover("figure .section").await;
    browser
        .until(
            "return document.querySelector('figcaption').textContent.includes('from the centroid: σ')",
            "the fibre",
        )
        .await;
    desk.close().await;
}
