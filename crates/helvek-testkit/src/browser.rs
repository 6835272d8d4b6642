//! Headless Chromium with a fresh profile, one device pixel to a pixel, and no motion.

use crate::MISSING_BROWSER;
use fantoccini::actions::{
    InputSource, KeyAction, KeyActions, MOUSE_BUTTON_LEFT, MouseActions, PointerAction,
};
use fantoccini::elements::Element;
use fantoccini::key::Key;
use fantoccini::{Client, ClientBuilder, Locator};
use serde_json::{Value, json};
use std::net::TcpListener;
use std::path::Path;
use std::process::Stdio;
use std::time::Duration;
use tempfile::TempDir;
use tokio::process::{Child, Command};

/// The theme the system is said to prefer.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Theme {
    /// Ink on paper.
    Light,
    /// By lamp light.
    Dark,
}

/// A browser window. Chromium ends with its driver, the driver when this is dropped.
#[derive(Debug)]
pub struct Browser {
    /// For what is not wrapped here.
    pub client: Client,
    _driver: Child,
    profile: TempDir,
}

/// The folder of saved files, within the profile.
const DOWNLOADS: &str = "saved";

/// The longest anything may take before a test fails.
const PATIENCE: Duration = Duration::from_secs(15);

impl Browser {
    /// Opens a window of the given size.
    ///
    /// # Panics
    /// With [`MISSING_BROWSER`] when there is no browser; nothing is ever skipped.
    pub async fn open(width: u32, height: u32, theme: Theme) -> Self {
        Self::launch(width, height, theme, true).await
    }

    /// The same with motion, which is off elsewhere: nothing has to be waited for then.
    ///
    /// # Panics
    /// As [`Browser::open`].
    pub async fn open_moving(width: u32, height: u32, theme: Theme) -> Self {
        Self::launch(width, height, theme, false).await
    }

    async fn launch(width: u32, height: u32, theme: Theme, calm: bool) -> Self {
        let port = TcpListener::bind("127.0.0.1:0").and_then(|l| l.local_addr()).expect("a free port").port();
        let driver = Command::new("chromedriver")
            .arg(format!("--port={port}"))
            .stdout(Stdio::null())
            .stderr(Stdio::null())
            .kill_on_drop(true)
            .spawn()
            .unwrap_or_else(|error| panic!("{MISSING_BROWSER} ({error})"));
        let profile = tempfile::tempdir().expect("a folder for the profile");
        let mut args = vec![
            "--headless=new".to_owned(),
            "--no-sandbox".into(),
            // WebGL is painted by the processor: there is no other here.
            "--enable-unsafe-swiftshader".into(),
            "--disable-dev-shm-usage".into(),
            "--no-first-run".into(),
            "--disable-background-networking".into(),
            "--disable-component-update".into(),
            "--disable-sync".into(),
            "--force-device-scale-factor=1".into(),
            "--hide-scrollbars".into(),
            format!("--window-size={width},{height}"),
            format!("--user-data-dir={}", profile.path().display()),
        ];
        if calm {
            args.push("--force-prefers-reduced-motion".into());
        }
        if theme == Theme::Dark {
            args.push("--blink-settings=preferredColorScheme=0".into());
        }
        let mut wanted = serde_json::Map::new();
        let downloads = profile.path().join(DOWNLOADS);
        std::fs::create_dir(&downloads).expect("a folder for what is saved");
        let prefs = json!({ "download.default_directory": downloads, "download.prompt_for_download": false });
        wanted.insert("goog:chromeOptions".into(), json!({ "args": args, "prefs": prefs }));
        wanted.insert("goog:loggingPrefs".into(), json!({ "browser": "ALL" }));
        let mut builder = ClientBuilder::new(hyper_util::client::legacy::connect::HttpConnector::new());
        builder.capabilities(wanted);
        let address = format!("http://127.0.0.1:{port}");
        let mut last = String::new();
        for _ in 0..150 {
            match builder.connect(&address).await {
                Ok(client) => {
                    let browser = Self { client, _driver: driver, profile };
                    browser.size(width, height).await;
                    return browser;
                }
                Err(error) => last = error.to_string(),
            }
            tokio::time::sleep(Duration::from_millis(100)).await;
        }
        panic!("{MISSING_BROWSER} (the driver said: {last})");
    }

    /// The file that is saved next, when it is whole: its name and its bytes. It is taken away.
    ///
    /// # Panics
    /// When none comes.
    pub async fn saved(&self) -> (String, Vec<u8>) {
        let folder = self.profile.path().join(DOWNLOADS);
        let whole = |name: &str| !name.ends_with(".crdownload") && !name.starts_with('.');
        for _ in 0..PATIENCE.as_millis() / 20 {
            let files = std::fs::read_dir(&folder).expect("the folder").flatten();
            let mut names = files.map(|file| file.file_name().to_string_lossy().into_owned());
            if let Some(name) = names.find(|name| whole(name)) {
                let file = folder.join(&name);
                let bytes = std::fs::read(&file).expect("the file");
                std::fs::remove_file(file).expect("ours");
                return (name, bytes);
            }
            tokio::time::sleep(Duration::from_millis(20)).await;
        }
        panic!("nothing was saved");
    }

