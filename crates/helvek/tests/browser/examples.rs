//! Every example of every hint, of the first steps and of the README is typed as it stands, by real keys, and is taken.

use super::Desk;
use helvek_testkit::{Browser, Theme};
use serde_json::{Value, json};

/// A beam A C B of 6 m on a pin and a roller, with a load of each of two cases at C.
fn beam() -> Value {
    json!({
        "format": "helvek-sheet/1", "title": "Plank",
        "points": { "A": [0, 0], "C": [2, 0], "B": [6, 0] },
        "bodies": { "beam": { "runs": [["A", "C", "B"]] } },
        "supports": [{ "at": "A", "kind": "pin" }, { "at": "B", "kind": "roller" }],
        "loads": [
            { "name": "crate", "kind": "force", "at": "C", "size": 1, "direction": "down", "case": "permanent" },
            { "name": "gust", "kind": "force", "at": "C", "size": 1, "direction": "right", "case": "wind" },
        ],
    })
}

/// The same free to be held, with a point beside it.
fn loose() -> Value {
    let mut sheet = beam();
    sheet["supports"] = json!([]);
    sheet["points"]["D"] = json!([4, 3]);
    sheet["bodies"]["beam"]["points"] = json!(["D"]);
    sheet
}

/// A wheel on the beam.
fn hoist() -> Value {
    let mut sheet = beam();
    sheet["pulleys"] = json!({ "wheel": { "at": "B", "radius": 0.1, "on": "beam" } });
    sheet
}

/// Four joints, of which only two bars are drawn yet.
fn bars() -> Value {
    json!({
        "format": "helvek-sheet/1", "title": "Kite",
        "points": { "A": [0, 0], "B": [4, 0], "C": [0, 3], "D": [4, 3] },
        "bars": [["A", "D"], ["C", "D"]],
    })
}

/// Four panels of a truss, with a load.
fn truss() -> Value {
    json!({
        "format": "helvek-sheet/1", "title": "Span",
        "points": { "A": [0, 0], "B": [2, 0], "C": [4, 0], "D": [6, 0], "G": [2, 2], "H": [4, 2] },
        "bars": [["A", "B"], ["B", "C"], ["C", "D"], ["A", "G"], ["B", "G"], ["G", "C"], ["G", "H"], ["C", "H"], ["H", "D"]],
        "supports": [{ "at": "A", "kind": "pin" }, { "at": "D", "kind": "roller" }],
        "loads": [{ "name": "F1", "kind": "force", "at": "C", "size": 5, "direction": "down" }],
    })
}

/// A shaft A C B with a point D beside it.
fn shaft() -> Value {
    json!({
        "format": "helvek-sheet/1", "title": "Shaft", "space": "space",
        "points": { "A": [0, 0, 0], "C": [0.4, 0, 0], "B": [1.2, 0, 0], "D": [0.6, 0.3, 0.2] },
        "bodies": { "shaft": { "runs": [["A", "C", "B"]], "points": ["D"] } },
    })
}

/// Two joints in space and one bar from another.
fn posts() -> Value {
    json!({
        "format": "helvek-sheet/1", "title": "Posts", "space": "space",
        "points": { "A": [0, 0, 0], "B": [1, 0, 0], "D": [0, 2, 0] }, "bars": [["A", "D"]],
    })
}

/// A tool: its keys, the sheet it is tried on, and what else it needs, by slots.
type Row = (&'static str, fn() -> Value, &'static [(&'static str, &'static str)]);

