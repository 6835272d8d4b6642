//! Takes the pictures of docs/screenshots from the demo data. Run by `cargo xtask shots`.

use helvek_testkit::{Browser, Server, Theme};
use std::path::{Path, PathBuf};

#[tokio::main]
async fn main() {
    let root = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("../..");
    let folder = tempfile::tempdir().expect("a folder for the sheets");
    let binary = helvek_testkit::beside("helvek");
    let server = Server::start(&binary, &folder.path().join("sheets.sqlite"), true).await;
    let pictures = root.join("docs/screenshots");
    for theme in [Theme::Light, Theme::Dark] {
        let browser = Browser::open(1280, 800, theme).await;
        match theme {
            Theme::Light => on_paper(&browser, &server.address, &pictures).await,
            Theme::Dark => by_lamp(&browser, &server.address, &pictures).await,
        }
        browser.client.close().await.expect("the window closes");
    }
}

/// Opens the sheet of that title from the shelf, and waits for its formulas.
async fn open(browser: &Browser, address: &str, title: &str) {
    open_plain(browser, address, title).await;
    browser.until("return document.querySelector('.katex') !== null", "the formulas").await;
    browser.until("return document.fonts.status === 'loaded'", "their letters").await;
}

/// The same where nothing is typeset.
async fn open_plain(browser: &Browser, address: &str, title: &str) {
    browser.goto(address).await;
    let pick = format!(
        "[...document.querySelectorAll('.card > a')].find((a) => a.textContent.includes('{title}')).click()"
    );
    browser.script(&pick).await;
    browser.find("main[aria-label=Bench]").await;
    browser.settle().await;
}

async fn on_paper(browser: &Browser, address: &str, pictures: &Path) {
    browser.goto(address).await;
    browser.picture(&pictures.join("shelf.png")).await;

    open(browser, address, "Potting bench").await;
    browser.picture(&pictures.join("idealise.png")).await;

    browser.keys("3").await;
    browser.settle().await;
    browser.hover("[data-part=step-1] .term:nth-of-type(2)").await;
    browser.settle().await;
    browser.picture(&pictures.join("work.png")).await;

    // Several things chosen; a command looked for by word.
    browser.keys("1").await;
    browser.script("document.querySelector('[data-handle=\"load:crate\"]').focus()").await;
    browser.keys(" ").await;
    browser.script("document.querySelector('[data-handle=\"support:C\"]').focus()").await;
    browser.keys(" v0.25").await;
    browser.settle().await;
    browser.keys("⎋⎋/dist").await;
    browser.picture(&pictures.join("commands.png")).await;
    browser.keys("⎋").await;

    open(browser, address, "Lily pond ramp").await;
    browser.keys("4").await;
    browser.settle().await;
    browser.picture(&pictures.join("check.png")).await;

    open(browser, address, "Tub hoist").await;
    browser.keys("3n").await;
    browser.settle().await;
    browser.hover("[data-part=step-2] .term:last-of-type").await;
    browser.settle().await;
    browser.picture(&pictures.join("structure.png")).await;

    open(browser, address, "Orangery hoist").await;
    browser.keys("3n").await;
    browser.settle().await;
    browser.click("[data-piece='body:jib'] .title").await;
    browser.settle().await;
    browser.picture(&pictures.join("choice.png")).await;

    open(browser, address, "Bell bracket").await;
    browser.keys("3nn").await;
    browser.settle().await;
    browser.picture(&pictures.join("truss.png")).await;

    open(browser, address, "Glass lean-to").await;
    browser.keys("5").await;
    browser.settle().await;
    browser.click("th.used button").await;
    browser.picture(&pictures.join("table.png")).await;

    open(browser, address, "Awning shaft").await;
    browser.keys("3nn").await;
    browser.settle().await;
    browser.hover("article.now .term:nth-of-type(1)").await;
    still(browser).await;
    browser.picture(&pictures.join("space.png")).await;

    open(browser, address, "Potting bench").await;
    browser.keys("f0.4@1.6").await;
    browser.settle().await;
    browser.picture(&pictures.join("entry.png")).await;
    browser.keys("⎋").await;
    browser.settle().await;
    browser.script("document.querySelector('[data-handle=\"support:C\"]').focus()").await;
    browser.keys("⌦").await;
    browser.settle().await;
    browser.picture(&pictures.join("unstable.png")).await;
    browser.control('z').await;
    browser.settle().await;

    open_plain(browser, address, "Peach portal").await;
    browser.keys("5").await;
    browser.settle().await;
    browser.hover("tbody tr.over td:nth-of-type(4) button").await;
    browser.settle().await;
    browser.picture(&pictures.join("stiffness.png")).await;

    open(browser, address, "Bell loft beam").await;
    browser.keys("5xF⏎").await;
    browser.settle().await;
    browser.script("document.activeElement.blur()").await;
    browser.picture(&pictures.join("inside.png")).await;

    open(browser, address, "Seed shed shelf").await;
    browser.keys("6x1.6⏎").await;
    browser.settle().await;
    browser.script("document.activeElement.blur()").await;
    browser.hover("figure .section").await;
    browser.picture(&pictures.join("stresses.png")).await;
}

/// Waits until WebGL paints a figure of space that has come to rest.
async fn still(browser: &Browser) {
    browser.settle().await;
    let still = "const board = document.querySelector('.solid-board')?.dataset ?? {}; return board.painter === 'webgl' && board.still === 'true'";
    browser.until(still, "a figure that stands still").await;
    browser.settle().await;
}

async fn by_lamp(browser: &Browser, address: &str, pictures: &Path) {
    open(browser, address, "Lantern roof").await;
    browser.keys("4z").await;
    still(browser).await;
    browser.picture(&pictures.join("space-by-lamp.png")).await;
    open(browser, address, "Fern house rail").await;
    browser.keys("2").await;
    browser.settle().await;
    browser.picture(&pictures.join("free-by-lamp.png")).await;
    // The trolley where the moment over the post is greatest, with the influence lines of that place.
    open(browser, address, "Trolley on the plank walk").await;
    browser.keys("5c").await;
    browser.settle().await;
    browser.keys("xB⏎").await;
    browser.settle().await;
    browser.script("document.activeElement.blur()").await;
    browser.click("tbody tr:nth-child(2) td .end").await;
    browser.settle().await;
    browser.picture(&pictures.join("moving-by-lamp.png")).await;
    open(browser, address, "Vent crank").await;
    browser.keys("7").await;
    browser.settle().await;
    browser.script("document.querySelector('[data-pin]').scrollIntoView()").await;
    browser.picture(&pictures.join("size-by-lamp.png")).await;
}