    /// Makes the page, without the window's frame, exactly that large.
    async fn size(&self, width: u32, height: u32) {
        self.client.set_window_size(width, height).await.expect("a window");
        let inner = self.script("return [innerWidth, innerHeight]").await;
        let missing = |i: usize, want: u32| want + want.saturating_sub(inner[i].as_u64().unwrap_or(0) as u32);
        self.client.set_window_size(missing(0, width), missing(1, height)).await.expect("a window");
    }

    /// Goes to an address and waits until the page is settled.
    ///
    /// # Panics
    /// When it never settles.
    pub async fn goto(&self, url: &str) {
        self.client.goto(url).await.unwrap_or_else(|error| panic!("{url}: {error}"));
        self.settle().await;
    }

    /// Waits until everything asked is answered, everything drawn is kept, and fonts and formulas are there.
    ///
    /// # Panics
    /// When that takes too long, with what the page shows.
    pub async fn settle(&self) {
        let ready = "return document.querySelector('main[data-settled=true]') !== null \
                     && document.fonts.status === 'loaded'";
        self.until(ready, "the page to settle").await;
        // Two frames: what was answered has been painted.
        let painted =
            "const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(() => done(true)))";
        self.client.execute_async(painted, vec![]).await.expect("frames");
    }

    /// Waits until a script returns true.
    ///
    /// # Panics
    /// When that takes too long, with what the page shows.
    pub async fn until(&self, script: &str, what: &str) {
        let start = std::time::Instant::now();
        while self.script(script).await != Value::Bool(true) {
            if start.elapsed() > PATIENCE {
                let page = self.script("return document.body.innerText").await;
                panic!("waited in vain for {what}; the page says: {page}");
            }
            tokio::time::sleep(Duration::from_millis(20)).await;
        }
    }

    /// Runs a script and returns what it returns.
    ///
    /// # Panics
    /// When the script fails.
    pub async fn script(&self, script: &str) -> Value {
        self.client.execute(script, vec![]).await.unwrap_or_else(|error| panic!("{script}: {error}"))
    }

    /// The one element of a CSS selector, waited for.
    ///
    /// # Panics
    /// When it never appears.
    pub async fn find(&self, css: &str) -> Element {
        self.client
            .wait()
            .at_most(PATIENCE)
            .for_element(Locator::Css(css))
            .await
            .unwrap_or_else(|error| panic!("{css}: {error}"))
    }

    /// Clicks the middle of an element.
    ///
    /// # Panics
    /// When it is not there or covered.
    pub async fn click(&self, css: &str) {
        self.find(css).await.click().await.unwrap_or_else(|error| panic!("{css}: {error}"));
    }

    /// Rests the pointer on the middle of an element.
    ///
    /// # Panics
    /// When it is not there.
    pub async fn hover(&self, css: &str) {
        let element = self.find(css).await;
        let rest = PointerAction::MoveToElement { element, duration: None, x: 0.0, y: 0.0 };
        let mouse = MouseActions::new("mouse".into()).then(rest);
        self.client.perform_actions(mouse).await.unwrap_or_else(|error| panic!("{css}: {error}"));
    }

    /// Presses the pointer where it rests.
    ///
    /// # Panics
    /// When the window is gone.
    pub async fn press(&self) {
        let mouse = MouseActions::new("mouse".into())
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        self.client.perform_actions(mouse).await.expect("a press");
    }

    /// Presses so many pixels beside the middle of an element.
    ///
    /// # Panics
    /// When it is not there.
    pub async fn press_at(&self, css: &str, right: f64, down: f64) {
        let element = self.find(css).await;
        let box_ = element.rectangle().await.unwrap_or_else(|error| panic!("{css}: {error}"));
        let (x, y) = (box_.0 + box_.2 / 2.0 + right, box_.1 + box_.3 / 2.0 + down);
        let rest = |x, y| PointerAction::MoveTo { duration: None, x, y };
        let mouse = MouseActions::new("mouse".into())
            .then(rest(x - 3.0, y))
            .then(rest(x, y))
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        self.client.perform_actions(mouse).await.unwrap_or_else(|error| panic!("{css}: {error}"));
    }