/// An example as it is typed, without its Enter, and the sheet it is tried on.
type Example = (&'static str, fn() -> Value);

const PLANE: &[Row] = &[
    ("b", beam, &[("length", "1")]),
    ("j", bars, &[]),
    ("⇧b", bars, &[]),
    ("⇧h", beam, &[]),
    ("⇧p", beam, &[("place", "1"), ("radius", "0.1")]),
    ("⇧r", hoist, &[]),
    ("⇧t", beam, &[]),
    ("⇧c", beam, &[]),
    ("⇧s", beam, &[("material", "")]),
    ("⇧e", beam, &[("at", "A")]),
    ("⇧l", beam, &[]),
    ("⇧k", beam, &[]),
    ("⇧w", beam, &[("expansion", "1.2e-5")]),
    ("p", loose, &[]),
    ("r", loose, &[]),
    ("w", loose, &[]),
    ("g", loose, &[]),
    ("s", loose, &[]),
    ("l", loose, &[("place", "A"), ("toward", "up")]),
    ("t", loose, &[("place", "A"), ("toward", "up")]),
    ("f", loose, &[("size", "5"), ("place", "B")]),
    ("c", beam, &[]),
    ("m", beam, &[("size", "60 kg")]),
    ("x", truss, &[]),
];

const SPACE: &[Row] = &[
    ("b", shaft, &[]),
    ("j", posts, &[]),
    ("p", shaft, &[]),
    ("r", shaft, &[("place", "B")]),
    ("w", shaft, &[]),
    ("o", shaft, &[("place", "B")]),
    ("s", shaft, &[("place", "B")]),
    ("l", shaft, &[("place", "B"), ("toward", "up")]),
    ("t", shaft, &[("place", "B"), ("toward", "up")]),
    ("f", shaft, &[("size", "5"), ("place", "D")]),
    ("c", shaft, &[("size", "5"), ("place", "B")]),
    ("m", shaft, &[("size", "5 kg"), ("place", "B")]),
];

/// Presses a key, `⇧b` with Shift.
async fn press(browser: &Browser, keys: &str) {
    match keys.strip_prefix('⇧') {
        Some(key) => browser.keys(&key.to_uppercase()).await,
        None => browser.keys(keys).await,
    };
}

/// Puts a text into a slot, in the place of what stands there.
async fn fill(browser: &Browser, slot: &str, text: &str) {
    browser.click(&format!(".tag [name={slot}]")).await;
    browser.control('a').await;
    browser.keys(text).await;
}

/// Enter; then the tag is closed, or what it says.
async fn taken(browser: &Browser) -> Result<(), String> {
    browser.keys("⏎").await;
    browser.settle().await;
    let said = "return document.querySelector('.tag') && (document.querySelector('.tag .message')?.textContent ?? 'open')";
    match browser.script(said).await {
        Value::Null => Ok(()),
        Value::String(said) => Err(said),
        other => Err(other.to_string()),
    }
}

async fn open(desk: &Desk, sheet: &Value) {
    let make = format!(
        "const done = arguments[0];
         fetch('/api/sheets', {{ method: 'POST', headers: {{ 'content-type': 'application/json' }}, body: JSON.stringify({{ sheet: {sheet} }}) }})
             .then((r) => r.json()).then((r) => done(r.id));"
    );
    let id = desk.browser.client.execute_async(&make, vec![]).await.unwrap();
    desk.browser.goto(&format!("{}/sheet/{}", desk.server.address, id.as_str().unwrap())).await;
}

/// Types every example of the hints of these tools.
async fn hints(rows: &[Row], least: usize) {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    let (mut typed, mut wrong) = (0, Vec::new());
    for (keys, sheet, needs) in rows {
        open(&desk, &sheet()).await;
        press(browser, keys).await;
        let examples = "return [...document.querySelectorAll('.tag .hint code')].map((e) => [e.dataset.slot, e.textContent])";
        let examples = browser.script(examples).await;
        browser.keys("⎋").await;
        let examples = examples.as_array().unwrap();
        assert!(!examples.is_empty(), "{keys} has no example");
        for example in examples {
            let (slot, text) = (example[0].as_str().unwrap(), example[1].as_str().unwrap());
            press(browser, keys).await;
            for (need, what) in needs.iter().filter(|(need, _)| *need != slot) {
                fill(browser, need, what).await;
            }
            fill(browser, slot, text).await;
            if let Err(said) = taken(browser).await {
                wrong.push(format!("{keys}, {slot}, {text}: {said}"));
                browser.keys("⎋").await;
            } else {
                browser.control('z').await;
                browser.settle().await;
            }
            browser.keys("1").await;
            typed += 1;
        }
    }
    assert!(wrong.is_empty(), "{wrong:#?}");
    assert!(typed >= least, "{typed}");
    desk.close().await;
}

#[tokio::test]
async fn every_example_of_every_hint_is_taken_in_the_plane() {
    hints(PLANE, 60).await;
}

#[tokio::test]
async fn every_example_of_every_hint_is_taken_in_space() {
    hints(SPACE, 35).await;
}

/// `Shift R A, wheel, 60 kg Enter` as it is pressed.
async fn by_text(browser: &Browser, text: &str) -> Result<(), String> {
    let text = text.strip_suffix(" Enter").unwrap();
    let (shift, rest) = text.strip_prefix("Shift ").map_or((false, text), |rest| (true, rest));
    let key = &rest[..1];
    press(browser, &if shift { format!("⇧{}", key.to_lowercase()) } else { key.to_lowercase() }).await;
    browser.settle().await;
    let slots = rest[1..].replace(" Tab ", "⇥");
    browser.keys(slots.strip_prefix(' ').unwrap_or(&slots)).await;
    taken(browser).await
}

#[tokio::test]
async fn every_example_of_the_readme_is_taken() {
    fn nothing() -> Value {
        json!({ "format": "helvek-sheet/1", "title": "" })
    }
    fn mast() -> Value {
        json!({
            "format": "helvek-sheet/1", "title": "Mast",
            "points": { "A": [0, 0], "B": [0, 3] }, "bodies": { "AB": { "runs": [["A", "B"]] } },
        })
    }
    fn crank() -> Value {
        json!({
            "format": "helvek-sheet/1", "title": "Crank",
            "points": { "A": [0, 0], "B": [1, 0] }, "bodies": { "crank": { "runs": [["A", "B"]] } },
            "supports": [{ "at": "A", "kind": "pin" }, { "at": "B", "kind": "roller" }],
            "loads": [{ "kind": "force", "at": "B", "size": 1, "direction": "down" }],
        })
    }
    fn space() -> Value {
        json!({ "format": "helvek-sheet/1", "title": "", "space": "space" })
    }
    fn runs() -> Value {
        json!({
            "format": "helvek-sheet/1", "title": "Spans",
            "points": { "A": [0, 0], "B": [3, 0], "C": [6, 0], "D": [8, 0] }, "bodies": { "beam": { "runs": [["A", "B", "C", "D"]] } },
            "supports": [{ "at": "A", "kind": "pin" }, { "at": "B", "kind": "roller" }, { "at": "D", "kind": "roller" }],
        })
    }
    let sheets: &[Example] = &[
        ("B 3 Tab 90", beam),
        ("J 0;0 4;0 2@60 A", nothing),
        ("Shift B 0;0 0;3", nothing),
        ("Shift B B 2;3", mast),
        ("Shift R A, wheel, 60 kg", hoist),
        ("F 10@2", beam),
        ("F 3@B..F", || {
            let mut sheet = truss();
            sheet["points"]["F"] = json!([8, 0]);
            sheet["bars"].as_array_mut().unwrap().push(json!(["D", "F"]));
            sheet
        }),
        ("M 8 kg/m", truss),
        ("Shift S Tab 60 x 100", beam),
        ("Shift K 12000 kN·m²", beam),
        ("Shift K EI; 2 EI; EI", runs),
        ("Shift L Tab 160 MPa", beam),
        ("Shift E A Tab ground 5, crank 8 edge 20, ground 5", crank),
        ("Shift T 6, 9 @ 2.4", beam),
        ("J 0;0;0 2;6;3", space),
    ];
    let readme = std::fs::read_to_string(concat!(env!("CARGO_MANIFEST_DIR"), "/../../README.md")).unwrap();
    let desk = Desk::set(false, Theme::Light).await;
    let mut typed = 0;
    for text in readme.split('`').skip(1).step_by(2).filter(|text| text.ends_with(" Enter")) {
        // A cut is typed where members are looked into: `typing.rs`.
        if text.starts_with("X C") {
            continue;
        }
        let example = text.trim_end_matches(" Enter");
        let (_, sheet) =
            sheets.iter().find(|(of, _)| *of == example).unwrap_or_else(|| panic!("no sheet for {text}"));
        open(&desk, &sheet()).await;
        by_text(&desk.browser, text).await.unwrap_or_else(|said| panic!("{text}: {said}"));
        typed += 1;
    }
    assert_eq!(typed, sheets.len());
    desk.close().await;
}

#[tokio::test]
async fn the_first_steps_are_taken_as_they_stand() {
    let desk = Desk::set(false, Theme::Light).await;
    let browser = &desk.browser;
    for space in ["plane", "space"] {
        open(&desk, &json!({ "format": "helvek-sheet/1", "title": "", "space": space })).await;
        let steps = "return [...document.querySelectorAll('.right li')].map((li) => [...li.querySelectorAll('kbd')].map((k) => k.textContent))";
        let steps = browser.script(steps).await;
        let steps: Vec<Vec<String>> = serde_json::from_value(steps).unwrap();
        let typed: Vec<_> = steps.iter().filter(|keys| keys.last().is_some_and(|key| key == "↵")).collect();
        assert!(typed.len() >= 5, "{steps:?}");
        for keys in typed {
            // What begins with "or" begins a sheet of its own.
            if ["U", "⇧ B"].contains(&keys[0].as_str())
                || (keys[0] == "J" && space == "plane")
                || (keys[0] == "B" && space == "space")
            {
                open(&desk, &json!({ "format": "helvek-sheet/1", "title": "", "space": space })).await;
            }
            press(browser, &keys[0].to_lowercase().replace(' ', "")).await;
            browser.settle().await;
            if keys.len() > 2 {
                browser.keys(&keys[1]).await;
            }
            taken(browser).await.unwrap_or_else(|said| panic!("{keys:?}: {said}"));
        }
    }
    desk.close().await;
}
