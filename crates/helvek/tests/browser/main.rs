//! The real interface, driven in headless Chromium as a person would: by keys and by pointer.

mod access;
mod bench;
mod carry;
mod editing;
mod examples;
mod inside;
mod keyboard;
mod labels;
mod machines;
mod shelf;
mod sizing;
mod space;
mod stiffness;
mod trouble;
mod trusses;
mod typing;
mod upgrade;

use helvek_testkit::{Browser, Server, Theme};
use std::path::{Path, PathBuf};
use tempfile::TempDir;
use tokio::process::Command;

/// A server with its sheets, and a window on it.
struct Desk {
    server: Server,
    browser: Browser,
    folder: TempDir,
}

impl Desk {
    async fn set(demo: bool, theme: Theme) -> Self {
        let folder = tempfile::tempdir().unwrap();
        let server = Server::start(binary(), &sheets(&folder), demo).await;
        let browser = Browser::open(1280, 800, theme).await;
        browser.goto(&server.address).await;
        Self { server, browser, folder }
    }

    /// With a server that is started by a command of one's own.
    async fn with(folder: TempDir, command: Command) -> Self {
        let server = Server::launch(command).await.unwrap();
        let browser = Browser::open(1280, 800, Theme::Light).await;
        browser.goto(&server.address).await;
        Self { server, browser, folder }
    }

    /// An empty board.
    async fn new_sheet(&self) {
        self.browser.keys("n").await;
        self.browser.find("main[aria-label=Bench]").await;
        self.browser.settle().await;
    }

    /// The sheet that is open, as it is kept.
    async fn sheet(&self) -> serde_json::Value {
        self.browser.settle().await;
        let get = "
            const done = arguments[0];
            fetch('/api/sheets/' + location.pathname.split('/').at(-1)).then((r) => r.json()).then((r) => done(r.sheet));
        ";
        self.browser.client.execute_async(get, vec![]).await.unwrap()
    }

    /// The titles of all sheets on the shelf.
    async fn titles(&self) -> Vec<String> {
        let titles = "return [...document.querySelectorAll('.card .title')].map((t) => t.textContent)";
        let titles = self.browser.script(titles).await;
        titles.as_array().unwrap().iter().filter_map(|t| t.as_str()).map(str::to_owned).collect()
    }

    /// Every answer that is in sight.
    async fn asked(&self) -> String {
        self.browser.settle().await;
        self.browser.text(".asked .answers").await
    }

    /// Draws by keys, waiting for each answer as a person would see it.
    async fn draw(&self, typed: &[&str]) -> usize {
        let mut keys = 0;
        for typed in typed {
            keys += self.browser.keys(typed).await;
            self.browser.settle().await;
        }
        keys
    }

    /// The demo sheet whose title contains this.
    async fn open(&self, title: &str) {
        let find =
            format!("[...document.querySelectorAll('li a')].find((a) => a.textContent.includes('{title}'))");
        self.browser.until(&format!("return {find} !== undefined"), "the shelf").await;
        self.browser.script(&format!("{find}.click()")).await;
        self.browser.find("main[aria-label=Bench]").await;
        self.browser.settle().await;
    }

    async fn close(self) {
        self.browser.client.close().await.unwrap();
        assert!(self.server.stop().await);
    }
}

/// The number of sheets the demo brings.
fn demo_sheets() -> usize {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    std::fs::read_dir(folder).unwrap().count()
}

fn binary() -> &'static Path {
    Path::new(env!("CARGO_BIN_EXE_helvek"))
}

fn sheets(folder: &TempDir) -> PathBuf {
    folder.path().join("sheets.sqlite")
}
