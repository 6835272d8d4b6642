//! Every view, in every state that looks different and in both themes, has no violation that axe-core can find.

use super::Desk;
use helvek_testkit::Theme;
use serde_json::Value;

/// The checker, as it stands among the front end's packages.
fn checker() -> String {
    let file =
        std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../web/node_modules/axe-core/axe.min.js");
    std::fs::read_to_string(&file).unwrap_or_else(|error| panic!("{}: {error}", file.display()))
}

const VIOLATIONS: &str = "
    const done = arguments[0];
    axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] })
        .then((r) => done(r.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ') + ' ' + n.html.slice(0, 120)).slice(0, 4).join(' | ')}`)))
        .catch((e) => done(['axe failed: ' + e]));
";

async fn assert_clean(desk: &Desk, checker: &str, view: &str) {
    desk.browser.settle().await;
    desk.browser.script(checker).await;
    let found = desk.browser.client.execute_async(VIOLATIONS, vec![]).await.unwrap();
    assert_eq!(found, Value::Array(Vec::new()), "{view}");
}

#[tokio::test]
async fn no_view_has_a_violation_in_either_theme() {
    let checker = checker();
    for theme in [Theme::Light, Theme::Dark] {
        let desk = Desk::set(false, theme).await;
        let browser = &desk.browser;
        let check = async |view: &str| assert_clean(&desk, &checker, &format!("{view}, {theme:?}")).await;
        browser.find("ul[aria-label=Examples] li").await;
        check("the bare shelf").await;
        desk.new_sheet().await;
        check("an empty board").await;
        desk.draw(&["b6⏎", "p⏎", "r⏎", "f12@2⏎"]).await;
        browser.until("return document.querySelector('.katex') !== null", "the formulas").await;
        check("a beam, idealised").await;
        browser.keys("f4@").await;
        check("an open tag").await;
        browser.keys("9⏎").await;
        check("a tag that was refused").await;
        browser.keys("⎋/").await;
        check("the list of commands").await;
        browser.keys("⎋").await;
        browser.click(".conventions").await;
        check("the conventions").await;
        browser.keys("⎋h").await;
        check("what the sheet was").await;
        browser.keys("⎋a").await;
        check("choosing what is asked").await;
        browser.keys("⎋").await;
        browser.script("document.querySelector('.board-keys').focus()").await;
        for stop in ["2", "3", "n", "4", "5", "x2⏎"] {
            browser.keys(stop).await;
            check(&format!("stop {stop}")).await;
        }
        browser.script("document.querySelector('.board-keys').focus()").await;
        browser.keys("1").await;
        browser.control('a').await;
        check("several things chosen").await;
        browser.keys("⌦").await;
        check("an unstable beam").await;
        browser.goto(&desk.server.address).await;
        desk.new_sheet().await;
        desk.draw(&["u6⇥3⇥1.5⇥sl⏎", "f12@C⏎", "y⇥20⇥12⏎"]).await;
        check("a truss, idealised").await;
        for stop in ["3", "nn", "4", "5"] {
            browser.keys(stop).await;
            check(&format!("a truss, stop {stop}")).await;
        }
        browser.keys("x").await;
        check("a section about to be drawn").await;
        browser.keys("⎋u").await;
        check("a truss about to be typed").await;
        browser.keys("⎋").await;
        browser.goto(&desk.server.address).await;
        desk.new_sheet().await;
        desk.draw(&["B0;0 0;4 6;4 6;0⏎", "p⏎", "pD⏎", "f6⇥B⇥right⏎", "5"]).await;
        check("a stiffness that is missing").await;
        desk.draw(&["KEI⏎"]).await;
        check("a distribution").await;
        for method in ["2", "3"] {
            browser.click(&format!("[role=radio]:nth-of-type({method})")).await;
            browser.settle().await;
            check(&format!("method {method}")).await;
        }
        browser.goto(&desk.server.address).await;
        check("the shelf").await;
        browser.click(".card footer button:last-child").await;
        browser.settle().await;
        browser.click(".bar button[aria-pressed]:last-child").await;
        check("the trash").await;
        desk.close().await;
    }
}