    /// Drags the middle of an element by so many pixels, in steps as a hand would.
    ///
    /// # Panics
    /// When it is not there.
    pub async fn drag(&self, css: &str, right: f64, down: f64) {
        const STEPS: u32 = 8;
        let element = self.find(css).await;
        let box_ = element.rectangle().await.unwrap_or_else(|error| panic!("{css}: {error}"));
        let (x, y) = (box_.0 + box_.2 / 2.0, box_.1 + box_.3 / 2.0);
        let to =
            |part: f64| PointerAction::MoveTo { duration: None, x: x + right * part, y: y + down * part };
        let mut mouse = MouseActions::new("mouse".into())
            .then(to(0.0))
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT });
        for step in 1..=STEPS {
            mouse = mouse.then(to(f64::from(step) / f64::from(STEPS)));
        }
        let mouse = mouse.then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        self.client.perform_actions(mouse).await.unwrap_or_else(|error| panic!("{css}: {error}"));
    }

    /// Presses beside the middle of an element and sweeps by so many pixels, step by step in so many milliseconds.
    ///
    /// # Panics
    /// When it is not there.
    pub async fn sweep(&self, css: &str, from_x: f64, from_y: f64, right: f64, down: f64, millis: u64) {
        self.stroke(css, (from_x, from_y), (right, down), millis, true).await;
    }

    /// As [`Browser::sweep`], without pressing.
    ///
    /// # Panics
    /// When it is not there.
    pub async fn glide(&self, css: &str, from_x: f64, from_y: f64, right: f64, down: f64, millis: u64) {
        self.stroke(css, (from_x, from_y), (right, down), millis, false).await;
    }

    async fn stroke(&self, css: &str, from: (f64, f64), by: (f64, f64), millis: u64, pressed: bool) {
        // The driver jumps to the end of a long move: a hand is made of short ones.
        const STEP: u64 = 16;
        let element = self.find(css).await;
        let box_ = element.rectangle().await.unwrap_or_else(|error| panic!("{css}: {error}"));
        let (x, y) = (box_.0 + box_.2 / 2.0 + from.0, box_.1 + box_.3 / 2.0 + from.1);
        let to = |duration, x, y| PointerAction::MoveTo { duration, x, y };
        let mut mouse = MouseActions::new("mouse".into()).then(to(None, x, y));
        if pressed {
            mouse = mouse.then(PointerAction::Down { button: MOUSE_BUTTON_LEFT });
        }
        let steps = (millis / STEP).max(1);
        for step in 1..=steps {
            let part = step as f64 / steps as f64;
            mouse = mouse.then(to(Some(Duration::from_millis(STEP)), x + by.0 * part, y + by.1 * part));
        }
        if pressed {
            mouse = mouse.then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        }
        self.client.perform_actions(mouse).await.unwrap_or_else(|error| panic!("{css}: {error}"));
    }

    /// Text of an element as it is seen.
    ///
    /// # Panics
    /// When it is not there.
    pub async fn text(&self, css: &str) -> String {
        self.find(css).await.text().await.unwrap_or_else(|error| panic!("{css}: {error}"))
    }

    /// Types, key by key; ⏎ is Enter, ⇥ is Tab, ⎋ is Escape, ⌦ is Delete. Returns how many keys were pressed; a capital takes two.
    ///
    /// # Panics
    /// When the window is gone.
    pub async fn keys(&self, keys: &str) -> usize {
        self.keys_paced(keys, Duration::ZERO).await
    }

    /// Types with so long a time from key to key.
    ///
    /// # Panics
    /// When the window is gone.
    pub async fn keys_paced(&self, keys: &str, pace: Duration) -> usize {
        let mut actions = KeyActions::new("keyboard".into());
        let mut pressed = 0;
        for c in keys.chars() {
            let value = match c {
                '⏎' => Key::Enter.into(),
                '⇥' => Key::Tab.into(),
                '⎋' => Key::Escape.into(),
                '⌦' => Key::Delete.into(),
                '→' => Key::Right.into(),
                '↑' => Key::Up.into(),
                '↓' => Key::Down.into(),
                other => other,
            };
            // A capital takes a second finger.
            let shift: char = Key::Shift.into();
            let capital = c.is_ascii_uppercase();
            if capital {
                actions = actions.then(KeyAction::Down { value: shift });
                pressed += 1;
            }
            actions = actions.then(KeyAction::Down { value }).then(KeyAction::Up { value });
            if capital {
                actions = actions.then(KeyAction::Up { value: shift });
            }
            if !pace.is_zero() {
                actions = actions.then(KeyAction::Pause { duration: pace });
            }
            pressed += 1;
        }
        self.client.perform_actions(actions).await.expect("keys");
        pressed
    }

    /// Presses a key while Control is held.
    ///
    /// # Panics
    /// When the window is gone.
    pub async fn control(&self, key: char) {
        let control: char = Key::Control.into();
        let actions = KeyActions::new("keyboard".into())
            .then(KeyAction::Down { value: control })
            .then(KeyAction::Down { value: key })
            .then(KeyAction::Up { value: key })
            .then(KeyAction::Up { value: control });
        self.client.perform_actions(actions).await.expect("keys");
    }

    /// Keeps a picture of the window.
    ///
    /// # Panics
    /// When it cannot be taken or written.
    pub async fn picture(&self, file: &Path) {
        let png = self.client.screenshot().await.expect("a picture");
        if let Some(folder) = file.parent() {
            std::fs::create_dir_all(folder).expect("a folder");
        }
        std::fs::write(file, png).unwrap_or_else(|error| panic!("{}: {error}", file.display()));
    }
}
