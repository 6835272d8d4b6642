//! After an upgrade the shelf says which sheets differ, and shows the old answers beside the new.

use super::{Desk, binary, sheets};
use helvek_testkit::{Server, Theme};
use sqlx::Connection;
use sqlx::sqlite::{SqliteConnectOptions, SqliteConnection};

/// The demo, saved as if an older engine had found 0.935 kN at the potting bench.
async fn upgraded(theme: Theme) -> Desk {
    let Desk { server, browser, folder } = Desk::set(true, theme).await;
    browser.settle().await;
    assert!(server.stop().await);
    let mut file =
        SqliteConnection::connect_with(&SqliteConnectOptions::new().filename(sheets(&folder))).await.unwrap();
    for statement in [
        "UPDATE sheets SET engine = 1, compared = 1, answers = NULL",
        "UPDATE cards SET engine = 'former', card = replace(card, '0.930 kN ↑', '0.935 kN ↑')",
    ] {
        sqlx::query(statement).execute(&mut file).await.unwrap();
    }
    file.close().await.unwrap();
    let server = Server::start(binary(), &sheets(&folder), true).await;
    let desk = Desk { server, browser, folder };
    let compared = "return fetch('/api/sheets').then((r) => r.json()).then((s) => s.differing === 1)";
    desk.browser.goto(&desk.server.address).await;
    desk.browser.until(compared, "the comparison").await;
    desk.browser.goto(&desk.server.address).await;
    desk.browser.settle().await;
    desk
}

#[tokio::test]
async fn the_shelf_says_what_differs_and_the_new_answers_are_taken() {
    let desk = upgraded(Theme::Light).await;
    let browser = &desk.browser;
    assert!(browser.text(".note").await.starts_with("1 sheet differs"), "{}", browser.text(".note").await);
    browser.click(".note button").await;
    browser.settle().await;
    assert_eq!(desk.titles().await, ["Potting bench"]);
    // Old beside new, closed by a key, opened again.
    let badge = ".card > button";
    browser.click(badge).await;
    let row = browser.text("dialog tbody tr").await;
    assert!(row.contains("0.935 kN ↑") && row.contains("0.930 kN ↑"), "{row}");
    assert!(browser.text("dialog ul").await.contains("Halves are rounded away from zero"));
    browser.keys("⎋").await;
    browser.until("return !document.querySelector('dialog')", "the dialog to close").await;
    browser.click(badge).await;
    browser.click("dialog .btn-primary").await;
    browser.until("return !document.querySelector('dialog')", "the dialog to close").await;
    browser.settle().await;
    assert_eq!(browser.script("return document.querySelectorAll('.card > button').length").await, 0);
    desk.close().await;
}

#[tokio::test]
async fn a_sheet_that_differs_says_so_when_it_is_opened_and_its_history_keeps_the_old_answers() {
    let desk = upgraded(Theme::Dark).await;
    let browser = &desk.browser;
    browser.keys("/potting").await;
    browser.settle().await;
    browser.keys("↓⏎").await;
    browser.find("main[aria-label=Bench]").await;
    browser.settle().await;
    let banner = browser.text(".banner").await;
    assert!(banner.contains("saved under engine 1"), "{banner}");
    browser.click(".banner button").await;
    browser.click("dialog .btn-primary").await;
    browser.until("return !document.querySelector('.banner')", "the banner to go").await;
    browser.click("button.kept").await;
    browser.click("[aria-label='Answers of revision 1']").await;
    let answers = browser.text(".answers dl").await;
    assert!(answers.contains("0.935 kN ↑"), "{answers}");
    desk.close().await;
}
