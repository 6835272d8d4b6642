//! Sheets out of one Helvek as files, and into another: by dialog, dropped, pasted.

use super::{Desk, binary, demo_sheets, sheets};
use helvek_testkit::Theme;
use serde_json::json;
use std::path::PathBuf;
use tokio::process::Command;

impl Desk {
    /// Chooses files in the dialog.
    async fn bring(&self, files: &[(&str, &[u8])]) {
        let paths: Vec<PathBuf> = files
            .iter()
            .map(|(name, bytes)| {
                let path = self.folder.path().join(name);
                std::fs::write(&path, bytes).unwrap();
                path
            })
            .collect();
        let paths: Vec<_> = paths.iter().map(|path| path.display().to_string()).collect();
        self.browser.find("input[type=file]").await.send_keys(&paths.join("\n")).await.unwrap();
    }

    /// The note after something was carried.
    async fn told(&self) -> String {
        self.browser.text("[data-carried=over]").await
    }
}

#[tokio::test]
async fn a_sheet_is_saved_as_a_file_and_opened_elsewhere() {
    let here = Desk::set(true, Theme::Light).await;
    here.open("Lily pond ramp").await;
    let answers = here.asked().await;
    here.browser.control('s').await;
    let (name, toml) = here.browser.saved().await;
    assert_eq!(name, "Lily-pond-ramp.toml");
    assert!(toml.starts_with(b"format = \"helvek-sheet/1\"\n"), "{}", String::from_utf8_lossy(&toml));
    // By pointer, beside what the sheet was.
    here.browser.click(".kept").await;
    here.browser.click("[aria-label='What the sheet was'] footer button:last-child").await;
    let (name, as_json) = here.browser.saved().await;
    assert_eq!(name, "Lily-pond-ramp.json");
    here.close().await;

    let there = Desk::set(false, Theme::Dark).await;
    for (name, bytes) in [("mailed.toml", &toml), ("mailed.json", &as_json)] {
        there.browser.goto(&there.server.address).await;
        there.bring(&[(name, bytes)]).await;
        there.browser.find("main[aria-label=Bench]").await;
        there.browser.settle().await;
        assert_eq!(there.browser.script("return document.title").await, json!("Lily pond ramp · Helvek"));
        assert_eq!(there.asked().await, answers, "{name}");
    }
    // Pasted on the bench: opened there, as a sheet of its own.
    let before = there.browser.script("return location.pathname").await;
    let paste = "const t = new DataTransfer(); t.setData('text/plain', arguments[0]); \
        document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: t, bubbles: true }))";
    let text = String::from_utf8(toml).unwrap().replace("Lily pond ramp", "From a letter");
    there.browser.client.execute(paste, vec![json!(text)]).await.unwrap();
    there.browser.until("return document.title.startsWith('From a letter')", "the pasted sheet").await;
    assert_ne!(there.browser.script("return location.pathname").await, before);
    // What is no sheet is told, and nothing moves.
    there.browser.client.execute(paste, vec![json!("Dear gardener")]).await.unwrap();
    assert!(there.told().await.contains("does not say that it is a sheet"), "{}", there.told().await);
    assert_eq!(there.browser.script("return document.title").await, json!("From a letter · Helvek"));
    there.close().await;
}

#[tokio::test]
async fn chosen_sheets_go_into_an_archive_and_come_out_of_it_elsewhere() {
    let here = Desk::set(true, Theme::Light).await;
    let titles = here.titles().await;
    here.browser.keys("↓ ").await;
    here.browser.keys("→ ").await;
    assert_eq!(here.browser.text("[aria-label='What is chosen'] strong").await, "2 chosen");
    here.browser.keys("s").await;
    let (name, archive) = here.browser.saved().await;
    assert!(name.starts_with("helvek-20") && name.ends_with("Z.zip"), "{name}");
    assert!(here.told().await.starts_with("2 sheets with 0 revisions in helvek-"), "{}", here.told().await);
    assert_eq!(
        here.browser.script("return document.querySelectorAll('.card.chosen').length").await,
        json!(0)
    );
    // The same here again: all is here already.
    here.bring(&[("again.zip", &archive)]).await;
    here.browser
        .until("return document.body.textContent.includes('2 sheets were here already')", "that it is known")
        .await;
    assert_eq!(here.titles().await.len(), demo_sheets());
    // All that is looked for, by the button at the foot.
    here.browser.keys("/lily").await;
    here.browser.settle().await;
    let found = here.titles().await.len();
    here.browser.click("footer[aria-label='About this Helvek'] button").await;
    let (_, looked_for) = here.browser.saved().await;
    here.close().await;

    let there = Desk::set(false, Theme::Light).await;
    there.bring(&[("letter.toml", b"Dear gardener"), ("two.zip", &archive)]).await;
    there.browser.until("return document.querySelectorAll('.card').length === 2", "the sheets").await;
    let mut came = there.titles().await;
    came.sort_unstable();
    let mut sent = titles[..2].to_vec();
    sent.sort_unstable();
    assert_eq!(came, sent);
    let told = there.told().await;
    assert!(told.contains("2 sheets came in.") && told.contains("Not taken in: letter.toml."), "{told}");
    assert!(told.contains("Line 1, column 6"), "{told}");
    there.browser.click("[aria-label='Close this message']").await;
    // Dropped: a torn archive is refused, and changes nothing; a whole one comes in.
    let drop = "
        const bytes = Uint8Array.from(arguments[0]), t = new DataTransfer();
        t.items.add(new File([bytes], 'dropped.zip'));
        const over = new DragEvent('dragover', { dataTransfer: t, bubbles: true, cancelable: true });
        document.body.dispatchEvent(over);
        document.body.dispatchEvent(new DragEvent('drop', { dataTransfer: t, bubbles: true, cancelable: true }));
        return over.defaultPrevented";
    let torn = json!(looked_for[..looked_for.len() / 2]);
    assert_eq!(there.browser.client.execute(drop, vec![torn]).await.unwrap(), json!(true));
    assert!(there.told().await.contains("damaged or not whole"), "{}", there.told().await);
    assert_eq!(there.titles().await.len(), 2);
    there.browser.click("[aria-label='Close this message']").await;
    there.browser.client.execute(drop, vec![json!(looked_for)]).await.unwrap();
    assert!(found > 1 && !titles[..2].iter().any(|title| title.contains("Lily")), "{titles:?}");
    let all = found + 2;
    there
        .browser
        .until(&format!("return document.querySelectorAll('.card').length === {all}"), "those of the archive")
        .await;
    there.close().await;
}

#[tokio::test]
async fn the_foot_of_the_shelf_tells_of_backups_and_licences() {
    let folder = tempfile::tempdir().unwrap();
    let backups = folder.path().join("backups");
    std::fs::create_dir(&backups).unwrap();
    let mut command = Command::new(binary());
    command.args(["demo", "--listen", "127.0.0.1:0", "--data"]).arg(sheets(&folder));
    command.arg("--backup-to").arg(&backups);
    let desk = Desk::with(folder, command).await;
    // It is made at the start, while the first page is on its way.
    let known = "return document.querySelector(\"footer[aria-label='About this Helvek']\")?.textContent";
    let mut foot = String::new();
    for _ in 0..20 {
        desk.browser.settle().await;
        foot = desk.browser.script(known).await.as_str().unwrap_or_default().to_owned();
        if foot.contains("Last backup") {
            break;
        }
        desk.browser.goto(&desk.server.address).await;
    }
    let all = format!("Last backup just now: {} sheets with 0 revisions", demo_sheets());
    assert!(foot.contains(&all) && foot.contains("engine"), "{foot}");
    // Where none is made that is said, and how to have one.
    let none = Desk::set(false, Theme::Dark).await;
    none.browser.until(&format!("{known}.includes('No daily backup')"), "that there is none").await;
    none.close().await;
    desk.browser.click("footer[aria-label='About this Helvek'] button:last-child").await;
    desk.browser.find("dialog [data-settled=true]").await;
    desk.browser.keys("svelte").await;
    let listed = desk.browser.text("dialog ul").await;
    assert!(listed.contains("svelte") && listed.contains("MIT"), "{listed}");
    desk.browser.click("dialog summary").await;
    assert!(desk.browser.text("dialog details[open] pre").await.contains("Permission"), "a text");
    desk.close().await;
}
